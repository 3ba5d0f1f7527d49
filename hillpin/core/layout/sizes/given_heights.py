"""The heights that percentages are of while the widths of content are asked (css-sizing-3 §5.2): there is no space yet that says them."""

from __future__ import annotations

from ...styles.values import AUTO_KIND, FIXED
from ...units import INDEFINITE
from ..boxes import BLOCK, FLEX, GRID, INLINE, REPLACED, Box, Edges, asks_height, edges_of, takes_height
from ..context import Context
from .sizing import clamp_block, definite_height

_TOLD = (BLOCK, FLEX, GRID)
MOST_GRIDS = 3
"""Grids in one another whose rows give widths to what is in them: each one more is several times the work."""


def given_height(ctx: Context, box: Box) -> int:
    """The content height (1/64 px) that percentages of a box's height are of, where styles alone say it; else INDEFINITE. What is
    around the box then knows that its height was asked for, so that another one drops what came of it."""
    if not takes_height(box) or box.is_out_of_flow:
        return INDEFINITE
    if _is_in_grid(box):
        box.gives_height = True
        return box.area_height
    return _height_around(ctx, box)


def widths_follow_rows(item: Box) -> bool:
    """Whether a grid item's width may come from the heights of its rows: through its ratio, or as something in it asks for heights
    (css-grid-2 §12.1)."""
    has_ratio = item.style.aspect_ratio is not None and item.kind != REPLACED
    if not (has_ratio or asks_height(item)):
        return False
    grids, around = 0, item.parent
    while around is not None:
        grids += around.kind == GRID
        around = around.parent
    return grids <= MOST_GRIDS


def replaced_basis(ctx: Context, box: Box, basis: int) -> int:
    """What percentages of the height of a replaced box are of, where others in its place have ``basis``: in a table cell, as browsers
    have it, the height that the cell is told by itself, whatever its row has (css-tables-3 §3.10.5)."""
    around = box.parent
    while around is not None and (around.kind == INLINE or around.role == "anonymous"):
        around = around.parent
    if around is None or around.role != "cell" or around.style.height.kind != FIXED:
        return basis
    return content_height(ctx, around)


def content_height(ctx: Context, box: Box) -> int:
    """The height of a box's content box (1/64 px) where styles alone say it; else INDEFINITE."""
    box.gives_height = True
    if box.kind not in _TOLD:
        return INDEFINITE
    if box.role == "anonymous" or (box.passes_height and box.style.height.is_auto):
        return _height_around(ctx, box)
    edges = edges_of(box, 0)
    height = _border_box_height(ctx, box, edges)
    return max(height - edges.block, 0) if height != INDEFINITE else INDEFINITE


def _height_around(ctx: Context, box: Box) -> int:
    around = box.parent
    while around is not None and around.kind == INLINE:
        around = around.parent
    return content_height(ctx, around) if around is not None else INDEFINITE


def _border_box_height(ctx: Context, box: Box, edges: Edges) -> int:
    if box.parent is None or box.is_out_of_flow or (box.parent.kind == FLEX and box.told_height != INDEFINITE):
        return box.told_height
    if _fills_row(box):
        return _stretched(box, edges, content_height(ctx, box.parent))
    height = definite_height(box, edges, given_height(ctx, box))
    return box.told_height if height == INDEFINITE and _is_in_grid(box) else height


def height_in_row(box: Box, edges: Edges, room: int) -> int:
    """The border-box height (1/64 px) that a row of flex whose inner height is ``room`` gives an item; else INDEFINITE
    (css-flexbox-1 §9.8)."""
    if _fills_row(box):
        return _stretched(box, edges, room)
    return definite_height(box, edges, room) if box.style.height.has_percentage else INDEFINITE


def _stretched(box: Box, edges: Edges, room: int) -> int:
    return clamp_block(box, max(room - edges.margin_top - edges.margin_bottom, edges.block), edges, room) if room != INDEFINITE else INDEFINITE


def _is_in_grid(box: Box) -> bool:
    return box.parent is not None and box.parent.kind == GRID


def _fills_row(box: Box) -> bool:
    """Whether a box is stretched to the height of a row of flex items, which is that of its container (css-flexbox-1 §9.8)."""
    style, around = box.style, box.parent
    if around is None or around.kind != FLEX or style.height.kind != AUTO_KIND or style.margin_top.is_auto or style.margin_bottom.is_auto:
        return False
    align = style.align_self if style.align_self != "auto" else around.style.align_items
    return around.style.flex_direction.startswith("row") and around.style.flex_wrap == "nowrap" and align in ("stretch", "normal")
