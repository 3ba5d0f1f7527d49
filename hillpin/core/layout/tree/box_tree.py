"""The box tree of a document, with what was noted while it was made."""

from __future__ import annotations

from dataclasses import dataclass, field

from ...markup.tree import Element
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind
from ..context import Unmodelled
from .turning import Turning


@dataclass(slots=True)
class BoxTree:
    """The boxes of a page under one set of styles."""

    root: Box
    styles: dict[Element, ComputedStyle] = field(default_factory=dict)
    unmodelled: list[tuple[Box | None, Element, str]] = field(default_factory=list)
    noted: dict[tuple[int, str], Unmodelled] = field(default_factory=dict)
    """What layout found that it does not cover; kept while what it remembers of the boxes is."""
    turning: Turning = field(default_factory=Turning)
    """What of it is laid out as in a mirror: text from right to left."""
    viewport_overflow: Element | None = None
    """The body where its ``overflow`` is the viewport's (css-overflow-3 §3.3)."""
    _listed: list[Box] = field(default_factory=list)
    _texts: list[Box] | None = None

    @property
    def boxes(self) -> list[Box]:
        """All boxes in order; gathered once, for a tree that is made stays as it is."""
        if not self._listed:
            self._listed = list(self.root.walk())
        return self._listed

    @property
    def boxes_twice(self) -> list[Box]:
        """The same, and those that stand for them in first lines."""
        return list(self.root.walk_twice())

    @property
    def texts(self) -> list[Box]:
        """The boxes that have text to show, of their own or as a marker."""
        if self._texts is None:
            self._texts = [box for box in self.boxes_twice if box.marker_text or (box.kind == Kind.TEXT and box.text)]
        return self._texts
