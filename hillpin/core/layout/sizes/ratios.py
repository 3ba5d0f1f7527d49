"""Widths through ``aspect-ratio`` on boxes that are not replaced (css-sizing-4 §4)."""

from __future__ import annotations

from ...styles.values import FIXED
from ...units import UNLIMITED, f32
from ..boxes import REPLACED, Box, Edges, edges_of


def ratio_of(box: Box) -> float | None:
    """width ÷ height preferred by ``aspect-ratio`` on a box that is not replaced."""
    ratio = box.style.aspect_ratio
    return ratio[1] if ratio is not None else None


def is_of_border_box(box: Box) -> bool:
    """Whether a ratio is that of the border box: by ``box-sizing``, but with ``auto`` beside it always of the content box."""
    ratio = box.style.aspect_ratio
    return box.style.box_sizing == "border-box" and not (ratio is not None and ratio[0])


def width_by_ratio(box: Box, edges: Edges, height: int, ratio: float) -> int:
    """The border-box width that a border-box height gives through a ratio, by ``box-sizing``."""
    if is_of_border_box(box):
        return max(int(f32(height * ratio)), edges.inline)
    return int(f32(max(height - edges.block, 0) * ratio)) + edges.inline - sum(box.gutters)


def width_by_own_height(box: Box) -> int | None:
    """The border-box width that a height gives where it is a length: what content keywords mean, too."""
    ratio = ratio_of(box)
    if ratio is None or box.kind == REPLACED or box.style.height.kind != FIXED:
        return None
    return _width_by(box, box.style.height.units, ratio)


def widths_by_own_limits(box: Box) -> tuple[int, int] | None:
    """The border-box widths between which ``min-height`` and ``max-height`` hold the content's width through the ratio where they are
    lengths (css-sizing-4 §4.2); None where there is no ratio or no such limit."""
    ratio, least, most = ratio_of(box), box.style.min_height, box.style.max_height
    if ratio is None or box.kind == REPLACED or (most.kind != FIXED and (least.kind != FIXED or not least.units)):
        return None
    low = _width_by(box, least.units, ratio) if least.kind == FIXED and least.units else 0
    return low, max(_width_by(box, most.units, ratio), low) if most.kind == FIXED else UNLIMITED


def _width_by(box: Box, height: int, ratio: float) -> int:
    edges = edges_of(box, 0)
    return width_by_ratio(box, edges, max(height, edges.block) if box.style.box_sizing == "border-box" else height + edges.block, ratio)
