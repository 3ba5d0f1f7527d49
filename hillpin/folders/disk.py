"""A site's folder on disk: what of it belongs to the site, read and written whole or not at all."""

from __future__ import annotations

import contextlib
import os
import stat
import tempfile
import unicodedata
from collections.abc import Iterator, Mapping
from pathlib import Path

from pathspec import GitIgnoreSpec

from ..sites.errors import Refused
from ..sites.paths import LONGEST_PATH

LEFT_OUT = frozenset({"node_modules", "__pycache__", "__MACOSX"})
LARGEST_IGNORE = 256 * 1024
OWN = ".hillpin-"
"""How our unfinished files begin: hidden, and so no part of the site."""


class Disk:
    """A folder whose files are a site's. Paths are as in the site, with ``/`` between folders."""

    def __init__(self, root: Path) -> None:
        self.root = root
        self._ignored: dict[Path, tuple[float, GitIgnoreSpec]] = {}

    def check(self) -> None:
        """Raises Refused where the folder is not there."""
        if not self.root.is_dir():
            raise Refused(f"The folder {self.root} is not there. Bring it back under that name, or untie the site from it; nothing here is lost.")

    def paths(self) -> Iterator[tuple[str, int]]:
        """The files that belong to the site, with their sizes in bytes."""
        self.check()
        for folder, folders, names in os.walk(self.root, followlinks=False):
            at = Path(folder)
            inside = at.relative_to(self.root).as_posix()
            prefix = "" if inside == "." else f"{inside}/"
            folders[:] = sorted(name for name in folders if self.belongs(f"{prefix}{name}/"))
            for name in sorted(names):
                if self.belongs(prefix + name):
                    with contextlib.suppress(OSError):
                        yield unicodedata.normalize("NFC", prefix + name), (at / name).stat().st_size

    def belongs(self, path: str) -> bool:
        """Whether a path is one of the site's: nothing hidden, no links, nothing that its ``.gitignore`` names, no packages."""
        parts = path.rstrip("/").split("/")
        if any(part.startswith(".") or part in LEFT_OUT for part in parts) or len(path) > LONGEST_PATH:
            return False
        at = self.root
        for part in parts:
            at = at / part
            if at.is_symlink():
                return False
        full = self.root / path
        if not path.endswith("/") and full.exists() and not full.is_file():
            return False
        return not self._is_ignored(path)

    def _is_ignored(self, path: str) -> bool:
        """By the ``.gitignore`` of each folder around it; the innermost that has a word on it decides."""
        parts = path.rstrip("/").split("/")
        answer = False
        for depth in range(len(parts)):
            spec = self._spec(self.root.joinpath(*parts[:depth]))
            if spec is None:
                continue
            rest = "/".join(parts[depth:]) + ("/" if path.endswith("/") else "")
            found = spec.check_file(rest)
            if found.include is not None:
                answer = found.include
        return answer

    def _spec(self, folder: Path) -> GitIgnoreSpec | None:
        file = folder / ".gitignore"
        try:
            changed = file.stat()
            if changed.st_size > LARGEST_IGNORE or not stat.S_ISREG(changed.st_mode):
                return None
            known = self._ignored.get(folder)
            if known is None or known[0] != changed.st_mtime:
                self._ignored[folder] = (changed.st_mtime, GitIgnoreSpec.from_lines(file.read_text("utf-8", "replace").splitlines()))
        except OSError:
            return None
        return self._ignored[folder][1]

    def read(self, path: str) -> bytes | None:
        """A file's bytes; None where there is no such file of the site."""
        if not self.belongs(path):
            return None
        try:
            return (self.root / path).read_bytes()
        except OSError:
            return None

    def write(self, changes: Mapping[str, bytes | None], moved_from: Mapping[str, str] | None = None) -> None:
        """Write files, and take away those whose bytes are None: all of it, or none. A file keeps its mode, one that comes from
        another path (``moved_from``) takes that one's along. Raises Refused with the system's reason."""
        self.check()
        outside = next((path for path, content in changes.items() if content is not None and not self.belongs(path)), None)
        if outside is not None:
            raise Refused(f"{outside} would be left out of the site: in the folder {self.root}, hidden names, packages, links and what .gitignore names are no part of it.")
        before = {path: _bytes_of(self.root / path) for path in changes}
        modes = {path: _mode_of(self.root / (moved_from or {}).get(path, path)) for path in changes}
        done: list[str] = []
        try:
            for path, content in changes.items():
                if content is not None:
                    done.append(path)
                    _replace(self.root / path, content, modes[path])
            for path, content in changes.items():
                if content is None:
                    done.append(path)
                    (self.root / path).unlink(missing_ok=True)
        except OSError as error:
            self._take_back(before, done, modes)
            raise Refused(f"{path} could not be written to the folder {self.root}: {error.strerror or error}. Nothing was changed there or here.") from error
        for path, content in changes.items():
            if content is None:
                _prune(self.root, (self.root / path).parent)

    def _take_back(self, before: Mapping[str, bytes | None], done: list[str], modes: Mapping[str, int | None]) -> None:
        for path in done:
            content = before[path]
            with contextlib.suppress(OSError):
                if content is None:
                    (self.root / path).unlink(missing_ok=True)
                elif _bytes_of(self.root / path) != content:
                    _replace(self.root / path, content, modes[path])


def _bytes_of(file: Path) -> bytes | None:
    try:
        return file.read_bytes()
    except OSError:
        return None


def _mode_of(file: Path) -> int | None:
    try:
        return stat.S_IMODE(file.stat().st_mode)
    except OSError:
        return None


def _replace(file: Path, content: bytes, mode: int | None) -> None:
    """A file's new bytes in its place at once: who reads it sees the old ones or the new ones, whole."""
    file.parent.mkdir(parents=True, exist_ok=True)
    handle, name = tempfile.mkstemp(prefix=OWN, dir=file.parent)
    try:
        with os.fdopen(handle, "wb") as out:
            out.write(content)
            out.flush()
            os.fsync(out.fileno())
        os.chmod(name, mode if mode is not None else 0o644)
        os.replace(name, file)
    except OSError:
        with contextlib.suppress(OSError):
            os.unlink(name)
        raise


def _prune(root: Path, folder: Path) -> None:
    """Folders that are empty now."""
    with contextlib.suppress(OSError):
        while folder != root and not any(folder.iterdir()):
            folder.rmdir()
            folder = folder.parent
