"""A site that is a folder on disk, worked on by another program while it is open here."""

from __future__ import annotations

import os
import tempfile
from pathlib import Path

from hillpin.folders.follow import watchers
from hillpin.folders.tied import tie
from playwright.sync_api import expect

from .base import InterfaceCase

HOME = """<!DOCTYPE html>
<html lang="en">
<head><meta charset="utf-8"><title>Skerry</title><link rel="stylesheet" href="style.css"></head>
<body>
<main class="wrap"><h1>Boats</h1></main>
</body>
</html>
"""


class FolderCase(InterfaceCase):
    keeps_tab = False

    def setUp(self) -> None:
        super().setUp()
        room = tempfile.TemporaryDirectory()
        self.addCleanup(room.cleanup)
        self.root = Path(os.path.realpath(room.name))
        (self.root / "index.html").write_text(HOME)
        (self.root / "style.css").write_text(".wrap { width: 300px; padding: 10px; }\n")
        self.site = tie(self.root)
        self.addCleanup(watchers.end)
        watchers.follow(self.site)

    def save_there(self, path: str, text: str) -> None:
        """As editors do: a new file, put in the old one's place."""
        (self.root / f"{path}~new").write_text(text)
        os.replace(self.root / f"{path}~new", self.root / path)


class OtherEditor(FolderCase):
    def test_a_save_by_another_program_is_followed_without_a_click(self) -> None:
        page = self.open_write()
        working = page.get_by_role("region", name="Working")
        self.save_there("style.css", ".wrap { width: 444px; padding: 10px; }\n")
        # 444 and twice 10 of padding.
        expect(working.locator("tr.result").first).to_contain_text("464")
        self.settled(page.frames[1], "getComputedStyle(document.querySelector('.wrap')).width === '444px'")
        self.save_there("index.html", HOME.replace("Boats", "Boats and tides"))
        expect(self.frame().get_by_role("heading")).to_have_text("Boats and tides")
        expect(page.get_by_label("Source of index.html")).to_contain_text("Boats and tides")
        # A page that is made there stands in the folder here.
        page.keyboard.press("Alt+Shift+F")
        (self.root / "islands").mkdir()
        (self.root / "islands" / "vey.html").write_text(HOME)
        expect(page.get_by_role("treegrid", name="Files of the site").get_by_role("row", name="vey.html")).to_be_visible()
        self.assertEqual(self.violations(), [])

    def test_what_is_typed_here_is_written_there(self) -> None:
        page = self.open_write()
        self.open_styles()
        self.change("300px", "320px")
        self.until(lambda: (self.root / "style.css").read_text() == ".wrap { width: 320px; padding: 10px; }\n", "The sheet is written to the folder.")
        expect(page.get_by_role("banner")).to_contain_text("Saved")

    def test_both_changed_and_both_are_shown(self) -> None:
        page = self.open_write()
        self.open_styles()
        page.context.set_offline(True)
        self.change("300px", "320px")
        expect(page.get_by_role("banner")).to_contain_text("Not saved")
        self.save_there("style.css", ".wrap { width: 500px; padding: 10px; }\n")
        page.context.set_offline(False)
        column = page.get_by_role("region", name="Source")
        expect(column.get_by_role("alert")).to_contain_text("was saved elsewhere since you opened it. Nothing was overwritten.")
        self.assertEqual((self.root / "style.css").read_text(), ".wrap { width: 500px; padding: 10px; }\n")
        column.get_by_role("button", name="Take the other").click()
        expect(page.get_by_label("Source of style.css")).to_contain_text("500px")

    def test_a_folder_that_goes_away_is_said_and_comes_back(self) -> None:
        page = self.open_write()
        page.keyboard.press("Alt+Shift+F")
        away = self.root.parent / f"{self.root.name}-away"
        os.rename(self.root, away)
        files = page.get_by_role("region", name="Files", exact=True)
        expect(files.get_by_role("alert")).to_contain_text("is not there")
        os.rename(away, self.root)
        expect(files.get_by_role("alert")).to_have_count(0)
        self.save_there("style.css", ".wrap { width: 410px; padding: 10px; }\n")
        expect(page.get_by_role("region", name="Working").locator("tr.result").first).to_contain_text("430")
