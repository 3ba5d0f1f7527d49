"""Inline formatting contexts: from prepared items to placed lines, beside floats where there are some."""

from __future__ import annotations

from ..block.float_shapes import outline_of
from ..block.floats import NO_CLAMP, Floats, FloatState
from ..boxes import Box, Edges, edges_of
from ..context import Context
from ..fragments import Fragment, InlineRect, LineEnd, Placed, Space
from ..sizes.sizing import relative_offset
from .balance import balanced_widths, pretty_widths
from .inline_items import indent_of, prepare
from .inline_metrics import FontHeight, atomic_baseline, baseline_shift, style_metrics
from .inline_result import InlineResult
from .items import InlineContent, Item, ItemKind
from .line_alignment import aligned, waiting_at, was_inline
from .line_boxes import LineAssembler, LineBox
from .line_breaker import LineBreaker
from .line_parts import Line, ends_at_block, has_edges, widened_spaces
from .line_ranges import BrokenLine, breaks_at, keep_lines, lines_kept, stay_alike, uniform_line

MOST_TRIES = 200


def layout_lines(ctx: Context, box: Box, width: int, percent_block: int, floats: Floats | None, cx: int, cy: int) -> InlineResult:
    """Lay out the inline children of a box in a content width.

    ``floats`` are those of the formatting context, with the content box's origin at (cx, cy) in it.
    """
    content = prepare(ctx, box)
    is_free = floats is None or not floats.items or floats.lowest <= cy
    if content.uniform and is_free:
        uniform = _uniform(ctx, box, content, width)
        if floats is not None and floats.lines_left != NO_CLAMP and uniform.first_baseline is not None:
            high = uniform.line_height
            uniform.ends = [(high * number + high, high * number + uniform.first_baseline) for number in range(uniform.line_count)]
        return uniform
    is_kept = is_free and (floats is None or floats.lines_left == NO_CLAMP) and stay_alike(box, content)
    known = lines_kept(content, width) if is_kept else None
    if known is not None:
        return known.again()
    lines = _LineLayout(ctx, box, content, width, percent_block, floats if floats is not None else Floats(), cx, cy)
    result = lines.run()
    if is_kept:
        keep_lines(ctx, content, width, lines.broken, result.again())
    return result


def _indent(box: Box, width: int) -> int:
    return indent_of(box).resolve(width)


def _uniform(ctx: Context, box: Box, content: InlineContent, width: int) -> InlineResult:
    """One text and nothing else: only the number of lines matters."""
    breaks = breaks_at(ctx, box, content, width)
    if not content.has_lines or not breaks.count:
        return InlineResult()
    ascent, line_height = uniform_line(ctx, box, content)
    total = line_height * breaks.count
    return InlineResult(
        height=total,
        first_baseline=ascent,
        last_baseline=total - line_height + ascent,
        right=text_end(box, breaks.right, width),
        line_count=breaks.count,
        line_height=line_height,
        breaks=breaks.count << 32 | breaks.right,
    )


def text_end(box: Box, right: int, width: int) -> int:
    """Where text is taken to end at the right: text that is moved in its lines counts as filling them."""
    return right if box.style.text_align in ("start", "left", "justify") else max(right, width)


class _LineLayout:
    """The general case: lines one after another, with floats, atomic boxes, nested inline boxes."""

    def __init__(self, ctx: Context, box: Box, content: InlineContent, width: int, percent_block: int, floats: Floats, cx: int, cy: int) -> None:
        self.ctx, self.box, self.content = ctx, box, content
        self.width, self.percent_block = width, percent_block
        self.basis = 0 if box.edges_memo is None else box.edges_memo[0]
        self.floats, self.cx, self.cy = floats, cx, cy
        self.result = InlineResult()
        self.broken: list[BrokenLine] = []
        self.atomics: dict[int, tuple[Fragment, FontHeight, int]] = {}
        self.placed_floats: dict[int, Placed] = {}
        self.float_tops: dict[int, int] = {}
        self.y = 0
        self.limits: list[int] = []
        self.line_height = 1
        self.left = self.right = 0
        self.is_crossed = False
        self.before, self.placed_before = floats.state(), 0
        """The floats before the line's first word, and how many of them are ``placed_floats``."""
        self._begin(box if box.first_line is None else box.first_line)

    def _begin(self, root: Box) -> None:
        """Go on with lines of these boxes: those of the first line, or the box's own."""
        self.content = prepare(self.ctx, root)
        self.breaker = LineBreaker(self.ctx, self.content, self.width, self._atomic_width, self._place_float)
        self.assembler = LineAssembler(self.ctx, root, self.width, self.percent_block)
        self.assembler.text, self.assembler.has_levels = self.content.text, self.content.has_levels

    def _leave_first_line(self, first: Box) -> None:
        """The boxes that are open where the first line ends go on as themselves."""
        own = {id(twin): box for twin, box in zip(first.walk(), self.box.walk(), strict=True)}
        was_open, shown = self.assembler.open_boxes, self.assembler.shown
        self._begin(self.box)
        self.assembler.open_boxes = [own[id(box)] for box in was_open]
        self.assembler.shown = {id(own[one]) for one in shown if one in own}

    def run(self) -> InlineResult:
        result, first = self.result, self.box.first_line
        index = offset = 0
        indent = _indent(self.box, self.width)
        self.limits = self._balanced(indent)
        while index < len(self.content.items):
            line, line_box, top = self._line(index, offset, indent)
            self._take(line, line_box, top, indent)
            self.broken.append(((index, offset), line, indent))
            index, offset = line.next_index, line.next_offset
            indent = 0
            if first is not None and result.line_count:
                self._leave_first_line(first)
                first = None
        result.height = self.y
        result.breaks = hash((result.line_count, *(start for start, _, _ in self.broken))) & 0xFFFFFFFF
        return result

    def _balanced(self, indent: int) -> list[int]:
        """How wide the lines are broken at most, the first ones or all."""
        style = self.box.style.text_wrap_style
        if style not in ("balance", "pretty"):
            return []
        is_beside_floats = self.floats.lowest > self.cy or any(item.kind == ItemKind.FLOAT for item in self.content.items)
        if is_beside_floats or self.box.first_line is not None:
            self.ctx.note_unmodelled(self.box, f"text-wrap: {style} beside floats" if is_beside_floats else f"text-wrap: {style} with ::first-line")
            return []
        if style == "pretty":
            limits = pretty_widths(self.breaker, self.content, self.width, indent)
            if limits is None:
                self.ctx.note_unmodelled(self.box, "text-wrap: pretty with hyphens")
            return limits or []
        return balanced_widths(self.breaker, self.content, self.width, indent)

    def _bounds(self, y: int, height: int) -> None:
        left, right = self.floats.bounds_of_lines(self.cy + y, height, self.cx, self.cx + self.width, self.before.placed)
        self.left, self.right, self.is_crossed = left - self.cx, max(left, right) - self.cx, left > self.cx and right < min(left, self.cx + self.width)

    def _line(self, index: int, offset: int, indent: int) -> tuple[Line, LineBox | None, int]:
        """Break and assemble one line at the first place where it fits beside the floats.

        Floats met on the line stay where they were first put while the line moves down past others: those before it and those
        that it begins with. Past one that it met after a word it does not move; such floats go down with it.
        """
        floats = self.floats
        saved = self.before = floats.state()
        self.placed_before = len(self.placed_floats)
        open_boxes = list(self.assembler.open_boxes)
        top, height = self.y, 1
        line, line_box = Line(), None
        most = self.limits[self.result.line_count] if self.result.line_count < len(self.limits) else self.width
        for _ in range(MOST_TRIES):
            self.assembler.open_boxes = list(open_boxes)
            self.y, self.line_height = top, height
            self._bounds(top, height)
            line = self.breaker.next_line(index, offset, min(max(self.right - self.left, 0), most), indent)
            self._keep_floats_before(line, saved, index)
            if not line.has_content and not has_edges(line) and not self._has_marker(line):
                return line, None, top
            self._bounds(top, height)
            room = self.right - self.left
            intruded = max(room, 0) < self.width
            opens = self._open_from(top)
            # Between floats that leave no room a line that its indent pulls back does not stand either, nor anything where they overlap.
            is_shut = self.is_crossed or bool(room <= 0 and self.left > 0 and self.right < self.width and line.width)
            is_too_wide = (line.width + indent > room + 1 or is_shut) and intruded and self.box.style.text_wrap_mode != "nowrap"
            if (line.has_content or ends_at_block(line)) and (is_too_wide or opens > top):
                edge = self.cy + opens if opens > top else floats.next_edge(self.cy + top, height, self.before.placed, of_lines=True)
                if edge is not None and edge - self.cy > top:
                    top, height = edge - self.cy, 1
                    self._take_back_later()
                    continue
            self.assembler.is_first_line = not self.result.line_count
            line_box = self._assemble(line, indent)
            opens = self._open_from(top, line_box.height)
            if opens > top:
                top, height = opens, 1
                self._take_back_later()
                continue
            before = (self.left, self.right)
            self._bounds(top, line_box.height)
            if (self.left, self.right) == before or line_box.height <= height:
                self.left, self.right = before
                return line, line_box, top
            height = line_box.height
        return line, line_box, top

    def _open_from(self, y: int, height: int = 0) -> int:
        """The first place from y on that no float has closed for lines so high."""
        return self.floats.open_from(self.cy + y, self.cx, self.cx + self.width, height) - self.cy

    def _has_marker(self, line: Line) -> bool:
        """Whether an outside marker stands beside a line, which has an inline box, be that empty."""
        return self.box.has_outside_marker and not self.result.line_count and any(part.item.kind == ItemKind.OPEN for part in line.parts)

    def _keep_floats_before(self, line: Line, saved: FloatState, index: int) -> None:
        """Take back floats that were placed for a part of the line that went to the next one."""
        beyond = [i for i in self.placed_floats if i >= line.next_index]
        if not beyond:
            return
        kept = [i for i in sorted(self.placed_floats) if index <= i < line.next_index]
        self.floats.restore(saved)
        for i in beyond:
            del self.placed_floats[i]
            self.float_tops.pop(i, None)
        for i in kept:
            self._put_float(self.content.items[i].box, self.float_tops.get(i, self.y), i)

    def _take_back_later(self) -> None:
        """Take back the floats that a line met after a word, which moves on."""
        self.floats.restore(self.before)
        for i in list(self.placed_floats)[self.placed_before :]:
            del self.placed_floats[i]
            self.float_tops.pop(i, None)

    def _place_float(self, item: Item, position: int, is_at_start: bool) -> int | None:
        """Place a float met on the line if it fits beside what the line holds, or if it holds nothing, edges of inline boxes
        included; None to put it after the line (CSS 2 §9.5.1)."""
        index = self.content.items.index(item)
        if index in self.placed_floats:
            self._bounds(self.y, self.line_height)
            return max(self.right - self.left, 0)
        fragment, edges = self._float_fragment(item.box)
        outer = fragment.width + edges.margin_left + edges.margin_right
        left, right = self.floats.bounds(self.cy + self.y, self.line_height, self.cx, self.cx + self.width)
        if (outer > right - left - position + 1 or self._is_cleared(item.box)) and not is_at_start:
            return None
        self._put_float(item.box, self.y, index)
        if is_at_start:
            self.before, self.placed_before = self.floats.state(), len(self.placed_floats)
        self._bounds(self.y, self.line_height)
        return max(self.right - self.left, 0)

    def _is_cleared(self, box: Box) -> bool:
        """Whether ``clear`` takes a float below the top of the line."""
        edge = self.floats.clear_edge(box.style.clear) if box.style.clear != "none" else None
        return edge is not None and edge > self.cy + self.y

    def _float_fragment(self, box: Box) -> tuple[Fragment, Edges]:
        edges = edges_of(box, self.width)
        fragment = self.ctx.layout(box, Space(self.width, percent_block=self.percent_block, shrink=True))
        return fragment, edges

    def _put_float(self, box: Box, y: int, index: int) -> None:
        edges = edges_of(box, self.width)
        if box.style.clear != "none":
            edge = self.floats.clear_edge(box.style.clear)
            if edge is not None:
                y = max(y, edge - self.cy)
        fragment = self.ctx.layout(box, Space(self.width, percent_block=self.percent_block, shrink=True))
        outer_width = fragment.width + edges.margin_left + edges.margin_right
        outer_height = fragment.height + edges.margin_top + edges.margin_bottom
        x, top = self.floats.place(
            box.style.float == "left", outer_width, outer_height, self.cy + y, self.cx, self.cx + self.width,
            outline_of(self.ctx, box, fragment.width, fragment.height, edges, self.width),
        )  # fmt: skip
        dx, dy = relative_offset(box, self.width, self.percent_block) if box.is_relative else (0, 0)
        self.float_tops[index] = y
        self.placed_floats[index] = Placed(x - self.cx + edges.margin_left + dx, top - self.cy + edges.margin_top + dy, fragment)

    def _atomic_width(self, item: Item) -> int:
        index = self.content.items.index(item) if len(self.content.items) < 8 else _index_of(self.content, item)
        fragment, _, _ = self._atomic(index)
        edges = edges_of(item.box, self.width)
        return fragment.width + edges.margin_left + edges.margin_right

    def _atomic(self, index: int) -> tuple[Fragment, FontHeight, int]:
        known = self.atomics.get(index)
        if known is None:
            box = self.content.items[index].box
            edges = edges_of(box, self.width)
            fragment = self.ctx.layout(box, Space(self.width, percent_block=self.percent_block, shrink=True))
            outer = fragment.height + edges.margin_top + edges.margin_bottom
            baseline = atomic_baseline(box, fragment)
            ascent = outer if baseline is None else edges.margin_top + baseline
            # The symbol of a list item is as high as text in its place would be.
            height = style_metrics(self.ctx, box.style).leaded if box.role == "marker" else FontHeight(ascent, outer - ascent)
            known = self.atomics[index] = (fragment, height, edges.margin_left)
        return known

    def _assemble(self, line: Line, indent: int) -> LineBox:
        free = self.right - self.left - line.width - indent
        x, spread = aligned(self.box, line, free, self.content.text)
        return self.assembler.assemble(line, self.left + indent + x, self.atomics, spread)

    def _take(self, line: Line, line_box: LineBox | None, top: int, indent: int) -> None:
        """Add a line to the result, with the floats and static positions met on it."""
        result = self.result
        if line_box is not None:
            for rect in line_box.rects:
                dx, dy = self.assembler.relative_offset(rect.box, self.box)
                result.inlines.append(InlineRect(rect.box, rect.x + dx, top + rect.y + dy, rect.width, rect.height))
            for x, y, fragment in line_box.atomics:
                dx, dy = self.assembler.relative_offset(fragment.box, self.box)
                result.children.append(Placed(x + dx, top + y + dy, fragment))
                self._record(fragment.box, x + dx, top + y + dy, top)
            if result.first_baseline is None:
                result.first_baseline = top + line_box.baseline
            result.last_baseline = top + line_box.baseline
            result.right = max(result.right, line_box.right)
            result.line_count += 1
            if self.floats.lines_left != NO_CLAMP:
                result.ends.append((top + line_box.height, top + line_box.baseline))
            result.line_height = line_box.height
        else:
            result.inlines += self._empty_boxes(line, top, indent)
        self._static_positions(line, line_box, top, indent)
        bottom = top + (line_box.height if line_box is not None else 0)
        self.y = bottom if line_box is not None else self.y
        for part in line.floats_after:
            self._put_float(part.item.box, self.y, part.index)
        for index in sorted(self.placed_floats):
            placed = self.placed_floats.pop(index)
            result.children.append(placed)
            self._record(placed.fragment.box, placed.x, placed.y, top)
        clear = next((p.item.box.style.clear for p in line.parts if p.item.kind == ItemKind.BREAK), "none")
        edge = self.floats.clear_edge(clear) if clear != "none" else None
        if edge is not None:
            self.y = max(self.y, edge - self.cy)
        if line_box is not None:
            result.line_ends.append(LineEnd(top, bottom, len(result.children), len(result.inlines)))

    def _empty_boxes(self, line: Line, top: int, indent: int) -> list[InlineRect]:
        """Inline boxes on a line that holds nothing: points at the line's start, raised and lowered as they ask."""
        x = self._start(line, indent) + indent
        found: list[InlineRect] = []
        shifts: dict[int, int] = {}
        for part in line.parts:
            if part.item.kind != ItemKind.OPEN:
                continue
            box = part.item.box
            parent = box.parent if box.parent is not None else self.box
            own, around = style_metrics(self.ctx, box.style), style_metrics(self.ctx, parent.style)
            shift = baseline_shift(self.ctx, box.style, own.leaded, around, own.line_height)
            if shift is None:
                is_at_top = box.style.vertical_align == "top"
                shift = own.leaded.ascent - around.leaded.ascent if is_at_top else around.leaded.descent - own.leaded.descent
            shifts[id(box)] = shifts.get(id(parent), 0) + shift
            dx, dy = self.assembler.relative_offset(box, self.box)
            found.append(InlineRect(box, x + dx, top + shifts[id(box)] + dy, 0, 0))
        return found

    def _record(self, box: Box, x: int, y: int, top: int) -> None:
        self.ctx.recorder.in_line(self.box, self.basis, box, x, y, top)

    def _start(self, line: Line, indent: int = 0) -> int:
        return self.left + aligned(self.box, line, max(self.right - self.left - indent, 0), self.content.text)[0]

    def _static_positions(self, line: Line, line_box: LineBox | None, top: int, indent: int) -> None:
        widening = aligned(self.box, line, max(self.right - self.left - line.width, 0), self.content.text)[1] if line.width else 0.0
        position, follows, shown = self._start(line, indent) + indent, False, ""
        opened: set[Box] = set()
        if line_box is not None and line.width:
            position = line_box.left
        for part in line_box.parts if line_box is not None else line.parts:
            if part.item.kind == ItemKind.OUT_OF_FLOW:
                box = part.item.box
                dx, dy = self.assembler.relative_offset(box.parent, self.box)
                height = line_box.height if line_box is not None else 0
                if was_inline(box):
                    widened = int(widening * 64 * widened_spaces(shown)) if widening else 0
                    waiting = waiting_at(box, position + widened + dx, top + dy, height=height)
                    self.result.out_of_flow.append(waiting._replace(justify="end") if part.item.level % 2 else waiting)
                else:
                    self.result.out_of_flow.append(waiting_at(box, dx, top + dy + (height if follows else 0), height=height))
            elif part.item.kind not in (ItemKind.FLOAT,):
                position += part.width
                if widening and part.item.kind == ItemKind.TEXT:
                    shown += self.content.text[part.start : part.end]
                # Whatever stands in the line counts, be it empty; an inline box of the line when it is closed.
                if part.item.kind == ItemKind.OPEN:
                    opened.add(part.item.box)
                else:
                    follows = follows or part.width > 0 or part.item.kind == ItemKind.ATOMIC or part.item.box in opened


def _index_of(content: InlineContent, item: Item) -> int:
    return next(i for i, other in enumerate(content.items) if other is item)
