"""Rectangles in CSS px and flat affine matrices (css-transforms-1 §12)."""

from __future__ import annotations

import math
from dataclasses import dataclass

Matrix = tuple[float, float, float, float, float, float]
IDENTITY: Matrix = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)


@dataclass(slots=True)
class Rect:
    """A rectangle in CSS px."""

    x: float
    y: float
    width: float
    height: float

    def united(self, other: Rect) -> Rect:
        """The smallest rectangle round two of an element's; empty ones count only where all are empty (CSSOM View §6, and as
        Chromium has it: without width or without height), and then the last of them does: the lowest, and in one place the tallest."""
        is_empty, other_is_empty = not (self.width and self.height), not (other.width and other.height)
        if is_empty and other_is_empty:
            return max(self, other, key=lambda one: (one.y, one.x, one.height))
        if other_is_empty:
            return self
        if is_empty:
            return other
        return self.around(other)

    def around(self, other: Rect) -> Rect:
        """The smallest rectangle round both; one without any extent does not count."""
        if not (other.width or other.height):
            return self
        if not (self.width or self.height):
            return other
        x, y = min(self.x, other.x), min(self.y, other.y)
        right = max(self.x + self.width, other.x + other.width)
        bottom = max(self.y + self.height, other.y + other.height)
        return Rect(x, y, right - x, bottom - y)


def multiplied(m: Matrix, n: Matrix) -> Matrix:
    """The product of two matrices: n first, then m."""
    a, b, c, d, e, f = m
    g, h, i, j, k, l = n  # noqa: E741
    return (a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f)


def rotation(degrees: float) -> Matrix:
    """A turn round the origin."""
    angle = math.radians(degrees)
    return (math.cos(angle), math.sin(angle), -math.sin(angle), math.cos(angle), 0.0, 0.0)


def bounds_of(matrix: Matrix, box: tuple[float, float, float, float]) -> Rect:
    """The bounding rectangle of a transformed box given as left, top, right, bottom."""
    a, b, c, d, e, f = matrix
    left, top, right, bottom = box
    corners = [(x, y) for x in (left, right) for y in (top, bottom)]
    xs = [a * x + c * y + e for x, y in corners]
    ys = [b * x + d * y + f for x, y in corners]
    return Rect(min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys))
