"""Text in a font: advances, spacing, features, capitals made small (css-text-3 §8, css-fonts-4 §6)."""

from __future__ import annotations

import math
from itertools import groupby

from ...fonts.face import Face, round_half_up
from ...fonts.store import FontStore
from ...styles.font_features import WITHOUT_LIGATURES
from ...styles.style import ComputedStyle
from ..context import Context

SMALL_CAPS = ("small-caps", "all-small-caps")
SMALL_CAPS_SIZE = 0.7
"""Of the font size, for small capitals that are made of capitals."""

MOST_ADVANCE = 32768.0
"""CSS px that one character takes at most, with what is put between: as the browser keeps them."""


def running_sums(advances: list[float], text: str, style: ComputedStyle) -> list[float]:
    """Advances summed from the left, with letter and word spacing added."""
    letter, word = style.letter_spacing, style.word_spacing
    total = 0.0
    sums = [0.0]
    if letter or word:
        for advance, character in zip(advances, text, strict=True):
            before = total
            total += advance
            if letter and character not in "\u00ad\u200b":
                total += letter
            if word and character in " \u00a0":
                total += word
            if abs(total - before) > MOST_ADVANCE:
                total = before + math.copysign(MOST_ADVANCE, total - before)
            sums.append(total)
        return sums
    for advance in advances:
        total += advance
        sums.append(total)
    return sums


def _features(style: ComputedStyle) -> tuple[tuple[str, int], ...]:
    """The features that a text is shaped with besides those that are on by themselves."""
    features: list[tuple[str, int]] = []
    if style.letter_spacing or style.text_rendering == "optimizespeed":
        features += WITHOUT_LIGATURES
    if style.font_kerning == "none":
        features.append(("kern", 0))
    features += style.font_variant_ligatures
    if style.font_variant_caps in SMALL_CAPS:
        features += [("smcp", 1), ("c2sc", 1)] if style.font_variant_caps == "all-small-caps" else [("smcp", 1)]
    features += style.font_variant_numeric
    features += style.font_feature_settings
    return tuple(features)


def shape_text(ctx: Context, style: ComputedStyle, text: str, from_right: bool = False) -> tuple[list[float], tuple[bool, ...], tuple[Face, ...]]:
    """Advances in px of every character, where the run may be cut, and fallback faces used."""
    return shape_run(ctx.fonts, style, text, from_right)


def shape_run(fonts: FontStore, style: ComputedStyle, text: str, from_right: bool = False) -> tuple[list[float], tuple[bool, ...], tuple[Face, ...]]:
    """``shape_text`` with the fonts of a page."""
    if style.font_variant_caps in SMALL_CAPS and not fonts.stack(style).first.has_feature("smcp"):
        return _small_caps(fonts, style, text, from_right)
    return _shape_at(fonts, style, text, style.font_size, from_right)


def _small_caps(fonts: FontStore, style: ComputedStyle, text: str, from_right: bool) -> tuple[list[float], tuple[bool, ...], tuple[Face, ...]]:
    """Small capitals of a font that has none: capitals of a smaller size (css-fonts-4 §6.6)."""
    are_all = style.font_variant_caps == "all-small-caps"
    advances: list[float] = []
    safe: list[bool] = []
    used: dict[Face, None] = {}
    for is_small, group in groupby(text, lambda c: c.upper() != c or (are_all and c.lower() != c)):
        part = "".join(group)
        shown = "".join(c.upper() if len(c.upper()) == 1 else c for c in part) if is_small else part
        found, cuts, faces = _shape_at(fonts, style, shown, small_caps_size(style.font_size) if is_small else style.font_size, from_right)
        advances += found
        safe += cuts[:-1]
        used.update(dict.fromkeys(faces))
    return advances, (*safe, True), tuple(used)


def small_caps_size(size: float) -> float:
    """The font size of small capitals that are made of capitals: whole px, as the browser has it."""
    return float(round_half_up(size * SMALL_CAPS_SIZE))


def _shape_at(fonts: FontStore, style: ComputedStyle, text: str, size: float, from_right: bool) -> tuple[list[float], tuple[bool, ...], tuple[Face, ...]]:
    stack = fonts.stack(style)
    features = _features(style)
    first = stack.first
    if all(first.has(c) or c == " " for c in set(text) if c not in "\u00ad\u200b\u2060\ufffc"):
        shaped = first.shape(text, size, features, from_right)
        return list(shaped.advances), shaped.safe, ()
    advances: list[float] = []
    safe: list[bool] = []
    used: dict[Face, None] = {}
    start = 0
    while start < len(text):
        face = stack.face_for(text[start])
        end = start + 1
        while end < len(text) and (stack.face_for(text[end]) is face or text[end] in "\u200d\ufe0f"):
            end += 1
        shaped = face.shape(text[start:end], size, features, from_right)
        advances += shaped.advances
        safe += shaped.safe[:-1]
        if face is not first:
            used[face] = None
        start = end
    return advances, (*safe, True), tuple(used)
