"""A text at many widths, worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.aids import text_over
from hillpin.core.errors import InputError

from .pages import only, page_of


class Texts(unittest.TestCase):
    def test_size_line_height_measure_and_lines(self) -> None:
        page = page_of("p { margin: 0; font: 2vw/1.5 monospace; width: 50% } .w { width: 800px }", "<div class=w><p>aa aa aa aa</p></div>")
        first, second = text_over(page, only(page, "p"), [500, 1000], 800)
        self.assertEqual((first.size, first.line_height, second.size, second.line_height), (10, 15, 20, 30))
        zero = page.fonts.zero_advance(page.layout(1000).tree.styles[only(page, "p")])
        # 400 wide at both; 11 characters of 20 px monospace are some 132 wide: one line.
        self.assertAlmostEqual(second.measure or 0, 400 / zero, places=3)
        self.assertAlmostEqual((first.measure or 0) / (second.measure or 1), 2, delta=0.01)
        self.assertEqual((first.lines, second.lines), (1, 1))

    def test_lines_as_they_wrap(self) -> None:
        page = page_of("p { margin: 0; font: 16px/24px monospace }", "<p>aaaa aaaa aaaa</p>")
        # Fourteen characters of 9.6: 134.4; two words of nine are 86.4.
        self.assertEqual([one.lines for one in text_over(page, only(page, "p"), [140, 100, 60], 800)], [1, 2, 3])

    def test_inline_text_has_no_measure_and_what_is_not_shown_is_left_out(self) -> None:
        page = page_of("@media (max-width: 300px) { b { display: none } } i { display: none }", "<p>x <b>y</b><i>z</i></p>")
        (found,) = text_over(page, only(page, "b"), [250, 400], 800)
        self.assertEqual((found.width, found.measure, found.lines), (400, None, None))
        with self.assertRaisesRegex(InputError, "no box at any"):
            text_over(page, only(page, "i"), [250, 400], 800)
