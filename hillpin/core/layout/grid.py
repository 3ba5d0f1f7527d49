from __future__ import annotations
from .block import layout_block
from .boxes import Box
from .context import Context
from .fragments import Fragment, Space
from .intrinsic import _block_sizes

def grid_content_sizes(ctx: Context, box: Box) -> tuple[int, int]:
    return _block_sizes(ctx, box)

def layout_grid(ctx: Context, box: Box, space: Space) -> Fragment:
    ctx.note_unmodelled(box, "display: grid")
    return layout_block(ctx, box, space)

def grid_area_frame(fragment, box, frame):
    return frame
