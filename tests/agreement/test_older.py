"""Tables, floats, lines and positioned boxes in the less common combinations, against the browser."""

from __future__ import annotations

from .base import PIXEL, AgreementCase


class Tables(AgreementCase):
    def test_collapsed_borders_of_many_widths(self) -> None:
        self.agree(
            """
            table { border-collapse: collapse; border: 5px solid } td, th { border: 1px solid; padding: 4px }
            .t { border-width: 7px } .n { border: none } tr.u { border-bottom: 9px double } col.c { border-left: 6px solid } tbody.g { border-top: 3px solid }
            """,
            "<table><col><col class=c><col><thead><tr><th>Route<th class=t>Day<th>Fare<tbody class=g><tr class=u><td>Orra<td class=n>Mon<td>12<tr><td colspan=2>Vey<td class=t rowspan=2>9<tr><td class=n>Hamm<td>x</table>",
        )

    def test_spans_with_given_and_percent_widths(self) -> None:
        self.agree(
            """
            table { border-spacing: 3px; width: 100% } td { padding: 2px } .p { width: 30% } .f { width: 80px }
            """,
            "<table><tr><td class=p>a<td class=f>b<td>c<td>d<tr><td colspan=2>two of them<td colspan=2>two more of them here</table>"
            "<table><tr><td colspan=3 class=p>wide one<td>x<tr><td>a<td>b<td>c<td>d</table>",
            tolerance=0.13,
        )

    def test_fixed_layout_with_columns_and_overflow(self) -> None:
        self.agree(
            """
            table { table-layout: fixed; width: 90%; border-collapse: collapse } td { border: 1px solid; padding: 0 5px; overflow: hidden } .a { width: 25% } .b { width: 70px }
            """,
            "<table><colgroup><col class=a><col class=b><col></colgroup><tr><td>Northerhavencrossingpoint<td>b<td>c<tr><td>1<td>2<td>3</table>"
            "<table><tr><td class=b>x<td colspan=2>y<tr><td>1<td>2<td>3</table>",
        )

    def test_min_and_max_widths_of_cells_and_tables(self) -> None:
        self.agree(
            """
            .a td:first-child { min-width: 120px } .b { min-width: 300px } .c { max-width: 150px } .d td { white-space: nowrap } .e td:last-child { width: 100% }
            """,
            "".join(
                f"<table class={c}><tr><td>Orra<td>eight crossings a day in summer<tr><td>Vey<td>one</table>"
                for c in "abcde"
            ),
            (200, 320, 640),
        )

    def test_columns_that_no_cell_reaches(self) -> None:
        self.agree(
            """
            table { border-spacing: 7px; border: 3px solid; margin: 11px; padding: 5px }
            td { padding: 0 }
            """,
            "<table><colgroup><col style='width:20px'><col></colgroup><colgroup span=2></colgroup><tr><td>aaa</table>"
            "<table><colgroup></colgroup><colgroup span=2></colgroup><col><tr><td>aaa<td>b</table>"
            "<table><col><col style='width:50px'><col><tr><td>aaa</table>"
            "<table style='border-collapse: collapse'><col><col><col><tr><td>aaa<td>b</table>",
        )

    def test_heights_of_rows_cells_and_tables(self) -> None:
        self.agree(
            """
            table { border-spacing: 2px } .a { height: 200px } .b tr:first-child { height: 60px } .c td:first-child { height: 50px; vertical-align: bottom } .d { height: 150px } .d .h { height: 50% }
            """,
            "".join(
                f"<table class={c}><tr class=h><td>one<td>two<br>lines<tr><td>three<td>four</table>"
                for c in "abcd"
            ),
            (320,),
        )

    def test_captions_and_several_bodies(self) -> None:
        self.agree(
            "caption { padding: 5px; font-weight: 600 } .b { caption-side: bottom } table { width: 60%; margin: 10px auto; border: 2px solid }",
            "<table><caption>Crossings in the summer timetable of the Skerry Line</caption><tfoot><tr><td>foot<tbody><tr><td>a<tbody><tr><td>b<thead><tr><td>head</table><table><caption class=b>below</caption><tr><td>x</table>",
        )

    def test_rows_that_turn_into_blocks(self) -> None:
        self.agree(
            """
            @media (max-width: 500px) { table, tbody, tr, td { display: block } tr { margin-bottom: 10px; padding: 8px } td { padding-left: 40%; position: relative }
              td::before { content: attr(data-label); position: absolute; left: 0; width: 35% } }
            td { padding: 4px }
            """,
            "<table><tr><td data-label=Route>Orra<td data-label='First boat'>07.15<tr><td data-label=Route>Vey<td data-label='First boat'>11.00</table>",
        )

    def test_display_table_layouts(self) -> None:
        self.agree(
            """
            .t { display: table; width: 100%; table-layout: fixed; border-spacing: 10px 0 } .c { display: table-cell; vertical-align: middle; height: 80px }
            .m { display: table; margin: 0 auto } .v { display: table; height: 120px; width: 100% } .v > p { display: table-cell; vertical-align: middle; text-align: center }
            """,
            "<div class=t><div class=c>one</div><div class=c>two<br>lines</div><div class=c>three</div></div><div class=m>centred</div><div class=v><p>in <b>the</b> middle</p></div>",
        )


class Floats(AgreementCase):
    def test_columns_by_percent_with_margins(self) -> None:
        self.agree(
            """
            .c { float: left; width: 31.33%; margin: 0 1%; box-sizing: border-box; padding: 1em; border: 1px solid } .c:first-child { margin-left: 0 }
            .row::after { content: ""; display: table; clear: both } @media (max-width: 600px) { .c { width: 48% } }
            """,
            "<div class=row><div class=c>Orra and some words</div><div class=c>Vey</div><div class=c>Little Hamm and the Calf at low water</div></div><p>after</p>",
            (320, 599, 600, 601, 1000),
        )

    def test_alternating_sides_with_clear(self) -> None:
        words = "The last boat waits for the music to end and then it goes. " * 3
        self.agree(
            """
            img { float: left; margin: 0 10px 5px 0 } .r { float: right; margin: 0 0 5px 10px; clear: left } h3 { clear: both; margin: 8px 0 }
            """,
            f"<p><img width=80 height=50 src={PIXEL}>{words}</p><p><img class=r width=60 height=90 src={PIXEL}>{words}</p><h3>Next</h3><p>{words}</p>",
        )

    def test_a_list_and_a_table_beside_a_float(self) -> None:
        self.agree(
            "aside { float: left; width: 40%; height: 120px } table { border-spacing: 0 } ul { margin: 0 }",
            "<aside></aside><ul><li>one<li>two</ul><table><tr><td>beside the float<td>or under it</table><hr><form>field</form>",
        )

    def test_faux_columns_by_padding_and_negative_margins(self) -> None:
        self.agree(
            """
            .w { overflow: hidden } .w > div { float: left; width: 50%; padding-bottom: 500px; margin-bottom: -500px } .o { padding-left: 150px } .o > aside { float: left; width: 150px; margin-left: -150px } .o::after { content: ""; display: block; clear: both }
            """,
            "<div class=w><div>short</div><div>long<br>er<br>still</div></div><div class=o><aside>menu</aside><p>content</p></div>",
        )

    def test_first_letter_boxes_by_span_and_shape_of_lines(self) -> None:
        words = "On a clear evening every island lights one lamp. " * 4
        self.agree(
            ".cap { float: left; font: 60px/0.8 Slab; padding: 6px 8px 0 0 } p { text-align: justify; margin: 0 }",
            f"<p><span class=cap>T</span>{words}</p>",
            (200, 320, 640),
        )


class Lines(AgreementCase):
    def test_mixed_sizes_and_line_heights(self) -> None:
        self.agree(
            """
            .a { line-height: 1 } .b { line-height: 40px } .c { font-size: 30px; line-height: inherit } .d { vertical-align: 10px; font-size: 10px } .e { vertical-align: -20% } .f { vertical-align: text-bottom; line-height: 3 }
            """,
            "<p>words <span class=a>one</span> <span class=b>two <i class=d>up</i></span></p><p class=a>x <span class=c>big <i class=e>low</i></span></p><p>y <span class=f>bottom</span> z</p>",
        )

    def test_inline_blocks_with_margins_percent_and_overflow(self) -> None:
        self.agree(
            """
            b { display: inline-block; margin: 5px 2%; padding: 3px; border: 1px solid } .w { width: 45% } .o { overflow: hidden; height: 30px } .t { vertical-align: top } .m { vertical-align: middle; height: 60px }
            """,
            "<p><b class=w>half of it</b><b class=w>the other half</b></p><p>x <b class=o>clipped<br>box</b> <b class=t>top</b> <b class=m>middle</b> <b></b> y</p>",
        )

    def test_white_space_kept_and_wrapped(self) -> None:
        self.agree(
            ".a { white-space: pre-wrap } .b { white-space: pre-line } .c { white-space: break-spaces; width: 80px } .d { white-space: nowrap; overflow: hidden; text-overflow: ellipsis }",
            "".join(f"<p class={c}>  two   spaces \n and <b> a  </b>  line  </p>" for c in "abcd"),
            (120, 320),
        )

    def test_long_words_links_and_breaks(self) -> None:
        self.agree(
            ".a { overflow-wrap: break-word } .b { word-break: break-all } .c { hyphens: manual } .d { line-break: anywhere } .e { word-break: keep-all }",
            "".join(
                f"<p class={c}>See skerryline.example/northerhavencrossingpoint/times?day=mon for boat&shy;houses</p>"
                for c in "abcde"
            ),
            (90, 200, 320),
        )

    def test_rows_that_do_not_wrap(self) -> None:
        self.agree(
            ".row { white-space: nowrap; overflow: auto } b { display: inline-block; width: 90px; white-space: normal } .k { white-space: nowrap }",
            "<div class=row><b>one</b> <b>two and more words</b> <b>three</b><b>four</b> <i>five</i> <i>six</i></div>"
            "<p>go <a class=k>by the early boat</a> <a class=k>to Orra</a>, <span class=k><i>and </i>back</span> or not</p>",
            (120, 200, 320),
        )

    def test_nested_inline_edges_across_lines(self) -> None:
        self.agree(
            "a { padding: 2px 8px; border: 1px solid; margin: 0 4px } b { padding: 0 5px }",
            "<p>go <a>by the early boat <b>to Orra and</b> on</a> to <a><b>Vey</b></a> <a></a> and home</p>",
            (120, 200, 320),
        )

    def test_centred_and_right_aligned_with_trailing_space(self) -> None:
        self.agree(
            ".c { text-align: center; text-indent: 20px } .r { text-align: right } .j { text-align: justify; text-align-last: center }",
            "".join(
                f"<p class={c}>The <b>last </b> boat <br> waits for the <i>music</i> to end </p>"
                for c in "crj"
            ),
            (120, 320),
        )


class Positioned(AgreementCase):
    def test_menus_that_drop_down(self) -> None:
        self.agree(
            """
            nav > ul > li { position: relative; display: inline-block } ul { margin: 0; padding: 0; list-style: none } ul ul { position: absolute; top: 100%; left: 0; min-width: 140px; padding: 5px } ul ul ul { top: -5px; left: 100% }
            """,
            "<nav><ul><li><a>Crossings</a><ul><li>Orra<li>Vey and Hamm<ul><li>deep</ul></ul><li><a>Fares</a></ul></nav>",
        )

    def test_overlays_badges_and_captions(self) -> None:
        self.agree(
            """
            figure { position: relative; margin: 0; width: 60%; display: inline-block } img { width: 100%; display: block } figcaption { position: absolute; bottom: 0; left: 0; right: 0; padding: 8px }
            .badge { position: absolute; top: -10px; right: -10px; width: 30px; height: 30px } .fill { position: absolute; inset: 10% 5% } .mid { position: absolute; top: 50%; transform: translateY(-50%) }
            """,
            f"<figure><img width=300 height=150 src={PIXEL}><figcaption>Orra from the boat</figcaption><i class=badge></i><i class=fill></i><i class=mid>mid</i></figure>",
        )

    def test_limits_and_percentages_on_absolute_boxes(self) -> None:
        self.agree(
            """
            .k { position: relative; height: 200px; padding: 10px; border: 5px solid } i { position: absolute } .a { width: 50%; height: 25%; max-width: 100px } .b { left: 10%; right: 10%; min-width: 300px } .c { top: 20px; bottom: 20px; max-height: 80px; margin: auto 0 } .d { width: 100%; padding: 5px; box-sizing: border-box; bottom: 0 }
            """,
            "<div class=k><i class=a></i><i class=b>b</i><i class=c>c</i><i class=d>d</i></div>",
        )

    def test_rotate_and_scale_as_properties(self) -> None:
        self.agree(
            """
            div { width: 120px; height: 40px; margin: 40px }
            .a { rotate: 30deg }
            .b { scale: 1.5 50% }
            .c { rotate: z .25turn; scale: 2; translate: 10px 5%; transform: skewX(10deg) }
            .n { rotate: none; scale: none }
            i { position: fixed; left: 5px }
            """,
            "".join(f"<div class={name}><i>x</i></div>" for name in "abcn"),
        )

    def test_relative_percentages_and_sticky_heads(self) -> None:
        self.agree(
            """
            .h { height: 100px } .r { position: relative; top: 10%; left: 5% } .n { position: relative; top: -10px; bottom: 50px; right: 20px } header { position: sticky; top: 0; padding: 10px } .z { position: sticky; bottom: 0 }
            """,
            "<header>head</header><div class=h><p class=r>r</p></div><p class=n>n</p><p class=z>z</p>",
        )
