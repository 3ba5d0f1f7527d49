"""Boxes and lengths to fragments with places: CSS layout as Chromium does it, in 1/64 px.

``tree/`` makes the box tree; ``sizes/`` widths, heights and what content wants; ``block/``, ``inline/``, ``flex/``,
``grid/``, ``table/`` and ``replaced/`` are a formatting context each; ``positioned`` places what is out of flow;
``geometry`` reads rectangles off. ``entry.Pass`` is the door: a context asks for another's boxes through
``ctx.layout(box, space)``, for content's sizes through ``ctx.content_sizes(box)``, and tells ``ctx.recorder`` its steps.
From outside: ``layout_root(Pass(viewport, fonts), root)``, and the data below.
"""

from .block.fieldset import contents_of
from .boxes import BREAK, FLEX, GRID, INLINE, TEXT, Box, Edges, Kind, edges_of, forget_changed, window_gutters
from .containing import containing_box
from .context import Context
from .entry import Pass, layout_root
from .flex.flex_line import FlexLine
from .fragments import Fragment, Space
from .geometry import GeneratedBox, scroll_ends
from .grid.grid_axis import GridAxis
from .inline.inline_metrics import style_metrics
from .inline.text_shaping import SMALL_CAPS, small_caps_size
from .inline.text_transforms import transformed
from .matrix import Rect
from .recorder import Recorder
from .replaced.natural import Natural
from .replaced.natural_sizes import Pictures
from .shapes import around, radii_of
from .tree.box_tree import BoxTree

__all__ = ["BREAK", "FLEX", "GRID", "INLINE", "SMALL_CAPS", "TEXT", "Box", "BoxTree", "Context", "Edges", "FlexLine", "Fragment", "GeneratedBox", "GridAxis", "Kind", "Natural", "Pass", "Pictures", "Recorder", "Rect", "Space", "around", "containing_box", "contents_of", "edges_of", "forget_changed", "layout_root", "radii_of", "scroll_ends", "small_caps_size", "style_metrics", "transformed", "window_gutters"]
