"""Values of the background properties, one a layer, the uppermost first (css-backgrounds-3 §2)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, cast

from .gradients import Gradient, is_wrong, read_gradient
from .grammar import Expansion, Reader, Token, Tokens, keyword, read_length, significant, split_commas
from .positions import read_position
from .readers import read_color
from .values import Function, Number, Operand, Percentage


@dataclass(frozen=True, slots=True)
class PictureAt:
    """A picture by its address, as written."""

    address: str


@dataclass(frozen=True, slots=True)
class OtherImage:
    """An image that is made by a function and is not read further."""

    name: str


Image = PictureAt | Gradient | OtherImage | None
"""What a layer paints; None for ``none``."""

REPEATS = ("repeat", "space", "round", "no-repeat")
BOXES = ("border-box", "padding-box", "content-box")
CLIPS = (*BOXES, "text", "border-area")
ATTACHMENTS = ("scroll", "fixed", "local")
_EDGES = {"left": 0.0, "right": 100.0, "top": 0.0, "bottom": 100.0}
ACROSS, DOWN = ("left", "right"), ("top", "bottom")
_CENTRE = Percentage(50.0)


def in_layers(read: Callable[[Tokens], Any]) -> Reader:
    """A reader of one value a layer, between commas."""

    def read_all(tokens: Tokens) -> tuple[Any, ...] | None:
        found = [read(part) if part else None for part in split_commas(tokens)]
        return None if None in found else tuple(found)

    return read_all


def read_background_images(tokens: Tokens) -> tuple[Image, ...] | None:
    """``background-image``: an image a layer; empty where no layer has one."""
    images: list[Image] = []
    for part in split_commas(tokens):
        if len(part) != 1 or not _is_image(part[0]):
            return None
        images.append(_image(part[0]))
    return tuple(images) if any(image is not None for image in images) else ()


def _is_image(token: Token) -> bool:
    return token.type == "url" or (token.type == "function" and not is_wrong(token)) or keyword(token) == "none"


def _image(token: Token) -> Image:
    if token.type == "url":
        return PictureAt(token.value)
    if token.type != "function":
        return None
    if token.lower_name == "url":
        return PictureAt(next((inner.value for inner in significant(token.arguments) if inner.type == "string"), ""))
    return read_gradient(token) or OtherImage(token.lower_name)


def read_size(tokens: Tokens) -> Any:
    """``cover``, ``contain`` or (width, height), each a length or ``auto``."""
    if len(tokens) == 1 and keyword(tokens[0]) in ("cover", "contain"):
        return keyword(tokens[0])
    found = ["auto" if keyword(token) == "auto" else read_length(token, negative=False) for token in tokens]
    if not 1 <= len(found) <= 2 or None in found:
        return None
    return (found[0], found[1] if len(found) == 2 else "auto")


def read_repeat(tokens: Tokens) -> tuple[str, str] | None:
    """(across, down)."""
    words = [keyword(token) or "" for token in tokens]
    if words in (["repeat-x"], ["repeat-y"]):
        return ("repeat", "no-repeat") if words == ["repeat-x"] else ("no-repeat", "repeat")
    if not 1 <= len(words) <= 2 or any(word not in REPEATS for word in words):
        return None
    return (words[0], words[-1])


def read_words(*words: str) -> Callable[[Tokens], Any]:
    """One of some words."""
    return lambda tokens: word if len(tokens) == 1 and (word := keyword(tokens[0])) in words else None


def read_background_position(tokens: Tokens) -> tuple[Any, Any] | None:
    """``<bg-position>``: as other positions, and with an offset at one of two edges."""
    if len(tokens) != 3:
        return read_position(tokens)
    found: dict[str, Any] = {}
    rest = list(tokens)
    while rest:
        edge = rest.pop(0)
        offset = rest.pop(0) if rest and keyword(rest[0]) is None else None
        word = keyword(edge)
        if word == "center" and offset is None:
            axis = "y" if "x" in found else "x" if "y" in found or not rest or keyword(rest[0]) in DOWN else "y"
            found[axis] = _CENTRE
        elif word in _EDGES and (axis := "x" if word in ACROSS else "y") not in found:
            found[axis] = read_axis([edge] if offset is None else [edge, offset])
        else:
            return None
    return (found["x"], found["y"]) if len(found) == 2 and None not in found.values() else None


def along(edges: tuple[str, str]) -> Callable[[Tokens], Any]:
    """A reader of ``background-position-x`` or ``-y``, by its edges."""
    return lambda tokens: None if keyword(tokens[0]) in _EDGES and keyword(tokens[0]) not in edges else read_axis(tokens)


def read_axis(tokens: Tokens) -> Any:
    """A length, or an edge and how far inwards from it."""
    word = keyword(tokens[0])
    if len(tokens) == 1:
        return _CENTRE if word == "center" else Percentage(_EDGES[word]) if word in _EDGES else read_length(tokens[0])
    length = read_length(tokens[1]) if len(tokens) == 2 and word in _EDGES else None
    if length is None or word is None or _EDGES[word] == 0:
        return length
    return Function("sum", (Percentage(100.0), Function("product", (Number(-1), cast(Operand, length)))))


def background_position(tokens: Tokens) -> Expansion | None:
    """The shorthand of both axes."""
    found = in_layers(read_background_position)(tokens)
    return None if found is None else {"background-position-x": tuple(x for x, _ in found), "background-position-y": tuple(y for _, y in found)}


def background(tokens: Tokens) -> Expansion | None:
    """The shorthand of all of them (css-backgrounds-3 §2.10); a colour stands in the last layer."""
    layers = split_commas(tokens)
    read = [_Layer(part, number == len(layers)) for number, part in enumerate(layers, 1)]
    if not all(layer.is_read for layer in read):
        return None
    images = tuple(layer.image for layer in read)
    return {
        "background-image": images if any(image is not None for image in images) else (),
        "background-position-x": tuple(layer.position[0] for layer in read),
        "background-position-y": tuple(layer.position[1] for layer in read),
        "background-size": tuple(layer.size for layer in read),
        "background-repeat": tuple(layer.repeat for layer in read),
        "background-origin": tuple(layer.boxes[0] if layer.boxes else "padding-box" for layer in read),
        "background-clip": tuple(layer.boxes[-1] if layer.boxes else "border-box" for layer in read),
        "background-attachment": tuple(layer.attachment or "scroll" for layer in read),
        "background-color": read[-1].color or (0.0, 0.0, 0.0, 0.0),
    }


class _Layer:
    """One layer of the shorthand: its parts in any order."""

    def __init__(self, tokens: Tokens, is_last: bool) -> None:
        self.image: Image = None
        self.position: tuple[Any, Any] = (Percentage(0.0), Percentage(0.0))
        self.size: Any = ("auto", "auto")
        self.repeat = ("repeat", "repeat")
        self.boxes: list[str] = []
        self.attachment = ""
        self.color: Any = None
        self.rest, self.is_last = list(tokens), is_last
        self.is_read = bool(tokens)
        seen: set[str] = set()
        while self.rest and self.is_read:
            part = self._take()
            self.is_read = part != "" and (part == "box" or part not in seen)
            seen.add(part)

    def _take(self) -> str:
        """Take one part in; its name, or nothing where it is none."""
        token, word = self.rest[0], keyword(self.rest[0])
        color = read_color(token) if self.is_last and token.type in ("ident", "hash", "function") else None
        if color is not None:
            self.color = color
            return self._taken(1, "color")
        if _is_image(token) and not _is_length(token):
            self.image = _image(token)
            return self._taken(1, "image")
        if word in ("repeat-x", "repeat-y") or word in REPEATS:
            count = 2 if word in REPEATS and len(self.rest) > 1 and keyword(self.rest[1]) in REPEATS else 1
            self.repeat = read_repeat(self.rest[:count]) or self.repeat
            return self._taken(count, "repeat")
        if word in ATTACHMENTS:
            self.attachment = word or ""
            return self._taken(1, "attachment")
        if word in CLIPS and len(self.boxes) < 2:
            self.boxes.append(word or "")
            return self._taken(1, "box")
        return self._take_position()

    def _take_position(self) -> str:
        count = _while(self.rest, lambda token: keyword(token) in _EDGES or keyword(token) == "center" or _is_length(token))
        position = read_background_position(self.rest[:count]) if count else None
        if position is None:
            return ""
        self.position = position
        self._taken(count, "position")
        if self.rest and self.rest[0].type == "literal" and self.rest[0].value == "/":
            after = self.rest[1:]
            count = min(_while(after, lambda token: keyword(token) in ("auto", "cover", "contain") or _is_length(token)), 2)
            size = read_size(after[:count]) if count else None
            if size is None:
                return ""
            self.size = size
            self._taken(count + 1, "size")
        return "position"

    def _taken(self, count: int, name: str) -> str:
        del self.rest[:count]
        return name


def _is_length(token: Token) -> bool:
    return token.type not in ("ident", "url") and read_length(token) is not None


def _while(tokens: Tokens, holds: Callable[[Token], bool]) -> int:
    return next((number for number, token in enumerate(tokens) if not holds(token)), len(tokens))
