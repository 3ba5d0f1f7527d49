"""Pages with one planted mistake each: its kind, its element, its exact range and its line, worked out by hand; and clean pages."""

from __future__ import annotations

import io
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey.before_after import compare
from hillpin.core.survey.findings import Finding
from hillpin.core.survey.kinds import severity_of
from hillpin.core.survey.whole import survey
from PIL import Image

LOW, HIGH = 320, 1000
LONG = "The morning boat leaves the north quay and calls at every skerry with a pier on its way out to the lighthouse and back again. "


def picture(width: int, height: int) -> bytes:
    data = io.BytesIO()
    Image.new("RGB", (width, height), "#335566").save(data, "PNG")
    return data.getvalue()


def findings(css: str, body: str, **files: bytes) -> list[Finding]:
    """The findings on a page whose sheet starts with a line of resets; ``body`` stands in a main without margins."""
    sheet = "body { margin: 0; font: 16px/24px serif }\n" + css
    page = f"<!DOCTYPE html><html lang=en><link rel=stylesheet href=s.css>\n<body><main>{body}</main></body>"
    named = {name.replace("_", "."): data for name, data in files.items()}
    return survey(Page(MemoryFiles({"index.html": page, "s.css": sheet, **named})), LOW, HIGH).findings


def _page(css: str, body: str) -> Page:
    return Page(
        MemoryFiles(
            {
                "index.html": f"<!DOCTYPE html><style>body {{ margin: 0 }} {css}</style><body><main>{body}</main></body>"
            }
        )
    )


Expected = tuple[str, str, int | None, int | None, int]


class Planted(unittest.TestCase):
    def check(self, css: str, body: str, *expected: Expected, **files: bytes) -> list[Finding]:
        found = [one for one in findings(css, body, **files) if one.kind != "unused-rule"]
        self.assertEqual(
            [(one.kind, one.selector, one.low, one.high, one.line) for one in found],
            list(expected),
            [one.message for one in found],
        )
        return found

    # page-overflow: the window must reach the right edge, less half a px that a browser rounds away.

    def test_fixed_width(self) -> None:
        found = self.check(
            ".card { width: 560px; height: 40px; margin-left: 20px }",
            "<div class=card></div>",
            ("page-overflow", "div.card", 320, 579, 2),
        )
        self.assertIn("260 beyond the window", found[0].message)
        assert found[0].fix is not None
        self.assertEqual((found[0].fix.before, found[0].fix.after), ("width: 560px", "max-width: 560px"))

    def test_whole_width_and_padding(self) -> None:
        # 100% and 2 × 30 of padding: over by 60 at every width.
        self.check(
            ".band { width: 100%;\npadding: 0 30px; height: 10px }",
            "<div class=band></div>",
            ("page-overflow", "div.band", LOW, HIGH, 2),
        )

    def test_minimum_on_the_body(self) -> None:
        self.check("body { min-width: 700px }", "<p>short", ("page-overflow", "body", 320, 699, 2))

    def test_only_in_a_query(self) -> None:
        css = ".card { height: 40px }\n@media (max-width: 480px) {\n  .card { width: 450px }\n}"
        self.check(css, "<div class=card></div>", ("page-overflow", "div.card", 320, 449, 4))

    def test_tracks_that_do_not_fit_are_the_container_s(self) -> None:
        # 3 × 200 + 2 × 20 = 640.
        css = ".row {\n  display: grid; gap: 20px;\n  grid-template-columns: 200px 200px 200px;\n}\n.row div { height: 30px }"
        self.check(
            css,
            "<div class=row><div></div><div></div><div></div></div>",
            ("page-overflow", "div.row", 320, 639, 4),
        )

    def test_what_is_in_a_wide_box_is_not_named_too(self) -> None:
        self.check(
            ".out { width: 500px } .in { width: 100%; height: 70px }",
            "<div class=out><div class=in><p>x</p></div></div>",
            ("page-overflow", "div.out", 320, 499, 2),
        )

    def test_two_causes_are_two_findings(self) -> None:
        css = ".a { width: 400px; height: 9px }\n.b { width: 600px; height: 9px }"
        self.check(
            css,
            "<div class=a></div><div class=b></div>",
            ("page-overflow", "div.a", 320, 399, 2),
            ("page-overflow", "div.b", 320, 599, 3),
        )

    def test_half_a_pixel_is_rounded_away(self) -> None:
        # A browser says that 400.4 fits in 400, and that 400.5 does not.
        self.check(
            ".a { width: 400.4px; height: 9px }",
            "<div class=a></div>",
            ("page-overflow", "div.a", 320, 399, 2),
        )
        self.check(
            ".a { width: 400.5px; height: 9px }",
            "<div class=a></div>",
            ("page-overflow", "div.a", 320, 400, 2),
        )

    # box-overflow

    def test_a_height_that_is_too_small(self) -> None:
        # Three lines of 24 in a box of 60: 12 over, at every width, for the lines are forced.
        self.check(
            ".note { height: 60px }",
            "<div class=note>a<br>b<br>c</div>",
            ("box-overflow", "div.note", LOW, HIGH, 2),
        )

    def test_a_child_wider_than_its_column(self) -> None:
        css = ".column { width: 300px; height: 50px }\n.wide { width: 320px; height: 20px }"
        self.check(
            css, "<div class=column><div class=wide></div></div>", ("box-overflow", "div.wide", LOW, HIGH, 3)
        )

    def test_one_cause_is_one_finding(self) -> None:
        # The grid's one track is 300 wide at least; with 2 × 20 of padding round it the window is too narrow up to 319, and up to
        # 339 the track only sticks out of the grid.
        css = ".w { padding: 0 20px }\n.g { display: grid; grid-template-columns: minmax(300px, 1fr) }\n.g div { height: 30px }"
        page_range = [
            (one.kind, one.selector, one.low, one.high)
            for one in survey(
                _page(css, "<div class=w><div class=g><div></div></div></div>"), 300, 400
            ).findings
        ]
        self.assertEqual(page_range, [("page-overflow", "div.g", 300, 319)])

    # row-break

    def test_floats_with_borders_drop(self) -> None:
        # 3 × (w ÷ 3 of 33%) + 3 × 12 of padding: 0.99 w + 36 <= w from 3,600 up: broken at every width, though the shares say one row.
        css = ".f { float: left; width: 33%;\npadding: 0 6px; height: 20px } .r { overflow: hidden }"
        self.check(
            css,
            "<div class=r><div class=f></div><div class=f></div><div class=f></div></div>",
            ("row-break", "div.f", LOW, HIGH, 2),
        )

    def test_fixed_floats_fit_from_their_sum(self) -> None:
        css = ".r { overflow: hidden }\n.f { float: left; width: 200px; height: 20px; margin-right: 10px }"
        found = self.check(
            css,
            "<div class=r><div class='f one'></div><div class='f two'></div><div class='f three'></div></div>",
            ("row-break", "div.f", 320, 629, 3),
        )
        self.assertEqual(found[0].index, 5)
        self.assertIn("2 + 1", found[0].message)

    def test_a_query_with_a_share_that_is_too_large(self) -> None:
        css = ".r { overflow: hidden }\n.f { height: 20px }\n@media (min-width: 600px) {\n  .f { float: left; width: 50%; border: 1px solid }\n}\n@media (min-width: 900px) {\n  .f { box-sizing: border-box }\n}"
        self.check(
            css,
            "<div class=r><div class=f></div><div class=f></div></div>",
            ("row-break", "div.f", 600, 899, 5),
        )

    # collapsed-parent

    def test_a_parent_of_nothing_but_floats(self) -> None:
        css = ".r { background: #eee }\n.f { float: left; width: 50%; height: 40px }"
        found = self.check(
            css,
            "<div class=r><div class=f></div><div class=f></div></div>",
            ("collapsed-parent", "div.r", LOW, HIGH, 2),
        )
        assert found[0].fix is not None
        self.assertEqual(found[0].fix.after, "{ display: flow-root;")

    def test_floats_in_a_query_only(self) -> None:
        css = ".r { background: #eee }\n.f { height: 40px }\n@media (min-width: 700px) { .f { float: left; width: 50% } }"
        self.check(
            css,
            "<div class=r><div class=f></div><div class=f></div></div>",
            ("collapsed-parent", "div.r", 700, HIGH, 2),
        )

    def test_pictures_with_widths_by_attribute_are_part_of_the_row(self) -> None:
        # 400 + 40 + 300 + a half of 1,479 is 1,479.50.
        page = _page(
            ".x, .y { display: inline-block; height: 20px; width: 300px; margin-left: 40px } .y { width: 50%; margin: 0 }",
            """<img width=400 height=20 src="data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg'/%3E" alt=a><div class=x></div><div class=y></div>""",
        )
        (found,) = [one for one in survey(page, 1000, 1600).findings if one.kind == "row-break"]
        self.assertEqual((found.low, found.high, found.selector), (1000, 1479, "div.y"))
        self.assertIn("With div.y the row takes 1,479.50, and there are 1,479.", found.message)
        self.assertEqual(
            found.working,
            ("+ main img 400", "+ div.x 340", "+ div.y 739.50", "= 1,479.50", "− room 1,479", "= 0.50 over"),
        )

    def test_pictures_among_words_are_no_row(self) -> None:
        page = _page("", "<p>words " + '<img width=400 height=9 src="data:," alt=a> ' * 3 + "</p>")
        self.assertEqual([one for one in survey(page, 400, 1600).findings if one.kind == "row-break"], [])

    # stretched-image

    def test_a_height_from_the_attribute_under_a_maximum(self) -> None:
        # 600 × 400 by its attributes: below 600 the width follows the window and the height stays. At 599 it is only 2/3 px too high.
        css = "img { display: block; max-width: 100% }"
        self.check(
            css,
            "<img src=boat.png alt=boat width=600 height=400>",
            ("stretched-image", "main img", 320, 599, 2),
            boat_png=picture(600, 400),
        )

    # long-line and short-line

    def test_text_without_a_maximum(self) -> None:
        # 0 is 8 px wide in this face at 16: 90 characters are 720, so 721 and up are too long.
        found = [one for one in findings("p { margin: 0 }", f"<p>{LONG}</p>") if one.kind == "long-line"]
        self.assertEqual([(one.low, one.high) for one in found], [(721, HIGH)])

    def test_text_that_grows_with_the_window(self) -> None:
        # At 2vw the figure 0 is w ÷ 100 wide, so that 60vw are 60 characters at every width; 95vw are 95.
        css = ".a { width: 60vw; font-size: 2vw; line-height: 1.5; margin: 0 }\n.b { width: 95vw; font-size: 2vw; line-height: 1.5; margin: 0 }"
        found = findings(css, f"<p class=a>{LONG}</p><p class=b>{LONG}</p>")
        self.assertEqual(
            [(one.kind, one.selector, one.low, one.high) for one in found], [("long-line", "p.b", LOW, HIGH)]
        )

    def test_a_narrow_column(self) -> None:
        found = [
            one
            for one in findings(".c { width: 25%;\nmargin: 0 }", f"<p class=c>{LONG}</p>")
            if one.kind == "short-line"
        ]
        # 20 characters are 160 px, a quarter of 640.
        self.assertEqual([(one.low, one.high) for one in found], [(320, 639)])

    # small-target

    def test_links_near_each_other(self) -> None:
        css = "a { display: block; height: 20px; line-height: 20px; width: 100px }\nul { list-style: none; margin: 0; padding: 0 }\nli { height: 20px }"
        self.check(
            css, "<ul><li><a href=#>a</a><li><a href=#>b</a></ul>", ("small-target", "main a", LOW, HIGH, 2)
        )

    # overlap

    def test_a_negative_margin_pulls_text_over_text(self) -> None:
        css = "p { margin: 0 }\n.up { margin-top: -20px; background: #fff }"
        self.check(css, "<p>first words</p><p class=up>second words</p>", ("overlap", "main p", LOW, HIGH, 3))

    # low-contrast

    def test_grey_on_white(self) -> None:
        # #999 on white is 2.85:1.
        found = self.check(
            ".hint { color: #999 }", "<p class=hint>words</p>", ("low-contrast", "p.hint", None, None, 2)
        )
        self.assertIn("2.84:1", found[0].message)

    def test_only_over_the_ground_of_a_query(self) -> None:
        css = ".h { color: #333 }\n@media (min-width: 600px) { .h { background: #444 } }"
        self.check(css, "<p class=h>words</p>", ("low-contrast", "p.h", 600, HIGH, 2))

    # hover-shift

    def test_a_border_that_appears(self) -> None:
        css = "a { display: block; padding: 10px }\na:hover { border: 3px solid }"
        self.check(css, "<a href=#>one</a><p>two</p>", ("hover-shift", "main a", LOW, HIGH, 3))

    # Declarations

    def test_dead_invalid_and_unknown(self) -> None:
        self.check(
            "span { width: 90px }", "<p><span>x</span></p>", ("dead-declaration", "main span", None, None, 2)
        )
        self.check("p { colour: red }", "<p>x</p>", ("invalid-declaration", "main p", None, None, 2))
        self.check("p { width: 200 }", "<p>x</p>", ("invalid-declaration", "main p", None, None, 2))
        css = ".g { display: grid; grid-template-areas: 'a b' }\n.x { grid-area: c }"
        self.check(css, "<div class=g><div class=x>x</div></div>", ("unknown-area", "div.x", None, None, 3))
        self.check(
            ".g { display: grid;\ngrid-template-areas: 'a b' 'a' }",
            "<div class=g></div>",
            ("unknown-area", "div.g", None, None, 3),
        )

    # Names and files

    def test_names_that_nearly_meet(self) -> None:
        self.check(
            ".tickts { margin: 1px }",
            "<p class=tickets>x</p>",
            ("unmatched-name", "p.tickets", None, None, 2),
        )
        self.check(
            "#fares { margin: 1px }", "<p class=fares>x</p>", ("unmatched-name", "p.fares", None, None, 2)
        )
        self.check(
            "fares { margin: 1px }", "<p class=fares>x</p>", ("unmatched-name", "p.fares", None, None, 2)
        )

    def test_a_missing_picture_and_ground(self) -> None:
        found = self.check(
            "p { background: url(no.png) }",
            "<img src=none.png alt=none><p>x",
            ("missing-file", "main img", None, None, 2),
            ("missing-file", "main p", None, None, 2),
        )
        self.assertEqual([one.file for one in found], ["index.html", "s.css"])

    # Markup

    def test_markup(self) -> None:
        self.check("", "<p id=a>x</p>\n<p id=a>y</p>", ("duplicate-id", "p#a", None, None, 3))
        self.check("", "<img src=b.png width=20 height=20>", ("missing-alt", "main img", None, None, 2), b_png=picture(20, 20))
        self.check("", "<h1>a</h1>\n<h3>b</h3>", ("heading-skip", "main h3", None, None, 3))
        self.check(
            "input { width: 90px; height: 30px }",
            "<input name=q>",
            ("missing-label", "main input", None, None, 2),
        )
        page = Page(MemoryFiles({"index.html": "<!DOCTYPE html>\n<body><p>x"}))
        self.assertEqual(
            [(one.kind, one.selector) for one in survey(page, 320, 340).findings],
            [("missing-landmark", "body")],
        )

    # Queries

    def test_a_gap_and_an_overlap(self) -> None:
        css = "@media (max-width: 599px) { p { margin: 0 } }\n@media (min-width: 601px) { p { margin: 9px } }"
        self.check(css, "<p>x</p>", ("media-gap", "main p", 600, 600, 3))
        css = "@media (max-width: 600px) { p { margin: 0 } }\n@media (min-width: 600px) { p { margin: 9px } }"
        self.check(css, "<p>x</p>", ("media-overlap", "main p", 600, 600, 3))

    def test_unused(self) -> None:
        found = findings(".lighthouse { margin: 0 }", "<p>x</p>")
        self.assertEqual(
            [(one.kind, one.selector, severity_of(one)) for one in found],
            [("unused-rule", ".lighthouse", "hint")],
        )


class Clean(unittest.TestCase):
    """What is meant to be so is no finding."""

    def clean(self, css: str, body: str, **files: bytes) -> None:
        found = findings(css, body, **files)
        self.assertEqual([(one.kind, one.selector, one.low, one.high, one.message) for one in found], [])

    def test_wrapping_that_is_asked_for(self) -> None:
        css = ".w { display: flex; flex-wrap: wrap } .w div { width: 200px; height: 20px }\n.a { display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)) } .a div { height: 20px }"
        self.clean(css, f"<div class=w>{'<div></div>' * 5}</div><div class=a>{'<div></div>' * 5}</div>")

    def test_floats_that_a_query_stacks(self) -> None:
        css = ".r { overflow: hidden } .f { float: left; width: 100%; height: 20px }\n@media (min-width: 500px) { .f { width: 50% } }\n@media (min-width: 800px) { .f { width: 25% } }"
        self.clean(css, f"<div class=r>{'<div class=f></div>' * 4}</div>")

    def test_helpers_off_the_screen(self) -> None:
        css = ".skip { position: absolute; left: -9999px } .sr { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap }"
        self.clean(
            css,
            "<a class=skip href=#m>Skip to the timetable</a><h1><span class=sr>Words for those who listen only</span> Fares</h1>",
        )

    def test_decoration_that_is_clipped(self) -> None:
        css = ".hero { position: relative; overflow: hidden; height: 90px } .hero::after { content: ''; position: absolute; left: 80%; width: 900px; height: 40px }\n.scroll { overflow-x: auto } .scroll div { width: 1200px; height: 20px }"
        self.clean(css, "<div class=hero></div><div class=scroll><div></div></div>")

    def test_words_over_a_picture_and_a_float_beside_text(self) -> None:
        css = ".h { position: relative } .h img { display: block; width: 100%; height: auto } .h p { position: absolute; left: 10px; top: 10px; margin: 0; background: #fff }\n.t { float: left; width: 120px; height: 100px }"
        self.clean(
            css,
            f"<div class=h><img src=b.png width=800 height=600 alt=boat><p>Departures</p></div><div><div class=t></div><p style='max-width: 60ch'>{LONG}</p><p style='max-width: 60ch'>{LONG}</p></div>",
            b_png=picture(800, 600),
        )

    def test_what_closed_details_hold_and_controls_as_the_browser_has_them(self) -> None:
        css = ".w { width: 1200px } form { max-width: 300px }"
        self.clean(
            css,
            "<details><summary>More</summary><p class=w>a</p></details><form><label>One <input></label><br><label>Two <input></label></form>",
        )

    def test_queries_that_meet(self) -> None:
        css = "@media (max-width: 599.98px) { p { margin: 0 } } @media (min-width: 600px) and (max-width: 899px) { p { margin: 5px } } @media (min-width: 900px) { p { margin: 9px } }"
        self.clean(css, "<p>x</p>")

    def test_links_in_a_sentence_and_states_that_move_nothing(self) -> None:
        css = "a:hover { color: #900; text-decoration: underline } .b { display: inline-block; padding: 12px; border: 2px solid #fff } .b:hover { border-color: #000 }"
        self.clean(
            css,
            "<p>Boats call at <a href=#>Gull Rock</a> and <a href=#>Seal Bank</a> daily.</p><a class=b href=#>Book</a>",
        )


class Breakpoints(unittest.TestCase):
    def test_the_few_widths_that_settle_all(self) -> None:
        # The card fits from 560, the floats from 600: one query at 600 comes 40 early for the card and settles both.
        css = ".card { width: 560px; height: 20px }\n.r { overflow: hidden }\n.f { float: left; width: 300px; height: 20px }\n@media (min-width: 700px) { .nothing { color: red } }"
        sheet = "body { margin: 0 }\n" + css
        page = Page(
            MemoryFiles(
                {
                    "index.html": "<!DOCTYPE html><link rel=stylesheet href=s.css><body><main><div class=card></div><div class=r><div class=f></div><div class=f></div></div></main></body>",
                    "s.css": sheet,
                }
            )
        )
        surveyed = survey(page, LOW, HIGH)
        self.assertEqual(
            [(one.kind, one.low, one.high) for one in surveyed.findings if one.kind != "unused-rule"],
            [("page-overflow", 320, 559), ("row-break", 320, 599)],
        )
        self.assertEqual([(one.at, len(one.settles)) for one in surveyed.breakpoints], [(600, 2)])
        self.assertEqual(
            [(one.text, one.does_work) for one in surveyed.queries], [("(min-width: 700px)", False)]
        )

    def test_bands_and_edges(self) -> None:
        css = ".r > div { height: 20px }\n@media (min-width: 600px) { .r { display: flex } .r > :first-child { width: 50% } .r > div { width: 25% } }\n.l { max-width: 800px }"
        page = Page(
            MemoryFiles(
                {
                    "index.html": f"<!DOCTYPE html><style>body {{ margin: 0 }} {css}</style><body><main class=l><div class=r><div></div><div></div><div></div></div><p>x</main>"
                }
            )
        )
        surveyed = survey(page, LOW, HIGH)
        bands = [(one.low, one.high, one.arrangement) for one in surveyed.bands if one.selector == "div.r"]
        self.assertEqual(bands, [(320, 599, "stacked"), (600, 1000, "3 across, 2:1:1")])
        self.assertEqual(
            [(one.at, one.cause) for one in surveyed.edges],
            [(600, "media query"), (800, "main.l reaches its maximum of 800")],
        )


class Comparing(unittest.TestCase):
    def test_better_and_worse_at_which_widths(self) -> None:
        before = [("row-break", "div.f", 320, 599, "a"), ("missing-alt", "img", None, None, "b")]
        after = [("row-break", "div.f", 400, 650, "c"), ("page-overflow", "pre", 320, 330, "d")]
        told = [(one.kind, one.is_better, one.low, one.high) for one in compare(before, after)]
        self.assertEqual(
            told,
            [
                ("page-overflow", False, 320, 330),
                ("row-break", False, 600, 650),
                ("row-break", True, 320, 399),
                ("missing-alt", True, None, None),
            ],
        )
