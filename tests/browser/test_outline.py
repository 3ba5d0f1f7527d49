"""Outline to markup in Write: drawn before it is taken, asked what only the person knows, one undo."""

from __future__ import annotations

from hillpin.sites.models import SiteFile
from hillpin.sites.store import NewFile, add_site
from playwright.sync_api import expect

from .base import InterfaceCase

PAGE = "<!DOCTYPE html>\n<html lang=\"en\">\n<head><title>Fares</title></head>\n<body>\n  <main>\n    <h1>Fares</h1>\n\n  </main>\n</body>\n</html>\n"
TICKET = "<svg xmlns='http://www.w3.org/2000/svg' width='120' height='80'></svg>"


class Outline(InterfaceCase):
    def begin(self) -> None:
        self.site = add_site("Fares", [NewFile("index.html", PAGE.encode()), *(NewFile(f"fare-{number}.svg", TICKET.encode()) for number in (1, 2))])
        self.open(f"/sites/{self.site.pk}/write")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("viewport")
        # The caret on the empty line in main.
        self.page.get_by_label("Source of index.html").focus()
        for key in ("Control+Alt+g", "7", "Enter"):
            self.page.keyboard.press(key)

    def saved(self) -> str:
        return bytes(SiteFile.objects.get(site=self.site, path="index.html").content).decode()

    def test_by_keys_alone_drawn_asked_put_in_and_undone(self) -> None:
        self.begin()
        keys, page = self.page.keyboard, self.page
        keys.press("Alt+Shift+O")
        field = page.get_by_role("textbox", name="Outline: indented")
        expect(field).to_be_focused()
        # Enter keeps the indentation, Tab adds to it.
        keys.type("ul.fares\n")
        keys.press("Tab")
        keys.type("2 li\n")
        keys.press("Tab")
        keys.type("h2: Single | Rover\nimg: fare-#.svg")
        panel = page.get_by_role("region", name="Outline", exact=True)
        expect(panel.get_by_label("The markup")).to_contain_text('<img src="fare-2.svg" width="120" height="80" alt="">')
        # The page shows it before it is taken; nothing is saved.
        self.until(lambda: page.frames[1].locator(".fares li h2").all_text_contents() == ["Single", "Rover"], "the page shows it")
        self.assertEqual(self.saved(), PAGE)
        expect(panel.get_by_role("button", name="Put it in")).to_be_disabled()
        self.assertEqual(self.violations(), [])
        panel.get_by_label("What does fare-1.svg say to those who do not see it?").fill("A ticket")
        field.focus()
        expect(panel.get_by_role("button", name="Put it in")).to_be_enabled()
        keys.press("Control+Enter")
        wanted = PAGE.replace(
            "\n\n  </main>",
            '\n    <ul class="fares">\n      <li>\n        <h2>Single</h2>\n        <img src="fare-1.svg" width="120" height="80" alt="A ticket">\n      </li>\n'
            '      <li>\n        <h2>Rover</h2>\n        <img src="fare-2.svg" width="120" height="80" alt="A ticket">\n      </li>\n    </ul>\n  </main>',
        )
        self.until(lambda: self.saved() == wanted, "it is saved as written")
        expect(page.get_by_label("Source of index.html")).to_be_focused()
        keys.press("Control+z")
        self.until(lambda: self.saved() == PAGE, "one undo takes it back")

    def test_faults_at_their_place_and_what_may_not_stand_there(self) -> None:
        self.begin()
        page = self.page
        page.keyboard.press("Alt+Shift+O")
        field = page.get_by_role("textbox", name="Outline: indented")
        panel = page.get_by_role("region", name="Outline", exact=True)
        field.fill("ul\n  3 li: a | b")
        faults = panel.get_by_role("list", name="What is not right")
        expect(faults).to_contain_text("Line 2: There are 2 words between bars, and it stands there 3 times.")
        faults.get_by_role("button", name="Line 2").click()
        expect(field).to_be_focused()
        self.assertEqual(field.evaluate("e => e.selectionStart"), 11)
        field.fill("h1\n  span: Words in a heading")
        self.until(lambda: page.frames[1].locator("h1").count() == 2, "what may stand there is drawn")
        field.fill("p\n  div: A block in a paragraph")
        expect(panel.get_by_role("alert")).to_contain_text("It may not stand here")
        self.until(lambda: page.frames[1].locator("h1").count() == 1, "the page is as it was")
        panel.get_by_role("button", name="Leave it").click()
        expect(page.get_by_label("Source of index.html")).to_be_visible()
        self.assertEqual(self.saved(), PAGE)
