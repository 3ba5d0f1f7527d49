"""``-webkit-line-clamp`` and the box that it needs (css-overflow-4 §5): where the content ends, and what is laid out beyond."""

from __future__ import annotations

from .base import AgreementCase

CLAMPED = "body { white-space: pre-line } p { width: 150px; margin: 16px 0 } .c { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; width: 200px }"
WORDS = "The boat to <b>Vey</b> and to <i>Orra</i> leaves at nine on all <u>days</u> of the week <a>but one</a> when there is fog"


def lines(count: int) -> str:
    return "\n".join("abcdefgh"[:count])


class ClampedLines(AgreementCase):
    def test_a_text_ends_after_its_lines(self) -> None:
        for look in (
            "", "-webkit-line-clamp: 3", "-webkit-line-clamp: 20", "-webkit-line-clamp: none", "-webkit-line-clamp: 0", "padding: 9px; border: 1px solid", "height: 100px", "min-height: 100px", "max-height: 30px",
            "float: left", "position: absolute", "text-align: center", "display: -webkit-inline-box", "-webkit-box-orient: block-axis", "overflow: visible",
        ):  # fmt: skip
            with self.subTest(look):
                self.agree(CLAMPED, f'<div class=c style="{look}">{WORDS}</div><s>after</s><div class=c style="{look}">{lines(4)}</div><s>after</s>', widths=(400,))

    def test_it_does_nothing_to_other_boxes(self) -> None:
        for look in ("display: block", "display: flow-root", "display: grid", "-webkit-box-orient: horizontal"):
            self.agree(CLAMPED, f'<div class=c style="{look}">{WORDS}</div><s>after</s>', widths=(400,))

    def test_lines_of_blocks_inside_count_together(self) -> None:
        for inside in (
            f"<p>{lines(1)}</p>", f"<p>{lines(2)}</p>", f"<p>{lines(2)}</p><p>{lines(1)}</p>", f"<p>{lines(3)}</p><p>{lines(4)}</p><p>{lines(4)}</p>",
            f'<p style="padding: 7px 0">{lines(4)}</p>', f'<div style="padding: 7px 0"><p style="padding: 7px 0">{lines(4)}</p></div>', f"{lines(1)}<p>{lines(1)}</p>{lines(3)}",
            f"<ul><li>{lines(1)}<li>{lines(2)}<li>b</ul>", f'<p style="height: 90px">{lines(4)}</p>', f'<p style="min-height: 90px">{lines(4)}</p>',
        ):  # fmt: skip
            with self.subTest(inside):
                self.agree(CLAMPED, f"<div class=c>{inside}</div><s>after</s>", widths=(400,))

    def test_lines_of_other_formatting_contexts_do_not_count(self) -> None:
        for inside in (
            f'<p>{lines(1)}</p><p style="overflow: hidden">{lines(4)}</p><p>{lines(4)}</p>', f'<p>{lines(1)}</p><p style="float: left">{lines(4)}</p><p>{lines(4)}</p>',
            f'<p>{lines(3)}</p><p style="float: left">{lines(4)}</p>', f'<p>{lines(1)}</p><p style="display: flex">{lines(4)}</p><p>{lines(3)}</p>', f"<table><td>{lines(3)}</table>{lines(3)}",
            f'<p>{lines(1)}</p><img width=20 height=50 style="display: block"><p>{lines(3)}</p>',
        ):  # fmt: skip
            with self.subTest(inside):
                self.agree(CLAMPED, f"<div class=c>{inside}</div><s>after</s>", widths=(400,))

    def test_the_box_of_before_flex(self) -> None:
        two = f'<p style="width: 40px">{lines(3)}</p><p style="width: 40px; -webkit-box-flex: 1">x</p>'
        for look in (
            "", "-webkit-box-pack: center; -webkit-box-align: center", "-webkit-box-pack: justify; -webkit-box-align: end", "-webkit-box-direction: reverse", "-webkit-box-orient: vertical",
            "display: flex; -webkit-box-pack: center; -webkit-box-align: center", "display: -webkit-inline-box", "justify-content: center; flex-wrap: wrap",
        ):  # fmt: skip
            with self.subTest(look):
                self.agree(CLAMPED, f'<div style="display: -webkit-box; {look}">{two}<p style="-webkit-box-ordinal-group: 2; flex: 1">y</p></div>', widths=(400,))
        self.agree(CLAMPED, f'<div style="display: -webkit-box; -webkit-box-orient: vertical"><p>x</p>{WORDS}</div><div style="display: -webkit-box">{WORDS}</div>')
