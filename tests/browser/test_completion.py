"""Completion that knows the site: names with how many have them, values, files with their size."""

from __future__ import annotations

from playwright.sync_api import Locator, expect

from .base import InterfaceCase


class Completion(InterfaceCase):
    def take(self, text: str) -> None:
        """Take a completion that is offered: by a click, for keys do nothing in the moment in which it opens."""
        self.offered(text).click()
        expect(self.page.locator(".cm-tooltip-autocomplete")).to_be_hidden()

    def offered(self, text: str) -> Locator:
        """A completion that is offered."""
        return self.page.locator(".cm-tooltip-autocomplete li").filter(has_text=text).first

    def begin_rule(self) -> None:
        self.open_write()
        self.open_styles()
        self.to_line(".button {")

    def test_in_a_sheet(self) -> None:
        self.begin_rule()
        keys = self.page.keyboard
        keys.type(".far")
        expect(self.offered("fare-row")).to_contain_text("1 element")
        expect(self.page.locator(".cm-tooltip-autocomplete li").first).to_contain_text("fare3 elements")
        self.take("3 elements")
        keys.type(" { color: var(--re")
        expect(self.offered("--red")).to_contain_text("#a8301f")
        self.take("--red")
        keys.type("); background: url(pictures/ve")
        expect(self.offered("pictures/vey.jpg")).to_contain_text("KB")
        self.take("pictures/vey.jpg")
        keys.type("); font-family: Sou")
        expect(self.offered('"Source Sans 3"')).to_contain_text("of this site")
        self.take('"Source Sans 3"')
        keys.type("; }\n")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text('.fare { color: var(--red); background: url(pictures/vey.jpg); font-family: "Source Sans 3"; }')

    def test_in_markup(self) -> None:
        self.open_write()
        self.to_line("<h2", "index.html")
        keys = self.page.keyboard
        keys.type('<a class="but')
        expect(self.offered("button")).to_contain_text("rule")
        self.take("button")
        # Behind the quote that the editor put in.
        keys.press("ArrowRight")
        keys.type(' href="#cro')
        expect(self.offered("#crossings")).to_contain_text("on this page")
        self.take("#crossings")
        expect(self.page.get_by_label("Source of index.html")).to_contain_text('<a class="button" href="#crossings"')
