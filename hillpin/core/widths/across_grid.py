"""Grid containers at all widths at once (css-grid-2): columns shared out on arrays, items as blocks in their areas' widths,
rows as high as what stands in them.

Rows that share out a height, items over several rows, baselines, subgrids and percentages are left to ``single``.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..layout.alignment import split_safety
from ..layout.boxes import Box
from ..layout.fragments import Space
from ..layout.grid.grid_layout import GridLayout
from ..layout.grid.grid_lines import repetitions
from ..layout.grid.grid_placement import Placed
from ..layout.grid.grid_track import Sizing, Track
from ..layout.grid.grid_tracks import needed_sizes
from ..styles.style import ComputedStyle
from ..units import INDEFINITE
from .across_items import is_as_high_as_content, is_placed_simply, may_be_item, offset_in, stretch
from .across_sizes import ARRAYS, EdgesAcross, NotAcrossError, Row, Units
from .across_tracks import offsets_across, sizes_across
from .strips import BlocksAcross, Inside, Strip, Waiting, row_of


def grid_across(across: BlocksAcross, box: Box, width: Units) -> Inside:
    """What is in a grid container, in a content width. Raises NotAcrossError."""
    if not _is_plain(across, box):
        raise NotAcrossError
    return _GridAcross(across, box, row_of(width, across.count)).inside()


def _is_plain(across: BlocksAcross, box: Box) -> bool:
    """Whether a grid is as high as its rows, and arrays can do it as far as styles say."""
    style = box.style
    return (
        is_as_high_as_content(across, box)
        and not (style.grid_template_columns.subgrid or style.grid_template_rows.subgrid or isinstance(box.extra_cache, tuple))
        and all(_may_be_item(child, style) for child in box.children)
    )


def _may_be_item(box: Box, grid: ComputedStyle) -> bool:
    style = box.style
    justify, align = (own if own != "auto" else given for own, given in ((style.justify_self, grid.justify_items), (style.align_self, grid.align_items)))
    is_fixed = not (style.margin_left.is_auto or style.margin_right.is_auto)
    return may_be_item(box) and not box.is_as_wide_as_content and is_fixed and is_placed_simply(justify) and is_placed_simply(align)


@dataclass(slots=True)
class _Area:
    """Where an item's area is at every width, from the content box."""

    x: Row
    width: Row
    y: Row
    height: Row


@dataclass(slots=True)
class _Run:
    """Widths over which the grid has the same tracks, and its items the same cells."""

    places: Row
    placed: Placed
    rows: list[Track]


class _GridAcross:
    def __init__(self, across: BlocksAcross, box: Box, room: Row) -> None:
        self.across, self.box, self.room, self.style = across, box, room, box.style
        self.grid = GridLayout(across.ctx, box, Space(INDEFINITE))
        self.areas = {id(child): _Area(*(np.zeros_like(room) for _ in range(4))) for child in self.grid.children}
        if self.grid.has_percentages(True) or self.grid.has_percentages(False):
            raise NotAcrossError
        self.column_gap, self.row_gap = self.style.column_gap.resolve(0), self.style.row_gap.resolve(0)

    def inside(self) -> Inside:
        """The items in their areas, and how high the rows are together."""
        runs = self._runs()
        strips = [self._item(child) for child in self.grid.children]
        inside = Inside()
        inside.height = np.zeros_like(self.room)
        for run in runs:
            inside.height[run.places] = self._rows(run, strips)
        for strip in strips:
            x, y = self._stand(strip)
            inside.parts.append((x, y, strip))
            inside.waiting += [Waiting(one.box, x + one.x, y + one.y) for one in strip.waiting]
        return inside

    # Columns

    def _runs(self) -> list[_Run]:
        """The grid's tracks and cells, by how often an automatic repetition stands; areas get their places across."""
        template = self.style.grid_template_columns
        counts = {int(room): repetitions(template, int(room), self.column_gap) for room in np.unique(self.room)}
        by_width = np.array([counts[int(room)] for room in self.room])
        return [self._columns(int(at), np.flatnonzero(by_width == by_width[at])) for at in sorted(np.unique(by_width, return_index=True)[1])]

    def _columns(self, at: int, places: Row) -> _Run:
        grid, room = self.grid, self.room[places]
        columns = grid.explicit(True, int(self.room[at]), self.column_gap, INDEFINITE)
        rows = grid.explicit(False, INDEFINITE, self.row_gap, 0)
        placed = grid.placed(columns, rows)
        used = {line for cell in placed.cells for line in range(cell.column, cell.column + cell.columns)}
        tracks = grid.tracks(columns, placed.columns, placed.columns_before, True, 0, used)
        contributors = [one for item in grid.items(placed) for one in item.column_contributors(self.across.ctx, tracks, self.column_gap)]
        if not tracks:
            raise NotAcrossError
        needed_sizes(Sizing(tracks, contributors, self.column_gap, 0))
        if any(child.gives_height for child in grid.children):
            raise NotAcrossError
        bases = sizes_across(tracks, self.column_gap, room, split_safety(self.style.justify_content)[0] in ("normal", "stretch"))
        offsets = offsets_across(tracks, bases, self.column_gap, room, self.style.justify_content)
        for cell in placed.cells:
            area, last = self.areas[id(cell.box)], cell.column + cell.columns - 1
            area.x[places] = offsets[cell.column]
            area.width[places] = offsets[last] + bases[last] - offsets[cell.column]
        down = grid.tracks(rows, placed.rows, placed.rows_before, False, INDEFINITE, {cell.row for cell in placed.cells})
        if any(cell.rows != 1 for cell in placed.cells) or any(one.is_flexible or one.collapsed or one.fit_limit < one.limit for one in down):
            raise NotAcrossError
        return _Run(places, placed, down)

    # Rows

    def _item(self, child: Box) -> Strip:
        """An item as high as it is by itself, in its area's width."""
        word = split_safety(self._own(child, is_column=True))[0]
        return self.across.block(child, self.areas[id(child)].width, INDEFINITE, shrink=word not in ("normal", "stretch"))

    def _own(self, child: Box, is_column: bool) -> str:
        own, given = (child.style.justify_self, self.style.justify_items) if is_column else (child.style.align_self, self.style.align_items)
        return own if own != "auto" else given

    def _rows(self, run: _Run, strips: list[Strip]) -> Row:
        """Rows as high as the highest of their items; gives how high they are together."""
        rows = {cell.box: cell.row for cell in run.placed.cells}
        heights = [np.full(len(run.places), track.base, np.int64) for track in run.rows]
        for strip in strips:
            track = run.rows[rows[strip.box]]
            if track.has_intrinsic_minimum or track.has_intrinsic_maximum:
                edges = self._edges(strip)
                outer = row_of(strip.height + edges.margin_top + edges.margin_bottom, len(self.room))[run.places]
                heights[rows[strip.box]] = np.maximum(heights[rows[strip.box]], outer)
        tops, position = [], np.zeros(len(run.places), np.int64)
        for height in heights:
            tops.append(position)
            position = position + height + self.row_gap
        for strip in strips:
            area = self.areas[id(strip.box)]
            area.y[run.places], area.height[run.places] = tops[rows[strip.box]], heights[rows[strip.box]]
        return position - self.row_gap if heights else position

    def _edges(self, strip: Strip) -> EdgesAcross:
        return self.across.edges(strip.box, self.areas[id(strip.box)].width)

    # Items in their areas

    def _stand(self, strip: Strip) -> tuple[Units, Units]:
        """Where an item stands in its area, stretched where it is (§10.3, §10.4)."""
        box, area, edges = strip.box, self.areas[id(strip.box)], self._edges(strip)
        align = self._own(box, is_column=False)
        if split_safety(align)[0] in ("normal", "stretch"):
            stretch(self.across, strip, edges, area.height)
        x = area.x + offset_in(area.width, strip.width, edges.margin_left, edges.margin_right, self._own(box, is_column=True))
        y = area.y + offset_in(area.height, strip.height, edges.margin_top, edges.margin_bottom, align)
        if box.is_relative:
            dx, dy = ARRAYS.relative_offset(box, area.width, INDEFINITE)
            x, y = x + dx, y + dy
        return x, y
