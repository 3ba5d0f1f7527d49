"""From right to left: such boxes are laid out as in a mirror, with left for right in their styles, and turned back (css-writing-modes-4 §2.1).

A formatting context has one direction, that of the box that makes it: its blocks, items, columns and cells begin there. Lines have
that of their block container. What stands in it has the styles that it would have if all of it were seen in a mirror.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field

from ...markup.tree import Element
from ...styles.directions import mirrored_name
from ...styles.style import ComputedStyle
from ...styles.values import AUTO
from ..boxes import Box, Kind
from ..containing import containing_box
from ..table.table_borders import collapse_borders
from ..table.table_grid import table_grid

_CONTEXTS = (Kind.FLEX, Kind.GRID, Kind.TABLE)
_SIDES = {"left": "right", "right": "left", "-webkit-left": "-webkit-right", "-webkit-right": "-webkit-left"}
_PLACE = (("margin_left", "margin_right"), ("left", "right"))
_PLACE_WORDS = ("float", "clear")
_FRAME = (("padding_left", "padding_right"), ("border_left_width", "border_right_width"), ("border_left_style", "border_right_style"))
_TEXT_WORDS = ("text_align", "text_align_last", "justify_content", "justify_items")

Ways = tuple[bool, bool, bool, bool]
"""Whether the place of a box, its own frame and what is in it are seen in a mirror, and whether its containing block begins on the
other side than what it is placed in."""
Borders = tuple[int, int, int, int] | None
"""Top, right, bottom, left in 1/64 px."""


@dataclass(slots=True)
class _Turned:
    """A box with its style as it is and as layout has it, and its collapsed borders both ways."""

    box: Box
    style: ComputedStyle
    mirrored: ComputedStyle
    borders: Borders = None
    mirrored_borders: Borders = None


@dataclass(slots=True)
class Turning:
    """What of a box tree is laid out in a mirror; false where nothing is."""

    turned: list[_Turned] = field(default_factory=list)
    made: list[tuple[ComputedStyle, Ways, ComputedStyle]] = field(default_factory=list)
    """Each style in a mirror that some boxes share: what it is of, which of its sides change places, and itself."""

    def __bool__(self) -> bool:
        return bool(self.turned)

    @contextmanager
    def in_mirror(self) -> Iterator[None]:
        """For the time of a layout boxes have the styles that they have in a mirror."""
        if not self.turned:
            yield
            return
        for style, ways, mirrored in self.made:
            _mirror(style, ways, mirrored)
        for one in self.turned:
            one.box.style, one.box.collapsed_borders = one.mirrored, one.mirrored_borders
            _forget_edges(one.box)
        try:
            yield
        finally:
            for one in self.turned:
                one.box.style, one.box.collapsed_borders = one.style, one.borders
                _forget_edges(one.box)


def turning_of(root: Box, body: Element | None) -> Turning:
    """How a finished box tree is laid out; marks the boxes in which the direction changes. The direction of the page is that of its
    body, if it has one (css-writing-modes-4 §8)."""
    turning = Turning()
    if all(box.style.direction == "ltr" for box in root.walk()):
        return turning
    principal = next((box.style.direction for box in root.children if box.element is body is not None), root.style.direction)
    visit = _Visit(turning, principal)
    visit.run(root)
    for box in root.walk():
        if box.kind == Kind.TABLE and box.style.border_collapse == "collapse" and visit.insides[id(box)] == "rtl":
            visit.collapse(box)
    for one in turning.turned:
        one.borders = one.box.collapsed_borders
        one.mirrored_borders = _swapped(one.borders) if visit.insides[id(one.box)] == "rtl" else one.borders
    return turning


class _Visit:
    """Goes through a box tree once and finds which boxes are seen in a mirror."""

    def __init__(self, turning: Turning, principal: str) -> None:
        self.turning, self.principal = turning, principal
        self.insides: dict[int, str] = {}
        self.shared: dict[tuple[int, Ways], ComputedStyle] = {}

    def run(self, root: Box) -> None:
        stack = [(root, self.principal)]
        while stack:
            box, world = stack.pop()
            content = self._box(box, world, is_root=box is root)
            stack += [(child, content) for child in box.children]
            if box.first_line is not None:
                stack += [(child, content) for child in box.first_line.children]

    def _box(self, box: Box, world: str, is_root: bool) -> str:
        """Mark one box that stands in a direction; the direction of what is in it."""
        if box.is_out_of_flow:
            around = containing_box(box)
            world = self.principal if around is None else around.style.direction if around.is_reversed and around.kind == Kind.BLOCK else self.insides[id(around)]
        own = self.principal if is_root else box.style.direction
        is_context = is_root or box.kind in _CONTEXTS or (box.kind == Kind.BLOCK and box.is_bfc_root)
        inside = own if is_context else world
        self.insides[id(box)] = inside
        self.insides.update((id(inline), world) for inline in box.inline_parents)
        box.flips = inside != world if not is_root else self.principal == "rtl"
        box.is_reversed = box.kind in (Kind.BLOCK, Kind.INLINE) and own != inside
        content = own if box.kind == Kind.BLOCK and box.has_inline_children else inside
        is_against = box.parent is not None and box.parent.kind == Kind.BLOCK and box.parent.is_reversed and not box.is_inline_level
        box.from_right = world == "rtl"
        ways = (world == "rtl", inside == "rtl", content == "rtl", is_against)
        if any(ways) and box.kind != Kind.TEXT:
            self.turning.turned.append(_Turned(box, box.style, self._mirrored(box.style, ways)))
        return content

    def collapse(self, table: Box) -> None:
        """The collapsed borders of a table whose columns begin at the right: found as in a mirror, and turned back."""
        parts = [(box, box.style) for box in table.walk() if box.kind != Kind.TEXT]
        for box, style in parts:
            box.style = self._mirrored(style, (False, True, False, False))
        collapse_borders(table)
        for box, style in parts:
            box.style = style
        for box in (table, *(cell.box for cell in table_grid(table).cells)):
            box.collapsed_borders = _swapped(box.collapsed_borders)
            _forget_edges(box)

    def _mirrored(self, style: ComputedStyle, ways: Ways) -> ComputedStyle:
        known = self.shared.get((id(style), ways))
        if known is None:
            known = self.shared[id(style), ways] = ComputedStyle()
            self.turning.made.append((style, ways, known))
            _mirror(style, ways, known)
        return known


def _mirror(style: ComputedStyle, ways: Ways, into: ComputedStyle) -> None:
    """A style with left for right where it is seen in a mirror."""
    fields = into.__dict__
    fields.clear()
    fields.update(style.__dict__)
    place, frame, text, is_against = ways
    pairs = (*(_PLACE if place else ()), *(_FRAME if frame else ()))
    words = (*(_PLACE_WORDS if place else ()), *(_TEXT_WORDS if text else ()), *(("justify_self",) if place != is_against else ()))
    for left, right in pairs:
        fields[left], fields[right] = style.__dict__[right], style.__dict__[left]
    for name in words:
        fields[name] = " ".join(_SIDES.get(word, word) for word in style.__dict__[name].split())
    if is_against and style.position == "relative" and not (into.left.is_auto or into.right.is_auto):
        into.left = AUTO
    names = {name.replace("_", "-") for pair in pairs for name in pair}
    into.winners = {mirrored_name(name) if name in names else name: winner for name, winner in style.winners.items()}


def _swapped(borders: Borders) -> Borders:
    return None if borders is None else (borders[0], borders[3], borders[2], borders[1])


def _forget_edges(box: Box) -> None:
    box.edges_memo = box.edges_cache = box.edges_plan = None
