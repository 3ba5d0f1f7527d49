"""Declarations that HTML passes over: processing instructions, and doctypes that come too late (HTML 13.2.5.41, 13.2.6.4).

The parser would show them as text; here they become comments of the same length, so that all places stay.
"""

from __future__ import annotations

import re

_COMMENT = re.compile(r"<!--.*?--!?>", re.DOTALL)
_RAW_START = re.compile(r"<(script|style|textarea|title|xmp|iframe|noembed|noframes)\b", re.IGNORECASE)
_TAG = re.compile(r"<[a-z/](?:\"[^\"]*\"|'[^']*'|[^>\"'])*+>", re.IGNORECASE)
_PASSED_OVER = re.compile(r"<(?:\?|!doctype\b)[^>]*>", re.IGNORECASE)
_SHORTEST = len("<!---->")


def without_stray_declarations(source: str) -> str:
    """The source with what HTML passes over as comments; as it is where there is none."""
    if "<?" not in source and len(re.findall("<!doctype", source, re.IGNORECASE)) < 2:
        return source
    pieces: list[str] = []
    kept, at, is_start = 0, 0, True
    while (at := source.find("<", at)) >= 0:
        is_start = is_start and not source[kept:at].strip()
        found = _PASSED_OVER.match(source, at)
        if found is not None:
            is_doctype = source[at + 1] == "!"
            stays = (is_doctype and is_start) or len(found[0]) < _SHORTEST
            pieces += (source[kept:at], found[0] if stays else _comment_of(found[0]))
            at = kept = found.end()
            is_start = is_start and not is_doctype
            continue
        is_comment = source.startswith("<!--", at)
        end = None if source.startswith("<?", at) else _end_of(source, at)
        if end is None:
            break
        pieces.append(source[kept:end])
        at = kept = end
        is_start = is_start and is_comment
    return "".join((*pieces, source[kept:]))


def _end_of(source: str, at: int) -> int | None:
    """Where the comment, tag or raw text that begins at a ``<`` ends; None where it goes on to the end of the page."""
    if source.startswith("<!--", at):
        comment = _COMMENT.match(source, at)
        return comment.end() if comment is not None else None
    if not (source[at + 1 : at + 2].isalpha() or source[at + 1 : at + 2] == "/"):
        return at + 1
    tag = _TAG.match(source, at)
    if tag is None:
        return None
    raw = _RAW_START.match(source, at)
    if raw is None:
        return tag.end()
    close = re.compile(f"</{raw[1]}\\b", re.IGNORECASE).search(source, tag.end())
    return close.start() if close is not None else None


def _comment_of(text: str) -> str:
    return "<!--" + re.sub(r"[^\n]", " ", text[4:-3]) + "-->"
