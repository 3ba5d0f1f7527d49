"""What layout tells of its steps, to whoever asked how a number came about. Layout knows this protocol alone."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol

from .block.floats import Floats
from .block.inside import Inside, Strut
from .boxes import Box, Edges
from .flex.flex_line import Axes, FlexLine
from .fragments import Fragment, Placed, Space
from .grid.grid_axis import AreaItem, GridAxis
from .table.table_grid import Column, RowSize, TableGrid


class FlowSoFar(Protocol):
    """A block container while its children are laid out one below another."""

    box: Box
    width: int
    y: int
    strut: Strut[int]
    at_top: bool
    cx: int
    cy: int


class Recorder(Protocol):
    """All lengths are in 1/64 px."""

    def wants(self, box: Box) -> bool:
        """Whether the steps of a box are wanted, so that what is remembered of it does not do."""
        ...

    def inline_size(self, box: Box, edges: Edges, space: Space, before_limits: int, width: int) -> None:
        """A box's border-box width, before and after its limits."""
        ...

    def block(self, box: Box, edges: Edges, space: Space, fragment: Fragment, inside: Inside, floats: Floats | None) -> None:
        """A block container's height from what is inside."""
        ...

    def columns(self, box: Box, room: int, number: int, width: int) -> None:
        """How many columns a container has in its content width, and how wide they are."""
        ...

    def in_column(self, box: Box, column: int, moved: tuple[int, int], grown: tuple[int, int]) -> None:
        """Which column, from 0, a box begins in that was laid out as though there were one without an end; how far that moves it
        from its parent, and how much wider and higher it is for the columns that it reaches over."""
        ...

    def legend(self, legend: Box, edges: Edges, x: int, y: int) -> None:
        """Where a legend stands from the border edge of its fieldset, which has these edges."""
        ...

    def in_flow(self, box: Box, edges: Edges, flow: FlowSoFar, x: int, y: int, strut: Strut[int], cleared: bool) -> None:
        """A block's place in its container."""
        ...

    def float(self, box: Box, edges: Edges, flow: FlowSoFar, x: int, y: int) -> None:
        """A float's place in its container."""
        ...

    def in_line(self, root: Box, basis: int, box: Box, x: int, y: int, line_top: int) -> None:
        """A box's place on a line of text."""
        ...

    def flex(self, box: Box, axes: Axes, lines: list[FlexLine], inner_main: int, gap: int, fragment: Fragment) -> None:
        """The lines and items of a flex container."""
        ...

    def grid(
        self, box: Box, across: GridAxis, down: GridAxis, items: Sequence[AreaItem], places: dict[int, Placed], fragment: Fragment
    ) -> None:
        """The tracks and items of a grid container."""
        ...

    def table_width(self, box: Box, edges: Edges, space: Space, used: int, low: int, high: int) -> None:
        """A table's width between what its columns need at least and at most."""
        ...

    def table_height(
        self, box: Box, edges: Edges, rows: list[RowSize], spacing: int, captions: int, grid_height: int, fragment: Fragment
    ) -> None:
        """A table's height from its rows."""
        ...

    def cells(
        self, box: Box, grid: TableGrid, columns: list[Column], widths: list[int], offsets: list[int], rows: list[RowSize],
        spacing: int, down: int, fragment: Fragment,
    ) -> None:
        """The sizes and places of a table's cells."""
        ...

    def positioned(self, box: Box, width: int, height: int, fragment: Fragment, x: int, y: int, static: tuple[int, int]) -> None:
        """A positioned box in its containing block of ``width`` by ``height``."""
        ...

    def replaced(self, box: Box, edges: Edges, space: Space, fragment: Fragment) -> None:
        """A replaced box's size."""
        ...


class _Silent:
    """Nobody asked."""

    def wants(self, box: Box) -> bool:
        return False

    def nothing(self, *_step: object) -> None:
        """Told a step, and forgets it."""

    inline_size = block = columns = in_column = legend = in_flow = float = in_line = flex = grid = nothing
    table_width = table_height = cells = positioned = replaced = nothing


SILENT: Recorder = _Silent()
