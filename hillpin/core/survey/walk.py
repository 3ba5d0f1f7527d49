"""All rectangles at every width of a range, in tables: coarse widths first, then between them where they part."""

from __future__ import annotations

import gc
import os
import pickle
from collections.abc import Callable
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..layout.blend import Walk
from ..layout.refine import Refiner, changes_inside
from ..markup.tree import Element
from ..notes import turning_widths
from ..page import DEFAULT_HEIGHT, Layout, Page, Step
from .tables import ABSENT, COLUMNS, Table, Tables

FROM, TO = 320, 1600
COARSE = 192
"""How far apart the widths are that are laid out first."""
FINEST = 8
"""Between widths this near each other, halving is all that is done."""


@dataclass(slots=True)
class Stretch:
    """A run of widths over which the same rules count. Tables are (widths, elements), in 1/64 px of the page.

    ``text`` is where an element's text ends at the right, ``generated`` where boxes in it that are no element's do, and
    ``content`` how far down its content reaches, where it has text or reaches out of it.
    """

    low: int
    high: int
    layout: Layout
    """The page at ``low``, for styles and boxes, which are the same at all of these widths but for viewport units."""
    x: Table
    y: Table
    right: Table
    bottom: Table
    text: Table
    generated: Table
    content: Table

    @property
    def tables(self) -> tuple[Table, ...]:
        """All its tables."""
        return self.x, self.y, self.right, self.bottom, self.text, self.generated, self.content

    @property
    def widths(self) -> NDArray[np.int64]:
        """The viewport widths, in CSS px."""
        return np.arange(self.low, self.high + 1)

    def cut(self, low: int, high: int, layout: Layout) -> Stretch:
        """A part of the stretch with a layout of its own."""
        rows = slice(low - self.low, high - self.low + 1)
        return Stretch(low, high, layout, *(table[rows] for table in self.tables))


@dataclass(slots=True)
class Walked:
    """A page at every width from ``start`` to ``end``."""

    page: Page
    start: int
    end: int
    height: int
    stretches: list[Stretch] = field(default_factory=list)
    layouts: int = 0
    """At how many widths anything was laid out."""

    def widths_of(self, element: Element) -> list[float | None]:
        """An element's width at every width, in CSS px; None where it makes no box: its hill."""
        found: list[float | None] = []
        for stretch in self.stretches:
            left, right = stretch.x[:, element.index], stretch.right[:, element.index]
            found += [None if a == ABSENT else (int(b) - int(a)) / 64 for a, b in zip(left, right, strict=True)]
        return found


class Stopped(Exception):
    """The walk was stopped from outside."""


def walk(
    page: Page, start: int = FROM, end: int = TO, height: int = DEFAULT_HEIGHT, *,
    every: bool = False, progress: Callable[[float], None] = lambda part: None, processes: int = 1,
) -> Walked:  # fmt: skip
    """Lay a page out from ``start`` to ``end`` (CSS px, both included).

    ``every`` lays it out at each single width instead of only where something changes. ``progress`` is told the part
    done, 0 to 1, and may raise Stopped. With more ``processes`` parts of the range are walked beside each other in copies
    of this process: for commands, not for servers with threads.
    """
    was_collecting = gc.isenabled()
    gc.disable()
    try:
        if processes > 1 and end - start > 2 * COARSE and hasattr(os, "fork"):
            return _beside_each_other(page, start, end, height, every, processes)
        return _Walker(page, start, end, height, every, progress).run()
    finally:
        if was_collecting:
            gc.enable()


def _beside_each_other(page: Page, start: int, end: int, height: int, every: bool, processes: int) -> Walked:
    """The range in parts, each walked in a process of its own; this one takes the first."""
    # Narrow widths have more lines of text to break, and so more that changes.
    bounds = [start + round((end - start + 1) * (part / processes) ** 1.5) for part in range(processes + 1)]
    page.layout(start, height)
    pipes: list[tuple[int, int]] = []
    for low, high in pairwise(bounds[1:]):
        out, into = os.pipe()
        child = os.fork()
        if child == 0:
            code = 1
            try:
                os.close(out)
                part = _Walker(page, low, high - 1, height, every, lambda done: None).run()
                with os.fdopen(into, "wb") as pipe:
                    pickle.dump((part.layouts, [(one.low, one.high, one.tables) for one in part.stretches]), pipe, protocol=5)
                code = 0
            finally:
                os._exit(code)
        os.close(into)
        pipes.append((child, out))
    walked = _Walker(page, bounds[0], bounds[1] - 1, height, every, lambda done: None).run()
    for (child, out), (low, high) in zip(pipes, pairwise(bounds[1:]), strict=True):
        with os.fdopen(out, "rb") as pipe:
            data = pipe.read()
        os.waitpid(child, 0)
        if not data:
            walked.stretches += _Walker(page, low, high - 1, height, every, lambda done: None).run().stretches
            continue
        layouts, stretches = pickle.loads(data)
        walked.layouts += layouts
        walked.stretches += [Stretch(first, last, page.layout(first, height), *tables) for first, last, tables in stretches]
    walked.end = end
    return walked


class _Walker:
    """One walk: stretch by stretch, each from coarse to fine."""

    def __init__(self, page: Page, start: int, end: int, height: int, every: bool, progress: Callable[[float], None]) -> None:
        self.page, self.height, self.every, self.progress = page, height, every, progress
        self.walked = Walked(page, start, end, height)
        self.done = 0
        self.low = start
        self.trees: list[object] = []

    def run(self) -> Walked:
        start, end = self.walked.start, self.walked.end
        cuts = [turn for turn in turning_widths(self.page.conditions) if start < turn <= end]
        for low, high in zip([start, *cuts], [cut - 1 for cut in cuts] + [end], strict=True):
            self._stretch(low, high)
        return self.walked

    def _stretch(self, low: int, high: int) -> None:
        tables = Tables(self.page, low, high)
        self.low = low
        self.trees = [None] * (high - low + 1)
        coarse = list(range(low, high + 1)) if self.every else sorted({*range(low, high, COARSE), high})
        before, _ = self._at(tables, coarse[0], coarse[0], coarse[0])
        for left, right in pairwise(coarse):
            here, _ = self._at(tables, right, right, right)
            self._between(tables, left, right)
            before.forget()
            before = here
        before.forget()
        rows = tables.finish()
        columns = [rows[:, :, number] for number in range(COLUMNS)]
        # Container queries turn at widths of their own: the stretch parts there.
        begins = [low + at for at in range(high - low + 1) if at == 0 or self.trees[at] is not self.trees[at - 1]]
        for begin, until in zip(begins, [*[one - 1 for one in begins[1:]], high], strict=True):
            layout = self.page.layout(begin, self.height)
            whole = Stretch(low, high, layout, *columns)
            self.walked.stretches.append(whole.cut(begin, until, layout))

    def _between(self, tables: Tables, low: int, high: int) -> None:
        """Fill the widths between two that have been laid out."""
        if high - low < 2:
            return
        middle = (low + high) // 2
        walk, step = self._at(tables, middle, low, high)
        if self.trees[low + 1 - self.low] is None or self.trees[high - 1 - self.low] is None:
            refiner = None
            if high - low > FINEST:
                refiner = Refiner(step.ctx, step.tree.root, self.height)
                refiner.refine(low, middle, high)
            self._at_changes(tables, step, low, middle)
            self._at_changes(tables, step, middle, high)
            if refiner is not None:
                refiner.forget()
        walk.forget()

    def _at_changes(self, tables: Tables, step: Step, low: int, high: int) -> None:
        """Go on between the widths at which something on the page is known to change."""
        stops = [low, *sorted(changes_inside(step.tree.root, low, high)), high]
        walks = [self._at(tables, at, at, at)[0] for at in stops[1:-1]]
        for left, right in pairwise(stops):
            self._between(tables, left, right)
        for walk in walks:
            walk.forget()

    def _at(self, tables: Tables, width: int, low: int, high: int) -> tuple[Walk, Step]:
        """Lay out at one width; where the whole page is on a line between the two others, fill all of them."""
        walk = Walk(width, self.height, low, high)
        step = self.page.step(width, self.height, None if self.every else walk)
        self.walked.layouts += 1
        span = getattr(step.root, "span", None)
        if span is not None and not tables.is_bent(step) and span.low <= low and high <= span.high:
            first, last = low + 1, high - 1
            tables.fill(span, first, last, step)
        else:
            first = last = width
            tables.write(width, step)
        for at in range(first, last + 1):
            self.trees[at - self.low] = step.tree
        self.done += last - first + 1
        self.progress(min(self.done / (self.walked.end - self.walked.start + 1), 1))
        return walk, step
