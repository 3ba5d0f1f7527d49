"""What a page can be written to make slow, and is not: seconds of the processor, with room for a slow one."""

from __future__ import annotations

import time
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.layout.grid.grid_placement import _Occupied
from hillpin.core.page import Page

from .pages import box, page_of

ENOUGH = 10.0
"""Each takes well under 2 s; what it guards against took from 20 s to for ever."""


def took(css: str, body: str, **files: str | bytes) -> float:
    """Seconds of the processor that a page takes from its text to its boxes."""
    start = time.process_time()
    page_of(css, body, **files).boxes(320)
    return time.process_time() - start


class Selectors(unittest.TestCase):
    def test_parts_that_could_be_spread_in_many_ways(self) -> None:
        self.assertLess(took(f".q{' div' * 20} {{ color: red }}", "<div>" * 300 + "x"), ENOUGH)
        self.assertLess(took(f".q{' ~ i' * 25} {{ color: red }}", "<i></i>" * 400), ENOUGH)

    def test_they_match_as_before(self) -> None:
        # The first a has a b before it at some distance, and above both stands a section in a main.
        page = page_of("main section b ~ i a { width: 7px; display: block }", "<main><div><section><b></b><u></u><i><a></a></i></section></div></main><i><a></a></i>")
        self.assertEqual([one.width for one in page.boxes(800).boxes if one.tag == "a"], [7, 0])

    def test_nested_twice_at_every_level(self) -> None:
        self.assertLess(took("a {" + "&, & {" * 24 + "color: red", "<p>x"), ENOUGH)

    def test_has_in_has_in_has(self) -> None:
        self.assertLess(took("div:has(div:has(div:has(.q))) { color: red }", "<div>" * 250 + "x"), ENOUGH)

    def test_positions_among_chosen_siblings(self) -> None:
        self.assertLess(took("i:nth-last-child(odd of i:not(.a)) { color: red }", "<i></i>" * 5000), ENOUGH)
        page = page_of("i { display: block; width: 1px } i:nth-last-child(2 of .a) { width: 9px }", "<i class=a></i><i class=a></i><i></i><i class=a></i>")
        self.assertEqual([one.width for one in page.boxes(800).boxes if one.tag == "i"], [1, 9, 1, 1])

    def test_thousands_of_attributes_and_of_layers(self) -> None:
        self.assertLess(took("".join(f"[a{n}] {{ color: red }}" for n in range(3000)), "<p>" * 2000), ENOUGH)
        self.assertLess(took("".join(f"@layer l{n} {{ p {{ width: {n}px }} }}" for n in range(5000)), "<p>x"), ENOUGH)

    def test_the_last_of_many_layers_wins(self) -> None:
        css = "".join(f"@layer l{n} {{ p {{ width: {n}px }} }}" for n in range(30))
        self.assertEqual(box(page_of(css, "<p>x"), "p").width, 29)


class Grids(unittest.TestCase):
    def test_dense_grids_and_wide_spans(self) -> None:
        css = ".g { display: grid; grid-auto-flow: dense; grid-template-columns: repeat(7, 1fr) } i:nth-child(3n) { grid-column: span 5 }"
        self.assertLess(took(css, "<div class=g>" + "<i></i>" * 3000), ENOUGH)
        self.assertLess(took(".g { display: grid } i { grid-area: span 999 / span 999 }", "<div class=g>" + "<i></i>" * 500), 2 * ENOUGH)

    def test_subgrids_in_subgrids(self) -> None:
        self.assertLess(took(".g { display: grid; grid-template-columns: subgrid }", "<div class=g>" * 60 + "x"), ENOUGH)

    def test_the_first_free_place_by_hand(self) -> None:
        # Of seven cells the first line holds 0 to 4; two fit after them, three on the next line, five below those.
        occupied = _Occupied()
        occupied.take(0, 1, 0, 5)
        self.assertEqual(occupied.find(0, 1, 0, 2, 7), (0, 5))
        self.assertEqual(occupied.find(0, 1, 0, 3, 7), (1, 0))
        occupied.take(1, 1, 1, 3)
        self.assertEqual(occupied.find(0, 1, 0, 5, 7), (2, 0))
        self.assertEqual(occupied.find(1, 2, 2, 1, 7), (1, 4))
        self.assertEqual(occupied.find_at(0, 2, 1, 2), 2)


class Text(unittest.TestCase):
    def test_marks_tabs_and_words_without_end(self) -> None:
        self.assertLess(took("", "<p>e" + "\u0301" * 100_000), ENOUGH)
        self.assertLess(took("", "<pre>" + "\t" * 10_000), ENOUGH)
        self.assertLess(took("", "<p>" + "a\u00ad" * 50_000), ENOUGH)
        self.assertLess(took("", "<p>" + "a\u0661" * 50_000), ENOUGH)

    def test_a_line_that_could_not_be_broken_is_where_it_can(self) -> None:
        # Ten tabs of 8 spaces overflow 100 px without an opportunity; after the space the next word goes down.
        page = page_of("pre { width: 100px; margin: 0; white-space: pre-wrap; font: 16px/20px monospace }", "<pre>" + "x" * 60 + " <b>yy</b></pre>")
        self.assertEqual(box(page, "b").y, 20)


class Pictures(unittest.TestCase):
    def test_a_drawing_that_is_all_attributes(self) -> None:
        self.assertLess(took("", "<img src=a.svg>", a__svg="<svg " + "a:a:" * 100_000 + ">"), ENOUGH)

    def test_a_drawing_of_absurd_sides(self) -> None:
        drawing = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1e-300 1e300"/>'
        found = Page(MemoryFiles({"index.html": "<!DOCTYPE html><img src=a.svg>", "a.svg": drawing})).boxes(320)
        self.assertEqual(found.boxes[1].tag, "img")


if __name__ == "__main__":
    unittest.main()
