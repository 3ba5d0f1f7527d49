"""Markers with rules of their own, worked out by hand, and parts of fields that are named."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

from tests.varied_font import varied_font

FONT = varied_font()
HEAD = "<!DOCTYPE html><style>@font-face { font-family: Gauge; src: url(f.ttf) } ul { font: 20px/20px Gauge; margin: 0 }"


def heights(rule: str, style: str = "") -> list[float]:
    """How high three items are in a font whose letters reach 16 px above and 4 px below the baseline of lines of 20 px."""
    page = Page(MemoryFiles({"index.html": f"{HEAD} li::marker {{ {rule} }} ul {{ {style} }}</style><ul><li>tin<li><p style='margin: 0'>tin</p><li></ul>", "f.ttf": FONT}))
    return [box.height for box in page.boxes(600).boxes if box.tag == "li"]


class Heights(unittest.TestCase):
    def test_a_marker_raises_its_first_line_and_reaches_down_for_nothing(self) -> None:
        """Twice as large, in lines of 60 px: 32 above and 8 below, and 10 more at both sides make 42, which is 26 more than 16."""
        self.assertEqual(heights("font-size: 40px; line-height: 60px"), [46, 46, 46])
        self.assertEqual(heights("font-size: 10px; line-height: 10px"), [20, 20, 20])

    def test_within_the_line_it_counts_as_words_do(self) -> None:
        """The line reaches 42 above and 18 below; before a block it stands in a line of its own."""
        self.assertEqual(heights("font-size: 40px; line-height: 60px", "list-style-position: inside"), [60, 80, 60])

    def test_what_it_shows(self) -> None:
        self.assertEqual(heights("content: none", "list-style-position: inside"), [20, 20, 0])
        self.assertEqual(heights("content: 'tin '; font-size: 40px; line-height: 60px"), [46, 46, 46])
        self.assertEqual(heights("content: ''; font-size: 40px; line-height: 60px"), [20, 20, 20])

    def test_parts_of_fields_are_named(self) -> None:
        page = Page(MemoryFiles({"index.html": "<!DOCTYPE html><style>::file-selector-button { padding: 9px } ::placeholder { color: red }</style><p><input type=file><b>x</b>"}))
        self.assertEqual([one.feature for one in page.layout(600).unmodelled][:1], ["::file-selector-button"])
