"""``animated-layout``: animations and transitions of what places boxes, with how far they move them.

What is animated on what is already laid out (``transform``, ``opacity``) moves nothing else and costs no layout; a width, a
margin or an inset does both at every frame.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from ..aids import Shift, hold_between, state_on
from ..markup import Element
from ..page import Page
from ..shown import px
from ..styles import ActiveRules, Declaration, Keyframes, MatchState, Reader, Rule, Transition, Viewport, animation_names, lays_out, transitions
from .findings import Finding, Survey, name_of
from .hovering import HELD, STATE, first_subject, holder_of, ranges_of

MOST_RULES = 16
LEAST = 1 / 32
"""CSS px from which a movement counts."""


@dataclass(slots=True)
class _Motion:
    """What a rule sets in motion on one element: the pages to hold against the page at rest."""

    rule: Rule
    element: Element
    what: str
    names: list[str]
    pages: list[Page]
    declaration: Declaration | None
    moved: dict[int, tuple[Shift | None, Shift | None]] = field(default_factory=dict)
    """By width: how far the element itself moves or grows at most, and how far another box does."""


def animated_layout(survey: Survey) -> list[Finding]:
    """Each rule whose animation or transition moves boxes by properties that are laid out, at the widths where it does."""
    return [finding for motion in [*_animations(survey.page), *_transitions(survey.page)] for finding in _of_motion(survey, motion)]


def _authored(page: Page) -> list[Rule]:
    return [rule for rule in page.sheets.rules if rule.origin == "author" and "::" not in rule.text]


def _animations(page: Page) -> Iterator[_Motion]:
    keyframes = page.sheets.keyframes
    rules = [rule for rule in _authored(page) if any(name in keyframes for name in animation_names(rule))]
    for rule in rules[:MOST_RULES]:
        element = first_subject(page, rule)
        for name in animation_names(rule):
            frames = keyframes.get(name)
            names = _laid_out(frames) if frames is not None else []
            if frames is None or element is None or not names:
                continue
            declaration = next((one for _, listed in frames.frames for one in listed if any(map(lays_out, one.values))), None)
            yield _Motion(rule, element, f"The animation {name}", names, [_frozen(page, rule, element, listed) for _, listed in frames.frames], declaration)


def _laid_out(frames: Keyframes) -> list[str]:
    return list(dict.fromkeys(one.name for _, listed in frames.frames for one in listed if any(map(lays_out, one.values))))


def _frozen(page: Page, rule: Rule, element: Element, frame: list[Declaration]) -> Page:
    """The page with one element as it is at a keyframe: what a frame says counts before all that is not important."""
    held = Page(page.files, page.path)
    one = held.document.elements[element.index]
    state = STATE.search(rule.text)
    if state is not None:
        held.cascade.state = state_on(holder_of(rule, one, state.group(1)), HELD[state.group(1)])
    said = "; ".join(f"{each.name}: {each.text}" for each in frame if any(map(lays_out, each.values)))
    one.attributes["style"] = f"{one.attributes.get('style', '')}; {said}"
    return held


def _transitions(page: Page) -> Iterator[_Motion]:
    rules = _authored(page)
    slow = [(rule, found) for rule in rules if (found := [one for one in transitions(rule) if one.seconds > 0])]
    states = [rule for rule in rules if STATE.search(rule.text) and any(map(lays_out, _set_by(rule)))]
    for rule in states[:MOST_RULES] if slow else []:
        element = first_subject(page, rule)
        state = STATE.search(rule.text)
        if element is None or state is None:
            continue
        over = _slowed(rule, element, slow)
        if not over:
            continue
        held = Page(page.files, page.path)
        held.cascade.state = state_on(holder_of(rule, held.document.elements[element.index], state.group(1)), HELD[state.group(1)])
        seconds = max(one.seconds for one in over.values())
        declaration = next(one for one in rule.declarations if any(name in over for name in one.values))
        names = list(dict.fromkeys(one.name for one in rule.declarations if any(name in over for name in one.values)))
        yield _Motion(rule, element, f"The change to :{state.group(1)}, over {seconds:g} s,", names, [held], declaration)


def _set_by(rule: Rule) -> list[str]:
    return [name for one in rule.declarations for name in one.values]


def _slowed(rule: Rule, element: Element, slow: list[tuple[Rule, list[Transition]]]) -> dict[str, Transition]:
    """Of the longhands that a state's rule sets and that are laid out, those that change slowly on an element."""
    on_it = [one for other, listed in slow if other is rule or any(selector.matches(element, MatchState()) for selector in other.selectors) for one in listed]
    return {name: one for name in _set_by(rule) if lays_out(name) for one in on_it if one.covers(name)}


def _of_motion(survey: Survey, motion: _Motion) -> Iterator[Finding]:
    page, element = survey.page, motion.element

    def moves(width: int) -> bool:
        if width not in motion.moved:
            motion.moved[width] = _most_moved(survey, motion, width)
        return any(motion.moved[width])

    label = name_of(element)
    place = motion.declaration or motion.rule
    for low, high in ranges_of(survey, moves):
        own, other = motion.moved[low]
        parts = [f"{label} itself by up to {px(_amount(own))}"] if own else []
        parts += [f"{other.name} by up to {px(_amount(other))}"] if other else []
        names = " and ".join([", ".join(motion.names[:-1]), motion.names[-1]] if len(motion.names) > 1 else motion.names)
        message = f"{motion.what} changes {names}, so that the page is laid out anew at every frame: it moves or sizes {' and '.join(parts)} at {low:,}.{_for_calm(page, motion)}"
        yield Finding("animated-layout", element.index, label, low, high, place.file, place.line, message, tuple(_working(own, other)))


def _most_moved(survey: Survey, motion: _Motion, width: int) -> tuple[Shift | None, Shift | None]:
    if not ActiveRules(Viewport(width, survey.walked.height)).holds(motion.rule, motion.element):
        return None, None
    shifts = [shift for held in motion.pages for shift in hold_between(survey.page, held, motion.element, width, survey.walked.height) if _amount(shift) > LEAST]
    own = max((one for one in shifts if one.is_own), key=_amount, default=None)
    return own, max((one for one in shifts if not one.is_own), key=_amount, default=None)


def _amount(shift: Shift | None) -> float:
    return max(abs(shift.dx), abs(shift.dy), abs(shift.dw), abs(shift.dh)) if shift is not None else 0.0


def _working(*shifts: Shift | None) -> Iterator[str]:
    for one in shifts:
        if one is not None:
            by = [f"{px(abs(amount))} {word}" for amount, word in ((one.dx, "across"), (one.dy, "down"), (one.dw, "in width"), (one.dh, "in height")) if abs(amount) > LEAST]
            yield f"{one.name}: {', '.join(by)}"


def _for_calm(page: Page, motion: _Motion) -> str:
    """What those see who ask for reduced motion."""
    calm = Page(page.files, page.path, reader=Reader(reduced_motion=True))
    wide, element = ActiveRules(Viewport(1280, 800)), calm.document.elements[motion.element.index]
    if not wide.holds(calm.sheets.rules[motion.rule.order], element) and wide.holds(motion.rule, motion.element):
        return " Who asks for reduced motion does not see it."
    said = ("animation", "transition")
    for mine, theirs in zip(page.sheets.rules, calm.sheets.rules, strict=False):
        is_for_calm = wide.holds(theirs, element) and not wide.holds(mine, motion.element) and any(one.name.startswith(said) for one in theirs.declarations)
        if is_for_calm and any(selector.matches(element, MatchState()) for selector in theirs.selectors):
            return " Who asks for reduced motion is spared it."
    return " Who asks for reduced motion sees it too."


__all__ = ["animated_layout"]
