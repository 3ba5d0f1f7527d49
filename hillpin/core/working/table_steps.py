"""Terms of tables and their columns (CSS 2 §17.5.2, css-tables-3 §3.9)."""

from __future__ import annotations

from ..layout.boxes import Box, Edges, edges_of
from ..layout.fragments import Fragment, Space
from ..layout.table.table_grid import Column, RowSize, TableGrid, gone_columns
from .block_steps import add_margins, describe, name_of, shown
from .record import Source, Sum, Sums, declared


def record_table_width(sums: Sums, box: Box, edges: Edges, space: Space, used: int, low: int, high: int) -> None:
    """How a table came to its border-box width."""
    if not sums.wants(box):
        return
    total = Sum("width")
    width = box.style.width
    final = max(used, low)
    if not width.is_auto:
        total.from_parent = width.has_percentage
        total.start(space.inline if width.has_percentage else used, f"room in {name_of(box.parent)}" if width.has_percentage else f"width: {describe(width, space.inline, 'the containing block')}", declared(box, "width"))
        if width.has_percentage:
            total.set(used, f"width: {describe(width, space.inline, 'the containing block')}", declared(box, "width"))
    elif final == high:
        total.start(high, "its columns at their max-content widths, with spacing and border", Source(rule="CSS 2 §17.5.2.2"))
    elif final > low:
        total.from_parent = True
        total.start(space.across, f"room in {name_of(box.parent)}")
        add_margins(total, box, edges)
    if total.total != final:
        total.set(final, "its columns need at least this", Source(rule="CSS 2 §17.5.2.2"))
    sums.write(box, "width", total)


def record_table_height(
    sums: Sums, box: Box, edges: Edges, rows: list[RowSize], spacing: int, captions: int, grid_height: int, fragment: Fragment
) -> None:  # fmt: skip
    """How a table came to its height: captions, rows, spacing, its own edges; and where captions stand."""
    if not sums.wants(box):
        return
    total = Sum("height")
    words = " + ".join(shown(row.height) for row in rows[:12])
    total.start(sum(row.height for row in rows), f"rows: {words}{' …' if len(rows) > 12 else ''}" if rows else "no rows", Source(rule="CSS 2 §17.5.3"))
    # Rows that collapse take none within their group.
    gaps = min(len(rows) + 1, max(grid_height - edges.block - total.total, 0) // spacing) if rows and spacing else 0
    total.add(spacing * gaps, f"{gaps} spacings × {shown(spacing)}", declared(box, "border-spacing"))
    total.add(edges.block, f"{name_of(box)} padding and border", declared(box, "padding-top"))
    total.add(grid_height - total.total, "its height is given and larger", declared(box, "height"))
    total.add(captions, "captions above", declared(box, "caption-side"))
    total.add(fragment.height - captions - grid_height, "captions below", declared(box, "caption-side"))
    sums.write(box, "height", total)
    for x, y, child in fragment.children:
        if child.box.role == "caption":
            words = "margin-left: auto, its part of what is left" if edges_of(child.box, fragment.width).auto_left else "margin-left"
            sums.write(child.box, "x", Sum("x").start(0, f"edge of {name_of(box)}").add(x, words, declared(child.box, "margin-left")))
            place = Sum("y").start(0, f"edge of {name_of(box)}").add(y, f"caption-side: {child.box.style.caption_side}", declared(child.box, "caption-side"))
            sums.write(child.box, "y", place)


def record_cells(
    sums: Sums, box: Box, grid: TableGrid, columns: list[Column], widths: list[int], offsets: list[int], rows: list[RowSize], spacing: int,
    down: int, fragment: Fragment,
) -> None:  # fmt: skip
    """Each cell's width from its columns, its height from its rows, its place."""
    if not sums.wants(box):
        return
    places = {id(child.box): (x, y, child) for x, y, child in fragment.children}
    gone, across = gone_columns(grid), sums.read(box, "width")
    if gone and across is not None:
        across.add(fragment.width - across.total, "columns that collapse, with their spacing", Source(rule="css-tables-3 §3.8"))
    for cell in grid.cells:
        if not sums.wants(cell.box):
            continue
        x, y, child = places[id(cell.box)]
        total = Sum("width")
        for index in range(cell.column, min(cell.column + cell.columns, len(widths))):
            column = columns[index]
            words = f"column {index + 1}, between {shown(column.minimum)} and {shown(column.maximum)}"
            if column.minimum == column.maximum:
                words = f"column {index + 1}, {shown(column.minimum)} by its content" if column.minimum else f"column {index + 1}, with nothing in it"
            if column.percent is not None:
                words = f"column {index + 1}, {column.percent:g}% of the columns’ room"
            total.add(widths[index], words, _source(column))
        gaps = max(sum(at not in gone for at in range(cell.column, cell.column + cell.columns)) - 1, 0)
        total.add(spacing * gaps, f"{gaps} spacings", declared(box, "border-spacing"))
        column = columns[cell.column]
        if widths[cell.column] > column.maximum and column.percent is None:
            total.note(f"the table is wider than its columns need, {name_of(cell.box)} has its part of what is left", Source(rule="css-tables-3 §3.9.4"))
        elif widths[cell.column] == column.minimum and column.set_by is not None:
            total.note(f"as narrow as {name_of(column.set_by)} allows", _source(column))
        _end(total, child.width)
        sums.write(cell.box, "width", total)
        total = Sum("height")
        for index in range(cell.row, cell.row + cell.rows):
            total.add(rows[index].height, f"row {index + 1}, as high as its highest cell", Source(rule="CSS 2 §17.5.3"))
        gaps = min(cell.rows - 1, (child.height - total.total) // down) if down else 0
        total.add(down * gaps, f"{gaps} spacings", declared(box, "border-spacing"))
        _end(total, child.height)
        sums.write(cell.box, "height", total)
        _record_place(sums, box, cell.box, x, y, offsets[cell.column])


def _record_place(sums: Sums, table: Box, cell: Box, x: int, y: int, offset: int) -> None:
    across = Sum("x").start(0, f"edge of {name_of(table)}")
    across.add(x - offset, "border and padding of the table", declared(table, "padding-left"))
    across.add(offset, "columns and spacing before it", Source(rule="CSS 2 §17.5"))
    sums.write(cell, "x", across)
    down = Sum("y").start(0, f"edge of {name_of(table)}")
    down.add(y, "caption, border, rows and spacing above it", Source(rule="CSS 2 §17.5"))
    sums.write(cell, "y", down)


def _end(total: Sum, wanted: int) -> None:
    if total.total != wanted:
        total.set(wanted, "as laid out", Source(rule="CSS 2 §17.5"))


def _source(column: Column) -> Source:
    if column.set_by is None:
        return Source(rule="css-tables-3 §3.8")
    prop = "width" if not column.set_by.style.width.is_auto else "min-width"
    return declared(column.set_by, prop)
