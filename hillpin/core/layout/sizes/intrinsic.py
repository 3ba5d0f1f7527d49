"""Min-content and max-content sizes and contributions (css-sizing-3 §5), in 1/64 px, kept on the box."""

from __future__ import annotations

import math

from ...styles.values import Kind, Length
from ...units import INDEFINITE
from ..boxes import BLOCK, REPLACED, TABLE, Box, Edges, edges_of
from ..context import Context
from ..fragments import Space
from ..inline.cloned_edges import end_edge, start_edge
from ..inline.inline_items import indent_of, prepare
from ..inline.items import InlineContent, Item, ItemKind, closing_behind
from ..inline.line_parts import edge_width, tab_width, text_width, trimmed_end
from ..inline.text_shaping import shape_text
from ..replaced.natural_sizes import symbol_width
from ..tree.counters import SYMBOLS
from .given_heights import given_height
from .ratios import width_by_own_height
from .rules import CONTENT
from .sizing import compressed_width, held_by_content, held_by_height, through_ratio, to_border_box, width_from_ratio

HUGE = 1 << 26


def flow_content_sizes(ctx: Context, box: Box, children: list[Box] | None = None) -> tuple[int, int]:
    """Min-content and max-content width of a block container's content box; of some of its blocks, where they are given."""
    if box.has_inline_children:
        # As the browser has it: all lines are measured like the first one.
        shown = box.first_line or box
        return inline_sizes(ctx, prepare(ctx, shown), shown)
    if box.has_outside_marker and not box.children:
        # The line that a marker stands beside begins with the indent.
        width = max(box.style.text_indent.resolve(0), 0)
        return width, width
    low, high = _block_sizes(ctx, box.children if children is None else children)
    least = _marker_width(ctx, box) if box.has_outside_marker and any(child.is_block_level for child in box.children) else 0
    return max(low, least), max(high, least)


def _marker_width(ctx: Context, box: Box) -> int:
    """The width of an outside marker, which the browser takes for one of the blocks that it stands beside (as measured)."""
    style = box.marker_style or box.style
    if box.marker_picture is not None:
        return box.marker_picture
    if style.list_style_type in SYMBOLS and style.content == "normal":
        return symbol_width(style, ctx.fonts)
    text = box.marker_text
    spacing: float = len(text) * style.letter_spacing + text.count(" ") * style.word_spacing
    return math.ceil((sum(shape_text(ctx, style, text)[0]) + spacing) * 64)


def _block_sizes(ctx: Context, children: list[Box]) -> tuple[int, int]:
    """The widest child; floats side by side count together for max-content (css-sizing-3 §5.1)."""
    low = high = left = right = 0
    for child in children:
        if child.is_out_of_flow:
            continue
        child_low, child_high = contributions(ctx, child)
        low = max(low, child_low)
        clear = child.style.clear
        if clear in ("left", "both"):
            high, left = max(high, left + right), 0
        if clear in ("right", "both"):
            high, right = max(high, left + right), 0
        if child.is_floating:
            if child.style.float == "left":
                left += child_high
            else:
                right += child_high
        elif child.is_bfc_root or child.kind != BLOCK:
            # Its margins lie over the floats beside it.
            edges = edges_of(child, 0)
            high = max(high, child_high + max(left - max(edges.margin_left, 0), 0) + max(right - max(edges.margin_right, 0), 0))
            left = right = 0
        else:
            high = max(high, left + right, child_high)
            left = right = 0
    return low, max(high, left + right)


def contributions(ctx: Context, box: Box) -> tuple[int, int]:
    """Min- and max-content contributions: the outer widths of a box (§5.2), percentages as for unknown basis; no less than nothing."""
    low, high = outer_sizes(ctx, box)
    return max(low, 0), max(high, 0)


def outer_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """The same, where negative margins take from what stands beside the box on a line."""
    edges = edges_of(box, 0)
    margins = edges.margin_left + edges.margin_right
    low, high = border_box_sizes(ctx, box)
    return low + margins, high + margins


def border_box_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """Min- and max-content border-box widths with ``width`` and its limits applied."""
    style = box.style
    edges = edges_of(box, 0)
    width = style.width
    given = given_height(ctx, box)
    ratio_width = width_by_own_height(box) if given == INDEFINITE or box.kind == REPLACED else width_from_ratio(box, edges, Space(INDEFINITE, percent_block=given))
    if ratio_width is not None:
        return _sizes_by_ratio(ctx, box, edges, ratio_width)
    if width.kind == Kind.FIXED:
        low = high = to_border_box(box, width.units, edges.inline)
        if box.kind == TABLE:
            # A table is never narrower than its cells.
            low = high = max(low, ctx.content_sizes(box)[0] + edges.inline)
    elif width.kind in (Kind.MIN_CONTENT, Kind.MAX_CONTENT):
        low = high = _by_word(ctx, box)[width.kind == Kind.MAX_CONTENT]
    else:
        low, high = ctx.content_sizes(box)
        low, high = low + edges.inline, high + edges.inline
        if box.kind != REPLACED:
            low, high = through_ratio(box, low, edges, given), through_ratio(box, high, edges, given)
        if width.has_percentage and box.kind == REPLACED:
            low = edges.inline
    if style.max_width.kind == Kind.FIXED:
        limit = to_border_box(box, style.max_width.units, edges.inline)
        if box.kind == TABLE:
            limit = max(limit, ctx.content_sizes(box)[0] + edges.inline)
        low, high = min(low, limit), min(high, limit)
    elif style.max_width.has_percentage and box.kind == REPLACED and not _is_field(box):
        low = edges.inline
    elif style.max_width.kind in CONTENT:
        least, most = _by_word(ctx, box)
        low = min(low, most if style.max_width.kind == Kind.MAX_CONTENT else least)
        high = min(high, least if style.max_width.kind == Kind.MIN_CONTENT else most)
    is_pressed = box.kind == REPLACED and not _is_field(box) and (width.has_percentage or style.max_width.has_percentage)
    if is_pressed and style.min_width.kind in CONTENT:
        # What is pressed together has no least content width that could hold it (css-sizing-3 §5.2.2).
        return low, max(high, minimum_width(ctx, box, style.min_width))
    if style.min_width.kind == Kind.FIT_CONTENT:
        least, widest = _by_word(ctx, box)
        return max(low, least), max(high, widest)
    least = minimum_width(ctx, box, style.min_width)
    return max(low, least), max(high, least)


def _sizes_by_ratio(ctx: Context, box: Box, edges: Edges, by_height: int) -> tuple[int, int]:
    """The same for a box whose height and ratio give a width, which content keywords mean, too (css-sizing-4 §4)."""
    style = box.style
    if style.width.kind == Kind.FIXED:
        size = to_border_box(box, style.width.units, edges.inline)
    else:
        size = held_by_content(ctx, box, edges, by_height)
    if style.max_width.kind == Kind.FIXED or style.max_width.kind in CONTENT:
        size = min(size, by_height if style.max_width.kind in CONTENT else to_border_box(box, style.max_width.units, edges.inline))
    size = max(size, by_height if style.min_width.kind in CONTENT else minimum_width(ctx, box, style.min_width))
    return size, size


def _is_field(box: Box) -> bool:
    """Whether a box is a field: it has a natural size, and is not pressed together as pictures are (css-sizing-3 §5.2.2)."""
    return box.element is not None and box.element.tag in ("input", "textarea", "select")


def minimum_width(ctx: Context, box: Box, length: Length) -> int:
    """``min-width`` as a border-box width, percentages of nothing and what fits no room (css-sizing-3 §5.2.1)."""
    edges = edges_of(box, 0)
    if length.is_definite_form:
        return to_border_box(box, max(length.resolve(0), 0), edges.inline)
    if length.kind in CONTENT:
        return _by_word(ctx, box)[length.kind == Kind.MAX_CONTENT]
    return edges.inline


def _by_word(ctx: Context, box: Box) -> tuple[int, int]:
    """The border-box widths that ``min-content`` and ``max-content`` mean, percentages of nothing."""
    edges = edges_of(box, 0)
    around = edges.inline
    low, high = ctx.content_sizes(box)
    if box.kind == REPLACED and box.style.width.has_percentage and _is_field(box):
        return compressed_width(box, edges), high + around
    return held_by_height(box, low + around), held_by_height(box, high + around)


def inline_sizes(ctx: Context, content: InlineContent, box: Box) -> tuple[int, int]:
    """The widest unbreakable piece, and the widest line when only forced breaks count."""
    if content.sizes is None:
        content.sizes = _InlineSizes(ctx, content, box).run()
    return content.sizes


class _InlineSizes:
    """One walk over the items, keeping the width since the last opportunity and since the last forced break."""

    def __init__(self, ctx: Context, content: InlineContent, box: Box) -> None:
        self.ctx, self.content, self.can_break = ctx, content, content.can_break
        if content.unmeasured:
            left_out = set(content.unmeasured)
            self.can_break = [allowed and at not in left_out for at, allowed in enumerate(content.can_break)]
        self.low = self.high = 0
        self.since_break = self.line = indent_of(box).resolve(0)
        self.trailing = self.end_trailing = self.line_trailing = 0
        """What the spaces that would end a piece, the last of a line, or a line add to it."""
        self.floats = self.floats_above = 0
        """Floats of the line that stand beside one another, and the widest such row before them."""
        self.last_float = ""
        self.starts = self.ends = 0
        """Edges of open inline boxes that every piece has (``cloned_edges``)."""
        self.at_edge = False
        """Whether the piece begins with an edge of an inline box, before which lines may break."""
        self.breaks_behind = False
        """Whether lines break behind the last box, or anywhere in the last text: behind it and the edges that end there."""
        self.behind_wbr = self.hangs = False
        """Whether the last text was such an opportunity; whether spaces that end it are preserved: before a forced break they count."""

    def run(self) -> tuple[int, int]:
        can_break, items = self.can_break, iter(enumerate(self.content.items))
        for index, item in items:
            if item.kind == ItemKind.TEXT:
                self._text(item)
            elif item.kind in (ItemKind.OPEN, ItemKind.CLOSE):
                self._edge(item)
            elif item.kind == ItemKind.BREAK:
                for _ in range(index + 1, closing_behind(self.content.items, index)):
                    self._edge(next(items)[1])  # They end before it (``close_after_break``).
                if self.hangs:
                    self.line_trailing = 0
                self._end_line()
            elif item.kind == ItemKind.FLOAT:
                self._float(item)
            elif item.kind == ItemKind.ATOMIC:
                low, high = outer_sizes(self.ctx, item.box)
                if (self.breaks_behind or (can_break[item.start] and item.wraps)) and not self.at_edge:
                    self._end_piece()
                self.at_edge = self.breaks_behind = False
                self.since_break += low
                self.line += high
                self.trailing = self.end_trailing = self.line_trailing = 0
                self.breaks_behind = can_break[item.end] and item.wraps
            elif item.kind == ItemKind.TAB:
                self.since_break += tab_width(self.ctx, item, self.since_break)
                self.line += tab_width(self.ctx, item, self.line)
                self.trailing = self.end_trailing = self.line_trailing = 0
        self._end_line()
        return self.low, max(self.low, self.high)

    def _edge(self, item: Item) -> None:
        """An edge of an inline box: its start ends a piece where lines may break before it."""
        is_start, width = item.kind == ItemKind.OPEN, edge_width(item, 0)
        if is_start and item.start and (self.breaks_behind or self.can_break[item.start]) and not self.at_edge:
            self._end_piece()
            self.at_edge = True
        self.since_break += width
        self.line += width
        if self.content.has_clones:
            sign = 1 if is_start else -1
            self.starts += sign * start_edge(item.box, 0)
            self.ends += sign * end_edge(item.box, 0)

    def _text(self, item: Item) -> None:
        text, can_break, ctx = self.content.text, self.can_break, self.ctx
        if item.end == item.start:
            return
        start = item.start
        if (self.breaks_behind or can_break[start]) and start and not self.at_edge:
            self._end_piece()
        if start and not self.since_break and item.collapses and text[start] == " ":
            start += 1
        self.at_edge, self.breaks_behind, self.behind_wbr = False, False, item.is_opportunity
        if self.behind_wbr:
            return
        widest = 0
        anywhere = item.wraps and (item.box.style.overflow_wrap == "anywhere" or item.box.style.word_break == "break-word")
        for cut in range(item.start + 1, item.end + 1):
            if cut < item.end and not can_break[cut] and not anywhere:
                continue
            end = trimmed_end(item, text, start, cut)
            width = _snapped_width(item, start, end)
            if text[cut - 1] == "\u00ad" and cut < item.end:
                width += math.ceil(sum(_hyphen(ctx, item)) * 64)
            if cut < item.end and not self.since_break:
                widest, start = max(widest, width), cut
                continue
            self.since_break += self._counted(item, width, widest)
            if width:
                self.trailing = 0
            if cut < item.end:
                self._end_piece()
                start = cut
            else:
                full = _snapped_width(item, start, cut)
                self.since_break += full - width
                self.trailing = self.end_trailing = full - width
                if end < cut and not (anywhere or item.safe[end - item.start]):
                    # What is kerned with a space is wider without it, where that ends a line.
                    self.end_trailing = full - text_width(ctx, item, text, start, end)
                if end == start and start == item.start:
                    self.trailing = self.end_trailing = full
                self.breaks_behind = anywhere
        width = text_width(ctx, item, text, item.start, item.end)
        self.line += width
        self.hangs = not item.collapses
        trimmed = trimmed_end(item, text, item.start, item.end)
        self.line_trailing = width - text_width(ctx, item, text, item.start, trimmed) if trimmed < item.end else 0

    def _counted(self, item: Item, width: int, widest: int) -> int:
        """What the last word of a text counts with those before it that begin lines: as the browser has it, the edges of
        inline boxes that end behind a text, where lines may, count to its widest word."""
        text, end = self.content.text, item.end
        if self.can_break[end] or text[end : end + 2] in ("", " ") or text[end : end + 2].startswith(("\n", " \n")):
            return max(width, widest)
        self.low = max(self.low, widest)
        return width

    def _end_piece(self) -> None:
        self.low = max(self.low, self.since_break - self.trailing + self.ends)
        self.since_break = self.starts
        self.trailing = self.end_trailing = 0

    def _end_line(self) -> None:
        self.trailing = self.end_trailing
        self._end_piece()
        self.high = max(self.high, self.line - self.line_trailing + max(self.floats_above, self.floats))
        self.line = self.line_trailing = self.floats = self.floats_above = 0
        self.last_float = ""

    def _float(self, item: Item) -> None:
        low, high = contributions(self.ctx, item.box)
        self.low = max(self.low, low)
        clear = item.box.style.clear
        if clear in ("both", self.last_float) and self.last_float:
            # As the browser has it: what clears the float before it begins a row, with the line's text beside it again.
            self.floats_above = max(self.floats_above, self.floats)
            self.floats = 0
        self.last_float = item.box.style.float
        self.floats += high


def _snapped_width(item: Item, start: int, end: int) -> int:
    """Width of a piece of an item between the ends of its characters, each rounded up: how the browser measures
    words for min-content."""
    sums = item.sums
    return max(math.ceil(sums[end - item.start] * 64) - math.ceil(sums[start - item.start] * 64), 0)


def _hyphen(ctx: Context, item: Item) -> list[float]:
    first = ctx.fonts.stack(item.box.style).first
    return shape_text(ctx, item.box.style, "\u2010" if first.has("\u2010") else "-")[0]
