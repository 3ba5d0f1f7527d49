"""Choosing where lines end: greedy, item by item, going back to the last opportunity where the room runs out
(css-text-3 §5)."""

from __future__ import annotations

from collections.abc import Callable

from ...fonts.linebreak import grapheme_starts
from ..context import Context
from .cloned_edges import edges_around
from .items import WITHOUT_WIDTH, InlineContent, Item, ItemKind, ends_the_text, space_follows
from .line_parts import (
    SOFT_HYPHEN,
    Line,
    Part,
    breaks_anywhere,
    close_after_break,
    closing_edges,
    count_held,
    drop_space,
    edge_width,
    edges_behind,
    emergency_break,
    first_grapheme,
    hyphen_width,
    hyphenate,
    is_parted_before,
    is_parted_before_space,
    marked_end,
    staying,
    tab_width,
    text_width,
    trimmed_end,
)

SLACK = 64 * 200
"""Overrun in 1/64 px beyond which no kerning can make a stretch fit."""

EPSILON = 1
"""Overrun in 1/64 px that still counts as fitting."""

TEXT, OPEN, CLOSE, ATOMIC = ItemKind.TEXT, ItemKind.OPEN, ItemKind.CLOSE, ItemKind.ATOMIC
FLOAT, BREAK, TAB = ItemKind.FLOAT, ItemKind.BREAK, ItemKind.TAB


def _last_with_width(line: Line) -> Part | None:
    return next((part for part in reversed(line.parts) if part.item.kind not in WITHOUT_WIDTH and (part.width or part.item.kind != OPEN)), None)


class LineBreaker:
    """Breaks one inline formatting context into lines, one call of ``next_line`` each."""

    def __init__(
        self,
        ctx: Context,
        content: InlineContent,
        basis: int,
        atomic_width: Callable[[Item], int],
        place_float: Callable[[Item, int, bool], int | None],
    ) -> None:
        self.ctx = ctx
        self.content = content
        self.basis = basis
        self.atomic_width = atomic_width
        self.place_float = place_float
        self.available = 0

    def next_line(self, index: int, offset: int, available: int, indent: int) -> Line:
        """The line from an item and text position, for an available width in 1/64 px."""
        line = Line()
        line.start_edges, _ = edges_around(self.content, index, self.basis)
        self.available = available
        position = indent + line.start_edges
        items = self.content.items
        overflowing = False
        while index < len(items):
            item = items[index]
            kind = item.kind
            if kind == TEXT:
                position, offset, done = self._text(line, index, offset, position, overflowing)
                if done:
                    return self._finish(line, indent)
                if self._over(position, line):
                    overflowing = True
            elif kind in (OPEN, CLOSE):
                position, overflowing, back = self._edge(line, index, position, indent, overflowing)
                if back is not None:
                    return back
            elif kind == BREAK:
                line.parts.append(Part(item, index, item.start, item.end, 0))
                line.has_content = True
                return self._end(line, close_after_break(line, items, index, self.basis), item.end, indent, forced=True)
            elif kind == FLOAT:
                self._float(line, index, position, indent)
            elif kind == ItemKind.OUT_OF_FLOW:
                if line.has_content and self._ends_before(item, index, position, overflowing):
                    return self._cut_before_open(line, index, indent)
                line.parts.append(Part(item, index, item.start, item.end, 0))
            else:
                position, overflowing, back = self._atomic(line, index, position, indent, overflowing)
                if back is not None:
                    return back
            index += 1
            offset = items[index].start if index < len(items) else offset
        line.is_last = True
        return self._end(line, index, offset, indent)

    def _edge(self, line: Line, index: int, position: int, indent: int, overflowing: bool) -> tuple[int, bool, Line | None]:
        """Take an edge of an inline box: (position, whether the line overflows, the line where it has ended before it)."""
        item = self.content.items[index]
        width, kind = edge_width(item, self.basis), item.kind
        is_parted = kind == OPEN and width > 0 and is_parted_before(line, item, self.content.text) and self._over(position + width, line)
        is_parted = is_parted or (kind == OPEN and width > 0 and space_follows(self.content, index) and self._over(position + width, line) and is_parted_before_space(line, overflowing))
        is_last = item.start == len(self.content.text)
        # Behind a word that is too long already an edge before a block stays where it is.
        is_parted = is_parted and not (is_last and overflowing and self._over(position - edges_behind(line), line))
        if kind == OPEN and width > 0 and line.has_content and (is_parted or (not overflowing and position + width > self.available + EPSILON and not is_last)):
            back = self._rewind(line, indent, at_item_start=is_parted or self.content.can_break[item.start])
            if back is None and space_follows(self.content, index):
                back = self._cut_before_open(line, index, indent)
            if back is not None:
                return position, overflowing, back
        holds_something = bool(line.parts) and line.parts[-1].item.kind != OPEN
        line.parts.append(Part(item, index, item.start, item.end, width))
        position += width
        if kind == OPEN and overflowing and self.content.can_break[item.start] and not self._over(position, line):
            return position - drop_space(line.parts, self.content.text), False, None  # A margin has brought it back.
        if kind == CLOSE and width > 0 and holds_something and not overflowing and self._over(position, line):
            if self._may_end_behind(line, item.end):
                return position, True, None  # As the browser has it: the line ends behind the box, be it too long.
            back = self._rewind(line, indent, at_item_start=False) or self._rewind_anywhere(line, indent, is_edge=True)
            return position, True, back
        return position, overflowing, None

    def _atomic(self, line: Line, index: int, position: int, indent: int, overflowing: bool) -> tuple[int, bool, Line | None]:
        """Take a tab or a box that stands in the line as a whole, as ``_edge`` does."""
        item = self.content.items[index]
        width = tab_width(self.ctx, item, position) if item.kind == TAB else self.atomic_width(item)
        before, ends = self.content.can_break[item.start], min(0, closing_edges(self.content.items, index, self.basis))
        is_back = width < 0 and bool(line.parts) and line.parts[-1].item.kind == ATOMIC and position + width + ends <= self.available + EPSILON
        if (overflowing and before and not is_back) or position + width + ends > self.available + EPSILON:
            back = self._rewind(line, indent, at_item_start=before) or (None if overflowing else self._rewind_anywhere(line, indent))
            if back is not None:
                return position, overflowing, back
        line.parts.append(Part(item, index, item.start, item.end, width))
        line.has_content = True
        position += width
        return position, (overflowing and not is_back) or self._over(position + ends, line), None

    def _cut_before_open(self, line: Line, index: int, indent: int) -> Line:
        """End the line before an inline box whose edge does not fit, and before those that open right before it."""
        while line.parts and line.parts[-1].item.kind == OPEN:
            index = line.parts.pop().index
        self._stop(line, index, self.content.items[index].start)
        return self._finish(line, indent)

    def _ends_before(self, item: Item, index: int, position: int, overflowing: bool) -> bool:
        """Whether a line that is full ends before a box out of flow, which then begins the next one."""
        if self.content.can_break[item.start] and position > self.available + EPSILON:
            return True
        return overflowing and ends_the_text(self.content, index)

    def _over(self, position: int, line: Line) -> bool:
        return position - self._hanging(line) > self.available + EPSILON

    def _may_end_behind(self, line: Line, end: int) -> bool:
        """Whether a line that ends with a space, before the end of an inline box, may break behind that, or is at an end there anyway."""
        text, last = self.content.text, _last_with_width(line)
        if last is None or not self._hanging(line):
            return False
        return (end < len(text) and self.content.can_break[end]) or (not last.item.collapses and text[end : end + 1] in ("", " ", "\n"))

    def _hanging(self, line: Line) -> int:
        """Width of the space that the line ends with so far, and that may hang."""
        part = _last_with_width(line)
        if part is not None and part.item.kind == TEXT:
            end = trimmed_end(part.item, self.content.text, part.start, part.end)
            if end < part.end:
                return part.width - text_width(self.ctx, part.item, self.content.text, part.start, end)
        return 0

    def _text(self, line: Line, index: int, offset: int, position: int, overflowing: bool) -> tuple[int, int, bool]:
        """Take as much of a text item as fits: (position, offset, whether the line has ended)."""
        content, ctx = self.content, self.ctx
        item = content.items[index]
        start, end = max(offset, item.start), item.end
        if start >= end:
            return position, end, False
        text = content.text
        if item.collapses and not line.has_content and text[start] == " ":
            # The space at which the line before was broken, and that no longer stands on it.
            start += 1
            if start >= end:
                return position, end, False
        if overflowing and line.has_content and (content.can_break[start] or (not item.is_opportunity and self._may_begin_a_line(line, item, start))):
            # Inline boxes that only open here go along to the next line.
            if self._rewind(line, 0, at_item_start=True) is None:
                self._stop(line, index, start)
            return position, start, True
        room = self.available + EPSILON - position
        if item.is_opportunity and self._may_follow_a_space(line, end):
            room += self._hanging(line)
        rough = int((item.sums[end - item.start] - item.sums[start - item.start]) * 64)
        if rough > room + SLACK and not overflowing:
            width, fits = rough, False
        else:
            width = text_width(ctx, item, text, start, end)
            fits = self._fits(item, start, end, width, room)
        if fits and not overflowing:
            line.parts.append(Part(item, index, start, end, width))
            line.has_content = True
            return position + width, end, False
        if overflowing:
            cut = first_grapheme(self.content.text, start, end) if breaks_anywhere(item) and line.has_content else self._first_break(start, end)
        else:
            cut = self._fitting_break(item, start, end, room)
        if cut is None and not overflowing:
            back = self._rewind(line, 0, at_item_start=content.can_break[start])
            if back is not None:
                return position, start, True
            cut, has_ended = self._without_opportunity(line, index, start, end, room)
            if has_ended:
                return position, start, True
        if cut is None or cut >= end:
            width = text_width(ctx, item, text, start, end)
            line.parts.append(Part(item, index, start, end, width))
            line.has_content = True
            return position + width, end, False
        line.parts.append(Part(item, index, start, cut, text_width(ctx, item, text, start, cut)))
        line.has_content = True
        self._stop(line, index, cut)
        return position, cut, True

    def _may_begin_a_line(self, line: Line, item: Item, start: int) -> bool:
        """Whether a text may begin the next line without an opportunity before it."""
        return self._may_break_behind(line) or (breaks_anywhere(item) and self._may_break_before(line, start))

    def _may_follow_a_space(self, line: Line, end: int) -> bool:
        """Whether an opportunity has room behind a space that hangs, as the browser has it: where lines are broken at that, or the
        line ends there anyway."""
        last = _last_with_width(line)
        return self.content.text[end : end + 1] in ("", "\n") or (last is not None and last.item.wraps)

    def _without_opportunity(self, line: Line, index: int, start: int, end: int, room: int) -> tuple[int | None, bool]:
        """Where a text is cut for which the line has no opportunity to break, or that the line has ended before it instead."""
        item, text = self.content.items[index], self.content.text
        cut = emergency_break(self.ctx, item, self.content.text, start, end, room, line.has_content) if breaks_anywhere(item) else None
        while cut is not None and item.box.style.white_space_collapse != "break-spaces" and cut < end and text[cut] == " ":
            # Spaces hang at the end of a line, wherever it was broken.
            cut += 1
        if cut is None and line.has_content and breaks_anywhere(item):
            if self._may_break_before(line, start):
                # Not one character has room on this line: it begins the next one.
                if self._rewind(line, 0, at_item_start=True) is None:
                    self._stop(line, index, start)
                return None, True
            # Nor may it begin the next one: its first character stays behind the word that it follows.
            if self._rewind_anywhere(line, 0) is not None:
                return None, True
            cut = first_grapheme(self.content.text, start, end)
        if cut is None and self._rewind_anywhere(line, 0) is not None:
            return None, True
        return (cut if cut is not None else self._first_break(start, end)), False

    def _fits(self, item: Item, start: int, end: int, width: int, room: int) -> bool:
        """Whether a stretch fits, without the spaces that end it if need be."""
        text = self.content.text
        return width <= room or text_width(self.ctx, item, text, start, trimmed_end(item, text, start, end)) <= room

    def _stop(self, line: Line, index: int, offset: int) -> None:
        line.next_index, line.next_offset = index, offset

    def _fitting_break(self, item: Item, start: int, end: int, room: int) -> int | None:
        """The last opportunity inside the item before which everything fits."""
        text, can_break = self.content.text, self.content.can_break
        low, high = start, end
        target = room / 64 + item.sums[start - item.start]
        sums, base = item.sums, item.start
        while low < high:
            middle = (low + high + 1) // 2
            if sums[middle - base] <= target:
                low = middle
            else:
                high = middle - 1
        probe = min(low + 1, end)
        while probe < end and text[probe - 1] == " ":
            probe += 1
        for cut in range(probe, start, -1):
            if cut < end and can_break[cut]:
                fitting = trimmed_end(item, text, start, cut)
                hyphen = hyphen_width(self.ctx, item) if text[cut - 1] == SOFT_HYPHEN else 0
                if text_width(self.ctx, item, text, start, fitting) + hyphen <= room:
                    return cut
        return None

    def _first_break(self, start: int, end: int) -> int | None:
        can_break = self.content.can_break
        return next((cut for cut in range(start + 1, end) if can_break[cut]), None)

    def _may_break_before(self, line: Line, start: int) -> bool:
        """Whether a line may break before a text that breaks anywhere: at an opportunity, or behind what breaks anywhere too."""
        before = next((part for part in reversed(line.parts) if part.item.kind in (TEXT, ATOMIC, TAB)), None)
        return self.content.can_break[start] or before is None or before.item.kind != TEXT or breaks_anywhere(before.item)

    def _may_break_behind(self, line: Line) -> bool:
        """Whether the text that a line ends with breaks anywhere, and so behind itself."""
        before = next((part for part in reversed(line.parts) if part.item.kind in (TEXT, ATOMIC, TAB)), None)
        return before is not None and before.item.kind == TEXT and breaks_anywhere(before.item)

    def _rewind(self, line: Line, indent: int, at_item_start: bool) -> Line | None:
        """End the line at the last opportunity among its parts, or None where there is none."""
        parts, can_break = line.parts, self.content.can_break
        held = count_held(parts) or (marked_end(parts) if at_item_start else 0)
        if at_item_start and held:
            return self._cut_parts(line, staying(parts, held), None, indent)
        for number in range(held - 1, line.searched - 1, -1):
            part = parts[number]
            if part.item.kind not in (TEXT, ATOMIC, TAB):
                continue
            after = staying(parts, number + 1)
            if after < len(parts) and can_break[part.end]:
                return self._cut_parts(line, after, None, indent)
            if part.item.kind == TEXT:
                for cut in range(part.end - 1, part.start, -1):
                    if can_break[cut]:
                        return self._cut_parts(line, number, cut, indent)
        # None so far: only the last part that holds something can still get one, from what comes after it.
        line.searched = max(held - 1, 0)
        return None

    def _rewind_anywhere(self, line: Line, indent: int, *, is_edge: bool = False) -> Line | None:
        """End the line behind the last text that breaks anywhere, or within it where an edge (the last part) has no room; None
        where there is none (css-text-3 §5.5: such breaks count only where a line has no other)."""
        parts = line.parts
        for number in range(len(parts) - 1, -1, -1):
            part = parts[number]
            if part.item.kind != TEXT or not breaks_anywhere(part.item):
                continue
            after = staying(parts, number + 1)
            if not is_edge or after < len(parts):
                return self._cut_parts(line, after, None, indent)
            starts = [one for one in grapheme_starts(self.content.text[part.start : part.end]) if one]
            if starts:
                return self._cut_parts(line, number, part.start + starts[-1], indent)
        return None

    def _cut_parts(self, line: Line, count: int, offset: int | None, indent: int) -> Line:
        """Keep ``count`` parts (and the one after up to ``offset``); the rest goes to the next line."""
        if offset is not None:
            part = line.parts[count]
            width = text_width(self.ctx, part.item, self.content.text, part.start, offset)
            line.parts[count:] = [Part(part.item, part.index, part.start, offset, width)]
            self._stop(line, part.index, offset)
        elif count < len(line.parts):
            first = line.parts[count]
            del line.parts[count:]
            self._stop(line, first.index, first.start)
        else:
            last = line.parts[-1]
            self._stop(line, last.index + 1, last.end)
        return self._finish(line, indent)

    def _float(self, line: Line, index: int, position: int, indent: int) -> None:
        item = self.content.items[index]
        part = Part(item, index, item.start, item.end, 0)
        position -= self._hanging(line)
        line.parts.append(part)
        room = self.place_float(item, position, position == indent + line.start_edges) if not line.floats_after else None
        if room is None:
            line.floats_after.append(part)
        else:
            self.available = room

    def _end(self, line: Line, index: int, offset: int, indent: int, forced: bool = False) -> Line:
        self._stop(line, index, offset)
        line.forced = forced
        return self._finish(line, indent)

    def _finish(self, line: Line, indent: int) -> Line:
        """Remove trailing collapsible space; preserved space stays in its box and hangs (css-text-3 §4.1.2)."""
        # A float that the line was cut before waits for the next one.
        line.floats_after = [part for part in line.floats_after if part.index < line.next_index]
        hanging = 0
        for part in reversed(line.parts):
            if part.item.kind in (ATOMIC, TAB):
                break
            if part.item.kind == TEXT:
                end = trimmed_end(part.item, self.content.text, part.start, part.end)
                if end < part.end:
                    width = text_width(self.ctx, part.item, self.content.text, part.start, end)
                    if part.item.collapses:
                        part.end, part.width = end, width
                    else:
                        hanging += part.width - width
                if part.end > part.start and (end > part.start or not part.item.collapses) and not part.item.is_opportunity:
                    break
        if not line.forced and not line.is_last and not line.is_hyphenated:
            hyphenate(self.ctx, line, self.content.text)
        line.width = line.start_edges + sum(part.width for part in line.parts) + edges_around(self.content, line.next_index, self.basis)[1] - hanging
        return line
