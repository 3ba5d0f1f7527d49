"""Where a flow of blocks and lines may be broken (css-break-4 §4): its parts in order, each with the break before it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from enum import IntEnum

from ...units import INDEFINITE
from ..boxes import BLOCK, REPLACED, Box
from ..fragments import Fragment, Placed
from ..sizes.sizing import relative_offset
from .column_sizes import has_columns

_AVOIDS = ("avoid", "avoid-column")


class Appeal(IntEnum):
    """How good a break is: the best that comes before what does not fit is taken, of equal ones the last (§4.4)."""

    LAST_RESORT = 0
    AVOIDED = 1
    FEW_LINES = 2
    """Fewer lines would stand before or after it than ``orphans`` and ``widows`` ask."""
    GOOD = 3
    FORCED = 4


@dataclass(slots=True)
class Part:
    """What is not broken: a line, a picture, the end of a block; lengths in 1/64 px of the flow.

    ``top`` is where a column begins that begins with it: with the blocks that begin with it, their margins left out (§5.2).
    """

    top: int
    bottom: int
    appeal: Appeal
    node: Node | None = None
    """The innermost box that it is a part of."""
    is_avoided: bool = False
    """Whether the break before it is in a box that has ``break-inside: avoid``: worse than any outside (§4.4)."""
    line: int = 0
    """Which line of its block it is, from 0."""
    lines: int = 0
    """How many that block has; 0 for what is no line."""
    orphans: int = 0
    widows: int = 0
    is_margin: bool = False
    """Whether it is the margin of the last block in another: it is cut off where the column ends (§5.2)."""
    is_sliced: bool = False
    """Whether it may be cut anywhere: it is nothing but height, of a box that begins at ``begins``."""
    begins: int = 0
    margin_below: int = 0
    """The margin that counts to its column where a break is forced after it."""
    is_open: bool = False
    """Whether it is a flex container, a grid or a table, in which the browser may find a better place to break."""
    is_nested: bool = False
    """Whether it has columns of its own, which are balanced together with those around it."""


@dataclass(slots=True)
class Node:
    """A box in the flow: where its border box stands in it, and which parts it has."""

    fragment: Fragment
    x: int
    y: int
    first: int
    parent: Node | None = None
    last: int = 0
    down: int = 0
    across: int = 0
    """How far it is moved from its place (``position: relative``)."""
    children: list[Node] = field(default_factory=list)
    first_line: int = -1
    """The part that is its first line, where it has lines."""


def is_monolithic(box: Box) -> bool:
    """Whether a box is never broken inside (css-break-4 §2): replaced ones, what scrolls."""
    return box.kind == REPLACED or box.role in ("button", "picture") or box.style.overflow_y not in ("visible", "clip")


def _beginning(box: Box) -> Iterator[Box]:
    """A box and the boxes in it that it begins with."""
    node: Box | None = box
    while node is not None:
        yield node
        in_flow = node.kind == BLOCK and not node.has_inline_children and not is_monolithic(node)
        node = next((child for child in node.children if child.is_block_level), None) if in_flow else None


def _margin_below(fragment: Fragment) -> int:
    """The margin at the bottom of a block, with those of the last blocks in it that adjoin it."""
    edges = fragment.edges()
    last = next((child.fragment for child in reversed(fragment.children) if not child.fragment.box.is_floating), None)
    if edges.bottom or last is None or fragment.box.has_inline_children or fragment.box.is_bfc_root or not fragment.box.style.height.is_auto:
        return edges.margin_bottom
    return max(edges.margin_bottom, _margin_below(last))


class FlowParts:
    """The parts of what stands in one column without an end."""

    def __init__(self, root: Fragment, tops: tuple[int, int], margin_before: Callable[[Node], int]) -> None:
        """``root`` stands for the column; ``tops`` are the height of its lines, where they are all alike, and their count;
        ``margin_before`` says what the margin before a block comes to by itself."""
        self.parts: list[Part] = []
        self.margin_before, self.before = margin_before, root
        self.avoiding = self.tallest = 0
        self.top: int | None = None
        self.appeal = Appeal.LAST_RESORT
        self.is_avoided = self.forces_after = self.avoids_after = False
        self.root = Node(root, 0, 0, 0)
        self._inside(self.root, tops)
        self.root.last = len(self.parts) - 1

    def end_at(self, bottom: int) -> None:
        """Let the flow reach as far down as its floats do (css-multicol-1 §2: columns are formatting contexts)."""
        end = self.parts[-1].bottom if self.parts else 0
        if end < bottom:
            self.parts.append(Part(end, bottom, Appeal.LAST_RESORT, self.root, is_sliced=True))
            self.root.last = len(self.parts) - 1

    def _inside(self, node: Node, alike: tuple[int, int] | None = None) -> None:
        fragment = node.fragment
        if fragment.line_ends or fragment.lines:
            self._lines(node, alike)
            return
        is_first = True
        for placed in fragment.children:
            node.children.append(self._child(node, placed, is_first))
            is_first = is_first and placed.fragment.box.is_floating

    def _child(self, parent: Node, placed: Placed, is_first: bool) -> Node:
        fragment = placed.fragment.opened()
        box, style = fragment.box, fragment.box.style
        across, down = relative_offset(box, fragment.basis, INDEFINITE) if box.is_relative else (0, 0)
        node = Node(fragment, parent.x + placed.x - across, parent.y + placed.y - down, len(self.parts), parent, down=down, across=across)
        if box.is_floating:
            node.last = node.first
            return node
        if not is_first:
            self._between(node, box)
        avoids = style.break_inside in _AVOIDS
        self.avoiding += avoids
        bottom = node.y + fragment.height
        if is_monolithic(box):
            self._add(node, node.y, bottom)
        elif box.kind != BLOCK or box.role == "fieldset" or has_columns(box):
            part = self._add(node, node.y, bottom)
            part.is_nested, part.is_open = has_columns(box), not self.avoiding
        else:
            self._block(node, bottom)
        self.avoiding -= avoids
        if avoids:
            self.tallest = max(self.tallest, fragment.height)
        self.forces_after = self.forces_after or style.break_after == "column"
        self.avoids_after = self.avoids_after or style.break_after in _AVOIDS
        node.last = len(self.parts) - 1
        self.before = fragment
        return node

    def _between(self, node: Node, box: Box) -> None:
        """The break between a box and the one before it, which what they begin and end with have a say in (§3.1)."""
        words = [first.style.break_before for first in _beginning(box)]
        self.top, self.is_avoided = node.y, self.avoiding > 0
        if self.forces_after or "column" in words:
            # The margin before it is kept, and counts for itself (§5.2).
            self.appeal, self.top = Appeal.FORCED, node.y - self.margin_before(node)
            self.parts[-1].margin_below = _margin_below(self.before)
        else:
            self.appeal = Appeal.AVOIDED if self.avoids_after or any(word in _AVOIDS for word in words) else Appeal.GOOD
        self.forces_after = self.avoids_after = False

    def _block(self, node: Node, bottom: int) -> None:
        self._add(node, node.y, node.y + node.fragment.edges().top)
        self._inside(node)
        end, low = self.parts[-1].bottom, bottom - node.fragment.edges().bottom
        inner = min(node.y + node.fragment.content_height - node.fragment.edges().bottom, low)
        if end < inner:
            self.parts.append(Part(end, inner, Appeal.LAST_RESORT, node, self.avoiding > 0, is_margin=True))
            end = inner
        is_plain = end >= low
        if not is_plain:
            self.parts.append(Part(end, low, Appeal.GOOD, node, self.avoiding > 0, is_sliced=True, begins=node.y))
        if max(end, low) < bottom:
            appeal = Appeal.LAST_RESORT if is_plain else Appeal.GOOD
            self.parts.append(Part(max(end, low), bottom, appeal, node, self.avoiding > 0))

    def _lines(self, node: Node, alike: tuple[int, int] | None) -> None:
        fragment, style = node.fragment, node.fragment.box.style
        tops = [(line.top, line.bottom) for line in fragment.line_ends]
        if not tops:
            edges = fragment.edges()
            height, count = alike or ((fragment.content_height - edges.block) // fragment.lines, fragment.lines)
            start = 0 if alike else edges.top
            tops = [(start + height * number, start + height * (number + 1)) for number in range(count)]
        node.first_line = len(self.parts)
        for number, (top, bottom) in enumerate(tops):
            if number:
                self.top, self.appeal, self.is_avoided = node.y + top, Appeal.GOOD, self.avoiding > 0
            part = self._add(node, node.y + top, node.y + bottom)
            part.line, part.lines, part.orphans, part.widows = number, len(tops), style.orphans, style.widows

    def _add(self, node: Node, top: int, bottom: int) -> Part:
        part = Part(top if self.top is None else self.top, bottom, self.appeal, node, self.is_avoided)
        self.parts.append(part)
        self.top, self.appeal, self.is_avoided = None, Appeal.LAST_RESORT, self.avoiding > 0
        self.tallest = max(self.tallest, bottom - part.top)
        return part
