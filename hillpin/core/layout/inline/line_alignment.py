"""Where lines, and boxes that would stand alone on one, begin in the room that they have (css-text-3 §6)."""

from __future__ import annotations

from ..alignment import static_side
from ..boxes import Box
from ..fragments import OutOfFlow
from .items import Item, ItemKind
from .line_parts import Line, widened_spaces, without_end


def was_inline(box: Box) -> bool:
    """Whether a box that is out of flow would be an inline-level one in it."""
    return bool(box.style.__dict__.get("specified_display", "inline").startswith("inline"))


def waiting_at(box: Box, x: int, y: int, width: int = 0, height: int = 0) -> OutOfFlow:
    """A box out of flow whose own alignment holds in its static-position rectangle (css-position-3 §3.5.1): in 1/64 px, from x
    and y on as wide as the block container it stands in, or as high as its line."""
    return OutOfFlow(box, x, y, width, height, static_side(box.style.justify_self), static_side(box.style.align_self))


def halves_before(container: Box, box: Box) -> int:
    """How many halves of the room are before a box out of flow that would stand alone on a line, by ``text-align``."""
    return _halves(container.style.text_align) if was_inline(box) else 0


def _halves(align: str) -> int:
    return 2 if align in ("right", "end", "-webkit-right") else 1 if align in ("center", "-webkit-center") else 0


def _stand_in(item: Item) -> str:
    """What counts for something that is no text."""
    return item.kind.name + " " * widened_by(item.box)


def widened_by(box: Box) -> int:
    """How many places something that is no text has that justification widens: a symbol as a marker ends with a space, and circles
    and squares are widened themselves, as the browser has it."""
    if box.role != "marker":
        return 0
    return 2 if box.style.list_style_type in ("circle", "square") else 1


def aligned(box: Box, line: Line, free: int, text: str) -> tuple[int, float]:
    """Where a line starts in its free room by text-align, and the px added at each space where justified."""
    style = box.style
    align = style.text_align
    ends_paragraph = line.is_last or line.forced
    if ends_paragraph and style.text_align_last != "auto":
        align = style.text_align_last
    elif align == "justify" and ends_paragraph:
        align = "start"
    if ends_paragraph and style.white_space_collapse == "preserve":
        # Kept spaces at the end of a paragraph count as far as they fit (css-text-3 §4.1.3).
        free -= max(sum(part.width for part in line.parts) - line.width, 0)
    if free <= 0:
        return 0, 0.0
    if align == "justify":
        shown = "".join(text[part.start : part.end] if part.item.kind == ItemKind.TEXT else _stand_in(part.item) for part in line.parts if part.item.kind not in (ItemKind.OPEN, ItemKind.CLOSE))
        spaces = widened_spaces(without_end(shown, style.white_space_collapse))
        return (0, free / 64 / spaces) if spaces else (0, 0.0)
    return free * _halves(align) // 2, 0.0
