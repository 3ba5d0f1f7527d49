"""All that a page asks of the viewport: in ``@media``, in values, and in markup."""

from __future__ import annotations

from ..markup.tree import Document
from .media import Condition, parse_media
from .references import may_choose, media_asked
from .sheet import Sheets
from .variables import tokens_of


def conditions_of(sheets: Sheets, document: Document) -> list[Condition]:
    """The conditions of a page by which another set of rules, values or pictures may count."""
    found = [*{id(one): one for rule in sheets.rules for one in rule.media}.values(), *sheets.asked]
    for element in document.elements:
        media, style = element.attributes.get("media"), element.attributes.get("style", "")
        if element.tag == "source" and media:
            found.append(parse_media(tokens_of(media)))
        if may_choose(style):
            found += media_asked(tokens_of(style))
    return found
