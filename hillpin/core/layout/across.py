"""Block layout at all widths of a stretch at once (CSS 2 §8.3.1, §9.4.1, §9.5, §10).

Blocks below one another, floats side by side and lines of text are worked out on arrays with one number for each width:
the same rules as ``block``, and the same numbers to 1/64 px. What asks for more (flex and grid containers, tables,
floats that text runs round, positioned boxes) is left to ``single``, which lays a box out at the widths it needs.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from ..styles.values import AUTO_KIND, CALC, FIXED, Kind
from ..units import INDEFINITE
from .across_sizes import (
    EdgesAcross,
    NotAcrossError,
    Row,
    Units,
    auto_margins,
    block_size_across,
    child_percent_basis,
    edges_across,
    everywhere,
    inline_size_across,
    is_indefinite,
    larger,
    relative_offset,
    resolve_block,
    smaller,
)
from .boxes import BLOCK, INLINE, TABLE, Box
from .context import Context
from .floats import Floats
from .fragments import InlineRect
from .inline_items import InlineContent, ItemKind, prepare
from .line_ranges import Breaks, breaks_alike, breaks_at, uniform_line
from .lines import InlineResult, layout_lines, text_end
from .moving import Moving
from .positioned import containing_box


@dataclass(slots=True)
class Strip:
    """A box at all widths: a fragment whose numbers are arrays. ``x`` and ``y`` of its parts are from its border box."""

    box: Box
    width: Units
    height: Units
    parts: list[tuple[Units, Units, Strip]] = field(default_factory=list)
    lines: list[tuple[Row, list[InlineRect]]] = field(default_factory=list)
    """The inline boxes where lines end alike: at which places of the array, and where they are from the content box."""
    left: Units = 0
    """Where the content box begins."""
    top: Units = 0
    bottom: tuple[Units, Units] = (0, 0)
    """The margins that stick out at its bottom: the largest positive one and the smallest negative one."""
    through: bool = False
    text_right: Units = 0
    content_height: Units = 0
    single: Any = None
    """What ``single`` made of a box that is laid out one width at a time."""
    waiting: list[Waiting] = field(default_factory=list)
    """Absolutely positioned boxes inside that something around this box places, from its border box."""


@dataclass(frozen=True, slots=True)
class Waiting:
    """An absolutely positioned box and where it would stand in flow."""

    box: Box
    x: Units
    y: Units


@dataclass(frozen=True, slots=True)
class Placement:
    """What an absolutely positioned box is placed by: its static position, and its containing block's rectangle."""

    x: Units
    y: Units
    left: Units
    top: Units
    width: Units
    height: Units


@dataclass(frozen=True, slots=True)
class Question:
    """What is asked of a box that is laid out one width at a time."""

    box: Box
    inline: Units
    """Width of the containing block."""
    percent_block: int
    in_flow_width: Units | None = None
    """The border-box width of a block that shares its parent's formatting context; None for any other box."""
    shrink: bool = False
    placement: Placement | None = None
    """For an absolutely positioned box. Its strip stands at the two numbers in ``bottom``."""


Single = Callable[[Question], Strip]


class _Formatting:
    """One block formatting context: whether it had floats so far."""

    __slots__ = ("had_floats",)

    def __init__(self) -> None:
        self.had_floats = False


@dataclass(slots=True)
class _Inside:
    height: Units = 0
    bottom: tuple[Units, Units] = (0, 0)
    parts: list[tuple[Units, Units, Strip]] = field(default_factory=list)
    lines: list[tuple[Row, list[InlineRect]]] = field(default_factory=list)
    through: bool = False
    cleared_at_end: bool = False
    right: Units = 0
    waiting: list[Waiting] = field(default_factory=list)
    lowest: Units | None = None
    """How far down floats reach that stand beside nothing yet."""


class Across:
    """Lays out the boxes of one tree at ``count`` widths."""

    def __init__(self, ctx: Context, root: Box, count: int, single: Single, moving: Moving) -> None:
        self.ctx, self.root, self.count, self.single, self.moving = ctx, root, count, single, moving
        self.holders, self.passes = _ways_of_positioned(root)
        self.edges_of: dict[int, tuple[Units, EdgesAcross]] = {}

    def lay_out(self, basis: Units, percent_block: int) -> Strip:
        """The root in the initial containing block. Raises NotAcrossError where the page must be laid out as a whole."""
        if not self.is_plain(self.root):
            raise NotAcrossError
        strip = self._block(self.root, basis, percent_block, shrink=False)
        edges = self.edges(self.root, basis)
        height = self.ctx.height
        for waiting in strip.waiting:
            self._place(strip, waiting, Placement(waiting.x, waiting.y, -edges.margin_left, -edges.margin_top, basis, height))
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
            found = edges_across(box, basis if isinstance(basis, int) else basis[run])
            for row, name in zip(rows, names, strict=True):
                row[run] = getattr(found, name)

        self._by_runs(box, [box], take)
        still = edges_across(box, 0)
        return EdgesAcross(rows[0], rows[1], rows[2], rows[3], rows[4], rows[5], rows[6], rows[7], still.auto_left, still.auto_right)

    def _by_runs(self, box: Box, boxes: list[Box], take: Callable[[slice], None]) -> None:
        """Do something for each run of widths over which the styles of some boxes inside a box stay the same."""
        try:
            for run in self.moving.runs(boxes):
                self.moving.put(box, boxes, run.start)
                take(run)
        finally:
            self.moving.back(box, boxes)

    def width(self, box: Box, edges: EdgesAcross, basis: Units, shrink: bool = False) -> Units:
        """A box's border-box width (``sizing.inline_size``)."""
        if box not in self.moving and not (shrink and self.moving.boxes_in(box)):
            return inline_size_across(self.ctx, box, edges, basis, shrink)
        found = np.zeros(self.count, np.int64)

        def take(run: slice) -> None:
            found[run] = inline_size_across(self.ctx, box, edges.part(run), basis if isinstance(basis, int) else basis[run], shrink)

        self._by_runs(box, self.moving.boxes_in(box), take)
        return found

    def height(self, box: Box, edges: EdgesAcross, percent_block: int, content: Units) -> tuple[Units, bool]:
        """A box's border-box height for its content's, and whether it has a height of its own (§10.5 to §10.7)."""
        if box not in self.moving:
            has_height = not is_indefinite(resolve_block(box, box.style.height, edges, percent_block))
            return block_size_across(box, edges, percent_block, content), has_height
        found, owns = np.zeros(self.count, np.int64), np.zeros(self.count, np.bool_)

        def take(run: slice) -> None:
            part = edges.part(run)
            found[run] = block_size_across(box, part, percent_block, content if isinstance(content, int) else content[run])
            owns[run] = not is_indefinite(resolve_block(box, box.style.height, part, percent_block))

        self._by_runs(box, [box], take)
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
            and box.role != "button"
            and not box.is_container
            and style.aspect_ratio is None
            and id(box) not in self.holders
            and all(limit.kind <= CALC or limit.kind in (AUTO_KIND, Kind.NONE) for limit in limits)
        )

    def block(self, box: Box, basis: Units, percent_block: int, shrink: bool = False) -> Strip:
        """A box that is a formatting context of its own (``block.layout_block``)."""
        if self.is_plain(box):
            try:
                return self._block(box, basis, percent_block, shrink)
            except NotAcrossError:
                pass
        return self.alone(Question(box, basis, percent_block, None, shrink))

    def _block(self, box: Box, basis: Units, percent_block: int, shrink: bool) -> Strip:
        edges = self.edges(box, basis)
        width = self.width(box, edges, basis, shrink)
        percent = self.percent_basis(box, edges, percent_block)
        inside = self._inside(box, larger(width - edges.inline, 0), percent, _Formatting(), top_open=False)
        content = larger(inside.height + inside.bottom[0] + inside.bottom[1], 0)
        if inside.lowest is not None:
            content = larger(content, inside.lowest)
        height, _ = self.height(box, edges, percent_block, content + edges.block)
        return self._strip(box, edges, inside, width, height, content)

    def _strip(self, box: Box, edges: EdgesAcross, inside: _Inside, width: Units, height: Units, content: Units) -> Strip:
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
            border_left, border_top = style.border_left_width, style.border_top_width
            across = larger(width - border_left - style.border_right_width, 0)
            down = larger(height - border_top - style.border_bottom_width, 0)
            self._place(strip, waiting, Placement(waiting.x, waiting.y, border_left, border_top, across, down))
        return strip

    def in_flow(self, box: Box, basis: Units, width: Units, percent_block: int, formatting: _Formatting) -> Strip:
        """A block that shares its parent's formatting context (``block.layout_in_flow``)."""
        if self.is_plain(box):
            try:
                return self._in_flow(box, basis, width, percent_block, formatting)
            except NotAcrossError:
                pass
        if box.has_floats:
            raise NotAcrossError
        return self.alone(Question(box, basis, percent_block, width))

    def _in_flow(self, box: Box, basis: Units, width: Units, percent_block: int, formatting: _Formatting) -> Strip:
        edges = self.edges(box, basis)
        percent = self.percent_basis(box, edges, percent_block)
        inside = self._inside(box, larger(width - edges.inline, 0), percent, formatting, top_open=not _is_something(edges.top))
        if inside.lowest is not None and (np.asarray(inside.lowest) > inside.height).any():
            raise NotAcrossError
        content, bottom = inside.height, inside.bottom
        if _is_something(edges.bottom) or inside.cleared_at_end or (_is_something(edges.top) and inside.through):
            content, bottom = content + bottom[0] + bottom[1], (0, 0)
        height, has_height = self.height(box, edges, percent_block, content + edges.block)
        if has_height:
            bottom = (0, 0)
        limited = np.asarray(height != content + edges.block)
        if limited.any():
            bottom = (np.where(limited, 0, bottom[0]), np.where(limited, 0, bottom[1]))
        strip = self._strip(box, edges, inside, width, height, content)
        strip.through = inside.through and not _is_something(height) and not _is_something(edges.block)
        strip.bottom = _plus(bottom, edges.margin_bottom)
        return strip

    def _inside(self, box: Box, width: Units, percent_block: int, formatting: _Formatting, top_open: bool) -> _Inside:
        """What is in a block container (``block.lay_inside``)."""
        if box.has_inline_children:
            return self._lines(box, width)
        if box.has_outside_marker and not box.children:
            raise NotAcrossError
        inside = _FlowAcross(self, box, width, percent_block, formatting, top_open).run()
        if box.has_outside_marker and inside.through:
            raise NotAcrossError
        return inside

    # Lines of text

    def _lines(self, box: Box, width: Units) -> _Inside:
        content = prepare(self.ctx, box)
        if box.has_floats or not content.has_lines:
            raise NotAcrossError
        widths = np.broadcast_to(np.asarray(width, np.int64), (self.count,))
        boxes = self.moving.boxes_in(box)
        if not boxes:
            return self._still_lines(box, content, widths)
        whole = _Inside(np.zeros(self.count, np.int64), right=np.zeros(self.count, np.int64))

        def take(run: slice) -> None:
            part = self._still_lines(box, prepare(self.ctx, box), widths[run])
            whole.height[run], whole.right[run] = part.height, part.right  # type: ignore[index]
            whole.lines.extend((places + run.start, rects) for places, rects in part.lines)

        self._by_runs(box, boxes, take)
        return whole

    def _still_lines(self, box: Box, content: InlineContent, widths: Row) -> _Inside:
        """Lines in content widths over which no style changes."""
        if content.uniform:
            return self._uniform(box, content, widths)
        style = box.style
        if not breaks_alike(box, content) or style.text_align not in ("start", "left") or style.text_align_last not in ("auto", "start", "left"):
            raise NotAcrossError
        if any(item.kind == ItemKind.OPEN and (item.box.is_relative or id(item.box) in self.holders) for item in content.items):
            raise NotAcrossError
        return self._inline_boxes(box, content, widths)

    def _runs(self, box: Box, content: InlineContent, widths: Row) -> list[tuple[Breaks, Row]]:
        """Where lines end alike, and the places of the widths at which they do."""
        order = np.argsort(widths, kind="stable")
        ascending = widths[order]
        runs: list[tuple[Breaks, Row]] = []
        at = 0
        while at < len(ascending):
            width = int(ascending[at])
            breaks = breaks_at(self.ctx, box, content, width)
            until = int(np.searchsorted(ascending, max(breaks.highest, width + 1)))
            runs.append((breaks, order[at:until]))
            at = until
        return runs

    def _uniform(self, box: Box, content: InlineContent, widths: Row) -> _Inside:
        _, line_height = uniform_line(self.ctx, box, content)
        counts, rights = np.zeros(len(widths), np.int64), np.zeros(len(widths), np.int64)
        for breaks, places in self._runs(box, content, widths):
            counts[places], rights[places] = breaks.count, breaks.right
        if not counts.all():
            raise NotAcrossError
        return _Inside(counts * line_height, right=rights if text_end(box, 0, 1) == 0 else np.maximum(rights, widths))

    def _inline_boxes(self, box: Box, content: InlineContent, widths: Row) -> _Inside:
        heights, rights = np.zeros(len(widths), np.int64), np.zeros(len(widths), np.int64)
        lines: list[tuple[Row, list[InlineRect]]] = []
        for breaks, places in self._runs(box, content, widths):
            if breaks.made is None:
                breaks.made = layout_lines(self.ctx, box, int(widths[places[0]]), INDEFINITE, None, 0, 0)
            result: InlineResult = breaks.made
            if result.children or result.out_of_flow or not result.line_count:
                raise NotAcrossError
            heights[places], rights[places] = result.height, result.right
            lines.append((places, result.inlines))
        return _Inside(heights, lines=lines, right=rights)

    # Margins

    def top_margins(self, box: Box, basis: Units, formatting: _Formatting) -> tuple[tuple[Units, Units], bool, tuple[Units, Units]]:
        """The margins that adjoin a block's top margin, whether they go through it, and those that say where it stands
        (``block.top_margins``)."""
        edges = self.edges(box, basis)
        strut = _plus((0, 0), edges.margin_top)
        if box.is_bfc_root or box.kind != BLOCK or _is_something(edges.top):
            return strut, False, strut
        if box.has_inline_children:
            if box.has_outside_marker or prepare(self.ctx, box).has_lines:
                return strut, False, strut
        else:
            inner = larger(self.width(box, edges, basis) - edges.inline, 0) if box.children else 0
            after_float = False
            for child in box.children:
                if child.is_floating:
                    after_float = True
                    continue
                if child.is_out_of_flow:
                    continue
                if child.style.clear != "none" and (after_float or formatting.had_floats):
                    return strut, False, strut
                inner_strut, through, _ = self.top_margins(child, inner, formatting)
                strut = _joined(strut, inner_strut)
                if not through:
                    return strut, False, strut
        if self._is_empty_height(box, edges):
            return _plus(strut, edges.margin_bottom), True, strut
        return strut, False, strut

    def _is_empty_height(self, box: Box, edges: EdgesAcross) -> bool:
        style = box.style
        if _is_something(edges.bottom) or box.has_outside_marker:
            return False
        height_is_none = style.height.kind in (AUTO_KIND, Kind.PERCENT) or (style.height.is_definite_form and style.height.units == 0)
        least = style.min_height
        no_minimum = least.kind in (AUTO_KIND, Kind.PERCENT) or (least.kind == FIXED and least.units == 0)
        return height_is_none and no_minimum and not (style.aspect_ratio is not None and style.aspect_ratio[1])


class _FlowAcross:
    """Block-level children one below another (``block._BlockFlow``); positions from the content box."""

    def __init__(self, across: Across, box: Box, width: Units, percent_block: int, formatting: _Formatting, top_open: bool) -> None:
        self.across, self.box, self.width, self.percent_block, self.formatting = across, box, width, percent_block, formatting
        self.at_top = top_open
        self.y: Units = 0
        self.strut: tuple[Units, Units] = (0, 0)
        self.inside = _Inside(through=True)
        self.floats: dict[bool, Units] = {}
        """How far down the floats at the left (True) and at the right reach."""

    def run(self) -> _Inside:
        run: list[Box] = []
        for child in self.box.children:
            if child.inline_parents:
                raise NotAcrossError
            if child.is_out_of_flow:
                if run:
                    self._floats(run)
                    run = []
                self.inside.waiting.append(Waiting(child, 0, self._here()))
                continue
            if child.is_floating:
                run.append(child)
                continue
            if run:
                self._floats(run)
                run = []
            self._block(child)
        if run:
            self._floats(run)
        inside = self.inside
        inside.height, inside.bottom = self.y, self.strut
        for lowest in self.floats.values():
            inside.lowest = lowest if inside.lowest is None else larger(inside.lowest, lowest)
        return inside

    def _here(self) -> Units:
        return self.y if self.at_top else self.y + self.strut[0] + self.strut[1]

    def _add(self, box: Box, x: Units, y: Units, strip: Strip) -> None:
        if box.is_relative:
            if box in self.across.moving:
                raise NotAcrossError
            dx, dy = relative_offset(box, self.width, self.percent_block)
            x, y = x + dx, y + dy
        self.inside.parts.append((x, y, strip))
        self.inside.waiting += [Waiting(one.box, x + one.x, y + one.y) for one in strip.waiting]

    # Blocks

    def _block(self, box: Box) -> None:
        across = self.across
        strut, _, place = across.top_margins(box, self.width, self.formatting)
        joined, here = _joined(self.strut, strut), _joined(self.strut, place)
        hypothetical = self.y if self.at_top else self.y + here[0] + here[1]
        cleared, edge = False, self._clear_edge(box.style.clear)
        if edge is not None:
            cleared = everywhere(edge > hypothetical)
            hypothetical = edge if cleared else hypothetical
        self._past_floats(hypothetical)
        edges = across.edges(box, self.width)
        if box.is_bfc_root or box.kind != BLOCK:
            strip = across.block(box, self.width, self.percent_block, shrink=box.kind == TABLE)
            x, _ = auto_margins(edges, strip.width, self.width)
            self._legacy(edges)
            self._add(box, x, hypothetical, strip)
            self._after(hypothetical + strip.height, _plus((0, 0), edges.margin_bottom))
            return
        width = across.width(box, edges, self.width)
        x, _ = auto_margins(edges, width, self.width)
        self._legacy(edges)
        strip = across.in_flow(box, self.width, width, self.percent_block, self.formatting)
        self._add(box, x, hypothetical, strip)
        if not strip.through:
            self._after(hypothetical + strip.height, strip.bottom)
        elif cleared:
            self.at_top = self.inside.through = False
            self.y, self.strut = hypothetical, (0, 0)
            self.inside.cleared_at_end = True
        else:
            if box.style.clear != "none" and self.formatting.had_floats and not self.at_top:
                raise NotAcrossError
            self.strut = (0, 0) if self.at_top else joined

    def _after(self, bottom: Units, strut: tuple[Units, Units]) -> None:
        self.at_top = self.inside.through = self.inside.cleared_at_end = False
        self.y, self.strut = bottom, strut

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
        here = self._here()
        self._past_floats(here)
        for is_left in list(self.floats):
            del self.floats[is_left]
        self.formatting.had_floats = True
        edges = [across.edges(box, self.width) for box in run]
        strips = [across.block(box, self.width, self.percent_block, shrink=True) for box in run]
        count = across.count
        widths = [_row(strip.width + e.margin_left + e.margin_right, count) for strip, e in zip(strips, edges, strict=True)]
        heights = [_row(strip.height + e.margin_top + e.margin_bottom, count) for strip, e in zip(strips, edges, strict=True)]
        places = _placed(run, widths, heights, _row(self.width, count))
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


def _row(units: Units, count: int) -> Row:
    return np.full(count, units, np.int64) if isinstance(units, int) else units


def _is_something(units: Units) -> bool:
    """Whether a number is other than 0: at all widths or at none."""
    return bool(units) if isinstance(units, int) else everywhere(units != 0)


def _plus(strut: tuple[Units, Units], margin: Units) -> tuple[Units, Units]:
    return larger(strut[0], margin), smaller(strut[1], margin)


def _joined(a: tuple[Units, Units], b: tuple[Units, Units]) -> tuple[Units, Units]:
    return larger(a[0], b[0]), smaller(a[1], b[1])


def _ways_of_positioned(root: Box) -> tuple[set[int], set[int]]:
    """The boxes that place absolutely positioned boxes out of lines of text, and those that carry any beyond themselves."""
    holders: set[int] = set()
    passes: set[int] = set()
    for box in root.walk():
        if not box.is_out_of_flow:
            continue
        end = containing_box(box)
        while end is not None and end.kind == INLINE:
            end = end.parent
        node = box.parent
        if node is not None and (node.kind != BLOCK or node.has_inline_children):
            while node is not None and node.kind == INLINE:
                node = node.parent
            if node is not None and node is end:
                holders.add(id(node))
        while node is not None and node is not end:
            passes.add(id(node))
            node = node.parent
    return holders, passes


__all__ = ["Across", "NotAcrossError", "Placement", "Question", "Strip"]
