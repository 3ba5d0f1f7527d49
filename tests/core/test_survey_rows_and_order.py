"""Gutters, rows of parts, order for the eye, covered targets, what is outside: kinds, ranges and lines worked out by hand."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey.findings import Finding
from hillpin.core.survey.remedies import Remedy, proved
from hillpin.core.survey.whole import survey

LOW, HIGH = 320, 1000
KINDS = ("uneven-gutters", "over-full-row", "eye-order", "tab-order", "covered-target", "outside-address", "row-break", "collapsed-parent", "page-overflow", "box-overflow")


def page_with(css: str, body: str, head: str = "") -> Page:
    sheet = "body { margin: 0; font: 16px/24px serif }\n" + css
    html = f"<!DOCTYPE html><html lang=en><link rel=stylesheet href=s.css>{head}\n<body>{body}</body>"
    return Page(MemoryFiles({"index.html": html, "s.css": sheet}))


def found(css: str, body: str, head: str = "") -> list[Finding]:
    return [one for one in survey(page_with(css, body, head), LOW, HIGH).findings if one.kind in KINDS]


def told(css: str, body: str, head: str = "") -> list[tuple[str, str, int | None, int | None, int]]:
    return [(one.kind, one.selector, one.low, one.high, one.line) for one in found(css, body, head)]


def ways(css: str, body: str, kind: str) -> list[Remedy]:
    """The proved remedies of the one finding of a kind."""
    page = page_with(css, body)
    surveyed = survey(page, LOW, HIGH)
    (finding,) = [one for one in surveyed.findings if one.kind == kind]
    return proved(page, surveyed, finding, 800)


class Gutters(unittest.TestCase):
    BODY = "<main><p class=a>a</p><p class=b>b</p><p class=c>c</p></main>"
    FLOATS = "main { overflow: hidden }\np { float: left; width: 80px; height: 20px; margin: 0 20px 0 0 }\n.c { margin-left: 13px }"

    def test_in_a_float_row(self) -> None:
        # 20 between the first two, 20 + 13 before the third; in a row from 3 × 80 + 3 × 20 + 13 = 313 on.
        self.assertEqual(told(self.FLOATS, self.BODY), [("uneven-gutters", "p.c", LOW, HIGH, 4)])
        (one,) = found(self.FLOATS, self.BODY)
        self.assertEqual(one.working, ("p.a to p.b 20", "p.b to p.c 33"))
        self.assertEqual(
            one.message, "The gutters of the row are uneven, 20 and 33 at 1,000: 33 between p.b and p.c, 20 elsewhere."
        )

    def test_in_a_flex_row_and_in_a_line(self) -> None:
        flex = "main { display: flex; gap: 20px }\np { width: 80px; margin: 0 }\n.c { margin-left: 13px }"
        self.assertEqual(told(flex, self.BODY), [("uneven-gutters", "p.c", LOW, HIGH, 4)])
        line = "p { display: inline-block; width: 80px; margin: 0 20px 0 0 }\n.c { margin-left: 13px }"
        self.assertEqual(told(line, self.BODY), [("uneven-gutters", "p.c", LOW, HIGH, 3)])

    def test_even_ones_pushed_ones_and_unlike_boxes(self) -> None:
        for css, body in (
            (self.FLOATS.replace("13px", "0"), self.BODY),
            ("main { display: flex; justify-content: space-between }\np { width: 80px }", self.BODY),
            ("main { display: flex; gap: 20px }\np { width: 80px }\n.c { margin-left: auto }", self.BODY),
            (
                "main { display: flex; gap: 20px }\nh2 { margin-right: 9px }",
                "<main><h2>a</h2><p>b</p><div>c</div></main>",
            ),
        ):
            self.assertEqual(told(css, body), [], css)

    def test_the_remedy_makes_them_even(self) -> None:
        (way,) = ways(self.FLOATS, self.BODY, "uneven-gutters")
        self.assertEqual((way.fix.line, way.fix.before, way.fix.after), (4, "margin-left: 13px", "margin-left: 0"))
        self.assertEqual(
            [(one.kind, one.is_better, one.low, one.high) for one in way.changes],
            [("uneven-gutters", True, LOW, HIGH)],
        )


class Parts(unittest.TestCase):
    BODY = "<main><p class=a>a</p><p class=b>b</p><p class=c>c</p></main>"

    def test_thirteen_of_twelve_whatever_the_classes_are_called(self) -> None:
        css = "main { overflow: hidden }\np { float: left; margin: 0 }\n.a, .b { width: 33.333% }\n.c { width: 41.667% }"
        (one,) = [each for each in found(css, self.BODY) if each.kind == "over-full-row"]
        self.assertEqual((one.selector, one.low, one.high, one.line), ("p.c", LOW, HIGH, 5))
        self.assertEqual(
            one.message, "The row holds 13 of 12 parts, 4 + 4 + 5: p.c goes to a further row."
        )

    def test_in_a_grid_by_spans(self) -> None:
        css = "main { display: grid; grid-template-columns: repeat(12, 1fr) }\n.a, .b { grid-column: span 4 }\n.c { grid-column: span 5 }"
        self.assertEqual(told(css, self.BODY), [("over-full-row", "p.c", LOW, HIGH, 4)])
        (way,) = ways(css, self.BODY, "over-full-row")
        self.assertEqual((way.fix.before, way.fix.after), ("grid-column: span 5", "grid-column: span 4"))

    def test_in_a_wrapping_flex_row(self) -> None:
        css = "main { display: flex; flex-wrap: wrap }\np { margin: 0 }\n.a, .b { width: 33.333% }\n.c { width: 41.667% }"
        self.assertIn(("over-full-row", "p.c", LOW, HIGH, 5), told(css, self.BODY))
        (way,) = ways(css, self.BODY, "over-full-row")
        self.assertEqual(way.fix.after, "width: 33.3333%")

    def test_full_rows_and_rows_that_are_meant(self) -> None:
        for widths in (("33.333%", "33.333%", "33.333%"), ("50%", "50%", "33.333%"), ("66.667%", "66.667%", "33.333%"), ("25%", "25%", "25%")):
            css = "main { overflow: hidden }\np { float: left; margin: 0 }" + "".join(
                f"\n.{name} {{ width: {width} }}" for name, width in zip("abc", widths, strict=True)
            )
            self.assertEqual([one for one in told(css, self.BODY) if one[0] == "over-full-row"], [], widths)


class Order(unittest.TestCase):
    BODY = "<main><p class=a><a href=x>a</a></p><p class=b><a href=y>b</a></p></main>"

    def test_for_the_eye_otherwise_than_in_the_source(self) -> None:
        css = "main { display: flex; flex-wrap: wrap }\np { width: 200px }\n.b { order: -1 }"
        self.assertEqual(told(css, self.BODY), [("eye-order", "p.b", LOW, HIGH, 4)])
        (one,) = found(css, self.BODY)
        self.assertIn("For the eye p.b comes before p.a", one.message)
        self.assertIn("the keyboard goes by the source too", one.message)

    def test_only_where_it_is_so(self) -> None:
        css = "main { display: grid }\n@media (min-width: 600px) {\n  main { grid-template: 'b a' / 1fr 1fr }\n  .a { grid-area: a }\n  .b { grid-area: b }\n}"
        self.assertEqual(told(css, self.BODY), [("eye-order", "p.b", 600, HIGH, 6)])
        reversed_ = "main { display: flex; flex-direction: column-reverse }"
        self.assertEqual(told(reversed_, self.BODY), [("eye-order", "p.b", LOW, HIGH, 2)])

    def test_a_picture_beside_words_has_no_order_to_lose(self) -> None:
        body = '<main><img src="data:," width=40 height=40 alt=x><p>words</p></main>'
        self.assertEqual(told("main { display: flex }\nimg { order: 1 }", body), [])

    def test_right_to_left_is_no_other_order(self) -> None:
        self.assertEqual(told("main { display: flex; direction: rtl }", self.BODY), [])

    def test_a_positive_tabindex(self) -> None:
        body = "<main><a href=x tabindex=0>a</a>\n<a id=t href=y tabindex=3>b</a></main>"
        self.assertEqual(told("a { padding: 10px }", body), [("tab-order", "a#t", None, None, 3)])


class Covered(unittest.TestCase):
    BODY = "<header><a href=#fares>Fares</a></header>\n<main><section><p>Orra</p></section><section id=fares><h2>Fares</h2></section></main>"
    CSS = "header { position: fixed; top: 0; left: 0; right: 0; height: 64px; background: #fff }\nmain { padding-top: 64px }"

    def test_a_fixed_bar_and_the_way_out(self) -> None:
        self.assertEqual([one[:4] for one in told(self.CSS, self.BODY)], [("covered-target", "header", LOW, HIGH)])
        (way,) = ways(self.CSS, self.BODY, "covered-target")
        self.assertEqual(way.fix.after.strip(), "html { scroll-padding-top: 64px; }")

    def test_a_sticky_one_where_its_query_holds(self) -> None:
        css = "header { height: 50px }\n@media (min-width: 700px) { header { position: sticky; top: 0 } }"
        self.assertEqual(told(css, self.BODY), [("covered-target", "header", 700, HIGH, 3)])

    def test_room_is_left_already(self) -> None:
        for more in ("html { scroll-padding-top: 64px }", "section { scroll-margin-top: 4rem }", "#fares { scroll-margin: 70px 0 0 }"):
            self.assertEqual(told(f"{self.CSS}\n{more}", self.BODY), [], more)

    def test_a_bar_at_the_foot_or_without_links(self) -> None:
        self.assertEqual(told(self.CSS.replace("top: 0", "bottom: 0"), self.BODY), [])
        self.assertEqual(told(self.CSS, self.BODY.replace("#fares>", "other.html>")), [])


class Outside(unittest.TestCase):
    def test_sheets_scripts_and_fonts(self) -> None:
        css = "@font-face { font-family: Far; src: url(https://example.org/far.woff2) }\n@import 'https://example.org/late.css';"
        head = "\n<link rel=stylesheet href=https://example.org/grid.css>\n<script src=//example.org/menu.js></script>"
        lines = [(one.kind, one.file, one.line) for one in found(css, "<main>x</main>", head)]
        self.assertEqual(
            sorted(lines),
            [
                ("outside-address", "index.html", 2),
                ("outside-address", "index.html", 3),
                ("outside-address", "s.css", 2),
                ("outside-address", "s.css", 3),
            ],
        )
        words = " ".join(one.message for one in found(css, "<main>x</main>", head))
        self.assertIn("its rules are missing from every number", words)
        self.assertIn("texts are measured in the next font of their list", words)


class Ways(unittest.TestCase):
    def test_white_space_between_inline_blocks(self) -> None:
        css = "main p { display: inline-block; width: 33.333%; margin: 0 }"
        body = "<main>\n<p>a</p>\n<p>b</p>\n<p>c</p>\n</main>"
        after = [(one.fix.before, one.fix.after) for one in ways(f"main {{ padding: 0 }}\n{css}", body, "row-break")]
        self.assertEqual(after[0], ("{", "{ display: flex;"))
        self.assertEqual(len(after), 2)

    def test_padding_beside_a_width(self) -> None:
        css = "main { overflow: hidden }\np { float: left; width: 50%; padding: 0 10px }"
        (first, *_) = ways(css, "<main><p>a</p><p>b</p></main>", "row-break")
        self.assertEqual(first.fix.after, "{ box-sizing: border-box;")

    def test_floats_that_are_not_contained(self) -> None:
        (way,) = ways("main { color: #111 }\np { float: left; height: 40px }", "<main><p>a</p></main><footer>b</footer>", "collapsed-parent")
        self.assertEqual(way.fix.after, "{ display: flow-root;")

    def test_a_fixed_width_too_wide(self) -> None:
        after = [one.fix.after for one in ways("main { width: 900px }", "<main>a</main>", "page-overflow")]
        self.assertEqual(after, ["max-width: 900px", "{ max-width: 100%;"])

    def test_what_makes_something_else_wrong_is_not_offered(self) -> None:
        # Held to the window, the box can no longer hold its text, which does not break.
        css = "main { width: 900px; white-space: nowrap }"
        self.assertEqual(ways(css, f"<main>{'word ' * 24}</main>", "page-overflow"), [])

    def test_a_full_height_section_with_more_in_it(self) -> None:
        css = "main { height: 100vh }\np { margin: 0; height: 900px }"
        (one,) = [each for each in found(css, "<main><p>a</p></main>") if each.kind == "box-overflow"]
        self.assertIn("main is 100vh high, 800 in a window 800 high, and its content needs 900", one.message)
        (way,) = ways(css, "<main><p>a</p></main>", "box-overflow")
        self.assertEqual(way.fix.after, "min-height: 100vh")
