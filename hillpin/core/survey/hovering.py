"""``hover-shift``: a state rule that changes the size or place of neighbours."""

from __future__ import annotations

import re
from collections.abc import Callable

from ..aids import hold_between, state_on
from ..markup import Element
from ..page import Page
from ..shown import px
from ..styles import MatchState, Rule
from .findings import Finding, Survey, name_of

STATE = re.compile(r":(hover|focus-visible|focus-within|focus|active)\b")
HELD = {
    "hover": ("hover",), "focus": ("focus", "focus-visible", "focus-within"), "focus-visible": ("focus", "focus-visible", "focus-within"),
    "focus-within": ("focus", "focus-visible", "focus-within"), "active": ("hover", "active"),
}  # fmt: skip
_HARMLESS = frozenset(
    ["color", "background", "background-color", "background-image", "outline", "outline-offset", "outline-color", "outline-width", "outline-style", "box-shadow",
     "text-decoration", "text-decoration-color", "text-decoration-thickness", "text-underline-offset", "opacity", "transform", "translate", "scale", "rotate", "filter",
     "cursor", "transition", "fill", "stroke", "border-color", "z-index", "visibility", "text-shadow", "border-radius"]
)  # fmt: skip
EVERY = 160
MOST_RULES = 24


def hover_shift(survey: Survey) -> list[Finding]:
    """Each state rule with declarations that can move boxes, held on the first element whose neighbours it moves."""
    findings: list[Finding] = []
    page = survey.page
    rules = [rule for rule in page.sheets.rules if rule.origin == "author" and STATE.search(rule.text) and any(one.name not in _HARMLESS and not one.name.startswith("--") for one in rule.declarations)]
    for rule in rules[:MOST_RULES]:
        element = first_subject(page, rule)
        if element is not None:
            findings += _of_rule(survey, rule, element)
    return findings


def first_subject(page: Page, rule: Rule) -> Element | None:
    """The first element in the body that the rule would apply to in its state: the one that is in the state."""
    everything = frozenset([page.document.root, *page.document.root.descendants()])
    state = MatchState({name: everything for names in HELD.values() for name in names})
    for element in page.document.elements:
        if any(selector.matches(element, state) for selector in rule.selectors):
            return element
    return None


def _of_rule(survey: Survey, rule: Rule, element: Element) -> list[Finding]:
    found = STATE.search(rule.text)
    assert found is not None
    page, name = survey.page, found.group(1)
    held = Page(page.files, page.path)
    subject = holder_of(rule, held.document.elements[element.index], name)
    held.cascade.state = state_on(subject, HELD[name])
    shifts: dict[int, tuple[str, float] | None] = {}

    def shifted(width: int) -> bool:
        if width not in shifts:
            moved = [one for one in hold_between(page, held, page.document.elements[subject.index], width, survey.walked.height) if not one.is_own]
            most = max(moved, key=lambda one: max(abs(one.dx), abs(one.dy), abs(one.dw), abs(one.dh)), default=None)
            amount = 0.0 if most is None else max(abs(most.dx), abs(most.dy), abs(most.dw), abs(most.dh))
            shifts[width] = (most.name, amount) if most is not None and amount > 1 / 32 else None
        return shifts[width] is not None

    line = next((one.line for one in rule.declarations if one.name not in _HARMLESS), rule.line)
    label = name_of(page.document.elements[subject.index])
    findings: list[Finding] = []
    for low, high in ranges_of(survey, shifted):
        shift = shifts[low]
        assert shift is not None
        message = f"{label} in its :{name} state moves its neighbours: {shift[0]} by {px(shift[1])} at {low:,}."
        findings.append(Finding("hover-shift", subject.index, label, low, high, rule.file, line, message, (f"{shift[0]} moves by {px(shift[1])}",)))
    return findings


def holder_of(rule: Rule, subject: Element, name: str) -> Element:
    """The element that is in the state: the subject, or the one around it that the rule's selector names with the state."""
    def applies(one: Element) -> bool:
        state = state_on(one, HELD[name])
        return any(selector.matches(subject, state) for selector in rule.selectors)

    holder = next((one for one in (subject, *subject.ancestors()) if one.index >= 0 and applies(one)), subject)
    # A state that reaches outwards may sit on the element that the selector names: the outermost that will do.
    while holder.parent is not None and holder.parent.index >= 0 and applies(holder.parent):
        holder = holder.parent
    return holder


def ranges_of(survey: Survey, shifted: Callable[[int], bool]) -> list[tuple[int, int]]:
    """The runs of widths at which a state shifts something: looked at at both ends of each stretch and between, then halved."""
    widths = sorted({*(one.low for one in survey.stretches), *(one.high for one in survey.stretches), *range(survey.walked.start, survey.walked.end, EVERY)})
    runs: list[tuple[int, int]] = []
    begin: int | None = None
    before = widths[0]
    for width in widths:
        is_on = shifted(width)
        if is_on and begin is None:
            begin = width if width == widths[0] else _turn(shifted, before, width)
        elif not is_on and begin is not None:
            runs.append((begin, _turn(shifted, before, width) - 1))
            begin = None
        before = width
    if begin is not None:
        runs.append((begin, widths[-1]))
    return runs


def _turn(shifted: Callable[[int], bool], low: int, high: int) -> int:
    """The first width after ``low`` that is as ``high`` is."""
    wanted = shifted(high)
    while high - low > 1:
        middle = (low + high) // 2
        if shifted(middle) == wanted:
            high = middle
        else:
            low = middle
    return high
