"""Flexbox (css-flexbox-1): a function a step of §9, in its order."""

from __future__ import annotations

from dataclasses import replace

from ...styles.values import AUTO_KIND, Kind
from ...units import INDEFINITE, UNLIMITED
from ..alignment import Distribution, baseline_item, distribute, half, offset_of, split_safety, static_side
from ..boxes import REPLACED, Box, Edges, asks_height, edges_of
from ..context import Context
from ..fragments import Fragment, OutOfFlow, Placed, Space
from ..sizes.given_heights import content_height, height_in_row
from ..sizes.sizing import (
    block_size,
    child_percent_basis,
    clamp_block,
    clamp_inline,
    definite_block_size,
    height_by_ratio,
    inline_size,
    relative_offset,
    resolve_block,
)
from .flex_items import cross_width, fills_the_room, make_item
from .flex_lengths import resolve_flexible_lengths
from .flex_line import Axes, FlexItem, FlexLine


def layout_flex(ctx: Context, box: Box, space: Space) -> Fragment:
    """Lay out a flex container."""
    return _FlexLayout(ctx, box, space).run()


def lines_at(ctx: Context, box: Box, width: int) -> list[FlexLine]:
    """The lines of a container for an inner width in 1/64 px, before anything flexes (§9.3)."""
    return _FlexLayout(ctx, box, Space(width, fixed_inline=width + edges_of(box, width).inline)).lines()


class _FlexLayout:
    """One container through the algorithm; positions are relative to its content box until the end."""

    def __init__(self, ctx: Context, box: Box, space: Space) -> None:
        self.ctx, self.box, self.space = ctx, box, space
        style = box.style
        self.edges: Edges = edges_of(box, space.inline)
        self.width = inline_size(ctx, box, self.edges, space)
        inner_width = max(self.width - self.edges.inline, 0)
        height = definite_block_size(box, self.edges, space)
        if height == INDEFINITE and space.fixed_block != INDEFINITE:
            height = space.fixed_block
        inner_height = max(height - self.edges.block, 0) if height != INDEFINITE else INDEFINITE
        direction = style.flex_direction
        self.axes = Axes(
            is_row=direction.startswith("row"),
            main_reversed=direction.endswith("reverse"),
            cross_reversed=style.flex_wrap == "wrap-reverse",
            wraps=style.flex_wrap != "nowrap",
            inner_width=inner_width,
            inner_height=inner_height,
            percent_block=child_percent_basis(box, self.edges, space, self.width),
            given_height=self._given_height(inner_height),
        )
        row_gap, column_gap = style.row_gap.resolve(max(self.axes.percent_block, 0)), style.column_gap.resolve(inner_width)
        self.main_gap, self.cross_gap = (column_gap, row_gap) if self.axes.is_row else (row_gap, column_gap)

    def _given_height(self, inner_height: int) -> int:
        """The inner height where the container says it, if only by its ratio; not where its content made it so."""
        # It is known and given, or neither.
        if (inner_height != INDEFINITE) == self.space.definite:
            return inner_height
        by_ratio = height_by_ratio(self.box, self.edges, self.width)
        return max(clamp_block(self.box, by_ratio, self.edges, self.space.percent_block, by_ratio) - self.edges.block, 0) if by_ratio != INDEFINITE else INDEFINITE

    def lines(self) -> list[FlexLine]:
        """The items in their order on lines."""
        children = sorted((child for child in self.box.children if not child.is_out_of_flow), key=lambda child: child.style.order)
        asking = [child for child in children if asks_height(child)] if self.axes.is_row and self.axes.given_height != INDEFINITE else []
        # Where styles alone say the height, they say it when it is asked for.
        told = {id(child) for child in asking} if asking and content_height(self.ctx, self.box) == INDEFINITE else ()
        for child in children:
            child.tell_heights(height_in_row(child, edges_of(child, self.axes.inner_width), self.axes.given_height) if id(child) in told else INDEFINITE)
        return self._collect_lines([make_item(self.ctx, child, self.axes, self.box.style.align_items) for child in children])

    def run(self) -> Fragment:
        lines = self.lines()
        inner_main = self._container_main_size(lines)
        for line in lines:
            resolve_flexible_lengths(line, inner_main, self.main_gap)
            for item in line.items:
                self._hypothetical_cross_size(item)
            self._line_cross_size(line, len(lines))
        inner_cross = self._container_cross_size(lines)
        self._align_lines(lines, inner_cross)
        for line in lines:
            for item in line.items:
                self._used_cross_size(item, line)
            self._align_main(line, inner_main)
            self._align_cross(line)
        fragment = self._fragment(lines, inner_main, inner_cross)
        self.ctx.recorder.flex(self.box, self.axes, lines, inner_main, self.main_gap, fragment)
        return fragment

    # §9.3 main size determination

    def _collect_lines(self, items: list[FlexItem]) -> list[FlexLine]:
        """Step 5: without wrapping one line, else as many items on a line as fit."""
        if not self.axes.wraps or not items:
            return [FlexLine(items)]
        room = self.axes.inner_main
        if room == INDEFINITE:
            room = self._most_main()
        lines: list[FlexLine] = []
        current: list[FlexItem] = []
        used = 0
        for item in items:
            outer = item.outer_hypothetical
            if current and used + self.main_gap + outer > room:
                lines.append(FlexLine(current))
                current, used = [], 0
            used += outer + (self.main_gap if current else 0)
            current.append(item)
        lines.append(FlexLine(current))
        return lines

    def _most_main(self) -> int:
        """The largest inner main size of a column whose height depends on its content."""
        limit = resolve_block(self.box, self.box.style.max_height, self.edges, self.space.percent_block)
        return max(limit - self.edges.block, 0) if limit != INDEFINITE and self.box.style.max_height.is_definite_form else UNLIMITED

    def _container_main_size(self, lines: list[FlexLine]) -> int:
        """Step 4: given, or the longest line within the limits of a column's height."""
        if self.axes.inner_main != INDEFINITE:
            return self.axes.inner_main
        longest = max(
            (sum(item.outer_hypothetical for item in line.items) + self.main_gap * max(len(line.items) - 1, 0) for line in lines),
            default=0,
        )
        height = block_size(self.box, self.edges, self.space, max(longest, 0) + self.edges.block, self.width)
        return max(height - self.edges.block, 0)

    # §9.4 cross size determination

    def _item_space(self, item: FlexItem, stretched: int = INDEFINITE) -> Space:
        """What an item is laid out in, with its main size; in a column it is told that height."""
        axes = self.axes
        if axes.is_row:
            return Space(axes.inner_width, percent_block=axes.percent_block, fixed_inline=item.main, fixed_block=stretched)
        width = stretched if stretched != INDEFINITE else cross_width(self.ctx, item, axes)
        definite = axes.given_height != INDEFINITE or item.is_definite
        if definite and asks_height(item.box):
            item.box.tell_heights(item.main)
        return Space(
            axes.inner_width, percent_block=axes.percent_block, fixed_inline=width, fixed_block=item.main, definite=definite,
            shrink=width == INDEFINITE,
        )  # fmt: skip

    def _hypothetical_cross_size(self, item: FlexItem) -> None:
        """Step 7: lay out with the used main size."""
        item.fragment = self.ctx.layout(item.box, self._item_space(item))
        item.cross = item.fragment.height if self.axes.is_row else item.fragment.width

    def _line_cross_size(self, line: FlexLine, count: int) -> None:
        """Step 8: the container's where there is one line of definite size, else the largest outer cross size."""
        axes = self.axes
        largest = held = 0
        above: list[tuple[int, int]] = []
        below: list[tuple[int, int]] = []
        for item in line.items:
            if item.align == "baseline" and not any(item.auto_cross):
                item.ascent = self._ascent(item, item.fragment.first_baseline if item.fragment is not None else None)
                above.append((item.ascent, item.outer_cross - item.ascent))
            elif item.align == "last baseline" and not any(item.auto_cross):
                item.ascent = self._ascent(item, item.fragment.last_baseline if item.fragment is not None else None)
                below.append((item.ascent, item.outer_cross - item.ascent))
            else:
                largest = max(largest, item.outer_cross)
                held = max(held, item.outer_cross - (item.cross if item.stretches and item.box.style.height.is_auto else 0))
        # Baselines may lie beyond their items.
        firsts, lasts = ([max(side) for side in zip(*group, strict=True)] or [0, 0] for group in (above, below))
        line.ascent, line.descent = firsts[0], lasts[1]
        line.cross = max(largest, sum(firsts), sum(lasts), 0)
        if not axes.wraps:
            if axes.inner_cross != INDEFINITE:
                line.cross = axes.inner_cross
            elif axes.is_row:
                content = line.cross
                if height_by_ratio(self.box, self.edges, self.width) != INDEFINITE:
                    # The line is as high as the ratio has it, and items that are stretched to that hold it open by their edges alone.
                    content = max(held, sum(firsts), sum(lasts))
                height = block_size(self.box, self.edges, self.space, content + self.edges.block, self.width)
                line.cross = max(height - self.edges.block, 0)

    def _ascent(self, item: FlexItem, baseline: int | None) -> int:
        """From an item's outer cross-start edge to what is aligned: its baseline, its lower edge where it has none; in a column
        the edge at which its lines begin (css-align-3 §9.1)."""
        if not self.axes.is_row:
            return item.cross_start
        return item.edges.margin_top + (baseline if baseline is not None else item.cross)

    def _container_cross_size(self, lines: list[FlexLine]) -> int:
        """Step 15."""
        if self.axes.inner_cross != INDEFINITE:
            return self.axes.inner_cross
        total = sum(line.cross for line in lines) + self.cross_gap * max(len(lines) - 1, 0)
        height = block_size(self.box, self.edges, self.space, total + self.edges.block, self.width)
        return max(height - self.edges.block, 0)

    def _align_lines(self, lines: list[FlexLine], inner_cross: int) -> None:
        """Steps 9 and 16: stretched lines, and align-content."""
        value = self.box.style.align_content
        if not self.axes.wraps:
            return
        free = inner_cross - sum(line.cross for line in lines) - self.cross_gap * (len(lines) - 1)
        if split_safety(value)[0] in ("stretch", "normal"):
            if free > 0:
                for line in lines:
                    line.cross += free // len(lines)
            spread = Distribution(0)
        else:
            spread = distribute(value, free, len(lines), self.axes.cross_reversed)
        position = 0
        for index, line in enumerate(lines):
            line.cross_offset = position + spread.before(index)
            position += line.cross + self.cross_gap

    def _used_cross_size(self, item: FlexItem, line: FlexLine) -> None:
        """Step 11: an item that stretches is laid out again with the line's cross size."""
        style = item.box.style
        length = style.height if self.axes.is_row else style.width
        if not item.stretches or length.kind != AUTO_KIND:
            if not self.axes.is_row and length.kind in (AUTO_KIND, Kind.FIT_CONTENT):
                self._fit_line(item, line)
            return
        wanted = max(line.cross - item.cross_start - item.cross_end, 0)
        if self.axes.is_row:
            wanted = clamp_block(item.box, max(wanted, item.edges.block), item.edges, self.axes.percent_block)
        else:
            wanted = max(wanted, item.edges.inline)
            wanted = clamp_inline(self.ctx, item.box, wanted, item.edges, self.axes.inner_width, item.cross_start + item.cross_end, by_words=not fills_the_room(item.box, self.axes))
        # A height that a ratio gave was known before, and parts of it were of what that gave.
        if item.box.kind == REPLACED or wanted != item.cross or (self.axes.is_row and height_by_ratio(item.box, item.edges, item.main) == INDEFINITE):
            item.fragment = self.ctx.layout(item.box, self._item_space(item, wanted))
        item.cross = wanted

    def _fit_line(self, item: FlexItem, line: FlexLine) -> None:
        """As the browser has it: in a column's line that another item makes wider than the container, the line is the room there is."""
        if self.axes.inner_width == INDEFINITE or line.cross <= self.axes.inner_width:
            return
        width = cross_width(self.ctx, item, replace(self.axes, inner_width=line.cross))
        if width > item.cross:
            item.fragment = self.ctx.layout(item.box, self._item_space(item, width))
            item.cross = width

    # §9.5 main-axis alignment

    def _align_main(self, line: FlexLine, inner_main: int) -> None:
        """Step 12: auto margins, then justify-content."""
        items = line.items
        gaps = self.main_gap * max(len(items) - 1, 0)
        free = inner_main - sum(item.main + item.main_start + item.main_end for item in items) - gaps
        autos = sum(item.auto_main.count(True) for item in items)
        spread = Distribution(0)
        if autos and free > 0:
            each = free // autos
            for item in items:
                item.main_start += each if item.auto_main[0] else 0
                item.main_end += each if item.auto_main[1] else 0
        else:
            spread = distribute(self._justify(), free, len(items), self.axes.main_reversed)
        position = 0
        for index, item in enumerate(items):
            item.main_offset = position + spread.before(index) + item.main_start
            position += item.main_start + item.main + item.main_end + self.main_gap

    def _justify(self) -> str:
        value = self.box.style.justify_content
        if split_safety(value)[0] in ("normal", "stretch"):
            return "flex-start"
        if not self.axes.is_row and value in ("left", "right"):
            return "start"
        return value

    # §9.6 cross-axis alignment

    def _align_cross(self, line: FlexLine) -> None:
        """Steps 13 and 14: auto margins of the cross axis, then align-self."""
        for item in line.items:
            free = line.cross - item.outer_cross
            first, last = item.auto_cross
            if first or last:
                room = max(free, 0)
                shift = half(room) if first and last else room if first else 0
            elif item.align == "baseline":
                shift = line.ascent - item.ascent
                if self.axes.cross_reversed:
                    lowest = max(i.outer_cross - i.ascent for i in line.items if i.align == "baseline")
                    shift = lowest - (item.outer_cross - item.ascent)
            elif item.align == "last baseline":
                shift = line.cross - line.descent - item.ascent
                if self.axes.cross_reversed:
                    deepest = max(i.ascent for i in line.items if i.align == "last baseline")
                    shift = line.cross - item.outer_cross - (deepest - item.ascent)
            else:
                shift = self._self_offset(item.align, free)
            item.cross_offset = line.cross_offset + shift + item.cross_start

    def _self_offset(self, align: str, free: int) -> int:
        """With reversed lines ``flex-start`` is at the far side, ``start`` stays where it is."""
        word, safe = split_safety(align)
        if not self.axes.cross_reversed:
            return offset_of(align, free)
        turned = {"flex-start": "start", "flex-end": "end", "start": "end", "self-start": "end", "end": "start", "self-end": "start", "stretch": "start"}.get(word, word)
        return offset_of(f"safe {turned}" if safe else turned, free)

    # The result

    def _fragment(self, lines: list[FlexLine], inner_main: int, inner_cross: int) -> Fragment:
        axes, edges = self.axes, self.edges
        content_height = inner_cross if axes.is_row else inner_main
        natural = sum(line.cross for line in lines) + self.cross_gap * max(len(lines) - 1, 0) if axes.is_row else inner_main
        if not axes.is_row:
            natural = max((sum(i.outer_hypothetical for i in line.items) + self.main_gap * max(len(line.items) - 1, 0) for line in lines), default=0)
        height = self.space.fixed_block if self.space.fixed_block != INDEFINITE else content_height + edges.block
        fragment = Fragment(self.box, self.width, max(height, edges.block), content_height=natural + edges.block)
        inner_width, inner_height = max(self.width - edges.inline, 0), max(fragment.height - edges.block, 0)
        main_room, cross_room = (inner_width, inner_height) if axes.is_row else (inner_height, inner_width)
        placed: dict[int, Placed] = {}
        for line in lines:
            for item in line.items:
                assert item.fragment is not None
                main = main_room - item.main_offset - item.main if axes.main_reversed else item.main_offset
                cross = cross_room - item.cross_offset - item.cross if axes.cross_reversed else item.cross_offset
                x, y = (main, cross) if axes.is_row else (cross, main)
                dx, dy = relative_offset(item.box, inner_width, axes.percent_block) if item.box.is_relative else (0, 0)
                placed[id(item.box)] = Placed(edges.left + x + dx, edges.top + y + dy, item.fragment)
                item.main_offset, item.cross_offset = main, cross
        fragment.children = [placed[id(child)] for child in self.box.children if id(child) in placed]
        self._baselines(fragment, lines, placed)
        for child in self.box.children:
            if child.is_out_of_flow:
                fragment.out_of_flow.append(self._static_position(child, inner_width, inner_height))
        fragment.gather_out_of_flow()
        fragment.tracks = (axes, lines)
        return fragment

    def _baselines(self, fragment: Fragment, lines: list[FlexLine], placed: dict[int, Placed]) -> None:
        """§8.5: of the first line's first item that takes part in baseline alignment, else its first item. As the browser has it,
        the first of lines and columns is the one that stands highest."""
        ordered = [line for line in lines if line.items]
        if not ordered:
            return
        if self.axes.is_row and self.axes.cross_reversed:
            ordered.reverse()
        for name, line in (("first_baseline", ordered[0]), ("last_baseline", ordered[-1])):
            # Those of a row from the left: reversed ones from the last.
            along = line.items[::-1] if self.axes.main_reversed else line.items
            items = along if self.axes.is_row else sorted(line.items, key=lambda item: placed[id(item.box)].y)
            chosen, of_it = baseline_item(items, lambda item: item.align if self.axes.is_row else "", name)
            place = placed[id(chosen.box)]
            own = getattr(place.fragment, of_it)
            setattr(fragment, name, place.y + (own if own is not None else place.fragment.height))

    def _static_position(self, child: Box, width: int, height: int) -> OutOfFlow:
        """§4.1: as the sole item of a container of this size."""
        axes, style = self.axes, self.box.style
        main = static_side(self._justify())
        if axes.main_reversed and split_safety(style.justify_content)[0] not in ("start", "end", "left", "right"):
            main = {"start": "end", "end": "start"}.get(main, main)
        align = child.style.align_self if child.style.align_self != "auto" else style.align_items
        cross = static_side(align)
        if axes.cross_reversed and split_safety(align)[0] not in ("start", "end", "self-start", "self-end"):
            cross = {"start": "end", "end": "start"}.get(cross, cross)
        justify, align_side = (main, cross) if axes.is_row else (cross, main)
        return OutOfFlow(child, self.edges.left, self.edges.top, width, height, justify, align_side)
