"""Multiple columns by hand: how wide, where they end, how high, and the sums that say so (css-multicol-1, css-break-4)."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.layout.columns.breaking import MOST_COLUMNS
from hillpin.core.page import Page
from hillpin.core.writing import explain

PLAIN = "body, p, h2 { margin: 0; font: 16px/20px serif } .m { width: 320px; columns: 3; column-gap: 10px }"


def page_of(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>{PLAIN}{css}</style>{body}"}))


def places(page: Page, selector: str) -> list[tuple[float, float, float, float]]:
    layout = page.boxes(800)
    rects = [layout.rects[element] for element in page.select(selector)]
    return [(rect.x, rect.y, rect.width, rect.height) for rect in rects]


class Widths(unittest.TestCase):
    def test_from_the_number(self) -> None:
        # 320 − 2 × 10 = 300, ÷ 3 = 100 each; they begin at 0, 110, 220.
        self.assertEqual(places(page_of("", "<div class=m><p>a<p>b<p>c</div>"), "p"), [(0, 0, 100, 20), (110, 0, 100, 20), (220, 0, 100, 20)])

    def test_from_the_least_width(self) -> None:
        # (320 + 10) ÷ (90 + 10) = 3.3: three; ÷ (100 + 10) = 3; ÷ (101 + 10) = 2.97: two of (320 − 10) ÷ 2 = 155.
        for least, width in ((90, 100), (100, 100), (101, 155)):
            self.assertEqual(places(page_of(f".m {{ columns: {least}px }}", "<div class=m><p>a</div>"), "p")[0][2], width)

    def test_no_more_than_both_allow(self) -> None:
        self.assertEqual(places(page_of(".m { columns: 2 50px }", "<div class=m><p>a</div>"), "p")[0][2], 155)
        self.assertEqual(places(page_of(".m { columns: 5 150px }", "<div class=m><p>a</div>"), "p")[0][2], 155)

    def test_the_gap_is_one_em(self) -> None:
        # (320 − 16) ÷ 2 = 152.
        self.assertEqual(places(page_of(".m { columns: 2; column-gap: normal }", "<div class=m><p>a</div>"), "p")[0][2], 152)


class Heights(unittest.TestCase):
    def test_as_low_as_all_find_room(self) -> None:
        # Seven lines in three columns: 140 ÷ 3 = 46.7, in which two fit; so four columns, and higher by what a line lacks: 60.
        page = page_of("", "<div class=m>" + "<p>a" * 7 + "</div>")
        self.assertEqual(places(page, ".m"), [(0, 0, 320, 60)])
        self.assertEqual([place[:2] for place in places(page, "p")], [(0, 0), (0, 20), (0, 40), (110, 0), (110, 20), (110, 40), (220, 0)])

    def test_filled_one_after_another(self) -> None:
        page = page_of(".m { height: 60px; column-fill: auto }", "<div class=m>" + "<p>a" * 4 + "</div>")
        self.assertEqual([place[:2] for place in places(page, "p")], [(0, 0), (0, 20), (0, 40), (110, 0)])

    def test_boxes_that_stay_whole(self) -> None:
        # 20 + 60 + 40 = 120, ÷ 3 = 40; the highest that stays whole is 60. 20 + 60 is more than 60: the second goes on to the next.
        page = page_of("p { break-inside: avoid }", "<div class=m><p style='height: 20px'></p><p style='height: 60px'></p><p style='height: 40px'></p></div>")
        self.assertEqual(places(page, ".m, p"), [(0, 0, 320, 60), (0, 0, 100, 20), (110, 0, 100, 60), (220, 0, 100, 40)])

    def test_a_box_in_two_columns_is_around_both_pieces(self) -> None:
        # 100 ÷ 2 = 50, at which a height is cut: 50 beside 50.
        page = page_of(".m { columns: 2 }", "<div class=m><p style='height: 30px'></p><p id=b style='height: 70px'></p></div>")
        self.assertEqual(places(page, "#b"), [(0, 0, 320, 50)])

    def test_a_heading_across(self) -> None:
        page = page_of("h2 { column-span: all; margin: 5px 0 7px }", "<div class=m><p>a<p>b<h2>H</h2><p>c</div>")
        self.assertEqual(places(page, "p, h2"), [(0, 0, 100, 20), (110, 0, 100, 20), (0, 25, 320, 20), (0, 52, 100, 20)])

    def test_more_columns_than_anybody_can_count(self) -> None:
        # No room for any: they are nothing wide, and begin a gap of 10 apart.
        page = page_of(".m { columns: 999999999 }", "<div class=m><p>a<p>b<p>c</div>")
        self.assertEqual(places(page, "p"), [(0, 0, 0, 20), (10, 0, 0, 20), (20, 0, 0, 20)])

    def test_what_has_no_height_is_there(self) -> None:
        page = page_of(".m { position: relative }", "<div class=m><b style='position: absolute; left: 5px; top: 7px; width: 9px; height: 11px'></b></div><div class=m><i style='float: left; width: 9px'></i></div>")
        self.assertEqual(places(page, "b, i"), [(5, 7, 9, 11), (0, 0, 9, 0)])

    def test_columns_have_an_end(self) -> None:
        page = page_of(".m { height: 1px; column-fill: auto }", "<div class=m><p id=b style='height: 100000px'></p></div>")
        self.assertEqual(places(page, "#b")[0][2], (MOST_COLUMNS - 1) * 110 + 100)


class Words(unittest.TestCase):
    def steps(self, page: Page, selector: str, of: str) -> list[tuple[str, float]]:
        answer = explain(page, page.layout(800, record=True), page.select(selector)[0], of)
        self.assertEqual(answer.steps[-1].total, answer.value)
        return [(step.label, step.total) for step in answer.steps]

    def test_the_sum_of_a_column(self) -> None:
        page = page_of("", "<div class=m><p>a<p>b<p id=c>c</div>")
        self.assertEqual(
            self.steps(page, "#c", "width"),
            [("width: 320", 320), ("one gap more than there are between columns", 330), ("÷ 3 columns", 110), ("the gap beside each", 100)],
        )
        self.assertEqual(self.steps(page, "#c", "x")[-1], ("in column 3", 220))
        self.assertEqual(self.steps(page, "#c", "y")[-1], ("what stands in the columns before it", 0))
        self.assertEqual(self.steps(page, ".m", "height"), [("as high as its columns", 20)])

    def test_a_box_that_is_broken(self) -> None:
        page = page_of(".m { columns: 2 }", "<div class=m><p style='height: 30px'></p><p id=b style='height: 70px'></p></div>")
        self.assertEqual(self.steps(page, "#b", "width")[-1], ("and the columns that it goes on in", 320))
        self.assertEqual(self.steps(page, "#b", "height")[-1], ("broken: around its pieces in all their columns", 50))


class Named(unittest.TestCase):
    def test_what_is_broken_otherwise(self) -> None:
        for inside, feature in (
            ("<p>a</p><div style='display: flex; height: 90px'></div><p>b</p>", ["flex, grid, table or columns broken by columns"]),
            ("<div style='display: flex; height: 90px; break-inside: avoid'></div><p>b</p>", []),
            ("<p>a</p><div><h2 style='column-span: all'>b</h2></div>", ["column-span in other blocks"]),
            ("<p style='height: 20px'></p><img style='float: left; height: 90px'>" + "<p>a" * 6, ["floats that columns break"]),
            ("<i style='float: left; width: 9px; height: 9px'></i>", ["floats that columns break"]),
            ("<p>a<p>b", []),
        ):
            layout = page_of(".m { max-height: 60px }", f"<div class=m>{inside}</div>").boxes(800)
            self.assertEqual([one.feature for one in layout.unmodelled], feature, inside)
