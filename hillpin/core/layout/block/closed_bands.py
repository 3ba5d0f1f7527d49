"""Bands of a formatting context in which nothing has room any more, as the browser has it: free room between floats is kept as
shelves, each of which goes down without an end, and a float further down that lies wholly beyond the far side of one, as those do
that stick out of a narrow block, takes all of it away (CSS 2 §9.5 would leave what is above the float)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple, Protocol

FAR = 1 << 40


class MarginBox(Protocol):
    """The margin box of a float, in 1/64 px."""

    @property
    def is_left(self) -> bool: ...
    @property
    def left(self) -> int: ...
    @property
    def top(self) -> int: ...
    @property
    def right(self) -> int: ...
    @property
    def bottom(self) -> int: ...


class ClosedBand(NamedTuple):
    """From ``top`` to ``bottom`` nothing has room but what reaches into what is left between two sides and ends by ``end``; nothing at
    all where the left one is right of the right one."""

    top: int
    bottom: int
    left: int = FAR
    right: int = -FAR
    end: int = -FAR


def may_close(item: MarginBox, before: Sequence[MarginBox]) -> bool:
    """Whether a float lies over or beyond the inner side of one before it that floats to the other side."""
    if item.is_left:
        return any(not one.is_left and one.left < item.right for one in before)
    return any(one.is_left and one.right > item.left for one in before)


def closed_bands(items: Sequence[MarginBox]) -> list[ClosedBand]:
    """The bands that floats have closed, in their order."""
    shelves = [(-FAR, -FAR, FAR)]
    bands: list[ClosedBand] = []
    kept: list[tuple[int, int]] = []
    for item in items:
        if item.right <= item.left:
            continue
        after: list[tuple[int, int, int]] = []
        for number, (top, left, right) in enumerate(shelves):
            below = shelves[number + 1][0] if number + 1 < len(shelves) else FAR
            if item.bottom <= top:
                after.append((top, left, right))
                continue
            begins = max([top, *(end for start, end in kept if start <= top)])
            is_within = item.left <= right and item.right >= left
            low, high = (max(left, item.right), right) if item.is_left else (left, min(right, item.left))
            if low <= high:
                after.append((top, low, high))
            elif is_within:
                bands += [ClosedBand(begins, min(item.top, below), left, right, item.top), ClosedBand(max(top, item.top), min(item.bottom, below))]
            else:
                bands.append(ClosedBand(begins, min(item.bottom, below)))
            if item.top > top and is_within:
                kept.append((top, item.top))
            if item.bottom < below:
                after.append((item.bottom, left, right))
        shelves = after
    return [band for band in bands if band.top < band.bottom]
