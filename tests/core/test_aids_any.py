"""Aids on generated input: moves lose nothing, goals that are said to be met are met, conversions stay where they are said to."""

from __future__ import annotations

import unittest
from collections import Counter
from fractions import Fraction

from hillpin.core.aids.goal import Goal, number_at
from hillpin.core.aids.goal_kinds import GOAL_KINDS
from hillpin.core.aids.goal_solver import solve
from hillpin.core.aids.outline import Direction, moved, outline_of
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.markup.parse import parse_html
from hillpin.core.page import Page
from hillpin.core.planning.comparison import compare
from hillpin.core.planning.conversion import Target, convert
from hillpin.core.planning.lengths import Linear, css_length, decimals_for
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

TAGS = ("section", "div", "article", "p")


@st.composite
def sources(draw: st.DrawFn) -> str:
    """Pages of nested parts, indented by two blanks, by a tab, or not at all."""
    unit = draw(st.sampled_from(["  ", "\t", ""]))
    counter = iter(range(1000))

    def part(depth: int) -> list[str]:
        tag = draw(st.sampled_from(TAGS[:3] if depth < 3 else TAGS[3:]))
        lead = unit * depth
        number = next(counter)
        if depth >= 3 or draw(st.booleans()):
            return [f"{lead}<{tag} id=n{number}>words {number}</{tag}>"]
        inner = [line for _ in range(draw(st.integers(1, 3))) for line in part(depth + 1)]
        return [f"{lead}<{tag} id=n{number}>", *inner, f"{lead}</{tag}>"]

    lines = [line for _ in range(draw(st.integers(1, 3))) for line in part(1)]
    return "\n".join(["<!DOCTYPE html>", "<body>", *lines, "</body>", ""])


class Moves(unittest.TestCase):
    @settings(max_examples=120)
    @given(sources(), st.integers(1, 30), st.sampled_from(["up", "down", "in", "out"]))
    def test_nothing_is_lost(self, source: str, index: int, direction: Direction) -> None:
        document = parse_html(source)
        try:
            after = moved(source, index, direction)
        except InputError:
            return
        self.assertEqual(Counter("".join(source.split())), Counter("".join(after.split())))
        again = parse_html(after)
        self.assertEqual(Counter(e.id for e in document.elements), Counter(e.id for e in again.elements))
        # A box is listed for what is in it; all the others are for what they are.
        kinds = [
            Counter(entry.kind for entry in outline_of(one) if entry.kind != "box")
            for one in (document, again)
        ]
        self.assertEqual(*kinds)

    @settings(max_examples=80)
    @given(sources(), st.integers(1, 30))
    def test_up_and_down_again_is_the_same(self, source: str, index: int) -> None:
        try:
            up = moved(source, index, "up")
        except InputError:
            return
        name = parse_html(source).elements[index].id
        back = next(e.index for e in parse_html(up).elements if e.id == name)
        self.assertEqual(moved(up, back, "down"), source)


class Goals(unittest.TestCase):
    @settings(max_examples=40, suppress_health_check=[HealthCheck.too_slow])
    @given(st.integers(10, 90), st.integers(0, 40), st.integers(50, 700), st.integers(400, 1400))
    def test_what_is_said_to_do_it_does_it(self, percent: int, padding: int, wanted: int, at: int) -> None:
        css = f"body {{ margin: 0 }}\n.out {{ padding: 0 {padding}px }}\n.in {{ width: {percent}% }}\n"
        body = "<!DOCTYPE html><link rel=stylesheet href=s.css><body><div class=out><p class=in>x</p></div>"
        page = Page(MemoryFiles({"index.html": body, "s.css": css}))
        element = page.select(".in")[0]
        solved = solve(
            page, [(element, Goal(GOAL_KINDS["width"], at, wanted))], number_at(css, "s.css", css.index(f"{percent}%"))
        )
        # A percentage reaches any width: there is always one that does.
        assert solved.value is not None, solved.sentence
        after = Page(MemoryFiles({"index.html": body, "s.css": solved.text}))
        found = after.boxes(at).boxes[after.select(".in")[0].index].width
        self.assertLessEqual(abs(found - wanted), 1 / 64)
        self.assertEqual(found, solved.reaches)


class Conversions(unittest.TestCase):
    @settings(max_examples=12, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.integers(2, 4),
        st.integers(0, 4),
        st.integers(0, 12),
        st.integers(0, 3),
        st.sampled_from(["grid", "flex"]),
    )
    def test_float_rows_stay_where_they_are(
        self, count: int, gap: int, padding: int, border: int, target: Target
    ) -> None:
        width = (100 - gap * (count - 1)) // count
        css = (
            f"body {{ margin: 0 }} .row {{ overflow: hidden; padding: {padding}px }} "
            f".b {{ float: left; box-sizing: border-box; width: {width}%; height: 30px; margin-right: {gap}%; border: {border}px solid; padding: 0 2% }} .b:last-child {{ margin-right: 0 }}"
        )
        body = f"<style>{css}</style><div class=row>{'<p class=b style=margin-top:0;margin-bottom:0>x</p>' * count}</div>"
        page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html>{body}"}))
        container = page.select(".row")[0]
        made = convert(page, container, target)
        stretches = compare(page, made.page(page), container, 400, 900)
        self.assertTrue(all(one.is_equal for one in stretches), (made.css, stretches))


class Percentages(unittest.TestCase):
    @settings(max_examples=200)
    @given(st.lists(st.integers(1, 500), min_size=1, max_size=8), st.integers(1, 2560))
    def test_what_is_cut_off_never_shows(self, parts: list[int], width: int) -> None:
        whole = sum(parts)
        lengths = [Linear(Fraction(part, whole)) for part in parts]
        places = decimals_for(lengths)
        written = [Fraction(css_length(one, places).removesuffix("%")) / 100 * width for one in lengths]
        exact = [one.at(Fraction(width)) for one in lengths]
        # Each edge is the sum of what stands before it.
        for end in range(1, len(parts) + 1):
            lost = sum(exact[:end]) - sum(written[:end])
            self.assertGreaterEqual(lost, 0)
            self.assertLessEqual(lost, Fraction(1, 64))
