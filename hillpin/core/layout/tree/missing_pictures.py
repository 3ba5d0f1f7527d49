"""Pictures that are not there: their alternative text, an empty box, or nothing (HTML 15.4.2), as the browser has it."""

from __future__ import annotations

from ...markup.tree import Document, Element
from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ...styles.values import AUTO, FIXED
from ...units import ONE
from ..boxes import Box, Kind
from ..replaced.natural import Natural, zoomed

ICON = 16 * ONE
"""The sides of the picture, in 1/64 px, that says that one is missing."""


def keeps_its_box(element: Element, style: ComputedStyle, document: Document) -> bool:
    """Whether a missing picture keeps the box that it was given: it says nothing, or in quirks mode, and its sides are known. One
    that nothing is asked of, by address or words, is no missing one."""
    if not element.attributes.get("alt") and "src" not in element.attributes:
        return True
    sides = (not style.width.is_auto) + (not style.height.is_auto)
    is_sized = sides == 2 or (sides == 1 and style.aspect_ratio is not None)
    return is_sized and (document.quirks or not element.attributes.get("alt"))


def style_of_missing(box: Box, element: Element, document: Document, resolver: StyleResolver) -> ComputedStyle:
    """The style of a missing picture: in a line its sizes count for nothing, but in quirks mode one side is the other's too."""
    style = box.style
    if document.quirks and "src" in element.attributes and style.width.is_auto != style.height.is_auto:
        return resolver.adjusted_style(style, _make_square)
    if not keeps_its_box(element, style, document) and box.kind == Kind.INLINE and box.is_inline_level:
        return resolver.adjusted_style(style, _take_sizes)
    return style


def _make_square(style: ComputedStyle) -> None:
    if style.height.is_auto:
        style.height = style.width
    else:
        style.width = style.height


def _take_sizes(style: ComputedStyle) -> None:
    style.width = style.height = AUTO
    style.aspect_ratio = None


def frame_of_missing(element: Element, style: ComputedStyle) -> Natural:
    """The frame in a box that is kept: as high as the picture was to be where that is a length, else as an icon with its border,
    which too small a picture has not; it stands on the line. None is in a picture that was not asked for."""
    if "src" not in element.attributes:
        return Natural(0, 0, None, wants_default=False)
    is_small = any(side.kind == FIXED and side.units < ICON + 2 * ONE for side in (style.width, style.height))
    height = style.height.units if style.height.kind == FIXED else 0 if is_small else ICON + 4 * ONE
    return Natural(0, height, None, first_line=height, wants_default=False)


def fill_missing(box: Box, element: Element, resolver: StyleResolver) -> list[Box]:
    """Make a box that of a missing picture which is not replaced, and give what is in it: an icon that floats, and the words."""
    if box.kind == Kind.INLINE:
        box.kind = Kind.BLOCK
    box.is_bfc_root = True
    box.role = "picture"
    alt = element.attributes.get("alt")
    if not alt and (alt is not None or not element.attributes.get("src")):
        return []  # It stands for nothing.
    plain = resolver.anonymous_style(box.style, "inline")
    icon = Box(Kind.REPLACED, resolver.floating_style(box.style), None, is_floating=True, is_bfc_root=True)
    icon.natural = zoomed(Natural(ICON, ICON, None, wants_default=False), box.style.effective_zoom)
    return [icon, Box(Kind.TEXT, plain, None, text=alt, is_inline_level=True)] if alt else [icon]
