"""Forms, figures and small parts that hand-written pages are full of, against the browser."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

OWN = "font: inherit; padding: 6px 10px; border: 1px solid; margin: 0; box-sizing: border-box"


class Forms(AgreementCase):
    def test_labels_beside_fields_by_grid(self) -> None:
        self.agree(
            f"""
            form {{ display: grid; grid-template-columns: max-content 1fr; gap: 8px 16px; align-items: center }}
            input, textarea, select, button {{ {OWN} }} textarea {{ height: 70px }} .all {{ grid-column: 1 / -1 }} button {{ justify-self: start }}
            """,
            "<form><label>Name</label><input><label>Which crossing</label><input type=text><label>Words</label><textarea></textarea><p class=all>We answer by the next boat.</p><button>Send</button></form>",
        )

    def test_fields_fill_their_areas(self) -> None:
        self.agree(
            f"""
            .g {{ display: grid; grid-template-columns: 1fr 1fr; grid-auto-rows: minmax(60px, auto); gap: 6px }}
            input:not([type=checkbox]), textarea {{ {OWN} }} .s {{ justify-self: start; align-self: end }}
            .c {{ display: flex; flex-direction: column }} .a {{ position: relative; height: 60px }} .a input {{ position: absolute; left: 10px; right: 10px }}
            """,
            "<div class=g><input><textarea></textarea><input class=s><input type=checkbox><input type=email style='width:50%'></div>"
            "<div class=c><input><textarea></textarea></div><div class=a><input></div>",
        )

    def test_a_search_row_by_flex(self) -> None:
        self.agree(
            f"form {{ display: flex; gap: 4px }} input {{ {OWN}; flex: 1; min-width: 0 }} button {{ {OWN}; white-space: nowrap }}",
            "<form><input type=search><button>Find a boat</button></form>",
            (200, 320, 640),
        )

    def test_fields_of_full_width_in_a_fieldset(self) -> None:
        self.agree(
            f"fieldset {{ border: 1px solid; padding: 12px; margin: 0 0 10px }} label {{ display: block; margin-bottom: 4px }} input {{ {OWN}; width: 100%; display: block }}",
            "<fieldset><label>From</label><input><label>To</label><input></fieldset>",
        )

    def test_buttons_in_a_row_and_links_like_buttons(self) -> None:
        self.agree(
            f"button, .b {{ {OWN} }} .b {{ display: inline-block; text-decoration: none }} .big {{ font-size: 1.25em; padding: .5em 1.5em }} .block {{ display: block; width: 100%; text-align: left }}",
            "<p><button>One</button> <a class=b>Two</a> <button class=big>Three</button></p><button class=block>Four</button><button disabled>Five <small>more</small></button>",
        )


class Parts(AgreementCase):
    def test_a_definition_list_by_grid_and_by_floats(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: auto 1fr; gap: 2px 12px } .g dd, .f dd { margin: 0 } .f dt { float: left; clear: left; width: 30% } .f dd { margin-left: 32% }
            """,
            "".join(
                f"<dl class={c}><dt>Boat<dd>The Gannet, built for the sound<dt>Crew<dd>Four</dl>"
                for c in "gf"
            ),
        )

    def test_breadcrumbs_tags_and_pagination(self) -> None:
        self.agree(
            """
            ol, ul { list-style: none; margin: 8px 0; padding: 0 } .crumbs li { display: inline } .crumbs li + li::before { content: " / "; padding: 0 4px }
            .tags { display: flex; flex-wrap: wrap; gap: 6px } .tags a { display: block; padding: 2px 10px; border: 1px solid }
            .pages { display: flex; justify-content: center } .pages a { display: grid; place-items: center; width: 2.5em; height: 2.5em; margin-left: -1px; border: 1px solid }
            """,
            "<ol class=crumbs><li>Home<li>Islands<li>Little Hamm</ol><ul class=tags><li><a>dogs</a><li><a>bicycles</a><li><a>pianos by arrangement</a></ul><ul class=pages><li><a>1</a><li><a>2</a><li><a>10</a></ul>",
            (200, 320, 640),
        )

    def test_quotes_figures_and_ratio_frames(self) -> None:
        self.agree(
            """
            blockquote { margin: 1em 0; padding: 0 0 0 1.2em; border-left: 4px solid } blockquote footer { margin-top: .5em; font-size: .9em }
            .frame { position: relative; padding-bottom: 56.25%; height: 0; overflow: hidden } .frame iframe { position: absolute; inset: 0; width: 100%; height: 100%; border: 0 }
            figure { margin: 1em 8% } figure img { max-width: 100%; height: auto; display: block } figcaption { padding: 4px 0; font-size: 14px }
            """,
            f"<blockquote><p>It waited.</p><footer>A passenger</footer></blockquote><div class=frame><iframe></iframe></div><figure><img width=800 height=450 src={PIXEL}><figcaption>The quay at low water</figcaption></figure>",
        )

    def test_steps_with_counters_and_lines(self) -> None:
        self.agree(
            """
            ol { counter-reset: s; list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fit, minmax(140px, 1fr)); gap: 1rem }
            li { counter-increment: s; position: relative; padding: 3em 1em 1em } li::before { content: counter(s); position: absolute; top: 0; left: 50%; width: 2em; height: 2em; margin-left: -1em; display: grid; place-items: center }
            """,
            "<ol><li>Buy<li>Board at the green door<li>Wave</ol>",
        )

    def test_a_timeline_with_markers(self) -> None:
        self.agree(
            """
            .line { position: relative; padding-left: 2rem } .line::before { content: ""; position: absolute; left: .5rem; top: 0; bottom: 0; width: 2px }
            .stop { position: relative; padding-bottom: 1.5rem } .stop::before { content: ""; position: absolute; left: -1.75rem; top: .35rem; width: 12px; height: 12px } .stop > :first-child { margin-top: 0 } .stop > :last-child { margin-bottom: 0 }
            """,
            "<div class=line><div class=stop><h4>07.15</h4><p>Orra</p></div><div class=stop><h4>11.00</h4><p>Vey, and then home by the sound</p></div></div>",
        )

    def test_a_sticky_sidebar_and_an_offset_main(self) -> None:
        self.agree(
            """
            .w { display: grid; grid-template-columns: 200px minmax(0, 1fr); gap: 30px; max-width: 60rem; margin: 0 auto; padding: 0 1rem } nav { position: sticky; top: 1rem; align-self: start } pre { overflow-x: auto; white-space: pre; padding: 1em }
            @media (max-width: 48em) { .w { display: block } nav { position: static } }
            """,
            "<div class=w><nav><ul><li>One<li>Two</ul></nav><main><h2>Long words</h2><pre>a line of source that is much longer than the room it has been given here, on purpose, so it scrolls</pre><p>after</p></main></div>",
            (320, 640, 768, 769, 1000),
        )

    def test_stacking_with_owl_selectors_and_flow_space(self) -> None:
        self.agree(
            """
            .flow > * { margin-block: 0 } .flow > * + * { margin-block-start: var(--space, 1em) } .flow h3 { --space: 2em } .box { border: 1px solid; padding: clamp(.75rem, 3cqi, 2rem); container-type: inline-size }
            """,
            "<div class='flow box'><h2>One</h2><p>two</p><h3>Three</h3><p>four</p><ul><li>five</ul></div>",
        )

    def test_fields_by_a_height_that_comes_to_nothing(self) -> None:
        self.agree(
            "input { font: 16px/30px serif } .a { height: min(60%, 200px) } .b { height: 30% } .s { overflow: scroll } .f { display: flex; width: 200px }",
            "<p><input class=a></p><p><input class=b></p><p><input></p><div class=f><i>a</i><input class=s size=30></div>",
        )

    def test_how_low_a_line_of_a_field_may_be(self) -> None:
        """It is decided before a page's own fonts are there."""
        self.agree("input { font: inherit } p { font: 17px/1.65 serif } .a { line-height: 1.2 } .b { line-height: .8 } h3 { line-height: 1.2 }", "<p><input class=a></p><p><input class=b></p><h3><input></h3>")


class SizedByContent(AgreementCase):
    def test_fields_as_large_as_what_they_show(self) -> None:
        """css-ui-4 §5.3; an empty field is as wide as the place where text would be put in."""
        fields = (
            "<input>", "<input value=abc>", "<input value='abc def ghi' size=3>", "<input placeholder=hold>", "<input value=a placeholder=holding>", "<input style='width: 100px' value=x>",
            "<input style='min-width: 60px; max-width: 90px' value=abcdefghijkl>", "<input type=number value=12>", "<input type=email value=a@b>", "<input type=submit>", "<input type=checkbox>",
            "<textarea></textarea>", "<textarea>abc</textarea>", "<textarea rows=5 cols=40>abc\ndefgh</textarea>", "<textarea placeholder='hello there'></textarea>",
            "<textarea style='width: 100px'>known isles of the skerry</textarea>", "<textarea style='max-width: 100px'>known isles of the skerry</textarea>", "<textarea>abc\n</textarea>",
            "<textarea style='min-height: 50px; width: 300px'>abc</textarea>", "<textarea style='display: block; width: 50%; padding: 5px 9px'>known isles of the skerry  and more</textarea>",
            "<div style='display: flex'><textarea style='flex: 1'>known isles</textarea><input value=x></div>", "<select><option hidden>a<option hidden>longer one</select>",
        )  # fmt: skip
        for field in fields:
            self.agree("body * { field-sizing: content; font: 20px/30px Sans }", f"a {field} b<span>x</span>", widths=(500,))


class Dates(AgreementCase):
    def test_fields_of_dates_and_files(self) -> None:
        pieces: list[tuple[str, str]] = []
        for kind in ("date", "month", "week", "time", "datetime-local", "file"):
            fonts = ("", "font: 10px Sans", "font-size: 20px", "font: 40px Slab", "font-weight: bold; font-family: Sans", "padding: 0; border: 0", "padding: 9px; width: 100px", "display: block", "line-height: 40px", "box-sizing: content-box; width: 90px", "margin: 4px; vertical-align: top")
            pieces.append(("i { font-style: normal }", "".join(f'<p>a <input type={kind} style="{font}"> <b>x</b></p><div style="display: flex; align-items: baseline"><input type={kind} style="{font}"><i>y</i></div>' for font in fonts)))
        self.agree_each(pieces)

    def test_areas_are_aligned_by_their_first_line(self) -> None:
        areas = ("<textarea>W</textarea>when", "<textarea rows=1></textarea>when", "<textarea style='margin: 5px'></textarea><b>x</b>", "<textarea style='padding: 9px; border: 0'></textarea><b>x</b>", "<textarea style='overflow: hidden'></textarea><b>x</b>")
        for align in ("baseline", "last baseline", "flex-start"):
            for around in ("display: flex", "display: grid; grid-auto-flow: column"):
                self.agree("", "".join(f'<div style="{around}; align-items: {align}">{area}</div>' for area in areas) + f"<p>x {areas[0]}</p>", (700,))

    def test_tables_keep_their_cells_beyond_a_limit(self) -> None:
        for around in ("float: left", "display: inline-block", "width: min-content", "position: absolute"):
            self.agree("", "".join(f'<div style="{around}"><table style="{limit}"><td nowrap>Tickets archipelago</td></table></div>' for limit in ("max-width: 60px", "max-width: 60px; width: 200px", "max-width: 60px; padding: 5px", "max-width: 60px; border-collapse: collapse", "max-width: 200px")), (700,))

    def test_areas_and_fields_of_many_sizes(self) -> None:
        """Products of single precision decide where a width is rounded up."""
        sizes = (10, 11, 12, 12.8, 13, 14, 14.4, 15, 16, 17, 17.6, 18, 20, 24)
        self.agree("", "".join(f'<p><textarea style="font: {size}px {font}" cols={columns}></textarea><input style="font: {size}px {font}" size={columns}>' for size in sizes for font in ("Sans", "monospace", "Arial") for columns in (10, 20, 33)), (1600,))


class StandingOn(AgreementCase):
    def test_buttons_without_a_line_stand_on_the_end_of_their_content_box(self) -> None:
        pieces: list[tuple[str, str]] = []
        for content in ("", "<span></span>", "<i style='position: absolute'>x</i>", "<i style='float: left'>x</i>", "<div style='height: 5px'></div>", "<p>x</p>"):
            for style in ("height: 60px", "height: 60px; padding: 10px 0", "", "height: 10px", "min-height: 40px", "display: inline-flex; height: 60px; align-items: center", "display: inline-grid; height: 50px"):
                pieces.append((f"button {{ {style} }}", f"<div><button>{content}</button>x<b>y</b></div>"))
        self.agree_each(pieces, (320,))

    def test_fields_that_are_too_low_stand_on_their_text(self) -> None:
        pieces: list[tuple[str, str]] = []
        for field in ("<input>", "<input type=date>", "<input type=file>"):
            for style in ("height: 10px", "height: 0", "height: 10px; padding: 16px 4px", "height: 60px"):
                for font in ("16px serif", "15px/1.6 serif"):
                    pieces.append((f"input {{ font: inherit; {style} }} div {{ font: {font} }}", f"<div>{field}x<b>y</b></div>"))
        self.agree_each(pieces, (320,))

    def test_fields_whose_width_is_a_percentage_can_be_compressed(self) -> None:
        pieces: list[tuple[str, str]] = []
        for field in ("<textarea class=x></textarea>", "<input class=x>", "<select class=x><option>some words</select>", "<input class=x type=range>", "<input class=x type=file>", "<input class=x type=date>"):
            for width in ("60%", "20px", "calc(10% + 5px)"):
                for limit in ("min-width: fit-content", "min-width: min-content", "min-width: max-content", "max-width: fit-content", "max-width: min-content"):
                    for room, padding in ((100, ""), (256, "padding: 0 40%")):
                        pieces.append((f"div {{ width: {room}px }} .x {{ width: {width}; {limit}; {padding} }}", f"<div>{field}</div>"))
        self.agree_each(pieces)


class HeightsByRatio(AgreementCase):
    def test_a_field_is_as_high_as_its_words_at_least(self) -> None:
        fields = "<input><input type=number><input type=date><input type=file><select><option>abc</select><textarea></textarea><input type=checkbox><input type=range><button>a</button>"
        pieces: list[tuple[str, str]] = []
        for size in ("", "width: 20px", "width: 60px", "width: 20px; min-height: 0", "width: 20px; max-height: 5px", "height: 60px"):
            for edges in ("", "box-sizing: border-box; padding: 20% 2px", "border: 10px solid"):
                pieces.append((f"form > * {{ display: block; margin: 0; aspect-ratio: 4; {size}; {edges} }}", f"<form>{fields}</form>"))
        self.agree_each(pieces, (320,))


class Overflow(AgreementCase):
    def test_what_is_told_of_it_and_what_counts(self) -> None:
        fields = ("<textarea rows=4>a</textarea>", "<select multiple></select>", "<select><option>a</select>", "<input>", "<button>a<br>b</button>", "<iframe></iframe>", "<canvas></canvas>")
        pieces: list[tuple[str, str]] = []
        for overflow in ("", "overflow: visible", "overflow: hidden", "overflow: auto", "overflow: clip"):
            for around in ("display: grid; height: 60px", "display: flex; flex-direction: column; height: 60px", "display: flex; width: 60px", "display: grid; grid-template-columns: minmax(auto, 30px) 1fr; width: 100px"):
                body = "".join(f"<section>{field}<p>to <br>word</section>" for field in fields)
                pieces.append((f"p {{ margin: 0 }} section {{ {around} }} section > :first-child {{ margin: 0; {overflow} }}", body))
        self.agree_each(pieces)

    def test_fields_as_wide_as_a_part_of_a_row(self) -> None:
        fields = ("<input>", "<input type=range>", "<input type=file>", "<input type=date>", "<select><option>long words</select>", "<button>a</button>", "<textarea></textarea>", "<img width=90 height=30>")
        pieces: list[tuple[str, str]] = []
        for width in ("", "100%", "50%", "calc(100% - 10px)", "100%; flex: 1", "100%; padding: 8px", "100%; min-width: 40px"):
            for row in ("width: 100px", "width: 300px"):
                body = "".join(f"<section><u>label</u>{field}</section>" for field in fields)
                pieces.append((f"section {{ display: flex; {row} }} u {{ padding: 0 40px }} section > :last-child {{ margin: 0; width: {width} }}", body))
        self.agree_each(pieces)

    def test_what_a_box_in_the_line_stands_on_whose_last_block_is_a_field(self) -> None:
        pieces: list[tuple[str, str]] = []
        for field in ("<textarea></textarea>", "<select multiple></select>", "<select><option>w</select>", "<input>"):
            for display in ("block", "grid", "inline-block"):
                pieces.append((f"label {{ display: inline-block }} .x {{ margin: 0; display: {display} }}", f"<section><label>{field.replace('>', ' class=x>', 1)}</label> x</section>"))
        self.agree_each(pieces)


class LinesOfFields(AgreementCase):
    def test_how_low_a_line_may_be(self) -> None:
        """A line that is not 1 px higher than its letters is as high as the font says; a menu without its look has none of the room between lines."""
        fields = (
            "<input class=x>", "<input class=x value=abc>", "<input type=search class=x>", "<input type=number class=x>", "<input type=date class=x>",
            "<input type=submit class=x value=go>", "<button class=x>go</button>", "<select class=x><option>a</select>", "<textarea class=x></textarea>", "<input type=file class=x>",
        )  # fmt: skip
        self.agree_each(
            (f".x {{ font: inherit; {look} }} div {{ font: {size}/{line} {family} }}", f"<div>a{field}b</div>")
            for field in fields
            for family in ("serif", "Sans")
            for size in ("13.333px", "22.5px", "30px")
            for line in ("normal", "24px", "10px", "1", "1.1", "1.6", "0", "50%")
            for look in ("", "padding: 0; border: 0", "appearance: none")
        )


class LowLines(AgreementCase):
    def test_from_which_line_height_on_a_line_is_as_high_as_asked_for(self) -> None:
        fields = ("<input>", "<textarea></textarea>")
        self.agree_each(
            (f"input, textarea {{ font: {weight} {size}px/{line} {family} }}", field)
            for weight in (400, 600) for family in ("Sans", "serif") for size in (10, 11.5, 13.3333, 16, 20, 22.95) for line in (0.9, 1, 1.01, 1.05, 1.1, 1.2) for field in fields
        )  # fmt: skip


class CapitalsBehindFields(AgreementCase):
    def test_words_that_a_field_holds_go_on_behind_it(self) -> None:
        """As the browser has it: what a field shows by itself is the text before."""
        fields = ("<textarea>Words</textarea>", "<textarea>words </textarea>", "<textarea placeholder=abc></textarea>", "<input value=ab>", "<input placeholder=ab>", "<input type=file>", "<select><option>ab</select>", "<select><option>ab<option selected>x-</select>", "<input type=checkbox value=on>", "<button>go</button>", "<u>ab</u>")
        self.agree_each(("b { text-transform: capitalize } u { display: inline-block }", f"<p>{field}<b>{text}</b>") for field in fields for text in ("known isles", " known isles", "<i>known</i> isles"))


class Displays(AgreementCase):
    def test_what_boxes_to_tick_and_buttons_are_in_a_line(self) -> None:
        """They are boxes of their own as long as they have the browser's look; what is hidden stays so."""
        fields = ("<input type=checkbox class=x>", "<input type=radio class=x>", "<input type=submit class=x>", "<button class=x>a</button>", "<input type=hidden class=x>", "<input class=x>")
        self.agree_each(
            (f".x {{ display: {display}; {look} }}", f"<div>a {field} b</div>")
            for field in fields
            for display in ("inline", "inline list-item", "inline-table", "table", "block", "flex")
            for look in ("", "width: 30px; height: 20px", "padding: 3px; border: 2px solid")
        )

    def test_what_fields_of_colours_are_aligned_by(self) -> None:
        sizes = ("", "height: 20px", "height: 40px", "height: 10px", "padding: 3px; border: 2px solid", "padding: 0", "border: 0", "padding: 10px", "padding: 10px; height: 50px", "box-sizing: content-box; height: 30px; padding: 4px")
        self.agree_each((f"input {{ {size} }}", "<div>a <input type=color><input type=color value='#ffffff'> b</div>") for size in sizes)

    def test_how_wide_text_areas_are_in_a_font_whose_letters_add_up_to_whole_pixels(self) -> None:
        self.agree_each((f"textarea, input {{ font: {size}px monospace }}", "<textarea></textarea><input size=10>") for size in (10, 16, 20, 25, 32, 40))

    def test_heights_that_come_to_none(self) -> None:
        """A part of no height leaves a field as high as its font says, a word as high as its line."""
        self.agree_each(
            (f"label {{ font: 16px/{line} {family} }} input {{ font: inherit; height: {height}; {look} }}", "<label>a <input> b</label>")
            for line in ("1", "1.6", "2", "normal")
            for family in ("Sans", "serif")
            for height in ("auto", "100%", "calc(100% - 5px)", "20px", "30px", "stretch", "min-content", "fit-content")
            for look in ("", "padding: 5px", "padding: 0; border: 0")
        )
