"""Fieldsets: a legend in the border at the top, and the contents below in a box of their own (HTML 15.3.13)."""

from __future__ import annotations

from dataclasses import replace

from ...units import INDEFINITE
from ..boxes import BLOCK, Box, Edges, edges_of
from ..containing import Frame, contains_height, held_height
from ..context import Context
from ..fragments import Fragment, Placed, Space
from ..sizes.sizing import block_size, child_percent_basis, inline_size, relative_offset
from .inside import Inside

FIELDSET, LEGEND, CONTENTS = "fieldset", "legend", "contents"
"""The roles of the three boxes."""


def layout_fieldset(ctx: Context, box: Box, space: Space) -> Fragment:
    """Lay out a fieldset that shows a legend: its children are the legend and the box of its contents."""
    edges = edges_of(box, space.inline)
    width = inline_size(ctx, box, edges, space)
    inner = max(width - edges.inline, 0)
    legend, contents = box.children
    placed, below = _legend(ctx, legend, edges, inner)
    given = child_percent_basis(box, edges, space, width)
    if given != INDEFINITE:
        given = max(given - below, 0)
    inside = ctx.layout(contents, Space(inner, given, given, fixed_inline=inner, fixed_block=given))
    content = held_height(box) if contains_height(box) else below + inside.height
    most = max(block_size(box, edges, space, content + edges.block, width) - edges.block - below, 0)
    if given == INDEFINITE and (most < inside.height or contains_height(box)):
        inside = ctx.layout(contents, Space(inner, most, most, fixed_inline=inner, fixed_block=most))
    least = edges.block + (0 if contains_height(box) else below)
    height = max(block_size(box, edges, space, content + edges.block, width), least)
    top = edges.top + below
    fragment = Fragment(box, width, height, [placed, Placed(edges.left, top, inside)])
    if inside.first_baseline is not None and inside.last_baseline is not None:
        fragment.first_baseline, fragment.last_baseline = top + inside.first_baseline, top + inside.last_baseline
    on_line = inside.line_baseline if contents.kind == BLOCK else inside.first_baseline
    fragment.line_baseline = None if on_line is None else top + on_line
    fragment.content_height = content + edges.block
    fragment.gather_out_of_flow()
    ctx.recorder.block(box, edges, space, fragment, Inside(height=content, children=fragment.children), None)
    return fragment


def _legend(ctx: Context, legend: Box, edges: Edges, inner: int) -> tuple[Placed, int]:
    """The legend in the middle of the border or, where that is thinner, from its top; and how far it reaches below the border."""
    own = edges_of(legend, inner)
    fragment = ctx.layout(legend, Space(inner, shrink=True))
    top = max((edges.border_top - fragment.height) // 2, 0)
    below = max(top + fragment.height + own.margin_bottom - edges.border_top, 0)
    x = edges.left + _shift(legend, own, inner - fragment.width)
    ctx.recorder.legend(legend, edges, x, top)
    across, down = relative_offset(legend, inner, INDEFINITE) if legend.is_relative else (0, 0)
    return Placed(x + across, top + down, fragment), below


def _shift(legend: Box, own: Edges, room: int) -> int:
    """How far a legend stands from the start of the content box: by its automatic margins, or by its ``text-align``."""
    free = max(room - own.margin_left - own.margin_right, 0)
    align = legend.style.text_align
    if own.auto_left or own.auto_right:
        part = free // 2 if own.auto_left and own.auto_right else free if own.auto_left else 0
    else:
        part = free // 2 if align == "center" else free if align in ("right", "end") else 0
    return own.margin_left + part


def contents_of(box: Box) -> Box:
    """The box that lays out what is in a box: itself, but in a fieldset that shows a legend."""
    return box.children[1] if box.role == FIELDSET else box


def is_in_contents(box: Box, fieldset: Box) -> bool:
    """Whether a box in a fieldset stands in its contents, and not in its legend."""
    node = box.parent
    while node is not None and node.parent is not fieldset:
        node = node.parent
    return node is not None and node.role == CONTENTS


def contents_frame(fragment: Fragment, frame: Frame) -> Frame:
    """Of a fieldset's padding box that part in which its contents stand, and what is positioned in them."""
    placed = next(child for child in fragment.opened().children if child.fragment.box.role == CONTENTS)
    top = placed.y - fragment.edges().padding_top
    return replace(frame, y=top, height=max(frame.height - top + frame.y, 0))


__all__ = ["CONTENTS", "FIELDSET", "LEGEND", "contents_frame", "contents_of", "is_in_contents", "layout_fieldset"]
