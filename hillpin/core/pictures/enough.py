"""How many pixels a picture needs for what is shown of it."""

from __future__ import annotations

DENSEST = 2.0
"""Pixels to a CSS px beyond which hardly an eye sees more."""
FAR = 1.5
"""How many times more pixels across than a dense screen needs a picture is said to be far too large."""


def is_far_larger(pixels: float, shown: float) -> bool:
    """Whether a picture of so many pixels across, shown at most so many CSS px wide, has far more than a dense screen could show."""
    return shown > 0 and pixels > FAR * DENSEST * shown
