"""A page with longer and halved texts: the texts by hand, and what breaks from which length on."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import over_lengths, survey
from hillpin.core.survey.other_lengths import of_length, with_lengths


def page_of(body: str, css: str = "") -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>Orra</title><style>body {{ margin: 0; font: 20px/30px monospace }} {css}</style><body>{body}"}))


class Texts(unittest.TestCase):
    def test_longer_by_its_own_words(self) -> None:
        # 10 characters, 13 and 20 of them; a single word grows by its own letters; space around it stays.
        self.assertEqual(of_length("Orra to Ve", 130), "Orra to Ve Or")
        self.assertEqual(of_length("\n Orra to Ve ", 200), "\n Orra to Ve Orra to V ")
        self.assertEqual(of_length("Fares", 130), "Faresfa")
        self.assertEqual(of_length("Fares", 110), "Faresf")

    def test_halved_to_whole_words(self) -> None:
        # Half of 17 is 9: "Orra and" and a space; of "Vey by boat today" the ninth character is within "boat".
        self.assertEqual(of_length("Orra and Vey boat", 50), "Orra and")
        self.assertEqual(of_length("Vey by boat today", 50), "Vey by")
        self.assertEqual(of_length("Timetable", 50), "Timet")
        self.assertEqual(of_length("I", 50), "I")

    def test_a_page_keeps_all_but_its_words(self) -> None:
        page = page_of("<h1>Fares &amp; more</h1><p>Vey <b>Orra</b>, 4.20</p><pre>kept as is</pre><script>let a = 1</script><p>a < b</p><!-- no words --><ul><li>Jon\n<li>Ines</ul>")
        changed = with_lengths(page, 200)
        # Twelve characters with the sign as one; numbers and what is no plain piece of the source stay.
        self.assertIn("<h1>Fares &amp; more Fares &amp; mor</h1><p>Veyvey <b>Orraorra</b>, 4.20</p><pre>kept as is</pre><script>let a = 1</script><p>a < b</p><!-- no words --><ul><li>Jonjon\n<li>Inesines</ul>", changed)
        before, after = page.document.elements, page.with_text("index.html", changed).document.elements
        self.assertEqual([one.tag for one in before], [one.tag for one in after])


class Found(unittest.TestCase):
    def test_from_which_length_on(self) -> None:
        # A letter is 12.04 wide: 10 are 120.4 in a box of 150 that lets no line break; 12 are 144.5, 13 are 156.5 and reach out of it.
        page = page_of("<div class=b><p>Jetty Vey1</p></div>", ".b { width: 150px; white-space: nowrap }")
        asked = survey(page, 400, 420)
        self.assertEqual([one.kind for one in asked.findings if one.kind == "box-overflow"], [])
        told: list[float] = []
        found = [one for one in over_lengths(page, asked, 800, told.append) if one.finding.kind == "box-overflow"]
        self.assertEqual([(one.percent, one.before, one.finding.low, one.finding.high) for one in found], [(130, 120, 400, 420)])
        self.assertEqual((told[-1], told), (1.0, sorted(told)))

    def test_what_is_there_already_is_not_new(self) -> None:
        page = page_of("<div class=b><p>Jetty Vey1 Orra</p></div>", ".b { width: 150px; white-space: nowrap }")
        asked = survey(page, 400, 420)
        self.assertIn("box-overflow", [one.kind for one in asked.findings])
        self.assertNotIn("box-overflow", [one.finding.kind for one in over_lengths(page, asked, 800)])


if __name__ == "__main__":
    unittest.main()
