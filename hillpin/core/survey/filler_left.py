"""``filler-text``: words that only filled a place until its own were there."""

from __future__ import annotations

from ..filler import filler_in
from ..markup import Text
from .findings import Finding, Survey

_NOT_READ = frozenset(["script", "style", "template", "textarea"])


def filler_text(survey: Survey) -> list[Finding]:
    """Each element of the page whose own words are filler."""
    page = survey.page
    found = []
    for element in page.document.elements:
        if element.tag in _NOT_READ or element.line is None:
            continue
        words = filler_in(" ".join(child.data for child in element.children if isinstance(child, Text)))
        if words:
            found.append(Finding("filler-text", element.index, element.name(), None, None, page.path, element.line, f"{element.name()} still has filler: “{words}…”."))
    return found
