"""The distance between two edges of boxes, with what makes it up: margins, paddings, borders, gaps, and what is left over."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from ..errors import InputError
from ..layout import Kind
from ..markup import Element
from ..page import Layout, Page
from ..shown import px
from ..styles import ComputedStyle
from ..survey import declared, name_of

Side = Literal["left", "right", "top", "bottom", "text-left", "text-right", "text-top", "text-bottom"]
_STARTS: dict[bool, tuple[Side, Side]] = {True: ("left", "right"), False: ("top", "bottom")}
LEAST = 1 / 64


@dataclass(frozen=True, slots=True)
class BoxEdge:
    """A side of an element's border box, or of the lines of text in it."""

    index: int
    side: Side


@dataclass(frozen=True, slots=True)
class Term:
    """A part of a distance in CSS px, and the line that sets it; ``line`` 0 where nothing is declared."""

    words: str
    value: float
    file: str
    line: int


@dataclass(frozen=True, slots=True)
class Span:
    """A distance from the first edge to the second, in CSS px, negative where the second comes first; ``terms`` add up to its size."""

    distance: float
    at_first: float
    at_second: float
    terms: tuple[Term, ...]

    @property
    def blamed(self) -> Term | None:
        """The term that one would change: the largest that a line sets."""
        return max((one for one in self.terms if one.line), key=lambda one: one.value, default=None)

    @property
    def working(self) -> str:
        """``margin of .card 20 + gap of .cards 4 = 24``."""
        parts = [f"{one.words} {px(one.value)}" for one in self.terms]
        return f"{' + '.join(parts)} = {px(abs(self.distance))}" if parts else f"{px(abs(self.distance))}"


def distance_between(page: Page, layout: Layout, first: BoxEdge, second: BoxEdge) -> Span:
    """How far two parallel edges are apart, and why. Raises InputError where they are not parallel or one has no box."""
    is_across = first.side.endswith(("left", "right"))
    if is_across != second.side.endswith(("left", "right")):
        raise InputError("A distance is between two edges of one direction: left and right, or top and bottom.")
    at = [_at(page, layout, one) for one in (first, second)]
    lower, upper = ((first, at[0]), (second, at[1])) if at[0] <= at[1] else ((second, at[1]), (first, at[0]))
    distance = at[1] - at[0]
    elements = [page.document.elements[one[0].index] for one in (lower, upper)]
    terms = list(_terms(page, layout, elements[0], lower[0].side, elements[1], upper[0].side, is_across))
    rest = abs(distance) - sum(one.value for one in terms)
    if abs(rest) >= LEAST and terms:
        terms.append(Term("left over" if rest > 0 else "overlapping", rest, page.path, 0))
    return Span(distance, at[0], at[1], tuple(terms))


def _at(page: Page, layout: Layout, edge: BoxEdge) -> float:
    elements = page.document.elements
    if not 0 <= edge.index < len(elements):
        raise InputError("This page has no such element.")
    rect = layout.rects.get(elements[edge.index])
    if rect is None:
        raise InputError(f"{name_of(elements[edge.index])} has no box at {layout.viewport.width:,}.")
    if edge.side.startswith("text-"):
        return _text_side(layout, elements[edge.index], edge.side.removeprefix("text-"))
    return {"left": rect.x, "right": rect.x + rect.width, "top": rect.y, "bottom": rect.y + rect.height}[edge.side]


def _text_side(layout: Layout, element: Element, side: str) -> float:
    """Where the lines of text of a block begin or end: inside its padding, and where the longest ends."""
    found = layout.fragments.get(element)
    if found is None or not found[0].box.has_inline_children:
        raise InputError(f"{name_of(element)} has no lines of text of its own.")
    fragment, x, y = found
    edges = fragment.edges()
    left, right = x + edges.left, x + fragment.text_right
    if fragment.box.style.direction == "rtl":
        left, right = x + fragment.width - fragment.text_right, x + fragment.width - edges.right
    ends = {"left": left, "right": right, "top": y + edges.top, "bottom": y + fragment.height - edges.bottom}
    return ends[side] / 64


def _terms(page: Page, layout: Layout, before: Element, near: Side, after: Element, far: Side, is_across: bool) -> Iterator[Term]:
    """The parts between the edge of one element and that of another further right or down."""
    start, end = _STARTS[is_across]
    if before is after:
        return
    if after in before.ancestors():
        # Out of the first to the far side of what it stands in.
        if near == end and far == end:
            yield from _outwards(page, layout, before, after, end)
        return
    if before in after.ancestors():
        if near == start and far == start:
            yield from reversed(list(_outwards(page, layout, after, before, start)))
        return
    if near != end or far != start:
        return
    shared = next((one for one in before.ancestors() if one in set(after.ancestors())), None)
    if shared is None:
        return
    own, other = list(_outwards(page, layout, before, shared, end, to_border=False)), list(reversed(list(_outwards(page, layout, after, shared, start, to_border=False))))
    if not is_across and _collapses(layout, shared):
        # Margins of blocks that follow each other are one: the larger (CSS 2 §8.3.1).
        margins = [one for one in (*own, *other) if one.words.startswith("margin")]
        largest = max(margins, key=lambda one: one.value, default=None)
        own, other = [one for one in own if one not in margins], [one for one in other if one not in margins]
        yield from own
        if largest is not None:
            yield largest
        yield from other
        return
    yield from own
    gap = _gap(page, layout, shared, is_across)
    if gap is not None:
        yield gap
    yield from other


def _outwards(page: Page, layout: Layout, inner: Element, outer: Element, side: Side, *, to_border: bool = True) -> Iterator[Term]:
    """From the border edge of ``inner`` out to that of ``outer``, or without ``to_border`` to the inside of its padding."""
    node = inner
    while node is not outer:
        yield from _part(page, layout, node, f"margin-{side}")
        around = node.parent
        if around is None:
            return
        if around is not outer or to_border:
            yield from _part(page, layout, around, f"padding-{side}")
            yield from _part(page, layout, around, f"border-{side}-width")
        node = around


def _part(page: Page, layout: Layout, element: Element, name: str) -> Iterator[Term]:
    found, style = layout.fragments.get(element), page.style_of(element, layout)
    if found is None or style is None:
        return
    edges = found[0].edges()
    kind, side = name.split("-")[:2]
    value = {"margin": getattr(edges, f"margin_{side}"), "padding": getattr(edges, f"padding_{side}"), "border": getattr(edges, f"border_{side}")}[kind] / 64
    if abs(value) >= LEAST:
        yield _term(page, element, style, f"{kind} of {name_of(element)}", value, name)


def _term(page: Page, element: Element, style: ComputedStyle, words: str, value: float, name: str) -> Term:
    winner = declared(style, name.replace("-", "_"))
    if winner is None or winner.declaration is None:
        return Term(words, value, page.path, 0)
    return Term(words, value, winner.declaration.file, winner.declaration.line)


def _gap(page: Page, layout: Layout, container: Element, is_across: bool) -> Term | None:
    box, style = layout.box_of(container), page.style_of(container, layout)
    if box is None or style is None or box.kind not in (Kind.FLEX, Kind.GRID):
        return None
    gap = style.column_gap if is_across else style.row_gap
    found = layout.fragments[container][0]
    edges = found.edges()
    size = (found.width - edges.inline) if is_across else (found.height - edges.block)
    value = gap.resolve(max(size, 0)) / 64 if not gap.is_auto else 0.0
    return _term(page, container, style, f"gap of {name_of(container)}", value, "column-gap" if is_across else "row-gap") if value >= LEAST else None


def _collapses(layout: Layout, container: Element) -> bool:
    box = layout.box_of(container)
    return box is not None and box.kind == Kind.BLOCK
