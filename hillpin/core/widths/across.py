"""Block layout at all widths of a stretch at once (CSS 2 §8.3.1, §9.4.1, §9.5, §10).

Blocks below one another, floats side by side and lines of text are worked out on arrays with one number for each width:
the same rules as ``block``, and the same numbers to 1/64 px; grids and flex rows as far as ``across_grid`` and
``across_flex`` go. What asks for more (tables, floats that text runs round, positioned boxes) is left to ``single``, which
lays a box out at the widths it needs.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from ..layout.block.fieldset import FIELDSET
from ..layout.block.inside import Strut
from ..layout.block.margins import TopMargins
from ..layout.boxes import BLOCK, FLEX, GRID, Box
from ..layout.columns import has_columns
from ..layout.containing import containing_box, contains_height, ways_of_positioned
from ..layout.context import Context
from ..layout.inline.inline_items import prepare
from ..layout.inline.inline_metrics import style_metrics
from ..layout.sizes.sizing import justification
from ..styles.values import AUTO_KIND, CALC, Kind
from .across_flex import flex_across
from .across_flow import FlowAcross
from .across_grid import grid_across
from .across_lines import lines_across
from .across_sizes import (
    ARRAYS,
    EdgesAcross,
    NotAcrossError,
    Units,
    block_size_across,
    child_percent_basis,
    edges_across,
    everywhere,
    inline_size_across,
    is_indefinite,
    larger,
    part_of,
)
from .moving import Moving
from .strips import ARRAY_MARGINS, NOTHING, BlocksAcross, Formatting, Inside, Placement, Question, Single, Strip, Waiting, is_something

InsideAcross = Callable[[BlocksAcross, Box, Units], Inside]
_ITEMS_IN: dict[int, InsideAcross] = {FLEX: flex_across, GRID: grid_across}
_CONTENT = (Kind.MIN_CONTENT, Kind.MAX_CONTENT, Kind.FIT_CONTENT)


class Across:
    """Lays out the boxes of one tree at ``count`` widths."""

    def __init__(self, ctx: Context, root: Box, count: int, single: Single, moving: Moving) -> None:
        self.ctx, self.root, self.count, self.single, self.moving = ctx, root, count, single, moving
        self.holders, self.passes = ways_of_positioned(root)
        self.frames = {id(containing_box(one)) for one in root.walk() if one.is_out_of_flow}
        self.edges_of: dict[int, tuple[Units, EdgesAcross]] = {}

    def lay_out(self, basis: Units, percent_block: int) -> Strip:
        """The root in the initial containing block. Raises NotAcrossError where the page must be laid out as a whole."""
        if not self.is_plain(self.root):
            raise NotAcrossError
        edges = self.edges(self.root, basis)
        strip = self._block(self.root, edges, self.width(self.root, edges, basis), percent_block)
        height = self.ctx.height
        start, end = self.root.gutters
        before = edges.margin_right if self.root.flips else edges.margin_left
        for waiting in strip.waiting:
            self._place(strip, waiting, Placement(waiting.x, waiting.y, start - before, -edges.margin_top, basis - start - end, height))
        return strip

    def _place(self, strip: Strip, waiting: Waiting, placement: Placement) -> None:
        placed = self.single(Question(waiting.box, 0, 0, placement=placement))
        strip.parts.append((*placed.bottom, placed))

    def alone(self, question: Question) -> Strip:
        """A box that is laid out one width at a time. Raises NotAcrossError where it carries boxes that are placed by
        something around it."""
        if id(question.box) in self.passes:
            raise NotAcrossError
        return self.single(question)

    def edges(self, box: Box, basis: Units) -> EdgesAcross:
        """A box's edges; kept while the same basis is asked for."""
        known = self.edges_of.get(id(box))
        if known is None or known[0] is not basis:
            found = edges_across(box, basis) if box not in self.moving else self._moving_edges(box, basis)
            known = self.edges_of[id(box)] = (basis, found)
        return known[1]

    def _moving_edges(self, box: Box, basis: Units) -> EdgesAcross:
        names = ("margin_top", "margin_right", "margin_bottom", "margin_left", "top", "right", "bottom", "left")
        rows = np.zeros((len(names), self.count), np.int64)

        def take(run: slice) -> None:
            found = edges_across(box, part_of(basis, run))
            for row, name in zip(rows, names, strict=True):
                row[run] = getattr(found, name)

        self.by_runs(box, [box], take)
        still = edges_across(box, 0)
        return EdgesAcross(rows[0], rows[1], rows[2], rows[3], rows[4], rows[5], rows[6], rows[7], still.auto_left, still.auto_right)

    def by_runs(self, box: Box, boxes: list[Box], take: Callable[[slice], None]) -> None:
        """Do something for each run of widths over which the styles of some boxes inside a box stay the same."""
        try:
            for run in self.moving.runs(boxes):
                self.moving.put(box, boxes, run.start)
                take(run)
        finally:
            self.moving.back(box, boxes)

    def width(self, box: Box, edges: EdgesAcross, basis: Units, shrink: bool = False) -> Units:
        """A box's border-box width (``sizing.inline_size``)."""
        asks_content = shrink or any(length.kind in _CONTENT for length in (box.style.width, box.style.min_width, box.style.max_width))
        if box not in self.moving and not (asks_content and self.moving.boxes_in(box)):
            return inline_size_across(self.ctx, box, edges, basis, shrink)
        found = np.zeros(self.count, np.int64)

        def take(run: slice) -> None:
            found[run] = inline_size_across(self.ctx, box, edges.part(run), part_of(basis, run), shrink)

        self.by_runs(box, self.moving.boxes_in(box), take)
        return found

    def height(self, box: Box, edges: EdgesAcross, percent_block: int, content: Units) -> tuple[Units, bool]:
        """A box's border-box height for its content's, and whether it has a height of its own (§10.5 to §10.7)."""
        if box not in self.moving:
            has_height = not is_indefinite(ARRAYS.resolve_block(box, box.style.height, edges, percent_block))
            return block_size_across(box, edges, percent_block, content), has_height
        found, owns = np.zeros(self.count, np.int64), np.zeros(self.count, np.bool_)

        def take(run: slice) -> None:
            part = edges.part(run)
            found[run] = block_size_across(box, part, percent_block, part_of(content, run))
            owns[run] = not is_indefinite(ARRAYS.resolve_block(box, box.style.height, part, percent_block))

        self.by_runs(box, [box], take)
        return found, everywhere(owns)

    def percent_basis(self, box: Box, edges: EdgesAcross, percent_block: int) -> int:
        """What percentage heights of children are of (§10.5). Raises NotAcrossError where that changes with the width."""
        if box in self.moving and box.style.height.kind != AUTO_KIND:
            raise NotAcrossError
        return child_percent_basis(box, edges, percent_block)

    def is_plain(self, box: Box) -> bool:
        """Whether a box is a block container that arrays can do, as far as its own style says."""
        style = box.style
        limits = (style.height, style.min_height, style.max_height)
        return (
            box.kind == BLOCK
            and box.role not in ("button", "tick", FIELDSET)
            and not (box.is_container or contains_height(box))
            and not (has_columns(box) or any(box.trims))
            and not box.style.clamped_lines
            and not box.fills_viewport
            and style.aspect_ratio is None
            and style.align_content == "normal"
            and id(box) not in self.holders
            and not any(justification(child) for child in box.children)
            and all(limit.kind <= CALC or limit.kind in (AUTO_KIND, Kind.NONE) for limit in limits)
        )

    def block(self, box: Box, basis: Units, percent_block: int, shrink: bool = False, width: Units | None = None) -> Strip:
        """A box that is a formatting context of its own (``block.layout_block``); ``width`` where its container decides it."""
        inside = _ITEMS_IN.get(box.kind)
        if inside is not None or self.is_plain(box):
            edges = self.edges(box, basis)
            try:
                used = self.width(box, edges, basis, shrink) if width is None else width
                return self._of_items(box, edges, used, inside) if inside is not None else self._block(box, edges, used, percent_block)
            except NotAcrossError:
                pass
        return self.alone(Question(box, basis, percent_block, None, shrink, width))

    def _of_items(self, box: Box, edges: EdgesAcross, width: Units, lay_out: InsideAcross) -> Strip:
        """A grid or a flex row, as high as what is in it."""
        inside = lay_out(self, box, larger(width - edges.inline, 0))
        strip = self._strip(box, edges, inside, width, inside.height + edges.block, inside.height)
        strip.text_right = 0
        return strip

    def _block(self, box: Box, edges: EdgesAcross, width: Units, percent_block: int) -> Strip:
        percent = self.percent_basis(box, edges, percent_block)
        inside = self._inside(box, larger(width - edges.inline, 0), percent, Formatting(), top_open=False)
        content = larger(inside.height + inside.bottom.total, 0)
        if inside.lowest is not None:
            content = larger(content, inside.lowest)
        height, _ = self.height(box, edges, percent_block, content + edges.block)
        return self._strip(box, edges, inside, width, height, content)

    def _strip(self, box: Box, edges: EdgesAcross, inside: Inside, width: Units, height: Units, content: Units) -> Strip:
        left, top = edges.left, edges.top
        parts = [(x + left, y + top, strip) for x, y, strip in inside.parts]
        strip = Strip(
            box, width, height, parts, inside.lines, left, top, text_right=inside.right + left, content_height=content + edges.block,
        )  # fmt: skip
        for one in inside.waiting:
            waiting = Waiting(one.box, one.x + left, one.y + top)
            if containing_box(one.box) is not box:
                strip.waiting.append(waiting)
                continue
            style = box.style
            border_left, border_top = style.border_left_width + box.gutters[0], style.border_top_width
            across = larger(width - border_left - style.border_right_width - box.gutters[1], 0)
            down = larger(height - border_top - style.border_bottom_width, 0)
            self._place(strip, waiting, Placement(waiting.x, waiting.y, border_left, border_top, across, down))
        return strip

    def in_flow(self, box: Box, basis: Units, width: Units, percent_block: int, formatting: Formatting) -> Strip:
        """A block that shares its parent's formatting context (``block.layout_in_flow``)."""
        if self.is_plain(box):
            try:
                return self._in_flow(box, basis, width, percent_block, formatting)
            except NotAcrossError:
                pass
        if box.has_floats:
            raise NotAcrossError
        return self.alone(Question(box, basis, percent_block, width))

    def _in_flow(self, box: Box, basis: Units, width: Units, percent_block: int, formatting: Formatting) -> Strip:
        edges = self.edges(box, basis)
        percent = self.percent_basis(box, edges, percent_block)
        inside = self._inside(box, larger(width - edges.inline, 0), percent, formatting, top_open=not is_something(edges.top))
        if inside.lowest is not None and (np.asarray(inside.lowest) > inside.height).any():
            raise NotAcrossError
        content, bottom = inside.height, inside.bottom
        if ARRAY_MARGINS.keeps_bottom(edges, inside.cleared_at_end):
            content, bottom = content + bottom.total, NOTHING
        height, has_height = self.height(box, edges, percent_block, content + edges.block)
        if has_height:
            bottom = NOTHING
        limited = np.asarray(height != larger(content, 0) + edges.block)
        if not limited.ndim and limited:
            bottom = NOTHING
        elif limited.any():
            bottom = Strut(np.where(limited, 0, bottom.positive), np.where(limited, 0, bottom.negative))
        strip = self._strip(box, edges, inside, width, height, content)
        strip.through = inside.through and not is_something(height) and not is_something(edges.block)
        strip.bottom = ARRAY_MARGINS.plus(bottom, edges.margin_bottom)
        return strip

    def _inside(self, box: Box, width: Units, percent_block: int, formatting: Formatting, top_open: bool) -> Inside:
        """What is in a block container (``block.lay_inside``)."""
        if box.has_inline_children:
            return lines_across(self, box, width)
        if box.has_outside_marker and (box.marker_style is not None or not _holds_marker(self.ctx, box)):
            raise NotAcrossError
        inside = FlowAcross(self, box, width, percent_block, formatting, top_open).run()
        if box.has_outside_marker and inside.through:
            raise NotAcrossError
        return inside

    # Margins

    def top_margins(self, box: Box, basis: Units, formatting: Formatting) -> TopMargins[Units]:
        """The margins that adjoin a block's top margin (§8.3.1)."""
        return ARRAY_MARGINS.top_margins(_Margins(self, formatting.had_floats), box, basis)[0]


def _holds_marker(ctx: Context, item: Box) -> bool:
    """Whether the first line in a list item is surely as high above its baseline as the marker's line, which then moves nothing."""
    box: Box | None = item
    while box is not None and not box.has_inline_children:
        box = next((child for child in box.children if child.is_block_level), None)
        if box is not None and box.kind != BLOCK:
            return False
    return box is not None and prepare(ctx, box).has_lines and style_metrics(ctx, box.style).leaded.ascent >= style_metrics(ctx, item.style).leaded.ascent


class _Margins:
    """What the rules of margins ask, at all widths."""

    def __init__(self, across: Across, had_floats: bool, beside: tuple[Box, ...] = ()) -> None:
        self.across, self.ctx, self.had_floats, self.beside = across, across.ctx, had_floats, beside

    def clears(self, box: Box, strut: Strut[Units]) -> bool:
        if self.had_floats:
            # Whether the floats reach so far down is another thing at each width.
            raise NotAcrossError
        return False

    def below(self, strut: Strut[Units], beside: tuple[Box, ...]) -> _Margins:
        return _Margins(self.across, self.had_floats, beside) if beside else self

    def has_floats(self, beside: tuple[Box, ...]) -> bool:
        return bool(beside) or self.had_floats

    def fits(self, box: Box, beside: tuple[Box, ...], basis: Units, strut: Strut[Units]) -> bool:
        raise NotAcrossError

    def edges(self, box: Box, basis: Units) -> EdgesAcross:
        return self.across.edges(box, basis)

    def inner_width(self, box: Box, basis: Units) -> Units:
        edges = self.edges(box, basis)
        return larger(self.across.width(box, edges, basis) - edges.inline, 0)

    def top_margins(self, box: Box, basis: Units) -> tuple[TopMargins[Units], bool]:
        return ARRAY_MARGINS.top_margins(self, box, basis)
