"""What boxes lie over and add to what scrolls, worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.survey import BoxOver, lying_over

from .pages import only, page_of

FRAME = "html { font: 16px/20px serif } body { margin: 0 } .frame { position: relative; width: 400px; height: 200px } p { margin: 0; width: 300px; height: 100px }"


class LyingOver(unittest.TestCase):
    def told(self, css: str, markup: str, selector: str = ".b", width: int = 800) -> list[BoxOver]:
        page = page_of(FRAME + css, markup)
        return lying_over(page, page.layout(width, 600), only(page, selector))

    def test_a_label_over_words_and_beyond_the_page(self) -> None:
        css = ".b { position: absolute; left: 760px; top: 590px; width: 60px; height: 40px; background: #333 }"
        (own,) = self.told(css, "<div class=frame><p>Words</p><div class=b></div></div>")
        self.assertEqual((own.x, own.y, own.width, own.height), (760, 590, 60, 40))
        # 760 + 60 is 20 more than 800; 590 + 40 is 30 more than 600, and no other box comes that far.
        self.assertEqual(own.sentences, ["It adds 20 to the right to what the page scrolls.", "It adds 30 below to what the page scrolls."])
        self.assertEqual(own.working[0], "820 where it ends − 800 where all else does = 20 to the right")

    def test_what_it_covers_is_the_part_that_both_have(self) -> None:
        css = "p { width: 80px; white-space: nowrap; overflow: hidden } .b { position: absolute; left: 50px; top: 80px; width: 100px; height: 60px; background: #333 }"
        (own,) = self.told(css, "<div class=frame><p>Words that are longer than eighty pixels</p><div class=b></div></div>")
        # From 50 to the paragraph's end at 80, and from 80 to its end at 100.
        self.assertEqual(own.sentences[0], "It covers 30 × 20 of div.frame p.")
        (behind,) = self.told(css + ".b { z-index: -1 }", "<div class=frame><p>Words that are longer than eighty pixels</p><div class=b></div></div>")
        self.assertEqual(behind.sentences[0], "It stands behind 30 × 20 of div.frame p.")
        (clear,) = self.told(css + ".b { background: none }", "<div class=frame><p>Words that are longer than eighty pixels</p><div class=b></div></div>")
        self.assertEqual(clear.sentences[0], "It lies over 30 × 20 of div.frame p and paints nothing there.")

    def test_a_line_by_a_pseudo_element(self) -> None:
        css = ".b { position: relative; height: 40px } .b::after { content: ''; position: absolute; left: -30px; bottom: 10px; width: 100%; height: 4px; background: #333 }"
        own, line = self.told(css, "<h2 class=b>Skerry Line and its seven piers</h2>", width=500)
        self.assertEqual(own.sentences, ["It adds nothing to scroll to."])
        # The heading is 500 wide and 40 high: the line stands from -30 to 470, from 26 to 30 down.
        self.assertEqual((line.name, line.x, line.y, line.width, line.height), ("::after", -30, 26 + own.y, 500, 4))
        self.assertTrue(line.sentences[0].startswith("It covers ") and line.sentences[0].endswith(" × 4 of h2.b."), line.sentences)
        self.assertIn("30 left of the page: nobody can scroll there.", line.sentences)

    def test_what_a_box_scrolls_by_itself_is_its_own(self) -> None:
        css = ".s { overflow: auto; width: 200px; height: 100px; border: 5px solid } .b { width: 100px; height: 30px; margin: 80px 0 0 150px; transform: translate(50%, 0) }"
        (own,) = self.told(css, "<div class=s><div class=b></div></div>")
        # 150 + 50 + 100 are 300 in 200; 80 + 30 are 110 in 100.
        self.assertEqual(own.sentences, ["It adds 100 to the right to what div.s scrolls.", "It adds 10 below to what div.s scrolls."])

    def test_what_is_fixed_or_clipped_adds_nothing(self) -> None:
        css = ".b { position: fixed; left: 790px; top: 0; width: 50px; height: 50px }"
        self.assertEqual(self.told(css, "<div class=b></div>")[0].sentences, ["It stays in the window, and adds nothing to scroll to."])
        css = ".s { overflow: clip; width: 200px; height: 100px } .b { width: 300px; height: 30px }"
        self.assertNotIn("adds 100", " ".join(self.told(css, "<div class=s><div class=b></div></div>")[0].sentences))

    def test_what_makes_no_box(self) -> None:
        with self.assertRaisesRegex(InputError, "makes no box at 800"):
            self.told(".b { display: none }", "<div class=b></div>")


if __name__ == "__main__":
    unittest.main()
