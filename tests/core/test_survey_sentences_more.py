"""What findings of overflow, markup, declarations, states and order say, and both sides of what is just one: worked out by hand."""

from __future__ import annotations

from .test_survey_findings import HIGH, LOW, picture
from .test_survey_sentences import SaidCase, of

BOX = "<div class=out><div class=in></div></div>"


class Overflows(SaidCase):
    def test_a_page_that_scrolls(self) -> None:
        found = self.says(
            "page-overflow", ".in { width: 460px; height: 9px;\nmargin-left: 40px }", BOX,
            "At 320 the page scrolls sideways: div.in reaches to 500, 180 beyond the window. It fits from 500 up.",
            "left edge 40", "+ width 460", "= 500", "− window 320", "= 180 over",
        )  # fmt: skip
        self.assertEqual((found.low, found.high, found.line), (LOW, 499, 2))
        self.assertEqual([one.after for one in found.fixes], ["max-width: 460px", "{ max-width: 100%;"])
        (always,) = of("page-overflow", ".in { width: 1200px; height: 9px }", BOX)
        self.assertEqual(always.message, "At 320 the page scrolls sideways: div.in reaches to 1,200, 880 beyond the window.")

    def test_where_the_line_to_change_is(self) -> None:
        for css, body, line, fixes in (
            (".in { height: 9px;\nmin-width: 400px;\nwidth: 50% }", BOX, 3, ["min-width: min(400px, 100%)"]),
            (".out { display: flex }\n.out div { height: 9px;\nflex: none;\nwidth: 300px }", "<div class=out><div></div><div></div></div>", 2, ["{ flex-wrap: wrap;"]),
            (".in { height: 9px;\nposition: relative;\nwidth: 100%;\nleft: 40px }", BOX, 4, []),
            (".in { height: 9px;\nposition: relative;\nleft: 400px }", BOX, 4, []),
            ("pre { margin: 0;\nwhite-space: pre }", f"<pre>{'x' * 200}</pre>", 3, ["{ overflow-x: auto;"]),
            ("table { border-spacing: 0 }\ntd { padding: 0;\nwhite-space: nowrap }", f"<table><tr><td>{'x y ' * 60}</table>", 4, ["{ display: block; overflow-x: auto;"]),
        ):
            (found,) = of("page-overflow", css, body)
            self.assertEqual((found.line, [one.after for one in found.fixes]), (line, fixes), css)

    def test_the_widest_of_a_track_is_named(self) -> None:
        # The picture makes the one track 500 wide; the words above it only fill it.
        css = ".out { display: grid } .out p { margin: 0 }"
        body = "<div class=out><p>words</p><figure style='margin: 0'><img src=b.png alt=b width=500 height=20></figure></div>"
        (found,) = of("page-overflow", css, body, b_png=picture(500, 20))
        self.assertEqual((found.selector, found.low, found.high), ("div.out figure", LOW, 499))

    def test_out_of_a_box(self) -> None:
        css = ".out {{ width: 200px; height: 30px }} .in {{ width: {}px; height: {}px }}"
        self.says("box-overflow", css.format(260, 20), BOX, "At 320 div.in sticks out of div.out by 60.", "right end 260", "− right edge of div.out 200", "= 60 over")
        found = self.says("box-overflow", css.format(100, 50), BOX, "The content of div.out needs a height of 50 at 320, and the box has 30: 20 stick out below.", "needed 50", "− given 30", "= 20 over")
        self.assertEqual([one.after for one in found.fixes], ["min-height: 30px"])
        # A px is none, either way.
        for width, height, number in ((201, 20, 0), (201.5, 20, 1), (100, 31, 0), (100, 31.5, 1)):
            self.counts("box-overflow", number, css.format(width, height), BOX)

    def test_a_box_as_high_as_the_window(self) -> None:
        # 5vh of 800 are 40.
        (found,) = of("box-overflow", ".out { height: 5vh } .in { height: 70px }", BOX)
        self.assertEqual(found.message, "div.out is 5vh high, 40 in a window 800 high, and its content needs 70 at 320: 30 stick out below.")

    def test_the_leading_of_a_line_sticks_out_unseen(self) -> None:
        # Lines of 40 with letters of 16: of the 12 below the letters nobody sees any stick out.
        css = "p {{ margin: 0; line-height: 40px; height: {}px }}"
        self.counts("box-overflow", 0, css.format(28), "<p>x</p>")
        self.counts("box-overflow", 1, css.format(27), "<p>x</p>")

    def test_what_is_meant_to_reach_out(self) -> None:
        for declaration in ("margin-left: -10px", "position: relative; left: 5px", "transform: rotate(0deg)", "position: absolute"):
            self.counts("box-overflow", 0, f".out {{ width: 200px }} .in {{ width: 260px; height: 9px; {declaration} }}", BOX)
        self.counts("box-overflow", 0, ".out { width: 200px; overflow: hidden } .in { width: 260px; height: 9px }", BOX)


class Markup(SaidCase):
    def test_what_is_said(self) -> None:
        for kind, body, message in (
            ("duplicate-id", "<p id=a>x</p>\n<h2 id=a>y</h2>", "The id a is on p in line 2 already: an id is there once."),
            ("missing-alt", "<img src=b.png>", 'The picture b.png has no alt: say what it shows, or alt="" where it is decoration.'),
            ("heading-skip", "<h2>a</h2><h5>Fares and boats</h5>", "h5 “Fares and boats” follows h2: h3 is left out."),
            ("missing-label", "<input>", "main input has no label that says what goes in it."),
            ("missing-label", "<a href=#></a>", "main a has no words: nobody hears where it leads."),
            ("tab-order", "<p tabindex=3>x", "tabindex=3 takes main p before everything without one, wherever it stands: 0 leaves it at its place."),
        ):
            self.says(kind, "", body, message)

    def test_what_has_a_name(self) -> None:
        for body, number in (
            ("<label>Boat <input></label>", 0),
            ("<label><input></label>", 1),
            ("<label for=b>Boat</label><input id=b>", 0),
            ("<label for=c>Boat</label><input id=b>", 1),
            ("<label for=b> </label><input id=b>", 1),
            ("<input aria-label=Boat>", 0),
            ("<input aria-label=' '>", 1),
            ("<input title=Boat>", 0),
            ("<input type=submit>", 0),
            ("<input type=hidden>", 0),
            ("<output>x</output>", 0),
            ("<meter value=1></meter>", 1),
            ("<div hidden><input></div>", 0),
            ("<div aria-hidden=true><input></div>", 0),
            ("<button></button>", 1),
            ("<button><img src=b.png alt=Go></button>", 0),
            ("<button><img src=b.png alt=''></button>", 1),
            ("<button><svg><title>Go</title></svg></button>", 0),
            ("<button><i aria-label=Go></i></button>", 0),
            ("<a></a>", 0),
        ):
            self.counts("missing-label", number, "", body, b_png=picture(9, 9))

    def test_what_needs_an_alternative(self) -> None:
        for body, number in (
            ("<input type=image src=b.png>", 1),
            ("<input type=text>", 0),
            ("<map name=m><area href=#></map>", 1),
            ("<map name=m><area></map>", 0),
            ("<img src=b.png alt>", 0),
            ("<img src=b.png aria-label=boat>", 0),
            ("<p id=n>b</p><img src=b.png aria-labelledby=n>", 0),
            ("<img src=b.png role=presentation>", 0),
            ("<img src=b.png role=none>", 0),
            ("<p aria-hidden=true><img src=b.png></p>", 0),
        ):
            self.counts("missing-alt", number, "", body, b_png=picture(9, 9))

    def test_levels(self) -> None:
        for body, number in (
            ("<h1>a</h1><h2>b</h2><h3>c</h3>", 0),
            ("<h3>a</h3><h4>b</h4><h1>c</h1>", 0),
            ("<h1>a</h1><h3>b</h3><h5>c</h5>", 2),
            ("<h1>a</h1><h2 aria-hidden=true>b</h2><h3>c</h3>", 1),
        ):
            self.counts("heading-skip", number, "", body)
        for number, expected in ((0, 0), (-1, 0), (1, 1)):
            self.counts("tab-order", expected, "", f"<p tabindex={number}>x")


class Declarations(SaidCase):
    def test_what_does_nothing_in_a_query(self) -> None:
        css = "@media (min-width: 600px) {\n  span {\n    height: 9px;\n    color: red\n  }\n}"
        found = self.says("dead-declaration", css, "<p><span>x</span></p>", "height: 9px does nothing on main span: an inline box takes no width or height.")
        self.assertEqual((found.low, found.high, found.line), (600, HIGH, 4))

    def test_not_where_it_works_somewhere(self) -> None:
        for css in (
            "span { height: 9px } .b { display: block }",
            "span { height: 9px }\n@media (min-width: 900px) { span { display: block } }",
            "span { height: 9px } p span { height: 8px }",
        ):
            self.counts("dead-declaration", 1 if "p span" in css else 0, css, "<p><span>x</span><span class=b>y</span></p>")

    def test_where_a_dropped_one_stands(self) -> None:
        css = "p { color: red }\n@media (max-width: 699px) {\n  p { colour: red }\n}\np { widht: 1px }"
        first, second = of("invalid-declaration", css, "<p>x</p>")
        self.assertEqual([(one.low, one.high, one.line) for one in (first, second)], [(LOW, 699, 4), (None, None, 6)])

    def test_values_for_other_browsers(self) -> None:
        for css, number in (
            ("p { display: -moz-box }", 0),
            ("p { -moz-hyphens: auto }", 0),
            ("p { margin: -5 }", 1),
            ("p { margin: -.5 }", 1),
            ("p { width: 5px; width: widest(3px) }", 0),
            ("p { width: widest(3px) }", 1),
            ("p { width: 5px }\np { width: widest(3px) }", 0),
            ("p { width: 5px }\n\n\n\np { width: widest(3px) }", 1),
            ("p { width: 5px; width: wide }", 1),
        ):
            self.counts("invalid-declaration", number, css, "<p>x</p>")

    def test_areas(self) -> None:
        grid = ".g { display: grid; grid-template-areas: 'a b'; grid-template-columns: [edge] 1fr [mid] 1fr }\n"
        body = "<div class=g><div class=x>x</div></div>"
        self.says("unknown-area", grid + ".x { grid-area: c }", body, "div.x asks for the area c, and the template of div.g has none of that name.")
        for place, number in (("a", 0), ("b-start", 0), ("edge", 0), ("mid", 0), ("1", 0), ("auto", 0), ("ab", 1)):
            self.counts("unknown-area", number, f"{grid}.x {{ grid-column: {place} }}", body)
        (found,) = of("unknown-area", f"{grid}@media (min-width: 700px) {{ .x {{ grid-area: c }} }}", body)
        self.assertEqual((found.low, found.high), (700, HIGH))


class States(SaidCase):
    def test_what_a_state_moves(self) -> None:
        css = "p { margin: 0 } a { display: block; height: 20px }\na:hover { color: red;\nmargin-bottom: 12px }"
        found = self.says("hover-shift", css, "<a href=#>one</a><p>two</p>", "main a in its :hover state moves its neighbours: p by 12 at 320.", "p moves by 12")
        self.assertEqual((found.low, found.high, found.line), (LOW, HIGH, 4))

    def test_from_where_to_where(self) -> None:
        css = "a {{ display: block; height: 20px }} @media ({}) {{ a:focus {{ height: 30px }} }}"
        for query, low, high in (("min-width: 517px", 517, HIGH), ("max-width: 642px", LOW, 642), ("400px <= width <= 700px", 400, 700)):
            (found,) = of("hover-shift", css.format(query), "<a href=#>one</a><p>two</p>")
            self.assertEqual((found.low, found.high), (low, high))

    def test_what_moves_nobody(self) -> None:
        for css in ("a:hover { color: red }", "a:hover { position: relative; top: 3px }", "a:hover { outline: 3px solid }", "a:hover { --gap: 3px }", "a:hover { padding-right: 0.02px }"):
            self.counts("hover-shift", 0, f"a {{ display: inline-block; height: 20px; width: 90px }} {css}", "<p><a href=#>one</a></p><p>two</p>")

    def test_the_one_that_holds_the_state(self) -> None:
        css = ".card { height: 40px } .card:hover b { display: block; height: 60px } .card { height: auto }"
        (found,) = of("hover-shift", css, "<div class=card><b>x</b></div><p>two</p>")
        self.assertEqual(found.selector, "div.card")


class Orders(SaidCase):
    def test_what_is_said(self) -> None:
        css = ".r { display: flex } .r div { width: 90px }\n.one { order: 1 }"
        words = "<div class=r><div class=one>a</div><div class=two>b</div></div>"
        found = self.says("eye-order", css, words, "For the eye div.two comes before div.one; in the source, and for who listens, it comes after.")
        self.assertEqual((found.low, found.high, found.line), (LOW, HIGH, 3))
        links = words.replace(">a<", "><a href=#>a</a><").replace(">b<", "><a href=#>b</a><")
        (both,) = of("eye-order", css, links)
        self.assertTrue(both.message.endswith("it comes after; the keyboard goes by the source too, so the focus jumps back."))

    def test_what_has_no_order_to_lose(self) -> None:
        css = ".r { display: flex; flex-direction: row-reverse } .r > * { width: 90px; height: 20px }"
        for inside, number in (
            ("<p>a</p><p>b</p>", 1),
            ("<p>a</p><p></p>", 0),
            ("<p>a</p><button></button>", 1),
            ("<p>a</p><a></a>", 0),
            ("<p>a</p><a href=#></a>", 1),
            ("<p>a</p><div tabindex=0></div>", 1),
            ("<p>a</p><input type=hidden><p style='position: absolute'>b</p>", 0),
            ("<p>a</p>", 0),
        ):
            self.counts("eye-order", number, css, f"<div class=r>{inside}</div>")
        # Two at one place are a stack; beside each other in a line of the writing they are in order.
        self.counts("eye-order", 0, ".r { display: grid } .r p { grid-area: 1 / 1; width: 90px } .r p + p { margin-left: -5px }", "<div class=r><p>a</p><p>b</p></div>")
        self.counts("eye-order", 0, ".r { display: flex; direction: rtl } .r p { width: 90px }", "<div class=r><p>a</p><p>b</p></div>")
