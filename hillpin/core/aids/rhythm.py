"""A page's baseline grid, and what of its texts is off it. Lengths are CSS px of the page, transforms left out."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from ..layout import Fragment
from ..markup import Element
from ..page import Layout, baselines_of
from ..shown import px

NEAR = 0.5
"""CSS px by which a line may be off the grid and still counts as on it."""
FEWEST = 2
"""Lines that a page has at least of the height that its grid is made of."""


@dataclass(frozen=True, slots=True)
class _Text:
    """A block of lines: its first baseline, how far one is from the next (of a single line how high it is), and how many there are."""

    element: Element
    fragment: Fragment
    x: int
    y: int
    first: float
    pitch: float
    count: int


@dataclass(frozen=True, slots=True)
class OffGrid:
    """A text that is not on the grid: its box, how far its first line is below a grid line (above where negative), how much more each
    further one is, in words."""

    name: str
    x: float
    y: float
    width: float
    height: float
    first: float
    drift: float
    words: str


@dataclass(frozen=True, slots=True)
class BaselineGrid:
    """The grid that most lines of a page stand on: from ``start`` on each ``step``; ``on`` of ``lines`` lines are on it."""

    step: float
    start: float
    lines: int
    on: int
    off: list[OffGrid]


def baseline_grid(layout: Layout) -> BaselineGrid | None:
    """The grid of the line height that most lines have, where most of those stand on it; None where a page has hardly a line."""
    texts = _texts(layout)
    pitches: Counter[float] = Counter()
    for text in texts:
        pitches[round(text.pitch * 64) / 64] += text.count if text.count > 1 else 0
    if not pitches or max(pitches.values()) < FEWEST:
        return None
    step = pitches.most_common(1)[0][0]
    starts: Counter[float] = Counter()
    for text in texts:
        if abs(text.pitch - step) < 1 / 64:
            starts[round(text.first % step * 2) / 2 % step] += text.count
    coarse = starts.most_common(1)[0][0]
    start = next(text.first % step for text in texts if abs(text.pitch - step) < 1 / 64 and round(text.first % step * 2) / 2 % step == coarse)
    off, on = [], 0
    for text in texts:
        apart = [_off(text.first + text.pitch * line - start, step) for line in range(text.count)]
        on += sum(1 for one in apart if abs(one) <= NEAR)
        if max(map(abs, apart)) > NEAR:
            off.append(_told(text, apart[0], step))
    return BaselineGrid(step, start, sum(text.count for text in texts), on, off)


def _texts(layout: Layout) -> list[_Text]:
    found = []
    for element, (fragment, x, y) in layout.fragments.items():
        if element.index < 0 or not fragment.box.has_inline_children or not fragment.lines:
            continue
        baselines = baselines_of(layout, element)
        if baselines:
            pitch = baselines[1] - baselines[0] if len(baselines) > 1 else max(fragment.height - fragment.edges().block, 64) / 64
            found.append(_Text(element, fragment, x, y, baselines[0], pitch, len(baselines)))
    return found


def _off(place: float, step: float) -> float:
    """How far below the nearest line of a grid a place is; above it where negative."""
    over = place % step
    return over if over <= step / 2 else over - step


def _told(text: _Text, first: float, step: float) -> OffGrid:
    drift = _off(text.pitch, step) if text.count > 1 else 0.0
    words = []
    if abs(first) > NEAR:
        words.append(f"{px(abs(first))} {'below' if first > 0 else 'above'}")
    if abs(drift) > 1 / 64:
        words.append(f"each line {px(abs(drift))} {'more' if drift > 0 else 'less'}")
    fragment = text.fragment
    return OffGrid(text.element.name(), text.x / 64, text.y / 64, fragment.width / 64, fragment.height / 64, first, drift, ", ".join(words))
