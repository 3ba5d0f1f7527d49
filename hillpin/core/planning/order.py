"""Order for the eye and for the keyboard, and arrangements proposed from the widest by stacking."""

from __future__ import annotations

import itertools
from dataclasses import replace
from fractions import Fraction

from .arranging import arrange
from .columns import Columns
from .plan import Arrangement, Cell, Plan, Row, Size, ancestors

NARROW_TOTAL, MEDIUM_TOTAL = 360, 768
NARROW_MARGIN = 16


def seen_order(plan: Plan, arrangement: Arrangement, parent: str | None = None) -> list[str]:
    """Box ids in the order the eye meets them: row by row, and inside a box before its neighbour."""
    seen: list[str] = []
    for row in arrangement.rows:
        if row.parent != parent:
            continue
        for cell in row.cells:
            if cell.box not in arrangement.hidden:
                seen += [cell.box, *seen_order(plan, arrangement, cell.box)]
    return seen


def read_order(plan: Plan, arrangement: Arrangement) -> list[str]:
    """Box ids in source order, which the keyboard and a screen reader follow; what is hidden left out."""
    shown = set(seen_order(plan, arrangement))
    children: list[str] = []

    def add(parent: str | None) -> None:
        for box in plan.children(parent):
            if box.id in shown:
                children.append(box.id)
                add(box.id)

    add(None)
    return children


def order_warnings(plan: Plan, arrangement: Arrangement) -> list[str]:
    """Where the two orders part (WCAG 2.2, 1.3.2 and 2.4.3): a sentence for each box that is met too early."""
    seen, read = seen_order(plan, arrangement), read_order(plan, arrangement)
    names = {box.id: box.name for box in plan.boxes}
    place = {box: number for number, box in enumerate(read)}
    said: list[str] = []
    for before, after in itertools.pairwise(seen):
        if place[after] < place[before]:
            said.append(f"The eye meets {names[_beside(plan, before, after)]} before {names[after]}, the keyboard after it.")
    return said


def _beside(plan: Plan, identity: str, other: str) -> str:
    """The box, or the one around it, that stands inside the same box as another one."""
    parent = plan.box(other).parent
    around = [identity, *(box.id for box in ancestors(plan, plan.box(identity)))]
    return next((one for one in around if plan.box(one).parent == parent), identity)


def propose(plan: Plan, unit: dict[str, Fraction]) -> Plan:
    """The plan with a narrow and a medium arrangement made from the widest, boxes stacked in source order.

    Raises InputError where the widest arrangement's columns have no solution.
    """
    widest = plan.arrangements[-1]
    if widest.starts <= MEDIUM_TOTAL:
        widest = replace(widest, starts=MEDIUM_TOTAL + 192)
    widths = {cell.box.id: cell.outer.at(context.width) for context in arrange(plan, widest, unit).contexts.values() for cell in context.cells}
    narrow = Arrangement("narrow", 0, Columns(NARROW_TOTAL, 4, None, _gutter(widest), NARROW_MARGIN), _stacked(plan, widest), widest.hidden)
    medium = Arrangement("medium", 600, Columns(MEDIUM_TOTAL, 8, None, _gutter(widest), NARROW_MARGIN), _paired(plan, widest, widths), widest.hidden)
    return replace(plan, arrangements=(narrow, medium, widest))


def _gutter(arrangement: Arrangement) -> float:
    return arrangement.columns.gutter if arrangement.columns.gutter is not None else 16


def _in_source_order(plan: Plan, row: Row) -> list[Cell]:
    source = {box.id: number for number, box in enumerate(plan.boxes)}
    return sorted(row.cells, key=lambda cell: source[cell.box])


def _stacked(plan: Plan, widest: Arrangement) -> tuple[Row, ...]:
    """One box a row."""
    shown = [box for box in plan.boxes if any(cell.box == box.id for row in widest.rows for cell in row.cells)]
    return tuple(Row((Cell(box.id, Size("rest")),), box.parent) for box in shown)


def _paired(plan: Plan, widest: Arrangement, widths: dict[str, Fraction]) -> tuple[Row, ...]:
    """Rows of three and more become pairs; those of two stay, as shares."""
    rows: list[Row] = []
    for row in widest.rows:
        cells = _in_source_order(plan, row)
        if len(cells) == 2:
            rows.append(Row(_shared(cells, widths), row.parent, row.gap))
            continue
        for first in range(0, len(cells), 2):
            pair = cells[first : first + 2]
            rows.append(Row(tuple(Cell(cell.box, Size("share", 1)) for cell in pair), row.parent, row.gap))
    return tuple(rows)


def _shared(cells: list[Cell], widths: dict[str, Fraction]) -> tuple[Cell, ...]:
    """Two boxes with their widths as shares in small numbers: 8 and 4 columns become about 2 and 1."""
    if any(cell.size.keep for cell in cells) or min(widths[cell.box] for cell in cells) <= 0:
        return tuple(cells)
    ratio = (widths[cells[0].box] / widths[cells[1].box]).limit_denominator(6)
    parts = (max(ratio.numerator, 1), ratio.denominator)
    return tuple(Cell(cell.box, Size("share", part)) for cell, part in zip(cells, parts, strict=True))
