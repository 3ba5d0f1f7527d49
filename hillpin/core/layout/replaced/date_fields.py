"""Fields of dates and files: as wide as the widest that they can show, as the browser draws them in English."""

from __future__ import annotations

import copy
import math

from ...fonts.store import FontStore
from ...styles.style import ComputedStyle
from .natural import Natural

MONTHS = ("January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December", "---------")
_YEAR = ("yyyy", "275760")
_PARTS: dict[str, tuple[tuple[str, ...], ...]] = {
    "date": (("mm", "12"), ("/",), ("dd", "31"), ("/",), _YEAR), "month": (MONTHS, (" ",), _YEAR), "week": (("Week ",), ("--", "53"), (", ",), _YEAR),
}  # fmt: skip
"""What stands one beside the other; of what can be chosen the widest."""
DATE_KINDS = frozenset(_PARTS)
_BESIDE = 1
"""Px at both sides of what can be chosen, and above and below the line."""
_ICON = 2
"""Px round the symbol that opens the calendar, which is as large as the font."""
_FIGURES = 34
"""Figures 0 that the name of a file has room for."""
_BUTTON = 3
"""Px of border and padding round the words of its button."""


def natural_of_date(kind: str, style: ComputedStyle, fonts: FontStore, line: int, ascent: int) -> Natural:
    """The size of a field that asks for a date, a month or a week, with lines of a height and ascent in 1/64 px."""
    face, size = fonts.stack(style).first, float(style.font_size)
    words = sum(max(sum(face.shape(one, size).advances) for one in part) + (2 * _BESIDE if len(part) > 1 else 0) for part in _PARTS[kind])
    icon = int((size + 2 * _ICON) * 64)
    height = max(line + 2 * _BESIDE * 64, icon)
    return Natural(math.ceil(words) * 64 + icon, height, None, baseline=(height - line) // 2 + ascent)


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
