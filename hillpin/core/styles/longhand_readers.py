"""Readers of longhands that are one of a kind."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from .grammar import (
    Reader,
    Token,
    Tokens,
    keyword,
    one,
    read_integer,
    read_length,
    read_number,
    read_share,
    sizing,
)
from .values import Dimension

_HOLDING = ("transform", "translate", "rotate", "scale", "perspective", "filter", "backdrop-filter", "contain")


def read_will_change(tokens: Tokens) -> Any:
    """Whether something is announced that makes a box the containing block of what is positioned in it (css-will-change-1 §3)."""
    words = [keyword(token) for token in tokens if token.type != "literal"]
    return None if not words or None in words else "set" if any(word in _HOLDING for word in words) else ""


def shown(token: Any) -> str:
    return str(token.serialize()).lower()


def read_border_width(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    word = keyword(tokens[0])
    if word is not None:
        return {"thin": Dimension(1, "px"), "medium": Dimension(3, "px"), "thick": Dimension(5, "px")}.get(word)
    return read_length(tokens[0], percentages=False, negative=False)


def read_spacing(tokens: Tokens) -> Any:
    if len(tokens) == 1 and keyword(tokens[0]) == "normal":
        return Dimension(0, "px")
    return read_length(tokens[0]) if len(tokens) == 1 else None


def read_border_spacing(tokens: Tokens) -> Any:
    lengths = [read_length(token, percentages=False, negative=False) for token in tokens]
    if not 1 <= len(lengths) <= 2 or None in lengths:
        return None
    return (lengths[0], lengths[-1])


def read_vertical_align(tokens: Tokens) -> Any:
    words = ("baseline", "sub", "super", "top", "text-top", "middle", "bottom", "text-bottom", "-webkit-baseline-middle")
    if len(tokens) != 1:
        return None
    return word if (word := keyword(tokens[0])) in words else read_length(tokens[0])


def read_font_size(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    word = keyword(tokens[0])
    if word is not None:
        return word if word in FONT_SIZES or word in ("smaller", "larger") else None
    return read_length(tokens[0], negative=False)


def read_tab_size(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    number = read_number(tokens[0], 0)
    return number if number is not None else read_length(tokens[0], percentages=False, negative=False)


def read_text_indent(tokens: Tokens) -> Any:
    lengths = [value for token in tokens if (value := read_length(token)) is not None]
    return lengths[0] if len(tokens) == 1 and lengths else None


def read_gap(tokens: Tokens) -> Any:
    """``normal`` stays auto: it is 0, but in a subgrid its parent's gap."""
    if len(tokens) == 1 and keyword(tokens[0]) == "normal":
        return "auto"
    return read_length(tokens[0], negative=False) if len(tokens) == 1 else None


def read_gutter(tokens: Tokens) -> str | None:
    """``scrollbar-gutter``: ``auto``, ``stable``, or ``both`` for ``stable both-edges``."""
    words = sorted(keyword(token) or "" for token in tokens)
    return {("auto",): "auto", ("stable",): "stable", ("both-edges", "stable"): "both"}.get(tuple(words))


def read_trim(tokens: Tokens) -> str | None:
    """``margin-trim``: ``start``, ``end`` or ``both`` ends of a block container; with ends of lines it trims nothing in the browser."""
    words = sorted(keyword(token) or "" for token in tokens)
    if words == ["none"]:
        return ""
    if not words or len(set(words)) < len(words) or not set(words) <= {"block", "block-start", "block-end", "inline", "inline-start", "inline-end"}:
        return None
    trimmed = {("block",): "both", ("block-end", "block-start"): "both", ("block", "block-start"): "both", ("block", "block-end"): "both", ("block-start",): "start", ("block-end",): "end"}
    return trimmed.get(tuple(words), "")


def read_flow(tokens: Tokens) -> Any:
    words = [keyword(token) for token in tokens]
    if not 1 <= len(words) <= 2 or len(set(words)) != len(words) or not set(words) <= {"row", "column", "dense"}:
        return None
    return ("column" if "column" in words else "row") + (" dense" if "dense" in words else "")


def read_factor(tokens: Tokens) -> Any:
    return read_number(tokens[0], 0) if len(tokens) == 1 else None


def read_opacity(tokens: Tokens) -> float | None:
    """A number or a percentage, held between 0 and 1 (css-color-4 §15)."""
    value = read_share(tokens[0]) if len(tokens) == 1 else None
    return min(max(value, 0.0), 1.0) if value is not None else None


def or_auto(read: Callable[..., Any], **options: Any) -> Reader:
    """A reader of one token that is ``auto`` or what ``read`` takes."""
    read_one = one(read, **options)
    return lambda tokens: "auto" if len(tokens) == 1 and keyword(tokens[0]) == "auto" else read_one(tokens)


def read_count(token: Token) -> int | None:
    """<integer [1,∞]>."""
    return read_integer(token, 1)


def read_zoom(tokens: Tokens) -> float | None:
    """A factor or a percentage; 0 says nothing, as ``normal`` does."""
    if len(tokens) != 1:
        return None
    if keyword(tokens[0]) == "normal":
        return 1.0
    factor = read_share(tokens[0], 0)
    return None if factor is None else factor or 1.0


def read_z_index(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    return "auto" if keyword(tokens[0]) == "auto" else read_integer(tokens[0])


def read_clamped(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    return "none" if keyword(tokens[0]) == "none" else read_integer(tokens[0], 1)


def read_quotes(tokens: Tokens) -> Any:
    if len(tokens) == 1 and keyword(tokens[0]) in ("none", "auto"):
        return keyword(tokens[0])
    if tokens and len(tokens) % 2 == 0 and all(token.type == "string" for token in tokens):
        return tuple(token.value for token in tokens)
    return None


def read_container_name(tokens: Tokens) -> Any:
    if any(token.type != "ident" for token in tokens):
        return None
    names = tuple(token.value for token in tokens)
    return () if names == ("none",) else names


def read_contain(tokens: Tokens) -> Any:
    words = tuple(keyword(token) or "" for token in tokens)
    if words == ("none",):
        return ()
    return words if words and set(words) <= {"strict", "content", "size", "inline-size", "layout", "style", "paint"} else None


def read_intrinsic(tokens: Tokens) -> Any:
    """``contain-intrinsic-width`` and its like; ``auto`` before it asks for what was seen last, and nothing was (css-sizing-4 §4.3)."""
    words = tokens[1:] if len(tokens) == 2 and keyword(tokens[0]) == "auto" else tokens
    return sizing("none", percentages=False)(words)


def read_box_edge(tokens: Tokens) -> Any:
    """``text-box-edge``: over and under, or ``text`` for both (css-inline-3 §5.2)."""
    words = [keyword(token) or "" for token in tokens]
    if words in (["auto"], ["text"]):
        return words[0]
    return " ".join(words) if len(words) == 2 and words[0] in ("text", "cap", "ex") and words[1] in ("text", "alphabetic") else None


def read_container_type(tokens: Tokens) -> Any:
    words = {keyword(token) for token in tokens}
    if not words or not words <= {"normal", "size", "inline-size", "scroll-state"}:
        return None
    return "size" if "size" in words else "inline-size" if "inline-size" in words else "normal"


FONT_SIZES: dict[str, float] = {
    "xx-small": 9.0,
    "x-small": 10.0,
    "small": 13.0,
    "medium": 16.0,
    "large": 18.0,
    "x-large": 24.0,
    "xx-large": 32.0,
    "xxx-large": 48.0,
}
MONOSPACE_SIZES = {"xx-small": 9.0, "x-small": 10.0, "small": 12.0, "medium": 13.0, "large": 16.0, "x-large": 20.0, "xx-large": 26.0, "xxx-large": 39.0}
QUIRKY_MONOSPACE_SIZES = {**MONOSPACE_SIZES, "x-small": 9.0, "small": 10.0, "xxx-large": 40.0}
"""What the keywords are in ``monospace``, whose ``medium`` is 13 px (measured in Chromium)."""
