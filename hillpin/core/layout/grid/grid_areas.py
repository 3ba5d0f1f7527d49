"""Grid areas as containing blocks of absolutely positioned children (css-grid-2 §9, 'abspos')."""

from __future__ import annotations

from ...styles.grid_values import AUTO_LINE, Line
from ..boxes import GRID, Box
from ..containing import Frame
from ..fragments import Fragment
from .grid_axis import GridAxis
from .grid_lines import resolve_placement


def grid_area_frame(fragment: Fragment, box: Box, frame: Frame) -> Frame:
    """The containing block of an absolutely positioned child: its grid area, auto lines at the padding edges (§9)."""
    if fragment.tracks is None or box.parent is not fragment.box or fragment.box.kind != GRID:
        return frame
    across, down = fragment.tracks
    edges = fragment.edges()
    style = box.style
    x, right = edges_in(across, style.grid_column_start, style.grid_column_end, edges.left, frame.x, frame.x + frame.width)
    y, bottom = edges_in(down, style.grid_row_start, style.grid_row_end, edges.top, frame.y, frame.y + frame.height)
    return Frame(x, y, max(right - x, 0), max(bottom - y, 0))


def edges_in(axis: GridAxis, start: Line, end: Line, origin: int, low: int, high: int) -> tuple[int, int]:
    first = last = None
    if not start.is_auto and start.span is None:
        first = resolve_placement(axis.lines, start, AUTO_LINE).start
    if not end.is_auto and end.span is None:
        placement = resolve_placement(axis.lines, AUTO_LINE, end)
        last = placement.end if placement.start is not None else None
    if first is not None and last is None and end.span is not None:
        last = first + end.span
    count = len(axis.tracks)

    def at(line: int | None, is_start: bool) -> int | None:
        index = None if line is None else line + axis.before
        if index is None or not 0 <= index <= count or not count:
            return None
        if index == count or (not is_start and index > 0):
            return origin + axis.offsets[index - 1] + axis.tracks[index - 1].base
        return origin + axis.offsets[index]

    left, right = at(first, True), at(last, False)
    return (low if left is None else left, high if right is None else right)
