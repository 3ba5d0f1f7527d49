"""A git working tree as a target: files are put into it as into a folder, and committed through git itself."""

from __future__ import annotations

import subprocess
from collections.abc import Sequence
from pathlib import Path

from .targets import STATE, PlaceFault

PATIENCE = 60


def check_tree(folder: Path) -> None:
    """Raises PlaceFault where a folder is no working tree of git, or where it has changes of its own that are not committed."""
    if _git(folder, "rev-parse", "--is-inside-work-tree").strip() != "true":
        raise PlaceFault(f"{folder} is no working tree of git.")
    _leave_out_state(folder)
    changed = _git(folder, "status", "--porcelain", "-z", "--", ".").split("\0")
    names = [one[3:] for one in changed if one]
    if names:
        more = f" and {len(names) - 1} more" if len(names) > 1 else ""
        raise PlaceFault(f"In {folder}, {names[0]}{more} changed and is not committed. Commit it there, or put it away, and send again.")


def commit(folder: Path, paths: Sequence[str], message: str) -> str:
    """Commit some paths, whatever else is staged stays so. Gives the revision's name; nothing where nothing changed. Raises PlaceFault."""
    if paths:
        _git(folder, "add", "--all", "--force", "--", *paths)
    if not paths or not _git(folder, "diff", "--cached", "--name-only", "--", *paths).strip():
        return ""
    _git(folder, "commit", "--quiet", "-m", message, "--", *paths)
    return _git(folder, "rev-parse", "--short", "HEAD").strip()


def _leave_out_state(folder: Path) -> None:
    """Have git leave publishing's own folder alone, in this tree only."""
    exclude = Path(_git(folder, "rev-parse", "--path-format=absolute", "--git-path", "info/exclude").strip())
    known = exclude.read_text() if exclude.is_file() else ""
    if f"{STATE}/" not in known.splitlines():
        exclude.parent.mkdir(parents=True, exist_ok=True)
        exclude.write_text(f"{known}{'' if not known or known.endswith(chr(10)) else chr(10)}{STATE}/\n")


def _git(folder: Path, *words: str) -> str:
    try:
        done = subprocess.run(["git", "-C", str(folder), *words], capture_output=True, text=True, timeout=PATIENCE, check=False)
    except FileNotFoundError as error:
        raise PlaceFault("git is not on this machine. Install it, or publish to a folder.") from error
    except subprocess.TimeoutExpired as error:
        raise PlaceFault(f"git did not answer within {PATIENCE} seconds; something may hold its lock.") from error
    if done.returncode:
        said = (done.stderr.strip() or done.stdout.strip() or "nothing").splitlines()[0]
        raise PlaceFault(f"git says: {said.rstrip('.')}.")
    return done.stdout
