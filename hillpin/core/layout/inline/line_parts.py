"""What a line is made of: parts of items, and how wide a stretch of text is on it."""

from __future__ import annotations

import math
from bisect import bisect_right
from dataclasses import dataclass, field

from ...fonts.linebreak import grapheme_starts
from ..boxes import INLINE, TEXT
from ..context import Context
from .inline_items import has_edge
from .items import WITHOUT_WIDTH, Item, ItemKind, closing_behind, edge_of
from .text_shaping import MOST_ADVANCE, running_sums, shape_text

SOFT_HYPHEN = "\u00ad"


@dataclass(slots=True)
class Part:
    """A piece of an item on a line; ``width`` in 1/64 px."""

    item: Item
    index: int
    start: int
    end: int
    width: int
    has_edge: bool | None = None
    """Of a part that was put in visual order: whether it is an edge of its inline box; None for one that says so itself."""


@dataclass(slots=True)
class Line:
    """One line: its parts, its width without hanging space, and where the next one starts."""

    parts: list[Part] = field(default_factory=list)
    width: int = 0
    next_index: int = 0
    next_offset: int = 0
    forced: bool = False
    is_last: bool = False
    has_content: bool = False
    searched: int = 0
    """How many parts are known to hold no opportunity, whatever comes after them."""
    floats_after: list[Part] = field(default_factory=list)
    start_edges: int = 0
    """What inline boxes that go on, and whose edges are cloned, put before it."""
    is_hyphenated: bool = False
    """Whether the width of a hyphen was added to its last part."""


def widened_spaces(text: str) -> int:
    """How many places of a text justification widens: spaces, and those at which no line breaks (css-text-3 §6.4)."""
    return text.count(" ") + text.count("\u00a0")


def without_end(text: str, collapse: str) -> str:
    """A line's text without the spaces at its end that justification does not widen: those that hang, or the one at which the
    line is broken."""
    return text.removesuffix(" ") if collapse == "break-spaces" else text.rstrip(" \u00a0")


def text_width(ctx: Context, item: Item, text: str, start: int, end: int) -> int:
    """Width in 1/64 px of a stretch of a text item, rounded up as the browser rounds a shaped run."""
    if end <= start:
        return 0
    low, high = start - item.start, end - item.start
    safe, sums = item.safe, item.sums
    # Ends of an item lie inside the run that was shaped: kerning across a tag counts.
    if (low == 0 or safe[low]) and (high == len(sums) - 1 or safe[high]):
        return max(0, math.ceil((sums[high] - sums[low]) * 64))
    first, last = _safe_places(item, low, high)
    if first >= last:
        return max(0, math.ceil(_shaped(ctx, item, text[start:end]) * 64))
    ends = _shaped(ctx, item, text[start : item.start + first]) + _shaped(ctx, item, text[item.start + last : end])
    return max(0, math.ceil((ends + sums[last] - sums[first]) * 64))


def _safe_places(item: Item, low: int, high: int) -> tuple[int, int]:
    """The first and the last place of a stretch at which its text may be cut without being shaped anew."""
    first, last = low, high
    while 0 < first < high and not item.safe[first]:
        first += 1
    while low < last < len(item.sums) - 1 and not item.safe[last]:
        last -= 1
    return first, last


def _shaped(ctx: Context, item: Item, part: str) -> float:
    """The width in px of a part of a text that is shaped by itself."""
    if not part:
        return 0.0
    advances, _, _ = shape_text(ctx, item.box.style, part, item.from_right)
    return running_sums(advances, part, item.box.style)[-1]


def trimmed_end(item: Item, text: str, start: int, end: int) -> int:
    """The end of a stretch without the collapsible spaces that end it."""
    if item.collapses or (item.wraps and item.box.style.white_space_collapse == "preserve"):
        while end > start and text[end - 1] == " ":
            end -= 1
    return end


def tab_width(ctx: Context, item: Item, position: int) -> int:
    """The advance from a place on a line to the next tab stop, as far apart as spaces of its block container's make them; one that is
    nearer than half a space is passed (css-text-3 §4.2, as the browser has it)."""
    container = item.box
    while container.parent is not None and container.kind in (TEXT, INLINE):
        container = container.parent
    style = container.style
    advances, _, _ = shape_text(ctx, style, " ")
    kind, value = item.box.style.tab_size
    stop = value * (advances[0] + style.letter_spacing + style.word_spacing) * 64 if kind == "spaces" else value * 64
    if stop <= 0:
        return 0
    following = (math.floor(position / stop + 1e-9) + 1) * stop
    if following - position < advances[0] * 32:
        following += stop
    return min(int(math.ceil(following) - position), round(MOST_ADVANCE * 64))


def hyphen_width(ctx: Context, item: Item) -> int:
    """The width in 1/64 px of what a word that is parted shows at a line's end (css-text-3 §5.4)."""
    stack = ctx.fonts.stack(item.box.style)
    advances, _, _ = shape_text(ctx, item.box.style, "\u2010" if stack.first.has("\u2010") else "-")
    return math.ceil(sum(advances) * 64)


def edge_width(item: Item, basis: int) -> int:
    """The width in 1/64 px of an edge of an inline box: margin, border and padding, where the box begins or ends here."""
    is_there = item.box.opens if item.kind == ItemKind.OPEN else item.box.closes
    return sum(edge_of(item, basis)) if is_there else 0


def close_after_break(line: Line, items: list[Item], index: int, basis: int) -> int:
    """Take the ends of inline boxes that follow a forced break at once: they stand before it. Gives the index of the next item."""
    behind = closing_behind(items, index)
    line.parts += [Part(items[at], at, items[at].start, items[at].end, edge_width(items[at], basis)) for at in range(index + 1, behind)]
    return behind


def count_held(parts: list[Part]) -> int:
    """How many parts there are up to the last one that holds something."""
    return next((number for number in range(len(parts), 0, -1) if parts[number - 1].item.kind in _HOLDING), 0)


_HOLDING = (ItemKind.TEXT, ItemKind.ATOMIC, ItemKind.TAB)


def drop_space(parts: list[Part], text: str) -> int:
    """Take a space away that is a text of its own and stands behind what was too long for the line; its width."""
    last = next((part for part in reversed(parts) if part.item.kind != ItemKind.OPEN and part.item.kind not in WITHOUT_WIDTH), None)
    if last is None or last.item.kind != ItemKind.TEXT or not last.item.collapses or text[last.start : last.end] != " " or last.start != last.item.start:
        return 0
    width, last.end, last.width = last.width, last.start, 0
    return width


def has_edges(line: Line) -> bool:
    """Whether an edge of an inline box stands on a line, be it that its parts come to nothing together."""
    return any(part.width or _is_edge(part.item) for part in line.parts)


def _is_edge(item: Item) -> bool:
    ends_there = item.box.opens if item.kind == ItemKind.OPEN else item.kind == ItemKind.CLOSE and item.box.closes
    return ends_there and has_edge(item)


def ends_at_block(line: Line) -> bool:
    """Whether a line ends because a block parts the inline boxes that are open on it."""
    return any(part.item.kind == ItemKind.OPEN and part.item.box.split_from is not None and not part.item.box.closes for part in line.parts)


def marked_end(parts: list[Part]) -> int:
    """How many parts of a line that holds nothing there are up to the end of an inline box that has something of its own in the text,
    marks of its direction (as the browser has it); 0 where no such box, or no edge, is there."""
    ends = (number for number in range(len(parts), 0, -1) if parts[number - 1].item.kind == ItemKind.CLOSE)
    marked = next((number for number in ends if parts[number - 1].item.box.style.unicode_bidi != "normal"), 0)
    return marked if any(part.width for part in parts[:marked]) else 0


def staying(parts: list[Part], count: int) -> int:
    """How many parts stay on a line that ends behind its first ``count``: what follows and holds nothing stays, up to an inline box
    that is open where the line ends or has a box out of flow in it, or such a box behind an empty inline box (as measured)."""
    has_closed = False
    while count < len(parts):
        kind = parts[count].item.kind
        if kind == ItemKind.OPEN:
            end = _end_of_empty(parts, count)
            if end is None:
                break
            count, has_closed = end, True
        elif kind not in WITHOUT_WIDTH or (kind == ItemKind.OUT_OF_FLOW and has_closed):
            break
        else:
            count += 1
    return count


def _end_of_empty(parts: list[Part], start: int) -> int | None:
    """How many parts come before the end of an inline box with nothing in it but floats; None where it is none."""
    for end in range(start + 1, len(parts)):
        item = parts[end].item
        if item.kind == ItemKind.CLOSE and item.box is parts[start].item.box:
            return end + 1
        if item.kind not in (ItemKind.OPEN, ItemKind.CLOSE, ItemKind.FLOAT):
            break
    return None


def is_parted_before(line: Line, item: Item, text: str) -> bool:
    """Whether the start of an inline box may be parted from what is before it though no text says so: where a block in the box
    is next, which stands for a character, and where a line break is, behind a box."""
    if item.start == len(text):
        return not item.box.closes
    if text[item.start] != "\n":
        return False
    last = next((part for part in reversed(line.parts) if part.item.kind == ItemKind.ATOMIC or text[part.start : part.end].strip(" ")), None)
    return last is not None and last.item.kind == ItemKind.ATOMIC


def edges_behind(line: Line) -> int:
    """How wide the edges are that stand behind the last text or box of a line."""
    width = 0
    for part in reversed(line.parts):
        if part.item.kind not in (ItemKind.OPEN, ItemKind.CLOSE):
            break
        width += part.width
    return width


def closing_edges(items: list[Item], index: int, basis: int) -> int:
    """How wide the edges are of the inline boxes that end right behind an item."""
    return sum(edge_width(item, basis) for item in items[index + 1 : closing_behind(items, index)])


def ends_unbroken(line: Line) -> bool:
    """Whether the last text of a line may not be broken."""
    last = next((part for part in reversed(line.parts) if part.item.kind == ItemKind.TEXT), None)
    return last is not None and not last.item.wraps


def is_parted_before_space(line: Line, overflowing: bool) -> bool:
    """Whether a line may be broken before inline boxes that begin, though a space comes only in them: where it is too long already
    and its text may not be broken, and, as the browser has it, where two inline boxes or more end right before."""
    if overflowing and ends_unbroken(line):
        return True
    last = [part.item.kind for part in line.parts if part.item.kind != ItemKind.OPEN][-2:]
    return last == [ItemKind.CLOSE, ItemKind.CLOSE]


def hyphenate(ctx: Context, line: Line, text: str) -> None:
    """Show the hyphen at which a line ends, if it ends at one."""
    last = next((part for part in reversed(line.parts) if part.item.kind == ItemKind.TEXT), None)
    if last is not None and last.end > last.start and text[last.end - 1] == SOFT_HYPHEN:
        line.is_hyphenated = True
        last.width += hyphen_width(ctx, last.item)


def breaks_anywhere(item: Item) -> bool:
    """Whether a text may be broken between any two of its characters, where it has to be (css-text-3 §5.5)."""
    style = item.box.style
    return item.wraps and (style.overflow_wrap != "normal" or style.word_break == "break-word")


def first_grapheme(text: str, start: int, end: int) -> int | None:
    """The end of the first character of a stretch, where others follow."""
    starts = grapheme_starts(text[start:end])
    return start + starts[1] if len(starts) > 1 else None


def emergency_break(ctx: Context, item: Item, text: str, start: int, end: int, room: int, has_content: bool) -> int | None:
    """Where ``overflow-wrap`` breaks a stretch of a text item anywhere, where nothing else helps (css-text-3 §5.5), in a room in 1/64 px;
    None where not one character fits beside what the line holds."""
    # No line holds more characters than fit by their advances in the whole text.
    target = item.sums[start - item.start] + room / 64
    end = min(end, max(item.start + bisect_right(item.sums, target, start - item.start) - 1, start + 1))
    best = before_hyphen = None
    has_room = False
    for position in [*grapheme_starts(text[start:end])[1:], end - start]:
        cut = start + position
        if text[cut : cut + 1] == SOFT_HYPHEN:
            # A hyphen stays with what it ends, but for one character that has no room with it.
            before_hyphen = cut if position == 1 else None
            continue
        hyphen = hyphen_width(ctx, item) if text[cut - 1] == SOFT_HYPHEN and cut < item.end else 0
        has_room_now = text_width(ctx, item, text, start, cut) + hyphen <= room
        if not has_room_now and (best is not None or has_content or before_hyphen is not None):
            return best if before_hyphen is None else before_hyphen
        best, has_room = cut, has_room_now
        before_hyphen = None
        if not has_room:
            break
    return best if has_room or not has_content else None
