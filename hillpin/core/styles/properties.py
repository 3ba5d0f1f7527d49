"""The longhand properties that layout knows: how each is read, what it starts as, whether it inherits.

``PROPERTIES`` is the registry; ``compute`` names how a specified value becomes the field of ComputedStyle.
To add a property: one line here, and a field of that name (``-`` → ``_``) in ``computed.py``.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from . import grid_values as grid
from .grammar import (
    Reader,
    Tokens,
    keyword,
    one,
    read_integer,
    read_keyword,
    read_length,
    read_number,
    significant,
    sizing,
    split_commas,
)
from .readers import (
    read_alignment,
    read_aspect_ratio,
    read_color,
    read_content,
    read_counters,
    read_display,
    read_families,
    read_line_height,
    read_list_style_type,
    read_object_position,
    read_rotate,
    read_scale,
    read_transform,
    read_url_or_none,
    read_weight,
)
from .values import AUTO, NONE, ZERO, Dimension, Function, Kind, Length, Percentage

Compute = Callable[[Any, Any], Any]


@dataclass(frozen=True, slots=True)
class Property:
    """A longhand: its reader, its initial computed value and how it is computed."""

    name: str
    field: str
    read: Reader
    initial: Any
    inherited: bool = False
    compute: str = "same"


PROPERTIES: dict[str, Property] = {}


def _add(names: str, read: Reader, initial: Any, *, inherited: bool = False, compute: str = "same") -> None:
    for name in names.split():
        PROPERTIES[name] = Property(name, name.replace("-", "_"), read, initial, inherited, compute)


def _words(names: str, words: str, *, inherited: bool = False) -> None:
    listed = words.split()
    _add(names, read_keyword(*listed), listed[0], inherited=inherited)


def _read_border_width(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    word = keyword(tokens[0])
    if word is not None:
        return {"thin": Dimension(1, "px"), "medium": Dimension(3, "px"), "thick": Dimension(5, "px")}.get(word)
    return read_length(tokens[0], percentages=False, negative=False)


def _read_spacing(tokens: Tokens) -> Any:
    if len(tokens) == 1 and keyword(tokens[0]) == "normal":
        return Dimension(0, "px")
    return read_length(tokens[0]) if len(tokens) == 1 else None


def _read_border_spacing(tokens: Tokens) -> Any:
    lengths = [read_length(token, percentages=False, negative=False) for token in tokens]
    if not 1 <= len(lengths) <= 2 or None in lengths:
        return None
    return (lengths[0], lengths[-1])


def _read_vertical_align(tokens: Tokens) -> Any:
    words = ("baseline", "sub", "super", "top", "text-top", "middle", "bottom", "text-bottom")
    if len(tokens) != 1:
        return None
    return word if (word := keyword(tokens[0])) in words else read_length(tokens[0])


def _read_font_size(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    word = keyword(tokens[0])
    if word is not None:
        return word if word in FONT_SIZES or word in ("smaller", "larger") else None
    return read_length(tokens[0], negative=False)


def _read_tab_size(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    number = read_number(tokens[0])
    if number is not None:
        return number if number >= 0 else None
    return read_length(tokens[0], percentages=False, negative=False)


def _read_text_indent(tokens: Tokens) -> Any:
    lengths = [value for token in tokens if (value := read_length(token)) is not None]
    return lengths[0] if len(tokens) == 1 and lengths else None


def _read_gap(tokens: Tokens) -> Any:
    """``normal`` stays auto: it is 0, but in a subgrid its parent's gap."""
    if len(tokens) == 1 and keyword(tokens[0]) == "normal":
        return "auto"
    return read_length(tokens[0], negative=False) if len(tokens) == 1 else None


def _read_flow(tokens: Tokens) -> Any:
    words = [keyword(token) for token in tokens]
    if not 1 <= len(words) <= 2 or len(set(words)) != len(words) or not set(words) <= {"row", "column", "dense"}:
        return None
    return ("column" if "column" in words else "row") + (" dense" if "dense" in words else "")


def _read_factor(tokens: Tokens) -> Any:
    number = read_number(tokens[0]) if len(tokens) == 1 else None
    return number if number is not None and number >= 0 else None


def _read_z_index(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    return "auto" if keyword(tokens[0]) == "auto" else read_integer(tokens[0])


def _read_clamped(tokens: Tokens) -> Any:
    if len(tokens) != 1:
        return None
    return "none" if keyword(tokens[0]) == "none" else read_integer(tokens[0])


def _read_quotes(tokens: Tokens) -> Any:
    if len(tokens) == 1 and keyword(tokens[0]) in ("none", "auto"):
        return keyword(tokens[0])
    if tokens and len(tokens) % 2 == 0 and all(token.type == "string" for token in tokens):
        return tuple(token.value for token in tokens)
    return None


def _read_container_name(tokens: Tokens) -> Any:
    if any(token.type != "ident" for token in tokens):
        return None
    names = tuple(token.value for token in tokens)
    return () if names == ("none",) else names


def _read_set(tokens: Tokens) -> Any:
    """Whether a property that layout does not cover is set at all: its name stands for any value but its initial one."""
    return "" if len(tokens) == 1 and keyword(tokens[0]) in ("none", "normal", "auto") else "set"


def _read_contain(tokens: Tokens) -> Any:
    words = tuple(keyword(token) or "" for token in tokens)
    if words == ("none",):
        return ()
    return words if words and set(words) <= {"strict", "content", "size", "inline-size", "layout", "style", "paint"} else None


def _read_container_type(tokens: Tokens) -> Any:
    words = {keyword(token) for token in tokens}
    if not words or not words <= {"normal", "size", "inline-size", "scroll-state"}:
        return None
    return "size" if "size" in words else "inline-size" if "inline-size" in words else "normal"


def _read_background_images(tokens: Tokens) -> Any:
    urls: list[str] = []
    for part in split_commas(tokens):
        for token in part:
            if token.type == "url":
                urls.append(token.value)
            elif token.type == "function" and token.lower_name == "url":
                inside = significant(token.arguments)
                urls += [inner.value for inner in inside if inner.type == "string"]
    return tuple(urls) if tokens else None


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

_BORDER_STYLES = "none hidden dotted dashed solid double groove ridge inset outset"
_SIDES = ("top", "right", "bottom", "left")
_SIZES = ("auto", "min-content", "max-content", "fit-content", "-webkit-fill-available", "stretch")
_BREAKS = "auto avoid avoid-page avoid-column page column left right"

_add("display", read_display, "inline")
_words("position", "static relative absolute fixed sticky -webkit-sticky")
_words("float", "none left right inline-start inline-end")
_words("clear", "none left right both inline-start inline-end")
_words("visibility", "visible hidden collapse", inherited=True)
_words("box-sizing", "content-box border-box")
_words("overflow-x overflow-y", "visible hidden scroll auto clip overlay")
_words("direction", "ltr rtl", inherited=True)
_words("writing-mode", "horizontal-tb vertical-rl vertical-lr sideways-rl sideways-lr", inherited=True)
_add("z-index", _read_z_index, "auto")
_add("width height", sizing(*_SIZES), AUTO, compute="length")
_add("min-width min-height", sizing(*_SIZES), AUTO, compute="length")
_add("max-width max-height", sizing("none", *_SIZES[1:]), NONE, compute="length")
for _side in _SIDES:
    _add(f"margin-{_side}", sizing("auto", negative=True), ZERO, compute="length")
    _add(f"padding-{_side}", sizing(), ZERO, compute="length")
    _add(f"border-{_side}-width", _read_border_width, 3 * 64, compute="border")
    _words(f"border-{_side}-style", _BORDER_STYLES)
    _add(f"border-{_side}-color", one(read_color), "currentcolor")
    _add(_side, sizing("auto", negative=True), AUTO, compute="length")
_add("aspect-ratio", read_aspect_ratio, None)
_words("object-fit", "fill contain cover none scale-down")
_add("object-position", read_object_position, (Length(AUTO.kind), Length(AUTO.kind)))

_add("font-family", read_families, ("serif",), inherited=True)
_add("font-size", _read_font_size, 16.0, inherited=True, compute="font-size")
_add("font-weight", read_weight, 400, inherited=True, compute="font-weight")
_words("font-style", "normal italic oblique", inherited=True)
_words("font-variant-caps", "normal small-caps all-small-caps petite-caps unicase titling-caps", inherited=True)
_words("font-kerning", "auto normal none", inherited=True)
_add("line-height", read_line_height, None, inherited=True, compute="line-height")
_add("letter-spacing", _read_spacing, 0.0, inherited=True, compute="px")
_add("word-spacing", _read_spacing, 0.0, inherited=True, compute="px")
_words("text-align", "start left right center justify end match-parent -webkit-center -webkit-left -webkit-right", inherited=True)
_words("text-align-last", "auto start left right center justify end", inherited=True)
_add("text-indent", _read_text_indent, ZERO, inherited=True, compute="length")
_words("text-transform", "none uppercase lowercase capitalize full-width", inherited=True)
_words("white-space-collapse", "collapse preserve preserve-breaks break-spaces", inherited=True)
_words("text-wrap-mode", "wrap nowrap", inherited=True)
_words("text-wrap-style", "auto balance pretty stable", inherited=True)
_add("tab-size", _read_tab_size, 8.0, inherited=True, compute="tab-size")
_words("overflow-wrap", "normal break-word anywhere", inherited=True)
_words("word-break", "normal break-all keep-all break-word auto-phrase", inherited=True)
_words("line-break", "auto loose normal strict anywhere", inherited=True)
_words("hyphens", "manual none auto", inherited=True)
_words("text-overflow", "clip ellipsis")
_add("vertical-align", _read_vertical_align, "baseline", compute="vertical-align")
_add("list-style-type", read_list_style_type, "disc", inherited=True)
_words("list-style-position", "outside inside", inherited=True)
_add("list-style-image", read_url_or_none, "none", inherited=True)
_add("content", read_content, "normal")
_add("quotes", _read_quotes, "auto", inherited=True)
_add("counter-reset", read_counters(0), ())
_add("counter-increment", read_counters(1), ())
_add("counter-set", read_counters(0), ())

_words("table-layout", "auto fixed")
_words("border-collapse", "separate collapse", inherited=True)
_add("border-spacing", _read_border_spacing, (0, 0), inherited=True, compute="pair")
_words("caption-side", "top bottom", inherited=True)
_words("empty-cells", "show hide", inherited=True)

_words("flex-direction", "row row-reverse column column-reverse")
_words("flex-wrap", "nowrap wrap wrap-reverse")
_add("flex-grow", _read_factor, 0.0)
_add("flex-shrink", _read_factor, 1.0)
_add("flex-basis", sizing(*_SIZES, "content"), AUTO, compute="length")
_add("order", one(read_integer), 0)
_add("justify-content align-content", read_alignment("content"), "normal")
_add("align-items", read_alignment("self"), "normal")
_add("justify-items", read_alignment("self"), "normal")
_add("align-self justify-self", read_alignment("self"), "auto")
_add("row-gap column-gap", _read_gap, AUTO, compute="length")

_add("grid-template-columns grid-template-rows", grid.read_template, grid.NO_TRACKS, compute="tracks")
_add("grid-template-areas", grid.read_areas, grid.NO_AREAS)
_add("grid-auto-columns grid-auto-rows", grid.read_auto_tracks, (grid.AUTO_TRACK,), compute="auto-tracks")
_add("grid-auto-flow", _read_flow, "row")
_add("grid-row-start grid-row-end grid-column-start grid-column-end", grid.read_line, grid.AUTO_LINE)

_add("contain", _read_contain, ())
_add("container-type", _read_container_type, "normal")
_add("container-name", _read_container_name, ())
_add("column-count", lambda tokens: "auto" if len(tokens) == 1 and keyword(tokens[0]) == "auto" else one(read_integer)(tokens), "auto")
_add("column-width", sizing("auto"), AUTO, compute="length")
_words("float-reference", "inline")
_add("color", one(read_color), (0.0, 0.0, 0.0, 1.0), inherited=True, compute="color")
_add("background-color", one(read_color), (0.0, 0.0, 0.0, 0.0))
_add("background-image", _read_background_images, ())
_add("opacity", _read_factor, 1.0)
_add("transform", read_transform, (), compute="transform")
_add("translate", lambda tokens: tuple(tokens) and read_object_position(tokens, words=False), None, compute="translate")
_add("transform-origin", lambda tokens: read_object_position(tokens[:2]), (Length(Kind.PERCENT, percent=50.0), Length(Kind.PERCENT, percent=50.0)), compute="origin")
_add("rotate", read_rotate, ())
_add("scale", read_scale, ())
_words("appearance", "none auto base-select textfield menulist-button button checkbox radio")
_add("-webkit-line-clamp", _read_clamped, "none")
_add("zoom", _read_factor, 1.0)
for _name in ("shape-outside", "initial-letter", "position-area", "text-box-trim"):
    _add(_name, _read_set, "")
_words("break-before break-after break-inside", _BREAKS)
_words("pointer-events", "auto none all visible painted fill stroke", inherited=True)
_words("text-decoration-line", "none underline overline line-through blink", inherited=False)

PERCENT_OF_HEIGHT = frozenset({"height", "min-height", "max-height", "top", "bottom"})
INITIAL: dict[str, Any] = {prop.field: prop.initial for prop in PROPERTIES.values()}
INHERITED_FIELDS: tuple[str, ...] = tuple(prop.field for prop in PROPERTIES.values() if prop.inherited)

__all__ = ["FONT_SIZES", "INHERITED_FIELDS", "INITIAL", "PROPERTIES", "Function", "Percentage", "Property"]
