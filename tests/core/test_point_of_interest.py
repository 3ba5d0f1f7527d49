"""A point of interest on a picture, by hand: where it is cut off, and the position that keeps it in."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import Interest, point_of_interest

WIDE = '<svg xmlns="http://www.w3.org/2000/svg" width="800" height="400"/>'


def page_of(css: str, body: str = '<img src="p.svg" alt="The boat">') -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css><body>{body}", "a.css": f"body {{ margin: 0 }}\n{css}\n", "p.svg": WIDE}))


def ask(css: str, across: float, down: float, start: int = 400, end: int = 800, select: str = "img") -> Interest:
    page = page_of(css)
    return point_of_interest(page, page.select(select)[0], across, down, start, end, 800)


class Interests(unittest.TestCase):
    def test_a_box_that_grows_with_the_window(self) -> None:
        # 400 high at every width: drawn 800 × 400. In a box of w the point at 75%, 600 px, stands at (w − 800) / 2 + 600 and shows from w = 400:
        # 400 ≤ w. At 80%, 640: (w − 800) / 2 + 640 ≤ w from w = 480 on.
        css = "img { display: block; width: 100%; height: 400px; object-fit: cover }"
        self.assertEqual(ask(css, 75, 50).cut, [])
        found = ask(css, 80, 50)
        # Within half a px: 240 ≤ w / 2 + 0.5, from 479 on.
        self.assertEqual(found.cut, [(400, 478)])
        # (640 − w) ÷ (800 − w) ≤ p ≤ 640 ÷ (800 − w): at 400 from 60% on, and at most 100%; the middle is 80%.
        self.assertEqual((found.position, found.file), ("80% 50%", "a.css"))
        self.assertEqual(found.working, ["from the left: at least 60%, for 400; at most 100%, for 400", "nothing of its height is cut off"])
        self.assertEqual(found.text, "body { margin: 0 }\nimg { object-position: 80% 50%; display: block; width: 100%; height: 400px; object-fit: cover }\n")
        # What is written holds: asked again with it, nothing is cut off.
        self.assertEqual(ask(found.text, 80, 50).cut, [])

    def test_a_position_that_is_declared_is_changed(self) -> None:
        found = ask("img { display: block; width: 100%; height: 400px; object-fit: cover;\n  object-position: left }", 80, 50)
        self.assertIn("  object-position: 80% 50% }", found.text)
        self.assertEqual(found.text.count("object-position"), 1)

    def test_where_it_is_declared_twice_nothing_is_written(self) -> None:
        # A box 200 wide shows a quarter of 800: the right end asks for 100%.
        page = page_of("img { display: block; width: 200px; height: 400px; object-fit: none; object-position: 0 0 } @media (min-width: 600px) { img { object-position: 0 0; margin: 0 } }")
        found = point_of_interest(page, page.select("img")[0], 100, 50, 400, 800, 800)
        self.assertEqual((found.cut, found.position), ([(400, 800)], "100% 50%"))
        self.assertEqual((found.file, found.text), ("", ""))

    def test_two_shapes_that_ask_for_two_positions(self) -> None:
        css = "img { display: block; width: 100px; height: 400px; object-fit: cover } @media (min-width: 600px) { img { height: 800px; width: 1400px } }"
        found = ask(css, 10, 95)
        # Below: drawn 800 × 400 in 100 × 400: the point is at 80; p from 0 (−20 ÷ 700) to 80 ÷ 700 = 11.43%. From 600: drawn 1,600 × 800 in 1,400 × 800: 0 to 80%.
        self.assertEqual(found.position, "6% 50%")

    def test_no_picture(self) -> None:
        page = page_of("", "<p>Orra</p>")
        with self.assertRaisesRegex(InputError, "p is no picture"):
            point_of_interest(page, page.select("p")[0], 50, 50, 400, 420, 800)


if __name__ == "__main__":
    unittest.main()
