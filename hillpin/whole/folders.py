"""The pages of a folder on disk: which there are, which of them are one machine's part, and which changed since a revision."""

from __future__ import annotations

import re
import subprocess
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from ..core.errors import InputError
from ..core.files import FolderFiles
from .reach import Reach

PAGES = (".html", ".htm")
TEXTS = (*PAGES, ".css", ".svg", ".js", ".json", ".xml", ".webmanifest", ".txt")
GIT_TAKES = 60


@dataclass(slots=True)
class FolderPages:
    """Pages below a folder, by paths that count from it. One page alone counts from its own folder."""

    root: Path
    names: list[str]
    is_folder: bool

    @classmethod
    def at(cls, path: Path) -> FolderPages:
        """A page, or all pages below a folder, hidden ones left out. Raises InputError where there is none."""
        if not path.is_dir():
            if not path.exists():
                raise InputError(f"There is no file {path}.")
            return cls(path.parent, [path.name], False)
        found = sorted(one.relative_to(path) for one in path.rglob("*.htm*") if one.suffix in PAGES and one.is_file())
        names = [one.as_posix() for one in found if not any(part.startswith(".") or part == "node_modules" for part in one.parts)]
        if not names:
            raise InputError(f"There is no page in {path}.")
        return cls(path, names, True)

    def beside(self) -> tuple[list[str], dict[str, str]]:
        """All files of the folder, hidden ones left out, and the texts of those that hold addresses."""
        paths = [one.relative_to(self.root) for one in sorted(self.root.rglob("*")) if one.is_file()]
        names = [one.as_posix() for one in paths if not any(part.startswith(".") or part == "node_modules" for part in one.parts)]
        texts = {name: (self.files().read(name) or b"").decode("utf-8", "replace") for name in names if name.lower().endswith(TEXTS)}
        return names, texts

    def files(self) -> FolderFiles:
        """What the pages take their files from."""
        return FolderFiles(self.root)


def part_of(names: Sequence[str], part: str) -> list[str]:
    """One machine's part, as in ``3/8``: every page is in exactly one of the eight. Raises InputError."""
    found = re.fullmatch(r"(\d{1,4})/(\d{1,4})", part)
    number, count = (int(found[1]), int(found[2])) if found else (0, 0)
    if not 1 <= number <= count:
        raise InputError(f"A part is written like 3/8, the third of eight; not {part}.")
    return list(names[number - 1 :: count])


def changed_since(pages: FolderPages, revision: str) -> list[str]:
    """The pages that changed since a revision of git, in themselves or in what they take in. Raises InputError."""
    changed = _changed_files(pages.root, revision)
    reach = Reach(pages.files())
    root = pages.root.resolve()
    return [name for name in pages.names if any((root / path).resolve() in changed for path in reach.of(name))]


def _changed_files(root: Path, revision: str) -> set[Path]:
    if revision.startswith("-"):
        raise InputError(f"{revision} is no revision.")
    top = Path(_git(root, "rev-parse", "--show-toplevel").strip())
    _git(root, "rev-parse", "--verify", "--quiet", f"{revision}^{{commit}}", trouble=f"git knows no revision {revision}.")
    named = _git(top, "diff", "--name-only", "-z", revision, "--") + _git(top, "ls-files", "--others", "--exclude-standard", "-z")
    return {(top / one).resolve() for one in named.split("\0") if one}


def _git(folder: Path, *words: str, trouble: str = "") -> str:
    try:
        done = subprocess.run(["git", "-C", str(folder), *words], capture_output=True, text=True, timeout=GIT_TAKES, check=False)
    except FileNotFoundError as error:
        raise InputError("git is not there, and what changed since a revision is asked of it.") from error
    except subprocess.TimeoutExpired as error:
        raise InputError(f"git did not answer within {GIT_TAKES} seconds.") from error
    if done.returncode:
        raise InputError(trouble or f"git says: {(done.stderr.strip().splitlines() or ['nothing'])[0]}.")
    return done.stdout
