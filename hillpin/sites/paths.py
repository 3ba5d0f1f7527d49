"""Paths of files in a site: what is a safe path, what kind of file it names, what belongs to no site."""

from __future__ import annotations

import mimetypes
import posixpath
import unicodedata

from .errors import Refused

LONGEST_PATH = 240
TEXT_ENDINGS = frozenset({".html", ".htm", ".css", ".js", ".mjs", ".svg", ".txt", ".md", ".json", ".xml", ".csv", ".webmanifest"})
PAGE_ENDINGS = (".html", ".htm")
_IGNORED = ("__MACOSX/", ".DS_Store", "Thumbs.db", ".git/")


def clean_path(raw: str) -> str:
    """A path within a site, with ``/`` between folders. Raises Refused where it leads out or cannot be a name."""
    path = unicodedata.normalize("NFC", raw.replace("\\", "/")).removeprefix("./")
    parts = path.split("/")
    if path.startswith("/") or ":" in parts[0] or any(part in ("", ".", "..") for part in parts):
        raise Refused(f"The path {raw!r} leads out of the site or is empty. Nothing was taken in.")
    if len(path) > LONGEST_PATH:
        raise Refused(f"The path {path[:40]}… has {len(path)} characters; {LONGEST_PATH} are the most.")
    if any(unicodedata.category(character) == "Cc" for character in path):
        raise Refused(f"The path {raw!r} has control characters in it.")
    return path


def is_ignored(path: str) -> bool:
    """Whether a file is what systems leave behind in folders and archives, and no part of the work."""
    return path.endswith("/") or any(mark in f"{path}" if mark.endswith("/") else posixpath.basename(path) == mark for mark in _IGNORED)


def is_text(path: str) -> bool:
    """Whether a file is edited as text."""
    return posixpath.splitext(path)[1].lower() in TEXT_ENDINGS


def is_page(path: str) -> bool:
    """Whether a file is an HTML page."""
    return path.lower().endswith(PAGE_ENDINGS)


def media_type(path: str) -> str:
    """The type under which a file is served."""
    known = {".woff2": "font/woff2", ".woff": "font/woff", ".ttf": "font/ttf", ".otf": "font/otf", ".js": "text/javascript",
             ".svg": "image/svg+xml", ".webp": "image/webp", ".avif": "image/avif", ".css": "text/css"}  # fmt: skip
    return known.get(posixpath.splitext(path)[1].lower()) or mimetypes.guess_type(path)[0] or "application/octet-stream"


def without_common_folder(paths: list[str]) -> dict[str, str]:
    """Each path without the one folder that all of them stand in, if they do."""
    first = {path.split("/", 1)[0] for path in paths}
    if len(first) == 1 and all("/" in path for path in paths):
        return {path: path.split("/", 1)[1] for path in paths}
    return {path: path for path in paths}
