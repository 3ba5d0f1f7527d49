"""Where a site's addresses lead: what uses a file, what nothing uses, and what leads nowhere."""

from __future__ import annotations

import difflib
import html
import posixpath
import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cached_property, lru_cache

from ..markup.tags import attributes_in, tags_of
from .addresses import MARKUP_ENDINGS, Reference, references_in, relative, written_as

HOME = "index.html"
PAGE_ENDINGS = (".html", ".htm", ".xhtml")
_LOOSE_ENDINGS = (".js", ".mjs", ".json", ".webmanifest", ".xml", ".txt")
_BY_THEMSELVES = frozenset({"robots.txt", "favicon.ico", "sitemap.xml", "humans.txt", "404.html", ".htaccess"})
"""Files that are asked for by their names, without any address that leads to them."""
_NEED_A_USE = (".css", ".js", ".mjs", ".png", ".jpg", ".jpeg", ".gif", ".webp", ".avif", ".svg", ".ico", ".woff", ".woff2", ".ttf", ".otf", ".mp4", ".webm", ".mp3", ".ogg", ".vtt")
MOST_NEAR = 3
_NAME = re.compile(r"[\w.%~-]+\.[A-Za-z0-9]+")


@dataclass(frozen=True, slots=True)
class Use:
    """A place from which a file is used: a file, its line, and what stands there, as in ``img src``."""

    path: str
    line: int
    where: str


@dataclass(frozen=True, slots=True)
class Broken:
    """An address that leads nowhere, with what it may have meant (addresses as they would be written there)."""

    path: str
    line: int
    where: str
    written: str
    why: str
    near: tuple[str, ...]


class Links:
    """The addresses of a whole site. ``texts`` are its text files that can be read, ``paths`` all its files."""

    def __init__(self, paths: Iterable[str], texts: Mapping[str, str]) -> None:
        self.paths = frozenset(paths)
        self.texts = texts
        self._by_name: dict[str, list[str]] = {}
        for path in sorted(self.paths):
            self._by_name.setdefault(posixpath.basename(path).lower(), []).append(path)

    def of(self, path: str) -> tuple[Reference, ...]:
        """The addresses in a file."""
        text = self.texts.get(path)
        return references_in(path, text) if text is not None else ()

    @cached_property
    def uses(self) -> dict[str, list[Use]]:
        """For every file that is used, from where: in the order of paths and lines."""
        found: dict[str, list[Use]] = {}
        for path in sorted(self.texts):
            for reference in self.of(path):
                target = self.file_of(reference)
                if target is not None and (target != path or reference.where != "a href"):
                    found.setdefault(target, []).append(Use(path, reference.line, reference.where))
        return found

    def file_of(self, reference: Reference) -> str | None:
        """The file of the site that an address leads to, if it is there."""
        target = reference.target()
        if target is None or target in self.paths:
            return target
        inside = posixpath.join(target, HOME)
        return inside if inside in self.paths else None

    def unused(self) -> list[str]:
        """Files that nothing uses: pictures, fonts, sheets, scripts and media that no address leads to, and pages, the first one
        excepted, that no other page leads to. What a script or a manifest names counts as used."""
        named = self._named_loosely()
        found = []
        for path in sorted(self.paths - self.uses.keys()):
            name = posixpath.basename(path)
            needs = path.lower().endswith(_NEED_A_USE) or (path.lower().endswith(PAGE_ENDINGS) and name.lower() != HOME)
            if needs and name.lower() not in _BY_THEMSELVES and name not in named:
                found.append(path)
        return found

    def _named_loosely(self) -> set[str]:
        names: set[str] = set()
        for path, text in self.texts.items():
            if path.lower().endswith(_LOOSE_ENDINGS):
                names.update(_NAME.findall(text))
            elif path.lower().endswith(MARKUP_ENDINGS) and "<script" in text.lower():
                for part in re.split(r"<script", text, flags=re.IGNORECASE)[1:]:
                    names.update(_NAME.findall(part.split("</script", 1)[0]))
        return names

    def broken(self, paths: Iterable[str] | None = None) -> list[Broken]:
        """Addresses that lead nowhere, of some files or all, in the order of paths and lines: no such file, or no such place in
        the page."""
        found = []
        for path in sorted(self.texts if paths is None else paths):
            for reference in self.of(path):
                broken = self._look_at(path, reference)
                if broken is not None:
                    found.append(broken)
        return found

    def _look_at(self, path: str, reference: Reference) -> Broken | None:
        if reference.where in ("base href", "form action", "button formaction", "input formaction") or reference.where.endswith(" cite"):
            return None
        if not reference.is_local:
            is_own = reference.fragment and not reference.written and reference.where in ("a href", "area href")
            return self._place(path, path, reference) if is_own else None
        target = self.file_of(reference)
        if target is not None:
            return self._place(path, target, reference) if reference.fragment and reference.where in ("a href", "area href") else None
        wanted = reference.target()
        why = "leads out of the site" if wanted is None else f"there is no {wanted}"
        return Broken(path, reference.line, reference.where, reference.written, why, tuple(self.near(reference)))

    def _place(self, path: str, target: str, reference: Reference) -> Broken | None:
        text = self.texts.get(target)
        if text is None or not target.lower().endswith(PAGE_ENDINGS) or reference.fragment.lower() == "top" or reference.fragment.startswith(":~:"):
            return None
        places = places_in(text)
        if reference.fragment in places:
            return None
        near = difflib.get_close_matches(reference.fragment, sorted(places), MOST_NEAR, 0.5)
        return Broken(path, reference.line, reference.where, f"{reference.written}#{reference.fragment}", f"{target} has no id {reference.fragment}", tuple(f"{reference.written}#{one}" for one in near))

    def near(self, reference: Reference) -> list[str]:
        """Files that an address may have meant, as it would be written: the same name elsewhere or in other capitals, then what
        is written nearly alike."""
        wanted = reference.target() or posixpath.basename(reference.path)
        same = self._by_name.get(posixpath.basename(wanted).lower(), [])
        stem = posixpath.splitext(posixpath.basename(wanted))[0].lower()
        other = [path for path in sorted(self.paths) if posixpath.splitext(posixpath.basename(path))[0].lower() == stem]
        alike = difflib.get_close_matches(wanted, sorted(self.paths), MOST_NEAR, 0.75)
        paths = list(dict.fromkeys([*same, *other, *alike]))[:MOST_NEAR]
        return [written_as(reference, relative(reference, path)) for path in paths]


@lru_cache(maxsize=512)
def places_in(page: str) -> frozenset[str]:
    """The names that a page's places have: ids, and names of anchors (HTML 7.4.2.3.3)."""
    found = set()
    for tag in tags_of(page):
        if tag.is_end or tag.end < 0:
            continue
        for value in attributes_in(page, tag):
            if value.name == "id" or (value.name == "name" and tag.name == "a"):
                found.add(html.unescape(page[value.start : value.end]))
    return frozenset(found)
