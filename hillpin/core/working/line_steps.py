"""Terms of what stands in lines: atomic inline boxes and floats met there (CSS 2 §9.4.2, §9.5)."""

from __future__ import annotations

from ..layout.boxes import Box, edges_of
from .block_steps import name_of
from .record import Source, Sum, Sums, declared


def record_in_line(sums: Sums, root: Box, basis: int, box: Box, x: int, y: int, line_top: int) -> None:
    """The place of a box in a line of ``root``, from the root's content edge; percentages of edges are of ``basis``."""
    if not sums.wants(box):
        return
    edges = edges_of(root, basis)
    across = Sum("x").start(0, f"edge of {name_of(root)}")
    down = Sum("y").start(0, f"edge of {name_of(root)}")
    for total, side in ((across, "left"), (down, "top")):
        total.add(getattr(edges, f"border_{side}"), f"border-{side} of {name_of(root)}", declared(root, f"border-{side}-width"))
        total.add(getattr(edges, f"padding_{side}"), f"padding-{side} of {name_of(root)}", declared(root, f"padding-{side}"))
    if box.is_floating:
        side = box.style.float
        across.add(x, f"float: {side}, as far {side} as it may stand", declared(box, "float"))
        down.add(y, "as high as it may stand", Source(rule="CSS 2 §9.5.1"))
    else:
        across.add(x, "what stands before it on its line, and text-align", declared(root, "text-align"))
        down.add(line_top, "the lines above", Source(rule="CSS 2 §9.4.2"))
        down.add(y - line_top, f"its place in the line: vertical-align: {_align_words(box)}", declared(box, "vertical-align"))
    sums.write(box, "x", across)
    sums.write(box, "y", down)


def _align_words(box: Box) -> str:
    align = box.style.vertical_align
    return align if isinstance(align, str) else "a length"
