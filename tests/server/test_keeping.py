"""Backups, restoring, checking and repairing of a data folder; what start says of one that cannot be used."""

from __future__ import annotations

import contextlib
import functools
import io
import json
import os
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import zipfile
from contextlib import closing
from pathlib import Path

from django.test import SimpleTestCase
from hillpin.keeping import DataError, DataFolder, back_up, check_data, daily_backup, repaired, restore
from hillpin.keeping.commands import newer_than_this, run
from hillpin.keeping.folder import MOST_KEPT
from hillpin.launch import check_port, claim
from hillpin.setting_up import Stop

NOW = "2026-11-27 12:00:00"


@functools.cache
def made() -> bytes:
    """A database with one site."""
    with tempfile.TemporaryDirectory() as folder:
        subprocess.run([sys.executable, "-m", "django", "migrate", "--verbosity", "0"], env={**os.environ, "HILLPIN_DATA": folder, "DJANGO_SETTINGS_MODULE": "hillpin.settings"}, check=True)
        path = Path(folder) / "hillpin.sqlite3"
        with closing(sqlite3.connect(path)) as here:
            here.execute("INSERT INTO sites_site (id, name, created_at, updated_at, is_demo, runs_scripts) VALUES (1, 'Orra', ?, ?, 0, 0)", (NOW, NOW))
            here.execute("INSERT INTO sites_sitefile (id, path, content, revision, updated_at, site_id) VALUES (1, 'a.css', ?, 1, ?, 1)", (b"p{}", NOW))
            here.execute("INSERT INTO sites_revision (number, content, saved_at, file_id) VALUES (1, ?, ?, 1)", (b"p{}", NOW))
            here.commit()
            here.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        return path.read_bytes()


class Data(SimpleTestCase):
    """A data folder with one site of one file, whose text is ``p{}``."""

    def setUp(self) -> None:
        scratch = tempfile.TemporaryDirectory()
        self.addCleanup(scratch.cleanup)
        self.folder = DataFolder(Path(scratch.name) / "data")
        self.folder.path.mkdir()
        self.folder.database.write_bytes(made())
        self.archive = Path(scratch.name) / "kept.zip"

    def write(self, statement: str, *values: object) -> None:
        with closing(sqlite3.connect(self.folder.database)) as here:
            here.execute("PRAGMA foreign_keys=OFF")
            here.execute(statement, values)
            here.commit()

    def content(self) -> bytes:
        with closing(sqlite3.connect(self.folder.database)) as here:
            found: bytes = here.execute("SELECT content FROM sites_sitefile").fetchone()[0]
            return found


class Backups(Data):
    def test_there_and_back(self) -> None:
        made = back_up(self.folder, self.archive)
        self.assertEqual((made.counts["sites_site"], made.counts["sites_revision"]), (1, 1))
        self.write("UPDATE sites_sitefile SET content = ?", b"p{color:red}")
        brought, before = restore(self.folder, self.archive)
        self.assertEqual((self.content(), brought.counts), (b"p{}", made.counts))
        assert before is not None
        with closing(sqlite3.connect(before)) as here:
            self.assertEqual(here.execute("SELECT content FROM sites_sitefile").fetchone()[0], b"p{color:red}")

    def test_while_somebody_saves(self) -> None:
        """What is written meanwhile does not tear it: the two numbers that are always changed together are equal in it."""
        self.write("CREATE TABLE pair (one INTEGER, other INTEGER, filler BLOB)")
        self.write("INSERT INTO pair VALUES (0, 0, zeroblob(30000000))")
        stop = threading.Event()

        def save() -> None:
            with closing(sqlite3.connect(self.folder.database, timeout=30)) as here:
                while not stop.is_set():
                    here.execute("UPDATE pair SET one = one + 1, other = other + 1")
                    here.commit()

        thread = threading.Thread(target=save)
        thread.start()
        try:
            back_up(self.folder, self.archive)
        finally:
            stop.set()
            thread.join()
        restore(self.folder, self.archive)
        with closing(sqlite3.connect(self.folder.database)) as here:
            one, other = here.execute("SELECT one, other FROM pair").fetchone()
        self.assertEqual(one, other)

    def test_archives_that_are_not_whole_change_nothing(self) -> None:
        back_up(self.folder, self.archive)
        whole = self.archive.read_bytes()
        with zipfile.ZipFile(self.archive) as archive:
            label = json.loads(archive.read("backup.json"))
            database = archive.read("hillpin.sqlite3")
        other = bytearray(database)
        other[5000] ^= 255

        def packed(label: object, database: bytes) -> bytes:
            into = io.BytesIO()
            with zipfile.ZipFile(into, "w") as archive:
                archive.writestr("backup.json", json.dumps(label))
                archive.writestr("hillpin.sqlite3", database)
            return into.getvalue()

        for content, said in (
            (b"no zip", "is no backup"),
            (whole[:-200], "is no backup"),
            (packed({}, database), "is no backup"),
            (packed(label, database + b"x"), "another size"),
            (packed(label, bytes(other)), "is damaged"),
            (packed({**label, "format": 9}, database), "newer Hill Pin"),
        ):
            self.archive.write_bytes(content)
            with self.assertRaisesMessage(DataError, said):
                restore(self.folder, self.archive)
            self.assertEqual(self.folder.database.read_bytes(), made())

    def test_not_while_it_is_in_use(self) -> None:
        back_up(self.folder, self.archive)
        other = DataFolder(self.folder.path)
        other.take()
        with self.assertRaisesMessage(DataError, "in use"):
            restore(self.folder, self.archive)
        other.leave()
        restore(self.folder, self.archive)

    def test_where_there_is_no_room_to_write(self) -> None:
        with self.assertRaisesMessage(DataError, "could not be written"):
            back_up(self.folder, self.folder.path / "none" / "kept.zip")
        with self.assertRaisesMessage(DataError, "no data"):
            back_up(DataFolder(self.folder.path / "none"), self.archive)

    def test_automatic_ones_are_daily_and_few(self) -> None:
        self.assertIsNotNone(daily_backup(self.folder))
        self.assertIsNone(daily_backup(self.folder))
        for _ in range(MOST_KEPT + 2):
            daily_backup(self.folder, "before-a-change")
        self.assertEqual(len(self.folder.automatic()), MOST_KEPT)
        newest = self.folder.newest()
        assert newest is not None
        os.utime(newest, (time.time() - 90_000,) * 2)
        self.assertTrue(self.folder.is_due())
        # A clock that was set back must not leave the data without one for years.
        os.utime(newest, (time.time() + 90_000,) * 2)
        self.assertTrue(self.folder.is_due())


class Checks(Data):
    def test_sound(self) -> None:
        looked = check_data(self.folder)
        self.assertEqual((looked.troubles, looked.counts["sites_sitefile"], looked.sizes["files as they are"]), ([], 1, 3))

    def test_references_and_newest_states(self) -> None:
        self.write("INSERT INTO sites_pin (name, width, height, site_id) VALUES ('lost', 320, 640, 77)")
        self.write("UPDATE sites_sitefile SET content = ?", b"p{color:red}")
        self.assertEqual(check_data(self.folder).troubles, ["sites_pin row 1 refers to a sites_site that is not there", "a.css is not as its newest state, number 1, says"])
        copy, done = repaired(self.folder)
        self.assertEqual(done[1:], ["1 rows were left out whose references lead nowhere", "1 newest states were made anew from their files"])
        self.assertEqual((check_data(self.folder).troubles, self.content()), ([], b"p{color:red}"))
        self.assertEqual(check_data(self.folder).counts["sites_pin"], 0)
        self.assertTrue(copy.exists())

    def test_a_damaged_file(self) -> None:
        broken = bytearray(made())
        broken[4096 * 3 : 4096 * 4] = bytes(4096)
        self.folder.database.write_bytes(bytes(broken))
        self.assertTrue(check_data(self.folder).troubles)


class Commands(Data):
    def told(self, command: str, *words: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = run(command, [*words, "--data", str(self.folder.path)])
        return code, out.getvalue(), err.getvalue()

    def test_each(self) -> None:
        code, out, _ = self.told("backup", str(self.archive))
        self.assertEqual((code, "1 sites with 1 files" in out), (0, True))
        code, out, _ = self.told("restore", str(self.archive))
        self.assertEqual((code, "What was there is" in out), (0, True))
        code, out, _ = self.told("check-data")
        self.assertEqual((code, "The data is sound." in out), (0, True))
        self.write("UPDATE sites_sitefile SET content = ?", b"")
        self.assertEqual(self.told("check-data")[0], 1)
        self.assertEqual(self.told("check-data", "--repair")[0], 0)

    def test_what_cannot_be_done_is_one_line(self) -> None:
        code, _, err = self.told("restore", "none.zip")
        self.assertEqual((code, err.count("\n")), (2, 1))


class Starts(Data):
    def test_folders_that_cannot_be_used(self) -> None:
        self.folder.database.write_bytes(b"")
        with self.assertRaisesMessage(Stop, "is empty"):
            claim(self.folder.path)
        self.folder.database.write_bytes(b"something else entirely")
        with self.assertRaisesMessage(Stop, "is no database"):
            claim(self.folder.path)

    def test_data_of_a_newer_version(self) -> None:
        self.write("INSERT INTO django_migrations (app, name, applied) VALUES ('sites', '0999_later', ?)", NOW)
        self.assertIn("sites.0999_later", newer_than_this(self.folder.database))
        with self.assertRaisesMessage(Stop, "of a newer Hill Pin"):
            claim(self.folder.path)

    def test_one_at_a_time(self) -> None:
        first = claim(self.folder.path)
        with self.assertRaisesMessage(Stop, "in use by a Hill Pin that runs"):
            claim(self.folder.path)
        first.leave()

    def test_ports_that_there_are_not(self) -> None:
        for port in (0, -1, 65_536, 99_999):
            with self.assertRaisesMessage(Stop, "There is no port"):
                check_port(port)
