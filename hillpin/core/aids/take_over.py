"""A rule of another sheet at the end of one's own, narrowed to the section that the selected element stands in.

What is written is tried on the page before it is shown: it reaches what the rule reached in the section, and wins there.
"""

from __future__ import annotations

import re

from ..errors import InputError
from ..markup import Element
from ..page import Layout, Page
from ..styles import ActiveRules, Rule, Viewport
from .contest import Contest, winner_of
from .selector_text import parts_of

SECTIONS = ("section", "article", "header", "footer", "nav", "aside", "main")
_PSEUDO_ELEMENT = re.compile(r"::[\w-]+(?:\([^)]*\))?$|:(?:before|after|first-line|first-letter)$")
_COMPOUND_END = re.compile(r"(?<=[\w\])*-])(?=\s*(?:[\s>+~]|$))")


def taken_over(page: Page, element: Element, rule: Rule, into: str, viewport: Viewport) -> str:
    """The text of a sheet with a rule of another one at its end, narrowed to the element's section.

    Raises InputError where the rule cannot be narrowed, or something in the page would still win over it.
    """
    if not rule.declarations:
        raise InputError("The rule holds no declarations to take over.")
    if rule.containers:
        raise InputError("The rule stands in a container query, which is not taken over yet. Copy it by hand.")
    own = page.sheet_texts.get(into)
    if own is None:
        raise InputError(f"{into} is not a sheet that the page links.")
    body = "".join(f"  {one.name}: {one.text}{' !important' if one.important else ''};\n" for one in rule.declarations)
    text = f"{narrowed(page, element, rule.text)} {{\n{body}}}\n"
    for block in reversed(rule.media_blocks):
        inner = "".join(f"  {line}\n" for line in text.splitlines())
        text = f"@media {block.text} {{\n{inner}}}\n"
    changed = f"{own.rstrip()}\n\n/* from {rule.file}, line {rule.line} */\n{text}"
    _check(page, element, rule, into, changed, viewport)
    return changed


def can_be_taken_over(page: Page, layout: Layout, element: Element, contest: Contest, into: str) -> set[tuple[str, int]]:
    """The rules of a contest, by file and line, that can be taken over into a sheet."""
    found: set[tuple[str, int]] = set()
    for one in contest.contenders:
        if one.file is None or one.line is None or one.file == into or one.file not in page.sheet_texts:
            continue
        rule = next((rule for rule in page.sheets.rules if rule.file == one.file and any(each.line == one.line for each in rule.declarations)), None)
        try:
            if rule is not None:
                taken_over(page, element, rule, into, layout.viewport)
                found.add((one.file, one.line))
        except InputError:
            continue
    return found


def _section_of(element: Element) -> Element:
    section = next((node for node in [element, *element.ancestors()] if node.tag in SECTIONS and (node.id or node.classes)), None)
    if section is None:
        raise InputError("The box stands in no section with a name of its own. Give the section an id or a class first.")
    return section


def narrowed(page: Page, element: Element, selector: str) -> str:
    """A selector that reaches just what it reached in the element's section, by the section's own name.

    Raises InputError where the section has no name, or the selector reaches nothing in it.
    """
    section = _section_of(element)
    name = f"#{section.id}" if section.id else f".{section.attributes['class'].split()[0]}"
    parts = [_narrowed_part(page, section, name, part) for part in parts_of(selector)]
    reached = [part for part in parts if part]
    if not reached:
        raise InputError(f"{selector} reaches nothing in {section.name()}.")
    return ", ".join(reached)


def _narrowed_part(page: Page, section: Element, name: str, part: str) -> str:
    """One complex selector, narrowed; empty where it reaches nothing in the section."""
    pseudo = found.group() if (found := _PSEUDO_ELEMENT.search(part)) else ""
    bare = part.removesuffix(pseudo) or "*"
    inside = {section, *section.descendants()}
    wanted = {one for one in page.select(bare) if one in inside}
    states = re.sub(r":(?:hover|focus(?:-visible|-within)?|active|target|visited|checked)\b", "", bare) or "*"
    if not wanted and states != bare:
        # What a state reaches is known by what it would reach without it.
        wanted = {one for one in page.select(states) if one in inside}
        if wanted:
            return f"{name} {part}" if section not in wanted else f"{bare}{name}{pseudo}"
    if not wanted:
        return ""
    # Before it; at each of its compounds, for the section may be one of them; and, for any other shape, by what it is in.
    candidates = [f"{name} {bare}", *(f"{bare[: end.end()]}{name}{bare[end.end() :]}" for end in _COMPOUND_END.finditer(bare)), f"{bare}:is({name}, {name} *)"]
    for candidate in candidates:
        try:
            if set(page.select(candidate)) == wanted:
                return candidate + pseudo
        except InputError:
            continue
    return ""


def _check(page: Page, element: Element, rule: Rule, into: str, text: str, viewport: Viewport) -> None:
    """Raises InputError unless every declaration of the new rule wins on the element, where its queries hold."""
    after = page.with_text(into, text)
    target = after.document.elements[element.index]
    last = max((one for one in after.sheets.rules if one.file == into), key=lambda one: one.order)
    at = _viewport_of(last, viewport)
    if at is None:
        raise InputError(f"{rule.text} counts at no width: its queries exclude each other.")
    active = ActiveRules(at)
    if not any(match.rule is last for match in after.cascade.matches(target).own) and not any(selector.pseudo_element for selector in last.selectors):
        raise InputError(f"{last.text} would not reach {element.name()}.")
    if any(selector.pseudo_element for selector in last.selectors):
        return
    for declaration in last.declarations:
        for name in declaration.values:
            winner = winner_of(after, target, name, active)
            if winner is not None and winner.declaration is not declaration and winner.rule is not last:
                where = f"{winner.declaration.file} line {winner.declaration.line}" if winner.declaration.file else "its style attribute"
                raise InputError(f"It would not win: {name} of {element.name()} is still set by {winner.rule.text or 'its style attribute'}, {where}.")


def _viewport_of(rule: Rule, viewport: Viewport) -> Viewport | None:
    """The viewport, or the nearest width at which the rule's queries hold."""
    turns = {turn + by for condition in rule.media for turn in condition.turns() for by in (-1, 0)}
    for width in sorted({viewport.width, *turns}, key=lambda one: abs(one - viewport.width)):
        at = Viewport(int(width), viewport.height)
        if width > 0 and all(condition.matches(at) for condition in rule.media):
            return at
    return None
