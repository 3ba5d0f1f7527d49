"""What each claim measures: at every width by how much it does not hold, which element is to blame, and what is so there.

A measure is a function from (survey, expectation, elements named, elements named as the other) to ``Measured``. To add a
claim: a line in ``sentence.CLAIMS``, a measure here, the properties that it blames in ``proof``.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..errors import InputError
from ..markup import Element
from ..shown import px
from ..survey.arrangement import rows_by_place
from ..survey.findings import Survey, is_hidden, name_of
from ..survey.overflow import page_overflow
from ..survey.single_boxes import content_widths
from ..widths import ABSENT, Stretch
from .line_counts import line_counts
from .sentence import Expectation

Numbers = NDArray[np.float64]
NEAR = 1 / 64
"""CSS px within which lengths are equal: the unit in which the browser lays out."""
HALF = 0.5
"""CSS px by which something must stand further up or down to be before or after."""


@dataclass(slots=True)
class Measured:
    """``excess`` is by how much a claim fails at each width of the walk, 0 where it holds; ``blamed`` the index of the element to
    blame, −1 where it is the page; ``said`` what is so at a row."""

    excess: Numbers
    blamed: NDArray[np.int64]
    said: Callable[[int], str]


Measure = Callable[[Survey, Expectation, list[Element], list[Element]], Measured]


def joined(survey: Survey, read: Callable[[Stretch], NDArray[Any]]) -> Numbers:
    """What is read of every stretch, one after the other: (widths, …)."""
    return np.concatenate([read(stretch).astype(np.float64) for stretch in survey.stretches])


def sizes(survey: Survey, elements: list[Element], axis: str) -> Numbers:
    """Widths or heights of elements at every width, (widths, elements), in CSS px; nan where there is no box."""
    indexes = [one.index for one in elements]
    start, end = ("x", "right") if axis == "width" else ("y", "bottom")

    def read(stretch: Stretch) -> NDArray[Any]:
        first, last = getattr(stretch, start)[:, indexes], getattr(stretch, end)[:, indexes]
        return np.where(first == ABSENT, np.nan, (last - first) / 64)

    return joined(survey, read)


def _worst(excess: Numbers, elements: list[Element], words: Callable[[Element, int, int], str]) -> Measured:
    """From the excess of each element, (widths, elements), the worst one of each width."""
    clean = np.nan_to_num(excess, nan=0.0)
    column = clean.argmax(axis=1)
    indexes = np.array([one.index for one in elements], np.int64)
    return Measured(clean.max(axis=1), indexes[column], lambda row: words(elements[int(column[row])], row, int(column[row])))


def _no_scroll(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
    total = survey.walked.end - survey.walked.start + 1
    excess, blamed = np.zeros(total), np.full(total, -1, np.int64)
    for finding in page_overflow(survey):
        if finding.low is None or finding.high is None or finding.index is None:
            continue
        rows = slice(finding.low - survey.walked.start, finding.high - survey.walked.start + 1)
        over = np.maximum(_reach(survey, survey.elements[finding.index])[rows] - np.arange(finding.low, finding.high + 1), 1.0)
        more = over > excess[rows]
        excess[rows] = np.where(more, over, excess[rows])
        blamed[rows] = np.where(more, finding.index, blamed[rows])
    return Measured(excess, blamed, lambda row: f"the page is {px(excess[row])} wider than its window, by {name_of(survey.elements[int(blamed[row])])}.")


def _reach(survey: Survey, element: Element) -> Numbers:
    """How far an element and what is in it reach to the right, in CSS px."""
    indexes = [element.index, *(one.index for one in element.descendants() if one.index >= 0)]
    return joined(survey.from_the_start, lambda stretch: np.maximum(np.maximum(stretch.right[:, indexes], stretch.text[:, indexes]), stretch.generated[:, indexes]).max(axis=1) / 64)


def _limit(axis: str, is_most: bool, is_least: bool) -> Measure:
    """``not wider than``, ``at least … high``, ``… wide``."""
    unit = "wide" if axis == "width" else "high"

    def measure(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
        limit, found = expectation.numbers[0], sizes(survey, named, axis)
        over = (found - limit) if is_most else np.full_like(found, 0.0)
        under = (limit - found) if is_least else np.full_like(found, 0.0)
        excess = np.maximum(over, under)
        excess[excess < NEAR] = 0

        def words(element: Element, row: int, column: int) -> str:
            is_over = found[row, column] > limit
            return f"{name_of(element)} is {px(found[row, column])} {unit}, {px(abs(found[row, column] - limit))} {'too much' if is_over else 'too little'}."

        return _worst(excess, named, words)

    return measure


def _equal(axis: str) -> Measure:
    unit = "wide" if axis == "width" else "high"

    def measure(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
        found = sizes(survey, named, axis)
        tallest = np.nanmax(np.where(np.isnan(found), -np.inf, found), axis=1, keepdims=True)
        excess = tallest - found
        excess[~(excess >= NEAR)] = 0
        return _worst(excess, named, lambda element, row, column: f"{name_of(element)} is {px(found[row, column])} {unit}, the largest {px(float(tallest[row, 0]))}: {px(float(excess[row, column]))} less.")

    return measure


def _across(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
    """Siblings that are named count themselves; else what stands in each named element."""
    parents = {id(one.parent): [two for two in named if two.parent is one.parent] for one in named}
    groups = [group for group in parents.values() if len(group) > 1] or [list(one.elements) for one in named]
    groups = [group for group in groups if group]
    if not groups:
        raise InputError(f"{expectation.selector} has nothing in it that could stand across.")
    wanted = int(expectation.numbers[0])
    counts = np.column_stack([joined(survey, lambda stretch, group=group: _most_in_a_row(survey, stretch, group)) for group in groups])  # type: ignore[misc]
    firsts = [group[0] for group in groups]
    return _worst(np.abs(counts - wanted), firsts, lambda element, row, column: f"{int(counts[row, column])} stand across where {name_of(element)} is the first, not {wanted}.")


def _most_in_a_row(survey: Survey, stretch: Stretch, group: list[Element]) -> NDArray[Any]:
    """How many of some siblings stand in the fullest row, at each width."""
    shown = [one for one in group if (stretch.x[:, one.index] != ABSENT).all() and (box := stretch.layout.box_of(one)) is not None and not box.is_out_of_flow]
    if not shown:
        return np.zeros(len(stretch.x))
    rows = rows_by_place(stretch, [one.index for one in shown])
    fullest: NDArray[Any] = np.stack([(rows == number).sum(axis=1) for number in range(int(rows.max()) + 1)]).max(axis=0)
    return fullest


def _lines(is_most: bool) -> Measure:
    def measure(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
        wanted, counts = int(expectation.numbers[0]), line_counts(survey, named)
        excess = np.maximum(counts - wanted, 0) if is_most else np.abs(counts - wanted)
        return _worst(excess.astype(np.float64), named, lambda element, row, column: f"{name_of(element)} takes {int(counts[row, column])} {'line' if counts[row, column] == 1 else 'lines'}, not {'at most ' if is_most else ''}{wanted}.")

    return measure


def _characters(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
    least, most = expectation.numbers
    columns = []
    for element in named:
        parts: list[NDArray[Any]] = []
        for stretch in survey.stretches:
            style = survey.style(element, stretch)
            if style is None or is_hidden(element, style):
                parts.append(np.full(len(stretch.x), np.nan))
                continue
            measure = content_widths(stretch, element, style) / survey.zero_widths(style, stretch)
            parts.append(np.where(stretch.x[:, element.index] == ABSENT, np.nan, measure))
        columns.append(np.concatenate(parts))
    found = np.column_stack(columns)
    excess = np.maximum(np.maximum(found - most, least - found), 0)
    return _worst(excess, named, lambda element, row, column: f"{px(round(float(found[row, column]), 1))} characters go on a line of {name_of(element)}, not {px(least)} to {px(most)}.")


def _first_screen(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
    height = survey.walked.height
    indexes = [one.index for one in named]
    ends = joined(survey, lambda stretch: np.where(stretch.x[:, indexes] == ABSENT, np.nan, stretch.bottom[:, indexes] / 64))
    below = ends - height
    beside = joined(survey, lambda stretch: np.where(stretch.x[:, indexes] == ABSENT, np.nan, stretch.right[:, indexes] / 64 - stretch.widths[:, np.newaxis]))
    excess = np.maximum(below, beside)
    excess[~(excess >= NEAR)] = 0

    def words(element: Element, row: int, column: int) -> str:
        if below[row, column] >= beside[row, column]:
            return f"{name_of(element)} reaches down to {px(float(ends[row, column]))}, {px(float(below[row, column]))} below the first screen of {height:,}."
        return f"{name_of(element)} reaches {px(float(beside[row, column]))} beyond the right of the first screen."

    return _worst(excess, named, words)


def _before(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
    """Each named element ends above where every other begins, or stands in its row before it."""
    first, second = [one.index for one in named], [one.index for one in others]

    def read(stretch: Stretch) -> NDArray[Any]:
        worst = np.zeros((len(stretch.x), len(first)))
        for column, index in enumerate(first):
            for other in second:
                is_there = (stretch.x[:, index] != ABSENT) & (stretch.x[:, other] != ABSENT)
                below = (stretch.y[:, index] - stretch.y[:, other]) / 64
                right = (stretch.x[:, index] - stretch.x[:, other]) / 64
                late = np.where(below >= HALF, below, np.where(np.abs(below) < HALF, np.maximum(right, 0), 0))
                worst[:, column] = np.maximum(worst[:, column], np.where(is_there, late, 0))
        return worst

    return _worst(joined(survey, read), named, lambda element, row, column: f"{name_of(element)} comes after {name_of(others[0])}.")


def _beside(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
    """Each named element shares a part of its height with one of the others, and stands to its left or right."""
    first, second = [one.index for one in named], [one.index for one in others]

    def read(stretch: Stretch) -> NDArray[Any]:
        apart = np.full((len(stretch.x), len(first)), np.inf)
        for column, index in enumerate(first):
            for other in second:
                down = np.maximum(stretch.y[:, index] - stretch.bottom[:, other], stretch.y[:, other] - stretch.bottom[:, index]) / 64
                over = (np.minimum(stretch.right[:, index], stretch.right[:, other]) - np.maximum(stretch.x[:, index], stretch.x[:, other])) / 64
                gap = np.where(down > -HALF, np.maximum(down, 0) + HALF, np.where(over > HALF, over, 0))
                there = (stretch.x[:, index] != ABSENT) & (stretch.x[:, other] != ABSENT)
                apart[:, column] = np.minimum(apart[:, column], np.where(there, gap, 0))
        return apart

    return _worst(joined(survey, read), named, lambda element, row, column: f"{name_of(element)} does not stand beside {name_of(others[0])}.")


def _shown(is_wanted: bool) -> Measure:
    def measure(survey: Survey, expectation: Expectation, named: list[Element], others: list[Element]) -> Measured:
        def read(stretch: Stretch) -> NDArray[Any]:
            return np.column_stack([(stretch.x[:, one.index] != ABSENT) & (stretch.right[:, one.index] > stretch.x[:, one.index]) & (stretch.bottom[:, one.index] > stretch.y[:, one.index]) & (not is_hidden(one, survey.style(one, stretch))) for one in named])

        is_seen = joined(survey, read) > 0
        wrong = (is_seen != is_wanted).astype(np.float64)
        return _worst(wrong, named, lambda element, row, column: f"{name_of(element)} is {'not shown' if is_wanted else 'shown'}.")

    return measure


MEASURES: dict[str, Measure] = {
    "no-scroll": _no_scroll,
    "characters": _characters,
    "first-screen": _first_screen,
    "across": _across,
    "most-lines": _lines(is_most=True),
    "exact-lines": _lines(is_most=False),
    "equal-height": _equal("height"),
    "equal-width": _equal("width"),
    "most-height": _limit("height", is_most=True, is_least=False),
    "most-width": _limit("width", is_most=True, is_least=False),
    "least-height": _limit("height", is_most=False, is_least=True),
    "least-width": _limit("width", is_most=False, is_least=True),
    "height": _limit("height", is_most=True, is_least=True),
    "width": _limit("width", is_most=True, is_least=True),
    "before": _before,
    "beside": _beside,
    "shown": _shown(is_wanted=True),
    "not-shown": _shown(is_wanted=False),
}
