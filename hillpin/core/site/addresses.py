"""The addresses that stand in a page, a sheet or an SVG, with their places in the text (HTML 4.2 and following; css-values-4 §4.5)."""

from __future__ import annotations

import html
import posixpath
import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from urllib.parse import quote, unquote, urlsplit

from ..markup.tags import RAW, AttributeValue, Tag, attributes_in, tags_of

MARKUP_ENDINGS = (".html", ".htm", ".svg", ".xhtml")
SHEET_ENDINGS = (".css",)
_ANY_SRC = ("img", "script", "iframe", "frame", "embed", "source", "track", "audio", "video", "input")
_PLAIN: dict[str, tuple[str, ...]] = {
    "href": ("a", "area", "link", "base", "image", "use", "feimage", "pattern", "lineargradient", "radialgradient", "textpath", "mpath"),
    "xlink:href": ("a", "image", "use", "feimage", "pattern", "lineargradient", "radialgradient", "textpath", "mpath"),
    "src": _ANY_SRC, "poster": ("video",), "data": ("object",), "action": ("form",), "formaction": ("button", "input"),
    "background": ("body", "table", "thead", "tbody", "tfoot", "tr", "td", "th"), "longdesc": ("img",), "cite": ("q", "blockquote", "ins", "del"),
    "manifest": ("html",),
}  # fmt: skip
"""Attributes whose value is one address, with the elements on which it is."""
_LISTS = {"srcset": ("img", "source"), "imagesrcset": ("link",)}
"""Attributes whose value is a list of addresses with descriptors."""
_CANDIDATE = re.compile(r"[\s,]*([^\s,](?:[^\s]*[^\s,])?)((?:\([^)]*\)|[^,(])*)")
_CSS = re.compile(
    r"/\*.*?(?:\*/|\Z)"
    r"|(?P<url>\burl\(\s*(?:\"(?P<double>(?:\\.|[^\"\\\n])*)\"|'(?P<single>(?:\\.|[^'\\\n])*)'|(?P<bare>(?:\\[0-9a-f]{1,6}\s?|\\.|[^\s\"'()\\])*))\s*\))"
    r"|\"(?P<string>(?:\\.|[^\"\\\n])*)\"|'(?P<other>(?:\\.|[^'\\\n])*)'"
    r"|(?P<import>@import\b)|(?P<set>(?:-webkit-)?image-set\()|(?P<type>\btype\()|[;{}()]",
    re.DOTALL | re.IGNORECASE,
)
_QUOTED_BY_ENTITY = re.compile(r"(&quot;|&apos;|&#34;|&#39;)(.*)\1")
_CSS_ESCAPE = re.compile(r"\\(?:([0-9a-fA-F]{1,6})[ \t\r\n\f]?|(\r\n|.))", re.DOTALL)
_END_OF_PATH = re.compile(r"\?|(?<!&)#")
LARGEST_TEXT = 4 * 1024 * 1024
"""Characters of a file that is looked through."""


@dataclass(frozen=True, slots=True)
class Reference:
    """An address in a file. ``start`` to ``end`` are the offsets of its path in the text, without query and fragment."""

    start: int
    end: int
    line: int
    where: str
    """What it stands in: ``img src``, ``url()``, ``@import``."""
    written: str
    """The path as it stands there."""
    path: str
    """What it says, once entities, escapes and percent signs are read."""
    fragment: str
    """What follows ``#``, read in the same way; nothing where there is none."""
    style: str
    """What its writing must heed: ``double``, ``single`` or ``bare`` markup, ``list``, or ``css-`` with one of the three."""
    base: str = ""
    """The file or folder that it counts from: that of its own file, or what a ``base`` element says."""
    is_local: bool = True
    """Whether it can lead into the site: no scheme, no host, and a path."""

    def target(self) -> str | None:
        """The path within the site that it leads to; None where it leads out of it, or elsewhere.

        A folder's own address is that of its ``index.html``.
        """
        if not self.is_local:
            return None
        joined = self.path.lstrip("/") if self.path.startswith("/") else posixpath.join(posixpath.dirname(self.base), self.path)
        if self.path.endswith("/") or posixpath.basename(self.path) in (".", ".."):
            joined = posixpath.join(joined, "index.html")
        path = posixpath.normpath(joined)
        return None if path.startswith("..") or path == "." else path


@lru_cache(maxsize=1024)
def references_in(path: str, text: str) -> tuple[Reference, ...]:
    """The addresses in a file, in order of appearance; none in a file of another kind, or beyond ``LARGEST_TEXT``."""
    lowered = path.lower()
    if len(text) > LARGEST_TEXT:
        return ()
    if lowered.endswith(SHEET_ENDINGS):
        found = list(_in_css(text, 0, len(text), ""))
    elif lowered.endswith(MARKUP_ENDINGS):
        found = list(_in_markup(text, 0))
    else:
        return ()
    lines = _Lines(text)
    base, is_outside = _base_of(path, found)
    return tuple(
        replace(one, line=lines.at(one.start), base=base if one.where != "base href" else path, is_local=one.is_local and not (is_outside and not one.path.startswith("/")))
        for one in sorted(found, key=lambda one: one.start)
    )


class _Lines:
    """Line numbers of offsets that come in order."""

    def __init__(self, text: str) -> None:
        self.text, self.offset, self.line = text, 0, 1

    def at(self, offset: int) -> int:
        self.line += self.text.count("\n", self.offset, offset)
        self.offset = offset
        return self.line


def _base_of(path: str, found: list[Reference]) -> tuple[str, bool]:
    """What addresses of the file count from, and whether that is outside of the site."""
    first = next((one for one in found if one.where == "base href"), None)
    if first is None:
        return path, False
    if not first.is_local:
        return path, bool(first.written)
    joined = first.path.lstrip("/") if first.path.startswith("/") else posixpath.join(posixpath.dirname(path), first.path)
    return (posixpath.normpath(joined) + "/" if first.path.endswith("/") else posixpath.normpath(joined)), False


def _in_markup(source: str, start: int) -> Iterator[Reference]:
    for tag in tags_of(source):
        if tag.is_end or tag.end < 0:
            continue
        for value in attributes_in(source, tag):
            yield from _in_attribute(source, tag, value, start)
        if tag.name in ("style", "noscript") and tag.name in RAW:
            close = source.lower().find(f"</{tag.name}", tag.end)
            end = close if close >= 0 else len(source)
            if tag.name == "style":
                yield from _in_css(source, tag.end, end, "")
            else:
                inner = source[tag.end : end]
                yield from (replace(one, start=one.start + tag.end, end=one.end + tag.end) for one in _in_markup(inner, start))


def _in_attribute(source: str, tag: Tag, value: AttributeValue, start: int) -> Iterator[Reference]:
    style = {'"': "double", "'": "single", "": "bare"}[value.quote]
    text = source[value.start : value.end]
    if value.name == "style":
        yield from (replace(one, where="style") for one in _in_css(source, value.start, value.end, style))
    elif tag.name in _LISTS.get(value.name, ()):
        for found in _CANDIDATE.finditer(text):
            yield _reference(source, value.start + found.start(1), value.start + found.end(1), f"{tag.name} {value.name}", f"list-{style}")
    elif tag.name in _PLAIN.get(value.name, ()):
        lead = len(text) - len(text.lstrip())
        yield _reference(source, value.start + lead, value.start + len(text.rstrip()), f"{tag.name} {value.name}", style)
    elif tag.name == "meta" and value.name == "content" and (found_url := re.match(r"\s*\d+\s*[;,]\s*url\s*=\s*([^'\"\s][^\s]*)", text, re.IGNORECASE)):
        yield _reference(source, value.start + found_url.start(1), value.start + found_url.end(1), "meta refresh", style)


def _in_css(source: str, start: int, end: int, around: str) -> Iterator[Reference]:
    """Addresses in CSS; ``around`` is the quote of the attribute that it stands in, if it does."""
    importing, sets, depth, types = False, 0, 0, 0
    for found in _CSS.finditer(source, start, end):
        kind = found.lastgroup
        if found.group("url") is not None:
            group = next(name for name in ("double", "single", "bare") if found.group(name) is not None)
            first, last = found.span(group)
            quoted = _QUOTED_BY_ENTITY.fullmatch(source, first, last) if around and group == "bare" else None
            if quoted is not None:
                first, last, group = *quoted.span(2), "double"
            yield _reference(source, first, last, "@import" if importing else "url()", f"css-{group}", around)
            importing = False
        elif found.group("string") is not None or found.group("other") is not None:
            name = "string" if found.group("string") is not None else "other"
            if importing or (sets and depth >= sets and not types):
                yield _reference(source, found.start(name), found.end(name), "@import" if importing else "image-set()", "css-double" if name == "string" else "css-single", around)
            importing = False
        elif kind == "import":
            importing = True
        elif kind in ("set", "type") or found.group() == "(":
            depth += 1
            sets = depth if kind == "set" else sets
            types = depth if kind == "type" else types
        elif found.group() == ")":
            sets, types = (0 if sets == depth else sets), (0 if types == depth else types)
            depth = max(depth - 1, 0)
        elif found.group() in (";", "{", "}"):
            importing, sets, depth, types = False, 0, 0, 0


def _reference(source: str, start: int, end: int, where: str, style: str, around: str = "") -> Reference:
    raw = source[start:end]
    cut = _END_OF_PATH.search(raw)
    written = raw[: cut.start()] if cut is not None else raw
    rest = raw[cut.start() :] if cut is not None else ""
    fragment = rest.partition("#")[2] if "#" in rest else ""
    is_css = style.startswith("css-")
    whole = _read(raw, is_css, around)
    try:
        parts = urlsplit(whole.strip())
        is_local = not parts.scheme and not parts.netloc and not whole.startswith("//")
    except ValueError:
        is_local = False
    path = unquote(_read(written, is_css, around))
    return Reference(start, start + len(written), 0, where, written, path, unquote(_read(fragment, is_css, around)), f"{style}{'/' + around if around else ''}", "", is_local and bool(path.strip()) and "\0" not in path)


def _read(raw: str, is_css: bool, around: str) -> str:
    if is_css:
        inner = html.unescape(raw) if around else raw
        return _CSS_ESCAPE.sub(_unescaped, inner)
    return html.unescape(raw)


def _unescaped(found: re.Match[str]) -> str:
    if found.group(1):
        number = int(found.group(1), 16)
        return chr(number) if 0 < number < 0x110000 and not 0xD800 <= number < 0xE000 else "\ufffd"
    return "" if found.group(2) in ("\n", "\r\n", "\r", "\f") else found.group(2)


_SAFE = "/!$&*+;=:@~-._"
_PERCENT = re.compile(r"%[0-9A-Fa-f]{2}")


def written_as(reference: Reference, address: str) -> str:
    """An address' path as it is to be written in a reference's place: what its quotes and its language cannot hold is encoded,
    letters outside ASCII stand as they are unless they were encoded before."""
    keeps_letters = _PERCENT.search(reference.written) is None or not reference.written.isascii()
    safe = _SAFE + ("," if not reference.style.startswith("list") else "")
    made = "".join(one if keeps_letters and ord(one) > 127 and one.isprintable() and not one.isspace() else quote(one, safe=safe) for one in address)
    if ":" in made.split("/", 1)[0]:
        made = "./" + made
    is_markup = not reference.style.startswith("css-") or "/" in reference.style
    return made.replace("&", "&amp;") if is_markup else made


def relative(reference: Reference, target: str) -> str:
    """The address of a site's file as one would write it in a reference's place: from the root, from here with ``./``, or by a
    folder's own name, as it was."""
    path = reference.path
    was_folder = path.endswith("/") or posixpath.basename(path) in (".", "..")
    is_index = was_folder and posixpath.basename(target) == "index.html"
    if path.startswith("/"):
        made = "/" + target
    else:
        made = posixpath.relpath(target, posixpath.dirname(reference.base) or ".")
        if path.startswith("./") and not made.startswith("../"):
            made = "./" + made
    if not is_index:
        return made
    folder = made[: -len("index.html")]
    return folder or "./"
