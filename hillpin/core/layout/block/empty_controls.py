"""What controls with nothing in them stand on."""

from __future__ import annotations

from ...styles.form_controls import is_bare
from ..boxes import Box


def control_baseline(box: Box, height: int, start: int) -> int | None:
    """The baseline of a button or box to tick without a line, from its border top: of a button where its content would begin, of
    a box that the browser draws its lower edge. 1/64 px; None for none."""
    if box.role == "button":
        return start
    return None if is_bare(box.style) else height
