"""Used widths and heights from ``width``, ``height`` and their limits (CSS 2 §10, css-sizing-3 and -4)."""

from __future__ import annotations

from ...styles.style import ComputedStyle
from ...styles.values import AUTO_KIND, Kind, Length
from ...units import INDEFINITE, f32
from ..alignment import half
from ..boxes import BLOCK, FLEX, GRID, TABLE, Box, Edges
from ..containing import contains_height, held_height, is_drawn_tick
from ..context import Context
from ..fragments import Space
from .ratios import is_of_border_box, ratio_of, width_by_ratio
from .rules import CONTENT, SizeRules

WHOLE = SizeRules[int](max, min, Length.resolve, INDEFINITE.__eq__)
"""The rules at one width."""
outer_content_sizes, to_border_box, to_border_height, resolve_inline, clamp_inline, fit_content = WHOLE.outer_content_sizes, WHOLE.to_border_box, WHOLE.to_border_height, WHOLE.resolve_inline, WHOLE.clamp_inline, WHOLE.fit_content
resolve_block, resolve_least, clamp_block, definite_height = WHOLE.resolve_block, WHOLE.resolve_least, WHOLE.clamp_block, WHOLE.definite_height
auto_margins, relative_offset, held_by_height = WHOLE.auto_margins, WHOLE.relative_offset, WHOLE.held_by_height


def inline_size(ctx: Context, box: Box, edges: Edges, space: Space) -> int:
    """The border-box width of a box in flow, or shrink-to-fit where the space says so (CSS 2 §10.3)."""
    if space.fixed_inline != INDEFINITE:
        return space.fixed_inline
    length = box.style.width
    margins = edges.margin_left + edges.margin_right
    stretches = length.kind == AUTO_KIND and is_stretched(box) and (fills_its_block(box) or not (space.shrink or box.is_as_wide_as_content))
    from_ratio = width_from_ratio(box, edges, space) if not stretches else None
    by_content = length.kind in CONTENT
    if from_ratio is not None and (by_content or length.kind == AUTO_KIND):
        width = held_by_content(ctx, box, edges, from_ratio)
    else:
        if length.kind != AUTO_KIND:
            width = resolve_inline(ctx, box, length, edges, space.inline if length.kind <= Kind.CALC else space.across, margins)
        elif not stretches and (space.shrink or box.is_as_wide_as_content or justification(box)):
            width = fit_content(ctx, box, edges, space.across - margins)
        else:
            width = max(space.across - margins, edges.inline)
        if not stretches and (by_content or length.kind == AUTO_KIND):
            width = through_ratio(box, width, edges, space.percent_block)
    limited = clamp_inline(ctx, box, width, edges, space.inline, margins, room=space.across, content=from_ratio)
    ctx.recorder.inline_size(box, edges, space, width, limited)
    return limited


def takes_the_room(style: ComputedStyle) -> bool:
    """Whether a width depends on the room that there is for the box: an automatic one, or one by a word."""
    return style.width.is_auto or any(length.kind in _BY_ROOM for length in (style.width, style.min_width, style.max_width))


_BY_ROOM = (Kind.FIT_CONTENT, Kind.STRETCH)
_FREE = ("normal", "stretch", "auto", "legacy")


def is_stretched(box: Box) -> bool:
    """Whether a block in block flow is told to fill its containing block, whatever its ratio says (css-align-3 §6.1)."""
    return _justify_self(box) == "stretch"


def fills_its_block(box: Box) -> bool:
    """Whether a block in block flow that would take no more than it needs (a table, a button, a picture) fills its containing
    block instead."""
    return is_stretched(box) and box.parent is not None and box.parent.kind == BLOCK


def _justify_self(box: Box) -> str:
    """``justify-self`` of a block in block flow, its parent's ``justify-items`` for ``auto``; ``normal`` where it does not apply, and
    for what stands in an anonymous block, which has nobody's ``justify-items``."""
    own, parent = box.style.justify_self, box.parent
    if box.is_floating or box.is_out_of_flow or box.is_inline_level or (box.role == "anonymous" and box.kind != TABLE):
        return "normal"
    if own == "auto":
        return parent.style.justify_items if parent is not None and parent.kind == BLOCK and not box.inline_parents else "normal"
    return own


def justification(box: Box) -> str:
    """How a block in block flow is aligned along the line in its containing block; empty where it fills it (css-align-3 §6.1)."""
    own = _justify_self(box)
    if box.parent is None or box.parent.kind != BLOCK:
        return ""
    return "" if own in _FREE or own.startswith("legacy") else own


def justified_shift(box: Box, outer: int, edges: Edges, available: int) -> int:
    """How far a justified block is moved from the start of its containing block, to the left where it has more than the room
    and is not told to be safe (css-align-3 §4.4); auto margins come first."""
    words = justification(box).split()
    aligned = words[-1:] if not (edges.auto_left or edges.auto_right) else []
    free = available - outer
    if free < 0 and "safe" in words:
        return 0
    if aligned == ["center"]:
        return half(free)
    return free if aligned and aligned[0] in ("end", "right", "flex-end", "self-end") else 0


def aligned_shift(box: Box, around: Box, outer: int, edges: Edges, room: int) -> int:
    """How far a block is moved along the line in some room of what is around it: by its own alignment, or that of ``align``
    attributes and <center> (HTML 15.3.3)."""
    if justification(box):
        return justified_shift(box, outer, edges, room)
    align = around.style.text_align
    if not align.startswith("-webkit") or edges.auto_left or edges.auto_right:
        return 0
    free = max(room - outer, 0)
    return free // 2 if align == "-webkit-center" else free if align == ("-webkit-left" if around.is_reversed else "-webkit-right") else 0


def compressed_width(box: Box, edges: Edges) -> int:
    """The border-box width to which a field can be compressed whose width is a percentage: what that is of nothing (css-sizing-3 §5.2.2)."""
    return to_border_box(box, box.style.width.resolve(0), edges.inline)


def min_content(ctx: Context, box: Box, edges: Edges) -> int:
    """The narrowest border-box width its content can take."""
    return outer_content_sizes(ctx, box, edges)[0]


def held_by_content(ctx: Context, box: Box, edges: Edges, by_ratio: int) -> int:
    """A border-box width through a ratio with its automatic minimum, its content's (css-sizing-4 §5.1)."""
    is_held = box.style.min_width.kind == AUTO_KIND and box.style.overflow_x in ("visible", "clip")
    return max(by_ratio, min_content(ctx, box, edges)) if is_held else by_ratio


def width_from_ratio(box: Box, edges: Edges, space: Space) -> int | None:
    """The border-box width that a definite height gives through ``aspect-ratio`` (css-sizing-4 §4)."""
    ratio = ratio_of(box)
    if ratio is None:
        return None
    height = definite_block_size(box, edges, space)
    return None if height == INDEFINITE else width_by_ratio(box, edges, height, ratio)


def through_ratio(box: Box, width: int, edges: Edges, percent_basis: int) -> int:
    """An automatic border-box width held by ``min-height`` and ``max-height`` through ``aspect-ratio`` (css-sizing-4 §4.2)."""
    ratio = ratio_of(box)
    if ratio is None:
        return width
    style = box.style
    if style.max_height.kind != Kind.NONE:
        most = resolve_block(box, style.max_height, edges, percent_basis)
        if most != INDEFINITE:
            width = min(width, width_by_ratio(box, edges, most, ratio))
    least = resolve_least(box, style.min_height, edges, percent_basis) if style.min_height.kind != AUTO_KIND else INDEFINITE
    # A border box is never lower than its borders and padding, and they count in its ratio.
    least = max(least, edges.block)
    if least > edges.block or is_of_border_box(box):
        width = max(width, width_by_ratio(box, edges, least, ratio))
    return width


def height_from_ratio(box: Box, edges: Edges, width: int) -> int:
    """The border-box height that a border-box width gives through ``aspect-ratio``."""
    ratio = ratio_of(box) or 1.0
    if is_of_border_box(box):
        # As the browser has it: what tables have at their sides does not count.
        return max(int(f32((width - edges.inline if box.kind == TABLE else width) / ratio)), edges.block)
    return int(f32(max(width - edges.inline + sum(box.gutters), 0) / ratio)) + edges.block


def height_by_ratio(box: Box, edges: Edges, width: int) -> int:
    """The border-box height that ``aspect-ratio`` gives a box whose height is automatic, a word for its content's, which then is no
    other, or a percentage of nothing; else INDEFINITE (css-sizing-4 §5.1)."""
    height = box.style.height
    if ratio_of(box) is None or (height.kind <= Kind.CALC and not height.has_percentage):
        return INDEFINITE
    return height_from_ratio(box, edges, width)


def has_plain_height(box: Box) -> bool:
    """Whether nothing in a box's own style makes its height another than that of what is in it."""
    known = box.has_plain_height
    if known is None:
        style = box.style
        is_free = style.height.kind == AUTO_KIND and style.min_height.kind == AUTO_KIND and style.max_height.kind == Kind.NONE
        known = box.has_plain_height = is_free and ratio_of(box) is None and not contains_height(box)
    return known


def has_own_height(box: Box, edges: Edges, percent_block: int, width: int) -> bool:
    """Whether a box's height is given, or comes from its width."""
    if has_plain_height(box):
        return False
    return resolve_block(box, box.style.height, edges, percent_block) != INDEFINITE or height_by_ratio(box, edges, width) != INDEFINITE


def definite_block_size(box: Box, edges: Edges, space: Space) -> int:
    """The border-box height where it does not depend on content, clamped; else INDEFINITE."""
    if space.fixed_block != INDEFINITE:
        return space.fixed_block if space.definite else INDEFINITE
    if has_plain_height(box):
        return INDEFINITE
    if box.style.height.kind == Kind.STRETCH and space.block != INDEFINITE:
        return max(space.block - edges.margin_top - edges.margin_bottom, edges.block)
    return definite_height(box, edges, space.percent_block)


def block_size(box: Box, edges: Edges, space: Space, content: int, width: int) -> int:
    """The border-box height of a box whose content makes a border box ``content`` high (§10.5 to §10.7)."""
    if space.fixed_block != INDEFINITE:
        return space.fixed_block
    if has_plain_height(box):
        return max(content, edges.block)
    if box.kind in (FLEX, GRID) and contains_height(box) and (box.kind != GRID or box.style.contain_intrinsic_height.kind != Kind.NONE or is_drawn_tick(box)):
        content = held_height(box) + edges.block
    height = definite_block_size(box, edges, space)
    if height != INDEFINITE:
        has_content_limit = Kind.CALC < box.style.min_height.kind != AUTO_KIND or Kind.CALC < box.style.max_height.kind != Kind.NONE
        return clamp_block(box, height, edges, space.percent_block, content) if has_content_limit else height
    height = height_by_ratio(box, edges, width)
    if height != INDEFINITE:
        is_automatic = AUTO_KIND <= box.style.height.kind <= Kind.FIT_CONTENT and box.style.min_height.kind == AUTO_KIND
        if is_automatic and box.style.overflow_y in ("visible", "clip"):
            height = max(height, content)
        # Words for the content mean what the ratio has it, too.
        return clamp_block(box, height, edges, space.percent_block, height)
    return clamp_block(box, content, edges, space.percent_block, content)


def child_percent_basis(box: Box, edges: Edges, space: Space, width: int) -> int:
    """The content height that percentage heights of children are of in a box ``width`` wide, or INDEFINITE (§10.5)."""
    height = definite_block_size(box, edges, space)
    if height == INDEFINITE:
        if box.role == "anonymous" or (box.passes_height and box.style.height.is_auto):
            return space.percent_block
        if has_plain_height(box):
            return INDEFINITE
        by_ratio = height_by_ratio(box, edges, width) if space.fixed_block == INDEFINITE and space.definite else INDEFINITE
        return max(clamp_block(box, by_ratio, edges, space.percent_block, by_ratio) - edges.block, 0) if by_ratio != INDEFINITE else INDEFINITE
    return max(height - edges.block, 0)
