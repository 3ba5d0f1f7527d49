"""Layouts between two widths, where they are straight: most boxes change with the width as a line does.

A walk lays a page out at a coarse set of widths first and then between them. Where what a box came to at a middle
width lies on the line between its neighbours, with the same lines of text and the same boxes inside, every width
between is on that line too: lines of text only ever break later as there is more room. So a box is laid out anew only
where something in it changes, and what is around it takes its blended fragment.
"""

from __future__ import annotations

from bisect import bisect_right
from dataclasses import dataclass, field
from enum import IntEnum

import numpy as np
from numpy.typing import NDArray

from ..layout.boxes import Box, edges_of
from ..layout.fragments import Fragment, InlineRect, Placed
from ..styles.values import AUTO_KIND
from ..styles.values import Kind as LengthKind

Rows = NDArray[np.int64]
TIGHT = 12
"""Units of 1/64 px that roundings of several floats in a row can add up to."""
TOLERANCE = 1
"""Units of 1/64 px by which roundings may move a number off its line."""



class Part(IntEnum):
    """What a row of a flattened fragment is of its owner."""

    BOX = 0
    INLINE_PIECE = 1
    TABLE_ROW = 2
    END = 3
    """Where the text of an element's own box ends, and how high its content is."""
    GENERATED = 4
    """A box in it that no element makes."""
    END_INSIDE = 5
    """Where the text of such a box ends."""


@dataclass(slots=True, eq=False)
class Flat:
    """All rectangles of a fragment's inside, relative to it, a row each.

    ``owners`` is (n,): the index of the element that a row belongs to, less than 0 outside the body; ``parts`` is (n,):
    what it is of it, as ``Part`` has them. ``rows`` is (n, 4): x, y, width, height in 1/64 px. ``breaks`` is (n,): where
    the lines of text of a box end, as one number.
    """

    owners: NDArray[np.int64]
    parts: NDArray[np.int8]
    rows: Rows
    breaks: NDArray[np.int64]

    def like(self, other: Flat) -> bool:
        """Whether the same boxes with the same lines stand in another one."""
        return self.owners is other.owners or (
            len(self.owners) == len(other.owners)
            and bool((self.owners == other.owners).all())
            and bool((self.parts == other.parts).all())
            and bool((self.breaks == other.breaks).all())
        )


def flat_of(fragment: Fragment) -> Flat:
    """A fragment's rectangles, its own first; remembered on it."""
    known: Flat | None = fragment.flat
    if known is None:
        known = fragment.flat = fragment.flat_blend() if isinstance(fragment, BlendedFragment) else _flattened(fragment)
    return known


def _flattened(fragment: Fragment) -> Flat:
    first = _own_rows(fragment)
    if not fragment.children:
        return first
    pieces = [first.rows]
    insides = [first]
    for x, y, child in fragment.children:
        inner = flat_of(child)
        pieces.append(inner.rows + np.array((x, y, 0, 0)) if x or y else inner.rows)
        insides.append(inner)
    return Flat(
        np.concatenate([inner.owners for inner in insides]),
        np.concatenate([inner.parts for inner in insides]),
        np.concatenate(pieces),
        np.concatenate([inner.breaks for inner in insides]),
    )


def _own_rows(fragment: Fragment) -> Flat:
    """What a fragment itself is, without the boxes in it."""
    box = fragment.box
    owner, part = _whose(box, Part.BOX)
    owners, parts, rows = [owner], [part], [(0, 0, fragment.width, fragment.height)]
    if has_end(fragment):
        owners.append(owner)
        parts.append(Part.END if part is Part.BOX else Part.END_INSIDE)
        rows.append((0, 0, fragment.text_right, fragment.content_height))
    for row_box, x, y, width, height in fragment.row_offsets:
        if row_box.element is not None:
            owners.append(row_box.element.index)
            parts.append(Part.TABLE_ROW)
            rows.append((x, y, width, height))
    for item in fragment.inlines:
        owner, part = _whose(item.box, Part.INLINE_PIECE)
        owners.append(owner)
        parts.append(part)
        rows.append((item.x, item.y, item.width, item.height))
    breaks = [fragment.breaks, *([0] * (len(owners) - 1))]
    return Flat(np.array(owners, np.int64), np.array(parts, np.int8), np.array(rows, np.int64), np.array(breaks, np.int64))


def _whose(box: Box, part: Part) -> tuple[int, Part]:
    """The owner of a box's row and what it is of it: generated where no element makes the box."""
    if box.element is not None and box.pseudo is None:
        return box.element.index, part
    return owner_of(box), Part.GENERATED


def has_end(fragment: Fragment) -> bool:
    """Whether it matters how far the content of a box reaches: it has text, or a height of its own."""
    style = fragment.box.style
    return bool(fragment.text_right) or style.height.kind not in (AUTO_KIND, LengthKind.NONE) or style.max_height.kind not in (AUTO_KIND, LengthKind.NONE)


def owner_of(box: Box) -> int:
    """The index of the element that a box stands in; -1 where in none of the body's."""
    node: Box | None = box
    while node is not None:
        if node.element is not None:
            return node.element.index
        node = node.parent
    return -1


def between(low: int, high: int, part: int, whole: int) -> int:
    """The number ``part`` of ``whole`` of the way from one to the other, to the nearest."""
    return (low * (whole - part) + high * part + whole // 2) // whole


class BlendedFragment(Fragment):
    """A fragment on the line between two; what is inside is made when it is asked for."""

    __slots__ = ("high", "is_open", "low", "part", "span", "whole")

    def __init__(self, low: Fragment, high: Fragment, part: int, whole: int) -> None:
        self.is_blended = True
        self.low, self.high, self.part, self.whole = low, high, part, whole
        self.span: Span | None = None
        self.is_open = False
        self.box = low.box
        self.width = between(low.width, high.width, part, whole)
        self.height = between(low.height, high.height, part, whole)
        self.out_of_flow = []
        self.first_baseline = self._maybe(low.first_baseline, high.first_baseline)
        self.last_baseline = self._maybe(low.last_baseline, high.last_baseline)
        self.line_baseline = self._maybe(low.line_baseline, high.line_baseline)
        self.text_right = between(low.text_right, high.text_right, part, whole)
        self.text_bottom = between(low.text_bottom, high.text_bottom, part, whole)
        self.tracks = None
        self.content_height = between(low.content_height, high.content_height, part, whole)
        self.basis = between(low.basis, high.basis, part, whole)
        self.space = low.space
        self.breaks = low.breaks
        self.flat = None
        self.tight = False

    def _maybe(self, low: int | None, high: int | None) -> int | None:
        return None if low is None or high is None else between(low, high, self.part, self.whole)

    def flat_blend(self) -> Flat:
        """The rectangles, without making what is inside."""
        a, b = flat_of(self.low), flat_of(self.high)
        rows = (a.rows * (self.whole - self.part) + b.rows * self.part + self.whole // 2) // self.whole
        return Flat(a.owners, a.parts, rows, a.breaks)

    def opened(self) -> Fragment:
        if self.is_open:
            return self
        low, high, part, whole = self.low.opened(), self.high.opened(), self.part, self.whole
        self.children = [
            Placed(between(a.x, b.x, part, whole), between(a.y, b.y, part, whole), BlendedFragment(a.fragment, b.fragment, part, whole))
            for a, b in zip(low.children, high.children, strict=True)
        ]
        self.inlines = [
            InlineRect(a.box, between(a.x, b.x, part, whole), between(a.y, b.y, part, whole), between(a.width, b.width, part, whole), between(a.height, b.height, part, whole))
            for a, b in zip(low.inlines, high.inlines, strict=True)
        ]
        self.row_offsets = [
            (a[0], between(a[1], b[1], part, whole), between(a[2], b[2], part, whole), between(a[3], b[3], part, whole), between(a[4], b[4], part, whole))
            for a, b in zip(low.row_offsets, high.row_offsets, strict=True)
        ]
        self.is_open = True
        return self


@dataclass(frozen=True, slots=True)
class Sample:
    """What a box came to at a width: what was asked of it, and numbers that go with its fragment."""

    asked: tuple[int, ...]
    fragment: Fragment
    more: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class Span:
    """Two widths between which a box's fragment is a line."""

    low: int
    high: int
    a: Sample
    b: Sample


@dataclass(slots=True)
class Memory:
    """What a walk keeps on a box for one kind of what is asked of it."""

    height: int
    samples: dict[int, Sample] = field(default_factory=dict)
    lows: list[int] = field(default_factory=list)
    """Where the spans begin, ascending; spans do not overlap but for their ends."""
    spans: list[Span] = field(default_factory=list)

    def add(self, span: Span) -> None:
        """Take in a span that no other covers."""
        place = bisect_right(self.lows, span.low)
        self.lows.insert(place, span.low)
        self.spans.insert(place, span)

    def covers(self, low: int, high: int) -> bool:
        """Whether one span reaches over all widths between two."""
        return self.covering(low, high) is not None

    def covering(self, low: int, high: int) -> Span | None:
        """The span that reaches over all widths between two."""
        place = bisect_right(self.lows, low) - 1
        return self.spans[place] if place >= 0 and self.spans[place].high >= high else None

    def ends(self, low: int, high: int) -> set[int]:
        """Where spans begin and end strictly between two widths."""
        found: set[int] = set()
        for span in self.spans[max(bisect_right(self.lows, low) - 1, 0) : bisect_right(self.lows, high)]:
            found |= {at for at in (span.low, span.high) if low < at < high}
        return found


class Walk:
    """One layout of a walk: at ``width``, between two widths that have been laid out (the same where there are none)."""

    __slots__ = ("height", "high", "kept", "low", "part", "whole", "width")

    def __init__(self, width: int, height: int, low: int, high: int) -> None:
        self.width, self.height, self.low, self.high = width, height, low, high
        self.part, self.whole = width - low, high - low
        self.kept: list[Memory] = []
        """What has a sample at this width, so that it can be dropped when no width beside it is left to do."""

    def find(self, box: Box, kind: int, asked: tuple[int, ...]) -> tuple[Fragment, tuple[int, ...]] | None:
        """The blended fragment of a box, where one is known to hold for what is asked."""
        memories: dict[int, Memory] | None = box.walked
        memory = memories.get(kind) if memories is not None else None
        if memory is None or memory.height != self.height:
            return None
        width = self.width
        place = bisect_right(memory.lows, width) - 1
        span = memory.spans[place] if place >= 0 else None
        if span is None or span.high < width:
            sample = memory.samples.get(width)
            return (sample.fragment, sample.more) if sample is not None and sample.asked == asked else None
        part, whole = width - span.low, span.high - span.low
        a, b = span.a, span.b
        if not part or part == whole:
            # The box changes beyond here: 1/64 px more or less decides, so a rounding will not do.
            end = b if part else a
            return (end.fragment, end.more) if end.asked == asked else None
        for low, high, wanted in zip(a.asked, b.asked, asked, strict=True):
            if low != wanted or high != wanted:
                away = low * (whole - part) + high * part - wanted * whole
                if away > TOLERANCE * whole or -away > TOLERANCE * whole:
                    return None
        fragment = BlendedFragment(a.fragment, b.fragment, part, whole)
        fragment.span = span
        return fragment, tuple([between(m, n, part, whole) for m, n in zip(a.more, b.more, strict=True)])

    def keep(self, box: Box, kind: int, asked: tuple[int, ...], fragment: Fragment, more: tuple[int, ...] = ()) -> None:
        """Remember what a box came to, and see whether it is on the line between its neighbours."""
        sample = Sample(asked, fragment, more)
        if box.walked is None:
            box.walked = {}
        memory: Memory | None = box.walked.get(kind)
        if memory is None or memory.height != self.height:
            memory = box.walked[kind] = Memory(self.height)
        samples = memory.samples
        samples[self.width] = sample
        self.kept.append(memory)
        if self.low == self.high or sample.fragment.out_of_flow or box.is_container or box.bends:
            return
        a, b = samples.get(self.low), samples.get(self.high)
        if a is not None and b is not None and self.is_line(a, sample, b):
            memory.add(Span(self.low, self.high, a, b))

    def forget(self) -> None:
        """Drop the samples of this width."""
        for memory in self.kept:
            memory.samples.pop(self.width, None)

    def is_line(self, a: Sample, m: Sample, b: Sample) -> bool:
        """Whether a sample is where the line between two others is; cheap questions first."""
        fa, fm, fb = a.fragment, m.fragment, b.fragment
        if fa.breaks != fm.breaks or fm.breaks != fb.breaks or not self._on(fa.height, fm.height, fb.height):
            return False
        if not (self._on(fa.width, fm.width, fb.width) and self.asked_on_line(a, m, b) and all(map(self._on, a.more, m.more, b.more))):
            return False
        if not (_both_or_none(fa, fm) and _both_or_none(fm, fb)) or fa.out_of_flow or fb.out_of_flow:
            return False
        if not self._on(fa.first_baseline or 0, fm.first_baseline or 0, fb.first_baseline or 0):
            return False
        if not self._on(fa.last_baseline or 0, fm.last_baseline or 0, fb.last_baseline or 0):
            return False
        if not self._on(fa.line_baseline or 0, fm.line_baseline or 0, fb.line_baseline or 0):
            return False
        x, y, z = flat_of(fa), flat_of(fm), flat_of(fb)
        if not (x.like(y) and x.like(z)):
            return False
        away = x.rows * (self.whole - self.part) + z.rows * self.part - y.rows * self.whole
        most = TOLERANCE * self.whole
        return bool(away.max() <= most and away.min() >= -most) and not (is_tight(fa) or is_tight(fb))

    def asked_on_line(self, a: Sample, m: Sample, b: Sample) -> bool:
        """Whether what was asked is where the line between two others is."""
        return all(map(self._on, a.asked, m.asked, b.asked))

    def _on(self, low: int, middle: int, high: int) -> bool:
        away = low * (self.whole - self.part) + high * self.part - middle * self.whole
        return -TOLERANCE * self.whole <= away <= TOLERANCE * self.whole


def is_tight(fragment: Fragment) -> bool:
    """Whether floats in a fragment fit beside each other, or drop, by so little that the rounding of one width or another
    decides: next to such a width there is no line."""
    if fragment.tight is None:
        fragment.tight = _has_tight_floats(fragment) or any(is_tight(child.fragment) for child in fragment.children)
    return fragment.tight


def _has_tight_floats(fragment: Fragment) -> bool:
    if not any(child.is_floating for child in fragment.box.children):
        return False
    room = fragment.width - fragment.edges().inline
    used, top = 0, None
    for placed in fragment.children:
        if not placed.fragment.box.is_floating:
            continue
        own = edges_of(placed.fragment.box, room)
        outer = placed.fragment.width + own.margin_left + own.margin_right
        if top is not None and abs(room - used - outer) <= TIGHT:
            return True
        used = outer if top is None or placed.y > top else used + outer
        top = placed.y
    return False


def _both_or_none(a: Fragment, b: Fragment) -> bool:
    pairs = ((a.first_baseline, b.first_baseline), (a.last_baseline, b.last_baseline), (a.line_baseline, b.line_baseline))
    return all((one is None) == (other is None) for one, other in pairs)


__all__ = ["BlendedFragment", "Flat", "Memory", "Sample", "Span", "Walk", "flat_of", "has_end", "is_tight", "owner_of"]
