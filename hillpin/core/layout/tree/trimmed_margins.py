"""``margin-trim`` (css-box-4 §4) as the browser has it: of block containers, above what is first in them and below what is last.

All margins that adjoin there count for nothing, also those of what is first in what is first, and of empty boxes before it.
"""

from __future__ import annotations

from ...styles.values import Kind, Length
from ..boxes import BLOCK, Box
from .quirk_margins import makes_line


def trim_margins(root: Box) -> None:
    """Flag the boxes whose top or bottom margins are trimmed."""
    for box in root.walk():
        trimmed = box.style.margin_trim
        if trimmed and box.kind == BLOCK:
            if trimmed != "end":
                _trim(box, at_start=True)
            if trimmed != "start":
                _trim(box, at_start=False)


def _trim(container: Box, at_start: bool) -> bool:
    """Whether the margins at an end of a container adjoin those at its other end: nothing in it keeps them apart."""
    if container.has_inline_children:
        return not any(makes_line(child) for child in container.children)
    for child in container.children if at_start else reversed(container.children):
        if child.is_floating or child.is_out_of_flow:
            continue
        above, below = child.trimmed
        child.trimmed = (above or at_start, below or not at_start)
        style = child.style
        top, bottom = (style.padding_top, style.border_top_width), (style.padding_bottom, style.border_bottom_width)
        near, far = (top, bottom) if at_start else (bottom, top)
        is_closed = near[0].units or near[0].has_percentage or near[1] or child.is_bfc_root or child.kind != BLOCK or (not at_start and not _is_open(style.height))
        if is_closed or not _trim(child, at_start):
            return False
        if far[0].units or far[0].has_percentage or far[1] or not _is_open(style.height) or style.min_height.units:
            return False
        child.trimmed = (True, True)
    return True


def _is_open(height: Length) -> bool:
    """Whether a height keeps no margins apart where nothing stands in it."""
    return height.is_auto or (height.kind == Kind.FIXED and not height.units)
