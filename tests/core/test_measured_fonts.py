"""Faces that a browser measured: advances, kerning, sizes between, and what is asked for."""

from __future__ import annotations

import unittest
from unittest import mock

from hillpin.core.files import MemoryFiles
from hillpin.core.fonts import system
from hillpin.core.fonts.face import Face
from hillpin.core.fonts.fallback import fallback_face
from hillpin.core.fonts.measured import AtSize, FaceKey, MeasuredFace, pairs_of
from hillpin.core.page import Page
from hillpin.core.writing.fonts_wanted import WantedFace, browser_faces

LETTERS = {"A": 12.0, "V": 11.0, "o": 9.0, " ": 4.0, "0": 10.0}
FACE = MeasuredFace(
    "Skerry Text",
    [AtSize(20, 18, 5, 25, 10, 10, dict(LETTERS), {"AV": 21.5, "Vo": 18.75, "oA": 21.0})],
    frozenset("Ω"),
)


def without_skerry(family: str, weight: int, italic: bool) -> Face | None:
    """A machine that has every family but the invented ones, whatever it really has."""
    return None if family.startswith("Skerry") else fallback_face()


class Faces(unittest.TestCase):
    def test_kerning_counts_on_the_first_of_two(self) -> None:
        shaped = FACE.shape("AVoA", 20)
        # 21.5 − 12 − 11 = −1.5 on A; 18.75 − 11 − 9 = −1.25 on V; 21 is the sum of both.
        self.assertEqual(shaped.advances, (10.5, 9.75, 9.0, 12.0))
        self.assertEqual(shaped.safe, (True, False, False, True, True))
        self.assertEqual(FACE.shape("AV", 20, (("kern", False),)).advances, (12.0, 11.0))

    def test_sizes_between_are_scaled_from_the_nearest(self) -> None:
        self.assertEqual(FACE.shape("AV", 30).advances, (15.75, 16.5))
        metrics = FACE.metrics(30)
        self.assertEqual((metrics.ascent, metrics.descent), (27, 8))
        # 25 − 18 − 5 = 2 between lines at 20, so 3 at 30: 27 + 8 + 3.
        self.assertEqual(metrics.line_spacing, 38)
        self.assertEqual((FACE.x_height(40), FACE.zero_advance(10)), (20, 5))

    def test_characters_it_has_and_that_are_nothing(self) -> None:
        self.assertTrue(FACE.has("A"))
        self.assertFalse(FACE.has("Ω"))
        self.assertEqual(FACE.shape("A\u00adA", 20).advances, (12.0, 0.0, 12.0))

    def test_what_another_measuring_adds(self) -> None:
        more = MeasuredFace(
            "Skerry Text",
            [AtSize(20, 18, 5, 25, 10, 10, {"s": 8.0}, {"As": 19.0}), AtSize(40, 36, 10, 50, 20, 20)],
        )
        joined = FACE.joined(more)
        self.assertEqual(sorted(joined.sizes), [20, 40])
        self.assertEqual(joined.shape("As", 20).advances, (11.0, 8.0))
        self.assertFalse(joined.lacks(20, "AV"))
        self.assertFalse(joined.lacks(20, "AΩ"))
        self.assertTrue(joined.lacks(20, "VA"))
        self.assertTrue(joined.lacks(24, "A"))

    def test_a_face_needs_a_size(self) -> None:
        with self.assertRaises(ValueError):
            MeasuredFace("Skerry Text", [])

    def test_neighbours(self) -> None:
        self.assertEqual(pairs_of("AVA"), {"AV", "VA"})
        self.assertEqual(pairs_of("A\u00adVo"), {"Vo"})


class Pages(unittest.TestCase):
    def page(self, css: str, body: str, measured: dict[FaceKey, MeasuredFace | None] | None = None) -> Page:
        html = f"<!DOCTYPE html><html lang=en><style>body {{ margin: 0 }} {css}</style><body>{body}"
        return Page(MemoryFiles({"index.html": html}), measured=measured)

    def setUp(self) -> None:
        patched = mock.patch.object(system, "find_family", without_skerry)
        patched.start()
        self.addCleanup(patched.stop)

    def test_lines_break_by_measured_advances(self) -> None:
        page = self.page(
            "p { font: 20px 'Skerry Text'; width: 60px; margin: 0 }",
            "<p>AVo AVo</p>",
            {FaceKey("skerry text", 400, False): FACE},
        )
        layout = page.layout(400)
        # Each word is 10.5 + 9.75 + 9 = 29.25 wide: two and a space are 62.5, more than 60; lines are 25 high.
        rect = layout.rects[page.select("p")[0]]
        self.assertEqual(rect.height, 50)
        wide = self.page(
            "p { font: 20px 'Skerry Text'; width: 62.5px; margin: 0 }",
            "<p>AVo AVo</p>",
            {FaceKey("skerry text", 400, False): FACE},
        )
        self.assertEqual(wide.layout(400).rects[wide.select("p")[0]].height, 25)

    def test_what_is_asked_for(self) -> None:
        page = self.page(
            "p { font: italic 700 20px 'Skerry Text', 'Skerry Sign' } i { font-size: 30px }",
            "<p>AV<i>o</i></p>",
        )
        faces = browser_faces(page.fonts, page.layout(400).tree.texts)
        self.assertEqual(faces.families, [])
        self.assertEqual([one.family for one in faces.wanted], ["Skerry Text", "Skerry Sign"])
        first = faces.wanted[0]
        self.assertEqual((first.weight, first.italic, first.sizes), (700, True, [20.0, 30.0]))
        self.assertEqual(first.characters, " 0AVox")
        self.assertIn("AV", first.pairs)

    def test_what_the_browser_has_not_is_not_asked_again(self) -> None:
        style = "p { font: 20px 'Skerry Text', 'Skerry Sign' }"
        sign = FaceKey("skerry sign", 400, False)
        page = self.page(style, "<p>AV</p>", {FaceKey("skerry text", 400, False): None, sign: FACE})
        faces = browser_faces(page.fonts, page.layout(400).tree.texts)
        self.assertEqual(faces.families, ["Skerry Sign"])
        self.assertEqual([type(one) for one in faces.wanted], [WantedFace])
        told = AtSize(
            20, 18, 5, 25, 10, 10, dict.fromkeys(" 0AVx", 10.0), dict.fromkeys((" A", "AV", "V "), 20.0)
        )
        known = self.page(
            style,
            "<p>AV</p>",
            {FaceKey("skerry text", 400, False): None, sign: MeasuredFace("Skerry Sign", [told])},
        )
        self.assertEqual(browser_faces(known.fonts, known.layout(400).tree.texts).wanted, [])

    def test_a_machine_without_fonts_asks_for_the_standard_one(self) -> None:
        with mock.patch.object(system, "find_family", lambda family, weight, italic: None):
            page = self.page("p { font: 20px 'Skerry Text' }", "<p>AV</p>")
            faces = browser_faces(page.fonts, page.layout(400).tree.texts)
        self.assertEqual([one.family for one in faces.wanted], ["Skerry Text", "serif"])

    def test_a_family_of_the_page_itself_is_not_asked_for(self) -> None:
        page = self.page(
            "@font-face { font-family: Own; src: url(own.woff2) } p { font: 20px Own, 'Skerry Text' }",
            "<p>AV</p>",
        )
        self.assertEqual(browser_faces(page.fonts, page.layout(400).tree.texts).wanted, [])
