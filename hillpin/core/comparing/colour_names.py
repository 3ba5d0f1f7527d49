"""A colour taken from a picture held against those that the site's sheets already have."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ..colours import Triple, distance
from ..errors import InputError
from ..page import Page
from ..styles import read_color, tokens_of

MOST = 500


@dataclass(frozen=True, slots=True)
class NamedColour:
    """A colour of the site: the custom property that names it, or as it is written; ``distance`` is how far it is from what was
    asked, 0 for the same, in OKLab × 100: under 2 hardly anybody sees."""

    name: str
    value: str
    distance: float
    file: str
    line: int


def nearest_colour(page: Page, colour: str) -> NamedColour | None:
    """The colour of a page's sheets that is nearest to one written as ``#rrggbb``; None where they have none. Raises InputError."""
    wanted = _rgb(colour)
    if wanted is None:
        raise InputError(f"{colour} is not a colour.")
    best: NamedColour | None = None
    for name, value, file, line in _colours(page):
        found = _rgb(value)
        if found is None:
            continue
        apart = distance(wanted, found)
        is_nearer = best is None or apart < best.distance - 1e-9 or (abs(apart - best.distance) < 1e-9 and name.startswith("--") and not best.name.startswith("--"))
        if is_nearer:
            best = NamedColour(name, value, round(apart, 2), file, line)
    return best


def _colours(page: Page) -> Iterator[tuple[str, str, str, int]]:
    """Each value of a page's own rules that is a colour or begins or ends with one: (name, value, file, line)."""
    told = 0
    for rule in page.sheets.rules:
        if rule.origin != "author":
            continue
        for declaration in rule.declarations:
            for part in declaration.text.replace(",", " ").split() if "(" not in declaration.text else [declaration.text]:
                if part.startswith(("#", "rgb", "hsl", "oklch", "lab", "lch", "oklab")) or part.isalpha():
                    yield (declaration.name if declaration.name.startswith("--") else part, part, declaration.file, declaration.line)
                    told += 1
                    if told > MOST:
                        return


def _rgb(text: str) -> Triple | None:
    tokens = tokens_of(text)
    found = read_color(tokens[0]) if len(tokens) == 1 else None
    return (found[0], found[1], found[2]) if isinstance(found, tuple) and len(found) == 4 and found[3] == 1 else None
