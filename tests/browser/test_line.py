"""The line on which numbers come: used while it is open, done without where it is not."""

from __future__ import annotations

from hillpin.sites.models import SiteFile
from hillpin.sites.store import NewFile, add_site
from playwright.sync_api import WebSocketRoute, expect

from .base import InterfaceCase


class TheLine(InterfaceCase):
    keeps_tab = False

    def requests_of_an_edit(self) -> list[str]:
        """The requests for numbers over HTTP while the page's widest box is made narrower."""
        asked: list[str] = []
        self.page.on(
            "request", lambda request: asked.append(request.url) if request.url.endswith("/numbers") else None
        )
        self.open_styles()
        self.change("1080px", "500px")
        working = self.page.get_by_role("region", name="Working")
        expect(working).to_contain_text("548.00")
        return asked

    def test_numbers_come_on_the_line_and_not_by_requests(self) -> None:
        told: list[object] = []
        self.page.on("websocket", lambda socket: socket.on("framereceived", lambda text: told.append(text)))
        self.open_write()
        self.until(lambda: bool(told), "the line has told something")
        self.assertEqual(self.requests_of_an_edit(), [])

    def test_numbers_come_by_requests_where_the_line_does_not_open(self) -> None:
        self.page.route_web_socket("**/api/line", lambda socket: socket.close())
        self.open_write()
        self.assertNotEqual(self.requests_of_an_edit(), [])

    def test_numbers_go_on_after_the_line_breaks(self) -> None:
        lines: list[WebSocketRoute] = []
        self.page.route_web_socket(
            "**/api/line", lambda socket: (socket.connect_to_server(), lines.append(socket))
        )
        self.open_write()
        self.until(lambda: len(lines) == 1, "a line is open")
        # The server hangs up while questions are on their way: they are asked again by requests, and a new line opens.
        lines[0].close()
        self.requests_of_an_edit()
        self.until(lambda: len(lines) == 2, "a second line is open")
        self.until(
            lambda: b"500px" in bytes(SiteFile.objects.get(site=self.site, path="style.css").content),
            "the first change is saved",
        )
        self.change("500px", "600px")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("648.00")

    def test_a_hill_without_layouts_is_asked_for_right_behind_the_numbers(self) -> None:
        asked: list[str] = []
        self.page.on(
            "websocket",
            lambda socket: socket.on(
                "framesent", lambda text: asked.append("hill" if '"hill":' in str(text)[:80] else "numbers")
            ),
        )
        page = self.open_write()
        self.open_styles()
        self.change("1080px", "500px")
        self.until(lambda: "hill" in asked, "the hill was asked for")
        axis = page.get_by_role("region", name="Width axis")
        expect(axis).to_have_attribute("aria-busy", "false")
        hill = page.locator("section[aria-label='Width axis'] svg path").first
        before = hill.get_attribute("d")
        asked.clear()
        page.keyboard.press("ArrowLeft")
        page.keyboard.press("ArrowLeft")
        asked.clear()
        # 50px: a hill that none of the texts before had, also not one that was asked for while they were typed.
        page.keyboard.press("Backspace")
        expect(hill).not_to_have_attribute("d", before or "")
        self.assertEqual(asked[:2], ["numbers", "hill"])


class TwoSheets(InterfaceCase):
    keeps_tab = False

    def test_each_keystroke_sends_its_own_sheet_and_the_frame_keeps_the_others(self) -> None:
        site = add_site(
            "Two sheets",
            [
                NewFile("index.html", b"<!DOCTYPE html><link rel=stylesheet href=a.css><link rel=stylesheet href=b.css><body><p class=one>One</p><p class=two>Two</p></body>"),
                NewFile("a.css", b".one { width: 100px }\n"),
                NewFile("b.css", b".two { width: 200px }\n"),
            ],
        )  # fmt: skip
        page = self.open(f"/sites/{site.pk}/write")
        widths = "[...document.querySelectorAll('p')].map(e => e.getBoundingClientRect().width).join()"
        expect(self.frame().get_by_text("Two")).to_be_visible()
        frame = page.frames[1]
        for path, expected in (("a.css", "1100,200"), ("b.css", "1100,1200")):
            page.get_by_role("button", name=path, exact=True).click()
            page.get_by_label(f"Source of {path}").focus()
            page.keyboard.press("Control+Home")
            for _ in ".one { width: ":
                page.keyboard.press("ArrowRight")
            page.keyboard.type("1")
            frame.wait_for_function(f"() => {widths} === '{expected}'")
        # The markup: all of the page is made anew, with both sheets as they were typed.
        page.get_by_role("button", name="index.html", exact=True).click()
        page.get_by_label("Source of index.html").focus()
        page.keyboard.press("Control+End")
        page.keyboard.insert_text("<p class=two>Three</p>")
        frame.wait_for_function(f"() => {widths} === '1100,1200,1200'")
