"""Grid items: what they contribute to tracks, and how they are sized and placed in their areas (css-grid-2 §6, §10)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Protocol

from ...styles.style import ComputedStyle
from ...styles.values import AUTO_KIND, Kind
from ...units import INDEFINITE
from ..alignment import half, offset_of, split_safety
from ..boxes import REPLACED, Edges, edges_of
from ..context import Context
from ..fragments import Fragment, Space
from ..replaced.replaced_layout import is_replaced
from ..sizes.given_heights import widths_follow_rows
from ..sizes.intrinsic import border_box_sizes, minimum_width
from ..sizes.ratios import ratio_of, width_by_ratio
from ..sizes.rules import CONTENT
from ..sizes.sizing import clamp_block, clamp_inline, fit_content, resolve_block, through_ratio, to_border_box, width_from_ratio
from .grid_axis import AreaItem, GridAxis, InheritedAxes, bare_axis, range_tracks, subgrid_lines, within
from .grid_lines import AxisLines
from .grid_minimums import automatic_applies, behaves_as_auto, within_fixed
from .grid_placement import Placed as PlacedItems
from .grid_track import Contributor, Track

MOST_KEPT = 12
_BY_ROWS = (AUTO_KIND, Kind.STRETCH, *CONTENT)
"""Widths that the height of rows may give through a ratio; percentages are ``auto`` while columns are sized."""


class OpenGrid(Protocol):
    """A subgrid's own grid, opened while its parent's tracks are sized: what its items need to contribute to them."""

    style: ComputedStyle
    edges: Edges

    def explicit(self, is_column: bool, available: int, gap: int, at_least: int, inherited: GridAxis | None = None) -> AxisLines:
        """The explicit lines of an axis."""
        ...

    def placed(self, columns: AxisLines, rows: AxisLines) -> PlacedItems:
        """Its items in cells."""
        ...

    def items(self, placed: PlacedItems) -> list[GridItem]:
        """Its items."""
        ...

    def column_axis(self, lines: AxisLines, placed: PlacedItems, items: list[GridItem], room: int, gap: int) -> GridAxis:
        """Its columns, sized."""
        ...

    def own_gap(self, is_column: bool, room: int) -> int | None:
        """Its gutter, None where it is its parent's."""
        ...


@dataclass(slots=True, eq=False)
class GridItem(AreaItem):
    """An item that says what it contributes, and is laid out in its area."""

    open: Callable[[GridItem], OpenGrid] = field(kw_only=True)
    """Opens the item's own grid, where it is a subgrid."""
    by_rows: int = field(default=INDEFINITE, kw_only=True)
    """The border-box width that the height of its rows gives through ``aspect-ratio``, once that is known."""
    rows_height: int = field(default=INDEFINITE, kw_only=True)
    """That height of its rows: they may have another in the end, as columns are another then."""

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

        if self.by_rows != INDEFINITE:
            low = high = lambda: max(self.by_rows + margins, 0)
        return [Contributor(self.cell.column, self.cell.columns, minimum, low, high, box)]

    def tell_rows(self, ctx: Context, container: ComputedStyle, height: int) -> bool:
        """Say the height of its rows together, for widths that come from it (§11.1 step 3); whether what it contributes to columns
        does."""
        before = border_box_sizes(ctx, self.box)
        if not self.box.gives_height:
            return False
        self.area_height = height
        self._tell_area(ctx, container)
        return border_box_sizes(ctx, self.box) != before

    def _tell_area(self, ctx: Context, container: ComputedStyle) -> None:
        self.box.tell_heights(self.stretched_height(ctx, container), self.area_height)

    def take_width_from_rows(self, ctx: Context, container: ComputedStyle, height: int) -> bool:
        """Set ``by_rows`` for the height of its rows together; whether it depends on that (§11.1 step 3)."""
        box, style = self.box, self.box.style
        ratio = ratio_of(box)
        if ratio is None or box.kind == REPLACED or not (style.width.kind in _BY_ROWS or style.width.has_percentage):
            return False
        edges = edges_of(box, 0)
        if style.height.kind != AUTO_KIND or edges.auto_top or edges.auto_bottom or split_safety(self.align(container))[0] not in ("normal", "stretch"):
            return False
        own = self._filling_height(edges, height)
        before, self.rows_height = self.by_rows, height
        least = ctx.content_sizes(box)[0] + edges.inline if style.overflow_x in ("visible", "clip") and style.min_width.kind == AUTO_KIND else 0
        width = max(width_by_ratio(box, edges, own, ratio), least)
        # A part of a width that the item itself decides limits nothing (css-sizing-3 §5.2.1).
        self.by_rows = width if style.max_width.has_percentage else clamp_inline(ctx, box, width, edges, 0, 0)
        return self.by_rows != before

    def _minimum_width(self, ctx: Context, edges: Edges, tracks: list[Track]) -> int:
        """The minimum contribution's border-box width (§12.5, automatic minimum §6.6)."""
        box, style = self.box, self.box.style
        if not behaves_as_auto(style.width):
            return self._content_width(ctx)
        least = style.min_width
        if least.kind != AUTO_KIND:
            if least.kind == Kind.FIXED:
                return to_border_box(box, least.units, edges.inline)
            if least.has_percentage:
                return minimum_width(ctx, box, least)
            sizes = ctx.content_sizes(box)
            return (sizes[1] if least.kind == Kind.MAX_CONTENT else sizes[0]) + edges.inline
        spanned = tracks[self.cell.column : self.cell.column + self.cell.columns]
        if not automatic_applies(style.overflow_x, spanned):
            return edges.inline
        size = edges.inline if style.width.has_percentage and box.kind == REPLACED else self._content_width(ctx)
        if style.max_width.kind == Kind.FIXED:
            size = min(size, to_border_box(box, style.max_width.units, edges.inline))
        return within_fixed(size, spanned, edges.margin_left + edges.margin_right, edges.inline)

    def _content_width(self, ctx: Context) -> int:
        return self.by_rows if self.by_rows != INDEFINITE else border_box_sizes(ctx, self.box)[0]

    # Sizes in the area

    def width_in_area(self, ctx: Context, container: ComputedStyle, height: int, area_height: int) -> int:
        """The border-box width in the area; INDEFINITE where the box finds its own, by its content or by its forced height."""
        box, style = self.box, self.box.style
        edges = edges_of(box, self.area_width)
        margins = edges.margin_left + edges.margin_right
        if style.width.kind != AUTO_KIND:
            by_row = style.width.kind in CONTENT and area_height != INDEFINITE and self._is_high_by_row(container, edges)
            return self._width_by_row(ctx, edges, area_height) if by_row else INDEFINITE
        word = split_safety(self.justify(container))[0]
        auto_margin = edges.auto_left or edges.auto_right
        stretches = word == "stretch" or (word == "normal" and not is_replaced(box))
        if box.kind == REPLACED and (not stretches or auto_margin):
            return INDEFINITE
        if stretches and not auto_margin:
            if word == "normal" and ratio_of(box) is not None:
                through = width_from_ratio(box, edges, Space(self.area_width, percent_block=area_height))
                if through is not None or height != INDEFINITE:
                    return INDEFINITE
            width = max(self.area_width - margins, edges.inline)
        else:
            if ratio_of(box) is not None and (style.height.kind != AUTO_KIND or height != INDEFINITE):
                return INDEFINITE
            if area_height != INDEFINITE and self._is_high_by_row(container, edges):
                return self._width_by_row(ctx, edges, area_height)
            width = fit_content(ctx, box, edges, self.area_width - margins)
        is_told_to_fill = word == "stretch" and not auto_margin
        if not is_told_to_fill:
            width = through_ratio(box, width, edges, area_height)
        return clamp_inline(ctx, box, width, edges, self.area_width, margins)

    def _width_by_row(self, ctx: Context, edges: Edges, area_height: int) -> int:
        width = width_by_ratio(self.box, edges, self._filling_height(edges, area_height), ratio_of(self.box) or 1.0)
        return clamp_inline(ctx, self.box, width, edges, self.area_width, edges.margin_left + edges.margin_right)

    def lay_out(self, ctx: Context, container: ComputedStyle, height: int, area_height: int, inherited: InheritedAxes | None = None, least: int = 0) -> Fragment:
        """The item laid out in its area's width; ``height`` forces its border-box height, ``least`` is its least width."""
        width = self.width_in_area(ctx, container, height, area_height)
        space = Space(
            self.area_width, percent_block=area_height, block=area_height, fixed_inline=max(width, least) if width != INDEFINITE else width,
            fixed_block=height, shrink=True,
        )  # fmt: skip
        if inherited is not None:
            return self._with_inherited(ctx, space, inherited)
        return ctx.layout(self.box, space)

    def _with_inherited(self, ctx: Context, space: Space, inherited: InheritedAxes) -> Fragment:
        """A subgrid under its parent's tracks; the same ones give the remembered fragment, or each level would be done twice."""
        box = self.box
        box.extra_cache = inherited
        key = (space, *[axis.signature() if axis is not None else None for axis in inherited])
        known: Fragment | None = box.fragment_cache.get(key) if not ctx.recorder.wants(box) else None
        if known is None:
            if len(box.fragment_cache) >= MOST_KEPT:
                box.fragment_cache.clear()
            known = box.fragment_cache[key] = ctx.lay_out_anew(box, space)
        return known

    def stretched_height(self, ctx: Context, container: ComputedStyle) -> int:
        """The border-box height where align-self stretches it, else INDEFINITE."""
        box, style = self.box, self.box.style
        edges = edges_of(box, self.area_width)
        word = split_safety(self.align(container))[0]
        if style.height.kind != AUTO_KIND or edges.auto_top or edges.auto_bottom:
            return INDEFINITE
        if word != "stretch" and not (word == "normal" and not is_replaced(box) and ratio_of(box) is None):
            return INDEFINITE
        return self._filling_height(edges, self.area_height)

    def _filling_height(self, edges: Edges, area_height: int) -> int:
        """The border-box height with which an item fills its area, within its limits."""
        return clamp_block(self.box, max(area_height - edges.margin_top - edges.margin_bottom, edges.block), edges, area_height)

    def _is_high_by_row(self, container: ComputedStyle, edges: Edges) -> bool:
        """Whether an item that is not stretched across is stretched down, and its width follows through ``aspect-ratio`` (§6.2): its
        own height, as the browser has it, then comes from that width."""
        box = self.box
        is_auto = box.style.height.kind == AUTO_KIND and not (edges.auto_top or edges.auto_bottom)
        return is_auto and not is_replaced(box) and ratio_of(box) is not None and split_safety(self.align(container))[0] == "normal"

    def _least_by_ratio(self, container: ComputedStyle, across: GridAxis) -> int:
        """The automatic minimum width that the area's height gives through ``aspect-ratio`` (§6.6, transferred size suggestion)."""
        box, style = self.box, self.box.style
        ratio = ratio_of(box)
        edges = edges_of(box, self.area_width)
        if ratio is None or style.width.kind != AUTO_KIND or style.height.kind != AUTO_KIND or style.min_width.kind != AUTO_KIND or edges.auto_top or edges.auto_bottom:
            return 0
        spanned = across.tracks[self.cell.column : self.cell.column + self.cell.columns]
        if split_safety(self.align(container))[0] not in ("normal", "stretch") or not automatic_applies(style.overflow_x, spanned):
            return 0
        height = self.rows_height if self.rows_height != INDEFINITE else self.area_height
        width = within_fixed(width_by_ratio(box, edges, self._filling_height(edges, height), ratio), spanned, edges.margin_left + edges.margin_right, edges.inline)
        most = style.max_width
        return min(width, to_border_box(box, most.resolve(self.area_width), edges.inline)) if most.is_definite_form or most.has_percentage else width

    def place(self, ctx: Context, container: ComputedStyle, across: GridAxis, down: GridAxis) -> tuple[Fragment, int, int]:
        """The final fragment and its border box's place relative to the container's content box (§10.3, §10.4)."""
        inherited = self.inherited_axes(across, down)
        if widths_follow_rows(self.box):
            self._tell_area(ctx, container)
        least = self._least_by_ratio(container, across)
        fragment = self.lay_out(ctx, container, self.stretched_height(ctx, container), self.area_height, inherited, least)
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


def _offset(room: int, size: int, before: int, after: int, auto: tuple[bool, bool], value: str) -> int:
    """Where a box starts in its area, margins included."""
    free = room - size - before - after
    if auto[0] or auto[1]:
        if free <= 0:
            return before
        return before + (half(free) if auto[0] and auto[1] else free if auto[0] else 0)
    return before + offset_of(value, free)


def row_contributor(ctx: Context, item: GridItem, tracks: list[Track], container: ComputedStyle, across: GridAxis, gap: int) -> list[Contributor]:
    """What an item contributes to rows: its height at its area's width."""
    if item.is_row_subgrid:
        return subgrid_contributors(ctx, item, tracks, False, gap, across)
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
        return within_fixed(content() - margins, spanned, margins, edges.block) + margins

    return [Contributor(item.cell.row, item.cell.rows, minimum, content, content, box)]


def subgrid_contributors(
    ctx: Context, item: GridItem, tracks: list[Track], is_column: bool, outer_gap: int, across: GridAxis | None = None
) -> list[Contributor]:
    """The items of a subgrid as contributors to the parent's tracks; those at its ends carry its edges with them."""
    start, count = (item.cell.column, item.cell.columns) if is_column else (item.cell.row, item.cell.rows)
    inner = item.open(item)
    spanned = tracks[start : start + count]
    axis = bare_axis(spanned)
    style = item.box.style
    if is_column:
        columns = subgrid_lines(style.grid_template_columns, axis, style.grid_template_areas, True)
        outer_rows = [Track(track.size, "auto", "auto") for track in range_tracks(item.cell.rows, spanned)]
        rows = inner.explicit(False, INDEFINITE, 0, INDEFINITE, bare_axis(outer_rows) if item.is_row_subgrid else None)
    else:
        rows = subgrid_lines(style.grid_template_rows, axis, style.grid_template_areas, False)
        inherited = item.inherited_axes(across, None) if across is not None else None
        columns = inner.explicit(
            True, item.area_width, style.column_gap.resolve(item.area_width), INDEFINITE, inherited[0] if inherited is not None else None
        )
    placed = inner.placed(columns, rows)
    edges = edges_of(item.box, item.area_width)
    children = inner.items(placed)
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


def _measure_columns(
    inner: OpenGrid, children: list[GridItem], columns: AxisLines, placed: PlacedItems, item: GridItem, across: GridAxis | None
) -> GridAxis:
    """A subgrid's columns, with the area widths of its items set, for their heights."""
    width = max(item.area_width - edges_of(item.box, item.area_width).inline, 0)
    inherited = item.inherited_axes(across, None) if item.is_column_subgrid and across is not None else None
    if inherited is not None and inherited[0] is not None:
        axis = within(inherited[0], columns, inner.edges, True, inner.own_gap(True, width))
    else:
        axis = inner.column_axis(columns, placed, children, width, inner.style.column_gap.resolve(width))
    for child in children:
        child.area_x, child.area_width = axis.span(child.cell.column, child.cell.columns)
    return axis
