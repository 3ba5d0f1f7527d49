"""Floats: placement, shortened lines, clearing, contexts beside them."""

from __future__ import annotations

from .base import AgreementCase

TEXT = "The Skerry Line has carried people, post and pianos across the sound since 1911, and the last boat waits for the music to end. Dogs and bicycles ride free."


class Floats(AgreementCase):
    def test_lines_are_shortened_beside_floats(self) -> None:
        self.agree(
            """
            .l { float: left; width: 100px; height: 70px; margin: 0 10px 5px 0 }
            .r { float: right; width: 25%; height: 30px }
            """,
            f"<p><i class=l></i><i class=r></i>{TEXT} {TEXT}</p>",
        )

    def test_a_float_in_the_middle_of_a_line(self) -> None:
        self.agree(
            """
            i { float: left; width: 60px; height: 40px }
            u { float: right; width: 80%; height: 20px }
            """,
            f"<p>{TEXT[:30]}<i></i>{TEXT[30:90]}<u></u>{TEXT}</p>",
        )

    def test_a_float_after_words_of_a_line_that_is_cut_before_it(self) -> None:
        # The float waits for the end of the line, and the line then ends before it: it is placed once, on the next one.
        self.agree(
            "ul { margin: 0 5% } b { float: right }",
            "<ul>Tickets two crossings; wind well<b>lighthouse</b>, and more</ul>",
            (300, 310, 320, 330, 340, 350, 400),
        )

    def test_a_row_of_floats_drops_the_one_that_does_not_fit(self) -> None:
        self.agree(
            """
            div > div { float: left; width: 32%; margin: 0 1% 10px; padding: 5px; border: 1px solid; }
            .t { height: 90px }
            """,
            "<div><div class=t>a</div><div>b</div><div>c</div><div>d</div></div>",
            (320, 500, 1000),
        )

    def test_dropped_floats_catch_on_taller_ones(self) -> None:
        self.agree(
            """
            div { float: left; width: 45% }
            .a { height: 100px }
            .b { height: 30px }
            """,
            "<div class=a>a</div><div class=b>b</div><div class=b>c</div><div class=b>d</div>",
        )

    def test_clear_values(self) -> None:
        self.agree(
            """
            .l { float: left; height: 40px; width: 30px }
            .r { float: right; height: 80px; width: 30px }
            .cl { clear: left }
            .cr { clear: right }
            .cb { clear: both; margin-top: 30px }
            """,
            "<i class=l></i><i class=r></i><p class=cl>a</p><i class=l></i><p class=cr>b</p><i class=l></i><i class=r></i><p class=cb>c</p>",
        )

    def test_clearance_and_margins(self) -> None:
        self.agree(
            """
            .f { float: left; width: 50px; height: 60px }
            .c { clear: left; margin: 20px 0 }
            .m { margin-bottom: 30px }
            """,
            "<div><i class=f></i><div class=m>x</div><div class=c>y</div></div><div><i class=f></i><div class=c></div></div><p>z</p>",
        )

    def test_parents_collapse_without_containment(self) -> None:
        self.agree(
            """
            .f { float: left; width: 40%; height: 50px }
            .o { overflow: hidden }
            .a::after { content: ''; display: table; clear: both }
            .r { display: flow-root }
            """,
            "".join(
                f"<section class={c}><div class=f>x</div></section><p>next</p>" for c in ("x", "o", "a", "r")
            ),
        )

    def test_contexts_stand_beside_floats(self) -> None:
        self.agree(
            """
            .f { float: left; width: 120px; height: 50px; margin-right: 10px }
            .o { overflow: hidden }
            .w { overflow: hidden; width: 300px }
            .t { display: table }
            .x { display: flex; margin-left: 20px }
            """,
            f"<i class=f></i><div class=o>{TEXT}</div><i class=f></i><div class=w>{TEXT}</div><i class=f></i><div class=t>table</div><i class=f style='clear:left'></i><div class=x><b>flex</b></div>",
        )

    def test_floats_shrink_to_fit(self) -> None:
        self.agree(
            "div { float: left; padding: 5px; border: 1px solid; clear: left }",
            f"<div>short</div><div>{TEXT}</div><div><p>a block</p><p>a longer block</p></div><div><i style='float:left'>ab</i><i style='float:left'>cd</i></div>",
        )

    def test_negative_margins_on_floats(self) -> None:
        self.agree(
            """
            main { float: left; width: 100%; margin-right: -150px }
            main div { margin-right: 150px }
            aside { float: right; width: 150px }
            """,
            f"<main><div>{TEXT}</div></main><aside>{TEXT[:40]}</aside>",
        )

    def test_floats_in_nested_blocks_reach_the_context(self) -> None:
        self.agree(
            """
            .f { float: left; width: 100px; height: 80px }
            section { margin: 10px; padding: 5px }
            """,
            f"<section><div><i class=f></i><p>{TEXT[:20]}</p></div></section><section><p>{TEXT}</p></section>",
        )

    def test_float_right_order(self) -> None:
        self.agree(
            """
            li { float: right; padding: 0 8px }
            ul { overflow: hidden; padding: 0 }
            """,
            "<ul><li>a</li><li>bb</li><li>ccc</li></ul>",
        )

    def test_inline_blocks_and_images_beside_floats(self) -> None:
        self.agree(
            """
            i { float: left; width: 60%; height: 30px }
            b { display: inline-block; width: 50%; height: 10px }
            """,
            "<p><i></i><b></b> <b></b></p>",
        )

    def test_floats_in_inlines(self) -> None:
        self.agree(
            """
            a { padding: 0 5px }
            i { float: right }
            """,
            "<p><a>text <i>floated</i> more</a> end</p><li style='list-style:none'>Boats <small style='float:right'>7</small></li>",
        )

    def test_a_float_wider_than_its_room(self) -> None:
        self.agree(
            """
            i { float: left; width: 120%; height: 20px }
            u { float: left; width: 30px; height: 20px }
            """,
            f"<p><u></u><i></i>{TEXT[:50]}</p>",
        )

    def test_br_clear_and_hr_beside_floats(self) -> None:
        self.agree(
            "i { float: left; width: 90px; height: 50px }",
            "<p><i></i>one<br clear=all>two</p><i></i><hr><p>x</p>",
        )

    def test_margins_collapse_past_floats(self) -> None:
        self.agree(
            """
            i { float: left; width: 10px; height: 10px }
            p { margin: 20px 0 }
            """,
            "<p>a</p><i></i><p>b</p><div><i></i><p>c</p></div>",
        )

    def test_float_after_a_heading_with_margin(self) -> None:
        self.agree(
            """
            h2 { margin: 0 0 20px }
            i { float: left; height: 30px; width: 40px; margin: 5px }
            """,
            "<h2>t</h2><i></i><h2>u</h2>",
        )

    def test_formatting_contexts_where_floats_leave_no_room(self) -> None:
        """One with an automatic width and nothing that asks for room stands beside the floats, without a width."""
        self.agree(
            ".l { float: left; width: 640px; height: 60px } .r { float: right; width: 640px; height: 60px } .g { display: grid } .o { overflow: hidden } .w { width: 100px } .p { padding: 5px } section { display: flow-root }",
            "<section><div class=l></div><div class=g>back</div></section><section><div class=r></div><div class=o>back</div></section>"
            "<section><div class=l></div><div class='o w'>back</div></section><section><div class=l></div><div class='o p'>back</div></section><section><div class=l></div><table><td>b</table></section>",
        )

    def test_lines_that_do_not_wrap_stay_beside_floats(self) -> None:
        self.agree(
            "div { font: 16px/20px serif } .n { white-space: nowrap } i { float: left; width: 300px; height: 50px } b { display: inline-block } section { display: flow-root }",
            "<section><div class=n><i></i>Boat on</div></section><section><div><i></i><span class=n>Boat on</span></div></section><section><div class=n><i></i><b>Boat on</b></div></section><section><div class=n>a <i></i>Boat</div></section>",
            (304, 310),
        )

    def test_floats_after_a_space(self) -> None:
        self.agree(".r { float: right; clear: both } .l { float: left }", "<div class=r>Ferry <a class=l>permit</a><a class=l>pier</a></div>")

    def test_where_there_is_no_width_at_all(self) -> None:
        self.agree("div { width: 0 } i { float: left; width: 640px; height: 36px }", "<div><i></i>well</div>")


class WithoutAWidth(AgreementCase):
    def test_a_float_without_a_width_is_in_the_way_of_nothing(self) -> None:
        floats = ("margin-top: 20px", "margin: 20px 0", "padding-top: 20px", "height: 20px", "height: 20px; width: 10px", "margin: 20px 0 0 -5px; width: 4px")
        boxes = ("width: fit-content", "width: 0", "width: 100px", "float: left", "display: inline-block", "width: max-content; padding-top: 1px")
        behind = ("a", "<p>a</p>", "<u>a</u>", "<div style='overflow: hidden'>a</div>", "<div style='clear: both'>a</div>", "<i></i><p>a</p>")
        self.agree_each(
            (f"section {{ {box} }} i {{ float: {side}; {one} }} u {{ float: left }}", f"{before}<section><i></i></section>{after}")
            for side in ("left", "right") for one in floats for box in boxes for after in behind for before in ("", "x")
        )  # fmt: skip


class PushedDown(AgreementCase):
    def test_what_has_no_room_beside_the_floats_before_it_keeps_its_margin(self) -> None:
        """A formatting context at its parent's top that floats push down: its margin is none of its parent's, as the browser has it."""
        boxes = ("width: 50%", "width: 90%", "width: max-content", "min-width: 200px", "height: 30px", "margin-left: 150px", "margin: 30% 48%; padding-left: 32px", "display: table; width: 70%", "clear: both")
        for around in ("<div>", "<div style='padding-top: 1px'>", "<div><p>x</p><section>"):
            for wide in ("60%", "40%", "110%"):
                for box in boxes:
                    body = f"{around}<div style='float: left; width: {wide}'>Boat</div><div style='overflow: hidden; margin-top: 30px; {box}'>known isles of the skerry</div><p>after"
                    self.agree("body { margin: 8px }", body, widths=(320,))

    def test_floats_that_stand_further_up(self) -> None:
        """The same beside floats that have their place already: there the margin counts where it leads past them."""
        boxes = ("", "width: 50%", "width: 90%", "width: max-content", "margin-top: -9px", "display: table", "margin: 40px 0 0; width: 70%")
        for wide in ("float: right; width: 60%", "float: left; width: 40%", "float: left; width: 100%", "float: left; width: 50%; height: 60px"):
            for around in ("<div>", "<div style='margin: 9px'>", "<div><section>", "<p>x</p><div>", "<div style='padding-left: 50px'>"):
                body = "".join(f"<div style='overflow: hidden'><div style='{wide}'>Boat</div>{around}<div style='overflow: hidden; margin: 16px 0; {box}'>known isles of</div></div></section></div>" for box in boxes)
                self.agree("body { margin: 8px }", body, widths=(320,))


class BesideFloats(AgreementCase):
    def test_widths_by_words_have_the_room_between_floats(self) -> None:
        pieces: list[tuple[str, str]] = []
        for side in ("left", "right"):
            for margin in ("", "margin: 0 27px", "margin-left: 40px"):
                for width in ("min-width: fit-content", "width: fit-content", "max-width: fit-content", "width: max-content", "min-width: min-content"):
                    sheet = f"i {{ float: {side}; width: 100px; height: 40px }} .c {{ overflow: hidden; {margin}; {width} }}"
                    pieces.append((sheet, "<i></i><div class=c>the timetable at weather nine from ferry weather</div>"))
        self.agree_each(pieces, (320,))

    def test_margins_lie_over_floats_in_widths_by_content(self) -> None:
        pieces: list[tuple[str, str]] = []
        for side in ("left", "right"):
            for around in ("float: right", "display: inline-block", "width: max-content"):
                for margin in ("", "margin: 0 27px", "margin-left: 40px", "margin-right: 9px", "margin: 0 auto"):
                    sheet = f"i {{ float: {side}; width: 30px; height: 40px; margin: 0 5px }} .c {{ overflow: hidden; {margin} }} .o {{ {around} }}"
                    pieces.append((sheet, "<div class=o><section><i></i><div class=c>the timetable</div></section></div>"))
        self.agree_each(pieces, (320,))

    def test_a_float_met_after_a_word_goes_down_with_its_line(self) -> None:
        text = "<p>Time<b>Two ships<a class=n>Allows</a></b>, Pier<code>is<code class=n>by</code>Archipelago</code></p>"
        for side in ("left", "right"):
            for width in (100, 120, 130, 140, 150, 180, 224):
                with self.subTest((side, width)):
                    self.agree(f".n {{ float: {side}; margin-left: 8px }} p {{ margin: 0; width: {width}px }}", text, (320,))

    def test_an_edge_without_words_goes_past_no_float(self) -> None:
        pieces: list[tuple[str, str]] = []
        for float_width in ("500px", "304px", "290px"):
            for edge in ("margin: 0 24px", "padding: 0 24px", "margin-left: 400px", "border: 2px solid"):
                for inside in ("", "<u></u>", "x"):
                    pieces.append((f"div {{ width: 304px }} b {{ float: left; width: {float_width} }} i {{ {edge} }}", f"<div><b>B</b><i>{inside}</i></div><div><b>B</b><i>{inside}</i><p>z</p></div>"))
        self.agree_each(pieces)


class PartedBesideFloats(AgreementCase):
    def test_the_start_of_an_inline_box_round_a_block_goes_below_floats_that_leave_it_no_room(self) -> None:
        self.agree_each(
            ("", f'<div style="width: 200px"><u style="float: {side}; {size}"></u>{before}<span style="{edges}">{inside}</span> tail</div>')
            for side in ("left", "right")
            for size in ("width: 200px; height: 50px", "width: 190px; height: 50px", "width: 100px; height: 30px", "width: 198px; height: 20px")
            for edges in ("border: 2px solid", "padding: 0 3px", "padding-left: 30px", "margin-left: 5px", "padding-right: 8px", "")
            for inside in ("<p>I</p>", "<div>I</div>", "x<div>I</div>", "<div>I</div>y", "<b><div>I</div></b>", '<div style="overflow: hidden">I</div>', "<b>x</b><div>I</div><i>z</i>")
            for before in ("", "t ")
        )


class Shelves(AgreementCase):
    """Free room between floats, as the browser keeps it (``closed_bands``): where floats stick out of narrow blocks."""

    def test_beside_floats_that_stick_out_to_the_other_side(self) -> None:
        leads = ("float: left; width: 200px; height: 60px", "float: right; width: 200px; height: 60px", "float: left; width: 300px; height: 30px")
        boxes = ("width: 16px; margin-left: 40px", "width: 120px", "width: 0", "width: 16px; margin-left: 280px", "width: 16px; float: left", "width: 50px; margin-left: 150px")
        behind = ("<u></u> <u></u>", "<p><u></u></p>", "<p style='overflow: hidden'><u></u></p>")
        self.agree_each(
            (f"section {{ width: 304px }} i {{ {lead} }} div {{ {box} }} b {{ float: {side}; width: {wide}px; height: 25px }} u {{ display: inline-block; width: {word}px; height: 10px }} p {{ margin: 0 }}", f"<section><i></i><div><b></b></div>{after}</section>")
            for lead in leads for box in boxes for side in ("left", "right") for wide in (20, 95, 250) for word in (50, 110) for after in behind
        )  # fmt: skip

    def test_boxes_that_are_too_high_for_the_room_above_a_float(self) -> None:
        behind = ("<p>known isles</p>", "<table><td>known isles</table>", "known isles of the north")
        self.agree_each(
            (f"section {{ width: 304px }} i {{ float: {first}; width: {wide}%; height: 20px }} b {{ float: {second}; width: {width}; height: 60px }} p {{ margin: 0 }} p + i + b + p, b + p {{ overflow: hidden }}", f"<section><i></i><p>w</p><b></b>{after}</section>")
            for first in ("left", "right") for second in ("left", "right") for wide in (30, 60, 100) for width in ("100%", "70%", "350px", "50%; margin: 0 5px") for after in behind
        )  # fmt: skip

    def test_words_in_a_block_without_a_width(self) -> None:
        floats = ("float: left; width: 72px; height: 18px", "float: left; width: 30px; height: 40px", "float: right; width: 60px; height: 30px", "float: left; width: 80px; height: 20px")
        others = ("float: right; width: 76px; height: 18px", "float: left; width: 50px; height: 18px", "float: right; width: 20px; height: 60px")
        self.agree_each(
            (f"section {{ width: 80px }} i {{ {one} }} b {{ {other} }} p {{ margin: 0 40px; {more} }}", f"<section><i></i><b></b><p>{text}</p></section>")
            for one in floats for other in others for more in ("", "margin: 16px 40px", "margin: 0 0 0 80px; width: 0") for text in ("co op", "a", "<u style='display: inline-block; width: 9px; height: 5px'></u>")
        )  # fmt: skip


class JustifiedBesideFloats(AgreementCase):
    def test_in_the_room_that_they_leave(self) -> None:
        """css-align-3 §6.1: a block with a formatting context of its own is aligned in what is left beside floats."""
        kinds = ("flex", "grid", "flow-root", "table", "flex; width: 100px", "flow-root; width: 50%", "grid; margin: 0 10px", "flow-root; max-width: 80px")
        floats = ("", "<i style='float: left; width: 50px; height: 20px'></i>", "<i style='float: right; width: 50px; height: 20px'></i>", "<i style='float: left; width: 290px; height: 20px'></i>")
        self.agree_each(
            (f"section {{ width: 300px; {own} }} section > div {{ display: {kind}; justify-self: {word} }}", f"<section>{beside}<div>words</div></section>")
            for kind in kinds
            for word in ("center", "end", "left", "right", "safe center", "self-end", "normal")
            for beside in floats
            for own in ("", "direction: rtl")
        )

    def test_by_attributes(self) -> None:
        things = ("<table><td>words</table>", "<div style='display: flex; width: 100px'>w</div>", "<div style='display: flow-root; width: 50%'>w</div>", "<hr width=30>")
        self.agree_each(
            ("section { width: 300px }", f"<section>{around}<i style='float: {side}; width: 50px; height: 20px'></i>{thing}")
            for around in ("<center>", "<div align=right>", "<div align=center style='direction: rtl'>", "<div align=left style='direction: rtl'>")
            for side in ("left", "right")
            for thing in things
        )
