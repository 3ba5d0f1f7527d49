"""Room that a scroll container keeps free for a scroll bar (css-overflow-4 §3.3)."""

from __future__ import annotations

from ...styles.style import ComputedStyle
from ..replaced.natural_sizes import SCROLL_BARS

SCROLLS = frozenset({"hidden", "auto", "scroll"})


def gutters_of(style: ComputedStyle, is_root: bool = False) -> tuple[int, int]:
    """What is kept free where text begins and where it ends, in 1/64 px; the root keeps it for the window, however it scrolls."""
    if style.scrollbar_gutter == "auto" or not (is_root or style.overflow_y in SCROLLS):
        return (0, 0)
    bar = SCROLL_BARS[style.scrollbar_width] * 64
    return (bar if style.scrollbar_gutter == "both" else 0, bar)
