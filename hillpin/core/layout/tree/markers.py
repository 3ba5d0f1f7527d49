"""Markers of list items and summaries: their text, and where they stand (css-lists-3 §3)."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from ...fonts.store import FontStore
from ...markup.tree import Element
from ...styles.resolve import StyleResolver
from ...styles.style import ComputedStyle
from ..boxes import Box, Kind
from ..replaced.natural_sizes import Pictures, natural_of_symbol
from .counters import SYMBOLS, Counters, marker_text
from .settle import adopt

Pieces = Callable[[str, object, Element, ComputedStyle], list[Box]]
"""The boxes of a piece of ``content``."""


class Markers:
    """Gives boxes their markers."""

    def __init__(self, resolver: StyleResolver, counters: Counters, pictures: Pictures, fonts: FontStore, pieces: Pieces) -> None:
        self.resolver, self.counters, self.pictures, self.fonts, self.pieces = resolver, counters, pictures, fonts, pieces

    def outside(self, box: Box, element: Element | None, style: ComputedStyle) -> None:
        """A marker beside a list item: its first line is as high as the marker's."""
        own = self._own_style(element, style)
        text = self._text(element, style, own)
        if text is not None and style.list_style_position == "outside":
            box.has_outside_marker = True
            box.marker_text = text
            box.marker_style = own if text else None
            box.marker_picture = self._picture_width(style) if own is None or own.content == "normal" else None

    def inside(self, element: Element | None, style: ComputedStyle) -> list[Box]:
        """A marker in the first line: text, or a symbol of the size that Chromium draws."""
        own = self._own_style(element, style)
        plain = self.resolver.anonymous_style(own or style, "inline")
        pieces = self._content(element, own)
        if own is not None and pieces is not None:
            return [] if own.content == "none" else [self._around(pieces, plain)]
        text = self._text(element, style, own)
        if text is None:
            return []
        if style.list_style_type not in SYMBOLS:
            shown = Box(Kind.TEXT, plain, None, pseudo="marker", text=text, is_inline_level=True)
            return [shown] if own is None else [self._around([shown], plain)]
        box = Box(Kind.REPLACED, plain, None, pseudo="marker", is_inline_level=True)
        box.measure = partial(natural_of_symbol, plain, self.fonts)
        box.natural = box.measure()
        box.role = "marker"
        return [box] if own is None else [self._around([box], plain)]

    def _around(self, shown: list[Box], style: ComputedStyle) -> Box:
        """An inline box of a marker that is set otherwise than its list item; of its style only what is inherited counts."""
        around = Box(Kind.INLINE, style, None, pseudo="marker", is_inline_level=True)
        adopt(around, shown)
        return around

    def _own_style(self, element: Element | None, style: ComputedStyle) -> ComputedStyle | None:
        """What rules for ``::marker`` make of the style of what it marks; None where there are none."""
        return self.resolver.pseudo_style(element, "marker", style) if element is not None else None

    def _content(self, element: Element | None, own: ComputedStyle | None) -> list[Box] | None:
        """The boxes of ``content``, where a marker's own style has it."""
        if own is None or element is None or own.content == "normal":
            return None
        return [] if own.content == "none" else [box for kind, data in own.content for box in self.pieces(kind, data, element, own)]

    def _text(self, element: Element | None, style: ComputedStyle, own: ComputedStyle | None) -> str | None:
        """What a marker shows, None where there is none."""
        pieces = self._content(element, own)
        if own is not None and pieces is not None:
            return None if own.content == "none" else "".join(box.text for box in pieces)
        if self._picture_width(style) is not None:
            return "▪ "
        if style.list_style_type == "none":
            return None
        return marker_text(self.counters.value("list-item"), style.list_style_type) or None

    def _picture_width(self, style: ComputedStyle) -> int | None:
        """The width of the picture that is the marker, in 1/64 px; None where there is none."""
        size = self.pictures.size(style.list_style_image[4:]) if style.list_style_image.startswith("url:") else None
        if size is None:
            return None
        if size.width is not None:
            return int(size.width * 64)
        # One without a size is as large as half the ascent of the text, as the browser has it.
        return int(self.fonts.metrics(style).ascent // 2 * min(size.ratio or 1, 1) * 64)
