"""Where an arrangement's boxes stand: each row's sum against what it has, and each box's width at any viewport."""

from __future__ import annotations

import itertools
from dataclasses import dataclass, field
from fractions import Fraction

from .columns import PaperStep, Solution
from .lengths import NOTHING, WHOLE, Linear, exact, fixed, words
from .plan import Arrangement, Box, Cell, Plan, Row, Sides, columns_of, in_px


@dataclass(frozen=True, slots=True)
class Placed:
    """A box in its row. Lengths are lines over the width of what the row is inside (its context)."""

    box: Box
    row: int
    number: int
    start: Linear
    """From the context's left edge to the margin box's."""
    outer: Linear
    """The margin box's width."""
    margin: tuple[Linear, Linear]
    padding: tuple[Linear, Linear]
    border: tuple[Fraction, Fraction]
    steps: tuple[PaperStep, ...]
    """The working, at the width that the arrangement is drawn at."""

    @property
    def x(self) -> Linear:
        """The border box's left edge in its context."""
        return self.start + self.margin[0]

    @property
    def width(self) -> Linear:
        """The border box's width."""
        return self.outer - self.margin[0] - self.margin[1]

    @property
    def inside(self) -> Linear:
        """The content box's width: the room inside."""
        return self.width - self.padding[0] - self.padding[1] - fixed(sum(self.border, Fraction(0)))

    @property
    def written(self) -> Linear:
        """The CSS ``width``, by the box's box-sizing (css-sizing-3 §3.3)."""
        return self.width if self.box.sizing == "border-box" else self.inside


@dataclass(frozen=True, slots=True)
class RowSum:
    """A row against what it has, at the width that the arrangement is drawn at."""

    has: Fraction
    takes: Fraction
    steps: tuple[PaperStep, ...]
    drops: tuple[str, ...]
    """The boxes that begin a further line, by id."""
    gutters: tuple[Fraction, ...]
    """The distances between border boxes, with those from the row's ends first and last."""
    messages: tuple[str, ...]

    @property
    def rest(self) -> Fraction:
        """What is left; below 0, what the row is over by."""
        return self.has - self.takes


@dataclass(slots=True)
class PlacedRow:
    """A row with its boxes placed."""

    row: Row
    gap: Linear
    cells: list[Placed]
    sum: RowSum


@dataclass(slots=True)
class ContextRows:
    """The rows inside a box, or on the page."""

    parent: Box | None
    width: Fraction
    """In CSS px, at the width that the arrangement is drawn at."""
    rows: list[PlacedRow] = field(default_factory=list)

    @property
    def cells(self) -> list[Placed]:
        """All boxes in the order the eye meets them."""
        return [cell for row in self.rows for cell in row.cells]


@dataclass(slots=True)
class Arranged:
    """An arrangement with every box placed."""

    plan: Plan
    arrangement: Arrangement
    columns: Solution
    maximum: Fraction | None
    contexts: dict[str | None, ContextRows]

    @property
    def side(self) -> Fraction:
        """The container's padding on each side, in CSS px."""
        return self.columns.outer

    def outer(self, viewport: int) -> Fraction:
        """The container's outer width at a viewport."""
        if not self.plan.fluid:
            return self.columns.total
        return min(Fraction(viewport), self.maximum) if self.maximum is not None else Fraction(viewport)

    def rects(self, viewport: int) -> dict[str, tuple[Fraction, Fraction]]:
        """Left edge and width of each box's border box at a viewport, in CSS px of the page."""
        outer = self.outer(viewport)
        left = max((viewport - outer) / 2, Fraction(0)) + self.side
        rects: dict[str, tuple[Fraction, Fraction]] = {}
        inside: dict[str | None, tuple[Fraction, Fraction]] = {None: (left, outer - 2 * self.side)}
        for parent, context in self.contexts.items():
            origin, width = inside[parent]
            for cell in context.cells:
                x = origin + cell.x.at(width)
                rects[cell.box.id] = (x, cell.width.at(width))
                inside[cell.box.id] = (x + cell.border[0] + cell.padding[0].at(width), cell.inside.at(width))
        return rects


def arrange(plan: Plan, arrangement: Arrangement, unit: dict[str, Fraction]) -> Arranged:
    """Place the boxes of an arrangement. Raises InputError where its columns have no solution."""
    columns = columns_of(plan, arrangement, unit)
    maximum = in_px(plan.maximum, unit) if plan.maximum is not None and plan.fluid else None
    arranged = Arranged(plan, arrangement, columns, maximum, {})
    waiting: list[tuple[Box | None, Fraction, list[PaperStep]]] = [(None, columns.inside, _page_steps(columns))]
    while waiting:
        parent, width, steps = waiting.pop(0)
        identity = parent.id if parent is not None else None
        rows = [row for row in arrangement.rows if row.parent == identity]
        context = ContextRows(parent, width)
        for number, row in enumerate(rows):
            placed = _RowPlacer(arranged, context, row, number, steps).place()
            context.rows.append(placed)
            waiting += [(cell.box, cell.inside.at(width), list(cell.steps)) for cell in placed.cells]
        if rows or parent is None:
            arranged.contexts[identity] = context
    return arranged


def _page_steps(columns: Solution) -> list[PaperStep]:
    steps = [PaperStep("", columns.total, "total")]
    if columns.outer:
        steps += [PaperStep("−", 2 * columns.outer, f"sides 2 × {words(columns.outer)}"), PaperStep("=", columns.inside, "room of the row")]
    return steps


class _RowPlacer:
    """One row: sizes first, then places, then its sum."""

    def __init__(self, arranged: Arranged, context: ContextRows, row: Row, number: int, from_steps: list[PaperStep]) -> None:
        self.plan = arranged.plan
        self.columns = arranged.columns
        self.context = context
        self.row = row
        self.number = number
        self.from_steps = from_steps
        gap = exact(row.gap) if row.gap is not None else self.columns.gutter
        self.gap = self._scaled(gap, self.plan.keep_gutters)

    def place(self) -> PlacedRow:
        """The row's boxes from left to right."""
        sized = self._outers()
        position = NOTHING
        cells: list[Placed] = []
        for number, (cell, outer, steps) in enumerate(sized):
            placed = self._placed(cell, number, position, outer, steps)
            cells.append(placed)
            position = position + outer + self.gap
        return PlacedRow(self.row, self.gap, cells, self._sum(cells))

    def _scaled(self, length: Fraction, keep: bool) -> Linear:
        """A length drawn in this context: of its context where the plan is fluid, in px where it is kept (target ÷ context)."""
        if not self.plan.fluid or keep or not self.context.width:
            return fixed(length)
        return Linear(length / self.context.width)

    def _sides(self, sides: Sides, keep: bool) -> tuple[Linear, Linear]:
        return self._scaled(exact(sides.left), keep), self._scaled(exact(sides.right), keep)

    def _outers(self) -> list[tuple[Cell, Linear, list[PaperStep]]]:
        """Margin box widths: spans and widths first, then shares of what they leave."""
        known: list[tuple[Linear, list[PaperStep]] | None] = [self._given(cell) for cell in self.row.cells]
        gaps = self.gap.times(len(self.row.cells) - 1)
        taken = sum((outer for outer, _ in filter(None, known)), gaps)
        left = WHOLE - taken
        shares = sum((exact(cell.size.value) if cell.size.kind == "share" else Fraction(1) for cell, size in zip(self.row.cells, known, strict=True) if size is None), Fraction(0))
        sized: list[tuple[Cell, Linear, list[PaperStep]]] = []
        for cell, size in zip(self.row.cells, known, strict=True):
            outer, steps = size if size is not None else self._share(cell, left, taken, shares)
            sized.append((cell, outer, steps))
        return sized

    def _share(self, cell: Cell, left: Linear, taken: Linear, shares: Fraction) -> tuple[Linear, list[PaperStep]]:
        at = self.context.width
        steps = list(self.from_steps)
        if taken.at(at):
            steps += [PaperStep("−", taken.at(at), "the other boxes and the gutters"), PaperStep("=", left.at(at), "left")]
        part = exact(cell.size.value) if cell.size.kind == "share" else Fraction(1)
        if part == shares:
            return left, steps
        steps += [PaperStep("×", part / shares, f"its share {words(part)} of {words(shares)}"), PaperStep("=", left.at(at) * part / shares, "its part")]
        return left.times(part / shares), steps

    def _given(self, cell: Cell) -> tuple[Linear, list[PaperStep]] | None:
        size, box = cell.size, self.plan.box(cell.box)
        if size.kind == "span":
            return self._span(int(size.value))
        if size.kind not in ("width", "written"):
            return None
        length = exact(size.value)
        width = self._scaled(length, size.keep)
        steps = [PaperStep("", length, "width" if size.kind == "width" else "width as written")]
        extra = sum(self._sides(box.margin, box.keep_edges), NOTHING)
        if box.margin.across:
            steps.append(PaperStep("+", box.margin.across, "margins"))
        if size.kind == "written" and box.sizing == "content-box":
            padding = sum(self._sides(box.padding, box.keep_edges), NOTHING)
            extra = extra + padding + fixed(box.drawn_border.across)
            steps += [PaperStep("+", amount, label) for amount, label in ((box.padding.across, "padding"), (box.drawn_border.across, "border")) if amount]
        return width + extra, steps

    def _span(self, count: int) -> tuple[Linear, list[PaperStep]]:
        column, gutter = self.columns.column, self.columns.gutter
        steps = [PaperStep("", count * column, f"columns {count} × {words(column)}")]
        if count > 1 and gutter:
            steps += [PaperStep("+", (count - 1) * gutter, f"gutters {count - 1} × {words(gutter)}"), PaperStep("=", self.columns.span(count), f"span of {count}")]
        if not self.plan.fluid or not self.plan.keep_gutters:
            return self._scaled(self.columns.span(count), not self.plan.fluid), steps
        # Gutters stay in px, so columns share what the gutters leave.
        spans = sum(int(cell.size.value) for cell in self.row.cells if cell.size.kind == "span")
        whole = self.columns.count if self.context.parent is None else spans
        drawn = self.context.width - (whole - 1) * gutter
        if drawn <= 0:
            return fixed(self.columns.span(count)), steps
        scale = column / drawn
        wide = Linear(scale, -(whole - 1) * gutter * scale)
        return wide.times(count) + fixed((count - 1) * gutter), steps

    def _placed(self, cell: Cell, number: int, start: Linear, outer: Linear, steps: list[PaperStep]) -> Placed:
        box = self.plan.box(cell.box)
        at = self.context.width
        margin, padding = self._sides(box.margin, box.keep_edges), self._sides(box.padding, box.keep_edges)
        border = (exact(box.drawn_border.left), exact(box.drawn_border.right))
        steps = list(steps)
        if box.margin.across:
            steps.append(PaperStep("−", box.margin.across, f"margins {_pair(box.margin)}"))
            steps.append(PaperStep("=", (outer - margin[0] - margin[1]).at(at), "border box"))
        if box.drawn_border.across:
            steps.append(PaperStep("−", box.drawn_border.across, f"border {_pair(box.drawn_border)}"))
        if box.padding.across:
            steps.append(PaperStep("−", box.padding.across, f"padding {_pair(box.padding)}"))
        if box.drawn_border.across or box.padding.across:
            inside = (outer - margin[0] - margin[1] - padding[0] - padding[1]).at(at) - box.drawn_border.across
            steps.append(PaperStep("=", inside, "room inside"))
        return Placed(box, self.number, number, start, outer, margin, padding, border, tuple(steps))

    def _sum(self, cells: list[Placed]) -> RowSum:
        at = self.context.width
        gap = self.gap.at(at)
        steps = [PaperStep("+" if cell.number else "", cell.outer.at(at), cell.box.name) for cell in cells]
        if gap and len(cells) > 1:
            steps.append(PaperStep("+", gap * (len(cells) - 1), f"gutters {len(cells) - 1} × {words(gap)}"))
        takes = sum((cell.outer.at(at) for cell in cells), Fraction(0)) + gap * max(len(cells) - 1, 0)
        drops: list[str] = []
        reached = Fraction(0)
        for cell in cells:
            width = cell.outer.at(at)
            if reached and reached + gap + width > at:
                drops.append(cell.box.id)
                reached = width
            else:
                reached += width + (gap if reached else 0)
        steps.append(PaperStep("=", takes, f"of {words(at)}"))
        gutters = _gutters(cells, gap, at)
        return RowSum(at, takes, tuple(steps), tuple(drops), gutters, tuple(_messages(cells, takes, at, drops, gutters)))


def _pair(sides: Sides) -> str:
    return f"{words(exact(sides.left))} + {words(exact(sides.right))}"


def _gutters(cells: list[Placed], gap: Fraction, at: Fraction) -> tuple[Fraction, ...]:
    if not cells:
        return ()
    between = [gap + cell.margin[1].at(at) + following.margin[0].at(at) for cell, following in itertools.pairwise(cells)]
    return (cells[0].margin[0].at(at), *between, cells[-1].margin[1].at(at))


def _messages(cells: list[Placed], takes: Fraction, has: Fraction, drops: list[str], gutters: tuple[Fraction, ...]) -> list[str]:
    found: list[str] = []
    names = {cell.box.id: cell.box.name for cell in cells}
    if takes > has:
        falls = f", so {_listed([names[box] for box in drops])} {'drops' if len(drops) == 1 else 'drop'}" if drops else ""
        found.append(f"{words(takes - has)} over: {words(takes)} of {words(has)}{falls}.")
    elif takes < has:
        found.append(f"{words(takes)} of {words(has)}: {words(has - takes)} left at the right end.")
    else:
        found.append(f"{words(takes)} of {words(has)}.")
    for cell in cells:
        if cell.box.border != cell.box.drawn_border:
            found.append(f"Browsers draw borders in whole pixels, so {cell.box.name}'s comes to {_pair(cell.box.drawn_border)} left and right.")
        if cell.inside.at(has) < 0:
            found.append(f"Nothing is left inside {cell.box.name}: it comes to {words(cell.inside.at(has))}.")
    between = gutters[1:-1]
    if len(set(between)) > 1:
        found.append(f"The gutters are uneven: {_listed([words(gutter) for gutter in between])}.")
    if between and gutters[0] != gutters[-1]:
        side, name, amount = ("right", cells[-1].box.name, gutters[-1]) if gutters[-1] > gutters[0] else ("left", cells[0].box.name, gutters[0])
        found.append(f"{name} has a margin of {words(amount)} on the {side}, where the row ends: the row stands {words(amount)} short there.")
    return found


def _listed(names: list[str]) -> str:
    return " and ".join([", ".join(names[:-1]), names[-1]] if len(names) > 1 else names)
