"""Margins that adjoin and collapse, and where blocks stand one below another (CSS 2 §8.3.1, §9.4.1), for every kind of number."""

from __future__ import annotations

from collections.abc import Callable
from typing import Generic, NamedTuple, Protocol, TypeVar

from ...styles.values import AUTO_KIND, Length
from ...units import INDEFINITE
from ..boxes import BLOCK, TABLE, Box, Edges, edges_of
from ..context import Context
from ..fragments import Space
from ..inline.inline_items import prepare
from ..number_kinds import N
from ..sizes.given_heights import given_height
from ..sizes.rules import EdgesOf
from ..sizes.sizing import inline_size
from .floats import Floats
from .inside import Strut


class TopMargins(NamedTuple, Generic[N]):
    """The margins that adjoin a block's top margin.

    ``place`` leaves out the box's own bottom margin where they go through the whole box: it says where the empty box
    stands (§8.3.1).
    """

    strut: Strut[N]
    through: bool
    place: Strut[N]


class MarginSource(Protocol[N]):
    """What the rules of margins ask about boxes."""

    ctx: Context
    beside: tuple[Box, ...]
    """The floats in what is around, before the box and below all margins that adjoin its own."""

    def clears(self, box: Box, strut: Strut[N]) -> bool:
        """Whether a box that clears has clearance where these margins, its own among them, are all that is above it (§9.5.2)."""
        ...

    def below(self, strut: Strut[N], beside: tuple[Box, ...]) -> MarginSource[N]:
        """The same for what is in a box, below margins of what is around it and beside these floats."""
        ...

    def has_floats(self, beside: tuple[Box, ...]) -> bool:
        """Whether floats may stand beside what comes: these, or some that stand further up."""
        ...

    def fits(self, box: Box, beside: tuple[Box, ...], basis: N, strut: Strut[N]) -> bool:
        """Whether a formatting context of its own has room beside floats, with these margins above it, its own among them."""
        ...

    def edges(self, box: Box, basis: N) -> EdgesOf[N]:
        """A box's edges for its containing block's width."""
        ...

    def inner_width(self, box: Box, basis: N) -> N:
        """The content width of a block in flow."""
        ...

    def top_margins(self, box: Box, basis: N) -> tuple[TopMargins[N], bool]:
        """``MarginRules.top_margins``, remembered where that can be."""
        ...


class MarginRules(Generic[N]):
    """The rules for one kind of number, given how it is compared; ``is_some`` says whether it is other than 0, at all widths."""

    larger: Callable[[N, N], N]
    smaller: Callable[[N, N], N]
    is_some: Callable[[N], bool]

    def __init__(self, larger: Callable[[N, N], N], smaller: Callable[[N, N], N], is_some: Callable[[N], bool]) -> None:
        self.larger, self.smaller, self.is_some = larger, smaller, is_some

    def of(self, margin: N) -> Strut[N]:
        """One margin alone."""
        return Strut(self.larger(margin, 0), self.smaller(margin, 0))

    def plus(self, strut: Strut[N], margin: N) -> Strut[N]:
        """Adjoining margins with one more."""
        return Strut(self.larger(strut.positive, margin), self.smaller(strut.negative, margin))

    def joined(self, one: Strut[N], other: Strut[N]) -> Strut[N]:
        """Two sets of adjoining margins together."""
        return Strut(self.larger(one.positive, other.positive), self.smaller(one.negative, other.negative))

    def top_margins(self, source: MarginSource[N], box: Box, basis: N) -> tuple[TopMargins[N], bool]:
        """The margins that adjoin the top margin of a block, and whether floats before it could change them.

        A descendant that has clearance ends the collapsing; so does one that clears a float whose place these margins decide.
        """
        edges = source.edges(box, basis)
        strut = self.of(edges.margin_top)
        if box.is_bfc_root or box.kind != BLOCK or self.is_some(edges.top):
            return TopMargins(strut, False, strut), False
        depends = False
        if box.has_inline_children:
            if box.has_outside_marker or prepare(source.ctx, box).has_lines:
                return TopMargins(strut, False, strut), False
        elif box.children:
            inner = source.inner_width(box, basis)
            beside: tuple[Box, ...] = source.beside
            for child in box.children:
                if child.is_floating:
                    beside = (*beside, child)
                    continue
                if child.is_out_of_flow:
                    continue
                margins, child_depends = source.below(strut, beside).top_margins(child, inner)
                is_apart = child.is_bfc_root or child.kind != BLOCK
                if is_apart and self.is_some(margins.strut.positive) and source.has_floats(beside):
                    depends = True
                    if not source.fits(child, beside, inner, self.joined(strut, margins.strut)):
                        # As the browser has it: what is pushed down by floats keeps its margin to itself.
                        return TopMargins(strut, False, strut), True
                if child.style.clear != "none":
                    depends = True
                    # As the browser has it: the margin of a box with a formatting context of its own counts although it has clearance.
                    if _clears(child.style.clear, beside) or (not is_apart and source.clears(child, self.joined(strut, margins.place))):
                        return TopMargins(strut, False, strut), True
                strut, depends = self.joined(strut, margins.strut), depends or child_depends
                if not margins.through:
                    return TopMargins(strut, False, strut), depends
                beside += tuple(_floats_in(child))
        if not (self.is_some(edges.bottom) or box.has_outside_marker) and asks_no_height(source.ctx, box):
            return TopMargins(self.plus(strut, edges.margin_bottom), True, strut), depends
        return TopMargins(strut, False, strut), depends

    def keeps_bottom(self, edges: EdgesOf[N], cleared_at_end: bool) -> bool:
        """Whether the bottom margins of what is inside stay inside, so that they count to its height."""
        return self.is_some(edges.bottom) or cleared_at_end


class InsideOf(Protocol):
    """What is in a block container so far."""

    through: bool
    cleared_at_end: bool


Content = TypeVar("Content", bound=InsideOf)


class FlowRules(Generic[N, Content]):
    """Where blocks stand one below another in a container, from its content box (§9.4.1)."""

    margins: MarginRules[N]
    inside: Content
    at_top: bool
    """Whether nothing is above that keeps the margins of what comes from the container's own."""
    y: N
    strut: Strut[N]

    def here(self) -> N:
        """Where what is no block stands now."""
        return self.y if self.at_top else self.y + self.strut.total

    def start_of(self, margins: TopMargins[N]) -> N:
        """Where a block's border box begins, if nothing is cleared (its hypothetical position, §9.5.2)."""
        return self.y if self.at_top else self.y + self.margins.joined(self.strut, margins.place).total

    def after(self, bottom: N, strut: Strut[N]) -> None:
        """A box ended at ``bottom``, and these margins stick out of it."""
        self.at_top = self.inside.through = self.inside.cleared_at_end = False
        self.y, self.strut = bottom, strut

    def after_empty(self, margins: TopMargins[N], cleared_to: N | None) -> None:
        """A box was empty, so that its margins go on; one with clearance ends what was before it (§9.5.2)."""
        nothing: N = 0
        if cleared_to is not None:
            self.at_top = self.inside.through = False
            self.y, self.strut = cleared_to, Strut(nothing, nothing)
            self.inside.cleared_at_end = True
        else:
            self.strut = Strut(nothing, nothing) if self.at_top else self.margins.joined(self.strut, margins.strut)


WHOLE_MARGINS = MarginRules[int](max, min, bool)
"""The rules at one width."""


class _AtOneWidth:
    """What the rules ask, at one width."""

    __slots__ = ("before", "beside", "ctx", "floats", "start")

    def __init__(self, ctx: Context, floats: Floats, start: int, before: Strut[int], beside: tuple[Box, ...] = ()) -> None:
        """For a place in a formatting context, and the margins that stand above it."""
        self.ctx, self.floats, self.start, self.before, self.beside = ctx, floats, start, before, beside

    def clears(self, box: Box, strut: Strut[int]) -> bool:
        edge = self.floats.clear_edge(box.style.clear)
        return edge is not None and edge > self.start + WHOLE_MARGINS.joined(self.before, strut).total

    def below(self, strut: Strut[int], beside: tuple[Box, ...]) -> _AtOneWidth:
        return _AtOneWidth(self.ctx, self.floats, self.start, WHOLE_MARGINS.joined(self.before, strut), beside) if self.floats.items or beside else self

    def has_floats(self, beside: tuple[Box, ...]) -> bool:
        return bool(beside) or self.floats.lowest > self.start

    def fits(self, box: Box, beside: tuple[Box, ...], basis: int, strut: Strut[int]) -> bool:
        floats, x, y = Floats(), _content_left(box.parent), self.start + WHOLE_MARGINS.joined(self.before, strut).total
        floats.hold(list(self.floats.items), bool(self.floats.closed))
        for one in beside:
            edges, fragment = edges_of(one, basis), self.ctx.layout(one, Space(basis, shrink=True))
            across, down = fragment.width + edges.margin_left + edges.margin_right, fragment.height + edges.margin_top + edges.margin_bottom
            floats.place(one.style.float == "left", across, down, y, x, x + basis)
        left, right = (side - x for side in floats.bounds(y, 1, x, x + basis))
        edges = edges_of(box, basis)
        start, end = max(left, edges.margin_left), min(right, basis - edges.margin_right)
        is_table = box.kind == TABLE
        room = max(end - start, 0 if is_table else edges.inline) + edges.margin_left + edges.margin_right
        space = Space(basis, shrink=is_table, room=room if box.style.width.is_auto else INDEFINITE)
        return (left <= 0 and right >= basis) or start + self.ctx.layout(box, space).width <= max(left, right)

    def edges(self, box: Box, basis: int) -> Edges:
        return edges_of(box, basis)

    def inner_width(self, box: Box, basis: int) -> int:
        edges = edges_of(box, basis)
        return max(inline_size(self.ctx, box, edges, Space(basis)) - edges.inline, 0)

    def top_margins(self, box: Box, basis: int) -> tuple[TopMargins[int], bool]:
        known: tuple[int, TopMargins[int]] | None = box.strut_cache
        if known is not None and known[0] == basis:
            return known[1], False
        result, depends_on_floats = WHOLE_MARGINS.top_margins(self, box, basis)
        if not depends_on_floats:
            box.strut_cache = (basis, result)
        return result, depends_on_floats


def top_margins(ctx: Context, box: Box, basis: int, floats: Floats, start: int, before: Strut[int]) -> TopMargins[int]:
    """The margins that adjoin the top margin of a block, and whether they go through the whole box (§8.3.1). ``start`` is where it would
    stand in its formatting context without the margins ``before`` it and its own."""
    return _AtOneWidth(ctx, floats, start, before).top_margins(box, basis)[0]


def _content_left(box: Box | None) -> int:
    """Where the content of a block begins in its formatting context, auto margins left out."""
    x = 0
    while box is not None and not box.is_bfc_root:
        edges = box.edges_cache or (box.edges_memo[1] if box.edges_memo is not None else None)
        x += edges.margin_left + edges.left if edges is not None else 0
        box = box.parent
    return x


def _floats_in(box: Box) -> list[Box]:
    """The floats in a box without a line of its own."""
    found: list[Box] = []
    for child in box.children:
        if child.is_floating:
            found.append(child)
        elif not child.is_out_of_flow:
            found += _floats_in(child)
    return found


def _clears(clear: str, beside: tuple[Box, ...]) -> bool:
    return any(clear in ("both", one.style.float) for one in beside)


def asks_no_height(ctx: Context, box: Box) -> bool:
    """Whether a box without content has no height by its style; percentages count where styles alone say what they are of."""
    style = box.style
    basis = given_height(ctx, box) if style.height.has_percentage or style.min_height.has_percentage else INDEFINITE
    return _comes_to_none(style.height, basis) and _comes_to_none(style.min_height, basis) and not (style.aspect_ratio is not None and style.aspect_ratio[1])


def _comes_to_none(length: Length, basis: int) -> bool:
    if length.has_percentage:
        return basis == INDEFINITE or length.resolve(basis) <= 0
    return length.kind == AUTO_KIND or (length.is_definite_form and length.units == 0)
