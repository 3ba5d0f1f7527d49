"""What can be drawn over the page: outlines, grid tracks with their lines and areas, gaps, flex lines, baselines and their grid, pictures."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator
from dataclasses import dataclass, field
from itertools import pairwise

from ..layout import FLEX, GRID, INLINE, FlexLine, Fragment, GridAxis
from ..markup import Element
from ..page import Layout
from ..pictures import FittedAxis, background_layers, fitted, is_on_canvas
from ..shown import px
from .rhythm import baseline_grid

MOST_LINES = 400


@dataclass(frozen=True, slots=True)
class Zone:
    """A rectangle in CSS px of the page. ``kind`` is its look: outline, track, gap, area, line (of flex), free, baseline, rhythm (a line of the baseline
    grid), off (it), picture or cut (of a picture)."""

    kind: str
    x: float
    y: float
    width: float
    height: float
    label: str = ""


@dataclass(frozen=True, slots=True)
class GridLine:
    """A line of a grid: its number from the start, from the end (0 in the implicit grid), and its names."""

    is_column: bool
    at: float
    start: float
    end: float
    number: int
    from_end: int
    names: tuple[str, ...] = ()


@dataclass(slots=True)
class OverlayLayer:
    """What one overlay draws: rectangles and lines."""

    name: str
    zones: list[Zone] = field(default_factory=list)
    lines: list[GridLine] = field(default_factory=list)
    said: str = ""
    """What it comes to, in a sentence without a stop; empty where the drawing says it all."""


@dataclass(frozen=True, slots=True)
class _Drawn:
    """A fragment with its element, its border box's corner and its content box's, in 1/64 px of the page."""

    element: Element
    fragment: Fragment
    x: int
    y: int
    layout: Layout

    @property
    def left(self) -> int:
        return self.x + self.fragment.edges().left

    @property
    def top(self) -> int:
        return self.y + self.fragment.edges().top

    @property
    def grid(self) -> tuple[GridAxis, GridAxis] | None:
        """The columns and rows of a grid container."""
        tracks = self.fragment.tracks
        return tracks if self.fragment.box.kind == GRID and isinstance(tracks, tuple) else None

    @property
    def flex(self) -> tuple[bool, list[FlexLine]] | None:
        """Whether a flex container is a row, and its lines."""
        tracks = self.fragment.tracks
        return (tracks[0].is_row, tracks[1]) if self.fragment.box.kind == FLEX and isinstance(tracks, tuple) else None


@dataclass(frozen=True, slots=True)
class OverlayKind:
    """An overlay: its name, the words of the menu, and what draws a box's part of it, or all of it at once."""

    name: str
    title: str
    draw: Callable[[OverlayLayer, _Drawn], None] | None = None
    draw_all: Callable[[OverlayLayer, Layout], None] | None = None


def overlays_of(layout: Layout, wanted: Collection[str] | None = None) -> list[OverlayLayer]:
    """The overlays of a page at a layout's width, those of some names or all; names that there are not are left out."""
    kinds = [kind for kind in OVERLAYS if wanted is None or kind.name in wanted]
    layers = [OverlayLayer(kind.name) for kind in kinds]
    for element, (fragment, x, y) in layout.fragments.items():
        if element.index < 0:
            continue
        drawn = _Drawn(element, fragment, x, y, layout)
        for kind, layer in zip(kinds, layers, strict=True):
            if kind.draw is not None:
                kind.draw(layer, drawn)
    for kind, layer in zip(kinds, layers, strict=True):
        if kind.draw_all is not None:
            kind.draw_all(layer, layout)
    return layers


def _zone(kind: str, x: int, y: int, width: int, height: int, label: str = "") -> Zone:
    return Zone(kind, x / 64, y / 64, width / 64, height / 64, label)


def _outline(layer: OverlayLayer, drawn: _Drawn) -> None:
    if drawn.fragment.box.kind != INLINE:
        layer.zones.append(_zone("outline", drawn.x, drawn.y, drawn.fragment.width, drawn.fragment.height, drawn.element.name()))


def _baseline(layer: OverlayLayer, drawn: _Drawn) -> None:
    fragment = drawn.fragment
    if fragment.box.has_inline_children and fragment.first_baseline is not None and len(layer.zones) < MOST_LINES:
        layer.zones.append(_zone("baseline", drawn.x, drawn.y + fragment.first_baseline, fragment.width, 0))


def _track(layer: OverlayLayer, drawn: _Drawn) -> None:
    if drawn.grid is None:
        return
    for is_column, axis, across in _axes(drawn.grid):
        for offset, size in _places(axis):
            layer.zones.append(_strip("track", is_column, drawn, offset, size, across, drawn.element.name()))
        layer.lines += _lines(axis, is_column, drawn.left, drawn.top, across)


def _gap(layer: OverlayLayer, drawn: _Drawn) -> None:
    if drawn.grid is not None:
        for is_column, axis, across in _axes(drawn.grid):
            for (offset, size), (after, _) in pairwise(_places(axis)):
                if after > offset + size:
                    layer.zones.append(_strip("gap", is_column, drawn, offset + size, after - offset - size, across))
    elif drawn.flex is not None:
        is_row, lines = drawn.flex
        for line in lines:
            for (_, end), (start, _) in pairwise(_ends(line)):
                if start > end:
                    layer.zones.append(_along(is_row, "gap", drawn, end, start - end, line))


def _area(layer: OverlayLayer, drawn: _Drawn) -> None:
    if drawn.grid is not None:
        for name, columns, rows in _areas(drawn.fragment, *drawn.grid):
            layer.zones.append(_zone("area", drawn.left + columns[0], drawn.top + rows[0], columns[1], rows[1], name))


def _line(layer: OverlayLayer, drawn: _Drawn) -> None:
    """The lines of a flex container, and what is free at the end of each."""
    if drawn.flex is None:
        return
    is_row, lines = drawn.flex
    fragment = drawn.fragment
    inner = max(fragment.width - fragment.edges().inline, 0) if is_row else max(fragment.height - fragment.edges().block, 0)
    for line in lines:
        layer.zones.append(_along(is_row, "line", drawn, 0, inner, line, drawn.element.name()))
        ends = _ends(line)
        if ends and inner > ends[-1][1]:
            layer.zones.append(_along(is_row, "free", drawn, ends[-1][1], inner - ends[-1][1], line, f"{(inner - ends[-1][1]) / 64:g} free"))


def _picture(layer: OverlayLayer, drawn: _Drawn) -> None:
    """All of a picture where it is drawn, its parts that are cut away beyond its box."""
    fit = fitted(drawn.fragment)
    if fit is not None:
        _whole_picture(layer, fit.x, fit.y, drawn.left / 64, drawn.top / 64)
    for one in background_layers(drawn.layout, drawn.element, drawn.fragment):
        if one.address and not one.is_tiled:
            x, y = (0.0, 0.0) if is_on_canvas(drawn.element, drawn.layout.tree.styles) else (drawn.x / 64, drawn.y / 64)
            _whole_picture(layer, *one.axes, x + one.painted.x, y + one.painted.y)


def _whole_picture(layer: OverlayLayer, across: FittedAxis, down: FittedAxis, left: float, top: float) -> None:
    """A picture as it is drawn where so much of it shows, the rest marked as cut away."""
    layer.zones.append(Zone("picture", left + across.start, top + down.start, across.drawn, down.drawn, f"{across.share * down.share * 100:.0f}% shows" if across.share * down.share < 0.995 else ""))
    first, last = max(across.start, 0.0), min(across.start + across.drawn, across.room)
    for length, x in ((across.before, left + across.start), (across.after, left + across.room)):
        if length > 0:
            layer.zones.append(Zone("cut", x, top + down.start, length, down.drawn))
    for length, y in ((down.before, top + down.start), (down.after, top + down.room)):
        if length > 0:
            layer.zones.append(Zone("cut", left + first, y, max(last - first, 0.0), length))


def _rhythm(layer: OverlayLayer, layout: Layout) -> None:
    """The page's baseline grid, and the texts that are off it."""
    grid = baseline_grid(layout)
    if grid is None:
        return
    bottom = max((y + fragment.height for fragment, _, y in layout.fragments.values()), default=0) / 64
    for line in range(min(int(max(bottom - grid.start, 0) / grid.step) + 1, MOST_LINES)):
        layer.zones.append(Zone("rhythm", 0, grid.start + line * grid.step, layout.viewport.width, 0))
    layer.zones += [Zone("off", one.x, one.y, one.width, one.height, one.words) for one in grid.off[:MOST_LINES]]
    layer.said = f"Baseline grid of {px(grid.step)}: {grid.on} of {grid.lines} lines stand on it"


OVERLAYS = (
    OverlayKind("outline", "Outlines", _outline),
    OverlayKind("track", "Tracks and their lines", _track),
    OverlayKind("area", "Areas", _area),
    OverlayKind("gap", "Gaps", _gap),
    OverlayKind("line", "Flex lines and free space", _line),
    OverlayKind("baseline", "Baselines", _baseline),
    OverlayKind("rhythm", "Baseline grid, with what is off it", draw_all=_rhythm),
    OverlayKind("picture", "Pictures, with what is cut away", _picture),
)
"""All overlays, in the order of the menu. A new one is a function and a row; its look is a row of the interface's."""


def _axes(grid: tuple[GridAxis, GridAxis]) -> Iterator[tuple[bool, GridAxis, int]]:
    """Columns and rows: whether it is the columns, the axis, and how far the other one reaches."""
    across, down = grid
    yield True, across, _extent(down)
    yield False, down, _extent(across)


def _places(axis: GridAxis) -> list[tuple[int, int]]:
    return [(offset, track.base) for offset, track in zip(axis.offsets, axis.tracks, strict=True) if not track.collapsed]


def _strip(kind: str, is_column: bool, drawn: _Drawn, start: int, size: int, across: int, label: str = "") -> Zone:
    if is_column:
        return _zone(kind, drawn.left + start, drawn.top, size, across, label)
    return _zone(kind, drawn.left, drawn.top + start, across, size, label)


def _extent(axis: GridAxis) -> int:
    return axis.offsets[-1] + axis.tracks[-1].base if axis.tracks else 0


def _lines(axis: GridAxis, is_column: bool, left: int, top: int, length: int) -> list[GridLine]:
    """Every line of an axis; the explicit grid's are numbered from both ends (css-grid-2 §8.3)."""
    if not axis.tracks:
        return []
    origin, other = (left, top) if is_column else (top, left)
    ends = [*axis.offsets, _extent(axis)]
    lines: list[GridLine] = []
    for place, offset in enumerate(ends):
        # A line stands in the middle of its gap.
        at = offset - axis.gap // 2 if 0 < place < len(ends) - 1 else offset
        explicit = place - axis.before
        is_explicit = 0 <= explicit <= axis.lines.last
        names = tuple(axis.lines.names[explicit]) if is_explicit and explicit < len(axis.lines.names) else ()
        number = explicit + 1 if explicit >= 0 else explicit
        from_end = explicit - axis.lines.last - 1 if is_explicit else 0
        lines.append(GridLine(is_column, (origin + at) / 64, other / 64, (other + length) / 64, number, from_end, names))
    return lines


def _areas(fragment: Fragment, across: GridAxis, down: GridAxis) -> list[tuple[str, tuple[int, int], tuple[int, int]]]:
    """Named areas with their spans, by their ``-start`` and ``-end`` lines (css-grid-2 §7.3.2)."""
    found = []
    names = {name.removesuffix("-start") for listed in across.lines.names for name in listed if name.endswith("-start")}
    for name in sorted(names):
        spans = [_between(axis, f"{name}-start", f"{name}-end") for axis in (across, down)]
        if spans[0] is not None and spans[1] is not None:
            found.append((name, spans[0], spans[1]))
    return found


def _between(axis: GridAxis, start: str, end: str) -> tuple[int, int] | None:
    first = next((place for place, names in enumerate(axis.lines.names) if start in names), None)
    last = next((place for place, names in enumerate(axis.lines.names) if end in names), None)
    if first is None or last is None or last <= first:
        return None
    return axis.span(first + axis.before, last - first)


def _ends(line: FlexLine) -> list[tuple[int, int]]:
    """Where the items of a flex line begin and end, in their order on it."""
    return [(item.main_offset, item.main_offset + item.main) for item in sorted(line.items, key=lambda item: item.main_offset)]


def _along(is_row: bool, kind: str, drawn: _Drawn, start: int, length: int, line: FlexLine, label: str = "") -> Zone:
    if is_row:
        return _zone(kind, drawn.left + start, drawn.top + line.cross_offset, length, line.cross, label)
    return _zone(kind, drawn.left + line.cross_offset, drawn.top + start, line.cross, length, label)
