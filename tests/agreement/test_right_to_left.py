"""Text from right to left in every context (css-writing-modes-4 §2, css-logical-1), against the browser.

Words that run from the right are Latin letters under an override (``u``), so that no font is asked for that may not be there.
"""

from __future__ import annotations

from collections.abc import Iterable

from .base import AgreementCase

PLAIN = "body { margin: 8px } u { direction: rtl; unicode-bidi: bidi-override }"
WORDS = "Known isles of the skerry line and more text to wrap here in lines"
RIGHT = "<u>light house</u>"

BLOCKS = (
    "<p>Known isles<p style='margin: 5px 10px 5px 30px; padding: 1px 2px 3px 4px; border-left: 5px solid'>Skerry light",
    f"<div style='width: 200px; border-left: 3px solid'><p>{WORDS}</div><div style='width: 100px; margin: 0 30px 0 20px'>w</div><div style='width: 100px; margin: 0 auto 0 30px'>w</div>",
    "<ul><li>One<li>Two<ul><li>Three</ul></ul><ol style='list-style-position: inside'><li>x</ol><dl><dt>a<dd>b</dl><blockquote>q</blockquote>",
    f"<div style='float: left; width: 100px'>fl</div><div style='float: right; width: 50px'>fr</div><p>{WORDS} {WORDS}<p style='clear: inline-start'>c",
    f"<div style='float: inline-start; width: 80px'>fs</div><div style='float: inline-end; width: 50px'>fe</div><p>{WORDS} <span style='float: left; width: 30px'>f</span> {WORDS}",
    "<div style='width: 50%; margin-inline: 10px 40px; padding-inline-start: 9px; border-inline-end: 3px solid'>z</div><style>body { --a: 5px 9px }</style><p style='margin-inline: var(--a)'>v",
    "<div style='overflow: hidden'><div style='width: 900px'>wide</div></div><div style='width: 1200px; height: 5px'>wide</div><div style='overflow: scroll; width: 100px; height: 60px'><p style='width: 150px'>x</div>",
    f"<p style='text-indent: 30px'>{WORDS}<p style='text-align: left'>l <b>l</b><p style='text-align: right'>r <b>r</b><p style='text-align: end'>e <b>e</b><p style='text-align: center'>c <b>c</b>",
    "<div align=right><table><tr><td>x</table></div><center><div style='width: 50px'>c</div></center><hr width=50%><hr width=50% align=left>",
    "<div style='justify-self: left; width: 60px'>l</div><div style='justify-self: end; width: 60px'>l</div><div style='justify-items: center'><div style='width: 9px'>x</div></div>",
    f"<div style='columns: 3; column-gap: 20px'><h3 style='column-span: all'>{WORDS}</h3><p>one<p>two<p>three<p>four <b>{WORDS}</b><p>five<p>six</div>",
    "<fieldset><legend align=left>Leg</legend><input size=3><button>Go</button></fieldset><details open><summary>Sum</summary><p>x</details><span>a<div>b <b>c</b></div>d <i>e</i></span>",
)
BOXES = (
    "<div class=f><div>One</div><div style='flex: 1'>Two</div><div style='margin-left: 7px'>Three</div></div><div class=f style='flex-direction: row-reverse'><div>One</div><div>Two</div></div>",
    "<div class=f style='justify-content: left'><div>One</div><div>Two</div></div><div class=f style='justify-content: space-between'><div>One</div><div style='width: 40px'>Two</div></div>",
    "<div class=f style='flex-wrap: wrap; width: 210px'><div style='width: 90px'>a</div><div style='width: 70px'>b</div><div style='width: 80px'>c</div></div>",
    "<div class=f style='flex-direction: column; align-items: flex-start; width: 210px'><div style='width: 90px'>a</div><div style='align-self: flex-end'>c</div><div style='margin-left: auto'>d</div></div>",
    "<div class=g><div>One</div><div>Two</div><div>3</div><div style='justify-self: start'>4</div><div style='justify-self: left'>5</div><div style='grid-column: 1/3'>6</div></div>",
    "<div class=g style='grid-template-columns: 1fr 2fr 50px'><div style='grid-column: 2/4; display: grid; grid-template-columns: subgrid'><b>a</b><b>b</b></div><i>x</i></div>",
    "<div class=g style='position: relative'><i>x</i><b style='position: absolute; grid-column: 2'>abs</b><s style='position: absolute; left: 5px'>abs</s><q style='position: absolute'>s</q></div>",
    "<table style='width: 300px'><caption>Piers</caption><col style='width: 90px'><tr><td>a<td rowspan=2>b<td>c<tr><td>d<td align=left>e</table>",
    "<table style='border-collapse: collapse' border=1><tr><th style='border-left: 8px solid'>One<td style='border-right: 3px solid'>Two long<td>3<tr><td colspan=2>four<td>5</table>",
    "<table dir=ltr style='border-collapse: collapse'><tr><td style='border-left: 9px solid'>a<td>bb<tr dir=rtl><td dir=rtl style='border-right: 7px solid'>a <b>c</b><td>x</table>",
    "<div class=r><div style='position: absolute; width: 50px'>abs</div><div style='position: absolute; left: 10px; width: 20px'>b</div><div style='position: absolute; left: 10px; right: 20px; width: 50px'>c</div><i style='position: absolute'>i</i></div>",
    "<div class=r><div style='position: absolute; inset-inline-start: 10px'>a</div><div style='position: absolute; right: 10px; left: 20px; margin: 0 auto; width: 50px'>b</div><div style='position: absolute; right: 10px; left: 20px; margin-left: auto; width: 50px'>c</div></div>",
    "<div style='position: relative; left: 10px; right: 40px; width: 100px'>rel <span style='position: relative; left: 4px'>s</span></div><div style='transform: translateX(20px) rotate(5deg); width: 100px'><p>t</div>",
    "<div style='position: fixed; bottom: 0; left: 4px; right: 6px; width: 100px'>f</div><div style='overflow: auto; width: 100px; height: 40px'><div style='position: sticky; left: 0; right: 0; width: 20px'>s</div><p style='height: 90px'>x</div>",
)
LINES = (
    "a <b>bold</b> c <i>it</i> d.", f"{WORDS} <b>{WORDS}</b> {WORDS} <i>fifteen sixteen</i> seventeen", f"{RIGHT} <b>abc</b> {RIGHT}", f"abc <b>{RIGHT} x</b> {RIGHT} <i>3 4</i> ghi",
    f"{RIGHT} <b style='padding: 0 3px 0 9px; border-left: 2px solid; margin-right: 5px'>abc {RIGHT}</b> {RIGHT} 12 <i>13</i>", "x <span dir=rtl style='padding-left: 5px; padding-right: 11px'>abc <b>d</b> e!</span> <s>y</s>",
    "x <span dir=ltr style='padding-left: 5px; padding-right: 11px'>abc <b>d</b> e!</span> <s>y</s>", "x <bdo dir=rtl>abc <b>d</b> e!</bdo> <s>y</s>", f"<b>x</b> <img width=10 height=10> <img width=20 height=10> {RIGHT} <img width=30 height=10> <i>w</i>",
    f"{RIGHT}<br><b>abc</b> {RIGHT} <i>d</i>", "<b>a</b>, <b>b</b>. <b>c</b>! (<b>d</b>)", f"{RIGHT} (<b>abc</b>) <i>[{RIGHT}]</i>", f"tel <b>+12-34</b> {RIGHT} <i>+12-34</i> <s>1,234.5%</s>", f"<b></b>x<i></i> {RIGHT}<s></s> {RIGHT}<q></q>",
    f"a <b>b <i>c {RIGHT}</i> d</b> <s>{RIGHT} e</s>", "<bdi><b>b</b> a</bdi> <i>b</i> <bdi>c</bdi>", "<span dir=auto><b>b</b> a</span> <i>b</i>", "<span style='direction: rtl'>a <b>b</b></span> <i>c</i>",
    "<span style='direction: rtl; unicode-bidi: embed'>a <b>b</b>! </span> <i>c</i>", "a <span style='display: inline-flex; gap: 4px'><b>x</b><i>yy</i></span> b <span style='display: inline-block; padding-left: 4px' dir=ltr>ab <b>c</b>!</span>",
)  # fmt: skip
STYLES = PLAIN + """
.f { display: flex; gap: 10px; border-left: 2px solid } .g { display: grid; grid-template-columns: 100px 1fr 2fr; gap: 10px }
.r { position: relative; width: 300px; height: 100px; padding: 10px 20px 30px 40px }
"""


class Contexts(AgreementCase):
    def in_every_way(self, bodies: Iterable[str]) -> None:
        """Bodies from the right, and in boxes of one direction that stand in the other; a page each, for floats and what overflows."""
        for body in bodies:
            with self.subTest(body):
                self.agree(STYLES + "html { direction: rtl }", body, widths=(800,))
                self.agree(STYLES, f"<div dir=rtl>{body}</div>", widths=(400, 800))
                self.agree(STYLES + "html { direction: rtl }", f"<div dir=ltr>{body}</div><section dir=ltr style='float: left; width: 70%'>{body}</section>", widths=(800,))
                self.agree(STYLES + "p, div, li, td, b { direction: rtl }", f"<section style='display: flow-root'>{body}</section>", widths=(800,))

    def test_blocks(self) -> None:
        self.in_every_way(BLOCKS)

    def test_other_boxes(self) -> None:
        self.in_every_way(BOXES)

    def test_body_gives_the_page_its_direction(self) -> None:
        self.agree(STYLES + "body { direction: rtl; width: 300px }", "<p>a <b>b</b></p><div style='width: 900px'>x</div>", widths=(200, 800))


class Lines(AgreementCase):
    def test_order(self) -> None:
        """UAX #9: what runs against its paragraph, isolates, embeddings, overrides, brackets, numbers, empty boxes."""
        for direction in ("ltr", "rtl"):
            body = "".join(f"<p style='width: {width}px; direction: {direction}'>{line}</p>" for line in LINES for width in (700, 180, 90))
            self.agree(STYLES, body, widths=(800,))
            self.agree(STYLES + "html { direction: rtl } p { text-align: justify; letter-spacing: 1px }", body, widths=(800,), tolerance=0.05)

    def test_edges_of_boxes_that_run_against_their_paragraph(self) -> None:
        """A box's start is where its own text begins, on one line and over several."""
        box = "<code style='margin-left: 10%; padding-right: 3px; border-left: 5px solid' dir=ltr>Ferry-master's lamp known isles of the <b>lamp</b></code>"
        body = f"<p>x {box} y<p style='width: 150px'>x {box} y<p style='width: 260px'>Dusk island two a boat<code style='margin-right: 40%' dir=auto>Ferry-master's</code>"
        self.agree(STYLES + "body { direction: rtl }", body, widths=(320, 800))

    def test_what_is_out_of_flow_in_a_line(self) -> None:
        body = f"<p><a><img align=left></a>To <b>x</b> A<code style='position: absolute'>Known</code>two <i style='position: absolute'>x</i></p><p>{RIGHT}<i style='position: absolute'>x</i> {RIGHT}</p>"
        for direction in ("ltr", "rtl"):
            self.agree(STYLES + f"body {{ direction: {direction} }}", body, widths=(320, 800))

    def test_beside_floats(self) -> None:
        boxes = "".join(f"<div style='{style}; overflow: auto'>E</div>" for style in ("width: 170px", "width: 470px", "margin-left: 100px", "margin: 0 20px", "margin-right: auto; width: 90px"))
        self.agree(STYLES, f"<section dir=rtl style='width: 300px'><div style='float: left'>Known</div><div style='float: right; width: 9px; height: 99px'>s</div>{boxes}<table><tr><td>x</table></section>", widths=(800,))

    def test_blocks_that_override(self) -> None:
        insides = ("a <b>b</b> c.", "a <b>b</b><p>x <i>y</i></p>c <i>d</i>", "<span>a <b>b</b></span> <i>c</i> 12 <s>3</s>", "a <bdi><b>x</b> y</bdi> <i>z</i>")
        body = "".join(f"<div style='unicode-bidi: {how}; direction: {way}; width: {wide}px'>{inside}</div>" for how in ("bidi-override", "isolate-override") for way in ("ltr", "rtl") for wide in (20, 200) for inside in insides)
        self.agree(STYLES, body, widths=(800,))
        self.agree(STYLES + "body { direction: rtl }", body, widths=(800,))

    def test_first_letters_and_lines(self) -> None:
        body = f"<p>{WORDS} <b>x</b> {WORDS} <i>x</i> {RIGHT}</p>"
        self.agree(STYLES + "body { direction: rtl } p { width: 150px } p:first-letter { font-size: 30px; float: left }", body, widths=(800,))
        self.agree(STYLES + "body { direction: rtl } p { width: 150px } p:first-line { font-size: 30px }", body, widths=(800,))

    def test_preserved_spaces_and_tabs(self) -> None:
        self.agree(STYLES + "body { direction: rtl } p { white-space: pre-wrap; width: 80px }", f"<pre>a\tb <b>c</b>\n\t{RIGHT} <b>x</b>  \n  <i>z</i></pre><p>{WORDS}   <b>x</b>   {RIGHT}</p><p style='width: 280px'><b>the</b> boat incomprehensibilities   dusk</p>", widths=(800,))
