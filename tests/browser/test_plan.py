"""Plan: columns solved, rows summed, code proved and put into Write, a yes before building. Numbers worked by hand."""

from __future__ import annotations

import json

from hillpin.plans.demo import load_demo_plan
from hillpin.plans.models import SitePlan
from hillpin.sites.models import SiteFile
from playwright.sync_api import Locator, Page, expect

from .base import InterfaceCase


class PlanCase(InterfaceCase):
    def setUp(self) -> None:
        super().setUp()
        self.kept = load_demo_plan(self.site)

    def open_plan(self) -> Page:
        """Plan with the demo's plan, worked out."""
        page = self.open(f"/sites/{self.site.pk}/plan")
        expect(page.get_by_role("region", name="Rows of wide")).to_contain_text("1,120 of 1,120")
        return page

    def columns(self) -> Locator:
        """The panel of the columns."""
        return self.page.get_by_role("region", name="Columns", exact=True)

    def content(self) -> dict[str, object]:
        """The plan as it is kept."""
        self.kept.refresh_from_db()
        return dict(self.kept.content)


class Columns(PlanCase):
    def test_whichever_is_left_empty_is_solved(self) -> None:
        page = self.open_plan()
        # (1,180 − 60 − 11 × 20) ÷ 12 = 75.
        expect(self.columns().get_by_label("Column", exact=True)).to_have_attribute(
            "placeholder", "75, solved"
        )
        self.columns().get_by_label("Column", exact=True).fill("70")
        self.columns().get_by_label("Gutter", exact=True).fill("")
        # (1,120 − 840) ÷ 11 = 25.45.
        expect(self.columns()).to_contain_text("25.45")
        expect(self.columns()).to_contain_text("Nearest in whole pixels")
        self.columns().get_by_label("Gutter", exact=True).fill("20")
        # 12 × 70 + 11 × 20 + 60 = 1,120 of 1,180.
        expect(self.columns()).to_contain_text("1,120 of 1,180: 60 left over")
        expect(page.get_by_role("img", name="wide: 12 columns of 70")).to_be_visible()

    def test_a_number_that_cannot_be_is_marked_and_not_taken(self) -> None:
        self.open_plan()
        total = self.columns().get_by_label("Total width")
        total.fill("wide")
        expect(total).to_have_attribute("aria-invalid", "true")
        expect(self.columns().get_by_label("Column", exact=True)).to_have_attribute(
            "placeholder", "75, solved"
        )

    def test_arrow_keys_nudge(self) -> None:
        self.open_plan()
        gutter = self.columns().get_by_label("Gutter", exact=True)
        gutter.press("ArrowUp")
        expect(gutter).to_have_value("21")
        gutter.press("Shift+ArrowUp")
        expect(gutter).to_have_value("31")
        # (1,120 − 11 × 31) ÷ 12 = 64.92.
        expect(self.columns().get_by_label("Column", exact=True)).to_have_attribute(
            "placeholder", "64.92, solved"
        )


class Rows(PlanCase):
    def test_a_row_over_by_a_border_says_which_box_drops(self) -> None:
        page = self.open_plan()
        rows = page.get_by_role("region", name="Rows of wide")
        rows.get_by_label("What Masthead takes").select_option("width")
        rows.get_by_label("What Menu takes").select_option("written")
        box = page.get_by_role("region", name="Box", exact=True)
        rows.get_by_role("button", name="Menu", exact=True).click()
        box.get_by_label("box-sizing").select_option("content-box")
        box.get_by_label("Border").fill("0 2")
        # 360 + 20 + 740 took all of the 1,120; two borders of 2 are 4 more.
        expect(rows).to_contain_text("4 over: 1,124 of 1,120, so Menu drops.")
        box.get_by_label("box-sizing").select_option("border-box")
        expect(rows).not_to_contain_text("over:")
        expect(box).to_contain_text("room inside736")

    def test_changes_are_kept_and_undone_across_a_reload(self) -> None:
        page = self.open_plan()
        page.get_by_role("region", name="Box", exact=True).get_by_label("Name").fill("Harbour head")
        expect(page.get_by_text("Saved")).to_be_visible()
        self.until(
            lambda: SitePlan.objects.get(pk=self.kept.pk).content["boxes"][0]["name"] == "Harbour head",
            "the name is kept",
        )
        page.reload()
        expect(page.get_by_role("region", name="Box", exact=True).get_by_label("Name")).to_have_value(
            "Harbour head"
        )
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("region", name="Box", exact=True).get_by_label("Name")).not_to_have_value(
            "Harbour head"
        )

    def test_a_box_is_added_nested_moved_hidden_and_removed_by_keyboard(self) -> None:
        page = self.open_plan()
        rows = page.get_by_role("region", name="Rows of wide")
        self.press("Add a box to Row 1")
        expect(rows.get_by_role("button", name="Box 11", exact=True)).to_have_attribute(
            "aria-pressed", "true"
        )
        self.press("Put a box inside")
        expect(rows).to_contain_text("Row 1 in Box 11")
        expect(page.get_by_role("region", name="Box", exact=True)).to_contain_text("Box 12 in Box 11")
        rows.get_by_role("button", name="Box 11", exact=True).focus()
        page.keyboard.press("Enter")
        self.press("Move Box 11 left")
        self.assertEqual(self.cells(rows, "Row 1"), ["Masthead", "Box 11", "Menu"])
        expect(page.get_by_role("region", name="Arrangements")).to_contain_text(
            "The eye meets Box 11 before Menu, the keyboard after it."
        )
        self.press("Hide Box 11 in wide")
        expect(rows).to_contain_text("Box 11 is not shown at this width.")
        self.press("Show it")
        self.press("Remove Box 11")
        expect(rows).not_to_contain_text("Box 1")

    def press(self, name: str) -> None:
        """A button, by keyboard alone."""
        self.page.get_by_role("button", name=name, exact=True).focus()
        self.page.keyboard.press("Enter")

    def cells(self, rows: Locator, name: str) -> list[str]:
        """The boxes of a row."""
        return rows.get_by_role("table", name=name, exact=True).locator(".name").all_inner_texts()

    def test_a_further_arrangement_and_proposals(self) -> None:
        page = self.open_plan()
        arrangements = page.get_by_role("region", name="Arrangements")
        arrangements.get_by_role("button", name="One more").click()
        expect(arrangements.get_by_role("img")).to_have_count(4)
        arrangements.get_by_label("from viewport").fill("1500")
        expect(arrangements).to_contain_text("1,000 to 1,499")
        arrangements.get_by_role("button", name="Propose from the widest").click()
        expect(arrangements.get_by_role("img")).to_have_count(3)


class Code(PlanCase):
    def test_proved_at_every_width_and_put_into_write(self) -> None:
        page = self.open_plan()
        page.get_by_role("radio", name="Code").click()
        code = page.get_by_role("region", name="Code")
        code.get_by_label("Method").select_option("flex")
        expect(code.get_by_role("button", name="Put into Write")).to_be_disabled()
        expect(code.get_by_role("status").first).to_contain_text(
            "Equal to the plan at all 1,681 widths", timeout=60_000
        )
        code.get_by_role("button", name="HTML", exact=True).click()
        expect(code.get_by_label("HTML of the plan")).to_contain_text('<main class="today-s-crossings">')
        code.get_by_label("New page").fill("crossings")
        code.get_by_role("button", name="Put into Write").click()
        expect(page.get_by_label("Source of crossings.html")).to_be_visible()
        self.assertIn(
            b'href="crossings.css"',
            bytes(SiteFile.objects.get(site=self.site, path="crossings.html").content),
        )
        # In the browser itself: at 1,180 the main part takes 8 columns, 8 × 75 + 7 × 20 = 740.
        self.walk_to(1180)
        page.wait_for_function("() => document.querySelector('iframe').style.width === '1180px'")
        rect = page.frames[1].locator(".today-s-crossings").bounding_box()
        assert rect is not None
        self.assertAlmostEqual(rect["width"], 740, delta=0.1)

    def test_what_a_method_cannot_give_is_said(self) -> None:
        page = self.open_plan()
        page.get_by_role("radio", name="Code").click()
        page.get_by_label("Method").select_option("float")
        expect(page.get_by_role("region", name="Code").get_by_role("alert")).to_contain_text(
            "Floats follow the source, and Fares comes earlier"
        )

    def test_a_proof_can_be_stopped(self) -> None:
        page = self.open_plan()
        page.get_by_role("radio", name="Code").click()
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("region", name="Code")).to_contain_text(
            "Stopped: not every width was laid out."
        )
        expect(page.get_by_role("button", name="Put into Write")).to_be_disabled()


class Sending(PlanCase):
    def test_a_yes_a_change_and_a_new_yes(self) -> None:
        page = self.open_plan()
        page.get_by_role("radio", name="A yes").click()
        page.get_by_role("button", name="Send for a yes").click()
        address = page.get_by_label("Read-only address").input_value()
        other = self.context.new_page()
        other.goto(address)
        expect(other.get_by_role("img")).to_have_count(3)
        expect(other.get_by_text("From Orra 07:40, 10:15", exact=False).first).to_be_visible()
        other.get_by_label("Your name").fill("Una of the quay")
        other.get_by_label("Comment").fill("The board first, please.")
        other.get_by_role("button", name="Yes, build it").click()
        expect(other.get_by_role("main")).to_contain_text("Yes, says Una of the quay")
        # Nothing is loaded anew: the answer shows by itself.
        yes = page.get_by_role("region", name="A yes before building")
        expect(yes).to_contain_text("Approved as it is.")
        expect(yes).to_contain_text("The board first, please.")
        self.columns().get_by_label("Gutter", exact=True).fill("24")
        expect(yes).to_contain_text("it needs a new yes")
        page.get_by_role("button", name="Send again for a new yes").click()
        expect(yes).to_contain_text("not answered with a yes yet")
        expect(yes).to_contain_text("about an earlier state")

    def test_drawings_tables_and_the_plan_itself_are_taken_away(self) -> None:
        page = self.open_plan()
        page.get_by_role("radio", name="A yes").click()
        for name, ending in (
            ("The plan, as JSON", ".json"),
            ("The table of widths, as CSV", ".csv"),
            ("SVG", ".svg"),
        ):
            with page.expect_download() as download:
                page.get_by_role("link", name=name).first.click()
            self.assertTrue(download.value.suggested_filename.endswith(ending))
        with page.expect_download() as download:
            page.get_by_role("button", name="PNG of Crossings page wide").click()
        content = download.value.path().read_bytes()
        self.assertEqual(content[:8], b"\x89PNG\r\n\x1a\n")
        # Two pixels for one CSS px: 2 × 1,180 across.
        self.assertEqual(int.from_bytes(content[16:20], "big"), 2360)

    def test_a_plan_from_a_file(self) -> None:
        SitePlan.objects.all().delete()
        page = self.open(f"/sites/{self.site.pk}/plan")
        expect(page.get_by_role("heading", name="Plan a page before a line is written")).to_be_visible()
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Plan from a file").click()
        chooser.value.set_files(
            {"name": "x.json", "mimeType": "application/json", "buffer": b'{"format": "other"}'}
        )
        expect(page.get_by_role("alert")).to_contain_text('"format" should be')
        page.get_by_role("button", name="New plan").click()
        expect(page.get_by_role("region", name="Rows of wide")).to_contain_text("1,140 of 1,140")


class FromCode(InterfaceCase):
    def open_rows(self) -> Page:
        """The rows of the fares, from Write."""
        page = self.open_write()
        self.click_in_page(".fare-row", x=3, y=3)
        page.get_by_role("button", name="Rows", exact=True).click()
        expect(page.get_by_label("Rows of", exact=True)).to_contain_text("div.fare-row")
        return page

    def test_a_container_becomes_a_plan(self) -> None:
        page = self.open_rows()
        page.get_by_role("button", name="Plan from it").click()
        expect(page.get_by_label("Name of the plan")).to_have_value("div.fare-row of index.html")
        expect(page.get_by_role("region", name="Arrangements").get_by_role("img")).to_have_count(2)
        expect(page.get_by_role("region", name="Rows of")).to_contain_text("Day rover")

    def test_floats_become_a_grid_and_can_be_undone(self) -> None:
        page = self.open_rows()
        before = bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode()
        page.get_by_role("button", name="Write and compare").click()
        expect(page.get_by_role("list", name="Where it is equal")).to_have_text(
            "240 to 1,920: all stands as it stood", timeout=60_000
        )
        page.get_by_role("button", name="Put at the end of style.css").click()
        source = page.get_by_label("Source of style.css")
        expect(source).to_contain_text("div.fare-row as grid")
        page.wait_for_function("() => document.querySelector('iframe').style.width !== ''")
        self.assertEqual(
            page.frames[1].locator(".fare-row").evaluate("e => getComputedStyle(e).display"), "grid"
        )
        source.focus()
        page.keyboard.press("Control+z")
        expect(source).not_to_contain_text("div.fare-row as grid")
        self.until(
            lambda: bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode() == before,
            "the sheet is saved as it was before",
        )


class Hard(PlanCase):
    def test_axe_finds_nothing(self) -> None:
        page = self.open_plan()
        for side in ("Box", "Code", "A yes"):
            page.get_by_role("radio", name=side).click()
            expect(page.get_by_role("radio", name=side)).to_be_checked()
            self.assertEqual(self.violations(), [], side)
        page.get_by_role("button", name="Send for a yes").click()
        page.goto(page.get_by_label("Read-only address").input_value())
        expect(page.get_by_role("img")).to_have_count(3)
        self.assertEqual(self.violations(), [])

    def test_thirty_boxes_with_long_names_and_a_broken_plan(self) -> None:
        content = json.loads(json.dumps(self.content()))
        for number in range(30):
            identity = f"x{number}"
            content["boxes"].append(
                {
                    "id": identity,
                    "name": f"Number {number} of the crossings to the outermost of all islands",
                    "parent": None,
                }
            )
            for one in content["arrangements"]:
                one["rows"].append({"cells": [{"box": identity}], "parent": None})
        content["arrangements"][0]["columns"]["gutter"] = 390
        SitePlan.objects.filter(pk=self.kept.pk).update(content=content)
        page = self.open(f"/sites/{self.site.pk}/plan")
        expect(page.get_by_role("region", name="Rows of wide")).to_contain_text("Number 29 of the crossings")
        # 3 gutters of 390 and 32 of margins are over 360.
        expect(page.get_by_role("region", name="Arrangements").get_by_role("alert")).to_be_visible()
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 1280)
        self.assertEqual(self.violations(), [])
