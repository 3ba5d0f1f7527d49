"""Rows of boxes: sums, what drops, what is left, nesting, orders. Worked by hand."""

from __future__ import annotations

import unittest
from dataclasses import replace
from fractions import Fraction
from xml.etree import ElementTree

from hillpin.core.errors import InputError
from hillpin.core.planning.arranging import Arranged, arrange
from hillpin.core.planning.code import units_of
from hillpin.core.planning.columns import Columns
from hillpin.core.planning.drawing import drawing_of
from hillpin.core.planning.order import order_warnings, propose, read_order, seen_order
from hillpin.core.planning.plan import Arrangement, Box, Measure, Plan, Row, Sides, check_plan
from hillpin.core.planning.plan_svg import svg_of
from hillpin.core.planning.widths_table import HEAD, as_csv, as_markdown, widths_table

from .plans import even, plan_of, row, twelve

UNIT = {"px": Fraction(1), "rem": Fraction(16), "ch": Fraction(8)}
PLAIN = Columns(960, 1, None, 0, 0)


def arranged(plan: Plan) -> Arranged:
    """The plan's only arrangement, placed."""
    check_plan(plan)
    return arrange(plan, plan.arrangements[0], UNIT)


def widths(plan: Plan, parent: str | None = None) -> list[tuple[float, float, float]]:
    """Border box, width to write and room inside of each box, as drawn."""
    context = arranged(plan).contexts[parent]
    return [
        (
            float(cell.width.at(context.width)),
            float(cell.written.at(context.width)),
            float(cell.inside.at(context.width)),
        )
        for cell in context.cells
    ]


class Sums(unittest.TestCase):
    def test_spans_widths_shares_and_the_rest(self) -> None:
        boxes = [Box(name, name) for name in "abcd"]
        # Columns of (940 − 11 × 20) ÷ 12 = 60: a span of 3 is 220. Given 200, gaps 3 × 20: 460 left, shared 2 : 1.
        plan = plan_of(
            boxes,
            row(("a", "span", 3), ("b", "width", 200), ("c", "share", 2), ("d", "rest", 1)),
            columns=twelve(940),
            fluid=False,
        )
        cells = arranged(plan).contexts[None].cells
        self.assertEqual(
            [cell.width.at(Fraction(940)) for cell in cells], [220, 200, Fraction(920, 3), Fraction(460, 3)]
        )

    def test_box_sizing(self) -> None:
        around = {"margin": even(10), "border": even(2), "padding": even(18)}
        content = Box("a", "a", sizing="content-box", **around)
        border = Box("b", "b", **around)
        # 960 ÷ 2 = 480 each with margins: 460 to the border, 420 inside.
        plan = plan_of(
            [content, border], row(("a", "share", 1), ("b", "share", 1)), columns=PLAIN, fluid=False
        )
        self.assertEqual(widths(plan), [(460, 420, 420), (460, 460, 420)])
        # Written 300: content-box is 340 to the border, border-box 260 inside.
        plan = plan_of(
            [content, border], row(("a", "written", 300), ("b", "written", 300)), columns=PLAIN, fluid=False
        )
        self.assertEqual(widths(plan), [(340, 300, 300), (300, 300, 260)])

    def test_over_by_a_border(self) -> None:
        boxes = [Box(name, name.upper(), border=even(1), sizing="content-box") for name in "abc"]
        # Three of 320 take the 960 exactly; their borders add 6.
        plan = plan_of(boxes, *[row(*((name, "written", 320) for name in "abc"))], columns=PLAIN, fluid=False)
        total = arranged(plan).contexts[None].rows[0].sum
        self.assertEqual((total.takes, total.has, total.rest, total.drops), (966, 960, -6, ("c",)))
        self.assertEqual(total.messages[0], "6 over: 966 of 960, so C drops.")
        self.assertEqual(
            [(step.sign, step.amount) for step in total.steps],
            [("", 322), ("+", 322), ("+", 322), ("=", 966)],
        )

    def test_several_drop_one_after_the_other(self) -> None:
        boxes = [Box(name, name) for name in "abcd"]
        # 500 + 500 is over 960, 500 + 400 fits on the next line, 300 does not fit there.
        plan = plan_of(
            boxes,
            row(("a", "width", 500), ("b", "width", 500), ("c", "width", 400), ("d", "width", 300)),
            columns=PLAIN,
            fluid=False,
        )
        self.assertEqual(arranged(plan).contexts[None].rows[0].sum.drops, ("b", "d"))

    def test_what_is_left_and_where(self) -> None:
        plan = plan_of(
            [Box("a", "a"), Box("b", "b")],
            row(("a", "width", 300), ("b", "width", 400)),
            columns=PLAIN,
            fluid=False,
        )
        self.assertEqual(
            arranged(plan).contexts[None].rows[0].sum.messages, ("700 of 960: 260 left at the right end.",)
        )

    def test_a_margin_on_the_wrong_side(self) -> None:
        boxes = [Box(name, name.upper(), margin=Sides(0, 30, 0, 0)) for name in "abc"]
        # Each has 30 at its right, the last one too: the row looks 30 short.
        plan = plan_of(boxes, row(*((name, "share", 1) for name in "abc")), columns=PLAIN, fluid=False)
        self.assertIn(
            "C has a margin of 30 on the right, where the row ends: the row stands 30 short there.",
            arranged(plan).contexts[None].rows[0].sum.messages,
        )

    def test_uneven_gutters(self) -> None:
        boxes = [Box("a", "a"), Box("b", "b", margin=Sides(0, 0, 0, 10)), Box("c", "c")]
        plan = plan_of(
            boxes, row(*((name, "share", 1) for name in "abc"), gap=20), columns=PLAIN, fluid=False
        )
        found = arranged(plan).contexts[None].rows[0].sum
        self.assertEqual(found.gutters, (0, 30, 20, 0))
        self.assertIn("The gutters are uneven: 30 and 20.", found.messages)

    def test_nothing_left_inside(self) -> None:
        plan = plan_of(
            [Box("a", "Thin", padding=even(60))], row(("a", "width", 100)), columns=PLAIN, fluid=False
        )
        self.assertIn(
            "Nothing is left inside Thin: it comes to −20.",
            arranged(plan).contexts[None].rows[0].sum.messages,
        )


class Nesting(unittest.TestCase):
    def plan(self, fluid: bool) -> Plan:
        """A box of 8 of 12 columns with padding 20 holds two boxes that share it."""
        boxes = [
            Box("out", "Outer", border=even(1), padding=even(20)),
            Box("in1", "One", parent="out"),
            Box("in2", "Two", parent="out"),
            Box("side", "Side"),
        ]
        return plan_of(
            boxes,
            row(("out", "span", 8), ("side", "span", 4)),
            row(("in1", "share", 1), ("in2", "share", 1), parent="out", gap=18),
            columns=twelve(940),
            fluid=fluid,
        )

    def test_inner_rows_start_from_the_inside(self) -> None:
        # 8 × 60 + 7 × 20 = 620; 620 − 2 − 40 = 578; (578 − 18) ÷ 2 = 280.
        self.assertEqual([inside for _, _, inside in widths(self.plan(False))], [578, 300])
        self.assertEqual([width for width, _, _ in widths(self.plan(False), "out")], [280, 280])

    def test_the_working_says_so(self) -> None:
        inner = arranged(self.plan(False)).contexts["out"].cells[0]
        said = [(step.sign, step.amount, step.label) for step in inner.steps]
        self.assertEqual(said[0], ("", 480, "columns 8 × 60"))
        self.assertIn(("=", 578, "room inside"), said)
        self.assertEqual(said[-1], ("=", 280, "its part"))

    def test_fluid_counts_from_its_own_context(self) -> None:
        plan = replace(self.plan(True), keep_gutters=False)
        rects = arranged(plan).rects(1880)
        # Twice 940: the outer box is 1,240; inside 1,240 − 42 = 1,198; the gap is 18 ÷ 578 of it, the boxes 280 ÷ 578.
        self.assertEqual(rects["out"], (0, 1240))
        self.assertEqual(rects["in1"][1], Fraction(1198 * 280, 578))
        self.assertEqual(rects["in2"][0] - rects["in1"][0], Fraction(1198 * 298, 578))

    def test_a_plan_that_does_not_hang_together(self) -> None:
        plan = self.plan(True)
        (arrangement,) = plan.arrangements
        cases = [
            (replace(plan, arrangements=()), "at least one arrangement"),
            (replace(plan, boxes=(*plan.boxes, plan.boxes[0])), r"boxes\[4\] \(Outer\): the id out is not usable or is there twice"),
            (replace(plan, boxes=(*plan.boxes, Box("x", "X"))), r"arrangements\[0\] \(wide\): X is in no row and not hidden"),
            (replace(plan, arrangements=(replace(arrangement, rows=(*arrangement.rows, row(("side", "rest", 1)))),)), "Side stands in two places"),
            (replace(plan, arrangements=(replace(arrangement, rows=(row(("ghost", "rest", 1)),)),)), r"rows\[0\]\.cells\[0\]: there is no box ghost"),
            (replace(plan, boxes=(replace(plan.boxes[0], padding=Sides(0, -1, 0, 0)), *plan.boxes[1:])), "a padding cannot be negative"),
            (replace(plan, root_size=1), "root_size is 1"),
            (replace(plan, root_size=3.5), "root_size is 3.5"),
            (replace(plan, root_size=101), "root_size is 101"),
        ]  # fmt: skip
        for broken, said in cases:
            with self.assertRaisesRegex(InputError, said):
                check_plan(broken)
        for root_size in (4, 100):
            check_plan(replace(plan, root_size=root_size))


class Containers(unittest.TestCase):
    def test_maximum_and_side_in_rem(self) -> None:
        plan = replace(
            plan_of([Box("a", "a")], row(("a", "rest", 1)), columns=Columns(1200, 1, None, 0, 24)),
            maximum=Measure(75, "rem"),
            side=Measure(1.5, "rem"),
        )
        placed = arranged(plan)
        # 75 × 16 = 1,200 with 24 on each side: at 1,600 the container is centred 200 in, the box 1,152 wide.
        self.assertEqual(placed.rects(1600)["a"], (224, 1152))
        self.assertEqual(placed.rects(800)["a"], (24, 752))

    def test_ch_is_that_of_the_text(self) -> None:
        units = units_of(
            Plan("P", (Box("a", "a"),), (Arrangement("w", 0, PLAIN, (row(("a", "rest", 1)),)),), root_size=20)
        )
        self.assertEqual(units["rem"], 20)
        self.assertTrue(8 <= units["ch"] <= 13, units["ch"])


class Orders(unittest.TestCase):
    def plan(self) -> Plan:
        boxes = [Box("a", "Head"), Box("b", "Text"), Box("c", "Aside"), Box("d", "Foot")]
        wide = Arrangement(
            "wide",
            960,
            twelve(1200, 30),
            (row(("a", "rest", 1)), row(("c", "span", 4), ("b", "span", 8)), row(("d", "rest", 1))),
        )
        return Plan("Page", tuple(boxes), (wide,))

    def test_where_eye_and_keyboard_part(self) -> None:
        plan = self.plan()
        self.assertEqual(seen_order(plan, plan.arrangements[0]), ["a", "c", "b", "d"])
        self.assertEqual(read_order(plan, plan.arrangements[0]), ["a", "b", "c", "d"])
        self.assertEqual(
            order_warnings(plan, plan.arrangements[0]),
            ["The eye meets Aside before Text, the keyboard after it."],
        )

    def test_a_box_that_holds_others_is_named_itself(self) -> None:
        plan = self.plan()
        (wide,) = plan.arrangements
        inner = replace(wide, rows=(*wide.rows, row(("e", "rest", 1), parent="c")))
        nested = replace(
            plan, boxes=(*plan.boxes[:3], Box("e", "Inner", parent="c"), plan.boxes[3]), arrangements=(inner,)
        )
        self.assertEqual(
            order_warnings(nested, inner), ["The eye meets Aside before Text, the keyboard after it."]
        )

    def test_narrower_arrangements_stack_in_source_order(self) -> None:
        proposed = propose(self.plan(), UNIT)
        self.assertEqual([one.name for one in proposed.arrangements], ["narrow", "medium", "wide"])
        self.assertEqual(
            [[cell.box for cell in one.cells] for one in proposed.arrangements[0].rows],
            [["a"], ["b"], ["c"], ["d"]],
        )
        self.assertEqual(
            [[cell.box for cell in one.cells] for one in proposed.arrangements[1].rows],
            [["a"], ["b", "c"], ["d"]],
        )
        # Columns of (1,140 − 220) ÷ 12 = 76 2/3: spans of 8 and 4 are 753 1/3 and 366 2/3, about 2 to 1.
        self.assertEqual([cell.size.value for cell in proposed.arrangements[1].rows[1].cells], [2, 1])
        check_plan(proposed)
        self.assertEqual([order_warnings(proposed, one) for one in proposed.arrangements[:2]], [[], []])

    def test_ranges_meet_without_gap(self) -> None:
        proposed = propose(self.plan(), UNIT)
        self.assertEqual(
            [proposed.range_of(one) for one in proposed.arrangements], [(1, 599), (600, 959), (960, None)]
        )


class DrawingsAndTables(unittest.TestCase):
    def plan(self) -> Plan:
        boxes = [
            Box("a", "Crossings & fares", "header", "Isle | ferry"),
            Box("b", "B", border=even(2, 1)),
            Box("c", "Map", "figure"),
        ]
        return plan_of(
            boxes,
            row(("a", "rest", 1)),
            row(("b", "width", 700), ("c", "width", 500)),
            columns=Columns(1000, 2, None, 20, 20),
            fluid=False,
        )

    def test_boxes_stand_where_the_plan_has_them(self) -> None:
        drawing = drawing_of(arranged(self.plan()))
        placed = {box.box: box for box in drawing.boxes}
        self.assertEqual((placed["a"].x, placed["a"].width), (20, 960))
        self.assertEqual((placed["b"].x, placed["b"].width), (20, 700))
        # 700 + 20 + 500 is over 960: the map begins a line of its own.
        self.assertEqual((placed["c"].x, placed["c"].drops), (20, True))
        self.assertGreaterEqual(placed["c"].y, placed["b"].y + placed["b"].height)
        self.assertEqual([(one.x, one.width) for one in drawing.columns], [(20, 470), (510, 470)])

    def test_svg_is_well_formed_and_to_scale(self) -> None:
        root = ElementTree.fromstring(svg_of(drawing_of(arranged(self.plan())), "Home <1>", {}))
        self.assertEqual(root.attrib["width"], "1000")
        texts = [text.text for text in root.iter("{http://www.w3.org/2000/svg}text")]
        self.assertIn("Crossings & fares", texts)
        self.assertTrue(str(texts[-1]).startswith("Home <1> · wide, 1,000 wide"))
        self.assertIn("700", [rect.attrib["width"] for rect in root.iter("{http://www.w3.org/2000/svg}rect")])

    def test_tables(self) -> None:
        lines = widths_table([arranged(self.plan())])
        self.assertEqual(
            lines[1], ("wide", "1", "1000", "2", "B", "page", "700", "700", "700", "696", "72.9166")
        )
        self.assertEqual(as_csv([arranged(self.plan())]).splitlines()[0], ",".join(HEAD))
        self.assertEqual(as_markdown([arranged(self.plan())]).splitlines()[3].count(" | "), len(HEAD) - 1)
        formula = replace(
            self.plan(), boxes=(replace(self.plan().boxes[0], name="=1+1"), *self.plan().boxes[1:])
        )
        self.assertIn("'=1+1", as_csv([arranged(formula)]))

    def test_a_row_of_nothing_draws_nothing(self) -> None:
        hidden = Plan("P", (Box("a", "a"),), (Arrangement("w", 0, PLAIN, (), ("a",)),))
        self.assertEqual(drawing_of(arranged(hidden)).boxes, [])
        self.assertEqual(widths_table([arranged(hidden)])[0][3], "hidden")
        self.assertIsInstance(hidden.arrangements[0].rows, tuple)
        self.assertEqual(Row(()).gap, None)
