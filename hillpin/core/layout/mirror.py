"""Fragments that were laid out as in a mirror, turned back: what began at the left begins at the right."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from .block.floats import Exclusion, Floats
from .boxes import GRID
from .fragments import Fragment, InlineRect, OutOfFlow, Placed

_ENDS = {"start": "end", "end": "start"}


def turned(fragment: Fragment) -> Fragment:
    """A copy of a fragment with everything in it on the other side, in its border box."""
    fragment = fragment.opened()
    width = fragment.width
    copy = replace(
        fragment,
        children=turned_children(fragment.children, width),
        inlines=turned_inlines(fragment.inlines, width),
        out_of_flow=turned_waiting(fragment.out_of_flow, width),
        row_offsets=[(box, width - x - across, y, across, down) for box, x, y, across, down in fragment.row_offsets],
    )
    if fragment.box.kind == GRID and fragment.tracks is not None:
        across, down = fragment.tracks
        room = width - fragment.edges().inline
        offsets = [room - offset - track.base for offset, track in zip(across.offsets, across.tracks, strict=True)]
        copy.tracks = (replace(across, offsets=offsets), down)
    return copy


def turned_children(children: Iterable[Placed], width: int) -> list[Placed]:
    """Placed fragments on the other side of a width."""
    return [Placed(width - x - child.width, y, turned(child)) for x, y, child in children]


def turned_inlines(inlines: Iterable[InlineRect], width: int) -> list[InlineRect]:
    """Pieces of inline boxes on the other side of a width."""
    return [one._replace(x=width - one.x - one.width) for one in inlines]


def turned_waiting(waiting: Iterable[OutOfFlow], width: int) -> list[OutOfFlow]:
    """Boxes that wait for their containing block on the other side of a width: where they began they end."""
    return [
        one._replace(
            x=width - one.x - one.width,
            justify=_ENDS.get(one.justify, one.justify),
            inline_block=None if one.inline_block is None else (width - one.inline_block[0] - one.inline_block[2], *one.inline_block[1:]),
        )
        for one in waiting
    ]


def turned_floats(floats: Floats, left: int, right: int) -> Floats:
    """The floats of a formatting context as seen in a mirror in the middle between two of its places."""
    seen = Floats()
    turn_floats(floats, seen, left, right)
    return seen


def turn_floats(source: Floats, into: Floats, left: int, right: int) -> None:
    """Let floats be those of another formatting context, seen in a mirror."""
    both = left + right
    into.hold([Exclusion(not one.is_left, both - one.right, one.top, both - one.left, one.bottom) for one in source.items], bool(source.closed))
    into.lines_left, into.is_cut, into.lowest_shown = source.lines_left, source.is_cut, source.lowest_shown
    into.last_top, into.lowest, into.lowest_left, into.lowest_right = source.last_top, source.lowest, source.lowest_right, source.lowest_left
