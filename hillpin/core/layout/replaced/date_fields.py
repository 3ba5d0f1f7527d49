"""Fields of dates, files and numbers: as wide as the widest that they can show, as the browser draws them in English."""

from __future__ import annotations

import copy
import math
import re
from decimal import Decimal

from ...fonts.store import FontStore
from ...markup.tree import Element
from ...styles.style import ComputedStyle
from ...units import rounded
from .natural import Natural

MONTHS = ("January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December", "---------")
_YEAR = ("yyyy", "275760")
_Parts = tuple[tuple[str, ...], ...]
_DATE: _Parts = (("mm", "12"), ("/",), ("dd", "31"), ("/",), _YEAR)
_TIME: _Parts = (("--", "12"), (":",), ("--", "59"), ("\u202f",), ("--", "AM", "PM"))
_PARTS: dict[str, _Parts] = {
    "date": _DATE, "month": (MONTHS, (" ",), _YEAR), "week": (("Week ",), ("--", "53"), (", ",), _YEAR), "time": _TIME, "datetime-local": (*_DATE, (", ",), *_TIME),
}  # fmt: skip
"""What stands one beside the other; of what can be chosen the widest."""
DATE_KINDS = frozenset(_PARTS)
_BESIDE = 1
"""Px at both sides of what can be chosen, and above and below the line."""
_ICONS = {"time": (1.05, 14, 6)}
_ICON = (1.0, 4, 4)
"""The symbol that opens a calendar: its size as a part of the font's, and the px that are added to its width and to its height."""
_FIGURES = 34
"""Figures 0 that the name of a file has room for."""
_BUTTON = 3
"""Px of border and padding round the words of its button."""


def natural_of_date(kind: str, style: ComputedStyle, fonts: FontStore, line: int, ascent: int) -> Natural:
    """The size of a field that asks for a date or a time, with lines of a height and ascent in 1/64 px."""
    size = float(style.font_size)
    words = sum(max(_width(one, style, fonts) for one in part) + (2 * _BESIDE if len(part) > 1 else 0) for part in _PARTS[kind])
    part, across, down = _ICONS.get(kind, _ICON)
    height = max(line + 2 * _BESIDE * 64, rounded(part * size + down))
    return Natural(math.ceil(words) * 64 + rounded(part * size + across), height, None, baseline=(height - line) // 2 + ascent)


def _width(words: str, style: ComputedStyle, fonts: FontStore) -> float:
    """The width of words in px in the first font, or in that which has what the first has not."""
    stack = fonts.stack(style)
    face = stack.face_for(words) if len(words) == 1 else stack.first
    return sum(face.shape(words, float(style.font_size)).advances)


def button_style(style: ComputedStyle) -> ComputedStyle:
    """How the words of its button are set: as those of any button, but as large as the field's."""
    words = copy.copy(style)
    words.font_family, words.font_weight, words.font_style = ("Arial",), 400, "normal"
    return words


def natural_of_file(style: ComputedStyle, fonts: FontStore, line: tuple[int, int], plain: tuple[int, int]) -> Natural:
    """The size of a field that asks for a file: its lines have a height and ascent, and so have those of its button, which are as high
    as the font says."""
    ascent = max(line[1], plain[1] + _BUTTON * 64)
    below = max(line[0] - line[1], plain[0] - plain[1] + _BUTTON * 64)
    return Natural(math.ceil(fonts.zero_advance(style) * _FIGURES) * 64, ascent + below, None, baseline=ascent)


def figures_of(element: Element) -> int | None:
    """How many characters a field of numbers has room for, by its bounds and its step; None where they do not say (HTML 15.5.4)."""
    bounds = [_decimal(element.attributes.get(name, "")) for name in ("min", "max")]
    given = element.attributes.get("step", "")
    if None in bounds or given.strip().lower() == "any":
        return None
    step = _decimal(given)
    sizes = [_places(one) for one in (*bounds, step if step is not None and step > 0 else Decimal(1)) if one is not None]
    before, after = max(size[0] for size in sizes), max(size[1] for size in sizes)
    return before + after + (1 if after else 0)


def _decimal(text: str) -> Decimal | None:
    """A floating-point number as attributes have them (HTML 2.3.4.3)."""
    return Decimal(text) if re.fullmatch(r"-?(\d+(\.\d+)?|\.\d+)([eE][-+]?\d{1,3})?", text) else None


def _places(number: Decimal) -> tuple[int, int]:
    """Characters before and behind the point; those of an exponent do not count."""
    sign, digits, exponent = number.as_tuple()
    if not isinstance(exponent, int) or exponent >= 0:
        return sign + len(digits), 0
    before = len(digits) + exponent
    return (sign + before, -exponent) if before > 0 else (sign + 1, -exponent)
