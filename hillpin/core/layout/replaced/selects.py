"""Natural sizes of ``select``: menus and list boxes (HTML 15.5.16), as Chromium draws them."""

from __future__ import annotations

import copy
import math
import re

from ...fonts.store import FontStore
from ...markup.attribute_numbers import parse_positive
from ...markup.tree import Element
from ...styles.form_controls import is_bare
from ...styles.style import ComputedStyle
from ...units import rounded
from ..inline.inline_metrics import metrics_of
from ..inline.text_shaping import running_sums, shape_run
from ..inline.text_transforms import transformed
from ..tree.fields import chosen_option
from .natural import Natural

_IN_GROUP = "    "
"""What options of a group are moved in by in a menu."""
_MOVED_IN, _BESIDE, _BELOW, _ARROW = 20 * 64, 4 * 64, 64, 20 * 64
"""In a list box: the padding before options of a group, at both sides of all, and below them; in a menu, the room for its arrow."""


def natural_of_select(element: Element, style: ComputedStyle, fonts: FontStore, line: int, ascent: int) -> Natural:
    """A menu is as wide as its widest option, with room for the arrow; a list box as its widest option or name of a group, and as
    high as it shows rows. ``line`` and ``ascent`` are of a line of its text, in 1/64 px. Styles of options are left out."""
    options = [node for node in element.descendants() if node.tag == "option"]
    size = parse_positive(element.attributes.get("size"), 4 if "multiple" in element.attributes else 1, 10_000)
    by_content = style.field_sizing == "content"
    if is_list_box(element):
        return _list_box(element, options, style, fonts, line, max(len(options), 1) if by_content else size)
    if by_content:
        chosen = chosen_option(element)
        widest = math.ceil(_in_menu(chosen, style, fonts) * 64) if chosen is not None else 0
    else:
        widest = math.ceil(max((_in_menu(option, style, fonts) for option in options), default=0.0)) * 64
    metrics = metrics_of(fonts, style)
    # As the browser has it: what the font wants between its lines is not there, and its text keeps the line of the font that stands
    # in until its own has come.
    before, high = fonts.before_loading(style).metrics(style.font_size), metrics.ascent + metrics.descent
    own = (before.ascent + before.descent) * 64
    own_ascent = (own - high) // 128 * 64 + metrics.ascent
    if is_bare(style):
        height, baseline = (own, own_ascent) if metrics.is_normal else (line, ascent)
        return Natural(widest, height, None, baseline=baseline)
    return Natural(widest + _ARROW, (own if by_content else high) + 128, None, baseline=64 + own_ascent, inner=own + 128)


def is_list_box(element: Element) -> bool:
    """Whether a ``select`` shows its options in a box, and not as a menu."""
    return "multiple" in element.attributes or parse_positive(element.attributes.get("size"), 1, 10_000) > 1


def _list_box(element: Element, options: list[Element], style: ComputedStyle, fonts: FontStore, line: int, size: int) -> Natural:
    metrics = metrics_of(fonts, style)
    if not options:
        return Natural(0, (metrics.ascent + metrics.descent + _BELOW) * size, None)
    plain, bold = copy.copy(style), copy.copy(style)
    plain.font_weight, bold.font_weight = 400, max(style.font_weight, 700)
    indent = style.text_indent.resolve(0)
    names = [node.attributes.get("label", "") for node in element.descendants() if node.tag == "optgroup"]
    widths = [math.ceil(_width(" ".join(name.split()), bold, fonts) * 64) for name in names]
    widths += [math.ceil(_width(_text_of(option), plain, fonts) * 64) + (_MOVED_IN if _is_in_group(option) else 0) for option in options]
    return Natural(max(widths) + _BESIDE + indent, (max(line, rounded(style.font_size * 1.2)) + _BELOW) * size, None)


def _text_of(option: Element) -> str:
    return " ".join(option.attributes.get("label", option.text()).split())


def _is_in_group(option: Element) -> bool:
    return option.parent is not None and option.parent.tag == "optgroup"


def _width(text: str, style: ComputedStyle, fonts: FontStore) -> float:
    shown = transformed(text, style)
    if not shown:
        return 0.0
    return running_sums(shape_run(fonts, style, shown)[0], shown, style)[-1]


def _in_menu(option: Element, style: ComputedStyle, fonts: FontStore) -> float:
    """A menu's text: shaped word by word, moved in by spaces, of which the first is not made wider."""
    moved_in = _is_in_group(option)
    words = [word for word in re.split("( )", (_IN_GROUP if moved_in else "") + _text_of(option)) if word]
    return sum(_width(word, style, fonts) for word in words) - (style.word_spacing if moved_in else 0.0)
