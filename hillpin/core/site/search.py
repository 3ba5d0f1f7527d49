"""Words found and replaced over all files of a site, bounded in time whatever the expression."""

from __future__ import annotations

import time
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Literal

import regex

from ..errors import InputError
from ..markup.tags import RAW, Tag, attributes_in, markup_of
from .carrying import put_in

Scope = Literal["all", "markup", "css", "text"]
MOST_HITS = 2_000
LONGEST_PATTERN = 2_000
MOST_SECONDS = 2.0
SHOWN_AROUND = 60
"""Characters of a line shown before a hit, and after it."""
LONGEST_HIT = 200
_MARKUP = (".html", ".htm", ".svg", ".xhtml")
_SHEETS = (".css",)


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is searched for: words or a regular expression, and where. ``text`` is what a reader sees: words between tags."""

    words: str
    is_expression: bool = False
    whole_words: bool = False
    match_case: bool = False
    scope: Scope = "all"


@dataclass(frozen=True, slots=True)
class Hit:
    """A place: ``start`` to ``end`` are offsets in the file's text; what stands around it in its line is cut where it is long."""

    path: str
    start: int
    end: int
    line: int
    before: str
    found: str
    after: str
    replacement: str | None


@dataclass(slots=True)
class Searched:
    """All hits, in the order of paths and places; ``is_cut`` where there are more than are shown or the time was over."""

    hits: list[Hit] = field(default_factory=list)
    is_cut: bool = False
    why: str = ""


def search(texts: Mapping[str, str], wanted: Wanted, replacement: str | None = None) -> Searched:
    """Every place where the words stand. With a ``replacement`` each says what would stand there: in a regular expression
    ``\\1`` and ``\\g<name>`` are its groups.

    Raises InputError where the expression, or the replacement's groups, cannot be read.
    """
    pattern = _pattern(wanted)
    if replacement is not None and wanted.is_expression:
        _check_replacement(pattern, replacement)
    result = Searched()
    until = time.monotonic() + MOST_SECONDS
    for path in sorted(texts):
        text = texts[path]
        try:
            for start, end in _stretches(path, text, wanted.scope):
                for found in pattern.finditer(text, start, end, timeout=max(until - time.monotonic(), 0.001)):
                    if found.end() == found.start():
                        continue
                    if len(result.hits) >= MOST_HITS:
                        result.is_cut, result.why = True, f"There are more than {MOST_HITS:,} places; the first ones are shown."
                        return result
                    result.hits.append(_hit(path, text, found, _replacement(found, wanted, replacement)))
        except TimeoutError:
            result.is_cut, result.why = True, f"The expression takes too long on {path}; what was found before it is shown."
            return result
    return result


def _pattern(wanted: Wanted) -> regex.Pattern[str]:
    if not wanted.words:
        raise InputError("There are no words to look for.")
    if len(wanted.words) > LONGEST_PATTERN:
        raise InputError(f"The words have {len(wanted.words):,} characters; {LONGEST_PATTERN:,} are the most.")
    source = wanted.words if wanted.is_expression else regex.escape(wanted.words, special_only=True)
    if wanted.whole_words:
        source = rf"(?<![\w-])(?:{source})(?![\w-])"
    flags = regex.MULTILINE | (0 if wanted.match_case else regex.IGNORECASE)
    try:
        return regex.compile(source, flags)
    except (regex.error, RecursionError, OverflowError, MemoryError) as error:
        at: int | None = getattr(error, "pos", None)
        place = f" at character {at + 1}" if at is not None else ""
        raise InputError(f"The expression cannot be read{place}: {getattr(error, 'msg', None) or error}.") from error


def _check_replacement(pattern: regex.Pattern[str], replacement: str) -> None:
    """Raises InputError where a replacement names groups that the expression does not have."""
    empty = regex.compile(f"(?:{pattern.pattern})?", pattern.flags & regex.IGNORECASE).match("", timeout=MOST_SECONDS)
    assert empty is not None
    _expanded(empty, replacement)


def _expanded(found: regex.Match[str], replacement: str) -> str:
    try:
        return str(found.expand(replacement))
    except (regex.error, IndexError) as error:
        raise InputError(f"The replacement cannot be read: {error}.") from error


def _replacement(found: regex.Match[str], wanted: Wanted, replacement: str | None) -> str | None:
    return replacement if replacement is None or not wanted.is_expression else _expanded(found, replacement)


def _hit(path: str, text: str, found: regex.Match[str], replacement: str | None) -> Hit:
    start, end = found.start(), found.end()
    line_start = text.rfind("\n", 0, start) + 1
    line_end = text.find("\n", end)
    line_end = len(text) if line_end < 0 else line_end
    before, after = text[line_start:start].lstrip(), text[end:line_end].rstrip()
    if len(before) > SHOWN_AROUND:
        before = "…" + before[-SHOWN_AROUND:]
    if len(after) > SHOWN_AROUND:
        after = after[:SHOWN_AROUND] + "…"
    shown = text[start:end] if end - start <= LONGEST_HIT else text[start : start + LONGEST_HIT] + "…"
    return Hit(path, start, end, text.count("\n", 0, start) + 1, before, shown, after, replacement)


def _stretches(path: str, text: str, scope: Scope) -> Iterator[tuple[int, int]]:
    """Where in a file the scope lies, as offsets."""
    lowered = path.lower()
    is_markup, is_sheet = lowered.endswith(_MARKUP), lowered.endswith(_SHEETS)
    if scope == "all" or (scope == "css" and is_sheet):
        yield 0, len(text)
    elif is_markup and scope == "text":
        yield from _between_tags(text)
    elif is_markup and scope == "css":
        yield from _css_in(text)
    elif is_markup and scope == "markup":
        at = 0
        for start, end in _css_in(text):
            yield at, start
            at = end
        yield at, len(text)


def _css_in(text: str) -> Iterator[tuple[int, int]]:
    """What of a page is CSS: the contents of ``style`` elements, and of ``style`` attributes."""
    lowered = text.lower()
    for tag in markup_of(text):
        if not isinstance(tag, Tag) or tag.is_end or tag.end < 0:
            continue
        for value in attributes_in(text, tag):
            if value.name == "style":
                yield value.start, value.end
        if tag.name == "style":
            close = lowered.find("</style", tag.end)
            yield tag.end, close if close >= 0 else len(text)


def _between_tags(text: str) -> Iterator[tuple[int, int]]:
    """What of a page is words to be read, the title and text areas included; scripts, styles and comments left out."""
    at, is_raw = 0, False
    for one in markup_of(text):
        if one.offset > at and not is_raw:
            yield at, one.offset
        if one.end < 0:
            return
        at = one.end
        is_raw = isinstance(one, Tag) and not one.is_end and one.name in RAW - {"title", "textarea", "noscript"}
    if not is_raw and at < len(text):
        yield at, len(text)


def replaced(text: str, hits: list[Hit]) -> str:
    """A file's text with hits replaced, each of which must have a replacement; they stand in order."""
    return put_in(text, [(hit.start, hit.end, hit.replacement or "") for hit in hits])
