"""Before and after: what a change made better or worse, and at which widths."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Difference:
    """A kind of finding on an element that is there at more or fewer widths than before.

    ``low`` and ``high`` are None where the finding has no range.
    """

    kind: str
    selector: str
    is_better: bool
    low: int | None
    high: int | None
    message: str


Told = tuple[str, str, int | None, int | None, str]
"""Kind, selector, range and message of a finding."""


def compare(before: Iterable[Told], after: Iterable[Told]) -> list[Difference]:
    """What is found at widths where it was not, and what is gone where it was."""
    old, new = list(before), list(after)
    found = [*_missing_from(old, new, is_better=True), *_missing_from(new, old, is_better=False)]
    return sorted(found, key=lambda one: (one.is_better, one.low is None, one.low or 0, one.kind, one.selector))


def _missing_from(these: list[Told], those: list[Told], *, is_better: bool) -> list[Difference]:
    found: list[Difference] = []
    for kind, selector, low, high, message in these:
        same = [(a, b) for other, name, a, b, _ in those if (other, name) == (kind, selector)]
        if low is None or high is None:
            if not any(a is None for a, _ in same):
                found.append(Difference(kind, selector, is_better, None, None, message))
            continue
        ranges = [(a, b) for a, b in same if a is not None and b is not None]
        found += [Difference(kind, selector, is_better, *part, message) for part in _less((low, high), ranges)]
    return found


def _less(whole: tuple[int, int], parts: list[tuple[int, int]]) -> list[tuple[int, int]]:
    """A range of widths without those of others."""
    left = [whole]
    for low, high in parts:
        left = [piece for a, b in left for piece in ((a, min(b, low - 1)), (max(a, high + 1), b)) if piece[0] <= piece[1]]
    return left
