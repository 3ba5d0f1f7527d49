"""The colours of a gradient at points of the box that it is drawn in (css-images-4 §3)."""

from __future__ import annotations

import math
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..styles import Gradient, Length

Numbers = NDArray[np.float64]
Colours = NDArray[np.float64]
"""(rows, columns, 4): red, green and blue from 0 to 1, alpha; not premultiplied."""
HINT_STEPS = 16


def gradient_colours(gradient: Gradient, size: tuple[float, float], x: Numbers, y: Numbers, own: tuple[float, ...]) -> Colours:
    """Colours at every pair of places (from the left top corner, CSS px); ``own`` stands for ``currentcolor``."""
    width, height = size
    if gradient.kind == "linear":
        along, length = _along_line(gradient, width, height, x, y)
    elif gradient.kind == "radial":
        along, length = _from_centre(gradient, width, height, x, y)
    else:
        along, length = _around(gradient, width, height, x, y), 360.0
    places, colours = _stops(gradient, length, own)
    if gradient.is_repeating:
        period = places[-1] - places[0]
        along = places[0] + np.mod(along - places[0], period) if period > 0 else np.full_like(along, places[-1])
    mixed = np.stack([np.interp(along, places, colours[:, channel]) for channel in range(4)], axis=-1)
    alpha = mixed[..., 3:]
    return np.concatenate([np.divide(mixed[..., :3], alpha, out=np.zeros_like(mixed[..., :3]), where=alpha > 0), alpha], axis=-1)


def _along_line(gradient: Gradient, width: float, height: float, x: Numbers, y: Numbers) -> tuple[Numbers, float]:
    """How far along the gradient line each point is, and how long that is (css-images-3 §3.1.1)."""
    if gradient.corner:
        across, down = (-height if "left" in gradient.corner else height), (-width if "top" in gradient.corner else width)
        size = math.hypot(across, down) or 1.0
        across, down = across / size, down / size
    else:
        across, down = math.sin(math.radians(gradient.angle)), -math.cos(math.radians(gradient.angle))
    length = abs(width * across) + abs(height * down)
    return (x[None, :] - width / 2) * across + (y[:, None] - height / 2) * down + length / 2, length


def _centre(gradient: Gradient, width: float, height: float) -> tuple[float, float]:
    return _px(gradient.centre[0], width), _px(gradient.centre[1], height)


def _px(length: Length, whole: float) -> float:
    return length.resolve(round(whole * 64)) / 64


def _from_centre(gradient: Gradient, width: float, height: float, x: Numbers, y: Numbers) -> tuple[Numbers, float]:
    """Distances from the centre in the ending shape's measure, and its radius across (css-images-3 §3.2)."""
    cx, cy = _centre(gradient, width, height)
    across, down = (max(radius, 1e-6) for radius in _radii(gradient, (cx, width - cx), (cy, height - cy), (width, height)))
    return np.hypot((x[None, :] - cx) / across, (y[:, None] - cy) / down) * across, across


def _radii(gradient: Gradient, sides_x: tuple[float, float], sides_y: tuple[float, float], size: tuple[float, float]) -> tuple[float, float]:
    if isinstance(gradient.size, tuple):
        lengths = [_px(length, whole) for length, whole in zip(gradient.size, size, strict=False)]
        return lengths[0], lengths[-1]
    pick = min if gradient.size.startswith("closest") else max
    across, down = pick(abs(one) for one in sides_x), pick(abs(one) for one in sides_y)
    if gradient.shape == "circle":
        if gradient.size.endswith("side"):
            return (pick(across, down),) * 2
        return (math.hypot(across, down),) * 2
    return (across, down) if gradient.size.endswith("side") else (across * math.sqrt(2), down * math.sqrt(2))


def _around(gradient: Gradient, width: float, height: float, x: Numbers, y: Numbers) -> Numbers:
    """Degrees around the centre, from above and clockwise (css-images-4 §3.3)."""
    cx, cy = _centre(gradient, width, height)
    turned: Numbers = np.mod(np.degrees(np.arctan2(x[None, :] - cx, cy - y[:, None])) - gradient.angle, 360.0)
    return turned


def _stops(gradient: Gradient, length: float, own: tuple[float, ...]) -> tuple[Numbers, Numbers]:
    """Places and premultiplied colours of all stops (css-images-3 §3.4.3)."""
    at: list[float | None] = [None if stop.at is None else _px(stop.at, length) for stop in gradient.stops]
    at[0] = 0.0 if at[0] is None else at[0]
    at[-1] = length if at[-1] is None else at[-1]
    placed: list[float] = []
    for number, place in enumerate(at):
        if place is None:
            later = next(other for other in range(number + 1, len(at)) if at[other] is not None)
            before = placed[-1]
            # A place that lies before an earlier one is where that is.
            place = before + (max(at[later] or 0.0, before) - before) / (later - number + 1)
        placed.append(max(place, placed[-1]) if placed else place)
    colours = [None if stop.colour is None else _premultiplied(own if stop.colour == "currentcolor" else stop.colour) for stop in gradient.stops]
    return _with_hints(placed, colours)


def _premultiplied(colour: tuple[float, ...]) -> Numbers:
    red, green, blue, alpha = colour
    return np.array([red * alpha, green * alpha, blue * alpha, alpha])


def _with_hints(placed: list[float], colours: list[Numbers | None]) -> tuple[Numbers, Numbers]:
    """The stops with some between those that a hint stands between (css-images-3 §3.4.2)."""
    places, found = [placed[0]], [colours[0]]
    real = [number for number, colour in enumerate(colours) if colour is not None]
    for first, second in pairwise(real):
        start, end, one, other = placed[first], placed[second], colours[first], colours[second]
        if second - first == 2 and end > start and one is not None and other is not None:
            share = min(max((placed[first + 1] - start) / (end - start), 1e-6), 1 - 1e-6)
            for step in range(1, HINT_STEPS):
                part = (step / HINT_STEPS) ** (math.log(0.5) / math.log(share))
                places.append(start + (end - start) * step / HINT_STEPS)
                found.append(one + (other - one) * part)
        places.append(end)
        found.append(other)
    return np.array(places), np.array(found)
