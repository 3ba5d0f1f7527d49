"""Faces that a browser measured, over HTTP: taken in, bounded, laid out with."""

from __future__ import annotations

from typing import Any
from unittest import mock

from django.test import TestCase
from hillpin.core.fonts import system
from hillpin.core.fonts.face import Face
from hillpin.core.fonts.fallback import fallback_face
from hillpin.numbers.browser_fonts import MOST_FACES, browser_fonts
from hillpin.sites.models import Site, SiteFile

PAGE = "<!DOCTYPE html><style>body { margin: 0 } p { font: 20px 'Skerry Text'; width: 100px; margin: 0 }</style><p>AA AA"


def face(family: str = "Skerry Text", advance: float = 24.0) -> dict[str, Any]:
    advances = dict.fromkeys(" 0Ax", advance)
    size = {
        "size": 20,
        "ascent": 18,
        "descent": 5,
        "line_spacing": 25,
        "x_height": 10,
        "zero": advance,
        "advances": advances,
        "pairs": dict.fromkeys((" A", "AA", "A "), 2 * advance),
    }
    return {"family": family, "weight": 400, "italic": False, "absent": "", "sizes": [size]}


def without_skerry(family: str, weight: int, italic: bool) -> Face | None:
    """A machine that has every family but the invented ones, whatever it really has."""
    return None if family.startswith("Skerry") else fallback_face()


class Told(TestCase):
    def setUp(self) -> None:
        self.site = Site.objects.create(name="Skerry Line")
        SiteFile.objects.create(site=self.site, path="index.html", content=PAGE.encode())
        patched = mock.patch.object(system, "find_family", without_skerry)
        patched.start()
        self.addCleanup(patched.stop)

    def post(self, path: str, body: dict[str, Any]) -> tuple[int, dict[str, Any]]:
        answer = self.client.post(f"/api/sites/{self.site.pk}/{path}", body, content_type="application/json")
        return answer.status_code, answer.json()

    def numbers(self) -> dict[str, Any]:
        status, answer = self.post("numbers", {"page": "index.html", "width": 400, "height": 800})
        self.assertEqual(status, 200)
        return answer

    def test_asked_for_told_and_laid_out_with(self) -> None:
        wanted = self.numbers()["fonts_wanted"]
        self.assertEqual(
            [(one["family"], one["sizes"], one["characters"]) for one in wanted],
            [("Skerry Text", [20], " 0Ax")],
        )
        self.assertEqual(self.post("fonts", {"faces": [face()]}), (200, {"fonts": 1}))
        answer = self.numbers()
        self.assertEqual((answer["fonts_wanted"], answer["fonts_measured"]), ([], ["Skerry Text"]))
        # 24 each: AA, a space and AA are 120, more than 100: two lines of 25.
        self.assertEqual(answer["rects"][1], [0, 0, 100, 50])
        self.post("fonts", {"faces": [face(advance=20.0)]})
        self.assertEqual(self.numbers()["rects"][1], [0, 0, 100, 25])

    def test_none_here_either(self) -> None:
        self.post("fonts", {"faces": [{**face(), "sizes": []}]})
        answer = self.numbers()
        self.assertEqual((answer["fonts_wanted"], answer["fonts_measured"]), ([], []))

    def test_nonsense_is_refused_with_its_place(self) -> None:
        wrong = face()
        wrong["sizes"][0]["advances"]["A"] = 1e9
        status, answer = self.post("fonts", {"faces": [wrong]})
        self.assertEqual(status, 422)
        self.assertIn("advances.A", answer["detail"])
        self.assertEqual(self.post("fonts", {"faces": [{**face(), "weight": 0}]})[0], 422)

    def test_bounded_and_by_site(self) -> None:
        for start in range(0, MOST_FACES + 20, 20):
            self.post("fonts", {"faces": [face(f"Skerry {start + number}") for number in range(20)]})
        self.assertEqual(len(browser_fonts.of(self.site)[1]), MOST_FACES)
        other = Site.objects.create(name="Another")
        self.assertEqual(browser_fonts.of(other), (0, {}))
