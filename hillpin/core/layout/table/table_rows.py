"""Row heights (CSS 2 §17.5.3, css-tables-3 §3.10.5): cells, baselines, spanning cells, a given table height."""

from __future__ import annotations

from dataclasses import dataclass

from ...styles.values import AUTO_KIND, PERCENT, Kind
from ...units import INDEFINITE
from ..boxes import Box, Edges, edges_of
from ..context import Context
from ..fragments import Fragment, Space
from ..sizes.sizing import to_border_height
from .table_grid import RowSize, TableCell, TableGrid


@dataclass(slots=True)
class MeasuredCell:
    """A cell laid out at its columns' width."""

    cell: TableCell
    width: int
    basis: int
    fragment: Fragment
    least: int
    """Border-box height that it needs."""
    ascent: int
    natural: int
    """Border-box height that its content needs, to which its baseline belongs."""


def aligns_baseline(box: Box) -> bool:
    """Whether a cell takes part in its row's baseline: all values but top, middle and bottom (§17.5.3), where there is anything
    in it."""
    return bool(box.children) and box.style.vertical_align not in ("top", "middle", "bottom")


def measure_cell(ctx: Context, cell: TableCell, width: int, basis: int, spacing: int) -> MeasuredCell:
    """Lay a cell out at a width; its own height counts as a minimum, and its ``min-height`` not at all (CSS 2 §10.7): percentages of
    heights in it are of nothing until its row is known. ``basis`` is the row's width, which percentages of its padding are of. As
    the browser has it, what its row is made high for has them of the ``spacing`` at both ends as well."""
    box = cell.box
    edges = edges_of(box, basis + 2 * spacing)
    is_given = box.style.height.kind == Kind.FIXED
    space = Space(basis, fixed_inline=width, fixed_block=0 if is_given else INDEFINITE, definite=not is_given)
    fragment = ctx.layout(box, space)
    wider = fragment if edges is edges_of(box, basis) else ctx.layout(box, space._replace(inline=basis + 2 * spacing))
    least = max(wider.content_height, edges.block)
    natural, height = least, box.style.height
    if height.kind == Kind.FIXED:
        # The table cell height box sizing quirk: padding is inside.
        least = max(least, height.units if ctx.mode == "quirks" else to_border_height(box, height.units, edges.block))
    return MeasuredCell(cell, width, basis, fragment, least, ascent_of(wider, edges), natural)


def ascent_of(fragment: Fragment, edges: Edges) -> int:
    """Where the baseline of a cell is: its first line's, or where its content ends."""
    return fragment.first_baseline if fragment.first_baseline is not None else max(fragment.content_height - edges.bottom, 0)


def row_sizes(grid: TableGrid, measured: list[MeasuredCell], spacing: int) -> list[RowSize]:
    """Heights of all rows before a table's own height is shared out."""
    sizes = [RowSize() for _ in grid.rows]
    for row, size in zip(grid.rows, sizes, strict=True):
        height = row.box.style.height
        if height.kind == Kind.FIXED:
            size.height, size.constrained = height.units, True
        elif height.kind == PERCENT:
            size.percent = height.percent
    descents = [0] * len(sizes)
    for item in measured:
        if aligns_baseline(item.cell.box):
            size = sizes[item.cell.row]
            size.baseline = max(size.baseline, item.ascent)
            size.has_baseline = True
            if item.cell.rows == 1:
                descents[item.cell.row] = max(descents[item.cell.row], item.natural - item.ascent)
    for item in measured:
        if item.cell.rows == 1:
            size = sizes[item.cell.row]
            size.height = max(size.height, item.least)
            height = item.cell.box.style.height
            size.constrained = size.constrained or height.kind == Kind.FIXED
            if height.kind == PERCENT:
                size.percent = max(size.percent or 0.0, height.percent)
    for size, descent in zip(sizes, descents, strict=True):
        if size.has_baseline:
            size.height = max(size.height, size.baseline + descent)
    spanning = sorted((m for m in measured if m.cell.rows > 1), key=lambda m: m.cell.rows)
    begun = {item.cell.row for item in spanning}
    for item in spanning:
        rows = range(item.cell.row, min(item.cell.row + item.cell.rows, len(sizes)))
        extra = item.least - sum(sizes[row].height for row in rows) - spacing * (len(rows) - 1)
        if extra > 0:
            _spread_height([sizes[row] for row in rows], [sizes[row] for row in rows[1:] if row in begun], extra)
    for group in grid.groups:
        own = [sizes[at] for at in grid.rows_of(group)]
        if own and group.style.height.kind == Kind.FIXED:
            _fill_group(own, group.style.height.units, spacing)
    return sizes


def collapse_rows(sizes: list[RowSize], grid: TableGrid) -> bool:
    """Take their height from rows that are ``visibility: collapse``; whether there are some (css-tables-3 §3.8)."""
    gone = [size for size, row in zip(sizes, grid.rows, strict=True) if row.box.style.visibility == "collapse"]
    for size in gone:
        size.height = 0
    return bool(gone)


def row_tops(sizes: list[RowSize], grid: TableGrid, first: int, spacing: int) -> tuple[list[int], int]:
    """Where each row begins, from the first one's top, and where the last ends. Rows that collapse take no spacing within their group."""
    tops: list[int] = []
    y, before, has_shown = first, None, False
    for size, row in zip(sizes, grid.rows, strict=True):
        if before is not None and row.group is not before:
            y, has_shown = y + spacing, False
        before = row.group
        is_shown = row.box.style.visibility != "collapse"
        if is_shown and has_shown:
            y += spacing
        tops.append(y)
        y, has_shown = y + size.height, has_shown or is_shown
    return tops, y


def _spread_height(rows: list[RowSize], begun: list[RowSize], extra: int) -> None:
    """A spanning cell that needs more than its rows: those further down in which another such cell begins grow alike, else those
    without a given height by their height, else all by their height; where none has any, the last. As the browser has it."""
    if begun:
        taking, parts = begun, [1] * len(begun)
    else:
        high = [row for row in rows if row.height > 0]
        taking = [row for row in high if not row.constrained or row.percent is not None] or high or rows[-1:]
        parts = [row.height or 1 for row in taking]
    for row, share in zip(taking, _shared(extra, parts), strict=True):
        row.height += share


def _shared(amount: int, parts: list[int]) -> list[int]:
    """An amount in proportion to parts, each cut off, the last that is any with what is left over."""
    total = sum(parts)
    shares = [int(amount * part / total) if total else 0 for part in parts]
    last = max((at for at, part in enumerate(parts) if part), default=len(parts) - 1)
    shares[last] += amount - sum(shares)
    return shares


def _share_height(rows: list[RowSize], extra: int) -> None:
    """Add height to rows by their height: to those without a given one, else to empty ones alike, of these too first to those without
    a given one, else to all that have any."""
    free = [row for row in rows if not row.constrained and row.percent is None]
    taking = [row for row in free if row.height > 0] or free or [row for row in rows if row.height == 0] or rows
    for row, share in zip(taking, _shared(extra, [row.height or 1 for row in taking]), strict=True):
        row.height += share


def _fill_group(rows: list[RowSize], height: int, spacing: int) -> None:
    """Rows of a group of a height: those with a percentage of it grow first, in proportion to what they lack; all of them together
    have no more than the whole."""
    extra = height - sum(row.height for row in rows) - spacing * (len(rows) - 1)
    if extra <= 0:
        return
    left, wanted = 100.0, [0] * len(rows)
    for at, row in enumerate(rows):
        percent = min(row.percent or 0.0, left)
        wanted[at] = max(int(height * percent / 100) - row.height, 0) if percent else 0
        left -= percent
    if sum(wanted) > extra:
        wanted = _shared(extra, wanted)
    for row, more in zip(rows, wanted, strict=True):
        row.height += more
    extra -= sum(wanted)
    if extra > 0:
        _share_height(rows, extra)


def fill_table_height(sizes: list[RowSize], grid: TableGrid, extra: int, spacing: int) -> None:
    """A table higher than its rows: groups with a percentage of its height grow first, all of them in proportion to what they lack,
    then bodies by their height, those without a given one first, or others where there are none; what a group gets its rows share (css-tables-3 §3.10.5)."""
    filled = [(group, [sizes[at] for at in rows]) for group in grid.groups if (rows := grid.rows_of(group))]
    if extra <= 0 or not filled:
        return
    heights = [sum(size.height for size in own) + spacing * (len(own) - 1) for _, own in filled]
    whole = sum(heights) + extra
    wanted = [max(int(whole * group.style.height.percent / 100) - height, 0) if group.style.height.kind == PERCENT else 0 for (group, _), height in zip(filled, heights, strict=True)]
    if sum(wanted) > extra:
        wanted = _shared(extra, wanted)
    heights = [height + more for height, more in zip(heights, wanted, strict=True)]
    extra -= sum(wanted)
    if extra > 0:
        takers = _takers([group for group, _ in filled])
        for at, share in zip(takers, _shared(extra, [heights[at] for at in takers]), strict=True):
            heights[at] += share
    for (_, own), height in zip(filled, heights, strict=True):
        _fill_group(own, height, spacing)


def _takers(groups: list[Box]) -> list[int]:
    """Which of the groups share what is left over."""
    # Of several heads the first is the head, of several feet the last in order is the foot: others are bodies.
    is_body = [
        not (at == 0 and group.style.display == "table-header-group") and not (at == len(groups) - 1 and group.style.display == "table-footer-group")
        for at, group in enumerate(groups)
    ]
    is_free = [group.style.height.kind not in (Kind.FIXED, PERCENT) for group in groups]
    every = range(len(groups))
    return [at for at in every if is_body[at] and is_free[at]] or [at for at in every if is_body[at]] or [at for at in every if is_free[at]] or list(every)


__all__ = ["AUTO_KIND", "MeasuredCell", "RowSize", "aligns_baseline", "collapse_rows", "fill_table_height", "measure_cell", "row_sizes", "row_tops"]
