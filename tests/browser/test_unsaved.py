"""What cannot be saved stays: in the editor, in the browser's own storage, and is sent when it can be."""

from __future__ import annotations

from typing import Any
from unittest import mock

from django.db.backends.sqlite3.base import SQLiteCursorWrapper
from hillpin.sites.models import SiteFile
from hillpin.sites.store import save_file
from playwright.sync_api import Route, expect

from .base import InterfaceCase

_execute = SQLiteCursorWrapper.execute


def bounded(cursor: SQLiteCursorWrapper, query: str, parameters: Any = None) -> Any:
    """A question to a database whose file may have no page more, whichever thread asks: SQLite's own way to a full disk."""
    _execute(cursor, "PRAGMA max_page_count = 1")
    return _execute(cursor, query, parameters)


def unbounded(cursor: SQLiteCursorWrapper, query: str, parameters: Any = None) -> Any:
    """A question when there is room again."""
    _execute(cursor, "PRAGMA max_page_count = 1000000")
    return _execute(cursor, query, parameters)


class Unsaved(InterfaceCase):
    keeps_tab = False

    def stored(self) -> str:
        return bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode()

    def kept(self) -> str:
        """What stands in the browser's storage."""
        found: str = self.page.evaluate("() => Object.entries(localStorage).filter(([key]) => key.startsWith('hillpin.unsaved')).map(([, value]) => value).join('')")
        return found

    def refuse_saves(self) -> None:
        self.context.route("**/api/sites/*/file", lambda route: route.abort() if route.request.method == "PUT" else route.continue_())

    def test_a_text_is_sent_when_the_server_is_there_again(self) -> None:
        self.open_write()
        self.open_styles()
        self.refuse_saves()
        self.change("1080px", "500px")
        expect(self.page.get_by_text("Not saved", exact=False).first).to_be_visible()
        self.assertNotIn("500px", self.stored())
        self.assertIn("max-width: 500px", self.kept())
        self.page.reload()
        self.open_styles()
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("500px")
        self.context.unroute("**/api/sites/*/file")
        self.until(lambda: "500px" in self.stored(), "the text is saved")
        self.until(lambda: self.kept() == "", "nothing is kept any more")

    def test_a_full_disk_is_said_and_what_was_typed_is_sent_when_there_is_room(self) -> None:
        self.open_write()
        self.open_styles()
        alert = self.page.get_by_role("alert").filter(has_text="The disk that holds Hill Pin's data is full")
        with mock.patch.object(SQLiteCursorWrapper, "execute", bounded):
            self.change("1080px", "500px")
            self.page.keyboard.insert_text(f" /* {'skerry ' * 30_000} */")
            expect(alert).to_be_visible()
            self.assertIn("max-width: 500px", self.kept())
        with mock.patch.object(SQLiteCursorWrapper, "execute", unbounded):
            self.until(lambda: "skerry skerry" in self.stored(), "the text is saved")
            expect(alert).to_have_count(0)

    def test_both_are_shown_where_the_file_was_saved_elsewhere_since(self) -> None:
        self.open_write()
        self.open_styles()
        self.refuse_saves()
        self.change("1080px", "500px")
        expect(self.page.get_by_text("Not saved", exact=False).first).to_be_visible()
        file = SiteFile.objects.get(site=self.site, path="style.css")
        elsewhere = self.stored().replace("1080px", "700px")
        save_file(self.site, "style.css", elsewhere.encode(), file.revision)
        self.context.unroute("**/api/sites/*/file")
        self.page.reload()
        self.open_styles()
        expect(self.page.get_by_text("could not be saved then", exact=False)).to_be_visible()
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("500px")
        self.assertEqual(self.stored(), elsewhere)

    def test_the_news_of_a_save_does_not_bring_back_what_was_taken_back_meanwhile(self) -> None:
        news: list[str] = []
        self.page.on("websocket", lambda socket: socket.on("framereceived", lambda text: news.append(str(text))))
        self.open_write()
        self.open_styles()
        held: list[Route] = []
        self.page.route("**/api/sites/*/file", lambda route: held.append(route) if route.request.method == "PUT" and not held else route.continue_())
        self.change("1080px", "500px")
        self.until(lambda: len(held) == 1, "the save is on its way")
        news.clear()
        for _ in "500px":
            self.page.keyboard.press("Backspace")
        self.page.keyboard.insert_text("1080px")
        # It reaches the server, which tells of it on the line before the answer is here.
        answer = held[0].fetch()
        self.until(lambda: any('"saved"' in text for text in news), "the news of it are here")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("1080px")
        held[0].fulfill(response=answer)
        self.until(lambda: "1080px" in self.stored(), "what was taken back is saved")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("1080px")
