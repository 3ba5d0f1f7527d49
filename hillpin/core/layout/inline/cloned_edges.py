"""``box-decoration-break: clone``: every piece of an inline box has the box's edges (css-break-4 §5.4). Lengths in 1/64 px."""

from __future__ import annotations

from ..boxes import Box, edges_of
from .items import InlineContent, ItemKind


def is_cloned(box: Box) -> bool:
    """Whether each piece of an inline box has all its edges."""
    return box.style.box_decoration_break == "clone"


def start_edge(box: Box, basis: int) -> int:
    """Margin, border and padding before each piece of an inline box whose edges are cloned; 0 for another one."""
    return edges_of(box, basis).margin_left + edges_of(box, basis).left if is_cloned(box) else 0


def end_edge(box: Box, basis: int) -> int:
    """The same behind each piece."""
    return edges_of(box, basis).right + edges_of(box, basis).margin_right if is_cloned(box) else 0


def edges_around(content: InlineContent, index: int, basis: int) -> tuple[int, int]:
    """What the inline boxes that are open before an item put before a line that begins there, and behind one that ends there."""
    if not content.has_clones:
        return 0, 0
    boxes: list[Box] = []
    for item in content.items[:index]:
        if item.kind == ItemKind.OPEN:
            boxes.append(item.box)
        elif item.kind == ItemKind.CLOSE:
            boxes.remove(item.box)
    return sum(start_edge(box, basis) for box in boxes), sum(end_edge(box, basis) for box in boxes)
