"""Blocks: widths, heights, margins that collapse, lists, contexts."""

from __future__ import annotations

from .base import AgreementCase


class Blocks(AgreementCase):
    def test_widths_with_both_box_sizings(self) -> None:
        self.agree(
            """
            div { width: 50%; padding: 10px 5%; border: 3px solid; margin: 5px auto }
            .b { box-sizing: border-box }
            """,
            "<div>a</div><div class=b>b</div>",
        )

    def test_minimum_and_maximum(self) -> None:
        self.agree(
            """
            .a { max-width: 400px; min-width: 300px; margin: 0 auto }
            .b { width: 80%; max-width: 30em }
            .c { min-height: 90px }
            .d { height: 200px; max-height: 50px }
            """,
            "".join(f"<div class={c}>x</div>" for c in "abcd"),
        )

    def test_sibling_margins_collapse(self) -> None:
        self.agree(
            """
            .a { margin: 20px 0 }
            .b { margin: 30px 0 10px }
            .n { margin: -10px 0 5px }
            """,
            "<p class=a>a</p><p class=b>b</p><p class=n>n</p><p class=a>a</p>",
        )

    def test_margins_collapse_through_parents(self) -> None:
        self.agree(
            """
            section { background: #eee }
            h2, p { margin: 25px 0 }
            .pad { padding-top: 1px }
            .bor { border-bottom: 1px solid }
            """,
            "<section><h2>a</h2><p>b</p></section><section class=pad><h2>a</h2><p>b</p></section><section class=bor><div><p>b</p></div></section><p>after</p>",
        )

    def test_margins_collapse_through_empty_boxes(self) -> None:
        self.agree(
            """
            .e { margin: 15px 0 40px }
            .f { margin: 30px 0; height: 0 }
            .g { margin: 10px 0; min-height: 1px }
            """,
            "<p>a</p><div class=e></div><div class=f></div><p>b</p><div class=g></div><p>c</p><div><div class=e></div></div>",
        )

    def test_contexts_do_not_collapse(self) -> None:
        self.agree(
            """
            p { margin: 20px 0 }
            .o { overflow: hidden }
            .r { display: flow-root }
            .i { display: inline-block; width: 100% }
            """,
            "".join(f"<div class={c}><p>x</p></div>" for c in "ori"),
        )

    def test_percentage_heights_need_a_height(self) -> None:
        self.agree(
            """
            html, body { height: 100% }
            .a { height: 50% }
            .b { height: 200px }
            .b > div { height: 25% }
            .c > div { height: 50%; min-height: 10% }
            """,
            "<div class=a>a</div><div class=b><div>b</div></div><div class=c><div>c</div></div>",
        )

    def test_percentages_of_width_in_vertical_margins_and_padding(self) -> None:
        self.agree("div { padding: 5% 0 2%; margin: 3% 10% }", "<div>a<div>b</div></div>")

    def test_negative_margins(self) -> None:
        self.agree(
            """
            .a { margin: 0 -20px }
            .b { margin-top: -15px }
            .c { margin-bottom: -30px }
            .w { padding: 40px }
            """,
            "<div class=w><div class=a>a</div><div class=b>b</div><div class=c>c</div></div><p>after</p>",
        )

    def test_overconstrained_widths(self) -> None:
        self.agree(
            "div { width: 900px; margin: 0 auto; padding: 0 50px }",
            "<div>wider than the window</div>",
            (320, 640),
        )

    def test_lists_with_outside_and_inside_markers(self) -> None:
        self.agree(
            """
            .in { list-style-position: inside }
            .r { list-style: upper-roman inside }
            .n { list-style: none; padding: 0 }
            .s { list-style: '– ' inside }
            """,
            "".join(
                f"<ul class={c}><li>one</li><li><p>two</p></li><li></li></ul>"
                for c in ("x", "in", "r", "n", "s")
            ),
        )

    def test_ordered_lists_count(self) -> None:
        self.agree(
            "ol { list-style-position: inside }",
            "<ol start=8><li>a</li><li value=12>b</li><li>c</li></ol><ol reversed><li>a</li><li>b</li></ol><ol type=a><li>a</li></ol>",
        )

    def test_definition_lists_quotes_rules_and_headings(self) -> None:
        self.agree(
            "",
            "<dl><dt>a</dt><dd>b</dd></dl><blockquote>q</blockquote><hr><h1>1</h1><h2>2</h2><h3>3</h3><h4>4</h4><h5>5</h5><h6>6</h6><pre>pre</pre><address>a</address><figure>f<figcaption>c</figcaption></figure>",
        )

    def test_headings_in_sections_keep_their_sizes(self) -> None:
        self.agree("", "<section><h1>a</h1><article><h1>b</h1><h2>c</h2></article></section>")

    def test_display_contents(self) -> None:
        self.agree(
            """
            .c { display: contents; padding: 50px }
            p { margin: 5px }
            """,
            "<div class=c><p>a</p><p>b</p></div><ul class=c><li>x</li></ul>",
        )

    def test_visibility_keeps_its_room(self) -> None:
        self.agree(
            """
            .h { visibility: hidden }
            .n { display: none }
            """,
            "<p class=h>a</p><p>b</p><p class=n>c</p><p hidden>d</p>",
        )

    def test_logical_properties(self) -> None:
        self.agree(
            "div { inline-size: 60%; block-size: 40px; margin-inline: auto 10px; margin-block-start: 7px; padding-block: 3px 6px; padding-inline-start: 9px; border-inline: 4px solid; min-block-size: 20px; max-inline-size: 300px }",
            "<div>x</div>",
        )

    def test_calc_min_max_clamp(self) -> None:
        self.agree(
            """
            .a { width: calc(100% - 3em + 10px) }
            .b { width: min(400px, 70%) }
            .c { width: max(200px, 30vw); }
            .d { width: clamp(200px, 50% + 2rem, 500px); padding: calc(1em * 2) calc((10% - 5px) / 2) }
            """,
            "".join(f"<div class={c}>x</div>" for c in "abcd"),
        )

    def test_custom_properties(self) -> None:
        self.agree(
            """
            :root { --gap: 12px; --twice: calc(var(--gap) * 2) }
            div { padding: var(--gap) var(--twice); margin: var(--none, 5px); width: var(--w, 50%) }
            .b { --gap: 3px }
            """,
            "<div>a</div><div class=b>b</div>",
        )

    def test_aspect_ratio_boxes(self) -> None:
        self.agree(
            """
            .a { aspect-ratio: 16 / 9; width: 50% }
            .b { aspect-ratio: 2; height: 80px }
            .c { aspect-ratio: 1; width: 60px; padding: 10px; box-sizing: border-box }
            .d { aspect-ratio: 4 / 1; width: 100px }
            """,
            "<div class=a>a</div><div class=b>b</div><div class=c>c</div><div class=d>some text that is higher than the ratio gives</div>",
        )

    def test_intrinsic_widths_as_values(self) -> None:
        self.agree(
            """
            .a { width: min-content }
            .b { width: max-content }
            .c { width: fit-content }
            .d { width: fit-content; max-width: 50% }
            """,
            "".join(f"<div class={c}>the quiet sound and the <b>last boat home</b></div>" for c in "abcd"),
        )

    def test_layers_supports_and_nesting(self) -> None:
        self.agree(
            """
            @layer base, top;
            @layer top { p { padding: 10px } }
            @layer base { p { padding: 30px; margin: 3px } }
            @supports (display: grid) { p { border: 2px solid } }
            @supports (display: nonsense) { p { border: 9px solid } }
            .card { width: 200px; & p { width: 50% } &.wide { width: 300px } > b { display: block; height: 9px } @media (min-width: 600px) { width: 400px } }
            """,
            "<p>a</p><div class=card><p>x</p><b>y</b></div><div class='card wide'><p>x</p></div>",
        )

    def test_selectors(self) -> None:
        self.agree(
            """
            p:is(.a, .b) { width: 100px }
            p:where(.c) { width: 120px }
            p:not(.a):nth-child(2n) { height: 31px }
            [data-x^=ab] { padding: 3px }
            [data-x$='yz' i] { margin: 9px }
            p:has(b) { height: 44px }
            p + p { border-top: 2px solid }
            p ~ .z { padding-left: 7px }
            p:nth-child(2 of .c) { width: 77px }
            :root p:last-of-type { height: 12px }
            p:empty { height: 5px }
            """,
            "<p class=a>a</p><p class=b>b</p><p class=c data-x=abc>c</p><p class=c data-x=xYZ><b>d</b></p><p class=z>z</p><p></p><p>last</p>",
        )

    def test_important_and_inline_styles(self) -> None:
        self.agree(
            """
            p { width: 100px !important; height: 20px }
            #x { width: 300px; height: 60px }
            """,
            "<p id=x style='width:200px;height:80px'>a</p><p style='height:33px !important'>b</p>",
        )

    def test_unset_initial_inherit_revert(self) -> None:
        self.agree(
            """
            section { font-size: 20px; padding: 11px }
            p { margin: initial; padding: inherit; font-size: unset }
            h2 { margin: revert; font-size: revert }
            h2, h3 { all: revert }
            """,
            "<section><p>a</p><h2>b</h2><h3>c</h3></section>",
        )

    def test_outside_markers_stand_on_the_first_line(self) -> None:
        """A marker's line, higher than the first line in its item, moves the box that holds that line down."""
        self.agree(
            "ul { font: 16px/30px serif } a, p { line-height: 24px } a { display: flow-root } p { margin: 0 } img { display: block; width: 10px; height: 10px }",
            "<ul><li><a>x</a></ul><ul><li style='padding: 1px'><p>x</ul><ul><li><div style='height: 2px'></div><p>x</p><p>y</ul><ul><li><p style='float: left'>y</p><p>x</ul><ul><li><ul><li><p>x</ul></ul><ul><li><img></ul><ul><li><p style='margin: 9px 0'>x</ul>",
        )

    def test_justified_blocks_with_more_than_the_room(self) -> None:
        self.agree(
            "div { width: 20px } p { margin: 0 } .r { justify-self: right } .s { justify-self: safe right } .c { justify-self: center; width: 50px } .b { justify-self: baseline } .l { justify-self: last baseline } section div { width: auto }",
            "<div><p class=r>archipelago</div><div><p class=s>archipelago</div><div><p class=c>boat</div><section><div><p class=b>boat</div><div><p class=l>boat</div></section>",
        )

    def test_content_aligned_in_a_block(self) -> None:
        values = ("flex-end", "center", "start", "space-between", "space-around", "stretch", "baseline", "last baseline", "safe center", "normal")
        self.agree(
            "div { height: 70px } p { margin: 9px 0 } .s { height: 10px } " + "".join(f".v{number} {{ align-content: {value} }}" for number, value in enumerate(values)),
            "".join(f"<div class=v{number}><p>b</div><div class='v{number} s'><p>b</div>" for number in range(len(values)))
            + "<div class=v1 style='display: inline-block'><b>b</b></div><div class=v0><span>Only</span></div><details open class=v1><summary>a</summary>b</details>",
        )


class Emptied(AgreementCase):
    """Margins of and round blocks that hold no line (CSS 2 §8.3.1, §9.5.2)."""

    def test_what_clears_a_float_in_an_empty_block_before_it(self) -> None:
        floats = ("<i>x</i>", "<span><i style='float: right'>x</i></span>", "<div><i>x</i></div><div></div>", "<div style='margin: 7px 0'><i>x</i></div>", "<div style='overflow: hidden'><i>x</i></div>", "<div style='position: absolute'><i>x</i></div>")
        for clear in ("both", "left", "right"):
            for margin in (16, 40, -5):
                for before in (f"<div>{one}</div>" for one in floats):
                    self.agree(f"body {{ font: 16px/18px serif; margin: 8px }} i {{ float: left; height: 20px }} p {{ margin: {margin}px 0; clear: {clear} }}", f"<article>{before}<div style='margin-top: 3px'><p>leaves</p></div></article>", widths=(320,))

    def test_margins_of_an_empty_block_go_out_at_the_bottom(self) -> None:
        blocks = [f"<article><div style='{edge}'><div style='margin: {margin}'>{inner}</div></div><p>leaves</p></article>" for edge in ("padding-top: 1px", "border-top: 2px solid", "padding-top: 1px; height: 0", "") for margin in ("7px 0", "7px 0 3px", "-7px 0", "0 0 9px") for inner in ("", "<i>x</i>", "<div></div>")]
        self.agree("body { font: 16px/18px serif } i { float: left; height: 20px } p { margin: 2px 0; clear: both }", "".join(blocks), widths=(320,))


class JustifyItems(AgreementCase):
    def test_what_stands_in_no_block_of_its_own_is_left_where_it_is(self) -> None:
        kids = ("ab<p>c</p>", "<b>x</b><div>c</div>d", "<i>x</i>y<p>z</p>", "<span>a<div>k</div>b</span>", "<p style='justify-self: end'>w</p>r", "<table><td>e</table>t", "<p style='display: table-cell'>e</p><p>t</p>")
        pieces: list[tuple[str, str]] = []
        for word in ("center", "end", "legacy center"):
            for around in ("", "display: flow-root", "float: left", "columns: 1"):
                body = "".join(f"<figure>{kid}</figure>" for kid in kids)
                pieces.append((f"figure {{ justify-items: {word}; {around} }} i {{ float: left }}", body))
        self.agree_each(pieces)


class MarginsThatReachAboveABlock(AgreementCase):
    def test_the_margin_below_the_last_block_goes_on(self) -> None:
        """CSS 2 §8.3.1: also where that block ends above its parent, which is then as high as nothing."""
        self.agree_each(
            (f"section {{ display: flow-root }} section > div {{ {own} }} p {{ margin: {margin} 0 16px }}", f"<section><div>{before}<p>from</p></div>{after}</section>")
            for margin in ("-348px", "-36px", "-37px", "-60px", "-100%")
            for before in ("Welcome", "", "<h3>a</h3>")
            for after in ("Island", "<b style='float: left'>f</b>", "<div style='overflow: hidden'>q</div>")
            for own in ("", "padding-top: 1px", "min-height: 10px", "display: flow-root", "float: left")
        )


class HeightsInPercentAndMargins(AgreementCase):
    def test_a_block_with_nothing_in_it_keeps_margins_apart_where_its_percentage_is_of_something(self) -> None:
        """CSS 2 §8.3.1: margins go through what has no height."""
        self.agree_each(
            (f"section {{ display: flow-root; height: 200px }} section > div {{ {own} }} i {{ display: block; height: {part} }} p {{ margin: 9px 0 }}", f"<section><div><i></i>{behind}</div></section>")
            for own in ("height: 64px", "height: 20vw", "height: auto", "min-height: 60px", "height: 50%", "height: 64px; overflow: hidden")
            for part in ("100%", "50%", "calc(100% - 4px)", "max(10%, 3px)", "0%", "auto")
            for behind in ("<p>Well</p>", "Well")
        )

    def test_unlike_lines_that_are_empty_one_piece_of_an_inline_box_counts(self) -> None:
        """CSSOM View §6, as the browser has it: of pieces without any extent the last one."""
        bodies = ("<span><article></article></span><b>on</b>", "<span><p></p></span>on", "a<br><span><p></p></span><b>on boat</b>", "<span><p></p></span>", "<u><span><p></p></span>x</u>", "<i></i><span><p></p></span>x")
        self.agree_each(("", f"<section>{body}</section>") for body in bodies)
