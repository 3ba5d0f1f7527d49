"""Placing grid items into cells (css-grid-2 §8.5)."""

from __future__ import annotations

from dataclasses import dataclass

from ..boxes import Box
from .grid_lines import AxisLines, Placement, resolve_placement

MOST_TRACKS_LAID = 10_000


@dataclass(slots=True, eq=False)
class Cell:
    """An item's area: tracks from ``column`` and ``row`` on, counted from the implicit grid's first."""

    box: Box
    column: int
    columns: int
    row: int
    rows: int


@dataclass(slots=True)
class Placed:
    """All items placed, the size of the implicit grid, and how many implicit tracks stand before the explicit ones."""

    cells: list[Cell]
    columns: int
    rows: int
    columns_before: int
    rows_before: int


class _Occupied:
    """Which cells are taken: for each line of the major axis a bit mask over the minor one."""

    def __init__(self) -> None:
        self.masks: dict[int, int] = {}

    def take(self, major: int, majors: int, minor: int, minors: int) -> None:
        mask = ((1 << minors) - 1) << minor
        for line in range(major, major + majors):
            self.masks[line] = self.masks.get(line, 0) | mask

    def taken(self, major: int, majors: int) -> int:
        """The cells of the minor axis that are taken in any of some lines."""
        mask = 0
        for line in range(major, major + majors):
            mask |= self.masks.get(line, 0)
        return mask

    def find(self, major: int, majors: int, minor: int, minors: int, room: int) -> tuple[int, int]:
        """The first free place of a size, in lines of ``room`` cells, from a place on."""
        whole = (1 << room) - 1
        while True:
            free, full_line = whole, None
            for line in range(major + majors - 1, major - 1, -1):
                mask = self.masks.get(line, 0)
                if mask and not _starts(whole & ~mask, minors):
                    full_line = line
                    break
                free &= ~mask
            if full_line is not None:
                major, minor = full_line + 1, 0
                continue
            starts = _starts(free, minors) >> minor << minor
            if starts:
                return major, (starts & -starts).bit_length() - 1
            major, minor = major + 1, 0

    def find_at(self, major: int, majors: int, minor: int, minors: int) -> int:
        """The first line from which cells of the minor axis are free."""
        wanted = ((1 << minors) - 1) << minor
        while True:
            taken = next((line for line in range(major + majors - 1, major - 1, -1) if self.masks.get(line, 0) & wanted), None)
            if taken is None:
                return major
            major = taken + 1


def _starts(free: int, span: int) -> int:
    """From which cells on ``span`` of them are free, as a bit mask."""
    have = 1
    while have < span:
        step = min(have, span - have)
        free &= free >> step
        have += step
    return free


@dataclass(slots=True, eq=False)
class _Item:
    box: Box
    major: Placement
    minor: Placement
    at: tuple[int, int] | None = None


def place_items(boxes: list[Box], columns: AxisLines, rows: AxisLines, flow: str) -> Placed:
    """Place items in order-modified document order. ``flow`` is ``row`` or ``column``, perhaps with ``dense``."""
    by_rows = flow.startswith("row")
    items: list[_Item] = []
    for box in boxes:
        style = box.style
        across = resolve_placement(columns, style.grid_column_start, style.grid_column_end)
        down = resolve_placement(rows, style.grid_row_start, style.grid_row_end)
        items.append(_Item(box, down, across) if by_rows else _Item(box, across, down))
    minor_lines, major_lines = (columns, rows) if by_rows else (rows, columns)
    before_minor = -min((i.minor.start for i in items if i.minor.start is not None), default=0)
    before_major = -min((i.major.start for i in items if i.major.start is not None), default=0)
    before_minor, before_major = max(before_minor, 0), max(before_major, 0)
    placer = _Placer(items, before_major, before_minor, minor_lines.last, "dense" in flow)
    placer.run()
    minor_count, major_count = placer.minors, max(placer.majors, major_lines.last + before_major)
    cells: list[Cell] = []
    for item in items:
        major, minor = item.at or (0, 0)
        if by_rows:
            cells.append(Cell(item.box, minor, item.minor.span, major, item.major.span))
        else:
            cells.append(Cell(item.box, major, item.major.span, minor, item.minor.span))
    if by_rows:
        return Placed(cells, minor_count, major_count, before_minor, before_major)
    return Placed(cells, major_count, minor_count, before_major, before_minor)


class _Placer:
    """The steps of §8.5 over a major axis (the one that grows) and a minor one."""

    def __init__(self, items: list[_Item], before_major: int, before_minor: int, explicit_minors: int, dense: bool) -> None:
        self.items = items
        self.before_major, self.before_minor = before_major, before_minor
        self.dense = dense
        self.occupied = _Occupied()
        self.minors = max(explicit_minors + before_minor, 1)
        self.majors = 0
        self.cursor = (0, 0)
        self.dense_from: dict[tuple[int, int, int | None], int] = {}
        """From which line on there may be room, by size."""

    def run(self) -> None:
        for item in self.items:
            if item.major.start is not None and item.minor.start is not None:
                self._put(item, item.major.start + self.before_major, item.minor.start + self.before_minor)
        self._locked_to_major()
        self._count_minors()
        for item in self.items:
            if item.at is None:
                self._automatic(item)

    def _put(self, item: _Item, major: int, minor: int) -> None:
        major = min(major, MOST_TRACKS_LAID)
        item.at = (major, minor)
        self.occupied.take(major, item.major.span, minor, item.minor.span)
        self.majors = max(self.majors, major + item.major.span)
        self.minors = max(self.minors, minor + item.minor.span)

    def _locked_to_major(self) -> None:
        """Step 2: items with a definite place in the major axis only."""
        ends: dict[int, int] = {}
        for item in self.items:
            if item.at is not None or item.major.start is None:
                continue
            major = item.major.start + self.before_major
            minor = 0 if self.dense else ends.get(major, 0)
            taken = self.occupied.taken(major, item.major.span)
            room = max(taken.bit_length(), minor) + item.minor.span
            starts = _starts(((1 << room) - 1) & ~taken, item.minor.span) >> minor
            minor += (starts & -starts).bit_length() - 1
            self._put(item, major, minor)
            ends[major] = minor + item.minor.span

    def _count_minors(self) -> None:
        """Step 3: the minor axis is as long as any definite item or span needs."""
        for item in self.items:
            if item.at is None:
                start = (item.minor.start or 0) + self.before_minor if item.minor.start is not None else 0
                self.minors = max(self.minors, start + item.minor.span)

    def _automatic(self, item: _Item) -> None:
        """Step 4: the next free place, from the cursor or from the start."""
        # Where a size found no room it finds none later: cells are only ever taken.
        size = (item.major.span, item.minor.span, item.minor.start)
        if item.minor.start is not None:
            minor = item.minor.start + self.before_minor
            major = self.dense_from.get(size, 0) if self.dense else self.cursor[0] + (1 if minor < self.cursor[1] else 0)
            major = self.occupied.find_at(major, item.major.span, minor, item.minor.span)
        else:
            major, minor = (self.dense_from.get(size, 0), 0) if self.dense else self.cursor
            major, minor = self.occupied.find(major, item.major.span, minor, item.minor.span, self.minors)
        self.dense_from[size] = major
        self.cursor = (major, minor)
        self._put(item, major, minor)
