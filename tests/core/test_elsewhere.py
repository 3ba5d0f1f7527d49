"""What a change of a shared sheet does to another page."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.pictures import is_far_larger
from hillpin.core.site import ShownPicture, largest_shown
from hillpin.core.survey import Elsewhere, elsewhere, survey, without_used

SHEET = "body { margin: 0 } .wrap { padding: 10px } .fare { width: 200px; height: 20px } .crew { height: 30px }\n"
VEY = '<!DOCTYPE html><html lang="en"><title>Vey</title><link rel="stylesheet" href="style.css"><body><main class="wrap"><div class="fare"></div><p style="margin: 0; height: 10px"></p></main></body></html>'


def told(after: str, page: str = VEY, before: str = SHEET) -> Elsewhere:
    old, new = ({"vey.html": page, "style.css": sheet} for sheet in (before, after))
    return elsewhere(Page(MemoryFiles(old), "vey.html"), Page(MemoryFiles(new), "vey.html"), ["style.css"], 240, 400)


class Reached(unittest.TestCase):
    def test_a_rule_that_matches_nothing_there_is_not_laid_out(self) -> None:
        found = told(SHEET.replace("30px", "90px"))
        self.assertEqual((found.is_reached, found.count, found.ranges), (False, 0, []))

    def test_words_and_white_space_reach_nothing(self) -> None:
        self.assertFalse(told("/* moved */\n\n" + SHEET).is_reached)

    def test_rules_in_another_order_may_reach(self) -> None:
        before = ".fare { height: 20px } div { height: 30px }"
        self.assertTrue(told("div { height: 30px } .fare { height: 20px }", before=before).is_reached)

    def test_a_rule_for_a_state_reaches_what_can_be_in_it(self) -> None:
        self.assertTrue(told(SHEET + ".fare:hover { height: 50px }").is_reached)

    def test_a_new_face_and_a_new_layer_may_reach(self) -> None:
        self.assertTrue(told("@font-face { font-family: Bitter; src: url(b.woff2) }" + SHEET).is_reached)
        self.assertTrue(told("@layer base;" + SHEET).is_reached)


class Used(unittest.TestCase):
    def test_a_rule_that_another_page_has_elements_for_is_not_unused(self) -> None:
        files = {"a.html": VEY, "b.html": VEY.replace('class="fare"', 'class="crew"'), "style.css": SHEET + ".never { color: red }\n"}
        findings = survey(Page(MemoryFiles(files), "a.html"), 300, 310).findings
        self.assertEqual([one.selector for one in findings if one.kind == "unused-rule"], [".crew", ".never"])
        left = without_used(findings, [Page(MemoryFiles(files), "b.html")])
        # In one line with others: the rule is known by its line and by its own words.
        self.assertEqual([one.selector for one in left if one.kind == "unused-rule"], [".never"])


class Moves(unittest.TestCase):
    def test_what_moves_and_at_which_widths(self) -> None:
        found = told(SHEET + "@media (min-width: 300px) { .fare { height: 25px } }")
        # The box is 5 higher, what follows stands 5 lower, and both that they stand in are 5 higher.
        self.assertEqual((found.count, found.ranges), (4, [(300, 400)]))
        self.assertEqual([(one.name, one.low, one.high) for one in found.moved], [("div.fare", 300, 400), ("p", 300, 400)])

    def test_half_a_pixel_is_no_move(self) -> None:
        self.assertEqual(told(SHEET.replace("20px", "20.5px")).count, 0)
        self.assertGreater(told(SHEET.replace("20px", "20.6px")).count, 0)

    def test_findings_that_are_new_there(self) -> None:
        found = told(SHEET.replace("200px", "300px"))
        # 300 and twice 10 of padding fit from 320 up; the box alone reaches out of the window below 310.
        self.assertEqual([(one.kind, one.is_better, one.low, one.high) for one in found.changes if one.kind == "page-overflow"], [("page-overflow", False, 240, 309)])
        back = told(SHEET, before=SHEET.replace("200px", "300px"))
        self.assertEqual([(one.kind, one.is_better, one.low, one.high) for one in back.changes if one.kind == "page-overflow"], [("page-overflow", True, 240, 309)])


class Pictures(unittest.TestCase):
    def test_the_largest_size_at_which_a_picture_is_shown(self) -> None:
        svg = '<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="1000"/>'
        page = '<!DOCTYPE html><body style="margin: 0"><img src="big.svg" style="display: block; width: 50%; max-width: 300px; height: auto"><img src="other.svg" width="900" height="10">'
        shown = largest_shown(Page(MemoryFiles({"index.html": page, "big.svg": svg}), "index.html"), "big.svg", 240, 900)
        # Half of 600 is the 300 that it may have; as high as half of that.
        self.assertEqual(shown, ShownPicture("index.html", 1, 600, 300, 150))
        assert shown is not None
        # 2,000 are more than one and a half times the 600 pixels of a dense screen; 900 are just that.
        self.assertTrue(is_far_larger(2000, shown.width))
        self.assertFalse(is_far_larger(900, shown.width))
        self.assertIsNone(largest_shown(Page(MemoryFiles({"index.html": page, "big.svg": svg}), "index.html"), "none.svg", 240, 300))
