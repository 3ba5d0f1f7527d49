"""What layout returns: immutable results with positions relative to their parent, and what was asked for them."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, NamedTuple

from ..units import INDEFINITE
from .boxes import Box, Edges, edges_of


class Space(NamedTuple):
    """The constraints under which a box is laid out; all in 1/64 px, INDEFINITE where there is none.

    ``fixed_inline`` and ``fixed_block`` force the border-box size; ``definite`` says whether a block
    size that is forced, or comes by the ratio, is a basis for percentages inside; ``content_shift`` moves a table cell's content down. ``room`` is the width that there
    is beside floats, the box's margins included, where that is not all of ``inline``, which percentages are of.
    """

    inline: int
    block: int = INDEFINITE
    percent_block: int = INDEFINITE
    fixed_inline: int = INDEFINITE
    fixed_block: int = INDEFINITE
    definite: bool = True
    shrink: bool = False
    content_shift: int = 0
    room: int = INDEFINITE

    @property
    def across(self) -> int:
        """The width that the box and its margins can take."""
        return self.inline if self.room == INDEFINITE else self.room

    def without_height(self) -> Space:
        """The same without what only percentages of height and ``stretch`` inside would use."""
        return Space(self.inline, INDEFINITE, INDEFINITE, self.fixed_inline, self.fixed_block, True, self.shrink, self.content_shift, self.room)

    def with_own_height(self) -> Space:
        """The same with the height left to the content."""
        return Space(self.inline, self.block, self.percent_block, self.fixed_inline, INDEFINITE, True, self.shrink, self.content_shift, self.room)


def form_of(space: Space) -> tuple[int, tuple[int, ...]]:
    """Which constraints there are, as one number to tell memories apart by, and their lengths (0 where there is none)."""
    given = (*space[:5], space.room)
    form = sum(1 << place for place, length in enumerate(given) if length == INDEFINITE) | space.definite << 6 | space.shrink << 7
    return form, (*(0 if length == INDEFINITE else length for length in given), space.content_shift)


def space_of(form: int, asked: tuple[int, ...]) -> Space:
    """The constraints again, from what ``form_of`` made of them."""
    inline, block, percent_block, fixed_inline, fixed_block, room = (INDEFINITE if form >> place & 1 else length for place, length in enumerate(asked[:6]))
    return Space(inline, block, percent_block, fixed_inline, fixed_block, bool(form >> 6 & 1), bool(form >> 7 & 1), asked[6], room)


class OutOfFlow(NamedTuple):
    """An absolutely positioned box waiting for its containing block, with its static position.

    x and y are relative to the fragment that carries it; ``align`` names how a grid or flex container aligns it
    in the static-position rectangle of ``width`` × ``height``.
    """

    box: Box
    x: int
    y: int
    width: int = 0
    height: int = 0
    justify: str = "start"
    align: str = "start"
    inline_block: tuple[int, int, int, int] | None = None
    """Rectangle of the inline box that is its containing block, where there is one."""


class InlineRect(NamedTuple):
    """A piece of an inline box on one line, relative to the fragment that carries it."""

    box: Box
    x: int
    y: int
    width: int
    height: int


class LineEnd(NamedTuple):
    """From where to where a line box reaches, from the content box, and how many of the children and the pieces of inline boxes
    stand in it and in the lines before it."""

    top: int
    bottom: int
    children: int
    inlines: int


@dataclass(slots=True, eq=False)
class Fragment:
    """A laid-out box: border-box size, placed children, baselines from its top border edge."""

    box: Box
    width: int
    height: int
    children: list[Placed] = field(default_factory=list)
    inlines: list[InlineRect] = field(default_factory=list)
    out_of_flow: list[OutOfFlow] = field(default_factory=list)
    first_baseline: int | None = None
    last_baseline: int | None = None
    line_baseline: int | None = None
    """Of a block container: what it stands on in a line, as an inline-block (CSS 2 §10.8.1); None is its bottom margin edge."""
    text_right: int = 0
    """How far from the edge where it begins the text in it reaches, for what can be scrolled to: to the right, or where text runs
    from the right, to the left."""
    text_bottom: int = 0
    row_offsets: list[tuple[Box, int, int, int, int]] = field(default_factory=list)
    """Table rows, groups and columns, that have a rectangle without being a containing block."""
    tracks: Any = None
    """Track sizes of a grid or lines of a flex container, for overlays and workings."""
    content_height: int = 0
    """Height of what is inside, before a height property took effect."""
    basis: int = 0
    """Width of the containing block, which percentages of its edges are of."""
    breaks: int = 0
    """Where its lines of text end, as one number: equal numbers mean the same lines."""
    lines: int = 0
    """How many lines of text stand directly in it; what a walk reads off a line between two widths does not say."""
    line_ends: list[LineEnd] = field(default_factory=list)
    """Its lines where they are not all alike, from its border box."""
    flat: Any = None
    """Its rectangles in one table, kept by a walk over widths."""
    tight: bool | None = None
    """Whether roundings decide how floats in it stand; None until a walk asks."""
    is_blended: bool = False
    """Whether it was read off a line between two widths, and not laid out."""
    space: Space | None = None
    """The constraints it was laid out under, for boxes that are formatting contexts of their own."""

    def edges(self) -> Edges:
        """Margins, borders and padding that it was laid out with."""
        return edges_of(self.box, self.basis)

    def text_end(self, from_right: bool) -> int:
        """How far the text in it reaches on a page that begins at a side: text of the other direction ends in its box for that."""
        return self.text_right if (self.box.style.direction == "rtl") == from_right else min(self.text_right, self.width)

    def opened(self) -> Fragment:
        """Itself with what is inside: one that was read off a line between two widths makes that when it is first asked. Who goes
        through pages that were laid out opens each fragment before its ``children``, ``inlines`` and ``row_offsets`` are read."""
        return self

    def gather_out_of_flow(self) -> None:
        """Take over the positioned boxes that children could not place."""
        for x, y, child in self.children:
            for item in child.out_of_flow:
                rect = item.inline_block
                if rect is not None:
                    rect = (rect[0] + x, rect[1] + y, rect[2], rect[3])
                self.out_of_flow.append(item._replace(x=item.x + x, y=item.y + y, inline_block=rect))


class Placed(NamedTuple):
    """A child fragment at its offset from the parent's border box."""

    x: int
    y: int
    fragment: Fragment
