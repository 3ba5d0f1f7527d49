"""The parts of a line in the order in which they stand, where some run against the others (UAX #9 L1 and L2, css-writing-modes-4 §2.4)."""

from __future__ import annotations

from dataclasses import dataclass

from ..boxes import Box, edges_of
from .bidi import is_isolate
from .items import Item, ItemKind
from .line_parts import Part

_LEAVES = (ItemKind.TEXT, ItemKind.ATOMIC, ItemKind.TAB, ItemKind.BREAK, ItemKind.OUT_OF_FLOW)


@dataclass(slots=True)
class _Leaf:
    """Something that stands on a line, and the inline boxes that it stands in; without a part where such a box is empty, and for the
    edges of one that is ordered by itself, which part what is in it from what is around."""

    part: Part | None
    boxes: tuple[Box, ...]
    level: int
    start: int = 0


@dataclass(slots=True)
class _Held:
    """What of an inline box a line holds: its start, its end, and how many pieces it has there; how many of them are placed."""

    starts: bool = False
    ends: bool = False
    pieces: int = 0
    placed: int = 0


def in_visual_order(parts: list[Part], opened: list[Box], basis: int, text: str) -> list[Part] | None:
    """The parts of a line from the side at which its paragraph begins, with the edges of inline boxes where those then are; None
    where that is the order in which they are written.

    ``opened`` are the inline boxes that go on from the line before, ``basis`` is what percentages of edges are of (1/64 px), and
    ``text`` is that of the context: white space at the end of a line runs as its paragraph does.
    """
    pieces: dict[int, _Held] = {}
    leaves = _leaves(parts, opened, pieces)
    for leaf in leaves[_end_of_words(leaves, text) :]:
        # A space without width would part the box that it is in.
        leaf.level = 0 if leaf.part is None or leaf.part.width else leaf.level
    if not any(leaf.level or any(box.is_reversed for box in leaf.boxes) for leaf in leaves):
        return None
    leaves = _reordered(leaves)
    _count(leaves, pieces)
    return _with_edges(leaves, pieces, basis)


def _end_of_words(leaves: list[_Leaf], text: str) -> int:
    """From where on a line holds nothing but white space, its forced break, and empty inline boxes behind them."""
    end = len(leaves)
    for place in reversed(range(len(leaves))):
        leaf = leaves[place]
        if leaf.part is None:
            end = place if text.endswith(" ", 0, leaf.start) else end
        elif leaf.part.item.kind == ItemKind.OUT_OF_FLOW:
            continue
        elif leaf.part.item.kind == ItemKind.BREAK or not text[leaf.part.start : leaf.part.end].strip(" "):
            end = place
        else:
            break
    return end


def _leaves(parts: list[Part], opened: list[Box], pieces: dict[int, _Held]) -> list[_Leaf]:
    leaves: list[_Leaf] = []
    boxes = list(opened)
    pieces.update((id(box), _Held()) for box in opened)
    empty: Part | None = None
    for part in parts:
        box = part.item.box
        if part.item.kind == ItemKind.OPEN:
            if is_isolate(box.style):
                leaves.append(_Leaf(None, tuple(boxes), part.item.level, part.item.start))
            boxes.append(box)
            pieces[id(box)] = _Held(starts=box.opens)
            empty = part
        elif part.item.kind == ItemKind.CLOSE:
            if empty is not None and empty.item.box is box:
                leaves.append(_Leaf(None, tuple(boxes), empty.item.level, empty.item.start))
            empty = None
            if box in boxes:
                boxes.remove(box)
                pieces[id(box)].ends = box.closes
            if is_isolate(box.style):
                leaves.append(_Leaf(None, tuple(boxes), part.item.level, part.item.start))
        elif part.item.kind in _LEAVES:
            leaves.append(_Leaf(part, tuple(boxes), part.item.level))
            empty = None
    return leaves


def _reordered(leaves: list[_Leaf]) -> list[_Leaf]:
    """Runs of a level and above it turned round, from the highest one on (L2)."""
    found = list(leaves)
    for level in range(max(leaf.level for leaf in leaves), 0, -1):
        start = 0
        while start < len(found):
            end = start
            while end < len(found) and found[end].level >= level:
                end += 1
            found[start:end] = found[start:end][::-1]
            start = max(end, start + 1)
    return found


def _common(before: tuple[Box, ...], after: tuple[Box, ...]) -> int:
    count = 0
    while count < min(len(before), len(after)) and before[count] is after[count]:
        count += 1
    return count


def _count(leaves: list[_Leaf], pieces: dict[int, _Held]) -> None:
    before: tuple[Box, ...] = ()
    for leaf in leaves:
        for box in leaf.boxes[_common(before, leaf.boxes) :]:
            pieces[id(box)].pieces += 1
        before = leaf.boxes


def _with_edges(leaves: list[_Leaf], pieces: dict[int, _Held], basis: int) -> list[Part]:
    found: list[Part] = []
    before: tuple[Box, ...] = ()
    for leaf in [*leaves, _Leaf(None, (), 0)]:
        kept = _common(before, leaf.boxes)
        found += [_edge(ItemKind.CLOSE, box, pieces[id(box)], basis) for box in reversed(before[kept:])]
        found += [_edge(ItemKind.OPEN, box, pieces[id(box)], basis) for box in leaf.boxes[kept:]]
        if leaf.part is not None:
            found.append(leaf.part)
        before = leaf.boxes
    return found


def _edge(kind: ItemKind, box: Box, held: _Held, basis: int) -> Part:
    """The edge of a piece of an inline box: the box's own where it is its first or last piece, and begins or ends on the line."""
    edges = edges_of(box, basis)
    runs_along = not box.is_reversed
    if kind == ItemKind.OPEN:
        held.placed += 1
        has_edge = held.placed == 1 and (held.starts if runs_along else held.ends)
        width = edges.margin_left + edges.left
    else:
        has_edge = held.placed == held.pieces and (held.ends if runs_along else held.starts)
        width = edges.margin_right + edges.right
    return Part(Item(kind, box, 0, 0), -1, 0, 0, width if has_edge else 0, has_edge)
