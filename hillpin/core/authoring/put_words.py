"""Words of a document put into a page: into the selected element, in order where the shapes match, or as new elements."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from difflib import SequenceMatcher

from ..errors import InputError
from ..markup import Document, Element
from .content_model import PHRASING
from .own_ids import Splice, spliced
from .placing import new_lines, unit_of
from .source_places import SourceChange, element_at, newline_of, tried
from .words_read import Words

_HEADINGS = re.compile(r"h[1-6]")
_KEPT = frozenset(["img", "picture", "svg", "video", "audio", "input", "select", "textarea", "button", "iframe", "canvas", "object", "label"])


@dataclass(slots=True)
class WordsPut:
    """A page's new text and caret, and which words went into which elements (by index in the page as it was)."""

    text: str
    caret: int
    pairs: list[tuple[int, int]] = field(default_factory=list)


def put_into(document: Document, index: int, words: Words) -> WordsPut:
    """Words in place of those of an element. Raises InputError where other boxes stand in it."""
    element = element_at(document, index)
    splice = _splice(element, words, document.source)
    if splice is None:
        raise InputError(f"{element.name()} holds other elements than words: select the one that the words go into.")
    text = spliced(document.source, [splice])
    tried(document.source, SourceChange(text, splice.start), f"The words cannot stand in {element.name()}")
    return WordsPut(text, splice.start + len(splice.text), [(words.number, index)])


def put_in_order(document: Document, index: int, words: Sequence[Words]) -> WordsPut:
    """Words into the headings, paragraphs and items of an element, in order as far as kinds follow one another in the same way:
    what has no counterpart on either side stays as it is."""
    inside = document.elements[index].descendants() if 0 <= index < len(document.elements) else iter(())
    places = [one for one in inside if _kind(one) and _splice(one, None, document.source) is not None]
    matcher = SequenceMatcher(None, [_kind(one) for one in places], [one.kind for one in words], autojunk=False)
    put = WordsPut(document.source, 0)
    splices = []
    for place, start, size in matcher.get_matching_blocks():
        for by in range(size):
            splice = _splice(places[place + by], words[start + by], document.source)
            if splice is not None:
                splices.append(splice)
                put.pairs.append((words[start + by].number, places[place + by].index))
    if not splices:
        raise InputError("Nothing in it has the shape of these words: no heading, paragraph or item follows as it does there.")
    put.text, put.caret = spliced(document.source, splices), splices[0].start
    tried(document.source, SourceChange(put.text, put.caret), "The words cannot go in")
    return put


def put_as_new(document: Document, offset: int, words: Sequence[Words]) -> WordsPut:
    """Words as elements of their own at a place of the source: headings, paragraphs, and lists of items. Raises InputError."""
    lines = new_lines(document, offset)
    newline = newline_of(document.source)
    rows = [f"{lines.indent}{row}" for row in _markup(words, unit_of(document.source))]
    text, caret = lines.put(document.source, newline.join(rows))
    tried(document.source, SourceChange(text, caret), "It may not stand here")
    return WordsPut(text, caret, [(one.number, -1) for one in words])


def _markup(words: Sequence[Words], unit: str) -> list[str]:
    rows: list[str] = []
    open_list, tag = 0, "ul"
    for one in words:
        if open_list and (one.kind != "item" or one.list != open_list):
            rows.append(f"</{tag}>")
            open_list = 0
        if one.kind == "item":
            if not open_list:
                open_list, tag = one.list, "ol" if one.is_numbered else "ul"
                rows.append(f"<{tag}>")
            rows.append(f"{unit}<li>{one.html}</li>")
        else:
            name = f"h{one.level}" if one.kind == "heading" else "p"
            rows.append(f"<{name}>{one.html}</{name}>")
    return [*rows, f"</{tag}>"] if open_list else rows


def _kind(element: Element) -> str:
    if _HEADINGS.fullmatch(element.tag):
        return "heading"
    return {"p": "paragraph", "li": "item"}.get(element.tag, "")


def _splice(element: Element, words: Words | None, source: str) -> Splice | None:
    """An element's words replaced; nothing where other things than words stand in it. A link that is all there is in it stays."""
    if element.start_tag_end is None or element.end_tag_start is None:
        return None
    if any(one.tag not in PHRASING or one.tag in _KEPT for one in element.descendants()):
        return None
    box = element
    while len(box.elements) == 1 and not _own_words(box) and box.elements[0].tag in ("a", "span", "strong", "em") and not (words is not None and "<a " in words.html and box.elements[0].tag == "a"):
        box = box.elements[0]
    if box.start_tag_end is None or box.end_tag_start is None:
        return None
    inner = source[box.start_tag_end : box.end_tag_start]
    start = box.start_tag_end + (len(inner) - len(inner.lstrip()) if inner.strip() else 0)
    return Splice(start, start + len(inner.strip()), words.html if words is not None else "")


def _own_words(element: Element) -> bool:
    return any(not isinstance(child, Element) and child.data.strip() for child in element.children)
