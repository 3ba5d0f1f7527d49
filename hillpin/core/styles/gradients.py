"""Gradients as they are written (css-images-4 §3): their line or centre, and their stops."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise
from typing import Any

from .grammar import Token, Tokens, keyword, read_angle, read_length, significant, split_commas
from .positions import read_position
from .readers import read_color
from .values import Dimension, Percentage

ANGLES = {"top": 0.0, "right": 90.0, "bottom": 180.0, "left": 270.0}
_SHAPES = ("circle", "ellipse")
_EXTENTS = ("closest-side", "farthest-side", "closest-corner", "farthest-corner")
_KINDS = {f"{'repeating-' * is_repeating}{kind}-gradient": (kind, is_repeating) for kind in ("linear", "radial", "conic") for is_repeating in (False, True)}
_WORDS = frozenset([*ANGLES, *_SHAPES, *_EXTENTS, "to", "at", "from", "center"])
_CENTRE = (Percentage(50.0), Percentage(50.0))


@dataclass(frozen=True, slots=True)
class Stop:
    """A colour (``currentcolor`` is left), or None for a hint between two; ``at`` is its place along the line, None where none is
    written. In a conic gradient the place is in percent of a turn."""

    colour: Any
    at: Any


@dataclass(frozen=True, slots=True)
class Gradient:
    """A gradient. ``corner`` names the side or corner that a linear one goes to (``angle`` in degrees counts without it, 0 up and
    clockwise); ``shape`` and ``size`` are a radial one's, the size an extent's word or one or two lengths."""

    kind: str
    is_repeating: bool
    stops: tuple[Stop, ...]
    angle: float = 180.0
    corner: tuple[str, ...] = ()
    shape: str = ""
    size: Any = "farthest-corner"
    centre: tuple[Any, Any] = _CENTRE

    def computed(self, length: Callable[[Any], Any]) -> Gradient:
        """With its lengths computed."""
        stops = tuple(Stop(stop.colour, length(stop.at)) for stop in self.stops)
        return Gradient(self.kind, self.is_repeating, stops, self.angle, self.corner, self.shape, length(self.size), length(self.centre))


def read_gradient(token: Token) -> Gradient | None:
    """A gradient function; None where it is another one, does not parse, or mixes colours in a space of its own."""
    kind, is_repeating = _KINDS.get(token.lower_name, ("", False))
    if not kind:
        return None
    parts = split_commas(significant(token.arguments))
    head: dict[str, Any] | None = {}
    if parts and parts[0] and read_color(parts[0][0]) is None:
        head = {"linear": _line, "radial": _ending, "conic": _turn}[kind](parts[0])
        parts = parts[1:]
    stops = _stops(parts, read_turn if kind == "conic" else read_length)
    return None if head is None or stops is None else Gradient(kind, is_repeating, stops, **head)


def is_wrong(token: Token) -> bool:
    """Whether a function is a gradient that no browser takes; False where it is one that is only not followed here."""
    if token.lower_name not in _KINDS or read_gradient(token) is not None:
        return False
    inside = significant(token.arguments)
    is_known = all(keyword(one) in _WORDS or read_color(one) is not None for one in inside if one.type == "ident")
    return is_known and all(read_color(one) is not None or read_length(one) is not None for one in inside if one.type == "function")


def read_turn(token: Token) -> Any:
    """A place around a turn, in percent of it."""
    angle, place = read_angle(token), read_length(token)
    is_length = isinstance(place, Dimension) and place.value != 0
    return Percentage(angle / 3.6) if angle is not None else None if is_length else place


def _line(tokens: Tokens) -> dict[str, Any] | None:
    words = [keyword(token) for token in tokens]
    if words[0] == "to" and 2 <= len(words) <= 3 and all(word in ANGLES for word in words[1:]) and len({word in ("left", "right") for word in words[1:]}) == len(words) - 1:
        return {"angle": ANGLES[words[1] or ""]} if len(words) == 2 else {"corner": tuple(words[1:])}
    angle = read_angle(tokens[0]) if len(tokens) == 1 else None
    return {"angle": angle} if angle is not None else None


def _at(tokens: Tokens) -> tuple[Tokens, tuple[Any, Any] | None]:
    """What stands before ``at``, and the position behind it."""
    place = next((number for number, token in enumerate(tokens) if keyword(token) == "at"), None)
    return (tokens, _CENTRE) if place is None else (tokens[:place], read_position(tokens[place + 1 :]))


def _ending(tokens: Tokens) -> dict[str, Any] | None:
    before, centre = _at(tokens)
    shape, size, lengths = "", "", []
    for token in before:
        word = keyword(token)
        if word in _SHAPES and not shape:
            shape = word or ""
        elif word in _EXTENTS and not size:
            size = word or ""
        elif (length := read_length(token, negative=False)) is not None:
            lengths.append(length)
        else:
            return None
    shape = shape or ("circle" if len(lengths) == 1 else "ellipse")
    if centre is None or (lengths and (size or len(lengths) != (1 if shape == "circle" else 2))):
        return None
    if len(lengths) == 1 and isinstance(lengths[0], Percentage):
        return None
    return {"shape": shape, "size": tuple(lengths) if lengths else size or "farthest-corner", "centre": centre}


def _turn(tokens: Tokens) -> dict[str, Any] | None:
    before, centre = _at(tokens)
    if not before:
        return None if centre is None else {"angle": 0.0, "centre": centre}
    angle = read_angle(before[1]) if len(before) == 2 and keyword(before[0]) == "from" else None
    return None if angle is None or centre is None else {"angle": angle, "centre": centre}


def _stops(parts: list[Tokens], place: Callable[[Token], Any]) -> tuple[Stop, ...] | None:
    """Colours with none, one or two places each, and hints between them."""
    found: list[Stop] = []
    for part in parts:
        colour = _colour_of(part[0]) if part else None
        places = [place(token) for token in (part if colour is None else part[1:])]
        if not part or None in places or len(places) > (1 if colour is None else 2):
            return None
        found += [Stop(colour, at) for at in places or [None]]
    if len(found) == 1:
        # css-images-4 §3.4.3: one colour is that everywhere.
        found *= 2
    ends_in_colour = len(found) >= 2 and found[0].colour is not None and found[-1].colour is not None
    hints = [number for number, stop in enumerate(found) if stop.colour is None]
    return tuple(found) if ends_in_colour and all(b - a > 1 for a, b in pairwise(hints)) else None


def _colour_of(token: Token) -> Any:
    """A colour; None where there is none, or it is mixed in a way that is not read."""
    is_mixed = token.type == "function" and token.lower_name in ("color-mix", "light-dark")
    return None if is_mixed else read_color(token)
