"""A box's transform properties as a matrix on the page (css-transforms-1 §3, css-transforms-2 §5).

What leaves the plane counts as its shadow on it: so the browser flattens a box that no perspective is on.
"""

from __future__ import annotations

import math
from typing import Any

from ..styles.style import ComputedStyle
from ..styles.values import Length
from .matrix import Matrix, multiplied, rotation

Deep = tuple[tuple[float, ...], ...]
"""Four rows of four: a matrix of space."""

DEEP_FUNCTIONS = frozenset({"translatez", "translate3d", "rotatex", "rotatey", "rotate3d", "scalez", "scale3d", "matrix3d", "perspective"})


def is_transformed(style: ComputedStyle) -> bool:
    """Whether a box has a matrix of its own."""
    return bool(style.transform or style.translate or style.rotate or style.scale)


def own_matrix(style: ComputedStyle, x: int, y: int, width: int, height: int) -> Matrix:
    """The matrix of a box at a place, of a size, round its origin: lengths in 1/64 px, the matrix in CSS px."""
    origin = style.transform_origin
    ox = x / 64 + _px(origin[0], width)
    oy = y / 64 + _px(origin[1], height)
    matrix: Matrix = (1.0, 0.0, 0.0, 1.0, ox, oy)
    if style.translate:
        matrix = multiplied(matrix, (1, 0, 0, 1, _px(style.translate[0], width), _px(style.translate[1], height)))
    functions = (*style.rotate, *style.scale, *style.transform)
    if any(name in DEEP_FUNCTIONS for name, _ in functions):
        matrix = multiplied(matrix, _shadow(functions, width, height, _px(origin[2], 0)))
    else:
        for name, arguments in functions:
            matrix = multiplied(matrix, _flat(name, arguments, width, height))
    return multiplied(matrix, (1.0, 0.0, 0.0, 1.0, -ox, -oy))


def leaves_the_plane(style: ComputedStyle) -> bool:
    """Whether transforms of a box turn it out of the plane of the page."""
    return any(name in ("rotatex", "rotatey", "rotate3d", "matrix3d") for name, _ in (*style.rotate, *style.transform))


def _px(value: Any, basis: int) -> float:
    if isinstance(value, Length):
        return value.resolve(basis) / 64
    return float(value) if isinstance(value, int | float) else 0.0


def _flat(name: str, arguments: tuple[Any, ...], width: int, height: int) -> Matrix:
    """One transform function of the plane as a matrix."""
    numbers = [argument if isinstance(argument, int | float) else 0.0 for argument in arguments]
    first = numbers[0] if numbers else 0.0
    if name == "translate":
        return (1, 0, 0, 1, _px(arguments[0], width), _px(arguments[1], height) if len(arguments) > 1 else 0.0)
    if name == "translatex":
        return (1, 0, 0, 1, _px(arguments[0], width), 0.0)
    if name == "translatey":
        return (1, 0, 0, 1, 0.0, _px(arguments[0], height))
    if name in ("scale", "scalex", "scaley"):
        second = numbers[1] if len(numbers) > 1 else first
        return (first if name != "scaley" else 1.0, 0, 0, second if name != "scalex" else 1.0, 0, 0)
    if name in ("rotate", "rotatez"):
        return rotation(first)
    if name in ("skew", "skewx", "skewy"):
        across = math.tan(math.radians(first)) if name != "skewy" else 0.0
        down = math.tan(math.radians(first if name == "skewy" else numbers[1] if len(numbers) > 1 else 0.0))
        return (1, down if name != "skewx" else 0.0, across, 1, 0, 0)
    if name == "matrix" and len(numbers) == 6:
        return (numbers[0], numbers[1], numbers[2], numbers[3], numbers[4], numbers[5])
    return (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)


def _shadow(functions: tuple[tuple[str, tuple[Any, ...]], ...], width: int, height: int, out: float) -> Matrix:
    """The shadow on the plane of what functions of space make of it, round a point so far out of it."""
    total = _moved(0, 0, out)
    for name, arguments in functions:
        total = _product(total, _deep(name, arguments, width, height))
    total = _product(total, _moved(0, 0, -out))
    return (total[0][0], total[1][0], total[0][1], total[1][1], total[0][3], total[1][3])


def _diagonal(x: float, y: float, z: float) -> Deep:
    return ((x, 0, 0, 0), (0, y, 0, 0), (0, 0, z, 0), (0, 0, 0, 1))


def _product(m: Deep, n: Deep) -> Deep:
    return tuple(tuple(sum(row[k] * n[k][column] for k in range(4)) for column in range(4)) for row in m)


def _deep(name: str, arguments: tuple[Any, ...], width: int, height: int) -> Deep:
    """One transform function as a matrix of space."""
    numbers = [argument if isinstance(argument, int | float) else 0.0 for argument in arguments]
    if name == "translate3d" and len(arguments) == 3:
        return _moved(_px(arguments[0], width), _px(arguments[1], height), _px(arguments[2], 0))
    if name == "translatez" and arguments:
        return _moved(0, 0, _px(arguments[0], 0))
    if name == "scale3d" and len(numbers) == 3:
        return _diagonal(numbers[0], numbers[1], numbers[2])
    if name == "scalez" and numbers:
        return _diagonal(1, 1, numbers[0])
    if name in ("rotatex", "rotatey") and numbers:
        return _turned(1.0, 0.0, 0.0, numbers[0]) if name == "rotatex" else _turned(0.0, 1.0, 0.0, numbers[0])
    if name == "rotate3d" and len(numbers) == 4:
        return _turned(numbers[0], numbers[1], numbers[2], numbers[3])
    if name == "matrix3d" and len(numbers) == 16:
        return tuple(tuple(numbers[4 * column + row] for column in range(4)) for row in range(4))
    a, b, c, d, e, f = _flat(name, arguments, width, height)
    return ((a, c, 0, e), (b, d, 0, f), (0, 0, 1, 0), (0, 0, 0, 1))


def _moved(x: float, y: float, z: float) -> Deep:
    return ((1, 0, 0, x), (0, 1, 0, y), (0, 0, 1, z), (0, 0, 0, 1))


def _turned(x: float, y: float, z: float, degrees: float) -> Deep:
    """A turn round an axis (css-transforms-2, 'Mathematical description')."""
    length = math.hypot(x, y, z)
    if not length:
        return _diagonal(1, 1, 1)
    x, y, z = x / length, y / length, z / length
    cos, sin = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    rest = 1 - cos
    return (
        (cos + x * x * rest, x * y * rest - z * sin, x * z * rest + y * sin, 0),
        (y * x * rest + z * sin, cos + y * y * rest, y * z * rest - x * sin, 0),
        (z * x * rest - y * sin, z * y * rest + x * sin, cos + z * z * rest, 0),
        (0, 0, 0, 1),
    )
