"""What a page takes in: its sheets, pictures and fonts, and what those take in, as content. Links to other pages are not of it."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass, field

from ..core.files import Files, resolve
from ..core.site import Reference, references_in

_LEADING_ON = ("a href", "area href", "form action", "button formaction", "input formaction", "base href", "iframe src", "object data", "frame src")
MOST_KEPT = 64 * 1024 * 1024
"""Bytes of files that several pages take in, kept while pages are gone through."""


@dataclass(slots=True)
class _File:
    content: bytes | None
    digest: str
    leads_to: tuple[str, ...] | None = None


@dataclass(slots=True)
class Reach:
    """Reads what pages of one place take in; a file that many pages share is read once."""

    files: Files
    _known: dict[str, _File] = field(default_factory=dict)
    _bytes: int = 0

    def of(self, page: str) -> dict[str, bytes | None]:
        """The content of a page and of all that it takes in, by path; None where a file is not there."""
        found: dict[str, bytes | None] = {}
        left = [page]
        while left:
            path = left.pop()
            if path in found:
                continue
            file = self._file(path, path != page)
            found[path] = file.content
            left += [one for one in file.leads_to or () if one not in found]
        return found

    def digest(self, content: dict[str, bytes | None]) -> str:
        """One digest of what a page takes in: of paths and contents."""
        total = hashlib.sha256()
        for path in sorted(content):
            known = self._known.get(path)
            total.update(f"{path}\0{known.digest if known is not None else _digest(content[path])}\0".encode())
        return total.hexdigest()

    def _file(self, path: str, is_shared: bool) -> _File:
        known = self._known.get(path)
        if known is not None:
            return known
        content = self.files.read(path)
        file = _File(content, _digest(content), _leads_to(path, content))
        if is_shared and self._bytes < MOST_KEPT:
            self._known[path] = file
            self._bytes += len(content or b"")
        return file


def _digest(content: bytes | None) -> str:
    return hashlib.sha256(content).hexdigest() if content is not None else "none"


def _leads_to(path: str, content: bytes | None) -> tuple[str, ...]:
    if content is None or not path.lower().endswith((".html", ".htm", ".css", ".svg")):
        return ()
    found = (_target(one) for one in references_in(path, content.decode("utf-8", "replace")) if one.where not in _LEADING_ON)
    return tuple(dict.fromkeys(one for one in found if one is not None))


def _target(reference: Reference) -> str | None:
    if not reference.is_local:
        return None
    # What leads out of the folder is read on disk, as a browser does.
    return reference.target() or resolve(reference.base, reference.path)
