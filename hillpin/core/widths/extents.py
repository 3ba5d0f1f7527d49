"""How far texts and generated boxes of a page reach, read off fragments with transforms and sticky boxes."""

from __future__ import annotations

from ..layout.fragments import Fragment
from ..layout.geometry import Collector, Scroller
from ..layout.matrix import Matrix
from .blend import has_end, owner_of

ABSENT = -(2**30)
"""Stands in every column for an element that makes no box."""


class ExtentCollector(Collector):
    """A collector that also notes how far texts and generated boxes reach (transforms left out)."""

    def __init__(self, width: int, height: int) -> None:
        super().__init__(width, height)
        self.ends: dict[tuple[int, int], int] = {}

    def _visit(self, fragment: Fragment, x: int, y: int, matrix: Matrix, scroller: Scroller, clipped: bool) -> None:
        box = fragment.box
        super()._visit(fragment, x, y, matrix, scroller, clipped)
        index = owner_of(box)
        is_own = box.element is not None and box.pseudo is None
        reaches = has_end(fragment)
        if not is_own:
            self._reach(index, 5, self.width - x if self.from_right else x + fragment.width)
        elif reaches:
            self._reach(index, 6, y + fragment.content_height)
        if reaches:
            self._reach(index, 4, x + fragment.text_end(self.from_right))
        for item in fragment.inlines:
            if item.box.element is None or item.box.pseudo is not None:
                self._reach(owner_of(item.box), 5, self.width - x - item.x if self.from_right else x + item.x + item.width)

    def _reach(self, index: int, column: int, end: int) -> None:
        if index >= 0:
            self.ends[index, column] = max(self.ends.get((index, column), ABSENT), end)
