"""Places in an element that words go into: its texts, its pictures' addresses and words, where its links lead."""

from __future__ import annotations

import html
import re
from dataclasses import dataclass
from typing import Literal

from ..markup import Element, Text
from ..markup.tags import attributes_in, tags_of

_VALUES = {"img": ("src", "alt"), "a": ("href",), "time": ("datetime",), "source": ("src",), "data": ("value",)}
_MARKUP = re.compile(r"<[A-Za-z/!?]")
_NO_WORDS = frozenset(["script", "style", "template", "textarea", "svg", "math"])


@dataclass(frozen=True, slots=True)
class Slot:
    """A place for words: ``start`` to ``end`` are offsets in the source. ``name`` is unique in the element: ``h3``, ``img src``,
    ``p 2``; ``quote`` is what stands round an attribute's value."""

    name: str
    kind: Literal["text", "value"]
    words: str
    start: int
    end: int
    element: int
    quote: str = ""


def slots_of(source: str, element: Element) -> list[Slot]:
    """The places for words in an element, in the order of the source."""
    found: list[Slot] = []
    seen: dict[str, int] = {}

    def name(wanted: str) -> str:
        seen[wanted] = seen.get(wanted, 0) + 1
        return wanted if seen[wanted] == 1 else f"{wanted} {seen[wanted]}"

    stack: list[Element | Text] = [element]
    while stack:
        one = stack.pop()
        if isinstance(one, Text):
            if one.data.strip() and one.offset is not None and one.parent.offset is not None:
                found.append(Slot(name(one.parent.tag), "text", " ".join(one.data.split()), *_run(source, one), one.parent.index))
            continue
        if one.offset is None or one.tag in _NO_WORDS or one.namespace != "html":
            continue
        for attribute, start, end, quote in _values(source, one):
            found.append(Slot(name(f"{one.tag} {attribute}"), "value", html.unescape(source[start:end]), start, end, one.index, quote))
        stack += reversed(one.children)
    return found


def _run(source: str, text: Text) -> tuple[int, int]:
    """A run of words without the white space at its ends."""
    assert text.offset is not None
    found = _MARKUP.search(source, text.offset)
    run = source[text.offset : found.start() if found is not None else len(source)]
    start = text.offset + len(run) - len(run.lstrip())
    return start, start + len(run.strip())


def _values(source: str, element: Element) -> list[tuple[str, int, int, str]]:
    wanted = _VALUES.get(element.tag, ())
    if not wanted or element.offset is None or element.start_tag_end is None:
        return []
    tag = next(tags_of(source[element.offset : element.start_tag_end]), None)
    if tag is None:
        return []
    at = element.offset
    return [(one.name, at + one.start, at + one.end, one.quote) for one in attributes_in(source[at : element.start_tag_end], tag) if one.name in wanted]


def words_span(source: str, element: Element) -> tuple[int, int] | None:
    """Where an element's words stand in the source, white space at their ends left out; nothing where it has none directly."""
    if not any(isinstance(child, Text) and child.data.strip() for child in element.children) or element.start_tag_end is None or element.end is None:
        return None
    end = element.end_tag_start if element.end_tag_start is not None else element.end
    inner = source[element.start_tag_end : end]
    start = element.start_tag_end + len(inner) - len(inner.lstrip())
    return start, start + len(inner.strip())


def escaped(words: str, slot: Slot) -> str:
    """Words as they are written in a slot."""
    if slot.kind == "text":
        return html.escape(words, quote=False)
    text = words.replace("&", "&amp;")
    if slot.quote == "'":
        return text.replace("'", "&#39;")
    if slot.quote == '"':
        return text.replace('"', "&quot;")
    return "".join(f"&#{ord(letter)};" if letter in "\"'`=<> \t\n" else letter for letter in text)
