"""``low-contrast`` and ``weak-on-picture``: words against what is behind them; on pictures, gradients and what is laid over them
against the worst part under them.

Every text that has more than a plain ground behind it, at the ends of every stretch and each 64 px, with the widths between
two answers that differ searched by halving: the ends of ranges are exact, what begins and ends within 64 px may be missed.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import pairwise

import numpy as np

from ..colours import Triple, contrast, hex_of, luminance
from ..markup import Element
from ..pictures import PixelStore
from ..shown import px
from ..styles import Declaration
from ..widths import Stretch
from .contrast import on_plain_grounds, over, plain_finding, plain_ground
from .contrast_states import contrast_in_states
from .findings import Finding, Fix, Masks, Survey, declared, name_of
from .fixes import added, change
from .looking import Seen, look, short_name, told
from .scene import Scene
from .words import colour_fixes, colour_place, size_fixes, wanted_of, words_style

EVERY = 64
MOST_LAYOUTS = 200
MOST_LOOKS = 1_500
"""Texts times widths that are looked at in a stretch beside its ends; a page with more texts on a picture is looked at at the ends alone,"""
MOST_TEXTS = 1_000
"""and so many of its texts at most."""
DARKEST_VEIL = 0.9


class _Looks:
    """What is seen of the texts on pictures, width by width."""

    def __init__(self, survey: Survey) -> None:
        self.survey = survey
        self.store = PixelStore(survey.page.pictures)
        self.texts = {id(stretch): [one for one in survey.elements if survey.is_on_picture(one, stretch) and words_style(survey, stretch, one) is not None][:MOST_TEXTS] for stretch in survey.stretches}
        self.seen: dict[int, dict[int, Seen]] = {}
        self.told: dict[tuple[int, int], bool] = {}
        self.layouts = 0

    def at(self, stretch: Stretch, width: int) -> dict[int, Seen]:
        """By element, at a width of a stretch."""
        known = self.seen.get(width)
        if known is None:
            layout = self.survey.page.layout(width, self.survey.walked.height)
            scene = Scene(layout, self.store)
            self.layouts += 1
            known = self.seen[width] = {one.index: found for one in self.texts[id(stretch)] if (found := look(layout, scene, one)) is not None}
        return known

    def tells(self, element: Element, stretch: Stretch) -> bool:
        """Whether what is behind an element in a stretch is another thing than the plain grounds around it."""
        known = self.told.get((element.index, stretch.low))
        if known is None:
            known = self.told[element.index, stretch.low] = element in self.texts[id(stretch)] and self._differs(element, stretch)
        return known

    def _differs(self, element: Element, stretch: Stretch) -> bool:
        """Whether what was seen behind a text is another thing than its plain ground; so it is, too, where nothing could be seen."""
        plain = plain_ground(stretch, element)
        seen = [one for width, at in self.seen.items() if stretch.low <= width <= stretch.high and (one := at.get(element.index)) is not None]
        if plain is None or not seen:
            return True
        return any(not one.is_plain or max(abs(a - b) for a, b in zip(plain, one.dark, strict=True)) > 1 / 510 for one in seen)

    def walk(self) -> None:
        """Look at every stretch."""
        for stretch in self.survey.stretches:
            if not self.texts[id(stretch)]:
                continue
            widths = sorted({*range(stretch.low, stretch.high + 1, EVERY), stretch.high})
            is_bounded = len(self.texts[id(stretch)]) * len(widths) > MOST_LOOKS
            if is_bounded:
                widths = sorted({stretch.low, stretch.high})
            for width in widths:
                self.at(stretch, width)
            for low, high in pairwise(widths) if not is_bounded else ():
                self._halve(stretch, low, high)
            # Styles stand as at the stretch's first width again, as they do everywhere else.
            self.survey.page.layout(stretch.low, self.survey.walked.height)

    def _halve(self, stretch: Stretch, low: int, high: int) -> None:
        while high - low > 1 and self.layouts < MOST_LAYOUTS and _weak(self.at(stretch, low)) != _weak(self.at(stretch, high)):
            middle = (low + high) // 2
            if _weak(self.at(stretch, middle)) == _weak(self.at(stretch, low)):
                low = middle
            else:
                if _weak(self.at(stretch, middle)) != _weak(self.at(stretch, high)):
                    self._halve(stretch, middle, high)
                high = middle


def _weak(seen: dict[int, Seen]) -> set[int]:
    return {index for index, one in seen.items() if one.is_weak}


def low_contrast(survey: Survey) -> list[Finding]:
    """Words on plain grounds, one finding for each pair of colours; other words one for each text and range of widths at which the
    worst part behind them leaves them too little contrast."""
    looks = _Looks(survey)
    looks.walk()
    return [*on_plain_grounds(survey, looks.tells), *_on_pictures(survey, looks), *contrast_in_states(survey, looks.store)]


def _on_pictures(survey: Survey, looks: _Looks) -> list[Finding]:
    weak: Masks[int] = Masks(survey.walked)
    for stretch in survey.stretches:
        widths = sorted(width for width in looks.seen if stretch.low <= width <= stretch.high)
        for element in looks.texts[id(stretch)]:
            if not looks.tells(element, stretch):
                continue
            mask = np.zeros(stretch.high - stretch.low + 1, np.bool_)
            for width, after in zip(widths, [*widths[1:], stretch.high + 1], strict=True):
                found = looks.seen[width].get(element.index)
                mask[width - stretch.low : after - stretch.low] = found is not None and found.is_weak
            weak.put(element.index, stretch, mask)
    return [_finding(survey, looks, survey.elements[index], low, high) for index, low, high in weak.runs()]


def _finding(survey: Survey, looks: _Looks, element: Element, low: int, high: int) -> Finding:
    seen = {width: one for width, at in looks.seen.items() if (one := at.get(element.index)) is not None}
    width, worst = min(((width, one) for width, one in seen.items() if low <= width <= high), key=lambda one: (one[1].ratio, one[0]))
    stretch = survey.stretch_at(width)
    style = survey.style(element, stretch)
    assert style is not None
    everywhere = (low, high) == (survey.walked.start, survey.walked.end)
    bounds = (None, None) if everywhere else (low, high)
    if worst.is_plain and not worst.pictures:
        return plain_finding(survey, element, stretch, worst.ratio, (worst.front, worst.worst), colour_place(survey, stretch, element), *bounds)
    wanted = wanted_of(style)
    where = f"{px(round(worst.at[0]))} from their left and {px(round(worst.at[1]))} from their top"
    what, working = told(worst, name_of(element), wanted)
    message = f"At {width:,} {what}, {where}; AA asks for {wanted:g}:1."
    place = colour_place(survey, stretch, element)
    fixes = (
        *_veils(survey, stretch, worst, list(seen.values()), wanted),
        *colour_fixes(survey, stretch, element, wanted, [one.range for one in seen.values()]),
        *size_fixes(survey, element, style, min(one.ratio for one in seen.values())),
    )
    return Finding("weak-on-picture" if worst.pictures else "low-contrast", element.index, name_of(element), bounds[0], bounds[1], place.file, place.line, message, working, fixes)


def _veils(survey: Survey, stretch: Stretch, worst: Seen, seen: list[Seen], wanted: float) -> Iterator[Fix]:
    """A veil of black or white over a background's picture, as thin as is enough at every width; an img instead lets through as
    much of a plain ground."""
    for address, index in worst.pictures:
        if index >= 0 and survey.elements[index].tag == "img":
            yield from _let_through(survey, stretch, worst, survey.elements[index], seen, wanted)
            continue
        winner = declared(survey.style(survey.elements[index], stretch), "background_image") if index >= 0 else None
        declaration = winner.declaration if winner is not None else None
        if declaration is None or declaration.name not in ("background", "background-image") or address not in declaration.text:
            continue
        black = luminance(worst.front) > luminance(worst.worst) or luminance(worst.front) > 0.18
        alpha = _thinnest((0.0, 0.0, 0.0) if black else (1.0, 1.0, 1.0), black, worst.front, [one.light if black else one.dark for one in seen], wanted)
        if alpha is None:
            continue
        colour = f"rgb({'0 0 0' if black else '255 255 255'} / {alpha:g})"
        sentence = f"Lay a veil over {short_name(address)}: {alpha:.0%} {'black' if black else 'white'}, the thinnest that leaves {wanted:g}:1 at every width."
        yield from change(survey, declaration, _with_veil(declaration, colour), sentence)


def _let_through(survey: Survey, stretch: Stretch, worst: Seen, picture: Element, seen: list[Seen], wanted: float) -> Iterator[Fix]:
    style, ground = survey.style(picture, stretch), plain_ground(stretch, picture.parent) if picture.parent is not None else None
    if style is None or ground is None:
        return
    light = luminance(worst.front) > luminance(ground)
    alpha = _thinnest(ground, light, worst.front, [one.light if light else one.dark for one in seen], wanted)
    if alpha is not None:
        sentence = f"Let {alpha:.0%} more of the ground {hex_of(ground)} through {name_of(picture)}, the least that leaves {wanted:g}:1 at every width."
        text = f"{math.floor(float(style.opacity) * (1 - alpha) * 100) / 100:g}"
        winner = declared(style, "opacity")
        declaration = winner.declaration if winner is not None else None
        yield from change(survey, declaration, f"opacity: {text}", sentence) if declaration is not None else added(survey, picture, "opacity", text, sentence)


def _with_veil(declaration: Declaration, colour: str) -> str:
    return f"{declaration.name}: linear-gradient({colour}, {colour}), {declaration.text}"


def _thinnest(veil: Triple, is_light: bool, front: Triple, grounds: list[Triple], wanted: float) -> float | None:
    """The least alpha of a veil, in hundredths, with which words, lighter than it or darker, keep a contrast to all of some grounds."""
    own = luminance(front)
    for step in range(1, round(DARKEST_VEIL * 100) + 1):
        under = [luminance(over((*veil, step / 100), ground)) for ground in grounds]
        if all((light < own) == is_light and contrast(own, light) >= wanted for light in under):
            return step / 100
    return None
