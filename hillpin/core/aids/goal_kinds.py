"""The kinds of goal, a row each: what is measured, and the words for it. A new kind is a function and a row."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from ..errors import InputError
from ..markup import Element
from ..page import Layout, Page
from ..shown import px

Relation = Literal["is", "most", "least"]
_RELATIONS = {"is": "", "most": "at most ", "least": "at least "}


@dataclass(frozen=True, slots=True)
class Reached:
    """What was measured, for words about it: of which box, at which widths, and how it stands to what is wanted."""

    name: str
    amount: Fraction
    where: str
    relation: Relation
    """``is`` where one width is asked about."""


@dataclass(frozen=True, slots=True)
class GoalKind:
    """One kind: ``title`` ends the sentence *the box is 270 …*; ``measure`` gives CSS px, a count of rows, or characters."""

    name: str
    title: str
    measure: Callable[[Page, Layout, Element], Fraction]
    words: Callable[[Reached], str]
    takes_number: bool = True
    """Whether a number is wanted; one row is wanted as it is, from its width up."""
    is_a_most: bool = False
    """Whether *is* means at most."""


def _side(quantity: str) -> tuple[Callable[[Page, Layout, Element], Fraction], Callable[[Reached], str]]:
    def measure(page: Page, layout: Layout, element: Element) -> Fraction:
        return Fraction(getattr(layout.rects[element], quantity))

    def words(reached: Reached) -> str:
        return f"the {quantity} of {reached.name} is {_RELATIONS[reached.relation]}{px(float(reached.amount))} {reached.where}"

    return measure, words


def rows_of(layout: Layout, element: Element) -> int:
    """In how many rows the children of an element stand: a new one begins below all of the one before."""
    rects = sorted((layout.rects[child] for child in element.elements if child in layout.rects), key=lambda rect: rect.y)
    rows, bottom = 0, float("-inf")
    for rect in rects:
        if rect.y >= bottom - 0.5:
            rows, bottom = rows + 1, rect.y + rect.height
        bottom = min(bottom, rect.y + rect.height)
    return rows


def _rows(page: Page, layout: Layout, element: Element) -> Fraction:
    rows = rows_of(layout, element)
    if not rows:
        raise InputError(f"{element.name()} holds no boxes that could stand in a row.")
    return Fraction(rows)


def _rows_words(reached: Reached) -> str:
    return f"all stand in one row {reached.where}" if reached.amount == 1 else f"there are up to {reached.amount} rows {reached.where}"


def _characters(page: Page, layout: Layout, element: Element) -> Fraction:
    """How many zeros fit a line: what ``ch`` measures by."""
    found = layout.fragments.get(element)
    if found is None:
        raise InputError(f"{element.name()} is no block of text.")
    fragment = found[0]
    return Fraction(max(fragment.width - fragment.edges().inline, 0), 64) / Fraction(page.fonts.zero_advance(fragment.box.style))


def _characters_words(reached: Reached) -> str:
    return f"{px(float(reached.amount))} characters fit a line of {reached.name} {reached.where}"


GOAL_KINDS: dict[str, GoalKind] = {
    kind.name: kind
    for kind in (
        GoalKind("width", "wide", *_side("width")),
        GoalKind("height", "high", *_side("height")),
        GoalKind("x", "from the left", *_side("x")),
        GoalKind("y", "from the top", *_side("y")),
        GoalKind("one-row", "all in one row", _rows, _rows_words, takes_number=False, is_a_most=True),
        GoalKind("characters", "characters a line", _characters, _characters_words, is_a_most=True),
    )
}
