"""Which numbers in the CSS have a part in a box's number, and by how much each moves it: found by laying out."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from ..errors import InputError
from ..markup import Element
from ..page import Page
from ..styles import PROPERTIES, Declaration, Rule
from ..writing import edit_sheet
from .goal import NUMBER, Goal, Place, place_of_number, quantity_of, written
from .sheet_text import extent_of

MOST_TRIED = 60
"""Numbers that are tried at most, those of the box's own rules first."""


@dataclass(frozen=True, slots=True)
class Offer:
    """A number that may change: where it stands, and by how much one step of it moves what is wanted."""

    file: str
    line: int
    offset: int
    text: str
    """The number with its unit."""
    selector: str
    declaration: str
    step: str
    """One step, with its unit."""
    moves: float
    """CSS px, characters or rows for one step more."""


def numbers_for(page: Page, element: Element, goal: Goal) -> list[Offer]:
    """The numbers that move a goal's quantity at its width, those that move it most first."""
    trial = Page(page.files, page.path)
    trial.sheet_texts.update(page.sheet_texts)
    rest = _quantity(trial, element.index, goal)
    offers: list[Offer] = []
    for rule, declaration_text, name, line, place in _candidates(page, element, goal):
        moved = _moved(trial, page, element.index, goal, place)
        if moved is None or moved == rest:
            continue
        step = f"{written(place.step)}{place.unit}"
        offers.append(Offer(place.file, line, place.start, page.sheet_texts[place.file][place.start : place.end], rule.text, f"{name}: {declaration_text}", step, float(moved - rest)))
    return sorted(offers, key=lambda one: -abs(one.moves))


def _quantity(page: Page, index: int, goal: Goal) -> Fraction:
    return quantity_of(page, page.layout(goal.at, goal.height), page.document.elements[index], goal)


def _moved(trial: Page, page: Page, index: int, goal: Goal, place: Place) -> Fraction | None:
    """The quantity with a number one step larger; None where the box is gone then."""
    text = page.sheet_texts[place.file]
    changed = f"{text[: place.start]}{written(place.value + place.step)}{place.unit}{text[place.end :]}"
    try:
        if edit_sheet(trial, place.file, changed):
            try:
                return _quantity(trial, index, goal)
            finally:
                edit_sheet(trial, place.file, text)
        return _quantity(page.with_text(place.file, changed), index, goal)
    except InputError:
        return None


def _candidates(page: Page, element: Element, goal: Goal) -> Iterator[tuple[Rule, str, str, int, Place]]:
    """Numbers of the rules that count on the box, on what is around it, beside it and in it; each once."""
    viewport = page.layout(goal.at, goal.height).viewport
    siblings = [one for one in (element.parent.elements if element.parent is not None else []) if one is not element]
    seen: set[tuple[str, int, int]] = set()
    for one in [element, *element.elements, *element.ancestors(), *siblings, *element.descendants()]:
        for match in reversed(page.cascade.matches(one).own):
            rule = match.rule
            text = page.sheet_texts.get(rule.file)
            if rule.origin != "author" or text is None or not all(condition.matches(viewport) for condition in rule.media):
                continue
            for declaration in rule.declarations:
                key = (declaration.file, declaration.line, declaration.column)
                if key in seen or not _places(declaration):
                    continue
                seen.add(key)
                start, end = extent_of(text, declaration)
                for found in NUMBER.finditer(text, text.find(":", start) + 1, end):
                    if len(seen) > MOST_TRIED:
                        return
                    yield rule, declaration.text, declaration.name, declaration.line, place_of_number(text, rule.file, found)


def _places(declaration: Declaration) -> bool:
    """Whether a declaration can move a box; a font's weight does so by its name's face, not by degrees."""
    return any(
        name.startswith("--") or (name in PROPERTIES and name != "font-weight" and PROPERTIES[name].effect != "paints")
        for name in declaration.values
    )
