"""The hill: one box's width at every viewport width: all at once where only the boxes around it say it, or found by
halving stretches until they are straight."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ..layout import Pass
from ..markup import Element
from ..page import DEFAULT_HEIGHT, Page
from ..styles import Viewport, turning_widths
from ..widths import Moving, NotAcrossError, chain_to

FROM, TO = 240, 1920
TOLERANCE = 1 / 32
STRAIGHT_STRETCH = 96
"""A stretch no longer than this counts as straight when its middle lies on the line."""


@dataclass(frozen=True, slots=True)
class HillPoint:
    """A viewport width and the box's width there, both in CSS px; None where it makes no box."""

    at: int
    width: float | None


@dataclass(frozen=True, slots=True)
class Edge:
    """A width from which on something is different."""

    at: int
    cause: str
    file: str | None = None
    line: int | None = None


@dataclass(slots=True)
class Hill:
    """The profile of one box, straight between its points."""

    index: int
    name: str
    points: list[HillPoint] = field(default_factory=list)
    edges: list[Edge] = field(default_factory=list)
    modelled: bool = True
    at_once: bool = True
    """Whether it took no layout: the boxes around it say its width at every width."""


def hill_of(
    page: Page, element: Element, start: int = FROM, end: int = TO, height: int = DEFAULT_HEIGHT,
    stopped: Callable[[], bool] = lambda: False,
) -> Hill:  # fmt: skip
    """The hill of an element between two widths; ``stopped`` is asked between layouts.

    Exact at every point given; between points the profile is straight as far as halving can see.
    """
    known: dict[int, float | None] = {}
    modelled = True

    def width_at(at: int) -> float | None:
        nonlocal modelled
        if at not in known:
            layout = page.layout(at, height)
            rect = layout.rects.get(element)
            known[at] = rect.width if rect is not None else None
            modelled = modelled and element not in layout.unmodelled_elements
        return known[at]

    hill = Hill(element.index, element.name())
    cuts = [turn for turn in turning_widths(page.conditions, height) if start < turn <= end]
    for low, high in zip([start, *cuts], [cut - 1 for cut in cuts] + [end], strict=True):
        if stopped():
            break
        at_once = _at_once(page, element, low, high, height)
        if at_once is None:
            hill.at_once = False
            _halve(width_at, low, high, stopped)
        else:
            known.update(at_once)
    hill.points = simplified([HillPoint(at, known[at]) for at in sorted(known)], set(cuts))
    hill.modelled = modelled
    hill.edges = _edges(page, hill, start, end)
    return hill


def _at_once(page: Page, element: Element, low: int, high: int, height: int) -> dict[int, float | None] | None:
    """The widths at the bends of a stretch over which the same rules count; None where the box does not stand alone."""
    if page.has_containers:
        return None
    tree, resolver = page.restyle_at(low, height)
    if tree.unmodelled or tree.noted:
        return None
    box = next((one for one in tree.boxes if one.element is element and one.pseudo is None), None)
    if box is None:
        return {low: None, high: None}
    chain = chain_to(tree.root, box)
    if chain is None:
        return None
    basis = np.arange(low, high + 1, dtype=np.int64) * 64
    try:
        width = chain.width(Pass(Viewport(low, height), page.fonts), basis, len(basis), Moving(resolver, chain.sources, low, high, height))
    except NotAcrossError:
        return None
    widths = np.broadcast_to(width, basis.shape) / 64
    return {low + at: float(widths[at]) for at in bends(widths)}


def bends(values: NDArray[np.float64]) -> list[int]:
    """Places between which values are straight to TOLERANCE, first and last among them."""
    kept = {0, len(values) - 1}
    stack = [(0, len(values) - 1)]
    while stack:
        first, last = stack.pop()
        if last - first < 2:
            continue
        line = np.linspace(values[first], values[last], last - first + 1)
        away = np.abs(values[first : last + 1] - line)
        if away.max() > TOLERANCE:
            middle = first + int(away.argmax())
            kept.add(middle)
            stack += [(first, middle), (middle, last)]
    return sorted(kept)


def _halve(width_at: Callable[[int], float | None], low: int, high: int, stopped: Callable[[], bool]) -> None:
    stack = [(low, high)]
    while stack and not stopped():
        low, high = stack.pop()
        first, last = width_at(low), width_at(high)
        if high - low < 2:
            continue
        middle = (low + high) // 2
        between = width_at(middle)
        if high - low <= STRAIGHT_STRETCH and _on_line(low, first, middle, between, high, last):
            continue
        stack += [(low, middle), (middle, high)]


def _on_line(low: int, first: float | None, middle: int, between: float | None, high: int, last: float | None) -> bool:
    if first is None or last is None or between is None:
        return first is None and last is None and between is None
    expected = first + (last - first) * (middle - low) / (high - low)
    return abs(expected - between) <= TOLERANCE


def simplified(points: list[HillPoint], cuts: set[int]) -> list[HillPoint]:
    """Points that lie on the line between their neighbours left out; those at queries stay."""
    kept: list[HillPoint] = []
    for position, point in enumerate(points):
        if kept and position + 1 < len(points) and point.at not in cuts and point.at + 1 not in cuts:
            before, after = kept[-1], points[position + 1]
            if _on_line(before.at, before.width, point.at, point.width, after.at, after.width):
                continue
        kept.append(point)
    return kept


def _edges(page: Page, hill: Hill, start: int, end: int) -> list[Edge]:
    """Where queries turn, and where the profile bends because a limit is reached."""
    edges: dict[int, Edge] = {}
    for block in page.sheets.media_blocks:
        for turn in block.condition.turns():
            if start < turn <= end:
                edges.setdefault(turn, Edge(turn, f"@media {block.text}", block.file, block.line))
    for before, point, after in zip(hill.points, hill.points[1:], hill.points[2:], strict=False):
        if point.width is None or before.width is None or after.width is None or point.at in edges:
            continue
        rising = (point.width - before.width) / (point.at - before.at)
        then = (after.width - point.width) / (after.at - point.at)
        if rising > 0.1 and abs(then) < 0.001 and after.at not in edges:
            edges[point.at] = Edge(point.at, f"{hill.name} reaches {round(point.width):,}")
    return [edges[at] for at in sorted(edges)]
