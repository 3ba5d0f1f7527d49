"""Pages over the heights of their window: ranges worked out by hand, and every height against one layout each."""

from __future__ import annotations

import unittest

import numpy as np
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import HeightFinding, survey_heights

RESET = "body { margin: 0; font: 16px/20px serif }\n"


def page(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><link rel=stylesheet href=s.css><body>{body}", "s.css": RESET + css}))


def findings(css: str, body: str, width: int = 800) -> list[HeightFinding]:
    return survey_heights(page(css, body), width).findings


class Screens(unittest.TestCase):
    def test_content_that_outgrows_a_least_height(self) -> None:
        found = findings("section { box-sizing: border-box; min-height: 100vh; padding: 20px 0 }\n.in { height: 500px }", "<section><div class=in></div></section>")
        # 500 and two paddings of 20.
        self.assertEqual([(one.kind, one.low, one.high, one.file, one.line) for one in found], [("screen-overflow", 320, 539, "s.css", 2)])
        self.assertIn("needs 540: 220 more than there is. It fits from 540 up.", found[0].message)
        self.assertEqual(found[0].working, ("content of section 540", "− window 320", "= 220 over"))

    def test_paddings_that_a_screen_does_not_count_in(self) -> None:
        found = findings("section { height: 100vh; padding: 20px 0 }", "<section>x</section>")
        # The window and two paddings of 20, whatever the window is.
        self.assertEqual([(one.low, one.high, one.working[-1]) for one in found], [(320, 1200, "= 40 over")])

    def test_content_that_sticks_out_of_a_set_height(self) -> None:
        found = findings("section { height: 100vh }\n.in { height: 500px }", "<section><div class=in></div></section>")
        self.assertEqual([(one.kind, one.low, one.high) for one in found], [("screen-overflow", 320, 499)])

    def test_by_a_query_of_the_height(self) -> None:
        css = "section { min-height: 100vh }\n.in { height: 500px }\n@media (max-height: 400px) { .in { height: 100px } }"
        found = findings(css, "<section><div class=in></div></section>")
        self.assertEqual([(one.low, one.high) for one in found], [(401, 499)])

    def test_a_section_of_its_own_height_is_none(self) -> None:
        self.assertEqual(findings("section { height: 900px }", "<section>x</section>"), [])


class Bars(unittest.TestCase):
    def test_bars_that_take_a_third_together(self) -> None:
        css = "header { position: fixed; top: 0; left: 0; right: 0; height: 120px }\nfooter { position: fixed; bottom: 0; left: 0; right: 0; height: 60px }"
        found = [one for one in findings(css, "<header>a</header><footer>b</footer>") if one.kind == "bars-take-screen"]
        # 180 are a third of 540.
        self.assertEqual([(one.low, one.high, one.line) for one in found], [(320, 539, 2)])
        self.assertIn("header, footer take 180 of 320", found[0].message)

    def test_a_small_button_is_no_bar(self) -> None:
        self.assertEqual(findings("button { position: fixed; top: 0; width: 60px; height: 300px }", "<button>a</button>"), [])


class FirstScreen(unittest.TestCase):
    def test_the_first_heading_and_what_to_press(self) -> None:
        css = "h1 { margin: 0; padding-top: 380px }\na { display: block; margin-top: 60px }"
        found = findings(css, "<section><h1>Six islands</h1><a href=x>Fares</a></section>")
        # The heading ends at 380 and a line of 20; 60 further down the link has another.
        self.assertEqual([(one.selector, one.low, one.high) for one in found], [("a", 320, 479), ("h1", 320, 399)])


class EveryHeight(unittest.TestCase):
    PAGES = (
        ("section { min-height: 100vh; display: grid; align-content: center; gap: 2vh }\n.in { height: 30vh; min-height: 150px; max-height: 300px }", "<section><div class=in>a</div><div class=in>b</div></section><footer>c</footer>"),
        ("html, body { height: 100% }\n.app { height: 100%; display: flex; flex-direction: column }\n.app > main { flex: 1; min-height: 200px }\n.app > * { padding: 1vmin }", "<div class=app><header>a</header><main>b</main><footer>c</footer></div>"),
        (".a { height: calc(50vh - 40px) } .b { height: clamp(100px, 25dvh, 200px) }\n@media (max-height: 500px) { .a { height: 80svh } }\n@media (orientation: portrait) { .b { padding: 7px } }", "<p class=a>x</p><p class=b>y</p>"),
    )

    def test_read_off_lines_as_laid_out(self) -> None:
        for number, (css, body) in enumerate(self.PAGES):
            with self.subTest(number):
                read = page(css, body)
                walked = survey_heights(read, 700, 320, 900)
                fresh = page(css, body)
                for height in range(320, 901, 7):
                    boxes = fresh.boxes(700, height).boxes
                    own = walked.y[height - 320] / 64
                    self.assertLessEqual(float(np.abs(own - [one.y for one in boxes]).max()), 2 / 64, height)
                self.assertLess(walked.layouts, 200)

    def test_ranges_that_are_none(self) -> None:
        with self.assertRaises(InputError):
            survey_heights(page("", "x"), 700, 900, 320)
        with self.assertRaises(InputError):
            survey_heights(page("", "x"), 700, 1, 20_000)


class Limits(unittest.TestCase):
    """Both sides of what is just a finding, and what findings say."""

    def kinds(self, css: str, body: str) -> list[str]:
        return [one.kind for one in findings(css, body)]

    def test_how_much_of_a_window_is_a_screenful(self) -> None:
        # Nine tenths of the highest window; 400 of content are more than there is up to 399.
        for share, expected in ((90, ["screen-overflow"]), (89, [])):
            self.assertEqual(self.kinds(f"section {{ height: {share}vh; }} .in {{ height: 400px }}", "<section><div class=in></div></section>"), expected)

    def test_half_a_pixel_over_is_none(self) -> None:
        for more, expected in ((0.5, []), (0.6, ["screen-overflow"])):
            self.assertEqual(self.kinds(f"section {{ height: calc(100vh + {more}px) }}", "<section></section>"), expected)

    def test_what_is_a_bar(self) -> None:
        # Half the window's 800 wide; as high as a third of 320, 106.67, it is no finding; lower than a third of the highest window.
        for css, expected in (
            ("width: 400px; height: 150px", ["bars-take-screen"]),
            ("width: 399px; height: 150px", []),
            ("width: 100%; height: 106px", []),
            ("width: 100%; height: 107px", ["bars-take-screen"]),
            ("width: 100%; height: 399px", ["bars-take-screen"]),
            ("width: 100%; height: 400px", []),
            ("width: 100%; height: 0", []),
        ):
            self.assertEqual(self.kinds(f"div {{ position: fixed; top: 0; left: 0; {css} }}", "<div></div><p>x"), expected, css)
        for css, expected in (("top: 0", ["bars-take-screen"]), ("bottom: 0", ["bars-take-screen"]), ("left: 0", [])):
            self.assertEqual(self.kinds(f"div {{ position: sticky; height: 150px; {css} }}", "<div></div><p>x"), expected, css)

    def test_what_a_bar_says(self) -> None:
        (one,) = findings("div { position: fixed; top: 0; left: 0; width: 100%; height: 150px }", "<div></div><p>x")
        # 150 is a third of 450: at 449 it takes more.
        self.assertEqual((one.low, one.high, one.message, one.working), (320, 449, "At 800 × 320 div takes 150 of 320, and covers what is scrolled under it.", ("div 150", "= 150 of 320")))
        css = "div { position: fixed; left: 0; width: 100% }\n#a { top: 0; height: 60px }\n#b { bottom: 0; height: 90px }"
        (two,) = findings(css, "<div id=a></div><div id=b></div><p>x")
        self.assertEqual((two.line, two.message, two.working), (4, "At 800 × 320 div#a, div#b take 150 of 320, and covers what is scrolled under them.", ("div#a 60", "div#b 90", "= 150 of 320")))

    def test_what_lies_below_the_first_screen(self) -> None:
        css = "h1 { margin: 0; height: 400.5px } a { display: block; margin-top: 60px; height: 20px }"
        (link, heading) = findings(css, "<section><h1>Six</h1><p hidden><a href=x>no</a></p><a href=y>Fares</a></section><a href=z>none</a>")
        # Up to half a px more than the window is none: 400.5 fits in 400.
        self.assertEqual((heading.low, heading.high), (320, 399))
        self.assertEqual((heading.message, heading.working), ("At 800 × 320 h1 reaches down to 400.50: 80.50 of it lie below the first screen.", ("bottom of h1 400.50", "− window 320", "= 80.50 below")))
        self.assertEqual((link.selector, link.high), ("a", 479))
        self.assertEqual(findings(css, "<h2>Six</h2><a href=y>Fares</a>"), [])
