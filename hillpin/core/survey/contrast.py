"""``low-contrast``: text against its computed background below WCAG 2.2 AA (1.4.3)."""

from __future__ import annotations

from typing import Any

from ..markup import Element
from ..styles import ComputedStyle
from ..widths import ABSENT, Stretch
from .findings import Finding, Place, Survey, declared, has_own_text, is_hidden, name_of, place_of

ENOUGH, ENOUGH_LARGE = 4.5, 3.0
LARGE, LARGE_BOLD = 24.0, 18.66
BOLD = 700
WHITE = (255.0, 255.0, 255.0, 1.0)

Colour = tuple[float, float, float, float]


def is_large(size: float, weight: float) -> bool:
    """Whether type counts as large (WCAG 2.2 1.4.3): sizes are kept in single precision, so that 18.66 is a little less."""
    return round(size, 3) >= LARGE or (round(size, 3) >= LARGE_BOLD and weight >= BOLD)


def low_contrast(survey: Survey) -> list[Finding]:
    """One finding for each pair of colours that one declaration makes too alike."""
    found: dict[tuple[Place, Colour, Colour], dict[int, tuple[Element, float]]] = {}
    for number, stretch in enumerate(survey.stretches):
        for element in survey.elements:
            result = _contrast(survey, stretch, element)
            if result is None:
                continue
            ratio, front, back, place = result
            found.setdefault((place, front, back), {}).setdefault(number, (element, ratio))
    findings: list[Finding] = []
    for (place, front, back), by_stretch in found.items():
        numbers = sorted(by_stretch)
        for run in _runs(numbers):
            element, ratio = by_stretch[run[0]]
            everywhere = len(run) == len(survey.stretches)
            low = None if everywhere else survey.stretches[run[0]].low
            high = None if everywhere else survey.stretches[run[-1]].high
            findings.append(_finding(survey, element, survey.stretches[run[0]], ratio, (front, back), place, low, high))
    return findings


def _runs(numbers: list[int]) -> list[list[int]]:
    runs: list[list[int]] = []
    for number in numbers:
        if runs and runs[-1][-1] == number - 1:
            runs[-1].append(number)
        else:
            runs.append([number])
    return runs


def _contrast(survey: Survey, stretch: Stretch, element: Element) -> tuple[float, Colour, Colour, Place] | None:
    style = survey.style(element, stretch)
    if style is None or element.namespace != "html" or not has_own_text(element) or is_hidden(element, style) or element.tag in ("option", "script", "style", "noscript"):
        return None
    if (stretch.x[:, element.index] == ABSENT).all() or _is_off(stretch, element) or "disabled" in element.attributes:
        return None
    back = _background(survey, stretch, element)
    if back is None:
        return None
    front = _over(_colour(style.color, style), back)
    front = _over((*front[:3], _opacity(survey, stretch, element)), back)
    ratio = contrast_ratio(front, back)
    size = float(style.font_size)
    if ratio >= (ENOUGH_LARGE if is_large(size, style.font_weight) else ENOUGH) - 1e-9:
        return None
    return ratio, front, back, _place(survey, stretch, element)


def _is_off(stretch: Stretch, element: Element) -> bool:
    index = element.index
    width, height = stretch.right[:, index] - stretch.x[:, index], stretch.bottom[:, index] - stretch.y[:, index]
    return bool(((stretch.right[:, index] <= 0) | (stretch.bottom[:, index] <= 0) | ((width <= 64) & (height <= 64))).all())


def _opacity(survey: Survey, stretch: Stretch, element: Element) -> float:
    total = 1.0
    for one in (element, *element.ancestors()):
        style = survey.style(one, stretch)
        if style is not None:
            total *= float(style.opacity)
    return total


def _background(survey: Survey, stretch: Stretch, element: Element) -> Colour | None:
    """The colour behind an element's text; None where a picture is, or where what is behind cannot be said."""
    layers: list[Colour] = []
    for one in (element, *element.ancestors()):
        style = stretch.layout.tree.styles.get(one)
        if style is None:
            continue
        if style.background_image or _is_mixed(style):
            return None
        colour = _colour(style.background_color, style)
        if colour[3] > 0:
            layers.append(colour)
        if colour[3] >= 1:
            break
        if style.position in ("absolute", "fixed") and one.tag not in ("html", "body"):
            # What lies under a positioned box without a ground of its own need not be what is around it.
            return None
    result = WHITE
    for layer in reversed(layers):
        result = _over(layer, result)
    return result


def _is_mixed(style: ComputedStyle) -> bool:
    """Whether a colour is mixed in a way that is not worked out here."""
    winner = declared(style, "background_color")
    return winner is not None and winner.declaration is not None and any(name in winner.declaration.text for name in ("color-mix", "light-dark"))


def _colour(value: Any, style: ComputedStyle) -> Colour:
    if value == "currentcolor" or value is None:
        value = style.color
    red, green, blue, alpha = (float(part) for part in value)
    return red * 255, green * 255, blue * 255, alpha


def _over(front: Colour, back: Colour) -> Colour:
    alpha = front[3]
    mixed = tuple(alpha * a + (1 - alpha) * b for a, b in zip(front[:3], back[:3], strict=True))
    return mixed[0], mixed[1], mixed[2], 1.0


def contrast_ratio(front: Colour, back: Colour) -> float:
    """WCAG's contrast ratio of two opaque colours with channels from 0 to 255."""
    light, dark = sorted((_luminance(front), _luminance(back)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


def _luminance(colour: Colour) -> float:
    parts = [channel / 255 for channel in colour[:3]]
    linear = [part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def _place(survey: Survey, stretch: Stretch, element: Element) -> Place:
    """Where the text's colour is declared, on the element or on what it inherits from; else the ground's."""
    for name in ("color", "background_color"):
        for one in (element, *element.ancestors()):
            winner = declared(stretch.layout.tree.styles.get(one), name)
            if winner is not None and winner.declaration is not None:
                return Place(winner.declaration.file, winner.declaration.line)
    return place_of(survey.page, element, survey.style(element, stretch))


def _finding(survey: Survey, element: Element, stretch: Stretch, ratio: float, colours: tuple[Colour, Colour], place: Place, low: int | None, high: int | None) -> Finding:
    style = survey.style(element, stretch)
    assert style is not None
    size = float(style.font_size)
    wanted = ENOUGH_LARGE if is_large(size, style.font_weight) else ENOUGH
    front, back = (_hex(colour) for colour in colours)
    shown = f"{int(ratio * 100) / 100:.2f}"
    message = f"The text of {name_of(element)} has a contrast of {shown}:1, {front} on {back}; AA asks for {wanted:g}:1."
    return Finding("low-contrast", element.index, name_of(element), low, high, place.file, place.line, message, (f"text {front}", f"ground {back}", f"contrast {shown}:1", f"wanted {wanted:g}:1"))


def _hex(colour: Colour) -> str:
    return "#" + "".join(f"{round(channel):02x}" for channel in colour[:3])
