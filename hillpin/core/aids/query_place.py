"""Where a new media query stands in a sheet: after what it must win over, before what must win over it (css-cascade-5 §6.4.4)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..markup import Element
from ..page import Page
from ..styles import ActiveRules, Condition, Declaration, Rule, Sheets, Viewport, parse_media, tokens_of
from .contest import winner_of
from .sheet_text import Statement, extent_of, offset_of, statements_of

HEIGHT = 800
WIDEST = 20_000


@dataclass(frozen=True, slots=True)
class Spot:
    """An offset in a sheet. ``is_inside`` is the end of a query of the same condition; ``is_before_query`` the start of one
    that holds more narrowly."""

    offset: int
    is_inside: bool = False
    is_before_query: bool = False
    warnings: tuple[str, ...] = ()


def changed_in(rule: Rule, before: str) -> list[Declaration]:
    """The declarations of a rule that a former text of its sheet had not, or had otherwise."""
    former = _former_of(rule, before)
    known = {(one.name, one.text, one.important) for one in former.declarations} if former is not None else set()
    return [one for one in rule.declarations if (one.name, one.text, one.important) not in known] if former is not None else []


def _former_of(rule: Rule, before: str) -> Rule | None:
    """The same rule in a former text: the nearest one with its selector and its queries."""
    sheets = Sheets()
    sheets.add(before, rule.file)
    queries = [block.text for block in rule.media_blocks]
    same = [one for one in sheets.rules if one.text == rule.text and [block.text for block in one.media_blocks] == queries]
    return min(same, key=lambda one: abs(one.line - rule.line), default=None)


def with_former(text: str, rule: Rule, before: str) -> str:
    """A sheet with a rule's changed declarations as they were before; those that are new are taken out."""
    former = _former_of(rule, before)
    old = {one.name: one for one in former.declarations} if former is not None else {}
    for one in sorted(changed_in(rule, before), key=lambda each: (each.line, each.column), reverse=True):
        start, end = extent_of(text, one)
        kept = old.get(one.name)
        if kept is not None:
            text = f"{text[:start]}{kept.name}: {kept.text}{' !important' if kept.important else ''}{text[end:]}"
            continue
        end += text[end : end + 1] == ";"
        line_start = text.rfind("\n", 0, start) + 1
        if not text[line_start:start].strip() and text[end : end + 1] == "\n":
            start, end = line_start, end + 1
        text = text[:start] + text[end:]
    return text


def _statement_of(text: str, statements: list[Statement], rule: Rule) -> int:
    """Which statement holds a rule."""
    at = offset_of(text, rule.declarations[0].line, rule.declarations[0].column) if rule.declarations else offset_of(text, rule.line, 1)
    return next((number for number, one in enumerate(statements) if at < one.end), len(statements) - 1)


def widths_to_try(page: Page, *more: Condition) -> list[int]:
    """One viewport width for each stretch between the queries of a page and some further ones."""
    turns = {int(turn) for condition in [*page.conditions, *more] for turn in condition.turns() if 0 < turn < WIDEST}
    return sorted({1, *turns})


def _holds(conditions: Iterable[Condition], widths: list[int]) -> frozenset[int]:
    listed = list(conditions)
    return frozenset(width for width in widths if all(one.matches(Viewport(width, HEIGHT)) for one in listed))


def find_spot(page: Page, text: str, rule: Rule, fields: set[str], condition: str) -> Spot:
    """Where a query for a rule stands: past the rule and all that sets the same more widely, before what sets it more narrowly."""
    query = parse_media(tokens_of(condition))
    widths = widths_to_try(page, query)
    own = _holds([*rule.media, query], widths)
    statements = statements_of(text)
    after, before = [_statement_of(text, statements, rule)], list[tuple[int, Rule]]()
    for other in _rivals(page, rule, fields):
        theirs = _holds(other.media, widths)
        number = _statement_of(text, statements, other)
        if theirs and theirs < own:
            before.append((number, other))
        elif theirs & own:
            after.append(number)
    last = max(after)
    early = [other for number, other in before if number <= last]
    warnings = tuple(f"{one.text} in @media {one.media_blocks[-1].text if one.media_blocks else ''} (line {one.line}) stands earlier, so this one wins over it: move it behind." for one in early)
    late = [number for number, _ in before if number > last]
    same = next((number for number, one in enumerate(statements) if number >= last and (not late or number < min(late)) and _is_query(text, one, condition)), None)
    if same is not None:
        return Spot(statements[same].end - 1, is_inside=True, warnings=warnings)
    if late:
        return Spot(statements[min(late)].start, is_before_query=True, warnings=warnings)
    return Spot(statements[last].end if statements else len(text), warnings=warnings)


def _is_query(text: str, statement: Statement, condition: str) -> bool:
    prelude = text[statement.start : text.find("{", statement.start)]
    return "".join(prelude.split()).lower() == "".join(f"@media {condition}".split()).lower()


def _rivals(page: Page, rule: Rule, fields: set[str]) -> list[Rule]:
    """Other rules of the same sheet on an element of the rule that set one of some longhands; in queries any: what else is
    going to be written in the new one is not known yet."""
    matched = page.cascade.elements_by_rule()
    elements = set(matched.get(id(rule), []))
    return [
        other
        for other in page.sheets.rules
        if other is not rule and other.file == rule.file and (other.media or any(name in one.values for one in other.declarations for name in fields)) and elements & set(matched.get(id(other), []))
    ]


def losses(page: Page, file: str, text: str, rule: Rule, condition: str) -> list[str]:
    """Where the rule in a new query does not win although it should: tried on the page at every width."""
    after = page.with_text(file, text)
    query = parse_media(tokens_of(condition))
    widths = widths_to_try(after)
    own = _holds([*rule.media, query], widths)
    new = next((one for one in after.sheets.rules if one.file == file and one.text == rule.text and one.media and _holds(one.media, widths) == _holds([query], widths)), None)
    if new is None:
        return []
    names = {name for one in new.declarations for name in one.values}
    narrower = [one for one in _rivals(after, new, names) if (theirs := _holds(one.media, widths)) and theirs < own]
    elements = [one for one in after.cascade.elements_by_rule().get(id(new), []) if one.index >= 0]
    told: dict[tuple[str, int, str], list[int]] = {}
    for width in sorted(own):
        for winner in _winners_over(after, new, elements, names, width):
            if winner not in narrower:
                told.setdefault((winner.file, winner.line, winner.text or "a style attribute"), []).append(width)
    return [f"{text_} ({where} line {line}) still wins from {min(at):,} up: it is more specific, or stands later." for (where, line, text_), at in told.items()]


def _winners_over(page: Page, new: Rule, elements: list[Element], names: set[str], width: int) -> list[Rule]:
    """The rules that set a longhand of a new rule in its place at a width."""
    active = ActiveRules(Viewport(width, HEIGHT))
    found: dict[int, Rule] = {}
    for element in elements:
        for name in names:
            winner = winner_of(page, element, name, active)
            if winner is not None and winner.rule is not new:
                found[id(winner.rule)] = winner.rule
    return list(found.values())
