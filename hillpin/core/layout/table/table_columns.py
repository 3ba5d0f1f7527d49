"""Column widths: what cells ask for, and how a width is distributed (CSS 2 §17.5.2, css-tables-3 §3.8 to §3.10)."""

from __future__ import annotations

from collections.abc import Sequence

from ...styles.values import AUTO_KIND, PERCENT, Kind, Length
from ..boxes import Box, edges_of
from ..context import Context
from ..sizes.sizing import to_border_box
from .table_grid import Column, TableCell, TableGrid, sizing_box

BOUNDLESS = 1_000_000 * 64
"""The max-content width of a table whose percentages leave nothing for its other columns, as the browser has it."""


def measured_columns(ctx: Context, grid: TableGrid, spacing: int, is_fixed: bool, fits_content: bool = False) -> list[Column]:
    """Columns from their boxes, then from cells in one column, then from cells over several: these give no column a width of
    its own, also where columns that no cell begins in are one with the column before them."""
    columns = [_from_column_boxes(own, group) for own, group in grid.columns]
    if is_fixed:
        _fixed_from_first_row(ctx, grid, columns, spacing)
        for column in columns:
            column.minimum = column.maximum if column.constrained and column.percent is None else column.minimum
        for cell in grid.cells if fits_content else ():
            column = columns[cell.column]
            if cell.box.column_span == 1 and not column.constrained:
                column.maximum = max(column.maximum, _constraint(ctx, cell.box).maximum)
        return columns
    for cell in grid.cells:
        if cell.box.column_span == 1:
            _add_cell(columns[cell.column], _constraint(ctx, cell.box))
    for cell in sorted((c for c in grid.cells if c.box.column_span > 1), key=lambda c: (c.box.column_span, c.column)):
        _spread_cell(columns[cell.column : cell.column + cell.columns], _constraint(ctx, cell.box), spacing)
    for column in columns:
        column.maximum = max(column.maximum, column.minimum)
    _cap_percentages(columns)
    return columns


def _from_column_boxes(own: Box | None, group: Box | None) -> Column:
    column, box = Column(), sizing_box((own, group))
    if box is not None:
        width = box.style.width
        if width.kind == Kind.FIXED:
            column.maximum, column.constrained, column.percent, column.set_by = width.units, True, None, box
        elif width.kind == PERCENT and width.percent:
            column.percent, column.set_by = width.percent, box
        if box.style.min_width.kind == Kind.FIXED:
            column.minimum = max(column.minimum, box.style.min_width.units)
    return column


def _constraint(ctx: Context, box: Box) -> Column:
    """A cell's outer min- and max-content widths with its width and limits applied (css-tables-3 §3.8.2)."""
    style = box.style
    edges = edges_of(box, 0)
    low, high = ctx.content_sizes(box)
    low, high = low + edges.inline, high + edges.inline
    column = Column(set_by=box)
    width = style.width
    if width.kind == Kind.FIXED and width.units > 0:
        high = max(low, to_border_box(box, width.units, edges.inline))
        # Quirks Mode, 'The table cell nowrap minimum width calculation quirk'.
        if ctx.mode == "quirks" and box.element is not None and "nowrap" in box.element.attributes:
            low = max(low, high)
        column.constrained = True
    elif width.kind == PERCENT:
        column.percent = width.percent or None
    if style.max_width.kind == Kind.FIXED:
        limit = to_border_box(box, style.max_width.units, edges.inline)
        low, high = min(low, limit), min(high, limit)
    if style.min_width.kind == Kind.FIXED:
        least = to_border_box(box, style.min_width.units, edges.inline)
        low, high = max(low, least), max(high, least)
    column.minimum, column.maximum = low, max(high, low)
    return column


def _add_cell(column: Column, cell: Column) -> None:
    """A cell in one column: of cells with a width and cells without, those with one say how wide it is at most (css-tables-3 §3.8.2)."""
    if cell.minimum > column.minimum or cell.constrained or cell.percent is not None:
        column.set_by = cell.set_by
    column.minimum = max(column.minimum, cell.minimum)
    if column.constrained == cell.constrained:
        column.maximum = max(column.maximum, cell.maximum)
    elif cell.constrained:
        column.maximum = cell.maximum
    column.maximum = max(column.maximum, column.minimum)
    column.constrained = column.constrained or cell.constrained
    if cell.percent is not None:
        column.percent = max(column.percent or 0.0, cell.percent)


def _spread_cell(columns: list[Column], cell: Column, spacing: int) -> None:
    """A spanning cell's needs laid on its columns (§3.9.3)."""
    if not columns:
        return
    between = spacing * (len(columns) - 1)
    if cell.percent is not None:
        taken = sum(column.percent or 0.0 for column in columns)
        free = [column for column in columns if column.percent is None]
        rest = cell.percent - taken
        if free and rest > 0:
            total = sum(column.maximum for column in free)
            for column in free:
                column.percent = rest * column.maximum / total if total else rest / len(free)
    low, high = max(cell.minimum - between, 0), max(cell.maximum - between, 0)
    plain = [Column(c.minimum, c.maximum, c.percent, c.constrained) for c in columns]
    for column, least, most in zip(columns, distribute_auto(low, plain), distribute_auto(high, plain, cell.constrained), strict=True):
        if least > column.minimum:
            column.minimum, column.set_by = least, cell.set_by
        column.maximum = max(column.maximum, column.minimum, most)


def _cap_percentages(columns: list[Column]) -> None:
    """Percentages beyond 100 in all are cut off from the left on."""
    total = 0.0
    for column in columns:
        if column.percent is not None:
            column.percent = min(column.percent, max(100.0 - total, 0.0))
            total += column.percent


def _fixed_from_first_row(ctx: Context, grid: TableGrid, columns: list[Column], spacing: int) -> None:
    """Fixed layout: columns without a width take it from the first row's cells (CSS 2 §17.5.2.1)."""
    cells: list[TableCell] = grid.rows[0].cells if grid.rows else []
    for cell in cells:
        style = cell.box.style
        width: Length = style.width
        edges = edges_of(cell.box, 0)
        spanned = columns[cell.column : cell.column + cell.columns]
        is_percent = width.kind == PERCENT
        free = [column for column in spanned if not column.constrained and (column.percent is None or (is_percent and len(spanned) == 1 and width.percent > column.percent))]
        if not free or width.kind == AUTO_KIND:
            continue
        if width.kind == Kind.FIXED:
            each = max(to_border_box(cell.box, width.units, edges.inline) - spacing * (cell.columns - 1), 0) // len(spanned)
            for column in free:
                column.maximum, column.minimum, column.constrained, column.set_by = each, 0, True, cell.box
        elif is_percent:
            for column in free:
                column.percent, column.set_by = width.percent / len(spanned), cell.box
                column.percent_extra = edges.inline if style.box_sizing == "content-box" and len(spanned) == 1 else 0


def grid_sizes(columns: Sequence[Column], trust_percentages: bool = True, merged: tuple[int, int] = (0, 0)) -> tuple[int, int]:
    """Min- and max-content width of all columns together (§3.8.3), with what those that are ``merged`` add to them."""
    low = merged[0] + sum(column.minimum for column in columns)
    high = merged[1] + sum(column.maximum for column in columns)
    if trust_percentages:
        share = sum(column.percent or 0.0 for column in columns)
        for column in columns:
            if column.percent:
                high = max(high, int(column.maximum * 100 / column.percent))
        rest = merged[1] + sum(column.maximum for column in columns if not column.percent)
        if share and rest:
            high = max(high, int(rest * 100 / (100 - share)) if share < 100 else BOUNDLESS)
    return low, max(high, low)


def distribute_auto(target: int, columns: Sequence[Column], fixed_grow: bool = True) -> list[int]:
    """Column widths that add up to a target (§3.9.4): between the guesses min, percent, given, max, and beyond. Unless
    ``fixed_grow``, they stay below it where no column may take more."""
    minimums = [column.minimum for column in columns]
    if target <= sum(minimums):
        return minimums
    percents = [c.percent_of(target) if c.percent is not None else c.minimum for c in columns]
    given = [p if c.percent is not None else c.maximum if c.constrained else c.minimum for c, p in zip(columns, percents, strict=True)]
    maximums = [p if c.percent is not None else c.maximum for c, p in zip(columns, percents, strict=True)]
    for low, high in ((minimums, percents), (percents, given), (given, maximums)):
        if target < sum(high):
            return _between(target, low, high)
    return _beyond(target, columns, maximums, fixed_grow)


def _between(target: int, low: list[int], high: list[int]) -> list[int]:
    """Each column from its lower to its higher guess by the same share; what rounding leaves goes to the last."""
    room = target - sum(low)
    total = sum(b - a for a, b in zip(low, high, strict=True))
    sizes = [a + (int(room * (b - a) / total) if total else 0) for a, b in zip(low, high, strict=True)]
    last = max((i for i, (a, b) in enumerate(zip(low, high, strict=True)) if b > a), default=None)
    if last is not None:
        sizes[last] += target - sum(sizes)
    return sizes


def _beyond(target: int, columns: Sequence[Column], sizes: list[int], fixed_grow: bool = True, by_size: bool = False) -> list[int]:
    """More than all maximums: to columns without a width by their maximum, else to fixed ones, else by percentage, or by what these
    have come to."""
    extra = target - sum(sizes)
    result = list(sizes)
    autos = [i for i, c in enumerate(columns) if c.percent is None and not c.constrained]
    fixed = [i for i, c in enumerate(columns) if fixed_grow and c.percent is None and c.constrained]
    percent = [i for i, c in enumerate(columns) if c.percent is not None]
    if autos:
        chosen, weights = autos, [float(columns[i].maximum) for i in autos]
    elif fixed and (not percent or any(columns[i].maximum for i in fixed)):
        chosen, weights = fixed, [float(columns[i].maximum) for i in fixed]
    else:
        chosen, weights = percent, [float(sizes[i]) if by_size else columns[i].percent or 0.0 for i in percent]
    if not chosen:
        return result
    total = sum(weights)
    for index, weight in zip(chosen, weights, strict=True):
        result[index] += int(extra * weight / total) if total else extra // len(chosen)
    result[chosen[-1]] += target - sum(result)
    return result


def distribute_fixed(target: int, columns: Sequence[Column]) -> list[int]:
    """Fixed table layout: given widths stand, columns without one share what is left (CSS 2 §17.5.2.1)."""
    sizes = [max(int(target * c.percent / 100) + c.percent_extra, c.minimum) if c.percent is not None else c.maximum if c.constrained else 0 for c in columns]
    autos = [i for i, c in enumerate(columns) if c.percent is None and not c.constrained]
    rest = target - sum(sizes)
    if rest < 0:
        return _with_less_by_percentage(sizes, columns, rest)
    if autos:
        each = rest // len(autos)
        for index in autos:
            sizes[index] = each
        sizes[autos[-1]] += rest - each * len(autos)
        return sizes
    return _beyond(target, columns, sizes, by_size=True) if rest > 0 and sizes else sizes


def _with_less_by_percentage(sizes: list[int], columns: Sequence[Column], rest: int) -> list[int]:
    """Given widths stand where there is not room for all: columns by percentage share what is left, each its part of it."""
    shares = [size if column.percent is not None else 0 for size, column in zip(sizes, columns, strict=True)]
    whole = sum(shares)
    left = max(whole + rest, 0)
    result = [size if column.percent is None else size * left // whole if whole else 0 for size, column in zip(sizes, columns, strict=True)]
    last = max((at for at, share in enumerate(shares) if share), default=None)
    if last is not None:
        result[last] += left - sum(size for size, share in zip(result, shares, strict=True) if share)
    return result
