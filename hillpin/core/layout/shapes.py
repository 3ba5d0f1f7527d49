"""Basic shapes in their reference boxes, and the corners of boxes (css-shapes-1 §3.1, css-backgrounds-3 §5). Lengths are CSS px."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from ..styles import CORNERS, ClipShape
from ..styles.style import ComputedStyle
from .matrix import Rect

_NEAR = 1 / 128


def around(shape: ClipShape, width: float, height: float) -> Rect | None:
    """The rectangle around a shape in a reference box of some width and height, which may reach beyond it; None where it is none
    that is looked into."""
    within = _WITHIN.get(shape.kind)
    return within(shape, width, height) if within is not None else None


def points_of(shape: ClipShape, width: float, height: float) -> list[tuple[float, float]]:
    """The corners of a polygon."""
    return [(_px(x, width), _px(y, height)) for x, y in shape.values]


@dataclass(frozen=True, slots=True)
class Radii:
    """The radii of a box, from the left top corner clockwise, each across and down; ``part`` is what is left of those that were asked for
    (1 where all fit), ``side`` and ``room`` the side that is too short for them and its length."""

    used: tuple[tuple[float, float], ...]
    part: float
    side: str
    room: float


def radii_of(style: ComputedStyle, width: float, height: float) -> Radii:
    """The radii that a box gets: where two on a side are longer than it, all are cut down alike (css-backgrounds-3 §5.5)."""
    return fitted([getattr(style, f"border_{corner.replace('-', '_')}_radius") for corner in CORNERS], width, height)


def fitted(corners: Sequence[Any], width: float, height: float) -> Radii:
    """Radii of four corners, each across and down, in a box of some width and height."""
    asked = [tuple(_px(length, whole) for length, whole in zip(corner, (width, height), strict=True)) for corner in corners]
    sides = (("top", 0, 1, 0, width), ("right", 1, 2, 1, height), ("bottom", 3, 2, 0, width), ("left", 0, 3, 1, height))
    part, side, room = 1.0, "", 0.0
    for name, first, second, axis, length in sides:
        together = asked[first][axis] + asked[second][axis]
        if together > length + _NEAR and length / together < part - 1e-9:
            part, side, room = length / together, name, length
    return Radii(tuple((x * part, y * part) for x, y in asked), part, side, room)


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
    points = points_of(shape, width, height)
    left, top = min(x for x, _ in points), min(y for _, y in points)
    return Rect(left, top, max(x for x, _ in points) - left, max(y for _, y in points) - top)


_WITHIN: dict[str, Callable[[ClipShape, float, float], Rect | None]] = {
    "box": lambda shape, width, height: Rect(0.0, 0.0, width, height),
    "inset": _inset, "rect": _rect, "xywh": _xywh, "circle": _circle, "ellipse": _ellipse, "polygon": _polygon,
}  # fmt: skip
"""The rectangle around each kind of shape, in a reference box of some width and height."""
