"""Block-level children below one another and floats side by side, at all widths at once (CSS 2 §8.3.1, §9.4.1, §9.5)."""

from __future__ import annotations

import numpy as np

from ..layout.block.floats import Floats
from ..layout.block.margins import FlowRules
from ..layout.boxes import BLOCK, TABLE, Box
from ..layout.inline.line_alignment import halves_before, waiting_at
from ..styles.values import ZERO
from .across_sizes import ARRAYS, EdgesAcross, NotAcrossError, Row, Units, everywhere, larger
from .strips import ARRAY_MARGINS, NOTHING, BlocksAcross, Formatting, Inside, Strip, Waiting, row_of


class FlowAcross(FlowRules[Units, Inside]):
    """Block-level children one below another (``block._BlockFlow``); positions from the content box."""

    def __init__(self, across: BlocksAcross, box: Box, width: Units, percent_block: int, formatting: Formatting, top_open: bool) -> None:
        self.across, self.box, self.width, self.percent_block, self.formatting = across, box, width, percent_block, formatting
        self.margins, self.at_top, self.y, self.strut = ARRAY_MARGINS, top_open, 0, NOTHING
        self.inside = Inside(through=True)
        self.floats: dict[bool, Units] = {}
        """How far down the floats at the left (True) and at the right reach."""

    def run(self) -> Inside:
        run: list[Box] = []
        for child in self.box.children:
            if child.inline_parents:
                raise NotAcrossError
            if child.is_floating:
                run.append(child)
                continue
            if run:
                self._floats(run)
                run = []
            if child.is_out_of_flow:
                waiting = waiting_at(child, 0, 0)
                if (waiting.justify, waiting.align) != ("start", "start") or self.box.style.text_indent != ZERO:
                    raise NotAcrossError
                self.inside.waiting.append(Waiting(child, self.width * halves_before(self.box, child) // 2, self.here()))
            else:
                self._block(child)
        if run:
            self._floats(run)
        inside = self.inside
        inside.height, inside.bottom = self.y, self.strut
        for lowest in self.floats.values():
            inside.lowest = lowest if inside.lowest is None else larger(inside.lowest, lowest)
        return inside

    def _add(self, box: Box, x: Units, y: Units, strip: Strip) -> None:
        if box.is_relative:
            if box in self.across.moving:
                raise NotAcrossError
            dx, dy = ARRAYS.relative_offset(box, self.width, self.percent_block)
            x, y = x + dx, y + dy
        self.inside.parts.append((x, y, strip))
        self.inside.waiting += [Waiting(one.box, x + one.x, y + one.y) for one in strip.waiting]

    # Blocks

    def _block(self, box: Box) -> None:
        across = self.across
        margins = across.top_margins(box, self.width, self.formatting)
        hypothetical = self.start_of(margins)
        cleared, edge = False, self._clear_edge(box.style.clear)
        if edge is not None:
            cleared = everywhere(edge > hypothetical)
            hypothetical = edge if cleared else hypothetical
        self._past_floats(hypothetical)
        edges = across.edges(box, self.width)
        if box.is_bfc_root or box.kind != BLOCK:
            strip = across.block(box, self.width, self.percent_block, shrink=box.kind == TABLE)
            x, _ = ARRAYS.auto_margins(edges, strip.width, self.width)
            self._legacy(edges)
            self._add(box, x, hypothetical, strip)
            self.after(hypothetical + strip.height, ARRAY_MARGINS.of(edges.margin_bottom))
            return
        width = across.width(box, edges, self.width)
        x, _ = ARRAYS.auto_margins(edges, width, self.width)
        self._legacy(edges)
        strip = across.in_flow(box, self.width, width, self.percent_block, self.formatting)
        self._add(box, x, hypothetical, strip)
        if not strip.through:
            self.after(hypothetical + strip.height, strip.bottom)
            return
        if not cleared and box.style.clear != "none" and self.formatting.had_floats and not self.at_top:
            raise NotAcrossError
        self.after_empty(margins, hypothetical if cleared else None)

    def _legacy(self, edges: EdgesAcross) -> None:
        if self.box.style.text_align.startswith("-webkit") and not (edges.auto_left or edges.auto_right):
            raise NotAcrossError

    # Floats

    def _clear_edge(self, clear: str) -> Units | None:
        if clear == "none":
            return None
        sides = [lowest for is_left, lowest in self.floats.items() if clear == "both" or (clear == "left") == is_left]
        return larger(sides[0], sides[-1]) if sides else None

    def _past_floats(self, y: Units) -> None:
        """Floats that are above a position are done with; none may be beside it."""
        for lowest in self.floats.values():
            if (np.asarray(lowest) > y).any():
                raise NotAcrossError
        if self.formatting.had_floats and not self.at_top and (np.asarray(y) < self.y).any():
            raise NotAcrossError

    def _floats(self, run: list[Box]) -> None:
        """Floats one after another, at all widths where they fit side by side at once, and at the others one by one."""
        across = self.across
        here = self.here()
        self._past_floats(here)
        self.floats.clear()
        self.formatting.had_floats = True
        edges = [across.edges(box, self.width) for box in run]
        strips = [across.block(box, self.width, self.percent_block, shrink=True) for box in run]
        count = across.count
        widths = [row_of(strip.width + e.margin_left + e.margin_right, count) for strip, e in zip(strips, edges, strict=True)]
        heights = [row_of(strip.height + e.margin_top + e.margin_bottom, count) for strip, e in zip(strips, edges, strict=True)]
        places = _placed(run, widths, heights, row_of(self.width, count))
        for number, (box, edge, strip) in enumerate(zip(run, edges, strips, strict=True)):
            x, y = places[number]
            is_left = box.style.float == "left"
            bottom = here + y + heights[number]
            self.floats[is_left] = larger(self.floats[is_left], bottom) if is_left in self.floats else bottom
            self._add(box, x + edge.margin_left, here + y + edge.margin_top, strip)


def _placed(run: list[Box], widths: list[Row], heights: list[Row], room: Row) -> list[tuple[Row, Row]]:
    """Where the margin boxes of floats stand, from where the first may at the highest (CSS 2 §9.5.1)."""
    total = sum(widths, np.zeros_like(room))
    in_a_row = (total <= room) & np.all([width >= 0 for width in widths], axis=0) & np.all([height > 0 for height in heights], axis=0)
    if any(box.style.clear != "none" for box in run):
        in_a_row[:] = False
    left, right = np.zeros_like(room), room.copy()
    places: list[tuple[Row, Row]] = []
    for box, width in zip(run, widths, strict=True):
        if box.style.float == "left":
            places.append((left.copy(), np.zeros_like(room)))
            left += width
        else:
            right -= width
            places.append((right.copy(), np.zeros_like(room)))
    for at in np.flatnonzero(~in_a_row).tolist():
        floats = Floats()
        for number, box in enumerate(run):
            y = 0
            if box.style.clear != "none":
                y = max(floats.clear_edge(box.style.clear) or 0, 0)
            x, y = floats.place(box.style.float == "left", int(widths[number][at]), int(heights[number][at]), y, 0, int(room[at]))
            places[number][0][at], places[number][1][at] = x, y
    return places
