"""Grid by hand: lines, placement, track sizes."""

from __future__ import annotations

import unittest

from hillpin.core.layout.grid.grid_lines import explicit_lines, repetitions, resolve_placement
from hillpin.core.styles.grammar import significant
from hillpin.core.styles.grid_values import (
    AUTO_TRACK,
    NO_AREAS,
    compute_tracks,
    parse_areas,
    read_line,
    read_template,
)
from hillpin.core.styles.variables import tokens_of

from .pages import page_of


def template(text: str):  # type: ignore[no-untyped-def]
    """A computed track list."""
    made = read_template(significant(tokens_of(text)))
    assert made is not None, text
    return compute_tracks(made, lambda unit: 16.0)


def line(text: str):  # type: ignore[no-untyped-def]
    """A grid-placement value."""
    made = read_line(significant(tokens_of(text)))
    assert made is not None, text
    return made


class Lines(unittest.TestCase):
    def test_names_and_repeats_are_unrolled(self) -> None:
        lines = explicit_lines(template("[a] 10px repeat(2, [b] 20px [c]) [d]"), NO_AREAS, True, 0, [AUTO_TRACK])
        self.assertEqual(lines.names, [["a"], ["b"], ["c", "b"], ["c", "d"]])
        self.assertEqual(lines.last, 3)

    def test_areas_name_their_lines(self) -> None:
        areas = parse_areas(["h h", "n m", "n ."])
        assert areas is not None
        self.assertEqual(areas.named, {"h": (1, 2, 1, 3), "n": (2, 4, 1, 2), "m": (2, 3, 2, 3)})
        columns = explicit_lines(template("1fr"), areas, True, 0, [AUTO_TRACK])
        self.assertEqual(columns.names, [["h-start", "n-start"], ["n-end", "m-start"], ["h-end", "m-end"]])

    def test_areas_that_are_no_rectangles(self) -> None:
        for rows in (["a a", "b a"], ["a b", "b a"], ["a", "a b"], []):
            self.assertIsNone(parse_areas(rows), rows)

    def test_how_often_a_repetition_stands(self) -> None:
        # (500 + 20) ÷ (100 + 20) = 4.33.
        self.assertEqual(repetitions(template("repeat(auto-fill, 100px)"), 500 * 64, 20 * 64), 4)
        self.assertEqual(repetitions(template("repeat(auto-fit, minmax(100px, 1fr))"), 500 * 64, 0), 5)
        self.assertEqual(repetitions(template("50px repeat(auto-fill, 100px) 50px"), 500 * 64, 0), 4)
        self.assertEqual(repetitions(template("repeat(auto-fill, 100px)"), -1, 0), 1)
        self.assertEqual(repetitions(template("repeat(auto-fill, 900px)"), 500 * 64, 0), 1)
        self.assertEqual(repetitions(template("repeat(auto-fill, 100px)"), -1, 0, 250 * 64), 3)

    def test_placements(self) -> None:
        lines = explicit_lines(template("[a] 1fr [b] 1fr [a] 1fr [c]"), NO_AREAS, True, 0, [AUTO_TRACK])
        for start, end, expected in (
            ("1", "3", (0, 2)),
            ("3", "1", (0, 2)),
            ("2", "2", (1, 1)),
            ("-1", "auto", (3, 1)),
            ("-2", "-1", (2, 1)),
            ("a", "c", (0, 3)),
            ("a 2", "auto", (2, 1)),
            ("span 2", "4", (1, 2)),
            ("2", "span 2", (1, 2)),
            ("2", "span a", (1, 1)),
            ("a -1", "auto", (2, 1)),
            ("6", "auto", (5, 1)),
            ("auto", "span 3", (None, 3)),
            ("span 2", "span 5", (None, 2)),
        ):
            found = resolve_placement(lines, line(start), line(end))
            self.assertEqual((found.start, found.span), expected, (start, end))


class Placing(unittest.TestCase):
    def cells(self, css: str, count: int = 4) -> list[tuple[int, int]]:
        """Column and row of each item in a grid of 100 × 50 cells."""
        page = page_of(
            "div { display: grid; grid-template-columns: repeat(3, 100px); grid-auto-rows: 50px; grid-auto-columns: 100px } "
            + css,
            "<div>" + "".join(f"<b id=n{k}></b>" for k in range(1, count + 1)) + "</div>",
        )
        return [(int(r.x // 100), int(r.y // 50)) for r in page.boxes(600).boxes if r.tag == "b"]

    def test_sparse_leaves_holes_and_dense_fills_them(self) -> None:
        css = "#n1 { grid-column: span 2 } #n2 { grid-column: span 2 }"
        self.assertEqual(self.cells(css), [(0, 0), (0, 1), (2, 1), (0, 2)])
        dense = "div { grid-auto-flow: dense } "
        self.assertEqual(self.cells(dense + css), [(0, 0), (0, 1), (2, 0), (2, 1)])

    def test_locked_rows_come_first(self) -> None:
        self.assertEqual(self.cells("#n3 { grid-row: 1 }"), [(1, 0), (2, 0), (0, 0), (0, 1)])

    def test_a_fixed_column_moves_down_from_the_cursor(self) -> None:
        self.assertEqual(self.cells("#n2 { grid-column: 1 }"), [(0, 0), (0, 1), (1, 1), (2, 1)])

    def test_columns_flow(self) -> None:
        css = "div { grid-auto-flow: column; grid-template-rows: 50px 50px; grid-template-columns: none }"
        self.assertEqual(self.cells(css, 5), [(0, 0), (0, 1), (1, 0), (1, 1), (2, 0)])

    def test_lines_before_the_first_make_implicit_tracks(self) -> None:
        self.assertEqual(self.cells("#n1 { grid-column: -5 }", 2), [(0, 0), (1, 0)])

    def test_items_may_cover_one_another(self) -> None:
        self.assertEqual(self.cells("#n1, #n2 { grid-area: 2 / 2 }", 2), [(1, 1), (1, 1)])


class Tracks(unittest.TestCase):
    def columns(self, text: str, width: int = 600, items: str = "", css: str = "") -> list[float]:
        """Column widths, read from stretched items in the first row."""
        count = 3
        body = "<div>" + "".join(f"<b id=n{k}></b>" for k in range(count)) + items + "</div>"
        page = page_of(
            f"div {{ display: grid; grid-template-columns: {text}; width: {width}px }} i {{ display: block }} {css}",
            body,
        )
        return [r.width for r in page.boxes(1200).boxes if r.tag == "b"]

    def test_fixed_and_flexible(self) -> None:
        self.assertEqual(self.columns("100px 1fr 3fr"), [100, 125, 375])
        self.assertEqual(self.columns("20% 30% 50%"), [120, 180, 300])

    def test_fractions_below_one_leave_room(self) -> None:
        self.assertEqual(self.columns(".2fr .3fr 0px"), [120, 180, 0])

    def test_autos_stretch_equally(self) -> None:
        self.assertEqual(self.columns("auto auto auto"), [200, 200, 200])
        self.assertEqual(self.columns("auto auto auto", css="div { justify-content: start }"), [0, 0, 0])

    def test_minmax(self) -> None:
        self.assertEqual(self.columns("minmax(100px, 200px) minmax(100px, 1fr) 50px"), [200, 350, 50])
        self.assertEqual(self.columns("minmax(300px, 100px) 1fr 1fr"), [300, 150, 150])

    def test_an_item_as_wide_as_a_track_may_be(self) -> None:
        # The content of 250 makes the flexible track's minimum; the other two share what is left.
        css = "#n0 i { width: 250px } "
        page = page_of(
            """
            div { display: grid; grid-template-columns: 1fr 1fr 1fr; width: 600px }
            i { display: block; width: 250px }
            """,
            "<div><b><i></i></b><b></b><b></b></div>",
        )
        self.assertEqual([r.width for r in page.boxes(1200).boxes if r.tag == "b"], [250, 175, 175], css)

    def test_zero_minimums_share_evenly_all_the_same(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); width: 600px }
            i { display: block; width: 250px }
            """,
            "<div><b><i></i></b><b></b><b></b></div>",
        )
        self.assertEqual([r.width for r in page.boxes(1200).boxes if r.tag == "b"], [200, 200, 200])

    def test_a_spanning_item_grows_intrinsic_tracks_only(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-columns: 50px auto auto; width: 600px; justify-content: start }
            p { grid-column: 1 / -1; margin: 0 }
            i { display: block; width: 250px }
            """,
            "<div><b></b><b></b><b></b><p><i></i></p></div>",
        )
        # 250 − 50 = 200 for two auto tracks.
        self.assertEqual([r.width for r in page.boxes(1200).boxes if r.tag == "b"], [50, 100, 100])

    def test_fit_content_is_bounded(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-columns: fit-content(120px) fit-content(400px) 1fr; width: 600px }
            i { display: inline-block; width: 100px }
            """,
            "<div><b><i></i><i></i></b><b><i></i><i></i></b><b></b></div>",
        )
        self.assertEqual([r.width for r in page.boxes(1200).boxes if r.tag == "b"], [120, 200, 280])

    def test_collapsed_tracks_take_their_gaps_with_them(self) -> None:
        # Six columns of 100 fit in 600 less gaps: (600 + 10) ÷ 110 = 5; two are empty.
        page = page_of(
            "div { display: grid; grid-template-columns: repeat(auto-fit, minmax(100px, 1fr)); gap: 10px; width: 600px }",
            "<div><b></b><b></b><b></b></div>",
        )
        boxes = [r for r in page.boxes(1200).boxes if r.tag == "b"]
        self.assertEqual([round(r.width, 2) for r in boxes], [193.33, 193.33, 193.34])

    def test_rows_share_a_definite_height(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-rows: auto 1fr 2fr; height: 330px }
            b { min-height: 0 }
            #a { height: 30px }
            """,
            "<div><b id=a></b><b></b><b></b></div>",
        )
        self.assertEqual([r.height for r in page.boxes(600).boxes if r.tag == "b"], [30, 100, 200])

    def test_space_between_tracks(self) -> None:
        page = page_of(
            "div { display: grid; grid-template-columns: repeat(3, 100px); width: 600px; justify-content: space-between }",
            "<div><b></b><b></b><b></b></div>",
        )
        self.assertEqual([r.x for r in page.boxes(1200).boxes if r.tag == "b"], [0, 250, 500])

    def test_a_subgrid_takes_over_its_parents_tracks(self) -> None:
        page = page_of(
            """
            div { display: grid; grid-template-columns: 100px 1fr 50px; gap: 10px; width: 600px }
            p { display: grid; grid-column: 1 / -1; grid-template-columns: subgrid; margin: 0; padding: 0 20px }
            """,
            "<div><p><b></b><b></b><b></b></p></div>",
        )
        # 600 − 100 − 50 − 20 = 430; the ends lose the padding of 20.
        self.assertEqual(
            [(r.x, r.width) for r in page.boxes(1200).boxes if r.tag == "b"],
            [(20, 80), (110, 430), (550, 30)],
        )
