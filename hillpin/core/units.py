"""Layout lengths: integers in 1/64 CSS px, rounded where and as the browser rounds.

Chromium keeps every used length as a signed integer count of 1/64 px and does the arithmetic before
that in single-precision floats. Equal inputs then give equal integers, so tests compare with ``==``.
"""

from __future__ import annotations

import math
import struct

ONE = 64
"""One CSS px in layout units."""

INDEFINITE = -1
"""Stands for an indefinite available or percentage-basis size. No used size is negative."""

UNLIMITED = 1 << 40
"""Stands for no upper limit: larger than any layout length."""

LARGEST = 2**31 // 2 - 1
"""Largest layout length, in 1/64 px: longer ones are clamped as the browser clamps them."""

_single = struct.Struct("f")


MOST_SINGLE = 3.4e38


def within_single(value: float) -> float:
    """A number that is written with more digits than single precision has room for is as large as that goes."""
    return max(-MOST_SINGLE, min(MOST_SINGLE, value))


def f32(value: float) -> float:
    """Round to single precision, as the browser's style code computes."""
    try:
        return float(_single.unpack(_single.pack(value))[0])
    except OverflowError:
        return math.copysign(MOST_SINGLE, value)


def clamp(units: int) -> int:
    """Keep a length in 1/64 px within what layout can hold."""
    return max(-LARGEST, min(LARGEST, units))


def _beyond(px: float) -> int:
    """What is no number counts as 0, as in the browser; what is without end as the largest length."""
    return 0 if math.isnan(px) else -LARGEST if px < 0 else LARGEST


def truncated(px: float) -> int:
    """CSS px to 1/64 px, cut towards zero: how lengths of declarations become layout lengths."""
    return clamp(int(px * ONE)) if math.isfinite(px) else _beyond(px)


def rounded(px: float) -> int:
    """CSS px to the nearest 1/64 px."""
    return clamp(math.floor(px * ONE + 0.5)) if math.isfinite(px) else _beyond(px)


def ceiled(px: float) -> int:
    """CSS px to the next 1/64 px upwards: how the width of shaped text becomes a layout length."""
    return clamp(math.ceil(px * ONE)) if math.isfinite(px) else _beyond(px)


def floor_px(units: int) -> int:
    """The whole px at or below a length in 1/64 px, in 1/64 px."""
    return units & ~(ONE - 1)


def percent_of(percent: float, basis: int) -> int:
    """``percent`` % of ``basis`` (1/64 px), in 1/64 px, cut towards zero in single precision."""
    length = f32(f32(basis / ONE * percent) / 100) * ONE
    return int(length) if -LARGEST <= length <= LARGEST else _beyond(length)


def to_px(units: int) -> float:
    """1/64 px to CSS px: exact in binary."""
    return units / ONE
