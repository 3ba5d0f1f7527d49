"""Terms of columns: how wide they are, and how boxes that were laid out in one come to stand in several (css-multicol-1)."""

from __future__ import annotations

from ..layout.boxes import Box
from .block_steps import name_of
from .record import Source, Sum, Sums, declared


def record_columns(sums: Sums, box: Box, room: int, number: int, width: int) -> None:
    """The width of a column, from the content width of its container (§3.4)."""
    if not sums.wants(box):
        return
    gap = (room - number * width) // (number - 1) if number > 1 else 0
    name = name_of(box)
    total = Sum("column").start(room, f"inside of {name}")
    if number > 1:
        by = "column-count" if isinstance(box.style.column_count, int) and box.style.column_width.is_auto else "column-width"
        total.add(gap, "one gap more than there are between columns", declared(box, "column-gap"))
        total.set(width + gap, f"÷ {number} columns", declared(box, by))
        total.add(-gap, "the gap beside each", declared(box, "column-gap"))
    sums.write(box, "column", total)


def record_in_column(sums: Sums, box: Box, column: int, moved: tuple[int, int], grown: tuple[int, int]) -> None:
    """What columns add to the sums of a box that was laid out as though there were one column (css-break-4 §2)."""
    if not sums.wants(box):
        return
    labels = {
        "x": (moved[0], f"in column {column + 1}"),
        "y": (moved[1], "what stands in the columns before it"),
        "width": (grown[0], "and the columns that it goes on in"),
        "height": (grown[1], "broken: around its pieces in all their columns"),
    }
    for quantity, (amount, label) in labels.items():
        found = sums.read(box, quantity)
        if found is None:
            continue
        whole = found.in_one_column or found
        total = Sum(whole.title, list(whole.terms), whole.from_parent, whole)
        total.add(amount, label, Source(rule="css-multicol-1"))
        sums.write(box, quantity, total)
