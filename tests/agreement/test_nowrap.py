"""Where lines break between boxes that wrap and boxes that do not (css-text-3 §5.1, as the browser has it)."""

from __future__ import annotations

from .base import AgreementCase

PLAIN = "body { font: 16px/18px serif } .n, .n section { white-space: nowrap } section { margin: 0 0 9px } p { margin: 0 }"
WRAPS, DOES_NOT, KEEPS = ("style='white-space: normal'", "style='white-space: nowrap'", "style='white-space: pre'")
IN_ONE_THAT_DOES_NOT = (
    f"<a {WRAPS}>known</a> <i>isles</i>", f"<a {WRAPS}>known</a><i> isles</i>", f"<a {WRAPS}>known</a><i>isles</i>", f"<a {WRAPS}>known-</a><i>isles</i>", f"<a {WRAPS}>known </a><i>isles</i>",
    f"a <a {WRAPS}>known</a><i>isles</i>", f"a- <a {WRAPS}>known</a> b", f"a-<a {WRAPS}>known</a> b", f"<b>a </b><a {WRAPS}>known</a> b", f"<b>a</b> <a {WRAPS}>known isles</a> b",
    f"<a {WRAPS}><b>known</b></a> <i>isles</i>", f"<a {WRAPS}>known<b></b></a> <i>isles</i>", f"<a {WRAPS}>known</a><b></b> <i>isles</i>", f"<a {WRAPS}>known</a><b style='padding: 3px'> isles</b>",
    f"x <a {WRAPS}><b style='padding: 3px'>isles</b></a>", f"<a {WRAPS}>known</a>&nbsp;<i>isles</i>", f"<a {WRAPS}>日本</a><i>日本</i>", f"<i>日本</i><a {WRAPS}>日本</a>", f"<a {WRAPS}><img width=30></a> <i>isles</i>",
    f"a <a {WRAPS}><img width=30></a><i>isles</i>",
)  # fmt: skip
IN_ONE_THAT_WRAPS = (
    f"<a {DOES_NOT}>known</a> <i>isles</i>", f"known<a {DOES_NOT}> isles</a>", f"known <a {DOES_NOT}>isles</a>", f"known<a {DOES_NOT}> isles</a> <i>x</i>", f"<a {DOES_NOT}>known </a><i>isles</i>",
    f"<a {DOES_NOT}>known-</a><i>isles</i>", f"<a {DOES_NOT}>a b <i {WRAPS}>known</i> isles</a> <b>x</b>", f"<a {DOES_NOT}>a <i {WRAPS}>known</i></a><b>x</b>", f"<a {DOES_NOT}>a </a><b>x</b><a {DOES_NOT}> c</a>",
    f"x<a {DOES_NOT}> <i {WRAPS}>isles</i></a>", f"<b>日本</b><a {DOES_NOT}>日本</a>", f"<a {DOES_NOT}>日本</a><b>日本</b>", f"<a {KEEPS}>known </a><i>isles</i>", f"<a {KEEPS}>known</a> <i>isles</i>", f"known<a {KEEPS}> isles</a>",
)  # fmt: skip


class Between(AgreementCase):
    def test_lines_of_a_width(self) -> None:
        for name, bodies in (("n", IN_ONE_THAT_DOES_NOT), ("", IN_ONE_THAT_WRAPS)):
            sections = "".join(f"<section style='width: {width}px'>{body}</section>" for body in bodies for width in (10, 45, 60, 80))
            self.agree(PLAIN, f"<div class='{name}'>{sections}</div>", widths=(800,))

    def test_widths_by_content(self) -> None:
        for name, bodies in (("n", IN_ONE_THAT_DOES_NOT), ("", IN_ONE_THAT_WRAPS)):
            sections = "".join(f"<section style='width: {width}'>{body}</section>" for body in bodies for width in ("min-content", "max-content"))
            self.agree(PLAIN, f"<div class='{name}'>{sections}</div>", widths=(800,))

    def test_text_of_elements_without_a_box_on_a_first_line(self) -> None:
        texts = ("<b>€18 two is</b>", "a <b>€18 two is</b>", "<b><i>€18 two</i> is</b> and more of it", "<b style='font-size: 10px'>€18 two is</b> and more of it")
        self.agree(PLAIN + "p::first-line { font-size: 2em } b { display: contents }", "".join(f"<p style='width: {width}px'>{text}</p>" for text in texts for width in (90, 200, 300)), widths=(800,))


class LongEnds(AgreementCase):
    def test_a_line_ends_behind_a_box_that_ends_with_a_space(self) -> None:
        """As the browser has it: an edge too long for the line, behind a space at which lines may break, takes no word to the next."""
        lines = (
            "aaa <b>bbb </b><i>ccc</i>", "aaa <b>bbb </b>", "aaa <b>bbb <u>x </u></b>ccc", "aaa <b>bbb </b> ccc", "<b>bbb </b>ccc ddd", "aaa <b><u>bbb </u></b><i>ccc</i>", "aaa <b>bbb </b><img width=9 height=9> x",
            "aaa <b>bbb </b><br>x", "aaa <b style='white-space: nowrap'>bbb </b>ccc", "aaa <b style='white-space: pre-wrap'>bbb </b>ccc", "aaa <b>bbb </b><i style='padding-left: 20px'>ccc</i>", "aaa <b><img width=9 height=9> </b>ccc", "aaa <b>bbb</b> ccc",
        )  # fmt: skip
        for edge in ("padding-right: 59px", "margin-right: 30px", "border-right: 12px solid; margin-left: 5px"):
            body = "".join(f"<p style='width: {width}px'>{line}</p>" for width in (50, 70, 90, 110, 130) for line in lines)
            self.agree(f"b {{ {edge} }}", body, widths=(500,))

    def test_two_ends_before_a_box_that_begins_with_a_space(self) -> None:
        lines = (
            "<span>Leaves km Leaves nine <u>and</u></span><em> x18</em>", "<span>Leaves km Leaves nine and</span><em> x18</em>", "Leaves km Leaves nine <u>and</u><em> x18</em>", "<b><span>Leaves km Leaves nine <u>and</u></span></b><em> x18</em>",
            "<span>Leaves km <span>Leaves nine <u>and</u></span></span><i><em> x18</em></i>", "<span>Leaves km Leaves nine <u>and</u></span><em>x18</em>", "<span>Leaves km Leaves nine <u>and</u></span> <em>x18</em>",
        )  # fmt: skip
        self.agree("em { padding-left: 161px } p { width: 304px }", "".join(f"<p>{line}" for line in lines), widths=(500,))


class SpacesThatGo(AgreementCase):
    """A space that goes, for one that no line is broken at is before it, leaves its opportunity (css-text-3 §4.1.1)."""

    def test_at_each_width(self) -> None:
        firsts = ("", "aa ", "aaaa bb ", "<img width=30 height=9>")
        seconds = ("bb cc ", " bb cc ", " bb cc", " ", "<img width=50 height=9> ")
        thirds = (" word", "&nbsp;word", " <img width=40 height=9>", " <i>word</i>", "<i> word</i>", " <b>wo rd</b>", " <br>word", " <wbr>word", "<u style='position: absolute'>f</u> word", " ")
        texts = [f"<span>{first}</span><b>{second}</b>{third}" for first in firsts for second in seconds for third in thirds]
        self.agree_each(
            (f"p {{ width: {width}; font: 16px/20px monospace; margin: 0 }} b {{ white-space: nowrap }}", f"<p>{text}</p>") for width in ("40px", "90px", "130px", "min-content", "max-content") for text in texts
        )

    def test_the_space_before_an_opportunity_goes_at_the_end_of_a_line(self) -> None:
        texts = ("<b>aaaa <wbr></b>bbbb", "<b>aaaa </b><wbr>bbbb", "<b>aaaa <wbr> </b>bbbb", "<b>aaaa <wbr></b> bbbb", "<b>aaaa &#8203;</b>bbbb")
        self.agree_each((f"p {{ width: {width}px }}", f"<p>{text}</p>") for width in (30, 50, 100, 150) for text in texts)

    def test_an_opportunity_begins_no_line(self) -> None:
        """Where words are broken anywhere it stays behind the letter that is too wide."""
        texts = ("welcome<wbr>", "wel<wbr>come", "<wbr>welcome", "welcome<wbr><b>x</b>", "welcome <wbr>", "<b>welcome<wbr></b>", "wel<b><wbr>come</b>", "welcome<wbr><img width=9 height=9>")
        self.agree_each((f"p {{ width: {width}px; {how} }}", f"<p>{text}</p>") for width in (5, 10, 18, 30, 50, 64) for how in ("overflow-wrap: anywhere", "word-break: break-all", "overflow-wrap: break-word") for text in texts)


class BreaksAnywhereThatAreNone(AgreementCase):
    def test_what_does_not_wrap_says_nothing_of_what_follows(self) -> None:
        """css-text-3 §5.1: the end of such a box belongs to what is around it; a line may end with a space that goes before a kept one."""
        self.agree_each(
            (f"div {{ width: 90px }} i {{ white-space: {kept}; {breaks} }}", f"<div><span>{before}<i>{inside}</i>{behind}</span></div>")
            for kept in ("pre", "nowrap", "normal")
            for breaks in ("word-break: break-all", "line-break: anywhere", "overflow-wrap: anywhere", "word-break: keep-all")
            for before in ("timetable", "timetable ", "")
            for inside in ("Back known", "Back ", " Back known")
            for behind in ("at", "at all", " at", "-at")
        )
