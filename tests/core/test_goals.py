"""What a number must be so that goals are met. Expected numbers are worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.aids.goal import Goal, number_at
from hillpin.core.aids.goal_kinds import GOAL_KINDS
from hillpin.core.aids.goal_numbers import numbers_for
from hillpin.core.aids.goal_solver import Solved, solve
from hillpin.core.errors import InputError

from .pages import linked, only


class Goals(unittest.TestCase):
    CSS = "body { margin: 0 }\n.row { overflow: hidden; padding: 0 20px }\n.f { float: left; box-sizing: border-box; width: 31%; height: 40px; padding: 0 5% }\n.limit { max-width: 300px }\n"
    BODY = "<div class=row><p class=f>a</p><p class=f>b</p><p class=f>c</p></div><div class=limit><p class=inner>x</p></div>"

    def find(self, selector: str, needle: str, goal: Goal) -> Solved:
        page = linked(self.CSS, self.BODY)
        place = number_at(self.CSS, "s.css", self.CSS.index(needle) + len(needle))
        return solve(page, [(page.select(selector)[0], goal)], place)

    def test_a_percentage_for_a_width(self) -> None:
        # 31% of 900 − 40 = 860 is 266.60; 270 ÷ 860 is 31.3953…%, and three decimals do.
        solved = self.find(".f", "width: ", Goal(GOAL_KINDS["width"], 900, 270))
        self.assertEqual((solved.value, solved.reaches), (31.396, 270))
        self.assertIn("width: 31.396%", solved.text)
        self.assertEqual(linked(solved.text, self.BODY).boxes(900).boxes[2].width, 270)

    def test_a_place_in_a_sum(self) -> None:
        # The second box begins at the padding and 31% of the rest: 100 = p + 0.31 × (500 − 2 p) gives p = −144.7: none from 0 on.
        solved = self.find(".f:nth-child(2)", "padding: 0 ", Goal(GOAL_KINDS["x"], 500, 100))
        self.assertIsNone(solved.value)
        self.assertIn("No value does it", solved.sentence)
        # 170 = p + 155 − 0.62 p: 0.38 p = 15, p = 39.47.
        solved = self.find(".f:nth-child(2)", "padding: 0 ", Goal(GOAL_KINDS["x"], 500, 170))
        self.assertAlmostEqual(solved.value or 0, 39.47, delta=0.05)

    def test_all_in_one_row(self) -> None:
        wide = self.CSS.replace("31%", "35%")
        page = linked(wide, self.BODY)
        solved = solve(
            page, [(only(page, ".row"), Goal(GOAL_KINDS["one-row"], 900))], number_at(wide, "s.css", wide.index("35%"))
        )
        # Three of 33.33…% take the whole: four decimals at most.
        self.assertEqual(solved.reaches, 1)
        assert solved.value is not None
        self.assertLessEqual(solved.value * 3, 100)
        self.assertGreater(solved.value, 32)

    def test_one_row_from_a_width_up(self) -> None:
        # Below 1,000 three of 220 need 660; from there on padding of 3 × 2 × 60 takes more: (1000 − 16 − 3 × 120) ÷ 3 = 208, 16 being the body's margins.
        css = ".row { display: flex; flex-wrap: wrap }\n.row p { width: 220px; margin: 0 }\n@media (min-width: 1000px) { .row p { padding: 0 60px } }\n"
        page = linked(css, "<div class=row><p>a</p><p>b</p><p>c</p></div>")
        place = number_at(css, "s.css", css.index("220px"))
        solved = solve(page, [(only(page, ".row"), Goal(GOAL_KINDS["one-row"], 700))], place)
        assert solved.value is not None
        self.assertEqual(solved.value, 208)
        self.assertIn("all stand in one row from 700 up", solved.sentence)
        self.assertEqual(
            solve(page, [(only(page, ".row"), Goal(GOAL_KINDS["one-row"], 1100))], place).sentence, "It is so already."
        )

    def test_a_limit_says_why_nothing_does_it(self) -> None:
        solved = self.find(".inner", "height: ", Goal(GOAL_KINDS["width"], 900, 500))
        self.assertIsNone(solved.value)
        self.assertIn("the width of p.inner is 300 at 900 whatever stands for 40px", solved.sentence)

    def test_it_is_so_already(self) -> None:
        self.assertEqual(
            self.find(".inner", "max-width: ", Goal(GOAL_KINDS["width"], 900, 300)).sentence, "It is so already."
        )

    def test_characters_of_a_line(self) -> None:
        page = linked("p { width: 900px; font: 16px/1.5 serif }", "<p>x</p>")
        solved = solve(
            page,
            [(only(page, "p"), Goal(GOAL_KINDS["characters"], 1000, 75))],
            number_at("p { width: 900px; font: 16px/1.5 serif }", "s.css", 12),
        )
        self.assertLessEqual(solved.reaches, 75)
        self.assertGreater(solved.reaches, 70)

    def test_a_full_height_section_at_the_height_of_its_viewport(self) -> None:
        css = ".full { height: 100vh; padding: 20px }"
        page = linked(css, "<div class=full>x</div>")
        goal = Goal(GOAL_KINDS["height"], 742, 500, height=640)
        # 500 − 2 × 20 = 460, and 460 ÷ 640 = 71.875%.
        solved = solve(page, [(only(page, ".full"), goal)], number_at(css, "s.css", css.index("100vh")))
        self.assertEqual((solved.value, solved.reaches), (71.875, 500))
        # By the padding: 500 − 640 is less than none.
        padded = solve(page, [(only(page, ".full"), goal)], number_at(css, "s.css", css.index("20px")))
        self.assertIsNone(padded.value)

    def test_at_least_over_a_range_of_widths(self) -> None:
        css = ".row { padding: 0 40px }\n@media (min-width: 600px) { .row { padding: 0 10% } }\n.row p { width: 30% }"
        page = linked(css, "<div class=row><p>x</p></div>")
        # The body's margins are 16. At 600 the padding is a tenth of 584 on either side, so there are 467.20.
        solved = solve(page, [(only(page, "p"), Goal(GOAL_KINDS["width"], 500, 240, relation="least", to=900))], number_at(css, "s.css", css.index("30%")))
        # At 500 there are 484 − 80 = 404: 240 ÷ 404 = 59.406%, and 60% is the first whole one.
        self.assertEqual(solved.value, 60)
        self.assertAlmostEqual(solved.reaches, 242.4, delta=1 / 64)

    def test_two_goals_and_one_number(self) -> None:
        css = ".a { width: 300px }\n.b { width: 400px; margin-left: 5px }"
        page = linked(f"main {{ display: flex; width: 1200px }}\n{css}", "<main><p class=a>x</p><p class=b>y</p></main>")
        sheet = page.sheet_texts["s.css"]
        wanted = [(only(page, ".a"), Goal(GOAL_KINDS["width"], 900, 320, relation="least")), (only(page, ".b"), Goal(GOAL_KINDS["x"], 900, 360, relation="most"))]
        solved = solve(page, wanted, number_at(sheet, "s.css", sheet.index("300px")))
        # The body's margin is 8: .b begins at 8 + .a + 5, so .a is 320 at the least and 347 at the most.
        self.assertEqual(solved.value, 320)
        against = [(only(page, ".a"), Goal(GOAL_KINDS["width"], 900, 400, relation="least")), (only(page, ".b"), Goal(GOAL_KINDS["x"], 900, 360, relation="most"))]
        refused = solve(page, against, number_at(sheet, "s.css", sheet.index("300px")))
        self.assertIsNone(refused.value)
        self.assertEqual(
            refused.sentence,
            "No one number does both: with 400px the width of p.a is 400 at 900, and then the x of p.b is 413 at 900.",
        )

    def test_two_widths_ask_for_two_lengths(self) -> None:
        css = "h1 { font: 30px/1 serif; margin: 0; height: 30px }"
        page = linked(css, "<h1>x</h1>")
        wanted = [(only(page, "h1"), Goal(GOAL_KINDS["height"], 320, 24)), (only(page, "h1"), Goal(GOAL_KINDS["height"], 1320, 44))]
        solved = solve(page, wanted, number_at(css, "s.css", css.rindex("30px")))
        # 20 more over 1,000 is 2vw; 24 − 2% of 320 = 17.6.
        self.assertEqual(solved.written, "calc(17.6px + 2vw)")
        after = linked(solved.text, "<h1>x</h1>")
        self.assertEqual([after.layout(at).rects[only(after, "h1")].height for at in (320, 820, 1320)], [24, 34, 44])

    def test_numbers_that_have_a_part_and_how_much_each_moves(self) -> None:
        css = "main { width: 800px; padding: 0 20px; color: #123456; line-height: 20px }\np { width: 50%; margin: 0 0 0 10px }"
        page = linked(css, "<main><p>x</p></main><aside>y</aside>")
        offers = numbers_for(page, only(page, "p"), Goal(GOAL_KINDS["width"], 1000))
        # 1% of 800 is 8; 1 px more of main is half a px.
        self.assertEqual(
            [(one.text, one.selector, one.declaration, one.line, one.step, one.moves) for one in offers],
            [("50%", "p", "width: 50%", 2, "1%", 8), ("800px", "main", "width: 800px", 1, "1px", 0.5)],
        )
        self.assertEqual(css[offers[0].offset :][:3], "50%")
        heights = numbers_for(page, only(page, "main"), Goal(GOAL_KINDS["height"], 1000))
        # The padding's bare 0 is above and below: one px of it is two. The paragraph's margins count once, at its top and
        # at its bottom they collapse into nothing that is main's own.
        self.assertEqual([(one.text, one.step, one.moves) for one in heights], [("0", "1px", 2), ("20px", "1px", 1)])

    def test_the_caret_must_stand_on_a_number(self) -> None:
        with self.assertRaisesRegex(InputError, "does not stand on a number"):
            number_at("p { color: red }", "s.css", 6)
        place = number_at("p { margin: -1.5rem }", "s.css", 15)
        self.assertEqual((place.value, place.unit), (-1.5, "rem"))
