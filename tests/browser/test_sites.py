"""The list of sites: made, put in, taken away."""

from __future__ import annotations

import io
import re
import tempfile
import zipfile
from pathlib import Path

from hillpin.sites.models import Site
from hillpin.sites.store import NewFile, add_site
from playwright.sync_api import expect

from .base import InterfaceCase

PAGE = b"<!DOCTYPE html>\r\n<html lang=en><head><title>Vey</title><link rel=stylesheet href=own.css></head><body><h1>Vey</h1></body></html>\r\n"
STYLES = b"h1 { width: 300px }\n"


class SiteList(InterfaceCase):
    keeps_tab = False

    def test_the_demo_stands_there_with_the_hill_of_its_page(self) -> None:
        page = self.open()
        card = (
            page.get_by_role("list", name="Sites")
            .get_by_role("listitem")
            .filter(has=page.get_by_role("heading", name="Skerry Line"))
        )
        expect(card.first).to_contain_text("19 files")
        expect(card.first).to_contain_text("div.wrap, up to 1,128 wide")

    def test_a_new_site_opens_in_write(self) -> None:
        page = self.open()
        page.get_by_label("Name of the site").fill("Little Hamm")
        page.get_by_role("button", name="Make it").click()
        expect(page.get_by_label("Source of index.html")).to_contain_text("<!DOCTYPE html>")
        expect(self.frame().get_by_role("heading", name="Little Hamm")).to_be_visible()

    def test_a_zip_goes_in_and_comes_out_byte_for_byte(self) -> None:
        data = io.BytesIO()
        with zipfile.ZipFile(data, "w") as archive:
            archive.writestr("vey/index.html", PAGE)
            archive.writestr("vey/own.css", STYLES)
        page = self.open()
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Choose a zip or files").click()
        chooser.value.set_files({"name": "vey.zip", "mimeType": "application/zip", "buffer": data.getvalue()})
        expect(self.frame().get_by_role("heading", name="Vey")).to_be_visible()
        with page.expect_download() as download:
            page.get_by_role("link", name="Zip").click()
        with zipfile.ZipFile(download.value.path()) as archive:
            self.assertEqual(
                {name: archive.read(name) for name in archive.namelist()},
                {"index.html": PAGE, "own.css": STYLES},
            )

    def test_files_that_would_be_one_are_asked_for(self) -> None:
        data = io.BytesIO()
        with zipfile.ZipFile(data, "w") as archive:
            for name, content in (("index.html", PAGE), ("own.css", STYLES), ("Own.css", b"p { width: 1px }")):
                archive.writestr(name, content)
        page = self.open()
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Choose a zip or files").click()
        chooser.value.set_files({"name": "vey.zip", "mimeType": "application/zip", "buffer": data.getvalue()})
        asked = page.get_by_role("form", name="Files that would be one")
        expect(asked.get_by_role("row")).to_have_count(3)
        self.assertEqual(self.violations(), [])
        second = asked.get_by_label("Own.css, 16 bytes", exact=True)
        expect(second).to_have_value("Own-2.css")
        second.select_option("not at all")
        asked.get_by_role("button", name="Take them in so").press("Enter")
        expect(self.frame().get_by_role("heading", name="Vey")).to_be_visible()
        site = Site.objects.first()
        assert site is not None
        self.assertEqual(sorted(site.files.values_list("path", flat=True)), ["index.html", "own.css"])

    def test_a_folder_goes_in(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name) / "the-calf"
            (folder / "css").mkdir(parents=True)
            (folder / "index.html").write_bytes(PAGE.replace(b"own.css", b"css/own.css"))
            (folder / "css" / "own.css").write_bytes(STYLES)
            page = self.open()
            with page.expect_file_chooser() as chooser:
                page.get_by_role("button", name="Choose a folder").click()
            chooser.value.set_files(str(folder))
            expect(self.frame().get_by_role("heading", name="Vey")).to_be_visible()
        site = Site.objects.first()
        assert site is not None
        self.assertEqual(
            (site.name, sorted(site.files.values_list("path", flat=True))),
            ("the-calf", ["css/own.css", "index.html"]),
        )

    def test_files_dropped_on_the_page_go_in(self) -> None:
        page = self.open()
        page.evaluate(
            """(text) => {
              const data = new DataTransfer();
              data.items.add(new File([text], 'index.html', {type: 'text/html'}));
              document.querySelector('.drop').dispatchEvent(new DragEvent('drop', {dataTransfer: data, bubbles: true, cancelable: true}));
            }""",
            PAGE.decode(),
        )
        expect(self.frame().get_by_role("heading", name="Vey")).to_be_visible()

    def test_what_cannot_be_taken_in_gets_a_sentence_and_changes_nothing(self) -> None:
        page = self.open()
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Choose a zip or files").click()
        chooser.value.set_files({"name": "x.zip", "mimeType": "application/zip", "buffer": b"no zip"})
        expect(page.get_by_role("alert")).to_have_text(
            "The zip cannot be read. Pack it again without a password."
        )
        self.assertEqual(Site.objects.count(), 1)

    def test_an_empty_list_says_what_to_do_first(self) -> None:
        Site.objects.all().delete()
        page = self.open()
        expect(page.get_by_role("main")).to_contain_text(
            "There is no site yet. Make a new one, or put in files of your own below."
        )
        self.assertEqual(self.violations(), [])

    def test_a_removed_site_is_brought_back_by_keyboard_or_dropped_for_good(self) -> None:
        page = self.open()
        page.get_by_role("button", name="Remove").press("Enter")
        expect(page.get_by_role("main")).to_contain_text("There is no site yet")
        removed = page.get_by_role("region", name="Removed")
        expect(removed).to_contain_text(re.compile(r"Skerry Line\s*\d+ files, .+ until \d+ \w+"))
        back = removed.get_by_role("button", name="Bring back Skerry Line")
        expect(back).to_be_focused()
        self.assertEqual(self.violations(), [])
        back.press("Enter")
        expect(page.get_by_role("list", name="Sites")).to_contain_text("Skerry Line")
        expect(removed).to_have_count(0)
        page.get_by_role("button", name="Remove").click()
        page.once("dialog", lambda dialog: dialog.dismiss())
        drop = removed.get_by_role("button", name="Drop for good: Skerry Line")
        drop.click()
        self.assertEqual(Site.everything.count(), 1)
        page.once("dialog", lambda dialog: dialog.accept())
        drop.click()
        expect(removed).to_have_count(0)
        self.assertEqual(Site.everything.count(), 0)

    def test_axe_finds_nothing_by_day_and_by_night(self) -> None:
        add_site(
            "A site with a name that goes on and on " * 2,
            [NewFile("a-very-long-folder-name/and-another/page-of-the-crossings.html", PAGE)],
        )
        page = self.open()
        expect(page.get_by_role("list", name="Sites")).to_contain_text("up to 1,128 wide")
        self.assertEqual(self.violations(), [])
        page.get_by_role("button", name="Night map").click()
        self.assertEqual(self.violations(), [])
        self.assertFalse(page.evaluate("document.documentElement.scrollWidth > innerWidth"))
