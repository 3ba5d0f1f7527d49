"""Where the parser had to make something of a page that its source does not say: stray tags, tags left open, elements
that it moved or dropped, attributes given twice (HTML 13.2.2, parse errors, in everyday words).

The tree says what became of each tag; the tags themselves are read from the source once more, in one pass.
"""

from __future__ import annotations

import re
from bisect import bisect_left, bisect_right
from collections.abc import Iterator
from dataclasses import dataclass

from .tags import Tag, tags_of
from .tree import VOID, Document, Element, Text

END_IS_OPTIONAL = frozenset(["html", "head", "body", "li", "dt", "dd", "p", "rt", "rp", "rb", "rtc", "optgroup", "option", "colgroup", "caption", "thead", "tbody", "tfoot", "tr", "td", "th"])
"""Elements that a browser closes by itself where the standard says so (HTML 13.1.2.4)."""
FORMATTING = frozenset(["a", "b", "big", "code", "em", "font", "i", "nobr", "s", "small", "strike", "strong", "tt", "u"])
"""Elements that are opened again where they were not closed in time (HTML 13.2.4.3)."""
ENDS_UNTOLD = ("colgroup", "form")
"""Elements of which the parser does not tell where they ended."""
HIDDEN = ("template", "select", "noscript", "svg", "math", "frameset")
"""What is inside follows rules of its own, or is read by browsers in more than one way: nothing is said of it."""
WORDS_OF_CODE = frozenset(["code", "pre", "kbd", "samp", "textarea", "title", "script", "style", "xmp"])
TAG_NAMES = frozenset(
    ["a", "abbr", "article", "aside", "b", "blockquote", "body", "br", "button", "dd", "div", "dl", "dt", "em", "fieldset", "figcaption", "figure", "footer", "form", "h1", "h2", "h3", "h4", "h5", "h6", "head", "header", "hr", "html", "i", "img", "input", "label", "legend", "li", "link", "main", "meta", "nav", "ol", "option", "p", "picture", "pre", "script", "section", "select", "small", "span", "strong", "style", "sub", "sup", "table", "tbody", "td", "textarea", "tfoot", "th", "thead", "title", "tr", "ul"]
)
MOST = 200
"""Problems told of one page at most."""

_LOST_BRACKET = re.compile(r"(?<![\w<-])(/?)([A-Za-z][A-Za-z0-9]{0,9})>")


@dataclass(frozen=True, slots=True)
class MarkupProblem:
    """Something that the parser set right or gave up on, at a line of the source; ``index`` is the element it is about."""

    line: int
    message: str
    index: int | None


def check_markup(document: Document) -> list[MarkupProblem]:
    """What the parser set right in a page, from top to bottom."""
    check = _Check(document)
    problems = sorted([*check.tags(), *check.elements(), *check.words()], key=lambda one: one.line)
    return list(dict.fromkeys(problems))[:MOST]


class _Check:
    def __init__(self, document: Document) -> None:
        self.document = document
        self.source = document.source
        self.lines = [found.start() for found in re.finditer("\n", self.source)]
        everything = [document.root, *document.root.descendants()]
        self.seen: dict[int, Element] = {}
        self.split: list[Element] = []
        for element in everything:
            if element.offset is None:
                continue
            if element.offset in self.seen:
                self.split.append(self.seen[element.offset])
            else:
                self.seen[element.offset] = element
        self.ends = {element.end_tag_start for element in everything if element.end_tag_start is not None}
        self.hidden = sorted((one.offset, one.end or len(self.source)) for one in everything if one.tag in HIDDEN and one.offset is not None)
        self.all = everything
        self.open: dict[str, list[tuple[int, Element]]] = {}
        """By tag, the elements that no end tag closes, by where they begin."""
        for element in everything:
            if element.offset is not None and element.end_tag_start is None:
                self.open.setdefault(element.tag, []).append((element.offset, element))
        for known in self.open.values():
            known.sort(key=_offset)
        self.first_split = {one.tag: one.offset for one in sorted(self.split, key=lambda one: one.offset or 0, reverse=True)}
        self.last_ends: dict[str, int] = {}
        self.read = document.left_out.offset if document.left_out is not None else len(self.source)

    def line(self, offset: int) -> int:
        return bisect_right(self.lines, offset - 1) + 1

    def _is_hidden(self, offset: int) -> bool:
        place = bisect_right(self.hidden, (offset - 1, len(self.source)))
        return any(start < offset < end for start, end in self.hidden[max(place - 8, 0) : place])

    def tags(self) -> Iterator[MarkupProblem]:
        """Tags that nothing came of, and what is wrong within a tag."""
        for tag in tags_of(self.source):
            if tag.offset >= self.read:
                return
            if self._is_hidden(tag.offset):
                continue
            element = None if tag.is_end else self.seen.get(tag.offset)
            said = self._within(tag) or (self._stray(tag) if tag.is_end else self._dropped(tag))
            if said:
                yield MarkupProblem(self.line(tag.offset), said, element.index if element is not None and element.index >= 0 else None)

    def _within(self, tag: Tag) -> str:
        shown = f"<{'/' if tag.is_end else ''}{tag.name}>"
        if tag.end < 0:
            return f"The tag {shown} never ends: a > or a quote is missing."
        if tag.quote is not None:
            return f"A quote is missing in the tag {shown}: {_short(tag.quote)} is read as an attribute’s name."
        if tag.repeated is not None:
            return f"The tag {shown} has {tag.repeated} twice: only the first counts."
        return ""

    def _stray(self, tag: Tag) -> str:
        if tag.offset in self.ends or tag.name in ("html", "head", "body"):
            return ""
        if tag.name in VOID:
            return f"</{tag.name}> closes nothing: {tag.name} has no end tag."
        known = self.open.get(tag.name, [])
        place = bisect_left(known, tag.offset, key=_offset)
        before = known[place - 1][1] if place else None
        first_split = self.first_split.get(tag.name)
        is_split = first_split is not None and first_split < tag.offset
        if is_split or (before is not None and (tag.name in FORMATTING or tag.name in ENDS_UNTOLD)):
            # The element says it, where it was opened.
            return ""
        if tag.name == "p" and before is not None and before.parent is not None:
            breaker = _next_written(before)
            if breaker is not None and breaker.tag != "p":
                return f"</p> closes nothing: the p of line {before.line} ended before <{breaker.tag}>, for a {breaker.tag} cannot stand in a p."
        return f"</{tag.name}> closes nothing: no {tag.name} is open here."

    def _dropped(self, tag: Tag) -> str:
        element = self.seen.get(tag.offset)
        if element is not None:
            return ""
        if tag.name in ("html", "head", "body"):
            return f"<{tag.name}> is there a second time: it is dropped." if any(one.tag == tag.name and one.offset is not None for one in self.all) else ""
        if tag.name == "form":
            return "<form> is dropped: a form cannot stand in a form."
        if tag.name in ("tr", "td", "th", "tbody", "thead", "tfoot", "caption", "col", "colgroup"):
            return f"<{tag.name}> is dropped: it can only stand in a table, at its own place there."
        return f"<{tag.name}> is dropped: it cannot stand here." if tag.name not in ("image",) else ""

    def elements(self) -> Iterator[MarkupProblem]:
        """Elements that were left open, opened again, or moved."""
        split = set(map(id, self.split))
        for element in self.all:
            if element.offset is None or element.namespace != "html" or self._is_hidden(element.offset) or self.seen[element.offset] is not element:
                continue
            said = self._left_open(element, id(element) in split) or self._moved(element)
            if said:
                yield MarkupProblem(self.line(element.offset), said, element.index if element.index >= 0 else None)

    def _left_open(self, element: Element, is_split: bool) -> str:
        tag = element.tag
        if is_split:
            return f"The {tag} opened here is not closed before what it stands in: it is opened again after it."
        if element.end_tag_start is not None or self.read < len(self.source) or tag in VOID or tag in END_IS_OPTIONAL or tag == "plaintext":
            return ""
        if tag in ENDS_UNTOLD and self._last_end(tag) >= (element.offset or 0):
            return ""
        start_tag = self.source[element.offset : element.start_tag_end] if element.start_tag_end is not None else ""
        if start_tag.endswith("/>"):
            return f"<{tag}/> does not close the {tag}: only an end tag does."
        return f"The {tag} opened here is never closed: </{tag}> is missing."

    def _last_end(self, tag: str) -> int:
        """Where the last end tag of a kind begins; -1 where there is none."""
        if tag not in self.last_ends:
            self.last_ends[tag] = self.source.rfind(f"</{tag}")
        return self.last_ends[tag]

    def _moved(self, element: Element) -> str:
        """An element that stands before a table whose source it is in (HTML 13.2.6.1, foster parenting)."""
        if element.offset is None:
            return ""
        after = _next_written(element)
        if after is not None and after.tag == "table" and after.offset is not None and after.offset < element.offset:
            return f"The {element.tag} cannot stand straight in a table: it is moved before the table of line {after.line}."
        return ""

    def words(self) -> Iterator[MarkupProblem]:
        """Words that read like a tag which lost its ``<``."""
        for element in self.all:
            if element.tag in WORDS_OF_CODE or element.namespace != "html" or element.tag in HIDDEN:
                continue
            for child in element.children:
                if isinstance(child, Text) and ">" in child.data and child.offset is not None:
                    yield from self._lost_bracket(element, child)

    def _lost_bracket(self, element: Element, text: Text) -> Iterator[MarkupProblem]:
        assert text.offset is not None
        for found in _LOST_BRACKET.finditer(text.data):
            if found.group(2).lower() in TAG_NAMES and not any(one.tag in WORDS_OF_CODE for one in element.ancestors()):
                place = self.source.find(found.group(), text.offset)
                if place >= 0:
                    yield MarkupProblem(self.line(place), f"“{found.group()}” stands in the page as words: a < is missing before it.", element.index if element.index >= 0 else None)


def _offset(one: tuple[int, Element]) -> int:
    return one[0]


def _next_written(element: Element) -> Element | None:
    """The next of its siblings that a tag of the source made."""
    siblings = element.parent.elements if element.parent is not None else []
    return next((siblings[at] for at in range(element.sibling_index + 1, len(siblings)) if siblings[at].offset is not None), None)


def _short(text: str, most: int = 24) -> str:
    return text if len(text) <= most else f"{text[: most - 1]}…"
