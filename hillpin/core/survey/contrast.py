"""Words against a plain ground below WCAG 2.2 AA (1.4.3): the simple part of ``low-contrast``, whose other one is ``on_pictures``."""

from __future__ import annotations

from collections.abc import Callable

from ..colours import Triple, contrast, hex_of, luminance
from ..markup import Element
from ..styles import ComputedStyle
from ..widths import Stretch
from .findings import Finding, Fix, Place, Survey, name_of
from .grounds import is_mixed
from .words import (
    SLACK,
    Colour,
    colour_fixes,
    colour_of,
    colour_place,
    opacity_in,
    size_fixes,
    wanted_of,
    words_style,
)


def on_plain_grounds(survey: Survey, told: Callable[[Element, Stretch], bool]) -> list[Finding]:
    """One finding for each pair of colours that one declaration makes too alike; words of which something else is ``told`` are left out."""
    found: dict[tuple[Place, Triple, Triple], dict[int, tuple[Element, float]]] = {}
    for number, stretch in enumerate(survey.stretches):
        for element in survey.elements:
            result = None if told(element, stretch) else _contrast(survey, stretch, element)
            if result is None:
                continue
            ratio, front, back, place = result
            found.setdefault((place, front, back), {}).setdefault(number, (element, ratio))
    findings: list[Finding] = []
    for (place, front, back), by_stretch in found.items():
        for run in _runs(sorted(by_stretch)):
            element, ratio = by_stretch[run[0]]
            everywhere = len(run) == len(survey.stretches)
            low = None if everywhere else survey.stretches[run[0]].low
            high = None if everywhere else survey.stretches[run[-1]].high
            findings.append(plain_finding(survey, element, survey.stretches[run[0]], ratio, (front, back), place, low, high))
    return findings


def _runs(numbers: list[int]) -> list[list[int]]:
    runs: list[list[int]] = []
    for number in numbers:
        if runs and runs[-1][-1] == number - 1:
            runs[-1].append(number)
        else:
            runs.append([number])
    return runs


def _contrast(survey: Survey, stretch: Stretch, element: Element) -> tuple[float, Triple, Triple, Place] | None:
    style = words_style(survey, stretch, element)
    back = plain_ground(stretch, element) if style is not None else None
    if style is None or back is None:
        return None
    front = over(colour_of(style.color, style), back)
    front = over((*front, opacity_in(stretch.layout.tree.styles, element)), back)
    ratio = contrast(luminance(front), luminance(back))
    return None if ratio >= wanted_of(style) - SLACK else (ratio, front, back, colour_place(survey, stretch, element))


def plain_ground(stretch: Stretch, element: Element) -> Triple | None:
    """The colour behind an element's words in a stretch (``plain_ground_of``)."""
    return plain_ground_of(stretch.layout.tree.styles, element)


def plain_ground_of(styles: dict[Element, ComputedStyle], element: Element) -> Triple | None:
    """The colour behind an element's words; None where a picture is, or where what is behind cannot be said from what is around it."""
    layers: list[Colour] = []
    for one in (element, *element.ancestors()):
        style = styles.get(one)
        if style is None:
            continue
        if style.background_image or is_mixed(style):
            return None
        colour = colour_of(style.background_color, style)
        if colour[3] > 0:
            layers.append(colour)
        if colour[3] >= 1:
            break
        if style.position in ("absolute", "fixed") and one.tag not in ("html", "body"):
            # What lies under a positioned box without a ground of its own need not be what is around it.
            return None
    result: Triple = (1.0, 1.0, 1.0)
    for layer in reversed(layers):
        result = over(layer, result)
    return result


def over(front: Colour, back: Triple) -> Triple:
    """A colour on another one."""
    alpha = front[3]
    red, green, blue = (alpha * a + (1 - alpha) * b for a, b in zip(front[:3], back, strict=True))
    return red, green, blue


def plain_finding(survey: Survey, element: Element, stretch: Stretch, ratio: float, colours: tuple[Triple, Triple], place: Place, low: int | None, high: int | None) -> Finding:
    style = survey.style(element, stretch)
    assert style is not None
    wanted = wanted_of(style)
    front, back = (hex_of(colour) for colour in colours)
    shown = f"{int(ratio * 100) / 100:.2f}"
    message = f"The text of {name_of(element)} has a contrast of {shown}:1, {front} on {back}; AA asks for {wanted:g}:1."
    working = (f"text {front}", f"ground {back}", f"contrast {shown}:1", f"wanted {wanted:g}:1")
    ground = luminance(colours[1])
    fixes: tuple[Fix, ...] = (*colour_fixes(survey, stretch, element, wanted, [(ground, ground)]), *size_fixes(survey, element, style, ratio))
    return Finding("low-contrast", element.index, name_of(element), low, high, place.file, place.line, message, working, fixes)
