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


class EndsAtTheStartOfALine(AgreementCase):
    ROOM = "section { width: 304px }"

    def test_of_a_box_that_a_block_has_parted(self) -> None:
        """Where it has marks of its direction, as a ``div`` has, a line may break behind its end, which stands behind the block: what does
        not fit beside its edge comes below it."""
        self.agree_each(
            (f"{self.ROOM} .u {{ display: inline; {edge} }} b {{ display: {display} }}", f"<section><{tag} class=u>{inside}</{tag}><b>{behind}</b></section>")
            for tag in ("u", "div")
            for edge in ("padding: 2px", "", "margin: 3px", "border: 1px solid", "padding-right: 2px", "padding-left: 2px")
            for inside in ("<article>Wind</article>", "a<article>Wind</article>", "<article>Wind</article>b", "Wind")
            for behind in ("on boat and crossings; known and and archipelago and from is", "short", "<img width=303 height=5>")
            for display in ("inline-block", "inline-flex", "inline", "inline-block; width: 100%")
        )

    def test_or_before_a_picture_behind_one_that_has_marks_of_its_direction(self) -> None:
        boxes = ("<bdo></bdo>", "<bdo> </bdo>", "<bdo><b></b></bdo>", "<b><bdo></bdo></b>", "<div style='display: inline'></div>", "<span></span>", "<bdi></bdi>", "<br><bdo></bdo>")
        self.agree_each(
            (f"{self.ROOM} bdo, bdi, span, section > div {{ {edge} }} i {{ display: inline-block; width: 303px }}", f"<section>{box}{behind}</section>")
            for edge in ("padding: 2px", "margin-left: 3px", "padding-right: 2px")
            for box in boxes
            for behind in ("<img width=303 height=5>", "<i>q</i>", "extraordinarilyincomprehensibilities-nosss")
        )

    def test_margins_bring_a_line_back_that_was_too_long(self) -> None:
        """The line goes on behind an inline box whose margin makes it fit again."""
        self.agree_each(
            (f"section {{ width: {width} }} i {{ margin: {margin} }}", f"<section>{before}<i>{inside}</i> end</section>")
            for width in ("10px", "30px")
            for margin in ("0 0 0 -36px", "0 0 0 -60px", "0 0 0 -12px")
            for before in ("At ", "long-standing ", "a long-standing ", "<u>At</u> ", "<u>At </u>")
            for inside in ("* b", "bb", "<img width=9 height=4>")
        )
        self.agree_each((f"section {{ width: {width} }} b {{ display: inline-block; margin-left: {margin} }}", f"<section><img width=60 height=5><b>{inside}</b> end</section>") for width in ("10px", "50px") for margin in ("-60px", "-8px") for inside in ("bb", "* b"))
