"""``small-target``: links and buttons under 24 × 24 with nothing around them to make up for it (WCAG 2.2, 2.5.8)."""

from __future__ import annotations

import numpy as np

from ..markup import Element
from ..shown import px
from ..widths import ABSENT, Stretch
from .findings import Finding, Masks, Survey, box_of, declared, is_hidden, name_of, place_of, runs_of

SIZE = 24 * 64
_FIELDS = ("input", "select", "textarea")
_SIZING = ("width", "height", "padding_top", "padding_bottom", "border_top_width", "font_size", "line_height", "appearance")
_LISTS = ("ul", "ol", "nav", "menu", "header", "footer", "form", "section", "article", "main", "table")


def small_target(survey: Survey) -> list[Finding]:
    """Targets that are too small and too near to others, one finding for those of one list."""
    masks: Masks[int] = Masks(survey.walked)
    for stretch in survey.stretches:
        targets = [one for one in survey.elements if _is_target(survey, stretch, one)]
        for element, mask in _failing(survey, stretch, targets):
            masks.put(element.index, stretch, mask)
    groups: dict[int, list[int]] = {}
    for index in masks.of:
        groups.setdefault(_group(survey.elements[index]), []).append(index)
    findings: list[Finding] = []
    for indexes in groups.values():
        union = np.any([masks.of[index] for index in indexes], axis=0)
        for low, high in runs_of(union, survey.walked.start):
            there = [index for index in indexes if masks.of[index][low - survey.walked.start]]
            findings.append(_finding(survey, there, low, high))
    return findings


def _is_target(survey: Survey, stretch: Stretch, element: Element) -> bool:
    attributes = element.attributes
    is_link = element.tag in ("a", "area") and "href" in attributes
    is_control = element.tag in ("button", "summary", *_FIELDS) and attributes.get("type", "").lower() != "hidden" and "disabled" not in attributes
    if not (is_link or is_control or attributes.get("role") in ("button", "link")):
        return False
    if is_hidden(element, survey.style(element, stretch)):
        return False
    index = element.index
    # Skip links and the like wait off the screen, or in a box of one px.
    width, height = stretch.right[:, index] - stretch.x[:, index], stretch.bottom[:, index] - stretch.y[:, index]
    is_there = (stretch.x[:, index] != ABSENT) & (stretch.right[:, index] > 0) & (stretch.bottom[:, index] > 0) & (width > 64) & (height > 64)
    return bool(is_there.any())


def _failing(survey: Survey, stretch: Stretch, targets: list[Element]) -> list[tuple[Element, np.ndarray]]:
    if not targets:
        return []
    indexes = [one.index for one in targets]
    left, top, right, bottom = (table[:, indexes].astype(np.int64) for table in (stretch.x, stretch.y, stretch.right, stretch.bottom))
    absent = left == ABSENT
    small = ((right - left < SIZE) | (bottom - top < SIZE)) & ~absent
    middle_x, middle_y = (left + right) / 2, (top + bottom) / 2
    found: list[tuple[Element, np.ndarray]] = []
    for place, element in enumerate(targets):
        if not small[:, place].any() or _is_excepted(survey, stretch, element):
            continue
        mask = np.zeros(len(small), np.bool_)
        cx, cy = middle_x[:, place], middle_y[:, place]
        near = np.flatnonzero((np.abs(middle_y - cy[:, np.newaxis]) < 4 * SIZE).any(axis=0))
        for other in near:
            if other == place or targets[other] in element.ancestors() or element in targets[other].ancestors():
                continue
            # The circle of 24 round this target must not meet another target, nor the circle of another small one.
            dx = np.maximum(np.maximum(left[:, other] - cx, cx - right[:, other]), 0)
            dy = np.maximum(np.maximum(top[:, other] - cy, cy - bottom[:, other]), 0)
            meets = dx * dx + dy * dy < (SIZE / 2) ** 2
            apart = (middle_x[:, other] - cx) ** 2 + (middle_y[:, other] - cy) ** 2
            meets |= small[:, other] & (apart < SIZE**2)
            mask |= meets & ~absent[:, other]
        mask &= small[:, place]
        if mask.any():
            found.append((element, mask))
    return found


def _is_excepted(survey: Survey, stretch: Stretch, element: Element) -> bool:
    """Links in a sentence, and controls in the browser's own size."""
    style = survey.style(element, stretch)
    if element.tag == "a" and box_of(stretch, element) is None and _is_in_sentence(element):
        return True
    if element.tag in (*_FIELDS, "button"):
        return all(declared(style, name) is None for name in _SIZING)
    return False


def _is_in_sentence(element: Element) -> bool:
    """Whether words that belong to no link stand beside it in its block."""
    block = element.parent
    while block is not None and block.tag in ("em", "strong", "b", "i", "span", "small", "cite", "q", "mark", "abbr", "time", "code"):
        block = block.parent
    if block is None:
        return False
    return any(_words(child) for child in block.children if child is not element)


def _words(node: object) -> bool:
    """Whether a node holds letters outside links and buttons: separators alone make no sentence."""
    if not isinstance(node, Element):
        return any(c.isalnum() for c in getattr(node, "data", ""))
    if node.tag in ("a", "button", "script", "style"):
        return False
    return any(_words(child) for child in node.children)


def _group(element: Element) -> int:
    around = next((one for one in element.ancestors() if one.tag in _LISTS), None)
    return around.index if around is not None else -1


def _finding(survey: Survey, indexes: list[int], low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    row = low - stretch.low
    element = survey.elements[indexes[0]]
    index = element.index
    width, height = int(stretch.right[row, index] - stretch.x[row, index]) / 64, int(stretch.bottom[row, index] - stretch.y[row, index]) / 64
    place = place_of(survey.page, element, survey.style(element, stretch), "height", "width", "padding_top", "font_size")
    kind = "links" if element.tag == "a" else "targets"
    what = name_of(element) if len(indexes) == 1 else f"{len(indexes)} {kind} like {name_of(element)}"
    message = f"{what} {'is' if len(indexes) == 1 else 'are'} {px(width)} × {px(height)} at {low:,}, less than 24 × 24, and the next one is too near."
    return Finding("small-target", index, name_of(element), low, high, place.file, place.line, message, (f"{px(width)} × {px(height)}", "wanted 24 × 24, or 24 free round its middle"))
