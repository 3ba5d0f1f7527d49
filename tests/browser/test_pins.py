"""Pins: put in at the walker, walked to, pulled out."""

from __future__ import annotations

from playwright.sync_api import expect

from .base import InterfaceCase


class Pins(InterfaceCase):
    def test_a_pin_is_put_where_the_walker_stands_and_stays(self) -> None:
        page = self.open_write()
        self.walk_to(517)
        page.get_by_role("button", name="Pins", exact=True).click()
        dialog = page.get_by_role("dialog", name="Pins")
        dialog.get_by_label("A name for 517").fill("harbour kiosk")
        dialog.get_by_role("button", name="Put a pin").click()
        expect(dialog.get_by_role("button", name="harbour kiosk, 517")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("region", name="Width axis")).to_contain_text("harbour kiosk 517")
        kept = self.site.pins.get(name="harbour kiosk")
        self.assertEqual(kept.width, 517)
        page.reload()
        expect(page.get_by_role("region", name="Width axis")).to_contain_text("harbour kiosk 517")

    def test_pins_are_walked_to_and_pulled_out_by_keys_alone(self) -> None:
        page = self.open_write()
        before = list(self.site.pins.values_list("name", "width"))
        name, width = before[0]
        page.get_by_role("button", name="Pins", exact=True).focus()
        page.keyboard.press("Enter")
        dialog = page.get_by_role("dialog", name="Pins")
        dialog.get_by_role("button", name=f"{name}, ").focus()
        page.keyboard.press("Enter")
        expect(dialog.get_by_label(f"A name for {width}")).to_be_visible()
        dialog.get_by_role("button", name=f"Pull out {name}").focus()
        page.keyboard.press("Enter")
        expect(dialog.get_by_role("button", name=f"Pull out {name}")).to_have_count(0)
        page.keyboard.press("Escape")
        expect(self.slider()).to_have_attribute("aria-valuenow", str(width))
        self.assertEqual(list(self.site.pins.values_list("name", "width")), before[1:])

    def test_sizes_are_suggested_either_way_round(self) -> None:
        page = self.open_write()
        page.get_by_role("button", name="Pins", exact=True).click()
        dialog = page.get_by_role("dialog", name="Pins")
        dialog.get_by_text("Sizes to begin with").click()
        dialog.get_by_role("radio", name="On its side").click()
        dialog.get_by_role("button", name="Put a pin for large phone on its side").click()
        expect(dialog.get_by_role("button", name="Pull out large phone on its side")).to_be_visible()
        expect(dialog.get_by_role("button", name="Put a pin for large phone on its side")).to_have_count(0)
        kept = self.site.pins.get(name="large phone on its side")
        self.assertEqual((kept.width, kept.height), (932, 430))
        self.assertEqual(self.violations(), [])

    def test_a_name_of_blanks_is_refused_and_nothing_is_lost(self) -> None:
        page = self.open_write()
        before = self.site.pins.count()
        page.get_by_role("button", name="Pins", exact=True).click()
        dialog = page.get_by_role("dialog", name="Pins")
        dialog.get_by_label("A name for").fill("   ")
        dialog.get_by_role("button", name="Put a pin").click()
        expect(dialog.get_by_role("alert")).to_have_text("A pin needs a name of 40 characters at most.")
        expect(dialog.get_by_label("A name for")).to_have_value("   ")
        self.assertEqual(self.site.pins.count(), before)

    def test_axe_finds_nothing_in_the_open_sheet(self) -> None:
        page = self.open_write()
        page.get_by_role("button", name="Pins", exact=True).click()
        page.get_by_role("dialog", name="Pins").wait_for()
        self.assertEqual(self.violations(), [])
