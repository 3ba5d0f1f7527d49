"""Rows of siblings at every width: how they are arranged (bands), and where a row breaks without being asked to."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ..layout import Box, Kind
from ..markup import Element
from ..shown import px
from ..styles import ComputedStyle, Length
from ..widths import ABSENT, Stretch
from .findings import Finding, Fix, Survey, box_of, declared, name_of, place_of, runs_of
from .fixes import added, change
from .single_boxes import content_widths

HALF = 32
FULL = 100.5
"""Percent that a row may add up to and still be meant to be one."""
SLIP = 0.25
"""The part of its narrowest box by which a row may be too wide and still be meant to be one: nobody leaves three quarters
of a box empty on purpose."""


def row_numbers(stretch: Stretch, indexes: list[int]) -> np.ndarray:
    """The row of each sibling at each width, counted from 0: (widths, siblings)."""
    count = len(stretch.x)
    rows = np.zeros((count, len(indexes)), np.int32)
    current = np.zeros(count, np.int32)
    top = stretch.y[:, indexes[0]].copy()
    for place in range(1, len(indexes)):
        before, index = indexes[place - 1], indexes[place]
        lower = stretch.y[:, index] > top + HALF
        breaks = lower & ((stretch.x[:, index] < stretch.right[:, before] - HALF) | (stretch.y[:, index] >= stretch.bottom[:, before] - HALF))
        current = current + breaks
        top = np.where(breaks, stretch.y[:, index], np.minimum(top, stretch.y[:, index]))
        rows[:, place] = current
    return rows


@dataclass(slots=True)
class Group:
    """Siblings that are laid out side by side by floating or as boxes in a line."""

    elements: list[Element]
    is_floating: bool


def groups_in(survey: Survey, stretch: Stretch, parent: Element) -> list[Group]:
    """The runs of floats, and of boxes in a line with a width of their own, among an element's children."""
    groups: list[Group] = []
    current: list[Element] = []
    kind = ""
    for child in parent.elements:
        box = box_of(stretch, child)
        style = survey.style(child, stretch)
        if style is None or style.display == "none" or (box is not None and box.is_out_of_flow):
            continue
        own = _group_kind(box, style)
        if current and (own != kind or style.clear != "none" or not own):
            groups.append(Group(current, kind == "float"))
            current = []
        if own:
            current.append(child)
        kind = own
    if current:
        groups.append(Group(current, kind == "float"))
    # Pictures in a line stand in a row where a box with a width of its own does; among themselves they are words.
    return [group for group in groups if len(group.elements) > 1 and (group.is_floating or any(_has_own_width(survey, stretch, one) for one in group.elements))]


def _has_own_width(survey: Survey, stretch: Stretch, element: Element) -> bool:
    return declared(survey.style(element, stretch), "width") is not None


def _group_kind(box: Box | None, style: ComputedStyle) -> str:
    if box is None:
        return ""
    if box.is_floating:
        return "float"
    if box.is_inline_level and box.kind not in (Kind.INLINE, Kind.TEXT) and not style.width.is_auto and (declared(style, "width") is not None or box.kind == Kind.REPLACED):
        return "line"
    return ""


def row_break(survey: Survey) -> list[Finding]:
    """Siblings that stand in one row at other widths and break on to a further one at some, unasked."""
    total = survey.walked.end - survey.walked.start + 1
    masks: dict[tuple[int, ...], np.ndarray] = {}
    single: dict[tuple[int, ...], np.ndarray] = {}
    drops: dict[tuple[int, ...], np.ndarray] = {}
    meant: dict[tuple[int, ...], np.ndarray] = {}
    for stretch in survey.stretches:
        offset = stretch.low - survey.walked.start
        for parent in survey.elements:
            for group in groups_in(survey, stretch, parent) if len(parent.elements) > 1 else ():
                indexes = [one.index for one in group.elements]
                if (stretch.x[:, indexes] == ABSENT).any():
                    continue
                key = tuple(indexes)
                rows = row_numbers(stretch, indexes)
                asked = _asked(survey, stretch, group)
                # A sibling in a later row than its declared share puts it.
                broken = (rows > asked).any(axis=1)
                part = slice(offset, offset + len(rows))
                masks.setdefault(key, np.zeros(total, np.bool_))[part] = broken
                single.setdefault(key, np.zeros(total, np.bool_))[part] = (rows == asked).all(axis=1)
                drops.setdefault(key, np.zeros(total, np.int32))[part] = np.argmax(rows > asked, axis=1)
                meant.setdefault(key, np.zeros(total, np.bool_))[part] = _fits_by_width(survey, stretch, group)
    findings: list[Finding] = []
    for key, mask in masks.items():
        # In one row at other widths; or meant to be, because without padding, borders and gaps it would be.
        wanted = mask if single[key].any() else mask & meant[key]
        for low, high in runs_of(wanted, survey.walked.start):
            dropped = int(drops[key][high - survey.walked.start])
            findings.append(_finding(survey, key, dropped, low, high))
    return findings


def _fits_by_width(survey: Survey, stretch: Stretch, group: Group) -> np.ndarray:
    """Where the declared widths alone add up to no more than there is, or little more, and to most of it."""
    parent = group.elements[0].parent
    style = survey.style(parent, stretch) if parent is not None and parent.index >= 0 else None
    if parent is None or style is None:
        return np.zeros(len(stretch.x), np.bool_)
    room = content_widths(stretch, parent, style)
    total, least = np.zeros(len(room)), np.full(len(room), np.inf)
    for element in group.elements:
        own = survey.style(element, stretch)
        if own is None or own.width.is_auto:
            return np.zeros(len(room), np.bool_)
        base, share = own.width.resolve(0) / 64, (own.width.resolve(64_000_000) - own.width.resolve(0)) / 64_000_000
        width = base + share * room
        total, least = total + width, np.minimum(least, width)
    return np.asarray((total <= room + least * SLIP) & (total >= room * 0.8))


def _asked(survey: Survey, stretch: Stretch, group: Group) -> np.ndarray:
    """The rows that the declared percentages ask for: those that add up to more than the whole are meant to be several,
    but where they slipped by little."""
    rows: list[int] = []
    used, row, least = 0.0, 0, 100.0
    for element in group.elements:
        share = _share(survey.style(element, stretch))
        if rows and share and used + share > FULL and used + share - 100 >= min(share, least) * SLIP:
            row, used, least = row + 1, 0.0, share
        least = min(least, share) if share else least
        used += share
        rows.append(row)
    return np.array(rows, np.int32)


def _share(style: ComputedStyle | None) -> float:
    """Percent of the container that an element and its margins take by declaration; px count for nothing."""
    if style is None:
        return 0.0
    whole = 64 * 100_000
    total = 0
    for length in (style.width, style.margin_left, style.margin_right):
        if not length.is_auto and length.has_percentage:
            total += length.resolve(whole) - length.resolve(0)
    return total * 100 / whole


def _finding(survey: Survey, key: tuple[int, ...], dropped: int, low: int, high: int) -> Finding:
    stretch = survey.exact_at(high)
    row = high - stretch.low
    element = survey.elements[key[dropped]]
    name, style = name_of(element), survey.style(element, stretch)
    parent = element.parent
    assert parent is not None
    counts = counts_of(row_numbers(stretch, list(key))[row])
    outers = [_outer(survey, stretch, row, index) for index in key[: dropped + 1]]
    gap = _gap(survey, key)
    needed = sum(outers) + gap * dropped
    room = _room(stretch, row, parent)
    place = place_of(survey.page, element, style, "width", "float", "display")
    arrangement = " + ".join(str(count) for count in counts)
    fits = f" They fit from {high + 1:,} up." if high < survey.walked.end else ""
    sum_ = f"With {name} the row takes {px(needed)}, and there are {px(room)}." if needed > room else ""
    message = f"The row breaks, {arrangement}: {name} drops at {high:,}. {sum_}{fits}".replace(".  ", ". ").strip()
    gaps = (f"+ {dropped} × white space {px(gap)}",) if gap else ()
    working = (*(f"+ {name_of(survey.elements[index])} {px(outer)}" for index, outer in zip(key, outers, strict=False)), *gaps, f"= {px(needed)}", f"− room {px(room)}", f"= {px(needed - room)} over")
    return Finding("row-break", element.index, name, low, high, place.file, place.line, message, working, _ways(survey, stretch, key, gap, needed - room))


def _ways(survey: Survey, stretch: Stretch, key: tuple[int, ...], gap: float, over: float) -> tuple[Fix, ...]:
    """White space between boxes goes where they are items of a flex line; edges can count into the width; a share can be less."""
    elements = [survey.elements[index] for index in key]
    parent, style = elements[0].parent, survey.style(elements[0], stretch)
    if parent is None or style is None:
        return ()
    ways: tuple[Fix, ...] = ()
    if gap and over <= gap * (len(key) - 1) + 0.01:
        ways += added(survey, parent, "display", "flex", f"Make {name_of(parent)} a flex line: white space between its boxes takes no room there.")
    edges = style.padding_left.resolve(0) + style.padding_right.resolve(0) + style.border_left_width + style.border_right_width
    if edges and style.box_sizing == "content-box":
        ways += added(survey, elements[0], "box-sizing", "border-box", "Count padding and border into the width of each box.")
    return (*ways, *_less(survey, stretch, elements, gap))


def percent_in(length: Length) -> float:
    """How much a length grows with its basis, in percent of that."""
    whole = 64 * 100_000
    return (length.resolve(whole) - length.resolve(0)) * 100 / whole


def _less(survey: Survey, stretch: Stretch, elements: list[Element], gap: float) -> tuple[Fix, ...]:
    """The width that boxes of one rule can have so that they fit: an equal part of what gaps, margins and edges leave."""
    styles = [survey.style(one, stretch) for one in elements]
    winners = [declared(style, "width") for style in styles]
    first = winners[0]
    if first is None or first.declaration is None or first.declaration.name != "width" or any(one is None or one.declaration is not first.declaration for one in winners):
        return ()
    taken = gap * (len(elements) - 1) * 64
    percent = 0.0
    for style in styles:
        assert style is not None
        lengths = [style.margin_left, style.margin_right, *((style.padding_left, style.padding_right) if style.box_sizing == "content-box" else ())]
        for length in lengths:
            if not length.is_auto:
                taken += length.resolve(0)
                percent += percent_in(length)
        if style.box_sizing == "content-box":
            taken += style.border_left_width + style.border_right_width
    room = 100 - percent
    if room <= 0:
        return ()
    share = f"{math.floor(room / len(elements) * 10_000) / 10_000:.4f}".rstrip("0").rstrip(".")
    width = f"{share}%" if taken <= 0 else f"calc((100% - {px(taken / 64)}px) / {len(elements)})" if not percent else f"calc({share}% - {px(math.ceil(taken / len(elements)) / 64)}px)"
    return change(survey, first.declaration, f"width: {width}", f"Let each of the {len(elements)} take an equal part of what is left.")


def _gap(survey: Survey, key: tuple[int, ...]) -> float:
    """The white space between two boxes in a line, in CSS px: seen where they stand beside each other."""
    for stretch in survey.stretches:
        box = box_of(stretch, survey.elements[key[0]])
        beside = np.flatnonzero(stretch.x[:, key[1]] >= stretch.right[:, key[0]])
        if box is not None and not box.is_floating and len(beside):
            row = int(beside[0])
            styles = [survey.style(survey.elements[index], stretch) for index in key[:2]]
            margins = sum(length.resolve(0) for style, side in zip(styles, ("margin_right", "margin_left"), strict=True) if style is not None for length in [getattr(style, side)] if not length.is_auto)
            return float(max((int(stretch.x[row, key[1]] - stretch.right[row, key[0]]) - margins) / 64, 0))
    return 0.0


def _outer(survey: Survey, stretch: Stretch, row: int, index: int) -> float:
    """A box's width with its margins, in CSS px."""
    style = survey.style(survey.elements[index], stretch)
    width = int(stretch.right[row, index] - stretch.x[row, index])
    parent = survey.elements[index].parent
    basis = int(_room(stretch, row, parent) * 64) if parent is not None and parent.index >= 0 else 0
    margins = sum(0 if margin.is_auto else margin.resolve(basis) for margin in (style.margin_left, style.margin_right)) if style is not None else 0
    return (width + margins) / 64


def _room(stretch: Stretch, row: int, parent: Element) -> float:
    """An element's content width, in CSS px."""
    box = box_of(stretch, parent)
    width = int(stretch.right[row, parent.index] - stretch.x[row, parent.index])
    if box is None:
        return width / 64
    style = box.style
    padding = style.padding_left.resolve(width) + style.padding_right.resolve(width)
    return (width - padding - style.border_left_width - style.border_right_width) / 64


def counts_of(rows: np.ndarray) -> list[int]:
    """How many stand in each row."""
    return [int(count) for count in np.bincount(rows) if count]
