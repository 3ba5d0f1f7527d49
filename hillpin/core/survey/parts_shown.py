"""Which part of a picture shows, over all widths: of an img in its box, or of the uppermost picture behind a box, as a band."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ..errors import InputError
from ..layout import edges_of
from ..markup import Element
from ..page import Page
from ..pictures import FittedAxis, layers_of, natural_in
from ..shown import px
from ..widths import ABSENT, Stretch, walk
from .findings import Finding, Masks, Survey, box_of, name_of, place_of
from .pictures_shown import LEAST_SHOWN, picture_of

EVERY = 8
"""Widths between two points of a band; the ends of every stretch of equal rules are points, too."""
WHOLE = 0.995


@dataclass(frozen=True, slots=True)
class ShownAt:
    """At one viewport width, which part of a picture shows: across from ``left`` to ``right``, down from ``top`` to ``bottom``, from 0 to 1."""

    width: int
    left: float
    right: float
    top: float
    bottom: float


@dataclass(frozen=True, slots=True)
class ShownParts:
    """The band, and in words where least of each direction shows."""

    name: str
    points: list[ShownAt]
    sentences: list[str]


def shown_parts(page: Page, element: Element, start: int, end: int, height: int) -> ShownParts:
    """Walk a page for one picture. Raises InputError where an element shows none, or tiles it."""
    survey = Survey(walk(page, start, end, height))
    points = [point for stretch in survey.stretches for point in _points(survey, stretch, element)]
    if not points:
        raise InputError(f"{name_of(element)} shows no picture with a size of its own, or tiles it.")
    sentences = [_sentence(points, "width", [one.right - one.left for one in points]), _sentence(points, "height", [one.bottom - one.top for one in points])]
    return ShownParts(name_of(element), points, sentences)


def _points(survey: Survey, stretch: Stretch, element: Element) -> Iterator[ShownAt]:
    for width in sorted({*range(stretch.low, stretch.high + 1, EVERY), stretch.high}):
        axes = _axes(survey, stretch, element, width)
        if axes is not None:
            (left, right), (top, bottom) = axes[0].shown, axes[1].shown
            yield ShownAt(width, *(round(one, 4) for one in (left, right, top, bottom)))


def _axes(survey: Survey, stretch: Stretch, element: Element, width: int) -> tuple[FittedAxis, FittedAxis] | None:
    """How the picture lies at one width; None where there is none."""
    if element.tag == "img":
        picture = picture_of(survey, stretch, element)
        row = width - stretch.low
        fit = picture.at(width) if picture is not None and picture.width[row] > 0 and picture.height[row] > 0 else None
        return (fit.x, fit.y) if fit is not None else None
    style, box, row, index = survey.style(element, stretch), box_of(stretch, element), width - stretch.low, element.index
    if style is None or box is None or not style.background_image or index < 0 or stretch.x[row, index] == ABSENT:
        return None
    across, down = (int(stretch.right[row, index] - stretch.x[row, index]), int(stretch.bottom[row, index] - stretch.y[row, index]))
    basis = int(stretch.right[row, element.parent.index] - stretch.x[row, element.parent.index]) if element.parent is not None and element.parent.index >= 0 else width * 64
    layers = layers_of(style, across / 64, down / 64, edges_of(box, basis), natural_in(survey.page.pictures, style))
    first = next((one for one in layers if one.address and not one.is_tiled), None)
    return first.axes if first is not None else None


def _sentence(points: list[ShownAt], side: str, shares: list[float]) -> str:
    """Where least of a direction shows, with the widths around at which hardly more does."""
    least = min(shares)
    if least >= WHOLE:
        return f"All of its {side} shows at every width."
    at = shares.index(least)
    low = high = at
    while low > 0 and shares[low - 1] <= least * 1.1:
        low -= 1
    while high + 1 < len(shares) and shares[high + 1] <= least * 1.1:
        high += 1
    (first, last) = (points[at].left, points[at].right) if side == "width" else (points[at].top, points[at].bottom)
    ends = ("left", "right") if side == "width" else ("top", "bottom")
    where = f"from {points[low].width:,} to {points[high].width:,}" if high > low else f"at {points[at].width:,}"
    beyond = f"{first * 100:.0f}% of it are cut off at the {ends[0]}, {(1 - last) * 100:.0f}% at the {ends[1]}"
    return f"Least of its {side} shows {where}: {least * 100:.0f}%; {beyond}."


def cropped_backgrounds(survey: Survey) -> list[Finding]:
    """Boxes that are a picture to those who do not see them (``role="img"`` with a name) and show less than a third of their background
    one way. Any other background is decoration, of which nothing is lost."""
    cropped = Masks[int](survey.walked)
    elements = [one for one in survey.elements if one.attributes.get("role", "").strip() == "img" and any(one.attributes.get(name, "").strip() for name in ("aria-label", "aria-labelledby"))]
    for stretch in survey.stretches:
        for element in elements:
            axes = [_axes(survey, stretch, element, width) for width in range(stretch.low, stretch.high + 1)]
            cropped.put(element.index, stretch, np.array([one is not None and min(one[0].share, one[1].share) < LEAST_SHOWN for one in axes]))
    return [_cropped(survey, survey.elements[index], low, high) for index, low, high in cropped.runs()]


def _cropped(survey: Survey, element: Element, low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    axes = _axes(survey, stretch, element, low)
    assert axes is not None
    side, axis = ("width", axes[0]) if axes[0].share < axes[1].share else ("height", axes[1])
    message = f"At {low:,} {axis.share * 100:.0f}% of the {side} of the picture behind {name_of(element)} shows, and it is one that says something."
    working = (f"drawn {px(axis.drawn)}", f"in {px(axis.room)}", f"= {axis.share * 100:.0f}% of its {side}: {px(max(axis.before, 0))} and {px(max(axis.after, 0))} are cut off")
    place = place_of(survey.page, element, survey.style(element, stretch), "background_size", "background_image", "height")
    return Finding("picture-cropped", element.index, name_of(element), low, high, place.file, place.line, message, working)
