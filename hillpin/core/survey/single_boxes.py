"""``collapsed-parent``, ``stretched-image``, ``long-line`` and ``short-line``: single boxes at every width."""

from __future__ import annotations

import numpy as np

from ..layout import Kind
from ..markup import Element
from ..naming import own_selector
from ..shown import px
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch
from .findings import Finding, Fix, Masks, Survey, box_of, content_sizes, declared, has_own_text, is_hidden, name_of, place_of, runs_of
from .fixes import added, new_rule

LEAST = 64
LONGEST, SHORTEST = 90, 20
"""Characters: content width ÷ width of the font's 0."""
RUNNING_TEXT = 90
"""A text with fewer characters than this is a label or a title, not running text."""
_TEXT_BLOCKS = frozenset({"p", "li", "dd", "blockquote", "div", "section", "article", "aside", "main", "figcaption", "address"})


def collapsed_parent(survey: Survey) -> list[Finding]:
    """A box that does not contain its floats, and has nothing in flow after them that flows round them (CSS 2 §10.6.3)."""
    found: Masks[int] = Masks(survey.walked)
    for stretch in survey.stretches:
        for element in survey.elements:
            floats = _uncontained(survey, stretch, element)
            if not floats:
                continue
            index = element.index
            bottom = stretch.bottom[:, [one.index for one in floats]].max(axis=1)
            mask = (bottom > stretch.bottom[:, index] + LEAST) & (stretch.x[:, index] != ABSENT)
            found.put(index, stretch, mask)
    return [_collapsed(survey, survey.elements[index], low, high) for index, low, high in found.runs()]


def _uncontained(survey: Survey, stretch: Stretch, element: Element) -> list[Element]:
    box = box_of(stretch, element)
    if box is None or box.is_bfc_root or box.kind != Kind.BLOCK or element.tag in ("html", "body") or not element.elements:
        return []
    floats: list[Element] = []
    for child in element.children:
        if not isinstance(child, Element):
            if child.data.strip():
                return []
            continue
        inner = box_of(stretch, child)
        style = survey.style(child, stretch)
        if inner is not None and inner.is_floating:
            floats.append(child)
        elif style is not None and style.display != "none" and floats and not (inner is not None and inner.is_out_of_flow):
            # What follows in flow runs beside the floats: that is what floats are for.
            if style.clear == "none":
                return []
            floats = []
    return floats


def _collapsed(survey: Survey, element: Element, low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    row, name = low - stretch.low, name_of(element)
    floats = _uncontained(survey, stretch, element)
    bottom = max(int(stretch.bottom[row, one.index]) for one in floats) / 64
    own, top = int(stretch.bottom[row, element.index]) / 64, int(stretch.y[row, element.index]) / 64
    place = place_of(survey.page, element, survey.style(element, stretch), "overflow_x")
    message = f"{name} is {px(own - top)} high, and its floats reach {px(bottom - own)} further down: it does not contain them."
    working = (f"bottom of the floats {px(bottom)}", f"− bottom of {name} {px(own)}", f"= {px(bottom - own)} outside")
    return Finding("collapsed-parent", element.index, name, low, high, place.file, place.line, message, working, _contain(survey, element, place.file))


def _contain(survey: Survey, element: Element, file: str) -> tuple[Fix, ...]:
    """``display: flow-root`` in the element's own rule, or in one that is made for it."""
    sentence = f"Make {name_of(element)} contain its floats."
    own = added(survey, element, "display", "flow-root", sentence)
    sheet = file if file in survey.page.sheet_texts else next(iter(survey.page.sheet_texts), "")
    return own or (new_rule(survey, sheet, f"{own_selector(survey.page, element)} {{ display: flow-root; }}", sentence) if sheet else ())


def stretched_image(survey: Survey) -> list[Finding]:
    """A picture at a ratio that is not its own, and not fitted (css-images-3 §5.5)."""
    found: Masks[int] = Masks(survey.walked)
    pictures = [one for one in survey.elements if one.tag == "img"]
    for stretch in survey.stretches:
        for element in pictures:
            ratio, sizes = _ratio(survey, stretch, element), content_sizes(stretch, element)
            if ratio is None or sizes is None:
                continue
            width, height = sizes
            away = np.abs(height - width / ratio) > 0.5 + 1 / 64
            across = np.abs(width - height * ratio) > 0.5 + 1 / 64
            found.put(element.index, stretch, away & across & (width > 0) & (height > 0))
    return [_stretch_finding(survey, survey.elements[index], low, high) for index, low, high in found.runs()]


def _ratio(survey: Survey, stretch: Stretch, element: Element) -> float | None:
    """The picture's own ratio, where it fills its box whatever the box's."""
    style, box = survey.style(element, stretch), box_of(stretch, element)
    if style is None or box is None or box.kind != Kind.REPLACED or style.object_fit != "fill":
        return None
    size = survey.page.pictures.size(element.attributes.get("src", ""))
    return size.ratio if size is not None and size.ratio else None


def _stretch_finding(survey: Survey, element: Element, low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    style, name = survey.style(element, stretch), name_of(element)
    ratio, sizes = _ratio(survey, stretch, element), content_sizes(stretch, element)
    assert ratio is not None and sizes is not None
    width, height = float(sizes[0][low - stretch.low]), float(sizes[1][low - stretch.low])
    names = ("height", "width", "max_width") if declared(style, "height") is not None else ("width", "max_width", "height")
    place = place_of(survey.page, element, style, "aspect_ratio", *names)
    message = f"At {low:,} {name} is shown at {px(width)} × {px(height)}; at its own ratio it would be {px(width / ratio)} high."
    working = (f"width {px(width)}", f"÷ own ratio {ratio:.4g}", f"= {px(width / ratio)}", f"shown at {px(height)}")
    return Finding("stretched-image", element.index, name, low, high, place.file, place.line, message, working)


def text_measure(survey: Survey) -> list[Finding]:
    """Running text with lines over 90 or under 20 characters; blocks of one parent with one range are one finding."""
    found: dict[tuple[str, int, int, int], list[Element]] = {}
    for element in survey.elements:
        if element.tag not in _TEXT_BLOCKS or not has_own_text(element) or len(" ".join(element.text().split())) < RUNNING_TEXT:
            continue
        measure = _measures(survey, element)
        for kind, mask in (("long-line", measure > LONGEST), ("short-line", (measure < SHORTEST) & (measure > 0))):
            for low, high in runs_of(mask, survey.walked.start):
                parent = element.parent.index if element.parent is not None else -1
                found.setdefault((kind, parent, low, high), []).append(element)
    return [_measure_finding(survey, kind, elements, low, high) for (kind, _, low, high), elements in found.items()]


def _measures(survey: Survey, element: Element) -> np.ndarray:
    """Characters that go on a line, at every width of the walk; 0 where there is no such box."""
    parts: list[np.ndarray] = []
    for stretch in survey.stretches:
        style, box = survey.style(element, stretch), box_of(stretch, element)
        if style is None or box is None or box.kind != Kind.BLOCK or not box.has_inline_children or is_hidden(element, style) or style.text_wrap_mode == "nowrap":
            parts.append(np.zeros(len(stretch.x)))
            continue
        width = content_widths(stretch, element, style)
        zero = survey.zero_widths(style, stretch)
        parts.append(np.where(stretch.x[:, element.index] == ABSENT, 0, width / zero))
    return np.concatenate(parts)


def content_widths(stretch: Stretch, element: Element, style: ComputedStyle) -> np.ndarray:
    """An element's content width at every width of a stretch, in CSS px."""
    index = element.index
    width = (stretch.right[:, index] - stretch.x[:, index]).astype(np.float64)
    basis = np.zeros(len(width))
    if style.padding_left.has_percentage or style.padding_right.has_percentage:
        parent = element.parent
        if parent is not None and parent.index >= 0:
            basis = (stretch.right[:, parent.index] - stretch.x[:, parent.index]).astype(np.float64)
    padding = np.array([style.padding_left.resolve(int(one)) + style.padding_right.resolve(int(one)) for one in basis]) if basis.any() else style.padding_left.resolve(0) + style.padding_right.resolve(0)
    return (width - padding - style.border_left_width - style.border_right_width) / 64


def _measure_finding(survey: Survey, kind: str, elements: list[Element], low: int, high: int) -> Finding:
    at = high if kind == "long-line" else low
    stretch = survey.exact_at(at)
    element = elements[0]
    style = survey.style(element, stretch)
    assert style is not None
    width = float(content_widths(stretch, element, style)[at - stretch.low])
    zero = float(survey.zero_widths(style, stretch)[at - stretch.low])
    characters, name = width / zero, name_of(element)
    place = place_of(survey.page, element, style, "max_width", "width")
    many = f" ({len(elements)} blocks)" if len(elements) > 1 else ""
    message = f"Lines of {name}{many} are {characters:.0f} characters long at {at:,}; {'over 90 the eye loses the next line' if kind == 'long-line' else 'under 20 nearly every word stands alone'}."
    working = (f"content width {px(width)}", f"÷ width of 0, {px(zero)}", f"= {px(characters)} characters")
    return Finding(kind, element.index, name, low, high, place.file, place.line, message, working)
