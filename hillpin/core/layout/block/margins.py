"""Margins that adjoin and collapse (CSS 2 §8.3.1)."""

from __future__ import annotations

from typing import NamedTuple

from ...styles.style import ComputedStyle
from ...styles.values import AUTO_KIND, Kind
from ..boxes import BLOCK, Box, Edges, edges_of
from ..context import Context
from ..fragments import Space
from ..inline.inline_items import prepare
from ..sizes.sizing import inline_size
from .floats import Floats
from .inside import NO_STRUT, Strut


class TopMargins(NamedTuple):
    """The margins that adjoin a block's top margin.

    ``place`` leaves out the box's own bottom margin where they go through the whole box: it says where the empty box
    stands (§8.3.1).
    """

    strut: Strut
    through: bool
    place: Strut


def top_margins(ctx: Context, box: Box, basis: int, floats: Floats | None) -> TopMargins:
    """The margins that adjoin the top margin of a block, and whether they go through the whole box (§8.3.1).

    A descendant that may have clearance ends the collapsing, as it does where the float before it is in the way.
    """
    known: tuple[int, TopMargins] | None = box.strut_cache
    if known is not None and known[0] == basis:
        return known[1]
    result, depends_on_floats = _top_margins(ctx, box, basis, floats)
    if not depends_on_floats:
        box.strut_cache = (basis, result)
    return result


def _top_margins(ctx: Context, box: Box, basis: int, floats: Floats | None) -> tuple[TopMargins, bool]:
    edges = edges_of(box, basis)
    strut = NO_STRUT.plus(edges.margin_top)
    if box.is_bfc_root or box.kind != BLOCK or edges.top:
        return TopMargins(strut, False, strut), False
    depends = False
    if box.has_inline_children:
        if box.has_outside_marker or prepare(ctx, box).has_lines:
            return TopMargins(strut, False, strut), False
    else:
        inner = max(inline_size(ctx, box, edges, Space(basis)) - edges.inline, 0)
        after_float = False
        for child in box.children:
            if child.is_floating:
                after_float = True
                continue
            if child.is_out_of_flow:
                continue
            if child.style.clear != "none":
                depends = True
                if after_float or (floats is not None and floats.items):
                    return TopMargins(strut, False, strut), True
            margins = top_margins(ctx, child, inner, floats)
            strut = strut.joined(margins.strut)
            if child.strut_cache is None or child.strut_cache[0] != inner:
                depends = depends or not (child.is_bfc_root or child.kind != BLOCK)
            if not margins.through:
                return TopMargins(strut, False, strut), depends
    if _is_empty_height(box, edges):
        return TopMargins(strut.plus(edges.margin_bottom), True, strut), depends
    return TopMargins(strut, False, strut), depends


def _is_empty_height(box: Box, edges: Edges) -> bool:
    """Whether nothing keeps the top and bottom margins of a box without content apart."""
    return not (edges.bottom or box.has_outside_marker) and asks_no_height(box.style)


def asks_no_height(style: ComputedStyle) -> bool:
    """Whether a style leaves a box without content without height."""
    height_is_none = style.height.kind == AUTO_KIND or style.height.kind == Kind.PERCENT or (style.height.is_definite_form and style.height.units == 0)
    least = style.min_height
    no_minimum = least.kind == AUTO_KIND or (least.kind == Kind.FIXED and least.units == 0) or least.kind == Kind.PERCENT
    return height_is_none and no_minimum and not (style.aspect_ratio is not None and style.aspect_ratio[1])
