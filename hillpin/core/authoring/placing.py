"""New markup put into a page's source at a place: where it goes, how it is indented, and whether it may stand there."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass, field

from ..images import PictureSize
from ..markup import Document, Element
from ..page import Page
from .outline_lines import OutlineFault
from .outline_markup import OutlineAsk, outline_markup
from .source_places import fault_of_new, new_fault

_NO_PLACE = frozenset({"script", "style", "title", "textarea", "option"})


@dataclass(slots=True)
class OutlinePut:
    """A page's new text with an outline written into it, the place behind what was put in, and what was: its HTML. ``refused``
    says why it may not stand there; then, and where there are faults, the text is as it was."""

    text: str
    caret: int
    html: str
    faults: list[OutlineFault] = field(default_factory=list)
    asks: list[OutlineAsk] = field(default_factory=list)
    refused: str = ""


def unit_of(source: str) -> str:
    """By how much the source indents: what its first indented line has more than the one above."""
    before = ""
    for line in source.split("\n"):
        indent = line[: len(line) - len(line.lstrip())]
        if line.strip() and indent.startswith(before) and len(indent) > len(before):
            return indent[len(before) :]
        if line.strip():
            before = indent
    return "  "


def quote_of(source: str) -> str:
    """The quotes that the source has round most of its attributes."""
    found = Counter(re.findall(r"=\s*([\"'])", source))
    return "'" if found["'"] > found['"'] else '"'


def put_outline(page: Page, offset: int, outline: str, answers: dict[str, str] | None = None) -> OutlinePut:
    """Write an outline into a page's source at a character offset: on the caret's line where that is empty, else below it."""
    source = page.document.source
    offset = min(max(offset, 0), len(source))
    lines = new_lines(page.document, offset)
    around, unit = lines.around, unit_of(source)

    def picture(path: str) -> PictureSize | None:
        return page.pictures.size(path)

    navs = sum(one.tag == "nav" for one in page.document.elements)
    tag = around.tag if around is not None else ""
    made = outline_markup(outline, lines.indent, unit, answers, around=tag, navs=navs, picture=picture, quote=quote_of(source))
    put = OutlinePut(source, offset, made.text, made.faults, made.asks)
    if made.faults or not made.text:
        return put
    if around is None or tag in _NO_PLACE:
        put.refused = f"Nothing can be put in here: the caret stands {f'in a {tag}' if around is not None else 'outside the body'}."
        return put
    text, caret = lines.put(source, made.text)
    # The whole page is asked only for the words: they name its lines.
    why = fault_of_new(page.document, around, made.text) and new_fault(source, text)
    if why:
        put.refused = f"It may not stand here: {why}"
        return put
    put.text, put.caret = text, caret
    return put


@dataclass(frozen=True, slots=True)
class NewLines:
    """Where new lines go into a source: an offset, their indentation, whether they take an empty line's place, what is around."""

    at: int
    indent: str
    is_blank: bool
    around: Element | None

    def put(self, source: str, markup: str) -> tuple[str, int]:
        """The source with lines of markup put in, and the place behind them."""
        if self.is_blank:
            end = source.find("\n", self.at)
            end = end if end >= 0 else len(source)
            end -= source[self.at : end].endswith("\r")
            return source[: self.at] + markup + source[end:], self.at + len(markup)
        at = self.at - source[: self.at].endswith("\r")
        newline = "\r\n" if at < self.at else "\n"
        return f"{source[:at]}{newline}{markup}{source[at:]}", at + len(newline) + len(markup)


def new_lines(document: Document, offset: int) -> NewLines:
    """Where lines go that are put in at an offset: in place of the line there where it is empty, else below it."""
    source = document.source
    at, indent, is_blank = _place(source, min(max(offset, 0), len(source)))
    return NewLines(at, indent, is_blank, _around(document, at))


def _place(source: str, offset: int) -> tuple[int, str, bool]:
    """Where new lines go, their indentation, and whether they take the place of an empty line."""
    begin = source.rfind("\n", 0, offset) + 1
    end = source.find("\n", offset)
    end = end if end >= 0 else len(source)
    line = source[begin:end]
    indent = line[: len(line) - len(line.lstrip())]
    if not line.strip():
        return begin, indent or _indent_above(source, begin), True
    opened = re.findall(r"<(?!/|!)([A-Za-z][\w-]*)[^<>]*(?<!/)>", line)
    closed = re.findall(r"</([A-Za-z][\w-]*)", line)
    deeper = unit_of(source) if len([one for one in opened if one.lower() not in _VOIDS]) > len(closed) else ""
    return end, indent + deeper, False


_VOIDS = frozenset({"area", "base", "br", "col", "embed", "hr", "img", "input", "link", "meta", "source", "track", "wbr", "html", "body"})


def _indent_above(source: str, begin: int) -> str:
    """The indentation of the nearest line above that has words, one deeper where that opens an element."""
    above = source[: max(begin - 1, 0)]
    while above and not above[above.rfind("\n") + 1 :].strip():
        above = above[: above.rfind("\n")] if "\n" in above else ""
    return _place(f"{above}\n", len(above))[1] if above else ""


def _around(document: Document, offset: int) -> Element | None:
    """The innermost element of the body whose content holds an offset."""
    found: Element | None = None
    for element in document.elements:
        start, end = element.start_tag_end, element.end
        if start is not None and start <= offset and (end is None or offset < end):
            found = element
    return found
