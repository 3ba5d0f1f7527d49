"""What findings of colours, names, files and movements say: worked out by hand."""

from __future__ import annotations

from hillpin.core.survey.unmatched_names import distance

from .test_survey_findings import HIGH, LOW, picture
from .test_survey_sentences import SaidCase, of


class Colours(SaidCase):
    def test_grey_on_grey(self) -> None:
        # 0x99 is 0.3185 of light and 0xff 1: (1 + .05) ÷ (.3185 + .05) = 2.849.
        found = self.says("low-contrast", ".hint { color: #999 }", "<p class=hint>words</p>", "The text of p.hint has a contrast of 2.84:1, #999999 on #ffffff; AA asks for 4.5:1.", "text #999999", "ground #ffffff", "contrast 2.84:1", "wanted 4.5:1")
        self.assertEqual((found.low, found.high, found.line), (None, None, 2))

    def test_large_and_bold_words_need_less(self) -> None:
        # #767676 on white is 4.54:1, #777 4.48:1; #949494 is 3.03:1, #959595 2.99:1. Large is 24 px, or 18.66 px and bold.
        for css, number in (
            ("color: #767676", 0), ("color: #777", 1), ("color: #777; font-size: 24px", 0), ("color: #777; font-size: 23.9px", 1),
            ("color: #949494; font-size: 24px", 0), ("color: #959595; font-size: 24px", 1),
            ("color: #777; font: bold 18.67px serif", 0), ("color: #777; font: bold 18.6px serif", 1), ("color: #777; font: 600 20px serif", 1),
        ):  # fmt: skip
            self.counts("low-contrast", number, f"p {{ {css} }}", "<p>words</p>")

    def test_what_shows_through(self) -> None:
        # Black at 40% on white is #999999; half white over black is 0.5, 0.2140 of light: black has .2640 ÷ .05 = 5.28, white 1.05 ÷ .2640.
        (found,) = of("low-contrast", "p { color: rgb(0 0 0 / .4) }", "<p>words</p>")
        self.assertIn("2.84:1, #999999 on #ffffff", found.message)
        (found,) = of("low-contrast", "p { color: #000; opacity: .4 }", "<p>words</p>")
        self.assertIn("#999999 on #ffffff", found.message)
        css = "div {{ background: #000 }} p {{ background: rgb(255 255 255 / .5); color: {} }}"
        self.counts("low-contrast", 0, css.format("#000"), "<div><p>words</p></div>")
        (found,) = of("low-contrast", css.format("#fff"), "<div><p>words</p></div>")
        self.assertIn("3.97:1, #ffffff on #808080", found.message)


class Names(SaidCase):
    def test_how_many_letters_apart(self) -> None:
        for a, b, letters in (
            ("", "", 0), ("boat", "boat", 0), ("", "boat", 4), ("boat", "", 4), ("boat", "boats", 1), ("boats", "boat", 1), ("boat", "goat", 1),
            ("boat", "baot", 1), ("boat", "abot", 2), ("harbour", "habrour", 1), ("abcd", "badc", 2), ("kitten", "sitting", 3),
        ):  # fmt: skip
            self.assertEqual(distance(a, b), letters, (a, b))

    def test_what_is_said(self) -> None:
        self.says("unmatched-name", ".tickts { margin: 1px }", "<p class=tickets>x</p>", ".tickts matches nothing; p.tickets is written .tickets.")
        found = self.says("unmatched-name", ".harbour { margin: 1px }", "<p class=harbour>x</p>\n<p class=harbor>y</p>", "No rule names .harbor; the sheet has .harbour.")
        self.assertEqual((found.file, found.line), ("index.html", 3))
        self.says("unmatched-name", "#fares { margin: 1px }", "<p class=fares>x</p>", "#fares matches nothing; p.fares is written .fares.")

    def test_attributes_and_words_name_nothing(self) -> None:
        for css in ("[class='tickts'] { margin: 1px }", "p::before { content: '.tickts' }", "p:not(.tickets) { margin: 1px } .tickets { margin: 2px }"):
            self.counts("unmatched-name", 0, css, "<p class=tickets>x</p>")


class Files(SaidCase):
    def test_what_is_missing(self) -> None:
        for css, body, message in (
            ("", "<img src=none.png alt=a>", "The picture none.png is not there."),
            ("p { background: url('a b.png') }", "<p>x", "The picture a b.png is not there."),
            ("@font-face { font-family: Sans; src: url(no.woff2) }", "<p>x", "The font no.woff2 is not there."),
            ("", "<video poster=no.jpg></video>", "The picture no.jpg is not there."),
            ("", "<img src=b.png srcset='b.png 1x, no.png 2x' alt=a width=9 height=9>", "The picture no.png is not there."),
            ("", "<input type=image src=no.png alt=a>", "The picture no.png is not there."),
        ):
            self.says("missing-file", css, body, message, b_png=picture(9, 9))

    def test_what_is_not(self) -> None:
        for css, body in (
            ("", "<img src=b.png alt=a width=9 height=9>"),
            ("", "<img src='data:image/png;base64,AA==' alt=a>"),
            ("", "<img src=https://skerry.example/b.png alt=a>"),
            ("", "<input type=text src=no.png aria-label=a>"),
            ("p { background: url(#mark) }", "<p>x"),
            ("p { background: url(b.png) }", "<p>x"),
        ):
            self.counts("missing-file", 0, css, body, b_png=picture(9, 9))


class Movements(SaidCase):
    def test_an_animation(self) -> None:
        css = "p { margin: 0 } .a { height: 20px; animation: grow 1s }\n@keyframes grow { to {\nheight: 50px } }"
        found = self.says(
            "animated-layout", css, "<div class=a></div><p>x</p>",
            "The animation grow changes height, so that the page is laid out anew at every frame: it moves or sizes div.a itself by up to 30 and p by up to 30 at 320. Who asks for reduced motion sees it too.",
            "div.a: 30 in height", "p: 30 down",
        )  # fmt: skip
        self.assertEqual((found.low, found.high, found.line), (LOW, HIGH, 4))

    def test_a_transition(self) -> None:
        css = "p { margin: 0 } a { display: block; height: 20px; transition: all .25s }\na:hover { margin-left: 10px; margin-right: 10px }"
        (found,) = of("animated-layout", css, "<a href=#>a</a>")
        self.assertTrue(found.message.startswith("The change to :hover, over 0.25 s, changes margin-left and margin-right,"), found.message)
        # 10 to the right, and 20 narrower.
        self.assertEqual(found.working, ("a: 10 across, 20 in width",))

    def test_who_asks_for_calm(self) -> None:
        css = ".a { height: 20px } @keyframes grow { to { height: 50px } }"
        for more, ending in (
            ("@media (prefers-reduced-motion: no-preference) { .a { animation: grow 1s } }", "does not see it."),
            (".a { animation: grow 1s } @media (prefers-reduced-motion: reduce) { .a { animation: none } }", "is spared it."),
        ):
            (found,) = of("animated-layout", f"{css} {more}", "<div class=a></div>")
            self.assertTrue(found.message.endswith(f"Who asks for reduced motion {ending}"), found.message)

    def test_what_is_laid_out_already(self) -> None:
        for frame in ("transform: scale(2)", "opacity: 0", "color: red", "height: 20.02px"):
            self.counts("animated-layout", 0, f".a {{ height: 20px; animation: grow 1s }} @keyframes grow {{ to {{ {frame} }} }}", "<div class=a></div>")


