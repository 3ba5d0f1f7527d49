"""Between which content widths lines end alike: worked out by hand with a face whose letters are all 10 px wide."""

from __future__ import annotations

import unittest
from unittest import mock

from hillpin.core.files import MemoryFiles
from hillpin.core.fonts import system
from hillpin.core.fonts.measured import AtSize, FaceKey, MeasuredFace
from hillpin.core.layout.boxes import Box
from hillpin.core.layout.context import Context
from hillpin.core.layout.inline.inline_items import prepare
from hillpin.core.layout.inline.inline_result import InlineResult
from hillpin.core.layout.inline.items import InlineContent
from hillpin.core.layout.inline.line_ranges import (
    Breaks,
    BreakTable,
    breaks_alike,
    breaks_at,
    changes_between,
    lines_kept,
)
from hillpin.core.page import Page

LETTERS = dict.fromkeys("abcdefghijklmnopqrstuvwxyz -", 10.0)
FACE = MeasuredFace("Tens", [AtSize(20, 15, 5, 20, 8, 10, dict(LETTERS))])
PX = 64


class Ranges(unittest.TestCase):
    def setUp(self) -> None:
        patched = mock.patch.object(system, "find_family", lambda family, weight, italic: None)
        patched.start()
        self.addCleanup(patched.stop)

    def text(self, body: str, css: str = "") -> tuple[Context, Box, InlineContent]:
        """The first paragraph's box and content; 20 px Tens, lines 20 high."""
        html = f"<!DOCTYPE html><html lang=en><style>body {{ margin: 0; font: 20px Tens }} p {{ margin: 0 }} {css}</style><body>{body}"
        page = Page(MemoryFiles({"index.html": html}), measured={FaceKey("tens", 400, False): FACE})
        step = page.step(800, 600, None)
        paragraph = page.select("p")[0]
        box = next(one for one in step.tree.root.walk() if one.element is paragraph)
        return step.ctx, box, prepare(step.ctx, box)

    def ranges(self, body: str, low: int, high: int, css: str = "") -> list[tuple[int, int]]:
        """(first whole px, lines) for each change from a content width up to another."""
        ctx, box, content = self.text(body, css)
        found = [low * PX, *changes_between(ctx, box, low * PX, high * PX)]
        # A line may run over by 1/64 px: the first width that fits is that much under the whole px.
        return [((width + 1) // PX, breaks_at(ctx, box, content, width).count) for width in found]

    def test_three_words(self) -> None:
        # "aa bb cc": two words and a space take 50, three and two spaces 80.
        self.assertEqual(self.ranges("<p>aa bb cc</p>", 25, 200), [(25, 3), (50, 2), (80, 1)])

    def test_words_of_unequal_length(self) -> None:
        # From 60 "aaaa b" stands in a line, and "cccccc" below it; all three take 130.
        self.assertEqual(self.ranges("<p>aaaa b cccccc</p>", 60, 300), [(60, 2), (130, 1)])
        # From 80 "b cccccc" would fit too, but the first line takes b already: nothing changes.
        ctx, box, content = self.text("<p>aaaa b cccccc</p>")
        self.assertEqual(breaks_at(ctx, box, content, 100 * PX).right, 60 * PX)

    def test_an_indent_counts_in_the_first_line(self) -> None:
        # 30 more in the first line: from 80 "aa bb" stands in it, and "cc" below, as "bb cc" did; all three need 110.
        self.assertEqual(
            self.ranges("<p>aa bb cc</p>", 60, 200, "p { text-indent: 30px }"), [(60, 2), (80, 2), (110, 1)]
        )

    def test_letter_spacing_moves_the_changes(self) -> None:
        # 12 a letter, spaces too: 60 and 96.
        self.assertEqual(
            self.ranges("<p>aa bb cc</p>", 30, 200, "p { letter-spacing: 2px }"), [(30, 3), (60, 2), (96, 1)]
        )

    def test_inline_boxes_with_edges(self) -> None:
        # <b> has 5 at either side: "aa [bb" needs 55, with its end 60; all 90.
        body, css = "<p>aa <b>bb</b> cc</p>", "b { padding: 0 5px; font-weight: 400 }"
        self.assertEqual(self.ranges(body, 40, 200, css)[0], (40, 3))
        changes = dict(self.ranges(body, 40, 200, css))
        self.assertEqual((changes[60], changes[90]), (2, 1))

    def test_a_forced_break_stays(self) -> None:
        self.assertEqual(self.ranges("<p>aa bb<br>cc dd</p>", 25, 200), [(25, 4), (50, 2)])

    def test_a_word_that_is_too_long_holds_for_its_width_alone(self) -> None:
        ctx, box, content = self.text("<p>aaaaaa bb</p>")
        breaks = breaks_at(ctx, box, content, 45 * PX)
        self.assertEqual((breaks.lowest, breaks.highest, breaks.count), (45 * PX, 45 * PX + 1, 2))

    def test_a_word_broken_for_want_of_room_holds_for_its_width_alone(self) -> None:
        ctx, box, content = self.text("<p>aaaaaaaa</p>", "p { overflow-wrap: anywhere }")
        for width, count in ((30, 3), (45, 2), (40, 2), (79, 2), (80, 1)):
            self.assertEqual(breaks_at(ctx, box, content, width * PX).count, count, width)

    def test_what_does_not_break_by_widths_alone(self) -> None:
        for body, css, alike in (
            ("<p>aa <b>bb</b></p>", "", True),
            ("<p>aa <b>bb</b></p>", "b { padding: 0 5% }", False),
            ("<p>aa <b>bb</b></p>", "p { text-indent: 5% }", False),
            ("<p>aa <b>b&shy;b</b></p>", "", False),
            ("<p>aa <img alt=''> bb</p>", "", False),
            ("<p>aa <b>bb</b></p>", "b { float: left }", False),
        ):
            _, box, content = self.text(body, css)
            self.assertEqual(breaks_alike(box, content), alike, (body, css))

    def test_the_changes_of_what_is_not_known_are_none(self) -> None:
        ctx, box, _ = self.text("<p>aa <b>b&shy;b</b></p>")
        self.assertEqual(changes_between(ctx, box, 20 * PX, 400 * PX), [])

    def test_lines_are_as_high_as_they_are_many(self) -> None:
        html = "<!DOCTYPE html><style>body { margin: 0; font: 20px Tens } p { margin: 0; width: 50% }</style><p>aa bb cc</p>"
        page = Page(MemoryFiles({"index.html": html}), measured={FaceKey("tens", 400, False): FACE})
        paragraph = page.select("p")[0]
        for window, height in ((98, 60), (100, 40), (158, 40), (160, 20)):
            self.assertEqual(page.layout(window).rects[paragraph].height, height, window)

    def test_lines_with_inline_boxes_are_made_once_for_all_widths_in_which_they_are_the_same(self) -> None:
        html = "<!DOCTYPE html><style>body { margin: 0; font: 20px Tens } p { margin: 0 5px }</style><p>aa <b>bb</b> cc</p>"
        page = Page(MemoryFiles({"index.html": html}), measured={FaceKey("tens", 400, False): FACE, FaceKey("tens", 700, False): FACE})
        paragraph, bold = page.select("p")[0], page.select("b")[0]
        first: dict[int, InlineResult] = {}
        # "aa bb cc" is 80 wide, "aa bb" and "bb cc" 50, each word 20; the paragraph is 10 narrower than the window.
        for window, height, left in ((59, 60, 5), (60, 40, 35), (75, 40, 35), (89, 40, 35), (90, 20, 35), (200, 20, 35), (61, 40, 35), (30, 60, 5)):
            layout = page.layout(window)
            self.assertEqual((layout.rects[paragraph].height, layout.rects[bold].x), (height, left), window)
            step = page.step(window, 600, None)
            box = next(one for one in step.tree.root.walk() if one.element is paragraph)
            kept = lines_kept(prepare(step.ctx, box), (window - 10) * PX)
            assert kept is not None
            self.assertIs(kept, first.setdefault(height, kept), window)

    def test_lines_whose_places_the_width_decides_are_made_at_each(self) -> None:
        for css in ("text-align: center", "text-align: right", "text-indent: 10%"):
            html = f"<!DOCTYPE html><style>body {{ margin: 0; font: 20px Tens }} p {{ margin: 0; {css} }}</style><p>aa <b>bb</b> cc</p>"
            page = Page(MemoryFiles({"index.html": html}), measured={FaceKey("tens", 400, False): FACE, FaceKey("tens", 700, False): FACE})
            bold = page.select("b")[0]
            shift = {"text-align: center": 50, "text-align: right": 100, "text-indent: 10%": 10}[css]
            places = [page.layout(window).rects[bold].x for window in (200, 300)]
            self.assertEqual(places[1] - places[0], shift, css)


class Tables(unittest.TestCase):
    def test_what_is_known_is_found_by_its_range(self) -> None:
        table = BreakTable()
        table.add(Breaks(500, 800, 2, 480))
        table.add(Breaks(100, 300, 4, 90))
        table.add(Breaks(300, 500, 3, 280))
        found = {
            width: (breaks.count if (breaks := table.find(width)) else None)
            for width in (99, 100, 299, 300, 499, 500, 799, 800)
        }
        self.assertEqual(found, {99: None, 100: 4, 299: 4, 300: 3, 499: 3, 500: 2, 799: 2, 800: None})
        self.assertEqual(table.lows, [100, 300, 500])
