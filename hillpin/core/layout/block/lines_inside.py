"""A block container with lines in it: what they come to, from whichever side they begin."""

from __future__ import annotations

from ..boxes import Box
from ..context import Context
from ..inline.inline_metrics import marker_height, text_edges
from ..inline.inline_result import InlineResult
from ..inline.line_layout import layout_lines
from ..mirror import turn_floats, turned_children, turned_floats, turned_inlines, turned_waiting
from .floats import Floats
from .inside import NO_STRUT, Inside


def inside_of_lines(ctx: Context, box: Box, width: int, percent_block: int, floats: Floats, cx: int, cy: int) -> Inside:
    """The lines of a block container whose content box is at (cx, cy) in its formatting context."""
    lay_out = _turned_lines if box.is_reversed else layout_lines
    lines = lay_out(ctx, box, width, percent_block, floats, cx, cy)
    if any(box.trims):
        _trim(ctx, box, lines)
    height, first, last, count = lines.height, lines.first_baseline, lines.last_baseline, lines.line_count
    if lines.ends:
        # Those that are left out stand where they would, and count to no height.
        count = floats.take_lines(count)
        height, last = lines.ends[count - 1]
    if box.has_outside_marker and not lines.line_count:
        marker = marker_height(ctx, box)
        height, first, last = max(height, sum(marker)), marker.ascent, marker.ascent
    return Inside(
        height, NO_STRUT, lines.children, lines.inlines, lines.out_of_flow, first,
        last, lines.right, through=not lines.line_count and not box.has_outside_marker,
        line_count=count, line_height=lines.line_height, breaks=lines.breaks, line_ends=lines.line_ends,
    )  # fmt: skip


def _trim(ctx: Context, box: Box, lines: InlineResult) -> None:
    """Cut off the room above the first line and below the last (css-inline-3 §5.1): what is in them moves up."""
    if lines.first_baseline is None or lines.last_baseline is None:
        return
    above, below = text_edges(ctx, box.style)
    start = lines.first_baseline - above if box.trims[0] else 0
    end = lines.height - lines.last_baseline - below if box.trims[1] else 0
    lines.height -= start + end
    lines.first_baseline, lines.last_baseline = lines.first_baseline - start, lines.last_baseline - start
    lines.children = [one._replace(y=one.y - start) for one in lines.children]
    lines.inlines = [one._replace(y=one.y - start) for one in lines.inlines]
    lines.out_of_flow = [one._replace(y=one.y - start) for one in lines.out_of_flow]
    lines.line_ends = [one._replace(top=one.top - start, bottom=one.bottom - start) for one in lines.line_ends]
    lines.ends = [(bottom - start, baseline - start) for bottom, baseline in lines.ends]


def _turned_lines(ctx: Context, box: Box, width: int, percent_block: int, floats: Floats, cx: int, cy: int) -> InlineResult:
    """The lines of a box whose text begins on the other side than its formatting context does: laid out as in a mirror."""
    seen = turned_floats(floats, cx, cx + width)
    lines = layout_lines(ctx, box, width, percent_block, seen, cx, cy)
    turn_floats(seen, floats, cx, cx + width)
    lines.children = turned_children(lines.children, width)
    lines.inlines = turned_inlines(lines.inlines, width)
    lines.out_of_flow = turned_waiting(lines.out_of_flow, width)
    return lines
