"""``overlap``: boxes with content that are not nested cover one another."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..layout import Kind
from ..markup import Element
from ..shown import px
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch
from .findings import Finding, Masks, Place, Survey, box_of, declared, has_own_text, is_hidden, name_of, place_of, runs_of

EVERY = 8
"""How far apart the widths are at which pairs are looked for; the range of each pair is exact."""
LEAST = 4 * 64
"""Boxes that share less than this in either direction touch, they do not cover."""
MOST_BOXES, MOST_PAIRS = 1_500, 200


@dataclass(slots=True)
class _Contents:
    """Where the content of some elements is at every width of a stretch: (widths, boxes) each, in 1/64 px."""

    elements: list[Element]
    left: np.ndarray
    top: np.ndarray
    right: np.ndarray
    bottom: np.ndarray

    def shared(self, a: int, b: int) -> tuple[np.ndarray, np.ndarray]:
        """How far two overlap across and down, at every width."""
        across = np.minimum(self.right[:, a], self.right[:, b]) - np.maximum(self.left[:, a], self.left[:, b])
        down = np.minimum(self.bottom[:, a], self.bottom[:, b]) - np.maximum(self.top[:, a], self.top[:, b])
        return across, down


def overlap(survey: Survey, others: list[Finding]) -> list[Finding]:
    """Pairs that cover one another; what only follows from an overflow that is found already is left to it."""
    masks: Masks[tuple[int, int]] = Masks(survey.walked)
    for stretch in survey.stretches:
        contents = _contents(survey, stretch)
        for a, b in _pairs(survey, stretch, contents):
            across, down = contents.shared(a, b)
            masks.put((contents.elements[a].index, contents.elements[b].index), stretch, (across > LEAST) & (down > LEAST))
    _leave_out(survey, masks.of, others)
    return _one_a_cause(survey, masks.of)


def _contents(survey: Survey, stretch: Stretch) -> _Contents:
    elements = [one for one in survey.elements if _has_content(survey, stretch, one)][:MOST_BOXES]
    indexes = [one.index for one in elements]
    left, top, right, bottom = (table[:, indexes].astype(np.int64) for table in (stretch.x, stretch.y, stretch.right, stretch.bottom))
    text, content = stretch.text[:, indexes], stretch.content[:, indexes]
    for place, element in enumerate(elements):
        style = survey.style(element, stretch)
        box = box_of(stretch, element)
        if style is None or box is None or box.kind == Kind.REPLACED:
            continue
        # Text that starts at the left does not fill its box to the right, nor a box of a given height to its bottom.
        if style.text_align in ("start", "left") and style.direction == "ltr" and (text[:, place] != ABSENT).all():
            right[:, place] = text[:, place]
        top[:, place] += style.padding_top.resolve(0) + style.border_top_width
        left[:, place] += style.padding_left.resolve(0) + style.border_left_width
        reaches = content[:, place] != ABSENT
        bottom[:, place] = np.where(reaches, np.maximum(content[:, place], 0) - (style.padding_bottom.resolve(0) + style.border_bottom_width), bottom[:, place])
    absent = stretch.x[:, indexes] == ABSENT
    right[absent] = bottom[absent] = ABSENT
    left[absent] = top[absent] = -ABSENT
    return _Contents(elements, left, top, right, bottom)


def _has_content(survey: Survey, stretch: Stretch, element: Element) -> bool:
    style = survey.style(element, stretch)
    if style is None or is_hidden(element, style) or element.namespace != "html" or element.tag in ("html", "body", "option", "caption"):
        return False
    box = box_of(stretch, element)
    if box is None or _is_fixed(survey, stretch, element) or survey.is_clipped(element, stretch, own=element.tag not in ("img", "input", "textarea", "select", "button", "video", "iframe")):
        return False
    if box.kind == Kind.REPLACED:
        return element.tag in ("img", "video", "iframe", "input", "textarea", "select") and element.attributes.get("type") != "hidden" and element.attributes.get("alt", "x") != ""
    return has_own_text(element) or any(survey.style(child, stretch) is not None and box_of(stretch, child) is None and child.text().strip() for child in element.elements)


def _is_fixed(survey: Survey, stretch: Stretch, element: Element) -> bool:
    """Whether an element stays in the window while the page scrolls under it."""
    return any(style is not None and style.position in ("fixed", "sticky") for style in (survey.style(one, stretch) for one in (element, *element.ancestors())))


def _pairs(survey: Survey, stretch: Stretch, contents: _Contents) -> list[tuple[int, int]]:
    found: set[tuple[int, int]] = set()
    rows = sorted({*range(0, len(stretch.x), EVERY), len(stretch.x) - 1})
    for row in rows:
        left, top, right, bottom = contents.left[row], contents.top[row], contents.right[row], contents.bottom[row]
        across = np.minimum.outer(right, right) - np.maximum.outer(left, left) > LEAST
        down = np.minimum.outer(bottom, bottom) - np.maximum.outer(top, top) > LEAST
        for a, b in np.argwhere(np.triu(across & down, 1)):
            found.add((int(a), int(b)))
        if len(found) > MOST_PAIRS * 20:
            break
    return [pair for pair in sorted(found) if _is_wrong(survey, stretch, contents.elements[pair[0]], contents.elements[pair[1]])][:MOST_PAIRS]


def _is_wrong(survey: Survey, stretch: Stretch, a: Element, b: Element) -> bool:
    """Whether two boxes that share room are not meant to: not nested, and not a picture with words laid over it."""
    if a in b.ancestors() or b in a.ancestors():
        return False
    covered, over = _order(survey, stretch, a, b)
    if over.tag in ("img", "video", "iframe"):
        return covered.tag not in ("img", "video", "iframe")
    return covered.tag not in ("img", "video", "iframe")


def _order(survey: Survey, stretch: Stretch, a: Element, b: Element) -> tuple[Element, Element]:
    """The one below and the one above (CSS 2 appendix E, roughly): positioned boxes above others, later above earlier."""
    layers = [_layer(survey, stretch, one) for one in (a, b)]
    return (a, b) if layers[0] <= layers[1] else (b, a)


def _layer(survey: Survey, stretch: Stretch, element: Element) -> tuple[int, int]:
    for one in (element, *element.ancestors()):
        style = survey.style(one, stretch)
        if style is not None and (style.position != "static" or style.transform):
            return (style.z_index if isinstance(style.z_index, int) else 0, 1)
    return (0, 0)


def _leave_out(survey: Survey, masks: dict[tuple[int, int], np.ndarray], others: list[Finding]) -> None:
    for finding in others:
        if finding.low is None or finding.high is None or finding.index is None:
            continue
        cause = survey.elements[finding.index]
        inside = {cause.index, *(one.index for one in cause.descendants())}
        part = slice(finding.low - survey.walked.start, finding.high - survey.walked.start + 1)
        for (a, b), mask in masks.items():
            if a in inside or b in inside:
                mask[part] = False


def _one_a_cause(survey: Survey, masks: dict[tuple[int, int], np.ndarray]) -> list[Finding]:
    """One finding for each box that was moved over others, at each of its ranges."""
    causes: dict[tuple[Place, int], list[tuple[tuple[int, int], np.ndarray]]] = {}
    for (a, b), mask in masks.items():
        if not mask.any():
            continue
        stretch = survey.stretch_at(int(np.flatnonzero(mask)[0]) + survey.walked.start)
        mover = _mover(survey, stretch, survey.elements[a], survey.elements[b])
        place = _place(survey, stretch, mover)
        causes.setdefault((place, mover.index), []).append(((a, b), mask))
    findings: list[Finding] = []
    for (place, _), listed in causes.items():
        union = np.any([mask for _, mask in listed], axis=0)
        for low, high in runs_of(union, survey.walked.start):
            at = low - survey.walked.start
            pair = next(pair for pair, mask in listed if mask[at])
            findings.append(_finding(survey, pair, place, low, high))
    return findings


def _mover(survey: Survey, stretch: Stretch, a: Element, b: Element) -> Element:
    """Of two boxes and what is around each alone, the one that was taken out of its place."""
    own = [[one for one in (x, *x.ancestors()) if one is not y and one not in set(y.ancestors())] for x, y in ((a, b), (b, a))]
    for chain in own:
        for one in chain:
            style = survey.style(one, stretch)
            if style is not None and (style.position in ("absolute", "relative") and not (style.top.is_auto and style.left.is_auto and style.right.is_auto and style.bottom.is_auto)):
                return one
    for chain in own:
        for one in chain:
            style = survey.style(one, stretch)
            if style is not None and _is_pulled(style):
                return one
    return b


def _is_pulled(style: ComputedStyle) -> bool:
    margins = (style.margin_top, style.margin_left, style.margin_right, style.margin_bottom)
    return bool(style.transform or style.translate) or any(not one.is_auto and one.resolve(64_000) < 0 for one in margins)


def _place(survey: Survey, stretch: Stretch, mover: Element) -> Place:
    style = survey.style(mover, stretch)
    assert style is not None
    if style.position in ("absolute", "relative"):
        return place_of(survey.page, mover, style, *(side for side in ("top", "left", "right", "bottom") if not getattr(style, side).is_auto), "position")
    for side in ("margin_top", "margin_left", "margin_right", "margin_bottom"):
        length = getattr(style, side)
        if not length.is_auto and length.resolve(64_000) < 0:
            return place_of(survey.page, mover, style, side)
    for name in ("transform", "translate", "grid_row_start", "grid_column_start", "height"):
        if declared(style, name) is not None:
            return place_of(survey.page, mover, style, name)
    return place_of(survey.page, mover, style, "width", "display")


def _finding(survey: Survey, pair: tuple[int, int], place: Place, low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    covered, over = _order(survey, stretch, survey.elements[pair[0]], survey.elements[pair[1]])
    row = low - stretch.low
    contents = _contents(survey, stretch)
    a, b = contents.elements.index(covered), contents.elements.index(over)
    across, down = contents.shared(a, b)
    name, other = name_of(covered), name_of(over)
    message = f"{other} covers {name} at {low:,}: they share {px(int(across[row]) / 64)} × {px(int(down[row]) / 64)}."
    working = (f"bottom of {name} {px(int(contents.bottom[row, a]) / 64)}", f"top of {other} {px(int(contents.top[row, b]) / 64)}")
    return Finding("overlap", covered.index, name, low, high, place.file, place.line, message, working)
