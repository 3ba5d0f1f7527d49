"""What Write shows beside the code: notes, rows, hills."""

from __future__ import annotations

import unittest
from unittest import mock

import numpy as np
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.widths.page_walk import walk
from hillpin.core.writing.dimensions import MOST_ROWS, dimension_rows
from hillpin.core.writing.explanation import explain
from hillpin.core.writing.hill import HillPoint, bends, hill_of, simplified
from hillpin.core.writing.notes import margin_notes

from .pages import only, page_of, recorded


class Notes(unittest.TestCase):
    def texts(self, css: str, body: str, width: int = 800) -> list[str]:
        page = page_of(css, body)
        return [note.text for note in margin_notes(page, recorded(page, width)) if note.file == "index.html"][
            1:
        ]

    def test_lengths_and_sides(self) -> None:
        for declaration, expected in (
            ("width: 50%", "400, of 800"), ("padding: 1rem 5%", "16, then 40, of 800"), ("padding: 8px", "8 each side"), ("padding: 1px 2px 3px 4px", "1 2 3 4"), ("margin: 0", "0"),
            ("font-size: 1.5em", "24"), ("line-height: 1.5", "24"), ("border: 2px solid", "2 each side"), ("margin-inline: 5%", "40 each side, of 800"), ("letter-spacing: .1em", "1.60"),
            ("max-width: 500px", "500, reached"), ("max-width: 900px", "900, not reached"), ("min-width: 900px", "900, holds it"), ("text-indent: 10%", "80, of 800"),
        ):  # fmt: skip
            self.assertEqual(self.texts(f"p {{ {declaration} }}", "<p>x</p>"), [expected], declaration)

    def test_colours_have_a_swatch(self) -> None:
        page = page_of(
            "p { color: rgb(43 104 128); background: white; border: 1px solid; border-color: #0008 } b { color: currentcolor }",
            "<p>x<b>y</b></p>",
        )
        notes = margin_notes(page, recorded(page))
        self.assertEqual(
            [swatch for note in notes for swatch in note.swatches], ["#2b6880", "#ffffff", "#00000088", "#2b6880"]
        )

    def test_what_cannot_take_effect_says_why(self) -> None:
        for css, expected in (
            ("b { width: 50px }", "an inline box takes no width or height"), ("b { margin-top: 5px }", "an inline box takes no margin above or below"),
            ("p { flex: 1 }", "the box is in no flex container"), ("p { align-items: center }", "the box is neither a flex nor a grid container"),
            ("p { gap: 4px }", "the box is neither a flex nor a grid container"), ("p { grid-area: head }", "the box is in no grid container"),
            ("p { top: 3px }", "the box is not positioned"), ("p { z-index: 2 }", "the box is not positioned"),
            ("p { vertical-align: middle }", "only inline boxes and table cells are aligned so"), ("b { text-align: center }", "an inline box has no lines of its own: set it on the block around it"),
            ("p { object-fit: cover }", "only pictures and the like are fitted"), ("p { text-overflow: ellipsis }", "overflow is visible, so nothing is cut off"),
            ("div { display: flex } p { float: left }", "items of a flex container do not float"), ("div { display: grid } p { clear: both }", "items of a grid container are not cleared"),
            ("div { display: flex } p { justify-self: end }", "a flex item is not justified by itself: use auto margins"), ("p { border-width: 3px }", "the border has no style"),
            ("p { height: 50% }", "a percentage of the height of div, which is auto"), ("td { margin: 4px }", "parts of a table take no margin"),
        ):  # fmt: skip
            page = page_of(css, "<div><p>x <b>y</b></p></div><table><tr><td>z</td></tr></table>")
            dead = [note.text for note in margin_notes(page, recorded(page)) if note.kind == "dead"]
            self.assertEqual(dead, [f"no effect: {expected}"], css)

    def test_what_has_an_effect_is_never_called_dead(self) -> None:
        for css in (
            "p { width: 50px; margin-top: 4px; text-align: center; clear: both; float: left }", "b { padding: 4px; margin-left: 3px; vertical-align: top; border: 1px solid; border-width: 2px }",
            "div { display: flex; gap: 4px; align-items: center; flex-wrap: wrap } p { flex: 1; order: 2; align-self: end; z-index: 1 }",
            "div { display: grid; justify-items: start; grid-template-columns: 1fr } p { grid-column: 1; justify-self: end; height: 50% }",
            "p { position: relative; top: 3px; z-index: 2; overflow: hidden; text-overflow: ellipsis }", "div { height: 200px } p { height: 50% }",
            "td { vertical-align: middle; padding: 3px; height: 20px; width: 30px }", "div { columns: 2; column-gap: 4px }", "html, body { height: 100% } div { height: 100% }",
        ):  # fmt: skip
            page = page_of(css, "<div><p>x <b>y</b></p></div><table><tr><td>z</td></tr></table>")
            self.assertEqual(
                [note.text for note in margin_notes(page, recorded(page)) if note.kind == "dead"], [], css
            )

    def test_auto_margins_show_what_they_take(self) -> None:
        self.assertIn("0, then 150", self.texts("p { width: 500px; margin: 0 auto }", "<p>x</p>"))

    def test_grids_and_flex_containers(self) -> None:
        texts = self.texts(
            "div { display: grid; grid-template-columns: 1fr 3fr; gap: 8px 20px }",
            "<div><p></p><p></p><p></p></div>",
        )
        # (800 − 20) ÷ 4 = 195, three times that 585.
        self.assertEqual(texts, ["2 columns, 2 rows", "195 | 585", "8, then 20"])
        self.assertEqual(
            self.texts(
                "div { display: flex; flex-wrap: wrap } p { flex: 0 0 500px }", "<div><p></p><p></p></div>"
            ),
            ["2 items on 2 lines", "500 wide"],
        )

    def test_problems_stand_beside_their_line(self) -> None:
        texts = self.texts("p { widht: 3px; width: 30; color: red height: 3px }", "<p>x</p>")
        self.assertEqual(
            texts,
            [
                "There is no property widht.",
                "width needs a unit after 30.",
                "A semicolon is missing: color swallows the next declaration, and both are dropped.",
            ],
        )


class Rows(unittest.TestCase):
    def test_ancestors_that_narrow_and_the_box(self) -> None:
        page = page_of(
            """
            .w { padding: 0 24px }
            .same { }
            p { margin: 0 10%; border: 1px solid }
            """,
            "<div class=w><div class=same><p>x</p></div></div>",
        )
        rows = dimension_rows(recorded(page, 742), only(page, "p"))
        self.assertEqual([row.name for row in rows], ["viewport", "div.w", "p"])
        self.assertEqual(
            [(part.kind, part.width) for part in rows[1].parts],
            [("padding", 24), ("content", 694), ("padding", 24)],
        )
        # 10% of 694 is 69.4, cut to 69.390625.
        self.assertEqual((rows[2].parts[0].kind, rows[2].parts[0].width), ("margin", 69.390625))
        self.assertEqual(sum(part.width for part in rows[2].parts), 694)

    def test_tracks_with_gaps(self) -> None:
        page = page_of(
            "div { display: grid; grid-template-columns: 100px 1fr; gap: 20px }", "<div><p>x</p></div>"
        )
        rows = dimension_rows(recorded(page, 500), only(page, "p"))
        self.assertEqual(
            [(part.kind, part.x, part.width, part.label) for part in rows[-2].parts],
            [("track", 0, 100, "100 = 100"), ("gap", 100, 20, ""), ("track", 120, 380, "1fr = 380")],
        )

    def test_deep_nesting_stays_in_bounds(self) -> None:
        page = page_of("div { padding: 0 5px }", "<div>" * 20 + "<p>x</p>" + "</div>" * 20)
        rows = dimension_rows(recorded(page, 500), only(page, "p"))
        self.assertLessEqual(len(rows), MOST_ROWS)
        self.assertEqual((rows[0].name, rows[-1].name, rows[-1].inside), ("viewport", "p", 300))


class Hills(unittest.TestCase):
    def test_straight_stretches_need_only_their_ends(self) -> None:
        points = [HillPoint(0, 0.0), HillPoint(10, 10.0), HillPoint(20, 20.0), HillPoint(30, 20.0)]
        self.assertEqual([p.at for p in simplified(points, set())], [0, 20, 30])

    def test_a_maximum_makes_an_edge(self) -> None:
        page = page_of("p { max-width: 600px; margin: 0 auto }", "<p>x</p>")
        hill = hill_of(page, only(page, "p"), 240, 1000)
        self.assertEqual([(p.at, p.width) for p in hill.points], [(240, 240), (600, 600), (1000, 600)])
        self.assertEqual([(e.at, e.cause) for e in hill.edges], [(600, "p reaches 600")])
        self.assertTrue(hill.at_once)

    def test_a_query_cuts_between_two_widths(self) -> None:
        page = page_of(
            """
            p { width: 100px }
            @media (min-width: 500px) { p { width: 50% } }
            """,
            "<p>x</p>",
        )
        hill = hill_of(page, only(page, "p"), 400, 600)
        self.assertEqual(
            [(p.at, p.width) for p in hill.points], [(400, 100), (499, 100), (500, 250), (600, 300)]
        )
        self.assertEqual(
            [(e.at, e.cause, e.line) for e in hill.edges], [(500, "@media (min-width: 500px)", 3)]
        )

    def test_the_exact_width_at_which_columns_fit(self) -> None:
        page = page_of(
            "div { display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)) }",
            "<div><p>x</p></div>",
        )
        hill = hill_of(page, only(page, "p"), 350, 450)
        self.assertEqual({p.at: p.width for p in hill.points}[399], 399)
        self.assertEqual({p.at: p.width for p in hill.points}[400], 200)
        self.assertFalse(hill.at_once)

    def test_where_it_makes_no_box(self) -> None:
        page = page_of("@media (max-width: 399px) { p { display: none } }", "<p>x</p>")
        hill = hill_of(page, only(page, "p"), 300, 500)
        self.assertEqual(
            [(p.at, p.width) for p in hill.points], [(300, None), (399, None), (400, 400), (500, 500)]
        )

    def test_what_turns_with_the_height_of_the_window(self) -> None:
        # At 500 high: landscape from 501 on; a ratio of 3:2 from 750 on.
        page = page_of(
            """
            p { width: 100px }
            @media (orientation: landscape) { p { width: 200px } }
            @media (min-aspect-ratio: 3/2) { p { width: 300px } }
            """,
            "<p>x</p>",
        )
        hill = hill_of(page, only(page, "p"), 400, 900, 500)
        self.assertEqual(
            [(p.at, p.width) for p in hill.points],
            [(400, 100), (500, 100), (501, 200), (749, 200), (750, 300), (900, 300)],
        )
        found = [one.low for one in walk(page, 400, 900, 500).stretches]
        self.assertEqual(found, [400, 501, 750])

    def test_boxes_that_stand_alone_are_not_laid_out(self) -> None:
        sheet = """
            main { padding: 0 5%; max-width: 60em } .f { float: left; width: 40vw } .g { display: grid }
            .a { width: calc(50% + 10px); min-width: 200px } .s { float: right }
        """
        body = "<main><div class=f><p>text of it</p></div><div class=a><p>x</p></div><div class=s>some words</div><div class=g><i>y</i></div></main>"
        page = page_of(sheet, body)
        at_once = {}
        with mock.patch.object(Page, "layout", side_effect=AssertionError("laid out")):
            for selector in (".f p", ".a p", ".s"):
                at_once[selector] = hill_of(page, only(page, selector), 240, 1400)
            # A grid beside floats is narrower where they stand: that takes a layout.
            with self.assertRaises(AssertionError):
                hill_of(page, only(page, ".g"), 240, 1400)
        for selector, hill in at_once.items():
            for point in hill.points:
                rect = page.layout(point.at).rects[only(page, selector)]
                self.assertEqual(rect.width, point.width, (selector, point.at))
            self.assertEqual((hill.points[0].at, hill.points[-1].at), (240, 1400))
        # 40 % of the window, whatever is around it.
        self.assertEqual({p.at: p.width for p in at_once[".f p"].points}, {240: 96, 1400: 560})

    def test_bends_are_found_however_slight(self) -> None:
        values = np.concatenate([np.arange(100) * 0.5, 49.5 + np.arange(1, 200) * 0.51])
        self.assertEqual(bends(values), [0, 99, 298])

    def test_it_can_be_stopped(self) -> None:
        page = page_of("p { width: 50% }", "<p>x</p>")
        self.assertEqual(len(hill_of(page, only(page, "p"), 240, 1920, stopped=lambda: True).points), 0)

    def test_every_colour_of_a_line_has_a_swatch(self) -> None:
        page = page_of(
            "p { background: linear-gradient(#123456, rgb(255 0 0 / 50%)); box-shadow: 0 0 3px teal; border: 1px solid currentcolor; font: 16px red; color: #010203 }",
            "<p>x</p>",
        )
        notes = [note for note in margin_notes(page, page.layout(800)) if note.swatches]
        self.assertEqual(
            [note.swatches for note in notes], [("#123456", "#ff000080"), ("#008080",), ("#010203",), ("#010203",)]
        )


class GeneratedBoxes(unittest.TestCase):
    CSS = """.c { width: 400px; position: relative; padding: 10px }
.c::before { content: ""; display: block; width: 50%; height: 12px; margin: 0 0 5px 10% }
.d::after { content: " more"; margin-left: 10px; height: 5px }
.e::before { width: 9px }
"""
    BODY = "<div class=c>a</div><p class=d>b</p><p class=e>b</p>"

    def test_notes_on_the_lines_of_before_and_after(self) -> None:
        page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><link rel=stylesheet href=s.css><body>{self.BODY}", "s.css": self.CSS}))
        notes = [(one.line, one.text) for one in margin_notes(page, page.layout(800)) if one.line > 1]
        self.assertEqual(
            notes,
            [
                (2, "200, of 400"),
                (2, "12"),
                (2, "0 0 5 40, of 400"),
                (3, "10"),
                (3, "no effect: an inline box takes no width or height"),
                (4, "no ::before box: it needs a content"),
            ],
        )

    def test_their_workings(self) -> None:
        page = page_of(self.CSS, self.BODY)
        layout, element = recorded(page), only(page, ".c")
        width = explain(page, layout, element, "width", "before")
        self.assertEqual((width.name, width.value, width.steps[-1].label), ("div.c::before", 200, "× 50%"))
        # The padding of 10 and a tenth of 400.
        self.assertEqual(explain(page, layout, element, "x", "before").value, 50)
        self.assertEqual(
            explain(page, layout, element, "width", "after").reason, "div.c::after makes no box here."
        )
