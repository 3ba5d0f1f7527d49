"""Where lines end beside boxes in the line, boxes out of flow, floats and empty inline boxes, against the browser."""

from __future__ import annotations

from .base import AgreementCase

BOX = "<s>x</s>"
ABSOLUTE = "<a class=t>x</a>"


class BesideBoxes(AgreementCase):
    def test_lines_end_before_and_behind_a_box_whatever_mark_stands_there(self) -> None:
        pieces: list[tuple[str, str]] = []
        for mark in ("“", "(", "&nbsp;", "&#x2060;", "‑", "「", "¿", "$", "a", ")", "”"):
            for line in (f"{mark}{BOX}", f"aa {mark}{BOX}", f"aa{mark}{BOX}", f"<u>aa{mark}</u>{BOX}", f"aa{mark}{BOX}{mark}bb"):
                pieces.append(("div { width: 110px } s { display: inline-block; width: 101px }", f"<div>{line}</div>"))
        self.agree_each(pieces)

    def test_widths_by_content_hold_a_box_to_the_mark_before_it(self) -> None:
        pieces: list[tuple[str, str]] = []
        for mark in ("(", "“", "&nbsp;", "a", "¿"):
            for line in (f"{mark}{BOX}", f"aa {mark}{BOX} bb", f"aa{mark}{BOX} bb", f"{mark}<i></i>{BOX}", f"{mark}{BOX})"):
                pieces.append(("div { width: min-content } p { float: left } s { display: inline-block }", f"<div>{line}</div><p>{line}</p>"))
        self.agree_each(pieces)

    def test_quotes_of_generated_content_before_a_box(self) -> None:
        self.agree("div { width: 70px } div::before { content: open-quote } s { display: inline-block; width: 101px }", f"<div>{BOX}</div>", (700,))


class OutOfFlow(AgreementCase):
    def test_boxes_at_the_end_of_lines_that_are_full(self) -> None:
        texts = (
            "timetable{}", "at timetable{}", "timetable {}", "at {} timetable", "at{} timetable", "timetable{}\n", "timetable<b>{}</b>\n", "<b>timetable{}</b>\n",
            "timetable{}<b> </b>", "timetable{}{}\n", "at {}timetable", "at {}<b>timetable</b>", "at {}<b> timetable</b>", "on at {}timetable", "at-{}timetable", "at {}<img>",
        )  # fmt: skip
        pieces: list[tuple[str, str]] = []
        for width in (0, 20, 60, 100):
            for text in texts:
                pieces.append((f"div {{ width: {width}px }} .t {{ position: absolute }}", f"<div>{text.replace('{}', ABSOLUTE)}</div>"))
        self.agree_each(pieces)

    def test_boxes_in_inline_boxes_that_go_to_the_next_line(self) -> None:
        texts = ("at <b>{}timetable</b>", "at <b>a {}</b>timetable", "at <b>{}</b>timetable", "at <b>{}<i>{}timetable</i></b>", "at {}<b>{}<i>{}timetable</i></b>")
        for place in ("position: absolute", "float: left", "float: right; height: 40px"):
            for text in texts:
                for width in (60, 80):
                    with self.subTest((place, text, width)):
                        self.agree(f"div {{ width: {width}px }} .t {{ {place} }}", f"<div>{text.replace('{}', ABSOLUTE)}</div>", (700,))

    def test_empty_inline_boxes_stay_on_the_line_that_ends_behind_them(self) -> None:
        for text in ("at <b></b>timetable", "at {}<b></b>timetable", "at <i></i>{}<i></i>timetable"):
            with self.subTest(text):
                self.agree("div { width: 80px } .t { position: absolute }", f"<div>{text.replace('{}', ABSOLUTE)}</div>", (700,))


class AtTheTopOfLines(AgreementCase):
    def test_what_is_raised_or_lowered_in_what_stands_at_the_top_or_bottom(self) -> None:
        pieces: list[tuple[str, str]] = []
        for side in ("top", "bottom"):
            for size in ("smaller", "20px", "10px"):
                for high in ("normal", "10px", "30px"):
                    for edge in ("border: 1px solid", "padding: 0 1px", "line-height: 40px; padding: 1px"):
                        for shift in ("sub", "-4px", "4px", "baseline"):
                            sheet = f"p {{ line-height: {high} }} i {{ vertical-align: {side}; font-size: {size} }} b {{ {edge}; vertical-align: {shift} }}"
                            pieces.append((sheet, "<p><i><b>Leaves</b></i></p>"))
        self.agree_each(pieces)


class ClearedFirstChildren(AgreementCase):
    def test_margins_of_boxes_with_a_formatting_context_count_although_they_have_clearance(self) -> None:
        pieces: list[tuple[str, str]] = []
        for child in ("<img class=c>", "<table class=c></table>", "<nav class=c style='overflow: hidden'></nav>", "<div class=c></div>"):
            for margin in (0, 38, 45, -5):
                for around in (0, 16, 40):
                    for before in ("", "z"):
                        sheet = f".f {{ float: left; height: 50px; width: 20px }} h3 {{ margin: {around}px 40px }} .c {{ display: block; clear: both; margin-top: {margin}px; height: 5px }}"
                        pieces.append((sheet, f"<section style='border: 4px solid'>{before}<i class=f></i><h3>{child}</h3></section>"))
        self.agree_each(pieces)


class Tabs(AgreementCase):
    def test_stops_are_of_the_block_and_none_nearer_than_half_a_space(self) -> None:
        pieces: list[tuple[str, str]] = []
        for own in ("", "display: inline", "display: inline; tab-size: 4", "display: inline; padding: 5px", "display: inline; font-size: 20px", "display: inline; word-spacing: 5px"):
            for around in ("", "font-size: 30px", "text-indent: 20px", "tab-size: 50px", "letter-spacing: 2px"):
                lines = "".join(f"<div>aa <pre>{text}<b>x</b></pre></div><div><pre>{text}<b>x</b></pre></div>" for text in ("\tab", "a\tb", "a\n\tb", "ab\n\n\tcc\td", "a b\tc"))
                pieces.append((f"pre {{ font-family: Slab; {own} }} div {{ {around} }}", lines))
        self.agree_each(pieces)


class PreservedLines(AgreementCase):
    def test_widths_by_content_hold_what_ends_before_a_forced_break(self) -> None:
        pieces: list[tuple[str, str]] = []
        for text in ("\n", "a\n", "a\n\nb", " \n", "xx a \n "):
            for space in ("pre-wrap", "pre", "pre-line"):
                for edge in ("padding: 0 30px", "margin: 0 20px", "border-left: 5px solid"):
                    for width in ("fit-content", "min-content"):
                        pieces.append((f"div {{ width: {width} }} a {{ white-space: {space}; {edge} }}", f"<div>x<a>{text}</a>y</div>"))
        self.agree_each(pieces)


class ClearedFloats(AgreementCase):
    def test_one_that_clears_past_the_top_of_its_line_stands_below_it(self) -> None:
        pieces: list[tuple[str, str]] = []
        for clear in ("left", "right", "both"):
            for side in ("left", "right"):
                for high in (20, 45, 100):
                    for text in ("only welcome<s></s>the weather nine{}", "{}only welcome", "only welcome the weather nine on land {}", "only welcome the weather nine on land {} and some more text here to go"):
                        sheet = f"figure {{ float: right; width: 36px; height: {high}px; margin: 12px 0 16px }} .t {{ float: {side}; clear: {clear} }} s {{ display: inline-block; width: 60px; height: 28px }} h3 {{ width: 250px; font: 20px/1.5 Sans; margin: 0 }}"
                        pieces.append((sheet, f"<figure></figure><h3>{text.replace('{}', '<a class=t>12:45</a>')}</h3>"))
        self.agree_each(pieces)


class BehindWhatDoesNotWrap(AgreementCase):
    def test_the_first_letter_of_a_text_broken_anywhere_stays_there(self) -> None:
        texts = ("leaves board long-standing board back pier at<a>wind</a>", "leaves board long-standing board back<a> wind and more</a>", "leaves <a>wind and more wind and more wind and more wind and more </a>", "<a>wind</a>leaves board long-standing board back")
        pieces: list[tuple[str, str]] = []
        for breaks in ("anywhere", "break-word", "normal"):
            for space in ("pre-wrap", "normal", "break-spaces"):
                for text in texts:
                    pieces.append((f"div {{ white-space: nowrap; overflow-wrap: {breaks} }} a {{ white-space: {space} }}", f"<div>{text}</div>"))
        self.agree_each(pieces, (280, 300, 320))


class BehindSpaces(AgreementCase):
    def test_the_edge_behind_spaces_that_hang_stays_on_their_line(self) -> None:
        pieces: list[tuple[str, str]] = []
        for spaces in ("normal", "pre-wrap"):
            for letters in ("", "c", "cc", "ccc", "cccc"):
                for edge in ("margin: 0 32px", "padding-right: 6px", "border: 1px solid"):
                    css = f"p {{ width: 130px; white-space: {spaces}; font: 16px monospace }} em {{ {edge} }}"
                    ends = ("c </em>", "c</em>", "c </em>dd", "c </em><br>dd", "<i>c </i></em>")
                    pieces.append((css, "".join(f"<p>aaa <em>bbb {letters}{end}</p>" for end in ends)))
        self.agree_each(pieces)
