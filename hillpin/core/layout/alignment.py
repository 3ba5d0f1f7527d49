"""Box alignment shared by flex and grid (css-align-3): distribution of free space, and a box's place in its room."""

from __future__ import annotations

from collections.abc import Callable
from typing import NamedTuple, TypeVar

Item = TypeVar("Item")

_END = frozenset({"end", "flex-end", "right", "self-end"})
_SPACED = frozenset({"space-between", "space-around", "space-evenly", "stretch"})

_SHARED = {"baseline": "first_baseline", "last baseline": "last_baseline"}
"""Which baseline of its an item is aligned by, by how it is aligned."""


class Distribution(NamedTuple):
    """Where the first of several things starts, and the free space that stands between each two as one of ``parts``."""

    first: int
    shared: int = 0
    parts: int = 1

    def before(self, index: int) -> int:
        """The room in 1/64 px that stands before a thing, rounded as a whole so that no remainder adds up."""
        return self.first + (2 * index * self.shared + self.parts) // (2 * self.parts)

    def stepped(self, index: int) -> int:
        """As ``before``, with the same whole number of units between each two: how grid tracks are spaced."""
        return self.first + index * (self.shared // self.parts)


def half(units: int) -> int:
    """Half of a length, cut towards zero as the browser divides."""
    return units // 2 if units >= 0 else -(-units // 2)


def split_safety(value: str) -> tuple[str, bool]:
    """A keyword without ``safe`` or ``unsafe``, and whether it is safe."""
    if value.startswith("safe "):
        return value[5:], True
    return value.removeprefix("unsafe "), False


def baseline_item(items: list[Item], align: Callable[[Item], str], name: str) -> tuple[Item, str]:
    """Which of a line's items in order gives its container a baseline, and by which of its own (§9.1): the first that shares
    in baseline alignment, else the first; for the last baseline from the other end. ``name`` is that of a fragment's."""
    inward, wanted = (items, ("baseline", "last baseline")) if name == "first_baseline" else (items[::-1], ("last baseline", "baseline"))
    for shared in wanted:
        for item in inward:
            if align(item) == shared:
                return item, _SHARED[shared]
    return inward[0], name


def distribute(value: str, free: int, count: int, reverse: bool = False) -> Distribution:
    """Content distribution (§5.3). ``reverse`` turns ``start`` and ``end``, not ``flex-start`` and ``flex-end``.

    Without room the distributed values fall back to safe alignment.
    """
    word, safe = split_safety(value)
    if word in _SPACED and (free < 0 or count == 0):
        # Between falls back to where the items begin, the others to the middle, safely: to the writing mode's start.
        word = "flex-start" if word == "space-between" else "start"
    if word == "space-between":
        return Distribution(0, free, count - 1) if count > 1 else Distribution(0)
    if word == "space-around":
        return Distribution(free // (2 * count), free, count)
    if word == "space-evenly":
        return Distribution(free // (count + 1), free, count + 1)
    if safe and free < 0:
        return Distribution(free if reverse else 0)
    if word == "center":
        return Distribution(half(free))
    at_end = word in _END
    if word in ("start", "end", "left", "right") and reverse:
        at_end = not at_end
    return Distribution(free if at_end else 0)


def offset_of(value: str, free: int) -> int:
    """Offset of a box in its room for a self-alignment without baselines and stretching (§4.1)."""
    word, safe = split_safety(value)
    if safe and free < 0:
        return 0
    if word == "center":
        return half(free)
    return free if word in _END or word == "last baseline" else 0


def aligned_content(value: str, free: int) -> int:
    """How far down the content of a block container stands by ``align-content``: one thing in its room, safe (§5.3)."""
    word, _ = split_safety(value)
    if free <= 0:
        return 0
    if word in ("center", "space-around", "space-evenly"):
        return half(free)
    return free if word in _END or word == "last baseline" else 0


def static_side(value: str) -> str:
    """``start``, ``center`` or ``end`` for the static position of an absolutely positioned child."""
    word, _ = split_safety(value)
    if word in ("center", "space-around", "space-evenly"):
        return "center"
    return "end" if word in _END else "start"
