"""Flex rows at all widths at once (css-flexbox-1): items on their lines, their widths flexed on arrays, lines as high as what
stands in them.

Columns, reversed rows, baselines, limits of height and pictures as items are left to ``single``.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..layout.alignment import split_safety
from ..layout.boxes import Box
from ..styles.values import AUTO_KIND, Kind, Length
from ..units import INDEFINITE, UNLIMITED
from .across_items import END, START, halved, is_as_high_as_content, is_placed_simply, may_be_item, offset_in, stretch
from .across_lengths import FlexSizes, flexed
from .across_sizes import ARRAYS, NotAcrossError, Row, Units, part_of, resolve
from .strips import BlocksAcross, Inside, Strip, Waiting, row_of

_SPACED = frozenset({"space-between", "space-around", "space-evenly"})


def flex_across(across: BlocksAcross, box: Box, width: Units) -> Inside:
    """What is in a flex container, in a content width. Raises NotAcrossError."""
    if not _is_plain(across, box):
        raise NotAcrossError
    return _FlexAcross(across, box, row_of(width, across.count)).inside()


def _is_plain(across: BlocksAcross, box: Box) -> bool:
    """Whether a container is a row as high as its lines, and arrays can do it as far as styles say."""
    style = box.style
    return (
        style.flex_direction == "row"
        and style.flex_wrap in ("nowrap", "wrap")
        and not (style.row_gap.has_percentage and style.flex_wrap == "wrap")
        and is_as_high_as_content(across, box)
        and split_safety(style.justify_content)[0] in START | END | _SPACED | {"center"}
        and all(may_be_item(child) and is_placed_simply(_align(child, box)) for child in box.children)
    )


def _align(child: Box, box: Box) -> str:
    own = child.style.align_self
    return own if own != "auto" else box.style.align_items


@dataclass(slots=True)
class _Line:
    """Items that stand on one line over some widths."""

    places: Row
    items: list[int]
    number: int


class _FlexAcross:
    def __init__(self, across: BlocksAcross, box: Box, room: Row) -> None:
        self.across, self.box, self.room, self.style = across, box, room, box.style
        self.gap = row_of(resolve(self.style.column_gap, room), len(room))
        self.children = sorted(box.children, key=lambda child: child.style.order)
        self.edges = [across.edges(child, room) for child in self.children]
        self.sizes = [self._sizes(number) for number in range(len(self.children))]

    def inside(self) -> Inside:
        """The items on their lines, and how high the lines are together."""
        lines = self._lines()
        main = [np.zeros_like(self.room) for _ in self.children]
        for line in lines:
            used = flexed([self.sizes[item].at(line.places) for item in line.items], self.room[line.places], self.gap[line.places])
            for item, width in zip(line.items, used, strict=True):
                main[item][line.places] = width
        strips = [self.across.block(child, self.room, INDEFINITE, width=main[item]) for item, child in enumerate(self.children)]
        x, y, heights = ([np.zeros_like(self.room) for _ in self.children] for _ in range(3))
        inside = Inside()
        inside.height = np.zeros_like(self.room)
        for line in lines:
            self._along(line, main, x)
            self._down(line, strips, y, heights, inside.height)
        for item, strip in enumerate(strips):
            self._put(inside, strip, item, x[item], y[item], heights[item])
        return inside

    # Before flexing

    def _sizes(self, number: int) -> FlexSizes:
        """An item's base size and limits (§9.2 step 3, §4.5)."""
        box, edges, style = self.children[number], self.edges[number], self.children[number].style
        least, most = self.across.ctx.content_sizes(box)
        basis = style.width if style.flex_basis.kind == AUTO_KIND else style.flex_basis
        maximum = self._definite(number, style.max_width) if style.max_width.kind != Kind.NONE else UNLIMITED
        is_content = basis.kind in (AUTO_KIND, Kind.CONTENT)
        around = row_of(edges.inline, len(self.room))
        base = np.maximum(most + around if is_content else self._definite(number, basis), around)
        if style.min_width.kind != AUTO_KIND:
            minimum = np.maximum(self._definite(number, style.min_width), around)
        elif style.overflow_x not in ("visible", "clip"):
            minimum = around
        else:
            content: Units = least + around
            if style.width.kind != AUTO_KIND:
                content = np.minimum(content, self._definite(number, style.width))
            minimum = np.maximum(np.minimum(content, maximum), around)
        rows = (row_of(one, len(self.room)) for one in (base, minimum, maximum, around, edges.margin_left + edges.margin_right))
        return FlexSizes(box, *rows)

    def _definite(self, number: int, length: Length) -> Units:
        """A length or percentage as a border-box width. Raises NotAcrossError for keywords."""
        if length.kind > Kind.CALC:
            raise NotAcrossError
        return ARRAYS.to_border_box(self.children[number], resolve(length, self.room), self.edges[number].inline)

    # Lines

    def _lines(self) -> list[_Line]:
        """Which items stand on which line (§9.3 step 5), over the widths at which that is alike."""
        on = np.zeros((len(self.children), len(self.room)), np.int64)
        if self.style.flex_wrap == "wrap":
            used, line = np.zeros_like(self.room), np.zeros_like(self.room)
            for number, sizes in enumerate(self.sizes):
                breaks = (used + self.gap + sizes.outer > self.room) if number else np.zeros(len(self.room), np.bool_)
                line = line + breaks
                used = np.where(breaks | (number == 0), sizes.outer, used + sizes.outer + self.gap)
                on[number] = line
        if not len(on):
            return []
        patterns, which = np.unique(on, axis=1, return_inverse=True)
        return [
            _Line(np.flatnonzero(which.reshape(-1) == pattern), np.flatnonzero(patterns[:, pattern] == number).tolist(), number)
            for pattern in range(patterns.shape[1])
            for number in range(int(patterns[-1, pattern]) + 1)
        ]

    def _along(self, line: _Line, main: list[Row], x: list[Row]) -> None:
        """Where the items of a line start (§9.5): auto margins, then justify-content."""
        places, gap = line.places, self.gap[line.places]
        taken = sum((main[item][places] + self.sizes[item].outside[places] for item in line.items), np.zeros_like(gap))
        free = self.room[places] - taken - gap * (len(line.items) - 1)
        autos = sum(self.edges[item].auto_left + self.edges[item].auto_right for item in line.items)
        each = np.where(free > 0, free // autos, 0) if autos else np.zeros_like(free)
        spread = np.where(free > 0, 0, free) if autos else free
        position = np.zeros_like(free)
        for index, item in enumerate(line.items):
            edges = self.edges[item]
            position = position + part_of(edges.margin_left, places) + (each if edges.auto_left else 0)
            x[item][places] = position + self._before(spread, index, len(line.items))
            position = position + main[item][places] + part_of(edges.margin_right, places) + (each if edges.auto_right else 0) + gap

    def _before(self, free: Row, index: int, count: int) -> Row:
        """The room before an item that justify-content makes (css-align-3 §5.3)."""
        word, is_safe = split_safety(self.style.justify_content)
        none = np.zeros_like(free)
        if word in _SPACED:
            parts = {"space-between": count - 1, "space-around": count, "space-evenly": count + 1}[word]
            if parts == 0:
                return none
            first = none if word == "space-between" else free // (2 * count if word == "space-around" else parts)
            return np.where(free < 0, 0, first + (2 * index * free + parts) // (2 * parts))
        if word in START:
            return none
        moved = free if word in END else np.asarray(halved(free))
        return np.where(free < 0, 0, moved) if is_safe else moved

    def _down(self, line: _Line, strips: list[Strip], y: list[Row], heights: list[Row], total: Row) -> None:
        """How high a line is, and where (§9.4 step 8, §9.6): below the lines before it, which come first."""
        places = line.places
        outer = [part_of(strips[item].height + self.edges[item].margin_top + self.edges[item].margin_bottom, places) for item in line.items]
        cross = np.zeros(len(places), np.int64)
        for one in outer:
            cross = np.maximum(cross, one)
        top = total[places] + (self.style.row_gap.resolve(0) if line.number else 0)
        for item in line.items:
            y[item][places], heights[item][places] = top, cross
        total[places] = top + cross

    def _put(self, inside: Inside, strip: Strip, item: int, x: Row, y: Row, room: Row) -> None:
        """An item in its line, stretched where it is."""
        edges, align = self.edges[item], _align(strip.box, self.box)
        if split_safety(align)[0] in ("normal", "stretch"):
            stretch(self.across, strip, edges, room)
        down = y + offset_in(room, strip.height, edges.margin_top, edges.margin_bottom, align)
        along: Units = x
        if strip.box.is_relative:
            dx, dy = ARRAYS.relative_offset(strip.box, self.room, INDEFINITE)
            along, down = along + dx, down + dy
        inside.parts.append((along, down, strip))
        inside.waiting += [Waiting(one.box, along + one.x, down + one.y) for one in strip.waiting]


