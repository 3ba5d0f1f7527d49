"""Flex items: base sizes, hypothetical sizes and automatic minimums (css-flexbox-1 §9.2, §4.5)."""

from __future__ import annotations

from ...styles.values import AUTO_KIND, Kind, Length
from ...units import INDEFINITE, UNLIMITED, f32
from ..alignment import split_safety
from ..boxes import REPLACED, TABLE, Box, edges_of
from ..context import Context
from ..fragments import Space
from ..replaced.replaced_layout import has_content_ratio_alone, has_ratio_alone, is_held_by_content, is_pressed, ratio
from ..sizes.ratios import is_of_border_box
from ..sizes.rules import CONTENT
from ..sizes.sizing import (
    clamp_block,
    clamp_inline,
    fit_content,
    held_by_content,
    outer_content_sizes,
    resolve_block,
    resolve_inline,
    resolve_least,
    through_ratio,
    to_border_box,
    to_border_height,
    width_from_ratio,
)
from .flex_line import Axes, FlexItem

BY_CROSS = "aspect ratio with its cross size"
"""What is told of a base size that the cross size gives through a ratio."""


def make_item(ctx: Context, box: Box, axes: Axes, align_items: str) -> FlexItem:
    """An item with its margins, limits, base size and hypothetical size (§9.2 step 3)."""
    edges = edges_of(box, axes.inner_width)
    align = box.style.align_self if box.style.align_self != "auto" else align_items
    item = FlexItem(box, edges, align if split_safety(align)[0] != "normal" else "stretch")
    if axes.is_row:
        item.main_start, item.main_end = edges.margin_left, edges.margin_right
        item.cross_start, item.cross_end = edges.margin_top, edges.margin_bottom
        item.auto_main, item.auto_cross = (edges.auto_left, edges.auto_right), (edges.auto_top, edges.auto_bottom)
        item.main_around = edges.inline
    else:
        item.main_start, item.main_end = edges.margin_top, edges.margin_bottom
        item.cross_start, item.cross_end = edges.margin_left, edges.margin_right
        item.auto_main, item.auto_cross = (edges.auto_top, edges.auto_bottom), (edges.auto_left, edges.auto_right)
        item.main_around = edges.block
    if axes.main_reversed:
        item.main_start, item.main_end, item.auto_main = item.main_end, item.main_start, item.auto_main[::-1]
    if axes.cross_reversed:
        item.cross_start, item.cross_end, item.auto_cross = item.cross_end, item.cross_start, item.auto_cross[::-1]
    _Sizes(ctx, item, axes).run()
    return item


def cross_width(ctx: Context, item: FlexItem, axes: Axes) -> int:
    """The border-box width of an item of a column container before lines are known (§9.4 step 7)."""
    box, edges = item.box, item.edges
    margins = edges.margin_left + edges.margin_right
    width = box.style.width
    available = axes.inner_width
    content = room_by_content(item, axes)
    if content is not None and width.kind in CONTENT:
        used = content
    elif width.kind != AUTO_KIND:
        used = resolve_inline(ctx, box, width, edges, available, margins)
    elif item.stretches and not axes.wraps:
        used = max(available - margins, edges.inline)
    elif box.kind == REPLACED:
        return INDEFINITE
    else:
        flexed = item.main if item.is_definite or item.main != item.base else INDEFINITE
        from_ratio = width_from_ratio(box, edges, Space(available, percent_block=axes.percent_block, fixed_block=flexed or INDEFINITE, definite=True))
        if from_ratio is None:
            used = fit_content(ctx, box, edges, available - margins)
        else:
            used = held_by_content(ctx, box, edges, from_ratio) if box.style.height.kind != AUTO_KIND else from_ratio
    return clamp_inline(ctx, box, used, edges, available, margins, by_words=content is None)


def room_by_content(item: FlexItem, axes: Axes) -> int | None:
    """The border-box width that words for its content mean in a column of an item whose content has a ratio alone, else None."""
    edges = item.edges
    return max(axes.inner_width - edges.margin_left - edges.margin_right, edges.inline) if fills_the_room(item.box, axes) else None


def fills_the_room(box: Box, axes: Axes) -> bool:
    """Whether its content alone would take all the room there is; words for its content limit nothing then, as the browser has it."""
    has_room = axes.inner_width != INDEFINITE and box.element is not None
    return box.kind == REPLACED and has_room and has_content_ratio_alone(box, axes.percent_block)


class _Sizes:
    """Works out the sizes of one item before flexing."""

    def __init__(self, ctx: Context, item: FlexItem, axes: Axes) -> None:
        self.ctx, self.item, self.axes = ctx, item, axes
        self.box, self.edges = item.box, item.edges

    def run(self) -> None:
        item = self.item
        item.maximum = self._maximum()
        item.base = max(self._base(), item.main_around)
        item.minimum = self._minimum()
        if self.axes.is_row and self.box.kind == TABLE:
            self._hold_open()
        item.hypothetical = max(min(item.base, item.maximum), item.minimum)

    # Limits

    def _maximum(self) -> int:
        length = self.box.style.max_width if self.axes.is_row else self.box.style.max_height
        if length.kind == Kind.NONE:
            return UNLIMITED
        limit = self._limit(length)
        return limit if limit != INDEFINITE else UNLIMITED

    def _limit(self, length: Length) -> int:
        """A limit of the main axis as a border-box size, INDEFINITE where it is none."""
        limit = self._definite(length)
        is_filling = length.kind == Kind.STRETCH and self.axes.is_row and self.axes.inner_width != INDEFINITE
        return self._keyword(length) if limit == INDEFINITE and (length.kind in CONTENT or is_filling) else limit

    def _minimum(self) -> int:
        length = self.box.style.min_width if self.axes.is_row else self.box.style.min_height
        if length.kind == AUTO_KIND:
            return self._automatic_minimum()
        limit = self._limit(length)
        self.item.minimum_words = "min-width" if self.axes.is_row else "min-height"
        return max(limit, self.item.main_around) if limit != INDEFINITE else self.item.main_around

    def _hold_open(self) -> None:
        """A table is never narrower than what is in it (css-tables-3 §3.9)."""
        content = outer_content_sizes(self.ctx, self.box, self.edges)[0]
        if content > self.item.minimum:
            self.item.minimum, self.item.minimum_words = content, "content, that of a table"

    def _automatic_minimum(self) -> int:
        """§4.5: the smaller of its content's and its specified size, except for scroll containers."""
        style = self.box.style
        overflow = style.overflow_x if self.axes.is_row else style.overflow_y
        if overflow not in ("visible", "clip") or (self.box.parent is not None and self.box.parent.style.is_legacy_box):
            return self.item.main_around
        specified = self._specified()
        if self.axes.is_row and is_pressed(self.box):
            content = self.item.main_around
        elif self.axes.is_row and fills_the_room(self.box, self.axes):
            content = self._by_content()
        elif self.axes.is_row:
            content = self._transferred()
            if content == INDEFINITE or self.box.kind != REPLACED:
                content = max(content, outer_content_sizes(self.ctx, self.box, self.edges)[0])
            content = self._through_ratio(content)
        else:
            content = self._content_height()
            by_ratio = self._ratio() if self.box.kind != REPLACED else None
            if by_ratio is not None:
                content = self._within_widths(max(content, self._from_cross(cross_width(self.ctx, self.item, self.axes), by_ratio)), by_ratio)
        self.item.minimum_words = "automatic minimum: its min-content size"
        if specified != INDEFINITE and specified < content:
            content = specified
            self.item.minimum_words = "automatic minimum: its specified size"
        elif self.box.kind == REPLACED and specified == INDEFINITE:
            transferred = self._transferred()
            if transferred != INDEFINITE:
                content = min(content, transferred)
        return max(min(content, self.item.maximum), self.item.main_around)

    def _through_ratio(self, content: int) -> int:
        """The content size suggestion held within the cross limits through the ratio."""
        ratio = self._ratio()
        if ratio is None:
            return content
        most = resolve_block(self.box, self.box.style.max_height, self.edges, self.axes.percent_block)
        if self.box.style.max_height.kind != Kind.NONE and most != INDEFINITE:
            content = min(content, self._from_cross(most, ratio))
        least = resolve_least(self.box, self.box.style.min_height, self.edges, self.axes.percent_block)
        if self.box.style.min_height.kind != AUTO_KIND and least != INDEFINITE:
            content = max(content, self._from_cross(max(least, self.edges.block), ratio))
        return content

    def _within_widths(self, content: int, ratio: float) -> int:
        """The same in a column, where the limits are widths."""
        limit, basis = self.box.style.max_width, self.axes.inner_width
        if limit.kind == Kind.NONE or (limit.has_percentage and basis == INDEFINITE):
            return content
        most = resolve_inline(self.ctx, self.box, limit, self.edges, basis, self.edges.margin_left + self.edges.margin_right)
        return min(content, self._from_cross(most, ratio))

    def _ratio(self) -> float | None:
        if self.box.kind == REPLACED:
            return None if self.axes.is_row and is_held_by_content(self.box) else ratio(self.box)
        declared = self.box.style.aspect_ratio
        return declared[1] if declared is not None else None

    def _transferred(self) -> int:
        """The transferred size suggestion: a definite cross size through the ratio."""
        ratio = self._ratio()
        cross = self._definite_cross()
        if ratio is None or cross == INDEFINITE:
            return INDEFINITE
        return self._from_cross(cross, ratio)

    def _from_cross(self, cross: int, ratio: float) -> int:
        edges = self.edges
        border_box = is_of_border_box(self.box) and self.box.kind != REPLACED
        inner = cross if border_box else cross - (edges.block if self.axes.is_row else edges.inline)
        size = int(f32(inner * ratio)) if self.axes.is_row else int(f32(inner / ratio))
        return size if border_box else size + (edges.inline if self.axes.is_row else edges.block)

    def _definite_cross(self) -> int:
        style = self.box.style
        if self.axes.is_row:
            height = resolve_block(self.box, style.height, self.edges, self.axes.percent_block)
            if height != INDEFINITE:
                return height
            if style.height.kind == AUTO_KIND and self.item.stretches and not self.axes.wraps and self.axes.given_height != INDEFINITE:
                return max(self.axes.given_height - self.item.cross_start - self.item.cross_end, 0)
            return INDEFINITE
        width = style.width
        if width.kind <= Kind.CALC:
            return to_border_box(self.box, width.resolve(self.axes.inner_width), self.edges.inline)
        if width.kind == AUTO_KIND and self.item.stretches and not self.axes.wraps:
            return max(self.axes.inner_width - self.item.cross_start - self.item.cross_end, 0)
        return INDEFINITE

    # Sizes

    def _specified(self) -> int:
        length = self.box.style.width if self.axes.is_row else self.box.style.height
        if length.kind == Kind.STRETCH and self.axes.is_row and self.axes.inner_width != INDEFINITE:
            return self._keyword(length)
        return self._definite(length)

    def _definite(self, length: Length) -> int:
        """A length or percentage of the main axis as a border-box size; INDEFINITE where it cannot be resolved."""
        if length.kind == Kind.STRETCH and not self.axes.is_row:
            return resolve_block(self.box, length, self.edges, self.axes.percent_block)
        if length.kind > Kind.CALC:
            return INDEFINITE
        basis = self.axes.inner_width if self.axes.is_row else self.axes.percent_block
        if length.has_percentage and basis == INDEFINITE:
            return INDEFINITE
        return (to_border_box if self.axes.is_row else to_border_height)(self.box, length.resolve(max(basis, 0)), self.item.main_around)

    def _keyword(self, length: Length) -> int:
        if not self.axes.is_row:
            return self._content_height()
        by_content = self._by_content() if length.kind in CONTENT and self.box.kind == REPLACED else INDEFINITE
        if by_content != INDEFINITE:
            return by_content
        margins = self.edges.margin_left + self.edges.margin_right
        return resolve_inline(self.ctx, self.box, length, self.edges, self.axes.inner_width, margins)

    def _base(self) -> int:
        """The flex base size (§9.2 step 3, A to E)."""
        style = self.box.style
        basis = style.flex_basis
        words = "flex-basis"
        if basis.kind == AUTO_KIND:
            basis = style.width if self.axes.is_row else style.height
            words = "width" if self.axes.is_row else "height"
        size = self._definite(basis) if basis.kind != Kind.CONTENT else INDEFINITE
        if size != INDEFINITE:
            self.item.base_words = words
            self.item.is_definite = True
            return size
        if basis.kind in CONTENT or basis.kind == Kind.STRETCH:
            self.item.base_words = words
            return self._keyword(basis)
        return self._content_base()

    def _by_content(self) -> int:
        """The width that a ratio gives replaced content in a row: from a definite height, or, where it has nothing else, the room; else
        INDEFINITE."""
        transferred = self._transferred()
        if transferred != INDEFINITE:
            return self._through_ratio(transferred)
        return self._room() if fills_the_room(self.box, self.axes) else INDEFINITE

    def _room(self) -> int:
        return max(self._through_ratio(self.axes.inner_width - self.item.main_start - self.item.main_end), self.edges.inline)

    def _content_base(self) -> int:
        """B and E: through the ratio from a definite cross size, or the max-content size."""
        ratio = self._ratio()
        cross = self._definite_cross()
        if ratio is not None and cross != INDEFINITE:
            self.item.base_words, self.item.is_definite = BY_CROSS, True
            return self._from_cross(self._clamped_cross(cross), ratio)
        self.item.base_words = "content: its max-content size"
        if self.axes.is_row and self.box.kind == REPLACED and has_ratio_alone(self.box, self.axes.percent_block) and self.axes.inner_width != INDEFINITE:
            return self._room()
        if self.axes.is_row:
            widest = outer_content_sizes(self.ctx, self.box, self.edges)[1]
            return through_ratio(self.box, widest, self.edges, self.axes.percent_block) if self.box.kind != REPLACED else widest
        if ratio is not None and self.box.kind != REPLACED:
            self.item.base_words = "aspect ratio with its fit-content width"
            self.item.is_definite = True
            return self._from_cross(cross_width(self.ctx, self.item, self.axes), ratio)
        return self._content_height()

    def _clamped_cross(self, cross: int) -> int:
        if self.axes.is_row:
            return clamp_block(self.box, cross, self.edges, self.axes.percent_block)
        margins = self.edges.margin_left + self.edges.margin_right
        return clamp_inline(self.ctx, self.box, cross, self.edges, self.axes.inner_width, margins, by_words=not fills_the_room(self.box, self.axes))

    def _content_height(self) -> int:
        """The height that the content makes at the item's width, percentages of heights of nothing; ``stretch`` has the container's height."""
        width, style = cross_width(self.ctx, self.item, self.axes), self.box.style
        stretches = Kind.STRETCH in (style.height.kind, style.min_height.kind, style.max_height.kind)
        space = Space(self.axes.inner_width, percent_block=self.axes.percent_block if stretches else INDEFINITE, fixed_inline=width, definite=False, shrink=width == INDEFINITE)
        fragment = self.ctx.layout(self.box, space)
        if self.box.kind == REPLACED:
            return fragment.height
        return max(fragment.content_height or fragment.height, self.edges.block)


