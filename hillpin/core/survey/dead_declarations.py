"""Declarations and rules that do nothing: ``dead-declaration``, ``invalid-declaration``, ``unknown-area``, ``unused-rule``."""

from __future__ import annotations

import re
from functools import lru_cache

from ..errors import InputError
from ..layout import Kind
from ..markup import Element
from ..page import Page
from ..styles import SPECIAL, Declaration, MatchState, Problem, Rule
from ..widths import Stretch
from ..writing import why_dead
from .findings import Finding, Survey, box_of, declared, name_of

STATES = ("hover", "focus", "focus-visible", "focus-within", "active", "checked", "target", "visited", "disabled", "enabled", "invalid", "valid", "required",
           "optional", "placeholder-shown", "autofill", "open", "indeterminate", "read-only", "user-invalid", "user-valid", "default", "in-range", "out-of-range",
          "popover-open", "modal", "fullscreen", "playing", "paused")  # fmt: skip
_SET_BY_SCRIPTS = re.compile(r"\[(?:aria-[\w-]+|data-[\w-]+|open|hidden|inert)[^\]]*\]")
_LONE_TYPES = re.compile(r"(?:[a-z][a-z0-9]*\s*,\s*)*[a-z][a-z0-9]*")
_AREA_PROPERTIES = ("grid-template-areas", "grid-area", "grid-template")


def query_range(survey: Survey, rule: Rule) -> tuple[int | None, int | None]:
    """The widths over which a rule's media queries hold; (None, None) where it is in none that turns with the width."""
    if not any(condition.turns() for condition in rule.media):
        return None, None
    on = survey.counting(rule.media)
    return (on[0].low, on[-1].high) if on else (None, None)


def dead_declaration(survey: Survey) -> list[Finding]:
    """Declarations that can take effect on none of the elements they apply to, at no width at which their rule counts."""
    page = survey.page
    matched = page.cascade.elements_by_rule()
    findings: list[Finding] = []
    for rule in _author_rules(page):
        elements = [one for one in matched.get(id(rule), []) if one.index >= 0 and any(match.rule is rule for match in page.cascade.matches(one).own)]
        stretches = survey.counting(rule.media)
        if not elements or not stretches or "*" in rule.text:
            continue
        for declaration in rule.declarations:
            reason, named = _reason(survey, declaration, elements, stretches)
            if reason and named is not None:
                low, high = query_range(survey, rule)
                message = f"{declaration.name}: {declaration.text} does nothing on {name_of(named)}: {reason}."
                findings.append(Finding("dead-declaration", named.index, name_of(named), low, high, declaration.file, declaration.line, message))
    return findings


def _author_rules(page: Page) -> list[Rule]:
    rules = list(page.sheets.rules)
    for element in page.document.elements:
        rules += [match.rule for match in page.cascade.matches(element).own if match.rule.inline]
    return rules


def _reason(survey: Survey, declaration: Declaration, elements: list[Element], stretches: list[Stretch]) -> tuple[str, Element | None]:
    """Why a declaration has no effect on any of the elements; empty where it may have one on some, somewhere."""
    reason, named = "", None
    for stretch in stretches:
        for element in elements:
            style = survey.style(element, stretch)
            if style is None or style.display == "none" or element not in stretch.layout.rects:
                continue
            # Where another declaration wins, this one is overruled, and not without effect by itself.
            if not any(_same(style.winners.get(name), declaration) for name in declaration.values):
                return "", None
            why = why_dead(declaration.name, element, style, stretch.layout)
            if not why:
                return "", None
            if not reason:
                reason, named = why, element
    return reason, named


def _same(winner: object, declaration: Declaration) -> bool:
    return getattr(winner, "declaration", None) is declaration


def invalid_declaration(survey: Survey) -> list[Finding]:
    """What a browser drops, with the likeliest reason; areas that are not well-formed are ``unknown-area``."""
    page = survey.page
    for element in page.document.elements:
        page.cascade.matches(element)
    findings: list[Finding] = []
    for problem in [*page.sheets.problems, *page.cascade.problems]:
        if _is_fallback(page, problem):
            continue
        subject = _subject(page, problem)
        low, high = _range_at(survey, problem.file, problem.line)
        is_area = problem.text.startswith(_AREA_PROPERTIES) and "There is no property" not in problem.message
        shown = f"{problem.text}: {problem.message}" if problem.text else problem.message
        if is_area:
            shown = f"{problem.text}: the template is not rectangular, or an area's name is not quoted as it must be."
        kind = "unknown-area" if is_area else "invalid-declaration"
        name = name_of(subject) if subject is not None else problem.selector
        findings.append(Finding(kind, subject.index if subject is not None else None, name, low, high, problem.file, problem.line, shown))
    return findings


def _is_fallback(page: Page, problem: Problem) -> bool:
    """Whether a value is there for other browsers: a vendor's own, or a newer one beside one that is understood."""
    name, _, value = problem.text.partition(":")
    value = value.strip().lower()
    if value.startswith("-") and not value[1:2].isdigit() and not value.startswith("-."):
        return True
    if name.startswith(("-", "*", "_")):
        return True
    if "(" not in value and "dv" not in value and "sv" not in value and "lv" not in value:
        return False
    return any(
        one.name == name.strip() and one.file == problem.file and abs(one.line - problem.line) <= 3
        for rule in page.sheets.rules
        if rule.file == problem.file and rule.text == problem.selector
        for one in rule.declarations
    )


def _subject(page: Page, problem: Problem) -> Element | None:
    if problem.elements:
        return page.document.elements[problem.elements[0]]
    matched = page.cascade.elements_by_rule()
    for rule in page.sheets.rules:
        if rule.file == problem.file and rule.text == problem.selector and rule.line <= problem.line:
            found = next((one for one in matched.get(id(rule), []) if one.index >= 0), None)
            if found is not None:
                return found
    try:
        return next(iter(page.select(problem.selector)), None) if problem.selector else None
    except ValueError:
        return None


def _range_at(survey: Survey, file: str, line: int) -> tuple[int | None, int | None]:
    """The widths of the query that a line stands in."""
    page = survey.page
    text = page.document.source if file == page.path else page.sheet_texts.get(file, "")
    for block in page.sheets.media_blocks:
        if block.file == file and block.line <= line <= _end_line(text, block.line) and block.condition.turns():
            on = survey.counting([block.condition])
            return (on[0].low, on[-1].high) if on else (None, None)
    return None, None


@lru_cache(maxsize=256)
def _end_line(text: str, line: int) -> int:
    """The line on which the block that begins on a line ends."""
    start = 0
    for _ in range(line - 1):
        start = text.find("\n", start) + 1
    depth = 0
    for found in SPECIAL.finditer(text, start):
        depth += (found.group() == "{") - (found.group() == "}")
        if depth == 0 and found.group() == "}":
            return text.count("\n", 0, found.end()) + 1
    return text.count("\n") + 1


def unknown_area(survey: Survey) -> list[Finding]:
    """Items placed in an area that their grid's template does not have."""
    found: dict[tuple[int, str, int, str], list[int]] = {}
    words: dict[tuple[int, str, int, str], str] = {}
    for number, stretch in enumerate(survey.stretches):
        for element in survey.elements:
            style, box = survey.style(element, stretch), box_of(stretch, element)
            parent = box.parent if box is not None else None
            if style is None or parent is None or parent.kind != Kind.GRID or parent.element is None:
                continue
            name = style.grid_row_start.name or style.grid_column_start.name
            if name is None or style.grid_row_start.number is not None or _has_line(parent.style, name):
                continue
            winner = declared(style, "grid_row_start") or declared(style, "grid_column_start")
            if winner is None or winner.declaration is None:
                continue
            key = (element.index, winner.declaration.file, winner.declaration.line, name)
            found.setdefault(key, []).append(number)
            words[key] = name_of(parent.element)
    findings: list[Finding] = []
    for (index, file, line, name), numbers in found.items():
        everywhere = len(numbers) == len(survey.stretches)
        element = survey.elements[index]
        message = f"{name_of(element)} asks for the area {name}, and the template of {words[index, file, line, name]} has none of that name."
        low, high = (None, None) if everywhere else (survey.stretches[numbers[0]].low, survey.stretches[numbers[-1]].high)
        findings.append(Finding("unknown-area", index, name_of(element), low, high, file, line, message))
    return findings


def _has_line(style: object, name: str) -> bool:
    """Whether a grid has an area or a line of a name (css-grid-2 §8.3, lines named after areas included)."""
    areas = style.grid_template_areas.named  # type: ignore[attr-defined]
    bare = name.removesuffix("-start").removesuffix("-end")
    if name in areas or bare in areas:
        return True
    text = f"{style.grid_template_columns!r} {style.grid_template_rows!r}"  # type: ignore[attr-defined]
    return f"'{name}'" in text or f"'{name}-start'" in text


def _waits_for_a_script(page: Page, selector: str) -> bool:
    """Whether a rule would reach something, did a script set the attributes of state that it asks for."""
    without = re.sub(r"::[\w-]+", "", _SET_BY_SCRIPTS.sub("", selector))
    if without == selector:
        return False
    try:
        return bool(page.select(re.sub(r"(?<![\w\])*.#-])(?=\s*(?:[,>+~]|$))", "*", without)))
    except InputError:
        return False


def unused_rule(survey: Survey, misspelt: set[int]) -> list[Finding]:
    """Rules that no element comes under, whatever state it is in; those that only lack a letter are left to that finding."""
    page = survey.page
    everything = frozenset([page.document.root, *page.document.root.descendants()])
    state = MatchState(dict.fromkeys(STATES, everything))
    has_scripts = any(one.tag == "script" for one in everything)
    findings: list[Finding] = []
    for rule in page.sheets.rules:
        if id(rule) in misspelt or not rule.selectors or _LONE_TYPES.fullmatch(rule.text):
            # How pictures or quotations are to look is said once for a site, whether this page has one or not.
            continue
        if any(selector.matches(element, state) or selector.matches(element, page.cascade.state) for selector in rule.selectors for element in everything):
            continue
        if has_scripts and _waits_for_a_script(page, rule.text):
            continue
        low, high = query_range(survey, rule)
        findings.append(Finding("unused-rule", None, rule.text, low, high, rule.file, rule.line, f"No element of the page comes under {rule.text}."))
    return findings
