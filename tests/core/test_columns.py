"""Column arithmetic: every expected number is worked by hand."""

from __future__ import annotations

import unittest
from fractions import Fraction

from hillpin.core.errors import InputError
from hillpin.core.planning.columns import Columns, solve_columns, spans_of
from hillpin.core.planning.lengths import Linear, css_length, decimal, decimals_for, exact, words
from hypothesis import given
from hypothesis import strategies as st


class OneUnknown(unittest.TestCase):
    def test_column(self) -> None:
        # 1,140 − 2 × 15 − 11 × 30 = 780; 780 ÷ 12 = 65.
        answer = solve_columns(Columns(1140, 12, None, 30, 15))
        self.assertEqual([solution.column for solution in answer.solutions], [65])
        self.assertEqual(
            [(step.sign, step.amount) for step in answer.steps],
            [("", 1140), ("−", 30), ("−", 330), ("=", 780), ("÷", 12), ("=", 65)],
        )

    def test_column_with_gutters_halved(self) -> None:
        # 960 = 12 × (column + 20): 960 ÷ 12 − 20 = 60; the first column begins half a gutter in.
        (solution,) = solve_columns(Columns(960, 12, None, 20, 0, "half")).solutions
        self.assertEqual((solution.column, solution.outer, solution.inside), (60, 10, 940))
        self.assertEqual([solution.start(0), solution.start(1), solution.start(11)], [10, 90, 890])

    def test_gutter_total_and_margin(self) -> None:
        # (960 − 12 × 60) ÷ 11 = 21 9/11.
        self.assertEqual(solve_columns(Columns(960, 12, 60, None, 0)).solutions[0].gutter, Fraction(240, 11))
        # 2 × 24 + 4 × 240 + 3 × 16 = 1,056.
        self.assertEqual(solve_columns(Columns(None, 4, 240, 16, 24)).solutions[0].total, 1056)
        # (1,000 − 6 × 140 − 5 × 20) ÷ 2 = 30.
        self.assertEqual(solve_columns(Columns(1000, 6, 140, 20, None)).solutions[0].margin, 30)

    def test_count(self) -> None:
        # 980 = n × 60 + (n − 1) × 20: n = 1,000 ÷ 80 = 12.5, so 12 with 40 left or 13 with 40 missing.
        answer = solve_columns(Columns(980, None, 60, 20, 0))
        self.assertEqual(answer.solutions, [])
        self.assertEqual([(near.count, near.rest) for near in answer.near[:2]], [(12, 40), (13, -40)])
        # Others change one more length so that it comes out even: 12 n + 11 g = 980 with whole lengths.
        for near in answer.near[2:]:
            self.assertEqual(
                near.count * near.column + (near.count - 1) * near.gutter + 2 * near.margin,
                near.total - near.rest,
            )
        self.assertEqual(
            [solution.count for solution in solve_columns(Columns(940, None, 60, 20, 0)).solutions], [12]
        )

    def test_a_thirds_column_has_near_whole_ones(self) -> None:
        # 1,000 − 2 × 20 = 960; 960 ÷ 7 = 137 1/7. Whole ones near it: 7 × 137 leaves 1, or the total becomes 999.
        answer = solve_columns(Columns(1000, 7, None, 0, 20))
        self.assertEqual(answer.solutions[0].column, Fraction(960, 7))
        self.assertTrue(answer.near)
        for near in answer.near:
            self.assertTrue(near.is_whole)
            self.assertEqual(
                near.total - 2 * near.margin - near.count * near.column - (near.count - 1) * near.gutter,
                near.rest,
            )

    def test_no_room(self) -> None:
        # 11 gutters of 30 are 330, more than 300.
        answer = solve_columns(Columns(300, 12, None, 30, 0))
        self.assertEqual(answer.solutions, [])
        self.assertIn("30", answer.message)


class SeveralUnknown(unittest.TestCase):
    def test_column_and_gutter_in_whole_pixels(self) -> None:
        # 940 = 12 c + 11 g. Modulo 11: 940 ≡ 5 ≡ c; c = 5, 16, 27, 38, 49, 60, 71 (12 × 71 = 852, g = 8).
        answer = solve_columns(Columns(940, 12, None, None, 0))
        found = {(int(one.column), int(one.gutter)) for one in answer.solutions}
        self.assertIn((60, 20), found)
        self.assertIn((71, 8), found)
        self.assertIn((49, 32), found)
        self.assertTrue(all(12 * column + 11 * gutter == 940 for column, gutter in found))
        self.assertFalse(any(column % 11 != 5 for column, _ in found))

    def test_the_total_must_be_known_or_follow(self) -> None:
        answer = solve_columns(Columns(None, 12, None, 20, 0))
        self.assertEqual(answer.solutions, [])
        self.assertIn("Give the total", answer.message)

    def test_all_given(self) -> None:
        self.assertIn("exactly", solve_columns(Columns(940, 12, 60, 20, 0)).message)
        # 12 × 60 + 11 × 20 = 940 of 960.
        self.assertIn("940 of 960: 20 left over", solve_columns(Columns(960, 12, 60, 20, 0)).message)
        self.assertIn("940 of 936: 4 over", solve_columns(Columns(936, 12, 60, 20, 0)).message)

    def test_column_and_gutter_with_gutters_halved(self) -> None:
        # 96 = 4 c + 4 g, so c + g = 24: every gutter from 0 to 23 has its column.
        answer = solve_columns(Columns(96, 4, None, None, 0, "half"))
        self.assertEqual(
            {(int(one.column), int(one.gutter)) for one in answer.solutions},
            {(24 - gutter, gutter) for gutter in range(24)},
        )
        self.assertEqual(answer.message, "24 ways in whole pixels for the column and the gutter.")

    def test_bounds_are_said(self) -> None:
        for columns, said in (
            (Columns(0, 12), "The total is 0"),
            (Columns(100, 65), "number of columns is 65"),
            (Columns(100, 2, None, -1), "The gutter is −1"),
        ):
            with self.assertRaisesRegex(InputError, said):
                solve_columns(columns)

    @given(
        st.integers(100, 4000),
        st.integers(1, 24),
        st.integers(0, 60),
        st.integers(0, 60),
        st.sampled_from(["between", "half"]),
    )
    def test_what_is_solved_adds_up(
        self, total: int, count: int, gutter: int, margin: int, gutters: str
    ) -> None:
        for solution in solve_columns(Columns(total, count, None, gutter, margin, gutters)).solutions:  # type: ignore[arg-type]
            gaps = count if gutters == "half" else count - 1
            self.assertEqual(2 * solution.margin + count * solution.column + gaps * solution.gutter, total)
            self.assertEqual(solution.start(count - 1) + solution.column + solution.outer, total)


class SpansAndLengths(unittest.TestCase):
    def test_spans(self) -> None:
        (solution,) = solve_columns(Columns(940, 12, None, 20, 0)).solutions
        # n × 60 + (n − 1) × 20.
        self.assertEqual(
            [width for _, width in spans_of(solution)],
            [60, 140, 220, 300, 380, 460, 540, 620, 700, 780, 860, 940],
        )

    def test_decimals_that_a_percentage_needs(self) -> None:
        # 1/4 is 25% exactly; 1/3 of 2,560 cut off after n places loses 2,560 ÷ 300 ÷ 10ⁿ: under 1/64 from n = 3 on (0.0085).
        self.assertEqual(decimals_for([Linear(Fraction(1, 4))]), 0)
        self.assertEqual(decimals_for([Linear(Fraction(1, 3))]), 3)
        # Three of them lose three times as much: 0.0256, so one more.
        self.assertEqual(decimals_for([Linear(Fraction(1, 3))] * 3), 4)

    def test_lengths_as_css(self) -> None:
        self.assertEqual(css_length(Linear(Fraction(300, 940)), 4), "31.9148%")
        self.assertEqual(css_length(Linear(Fraction(1, 2), Fraction(-10)), 4), "calc(50% - 10px)")
        self.assertEqual(css_length(Linear(Fraction(0), Fraction(33, 2)), 4), "16.5px")
        self.assertEqual(css_length(Linear(), 4), "0")

    def test_numbers_in_words(self) -> None:
        self.assertEqual(
            [words(exact(number)) for number in (1920, 163.5, -4, 0.1, 1 / 3)],
            ["1,920", "163.50", "−4", "0.10", "0.33"],
        )
        self.assertEqual(
            [decimal(Fraction(-2, 3)), decimal(Fraction(7)), decimal(Fraction(5, 4), 1)],
            ["-0.6666", "7", "1.2"],
        )
        self.assertEqual(exact(0.1), Fraction(1, 10))
