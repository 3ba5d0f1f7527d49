"""The one entry of layout for boxes with a formatting context of their own: dispatch, memory, positioned boxes."""

from __future__ import annotations

from ..units import INDEFINITE
from .block import layout_block
from .boxes import Box, Kind, edges_of, height_matters, takes_height
from .context import Context
from .flex import layout_flex
from .fragments import Fragment, Space
from .grid import layout_grid
from .positioned import place_out_of_flow
from .replaced import layout_replaced
from .sizing import inline_size
from .tables import layout_table

MOST_KEPT = 12

_LAYOUTS = {
    Kind.BLOCK: layout_block,
    Kind.FLEX: layout_flex,
    Kind.GRID: layout_grid,
    Kind.TABLE: layout_table,
    Kind.REPLACED: layout_replaced,
}


def layout(ctx: Context, box: Box, space: Space) -> Fragment:
    """The fragment of a box under constraints; equal constraints give the remembered fragment."""
    cache = box.fragment_cache
    key = space
    if not (takes_height(box) or height_matters(box) or ctx.records(box)):
        key = space.without_height()
    known: Fragment | None = cache.get(key)
    if known is not None:
        return known
    if key is not space and space.fixed_block != INDEFINITE:
        natural: Fragment | None = cache.get(key.with_own_height())
        if natural is not None and natural.height == space.fixed_block:
            return natural
    fragment = _walked(ctx, box, key) if ctx.walk is not None else lay_out_anew(ctx, box, space)
    if len(cache) >= MOST_KEPT:
        cache.clear()
    cache[key] = fragment
    return fragment


def _walked(ctx: Context, box: Box, space: Space) -> Fragment:
    """The fragment of a box while the widths are walked: from the line that it is on, or laid out anew."""
    from .blend import BlendedFragment, Sample

    walk = ctx.walk
    assert walk is not None
    kind = sum(1 << place for place, length in enumerate(space[:5]) if length == INDEFINITE) | space.definite << 5 | space.shrink << 6
    asked = (*(0 if length == INDEFINITE else length for length in space[:5]), space.content_shift)
    found = walk.find(box, kind, asked)
    if found is not None:
        fragment = found[0]
        fragment.space = space
        if isinstance(fragment, BlendedFragment) and box.kind in (Kind.BLOCK, Kind.FLEX, Kind.GRID):
            # Whether boxes fit side by side is decided by 1/64 px: the width is worked out and not taken from the line.
            fragment.width = inline_size(ctx, box, edges_of(box, max(space.inline, 0)), space)
        return fragment
    fragment = lay_out_anew(ctx, box, space)
    walk.keep(box, kind, Sample(asked, fragment))
    return fragment


def lay_out_anew(ctx: Context, box: Box, space: Space) -> Fragment:
    """Lay out without looking at what is remembered: for a recorder, which must see the steps."""
    fragment = _LAYOUTS.get(box.kind, layout_block)(ctx, box, space)
    fragment.space = space
    fragment.basis = max(space.inline, 0)
    if fragment.out_of_flow:
        place_out_of_flow(ctx, fragment)
    return fragment


def layout_root(ctx: Context, root: Box) -> Fragment:
    """Lay out the root element's box in the initial containing block (CSS 2 §10.1)."""
    from .positioned import place_in_viewport

    height = ctx.height
    fragment = layout(ctx, root, Space(ctx.width, height, height if height else INDEFINITE))
    place_in_viewport(ctx, fragment)
    return fragment
