"""Floats of one block formatting context (CSS 2 §9.5), in its coordinates, 1/64 px."""

from __future__ import annotations

from typing import NamedTuple

from ...units import ONE
from .closed_bands import FAR, ClosedBand, closed_bands, may_close
from .outlines import Outline


class FloatState(NamedTuple):
    """How many floats there are, where the last one begins, and where the lowest, the lowest left and the lowest right one end."""

    placed: int
    last_top: int
    lowest: int
    lowest_left: int
    lowest_right: int


class Exclusion(NamedTuple):
    """The margin box of a placed float. As the browser has it, one without a width is in the way of nothing, and only moves what
    clears it and the floats after it."""

    is_left: bool
    left: int
    top: int
    right: int
    bottom: int
    outline: Outline | None = None
    """What lines keep clear of instead."""

    def across(self, top: int, bottom: int) -> tuple[int, int] | None:
        """From where to where lines between two heights keep clear of it; None where they need not."""
        if self.outline is None:
            return self.left, self.right
        span = self.outline.span((top - self.top) / ONE, (bottom - self.top) / ONE)
        if span is None:
            return None
        return max(self.left + int(span[0] * ONE), self.left), min(self.left + int(span[1] * ONE), self.right)


NO_CLAMP = -1
"""All lines are shown."""


class Floats:
    """Floats placed so far. Rules of §9.5.1 by their numbers."""

    __slots__ = ("closed", "is_cut", "items", "last_top", "lines_left", "lowest", "lowest_left", "lowest_right", "lowest_shown")

    def __init__(self, lines_left: int = NO_CLAMP) -> None:
        """None so far, in a formatting context that shows so many lines yet (css-overflow-4 §5)."""
        self.lines_left = lines_left
        self.is_cut = False
        """Whether there are lines that are not shown."""
        self.lowest_shown = -FAR
        """How far down floats reach that stand before what is not shown."""
        self.items: list[Exclusion] = []
        self.closed: list[ClosedBand] = []
        self.last_top = -FAR
        self.lowest = self.lowest_left = self.lowest_right = -FAR

    def take_lines(self, count: int) -> int:
        """So many lines come now: how many of them count to the height. Of a block behind those that are shown it is one."""
        shown = min(max(self.lines_left, 1), count)
        self.is_cut = self.is_cut or count > self.lines_left
        if self.lines_left and self.lines_left <= count:
            self.lowest_shown = self.lowest
        self.lines_left = max(self.lines_left - count, 0)
        return shown

    def bounds(self, y: int, height: int, left: int, right: int) -> tuple[int, int]:
        """The free span between floats from y over a height, within left and right."""
        left, right = self._span(y, height, left, right)
        return left, max(left, right)

    def is_crossed(self, y: int, height: int) -> bool:
        """Whether floats to the left and to the right lie over one another from y over a height."""
        left, right = self._span(y, height, -FAR, FAR)
        return right < left

    def _span(self, y: int, height: int, left: int, right: int) -> tuple[int, int]:
        bottom = y + max(height, 1)
        for item in self.items:
            if item.top < bottom and item.bottom > y and item.right > item.left:
                if item.is_left:
                    left = max(left, item.right)
                else:
                    right = min(right, item.left)
        return left, right

    def bounds_of_lines(self, y: int, height: int, left: int, right: int, before: int) -> tuple[int, int]:
        """The free span as lines have it: along the outlines of floats that have one, of the first ones: an outline that comes after a
        word of a line moves nothing in it (as Chromium has it). Where floats lie over one another it ends before it begins."""
        bottom = y + max(height, 1)
        for number, item in enumerate(self.items):
            if item.top < bottom and item.bottom > y and item.right > item.left and (item.outline is None or number < before):
                across = item.across(y, bottom)
                if across is not None and item.is_left:
                    left = max(left, across[1])
                elif across is not None:
                    right = min(right, across[0])
        return left, right

    def next_edge(self, y: int, height: int = 1, first: int | None = None, *, of_lines: bool = False) -> int | None:
        """The nearest bottom below y of a float that stands in the way there, of the ``first`` ones or of all. Lines go down along an
        outline px by px."""
        bottom = y + max(height, 1)
        edges = [item.bottom if item.outline is None or not of_lines else min(y + ONE, item.bottom) for item in self.items[:first] if item.top < bottom and item.bottom > y and item.right > item.left]
        return min(edges) if edges else None

    def open_from(self, y: int, left: int, right: int, height: int = 0) -> int:
        """The first place from y on that no float has closed for what stands within left and right, so high."""
        for band in self.closed:
            if band.top <= y < band.bottom and (band.left > right or band.right < left or y + height > band.end):
                y = band.bottom
        return y

    def place(self, is_left: bool, width: int, height: int, y: int, left: int, right: int, outline: Outline | None = None) -> tuple[int, int]:
        """Put a float of that margin-box size as high as it may stand, then as far to its side (rules 2, 5 to 9)."""
        y = max(y, self.last_top)
        while True:
            y = self.open_from(y, left, right)
            low, high = self.bounds(y, 1, left, right)
            if width <= high - low or (low == left and high == right):
                break
            edge = self.next_edge(y)
            if edge is None:
                break
            y = edge
        x = low if is_left else high - width
        self.add(Exclusion(is_left, x, y, x + width, y + height, outline))
        return x, y

    def add(self, item: Exclusion) -> None:
        """Note a placed float."""
        self.last_top = max(self.last_top, item.top)
        if item.bottom > item.top:
            may_be_closed = self.closed or may_close(item, self.items)
            self.items.append(item)
            if may_be_closed:
                self.closed = closed_bands(self.items)
        self.lowest = max(self.lowest, item.bottom)
        if item.is_left:
            self.lowest_left = max(self.lowest_left, item.bottom)
        else:
            self.lowest_right = max(self.lowest_right, item.bottom)

    def state(self) -> FloatState:
        """What ``restore`` needs to take back the floats placed since."""
        return FloatState(len(self.items), self.last_top, self.lowest, self.lowest_left, self.lowest_right)

    def restore(self, state: FloatState) -> None:
        """Take back the floats placed since that state."""
        count, self.last_top, self.lowest, self.lowest_left, self.lowest_right = state
        self.hold(self.items[:count], bool(self.closed))

    def hold(self, items: list[Exclusion], have_closed: bool) -> None:
        """Have these floats; ``have_closed`` says whether some of them may have closed bands."""
        self.items = items
        self.closed = closed_bands(items) if have_closed else []

    def clear_edge(self, clear: str) -> int | None:
        """The bottom edge that a box with that ``clear`` must be below, or None."""
        edge = {"left": self.lowest_left, "right": self.lowest_right}.get(clear, self.lowest)
        return edge if edge > -FAR else None
