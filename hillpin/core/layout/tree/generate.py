"""Box generation: from styled elements to the box tree (css-display-3 §2, CSS 2 §9.2, §12)."""

from __future__ import annotations

from functools import partial

from ...fonts.store import FontStore
from ...markup.attribute_numbers import parse_integer
from ...markup.tree import Document, Element, Text
from ...styles.displays import is_list_item
from ...styles.form_controls import BARS, BUTTON_TYPES, display_of, is_tick
from ...styles.media import Viewport, parse_media
from ...styles.properties import INHERITED_NAMING, NAMING
from ...styles.resolve import ITEM_CONTAINERS, StyleResolver
from ...styles.style import ComputedStyle
from ...styles.variables import tokens_of
from ..boxes import Box, Kind
from ..replaced.natural import Natural, zoomed
from ..replaced.natural_sizes import (
    MADE_OF_PARTS,
    PARTS_WITH_SIZES,
    REPLACED_TAGS,
    ZOOMING,
    Pictures,
    natural_of_element,
    natural_of_picture,
    picture_address,
)
from .box_tree import BoxTree
from .counters import Counters, counter_text
from .details import own_summary, parts_of, skip
from .fields import holds_its_text, text_in_field
from .fieldsets import settle_fieldset
from .first_letters import Found, letter_box, put_first_letter
from .first_lines import put_first_line
from .lines import mark_lines
from .markers import Markers
from .missing_pictures import fill_missing, frame_of_missing, keeps_its_box, style_of_missing
from .quirk_margins import drop_margins
from .scrollbar_gutters import SCROLLS, gutters_of
from .settle import in_own_style, settle
from .trimmed_margins import trim_margins
from .turning import turning_of
from .unseen_fonts import leave_out_unseen_fonts

ZERO_WIDTH_SPACE = "\u200b"
"""Keeps a line in a button without words."""

_KINDS: dict[str, Kind] = {
    "flex": Kind.FLEX, "inline-flex": Kind.FLEX, "grid": Kind.GRID, "inline-grid": Kind.GRID,
    "table": Kind.TABLE, "inline-table": Kind.TABLE, "table-row-group": Kind.ROW_GROUP,
    "table-header-group": Kind.ROW_GROUP, "table-footer-group": Kind.ROW_GROUP, "table-row": Kind.ROW,
    "table-column": Kind.COLUMN, "table-column-group": Kind.COLUMN_GROUP, "inline": Kind.INLINE, "ruby": Kind.INLINE,
    "inline list-item": Kind.INLINE,
}  # fmt: skip
_CONTAINING = frozenset({"layout", "paint", "content", "strict"})



def _has_marker(element: Element, display: str) -> bool:
    """Whether an element has a marker: as the browser has it, buttons and fieldsets have none."""
    return is_list_item(display) and element.tag not in ("button", "fieldset")

class Generator:
    """Makes the box tree of a document."""

    def __init__(self, document: Document, resolver: StyleResolver, fonts: FontStore, pictures: Pictures, viewport: Viewport) -> None:
        self.document = document
        self.resolver = resolver
        self.fonts = fonts
        self.pictures = pictures
        self.viewport = viewport
        self.counters = Counters()
        self.markers = Markers(resolver, self.counters, pictures, fonts, self._content_piece)
        self.tree = BoxTree(Box(Kind.BLOCK, ComputedStyle(), None))

    def build(self) -> BoxTree:
        """The box tree; the root element always makes a box."""
        root = self.document.root
        style = self.tree.styles[root] = self.resolver.style_of(root, None)
        box = Box(Kind.BLOCK, style, root)
        if style.display in ("flex", "grid"):
            box.kind = _KINDS[style.display]
        box.is_bfc_root = True
        box.gutters = gutters_of(style, is_root=True)
        self.counters.apply(style.counter_reset, style.counter_increment, style.counter_set)
        self._fill(box, root, style)
        self.tree.root = box
        if self.document.quirks:
            drop_margins(box)
            for one in box.walk():
                one.passes_height = one.kind == Kind.BLOCK and one.role != "cell" and not one.is_out_of_flow
            for one in (box, *box.children):
                one.fills_viewport = one.element in (root, self.document.body) and one.kind == Kind.BLOCK and one.is_block_level
        if any("margin-trim" in style.winners for style in self.tree.styles.values()):
            trim_margins(box)
        mark_lines(box)
        self.tree.turning = turning_of(box, self.document.body)
        leave_out_unseen_fonts(box, self.fonts)
        return self.tree

    def _fill(self, box: Box, element: Element, style: ComputedStyle) -> None:
        children: list[Box] = []
        self.counters.enter()
        as_item = style.display in ITEM_CONTAINERS and not style.is_legacy_box
        if _has_marker(element, style.display) and (style.list_style_position == "inside" or box.kind == Kind.INLINE):
            children += self.markers.inside(element, style)
        self._content(element, style, as_item, children)
        self.counters.leave()
        if box.kind == Kind.BLOCK and "first-letter" in self.resolver.cascade.matches(element).pseudo:
            if put_first_letter(children, partial(letter_box, self.resolver, self.box_for, element, partial(self._note_style, box, element))) is Found.UNKNOWN:
                self._unmodelled(box, element, "::first-letter")
        put = settle_fieldset if element.tag == "fieldset" else settle
        put(box, children, self.resolver)
        if not put_first_line(box, element, style, self.resolver):
            self._unmodelled(box, element, "::first-line")

    def _content(self, element: Element, style: ComputedStyle, as_item: bool, into: list[Box]) -> None:
        """The boxes of an element's pseudo-elements and children, as raw siblings."""
        self._generated(element, "before", style, as_item, into)
        if element.tag == "details":
            self._details(element, style, as_item, into)
        elif element.tag not in BARS:
            self._children(element.children, style, as_item, into)
        self._generated(element, "after", style, as_item, into)

    def _children(self, children: list[Element | Text], style: ComputedStyle, as_item: bool, into: list[Box]) -> None:
        for child in children:
            if isinstance(child, Text):
                into.append(Box(Kind.TEXT, style, None, text=child.data, is_inline_level=True))
            else:
                self._element(child, style, as_item, into)

    def _details(self, element: Element, style: ComputedStyle, as_item: bool, into: list[Box]) -> None:
        summary, rest = parts_of(element)
        shown = self.resolver.pseudo_style(element, "details-content", style, as_item) if "open" in element.attributes else None
        if summary is None:
            box = self.box_for(self.resolver.anonymous_style(style, "block"), None)
            into.append(own_summary(box, shown is None, partial(self.markers.inside, None), self.resolver))
        else:
            self._element(summary, style, as_item, into)
        inside: list[Box] = []
        holder = shown or self.resolver.anonymous_style(style, "flow-root")
        self._children(rest, holder, shown is not None and shown.display in ITEM_CONTAINERS, inside)
        if shown is not None and shown.display == "contents":
            into += inside
        elif shown is not None and shown.display != "none":
            into.append(self.box_for(shown, None))
            settle(into[-1], inside, self.resolver)
        elif shown is None:
            into.append(skip(self.box_for(holder, None), inside, self.resolver))

    def _in_own_style(self, box: Box, style: ComputedStyle) -> Box:
        """Text of an element without a box stands in an inline box, so that its own line height counts (css-display-3 §2.5)."""
        is_text = box.kind == Kind.TEXT and box.style is style and box.text.strip()
        return in_own_style(box, self.resolver) if is_text else box

    def _element(self, element: Element, parent: ComputedStyle, as_item: bool, into: list[Box]) -> None:
        style = self.resolver.style_of(element, parent, as_item)
        self.tree.styles[element] = style
        display = style.display = display_of(element, style)
        if display == "none" or element.tag in ("frame", "noframes"):
            return
        if display == "contents" and (element.tag in ("br", "wbr") or self._is_replaced(element)):
            return  # Boxes that are more than their contents vanish (css-display-3, appendix B).
        if element.tag == "br":
            into.append(Box(Kind.BREAK, style, element, is_inline_level=True))
            return
        if element.tag == "wbr":
            into.append(Box(Kind.TEXT, style, element, text="\u200b", is_inline_level=True))
            return
        self._count(element, style)
        if display == "contents":
            self.counters.enter()
            inner: list[Box] = []
            self._content(element, style, as_item, inner)
            self.counters.leave()
            into += inner if as_item else [self._in_own_style(one, style) for one in inner]
            return
        if self._is_replaced(element) and not holds_its_text(element, style):
            self._replaced(element, style, into)
            return
        box = self.box_for(style, element)
        self._note_features(box, element, style)
        if _has_marker(element, display) and box.kind == Kind.BLOCK:
            self.markers.outside(box, None if box.pseudo else element, style)
        into.append(box)
        if element.tag == "button":
            box.role = "button"
        if is_tick(element):
            box.role = "tick"
        elif element.tag in ("input", "textarea"):
            box.role = "button" if element.tag == "input" else box.role
            settle(box, [text_in_field(element, style, self.resolver)], self.resolver)
            return
        self._span(box, element)
        self._fill(box, element, style)

    def box_for(self, style: ComputedStyle, element: Element | None, pseudo: str | None = None) -> Box:
        """A box without children for a style."""
        display = style.display
        box = Box(_KINDS.get(display, Kind.BLOCK), style, element, pseudo=pseudo)
        box.is_floating = style.float in ("left", "right")
        box.is_out_of_flow = style.position in ("absolute", "fixed")
        box.is_relative = style.position == "relative"
        in_flow = not (box.is_floating or box.is_out_of_flow)
        box.is_inline_level = display.startswith("inline") and in_flow
        if display in ("table-cell", "table-caption"):
            box.role = "cell" if display == "table-cell" else "caption"
        propagated = element is not None and element.tag in ("body", "html") and self._propagates(element)
        clips = style.overflow_x in SCROLLS or style.overflow_y in SCROLLS
        box.is_bfc_root = (
            not in_flow
            or box.kind in (Kind.FLEX, Kind.GRID, Kind.TABLE)
            or display in ("inline-block", "table-cell", "table-caption", "flow-root", "flow-root list-item", "inline flow-root list-item")
            or (clips and box.kind == Kind.BLOCK and not propagated)
            or style.container_type != "normal"
            or not _CONTAINING.isdisjoint(style.contain)
            or style.column_count != "auto" or style.column_span == "all"
            or (style.align_content not in ("normal", "last baseline") and box.kind == Kind.BLOCK)
            or not style.column_width.is_auto
            or (element is not None and (element.tag in ("fieldset", "button") or is_tick(element)))
        )
        if not propagated and box.kind in (Kind.BLOCK, Kind.FLEX, Kind.GRID):
            box.gutters = gutters_of(style)
        return box

    def _propagates(self, element: Element) -> bool:
        """Whether the element's overflow goes to the viewport."""
        if element.tag == "html":
            return True
        root = self.tree.styles.get(self.document.root)
        found = root is not None and root.overflow_x == "visible" and root.overflow_y == "visible" and element is self.document.body
        if found:
            self.tree.viewport_overflow = element
        return found

    def _count(self, element: Element, style: ComputedStyle) -> None:
        increments = list(style.counter_increment)
        resets = list(style.counter_reset)
        attributes = element.attributes
        if element.tag in ("ol", "ul", "menu", "dir"):
            start = parse_integer(attributes.get("start"))
            if element.tag == "ol" and "reversed" in attributes:
                count = sum(1 for child in element.elements if child.tag == "li")
                resets.append(("list-item", (count if start is None else start) + 1))
            else:
                resets.append(("list-item", (1 if start is None else start) - 1))
        if is_list_item(style.display) and not any(name == "list-item" for name, _ in increments):
            parent = element.parent
            backwards = parent is not None and parent.tag == "ol" and "reversed" in parent.attributes
            increments.append(("list-item", -1 if backwards else 1))
        self.counters.apply(resets, increments, style.counter_set)
        if element.tag == "li" and (value := parse_integer(attributes.get("value"))) is not None:
            self.counters.set("list-item", value)

    def _span(self, box: Box, element: Element) -> None:
        if element.tag in ("td", "th"):
            box.column_span = _span_of(element.attributes.get("colspan"), 1000, 1)
            box.row_span = _span_of(element.attributes.get("rowspan"), 65534, 0)
        elif element.tag in ("col", "colgroup"):
            box.column_span = _span_of(element.attributes.get("span"), 1000, 1)

    # Generated content

    def _generated(self, element: Element, name: str, parent: ComputedStyle, as_item: bool, into: list[Box]) -> None:
        style = self.resolver.pseudo_style(element, name, parent, as_item)
        if style is None or style.content in ("normal", "none") or style.display == "none":
            return
        self.counters.apply(style.counter_reset, style.counter_increment, style.counter_set)
        children: list[Box] = []
        for kind, data in style.content:
            children += self._content_piece(kind, data, element, style)
        if style.display == "contents":
            into += children if as_item else [in_own_style(one, self.resolver) if one.kind == Kind.TEXT else one for one in children]
            return
        box = self.box_for(style, element, name)
        if is_list_item(style.display) and box.kind == Kind.BLOCK:
            self.markers.outside(box, None if box.pseudo else element, style)
        settle(box, children, self.resolver)
        into.append(box)

    def _content_piece(self, kind: str, data: object, element: Element, style: ComputedStyle) -> list[Box]:
        text = ""
        if kind == "text":
            text = str(data)
        elif kind == "attr":
            text = element.attributes.get(str(data), "")
        elif kind == "quote":
            text = self.counters.quote(str(data), style.quotes)
        elif kind in ("counter", "counters") and isinstance(data, tuple):
            name, words = data
            style_name = words[-1] if len(words) > (1 if kind == "counters" else 0) else "decimal"
            if kind == "counter":
                text = counter_text(self.counters.value(name), style_name)
            else:
                text = (words[0] if words else "").join(counter_text(v, style_name) for v in self.counters.values(name))
        elif kind == "image":
            size = self.pictures.size(str(data)) if data else None
            plain = self.resolver.anonymous_style(style, "inline")
            box = Box(Kind.REPLACED, plain, None, is_inline_level=True)
            box.natural = zoomed(natural_of_picture(size), style.effective_zoom) if size is not None else Natural(0, 0, None)
            return [box]
        if not text:
            return []
        plain = self.resolver.anonymous_style(style, "inline")
        return [Box(Kind.TEXT, plain, None, text=text, is_inline_level=True, is_counted=kind not in ("text", "attr"))]

    # Replaced elements and controls

    def _is_replaced(self, element: Element) -> bool:
        if element.tag not in REPLACED_TAGS:
            return False
        if element.tag == "object":
            size = self.pictures.size(element.attributes.get("data", ""))
            return size is not None or not element.attributes.get("data")
        return element.tag != "input" or (not is_tick(element) and element.attributes.get("type", "").lower() not in BUTTON_TYPES)

    def _replaced(self, element: Element, style: ComputedStyle, into: list[Box]) -> None:
        measure = None
        if element.tag == "img":
            address = picture_address(element, self._media_matches)
            size = self.pictures.size(address) if address else None
            if size is None:
                self._missing_picture(element, style, into)
                return
            natural = zoomed(natural_of_picture(size), style.effective_zoom)
        elif element.tag == "object" and (size := self.pictures.size(element.attributes.get("data", ""))) is not None:
            natural = zoomed(natural_of_picture(size), style.effective_zoom)
        else:
            measure = partial(natural_of_element, element, style, self.fonts)
            natural = measure()
        box = self.box_for(style, element)
        box.kind = Kind.REPLACED
        box.is_bfc_root = True
        box.natural, box.measure = natural, measure
        if box.role == "cell":
            box.role = ""
        if style.display == "inline" or box.is_inline_level:
            box.is_inline_level = not (box.is_floating or box.is_out_of_flow)
        into.append(box)
        self._note_features(box, element, style)

    def _missing_picture(self, element: Element, style: ComputedStyle, into: list[Box]) -> None:
        box = self.box_for(style, element)
        box.style = style_of_missing(box, element, self.document, self.resolver)
        if keeps_its_box(element, box.style, self.document):
            box.kind, box.is_bfc_root, box.role = Kind.REPLACED, True, "picture"
            box.measure = partial(frame_of_missing, element, box.style)
            box.natural = box.measure()
        else:
            settle(box, fill_missing(box, element, self.resolver), self.resolver)
        into.append(box)

    def _media_matches(self, text: str) -> bool:
        return not text or parse_media(tokens_of(text)).matches(self.viewport)

    def _note_features(self, box: Box, element: Element, style: ComputedStyle) -> None:
        """Name what layout does not cover."""
        self._note_style(box, element, style)
        if element.tag == "input":
            for part in self.resolver.cascade.matches(element).pseudo:
                if part in PARTS_WITH_SIZES or (part in ("before", "after") and self._stands_in_field(element, part, style)):
                    self._unmodelled(box, element, f"::{part}")
        if style.effective_zoom != 1 and (element.tag == "select" or (element.tag == "input" and element.attributes.get("type", "text").lower() not in ZOOMING)):
            self._unmodelled(box, element, "zoom of a control")

    def _stands_in_field(self, element: Element, part: str, style: ComputedStyle) -> bool:
        """Whether generated content takes room in a field that the browser makes of parts, which is not followed."""
        if element.attributes.get("type", "").lower() not in MADE_OF_PARTS:
            return False
        own = self.resolver.pseudo_style(element, part, style)
        return own is not None and own.content not in ("normal", "none") and own.display != "none" and own.position not in ("absolute", "fixed")

    def _note_style(self, box: Box, element: Element, style: ComputedStyle) -> None:
        fields = style.__dict__
        for prop in (*INHERITED_NAMING, *(NAMING[name] for name in style.winners if name in NAMING)):
            feature = prop.names(fields[prop.field]) if prop.names is not None else ""
            if feature:
                self._unmodelled(box, element, feature)
        for match in self.resolver.cascade.matches(element).own:
            unfollowed = match.rule.unfollowed
            if unfollowed and (unfollowed[0].startswith("@") or self.resolver.active.holds(match.rule, element)):
                self._unmodelled(box, element, unfollowed[0])

    def _unmodelled(self, box: Box, element: Element, feature: str) -> None:
        self.tree.unmodelled.append((box, element, feature))


def _span_of(text: str | None, most: int, least: int) -> int:
    value = parse_integer(text)
    return 1 if value is None or value < least else min(value, most)
