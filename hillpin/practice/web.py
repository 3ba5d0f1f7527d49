"""What was published, as a browser gets it: ``/`` is the site, ``/.publishings/N/`` an earlier state. Read only."""

from __future__ import annotations

import mimetypes
from collections.abc import Callable, Iterable
from pathlib import Path
from typing import Any
from urllib.parse import unquote

EARLIER = "/.publishings/"


class PublishedSite:
    """A WSGI application over a folder."""

    def __init__(self, site: Path, kept: Path) -> None:
        self._site, self._kept = site.resolve(), kept.resolve()

    def __call__(self, environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
        file = self._file(environ.get("PATH_INFO", "/").encode("latin-1").decode("utf-8", "replace"))
        if environ["REQUEST_METHOD"] not in ("GET", "HEAD"):
            start("405 Method Not Allowed", [("Content-Type", "text/plain")])
            return [b"Only for looking.\n"]
        if file is None:
            start("404 Not Found", [("Content-Type", "text/plain; charset=utf-8")])
            return [b"Nothing was published under this address.\n"]
        kind = mimetypes.guess_type(file.name)[0] or "application/octet-stream"
        data = file.read_bytes()
        start("200 OK", [("Content-Type", f"{kind}; charset=utf-8" if kind.startswith("text/") else kind), ("Content-Length", str(len(data))), ("Cache-Control", "no-store")])
        return [data] if environ["REQUEST_METHOD"] == "GET" else []

    def _file(self, path: str) -> Path | None:
        root, path = self._site, unquote(path)
        if path.startswith(EARLIER):
            number, _, path = path[len(EARLIER) :].partition("/")
            if not number.isdigit():
                return None
            root = self._kept / number
        parts = [one for one in path.split("/") if one]
        if any(one.startswith(".") for one in parts):
            return None
        try:
            file = root.joinpath(*parts).resolve()
            if file.is_dir():
                file = file / "index.html"
            return file if file.is_file() and file.is_relative_to(root.resolve()) else None
        except (OSError, ValueError):
            return None
