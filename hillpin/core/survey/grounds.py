"""Which words have more than plain grounds of what is around them behind them: told by where boxes are, without painting."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..markup import Element, Text
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch

_PICTURES = frozenset(["img", "svg", "video", "canvas", "iframe", "object", "embed", "picture"])


def on_more_than_grounds(stretch: Stretch, elements: Sequence[Element]) -> Iterator[Element]:
    """Elements with words on a background picture or gradient, in a positioned box without a ground, or where a box that is not around
    them lies at the first or the last width of a stretch."""
    styles = stretch.layout.tree.styles
    painters = [one for one in elements if _paints_elsewhere(one, styles.get(one)) and not _is_in_float(one, styles)]
    made = [(one, box.rect) for (one, _), box in stretch.layout.generated.items() if _is_filled(box.style)]
    tables = [np.array([(stretch.x[row, one.index], stretch.y[row, one.index], stretch.right[row, one.index], stretch.bottom[row, one.index]) for one in painters]) for row in (0, -1)] if painters else []
    rects = np.array([(rect.x, rect.y, rect.x + rect.width, rect.y + rect.height) for _, rect in made]) * 64 if made else None
    for element in elements:
        if element not in styles or not any(isinstance(child, Text) and child.data.strip() for child in element.children):
            continue
        if _has_odd_ground(element, styles):
            yield element
            continue
        found = {painters[place] for row, table in zip((0, -1), tables, strict=False) for place in _meeting(stretch, element, row, table)}
        beside = any(one is not element and element not in one.ancestors() and one not in element.ancestors() for one in found)
        if beside or (rects is not None and any(made[place][0] is not element for place in _meeting(stretch, element, 0, rects))):
            yield element


def _meeting(stretch: Stretch, element: Element, row: int, table: NDArray[Any]) -> Iterator[int]:
    """The rectangles of a table, in 1/64 px, that an element's meets at one width."""
    index = element.index
    left, right = stretch.x[row, index], stretch.right[row, index]
    if left != ABSENT:
        meets = (table[:, 0] != ABSENT) & (table[:, 0] < right) & (table[:, 2] > left) & (table[:, 1] < stretch.bottom[row, index]) & (table[:, 3] > stretch.y[row, index])
        yield from (int(place) for place in np.flatnonzero(meets))


def _paints_elsewhere(element: Element, style: ComputedStyle | None) -> bool:
    """Whether an element may lie behind words that are not in it: a picture, or what is positioned and has a ground."""
    return style is not None and (element.tag in _PICTURES or (style.position != "static" and _is_filled(style)))


def _is_in_float(element: Element, styles: dict[Element, ComputedStyle]) -> bool:
    """Words flow around a float; those in one have it among what is around them, and nothing is looked at for them."""
    return any(style is not None and style.float != "none" for style in (styles.get(one) for one in (element, *element.ancestors())))


def is_mixed(style: ComputedStyle) -> bool:
    """Whether a ground's colour is mixed in a way that is not worked out here."""
    winner = style.winners.get("background-color")
    return winner is not None and winner.declaration is not None and any(name in winner.declaration.text for name in ("color-mix(", "light-dark("))


def _is_filled(style: ComputedStyle) -> bool:
    return bool(style.background_image) or style.background_color[-1:] != (0.0,)


def _has_odd_ground(element: Element, styles: dict[Element, ComputedStyle]) -> bool:
    for one in (element, *element.ancestors()):
        style = styles.get(one)
        if style is None:
            continue
        if style.background_image:
            return True
        if style.background_color[-1:] == (1.0,):
            return False
        if style.position in ("absolute", "fixed") and one.tag not in ("html", "body"):
            return True
    return False
