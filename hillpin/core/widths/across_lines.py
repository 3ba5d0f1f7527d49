"""Lines of text at all widths at once (css-inline-3): runs of content widths over which they end alike."""

from __future__ import annotations

import numpy as np

from ..layout.boxes import Box
from ..layout.fragments import InlineRect
from ..layout.inline.inline_items import prepare
from ..layout.inline.items import InlineContent, ItemKind
from ..layout.inline.line_layout import layout_lines, text_end
from ..layout.inline.line_ranges import Breaks, breaks_at, stay_alike, uniform_line
from ..units import INDEFINITE
from .across_sizes import NotAcrossError, Row, Units
from .strips import BlocksAcross, Inside


def lines_across(across: BlocksAcross, box: Box, width: Units) -> Inside:
    """The lines of a box with inline children, in a content width. Raises NotAcrossError for lines that have more in them
    than text and inline boxes of fixed edges, from the left."""
    content = prepare(across.ctx, box)
    if box.has_floats or not content.has_lines or box.first_line is not None:
        raise NotAcrossError
    widths = np.broadcast_to(np.asarray(width, np.int64), (across.count,))
    boxes = across.moving.boxes_in(box)
    if not boxes:
        return _still_lines(across, box, content, widths)
    whole = Inside(np.zeros(across.count, np.int64), right=np.zeros(across.count, np.int64))

    def take(run: slice) -> None:
        part = _still_lines(across, box, prepare(across.ctx, box), widths[run])
        whole.height[run], whole.right[run] = part.height, part.right  # type: ignore[index]
        whole.lines.extend((places + run.start, rects) for places, rects in part.lines)

    across.by_runs(box, boxes, take)
    return whole


def _still_lines(across: BlocksAcross, box: Box, content: InlineContent, widths: Row) -> Inside:
    """Lines in content widths over which no style changes."""
    if content.uniform:
        return _uniform(across, box, content, widths)
    if not stay_alike(box, content) or any(item.kind == ItemKind.OPEN and id(item.box) in across.holders for item in content.items):
        raise NotAcrossError
    return _inline_boxes(across, box, content, widths)


def _runs(across: BlocksAcross, box: Box, content: InlineContent, widths: Row) -> list[tuple[Breaks, Row]]:
    """Where lines end alike, and the places of the widths at which they do."""
    order = np.argsort(widths, kind="stable")
    ascending = widths[order]
    runs: list[tuple[Breaks, Row]] = []
    at = 0
    while at < len(ascending):
        width = int(ascending[at])
        breaks = breaks_at(across.ctx, box, content, width)
        until = int(np.searchsorted(ascending, max(breaks.highest, width + 1)))
        runs.append((breaks, order[at:until]))
        at = until
    return runs


def _uniform(across: BlocksAcross, box: Box, content: InlineContent, widths: Row) -> Inside:
    _, line_height = uniform_line(across.ctx, box, content)
    counts, rights = np.zeros(len(widths), np.int64), np.zeros(len(widths), np.int64)
    for breaks, places in _runs(across, box, content, widths):
        counts[places], rights[places] = breaks.count, breaks.right
    if not counts.all():
        raise NotAcrossError
    return Inside(counts * line_height, right=rights if text_end(box, 0, 1) == 0 else np.maximum(rights, widths))


def _inline_boxes(across: BlocksAcross, box: Box, content: InlineContent, widths: Row) -> Inside:
    heights, rights = np.zeros(len(widths), np.int64), np.zeros(len(widths), np.int64)
    lines: list[tuple[Row, list[InlineRect]]] = []
    for breaks, places in _runs(across, box, content, widths):
        result = breaks.made if breaks.made is not None else layout_lines(across.ctx, box, int(widths[places[0]]), INDEFINITE, None, 0, 0)
        if result.children or result.out_of_flow or not result.line_count:
            raise NotAcrossError
        heights[places], rights[places] = result.height, result.right
        lines.append((places, result.inlines))
    return Inside(heights, lines=lines, right=rights)
