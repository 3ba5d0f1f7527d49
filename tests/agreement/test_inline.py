"""Inline formatting: line boxes, vertical-align, inline-blocks, pieces of inlines."""

from __future__ import annotations

from .base import PIXEL, AgreementCase


class Inline(AgreementCase):
    def test_vertical_align_values(self) -> None:
        values = (
            "baseline",
            "sub",
            "super",
            "top",
            "text-top",
            "middle",
            "bottom",
            "text-bottom",
            "7px",
            "-20%",
        )
        self.agree(
            "span { font-size: 12px }",
            "".join(
                f"<p>Orra <span style='vertical-align:{v}'>Vey</span> <b style='font-size:22px'>Hamm</b></p>"
                for v in values
            ),
        )

    def test_inline_blocks_with_every_alignment(self) -> None:
        values = ("baseline", "top", "middle", "bottom", "text-top", "text-bottom", "10px")
        self.agree(
            "i { display: inline-block; width: 30px; height: 40px; margin: 3px 5px 7px; border: 1px solid }",
            "".join(
                f"<p>a<i style='vertical-align:{v}'></i> b <i style='vertical-align:{v};height:10px'>x</i></p>"
                for v in values
            ),
        )

    def test_white_space_between_inline_blocks_takes_room(self) -> None:
        self.agree(
            """
            li { display: inline-block; width: 25%; }
            ul { margin: 0; padding: 0 }
            """,
            "<ul><li>a</li> <li>b</li> <li>c</li> <li>d</li></ul><ul><li>a</li><li>b</li><li>c</li><li>d</li></ul>",
        )

    def test_nested_inlines_with_edges(self) -> None:
        self.agree(
            """
            span { padding: 2px 6px; border: 1px solid; margin: 0 4px }
            b { padding-left: 10px }
            """,
            "<p>The <span>Maud and the <b>Old Petrel</b> sail</span> at dawn, and <span>at dusk they come home again over the quiet sound</span>.</p>",
            (240, 320, 500),
        )

    def test_an_inline_split_round_a_block(self) -> None:
        self.agree(
            """
            b { padding: 0 5px }
            div { margin: 10px }
            """,
            "<p></p><section>Before <b>inline <div>a block</div> after</b> end</section><section><em><div>only a block</div></em></section>",
        )

    def test_inline_block_baseline_is_its_last_line(self) -> None:
        self.agree(
            """
            i { display: inline-block; width: 50px }
            .h { overflow: hidden }
            """,
            "<p>a <i>two lines of text</i> b</p><p>a <i class=h>two lines of text</i> b</p><p>x<i></i>y</p>",
        )

    def test_shrink_to_fit_inline_blocks(self) -> None:
        self.agree(
            "span { display: inline-block; padding: 5px; border: 1px solid }",
            "<p><span>short</span> <span>The Skerry Line has carried people, post and pianos across the sound since 1911</span></p>",
        )

    def test_images_in_lines(self) -> None:
        self.agree(
            "img { border: 2px solid; margin: 3px }",
            f"<p>a <img width=40 height=30 src={PIXEL}> b <img width=20 height=60 style='vertical-align:middle' src={PIXEL}></p>",
        )

    def test_inline_padding_does_not_change_line_height(self) -> None:
        self.agree(
            "a { padding: 20px 10px; border: 3px solid }", "<p>Over <a>the sound</a> and far</p><p>next</p>"
        )

    def test_relative_inlines_move_with_what_is_in_them(self) -> None:
        self.agree(
            """
            b { position: relative; top: 5px; left: 10px }
            i { position: relative; bottom: 20% }
            """,
            "<p>a <b>moved <span>inside</span></b> c <i>d</i></p>",
        )

    def test_absolute_boxes_at_their_static_place_in_a_line(self) -> None:
        self.agree(
            """
            i { position: absolute }
            b { position: absolute; display: block }
            """,
            "<p>Before <i>static</i> after <b>block</b></p><p style='text-align:center'>mid <i>static</i></p>",
        )

    def test_an_inline_as_containing_block(self) -> None:
        self.agree(
            """
            b { position: relative; padding: 4px }
            i { position: absolute; right: 0; bottom: 0 }
            u { position: absolute; left: 100%; top: 0; width: 50% }
            """,
            "<p>Over the <b>quiet sound<i>r</i><u>w</u></b> and</p>",
        )

    def test_before_and_after_with_content(self) -> None:
        self.agree(
            """
            li::before { content: counter(item) '. '; counter-increment: item }
            ol { counter-reset: item; list-style: none }
            p::after { content: ' (' attr(title) ')' }
            q { quotes: '«' '»' }
            div::before { content: ''; display: block; height: 10px; width: 30% }
            h2::after { content: '' ; display: inline-block; width: 20px; height: 5px }
            """,
            "<ol><li>a</li><li>b</li></ol><p title=Vey>to</p><q>hello</q><div>x</div><h2>t</h2>",
        )

    def test_generated_content_joins_the_line(self) -> None:
        self.agree(
            """
            a::before { content: '→ ' }
            a::after { content: url(none.png) '!' }
            """,
            "<p><a>link</a> and <a>other</a></p>",
        )

    def test_inline_flex_and_inline_grid_and_inline_table(self) -> None:
        self.agree(
            """
            .f { display: inline-flex; gap: 5px }
            .g { display: inline-grid; grid-template-columns: 30px 40px }
            .t { display: inline-table }
            """,
            "<p>a <span class=f><b>x</b><b>y</b></span> b <span class=g><b>x</b><b>y</b></span> c <span class=t>tab</span></p>",
        )

    def test_centred_inline_blocks_wrap(self) -> None:
        self.agree(
            """
            nav { text-align: center }
            a { display: inline-block; padding: 4px 12px; margin: 2px }
            """,
            "<nav><a>Crossings</a> <a>Fares</a> <a>Islands</a> <a>Ask us</a> <a>Crew</a></nav>",
            (200, 320, 640),
        )

    def test_first_line_box_heights_mix_fonts(self) -> None:
        self.agree(
            """
            b { font: 700 30px/1 Slab }
            code { font: 12px/2 monospace }
            """,
            "<p>Orra <b>Big</b> <code>0710</code> end</p><p><code>x</code></p>",
        )


class Fragments(AgreementCase):
    """Where inline boxes are that draw nothing: what stands in them says it, unless they have a fragment of their own."""

    def test_what_an_inline_box_unites(self) -> None:
        pad, big = '<b style="padding:4px">y</b>', '<b style="font-size:30px">y</b>'
        for inner in (
            f"<i>x{pad}</i>", f"<i>{pad}</i>", f"<i>x{big}</i>", f"<i>{big}</i>", '<i>x<sup style="padding:4px">1</sup></i>', "<small><sup>1</sup></small>",
            f"<i><u>{pad}</u>x</i>", f'<i style="vertical-align:super">{pad}</i>', "<i><img width=20 height=40></i>", "<i><b><img width=20 height=40></b></i>",
            '<i><b style="vertical-align:top;padding:3px">y</b></i>', '<i><b style="margin:0 5px">y</b></i>', f'<i style="background:red">{pad}</i>',
            f'<i style="position:relative;top:3px">{pad}</i>',
        ):  # fmt: skip
            # A font of the machine's: while a page's own face loads, the browser compares heights with its stand-in's.
            self.agree("p { margin: 20px 0; font-family: serif }", f"<p>A {inner} z</p>", (400,))

    def test_one_that_opens_or_ends_at_a_break_is_not_on_the_line_where_it_has_nothing(self) -> None:
        for text in ("Welcome <span>At</span>", "Welcome <span>At </span>and", "<span>Welcome </span>At", "Welcome <b><i>At the</i></b> pier"):
            for style in ("", "span, b { padding: 0 2px }", "span, i { background: #ff0 }"):
                self.agree(f"p {{ width: 60px }} {style}", f"<p>{text}</p>", (400,))

    def test_preserved_newlines_end_an_inline_box_once(self) -> None:
        self.agree("", "<pre>one <code>two\n</code>three <b>\nfour</b></pre>", (400,))

    def test_aligned_with_the_line_inside_what_is_raised(self) -> None:
        self.agree(
            "p { font: 16px/20px serif } .b { vertical-align: bottom } .t { vertical-align: top } .l { vertical-align: -2px } .h { vertical-align: 10px; line-height: 10px } .w { line-height: 30px }",
            "<p>a<a class=l><span class=b>Pier</span></a><p>a<a class=l><span class=t>Pier</span></a><p><a class=h>a<span class=b>Pier</span></a><p><a class=h><span class='b w'>Pier</span></a>"
            "<p style='line-height: 50px'>x<a class='t w'>a<span class=b style='line-height: 10px'>Pier</span></a><p style='line-height: 50px'>x<a class='t w'>a<span style='vertical-align: 4px'><b class=b style='line-height: 10px'>Pier</b></span></a>",
        )

    def test_of_empty_pieces_the_last_counts(self) -> None:
        self.agree("p { font: 16px/20px serif } img { width: 0; height: 0 }", "<p>a <span><img><br><img></span>b<p>c<span><br><img></span>")

    def test_inline_boxes_whose_edges_do_not_fit(self) -> None:
        self.agree(
            "div { font: 16px/20px serif; width: 100px } .b { padding: 0 10px; margin-left: 42px } .l { padding-left: 42px } .r { padding-right: 42px }",
            "<div>Welcome<span class=b> of</span></div><div>Welcome<span class=l> of</span></div><div>Welcome<span class=r> of</span></div><div>to Welcome <i class=r></i> and</div>",
        )

    def test_first_lines_of_anonymous_blocks(self) -> None:
        self.agree("div { text-indent: 36px }", "<div><div>,</div><i>10 km known at crossings</i></div><div><i>10 km</i><div>,</div><i>10 km known</i></div>")

    def test_preserved_line_ends(self) -> None:
        self.agree("span { white-space: pre }", "<p><span>\n</span><p><span>Board\n</span> <p>a<span>Board\n</span>b")

    def test_line_ends_take_the_height_around_them(self) -> None:
        self.agree("br { font-size: 30px }", "<p><i>a<br></i>b<p><i><br></i>")

    def test_relative_positions_of_empty_boxes_and_of_blocks_inside(self) -> None:
        self.agree(".a { position: relative; top: 8px; left: 5px } .b { position: relative; top: 5px }", "<p><sub class=a></sub></p><span class=a>a<b class=b><p>The</p></b></span>")

    def test_where_a_block_out_of_flow_would_stand(self) -> None:
        self.agree("figure { display: inline } u { position: absolute; display: block } i { padding: 5px }", "<figure><u>,</u></figure><div><b></b><i></i><u>a</u></div><div><i>a<u>b</u></i></div>")

    def test_raised_text_is_shaped_for_itself(self) -> None:
        self.agree("a { vertical-align: top } body { font: 40px serif }", "<p><a>(weather</a>, AV<a>AV</a>AV")

    def test_edges_that_open_beyond_the_line(self) -> None:
        self.agree(
            "div { font: 16px/20px serif; width: 120px } .l { padding-left: 40px }",
            "<div>Of crossings the weather<i class=l></i></div><div>Of crossings weather <i class=l>x</i></div><div>Of crossings the weather<i class=l>x</i></div><div>Ofcrossingstheweather<i class=l>x y</i></div>",
        )

    def test_spaces_that_justification_widens(self) -> None:
        self.agree("div { text-align: justify; width: 220px; font: 16px/20px serif } .w { white-space: pre-wrap; width: 180px }", "<div><b>time table</b> 10\u00a0km long-standing</div><div class=w><i>lighthousekeeper is</i> extraordinarily</div>")


class AroundBlocks(AgreementCase):
    def test_what_draws_nothing_is_where_its_pieces_are(self) -> None:
        pieces: list[tuple[str, str]] = []
        for outer in ("<label>{}</label>", "<span><b>{}</b></span>", "<span style='font-size: small'>{}</span>", "<span style='line-height: 40px'>{}</span>"):
            for edge in ("border: 1px solid", "padding: 4px", "vertical-align: super", ""):
                for leaf in ("<p>Island</p>", "y<p>Island</p>", "<p>Island</p>z", "x", ""):
                    pieces.append((f"p {{ margin: 0 }} a {{ {edge} }}", outer.format(f"<a>{leaf}</a>")))
        self.agree_each(pieces)

    def test_on_a_line_that_holds_nothing_it_is_at_the_top_as_if_there_were_a_line(self) -> None:
        for size in ("10px", "16px", "30px"):
            for height in ("20px", "normal"):
                with self.subTest((size, height)):
                    css = f"section {{ font: 16px/{height} Sans; padding: 20px }} .t {{ font-size: {size}; vertical-align: top }} .b {{ font-size: {size}; vertical-align: bottom }}"
                    self.agree(css, "<section><a class=t></a></section><section><label><a class=t></a></label></section><section><a class=b></a></section>", (700,))


class HeldAtTheTop(AgreementCase):
    TREES = ("<{0}><s><u>k</u>light</s></{0}>", "<{0}><s><b><u>k</u>light</b></s></{0}>", "<s><{0}><u>k</u>light</{0}></s>", "<{0}><q><s><u>k</u></s></q></{0}>")

    def test_boxes_in_what_is_raised_and_at_the_top_or_bottom_of_the_line(self) -> None:
        pieces: list[tuple[str, str]] = []
        for side in ("top", "bottom"):
            for own in ("", "line-height: 24px", "line-height: 10px", "font-size: 30px", "font-size: 10px"):
                for inner in ("border: 1px solid", "", "font-size: 30px", "vertical-align: 4px", "border: 1px solid; line-height: 40px"):
                    css = f"s {{ vertical-align: {side}; {own} }} u {{ {inner} }} i {{ vertical-align: 5px }} q::before, q::after {{ content: none }}"
                    pieces.append((css, "".join(f"<p>x{tree.format(tag)}</p>" for tree in self.TREES for tag in ("sup", "i"))))
        self.agree_each(pieces)


class OpenedAtTheEndOfALine(AgreementCase):
    def test_a_box_with_nothing_but_a_space_on_a_line_is_moved_where_it_has_a_fragment_of_its_own(self) -> None:
        """It has one where it has edges, or where a child has another height or baseline (``has_own_fragment``)."""
        ends = (" words<a>Isle</a>", " <a>Isle</a>words", "words <a>Isle</a>", " words")
        self.agree_each(
            (f"section {{ width: {width}px }} em {{ vertical-align: {align}; {own} }} a {{ {child} }}", f"<section><span>ferry-master's<em>{end}</em></span></section>")
            for width in (60, 150) for align in ("baseline", "text-top", "text-bottom", "middle", "top", "5px")
            for own in ("line-height: 1.75", "line-height: 40px; padding: 1px", "font-size: 30px") for child in ("", "font-size: larger", "vertical-align: 1px", "line-height: 40px") for end in ends
        )  # fmt: skip
