"""What chooses among the faces of a family, and an instance of one that varies (css-fonts-4 §2.3 to §2.6, §6.12, §7; css-fonts-5 §3)."""

from __future__ import annotations

import math

from .grammar import Token, Tokens, keyword, read_number, read_share

Variations = tuple[tuple[str, float], ...]
"""Axes of a variable font with their values, by name; each axis once."""

STRETCHES = {
    "ultra-condensed": 50.0, "extra-condensed": 62.5, "condensed": 75.0, "semi-condensed": 87.5, "normal": 100.0,
    "semi-expanded": 112.5, "expanded": 125.0, "extra-expanded": 150.0, "ultra-expanded": 200.0,
}  # fmt: skip
"""Widths of faces in percent, by their words (css-fonts-4 §2.4)."""
SLANT = 14.0
"""Degrees of ``oblique`` without an angle, and of what stands in for italics (§2.5)."""
STEEPEST = 90.0
_DEGREES = {"deg": 1.0, "grad": 0.9, "rad": 180 / math.pi, "turn": 360.0}
_ADJUSTED_BY = ("ex-height", "cap-height", "ch-width", "ic-width", "ic-height")


def read_font_style(tokens: Tokens) -> str | None:
    """``font-style``: a word, and behind ``oblique`` an angle in degrees where it says one."""
    words = [keyword(token) for token in tokens]
    if len(tokens) == 1 and words[0] in ("normal", "italic", "oblique"):
        return words[0]
    degrees = read_degrees(tokens[1]) if len(tokens) == 2 and words[0] == "oblique" else None
    if degrees is None or abs(degrees) > STEEPEST:
        return None
    return f"oblique {degrees:g}deg" if degrees else "normal"


def read_degrees(token: Token) -> float | None:
    """An angle in degrees."""
    return float(token.value) * _DEGREES[token.lower_unit] if token.type == "dimension" and token.lower_unit in _DEGREES else None


def slope_of(font_style: str) -> float:
    """How far a ``font-style`` leans, in degrees to the right."""
    if font_style == "normal":
        return 0.0
    return float(font_style.removeprefix("oblique ").removesuffix("deg")) if font_style.startswith("oblique ") else SLANT


def read_stretch(tokens: Tokens) -> float | None:
    """``font-stretch`` in percent."""
    if len(tokens) != 1:
        return None
    share = read_share(tokens[0], 0) if read_number(tokens[0]) is None else None
    return share * 100 if share is not None else STRETCHES.get(keyword(tokens[0]) or "")


def read_variations(tokens: Tokens) -> Variations | None:
    """``font-variation-settings``: axes of four characters, each with a number; of one that is named twice the later counts."""
    if len(tokens) == 1 and keyword(tokens[0]) == "normal":
        return ()
    found: dict[str, float] = {}
    rest = list(tokens)
    while len(rest) >= 2:
        tag, value = rest.pop(0), read_number(rest.pop(0))
        if tag.type != "string" or len(tag.value) != 4 or not all(" " <= character <= "~" for character in tag.value) or value is None:
            return None
        found[tag.value] = float(value)
        if rest and (rest.pop(0) != "," or not rest):
            return None
    return tuple(sorted(found.items())) if found and not rest else None


def read_size_adjust(tokens: Tokens) -> tuple[str, float | None] | str | None:
    """``font-size-adjust``: which measure of the font is to be which part of its size (None: as it is in the first font)."""
    words = [keyword(token) or "" for token in tokens]
    if words == ["none"]:
        return "none"
    measure = words[0] if len(tokens) == 2 and words[0] in _ADJUSTED_BY else "ex-height" if len(tokens) == 1 else None
    if measure is None:
        return None
    if words[-1] == "from-font":
        return (measure, None)
    number = read_number(tokens[-1])
    return (measure, float(number)) if number is not None and number >= 0 else None
