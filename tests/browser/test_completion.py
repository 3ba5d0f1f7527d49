"""Completion that knows the site: names with how many have them, values, files with their size."""

from __future__ import annotations

from playwright.sync_api import Error, expect

from .base import InterfaceCase

SOON = 3_000
"""Milliseconds in which something that is seen can be clicked, or it has gone."""


class Completion(InterfaceCase):
    def take(self, text: str, detail: str) -> None:
        """Take a completion that is offered with a detail: by clicks, for neither keys nor clicks do anything in the moment in which
        it opens. Where it closed again meanwhile it is asked for."""
        option = self.page.locator(".cm-tooltip-autocomplete li").filter(has_text=text).first
        looks, is_clicked = 0, False

        def is_taken() -> bool:
            nonlocal looks, is_clicked
            looks += 1
            if is_clicked and not option.is_visible():
                return True
            if not option.is_visible():
                if looks % 60 == 0:
                    self.page.keyboard.press("Control+Space")
                return False
            try:
                self.assertIn(detail, option.text_content(timeout=SOON) or "")
                option.click(timeout=SOON)
            except Error:
                return False
            is_clicked = True
            return False

        self.until(is_taken, f"{text} is offered and taken")
        expect(self.page.locator(".cm-tooltip-autocomplete")).to_be_hidden()

    def begin_rule(self) -> None:
        self.open_write()
        self.open_styles()
        self.to_line(".button {")

    def test_in_a_sheet(self) -> None:
        self.begin_rule()
        keys = self.page.keyboard
        keys.type(".far")
        self.take("3 elements", "fare")
        keys.type(" { color: var(--re")
        self.take("--red", "#a8301f")
        keys.type("); background: url(pictures/ve")
        self.take("pictures/vey.jpg", "KB")
        keys.type("); font-family: Sou")
        self.take('"Source Sans 3"', "of this site")
        keys.type("; }\n")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text('.fare { color: var(--red); background: url(pictures/vey.jpg); font-family: "Source Sans 3"; }')

    def test_in_markup(self) -> None:
        self.open_write()
        self.to_line("<h2", "index.html")
        keys = self.page.keyboard
        keys.type('<a class="but')
        self.take("button", "rule")
        # Behind the quote that the editor put in.
        keys.press("ArrowRight")
        keys.type(' href="#cro')
        self.take("#crossings", "on this page")
        expect(self.page.get_by_label("Source of index.html")).to_contain_text('<a class="button" href="#crossings"')
