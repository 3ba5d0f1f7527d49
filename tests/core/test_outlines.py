"""What lines keep clear of beside a shape, worked out by hand."""

from __future__ import annotations

import math
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.layout.block.outlines import Polygon
from hillpin.core.page import Page

WORDS = "Known isles of the skerry line and more text to wrap here in lines of some words that go on"


def starts(shape: str, style: str = "") -> list[float]:
    """Where lines of 20 px begin beside a float of 100 × 100 px at the left."""
    words = "".join(f"<b>{word}</b> " for word in WORDS.split())
    page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>body {{ margin: 0; font: 16px/20px serif }} b {{ font-weight: 400 }} div {{ width: 220px }} i {{ float: left; width: 100px; height: 100px; shape-outside: {shape}; {style} }}</style><div><i></i>{words}</div>"}))  # fmt: skip
    found: dict[float, float] = {}
    for box in page.boxes(600).boxes[3:]:
        found.setdefault(box.y, box.x)
    return [x for _, x in sorted(found.items())]


class Lines(unittest.TestCase):
    def test_beside_a_circle(self) -> None:
        """A radius of 50: the line from 0 to 20 comes as near as 30 to the centre, so that half a chord is √(50² - 30²) = 40 wide; the
        next one as near as 10; the third holds the centre."""
        self.assertEqual([round(start, 1) for start in starts("circle()")[:5]], [90, round(50 + math.sqrt(2400), 1), 100, round(50 + math.sqrt(2400), 1), 90])

    def test_beside_a_triangle(self) -> None:
        """From the whole side at the top to nothing at the bottom: a line begins where its own top meets the slope."""
        self.assertEqual(starts("polygon(0 0, 100% 0, 0 100%)")[:5], [100, 80, 60, 40, 20])

    def test_beside_a_rectangle_within(self) -> None:
        self.assertEqual(starts("inset(20px 40px 40px 0)")[:4], [0, 60, 60, 0])

    def test_never_beyond_the_margin_box(self) -> None:
        self.assertEqual(starts("circle(300px)")[0], 100)
        self.assertEqual(starts("circle(20px)", "shape-margin: 20px")[2], 90)
        self.assertEqual(starts("circle(20px)", "margin-right: 30px")[2], 65 + 20)

    def test_round_corners(self) -> None:
        """Of a corner of 50 px, the line that reaches 20 px down is cut by 50 - √(50² - 30²) = 10."""
        self.assertEqual(starts("inset(0 round 50px)")[:2], [90, round((50 + math.sqrt(2400)) * 64 - 0.5) / 64])


class Corners(unittest.TestCase):
    def test_a_polygon_with_a_margin(self) -> None:
        """Round its corners, and beside its sides at a right angle: of the square from 10 to 20, with 5 around, between 0 and 6 the
        corners at 10 reach 4 less than their centre: √(5² - 4²) = 3."""
        square = Polygon([(10, 10), (20, 10), (20, 20), (10, 20)], 5)
        low, high = square.span(0, 6) or (0, 0)
        self.assertAlmostEqual(low, 7)
        self.assertAlmostEqual(high, 23)
        self.assertEqual(square.span(12, 14), (5, 25))
        self.assertIsNone(square.span(26, 30))
