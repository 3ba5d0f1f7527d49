"""A disk that is full and data that may not be written: said in words, nothing lost, and all goes on when it can again."""

from __future__ import annotations

import sqlite3
from typing import Any

from django.db import DatabaseError, OperationalError, connection
from django.test import SimpleTestCase, TransactionTestCase
from hillpin.sites.models import Revision, SiteFile
from hillpin.sites.store import NewFile, add_site
from hillpin.storage import storage_fault

LONG = "p { width: 1px }\n" * 20_000


def pragma(words: str) -> Any:
    """One of SQLite's own switches, on the database of the tests."""
    with connection.cursor() as cursor:
        cursor.execute(f"PRAGMA {words}")
        return cursor.fetchone()


class NoRoom(TransactionTestCase):
    def setUp(self) -> None:
        self.site = add_site("Skerry Line", [NewFile("index.html", b"<!DOCTYPE html><title>x</title>"), NewFile("a.css", b"p { width: 1px }")])

    def save(self, text: str) -> Any:
        return self.client.put(f"/api/sites/{self.site.pk}/file", {"path": "a.css", "text": text, "base_revision": 1}, content_type="application/json")

    def kept(self) -> bytes:
        return bytes(SiteFile.objects.get(site=self.site, path="a.css").content)

    def refused_and_then_taken(self, switch: str, back: str, status: int, words: str) -> None:
        pragma(switch)
        try:
            answer = self.save(LONG)
            self.assertEqual(answer.status_code, status, answer.content[:200])
            self.assertIn(words, answer.json()["detail"])
            # What is there is read as before, and no half of the save is.
            self.assertEqual(self.client.get("/api/sites").status_code, 200)
            self.assertEqual(self.kept(), b"p { width: 1px }")
            self.assertEqual(Revision.objects.filter(file__site=self.site, file__path="a.css").count(), 1)
        finally:
            pragma(back)
        self.assertEqual(self.save(LONG).status_code, 200)
        self.assertEqual(self.kept(), LONG.encode())

    def test_a_full_disk(self) -> None:
        # Pages that other tests left free would be taken first.
        with connection.cursor() as cursor:
            cursor.execute("VACUUM")
        self.assertEqual(pragma("freelist_count"), (0,))
        self.refused_and_then_taken("max_page_count = 1", "max_page_count = 1000000", 507, "The disk that holds Hill Pin's data is full")

    def test_no_right_to_write(self) -> None:
        self.refused_and_then_taken("query_only = ON", "query_only = OFF", 503, "Hill Pin may not write to its data")


class Sentences(SimpleTestCase):
    def said(self, name: str) -> str:
        cause = sqlite3.OperationalError("words")
        cause.sqlite_errorname = name
        error = OperationalError("words")
        error.__cause__ = cause
        fault = storage_fault(error)
        return f"{fault.status} {fault.sentence}" if fault else ""

    def test_codes_and_those_that_refine_them(self) -> None:
        self.assertIn("507 The disk that holds Hill Pin's data is full", self.said("SQLITE_FULL"))
        self.assertIn("503 The disk that holds Hill Pin's data does not take", self.said("SQLITE_IOERR_WRITE"))
        self.assertIn("./pin check-data", self.said("SQLITE_CORRUPT_INDEX"))
        self.assertIn("Another program holds", self.said("SQLITE_BUSY"))
        self.assertIn("may not write", self.said("SQLITE_READONLY_DBMOVED"))

    def test_what_is_about_something_else_is_none(self) -> None:
        self.assertEqual(self.said("SQLITE_CONSTRAINT_UNIQUE"), "")
        self.assertEqual(self.said("SQLITE_ERROR"), "")
        self.assertIsNone(storage_fault(DatabaseError("no cause")))
