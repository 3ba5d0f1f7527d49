"""What is told of a page's fonts, worked by hand, and stand-ins put into its sheets."""

from __future__ import annotations

import unittest
from pathlib import Path

from hillpin.core.aids import FontReport, font_report, with_stand_ins
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

FONTS = Path(__file__).resolve().parents[2] / "hillpin" / "parts" / "fonts"
PLAIN = (FONTS / "source-sans-3-latin-400-normal.woff2").read_bytes()
FACE = '@font-face { font-family: "Quay"; src: url(q.woff2); }\n'


def page(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f'<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>{body}', "s.css": css, "q.woff2": PLAIN}))


def told(css: str, body: str) -> FontReport:
    one = page(css, body)
    return font_report(one, one.layout(800))


class Told(unittest.TestCase):
    def test_what_of_a_file_is_used(self) -> None:
        (one,) = told(f"{FACE} p {{ font-family: Quay, serif }}", "<p>boat boat</p><b>else</b>").files
        # b, o, a and t; eight letters and a space in all.
        self.assertEqual((one.family, one.weight, one.address, one.length, one.used, one.words), ("Quay", "400", "q.woff2", len(PLAIN), 4, 9))

    def test_ranges_count(self) -> None:
        css = '@font-face { font-family: "Quay"; src: url(q.woff2); unicode-range: U+61-6F; } p { font-family: Quay }'
        self.assertEqual([one.used for one in told(css, "<p>boat</p>").files], [3])

    def test_weights_and_slants_that_are_not_there(self) -> None:
        report = told(f"{FACE} body {{ font-family: Quay, serif }} .m {{ font-weight: 500 }}", "<p>x</p>\n<h2>x</h2><h2>y</h2><i>x</i><p class=m>x</p>")
        self.assertEqual(
            [(one.weight, one.is_italic, one.made, one.name, one.line, one.count) for one in report.asked],
            [(700, False, "made bold by the browser from 400", "h2", 2, 2), (400, True, "slanted by the browser", "i", 2, 1), (500, False, "shown at 400", "p.m", 2, 1)],
        )

    def test_what_is_there_is_not_told(self) -> None:
        self.assertEqual(told(f"{FACE} p {{ font-family: Quay }}", "<p>x</p>").asked, [])
        self.assertEqual(told('@font-face { font-family: "Quay"; font-weight: 100 900; src: url(q.woff2); } p { font-family: Quay; font-weight: 800 }', "<p>x</p>").asked, [])

    def test_a_page_without_fonts_of_its_own(self) -> None:
        report = told("p { font-family: serif }", "<p>x</p>")
        self.assertEqual((report.files, report.asked, report.stand_ins), ([], [], []))

    def test_the_stand_in_is_as_long(self) -> None:
        one = page(f"{FACE} p {{ font-family: Quay, serif }}", "<p>Low water shows the reef</p>")
        (found,) = font_report(one, one.layout(800)).stand_ins
        style = one.layout(800).tree.styles[one.select("p")[0]]
        own, other = one.fonts.stack(style).first, one.fonts.before_loading(style)
        lengths = [sum(face.shape("Low water shows the reef", 16.0).advances) for face in (own, other)]
        self.assertAlmostEqual(found.longer, lengths[1] / lengths[0], places=6)
        self.assertIn(f"size-adjust: {round(100 * lengths[0] / lengths[1], 2):g}%", found.rule)


class PutIn(unittest.TestCase):
    def test_declared_at_the_end_and_named_behind_the_family(self) -> None:
        css = f'{FACE}p {{ font-family: "Quay", serif; margin: 0 }}\nb {{ font: 700 16px/2 Quay, serif }}\ni {{ font-family: serif }}\n'
        one = page(css, "<p>Low water</p><b>x</b>")
        changed = with_stand_ins(one, one.layout(800), "Quay")
        text = changed["s.css"]
        self.assertEqual(list(changed), ["s.css"])
        self.assertTrue(text.startswith(f'{FACE}p {{ font-family: "Quay", "Quay stand-in", serif; margin: 0 }}\nb {{ font: 700 16px/2 Quay, "Quay stand-in", serif }}\ni {{ font-family: serif }}\n\n@font-face {{ font-family: "Quay stand-in";'), text)
        self.assertEqual(text.count("@font-face"), 3)
        again = page(text, "<p>Low water</p><b>x</b>")
        with self.assertRaisesRegex(InputError, "declared already"):
            with_stand_ins(again, again.layout(800), "Quay")
        with self.assertRaisesRegex(InputError, "nothing that stands in"):
            with_stand_ins(one, one.layout(800), "Other")
