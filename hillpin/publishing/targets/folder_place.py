"""A folder on this machine."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from .place import PlaceFault, sentence_of


class FolderPlace:
    """A folder. Links in it are neither followed nor replaced: nothing is written outside it."""

    def __init__(self, root: Path) -> None:
        self.root, self.name = root, f"The folder {root}"
        if not root.is_dir():
            raise PlaceFault(f"The folder {root} is not there.", is_over=True)

    @contextmanager
    def _told(self, path: str) -> Iterator[Path]:
        try:
            yield self._full(path)
        except OSError as error:
            raise PlaceFault(sentence_of(error, self.name, path)) from error

    def _full(self, path: str) -> Path:
        at = self.root
        parts = path.split("/") if path else []
        if any(part in ("", ".", "..") for part in parts):
            raise PlaceFault(f"{self.name} refuses the name {path}.")
        for part in parts:
            at = at / part
            if at.is_symlink():
                raise PlaceFault(f"{path} leads over a link in {self.root}, and nothing is written behind one.")
        return at

    def sizes(self, folder: str = "") -> dict[str, int]:
        with self._told(folder) as top:
            found = {}
            for at, folders, names in os.walk(top, followlinks=False):
                folders[:] = [one for one in folders if not os.path.islink(os.path.join(at, one)) and one != ".git"]
                for name in names:
                    full = Path(at, name)
                    if full.is_file() and not full.is_symlink():
                        found[full.relative_to(self.root).as_posix()] = full.stat().st_size
            return found

    def read(self, path: str) -> bytes | None:
        with self._told(path) as full:
            return full.read_bytes() if full.is_file() else None

    def write(self, path: str, content: bytes) -> None:
        with self._told(path) as full:
            full.parent.mkdir(parents=True, exist_ok=True)
            full.write_bytes(content)

    def move(self, old: str, new: str) -> None:
        with self._told(new) as full:
            full.parent.mkdir(parents=True, exist_ok=True)
            os.replace(self._full(old), full)

    def remove(self, path: str) -> None:
        with self._told(path) as full:
            full.unlink(missing_ok=True)
            parent = full.parent
            with suppress(OSError):
                while parent != self.root:
                    parent.rmdir()
                    parent = parent.parent

    def close(self) -> None:
        pass
