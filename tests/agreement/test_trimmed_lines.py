"""The room above first lines and below last ones, cut off (``text-box``, css-inline-3 §5), against the browser."""

from __future__ import annotations

from .base import AgreementCase

STYLES = "body { font: 20px/40px Sans } p { margin: 0 } "
ASKED = (
    "trim-both cap alphabetic", "trim-start cap alphabetic", "trim-end ex text", "trim-both text", "trim-both ex alphabetic", "normal", "trim-both",
    "trim-end alphabetic", "trim-start ex", "cap alphabetic", "cap", "text alphabetic trim-start", "trim-both none",
)  # fmt: skip
BODIES = (
    "<div style='{}'>Boat<br>x</div>z", "<div style='{}'><p>Boat</p><p>x <i>y</i></p></div>z", "<div style='{}; margin: 10px 0; padding: 5px'>Boat <b style='font-size: 40px'>x</b></div>z",
    "<div style='{}; display: flex'><p>Boat</p></div>z", "<div>a <span style='{}; padding: 2px'>Boat</span></div>z", "<div>a <span style='display: inline-block; {}'>Boat</span></div>z",
    "<div style='{}'><img style='height: 9px; width: 9px'></div>z", "<button style='{}; font: inherit'>Boat</button>z", "<h1 style='font: 40px/1 Slab; {}'>Boat</h1>z",
    "<div style='{}'>Boat <b style='font-size: 40px; line-height: 60px'>x</b></div>z", "<ul style='{}'><li>Boat<li>x</ul>z", "<div style='{}'><p style='overflow: hidden'>Boat</p></div>z",
    "<div style='{}'><div style='float: left'>f</div><p>a</p></div>z", "<table><td style='{}'>a<td>b</table>", "<div style='display: flex; align-items: center'><p style='{}'>a</p><p>b</div>",
    "<div style='{}; position: relative'>a <i style='position: absolute'>abs</i></div>z", "<div style='{}'></div>z", "<div style='{}'><p></p><p>x</div>z", "<div style='{}; height: 50px'>x</div>z",
    "<div style='{}; text-box-edge: ex alphabetic'>x<p style='text-box-edge: cap text'>y</div>z", "<div style='{}; line-height: 10px'>x<br>y</div>z", "<div style='{}'>a<p>b</p>c</div>z", "<fieldset style='{}'><legend>a</legend>b</fieldset>z",
)  # fmt: skip


class Trims(AgreementCase):
    def test_edges_and_kinds_of_boxes(self) -> None:
        for asked in ASKED:
            for body in BODIES:
                self.agree(STYLES, body.replace("{}", f"text-box: {asked}"), widths=(500,))

    def test_longhands(self) -> None:
        for style in ("text-box-trim: trim-both; text-box-edge: cap alphabetic", "text-box-trim: trim-start", "text-box-edge: cap alphabetic", "text-box-trim: trim-both; text-box-edge: cap"):
            self.agree(STYLES, f"<div style='{style}'>Boat</div>z", widths=(500,))

    def test_whole_heights(self) -> None:
        """A line of 40 with letters of 20 by 0.66 in capitals comes to 13.2: what is left when both sides are cut off."""
        self.agree(STYLES + "p { text-box: trim-both cap alphabetic } .a { font-size: 16px } .b { font-size: 33px } .c { font-size: 21.5px }", "<p>Boat<p class=a>Boat<p class=b>Boat<p class=c>Boat<br>x", widths=(500,))
