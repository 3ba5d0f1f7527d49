"""``uneven-gutters`` and ``over-full-row``: rows whose gaps differ, and rows of parts that hold one part too many."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..layout import Kind
from ..markup import Element
from ..shown import px
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch
from .findings import Finding, Fix, Masks, Place, Survey, box_of, declared, name_of, place_of
from .fixes import added, change
from .row_breaks import Group, groups_in, percent_in, row_numbers

LEAST = 64
"""Gaps that differ by less than a px are roundings."""
MOST_GAP = 200 * 64
"""Boxes farther apart than this are pushed apart, not set in a row with a gutter."""
PARTS = (12, 16, 24, 10)
"""Rows are cut into so many parts where their shares are whole numbers of them."""
SLIP = 0.03
"""Percent by which a share may be off its parts: two decimals are written, or none at a third."""


def uneven_gutters(survey: Survey) -> list[Finding]:
    """Boxes of one row, floating, in a line or on a flex line, whose gaps are alike but for one (or differ, of two gaps)."""
    masks: Masks[tuple[int, ...]] = Masks(survey.walked)
    for stretch in survey.stretches:
        for parent in survey.elements:
            for group in _rows_in(survey, stretch, parent):
                mask = _uneven(stretch, [one.index for one in group])
                masks.put(tuple(one.index for one in group), stretch, mask)
    return [_gutter_finding(survey, [survey.elements[index] for index in key], low, high) for key, low, high in masks.runs()]


def _rows_in(survey: Survey, stretch: Stretch, parent: Element) -> list[list[Element]]:
    """Boxes with a gutter between them: floats and boxes in a line, and items of a flex row that is packed to its start."""
    if len(parent.elements) < 3:
        return []
    box = box_of(stretch, parent)
    if box is not None and box.kind == Kind.FLEX:
        style = box.style
        if not style.flex_direction.startswith("row") or style.justify_content not in ("normal", "start", "flex-start", "left", "center"):
            return []
        items = [one for one in parent.elements if (inner := box_of(stretch, one)) is not None and not inner.is_out_of_flow]
        is_pushed = any(one.margin_left.is_auto or one.margin_right.is_auto for item in items if (one := survey.style(item, stretch)) is not None)
        return [items] if len(items) > 2 and not is_pushed and _are_alike(items) else []
    return [group.elements for group in groups_in(survey, stretch, parent) if len(group.elements) > 2 and _are_alike(group.elements)]


def _are_alike(elements: list[Element]) -> bool:
    """Whether boxes are of one kind: the same tag, or a class that all have."""
    return len({one.tag for one in elements}) == 1 or bool(frozenset.intersection(*(one.classes for one in elements)))


def _uneven(stretch: Stretch, indexes: list[int]) -> np.ndarray:
    """Where neighbours of one row stand apart by gaps that differ."""
    if (stretch.x[:, indexes] == ABSENT).any():
        return np.zeros(len(stretch.x), np.bool_)
    rows = row_numbers(stretch, indexes)
    gaps = stretch.x[:, indexes[1:]] - stretch.right[:, indexes[:-1]]
    beside = rows[:, 1:] == rows[:, :-1]
    counted = beside & (gaps > -LEAST)
    least = np.where(counted, gaps, np.iinfo(np.int32).max).min(axis=1)
    most = np.where(counted, gaps, np.iinfo(np.int32).min).max(axis=1)
    return np.asarray((counted.sum(axis=1) > 1) & (most - least > LEAST) & (most < MOST_GAP) & (least >= 0) & (counted == beside).all(axis=1))


def _gutter_finding(survey: Survey, elements: list[Element], low: int, high: int) -> Finding:
    stretch = survey.exact_at(high)
    row = high - stretch.low
    indexes = [one.index for one in elements]
    rows = row_numbers(stretch, indexes)[row]
    pairs = [(place, int(stretch.x[row, indexes[place + 1]] - stretch.right[row, indexes[place]])) for place in range(len(indexes) - 1) if rows[place] == rows[place + 1]]
    usual = _usual([gap for _, gap in pairs])
    place, odd = next((place, gap) for place, gap in pairs if abs(gap - usual) > LEAST)
    before, after = elements[place], elements[place + 1]
    where, fixes = _odd_margin(survey, stretch, before, after, odd, usual)
    listed = " and ".join(dict.fromkeys(px(gap / 64) for _, gap in pairs))
    message = f"The gutters of the row are uneven, {listed} at {high:,}: {px(odd / 64)} between {name_of(before)} and {name_of(after)}, {px(usual / 64)} elsewhere."
    working = tuple(f"{name_of(elements[at])} to {name_of(elements[at + 1])} {px(gap / 64)}" for at, gap in pairs)
    return Finding("uneven-gutters", after.index, name_of(after), low, high, where.file, where.line, message, working, fixes)


def _usual(gaps: list[int]) -> int:
    """The gap that most have, to a px; of two, the first."""
    return max(gaps, key=lambda gap: (sum(abs(gap - other) <= LEAST for other in gaps), -gaps.index(gap)))


def _odd_margin(survey: Survey, stretch: Stretch, before: Element, after: Element, odd: int, usual: int) -> tuple[Place, tuple[Fix, ...]]:
    """The margin that makes a gap another one than the rest, and what it would have to be."""
    for element, side in ((after, "left"), (before, "right")):
        style = survey.style(element, stretch)
        winner = declared(style, f"margin_{side}")
        if style is None or winner is None or winner.declaration is None or winner.rule is None:
            continue
        length = getattr(style, f"margin_{side}")
        if length.is_auto or length.has_percentage or not length.units:
            continue
        declaration = winner.declaration
        wanted = length.units - (odd - usual)
        text = f"{px(wanted / 64)}px" if wanted else "0"
        fixes: tuple[Fix, ...] = ()
        if declaration.name == f"margin-{side}" and len(survey.page.cascade.elements_by_rule().get(id(winner.rule), [])) == 1:
            sentence = f"Let {px(usual / 64)} be between {name_of(before)} and {name_of(after)} too."
            fixes = change(survey, declaration, f"margin-{side}: {text}", sentence)
        return Place(declaration.file, declaration.line), fixes
    parent = after.parent
    fixes = added(survey, before, "margin-right", f"{px(usual / 64)}px", f"Let {px(usual / 64)} be right of {name_of(before)}.") if parent is not None and odd < usual else ()
    return place_of(survey.page, after, survey.style(after, stretch), "margin_left", "margin_right", "width"), fixes


# Rows of parts


@dataclass(frozen=True, slots=True)
class _Parts:
    """What each box of a row takes of it, in whole parts."""

    of: int
    each: tuple[int, ...]

    def overfull(self) -> tuple[int, int] | None:
        """The first and the last box of a row that holds one part too many, if there is one."""
        start, used = 0, 0
        for place, parts in enumerate(self.each):
            if used + parts == self.of + 1 and used < self.of:
                return start, place
            if used + parts > self.of:
                start, used = place, 0
            used += parts
        return None


def over_full_row(survey: Survey) -> list[Finding]:
    """Rows cut into twelve parts, by widths in percent or by spans of a grid, that hold thirteen."""
    masks: Masks[tuple[tuple[int, ...], _Parts]] = Masks(survey.walked)
    for stretch in survey.stretches:
        everywhere = np.ones(len(stretch.x), np.bool_)
        for parent in survey.elements:
            for elements, parts in _parted(survey, stretch, parent):
                if parts.overfull() is not None:
                    masks.put((tuple(one.index for one in elements), parts), stretch, everywhere)
    return [_parts_finding(survey, key, parts, low, high) for (key, parts), low, high in masks.runs()]


def _parted(survey: Survey, stretch: Stretch, parent: Element) -> list[tuple[list[Element], _Parts]]:
    if len(parent.elements) < 2:
        return []
    box = box_of(stretch, parent)
    if box is not None and box.kind == Kind.GRID:
        found = _spans(survey, stretch, parent, box.style)
        return [found] if found is not None else []
    groups: list[Group] = groups_in(survey, stretch, parent)
    if box is not None and box.kind == Kind.FLEX and box.style.flex_wrap != "nowrap" and box.style.flex_direction.startswith("row"):
        groups = [Group([one for one in parent.elements if (inner := box_of(stretch, one)) is not None and not inner.is_out_of_flow], False)]
    found_groups = [(group.elements, _shares_in_parts([_percent(survey.style(one, stretch)) for one in group.elements])) for group in groups]
    return [(elements, parts) for elements, parts in found_groups if parts is not None]


def _percent(style: ComputedStyle | None) -> float:
    """Percent of the row that a box asks for, by its width or its flex basis."""
    if style is None:
        return 0.0
    for length in (style.flex_basis, style.width):
        if not length.is_auto and length.has_percentage:
            return percent_in(length)
    return 0.0


def _shares_in_parts(shares: list[float]) -> _Parts | None:
    if len(shares) < 2 or any(share <= 0 or share > 100 + SLIP for share in shares):
        return None
    for of in PARTS:
        each = [round(share * of / 100) for share in shares]
        if all(parts > 0 and abs(share - parts * 100 / of) <= SLIP for share, parts in zip(shares, each, strict=True)):
            return _Parts(of, tuple(each))
    return None


def _spans(survey: Survey, stretch: Stretch, parent: Element, style: ComputedStyle) -> tuple[list[Element], _Parts] | None:
    """The spans of items that a grid places by itself, one after the other."""
    tracks = stretch.layout.fragments[parent][0].tracks if parent in stretch.layout.fragments else None
    if not isinstance(tracks, tuple) or "dense" in str(style.grid_auto_flow) or "column" in str(style.grid_auto_flow):
        return None
    of = len(tracks[0].tracks)
    items = [one for one in parent.elements if (box := box_of(stretch, one)) is not None and not box.is_out_of_flow]
    each: list[int] = []
    for item in items:
        own = survey.style(item, stretch)
        if own is None or own.order or own.grid_column_start.number is not None or own.grid_column_start.name is not None or own.grid_row_start.number is not None:
            return None
        each.append(own.grid_column_start.span or own.grid_column_end.span or 1)
    return (items, _Parts(of, tuple(each))) if of in PARTS and len(items) > 1 and max(each, default=1) > 1 else None


def _parts_finding(survey: Survey, key: tuple[int, ...], parts: _Parts, low: int, high: int) -> Finding:
    found = parts.overfull()
    assert found is not None
    start, last = found
    element = survey.elements[key[last]]
    stretch = survey.stretch_at(high)
    style = survey.style(element, stretch)
    row = parts.each[start : last + 1]
    place = place_of(survey.page, element, style, "width", "flex_basis", "grid_column_end", "grid_column_start")
    message = f"The row holds {parts.of + 1} of {parts.of} parts, {' + '.join(map(str, row))}: {name_of(element)} goes to a further row."
    working = (*(f"+ {name_of(survey.elements[index])} {count}" for index, count in zip(key[start : last + 1], row, strict=True)), f"= {parts.of + 1}", f"− parts of a row {parts.of}", "= 1 over")
    return Finding("over-full-row", element.index, name_of(element), low, high, place.file, place.line, message, working, _one_less(survey, style, element, row[-1] - 1, parts.of))


def _one_less(survey: Survey, style: ComputedStyle | None, element: Element, parts: int, of: int) -> tuple[Fix, ...]:
    """The last box of the row with a part less."""
    if parts < 1:
        return ()
    sentence = f"Give {name_of(element)} {parts} of {of} parts."
    for name in ("width", "flex_basis"):
        winner = declared(style, name)
        if winner is not None and winner.declaration is not None and winner.declaration.name in ("width", "flex-basis"):
            share = f"{parts * 100 / of:.4f}".rstrip("0").rstrip(".")
            return change(survey, winner.declaration, f"{winner.declaration.name}: {share}%", sentence)
    for name in ("grid_column_end", "grid_column_start"):
        winner = declared(style, name)
        if winner is not None and winner.declaration is not None and f"span {parts + 1}" in winner.declaration.text:
            text = winner.declaration.text.replace(f"span {parts + 1}", f"span {parts}")
            return change(survey, winner.declaration, f"{winner.declaration.name}: {text}", sentence)
    return ()

