"""The viewport in Write: a pin's height, a height that is set, states that the page is in; generated boxes; ways to settle."""

from __future__ import annotations

from hillpin.sites.store import NewFile, add_site
from playwright.sync_api import expect

from .base import InterfaceCase

PAGE = """<!DOCTYPE html>
<html lang="en">
<head><meta charset="utf-8"><title>Tall</title><link rel="stylesheet" href="style.css"></head>
<body>
<main>
<h1>Tall</h1>
<div class="full"><p class="note">Low water</p></div>
<p><a href="#x">Crossings</a></p>
<p id="x">Every hour.</p>
</main>
</body>
</html>
"""
CSS = """body { margin: 0; }
.full { height: 100vh; padding: 20px; }
.note::before { content: ""; display: block; width: 50%; height: 12px; }
a { display: inline-block; }
a:hover { border: 5px solid; }
"""


class ViewportCase(InterfaceCase):
    def begin(self) -> None:
        self.site = add_site("Tall", [NewFile("index.html", PAGE.encode()), NewFile("style.css", CSS.encode())])
        self.open(f"/sites/{self.site.pk}/write")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("viewport")


class Heights(ViewportCase):
    def test_a_pin_is_walked_to_with_its_height(self) -> None:
        self.begin()
        page = self.page
        page.get_by_text("small phone 320").click()
        expect(self.slider()).to_have_attribute("aria-valuenow", "320")
        expect(page.get_by_label("Viewport height")).to_have_value("640")
        page.wait_for_function("() => document.querySelector('iframe').style.height === '640px'")
        self.assertEqual(page.frames[1].evaluate("[innerWidth, innerHeight]"), [320, 640])
        self.open_styles()
        self.to_line(".full {")
        working = page.get_by_role("region", name="Working")
        working.get_by_role("radio", name="height", exact=True).click()
        # 640 and two paddings of 20.
        expect(working.locator("tr.result").first).to_contain_text("680")

    def test_a_height_is_set_and_kept_and_all_of_it_seen(self) -> None:
        self.begin()
        page = self.page
        page.get_by_label("Viewport height").fill("500")
        page.keyboard.press("Enter")
        page.wait_for_function("() => document.querySelector('iframe').style.height === '500px'")
        self.assertEqual(page.frames[1].evaluate("document.querySelector('.full').offsetHeight"), 540)
        page.get_by_role("button", name="All of it").click()
        expect(page.get_by_text("drawn at")).to_be_visible()
        room, frame = page.locator(".room").bounding_box(), page.locator("iframe").bounding_box()
        assert room is not None and frame is not None
        self.assertLessEqual(frame["y"] + frame["height"], room["y"] + room["height"])
        page.reload()
        expect(page.get_by_label("Viewport height")).to_have_value("500")
        self.assertEqual(self.violations(), [])

    def test_the_page_is_walked_at_its_viewports_height(self) -> None:
        self.begin()
        self.page.get_by_text("Walk every width after each pause").click()
        with self.page.expect_request(lambda one: one.url.endswith("/surveys") and one.method == "POST" and (one.post_data_json or {}).get("height") == 500):
            self.page.get_by_label("Viewport height").fill("500")
            self.page.keyboard.press("Enter")

    def test_a_goal_for_a_full_height_section(self) -> None:
        self.begin()
        page = self.page
        page.get_by_text("small phone 320").click()
        self.open_styles()
        self.to_line(".full {")
        page.get_by_role("radio", name="What must this be?").click()
        panel = page.get_by_role("region", name="What must this be?", exact=True)
        panel.get_by_label("Goal: of what").select_option("height")
        panel.get_by_label("Goal: number").fill("500")
        panel.get_by_role("radio", name="100vh in .full").check()
        panel.get_by_role("button", name="What must it be?").click()
        # 500 − 40 = 460, and 460 ÷ 640 = 71.875%.
        expect(panel.get_by_role("status")).to_contain_text("100vh must be 71.875vh: the height of div.full is 500 at 320")


class States(ViewportCase):
    def test_a_pointer_that_rests_on_a_link_is_told_as_that(self) -> None:
        self.begin()
        self.click_in_page("a", x=3, y=3)
        told = self.page.get_by_role("complementary", name="At this width")
        expect(told).to_contain_text("The pointer rests on a.")
        expect(told).to_contain_text("The numbers are those at rest.")
        expect(told).not_to_contain_text("native looks")


class Generated(ViewportCase):
    def test_the_caret_in_its_rule_selects_the_generated_box(self) -> None:
        self.begin()
        self.open_styles()
        self.to_line(".note::before {")
        expect(self.page.get_by_role("region", name="Source")).to_contain_text("Selected: p.note::before in div.full")
        working = self.page.get_by_role("region", name="Working")
        # Half of 742 − 2 × 20.
        expect(working.locator("tr.result").first).to_contain_text("351")
        expect(self.page.locator(".cm-notes")).to_contain_text("351, of 702")
        working.get_by_role("radio", name="its own").click()
        expect(working.get_by_role("heading")).to_have_text("Working: width of p.note")


class EarlierStates(ViewportCase):
    def test_what_differs_is_marked(self) -> None:
        self.begin()
        self.open_styles()
        self.change("20px", "36px")
        expect(self.page.get_by_role("banner")).to_contain_text("Saved")
        self.page.get_by_role("button", name="Earlier states").click()
        states = self.page.get_by_role("region", name="Earlier states of style.css")
        states.get_by_role("listitem").nth(1).get_by_role("button").click()
        expect(states.locator(".cm-merge-a .cm-changedText").first).to_have_text("20")
        expect(states.locator(".cm-merge-b .cm-changedText").first).to_have_text("36")
        expect(states.get_by_role("listitem").first).to_contain_text("lines: 1 in, 1 out")
        self.assertEqual(self.violations(), [])
        states.get_by_role("button", name="Bring this part back").click()
        expect(states.locator(".cm-changedText")).to_have_count(0)
        self.page.get_by_role("button", name="Back to the source").click()
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("20px")


class Tree(ViewportCase):
    def test_a_move_says_what_it_did(self) -> None:
        self.begin()
        self.page.get_by_role("button", name="Tree", exact=True).click()
        tree = self.page.get_by_role("navigation", name="Tree of the page")
        self.click_in_page("#x")
        expect(tree).to_contain_text("Move p#x")
        tree.get_by_role("button", name="Up", exact=True).click()
        expect(tree.get_by_role("status")).to_contain_text("p#x, line 9 of the source, went before its sibling, in main")


class Height(InterfaceCase):
    def test_its_lower_end_is_dragged_and_walked_by_keys(self) -> None:
        page = self.open_write()
        handle = page.get_by_role("slider", name="Lower end of the viewport")
        expect(handle).to_have_attribute("aria-valuenow", "800")
        handle.focus()
        page.keyboard.press("ArrowUp")
        page.keyboard.press("Shift+ArrowUp")
        expect(handle).to_have_attribute("aria-valuenow", "690")
        page.keyboard.press("Home")
        expect(page.get_by_label("Viewport height", exact=True)).to_have_value("320")
        box = handle.bounding_box()
        assert box is not None
        scale = float(page.locator("iframe").evaluate("e => e.getBoundingClientRect().width / e.offsetWidth"))
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + 4)
        page.mouse.down()
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + 4 + 50 * scale, steps=4)
        page.mouse.up()
        expect(handle).to_have_attribute("aria-valuenow", "370")
        self.settled(page.frames[1], "innerHeight === 370")
