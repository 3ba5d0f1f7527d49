"""Plans read from pages, and rows rewritten by another method. Expected numbers are worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.planning.code import Options, arrangements_of, code_of
from hillpin.core.planning.comparison import Stretch, compare
from hillpin.core.planning.conversion import Conversion, Target, convert
from hillpin.core.planning.from_code import FromCode, plan_from_page
from hillpin.core.planning.proof import prove

from .pages import only, page_of

THREE = "<div class=row><section class=fare><h3>Day</h3></section><section class=fare><h3>Week</h3></section><section class=fare><h3>Year</h3></section></div>"
FLOATS = """.row { max-width: 1000px; margin: 0 auto; overflow: hidden } .fare { box-sizing: border-box; height: 90px }
@media (min-width: 600px) { .fare { float: left; width: 32%; margin-right: 2%; } .fare:last-child { margin-right: 0 } }"""


def read(css: str, body: str = THREE, container: str = ".row") -> FromCode:
    """The plan of a container."""
    page = page_of(css, body)
    return plan_from_page(page, only(page, container))


class Reading(unittest.TestCase):
    def test_arrangements_at_their_exact_widths(self) -> None:
        found = read(FLOATS)
        self.assertEqual([one.starts for one in found.plan.arrangements], [0, 600])
        self.assertEqual(
            [[len(row.cells) for row in one.rows] for one in found.plan.arrangements], [[1, 1, 1], [3]]
        )
        self.assertEqual([box.name for box in found.plan.boxes], ["Day", "Week", "Year"])
        self.assertEqual([box.role for box in found.plan.boxes], ["section"] * 3)

    def test_what_is_read_proves_equal_to_itself(self) -> None:
        found = read(FLOATS)
        placed = arrangements_of(found.plan)
        # The container is 1,000 wide at 1,200: 320 + 20 + 320 + 20 + 320.
        wide = placed[-1].rects(1200)
        self.assertEqual(
            [(float(x), float(width)) for x, width in wide.values()], [(100, 320), (440, 320), (780, 320)]
        )
        self.assertTrue(
            prove(
                found.plan, placed, code_of(found.plan, Options("flex"), placed), range(260, 1300, 20)
            ).is_equal
        )

    def test_a_box_that_drops_is_said(self) -> None:
        # Three of 340 in 1,000: 20 over, so the third stands on a row of its own.
        found = read(".row { width: 1000px } .fare { float: left; width: 340px; height: 50px }")
        self.assertEqual([[len(row.cells) for row in one.rows] for one in found.plan.arrangements], [[2, 1]])
        self.assertIn(
            "At 1,200, 20 over: row 1 would come to 1,020 of 1,000 with Year, so it drops.", found.notes
        )

    def test_margins_are_no_distance_between_rows(self) -> None:
        # Rows of 40 with 10 below each: the second begins where the first's margin ends. A flex row's own gap is one.
        floats = read(".row { overflow: hidden } .fare { float: left; width: 50%; height: 40px; margin-bottom: 10px }")
        self.assertEqual(floats.plan.row_gap, 0)
        flex = read(".row { display: flex; flex-wrap: wrap; row-gap: 12px } .fare { width: 50%; height: 40px }")
        self.assertEqual(flex.plan.row_gap, 12)

    def test_uneven_gutters_are_said(self) -> None:
        found = read(
            ".row { width: 1000px; overflow: hidden } .fare { float: left; width: 300px; height: 50px } .fare:nth-child(2) { margin: 0 40px 0 10px }"
        )
        # Margins are kept with their boxes, and the plan says it.
        said = [
            message
            for row in arrangements_of(found.plan)[0].contexts[None].rows
            for message in row.sum.messages
        ]
        self.assertIn("The gutters are uneven: 10 and 40.", said)

    def test_nothing_to_arrange(self) -> None:
        with self.assertRaisesRegex(InputError, "holds no boxes that stand in rows"):
            read("", "<p class=row>Only <b>words</b></p>")


class Converting(unittest.TestCase):
    def convert(
        self, css: str, target: Target, fluid: bool = False, body: str = THREE
    ) -> tuple[Conversion, list[Stretch]]:
        """The conversion and where its geometry is equal, from 300 to 1,100."""
        page = page_of(css, body)
        made = convert(page, only(page, ".row"), target, fluid)
        return made, compare(page, made.page(page), only(page, ".row"), 300, 1100)

    def test_floats_become_a_grid_and_stay_where_they_are(self) -> None:
        made, stretches = self.convert(FLOATS, "grid")
        self.assertEqual([(one.first, one.last, one.is_equal) for one in stretches], [(300, 1100, True)])
        self.assertIn("grid-template-columns: repeat(3, minmax(0, 1fr));", made.css)
        # 20 ÷ 1,000, between the boxes only.
        self.assertIn("column-gap: 2%;", made.css)
        # What was plain flow below 600 is left alone.
        self.assertNotIn("min-width: 0px", made.css)
        self.assertTrue(made.css.startswith("/* div.row as grid */\n\n@media (min-width: 600px) {"))

    def test_floats_become_flex_and_flex_becomes_floats(self) -> None:
        _, stretches = self.convert(FLOATS, "flex")
        self.assertTrue(all(one.is_equal for one in stretches))
        flex = ".row { display: flex; gap: 20px } .fare { flex: 1; height: 40px }"
        made, stretches = self.convert(flex, "float")
        self.assertTrue(all(one.is_equal for one in stretches), stretches)
        self.assertIn("float: left", made.css)
        self.assertIn("display: flow-root", made.css)

    def test_percentages_of_padding_are_counted_anew_in_a_grid(self) -> None:
        made, stretches = self.convert(
            FLOATS.replace("height: 90px", "height: 90px; padding: 0 3.2%"), "grid"
        )
        self.assertTrue(all(one.is_equal for one in stretches if one.first >= 600), stretches)
        # 3.2% of the row is a tenth of a box of 32%.
        self.assertIn("padding-left: 10%;", made.css)

    def test_fixed_to_fluid_is_equal_where_it_was_full(self) -> None:
        fixed = ".row { width: 960px; overflow: hidden } .fare { float: left; width: 300px; height: 50px; margin-right: 30px } .fare:last-child { margin: 0 }"
        made, stretches = self.convert(fixed, "float", fluid=True)
        # 300 ÷ 960 = 31.25%.
        self.assertIn("width: 31.25%; /* 300 ÷ 960 */", made.css)
        self.assertIn("max-width: 960px;", made.css)
        # Narrower than 960 the fixed row sticks out and the fluid one does not.
        self.assertEqual(
            [(one.first, one.last, one.is_equal) for one in stretches], [(300, 959, False), (960, 1100, True)]
        )

    def test_fluid_is_target_by_context_where_the_container_is_widest(self) -> None:
        fixed = ".row { max-width: 960px; overflow: hidden } .fare { float: left; width: 300px; height: 50px; margin-right: 30px } .fare:last-child { margin-right: 0 }"
        for target in ("float", "flex", "grid"):
            page = page_of(fixed, THREE)
            after = convert(page, only(page, ".row"), target, fluid=True).page(page)
            # 300 ÷ 960 = 31.25% and 30 ÷ 960 = 3.125%: at 640, 200 each and 20 between, and no box drops.
            rects = after.layout(640).rects
            self.assertEqual(
                [(rects[one].x, rects[one].width) for one in after.select(".fare")],
                [(0, 200), (220, 200), (440, 200)],
            )
            stretches = compare(page, after, only(page, ".row"), 300, 1100)
            self.assertEqual([(one.first, one.is_equal) for one in stretches], [(300, False), (960, True)])

    def test_what_all_boxes_share_is_taken_back_where_it_was_said(self) -> None:
        css = FLOATS + "@media (min-width: 900px) { .fare { width: 23.5% } .fare:first-child { width: 49% } }"
        for target in ("float", "flex", "grid"):
            _, stretches = self.convert(css, target)
            self.assertTrue(all(one.is_equal for one in stretches), stretches)

    def test_a_fixed_width_around_is_said_and_loosened_when_asked(self) -> None:
        css = "main { width: 1000px } .row { overflow: hidden } .fare { float: left; width: 300px; height: 9px; margin-right: 50px } .fare:last-child { margin: 0 }"
        page = page_of(css, f"<main>{THREE}</main>")
        made = convert(page, only(page, ".row"), "float", fluid=True)
        self.assertEqual(made.fixed_around, "main")
        self.assertEqual(
            made.notes,
            ("main around it is 1000px wide by index.html line 1, at every viewport: what is inside never changes until that is a maximum.",),
        )
        still = made.page(page)
        self.assertEqual(still.layout(500).rects[still.select(".fare")[0]].width, 300)
        loose = convert(page, only(page, ".row"), "float", fluid=True, loosen=True).page(page)
        # 30% of 500.
        self.assertEqual(loose.layout(500).rects[loose.select(".fare")[0]].width, 150)

    def test_heights_alone_are_told_apart_from_boxes_that_moved_sideways(self) -> None:
        floats = ".row { width: 600px } .fare { float: left; width: 200px; height: 50px }"
        made, stretches = self.convert(floats, "grid")
        del made
        self.assertEqual(
            [(one.is_equal, one.is_sideways, one.holds_floats, one.distance, one.element) for one in stretches],
            [(False, False, True, 50, "div.row")],
        )

    def test_boxes_in_plain_flow_are_no_row(self) -> None:
        with self.assertRaisesRegex(InputError, "one below the other at every width"):
            self.convert(".fare { height: 20px }", "grid")

    def test_clearing_content_is_no_item(self) -> None:
        cleared = ".row::after { content: ''; display: table; clear: both } .fare { float: left; width: 30%; height: 50px }"
        made, stretches = self.convert(cleared, "flex")
        self.assertIn(".row::before, .row::after {\n  content: none;", made.css)
        self.assertTrue(all(one.is_equal for one in stretches))

    def test_a_wrong_conversion_is_found_at_its_widths(self) -> None:
        page = page_of(FLOATS, THREE)
        other = page_of(
            f"{FLOATS} @media (min-width: 713px) and (max-width: 787px) {{ .fare {{ height: 95px }} }}", THREE
        )
        stretches = compare(page, other, only(page, ".row"), 300, 1100)
        self.assertEqual(
            [(one.first, one.last, one.is_equal, one.distance) for one in stretches][1], (713, 787, False, 5)
        )

    def test_new_rules_go_where_the_old_ones_are(self) -> None:
        made, _ = self.convert(FLOATS, "flex")
        self.assertEqual(made.file, "index.html")
        self.assertLess(made.text.index("as flex"), made.text.index("</style>"))


class NoBox(unittest.TestCase):
    def test_a_container_that_makes_no_box_somewhere_is_refused_in_words(self) -> None:
        with self.assertRaisesRegex(InputError, r"div\.row makes no box at \d+\."):
            read("@media (min-width: 600px) { .row { display: none } }")


class LinkedSheets(unittest.TestCase):
    def test_the_last_sheet_that_reaches_the_boxes_takes_the_rules(self) -> None:
        body = f"<link rel=stylesheet href=a.css><link rel=stylesheet href=b.css><link rel=stylesheet href=c.css>{THREE}"
        page = page_of("", body, a__css=FLOATS, b__css=".fare { color: red }", c__css="p { color: blue }")
        made = convert(page, only(page, ".row"), "grid")
        self.assertEqual(made.file, "b.css")
        self.assertTrue(made.text.startswith(".fare { color: red }\n\n/* div.row as grid */"))
