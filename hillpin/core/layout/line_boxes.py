"""One line box: heights, baselines and the rectangles of the inline boxes on it (css-inline-3 §2 to §4)."""

from __future__ import annotations

from dataclasses import dataclass, field

from .boxes import Box, edges_of
from .context import Context
from .fragments import Fragment, InlineRect
from .inline_items import ItemKind
from .inline_metrics import FontHeight, StyleMetrics, baseline_shift, fallback_height, style_metrics
from .line_breaker import Line


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
    has_start: bool = True


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


@dataclass(slots=True)
class LineBox:
    """A finished line: height, baseline from its top, rectangles and atomic boxes relative to its top left."""

    height: int
    baseline: int
    rects: list[InlineRect]
    atomics: list[tuple[int, int, Fragment]]
    right: int


def shift_level(level: Level, amount: int) -> None:
    """Move everything of an inline box down by an amount."""
    if amount:
        for piece in level.pieces:
            piece.baseline += amount


class LineAssembler:
    """Builds the line boxes of one inline formatting context."""

    def __init__(self, ctx: Context, root: Box, basis: int) -> None:
        self.ctx = ctx
        self.root = root
        self.basis = basis
        self.root_metrics = style_metrics(ctx, root.style)
        self.open_boxes: list[Box] = []
        """Inline boxes that are open at the start of the next line."""

    def assemble(self, line: Line, x: int, atomics: dict[int, tuple[Fragment, FontHeight, int]], spread: float = 0.0) -> LineBox:
        """Place a broken line's parts from x. ``atomics`` gives (fragment, height round its baseline, left
        margin) by item index; ``spread`` is added at every space, in px, for justified text."""
        metrics = self.root_metrics
        stack = [Level(None, metrics, x, metrics.leaded.ascent, metrics.leaded.descent)]
        for box in self.open_boxes:
            stack.append(self._open(box, x, has_start=False))
        position = x
        for part in line.parts:
            item = part.item
            if item.kind == ItemKind.TEXT:
                position += part.width + self._expansion(part.item.box, line, part.start, part.end, spread)
                if item.fallbacks and stack[-1].metrics.is_normal:
                    self._add_fallbacks(stack[-1], item.fallbacks, item.box.style.font_size)
            elif item.kind == ItemKind.OPEN:
                edges = edges_of(item.box, self.basis)
                margin = edges.margin_left if item.box.opens else 0
                stack.append(self._open(item.box, position + margin, has_start=True))
                position += part.width
            elif item.kind == ItemKind.CLOSE:
                edges = edges_of(item.box, self.basis)
                margin = edges.margin_right if item.box.closes else 0
                position += part.width
                if len(stack) > 1:
                    self._close(stack, position - margin)
            elif item.kind == ItemKind.ATOMIC:
                fragment, height, margin = atomics[part.index]
                self._atomic(stack[-1], item.box, fragment, height, position + margin)
                position += part.width
            elif item.kind == ItemKind.BREAK:
                if item.box.element is not None and item.box.element.tag == "br":
                    own = style_metrics(self.ctx, item.box.style)
                    stack[-1].pieces.append(Piece(item.box, position, 0, 0, own.ascent, own.ascent + own.descent))
            elif item.kind == ItemKind.TAB:
                position += part.width
        self.open_boxes = [level.box for level in stack[1:] if level.box is not None]
        while len(stack) > 1:
            self._close(stack, position, at_line_end=True)
        return self._finish(stack[0], position)

    def _expansion(self, box: Box, line: Line, start: int, end: int, spread: float) -> int:
        if not spread:
            return 0
        return round(spread * self.text[start:end].count(" ") * 64)

    text: str = ""

    def _open(self, box: Box, left: int, has_start: bool) -> Level:
        metrics = style_metrics(self.ctx, box.style)
        return Level(box, metrics, left, metrics.leaded.ascent, metrics.leaded.descent, has_start=has_start)

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
        level.pieces.append(
            Piece(box, level.left, 0, right - level.left, metrics.ascent + edges.top, metrics.ascent + metrics.descent + edges.block)
        )
        height = FontHeight(level.ascent, level.descent)
        shift = baseline_shift(self.ctx, box.style, height, parent.metrics, metrics.line_height)
        self._join(parent, level, shift)

    def _join(self, parent: Level, level: Level, shift: int | None) -> None:
        if shift is None:
            parent.pending.append(level)
            return
        shift_level(level, shift)
        for pending in level.pending:
            parent.pending.append(pending)
        parent.ascent = max(parent.ascent, level.ascent - shift)
        parent.descent = max(parent.descent, level.descent + shift)
        parent.pieces += level.pieces

    def _atomic(self, parent: Level, box: Box, fragment: Fragment, height: FontHeight, x: int) -> None:
        line_height = style_metrics(self.ctx, box.style).line_height
        shift = baseline_shift(self.ctx, box.style, height, parent.metrics, line_height)
        edges = edges_of(box, self.basis)
        level = Level(box, parent.metrics, x, height.ascent, height.descent)
        level.pieces.append(Piece(box, x, 0, fragment.width, height.ascent - edges.margin_top, fragment.height, fragment))
        self._join(parent, level, shift)

    def _finish(self, root: Level, right: int) -> LineBox:
        ascent, descent = root.ascent, root.descent
        for level in root.pending:
            height = level.ascent + level.descent
            if height > ascent + descent:
                if level.box is not None and level.box.style.vertical_align == "top":
                    descent = height - ascent
                else:
                    ascent = height - descent
        pieces = list(root.pieces)
        for level in root.pending:
            is_top = level.box is not None and level.box.style.vertical_align == "top"
            shift_level(level, level.ascent - ascent if is_top else descent - level.descent)
            pieces += level.pieces
        rects: list[InlineRect] = []
        atomics: list[tuple[int, int, Fragment]] = []
        for piece in pieces:
            top = ascent + piece.baseline - piece.above
            if piece.fragment is not None:
                atomics.append((piece.x, top, piece.fragment))
            else:
                rects.append(InlineRect(piece.box, piece.x, top, piece.width, piece.height))
        return LineBox(ascent + descent, ascent, rects, atomics, right)
