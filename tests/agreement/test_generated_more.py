"""More small pages that generated ones came down to: drawings with a ratio alone, sizes of monospace, tabs, emergency breaks."""

from __future__ import annotations

from .base import AgreementCase

DRAWING = "data:image/svg+xml;base64,PHN2ZyB4bWxucz0iaHR0cDovL3d3dy53My5vcmcvMjAwMC9zdmciIHZpZXdCb3g9IjAgMCA2NDAgMzYwIi8+"
INLINE = '<svg viewBox="0 0 60 40"></svg>'


class RatioAlone(AgreementCase):
    """A drawing with a ``viewBox`` and no size fills the room there is, as a picture and inline (CSS 2 §10.3.2)."""

    def test_inline_drawings(self) -> None:
        self.agree(
            ".s { width: 50px; padding: 10px } .i { display: inline-block } svg.b { display: block }",
            f'{INLINE}<p>a {INLINE}b</p><div class=s>{INLINE}</div><div class=i>abc{INLINE}</div><svg class=b viewBox="0 0 60 40"></svg><div style="float:left">{INLINE}</div>'
            '<svg viewBox="0 0 60 40" style="height:50px"></svg><svg viewBox="0 0 60 40" style="max-width:50px"></svg><svg viewBox="0 0 60 40" style="margin:0 5px;padding:3px;border:1px solid"></svg>',
        )  # fmt: skip

    def test_in_grids_tables_and_columns(self) -> None:
        self.agree(
            ".g { display: grid; grid-template-columns: 50px 1fr } .c { display: flex; flex-direction: column }",
            f"<div class=g>{INLINE}{INLINE}</div><div class=c>{INLINE}</div><table><td>{INLINE}</table><button>{INLINE}</button>",
        )

    def test_as_flex_items_they_do_not_shrink(self) -> None:
        self.agree(
            ".f { display: flex } .h { display: flex; height: 90px }",
            f'<div class=f><img src="{DRAWING}">when</div><div class=f><img src="{DRAWING}"><img src="{DRAWING}"></div><div class=f><img src="{DRAWING}" style="min-width: 0">when</div><div class=h><img src="{DRAWING}">a</div>',
        )

    def test_out_of_flow_they_fill_what_is_left(self) -> None:
        self.agree(
            "img, svg { position: absolute } .r { position: relative; width: 100px; padding: 7px; margin-top: 300px }",
            f'<img src="{DRAWING}"><img src="{DRAWING}" style="left: 20px"><img src="{DRAWING}" style="left: 20px; right: 10px"><div class=r>{INLINE}</div>',
        )


class MonospaceSizes(AgreementCase):
    """A size that goes back to a keyword changes with the generic family's own default (browsers' rule)."""

    def test_relative_sizes(self) -> None:
        for size in ("120%", ".875em", "smaller", "larger", "inherit", "unset", "2ex", "1.2rem", "calc(1em + 2px)"):
            self.agree("body { font: medium serif }", f"<p><code style='font-size: {size}'>permitting)</code></p><pre>a <span style='font-family: serif; font-size: {size if 'ex' not in size else '1em'}'>x word</span></pre>")

    def test_keywords_have_a_table_of_their_own(self) -> None:
        for size in ("xx-small", "x-small", "small", "medium", "large", "x-large", "xx-large", "xxx-large"):
            self.agree("body { font: medium serif }", f"<code style='font-size: {size}'>x<b style='font-family: serif'>xx</b></code><p style='font-size: {size}'>s<code>xx</code><code style='font-size: 2em'>x</code></p>")


class Lines(AgreementCase):
    def test_tabs_count_in_shrink_to_fit(self) -> None:
        self.agree(
            "pre { float: left; clear: left; margin: 0 } .f { display: flex }",
            "<pre>a\tb</pre><pre>\tb</pre><pre>abcdefgh\tb\tc</pre><pre>a  b\n\tx</pre><div class=f style='clear: left'><pre>def boat(pier):\n\treturn pier + 1   # one further</pre></div>",
        )

    def test_breaks_anywhere_across_inline_boxes(self) -> None:
        self.agree(
            "body { width: 300px } div { width: 96px } .n { width: 60px } .w { width: 44px } .a { overflow-wrap: anywhere }",
            "<div>Tickets<span class=a>Tickets</span>And</div><div class=a>Tickets<span>Tickets</span>And</div><div class=n>a<span class=a style='padding-right: 40px'>Tickets</span></div>"
            "<div class=n>abc def<b class=a>ghijk</b>lmnop</div><div class='n a'>ghijk<b style='overflow-wrap: normal'>lmnopqrs</b></div>"
            "<div class=w>Wind<span class=a>On</span></div><div class=w style='width: 30px'>Wind<span class=a>On to</span></div><div class=w>a <i class=a>Wi</i><span>Wind</span><span class=a>On</span></div>"
            "<sub style='padding: 0 101px'><span class=a style='padding: 0 101px'>Pier</span></sub>",
        )  # fmt: skip

    def test_out_of_flow_behind_a_line_that_has_no_room(self) -> None:
        self.agree(
            "div { width: 50px } a { position: absolute } .j { width: 304px; text-align: justify }",
            "<div>Archipelago<a>at</a></div><div>Archipelago<a>at</a> more</div><div>Archipelago<b>x</b><a>at</a></div><div>Archipelago<b><a>at</a></b></div><div>Arc<a>at</a></div><div style='white-space: nowrap'>Archipelago<a>at</a></div>"
            "<div class=j>Well 12:45 wind permitting) back boat nine two to island crossings; nine i<a>x</a> a by welcome incomprehensibilities crossings</div>",
        )  # fmt: skip


class Boxes(AgreementCase):
    def test_baselines_in_columns_are_the_edges_where_lines_begin(self) -> None:
        self.agree(
            "ul { display: flex; flex-direction: column; align-items: baseline } .l { align-items: last baseline } .h { flex-wrap: wrap; height: 48px }",
            "<ul><li style='margin-left: 28px'>I<li>well<li style='margin-left: 5px; padding-left: 20px; border-left: 3px solid'>x</ul><ul class=l><li style='margin-right: 28px'>I<li>well</ul><ul style='float: left'><li style='margin-left: 28px'>I<li>well long</ul>"
            "<ul class=h style='clear: left'><li style='margin-left: 28px'>I<li>well long<li style='margin-left: 3px'>as</ul>",
        )  # fmt: skip

    def test_border_spacing_is_whole_px(self) -> None:
        self.agree("table { border-spacing: 12.9px 7.721px }", "<table><td>Of</td><td>x</table>")

    def test_controls_that_fill_their_block(self) -> None:
        self.agree("img, button, input { display: block; justify-self: stretch }", "<img><button>a</button><input><div style='justify-self: stretch; width: 50px'>b</div>")

    def test_text_areas_keep_no_room_for_bars_they_cannot_have(self) -> None:
        self.agree("textarea { display: block }", "<textarea style='overflow: hidden'>x</textarea><textarea>x</textarea><textarea style='overflow: clip'>x</textarea><textarea cols=10 style='overflow: scroll'>x</textarea>")

    def test_limits_by_content_are_not_held_by_the_other_limit(self) -> None:
        self.agree(".card { max-width: 29vw; min-width: fit-content }", "<input class=card><img style='width: 20px; min-width: fit-content' src='" + DRAWING + "'>")

    def test_parts_of_menus_and_details_where_they_stand_alone(self) -> None:
        self.agree("div { float: left; clear: left }", "<option>of</option><option style='font-size: 30px'>of</option><div><details>(weather</details></div><div><details open>a</details></div><div><details><summary>Ab</summary>x</details></div><div><summary>x</summary></div>")

    def test_a_button_is_a_box_of_its_own(self) -> None:
        self.agree("button, input { display: inline }", "a<button>nine</button> <button><p>x</button> <input type=submit>")

    def test_at_least_as_wide_as_the_content_fits(self) -> None:
        self.agree(
            ".i { max-width: 50px; min-width: fit-content } .f { float: left } .c { clear: both }",
            "<article class=i>Tickets island leaves two in nine</article><div class='f i'>a bc d e f g h i</div><div class='f c'><div style='width: 20px; min-width: fit-content'>abc def</div></div>"
            "<div class=c style='width: min-content'><b style='overflow-wrap: anywhere'>new</b>incomprehensibilities</div><div style='width: min-content'>word<b style='overflow-wrap: anywhere'>new</b></div>",
        )  # fmt: skip

    def test_inline_boxes_that_blocks_stand_in(self) -> None:
        self.agree(
            "span { padding: 2px 15px } small { display: block }",
            "<em><span>To</span><small>Allows</small></em><label><span>Dusk</span><input style='display: block'></label><em>a<span>To</span><small>Allows</small>b</em><em><b style='position: relative; top: 9px'>To</b><small>Allows</small></em>"
            "<b style='margin-left: 12.5%'><p>On</p></b><b style='border-right: 5px solid'><p>On</p></b>",
        )  # fmt: skip

    def test_a_width_from_a_height_is_not_less_than_the_content(self) -> None:
        self.agree(
            ".h { height: 32px; aspect-ratio: 1/2 } .f { float: left }",
            "<div class=f><div class=h>Long-standing</div></div><div class=h style='clear: left'><p class=h style='margin: 0'>Long-standing</p></div><div style='display: flex'><div><div class=h style='height: 90px'>And/or archipelago boat to dogs</div></div></div>",
        )

    def test_fixed_tables_need_a_length(self) -> None:
        self.agree("table { table-layout: fixed }", "".join(f"<table style='width: {width}'><td>The a</td><td>b longer</td></table>" for width in ("max-content", "min-content", "50%", "calc(50% + 3px)", "auto", "200px")))

    def test_what_closed_details_hold_takes_no_room(self) -> None:
        self.agree("details { float: left; clear: left }", "<details>a much longer text than the summary</details><details open>a much longer text than the summary</details>")


class FurtherCauses(AgreementCase):
    def test_cells_and_rows_have_no_least_height(self) -> None:
        self.agree(
            "th, .c { min-height: 138px } .r { min-height: 90px } .t { display: table } .d { display: table-cell; min-height: 50px }",
            "<table><th>Known</th></table><table><tr class=r><td>Known</table><table><tr><td class=c style='height: 50px'>Known</table><div class=t><div class=d>K</div></div><table><tbody class=c><tr><td>Known</table>",
        )

    def test_a_definite_height_gives_the_width_whatever_the_most_height(self) -> None:
        self.agree(
            ".r { aspect-ratio: 1; max-height: 110px } .i { display: inline-grid; grid-template-columns: 183.44px } .f { float: left; clear: left }",
            "<div class='f r' style='height: 77px'><p class=i>nine</p></div><div class='f r' style='width: fit-content'><p class=i>nine</p></div><div class=r style='height: 77px; clear: left'><p class=i>nine</p></div><div class='f r' style='height: 140px'>nine</div>",
        )

    def test_out_of_flow_keywords_have_the_room_that_offsets_leave(self) -> None:
        words = "Wind at timetable at dusk by pier crossings; wind known"
        self.agree(
            "p { position: absolute; margin: 16px 0 } div { position: relative; height: 90px; padding-left: 9px; width: 300px }",
            "".join(f"<div><p style='{style}'>{words}</p></div>" for style in ("width: fit-content", "width: fit-content; left: 20px; right: 10px", "width: fit-content; left: 20px", "max-width: fit-content; width: 500px", "width: 20px; min-width: fit-content; right: 5px", "width: stretch; left: 20px; right: 10px", "width: 50%; left: 20px; right: 10px")),
        )

    def test_a_moved_box_with_only_a_hanging_space_on_a_line(self) -> None:
        for align in ("middle", "sub", "super", "5px", "-5px", "top"):
            for edge in ("", "font-size: 30px", "padding: 2px", "margin-left: 3px"):
                self.agree(f"p {{ width: 120px; margin: 0 }} .a {{ vertical-align: {align}; {edge} }}", "<p>Two, I extraord<a class=a> And</a></p><p>Two, I extraord<a class=a><b> And</b></a></p><p>x<a class=a></a>y</p>")

    def test_a_float_behind_the_edge_of_an_inline_box_goes_below_the_line(self) -> None:
        for edge in ("padding-left: 80px", "padding-left: 3px", "margin-left: -9px"):
            for width in ("225px", "400px"):
                self.agree(f"p {{ width: 290px; margin: 0 0 50px }} b {{ float: left; display: block; width: {width} }} i {{ {edge} }}", "<p><i><b>dogs</b></i></p><p><u style='float: left'>left</u><i><b>dogs</b>x</i></p><p><i><br><b>dogs</b>x</i></p>")
        self.agree("p { width: 290px; text-indent: 50px } b { float: left; display: block; width: 260px }", "<p><b>dogs</b>x y</p><p><i><b>dogs</b>x y</i></p>")

    def test_rows_are_high_for_percentages_of_the_whole_table(self) -> None:
        for table in ("", "border-spacing: 10px", "border-spacing: 10px; width: 200px", "border-spacing: 10px; table-layout: fixed; width: 200px", "border-collapse: collapse", "border-spacing: 10px; border: 3px solid; padding: 5px"):
            for padding in ("0 10% 0 0", "0 8px 30% 32px", "5% 10%"):
                self.agree(f"table {{ {table} }} td {{ padding: {padding} }} i {{ display: block }}", "<table><tr><td><i>,</i><td>abc<tr><td colspan=2>x<tr><td rowspan=2>a<td>b<tr><td>c</table>")

    def test_limits_of_drawings_with_a_ratio_alone(self) -> None:
        for limit in ("max-width: fit-content", "max-width: min-content", "max-width: max-content", "min-width: fit-content", "min-width: max-content"):
            for width in ("fit-content", "max-content", "50px", "50%", "auto"):
                self.agree(f"svg {{ {limit}; width: {width} }}", f"<p>{INLINE}</p><div style='width: 90px'>{INLINE}</div>", tolerance=0.1)


class WithoutABox(AgreementCase):
    def test_generated_text_counts_with_its_own_style_in_the_line(self) -> None:
        pieces: list[tuple[str, str]] = []
        for own in ('content: "ab cd"; font-size: 30px', "content: open-quote; line-height: 50px", 'content: " "; font-size: 40px', 'content: "abc"; padding: 9px; border: 2px solid'):
            for around in ("block", "inline-block", "inline"):
                for pseudo in ("before", "after"):
                    pieces.append((f"p {{ display: {around} }} p::{pseudo} {{ display: contents; {own} }}", "<div><p>,<i>abc</i></p>z</div>"))
        self.agree_each(pieces, (400,))
