"""Workings: sums that a person can follow with a pencil, and that come out exactly."""

from __future__ import annotations

import unittest

from hillpin.core.writing.explanation import QUANTITIES, explain
from hillpin.core.writing.working_text import as_text

from .pages import only, page_of, recorded, sums, working


class Blocks(unittest.TestCase):
    def test_an_auto_width_from_the_viewport_down(self) -> None:
        page = page_of(
            """
            .w { padding: 0 24px; margin: 0 10px }
            p { margin: 0; border: 2px solid }
            """,
            "<div class=w><p>x</p></div>",
        )
        answer = working(page, "p", 742)
        self.assertEqual(sums(answer), [("start", 742), ("add", -20), ("add", -48)])
        self.assertEqual((answer.value, answer.inside), (674, 670))
        self.assertEqual([s.line for s in answer.steps], [None, 2, 2])

    def test_a_percentage_of_the_room(self) -> None:
        page = page_of(
            """
            .w { padding: 0 24px }
            p { width: 31%; padding: 0 10px }
            """,
            "<div class=w><p>x</p></div>",
        )
        # 742 − 48 = 694; 31% of it 215.14, cut to 215.125 in sixty-fourths (13,768.96 → 13,768); and 2 × 10.
        answer = working(page, "p", 742)
        self.assertEqual(sums(answer), [("start", 742), ("add", -48), ("set", 215.125), ("add", 20)])
        self.assertEqual(answer.value, 235.125)

    def test_limits_say_whether_they_are_reached(self) -> None:
        page = page_of("p { max-width: 500px; min-width: 300px }", "<p>x</p>")
        self.assertEqual(
            [s.label for s in working(page, "p", 800).steps][-2:],
            ["max-width: 500 holds it back", "min-width: 300, not needed"],
        )
        self.assertEqual(
            [s.label for s in working(page, "p", 200).steps][-2:],
            ["max-width: 500, not reached", "min-width: 300 holds it open"],
        )

    def test_a_height_of_lines(self) -> None:
        page = page_of("p { line-height: 20px; padding: 5px 0 }", "<p>a<br>b<br>c</p>")
        answer = working(page, "p", of="height")
        self.assertEqual(sums(answer), [("start", 60), ("add", 10)])
        self.assertEqual(answer.steps[0].label, "3 lines × 20")

    def test_places_step_over_the_parents_edges(self) -> None:
        page = page_of(
            """
            div { border: 3px solid; padding: 7px }
            p { margin: 11px }
            """,
            "<div><p>x</p></div>",
        )
        self.assertEqual(
            sums(working(page, "p", of="x")), [("start", 0), ("add", 3), ("add", 7), ("add", 11)]
        )
        self.assertEqual(working(page, "p", of="y").value, 21)

    def test_a_collapsed_margin_is_named(self) -> None:
        page = page_of(
            """
            h2 { margin: 0 0 30px; line-height: 10px }
            p { margin: 20px 0; line-height: 10px }
            """,
            "<h2>x</h2><p>y</p>",
        )
        answer = working(page, "p", of="y")
        self.assertEqual(answer.value, 40)
        self.assertIn("margin, the larger of those that meet", [s.label for s in answer.steps])

    def test_clearance(self) -> None:
        page = page_of(
            """
            i { float: left; height: 50px; width: 10px }
            p { clear: left; margin: 0 }
            """,
            "<i></i><p>y</p>",
        )
        self.assertIn("clear: left, below the floats", [s.label for s in working(page, "p", of="y").steps])

    def test_a_transform_is_named_with_its_line(self) -> None:
        page = page_of(
            """
            .k { transform: translateX(30px) }
            p { margin: 0 }
            """,
            "<div class=k><p>x</p></div>",
        )
        answer = working(page, "p", 800, "x")
        self.assertEqual(answer.value, 30)
        last = answer.steps[-1]
        self.assertEqual((last.label, last.amount, last.line), ("transform of div.k", 30, 2))

    def test_a_turned_box_ends_at_the_rectangle_around_it(self) -> None:
        page = page_of("i { display: block; width: 100px; height: 40px; rotate: 90deg }", "<i></i>")
        answer = working(page, "i", 800)
        # A quarter turn swaps the sides: from 100 to 40.
        self.assertEqual([s.label for s in answer.steps][-1], "rotate of i")
        self.assertAlmostEqual(answer.value, 40)
        self.assertAlmostEqual(answer.steps[-1].amount, -60)

    def test_an_absolute_box_as_wide_as_its_content(self) -> None:
        page = page_of(
            "div { position: absolute; width: max-content; padding: 0 5px } b { display: inline-block; width: 70px }",
            "<div><b></b></div>",
        )
        answer = working(page, "div", 800)
        self.assertEqual(sums(answer), [("start", 70), ("add", 10)])
        self.assertEqual(answer.steps[0].label, "max-content")

    def test_an_element_without_a_box(self) -> None:
        answer = working(page_of("p { display: none }", "<p>x</p>"), "p")
        self.assertEqual((answer.reason, answer.steps), ("p makes no box here.", []))


class Boxes(unittest.TestCase):
    def test_a_float(self) -> None:
        page = page_of(
            """
            div { width: 500px; padding: 10px }
            i { float: right; width: 100px; height: 10px; margin: 5px }
            """,
            "<div><i></i></div>",
        )
        self.assertEqual(working(page, "i", of="x").value, 405)
        self.assertIn(
            "float: right, as far right as it may stand", [s.label for s in working(page, "i", of="x").steps]
        )

    def test_a_positioned_box_between_its_insets(self) -> None:
        page = page_of(
            """
            div { position: relative; width: 400px; height: 100px }
            i { position: absolute; left: 10%; right: 50px; top: 5px }
            """,
            "<div><i>x</i></div>",
        )
        # 400 − 40 − 50 = 310.
        self.assertEqual(sums(working(page, "i")), [("start", 400), ("add", -40), ("add", -50)])

    def test_a_table_column(self) -> None:
        page = page_of(
            """
            table { width: 400px; border-spacing: 0 }
            td { padding: 0 }
            .a { width: 25% }
            """,
            "<table><tr><td class=a>a</td><td>b</td></tr></table>",
        )
        answer = working(page, ".a")
        self.assertEqual(answer.value, 100)
        self.assertIn("column 1, 25% of the columns’ room", answer.steps[0].label)

    def test_a_picture_by_its_ratio(self) -> None:
        page = page_of(
            "img { width: 50%; height: auto }",
            '<img width=400 height=300 src="a.svg">',
            a__svg="<svg xmlns='http://www.w3.org/2000/svg' width='400' height='300'/>",
        )
        self.assertEqual(sums(working(page, "img")), [("start", 800), ("set", 400)])
        self.assertEqual(working(page, "img", of="height").value, 300)

    def test_text_for_a_terminal(self) -> None:
        page = page_of(".w { padding: 0 24px }", "<div class=w><p>x</p></div>")
        text = as_text(working(page, "p", 742))
        self.assertEqual(
            text.splitlines()[:3],
            [
                "Width of p at 742",
                "     742.00  viewport   the initial containing block",
                "−     48.00  div.w padding 24 + 24   index.html line 1",
            ],
        )
        self.assertEqual(text.splitlines()[-1], "=    694.00  width")


class FlexAndGrid(unittest.TestCase):
    def test_a_flex_item_base_free_space_share(self) -> None:
        page = page_of(
            """
            div { display: flex; gap: 10px }
            b { flex: 1 0 50px }
            b + b { flex-grow: 2 }
            """,
            "<div><b id=a></b><b id=b></b></div>",
        )
        # 800 − 10 − 100 = 690 to share: 230 and 460.
        answer = working(page, "#b")
        self.assertEqual(sums(answer), [("start", 50), ("add", 460)])
        self.assertIn(
            "free space 690 = 800 in div − (50 + 50) − 1 gaps × 10", [s.label for s in answer.steps]
        )
        self.assertEqual(answer.steps[-1].label, "its share, 2 of 3 flex-grow")

    def test_a_flex_item_held_open_by_its_automatic_minimum(self) -> None:
        page = page_of(
            """
            div { display: flex; width: 100px }
            b { flex: 0 1 80px }
            i { display: block; width: 90px }
            """,
            "<div><b id=a><i></i></b><b></b></div>",
        )
        answer = working(page, "#a")
        # 100 for two bases of 80 would make 50 each; the content of 90 keeps it open.
        self.assertEqual(answer.value, 90)
        self.assertIn(
            "held open by its automatic minimum: its min-content size", [s.label for s in answer.steps]
        )

    def test_a_column_from_its_fractions(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-columns: 2fr 1fr 1fr; gap: 20px }
            .w { padding: 0 24px }
            """,
            "<main class=w><div><b id=a></b><b id=b></b><b></b></div></main>",
        )
        # 742 − 48 − 40 = 654; a quarter is 163.50.
        answer = working(page, "#b", 742)
        self.assertEqual(sums(answer), [("start", 742), ("add", -48), ("add", -40), ("set", 163.5)])
        self.assertEqual(answer.steps[-1].label, "× 1 ÷ 4: its part of 2fr 1fr 1fr")

    def test_a_track_blown_out_by_a_long_word(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-columns: 1fr 1fr; width: 200px }
            i { display: block; width: 150px }
            """,
            "<div><b id=a><i></i></b><b></b></div>",
        )
        answer = working(page, "#a")
        self.assertEqual(answer.value, 150)
        labels = [s.label for s in answer.steps]
        self.assertIn("blown out: its content needs more than its fraction", labels)
        self.assertIn("base size 150 at least, from the contribution of b#a", labels)

    def test_fr_rows_without_a_height_to_share(self) -> None:
        page = page_of("div { display: grid; grid-template-rows: 1fr 2fr }", "<div><b>x</b><b>y</b></div>")
        self.assertIn(
            "fr rows have no height to share: the height is auto, so they are as high as their content",
            [s.label for s in working(page, "div", of="height").steps],
        )


class Exactness(unittest.TestCase):
    PAGE = (
        "header { display: flex; justify-content: space-between; padding: 10px 3% } .r div { float: left; width: 31%; margin: 0 1% } ul { display: grid;"
        "grid-template-columns: repeat(auto-fill, minmax(120px, 1fr)); gap: 7px } td { padding: 3px } figure { position: relative } figcaption { position: absolute;"
        "bottom: 0; left: 5%; right: 5% } nav a { display: inline-block; padding: 4px 9px }",
        "<header><b>a</b><nav><a>one</a> <a>two</a></nav></header><section class=r><div>x</div><div>y<p>z</p></div><div>w</div></section><ul><li>a</li><li>b</li><li>c</li></ul>"
        "<table><caption>c</caption><tr><td>a</td><td rowspan=2>b</td></tr><tr><td>c</td></tr></table><figure><svg width=30 height=20></svg><figcaption>t</figcaption></figure>",
    )

    def test_every_sum_comes_out_and_none_ends_in_as_laid_out(self) -> None:
        page = page_of(*self.PAGE)
        for width in (320, 777):
            layout = recorded(page, width)
            for element in page.document.elements:
                for quantity in QUANTITIES:
                    answer = explain(page, layout, element, quantity)
                    total = 0.0
                    for step in answer.steps:
                        total = (
                            total + step.amount
                            if step.operation == "add"
                            else total
                            if step.operation == "note"
                            else step.amount
                        )
                    self.assertEqual(total, answer.value, (width, element.name(), quantity))
                    self.assertNotIn(
                        "as laid out", [s.label for s in answer.steps], (width, element.name(), quantity)
                    )

    def test_recording_changes_no_number(self) -> None:
        page = page_of(*self.PAGE)
        plain = page_of(*self.PAGE).boxes(640).boxes
        self.assertEqual(recorded(page, 640).boxes, plain)

    def test_walking_widths_in_any_order_gives_the_same_boxes(self) -> None:
        page = page_of(*self.PAGE)
        forward = {w: page.boxes(w).boxes for w in range(300, 900, 37)}
        backward = {w: page.boxes(w).boxes for w in range(867, 299, -37)}
        for width, boxes in backward.items():
            self.assertEqual(boxes, page_of(*self.PAGE).boxes(width).boxes, width)
        for width in forward:
            self.assertEqual(forward[width], page_of(*self.PAGE).boxes(width).boxes)

    def test_places_of_the_only_element(self) -> None:
        page = page_of("", "<p>x</p>")
        self.assertEqual(explain(page, recorded(page), only(page, "body"), "x").value, 0)
