"""Positions and sizes worked out by hand: lines of boxes, tables, grids, flex lines and sizes by content."""

from __future__ import annotations

import unittest

from hillpin.core.page import Page

from .pages import box, page_of


def place(page: Page, selector: str, width: int = 800) -> tuple[float, float, float, float]:
    """x, y, width and height of the one element that a selector names."""
    found = box(page, selector, width)
    return (found.x, found.y, found.width, found.height)


class InlineBlocks(unittest.TestCase):
    CSS = """
    body { font-size: 0; line-height: 0 }
    b { display: inline-block; width: 30%; height: 40px; vertical-align: top }
    """

    def test_without_spaces_three_stand_side_by_side(self) -> None:
        page = page_of(self.CSS, "<p><b></b><b id=x></b><b id=y></b><b id=z></b></p>")
        # 30% of 800 is 240: three come to 720, the fourth goes to the next line.
        self.assertEqual(place(page, "#x"), (240, 0, 240, 40))
        self.assertEqual(place(page, "#y"), (480, 0, 240, 40))
        self.assertEqual(place(page, "#z"), (0, 40, 240, 40))

    def test_centred_lines_share_what_is_left(self) -> None:
        page = page_of(
            self.CSS + " p { text-align: center }", "<p><b id=w></b><b></b><b></b><b id=z></b></p>"
        )
        # (800 − 720) ÷ 2 = 40; on the second line (800 − 240) ÷ 2 = 280.
        self.assertEqual(place(page, "#w"), (40, 0, 240, 40))
        self.assertEqual(place(page, "#z"), (280, 40, 240, 40))

    def test_nowrap_keeps_them_on_one_line(self) -> None:
        page = page_of(self.CSS + " p { white-space: nowrap }", "<p><b></b> <b></b> <b></b> <b id=z></b></p>")
        self.assertEqual(place(page, "#z"), (720, 0, 240, 40))

    def test_heights_align_at_top_middle_and_bottom(self) -> None:
        page = page_of(
            self.CSS + " .b { vertical-align: bottom } .m { vertical-align: middle } #h { height: 100px }",
            "<p><b id=h></b><b id=x class=b></b></p>",
        )
        self.assertEqual(place(page, "#x")[1], 60)
        self.assertEqual(place(page, "p"), (0, 0, 800, 100))


class Percentages(unittest.TestCase):
    def test_three_columns_of_a_third_with_gutters(self) -> None:
        page = page_of(
            """
            .row { overflow: hidden; width: 900px }
            .c { float: left; width: calc((100% - 60px) / 3); margin-right: 30px; height: 10px }
            .c:last-child { margin-right: 0 }
            """,
            "<div class=row><div class=c></div><div class=c id=m></div><div class=c id=l></div></div>",
        )
        # (900 − 60) ÷ 3 = 280: 0, 280 + 30, 620 + … the last one ends at 900.
        self.assertEqual(place(page, "#m"), (310, 0, 280, 10))
        self.assertEqual(place(page, "#l"), (620, 0, 280, 10))

    def test_vertical_padding_is_of_the_width(self) -> None:
        page = page_of("div { width: 25%; padding-top: 10% }", "<div></div>")
        self.assertEqual(place(page, "div"), (0, 0, 200, 80))

    def test_nested_percentages_multiply(self) -> None:
        page = page_of("div { width: 50% }", "<div><div><div id=x></div></div></div>")
        self.assertEqual(place(page, "#x")[2], 100)

    def test_a_percent_height_needs_a_given_one(self) -> None:
        page = page_of(
            """
            .g { height: 80px }
            p { margin: 0; height: 50% }
            """,
            "<div class=g><p id=x></p></div><div><p id=y></p></div>",
        )
        self.assertEqual((place(page, "#x")[3], place(page, "#y")[3]), (40, 0))


class Boxes(unittest.TestCase):
    def test_a_breakout_to_the_page_edge(self) -> None:
        page = page_of(
            """
            .t { width: 600px; margin: 0 auto }
            .w { width: 100vw; margin-left: calc(50% - 50vw); height: 9px }
            """,
            "<div class=t><div class=w></div></div>",
        )
        # The text begins at 100; 50% of 600 − 400 = −100.
        self.assertEqual(place(page, ".w"), (0, 0, 800, 9))

    def test_inside_its_outer_edges_border_box(self) -> None:
        page = page_of(
            """
            div { box-sizing: border-box; width: 300px; padding: 20px; border: 5px solid }
            p { margin: 0; height: 1px }
            """,
            "<div><p></p></div>",
        )
        self.assertEqual(place(page, "div"), (0, 0, 300, 51))
        self.assertEqual(place(page, "p"), (25, 25, 250, 1))

    def test_limits_that_are_keywords(self) -> None:
        page = page_of(
            """
            b { display: inline-block; width: 120px; height: 20px }
            div { max-width: max-content; font-size: 0 }
            .m { width: 10px; min-width: min-content }
            """,
            "<div id=x><b></b></div><div class=m id=y><b></b></div>",
        )
        self.assertEqual((place(page, "#x")[2], place(page, "#y")[2]), (120, 120))

    def test_a_ratio_from_width_and_from_height(self) -> None:
        page = page_of(
            """
            .a { aspect-ratio: 4 / 3; width: 400px }
            .b { aspect-ratio: 4 / 3; height: 60px; float: left }
            """,
            "<div class=a></div><div class=b></div>",
        )
        self.assertEqual(place(page, ".a")[3], 300)
        self.assertEqual(place(page, ".b")[2], 80)


class FlexAndGrid(unittest.TestCase):
    def test_a_sidebar_that_keeps_its_width(self) -> None:
        page = page_of(
            """
            .f { display: flex; gap: 20px }
            aside { flex: 0 0 180px }
            main { flex: 1 }
            """,
            "<div class=f><aside></aside><main></main></div>",
        )
        self.assertEqual(place(page, "main")[:3:2], (200, 600))

    def test_a_ratio_item_of_a_column(self) -> None:
        page = page_of(
            """
            .f { display: flex; flex-direction: column; align-items: flex-start }
            i { aspect-ratio: 3 / 2; height: 40px }
            """,
            "<div class=f><i></i></div>",
        )
        self.assertEqual(place(page, "i"), (0, 0, 60, 40))

    def test_last_baselines_meet(self) -> None:
        page = page_of(
            """
            .f { display: flex; align-items: last baseline; line-height: 20px }
            .p { padding-bottom: 30px }
            .q { padding-top: 50px }
            """,
            "<div class=f><b class=p>x</b><b class=q>y</b></div>",
        )
        # Heights 50 and 70. Below the last baselines stand 30 more in the first: 70 + 30 = 100 in all.
        self.assertEqual((place(page, ".p")[1], place(page, ".q")[1]), (50, 0))
        self.assertEqual(place(page, ".f")[3], 100)

    def test_fractions_after_fixed_tracks_and_gaps(self) -> None:
        page = page_of(
            ".g { display: grid; grid-template-columns: 120px 1fr 2fr; gap: 0 16px } ",
            "<div class=g><i></i><i id=x></i><i id=y></i></div>",
        )
        # (800 − 120 − 32) ÷ 3 = 216.
        self.assertEqual(place(page, "#x")[:3:2], (136, 216))
        self.assertEqual(place(page, "#y")[:3:2], (368, 432))

    def test_areas_and_rows_of_a_shell(self) -> None:
        page = page_of(
            """
            .s { display: grid; grid-template: "h h" 50px "n m" 1fr "f f" 30px / 200px 1fr; height: 600px }
            header { grid-area: h } nav { grid-area: n } main { grid-area: m } footer { grid-area: f }
            """,
            "<div class=s><header></header><nav></nav><main></main><footer></footer></div>",
        )
        self.assertEqual(place(page, "main"), (200, 50, 600, 520))
        self.assertEqual(place(page, "footer"), (0, 570, 800, 30))

    def test_how_many_columns_fit(self) -> None:
        page = page_of(
            """
            .g { display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); gap: 10px }
            i { height: 5px }
            """,
            "<div class=g><i></i><i></i><i></i><i></i><i></i><i id=x></i></div>",
        )
        # 5 × 150 + 4 × 10 = 790 fits in 800, at 789 only four do: (789 − 30) ÷ 4 = 189.75.
        self.assertEqual(place(page, "#x", 800), (0, 15, 152, 5))
        self.assertEqual(place(page, "#x", 789), (199.75, 15, 189.75, 5))

    def test_a_subgrid_takes_its_parents_columns(self) -> None:
        page = page_of(
            """
            .g { display: grid; grid-template-columns: 100px 1fr 1fr; gap: 20px }
            .s { grid-column: 2 / 4; display: grid; grid-template-columns: subgrid; padding-left: 15px }
            """,
            "<div class=g><div class=s><i id=x></i><i id=y></i></div></div>",
        )
        # (800 − 100 − 40) ÷ 2 = 330; the first loses the padding of 15.
        self.assertEqual(place(page, "#x")[:3:2], (135, 315))
        self.assertEqual(place(page, "#y")[:3:2], (470, 330))

    def test_a_child_placed_out_of_a_grid_stands_in_its_padding_box(self) -> None:
        page = page_of(
            """
            .g { display: grid; position: relative; padding: 30px; border: 2px solid; height: 100px }
            i { position: absolute; justify-self: end; align-self: end; width: 10px; height: 10px }
            """,
            "<div class=g><i></i></div>",
        )
        # Padding box: 2 to 798 across, 2 to 162 down.
        self.assertEqual(place(page, "i"), (788, 152, 10, 10))


class Containers(unittest.TestCase):
    def test_units_and_queries_of_the_nearest_container(self) -> None:
        page = page_of(
            """
            .c { container-type: inline-size; width: 50% }
            p { margin: 0; width: 10cqw; height: 5px }
            @container (min-width: 350px) { p { height: 7px } }
            """,
            "<div class=c><p></p></div>",
        )
        self.assertEqual(place(page, "p", 800), (0, 0, 40, 7))
        self.assertEqual(place(page, "p", 699), (0, 0, 34.9375, 5))

    def test_a_query_that_names_its_container(self) -> None:
        page = page_of(
            """
            .o { container: outer / inline-size }
            .i { container-type: inline-size; width: 100px }
            @container outer (width > 500px) { p { height: 3px } }
            """,
            "<div class=o><div class=i><p></p></div></div>",
        )
        self.assertEqual([box(page, "p", width).height for width in (800, 501, 500)], [3, 3, 0])


class NotCovered(unittest.TestCase):
    def test_what_layout_does_not_cover_is_marked_and_named(self) -> None:
        for declaration, name in (
            ("initial-letter: 3", "initial-letter"),
            ("writing-mode: vertical-rl", "writing-mode: vertical-rl"),
            ("unicode-bidi: plaintext", "unicode-bidi"),
            ("perspective: 100px", "perspective"),
            ("float: left; shape-outside: url(a.png)", "shape-outside"),
        ):
            page = page_of(f"p {{ {declaration} }}", "<p>x</p>")
            self.assertFalse(box(page, "p").modelled, declaration)
            self.assertIn(name, {found.feature for found in page.boxes(800).unmodelled})

    def test_content_in_fields_that_have_parts_is_named_where_it_takes_room(self) -> None:
        for kind, style, named in (
            ("date", "content: 'x'", ["::after"]), ("range", "content: ''; display: inline-block; height: 30px", ["::after"]), ("date", "content: 'x'; position: absolute", []), ("date", "box-sizing: border-box", []), ("text", "content: 'x'", []), ("checkbox", "content: 'x'", []),
        ):  # fmt: skip
            with self.subTest((kind, style)):
                page = page_of(f"input::after {{ {style} }}", f"<p><input type={kind}></p>")
                self.assertEqual([found.feature for found in page.boxes(800).unmodelled], named)

    def test_initial_values_of_the_same_properties_are_covered(self) -> None:
        page = page_of(
            "p { shape-outside: none; initial-letter: normal; columns: auto; contain: none }",
            "<p>x</p>",
        )
        self.assertTrue(box(page, "p").modelled)


class Details(unittest.TestCase):
    def test_closed_content_takes_no_room(self) -> None:
        page = page_of(
            """
            summary { height: 20px }
            p { margin: 0; height: 70px }
            """,
            "<details><summary></summary><p id=x></p></details><details open><summary></summary><p id=y></p></details>",
        )
        self.assertEqual(place(page, "#x"), (0, 20, 800, 70))
        self.assertEqual(place(page, "#y"), (0, 40, 800, 70))


class Clearing(unittest.TestCase):
    CSS = "aside { float: left; width: 50px; height: 30px } p { margin: 16px 0; height: 24px } .c { clear: both }"

    def test_an_empty_box_below_floats_keeps_the_margin_before_it(self) -> None:
        page = page_of(self.CSS, "<div id=x><aside></aside><p></p><div class=c></div></div>")
        # The floats reach 30 below the top, more than the margin of 16: it stays inside.
        self.assertEqual(place(page, "#x"), (0, 16, 800, 40))

    def test_with_no_float_the_margin_leaves_the_box(self) -> None:
        page = page_of(self.CSS, "<div id=x><p></p><div class=c></div></div>")
        self.assertEqual(place(page, "#x"), (0, 16, 800, 24))

    def test_below_a_longer_float(self) -> None:
        page = page_of(
            self.CSS + " aside { height: 90px }",
            "<div id=x><aside></aside><p></p><div class=c id=c></div></div>",
        )
        self.assertEqual(place(page, "#c")[1], 106)
        self.assertEqual(place(page, "#x"), (0, 16, 800, 90))


class Tables(unittest.TestCase):
    def test_a_column_of_all_the_room_fills_the_line(self) -> None:
        page = page_of(
            """
            table { border-spacing: 0 }
            td { padding: 0; font-size: 0 }
            b { display: inline-block; width: 60px }
            .w { width: 100% }
            """,
            "<table><tr><td id=x><b></b><td class=w id=y></table>",
        )
        self.assertEqual(place(page, "table")[2], 800)
        self.assertEqual((place(page, "#x")[2], place(page, "#y")[2]), (60, 740))

    def test_equal_columns_of_a_fixed_table(self) -> None:
        page = page_of(
            """
            table { table-layout: fixed; width: 100%; border-collapse: collapse }
            td { padding: 0 }
            """,
            "<table><tr><td><td id=x><td><td id=y></table>",
        )
        self.assertEqual((place(page, "#x")[0], place(page, "#y")[0]), (200, 600))

    def test_percent_rows_share_the_height_of_their_group(self) -> None:
        page = page_of(
            """
            table { height: 104px; border-spacing: 2px }
            td { padding: 0 }
            .h { height: 30% }
            """,
            "<table><tr class=h id=x><td><tr id=y><td></table>",
        )
        # 104 less the spacing at both ends is 100, of which 30%; 104 − 3 × 2 − 30 is left.
        self.assertEqual((place(page, "#x")[3], place(page, "#y")[3]), (30, 68))
