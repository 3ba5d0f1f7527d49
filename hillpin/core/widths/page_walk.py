"""All rectangles at every width of a range, in tables: at all widths at once, or where something changes."""

from __future__ import annotations

import gc
import os
import pickle
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..layout.block.block_layout import layout_in_flow
from ..layout.block.floats import Floats
from ..layout.block.inside import Strut
from ..layout.boxes import TEXT, Box
from ..layout.containing import Frame
from ..layout.context import Context
from ..layout.entry import Pass
from ..layout.fragments import OutOfFlow, Space
from ..layout.positioned import place
from ..markup.tree import Element
from ..page import DEFAULT_HEIGHT, Layout, Page, Step
from ..styles.media import Viewport, turning_widths
from ..units import INDEFINITE
from .across import Across
from .across_sizes import NotAcrossError, Units, edges_across
from .blend import Walk
from .extents import ABSENT
from .moving import WIDTH, Course, Moving
from .rectangles import COLUMNS, Table, Tables, is_bent
from .single import COARSE, One, SingleWalk
from .strip_tables import take_in
from .strips import Question, Strip

FROM, TO = 320, 1600
ROUNDED = 2
"""1/64 px by which a line of numbers that are cut off may seem to turn."""
MOST_AT_ONCE, FEWEST_AT_ONCE = 3_000_000, 200
"""Widths times elements that are worked out at once at most, and the widths at least."""
MOST_MOVING = 1 / 8
"""The share of boxes that are text of a size that moves with the width, from which on a page is laid out as a whole."""


@dataclass(slots=True)
class Stretch:
    """A run of widths over which the same rules count. Tables are (widths, elements), in 1/64 px of the page.

    ``text`` is where an element's text ends at the right, ``generated`` where boxes in it that are no element's do, and
    ``content`` how far down its content reaches, where it has text or reaches out of it. On a page that begins at the right
    ``text`` is as far beyond ``right`` as text reaches out at the left, and ``generated`` is counted from the right.
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

    @property
    def from_the_start(self) -> Stretch:
        """The same counted from the side where the page begins: as in a mirror where that is the right."""
        if not self.layout.tree.root.flips:
            return self
        whole = (self.widths * 64)[:, np.newaxis].astype(np.int32)
        is_absent = self.x == ABSENT
        x, right = (np.where(is_absent, ABSENT, whole - side) for side in (self.right, self.x))
        text = np.where(self.text == ABSENT, ABSENT, right + self.text - self.right)
        return replace(self, x=x, right=right, text=text)

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


def moves_as_a_whole(root: Box) -> bool:
    """Whether so many texts change their size with the width that their lines are no quicker one by one."""
    boxes = list(root.walk())
    return sum(1 for box in boxes if box.kind == TEXT and box.style.uses_viewport & WIDTH) > MOST_MOVING * len(boxes)


def _turns(question: Question, low: int) -> set[int]:
    """Widths at which what is asked of a box turns or jumps: by more than roundings do."""
    asked = [units for units in (question.inline, question.in_flow_width, question.fixed) if isinstance(units, np.ndarray)]
    return {low + 1 + at for units in asked for at in np.flatnonzero(np.abs(np.diff(units, 2)) > ROUNDED).tolist()}


def _parts(low: int, high: int, elements: int) -> list[tuple[int, int]]:
    """A range of widths in parts, so that what is worked out of all elements at once stays small."""
    size = max(FEWEST_AT_ONCE, MOST_AT_ONCE // max(elements, 1))
    return [(first, min(first + size - 1, high)) for first in range(low, high + 1, size)]


class _Walker:
    """One walk: stretch by stretch, each at all its widths at once as far as that goes."""

    def __init__(self, page: Page, start: int, end: int, height: int, every: bool, progress: Callable[[float], None]) -> None:
        self.page, self.height, self.every, self.progress = page, height, every, progress
        self.walked = Walked(page, start, end, height)
        self.turns: set[int] = set()
        """Widths of the stretch at which lengths of moving styles turn."""
        self.done = self.until = 0.0
        """How many widths are done, and how many will be when this stretch is."""

    def run(self) -> Walked:
        start, end = self.walked.start, self.walked.end
        cuts = [turn for turn in turning_widths(self.page.conditions, self.height) if start < turn <= end]
        for low, high in zip([start, *cuts], [cut - 1 for cut in cuts] + [end], strict=True):
            self._stretch(low, high)
        return self.walked

    def _stretch(self, low: int, high: int) -> None:
        tables = Tables.of(self.page, low, high)
        self.until = self.done + high - low + 1
        step = self.page.step(low, self.height, None)
        root, bent = step.tree.root, is_bent(step.tree.root)
        self.turns = Course(step.resolver, root, low, high, self.height).turns
        trees: list[object] = [step.tree] * (high - low + 1)
        every = self.every or bool(step.tree.turning)
        if every or bent or root.is_container or moves_as_a_whole(root):
            tables.takes_fragments = not bent
            trees = self._whole_page(tables, low, high, every)
        else:
            try:
                for first, last in _parts(low, high, len(self.page.document.elements)):
                    self._boxes(tables.part(first, last), step, first, last)
            except NotAcrossError:
                tables = Tables.of(self.page, low, high)
                trees = self._whole_page(tables, low, high, every)
        self._told(high - low + 1)
        rows = tables.rows
        columns = [rows[:, :, number] for number in range(COLUMNS)]
        # Container queries turn at widths of their own: the stretch parts there.
        begins = [low + at for at in range(high - low + 1) if at == 0 or trees[at] is not trees[at - 1]]
        for begin, until in zip(begins, [*[one - 1 for one in begins[1:]], high], strict=True):
            layout = self.page.layout(begin, self.height)
            whole = Stretch(low, high, layout, *columns)
            self.walked.stretches.append(whole.cut(begin, until, layout))

    def _whole_page(self, tables: Tables, low: int, high: int, every: bool) -> list[object]:
        """A page whose styles or containers change with the width, laid out from its root; the box trees by width."""

        def lay_out(width: int, walk: Walk | None) -> One:
            step = self.page.step(width, self.height, walk)
            return One(step.root, step.ctx, step.tree.root, tree=step.tree)

        single = SingleWalk(tables, low, high, self.height, lay_out, self._told, every=every, at_margins=True, turns=self.turns)
        single.run()
        tables.finish()
        self.walked.layouts += single.layouts
        return single.trees

    def _boxes(self, tables: Tables, step: Step, low: int, high: int) -> None:
        """Block layout at all widths at once."""
        root, ctx = step.tree.root, step.ctx
        moving = Moving(step.resolver, root.walk_twice(), low, high, self.height)
        basis = np.arange(low, high + 1, dtype=np.int64) * 64
        total = sum(1 for _ in root.walk())

        def single(question: Question) -> Strip:
            weight = sum(1 for _ in question.box.walk()) / total
            return self._single(ctx, moving, question, low, high, lambda widths: self._told(widths * weight))

        strip = Across(ctx, root, len(basis), single, moving).lay_out(basis, ctx.height or INDEFINITE)
        edges = edges_across(root, basis)
        take_in(tables, strip, edges.margin_left, edges.margin_top)

    def _single(self, ctx: Context, moving: Moving, question: Question, low: int, high: int, told: Callable[[int], None]) -> Strip:
        """A box that is laid out one width at a time, wherever something in it changes."""
        box, percent = question.box, question.percent_block
        tables = Tables.of(self.page, low, high, box)
        boxes = moving.boxes_in(box)

        def at(units: Units | None, width: int) -> int:
            return units if isinstance(units, int) else int(units[width - low])  # type: ignore[index]

        def lay_out(width: int, walk: Walk | None) -> One:
            here = Pass(Viewport(width, self.height), ctx.fonts, walk=walk, unmodelled=ctx.unmodelled, mode=ctx.mode)
            if boxes:
                moving.put(box, boxes, width - low)
            inline = at(question.inline, width)
            placed = question.placement
            if placed is not None:
                frame = Frame(at(placed.left, width), at(placed.top, width), at(placed.width, width), at(placed.height, width))
                x, y, fragment = place(here, OutOfFlow(box, at(placed.x, width), at(placed.y, width)), frame)
                if fragment.out_of_flow:
                    raise NotAcrossError
                return One(fragment, here, box, (x, y, 0))
            if question.in_flow_width is None:
                fixed = at(question.fixed, width) if question.fixed is not None else INDEFINITE
                return One(here.layout(box, Space(inline, percent_block=percent, shrink=question.shrink, fixed_inline=fixed)), here, box)
            flow = layout_in_flow(here, box, inline, at(question.in_flow_width, width), percent, Floats(), 0, 0)
            return One(flow.fragment, here, box, (flow.bottom.positive, flow.bottom.negative, int(flow.through)))

        single = SingleWalk(tables, low, high, self.height, lay_out, told, turns=_turns(question, low) | (self.turns if boxes else set()))
        try:
            single.run()
        finally:
            moving.back(box, boxes)
        tables.finish()
        self.walked.layouts += single.layouts
        width, height = single.sizes
        return Strip(box, width, height, bottom=Strut(single.more[0], single.more[1]), through=bool(single.more[2, 0]), single=tables)

    def _told(self, widths: float) -> None:
        # A box that turns out to need its parent laid out by itself is done twice: it counts once.
        self.done = min(self.done + widths, self.until)
        self.progress(min(self.done / (self.walked.end - self.walked.start + 1), 1))
