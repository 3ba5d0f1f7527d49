"""``low-contrast`` and ``weak-on-picture`` of words in a state: a rule for hover or focus that sets them, or what is behind them, in
another colour. On plain grounds by styles alone, else by what is painted behind them, at the ends of stretches."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import chain, islice

from ..aids import state_on
from ..colours import Triple, contrast, hex_of, luminance
from ..markup import Element
from ..page import Page
from ..pictures import PixelStore
from ..styles import ComputedStyle, Declaration, Rule
from ..widths import Stretch
from .contrast import over, plain_ground_of
from .findings import Finding, Fix, Survey, has_own_text, is_hidden, name_of
from .fixes import change
from .hovering import HELD, MOST_RULES, STATE, first_subject, holder_of
from .looking import Seen, look, short_name
from .scene import Scene
from .words import SLACK, colour_of, solved_colour, wanted_of

_COLOURED = frozenset(["color", "background", "background-color", "background-image", "opacity"])
_LASTING = ("hover", "focus", "focus-visible", "focus-within")
MOST_INSIDE = 200
"""Elements looked at in what is in a state."""
MOST_STRETCHES = 4
"""Stretches at which a state is looked at: colours hardly ever differ more often."""


def contrast_in_states(survey: Survey, store: PixelStore) -> list[Finding]:
    """One finding for each rule and text that only the state makes too weak."""
    rules = [rule for rule in survey.page.sheets.rules if rule.origin == "author" and _state_of(rule) in _LASTING and any(one.name in _COLOURED for one in rule.declarations)]
    found: list[Finding] = []
    rest = _Rest(survey, store)
    for rule in rules[:MOST_RULES]:
        element = first_subject(survey.page, rule)
        if element is not None:
            found += _of_rule(survey, rule, element)
            found += _on_more(survey, rest, rule, element)
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


class _Rest:
    """The page at rest, apart from the survey's own, whose styles stand at its stretches' first widths."""

    def __init__(self, survey: Survey, store: PixelStore) -> None:
        self.survey, self.store = survey, store
        self.page: Page | None = None
        self.scenes: dict[int, Scene] = {}

    def at(self, width: int) -> Scene:
        """As it is painted at a width."""
        if self.page is None:
            self.page = Page(self.survey.page.files, self.survey.page.path)
        if width not in self.scenes:
            self.scenes = {width: Scene(self.page.layout(width, self.survey.walked.height), self.store)}
        return self.scenes[width]

    def element(self, index: int) -> Element:
        """An element of that page."""
        assert self.page is not None
        return self.page.document.elements[index]


def _on_more(survey: Survey, rest: _Rest, rule: Rule, element: Element) -> Iterator[Finding]:
    """Words in the state that have more than plain grounds behind them, seen at the ends of the stretches in which the rule counts."""
    state = _state_of(rule)
    held: Page | None = None
    weak: dict[int, list[tuple[int, Seen]]] = {}
    looked: set[int] = set()
    for stretch in survey.counting(rule.media)[:MOST_STRETCHES]:
        texts = _texts_on_more(survey, rule, element, stretch)
        if not texts:
            continue
        if held is None:
            held = Page(survey.page.files, survey.page.path)
            held.cascade.state = state_on(holder_of(rule, held.document.elements[element.index], state), HELD[state])
        for width in sorted({stretch.low, stretch.high}):
            looked.add(width)
            layout = held.layout(width, survey.walked.height)
            scene, plain = Scene(layout, rest.store), rest.at(width)
            for one in texts:
                then, now = look(layout, scene, held.document.elements[one.index]), look(plain.layout, plain, rest.element(one.index))
                if then is not None and then.is_weak and now is not None and not now.is_weak:
                    weak.setdefault(one.index, []).append((width, then))
    for index, seen in weak.items():
        yield _seen_finding(survey, rule, survey.elements[index], element, seen, {width for width, _ in seen} == looked)


def _texts_on_more(survey: Survey, rule: Rule, element: Element, stretch: Stretch) -> list[Element]:
    state = _state_of(rule)
    style_of = survey.page.styles_in(state_on(holder_of(rule, element, state), HELD[state]), stretch.low, survey.walked.height)
    around = {one: style_of(one) for one in element.ancestors()}
    found = []
    for one in islice(chain([element], element.descendants()), MOST_INSIDE):
        around[one] = style_of(one)
        has_more = survey.is_on_picture(one, stretch) or plain_ground_of(around, one) is None
        if has_more and has_own_text(one) and one in stretch.layout.rects and not is_hidden(one, around[one]) and around[one].color[3] > 0:
            found.append(one)
    return found


def _seen_finding(survey: Survey, rule: Rule, element: Element, subject: Element, seen: list[tuple[int, Seen]], always: bool) -> Finding:
    width, worst = min(seen, key=lambda one: (one[1].ratio, one[0]))
    style = survey.style(element, survey.stretch_at(width))
    wanted = wanted_of(style) if style is not None else 4.5
    state = _state_of(rule)
    holder = holder_of(rule, subject, state)
    shown = f"{int(worst.ratio * 100) / 100:.2f}"
    whose = f"In its :{state} state" if holder is element else f"In the :{state} state of {name_of(holder)}"
    names = " and ".join(dict.fromkeys(short_name(address) for address, _ in worst.pictures))
    what = f"stand on a part of {names} that leaves them" if names else "have behind them, at their worst place,"
    message = f"{whose}, at {width:,}, the words of {name_of(element)} {what} a contrast of {shown}:1, {hex_of(worst.front)} on {hex_of(worst.worst)}; AA asks for {wanted:g}:1."
    working = (f"text {hex_of(worst.front)}", f"ground {hex_of(worst.worst)}, mean of about half a letter's height", f"contrast {shown}:1", f"wanted {wanted:g}:1")
    declaration = next((one for one in reversed(rule.declarations) if one.name in _COLOURED), None)
    own = next((one for one in reversed(rule.declarations) if one.name == "color"), None)
    found = solved_colour(worst.front, wanted, [one.range for _, one in seen]) if own is not None else None
    fixes = change(survey, own, f"color: {hex_of(found)}", f"Set the words in {hex_of(found)} in this state, the nearest of their hue that has {wanted:g}:1.") if own is not None and found is not None else ()
    low, high = (survey.walked.start, survey.walked.end) if always and len(survey.counting(rule.media)) == len(survey.stretches) else (min(at for at, _ in seen), max(at for at, _ in seen))
    return Finding("weak-on-picture" if names else "low-contrast", element.index, name_of(element), low, high, rule.file, declaration.line if declaration is not None else rule.line, message, working, fixes)


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
