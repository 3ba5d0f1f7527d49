"""From laid-out pages to tables of rectangles: one row an element, in 1/64 px of the page.

Fragments that are on a line between two widths are only noted while the widths are walked; their rectangles are worked
out for all widths of a line at once at the end.
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ..layout.boxes import Box
from ..layout.context import Context
from ..layout.fragments import Fragment
from ..layout.geometry import root_corner
from ..layout.transforms import is_transformed
from ..page import Page
from .blend import BlendedFragment, Flat, Part, Span, flat_of, has_end, owner_of
from .extents import ABSENT, ExtentCollector

Table = NDArray[np.int32]

FURTHEST = 2**29
"""Numbers beyond this, in 1/64 px, are kept as this: no page is 8 million px wide."""

COLUMNS = 7
"""Left, top, right, bottom; where its text ends at the right, where generated boxes in it do, and how far down its content
reaches (only where that is below its own bottom)."""


@dataclass(slots=True)
class _Ends:
    """Rows of one kind by element, where each element's begin, and the elements' indexes."""

    rows: NDArray[np.int64]
    starts: NDArray[np.int64]
    elements: NDArray[np.int64]


@dataclass(slots=True)
class _Plan:
    """How the rows of one shape of fragment come together into elements."""

    order: NDArray[np.int64]
    starts: NDArray[np.int64]
    elements: NDArray[np.int64]
    """Indexes of the elements that have boxes, one for each start."""
    of_table: NDArray[np.bool_]
    """Which rows are of a row or column of a table."""
    texts: _Ends
    contents: _Ends
    generated: _Ends


@dataclass(slots=True)
class _Noted:
    """At which widths and where on the page a span's fragment stands: (width, x, y) each."""

    span: Span
    places: list[tuple[int, int, int]] = field(default_factory=list)


class Tables:
    """Makes the tables of one stretch of widths, from ``low`` to ``high``: (widths, elements, 7).

    ``elements`` are the indexes of those in it, ascending, and ``place`` says where each of the page's stands among them.
    """

    def __init__(self, elements: NDArray[np.int64], place: NDArray[np.int64], rows: Table, low: int) -> None:
        self.elements, self.place, self.rows, self.low = elements, place, rows, low
        self.takes_fragments = True
        """False where boxes are moved after layout, so that a fragment alone does not say where its inside is."""
        self.page_ends: int | None = None
        """Where a page that begins at the right begins, in 1/64 px."""
        self.plans: dict[tuple[bytes, bytes], _Plan] = {}
        self.noted: dict[int, _Noted] = {}
        self.owners: dict[int, int] = {}

    @classmethod
    def of(cls, page: Page, low: int, high: int, inside: Box | None = None) -> Tables:
        """Those of a whole page, or of what is in one box."""
        count = len(page.document.elements)
        elements = np.arange(count) if inside is None else _elements_in(inside)
        place = np.full(count, -1)
        place[elements] = np.arange(len(elements))
        # One number at all widths is read and written more often than all numbers at one width.
        rows: Table = np.full((len(elements), COLUMNS, high - low + 1), ABSENT, np.int32).transpose(2, 0, 1)
        return cls(elements, place, rows, low)

    def part(self, low: int, high: int) -> Tables:
        """The tables of some of the widths: what is written into them stands in these."""
        part = Tables(self.elements, self.place, self.rows[low - self.low : high - self.low + 1], low)
        part.takes_fragments, part.plans, part.owners = self.takes_fragments, self.plans, self.owners
        return part

    def collect(self, width: int, ctx: Context, root: Fragment) -> None:
        """Take in one layout of a page by the way of rectangles in page coordinates, transforms and all."""
        collector = ExtentCollector(ctx.width, ctx.height)
        collector.collect(root)
        table = self.rows[width - self.low]
        for element, rect in collector.rects.items():
            if element not in collector.shapes:
                table[element.index, :4] = (_units(rect.x), _units(rect.y), _units(rect.x + rect.width), _units(rect.y + rect.height))
        for (index, column), end in collector.ends.items():
            table[index, column] = min(end, FURTHEST)

    def write(self, width: int, root: Fragment, left: int, top: int) -> None:
        """Take in one layout of a box that stands at a place."""
        if root.box.flips and root.box.parent is None:
            self.page_ends = width * 64
        stack = [(root, left, top)]
        table = self.rows[width - self.low]
        while stack:
            fragment, x, y = stack.pop()
            if isinstance(fragment, BlendedFragment) and fragment.span is not None:
                span = fragment.span
                noted = self.noted.get(id(span))
                if noted is None:
                    noted = self.noted[id(span)] = _Noted(span)
                noted.places.append((width, x, y))
                continue
            self._own(table, fragment, x, y)
            for dx, dy, child in fragment.opened().children:
                stack.append((child, x + dx, y + dy))

    def fill(self, span: Span, low: int, high: int, left: int, top: int) -> None:
        """Take in all widths from ``low`` to ``high`` of a box that is on a line between a span's ends."""
        noted = self.noted.setdefault(id(span), _Noted(span))
        noted.places += [(width, left, top) for width in range(low, high + 1)]

    def finish(self) -> Table:
        """Work out what was noted, and give the table."""
        for noted in self.noted.values():
            self._blended(noted)
        self.noted.clear()
        return self.rows

    def _own(self, table: Table, fragment: Fragment, x: int, y: int) -> None:
        """What a fragment shows of itself, without its children."""
        fragment, box = fragment.opened(), fragment.box
        element = box.element
        if element is not None and box.pseudo is None:
            # What is around the body is no element of it; a body that is inline has its pieces there.
            if element.index >= 0:
                _unite(table, self.place[element.index], x, y, x + fragment.width, y + fragment.height)
                if has_end(fragment):
                    self._reach(table, box, 6, y + fragment.content_height)
        else:
            self._reach(table, box, 5, x + fragment.width if self.page_ends is None else self.page_ends - x)
        if has_end(fragment):
            self._reach(table, box, 4, x + fragment.text_end(self.page_ends is not None))
        for row_box, dx, dy, width, height in fragment.row_offsets:
            if row_box.element is not None and row_box.element.index >= 0:
                _unite(table, self.place[row_box.element.index], x + dx, y + dy, x + dx + width, y + dy + height, of_table=True)
        for item in fragment.inlines:
            inside = item.box.element
            if inside is not None and item.box.pseudo is None:
                # What the head holds may be shown, and is no element of the body.
                if inside.index >= 0:
                    _unite(table, self.place[inside.index], x + item.x, y + item.y, x + item.x + item.width, y + item.y + item.height)
            else:
                self._reach(table, item.box, 5, x + item.x + item.width if self.page_ends is None else self.page_ends - x - item.x)

    def _reach(self, table: Table, box: Box, column: int, end: int) -> None:
        index = self.owners.get(id(box))
        if index is None:
            owner = owner_of(box)
            index = self.owners[id(box)] = int(self.place[owner]) if owner >= 0 else -1
        if index >= 0 and table[index, column] < end:
            table[index, column] = min(end, FURTHEST)

    def _blended(self, noted: _Noted) -> None:
        """The rectangles of a span at all widths that were noted (CSSOM View §6)."""
        span = noted.span
        a, b = flat_of(span.a.fragment), flat_of(span.b.fragment)
        whole = span.high - span.low
        places = np.array(noted.places, np.int64)
        parts = (places[:, 0] - span.low)[:, np.newaxis, np.newaxis]
        rows = (a.rows * (whole - parts) + b.rows * parts + whole // 2) // whole
        rows[:, :, 0] += places[:, 1, np.newaxis]
        rows[:, :, 1] += places[:, 2, np.newaxis]
        plan = self._plan(a)
        at = (places[:, 0] - self.low)[:, np.newaxis]
        if len(plan.elements):
            self._put(at, plan, rows[:, plan.order])
        for column, ends, first in ((4, plan.texts, 0), (5, plan.generated, 0), (6, plan.contents, 1)):
            if len(ends.elements):
                found = np.maximum.reduceat(rows[:, ends.rows, first] + rows[:, ends.rows, first + 2], ends.starts, axis=1)
                places = self.place[ends.elements]
                self.rows[at, places, column] = np.maximum(self.rows[at, places, column], np.minimum(found, FURTHEST))

    def _put(self, at: NDArray[np.int64], plan: _Plan, own: NDArray[np.int64]) -> None:
        x, y, width, height = (own[:, :, number] for number in range(4))
        if len(plan.order) == len(plan.elements):
            sides = [x, y, x + width, y + height]
        else:
            empty = np.where(plan.of_table, (width == 0) & (height == 0), (width == 0) | (height == 0))
            big = 2**40
            sides = [
                np.minimum.reduceat(np.where(empty, big, x), plan.starts, axis=1),
                np.minimum.reduceat(np.where(empty, big, y), plan.starts, axis=1),
                np.maximum.reduceat(np.where(empty, -big, x + width), plan.starts, axis=1),
                np.maximum.reduceat(np.where(empty, -big, y + height), plan.starts, axis=1),
            ]
            last = _last_of(plan, x, y, height)
            of_all = (x, y, x + width, y + height)
            sides = [np.where(np.abs(side) >= big, np.take_along_axis(one, last, axis=1), side) for one, side in zip(of_all, sides, strict=True)]
        sides = [np.clip(side, -FURTHEST, FURTHEST) for side in sides]
        places = self.place[plan.elements]
        if (self.rows[at, places, 0] == ABSENT).all():
            for number, side in enumerate(sides):
                self.rows[at, places, number] = side
            return
        for row, width_at in enumerate(at[:, 0]):
            for place, index in enumerate(places):
                left, top, right, bottom = (int(side[row, place]) for side in sides)
                _unite(self.rows[width_at], int(index), left, top, right, bottom, of_table=bool(plan.of_table[plan.starts[place]]))

    def _plan(self, flat: Flat) -> _Plan:
        key = (flat.owners.tobytes(), flat.parts.tobytes())
        known = self.plans.get(key)
        if known is None:
            known = self.plans[key] = _planned(flat.owners, flat.parts)
        return known


def table_at(page: Page, width: int, height: int) -> Table:
    """The table of one width, laid out for itself: (elements, 7)."""
    tables = Tables.of(page, width, width)
    step = page.step(width, height, None)
    if is_bent(step.tree.root):
        tables.collect(width, step.ctx, step.root)
    else:
        tables.write(width, step.root, *root_corner(step.root, step.ctx.width))
    table: Table = tables.finish()[0]
    return table


def _elements_in(box: Box) -> NDArray[np.int64]:
    """The indexes of the elements that have boxes in a box, and of the one that it stands in."""
    found = {one.element.index for one in box.walk() if one.element is not None} | {owner_of(box)}
    return np.array(sorted(index for index in found if index >= 0), np.int64)


def _unite(table: Table, index: int, left: int, top: int, right: int, bottom: int, of_table: bool = False) -> None:
    """Take a rectangle into an element's; ones without width or height count only where all are so (CSSOM View §6). Those of
    rows and columns of tables (``of_table``) count where they have either, as ``Rect.around`` has it."""
    row = table[index]
    both = all if of_table else any
    left, top, right, bottom = (min(max(side, -FURTHEST), FURTHEST) for side in (left, top, right, bottom))
    if row[0] == ABSENT:
        row[:4] = left, top, right, bottom
    elif both((left == right, top == bottom)):
        is_lower = not of_table and (top, left, bottom) > (row[1], row[0], row[3])
        if both((row[0] == row[2], row[1] == row[3])) and is_lower:
            row[:4] = left, top, right, bottom
    elif both((row[0] == row[2], row[1] == row[3])):
        row[:4] = left, top, right, bottom
    else:
        row[:4] = min(row[0], left), min(row[1], top), max(row[2], right), max(row[3], bottom)


def is_bent(root: Box) -> bool:
    """Whether boxes in a tree are moved after layout, by transforms or by sticking, so that a fragment alone does not say
    where its inside is."""
    return any(
        is_transformed(style) or style.position == "sticky"
        for style in {id(box.style): box.style for box in root.walk()}.values()
    )


def _units(value: float) -> int:
    return round(max(min(value, 2**22), -(2**22)) * 64)


def _last_of(plan: _Plan, x: NDArray[np.int64], y: NDArray[np.int64], height: NDArray[np.int64]) -> NDArray[np.int64]:
    """Which row of each element stands lowest, of those on one height rightmost, and in one place is tallest: (widths, elements)."""
    place = y * 2**31 + x
    lowest = np.maximum.reduceat(place, plan.starts, axis=1)
    counts = np.diff(np.append(plan.starts, len(plan.order)))
    is_lowest = place == np.repeat(lowest, counts, axis=1)
    tallest = np.maximum.reduceat(np.where(is_lowest, height, -1), plan.starts, axis=1)
    is_last = is_lowest & (height == np.repeat(tallest, counts, axis=1))
    return np.maximum.reduceat(np.where(is_last, np.arange(len(plan.order)), -1), plan.starts, axis=1)


def _planned(owners: NDArray[np.int64], parts: NDArray[np.int8]) -> _Plan:
    own = np.flatnonzero((owners >= 0) & np.isin(parts, (Part.BOX, Part.INLINE_PIECE, Part.TABLE_ROW)))
    order = own[np.argsort(owners[own], kind="stable")]
    elements, starts = np.unique(owners[order], return_index=True)
    texts = _ends(owners, parts, (Part.END, Part.END_INSIDE))
    return _Plan(order, starts, elements, parts[order] == Part.TABLE_ROW, texts, _ends(owners, parts, (Part.END,)), _ends(owners, parts, (Part.GENERATED,)))


def _ends(owners: NDArray[np.int64], parts: NDArray[np.int8], wanted: tuple[Part, ...]) -> _Ends:
    found = np.flatnonzero((owners >= 0) & np.isin(parts, wanted))
    found = found[np.argsort(owners[found], kind="stable")]
    elements, starts = np.unique(owners[found], return_index=True)
    return _Ends(found, starts, elements)
