"""Queries opened at a width: where they stand, and what goes in."""

from __future__ import annotations

import unittest

from hillpin.core.aids.breaks import habit_of, open_query
from hillpin.core.aids.contest import contest_of
from hillpin.core.errors import InputError

from .pages import linked, only


class Queries(unittest.TestCase):
    CSS = "p { color: red }\n.row { display: flex; gap: 20px; }\n@media (min-width: 652px) {\n  .row { gap: 30px }\n}\n.foot { color: blue }\n"

    def test_it_stands_where_the_cascade_lets_it_win(self) -> None:
        page = linked(self.CSS, "<div class=row>x</div>")
        opened = open_query(page, "s.css", 2, 700, self.CSS.replace("20px", "10px"))
        # The rule in the query at 652 sets the gap too, so the new one stands after it.
        self.assertEqual(
            opened.text,
            self.CSS.replace("20px", "10px").replace(
                ".foot", "\n@media (min-width: 700px) {\n  .row {\n    gap: 20px;\n  }\n}\n.foot"
            ),
        )
        self.assertEqual(opened.text[opened.caret :].split(";")[0], "gap: 20px")
        after = linked(opened.text, "<div class=row>x</div>")
        self.assertEqual(
            contest_of(after, after.layout(700), only(after, ".row"), "column-gap").contenders[0].line, 9
        )

    def test_the_sites_habit(self) -> None:
        self.assertEqual(habit_of(linked(self.CSS, "")), "min")
        narrow = linked("@media (max-width: 600px) { p { color: red } } p { margin: 0 }", "<p>x</p>")
        self.assertEqual(habit_of(narrow), "max")
        self.assertIn("(max-width: 580px)", open_query(narrow, "s.css", 1, 580).text)

    def opened(self, css: str, line: int, at: int, before: str | None = None) -> str:
        return open_query(linked(css, "<div class=row>x</div><p class=row>y</p>"), "s.css", line, at, before).text

    def won(self, css: str, width: int) -> str:
        """What wins the gap at a width."""
        page = linked(css, "<div class=row>x</div>")
        return contest_of(page, page.layout(width), only(page, ".row"), "column-gap").contenders[0].text

    def test_queries_stand_in_the_order_in_which_each_wins_whatever_was_opened_first(self) -> None:
        base = ".row {\n  display: flex;\n  gap: 20px;\n}\n"
        for first, second in ((1020, 620), (620, 1020)):
            text = self.opened(base, 3, first).replace("    gap: 20px", f"    gap: {first}px")
            text = self.opened(text, 3, second).replace("    gap: 20px", f"    gap: {second}px")
            self.assertLess(text.index("(min-width: 620px)"), text.index("(min-width: 1020px)"))
            self.assertEqual(
                [self.won(text, width) for width in (619, 620, 1019, 1020)],
                ["gap: 20px", "gap: 620px", "gap: 620px", "gap: 1020px"],
            )
        narrow = base + "@media (max-width: 400px) { p { color: red } }\n"
        text = self.opened(narrow, 3, 620).replace("    gap: 20px", "    gap: 620px")
        text = self.opened(text, 3, 1020).replace("    gap: 20px", "    gap: 1020px")
        self.assertEqual(
            [self.won(text, width) for width in (620, 621, 1020, 1021)],
            ["gap: 620px", "gap: 1020px", "gap: 1020px", "gap: 20px"],
        )

    def test_queries_that_set_something_else_yet_stand_in_order_too(self) -> None:
        css = ".row {\n  gap: 20px;\n}\n@media (min-width: 1020px) {\n  .row {\n    color: red;\n  }\n}\n"
        text = self.opened(css, 1, 620)
        self.assertLess(text.index("(min-width: 620px)"), text.index("(min-width: 1020px)"))

    def test_a_query_that_is_there_already_takes_it_in(self) -> None:
        css = ".row {\n  gap: 20px;\n  color: red;\n}\n@media (min-width: 700px) {\n  .row {\n    gap: 9px;\n  }\n}\n"
        self.assertEqual(
            self.opened(css, 3, 700),
            css.removesuffix("}\n") + "  .row {\n    color: red;\n  }\n}\n",
        )

    def test_only_what_changed_goes_in_and_what_stood_before_stays_outside(self) -> None:
        before = ".row {\n  display: flex;\n  gap: 20px;\n}\n"
        after = ".row {\n  display: flex;\n  gap: 44px;\n  color: red;\n}\n"
        self.assertEqual(
            self.opened(after, 1, 700, before),
            before + "\n@media (min-width: 700px) {\n  .row {\n    gap: 44px;\n    color: red;\n  }\n}\n",
        )

    def test_nothing_goes_in_from_the_line_of_the_selector(self) -> None:
        css = ".row {\n  gap: 20px;\n}\n"
        page = linked(css, "<div class=row>x</div>")
        opened = open_query(page, "s.css", 1, 700, css)
        self.assertEqual(opened.text, css + "\n@media (min-width: 700px) {\n  .row {\n    \n  }\n}\n")
        self.assertEqual(opened.text[: opened.caret].splitlines()[-1], "    ")

    def test_where_something_else_still_wins_is_said(self) -> None:
        css = "#one { gap: 5px }\n.row {\n  gap: 20px;\n}\n"
        page = linked(css, "<div class=row id=one>x</div>")
        self.assertEqual(
            open_query(page, "s.css", 3, 700).warnings,
            ("#one (s.css line 1) still wins from 700 up: it is more specific, or stands later.",),
        )
        css = "@media (min-width: 900px) {\n  .row { gap: 9px }\n}\n.row {\n  gap: 20px;\n}\n"
        (said, *_) = open_query(linked(css, "<div class=row>x</div>"), "s.css", 5, 700).warnings
        self.assertIn("(min-width: 900px) (line 2) stands earlier, so this one wins over it: move it behind.", said)

    def test_neighbours_that_leave_or_share_a_width(self) -> None:
        page = linked(
            "@media (max-width: 699px) { p { color: red } }\n@media (min-width: 500px) { p { color: blue } }\n p { margin: 0 }",
            "<p>x</p>",
        )
        self.assertEqual(
            open_query(page, "s.css", 3, 690).warnings,
            ("@media (max-width: 699px) (line 1) holds until 699, so both hold from 690 to 699.",),
        )
        self.assertEqual(
            open_query(page, "s.css", 3, 702).warnings,
            ("@media (max-width: 699px) (line 1) holds until 699, so neither holds from 700 to 701.",),
        )
        self.assertEqual(open_query(page, "s.css", 3, 700).warnings, ())

    def test_a_sheet_that_is_not_linked(self) -> None:
        with self.assertRaisesRegex(InputError, "not a sheet that the page links"):
            open_query(linked("", "<p>x</p>"), "other.css", 1, 700)
