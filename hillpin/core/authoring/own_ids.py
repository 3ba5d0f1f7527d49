"""Copies of an element with ids of their own: names that must differ made anew, and what refers to them following (HTML 3.2.3.1)."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..files import resolve
from ..markup.tags import AttributeValue, attributes_in, tags_of
from ..page import Page
from .source_places import ids_in

REFERENCES = frozenset(["for", "headers", "list", "form", "popovertarget", "commandfor", "itemref", "aria-labelledby", "aria-describedby", "aria-controls", "aria-owns", "aria-activedescendant", "aria-flowto", "aria-details", "aria-errormessage"])
"""Attributes whose words are ids."""
FRAGMENTS = frozenset(["href", "xlink:href", "usemap"])
FILES = frozenset(["src", "poster", "data"])
_NUMBERED = re.compile(r"(.*?)(\d+)$", re.DOTALL)
_FILE_NUMBER = re.compile(r"(\d+)(?=\.[A-Za-z0-9]+(?:[?#].*)?$)")
_URL = re.compile(r"url\(\s*([\"']?)#([^)\"'\s]+)\1\s*\)")


@dataclass(frozen=True, slots=True)
class Splice:
    """Text in place of a stretch of a source."""

    start: int
    end: int
    text: str


def spliced(source: str, splices: list[Splice]) -> str:
    """A source with stretches replaced, which must not overlap."""
    out, at = [], 0
    for one in sorted(splices, key=lambda splice: (splice.start, splice.end)):
        out += [source[at : one.start], one.text]
        at = one.end
    return "".join([*out, source[at:]])


class Copies:
    """Copies of one stretch of markup, each with names of its own."""

    def __init__(self, page: Page, markup: str) -> None:
        self.page, self.markup, self.taken = page, markup, set(ids_in(page.document))
        self.values = [one for tag in tags_of(markup) if not tag.is_end and tag.end > 0 for one in attributes_in(markup, tag)]
        self.ids = list(dict.fromkeys(self._text(one) for one in self.values if one.name == "id" and self._text(one)))
        self.names = self._own_names()
        self._shift = 0

    def _text(self, value: AttributeValue) -> str:
        return self.markup[value.start : value.end]

    def _own_names(self) -> list[str]:
        """Names of fields that follow: of radio buttons only where more than one is in the markup."""
        radios: dict[str, int] = {}
        names: list[str] = []
        for tag in tags_of(self.markup):
            if tag.is_end or tag.name not in ("input", "select", "textarea", "map", "button", "details"):
                continue
            values = {one.name: self._text(one) for one in attributes_in(self.markup, tag)}
            name = values.get("name", "")
            if values.get("type", "").lower() == "radio" and name:
                radios[name] = radios.get(name, 0) + 1
            elif name:
                names.append(name)
        wanted = [name for name in names if _NUMBERED.match(name) or name in self.ids]
        return list(dict.fromkeys([*wanted, *(name for name, count in radios.items() if count > 1)]))

    def next(self, but: set[int] | None = None) -> tuple[dict[str, str], list[Splice]]:
        """The next copy's ids by those of the markup, and what is replaced in it; ``but`` are the starts of values that
        something else is put into."""
        self._shift += 1
        while any(self._shifted(one, self._shift) in self.taken for one in self.ids if _NUMBERED.match(one)):
            self._shift += 1
        renamed: dict[str, str] = {}
        for one in sorted(self.ids, key=lambda name: _NUMBERED.match(name) is None):
            by = self._shift
            while self._shifted(one, by) in self.taken or self._shifted(one, by) in renamed.values():
                by += 1
            renamed[one] = self._shifted(one, by)
        names = {one: renamed.get(one) or self._shifted(one, self._shift) for one in self.names}
        self.taken |= set(renamed.values())
        numbers = {found[2] for one in self.ids if (found := _NUMBERED.match(one))}
        splices = []
        for value in self.values:
            if but and value.start in but:
                continue
            text = self._value(value, renamed, names, numbers)
            if text != self._text(value):
                splices.append(Splice(value.start, value.end, text))
        return renamed, splices

    def _shifted(self, name: str, by: int) -> str:
        found = _NUMBERED.match(name)
        return f"{found[1]}{int(found[2]) + by:0{len(found[2])}d}" if found else f"{name}-{by + 1}"

    def _value(self, value: AttributeValue, renamed: dict[str, str], names: dict[str, str], numbers: set[str]) -> str:
        text = self._text(value)
        if value.name == "id":
            return renamed.get(text, text)
        if value.name == "name":
            return names.get(text, renamed.get(text, text))
        if value.name in REFERENCES:
            return re.sub(r"\S+", lambda word: renamed.get(word[0], word[0]), text)
        if value.name in FRAGMENTS and text.startswith("#"):
            return "#" + (renamed.get(text[1:]) or names.get(text[1:]) or text[1:])
        if value.name in FILES or value.name == "href":
            return self._file(text)
        if value.name == "class":
            return re.sub(r"\S+", lambda word: self._shifted(word[0], self._shift) if (found := _NUMBERED.match(word[0])) and found[2] in numbers else word[0], text)
        return _URL.sub(lambda found: f"url({found[1]}#{renamed.get(found[2], found[2])}{found[1]})", text)

    def _file(self, address: str) -> str:
        """The file with the next number, where there is one."""
        found = _FILE_NUMBER.search(address)
        if found is None or ":" in address:
            return address
        other = f"{address[: found.start()]}{int(found[1]) + self._shift:0{len(found[1])}d}{address[found.end() :]}"
        path = resolve(self.page.path, other)
        return other if path is not None and self.page.files.read(path) is not None else address
