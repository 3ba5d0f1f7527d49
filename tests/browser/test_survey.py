"""The Survey place and the survey behind Write, driven in the browser."""

from __future__ import annotations

from hillpin.sites.models import SiteFile
from playwright.sync_api import Page, expect

from .base import InterfaceCase

LONG = 60_000


class SurveyCase(InterfaceCase):
    def open_survey(self) -> Page:
        """Survey of the demo's home page, walked."""
        page = self.open(f"/sites/{self.site.pk}/survey")
        expect(page.get_by_role("button", name="Walk again")).to_be_visible(timeout=LONG)
        expect(page.get_by_role("heading", name="1,681 widths walked")).to_be_visible()
        return page


class Place(SurveyCase):
    def test_bands_findings_and_ways_into_write(self) -> None:
        page = self.open_survey()
        chart = page.get_by_role("region", name="Bands")
        # The fares stand in three columns from the query at 652.
        expect(chart.get_by_role("row", name="div.fare-row")).to_contain_text("652 to 1,920: 3 across")
        self.assertEqual(self.violations(), [])
        panel = page.get_by_role("complementary", name="Findings")
        item = panel.get_by_role("listitem").filter(has_text="table.times").first
        expect(item).to_contain_text("Page scrolls sideways")
        item.get_by_role("button", name="Working").click()
        expect(item).to_contain_text("over")
        item.get_by_role("button", name="Accept…").click()
        item.get_by_label("Why it is meant to be so").fill("Timetables are wide.")
        page.keyboard.press("Enter")
        expect(panel).to_contain_text("“Timetables are wide.”")
        panel.get_by_role("button", name="Take back").click()
        expect(panel.get_by_role("heading", name="Accepted")).to_have_count(0)
        panel.get_by_role("radio", name="Breakpoints").click()
        expect(panel).to_contain_text("@media (min-width: 652px), style.css line 139: it changes something.")
        panel.get_by_role("radio", name="Pins").click()
        expect(panel).to_contain_text("small phone, 320 × ")
        self.assertEqual(self.violations(), [])
        panel.get_by_role("radio", name="Findings").click()
        panel.get_by_role("listitem").filter(has_text="table.times").first.get_by_role(
            "button", name="Walk to"
        ).click()
        expect(page).to_have_url(f"{self.live_server_url}/sites/{self.site.pk}/write?page=index.html")
        expect(page.get_by_text("Selected: table.times")).to_be_visible()
        self.assertEqual(self.slider().get_attribute("aria-valuenow"), "336")

    def test_by_keyboard_and_in_the_night_map(self) -> None:
        self.page.emulate_media(color_scheme="dark")
        page = self.open_survey()
        page.get_by_role("slider", name="Walker: viewport width").focus()
        at = int(self.slider().get_attribute("aria-valuenow") or 0)
        page.keyboard.press("Shift+ArrowRight")
        self.assertEqual(self.slider().get_attribute("aria-valuenow"), str(at + 10))
        page.keyboard.press("PageUp")
        self.assertEqual(self.slider().get_attribute("aria-valuenow"), "768")
        closed = page.get_by_role("button", name="Open div.fare-row")
        closed.focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Close div.fare-row")).to_have_attribute(
            "aria-expanded", "true"
        )
        self.assertEqual(self.violations(), [])

    def test_a_change_goes_in_through_the_one_undo(self) -> None:
        styles = SiteFile.objects.get(site=self.site, path="style.css")
        text = bytes(styles.content).decode()
        SiteFile.objects.filter(pk=styles.pk).update(
            content=f"{text}.fare-row {{\n  width: 900px;\n}}\n".encode()
        )
        page = self.open_survey()
        item = (
            page.get_by_role("complementary", name="Findings")
            .get_by_role("listitem")
            .filter(has_text="div.fare-row")
            .first
        )
        item.get_by_role("button", name="Ways to settle it").click()
        ways = item.get_by_role("list", name="Ways to settle it")
        ways.get_by_role("listitem").filter(has_text="max-width: 900px").get_by_role("button", name="In Write, change line").click()
        source = page.get_by_label("Source of style.css")
        expect(source).to_contain_text("max-width: 900px")
        expect(source).to_be_focused()
        page.keyboard.press("Control+z")
        expect(source).not_to_contain_text("max-width: 900px")

    def test_stopping(self) -> None:
        page = self.open(f"/sites/{self.site.pk}/survey")
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("button", name="Walk again")).to_be_visible()
        expect(page.get_by_text("has not been walked yet")).to_be_visible()


class OverHeights(InterfaceCase):
    def test_findings_over_heights_lead_to_that_height_in_write(self) -> None:
        page = self.open(f"/sites/{self.site.pk}/survey?page=vey.html")
        page.get_by_role("radio", name="Heights").click()
        panel = page.get_by_role("complementary", name="Findings")
        panel.get_by_label("At the width").fill("390")
        panel.get_by_role("button", name="Walk over heights").click()
        found = panel.get_by_role("list", name="Findings over heights")
        expect(found).to_contain_text("320 to 364 high")
        expect(found).to_contain_text("section.landfall is meant to fill the screen, and needs 364.75: 44.75 more than there is. It fits from 365 up.")
        self.assertEqual(self.violations(), [])
        found.get_by_role("button", name="vey.css line 6").click()
        # Stands in Write at that width and at the highest window that is too low: the browser agrees that it is.
        expect(page.get_by_label("Viewport height", exact=True)).to_have_value("364")
        self.until(lambda: len(page.frames) > 1 and page.frames[1].locator(".landfall").count() > 0, "the page is there")
        self.assertEqual(page.frames[1].evaluate("() => [innerWidth, innerHeight, document.querySelector('.landfall').getBoundingClientRect().height > innerHeight]"), [390, 364, True])


class OtherLengths(InterfaceCase):
    def test_what_is_new_with_longer_texts_and_from_where_on(self) -> None:
        # Ten letters of 12.04 px are 120.4 in a box of 150 that lets no line break: twelve fit, thirteen do not.
        narrow = "<!DOCTYPE html><html lang=en><title>Orra</title><style>\nbody { margin: 0; font: 20px/30px monospace }\n.b { width: 150px; white-space: nowrap }</style><body><main><p class=b>Jetty Vey1</p></main>"
        SiteFile.objects.filter(site=self.site, path="vey.html").update(content=narrow.encode())
        page = self.open(f"/sites/{self.site.pk}/survey?page=vey.html")
        page.get_by_role("radio", name="Other lengths").click()
        panel = page.get_by_role("complementary", name="Findings")
        panel.get_by_role("button", name="Try other lengths").click()
        found = panel.get_by_role("list", name="New at other lengths")
        expect(found.get_by_role("listitem").first).to_contain_text("from 30% longer on", timeout=LONG)
        expect(found.get_by_role("listitem").first).to_contain_text("Not yet with 20% more.")
        self.assertEqual(self.violations(), [])
        found.get_by_role("button", name="vey.html line").first.click()
        expect(page.get_by_text("Selected: p.b")).to_be_visible()


class Behind(SurveyCase):
    walks_behind = True

    def test_marks_and_notes_while_writing(self) -> None:
        page = self.open_write()
        panel = page.get_by_role("complementary", name="At this width")
        expect(panel).to_contain_text("Every width walked", timeout=LONG)
        self.assertGreater(page.locator(".finding-mark").count(), 0)
        self.open_styles()
        self.to_line(".fare-row {")
        page.keyboard.press("End")
        page.keyboard.type(" width: 900px;")
        # The walk is about the text as it was, until the next one has ended.
        expect(panel).to_contain_text("before this change")
        expect(page.get_by_text("Page scrolls sideways, up to").first).to_be_visible(timeout=LONG)
        self.assertEqual(self.violations(), [])
