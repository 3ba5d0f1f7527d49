"""Margins that quirks mode passes over: those of the browser's own sheet, at the start of a body or cell and at the end of a cell.

As Chromium has it, which goes by the margins that adjoin there and not, as HTML 15.3.10 does, by the siblings.
"""

from __future__ import annotations

from ...styles.ua import WITH_MARGINS
from ..boxes import BLOCK, BREAK, INLINE, TEXT, Box


def drop_margins(root: Box) -> None:
    """Flag the boxes whose top or bottom margins count for nothing, as far as they are the browser's own."""
    for box in root.walk():
        is_body = box.element is not None and box.element.tag == "body" and box.pseudo is None
        if is_body or box.role == "cell":
            _drop(box, at_start=True)
        if box.role == "cell":
            _drop(box, at_start=False)


def _drop(container: Box, at_start: bool) -> bool:
    """Whether the margins at an end of a container adjoin those beyond all of it: nothing in it keeps them apart."""
    if container.kind != BLOCK:
        return False
    if container.has_inline_children:
        return not any(makes_line(child) for child in container.children)
    for child in container.children if at_start else reversed(container.children):
        if child.is_floating or child.is_out_of_flow:
            continue
        if _has_default_margins(child):
            child.drops_top = child.drops_top or at_start
            child.drops_bottom = child.drops_bottom or (not at_start and _has_default_end(child))
        style = child.style
        near = (style.padding_top, style.border_top_width) if at_start else (style.padding_bottom, style.border_bottom_width)
        is_apart = near[0].units or near[0].has_percentage or near[1] or child.is_bfc_root or not style.height.is_auto
        if is_apart or child.kind != BLOCK or not _drop(child, at_start):
            return False
        # Both margins of an empty box are there.
        child.drops_bottom = child.drops_bottom or (at_start and _has_default_margins(child))
    return True


def _has_default_margins(box: Box) -> bool:
    return box.element is not None and box.pseudo is None and (box.element.tag in WITH_MARGINS or box.element.tag == "form")


def _has_default_end(box: Box) -> bool:
    return box.element is not None and box.pseudo is None and box.element.tag in ("p", "pre", "xmp", "plaintext", "listing")


def makes_line(box: Box) -> bool:
    if box.kind == TEXT:
        return bool(box.text.strip(" \t\n\r\f"))
    if box.kind == INLINE:
        style = box.style
        edges = (style.padding_left, style.padding_right, style.margin_left, style.margin_right)
        return any(makes_line(child) for child in box.children) or any(edge.units for edge in edges)
    return box.kind == BREAK or not (box.is_floating or box.is_out_of_flow)
