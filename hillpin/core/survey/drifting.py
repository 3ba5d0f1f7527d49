"""``drifting-lines``: numbers beside lines of text that are of another height, so that each stands further off than the one before.

Only numbers that count up by one are taken for a gutter, and only beside as many lines: two columns of words have nothing to do with
one another, line by line.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import chain

import numpy as np

from ..markup import Element, Text
from ..page import baselines_of
from ..shown import px
from ..widths import ABSENT, Stretch
from .findings import Finding, Fix, Masks, Survey, declared, has_own_text, name_of, place_of
from .fixes import added, change

FEWEST = 4
"""Numbers from which a list of them is a gutter."""
FAR = 2.0
"""CSS px that the last one is further off than the first from which it shows."""


@dataclass(frozen=True, slots=True)
class _Lines:
    """Lines at one width: how many, the first baseline (CSS px of the page), and how far from one to the next."""

    count: int
    first: float
    pitch: float


def drifting_lines(survey: Survey) -> list[Finding]:
    """One finding for each gutter and range of widths."""
    gutters = [one for one in survey.elements if _is_gutter(one)]
    masks: Masks[tuple[int, int]] = Masks(survey.walked)
    for stretch in survey.stretches:
        for gutter in gutters:
            beside = next((one for one in _beside(gutter) if _drift(stretch, gutter, one) is not None), None)
            if beside is not None:
                masks.put((gutter.index, beside.index), stretch, _as_at_first(stretch, gutter) & _as_at_first(stretch, beside))
    return [_finding(survey, survey.elements[gutter], survey.elements[beside], low, high) for (gutter, beside), low, high in masks.runs()]


def _is_gutter(element: Element) -> bool:
    """Whether all that an element says are numbers that count up by one, and nothing around it says just that."""
    if element.namespace != "html" or element.tag in ("body", "script", "style"):
        return False
    numbers = _numbers(element)
    around = element.parent
    return numbers is not None and len(numbers) >= FEWEST and (around is None or _numbers(around) != numbers or has_own_text(element))


def _numbers(element: Element) -> list[int] | None:
    numbers: list[int] = []
    for one in chain([element], element.descendants()):
        for child in one.children:
            for word in child.data.split() if isinstance(child, Text) else ():
                # The first word that is none ends it: most elements are done with at once.
                if not word.isascii() or not word.isdigit() or len(word) > 6 or (numbers and int(word) != numbers[-1] + 1):
                    return None
                numbers.append(int(word))
    return numbers


def _beside(gutter: Element) -> Iterator[Element]:
    """What stands next to a gutter in the source, and what is all of that: the ``code`` of a ``pre``."""
    siblings = gutter.parent.elements if gutter.parent is not None else []
    for one in siblings[max(gutter.sibling_index - 1, 0) : gutter.sibling_index + 2]:
        inner: Element | None = one if one is not gutter else None
        while inner is not None:
            yield inner
            inner = inner.elements[0] if len(inner.elements) == 1 and not has_own_text(inner) else None


def _lines_of(stretch: Stretch, element: Element) -> _Lines | None:
    """The lines in an element at a stretch's first width, where they are evenly spaced."""
    baselines = baselines_of(stretch.layout, element)
    if len(baselines) < FEWEST:
        return None
    pitches = np.diff(baselines)
    return _Lines(len(baselines), baselines[0], float(pitches.mean())) if float(np.ptp(pitches)) <= 2 / 64 else None


def _drift(stretch: Stretch, gutter: Element, beside: Element) -> tuple[_Lines, _Lines] | None:
    """The lines of both where they stand side by side, are as many, and drift."""
    first, second = (stretch.x[0, one.index] for one in (gutter, beside))
    if ABSENT in (first, second) or not (stretch.right[0, gutter.index] <= second or stretch.right[0, beside.index] <= first):
        return None
    numbers, lines = _lines_of(stretch, gutter), _lines_of(stretch, beside)
    if numbers is None or lines is None or numbers.count != lines.count:
        return None
    return (numbers, lines) if abs(lines.pitch - numbers.pitch) * (numbers.count - 1) >= FAR else None


def _as_at_first(stretch: Stretch, element: Element) -> np.ndarray:
    """At which widths an element is as high as at the first: of as many lines."""
    height = stretch.bottom[:, element.index] - stretch.y[:, element.index]
    return np.asarray(np.abs(height - height[0]) <= 2)


def _finding(survey: Survey, gutter: Element, beside: Element, low: int, high: int) -> Finding:
    stretch = survey.stretch_at(low)
    found = _drift(stretch, gutter, beside)
    assert found is not None
    numbers, lines = found
    each = lines.pitch - numbers.pitch
    last = lines.first - numbers.first + each * (numbers.count - 1)
    message = f"Beside {name_of(beside)} the numbers of {name_of(gutter)} drift: one is {px(numbers.pitch)} after the other, a line {px(lines.pitch)}. The last, {numbers.count}, stands {px(abs(last))} too {'high' if last > 0 else 'low'}."
    working = (
        f"number 1 is {px(abs(lines.first - numbers.first))} {'above' if lines.first > numbers.first else 'below'} its line" if abs(lines.first - numbers.first) >= 1 / 64 else "number 1 is level with its line",
        f"{px(lines.pitch)} a line − {px(numbers.pitch)} a number = {px(abs(each))} {'more' if each > 0 else 'less'} at each",
        f"{px(abs(each))} × {numbers.count - 1} = {px(abs(each) * (numbers.count - 1))} at the last",
    )
    place = place_of(survey.page, gutter, survey.style(gutter, stretch), "line_height", "font_size")
    return Finding("drifting-lines", gutter.index, name_of(gutter), low, high, place.file, place.line, message, working, _ways(survey, stretch, gutter, lines.pitch))


def _ways(survey: Survey, stretch: Stretch, gutter: Element, pitch: float) -> tuple[Fix, ...]:
    """The lines' own height for the numbers."""
    sentence = f"Give the numbers the lines' height: {px(pitch)}."
    value = f"line-height: {round(pitch, 2):g}px"
    winner = declared(survey.style(gutter, stretch), "line_height")
    declaration = winner.declaration if winner is not None else None
    if declaration is not None and declaration.name == "line-height":
        return change(survey, declaration, value, sentence)
    return added(survey, gutter, "line-height", f"{round(pitch, 2):g}px", sentence)
