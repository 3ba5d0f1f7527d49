"""A page over the heights of its window, at one width: what no longer fits its screen, what bars take, what lies below the first.

Where nothing on a page has to do with the window's height, one layout says it all. Else heights are laid out until between
two of them every edge runs straight: sizes that follow the window do so in proportion, and what limits them bends that once.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..errors import InputError
from ..markup import Element
from ..page import Layout, Page
from ..shown import px
from ..styles import ComputedStyle, Viewport
from .findings import Place, is_hidden, name_of, place_of, runs_of

LOWEST, HIGHEST = 320, 1_200
"""Heights of windows, in CSS px."""
MOST_SPAN = 4_000
HALF = 32
SCREENFUL = 0.9
"""A box that is at least this part of a tall window high, and whose height follows it, is meant to fill a screen."""
BAR_SHARE = 1 / 3
"""Of the window's height: bars that stay take at most this."""
BAR_WIDTH = 0.5
_ACTS = ("button", "a", "input")

Rows = NDArray[np.int64]


@dataclass(frozen=True, slots=True)
class HeightFinding:
    """Something doubtful from ``low`` to ``high``, inclusive heights of the window in CSS px."""

    kind: str
    index: int
    selector: str
    low: int
    high: int
    file: str
    line: int
    message: str
    working: tuple[str, ...] = ()


@dataclass(slots=True)
class Heights:
    """A page at every height from ``start`` to ``end`` at one width. ``y`` and ``bottom`` are (heights, elements) in 1/64 px of the
    page; ``inner`` how high the content of each element is."""

    page: Page
    width: int
    start: int
    end: int
    layout: Layout
    y: Rows
    bottom: Rows
    inner: Rows
    layouts: int
    findings: list[HeightFinding] = field(default_factory=list)


HEIGHT_KINDS = {
    "screen-overflow": "Outgrows its screen",
    "bars-take-screen": "Bars take the screen",
    "below-first-screen": "Below the first screen",
}
"""What each kind of finding over heights is called."""


def survey_heights(page: Page, width: int, start: int = LOWEST, end: int = HIGHEST, progress: Callable[[float], None] = lambda part: None) -> Heights:
    """Walk a page over the heights of its window at a width, all in CSS px. ``progress`` is told the part done and may raise.
    Raises InputError where there is no such range."""
    if not 1 <= start < end <= 20_000 or end - start > MOST_SPAN:
        raise InputError(f"Heights go from a smaller to a larger one, at most {MOST_SPAN:,} apart; not from {start:,} to {end:,}.")
    walk = _HeightWalk(page, width, start, end, progress)
    rows = walk.run()
    layout = page.layout(width, end)
    heights = Heights(page, width, start, end, layout, rows[:, 0], rows[:, 1], rows[:, 2], walk.layouts)
    heights.findings = sorted([*_screens(heights), *_bars(heights), *_first_screen(heights)], key=lambda one: (-one.high, one.index))
    return heights


class _HeightWalk:
    """The rows of every height: laid out at some, read off straight lines between them at the others."""

    def __init__(self, page: Page, width: int, start: int, end: int, progress: Callable[[float], None]) -> None:
        self.page, self.width, self.start, self.end, self.progress = page, width, start, end, progress
        count = len(page.document.elements)
        self.rows = np.zeros((end - start + 1, 3, count), np.int64)
        self.known: dict[int, Rows] = {}
        self.layouts = 0
        self.done = 0

    def run(self) -> Rows:
        cuts = [self.start, *(turn for turn in self._turns() if self.start < turn <= self.end), self.end + 1]
        for low, high in pairwise(cuts):
            self._between(low, high - 1)
        return self.rows

    def _turns(self) -> list[int]:
        """Heights at which a media query may turn: where the styles that count are others than a px below."""
        turns: list[int] = []
        before: object = None
        for height in range(self.start, self.end + 1):
            now = tuple(condition.matches(Viewport(self.width, height)) for condition in self.page.conditions)
            if before is not None and now != before:
                turns.append(height)
            before = now
        return turns

    def _at(self, height: int) -> Rows:
        found = self.known.get(height)
        if found is None:
            self.layouts += 1
            layout = self.page.layout(self.width, height)
            found = np.zeros((3, len(self.page.document.elements)), np.int64)
            for element, rect in layout.rects.items():
                if element.index >= 0:
                    found[:, element.index] = round(rect.y * 64), round((rect.y + rect.height) * 64), _inner(layout, element)
            self.known[height] = found
        return found

    def _between(self, low: int, high: int) -> None:
        stack = [(low, high)]
        while stack:
            first, last = stack.pop()
            a, b = self._at(first), self._at(last)
            middle = (first + last) // 2
            quarters = {first + (last - first) // 4, middle, first + 3 * (last - first) // 4} - {first, last}
            if last - first < 2 or all(np.abs(_line(a, b, (one - first) / (last - first)) - self._at(one)).max(initial=0) <= 1 for one in quarters):
                steps = np.arange(last - first + 1)[:, np.newaxis, np.newaxis] / max(last - first, 1)
                self.rows[first - self.start : last - self.start + 1] = np.round(a + (b - a) * steps)
                self.done += last - first
                self.progress(min(self.done / (self.end - self.start), 1))
            else:
                stack += [(middle, last), (first, middle)]


def _line(a: Rows, b: Rows, part: float) -> Rows:
    return np.asarray(np.round(a + (b - a) * part), np.int64)


def _inner(layout: Layout, element: Element) -> int:
    """How high an element's content is with its padding and borders, in 1/64 px; 0 where that is not known."""
    found = layout.fragments.get(element)
    if found is None:
        return 0
    fragment = found[0]
    ends = [child.y + child.fragment.height for child in fragment.opened().children if not child.fragment.box.is_out_of_flow]
    edges = fragment.edges()
    return max([fragment.content_height, *(end + edges.bottom for end in ends)], default=0)


def _follows(style: ComputedStyle | None) -> bool:
    """Whether a style's own lengths have to do with the window's height."""
    return style is not None and bool(style.uses_viewport & 1)


def _screens(heights: Heights) -> list[HeightFinding]:
    """Sections that are meant to fill a screen, and whose content needs more than there is (css-sizing-3 §5)."""
    found: list[HeightFinding] = []
    windows = np.arange(heights.start, heights.end + 1) * 64
    for element in heights.page.document.elements:
        style = heights.page.style_of(element, heights.layout)
        index = element.index
        tall = heights.bottom[:, index] - heights.y[:, index]
        if element.tag in ("html", "body") or not _follows(style) or is_hidden(element, style) or tall[-1] < windows[-1] * SCREENFUL:
            continue
        needs = np.maximum(heights.inner[:, index], np.where(tall > windows + HALF, tall, 0))
        for low, high in runs_of(needs > windows + HALF, heights.start):
            row = low - heights.start
            place = place_of(heights.page, element, style, "min_height", "height", "grid_template_rows")
            name, missing = name_of(element), int(needs[row] - windows[row])
            fits = f" It fits from {high + 1:,} up." if high < heights.end else ""
            message = f"At {heights.width:,} × {low:,} {name} is meant to fill the screen, and needs {px(int(needs[row]) / 64)}: {px(missing / 64)} more than there is.{fits}"
            working = (f"content of {name} {px(int(needs[row]) / 64)}", f"− window {low:,}", f"= {px(missing / 64)} over")
            found.append(HeightFinding("screen-overflow", index, name, low, high, place.file, place.line, message, working))
    return found


def _bars(heights: Heights) -> list[HeightFinding]:
    """Bars that stay in the window, together: where they take too much of it."""
    found: list[HeightFinding] = []
    windows = np.arange(heights.start, heights.end + 1) * 64
    bars = []
    for element in heights.page.document.elements:
        style = heights.page.style_of(element, heights.layout)
        rect = heights.layout.rects.get(element)
        if style is None or rect is None or style.position not in ("fixed", "sticky") or is_hidden(element, style) or rect.width < heights.width * BAR_WIDTH:
            continue
        if style.position == "sticky" and style.top.is_auto and style.bottom.is_auto:
            continue
        tall = heights.bottom[:, element.index] - heights.y[:, element.index]
        # What fills the window is a layer over the page, and no bar.
        if (tall > 0).all() and tall[-1] < windows[-1] * BAR_SHARE:
            bars.append((element, tall))
    if not bars:
        return found
    total = np.sum([tall for _, tall in bars], axis=0)
    largest = max(bars, key=lambda one: int(one[1][0]))[0]
    for low, high in runs_of(total > windows * BAR_SHARE, heights.start):
        row = low - heights.start
        place: Place = place_of(heights.page, largest, heights.page.style_of(largest, heights.layout), "height", "padding_top", "position")
        names = ", ".join(name_of(one) for one, _ in bars)
        message = f"At {heights.width:,} × {low:,} {names} {'takes' if len(bars) == 1 else 'take'} {px(int(total[row]) / 64)} of {low:,}, and covers what is scrolled under {'it' if len(bars) == 1 else 'them'}."
        working = (*(f"{name_of(one)} {px(int(tall[row]) / 64)}" for one, tall in bars), f"= {px(int(total[row]) / 64)} of {low:,}")
        found.append(HeightFinding("bars-take-screen", largest.index, name_of(largest), low, high, place.file, place.line, message, working))
    return found


def _first_screen(heights: Heights) -> list[HeightFinding]:
    """The first heading, and the first thing to press after it: where they lie below the first screen."""
    elements = heights.page.document.elements
    heading = next((one for one in elements if one.tag == "h1"), None)
    if heading is None:
        return []
    section = next((one for one in heading.ancestors() if one.tag in ("section", "header", "article", "div")), None)
    inside = set(section.descendants()) if section is not None else set()
    act = next((one for one in elements if one.index > heading.index and one.tag in _ACTS and one in inside and one in heights.layout.rects), None)
    windows = np.arange(heights.start, heights.end + 1) * 64
    found: list[HeightFinding] = []
    for element in (heading, act):
        style = heights.page.style_of(element, heights.layout) if element is not None else None
        if element is None or style is None or is_hidden(element, style) or element not in heights.layout.rects:
            continue
        index = element.index
        for low, high in runs_of(heights.bottom[:, index] > windows + HALF, heights.start):
            row = low - heights.start
            name, reach = name_of(element), int(heights.bottom[row, index])
            place = Place(heights.page.path, element.line or 1)
            message = f"At {heights.width:,} × {low:,} {name} reaches down to {px(reach / 64)}: {px(reach / 64 - low)} of it lie below the first screen."
            found.append(HeightFinding("below-first-screen", index, name, low, high, place.file, place.line, message, (f"bottom of {name} {px(reach / 64)}", f"− window {low:,}", f"= {px(reach / 64 - low)} below")))
    return found
