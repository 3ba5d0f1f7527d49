"""Declarations of a plan on their way to CSS: collected for each arrangement, then written once with what differs."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

Selectors = Mapping[str | None, str]
"""A selector, or a name, for a plan's container (None) and for each box by its id."""
RESET = {
    "display": "block", "float": "none", "clear": "none", "position": "static", "left": "auto", "width": "auto", "flex": "0 1 auto",
    "order": "0", "grid-template-columns": "none", "grid-template-areas": "none", "grid-area": "auto", "grid-column": "auto", "grid-row": "auto",
    "column-gap": "normal", "row-gap": "normal", "margin": "0", "padding": "0", "max-width": "none", "flex-wrap": "nowrap", "flex-direction": "row", "font-size": "inherit",
    "vertical-align": "baseline", "min-width": "auto", "text-align": "start",
    "align-items": "normal", "content": "normal", "margin-left": "0", "margin-right": "0",
}  # fmt: skip
"""What a property goes back to where a further arrangement does without it."""


@dataclass(frozen=True, slots=True)
class Value:
    """A declaration's value and the sum that it comes from."""

    text: str
    sum: str = ""


@dataclass(slots=True)
class Declarations:
    """Declarations of one arrangement: selector → property → value, in the order they were given."""

    rules: dict[str, dict[str, Value]] = field(default_factory=dict)

    def put(self, selector: str, name: str, text: str, sum_: str = "") -> None:
        """Set a property for a selector."""
        self.rules.setdefault(selector, {})[name] = Value(text, sum_)

    def add(self, other: Declarations) -> None:
        """Take in the declarations of another set."""
        for selector, values in other.rules.items():
            self.rules.setdefault(selector, {}).update(values)

    def changes_from(self, before: Declarations) -> Declarations:
        """What has to be declared where ``before`` already holds, resets included."""
        changed = Declarations()
        for selector in dict.fromkeys([*before.rules, *self.rules]):
            old, new = before.rules.get(selector, {}), self.rules.get(selector, {})
            for name in dict.fromkeys([*new, *old]):
                value = new.get(name, Value(RESET[name]) if name in RESET else old.get(name))
                if value is not None and (name not in old or old[name].text != value.text):
                    changed.rules.setdefault(selector, {})[name] = value
        return changed


def written(rules: Declarations, comments: bool, indent: str = "") -> list[str]:
    """Declarations as lines of CSS, a rule a selector; rules with the same declarations share one block."""
    merged: dict[tuple[tuple[str, str], ...], tuple[list[str], list[Value]]] = {}
    for selector, values in rules.rules.items():
        key = tuple((name, value.text) for name, value in values.items())
        merged.setdefault(key, ([], list(values.values())))[0].append(selector)
    lines: list[str] = []
    for key, (selectors, notes) in merged.items():
        lines.append(f"{indent}{', '.join(selectors)} {{")
        for (name, text), value in zip(key, notes, strict=True):
            note = f" /* {value.sum} */" if comments and value.sum else ""
            if name == "grid-template-areas" and text.count('"') > 2:
                text = f"\n{indent}    " + text.replace('" "', f'"\n{indent}    "')
            lines.append(f"{indent}  {name}:{'' if text.startswith(chr(10)) else ' '}{text};{note}")
        lines.append(f"{indent}}}")
    return lines


def media_blocks(parts: Sequence[tuple[str, Declarations]], comments: bool) -> list[str]:
    """Blocks of media queries, one for each condition that has declarations."""
    lines: list[str] = []
    for condition, rules in parts:
        if rules.rules:
            lines += ["", f"@media {condition} {{", *written(rules, comments, "  "), "}"]
    return lines
