"""Radii, shadows and transforms in margin notes, worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.writing import margin_notes

from .pages import only, page_of


class Shapes(unittest.TestCase):
    def told(self, css: str) -> str:
        """The note of the last declaration of a box 300 wide and 50 high."""
        page = page_of(f".b {{ width: 300px; height: 50px; {css} }}", "<div class=b>x</div>")
        return margin_notes(page, page.layout(800), only(page, ".b"))[-1].text

    def test_radii(self) -> None:
        self.assertEqual(self.told("border-radius: 20px"), "20")
        self.assertEqual(self.told("border-radius: 50%"), "150 × 25")
        # Two of 60 are 120 down, in a side of 50: all are cut down to 50 ÷ 120 of themselves.
        self.assertEqual(self.told("border-radius: 60px"), "60 cut down to 25: the box is 50 high")
        # 10 and 200 are 210 across, which fits in 300; 5 and 5 are 10 down.
        self.assertEqual(self.told("border-radius: 10px 200px / 5px"), "10 × 5, 200 × 5, 10 × 5, 200 × 5")
        # 400 in 300: to three quarters.
        self.assertEqual(self.told("border-radius: 200px / 10px"), "200 × 10 cut down to 150 × 7.50: the box is 300 wide")
        self.assertEqual(self.told("border-bottom-right-radius: 1em"), "0, 0, 16, 0")
        self.assertEqual(self.told("border-start-end-radius: 8px"), "0, 8, 0, 0")

    def test_shadows(self) -> None:
        self.assertEqual(self.told("box-shadow: 0 4px 12px #0004"), "reaches 12 left and right, 8 above, 16 below")
        self.assertEqual(self.told("box-shadow: 0 0 0 3px red, 5px 5px 10px"), "reaches 5 left and above, 15 right and below")
        self.assertEqual(self.told("box-shadow: 0 0 6px 2px red"), "reaches 8 on all sides")
        self.assertEqual(self.told("box-shadow: inset 0 0 3px red"), "inside the box")
        # 30 less on every side, and moved by 20 only.
        self.assertEqual(self.told("box-shadow: 20px 0 5px -30px #000"), "hidden behind the box")

    def test_transforms(self) -> None:
        self.assertEqual(self.told("transform: translate(-50%, -50%)"), "moved −150, −25")
        self.assertEqual(self.told("translate: 10px -20%"), "moved 10, −10")
        self.assertEqual(self.told("scale: 2"), "drawn 600 × 100, its corner moved −150, −25")
        self.assertEqual(self.told("transform: rotate(90deg)"), "drawn 50 × 300, its corner moved 125, −125")

    def test_clip_paths(self) -> None:
        self.assertEqual(self.told("clip-path: inset(10px 20px)"), "260 × 30 shows: 20 left, 10 above, 20 right, 10 below cut off")
        # 200 and 400 are twice the width of 300: a third and two thirds of it, so that nothing is between them.
        self.assertEqual(self.told("clip-path: inset(0 200px 0 400px)"), "nothing of it shows")
        # The nearest side is 25 away from the middle.
        self.assertEqual(self.told("clip-path: circle()"), "50 × 50 shows: 125 left, 125 right cut off")
        # The diagonal is 304.138, by √2 215.058, of which a tenth is 21.506: 1,376 64ths of a px.
        self.assertEqual(self.told("clip-path: circle(10% at 0 0)"), "21.50 × 21.50 shows: 278.50 right, 28.50 below cut off")
        self.assertEqual(self.told("clip-path: ellipse(50% 50%)"), "300 × 50 shows, its corners cut off")
        self.assertEqual(self.told("clip-path: polygon(0 0, 100% 0, 50% 80%)"), "300 × 40 shows: 10 below cut off")
        self.assertEqual(self.told("clip-path: xywh(10px 5px 100% 20px round 4px)"), "290 × 20 shows: 10 left, 5 above, 25 below cut off")
        self.assertEqual(self.told("clip-path: rect(5px 100px auto 10px)"), "90 × 45 shows: 10 left, 5 above, 200 right cut off")
        # 20 of padding on every side: the content's box is 300 × 50 within 340 × 90.
        self.assertEqual(self.told("padding: 20px; clip-path: content-box"), "300 × 50 shows: 20 left, 20 above, 20 right, 20 below cut off")
        self.assertEqual(self.told("clip-path: inset(-10px)"), "all of it shows")
        # Nothing is said of a path: the last note is the height's.
        self.assertEqual(self.told("clip-path: path('M0 0L10 10')"), "50")

    def test_what_is_none_of_them_is_dropped(self) -> None:
        for css in ("border-radius: 1px 2px 3px 4px 5px", "border-radius: -1px", "box-shadow: 1px", "box-shadow: 1px 1px -1px", "box-shadow: 1px 1px red 1px", "clip-path: inset()", "clip-path: polygon(1px)", "clip-path: circle(-1px)", "clip-path: round(1px)"):
            page = page_of(f".b {{ {css} }}", "<div class=b>x</div>")
            found = {note.kind for note in margin_notes(page, page.layout(800))}
            self.assertIn("problem", found, css)
