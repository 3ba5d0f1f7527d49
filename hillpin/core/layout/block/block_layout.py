"""Block formatting contexts: blocks in flow, collapsing margins, floats beside them (CSS 2 §8.3.1, §9.4.1, §9.5, §10.6).

A block's place is known before its inside is laid out: the margins that collapse through its top are summed
up by ``top_margins`` first, so floats inside are put where they stay.
"""

from __future__ import annotations

from collections.abc import Callable

from ...units import INDEFINITE
from ..alignment import aligned_content
from ..boxes import BLOCK, FLEX, GRID, TABLE, Box, Edges, edges_of
from ..containing import contains_height, held_height
from ..context import Context, Walked
from ..fragments import Fragment, InlineRect, LineEnd, OutOfFlow, Placed, Space
from ..inline.inline_metrics import marker_height
from ..inline.line_alignment import halves_before, waiting_at, was_inline
from ..mirror import turned_waiting
from ..positioned import place_out_of_flow
from ..sizes.sizing import (
    aligned_shift,
    auto_margins,
    block_size,
    child_percent_basis,
    has_own_height,
    inline_size,
    relative_offset,
    takes_the_room,
)
from .empty_controls import control_baseline
from .fieldset import FIELDSET, layout_fieldset
from .float_shapes import outline_of
from .floats import NO_CLAMP, Floats
from .inside import NO_STRUT, Flow, Inside, Strut
from .lines_inside import inside_of_lines
from .margins import WHOLE_MARGINS, FlowRules, top_margins

LayIn = Callable[[Context, Box, Edges, Space, int, int], Inside]
"""Lays out what is in a block container of a border-box width, with what percentages of height are of."""


def layout_block(ctx: Context, box: Box, space: Space, lay_in: LayIn | None = None) -> Fragment:
    """Lay out a block container that is a formatting context of its own, what is in it as ``lay_in`` has it."""
    if box.role == FIELDSET:
        return layout_fieldset(ctx, box, space)
    edges = edges_of(box, space.inline)
    width = inline_size(ctx, box, edges, space)
    floats = Floats(box.style.clamped_lines or NO_CLAMP)
    content_width = max(width - edges.inline, 0)
    percent = _to_the_end(ctx, box, edges) if box.fills_viewport else child_percent_basis(box, edges, space, width)
    if lay_in is not None:
        inside = lay_in(ctx, box, edges, space, width, percent)
    else:
        inside = lay_inside(ctx, box, content_width, percent, floats, 0, 0, top_open=False)
    content = max(inside.height + inside.bottom.total, 0)
    if floats.items:
        content = max(content, floats.lowest_shown if floats.is_cut else floats.lowest)
    if box.fills_viewport:
        content = max(content, _to_the_end(ctx, box, edges))
    real = content
    if contains_height(box):
        content = held_height(box)
    height = max(block_size(box, edges, space, content + edges.block, width), inside.marker)
    shift = space.content_shift
    if box.style.align_content not in ("normal", "last baseline") and box.role != "button":
        shift = aligned_content(box.style.align_content, height - content - edges.block)
    if box.role == "button" and height > real + edges.block:
        shift = (height - real - edges.block) // 2
    fragment = _fragment(box, edges, inside, width, height, shift)
    if box.is_as_wide_as_content and fragment.first_baseline is None:
        fragment.first_baseline = fragment.last_baseline = fragment.line_baseline = control_baseline(box, height, edges)
    fragment.content_height = content + edges.block
    ctx.recorder.block(box, edges, space, fragment, inside, floats)
    return fragment


def _fragment(box: Box, edges: Edges, inside: Inside, width: int, height: int, shift: int = 0) -> Fragment:
    left, top = edges.left, edges.top + shift
    on_line = inside.last_baseline if box.has_inline_children else inside.line_baseline
    fragment = Fragment(
        box,
        width,
        height,
        [Placed(x + left, y + top, child) for x, y, child in inside.children] if left or top else list(inside.children),
        [InlineRect(b, x + left, y + top, w, h) for b, x, y, w, h in inside.inlines] if left or top else list(inside.inlines),
        [item._replace(x=item.x + left, y=item.y + top) for item in inside.out_of_flow],
        None if inside.first_baseline is None else inside.first_baseline + top,
        None if inside.last_baseline is None else inside.last_baseline + top,
        None if on_line is None else on_line + top,
        inside.right + left,
        breaks=inside.breaks,
        lines=inside.line_count if box.has_inline_children else 0,
        line_ends=[LineEnd(line.top + top, line.bottom + top, line.children, line.inlines) for line in inside.line_ends],
    )
    fragment.gather_out_of_flow()
    return fragment


def lay_inside(ctx: Context, box: Box, width: int, percent_block: int, floats: Floats, cx: int, cy: int, top_open: bool) -> Inside:
    """Lay out the children of a block container whose content box is at (cx, cy) in its formatting context."""
    if box.has_inline_children:
        return inside_of_lines(ctx, box, width, percent_block, floats, cx, cy)
    inside = _BlockFlow(ctx, box, width, percent_block, floats, cx, cy, top_open).run()
    if not box.has_outside_marker:
        return inside
    marker = marker_height(ctx, box)
    if inside.first_baseline is None:
        # Beside blocks without a line the marker needs no more than the whole box has.
        edges, taken = edges_of(box, width), 0
        if any(child.is_block_level for child in box.children):
            inside.marker = sum(marker)
            taken = edges.block + (inside.bottom.total if edges.bottom or box.is_bfc_root else 0)
        inside.height, inside.through = max(inside.height, sum(marker) - taken), False
        inside.first_baseline = inside.last_baseline = inside.line_baseline = marker.ascent
    return inside


class _BlockFlow(FlowRules[int, Inside]):
    """Block-level children one below another; positions relative to the content box."""

    def __init__(self, ctx: Context, box: Box, width: int, percent_block: int, floats: Floats, cx: int, cy: int, top_open: bool) -> None:
        self.ctx, self.box, self.width, self.percent_block = ctx, box, width, percent_block
        self.floats, self.cx, self.cy = floats, cx, cy
        self.margins, self.at_top, self.y, self.strut = WHOLE_MARGINS, top_open, 0, NO_STRUT
        self.inside = Inside(through=True)

    def run(self) -> Inside:
        ends_at: int | None = None
        for child in self.box.children:
            if child.is_out_of_flow:
                self.inside.out_of_flow.append(self._out_of_flow(child))
            elif child.is_floating:
                self._float(child)
            else:
                self._block(child)
            if not self.floats.lines_left and ends_at is None:
                ends_at = self.y
        inside = self.inside
        inside.height, inside.bottom = (ends_at, NO_STRUT) if ends_at is not None and self.floats.is_cut else (self.y, self.strut)
        return inside

    def _out_of_flow(self, box: Box) -> OutOfFlow:
        """A box out of flow, with where it would begin: one that was inline beside the floats, by ``text-align``."""
        if not was_inline(box):
            waiting = waiting_at(box, 0, self.here(), self.width)
            return turned_waiting([waiting], self.width)[0] if self.box.is_reversed else waiting
        left, right = 0, self.width
        if self.floats.items:
            low, high = self.floats.bounds(self.cy + self.here(), 1, self.cx, self.cx + self.width)
            left, right = low - self.cx, high - self.cx
        indent = self.box.style.text_indent.resolve(self.width)
        waiting = OutOfFlow(box, left + (right - left) * halves_before(self.box, box) // 2 + indent, self.here())
        return turned_waiting([waiting], self.width)[0] if self.box.is_reversed else waiting

    def _float(self, box: Box) -> None:
        y = self.here()
        if box.style.clear != "none":
            edge = self.floats.clear_edge(box.style.clear)
            y = max(y, edge - self.cy) if edge is not None else y
        edges = edges_of(box, self.width)
        fragment = self.ctx.layout(box, Space(self.width, percent_block=self.percent_block, shrink=True))
        outer_width = fragment.width + edges.margin_left + edges.margin_right
        outer_height = fragment.height + edges.margin_top + edges.margin_bottom
        x, top = self.floats.place(
            box.style.float == "left", outer_width, outer_height, self.cy + y, self.cx, self.cx + self.width,
            outline_of(self.ctx, box, fragment.width, fragment.height, edges, self.width),
        )  # fmt: skip
        self._add(x - self.cx + edges.margin_left, top - self.cy + edges.margin_top, fragment)
        self.ctx.recorder.float(box, edges, self, x - self.cx, top - self.cy)

    def _block(self, box: Box) -> None:
        margins = top_margins(self.ctx, box, self.width, self.floats, self.cy + self.y, self.strut)
        joined = WHOLE_MARGINS.joined(self.strut, margins.strut)
        hypothetical = self.start_of(margins)
        cleared, edge = False, None
        if box.style.clear != "none":
            edge = self.floats.clear_edge(box.style.clear)
            if edge is not None and edge - self.cy > hypothetical:
                hypothetical, cleared = edge - self.cy, True
        if box.is_bfc_root or box.kind != BLOCK:
            self._independent(box, hypothetical)
            return
        edges = edges_of(box, self.width)
        border_width = inline_size(self.ctx, box, edges, Space(self.width, percent_block=self.percent_block))
        x = self._across(box, edges, border_width)
        flow = layout_in_flow(
            self.ctx, box, self.width, border_width, self.percent_block, self.floats, self.cx + x, self.cy + hypothetical
        )
        hypothetical += self._below_marker(flow.fragment)
        self._add(x, hypothetical, flow.fragment)
        self.ctx.recorder.in_flow(box, edges, self, x, hypothetical, joined, cleared)
        if flow.through:
            self.after_empty(margins, hypothetical if cleared else None)
            # As the browser has it: an empty box that clears keeps the margin before it inside its parent where
            # the floats reach further below the parent's top than that margin.
            if not cleared and edge is not None and not self.at_top and edge - self.cy + edges_of(self.box, self.width).top > joined.total:
                self.inside.cleared_at_end = True
            return
        self.after(hypothetical + flow.fragment.height, flow.bottom)

    def _below_marker(self, fragment: Fragment) -> int:
        """How much lower the first box with a line stands for an outside marker's line, which shares its baseline, not to
        reach out above."""
        if not self.box.has_outside_marker or self.inside.first_baseline is not None or fragment.first_baseline is None:
            return 0
        return max(marker_height(self.ctx, self.box).ascent - fragment.first_baseline, 0)

    def _across(self, box: Box, edges: Edges, width: int) -> int:
        """Where a block of a border-box width begins, by its margins and how it is aligned (§10.3.3)."""
        left, right = auto_margins(edges, width, self.width)
        shift = aligned_shift(box, self.box, left + width + right, edges, self.width)
        return self.width - right - width - shift if self.box.is_reversed else left + shift

    def _independent(self, box: Box, y: int) -> None:
        """A box with a formatting context of its own: beside the floats where it fits, else below (§9.5)."""
        edges = edges_of(box, self.width)
        space = Space(self.width, percent_block=self.percent_block, shrink=box.kind == TABLE)
        floats = self.floats
        if floats.items and floats.lowest > self.cy + y:
            fragment, x, y = self._beside_floats(box, edges, space, y)
        else:
            fragment = self.ctx.layout(box, space)
            x = self._across(box, edges, fragment.width)
        y += self._below_marker(fragment)
        self._add(x, y, fragment)
        self.ctx.recorder.in_flow(box, edges, self, x, y, WHOLE_MARGINS.plus(self.strut, edges.margin_top), False)
        self.after(y + fragment.height, WHOLE_MARGINS.of(edges.margin_bottom))

    def _beside_floats(self, box: Box, edges: Edges, space: Space, y: int) -> tuple[Fragment, int, int]:
        floats = self.floats
        while True:
            y = floats.open_from(self.cy + y, self.cx, self.cx + self.width) - self.cy
            left, right = floats.bounds(self.cy + y, 1, self.cx, self.cx + self.width)
            fragment, x = self._between(box, edges, space, left - self.cx, right - self.cx)
            low, high = floats.bounds(self.cy + y, fragment.height, self.cx, self.cx + self.width)
            if (low, high) != (left, right):
                fragment, x = self._between(box, edges, space, low - self.cx, high - self.cx)
                left, right = low, high
            fits = x >= left - self.cx and x + fragment.width <= max(right, left) - self.cx and not floats.is_crossed(self.cy + y, fragment.height)
            edge = floats.next_edge(self.cy + y, fragment.height)
            if edge is None or fits or (left == self.cx and right == self.cx + self.width):
                if edge is None:
                    fragment = self.ctx.layout(box, space)
                    x = self._across(box, edges, fragment.width)
                return fragment, x, y
            y = max(edge - self.cy, y + 1)

    def _between(self, box: Box, edges: Edges, space: Space, left: int, right: int) -> tuple[Fragment, int]:
        """The box laid out in a gap between floats; its margins may lie over them."""
        start = max(left, edges.margin_left)
        end = min(right, self.width - edges.margin_right)
        if takes_the_room(box.style):
            room = max(end - start, 0 if space.shrink else edges.inline)
            space = space._replace(room=room + edges.margin_left + edges.margin_right)
        fragment = self.ctx.layout(box, space)
        free = max(end - start - fragment.width, 0)
        if edges.auto_left:
            start += free // 2 if edges.auto_right else free
        else:
            shift = aligned_shift(box, self.box, edges.margin_left + fragment.width + edges.margin_right, edges, right - left)
            start = end - fragment.width - shift if self.box.is_reversed else start + shift
        return fragment, start

    def _add(self, x: int, y: int, fragment: Fragment) -> None:
        box = fragment.box
        inside = self.inside
        dx = dy = 0
        for parent in box.inline_parents:
            if parent.is_relative:
                across, down = relative_offset(parent, self.width, self.percent_block)
                dx, dy = dx + across, dy + down
            if fragment.height:
                inside.inlines.append(InlineRect(parent, dx, y + dy, self.width, fragment.height))
        if box.is_relative:
            across, down = relative_offset(box, self.width, self.percent_block)
            dx, dy = dx + across, dy + down
        inside.children.append(Placed(x + dx, y + dy, fragment))
        if not box.is_floating:
            if fragment.first_baseline is not None and inside.first_baseline is None:
                inside.first_baseline = y + fragment.first_baseline
            if fragment.last_baseline is not None:
                inside.last_baseline = y + fragment.last_baseline
            on_line = _on_line(fragment)
            if on_line is not None:
                inside.line_baseline = y + on_line


def _on_line(fragment: Fragment) -> int | None:
    """What an inline-block stands on for a block in it, as the browser has it (CSS 2 §10.8.1): of what scrolls the bottom margin
    edge, of flex containers and grids the first baseline, none of tables."""
    box = fragment.box
    is_scroller = box.kind == BLOCK or (box.element is not None and box.element.tag in ("textarea", "select"))
    if is_scroller and box.style.overflow_x not in ("visible", "clip") and box.role != "button":
        return fragment.height + fragment.edges().margin_bottom
    if box.kind == BLOCK:
        return fragment.line_baseline
    if box.kind == TABLE:
        return None
    return fragment.first_baseline if box.kind in (FLEX, GRID) else fragment.last_baseline


def layout_in_flow(
    ctx: Context, box: Box, basis: int, width: int, percent_block: int, floats: Floats, bx: int, by: int
) -> Flow:
    """A block that shares its parent's formatting context, with its border box at (bx, by) in it."""
    cacheable = not box.has_floats and floats.lines_left == NO_CLAMP and (not floats.items or floats.lowest <= by) and not ctx.recorder.wants(box)
    key = (basis, width, percent_block)
    if cacheable:
        known: Flow | None = box.flow_cache.get(key)
        if known is not None:
            return known
    walk = ctx.walk if cacheable else None
    flow = _flow_on_line(walk, box, key) if walk is not None else None
    if flow is None:
        flow = _in_flow(ctx, box, basis, width, percent_block, floats, bx, by)
        if walk is not None:
            _keep_flow(walk, box, key, flow)
    if cacheable:
        if len(box.flow_cache) > 6:
            box.flow_cache.clear()
        box.flow_cache[key] = flow
    return flow


IN_FLOW = 1 << 8
"""Among the kinds of what a walk keeps: a block that shares its parent's formatting context."""
WITHOUT_HEIGHT = 1
"""Such a block where percentages of height have no basis: next to that, a basis of nothing would look alike."""


def _kind(asked: tuple[int, int, int]) -> int:
    return IN_FLOW | (WITHOUT_HEIGHT if asked[2] == INDEFINITE else 0)


def flow_alone(ctx: Context, box: Box, asked: tuple[int, int, int]) -> Flow:
    """A block that shares its parent's formatting context, laid out by itself with no floats beside it."""
    return _in_flow(ctx, box, *asked, Floats(), 0, 0)


def _flow_on_line(walk: Walked, box: Box, asked: tuple[int, int, int]) -> Flow | None:
    found = walk.find(box, _kind(asked), asked)
    if found is None:
        return None
    fragment, (positive, negative, through) = found
    fragment.width = asked[1]
    return Flow(fragment, Strut(positive, negative), bool(through))


def _keep_flow(walk: Walked, box: Box, asked: tuple[int, int, int], flow: Flow) -> None:
    walk.keep(box, _kind(asked), asked, flow.fragment, (flow.bottom.positive, flow.bottom.negative, int(flow.through)))


def _to_the_end(ctx: Context, box: Box, edges: Edges) -> int:
    """The content height with which a root or body reaches the end of the viewport (quirks mode)."""
    around = edges_of(box.parent, ctx.width) if box.parent is not None else None
    outer = around.block + around.margin_top + around.margin_bottom if around is not None else 0
    return ctx.height - outer - edges.margin_top - edges.margin_bottom - edges.block


def _in_flow(ctx: Context, box: Box, basis: int, width: int, percent_block: int, floats: Floats, bx: int, by: int) -> Flow:
    edges = edges_of(box, basis)
    space = Space(basis, percent_block=percent_block)
    percent = _to_the_end(ctx, box, edges) if box.fills_viewport else child_percent_basis(box, edges, space, width)
    top_open = not edges.top
    inside = lay_inside(
        ctx, box, max(width - edges.inline, 0), percent, floats, bx + edges.left, by + edges.top, top_open
    )
    content, bottom = inside.height, inside.bottom
    if WHOLE_MARGINS.keeps_bottom(edges, inside.cleared_at_end):
        content, bottom = content + bottom.total, NO_STRUT
    if box.fills_viewport:
        # What sticks out at its end is room that it leaves.
        beyond = WHOLE_MARGINS.plus(bottom, edges.margin_bottom).total - edges.margin_bottom
        content = max(content, _to_the_end(ctx, box, edges) - beyond)
    if contains_height(box):
        content = held_height(box)
    height = max(block_size(box, edges, space, content + edges.block, width), inside.marker)
    if height != max(content, 0) + edges.block or has_own_height(box, edges, percent_block, width):
        bottom = NO_STRUT
    through = inside.through and not height and not edges.block
    bottom = WHOLE_MARGINS.plus(bottom, edges.margin_bottom)
    fragment = _fragment(box, edges, inside, width, height)
    fragment.content_height = content + edges.block
    fragment.basis = basis
    if fragment.out_of_flow:
        place_out_of_flow(ctx, fragment)
    ctx.recorder.block(box, edges, space, fragment, inside, None)
    return Flow(fragment, bottom, through)
