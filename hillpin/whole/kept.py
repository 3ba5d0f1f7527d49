"""What was found once, kept on disk by content and bounded: a page that did not change is not walked again."""

from __future__ import annotations

import contextlib
import hashlib
import json
import os
import tempfile
import zlib
from pathlib import Path
from typing import Any

MOST_BYTES = 256 * 1024 * 1024
AFTER = 0.75
"""The part of the bound that is left when the oldest go."""
LARGEST = 64 * 1024 * 1024
"""Bytes of one thing kept, unpacked."""


def usual_folder() -> Path:
    """Where a person's programs keep what can be had again (XDG base directories)."""
    base = os.environ.get("XDG_CACHE_HOME", "")
    return (Path(base) if os.path.isabs(base) else Path.home() / ".cache") / "hillpin"


class Kept:
    """JSON by names that say all that it depends on. A folder that cannot be written to keeps nothing, and that is no error."""

    def __init__(self, folder: Path, most: int = MOST_BYTES) -> None:
        self.folder, self.most = folder, most

    def get(self, *names: str) -> Any | None:
        """What is kept under names; None where nothing is, or what is there is broken."""
        path = self._path(names)
        try:
            unpacker = zlib.decompressobj()
            text = unpacker.decompress(path.read_bytes(), LARGEST)
            found = json.loads(text) if unpacker.eof else None
        except (OSError, zlib.error, ValueError):
            return None
        with contextlib.suppress(OSError):
            os.utime(path)
        return found

    def put(self, content: Any, *names: str) -> None:
        """Keep something, whole or not at all."""
        path = self._path(names)
        with contextlib.suppress(OSError):
            path.parent.mkdir(parents=True, exist_ok=True)
            handle, made = tempfile.mkstemp(dir=path.parent, prefix=".")
            try:
                with os.fdopen(handle, "wb") as file:
                    file.write(zlib.compress(json.dumps(content).encode(), 1))
                os.replace(made, path)
            except OSError:
                Path(made).unlink(missing_ok=True)
                raise

    def prune(self) -> None:
        """Let the longest unused go where it is more than the bound."""
        found = []
        for path in self.folder.glob("??/*"):
            with contextlib.suppress(OSError):
                status = path.stat()
                found.append((status.st_mtime, status.st_size, path))
        total = sum(size for _, size, _ in found)
        if total <= self.most:
            return
        for _, size, path in sorted(found):
            if total <= self.most * AFTER:
                break
            with contextlib.suppress(OSError):
                path.unlink()
                total -= size

    def _path(self, names: tuple[str, ...]) -> Path:
        name = hashlib.sha256("\0".join(names).encode()).hexdigest()
        return self.folder / name[:2] / name[2:]
