"""Readers of single properties whose grammar is more than a keyword or a length."""

from __future__ import annotations

from typing import Any

from tinycss2.color4 import parse_color

from .grammar import (
    Reader,
    Token,
    Tokens,
    keyword,
    read_angle,
    read_integer,
    read_length,
    read_number,
    read_share,
    significant,
    split_commas,
)
from .values import Dimension

_OUTER_DISPLAY = {"block", "inline", "run-in"}
_SINGLE_DISPLAY = {
    "none", "contents", "block", "inline", "flow-root", "inline-block", "list-item", "flex", "inline-flex", "grid",
    "inline-grid", "table", "inline-table", "table-row", "table-row-group", "table-header-group",
    "table-footer-group", "table-cell", "table-column", "table-column-group", "table-caption", "ruby", "math",
    "-webkit-box", "-webkit-inline-box",
}  # fmt: skip


def read_display(tokens: Tokens) -> str | None:
    """``display`` in one- and two-word forms, as the legacy single word (css-display-3 §2)."""
    words = [keyword(token) for token in tokens]
    if len(words) == 1:
        word = {"-webkit-flex": "flex", "-webkit-inline-flex": "inline-flex"}.get(words[0] or "", words[0])
        return word if word in _SINGLE_DISPLAY else None
    inner = [word for word in words if word not in _OUTER_DISPLAY]
    outer = [word for word in words if word in _OUTER_DISPLAY]
    if len(inner) + len(outer) > 3 or len(outer) > 1:
        return None
    is_inline = outer == ["inline"]
    if inner in ([], ["flow"]):
        return "inline" if is_inline else "block"
    if inner == ["flow-root"]:
        return "inline-block" if is_inline else "flow-root"
    if "list-item" in inner:
        return _list_item(inner, is_inline)
    if len(inner) == 1 and inner[0] in ("flex", "grid", "table"):
        return f"inline-{inner[0]}" if is_inline else inner[0]
    return None


def _list_item(inner: list[str | None], is_inline: bool) -> str | None:
    """``display`` of a list item: ``inline`` and ``flow-root``, where it has them, come first."""
    kinds = [word for word in inner if word != "list-item"]
    if kinds not in ([], ["flow"], ["flow-root"]):
        return None
    return ("inline " if is_inline else "") + ("flow-root " if kinds == ["flow-root"] else "") + "list-item"


def read_color(token: Token) -> tuple[float, ...] | str | None:
    """<color> as sRGB red, green, blue (0 to 1) and alpha, or ``currentcolor``."""
    word = keyword(token)
    if word == "currentcolor":
        return "currentcolor"
    if word in _SYSTEM_COLORS:
        return _SYSTEM_COLORS[word]
    if token.type == "function" and token.lower_name in ("color-mix", "light-dark"):
        return "currentcolor"
    try:
        color = parse_color(token)
        if color is None or isinstance(color, str):
            return None
        srgb = color if color.space in ("srgb", None) else color.to("srgb")
        red, green, blue = (0.0 if c is None else min(1.0, max(0.0, float(c))) for c in srgb.coordinates)
        return (red, green, blue, 1.0 if srgb.alpha is None else float(srgb.alpha))
    except (ValueError, TypeError, AttributeError, NotImplementedError):
        return None


_SYSTEM_COLORS: dict[str | None, tuple[float, ...]] = {
    "canvas": (1.0, 1.0, 1.0, 1.0),
    "canvastext": (0.0, 0.0, 0.0, 1.0),
    "linktext": (0.0, 0.0, 238 / 255, 1.0),
    "buttonface": (239 / 255, 239 / 255, 239 / 255, 1.0),
    "buttontext": (0.0, 0.0, 0.0, 1.0),
    "field": (1.0, 1.0, 1.0, 1.0),
    "fieldtext": (0.0, 0.0, 0.0, 1.0),
    "graytext": (128 / 255, 128 / 255, 128 / 255, 1.0),
}


def read_aspect_ratio(tokens: Tokens) -> tuple[bool, float | None] | None:
    """``aspect-ratio``: whether ``auto`` is in it, and width ÷ height where a ratio is."""
    has_auto = bool(tokens) and "auto" in (keyword(tokens[0]), keyword(tokens[-1]))
    rest = tokens if not has_auto else tokens[1:] if keyword(tokens[0]) == "auto" else tokens[:-1]
    if not rest:
        return (True, None) if has_auto else None
    numbers = [read_number(token, 0) for token in rest if not (token.type == "literal" and token.value == "/")]
    if len(rest) not in (1, 3) or None in numbers:
        return None
    width, height = numbers[0], (numbers[1] if len(numbers) > 1 else 1.0)
    if width is None or height is None:
        return None
    return (has_auto, width / height if width and height else None)


def read_families(tokens: Tokens) -> tuple[str, ...] | None:
    """``font-family``: names in order, generic ones in lower case."""
    names: list[str] = []
    for part in split_commas(tokens):
        if len(part) == 1 and part[0].type == "string":
            names.append(part[0].value)
        elif part and all(token.type == "ident" for token in part):
            name = " ".join(token.value for token in part)
            names.append(name.lower() if name.lower() in GENERIC_FAMILIES else name)
        else:
            return None
    return tuple(names)


GENERIC_FAMILIES = frozenset(
    {
        "serif", "sans-serif", "monospace", "cursive", "fantasy", "system-ui", "ui-serif", "ui-sans-serif",
        "ui-monospace", "ui-rounded", "math", "emoji", "fangsong",
    }
)  # fmt: skip


def read_weight(tokens: Tokens) -> int | str | None:
    """``font-weight``: 1 to 1000, ``bolder`` or ``lighter``."""
    if len(tokens) != 1:
        return None
    word = keyword(tokens[0])
    if word is not None:
        known: dict[str, int | str] = {"normal": 400, "bold": 700, "bolder": "bolder", "lighter": "lighter"}
        return known.get(word)
    number = read_number(tokens[0], 1, 1000)
    return round(number) if number is not None else None


def read_line_height(tokens: Tokens) -> Any:
    """``line-height``: a number, a length, a percentage or ``normal``."""
    if len(tokens) != 1:
        return None
    if keyword(tokens[0]) == "normal":
        return "normal"
    number = read_number(tokens[0], 0)
    return number if number is not None else read_length(tokens[0], negative=False)


def read_list_style_type(tokens: Tokens) -> str | None:
    """``list-style-type``: a counter style's name, or a string with its quotes kept as ``"…"``."""
    if len(tokens) != 1:
        return None
    if tokens[0].type == "string":
        return f'"{tokens[0].value}"'
    return keyword(tokens[0])


def read_url_or_none(tokens: Tokens) -> str | None:
    """``none`` or the address in ``url()``."""
    if len(tokens) != 1:
        return None
    token = tokens[0]
    if token.type == "url":
        return f"url:{token.value}"
    if token.type == "function":
        strings = [inner.value for inner in significant(token.arguments) if inner.type == "string"]
        return f"url:{strings[0]}" if token.lower_name == "url" and strings else "image"
    return "none" if keyword(token) == "none" else None


def read_content(tokens: Tokens) -> Any:
    """``content``: ``normal``, ``none`` or a tuple of (kind, data) pieces (css-content-3 §1)."""
    if len(tokens) == 1 and keyword(tokens[0]) in ("normal", "none"):
        return keyword(tokens[0])
    pieces: list[tuple[str, Any]] = []
    for token in tokens:
        if token.type == "literal" and token.value == "/":
            break
        piece = _content_piece(token)
        if piece is None:
            return None
        pieces.append(piece)
    return tuple(pieces) if pieces else None


def _content_piece(token: Token) -> tuple[str, Any] | None:
    if token.type == "string":
        return ("text", token.value)
    if token.type == "url":
        return ("image", token.value)
    if token.type == "ident" and token.lower_value in ("open-quote", "close-quote", "no-open-quote", "no-close-quote"):
        return ("quote", token.lower_value)
    if token.type != "function":
        return None
    inside = significant(token.arguments)
    if token.lower_name == "attr" and inside and inside[0].type == "ident":
        return ("attr", inside[0].lower_value)
    if token.lower_name in ("counter", "counters") and inside and inside[0].type == "ident":
        parts = split_commas(inside)
        texts = [part[0].value for part in parts[1:] if part and part[0].type in ("string", "ident")]
        return (token.lower_name, (parts[0][0].value, tuple(texts)))
    if token.lower_name == "url":
        return ("image", inside[0].value if inside else "")
    return ("image", "") if token.lower_name.endswith("gradient") else None


def read_counters(default: int) -> Reader:
    """``counter-reset`` and its kin: pairs of name and integer."""

    def read(tokens: Tokens) -> tuple[tuple[str, int], ...] | None:
        if len(tokens) == 1 and keyword(tokens[0]) == "none":
            return ()
        pairs: list[tuple[str, int]] = []
        for token in tokens:
            if token.type == "ident":
                pairs.append((token.value, default))
            elif pairs and (number := read_integer(token)) is not None:
                pairs[-1] = (pairs[-1][0], number)
            else:
                return None
        return tuple(pairs) if pairs else None

    return read


_POSITIONS = {"center", "start", "end", "flex-start", "flex-end", "self-start", "self-end", "left", "right"}
_DISTRIBUTION = {"space-between", "space-around", "space-evenly", "stretch"}


def read_alignment(kind: str, *without: str) -> Reader:
    """The box alignment properties (css-align-3 §4), some ``without`` words that others have: ``safe`` and ``unsafe`` stay as a
    prefix word."""

    def read(tokens: Tokens) -> str | None:
        words = [keyword(token) for token in tokens]
        if None in words or not words:
            return None
        prefix = ""
        if words[0] in ("safe", "unsafe") and len(words) == 2:
            prefix, words = f"{words[0]} ", words[1:]
        if not set(words).isdisjoint(without):
            return None
        if words in (["first", "baseline"], ["baseline"]):
            return "baseline"
        if words == ["last", "baseline"]:
            return "last baseline"
        if kind == "self" and "legacy" in words:
            return next((word for word in words if word != "legacy"), "normal")
        if len(words) != 1:
            return None
        word = words[0]
        allowed = _POSITIONS | {"normal"} | (_DISTRIBUTION if kind == "content" else {"stretch", "auto", "anchor-center"})
        return prefix + word if word in allowed and word is not None else None

    return read


def read_rotate(tokens: Tokens) -> tuple[tuple[str, tuple[float, ...]], ...] | None:
    """``rotate``: an angle, perhaps round an axis of the page or of space, as a transform function (css-transforms-2 §5)."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return ()
    angles = [angle for token in tokens if token.type != "number" and (angle := read_angle(token)) is not None]
    axes = [token for token in tokens if token.type == "number" or read_angle(token) is None]
    if len(angles) != 1 or len(axes) not in (0, 1, 3):
        return None
    if len(axes) == 3:
        numbers = [read_number(token) for token in axes]
        return (("rotate3d", (*[one for one in numbers if one is not None], angles[0])),) if None not in numbers else None
    axis = keyword(axes[0]) if axes else "z"
    return ((f"rotate{axis}", (angles[0],)),) if axis in ("x", "y", "z") else None


def read_scale(tokens: Tokens) -> tuple[tuple[str, tuple[float, ...]], ...] | None:
    """``scale`` by one to three factors, of which the third leaves the page, as a transform function."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return ()
    factors = [factor for token in tokens if (factor := read_share(token)) is not None]
    return (("scale", tuple(factors[:2])),) if 1 <= len(factors) == len(tokens) <= 3 else None


def read_translate(tokens: Tokens) -> tuple[Any, ...] | None:
    """``translate``: how far across and down, as specified lengths; how far out of the page moves nothing on it."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return ()
    if not 1 <= len(tokens) <= 3 or (len(tokens) == 3 and read_length(tokens[2], percentages=False) is None):
        return None
    across = read_length(tokens[0])
    down = read_length(tokens[1]) if len(tokens) > 1 else Dimension(0, "px")
    return (across, down) if across is not None and down is not None else None
