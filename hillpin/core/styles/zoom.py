"""``zoom`` (css-viewport-1 §4): lengths in an element are as many times as long; what is inherited grows with each that says it."""

from __future__ import annotations

from dataclasses import fields, is_dataclass, replace
from typing import Any

from ..units import f32
from .style import ComputedStyle
from .values import ABSOLUTE_UNITS, CONTAINER_UNITS, VIEWPORT_UNITS, Dimension, Kind, Length

_GROWING = frozenset({*ABSOLUTE_UNITS, *VIEWPORT_UNITS, *CONTAINER_UNITS, "rem"})
"""Units whose lengths grow: others are of fonts that have grown."""


def grown(value: Any, factor: float) -> Any:
    """A specified value whose lengths, wherever they stand in it, are so many times as long."""
    if isinstance(value, Dimension):
        return replace(value, value=value.value * factor) if value.unit in _GROWING else value
    if isinstance(value, tuple):
        return tuple(grown(one, factor) for one in value)
    if isinstance(value, Length):
        return grown_length(value, factor)
    if is_dataclass(value) and not isinstance(value, type):
        changed = {field.name: grown(getattr(value, field.name), factor) for field in fields(value) if field.init}
        return replace(value, **changed)
    return value


def grown_length(length: Length, factor: float) -> Length:
    """A computed length so many times as long; a percentage stays one."""
    return replace(length, units=round(length.units * factor)) if length.kind == Kind.FIXED and length.units else length


def grow_inherited(style: ComputedStyle, factor: float) -> None:
    """Let the lengths that a style has inherited grow."""
    style.font_size = f32(style.font_size * factor)
    if isinstance(style.line_height, float):
        style.line_height = f32(style.line_height * factor)
    style.letter_spacing, style.word_spacing = f32(style.letter_spacing * factor), f32(style.word_spacing * factor)
    style.text_indent = grown_length(style.text_indent, factor)
    style.border_spacing = (round(style.border_spacing[0] * factor), round(style.border_spacing[1] * factor))
    if style.tab_size[0] == "px":
        style.tab_size = ("px", style.tab_size[1] * factor)
