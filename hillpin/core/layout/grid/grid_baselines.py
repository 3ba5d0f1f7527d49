"""Baselines that items of a row share (css-grid-2 §10.6)."""

from __future__ import annotations

from ...styles.style import ComputedStyle
from ...units import INDEFINITE
from ..boxes import edges_of
from ..context import Context
from .grid_axis import GridAxis
from .grid_items import GridItem


def row_group_baselines(ctx: Context, items: list[GridItem], container: ComputedStyle, across: GridAxis) -> None:
    """§10.6, §12.5 step 1: items of a row that align their first baselines get shims above, their last ones below."""
    groups: dict[tuple[str, int], list[tuple[GridItem, int]]] = {}
    for item in items:
        item.shim = 0
        edges = edges_of(item.box, item.area_width)
        word = item.align(container)
        if word in ("baseline", "last baseline") and not (edges.auto_top or edges.auto_bottom):
            fragment = item.lay_out(ctx, container, INDEFINITE, INDEFINITE, item.inherited_axes(across, None))
            if word == "baseline":
                own = fragment.first_baseline if fragment.first_baseline is not None else fragment.height
                groups.setdefault((word, item.cell.row), []).append((item, edges.margin_top + own))
            else:
                own = fragment.last_baseline if fragment.last_baseline is not None else fragment.height
                groups.setdefault((word, item.cell.row + item.cell.rows - 1), []).append((item, edges.margin_bottom + fragment.height - own))
    for group in groups.values():
        highest = max(ascent for _, ascent in group)
        for item, ascent in group:
            item.shim = highest - ascent
