"""A page laid out at one viewport: rectangles of all elements, and what is not covered."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from .layout.boxes import Box
from .layout.fragments import Fragment
from .layout.geometry import GeneratedBox
from .layout.matrix import Rect
from .layout.replaced.natural_sizes import Pictures
from .layout.tree.box_tree import BoxTree
from .markup import Element
from .styles.media import Viewport
from .working.record import Sums


@dataclass(frozen=True, slots=True)
class BoxRecord:
    """One element's rectangle at one width, in CSS px of the page."""

    index: int
    tag: str
    x: float
    y: float
    width: float
    height: float
    none: bool
    modelled: bool


@dataclass(frozen=True, slots=True)
class UnmodelledFeature:
    """Something on an element that layout does not cover, and where it stands."""

    index: int
    feature: str
    file: str
    line: int


@dataclass(slots=True)
class MissingFile:
    """A file that the page refers to and that is not there."""

    address: str
    file: str
    line: int
    kind: str


@dataclass(slots=True)
class Layout:
    """A page laid out at one viewport."""

    viewport: Viewport
    root: Fragment
    tree: BoxTree
    rects: dict[Element, Rect]
    fragments: dict[Element, tuple[Fragment, int, int]]
    scroll_width: int
    unmodelled: list[UnmodelledFeature]
    unmodelled_elements: set[Element]
    sums: Sums | None = None
    """How each number came about, where that was asked for."""
    generated: dict[tuple[Element, str], GeneratedBox] = field(default_factory=dict)
    """The boxes of pseudo-elements, by their element and name: ``before``, ``after``."""
    elements: list[Element] = field(default_factory=list)
    """All elements of the body, in document order."""
    pictures: Pictures | None = None
    """The sizes of the pictures that the page refers to."""

    @property
    def boxes(self) -> list[BoxRecord]:
        """The rectangles of all elements, in document order."""
        return [self._record(element) for element in self.elements]

    def _record(self, element: Element) -> BoxRecord:
        rect = self.rects.get(element)
        modelled = element not in self.unmodelled_elements
        if rect is None:
            return BoxRecord(element.index, element.tag, 0.0, 0.0, 0.0, 0.0, True, modelled)
        return BoxRecord(element.index, element.tag, rect.x, rect.y, rect.width, rect.height, False, modelled)

    def box_of(self, element: Element) -> Box | None:
        """The principal box of an element."""
        found = self.fragments.get(element)
        return found[0].box if found is not None else None


def lines_of(layout: Layout, element: Element) -> int:
    """The lines of text in an element's box, those of the blocks in it added up; for an inline box the lines it stands on."""
    found = layout.fragments.get(element)
    if found is not None:
        return _lines_in(found[0])
    tops: set[int] = set()
    for around in element.ancestors():
        holder = layout.fragments.get(around)
        if holder is not None:
            inside = {id(one) for one in (element, *element.descendants())}
            tops = {piece.y for piece in holder[0].opened().inlines if id(piece.box.element) in inside}
            break
    return len(tops)


def _lines_in(fragment: Fragment) -> int:
    if fragment.box.has_inline_children:
        return fragment.lines
    return sum(_lines_in(child.fragment) for child in fragment.opened().children)


def baselines_of(layout: Layout, element: Element) -> list[float]:
    """The baselines of all lines of text in an element's box, from the top down, in CSS px of the page (transforms left out). Lines of
    one block count as evenly spaced between its first and last; an inline box has none of its own."""
    found = layout.fragments.get(element)
    return sorted(_baselines_in(found[0], found[2])) if found is not None else []


def _baselines_in(fragment: Fragment, y: int) -> Iterator[float]:
    if fragment.box.has_inline_children:
        first, last = fragment.first_baseline, fragment.last_baseline
        if fragment.lines and first is not None and last is not None:
            each = (last - first) / max(fragment.lines - 1, 1)
            yield from ((y + first + each * line) / 64 for line in range(fragment.lines))
        return
    for child in fragment.opened().children:
        yield from _baselines_in(child.fragment, y + child.y)
