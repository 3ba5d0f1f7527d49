"""``./pin backup``, ``./pin restore`` and ``./pin check-data``."""

from __future__ import annotations

import argparse
import os
import sqlite3
import sys
from contextlib import closing
from pathlib import Path

from ..whereabouts import ROOT, data_folder
from .archive import back_up, restore
from .check import check_data, repaired
from .folder import DataError, DataFolder


def _parser(name: str, text: str) -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog=f"pin {name}", description=text)
    parser.add_argument("--data", default=os.environ.get("HILLPIN_DATA", str(data_folder())), help="the data folder")
    return parser


def backup(words: list[str]) -> int:
    """Write a backup; also while Hill Pin runs."""
    parser = _parser("backup", "All sites, states, plans and surveys in one archive, as they are at one moment. Hill Pin may run meanwhile.")
    parser.add_argument("file", type=Path)
    arguments = parser.parse_args(words)
    made = back_up(DataFolder(Path(arguments.data).resolve()), arguments.file.resolve(), _progress)
    print(f"Kept in {arguments.file}, and checked: {made.sentence()}.")
    return 0


def bring_back(words: list[str]) -> int:
    """Bring a backup back."""
    parser = _parser("restore", "Put the data of a backup in place of what is there, which is kept beside it. Hill Pin must not run.")
    parser.add_argument("file", type=Path)
    arguments = parser.parse_args(words)
    folder = DataFolder(Path(arguments.data).resolve())
    folder.path.mkdir(parents=True, exist_ok=True)
    brought, before = restore(folder, arguments.file.resolve(), newer_than_this)
    print(f"Brought back: {brought.sentence()}." + (f" What was there is {before}." if before is not None else ""))
    return 0


def check(words: list[str]) -> int:
    """Look the data over; 1 where something is wrong with it."""
    parser = _parser("check-data", "Whether the data is sound: the database's own check, references, newest states, sizes.")
    parser.add_argument("--repair", action="store_true", help="set right what can be; a copy of the data as it is stays beside it")
    arguments = parser.parse_args(words)
    folder = DataFolder(Path(arguments.data).resolve())
    if arguments.repair:
        copy, done = repaired(folder)
        print(*[f"{one[0].upper()}{one[1:]}." for one in done], f"The data as it was is {copy}.", sep="\n")
    looked = check_data(folder)
    for name, count in looked.counts.items():
        print(f"{count:>9,}  {name}")
    for name, size in looked.sizes.items():
        print(f"{size / 1e6:>9,.1f}  MB of {name}")
    print(*(f"Wrong: {one}." for one in looked.troubles), sep="\n", end="\n" if looked.troubles else "")
    print("The data is sound." if not looked.troubles else "Bring a backup back with ./pin restore FILE, or try ./pin check-data --repair.")
    return 1 if looked.troubles else 0


def newer_than_this(database: Path) -> str:
    """Why a database is of a newer Hill Pin than this one, in a sentence; empty where it is not: it has seen changes of its
    tables that this one does not know."""
    known = {f"{path.parents[1].name}.{path.stem}" for path in (ROOT / "hillpin").glob("*/migrations/0*.py")}
    apps = {name.split(".")[0] for name in known}
    try:
        with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as here:
            seen = {f"{app}.{name}" for app, name in here.execute("SELECT app, name FROM django_migrations") if app in apps}
    except sqlite3.Error:
        return ""
    unknown = sorted(seen - known)
    return f"The data is of a newer Hill Pin than this one (it knows {unknown[0]}). Use that one, or another folder with --data." if unknown else ""


def _progress(part: float) -> None:
    if sys.stderr.isatty():
        print(f"\r{part:4.0%}", end="\n" if part >= 1 else "", file=sys.stderr, flush=True)


COMMANDS = {"backup": backup, "restore": bring_back, "check-data": check}


def run(command: str, words: list[str]) -> int:
    """Do one of the commands; what stands against it is one line on standard error, and 2."""
    try:
        return COMMANDS[command](words)
    except DataError as error:
        print(error, file=sys.stderr)
        return 2
