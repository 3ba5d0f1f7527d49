"""Paths of files in a site: what is a safe path, what kind of file it names, what belongs to no site."""

from __future__ import annotations

import mimetypes
import posixpath
import unicodedata

from .errors import Refused

LONGEST_PATH = 240
TEXT_ENDINGS = frozenset({".html", ".htm", ".css", ".js", ".mjs", ".svg", ".txt", ".md", ".json", ".xml", ".csv", ".webmanifest"})
PAGE_ENDINGS = (".html", ".htm")
LONGEST_NAME = 200
_RESERVED = frozenset({"CON", "PRN", "AUX", "NUL", *(f"{name}{number}" for name in ("COM", "LPT") for number in range(1, 10))})
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


def check_name(path: str) -> None:
    """Raises Refused where a path that a person gives could not be a file's on every system, or would not be asked for by its
    address as it stands."""
    for part in path.split("/"):
        if part.split(".")[0].upper() in _RESERVED:
            raise Refused(f"{part} is a name that some systems keep for themselves. Take another one for {path}.")
        if part.endswith((".", " ")) or part.startswith(" "):
            raise Refused(f"{path}: a name cannot begin with a space, or end with a space or a full stop.")
        wrong = next((one for one in part if one in '<>:"|?*\\'), None)
        if wrong is not None:
            raise Refused(f"{path}: a name cannot have {wrong} in it.")
        if len(part.encode()) > LONGEST_NAME:
            raise Refused(f"{part[:40]}… is too long for a name: {LONGEST_NAME} bytes are the most.")
    if is_ignored(path):
        raise Refused(f"{path} is what systems leave behind in folders, and no part of a site.")


def is_ignored(path: str) -> bool:
    """Whether a file is what systems leave behind in folders and archives, and no part of the work."""
    return path.endswith("/") or any(mark in f"{path}" if mark.endswith("/") else posixpath.basename(path) == mark for mark in _IGNORED)


def alike(path: str) -> str:
    """The same for paths that are one on some disks: in other capitals, in letters put together otherwise."""
    return unicodedata.normalize("NFC", unicodedata.normalize("NFC", path).lower())


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
