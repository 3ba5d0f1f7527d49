"""A sum as a CSS comment beside its declaration, and bringing such comments up to date."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..errors import InputError
from ..markup import Element
from ..naming import own_selector
from ..page import Page
from ..shown import px
from .explanation import QUANTITIES, Explanation, explain

SUM_COMMENT = re.compile(r" ?/\* at ([\d,]+): [^*]*?, (width|height|x|y) of ([^*]+?) \*/")
"""A kept sum as it stands in a sheet, with the space before it."""
MOST_COMMENTS = 200


@dataclass(frozen=True, slots=True)
class Refreshed:
    """A sheet with its sums brought up to date: how many there are, how many changed, and those that say nothing any more."""

    text: str
    sums: int
    changed: int
    lost: tuple[str, ...]


def sum_words(answer: Explanation) -> str:
    """A sum on one line: ``(742 − 48) × 31% = 215.13``."""
    text = ""
    has_terms = False
    for step in answer.steps:
        if step.operation == "start":
            text, has_terms = px(step.amount), False
        elif step.operation == "add":
            text += f" {'−' if step.amount < 0 else '+'} {px(abs(step.amount))}"
            has_terms = True
        elif step.operation == "set":
            if step.label.startswith(("×", "÷")):
                text = f"({text}) {step.label}" if has_terms else f"{text} {step.label}"
            text += f" = {px(step.amount)}"
            has_terms = False
    result = f"= {px(answer.value)}"
    return text if text.endswith(result) or text == px(answer.value) else f"{text} {result}"


def comment_of(page: Page, element: Element, of: str, width: int, height: int = 800) -> str:
    """The comment for a number of an element at a viewport. Raises InputError where it has no sum."""
    answer = explain(page, page.layout(width, height, record=True, about=element), element, of)
    if not answer.steps:
        raise InputError(answer.reason or f"There is no sum for the {of} of {element.name()}.")
    return f"/* at {width:,}: {sum_words(answer)}, {of} of {own_selector(page, element)} */"


def with_comment(text: str, line: int, comment: str) -> str:
    """A sheet with a sum at the end of a line, in place of one of the same number that stands there."""
    lines = text.split("\n")
    if not 1 <= line <= len(lines):
        raise InputError(f"The sheet has no line {line}.")
    new = SUM_COMMENT.search(f" {comment}")
    kept = SUM_COMMENT.sub(lambda old: "" if new is not None and old.group(2, 3) == new.group(2, 3) else old.group(), lines[line - 1])
    lines[line - 1] = f"{kept.rstrip()} {comment}"
    return "\n".join(lines)


def refreshed(page: Page, text: str, height: int = 800) -> Refreshed:
    """A sheet of a page with every sum in it worked out anew, each at its own width."""
    found = changed = 0
    lost: list[str] = []

    def anew(old: re.Match[str]) -> str:
        nonlocal found, changed
        found += 1
        width, of, selector = int(old.group(1).replace(",", "")), old.group(2), old.group(3)
        try:
            elements = page.select(selector)
            if not elements or of not in QUANTITIES or found > MOST_COMMENTS:
                raise InputError(f"no element is {selector}")
            comment = f" {comment_of(page, elements[0], of, width, height)}"
        except InputError as error:
            lost.append(f"The sum for the {of} of {selector} at {width:,} cannot be brought up to date: {error}")
            return old.group()
        was = old.group() if old.group().startswith(" ") else f" {old.group()}"
        changed += comment != was
        return comment if old.group().startswith(" ") else comment[1:]

    new = SUM_COMMENT.sub(anew, text)
    return Refreshed(new, found, changed, tuple(lost))
