"""Which words have more than plain grounds of what is around them behind them: told by where boxes are, without painting."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ..markup import Element
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch

_PICTURES = frozenset(["img", "svg", "video", "canvas", "iframe", "object", "embed", "picture"])
Ends = tuple[tuple[int, int, int, int] | None, ...]
"""At the first and at the last width: left, top, right and bottom in 1/64 px, None where there is no box."""


def on_more_than_grounds(stretch: Stretch, elements: Sequence[Element]) -> Iterator[Element]:
    """Elements on a background picture or gradient, in a positioned box without a ground, or where a box that is not around them
    lies at the first or the last width of a stretch."""
    styles = stretch.layout.tree.styles
    painters = [(one, _ends(stretch, one)) for one in elements if _paints_elsewhere(one, styles.get(one)) and not _is_in_float(one, styles)]
    made = [(one, ((round(box.rect.x * 64), round(box.rect.y * 64), round((box.rect.x + box.rect.width) * 64), round((box.rect.y + box.rect.height) * 64)), None)) for (one, _), box in stretch.layout.generated.items() if _is_filled(box.style)]
    for element in elements:
        style = styles.get(element)
        if style is None:
            continue
        if _has_odd_ground(element, styles):
            yield element
            continue
        ends = _ends(stretch, element)
        if any(one is not element and _meet(ends, other) and element not in one.ancestors() and one not in element.ancestors() for one, other in painters) or any(_meet(ends, other) for one, other in made if one is not element):
            yield element


def _paints_elsewhere(element: Element, style: ComputedStyle | None) -> bool:
    """Whether an element may lie behind words that are not in it: a picture, or what is positioned and has a ground."""
    return style is not None and (element.tag in _PICTURES or (style.position != "static" and _is_filled(style)))


def _is_in_float(element: Element, styles: dict[Element, ComputedStyle]) -> bool:
    """Words flow around a float; those in one have it among what is around them, and nothing is looked at for them."""
    return any(style is not None and style.float != "none" for style in (styles.get(one) for one in (element, *element.ancestors())))


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


def _ends(stretch: Stretch, element: Element) -> Ends:
    index = element.index
    return tuple(None if stretch.x[row, index] == ABSENT else (int(stretch.x[row, index]), int(stretch.y[row, index]), int(stretch.right[row, index]), int(stretch.bottom[row, index])) for row in (0, -1))


def _meet(one: Ends, other: Ends) -> bool:
    return any(a is not None and b is not None and a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3] for a, b in zip(one, other, strict=True))
