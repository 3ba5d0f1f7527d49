"""The rules of widths, heights and margins of one box (CSS 2 §10, css-sizing-3), written once for every kind of number.

``SizeRules`` is made for whole numbers in ``sizing`` (``WHOLE``: one width) and for arrays of them in
``widths.across_sizes`` (``ARRAYS``: all widths of a stretch at once). What must be decided alike at all widths is left to
those who use them. Lengths are in 1/64 px; INDEFINITE stands for no length in both kinds.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Generic, Protocol

from ...styles.values import AUTO_KIND, FIXED, Kind, Length
from ...units import INDEFINITE
from ..boxes import BLOCK, Box, edges_of
from ..context import Context
from ..number_kinds import N, N_co
from .ratios import width_by_own_height, widths_by_own_limits


class EdgesOf(Protocol[N_co]):
    """Margins, and borders with paddings, of a box; auto margins are 0 with their flag set."""

    @property
    def margin_top(self) -> N_co: ...
    @property
    def margin_bottom(self) -> N_co: ...
    @property
    def margin_left(self) -> N_co: ...
    @property
    def margin_right(self) -> N_co: ...
    @property
    def top(self) -> N_co: ...
    @property
    def bottom(self) -> N_co: ...
    @property
    def inline(self) -> N_co: ...
    @property
    def block(self) -> N_co: ...
    @property
    def auto_left(self) -> bool: ...
    @property
    def auto_right(self) -> bool: ...


def kept_margins(box: Box) -> tuple[bool, bool]:
    """Whether the margins above and below a box take from the height that it fills (css-sizing-4 §5.1): not where they could
    collapse with those of its parent."""
    parent = box.parent
    if parent is None or parent.kind != BLOCK or parent.is_bfc_root or not box.is_block_level:
        return True, True
    around = edges_of(parent, 0)
    return bool(around.top), bool(around.bottom)


CONTENT = (Kind.MIN_CONTENT, Kind.MAX_CONTENT, Kind.FIT_CONTENT)


class SizeRules(Generic[N]):
    """The rules for one kind of number, given how it is compared and how a length becomes one."""

    __slots__ = ("is_indefinite", "larger", "resolved", "smaller")
    larger: Callable[[N, N], N]
    smaller: Callable[[N, N], N]
    resolved: Callable[[Length, N], N]
    is_indefinite: Callable[[N], bool]

    def __init__(
        self, larger: Callable[[N, N], N], smaller: Callable[[N, N], N], resolved: Callable[[Length, N], N], is_indefinite: Callable[[N], bool]
    ) -> None:
        self.larger, self.smaller, self.resolved, self.is_indefinite = larger, smaller, resolved, is_indefinite

    def to_border_box(self, box: Box, length: N, edges_sum: N) -> N:
        """A resolved width as a border-box width, by ``box-sizing``; what is kept for scroll bars lies within a width."""
        if box.style.box_sizing == "border-box":
            return self.larger(length, edges_sum)
        kept = box.gutters[0] + box.gutters[1]
        return self.larger(length, kept) + edges_sum - kept

    def to_border_height(self, box: Box, length: N, edges_sum: N) -> N:
        """A resolved height as a border-box height, by ``box-sizing``."""
        return self.larger(length, edges_sum) if box.style.box_sizing == "border-box" else self.larger(length, 0) + edges_sum

    # Widths

    def resolve_inline(self, ctx: Context, box: Box, length: Length, edges: EdgesOf[N], available: N, margins: N) -> N:
        """A sizing value of the inline axis as a border-box width."""
        kind = length.kind
        if kind <= Kind.CALC:
            return self.to_border_box(box, self.resolved(length, available), edges.inline)
        if kind == Kind.STRETCH:
            return self.larger(available - margins, edges.inline)
        by_height = width_by_own_height(box)
        if by_height is not None:
            return by_height
        if kind in (Kind.MIN_CONTENT, Kind.MAX_CONTENT):
            width = self.outer_content_sizes(ctx, box, edges)[kind == Kind.MAX_CONTENT]
        else:
            width = self.fit_content(ctx, box, edges, available - margins)
        return self.held_by_height(box, width)

    def held_by_height(self, box: Box, width: N) -> N:
        """A border-box width by content, held by limits of the height through the ratio (css-sizing-4 §4.2)."""
        held = widths_by_own_limits(box)
        return width if held is None else self.larger(self.smaller(width, held[1]), held[0])

    def fit_content(self, ctx: Context, box: Box, edges: EdgesOf[N], available: N) -> N:
        """Shrink-to-fit border-box width for an available border-box width (§10.3.5)."""
        low, high = self.outer_content_sizes(ctx, box, edges)
        return self.larger(low, self.smaller(high, available))

    def outer_content_sizes(self, ctx: Context, box: Box, edges: EdgesOf[N]) -> tuple[N, N]:
        """Min- and max-content border-box widths. The padding of a fieldset is that of the box in it, which holds its content:
        percentages of it count for nothing there."""
        low, high = ctx.content_sizes(box)
        if box.element is None or box.element.tag != "fieldset" or box.pseudo is not None:
            return edges.inline + low, edges.inline + high
        fixed = edges_of(box, 0).inline
        return self.larger(low + fixed, edges.inline), self.larger(high + fixed, edges.inline)

    def clamp_inline(
        self, ctx: Context, box: Box, width: N, edges: EdgesOf[N], available: N, margins: N, room: N | None = None, content: N | None = None,
        by_words: bool = True,
    ) -> N:
        """Apply max-width and then min-width to a border-box width (§10.4). ``room`` is what keywords that fill or fit have, where
        it is not what percentages are of: offsets take from it (css-position-3 §4.1). ``content`` is the border-box width that
        content keywords mean where a height and a ratio give it (css-sizing-4 §4); not ``by_words``, they limit nothing."""
        style = box.style
        if style.max_width.kind != Kind.NONE and (by_words or style.max_width.kind not in CONTENT):
            width = self.smaller(width, self._limit(ctx, box, style.max_width, edges, available, margins, room, content))
        least = style.min_width
        if least.kind != AUTO_KIND and not (least.kind == FIXED and least.units == 0) and (by_words or least.kind not in CONTENT):
            width = self.larger(width, self._limit(ctx, box, least, edges, available, margins, room, content))
        return width

    def _limit(self, ctx: Context, box: Box, length: Length, edges: EdgesOf[N], available: N, margins: N, room: N | None, content: N | None) -> N:
        if content is not None and length.kind in CONTENT:
            return content
        return self.resolve_inline(ctx, box, length, edges, available if room is None or length.kind <= Kind.CALC else room, margins)

    def auto_margins(self, edges: EdgesOf[N], width: N, available: N) -> tuple[N, N]:
        """Left and right margins of a block in flow after auto margins took what is left (§10.3.3)."""
        left, right = edges.margin_left, edges.margin_right
        if not (edges.auto_left or edges.auto_right):
            return left, right
        free = self.larger(available - width - left - right, 0)
        if edges.auto_left and edges.auto_right:
            half = free // 2
            return half, free - half
        return (free, right) if edges.auto_left else (left, free)

    # Heights

    def resolve_block(self, box: Box, length: Length, edges: EdgesOf[N], percent_basis: int) -> N:
        """A height value as a border-box height, or INDEFINITE where it behaves as auto."""
        kind = length.kind
        if kind == FIXED:
            return self.to_border_height(box, length.units, edges.block)
        if kind <= Kind.CALC and percent_basis != INDEFINITE:
            return self.to_border_height(box, length.resolve(percent_basis), edges.block)
        if kind == Kind.STRETCH and percent_basis != INDEFINITE:
            above, below = kept_margins(box)
            return self.larger(percent_basis - (edges.margin_top if above else 0) - (edges.margin_bottom if below else 0), edges.block)
        return INDEFINITE

    def resolve_least(self, box: Box, length: Length, edges: EdgesOf[N], percent_basis: int) -> N:
        """A min-height as a border-box height: a percentage without a basis counts as 0 within a function (css-values-4 §10.11)."""
        if length.kind == Kind.CALC and percent_basis == INDEFINITE:
            return self.to_border_height(box, length.resolve(0), edges.block)
        return self.resolve_block(box, length, edges, percent_basis)

    def clamp_block(self, box: Box, height: N, edges: EdgesOf[N], percent_basis: int, content: N = INDEFINITE) -> N:
        """Apply max-height and then min-height (§10.7); ``content`` is the border-box height that content keywords mean."""
        style = box.style
        if style.max_height.kind != Kind.NONE:
            limit = self.resolve_block(box, style.max_height, edges, percent_basis)
            if style.max_height.kind > Kind.CALC and self.is_indefinite(limit):
                limit = content
            if not self.is_indefinite(limit):
                height = self.smaller(height, limit)
        if style.min_height.kind != AUTO_KIND:
            least = self.resolve_least(box, style.min_height, edges, percent_basis)
            if style.min_height.kind > Kind.CALC and self.is_indefinite(least):
                least = content
            if not self.is_indefinite(least):
                height = self.larger(height, least)
        return self.larger(height, edges.block)

    def definite_height(self, box: Box, edges: EdgesOf[N], percent_basis: int) -> N:
        """The border-box height that ``height`` gives, clamped; INDEFINITE where it depends on the content (§10.5)."""
        height = self.resolve_block(box, box.style.height, edges, percent_basis)
        return height if self.is_indefinite(height) else self.clamp_block(box, height, edges, percent_basis)

    # Places

    def relative_offset(self, box: Box, width: N, percent_height: int) -> tuple[N, int]:
        """Offset of a relatively positioned box from containing-block width and (perhaps indefinite) height (§9.4.3)."""
        style = box.style
        x: N = 0
        y = 0
        if not style.left.is_auto:
            x = self.resolved(style.left, width)
        elif not style.right.is_auto:
            x = -self.resolved(style.right, width)
        for length, sign in ((style.top, 1), (style.bottom, -1)):
            if not length.is_auto and not (length.has_percentage and percent_height == INDEFINITE):
                y = sign * length.resolve(max(percent_height, 0))
                break
        return x, y
