"""``page-overflow`` and ``box-overflow``: what sticks out, named on the element that causes it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..layout import Box, Kind, Pass, style_metrics
from ..markup import Element
from ..shown import px
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch
from .findings import Finding, Fix, Masks, Place, Survey, box_of, declared, has_own_text, in_closed_details, is_hidden, name_of, place_of
from .fixes import added, change

HALF = 32
"""Half a px in 1/64 px: a browser rounds the width that can be scrolled to whole px."""
LEAST = 64
"""Less than this in 1/64 px is not seen to stick out of a box."""

_PARTS = (Kind.ROW, Kind.ROW_GROUP, Kind.COLUMN, Kind.COLUMN_GROUP)


@dataclass(slots=True)
class _Reach:
    """How far an element reaches to the right at each width of a stretch, its text and generated boxes included."""

    own: np.ndarray
    """Right end of its box, (widths,)."""
    full: np.ndarray


def page_overflow(survey: Survey) -> list[Finding]:
    """The document is wider than the viewport: a finding for each element that causes it (css-overflow-3 §2.2)."""
    survey = survey.from_the_start
    causes: Masks[int] = Masks(survey.walked)
    for stretch in survey.stretches:
        for index, mask in _causes_in(survey, stretch).items():
            causes.put(index, stretch, mask)
    return [_page_finding(survey, survey.elements[index], low, high) for index, low, high in causes.runs()]


def _causes_in(survey: Survey, stretch: Stretch) -> dict[int, np.ndarray]:
    """For each element that makes the page too wide, at which widths of a stretch it does."""
    edge = stretch.widths * 64 + HALF
    ends = np.maximum(stretch.right, np.maximum(stretch.text, stretch.generated))
    beyond = np.flatnonzero((ends >= edge[:, np.newaxis]).any(axis=0))
    reaches: dict[Element, _Reach] = {}
    causes: dict[int, np.ndarray] = {}
    tracks: dict[int, np.ndarray] = {}
    for index in map(int, beyond):
        element = survey.elements[index]
        if survey.is_clipped(element, stretch) or element.namespace != "html" or in_closed_details(element):
            continue
        own = np.where(stretch.x[:, index] == ABSENT, ABSENT, stretch.right[:, index]).astype(np.int64)
        full = own
        if not survey.is_clipped(element, stretch, own=True):
            full = np.maximum(own, np.maximum(stretch.text[:, index], stretch.generated[:, index]))
        reaches[element] = _Reach(own, full)
    _leave_to_inline_boxes(stretch, reaches)
    for element, reach in reaches.items():
        limit = edge.astype(np.int64)
        for around in element.ancestors():
            if around in reaches:
                limit = np.maximum(limit, reaches[around].full + HALF)
        mask = reach.full >= limit
        if not mask.any():
            continue
        blamed = _blamed(survey, stretch, element, reach, mask)
        kept = tracks if blamed is element.parent and _is_filled(stretch, blamed) else causes
        kept[blamed.index] = kept.get(blamed.index, np.zeros(len(mask), np.bool_)) | mask
    for index, mask in tracks.items():
        # Where one of its items makes a track so wide, that is named and not the grid too.
        named = [causes[one.index] for one in survey.elements[index].descendants() if one.index in causes]
        if (left := mask & ~np.any([np.zeros_like(mask), *named], axis=0)).any():
            causes[index] = causes.get(index, np.zeros_like(mask)) | left
    return _one_a_track(survey, stretch, causes)


def _is_filled(stretch: Stretch, element: Element) -> bool:
    """Whether an element is a grid, whose items may only fill its tracks."""
    box = box_of(stretch, element)
    return box is not None and box.kind == Kind.GRID


def _leave_to_inline_boxes(stretch: Stretch, reaches: dict[Element, _Reach]) -> None:
    """Where a picture or another box in a line is what a line reaches so far by, it is the cause, and not what holds the
    line."""
    for element, reach in reaches.items():
        box = box_of(stretch, element)
        if box is None or not box.is_inline_level:
            continue
        for around in element.ancestors():
            holds = reaches.get(around)
            if holds is not None:
                holds.full = np.where(holds.full <= reach.full + HALF, holds.own, holds.full)
            if box_of(stretch, around) is not None:
                break


def _one_a_track(survey: Survey, stretch: Stretch, causes: dict[int, np.ndarray]) -> dict[int, np.ndarray]:
    """Of items that stick out equally far because one of them makes their track or line wide, that one."""
    groups: dict[tuple[int, int], list[int]] = {}
    for index, mask in causes.items():
        element, box = survey.elements[index], box_of(stretch, survey.elements[index])
        if box is not None and _is_item(box) and element.parent is not None:
            row = int(np.flatnonzero(mask)[-1])
            groups.setdefault((element.parent.index, int(stretch.right[row, index]) // 64), []).append(index)
    kept = dict(causes)
    for indexes in groups.values():
        if len(indexes) < 2:
            continue
        widest = max(indexes, key=lambda index: _fullness(survey, stretch, index))
        kept[widest] = np.any([causes[index] for index in indexes], axis=0)
        for index in indexes:
            if index != widest:
                del kept[index]
    return kept


def _fullness(survey: Survey, stretch: Stretch, index: int) -> int:
    """How near what is in an item comes to its right edge at the narrowest width, in 1/64 px."""
    inside = [index, *(one.index for one in survey.elements[index].descendants())]
    leaves = [one for one in inside if not survey.elements[one].elements]
    ends = max(int(stretch.text[0, one]) for one in inside)
    replaced = [
        int(stretch.right[0, one])
        for one in leaves
        if (box := box_of(stretch, survey.elements[one])) is not None and box.kind == Kind.REPLACED and not (box.style.width.has_percentage or box.style.max_width.has_percentage)
    ]
    return max([ends, *replaced]) - int(stretch.right[0, index])


def _blamed(survey: Survey, stretch: Stretch, element: Element, reach: _Reach, mask: np.ndarray) -> Element:
    """The element that a person would point at: the block round an inline box, the container whose items do not fit."""
    row = int(np.flatnonzero(mask)[-1])
    box = box_of(stretch, element)
    parent = element.parent
    while box is None and parent is not None and parent.index >= 0:
        element, parent = parent, parent.parent
        box = box_of(stretch, element)
    if box is None or parent is None or parent.index < 0:
        return element
    if box.kind in _PARTS or box.role == "cell":
        return next((one for one in element.ancestors() if one.tag == "table"), element)
    around = box.parent
    if around is None or around.kind not in (Kind.FLEX, Kind.GRID) or around.element is None or box.is_out_of_flow:
        return element
    container = around.element
    room = int(stretch.right[row, container.index] - stretch.x[row, container.index])
    width = int(stretch.right[row, element.index] - stretch.x[row, element.index])
    if around.kind == Kind.GRID and _fullness(survey, stretch, element.index) < -LEAST:
        # The item only fills its track: the tracks are too wide, not what is in them.
        return container
    return element if width > room or reach.own[row] < stretch.widths[row] * 64 + HALF else container


def _page_finding(survey: Survey, element: Element, low: int, high: int) -> Finding:
    stretch = survey.stretch_at(high)
    style = survey.style(element, stretch)
    row = low - survey.stretch_at(low).low
    first = survey.exact_at(low)
    ends = [int(table[row, element.index]) for table in (first.right, first.text, first.generated)]
    left, reach = int(first.x[row, element.index]) / 64, max(ends) / 64
    inner = [int(first.right[row, one.index]) / 64 for one in element.elements if first.x[row, one.index] != ABSENT]
    reach = max([reach, *inner])
    name = name_of(element)
    place = cause_place(survey, stretch, element, is_text=max(ends[1:]) > ends[0])
    message = f"At {low:,} the page scrolls sideways: {name} reaches to {px(reach)}, {px(reach - low)} beyond the window. It fits from {high + 1:,} up."
    if high == survey.walked.end:
        message = f"At {low:,} the page scrolls sideways: {name} reaches to {px(reach)}, {px(reach - low)} beyond the window."
    working = (f"left edge {px(left)}", f"+ width {px(reach - left)}", f"= {px(reach)}", f"− window {low:,}", f"= {px(reach - low)} over")
    return Finding("page-overflow", element.index, name, low, high, place.file, place.line, message, working, _ways(survey, style, element))


_WIDENERS = ("width", "min_width", "left", "right", "margin_right", "margin_left")


def cause_place(survey: Survey, stretch: Stretch, element: Element, is_text: bool) -> Place:
    """The declaration that makes an element as wide as it is."""
    style = survey.style(element, stretch)
    page = survey.page
    if is_text:
        return place_of(page, element, style, "text_wrap_mode", "white_space_collapse", "overflow_wrap")
    box = box_of(stretch, element)
    if box is not None and box.kind == Kind.GRID and declared(style, "width") is None:
        return place_of(page, element, style, "grid_template_columns", "display")
    if box is not None and box.kind == Kind.FLEX and declared(style, "width") is None:
        return place_of(page, element, style, "flex_wrap", "display")
    if element.tag == "table" and declared(style, "width") is None and declared(style, "min_width") is None:
        for cell in element.descendants():
            winner = declared(survey.style(cell, stretch), "text_wrap_mode")
            if winner is not None and winner.declaration is not None and winner.value == "nowrap":
                return Place(winner.declaration.file, winner.declaration.line)
    if style is not None and not style.min_width.is_auto and style.min_width.units and not style.min_width.has_percentage:
        return place_of(page, element, style, "min_width", "width")
    if style is not None and style.position in ("absolute", "relative"):
        names = ("left", "right", "width") if declared(style, "width") is None else ("width", "left", "right")
        return place_of(page, element, style, *names)
    return place_of(page, element, style, *_WIDENERS)


def _ways(survey: Survey, style: ComputedStyle | None, element: Element) -> tuple[Fix, ...]:
    """A fixed width can be a limit instead; what is wide by itself can be held to its column, or scroll by itself."""
    name = name_of(element)
    winner = declared(style, "width")
    if winner is not None and winner.declaration is not None and style is not None and winner.declaration.name == "width" and not style.width.has_percentage and not style.width.is_auto:
        declaration = winner.declaration
        limit = change(survey, declaration, f"max-width: {declaration.text}", f"Let {declaration.text} be the most, not the least, that {name} takes.")
        return (*limit, *added(survey, element, "max-width", "100%", f"Hold {name} to the width of what it is in."))
    least = declared(style, "min_width")
    if least is not None and least.declaration is not None and least.declaration.name == "min-width":
        declaration = least.declaration
        return change(survey, declaration, f"min-width: min({declaration.text}, 100%)", f"Let {declaration.text} be the least only where there is so much.")
    if element.tag in ("img", "video", "svg", "iframe", "canvas"):
        return added(survey, element, "max-width", "100%", f"Hold {name} to the width of what it is in.")
    if element.tag in ("pre", "table"):
        scrolls = "overflow-x" if element.tag == "pre" else "display"
        return added(survey, element, scrolls, "auto" if element.tag == "pre" else "block; overflow-x: auto", f"Let {name} scroll by itself.")
    box = box_of(survey.stretches[0], element)
    if box is not None and box.kind == Kind.FLEX and box.style.flex_wrap == "nowrap":
        return added(survey, element, "flex-wrap", "wrap", f"Let the items of {name} go on to a further line.")
    return ()


def box_overflow(survey: Survey, pages: list[Finding]) -> list[Finding]:
    """Content sticks out of a box that does not grow: text or a child beyond its right edge, or content below its height.

    What already makes the page too wide is left to that finding.
    """
    survey = survey.from_the_start
    found: Masks[tuple[int, str]] = Masks(survey.walked)
    for stretch in survey.stretches:
        for key, mask in [*_sideways(survey, stretch).items(), *_below(survey, stretch).items()]:
            found.put(key, stretch, mask)
    for finding in pages:
        cause = survey.elements[finding.index or 0]
        # Items of one track are as wide as the one that makes it so.
        box = box_of(survey.stretch_at(finding.low or survey.walked.start), cause)
        top = cause.parent if box is not None and _is_item(box) and cause.parent is not None else cause
        for element in (top, *top.descendants()):
            known = found.of.get((element.index, "right"))
            if known is not None and finding.low is not None and finding.high is not None:
                _clear(known, finding.low - survey.walked.start, finding.high - survey.walked.start)
    return [_box_finding(survey, survey.elements[index], side, low, high) for (index, side), low, high in found.runs()]


def _clear(mask: np.ndarray, first: int, last: int) -> None:
    """Take a run out of a mask, with what adjoins it: where the window is a little wider the same cause only sticks out less."""
    while first > 0 and mask[first - 1]:
        first -= 1
    while last + 1 < len(mask) and mask[last + 1]:
        last += 1
    mask[first : last + 1] = False


def _sideways(survey: Survey, stretch: Stretch) -> dict[tuple[int, str], np.ndarray]:
    """Text beyond its own box, and boxes in flow beyond the border box of what they are in."""
    found: dict[tuple[int, str], np.ndarray] = {}
    for element in survey.elements:
        style = survey.style(element, stretch)
        box = box_of(stretch, element)
        if style is None or box is None or element.namespace != "html" or survey.is_clipped(element, stretch, own=True) or is_hidden(element, style):
            continue
        index = element.index
        text = stretch.text[:, index] > stretch.right[:, index] + LEAST
        if text.any():
            text &= ~_ends_with_a_box(stretch, element)
        if text.any() and _is_seen(stretch, index):
            found[index, "right"] = text
        parent = element.parent
        if parent is None or parent.index < 0 or box.is_out_of_flow or box.kind in _PARTS or box.role == "cell" or box_of(stretch, parent) is None:
            continue
        if _moves_out(style) or parent.tag in ("body", "html"):
            continue
        beyond = (stretch.right[:, index] > stretch.right[:, parent.index] + LEAST) & (stretch.x[:, index] != ABSENT) & (stretch.x[:, parent.index] != ABSENT)
        if beyond.any() and _is_seen(stretch, index):
            blamed = _blamed(survey, stretch, element, _Reach(stretch.right[:, index], stretch.right[:, index]), beyond) if _is_item(box) else element
            key = (blamed.index, "right")
            found[key] = found.get(key, np.zeros(len(beyond), np.bool_)) | beyond
    # What is inside something that sticks out goes with it.
    for (index, side), mask in list(found.items()):
        for around in survey.elements[index].ancestors():
            outer = found.get((around.index, side))
            if outer is not None:
                mask = mask & ~(outer & (stretch.right[:, index] <= stretch.right[:, around.index] + LEAST))
        if mask.any():
            found[index, side] = mask
        else:
            del found[index, side]
    return {(index, "right"): mask for index, mask in _one_a_track(survey, stretch, {index: mask for (index, _), mask in found.items()}).items()}


def _ends_with_a_box(stretch: Stretch, element: Element) -> np.ndarray:
    """Where a picture or another box in a line, and no text, is what the lines of an element reach so far by."""
    ends = np.zeros(len(stretch.x), np.bool_)
    for inside in element.descendants():
        box = box_of(stretch, inside)
        if box is not None and box.is_inline_level:
            ends |= stretch.right[:, inside.index] >= stretch.text[:, element.index] - HALF
    return ends


def _is_item(box: Box) -> bool:
    return box.parent is not None and box.parent.kind in (Kind.FLEX, Kind.GRID)


def _is_seen(stretch: Stretch, index: int) -> bool:
    """Whether an element is on the page and more than a helper of a px or two."""
    width = stretch.right[:, index] - stretch.x[:, index]
    return bool(((width > 2 * 64) & (stretch.right[:, index] > 0) & (stretch.bottom[:, index] > 0)).any())


def _moves_out(style: ComputedStyle) -> bool:
    """Whether an element is meant to reach out: by a negative margin, an offset or a transform."""
    if style.position != "static" and not (style.left.is_auto and style.right.is_auto):
        return True
    margins = (style.margin_left, style.margin_right)
    return bool(style.transform or style.translate) or any(not margin.is_auto and (margin.resolve(64_000) < 0) for margin in margins)


def _below(survey: Survey, stretch: Stretch) -> dict[tuple[int, str], np.ndarray]:
    """Boxes of a given height with more in them than goes in."""
    found: dict[tuple[int, str], np.ndarray] = {}
    for element in survey.elements:
        index = element.index
        style = survey.style(element, stretch)
        box = box_of(stretch, element)
        if style is None or box is None or style.overflow_y != "visible" or box.kind in (Kind.REPLACED, Kind.TABLE, *_PARTS) or element.tag in ("body", "html", "button"):
            continue
        if not _has_given_height(style):
            continue
        beyond = (stretch.content[:, index] > stretch.bottom[:, index] + max(LEAST, _leading(survey, stretch, element))) & (stretch.x[:, index] != ABSENT)
        high = (stretch.bottom[:, index] - stretch.y[:, index]) > 0
        beyond &= high
        if beyond.any() and _is_seen(stretch, index) and not survey.is_clipped(element, stretch):
            found[index, "bottom"] = beyond
    return found


def _leading(survey: Survey, stretch: Stretch, element: Element) -> int:
    """The empty half of a line below the letters of an element's own text, in 1/64 px: nobody sees that stick out."""
    style = survey.style(element, stretch)
    if style is None or not has_own_text(element):
        return 0
    metrics = style_metrics(Pass(stretch.layout.viewport, survey.page.fonts), style)
    return (metrics.line_height - int(float(style.font_size) * 64)) // 2


def _has_given_height(style: ComputedStyle) -> bool:
    limits = (style.height, style.max_height)
    return any(length.is_definite_form or length.has_percentage for length in limits)


def _box_finding(survey: Survey, element: Element, side: str, low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    row, index, name = low - stretch.low, element.index, name_of(element)
    style = survey.style(element, stretch)
    if side == "bottom":
        has, needs = (int(table[row, index] - stretch.y[row, index]) / 64 for table in (stretch.bottom, stretch.content))
        place = place_of(survey.page, element, style, "height", "max_height")
        message = f"The content of {name} needs a height of {px(needs)} at {low:,}, and the box has {px(has)}: {px(needs - has)} stick out below."
        winner = declared(style, "height")
        if winner is not None and winner.declaration is not None and "vh" in winner.declaration.text.lower():
            message = f"{name} is {winner.declaration.text} high, {px(has)} in a window {survey.walked.height:,} high, and its content needs {px(needs)} at {low:,}: {px(needs - has)} stick out below."
        return Finding("box-overflow", index, name, low, high, place.file, place.line, message, (f"needed {px(needs)}", f"− given {px(has)}", f"= {px(needs - has)} over"), _height_ways(survey, style, name))
    is_text = stretch.text[row, index] > stretch.right[row, index] + LEAST
    place = cause_place(survey, stretch, element, is_text=bool(is_text))
    if is_text:
        inner, outer, what = int(stretch.text[row, index]), int(stretch.right[row, index]), "its text"
        around = name
    else:
        parent = element.parent
        assert parent is not None
        inner, outer, what = int(stretch.right[row, index]), int(stretch.right[row, parent.index]), name
        around = name_of(parent)
        if inner <= outer:
            inner = max(int(stretch.right[row, one.index]) for one in element.descendants())
            outer, what, around = int(stretch.right[row, index]), "what is in it", name
    over, ends = px((inner - outer) / 64), "left" if stretch.layout.tree.root.flips else "right"
    message = f"At {low:,} {what} sticks out of {around} by {over}." if what != "its text" else f"At {low:,} the text of {name} sticks out of its box by {over}."
    return Finding("box-overflow", index, name, low, high, place.file, place.line, message, (f"{ends} end {px(inner / 64)}", f"− {ends} edge of {around} {px(outer / 64)}", f"= {over} over"))


def _height_ways(survey: Survey, style: ComputedStyle | None, name: str) -> tuple[Fix, ...]:
    winner = declared(style, "height")
    if winner is None or winner.declaration is None or winner.declaration.name != "height":
        return ()
    return change(survey, winner.declaration, f"min-height: {winner.declaration.text}", f"Let {name} grow with what is in it.")
