"""Absolutely and fixed positioned boxes (css-position-3 §3 and §4, CSS 2 §10.3.7 and §10.6.4)."""

from __future__ import annotations

from ..styles.values import AUTO_KIND, Kind
from ..units import INDEFINITE
from .alignment import offset_of, split_safety
from .block.fieldset import FIELDSET, contents_frame, is_in_contents
from .boxes import GRID, INLINE, REPLACED, TABLE, Box, edges_of
from .containing import Frame, containing_box
from .context import Context
from .fragments import Fragment, InlineRect, OutOfFlow, Placed, Space
from .grid.grid_areas import grid_area_frame
from .mirror import turned_children, turned_waiting
from .replaced.replaced_layout import has_ratio_alone, is_replaced
from .sizes.ratios import ratio_of
from .sizes.rules import CONTENT
from .sizes.sizing import clamp_block, clamp_inline, fit_content, held_by_content, resolve_block, resolve_inline, through_ratio, width_from_ratio


def place_out_of_flow(ctx: Context, fragment: Fragment) -> None:
    """Place those waiting boxes whose containing block is this fragment's box or an inline box in it."""
    remaining: list[OutOfFlow] = []
    waiting = fragment.out_of_flow
    while waiting:
        item = waiting.pop(0)
        container = containing_box(item.box)
        frame: Frame | None = None
        if container is fragment.box and container is not None:
            frame = padding_frame(fragment)
            if container.role == FIELDSET and is_in_contents(item.box, container):
                frame = contents_frame(fragment, frame)
            if container.kind == GRID:
                frame = grid_area_frame(fragment, item.box, frame)
        elif container is not None and container.kind == INLINE:
            # Pieces round a block reach over the lines before and behind it.
            frame = None if container.split_from is not None and fragment.box.role == "anonymous" else _inline_frame(fragment, container)
        elif container is not None:
            # A table carries the rectangles of its rows and groups, which have no borders of their own.
            frame = next((Frame(x, y, width, height) for box, x, y, width, height in fragment.row_offsets if box is container), None)
        if frame is None:
            remaining.append(item)
            continue
        if container is not None and container.is_reversed and container.kind != INLINE:
            placed = _place_in_mirror(ctx, item, frame, fragment.width)
        else:
            placed = place(ctx, item, frame)
        fragment.opened().children.append(placed)
        _take_over(placed, waiting)
    fragment.out_of_flow = remaining


def _place_in_mirror(ctx: Context, item: OutOfFlow, frame: Frame, width: int) -> Placed:
    """A box in a containing block that begins on the other side than the formatting context that it is in."""
    seen = Frame(width - frame.x - frame.width, frame.y, frame.width, frame.height)
    return turned_children([place(ctx, turned_waiting([item], width)[0], seen)], width)[0]


def _take_over(placed: Placed, waiting: list[OutOfFlow]) -> None:
    for inner in placed.fragment.out_of_flow:
        waiting.append(inner._replace(x=inner.x + placed.x, y=inner.y + placed.y))


def place_in_viewport(ctx: Context, fragment: Fragment) -> None:
    """Place what is left in the initial containing block, at the root fragment's margin origin."""
    edges = edges_of(fragment.box, ctx.width)
    start, end = fragment.box.gutters
    before = edges.margin_right if fragment.box.flips else edges.margin_left
    frame = Frame(start - before, -edges.margin_top, ctx.width - start - end, ctx.height)
    waiting, fragment.out_of_flow = fragment.out_of_flow, []
    while waiting:
        placed = place(ctx, waiting.pop(0), frame)
        fragment.opened().children.append(placed)
        _take_over(placed, waiting)


def padding_frame(fragment: Fragment) -> Frame:
    """The padding box of a fragment, relative to its border box."""
    style, collapsed = fragment.box.style, fragment.box.collapsed_borders
    top, right, bottom, left = collapsed or (style.border_top_width, style.border_right_width, style.border_bottom_width, style.border_left_width)
    start, end = fragment.box.gutters if fragment.box.parent is not None else (0, 0)
    return Frame(left + start, top, max(fragment.width - left - start - right - end, 0), max(fragment.height - top - bottom, 0))


def _inline_frame(fragment: Fragment, container: Box) -> Frame | None:
    """The containing block that an inline box makes: from its first piece to its last (css-position-3 §2.1)."""
    same = _pieces(fragment, container)
    if not same:
        return None
    first, last = same[0], same[-1]
    style = container.style
    left, top = first.x + style.border_left_width, first.y + style.border_top_width
    right = last.x + last.width - style.border_right_width
    bottom = last.y + last.height - style.border_bottom_width
    return Frame(left, top, max(right - left, 0), max(bottom - top, 0))


def _pieces(fragment: Fragment, container: Box) -> list[InlineRect]:
    """The rectangles of an inline box in the lines of a fragment; where blocks part it, of its pieces and of these in their order."""
    whole, opened = container.split_from or container, fragment.opened()
    blocks = iter([rect for rect in opened.inlines if rect.box is whole])
    parted: list[InlineRect] = []
    for child in opened.children:
        if child.fragment.box.role == "anonymous" and (child.fragment.height or not parted):
            inlines = child.fragment.opened().inlines
            parted += [rect._replace(x=rect.x + child.x, y=rect.y + child.y) for rect in inlines if _is_of(rect.box, container)]
        elif whole in child.fragment.box.inline_parents and child.fragment.height:
            parted += [rect for rect in [next(blocks, None)] if rect is not None]
    return parted or [rect for rect in opened.inlines if _is_of(rect.box, container)] or _emptied(opened, whole)


def _emptied(fragment: Fragment, whole: Box) -> list[InlineRect]:
    """Where an inline box stands of which there is nothing but a block that comes to nothing."""
    first = next((child for child in fragment.children if whole in child.fragment.box.inline_parents), None)
    return [InlineRect(whole, first.x - edges_of(first.fragment.box, fragment.width).margin_left, first.y, 0, 0)] if first is not None else []


def _is_of(piece: Box, container: Box) -> bool:
    return piece is container or (piece.element is not None and piece.element is container.element and piece.pseudo == container.pseudo)


def place(ctx: Context, item: OutOfFlow, frame: Frame) -> Placed:
    """Lay out one positioned box in its containing block and give its place."""
    box = item.box
    static_x, static_y = item.x - frame.x, item.y - frame.y
    fragment, x = _horizontal(ctx, box, frame, item, static_x)
    y, fragment = _vertical(ctx, box, frame, item, static_y, fragment)
    ctx.recorder.positioned(box, frame.width, frame.height, fragment, x, y, (static_x, static_y))
    return Placed(frame.x + x, frame.y + y, fragment)


def _room_at_static(frame: Frame, item: OutOfFlow, static: int) -> int:
    """The width between the containing block's edges that a box has at its static position, by how it is aligned there
    (css-position-3 §3.5.1)."""
    if item.justify == "center":
        middle = static + item.width // 2
        return max(2 * min(middle, frame.width - middle), 0)
    return max(static + item.width if item.justify == "end" else frame.width - static, 0)


def _horizontal(ctx: Context, box: Box, frame: Frame, item: OutOfFlow, static: int) -> tuple[Fragment, int]:
    """§10.3.7: left + margins + width + right = containing block width. Gives a first fragment and x."""
    style = box.style
    edges = edges_of(box, frame.width)
    left = None if style.left.kind == AUTO_KIND else style.left.resolve(frame.width)
    right = None if style.right.kind == AUTO_KIND else style.right.resolve(frame.width)
    margins = edges.margin_left + edges.margin_right
    height_space = Space(frame.width, frame.height, frame.height)
    height = _stretched_height(box, frame, item.y - frame.y)
    box.tell_heights(height)
    if left is None and right is None:
        available = _room_at_static(frame, item, static) if frame.width else 0
    else:
        available = max(frame.width - (left or 0) - (right or 0), 0)
    both = left is not None and right is not None
    justify = _self_word(style.justify_self)
    width = _used_width(ctx, box, frame, available, both and justify in ("normal", "stretch"), height_space)
    space = Space(
        frame.width,
        frame.height,
        frame.height,
        width if width is not None else INDEFINITE,
        height,
        shrink=True,
    )
    fragment = ctx.layout(box, space)
    used = fragment.width
    free = available - used - margins
    margin_left = edges.margin_left
    if left is not None and right is not None:
        if edges.auto_left and edges.auto_right:
            margin_left = free // 2 if free >= 0 else 0
        elif edges.auto_left:
            margin_left = free
        elif not edges.auto_right and justify != "normal":
            margin_left += _within_insets(style.justify_self, left, right, used + margins, frame.width)
        return fragment, left + margin_left
    if left is not None:
        return fragment, left + margin_left
    if right is not None:
        return fragment, frame.width - right - edges.margin_right - used
    return fragment, static + margin_left + _static_shift(item.justify, item.width, used + margins)


def _self_word(value: str) -> str:
    """A self-alignment keyword; auto behaves as normal on a positioned box (css-align-3 §6.1)."""
    word = split_safety(value)[0]
    return "normal" if word == "auto" else word


def _within_insets(align: str, start: int, end: int, size: int, whole: int) -> int:
    """How far behind its first inset a box of an outer size begins that is aligned between both. What finds no room there may
    reach beyond them as far as the containing block does (css-position-3 §4.1, css-align-3 §4.4.1)."""
    room = max(whole - start - end, 0)
    shift = offset_of("start" if align == "stretch" else align, room - size)
    if size <= room or align.startswith(("safe ", "unsafe ")):
        return shift
    return max(min(shift, max(room, whole - start) - size), min(0, -start))


def _static_shift(align: str, room: int, size: int) -> int:
    if align == "center":
        free = room - size
        return free // 2 if free >= 0 else -(-free // 2)
    return room - size if align == "end" else 0


def _used_width(ctx: Context, box: Box, frame: Frame, available: int, both: bool, space: Space) -> int | None:
    """The border-box width, or None where a replaced box finds its own."""
    style = box.style
    edges = edges_of(box, frame.width)
    margins = edges.margin_left + edges.margin_right
    if box.kind == REPLACED and has_ratio_alone(box, space.percent_block):
        return clamp_inline(ctx, box, max(available - margins, edges.inline), edges, frame.width, margins)
    if box.kind == REPLACED and (is_replaced(box) or not both or style.width.kind != AUTO_KIND):
        return None
    ratio = width_from_ratio(box, edges, space)
    if ratio is not None and (style.width.kind == AUTO_KIND or style.width.kind in CONTENT):
        width = held_by_content(ctx, box, edges, ratio)
    elif style.width.kind != AUTO_KIND:
        width = resolve_inline(ctx, box, style.width, edges, available if style.width.kind > Kind.CALC else frame.width, margins)
    elif both and box.kind != TABLE:
        width = max(available - margins, edges.inline)
    else:
        width = fit_content(ctx, box, edges, available - margins)
    if style.width.kind == AUTO_KIND and box.kind != REPLACED:
        width = through_ratio(box, width, edges, space.percent_block)
    return clamp_inline(ctx, box, width, edges, frame.width, margins, available)


def _stretched_height(box: Box, frame: Frame, static: int) -> int:
    """The border-box height where top and bottom give it (§10.6.4), or the room from its static position, else INDEFINITE."""
    style = box.style
    edges = edges_of(box, frame.width)
    if box.kind == TABLE or (box.kind == REPLACED and (is_replaced(box) or style.height.kind != AUTO_KIND)):
        return INDEFINITE
    if style.height.kind == AUTO_KIND:
        if style.top.is_auto or style.bottom.is_auto or (ratio_of(box) is not None):
            return INDEFINITE
        if _self_word(style.align_self) not in ("normal", "stretch"):
            return INDEFINITE
        height = max(frame.height - style.top.resolve(frame.height) - style.bottom.resolve(frame.height), 0)
        height = max(height - edges.margin_top - edges.margin_bottom, edges.block)
    elif style.height.kind == Kind.STRETCH:
        above = (0 if not style.bottom.is_auto else static) if style.top.is_auto else style.top.resolve(frame.height)
        below = 0 if style.bottom.is_auto else style.bottom.resolve(frame.height)
        height = max(max(frame.height - above - below, 0) - edges.margin_top - edges.margin_bottom, edges.block)
    else:
        height = resolve_block(box, style.height, edges, frame.height)
        if height == INDEFINITE:
            return INDEFINITE
    return clamp_block(box, height, edges, frame.height)


def _vertical(ctx: Context, box: Box, frame: Frame, item: OutOfFlow, static: int, fragment: Fragment) -> tuple[int, Fragment]:
    """§10.6.4: top + margins + height + bottom = containing block height."""
    style = box.style
    edges = edges_of(box, frame.width)
    top = None if style.top.kind == AUTO_KIND else style.top.resolve(frame.height)
    bottom = None if style.bottom.kind == AUTO_KIND else style.bottom.resolve(frame.height)
    height = fragment.height
    margins = edges.margin_top + edges.margin_bottom
    if top is not None and bottom is not None:
        # Insets that leave less than nothing leave nothing (css-position-3 §3.5.1).
        free = max(frame.height - top - bottom, 0) - height - margins
        margin_top = edges.margin_top
        if edges.auto_top and edges.auto_bottom:
            margin_top = free // 2 if free >= 0 else -(-free // 2)
        elif edges.auto_top:
            margin_top = free
        elif not edges.auto_bottom and _self_word(style.align_self) != "normal":
            margin_top += _within_insets(style.align_self, top, bottom, height + margins, frame.height)
        return top + margin_top, fragment
    if top is not None:
        return top + edges.margin_top, fragment
    if bottom is not None:
        return frame.height - bottom - edges.margin_bottom - height, fragment
    return static + edges.margin_top + _static_shift(item.align, item.height, height + margins), fragment


