"""Where the data is, who uses it, and the backups that are made without being asked for."""

from __future__ import annotations

import fcntl
import sqlite3
import time
from contextlib import closing, suppress
from datetime import UTC, datetime
from io import TextIOWrapper
from pathlib import Path

DAY = 24 * 3600.0
MOST_KEPT = 7
"""Automatic backups that stay; the oldest go first."""


class DataError(Exception):
    """Something about the data folder; ``str()`` says what happened and what to do."""


def _stamp() -> str:
    return datetime.now(UTC).strftime("%Y%m%d-%H%M%S-%f")


class DataFolder:
    """A data folder by its path."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self.database = path / "hillpin.sqlite3"
        self.backups = path / "backups"
        self._lock: TextIOWrapper | None = None

    def take(self) -> None:
        """Be the one who works on the data until this process ends. Raises DataError where another does."""
        self._lock = (self.path / ".in-use").open("a")
        try:
            fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            self._lock.close()
            self._lock = None
            raise DataError(f"The data in {self.path} is in use by a Hill Pin that runs. Stop it first, or name another folder with --data.") from error

    def leave(self) -> None:
        """Let others work on it."""
        if self._lock is not None:
            self._lock.close()
            self._lock = None

    def look(self) -> None:
        """Raises DataError where the database is there and cannot be one."""
        if not self.database.exists():
            return
        with self.database.open("rb") as file:
            head = file.read(16)
        if not head:
            newest = self.newest()
            advice = f"Bring a backup back: ./pin restore {newest}. To begin anew, remove it." if newest is not None else "To begin anew, remove it."
            raise DataError(f"The database {self.database} is empty: something cut it off. {advice}")
        if head != b"SQLite format 3\0":
            raise DataError(f"{self.database} is no database of Hill Pin's. Move it away to begin anew, or bring a backup back: ./pin restore FILE.")

    def set_aside(self, word: str) -> Path | None:
        """Move the database out of the way, with what stands in its write-ahead log; gives where it is now. None where there is
        none. Raises OSError."""
        if not self.database.exists():
            return None
        with suppress(sqlite3.Error), closing(sqlite3.connect(self.database, timeout=30)) as here:
            here.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        aside = self.path / f"hillpin.{word}-{_stamp()}.sqlite3"
        self.database.replace(aside)
        for name in ("hillpin.sqlite3-wal", "hillpin.sqlite3-shm"):
            (self.path / name).unlink(missing_ok=True)
        return aside

    def automatic(self) -> list[Path]:
        """The backups that were made without being asked for, oldest first."""
        return sorted(self.backups.glob("automatic-*.zip"))

    def newest(self) -> Path | None:
        """The newest of them."""
        kept = self.automatic()
        return kept[-1] if kept else None

    def thin_out(self) -> None:
        """Keep the newest automatic backups."""
        for old in self.automatic()[:-MOST_KEPT]:
            old.unlink()

    def next_automatic(self, why: str) -> Path:
        """The path of a new automatic backup; ``why`` is one word."""
        self.backups.mkdir(exist_ok=True)
        return self.backups / f"automatic-{_stamp()}-{why}.zip"

    def is_due(self) -> bool:
        """Whether the newest automatic backup is a day old, there is none, or the clock was set back since."""
        newest = self.newest()
        if newest is None:
            return self.database.exists()
        return not 0 <= time.time() - newest.stat().st_mtime < DAY
