"""What a change of a shared sheet does to another page that takes it in: what moves, at which widths, and what is found then."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field

import numpy as np

from ..markup import Element
from ..page import DEFAULT_HEIGHT, Page
from ..styles import MatchState, Rule
from ..widths import FROM, TO, Walked
from .before_after import Difference, compare
from .dead_declarations import STATES
from .findings import Finding, runs_of
from .whole import survey

OVER = 32
"""1/64 px beyond which a box counts as moved: half a CSS px."""
MOST_MOVED = 8
WITHOUT_RULES = ("unused-rule", "dead-declaration", "unmatched-name")
"""Kinds about the sheet's own text, which are told where it is written."""


@dataclass(frozen=True, slots=True)
class MovedBox:
    """An element that stands elsewhere or is of another size, and the first unbroken range of widths at which it does."""

    index: int
    name: str
    line: int | None
    low: int
    high: int


@dataclass(slots=True)
class Elsewhere:
    """What a change does to one page. Where no changed rule can reach it, nothing was laid out."""

    page: str
    is_reached: bool
    moved: list[MovedBox] = field(default_factory=list)
    """The outermost ones, the first few of them."""
    count: int = 0
    """All elements that move."""
    ranges: list[tuple[int, int]] = field(default_factory=list)
    """The widths at which anything moves."""
    changes: list[Difference] = field(default_factory=list)


def elsewhere(before: Page, after: Page, files: Iterable[str], start: int = FROM, end: int = TO, height: int = DEFAULT_HEIGHT, progress: Callable[[float], None] = lambda part: None) -> Elsewhere:
    """Compare a page before and after a change of some sheets, at every width from ``start`` to ``end``.

    ``progress`` is told the part done and may raise.
    """
    told = Elsewhere(after.path, reaches(before, after, files))
    if not told.is_reached:
        progress(1.0)
        return told
    old = survey(before, start, end, height, progress=lambda part: progress(part / 2))
    new = survey(after, start, end, height, progress=lambda part: progress((1 + part) / 2))
    _tell_moved(told, old.walked, new.walked)
    told.changes = compare(_told(old.findings), _told(new.findings))
    return told


def _told(findings: list[Finding]) -> list[tuple[str, str, int | None, int | None, str]]:
    return [(one.kind, one.selector, one.low, one.high, one.message) for one in findings if one.kind not in WITHOUT_RULES]


def reaches(before: Page, after: Page, files: Iterable[str]) -> bool:
    """Whether what differs in some sheets can make a difference to the page: a rule that is not the same matches one of its
    elements in some state, or what is not a rule differs (faces, layers, queries)."""
    wanted = set(files)
    old, new = ([rule for rule in page.sheets.rules if rule.file in wanted] for page in (before, after))
    if before.document.source != after.document.source or before.sheets.layers != after.sheets.layers or _faces(before) != _faces(after):
        return True
    one, other = [_identity(rule) for rule in old], [_identity(rule) for rule in new]
    if one == other:
        return False
    same = set(one) & set(other)
    if [key for key in one if key in same] != [key for key in other if key in same]:
        return True
    changed = [rule for rule, key in (*zip(old, one, strict=True), *zip(new, other, strict=True)) if key not in same]
    everything = frozenset([after.document.root, *after.document.root.descendants()])
    state = MatchState(dict.fromkeys(STATES, everything))
    return any(_matches(rule, everything, state) for rule in changed)


def without_used(findings: list[Finding], others: Iterable[Page]) -> list[Finding]:
    """Findings without rules that are said to be unused and that another page of the site has elements for."""
    left = [one for one in findings if one.kind == "unused-rule"]
    used: set[tuple[str, int, str]] = set()
    for page in others:
        wanted = {(one.file, one.line, one.selector) for one in left} - used
        if not wanted:
            break
        everything = frozenset([page.document.root, *page.document.root.descendants()])
        state = MatchState(dict.fromkeys(STATES, everything))
        used |= {(rule.file, rule.line, rule.text) for rule in page.sheets.rules if (rule.file, rule.line, rule.text) in wanted and _matches(rule, everything, state)}
    return [one for one in findings if one.kind != "unused-rule" or (one.file, one.line, one.selector) not in used]


def _matches(rule: Rule, elements: frozenset[Element], state: MatchState) -> bool:
    return any(selector.matches(element, state) or selector.matches(element, MatchState({})) for selector in rule.selectors for element in elements)


def _identity(rule: Rule) -> tuple[object, ...]:
    """What makes a rule do what it does, wherever it stands in its sheet."""
    declarations = tuple((one.name, one.text, one.important) for one in rule.declarations)
    return (rule.text, declarations, tuple(block.text for block in rule.media_blocks), repr(rule.containers), rule.layer)


def _faces(page: Page) -> list[tuple[object, ...]]:
    return [(face.family, face.weight, face.style, tuple(face.sources)) for face in page.sheets.font_faces]


def _tell_moved(told: Elsewhere, old: Walked, new: Walked) -> None:
    elements = new.page.document.elements
    masks = np.zeros((new.end - new.start + 1, len(elements)), np.bool_)
    for one in old.stretches:
        for other in new.stretches:
            low, high = max(one.low, other.low), min(one.high, other.high)
            if low > high:
                continue
            rows, others = slice(low - one.low, high - one.low + 1), slice(low - other.low, high - other.low + 1)
            apart = np.zeros((high - low + 1, len(elements)), np.bool_)
            for before, after in ((one.x, other.x), (one.y, other.y), (one.right, other.right), (one.bottom, other.bottom)):
                apart |= np.abs(before[rows].astype(np.int64) - after[others]) > OVER
            masks[low - new.start : high - new.start + 1] = apart
    moving = np.flatnonzero(masks.any(axis=0))
    told.count = len(moving)
    told.ranges = list(runs_of(np.asarray(masks.any(axis=1)), new.start))
    known = set(moving.tolist())
    for index in _telling(moving.tolist(), elements, known):
        element = elements[index]
        low, high = next(iter(runs_of(masks[:, index], new.start)))
        told.moved.append(MovedBox(index, element.name(), element.line, low, high))


def _telling(moving: list[int], elements: list[Element], known: set[int]) -> list[int]:
    """The elements that say most of a change, in document order: the innermost ones, and those with which it begins."""
    found = [index for index in moving if not any(child.index in known for child in elements[index].elements) or _begins(elements[index], known)]
    return (found or moving)[:MOST_MOVED]


def _begins(element: Element, known: set[int]) -> bool:
    """Whether an element moves while neither what it stands in nor what stands before it does."""
    parent = element.parent
    if parent is None or parent.index < 0 or parent.index in known:
        return False
    return not any(sibling.index in known for sibling in parent.elements[: element.sibling_index])
