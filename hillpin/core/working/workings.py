"""The recorder that layout tells its steps when someone asks how a number came about: one method for each kind of step."""

from __future__ import annotations

from .block_steps import record_block, record_float, record_in_flow, record_inline_size, record_legend
from .column_steps import record_columns, record_in_column
from .flex_steps import record_flex
from .grid_steps import record_grid
from .line_steps import record_in_line
from .positioned_steps import record_positioned, record_replaced
from .record import Sums
from .table_steps import record_cells, record_table_height, record_table_width


class Workings(Sums):
    """Writes a sum for every step it is told (``layout.recorder.Recorder``)."""

    inline_size = record_inline_size
    block = record_block
    columns = record_columns
    in_column = record_in_column
    legend = record_legend
    in_flow = record_in_flow
    float = record_float
    in_line = record_in_line
    flex = record_flex
    grid = record_grid
    table_width = record_table_width
    table_height = record_table_height
    cells = record_cells
    positioned = record_positioned
    replaced = record_replaced
