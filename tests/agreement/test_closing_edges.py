"""The end edges of inline boxes belong to what they end behind: a picture in a link, the last words of a badge (CSS 2 §9.4.2, css-sizing-3 §5.1)."""

from __future__ import annotations

from .base import AgreementCase

WIDE = '<i style="display: inline-block; width: 120px; height: 20px"></i>'
NARROW = '<i style="display: inline-block; width: 12px; height: 20px"></i>'
EMPTY = '<i style="display: inline-block"></i>'


class ClosingEdges(AgreementCase):
    def test_lines_end_behind_the_edges_and_not_before(self) -> None:
        self.agree_each(
            ("", f'<div style="width: {width}px">{before}<a style="{edges}">{inside}</a>{behind}</div>')
            for edges in ("margin-right: -28px", "padding-right: 28px; margin-right: -28px", "margin-right: 28px", "margin-left: 20px; margin-right: -60px")
            for inside in (WIDE, "word", WIDE + WIDE, "word" + WIDE)
            for before in ("", "x", "word ", '<b style="padding: 4px">u</b>')
            for behind in ("", EMPTY, "x", " x", WIDE)
            for width in (10, 100, 124, 150, 250)
        )

    def test_pieces_that_may_not_be_parted(self) -> None:
        self.agree_each(
            ("", f'<div style="width: {word}">{before}<a style="{edges}">{inside}</a>{behind}</div>')
            for word in ("min-content", "max-content", "fit-content")
            for edges in ("margin-right: 28px", "padding: 0 5px", "border-right: 9px solid", "margin-left: 28px")
            for inside in (WIDE, "a bb", WIDE + " ", "a" + WIDE, "<b>u vvv</b>")
            for before in ("", "x ", NARROW)
            for behind in ("", EMPTY, "x", " x", "<b>x y</b>", NARROW, "<br>x")
        )

    def test_ends_of_several_words_count_to_the_widest_that_begins_a_line(self) -> None:
        self.agree_each(
            ("", f'<div style="width: min-content">{before}<a style="{edges}">{inside}</a>{behind}</div>')
            for edges in ("margin-right: 28px", "padding: 0 28px 0 5px", "padding: 0 28px", "margin: 0 -9px", "margin-right: -28px")
            for inside in ("aaa b", "bb aaa b", "b aaa", "<b>aaa b</b>", "<b>aaa b</b> ", "c <b>aaa b</b>", "aaa- b")
            for before in ("", "x", "x ", NARROW, '<b style="padding: 4px">u</b>', "xx-")
            for behind in ("", EMPTY, "x", " x", NARROW, "<br>x", "<span></span>")
        )
