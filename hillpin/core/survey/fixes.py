"""Changes to a source that would settle a finding. What each does at every width is proved before it is offered (``remedies``)."""

from __future__ import annotations

from ..markup import Element
from ..styles import Declaration, Rule
from .findings import Fix, Survey


def change(survey: Survey, declaration: Declaration, after: str, sentence: str) -> tuple[Fix, ...]:
    """A declaration written otherwise; nothing where its text is not on its line as it was read."""
    lines = survey.lines_of(declaration.file)
    if not 0 < declaration.line <= len(lines):
        return ()
    line = lines[declaration.line - 1]
    begin = line.lower().find(declaration.name, max(declaration.column - 1, 0) if declaration.column <= len(line) else 0)
    end = next((at for at in range(max(begin, 0), len(line)) if line[at] in ";}"), len(line))
    before = line[begin:end].rstrip()
    if begin < 0 or ":" not in before or line.find(before) != begin:
        return ()
    important = " !important" if declaration.important else ""
    return (Fix(declaration.file, declaration.line, before, after + important, sentence),)


def added(survey: Survey, element: Element, name: str, value: str, sentence: str) -> tuple[Fix, ...]:
    """A declaration in the rule that an element has for itself, the most specific one outside queries; a rule of its own
    behind that where it has none."""
    rule = rule_for(survey, element)
    if rule is None:
        return ()
    lines = survey.lines_of(rule.file)
    if not 0 < rule.line <= len(lines) or lines[rule.line - 1].count("{") != 1:
        return ()
    return (Fix(rule.file, rule.line, "{", f"{{ {name}: {value};", sentence),)


def rule_for(survey: Survey, element: Element) -> Rule | None:
    """The last of an element's own rules that counts at every width and for few others."""
    rules = [match.rule for match in reversed(survey.page.cascade.matches(element).own)]
    return next((rule for rule in rules if rule.origin == "author" and not rule.inline and not rule.media and not rule.containers and "*" not in rule.text), None)


def new_rule(survey: Survey, file: str, rule: str, sentence: str) -> tuple[Fix, ...]:
    """A rule at the end of a sheet."""
    lines = survey.lines_of(file)
    return (Fix(file, len(lines), "", f"{'' if not lines[-1].strip() else chr(10)}{rule}\n", sentence),)
