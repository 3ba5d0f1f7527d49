"""Where an outline goes in a page's source: indentation, quotes, surroundings, and what is refused."""

from __future__ import annotations

import unittest

from hillpin.core.authoring import OutlinePut, put_outline
from hillpin.core.authoring.placing import new_lines
from hillpin.core.authoring.source_places import new_fault
from hillpin.core.files import MemoryFiles
from hillpin.core.markup import parse_html
from hillpin.core.page import Page
from hypothesis import given, settings
from hypothesis import strategies as st

PAGE = """<!DOCTYPE html>
<html lang="en">
<head>
  <title>Fares</title>
</head>
<body>
  <main>
    <h1>Fares</h1>
    <ul>
      <li>Single</li>
    </ul>

  </main>
</body>
</html>
"""


def put(mark: str, outline: str, source: str = PAGE, after: bool = False) -> OutlinePut:
    """An outline put in where a mark stands in the source, or behind it."""
    at = source.index(mark) + (len(mark) if after else 0)
    return put_outline(Page(MemoryFiles({"index.html": source})), at, outline)


class Places(unittest.TestCase):
    def test_an_empty_line_is_taken(self) -> None:
        found = put("</ul>\n", "p: Low water", after=True)
        self.assertEqual(found.text, PAGE.replace("</ul>\n\n", "</ul>\n    <p>Low water</p>\n"))
        self.assertEqual(found.text[: found.caret].splitlines()[-1], "    <p>Low water</p>")

    def test_below_a_line_as_deep_as_it(self) -> None:
        found = put("<h1>", "p: Low water")
        self.assertEqual(found.text, PAGE.replace("</h1>\n", "</h1>\n    <p>Low water</p>\n"))

    def test_inside_what_a_line_opens(self) -> None:
        found = put("<ul>", ".first: Rover")
        self.assertEqual(found.text, PAGE.replace("<ul>\n", '<ul>\n      <li class="first">Rover</li>\n'))

    def test_tabs_and_single_quotes_stay_the_habit(self) -> None:
        source = PAGE.replace("  ", "\t").replace('"', "'")
        found = put("<ul>", ".first\n  b: x", source)
        self.assertIn("\n\t\t\t<li class='first'><b>x</b></li>\n", found.text)
        self.assertIn("\n\t\t<section>\n\t\t\t<p>a</p>\n\t\t\t<p>b</p>\n\t\t</section>\n", put("<h1>", "section\n  p: a\n  p: b", source).text)

    def test_what_may_not_stand_there(self) -> None:
        found = put("<title>", "p: Low water")
        self.assertIn("outside the body", found.refused)
        self.assertEqual(found.text, PAGE)
        found = put("<h1>", "p\n  div: a")
        self.assertIn("It may not stand here", found.refused)
        self.assertEqual(found.text, PAGE)

    def test_where_something_is_wrong_nothing_is_changed(self) -> None:
        found = put("<h1>", "3 li: a | b")
        self.assertEqual((found.text, len(found.faults)), (PAGE, 1))

    def test_a_second_navigation_is_asked_its_name(self) -> None:
        source = PAGE.replace("<main>", "<main>\n    <nav>x</nav>")
        self.assertEqual([one.what for one in put("<h1>", "nav", source).asks], ["aria-label"])
        self.assertEqual(put("<h1>", "nav").asks, [])


NESTED = """<main id=one>
<p>words
more</p>
<ul>
<li>a
b</li>
</ul>
<a href=x>
<span>y</span>
</a>
<table>
<tr>
<td>c
</td>
</tr>
</table>
<form>
<select>
</select>
</form>
<figure>
x</figure>
</main>"""
"""One of everything that holds only some things, on lines of their own."""


class AnyPlace(unittest.TestCase):
    @settings(max_examples=150)
    @given(st.integers(0, len(PAGE)), st.sampled_from(["p: a", "2 li: a | b", "section\n  h2: x\n  p: 3 words", "div.a\n  b: x"]))
    def test_the_rest_of_the_source_stays_byte_for_byte(self, at: int, outline: str) -> None:
        found = put_outline(Page(MemoryFiles({"index.html": PAGE})), at, outline)
        if found.refused:
            self.assertEqual(found.text, PAGE)
            return
        begin = found.text.index(found.html)
        rest = found.text[:begin] + found.text[begin + len(found.html) :]
        # Only a line's own break, or the white space of an empty line, goes with it.
        self.assertEqual(rest.split(), PAGE.split())
        self.assertEqual(len(parse_html(found.text).elements), len(parse_html(PAGE).elements) + found.html.count("<") - found.html.count("</"))

    @settings(max_examples=200)
    @given(st.integers(0, 10**6), st.sampled_from(["p: a", "2 li: a | b", "div", "td: x", "tr\n  td: x", "a: x", "button: x", "h2#one: x", "h2#new: x", "2 p#new: x", "option: x", "figcaption: x", "main", "form"]))
    def test_read_in_what_is_around_it_is_refused_as_on_the_whole_page(self, place: int, outline: str) -> None:
        source = f"<!doctype html><body>{NESTED}"
        page = Page(MemoryFiles({"index.html": source}))
        at = source.index(NESTED) + place % len(NESTED)
        found = put_outline(page, at, outline)
        lines = new_lines(page.document, at)
        if lines.around is None or not found.html or "stands in a" in found.refused or "asked" in found.refused:
            return
        whole = new_fault(source, lines.put(source, found.html)[0])
        self.assertEqual(found.refused.removeprefix("It may not stand here: "), whole)
