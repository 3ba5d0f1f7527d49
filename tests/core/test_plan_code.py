"""Code from plans: what is planned, written out and laid out gives the planned numbers, by every method."""

from __future__ import annotations

import unittest
from dataclasses import replace
from fractions import Fraction

from hillpin.core.errors import InputError
from hillpin.core.page import Page
from hillpin.core.planning.code import METHODS, Code, Method, Options, arrangements_of, code_of
from hillpin.core.planning.columns import Columns
from hillpin.core.planning.plan import Arrangement, Box, Cell, Measure, Plan, Row, Sides, Size
from hillpin.core.planning.proof import prove, sentence_of
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from .plans import even, plan_of, row, twelve


def two_wide() -> Plan:
    """Main and aside from 800 on, one below the other before."""
    boxes = (
        Box("m", "Main part", "main", "Crossings", padding=even(20)),
        Box("s", "Side", "aside", "Fares", border=even(1)),
    )
    narrow = Arrangement(
        "narrow", 0, Columns(360, 1, None, 0, 16), (row(("m", "rest", 1)), row(("s", "rest", 1)))
    )
    wide = Arrangement("wide", 800, twelve(1200, 30), (row(("m", "span", 8), ("s", "span", 4)),))
    return Plan("Fares", boxes, (narrow, wide), maximum=Measure(1200))


def written(plan: Plan, method: Method, **options: object) -> Code:
    """A plan's code by a method."""
    return code_of(plan, Options(method, **options))  # type: ignore[arg-type]


class Markup(unittest.TestCase):
    def test_elements_by_role_and_classes_by_name(self) -> None:
        html = written(two_wide(), "flex").html
        self.assertEqual(
            [line.strip() for line in html.splitlines() if "class=" in line],
            ['<div class="fares">', '<main class="main-part">', '<aside class="side" aria-label="Side">'],
        )

    def test_words_are_escaped_and_lists_hold_items(self) -> None:
        boxes = [
            Box("l", "Boats", "list"),
            Box("x", "1 <Gull>", words="fast & <b>new</b>", parent="l"),
            Box("y", "1 <Gull>", parent="l"),
        ]
        code = written(
            plan_of(boxes, row(("l", "rest", 1)), row(("x", "share", 1), ("y", "share", 1), parent="l")),
            "flex",
        )
        page = Page(code.files())
        self.assertEqual([child.tag for child in page.select(".boats")[0].elements], ["li", "li"])
        # Two boxes of one name get two classes; a class never begins with a digit.
        self.assertEqual(
            [child.attributes["class"] for child in page.select(".boats")[0].elements],
            ["box-1-gull", "box-1-gull-2"],
        )
        self.assertIn("fast & <b>new</b>", page.select(".box-1-gull")[0].text())

    def test_inline_blocks_have_no_white_space_between(self) -> None:
        html = written(two_wide(), "inline-block").html
        self.assertIn("</main><!--", html)
        self.assertIn("--><aside", html)


class Styles(unittest.TestCase):
    def test_narrow_first_and_wide_first(self) -> None:
        self.assertIn("@media (min-width: 800px)", written(two_wide(), "grid-areas", first="narrow").css)
        wide = written(two_wide(), "grid-areas", first="wide").css
        self.assertIn("@media (width < 800px)", wide)
        self.assertNotIn("min-width: 800px", wide)

    def test_areas_are_named_by_the_boxes(self) -> None:
        css = written(two_wide(), "grid-areas").css
        self.assertIn(
            '"main-part main-part main-part main-part main-part main-part main-part main-part side side side side"',
            css,
        )

    def test_sums_stand_in_comments_only_when_wanted(self) -> None:
        # As parts of 1,140: the span of 8 is 8 × 76 2/3 + 7 × 20 = 753.33.
        plan = replace(two_wide(), keep_gutters=False)
        self.assertIn("/* 753.33 ÷ 1,140 */", written(plan, "float").css)
        # What is left is the title of the sheet.
        self.assertEqual(written(plan, "float", comments=False).css.count("/*"), 1)

    def test_floats_are_contained_and_follow_the_source(self) -> None:
        self.assertIn("display: flow-root", written(two_wide(), "float").css)
        narrow, wide = two_wide().arrangements
        swapped = replace(two_wide(), arrangements=(replace(narrow, rows=narrow.rows[::-1]), wide))
        with self.assertRaisesRegex(InputError, "Floats follow the source, and Main part comes earlier"):
            written(swapped, "float")
        self.assertTrue(
            prove(swapped, arrangements_of(swapped), written(swapped, "flex"), range(300, 1000, 50)).is_equal
        )

    def test_floats_that_the_eye_meets_in_another_order_are_shifted(self) -> None:
        boxes = [Box("a", "First"), Box("b", "Second")]
        plan = plan_of(boxes, row(("b", "width", 300), ("a", "width", 500)), columns=Columns(1000, 1, None, 0, 0), fluid=False)
        css = written(plan, "float").css
        # In the source First comes first: it flows from 0 and is wanted at 300; Second flows from 500 and is wanted at 0.
        self.assertIn("left: 300px", css)
        self.assertIn("left: -500px", css)
        self.assertTrue(prove(plan, arrangements_of(plan), written(plan, "float"), [1000, 1400]).is_equal)

    def test_pictures_never_grow_out(self) -> None:
        self.assertIn("img {\n  max-width: 100%;\n  height: auto;\n}", written(two_wide(), "flex").css)

    def test_container_in_rem(self) -> None:
        css = written(
            replace(two_wide(), maximum=Measure(75, "rem"), side=Measure(1.5, "rem"), root_size=20), "flex"
        ).css
        self.assertIn(":root {\n  font-size: 20px;\n}", css)
        self.assertIn("max-width: 75rem;", css)
        self.assertIn("padding: 0 1.5rem;", css)


class Proofs(unittest.TestCase):
    def test_every_method_at_every_width(self) -> None:
        for method in METHODS:
            for fluid in (True, False):
                plan = replace(two_wide(), fluid=fluid)
                placed = arrangements_of(plan)
                proof = prove(plan, placed, code_of(plan, Options(method), placed))
                self.assertTrue(proof.is_equal, f"{method}: {sentence_of(proof, plan)}")
                self.assertEqual(proof.widths, 1681)
                self.assertLess(proof.largest, 0.13)

    def test_a_change_in_the_code_is_found_with_its_range(self) -> None:
        plan = two_wide()
        code = written(plan, "flex")
        css = (
            code.css
            + "\n@media (min-width: 900px) and (max-width: 910px) { .side { position: relative; left: 3px } }\n"
        )
        proof = prove(plan, arrangements_of(plan), Code(code.html, css, code.page))
        moved = next(one for one in proof.differences if one.box == "s" and one.what == "left edge")
        self.assertEqual((moved.first, moved.last, round(moved.found - moved.planned)), (900, 910, 3))
        self.assertIn("Not equal", sentence_of(proof, plan))

    def test_it_can_be_stopped(self) -> None:
        plan = two_wide()
        proof = prove(plan, arrangements_of(plan), written(plan, "flex"), stopped=lambda: True)
        self.assertEqual((proof.widths, proof.is_equal), (0, False))

    def test_hidden_boxes_come_back(self) -> None:
        narrow, wide = two_wide().arrangements
        plan = replace(two_wide(), arrangements=(replace(narrow, rows=narrow.rows[:1], hidden=("s",)), wide))
        for method in METHODS:
            proof = prove(plan, arrangements_of(plan), written(plan, method), range(700, 900, 20))
            self.assertTrue(proof.is_equal, f"{method}: {sentence_of(proof, plan)}")


EDGE = st.sampled_from([0, 0, 1, 2.5, 7, 16])


@st.composite
def plans(draw: st.DrawFn) -> Plan:
    """Plans of up to six boxes in rows, some nested, narrow and wide."""
    count = draw(st.integers(1, 5))
    boxes = [_box(draw, f"b{number}", None) for number in range(count)]
    inner = [_box(draw, f"i{number}", "b0") for number in range(draw(st.integers(0, 3)))]
    gutter = draw(st.sampled_from([0, 10, 24]))
    wide_rows = [*_rows(draw, boxes, None, gutter), *_rows(draw, inner, "b0", gutter)]
    narrow_rows = [Row((Cell(box.id),), box.parent) for box in (*boxes, *inner)]
    narrow = Arrangement(
        "narrow", 0, Columns(360, 1, None, 0, draw(st.sampled_from([0, 16]))), tuple(narrow_rows)
    )
    wide = Arrangement(
        "wide",
        draw(st.integers(700, 900)),
        Columns(1200, 12, None, gutter, draw(st.sampled_from([0, 30]))),
        tuple(wide_rows),
    )
    return Plan(
        "Page",
        (*boxes, *inner),
        (narrow, wide),
        draw(st.booleans()),
        draw(st.booleans()),
        draw(st.sampled_from([None, Measure(1300)])),
    )


def _box(draw: st.DrawFn, name: str, parent: str | None) -> Box:
    sides = [Sides(draw(EDGE), draw(EDGE), draw(EDGE), draw(EDGE)) for _ in range(2)]
    role = draw(st.sampled_from(["box", "section", "article", "list"])) if parent is None else "box"
    return Box(
        name,
        name,
        role,
        "fares",
        parent,
        Sides(0, draw(EDGE), 0, draw(EDGE)),
        sides[0],
        sides[1],
        draw(st.sampled_from(["border-box", "content-box"])),
    )


def _rows(draw: st.DrawFn, boxes: list[Box], parent: str | None, gutter: int) -> list[Row]:
    """Boxes in source order, in rows of one to three, of shares or of spans that take the twelve columns."""
    rows: list[Row] = []
    while boxes:
        taken = boxes[: draw(st.integers(1, 3))]
        boxes = boxes[len(taken) :]
        if parent is None and draw(st.booleans()):
            spans = {1: [12], 2: [8, 4], 3: [6, 3, 3]}[len(taken)]
            rows.append(
                Row(
                    tuple(Cell(box.id, Size("span", span)) for box, span in zip(taken, spans, strict=True)),
                    parent,
                )
            )
        else:
            rows.append(
                Row(
                    tuple(Cell(box.id, Size("share", draw(st.integers(1, 3)))) for box in taken),
                    parent,
                    draw(st.sampled_from([None, gutter])),
                )
            )
    return rows


class AnyPlan(unittest.TestCase):
    @settings(max_examples=25, suppress_health_check=[HealthCheck.too_slow])
    @given(plans(), st.sampled_from(METHODS), st.sampled_from(["narrow", "wide"]))
    def test_code_gives_what_is_planned(self, plan: Plan, method: Method, first: str) -> None:
        placed = arrangements_of(plan)
        # No box is ever narrower than its borders and padding: a plan that wants it is told so, and is no plan to be met.
        sides = {box.id: box.border.left + box.border.right + box.padding.left + box.padding.right for box in plan.boxes}
        assume(all(wide >= sides[name] for name, (_, wide) in placed[-1].rects(max(placed[-1].arrangement.starts, 240)).items()))
        code = code_of(plan, Options(method, first), placed)  # type: ignore[arg-type]
        proof = prove(plan, placed, code, [240, 361, 699, 700, 801, 900, 901, 1024, 1299, 1301, 1920, 2560])
        self.assertTrue(proof.is_equal, f"{method}: {sentence_of(proof, plan)}\n{code.css}")

    @settings(max_examples=40)
    @given(plans(), st.integers(901, 2560))
    def test_rows_never_come_to_more_than_they_have(self, plan: Plan, width: int) -> None:
        placed = arrangements_of(plan)[-1]
        rects = placed.rects(width)
        left = min(max((width - placed.outer(width)) / 2, Fraction(0)) + placed.side for _ in (0,))
        for context_row in placed.contexts[None].rows:
            last = context_row.cells[-1]
            x, wide = rects[last.box.id]
            self.assertLessEqual(
                x + wide + last.margin[1].at(Fraction(0)), left + placed.outer(width) - 2 * placed.side
            )
