"""What the inside of an inline formatting context is made of before it is broken into lines."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import IntEnum
from typing import Any

from ...fonts.face import Face
from ..boxes import Box, edges_of


class ItemKind(IntEnum):
    """What an inline item is."""

    TEXT = 0
    OPEN = 1
    CLOSE = 2
    ATOMIC = 3
    FLOAT = 4
    OUT_OF_FLOW = 5
    BREAK = 6
    TAB = 7


@dataclass(slots=True, eq=False)
class Item:
    """A piece of the context: a run of text of one style, an edge of an inline box, an atomic box…

    ``start`` and ``end`` are positions in the context's text; ``sums[i]`` is the advance in px of the first i
    characters of the item.
    """

    kind: ItemKind
    box: Box
    start: int
    end: int
    sums: list[float] = field(default_factory=list)
    safe: tuple[bool, ...] = ()
    wraps: bool = True
    collapses: bool = True
    """Whether spaces at the end of a line are removed."""
    has_content: bool = True
    is_opportunity: bool = False
    """Whether it is only a place to break a line at: ``wbr``, or a space that went behind one where lines are not broken."""
    fallbacks: tuple[Face, ...] = ()
    level: int = 0
    """How deep it runs against its paragraph (``bidi.levels_of``)."""
    from_right: bool = False
    """Whether its first character stands at its right."""


@dataclass(slots=True, eq=False)
class InlineContent:
    """Everything that lines are built from."""

    items: list[Item]
    text: str
    can_break: list[bool]
    has_lines: bool
    uniform: bool
    """One text item with nothing else in it: lines can be found by search alone."""
    sizes: tuple[int, int] | None = None
    has_percentages: bool = False
    has_levels: bool = False
    """Whether some of it runs against its paragraph."""
    has_clones: bool = False
    """Whether pieces of some inline box have all its edges (``cloned_edges``)."""
    unmeasured: list[int] = field(default_factory=list)
    """Opportunities in ``can_break`` that widths by content do without."""
    break_table: Any = None
    """Where its lines are known to end (``line_ranges.BreakTable``)."""
    line_ends: Any = None
    """Which lines are known from a place on, where they are balanced (``balance``)."""


def edge_of(item: Item, basis: int) -> tuple[int, int]:
    """The margin at an edge of an inline box, and its border and padding, in 1/64 px; ``basis`` is what percentages are of."""
    edges = edges_of(item.box, basis)
    return (edges.margin_left, edges.left) if is_first_side(item) else (edges.margin_right, edges.right)


def is_first_side(item: Item) -> bool:
    """Whether an edge of an inline box is at the side where its paragraph begins: its start, if it does not run against that."""
    return (item.kind == ItemKind.OPEN) != item.box.is_reversed


def ends_the_text(content: InlineContent, index: int) -> bool:
    """Whether nothing but boxes out of flow, and a space that goes, follows from an item on, on a line that may break."""
    items = content.items
    last = next((item for item in reversed(items[:index]) if item.kind in (ItemKind.TEXT, ItemKind.ATOMIC)), None)
    return last is not None and last.wraps and all(item.kind == ItemKind.OPEN or item.kind in WITHOUT_WIDTH or _is_space(content, item) for item in items[index:])


def closing_behind(items: list[Item], index: int) -> int:
    """The index behind an item and the ends of inline boxes that follow it at once."""
    index += 1
    while index < len(items) and items[index].kind == ItemKind.CLOSE:
        index += 1
    return index


WITHOUT_WIDTH = (ItemKind.CLOSE, ItemKind.FLOAT, ItemKind.OUT_OF_FLOW)
"""What may stand after the space that a line ends with."""


def _is_space(content: InlineContent, item: Item) -> bool:
    return item.kind == ItemKind.TEXT and item.collapses and item.wraps and content.text[item.start : item.end] == " "


def space_follows(content: InlineContent, index: int) -> bool:
    """Whether the first text in an inline box begins with a space at which lines may break."""
    following = next((item for item in content.items[index:] if item.kind != ItemKind.OPEN), None)
    return following is not None and following.kind == ItemKind.TEXT and following.collapses and following.wraps and content.text[following.start : following.start + 1] == " "
