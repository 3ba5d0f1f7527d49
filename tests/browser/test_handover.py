"""Hand over: the folder's doubts, one way of writing, sending to the practice server and back, the whole site, tables to keep."""

from __future__ import annotations

import io
import re
import tempfile
import urllib.request
import zipfile
from pathlib import Path

from hillpin.handover.models import SharedReport
from hillpin.handover.practice import practice_server
from hillpin.sites.models import SiteFile
from hillpin.sites.moments import name_moment
from hillpin.sites.store import NewFile, add_site, save_file
from playwright.sync_api import Locator, expect

from .base import InterfaceCase

PAGE = '<!DOCTYPE html>\n<html lang="en">\n<head>\n    <title>{0}</title>\n    <link rel="stylesheet" href="style.css">\n</head>\n<body>\n    <main>\n        <h1>{0}</h1>\n        <p class="wide"><a href="{1}">On</a></p>\n    </main>\n</body>\n</html>\n'
SHEET = "body {\n    margin: 0;\n}\n.wide {\n    width: 300px;\n}\n"


class HandOver(InterfaceCase):
    def setUp(self) -> None:
        super().setUp()
        data = tempfile.TemporaryDirectory()
        self.addCleanup(data.cleanup)
        own = self.settings(DATA=Path(data.name))
        own.enable()
        self.addCleanup(own.disable)
        self.site = add_site("Skerry Line", [NewFile("index.html", PAGE.format("Home", "vey.html").encode()), NewFile("vey.html", PAGE.format("Vey", "gone.html").encode()), NewFile("style.css", SHEET.encode())])
        self.open(f"/sites/{self.site.pk}/hand-over")
        expect(self.page.get_by_text("3 files")).to_be_visible()

    def opened(self, words: str) -> Locator:
        summary = self.page.locator("summary", has_text=words)
        summary.click()
        return summary.locator("xpath=..")

    def test_doubts_lead_to_their_lines_and_the_folder_is_written_in_one_way(self) -> None:
        doubts = self.opened("Leads nowhere")
        expect(doubts).to_contain_text("there is no gone.html")
        self.page.get_by_label("Indentation").select_option("2 spaces")
        self.page.get_by_role("button", name="Show the change").press("Enter")
        expect(self.page.get_by_text("3 files written in one way: indented by 2 spaces.")).to_be_visible()
        self.assertEqual(self.violations(), [])
        self.page.get_by_role("button", name="Write it so").press("Enter")
        expect(self.page.get_by_text("It is undone under Files in Write")).to_be_visible()
        self.assertEqual(bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode(), SHEET.replace("    ", "  "))
        doubts.get_by_role("button", name="vey.html line 10").click()
        expect(self.page.get_by_label("Source of vey.html")).to_be_visible()

    def test_sent_to_the_practice_server_which_breaks_off_and_then_holds(self) -> None:
        self.addCleanup(practice_server.end)
        self.opened("The practice server does not run")
        practice = self.page.locator("summary", has_text=re.compile("The practice server (runs|does not run)")).locator("xpath=..")
        practice.get_by_role("button", name="Start it").click()
        practice.get_by_role("radio", name="is full").click()
        self.opened("Another target").get_by_role("button", name="Keep this target").click()
        target = self.page.get_by_role("article", name="The practice server")
        target.get_by_role("button", name="What would change").click()
        expect(target.get_by_label("New")).to_contain_text("style.css")
        target.get_by_role("button", name="Send 3 changes").click()
        expect(target.get_by_role("alert")).to_contain_text("is full")
        expect(target.get_by_label("What was done")).to_contain_text("as it was there")
        practice.get_by_role("radio", name="as it should").click()
        expect(practice.get_by_role("radio", name="as it should")).to_be_checked()
        target.get_by_role("button", name="Send 3 changes").click()
        expect(target.get_by_role("button", name="Nothing to send")).to_be_visible()
        address = practice.get_by_role("link", name="What it shows").get_attribute("href") or ""
        with urllib.request.urlopen(address) as answer:
            self.assertEqual(answer.read().decode(), PAGE.format("Home", "vey.html"))
        self.assertEqual(self.violations(), [])
        save_file(self.site, "style.css", b"body { margin: 1px; }\n", 1)
        target.get_by_role("button", name="What would change").click()
        target.get_by_role("button", name="Send 1 change").click()
        expect(target.get_by_role("button", name="Nothing to send")).to_be_visible()
        target.get_by_role("button", name="Put back what was there before").click()
        expect(target.get_by_label("Changed")).to_contain_text("style.css")
        with urllib.request.urlopen(f"{address}style.css") as answer:
            self.assertEqual(answer.read().decode(), SHEET)

    def test_a_report_on_its_address_is_noted_on_answered_settled_and_says_what_changed(self) -> None:
        self.page.get_by_role("button", name="Put the report of index.html on one").press("Enter")
        link = self.page.get_by_role("link", name="index.html", exact=True)
        address = link.get_attribute("href") or ""
        other = self.open(address, self.context.new_page())
        expect(other.get_by_text("a report on Skerry Line")).to_be_visible()
        expect(other.get_by_text("Page scrolls sideways 240 to 299")).to_be_visible()
        other.get_by_label("About").select_option(label="p.wide")
        other.get_by_label("At the width").select_option("320")
        other.get_by_label("Your name").fill("Marit")
        other.get_by_role("textbox", name="Note").fill("Is it <b>meant</b> to be so wide?")
        other.get_by_role("button", name="Pin it").press("Enter")
        note = other.get_by_role("region", name="Notes so far").get_by_role("listitem")
        expect(note).to_contain_text("p.wide at 320")
        expect(note).to_contain_text("Is it <b>meant</b> to be so wide?")
        # Pressed in a picture, the box there is what the next note is about.
        other.get_by_role("img", name="The page at 1440").click(position={"x": 40, "y": 5})
        expect(other.get_by_label("At the width")).to_have_value("1440")
        expect(other.get_by_label("About")).not_to_have_value("")
        self.assertEqual(self.violations(other), [])
        save_file(self.site, "style.css", SHEET.replace("300", "200").encode(), 1)
        self.page.get_by_role("button", name="Bring up to date").press("Enter")
        expect(self.page.get_by_text("1 note, 1 open")).to_be_visible()
        self.until(lambda: SharedReport.objects.get().before is not None, "it is brought up to date")
        other.reload()
        expect(other.get_by_role("region", name="Since someone last looked")).to_contain_text("Settled: 240 to 299")
        note.get_by_role("button", name="Answer").press("Enter")
        other.get_by_role("textbox", name="Answer").fill("No, it is 200 now.")
        other.get_by_role("form", name="Answer to Marit").get_by_role("button", name="Answer").press("Enter")
        expect(note.first).to_contain_text("No, it is 200 now.")
        note.first.get_by_role("button", name="Settled").press("Enter")
        expect(note.first).to_contain_text("settled")
        self.page.get_by_role("button", name="Take back").press("Enter")
        expect(link).to_have_count(0)
        other.reload()
        expect(other.get_by_role("heading", name="This report is not here any more")).to_be_visible()

    def test_a_page_against_an_earlier_moment(self) -> None:
        expect(self.page.get_by_text("name a moment of the site")).to_be_visible()
        name_moment(self.site, "Before the sale")
        save_file(self.site, "style.css", SHEET.replace("300", "250").encode(), 1)
        self.page.reload()
        self.page.get_by_role("button", name="Put index.html against that moment on one").press("Enter")
        address = self.page.get_by_role("link", name="index.html against “Before the sale”").get_attribute("href") or ""
        other = self.open(address, self.context.new_page())
        expect(other.get_by_role("heading", name="index.html against “Before the sale”")).to_be_visible()
        # What was 300 wide is 250 now: it fits from 250 on.
        expect(other.get_by_role("listitem").filter(has_text="Better")).to_contain_text("Page scrolls sideways gone at 250 to 299")
        expect(other.get_by_role("row").filter(has_text="style.css")).to_contain_text("11")
        expect(other.get_by_role("img", name="The page at “Before the sale”, at 390")).to_be_visible()
        expect(other.get_by_text("To the eye as at “Before the sale”; moved:").first).to_contain_text("p.wide")
        self.assertEqual(self.violations(other), [])

    def test_all_pages_walked_and_what_is_kept(self) -> None:
        self.page.get_by_role("button", name="Walk all pages").press("Enter")
        cause = self.opened("Page scrolls sideways")
        expect(cause).to_contain_text("style.css line 5, 2 places")
        expect(self.page.get_by_role("img", name="Page scrolls sideways 240 to 299")).to_have_count(2)
        self.assertEqual(self.violations(), [])
        # While it is walked anew what was found stands, and what was opened stays open.
        self.page.route("**/hand-over/work/*", lambda route: route.fulfill(json={"state": "walking", "progress": 0.5, "detail": "", "words": "Walking"}))
        self.page.get_by_role("button", name="Walk all pages again").press("Enter")
        expect(self.page.get_by_role("progressbar", name="Pages walked")).to_have_attribute("aria-valuenow", "50")
        expect(cause.get_by_role("button", name="index.html")).to_be_visible()
        self.page.unroute("**/hand-over/work/*")
        expect(self.page.get_by_text("2 pages, 2 unchanged since they were walked last.")).to_be_visible()
        form = self.page.get_by_role("region", name="Widths")
        form.get_by_label("Elements").fill(".wide")
        form.get_by_role("radio", name="Markdown").click()
        form.get_by_label("Elements").press("Enter")
        with self.page.expect_download() as download:
            form.get_by_role("link", name="Keep the Markdown").click()
        self.assertIn("| p.wide | 300 × ", Path(download.value.path()).read_text())
        self.page.get_by_role("button", name="Make it smaller").press("Enter")
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="Keep the smaller folder as a zip").click()
        with zipfile.ZipFile(io.BytesIO(Path(download.value.path()).read_bytes())) as archive:
            self.assertEqual(archive.read("style.css"), b"body{margin:0}.wide{width:300px}")
        cause.get_by_role("button", name="index.html").click()
        expect(self.page.get_by_label("Source of style.css")).to_be_visible()
        expect(self.slider()).to_have_attribute("aria-valuenow", "299")
