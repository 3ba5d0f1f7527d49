"""``::first-line`` (css-pseudo-4 §2.1): the inline boxes of a block container once more, as its first line shows them."""

from __future__ import annotations

from ...markup.tree import Element
from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ..boxes import OWN_STYLE, Box, Kind

_TWICE = (Kind.INLINE, Kind.TEXT, Kind.BREAK)


def put_first_line(box: Box, element: Element, style: ComputedStyle, resolver: StyleResolver) -> bool:
    """Give a block container the first line that its pseudo-element styles, if it has one: False where the line is in another box,
    or begins with a letter of its own. Boxes that stand in the line as a whole are the same in both."""
    pseudo = resolver.cascade.matches(element).pseudo
    own = resolver.pseudo_style(element, "first-line", style) if "first-line" in pseudo else None
    if own is None or box.kind != Kind.BLOCK or not box.children:
        return True
    if not box.has_inline_children or "first-letter" in pseudo:
        return False
    first = Box(Kind.BLOCK, own, element, parent=box, pseudo="first-line", has_outside_marker=box.has_outside_marker)
    first.children = [_twin(child, first, style, own, resolver) for child in box.children]
    box.first_line = first
    return True


def _twin(box: Box, parent: Box, around: ComputedStyle, inside: ComputedStyle, resolver: StyleResolver) -> Box:
    """A box again, under a parent whose style is ``inside`` in the first line and ``around`` in others."""
    if box.kind not in _TWICE or box.is_out_of_flow or box.is_floating:
        return box
    style = inside
    if box.style is not around:
        if box.role == OWN_STYLE:
            # As the browser has it: text of an element without a box keeps its own style.
            style = box.style
        elif box.element is None:
            style = resolver.anonymous_style(inside, box.style.display)
        elif box.pseudo is None:
            style = resolver.style_of(box.element, inside)
        else:
            style = resolver.pseudo_style(box.element, box.pseudo, inside) or inside
    twin = Box(box.kind, style, box.element, parent=parent, pseudo=box.pseudo, text=box.text, is_inline_level=box.is_inline_level, role=box.role)
    twin.is_relative, twin.opens, twin.closes = box.is_relative, box.opens, box.closes
    twin.children = [_twin(child, twin, box.style, style, resolver) for child in box.children]
    return twin
