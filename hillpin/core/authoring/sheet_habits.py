"""How a site's sheets are written, read from themselves: indentation, quotes, units, nesting, order, which end comes first."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field

from ..styles import SPECIAL
from .placing import unit_of

_ALPHABETIC = 0.8
_LENGTH = re.compile(r"[\d.]+(px|rem)\b")


@dataclass(frozen=True, slots=True)
class StyleRule:
    """A style rule of a sheet: where it begins, its brace, past its end, and the preludes of the blocks around it."""

    start: int
    body: int
    end: int
    around: tuple[str, ...]


def style_rules(css: str) -> Iterator[StyleRule]:
    """The style rules of a sheet in the order in which they end, those in other rules among them."""
    blocks: list[tuple[int, int]] = []
    start = 0
    for special in SPECIAL.finditer(css):
        token = special.group()
        if token == "{":
            lead = css[start : special.start()]
            blocks.append((start + len(lead) - len(lead.lstrip()), special.start()))
        elif token == "}" and blocks:
            begin, body = blocks.pop()
            if not css.startswith("@", begin):
                yield StyleRule(begin, body, special.end(), tuple(css[one:brace].strip() for one, brace in blocks))
        if token in "{};" or (token.startswith("/*") and not css[start : special.start()].strip()):
            start = special.end()


@dataclass(slots=True)
class SheetHabits:
    """How sheets are written. ``places`` are the mean places of properties in their rules, from 0 to 1."""

    unit: str = "  "
    quote: str = '"'
    nests: bool = False
    wide_first: bool = False
    in_rem: bool = False
    alphabetic: bool = False
    newline: str = "\n"
    places: dict[str, float] = field(default_factory=dict)

    @classmethod
    def of(cls, css: str) -> SheetHabits:
        """The habits of a sheet's text; several sheets may be joined."""
        rules = list(style_rules(css))
        bodies = [names for one in rules if (names := _properties(css[one.body + 1 : one.end - 1]))]
        long = [names for names in bodies if len(names) > 2]
        units = [found[1] for found in _LENGTH.finditer(css)]
        text = re.sub(r"/\*.*?\*/", "", css, flags=re.DOTALL)
        return cls(
            unit=unit_of(css),
            quote="'" if text.count("'") > text.count('"') else '"',
            nests=any(any(not around.startswith("@") for around in one.around) for one in rules),
            wide_first=_queries(text, "max") > _queries(text, "min"),
            in_rem=units.count("rem") > units.count("px"),
            alphabetic=bool(long) and sum(names == sorted(names) for names in long) >= _ALPHABETIC * len(long),
            newline="\r\n" if "\r\n" in css else "\n",
            places=_mean_places(bodies),
        )

    def ordered(self, declarations: list[tuple[str, str]]) -> list[tuple[str, str]]:
        """Declarations in the order in which the sheets have them; what they have not stays by its neighbour."""
        if self.alphabetic:
            return sorted(declarations, key=lambda one: one[0])
        place, keyed = 0.0, []
        for name, value in declarations:
            place = self.places.get(name, place)
            keyed.append((place, (name, value)))
        return [one for _, one in sorted(keyed, key=lambda pair: pair[0])]


def _queries(css: str, which: str) -> int:
    sign = "<" if which == "max" else ">"
    return len(re.findall(rf"@media[^{{]*(?:{which}-width\s*:|\bwidth\s*{sign})", css))


def _properties(body: str) -> list[str]:
    """The properties that stand directly in a rule."""
    flat, depth = [], 0
    for part in re.split(r"([{}])", re.sub(r"/\*.*?\*/", "", body, flags=re.DOTALL)):
        if part in ("{", "}"):
            depth += 1 if part == "{" else -1
        elif depth == 0:
            flat.append(part)
    return [found[1].lower() for one in ";".join(flat).split(";") if (found := re.match(r"\s*([-a-zA-Z]+)\s*:", one))]


def _mean_places(bodies: Iterable[list[str]]) -> dict[str, float]:
    places: dict[str, list[float]] = {}
    for names in bodies:
        for place, name in enumerate(names):
            places.setdefault(name, []).append(place / max(len(names) - 1, 1))
    return {name: sum(found) / len(found) for name, found in places.items()}
