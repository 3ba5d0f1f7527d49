"""The outline of a float with ``shape-outside`` (css-shapes-1 §2, §3)."""

from __future__ import annotations

from ...styles import ClipShape
from ..boxes import Box, Edges
from ..context import Context
from ..matrix import Rect
from ..shapes import Radii, around, fitted, points_of, radii_of
from .outlines import Ellipse, Outline, Polygon, Rounded

_SQUARE = Radii(((0.0, 0.0),) * 4, 1.0, "", 0.0)


def outline_of(ctx: Context, box: Box, width: int, height: int, edges: Edges, basis: int) -> Outline | None:
    """The outline of a float of that border-box size (1/64 px) in a containing block of ``basis`` width, None where lines keep clear of
    its margin box. Shapes that are not followed are noted at it."""
    if not box.style.shape_outside:
        return None
    shape: ClipShape = box.style.shape_outside[0]
    reference = _reference(shape.box, width, height, edges)
    margin = box.style.shape_margin.resolve(basis) / 64
    is_from_right = "rtl" in (box.style.direction, box.parent.style.direction if box.parent is not None else "")
    made = None if is_from_right else _made(box, shape, reference, margin)
    if made is None:
        ctx.note_unmodelled(box, "shape-outside")
    return made


def _made(box: Box, shape: ClipShape, reference: Rect, margin: float) -> Outline | None:
    if shape.kind == "polygon":
        points = points_of(shape, reference.width, reference.height)
        return Polygon([(reference.x + x, reference.y + y) for x, y in points], margin)
    bounds = around(shape, reference.width, reference.height)
    if bounds is None:
        return None
    if shape.kind in ("circle", "ellipse"):
        return Ellipse(Rect(reference.x + bounds.x - margin, reference.y + bounds.y - margin, bounds.width + 2 * margin, bounds.height + 2 * margin))
    radii = radii_of(box.style, bounds.width, bounds.height) if shape.kind == "box" else fitted(shape.corners, bounds.width, bounds.height) if shape.corners else _SQUARE
    grown = tuple((across + margin, down + margin) for across, down in radii.used) if margin else radii.used
    outer = Rect(reference.x + bounds.x - margin, reference.y + bounds.y - margin, bounds.width + 2 * margin, bounds.height + 2 * margin)
    return Rounded(outer, Radii(grown, radii.part, radii.side, radii.room))


def _reference(box: str, width: int, height: int, edges: Edges) -> Rect:
    """The reference box in the margin box."""
    top, right, bottom, left = {
        "margin": (-edges.margin_top, -edges.margin_right, -edges.margin_bottom, -edges.margin_left), "border": (0, 0, 0, 0),
        "padding": (edges.border_top, edges.border_right, edges.border_bottom, edges.border_left), "content": (edges.top, edges.right, edges.bottom, edges.left),
    }[box]  # fmt: skip
    return Rect((edges.margin_left + left) / 64, (edges.margin_top + top) / 64, (width - left - right) / 64, (height - top - bottom) / 64)
