"""Widths of content that come from heights follow these when they change: worked out by hand for a picture of 60 by 40."""

from __future__ import annotations

import unittest
from unittest import mock

from hillpin.core.files import MemoryFiles
from hillpin.core.layout.boxes import Box
from hillpin.core.page import Page
from hillpin.core.widths.page_walk import walk
from hillpin.core.writing.edit import edit_sheet

from .pages import interpreted

LOGO = "<img src=\"data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='60' height='40'%3E%3C/svg%3E\">"


def page_of(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><link rel=stylesheet href=s.css><body>{body}", "s.css": css}))


def width_of(page: Page, selector: str, height: int = 600) -> float:
    return page.layout(800, height).rects[page.select(selector)[0]].width


class Changes(unittest.TestCase):
    def test_an_edited_height_counts(self) -> None:
        sheet = "header {{ float: left; height: {} }}\nheader p {{ margin: 0; height: 100% }}\nimg {{ height: 50% }}"
        page = page_of(sheet.format("80px"), f"<header><p>{LOGO}</p></header>")
        self.assertEqual(width_of(page, "header"), 60)
        for height, width in (("120px", 90), ("auto", 60), ("40px", 30)):
            self.assertTrue(edit_sheet(page, "s.css", sheet.format(height)))
            self.assertEqual(width_of(page, "header"), width, height)

    def test_an_edit_beside_it_leaves_what_came_of_a_height(self) -> None:
        sheet = "html, body {{ height: 100% }}\nheader {{ float: left; height: 100% }}\nimg {{ height: 50% }}\n.edited {{ padding: {} }}"
        page = page_of(sheet.format("5px"), f"<header>{LOGO}</header><div class=edited>x</div>")
        page.layout(800, 600)
        header = next(one for one in page.step(800, 600, None).tree.root.walk() if one.element is page.select("header")[0])
        before = header.intrinsic_cache
        self.assertTrue(edit_sheet(page, "s.css", sheet.format("9px")))
        self.assertIsNotNone(before)
        self.assertIs(header.intrinsic_cache, before)

    def test_a_row_that_becomes_a_column_has_parts_of_its_height(self) -> None:
        sheet = "div {{ display: grid; height: 100px }}\nsection {{ display: flex; flex-direction: {} }}\ni {{ flex: 0 0 30%; line-height: 20px }}"
        page = page_of(sheet.format("row"), "<div><section><i>x</i></section></div>")
        for direction, height in (("row", 100), ("column", 30), ("row", 100)):
            edit_sheet(page, "s.css", sheet.format(direction))
            self.assertEqual(page.layout(800, 600).rects[page.select("i")[0]].height, height, direction)

    def test_the_height_of_the_window_counts(self) -> None:
        page = page_of("html, body, header { height: 100%; margin: 0 } header { float: left } img { height: 10% }", f"<header>{LOGO}</header>")
        for height in (600, 300, 800):
            self.assertEqual(width_of(page, "header", height), height / 10 * 1.5, height)

    def test_the_box_around_what_is_positioned_counts(self) -> None:
        page = page_of("div { position: relative } i { display: block; height: 10vw } b { position: absolute; top: 0; bottom: 0 } img { height: 100% }", f"<div><i></i><b>{LOGO}</b></div>")
        for window, width in ((800, 120), (400, 60), (600, 90)):
            self.assertEqual(page.layout(window).rects[page.select("b")[0]].width, width, window)

    def test_every_width_of_a_window_at_once(self) -> None:
        css = "header { float: left; height: 10vw } img { height: 100% } div { display: grid; grid-template-columns: auto auto; width: max-content; grid-template-rows: 5vw }"
        page = page_of(css, f"<header>{LOGO}</header><div><p style='margin: 0; height: 100%'>{LOGO}</p></div>")
        walked = walk(page, 400, 440)
        for selector, share in (("header", 0.15), ("p", 0.075)):
            widths = walked.widths_of(page.select(selector)[0])
            for window, width in zip(range(400, 441), widths, strict=True):
                self.assertAlmostEqual(width or 0, window * share, delta=0.1, msg=f"{selector} at {window}")


class Nested(unittest.TestCase):
    @interpreted
    def test_grids_in_grids_are_measured_in_as_many_steps_as_there_are(self) -> None:
        """Each grid asks for the widths in it again once its rows are known: without an end to that, the work doubles with each."""
        asked: list[int] = []
        for depth in (4, 12):
            body = f"{'<div>' * depth}{LOGO}{'<i>x</i></div>' * depth}"
            page = page_of("div { display: grid; height: 90% } img { height: 50% }", body)
            with mock.patch.object(Box, "tell_heights", autospec=True, side_effect=Box.tell_heights) as told:
                page.layout(800)
            asked.append(told.call_count)
        self.assertLess(asked[1], 12 * asked[0])


if __name__ == "__main__":
    unittest.main()
