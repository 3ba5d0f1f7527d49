"""More small pages that generated ones came down to: baselines of tables and reversed rows, sticky boxes, kerning at edges."""

from __future__ import annotations

from .base import AgreementCase

PLAIN = "body { font: 16px/18px serif } p { margin: 16px 0 }"


class Tables(AgreementCase):
    def test_heights_do_not_reach_below_a_baseline(self) -> None:
        """CSS 2 §17.5.3: a cell's own height is no part of what stands below its row's baseline."""
        heights = ("height: 10px", "height: 40px", "height: 150px", "height: 150px; padding: 10px", "height: 150px; box-sizing: border-box; padding: 9px")
        cells = ("font-size: 10px", "font-size: 30px", "vertical-align: top; font-size: 30px", "font-size: 10px; height: 100px", "font-size: 10px; height: auto", "line-height: 60px")
        for height in heights:
            tables = "".join(
                f"<table><td>wind<td style='{cell}'>,</table><table><td>wind<p>a</p><td style='{cell}'>,<p>b<tr><td style='{cell}'>x<td>y</table><table><td rowspan=2>wind<td style='{cell}'>,<tr><td>x</table>"
                for cell in cells
            )
            self.agree(PLAIN + f"td {{ vertical-align: baseline; {height} }}", tables, widths=(800,))


class Rows(AgreementCase):
    def test_baselines_of_flex_in_flex(self) -> None:
        """css-flexbox-1 §8.5: the first of a row is its leftmost, reversed or not."""
        bodies = (
            "<p>one two three four five six</p><i>x</i>", "<i>x</i><p>one two three four five six</p>", "<p style='margin: 0'>a</p><i style='font-size: 30px'>x</i>", "<i style='font-size: 30px'>x</i><p>a</p><b>c</b>",
            "<i style='align-self: end'>x</i><p>one two three four five six seven eight</p>", "<p>a</p><i style='align-self: baseline; font-size: 30px'>x</i><b style='align-self: baseline'>y</b>",
            "<p style='order: 1'>a</p><i style='font-size: 30px'>x</i>", "<div></div><i style='font-size: 30px'>x</i>",
        )  # fmt: skip
        flows = [f"{way} {wrap}" for way in ("row", "row-reverse", "column", "column-reverse") for wrap in ("nowrap", "wrap", "wrap-reverse")]
        self.agree(
            PLAIN + ".o { display: flex; align-items: baseline; width: 200px } .s { display: flex; width: 100px }",
            "".join(f"<div class=o><div class=s style='flex-flow: {flow}'>{body}</div><span>ref</span></div>" for flow in flows for body in bodies), widths=(800,),
        )  # fmt: skip


class Sticky(AgreementCase):
    def test_in_boxes_that_scroll(self) -> None:
        """css-position-3 §3.4, as the browser has it: they stick to the content box."""
        insets = ("left: 10px", "top: 10px", "right: 10px", "bottom: 10px", "top: 30px; left: 30px", "left: 0", "top: 0", "right: 40px", "bottom: 40px", "left: 50%", "top: 5%")
        boxes = ("overflow: hidden; padding: 16px 20px", "overflow: auto; padding: 30px; border: 3px solid", "overflow: hidden; height: 100px; padding: 9px", "overflow: hidden", "overflow: hidden; padding: 20px; width: 100px; height: 60px")
        stuck = "position: sticky; height: 20px"
        self.agree(
            PLAIN,
            "".join(
                f"<div style='{box}'><b style='{stuck}; display: inline-block; width: 60px; {inset}'></b></div><div style='{box}'><section style='padding: 10px'><p style='{stuck}; margin: 10px; width: 50px; {inset}'></p><p>b<p>c</section></div>"
                for box in boxes for inset in insets
            ), widths=(800,),
        )  # fmt: skip


class Kerning(AgreementCase):
    def test_text_is_shaped_by_itself_in_isolated_boxes(self) -> None:
        """HTML 15.3: blocks, lists and quotations are ``unicode-bidi: isolate`` wherever they stand."""
        tags = "span li div p section header nav h2 blockquote figure form dl dt dd ul pre summary center bdi output label bdo small details dialog legend"
        self.agree(
            f"{PLAIN} div > * {{ display: inline !important; margin: 0 !important; padding: 0 !important; border: 0 !important; font: 40px sans-serif !important; font-weight: 400 }} div {{ font: 40px sans-serif }}",
            "".join(f"<div>AA<{tag}>VA</{tag}>V<i>x</i></div>" for tag in tags.split()) + "".join(f"<div>AA<b style='unicode-bidi: {value}'>VA</b>V<i>x</i></div>" for value in ("normal", "isolate", "embed", "isolate-override")),
            widths=(800,),
        )  # fmt: skip

    def test_what_is_cut_inside_a_word_keeps_the_kerning_of_its_other_end(self) -> None:
        words = ("Ta-AV", "(To WAVE", "Wind AVA", "a- VAV", "AVATAR-To")
        self.agree(PLAIN + " p { width: 60px; font: 30px sans-serif } b { font-weight: 400 }", "".join(f"<p>{word}<b>V</b>a<b>well</b></p><p><b>{word}</b>Voe</p>" for word in words), widths=(800,))
