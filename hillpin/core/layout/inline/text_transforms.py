"""Text as ``text-transform`` shows it (css-text-3 §2.1); words go on across the tags of inline boxes."""

from __future__ import annotations

import unicodedata

from ...styles.style import ComputedStyle
from ..boxes import INLINE, REPLACED, TEXT, Box
from ..tree.fields import words_in

_WITHIN_WORDS = "'\u2019\u00b7\u2027\u00ad\u200d\u2060"
"""What parts no word where letters stand on both sides (after UAX #29; a full stop does in Chromium)."""


def _goes_on(character: str) -> bool:
    return character.isalnum() or character == "_" or character in _WITHIN_WORDS or unicodedata.category(character)[0] == "M"


def _is_of_a_word(character: str) -> bool:
    return character.isalnum() or character == "_"


def goes_on_with_a_word(box: Box) -> bool:
    """Whether the text of a box begins within a word: by the last character of the text before it in the tree, as the browser has
    it. Inline boxes, empty texts, boxes out of flow, and what ``::after`` counts (it comes later) are passed over."""
    before = _before(box)
    while before is not None:
        if before.kind == TEXT and before.text not in ("", "\u200b") and not _comes_later(before):
            return _is_of_a_word(before.text[-1])
        if before.kind == REPLACED and before.element is not None:
            return _is_of_a_word(words_in(before.element)[-1:])
        is_passed = before.kind in (TEXT, INLINE) or before.is_out_of_flow or _goes_on_inside(before)
        before = _before(before) if is_passed else None
    return False


def _comes_later(text: Box) -> bool:
    return text.is_counted and text.parent is not None and text.parent.pseudo == "after"


def _before(box: Box) -> Box | None:
    """The box before in the order of the tree, None at the root."""
    parent = box.parent
    if parent is None:
        return None
    number = next((number for number, child in enumerate(parent.children) if child is box), 0)
    if not number:
        return parent
    last = parent.children[number - 1]
    while last.children:
        last = last.children[-1]
    return last


def _goes_on_inside(box: Box) -> bool:
    """Whether an anonymous block begins with what an inline box that is split round a block goes on with, or out of flow."""
    if box.element is not None or not box.children:
        return False
    first = box.children[0]
    return first.is_out_of_flow or (first.kind == INLINE and not first.opens)


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
            in_word = _is_of_a_word(character) or (in_word and _goes_on(character))
        return "".join(result)
    return text
