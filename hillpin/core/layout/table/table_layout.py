"""Tables (CSS 2 §17, css-tables-3): captions and the grid of rows, columns and cells."""

from __future__ import annotations

from collections.abc import Collection

from ...styles.values import AUTO_KIND, Kind
from ...units import INDEFINITE, ONE
from ..boxes import FLEX, GRID, Box, Edges, edges_of, height_matters
from ..context import Context
from ..fragments import Fragment, OutOfFlow, Placed, Space
from ..sizes.intrinsic import contributions
from ..sizes.ratios import ratio_of
from ..sizes.sizing import (
    auto_margins,
    clamp_block,
    height_from_ratio,
    relative_offset,
    resolve_block,
    resolve_inline,
    through_ratio,
    to_border_box,
    width_from_ratio,
)
from .table_columns import distribute_auto, distribute_fixed, grid_sizes, measured_columns
from .table_grid import Column, RowSize, TableCell, TableGrid, gone_columns, table_grid
from .table_rows import MeasuredCell, aligns_baseline, ascent_of, collapse_rows, fill_table_height, measure_cell, row_sizes, row_tops

WIDEST = 1_000_000 * ONE
"""In 1/64 px."""


def spacing_of(box: Box) -> tuple[int, int]:
    """Horizontal and vertical border-spacing; none where borders collapse."""
    return (0, 0) if box.style.border_collapse == "collapse" else box.style.border_spacing


def is_fixed(box: Box) -> bool:
    """Whether the fixed layout applies: it needs a width (§17.5.2)."""
    width = box.style.width.kind
    return box.style.table_layout == "fixed" and width not in (AUTO_KIND, Kind.MAX_CONTENT)


def trusts_percentages(box: Box) -> bool:
    """Whether percentages of columns make a table as wide as they ask for while its contents are measured: not in flex and
    grid containers, and not in a cell without a width, as browsers have it."""
    if box.style.width.kind == Kind.MAX_CONTENT:
        return False
    has_width = False
    node = box.parent
    while node is not None:
        has_width = has_width or node.style.width.kind == Kind.FIXED
        if node.kind in (FLEX, GRID) or (node.role == "cell" and not has_width):
            return False
        if node.is_out_of_flow:
            return True
        node = node.parent
    return True


def table_content_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """Min- and max-content width of a table's content box."""
    grid = table_grid(box)
    across, _ = spacing_of(box)
    edges = edges_of(box, 0)
    columns = measured_columns(ctx, grid, across, is_fixed(box), box.style.width.kind == Kind.FIT_CONTENT)
    low, high = grid_sizes(columns, trusts_percentages(box), grid.merged_sizes)
    gaps = across * (len(grid.columns) + 1 if grid.columns else 2)
    captions = max((contributions(ctx, caption)[0] for caption in grid.captions), default=0) - edges.inline
    if is_fixed(box) and box.style.width.has_percentage:
        # As the browser has it: what is around a table that is a part of it is as wide as it may be.
        high = WIDEST
    return max(low + gaps, captions), max(high + gaps, low + gaps, captions)


def layout_table(ctx: Context, box: Box, space: Space) -> Fragment:
    """Lay out a table with its captions."""
    return _TableLayout(ctx, box, space).run()


def _height_over(tops: list[int], rows: list[RowSize], cell: TableCell) -> int:
    """The height of a cell's rows, with what is between them."""
    last = cell.row + cell.rows - 1
    return tops[last] + rows[last].height - tops[cell.row]


class _TableLayout:
    """One table; the grid is placed below the top captions."""

    def __init__(self, ctx: Context, box: Box, space: Space) -> None:
        self.ctx, self.box, self.space = ctx, box, space
        self.grid: TableGrid = table_grid(box)
        self.edges: Edges = edges_of(box, space.inline)
        self.across, self.down = spacing_of(box) if self.grid.columns else (0, 0)
        self.columns: list[Column] = []
        self.moves: dict[int, tuple[int, int]] = {}

    def run(self) -> Fragment:
        width = self._width()
        widths = self._column_widths(width)
        offsets = self._column_offsets(widths)
        height = self._given_height(width)
        inner_height = max(height - self.edges.block, 0) if height != INDEFINITE else INDEFINITE
        row_width = self._row_width(widths, offsets)
        measured = [
            measure_cell(self.ctx, cell, self._span_width(widths, offsets, cell.column, cell.columns), row_width, self.across)
            for cell in self.grid.cells
        ]
        rows = row_sizes(self.grid, measured, self.down)
        natural = sum(row.height for row in rows) + self.down * self._gaps(rows)
        if inner_height != INDEFINITE and inner_height > natural:
            # As the browser has it: rows without columns stand without spacing, and lose what it would take, as it does for groups
            # without rows.
            without_rows = sum(not self.grid.rows_of(group) for group in self.grid.groups) if rows else 0
            lost = self.down * without_rows if self.grid.columns else spacing_of(self.box)[1] * (len(rows) + 1)
            fill_table_height(rows, self.grid, inner_height - natural - lost, self.down)
        natural = sum(row.height for row in rows) + self.down * self._gaps(rows)
        total = max(natural, inner_height if inner_height != INDEFINITE else 0)
        if collapse_rows(rows, self.grid):
            total -= natural - self._height_of(rows)
        if gone := gone_columns(self.grid):
            width -= sum(widths[at] + self.across for at in gone)
            widths = [0 if at in gone else own for at, own in enumerate(widths)]
            offsets = self._column_offsets(widths, gone)
            for item in measured:
                item.width = max(self._span_width(widths, offsets, item.cell.column, item.cell.columns), 0)
        return self._fragment(width, widths, offsets, rows, measured, total + self.edges.block)

    def _gaps(self, rows: list[RowSize]) -> int:
        """How many times there is spacing above and below rows: once where there are columns and groups of none."""
        return len(rows) + 1 if rows else int(bool(self.grid.groups and self.grid.columns))

    def _height_of(self, rows: list[RowSize]) -> int:
        """Rows with their spacing, some of which collapse."""
        return row_tops(rows, self.grid, self.down, self.down)[1] + self.down

    # Widths

    def _width(self) -> int:
        """The border-box width: given, or shrink-to-fit, never narrower than its columns (§17.5.2)."""
        space, box, edges = self.space, self.box, self.edges
        gaps = self.across * (len(self.grid.columns) + 1) if self.grid.columns else 0
        self.columns = measured_columns(self.ctx, self.grid, self.across, is_fixed(box), box.style.width.kind == Kind.FIT_CONTENT)
        low, high = grid_sizes(self.columns, merged=self.grid.merged_sizes)
        low, high = low + gaps + edges.inline, high + gaps + edges.inline
        captions = max((contributions(self.ctx, caption)[0] for caption in self.grid.captions), default=0)
        low = max(low, captions)
        if space.fixed_inline != INDEFINITE:
            return max(space.fixed_inline, low)
        margins = edges.margin_left + edges.margin_right
        width = box.style.width
        by_ratio = width_from_ratio(box, edges, space)
        if width.kind != AUTO_KIND:
            used = resolve_inline(self.ctx, box, width, edges, space.inline, margins)
        elif by_ratio is not None:
            used = by_ratio
        else:
            used = through_ratio(box, max(low, min(high, space.across - margins)), edges, space.percent_block)
        used = self._limited(used, low, high)
        self._record_width(used, low, high)
        return max(used, low)

    def _limited(self, width: int, low: int, high: int) -> int:
        style, edges = self.box.style, self.edges
        if style.max_width.kind in (Kind.MIN_CONTENT, Kind.MAX_CONTENT):
            width = min(width, low if style.max_width.kind == Kind.MIN_CONTENT else high)
        if style.max_width.is_definite_form:
            width = min(width, to_border_box(self.box, style.max_width.resolve(self.space.inline), edges.inline))
        if style.min_width.is_definite_form:
            width = max(width, to_border_box(self.box, style.min_width.resolve(self.space.inline), edges.inline))
        return width

    def _column_widths(self, width: int) -> list[int]:
        gaps = self.across * (len(self.grid.columns) + 1) if self.grid.columns else 0
        target = max(width - self.edges.inline - gaps, 0)
        return distribute_fixed(target, self.columns) if is_fixed(self.box) else distribute_auto(target, self.columns)

    def _column_offsets(self, widths: list[int], gone: Collection[int] = ()) -> list[int]:
        offsets, position = [], self.across
        for at, width in enumerate(widths):
            is_gone = at in gone
            # One that is gone is where the one before it ends.
            offsets.append(position - self.across if is_gone and position > self.across else position)
            position += 0 if is_gone else width + self.across
        return offsets

    def _span_width(self, widths: list[int], offsets: list[int], column: int, count: int) -> int:
        last = min(column + count, len(widths)) - 1
        return offsets[last] + widths[last] - offsets[column]

    def _given_height(self, width: int) -> int:
        """A border-box height the grid is to fill, or INDEFINITE (§17.5.3); through ``aspect-ratio``, too."""
        if self.space.fixed_block != INDEFINITE:
            return max(self.space.fixed_block - self._captions_height(width), 0)
        height = resolve_block(self.box, self.box.style.height, self.edges, self.space.percent_block)
        if height == INDEFINITE and ratio_of(self.box) is not None:
            height = height_from_ratio(self.box, self.edges, width)
        if height == INDEFINITE:
            least = clamp_block(self.box, self.edges.block, self.edges, self.space.percent_block)
            return least if least > self.edges.block else INDEFINITE
        return clamp_block(self.box, height, self.edges, self.space.percent_block)

    def _captions_height(self, width: int) -> int:
        """What the captions take of a height that what is around the table gives."""
        height = 0
        for caption in self.grid.captions:
            edges = edges_of(caption, width)
            height += edges.margin_top + self.ctx.layout(caption, Space(width)).height + edges.margin_bottom
        return height

    # The result

    def _fragment(self, width: int, widths: list[int], offsets: list[int], rows: list[RowSize], measured: list[MeasuredCell], grid_height: int) -> Fragment:
        fragment = Fragment(self.box, width, grid_height)
        self.moves = self._moves(width, self._row_width(widths, offsets))
        top = self._captions(fragment, width, "top", 0)
        self._cells(fragment, widths, offsets, rows, measured, top)
        bottom = top + grid_height
        fragment.height = self._captions(fragment, width, "bottom", bottom)
        fragment.content_height = fragment.height
        fragment.tracks = (widths, offsets, rows, self.columns)
        for child in self.grid.others:
            fragment.out_of_flow.append(OutOfFlow(child, self.edges.left, top + self.edges.top))
        fragment.gather_out_of_flow()
        self.ctx.recorder.table_height(self.box, self.edges, rows, self.down, top, grid_height, fragment)
        self.ctx.recorder.cells(self.box, self.grid, self.columns, widths, offsets, rows, self.across, self.down, fragment)
        return fragment

    def _row_width(self, widths: list[int], offsets: list[int]) -> int:
        return offsets[-1] + widths[-1] - self.across if widths else 0

    def _moves(self, width: int, row_width: int) -> dict[int, tuple[int, int]]:
        """How far captions, groups, rows and cells are moved from their places, those inside with what is around them
        (css-position-3 §3.3): by ``id`` of the box, in 1/64 px. Percentages of groups are of the table, others of the row."""
        inner = width - self.edges.inline
        height = resolve_block(self.box, self.box.style.height, self.edges, self.space.percent_block)
        percent_block = height - self.edges.block if height != INDEFINITE else INDEFINITE
        moves = {id(box): relative_offset(box, inner, percent_block) for box in [*self.grid.captions, *self.grid.groups] if box.is_relative}
        parts = [(row.box, row.group) for row in self.grid.rows] + [(cell.box, self.grid.rows[cell.row].box) for cell in self.grid.cells]
        for box, around in parts:
            x, y = moves.get(id(around), (0, 0))
            dx, dy = relative_offset(box, row_width, INDEFINITE) if box.is_relative else (0, 0)
            if x or y or dx or dy:
                moves[id(box)] = x + dx, y + dy
        return moves

    def _captions(self, fragment: Fragment, width: int, side: str, y: int) -> int:
        """Place the captions of a side from y on; gives where they end."""
        for caption in self.grid.captions:
            if (caption.style.caption_side == "bottom") != (side == "bottom"):
                continue
            edges = edges_of(caption, width)
            child = self.ctx.layout(caption, Space(width))
            y += edges.margin_top
            dx, dy = self.moves.get(id(caption), (0, 0))
            left, _ = auto_margins(edges, child.width, width)
            fragment.children.append(Placed(left + dx, y + dy, child))
            y += child.height + edges.margin_bottom
        return y

    def _cells(self, fragment: Fragment, widths: list[int], offsets: list[int], rows: list[RowSize], measured: list[MeasuredCell], top: int) -> None:
        left, first = self.edges.left, top + self.edges.top + self.down
        tops, _ = row_tops(rows, self.grid, first, self.down)
        heights = [_height_over(tops, rows, item.cell) for item in measured]
        spaces = self._spaces(measured, heights)
        self._take_heights(rows, measured, spaces)
        for item, height, space in zip(measured, heights, spaces, strict=True):
            cell, box = item.cell, item.cell.box
            child = self.ctx.layout(box, space._replace(content_shift=self._shift(item, rows[cell.row], height)))
            dx, dy = self.moves.get(id(box), (0, 0))
            fragment.children.append(Placed(left + offsets[cell.column] + dx, tops[cell.row] + dy, child))
        if rows:
            if rows[0].has_baseline:
                fragment.first_baseline = tops[0] + rows[0].baseline
            else:
                fragment.first_baseline = self._ends(measured, heights, 0, tops)
            last = len(rows) - 1
            fragment.last_baseline = tops[-1] + rows[-1].baseline if rows[-1].has_baseline else self._ends(measured, heights, last, tops)
        self._tracks(fragment, widths, offsets, rows, tops, first)

    def _spaces(self, measured: list[MeasuredCell], heights: list[int]) -> list[Space]:
        """What cells are laid out in: percentages in them have a height to be of where the table or the cell has a given one."""
        is_given = self.space.fixed_block != INDEFINITE or resolve_block(self.box, self.box.style.height, self.edges, self.space.percent_block) != INDEFINITE
        return [
            Space(item.basis, fixed_inline=item.width, fixed_block=height, definite=is_given or item.cell.box.style.height.kind == Kind.FIXED)
            for item, height in zip(measured, heights, strict=True)
        ]

    def _take_heights(self, rows: list[RowSize], measured: list[MeasuredCell], spaces: list[Space]) -> None:
        """What percentages of heights in cells come to in their rows, which aligns them and the cells beside them."""
        ascents: dict[int, int] = {}
        changed: set[int] = set()
        for item, space in zip(measured, spaces, strict=True):
            row, box = item.cell.row, item.cell.box
            if space.definite and height_matters(box):
                item.fragment = self.ctx.layout(box, space)
                changed.add(row)
            if aligns_baseline(box):
                ascents[row] = max(ascents.get(row, 0), ascent_of(item.fragment, edges_of(box, item.basis)))
        for row in changed & ascents.keys():
            rows[row].baseline = ascents[row]

    def _ends(self, measured: list[MeasuredCell], heights: list[int], row: int, tops: list[int]) -> int | None:
        """The baseline of a row without a cell on it: where the content box of its cells ends (css-tables-3 §3.10)."""
        found = [height - edges_of(m.cell.box, m.basis).bottom for m, height in zip(measured, heights, strict=True) if m.cell.row == row]
        return tops[row] + max(found) if found else None

    def _shift(self, item: MeasuredCell, row: RowSize, height: int) -> int:
        """How far vertical-align moves a cell's content down."""
        edges = edges_of(item.cell.box, item.basis)
        content = max(item.fragment.content_height, edges.block)
        align = item.cell.box.style.vertical_align
        if aligns_baseline(item.cell.box):
            return max(row.baseline - ascent_of(item.fragment, edges), 0)
        if align == "middle":
            return max(height - content, 0) // 2
        return max(height - content, 0) if align == "bottom" else 0

    def _tracks(self, fragment: Fragment, widths: list[int], offsets: list[int], rows: list[RowSize], tops: list[int], first: int) -> None:
        """Rectangles of rows, row groups and columns."""
        if not widths:
            inner = max(fragment.width - self.edges.inline, 0)
            for row, top, size in zip(self.grid.rows, tops, rows, strict=True):
                self._note_part(fragment, row.box, self.edges.left, top, inner, size.height)
            for group in self.grid.groups:
                own = self.grid.rows_of(group)
                top, high = (tops[own[0]], sum(rows[at].height for at in own)) if own else (first, 0)
                self._note_part(fragment, group, self.edges.left, top, inner, high)
            fragment.row_offsets += [(box, 0, 0, 0, 0) for pair in self.grid.dropped for box in pair if box is not None]
            return
        left = self.edges.left + self.across
        inner = offsets[-1] + widths[-1] - self.across
        has_cells, end = bool(self.grid.cells), first - self.down
        # Without cells, or with none that is shown, the columns are at the table's top, above its border and captions.
        first, bottom = self._column_ends(rows, tops) if has_cells else (0, 0)
        for row, top, size in zip(self.grid.rows, tops, rows, strict=True):
            self._note_part(fragment, row.box, left, top, inner, size.height)
        for group in self.grid.groups:
            own = self.grid.rows_of(group)
            if not self.grid.rows:
                self._note_part(fragment, group, left, self.edges.top, inner, 0)
            if own:
                end = tops[own[-1]] + rows[own[-1]].height
                self._note_part(fragment, group, left, tops[own[0]], inner, end - tops[own[0]])
            elif self.grid.rows:
                self._note_part(fragment, group, left, end, inner, 0)
        self._note_columns(fragment, widths, offsets, first, bottom)
        for before, (column, _) in self.grid.merged:
            if column is not None:
                left = offsets[before] - (self.across if before else 0)
                fragment.row_offsets.append((column, self.edges.left + left, first, 0, 0))
        present = {id(group): self.edges.left + offsets[index] for index, (_, group) in reversed(list(enumerate(self.grid.columns[: len(widths)])))}
        origin = first - self.edges.top - (self.down if rows else 0)
        for column, column_group in self.grid.dropped:
            if column is not None:
                is_inside = column_group is not None and id(column_group) in present
                fragment.row_offsets.append((column, present[id(column_group)], first, 0, 0) if is_inside else (column, 0, origin, 0, 0))
            if column_group is not None and id(column_group) not in present:
                fragment.row_offsets.append((column_group, 0, origin, 0, 0))

    def _note_columns(self, fragment: Fragment, widths: list[int], offsets: list[int], first: int, bottom: int) -> None:
        """Column boxes and groups, each from its first column to its last."""
        spans: dict[int, tuple[Box, Box | None, int, int]] = {}
        for offset, width, (column, group) in zip(offsets, widths, self.grid.columns, strict=False):
            for owner in (column, group):
                if owner is not None:
                    start = spans[id(owner)][2] if id(owner) in spans else offset
                    spans[id(owner)] = owner, group, start, offset + width
        wide = {id(group) for _, group, start, end in spans.values() if end > start}
        for owner, group, start, end in spans.values():
            # Those of a group without a width are at the top, too.
            top, down = (first, bottom - first) if end > start else (first if id(group) in wide else 0, 0)
            fragment.row_offsets.append((owner, self.edges.left + start, top, end - start, down))

    def _column_ends(self, rows: list[RowSize], tops: list[int]) -> tuple[int, int]:
        """From where to where columns go: from the first group with a height to the last, where these are moved to."""
        ends: list[tuple[int, int]] = []
        for group in self.grid.groups:
            own = self.grid.rows_of(group)
            if own:
                move = self.moves.get(id(group), (0, 0))[1]
                ends.append((tops[own[0]] + move, tops[own[-1]] + rows[own[-1]].height + move))
        high = [(low, end) for low, end in ends if end > low]
        return (high[0][0], high[-1][1]) if high else (0, 0)

    def _note_part(self, fragment: Fragment, box: Box, x: int, y: int, width: int, height: int) -> None:
        dx, dy = self.moves.get(id(box), (0, 0))
        fragment.row_offsets.append((box, x + dx, y + dy, width, height))

    def _record_width(self, used: int, low: int, high: int) -> None:
        self.ctx.recorder.table_width(self.box, self.edges, self.space, used, low, high)
