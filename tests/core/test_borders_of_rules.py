"""Where a rule begins to hold, exactly: the number itself, and the one next to it."""

from __future__ import annotations

import unittest
from fractions import Fraction

from hillpin.core.layout.block.floats import Floats
from hillpin.core.page import Page
from hillpin.core.planning.arranging import arrange
from hillpin.core.planning.columns import Columns
from hillpin.core.planning.plan import Box
from hillpin.core.survey.whole import survey

from .pages import box, linked, page_of
from .plans import plan_of, row


def kinds_on(page: Page, low: int = 900, high: int = 960) -> set[tuple[str, str]]:
    """Kinds and selectors of what is found."""
    return {(one.kind, one.selector) for one in survey(page, low, high).findings}


class Layout(unittest.TestCase):
    def test_a_float_is_no_higher_than_one_before_it(self) -> None:
        # Rule 5 of CSS 2 §9.5.1: the second drops to 50 for want of room, so the third, that would fit beside the first,
        # stands beside the second.
        floats = Floats()
        self.assertEqual(floats.place(True, 100, 50, 0, 0, 150), (0, 0))
        self.assertEqual(floats.place(True, 100, 50, 0, 0, 150), (0, 50))
        self.assertEqual(floats.place(True, 30, 10, 0, 0, 150), (100, 50))

    def test_a_float_that_fits_exactly(self) -> None:
        floats = Floats()
        floats.place(True, 100, 50, 0, 0, 150)
        self.assertEqual(floats.place(True, 50, 10, 0, 0, 150), (100, 0))
        self.assertEqual(floats.place(False, 51, 10, 0, 0, 150), (99, 50))

    def test_variables_that_name_each_other_take_the_fallback_whatever_the_order(self) -> None:
        first = "--a: var(--b, 100px); --b: var(--c); --c: var(--b)"
        for declared in (first, "; ".join(reversed(first.split("; ")))):
            page = page_of(f":root {{ {declared} }} p {{ width: var(--a) }}", "<p>x</p>")
            self.assertEqual(box(page, "p").width, 100, declared)

    def test_attributes_that_style_stand_below_every_rule_of_the_author(self) -> None:
        # Its own border is 1 px at each side. HTML 15.2: presentational hints count as author rules of specificity 0 before all others.
        self.assertEqual(box(page_of("* { width: 20px }", "<hr width=50>"), "hr").width, 22)
        self.assertEqual(box(page_of(":where(hr) { width: 20px }", "<hr width=50>"), "hr").width, 22)
        self.assertEqual(box(page_of("", "<hr width=50>"), "hr").width, 52)

    def test_items_over_fewer_tracks_are_counted_first(self) -> None:
        # css-grid-2 §12.5: 200 over two columns makes them 100 each; of the 300 over three, 100 are left, a third each.
        # The other way round all three were 100.
        css = (
            ".g { display: grid; grid-template-columns: auto auto auto; justify-content: start }"
            ".a { grid-column: span 3; width: 300px } .b { grid-column: span 2; width: 200px } b { grid-row: 3 }"
        )
        page = page_of(css, "<div class=g><i class=a></i><i class=b></i><b></b><b></b><b></b></div>")
        widths = [one.width for one in page.boxes(800).boxes if one.tag == "b"]
        for found, wanted in zip(widths, (100 + 100 / 3, 100 + 100 / 3, 100 / 3), strict=True):
            self.assertAlmostEqual(found, wanted, delta=2 / 64)


UNIT = {"px": Fraction(1), "rem": Fraction(16), "ch": Fraction(8)}


class Planning(unittest.TestCase):
    def test_boxes_that_take_all_there_is_do_not_drop(self) -> None:
        plan = plan_of(
            [Box(name, name) for name in "abc"],
            row(*((name, "width", 320) for name in "abc")),
            columns=Columns(960, 12, None, 0, 0),
            fluid=False,
        )
        total = arrange(plan, plan.arrangements[0], UNIT).contexts[None].rows[0].sum
        self.assertEqual((total.takes, total.has, total.rest, total.drops), (960, 960, 0, ()))


class Survey(unittest.TestCase):
    def test_circles_of_24_round_small_targets(self) -> None:
        # WCAG 2.2 2.5.8: two of 20 with 3 between have their middles 23 apart, so that the circles meet; with 4 they touch.
        css = "a {{ display: block; width: 20px; height: 20px; margin-bottom: {}px }}"
        links = "<main><ul style='list-style: none; padding: 0; margin: 0'><li><a href=#>a</a><li><a href=#>b</a></ul></main>"
        self.assertIn("small-target", {kind for kind, _ in kinds_on(linked(css.format(3), links))})
        self.assertNotIn("small-target", {kind for kind, _ in kinds_on(linked(css.format(4), links))})

    def test_type_is_large_from_24_on_and_bold_from_18_66(self) -> None:
        # #888 on white is 3.54 : 1, enough for large type (3) and not for small (4.5).
        for size, weight, is_small in ((23.9, 400, True), (24, 400, False), (18.66, 700, False), (18.6, 700, True), (18.66, 600, True)):
            css = f"p {{ color: #888; background: #fff; font-size: {size}px; font-weight: {weight} }}"
            found = {kind for kind, _ in kinds_on(linked(css, "<main><p>words</p></main>"))}
            self.assertEqual("low-contrast" in found, is_small, (size, weight))

    def test_a_row_is_meant_where_its_widths_are_most_of_the_room(self) -> None:
        # Two of 40 % with a gap that pushes the second down: 80 % is meant to be a row, 79 % is not.
        for share, is_meant in ((40, True), (39.4, False)):
            css = f".b {{ float: left; width: {share}%; margin-right: 15% }} .c {{ overflow: hidden }}"
            body = "<main><div class=c><div class=b>one</div><div class=b>two</div></div></main>"
            found = {kind for kind, _ in kinds_on(linked(css, body))}
            self.assertEqual("row-break" in found, is_meant, share)


if __name__ == "__main__":
    unittest.main()
