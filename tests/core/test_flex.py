"""Flexbox by hand: bases, free space, shares, violations, alignment."""

from __future__ import annotations

import unittest

from hillpin.core.layout.alignment import Distribution, distribute, offset_of
from hillpin.core.layout.flex.flex_lengths import _divided

from .pages import page_of

THREE = "<div><b id=a></b><b id=b></b><b id=c></b></div>"


class Shares(unittest.TestCase):
    def test_nothing_is_left_over(self) -> None:
        # From the last: 10 ÷ 3 → 3, then 7 ÷ 2 = 3.5 → 4, then 3.
        self.assertEqual(_divided(10, [1, 1, 1]), [3, 4, 3])
        self.assertEqual(sum(_divided(9604, [1.0] * 5)), 9604)
        self.assertEqual(_divided(-3264, [6400, 3648, 2112, 4544, 5760]), [-930, -530, -307, -660, -837])

    def test_no_weight_gives_nothing(self) -> None:
        self.assertEqual(_divided(100, [0, 0]), [0, 0])
        self.assertEqual(_divided(100, []), [])


class Distributing(unittest.TestCase):
    def places(self, spread: Distribution, count: int) -> list[int]:
        return [spread.before(k) for k in range(count)]

    def test_spaces(self) -> None:
        self.assertEqual(self.places(distribute("space-between", 300, 4), 4), [0, 100, 200, 300])
        self.assertEqual(self.places(distribute("space-around", 300, 3), 3), [50, 150, 250])
        self.assertEqual(self.places(distribute("space-evenly", 300, 2), 2), [100, 200])
        self.assertEqual(self.places(distribute("center", 300, 2), 2), [150, 150])
        self.assertEqual(self.places(distribute("flex-end", 300, 2), 2), [300, 300])

    def test_remainders_do_not_add_up(self) -> None:
        self.assertEqual(self.places(distribute("space-between", 100, 4), 4), [0, 33, 67, 100])
        self.assertEqual([distribute("space-between", 100, 4).stepped(k) for k in range(4)], [0, 33, 66, 99])

    def test_without_room_spaces_fall_back_to_the_start(self) -> None:
        for value in ("space-between", "space-around", "space-evenly"):
            self.assertEqual(distribute(value, -50, 3).before(0), 0, value)
        self.assertEqual(distribute("center", -50, 1).before(0), -25)
        self.assertEqual(distribute("safe center", -50, 1).before(0), 0)

    def test_one_thing_alone(self) -> None:
        self.assertEqual(distribute("space-between", 80, 1).before(0), 0)
        self.assertEqual(distribute("space-around", 80, 1).before(0), 40)

    def test_self_alignment(self) -> None:
        self.assertEqual(
            [offset_of(v, 60) for v in ("start", "center", "end", "stretch", "flex-end")], [0, 30, 60, 0, 60]
        )
        self.assertEqual(
            [offset_of(v, -60) for v in ("center", "safe center", "unsafe end", "safe end")], [-30, 0, -60, 0]
        )

    def test_reversed_axes(self) -> None:
        self.assertEqual(distribute("start", 60, 1, reverse=True).before(0), 60)
        self.assertEqual(distribute("flex-start", 60, 1, reverse=True).before(0), 0)


class Items(unittest.TestCase):
    def widths(self, css: str, body: str = THREE, viewport: int = 600) -> list[float]:
        page = page_of("div { display: flex } " + css, body)
        return [record.width for record in page.boxes(viewport).boxes if record.tag == "b"]

    def test_equal_growth_from_nothing(self) -> None:
        self.assertEqual(self.widths("b { flex: 1 }"), [200, 200, 200])

    def test_growth_from_bases(self) -> None:
        # 600 − 300 = 300 to share by 1 : 2 : 3.
        self.assertEqual(
            self.widths("b { flex: 1 1 100px } #b { flex-grow: 2 } #c { flex-grow: 3 }"), [150, 200, 250]
        )

    def test_factors_below_one_leave_room(self) -> None:
        # Half of 300 is shared: 100 × (.2, .3, 0) ÷ .5 of 150.
        self.assertEqual(
            self.widths("b { flex: 0 0 100px } #a { flex-grow: .2 } #b { flex-grow: .3 }"), [160, 190, 100]
        )

    def test_shrinking_by_weight(self) -> None:
        # 700 in 600: 100 too much, by 1 × 100, 1 × 200, 1 × 400 of 700.
        widths = self.widths(
            "b { flex: 0 1 100px; min-width: 0 } #b { flex-basis: 200px } #c { flex-basis: 400px }"
        )
        self.assertEqual([round(w, 2) for w in widths], [85.72, 171.42, 342.86])

    def test_padding_does_not_shrink(self) -> None:
        # Inner bases 200 and 100 with 100 of padding: 400 in 340, 60 by 2 : 1.
        self.assertEqual(
            self.widths(
                "b { flex: 0 1 200px; min-width: 0 } #b { flex-basis: 100px; padding: 0 50px } #c { display: none }",
                viewport=340,
            )[:2],
            [160, 180],
        )

    def test_a_maximum_frees_room_for_the_others(self) -> None:
        self.assertEqual(self.widths("b { flex: 1 } #a { max-width: 100px }"), [100, 250, 250])

    def test_a_minimum_takes_room_from_the_others(self) -> None:
        self.assertEqual(self.widths("b { flex: 1 } #c { min-width: 300px }"), [150, 150, 300])

    def test_gaps_come_first(self) -> None:
        self.assertEqual(self.widths("div { gap: 30px } b { flex: 1 }"), [180, 180, 180])

    def test_percent_bases_and_margins(self) -> None:
        self.assertEqual(self.widths("b { flex: 0 0 25%; margin: 0 10px }"), [150, 150, 150])

    def test_wrapping_fills_each_line(self) -> None:
        # Two of 250 fit in 600; the third has a line of its own and grows to it.
        self.assertEqual(self.widths("div { flex-wrap: wrap } b { flex: 1 1 250px }"), [300, 300, 600])

    def test_a_column_shares_its_height(self) -> None:
        page = page_of(
            """
            div { display: flex; flex-direction: column; height: 300px }
            b { flex: 1 }
            #a { flex: 0 0 60px }
            """,
            THREE,
        )
        self.assertEqual([r.height for r in page.boxes(600).boxes if r.tag == "b"], [60, 120, 120])

    def test_min_height_lets_a_column_grow(self) -> None:
        page = page_of(
            """
            div { display: flex; flex-direction: column; min-height: 200px }
            b { flex: none; height: 20px }
            #b { flex: 1 }
            """,
            THREE,
        )
        self.assertEqual([r.height for r in page.boxes(600).boxes if r.tag == "b"], [20, 160, 20])


class Places(unittest.TestCase):
    def places(self, css: str, body: str = THREE) -> list[tuple[float, float]]:
        page = page_of("div { display: flex; width: 500px } b { width: 100px; height: 40px } " + css, body)
        return [(record.x, record.y) for record in page.boxes(600).boxes if record.tag == "b"]

    def test_justify_content(self) -> None:
        for value, expected in (
            ("flex-start", [0, 100, 200]),
            ("flex-end", [200, 300, 400]),
            ("center", [100, 200, 300]),
            ("space-between", [0, 200, 400]),
            ("space-evenly", [50, 200, 350]),
        ):
            self.assertEqual(
                [x for x, _ in self.places(f"div {{ justify-content: {value} }}")], expected, value
            )

    def test_align_items(self) -> None:
        for value, expected in (("flex-start", 0), ("center", 30), ("flex-end", 60)):
            css = f"div {{ height: 100px; align-items: {value} }}"
            self.assertEqual({y for _, y in self.places(css)}, {expected}, value)

    def test_auto_margins_take_the_free_room(self) -> None:
        self.assertEqual([x for x, _ in self.places("#b { margin-left: auto }")], [0, 300, 400])
        self.assertEqual([x for x, _ in self.places("#b { margin: 0 auto }")], [0, 200, 400])

    def test_order_and_reversal(self) -> None:
        self.assertEqual([x for x, _ in self.places("#a { order: 1 }")], [200, 0, 100])
        self.assertEqual([x for x, _ in self.places("div { flex-direction: row-reverse }")], [400, 300, 200])

    def test_stretched_lines(self) -> None:
        css = "div { flex-wrap: wrap; height: 200px; width: 250px }"
        # Two lines of 40 in 200: each gets 60 more.
        self.assertEqual(self.places(css), [(0, 0), (100, 0), (0, 100)])

    def test_reversed_lines_start_at_the_bottom(self) -> None:
        css = "div { flex-wrap: wrap-reverse; height: 200px; width: 250px; align-content: flex-start }"
        self.assertEqual(self.places(css), [(0, 160), (100, 160), (0, 120)])
