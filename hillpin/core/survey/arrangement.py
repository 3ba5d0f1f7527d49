"""Bands and edges: in which arrangement the children of each container stand, and the widths at which anything changes."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from ..layout import Kind
from ..markup import Element, parse_positive
from ..shown import px
from ..widths import ABSENT, Stretch
from .findings import Survey, box_of, declared, name_of, runs_of
from .row_breaks import HALF, counts_of

MOST_PARTS = 6
"""Shares of a row are told in whole numbers up to this, where they are near enough."""
NEAR = 0.03


@dataclass(frozen=True, slots=True)
class Band:
    """A stretch of widths, both included, over which an element's children stand in one arrangement."""

    index: int
    selector: str
    low: int
    high: int
    arrangement: str


@dataclass(frozen=True, slots=True)
class SurveyEdge:
    """A width from which on something is otherwise than below it."""

    at: int
    cause: str
    file: str | None
    line: int | None


def bands_of(survey: Survey) -> list[Band]:
    """The bands of every element that lays out others, in document order."""
    words: dict[int, list[str]] = {}
    total = survey.walked.end - survey.walked.start + 1
    for stretch in survey.stretches:
        offset = stretch.low - survey.walked.start
        for element in survey.elements:
            if not _is_container(survey, stretch, element):
                continue
            listed = words.setdefault(element.index, [""] * total)
            listed[offset : offset + len(stretch.x)] = _arrangements(survey, stretch, element)
    bands: list[Band] = []
    counts = Counter(element.name() for element in survey.elements)
    for index in sorted(words):
        element = survey.elements[index]
        name = _told_apart(element, counts)
        begin = 0
        listed = words[index]
        for at in range(1, total + 1):
            if at == total or listed[at] != listed[begin]:
                if listed[begin]:
                    bands.append(Band(index, name, begin + survey.walked.start, at - 1 + survey.walked.start, listed[begin]))
                begin = at
    return bands


def _told_apart(element: Element, counts: Counter[str]) -> str:
    """An element's name, under the nearest one around it that is there once where its own is there more often."""
    own = element.name()
    if counts[own] == 1 or element.index <= 0:
        return own
    around = next((one for one in element.ancestors() if one.index > 0 and counts[one.name()] == 1), None)
    return f"{around.name()} {own}" if around is not None else name_of(element)


def _is_container(survey: Survey, stretch: Stretch, element: Element) -> bool:
    box = box_of(stretch, element)
    if box is None or element.namespace != "html" or box.kind in (Kind.REPLACED, Kind.ROW, Kind.ROW_GROUP) or element.tag in ("thead", "tbody", "tfoot", "tr", "select"):
        return False
    if box.kind == Kind.TABLE:
        return True
    return len(_parts(survey, stretch, element)) > 1


def _parts(survey: Survey, stretch: Stretch, element: Element) -> list[int]:
    """The children that are boxes of their own and in the layout of the element."""
    found: list[int] = []
    for child in element.elements:
        box = box_of(stretch, child)
        style = survey.style(child, stretch)
        if box is None or style is None or box.is_out_of_flow or style.display == "none" or (child.namespace != "html" and child.tag != "svg"):
            continue
        if (stretch.x[:, child.index] != ABSENT).all():
            found.append(child.index)
    return found


def _columns_of(row: Element) -> int:
    return sum(parse_positive(cell.attributes.get("colspan"), 1, 1000) for cell in row.elements if cell.tag in ("td", "th"))


def _arrangements(survey: Survey, stretch: Stretch, element: Element) -> list[str]:
    box = box_of(stretch, element)
    if box is not None and box.kind == Kind.TABLE:
        columns = max((_columns_of(row) for row in element.descendants() if row.tag == "tr"), default=0)
        return [f"table, {columns} {'column' if columns == 1 else 'columns'}"] * len(stretch.x)
    parts = _parts(survey, stretch, element)
    rows = rows_by_place(stretch, parts)
    changes = np.flatnonzero((rows[1:] != rows[:-1]).any(axis=1)) + 1
    words: list[str] = []
    bounds = [0, *(int(one) for one in changes), len(rows)]
    for low, high in pairwise(bounds):
        words += [_words(stretch, parts, rows[low], low, high)] * (high - low)
    return words


NEIGHBOURS = 12
"""How many boxes of a row before it a box is held against: those that stand further up are out of its way."""


def rows_by_place(stretch: Stretch, indexes: list[int]) -> np.ndarray:
    """The row of each sibling at each width, by where they stand and not by their order: (widths, siblings).

    From the top down, a box begins a further row where it stands below another one of the row, or lower and in its way.
    """
    order = np.argsort(stretch.y[:, indexes], axis=1, kind="stable")
    x, y, right, bottom = (np.take_along_axis(table[:, indexes], order, axis=1) for table in (stretch.x, stretch.y, stretch.right, stretch.bottom))
    rows = np.zeros(order.shape, np.int32)
    top, lowest = y[:, 0].copy(), bottom[:, 0].copy()
    for place in range(1, order.shape[1]):
        first = max(place - NEIGHBOURS, 0)
        beside = rows[:, first:place] == rows[:, place - 1 : place]
        shared = np.minimum(right[:, first:place], right[:, place : place + 1]) - np.maximum(x[:, first:place], x[:, place : place + 1])
        in_the_way = (beside & (shared > HALF)).any(axis=1)
        breaks = (y[:, place] > top + HALF) & (in_the_way | (y[:, place] >= lowest - HALF))
        rows[:, place] = rows[:, place - 1] + breaks
        top = np.where(breaks, y[:, place], top)
        lowest = np.where(breaks, bottom[:, place], np.minimum(lowest, bottom[:, place]))
    placed = np.empty_like(rows)
    np.put_along_axis(placed, order, rows, axis=1)
    return placed


def _words(stretch: Stretch, parts: list[int], row: np.ndarray, low: int, high: int) -> str:
    counts = counts_of(row)
    if len(counts) == len(parts):
        return "stacked"
    if len(counts) == 1:
        shares = _shares(stretch, parts, low, high)
        return f"{len(parts)} across{f', {shares}' if shares else ''}"
    if len(set(counts)) == 1:
        return f"{counts[0]} across"
    if len(counts) <= 3:
        return " + ".join(str(count) for count in counts)
    if len(set(counts[:-1])) == 1 and counts[-1] <= counts[0]:
        return f"{counts[0]} across"
    return f"{len(counts)} rows"


def _shares(stretch: Stretch, parts: list[int], low: int, high: int) -> str:
    """The widths as small whole numbers, where they are so over the whole band and not all the same."""
    found: set[str] = set()
    for at in {low, (low + high - 1) // 2, high - 1}:
        by_place = sorted(parts, key=lambda one: int(stretch.x[at, one]))
        widths = [int(stretch.right[at, one] - stretch.x[at, one]) for one in by_place]
        found.add(ratio_of(widths))
    return found.pop() if len(found) == 1 else ""


def ratio_of(widths: list[int]) -> str:
    """``2:1:1`` for widths that are near such shares; empty where they are equal or no small numbers fit."""
    least = min(widths)
    if least <= 0 or len(widths) > MOST_PARTS or max(widths) - least <= NEAR * least:
        return ""
    for parts in range(1, 4):
        numbers = [width / least * parts for width in widths]
        if all(abs(number - round(number)) <= NEAR * number and round(number) <= MOST_PARTS for number in numbers):
            return ":".join(str(round(number)) for number in numbers)
    return ""


def edges_of_survey(survey: Survey, bands: list[Band]) -> list[SurveyEdge]:
    """Every width at which a query turns, an arrangement changes, or a limit on a width is reached."""
    start, end, page = survey.walked.start, survey.walked.end, survey.page
    edges: list[SurveyEdge] = []
    for block in page.sheets.media_blocks:
        edges += [SurveyEdge(turn, "media query", block.file, block.line) for turn in set(block.condition.turns()) if start < turn <= end]
    turns = {edge.at for edge in edges}
    for before, after in pairwise(bands):
        if before.index == after.index and after.low not in turns:
            element = survey.elements[after.index]
            style = survey.style(element, survey.stretch_at(after.low))
            winner = declared(style, "display")
            file, line = (winner.declaration.file, winner.declaration.line) if winner is not None and winner.declaration is not None else (page.path, element.line or 1)
            edges.append(SurveyEdge(after.low, f"{after.selector}: {before.arrangement}, then {after.arrangement}", file, line))
    for stretch in survey.stretches:
        if stretch.low > start and stretch.low not in turns and page.has_containers:
            edges.append(SurveyEdge(stretch.low, "container query", None, None))
        edges += _limits(survey, stretch)
    unique = {(edge.at, edge.cause, edge.file, edge.line): edge for edge in edges}
    return sorted(unique.values(), key=lambda edge: (edge.at, edge.cause))


def _limits(survey: Survey, stretch: Stretch) -> list[SurveyEdge]:
    """Where a box reaches its maximum, or leaves its minimum: its width stops or begins to follow the window's."""
    edges: list[SurveyEdge] = []
    for element in survey.elements:
        style = survey.style(element, stretch)
        for name, word in (("max_width", "maximum"), ("min_width", "minimum")):
            winner = declared(style, name)
            if winner is None or winner.declaration is None or style is None or len(stretch.x) < 3:
                continue
            widths = (stretch.right[:, element.index] - stretch.x[:, element.index]).astype(np.int64)
            still = np.concatenate(([False], np.abs(np.diff(widths)) <= 1))
            for low, high in runs_of(still, stretch.low):
                at = low - 1 if word == "maximum" else high + 1
                is_bend = stretch.low < at <= stretch.high and (word == "minimum" or low - 1 > stretch.low)
                if is_bend and high - low >= 2 and _is_limit(style, name, int(widths[low - stretch.low])):
                    edges.append(SurveyEdge(at, f"{name_of(element)} {'reaches its maximum of' if word == 'maximum' else 'leaves its minimum of'} {px(int(widths[low - stretch.low]) / 64)}", winner.declaration.file, winner.declaration.line))
    return edges


def _is_limit(style: object, name: str, width: int) -> bool:
    length = getattr(style, name)
    if length.is_auto or length.has_percentage:
        return False
    edges = style.padding_left.resolve(0) + style.padding_right.resolve(0) + style.border_left_width + style.border_right_width  # type: ignore[attr-defined]
    value = int(length.resolve(0))
    return bool(abs(value - width) <= 64 or abs(value + edges - width) <= 64)
