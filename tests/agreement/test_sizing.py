"""Intrinsic sizes, preferred ratios and cyclic percentages, against the browser."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

WORDS = "The last boat waits for the music"
KEYWORDS = ("min-content", "max-content", "fit-content", "auto")


class Keywords(AgreementCase):
    def test_as_width_minimum_and_maximum(self) -> None:
        for name in ("width", "min-width", "max-width"):
            rules = "".join(
                f".{k} {{ {name}: {k if name != 'max-width' or k != 'auto' else 'none'} }}" for k in KEYWORDS
            )
            self.agree(
                f"p {{ margin: 4px; padding: 3px; border: 1px solid }} {rules}",
                "".join(f"<p class={k}>{WORDS}</p>" for k in KEYWORDS),
                (200, 320, 640),
            )

    def test_on_floats_inline_blocks_and_positioned_boxes(self) -> None:
        for place in ("float: left", "display: inline-block", "position: absolute; top: 40px"):
            self.agree(
                f".k {{ {place}; padding: 5px }} .a {{ width: min-content }} .b {{ width: max-content }} .c {{ max-width: min-content }}",
                f"<div class='k a'>{WORDS}</div>",
            )
            self.agree(f".k {{ {place}; padding: 5px; width: max-content }}", f"<div class=k>{WORDS}</div>")
            self.agree(
                f".k {{ {place}; padding: 5px; max-width: min-content }}", f"<div class=k>{WORDS}</div>"
            )

    def test_as_heights(self) -> None:
        self.agree(
            """
            div { height: 200px }
            .a { height: min-content }
            .b { min-height: max-content; height: 10px }
            .c { max-height: fit-content; height: 400px }
            """,
            f"<div><p class=a>{WORDS}</p><p class=b>{WORDS}</p><p class=c>{WORDS}</p></div>",
        )

    def test_on_flex_and_grid_items(self) -> None:
        for display in ("flex", "grid; grid-template-columns: 1fr 1fr 1fr"):
            self.agree(
                f".d {{ display: {display}; gap: 8px }} .a {{ width: min-content }} .b {{ min-width: max-content }} .c {{ max-width: min-content }}",
                f"<div class=d><p class=a>{WORDS}</p><p class=b>Orra ferry</p><p class=c>{WORDS}</p></div>",
            )


class Contributions(AgreementCase):
    def test_floats_side_by_side_in_a_shrunk_box(self) -> None:
        self.agree(
            """
            .s { float: left; padding: 2px; clear: both }
            i { float: left; width: 70px; height: 10px; margin-right: 5px }
            .c { clear: left }
            """,
            "<div class=s><i></i><i></i>words beside<i class=c></i></div><div class=s><i></i><p>A paragraph</p></div>",
            (120, 240, 640),
        )

    def test_lines_with_breaks_pictures_and_inline_blocks(self) -> None:
        self.agree(
            """
            .s { display: inline-block; padding: 1px }
            .w { width: min-content }
            b { display: inline-block; padding: 0 4px }
            """,
            f"<div class=s>first line<br>the second is longer</div> <div class='s w'>Go <b>now</b><b>then</b> <img width=30 height=9 src={PIXEL}> x</div>",
        )

    def test_unbreakable_runs(self) -> None:
        for style in (
            "white-space: nowrap",
            "white-space: pre",
            "overflow-wrap: anywhere",
            "word-break: break-all",
        ):
            self.agree(f".s {{ width: min-content; {style} }}", f"<div class=s>{WORDS}</div>")

    def test_percentages_count_as_auto_until_the_box_has_a_width(self) -> None:
        self.agree(
            """
            .s { float: left; clear: left; margin: 2px }
            .h { width: 50% }
            .m { margin-left: 10% }
            .p { padding: 0 10% }
            """,
            "<div class=s><p class=h>half of it</p></div><div class=s><p class=m>margin</p></div><div class=s><p class=p>padding</p></div>",
        )

    def test_limits_inside_and_outside(self) -> None:
        self.agree(
            """
            .s { float: left; clear: left }
            .a { max-width: 90px }
            .b { min-width: 220px }
            .c { width: 120px; padding: 0 10px; box-sizing: border-box }
            """,
            f"<div class=s><p class=a>{WORDS}</p></div><div class=s><p class=b>x</p></div><div class=s><p class=c>y</p></div><div class='s a'>{WORDS}</div>",
        )

    def test_tables_flex_and_grid_inside(self) -> None:
        self.agree(
            """
            .s { float: left; clear: left }
            .f { display: flex; gap: 6px }
            .g { display: grid; grid-template-columns: auto 1fr 40px; column-gap: 4px }
            .w { width: min-content }
            """,
            "<div class=s><table><tr><td>Orra<td>eight crossings</table></div>"
            "<div class=s><div class=f><b>one</b><b>two three</b></div></div><div class='s w'><div class=f><b>one</b><b>two three</b></div></div>"
            "<div class=s><div class=g><b>one</b><b>two three</b><b>four</b></div></div><div class='s w'><div class=g><b>one</b><b>two three</b><b>four</b></div></div>",
            (320, 640),
        )

    def test_percent_wide_pictures(self) -> None:
        self.agree(
            """
            .s { float: left; clear: left }
            img { max-width: 100% }
            .w { width: 100% }
            """,
            f"<div class=s><img width=400 height=100 src={PIXEL}></div><div class=s>words <img class=w width=60 height=20 src={PIXEL}></div>",
            (240, 640),
        )


class Ratios(AgreementCase):
    def test_one_given_side(self) -> None:
        self.agree(
            """
            div { aspect-ratio: 16 / 9; margin-bottom: 4px }
            .w { width: 50% }
            .h { height: 90px; width: auto }
            .b { box-sizing: border-box; padding: 10px; width: 200px }
            .p { padding: 10px; width: 200px }
            """,
            "<div></div><div class=w></div><div class=h></div><div class=b></div><div class=p></div>",
        )

    def test_content_holds_it_open_unless_told_otherwise(self) -> None:
        self.agree(
            """
            div { aspect-ratio: 4; width: 120px }
            .z { min-height: 0 }
            .o { overflow: hidden }
            """,
            f"<div>{WORDS} and the pianos</div><div class=z>{WORDS} and the pianos</div><div class=o>{WORDS} and the pianos</div>",
        )

    def test_limits_pass_through_the_ratio(self) -> None:
        self.agree(
            """
            div { aspect-ratio: 2 / 1 }
            .a { width: 300px; max-height: 80px }
            .b { float: left; height: 100px; max-width: 120px }
            .c { float: left; height: 50px; min-width: 180px }
            """,
            "<div class=a></div><div class=b></div><div class=c></div>",
        )

    def test_auto_ratio_on_pictures(self) -> None:
        self.agree(
            """
            img { display: block }
            .a { aspect-ratio: auto 3 / 1; width: 90px }
            .b { aspect-ratio: 3 / 1; width: 90px }
            .c { aspect-ratio: 1; width: 50%; object-fit: cover }
            """,
            f"<img class=a src={PIXEL}><img class=b src={PIXEL}><img class=c src={PIXEL} width=10 height=50>",
        )

    def test_items_of_grid_and_flex(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: 1fr 2fr; align-items: start; gap: 10px }
            .f { display: flex; height: 120px }
            .r { aspect-ratio: 3 / 2 }
            .c { display: flex; flex-direction: column; align-items: flex-start }
            .k { aspect-ratio: 1; height: 40px }
            """,
            "<div class=g><div class=r></div><div class=r></div></div><div class=f><div class=r></div><div class=r></div></div><div class=c><div class=k></div><div class='r k'></div></div>",
        )

    def test_words_and_percentages_where_the_ratio_decides(self) -> None:
        self.agree(
            "div { aspect-ratio: 3 / 2 } .x { width: max-content; height: 96px } .n { width: min-content; height: 96px } .p { width: 83px; height: 100% } section { border-bottom: 2px solid } p { aspect-ratio: 3 / 2 }",
            f"<div class=x>I</div><div class=n>I</div><div class=p>{WORDS} and more words and more</div><section><div><p>e</div></section>",
        )

    def test_what_is_not_pressed_together(self) -> None:
        self.agree(
            ".w { width: 340px; max-width: 100% } .f { float: left; clear: left } table { width: 50px }",
            f"<button><input class=w></button><div class=f><textarea class=w></textarea></div><div class=f><img class=w src={PIXEL}></div><div class=f><table><td>unbreakable</table></div>",
        )

    def test_edges_begin_a_piece(self) -> None:
        self.agree(
            "div { display: flex; width: 1px } .m { margin-left: -46px } .l { margin-left: 30px } .p { padding: 10px }",
            "<div><p><a class=m>12:45</a> <a class=m>on</a></div><div><p><a class=l>12:45</a> <a class=l>on</a> <a class=p>off</a></div><div><p>a<a class=l>12:45</a><a class=l> on</a><a class=p></a></div>",
        )


class EdgesAtTheEnd(AgreementCase):
    def test_of_what_content_asks_for_behind_several_words(self) -> None:
        for edge in ("margin-right: 9px", "padding: 0 5px", "border-right: 7px solid"):
            body = "".join(
                f'<div style="width: min-content"><a style="{edge}">{words}</a>{tail}</div>'
                for words in ("Harbour–bridge", "Harbour bridge", "Harbour", "a Harbour", "Harbour a")
                for tail in ("", "\n", " x", "<b></b>", " <b></b>", "<br>", ' <i style="position: absolute">z</i>', "\n<!-- -->\n")
            )
            self.agree("", body + "<div style='display: flex'>Incomprehensibilities are only well known <ul><li><a style='margin-right: 9px'>Harbour–bridge</a>\n</ul></div>", (320, 700))
