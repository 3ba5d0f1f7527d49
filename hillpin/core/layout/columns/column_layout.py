"""Multi-column containers (css-multicol-1): rows of columns, and between them the blocks that span all of them."""

from __future__ import annotations

from dataclasses import replace

from ...units import INDEFINITE
from ..block.block_layout import lay_inside, layout_block
from ..block.floats import Floats
from ..block.inside import NO_STRUT, Inside
from ..block.margins import WHOLE_MARGINS, top_margins
from ..boxes import Box, Edges, edges_of
from ..context import Context
from ..fragments import Fragment, InlineRect, OutOfFlow, Placed, Space
from ..sizes.sizing import auto_margins, block_size, height_by_ratio
from .breaking import ENDLESS, Row, balanced, broken
from .column_sizes import Columns, columns_in, spans_columns
from .parts import FlowParts, Node
from .pieces import Pieces


def layout_columns(ctx: Context, box: Box, space: Space) -> Fragment:
    """Lay out a multi-column container."""
    return layout_block(ctx, box, space, _inside)


def _inside(ctx: Context, box: Box, edges: Edges, space: Space, width: int, percent_block: int) -> Inside:
    room = max(width - edges.inline, 0)
    # As the browser has it, columns do not hold a ratio open.
    has_ratio = height_by_ratio(box, edges, width) != INDEFINITE
    most = block_size(box, edges, space, 0 if has_ratio else ENDLESS, width) - edges.block
    walk, ctx.walk = ctx.walk, None
    try:
        return _Rows(ctx, box, room, percent_block, most).run()
    finally:
        ctx.walk = walk


class _Rows:
    """Rows of columns one below another; positions from the content box."""

    def __init__(self, ctx: Context, box: Box, width: int, percent_block: int, most: int) -> None:
        self.ctx, self.box, self.width, self.percent_block, self.most = ctx, box, width, percent_block, most
        self.columns = columns_in(box, width)
        ctx.recorder.columns(box, width, self.columns.number, self.columns.width)
        self.inside = Inside()
        self.y = self.cx = self.cy = 0
        self.strut, self.at_top = NO_STRUT, False

    def run(self) -> Inside:
        run: list[Box] = []
        has_spanners = not self.box.has_inline_children and any(spans_columns(child) for child in self.box.children)
        if not has_spanners:
            self._row(self.box, is_last=True)
        for child in self.box.children if has_spanners else ():
            if not spans_columns(child):
                run.append(child)
                continue
            if run:
                self._row(replace(self.box, children=run, flow_cache={}, fragment_cache={}), is_last=False)
                run = []
            self._spanner(child)
        if run:
            self._row(replace(self.box, children=run, flow_cache={}, fragment_cache={}), is_last=True)
        self.inside.height = self.y
        return self.inside

    def _row(self, box: Box, is_last: bool) -> None:
        columns = self.columns
        floats = Floats()
        flow = lay_inside(self.ctx, box, columns.width, self.percent_block, floats, 0, 0, top_open=False)
        column = Fragment(
            box, columns.width, flow.height, flow.children, flow.inlines, flow.out_of_flow, lines=flow.line_count if box.has_inline_children else 0,
            line_ends=flow.line_ends,
        )  # fmt: skip
        found = FlowParts(column, (flow.line_height, flow.line_count), self._margin_before)
        end = max(flow.height + flow.bottom.total, 0)
        if floats.items:
            end = max(end, floats.lowest)
            found.end_at(floats.lowest)
        most = self.most - self.y
        if not found.parts:
            # Nothing that could be broken: what has no height, or is out of flow, stands where the first column begins.
            self._take(flow.children, flow.inlines, flow.out_of_flow)
            self.y += end
            return
        is_filled = self.box.style.column_fill == "auto" and is_last and self.most < ENDLESS // 2
        row = broken(found.parts, most) if is_filled else balanced(found.parts, end, found.tallest, columns.number, most)
        self._name_what_is_open(found, row)
        pieces = Pieces(found.parts, row, columns, self.ctx.recorder)
        children, inlines, waiting = pieces.inside(found.root)
        if any(any(box.trims) for box in self.box.walk()):
            self.ctx.note_unmodelled(self.box, "text-box-trim in columns")
        if any(spans_columns(one) and one.parent is not self.box for one in box.walk()):
            self.ctx.note_unmodelled(self.box, "column-span in other blocks")
        if pieces.overflows:
            self.ctx.note_unmodelled(self.box, "what overflows a box that columns break")
        if pieces.floats_out:
            self.ctx.note_unmodelled(self.box, "floats that columns break")
        self._take(children, inlines, waiting)
        self._align(flow, row, columns)
        self.y += row.height

    def _margin_before(self, node: Node) -> int:
        return top_margins(self.ctx, node.fragment.box, node.fragment.basis, Floats(), 0, NO_STRUT).strut.total

    def _take(self, children: list[Placed], inlines: list[InlineRect], waiting: list[OutOfFlow]) -> None:
        """Add what stands in a row, at its place."""
        self.inside.children += [child._replace(y=child.y + self.y) for child in children]
        self.inside.inlines += [rect._replace(y=rect.y + self.y) for rect in inlines]
        self.inside.out_of_flow += [one._replace(y=one.y + self.y) for one in waiting]

    def _align(self, flow: Inside, row: Row, columns: Columns) -> None:
        """Take over a row's baselines, how far its text reaches, and how it is broken."""
        inside, y = self.inside, self.y
        if inside.first_baseline is None and flow.first_baseline is not None:
            inside.first_baseline = flow.first_baseline + y
        if flow.last_baseline is not None:
            inside.last_baseline = flow.last_baseline - row.starts[-1].y + y
            inside.line_baseline = inside.last_baseline
        inside.right = max(inside.right, flow.right + columns.start(len(row.starts) - 1))
        inside.breaks = hash((inside.breaks, flow.breaks, *row.starts)) & 0xFFFFFFFF

    def _name_what_is_open(self, found: FlowParts, row: Row) -> None:
        """Flex containers, grids, tables and columns that do not fit where they stand in the flow would be broken inside."""
        begun = {start.part: start for start in row.starts}
        start = row.starts[0]
        for at, part in enumerate(found.parts):
            start = begun.get(at, start)
            if part.is_nested or (part.is_open and ((at in begun and at and not start.is_forced) or part.bottom - start.y > row.height)):
                self.ctx.note_unmodelled(self.box, "flex, grid, table or columns broken by columns")

    def _spanner(self, child: Box) -> None:
        edges = edges_of(child, self.width)
        fragment = self.ctx.layout(child, Space(self.width, percent_block=self.percent_block))
        x, _ = auto_margins(edges, fragment.width, self.width)
        self.inside.children.append(Placed(x, self.y + edges.margin_top, fragment))
        self.ctx.recorder.in_flow(child, edges, self, x, self.y + edges.margin_top, WHOLE_MARGINS.of(edges.margin_top), False)
        self.y += edges.margin_top + fragment.height + edges.margin_bottom
