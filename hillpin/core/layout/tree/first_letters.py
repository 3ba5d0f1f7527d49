"""``::first-letter`` (css-pseudo-4 §2.2): the first letter of a block container's first line in a box of its own."""

from __future__ import annotations

import unicodedata
from collections.abc import Callable
from enum import Enum

from ...markup.tree import Element
from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind
from .settle import settle

SPACES = " \t\n\r\f\u00a0"
PUNCTUATION = frozenset({"Ps", "Pe", "Pi", "Pf", "Po"})


class Found(Enum):
    """What became of the search for a letter."""

    PUT = "in a box of its own"
    NONE = "none so far: what is looked at holds no text"
    NOT_HERE = "the line begins with what is no text, so that there is none"
    UNKNOWN = "it stands where it is not looked for"


def letter_in(text: str) -> tuple[int, int]:
    """Where the letter begins and ends in a text, the punctuation before and after it included; equal where there is none."""
    start = len(text) - len(text.lstrip(SPACES))
    at = start
    while at < len(text) and (text[at] in SPACES or unicodedata.category(text[at]) in PUNCTUATION):
        at += 1
    if at == len(text):
        return start, start
    at += 1
    while at < len(text) and (unicodedata.combining(text[at]) or unicodedata.category(text[at]) in PUNCTUATION):
        at += 1
    return start, at


def letter_box(
    resolver: StyleResolver, box_for: Callable[..., Box], element: Element, note: Callable[[ComputedStyle], None], around: ComputedStyle, text: str
) -> Box | None:
    """The box of an element's first letter, in the line or floating, in the style of what it stands in; None where no rule that holds
    names it. ``note`` is told the style, to name what of it is not covered."""
    style = resolver.pseudo_style(element, "first-letter", around)
    if style is None:
        return None
    note(style)
    style.position = "static"
    if style.float == "none":
        style.display = "inline"
    box = box_for(style, None, "first-letter")
    settle(box, [Box(Kind.TEXT, style, None, text=text, is_inline_level=True)], resolver)
    return box


def put_first_letter(children: list[Box], make: Callable[[ComputedStyle, str], Box | None]) -> Found:
    """Split the text that the first line of a block container begins with; ``make`` gives the letter's box, from the style of what
    it stands in. Children are as they come, before anonymous boxes are put around them."""
    for place, child in enumerate(children):
        if child.kind == Kind.TEXT:
            if child.pseudo == "marker":
                continue
            start, end = letter_in(child.text)
            if start == end:
                if child.text.strip(SPACES):
                    return Found.UNKNOWN
                continue
            return _split(children, place, start, end, make)
        if child.is_floating or child.is_out_of_flow or child.pseudo == "marker":
            continue
        if child.kind != Kind.INLINE:
            return Found.NOT_HERE if child.kind in (Kind.REPLACED, Kind.BREAK) else Found.UNKNOWN
        inner = list(child.children)
        found = put_first_letter(inner, make)
        if found is Found.PUT:
            child.children = inner
            for one in inner:
                one.parent = child
        if found is not Found.NONE:
            return found
    return Found.NONE


def _split(children: list[Box], place: int, start: int, end: int, make: Callable[[ComputedStyle, str], Box | None]) -> Found:
    whole = children[place]
    letter = make(whole.style, whole.text[start:end])
    if letter is None:
        return Found.NOT_HERE
    before, after = whole.text[:start], whole.text[end:]
    pieces = [Box(Kind.TEXT, whole.style, whole.element, text=text, pseudo=whole.pseudo, is_inline_level=True) for text in (before, after)]
    children[place : place + 1] = [*([pieces[0]] if before else []), letter, *([pieces[1]] if after else [])]
    return Found.PUT
