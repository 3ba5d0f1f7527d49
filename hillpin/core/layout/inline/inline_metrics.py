"""Heights of inline content: font metrics with half-leading, and vertical-align (css-inline-3 §3, CSS 2 §10.8)."""

from __future__ import annotations

import math
from typing import NamedTuple

from ...fonts.face import Face
from ...fonts.store import FontStore
from ...styles.style import ComputedStyle
from ...styles.values import FIXED, Length, Number
from ...units import f32, percent_of, rounded
from ..block.empty_controls import control_baseline
from ..boxes import BLOCK, FLEX, GRID, REPLACED, TABLE, Box, edges_of
from ..context import Context
from ..fragments import Fragment


class FontHeight(NamedTuple):
    """Ascent and descent from a baseline in 1/64 px."""

    ascent: int
    descent: int


class StyleMetrics(NamedTuple):
    """What a style contributes to a line: its font's height, and that with half-leading."""

    ascent: int
    descent: int
    leaded: FontHeight
    line_height: int
    x_height: float
    font_size: int
    is_normal: bool


def with_leading(ascent: int, descent: int, line_height: int) -> FontHeight:
    """Add half-leading: its half is cut towards nothing, and then down to whole px (as the browser does)."""
    above = int((line_height - ascent - descent) / 2) & ~63
    return FontHeight(ascent + above, line_height - ascent - above)


def style_metrics(ctx: Context, style: ComputedStyle) -> StyleMetrics:
    """Metrics of a style, computed once and kept with it."""
    return metrics_of(ctx.fonts, style)


def marker_height(ctx: Context, box: Box) -> FontHeight:
    """The height of the line that the marker outside of a box makes: that of the box's own, raised where the marker reaches higher."""
    own = style_metrics(ctx, box.style).leaded
    return own if box.marker_style is None else FontHeight(max(own.ascent, style_metrics(ctx, box.marker_style).leaded.ascent), own.descent)


def metrics_of(fonts: FontStore, style: ComputedStyle) -> StyleMetrics:
    """``style_metrics`` with the fonts of a page."""
    known: StyleMetrics | None = style.__dict__.get("_metrics")
    if known is None:
        metrics = fonts.metrics(style)
        ascent, descent = metrics.ascent * 64, metrics.descent * 64
        size = rounded(style.font_size)
        height = style.line_height
        if height is None:
            line_height = round(metrics.line_spacing) * 64
        elif isinstance(height, Number):
            line_height = percent_of(f32(height.value * 100), size)
        else:
            line_height = math.floor(height * 64 + 0.5)
        leaded = with_leading(ascent, descent, line_height)
        known = StyleMetrics(ascent, descent, leaded, line_height, fonts.x_height(style), size, height is None)
        style.__dict__["_metrics"] = known
    return known


def text_edges(ctx: Context, style: ComputedStyle) -> tuple[int, int]:
    """How far above and below the baseline the text of a style reaches by ``text-box-edge``, in 1/64 px (css-inline-3 §5.2)."""
    own, (over, _, under) = style_metrics(ctx, style), style.text_box_edge.partition(" ")
    face, size = ctx.fonts.stack(style).first, style.font_size
    heights = {"cap": face.cap_height, "ex": face.x_height}
    above = rounded(heights[over](size)) if over in heights else own.ascent
    return above, 0 if under == "alphabetic" else own.descent


def fallback_height(face: Face, size: float) -> FontHeight:
    """Line contribution of a fallback face where line-height is normal."""
    metrics = face.metrics(size)
    ascent, descent = metrics.ascent * 64, metrics.descent * 64
    return with_leading(ascent, descent, round(metrics.line_spacing) * 64)


def baseline_shift(ctx: Context, style: ComputedStyle, own: FontHeight, parent: StyleMetrics, line_height: int) -> int | None:
    """How far a box's baseline is below its parent's, or None for ``top`` and ``bottom`` (§10.8.1).

    ``own`` is the box's ascent and descent; ``line_height`` is its own, which percentages are of.
    """
    align = style.vertical_align
    if isinstance(align, Length):
        return -(align.units if align.kind == FIXED else align.resolve(line_height))
    if align == "baseline":
        return 0
    if align == "sub":
        return parent.font_size // 5 + 64
    if align == "super":
        return -(parent.font_size // 3 + 64)
    if align == "text-top":
        return own.ascent - parent.ascent
    if align == "text-bottom":
        return parent.descent - own.descent
    if align in ("middle", "-webkit-baseline-middle"):
        half = own.ascent - own.descent
        half = half // 2 if half >= 0 else -(-half // 2)
        return half - (rounded(parent.x_height / 2) if align == "middle" else 0)
    return None


def atomic_baseline(box: Box, fragment: Fragment) -> int | None:
    """The baseline of an atomic inline box from its border top; None for its bottom margin edge (§10.8.1)."""
    if box.kind == REPLACED:
        return fragment.last_baseline if box.natural is None or box.natural.first_line is None or box.role == "picture" else None
    if box.kind in (FLEX, GRID, TABLE):
        return control_baseline(box, fragment.height, edges_of(box, 0)) if fragment.first_baseline is None else fragment.first_baseline
    if box.style.overflow_x not in ("visible", "clip") and box.element is not None and box.element.tag not in ("button", "input"):
        return None
    return fragment.line_baseline if box.kind == BLOCK else fragment.last_baseline
