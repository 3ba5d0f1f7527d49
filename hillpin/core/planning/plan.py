"""A plan: boxes in source order, arranged in rows, once for each of a few viewport widths. All lengths in CSS px."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, fields, is_dataclass
from fractions import Fraction
from itertools import chain
from typing import Literal

from ..errors import InputError
from .columns import Columns, Solution, solve_columns
from .lengths import exact, words

Role = Literal["header", "navigation", "main", "section", "article", "aside", "footer", "figure", "form", "list", "box"]
SizeKind = Literal["span", "width", "written", "share", "rest"]
Sizing = Literal["border-box", "content-box"]
Unit = Literal["px", "rem", "ch"]
State = Literal["draft", "sent", "approved", "changed"]
MOST_BOXES = 80
MOST_ROWS = 60
MOST_ARRANGEMENTS = 8
MOST_DEPTH = 6
NARROWEST = 1
WIDEST = 10_000
LARGEST_NUMBER = 20_000
LONGEST_WORDS = 2_000


@dataclass(frozen=True, slots=True)
class Sides:
    """Lengths of the four sides."""

    top: float = 0
    right: float = 0
    bottom: float = 0
    left: float = 0

    @property
    def across(self) -> Fraction:
        """Left and right together."""
        return exact(self.left) + exact(self.right)


@dataclass(frozen=True, slots=True)
class Size:
    """What a box takes of its row.

    ``span``: so many columns, margins included. ``width``: the border box. ``written``: the CSS ``width``, by the box's
    box-sizing. ``share``: a part of what spans, widths and gutters leave. ``rest``: what is left, one share of it.
    """

    kind: SizeKind = "rest"
    value: float = 1
    keep: bool = False
    """Whether the length stays in px where the plan is fluid."""


@dataclass(frozen=True, slots=True)
class Box:
    """A part of the page. ``words`` are what the visitor reads in it."""

    id: str
    name: str
    role: Role = "box"
    words: str = ""
    parent: str | None = None
    margin: Sides = field(default_factory=Sides)
    border: Sides = field(default_factory=Sides)
    padding: Sides = field(default_factory=Sides)
    sizing: Sizing = "border-box"
    keep_edges: bool = True
    """Whether margin and padding stay in px where the plan is fluid; borders always do."""

    @property
    def drawn_border(self) -> Sides:
        """The border as browsers draw it: whole px, cut off, at least 1 (css-values-4, "snap as a border width")."""
        return Sides(*(_snapped(side) for side in (self.border.top, self.border.right, self.border.bottom, self.border.left)))


def _snapped(width: float) -> float:
    return width if width <= 0 else max(int(width), 1)


@dataclass(frozen=True, slots=True)
class Cell:
    """A box's place in a row."""

    box: str
    size: Size = field(default_factory=Size)


@dataclass(frozen=True, slots=True)
class Row:
    """Boxes side by side, in the order the eye meets them. ``gap`` is the columns' gutter unless given."""

    cells: tuple[Cell, ...]
    parent: str | None = None
    gap: float | None = None


@dataclass(frozen=True, slots=True)
class Arrangement:
    """How boxes stand from a viewport width on. ``columns.total`` is the width it is drawn at."""

    name: str
    starts: int
    columns: Columns
    rows: tuple[Row, ...] = ()
    hidden: tuple[str, ...] = ()
    drawing: str | None = None
    """A picture file of the site that lies under the columns."""


@dataclass(frozen=True, slots=True)
class Measure:
    """A length in a unit that a person chose."""

    value: float
    unit: Unit = "px"


@dataclass(frozen=True, slots=True)
class Plan:
    """A page's columns, boxes and arrangements, narrowest arrangement first."""

    name: str
    boxes: tuple[Box, ...]
    arrangements: tuple[Arrangement, ...]
    fluid: bool = True
    keep_gutters: bool = True
    maximum: Measure | None = None
    """The container's widest outer width where the plan is fluid."""
    side: Measure | None = None
    """The container's side padding; the columns' margin of each arrangement unless given."""
    root_size: float = 16
    row_gap: float = 24

    def box(self, identity: str) -> Box:
        """A box by its id."""
        return next(box for box in self.boxes if box.id == identity)

    def children(self, parent: str | None) -> list[Box]:
        """The boxes directly inside another one, or on the page, in source order."""
        return [box for box in self.boxes if box.parent == parent]

    def range_of(self, arrangement: Arrangement) -> tuple[int, int | None]:
        """The viewport widths at which an arrangement holds; the last has no end."""
        later = [other.starts for other in self.arrangements if other.starts > arrangement.starts]
        first = arrangement is self.arrangements[0]
        return (NARROWEST if first else arrangement.starts, min(later) - 1 if later else None)


def columns_of(plan: Plan, arrangement: Arrangement, unit: dict[str, Fraction]) -> Solution:
    """The solved columns of an arrangement. Raises InputError where they have no single solution."""
    columns = arrangement.columns
    if plan.side is not None:
        columns = Columns(columns.total, columns.count, columns.column, columns.gutter, float(in_px(plan.side, unit)), columns.gutters)
    answer = solve_columns(columns)
    found = answer.solutions or answer.near
    if not found:
        raise InputError(f"The columns of {arrangement.name}: {answer.message}")
    return found[0]


def in_px(length: Measure, unit: dict[str, Fraction]) -> Fraction:
    """A measure in CSS px; ``unit`` gives the px of ``rem`` and ``ch``."""
    return exact(length.value) * unit[length.unit]


def check_plan(plan: Plan) -> None:
    """Raises InputError, with its place, where a plan does not hang together."""
    if not plan.arrangements:
        raise InputError("A plan needs at least one arrangement.")
    if len(plan.boxes) > MOST_BOXES or len(plan.arrangements) > MOST_ARRANGEMENTS:
        raise InputError(f"A plan has at most {MOST_BOXES} boxes and {MOST_ARRANGEMENTS} arrangements.")
    for problem in chain(_number_problems(plan), _box_problems(plan), _arrangement_problems(plan)):
        raise InputError(problem)


def _number_problems(plan: Plan) -> Iterator[str]:
    """Numbers that no length can be, and names that are too long."""
    waiting: list[tuple[str, object]] = [("plan", plan)]
    while waiting:
        place, value = waiting.pop()
        if isinstance(value, bool) or value is None:
            continue
        if isinstance(value, (int, float)) and not abs(value) <= LARGEST_NUMBER:
            yield f"{place} is {value}; numbers go to {LARGEST_NUMBER:,}."
        elif isinstance(value, str) and len(value) > LONGEST_WORDS:
            yield f"{place} has {len(value):,} characters; {LONGEST_WORDS:,} are the most."
        elif isinstance(value, tuple):
            waiting += [(f"{place}[{number}]", one) for number, one in enumerate(value)]
        elif is_dataclass(value):
            waiting += [(f"{place}.{one.name}", getattr(value, one.name)) for one in fields(value)]


def _box_problems(plan: Plan) -> Iterator[str]:
    if not 4 <= plan.root_size <= 100:
        yield f"root_size is {words(exact(plan.root_size))}; a root size goes from 4 to 100."
    known: set[str] = set()
    for number, box in enumerate(plan.boxes):
        place = f"boxes[{number}] ({box.name or box.id})"
        if not box.name.strip():
            yield f"{place}: a box needs a name."
        if box.id in known or not re.fullmatch(r"[\w-]{1,40}", box.id):
            yield f"{place}: the id {box.id} is not usable or is there twice."
        if box.parent is not None and box.parent not in known:
            yield f"{place}: it is inside {box.parent}, which does not come before it."
        for part in ("border", "padding"):
            if min(getattr(getattr(box, part), side) for side in ("top", "right", "bottom", "left")) < 0:
                yield f"{place}: a {part} cannot be negative."
        known.add(box.id)
        if len(list(ancestors(plan, box))) > MOST_DEPTH:
            yield f"{place}: boxes are nested more than {MOST_DEPTH} deep."


def ancestors(plan: Plan, box: Box) -> Iterator[Box]:
    """The boxes around a box, innermost first."""
    parent = box.parent
    while parent is not None:
        around = plan.box(parent)
        yield around
        parent = around.parent


def _arrangement_problems(plan: Plan) -> Iterator[str]:
    starts = [arrangement.starts for arrangement in plan.arrangements]
    if sorted(set(starts)) != starts:
        yield "arrangements: each starts at a wider viewport than the one before."
    for number, arrangement in enumerate(plan.arrangements):
        place = f"arrangements[{number}] ({arrangement.name})"
        if not 0 <= arrangement.starts <= WIDEST:
            yield f"{place}: it starts at {arrangement.starts}; widths go to {WIDEST:,}."
        if len(arrangement.rows) > MOST_ROWS:
            yield f"{place}: {MOST_ROWS} rows are the most."
        yield from _row_problems(plan, arrangement, place)


def _row_problems(plan: Plan, arrangement: Arrangement, place: str) -> Iterator[str]:
    known = {box.id: box for box in plan.boxes}
    placed: set[str] = set()
    for row_number, row in enumerate(arrangement.rows):
        for cell_number, cell in enumerate(row.cells):
            spot = f"{place}.rows[{row_number}].cells[{cell_number}]"
            box = known.get(cell.box)
            if box is None:
                yield f"{spot}: there is no box {cell.box}."
                continue
            if box.parent != row.parent:
                yield f"{spot}: {box.name} is not inside what its row is inside."
            if cell.box in placed:
                yield f"{spot}: {box.name} stands in two places."
            if cell.size.kind != "rest" and cell.size.value <= 0:
                yield f"{spot}: {box.name} needs a size above 0."
            if cell.size.kind == "span" and cell.size.value != int(cell.size.value):
                yield f"{spot}: {box.name} spans {words(exact(cell.size.value))} columns; a span is a whole number."
            placed.add(cell.box)
        if row.gap is not None and row.gap < 0:
            yield f"{place}.rows[{row_number}]: a gap cannot be negative."
    for box in plan.boxes:
        around = {box.id, *(outer.id for outer in ancestors(plan, box))}
        if box.id not in placed and not around & set(arrangement.hidden):
            yield f"{place}: {box.name} is in no row and not hidden."
