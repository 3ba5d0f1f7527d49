"""Where the content asks for a breakpoint, and which queries do no work."""

from __future__ import annotations

from dataclasses import dataclass

from ..styles import differing
from .findings import Finding, Survey

NEAR = 48
"""A query this far from where a finding ends still settles it: it only begins a little early."""
MOST = 6
_SETTLED_ABOVE = ("page-overflow", "box-overflow", "row-break", "overlap", "short-line")
"""Findings that end where there is room enough: a query from there up leaves the simpler arrangement below it."""


@dataclass(frozen=True, slots=True)
class Breakpoint:
    """A width at which a query would settle findings; ``settles`` are their places in the list of findings."""

    at: int
    settles: tuple[int, ...]
    sentence: str


@dataclass(frozen=True, slots=True)
class QueryWord:
    """What a survey says of an existing query."""

    text: str
    file: str
    line: int
    does_work: bool


def breakpoints_of(asked: Survey, findings: list[Finding]) -> list[Breakpoint]:
    """The few widths that settle every finding that a query can settle, the one that settles most first."""
    start, end = asked.walked.start, asked.walked.end
    windows: dict[int, tuple[int, int]] = {}
    for place, finding in enumerate(findings):
        if finding.low is None or finding.high is None:
            continue
        if finding.kind in _SETTLED_ABOVE and finding.high < end:
            windows[place] = (finding.high + 1, finding.high + 1 + NEAR)
        elif finding.kind == "long-line" and finding.low > start:
            windows[place] = (finding.low - NEAR, finding.low)
    chosen: list[Breakpoint] = []
    left = dict(windows)
    while left and len(chosen) < MOST:
        candidates = {bound for place, window in left.items() for bound in (window[0] if findings[place].kind != "long-line" else window[1],)}
        best = max(sorted(candidates), key=lambda at: sum(low <= at <= high for low, high in left.values()))
        settled = tuple(place for place, (low, high) in left.items() if low <= best <= high)
        chosen.append(Breakpoint(best, settled, _sentence(findings, best, settled)))
        left = {place: window for place, window in left.items() if place not in settled}
    return chosen


def _sentence(findings: list[Finding], at: int, settled: tuple[int, ...]) -> str:
    names = list(dict.fromkeys(f"{findings[place].selector} ({findings[place].kind.replace('-', ' ')})" for place in settled))
    shown = ", ".join(names[:3]) + (f" and {len(names) - 3} more" if len(names) > 3 else "")
    return f"A query at {at:,} settles {shown}."


def query_words(asked: Survey) -> list[QueryWord]:
    """Every media block of the page, with whether anything is styled otherwise because of it."""
    words: list[QueryWord] = []
    for block in asked.page.sheets.media_blocks:
        turns = [turn for turn in block.condition.turns() if asked.walked.start < turn <= asked.walked.end]
        words.append(QueryWord(block.text, block.file, block.line, not turns or any(_changes(asked, turn) for turn in turns)))
    return words


def _changes(asked: Survey, turn: int) -> bool:
    """Whether any element is styled otherwise on the two sides of a width."""
    below, above = asked.layout_at(turn - 1), asked.layout_at(turn)
    if below.tree is above.tree:
        return False
    for element, style in above.tree.styles.items():
        other = below.tree.styles.get(element)
        if other is None or differing(other, style) - {"winners"}:
            return True
    return False

