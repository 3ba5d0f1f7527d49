"""Tags, comments and declarations as a source has them, read in one pass (HTML 13.2.5)."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

RAW = frozenset(["script", "style", "textarea", "title", "xmp", "iframe", "noembed", "noframes", "noscript"])

_OPENING = re.compile(r"<(?:!--|[!?]|(/?)([A-Za-z][^\s/>]*))")
_ATTRIBUTE = re.compile(r"""[\s/]*([^\s/>=][^\s/>=]*)(?:\s*=\s*("[^"]*"|'[^']*'|[^\s>"'][^\s>]*))?""")


@dataclass(slots=True)
class Tag:
    """A tag as the source has it. ``end`` is past its ``>``; -1 where it never ends."""

    name: str
    offset: int
    end: int
    is_end: bool
    is_self_closing: bool
    repeated: str | None
    """An attribute that it has more than once."""
    quote: str | None
    """An attribute's name with a quote or ``<`` in it: one of the quotes before it is missing."""


@dataclass(slots=True)
class Declaration:
    """What begins by ``<!`` or ``<?``: a comment, a doctype, a processing instruction, from ``offset`` to past its ``>``."""

    offset: int
    end: int


def tags_of(source: str) -> Iterator[Tag]:
    """The tags of a source in order, comments and raw text left out."""
    return (one for one in markup_of(source) if isinstance(one, Tag))


def markup_of(source: str) -> Iterator[Tag | Declaration]:
    """The tags, comments and declarations of a source in order, raw text left out."""
    lowered, at = source.lower(), 0
    while (found := _OPENING.search(source, at)) is not None:
        if found.group(2) is None:
            closing = "-->" if found.group().endswith("--") else ">"
            end = source.find(closing, found.end() - (2 if closing == "-->" else 0))
            if end < 0:
                return
            at = end + len(closing)
            yield Declaration(found.start(), at)
            continue
        tag = _tag(source, found)
        yield tag
        if tag.end < 0:
            return
        at = tag.end
        if tag.name in RAW and not tag.is_end:
            at = lowered.find(f"</{tag.name}", at)
            if at < 0:
                return


def _tag(source: str, found: re.Match[str]) -> Tag:
    tag = Tag(found.group(2).lower(), found.start(), -1, bool(found.group(1)), False, None, None)
    names: set[str] = set()
    at = found.end()
    while (part := _ATTRIBUTE.match(source, at)) is not None:
        name, at = part.group(1).lower(), part.end()
        if part.group(2) is None and source[at : at + 1] == "=":
            # A value whose quote never ends.
            return tag
        if name in names and tag.repeated is None:
            tag.repeated = name
        if tag.quote is None and any(mark in name for mark in "\"'<"):
            tag.quote = name
        names.add(name)
    close = source.find(">", at)
    if close >= 0 and not source[at:close].strip("/ \t\n\f"):
        tag.end, tag.is_self_closing = close + 1, source[close - 1] == "/"
    return tag


@dataclass(frozen=True, slots=True)
class AttributeValue:
    """An attribute of a tag and where its value stands: ``start`` to ``end`` are offsets in the source, within its quotes."""

    name: str
    start: int
    end: int
    quote: str
    """``"``, ``'``, or nothing where the value stands bare."""


def attributes_in(source: str, tag: Tag) -> Iterator[AttributeValue]:
    """The attributes of a tag that have a value, in order; of one that stands twice, the first counts (HTML 13.2.5.33)."""
    opening = _OPENING.match(source, tag.offset)
    assert opening is not None
    seen: set[str] = set()
    at = opening.end()
    while (part := _ATTRIBUTE.match(source, at)) is not None and part.end() <= tag.end:
        name, value, at = part.group(1).lower(), part.group(2), part.end()
        if value is not None and name not in seen:
            quote = value[0] if value[:1] in "\"'" else ""
            yield AttributeValue(name, part.start(2) + len(quote), part.end(2) - len(quote), quote)
        seen.add(name)


def with_attribute(head: str, name: str, value: str, quote: str) -> str:
    """A start tag with an attribute set, as it would be typed there."""
    pattern = re.compile(rf"""(?<=\s){re.escape(name)}(?:\s*=\s*("[^"]*"|'[^']*'|[^\s>]+))?(?=[\s>/])""", re.IGNORECASE)
    known = pattern.search(head)
    if known is not None and (known[1] or "")[:1] in ("'", '"'):
        quote = known[1][0]
    escaped = value.replace("&", "&amp;").replace(quote, "&quot;" if quote == '"' else "&#39;")
    written = f"{name}={quote}{escaped}{quote}"
    if known is not None:
        return pattern.sub(lambda found: written, head, count=1)
    close = 2 if head.endswith("/>") else 1
    return f"{head[:-close].rstrip()} {written}{' ' if close == 2 else ''}{head[-close:]}"
