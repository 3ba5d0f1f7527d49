"""Flexbox, step by step, against the browser."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

ITEMS = "<b>Orra</b><b>Little Hamm</b><b>The Calf at low water</b>"


class Flex(AgreementCase):
    def test_factors_and_bases(self) -> None:
        self.agree(
            """
            .f { display: flex }
            .a b { flex: 1 }
            .b b { flex: 2 1 100px }
            .b b:first-child { flex: 0 0 30% }
            .c b { flex: 1 1 auto }
            .d b { flex: none; width: 400px }
            .e b { flex: 0 1 400px }
            .g b { flex: .2 }
            .h b { flex: 1 1 0; padding: 0 20px }
            """,
            "".join(f"<div class='f {c}'>{ITEMS}</div>" for c in "abcdegh"),
        )

    def test_automatic_minimums(self) -> None:
        self.agree(
            """
            .f { display: flex; width: 150px }
            b { flex: 1 }
            .o b { overflow: hidden }
            .m b { min-width: 0 }
            .w b { width: 120px }
            .x b { max-width: 40px }
            """,
            "".join(
                f"<div class='f {c}'><b>Northerhavencrossing</b><b>x</b></div>"
                for c in ("a", "o", "m", "w", "x")
            ),
        )

    def test_limits_freeze_items(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 10px }
            b { flex: 1 }
            b:nth-child(1) { max-width: 60px }
            b:nth-child(2) { min-width: 50% }
            b:nth-child(3) { flex-shrink: 3 }
            """,
            f"<div class=f>{ITEMS}</div>",
            (200, 320, 640),
        )

    def test_wrapping(self) -> None:
        self.agree(
            """
            .f { display: flex; flex-wrap: wrap; gap: 8px 12px }
            b { flex: 1 1 180px; padding: 5px }
            .r { flex-wrap: wrap-reverse }
            .n b { flex: 0 0 auto }
            """,
            "".join(f"<div class='f {c}'>{ITEMS}{ITEMS}</div>" for c in ("a", "r", "n")),
            (300, 400, 640, 1000),
        )

    def test_align_content(self) -> None:
        values = ("stretch", "center", "end", "space-between", "space-around", "space-evenly", "flex-end")
        self.agree(
            """
            .f { display: flex; flex-wrap: wrap; height: 200px; width: 250px }
            b { width: 100px }
            """,
            "".join(f"<div class=f style='align-content:{v}'>{ITEMS}</div>" for v in values),
        )

    def test_align_items_and_self(self) -> None:
        values = ("stretch", "center", "flex-start", "flex-end", "baseline", "start", "end", "last baseline")
        self.agree(
            """
            .f { display: flex; height: 100px }
            .s { align-self: center }
            b:nth-child(2) { font-size: 30px; padding: 10px; margin: 5px }
            """,
            "".join(
                f"<div class=f style='align-items:{v}'>{ITEMS}<b class=s>s</b></div>" for v in values[:7]
            ),
        )

    def test_justify_content(self) -> None:
        values = (
            "flex-start",
            "center",
            "flex-end",
            "space-between",
            "space-around",
            "space-evenly",
            "start",
            "end",
            "left",
            "right",
        )
        self.agree(
            """
            .f { display: flex }
            b { margin: 0 3px }
            """,
            "".join(
                f"<div class=f style='justify-content:{v}'>{ITEMS}</div><div class=f style='justify-content:{v};width:100px'><b style='flex:none;width:80px'></b><b style='flex:none;width:80px'></b></div>"
                for v in values
            ),
        )

    def test_auto_margins(self) -> None:
        self.agree(
            """
            .f { display: flex; height: 80px }
            .l { margin-left: auto }
            .c { margin: auto }
            .b { margin-top: auto }
            """,
            "<div class=f><b>a</b><b class=l>b</b></div><div class=f><b class=c>c</b></div><div class=f><b class=b>d</b><b class=l>e</b></div>",
        )

    def test_columns(self) -> None:
        self.agree(
            """
            .f { display: flex; flex-direction: column; gap: 5px }
            .h { height: 300px }
            .h b { flex: 1 }
            .m { min-height: 250px }
            .m b:last-child { margin-top: auto }
            .a { align-items: center }
            .x { max-height: 60px; overflow: hidden }
            """,
            "".join(f"<div class='f {c}'>{ITEMS}</div>" for c in ("p", "h", "m", "a", "x")),
        )

    def test_wrapping_columns(self) -> None:
        self.agree(
            """
            .f { display: flex; flex-flow: column wrap; height: 100px; gap: 5px }
            b { height: 40px }
            .r { flex-flow: column wrap-reverse }
            """,
            f"<div class=f>{ITEMS}{ITEMS}</div><div class='f r'>{ITEMS}</div>",
        )

    def test_reversed_directions(self) -> None:
        self.agree(
            """
            .f { display: flex }
            .r { flex-direction: row-reverse }
            .c { flex-direction: column-reverse; height: 150px }
            b { margin: 1px 2px 3px 4px }
            """,
            f"<div class='f r'>{ITEMS}</div><div class='f c'>{ITEMS}</div><div class='f r' style='justify-content:space-between'>{ITEMS}</div>",
        )

    def test_order_and_anonymous_items(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 10px }
            .o { order: -1 }
            .l { order: 3 }
            """,
            "<div class=f>some text <b class=l>last</b> more text <b>b</b><b class=o>first</b></div>",
        )

    def test_pictures_as_items(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 10px }
            .a img { width: 40%; height: auto; align-self: flex-start }
            .b img { flex: 1; min-width: 0 }
            .c { height: 80px }
            .d img { flex: none; max-width: 30% }
            """,
            "".join(
                f"<div class='f {c}'><img width=400 height=300 src={PIXEL}><p>The last boat waits for the music to end.</p></div>"
                for c in "xabcd"
            ),
        )

    def test_ratio_items(self) -> None:
        self.agree(
            """
            .f { display: flex; align-items: flex-start }
            b { aspect-ratio: 2; flex: 0 1 200px }
            .g b { flex: 1 }
            .h { height: 90px; align-items: stretch }
            .h b { flex: none }
            """,
            f"<div class=f>{ITEMS}</div><div class='f g'>{ITEMS}</div><div class='f h'>{ITEMS}</div>",
        )

    def test_percentages(self) -> None:
        self.agree(
            """
            .f { display: flex }
            .f > div { flex: 1; padding: 5%; margin: 2% }
            .f i { display: block; width: 50%; height: 50% }
            .h { height: 200px }
            """,
            "<div class=f><div><i>x</i></div><div>y</div></div><div class='f h'><div><i>x</i></div><div>y</div></div>",
        )

    def test_shells_of_the_viewport(self) -> None:
        self.agree(
            """
            body { min-height: 100vh; display: flex; flex-direction: column }
            main { flex: 1; display: flex }
            aside { flex: 0 0 30% }
            article { flex: 1; min-width: 0 }
            """,
            "<header>h</header><main><aside>a</aside><article>The quiet sound</article></main><footer>f</footer>",
        )

    def test_nested_containers(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 4px }
            .f .f { flex-direction: column; flex: 1 }
            .f .f .f { flex-direction: row; justify-content: center }
            """,
            f"<div class=f><div class=f><div class=f>{ITEMS}</div><p>x</p></div><div class=f>{ITEMS}</div></div>",
        )

    def test_sizes_of_containers(self) -> None:
        self.agree(
            """
            .i { display: inline-flex; gap: 5px; padding: 3px }
            .w { flex-wrap: wrap }
            .m { width: min-content }
            .x { width: max-content }
            .c { flex-direction: column }
            """,
            "".join(f"<p><span class='i {c}'>{ITEMS}</span></p>" for c in ("a", "w", "m", "x", "c", "m w")),
        )

    def test_cards_of_equal_height_with_the_link_at_the_bottom(self) -> None:
        self.agree(
            """
            .f { display: flex; flex-wrap: wrap; gap: 20px }
            article { flex: 1 1 200px; display: flex; flex-direction: column; padding: 15px; border: 1px solid }
            a { margin-top: auto }
            h3 { margin: 0 }
            """,
            "<div class=f><article><h3>Single</h3><p>One crossing, any island, any boat of the day.</p><a>buy</a></article><article><h3>Pass</h3><p>Thirty days.</p><a>buy</a></article></div>",
            (320, 480, 900),
        )

    def test_tables_buttons_and_fields_as_items(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 5px }
            input, button { font: 16px Sans; border: 1px solid; padding: 5px; margin: 0 }
            input { flex: 1; min-width: 0 }
            """,
            "<form class=f><input><button>Find</button></form><div class=f><table><tr><td>a</td></tr></table></div>",
        )

    def test_gaps_in_percent(self) -> None:
        self.agree(
            """
            .f { display: flex; flex-wrap: wrap; gap: 5% }
            b { flex: 0 0 40% }
            """,
            f"<div class=f>{ITEMS}</div><div class=f style='height:150px'>{ITEMS}</div>",
        )


class Drawings(AgreementCase):
    def test_limits_of_those_with_a_ratio_alone(self) -> None:
        drawing = "data:image/svg+xml,<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 90 160'/>"
        limits = ("max-height: 150px", "max-height: 50px", "min-height: 400px", "max-width: 50px", "min-width: 400px", "max-height: 150px; max-width: 50px", "max-height: 40px; min-width: 60px", "width: 70px; max-height: 50px", "max-height: 50%")
        for flex in ("", "flex-direction: column", "align-items: flex-start", "height: 100px", "flex-wrap: wrap", "display: inline-flex"):
            with self.subTest(flex):
                self.agree(".f { display: flex; width: 300px }", "".join(f'<div class=f style="{flex}"><img src="{drawing}" style="{limit}"></div>' for limit in limits), (700,))

    def test_content_of_a_column_is_held_by_widths_through_the_ratio(self) -> None:
        limits = ("max-width: 240px", "max-width: 20%", "max-width: min-content", "min-width: 300px; max-width: 240px", "min-width: 600px; max-width: 240px", "max-width: 240px; padding: 10px", "max-width: 240px; padding: 10px; box-sizing: border-box", "max-width: 240px; align-self: start", "max-width: 240px; width: 300px", "max-width: 240px; margin: 0 auto", "width: 240px")
        pieces: list[tuple[str, str]] = []
        for around in ("flex", "inline-flex"):
            for limit in limits:
                for padding in ("0", "25%", "50px"):
                    sheet = f"section {{ display: {around}; flex-direction: column; width: 400px }} .c {{ aspect-ratio: 4/3; {limit} }} p {{ padding: {padding} }}"
                    pieces.append((sheet, "<section><div class=c><p>Timetables of all ferries<br>x<br>x<br>x<br>x<br>x</div></section>"))
        self.agree_each(pieces)

    def test_last_baselines_of_reversed_lines(self) -> None:
        for direction in ("row", "column"):
            for held in ("", "height: 200px", "align-content: center; height: 200px"):
                with self.subTest((direction, held)):
                    self.agree(f"section {{ display: flex; flex-flow: {direction} wrap-reverse; align-items: last baseline; {held} }} p {{ font-size: 30px }}", "<section><kbd>18</kbd><p>a<br>b</p>x</section><section><kbd style='padding: 9px 0 0'>18</kbd><i style='height: 60px'>a<br>b</i></section>", (700,))

    def test_items_of_wrapping_columns_have_the_room_of_their_line(self) -> None:
        pieces: list[tuple[str, str]] = []
        for wrap in ("wrap", "wrap-reverse", "nowrap"):
            for align in ("flex-end", "start", "center", "stretch"):
                for width in (60, 100):
                    for own in ("", "width: fit-content", "width: 50%", "margin: 0 3px"):
                        sheet = f"section {{ display: flex; flex-flow: column {wrap}; align-items: {align}; width: {width}px }} .c {{ {own} }} img {{ width: 50% }} p {{ width: 120px }}"
                        pieces.append((sheet, f"<section><div class=c>words that are many here</div><p>from</p></section><section><div class=c><img src='{PIXEL}' width=101></div><p>from</p></section>"))
        self.agree_each(pieces)

    def test_gaps_in_percent_between_lines_of_items_that_are_stretched(self) -> None:
        pieces: list[tuple[str, str]] = []
        for outer in ("display: flex", "display: grid", "display: flex; flex-direction: column", "height: 100px; display: flex", "display: grid; height: 90px", "height: 80px"):
            for inner in ("display: flex; flex-wrap: wrap", "display: flex; flex-direction: column", "display: grid"):
                for style in ("", "height: 100%", "align-self: start", "min-height: 70px"):
                    pieces.append((f".r {{ {outer} }} .i {{ {inner}; gap: 25% 0; {style} }} .w {{ min-width: 100% }}", "<div class=r><div class=i><div class=w>Dogs</div><a>Island</a></div></div>"))
        self.agree_each(pieces, (320,))


class HeightsOfItemsInColumns(AgreementCase):
    def test_a_basis_that_is_a_length_makes_percentages_in_an_item_count(self) -> None:
        """css-flexbox-1 §9.8, as the browser has it: also where the item has grown, shrunk, or is held open by its content."""
        self.agree_each(
            (f"section {{ display: flex; flex-direction: column; width: 200px; {own} }} div {{ {item} }} img {{ height: {part} }}", f"<section><div><img src='data:image/svg+xml,<svg xmlns=%22http://www.w3.org/2000/svg%22 width=%2264%22 height=%2264%22/>'>{text} Timetable tickets permitting ferry pier two</div></section>")
            for own in ("", "height: 300px", "min-height: 300px")
            for item in ("flex: 1 1 134px", "flex: 1", "flex: 0 0 134px", "flex: none", "height: 134px; flex: 1 1 auto", "flex: 0 1 20px")
            for part in ("75%", "max(75%, 90px)", "calc(75% - 3px)")
            for text in ("", "<p>text</p>")
        )
