"""Grid layout (css-grid-2): the explicit grid, placement, track sizes, then items in their areas."""

from __future__ import annotations

from ...styles.grid_values import Repeat, TrackList
from ...styles.values import Kind
from ...units import INDEFINITE
from ..alignment import Distribution, baseline_item, distribute, split_safety, static_side
from ..boxes import Box, Edges, edges_of
from ..containing import contains_height, contains_width, is_containing_block
from ..context import Context
from ..fragments import Fragment, OutOfFlow, Placed, Space
from ..sizes.given_heights import content_height, widths_follow_rows
from ..sizes.sizing import block_size, clamp_block, definite_block_size, height_by_ratio, inline_size, relative_offset, resolve_block, resolve_least
from .grid_areas import edges_in
from .grid_axis import GridAxis, subgrid_lines, within
from .grid_baselines import row_group_baselines
from .grid_items import GridItem, row_contributor
from .grid_lines import AxisLines, explicit_lines, repetitions
from .grid_placement import Placed as PlacedItems
from .grid_placement import place_items
from .grid_track import INFINITE, MAX_CONTENT_CONSTRAINT, MIN_CONTENT_CONSTRAINT, Sizing, Track, make_track
from .grid_tracks import size_tracks, total_size


def grid_content_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    """Min- and max-content width of a grid container: its columns sized under those constraints (§5.2)."""
    grid = GridLayout(ctx, box, Space(INDEFINITE))
    low = grid.intrinsic_width(MIN_CONTENT_CONSTRAINT)
    # Narrow columns may make rows so high that a ratio asks for more than wide ones do.
    return low, max(grid.intrinsic_width(MAX_CONTENT_CONSTRAINT), low)


def layout_grid(ctx: Context, box: Box, space: Space) -> Fragment:
    """Lay out a grid container."""
    return GridLayout(ctx, box, space).run()


class GridLayout:
    """One grid container. Its methods up to ``items`` depend on no size but what they are given: the walk over all widths asks
    them too."""

    def __init__(self, ctx: Context, box: Box, space: Space) -> None:
        self.ctx, self.box, self.space = ctx, box, space
        self.style = box.style
        self.edges: Edges = edges_of(box, max(space.inline, 0))
        self.children = sorted((c for c in box.children if not c.is_out_of_flow), key=lambda child: child.style.order)

    # The explicit grid and placement

    def explicit(self, is_column: bool, available: int, gap: int, at_least: int, inherited: GridAxis | None = None) -> AxisLines:
        """The explicit lines of an axis; a subgrid takes over those it spans."""
        template = self.style.grid_template_columns if is_column else self.style.grid_template_rows
        if template.subgrid:
            if inherited is None:
                self.ctx.note_unmodelled(self.box, "subgrid of a box that is not in a grid")
                template = TrackList()
            else:
                return subgrid_lines(template, inherited, self.style.grid_template_areas, is_column)
        count = repetitions(template, available, gap, at_least)
        automatic = self.style.grid_auto_columns if is_column else self.style.grid_auto_rows
        return explicit_lines(template, self.style.grid_template_areas, is_column, count, automatic)

    def _inherited(self, is_column: bool) -> GridAxis | None:
        given = self.box.extra_cache
        return given[0 if is_column else 1] if isinstance(given, tuple) else None

    def placed(self, columns: AxisLines, rows: AxisLines) -> PlacedItems:
        """Placement does not depend on sizes: it is kept for the number of explicit tracks."""
        if self.style.grid_template_columns.subgrid or self.style.grid_template_rows.subgrid:
            return place_items(self.children, columns, rows, self.style.grid_auto_flow)
        memo: dict[tuple[int, int], PlacedItems] = self.box.flow_cache
        key = (len(columns.tracks), len(rows.tracks))
        if key not in memo:
            memo[key] = place_items(self.children, columns, rows, self.style.grid_auto_flow)
        return memo[key]

    def items(self, placed: PlacedItems) -> list[GridItem]:
        """Items for placed cells."""
        for cell in placed.cells:
            cell.box.tell_heights(INDEFINITE)
        return [GridItem(cell.box, cell, open=self._open) for cell in placed.cells]

    def _open(self, item: GridItem) -> GridLayout:
        return GridLayout(self.ctx, item.box, Space(item.area_width))

    def tracks(self, lines: AxisLines, count: int, before: int, is_column: bool, available: int, used: set[int]) -> list[Track]:
        """Tracks of the implicit grid: automatic sizes repeat outwards from the explicit ones (§7.6)."""
        automatic = self.style.grid_auto_columns if is_column else self.style.grid_auto_rows
        tracks: list[Track] = []
        for index in range(count):
            at = index - before
            if 0 <= at < lines.last:
                track = make_track(lines.tracks[at], available)
                if lines.collapses and at in lines.repeated and index not in used:
                    track = make_track(lines.tracks[at], available)
                    track.collapsed, track.base, track.limit, track.minimum, track.maximum = True, 0, 0, "fixed", "fixed"
            else:
                number = (at - lines.last) if at >= 0 else at
                track = make_track(automatic[number % len(automatic)], available)
            tracks.append(track)
        return tracks

    # Sizes

    def intrinsic_width(self, constraint: str) -> int:
        """The columns' total under a min- or max-content constraint."""
        gap = self.style.column_gap.resolve(0)
        least, most = self._inline_limits()
        columns = self.explicit(True, most if most < INFINITE else INDEFINITE, gap, least, self._inherited(True))
        rows = self.explicit(False, INDEFINITE, 0, INDEFINITE, self._inherited(False))
        placed = self.placed(columns, rows)
        used = {line for cell in placed.cells for line in range(cell.column, cell.column + cell.columns)}
        items = self.items(placed)
        is_by_rows = any(widths_follow_rows(item.box) for item in items) and not contains_width(self.box)
        room = content_height(self.ctx, self.box) if is_by_rows else INDEFINITE
        row_gap = self.style.row_gap.resolve(max(room, 0))
        self._take_fixed_rows(rows, placed, items, room, row_gap)

        def sized() -> list[Track]:
            tracks = self.tracks(columns, placed.columns, placed.columns_before, True, INDEFINITE, used)
            contributors = [c for item in items for c in item.column_contributors(self.ctx, tracks, gap)] if not contains_width(self.box) else []
            size_tracks(Sizing(tracks, contributors, gap, INDEFINITE, constraint, False, 0, INFINITE))
            return tracks

        tracks = sized()
        if is_by_rows:
            across = GridAxis(tracks, [], gap, columns, placed.columns_before, 0)
            self._offsets(across, total_size(tracks, gap), self.style.justify_content)
            down = self._row_axis(rows, placed, items, across, room, row_gap, *self._block_limits())
            tracks = sized() if self._takes_widths_from(down, items) else tracks
        return total_size(tracks, gap)

    def _inline_limits(self) -> tuple[int, int]:
        """Definite min-width and max-width as inner widths."""
        style = self.style
        least = style.min_width.units if style.min_width.kind == Kind.FIXED else 0
        most = style.max_width.units if style.max_width.kind == Kind.FIXED else INFINITE
        if style.width.kind == Kind.FIXED:
            most = style.width.units
        if style.box_sizing == "border-box":
            least, most = max(least - self.edges.inline, 0), max(most - self.edges.inline, 0) if most < INFINITE else most
        return least, most

    def run(self) -> Fragment:
        width = inline_size(self.ctx, self.box, self.edges, self.space)
        inner_width = max(width - self.edges.inline, 0)
        height = definite_block_size(self.box, self.edges, self.space)
        if height == INDEFINITE and self.space.fixed_block != INDEFINITE:
            height = self.space.fixed_block
        by_ratio = height_by_ratio(self.box, self.edges, width) if height == INDEFINITE else INDEFINITE
        if by_ratio != INDEFINITE:
            height = clamp_block(self.box, by_ratio, self.edges, self.space.percent_block, by_ratio)
        inner_height = max(height - self.edges.block, 0) if height != INDEFINITE else INDEFINITE
        natural = 0
        column_gap = self.style.column_gap.resolve(inner_width)
        row_gap = self.style.row_gap.resolve(max(inner_height, 0))
        least, most = self._block_limits()
        # A height that its content made in a column says not how many rows fit.
        is_said = inner_height != INDEFINITE and (self.space.definite or self.space.fixed_block == INDEFINITE)
        row_room = inner_height if is_said else most if most < INFINITE else INDEFINITE
        columns = self.explicit(True, inner_width, column_gap, INDEFINITE, self._inherited(True))
        rows = self.explicit(False, row_room, row_gap, least, self._inherited(False))
        placed = self.placed(columns, rows)
        items = self.items(placed)
        self._take_fixed_rows(rows, placed, items, inner_height, row_gap)
        across = self.column_axis(columns, placed, items, inner_width, column_gap)
        down = self._row_axis(rows, placed, items, across, inner_height, row_gap, least, most)
        if inner_height == INDEFINITE:
            is_held = contains_height(self.box)
            held = self._row_axis(rows, placed, [], across, INDEFINITE, row_gap, least, most) if is_held else down
            explicit = held.tracks[placed.rows_before : placed.rows_before + rows.last] if is_held else held.tracks
            natural = total_size(explicit, row_gap) + self.edges.block
            height = block_size(self.box, self.edges, self.space, natural, width)
            used = max(height - self.edges.block, 0)
            # Parts of less than a whole are shared out again, too, as the browser has it.
            is_shared_again = is_held or self.has_percentages(False) or any(track.is_flexible and track.factor < 1 for track in down.tracks)
            if is_shared_again and self._inherited(False) is None:
                row_gap = self.style.row_gap.resolve(used)
                down = self._row_axis(rows, placed, items, across, used, row_gap, least, most)
            self._offsets(down, used, self.style.align_content)
        elif by_ratio != INDEFINITE:
            height = block_size(self.box, self.edges, self.space, total_size(down.tracks, row_gap) + self.edges.block, width)
        if self._takes_widths_from(down, items):
            # Rows follow, the container's own height does not.
            across = self.column_axis(columns, placed, items, inner_width, column_gap)
            down = self._row_axis(rows, placed, items, across, max(height - self.edges.block, 0), row_gap, least, most)
        fragment = self._fragment(width, max(height, self.edges.block), across, down, items)
        # What percentages of rows make of it afterwards is not its content's height.
        fragment.content_height = natural or total_size(down.tracks, down.gap) + self.edges.block
        return fragment

    def _takes_widths_from(self, down: GridAxis, items: list[GridItem]) -> bool:
        """Whether the heights of rows change what items contribute to columns, through their ratios (§11.1 step 3)."""
        changed = False
        for item in items:
            if widths_follow_rows(item.box):
                height = down.span(item.cell.row, item.cell.rows)[1]
                changed = item.take_width_from_rows(self.ctx, self.style, height) or changed
                changed = item.tell_rows(self.ctx, self.style, height) or changed
        return changed

    def _take_fixed_rows(self, rows: AxisLines, placed: PlacedItems, items: list[GridItem], room: int, gap: int) -> None:
        """The same for items whose rows are all of given heights, before any column is sized."""
        by_rows = [item for item in items if widths_follow_rows(item.box)]
        if not by_rows:
            return
        tracks = self.tracks(rows, placed.rows, placed.rows_before, False, room, {line for cell in placed.cells for line in range(cell.row, cell.row + cell.rows)})
        for item in by_rows:
            spanned = tracks[item.cell.row : item.cell.row + item.cell.rows]
            if all(track.minimum == track.maximum == "fixed" for track in spanned):
                height = sum(track.base for track in spanned) + gap * (len(spanned) - 1)
                item.take_width_from_rows(self.ctx, self.style, height)
                item.tell_rows(self.ctx, self.style, height)

    def has_percentages(self, is_column: bool) -> bool:
        """Whether tracks or gaps of an axis are parts of its size."""
        style = self.style
        if (style.column_gap if is_column else style.row_gap).has_percentage:
            return True
        template, automatic = (style.grid_template_columns, style.grid_auto_columns) if is_column else (style.grid_template_rows, style.grid_auto_rows)
        for entry in (*template.entries, *automatic):
            sizes = entry.tracks if isinstance(entry, Repeat) else (entry,)
            for size in sizes:
                for breadth in (size.minimum, size.maximum):
                    if getattr(breadth.length, "has_percentage", False):
                        return True
        return False

    def _block_limits(self) -> tuple[int, int]:
        """Definite min-height and max-height as inner heights."""
        style, edges = self.style, self.edges
        least = resolve_least(self.box, style.min_height, edges, self.space.percent_block) if style.min_height.is_definite_form else INDEFINITE
        most = resolve_block(self.box, style.max_height, edges, self.space.percent_block) if style.max_height.is_definite_form else INDEFINITE
        return (max(least - edges.block, 0) if least != INDEFINITE else 0, max(most - edges.block, 0) if most != INDEFINITE else INFINITE)

    def column_axis(self, lines: AxisLines, placed: PlacedItems, items: list[GridItem], room: int, gap: int) -> GridAxis:
        """The columns, sized and placed."""
        inherited = self._inherited(True)
        if inherited is not None and self.style.grid_template_columns.subgrid:
            return within(inherited, lines, self.edges, True, self.own_gap(True, room))
        used = {line for cell in placed.cells for line in range(cell.column, cell.column + cell.columns)}
        tracks = self.tracks(lines, placed.columns, placed.columns_before, True, room, used)
        contributors = [c for item in items for c in item.column_contributors(self.ctx, tracks, gap)]
        stretches = split_safety(self.style.justify_content)[0] in ("normal", "stretch")
        fraction = size_tracks(Sizing(tracks, contributors, gap, room, "", stretches))
        axis = GridAxis(tracks, [], gap, lines, placed.columns_before, fraction)
        self._offsets(axis, room, self.style.justify_content)
        return axis

    def own_gap(self, is_column: bool, room: int) -> int | None:
        """A subgrid's gutter, None where it is its parent's."""
        length = self.style.column_gap if is_column else self.style.row_gap
        return None if length.is_auto else length.resolve(max(room, 0))

    def _row_axis(
        self, lines: AxisLines, placed: PlacedItems, items: list[GridItem], across: GridAxis, room: int, gap: int, least: int, most: int
    ) -> GridAxis:
        inherited = self._inherited(False)
        if inherited is not None and self.style.grid_template_rows.subgrid:
            return within(inherited, lines, self.edges, False, self.own_gap(False, room))
        used = {line for cell in placed.cells for line in range(cell.row, cell.row + cell.rows)}
        tracks = self.tracks(lines, placed.rows, placed.rows_before, False, room, used)
        for item in items:
            item.area_x, item.area_width = across.span(item.cell.column, item.cell.columns)
            item.box.tell_heights(INDEFINITE)
        row_group_baselines(self.ctx, items, self.style, across)
        contributors = [c for item in items for c in row_contributor(self.ctx, item, tracks, self.style, across, gap)]
        stretches = split_safety(self.style.align_content)[0] in ("normal", "stretch")
        fraction = size_tracks(Sizing(tracks, contributors, gap, room, "", stretches, least, most))
        axis = GridAxis(tracks, [], gap, lines, placed.rows_before, fraction)
        self._offsets(axis, room if room != INDEFINITE else total_size(tracks, gap), self.style.align_content)
        return axis

    def _offsets(self, axis: GridAxis, room: int, value: str) -> None:
        """Where tracks start, by justify-content or align-content (§10.5)."""
        standing = sum(1 for track in axis.tracks if not track.collapsed)
        free = room - total_size(axis.tracks, axis.gap)
        word = split_safety(value)[0]
        spread = Distribution(0) if word in ("normal", "stretch") else distribute(value, free, standing)
        axis.offsets = []
        position = number = 0
        for track in axis.tracks:
            axis.offsets.append(position + spread.stepped(number))
            if not track.collapsed:
                position += track.base + axis.gap
                number += 1

    # The result

    def _fragment(self, width: int, height: int, across: GridAxis, down: GridAxis, items: list[GridItem]) -> Fragment:
        edges = self.edges
        fragment = Fragment(self.box, width, height)
        inner_height = max(height - edges.block, 0)
        places: dict[int, Placed] = {}
        for item in items:
            item.area_x, item.area_width = across.span(item.cell.column, item.cell.columns)
            item.area_y, item.area_height = down.span(item.cell.row, item.cell.rows)
            child, x, y = item.place(self.ctx, self.style, across, down)
            if item.box.is_relative:
                dx, dy = relative_offset(item.box, item.area_width, item.area_height)
                x, y = x + dx, y + dy
            places[id(item.box)] = Placed(edges.left + x, edges.top + y, child)
        fragment.children = [places[id(child)] for child in self.box.children if id(child) in places]
        self._baselines(fragment, items, places)
        fragment.tracks = (across, down)
        for waiting in self.box.children:
            if waiting.is_out_of_flow:
                fragment.out_of_flow.append(self._static_position(waiting, max(width - edges.inline, 0), inner_height, across, down))
        fragment.gather_out_of_flow()
        self.ctx.recorder.grid(self.box, across, down, items, places, fragment)
        return fragment

    def _baselines(self, fragment: Fragment, items: list[GridItem], places: dict[int, Placed]) -> None:
        """§10.6: of the first row's first item that shares in baseline alignment, else of its first item."""
        if not items:
            return
        for name, row in (("first_baseline", min(i.cell.row for i in items)), ("last_baseline", max(i.cell.row + i.cell.rows for i in items) - 1)):
            inside = [i for i in items if i.cell.row <= row < i.cell.row + i.cell.rows]
            inside.sort(key=lambda i: (i.cell.row, i.cell.column))
            chosen, of_it = baseline_item(inside, lambda item: item.align(self.style), name)
            place = places[id(chosen.box)]
            own = getattr(place.fragment, of_it)
            setattr(fragment, name, place.y + (own if own is not None else place.fragment.height))

    def _static_position(self, child: Box, width: int, height: int, across: GridAxis, down: GridAxis) -> OutOfFlow:
        """§9: as an item alone in its area, whose auto lines are padding edges; in the content box where the grid does not contain it."""
        justify = child.style.justify_self if child.style.justify_self != "auto" else self.style.justify_items
        align = child.style.align_self if child.style.align_self != "auto" else self.style.align_items
        style, edges = child.style, self.edges
        low_x, high_x, low_y, high_y = edges.left, edges.left + width, edges.top, edges.top + height
        if is_containing_block(self.box, style.position == "fixed"):
            low_x, high_x = edges.border_left, high_x + edges.padding_right
            low_y, high_y = edges.border_top, high_y + edges.padding_bottom
            x, right = edges_in(across, style.grid_column_start, style.grid_column_end, edges.left, low_x, high_x)
            y, bottom = edges_in(down, style.grid_row_start, style.grid_row_end, edges.top, low_y, high_y)
        else:
            x, right, y, bottom = low_x, high_x, low_y, high_y
        return OutOfFlow(child, x, y, max(right - x, 0), max(bottom - y, 0), static_side(justify), static_side(align))


