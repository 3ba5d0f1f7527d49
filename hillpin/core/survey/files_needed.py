"""Which files a picture needs: ``sizes`` from the widths at which it is drawn, ``srcset`` from what screens then ask for, and which file
a browser takes at which width and density (HTML 4.8.4.3).

The widths are those of a walk. ``sizes`` is a condition and a straight line for each run of widths over which one line holds, each
value within a quarter of a px of what is drawn, at every width; where that takes more than ``MOST_PARTS`` lines (a picture that covers a box as high
as its text), as few px further off as it takes.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ..errors import InputError
from ..markup import Element
from ..page import Page
from ..shown import px
from ..widths import walk
from .findings import Survey, name_of
from .pictures_shown import picture_of

OFF = 0.25
"""CSS px by which ``sizes`` may differ from what is drawn."""
MOST_PARTS = 6
DENSITIES = (1.0, 2.0, 3.0)
DENSE = 2.0
STEP = math.sqrt(2)
"""Each file has half as many pixels as the next: across, by this factor."""
MOST_FILES = 6
FEWEST_PIXELS = 64

Numbers = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class SizePart:
    """Widths from ``low`` to ``high`` over which a picture is drawn ``text`` wide."""

    low: int
    high: int
    text: str


@dataclass(frozen=True, slots=True)
class Taken:
    """A run of widths over which a browser takes one file, by the pixels that this has across."""

    low: int
    high: int
    width: int


@dataclass(frozen=True, slots=True)
class PictureFiles:
    """What was found. ``across`` and ``down`` are the picture's own pixels, ``widths`` the pixels across of the files, the smallest first; ``taken`` says by density which is taken
    where; ``off`` is the furthest that ``sizes`` is from what is drawn, in CSS px."""

    across: int
    down: int
    largest: float
    largest_at: int
    sizes: str
    parts: list[SizePart]
    off: float
    widths: list[int]
    taken: dict[str, list[Taken]]
    working: list[str] = field(default_factory=list)


def picture_files(page: Page, element: Element, start: int, end: int, height: int) -> PictureFiles:
    """Walk a page for one picture. Raises InputError where it is none with pixels of its own, or is never drawn."""
    drawn, natural = _drawn(Survey(walk(page, start, end, height)), element)
    if not drawn.max() > 0:
        raise InputError(f"{name_of(element)} is never drawn from {start:,} to {end:,}.")
    off, parts = OFF, _parts(drawn, start, OFF)
    while len(parts) > MOST_PARTS:
        off *= 1.5
        parts = _parts(drawn, start, off)
    told = _value(parts, drawn, start)
    there = drawn > 0
    off = float(np.abs(told - drawn)[there].max())
    at = int(drawn.argmax())
    widths = _widths(drawn[there], natural[0])
    taken = {f"{density:g}": _runs([_taken(widths, float(value), density) for value in told], start) for density in DENSITIES}
    working = [
        f"drawn at most {px(float(drawn.max()))} wide, at {start + at:,}; at least {px(float(drawn[there].min()))}",
        f"× {DENSE:g} for dense screens = {px(float(drawn.max()) * DENSE)} pixels; the picture has {natural[0]:,}",
        f"each file half the pixels of the next: ÷ √2 across, {' · '.join(f'{one:,}' for one in reversed(widths))}",
    ]
    return PictureFiles(*natural, float(drawn.max()), start + at, _text(parts), [SizePart(one.low, one.high, one.text) for one in parts], round(off, 2), widths, taken, working)


def _drawn(survey: Survey, element: Element) -> tuple[Numbers, tuple[int, int]]:
    """The width at which a picture is drawn at every width, 0 where it is not, and its pixels."""
    found = np.zeros(survey.walked.end - survey.walked.start + 1)
    natural = (0, 0)
    for stretch in survey.stretches:
        picture = picture_of(survey, stretch, element)
        if picture is None or not picture.natural.width:
            continue
        natural = (round(picture.own[0]), round(picture.own[1]))
        place = stretch.low - survey.walked.start
        found[place : place + len(picture.drawn)] = np.where((picture.width > 0) & (picture.height > 0), picture.drawn, 0.0)
    if not all(natural):
        raise InputError(f"{name_of(element)} is no picture with a size of its own.")
    return found, natural


@dataclass(frozen=True, slots=True)
class _Line:
    """A straight line over a run of widths: ``share`` of the window's width and ``more`` px."""

    low: int
    high: int
    share: float
    more: float

    @property
    def text(self) -> str:
        vw = f"{round(self.share * 100, 4):g}vw"
        if not self.share:
            return f"{self.more:g}px"
        return vw if not self.more else f"calc({vw} {'+' if self.more > 0 else '−'} {abs(self.more):g}px)".replace("−", "-")

    def at(self, widths: Numbers) -> Numbers:
        return np.maximum(self.share * widths + self.more, 0.0)


def _parts(drawn: Numbers, start: int, off: float) -> list[_Line]:
    """Lines from the narrowest width on, each as far as it holds; where nothing is drawn, the one before goes on."""
    found: list[_Line] = []
    low, count = 0, len(drawn)
    while low < count:
        if drawn[low] <= 0:
            low += 1
            continue
        high, lows, highs = low, -math.inf, math.inf
        # All slopes that keep every point within half of what may be off.
        while high + 1 < count:
            if drawn[high + 1] > 0:
                run = high + 1 - low
                bounds = max(lows, float(drawn[high + 1] - off / 2 - drawn[low]) / run), min(highs, float(drawn[high + 1] + off / 2 - drawn[low]) / run)
                if bounds[0] > bounds[1]:
                    break
                lows, highs = bounds
            high += 1
        found.append(_line(drawn, low, high, (lows, highs), start, off))
        low = high + 1
    return found


def _line(drawn: Numbers, low: int, high: int, slopes: tuple[float, float], start: int, off: float) -> _Line:
    """The plainest line through a run: a slope of few decimals, and whole px where they do."""
    widths, wanted = np.arange(low, high + 1) + start, drawn[low : high + 1]
    there = wanted > 0
    middle = 0.0 if slopes[0] == -math.inf else sum(slopes) / 2
    shares = [0.0, *(round(middle * 100, digits) / 100 for digits in range(5))]
    for number, share in enumerate(shares):
        rest = wanted[there] - share * widths[there]
        more = float(rest.max() + rest.min()) / 2
        for rounded in (round(more), round(more, 1), round(more, 2)):
            if float(np.abs(rest - rounded).max()) <= off / 2 + (0 if number < len(shares) - 1 else off / 2):
                return _Line(int(widths[0]), int(widths[-1]), share, rounded)
    return _Line(int(widths[0]), int(widths[-1]), middle, more)


def _text(parts: Sequence[_Line]) -> str:
    return ", ".join([*(f"(max-width: {one.high}px) {one.text}" for one in parts[:-1]), parts[-1].text])


def _value(parts: Sequence[_Line], drawn: Numbers, start: int) -> Numbers:
    """What ``sizes`` comes to at every width."""
    widths = np.arange(len(drawn), dtype=np.float64) + start
    found = parts[-1].at(widths)
    for one in reversed(parts[:-1]):
        found = np.where(widths <= one.high, one.at(widths), found)
    return found


def _widths(drawn: Numbers, natural: int) -> list[int]:
    """The files' pixels across: from what the densest of usual screens needs at the largest, down to what the plainest needs at the smallest."""
    top = min(math.ceil(float(drawn.max()) * DENSE), natural)
    if natural <= top * 1.1:
        top = natural
    found = [top]
    least = max(float(drawn.min()), FEWEST_PIXELS)
    while len(found) < MOST_FILES and found[-1] > least * 1.05 and round(found[-1] / STEP) >= FEWEST_PIXELS:
        found.append(round(found[-1] / STEP))
    return sorted(found)


def _taken(widths: Sequence[int], size: float, density: float) -> int:
    """The file that Chromium takes: the smallest that is dense enough, the largest where none is (as measured in Chromium 156)."""
    return next((width for width in widths if width >= density * size - 1e-6), widths[-1])


def _runs(taken: Sequence[int], start: int) -> list[Taken]:
    found: list[Taken] = []
    for width, file in enumerate(taken, start):
        if found and found[-1].width == file:
            found[-1] = Taken(found[-1].low, width, file)
        else:
            found.append(Taken(width, width, file))
    return found


__all__ = ["PictureFiles", "SizePart", "Taken", "picture_files"]
