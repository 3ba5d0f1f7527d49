"""A page with all its texts longer, and halved, surveyed beside the page as it is: what breaks then, and from which length on.

Translations of short words are twice as long as often as not; of whole sentences, a third. A text grows at its end by its own
words, a single word by its own letters, for other languages make longer words of it.
"""

from __future__ import annotations

import html
import itertools
import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from ..files import Changed
from ..markup import Text
from ..page import Page
from .findings import Finding
from .whole import Surveyed, survey

LONGER = (110, 120, 130, 150, 200)
HALVED = 50
"""Lengths in percent of what there is."""
_KEPT = frozenset(["script", "style", "template", "textarea", "pre", "code", "title", "option", "svg", "math", "noscript"])
_LETTER = re.compile(r"[^\W\d_]")
_SPACE_AROUND = re.compile(r"^(\s*)(.*?)(\s*)$", re.DOTALL)


@dataclass(frozen=True, slots=True)
class AtLength:
    """A finding that the page as it is does not have: from ``percent`` of its texts' length on, and not yet at ``before``."""

    finding: Finding
    percent: int
    before: int


def over_lengths(page: Page, asked: Surveyed, height: int, progress: Callable[[float], None] = lambda part: None) -> list[AtLength]:
    """The findings that are new with all texts longer, step by step, or halved. ``asked`` is the survey of the page as it is;
    ``progress`` is told the part done, and may raise Stopped."""
    known = {_place_of(one) for one in asked.findings}
    found: list[AtLength] = []
    before = 100
    for place, percent in enumerate((*LONGER, HALVED)):
        start = place / (len(LONGER) + 1)
        changed = Page(Changed(page.files, page.path, with_lengths(page, percent)), page.path)
        changed.fonts = page.fonts
        again = survey(changed, asked.start, asked.end, height, progress=lambda part, start=start: progress(start + part / (len(LONGER) + 1)))  # type: ignore[misc]
        for finding in again.findings:
            if finding.low is not None and _place_of(finding) not in known:
                known.add(_place_of(finding))
                found.append(AtLength(finding, percent, 100 if percent == HALVED else before))
        before = percent
    progress(1.0)
    return found


def _place_of(finding: Finding) -> tuple[str, str, str, int]:
    """What a finding is about: boxes of one rule that break alike are one."""
    return finding.kind, finding.selector, finding.file, finding.line


def with_lengths(page: Page, percent: int) -> str:
    """The page's source with all texts that are words at some percent of their length."""
    source = page.document.source
    for start, end, text in sorted(_changes(page, percent), reverse=True):
        source = source[:start] + text + source[end:]
    return source


def _changes(page: Page, percent: int) -> Iterator[tuple[int, int, str]]:
    """Pieces of the source and what stands in their place: where a text of the page is exactly one piece of it."""
    source = page.document.source
    for element in page.document.elements:
        if element.tag in _KEPT or element.namespace != "html":
            continue
        for text in element.children:
            if not isinstance(text, Text) or text.offset is None or not _LETTER.search(text.data):
                continue
            end = source.find("<", text.offset)
            end = len(source) if end < 0 else end
            if html.unescape(source[text.offset : end]) == text.data:
                yield text.offset, end, html.escape(of_length(text.data, percent), quote=False)


def of_length(text: str, percent: int) -> str:
    """A text at some percent of its length, with the space around it."""
    parts = _SPACE_AROUND.match(text)
    assert parts is not None
    before, words, after = parts.groups()
    wanted = max((len(words) * percent + 50) // 100, 1)
    if wanted <= len(words):
        kept = words[:wanted]
        if not any(one.isspace() for one in words[wanted - 1 : wanted + 1]) and wanted < len(words):
            kept = kept.rsplit(None, 1)[0]
        return before + kept.rstrip() + after
    listed = words.split()
    more = listed[0].lower() if len(listed) == 1 else " " + " ".join(listed)
    grown = words + "".join(itertools.islice(itertools.cycle(more), wanted - len(words)))
    return before + grown.rstrip() + after


__all__ = ["HALVED", "LONGER", "AtLength", "of_length", "over_lengths", "with_lengths"]
