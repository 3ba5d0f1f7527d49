"""Which box contains an absolutely positioned one (css-position-3 §2.1, css-transforms-1 §3, css-contain-2 §3)."""

from __future__ import annotations

from dataclasses import dataclass

from ..styles.form_controls import TICK_SIDE, is_bare
from .boxes import BLOCK, INLINE, Box, Kind
from .transforms import is_transformed

_CONTAINING = frozenset({"layout", "paint", "content", "strict"})
_LAYOUT = frozenset({"layout", "content", "strict"})
_SIZE = frozenset({"size", "strict"})


_TABLE_PARTS = frozenset({Kind.TABLE, Kind.ROW, Kind.ROW_GROUP, Kind.COLUMN, Kind.COLUMN_GROUP, Kind.INLINE, Kind.TEXT})


def is_drawn_tick(box: Box) -> bool:
    """Whether it is a box to tick as the browser draws it, whose content counts for nothing in its size."""
    return box.role == "tick" and not is_bare(box.style)


def contains_width(box: Box) -> bool:
    """Whether a box is as wide as if nothing were in it: size containment in the inline axis (css-contain-3 §3.1)."""
    style = box.style
    if is_drawn_tick(box) and box.kind != Kind.GRID:
        return True
    if style.container_type == "normal" and not style.contain:
        return False
    asks = style.container_type != "normal" or not _SIZE.isdisjoint(style.contain) or "inline-size" in style.contain
    return asks and box.kind not in _TABLE_PARTS and box.role != "cell"


def contains_height(box: Box) -> bool:
    """Whether a box is as high as if nothing were in it: size containment in both axes (css-contain-2 §3.1)."""
    style = box.style
    asks = is_drawn_tick(box) or style.container_type == "size" or (bool(style.contain) and not _SIZE.isdisjoint(style.contain))
    return asks and box.kind not in _TABLE_PARTS and box.role != "cell"


def held_width(box: Box) -> int:
    """What the content of a box without it is wide, in 1/64 px (css-sizing-4 §4.3)."""
    return round(TICK_SIDE * box.style.effective_zoom) if is_drawn_tick(box) else box.style.contain_intrinsic_width.units


def held_height(box: Box) -> int:
    """What the content of a box without it is high, in 1/64 px."""
    return round(TICK_SIDE * box.style.effective_zoom) if is_drawn_tick(box) else box.style.contain_intrinsic_height.units


def contains_layout(box: Box) -> bool:
    """Whether a box has no baseline for what is outside it: layout containment (css-contain-2 §3.2)."""
    contain = box.style.contain
    return bool(contain) and not _LAYOUT.isdisjoint(contain) and box.kind not in _TABLE_PARTS and box.role not in ("cell", "caption")


def is_containing_block(box: Box, fixed: bool = False) -> bool:
    """Whether a box is the containing block of absolutely (or fixed) positioned descendants."""
    style = box.style
    if box.kind != INLINE and (is_transformed(style) or style.filter or style.backdrop_filter or style.will_change or style.perspective or style.transform_style):
        # css-transforms-1 §3, filter-effects-1 §5.
        return True
    if style.contain and not _CONTAINING.isdisjoint(style.contain) and (box.kind not in _TABLE_PARTS or box.kind == Kind.TABLE):
        # css-contain-2 §3.3 and §3.4.
        return True
    return not fixed and style.position != "static"


def containing_box(box: Box) -> Box | None:
    """The box whose padding box an out-of-flow box is placed in; None for the initial containing block."""
    fixed = box.style.position == "fixed"
    node: Box | None = box
    while node is not None:
        for inline in reversed(node.inline_parents):
            if is_containing_block(inline, fixed):
                return inline
        node = node.parent
        if node is not None and is_containing_block(node, fixed):
            return node
    return None


def ways_of_positioned(root: Box) -> tuple[set[int], set[int]]:
    """The boxes that place absolutely positioned boxes out of lines of text, and those that carry any beyond themselves."""
    holders: set[int] = set()
    passes: set[int] = set()
    for box in root.walk():
        if not box.is_out_of_flow:
            continue
        end = containing_box(box)
        while end is not None and end.kind == INLINE:
            end = (end.split_from or end).parent
        node = box.parent
        if node is not None and (node.kind != BLOCK or node.has_inline_children):
            while node is not None and node.kind == INLINE:
                node = node.parent
            if node is not None and node is end:
                holders.add(id(node))
        while node is not None and node is not end:
            passes.add(id(node))
            node = node.parent
    return holders, passes


@dataclass(frozen=True, slots=True)
class Frame:
    """A containing block: its rectangle relative to the fragment that the boxes are added to."""

    x: int
    y: int
    width: int
    height: int
