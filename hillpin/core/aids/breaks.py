"""A media query where the layout breaks: written by the site's own habit, where the cascade lets it win."""

from __future__ import annotations

from dataclasses import dataclass

from ..edit import SPECIAL
from ..errors import InputError
from ..page import Page
from ..styles.media import Viewport
from ..styles.sheet import MediaBlock, Rule

NEAR = 40
"""CSS px within which a neighbouring query is compared."""


@dataclass(frozen=True, slots=True)
class Opened:
    """A sheet's text with a new query, where the caret goes in it, and what to know of the queries beside it."""

    file: str
    text: str
    caret: int
    condition: str
    warnings: tuple[str, ...]


def habit_of(page: Page) -> str:
    """``min`` or ``max``: what most of the site's width queries say; ``min`` where they say nothing."""
    least = sum("min-width" in block.text or ">=" in block.text for block in page.sheets.media_blocks)
    most = sum("max-width" in block.text or "<" in block.text for block in page.sheets.media_blocks)
    return "max" if most > least else "min"


def rule_at(page: Page, file: str, line: int) -> Rule:
    """The rule that holds a line of a sheet. Raises InputError where there is none."""
    found = [rule for rule in page.sheets.rules if rule.file == file and rule.line <= line]
    if not found:
        raise InputError(f"No rule of {file} begins at or above line {line}.")
    return max(found, key=lambda rule: (rule.line, rule.order))


def open_query(page: Page, file: str, line: int, at: int, names: tuple[str, ...] = ()) -> Opened:
    """Open a query at a viewport width for the rule on a line, with the declarations that are about to differ.

    ``names`` are the properties; without any, the declaration on the line, or all of the rule's where the line is its
    selector. Raises InputError where the sheet is not one that the page links, or the rule is in a query that is off.
    """
    text = page.sheet_texts.get(file)
    if text is None:
        raise InputError(f"{file} is not a sheet that the page links, so a query there would do nothing.")
    rule = rule_at(page, file, line)
    own = rule.declarations
    chosen = [one for one in own if one.name in names] or [one for one in own if one.line == line] or own
    if not chosen:
        raise InputError(f"{rule.text} declares nothing that could differ.")
    condition = f"(min-width: {at}px)" if habit_of(page) == "min" else f"(max-width: {at}px)"
    body = "".join(f"    {one.name}: {one.text};\n" for one in chosen)
    block = f"\n@media {condition} {{\n  {rule.text} {{\n{body}  }}\n}}\n"
    place = _place_after(page, text, rule, {name for one in chosen for name in one.values})
    before = text[:place].rstrip("\n") + "\n"
    return Opened(file, before + block + text[place:], len(before) + block.index(body) + 4, condition, tuple(neighbours(page, condition, at)))


def _place_after(page: Page, text: str, rule: Rule, fields: set[str]) -> int:
    """Past the rule and every later one of the same sheet that sets the same on elements of the rule."""
    matched = page.cascade.elements_by_rule()
    elements = set(matched.get(id(rule), []))
    last = rule
    for other in page.sheets.rules:
        if other.file == rule.file and other.order > last.order and any(name in one.values for one in other.declarations for name in fields):
            if elements & set(matched.get(id(other), [])):
                last = other
    line = max(last.line, *(block.line for block in last.media_blocks), *(one.line for one in last.declarations), 0)
    return _end_of_statement(text, line)


def _end_of_statement(text: str, line: int) -> int:
    """Past the top-level statement that holds a line."""
    wanted = 0
    for _ in range(line - 1):
        wanted = text.index("\n", wanted) + 1
    depth = 0
    for found in SPECIAL.finditer(text):
        depth += (found.group() == "{") - (found.group() == "}")
        if depth == 0 and found.group() == "}" and found.end() > wanted:
            newline = text.find("\n", found.end())
            return len(text) if newline < 0 else newline + 1
    return len(text)


def neighbours(page: Page, condition: str, at: int) -> list[str]:
    """What the queries beside a new one leave to neither, or give to both."""
    said: list[str] = []
    for block in page.sheets.media_blocks:
        for turn in block.condition.turns():
            if abs(turn - at) > NEAR:
                continue
            said += _beside(block, turn, at, condition)
    return list(dict.fromkeys(said))


def _beside(block: MediaBlock, turn: int, at: int, condition: str) -> list[str]:
    is_below = block.condition.matches(Viewport(turn - 1, 800))
    starts = at if "min-width" in condition else at + 1
    where = f"@media {block.text} (line {block.line})"
    if turn == starts:
        return []
    if is_below and "min-width" in condition:
        if turn > starts:
            return [f"{where} holds until {turn - 1:,}, so both hold {_range(starts, turn - 1)}."]
        return [f"{where} holds until {turn - 1:,}, so neither holds {_range(turn, starts - 1)}."]
    if not is_below and "max-width" in condition:
        if turn < starts:
            return [f"{where} holds from {turn:,}, so both hold {_range(turn, starts - 1)}."]
        return [f"{where} holds from {turn:,}, so neither holds {_range(starts, turn - 1)}."]
    return [f"{where} turns at {turn:,}, {abs(turn - starts)} from here."]


def _range(first: int, last: int) -> str:
    return f"at {first:,}" if first == last else f"from {first:,} to {last:,}"


__all__ = ["Opened", "habit_of", "neighbours", "open_query", "rule_at"]
