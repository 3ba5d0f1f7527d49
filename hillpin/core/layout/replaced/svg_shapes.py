"""Bounding boxes of the shapes in an inline svg element (SVG 2 §8.2 to §8.10, CSSOM View §6)."""

from __future__ import annotations

import re
from collections.abc import Iterator

from fontTools.pens.boundsPen import BoundsPen
from fontTools.svgLib.path import parse_path

from ...images import svg_length
from ...markup.tree import Element
from ..matrix import IDENTITY, Matrix, Rect, bounds_of, multiplied, rotation

INVISIBLE = frozenset(
    {"defs", "symbol", "title", "desc", "metadata", "clipPath", "mask", "linearGradient", "radialGradient", "pattern", "marker",
     "filter", "style", "script", "stop"}
)  # fmt: skip
GROUPS = frozenset({"g", "a", "switch", "svg"})
SHAPES = frozenset({"path", "rect", "circle", "ellipse", "line", "polyline", "polygon", "image"})
_NUMBER = re.compile(r"[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?")
_TRANSFORM = re.compile(r"([a-zA-Z]+)\s*\(([^)]*)\)")

Bounds = tuple[float, float, float, float]


def shape_rects(svg: Element, x: float, y: float, width: float, height: float) -> Iterator[tuple[Element, Rect | None]]:
    """Every element inside an svg whose content box is at (x, y): its rectangle in CSS px of the page.

    None stands for elements that draw nothing; elements that are not covered (text, use) are left out.
    """
    matrix = multiplied((1.0, 0.0, 0.0, 1.0, x, y), _view_box(svg, width, height))
    for child in svg.elements:
        yield from _walk(child, matrix)


def _walk(element: Element, matrix: Matrix) -> Iterator[tuple[Element, Rect | None]]:
    if element.tag in INVISIBLE:
        yield element, None
        for inside in element.descendants():
            yield inside, None
        return
    matrix = multiplied(matrix, parse_transform(element.attributes.get("transform", "")))
    if element.tag in SHAPES:
        bounds = shape_bounds(element)
        yield element, bounds_of(matrix, bounds) if bounds is not None else None
    elif element.tag in GROUPS:
        pairs = [pair for child in element.elements for pair in _walk(child, matrix)]
        rects = [rect for _, rect in pairs if rect is not None]
        union = rects[0] if rects else None
        for rect in rects[1:]:
            union = union.united(rect) if union is not None else rect
        yield element, union
        yield from pairs


def shape_bounds(element: Element) -> Bounds | None:
    """A shape's fill bounding box in its own coordinates: left, top, right, bottom."""
    attributes, tag = element.attributes, element.tag

    def number(name: str) -> float:
        return svg_length(attributes.get(name)) or _signed(attributes.get(name))

    if tag in ("rect", "image"):
        left, top = number("x"), number("y")
        return (left, top, left + number("width"), top + number("height"))
    if tag in ("circle", "ellipse"):
        rx = number("r") if tag == "circle" else number("rx")
        ry = number("r") if tag == "circle" else number("ry")
        return (number("cx") - rx, number("cy") - ry, number("cx") + rx, number("cy") + ry)
    if tag == "line":
        xs, ys = sorted((number("x1"), number("x2"))), sorted((number("y1"), number("y2")))
        return (xs[0], ys[0], xs[1], ys[1])
    if tag in ("polyline", "polygon"):
        values = [float(text) for text in _NUMBER.findall(attributes.get("points", ""))]
        xs, ys = values[0::2], values[1::2]
        return (min(xs), min(ys), max(xs), max(ys)) if xs and ys else None
    pen = BoundsPen(None)
    try:
        parse_path(attributes.get("d", ""), pen)
    except (ValueError, IndexError, AssertionError, TypeError, ArithmeticError):
        return None
    return pen.bounds  # type: ignore[no-any-return]


def _signed(text: str | None) -> float:
    match = _NUMBER.match((text or "").strip())
    return float(match.group()) if match else 0.0


def _view_box(svg: Element, width: float, height: float) -> Matrix:
    """viewBox and preserveAspectRatio as a matrix (SVG 2 §8.6 to §8.7)."""
    text = svg.attributes.get("viewbox") or svg.attributes.get("viewBox") or ""
    values = [float(number) for number in _NUMBER.findall(text)]
    if len(values) != 4 or values[2] <= 0 or values[3] <= 0:
        return IDENTITY
    left, top, across, down = values
    words = (svg.attributes.get("preserveaspectratio") or svg.attributes.get("preserveAspectRatio") or "xMidYMid").split()
    align, is_slice = words[0] if words else "xMidYMid", "slice" in words
    sx, sy = width / across, height / down
    if align == "none":
        return (sx, 0.0, 0.0, sy, -left * sx, -top * sy)
    scale = max(sx, sy) if is_slice else min(sx, sy)
    free_x, free_y = width - across * scale, height - down * scale
    dx = free_x * (0.0 if "xMin" in align else 1.0 if "xMax" in align else 0.5)
    dy = free_y * (0.0 if "YMin" in align else 1.0 if "YMax" in align else 0.5)
    return (scale, 0.0, 0.0, scale, dx - left * scale, dy - top * scale)


def parse_transform(text: str) -> Matrix:
    """A transform attribute as a matrix."""
    matrix = IDENTITY
    for name, arguments in _TRANSFORM.findall(text):
        values = [float(number) for number in _NUMBER.findall(arguments)] or [0.0]
        first, second = values[0], values[1] if len(values) > 1 else None
        if name == "translate":
            matrix = multiplied(matrix, (1.0, 0.0, 0.0, 1.0, first, second or 0.0))
        elif name == "scale":
            matrix = multiplied(matrix, (first, 0.0, 0.0, first if second is None else second, 0.0, 0.0))
        elif name == "rotate":
            cx, cy = (values[1], values[2]) if len(values) > 2 else (0.0, 0.0)
            turned = multiplied((1.0, 0.0, 0.0, 1.0, cx, cy), rotation(first))
            matrix = multiplied(matrix, multiplied(turned, (1.0, 0.0, 0.0, 1.0, -cx, -cy)))
        elif name == "matrix" and len(values) == 6:
            matrix = multiplied(matrix, (values[0], values[1], values[2], values[3], values[4], values[5]))
    return matrix
