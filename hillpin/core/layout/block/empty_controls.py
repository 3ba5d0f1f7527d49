"""What controls with nothing in them stand on."""

from __future__ import annotations

from ..boxes import Box
from ..containing import is_drawn_tick


def control_baseline(box: Box, height: int, start: int) -> int | None:
    """The baseline of a button or box to tick without a line, from its border top: of a button where its content would begin, of
    a box that the browser draws its lower edge. 1/64 px; None for none."""
    if box.role == "button":
        return start
    return height if is_drawn_tick(box) else None
