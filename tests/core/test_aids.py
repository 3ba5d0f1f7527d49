"""Aids of writing: contests, moves in the source, overlays, goals, queries, states. Expected numbers are worked by hand."""

from __future__ import annotations

import unittest
from textwrap import dedent

from hillpin.core.aids.breaks import habit_of, open_query
from hillpin.core.aids.contest import Contest, contest_of, contested
from hillpin.core.aids.goal import Goal, number_at
from hillpin.core.aids.goal_numbers import numbers_for
from hillpin.core.aids.goal_solver import Solved, solve
from hillpin.core.aids.outline import moved, moved_where, outline_of
from hillpin.core.aids.overlays import overlays_of
from hillpin.core.aids.property_sum import comes_to
from hillpin.core.aids.states import Held, hold
from hillpin.core.aids.take_over import can_be_taken_over, narrowed, taken_over
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles.media import Viewport
from hillpin.core.working.comment import comment_of, refreshed, with_comment

from .pages import only

HEAD = "<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>"


def linked(css: str, body: str) -> Page:
    """A page with one linked sheet."""
    return Page(MemoryFiles({"index.html": f"{HEAD}{body}", "s.css": css}))


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
        html = HEAD.replace("<body>", "<link rel=stylesheet href=own.css><body>") + body
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
        found = overlays_of(page.layout(800))
        tracks = [(zone.x, zone.width) for zone in found.zones if zone.kind == "track" and zone.height == 90]
        self.assertEqual(tracks, [(0, 100), (120, 200)])
        self.assertEqual(
            [(zone.x, zone.width) for zone in found.zones if zone.kind == "gap" and zone.width == 20],
            [(100, 20)],
        )
        # Three column lines: 1, 2, 3 from the start, −3, −2, −1 from the end; the middle one in the middle of its gap.
        self.assertEqual(
            [(line.at, line.number, line.from_end) for line in found.lines if line.is_column],
            [(0, 1, -3), (110, 2, -2), (320, 3, -1)],
        )
        areas = {
            zone.label: (zone.x, zone.y, zone.width, zone.height)
            for zone in found.zones
            if zone.kind == "area"
        }
        self.assertEqual(
            areas, {"head": (0, 0, 320, 30), "main": (120, 40, 200, 50), "side": (0, 40, 100, 50)}
        )

    def test_flex_lines_and_what_is_free(self) -> None:
        page = linked(
            "body { margin: 0 } div { display: flex; flex-wrap: wrap; gap: 10px; width: 350px } p { width: 100px; height: 20px; margin: 0 }",
            "<div><p>a</p><p>b</p><p>c</p><p>d</p></div>",
        )
        zones = overlays_of(page.layout(800)).zones
        self.assertEqual(
            [(z.y, z.width, z.height) for z in zones if z.kind == "line"], [(0, 350, 20), (30, 350, 20)]
        )
        # Three of 100 and two gaps of 10 leave 30; one alone leaves 250.
        self.assertEqual(
            [(z.x, z.width, z.label) for z in zones if z.kind == "free"],
            [(320, 30, "30 free"), (100, 250, "250 free")],
        )


class Goals(unittest.TestCase):
    CSS = "body { margin: 0 }\n.row { overflow: hidden; padding: 0 20px }\n.f { float: left; box-sizing: border-box; width: 31%; height: 40px; padding: 0 5% }\n.limit { max-width: 300px }\n"
    BODY = "<div class=row><p class=f>a</p><p class=f>b</p><p class=f>c</p></div><div class=limit><p class=inner>x</p></div>"

    def find(self, selector: str, needle: str, goal: Goal) -> Solved:
        page = linked(self.CSS, self.BODY)
        place = number_at(self.CSS, "s.css", self.CSS.index(needle) + len(needle))
        return solve(page, [(page.select(selector)[0], goal)], place)

    def test_a_percentage_for_a_width(self) -> None:
        # 31% of 900 − 40 = 860 is 266.60; 270 ÷ 860 is 31.3953…%, and three decimals do.
        solved = self.find(".f", "width: ", Goal("width", 900, 270))
        self.assertEqual((solved.value, solved.reaches), (31.396, 270))
        self.assertIn("width: 31.396%", solved.text)
        self.assertEqual(linked(solved.text, self.BODY).boxes(900).boxes[2].width, 270)

    def test_a_place_in_a_sum(self) -> None:
        # The second box begins at the padding and 31% of the rest: 100 = p + 0.31 × (500 − 2 p) gives p = −144.7: none from 0 on.
        solved = self.find(".f:nth-child(2)", "padding: 0 ", Goal("x", 500, 100))
        self.assertIsNone(solved.value)
        self.assertIn("No value does it", solved.sentence)
        # 170 = p + 155 − 0.62 p: 0.38 p = 15, p = 39.47.
        solved = self.find(".f:nth-child(2)", "padding: 0 ", Goal("x", 500, 170))
        self.assertAlmostEqual(solved.value or 0, 39.47, delta=0.05)

    def test_all_in_one_row(self) -> None:
        wide = self.CSS.replace("31%", "35%")
        page = linked(wide, self.BODY)
        solved = solve(
            page, [(only(page, ".row"), Goal("one-row", 900))], number_at(wide, "s.css", wide.index("35%"))
        )
        # Three of 33.33…% take the whole: four decimals at most.
        self.assertEqual(solved.reaches, 1)
        assert solved.value is not None
        self.assertLessEqual(solved.value * 3, 100)
        self.assertGreater(solved.value, 32)

    def test_one_row_from_a_width_up(self) -> None:
        # Below 1,000 three of 220 need 660; from there on padding of 3 × 2 × 60 takes more: (1000 − 16 − 3 × 120) ÷ 3 = 208, 16 being the body's margins.
        css = ".row { display: flex; flex-wrap: wrap }\n.row p { width: 220px; margin: 0 }\n@media (min-width: 1000px) { .row p { padding: 0 60px } }\n"
        page = linked(css, "<div class=row><p>a</p><p>b</p><p>c</p></div>")
        place = number_at(css, "s.css", css.index("220px"))
        solved = solve(page, [(only(page, ".row"), Goal("one-row", 700))], place)
        assert solved.value is not None
        self.assertEqual(solved.value, 208)
        self.assertIn("all stand in one row from 700 up", solved.sentence)
        self.assertEqual(
            solve(page, [(only(page, ".row"), Goal("one-row", 1100))], place).sentence, "It is so already."
        )

    def test_a_limit_says_why_nothing_does_it(self) -> None:
        solved = self.find(".inner", "height: ", Goal("width", 900, 500))
        self.assertIsNone(solved.value)
        self.assertIn("the width of p.inner is 300 at 900 whatever stands for 40px", solved.sentence)

    def test_it_is_so_already(self) -> None:
        self.assertEqual(
            self.find(".inner", "max-width: ", Goal("width", 900, 300)).sentence, "It is so already."
        )

    def test_characters_of_a_line(self) -> None:
        page = linked("p { width: 900px; font: 16px/1.5 serif }", "<p>x</p>")
        solved = solve(
            page,
            [(only(page, "p"), Goal("characters", 1000, 75))],
            number_at("p { width: 900px; font: 16px/1.5 serif }", "s.css", 12),
        )
        self.assertLessEqual(solved.reaches, 75)
        self.assertGreater(solved.reaches, 70)

    def test_a_full_height_section_at_the_height_of_its_viewport(self) -> None:
        css = ".full { height: 100vh; padding: 20px }"
        page = linked(css, "<div class=full>x</div>")
        goal = Goal("height", 742, 500, height=640)
        # 500 − 2 × 20 = 460, and 460 ÷ 640 = 71.875%.
        solved = solve(page, [(only(page, ".full"), goal)], number_at(css, "s.css", css.index("100vh")))
        self.assertEqual((solved.value, solved.reaches), (71.875, 500))
        # By the padding: 500 − 640 is less than none.
        padded = solve(page, [(only(page, ".full"), goal)], number_at(css, "s.css", css.index("20px")))
        self.assertIsNone(padded.value)

    def test_at_least_over_a_range_of_widths(self) -> None:
        css = ".row { padding: 0 40px }\n@media (min-width: 600px) { .row { padding: 0 10% } }\n.row p { width: 30% }"
        page = linked(css, "<div class=row><p>x</p></div>")
        # The body's margins are 16. At 600 the padding is a tenth of 584 on either side, so there are 467.20.
        solved = solve(page, [(only(page, "p"), Goal("width", 500, 240, relation="least", to=900))], number_at(css, "s.css", css.index("30%")))
        # At 500 there are 484 − 80 = 404: 240 ÷ 404 = 59.406%, and 60% is the first whole one.
        self.assertEqual(solved.value, 60)
        self.assertAlmostEqual(solved.reaches, 242.4, delta=1 / 64)

    def test_two_goals_and_one_number(self) -> None:
        css = ".a { width: 300px }\n.b { width: 400px; margin-left: 5px }"
        page = linked(f"main {{ display: flex; width: 1200px }}\n{css}", "<main><p class=a>x</p><p class=b>y</p></main>")
        sheet = page.sheet_texts["s.css"]
        wanted = [(only(page, ".a"), Goal("width", 900, 320, relation="least")), (only(page, ".b"), Goal("x", 900, 360, relation="most"))]
        solved = solve(page, wanted, number_at(sheet, "s.css", sheet.index("300px")))
        # The body's margin is 8: .b begins at 8 + .a + 5, so .a is 320 at the least and 347 at the most.
        self.assertEqual(solved.value, 320)
        against = [(only(page, ".a"), Goal("width", 900, 400, relation="least")), (only(page, ".b"), Goal("x", 900, 360, relation="most"))]
        refused = solve(page, against, number_at(sheet, "s.css", sheet.index("300px")))
        self.assertIsNone(refused.value)
        self.assertEqual(
            refused.sentence,
            "No one number does both: with 400px the width of p.a is 400 at 900, and then the x of p.b is 413 at 900.",
        )

    def test_two_widths_ask_for_two_lengths(self) -> None:
        css = "h1 { font: 30px/1 serif; margin: 0; height: 30px }"
        page = linked(css, "<h1>x</h1>")
        wanted = [(only(page, "h1"), Goal("height", 320, 24)), (only(page, "h1"), Goal("height", 1320, 44))]
        solved = solve(page, wanted, number_at(css, "s.css", css.rindex("30px")))
        # 20 more over 1,000 is 2vw; 24 − 2% of 320 = 17.6.
        self.assertEqual(solved.written, "calc(17.6px + 2vw)")
        after = linked(solved.text, "<h1>x</h1>")
        self.assertEqual([after.layout(at).rects[only(after, "h1")].height for at in (320, 820, 1320)], [24, 34, 44])

    def test_numbers_that_have_a_part_and_how_much_each_moves(self) -> None:
        css = "main { width: 800px; padding: 0 20px; color: #123456; line-height: 20px }\np { width: 50%; margin: 0 0 0 10px }"
        page = linked(css, "<main><p>x</p></main><aside>y</aside>")
        offers = numbers_for(page, only(page, "p"), Goal("width", 1000))
        # 1% of 800 is 8; 1 px more of main is half a px.
        self.assertEqual(
            [(one.text, one.selector, one.declaration, one.line, one.step, one.moves) for one in offers],
            [("50%", "p", "width: 50%", 2, "1%", 8), ("800px", "main", "width: 800px", 1, "1px", 0.5)],
        )
        self.assertEqual(css[offers[0].offset :][:3], "50%")
        heights = numbers_for(page, only(page, "main"), Goal("height", 1000))
        # The padding's bare 0 is above and below: one px of it is two. The paragraph's margins count once, at its top and
        # at its bottom they collapse into nothing that is main's own.
        self.assertEqual([(one.text, one.step, one.moves) for one in heights], [("0", "1px", 2), ("20px", "1px", 1)])

    def test_the_caret_must_stand_on_a_number(self) -> None:
        with self.assertRaisesRegex(InputError, "does not stand on a number"):
            number_at("p { color: red }", "s.css", 6)
        place = number_at("p { margin: -1.5rem }", "s.css", 15)
        self.assertEqual((place.value, place.unit), (-1.5, "rem"))


class Queries(unittest.TestCase):
    CSS = "p { color: red }\n.row { display: flex; gap: 20px; }\n@media (min-width: 652px) {\n  .row { gap: 30px }\n}\n.foot { color: blue }\n"

    def test_it_stands_where_the_cascade_lets_it_win(self) -> None:
        page = linked(self.CSS, "<div class=row>x</div>")
        opened = open_query(page, "s.css", 2, 700, self.CSS.replace("20px", "10px"))
        # The rule in the query at 652 sets the gap too, so the new one stands after it.
        self.assertEqual(
            opened.text,
            self.CSS.replace("20px", "10px").replace(
                ".foot", "\n@media (min-width: 700px) {\n  .row {\n    gap: 20px;\n  }\n}\n.foot"
            ),
        )
        self.assertEqual(opened.text[opened.caret :].split(";")[0], "gap: 20px")
        after = linked(opened.text, "<div class=row>x</div>")
        self.assertEqual(
            contest_of(after, after.layout(700), only(after, ".row"), "column-gap").contenders[0].line, 9
        )

    def test_the_sites_habit(self) -> None:
        self.assertEqual(habit_of(linked(self.CSS, "")), "min")
        narrow = linked("@media (max-width: 600px) { p { color: red } } p { margin: 0 }", "<p>x</p>")
        self.assertEqual(habit_of(narrow), "max")
        self.assertIn("(max-width: 580px)", open_query(narrow, "s.css", 1, 580).text)

    def opened(self, css: str, line: int, at: int, before: str | None = None) -> str:
        return open_query(linked(css, "<div class=row>x</div><p class=row>y</p>"), "s.css", line, at, before).text

    def won(self, css: str, width: int) -> str:
        """What wins the gap at a width."""
        page = linked(css, "<div class=row>x</div>")
        return contest_of(page, page.layout(width), only(page, ".row"), "column-gap").contenders[0].text

    def test_queries_stand_in_the_order_in_which_each_wins_whatever_was_opened_first(self) -> None:
        base = ".row {\n  display: flex;\n  gap: 20px;\n}\n"
        for first, second in ((1020, 620), (620, 1020)):
            text = self.opened(base, 3, first).replace("    gap: 20px", f"    gap: {first}px")
            text = self.opened(text, 3, second).replace("    gap: 20px", f"    gap: {second}px")
            self.assertLess(text.index("(min-width: 620px)"), text.index("(min-width: 1020px)"))
            self.assertEqual(
                [self.won(text, width) for width in (619, 620, 1019, 1020)],
                ["gap: 20px", "gap: 620px", "gap: 620px", "gap: 1020px"],
            )
        narrow = base + "@media (max-width: 400px) { p { color: red } }\n"
        text = self.opened(narrow, 3, 620).replace("    gap: 20px", "    gap: 620px")
        text = self.opened(text, 3, 1020).replace("    gap: 20px", "    gap: 1020px")
        self.assertEqual(
            [self.won(text, width) for width in (620, 621, 1020, 1021)],
            ["gap: 620px", "gap: 1020px", "gap: 1020px", "gap: 20px"],
        )

    def test_queries_that_set_something_else_yet_stand_in_order_too(self) -> None:
        css = ".row {\n  gap: 20px;\n}\n@media (min-width: 1020px) {\n  .row {\n    color: red;\n  }\n}\n"
        text = self.opened(css, 1, 620)
        self.assertLess(text.index("(min-width: 620px)"), text.index("(min-width: 1020px)"))

    def test_a_query_that_is_there_already_takes_it_in(self) -> None:
        css = ".row {\n  gap: 20px;\n  color: red;\n}\n@media (min-width: 700px) {\n  .row {\n    gap: 9px;\n  }\n}\n"
        self.assertEqual(
            self.opened(css, 3, 700),
            css.removesuffix("}\n") + "  .row {\n    color: red;\n  }\n}\n",
        )

    def test_only_what_changed_goes_in_and_what_stood_before_stays_outside(self) -> None:
        before = ".row {\n  display: flex;\n  gap: 20px;\n}\n"
        after = ".row {\n  display: flex;\n  gap: 44px;\n  color: red;\n}\n"
        self.assertEqual(
            self.opened(after, 1, 700, before),
            before + "\n@media (min-width: 700px) {\n  .row {\n    gap: 44px;\n    color: red;\n  }\n}\n",
        )

    def test_nothing_goes_in_from_the_line_of_the_selector(self) -> None:
        css = ".row {\n  gap: 20px;\n}\n"
        page = linked(css, "<div class=row>x</div>")
        opened = open_query(page, "s.css", 1, 700, css)
        self.assertEqual(opened.text, css + "\n@media (min-width: 700px) {\n  .row {\n    \n  }\n}\n")
        self.assertEqual(opened.text[: opened.caret].splitlines()[-1], "    ")

    def test_where_something_else_still_wins_is_said(self) -> None:
        css = "#one { gap: 5px }\n.row {\n  gap: 20px;\n}\n"
        page = linked(css, "<div class=row id=one>x</div>")
        self.assertEqual(
            open_query(page, "s.css", 3, 700).warnings,
            ("#one (s.css line 1) still wins from 700 up: it is more specific, or stands later.",),
        )
        css = "@media (min-width: 900px) {\n  .row { gap: 9px }\n}\n.row {\n  gap: 20px;\n}\n"
        (said, *_) = open_query(linked(css, "<div class=row>x</div>"), "s.css", 5, 700).warnings
        self.assertIn("(min-width: 900px) (line 2) stands earlier, so this one wins over it: move it behind.", said)

    def test_neighbours_that_leave_or_share_a_width(self) -> None:
        page = linked(
            "@media (max-width: 699px) { p { color: red } }\n@media (min-width: 500px) { p { color: blue } }\n p { margin: 0 }",
            "<p>x</p>",
        )
        self.assertEqual(
            open_query(page, "s.css", 3, 690).warnings,
            ("@media (max-width: 699px) (line 1) holds until 699, so both hold from 690 to 699.",),
        )
        self.assertEqual(
            open_query(page, "s.css", 3, 702).warnings,
            ("@media (max-width: 699px) (line 1) holds until 699, so neither holds from 700 to 701.",),
        )
        self.assertEqual(open_query(page, "s.css", 3, 700).warnings, ())

    def test_a_sheet_that_is_not_linked(self) -> None:
        with self.assertRaisesRegex(InputError, "not a sheet that the page links"):
            open_query(linked("", "<p>x</p>"), "other.css", 1, 700)


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
