"""The fonts of a page under Write: what of them is used, what is not there, and stand-ins put in, by keyboard alone."""

from __future__ import annotations

from hillpin.sites.models import SiteFile
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
