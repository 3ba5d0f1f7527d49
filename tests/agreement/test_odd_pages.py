"""What hand-written pages rarely say and browsers still answer: each was once laid out otherwise."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

RATIO = "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 40 20'/>"


class Ratios(AgreementCase):
    def test_heights_limit_widths_through_a_ratio(self) -> None:
        self.agree(
            "div { margin-bottom: 4px } .r { aspect-ratio: 1 } .p { padding: 10px } .b { box-sizing: border-box } .half { height: 100px }",
            "<div class=r style='max-height: 80px'>word</div><div style='aspect-ratio: 2 / 1; min-height: 300px; max-width: 200px'>word</div>"
            "<div class='r p' style='max-height: 50px'>un</div><div class='r p b' style='max-height: 50px'>un</div>"
            "<div class=half><div class=r style='max-height: 50%'>un</div></div><div class=r style='float: left; max-height: 20px'>unbreakable and</div>"
            "<p><b class=r style='display: inline-block; max-height: 20px'>un other</b></p>",
        )

    def test_a_ratio_is_no_narrower_than_the_words(self) -> None:
        self.agree(
            "div { aspect-ratio: 1; height: 20px }",
            "<div>Lighthousekeepers</div><div style='overflow: hidden'>Lighthousekeepers</div>",
        )

    def test_ratios_in_grids_and_out_of_flow(self) -> None:
        self.agree(
            ".g { display: grid } .r { aspect-ratio: 1; max-height: 50px } .a { position: absolute; top: 100px } .w { left: 0; right: 0; top: 200px }",
            "<div class=g><div class=r>un</div></div><div class='a r'>a few words</div><div class='a w r'>a few words</div>",
        )

    def test_a_drawing_with_a_view_box_alone(self) -> None:
        self.agree("img { vertical-align: top } .f { float: left }", f'<p><img src="data:image/svg+xml,{RATIO.replace("#", "%23")}"></p>')


class Words(AgreementCase):
    def test_capitals_begin_words_and_not_elements(self) -> None:
        self.agree(
            "p { text-transform: capitalize }",
            "<p>extraordinarily<span>known</span> <i>a</i>b <b>x-y</b> don't light\u00adhouse<u>keeper</u> 3rd <em>e.g. a_b</em> (ab)<b> a/b</b></p>",
            (640,),
        )

    def test_breaks_between_elements_are_the_first_ones(self) -> None:
        self.agree(
            ".a { word-break: break-all } .b { line-break: anywhere } div { width: 52px }",
            "<div><b class=a>allows</b>dogs</div><div>allows<b class=a>dogs</b></div><div><b class=b>allows</b>dogs</div><div>allows<b class=b>dogs</b></div>",
            (320,),
        )

    def test_letters_are_set_apart_by_what_is_between_them(self) -> None:
        self.agree(
            "i { position: absolute } a { margin-right: 25%; font: inherit }",
            "<p>well pier<i>x</i>, and <b>a</b></p><p><a>AV</a>V, <b>a</b></p><p><u>A</u>V<b>a</b></p>",
        )

    def test_a_tab_where_white_space_stays(self) -> None:
        self.agree("pre { margin: 0 } pre b { font-weight: 400 }", "<pre>a\tb<b>c</b>\n\t<b>d</b></pre>", (320,))

    def test_lines_that_hold_nothing(self) -> None:
        self.agree("p { margin: 0 0 5px }", "<p>a</p><p><sup></sup></p><p><b></b><sub></sub></p><p>z</p>", (320,))

    def test_lists_of_empty_lines(self) -> None:
        self.agree(
            "ul { margin: 4px } .f { display: flex } .i { display: inline-flex } .t li { text-indent: 1em }",
            "<ul class='f t'><li></li><li>a</li></ul>x <ul class=i><li></li></ul> y",
            (320,),
        )


class Attributes(AgreementCase):
    def test_align_of_pictures_rules_and_cells(self) -> None:
        self.agree(
            "img { width: 20px; height: 20px }",
            f"<p><img align=left src='{PIXEL}'>a <img align=middle src='{PIXEL}'> b <img align=top vspace=6 hspace=3 src='{PIXEL}'></p>"
            "<hr align=right width=50><hr align=center width=60><hr align=left width=70>"
            "<table width=200><tr><td align=right valign=bottom><b>a</b><td align=center>b<br>c</table>",
        )

    def test_blocks_justified_by_themselves(self) -> None:
        self.agree(
            ".c { justify-self: center } .e { justify-self: end } .s { justify-self: start; margin-left: auto }",
            "<p class=c>in the middle</p><p class=e>at the end</p><p class=s>auto</p><p style='justify-self: stretch'>whole</p>",
        )

    def test_pictures_that_never_come(self) -> None:
        self.agree("", "<p><img src=nowhere.png alt='some words'> <img src=nowhere.png><b>x</b><img alt=x></p><p><video width=200></video></p>", (320,))

    def test_details_without_a_summary_and_popovers(self) -> None:
        self.agree("", "<details></details><details open>inside</details><div popover>hidden</div><p>z</p>", (320,))

    def test_tables_without_columns(self) -> None:
        self.agree("", "<table></table><p>a</p><table border=1></table><p>b</p>", (320,))


class Limits(AgreementCase):
    def test_functions_of_percentages_without_a_basis(self) -> None:
        self.agree(
            "p { margin: 0; min-height: max(40px, 50%) } div { min-height: clamp(30px, 20%, 90px) }",
            "<p>a</p><div>b</div><div style='min-height: 50%'>c</div>",
            (320,),
        )


class Controls(AgreementCase):
    def test_lines_of_controls_in_the_browsers_look(self) -> None:
        self.agree(
            "input, select, button { line-height: 40px } .n { appearance: none } .p { border-radius: 4px }",
            "<p><input type=submit> <input type=submit class=p> <button>x</button></p><p><input> <input style='line-height: 5px'></p>"
            "<p><select><option>a</select> <select class=n><option>a</select></p><p><input type=button> <button></button> x</p>",
            (640,),
        )

    def test_boxes_to_tick_keep_no_edges(self) -> None:
        self.agree(
            "input { padding: 9px; border: 3px solid } .n { appearance: none }",
            "<p><input type=checkbox> <input type=radio> <input type=checkbox class=n></p><p><input type=checkbox style='width: 40px; height: 30px'></p>",
            (320,),
        )

    def test_sliders_colours_and_empty_menus(self) -> None:
        self.agree("", "<p>a <input type=range> b</p><p>a <input type=color> b</p><p>a <select></select> <select><option></select></p>", (640,))

    def test_a_field_of_a_ratio(self) -> None:
        self.agree("input { aspect-ratio: 1 }", "<p><input type=search></p><p><input></p>", (640,))

    def test_nothing_is_left_of_replaced_boxes_without_a_box(self) -> None:
        self.agree(
            "input, select, textarea, img, br, svg, progress, video, details { display: contents }",
            f"<p>a<br>b <input> <select></select><textarea></textarea><img src='{PIXEL}'> <svg></svg><progress></progress></p><video></video><details><summary>s</summary></details>",
            (320,),
        )


class Lines(AgreementCase):
    def test_lines_may_end_after_a_box_whatever_follows(self) -> None:
        self.agree(
            "div { width: 10px } .m { width: min-content } b { display: inline-block } ",
            f"<div><b>ab</b>, c</div><div class=m><b>ab</b>)</div><div class=m>(<b>ab</b></div><div><img src='{PIXEL}' width=20>.</div><div><img src='{PIXEL}' width=60>\n</div>"
            "<div class=m><b>ab</b>&nbsp;x</div><div style='white-space: nowrap'><b>ab</b>, c</div>",
            (320,),
        )

    def test_boxes_out_of_flow_begin_where_lines_do(self) -> None:
        self.agree(
            ".e { text-align: end } .c { text-align: center } i { position: absolute } div { margin-bottom: 30px }",
            "<div class=e><i>x</i></div><div class=c><i>x</i></div><div class=c><i>x</i><b></b></div><div class=e><i style='display: block'>x</i></div>"
            "<div class=c>word <i>x</i></div><div class=c><i style='display: block'>x</i> word</div>",
        )

    def test_an_element_without_a_look_goes_with_what_it_holds(self) -> None:
        self.agree(
            "i { position: relative; left: 9px; bottom: -5px }",
            "<p><b><i>x</i></b> <b>y<i>x</i></b> <b style='padding: 2px'>y<i>x</i></b></p>",
            (320,),
        )


class Shrinking(AgreementCase):
    def test_tables_without_columns_and_ratios_among_flex_items(self) -> None:
        self.agree(
            ".f { display: flex } .f span { aspect-ratio: 3 / 2; height: 48px }",
            "<div class=f><table></table></div><div style='width: max-content'><table></table></div>"
            "<div class=f><span>incomprehensibilities</span><span style='overflow: hidden'>incomprehensibilities</span></div>",
        )
