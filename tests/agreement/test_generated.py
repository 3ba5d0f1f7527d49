"""Lists, counters, generated boxes and blocks of the HTML standard's own sheet, against the browser."""

from __future__ import annotations

from .base import AgreementCase


class Generated(AgreementCase):
    def test_blocks_before_and_after(self) -> None:
        self.agree(
            """
            .a::before { content: ""; display: block; height: 20px; margin: 5px 10%; border: 1px solid }
            .a::after { content: "the end"; display: block; text-align: right; padding: 3px }
            .b::before { content: ""; float: left; width: 30px; height: 60px }
            .c { position: relative; padding: 10px } .c::after { content: "new"; position: absolute; right: 0; top: 0; padding: 4px }
            .d::before { content: ""; display: table } .d::after { content: ""; display: table; clear: both } .d i { float: left; width: 40px; height: 40px }
            """,
            "<div class=a><p>one</p></div><div class=b>beside it<p>two</p></div><div class=c>three</div><div class=d><i></i></div><p>after</p>",
        )

    def test_attributes_quotes_and_counters_in_content(self) -> None:
        self.agree(
            """
            a::after { content: " (" attr(href) ")" }
            q::before { content: open-quote } q::after { content: close-quote }
            ol.own { list-style: none; counter-reset: stop 2; padding: 0 } .own li { counter-increment: stop; display: inline-block }
            .own li::before { content: counter(stop, upper-roman) ". " }
            .deep { counter-reset: part } .deep p { counter-increment: part; float: left; clear: left } .deep p::before { content: counters(part, ".") " " }
            """,
            "<p><a href='times.html'>Times</a> <q>wait for <q>us</q></q></p><ol class=own><li>Orra<li>Vey<li>Hamm</ol>"
            "<div class=deep><p>a</p><div class=deep><p>b</p><p>c</p></div></div>",
            tolerance=0.035,
        )

    def test_items_of_flex_and_grid(self) -> None:
        self.agree(
            """
            .f { display: flex; justify-content: space-between } .f::before, .f::after { content: ""; width: 20px }
            .g { display: grid; grid-template-columns: 1fr auto 1fr; align-items: center; gap: 10px }
            .g::before, .g::after { content: ""; height: 1px }
            """,
            "<div class=f><b>one</b><b>two</b></div><h2 class=g>Fares</h2>",
        )


class Lists(AgreementCase):
    def test_every_marker_style_inside(self) -> None:
        styles = (
            "disc",
            "circle",
            "square",
            "decimal",
            "decimal-leading-zero",
            "lower-alpha",
            "upper-latin",
            "lower-roman",
            "lower-greek",
            "none",
            "'– '",
        )
        self.agree(
            """
            ul { list-style-position: inside; padding: 0; margin: 0 }
            li { float: left; clear: left }
            """,
            "".join(f'<ul style="list-style-type: {style}"><li>one<li>two</ul>' for style in styles),
            (320,),
        )

    def test_start_value_reversed_and_nested(self) -> None:
        self.agree(
            """
            ol { list-style-position: inside }
            li { float: left; clear: left }
            """,
            "<ol start=98><li>a<li>b<li>c</ol><ol reversed><li>a<li value=200>b<li>c</ol><ol type=a><li>x<ol><li>y</ol></ol>",
            (320,),
        )

    def test_menus_by_display(self) -> None:
        self.agree(
            """
            ul { list-style: none; margin: 0; padding: 0 }
            .i li { display: inline }
            .b li { display: inline-block; padding: 0 8px }
            .f { display: flex; gap: 1em }
            .c { columns: auto }
            """,
            "".join(
                f"<ul class={c}><li><a>Crossings</a><li><a>Fares</a><li><a>Islands and boats</a></ul>"
                for c in "ibf"
            ),
            (200, 320, 640),
        )


class StandardSheet(AgreementCase):
    def test_blocks_with_their_own_margins(self) -> None:
        self.agree(
            "",
            "<h1>a</h1><h2>b</h2><h3>c</h3><h4>d</h4><h5>e</h5><h6>f</h6><p>g</p><blockquote>h</blockquote><figure>i<figcaption>j</figcaption></figure>"
            "<dl><dt>k<dd>l</dl><pre>m  n</pre><address>o</address><hr><ul><li>p<ul><li>q</ul></ul><menu><li>r</menu><center>s</center>",
        )

    def test_inline_elements(self) -> None:
        self.agree(
            "",
            "<p>a <b>b</b> <strong>c</strong> <i>d</i> <em>e</em> <small>f</small> <big>g</big> <sub>h</sub> <sup>i</sup> <u>j</u> <s>k</s> <mark>l</mark> <abbr title=x>m</abbr> <cite>n</cite> <dfn>o</dfn> <var>p</var></p>",
        )

    def test_what_is_not_rendered(self) -> None:
        self.agree(
            "[hidden].shown { display: block }",
            "<p hidden>a</p><p hidden class=shown>b</p><template><p>c</p></template><script>1</script><noscript>d</noscript><dialog>e</dialog><datalist><option>f</datalist><style></style>g",
        )

    def test_details_closed_and_open(self) -> None:
        self.agree(
            "summary { padding: 5px; display: block }",
            "<details><summary>Dogs</summary>On a lead. <p>Welcome.</p></details><details open><summary>Pianos</summary><p>By arrangement.</p></details><p>after</p>",
        )

    def test_sections_articles_and_nested_headings(self) -> None:
        self.agree(
            "h1 { font-size: 2em; margin-block: .67em }",
            "<main><article><h1>a</h1><section><h2>b</h2><p>c</p></section></article><aside><h2>d</h2></aside></main>",
        )

    def test_presentational_attributes(self) -> None:
        self.agree(
            "",
            "<p align=center><span>a</span></p><div align=right><span>b</span></div><img width=50% height=20 src=x alt=''><hr width=50% size=5><table width=80% cellpadding=6 cellspacing=0 border=1><tr><td width=30% height=40>a<td nowrap>b c</table>"
            "<font size=5><span>c</span></font><br clear=all><ul type=square><li>d</ul>",
        )


class Contexts(AgreementCase):
    def test_contents_in_every_container(self) -> None:
        self.agree(
            """
            .k { display: contents; padding: 50px }
            .f { display: flex }
            .g { display: grid; grid-template-columns: 1fr 1fr }
            b { padding: 3px }
            """,
            "<div class=f><div class=k><b>a</b><b>b</b></div><b>c</b></div><div class=g><div class=k><b>a</b><b>b</b></div><b>c</b></div><p>x <span class=k>y</span></p>",
        )

    def test_roots_of_formatting_contexts_hold_margins_and_floats(self) -> None:
        for style in (
            "display: flow-root",
            "overflow: hidden",
            "overflow: auto",
            "contain: layout",
            "display: inline-block; width: 100%",
            "float: left; width: 100%",
            "column-count: 1",
        ):
            self.agree(
                f".r {{ {style} }} i {{ float: left; height: 50px; width: 20px }} p {{ margin: 10px 0 }}",
                "<div class=r><p>a</p><i></i></div><p>after</p>",
            )
