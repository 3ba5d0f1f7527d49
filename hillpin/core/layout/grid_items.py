"""Grid items: what they contribute to tracks, and how they are sized and placed in their areas (css-grid-2 §6, §10)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from ..styles.values import AUTO_KIND, Kind
from ..units import INDEFINITE
from .alignment import half, offset_of, split_safety
from .boxes import GRID, REPLACED, Box, Edges, edges_of
from .fragments import Fragment, Space
from .grid_placement import Cell
from .grid_tracks import INFINITE, Contributor, Track
from .intrinsic import border_box_sizes, content_sizes
from .replaced import is_replaced
from .sizing import clamp_block, clamp_inline, fit_content, ratio_of, resolve_block, through_ratio, to_border_box, width_from_ratio

if TYPE_CHECKING:
    from ..styles.style import ComputedStyle
    from .context import Context
    from .grid import GridAxis


@dataclass(slots=True, eq=False)
class GridItem:
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

    # Contributions to columns

    def column_contributors(self, ctx: Context, tracks: list[Track], gap: int) -> list[Contributor]:
        """What the item, or in its place the items of its subgrid, contribute to columns (§12.5)."""
        if self.is_column_subgrid:
            return subgrid_contributors(ctx, self, tracks, True, gap)
        box = self.box
        edges = edges_of(box, 0)
        margins = edges.margin_left + edges.margin_right

        def low() -> int:
            return max(border_box_sizes(ctx, box)[0] + margins, 0)

        def high() -> int:
            return max(border_box_sizes(ctx, box)[1] + margins, 0)

        def minimum() -> int:
            return max(self._minimum_width(ctx, edges, tracks) + margins, 0)

        return [Contributor(self.cell.column, self.cell.columns, minimum, low, high, box)]

    def _minimum_width(self, ctx: Context, edges: Edges, tracks: list[Track]) -> int:
        """The minimum contribution's border-box width (§12.5, automatic minimum §6.6)."""
        box, style = self.box, self.box.style
        if style.width.kind != AUTO_KIND and not style.width.has_percentage:
            return border_box_sizes(ctx, box)[0]
        least = style.min_width
        if least.kind != AUTO_KIND:
            if least.kind == Kind.FIXED:
                return to_border_box(box, least.units, edges.inline)
            if least.has_percentage:
                return edges.inline
            sizes = content_sizes(ctx, box)
            return (sizes[1] if least.kind == Kind.MAX_CONTENT else sizes[0]) + edges.inline
        spanned = tracks[self.cell.column : self.cell.column + self.cell.columns]
        if not automatic_applies(style.overflow_x, spanned):
            return edges.inline
        size = border_box_sizes(ctx, box)[0]
        if style.width.has_percentage and box.kind == REPLACED:
            size = edges.inline
        if style.max_width.kind == Kind.FIXED:
            size = min(size, to_border_box(box, style.max_width.units, edges.inline))
        return _within_fixed(size, spanned, edges.margin_left + edges.margin_right)

    # Sizes in the area

    def width_in_area(self, ctx: Context, container: ComputedStyle) -> int:
        """The border-box width in the area; INDEFINITE where a replaced box finds its own."""
        box, style = self.box, self.box.style
        edges = edges_of(box, self.area_width)
        margins = edges.margin_left + edges.margin_right
        if style.width.kind != AUTO_KIND:
            return INDEFINITE
        word = split_safety(self.justify(container))[0]
        auto_margin = edges.auto_left or edges.auto_right
        stretches = word == "stretch" or (word == "normal" and not is_replaced(box))
        if box.kind == REPLACED and (not stretches or auto_margin):
            return INDEFINITE
        if stretches and not auto_margin:
            if word == "normal" and ratio_of(box) is not None:
                through = width_from_ratio(box, edges, Space(self.area_width, percent_block=INDEFINITE))
                if through is not None:
                    return INDEFINITE
            width = max(self.area_width - margins, edges.inline)
        else:
            if ratio_of(box) is not None and style.height.kind != AUTO_KIND:
                return INDEFINITE
            width = fit_content(ctx, box, edges, self.area_width - margins)
        if box.kind != REPLACED:
            width = through_ratio(box, width, edges, INDEFINITE)
        return clamp_inline(ctx, box, width, edges, self.area_width, margins)

    def lay_out(self, ctx: Context, container: ComputedStyle, height: int, area_height: int, inherited: tuple[object, object] | None = None) -> Fragment:
        """The item laid out in its area's width; ``height`` forces its border-box height."""
        from .layout import lay_out_anew, layout

        space = Space(
            self.area_width, percent_block=area_height, block=area_height, fixed_inline=self.width_in_area(ctx, container),
            fixed_block=height, shrink=True,
        )  # fmt: skip
        if inherited is not None:
            self.box.extra_cache = inherited
            return lay_out_anew(ctx, self.box, space)
        return layout(ctx, self.box, space)

    def stretched_height(self, ctx: Context, container: ComputedStyle) -> int:
        """The border-box height where align-self stretches it, else INDEFINITE."""
        box, style = self.box, self.box.style
        edges = edges_of(box, self.area_width)
        word = split_safety(self.align(container))[0]
        if style.height.kind != AUTO_KIND or edges.auto_top or edges.auto_bottom:
            return INDEFINITE
        if word != "stretch" and not (word == "normal" and not is_replaced(box) and ratio_of(box) is None):
            return INDEFINITE
        height = max(self.area_height - edges.margin_top - edges.margin_bottom, edges.block)
        return clamp_block(box, height, edges, self.area_height)

    def place(self, ctx: Context, container: ComputedStyle, across: GridAxis, down: GridAxis) -> tuple[Fragment, int, int]:
        """The final fragment and its border box's place relative to the container's content box (§10.3, §10.4)."""
        inherited = self.inherited_axes(across, down)
        fragment = self.lay_out(ctx, container, self.stretched_height(ctx, container), self.area_height, inherited)
        edges = edges_of(self.box, self.area_width)
        x = self.area_x + _offset(
            self.area_width, fragment.width, edges.margin_left, edges.margin_right, (edges.auto_left, edges.auto_right), self.justify(container)
        )
        if self.align(container) == "baseline" and not (edges.auto_top or edges.auto_bottom):
            return fragment, x, self.area_y + self.shim + edges.margin_top
        if self.align(container) == "last baseline" and not (edges.auto_top or edges.auto_bottom):
            return fragment, x, self.area_y + self.area_height - self.shim - edges.margin_bottom - fragment.height
        y = self.area_y + _offset(
            self.area_height, fragment.height, edges.margin_top, edges.margin_bottom, (edges.auto_top, edges.auto_bottom), self.align(container)
        )
        return fragment, x, y

    def inherited_axes(self, across: GridAxis, down: GridAxis | None) -> tuple[object, object] | None:
        """The parts of the parent's axes that a subgrid takes over."""
        if not (self.is_column_subgrid or self.is_row_subgrid):
            return None
        from .grid import GridAxis

        def part(axis: GridAxis, start: int, count: int) -> GridAxis:
            from .grid_lines import AxisLines

            names = [axis.lines.names[i - axis.before] if 0 <= i - axis.before < len(axis.lines.names) else [] for i in range(start, start + count + 1)]
            return GridAxis(axis.tracks[start : start + count], axis.offsets[start : start + count], axis.gap, AxisLines([], [list(n) for n in names]), 0)

        columns = part(across, self.cell.column, self.cell.columns) if self.is_column_subgrid else None
        rows = part(down, self.cell.row, self.cell.rows) if self.is_row_subgrid and down is not None else None
        return columns, rows


def _offset(room: int, size: int, before: int, after: int, auto: tuple[bool, bool], value: str) -> int:
    """Where a box starts in its area, margins included."""
    free = room - size - before - after
    if auto[0] or auto[1]:
        if free <= 0:
            return before
        return before + (half(free) if auto[0] and auto[1] else free if auto[0] else 0)
    return before + offset_of(value, free)


def make_items(ctx: Context, cells: list[Cell], inner_width: int) -> list[GridItem]:
    """Items for placed cells."""
    return [GridItem(cell.box, cell) for cell in cells]


def automatic_applies(overflow: str, spanned: list[Track]) -> bool:
    """Whether the automatic minimum is content-based (§6.6)."""
    if overflow not in ("visible", "clip"):
        return False
    if not any(track.minimum == "auto" for track in spanned):
        return False
    return len(spanned) == 1 or not any(track.is_flexible for track in spanned)


def _within_fixed(size: int, spanned: list[Track], margins: int) -> int:
    """A content-based minimum held within tracks whose maximums are all fixed."""
    if spanned and all(track.maximum == "fixed" or track.fit_limit < INFINITE for track in spanned):
        room = sum(track.limit if track.maximum == "fixed" else track.fit_limit for track in spanned) - margins
        return min(size, max(room, 0))
    return size


def row_contributor(ctx: Context, item: GridItem, tracks: list[Track], container: ComputedStyle, across: GridAxis, gap: int) -> list[Contributor]:
    """What an item contributes to rows: its height at its area's width."""
    if item.is_row_subgrid:
        return subgrid_contributors(ctx, item, tracks, False, gap, across, container)
    box = item.box
    edges = edges_of(box, item.area_width)
    margins = edges.margin_top + edges.margin_bottom
    known: list[int] = []

    def content() -> int:
        if not known:
            fragment = item.lay_out(ctx, container, INDEFINITE, INDEFINITE, item.inherited_axes(across, None))
            item.measured = fragment
            known.append(max(fragment.height + margins + item.shim, 0))
        return known[0]

    def minimum() -> int:
        style = box.style
        spanned = tracks[item.cell.row : item.cell.row + item.cell.rows]
        if style.height.kind != AUTO_KIND and not style.height.has_percentage:
            return content()
        if style.min_height.kind != AUTO_KIND:
            least = resolve_block(box, style.min_height, edges, INDEFINITE)
            return max((least if least != INDEFINITE else edges.block) + margins, 0)
        if not automatic_applies(style.overflow_y, spanned):
            return max(edges.block + margins, 0)
        return _within_fixed(content(), spanned, 0)

    return [Contributor(item.cell.row, item.cell.rows, minimum, content, content, box)]


def row_group_baselines(ctx: Context, items: list[GridItem], container: ComputedStyle, across: GridAxis) -> None:
    """§10.6, §12.5 step 1: items of a row that align their first baselines get shims above, their last ones below."""
    groups: dict[tuple[str, int], list[tuple[GridItem, int]]] = {}
    for item in items:
        item.shim = 0
        edges = edges_of(item.box, item.area_width)
        word = item.align(container)
        if word in ("baseline", "last baseline") and not (edges.auto_top or edges.auto_bottom):
            fragment = item.lay_out(ctx, container, INDEFINITE, INDEFINITE, item.inherited_axes(across, None))
            if word == "baseline":
                own = fragment.first_baseline if fragment.first_baseline is not None else fragment.height
                groups.setdefault((word, item.cell.row), []).append((item, edges.margin_top + own))
            else:
                own = fragment.last_baseline if fragment.last_baseline is not None else fragment.height
                groups.setdefault((word, item.cell.row + item.cell.rows - 1), []).append((item, edges.margin_bottom + fragment.height - own))
    for group in groups.values():
        highest = max(ascent for _, ascent in group)
        for item, ascent in group:
            item.shim = highest - ascent


def subgrid_contributors(
    ctx: Context, item: GridItem, tracks: list[Track], is_column: bool, outer_gap: int, across: GridAxis | None = None, container: ComputedStyle | None = None
) -> list[Contributor]:
    """The items of a subgrid as contributors to the parent's tracks; those at its ends carry its edges with them."""
    from .grid import _GridLayout, _subgrid_lines

    start, count = (item.cell.column, item.cell.columns) if is_column else (item.cell.row, item.cell.rows)
    inner = _GridLayout(ctx, item.box, Space(item.area_width))
    spanned = tracks[start : start + count]
    axis = _bare_axis(spanned)
    style = item.box.style
    if is_column:
        columns = _subgrid_lines(style.grid_template_columns, axis, style.grid_template_areas, True)
        rows = inner._lines(False, INDEFINITE, 0, INDEFINITE, _bare_axis([Track(t.size, "auto", "auto") for t in range_tracks(item.cell.rows, spanned)]) if item.is_row_subgrid else None)
    else:
        rows = _subgrid_lines(style.grid_template_rows, axis, style.grid_template_areas, False)
        inherited = item.inherited_axes(across, None) if across is not None else None
        given = inherited[0] if inherited is not None else None
        columns = inner._lines(True, item.area_width, style.column_gap.resolve(item.area_width), INDEFINITE, given)  # type: ignore[arg-type]
    placed = inner._place(columns, rows)
    edges = edges_of(item.box, item.area_width)
    children = make_items(ctx, placed.cells, 0)
    inner_across = None if is_column else _measure_columns(inner, children, columns, placed, item, across)
    result: list[Contributor] = []
    for child in children:
        if is_column:
            contributors = child.column_contributors(ctx, spanned, outer_gap)
        else:
            contributors = row_contributor(ctx, child, spanned, style, inner_across, outer_gap) if inner_across is not None else []
        for contributor in contributors:
            at_start = contributor.start == 0
            at_end = contributor.start + contributor.span >= count
            extra = _edge_extra(edges, is_column, at_start, at_end)
            extra += _gap_extra(style, outer_gap, is_column, at_start, at_end)
            result.append(_shifted(contributor, start, count, extra))
    return result


def range_tracks(count: int, spanned: list[Track]) -> list[Track]:
    """Some tracks to stand in where only their number matters."""
    return [spanned[0]] * count if spanned else []


def _bare_axis(tracks: list[Track]) -> GridAxis:
    from .grid import GridAxis
    from .grid_lines import AxisLines

    return GridAxis(tracks, [0] * len(tracks), 0, AxisLines([], [[] for _ in range(len(tracks) + 1)]), 0)


def _edge_extra(edges: Edges, is_column: bool, at_start: bool, at_end: bool) -> int:
    if is_column:
        before, after = edges.margin_left + edges.left, edges.margin_right + edges.right
    else:
        before, after = edges.margin_top + edges.top, edges.margin_bottom + edges.bottom
    return (before if at_start else 0) + (after if at_end else 0)


def _gap_extra(style: ComputedStyle, outer_gap: int, is_column: bool, at_start: bool, at_end: bool) -> int:
    """Half the difference between a subgrid's own gutter and its parent's at each end that lies inside (§9)."""
    own = style.column_gap if is_column else style.row_gap
    if own.kind != Kind.FIXED:
        return 0
    difference = own.units - outer_gap
    return sum(half(difference) for at_edge in (at_start, at_end) if not at_edge)


def _shifted(contributor: Contributor, start: int, count: int, extra: int) -> Contributor:
    own = contributor
    span = min(own.span, max(count - own.start, 1))
    return Contributor(
        start + min(own.start, count - 1), span, lambda: own.minimum() + extra, lambda: own.min_content() + extra,
        lambda: own.max_content() + extra, own.name,
    )  # fmt: skip


def _measure_columns(inner: object, children: list[GridItem], columns: object, placed: object, item: GridItem, across: GridAxis | None) -> GridAxis:
    """A subgrid's columns, with the area widths of its items set, for their heights."""
    from .grid import GridAxis, _GridLayout, _within
    from .grid_lines import AxisLines
    from .grid_placement import Placed

    assert isinstance(inner, _GridLayout) and isinstance(columns, AxisLines) and isinstance(placed, Placed)
    width = max(item.area_width - edges_of(item.box, item.area_width).inline, 0)
    if item.is_column_subgrid and across is not None:
        inherited = item.inherited_axes(across, None)
        assert inherited is not None and isinstance(inherited[0], GridAxis)
        axis = _within(inherited[0], columns, inner.edges, True, inner._own_gap(True, width))
    else:
        axis = inner._column_axis(columns, placed, children, width, inner.style.column_gap.resolve(width))
    for child in children:
        child.area_x, child.area_width = axis.span(child.cell.column, child.cell.columns)
    return axis
