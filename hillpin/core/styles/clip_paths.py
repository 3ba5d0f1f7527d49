"""``clip-path`` (css-masking-1 §5.1): basic shapes by lengths (css-shapes-1 §3.1); other ones are read as such and not looked into."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from .edge_values import border_radius
from .grammar import Token, Tokens, keyword, read_length, significant, split_commas
from .positions import read_position
from .values import Percentage

_BOXES = {"border-box": "border", "padding-box": "padding", "content-box": "content", "margin-box": "margin", "fill-box": "content", "stroke-box": "border", "view-box": "border"}
"""The reference boxes; what SVG has of them are these for boxes of CSS (css-masking-1 §5.1)."""
_EXTENTS = frozenset(["closest-side", "farthest-side", "closest-corner", "farthest-corner"])
_CENTRE = (Percentage(50.0), Percentage(50.0))


@dataclass(frozen=True, slots=True)
class ClipShape:
    """A shape in its reference box: ``border``, ``padding``, ``content`` or ``margin``.

    ``kind`` is ``inset``, ``rect`` or ``xywh`` with four values (from the top on; a corner and a size), ``circle`` or ``ellipse`` with one
    or two radii (a length or an extent's name) and a ``centre``, ``polygon`` with its points, ``box`` for the reference box itself, ``other``.
    Lengths are specified ones, then computed.
    """

    kind: str
    box: str = "border"
    values: tuple[Any, ...] = ()
    centre: tuple[Any, Any] = _CENTRE
    corners: tuple[tuple[Any, Any], ...] = ()
    """Radii of an ``inset``, ``rect`` or ``xywh`` that is ``round``: of four corners, each across and down."""

    def computed(self, length: Callable[[Any], Any]) -> ClipShape:
        """With its lengths computed."""
        return ClipShape(self.kind, self.box, length(self.values), length(self.centre), length(self.corners))


def read_clip_path(tokens: Tokens) -> tuple[ClipShape, ...] | None:
    """One shape; empty for ``none``."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return ()
    boxes = [word for token in tokens if (word := keyword(token)) in _BOXES]
    shapes = [token for token in tokens if token.type in ("function", "url")]
    if len(boxes) + len(shapes) != len(tokens) or len(boxes) > 1 or len(shapes) > 1:
        return None
    box = _BOXES[boxes[0]] if boxes and boxes[0] else "border"
    if not shapes:
        return (ClipShape("box", box),) if boxes else None
    read = _SHAPES.get(shapes[0].lower_name) if shapes[0].type == "function" else None
    found = read(significant(shapes[0].arguments)) if read is not None else _other(shapes[0])
    return None if found is None else (replace(found, box=box),)


def read_shape_outside(tokens: Tokens) -> tuple[ClipShape, ...] | None:
    """One shape, in the margin box where no other box is said; empty for ``none`` (css-shapes-1 §2.1)."""
    if any(keyword(token) in ("fill-box", "stroke-box", "view-box") for token in tokens):
        return None
    found = read_clip_path(tokens)
    is_said = any(keyword(token) is not None for token in tokens)
    return tuple(replace(shape, box="margin") for shape in found) if found and not is_said else found


def _other(token: Token) -> ClipShape | None:
    is_known = token.type == "url" or token.lower_name in ("url", "path", "shape", "calc", "var", "env", "if", "attr")
    return ClipShape("other") if is_known else None


def _rounded(tokens: Tokens, read: Callable[[Tokens], ClipShape | None]) -> ClipShape | None:
    """A rectangle, which may be ``round`` by radii."""
    place = next((number for number, token in enumerate(tokens) if keyword(token) == "round"), None)
    found = read(tokens[:place])
    if place is None or found is None:
        return found
    radii = border_radius(tokens[place + 1 :])
    return replace(found, corners=tuple(radii.values())) if radii is not None else None


def _inset(tokens: Tokens) -> ClipShape | None:
    found = [read_length(token) for token in tokens]
    if not 1 <= len(found) <= 4 or None in found:
        return None
    order = {1: (0, 0, 0, 0), 2: (0, 1, 0, 1), 3: (0, 1, 2, 1), 4: (0, 1, 2, 3)}[len(found)]
    return ClipShape("inset", values=tuple(found[place] for place in order))


def _rect(tokens: Tokens) -> ClipShape | None:
    found = ["auto" if keyword(token) == "auto" else read_length(token) for token in tokens]
    return ClipShape("rect", values=tuple(found)) if len(found) == 4 and None not in found else None


def _xywh(tokens: Tokens) -> ClipShape | None:
    found = [read_length(token, negative=place < 2) for place, token in enumerate(tokens)]
    return ClipShape("xywh", values=tuple(found)) if len(found) == 4 and None not in found else None


def _round(kind: str, radii: tuple[int, ...]) -> Callable[[Tokens], ClipShape | None]:
    """A circle or an ellipse, by how many radii it may have."""

    def read(tokens: Tokens) -> ClipShape | None:
        place = next((number for number, token in enumerate(tokens) if keyword(token) == "at"), len(tokens))
        found = [keyword(token) if keyword(token) in _EXTENTS else read_length(token, negative=False) for token in tokens[:place]]
        centre = _CENTRE if place == len(tokens) else read_position(tokens[place + 1 :])
        if len(found) not in radii or None in found or centre is None:
            return None
        return ClipShape(kind, values=tuple(found) or ("closest-side",) * max(radii), centre=centre)

    return read


def _polygon(tokens: Tokens) -> ClipShape | None:
    parts = split_commas(tokens)
    if len(parts[0]) == 1 and keyword(parts[0][0]) in ("nonzero", "evenodd", "round"):
        parts = parts[1:]
    points = [tuple(read_length(token) for token in part) for part in parts]
    return ClipShape("polygon", values=tuple(points)) if points and all(len(point) == 2 and None not in point for point in points) else None


_SHAPES: dict[str, Callable[[Tokens], ClipShape | None]] = {
    **{name: lambda tokens, read=read: _rounded(tokens, read) for name, read in (("inset", _inset), ("rect", _rect), ("xywh", _xywh))},  # type: ignore[misc]
    "circle": _round("circle", (0, 1)), "ellipse": _round("ellipse", (0, 2)), "polygon": _polygon,
}  # fmt: skip

__all__ = ["ClipShape", "read_clip_path", "read_shape_outside"]
