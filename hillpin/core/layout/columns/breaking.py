"""Parts of a flow into columns (css-break-4 §4.4), and how high columns are that are balanced (css-multicol-1 §7.1)."""

from __future__ import annotations

import heapq
from dataclasses import dataclass
from typing import NamedTuple

from .parts import Appeal, Node, Part

ENDLESS = 1 << 28
MOST_COLUMNS = 2000
"""So many columns are made at most; what is left stands in the last."""
_MOST_TRIES = 200


class Start(NamedTuple):
    """How a column begins: with which part, and where in the flow; ``goes_on`` where that part began in the column before."""

    part: int
    y: int
    goes_on: bool = False
    is_forced: bool = False


@dataclass(slots=True)
class Row:
    """Columns side by side of one height."""

    height: int
    starts: list[Start]
    shortage: int = ENDLESS
    """How much higher the columns would have to be for something more to stand in one of them."""
    is_strained: bool = False
    """Whether there is no good break before something that does not fit."""


def _appeal(parts: list[Part], at: int, first: int, breaks_there: bool) -> tuple[Appeal, Appeal]:
    """How good a break before a part is in a column that begins with ``first``, and among those in the same box that avoids
    them all. As the browser has it, too few lines behind are no fault where that block must be broken and can give up no more."""
    part, appeal = parts[at], parts[at].appeal
    if part.line:
        before = min(part.line, at - first)
        if before < part.orphans or (part.lines - part.line < part.widows and (not breaks_there or before > part.orphans)):
            appeal = min(appeal, Appeal.FEW_LINES)
    return min(appeal, Appeal.AVOIDED) if part.is_avoided else appeal, appeal


def broken(parts: list[Part], height: int) -> Row:
    """All parts in columns of a height, as many as it takes."""
    row = Row(height, [Start(0, 0)])
    height = max(height, 64)
    at = first = start = 0
    while at < len(parts):
        part = parts[at]
        if at > first and part.appeal == Appeal.FORCED:
            first, start = at, part.top
            row.starts.append(Start(first, start, is_forced=True))
        over = part.bottom - start - height
        if over <= 0 or part.is_margin or len(row.starts) >= MOST_COLUMNS:
            at += 1
            continue
        row.shortage = min(row.shortage, over)
        if at == first and not part.is_sliced:
            row.is_strained = True
            at += 1
            continue
        place, appeal = _best(parts, first, at, start)
        own = Appeal.AVOIDED if part.is_avoided else Appeal.GOOD
        if part.is_sliced and (appeal <= own if part.begins - start < height else place == first):
            row.is_strained |= part.is_avoided
            first, start = at, start + height
            row.starts.append(Start(first, start, goes_on=True))
            continue
        if place == first:
            at += 1
            continue
        row.is_strained |= appeal < Appeal.GOOD and (place == at or parts[place].is_avoided)
        first, start, at = place, parts[place].top, place
        row.starts.append(Start(first, start))
    return row


def _goes_on_outside(node: Node | None, place: int, at: int, first: int) -> bool:
    """Whether a break before a part would be in a box that began before the column and does not reach as far as ``at``."""
    while node is not None and not node.first <= at <= node.last:
        if node.first < first and node.first != place:
            return True
        node = node.parent
    return False


def _best(parts: list[Part], first: int, at: int, start: int) -> tuple[int, Appeal]:
    """The best break before a part that does not fit, and how good it is; ``first``, where its column begins, where there is none.

    As the browser has it, none in a box that goes on from the column before and holds all that fits of itself.
    """
    best, found = (Appeal.LAST_RESORT, Appeal.LAST_RESORT), first
    for place in range(first + 1, at + (not parts[at].is_sliced)):
        part = parts[place]
        appeal = _appeal(parts, place, first, parts[at].lines > 0 and at - parts[at].line == place - part.line)
        if appeal >= best and part.top > start and not _goes_on_outside(part.node, place, at, first):
            best, found = appeal, place
    return found, best[0]


def balanced(parts: list[Part], end: int, least: int, count: int, most: int) -> Row:
    """The lowest columns in which all stands in so many, from ``least`` to ``most`` high; ``end`` is how far the flow reaches."""
    height = min(max(_first_guess(parts, end, count), least), most)
    for _ in range(_MOST_TRIES):
        row = broken(parts, height)
        if (len(row.starts) <= count and not row.is_strained) or row.shortage == ENDLESS or height >= most:
            break
        height = min(height + row.shortage, most)
    return row


def _first_guess(parts: list[Part], end: int, count: int) -> int:
    """As though all could be cut anywhere: the runs between forced breaks, the highest parted again while columns are left."""
    stops = [at for at, part in enumerate(parts) if at and part.appeal == Appeal.FORCED]
    sizes: list[int] = []
    for first, after in zip([0, *stops], [*stops, None], strict=True):
        run = parts[first:after]
        bottom = end if after is None else max(part.bottom for part in run) + run[-1].margin_below
        sizes.append(bottom - (run[0].top if first else 0))
    cuts = [1] * len(sizes)
    tallest: list[tuple[float, int]] = [(-size, number) for number, size in enumerate(sizes)]
    heapq.heapify(tallest)
    for _ in range(len(sizes), min(count, MOST_COLUMNS)):
        number = tallest[0][1]
        cuts[number] += 1
        heapq.heapreplace(tallest, (-sizes[number] / cuts[number], number))
    return max(-(-size // cut) for size, cut in zip(sizes, cuts, strict=True))

