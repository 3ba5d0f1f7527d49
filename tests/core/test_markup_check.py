"""What the parser had to set right, told at its line: expected from the HTML standard's parsing rules, by hand."""

from __future__ import annotations

import unittest
from pathlib import Path

from hillpin.core.files import MemoryFiles
from hillpin.core.markup import parse_html
from hillpin.core.markup.check import check_markup
from hillpin.core.page import Page
from hillpin.core.survey.whole import survey
from hillpin.core.writing.notes import margin_notes

HEAD = "<!DOCTYPE html>\n<html lang=en>\n<title>Fares</title>\n<body>\n"
DEMO = Path(__file__).resolve().parents[2] / "hillpin" / "sites" / "demo" / "site" / "index.html"


def said(body: str) -> list[tuple[int, str]]:
    """Lines (the body's first is 1) and messages."""
    return [(one.line - 4, one.message) for one in check_markup(parse_html(HEAD + body))]


class Tags(unittest.TestCase):
    def test_stray_end_tags(self) -> None:
        found = said("<h2>Rooms</h2>\n<p>Six <em>rooms</em>.</p></em></p>\n</h2>")
        self.assertEqual(
            found,
            [
                (2, "</em> closes nothing: no em is open here."),
                (2, "</p> closes nothing: no p is open here."),
                (3, "</h2> closes nothing: no h2 is open here."),
            ],
        )

    def test_a_paragraph_that_a_block_closed(self) -> None:
        found = said("<p>Boats\n<div>times</div>\n</p>")
        self.assertEqual(
            found, [(3, "</p> closes nothing: the p of line 5 ended before <div>, for a div cannot stand in a p.")]
        )

    def test_left_open(self) -> None:
        self.assertEqual(
            said("<section>\n<p>a\n<ul><li>b<li>c</ul>"),
            [(1, "The section opened here is never closed: </section> is missing.")],
        )
        self.assertEqual(
            said("<div/>x")[0], (1, "<div/> does not close the div: only an end tag does.")
        )

    def test_a_formatting_element_that_is_opened_again(self) -> None:
        found = said("<p><b>x</p>y</b>")
        self.assertEqual(
            found,
            [(1, "The b opened here is not closed before what it stands in: it is opened again after it.")],
        )

    def test_dropped_and_moved(self) -> None:
        self.assertIn(
            (1, "<form> is dropped: a form cannot stand in a form."), said("<form><form></form></form>")
        )
        self.assertEqual(
            said("<div><tr></div>"),
            [(1, "<tr> is dropped: it can only stand in a table, at its own place there.")],
        )
        self.assertEqual(
            said("<table>\n<p>x</p>\n<tr><td>1</table>"),
            [(2, "The p cannot stand straight in a table: it is moved before the table of line 5.")],
        )

    def test_attributes(self) -> None:
        self.assertEqual(
            said("<a href=a\nHREF=b>x</a>"), [(1, "The tag <a> has href twice: only the first counts.")]
        )
        quote = said('<p class="a>x</p>\n<p class="b">y</p>')
        self.assertEqual(
            quote, [(1, 'A quote is missing in the tag <p>: b" is read as an attribute’s name.')]
        )
        self.assertEqual(said('<p class="a'), [(1, "The tag <p> never ends: a > or a quote is missing.")])

    def test_a_bracket_that_is_missing(self) -> None:
        self.assertEqual(
            said("<h2>Rooms</h2>\np>Six rooms"),
            [(2, "“p>” stands in the page as words: a < is missing before it.")],
        )

    def test_void_elements(self) -> None:
        self.assertEqual(
            said("<img src=a.png alt=''></img>"), [(1, "</img> closes nothing: img has no end tag.")]
        )


class Nothing(unittest.TestCase):
    def test_what_the_standard_lets_one_leave_out(self) -> None:
        for body in (
            "<ul><li>a<li>b</ul><dl><dt>a<dd>b</dl><p>a<p>b",
            "<table><thead><tr><th>a<tbody><tr><td>b</table>",
            "<select><option>a<option>b</select>",
            "x < y && p > q, a > b",
            "<!-- <p> --><pre>p></pre><code>h2></code><script>if (a<b) '</p>'</script>",
            '<svg viewBox="0 0 1 1"><path d=""/><g></g></svg><input/><br/><template><tr></tr></template>',
            "<a href=x/>y</a><p class=a id=b data-x='>'>x",
        ):
            self.assertEqual(said(body), [], body)

    def test_the_demo(self) -> None:
        self.assertEqual(check_markup(parse_html(DEMO.read_text())), [])


class Told(unittest.TestCase):
    def test_as_a_note_and_as_a_finding(self) -> None:
        page = Page(MemoryFiles({"index.html": HEAD + "<main><h1>Fares</h1>\n</em></main>"}))
        notes = [
            (one.file, one.line, one.text) for one in margin_notes(page, page.layout(600)) if one.kind == "problem"
        ]
        self.assertEqual(notes, [("index.html", 6, "</em> closes nothing: no em is open here.")])
        found = [(one.kind, one.line, one.low) for one in survey(page, 320, 330).findings]
        self.assertEqual(found, [("invalid-markup", 6, None)])


class Bounded(unittest.TestCase):
    def test_hostile_sources_are_read_in_one_pass(self) -> None:
        for source in ("<p " * 20_000, "<!--" * 50_000, "</p" * 50_000, '<p a="' * 20_000, "<p a=" + "'" * 90_000, "p>" * 50_000):
            self.assertLessEqual(len(check_markup(parse_html(source))), 200)
