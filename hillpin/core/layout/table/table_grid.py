"""The structure of a table: rows in visual order and cells in slots (css-tables-3 §2, HTML 4.9.12)."""

from __future__ import annotations

from bisect import bisect_left
from dataclasses import dataclass, field

from ...styles.values import FIXED, PERCENT
from ..boxes import Box, Kind

MOST_COLUMNS = 1_000


@dataclass(slots=True, eq=False)
class TableCell:
    """A cell in its slots, counted from 0."""

    box: Box
    row: int
    column: int
    rows: int
    columns: int
    whole: range = range(0)
    """Its columns as they are in the markup, before those that no cell begins in are one with others."""


@dataclass(slots=True, eq=False)
class TableRow:
    """A row with the cells that start in it."""

    box: Box
    group: Box
    cells: list[TableCell] = field(default_factory=list)


@dataclass(slots=True, eq=False)
class TableGrid:
    """A whole table."""

    captions: list[Box]
    rows: list[TableRow]
    groups: list[Box]
    """Row groups in visual order."""
    columns: list[tuple[Box | None, Box | None]]
    """For each column its column box and column group box."""
    cells: list[TableCell]
    others: list[Box]
    """Out-of-flow children."""
    whole: list[tuple[Box | None, Box | None]] = field(default_factory=list)
    """Columns as they are in the markup, before those that no cell begins in are one with others."""
    dropped: list[tuple[Box | None, Box | None]] = field(default_factory=list)
    """Column boxes and their groups that stand for no column."""
    merged: list[tuple[int, tuple[Box | None, Box | None]]] = field(default_factory=list)
    """Column boxes and their groups that are one with a column before them; and the number of columns before each."""
    merged_sizes: tuple[int, int] = (0, 0)
    """What the minimum widths of merged columns add to the table's own, and, of those under a spanning cell, to its largest."""

    def rows_of(self, group: Box) -> list[int]:
        """The places of a group's rows."""
        return [at for at, row in enumerate(self.rows) if row.group is group]


@dataclass(slots=True)
class Column:
    """What a column needs, in 1/64 px; ``percent`` is None where it has none."""

    minimum: int = 0
    maximum: int = 0
    percent: float | None = None
    constrained: bool = False
    percent_extra: int = 0
    """In fixed layout: padding and border that come to a content-box percentage."""
    set_by: Box | None = None
    """The cell or column box that set the minimum or the given width last, for workings."""

    def percent_of(self, target: int) -> int:
        """The percentage of a width, at least the minimum."""
        return max(self.minimum, int(target * (self.percent or 0.0) / 100))


@dataclass(slots=True)
class RowSize:
    """A row's height and baseline in 1/64 px."""

    height: int = 0
    baseline: int = 0
    constrained: bool = False
    percent: float | None = None
    has_baseline: bool = False


def table_grid(table: Box) -> TableGrid:
    """The structure of a table box, kept on it."""
    if not isinstance(table.extra_cache, TableGrid):
        table.extra_cache = _build(table)
    return table.extra_cache


def _build(table: Box) -> TableGrid:
    captions = [child for child in table.children if child.role == "caption"]
    groups = _ordered_groups([child for child in table.children if child.kind == Kind.ROW_GROUP])
    grid = TableGrid(captions, [], groups, [], [], [child for child in table.children if child.is_out_of_flow])
    width = 0
    for group in groups:
        width = max(width, _fill_group(grid, group))
    for child in table.children:
        if child.kind == Kind.COLUMN:
            grid.columns += [(child, None)] * child.column_span
        elif child.kind == Kind.COLUMN_GROUP:
            inner = child.children
            grid.columns += [(c, child) for c in inner for _ in range(c.column_span)] if inner else [(None, child)] * child.column_span
    del grid.columns[MOST_COLUMNS:]
    is_auto = table.style.table_layout != "fixed" or table.style.width.is_auto
    if is_auto:
        _drop_empty_columns(grid, width)
    grid.columns += [(None, None)] * (width - len(grid.columns))
    grid.whole = grid.columns[: _columns_to_the_last_begun(grid)] if is_auto else grid.columns
    for cell in grid.cells:
        cell.whole = cell.whole[: max(len(grid.whole) - cell.column, 0)]
    if is_auto:
        _merge_columns(grid)
    return grid


def _columns_to_the_last_begun(grid: TableGrid) -> int:
    """How many columns there are to the last one in which a cell begins or that has a width of its own."""
    begun = max((cell.column + 1 for cell in grid.cells), default=0)
    return max(begun, *(at + 1 for at, owners in enumerate(grid.columns) if has_width(owners)), 0)


def _drop_empty_columns(grid: TableGrid, width: int) -> None:
    """Columns at the end that no cell reaches and that have no width of their own come to nothing (css-tables-3 §3.4)."""
    while len(grid.columns) > width and not has_width(grid.columns[-1]):
        grid.dropped.append(grid.columns.pop())


def sizing_box(owners: tuple[Box | None, Box | None]) -> Box | None:
    """Which box sizes a column: its own, or its group's where that has no width and the group's is a length, or where there is only that."""
    own, group = owners
    return group if group is not None and (own is None or (own.style.width.is_auto and group.style.width.kind == FIXED)) else own


def has_width(owners: tuple[Box | None, Box | None]) -> bool:
    """Whether a column has a width of its own that is not zero."""
    box = sizing_box(owners)
    if box is None:
        return False
    width = box.style.width
    return (width.kind == FIXED and width.units > 0) or (width.kind == PERCENT and width.percent > 0)


def _merge_columns(grid: TableGrid) -> None:
    """Columns in which no cell starts and that have no width of their own are one with those before them: they take no width
    and no spacing (css-tables-3 §3.4)."""
    starts = {cell.column for cell in grid.cells}
    kept = [index for index, owners in enumerate(grid.columns) if index in starts or has_width(owners)]
    if len(kept) == len(grid.columns):
        return
    place = {index: number for number, index in enumerate(kept)}
    spanned_at = {index for cell in grid.cells for index in range(cell.column + 1, cell.column + cell.columns)}
    for cell in grid.cells:
        spanned = [place[index] for index in range(cell.column, cell.column + cell.columns) if index in place]
        cell.column, cell.columns = spanned[0], len(spanned)
    for index, owners in enumerate(grid.columns):
        if index not in place and (box := sizing_box(owners)) is not None:
            before = bisect_left(kept, index)
            if before < len(kept):
                least = box.style.min_width.units if box.style.min_width.kind == FIXED else 0
                grid.merged_sizes = grid.merged_sizes[0] + least, grid.merged_sizes[1] + (least if index in spanned_at else 0)
                grid.merged.append((before, owners))
            else:
                grid.dropped.append(owners)
    grid.columns = [grid.columns[index] for index in kept]


def _ordered_groups(groups: list[Box]) -> list[Box]:
    """The first header group comes first, the first footer group last (CSS 2 §17.2)."""
    header = next((g for g in groups if g.style.display == "table-header-group"), None)
    footer = next((g for g in groups if g.style.display == "table-footer-group"), None)
    middle = [g for g in groups if g is not header and g is not footer]
    return ([header] if header is not None else []) + middle + ([footer] if footer is not None else [])


def _fill_group(grid: TableGrid, group: Box) -> int:
    """Put a group's cells into slots; gives the number of columns it uses."""
    rows = [child for child in group.children if child.kind == Kind.ROW]
    first = len(grid.rows)
    taken: dict[int, set[int]] = {}
    width = 0
    for offset, row_box in enumerate(rows):
        row = TableRow(row_box, group)
        grid.rows.append(row)
        column = 0
        occupied = taken.get(offset, set())
        for child in row_box.children:
            if child.role != "cell" or child.is_out_of_flow:
                continue
            while column in occupied:
                column += 1
            if column >= MOST_COLUMNS:
                break
            columns = min(child.column_span, MOST_COLUMNS - column)
            span = len(rows) - offset if child.row_span == 0 else min(child.row_span, len(rows) - offset)
            cell = TableCell(child, first + offset, column, span, columns, range(column, column + columns))
            row.cells.append(cell)
            grid.cells.append(cell)
            for below in range(1, span):
                taken.setdefault(offset + below, set()).update(range(column, column + columns))
            column += columns
            width = max(width, column)
    return width


def gone_columns(grid: TableGrid) -> set[int]:
    """Columns that are ``visibility: collapse``, whose widths and spacing the table loses once all is sized (css-tables-3 §3.8)."""
    return {at for at, pair in enumerate(grid.columns) if any(box is not None and box.style.visibility == "collapse" for box in pair)}
