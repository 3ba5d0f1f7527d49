"""``media-gap`` and ``media-overlap``: neighbouring queries that leave a width to neither, or give it to both."""

from __future__ import annotations

from dataclasses import dataclass

from ..page import WIDEST, Page
from ..styles import MediaBlock, Rule, Viewport
from .findings import Finding, Survey, name_of

NEAR = 2
"""Widths: ends so near to each other were meant to meet."""
FAR = 64
"""Ends no further apart than this were meant to meet where both queries set the same thing on the same element."""


@dataclass(frozen=True, slots=True)
class _Run:
    """A query and one unbroken range of widths over which it holds."""

    block: MediaBlock
    low: int
    high: int


def media_ends(survey: Survey) -> list[Finding]:
    """Every pair of ranges that end and begin near each other without meeting."""
    page = survey.page
    runs = [run for block in page.sheets.media_blocks for run in _runs(block)]
    findings: dict[tuple[str, int, int], Finding] = {}
    for below in runs:
        for above in runs:
            if below.block is above.block or not (below.low < above.low and below.high < above.high):
                continue
            apart = above.low - below.high - 1
            if apart == 0 or abs(apart) > FAR or any(run.high + 1 == above.low and run.low <= below.high + 1 for run in runs if run is not below):
                continue
            if apart > 0 and any(run.low <= below.high + 1 <= run.high and run.low <= above.low - 1 <= run.high for run in runs if run.low > below.low and run.high < WIDEST):
                continue
            if apart < 0 and any(run.low == below.high + 1 for run in runs):
                continue
            shared = _shared(page, below.block, above.block)
            if abs(apart) > NEAR and not shared:
                continue
            kind = "media-gap" if apart > 0 else "media-overlap"
            low, high = (below.high + 1, above.low - 1) if apart > 0 else (above.low, below.high)
            low, high = max(low, survey.walked.start), min(high, survey.walked.end)
            if low <= high:
                findings.setdefault((kind, low, high), _finding(survey, kind, below, above, low, high))
    return list(findings.values())


def _runs(block: MediaBlock) -> list[_Run]:
    turns = sorted({turn for turn in block.condition.turns() if 0 < turn < WIDEST})
    if not turns:
        return []
    runs: list[_Run] = []
    for low, high in zip([1, *turns], [*(turn - 1 for turn in turns), WIDEST], strict=True):
        if low <= high and block.condition.matches(Viewport(low, 800)):
            if runs and runs[-1].high == low - 1:
                runs[-1] = _Run(block, runs[-1].low, high)
            else:
                runs.append(_Run(block, low, high))
    return runs


def _rules_of(page: Page, block: MediaBlock) -> list[Rule]:
    return [rule for rule in page.sheets.rules if any(one is block for one in rule.media_blocks)]


def _shared(page: Page, a: MediaBlock, b: MediaBlock) -> bool:
    """Whether two queries set the same property on the same element."""
    matched = page.cascade.elements_by_rule()
    sets: list[set[tuple[int, str]]] = []
    for block in (a, b):
        sets.append({(element.index, name) for rule in _rules_of(page, block) for element in matched.get(id(rule), []) for one in rule.declarations for name in one.values})
    return bool(sets[0] & sets[1])


def _finding(survey: Survey, kind: str, below: _Run, above: _Run, low: int, high: int) -> Finding:
    page = survey.page
    later = max((below.block, above.block), key=lambda block: (block.file != below.block.file, block.line))
    matched = page.cascade.elements_by_rule()
    elements = [element for block in (above.block, below.block) for rule in _rules_of(page, block) for element in matched.get(id(rule), []) if element.index >= 0]
    element = min(elements, key=lambda one: one.index) if elements else None
    at = f"{low:,}" if low == high else f"{low:,} to {high:,}"
    says = f"@media {below.block.text} (line {below.block.line}) holds up to {below.high:,}, @media {above.block.text} (line {above.block.line}) from {above.low:,}"
    message = f"{says}: {'neither holds' if kind == 'media-gap' else 'both hold'} at {at}."
    working = (f"holds up to {below.high:,}", f"begins at {above.low:,}", f"= {abs(above.low - below.high - 1):,} {'to neither' if kind == 'media-gap' else 'to both'}")
    return Finding(kind, element.index if element else None, name_of(element) if element else "", low, high, later.file, later.line, message, working)
