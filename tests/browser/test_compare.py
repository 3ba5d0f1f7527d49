"""Compare in the browser: the line-up by pointer and by keys, runs, drawings, distances, expectations."""

from __future__ import annotations

import io
import json
import re
from collections.abc import Callable
from typing import Any

from hillpin.sites.models import SiteFile
from hillpin.sites.store import NewFile, add_site, save_file
from PIL import Image
from playwright.sync_api import Frame, Locator, Route, expect

from .base import InterfaceCase


class CompareCase(InterfaceCase):
    def open_compare(self) -> None:
        """Compare with the demo's home page, its frames there."""
        self.open(f"/sites/{self.site.pk}/compare")
        expect(self.section("section#fares")).to_be_visible()

    def section(self, name: str) -> Locator:
        return self.page.get_by_role("navigation", name="Sections of the page").get_by_role("button", name=re.compile(f"^{re.escape(name)}"))

    def frame_of(self, width: int) -> Frame:
        """The live frame of a viewport."""
        found: list[Frame] = []

        def is_there() -> bool:
            found[:] = [one for one in self.page.frames[1:] if f", {width} × " in (one.frame_element().get_attribute("title") or "")]
            return bool(found)

        self.until(is_there, f"the frame at {width} is there")
        return found[0]

    def top_of(self, width: int, selector: str) -> float:
        return float(self.frame_of(width).evaluate("selector => document.querySelector(selector).getBoundingClientRect().top", selector))

    def select(self, width: int, selector: str, nth: int = 0) -> None:
        """Select a box by a click in a frame."""
        self.frame_of(width).evaluate("([selector, nth]) => document.querySelectorAll(selector)[nth].click()", [selector, nth])

    def panel(self, name: str) -> Locator:
        self.page.get_by_role("button", name=name, exact=True).click()
        return self.page.get_by_role("region", name=name, exact=True)

    def table(self) -> list[list[str]]:
        """What the table behind the line-up says."""
        rows: list[list[str]] = self.page.evaluate("() => [...document.querySelectorAll('.table tbody tr')].map(row => [...row.children].map(cell => cell.textContent))")
        return rows

    def holds(self, what: Callable[[], Any], wanted: Any) -> None:
        """Wait until something is so."""
        self.until(lambda: what() == wanted, f"it is {wanted}")


class TheLineUp(CompareCase):
    def test_all_frames_stand_at_the_chosen_section_and_follow_one_that_is_scrolled(self) -> None:
        self.open_compare()
        # By keys alone: the section, and Enter.
        self.section("section#islands").focus()
        self.page.keyboard.press("Enter")
        for width in (320, 390, 768):
            self.holds(lambda at=width: abs(self.top_of(at, "#islands")) < 1, True)  # type: ignore[misc]
        expect(self.page.get_by_role("region", name="Line-up")).to_contain_text("section#islands on the ground line")
        # Half of the next section is scrolled away in one: in the others too, by its own height.
        self.frame_of(390).evaluate("() => { const box = document.querySelector('#crossings').getBoundingClientRect(); scrollTo(0, scrollY + box.top + box.height / 2); }")
        for width in (320, 768):
            self.holds(lambda at=width: abs(self.top_of(at, "#crossings") + float(self.frame_of(at).evaluate("() => document.querySelector('#crossings').offsetHeight / 2"))) < 2, True)  # type: ignore[misc]
        # The last section comes to the ground line although the page ends below it.
        self.section("footer").click()
        self.holds(lambda: abs(self.top_of(768, "footer")) < 1, True)

    def test_the_selected_box_in_numbers_under_every_frame(self) -> None:
        self.open_compare()
        self.select(390, ".fare")
        expect(self.page.get_by_role("navigation", name="Sections of the page")).to_contain_text("article.fare")
        # At 390 and 320 the fares are stacked: the window less 24 on either side.
        self.until(lambda: len(self.table()) == 5 and self.table()[0][2] == "272" and self.table()[1][2] == "342", "the numbers are there")
        self.assertEqual([row[0] for row in self.table()], ["small phone", "phone", "tablet upright", "tablet flat", "desk"])
        self.assertEqual(self.table()[0][6], "by 17")
        expect(self.page.get_by_role("region", name="Line-up").locator("dl").first).to_contain_text("272")
        self.assertEqual(self.violations(), [])

    def test_put_turned_moved_and_dropped_by_keys(self) -> None:
        self.open_compare()
        heads = self.page.get_by_role("region", name="Line-up").locator(".head")
        keys = self.page.keyboard
        screens = self.panel("Screens")
        screens.get_by_label("laptop at 400%").focus()
        keys.press("Space")
        expect(heads.nth(5)).to_contain_text("320 × 162")
        self.page.get_by_role("button", name="Move laptop at 400% to the left").focus()
        keys.press("Enter")
        expect(heads.nth(4)).to_contain_text("laptop at 400%")
        self.page.get_by_role("button", name="Turn phone", exact=True).focus()
        keys.press("Enter")
        expect(heads.nth(1)).to_contain_text("780 × 390")
        self.page.get_by_role("button", name="Drop desk").focus()
        keys.press("Enter")
        expect(heads).to_have_count(5)
        screens.get_by_label("Width").fill("500")
        screens.get_by_role("button", name="Put beside").focus()
        keys.press("Enter")
        expect(heads.nth(5)).to_contain_text("500 × 800")
        # It stays so in this browser.
        self.page.reload()
        expect(heads).to_have_count(6)
        self.panel("Screens").get_by_role("button", name="Back to all pins").click()
        expect(heads).to_have_count(5)
        expect(heads.nth(1)).to_contain_text("390 × 780")

    def test_what_a_reader_has_set_shows_in_the_frames_and_the_numbers(self) -> None:
        sheet = SiteFile.objects.get(site=self.site, path="style.css")
        save_file(self.site, "style.css", bytes(sheet.content) + b"\n@media (prefers-color-scheme: dark) { .fare { padding-top: 90px } }\n", sheet.revision)
        self.open_compare()
        self.select(390, ".fare")
        self.until(lambda: len(self.table()) == 5 and self.table()[1][3] == "169.72", "the numbers are there")
        screens = self.panel("Screens")
        screens.get_by_label("Dark scheme").check()
        # 70 more of padding, in the frame and as computed.
        self.until(lambda: self.table()[1][3] == "239.72", "the numbers follow")
        self.holds(lambda: self.frame_of(390).evaluate("() => document.querySelector('.fare').getBoundingClientRect().height"), 239.71875)
        screens.get_by_label("Dark scheme").uncheck()
        self.holds(lambda: self.frame_of(390).evaluate("() => document.querySelector('.fare').getBoundingClientRect().height"), 169.71875)

    def test_what_is_saved_elsewhere_is_seen_at_once(self) -> None:
        self.open_compare()
        self.select(390, ".fare")
        self.until(lambda: len(self.table()) == 5 and self.table()[1][3] == "169.72", "the numbers are there")
        sheet = SiteFile.objects.get(site=self.site, path="style.css")
        save_file(self.site, "style.css", bytes(sheet.content) + b"\n.fare { padding-bottom: 50px }\n", sheet.revision)
        # 20 of padding become 50.
        self.until(lambda: self.table()[1][3] == "199.72", "the numbers follow")
        self.holds(lambda: self.frame_of(390).evaluate("() => document.querySelector('.fare').getBoundingClientRect().height"), 199.71875)

    def test_thirty_sections_an_empty_site_and_a_broken_page(self) -> None:
        many = "".join(f"<section id=s{number}><h2>Crossing {number}</h2><p>Low water.</p></section>" for number in range(30))
        for name, body, count in (("Many", f"<main>{many}</main>", 30), ("Empty", "", 0), ("Broken", "<div><section><p><table><li></section></b>", 1)):
            self.site = add_site(name, [NewFile("index.html", f"<!DOCTYPE html><html lang=en><title>t</title><body>{body}</body></html>".encode())])
            self.open(f"/sites/{self.site.pk}/compare")
            strip = self.page.get_by_role("navigation", name="Sections of the page")
            expect(strip.get_by_role("button")).to_have_count(count)
            expect(self.page.locator(".head")).to_have_count(5)
            self.assertEqual(self.violations(), [])


class RealBrowser(CompareCase):
    def test_a_run_replaces_the_frames_and_says_what_changed_since_the_accepted_one(self) -> None:
        page = b"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=style.css><body><main><p class=fare>Single</p></main></body></html>"
        self.site = add_site("Short", [NewFile("index.html", page), NewFile("style.css", b"body { margin: 0 }\n.fare { padding: 20px }\n")])
        self.open(f"/sites/{self.site.pk}/compare")
        runs = self.panel("Runs")
        runs.get_by_role("button", name="Run at the line-up").click()
        expect(runs.get_by_role("status")).to_contain_text("Everything computed is as the browser measured it.")
        expect(runs).to_contain_text("5 viewports")
        expect(self.page.get_by_role("img", name="phone as the browser drew it", exact=True)).to_be_visible()
        runs.get_by_role("button", name="Accept all pictures").click()
        expect(runs).to_contain_text(re.compile(r"phone 390 × 780\s*as accepted"))
        sheet = SiteFile.objects.get(site=self.site, path="style.css")
        save_file(self.site, "style.css", bytes(sheet.content) + b"\n.fare { padding-top: 30px }\n", sheet.revision)
        runs.get_by_role("button", name="Run at the line-up").click()
        expect(runs.get_by_role("status")).to_contain_text("5 viewports changed since the accepted pictures.")
        expect(runs).to_contain_text("p.fare 10 higher.")
        runs.get_by_role("button", name="Accept what changed").click()
        expect(runs.get_by_role("status")).not_to_contain_text("changed since")
        self.assertEqual(self.violations(), [])

    def test_what_was_asked_for_before_pictures_were_accepted_does_not_take_it_back(self) -> None:
        page = b"<!DOCTYPE html><html lang=en><title>t</title><body><main><p>Single</p></main></body></html>"
        self.site = add_site("Short", [NewFile("index.html", page)])
        self.open(f"/sites/{self.site.pk}/compare")
        runs = self.panel("Runs")
        expect(runs).to_contain_text("No run yet.")
        # What is asked for when the run has ended stays on its way, and then says what was before the run.
        before = self.client.get(f"/api/sites/{self.site.pk}/run?page=index.html").json()
        held: list[Route] = []
        self.page.route(re.compile(r"/run\?"), lambda route: held.append(route))
        runs.get_by_role("button", name="Run at the line-up").click()
        self.until(lambda: len(held) > 0, "the run has ended and is asked for anew")
        runs.get_by_role("button", name="Accept all pictures").click()
        expect(runs).to_contain_text(re.compile(r"phone 390 × 780\s*as accepted"))
        for route in held:
            route.fulfill(json=before)
        # It has come where a later question is answered.
        self.page.evaluate("() => fetch('/api/sites').then(said => said.text())")
        expect(runs).to_contain_text(re.compile(r"phone 390 × 780\s*as accepted"))

    def test_a_report_to_keep(self) -> None:
        self.site = add_site("Short", [NewFile("index.html", b"<!DOCTYPE html><html lang=en><title>t</title><body><main>Low water</main></body></html>")])
        self.open(f"/sites/{self.site.pk}/compare")
        runs = self.panel("Runs")
        runs.get_by_role("button", name="Make it as HTML").click()
        with self.page.expect_download() as download:
            runs.get_by_role("link", name="Keep the HTML").click()
        self.assertEqual(download.value.suggested_filename, "index-report.html")

    def test_a_run_is_stopped(self) -> None:
        self.open_compare()
        runs = self.panel("Runs")
        runs.get_by_role("button", name="Run at pins and edges").click()
        runs.get_by_role("button", name="Stop").click()
        expect(runs.get_by_role("button", name="Run at pins and edges")).to_be_visible()


class AgainstTheDrawing(CompareCase):
    def drawing(self) -> bytes:
        picture = Image.new("RGB", (390, 2000), "white")
        picture.paste((43, 104, 128), (24, 700, 366, 900))
        data = io.BytesIO()
        picture.save(data, "PNG")
        return data.getvalue()

    def test_laid_over_placed_and_measured_against(self) -> None:
        self.open_compare()
        panel = self.panel("Drawings")
        panel.get_by_label("For the frame").select_option("390")
        panel.get_by_label("Take a drawing in").set_input_files({"name": "fares.png", "mimeType": "image/png", "buffer": self.drawing()})
        over = self.page.get_by_role("img", name="Drawing fares.png", exact=True)
        expect(over).to_be_visible()
        panel.get_by_role("radio", name="Beside").click()
        expect(self.page.get_by_role("img", name="Drawing fares.png, beside")).to_be_visible()
        expect(over).to_be_hidden()
        panel.get_by_role("radio", name="Wipe").click()
        panel.get_by_label("x", exact=True).fill("12")
        self.until(lambda: abs(float(over.evaluate("e => parseFloat(e.style.left) / parseFloat(e.style.width)")) - 12 / 390) < 0.001, "the drawing moves")
        # Two points: from 24 to 366 of its own are to be 0 to 684 on the page.
        panel.get_by_text("Place it by two points").click()
        for label, nth, words in (("First, drawn", 0, "24, 700"), ("belongs at", 0, "0, 700"), ("Second, drawn", 0, "366, 700"), ("belongs at", 1, "684, 700")):
            panel.get_by_label(label).nth(nth).fill(words)
        panel.get_by_role("button", name="Place", exact=True).click()
        expect(panel.get_by_label("px a pixel")).to_have_value("2")
        expect(panel.get_by_label("x", exact=True)).to_have_value("-48")
        # From a drawn edge to one of a box.
        panel.get_by_text("4 straight edges drawn in it").click()
        panel.get_by_role("list", name="Longest drawn edges").get_by_role("button", name="from here").nth(2).click()
        self.select(390, ".fare")
        distances = self.panel("Distances")
        expect(distances).to_contain_text("Edges of article.fare")
        distances.get_by_role("button", name="to here, the left of article.fare").click()
        expect(distances.get_by_role("status")).to_contain_text("From what is drawn at 0 to left of article.fare.")
        distances.get_by_label("In the frame").select_option("390")
        distances.get_by_label("As drawn").fill("20")
        distances.get_by_role("button", name="Keep this distance").click()
        expect(distances).to_contain_text("As drawn 20, as built 24: 4 too much.")
        self.assertEqual(self.violations(), [])

    def test_a_distance_that_is_off_leads_to_its_line(self) -> None:
        self.open_compare()
        distances = self.panel("Distances")
        self.select(768, ".fare", 0)
        distances.get_by_role("button", name="from here, the right of article.fare").click()
        expect(distances.get_by_role("status")).to_contain_text("right of article.fare")
        self.select(768, ".fare", 1)
        self.until(lambda: self.page.evaluate("() => document.querySelector('.table caption').textContent") == "article.fare at every viewport of the line-up", "it is selected")
        self.page.wait_for_function("() => document.querySelectorAll('.table tbody td')[14].textContent !== '24'")
        distances.get_by_role("button", name="to here, the left of article.fare").click()
        distances.get_by_label("In the frame").select_option("768")
        distances.get_by_label("As drawn").fill("40")
        distances.get_by_role("button", name="Keep this distance").click()
        # 3.5% of 720 are 25.2, which the browser keeps as 25.1875.
        expect(distances).to_contain_text("As drawn 40, as built 25.19: 14.81 short.")
        distances.get_by_role("button", name=re.compile("^What must the margin of article.fare be")).click()
        expect(self.page).to_have_url(re.compile(r"/write\?page=index.html"))
        # The goal is there to be solved: the second box as far to the right as is missing.
        goal = self.page.get_by_role("region", name="What must this be?")
        expect(goal.get_by_role("group").first.locator("input").first).to_have_value("287.19")


class WhatMustHold(CompareCase):
    def test_made_from_what_is_selected_and_kept_by_keys(self) -> None:
        self.site = add_site("Cards", [NewFile("index.html", b"<!DOCTYPE html><html lang=en><title>t</title><style>body { margin: 0 } .cards { display: flex } .card { width: 200px; height: 50px; flex: none }</style><body><div class=cards><p class=card>a</p><p class=card>b</p></div></body></html>")])
        self.open(f"/sites/{self.site.pk}/compare")
        panel = self.panel("Expectations")
        expect(panel.get_by_role("status")).to_contain_text("None yet.")
        self.select(768, ".cards")
        panel.get_by_label("In the frame").select_option("768 × 1024")
        suggestion = panel.get_by_role("button", name=".cards 2 across from 768")
        suggestion.focus()
        keys = self.page.keyboard
        keys.press("Enter")
        field = panel.get_by_label("What must hold")
        expect(field).to_have_value(".cards 2 across from 768")
        field.focus()
        keys.press("Enter")
        expect(panel.get_by_role("status")).to_contain_text("It holds at every width.")
        field.fill("no sideways scroll")
        field.press("Enter")
        # Two of 200 need 400.
        expect(panel.get_by_role("list", name="Expectations of this page")).to_contain_text("240 to 399: At 240: the page is 160 wider than its window")
        content = json.loads(bytes(SiteFile.objects.get(site=self.site, path="expectations.json").content))
        self.assertEqual([one["says"] for one in content["expectations"]], [".cards 2 across from 768", "no sideways scroll"])
        field.fill("be nice")
        field.press("Enter")
        expect(panel.get_by_role("alert")).to_contain_text("It could be written so")
        self.assertEqual(self.violations(), [])
        panel.get_by_role("button", name="Drop: no sideways scroll").click()
        expect(panel.get_by_role("status")).to_contain_text("It holds at every width.")
