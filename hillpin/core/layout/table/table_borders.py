"""Collapsed borders: which border wins each edge, and what of it each cell and the table take (CSS 2 §17.6.2)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
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
        cell.box.collapsed_borders = _halves(edges.of_cell(cell.row, cell.whole.start, cell.rows, len(cell.whole)))
        cell.box.edges_cache = None
    rows, columns = len(grid.rows), len(grid.whole)
    table.collapsed_borders = _halves(edges.of_cell(0, 0, rows, columns)) if rows and columns else (0, 0, 0, 0)
    table.edges_cache = None


def _halves(sides: tuple[int, int, int, int]) -> tuple[int, int, int, int]:
    return (sides[0] // 2, sides[1] // 2, sides[2] // 2, sides[3] // 2)


def _reach(box: Box | None, first: tuple[int, int], last: tuple[int, int]) -> tuple[int, int] | None:
    """The column and row to which a box from the first slot to the last says something of edges."""
    if box is None:
        return None
    style = box.style
    has_top, has_right, has_bottom, has_left = (getattr(style, f"border_{side}_style") != "none" for side in ("top", "right", "bottom", "left"))
    if not (has_top or has_right or has_bottom or has_left):
        return None
    return (last if has_top or has_right or has_bottom else first)[0], (last if has_right or has_bottom or has_left else first)[1]


class _Edges:
    """Edges between slots."""

    def __init__(self, table: Box, grid: TableGrid) -> None:
        self.table, self.grid = table, grid
        self.slots: dict[tuple[int, int], Box] = {}
        for cell in grid.cells:
            for row in range(cell.row, cell.row + cell.rows):
                for column in cell.whole:
                    self.slots[row, column] = cell.box
        reached = [reach for reach in self._reached() if reach is not None]
        self.per_row = 2 * (max((column for column, _ in reached), default=-2) + 2)
        self.known = self.per_row * (max((row for _, row in reached), default=-2) + 2)

    def _reached(self) -> Iterator[tuple[int, int] | None]:
        """The last column and row to which each box says something of edges; None for those that say nothing."""
        rows, columns = len(self.grid.rows), len(self.grid.whole)
        if not rows or not columns:
            return
        for cell in self.grid.cells:
            first, last = (cell.whole.start, cell.row), (cell.whole.stop - 1, cell.row + cell.rows - 1)
            yield last if first != last else _reach(cell.box, first, last)
        for at, row in enumerate(self.grid.rows):
            yield _reach(row.box, (0, at), (columns - 1, at))
            if at == rows - 1 or self.grid.rows[at + 1].group is not row.group:
                yield _reach(row.group, (0, at), (columns - 1, at))
        for at, (own, group) in enumerate(self.grid.whole):
            yield _reach(own, (at, 0), (at, rows - 1))
            yield _reach(group, (at, 0), (at, rows - 1))
        yield _reach(self.table, (0, 0), (columns - 1, rows - 1))

    def of_cell(self, row: int, column: int, rows: int, columns: int) -> tuple[int, int, int, int]:
        """Widths of the winning edges round a cell: top, right, bottom, left.

        As the browser has it: it keeps the edges of all rows in one list, each row's as far as any box says something of them, and
        what asks for more gets those of the next row.
        """
        if column * 2 >= self.per_row:
            return (0, 0, 0, 0)
        start, per_row = row * self.per_row + column * 2, self.per_row
        across, down = range(start + 1, min(start + 1 + columns * 2, (row + 1) * per_row), 2), range(start, start + rows * per_row, per_row)
        return (
            max(self._edge(at) for at in across),
            max(self._edge(at + columns * 2) for at in down),
            max(self._edge(at + rows * per_row) for at in across),
            max(self._edge(at) for at in down),
        )

    def _edge(self, index: int) -> int:
        """An edge by its place in the list: before a slot and above it, slot by slot."""
        if index >= self.known:
            return 0
        row, at = divmod(index, self.per_row)
        column = at // 2
        if at % 2 == 0:
            return self.vertical(row, column) if row < len(self.grid.rows) else 0
        return self.horizontal(row, column) if column < len(self.grid.whole) else 0

    def horizontal(self, row: int, column: int) -> int:
        """The edge above a slot (below the last row for ``row`` = number of rows)."""
        rows = self.grid.rows
        above, below = self.slots.get((row - 1, column)), self.slots.get((row, column))
        if above is below and above is not None:
            return 0
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
            own, group = self.grid.whole[column] if column < len(self.grid.whole) else (None, None)
            found += [candidate(own, side, 2), candidate(group, side, 1), candidate(self.table, side, 0)]
        return winner(found)

    def vertical(self, row: int, column: int) -> int:
        """The edge left of a slot (right of the last column for ``column`` = number of columns)."""
        columns = self.grid.whole
        before, after = self.slots.get((row, column - 1)), self.slots.get((row, column))
        if before is after and before is not None:
            return 0
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
