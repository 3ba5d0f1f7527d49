"""Expectations held against a page at every width of their ranges, and what says why one fails."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace

import numpy as np

from ..errors import InputError
from ..markup import Element
from ..page import DEFAULT_HEIGHT, Page
from ..shown import px
from ..survey.findings import Survey, declared, place_of, runs_of
from ..widths import ABSENT, walk
from .claims import MEASURES, Measured
from .sentence import Expectation

_CAUSES = {
    "no-scroll": ("width", "min_width", "flex_wrap", "grid_template_columns", "text_wrap_mode"),
    "across": ("grid_template_columns", "flex_basis", "width", "flex_wrap", "float", "gap", "display"),
    "most-lines": ("font_size", "max_width", "width"),
    "exact-lines": ("font_size", "max_width", "width"),
    "equal-height": ("height", "min_height", "align_self", "align_items"),
    "equal-width": ("width", "flex_basis", "flex_grow"),
    "most-height": ("height", "min_height", "padding_top", "line_height", "font_size"),
    "least-height": ("height", "max_height", "padding_top", "line_height", "font_size"),
    "height": ("height", "min_height", "max_height", "padding_top", "line_height", "font_size"),
    "most-width": ("width", "min_width", "max_width"),
    "least-width": ("width", "min_width", "max_width"),
    "width": ("width", "min_width", "max_width"),
    "characters": ("max_width", "width", "font_size"),
    "first-screen": ("min_height", "height", "padding_top", "margin_top", "font_size"),
    "before": ("order", "flex_direction", "grid_area", "position"),
    "beside": ("flex_direction", "flex_wrap", "grid_template_columns", "float", "width", "display"),
    "shown": ("display", "visibility"),
    "not-shown": ("display", "visibility"),
}
"""Properties, as fields of a style, that are blamed where a claim fails: the first that is declared."""


@dataclass(frozen=True, slots=True)
class Failure:
    """A stretch of widths, both included, at which an expectation does not hold; the width at which it is furthest off, what is
    so there, and the line that makes it so. ``index`` is the element, None where it is the whole page."""

    low: int
    high: int
    worst: int
    message: str
    index: int | None
    file: str
    line: int


@dataclass(frozen=True, slots=True)
class Proof:
    """What came of one expectation. It holds where there is neither a failure nor an ``error``, which says why it could not be
    asked: nothing matches, or the selector does not parse."""

    expectation: Expectation
    failures: tuple[Failure, ...] = ()
    error: str = ""

    @property
    def holds(self) -> bool:
        return not self.failures and not self.error


@dataclass(slots=True)
class _Group:
    """Expectations of one viewport height, which share a walk."""

    numbers: list[int] = field(default_factory=list)
    low: int = 20_000
    high: int = 1


def prove(page: Page, expectations: list[Expectation], progress: Callable[[float], None] = lambda part: None) -> list[Proof]:
    """Hold expectations against every integer width of their ranges, in their order. ``progress`` is told the part done and may
    raise. Raises LimitError where the page is beyond a bound."""
    groups: dict[int, _Group] = {}
    for number, one in enumerate(expectations):
        group = groups.setdefault(one.height or DEFAULT_HEIGHT, _Group())
        group.numbers.append(number)
        group.low, group.high = min(group.low, one.low), max(group.high, one.high)
    proofs: dict[int, Proof] = {}
    for done, (height, group) in enumerate(groups.items()):
        walked = walk(page, group.low, group.high, height, progress=lambda part, before=done: progress((before + part) / len(groups)))  # type: ignore[misc]
        survey = Survey(walked)
        for number in group.numbers:
            proofs[number] = _proof(survey, expectations[number])
    progress(1.0)
    return [proofs[number] for number in range(len(expectations))]


def _proof(survey: Survey, expectation: Expectation) -> Proof:
    try:
        named = _named(survey.page, expectation.selector) if expectation.selector else []
        others = _named(survey.page, expectation.other) if expectation.other else []
    except InputError as error:
        return Proof(expectation, error=str(error))
    try:
        measured = MEASURES[expectation.claim](survey, expectation, named, others)
    except InputError as error:
        return Proof(expectation, error=str(error))
    first, last = expectation.low - survey.walked.start, expectation.high - survey.walked.start + 1
    failures = [
        _failure(survey, expectation, measured, low, high)
        for low, high in runs_of(measured.excess[first:last] > 0, expectation.low)
    ]
    return Proof(expectation, tuple(failures))


def _named(page: Page, selector: str) -> list[Element]:
    found = page.select(selector)
    if not found:
        raise InputError(f"Nothing on {page.path} matches {selector}.")
    return found


def _failure(survey: Survey, expectation: Expectation, measured: Measured, low: int, high: int) -> Failure:
    offset = low - survey.walked.start
    run = measured.excess[offset : offset + high - low + 1]
    row = offset + int(np.argmax(run))
    worst = survey.walked.start + row
    blamed = int(measured.blamed[row])
    message = f"At {worst:,}: {measured.said(row)}"
    if blamed < 0:
        return Failure(low, high, worst, message, None, survey.page.path, 1)
    element = survey.elements[blamed]
    stretch = survey.stretch_at(worst)
    names = _CAUSES[expectation.claim]
    parent = element.parent
    is_of_a_row = expectation.claim in ("across", "beside", "before", "equal-height") and parent is not None and parent.index >= 0
    asked = [parent, element] if is_of_a_row and parent is not None else [element]
    said = next((one for name in names for one in asked if declared(survey.style(one, stretch), name) is not None), element)
    place = place_of(survey.page, said, survey.style(said, stretch), *names)
    return Failure(low, high, worst, message, blamed, place.file, place.line)


def failure_words(failure: Failure) -> str:
    """A failure as a sentence with its range."""
    where = f"at {failure.low:,}" if failure.low == failure.high else f"from {failure.low:,} to {failure.high:,}"
    return f"Not so {where}. {failure.message} ({failure.file} line {failure.line})"



Rect = tuple[float, float, float, float]


def prove_at(page: Page, expectations: list[Expectation], width: int, height: int, rects: list[Rect | None], scroll_width: int) -> list[Proof]:
    """Hold expectations against rectangles that were measured at one viewport: those of ``body, body *`` as (x, y, width, height)
    in CSS px of the page, None where there is no box; and how wide the page can be scrolled. Where lines of text end is not
    measured: it is taken from core. Only what speaks of that width is held; the others are given as proved."""
    walked = walk(page, width, width, height)
    stretch = walked.stretches[0]
    for index, rect in enumerate(rects[: stretch.x.shape[1]]):
        sides = (ABSENT,) * 4 if rect is None else (rect[0], rect[1], rect[0] + rect[2], rect[1] + rect[3])
        for table, side in zip((stretch.x, stretch.y, stretch.right, stretch.bottom), sides, strict=True):
            table[0, index] = side if rect is None else round(side * 64)
    survey = Survey(walked)
    found = []
    for one in expectations:
        if not one.low <= width <= one.high or (one.height or height) != height:
            found.append(Proof(one))
        elif one.claim == "no-scroll":
            over = scroll_width - width
            message = f"At {width:,}: the browser lets the page be scrolled {px(over)} sideways."
            found.append(Proof(one, (Failure(width, width, width, message, None, page.path, 1),) if over > 0 else ()))
        else:
            found.append(_proof(survey, replace(one, low=width, high=width)))
    return found
