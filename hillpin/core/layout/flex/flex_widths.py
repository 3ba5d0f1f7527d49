"""The min- and max-content widths of flex containers (css-flexbox-1 §9.9, as browsers do it)."""

from __future__ import annotations

from ...styles.values import AUTO_KIND, Kind
from ...units import INDEFINITE
from ..boxes import REPLACED, TABLE, Box, edges_of
from ..context import Context
from ..sizes.given_heights import content_height
from ..sizes.intrinsic import minimum_width, outer_sizes
from ..sizes.sizing import to_border_box
from .flex_items import BY_CROSS, make_item
from .flex_layout import lines_at
from .flex_line import Axes


def flex_content_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """Min- and max-content width of a flex container (§9.9.1, as browsers do it)."""
    style = box.style
    items = [child for child in box.children if not child.is_out_of_flow]
    for child in items:
        child.tell_heights(INDEFINITE)
    sizes = [outer_sizes(ctx, child) for child in items]
    if not sizes:
        return 0, 0
    if style.flex_direction.startswith("column"):
        widest = {id(child): high for child, (_, high) in zip(items, sizes, strict=True)}
        low, high = max(0, *(low for low, _ in sizes)), max(0, *widest.values())
        return low, high if style.flex_wrap == "nowrap" else max(high, _side_by_side(ctx, box, widest))
    gaps = style.column_gap.resolve(0) * (len(sizes) - 1)
    height = content_height(ctx, box) if style.flex_wrap == "nowrap" and any(map(_may_follow_row, items)) else INDEFINITE
    by_row = [_by_row(ctx, child, style.align_items, height) if height != INDEFINITE and _may_follow_row(child) else None for child in items]
    flexed = [(given, given) if given is not None else _flexed(ctx, child, *size) for given, child, size in zip(by_row, items, sizes, strict=True)]
    high = sum(high for _, high in flexed) + gaps
    if style.flex_wrap == "nowrap":
        return max(sum(low for low, _ in flexed) + gaps, 0), max(high, 0)
    low = max(0, *(low for low, _ in sizes))
    return low, max(low, high)


def _side_by_side(ctx: Context, box: Box, widest: dict[int, int]) -> int:
    """The max-content width of a column that wraps: its lines beside each other, each as wide as its widest item."""
    lines = lines_at(ctx, box, max(sum(widest.values()), 0))
    return sum(max(widest[id(item.box)] for item in line.items) for line in lines) + box.style.column_gap.resolve(0) * (len(lines) - 1)


def _may_follow_row(item: Box) -> bool:
    style = item.style
    return style.height.is_auto and not style.max_width.has_percentage and (item.kind == REPLACED or style.aspect_ratio is not None)


def _by_row(ctx: Context, item: Box, align_items: str, height: int) -> int | None:
    """The contribution of an item that the container's own inner height gives a width through its ratio (§9.8); None where it does not."""
    axes = Axes(True, False, False, False, 0, max(height, 0), height, max(height, 0))
    made = make_item(ctx, item, axes, align_items)
    return made.outer_hypothetical if made.base_words == BY_CROSS or (made.stretches and item.kind != REPLACED and item.style.width.is_auto) else None


def _flexed(ctx: Context, item: Box, low: int, high: int) -> tuple[int, int]:
    """The contributions of an item with a definite ``flex-basis``: they count as far as it may grow or shrink to them, else the base
    size within its limits does."""
    style = item.style
    basis = style.width if style.flex_basis.kind == AUTO_KIND and item.kind != TABLE else style.flex_basis
    if basis.kind != Kind.FIXED:
        return low, high
    edges = edges_of(item, 0)
    margins = edges.margin_left + edges.margin_right
    base = to_border_box(item, basis.units, edges.inline)
    held = base
    if style.max_width.kind == Kind.FIXED:
        held = min(held, to_border_box(item, style.max_width.units, edges.inline))
    if style.min_width.kind == AUTO_KIND and style.overflow_x in ("visible", "clip"):
        least = ctx.content_sizes(item)[0] + edges.inline
        if style.width.kind == Kind.FIXED:
            least = min(least, to_border_box(item, style.width.units, edges.inline))
        if style.max_width.kind == Kind.FIXED:
            least = min(least, to_border_box(item, style.max_width.units, edges.inline))
    else:
        least = minimum_width(ctx, item, style.min_width)
    held = max(held, least, edges.inline)
    outer = base + margins

    def flexed(size: int) -> int:
        may_flex = style.flex_grow > 0 if size > outer else style.flex_shrink > 0
        return size if size == outer or may_flex else max(held + margins, 0)

    return flexed(low), flexed(high)
