"""One line box: heights, baselines and the rectangles of the inline boxes on it (css-inline-3 §2 to §4)."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from ...styles.style import ComputedStyle
from ..boxes import BREAK, INLINE, TEXT, Box, edges_of
from ..context import Context
from ..fragments import Fragment, InlineRect
from ..sizes.sizing import relative_offset
from .cloned_edges import end_edge, start_edge
from .inline_metrics import FontHeight, StyleMetrics, baseline_shift, fallback_height, marker_height, style_metrics, text_edges
from .items import ItemKind
from .line_alignment import widened_by
from .line_parts import Line, Part, text_width, widened_spaces, without_end
from .visual_order import in_visual_order

NOTHING = -(1 << 40)
"""The ascent and descent of an inline box without a line height."""


@dataclass(slots=True, eq=False)
class Level:
    """An open inline box on the line; vertical positions count from the line's baseline, downwards."""

    box: Box | None
    metrics: StyleMetrics
    left: int
    ascent: int
    descent: int
    pieces: list[Piece] = field(default_factory=list)
    pending: list[Level] = field(default_factory=list)
    """Boxes aligned to the line's top or bottom, placed when its height is known."""
    held_above: int = NOTHING
    held_below: int = NOTHING
    """How far inline boxes in it with fragments of their own reach, which the browser takes for a part of the line where the box
    itself stands at its top or bottom (as measured)."""
    has_start: bool = True
    has_metrics: bool = True
    """Whether its own line height counts: always, but in quirks modes where nothing stands in it."""


@dataclass(slots=True, eq=False)
class Piece:
    """Something with a vertical position: an inline rectangle, an atomic box or a marker of a static position."""

    box: Box
    x: int
    baseline: int
    width: int
    above: int
    height: int
    fragment: Fragment | None = None
    is_text: bool = False
    """A stretch of text, which only counts for the inline boxes around it."""
    is_inside: bool = False
    """Whether it stands in an inline box with a fragment of its own, which counts in its place."""
    members: list[Piece] | None = None
    """For an inline box that draws nothing of its own: what it holds on the line, whose rectangles its own unites; empty ones do not count."""


_TRANSPARENT = (0.0, 0.0, 0.0, 0.0)


def _ensure(level: Level) -> None:
    """Something stands directly in an inline box: its line height counts."""
    level.ascent = max(level.ascent, level.metrics.leaded.ascent)
    level.descent = max(level.descent, level.metrics.leaded.descent)
    level.has_metrics = True


def _has_margins(style: ComputedStyle) -> bool:
    sides = (style.margin_left, style.margin_right, style.margin_top, style.margin_bottom)
    return any(side.units or side.has_percentage or side.is_auto for side in sides)


def _draws_something(style: ComputedStyle) -> bool:
    """Whether an inline box has edges, a background or a layer of its own."""
    paddings = (style.padding_left, style.padding_right, style.padding_top, style.padding_bottom)
    if _has_margins(style) or any(side.units or side.has_percentage for side in paddings):
        return True
    if style.border_left_width or style.border_right_width or style.border_top_width or style.border_bottom_width:
        return True
    if style.background_image or (style.background_color != _TRANSPARENT and style.background_color[-1:] != (0.0,)):
        return True
    return style.position != "static" or style.opacity != 1 or bool(style.filter or style.backdrop_filter or style.will_change)


def has_own_fragment(ctx: Context, box: Box) -> bool:
    """Whether the browser makes a fragment for an inline box. It makes none for one that draws nothing, unless a child has
    margins, another font's height or another baseline, or is a box in the line; where it makes none, the box is where its text
    and its children are (as measured in Chromium 156)."""
    if _draws_something(box.style):
        return True
    metrics = style_metrics(ctx, box.style)
    for child in (box.split_from or box).children:
        if child.kind == TEXT or child.is_out_of_flow or child.is_floating or child.kind == BREAK:
            continue
        if child.kind != INLINE:
            return True
        own = style_metrics(ctx, child.style)
        if _has_margins(child.style) or child.style.vertical_align != "baseline" or (own.ascent, own.descent) != (metrics.ascent, metrics.descent):
            return True
    return False


@dataclass(slots=True)
class LineBox:
    """A finished line: height, baseline from its top, rectangles and atomic boxes relative to its top left."""

    height: int
    baseline: int
    rects: list[InlineRect]
    atomics: list[tuple[int, int, Fragment]]
    left: int
    """Where its first part begins."""
    right: int
    parts: list[Part]
    """What stands on it, in visual order."""


def _is_at_top(level: Level) -> bool:
    return level.box is not None and level.box.style.vertical_align == "top"


def shift_level(level: Level, amount: int) -> None:
    """Move everything of an inline box down by an amount."""
    if amount:
        for piece in level.pieces:
            piece.baseline += amount


class LineAssembler:
    """Builds the line boxes of one inline formatting context."""

    def __init__(self, ctx: Context, root: Box, basis: int, percent_block: int) -> None:
        self.ctx = ctx
        self.percent_block = percent_block
        self.root = root
        self.basis = basis
        self.root_metrics = style_metrics(ctx, root.style)
        self.open_boxes: list[Box] = []
        """Inline boxes that are open at the start of the next line."""
        self.shown: set[int] = set()
        """Inline boxes that have a rectangle on some line already."""
        self.own_fragments: dict[int, bool] = {}

    def assemble(self, line: Line, x: int, atomics: dict[int, tuple[Fragment, FontHeight, int]], spread: float = 0.0) -> LineBox:
        """Place a broken line's parts from x. ``atomics`` gives (fragment, height round its baseline, left
        margin) by item index; ``spread`` is added at every space, in px, for justified text."""
        metrics = self.root_metrics
        stack = [self._level(None, metrics, x, has_strut=not self.ctx.has_line_quirk)]
        if self.root.has_outside_marker:
            _ensure(stack[0])
            if self.is_first_line and self.root.marker_style is not None:
                stack[0].ascent = max(stack[0].ascent, marker_height(self.ctx, self.root).ascent)
        reordered = self._reordered(line) if self.has_levels else None
        position = x
        for box in self.open_boxes if reordered is None else ():
            start = start_edge(box, self.basis)
            stack.append(self._open(box, position + (edges_of(box, self.basis).margin_left if start else 0), has_start=bool(start)))
            position += start
        parts = line.parts if reordered is None else reordered
        for part in parts:
            item = part.item
            if item.kind == ItemKind.TEXT:
                width = part.width + self._expansion(part.item.box, line, part.start, part.end, spread)
                if part.end > part.start:
                    _ensure(stack[-1])
                if len(stack) > 1 and part.end > part.start:
                    own = stack[-1].metrics
                    stack[-1].pieces.append(Piece(part.item.box, position, 0, width, own.ascent, own.ascent + own.descent, is_text=True))
                position += width
                if item.fallbacks and stack[-1].metrics.is_normal:
                    self._add_fallbacks(stack[-1], item.fallbacks, item.box.style.font_size)
            elif item.kind == ItemKind.OPEN:
                has_edge = item.box.opens if part.has_edge is None else part.has_edge
                margin = edges_of(item.box, self.basis).margin_left if has_edge else 0
                stack.append(self._open(item.box, position + margin, has_start=has_edge or part.has_edge is None))
                position += part.width
            elif item.kind == ItemKind.CLOSE:
                has_edge = item.box.closes if part.has_edge is None else part.has_edge
                margin = edges_of(item.box, self.basis).margin_right if has_edge else 0
                position += part.width
                if len(stack) > 1:
                    self._close(stack, position - margin)
            elif item.kind == ItemKind.ATOMIC:
                fragment, height, margin = atomics[part.index]
                self._atomic(stack[-1], item.box, fragment, height, position + margin)
                position += part.width + round(spread * widened_by(item.box) * 64)
            elif item.kind == ItemKind.BREAK:
                self._break(stack, item.box, position)
            elif item.kind == ItemKind.TAB:
                position += part.width
        self.open_boxes = [level.box for level in stack[1:] if level.box is not None] if reordered is None else self._open_after(line)
        while len(stack) > 1:
            last = stack[-1].box
            end = end_edge(last, self.basis) if last is not None and reordered is None else 0
            position += end
            self._close(stack, position - (edges_of(last, self.basis).margin_right if last is not None and end else 0), at_line_end=True)
        return self._finish(stack[0], x, position, parts)

    def _break(self, stack: list[Level], box: Box, position: int) -> None:
        """A forced break: where nothing else stands on the line, it makes it as high as its font has it."""
        if all(level.ascent <= NOTHING for level in stack):
            _ensure(stack[-1])
        own, is_element = stack[-1].metrics, box.element is not None and box.element.tag == "br"
        if is_element or len(stack) > 1:
            above, high = (own.ascent, own.ascent + own.descent) if stack[-1].has_metrics or not is_element else (0, 0)
            stack[-1].pieces.append(Piece(box, position, 0, 0, above, high, is_text=not is_element))

    def _expansion(self, box: Box, line: Line, start: int, end: int, spread: float) -> int:
        if not spread:
            return 0
        last = next((part for part in reversed(line.parts) if part.item.kind not in (ItemKind.OPEN, ItemKind.CLOSE)), None)
        if last is not None and last.item.kind == ItemKind.TEXT:
            first = min(part.start for part in line.parts if part.item.kind == ItemKind.TEXT)
            end = min(end, first + len(without_end(self.text[first : last.end], self.root.style.white_space_collapse)))
        return round(spread * widened_spaces(self.text[start:end]) * 64)

    text: str = ""
    has_levels: bool = False
    is_first_line: bool = True

    def _reordered(self, line: Line) -> list[Part] | None:
        """The parts of a line in visual order, where that is not the written one."""
        return in_visual_order(self._with_space_apart(line.parts), self.open_boxes, self.basis, self.text)

    def _with_space_apart(self, parts: list[Part]) -> list[Part]:
        """The parts of a line with the white space that hangs at its end by itself: it runs as the paragraph does."""
        place = next((at for at in reversed(range(len(parts))) if parts[at].item.kind == ItemKind.TEXT), None)
        if place is None or any(part.item.kind == ItemKind.ATOMIC for part in parts[place:]):
            return parts
        part = parts[place]
        cut = part.start + len(self.text[part.start : part.end].rstrip(" "))
        if not part.item.level or cut in (part.start, part.end):
            return parts
        width = text_width(self.ctx, part.item, self.text, part.start, cut)
        apart = [replace(part, end=cut, width=width), replace(part, item=replace(part.item, level=0), start=cut, width=part.width - width)]
        return [*parts[:place], *apart, *parts[place + 1 :]]

    def _open_after(self, line: Line) -> list[Box]:
        """The inline boxes that are open where a line ends."""
        boxes = list(self.open_boxes)
        for part in line.parts:
            if part.item.kind == ItemKind.OPEN:
                boxes.append(part.item.box)
            elif part.item.kind == ItemKind.CLOSE and part.item.box in boxes:
                boxes.remove(part.item.box)
        return boxes

    def _open(self, box: Box, left: int, has_start: bool) -> Level:
        metrics = style_metrics(self.ctx, box.style)
        edges = edges_of(box, self.basis)
        is_marked = has_start and box.opens and bool(edges.margin_left or edges.left)
        return self._level(box, metrics, left, not self.ctx.has_line_quirk or is_marked, has_start)

    def _level(self, box: Box | None, metrics: StyleMetrics, left: int, has_strut: bool, has_start: bool = True) -> Level:
        """An inline box on a line, with its own line height or, in quirks modes, none until something stands in it."""
        ascent, descent = (metrics.leaded.ascent, metrics.leaded.descent) if has_strut else (NOTHING, NOTHING)
        return Level(box, metrics, left, ascent, descent, has_start=has_start, has_metrics=has_strut)

    def _add_fallbacks(self, level: Level, faces: tuple[object, ...], size: float) -> None:
        for face in faces:
            height = fallback_height(face, size)  # type: ignore[arg-type]
            level.ascent = max(level.ascent, height.ascent)
            level.descent = max(level.descent, height.descent)

    def _close(self, stack: list[Level], right: int, at_line_end: bool = False) -> None:
        level, parent = stack.pop(), stack[-1]
        box = level.box
        assert box is not None
        edges = edges_of(box, self.basis)
        metrics = level.metrics
        above, below = self._text_edges(box, metrics)
        piece = Piece(box, level.left, 0, max(right - level.left, 0), above + edges.top, above + below + edges.block)
        inner = [one for part in (level, *level.pending) for one in part.pieces]
        if not self._has_own_fragment(box):
            held = [one for one in inner if one.members is None and not one.is_inside]
            piece.members = [one for one in held if one.width and one.height]
        else:
            held = [piece]
            for one in inner:
                one.is_inside = True
        # An inline box that has nothing on this line, and goes on or has been elsewhere, is not on this line.
        if held or not (at_line_end or id(box) in self.shown):
            self.shown.add(id(box))
            level.pieces.append(piece)
        height = FontHeight(level.ascent, level.descent) if level.ascent > NOTHING else FontHeight(0, 0)
        shift = baseline_shift(self.ctx, box.style, height, parent.metrics, metrics.line_height)
        has_edge = level.has_start and box.opens and bool(edges.margin_left or edges.left or edges.margin_right or edges.right)
        if inner and shift is not None and level.ascent > NOTHING and (box.pseudo in ("before", "after") or self._has_own_fragment(box)):
            level.held_above, level.held_below = max(level.held_above, metrics.leaded.ascent), max(level.held_below, metrics.leaded.descent)
        # As the browser has it: a box without a fragment that goes on, with nothing here but a space that hangs, is not moved.
        stays = at_line_end and not inner and not has_edge and not self._has_own_fragment(box)
        self._join(parent, level, 0 if stays else shift)

    def _text_edges(self, box: Box, metrics: StyleMetrics) -> tuple[int, int]:
        """How far an inline box's text reaches above and below its baseline, where it is trimmed to that (css-inline-3 §5.1)."""
        trim = box.style.text_box_trim
        if trim == "none":
            return metrics.ascent, metrics.descent
        above, below = text_edges(self.ctx, box.style)
        return metrics.ascent if trim == "trim-end" else above, metrics.descent if trim == "trim-start" else below

    def _has_own_fragment(self, box: Box) -> bool:
        known = self.own_fragments.get(id(box))
        if known is None:
            known = self.own_fragments[id(box)] = has_own_fragment(self.ctx, box)
        return known

    def _join(self, parent: Level, level: Level, shift: int | None) -> None:
        if shift is None:
            if level.ascent <= NOTHING:
                level.ascent = level.descent = 0
            # What is aligned in it is so within it: a subtree of its own (CSS 2 §10.8.1).
            level.pieces += self._aligned(level)
            level.pending = []
            parent.pending.append(level)
            return
        shift_level(level, shift)
        for pending in level.pending:
            # As the browser has it: what is aligned with the line is moved by the shifts of what it stands in, too.
            shift_level(pending, shift)
            pending.held_above, pending.held_below = pending.held_above - shift, pending.held_below + shift
        parent.pending += level.pending
        parent.ascent = max(parent.ascent, level.ascent - shift)
        parent.descent = max(parent.descent, level.descent + shift)
        parent.held_above = max(parent.held_above, level.held_above - shift)
        parent.held_below = max(parent.held_below, level.held_below + shift)
        parent.pieces += level.pieces

    def _atomic(self, parent: Level, box: Box, fragment: Fragment, height: FontHeight, x: int) -> None:
        line_height = style_metrics(self.ctx, box.style).line_height
        shift = baseline_shift(self.ctx, box.style, height, parent.metrics, line_height)
        edges = edges_of(box, self.basis)
        level = Level(box, parent.metrics, x, height.ascent, height.descent)
        level.pieces.append(Piece(box, x, 0, fragment.width, height.ascent - edges.margin_top, fragment.height, fragment))
        self._join(parent, level, shift)

    def _aligned(self, level: Level) -> list[Piece]:
        """What stands at the top or bottom of a level, put there: the level grows to hold it."""
        for inner in level.pending:
            if _is_at_top(inner):
                level.ascent = max(level.ascent, inner.held_above)
            else:
                level.descent = max(level.descent, inner.held_below)
        for inner in level.pending:
            height = inner.ascent + inner.descent
            if height > level.ascent + level.descent:
                if _is_at_top(inner):
                    level.descent = height - level.ascent
                else:
                    level.ascent = height - level.descent
        for inner in level.pending:
            shift_level(inner, inner.ascent - level.ascent if _is_at_top(inner) else level.descent - inner.descent)
        return [piece for inner in level.pending for piece in inner.pieces]

    def _finish(self, root: Level, left: int, right: int, parts: list[Part]) -> LineBox:
        if root.ascent <= NOTHING // 2 and root.descent <= NOTHING // 2:
            root.ascent = root.descent = 0
        pieces = [*root.pieces, *self._aligned(root)]
        ascent, descent = root.ascent, root.descent
        rects: list[InlineRect] = []
        atomics: list[tuple[int, int, Fragment]] = []
        for piece in pieces:
            top = ascent + piece.baseline - piece.above
            if piece.is_text:
                continue
            if piece.members:
                rects.append(self._united(piece, ascent))
            elif piece.fragment is not None:
                atomics.append((piece.x, top, piece.fragment))
            else:
                rects.append(InlineRect(piece.box, piece.x, top, piece.width, piece.height))
        return LineBox(ascent + descent, ascent, rects, atomics, left, right, parts)

    def _united(self, piece: Piece, ascent: int) -> InlineRect:
        """The rectangle round everything that an inline box without anything of its own holds on a line."""
        members = piece.members or []
        offsets = [self.relative_offset(one.box, piece.box) for one in members]
        lefts = [one.x + dx for one, (dx, _) in zip(members, offsets, strict=True)]
        tops = [ascent + one.baseline - one.above + dy for one, (_, dy) in zip(members, offsets, strict=True)]
        right = max(left + one.width for left, one in zip(lefts, members, strict=True))
        bottom = max(top + one.height for top, one in zip(tops, members, strict=True))
        return InlineRect(piece.box, min(lefts), min(tops), max(right - min(lefts), 0), bottom - min(tops))

    def relative_offset(self, box: Box | None, around: Box | None) -> tuple[int, int]:
        """Relative positions of a box and of the inline boxes between it and one around it, added up."""
        x = y = 0
        while box is not None and box is not around:
            if box.is_relative:
                dx, dy = relative_offset(box, self.basis, self.percent_block)
                x, y = x + dx, y + dy
            box = box.parent
        return x, y
