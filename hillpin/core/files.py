"""Where a page's files come from: a folder on disk or a mapping in memory, behind one small interface."""

from __future__ import annotations

import os
import posixpath
from collections.abc import Mapping
from pathlib import Path
from typing import Protocol
from urllib.parse import unquote, urlsplit

LARGEST_FILE = 32 * 1024 * 1024
"""Bytes read of one file at most."""


class Files(Protocol):
    """Read access to the files beside a page. Paths are POSIX paths relative to the page's site."""

    def read(self, path: str) -> bytes | None:
        """The bytes of a file, or None where there is no such file (or it is over ``LARGEST_FILE``)."""

    def key(self, path: str) -> tuple[str, object]:
        """A value that changes when the file changes, for caches."""


class FolderFiles:
    """Files of a folder on disk. Relative paths may lead out of the page's folder, as in a browser."""

    def __init__(self, root: Path) -> None:
        self.root = root

    def read(self, path: str) -> bytes | None:
        try:
            full = self.root / path
            if full.stat().st_size > LARGEST_FILE:
                return None
            return full.read_bytes()
        except (OSError, ValueError):
            return None

    def key(self, path: str) -> tuple[str, object]:
        try:
            full = os.path.realpath(self.root / path)
            status = os.stat(full)
            return (full, (status.st_mtime_ns, status.st_size))
        except (OSError, ValueError):
            return (str(self.root / path), None)


class MemoryFiles:
    """Files held in a mapping of path → bytes; paths cannot lead out of it."""

    def __init__(self, files: Mapping[str, bytes | str]) -> None:
        self._files = files

    def read(self, path: str) -> bytes | None:
        content = self._files.get(path)
        return content.encode() if isinstance(content, str) else content

    def key(self, path: str) -> tuple[str, object]:
        content = self._files.get(path)
        return (path, hash(content))


class Changed:
    """Other files with one of them changed."""

    def __init__(self, files: Files, path: str, text: str) -> None:
        self.files = files
        self.path = path
        self.content = text.encode()

    def read(self, path: str) -> bytes | None:
        return self.content if path == self.path else self.files.read(path)

    def key(self, path: str) -> tuple[str, object]:
        return (path, hash(self.content)) if path == self.path else self.files.key(path)


class WithFiles:
    """Other files with some over them."""

    def __init__(self, below: Files, over: Mapping[str, bytes]) -> None:
        self.below, self.over = below, over

    def read(self, path: str) -> bytes | None:
        return self.over[path] if path in self.over else self.below.read(path)

    def key(self, path: str) -> tuple[str, object]:
        return (path, hash(self.over[path])) if path in self.over else self.below.key(path)


def resolve(base: str, reference: str) -> str | None:
    """The path that a URL reference in file ``base`` names, or None where it is not a local file.

    >>> resolve("css/site.css", "../img/boat.png")
    'img/boat.png'
    """
    try:
        parts = urlsplit(reference.strip())
    except ValueError:
        return None
    if parts.scheme or parts.netloc or not parts.path:
        return None
    path = unquote(parts.path)
    if path.startswith("/"):
        return posixpath.normpath(path.lstrip("/"))
    return posixpath.normpath(posixpath.join(posixpath.dirname(base), path))
