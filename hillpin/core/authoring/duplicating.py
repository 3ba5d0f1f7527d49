"""A section once more, with ids of its own, and the rules that are bound to its ids with it."""

from __future__ import annotations

import re

from ..page import Page
from .own_ids import Copies, spliced
from .sheet_habits import style_rules
from .source_places import SourceChange, between, element_at, span_of, tried


def duplicated(page: Page, index: int, *, with_rules: bool = False) -> SourceChange:
    """An element once more behind itself. Raises InputError where it cannot stand twice."""
    source = page.document.source
    element = element_at(page.document, index)
    start, end = span_of(element)

    renamed, splices = Copies(page, source[start:end]).next()
    text = source[:end] + between(source, element) + spliced(source[start:end], splices) + source[end:]
    change = SourceChange(text, end + len(between(source, element)))
    tried(source, change, f"{element.name()} cannot be duplicated")
    if renamed:
        change.notes.append("Its own names: " + ", ".join(f"#{old} is #{new}" for old, new in renamed.items()) + ".")
    bound = 0
    for path, css in page.sheet_texts.items():
        made, count = rules_copied(css, renamed)
        bound += count
        if with_rules and count:
            change.also[path] = made
    if bound:
        rules = "1 rule is" if bound == 1 else f"{bound} rules are"
        change.notes.append(f"{rules} bound to {'its id' if len(renamed) == 1 else 'its ids'}{' and copied behind themselves' if with_rules else ', and not copied'}.")
    return change


def rules_copied(css: str, renamed: dict[str, str]) -> tuple[str, int]:
    """A sheet in which each style rule whose selector names an id of ``renamed`` stands a second time for its new name, right
    behind itself; and how many those are."""
    if not renamed:
        return css, 0
    names = re.compile(r"#(" + "|".join(re.escape(one) for one in sorted(renamed, key=len, reverse=True)) + r")(?![\w-])")
    out: list[str] = []
    count = at = 0
    for rule in sorted(style_rules(css), key=lambda one: one.start):
        if not all(one.startswith("@") for one in rule.around):
            continue
        start, body, end = rule.start, rule.body, rule.end
        prelude = css[start:body]
        if not names.search(prelude):
            continue
        lead = css[css.rfind("\n", 0, start) + 1 : start]
        gap = "\n" if css.rfind("\n", 0, start) >= 0 or not lead else " "
        parts = [part for part in _selectors(prelude) if names.search(part)]
        copy = names.sub(lambda found: f"#{renamed[found[1]]}", ", ".join(part.strip() for part in parts)) + " " + names.sub(lambda found: f"#{renamed[found[1]]}", css[body:end])
        out += [css[at:end], gap + (lead if not lead.strip() else "") + copy]
        at = end
        count += 1
    return "".join([*out, css[at:]]), count


def _selectors(prelude: str) -> list[str]:
    """A selector list's parts."""
    parts, depth, begin = [], 0, 0
    for place, letter in enumerate(prelude):
        depth += (letter in "([") - (letter in ")]")
        if letter == "," and depth == 0:
            parts.append(prelude[begin:place])
            begin = place + 1
    return [*parts, prelude[begin:]]
