"""Shorthand properties and logical names, expanded to the physical longhands of ``properties``.

Logical sides are those of horizontal left-to-right text; other writing modes are named as not modelled.
"""

from __future__ import annotations

from typing import Any

from .aliases import LOGICAL_SIDES
from .background_values import background, background_position
from .edge_values import border_radius
from .font_choices import STRETCHES
from .grammar import Expander, Expansion, Tokens, keyword, read_number
from .grid_shorthands import grid_lines, grid_shorthand, grid_template
from .properties import PROPERTIES, Property
from .readers import read_families, read_line_height, read_list_style_type, read_url_or_none
from .values import Dimension, Percentage

SIDES = ("top", "right", "bottom", "left")
def read_longhand(prop: Property, tokens: Tokens) -> Any:
    """The specified value of a longhand, or None where it does not parse."""
    return prop.read(tokens) if tokens else None


def _read(name: str, tokens: Tokens) -> Any:
    return PROPERTIES[name].read(tokens)


def _box(template: str) -> Expander:
    """One to four values for top, right, bottom, left."""

    def expand(tokens: Tokens) -> Expansion | None:
        if not 1 <= len(tokens) <= 4:
            return None
        order = {1: (0, 0, 0, 0), 2: (0, 1, 0, 1), 3: (0, 1, 2, 1), 4: (0, 1, 2, 3)}[len(tokens)]
        names = [template.format(side) for side in SIDES]
        result = {name: _read(name, [tokens[i]]) for name, i in zip(names, order, strict=True)}
        return None if None in result.values() else result

    return expand


def _pair(first: str, second: str) -> Expander:
    """One or two values for two longhands."""

    def expand(tokens: Tokens) -> Expansion | None:
        if not 1 <= len(tokens) <= 2:
            return None
        result = {first: _read(first, [tokens[0]]), second: _read(second, [tokens[-1]])}
        return None if None in result.values() else result

    return expand


def _text_box(tokens: Tokens) -> Expansion | None:
    """``text-box``: how it is trimmed and to which edges, in either order; ``trim-both`` where only the edges are given."""
    words = [keyword(token) or "" for token in tokens]
    if words == ["normal"]:
        return {"text-box-trim": "none", "text-box-edge": "auto"}
    trims = [token for token, word in zip(tokens, words, strict=True) if word == "none" or word.startswith("trim-")]
    edges = [token for token in tokens if token not in trims]
    if len(trims) > 1 or (trims and tokens[0] is not trims[0] and tokens[-1] is not trims[0]):
        return None
    result = {"text-box-trim": _read("text-box-trim", trims) if trims else "trim-both", "text-box-edge": _read("text-box-edge", edges) if edges else "auto"}
    return None if None in result.values() else result


def _intrinsic(tokens: Tokens) -> Expansion | None:
    """``contain-intrinsic-size``: one or two sizes, each of which may have ``auto`` before it."""
    sizes: list[Tokens] = []
    for token in tokens:
        if sizes and len(sizes[-1]) == 1 and keyword(sizes[-1][0]) == "auto":
            sizes[-1] = [sizes[-1][0], token]
        else:
            sizes.append([token])
    if not 1 <= len(sizes) <= 2:
        return None
    result = {name: _read(name, one) for name, one in (("contain-intrinsic-width", sizes[0]), ("contain-intrinsic-height", sizes[-1]))}
    return None if None in result.values() else result


def _border(*sides: str) -> Expander:
    """``border`` and its sides: width, style and colour in any order, missing ones initial."""

    def expand(tokens: Tokens) -> Expansion | None:
        parts: Expansion = {}
        for token in tokens:
            for part in ("width", "style", "color"):
                if part not in parts and (value := _read(f"border-top-{part}", [token])) is not None:
                    parts[part] = value
                    break
            else:
                return None
        if not parts:
            return None
        defaults = {"width": Dimension(3, "px"), "style": "none", "color": "currentcolor"}
        return {f"border-{side}-{part}": parts.get(part, defaults[part]) for side in sides for part in defaults}

    return expand


def _any_order(*names: str) -> Expander:
    """Longhands in any order; missing ones take their initial value."""

    def expand(tokens: Tokens) -> Expansion | None:
        result: Expansion = {}
        for token in tokens:
            for name in names:
                if name not in result and (value := _read(name, [token])) is not None:
                    result[name] = value
                    break
            else:
                return None
        return {name: result.get(name, PROPERTIES[name].initial) for name in names}

    return expand


def _flex(tokens: Tokens) -> Expansion | None:
    """``flex`` (css-flexbox-1 §7.1)."""
    word = keyword(tokens[0]) if len(tokens) == 1 else None
    if word in ("none", "auto", "initial"):
        grow, shrink = {"none": (0.0, 0.0), "auto": (1.0, 1.0), "initial": (0.0, 1.0)}[word or ""]
        return {"flex-grow": grow, "flex-shrink": shrink, "flex-basis": "auto"}
    factors: list[float] = []
    basis: Any = None
    for token in tokens:
        number = read_number(token, 0)
        if number is not None and len(factors) < 2:
            factors.append(number)
        elif basis is None and (basis := _read("flex-basis", [token])) is not None:
            continue
        else:
            return None
    if not tokens:
        return None
    return {
        "flex-grow": factors[0] if factors else 1.0,
        "flex-shrink": factors[1] if len(factors) > 1 else 1.0,
        "flex-basis": basis if basis is not None else Percentage(0.0),
    }


def _place(align: str, justify: str) -> Expander:
    def expand(tokens: Tokens) -> Expansion | None:
        for cut in range(1, len(tokens) + 1):
            first, rest = _read(align, tokens[:cut]), tokens[cut:]
            second = _read(justify, rest) if rest else first
            if first is not None and second is not None:
                return {align: first, justify: second}
        return None

    return expand


def _list_style(tokens: Tokens) -> Expansion | None:
    result: Expansion = {"list-style-type": "disc", "list-style-position": "outside", "list-style-image": "none"}
    nones = sum(keyword(token) == "none" for token in tokens)
    rest = [token for token in tokens if keyword(token) != "none"]
    if nones > 2 or not tokens:
        return None
    if nones:
        result["list-style-type"] = "none"
    for token in rest:
        if keyword(token) in ("inside", "outside"):
            result["list-style-position"] = keyword(token)
        elif (image := read_url_or_none([token])) is not None:
            result["list-style-image"] = image
        elif (kind := read_list_style_type([token])) is not None:
            result["list-style-type"] = kind
        else:
            return None
    return result


_SYSTEM_FONTS = {"caption", "icon", "menu", "message-box", "small-caption", "status-bar"}


def _font(tokens: Tokens) -> Expansion | None:
    """``font`` (css-fonts-4 §2.7)."""
    result: Expansion = {
        "font-style": "normal", "font-variant-caps": "normal", "font-weight": 400, "line-height": "normal",
        "font-kerning": "auto", "font-variant-ligatures": (), "font-variant-numeric": (), "font-feature-settings": (),
        "font-stretch": 100.0, "font-variation-settings": (), "font-optical-sizing": "auto", "font-size-adjust": "none",
    }  # fmt: skip
    if len(tokens) == 1 and keyword(tokens[0]) in _SYSTEM_FONTS:
        return {**result, "font-size": Dimension(16, "px"), "font-family": ("Arial",)}
    position = 0
    for position, token in enumerate(tokens):  # noqa: B007 (the position is used after the loop)
        word = keyword(token)
        if word == "normal":
            continue
        if word in ("italic", "oblique"):
            result["font-style"] = word
        elif word == "small-caps":
            result["font-variant-caps"] = word
        elif word in STRETCHES:
            result["font-stretch"] = STRETCHES[word]
        elif (weight := _read("font-weight", [token])) is not None:
            result["font-weight"] = weight
        else:
            break
    size = _read("font-size", [tokens[position]]) if position < len(tokens) else None
    rest = tokens[position + 1 :]
    if rest and rest[0].type == "literal" and rest[0].value == "/":
        if len(rest) < 2 or (height := read_line_height([rest[1]])) is None:
            return None
        result["line-height"] = height
        rest = rest[2:]
    families = read_families(rest) if rest else None
    if size is None or not families:
        return None
    return {**result, "font-size": size, "font-family": families}


_VARIANTS = {
    word: name
    for name, words in {
        "font-variant-caps": "small-caps all-small-caps petite-caps all-petite-caps unicase titling-caps",
        "font-variant-numeric": "lining-nums oldstyle-nums proportional-nums tabular-nums diagonal-fractions stacked-fractions ordinal slashed-zero",
        "font-variant-ligatures": "common-ligatures no-common-ligatures discretionary-ligatures no-discretionary-ligatures historical-ligatures no-historical-ligatures contextual no-contextual",
        "font-variant-position": "sub super",
        "font-variant-east-asian": "jis78 jis83 jis90 jis04 simplified traditional full-width proportional-width ruby",
        "font-variant-emoji": "text emoji unicode",
        "font-variant-alternates": "historical-forms stylistic styleset character-variant swash ornaments annotation",
    }.items()
    for word in words.split()
}


def _font_variant(tokens: Tokens) -> Expansion | None:
    """``font-variant`` (css-fonts-4 §6.11): each word is of one longhand."""
    parts: dict[str, Tokens] = {name: [] for name in _VARIANTS.values()}
    words = [token.lower_name if token.type == "function" else keyword(token) for token in tokens]
    if words == ["none"]:
        parts["font-variant-ligatures"] = tokens
    elif words != ["normal"]:
        for word, token in zip(words, tokens, strict=True):
            if word not in _VARIANTS:
                return None
            parts[_VARIANTS[word]].append(token)
    read = {name: _read(name, listed) if listed else PROPERTIES[name].initial for name, listed in parts.items()}
    return None if None in read.values() else read


def _white_space(tokens: Tokens) -> Expansion | None:
    table = {
        "normal": ("collapse", "wrap"), "nowrap": ("collapse", "nowrap"), "pre": ("preserve", "nowrap"),
        "pre-wrap": ("preserve", "wrap"), "pre-line": ("preserve-breaks", "wrap"),
        "break-spaces": ("break-spaces", "wrap"),
    }  # fmt: skip
    if len(tokens) == 1 and (pair := table.get(keyword(tokens[0]) or "")):
        return {"white-space-collapse": pair[0], "text-wrap-mode": pair[1]}
    return _any_order("white-space-collapse", "text-wrap-mode")(tokens)


def _text_wrap(tokens: Tokens) -> Expansion | None:
    return _any_order("text-wrap-mode", "text-wrap-style")(tokens)


def _container(tokens: Tokens) -> Expansion | None:
    cut = next((i for i, t in enumerate(tokens) if t.type == "literal" and t.value == "/"), None)
    names = _read("container-name", tokens[:cut] if cut is not None else tokens)
    kind = _read("container-type", tokens[cut + 1 :]) if cut is not None else "normal"
    return {"container-name": names, "container-type": kind} if names is not None and kind is not None else None


def _old_break(place: str, always: str) -> Expander:
    """``page-break-*`` and ``-webkit-column-break-*`` are ``break-*`` by other names (css-break-4 §3.4)."""

    def expand(tokens: Tokens) -> Expansion | None:
        word = keyword(tokens[0]) if len(tokens) == 1 else None
        name = f"break-{place}"
        if word == "always" and place != "inside":
            return {name: always}
        return {name: word} if word in ("auto", "avoid") else None

    return expand


def _columns(tokens: Tokens) -> Expansion | None:
    given: Expansion = {}
    for token in [one for one in tokens if keyword(one) != "auto"]:
        name = "column-count" if _read("column-count", [token]) is not None else "column-width"
        value = _read(name, [token])
        if value is None or name in given:
            return None
        given[name] = value
    return {"column-width": "auto", "column-count": "auto", **given} if 1 <= len(tokens) <= 2 else None


def _ignored(tokens: Tokens) -> Expansion | None:
    return {} if tokens else None


def _text_decoration(tokens: Tokens) -> Expansion | None:
    lines = [keyword(token) for token in tokens if keyword(token) in ("none", "underline", "overline", "line-through")]
    return {"text-decoration-line": lines[0] if lines else "none"}


def _logical_border(tokens: Tokens, sides: tuple[str, ...], part: str) -> Expansion | None:
    if not 1 <= len(tokens) <= 2:
        return None
    names = [f"border-{side}-{part}" for side in sides]
    result = {names[0]: _read(names[0], [tokens[0]]), names[1]: _read(names[1], [tokens[-1]])}
    return None if None in result.values() else result


def _logical_pair(sides: tuple[str, ...], part: str) -> Expander:
    return lambda tokens: _logical_border(tokens, sides, part)


SHORTHANDS: dict[str, Expander] = {
    "margin": _box("margin-{}"),
    "padding": _box("padding-{}"),
    "inset": _box("{}"),
    "border-width": _box("border-{}-width"),
    "border-style": _box("border-{}-style"),
    "border-color": _box("border-{}-color"),
    "border": _border(*SIDES),
    **{f"border-{side}": _border(side) for side in SIDES},
    **{f"border-{logical}": _border(side) for logical, side in LOGICAL_SIDES.items()},
    "border-inline": _border("left", "right"),
    "border-block": _border("top", "bottom"),
    **{
        f"border-{axis}-{part}": _logical_pair(sides, part)
        for axis, sides in (("inline", ("left", "right")), ("block", ("top", "bottom")))
        for part in ("width", "style", "color")
    },
    "margin-inline": _pair("margin-left", "margin-right"),
    "margin-block": _pair("margin-top", "margin-bottom"),
    "padding-inline": _pair("padding-left", "padding-right"),
    "padding-block": _pair("padding-top", "padding-bottom"),
    "inset-inline": _pair("left", "right"),
    "inset-block": _pair("top", "bottom"),
    "contain-intrinsic-size": _intrinsic,
    "text-box": _text_box,
    "overflow": _pair("overflow-x", "overflow-y"),
    "gap": _pair("row-gap", "column-gap"),
    "grid-gap": _pair("row-gap", "column-gap"),
    "flex": _flex,
    "-webkit-flex": _flex,
    "flex-flow": _any_order("flex-direction", "flex-wrap"),
    "place-content": _place("align-content", "justify-content"),
    "place-items": _place("align-items", "justify-items"),
    "place-self": _place("align-self", "justify-self"),
    "list-style": _list_style,
    "font": _font,
    "background": background,
    "border-radius": border_radius,
    "background-position": background_position,
    "white-space": _white_space,
    "text-wrap": _text_wrap,
    "container": _container,
    "columns": _columns,
    **{f"{old}-break-{place}": _old_break(place, "page" if old == "page" else "column") for old in ("page", "-webkit-column") for place in ("before", "after", "inside")},
    "grid-area": grid_lines("grid-row-start", "grid-column-start", "grid-row-end", "grid-column-end"),
    "grid-row": grid_lines("grid-row-start", "grid-row-end"),
    "grid-column": grid_lines("grid-column-start", "grid-column-end"),
    "grid-template": grid_template,
    "grid": grid_shorthand,
    "text-decoration": _text_decoration,
    "font-variant": _font_variant,
}
