"""``low-contrast`` of words in a state: a rule for hover or focus that sets them, or what is behind them, in another colour."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import chain, islice

from ..aids import state_on
from ..colours import Triple, contrast, hex_of, luminance
from ..markup import Element
from ..styles import ComputedStyle, Declaration, Rule
from .contrast import over, plain_ground_of
from .findings import Finding, Fix, Survey, has_own_text, is_hidden, name_of
from .fixes import change
from .hovering import HELD, MOST_RULES, STATE, first_subject, holder_of
from .words import SLACK, colour_of, solved_colour, wanted_of

_COLOURED = frozenset(["color", "background", "background-color", "background-image", "opacity"])
_LASTING = ("hover", "focus", "focus-visible", "focus-within")
MOST_INSIDE = 200
"""Elements looked at in what is in a state."""
MOST_STRETCHES = 4
"""Stretches at which a state is looked at: colours hardly ever differ more often."""


def contrast_in_states(survey: Survey) -> list[Finding]:
    """One finding for each rule and text that only the state makes too weak, on plain grounds."""
    rules = [rule for rule in survey.page.sheets.rules if rule.origin == "author" and _state_of(rule) in _LASTING and any(one.name in _COLOURED for one in rule.declarations)]
    found: list[Finding] = []
    for rule in rules[:MOST_RULES]:
        element = first_subject(survey.page, rule)
        if element is not None:
            found += _of_rule(survey, rule, element)
    return found


def _state_of(rule: Rule) -> str:
    found = STATE.search(rule.text)
    return found.group(1) if found is not None else ""


def _of_rule(survey: Survey, rule: Rule, element: Element) -> Iterator[Finding]:
    stretches = survey.counting(rule.media)
    if not stretches:
        return
    names = HELD[_state_of(rule)]
    holder = holder_of(rule, element, _state_of(rule))
    state = state_on(holder, names)
    told: set[int] = set()
    for stretch in stretches[:MOST_STRETCHES]:
        style_of = survey.page.styles_in(state, stretch.low, survey.walked.height)
        around = {one: style_of(one) for one in element.ancestors()}
        for one in islice(chain([element], element.descendants()), MOST_INSIDE):
            around[one] = style_of(one)
            weak = _weak(one, around)
            if weak is None or one.index in told or one not in stretch.layout.rects:
                continue
            if _weak(one, stretch.layout.tree.styles) is None and not survey.is_on_picture(one, stretch):
                told.add(one.index)
                everywhere = len(stretches) == len(survey.stretches)
                yield _finding(survey, rule, one, holder, around[one], weak, None if everywhere else stretches[0].low, None if everywhere else stretches[-1].high)


def _weak(element: Element, styles: dict[Element, ComputedStyle]) -> tuple[float, Triple, Triple] | None:
    """Ratio, words and ground where they are too alike; None where they are not, or cannot be said."""
    style = styles.get(element)
    if style is None or element.namespace != "html" or not has_own_text(element) or is_hidden(element, style) or style.color[3] == 0:
        return None
    back = plain_ground_of(styles, element)
    if back is None:
        return None
    opacity = 1.0
    for one in (element, *element.ancestors()):
        known = styles.get(one)
        opacity *= float(known.opacity) if known is not None else 1.0
    front = over((*over(colour_of(style.color, style), back), opacity), back)
    ratio = contrast(luminance(front), luminance(back))
    return (ratio, front, back) if ratio < wanted_of(style) - SLACK else None


def _finding(survey: Survey, rule: Rule, element: Element, holder: Element, style: ComputedStyle, weak: tuple[float, Triple, Triple], low: int | None, high: int | None) -> Finding:
    ratio, front, back = weak
    wanted, state = wanted_of(style), _state_of(rule)
    shown = f"{int(ratio * 100) / 100:.2f}"
    whose = f"In its :{state} state" if holder is element else f"In the :{state} state of {name_of(holder)}"
    message = f"{whose} the text of {name_of(element)} has a contrast of {shown}:1, {hex_of(front)} on {hex_of(back)}; AA asks for {wanted:g}:1."
    declaration = next((one for one in reversed(rule.declarations) if one.name in _COLOURED), None)
    working = (f"text {hex_of(front)}", f"ground {hex_of(back)}", f"contrast {shown}:1", f"wanted {wanted:g}:1")
    line = declaration.line if declaration is not None else rule.line
    return Finding("low-contrast", element.index, name_of(element), low, high, rule.file, line, message, working, _ways(survey, rule, front, back, wanted))


def _ways(survey: Survey, rule: Rule, front: Triple, back: Triple, wanted: float) -> tuple[Fix, ...]:
    """The colour of the state's own words, where it sets one."""
    own: Declaration | None = next((one for one in reversed(rule.declarations) if one.name == "color"), None)
    ground = luminance(back)
    found = solved_colour(front, wanted, [(ground, ground)]) if own is not None else None
    if own is None or found is None:
        return ()
    return change(survey, own, f"color: {hex_of(found)}", f"Set the words in {hex_of(found)} in this state, the nearest of their hue that has {wanted:g}:1.")
