"""Syntax strings: ``<length> | auto``, ``<color>+``, ``*`` (css-properties-values-api-1 §5, css-values-5 §4).

They say which values a registered custom property, an attribute or an argument of a custom function takes.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import tinycss2

from .grammar import CSS_WIDE, Tokens, keyword, read_angle, read_integer, read_length, read_number, read_numeric, significant, split_commas
from .readers import read_color
from .transform_values import read_transform
from .values import Function, Linear, Operand, Percentage, UnitSize, compute_px, reduce_math


@dataclass(frozen=True, slots=True)
class Component:
    """One of the alternatives of a syntax: a type of values or a word of its own, once or in a list."""

    name: str
    is_type: bool
    multiplier: str = ""
    """``+`` for a list with spaces, ``#`` for one with commas."""

    def takes(self, tokens: Tokens) -> bool:
        """Whether a value, without white space around it, is of this alternative."""
        parts = [significant(part) for part in split_commas(tokens)] if self.multiplier == "#" else [[token] for token in significant(tokens)]
        if not parts or (not self.multiplier and len(parts) > 1 and self.name != "transform-list"):
            return False
        return all(len(part) == 1 and self._takes_one(part[0]) for part in parts)

    def _takes_one(self, token: Any) -> bool:
        if self.is_type:
            return _TYPES[self.name](token)
        return bool(token.type == "ident" and token.value == self.name)


@dataclass(frozen=True, slots=True)
class Syntax:
    """Alternatives of which a value is one; without any, it is any value at all (``*``)."""

    components: tuple[Component, ...]

    def match(self, tokens: Tokens) -> Component | None:
        """The first alternative that a value is of."""
        return next((one for one in self.components if one.takes(tokens)), None)

    def takes(self, tokens: Tokens) -> bool:
        """Whether a value is of the syntax."""
        return not self.components or self.match(tokens) is not None


ANY_VALUE = Syntax(())


def _is_length(token: Any) -> bool:
    value = read_length(token, percentages=False)
    return value is not None and not (isinstance(value, Function) and _has_percentage(value))


def _has_percentage(value: Operand) -> bool:
    return isinstance(value, Percentage) or (isinstance(value, Function) and any(map(_has_percentage, value.operands)))


def _is_percentage(token: Any) -> bool:
    value = read_numeric(token)
    return isinstance(value, Percentage) or (isinstance(value, Function) and _all_percentages(value))


def _all_percentages(value: Operand) -> bool:
    form = reduce_math(value, lambda unit: 1.0)
    return _has_percentage(value) and isinstance(form, Linear) and not form.px


def _has_unit(*units: str) -> Callable[[Any], bool]:
    return lambda token: token.type == "dimension" and token.lower_unit in units


def _is_image(token: Any) -> bool:
    return _is_url(token) or (token.type == "function" and (token.lower_name.endswith("gradient") or token.lower_name in ("image-set", "-webkit-image-set", "cross-fade", "-webkit-cross-fade")))


def _is_url(token: Any) -> bool:
    return bool(token.type == "url" or (token.type == "function" and token.lower_name in ("url", "src")))


_TYPES: dict[str, Callable[[Any], bool]] = {
    "length": _is_length,
    "number": lambda token: read_number(token) is not None,
    "percentage": _is_percentage,
    "length-percentage": lambda token: read_length(token) is not None,
    "string": lambda token: token.type == "string",
    "color": lambda token: read_color(token) is not None,
    "image": _is_image,
    "url": _is_url,
    "integer": lambda token: read_integer(token) is not None,
    "angle": lambda token: token.type == "dimension" and read_angle(token) is not None,
    "time": _has_unit("s", "ms"),
    "resolution": _has_unit("dppx", "x", "dpi", "dpcm"),
    "transform-function": lambda token: bool(read_transform([token])),
    "transform-list": lambda token: bool(read_transform([token])),
    "custom-ident": lambda token: token.type == "ident" and keyword(token) not in CSS_WIDE and keyword(token) != "default",
}
_COMPONENT = re.compile(r"\s*(?:<([a-z-]+)>|([-\w\\]+))([+#]?)\s*", re.ASCII)


def read_syntax(text: str) -> Syntax | None:
    """A syntax string; None where it is none."""
    if text.strip() == "*":
        return ANY_VALUE
    components: list[Component] = []
    for part in text.split("|"):
        found = _COMPONENT.fullmatch(part)
        if found is None:
            return None
        kind, word, multiplier = found.groups()
        if (kind and (kind not in _TYPES or (multiplier and kind == "transform-list"))) or (word and (word.lower() in CSS_WIDE or word[0].isdigit())):
            return None
        components.append(Component(kind or word, bool(kind), multiplier))
    return Syntax(tuple(components))


def computed_tokens(component: Component, tokens: Tokens, size: UnitSize) -> Tokens:
    """A value of an alternative with its relative units made absolute, its sums done, and colours as one writes them all."""
    if not component.is_type or component.name not in ("length", "length-percentage", "percentage", "number", "integer", "color"):
        return tokens
    texts = [(_color_text(token) if component.name == "color" else _numeric_text(token, component.name, size)) for token in tokens]
    return [one for token, text in zip(tokens, texts, strict=True) for one in ([token] if text is None else tinycss2.parse_component_value_list(text))]


def _numeric_text(token: Any, kind: str, size: UnitSize) -> str | None:
    """A computed number, length or percentage as CSS; None where a token stays as it is."""
    value = read_numeric(token)
    if value is None:
        return None
    if kind in ("number", "integer"):
        number = read_number(token) or 0.0
        return _shown(round(number) if kind == "integer" else number)
    if isinstance(value, Percentage):
        return None
    form = reduce_math(value, size)
    if not isinstance(form, Linear):
        return None
    if _has_percentage(value):
        return f"{_shown(form.percent)}%" if kind == "percentage" or not form.px else f"calc({_shown(form.px)}px + {_shown(form.percent)}%)"
    return f"{_shown(compute_px(value, size))}px"


def _shown(number: float) -> str:
    return f"{number:.9g}"


def _color_text(token: Any) -> str | None:
    color = read_color(token)
    if not isinstance(color, tuple):
        return None
    red, green, blue, alpha = color
    return f"color(srgb {_shown(red)} {_shown(green)} {_shown(blue)} / {_shown(alpha)})"
