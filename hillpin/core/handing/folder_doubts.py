"""What is doubtful in a folder before it goes: files unused, missing or too large, addresses that lead elsewhere, pages without what
browsers and search engines ask of them, filler, and mixed ways of writing."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ..filler import filler_in
from ..images import picture_size
from ..markup import MOST_READ, Document, Text, parse_html
from ..site import Links, outside_addresses
from ..writing import SUM_COMMENT

PAGES, TEXTS = (".html", ".htm"), (".html", ".htm", ".css", ".js", ".json", ".svg", ".txt", ".xml", ".webmanifest")
PICTURES, FONTS = (".png", ".jpg", ".jpeg", ".gif", ".webp", ".avif", ".svg"), (".woff2", ".woff", ".ttf", ".otf")
LARGE = {"picture": 400_000, "font": 120_000, "sheet": 150_000, "script": 200_000, "page": 200_000, "file": 5_000_000}
"""Bytes from which a file of a kind is told to be large: about a second and a half of a slow line (RTT and 2.5 Mbit/s) for a picture."""


@dataclass(frozen=True, slots=True)
class DoubtKind:
    """A kind of doubt, in words."""

    title: str
    about: str


DOUBTS = {
    "missing": DoubtKind("Leads nowhere", "An address in a file has no file or place behind it."),
    "unused": DoubtKind("Not used", "Nothing leads to the file."),
    "outside": DoubtKind("From outside", "A sheet or script is on another server: it may change, be slow, or be gone."),
    "absolute": DoubtKind("From the root", "An address begins with a slash: it leads elsewhere where the site stands in a folder."),
    "large": DoubtKind("Large", "The file takes long over a slow line."),
    "title": DoubtKind("No title", "A page is named by its title in tabs, bookmarks and search."),
    "language": DoubtKind("No language", "Readers aloud and hyphenation need the page's language."),
    "description": DoubtKind("No description", "Search engines show it under the title."),
    "icon": DoubtKind("No icon", "Browsers show it in tabs; without one they ask for favicon.ico."),
    "filler": DoubtKind("Filler words", "Words that only filled a place until its own are there."),
    "sum": DoubtKind("Kept sums", "Comments with sums: left in, or taken out when it goes."),
    "line-ends": DoubtKind("Line ends mixed", "Some lines of a file end in one way, some in another."),
    "indentation": DoubtKind("Indentation mixed", "Some lines of a file are indented by tabs, some by spaces."),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Doubt:
    """Something that is doubtful. ``line`` is None where it is about the whole file."""

    kind: str
    path: str
    line: int | None
    message: str


def doubts_of(files: Mapping[str, bytes]) -> list[Doubt]:
    """What is doubtful in a folder (path → content), in the order of ``DOUBTS``, then of paths and lines."""
    texts = {path: content.decode("utf-8", "replace") for path, content in files.items() if path.lower().endswith(TEXTS)}
    links = Links(files, texts)
    found = [Doubt("missing", one.path, one.line, f"{one.where} “{one.written}”: {one.why}.") for one in links.broken()]
    found += [Doubt("unused", path, None, f"Nothing leads to {path}.") for path in links.unused()]
    found += [Doubt("outside", one.path, one.line, f"{one.address} is on another server.") for one in outside_addresses(texts)]
    found += [Doubt("absolute", path, one.line, f"{one.where} “{one.written}” counts from the server's root.") for path in sorted(texts) for one in links.of(path) if one.is_local and one.path.startswith("/")]
    found += _large(files)
    has_icon = any(path.lower() == "favicon.ico" for path in files)
    for path, text in sorted(texts.items()):
        if path.lower().endswith(PAGES):
            found += _of_page(path, parse_html(text, MOST_READ), has_icon)
        found += _of_text(path, text)
    order = {kind: number for number, kind in enumerate(DOUBTS)}
    return sorted(found, key=lambda one: (order[one.kind], one.path, one.line or 0))


def kind_of(path: str) -> str:
    """What a file is, for bounds and words: page, sheet, script, picture, font or file."""
    lowered = path.lower()
    for kind, endings in (("page", PAGES), ("sheet", (".css",)), ("script", (".js", ".mjs")), ("picture", PICTURES), ("font", FONTS)):
        if lowered.endswith(endings):
            return kind
    return "file"


def _large(files: Mapping[str, bytes]) -> Iterator[Doubt]:
    for path, content in sorted(files.items()):
        most = LARGE[kind_of(path)]
        if len(content) <= most:
            continue
        size = picture_size(content) if kind_of(path) == "picture" else None
        natural = f", {size.width:,.0f} × {size.height:,.0f}" if size is not None and size.width and size.height else ""
        yield Doubt("large", path, None, f"{path} has {len(content) // 1000:,} kB{natural}; a {kind_of(path)} over {most // 1000:,} kB is told.")


def _of_page(path: str, document: Document, has_icon: bool) -> Iterator[Doubt]:
    head = [one for one in document.root.descendants() if one.tag in ("title", "meta", "link")]
    html = next((one for one in (document.root, *document.root.descendants()) if one.tag == "html"), None)
    title = next((one for one in head if one.tag == "title"), None)
    if title is None or not title.text().strip():
        yield Doubt("title", path, None, f"{path} has no title.")
    if html is None or not html.attributes.get("lang", "").strip():
        yield Doubt("language", path, None, f"{path} does not say its language: lang on html.")
    if not any(one.tag == "meta" and one.attributes.get("name", "").lower() == "description" and one.attributes.get("content", "").strip() for one in head):
        yield Doubt("description", path, None, f"{path} has no description.")
    if not has_icon and not any(one.tag == "link" and "icon" in one.attributes.get("rel", "").lower().split() for one in head):
        yield Doubt("icon", path, None, f"{path} has no icon.")
    yield from _filler(path, document)


def _filler(path: str, document: Document) -> Iterator[Doubt]:
    for element in document.elements:
        words = filler_in(" ".join(child.data for child in element.children if isinstance(child, Text)))
        if words:
            yield Doubt("filler", path, element.line, f"“{words}…” in {element.name()}.")


def _of_text(path: str, text: str) -> Iterator[Doubt]:
    if path.lower().endswith((".css", *PAGES)):
        for found in SUM_COMMENT.finditer(text):
            yield Doubt("sum", path, text.count("\n", 0, found.start()) + 1, " ".join(found.group().split()))
    ends = Counter(re.findall(r"\r\n|\n|\r", text))
    if len(ends) > 1:
        names = {"\n": "LF", "\r\n": "CRLF", "\r": "CR"}
        yield Doubt("line-ends", path, None, ", ".join(f"{count:,} lines end in {names[end]}" for end, count in ends.most_common()) + ".")
    tabs, spaces = len(re.findall(r"(?m)^\t+\S", text)), len(re.findall(r"(?m)^ {2,}\S", text))
    if tabs and spaces and path.lower().endswith((".css", *PAGES)):
        yield Doubt("indentation", path, None, f"{tabs:,} lines are indented by tabs, {spaces:,} by spaces.")
