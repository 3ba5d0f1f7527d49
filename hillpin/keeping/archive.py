"""A backup: one zip with the database as it was at one moment, and what it is to be checked against."""

from __future__ import annotations

import hashlib
import json
import os
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Callable
from contextlib import closing, suppress
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from .check import counts_of, troubles_of
from .folder import DataError, DataFolder

FORMAT = 1
DATABASE, LABEL = "hillpin.sqlite3", "backup.json"
STEP = 2_000
"""Pages of the database that are copied between two looks at whether someone saves."""
LARGEST = 20 * 2**30
"""Bytes of a database in an archive that is brought back."""


@dataclass(frozen=True, slots=True)
class Backup:
    """What a backup holds: bytes of the archive and of the database, and how many of each kind of thing."""

    path: Path
    archive_size: int
    database_size: int
    counts: dict[str, int]

    def sentence(self) -> str:
        """What was kept."""
        sites, files = self.counts.get("sites_site", 0), self.counts.get("sites_sitefile", 0)
        return f"{sites:,} sites with {files:,} files, {_megabytes(self.database_size)} of data in {_megabytes(self.archive_size)}"


def _megabytes(size: int) -> str:
    return f"{size / 1e6:,.1f} MB"


def back_up(folder: DataFolder, target: Path, progress: Callable[[float], None] = lambda part: None) -> Backup:
    """Write a backup while the data is in use, and check it; whole or not at all. Raises DataError."""
    if not folder.database.exists():
        raise DataError(f"There is no data in {folder.path} to back up.")
    part = target.with_name(target.name + ".part")
    try:
        with tempfile.TemporaryDirectory(prefix="hillpin-backup-", dir=target.parent) as scratch:
            copy = Path(scratch) / DATABASE
            _copied(folder.database, copy, progress)
            label = {"format": FORMAT, "made_at": datetime.now(UTC).isoformat(timespec="seconds"), "sha256": _digest(copy), "size": copy.stat().st_size, "counts": counts_of(copy)}
            with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED) as archive:
                archive.writestr(LABEL, json.dumps(label, indent=1))
                archive.write(copy, DATABASE)
            made = read(part, Path(scratch) / "checked.sqlite3")
        _durable(part)
        part.replace(target)
    except OSError as error:
        with suppress(OSError):
            part.unlink()
        raise DataError(f"The backup could not be written to {target} ({error.strerror or error}). Make room, or name another place; the data is as it was.") from error
    except sqlite3.Error as error:
        with suppress(OSError):
            part.unlink()
        raise DataError(f"The data in {folder.path} could not be read ({error}). ./pin check-data says more.") from error
    return Backup(target, target.stat().st_size, made["size"], made["counts"])


def _copied(source: Path, target: Path, progress: Callable[[float], None]) -> None:
    """SQLite's online backup: as the database is at its end, whoever writes meanwhile."""
    with closing(sqlite3.connect(f"file:{source}?mode=ro", uri=True, timeout=30)) as here, closing(sqlite3.connect(target)) as there:
        here.backup(there, pages=STEP, progress=lambda status, remaining, total: progress(1 - remaining / total if total else 1.0), sleep=0.005)
        there.execute("PRAGMA journal_mode=DELETE")


def _digest(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def _durable(path: Path) -> None:
    with path.open("rb") as file:
        os.fsync(file.fileno())


def read(archive_path: Path, into: Path) -> dict[str, Any]:
    """Take the database out of a backup into a file, checked; gives what the backup says of it. Raises DataError."""
    try:
        with zipfile.ZipFile(archive_path) as archive:
            label: dict[str, Any] = json.loads(archive.read(LABEL))
            if label["format"] > FORMAT:
                raise DataError(f"{archive_path.name} was made by a newer Hill Pin. Bring it back with that one.")
            if archive.getinfo(DATABASE).file_size != label["size"] or label["size"] > LARGEST:
                raise DataError(f"{archive_path.name} is not whole: its database has another size than it says.")
            with archive.open(DATABASE) as packed, into.open("wb") as file:
                shutil.copyfileobj(packed, file, 2**20)
    except (zipfile.BadZipFile, KeyError, ValueError, TypeError, EOFError) as error:
        raise DataError(f"{archive_path.name} is no backup of Hill Pin's, or is not whole. Take another one.") from error
    if _digest(into) != label["sha256"]:
        raise DataError(f"{archive_path.name} is damaged: its database is not the one that was put in. Take another one.")
    troubles = troubles_of(into)
    if troubles:
        raise DataError(f"The database in {archive_path.name} is not sound: {troubles[0]}.")
    return label


def restore(folder: DataFolder, archive_path: Path, newest_known: Callable[[Path], str] = lambda path: "") -> tuple[Backup, Path | None]:
    """Bring a backup back; the data that was there is kept beside it, under the path that is given. Raises DataError, and leaves
    everything as it was then. ``newest_known`` says why a database is of a newer Hill Pin; empty where it is not."""
    if not archive_path.is_file():
        raise DataError(f"There is no file {archive_path}.")
    folder.take()
    try:
        ready = folder.path / "restored.part"
        try:
            label = read(archive_path, ready)
            newer = newest_known(ready)
            if newer:
                raise DataError(newer)
            _durable(ready)
            before = folder.set_aside("before")
            try:
                ready.replace(folder.database)
            except OSError:
                if before is not None:
                    before.replace(folder.database)
                raise
        except OSError as error:
            raise DataError(f"The backup could not be brought back ({error.strerror or error}). The data is as it was.") from error
        finally:
            with suppress(OSError):
                ready.unlink()
    finally:
        folder.leave()
    return Backup(archive_path, archive_path.stat().st_size, label["size"], label["counts"]), before


def daily_backup(folder: DataFolder, why: str = "daily") -> Path | None:
    """An automatic backup where one is due; None where none is. Raises DataError where it cannot be written."""
    if why == "daily" and not folder.is_due():
        return None
    made = folder.next_automatic(why)
    back_up(folder, made)
    folder.thin_out()
    return made
