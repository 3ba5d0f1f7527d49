"""Whether data is sound: the file, its references, its sizes; and what of it can be set right."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from dataclasses import dataclass, field
from pathlib import Path

from .folder import DataError, DataFolder

MOST_SAID = 20


@dataclass(slots=True)
class Looked:
    """What was found: troubles in sentences, how many rows each table has, and bytes by what they are."""

    troubles: list[str] = field(default_factory=list)
    counts: dict[str, int] = field(default_factory=dict)
    sizes: dict[str, int] = field(default_factory=dict)


def troubles_of(database: Path) -> list[str]:
    """What SQLite finds wrong with a database file and its references; empty where it is sound."""
    try:
        with closing(_opened(database)) as here:
            found = [str(row[0]) for row in here.execute(f"PRAGMA integrity_check({MOST_SAID})") if row[0] != "ok"]
            found += [f"{table} row {row} refers to a {parent} that is not there" for table, row, parent, _ in here.execute("PRAGMA foreign_key_check").fetchmany(MOST_SAID)]
    except sqlite3.Error as error:
        return [f"it cannot be read ({error})"]
    return found


def counts_of(database: Path) -> dict[str, int]:
    """How many rows each table of ours has."""
    with closing(_opened(database)) as here:
        names = [str(row[0]) for row in here.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name")]
        return {name: int(here.execute(f'SELECT count(*) FROM "{name}"').fetchone()[0]) for name in names}


def _opened(database: Path) -> sqlite3.Connection:
    return sqlite3.connect(f"file:{database}?mode=ro", uri=True, timeout=30)


def check_data(folder: DataFolder) -> Looked:
    """Look the data of a folder over, also while it is in use. Raises DataError where there is none."""
    if not folder.database.exists():
        raise DataError(f"There is no data in {folder.path}.")
    folder.look()
    looked = Looked(troubles_of(folder.database))
    try:
        looked.counts = counts_of(folder.database)
        with closing(_opened(folder.database)) as here:
            looked.troubles += _of_files(here)
            looked.sizes = {
                "files as they are": _sum(here, "SELECT sum(length(content)) FROM sites_sitefile"),
                "their earlier states": _sum(here, "SELECT sum(length(content)) FROM sites_revision"),
            }
    except sqlite3.Error as error:
        looked.troubles.append(f"its tables cannot be read ({error})")
    looked.sizes["the database"] = folder.database.stat().st_size
    looked.sizes["automatic backups"] = sum(path.stat().st_size for path in folder.automatic())
    return looked


def _sum(here: sqlite3.Connection, question: str) -> int:
    return int(here.execute(question).fetchone()[0] or 0)


def _of_files(here: sqlite3.Connection) -> list[str]:
    """Files whose newest state is not the one that is kept as such."""
    rows = here.execute(
        "SELECT file.path, file.revision FROM sites_sitefile AS file LEFT JOIN sites_revision AS state ON state.file_id = file.id AND state.number = file.revision "
        "WHERE state.id IS NULL OR state.content IS NOT file.content"
    ).fetchmany(MOST_SAID)
    return [f"{path} is not as its newest state, number {number}, says" for path, number in rows]


def repaired(folder: DataFolder) -> tuple[Path | None, list[str]]:
    """Set right what can be: gives the copy of the data as it was, and what was done. Raises DataError where it cannot be read at
    all, or is in use."""
    folder.take()
    try:
        made = folder.path / "repaired.part"
        made.unlink(missing_ok=True)
        done = _rebuilt(folder.database, made)
        copy = folder.set_aside("unrepaired")
        made.replace(folder.database)
    except (OSError, sqlite3.Error) as error:
        raise DataError(f"The data could not be repaired ({error}); it is as it was. Bring a backup back: ./pin restore FILE.") from error
    finally:
        folder.leave()
    return copy, done


def _rebuilt(database: Path, into: Path) -> list[str]:
    """Everything that can still be read, in a new file, without rows whose references lead nowhere, and with the newest states
    that files lack."""
    done = ["every row that can be read was written into a new database"]
    with closing(sqlite3.connect(database, timeout=30)) as here, closing(sqlite3.connect(into)) as there:
        there.executescript("PRAGMA foreign_keys=OFF;\n" + "\n".join(here.iterdump()))
        while lost := there.execute("PRAGMA foreign_key_check").fetchall():
            for table, row, _, _ in lost:
                there.execute(f'DELETE FROM "{table}" WHERE rowid = ?', (row,))
            done.append(f"{len(lost)} rows were left out whose references lead nowhere")
        states = there.execute(
            "INSERT OR REPLACE INTO sites_revision (file_id, number, content, saved_at) SELECT file.id, file.revision, file.content, file.updated_at FROM sites_sitefile AS file "
            "LEFT JOIN sites_revision AS state ON state.file_id = file.id AND state.number = file.revision WHERE state.id IS NULL OR state.content IS NOT file.content"
        ).rowcount
        if states:
            done.append(f"{states} newest states were made anew from their files")
        there.commit()
        there.execute("VACUUM")
    return done
