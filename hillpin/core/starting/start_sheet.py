"""A start's styles written in the habit of a site: which end comes first, nested or not, units, order, indentation, quotes.

The template has rules for all widths, and in blocks those for one method (``@grid``), for widths below the turn (``@narrow``) and
from it on (``@wide``). Base rules are those of the end that the site begins with; of the other end's declarations those that
say the same property stand in a query. What one end says alone stands in a query of its own, so that nothing is undone.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field

from ..authoring import SheetHabits, style_rules
from .start_values import Values

_DECLARATION = re.compile(r"([-a-z]+)\s*:\s*(.+)", re.DOTALL)
_PX = re.compile(r"(?<![\w.#-])(\d+(?:\.\d+)?)px\b")
_LEAST_IN_REM = 3
ROOT_SIZE = 16

Declarations = list[tuple[str, str]]


@dataclass(slots=True)
class _Rules:
    """Declarations by selector, for all widths and for either end, in the order of the template."""

    both: dict[str, Declarations] = field(default_factory=dict)
    narrow: dict[str, Declarations] = field(default_factory=dict)
    wide: dict[str, Declarations] = field(default_factory=dict)


def start_sheet(values: Values, habits: SheetHabits, sheet: str) -> str:
    """The rules of a start, as they go to the end of a sheet."""
    rules = _read(values, sheet)
    first, other = (rules.wide, rules.narrow) if habits.wide_first else (rules.narrow, rules.wide)
    base = {selector: list(found) for selector, found in rules.both.items()}
    own: dict[str, Declarations] = {}
    for selector, found in first.items():
        answered = {name for name, _ in other.get(selector, [])}
        for name, value in found:
            if name in answered:
                base[selector] = [*(one for one in base.get(selector, []) if one[0] != name), (name, value)]
            else:
                own.setdefault(selector, []).append((name, value))
    writer = _Writer(values, habits)
    turn = values.turn or 0
    narrow, wide = f"(max-width: {turn - 0.02:.2f}px)", f"(min-width: {turn}px)"
    blocks = [(wide, own), (narrow, other)] if habits.wide_first else [(narrow, own), (wide, other)]
    return writer.whole(base, [(query, found) for query, found in blocks if found])


def _read(values: Values, sheet: str) -> _Rules:
    rules = _Rules()
    css = values.start.styles
    for rule in sorted(style_rules(css), key=lambda one: one.start):
        around = {one.removeprefix("@") for one in rule.around}
        if not around - {"narrow", "wide"} <= {values.method}:
            continue
        target = rules.wide if "wide" in around else rules.narrow if "narrow" in around else rules.both
        selector = " ".join(values.styles(css[rule.start : rule.body], sheet).split())
        found = target.setdefault(selector, [])
        for part in css[rule.body + 1 : rule.end - 1].split(";"):
            declaration = _DECLARATION.match(part.strip())
            if declaration is not None:
                found.append((declaration[1], " ".join(values.styles(declaration[2], sheet).split())))
    return rules


class _Writer:
    def __init__(self, values: Values, habits: SheetHabits) -> None:
        self.root, self.habits = f".{values.name}", habits

    def whole(self, base: dict[str, Declarations], blocks: list[tuple[str, dict[str, Declarations]]]) -> str:
        unit = self.habits.unit
        # What reaches out of the section cannot be nested in it.
        outside = {selector: found for selector, found in base.items() if not selector.startswith(self.root)}
        if not self.habits.nests:
            parts = [self._rule(selector, found, "") for selector, found in base.items()]
            for query, rules in blocks:
                inner = "\n\n".join(self._rule(selector, found, unit) for selector, found in rules.items())
                parts.append(f"@media {query} {{\n{inner}\n}}")
            return self._ended("\n\n".join(parts))
        inside = {selector: found for selector, found in base.items() if selector not in outside}
        own = inside.pop(self.root, [])
        parts = ["\n".join(f"{unit}{name}: {value};" for name, value in self.habits.ordered(self._set(own)))] if own else []
        parts += [self._rule(self._nested(selector), found, unit) for selector, found in inside.items()]
        for query, rules in blocks:
            rows = []
            for selector, found in rules.items():
                if selector == self.root:
                    rows.append("\n".join(f"{unit * 2}{name}: {value};" for name, value in self.habits.ordered(self._set(found))))
                else:
                    rows.append(self._rule(self._nested(selector), found, unit * 2))
            parts.append(f"{unit}@media {query} {{\n" + "\n\n".join(rows) + f"\n{unit}}}")
        whole = [f"{self.root} {{\n" + "\n\n".join(parts) + "\n}", *(self._rule(selector, found, "") for selector, found in outside.items())]
        return self._ended("\n\n".join(whole))

    def _nested(self, selector: str) -> str:
        """A selector as it stands within the section's own rule."""
        parts = [re.sub(rf"^{re.escape(self.root)}(?![\w-])\s*", "& ", part.strip()).strip() for part in selector.split(",")]
        return ", ".join(part if part.startswith("&") else f"& {part}" for part in parts)

    def _rule(self, selector: str, found: Declarations, indent: str) -> str:
        unit = self.habits.unit
        rows = [f"{indent}{unit}{name}: {value};" for name, value in self.habits.ordered(self._set(found))]
        return "\n".join([f"{indent}{selector} {{", *rows, f"{indent}}}"])

    def _set(self, found: Declarations) -> Declarations:
        return [(name, self._value(value)) for name, value in found]

    def _value(self, value: str) -> str:
        if self.habits.in_rem and "url(" not in value:
            value = _PX.sub(lambda px: f"{float(px[1]) / ROOT_SIZE:g}rem" if float(px[1]) >= _LEAST_IN_REM else px[0], value)
        return value.replace('"', "'") if self.habits.quote == "'" else value

    def _ended(self, text: str) -> str:
        return text.replace("\n", self.habits.newline) + self.habits.newline
