"""The one entry of layout: which formatting context lays a box out, what is remembered, and the root in the viewport."""

from __future__ import annotations

from dataclasses import dataclass

from ..styles.values import Kind as LengthKind
from ..units import INDEFINITE
from .block.block_layout import layout_block
from .boxes import Box, Kind, asks_height, edges_of
from .columns.column_layout import layout_columns
from .columns.column_sizes import column_content_sizes, has_columns
from .containing import contains_layout, contains_width, held_width
from .context import Context
from .flex.flex_layout import layout_flex
from .flex.flex_widths import flex_content_sizes
from .fragments import Fragment, Space, form_of
from .grid.grid_layout import grid_content_sizes, layout_grid
from .mirror import turned
from .positioned import place_in_viewport, place_out_of_flow
from .replaced.replaced_layout import layout_replaced, replaced_content_sizes
from .sizes.intrinsic import flow_content_sizes
from .sizes.sizing import definite_height, inline_size
from .table.table_layout import layout_table, table_content_sizes
from .tree.scrollbar_gutters import SCROLLS

MOST_KEPT = 12

_LAYOUTS = {
    Kind.BLOCK: layout_block,
    Kind.FLEX: layout_flex,
    Kind.GRID: layout_grid,
    Kind.TABLE: layout_table,
    Kind.REPLACED: layout_replaced,
}
_CONTENT_SIZES = {
    Kind.FLEX: flex_content_sizes,
    Kind.GRID: grid_content_sizes,
    Kind.TABLE: table_content_sizes,
    Kind.REPLACED: replaced_content_sizes,
}
_BLENDED = (Kind.BLOCK, Kind.FLEX, Kind.GRID)


@dataclass(slots=True)
class Pass(Context):
    """One layout pass with every formatting context behind its door."""

    def layout(self, box: Box, space: Space) -> Fragment:
        cache = box.fragment_cache
        key = space
        if not (asks_height(box) or self.recorder.wants(box)):
            key = space.without_height()
        known: Fragment | None = cache.get(key)
        if known is not None:
            return known
        if key is not space and space.fixed_block != INDEFINITE and box.style.aspect_ratio is None:
            natural: Fragment | None = cache.get(key.with_own_height())
            if natural is not None and natural.height == space.fixed_block:
                return natural
        fragment = self._walked(box, key) if self.walk is not None else self.lay_out_anew(box, space)
        if len(cache) >= MOST_KEPT:
            cache.clear()
        cache[key] = fragment
        return fragment

    def _walked(self, box: Box, space: Space) -> Fragment:
        """The fragment of a box while the widths are walked: from the line that it is on, or laid out anew."""
        walk = self.walk
        assert walk is not None
        form, asked = form_of(space)
        found = walk.find(box, form, asked)
        if found is not None:
            fragment = found[0]
            fragment.space = space
            if fragment.is_blended and box.kind in _BLENDED:
                # Whether boxes fit side by side is decided by 1/64 px: the width is worked out and not taken from the line.
                fragment.width = inline_size(self, box, edges_of(box, max(space.inline, 0)), space)
            return fragment
        fragment = self.lay_out_anew(box, space)
        walk.keep(box, form, asked, fragment)
        return fragment

    def lay_out_anew(self, box: Box, space: Space) -> Fragment:
        lay_out = layout_columns if has_columns(box) else _LAYOUTS.get(box.kind, layout_block)
        fragment = lay_out(self, box, space)
        fragment.space = space
        fragment.basis = max(space.inline, 0)
        if box.style.contain and contains_layout(box):
            fragment.first_baseline = fragment.last_baseline = fragment.line_baseline = None
        if box.style.overflow_y in SCROLLS:
            _hold_baselines(fragment)
        if fragment.out_of_flow:
            place_out_of_flow(self, fragment)
        return turned(fragment) if box.flips and box.parent is not None else fragment

    def content_sizes(self, box: Box) -> tuple[int, int]:
        known = box.intrinsic_cache
        if known is None:
            has_own = box.kind == Kind.REPLACED or (box.kind == Kind.GRID and box.style.contain_intrinsic_width.kind == LengthKind.NONE)
            is_empty = contains_width(box) and not has_own
            ask = column_content_sizes if has_columns(box) else _CONTENT_SIZES.get(box.kind, flow_content_sizes)
            known = box.intrinsic_cache = (held_width(box), held_width(box)) if is_empty else ask(self, box)
        return known


def _hold_baselines(fragment: Fragment) -> None:
    """Baselines of what scrolls lie within it (css-align-3 §9.1)."""
    fragment.first_baseline = _held(fragment.first_baseline, fragment.height)
    fragment.last_baseline = _held(fragment.last_baseline, fragment.height)
    fragment.line_baseline = _held(fragment.line_baseline, fragment.height)


def _held(baseline: int | None, height: int) -> int | None:
    return None if baseline is None else min(max(baseline, 0), height)


def layout_root(ctx: Context, root: Box) -> Fragment:
    """Lay out the root element's box in the initial containing block (CSS 2 §10.1)."""
    height = ctx.height
    root.tell_heights(definite_height(root, edges_of(root, ctx.width), height or INDEFINITE))
    fragment = ctx.layout(root, Space(ctx.width, height, height if height else INDEFINITE))
    place_in_viewport(ctx, fragment)
    return turned(fragment) if root.flips else fragment
