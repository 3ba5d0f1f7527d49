"""Fonts that nothing seen asks for (css-fonts-4 §4.9, css-contain-2 §4).

A browser loads a font when something is to be drawn with it. What closed details and ``content-visibility: hidden`` hold is not
drawn, so that what is said of its boxes is said with the next font of the list, as long as nothing that is seen has its font loaded.
"""

from __future__ import annotations

from collections.abc import Iterator

from ...fonts.store import FontStore
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind

FONT_FIELDS = frozenset({"font_family", "font_weight", "font_style", "font_stretch", "font_variation_settings"})
"""What of a style chooses among the fonts of a page."""


def skips_contents(box: Box) -> bool:
    """Whether nothing in a box is drawn."""
    return box.role == "skipped" or (box.style.content_visibility == "hidden" and box.kind != Kind.INLINE)


def leave_out_unseen_fonts(root: Box, fonts: FontStore) -> frozenset[int]:
    """Have styles of what is not seen do without the fonts that nothing seen asks for; the identities of these styles."""
    skipping = [box for box in root.walk() if skips_contents(box)]
    if not skipping or not fonts.has_declared:
        return frozenset()
    unseen = {id(inner): inner for box in skipping for inner in box.walk_twice() if inner is not box or box.role == "skipped"}
    asked: set[str] = set()
    for style in _drawn(root, unseen):
        asked.update(fonts.addresses_of(style))
    changed: dict[int, ComputedStyle] = {}
    for box in unseen.values():
        for one in (box.style, box.marker_style):
            if one is None or id(one) in changed:
                continue
            families = fonts.families_from(one, asked)
            if families != one.font_family:
                one.families_there = families
                changed[id(one)] = one
        if box.measure is not None and id(box.style) in changed:
            box.natural = box.measure()
    return frozenset(changed)


def _drawn(root: Box, unseen: dict[int, Box]) -> Iterator[ComputedStyle]:
    """The styles of lines, words, inline boxes, controls and markers that are seen."""
    for box in root.walk_twice():
        if id(box) in unseen or skips_contents(box):
            continue
        if box.has_inline_children or box.is_inline_level or box.kind == Kind.REPLACED:
            yield box.style
        if box.marker_text:
            yield box.marker_style or box.style
