"""What is noted of lines when the tree is made: which are trimmed, the first and the last of a block container with
``text-box-trim`` (css-inline-3 §5.1), and in which something sticks."""

from __future__ import annotations

from ..block.fieldset import FIELDSET
from ..boxes import Box, Kind


def mark_lines(root: Box) -> None:
    """Mark the boxes whose first or last line is cut off at the edges of its text, for their own style's sake or that of a block
    that they begin or end, and those with sticky inline boxes."""
    for box in root.walk():
        if box.kind == Kind.INLINE and box.style.position == "sticky":
            around = box.parent
            while around is not None and around.kind == Kind.INLINE:
                around = around.parent
            if around is not None:
                around.has_sticky_inlines = True
        asked = box.style.text_box_trim
        if asked != "none" and box.kind == Kind.BLOCK and box.role != FIELDSET:
            if asked in ("trim-start", "trim-both"):
                _mark(_with_line(box, first=True), (True, False))
            if asked in ("trim-end", "trim-both"):
                _mark(_with_line(box, first=False), (False, True))


def _mark(box: Box | None, sides: tuple[bool, bool]) -> None:
    if box is not None:
        box.trims = (box.trims[0] or sides[0], box.trims[1] or sides[1])


def _with_line(box: Box | None, first: bool) -> Box | None:
    """The block container in which the first or last line of one stands."""
    while box is not None and box.kind == Kind.BLOCK and box.role != FIELDSET and not box.has_inline_children:
        blocks = [child for child in box.children if child.is_block_level]
        box = None if not blocks else blocks[0] if first else blocks[-1]
    return box if box is not None and box.kind == Kind.BLOCK and box.role != FIELDSET else None
