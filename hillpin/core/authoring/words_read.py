"""The words of a document (Markdown, plain text, or pasted HTML) as headings, paragraphs and items of lists, ready for a page."""

from __future__ import annotations

import html
import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from markdown_it import MarkdownIt
from markdown_it.renderer import RendererHTML
from markdown_it.token import Token

from ..errors import InputError
from ..markup import Element, Text, parse_html

DocumentKind = Literal["markdown", "text", "html"]
WordsKind = Literal["heading", "paragraph", "item"]
MOST_LENGTH = 1_000_000
MOST_WORDS = 4_000
"""Pieces of a document."""

QUOTES: dict[str, str | list[str]] = {"de": "„“‚‘", "cs": "„“‚‘", "da": "»«›‹", "fr": ["«\xa0", "\xa0»", "‹\xa0", "\xa0›"], "pl": "„”‚’", "sv": "””’’", "fi": "””’’", "es": "«»“”", "it": "«»“”", "pt": "«»“”", "nb": "«»‘’", "no": "«»‘’", "ru": "«»„“", "nl": "“”‘’"}
ENGLISH = "“”‘’"
_HEADING_AT_MOST = 70
_BULLET = re.compile(r"\s*(?:[-*+•·–]|(\d{1,3}|[a-z])[.)])\s+(.*)")
_ADDRESS = re.compile(r"https?://[^\s<>\"]+[^\s<>\".,;:!?)\]]|[\w.+-]+@[\w-]+(?:\.[\w-]+)+")
_INLINE = {"em": "em", "i": "em", "strong": "strong", "b": "strong", "code": "code", "cite": "cite", "sub": "sub", "sup": "sup", "mark": "mark"}
_SAFE = re.compile(r"(?:https?:|mailto:|tel:|[#/.?]|[\w-]+(?:[/.?#]|$))", re.IGNORECASE)
_BLOCKS = frozenset(["ul", "ol", "li", "p", "div", "table", "tr", "td", "th", "blockquote", "section", "article", "header", "footer", "main", "aside", "nav", "figure", "dl", "dt", "dd", "pre", "h1", "h2", "h3", "h4", "h5", "h6"])
_PASSED_OVER = frozenset(["script", "style", "template", "head", "title", "svg", "math", "iframe", "object"])


@dataclass(frozen=True, slots=True)
class Words:
    """A piece of a document. ``html`` is what is in its element, links and stress with it; ``list`` numbers the list that an item
    is in, from 1, and ``is_numbered`` says whether its items are; ``level`` is a heading's."""

    number: int
    kind: WordsKind
    html: str
    plain: str
    level: int = 0
    list: int = 0
    is_numbered: bool = False


def read_words(text: str, kind: DocumentKind, lang: str = "en") -> list[Words]:
    """The pieces of a document in order. Straight quotes become those of the language. Raises InputError where it is too long."""
    if len(text) > MOST_LENGTH:
        raise InputError(f"The document has {len(text):,} characters; {MOST_LENGTH:,} are the most.")
    quotes = QUOTES.get(lang.lower().split("-")[0], ENGLISH)
    pieces = {"markdown": _markdown, "text": _plain, "html": _pasted}[kind](text.replace("\r\n", "\n"), quotes)
    found: list[Words] = []
    for piece in pieces:
        plain = " ".join(html.unescape(re.sub(r"<[^>]*>", "", piece.html)).split())
        if not plain:
            continue
        if len(found) == MOST_WORDS:
            raise InputError(f"The document has over {MOST_WORDS:,} pieces.")
        found.append(Words(len(found), piece.kind, piece.html, plain, piece.level, piece.list, piece.is_numbered))
    return found


@dataclass(slots=True)
class _Piece:
    kind: WordsKind
    html: str
    level: int = 0
    list: int = 0
    is_numbered: bool = False


def _markdown(text: str, quotes: str | list[str]) -> Iterator[_Piece]:
    reader = MarkdownIt("commonmark", {"typographer": True, "quotes": quotes, "html": False}).enable(["replacements", "smartquotes", "table"])
    return _tokens(reader.parse(text), reader)


def _tokens(tokens: list[Token], reader: MarkdownIt) -> Iterator[_Piece]:
    """Pieces of block tokens: what is inside an item of a list belongs to it."""
    renderer = RendererHTML()
    lists: list[tuple[int, bool]] = []
    count, level, is_open_item = 0, 0, False
    for token in tokens:
        if token.type in ("bullet_list_open", "ordered_list_open"):
            count += 1
            lists.append((count, token.type == "ordered_list_open"))
        elif token.type in ("bullet_list_close", "ordered_list_close"):
            lists.pop()
        elif token.type == "list_item_open":
            is_open_item = True
        elif token.type == "heading_open":
            level = int(token.tag[1:])
        elif token.type == "heading_close":
            level = 0
        elif token.type in ("fence", "code_block"):
            yield _Piece("paragraph", html.escape(token.content.strip(), quote=False))
        elif token.type == "inline":
            words: str = renderer.renderInline(token.children or [], reader.options, {}).replace("&quot;", '"').replace("<br />", "<br>").replace("<img", "<!").strip()
            words = re.sub(r"<![^>]*>", "", words)
            if level:
                yield _Piece("heading", words, level)
            elif lists and is_open_item:
                yield _Piece("item", words, 0, *lists[-1])
            else:
                yield _Piece("paragraph", words)
            is_open_item = False


def _plain(text: str, quotes: str | list[str]) -> Iterator[_Piece]:
    """Blank lines part paragraphs; a short line alone that ends no sentence is a heading; lines with bullets are items."""
    typesetter = MarkdownIt("zero", {"typographer": True, "quotes": quotes, "html": False}).enable(["replacements", "smartquotes"])
    lists, level = 0, 1
    for block in re.split(r"\n[ \t]*\n", text):
        lines = [line for line in block.split("\n") if line.strip()]
        bullets = [_BULLET.match(line) for line in lines]
        if lines and bullets[0] is not None:
            lists += 1
            for item in _items(lines):
                yield _Piece("item", _set(item, typesetter), 0, lists, bullets[0][1] is not None)
            continue
        words = " ".join(line.strip() for line in lines)
        if len(lines) == 1 and len(words) <= _HEADING_AT_MOST and not re.search(r"[.!?:;,…]['\"”’)]?$", words) and not _ADDRESS.search(words):
            yield _Piece("heading", _set(words, typesetter), level)
            level = 2
        elif words:
            yield _Piece("paragraph", _set(words, typesetter))


def _items(lines: list[str]) -> list[str]:
    items: list[str] = []
    for line in lines:
        bullet = _BULLET.match(line)
        if bullet is not None:
            items.append(bullet[2])
        elif items:
            items[-1] += f" {line.strip()}"
    return items


def _set(words: str, typesetter: MarkdownIt) -> str:
    """Words as HTML: quotes set, addresses as links."""
    out, at = [], 0
    for found in _ADDRESS.finditer(words):
        address = html.escape(found[0], quote=False)
        lead = "" if found[0].lower().startswith("http") else "mailto:"
        out += [_typeset(words[at : found.start()], typesetter), f'<a href="{lead}{address}">{address}</a>']
        at = found.end()
    return "".join([*out, _typeset(words[at:], typesetter)])


def _typeset(words: str, typesetter: MarkdownIt) -> str:
    if not words.strip():
        return words
    before, after = words[: len(words) - len(words.lstrip())], words[len(words.rstrip()) :]
    typeset = str(typesetter.renderInline(words.strip())).replace("&quot;", '"')
    return f"{before}{typeset}{after}"


def _pasted(text: str, quotes: str | list[str]) -> Iterator[_Piece]:
    document = parse_html(text)
    if document.body is None:
        return
    state = _Pasted()
    yield from state.pieces(document.body)
    yield from state.rest()


class _Pasted:
    """Goes over pasted markup; words that stand in no block of their own make a paragraph."""

    def __init__(self) -> None:
        self.lists = 0
        self.loose = ""

    def rest(self) -> Iterator[_Piece]:
        words, self.loose = self.loose.strip(), ""
        if words:
            yield _Piece("paragraph", words)

    def pieces(self, box: Element, around: tuple[int, bool] = (0, False)) -> Iterator[_Piece]:
        for child in box.children:
            if isinstance(child, Text):
                self.loose += html.escape(" ".join(child.data.split()) if child.data.strip() else " ", quote=False)
            elif child.tag in _PASSED_OVER:
                continue
            elif (child.tag in _INLINE or child.tag in ("a", "span", "br", "font", "u", "small")) and not any(one.tag in _BLOCKS for one in child.descendants()):
                self.loose += _inline(child)
            else:
                yield from self.rest()
                yield from self._block(child, around)
        yield from self.rest()

    def _block(self, child: Element, around: tuple[int, bool]) -> Iterator[_Piece]:
        if child.tag in ("ul", "ol"):
            self.lists += 1
            yield from self.pieces(child, (self.lists, child.tag == "ol"))
            return
        is_leaf = not any(one.tag in _BLOCKS for one in child.descendants())
        inner = "".join(html.escape(one.data, quote=False) if isinstance(one, Text) else _inline(one) for one in child.children)
        words = " ".join(inner.split())
        if re.fullmatch(r"h[1-6]", child.tag):
            yield _Piece("heading", words, int(child.tag[1]))
        elif child.tag == "li" and is_leaf:
            yield _Piece("item", words, 0, *around)
        elif child.tag == "li":
            for number, piece in enumerate(self.pieces(child, around)):
                yield _Piece("item", piece.html, 0, *around) if number == 0 and piece.kind == "paragraph" else piece
        elif is_leaf and child.tag in ("p", "dt", "dd", "td", "th", "figcaption", "caption", "pre"):
            yield _Piece("paragraph", words)
        else:
            yield from self.pieces(child, around)


def _inline(element: Element) -> str:
    """An inline element's words with links and stress only."""
    if element.tag in _PASSED_OVER:
        return ""
    if element.tag == "br":
        return "<br>"
    inner = "".join(html.escape(one.data, quote=False) if isinstance(one, Text) else _inline(one) for one in element.children)
    address = element.attributes.get("href", "").strip()
    if element.tag == "a" and _SAFE.match(address) and inner.strip():
        return f'<a href="{html.escape(address)}">{inner}</a>'
    tag = _INLINE.get(element.tag)
    return f"<{tag}>{inner}</{tag}>" if tag and inner.strip() else inner
