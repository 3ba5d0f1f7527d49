"""The recorder that layout tells its steps when someone asks how a number came about: one method for each kind of step."""

from __future__ import annotations

from .blocks import record_block, record_float, record_in_flow, record_inline_size
from .flex import record_flex
from .grid import record_grid
from .lines import record_in_line
from .positioned import record_positioned, record_replaced
from .record import Sums
from .tables import record_cells, record_table_height, record_table_width


class Workings(Sums):
    """Writes a sum for every step it is told (``layout.recorder.Recorder``)."""

    inline_size = record_inline_size
    block = record_block
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
