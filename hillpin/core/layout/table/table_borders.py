"""Collapsed borders: which border wins each edge, and what of it each cell and the table take (CSS 2 §17.6.2)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..boxes import Box
from .table_grid import TableGrid, table_grid

_STYLES = ("none", "inset", "groove", "outset", "ridge", "dotted", "dashed", "solid", "double")


@dataclass(frozen=True, slots=True)
class Candidate:
    """A border that may win an edge; a higher rank wins among equals (cell 5 … table 0)."""

    width: int
    style: str
    rank: int

    @property
    def key(self) -> tuple[int, int, int]:
        """Order by width, then style, then whose border it is."""
        return (self.width, _STYLES.index(self.style) if self.style in _STYLES else 0, self.rank)


def candidate(box: Box | None, side: str, rank: int) -> Candidate | None:
    """A box's border on a side."""
    if box is None:
        return None
    style = box.style
    return Candidate(getattr(style, f"border_{side}_width"), getattr(style, f"border_{side}_style"), rank)


def winner(candidates: Iterable[Candidate | None]) -> int:
    """The width that wins: hidden suppresses all; otherwise the widest, then by style and rank."""
    known = [c for c in candidates if c is not None]
    if any(c.style == "hidden" for c in known):
        return 0
    best = max((c for c in known if c.style != "none"), key=lambda c: c.key, default=None)
    return best.width if best is not None else 0


def collapse_borders(table: Box) -> None:
    """Set ``collapsed_borders`` (top, right, bottom, left in 1/64 px) on the table and its cells: half an edge each."""
    grid = table_grid(table)
    edges = _Edges(table, grid)
    for cell in grid.cells:
        cell.box.collapsed_borders = _halves(edges.of_cell(cell.row, cell.column, cell.rows, cell.columns))
        cell.box.edges_cache = None
    rows, columns = len(grid.rows), len(grid.columns)
    table.collapsed_borders = _halves(edges.of_cell(0, 0, rows, columns)) if rows and columns else (0, 0, 0, 0)
    table.edges_cache = None


def _halves(sides: tuple[int, int, int, int]) -> tuple[int, int, int, int]:
    return (sides[0] // 2, sides[1] // 2, sides[2] // 2, sides[3] // 2)


class _Edges:
    """Edges between slots."""

    def __init__(self, table: Box, grid: TableGrid) -> None:
        self.table, self.grid = table, grid
        self.slots: dict[tuple[int, int], Box] = {}
        for cell in grid.cells:
            for row in range(cell.row, cell.row + cell.rows):
                for column in range(cell.column, cell.column + cell.columns):
                    self.slots[row, column] = cell.box

    def of_cell(self, row: int, column: int, rows: int, columns: int) -> tuple[int, int, int, int]:
        """Widths of the winning edges round a cell: top, right, bottom, left."""
        across, down = range(column, column + columns), range(row, row + rows)
        return (
            max(self.horizontal(row, c) for c in across),
            max(self.vertical(r, column + columns) for r in down),
            max(self.horizontal(row + rows, c) for c in across),
            max(self.vertical(r, column) for r in down),
        )

    def horizontal(self, row: int, column: int) -> int:
        """The edge above a slot (below the last row for ``row`` = number of rows)."""
        rows = self.grid.rows
        above, below = self.slots.get((row - 1, column)), self.slots.get((row, column))
        found = [candidate(above, "bottom", 5), candidate(below, "top", 5)]
        if row > 0:
            found.append(candidate(rows[row - 1].box, "bottom", 4))
        if row < len(rows):
            found.append(candidate(rows[row].box, "top", 4))
        if row > 0 and (row == len(rows) or rows[row].group is not rows[row - 1].group):
            found.append(candidate(rows[row - 1].group, "bottom", 3))
        if row < len(rows) and (row == 0 or rows[row].group is not rows[row - 1].group):
            found.append(candidate(rows[row].group, "top", 3))
        if row in (0, len(rows)):
            side = "top" if row == 0 else "bottom"
            own, group = self.grid.columns[column] if column < len(self.grid.columns) else (None, None)
            found += [candidate(own, side, 2), candidate(group, side, 1), candidate(self.table, side, 0)]
        return winner(found)

    def vertical(self, row: int, column: int) -> int:
        """The edge left of a slot (right of the last column for ``column`` = number of columns)."""
        columns = self.grid.columns
        before, after = self.slots.get((row, column - 1)), self.slots.get((row, column))
        found = [candidate(before, "right", 5), candidate(after, "left", 5)]
        if column > 0:
            found.append(candidate(columns[column - 1][0], "right", 2))
        if column < len(columns):
            found.append(candidate(columns[column][0], "left", 2))
        if column > 0 and (column == len(columns) or columns[column][1] is not columns[column - 1][1]):
            found.append(candidate(columns[column - 1][1], "right", 1))
        if column < len(columns) and (column == 0 or columns[column][1] is not columns[column - 1][1]):
            found.append(candidate(columns[column][1], "left", 1))
        if column in (0, len(columns)):
            side = "left" if column == 0 else "right"
            line = self.grid.rows[row]
            found += [candidate(line.box, side, 4), candidate(line.group, side, 3), candidate(self.table, side, 0)]
        return winner(found)
