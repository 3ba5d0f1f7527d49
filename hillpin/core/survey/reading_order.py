"""``eye-order`` and ``tab-order``: where boxes stand for the eye in another order than in the source, which is the keyboard's."""

from __future__ import annotations

from itertools import pairwise

import numpy as np

from ..layout import Kind
from ..markup import Element, parse_integer
from ..widths import ABSENT, Stretch
from .arrangement import rows_by_place
from .findings import Finding, Masks, Place, Survey, box_of, declared, is_hidden, name_of, place_of

HALF = 32
_FOCUSABLE = ("a", "button", "input", "select", "textarea", "summary")


def eye_order(survey: Survey) -> list[Finding]:
    """Items of flex and grid containers that come for the eye before one that they follow in the source: both with words or
    something to press, for pictures beside words have no order to lose."""
    masks: Masks[tuple[int, int]] = Masks(survey.walked)
    for stretch in survey.stretches:
        for parent in survey.elements:
            for key, mask in _reordered(survey, stretch, parent).items():
                masks.put(key, stretch, mask)
    return [_order_finding(survey, survey.elements[first], survey.elements[second], low, high) for (first, second), low, high in masks.runs()]


def _reordered(survey: Survey, stretch: Stretch, parent: Element) -> dict[tuple[int, int], np.ndarray]:
    """The first neighbours in the source of which the later one stands before the earlier, and at which widths."""
    box = box_of(stretch, parent)
    if box is None or box.kind not in (Kind.FLEX, Kind.GRID) or len(parent.elements) < 2 or parent in stretch.layout.unmodelled_elements:
        return {}
    items = [one for one in parent.elements if _counts(survey, stretch, one)]
    if len(items) < 2:
        return {}
    indexes = [one.index for one in items]
    rows = rows_by_place(stretch, indexes)
    from_right = box.style.direction == "rtl"
    for place, (earlier, later) in enumerate(pairwise(indexes)):
        above = rows[:, place + 1] < rows[:, place]
        shift = stretch.x[:, later] - stretch.x[:, earlier]
        before = (rows[:, place + 1] == rows[:, place]) & ((shift > HALF) if from_right else (shift < -HALF))
        # Two that stand one over the other in the same place are a stack, not an order.
        shared_x = np.minimum(stretch.right[:, later], stretch.right[:, earlier]) - np.maximum(stretch.x[:, later], stretch.x[:, earlier])
        shared_y = np.minimum(stretch.bottom[:, later], stretch.bottom[:, earlier]) - np.maximum(stretch.y[:, later], stretch.y[:, earlier])
        mask = (above | before) & ~((shared_x > HALF) & (shared_y > HALF))
        if mask.any():
            return {(later, earlier): np.asarray(mask)}
    return {}


def _counts(survey: Survey, stretch: Stretch, element: Element) -> bool:
    box, style = box_of(stretch, element), survey.style(element, stretch)
    if box is None or box.is_out_of_flow or is_hidden(element, style) or (stretch.x[:, element.index] == ABSENT).any():
        return False
    return bool(element.text().strip()) or any(_is_focusable(one) for one in (element, *element.descendants()))


def _is_focusable(element: Element) -> bool:
    if element.tag == "a" or element.tag == "area":
        return "href" in element.attributes
    return (element.tag in _FOCUSABLE and element.attributes.get("type", "").lower() != "hidden") or "tabindex" in element.attributes


def _order_finding(survey: Survey, first: Element, second: Element, low: int, high: int) -> Finding:
    stretch = survey.stretch_at(low)
    parent = first.parent
    assert parent is not None
    place = place_of(survey.page, parent, survey.style(parent, stretch), "flex_direction", "flex_wrap", "grid_template_areas", "display")
    for element in (first, second):
        style = survey.style(element, stretch)
        winner = next((found for name in ("order", "grid_row_start", "grid_column_start", "grid_column_end") if (found := declared(style, name)) is not None and found.declaration is not None), None)
        if winner is not None and winner.declaration is not None:
            place = Place(winner.declaration.file, winner.declaration.line)
            break
    both = all(any(_is_focusable(one) for one in (element, *element.descendants())) for element in (first, second))
    keyboard = "; the keyboard goes by the source too, so the focus jumps back" if both else ""
    message = f"For the eye {name_of(first)} comes before {name_of(second)}; in the source, and for who listens, it comes after{keyboard}."
    return Finding("eye-order", first.index, name_of(first), low, high, place.file, place.line, message)


def tab_order(survey: Survey) -> list[Finding]:
    """A positive tabindex goes before everything else that the keyboard reaches (HTML 6.6.3)."""
    findings: list[Finding] = []
    for element in survey.elements:
        number = parse_integer(element.attributes.get("tabindex"))
        if number is not None and number > 0:
            message = f"tabindex={number} takes {name_of(element)} before everything without one, wherever it stands: 0 leaves it at its place."
            findings.append(Finding("tab-order", element.index, name_of(element), None, None, survey.page.path, element.line or 1, message))
    return findings
