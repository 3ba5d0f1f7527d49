"""Values of ``transform`` and ``transform-origin`` (css-transforms-1 §5 and §12, css-transforms-2 §9)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from .grammar import Token, Tokens, keyword, read_angle, read_length, read_number, read_share, significant, split_commas
from .positions import read_position
from .values import Dimension

Functions = tuple[tuple[str, tuple[Any, ...]], ...]
"""Transform functions in order, each with its arguments: numbers, degrees or specified lengths."""


def _length(token: Token) -> Any:
    return read_length(token, percentages=False)


def _part(token: Token) -> Any:
    """A length or percentage."""
    return read_length(token)


def _distance(token: Token) -> Any:
    return read_length(token, percentages=False, negative=False)


_ARGUMENTS: dict[str, tuple[int, tuple[Callable[[Token], Any], ...]]] = {
    "translate": (1, (_part, _part)), "translatex": (1, (_part,)), "translatey": (1, (_part,)), "translatez": (1, (_length,)), "translate3d": (3, (_part, _part, _length)),
    "scale": (1, (read_share, read_share)), "scalex": (1, (read_share,)), "scaley": (1, (read_share,)), "scalez": (1, (read_share,)), "scale3d": (3, (read_share,) * 3),
    "rotate": (1, (read_angle,)), "rotatex": (1, (read_angle,)), "rotatey": (1, (read_angle,)), "rotatez": (1, (read_angle,)), "rotate3d": (4, (read_number, read_number, read_number, read_angle)),
    "skew": (1, (read_angle, read_angle)), "skewx": (1, (read_angle,)), "skewy": (1, (read_angle,)), "matrix": (6, (read_number,) * 6), "matrix3d": (16, (read_number,) * 16), "perspective": (1, (_distance,)),
}  # fmt: skip
"""Transform functions: how many arguments they take at least, and a reader of each."""


def perspective_of(functions: Functions) -> str:
    """What of transforms is a perspective, under which what is farther away is smaller; empty where nothing is."""
    for name, arguments in functions:
        if name == "perspective" and arguments != (None,):
            return "transform: perspective()"
        if name == "matrix3d" and any(arguments[at] for at in (3, 7, 11)):
            return "transform: matrix3d()"
    return ""


def read_transform(tokens: Tokens) -> Functions | None:
    """``transform``; empty for ``none``."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return ()
    functions: list[tuple[str, tuple[Any, ...]]] = []
    for token in tokens:
        arguments = _arguments(token) if token.type == "function" else None
        if arguments is None:
            return None
        functions.append((token.lower_name, arguments))
    return tuple(functions)


def _arguments(token: Token) -> tuple[Any, ...] | None:
    inside = significant(token.arguments)
    if token.lower_name == "perspective" and [keyword(one) for one in inside] == ["none"]:
        return (None,)
    least, readers = _ARGUMENTS.get(token.lower_name, (1, ()))
    parts = split_commas(inside)
    if not least <= len(parts) <= len(readers) or any(len(part) != 1 for part in parts):
        return None
    found = tuple(read(part[0]) for read, part in zip(readers, parts, strict=False))
    return None if None in found else found


def read_origin(tokens: Tokens) -> tuple[Any, ...] | None:
    """``transform-origin``: across and down, and how far out of the page where that is said."""
    flat = read_position(tokens[:2])
    if flat is None or len(tokens) > 3:
        return None
    out = read_length(tokens[2], percentages=False) if len(tokens) == 3 else Dimension(0, "px")
    return (*flat, out) if out is not None else None
