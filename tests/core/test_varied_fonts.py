"""Instances of variable fonts, ``font-size-adjust`` and the choice among faces, worked out by hand."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

from tests.varied_font import varied_font

FONT = varied_font()


class Instances(unittest.TestCase):
    def width(self, style: str, descriptors: str = "", more: str = "") -> float:
        """The width of ten letters in px at 20px: 100 where nothing varies."""
        page = Page(MemoryFiles({
            "index.html": f"<!DOCTYPE html><style>@font-face {{ font-family: Gauge; src: url(f.ttf); {descriptors} }} {more} b {{ font: 20px Gauge; {style} }}</style><b>Vey0Hooter</b>", "f.ttf": FONT
        }))  # fmt: skip
        return page.boxes(600).boxes[-1].width

    def test_places_on_axes(self) -> None:
        """Between the default and the end of an axis an advance grows in proportion, from 500 of 1000 units; the size 20 lies at
        8/60 of the way from 12 to 72, so that it takes 13 units away, unless it is told not to."""
        for style, units in (
            ("", 487), ("font-optical-sizing: none", 500), ("font-variation-settings: 'opsz' 72", 400), ("font-variation-settings: 'opsz' 42", 450),
            ("font-weight: 900", 687), ("font-weight: 650", 587), ("font-stretch: 150%", 787), ("font-stretch: semi-expanded", 562), ("font-style: oblique 6deg", 467),
            ("font-weight: 900; font-variation-settings: 'wght' 400, 'opsz' 12", 500), ("font-variation-settings: 'XXXX' 9", 487),
        ):  # fmt: skip
            with self.subTest(style):
                self.assertAlmostEqual(self.width(style), 10 * units * 20 / 1000, delta=0.07)

    def test_rules_bound_what_is_asked_for(self) -> None:
        """A rule that says a range keeps its font in it; settings are not bound, and none in quotes that are not four letters is one."""
        for descriptors, style, units in (
            ("font-weight: 400", "font-weight: 900", 487), ("font-weight: 300 650", "font-weight: 900", 587), ("font-stretch: 75% 125%", "font-stretch: 200%", 637),
            ("font-weight: 400", "font-variation-settings: 'wght' 900", 687), ("font-style: normal", "font-style: oblique 6deg", 487), ("font-weight: auto", "font-weight: 900", 687),
            ("", "font-variation-settings: 'wght' 900; font-variation-settings: 'wgt' 400", 687), ("", "font-weight: 900; font-variation-settings: normal", 687),
        ):  # fmt: skip
            with self.subTest(descriptors, style=style):
                self.assertAlmostEqual(self.width(style, descriptors), 10 * units * 20 / 1000, delta=0.07)

    def test_the_nearest_of_some_rules(self) -> None:
        """Width goes before slant, and slant before weight; what is normal or narrower looks among the narrower ones first."""
        others = "".join(
            f"@font-face {{ font-family: Gauge; src: url(f.ttf); font-weight: 400; {said} }}" for said in ("font-stretch: 50%", "font-stretch: 100%; font-style: oblique 12deg", "font-stretch: 150%")
        )
        for style, units in (("font-stretch: 80%", 500 - 13), ("font-stretch: 130%", 500 + 300 - 13), ("font-style: oblique 12deg", 500 - 40 - 13), ("font-style: italic", 500 - 40 - 13)):
            with self.subTest(style):
                self.assertAlmostEqual(self.width(style, "font-weight: 400; font-stretch: 100%", others), 10 * (500 - 13 if "80%" in style else units) * 20 / 1000, delta=0.07)

    def test_sizes_by_a_measure_of_the_font(self) -> None:
        """The letter x is 480 of 1000 units high, and a capital 700: as parts of the size that are asked for, they make another size."""
        for style, size in (
            ("font-size-adjust: 0.6", 25), ("font-size-adjust: cap-height 0.35", 10), ("font-size-adjust: ch-width 1", 40), ("font-size-adjust: from-font", 20), ("font-size-adjust: none", 20),
            ("font-size-adjust: cap-height", 20), ("font-size-adjust: ic-width 0.5", 10),
        ):  # fmt: skip
            with self.subTest(style):
                self.assertAlmostEqual(self.width(f"font-optical-sizing: none; {style}"), 10 * 500 * size / 1000, delta=0.15)

    def test_heights_that_vary(self) -> None:
        """``1ex`` of the heaviest is 540 of 1000 units; of one half way 510."""
        for weight, height in ((400, 9.6), (650, 10.2), (900, 10.8)):
            page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>@font-face {{ font-family: Gauge; src: url(f.ttf) }} p {{ font: {weight} 20px Gauge; height: 1ex }}</style><p>", "f.ttf": FONT}))
            self.assertAlmostEqual(page.boxes(600).boxes[-1].height, height, delta=1 / 64)
