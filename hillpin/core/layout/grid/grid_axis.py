"""One axis of a laid-out grid, and the axes that a subgrid takes over (css-grid-2 §9)."""

from __future__ import annotations

from dataclasses import dataclass

from ...styles.grid_values import AUTO_TRACK, Areas, TrackList
from ...styles.style import ComputedStyle
from ..alignment import half
from ..boxes import GRID, Box, Edges
from ..fragments import Fragment
from .grid_lines import AxisLines
from .grid_placement import Cell
from .grid_track import Track


@dataclass(slots=True, eq=False)
class GridAxis:
    """One axis of a laid-out grid, relative to the content box: tracks, their places, and its lines' names."""

    tracks: list[Track]
    offsets: list[int]
    gap: int
    lines: AxisLines
    before: int
    fraction: int = 0

    def signature(self) -> tuple[object, ...]:
        """What a subgrid takes over of it, to tell axes apart by."""
        return (*[track.base for track in self.tracks], *self.offsets, self.gap, self.before, *map(tuple, self.lines.names))

    def span(self, start: int, count: int) -> tuple[int, int]:
        """Offset and size of an area over some tracks."""
        if not self.tracks:
            return 0, 0
        last = min(start + count, len(self.tracks)) - 1
        first = min(start, len(self.tracks) - 1)
        return self.offsets[first], self.offsets[last] + self.tracks[last].base - self.offsets[first]


@dataclass(slots=True, eq=False)
class AreaItem:
    """An item with its cell; the area is relative to the container's content box."""

    box: Box
    cell: Cell
    area_x: int = 0
    area_y: int = 0
    area_width: int = 0
    area_height: int = 0
    shim: int = 0
    """What baseline alignment puts above its margin box, or below it for last baselines."""
    measured: Fragment | None = None

    def justify(self, container: ComputedStyle) -> str:
        """justify-self with auto resolved."""
        own = self.box.style.justify_self
        return own if own != "auto" else container.justify_items

    def align(self, container: ComputedStyle) -> str:
        """align-self with auto resolved."""
        own = self.box.style.align_self
        return own if own != "auto" else container.align_items

    @property
    def is_column_subgrid(self) -> bool:
        """Whether its columns are its parent's."""
        return self.box.kind == GRID and self.box.style.grid_template_columns.subgrid

    @property
    def is_row_subgrid(self) -> bool:
        """Whether its rows are its parent's."""
        return self.box.kind == GRID and self.box.style.grid_template_rows.subgrid

    def inherited_axes(self, across: GridAxis, down: GridAxis | None) -> InheritedAxes | None:
        """The parts of the parent's axes that a subgrid takes over: columns and rows."""
        if not (self.is_column_subgrid or self.is_row_subgrid):
            return None
        columns = _part(across, self.cell.column, self.cell.columns) if self.is_column_subgrid else None
        rows = _part(down, self.cell.row, self.cell.rows) if self.is_row_subgrid and down is not None else None
        return columns, rows


InheritedAxes = tuple[GridAxis | None, GridAxis | None]


def _part(axis: GridAxis, start: int, count: int) -> GridAxis:
    names = [axis.lines.names[i - axis.before] if 0 <= i - axis.before < len(axis.lines.names) else [] for i in range(start, start + count + 1)]
    return GridAxis(axis.tracks[start : start + count], axis.offsets[start : start + count], axis.gap, AxisLines([], [list(n) for n in names]), 0)


def range_tracks(count: int, spanned: list[Track]) -> list[Track]:
    """Some tracks to stand in where only their number matters."""
    return [spanned[0]] * count if spanned else []


def bare_axis(tracks: list[Track]) -> GridAxis:
    return GridAxis(tracks, [0] * len(tracks), 0, AxisLines([], [[] for _ in range(len(tracks) + 1)]), 0)


def subgrid_lines(template: TrackList, inherited: GridAxis, areas: Areas, is_column: bool) -> AxisLines:
    """A subgrid's lines: the tracks it spans, its own names, its parent's names (§9 of level 2, 'subgrid')."""
    count = len(inherited.tracks)
    names: list[list[str]] = [list(inherited.lines.names[i]) if i < len(inherited.lines.names) else [] for i in range(count + 1)]
    for index, own in enumerate(template.names[: count + 1]):
        names[index] += own
    for name, (top, bottom, left, right) in areas.named.items():
        start, end = (left, right) if is_column else (top, bottom)
        for line, suffix in ((start - 1, "-start"), (end - 1, "-end")):
            if line <= count:
                names[line].append(name + suffix)
    return AxisLines([AUTO_TRACK] * count, names)


def within(inherited: GridAxis, lines: AxisLines, edges: Edges, is_column: bool, own_gap: int | None) -> GridAxis:
    """The parent's tracks as a subgrid sees them: less its own edges at both ends, gutters of its own size (§9)."""
    before = edges.margin_left + edges.left if is_column else edges.margin_top + edges.top
    after = edges.margin_right + edges.right if is_column else edges.margin_bottom + edges.bottom
    count = len(inherited.tracks)
    difference = half(own_gap - inherited.gap) if own_gap is not None else 0
    tracks: list[Track] = []
    offsets: list[int] = []
    for index, source in enumerate(inherited.tracks):
        start = inherited.offsets[index] - inherited.offsets[0] - before
        end = start + source.base
        start = 0 if index == 0 else start + difference
        end -= after if index == count - 1 else difference
        size = max(end - start, 0)
        tracks.append(Track(source.size, "fixed", "fixed", size, size))
        offsets.append(start)
    return GridAxis(tracks, offsets, inherited.gap if own_gap is None else own_gap, lines, 0)
