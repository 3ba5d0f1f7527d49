"""Bands: how boxes are arranged, read from where they stand. Expected by hand."""

from __future__ import annotations

import unittest

from hillpin.core.survey.whole import survey

from .pages import page_of

TWO = "<main><p>a</p><p>b</p></main>"
THREE = "<main><p>a</p><p>b</p><p>c</p></main>"


def bands(css: str, body: str, start: int = 400, end: int = 800) -> list[tuple[int, int, str]]:
    """The bands of main."""
    found = survey(page_of(f"p {{ margin: 0; height: 40px }} {css}", body), start, end).bands
    return [(one.low, one.high, one.arrangement) for one in found if one.selector == "main"]


class ByPlace(unittest.TestCase):
    def test_stacked_whatever_the_order(self) -> None:
        for css in (
            "main { display: flex; flex-direction: column } p:last-child { order: -1 }",
            "main { display: grid } p:last-child { order: -1 }",
            "main { display: flex; flex-direction: column-reverse }",
            "main { display: flex; flex-wrap: wrap-reverse } p { width: 100% }",
            "p + p { margin-top: -10px }",
        ):
            self.assertEqual(bands(css, TWO), [(400, 800, "stacked")], css)

    def test_side_by_side_whatever_the_order(self) -> None:
        for css in (
            "main { display: flex; flex-direction: row-reverse } p { flex: 1 }",
            "main { display: flex } p { flex: 1 } p:last-child { order: -1 }",
            "main { display: flex; align-items: center } p { flex: 1 } p:first-child { height: 90px }",
            "main { display: flex; align-items: end } p { flex: 1 } p:first-child { height: 90px }",
            "p { float: right; width: 40% }",
        ):
            self.assertEqual(bands(css, TWO), [(400, 800, "2 across")], css)

    def test_a_row_below_a_wide_one(self) -> None:
        css = "main { display: grid; grid-template-columns: 1fr 1fr } p:last-child { order: -1; grid-column: 1 / -1 }"
        self.assertEqual(bands(css, THREE), [(400, 800, "1 + 2")])

    def test_shares_are_read_from_left_to_right(self) -> None:
        css = "main { display: flex } p { flex: 1 } p:first-child { flex: 2; order: 1 }"
        self.assertEqual(bands(css, TWO), [(400, 800, "2 across, 1:2")])

    def test_two_beside_a_tall_one(self) -> None:
        css = "p { float: left; width: 50% } p:first-child { height: 100px }"
        self.assertEqual(bands(css, THREE), [(400, 800, "2 + 1")])
