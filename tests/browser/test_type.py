"""Type under Write: lines beside a text, font files and stand-ins put in, by keyboard alone."""

from __future__ import annotations

from hillpin.sites.models import SiteFile
from hillpin.sites.store import save_file
from playwright.sync_api import expect

from .base import InterfaceCase


class FontFiles(InterfaceCase):
    keeps_tab = False

    def test_told_and_stand_ins_put_in(self) -> None:
        page = self.open_write()
        page.get_by_role("radio", name="Type", exact=True).press("Enter")
        page.get_by_role("radio", name="This text").press("Enter")
        # The column is 694 wide inside at the walker and 1,032 at most: its text is 17 px throughout.
        expect(page.get_by_role("img", name="Size over the widths: 17 px")).to_be_visible()
        self.assertEqual(self.violations(), [])
        page.get_by_role("radio", name="Font files").press("Enter")
        table = page.get_by_role("table", name="Font files")
        expect(table).to_contain_text("bitter-latin-700-normal.woff2")
        # Header cells are bold by themselves, and the heaviest of the family is 600.
        expect(page.get_by_role("list", name="Asked for and not there")).to_contain_text("Source Sans 3 700: shown at 600, for th")
        self.assertEqual(self.violations(), [])
        page.get_by_role("button", name="Give Bitter stand-ins as long and as high").press("Enter")
        stored = lambda: bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode()  # noqa: E731
        self.until(lambda: '@font-face { font-family: "Bitter stand-in"; font-weight: 700; src: local(' in stored(), "they are declared")
        self.assertIn('"Bitter", "Bitter stand-in", serif', stored())


class LinesBeside(InterfaceCase):
    keeps_tab = False

    def test_two_texts_on_one_rhythm_and_the_grid(self) -> None:
        file = SiteFile.objects.get(site=self.site, path="index.html")
        text = bytes(file.content).decode().replace("<main>", '<main><div class="log"><ol class="numbers"><li>1</li><li>2</li><li>3</li></ol><p class="said">Aldpier<br>Hamm<br>Vey</p></div>', 1)
        save_file(self.site, "index.html", text.encode(), file.revision)
        file = SiteFile.objects.get(site=self.site, path="style.css")
        rules = "\n.log { display: flex; gap: 8px; font-size: 16px }\n.numbers { margin: 0; padding: 0; list-style: none; line-height: 20px; }\n.said { margin: 0; line-height: 24px; }\n"
        save_file(self.site, "style.css", bytes(file.content) + rules.encode(), file.revision)
        page = self.open_write()
        page.get_by_role("button", name="Overlays").press("Enter")
        page.get_by_label("Baseline grid, with what is off it").check()
        page.keyboard.press("Escape")
        expect(page.get_by_text("lines stand on it.")).to_be_attached()
        self.select_in_page(".numbers", "li in ol.numbers")
        page.get_by_role("radio", name="Type", exact=True).press("Enter")
        page.get_by_role("radio", name="Lines beside it").press("Enter")
        # Half of the 4 px that its lines are less are above the first, and 4 more at each further one.
        expect(page.get_by_role("table", name="Baselines").get_by_role("row").nth(3)).to_contain_text("−10")
        self.assertEqual(self.violations(), [])
        page.get_by_role("list", name="What makes them level").get_by_role("listitem").filter(has_text="line-height: 24px").get_by_role("button").press("Enter")
        stored = lambda: bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode()  # noqa: E731
        self.until(lambda: "list-style: none; line-height: 24px; }" in stored(), "the lines have one height")
        expect(page.get_by_text("All 3 lines are level with p.said.")).to_be_visible()
