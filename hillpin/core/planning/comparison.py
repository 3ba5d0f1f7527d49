"""At which viewport widths a page that was rewritten stands as it stood before, and where it parts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

from ..layout.matrix import Rect
from ..markup.tree import Element
from ..notes import turning_widths
from ..page import Page

FROM, TO = 240, 1920
STEP = 16
"""CSS px between the widths that are compared first; between an equal and an unequal one the edge is then found exactly."""
EQUAL = 4 / 64
"""CSS px within which a box counts as standing where it stood."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """Viewport widths at which geometry is equal, or parts: then by how much at most (CSS px), and on which element."""

    first: int
    last: int
    is_equal: bool
    distance: float = 0.0
    element: str = ""


def compare(
    before: Page, after: Page, container: Element, first: int = FROM, last: int = TO, stopped: Callable[[], bool] = lambda: False
) -> list[Stretch]:
    """Where the container and all inside it stand as they stood, from one viewport width to another.

    Widths ``STEP`` apart and those at queries are laid out, then the edges between equal and unequal are found exactly.
    """
    comparer = _Comparer(before, after, container)
    turns = [turn for page in (before, after) for turn in turning_widths(page.conditions)]
    widths = sorted({*range(first, last + 1, STEP), last, *(at for turn in turns for at in (turn - 1, turn) if first <= at <= last)})
    comparer.at(widths[0])
    for low, high in pairwise(widths):
        if stopped():
            break
        comparer.between(low, high)
    stretches: list[Stretch] = []
    for width in sorted(comparer.known):
        _extend(stretches, width, *comparer.known[width])
    return stretches


class _Comparer:
    def __init__(self, before: Page, after: Page, container: Element) -> None:
        self.before = before
        self.after = after
        self.elements = [container, *container.descendants()]
        self.known: dict[int, tuple[float, str]] = {}

    def at(self, width: int) -> tuple[float, str]:
        """The largest distance at a width, and the element that stands so far from where it stood."""
        if width not in self.known:
            old, new = self.before.layout(width).rects, self.after.layout(width).rects
            others = self.after.document.elements
            self.known[width] = max(((_distance(old.get(one), new.get(others[one.index])), one.name()) for one in self.elements), key=lambda pair: pair[0])
        return self.known[width]

    def is_equal(self, width: int) -> bool:
        """Whether all stands as it stood at a width."""
        return self.at(width)[0] <= EQUAL

    def between(self, low: int, high: int) -> None:
        """Lay out the wider of two widths, and what is needed to find where equal turns unequal between them."""
        while high - low > 1 and self.is_equal(low) != self.is_equal(high):
            middle = (low + high) // 2
            low, high = (middle, high) if self.is_equal(middle) == self.is_equal(low) else (low, middle)
        self.at(high)


def _distance(old: Rect | None, new: Rect | None) -> float:
    if old is None or new is None:
        return 0.0 if old is new else float("inf")
    return max(abs(old.x - new.x), abs(old.y - new.y), abs(old.width - new.width), abs(old.height - new.height))


def _extend(stretches: list[Stretch], width: int, distance: float, element: str) -> None:
    is_equal = distance <= EQUAL
    if stretches and stretches[-1].is_equal == is_equal:
        last = stretches.pop()
        worst = (last.distance, last.element) if last.distance >= distance else (distance, element)
        stretches.append(Stretch(last.first, width, is_equal, *worst))
        return
    stretches.append(Stretch(width, width, is_equal, distance, element))
