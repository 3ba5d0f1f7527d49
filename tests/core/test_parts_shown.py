"""Which part of a picture shows over all widths, worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.survey import ShownParts, shown_parts

from .pages import only, page_of
from .test_pictures import picture


class Parts(unittest.TestCase):
    def parts(self, css: str, body: str, selector: str) -> ShownParts:
        page = page_of(css, body, a__png=picture(600, 300))
        return shown_parts(page, only(page, selector), 240, 800, 800)

    def test_an_img_that_covers_its_box(self) -> None:
        # 2:1 and 300 high: drawn 600 wide, of which the window shows all from 600 on; then it is cut off above and below.
        found = self.parts("img { display: block; width: 100%; height: 300px; object-fit: cover; object-position: 25% 50% }", "<img src=a.png alt=x>", "img")
        by_width = {one.width: one for one in found.points}
        # 300 of 600 too many at 296: 304 ÷ 600 = 0.5067 shows; a quarter of the rest at the left.
        narrow = by_width[240]
        self.assertEqual((narrow.left, narrow.right, narrow.top, narrow.bottom), (0.15, 0.55, 0, 1))
        wide = by_width[800]
        self.assertEqual((wide.left, wide.right, wide.top, wide.bottom), (0, 1, 0.125, 0.875))
        self.assertEqual(found.sentences[0], "Least of its width shows from 240 to 264: 40%; 15% of it are cut off at the left, 45% at the right.")
        self.assertIn("Least of its height shows from", found.sentences[1])

    def test_a_background(self) -> None:
        found = self.parts(".b { height: 300px; background: url(a.png) right / cover no-repeat }", "<div class=b>x</div>", ".b")
        narrow = found.points[0]
        self.assertEqual((narrow.width, narrow.left, narrow.right), (240, 0.6, 1))

    def test_all_of_it(self) -> None:
        found = self.parts("img { width: 50% }", "<img src=a.png alt=x>", "img")
        self.assertEqual(found.sentences, ["All of its width shows at every width.", "All of its height shows at every width."])

    def test_what_shows_none(self) -> None:
        for css in ("", ".b { background: url(a.png) 0 0 / 50px }"):
            with self.assertRaisesRegex(InputError, "shows no picture"):
                self.parts(css, "<div class=b>x</div>", ".b")
