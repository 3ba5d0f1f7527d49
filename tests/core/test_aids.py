"""Aids of writing: contests, moves in the source, overlays, states, sums. Expected numbers are worked by hand."""

from __future__ import annotations

import unittest
from textwrap import dedent

from hillpin.core.aids.contest import Contest, contest_of, contested
from hillpin.core.aids.outline import moved, moved_where, outline_of
from hillpin.core.aids.overlays import overlays_of
from hillpin.core.aids.property_sum import comes_to
from hillpin.core.aids.states import Held, hold
from hillpin.core.aids.take_over import can_be_taken_over, narrowed, taken_over
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles.media import Viewport
from hillpin.core.writing.working_comments import comment_of, refreshed, with_comment

from .pages import LINKED_HEAD, linked, only


class Contests(unittest.TestCase):
    CSS = """@layer base, page;
@layer base { p { color: red } }
.box p { color: blue }
p { color: green }
@media (min-width: 900px) { #one { color: teal } }
p.late { width: 10px !important }
p { width: 20px }
section { line-height: 2 }
"""

    def contest(self, prop: str, width: int = 800) -> Contest:
        page = linked(self.CSS, '<section class=box><p id=one class=late style="width: 30px">x</p></section>')
        return contest_of(page, page.layout(width), only(page, "#one"), prop)

    def test_winner_first_and_why_the_others_lose(self) -> None:
        rows = [(one.text, one.wins, one.why, one.line) for one in self.contest("color").contenders]
        self.assertEqual(
            rows,
            [
                ("color: blue", True, "", 3),
                ("color: teal", False, "its query is off here", 5),
                ("color: green", False, "less specific: 0,0,1 against 0,1,1", 4),
                ("color: red", False, "its layer comes earlier", 2),
            ],
        )
        self.assertEqual(self.contest("color", 900).contenders[0].text, "color: teal")
        self.assertEqual(self.contest("color", 900).contenders[0].query, "@media (min-width: 900px)")

    def test_important_and_style_attributes(self) -> None:
        found = self.contest("width").contenders
        self.assertEqual(
            [(one.text, one.why) for one in found][:3],
            [
                ("width: 10px", ""),
                ("width: 30px", "the winner is important"),
                ("width: 20px", "the winner is important"),
            ],
        )

    def test_inherited_values_have_a_chain(self) -> None:
        contest = self.contest("line-height")
        self.assertEqual(
            [(one.name, one.winner.text if one.winner else None) for one in contest.chain],
            [("section.box", "line-height: 2")],
        )
        self.assertTrue(self.contest("text-indent").initial)
        with self.assertRaises(InputError):
            self.contest("colour")

    def grounds(self, css: str, body: str, selector: str = "#c") -> list[tuple[str, str | None]]:
        page = linked(css, body)
        contest = contest_of(page, page.layout(800), only(page, selector), "background-color")
        return [(one.name, one.winner.text if one.winner else None) for one in contest.behind]

    def test_whose_ground_shows_in_a_cell(self) -> None:
        css = "table { background: #eee } tbody { background: #0001 } tr:nth-child(2) { background: #00f2 } .two { background: #f002 } .all { background: #0f02 }"
        body = "<table><colgroup class=all><col><col class=two></colgroup><tbody><tr><td>x<td>x<tr><td>x<td id=c>x</table>"
        # CSS 2 §17.5.1: the cell over its row, that over the rows' group, the column, the columns' group, the table.
        self.assertEqual(self.grounds(css, body), [("tr", "background: #00f2"), ("tbody", "background: #0001"), ("col.two", "background: #f002"), ("colgroup.all", "background: #0f02"), ("table", "background: #eee")])
        self.assertEqual(self.grounds(css + " #c { background: #fff }", body), [])
        self.assertEqual([one for one, _ in self.grounds(css + " tr:nth-child(2) { background: #00f }", body)], ["tr"])
        self.assertEqual([one for one, _ in self.grounds(css, body, "tr:nth-child(2) > td:first-child")], ["tr", "tbody", "colgroup.all", "table"])

    def test_whose_ground_shows_anywhere_else(self) -> None:
        css = "body { background: linear-gradient(red, blue) } section { background: #fff8 }"
        self.assertEqual(self.grounds(css, "<section><p id=c>x</p></section>"), [("section", "background: #fff8"), ("body", "background: linear-gradient(red, blue)")])

    def test_what_is_contested(self) -> None:
        page = linked(self.CSS, "<section class=box><p id=one>x</p></section>")
        self.assertEqual(set(contested(page, page.layout(800), only(page, "#one"))), {"color", "width"})


class PlainTree(unittest.TestCase):
    def test_a_page_without_sections_shows_every_element_that_makes_a_box(self) -> None:
        page = linked("", "<div class=box><p>one <em>two</em></p><br><script></script></div><p>three</p>")
        self.assertEqual(
            [(one.name, one.words, one.depth) for one in outline_of(page.document)],
            [("div.box", "", 0), ("p", "", 1), ("em", "two", 2), ("p", "three", 0)],
        )

    def test_a_move_says_what_it_did(self) -> None:
        source = "<!DOCTYPE html>\n<body>\n<p>one</p>\n<div>\ntwo</div>\n</body>"
        after = moved(source, 2, "up")
        self.assertEqual(
            moved_where(source, after, 2, "up"),
            "div, lines 4 to 5 of the source, went before its sibling, in body and stands at line 3 now. Undo takes it back.",
        )


class TakingOver(unittest.TestCase):
    BODY = "<section id=fares class=part><p class=lead>x</p></section><section id=boats><p class=lead>y</p></section>"

    def sheets(self, base: str, own: str, body: str = BODY) -> Page:
        html = LINKED_HEAD.replace("<body>", "<link rel=stylesheet href=own.css><body>") + body
        return Page(MemoryFiles({"index.html": html, "s.css": base, "own.css": own}))

    def take(self, base: str, own: str = "", selector: str = "#fares .lead", body: str = BODY) -> str:
        """What is added to the own sheet for the first rule of the base sheet."""
        page = self.sheets(base, own, body)
        text = taken_over(page, only(page, selector), page.sheets.rules[0], "own.css", Viewport(800, 600))
        return text[text.index("*/") + 3 :]

    def test_narrowed_to_the_section(self) -> None:
        self.assertEqual(
            self.take("p, .x:is(a, b) { color: red; margin: 0 }"), "#fares p {\n  color: red;\n  margin: 0;\n}\n"
        )

    def test_a_selector_that_names_the_section_itself(self) -> None:
        # “#fares section .lead” would match nothing: the section holds no other one.
        self.assertTrue(self.take("section .lead { color: red }").startswith("section#fares .lead {"))
        self.assertTrue(self.take("section.part > .lead { color: red }").startswith("section.part#fares > .lead {"))
        self.assertTrue(self.take("section { color: red }", selector="#fares").startswith("section#fares {"))
        self.assertTrue(
            self.take("section + section .lead { color: red }", selector="#boats .lead").startswith(
                "section + section#boats .lead {"
            )
        )

    def test_what_is_written_reaches_what_the_rule_reached_there(self) -> None:
        for selector in ("main :nth-child(1) .lead", "main > section > *", "p:not(.late)", ".lead"):
            page = self.sheets(selector + " { color: red }", "", f"<main>{self.BODY}</main>")
            element = only(page, "#fares .lead")
            text = narrowed(page, element, selector)
            inside = [one for one in page.select(selector) if only(page, "#fares") in one.ancestors()]
            self.assertEqual(page.select(text), inside, text)

    def test_not_offered_where_something_still_wins(self) -> None:
        with self.assertRaisesRegex(InputError, r"It would not win: color .* by #fares p.lead, own.css line 1"):
            self.take("p { color: red }", "#fares p.lead { color: blue }")
        with self.assertRaisesRegex(InputError, "It would not win"):
            self.take(".lead { color: red }", "p { color: blue !important }")
        page = self.sheets("p { color: red }\n.lead { width: 9px }", "#fares p.lead { color: blue }")
        element, layout = only(page, "#fares .lead"), page.layout(800)
        for prop, expected in (("color", set()), ("width", {("s.css", 2)})):
            contest = contest_of(page, layout, element, prop)
            self.assertEqual(can_be_taken_over(page, layout, element, contest, "own.css"), expected)

    def test_inside_its_query_where_it_counts(self) -> None:
        text = self.take("@media (min-width: 900px) { .lead { width: 9px } }")
        self.assertEqual(text, "@media (min-width: 900px) {\n  #fares .lead {\n    width: 9px;\n  }\n}\n")

    def test_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "no section with a name"):
            self.take("p { color: red }", selector="p", body="<p>x</p>")
        with self.assertRaisesRegex(InputError, "container query"):
            self.take("@container (width > 1px) { .lead { width: 9px } }")


class Moves(unittest.TestCase):
    SOURCE = dedent("""\
        <!DOCTYPE html>
        <html lang="en">
        <body>
          <main>
            <section class="a">
              <h2>A</h2>
            </section>
            <section class="b">
              <p>one</p>
              <p>two
                 lines</p>
            </section>
          </main>
        </body>
        </html>
        """)

    def move(self, selector: str, direction: str, source: str = SOURCE) -> str:
        page = Page(MemoryFiles({"index.html": source}))
        return moved(source, only(page, selector).index, direction)  # type: ignore[arg-type]

    def test_no_move_that_a_browser_would_read_otherwise(self) -> None:
        # A paragraph ends where a section begins: "in" would leave the section beside it, and an empty paragraph more.
        source = "<!DOCTYPE html><body><p>words</p><section>more</section></body>"
        with self.assertRaisesRegex(InputError, "section cannot stand there in p"):
            self.move("section", "in", source)
        # A span may stand in one.
        self.assertIn(
            "<p>words<b>x</b></p>", self.move("b", "in", "<!DOCTYPE html><body><p>words</p><b>x</b></body>")
        )

    def test_up_and_down(self) -> None:
        swapped = self.move(".b", "up")
        self.assertLess(swapped.index('class="b"'), swapped.index('class="a"'))
        self.assertEqual(self.move(".b", "down", swapped), self.SOURCE)
        self.assertEqual(sorted(swapped), sorted(self.SOURCE))

    def test_in_and_out_keep_the_files_indentation(self) -> None:
        inside = self.move(".b", "in")
        self.assertIn(
            '      <h2>A</h2>\n      <section class="b">\n        <p>one</p>\n        <p>two\n           lines</p>\n      </section>\n    </section>\n',
            inside,
        )
        self.assertEqual(self.move(".b", "out", inside), self.SOURCE)

    def test_tabs_and_single_lines(self) -> None:
        tabs = "<body>\n<ul>\n\t<li>a</li>\n\t<li>b</li>\n</ul>\n<p>x</p>\n</body>"
        self.assertEqual(
            self.move("p", "in", tabs), "<body>\n<ul>\n\t<li>a</li>\n\t<li>b</li>\n\t<p>x</p>\n</ul>\n</body>"
        )
        self.assertEqual(
            self.move("b", "in", "<body><p>x</p><b>y</b></body>"), "<body><p>x<b>y</b></p></body>"
        )

    def test_what_cannot_go_there_says_why(self) -> None:
        for selector, direction, said in (
            (".a", "up", "is the first"),
            (".a", "in", "No sibling stands before"),
            ("main", "out", "directly in the body"),
            (".b", "down", "is the last"),
        ):
            with self.assertRaisesRegex(InputError, said):
                self.move(selector, direction)
        with self.assertRaisesRegex(InputError, "no end tag"):
            self.move("li:last-child", "up", "<body><ul><li>a<li>b</ul></body>")

    def test_the_tree(self) -> None:
        page = Page(
            MemoryFiles({"index.html": self.SOURCE.replace("<h2>A</h2>", "<h2>A  long\n heading</h2>")})
        )
        self.assertEqual(
            [(one.kind, one.name, one.words, one.depth) for one in outline_of(page.document)],
            [
                ("landmark", "main", "A long heading", 0),
                ("section", "section.a", "A long heading", 1),
                ("heading", "h2", "A long heading", 2),
                ("section", "section.b", "", 1),
            ],
        )


class Overlays(unittest.TestCase):
    def test_grid_tracks_lines_and_areas(self) -> None:
        page = linked(
            'div { display: grid; grid-template: "head head" 30px "side main" 50px / 100px 200px; gap: 10px 20px; width: 400px } body { margin: 0 } .s { grid-area: side }',
            "<div><p class=s>x</p></div>",
        )
        found = {layer.name: layer for layer in overlays_of(page.layout(800))}
        tracks = [(zone.x, zone.width) for zone in found["track"].zones if zone.height == 90]
        self.assertEqual(tracks, [(0, 100), (120, 200)])
        self.assertEqual(
            [(zone.x, zone.width) for zone in found["gap"].zones if zone.width == 20],
            [(100, 20)],
        )
        # Three column lines: 1, 2, 3 from the start, −3, −2, −1 from the end; the middle one in the middle of its gap.
        self.assertEqual(
            [(line.at, line.number, line.from_end) for line in found["track"].lines if line.is_column],
            [(0, 1, -3), (110, 2, -2), (320, 3, -1)],
        )
        areas = {
            zone.label: (zone.x, zone.y, zone.width, zone.height)
            for zone in found["area"].zones
        }
        self.assertEqual(
            areas, {"head": (0, 0, 320, 30), "main": (120, 40, 200, 50), "side": (0, 40, 100, 50)}
        )

    def test_a_picture_and_what_is_cut_off_of_it(self) -> None:
        # Drawn 200 × 100 in 80 × 100: 120 too wide, a quarter of that at the left.
        drawing = "data:image/svg+xml,<svg xmlns=%22http://www.w3.org/2000/svg%22 width=%2240%22 height=%2220%22></svg>"
        page = linked("body { margin: 0 } img { display: block; width: 80px; height: 100px; padding: 10px; object-fit: cover; object-position: 25% 0 }", f"<img alt=x src='{drawing}'>")
        (layer,) = overlays_of(page.layout(800), ["picture"])
        self.assertEqual([(zone.kind, zone.x, zone.y, zone.width, zone.height, zone.label) for zone in layer.zones], [("picture", -20, 10, 200, 100, "40% shows"), ("cut", -20, 10, 30, 100, ""), ("cut", 90, 10, 90, 100, "")])

    def test_baselines_of_lines(self) -> None:
        page = linked("body { margin: 0 } p { margin: 0 } i { display: inline-block }", "<p>a<i></i></p><p><img src=none.png></p><div><p>b</p></div>")
        layout = page.layout(800)
        (layer,) = overlays_of(layout, ["baseline"])
        # An empty inline-block stands on the baseline (CSS 2 §10.8.1); the block round the last paragraph has no line of its own.
        mark = layout.rects[only(page, "i")]
        self.assertEqual((layer.zones[0].y, layer.zones[0].width, layer.zones[0].height), (mark.y + mark.height, 800, 0))
        self.assertEqual(len(layer.zones), 3)

    def test_flex_lines_and_what_is_free(self) -> None:
        page = linked(
            "body { margin: 0 } div { display: flex; flex-wrap: wrap; gap: 10px; width: 350px } p { width: 100px; height: 20px; margin: 0 }",
            "<div><p>a</p><p>b</p><p>c</p><p>d</p></div>",
        )
        (layer,) = overlays_of(page.layout(800), ["line", "no such overlay"])
        zones = layer.zones
        self.assertEqual(
            [(z.y, z.width, z.height) for z in zones if z.kind == "line"], [(0, 350, 20), (30, 350, 20)]
        )
        # Three of 100 and two gaps of 10 leave 30; one alone leaves 250.
        self.assertEqual(
            [(z.x, z.width, z.label) for z in zones if z.kind == "free"],
            [(320, 30, "30 free"), (100, 250, "250 free")],
        )


class States(unittest.TestCase):
    def hold(self, css: str, state: str = "hover") -> Held:
        page = linked(
            f"body {{ margin: 0 }} a {{ display: inline-block; width: 50px; height: 20px }} {css}",
            "<nav><a href=#>a</a><a href=#>b</a></nav><p>under</p>",
        )
        return hold(page, page.select("a")[0].index, state, 800)  # type: ignore[arg-type]

    def test_a_border_pushes_its_neighbours(self) -> None:
        held = self.hold("a:hover { border: 2px solid }")
        # 2 + 2 wider and higher: the second link goes right by 4, and down by 2 with the baseline; the paragraph down by 4.
        self.assertEqual(
            [(one.name, one.dx, one.dy) for one in held.shifts if not one.is_own], [("a", 4, 2), ("p", 0, 4)]
        )
        self.assertIn("It shifts 2 other boxes", held.sentence)

    def test_what_only_looks_different(self) -> None:
        self.assertEqual(
            self.hold("a:hover { color: red }").sentence, "It changes how things look, and moves nothing."
        )
        self.assertEqual(self.hold("").sentence, "No rule says anything of :hover here.")
        self.assertEqual(
            self.hold("a:hover { position: relative; top: 3px }").sentence,
            "It moves only the box itself and what is inside it.",
        )

    def test_other_states(self) -> None:
        self.assertEqual(self.hold("a:focus-visible { margin-right: 7px }", "focus-visible").shifts[0].dx, 7)
        self.assertEqual(self.hold('a[aria-current="page"] { width: 60px }', "current").shifts[0].dw, 10)
        self.assertTrue(self.hold("nav:hover { padding: 5px }").shifts)


class PropertySums(unittest.TestCase):
    def test_units_and_what_they_are_of(self) -> None:
        css = "html { font-size: 20px } body { margin: 0 } div { width: 400px } p { font-size: 1.5em; line-height: 1.4; padding: 5%; margin-left: 2rem; width: 10vw; text-indent: 2em; border: 3px solid; max-width: calc(50% - 10px) }"
        page = linked(css, "<div><p>x</p></div>")
        layout, element = page.layout(800), only(page, "p")
        for prop, expected in (
            ("font-size", "1.5em: 1.5 × 20 (its parent's font size) = 30"), ("line-height", "1.4 × 30 (its font size) = 42"),
            ("padding-left", "5%: 5 ÷ 100 × 400 (the room it stands in) = 20"), ("margin-left", "2rem: 2 × 20 (the root's font size) = 40"),
            ("width", "10vw: 10 × 8 (a hundredth of the viewport's width) = 80"), ("text-indent", "2em: 2 × 30 (its font size) = 60"),
            ("border-left-width", "3"), ("max-width", "190"), ("color", ""), ("height", ""),
        ):  # fmt: skip
            self.assertEqual(comes_to(page, layout, element, prop), expected, prop)


class KeptSums(unittest.TestCase):
    CSS = ".wrap { padding: 0 24px }\n.half { width: 50% }\n"

    def page(self, css: str = CSS) -> Page:
        return linked(f"body {{ margin: 0 }}\n{css}", "<main class=wrap><p class=half>x</p></main>")

    def test_a_sum_stands_beside_its_line_once(self) -> None:
        page = self.page()
        comment = comment_of(page, only(page, ".half"), "width", 800)
        # 800 − 2 × 24 = 752, half of it 376.
        self.assertEqual(comment, "/* at 800: (800 − 48) × 50% = 376, width of .half */")
        text = with_comment(page.sheet_texts["s.css"], 3, comment)
        self.assertEqual(text.split("\n")[2], f".half {{ width: 50% }} {comment}")
        self.assertEqual(with_comment(text, 3, comment), text)

    def test_sums_are_brought_up_to_date_on_request(self) -> None:
        page = self.page()
        text = with_comment(page.sheet_texts["s.css"], 3, comment_of(page, only(page, ".half"), "width", 800))
        changed = linked(text.replace("24px", "30px"), "<main class=wrap><p class=half>x</p></main>")
        found = refreshed(changed, changed.sheet_texts["s.css"])
        self.assertEqual((found.sums, found.changed, found.lost), (1, 1, ()))
        # 800 − 60 = 740, half of it 370.
        self.assertIn("/* at 800: (800 − 60) × 50% = 370, width of .half */", found.text)
        again = linked(found.text, "<main class=wrap><p class=half>x</p></main>")
        self.assertEqual(refreshed(again, found.text).changed, 0)

    def test_a_sum_of_nothing_is_kept_and_said(self) -> None:
        page = self.page(".gone { width: 1px } /* at 800: 1, width of .gone */\n")
        found = refreshed(page, page.sheet_texts["s.css"])
        self.assertEqual((found.text, found.changed), (page.sheet_texts["s.css"], 0))
        self.assertIn("The sum for the width of .gone at 800 cannot be brought up to date", found.lost[0])
