"""What findings of rows say, where queries would settle them, and the words for shares: worked out by hand."""

from __future__ import annotations

import unittest
from types import SimpleNamespace
from typing import Any

from hillpin.core.survey.arrangement import ratio_of
from hillpin.core.survey.breakpoints import breakpoints_of
from hillpin.core.survey.findings import Finding

from .test_survey_findings import HIGH, LOW
from .test_survey_sentences import SaidCase, of

THREE = "<div class=r><div class=f id=a></div><div class=f id=b></div><div class=f id=c></div></div>"
TWO = "<div class=r><div class=f id=a></div><div class=f id=b></div></div>"


def ways(found: Finding) -> list[str]:
    """What would be written in its lines."""
    return [one.after for one in found.fixes]


class Breaks(SaidCase):
    def test_fixed_widths_and_margins(self) -> None:
        css = ".r { overflow: hidden; padding: 0 20px } .f { float: left; height: 20px; margin-right: 10px;\nwidth: 200px }"
        # 3 × 210 = 630 and 40 of padding.
        found = self.says(
            "row-break", css, THREE,
            "The row breaks, 2 + 1: div#c drops at 669. With div#c the row takes 630, and there are 629. They fit from 670 up.",
            "+ div#a 210", "+ div#b 210", "+ div#c 210", "= 630", "− room 629", "= 1 over",
        )  # fmt: skip
        self.assertEqual((found.low, found.high, found.line), (LOW, 669, 3))
        self.assertEqual(ways(found), ["width: calc((100% - 30px) / 3)"])

    def test_padding_beside_a_share(self) -> None:
        css = ".r {{ overflow: hidden }}\n.f {{ float: left; height: 20px; width: 50%; padding: 0 10px{} }}"
        found = self.says(
            "row-break", css.format(""), TWO, "The row breaks, 1 + 1: div#b drops at 1,000. With div#b the row takes 1,040, and there are 1,000.",
            "+ div#a 520", "+ div#b 520", "= 1,040", "− room 1,000", "= 40 over",
        )  # fmt: skip
        self.assertEqual(ways(found), ["{ box-sizing: border-box;", "width: calc((100% - 40px) / 2)"])
        # With margins of 2% 96 are left, 48 each, less 20 and borders of 2.
        (found,) = of("row-break", css.format("; margin-right: 2%"), TWO)
        self.assertEqual(ways(found), ["{ box-sizing: border-box;", "width: calc(48% - 20px)"])
        (found,) = of("row-break", css.format("; margin-right: 2%; border: solid 1px"), TWO)
        self.assertEqual(ways(found)[1], "width: calc(48% - 22px)")
        (found,) = of("row-break", css.format("; margin-right: 2%; box-sizing: border-box"), TWO)
        self.assertEqual(ways(found), ["width: 48%"])

    def test_white_space_between(self) -> None:
        css = ".r { font: 16px/24px serif }\nb { display: inline-block; width: 200px; height: 9px; vertical-align: top }"
        body = "<div class=r><b id=a></b> <b id=b></b></div>"
        # The space of this face is 4 wide at 16.
        found = self.says(
            "row-break", css, body, "The row breaks, 1 + 1: b#b drops at 403. With b#b the row takes 404, and there are 403. They fit from 404 up.",
            "+ b#a 200", "+ b#b 200", "+ 1 × white space 4", "= 404", "− room 403", "= 1 over",
        )  # fmt: skip
        self.assertEqual(ways(found), ["{ display: flex;", "width: calc((100% - 4px) / 2)"])

    def test_how_far_over_is_a_slip(self) -> None:
        # A row is meant to be one where it is too wide by less than a quarter of a box: 104% of 20.8% each, not 108% of 27% each.
        css = ".r {{ overflow: hidden }} .f {{ float: left; height: 20px; width: {}% }}"
        for share, boxes, number in ((20.8, 5, 1), (25, 5, 0), (26, 4, 1), (26.6, 4, 1), (27, 4, 0), (40, 3, 0), (50.2, 2, 1), (33.4, 3, 1), (33.33, 3, 0)):
            body = f"<div class=r>{'<div class=f></div>' * boxes}</div>"
            self.counts("row-break", number, css.format(share), body)


class Parts(SaidCase):
    CSS = ".r {{ overflow: hidden }} .f {{ float: left; height: 9px }}\n#a {{ width: {} }}\n#b {{ width: {} }}\n#c {{ width: {} }}"

    def test_thirteen_of_twelve(self) -> None:
        found = self.says(
            "over-full-row", self.CSS.format("50%", "33.333%", "25%"), THREE, "The row holds 13 of 12 parts, 6 + 4 + 3: div#c goes to a further row.",
            "+ div#a 6", "+ div#b 4", "+ div#c 3", "= 13", "− parts of a row 12", "= 1 over",
        )  # fmt: skip
        self.assertEqual((found.line, ways(found)), (5, ["width: 16.6667%"]))

    def test_by_how_little_a_share_may_be_off(self) -> None:
        for third, number in (("33.31%", 1), ("33.3%", 0), ("33.36%", 1), ("33.37%", 0)):
            self.counts("over-full-row", number, self.CSS.format("50%", third, "25%"), THREE)
        # 12 of 12, 14 of 12; 11 of 10.
        for shares, number in ((("50%", "25%", "25%"), 0), (("50%", "33.333%", "33.333%"), 0), (("50%", "50%", "10%"), 0), (("50%", "30%", "30%"), 1)):
            self.counts("over-full-row", number, self.CSS.format(*shares), THREE)

    def test_spans(self) -> None:
        css = ".r {{ display: grid; grid-template-columns: repeat({}, 1fr) }} .f {{ height: 9px }}\n#a {{ grid-column: span {} }}\n#b {{ grid-column: span {} }}"
        found = self.says("over-full-row", css.format(12, 6, 7), TWO, "The row holds 13 of 12 parts, 6 + 7: div#b goes to a further row.", "+ div#a 6", "+ div#b 7", "= 13", "− parts of a row 12", "= 1 over")
        self.assertEqual((found.line, ways(found)), (4, ["grid-column: span 6"]))
        for tracks, a, b, number in ((12, 6, 6, 0), (12, 6, 8, 0), (11, 6, 6, 0), (16, 8, 9, 1), (12, 12, 1, 0)):
            self.counts("over-full-row", number, css.format(tracks, a, b), TWO)
        self.counts("over-full-row", 0, css.format(12, 6, 7) + " .r { grid-auto-flow: dense }", TWO)
        self.counts("over-full-row", 0, css.format(12, 6, 7) + " #b { order: 1 }", TWO)


class Shares(unittest.TestCase):
    def test_small_whole_numbers(self) -> None:
        for widths, words in (
            ([200, 100], "2:1"),
            ([100, 200, 100], "1:2:1"),
            ([150, 100], "3:2"),
            ([250, 100, 100], "5:2:2"),
            ([400, 300], "4:3"),
            ([600, 100], "6:1"),
            # Alike to 3%; no number under seven; only in quarters; six boxes are the most; nothing at all.
            ([103, 100], ""),
            ([700, 100], ""),
            ([500, 400], ""),
            ([200, 100, 100, 100, 100, 100], "2:1:1:1:1:1"),
            ([200, 100, 100, 100, 100, 100, 100], ""),
            ([100, 0], ""),
            # 2% off twice as wide is that, 4% is not.
            ([204, 100], "2:1"),
            ([208, 100], ""),
        ):
            self.assertEqual(ratio_of(widths), words, widths)


def breakpoints(*ends: tuple[str, str, int, int]) -> list[tuple[int, tuple[int, ...], str]]:
    """Where queries would settle findings: kind, selector, low and high of each."""
    asked: Any = SimpleNamespace(walked=SimpleNamespace(start=LOW, end=HIGH))
    listed = [Finding(kind, 1, selector, low, high, "s.css", 1, "") for kind, selector, low, high in ends]
    return [(one.at, one.settles, one.sentence) for one in breakpoints_of(asked, listed)]


class Breakpoints(unittest.TestCase):
    def test_one_for_those_that_end_near_each_other(self) -> None:
        a, b = ("page-overflow", ".a", LOW, 599), ("row-break", ".b", LOW, 647)
        self.assertEqual(breakpoints(a, b), [(648, (0, 1), "A query at 648 settles .a (page overflow), .b (row break).")])
        further = ("row-break", ".b", LOW, 648)
        self.assertEqual([one[:2] for one in breakpoints(a, further)], [(600, (0,)), (649, (1,))])

    def test_long_lines_are_settled_where_they_begin(self) -> None:
        long = ("long-line", "p", 701, HIGH)
        self.assertEqual([one[:2] for one in breakpoints(long)], [(701, (0,))])
        # With a query at 653, 48 below, they end early enough; 652 is too early.
        self.assertEqual([one[:2] for one in breakpoints(("overlap", ".o", LOW, 652), long)], [(653, (0, 1))])
        self.assertEqual([one[:2] for one in breakpoints(("overlap", ".o", LOW, 651), long)], [(652, (0,)), (701, (1,))])

    def test_what_no_query_settles(self) -> None:
        self.assertEqual(breakpoints(("page-overflow", ".a", LOW, HIGH), ("long-line", "p", LOW, HIGH), ("small-target", "a", LOW, 500)), [])

    def test_names_that_are_many_and_the_most(self) -> None:
        four = [("overlap", f".{name}", LOW, 599) for name in "abcd"]
        self.assertEqual(breakpoints(*four)[0][2], "A query at 600 settles .a (overlap), .b (overlap), .c (overlap) and 1 more.")
        self.assertEqual(breakpoints(*four[:3])[0][2], "A query at 600 settles .a (overlap), .b (overlap), .c (overlap).")
        self.assertEqual(len(breakpoints(*(("overlap", ".a", LOW, 330 + 60 * number) for number in range(8)))), 6)
