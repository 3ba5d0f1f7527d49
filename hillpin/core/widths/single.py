"""One box at all widths of a stretch, laid out at as few as are needed: coarse widths first, then between them where
they part."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..layout.boxes import Box
from ..layout.context import Context
from ..layout.fragments import Fragment
from ..layout.geometry import root_corner
from .across_sizes import NotAcrossError
from .blend import TOLERANCE, Sample, Span, Walk
from .rectangles import Tables
from .refine import Refiner, changes_inside, jumps

COARSE = 192
"""How far apart the widths are that are laid out first."""
FINEST = 8
"""Between widths this near each other, halving is all that is done."""


@dataclass(frozen=True, slots=True)
class One:
    """What a box came to at one width."""

    fragment: Fragment
    ctx: Context
    root: Box
    more: tuple[int, int, int] = (0, 0, 0)
    """The margins that stick out at its bottom, and whether those at its top and bottom adjoin; of a positioned box,
    where it stands."""
    tree: Any = None


LayOut = Callable[[int, "Walk | None"], One]
Told = Callable[[int], None]


class SingleWalk:
    """One box from ``low`` to ``high``; ``told`` is told of widths as they are done, and may raise."""

    def __init__(self, tables: Tables, low: int, high: int, height: int, lay_out: LayOut, told: Told, *, every: bool = False, at_margins: bool = False, turns: Iterable[int] = ()) -> None:
        self.tables, self.low, self.high, self.height, self.lay_out, self.told, self.every = tables, low, high, height, lay_out, told, every
        self.at_margins, self.turns = at_margins, {width for width in turns if low <= width <= high}
        self.layouts = 0
        count = high - low + 1
        self.trees: list[object] = [None] * count
        self.fragments: dict[int, Fragment] = {}
        self.is_done = np.zeros(count, np.bool_)
        self.sizes: NDArray[np.int64] = np.zeros((2, count), np.int64)
        self.more: NDArray[np.int64] = np.zeros((3, count), np.int64)

    def run(self) -> None:
        """Fill the tables, the sizes and what goes with them. Raises NotAcrossError where margins go through the box at
        some widths only."""
        low, high = self.low, self.high
        coarse = list(range(low, high + 1)) if self.every else sorted({*range(low, high, COARSE), *self.turns, high})
        before, one = self._at(coarse[0], coarse[0], coarse[0])
        if jumps(one.root):
            coarse = list(range(low, high + 1))
        for left, right in pairwise(coarse):
            here, _ = self._at(right, right, right)
            self._between(left, right)
            before.forget()
            before = here
        before.forget()
        if (self.more[2] != self.more[2, 0]).any():
            raise NotAcrossError

    def _between(self, low: int, high: int) -> None:
        """Fill the widths between two that have been laid out."""
        if high - low < 2:
            return
        middle = (low + high) // 2
        walk, one = self._at(middle, low, high)
        if not (self.is_done[low + 1 - self.low] and self.is_done[high - 1 - self.low]):
            refiner = None
            if high - low > FINEST:
                refiner = Refiner(one.ctx, one.root, self.height)
                refiner.refine(low, middle, high)
            self._at_changes(one.root, low, middle)
            self._at_changes(one.root, middle, high)
            if refiner is not None:
                refiner.forget()
        walk.forget()

    def _at_changes(self, root: Box, low: int, high: int) -> None:
        """Go on between the widths at which something inside is known to change."""
        stops = [low, *sorted(changes_inside(root, low, high)), high]
        walks = [self._at(at, at, at)[0] for at in stops[1:-1]]
        for left, right in pairwise(stops):
            self._between(left, right)
        for walk in walks:
            walk.forget()

    def _at(self, width: int, low: int, high: int) -> tuple[Walk, One]:
        """Lay out at one width; where the whole box is on a line between the two others, fill all of them."""
        walk = Walk(width, self.height, low, high)
        one = self.lay_out(width, None if self.every else walk)
        self.layouts += 1
        self.fragments[width] = one.fragment
        span: Span | None = getattr(one.fragment, "span", None)
        if low < high and self.fragments.get(low) is one.fragment is self.fragments.get(high):
            # The same was asked at all three: what layout remembers is the answer at every width between.
            span = Span(low, high, Sample((), one.fragment), Sample((), one.fragment))
        self.more[:, width - self.low] = one.more
        if low < high and span is not None and self.tables.takes_fragments and span.low <= low and high <= span.high and self._is_straight(low, width, high):
            first, last = low + 1, high - 1
            self.tables.fill(span, first, last, *self._corner(one))
            self._fill(span, first, last, low, high)
        else:
            first = last = width
            if self.tables.takes_fragments:
                self.tables.write(width, one.fragment, *self._corner(one))
            else:
                self.tables.collect(width, one.ctx, one.fragment)
            self.sizes[:, width - self.low] = one.fragment.width, one.fragment.height
        self.is_done[first - self.low : last + 1 - self.low] = True
        self.trees[first - self.low : last + 1 - self.low] = [one.tree] * (last - first + 1)
        self.told(last - first + 1)
        return walk, one

    def _corner(self, one: One) -> tuple[int, int]:
        """Where the box stands: a page's root at its margins, any other box at nothing yet."""
        if not self.at_margins:
            return 0, 0
        return root_corner(one.fragment, one.ctx.width)

    def _is_straight(self, low: int, middle: int, high: int) -> bool:
        """Whether what goes with the box is, at a middle width, on the line between the two others."""
        a, m, b = (self.more[:, width - self.low] for width in (low, middle, high))
        part, whole = middle - low, high - low
        return bool((np.abs(a * (whole - part) + b * part - m * whole) <= TOLERANCE * whole).all())

    def _fill(self, span: Span, first: int, last: int, low: int, high: int) -> None:
        """Take sizes from a span, and what goes with them from the line between two widths."""
        places = slice(first - self.low, last + 1 - self.low)
        for row, p, q in zip(self.sizes, _sizes(span.a.fragment), _sizes(span.b.fragment), strict=True):
            row[places] = _line(p, q, np.arange(first, last + 1) - span.low, span.high - span.low)
        for row in self.more:
            row[places] = _line(int(row[low - self.low]), int(row[high - self.low]), np.arange(first, last + 1) - low, high - low)


def _sizes(fragment: Fragment) -> tuple[int, int]:
    return fragment.width, fragment.height


def _line(low: int, high: int, parts: NDArray[np.int64], whole: int) -> NDArray[np.int64]:
    return (low * (whole - parts) + high * parts + whole // 2) // whole
