"""Between which content widths the lines of a text end alike (css-text-3 §5): where nothing changes, nothing is broken anew.

A line stays as it is down to its own width, and up to the width at which what follows it, as far as the next
opportunity to break, would fit too.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from ..boxes import Box
from ..context import Context
from .inline_items import indent_of, prepare
from .inline_metrics import fallback_height, style_metrics
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
    made: Any = None
    """The lines themselves, where they are the same at all of these widths."""


class BreakTable:
    """The breaks of one text that are known so far, ascending."""

    __slots__ = ("breaks", "lows")

    def __init__(self) -> None:
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
    table = content.break_table
    if table is None:
        table = content.break_table = BreakTable()
    known: Breaks | None = table.find(width)
    if known is None:
        known = _breaks(ctx, box, content, width)
        table.add(known)
    return known


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
    count = right = 0
    lowest, highest = 0, WIDEST
    stays = breaks_alike(box, content)
    for start, line, indent in _lines(breaker, content, width, indent_of(box).resolve(width)):
        count += 1
        used = line.width + indent
        right = max(right, used)
        stays = stays and used <= width + 1 and ends_at_opportunity(content, line)
        lowest = max(lowest, used - 1)
        if stays and not line.is_last and not line.forced:
            highest = min(highest, _needed(ctx, content, start, line, width) + indent - 1)
    return Breaks(lowest, highest, count, right) if stays and lowest <= width < highest else Breaks(width, width + 1, count, right)


def _lines(breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> Iterator[tuple[tuple[int, int], Line, int]]:
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
