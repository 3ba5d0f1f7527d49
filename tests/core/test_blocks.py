"""Blocks, floats, tables and positioned boxes by hand."""

from __future__ import annotations

import unittest

from hillpin.core.layout.block.floats import Floats
from hillpin.core.layout.table.table_columns import Column, distribute_auto, distribute_fixed, grid_sizes

from .pages import box, page_of

LINE = "line-height: 20px; font-size: 10px;"


class Margins(unittest.TestCase):
    def test_the_larger_of_two_margins_counts(self) -> None:
        page = page_of(
            f"p {{ {LINE} margin: 10px 0 30px }} #b {{ margin-top: 20px }}", "<p>a</p><p id=b>b</p>"
        )
        # 10 + 20 + 30 (not 30 + 20).
        self.assertEqual(box(page, "#b").y, 60)

    def test_a_negative_margin_is_added_to_the_largest(self) -> None:
        page = page_of(f"p {{ {LINE} margin: 0 0 30px }} #b {{ margin-top: -10px }}", "<p>a</p><p id=b>b</p>")
        self.assertEqual(box(page, "#b").y, 40)

    def test_two_negative_margins_the_smaller_counts(self) -> None:
        page = page_of(f"p {{ {LINE} margin: 0 0 -5px }} #b {{ margin-top: -8px }}", "<p>a</p><p id=b>b</p>")
        self.assertEqual(box(page, "#b").y, 12)

    def test_padding_keeps_margins_inside(self) -> None:
        page = page_of(f"div {{ padding: 1px }} p {{ {LINE} margin: 10px 0 }}", "<div><p>a</p></div>")
        self.assertEqual((box(page, "div").height, box(page, "p").y), (42, 11))

    def test_without_padding_they_stick_out(self) -> None:
        page = page_of(f"p {{ {LINE} margin: 10px 0 }}", "<div><p>a</p></div>")
        self.assertEqual((box(page, "div").y, box(page, "div").height), (10, 20))

    def test_a_minimum_height_does_not_let_the_bottom_margin_out(self) -> None:
        page = page_of(
            f"div {{ min-height: 100px }} p {{ {LINE} margin: 0 0 30px }} #n {{ margin: 0 }}",
            "<div><p>a</p></div><p id=n>b</p>",
        )
        self.assertEqual((box(page, "div").height, box(page, "#n").y), (100, 100))

    def test_an_empty_block_lets_margins_through(self) -> None:
        page = page_of(
            f"p {{ {LINE} margin: 0 }} i {{ display: block; margin: 12px 0 25px }} #b {{ margin-top: 8px }}",
            "<p>a</p><i></i><p id=b>b</p>",
        )
        self.assertEqual(box(page, "#b").y, 45)


class Widths(unittest.TestCase):
    def test_auto_margins_share_what_is_left(self) -> None:
        page = page_of("p { width: 300px; margin: 0 auto }", "<p></p>")
        self.assertEqual(box(page, "p", 800).x, 250)
        self.assertEqual(box(page, "p", 200).x, 0)

    def test_one_auto_margin_takes_all(self) -> None:
        self.assertEqual(box(page_of("p { width: 300px; margin-left: auto }", "<p></p>"), "p", 800).x, 500)

    def test_border_box_holds_padding_and_border(self) -> None:
        page = page_of(
            "p { box-sizing: border-box; width: 25%; padding: 10px; border: 5px solid }", "<p></p>"
        )
        self.assertEqual((box(page, "p", 800).width, box(page, "p", 80).width), (200, 30))

    def test_minimum_beats_maximum(self) -> None:
        self.assertEqual(box(page_of("p { max-width: 100px; min-width: 150px }", "<p></p>"), "p").width, 150)

    def test_percent_of_the_containing_block_not_of_the_box(self) -> None:
        page = page_of(
            """
            div { width: 400px }
            p { width: 200px; padding-left: 10%; margin-left: 5% }
            """,
            "<div><p></p></div>",
        )
        found = box(page, "p")
        self.assertEqual((found.x, found.width), (20, 240))


class FloatPlaces(unittest.TestCase):
    def test_left_ones_from_the_left_right_ones_from_the_right(self) -> None:
        floats = Floats()
        self.assertEqual(floats.place(True, 100, 50, 0, 0, 500), (0, 0))
        self.assertEqual(floats.place(True, 100, 50, 0, 0, 500), (100, 0))
        self.assertEqual(floats.place(False, 100, 50, 0, 0, 500), (400, 0))

    def test_one_that_does_not_fit_drops_below_the_first_that_ends(self) -> None:
        floats = Floats()
        floats.place(True, 200, 80, 0, 0, 500)
        floats.place(True, 200, 30, 0, 0, 500)
        self.assertEqual(floats.place(True, 200, 10, 0, 0, 500), (200, 30))

    def test_none_is_higher_than_one_before_it(self) -> None:
        floats = Floats()
        floats.place(True, 500, 40, 0, 0, 500)
        floats.place(True, 400, 40, 0, 0, 500)
        self.assertEqual(floats.place(False, 50, 10, 0, 0, 500), (450, 40))

    def test_what_is_too_wide_stands_alone(self) -> None:
        floats = Floats()
        floats.place(True, 100, 40, 0, 0, 500)
        self.assertEqual(floats.place(True, 900, 10, 0, 0, 500), (0, 40))

    def test_clearing(self) -> None:
        floats = Floats()
        floats.place(True, 10, 40, 0, 0, 500)
        floats.place(False, 10, 70, 0, 0, 500)
        self.assertEqual([floats.clear_edge(side) for side in ("left", "right", "both")], [40, 70, 70])
        self.assertIsNone(Floats().clear_edge("both"))

    def test_the_free_span_at_a_height(self) -> None:
        floats = Floats()
        floats.place(True, 100, 40, 0, 0, 500)
        floats.place(False, 150, 20, 0, 0, 500)
        self.assertEqual(floats.bounds(10, 1, 0, 500), (100, 350))
        self.assertEqual(floats.bounds(30, 1, 0, 500), (100, 500))
        self.assertEqual(floats.bounds(40, 1, 0, 500), (0, 500))

    def test_a_row_of_three_that_is_one_border_too_wide(self) -> None:
        css = "b { float: left; width: 200px; height: 10px } #c { border-left: 1px solid }"
        page = page_of(css, "<b></b><b></b><b id=c></b>")
        self.assertEqual((box(page, "#c", 601).x, box(page, "#c", 601).y), (400, 0))
        self.assertEqual((box(page, "#c", 600).x, box(page, "#c", 600).y), (0, 10))


class Columns(unittest.TestCase):
    def test_between_minimum_and_maximum(self) -> None:
        columns = [Column(50, 100), Column(50, 250)]
        # 150 is 50 above the minimums, shared by 50 : 200.
        self.assertEqual(distribute_auto(150, columns), [60, 90])
        self.assertEqual(distribute_auto(80, columns), [50, 50])
        self.assertEqual(distribute_auto(350, columns), [100, 250])

    def test_beyond_the_maximums_by_maximum(self) -> None:
        self.assertEqual(distribute_auto(700, [Column(50, 100), Column(50, 250)]), [200, 500])

    def test_fixed_columns_keep_their_width_while_others_can_grow(self) -> None:
        self.assertEqual(
            distribute_auto(500, [Column(20, 100, constrained=True), Column(50, 100)]), [100, 400]
        )
        self.assertEqual(
            distribute_auto(500, [Column(20, 100, constrained=True), Column(50, 150, constrained=True)]),
            [200, 300],
        )

    def test_percentages_first(self) -> None:
        self.assertEqual(distribute_auto(400, [Column(20, 50, percent=25.0), Column(20, 100)]), [100, 300])

    def test_sizes_of_all_columns(self) -> None:
        self.assertEqual(grid_sizes([Column(20, 100), Column(30, 150)]), (50, 250))
        # 50 as a quarter asks for 200 in all; 300 of three quarters for 400.
        self.assertEqual(grid_sizes([Column(10, 50, percent=25.0), Column(10, 300)]), (20, 400))

    def test_fixed_layout(self) -> None:
        columns = [Column(0, 100, constrained=True), Column(), Column(percent=50.0)]
        self.assertEqual(distribute_fixed(400, columns), [100, 100, 200])

    def test_a_table_with_spacing(self) -> None:
        page = page_of(
            """
            table { width: 400px; border-spacing: 10px }
            td { padding: 0; width: 50%; height: 20px }
            """,
            "<table><tr><td id=a></td><td id=b></td></tr></table>",
        )
        # 400 − 3 × 10 = 370.
        self.assertEqual(
            [(box(page, s).x, box(page, s).width) for s in ("#a", "#b")], [(10, 185), (205, 185)]
        )
        self.assertEqual(box(page, "table").height, 40)

    def test_collapsed_borders_are_shared(self) -> None:
        page = page_of(
            """
            table { border-collapse: collapse }
            td { padding: 0; border: 4px solid; width: 50px; height: 20px }
            """,
            "<table><tr><td id=a></td><td id=b></td></tr></table>",
        )
        # Half of each edge is a cell's own: 50 + 2 + 2; the table's are the outer halves.
        self.assertEqual([(box(page, s).x, box(page, s).width) for s in ("#a", "#b")], [(2, 54), (56, 54)])
        self.assertEqual((box(page, "table").width, box(page, "table").height), (112, 28))


class Positions(unittest.TestCase):
    def test_all_four_insets_and_a_size(self) -> None:
        page = page_of(
            """
            div { position: relative; width: 400px; height: 300px; border: 10px solid }
            i { position: absolute; inset: 20px; width: 100px; height: 50px; margin: auto }
            """,
            "<div><i></i></div>",
        )
        found = box(page, "i")
        # In the padding box: (400 − 100) ÷ 2 = 150 and (300 − 50) ÷ 2 = 125, from its corner at 10.
        self.assertEqual((found.x, found.y), (160, 135))

    def test_right_and_bottom(self) -> None:
        page = page_of(
            """
            div { position: relative; width: 400px; height: 300px }
            i { position: absolute; right: 10px; bottom: 20px; width: 100px; height: 50px }
            """,
            "<div><i></i></div>",
        )
        self.assertEqual((box(page, "i").x, box(page, "i").y), (290, 230))

    def test_the_viewport_where_nothing_is_positioned(self) -> None:
        page = page_of(
            "i { position: absolute; right: 0; bottom: 0; width: 10px; height: 10px }", "<p><i></i></p>"
        )
        self.assertEqual((box(page, "i", 800, 600).x, box(page, "i", 800, 600).y), (790, 590))

    def test_sticky_at_rest_is_pushed_down_to_its_offset(self) -> None:
        page = page_of(
            """
            p { position: sticky; top: 30px; height: 10px; margin: 0 }
            div { height: 200px }
            """,
            "<div><p></p></div>",
        )
        self.assertEqual(box(page, "p").y, 30)

    def test_transforms_move_what_is_measured_only(self) -> None:
        page = page_of(
            """
            i { display: block; width: 100px; height: 40px; transform: translate(50%, -10px) }
            p { margin: 0 }
            """,
            "<i></i><p>x</p>",
        )
        self.assertEqual((box(page, "i").x, box(page, "i").y, box(page, "p").y), (50, -10, 40))
