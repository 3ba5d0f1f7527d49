"""What a ``clip-path`` leaves of a box (css-shapes-1 §3.1). Lengths are CSS px, places from the left top corner of the border box."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

from ..layout import Edges, Fragment, Rect
from ..shown import px
from ..styles import ClipShape

_NEAR = 1 / 128


def clipped_to(shape: ClipShape, fragment: Fragment) -> Rect | None:
    """The rectangle around a shape, which may reach beyond the box; None where it is none that is looked into."""
    box = _reference(shape.box, fragment)
    within = _WITHIN.get(shape.kind)
    found = within(shape, box.width, box.height) if within is not None else None
    return Rect(box.x + found.x, box.y + found.y, found.width, found.height) if found is not None else None


def clip_words(fragment: Fragment) -> str:
    """``200 × 80 shows: 40 cut off left, 20 below``."""
    shapes = fragment.box.style.clip_path
    shown = clipped_to(shapes[0], fragment) if shapes else None
    if shown is None:
        return ""
    width, height = fragment.width / 64, fragment.height / 64
    left, top, right, bottom = max(shown.x, 0.0), max(shown.y, 0.0), min(shown.x + shown.width, width), min(shown.y + shown.height, height)
    if right - left < _NEAR or bottom - top < _NEAR:
        return "nothing of it shows"
    cut = {"left": left, "above": top, "right": width - right, "below": height - bottom}
    words = [f"{px(length)} {side}" for side, length in cut.items() if length >= _NEAR]
    size = f"{px(right - left)} × {px(bottom - top)} shows"
    return f"{size}: {', '.join(words)} cut off" if words else f"{size}, its corners cut off" if shapes[0].kind in ("circle", "ellipse", "polygon") else "all of it shows"


def _reference(box: str, fragment: Fragment) -> Rect:
    edges: Edges = fragment.edges()
    by = {"border": (0, 0, 0, 0), "margin": (-edges.margin_top, -edges.margin_right, -edges.margin_bottom, -edges.margin_left), "padding": (edges.border_top, edges.border_right, edges.border_bottom, edges.border_left), "content": (edges.top, edges.right, edges.bottom, edges.left)}
    top, right, bottom, left = by[box]
    return Rect(left / 64, top / 64, (fragment.width - left - right) / 64, (fragment.height - top - bottom) / 64)


def _px(length: Any, whole: float) -> float:
    return float(length.resolve(round(whole * 64))) / 64


def _inset(shape: ClipShape, width: float, height: float) -> Rect:
    """Where two that face each other are more than the box, both are cut down alike (§3.1)."""
    top, right, bottom, left = (_px(length, whole) for length, whole in zip(shape.values, (height, width, height, width), strict=True))
    (left, right), (top, bottom) = _fitting(left, right, width), _fitting(top, bottom, height)
    return Rect(left, top, width - left - right, height - top - bottom)


def _fitting(start: float, end: float, room: float) -> tuple[float, float]:
    return (start, end) if start + end <= room else (start * room / (start + end), end * room / (start + end))


def _rect(shape: ClipShape, width: float, height: float) -> Rect:
    """Edges from the box's top and left side; one that lies before the one that faces it lies on it."""
    ends = (0.0, width, height, 0.0)
    top, right, bottom, left = (end if length == "auto" else _px(length, whole) for length, whole, end in zip(shape.values, (height, width, height, width), ends, strict=True))
    return Rect(left, top, max(right - left, 0.0), max(bottom - top, 0.0))


def _xywh(shape: ClipShape, width: float, height: float) -> Rect:
    return Rect(*(_px(length, whole) for length, whole in zip(shape.values, (width, height, width, height), strict=True)))


def _circle(shape: ClipShape, width: float, height: float) -> Rect:
    x, y = (_px(length, whole) for length, whole in zip(shape.centre, (width, height), strict=True))
    asked = shape.values[0]
    radius = _px(asked, math.hypot(width, height) / math.sqrt(2)) if not isinstance(asked, str) else _extent(asked, (x, width - x, y, height - y))
    return Rect(x - radius, y - radius, 2 * radius, 2 * radius)


def _extent(word: str, sides: tuple[float, float, float, float]) -> float:
    before, after, above, below = map(abs, sides)
    if word.endswith("corner"):
        corners = [math.hypot(across, down) for across in (before, after) for down in (above, below)]
        return min(corners) if word.startswith("closest") else max(corners)
    return min(before, after, above, below) if word.startswith("closest") else max(before, after, above, below)


def _ellipse(shape: ClipShape, width: float, height: float) -> Rect | None:
    x, y = (_px(length, whole) for length, whole in zip(shape.centre, (width, height), strict=True))
    radii = []
    for asked, at, whole in zip(shape.values, (x, y), (width, height), strict=False):
        if isinstance(asked, str) and asked.endswith("corner"):
            return None
        choose = min if asked == "closest-side" else max
        radii.append(choose(abs(at), abs(whole - at)) if isinstance(asked, str) else _px(asked, whole))
    if len(radii) != 2:
        return None
    return Rect(x - radii[0], y - radii[1], 2 * radii[0], 2 * radii[1])


def _polygon(shape: ClipShape, width: float, height: float) -> Rect:
    points = [(_px(x, width), _px(y, height)) for x, y in shape.values]
    left, top = min(x for x, _ in points), min(y for _, y in points)
    return Rect(left, top, max(x for x, _ in points) - left, max(y for _, y in points) - top)


_WITHIN: dict[str, Callable[[ClipShape, float, float], Rect | None]] = {
    "box": lambda shape, width, height: Rect(0.0, 0.0, width, height),
    "inset": _inset, "rect": _rect, "xywh": _xywh, "circle": _circle, "ellipse": _ellipse, "polygon": _polygon,
}  # fmt: skip
"""The rectangle around each kind of shape, in a reference box of some width and height."""
