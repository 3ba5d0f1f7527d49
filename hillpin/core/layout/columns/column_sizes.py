"""How many columns a container has, and how wide they are (css-multicol-1 §3.4), in 1/64 px."""

from __future__ import annotations

import math
from typing import NamedTuple

from ..boxes import BLOCK, Box
from ..context import Context
from ..sizes.intrinsic import border_box_sizes, flow_content_sizes


class Columns(NamedTuple):
    """Columns side by side: how many, how wide, and what they and a gap behind each take together."""

    number: int
    width: int
    whole: int

    def start(self, column: int) -> int:
        """Where a column begins from the left end of the content box: each is rounded by itself."""
        return (2 * column * self.whole + self.number) // (2 * self.number)


def has_columns(box: Box) -> bool:
    """Whether a box is a multi-column container (§2)."""
    style = box.style
    return box.kind == BLOCK and box.is_bfc_root and box.role not in ("button", "fieldset") and (style.column_count != "auto" or not style.column_width.is_auto)


def spans_columns(box: Box) -> bool:
    """Whether a block reaches over all columns of the container around it (§6)."""
    return box.style.column_span == "all" and box.is_block_level


def _gap(box: Box, width: int) -> int:
    """``normal`` is 1em (css-align-3 §8.3), in whole px."""
    gap = box.style.column_gap
    return math.floor(box.style.font_size + 0.5) * 64 if gap.is_auto else gap.resolve(width)


def _asked(box: Box) -> tuple[int, int | None]:
    """``column-count``, 0 for auto, and ``column-width``, None for auto."""
    style = box.style
    count = style.column_count if isinstance(style.column_count, int) else 0
    return count, None if style.column_width.is_auto else max(style.column_width.units, 64)


def columns_in(box: Box, width: int) -> Columns:
    """The columns of a container with a content box of this width."""
    count, asked = _asked(box)
    gap = _gap(box, width)
    if asked is not None:
        fitting = max((width + gap) // max(asked + gap, 1), 1)
        count = min(count, fitting) if count else fitting
    count = max(count, 1)
    return Columns(count, max((width + gap) // count - gap, 0), max(width, gap * (count - 1)) + gap)


def column_content_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """Min-content and max-content width of a container's content box, as the browser has them: a column's as often as
    ``column-count`` says; ``column-width`` holds the smaller down and the larger open."""
    count, asked = _asked(box)
    low, high = flow_content_sizes(ctx, box, [child for child in box.children if not spans_columns(child)])
    if asked is not None:
        low, high = min(low, asked), max(high, asked)
    more = max(count, 1)
    gaps = _gap(box, 0) * (more - 1)
    if asked is None:
        low = low * more + gaps
    high = high * more + gaps
    for child in box.children:
        if spans_columns(child):
            own = border_box_sizes(ctx, child)
            low, high = max(low, own[0]), max(high, own[1])
    return low, high
