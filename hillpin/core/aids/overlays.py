"""What can be drawn over the page: outlines, grid tracks with their lines and areas, gaps, flex lines, baselines."""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import pairwise

from ..layout import FLEX, GRID, INLINE, FlexLine, Fragment, GridAxis
from ..markup import Element
from ..page import Layout

MOST_LINES = 400


@dataclass(frozen=True, slots=True)
class Zone:
    """A rectangle in CSS px of the page. ``kind`` is outline, track, gap, area, line (of flex) or free."""

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
class Overlays:
    """All zones and lines of a layout."""

    zones: list[Zone] = field(default_factory=list)
    lines: list[GridLine] = field(default_factory=list)
    baselines: list[Zone] = field(default_factory=list)


def overlays_of(layout: Layout) -> Overlays:
    """The overlays of a page at a layout's width."""
    found = Overlays()
    for element, (fragment, x, y) in layout.fragments.items():
        if element.index < 0:
            continue
        left, top = x + fragment.edges().left, y + fragment.edges().top
        if fragment.box.kind == GRID and isinstance(fragment.tracks, tuple):
            _grid(found, element, fragment, left, top)
        elif fragment.box.kind == FLEX and isinstance(fragment.tracks, tuple):
            _flex(found, element, fragment, left, top)
        if fragment.box.kind != INLINE:
            found.zones.append(_zone("outline", x, y, fragment.width, fragment.height, element.name()))
        if fragment.box.has_lines and fragment.first_baseline is not None and len(found.baselines) < MOST_LINES:
            found.baselines.append(_zone("baseline", x, y + fragment.first_baseline, fragment.width, 0))
    return found


def _zone(kind: str, x: int, y: int, width: int, height: int, label: str = "") -> Zone:
    return Zone(kind, x / 64, y / 64, width / 64, height / 64, label)


def _grid(found: Overlays, element: Element, fragment: Fragment, left: int, top: int) -> None:
    across, down = fragment.tracks
    width, height = _extent(across), _extent(down)
    for is_column, axis in ((True, across), (False, down)):
        places = [(offset, track.base) for offset, track in zip(axis.offsets, axis.tracks, strict=True) if not track.collapsed]
        for offset, size in places:
            x, y, wide, high = (left + offset, top, size, height) if is_column else (left, top + offset, width, size)
            found.zones.append(_zone("track", x, y, wide, high, element.name()))
        for (offset, size), (after, _) in pairwise(places):
            if after > offset + size:
                gap = after - offset - size
                x, y, wide, high = (left + offset + size, top, gap, height) if is_column else (left, top + offset + size, width, gap)
                found.zones.append(_zone("gap", x, y, wide, high))
        found.lines += _lines(axis, is_column, left, top, height if is_column else width)
    for name, columns, rows in _areas(fragment, across, down):
        found.zones.append(_zone("area", left + columns[0], top + rows[0], columns[1], rows[1], name))


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


def _flex(found: Overlays, element: Element, fragment: Fragment, left: int, top: int) -> None:
    axes, lines = fragment.tracks
    inner = max(fragment.width - fragment.edges().inline, 0) if axes.is_row else max(fragment.height - fragment.edges().block, 0)
    for line in lines:
        found.zones.append(_along(axes.is_row, "line", left, top, 0, inner, line, element.name()))
        items = sorted(line.items, key=lambda item: item.main_offset)
        ends = [(item.main_offset, item.main_offset + item.main) for item in items]
        for (_, end), (start, _) in pairwise(ends):
            if start > end:
                found.zones.append(_along(axes.is_row, "gap", left, top, end, start - end, line))
        if ends and inner > ends[-1][1]:
            found.zones.append(_along(axes.is_row, "free", left, top, ends[-1][1], inner - ends[-1][1], line, f"{(inner - ends[-1][1]) / 64:g} free"))


def _along(is_row: bool, kind: str, left: int, top: int, start: int, length: int, line: FlexLine, label: str = "") -> Zone:
    if is_row:
        return _zone(kind, left + start, top + line.cross_offset, length, line.cross, label)
    return _zone(kind, left + line.cross_offset, top + start, line.cross, length, label)
