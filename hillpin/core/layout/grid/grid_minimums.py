"""Automatic minimum sizes of grid items (css-grid-2 §6.6)."""

from __future__ import annotations

from ...styles.values import AUTO_KIND, Kind, Length
from .grid_track import Track


def behaves_as_auto(width: Length) -> bool:
    """Whether a width has an automatic minimum (§12.5): as the browser has it, each that depends on the room."""
    return width.kind in (AUTO_KIND, Kind.FIT_CONTENT, Kind.STRETCH) or width.has_percentage


def automatic_applies(overflow: str, spanned: list[Track]) -> bool:
    """Whether the automatic minimum is content-based (§6.6)."""
    if overflow not in ("visible", "clip"):
        return False
    if not any(track.minimum == "auto" for track in spanned):
        return False
    return len(spanned) == 1 or not any(track.is_flexible for track in spanned)


def within_fixed(size: int, spanned: list[Track], margins: int, least: int) -> int:
    """A content-based minimum held within tracks whose maximums are all fixed; ``fit-content()`` is none (§6.6). A border-box size,
    never under its edges, ``least``."""
    if spanned and all(track.maximum == "fixed" for track in spanned):
        return min(size, max(sum(track.limit for track in spanned) - margins, least))
    return size
