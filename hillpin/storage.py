"""What keeps the data from being written, in words that say what to do. SQLite's own codes tell it: https://www.sqlite.org/rescode.html."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass

from django.db import DatabaseError

FULL = "The disk that holds Hill Pin's data is full, so nothing can be kept on it. Make room there: what was not saved stays in its window and is sent again by itself."
NO_RIGHT = "Hill Pin may not write to its data. Give it the right to write to the data folder and what is in it: what was not saved stays in its window and is sent again by itself."
BUSY = "Another program holds Hill Pin's data. What was not saved is sent again by itself."
BROKEN = "Hill Pin's data cannot be read as it should be. End Hill Pin and run ./pin check-data: it says what is broken, and what of it can be set right."
DISK = "The disk that holds Hill Pin's data does not take or give what it should. Look whether it is still there: what was not saved stays in its window and is sent again by itself."

_SENTENCES = {
    "SQLITE_FULL": (507, FULL), "SQLITE_READONLY": (503, NO_RIGHT), "SQLITE_PERM": (503, NO_RIGHT), "SQLITE_CANTOPEN": (503, NO_RIGHT), "SQLITE_BUSY": (503, BUSY),
    "SQLITE_LOCKED": (503, BUSY), "SQLITE_CORRUPT": (503, BROKEN), "SQLITE_NOTADB": (503, BROKEN), "SQLITE_IOERR": (503, DISK),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class StorageFault:
    """What is in the way, as a sentence, and the status of an answer that says it (RFC 9110 §15.6.4, RFC 4918 §11.5)."""

    status: int
    sentence: str


def storage_fault(error: DatabaseError) -> StorageFault | None:
    """What an error of the database says of the disk and the rights to it; None where it is about something else."""
    cause = error.__cause__
    name = getattr(cause, "sqlite_errorname", "") if isinstance(cause, sqlite3.Error) else ""
    # Extended codes, such as SQLITE_IOERR_WRITE, begin with the code that they refine.
    found = next((said for code, said in _SENTENCES.items() if name == code or name.startswith(f"{code}_")), None)
    return StorageFault(*found) if found else None
