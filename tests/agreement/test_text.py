"""Text: shaping, spaces, breaks, spacing, transforms."""

from __future__ import annotations

from .base import AgreementCase

LONG = "The Skerry Line has carried people, post and pianos across the sound since 1911. The last boat waits for the music to end."


class Text(AgreementCase):
    def test_lines_break_at_spaces_and_the_height_follows(self) -> None:
        self.agree("p { margin: 10px }", f"<p>{LONG}</p><p>{LONG} {LONG}</p>", (240, 333, 500, 777))

    def test_kerning_runs_across_tags_of_the_same_font(self) -> None:
        self.agree(
            "p { font-family: Slab; font-weight: 700 }",
            "<p>AV<em style='font-style:normal'>A To</em><span>Ty.</span> W<b>a</b></p>",
        )

    def test_letter_and_word_spacing(self) -> None:
        self.agree(
            """
            .a { letter-spacing: 2px }
            .b { letter-spacing: -.03em }
            .c { word-spacing: .5em }
            .d { letter-spacing: .1em; word-spacing: -2px }
            """,
            "".join(f"<p><span class={c}>{LONG}</span></p>" for c in "abcd"),
        )

    def test_text_transform_changes_advances(self) -> None:
        self.agree(
            """
            .u { text-transform: uppercase }
            .l { text-transform: lowercase }
            .c { text-transform: capitalize }
            """,
            "<p><span class=u>crossing straße</span></p><p><span class=l>CROSSING</span></p><p><span class=c>six islands, one o’clock ferry’s rope</span></p>",
        )

    def test_text_indent_moves_the_first_line_only(self) -> None:
        self.agree(
            """
            p { text-indent: 40px }
            .n { text-indent: -20px; padding-left: 20px }
            .p { text-indent: 10% }
            """,
            f"<p>{LONG}</p><p class=n>{LONG}</p><p class=p>{LONG}</p>",
        )

    def test_white_space_values(self) -> None:
        self.agree(
            """
            .pre { white-space: pre }
            .wrap { white-space: pre-wrap }
            .line { white-space: pre-line }
            .no { white-space: nowrap }
            .bs { white-space: break-spaces }
            """,
            "".join(
                f"<p class={c}><span>Orra   07:10\n  Little Hamm    08:20\n\nVey and the one road that goes all the way round it</span></p>"
                for c in ("pre", "wrap", "line", "no", "bs")
            ),
        )

    def test_tabs_go_to_stops(self) -> None:
        self.agree(
            """
            pre { font-family: Sans; tab-size: 4 }
            .px { tab-size: 60px }
            """,
            "<pre>a\tb\tccc\td</pre><pre class=px>a\tb\tlonger than a stop\td</pre>",
        )

    def test_soft_hyphens_and_wbr(self) -> None:
        self.agree(
            "p { width: 120px }",
            "<p>North&shy;er&shy;haven&shy;crossing ferry</p><p>Norther<wbr>haven<wbr>crossing<wbr>ferry</p><p style='hyphens:none'>North&shy;er&shy;haven</p>",
        )

    def test_hyphens_slashes_and_dashes_break(self) -> None:
        self.agree(
            "p { width: 90px }",
            "<p>well-known sea-going ferry</p><p>orra/vey/hamm/northerhaven</p><p>dawn—dusk—dawn—dusk</p><p>12–14–16–18–20–22</p><p>a.b.c (d) [e] f,g;h:i!j?k</p>",
        )

    def test_overflow_wrap(self) -> None:
        self.agree(
            """
            p { width: 80px }
            .b { overflow-wrap: break-word }
            .a { overflow-wrap: anywhere }
            .w { word-break: break-all }
            .k { word-break: keep-all }
            """,
            "".join(f"<p class={c}><span>Northerhavencrossing to Vey</span></p>" for c in "xbawk"),
        )

    def test_anywhere_counts_for_min_content_and_break_word_does_not(self) -> None:
        self.agree(
            """
            div { width: min-content }
            .a { overflow-wrap: anywhere }
            .b { overflow-wrap: break-word }
            """,
            "<div class=a>Northerhaven ferry</div><div class=b>Northerhaven ferry</div>",
        )

    def test_line_breaks_and_br(self) -> None:
        self.agree("", "<p>Orra<br>Vey<br><br>The Calf<br></p><p><br></p><p>a<br>b <b>c<br>d</b></p>")

    def test_empty_and_blank_inlines(self) -> None:
        self.agree("span { padding: 3px }", "<p>a <span></span> b</p><p>   <b> </b> c </p><div><i></i></div>")

    def test_justified_text(self) -> None:
        self.agree(
            """
            p { text-align: justify; width: 300px }
            .last { text-align-last: justify }
            """,
            f"<p>{LONG} <b>bold</b> and <i>more</i></p><p class=last>one two <b>three</b></p>",
        )

    def test_alignment_of_lines(self) -> None:
        self.agree(
            """
            .c { text-align: center }
            .r { text-align: right }
            .e { text-align: end }
            """,
            "".join(f"<p class={c}>Crossings <b>to</b> Vey</p>" for c in "cre"),
        )

    def test_font_sizes_and_units(self) -> None:
        self.agree(
            """
            .a { font-size: 1.3em }
            .b { font-size: 80% }
            .c { font-size: larger }
            .d { font-size: x-large }
            .e { font-size: 2rem }
            .f { width: 20ch; height: 3ex }
            .g { width: 10vw; height: 5vmin }
            .h { width: 20pt; height: 1cm }
            .i { width: 1in; height: 3pc }
            .j { padding: 1lh; width: 4rlh }
            .k { width: 30dvw; height: 10svh }
            """,
            "".join(f"<div class={c}>boat</div>" for c in "abcdefghijk"),
        )

    def test_fallback_fonts_for_characters_the_page_font_lacks(self) -> None:
        self.agree("", "<p><span>Boat → pier</span></p><p><span>√ 2 ≈ 1.41</span></p><p>жук</p>")

    def test_line_height_values(self) -> None:
        self.agree(
            """
            .n { line-height: normal }
            .p { line-height: 150%; font-size: 13px }
            .x { line-height: 31px }
            .e { line-height: 1.7em; font-size: 11px }
            .u { line-height: 0 }
            """,
            "".join(f"<p class={c}>ferry <small>small</small> <big>big</big></p>" for c in "npxeu"),
        )


class Sizes(AgreementCase):
    def test_advances_and_heights_at_broken_sizes(self) -> None:
        """The browser keeps faces by sizes cut to hundredths, and the rasteriser by 1/64 px of those: 18.72px is 18.71875 to it."""
        words = "crossings And extraordinarily Known weather to pier allows"
        for family in ("Sans", "Slab", "serif", "monospace"):
            sizes = [k * f for k in range(11, 30, 3) for f in (1.0, 1.07, 1.17, 0.83, 1.2)]
            css = "".join(f".a{n} {{ font-size: {size:.4f}px }}" for n, size in enumerate(sizes))
            body = "".join(f"<div class=a{n}><b>{words}</b> {words}</div>" for n in range(len(sizes)))
            self.agree(f"body {{ font: 16px/normal {family} }} {css}", body, (1900,))

    def test_a_break_before_what_may_break_anywhere(self) -> None:
        self.agree(
            "div { width: 15px; font: 16px/20px serif } .a { overflow-wrap: anywhere } .w { overflow-wrap: break-word }",
            "<div><q class=a>12:45</q></div><div><b class=a><i>a</i>12:45</b></div><div class=w><i>a</i>12:45<b>b</b></div>",
        )

    def test_hyphens_of_lines_that_are_cut_back(self) -> None:
        word = "light\u00adhouse\u00adkeep\u00ader"
        self.agree("p { font: 16px/20px serif; width: fit-content }", f"<div>timetable <span>{word}<strong>permitting)</strong></span></div>", (70, 90, 130, 150, 170, 190, 320))

    def test_spaces_before_an_edge_that_closes(self) -> None:
        self.agree(".n::after { content: '\u2192 '; padding: 3px } div { font: 16px/20px serif; float: left; clear: left } .w { width: 150px }", "<div><span class=n>known is</span></div><div class=w>Cross the <span class=n>from</span></div>")

    def test_a_wbr_where_words_do_not_wrap(self) -> None:
        texts = ("by<wbr> Extra is", "by <wbr>Extra is", "by<wbr>Extra is", "<b>by</b><wbr> Extra", "by<wbr><b> Extra</b>", "by<wbr><b style='padding-left: 5px'> Extra</b>", "by<wbr>, x", "by<wbr>")
        lines = [f"<div style='white-space: {kept}; width: {width}px'>Leaves {text}</div><p style='white-space: {kept}; width: min-content'>Leaves {text}</p>" for kept in ("nowrap", "pre") for text in texts for width in (10, 60, 140)]
        self.agree("body { font: 16px/18px serif } b { font: inherit }", "".join(lines), widths=(320,))


class KeptSpaces(AgreementCase):
    def test_at_the_end_of_a_paragraph_they_count_as_far_as_they_fit(self) -> None:
        texts = ("<b>Words</b>   ", "<b>Words</b> here and <i>more</i>  \n<u>x</u> ", "known isles   of the <b>skerry</b>  line <i>x</i>", "<b>abc </b> ", "<b>abcdefgh</b>   ", "<img width=40 height=10> ")
        for space in ("pre-wrap", "pre", "pre-line", "normal"):
            body = "".join(f"<div style='text-align: {align}; width: {width}px'>{text}</div>" for align in ("center", "right", "end", "left") for text in texts for width in (200, 84, 60))
            self.agree(f"div {{ white-space: {space} }}", body, widths=(500,))

    def test_they_hang_where_words_break_anywhere(self) -> None:
        for how in ("overflow-wrap: anywhere", "word-break: break-word", "overflow-wrap: break-word"):
            body = "".join(f"<p style='white-space: {space}; width: {width}px'>{text}</p>" for space in ("pre-wrap", "normal", "break-spaces", "pre-line") for text in ("Wind when dogs on", "Wind  when   dogs", " x yy  zz ") for width in (0, 12, 30, 50))
            self.agree(f"p {{ {how}; margin: 0 }}", body, widths=(500,))


class SoftHyphens(AgreementCase):
    def test_where_a_piece_fits_but_not_with_its_hyphen(self) -> None:
        word = "Light\u00adhouse\u00adkeep\u00ader"
        for breaks in ("overflow-wrap: anywhere", "overflow-wrap: break-word", "word-break: break-word", "word-break: break-all", "hyphens: manual"):
            with self.subTest(breaks):
                body = "".join(
                    f'<p style="width: {width}px"><em style="padding: {padding}">{word}</em></p>' for padding in ("0 20px", "0 10px", "0", "0 20px 0 0", "0 0 0 20px") for width in (30, 40, 50, 56, 63, 70, 80, 100)
                ) + "".join(f'<div style="{room}"><p>{inside}</p><i>x</i></div>' for room in ("width: min-content", "float: left; max-width: 50px", "display: grid; grid-template-columns: min-content 1fr") for inside in (word, f"a {word}", f"<b>{word}</b>"))  # fmt: skip
                self.agree(breaks.join(("body { ", " }")), body, (700,))


class Spaces(AgreementCase):
    def test_of_every_width_in_fonts_that_have_them_and_that_have_not(self) -> None:
        for font in ("16px Sans", "20px Slab", "17px Mono, monospace", "20px Arial; letter-spacing: 1px"):
            self.agree("i, b { font-weight: inherit }", "".join(f'<p style="font: {font}">a&#{code};b <b>x&#{code};&#{code};y</b> <i>z</i></p>' for code in (*range(0x2000, 0x200B), 0x202F, 0x205F, 0x3000, 0xA0)), (700,), tolerance=0.07)
