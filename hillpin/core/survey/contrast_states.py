"""``low-contrast`` and ``weak-on-picture`` of words in a state: a rule for hover or focus that sets them, or what is behind them, in
another colour. On plain grounds by styles alone, else by what is painted behind them, at the ends of stretches."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cached_property
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
from .looking import Seen, look, told
from .scene import Scene
from .words import SLACK, colour_of, opacity_in, solved_colour, wanted_of

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
            found += _of_rule(survey, rest, rule, element)
    return found


def _state_of(rule: Rule) -> str:
    found = STATE.search(rule.text)
    return found.group(1) if found is not None else ""


def _of_rule(survey: Survey, rest: _Rest, rule: Rule, element: Element) -> Iterator[Finding]:
    stretches = survey.counting(rule.media)
    holder = holder_of(rule, element, _state_of(rule))
    state = state_on(holder, HELD[_state_of(rule)])
    told_of: set[int] = set()
    on_more: list[tuple[Stretch, list[Element]]] = []
    for stretch in stretches[:MOST_STRETCHES]:
        style_of = survey.page.styles_in(state, stretch.low, survey.walked.height)
        around = {one: style_of(one) for one in element.ancestors()}
        texts = []
        for one in islice(chain([element], element.descendants()), MOST_INSIDE):
            around[one] = style_of(one)
            if not _has_words(one, around[one]) or one not in stretch.layout.rects:
                continue
            if survey.is_on_picture(one, stretch) or plain_ground_of(around, one) is None:
                texts.append(one)
                continue
            weak = _weak(one, around)
            if weak is not None and one.index not in told_of and _weak(one, stretch.layout.tree.styles) is None:
                told_of.add(one.index)
                everywhere = len(stretches) == len(survey.stretches)
                yield _finding(survey, rule, one, holder, around[one], weak, None if everywhere else stretches[0].low, None if everywhere else stretches[-1].high)
        if texts:
            on_more.append((stretch, texts))
    yield from _on_more(survey, rest, rule, element, on_more)


class _Rest:
    """The page at rest, apart from the survey's own, whose styles stand at its stretches' first widths."""

    def __init__(self, survey: Survey, store: PixelStore) -> None:
        self.survey, self.store = survey, store
        self.scenes: dict[int, Scene] = {}

    @cached_property
    def page(self) -> Page:
        """Read when it is first looked at: most pages have plain grounds only."""
        return Page(self.survey.page.files, self.survey.page.path)

    def at(self, width: int) -> Scene:
        """As it is painted at a width."""
        if width not in self.scenes:
            self.scenes = {width: Scene(self.page.layout(width, self.survey.walked.height), self.store)}
        return self.scenes[width]


def _on_more(survey: Survey, rest: _Rest, rule: Rule, element: Element, texts: list[tuple[Stretch, list[Element]]]) -> Iterator[Finding]:
    """Words in the state that have more than plain grounds behind them, seen at the ends of the stretches in which the rule counts."""
    if not texts:
        return
    state = _state_of(rule)
    held = Page(survey.page.files, survey.page.path)
    held.cascade.state = state_on(holder_of(rule, held.document.elements[element.index], state), HELD[state])
    weak: dict[int, list[tuple[int, Seen]]] = {}
    looked: set[int] = set()
    for stretch, listed in texts:
        for width in sorted({stretch.low, stretch.high}):
            looked.add(width)
            layout, plain = held.layout(width, survey.walked.height), rest.at(width)
            scene = Scene(layout, rest.store)
            for one in listed:
                then, now = look(layout, scene, held.document.elements[one.index]), look(plain.layout, plain, rest.page.document.elements[one.index])
                if then is not None and then.is_weak and now is not None and not now.is_weak:
                    weak.setdefault(one.index, []).append((width, then))
    for index, seen in weak.items():
        yield _seen_finding(survey, rule, survey.elements[index], element, seen, {width for width, _ in seen} == looked)


def _seen_finding(survey: Survey, rule: Rule, element: Element, subject: Element, seen: list[tuple[int, Seen]], always: bool) -> Finding:
    width, worst = min(seen, key=lambda one: (one[1].ratio, one[0]))
    style = survey.style(element, survey.stretch_at(width))
    assert style is not None
    wanted = wanted_of(style)
    what, working = told(worst, name_of(element), wanted)
    message = f"{_whose(rule, element, holder_of(rule, subject, _state_of(rule)))}, at {width:,}, {what}; AA asks for {wanted:g}:1."
    is_everywhere = always and len(survey.counting(rule.media)) == len(survey.stretches)
    low, high = (survey.walked.start, survey.walked.end) if is_everywhere else (min(at for at, _ in seen), max(at for at, _ in seen))
    fixes = _ways(survey, rule, worst.front, [one.range for _, one in seen], wanted)
    return Finding("weak-on-picture" if worst.pictures else "low-contrast", element.index, name_of(element), low, high, rule.file, _line_of(rule), message, working, fixes)


def _whose(rule: Rule, element: Element, holder: Element) -> str:
    state = _state_of(rule)
    return f"In its :{state} state" if holder is element else f"In the :{state} state of {name_of(holder)}"


def _line_of(rule: Rule) -> int:
    """The line of the rule that colours something."""
    return next((one.line for one in reversed(rule.declarations) if one.name in _COLOURED), rule.line)


def _has_words(element: Element, style: ComputedStyle) -> bool:
    return element.namespace == "html" and has_own_text(element) and not is_hidden(element, style) and style.color[3] > 0


def _weak(element: Element, styles: dict[Element, ComputedStyle]) -> tuple[float, Triple, Triple] | None:
    """Ratio, words and ground where they are too alike; None where they are not, or cannot be said."""
    style = styles.get(element)
    if style is None or not _has_words(element, style):
        return None
    back = plain_ground_of(styles, element)
    if back is None:
        return None
    front = over((*over(colour_of(style.color, style), back), opacity_in(styles, element)), back)
    ratio = contrast(luminance(front), luminance(back))
    return (ratio, front, back) if ratio < wanted_of(style) - SLACK else None


def _finding(survey: Survey, rule: Rule, element: Element, holder: Element, style: ComputedStyle, weak: tuple[float, Triple, Triple], low: int | None, high: int | None) -> Finding:
    ratio, front, back = weak
    wanted = wanted_of(style)
    shown = f"{int(ratio * 100) / 100:.2f}"
    message = f"{_whose(rule, element, holder)} the text of {name_of(element)} has a contrast of {shown}:1, {hex_of(front)} on {hex_of(back)}; AA asks for {wanted:g}:1."
    working = (f"text {hex_of(front)}", f"ground {hex_of(back)}", f"contrast {shown}:1", f"wanted {wanted:g}:1")
    ground = luminance(back)
    return Finding("low-contrast", element.index, name_of(element), low, high, rule.file, _line_of(rule), message, working, _ways(survey, rule, front, [(ground, ground)], wanted))


def _ways(survey: Survey, rule: Rule, front: Triple, grounds: list[tuple[float, float]], wanted: float) -> tuple[Fix, ...]:
    """The colour of the state's own words, where it sets one."""
    own: Declaration | None = next((one for one in reversed(rule.declarations) if one.name == "color"), None)
    found = solved_colour(front, wanted, grounds) if own is not None else None
    if own is None or found is None:
        return ()
    return change(survey, own, f"color: {hex_of(found)}", f"Set the words in {hex_of(found)} in this state, the nearest of their hue that has {wanted:g}:1.")
