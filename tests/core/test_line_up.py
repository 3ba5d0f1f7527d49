"""Baselines of two texts against one another, and the page's grid, worked by hand."""

from __future__ import annotations

import unittest
from itertools import pairwise

from hillpin.core.aids import LinedUp, baseline_grid, beside, column_of, line_up, overlays_of
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

BODY = '<div class="row"><div class="own">a<br>b<br>c<br>d</div><div class="other">1<br>2<br>3<br>4</div></div><h2>Alone</h2>'
RULES = "body { margin: 0; font: 16px/24px serif }\n.row { display: flex }\n.own, .other { width: 100px }\nh2 { margin: 0; font: inherit }\n"


def page_with(css: str, body: str = BODY) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css><body>{body}", "a.css": RULES + css}))


class TwoTexts(unittest.TestCase):
    def compared(self, css: str, body: str = BODY) -> LinedUp:
        page = page_with(css, body)
        return line_up(page, page.select(".own")[0], page.select(".other")[0], 800, 600)

    def test_a_drift_line_by_line(self) -> None:
        found = self.compared(".own { line-height: 20px }")
        self.assertEqual((found.own_pitch, found.other_pitch, found.drift), (20, 24, -4))
        # Half of the 4 px less are above the first line; with 4 more at each of three further ones it is 14 above the last.
        self.assertEqual([one.own - one.other for one in found.pairs], [-2, -6, -10, -14])
        self.assertEqual(found.sentence, "They drift 4 a line: the first is 2 higher, line 4 14 higher.")
        self.assertEqual(found.working[1], "20 a line − 24 a line = −4 at each")

    def test_the_ways_are_what_makes_them_level(self) -> None:
        found = self.compared(".own { line-height: 20px }")
        # 24 of its own are level at once; 20 is 5 sixths of 24: 3 quarters of it, 18, meet every 6 px, and begin 3 higher, so that 3 are missing.
        self.assertEqual([one.sentence for one in found.ways], ["Give div.own line-height: 24px.", "Give div.own line-height: 18px and padding-top: 3px."])
        self.assertTrue(found.ways[0].text.endswith(".own { line-height: 24px }"))
        self.assertEqual([one.apart for one in found.ways], [0, 0])

    def test_padding_where_only_the_start_differs(self) -> None:
        found = self.compared(".other { padding-top: 10px }")
        self.assertEqual(found.sentence, "All 4 lines are 10 higher than those of div.other.")
        self.assertEqual([one.sentence for one in found.ways], ["Give div.own padding-top: 10px."])
        # Lower ones cannot be lifted by less than no padding: the next line of the grid is 24 − 10 further down.
        self.assertEqual([one.sentence for one in self.compared(".own { padding-top: 10px; }").ways], ["Give div.own padding-top: 24px."])

    def test_a_size_where_the_line_height_is_a_number(self) -> None:
        # Lines of 1.25 × 16 = 20 px; the other's 24 are 1.5 × 16, or 1.25 × 19.2.
        sentences = [one.sentence for one in self.compared(".own { line-height: 1.25 }").ways]
        self.assertIn("Give div.own line-height: 1.5.", sentences)
        self.assertTrue(any("font-size: 19.2px" in one for one in sentences), sentences)

    def test_what_is_level_needs_nothing(self) -> None:
        found = self.compared("")
        self.assertEqual((found.sentence, found.drift, found.ways), ("All 4 lines are level with div.other.", 0, []))

    def test_a_gutter_of_blocks_and_lines_that_are_uneven(self) -> None:
        body = BODY.replace("1<br>2<br>3<br>4", "<p>1</p><p>2</p><p>3</p><p>4</p>")
        self.assertEqual(self.compared(".own { line-height: 20px } .other p { margin: 0 }", body).drift, -4)
        found = self.compared(".other p { margin: 0 } .other p + p + p { margin-top: 9px }", body)
        self.assertEqual((found.other_pitch, found.ways), (None, []))
        self.assertIn("The lines of div.other are not evenly spaced", found.sentence)

    def test_what_stands_beside(self) -> None:
        page = page_with("")
        layout = page.layout(800, 600)
        self.assertEqual([one.name for one in beside(layout, page.select(".own")[0])], ["div.other"])
        self.assertEqual(beside(layout, page.select("h2")[0]), [])
        gutter = page_with("", BODY.replace("1<br>2<br>3<br>4", "<p>1</p><p>2</p><p>3</p>"))
        layout = gutter.layout(800, 600)
        # A line of a column of lines stands for the column.
        self.assertEqual([column_of(layout, gutter.select(one)[0]).name() for one in (".other p", ".other", ".own", "h2")], ["div.other", "div.other", "div.own", "h2"])
        with self.assertRaisesRegex(InputError, "has no lines of text"):
            line_up(page, page.select(".own")[0], page.select("br")[0], 800, 600)


class Grid(unittest.TestCase):
    def test_the_grid_of_most_lines_and_what_is_off_it(self) -> None:
        page = page_with("h2 { line-height: 30px }", BODY + "<p style='margin: 0'>e<br>f</p>")
        layout = page.layout(800, 600)
        grid = baseline_grid(layout)
        assert grid is not None
        # Eight lines of 24 px, then a heading of 30, whose line is 3 lower, then two of 24, 30 − 24 lower.
        self.assertEqual((grid.step, grid.lines, grid.on), (24, 11, 8))
        self.assertEqual([(one.name, one.first, one.words) for one in grid.off], [("h2", 3, "3 below"), ("p", 6, "6 below")])
        (layer,) = overlays_of(layout, ["rhythm"])
        self.assertEqual([zone.label for zone in layer.zones if zone.kind == "off"], ["3 below", "6 below"])
        lines = [zone.y for zone in layer.zones if zone.kind == "rhythm"]
        self.assertEqual({two - one for one, two in pairwise(lines)}, {24})
        self.assertEqual(layer.said, "Baseline grid of 24: 8 of 11 lines stand on it")

    def test_a_text_that_drifts_off_it(self) -> None:
        page = page_with(".own { line-height: 25px } .other, .own { margin-top: 0 }", BODY + "<p style='margin: 0'>e<br>f</p>")
        grid = baseline_grid(page.layout(800, 600))
        assert grid is not None
        self.assertEqual(next((one.name, one.drift) for one in grid.off), ("div.own", 1))

    def test_a_page_without_lines(self) -> None:
        self.assertIsNone(baseline_grid(page_with("", "<h2>One</h2>").layout(800, 600)))


if __name__ == "__main__":
    unittest.main()
