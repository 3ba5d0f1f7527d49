"""What lines keep clear of beside a float with ``shape-outside`` (css-shapes-1). Lengths are CSS px from the corner of its margin box."""

from __future__ import annotations

import math

from ..matrix import Rect
from ..shapes import Radii

Span = tuple[float, float]
Point = tuple[float, float]


class Outline:
    """A shape that lines run along."""

    def span(self, top: float, bottom: float) -> Span | None:
        """From where to where it reaches across between two heights; None where it does not."""
        raise NotImplementedError


class Ellipse(Outline):
    """A circle or an ellipse: widest where the heights hold its centre, otherwise as wide as at the nearer of them."""

    def __init__(self, bounds: Rect) -> None:
        self.bounds = bounds

    def span(self, top: float, bottom: float) -> Span | None:
        across, down = self.bounds.width / 2, self.bounds.height / 2
        x, y = self.bounds.x + across, self.bounds.y + down
        if down <= 0 or top >= y + down or bottom <= y - down:
            return None
        away = 0.0 if top <= y <= bottom else min(abs(top - y), abs(bottom - y))
        half = across * math.sqrt(max(1 - (away / down) ** 2, 0.0))
        return x - half, x + half


class Rounded(Outline):
    """A rectangle with round corners."""

    def __init__(self, bounds: Rect, radii: Radii) -> None:
        self.bounds, self.radii = bounds, radii

    def span(self, top: float, bottom: float) -> Span | None:
        bounds = self.bounds
        if top >= bounds.y + bounds.height or bottom <= bounds.y:
            return None
        first, second, third, fourth = self.radii.used
        left = max(self._cut(first, bottom - bounds.y), self._cut(fourth, bounds.y + bounds.height - top))
        right = max(self._cut(second, bottom - bounds.y), self._cut(third, bounds.y + bounds.height - top))
        return bounds.x + left, bounds.x + bounds.width - right

    @staticmethod
    def _cut(radius: tuple[float, float], reached: float) -> float:
        """How much a corner takes of what lies up to a distance from its side."""
        across, down = radius
        if reached >= down or not down:
            return 0.0
        return across - across * math.sqrt(max(1 - ((down - reached) / down) ** 2, 0.0))


class Polygon(Outline):
    """A polygon, whatever it winds round, and all that lies nearer to it than its margin."""

    def __init__(self, points: list[Point], margin: float) -> None:
        self.sides = list(zip(points, [*points[1:], points[0]], strict=True))
        self.rounds: list[Outline] = []
        if margin:
            self.rounds = [Ellipse(Rect(x - margin, y - margin, 2 * margin, 2 * margin)) for x, y in points]
            self.sides = [moved for side in self.sides for away in (margin, -margin) for moved in _moved(side, away)]

    def span(self, top: float, bottom: float) -> Span | None:
        found: list[float] = []
        for (x1, y1), (x2, y2) in self.sides:
            low, high = max(min(y1, y2), top), min(max(y1, y2), bottom)
            if low < high:
                found += [x1 + (x2 - x1) * (y - y1) / (y2 - y1) for y in (low, high)]
        for corner in self.rounds:
            found += corner.span(top, bottom) or ()
        return (min(found), max(found)) if found else None


def _moved(side: tuple[Point, Point], away: float) -> list[tuple[Point, Point]]:
    """A side moved along its normal; none of a side without a length."""
    (x1, y1), (x2, y2) = side
    length = math.hypot(x2 - x1, y2 - y1)
    if not length:
        return []
    across, down = -(y2 - y1) / length * away, (x2 - x1) / length * away
    return [((x1 + across, y1 + down), (x2 + across, y2 + down))]
