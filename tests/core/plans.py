"""Small plans for tests, built from few words."""

from __future__ import annotations

from hillpin.core.planning.columns import Columns
from hillpin.core.planning.plan import Arrangement, Box, Cell, Plan, Row, Sides, Size, SizeKind

CellSpec = tuple[str, SizeKind, float]


def even(left_and_right: float, top_and_bottom: float = 0) -> Sides:
    """Sides alike on both left and right, and on top and bottom."""
    return Sides(top_and_bottom, left_and_right, top_and_bottom, left_and_right)


def row(*cells: CellSpec, parent: str | None = None, gap: float | None = None) -> Row:
    """A row from ``(box, kind of size, value)``."""
    return Row(tuple(Cell(box, Size(kind, value)) for box, kind, value in cells), parent, gap)


def twelve(total: float = 1200, margin: float = 0, gutter: float = 20) -> Columns:
    """Twelve columns with gutters only between them."""
    return Columns(total, 12, None, gutter, margin)


def plan_of(
    boxes: list[Box],
    *rows: Row,
    columns: Columns | None = None,
    fluid: bool = True,
    keep_gutters: bool = True,
) -> Plan:
    """A plan with one arrangement, from 0 on."""
    arrangement = Arrangement("wide", 0, columns or twelve(), rows)
    return Plan("Page", tuple(boxes), (arrangement,), fluid, keep_gutters)
