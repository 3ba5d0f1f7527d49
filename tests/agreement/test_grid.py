"""Grid: tracks, lines, placement, alignment, subgrid, against the browser."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

ITEMS = "<b>Orra</b><b>Little Hamm</b><b>The Calf at low water</b><b>Vey</b>"


class Grid(AgreementCase):
    def test_track_sizing_functions(self) -> None:
        templates = (
            "1fr 2fr 1fr",
            "100px auto 1fr",
            "min-content max-content 1fr",
            "minmax(50px, 1fr) minmax(100px, 2fr) auto",
            "fit-content(80px) fit-content(50%) 1fr",
            "20% 30% auto",
            "repeat(2, 1fr 40px)",
            "minmax(0, 1fr) 3fr",
            ".3fr .2fr",
            "auto auto auto",
            "minmax(min-content, 100px) minmax(auto, 200px) 1fr",
        )
        self.agree(
            ".g { display: grid; gap: 10px }",
            "".join(f"<div class=g style='grid-template-columns:{t}'>{ITEMS}</div>" for t in templates),
        )

    def test_automatic_repetitions(self) -> None:
        templates = (
            "repeat(auto-fill, 120px)",
            "repeat(auto-fit, minmax(150px, 1fr))",
            "repeat(auto-fill, minmax(min(200px, 100%), 1fr))",
            "50px repeat(auto-fit, 100px) 50px",
            "repeat(auto-fit, minmax(400px, 1fr))",
        )
        self.agree(
            ".g { display: grid; gap: 12px }",
            "".join(f"<div class=g style='grid-template-columns:{t}'>{ITEMS}</div>" for t in templates),
            (320, 500, 640, 1000),
        )

    def test_fr_blown_out_by_content(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: 1fr 1fr 1fr; width: 240px }
            .m { grid-template-columns: repeat(3, minmax(0, 1fr)) }
            """,
            "<div class=g><b>Northerhavencrossing</b><b>b</b><b>c</b></div><div class='g m'><b>Northerhavencrossing</b><b>b</b><b>c</b></div>",
        )

    def test_placement_by_lines_spans_and_areas(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: [full-start] 1fr [main-start] 3fr [main-end] 1fr [full-end]; }
            .a { grid-column: main }
            .b { grid-column: full }
            .c { grid-column: 1 / -1 }
            .d { grid-column: 2 / span 2; grid-row: 1 }
            .e { grid-column: -2 }
            .s { display: grid; grid-template: 'h h' auto 'n m' 1fr 'f f' 30px / 30% 1fr; height: 200px }
            .h { grid-area: h }
            .n { grid-area: n }
            .m { grid-area: m }
            .f { grid-area: f }
            """,
            "<div class=g><b class=a>a</b><b class=b>b</b><b class=c>c</b><b class=d>d</b><b class=e>e</b></div><div class=s><b class=m>m</b><b class=f>f</b><b class=h>h</b><b class=n>n</b></div>",
        )

    def test_auto_placement(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: repeat(3, 1fr); grid-auto-rows: minmax(20px, auto) }
            .w { grid-column: span 2 }
            .t { grid-row: span 2 }
            .d { grid-auto-flow: dense }
            .c { grid-auto-flow: column; grid-template: repeat(2, 30px) / none; grid-auto-columns: 80px 1fr }
            """,
            "".join(
                f"<div class='g {c}'><b class=w>1</b><b class=w>2</b><b class=t>3</b><b>4</b><b class=w>5</b><b>6</b></div>"
                for c in ("s", "d", "c")
            ),
        )

    def test_implicit_tracks_before_and_after(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: 50px 50px; grid-auto-columns: 30px; grid-auto-rows: 20px 40px }
            .a { grid-column: -5 }
            .b { grid-column: 5; grid-row: 4 }
            """,
            "<div class=g><b class=a>a</b><b class=b>b</b><b>c</b></div>",
        )

    def test_rows_share_a_height(self) -> None:
        self.agree(
            """
            .g { display: grid; height: 300px; grid-template-rows: auto 1fr auto }
            .n { height: auto }
            .m { height: auto; min-height: 250px }
            .p { grid-template-rows: 25% 1fr 10% }
            """,
            "".join(f"<div class='g {c}'><b>a</b><b>b</b><b>c</b></div>" for c in ("x", "n", "m", "p")),
        )

    def test_alignment_of_items(self) -> None:
        values = ("start", "center", "end", "stretch", "baseline")
        self.agree(
            """
            .g { display: grid; grid-template-columns: 1fr 1fr; grid-auto-rows: 60px }
            b:nth-child(2) { font-size: 25px }
            .o { justify-self: end; align-self: center }
            """,
            "".join(
                f"<div class=g style='align-items:{v};justify-items:{v}'>{ITEMS}<b class=o>o</b></div>"
                for v in values
            ),
        )

    def test_alignment_of_tracks(self) -> None:
        values = ("start", "center", "end", "space-between", "space-around", "space-evenly", "stretch")
        self.agree(
            ".g { display: grid; grid-template: 30px 30px / auto 60px auto; height: 150px; gap: 5px }",
            "".join(
                f"<div class=g style='align-content:{v};justify-content:{v}'>{ITEMS}</div>" for v in values
            ),
        )

    def test_spanning_items_grow_tracks(self) -> None:
        self.agree(
            """
            .g { display: grid; width: max-content; gap: 5px }
            .a { grid-template-columns: auto auto auto }
            .b { grid-template-columns: min-content auto max-content }
            .c { grid-template-columns: 50px auto 1fr }
            .w { grid-column: span 3 }
            .v { grid-column: span 2 }
            """,
            "".join(
                f"<div class='g {c}'><b>a</b><b>bb</b><b>c</b><b class=w>a heading over all of the three tracks</b><b class=v>over two of them</b></div>"
                for c in "abc"
            ),
        )

    def test_pictures_in_areas(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: 1fr 2fr; gap: 10px }
            .w img { width: 100%; height: auto }
            .h { grid-auto-rows: 100px }
            .h img { width: 100%; height: 100%; object-fit: cover }
            .m img { max-width: 100% }
            .s img { justify-self: center; align-self: end }
            """,
            "".join(
                f"<div class='g {c}'><img width=300 height=200 src={PIXEL}><p>x</p></div>"
                for c in ("w", "h", "m", "s")
            ),
        )

    def test_ratio_items(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px }
            b { aspect-ratio: 4 / 3 }
            .h b { aspect-ratio: 1; height: 50px }
            """,
            f"<div class=g>{ITEMS}</div><div class='g h'>{ITEMS}</div>",
        )

    def test_auto_margins_and_percent_sizes(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: 1fr 1fr; height: 150px }
            .a { margin: auto }
            .p { width: 50%; height: 50%; padding: 5% }
            .l { margin-left: auto }
            """,
            "<div class=g><b class=a>a</b><b class=p>p</b><b class=l>l</b></div>",
        )

    def test_absolute_children_in_areas(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template: 50px 60px / 1fr 2fr; position: relative; padding: 10px }
            i { position: absolute }
            .a { grid-area: 2 / 2; inset: 5px }
            .b { grid-column: 2 / auto; top: 0; right: 0 }
            .c { grid-area: 1 / 1 / 3 / 2; place-self: center }
            """,
            "<div class=g><b>x</b><i class=a>a</i><i class=b>b</i><i class=c>c</i></div>",
        )

    def test_subgrid(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: auto 1fr auto; gap: 10px }
            .s { grid-column: 1 / -1; display: grid; grid-template-columns: subgrid; padding: 5px; border: 1px solid }
            .c { display: grid; grid-template-columns: repeat(2, 1fr); grid-auto-rows: auto }
            .c article { display: grid; grid-row: span 3; grid-template-rows: subgrid; gap: 4px }
            """,
            "<div class=g><div class=s><b>To</b><b>boat</b><b>at ten</b></div><div class=s><b>Northerhaven</b><b>b</b><b>c</b></div></div><div class=c><article><h3>a</h3><p>The quiet sound</p><a>x</a></article><article><h3>a longer heading for the second card</h3><p>b</p><a>y</a></article></div>",
            (320, 640),
        )

    def test_nested_grids_and_flex(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: 1fr 2fr; gap: 8px }
            .f { display: flex; gap: 5px; flex-wrap: wrap }
            """,
            f"<div class=g><div class=g>{ITEMS}</div><div class=f>{ITEMS}</div><div class=f><div class=g>{ITEMS}</div></div></div>",
        )

    def test_intrinsic_sizes_of_containers(self) -> None:
        self.agree(
            """
            .g { display: inline-grid; grid-template-columns: 1fr auto; gap: 5px }
            .m { width: min-content }
            .p { grid-template-columns: 30% auto }
            .r { grid-template-columns: repeat(auto-fill, 50px) }
            """,
            "".join(f"<p><span class='g {c}'>{ITEMS}</span></p>" for c in ("x", "m", "p", "r")),
        )

    def test_breakouts_and_twelve_columns(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: [full-start] minmax(1rem, 1fr) [main-start] minmax(0, 40rem) [main-end] minmax(1rem, 1fr) [full-end] }
            .g > * { grid-column: main }
            .g > .full { grid-column: full }
            .t { display: grid; grid-template-columns: repeat(12, 1fr); gap: 16px }
            .t b { grid-column: span 4 }
            .t b:first-child { grid-column: 2 / span 5 }
            """,
            f"<div class=g><p>text</p><p class=full>wide</p></div><div class=t>{ITEMS}</div>",
            (320, 640, 1000, 1500),
        )

    def test_collapsed_and_hidden_overflow_minimums(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: auto 1fr; width: 200px }
            .o { overflow: hidden }
            .m { min-width: 0 }
            .n { min-width: 150px }
            """,
            "".join(
                f"<div class=g><b class={c}>Northerhavencrossing</b><b>x</b></div>"
                for c in ("x", "o", "m", "n")
            ),
        )

    def test_container_queries(self) -> None:
        self.agree(
            """
            .c { container-type: inline-size; width: 60% }
            .n { container: card / inline-size }
            p { margin: 0; padding: 5px }
            @container (min-width: 300px) { p { padding: 2cqw; font-size: 20px } }
            @container card (width < 500px) { p { border: 3px solid } &:has(b) { margin: 9px } }
            """,
            "<div class=c><p>x</p></div><div class='c n'><p>y <b>z</b></p></div>",
        )

    def test_fit_content_is_no_fixed_maximum(self) -> None:
        self.agree(
            ".a { display: grid; grid-template-columns: fit-content(50px) 1fr } .b { display: grid; grid-template-columns: minmax(auto, 50px) 1fr }",
            "<div class=a><b>unbreakable</b><i>x</i></div><div class=a><input size=30><i>x</i></div><div class=b><b>unbreakable</b><i>x</i></div>",
        )

    def test_percentages_in_rows_that_repeat(self) -> None:
        self.agree(".g { display: grid; grid-auto-rows: 50% }", "<div class=g><p>a<p>b</div>")

    def test_what_a_container_asks_for_at_least(self) -> None:
        """A min-width of an item's own counts in place of its content, under a min-content constraint, too."""
        self.agree(
            "aside { display: grid; width: min-content } .f { grid-template-columns: 1fr 100px } .a { grid-template-columns: auto 100px } .m { min-width: 12px } .h { overflow: hidden }",
            "".join(f"<aside class={grid}><a class='{item}'>extraordinary</a></aside>" for grid in "fa" for item in ("m", "h", "")),
        )

    def test_tracks_that_only_areas_make(self) -> None:
        self.agree(
            "div { display: grid; grid-auto-rows: 58px 20px; grid-auto-columns: 30px; grid-template-areas: 'a a' 'b c' 'd d' } .t { grid-template-rows: 10px } .f { grid-auto-rows: 1.5fr }",
            "<div><i>is</i></div><div class=t><i>is</i></div><div class=f><i>is</i></div>",
        )


class RatiosInRows(AgreementCase):
    def test_what_is_not_stretched_across_is_as_high_as_its_row(self) -> None:
        """css-grid-2 §6.2: its width follows from that through the ratio, and its own height, as the browser has it, from the width."""
        styles = (
            "justify-self: left", "", "align-self: start", "justify-self: start; align-self: start", "justify-self: center; padding: 3px", "justify-self: start; max-width: 50px",
            "justify-self: start; box-sizing: border-box; padding: 3px", "justify-self: start; min-height: 30px", "justify-self: start; height: 30px", "justify-self: start; align-self: stretch", "margin-left: auto",
        )  # fmt: skip
        for rows in ("", "; grid-template-rows: 90px"):
            for ratio in ("16/9", "1", "3/4"):
                body = "".join(f"<div style='display: grid; grid-template-columns: 200px 100px{rows}'><a style='aspect-ratio: {ratio}; {style}'>{text}</a>{beside}</div>" for style in styles for text in ("Boat a", "known isles of", "x") for beside in ("<p>z", ""))
                self.agree("p { height: 80px; margin: 0 } a { font: 16px/18px Sans }", body, widths=(500,))

    def test_limits_of_widths_that_come_from_rows(self) -> None:
        """A part of the area limits what the item gets, not what it contributes; a limit of the height passes through the ratio."""
        for columns in ("grid-template-areas: 'a b .' 'a c c'", "grid-template-columns: auto auto", "grid-template-columns: auto 1fr", "grid-auto-rows: 50px", "grid-template-columns: 100px"):
            for limit in ("max-width: 100%", "padding-inline: 4ch 25px", "min-width: 0", "max-height: 100%", "max-width: 80px"):
                body = "".join(f'<div style="display: grid; {columns}; width: 304px">{beside}<a style="aspect-ratio: {ratio}; {limit}">crossings is dusk</a></div>' for ratio in ("16/9", "1", "1/2") for beside in ("", "<p>known isles of the skerry line</p>"))
                self.agree("p { margin: 0 } div { font: 16px/18px Sans }", body, widths=(500,), tolerance=0.05)


class AutomaticMinimums(AgreementCase):
    def test_edges_and_margins_in_tracks_with_fixed_maximums(self) -> None:
        for tracks in ("minmax(auto, 60px)", "minmax(auto, 60px) minmax(auto, 30px)", "minmax(auto, 100px) auto"):
            for margin in ("0", "40px", "-10px", "10%"):
                for padding in ("0", "20px", "50px"):
                    for words in ("x", "a b c " * 30):
                        with self.subTest((tracks, margin, padding, len(words))):
                            css = f".r {{ display: grid; width: 300px; grid-template-rows: {tracks} }} .r b {{ margin: {margin} 0; padding: {padding} 0 }} .c {{ display: grid; grid-template-columns: {tracks}; justify-content: start }} .c b {{ margin: 0 {margin}; padding: 0 {padding} }}"
                            self.agree(css, f"<div class=r><b>{words}</b></div><div class=c><b>{words.replace(' ', '')}</b></div>", (700,))

    def test_ratios_in_them(self) -> None:
        pieces: list[tuple[str, str]] = []
        for columns in ("minmax(auto, 30px) 1fr", "minmax(auto, 30px)", "fit-content(30px) 1fr", "minmax(auto, 30px) minmax(auto, 40px)"):
            for ratio in ("2", "1/2", "auto 3"):
                for own in ("", "margin: 0 10px", "padding: 0 20px", "grid-column: span 2", "justify-self: start"):
                    for rows in ("", "grid-template-rows: 80px"):
                        css = f"section {{ display: grid; width: 100px; grid-template-columns: {columns}; {rows} }} p {{ margin: 0 }} .x {{ aspect-ratio: {ratio}; {own} }}"
                        pieces.append((css, "<section><b class=x>hello</b><p>to <br>word</section><section><button class=x>a</button><p>to <br>word</section>"))
        self.agree_each(pieces)

    def test_narrow_columns_that_make_rows_high_and_ask_for_more(self) -> None:
        words = "well at (weather lighthouse pier timetable 12:45 I known permitting) a and on is ferry-master's on back dogs"
        pieces: list[tuple[str, str]] = []
        for inner in ("fit-content(200px)", "auto", "1fr"):
            for outer in ("minmax(0, max-content) auto", "auto auto", "max-content"):
                for ratio in ("4/3", "3"):
                    css = f"section {{ display: grid; grid-template-columns: {outer} }} div {{ display: grid; grid-template-columns: {inner} }} p {{ margin: 0; aspect-ratio: {ratio} }}"
                    pieces.append((css, f"<section><div><p>{words}</div></section>"))
        self.agree_each(pieces, (320, 600))

    def test_widths_come_from_rows_as_they_were_when_columns_were_sized(self) -> None:
        pieces: list[tuple[str, str]] = []
        for ratio in ("3/2", "1/2"):
            for edges in ("", "padding: 32px", "margin: 5%"):
                for inside in ("<section class=w><a class=d>Back</a></section>", "<section class=w><a class=d>well at weather</a><a class=d>b</a></section>", "x<p class=d>y</p>z"):
                    for rows in ("", "height: 250px", "grid-auto-rows: minmax(50px, auto)"):
                        css = f"p {{ margin: 0 }} .w {{ display: grid }} .o {{ width: 264px; {rows} }} .e {{ aspect-ratio: 3/2; {edges} }} .d {{ aspect-ratio: {ratio}; display: block }}"
                        pieces.append((css, f"<div class='w o'><div class=e>{inside}</div></div>"))
        self.agree_each(pieces)


class LeastWidths(AgreementCase):
    def test_parts_of_an_unknown_width_are_nothing_and_the_rest_of_it_counts(self) -> None:
        limits = ("min-width: calc(30% + 25px)", "min-width: 30%", "min-width: calc(10% + 90px)", "min-width: calc(30% + 25px); padding: 0 3px; box-sizing: border-box", "min-width: calc(30% + 25px); overflow: hidden")
        columns = ("1fr calc(5% + 40px) 1fr 100px", "1fr 1fr 200px", "auto 1fr", "min-content 1fr", "fit-content(50px) 1fr", "minmax(auto, 30px) 1fr")
        self.agree_each(
            (f"section {{ width: {width}; display: grid; grid-template-columns: {tracks}; gap: 9px }} b {{ {limit} }}", f"<section><b>{text}</b><i>x y</i></section>")
            for width in ("304px", "150px", "max-content", "min-content") for tracks in columns for limit in limits for text in ("Permitting)", "a b c", "<img width=60 height=10>")
        )  # fmt: skip
