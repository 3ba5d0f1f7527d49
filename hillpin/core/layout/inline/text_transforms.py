"""Text as ``text-transform`` shows it (css-text-3 §2.1); words go on across the tags of inline boxes."""

from __future__ import annotations

import unicodedata

from ...styles.style import ComputedStyle

_WITHIN_WORDS = "'\u2019\u00b7\u2027\u00ad\u200d\u2060"
"""What parts no word where letters stand on both sides (after UAX #29; a full stop does in Chromium)."""


def _goes_on(character: str) -> bool:
    return character.isalnum() or character == "_" or character in _WITHIN_WORDS or unicodedata.category(character)[0] == "M"


def ends_in_word(text: str, in_word: bool) -> bool:
    """Whether a word goes on after a text that begins within one, or does not."""
    for character in text:
        in_word = character.isalnum() or character == "_" or (in_word and _goes_on(character))
    return in_word


def transformed(text: str, style: ComputedStyle, in_word: bool = False) -> str:
    """``text-transform`` (css-text-3 §2.1); ``in_word`` where the text goes on with a word."""
    if style.text_transform == "uppercase":
        return text.upper()
    if style.text_transform == "lowercase":
        return text.lower()
    if style.text_transform == "capitalize":
        result: list[str] = []
        for character in text:
            result.append(character if in_word else character.title())
            in_word = character.isalnum() or character == "_" or (in_word and _goes_on(character))
        return "".join(result)
    return text
