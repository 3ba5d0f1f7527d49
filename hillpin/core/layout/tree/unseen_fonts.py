"""Fonts that nothing seen asks for (css-fonts-4 §4.9, css-contain-2 §4).

A browser loads a font when something is to be drawn with it. What closed details and ``content-visibility: hidden`` hold is not
drawn, so that what is said of its boxes is said with the next font of the list, as long as nothing that is seen has its font loaded.
"""

from __future__ import annotations

from collections.abc import Iterator

from ...fonts.store import FontStore
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind


def skips_contents(box: Box) -> bool:
    """Whether nothing in a box is drawn."""
    return box.role == "skipped" or (box.style.content_visibility == "hidden" and box.kind != Kind.INLINE)


def leave_out_unseen_fonts(root: Box, fonts: FontStore) -> None:
    """Have styles of what is not seen do without the fonts that nothing seen asks for."""
    skipping = [box for box in root.walk() if skips_contents(box)] if fonts.has_declared else []
    if not skipping:
        return
    unseen = {id(inner): inner for box in skipping for inner in box.walk_twice() if inner is not box or box.role == "skipped"}
    drawn = {id(style): style for style in _drawn(root, unseen)}
    asked = {address for style in drawn.values() for address in fonts.addresses_of(style)}
    styles = {id(style): style for box in unseen.values() for style in (box.style, box.marker_style) if style is not None}
    for style in styles.values():
        families = fonts.families_from(style, asked)
        if families != style.font_family:
            style.families_there = families
    for box in unseen.values():
        if box.measure is not None and box.style.families_there is not None:
            box.natural = box.measure()


def _drawn(root: Box, unseen: dict[int, Box]) -> Iterator[ComputedStyle]:
    """The styles of lines, words, inline boxes, controls and markers that are seen."""
    for box in root.walk_twice():
        if id(box) in unseen or skips_contents(box):
            continue
        if box.has_inline_children or box.is_inline_level or box.kind == Kind.REPLACED:
            yield box.style
        if box.marker_text:
            yield box.marker_style or box.style
