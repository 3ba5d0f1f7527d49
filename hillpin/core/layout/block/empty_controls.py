"""What controls with nothing in them stand on."""

from __future__ import annotations

from ..boxes import Box, Edges
from ..containing import is_drawn_tick


def control_baseline(box: Box, height: int, edges: Edges) -> int | None:
    """The baseline of a button or box to tick without a line, from its border top: of a button the lower edge of its content box, of
    a box that the browser draws its own. 1/64 px; None for none."""
    if box.role == "button":
        return height - edges.bottom
    return height if is_drawn_tick(box) else None
