"""Words and their colours: how much contrast they need (WCAG 2.2, 1.4.3), where they stand, where their colour is declared, and which would do."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ..colours import Triple, contrast, hex_of, luminance, oklab, with_lightness
from ..layout import INLINE
from ..markup import Element
from ..page import Layout
from ..styles import ComputedStyle, physical_side
from ..widths import ABSENT, Stretch
from .findings import Fix, Place, Survey, declared, has_own_text, is_hidden, name_of, place_of
from .fixes import added, change
from .scene import Bounds

ENOUGH, ENOUGH_LARGE = 4.5, 3.0
LARGE, LARGE_BOLD = 24.0, 18.66
BOLD = 700
SLACK = 1e-9
_STEPS = 200
"""Of lightness, from black to white, at which a colour that would do is looked for."""

Colour = tuple[float, float, float, float]
"""sRGB from 0 to 1, and alpha."""


def is_large(size: float, weight: float) -> bool:
    """Whether type counts as large (WCAG 2.2 1.4.3): sizes are kept in single precision, so that 18.66 is a little less."""
    return round(size, 3) >= LARGE or (round(size, 3) >= LARGE_BOLD and weight >= BOLD)


def wanted_of(style: ComputedStyle) -> float:
    """The contrast ratio that words of a style need."""
    return ENOUGH_LARGE if is_large(float(style.font_size), style.font_weight) else ENOUGH


def words_style(survey: Survey, stretch: Stretch, element: Element) -> ComputedStyle | None:
    """The style of words that are to be read in a stretch; None where an element has none."""
    style = survey.style(element, stretch)
    if style is None or element.namespace != "html" or not has_own_text(element) or is_hidden(element, style) or element.tag in ("option", "script", "style", "noscript"):
        return None
    if style.color[3] == 0:
        # They are meant for those who hear, or are filled by the ground.
        return None
    if (stretch.x[:, element.index] == ABSENT).all() or _is_off(stretch, element) or "disabled" in element.attributes:
        return None
    return style


def _is_off(stretch: Stretch, element: Element) -> bool:
    index = element.index
    width, height = stretch.right[:, index] - stretch.x[:, index], stretch.bottom[:, index] - stretch.y[:, index]
    return bool(((stretch.right[:, index] <= 0) | (stretch.bottom[:, index] <= 0) | ((width <= 64) & (height <= 64))).all())


def words_area(layout: Layout, element: Element) -> Bounds | None:
    """Where the words of an element stand: its content box, from side to side as far as its longest line can reach."""
    rect, held = layout.rects.get(element), layout.fragments.get(element)
    if held is None or held[0].box.kind == INLINE:
        return (rect.x, rect.y, rect.x + rect.width, rect.y + rect.height) if rect is not None and rect.width > 0 and rect.height > 0 else None
    fragment, x, y = held
    edges = fragment.edges()
    inner, height = fragment.width - edges.inline, fragment.height - edges.block
    if inner <= 0 or height <= 0:
        return None
    content = fragment.box.content_cache
    longest = min(content.sizes[1], inner) if content is not None and content.sizes is not None else inner
    style = fragment.box.style
    is_left = physical_side(style.text_align, style.direction) in ("left", "justify", "-webkit-left")
    spare = 0 if is_left and "center" not in style.text_align else (inner - longest) // 2 if "center" in style.text_align else inner - longest
    left, top = (x + edges.left + spare) / 64, (y + edges.top) / 64
    return left, top, left + longest / 64, top + height / 64


def opacity_in(styles: Mapping[Element, ComputedStyle], element: Element) -> float:
    """How opaque an element is with all that is around it."""
    total = 1.0
    for one in (element, *element.ancestors()):
        style = styles.get(one)
        total *= float(style.opacity) if style is not None else 1.0
    return total


def colour_of(value: Any, style: ComputedStyle) -> Colour:
    """A computed colour."""
    red, green, blue, alpha = (float(part) for part in (style.color if value == "currentcolor" or value is None else value))
    return red, green, blue, alpha


def colour_place(survey: Survey, stretch: Stretch, element: Element) -> Place:
    """Where the words' colour is declared, on the element or on what it inherits from; else the ground's."""
    for name in ("color", "background_color"):
        for one in (element, *element.ancestors()):
            winner = declared(stretch.layout.tree.styles.get(one), name)
            if winner is not None and winner.declaration is not None:
                return Place(winner.declaration.file, winner.declaration.line)
    return place_of(survey.page, element, survey.style(element, stretch))


def solved_colour(colour: Triple, wanted: float, grounds: Sequence[tuple[float, float]]) -> Triple | None:
    """The colour of a hue nearest in lightness to another one that keeps a contrast to all of some grounds, each given by its
    darkest and lightest luminance; None where none does."""
    darkest, lightest = min(low for low, _ in grounds), max(high for _, high in grounds)
    own = oklab(colour)[0]
    for lightness in sorted((step / _STEPS for step in range(_STEPS + 1)), key=lambda one: abs(one - own)):
        found = with_lightness(colour, lightness)
        light = luminance(found)
        worst = contrast(light, lightest) if light > lightest else contrast(light, darkest) if light < darkest else 1.0
        if worst >= wanted:
            return found
    return None


def colour_fixes(survey: Survey, stretch: Stretch, element: Element, wanted: float, grounds: Sequence[tuple[float, float]]) -> tuple[Fix, ...]:
    """The words in the nearest colour that is enough, where it is declared for them alone, else in their own rule."""
    style = survey.style(element, stretch)
    if style is None or colour_of(style.color, style)[3] < 1 or opacity_in(stretch.layout.tree.styles, element) < 1:
        return ()
    found = solved_colour(colour_of(style.color, style)[:3], wanted, grounds)
    if found is None:
        return ()
    text = hex_of(found)
    sentence = f"Set the words of {name_of(element)} in {text}, the nearest of their hue that has {wanted:g}:1."
    winner = declared(style, "color")
    if winner is not None and winner.declaration is not None and winner.declaration.name == "color":
        return change(survey, winner.declaration, f"color: {text}", sentence)
    return added(survey, element, "color", text, sentence)


def size_fixes(survey: Survey, element: Element, style: ComputedStyle, ratio: float) -> tuple[Fix, ...]:
    """Larger type, where the contrast that there is would be enough for it."""
    if ratio < ENOUGH_LARGE or is_large(float(style.font_size), style.font_weight):
        return ()
    if float(style.font_size) >= LARGE_BOLD:
        return added(survey, element, "font-weight", "700", f"Set the words of {name_of(element)} bold: large type needs {ENOUGH_LARGE:g}:1.")
    return added(survey, element, "font-size", "1.5rem", f"Set the words of {name_of(element)} at 24px: large type needs {ENOUGH_LARGE:g}:1.")
