"""At which viewport widths a page that was rewritten stands as it stood before, and where it parts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

from ..layout import Rect
from ..markup import Element
from ..page import Layout, Page
from ..styles import turning_widths

FROM, TO = 240, 1920
STEP = 16
"""CSS px between the widths that are compared first; between an equal and an unequal one the edge is then found exactly."""
EQUAL = 4 / 64
"""CSS px within which a box counts as standing where it stood."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """Viewport widths at which geometry is equal, or parts: then by how much at most (CSS px), and on which element.

    ``is_sideways`` is false where boxes keep their x and width, and only heights and what lies below them differ.
    """

    first: int
    last: int
    is_equal: bool
    distance: float = 0.0
    element: str = ""
    is_sideways: bool = False
    holds_floats: bool = False
    """Whether the container is higher because it holds its floats now."""


@dataclass(frozen=True, slots=True)
class _Parting:
    """How far the worst box of a width stands from where it stood."""

    distance: float
    element: str
    is_sideways: bool
    holds_floats: bool

    @property
    def is_equal(self) -> bool:
        return self.distance <= EQUAL

    @property
    def kind(self) -> tuple[bool, bool]:
        return self.is_equal, self.is_sideways


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
        _extend(stretches, width, comparer.known[width])
    return stretches


class _Comparer:
    def __init__(self, before: Page, after: Page, container: Element) -> None:
        self.before = before
        self.after = after
        self.elements = [container, *container.descendants()]
        self.known: dict[int, _Parting] = {}

    def at(self, width: int) -> _Parting:
        """What parts at a width: sideways where anything does, else down."""
        if width not in self.known:
            old, new = self.before.layout(width), self.after.layout(width)
            others = self.after.document.elements
            pairs = [(one, old.rects.get(one), new.rects.get(others[one.index])) for one in self.elements]
            across = max(((_across(a, b), one.name()) for one, a, b in pairs), key=lambda pair: pair[0])
            down = max(((_down(a, b), one.name()) for one, a, b in pairs), key=lambda pair: pair[0])
            is_sideways = across[0] > EQUAL
            self.known[width] = _Parting(*(across if is_sideways else down), is_sideways, self._holds(old, new))
        return self.known[width]

    def _holds(self, old: Layout, new: Layout) -> bool:
        """Whether the container's floats stuck out below and do not any more."""
        container, after = self.elements[0], self.after.document.elements
        before, now = old.rects.get(container), new.rects.get(after[container.index])
        if before is None or now is None or now.height <= before.height + EQUAL:
            return False
        floats = [old.rects[child] for child in container.elements if (box := old.box_of(child)) is not None and box.is_floating and child in old.rects]
        return any(rect.y + rect.height > before.y + before.height + EQUAL for rect in floats)

    def between(self, low: int, high: int) -> None:
        """Lay out the wider of two widths, and what is needed to find where equal turns unequal between them."""
        while high - low > 1 and self.at(low).kind != self.at(high).kind:
            middle = (low + high) // 2
            low, high = (middle, high) if self.at(middle).kind == self.at(low).kind else (low, middle)
        self.at(high)


def _across(old: Rect | None, new: Rect | None) -> float:
    if old is None or new is None:
        return 0.0 if old is new else float("inf")
    return max(abs(old.x - new.x), abs(old.width - new.width))


def _down(old: Rect | None, new: Rect | None) -> float:
    if old is None or new is None:
        return 0.0 if old is new else float("inf")
    return max(abs(old.y - new.y), abs(old.height - new.height))


def _extend(stretches: list[Stretch], width: int, parting: _Parting) -> None:
    last = stretches[-1] if stretches else None
    if last is not None and (last.is_equal, last.is_sideways) == parting.kind:
        worst = (last.distance, last.element) if last.distance >= parting.distance else (parting.distance, parting.element)
        stretches[-1] = Stretch(last.first, width, last.is_equal, *worst, last.is_sideways, last.holds_floats or parting.holds_floats)
        return
    stretches.append(Stretch(width, width, parting.is_equal, parting.distance, parting.element, parting.is_sideways, parting.holds_floats))
