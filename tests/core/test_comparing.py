"""What Compare asks of a page: distances with their sums, sections, colours, one box on several screens, readers of media queries."""

from __future__ import annotations

import unittest

from hillpin.core.comparing import (
    BoxEdge,
    distance_between,
    nearest_colour,
    on_screen,
    sections_of,
)
from hillpin.core.errors import InputError
from hillpin.core.expectations import suggested
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.site import with_colour
from hillpin.core.styles import Reader


def page(css: str, body: str, reader: Reader | None = None) -> Page:
    files = MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><link rel=stylesheet href=s.css><body>{body}", "s.css": css})
    return Page(files, reader=reader) if reader is not None else Page(files)


class Distances(unittest.TestCase):
    def test_between_items_with_margin_and_gap(self) -> None:
        read = page("body { margin: 0 }\n.row { display: flex; gap: 4px }\n.card { width: 100px; height: 50px }\n.card { margin-right: 20px }", "<div class=row><p class=card></p><p class=card></p></div>")
        layout = read.layout(800)
        cards = [one.index for one in read.select(".card")]
        span = distance_between(read, layout, BoxEdge(cards[0], "right"), BoxEdge(cards[1], "left"))
        self.assertEqual((span.distance, span.at_first, span.at_second), (24, 100, 124))
        self.assertEqual([(one.words, one.value, one.line) for one in span.terms], [("margin of p.card", 20, 4), ("gap of div.row", 4, 2)])
        self.assertEqual(span.working, "margin of p.card 20 + gap of div.row 4 = 24")
        self.assertEqual(span.blamed.line if span.blamed else 0, 4)

    def test_margins_of_blocks_are_one(self) -> None:
        read = page("body { margin: 0 }\n.a { height: 10px; margin-bottom: 30px }\n.b { height: 10px; margin-top: 12px }", "<div class=a></div><div class=b></div>")
        a, b = (read.select(one)[0].index for one in (".a", ".b"))
        span = distance_between(read, read.layout(800), BoxEdge(a, "bottom"), BoxEdge(b, "top"))
        self.assertEqual((span.distance, span.working), (30, "margin of div.a 30 = 30"))

    def test_from_a_box_to_what_is_in_it(self) -> None:
        read = page("body { margin: 0 }\n.a { border: 2px solid; padding: 10px }\n.b { margin-left: 5px }", "<div class=a><div class=b>x</div></div>")
        a, b = (read.select(one)[0].index for one in (".a", ".b"))
        span = distance_between(read, read.layout(800), BoxEdge(a, "left"), BoxEdge(b, "left"))
        self.assertEqual((span.distance, span.working), (17, "border of div.a 2 + padding of div.a 10 + margin of div.b 5 = 17"))
        back = distance_between(read, read.layout(800), BoxEdge(b, "left"), BoxEdge(a, "left"))
        self.assertEqual(back.distance, -17)

    def test_what_is_left_over_is_told(self) -> None:
        read = page("body { margin: 0 }\n.row { display: flex; justify-content: space-between }\n.card { width: 100px }", "<div class=row><p class=card>a</p><p class=card>b</p></div>")
        cards = [one.index for one in read.select(".card")]
        span = distance_between(read, read.layout(500), BoxEdge(cards[0], "right"), BoxEdge(cards[1], "left"))
        self.assertEqual((span.distance, span.terms), (300, ()))

    def test_what_cannot_be_measured(self) -> None:
        read = page(".gone { display: none }", "<p>a</p><p class=gone>b</p>")
        layout = read.layout(500)
        with self.assertRaisesRegex(InputError, "one direction"):
            distance_between(read, layout, BoxEdge(1, "left"), BoxEdge(1, "top"))
        with self.assertRaisesRegex(InputError, "has no box at 500"):
            distance_between(read, layout, BoxEdge(1, "left"), BoxEdge(2, "left"))
        with self.assertRaisesRegex(InputError, "no such element"):
            distance_between(read, layout, BoxEdge(99, "left"), BoxEdge(1, "left"))


class Sections(unittest.TestCase):
    def test_main_and_wrappers_give_way_to_what_is_in_them(self) -> None:
        body = "<a href=#m>Skip</a><header>a</header><div><main id=m><section id=one><h2>First things</h2></section><article>b</article></main><aside>c</aside></div><footer>d</footer><script></script>"
        found = sections_of(page("", body).document)
        self.assertEqual([(one.name, one.heading) for one in found], [("header", ""), ("section#one", "First things"), ("article", ""), ("aside", ""), ("footer", "")])

    def test_an_empty_page_has_none(self) -> None:
        self.assertEqual(sections_of(page("", "").document), [])


class Colours(unittest.TestCase):
    CSS = ":root { --lake: #2b6880 }\np { color: #2b6880; background: white }\n"

    def test_the_name_before_the_value(self) -> None:
        found = nearest_colour(page(self.CSS, "<p>x</p>"), "#2b6880")
        assert found is not None
        self.assertEqual((found.name, found.distance, found.file, found.line), ("--lake", 0, "s.css", 1))

    def test_how_far_it_is(self) -> None:
        found = nearest_colour(page(self.CSS, "<p>x</p>"), "#fefefe")
        assert found is not None
        # One step of 255 below white is 0.3 of a hundred parts of lightness.
        self.assertEqual(found.value, "white")
        self.assertGreater(found.distance, 0)
        self.assertLess(found.distance, 1)

    def test_none_and_no_colour(self) -> None:
        self.assertIsNone(nearest_colour(page("p { margin: 0 }", "<p>x</p>"), "#123456"))
        with self.assertRaises(InputError):
            nearest_colour(page("", ""), "blueish")


class KeptColours(unittest.TestCase):
    def test_into_the_root_rule_as_it_is_written(self) -> None:
        for sheet, wanted in {
            "p { color: red }\n": ":root { --reef: #123456; }\np { color: red }\n",
            ":root { --lake: #2b6880 }\n": ":root { --lake: #2b6880; --reef: #123456; }\n",
            ":root {\n\t--lake: #2b6880;\n}\n": ":root {\n\t--lake: #2b6880;\n\t--reef: #123456;\n}\n",
            "@media print { p { margin: 0 } }\nhtml {\n  margin: 0\n}": "@media print { p { margin: 0 } }\nhtml {\n  margin: 0;\n  --reef: #123456;\n}",
        }.items():
            self.assertEqual(with_colour(sheet, "reef", "#123456"), wanted)

    def test_what_is_not_taken(self) -> None:
        for name, words in (("--lake", "there already"), ("a b", "no name"), ("", "no name"), ("x; } p {", "no name")):
            with self.assertRaisesRegex(InputError, words):
                with_colour(":root { --lake: #2b6880 }", name, "#123456")


class TextSides(unittest.TestCase):
    def test_lines_of_text_have_edges_of_their_own(self) -> None:
        read = page("body { margin: 0 }\np { margin: 0; padding: 7px 11px; font: 16px/20px serif }", "<p>Low water</p><p>High water</p>")
        layout = read.layout(400)
        first, second = (one.index for one in read.select("p"))
        span = distance_between(read, layout, BoxEdge(first, "text-bottom"), BoxEdge(second, "text-top"))
        # A padding below the first line, and one above the second.
        self.assertEqual((span.at_first, span.at_second, span.distance), (27, 41, 14))
        self.assertEqual(distance_between(read, layout, BoxEdge(first, "left"), BoxEdge(first, "text-left")).distance, 11)
        with self.assertRaisesRegex(InputError, "no lines of text"):
            distance_between(read, layout, BoxEdge(0, "text-top"), BoxEdge(0, "text-top"))


class Readers(unittest.TestCase):
    CSS = """body { margin: 0; font: 1rem/1.25 serif }
p { margin: 0; height: 10px }
@media (min-width: 40em) { p { height: 20px } }
@media (prefers-color-scheme: dark) { p { height: 30px } }
@media (hover: none) { p { height: 40px } }
@media (prefers-reduced-motion) { p { height: 50px } }
@media print { p { height: 60px } }
@media (forced-colors: active) { p { height: 70px } }
@media (min-resolution: 2dppx) { p { height: 80px } }
"""

    def height(self, width: int, **reader: object) -> float | None:
        return on_screen(page(self.CSS, "<p>x</p>", Reader(**reader)), 1, width, 800).height  # type: ignore[arg-type]

    def test_what_queries_ask_of_the_reader(self) -> None:
        self.assertEqual(self.height(700), 20)
        self.assertEqual(self.height(639), 10)
        # 40em of a reader whose type is 20 px are 800.
        self.assertEqual((self.height(799, font_size=20.0), self.height(800, font_size=20.0)), (10, 20))
        self.assertEqual(self.height(700, color_scheme="dark"), 30)
        self.assertEqual(self.height(700, hover="none"), 40)
        self.assertEqual(self.height(700, reduced_motion=True), 50)
        self.assertEqual(self.height(700, medium="print"), 60)
        self.assertEqual(self.height(700, forced_colors=True), 70)
        self.assertEqual(self.height(700, resolution=2.0), 80)

    def test_the_initial_size_of_type(self) -> None:
        css = "body { margin: 0 }\ndiv { width: 10rem; height: 2em }\n.keyword { font-size: large; height: 1em; width: 1rem }"
        read = page(css, "<div></div><div class=keyword></div>", Reader(font_size=24.0))
        self.assertEqual([(one.width, one.height) for one in read.boxes(800).boxes[1:]], [(240, 48), (24, 27)])

    def test_spaced_text(self) -> None:
        css = "body { margin: 0 }\np { font: 20px/20px serif; margin: 0 0 5px }"
        plain, spaced = (page(css, "<p>a</p><p>b</p>", Reader(spaced=one)).boxes(800).boxes for one in (False, True))
        # Lines of 1.5, paragraphs two sizes of type apart.
        self.assertEqual(([one.y for one in plain[1:]], [one.y for one in spaced[1:]]), ([0, 25], [0, 30 + 40]))


class Suggestions(unittest.TestCase):
    def test_what_holds_of_a_row(self) -> None:
        css = "body { margin: 0 }\n.cards { display: flex }\n.card { flex: 1; height: 50px }"
        read = page(css, "<div class=cards><p class=card>a</p><p class=card>b</p></div>")
        self.assertIn(".cards 2 across from 700", suggested(read, read.select(".cards")[0].index, 700, 800))
        self.assertIn("p.card all equally high from 700", suggested(read, read.select(".card")[0].index, 700, 800))
        self.assertIn("no sideways scroll from 700 up", suggested(read, 0, 700, 800))

    def test_of_a_hidden_box(self) -> None:
        read = page("p { display: none }", "<p>a</p>")
        self.assertEqual(suggested(read, 1, 500, 800)[0], "p not shown from 500")
