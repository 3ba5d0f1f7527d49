"""``zoom`` worked out by hand."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page


def widths(style: str, inside: str = "<b></b>", around: str = "zoom: 2") -> list[float]:
    """Widths of the boxes in a page of 600 px without margins."""
    page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>body {{ margin: 0 }} div {{ {around} }} p {{ margin: 0; {style} }} b {{ display: block }}</style><div><p>{inside}</p></div>"}))
    return [box.width for box in page.boxes(600).boxes[2:]]


class Zoom(unittest.TestCase):
    def test_lengths_grow_with_all_that_is_around(self) -> None:
        for style, width in (
            ("width: 100px", 200), ("width: 100px; zoom: 1.5", 300), ("width: 50%; zoom: 1.5", 300), ("width: 10vw", 120), ("width: 5em; font-size: 10px", 100), ("width: 5em; font-size: 10px; zoom: 50%", 50),
            ("width: 2rem", 64), ("width: calc(50% - 10px)", 280), ("width: 100px; zoom: normal", 200), ("width: 100px; zoom: 0", 200), ("width: 100px; zoom: -1", 200), ("width: 100px; zoom: inherit", 400),
        ):  # fmt: skip
            with self.subTest(style):
                self.assertEqual(widths(style)[0], width)

    def test_what_is_inherited_grows_once(self) -> None:
        """20 px around are 40 in what is twice as large, and 60 in what is three times as large; one em is that of the element."""
        self.assertEqual(widths("font-size: 20px", "<b style='width: 1em'></b><b style='zoom: 1.5; width: 1em'></b><b style='zoom: 1.5; font-size: .5em; width: 1em'></b>")[1:], [40, 60, 30])

    def test_borders_are_cut_to_whole_px_when_they_have_grown(self) -> None:
        self.assertEqual(widths("width: 0; border: 1px solid", around="zoom: 1.6")[0], 2)
        self.assertEqual(widths("width: 0; border-style: solid", around="zoom: 1.5")[0], 8)

    def test_pictures_grow_and_selects_are_named(self) -> None:
        drawing = "data:image/svg+xml,<svg xmlns='http://www.w3.org/2000/svg' width='40' height='30'/>"
        self.assertEqual(widths("", f'<img src="{drawing}"><img src="{drawing}" width=50>')[1:], [80, 100])
        for control, is_followed in (("<select><option>x</select>", False), ("<input type=date>", False), ("<input>", True), ("<input type=checkbox>", True), ("<textarea></textarea>", True)):
            page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><div style='zoom: 2'>{control}</div>"}))
            self.assertEqual([one.feature for one in page.layout(600).unmodelled], [] if is_followed else ["zoom of a control"], control)
