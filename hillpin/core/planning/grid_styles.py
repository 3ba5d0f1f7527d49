"""An arrangement as a grid: by named areas or by lines (css-grid-2)."""

from __future__ import annotations

import itertools
from fractions import Fraction
from math import gcd

from .arranging import Arranged, ContextRows, Placed
from .collected import Declarations, Selectors
from .lengths import NOTHING, WHOLE, Linear, css_length, css_px, decimals_for, exact, words
from .plan_markup import has_heading


class GridStyles:
    """Writes the contexts of one arrangement: by line numbers, or by the area names given for its boxes."""

    def __init__(self, arranged: Arranged, selectors: Selectors, areas: Selectors | None = None) -> None:
        self.arranged = arranged
        self.selectors = selectors
        self.areas = areas

    def write(self, context: ContextRows, rules: Declarations) -> None:
        """The container's tracks and each box's place."""
        plan = self.arranged.plan
        parent = context.parent
        selector = self.selectors[parent.id if parent is not None else None]
        heading = 1 if parent is not None and has_heading(plan, parent) else 0
        tracks = _tracks_of(context, self.arranged)
        rules.put(selector, "display", "grid")
        rules.put(selector, "grid-template-columns", tracks.css, tracks.sum)
        if tracks.gap is not None:
            rules.put(selector, "column-gap", tracks.gap, tracks.gap_sum)
        if len(context.rows) + heading > 1:
            rules.put(selector, "row-gap", css_px(exact(plan.row_gap)))
        if self.areas is not None:
            rules.put(selector, "grid-template-areas", _areas(context, tracks, heading, self.areas))
        if heading:
            rules.put(f"{selector} > h2", "grid-column", "1 / -1")
        for cell in context.cells:
            self._place(cell, tracks, heading, rules)

    def _place(self, cell: Placed, tracks: _Tracks, heading: int, rules: Declarations) -> None:
        selector = self.selectors[cell.box.id]
        rules.put(selector, "min-width", "0")
        if self.areas is not None:
            rules.put(selector, "grid-area", self.areas[cell.box.id])
            return
        first, last = tracks.lines(cell)
        column = f"{first + 1}" if last == first + 1 else f"{first + 1} / span {last - first}"
        rules.put(selector, "grid-column", column)
        rules.put(selector, "grid-row", str(cell.row + 1 + heading))


def _areas(context: ContextRows, tracks: _Tracks, heading: int, areas: Selectors) -> str:
    rows = [["."] * tracks.count for _ in range(heading)]
    for row in context.rows:
        names = ["."] * tracks.count
        for cell in row.cells:
            first, last = tracks.lines(cell)
            names[first:last] = [areas[cell.box.id]] * (last - first)
        rows.append(names)
    return " ".join(f'"{" ".join(names)}"' for names in rows)


class _Tracks:
    """The columns of a context: what CSS says of them, and between which lines each box stands."""

    def __init__(self, css: str, count: int, lines: dict[str, tuple[int, int]], gap: str | None = None, sum_: str = "", gap_sum: str = "") -> None:
        self.css = css
        self.count = count
        self._lines = lines
        self.gap = gap
        self.sum = sum_
        self.gap_sum = gap_sum

    def lines(self, cell: Placed) -> tuple[int, int]:
        """First and last line of a box, counted from 0."""
        return self._lines[cell.box.id]


def _tracks_of(context: ContextRows, arranged: Arranged) -> _Tracks:
    return _uniform(context, arranged) or _common(context) or _by_edges(context)


def _uniform(context: ContextRows, arranged: Arranged) -> _Tracks | None:
    """Columns all alike, where every row is made of spans of them and they take the whole width."""
    columns = arranged.columns
    rows = [row for row in context.rows if not _is_whole(row.cells)]
    if not rows or context.parent is not None or columns.rest:
        return None
    if any(cell.size.kind != "span" for row in rows for cell in row.row.cells) or len({row.gap for row in rows}) > 1:
        return None
    if rows[0].row.gap is not None or any(sum(int(cell.size.value) for cell in row.row.cells) > columns.count for row in rows):
        return None
    lines: dict[str, tuple[int, int]] = {}
    for row in context.rows:
        position = 0
        for cell, placed in zip(row.row.cells, row.cells, strict=True):
            span = int(cell.size.value) if cell.size.kind == "span" else columns.count
            lines[placed.box.id] = (position, position + span)
            position += span
    gap = rows[0].gap
    sum_ = f"{words(context.width)} − {columns.count - 1} × {words(columns.gutter)} = {columns.count} × {words(columns.column)}"
    return _Tracks(f"repeat({columns.count}, minmax(0, 1fr))", columns.count, lines, css_length(gap, decimals_for([gap])), sum_, _quotient(gap, context.width))


def _common(context: ContextRows) -> _Tracks | None:
    """One set of tracks, where all rows of several boxes are cut at the same places."""
    rows = [row for row in context.rows if not _is_whole(row.cells)]
    if not rows:
        return _Tracks("minmax(0, 1fr)", 1, {cell.box.id: (0, 1) for cell in context.cells})
    first = rows[0]
    shape = [(cell.start, cell.outer) for cell in first.cells]
    if any([(cell.start, cell.outer) for cell in row.cells] != shape for row in rows):
        return None
    lines = {cell.box.id: (0, len(shape)) for cell in context.cells}
    lines |= {cell.box.id: (number, number + 1) for row in rows for number, cell in enumerate(row.cells)}
    outers = [outer for _, outer in shape]
    gap = first.gap
    gaps = gap.times(len(outers) - 1)
    places = decimals_for([*outers, gap])
    css = _shortest(_as_fractions(outers, gaps) or [css_length(outer, places) for outer in outers])
    sum_ = " + ".join(words(outer.at(context.width)) for outer in outers)
    return _Tracks(css, len(outers), lines, css_length(gap, places), f"{sum_} of {words(context.width)}", _quotient(gap, context.width))


def _by_edges(context: ContextRows) -> _Tracks:
    """A line at every edge of every box."""
    edges = {NOTHING, WHOLE}
    for cell in context.cells:
        edges |= {cell.start, cell.start + cell.outer}
    ordered = sorted(edges, key=lambda edge: (edge.at(context.width), edge.slope))
    tracks = [after - before for before, after in itertools.pairwise(ordered)]
    number = {edge: position for position, edge in enumerate(ordered)}
    lines = {cell.box.id: (number[cell.start], number[cell.start + cell.outer]) for cell in context.cells}
    places = decimals_for(tracks)
    css = _shortest(_as_fractions(tracks, NOTHING) or [css_length(track, places) for track in tracks])
    return _Tracks(css, len(tracks), lines, sum_=" + ".join(words(track.at(context.width)) for track in tracks))


def _is_whole(cells: list[Placed]) -> bool:
    """Whether a row is one box over the whole width."""
    return len(cells) == 1 and cells[0].start == NOTHING and cells[0].outer == WHOLE


def _as_fractions(tracks: list[Linear], gaps: Linear) -> list[str] | None:
    """Tracks as ``fr`` beside fixed ones, where they share all that fixed ones and gaps leave (css-grid-2 §12.7.1)."""
    fixed_part = sum((track for track in tracks if not track.slope), gaps)
    left = WHOLE - fixed_part
    flexible = [track for track in tracks if track.slope]
    if not flexible or sum(flexible, NOTHING) != left or left.slope <= 0:
        return None
    factors = [track.slope / left.slope for track in flexible]
    if any(track != left.times(factor) or factor <= 0 for track, factor in zip(flexible, factors, strict=True)):
        return None
    words_of = iter(_small(factors))
    return [f"minmax(0, {next(words_of)}fr)" if track.slope else css_px(track.base) for track in tracks]


def _shortest(tracks: list[str]) -> str:
    """A list of tracks, with ``repeat()`` where all are alike (css-grid-2 §7.2.3)."""
    return f"repeat({len(tracks)}, {tracks[0]})" if len(tracks) > 1 and len(set(tracks)) == 1 else " ".join(tracks)


def _small(factors: list[Fraction]) -> list[int]:
    """Fractions in the same proportion as whole numbers."""
    scale = 1
    for factor in factors:
        scale = scale * factor.denominator // gcd(scale, factor.denominator)
    whole = [int(factor * scale) for factor in factors]
    common = gcd(*whole)
    return [number // common for number in whole]


def _quotient(length: Linear, context: Fraction) -> str:
    """Target ÷ context, for a length that is written as a percentage."""
    return f"{words(length.at(context))} ÷ {words(context)}" if length.slope and not length.base else ""
