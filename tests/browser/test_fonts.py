"""Fonts that only the browser has: measured in the frame, and laid out with."""

from __future__ import annotations

from typing import Any
from unittest import mock

from hillpin import computing
from hillpin.core.fonts import system
from hillpin.core.fonts.face import Face
from hillpin.sites.models import SiteFile
from playwright.sync_api import expect

from .base import InterfaceCase

LACKING = ("dejavu sans", "liberation serif", "dejavu sans mono")
REAL = system.find_family

PAGE = """<!DOCTYPE html>
<html lang="en">
<head><meta charset="utf-8"><title>Boats</title><link rel="stylesheet" href="style.css"></head>
<body>
<h1>AVATAR To We, Tyne yacht</h1>
<p class="lead">The morning boat leaves the north quay at half past seven and calls at every skerry with a pier.</p>
<p class="serif">Tickets are sold on board. Pianos, goats and <b>Wardrobes of oak</b> travel on the Tuesday boat.</p>
<p class="none">No machine has this one.</p>
<pre>07:30  north quay</pre>
</body>
</html>
"""
STYLE = """body { margin: 0; width: 50%; font: 17px/1.5 "DejaVu Sans"; }
h1 { font-size: 37px; line-height: normal; }
.lead { width: 30ch; font-style: italic; }
.serif { font-family: "Liberation Serif", sans-serif; line-height: normal; margin-top: 2ex; }
.none { font-family: "Skerry Display", "DejaVu Sans"; }
pre { font-family: "DejaVu Sans Mono"; display: inline-block; }
"""


def without(family: str, weight: int, italic: bool) -> Face | None:
    """The machine's fonts but for some."""
    return None if family.lower() in LACKING else REAL(family, weight, italic)


class OnlyInTheBrowser(InterfaceCase):
    def setUp(self) -> None:
        super().setUp()
        patched = mock.patch.object(system, "find_family", without)
        patched.start()
        # What is patched here is not so in another process.
        computing.end()
        self.addCleanup(patched.stop)
        for path, text in (("index.html", PAGE), ("style.css", STYLE)):
            SiteFile.objects.filter(site=self.site, path=path).update(content=text.encode())

    def test_numbers_are_computed_with_what_the_frame_measured(self) -> None:
        page = self.open(f"/sites/{self.site.pk}/write")
        panel = page.get_by_role("complementary", name="At this width")
        told = panel.get_by_text("Measured in this browser")
        expect(told).to_contain_text("DejaVu Sans, DejaVu Sans Mono, Liberation Serif")
        expect(told).not_to_contain_text("Skerry")
        for width in (400, 555, 742):
            self.walk_to(width)
            expect(page.get_by_role("listitem").filter(has_text=f"viewport {width}")).to_be_visible()
            # Nothing parts by more than half a px from the frame's own rectangles.
            expect(panel).to_contain_text("Nothing is doubtful here.")
            numbers = self.numbers_at(width)
            rects = (
                self.frame()
                .locator("body")
                .evaluate(
                    "() => [...document.querySelectorAll('body, body *')].map(e => { const r = e.getBoundingClientRect(); return [r.x, r.y, r.width, r.height]; })"
                )
            )
            for element, own, rect in zip(numbers["elements"], numbers["rects"], rects, strict=True):
                for computed, measured in zip(own, rect, strict=True):
                    self.assertAlmostEqual(
                        computed, measured, delta=2 / 64, msg=(width, element["name"], own, rect)
                    )

    def test_a_server_without_any_fonts(self) -> None:
        style = STYLE.replace('17px/1.5 "DejaVu Sans"', "17px/1.5 serif").replace(
            '"Liberation Serif", sans-serif', "Nowhere"
        )
        SiteFile.objects.filter(site=self.site, path="style.css").update(content=style.encode())
        with mock.patch.object(system, "find_family", lambda family, weight, italic: None):
            page = self.open(f"/sites/{self.site.pk}/write")
            panel = page.get_by_role("complementary", name="At this width")
            expect(panel.get_by_text("Measured in this browser")).to_contain_text("serif")
            expect(panel).to_contain_text("Nothing is doubtful here.")
            numbers = self.numbers_at(742, style)
        heights = (
            self.frame()
            .locator("body")
            .evaluate("() => [...document.querySelectorAll('p')].map(e => e.getBoundingClientRect().height)")
        )
        computed = [
            numbers["rects"][element["index"]][3]
            for element in numbers["elements"]
            if element["name"].split(".")[0] == "p"
        ]
        for one, other in zip(computed, heights, strict=True):
            self.assertAlmostEqual(one, other, delta=2 / 64)

    def test_new_words_and_sizes_are_measured_as_they_are_typed(self) -> None:
        page = self.open(f"/sites/{self.site.pk}/write")
        panel = page.get_by_role("complementary", name="At this width")
        expect(panel.get_by_text("Measured in this browser")).to_be_visible()
        self.open_styles()
        column = self.to_line("h1 { font-size")
        page.keyboard.press("Home")
        for _ in range(column + len("h1 { font-size: ")):
            page.keyboard.press("ArrowRight")
        page.keyboard.press("Shift+ArrowRight")
        page.keyboard.press("Shift+ArrowRight")
        page.keyboard.type("43")
        heading = self.frame().locator("h1")
        expect(heading).to_have_css("font-size", "43px")
        typed = STYLE.replace("37px", "43px")

        def agrees() -> bool:
            computed: float = self.numbers_at(742, typed)["rects"][1][3]
            drawn: float = heading.evaluate("e => e.getBoundingClientRect().height")
            return abs(computed - drawn) <= 1 / 64

        # The new size is measured in the frame first: from then on both say the same.
        self.until(agrees, "the heading is as high as the frame has it")
        expect(panel).to_contain_text("Nothing is doubtful here.")

    def numbers_at(self, width: int, style: str = STYLE) -> dict[str, Any]:
        """The server's numbers, asked for as the interface asks."""
        answer = self.client.post(
            f"/api/sites/{self.site.pk}/numbers",
            {"page": "index.html", "width": width, "height": 800, "drafts": {"style.css": style}},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()  # type: ignore[no-any-return]
