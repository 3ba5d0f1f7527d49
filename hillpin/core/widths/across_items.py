"""What grids and flex rows ask of their items at all widths at once: that arrays can do them, where they stand in their room, and
that they can be made as high as it."""

from __future__ import annotations

import numpy as np

from ..layout.alignment import split_safety
from ..layout.boxes import BLOCK, FLEX, GRID, Box
from ..layout.containing import contains_height, contains_width
from ..layout.sizes.ratios import ratio_of
from ..styles.values import AUTO_KIND, Kind
from ..units import INDEFINITE
from .across_sizes import ARRAYS, EdgesAcross, NotAcrossError, Row, Units, larger
from .strips import BlocksAcross, Strip

START = frozenset({"normal", "stretch", "start", "flex-start", "self-start", "left"})
END = frozenset({"end", "flex-end", "self-end", "right"})


def is_as_high_as_content(across: BlocksAcross, box: Box) -> bool:
    """Whether a container of items is as high as what is in it, and arrays can do it as far as its own style says."""
    style = box.style
    return (
        style.height.kind == AUTO_KIND
        and style.min_height.kind == AUTO_KIND
        and style.max_height.kind == Kind.NONE
        and style.aspect_ratio is None
        and not (box.is_container or box.fills_viewport or contains_width(box) or contains_height(box))
        and not across.moving.boxes_in(box)
        and id(box) not in across.holders
    )


def may_be_item(box: Box) -> bool:
    """Whether arrays can do a box as an item, as far as styles say."""
    style = box.style
    return (
        not box.is_out_of_flow
        and box.kind in (BLOCK, FLEX, GRID)
        and ratio_of(box) is None
        and not (style.grid_template_columns.subgrid or style.grid_template_rows.subgrid)
        and not (style.margin_top.is_auto or style.margin_bottom.is_auto)
        and not _asks_height(box)
    )


def _asks_height(box: Box) -> bool:
    """Whether something in an item is sized or moved by parts of a height, which is another one once the item is stretched."""
    lengths = (box.style.height, box.style.min_height, box.style.max_height, *((box.style.top, box.style.bottom) if box.is_relative else ()))
    return any(length.has_percentage for length in lengths) or any(_asks_height(child) for child in box.children if not child.is_out_of_flow)


def is_placed_simply(value: str) -> bool:
    """Whether an alignment asks for neither baselines nor anything that is not of one box in its room."""
    return split_safety(value)[0] in START | END | {"center"}


def stretch(across: BlocksAcross, strip: Strip, edges: EdgesAcross, room: Row) -> None:
    """An item made as high as its room, where its height is left to that. Raises NotAcrossError where what is in it would see it."""
    if strip.box.style.height.kind != AUTO_KIND:
        return
    height = larger(room - edges.margin_top - edges.margin_bottom, edges.block)
    height = ARRAYS.clamp_block(strip.box, height, edges, INDEFINITE)
    if (np.asarray(strip.height) == height).all():
        return
    if strip.single is not None or strip.box.kind != BLOCK or id(strip.box) in across.frames:
        raise NotAcrossError
    strip.height = height


def offset_in(room: Units, size: Units, before: Units, after: Units, value: str) -> Units:
    """Where a box without auto margins starts in its room, margins included (css-align-3 §4.1)."""
    word, is_safe = split_safety(value)
    if word in START:
        return before
    free = room - size - before - after
    moved = free if word in END else halved(free)
    return before + (np.where(free < 0, 0, moved) if is_safe else moved)


def halved(units: Units) -> Units:
    """Half of a length, cut towards zero as the browser divides."""
    found: Row = np.where(np.asarray(units) >= 0, units // 2, -(-units // 2))
    return found
