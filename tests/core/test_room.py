"""Room for words: how many characters more fit, worked out by hand in a font whose letters are all as wide as each other."""

from __future__ import annotations

import unittest

from hillpin.core.aids import Room, room_for, room_over
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

MONO = "body { margin: 0; font: 20px/30px monospace } p, ul, li { margin: 0; padding: 0; list-style: none }"


def page_of(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><style>{MONO} {css}</style><body>{body}"}))


def room(css: str, body: str, select: str, width: int = 400) -> Room:
    page = page_of(css, body)
    return room_for(page, page.select(select)[0], width, 800)


class Fits(unittest.TestCase):
    """At 20 px a letter of the monospace font is 12.04 px wide, so that 20 letters are 240.8."""

    def test_a_line_more(self) -> None:
        # In 20.9 letters of room 20 fit: five are there, and 15 may follow, a space and letters; the 16th opens a line.
        found = room("p { width: 251px }", "<p>Orrab</p>", "p")
        (line,) = [one for one in found.limits if one.way == "line"]
        self.assertEqual((found.name, found.characters, line.more), ("p", 5, 15))
        self.assertEqual(line.boxes, ["p: 251 × 30 with 15 more, 251 × 60 with 16"])
        self.assertEqual(line.sentence, "15 more characters fit until there is a line more.")

    def test_a_row_breaks_and_names_the_list(self) -> None:
        # Two items of 5 and 4 letters and a gap of 10 in 400: 9 × 12.04 + 10 = 118.4; 23 letters more are 276.9, together 395.3.
        found = room("ul { display: flex; flex-wrap: wrap; gap: 10px }", "<ul><li>Orrab</li><li>Veyo</li></ul>", "li")
        first = found.limits[0]
        self.assertEqual((first.way, first.more, first.name), ("row", 23, "ul"))
        self.assertEqual(first.boxes[1], "ul: 400 × 30 with 23 more, 400 × 70 with 24")

    def test_out_of_a_box_or_cut_off_by_it(self) -> None:
        # One line of 30 high: the second line reaches out of it at once.
        for overflow, way in (("visible", "out"), ("hidden", "cut")):
            found = room(f".b {{ width: 251px; height: 30px; overflow: {overflow} }}", "<div class=b><p>Orrab</p></div>", "p")
            self.assertEqual([(one.way, one.more) for one in found.limits], [("line", 15), (way, 15)], overflow)
            self.assertEqual(found.limits[1].name, "div.b")

    def test_the_page_scrolls(self) -> None:
        # Nothing may break: 5 letters and a space are there, and 400 px hold 33 letters.
        found = room("p { white-space: nowrap }", "<p>Orrab</p>", "p")
        self.assertEqual([(one.way, one.more) for one in found.limits], [("out", 28), ("scroll", 28)])

    def test_in_a_box_of_several_texts_the_last_grows(self) -> None:
        found = room("div { width: 251px }", "<div><p>Orrab Veyo</p><p class=last>Veyo</p></div>", "div")
        self.assertEqual((found.name, found.characters), ("p.last", 4))

    def test_without_words(self) -> None:
        for body in ("<p></p>", "<p style='display: none'>Orra</p>", "<p><script>1</script></p>"):
            with self.assertRaisesRegex(InputError, "p shows no text here"):
                room("", body, "p")

    def test_over_widths(self) -> None:
        page = page_of("p { width: 50% }", "<p>Orrab</p>")
        # Half of 300 holds 12 letters, of 500 it holds 20: 7 and 15 more. Half of 2,000 holds 83: 78 more, and
        # the 79th is a space, which hangs.
        self.assertEqual(room_over(page, page.select("p")[0], [300, 500, 2000], 800), [(300, 7), (500, 15), (2000, 79)])
        # Where it is not shown there is nothing to say.
        hidden = page_of("p { width: 50% } @media (max-width: 400px) { p { display: none } }", "<p>Orrab</p>")
        self.assertEqual(room_over(hidden, hidden.select("p")[0], [300, 500], 800), [(500, 15)])
        # What was tried is not kept.
        self.assertEqual(page.select("p")[0].text(), "Orrab")


if __name__ == "__main__":
    unittest.main()
