"""The colours of a site in Write: named once with every use, made one, and shades, by keyboard alone."""

from __future__ import annotations

import re

from hillpin.sites.models import SiteFile
from playwright.sync_api import Locator, expect

from .base import InterfaceCase


class Colours(InterfaceCase):
    keeps_tab = False

    def stored(self) -> str:
        return bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode()

    def open_colours(self) -> Locator:
        self.open_write()
        self.page.get_by_role("button", name="Find", exact=True).press("Enter")
        self.page.get_by_role("radio", name="Colours").press("Enter")
        panel = self.page.get_by_role("region", name="Colours of all files")
        expect(panel.get_by_role("list", name="Colours", exact=True).get_by_role("listitem").first).to_be_visible()
        return panel

    def colour(self, panel: Locator, value: str) -> Locator:
        return panel.get_by_role("button", name=re.compile(f"^{value}"))

    def test_a_colour_is_named_and_the_name_used_everywhere(self) -> None:
        before = self.stored()
        uses = before.count("#d9e6ea")
        self.assertGreater(uses, 1)
        panel = self.open_colours()
        self.colour(panel, "#d9e6ea").press("Enter")
        panel.get_by_label("Name of #d9e6ea").press_sequentially("foam")
        self.page.keyboard.press("Enter")
        self.until(lambda: "--foam: #d9e6ea" in self.stored(), "the colour is named")
        self.assertEqual((self.stored().count("#d9e6ea"), self.stored().count("var(--foam)")), (1, uses))
        expect(self.colour(panel, "#d9e6ea")).to_contain_text("--foam")
        expect(self.colour(panel, "#d9e6ea")).to_contain_text(f"1 + {uses} by name")
        # The field is gone: one goes on from the colour. The editor has the name too.
        expect(self.colour(panel, "#d9e6ea")).to_be_focused()
        self.page.keyboard.press("Escape")
        self.open_styles()
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("--foam: #d9e6ea")

    def test_two_that_are_hardly_apart_are_made_one(self) -> None:
        self.open_write()
        self.open_styles()
        self.change("#c3d3d8", "#d9e6eb")
        self.page.get_by_role("button", name="Find", exact=True).press("Enter")
        self.page.get_by_role("radio", name="Colours").press("Enter")
        panel = self.page.get_by_role("region", name="Colours of all files")
        self.colour(panel, "#d9e6eb").press("Enter")
        panel.get_by_role("button", name="Make this one #d9e6ea").press("Enter")
        self.until(lambda: "#d9e6eb" not in self.stored() and "#c3d3d8" not in self.stored(), "they are one")
        expect(self.colour(panel, "#d9e6eb")).to_have_count(0)

    def test_the_nearest_to_one_that_is_typed_and_a_colour_that_is_none(self) -> None:
        panel = self.open_colours()
        panel.get_by_label("Nearest to").press_sequentially("#163a4d")
        expect(panel.get_by_role("list", name="Colours", exact=True).get_by_role("button").first).to_contain_text("#163a4c")
        panel.get_by_label("Nearest to").press_sequentially("z")
        expect(panel.get_by_role("alert")).to_have_text("#163a4dz is not a colour.")

    def test_axe_finds_nothing(self) -> None:
        panel = self.open_colours()
        self.colour(panel, "#163a4c").press("Enter")
        expect(panel.get_by_role("group", name="Shades of #163a4c")).to_contain_text("rgb(22 58 76 / 0.5)")
        self.assertEqual(self.violations(), [])
