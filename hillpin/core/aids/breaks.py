"""A media query where the layout breaks: written by the site's own habit, where the cascade lets it win."""

from __future__ import annotations

from dataclasses import dataclass

from ..errors import InputError
from ..page import Page
from ..styles import MediaBlock, Rule, Viewport
from .query_place import Spot, changed_in, find_spot, losses, with_former

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


def open_query(page: Page, file: str, line: int, at: int, before: str | None = None) -> Opened:
    """Open a query at a viewport width for the rule on a line of a sheet.

    What goes in: the declarations that differ from the sheet's text ``before``, which has its own back outside the query;
    else the declaration on the line, which is about to differ; else nothing yet. It stands where it wins over what holds
    more widely and loses to what holds more narrowly, whatever the order in which queries are opened.

    Raises InputError where the sheet is not one that the page links, or the line is in no rule.
    """
    text = page.sheet_texts.get(file)
    if text is None:
        raise InputError(f"{file} is not a sheet that the page links, so a query there would do nothing.")
    rule = rule_at(page, file, line)
    chosen = [(one.name, one.text) for one in changed_in(rule, before)] if before is not None else []
    warnings: list[str] = []
    if chosen and before is not None:
        text = with_former(text, rule, before)
        place = page.sheets.rules.index(rule)
        page = page.with_text(file, text)
        rule = page.sheets.rules[place]
        warnings.append(f"{' and '.join(dict.fromkeys(name for name, _ in chosen))}: the change counts in the query; outside it stands what stood before.")
    chosen = chosen or [(one.name, one.text) for one in rule.declarations if one.line == line]
    condition = f"(min-width: {at}px)" if habit_of(page) == "min" else f"(max-width: {at}px)"
    fields = {longhand for one in rule.declarations if not chosen or one.name in {name for name, _ in chosen} for longhand in one.values}
    spot = find_spot(page, text, rule, fields, condition)
    opened = _written(text, rule, chosen, condition, spot)
    warnings += spot.warnings
    if chosen:
        warnings += losses(page, file, opened[0], rule, condition)
    return Opened(file, *opened, condition, (*warnings, *neighbours(page, condition, at)))


def _written(text: str, rule: Rule, chosen: list[tuple[str, str]], condition: str, spot: Spot) -> tuple[str, int]:
    """The sheet with the query, and where the caret goes: before its first declaration."""
    body = "".join(f"    {name}: {value};\n" for name, value in chosen)
    inner = f"  {rule.text} {{\n{body or '    ' + chr(10)}  }}\n"
    if spot.is_inside:
        before, after = text[: spot.offset].rstrip(" \t\n"), text[spot.offset :]
        added = "\n" + inner
    else:
        before, after = text[: spot.offset].rstrip("\n"), text[spot.offset :].lstrip("\n")
        before += "\n" if before else ""
        added = f"\n@media {condition} {{\n{inner}}}\n" if before else f"@media {condition} {{\n{inner}}}\n"
        after = ("\n" if after and spot.is_before_query else "") + after
    return before + added + after, len(before) + added.index("{\n    ") + 6 if spot.is_inside else len(before) + added.index(inner) + inner.index("{\n") + 6


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
