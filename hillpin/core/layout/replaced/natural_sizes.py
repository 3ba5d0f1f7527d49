"""Natural sizes of pictures, embedded content and form controls (HTML 15.4, 15.5), measured in Chromium on Linux."""

from __future__ import annotations

import base64
import math
from collections.abc import Callable
from urllib.parse import unquote_to_bytes

from ...files import Files, resolve
from ...fonts.store import FontStore
from ...images import PictureSize, picture_size, size_from_attributes, svg_length
from ...markup.attribute_numbers import parse_positive
from ...markup.tree import Element
from ...styles.style import ComputedStyle
from ...units import f32, rounded, truncated
from ..inline.inline_metrics import metrics_of, with_leading
from ..inline.text_shaping import running_sums, shape_run
from .date_fields import DATE_KINDS, button_style, figures_of, natural_of_date, natural_of_file
from .natural import Natural, zoomed
from .selects import natural_of_select

CARET, SPIN_BUTTON = 64, 15 * 64
"""Where text would be put into an empty field, and the buttons of a field for numbers, in 1/64 px."""
PARTS_WITH_SIZES = frozenset({
    "file-selector-button", "-webkit-file-upload-button", "-webkit-datetime-edit", "-webkit-datetime-edit-fields-wrapper", "-webkit-calendar-picker-indicator",
    "-webkit-inner-spin-button", "-webkit-search-cancel-button", "-webkit-search-decoration",
})  # fmt: skip
"""Parts of fields whose own rules can make a field larger, and are not followed."""
ZOOMING = frozenset({"text", "search", "tel", "url", "email", "password", "number", "checkbox", "radio", "range", "button", "submit", "reset", "hidden"})
"""Kinds of ``input`` whose sizes follow ``zoom``; those of others were measured without."""
REPLACED_TAGS = frozenset({"img", "video", "canvas", "iframe", "object", "embed", "svg", "input", "textarea", "select", "audio"})
SCROLL_BARS = {"auto": 15, "thin": 10, "none": 0}
"""CSS px that a scroll bar takes where room is kept free for one, by ``scrollbar-width``."""
DATE_TYPES = frozenset({"date", "time", "datetime-local", "month", "week", "file"})
MADE_OF_PARTS = DATE_TYPES | {"color", "range", "image"}
"""Kinds of ``input`` in which the browser puts generated content beside its own parts."""


class Pictures:
    """Sizes of the pictures that a page refers to, each read once."""

    def __init__(self, files: Files, page: str) -> None:
        self.files = files
        self.page = page
        self._sizes: dict[str, PictureSize | None] = {}
        self._said: dict[str, PictureSize | None] = {}

    def size(self, address: str, base: str | None = None) -> PictureSize | None:
        """Natural size of the picture at an address, or None where there is none that can be read."""
        if address in self._said:
            return self._said[address]
        if address.startswith("data:"):
            return picture_size(_data_of(address))
        path = resolve(base if base is not None else self.page, address)
        if path is None:
            return None
        if path not in self._sizes:
            data = self.files.read(path)
            self._sizes[path] = picture_size(data) if data is not None else None
        return self._sizes[path]

    def put(self, address: str, size: PictureSize | None) -> None:
        """Say the size of the picture at an address, whatever its file has."""
        self._said[address] = size

    def data(self, address: str, base: str | None = None) -> bytes | None:
        """What is in the picture's file; None where there is none."""
        if address.startswith("data:"):
            return _data_of(address)
        path = resolve(base if base is not None else self.page, address)
        return self.files.read(path) if path is not None else None

    def length(self, address: str) -> int | None:
        """Bytes of the picture's file; None where there is none."""
        data = self.data(address)
        return len(data) if data is not None else None


def _data_of(address: str) -> bytes:
    head, _, body = address[5:].partition(",")
    try:
        return base64.b64decode(body) if head.endswith(";base64") else unquote_to_bytes(body)
    except ValueError:
        return b""


def picture_address(element: Element, matches_media: Callable[[str], bool]) -> str:
    """The address an img shows: of a matching ``source`` of its picture, its srcset, or its src (HTML 4.8.4)."""
    parent = element.parent
    if parent is not None and parent.tag == "picture":
        for source in parent.elements:
            if source is element:
                break
            if source.tag == "source" and source.attributes.get("srcset") and matches_media(source.attributes.get("media", "")):
                return first_candidate(source.attributes["srcset"])
    if "src" not in element.attributes and element.attributes.get("srcset"):
        return first_candidate(element.attributes["srcset"])
    return element.attributes.get("src", "")


def first_candidate(srcset: str) -> str:
    """The first address of a srcset."""
    words = srcset.split()
    return words[0].rstrip(",") if words else ""


def natural_of_picture(size: PictureSize) -> Natural:
    """A picture's natural size in layout units."""
    return Natural(
        rounded(size.width) if size.width is not None else None,
        rounded(size.height) if size.height is not None else None,
        size.ratio,
    )


def natural_of_element(element: Element, style: ComputedStyle, fonts: FontStore) -> Natural:
    """Natural size of embedded content and controls other than img."""
    embedded = _embedded(element)
    return zoomed(embedded, style.effective_zoom) if embedded is not None else _control(element, style, fonts)


def _embedded(element: Element) -> Natural | None:
    tag = element.tag
    if tag == "svg":
        size = size_from_attributes(element.attributes)
        return natural_of_picture(size)
    if tag == "canvas":
        width, height = svg_length(element.attributes.get("width")), svg_length(element.attributes.get("height"))
        w, h = 300.0 if width is None else width, 150.0 if height is None else height
        return Natural(truncated(w), truncated(h), w / h if h else None)
    if tag == "video":
        return Natural(300 * 64, 150 * 64, None, stands_in=True)
    if tag == "audio":
        return Natural(300 * 64, 54 * 64, None) if "controls" in element.attributes else Natural(0, 0, None)
    if tag in ("iframe", "embed", "object"):
        return Natural(300 * 64, 150 * 64, None, stands_in=True)
    return None


def natural_of_symbol(style: ComputedStyle, fonts: FontStore) -> Natural:
    """The width of an inside marker that is a symbol, with the room round it, as Chromium draws it."""
    size = float(style.font_size)
    before, after = (0, int(size * 0.4 * 64)) if style.list_style_type.startswith("disclosure") else (-64, int(size * 64))
    return Natural(symbol_width(style, fonts) + before + after, 0, None, wants_default=False)


def symbol_width(style: ComputedStyle, fonts: FontStore) -> int:
    """The width of a marker that is a symbol, in 1/64 px, as Chromium draws it."""
    if style.list_style_type.startswith("disclosure"):
        return int(float(style.font_size) * 0.66 * 64)
    return ((fonts.metrics(style).ascent * 2 // 3 + 1) // 2 + 2) * 64


def _line(style: ComputedStyle, fonts: FontStore) -> tuple[int, int]:
    """Line height and ascent with half-leading of a control's text, in 1/64 px."""
    leaded = metrics_of(fonts, style).leaded
    return leaded.ascent + leaded.descent, leaded.ascent


def _plain_line(style: ComputedStyle, fonts: FontStore) -> tuple[int, int]:
    """Height and ascent of a line of ``line-height: normal``."""
    own = fonts.metrics(style)
    plain = with_leading(own.ascent * 64, own.descent * 64, round(own.line_spacing) * 64)
    return plain.ascent + plain.descent, plain.ascent


def _average_width(style: ComputedStyle, fonts: FontStore) -> float:
    return fonts.stack(style).first.average_advance(style.font_size)


def _control(element: Element, style: ComputedStyle, fonts: FontStore) -> Natural:
    kind = element.attributes.get("type", "text").lower()
    line, ascent = _line(style, fonts)
    if style.is_text_field and kind not in DATE_KINDS and kind != "file" and line < (math.floor(style.font_size + 0.5) + 1) * 64:
        # As the browser has it: lines that are not 1 px higher than their letters, in whole px, are as high as the font says.
        line, ascent = _plain_line(style, fonts)
    if element.tag == "select":
        return natural_of_select(element, style, fonts, line, ascent)
    if element.tag == "textarea" and style.field_sizing == "content":
        return Natural(CARET, line, None, first_line=ascent)
    if element.tag == "textarea":
        columns, rows = _number(element, "cols", 20), _number(element, "rows", 2)
        upright = 0 if style.overflow_y in ("hidden", "clip") else SCROLL_BARS[style.scrollbar_width]
        level = SCROLL_BARS[style.scrollbar_width] * 64 if style.overflow_x == "scroll" else 0
        return Natural((math.ceil(f32(f32(_average_width(style, fonts)) * columns)) + upright) * 64, line * rows + level, None, first_line=ascent)
    if kind == "range":
        return zoomed(Natural(129 * 64, 16 * 64, None, sits_on_baseline=True), style.effective_zoom)
    if kind == "color":
        return Natural(44 * 64, 23 * 64, None, baseline=19 * 64)
    if kind in DATE_KINDS:
        return natural_of_date(kind, style, fonts, line, ascent)
    if kind == "file":
        return natural_of_file(style, fonts, (line, ascent), _plain_line(button_style(style), fonts))
    if style.field_sizing == "content":
        return Natural(_width_of_text(element, kind, style, fonts), line, None, baseline=ascent, line=_plain_line(style, fonts))
    figures = figures_of(element) if kind == "number" else None
    size = _number(element, "size", 20) if figures is None else figures
    average = _average_width(style, fonts)
    wider = max(fonts.stack(style).first.widest_extent(style.font_size) - average, 0.0) + (0 if figures is None else SPIN_BUTTON / 64)
    return Natural(math.ceil(f32(f32(f32(average) * size) + wider)) * 64, line, None, baseline=ascent, line=_plain_line(style, fonts))


def _width_of_text(element: Element, kind: str, style: ComputedStyle, fonts: FontStore) -> int:
    """How wide what a field of one line shows is, in 1/64 px."""
    text = element.attributes.get("value") or element.attributes.get("placeholder", "")
    if kind == "password" and element.attributes.get("value"):
        text = "\u2022" * len(text)
    beside = SPIN_BUTTON if kind == "number" else 0
    return max(math.ceil(running_sums(shape_run(fonts, style, text)[0], text, style)[-1] * 64) if text else 0, CARET) + beside


def _number(element: Element, name: str, default: int) -> int:
    return parse_positive(element.attributes.get(name), default, 10_000)
