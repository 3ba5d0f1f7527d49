"""``picture-cropped``, ``picture-soft`` and ``picture-heavy``: pictures against the boxes that show them, at every width."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..layout import Kind, Natural
from ..markup import Element
from ..pictures import DENSEST, Fitted, fit_of, is_far_larger
from ..shown import px
from ..styles import ComputedStyle
from ..widths import Stretch
from .findings import Finding, Masks, Survey, box_of, content_sizes, name_of, place_of

LEAST_SHOWN = 1 / 3
"""Of a picture's width or height: where less of it shows, what it is of may be cut off."""
SOFT = 2.0
"""CSS px for a pixel of the picture: from there on even a plain screen shows it blurred beyond doubt."""
HEAVY = 100_000
"""Bytes from which a picture's file is worth a word."""


@dataclass(frozen=True, slots=True)
class _Picture:
    """An img in one stretch: its sizes inside at every width, in CSS px, and its own."""

    element: Element
    style: ComputedStyle
    natural: Natural
    stretch: Stretch
    width: NDArray[np.float64]
    height: NDArray[np.float64]

    @property
    def own(self) -> tuple[float, float]:
        """Natural width and height in CSS px."""
        return ((self.natural.width or 0) / 64, (self.natural.height or 0) / 64)

    @property
    def drawn(self) -> NDArray[np.float64]:
        """The width at which it is drawn at every width; where it is fitted into its box, its height follows from its ratio."""
        ratio = self.natural.ratio or 1.0
        match self.style.object_fit:
            case "cover":
                return np.maximum(self.width, self.height * ratio)
            case "contain":
                return np.minimum(self.width, self.height * ratio)
            case "none":
                return np.full_like(self.width, self.own[0])
            case "scale-down":
                return np.minimum(np.minimum(self.width, self.height * ratio), self.own[0])
            case _:
                return self.width

    @property
    def address(self) -> str:
        return self.element.attributes.get("src", "").strip()

    def at(self, width: int) -> Fitted | None:
        """As it is drawn at one viewport width."""
        row = width - self.stretch.low
        natural = (*(length / 64 if length is not None else None for length in (self.natural.width, self.natural.height)), self.natural.ratio)
        return fit_of(self.style, natural, (float(self.width[row]), float(self.height[row])))  # type: ignore[arg-type]


def pictures_shown(survey: Survey) -> list[Finding]:
    """Pictures of which less than a third shows one way, that are drawn far larger than they are, or far smaller. What is only
    decoration says nothing that could be cut off, and may be as soft as a backdrop is."""
    cropped, soft = Masks[int](survey.walked), Masks[int](survey.walked)
    largest: dict[int, tuple[float, int]] = {}
    for picture in _pictures(survey):
        says = bool(picture.element.attributes.get("alt", "").strip())
        index, drawn, there = picture.element.index, picture.drawn, (picture.width > 0) & (picture.height > 0)
        if says and picture.style.object_fit in ("cover", "none"):
            share = np.minimum(picture.width / np.maximum(drawn, 1 / 64), picture.height * (picture.natural.ratio or 1) / np.maximum(drawn, 1 / 64))
            cropped.put(index, picture.stretch, there & (share < LEAST_SHOWN))
        if _has_pixels(picture):
            soft.put(index, picture.stretch, there & says & (drawn > SOFT * picture.own[0]))
            row = int(np.where(there, drawn, 0).argmax())
            if there[row] and drawn[row] > largest.get(index, (0.0, 0))[0]:
                largest[index] = (float(drawn[row]), picture.stretch.low + row)
    found = [_cropped(survey, survey.elements[index], low, high) for index, low, high in cropped.runs()]
    found += [_soft(survey, survey.elements[index], low, high) for index, low, high in soft.runs()]
    return found + [one for index, (width, at) in largest.items() if (one := _heavy(survey, survey.elements[index], width, at)) is not None]


def _pictures(survey: Survey) -> Iterator[_Picture]:
    elements = [one for one in survey.elements if one.tag == "img"]
    for stretch in survey.stretches:
        for element in elements:
            found = picture_of(survey, stretch, element)
            if found is not None:
                yield found


def picture_of(survey: Survey, stretch: Stretch, element: Element) -> _Picture | None:
    style, box, sizes = survey.style(element, stretch), box_of(stretch, element), content_sizes(stretch, element)
    if style is None or box is None or sizes is None or box.kind != Kind.REPLACED or box.natural is None or not box.natural.ratio:
        return None
    return _Picture(element, style, box.natural, stretch, *sizes)


def _has_pixels(picture: _Picture) -> bool:
    """Whether the picture is made of pixels, and is the only one that the element may show."""
    parent = picture.element.parent
    has_choice = "srcset" in picture.element.attributes or (parent is not None and parent.tag == "picture")
    return bool(picture.natural.width) and not has_choice and not picture.address.split("?")[0].lower().endswith(".svg") and not picture.address.startswith("data:image/svg")


def _cropped(survey: Survey, element: Element, low: int, high: int) -> Finding:
    picture = picture_of(survey, survey.exact_at(low), element)
    assert picture is not None
    fit = picture.at(low)
    assert fit is not None
    axis, side, ends = (fit.x, "width", ("left", "right")) if fit.x.share < fit.y.share else (fit.y, "height", ("at the top", "at the bottom"))
    cut = " and ".join(f"{px(length)} {end}" for length, end in zip((axis.before, axis.after), ends, strict=True) if length >= 0.5)
    message = f"At {low:,} {axis.share * 100:.0f}% of the {side} of {name_of(element)} shows: {cut} {'are' if ' and ' in cut else 'is'} cut off."
    place = place_of(survey.page, element, picture.style, "object_fit", "height", "width")
    return Finding("picture-cropped", element.index, name_of(element), low, high, place.file, place.line, message, fit.working)


def _soft(survey: Survey, element: Element, low: int, high: int) -> Finding:
    # It is softest where it is drawn largest.
    picture, at = max(((found, at) for at in {low, high} if (found := picture_of(survey, survey.exact_at(at), element)) is not None), key=lambda one: float(one[0].drawn[one[1] - one[0].stretch.low]))
    drawn, own = float(picture.drawn[at - picture.stretch.low]), picture.own[0]
    message = f"At {at:,} {name_of(element)} is drawn {px(drawn)} wide and has {px(own)} pixels across: it is blurred, on dense screens more so."
    working = (f"drawn {px(drawn)}", f"÷ {px(own)} pixels", f"= {drawn / own:.3g} CSS px for a pixel")
    place = place_of(survey.page, element, picture.style, "width", "max_width", "object_fit")
    return Finding("picture-soft", element.index, name_of(element), low, high, place.file, place.line, message, working)


def _heavy(survey: Survey, element: Element, width: float, at: int) -> Finding | None:
    pictures = survey.page.pictures
    length, size = pictures.length(element.attributes.get("src", "")), pictures.size(element.attributes.get("src", ""))
    if size is None or not size.width or length is None or length < HEAVY or not is_far_larger(size.width, width):
        return None
    enough = min(width * DENSEST, size.width)
    saved = length * (1 - (enough / size.width) ** 2)
    message = f"{name_of(element)} has {px(size.width)} pixels across and is never drawn wider than {px(width)}, at {at:,}: {px(enough)} would do on dense screens, and save about {saved / 1000:,.0f} of {length / 1000:,.0f} kB."
    working = (f"drawn at most {px(width)}", f"× {DENSEST:g} pixels on dense screens", f"= {px(enough)} of {px(size.width)} pixels")
    return Finding("picture-heavy", element.index, name_of(element), None, None, survey.page.path, element.line or 1, message, working)
