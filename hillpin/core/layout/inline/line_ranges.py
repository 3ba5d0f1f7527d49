"""Between which content widths the lines of a text end alike (css-text-3 §5): where nothing changes, nothing is broken anew.

A line stays as it is down to its own width, and up to the width at which what follows it, as far as the next
opportunity to break, would fit too.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from ..boxes import Box
from ..context import Context
from .inline_items import indent_of, prepare
from .inline_metrics import fallback_height, style_metrics
from .inline_result import InlineResult
from .items import InlineContent, ItemKind
from .line_breaker import LineBreaker
from .line_parts import Line, edge_width, text_width, trimmed_end

MOST_TRIES = 200
"""Changes of one text that are looked for between two widths."""
MOST_KEPT = 2048
WIDEST = 1 << 40


@dataclass(slots=True)
class Breaks:
    """Where lines end, and for which content widths that stays so: from ``lowest``, and below ``highest`` (1/64 px)."""

    lowest: int
    highest: int
    count: int
    right: int
    made: InlineResult | None = None
    """The lines themselves, where they are the same at all of these widths."""


BrokenLine = tuple[tuple[int, int], Line, int]
"""A line with the item and the place in the text where it begins, and its indent."""


class BreakTable:
    """The breaks of one text that are known so far, ascending."""

    __slots__ = ("are_alike", "breaks", "lows")

    def __init__(self) -> None:
        self.are_alike: bool | None = None
        """Whether lines that end alike are alike (``stay_alike``); None until it is asked."""
        self.lows: list[int] = []
        self.breaks: list[Breaks] = []

    def find(self, width: int) -> Breaks | None:
        """The known breaks for a content width."""
        place = bisect_right(self.lows, width) - 1
        return self.breaks[place] if place >= 0 and width < self.breaks[place].highest else None

    def add(self, breaks: Breaks) -> None:
        """Take in breaks for widths of which none are known."""
        if len(self.lows) >= MOST_KEPT:
            self.lows.clear()
            self.breaks.clear()
        place = bisect_right(self.lows, breaks.lowest)
        self.lows.insert(place, breaks.lowest)
        self.breaks.insert(place, breaks)


def breaks_at(ctx: Context, box: Box, content: InlineContent, width: int) -> Breaks:
    """The breaks in a content width of a text alone in its box, or of what ``breaks_alike``; worked out once."""
    table = _table_of(content)
    known = table.find(width)
    if known is None:
        known = _breaks(ctx, box, content, width)
        table.add(known)
    return known


def _table_of(content: InlineContent) -> BreakTable:
    table: BreakTable | None = content.break_table
    if table is None:
        table = content.break_table = BreakTable()
    return table


def stay_alike(box: Box, content: InlineContent) -> bool:
    """Whether lines that end alike are the same in every content width: text and inline boxes of fixed edges, from the left."""
    table = _table_of(content)
    if table.are_alike is None:
        style = box.style
        is_left = style.text_align in ("start", "left") and style.text_align_last in ("auto", "start", "left")
        table.are_alike = is_left and breaks_alike(box, content) and not any(item.kind == ItemKind.OPEN and item.box.is_relative for item in content.items)
    return table.are_alike


def lines_kept(content: InlineContent, width: int) -> InlineResult | None:
    """The lines in a content width, where they were kept for it or for one in which they are the same."""
    known = _table_of(content).find(width)
    return known.made if known is not None else None


def keep_lines(ctx: Context, content: InlineContent, width: int, lines: list[BrokenLine], made: InlineResult) -> None:
    """Keep lines that ``stay_alike``, for all content widths in which they are the same."""
    table = _table_of(content)
    known = table.find(width)
    if known is None:
        known = _range_of(ctx, content, width, lines)
        table.add(known)
    known.made = made


def uniform_line(ctx: Context, box: Box, content: InlineContent) -> tuple[int, int]:
    """How far down the baseline is in each line of a text alone in its box, and how high the line is."""
    metrics = style_metrics(ctx, box.style)
    ascent, descent = metrics.leaded
    if metrics.is_normal:
        for face in content.items[0].fallbacks:
            height = fallback_height(face, box.style.font_size)
            ascent, descent = max(ascent, height.ascent), max(descent, height.descent)
    return ascent, ascent + descent


def changes_between(ctx: Context, box: Box, low: int, high: int) -> list[int]:
    """The content widths over ``low`` and up to ``high`` (1/64 px) at which the lines in a box end otherwise."""
    content = prepare(ctx, box)
    found: list[int] = []
    if not breaks_alike(box, content):
        return found
    while low < high and len(found) < MOST_TRIES:
        breaks = breaks_at(ctx, box, content, low)
        low = max(breaks.highest, low + 1)
        if low <= high:
            found.append(low)
    return found


def breaks_alike(box: Box, content: InlineContent) -> bool:
    """Whether nothing but text and inline boxes of fixed edges stands in the lines, so that only widths decide where they
    end."""
    return (
        not content.has_percentages
        and not content.has_clones
        and box.style.text_wrap_style not in ("balance", "pretty")
        and box.first_line is None
        and box.marker_style is None
        and not indent_of(box).has_percentage
        and "\u00ad" not in content.text
        and all(item.kind in (ItemKind.TEXT, ItemKind.OPEN, ItemKind.CLOSE, ItemKind.BREAK) for item in content.items)
    )


def _breaks(ctx: Context, box: Box, content: InlineContent, width: int) -> Breaks:
    """Break all lines in a content width, and see between which widths nothing changes."""
    breaker = LineBreaker(ctx, content, width, lambda item: 0, lambda item, position, is_at_start: None)
    return _range_of(ctx, content, width, _lines(breaker, content, width, indent_of(box).resolve(width)), stays=breaks_alike(box, content))


def _range_of(ctx: Context, content: InlineContent, width: int, lines: Iterable[BrokenLine], *, stays: bool = True) -> Breaks:
    """Lines in a content width, and between which widths they end alike, if they do."""
    count = right = 0
    lowest, highest = 0, WIDEST
    for start, line, indent in lines:
        count += 1
        used = line.width + indent
        right = max(right, used)
        stays = stays and used <= width + 1 and ends_at_opportunity(content, line)
        lowest = max(lowest, used - 1)
        if stays and not line.is_last and not line.forced:
            highest = min(highest, _needed(ctx, content, start, line, width) + indent - 1)
    return Breaks(lowest, highest, count, right) if stays and lowest <= width < highest else Breaks(width, width + 1, count, right)


def _lines(breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> Iterator[BrokenLine]:
    index = offset = 0
    while index < len(content.items):
        line = breaker.next_line(index, offset, width, indent)
        yield (index, offset), line, indent
        index, offset, indent = line.next_index, line.next_offset, 0


def ends_at_opportunity(content: InlineContent, line: Line) -> bool:
    """Whether a line ends where text may be broken, and not inside a word for want of room."""
    return line.is_last or line.forced or line.next_offset >= len(content.text) or content.can_break[line.next_offset]


def _needed(ctx: Context, content: InlineContent, start: tuple[int, int], line: Line, basis: int) -> int:
    """A width that a line must have at least to hold more than it does: up to the next opportunity after its end."""
    index, offset = start
    text, ends_at = content.text, line.next_offset
    until = next((at for at in range(ends_at + 1, len(text)) if content.can_break[at]), len(text))
    total = hanging = 0
    for item in content.items[index:]:
        begin = max(offset, item.start)
        if item.start >= until or (item.kind == ItemKind.BREAK and item.start >= ends_at):
            break
        if item.kind == ItemKind.TEXT:
            end = min(item.end, until)
            fitting = trimmed_end(item, text, begin, end)
            whole, held = text_width(ctx, item, text, begin, end), text_width(ctx, item, text, begin, fitting)
            # Spaces count where something comes after them: at the end of a line they hang.
            total, hanging = (total + hanging + held, whole - held) if fitting > begin else (total, hanging + whole)
        elif item.kind == ItemKind.OPEN or (item.kind == ItemKind.CLOSE and item.end < until):
            total += edge_width(item, basis)
    return total
