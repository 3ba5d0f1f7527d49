"""An outline as HTML: what its selectors say, and what the standard asks besides."""

from __future__ import annotations

import html
import re
from collections.abc import Callable
from dataclasses import dataclass, field

from ..filler import filler_words
from ..images import PictureSize
from .outline_lines import OutlineFault, OutlineLine, OutlinePart, read_outline

MOST_ELEMENTS = 4_000
_FILLER = re.compile(r"(\d{1,3}) words?", re.IGNORECASE)
_NUMBER = re.compile(r"(\\)?#(?![\w-])")
_VOID = frozenset({"area", "base", "br", "col", "embed", "hr", "img", "input", "link", "meta", "source", "track", "wbr"})
_INLINE = frozenset({"a", "abbr", "b", "button", "cite", "code", "em", "i", "input", "img", "kbd", "label", "mark", "q", "s", "samp", "small", "span", "strong", "sub", "sup", "time", "u", "var"})
_INSIDE = {"ul": "li", "ol": "li", "menu": "li", "table": "tr", "thead": "tr", "tbody": "tr", "tfoot": "tr", "tr": "td", "dl": "dt", "select": "option", "datalist": "option", "picture": "source", "p": "span", "h1": "span", "h2": "span", "h3": "span", "a": "span", "span": "span", "label": "input", "em": "span", "strong": "span", "button": "span"}
"""What stands in an element where a selector says no type; ``div`` elsewhere."""
_LISTS = frozenset({"ul", "ol", "menu"})
_CONTROLS = frozenset({"input", "select", "textarea"})


@dataclass(frozen=True, slots=True)
class OutlineAsk:
    """Something that only the person knows: ``what`` of the element on a line (``alt``, ``aria-label``), with the words for it."""

    line: int
    what: str
    words: str


@dataclass(slots=True)
class OutlineWritten:
    """The HTML of an outline, what is wrong with it, and what has to be answered before it is whole."""

    text: str
    faults: list[OutlineFault] = field(default_factory=list)
    asks: list[OutlineAsk] = field(default_factory=list)
    elements: int = 0


def outline_markup(
    outline: str, indent: str = "", unit: str = "  ", answers: dict[str, str] | None = None, *,
    around: str = "", navs: int = 0, picture: Callable[[str], PictureSize | None] = lambda path: None, quote: str = '"',
) -> OutlineWritten:  # fmt: skip
    """Write an outline as HTML, each line begun with ``indent`` and nested by ``unit``. ``answers`` are by ``line:what``; an empty
    answer for an ``alt`` says that a picture is only decoration. ``around`` is the type of the element that it is put into, ``navs`` are the navigations that the page has already, ``picture``
    gives a picture's own size by its address."""
    lines, faults = read_outline(outline)
    writer = _Writer(unit, answers or {}, picture, quote)
    writer.faults = faults
    writer.navs = navs + _count(lines, "nav")
    out = [f"{indent}{row}" if row else row for part in writer.together(lines, around, [(1, 1)]) for row in part.split("\n")]
    return OutlineWritten("\n".join(out), sorted(writer.faults, key=lambda one: (one.line, one.column)), writer.asks, writer.elements)


def _count(lines: list[OutlineLine], tag: str) -> int:
    return sum(one.count * (sum(part.tag == tag for part in one.parts) + _count(one.inside, tag)) for one in lines)


class _Writer:
    """Writes lines one after another; each repeat knows its number among how many."""

    def __init__(self, unit: str, answers: dict[str, str], picture: Callable[[str], PictureSize | None], quote: str) -> None:
        self.unit, self.answers, self.picture, self.quote = unit, answers, picture, quote
        self.faults: list[OutlineFault] = []
        self.asks: list[OutlineAsk] = []
        self.navs = 0
        self.elements = 0
        self.filled = 0
        self.labelled = ""
        """The id that the last label is for, until its control comes."""

    def together(self, lines: list[OutlineLine], around: str, repeats: list[tuple[int, int]]) -> list[str]:
        """Lines beside one another; items of a list that stand in none get one (HTML 4.4.8)."""
        out: list[str] = []
        items: list[str] = []
        for line in lines:
            is_item = line.parts[0].tag == "li" and around not in _LISTS
            written = self.line(line, "ul" if is_item else around, repeats)
            if is_item:
                items.append(written)
                continue
            out += [*self._listed(items), written]
            items = []
        return [one for one in [*out, *self._listed(items)] if one]

    def _listed(self, items: list[str]) -> list[str]:
        if not items:
            return []
        self.elements += 1
        rows = [f"{self.unit}{row}" if row else row for one in items for row in one.split("\n")]
        return ["\n".join(["<ul>", *rows, "</ul>"])]

    def line(self, line: OutlineLine, around: str, repeats: list[tuple[int, int]]) -> str:
        """A line with all that is in it, as often as it says. ``repeats`` are (number, of how many) from the outside in."""
        self._check_words(line, repeats)
        out = []
        for number in range(1, line.count + 1):
            inner = [*repeats, (number, line.count)] if line.count > 1 else repeats
            out.append(self._once(line, around, inner))
            if self.elements > MOST_ELEMENTS:
                self._fault(line, f"An outline makes {MOST_ELEMENTS:,} elements at most.")
                break
        return "\n".join(out)

    def _check_words(self, line: OutlineLine, repeats: list[tuple[int, int]]) -> None:
        if len(line.words) < 2:
            return
        wanted = line.count if line.count > 1 else next((of for _, of in reversed(repeats) if of > 1), 1)
        if len(line.words) != wanted:
            repeated = "it stands there once" if wanted == 1 else f"it stands there {wanted} times"
            self._fault(line, f"There are {len(line.words)} words between bars, and {repeated}.", line.words_column)

    def _fault(self, line: OutlineLine, message: str, column: int = 0) -> None:
        fault = OutlineFault(line.number, column or line.column, message)
        if fault not in self.faults:
            self.faults.append(fault)

    def _once(self, line: OutlineLine, around: str, repeats: list[tuple[int, int]]) -> str:
        tags = self._tags(line.parts, around)
        words = self._words(line, repeats)
        number = next((number for number, of in reversed(repeats) if of > 1), 1)
        heads = [self._head(line, part, tag, words if part is line.parts[-1] else "", number) for part, tag in zip(line.parts, tags, strict=True)]
        last = tags[-1]
        text = "" if last in _VOID or last == "iframe" else words
        return self._nested(heads, tags, text, self.together(line.inside, last, repeats))

    def _nested(self, heads: list[str], tags: list[str], text: str, inside: list[str]) -> str:
        """Elements in one another, on one line where only words or one inline element stand in them."""
        if tags[-1] in _VOID and len(tags) == 1:
            return heads[-1]
        written = text
        is_short = not inside or (len(inside) == 1 and "\n" not in inside[0] and _tag_of(inside[0]) in _INLINE)
        if is_short:
            written = text + (f" {inside[0]}" if inside and text else inside[0] if inside else "")
            for head, tag in reversed(list(zip(heads, tags, strict=True))):
                written = head if tag in _VOID else f"{head}{written}</{tag}>"
            return written
        block = [*([text] if text else []), *inside]
        for head, tag in reversed(list(zip(heads, tags, strict=True))):
            if tag in _VOID:
                continue
            moved = [f"{self.unit}{row}" if row else row for part in block for row in part.split("\n")]
            block = ["\n".join([head, *moved, f"</{tag}>"])]
        return block[0]

    def _tags(self, parts: list[OutlinePart], around: str) -> list[str]:
        tags: list[str] = []
        for part in parts:
            tags.append(part.tag or _INSIDE.get(tags[-1] if tags else around, "div"))
        self.elements += len(tags)
        return tags

    def _words(self, line: OutlineLine, repeats: list[tuple[int, int]]) -> str:
        """The words of this repeat, escaped; filler where so many words are asked for."""
        if not line.words:
            return ""
        number = next((number for number, of in reversed(repeats) if of == len(line.words)), 1)
        words = line.words[number - 1] if len(line.words) > 1 else line.words[0]
        filler = _FILLER.fullmatch(words)
        if filler is not None:
            text = filler_words(int(filler[1]), self.filled)
            self.filled += int(filler[1])
            return html.escape(text, quote=False)
        return html.escape(_numbered(words, _number_of(repeats)), quote=False)

    def _head(self, line: OutlineLine, part: OutlinePart, tag: str, words: str, number: int) -> str:
        """An element's start tag, with what the standard asks for."""
        attributes: list[tuple[str, str]] = []
        if part.id:
            attributes.append(("id", _numbered(part.id, number)))
        if part.classes:
            attributes.append(("class", " ".join(_numbered(one, number) for one in part.classes)))
        attributes += [(name, _numbered(value, number)) for name, value in part.attributes]
        known = {name for name, _ in attributes}
        attributes += self._asked(line, part, tag, html.unescape(words), known, number)
        written = "".join(f" {name}{self._value(value)}" for name, value in attributes)
        return f"<{tag}{written}>"

    def _value(self, value: str) -> str:
        escaped = value.replace("&", "&amp;").replace('"', "&quot;") if self.quote == '"' else value.replace("&", "&amp;").replace("'", "&#39;")
        return f"={self.quote}{escaped}{self.quote}"

    def _asked(self, line: OutlineLine, part: OutlinePart, tag: str, words: str, known: set[str], number: int) -> list[tuple[str, str]]:
        """Attributes that the standard asks for and the selector does not say (HTML; WCAG 2.2, 1.1.1, 1.3.1, 2.4.6)."""
        if tag == "img":
            return self._picture(line, part, words, known, number)
        if tag == "a" and "href" not in known:
            return [("href", "#")]
        if tag == "iframe" and words and "src" not in known:
            return [("src", words), *self._answered(line, "title", f"What is in the frame {words}?", known)]
        if tag == "nav" and self.navs > 1:
            return self._answered(line, "aria-label", "There are several navigations: what is this one called?", known)
        if tag == "th" and "scope" not in known:
            return [("scope", "col" if line.count > 1 or any(one.tag in ("thead", "tr") for one in line.parts[:-1]) else "row")]
        if tag == "label" and "for" not in known and not any(_has(one, _CONTROLS) for one in line.inside):
            self.labelled = _slug(words) or f"field-{line.number}"
            return [("for", self.labelled)]
        if tag in _CONTROLS and self.labelled and "id" not in known and not part.id:
            named, self.labelled = self.labelled, ""
            return [("id", named), *([("name", named)] if "name" not in known else [])]
        if tag == "button" and "type" not in known:
            return [("type", "button")]
        return []

    def _picture(self, line: OutlineLine, part: OutlinePart, words: str, known: set[str], number: int) -> list[tuple[str, str]]:
        found: list[tuple[str, str]] = []
        address = _numbered(words, number)
        if "src" not in known:
            found.append(("src", address))
        said = next((_numbered(value, number) for name, value in part.attributes if name == "src"), "")
        address = address or said
        size = self.picture(address) if address else None
        if size is not None and size.width and size.height and not {"width", "height"} & known:
            found += [("width", f"{size.width:g}"), ("height", f"{size.height:g}")]
        return [*found, *self._answered(line, "alt", f"What does {address or 'the picture'} say to those who do not see it?", known)]

    def _answered(self, line: OutlineLine, what: str, words: str, known: set[str]) -> list[tuple[str, str]]:
        if what in known:
            return []
        answer = self.answers.get(f"{line.number}:{what}")
        if answer is None:
            if not any(one.line == line.number and one.what == what for one in self.asks):
                self.asks.append(OutlineAsk(line.number, what, words))
            return [(what, "")]
        return [(what, answer)]


def _has(line: OutlineLine, tags: frozenset[str]) -> bool:
    return any(part.tag in tags for part in line.parts) or any(_has(one, tags) for one in line.inside)


def _number_of(repeats: list[tuple[int, int]]) -> int:
    return next((number for number, of in reversed(repeats) if of > 1), 1)


def _numbered(text: str, number: int) -> str:
    """``#`` that no name follows becomes the number of the repeat; ``\\#`` is itself."""
    return _NUMBER.sub(lambda found: "#" if found[1] else str(number), text)


def _tag_of(written: str) -> str:
    found = re.match(r"<([a-z][a-z0-9-]*)", written)
    return found[1] if found is not None else ""


def _slug(words: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", words.lower()).strip("-")[:40]
