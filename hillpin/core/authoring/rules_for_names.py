"""The rule that a class or an id has not yet: written empty, at the place in the sheet where its like stand."""

from __future__ import annotations

import re

from ..errors import InputError
from ..markup import Element
from ..page import Page
from .own_ids import Splice, spliced
from .sheet_habits import SheetHabits, style_rules
from .source_places import SourceChange


def name_at(source: str, offset: int) -> str:
    """The class or the id at an offset in markup, as a selector. Raises InputError where none stands there."""
    begin = source.rfind("<", 0, offset)
    value = re.search(r"""\b(class|id)\s*=\s*(["']?)([^"'<>]*)$""", source[max(begin, 0) : offset], re.IGNORECASE)
    if begin < 0 or value is None or (value[2] == "" and " " in value[3]):
        raise InputError("Put the caret on a class or an id of the markup: its rule is written into the sheet.")
    before = re.search(r"[\w-]*$", value[3])
    after = re.match(r"[\w-]*", source[offset:])
    name = (before[0] if before else "") + (after[0] if after else "")
    if not name or re.match(r"-?\d|-$|--", name):
        raise InputError(f"{name or 'Nothing'} is no name that a selector can say.")
    return f"{'.' if value[1].lower() == 'class' else '#'}{name}"


def missing_rule(page: Page, offset: int) -> tuple[str, SourceChange]:
    """The sheet, and its text with a rule for the name at an offset of the page's source; where there is a rule already, the
    place of it. Raises InputError where no sheet of the site is linked."""
    selector = name_at(page.document.source, offset)
    pattern = re.compile(re.escape(selector) + r"(?![\w-])")
    for path, css in page.sheet_texts.items():
        for rule in style_rules(css):
            if pattern.search(css[rule.start : rule.body]):
                return path, SourceChange(css, rule.body + 1, [f"{selector} has a rule."])
    if not page.sheet_texts:
        raise InputError("The page links no sheet of the site that a rule could go into.")
    path, at = _place(page, offset)
    css = page.sheet_texts[path]
    unit = SheetHabits.of(css).unit
    lead = "" if at == 0 else "\n\n"
    body = f"{lead}{selector} {{\n{unit}"
    rest = "\n}" if at else "\n}\n\n"
    if at == 0 and not css.strip():
        rest = "\n}\n"
    return path, SourceChange(spliced(css, [Splice(at, at, body + rest)]), at + len(body), [f"{selector} has a rule in {path} now."])


def _place(page: Page, offset: int) -> tuple[str, int]:
    """Behind the last rule for what stands nearest before the place in the page, in the sheet where that is; else at the end of
    the last sheet."""
    before = [one for one in page.document.elements if one.offset is not None and one.offset < offset]
    for element in reversed(before):
        for selector in _selectors(element):
            pattern = re.compile(re.escape(selector) + r"(?![\w-])")
            for path, css in page.sheet_texts.items():
                # A rule in a query is not where a new one begins.
                found = [rule.end for rule in style_rules(css) if not rule.around and pattern.search(css[rule.start : rule.body])]
                if found:
                    return path, found[-1]
    path = next(reversed(page.sheet_texts))
    return path, len(page.sheet_texts[path].rstrip())


def _selectors(element: Element) -> list[str]:
    names = [f".{one}" for one in element.attributes.get("class", "").split()]
    return [*reversed(names), *([f"#{element.id}"] if element.id else [])]
