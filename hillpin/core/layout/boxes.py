"""The box tree that layout works on (css-display-3 §3): one node a box, anonymous boxes included."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field
from enum import IntEnum
from typing import Any

from ..markup.tree import Element
from ..styles.grid_values import Repeat
from ..styles.style import ComputedStyle
from ..styles.values import ZERO, Length
from ..styles.values import Kind as LengthKind
from ..units import INDEFINITE
from .replaced.natural import Natural


class Kind(IntEnum):
    """How a box lays out its inside."""

    BLOCK = 0
    FLEX = 1
    GRID = 2
    TABLE = 3
    REPLACED = 4
    INLINE = 5
    TEXT = 6
    BREAK = 7
    ROW_GROUP = 8
    ROW = 9
    COLUMN = 10
    COLUMN_GROUP = 11


BLOCK, FLEX, GRID, TABLE, REPLACED = Kind.BLOCK, Kind.FLEX, Kind.GRID, Kind.TABLE, Kind.REPLACED
INLINE, TEXT, BREAK = Kind.INLINE, Kind.TEXT, Kind.BREAK
OWN_STYLE = "text"
"""The role of the inline box in which text of an element without a box stands."""
STRETCH_KIND = LengthKind.STRETCH


@dataclass(slots=True)
class Edges:
    """Margin, border and padding of a box in 1/64 px; auto margins are 0 with their flag set.

    Never written to once made; not frozen, because a frozen one takes three times as long to make.
    """

    margin_top: int
    margin_right: int
    margin_bottom: int
    margin_left: int
    border_top: int
    border_right: int
    border_bottom: int
    border_left: int
    padding_top: int
    padding_right: int
    padding_bottom: int
    padding_left: int
    auto_left: bool
    auto_right: bool
    auto_top: bool
    auto_bottom: bool
    top: int
    """Border plus padding above the content box."""
    left: int
    bottom: int
    right: int
    inline: int
    """Border plus padding of both inline sides."""
    block: int


NO_EDGES = Edges(0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, False, False, False, False, 0, 0, 0, 0, 0, 0)


EdgesPlan = tuple[tuple[Length, ...], tuple[int, int, int, int], tuple[bool, bool, bool, bool], bool, bool]
"""Margins and paddings from the top clockwise, borders, auto margins (left, right, top, bottom), whether padding counts for
nothing, whether there are percentages."""


@dataclass(slots=True, eq=False)
class Box:
    """A box before layout. Fields that end in ``cache`` belong to the layout functions named there."""

    kind: Kind
    style: ComputedStyle
    element: Element | None
    parent: Box | None = None
    children: list[Box] = field(default_factory=list)
    pseudo: str | None = None
    text: str = ""
    is_inline_level: bool = False
    is_floating: bool = False
    is_out_of_flow: bool = False
    is_relative: bool = False
    is_bfc_root: bool = False
    """Whether the inside is an independent formatting context."""
    has_inline_children: bool = False
    has_floats: bool = False
    """Whether a float inside can reach the formatting context that the box is in."""
    has_outside_marker: bool = False
    marker_text: str = ""
    marker_style: ComputedStyle | None = None
    """How the marker is set, where that is otherwise than the box."""
    marker_picture: int | None = None
    """How wide the picture is, in 1/64 px, that the marker is."""
    is_counted: bool = False
    """Whether it is the text of a quotation mark or a counter."""
    opens: bool = True
    """For pieces of an inline box split round a block: whether this piece has the start edge."""
    closes: bool = True
    gutters: tuple[int, int] = (0, 0)
    """What is kept free for scroll bars at the left and right, in 1/64 px (``tree.scrollbar_gutters``)."""
    role: str = ""
    """``cell``, ``caption``, ``marker``, ``item`` (anonymous flex or grid item)… where it matters."""
    natural: Natural | None = None
    measure: Callable[[], Natural] | None = None
    """For controls and markers: their natural size by their style as it is now."""
    trimmed: tuple[bool, bool] = (False, False)
    """Whether its margins above and below count for nothing (``tree.trimmed_margins``)."""
    drops_top: bool = False
    drops_bottom: bool = False
    """Whether a margin of the browser's own sheet counts for nothing there (quirks mode)."""
    fills_viewport: bool = False
    """Whether an automatic height reaches the viewport's end (quirks mode: html and body)."""
    passes_height: bool = False
    """Whether percentages of height go on to what is around it where its own height is automatic (quirks mode)."""
    bends: bool = False
    """Set by a walk: whether something in it changes with the width otherwise than along a line, like a size of type."""
    has_sticky_inlines: bool = False
    """Whether an inline box in its lines is sticky."""
    trims: tuple[bool, bool] = (False, False)
    """Whether the room above its first line and below its last is cut off (``tree.lines``)."""
    from_right: bool = False
    """Whether what it stands in begins at the right, so that its place was counted from there (``tree.turning``)."""
    flips: bool = False
    """Whether what is in it begins on the other side than what it stands in does (``tree.turning``)."""
    is_reversed: bool = False
    """Whether its lines and blocks begin on the other side than those of the formatting context that it is in, or as an inline box
    on the other side than its paragraph."""
    column_span: int = 1
    row_span: int = 1
    collapsed_borders: tuple[int, int, int, int] | None = None
    """Top, right, bottom, left in 1/64 px, of a table or cell whose borders collapse."""
    first_line: Box | None = None
    """Its inline boxes once more, as ``::first-line`` shows them (``tree.first_lines``)."""
    split_from: Box | None = None
    """For a piece of an inline box that blocks split: the whole of it."""
    inline_parents: tuple[Box, ...] = ()
    """For a block inside an inline box: the inline boxes that it splits."""

    height_matters: bool | None = None
    """Whether something inside depends on a height from outside; None until it is asked."""
    takes_height: bool | None = None
    """Whether its own style has to do with a height from outside; None until it is asked."""
    has_plain_height: bool | None = None
    """Whether nothing in its own style makes its height another than that of its content; None until it is asked."""
    gives_height: bool = False
    """Whether its height was asked for while the widths of content in it were (``sizes.given_heights``)."""
    told_height: int = INDEFINITE
    """Of the root, of what is out of flow, of grid items and of flex items in a column: the border-box height that what is around
    them gives."""
    area_height: int = INDEFINITE
    """Of grid items: the height of their area, once that is known."""
    edges_cache: Edges | None = None
    edges_memo: tuple[int, Edges] | None = None
    edges_plan: EdgesPlan | None = None
    strut_cache: Any = None
    content_cache: Any = None
    intrinsic_cache: tuple[int, int] | None = None
    fragment_cache: dict[Any, Any] = field(default_factory=dict)
    flow_cache: dict[Any, Any] = field(default_factory=dict)
    extra_cache: Any = None
    walked: Any = None
    """What a walk over widths keeps (``blend.Memory``)."""
    is_container: bool = False
    """Whether container queries ask for the size of something in it."""

    def walk(self) -> Iterator[Box]:
        """The box and all inside it, in order."""
        stack = [self]
        while stack:
            box = stack.pop()
            yield box
            stack.extend(reversed(box.children))

    def walk_twice(self) -> Iterator[Box]:
        """The same, and the boxes that stand for them in first lines."""
        for box in self.walk():
            yield box
            if box.first_line is not None:
                yield from box.first_line.walk()

    def forget(self) -> None:
        """Drop what layout remembered of this box itself (``forget_changed`` for one whose style has changed)."""
        self.edges_memo = self.edges_plan = self.takes_height = self.has_plain_height = None
        self.edges_cache = self.strut_cache = self.content_cache = self.intrinsic_cache = self.extra_cache = None
        self.fragment_cache.clear()
        self.flow_cache.clear()
        if self.measure is not None:
            self.natural = self.measure()

    def tell_heights(self, own: int, area: int = INDEFINITE) -> None:
        """Say what heights what is around the box gives, in 1/64 px or INDEFINITE, before anything asks for widths in it."""
        if own != self.told_height or area != self.area_height:
            self.told_height, self.area_height = own, area
            self.forget_by_height()

    def forget_by_height(self) -> None:
        """Drop what came of its height in it, where that was asked for: it may be another one now."""
        if not self.gives_height:
            return
        self.gives_height = False
        for box in self.walk_twice():
            box.intrinsic_cache = box.strut_cache = None
            box.fragment_cache.clear()
            box.flow_cache.clear()
            if box.content_cache is not None:
                box.content_cache.sizes = None

    @property
    def is_as_wide_as_content(self) -> bool:
        """Whether an automatic width is that of the content in a block, too: of buttons, and of boxes to tick."""
        return self.role in ("button", "tick")

    @property
    def is_block_level(self) -> bool:
        """Whether the box takes part in block layout and is in flow."""
        return not self.is_inline_level and not self.is_floating and not self.is_out_of_flow


def forget_changed(changed: Iterable[Box], until: Box | None = None) -> list[Box]:
    """Drop what layout remembered of boxes whose styles have changed, and of those around them, up to one. Gives all these."""
    forgotten: dict[int, Box] = {}
    for box in changed:
        box.forget_by_height()
        node: Box | None = box
        while node is not None and id(node) not in forgotten:
            forgotten[id(node)] = node
            node.forget()
            node = node.parent if node is not until else None
    return list(forgotten.values())


def edges_of(box: Box, basis: int) -> Edges:
    """Margins, borders and padding for a containing block of ``basis`` (1/64 px) width."""
    known = box.edges_cache
    if known is not None:
        return known
    memo = box.edges_memo
    if memo is not None and memo[0] == basis:
        return memo[1]
    plan = box.edges_plan
    if plan is None:
        plan = box.edges_plan = _edges_plan(box)
    lengths, (bt, br, bb, bl), autos, is_bare, has_percentages = plan
    mt, mr, mb, ml, pt, pr, pb, pl = [length.resolve(basis) for length in lengths]
    if is_bare:
        pt = pr = pb = pl = 0
    else:
        pt, pr, pb, pl = max(pt, 0), max(pr, 0), max(pb, 0), max(pl, 0)
    if box.parent is None and box.gutters != (0, 0):
        before, after = window_gutters(box)
        ml, mr = ml + before, mr + after
    top, right, bottom, left = bt + pt, br + pr, bb + pb, bl + pl
    result = Edges(mt, mr, mb, ml, bt, br, bb, bl, pt, pr, pb, pl, *autos, top, left, bottom, right, left + right, top + bottom)
    if has_percentages:
        box.edges_memo = (basis, result)
    else:
        box.edges_cache = result
    return result


def window_gutters(root: Box) -> tuple[int, int]:
    """What the window keeps for scroll bars at the left and right of the root, in 1/64 px: it counts as margins of its."""
    start, end = root.gutters if root.parent is None else (0, 0)
    return (end, start) if root.flips else (start, end)


def _edges_plan(box: Box) -> EdgesPlan:
    """What of a box's edges does not depend on its containing block."""
    style = box.style
    margin_top = ZERO if box.trimmed[0] or (box.drops_top and _is_default(style, "margin-top")) else style.margin_top
    margin_bottom = ZERO if box.trimmed[1] or (box.drops_bottom and _is_default(style, "margin-bottom")) else style.margin_bottom
    lengths = (
        margin_top, style.margin_right, margin_bottom, style.margin_left,
        style.padding_top, style.padding_right, style.padding_bottom, style.padding_left,
    )  # fmt: skip
    start, end = box.gutters if box.parent is not None else (0, 0)
    borders = box.collapsed_borders or (style.border_top_width, style.border_right_width + end, style.border_bottom_width, style.border_left_width + start)
    autos = (style.margin_left.is_auto, style.margin_right.is_auto, style.margin_top.is_auto, style.margin_bottom.is_auto)
    return lengths, borders, autos, box.kind == TABLE and style.border_collapse == "collapse", any(length.has_percentage for length in lengths)


def _is_default(style: ComputedStyle, name: str) -> bool:
    winner = style.winners.get(name)
    return winner is not None and winner.rule is not None and winner.rule.origin == "user-agent"


def height_matters(box: Box) -> bool:
    """Whether the inside of a box may depend on a height given from outside: on a percentage or ``stretch``."""
    if box.height_matters is None:
        box.height_matters = any(asks_height(child) for child in box.children) or _has_stretched_ratio(box) or _has_bases_of_height(box) or _has_rows_by_height(box)
    return box.height_matters


def asks_height(box: Box) -> bool:
    """Whether a box or something in it may depend on a height given from outside."""
    return takes_height(box) or height_matters(box)


def _has_bases_of_height(flex: Box) -> bool:
    """Whether items in a column begin with a part of its height (css-flexbox-1 §7.2.3)."""
    return flex.kind == FLEX and flex.style.flex_direction.startswith("column") and any(item.style.flex_basis.has_percentage for item in flex.children)


def _has_rows_by_height(box: Box) -> bool:
    """Whether a grid has as many rows as fit in its height (css-grid-2 §7.2.3.2)."""
    return box.kind == GRID and any(isinstance(entry, Repeat) for entry in box.style.grid_template_rows.entries)


def _has_stretched_ratio(box: Box) -> bool:
    """Whether the height of rows may give an item its width through a ratio (css-flexbox-1 §9.8, css-grid-2 §12.1)."""
    is_row = box.kind == FLEX and box.style.flex_direction.startswith("row")
    return (is_row or box.kind == GRID) and any(
        child.style.height.is_auto and (is_row if child.kind == REPLACED else child.style.aspect_ratio is not None) for child in box.children
    )


def takes_height(box: Box) -> bool:
    """Whether a box's own style has to do with a height given from outside."""
    known = box.takes_height
    if known is None:
        style = box.style
        lengths = (style.height, style.min_height, style.max_height, style.top, style.bottom)
        known = any(length.has_percentage or length.kind == STRETCH_KIND for length in lengths) or (box.kind in (FLEX, GRID) and style.row_gap.has_percentage)
        box.takes_height = known
    return known
