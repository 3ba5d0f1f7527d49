"""Words of documents read, and put into pages."""

from __future__ import annotations

import unittest

from hillpin.core.authoring import put_as_new, put_in_order, put_into, read_words
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.markup import parse_html
from hillpin.core.page import Page
from hillpin.core.survey import survey
from hypothesis import given, settings
from hypothesis import strategies as st

MARKDOWN = """# The line

Boats go *daily*, weather & tide "allowing".

- Single
- [Day rover](fares.html)

1. Ask
2. Board
"""


class Reading(unittest.TestCase):
    def test_markdown(self) -> None:
        found = [(one.kind, one.html, one.level, one.list, one.is_numbered) for one in read_words(MARKDOWN, "markdown")]
        self.assertEqual(
            found,
            [
                ("heading", "The line", 1, 0, False),
                ("paragraph", "Boats go <em>daily</em>, weather &amp; tide “allowing”.", 0, 0, False),
                ("item", "Single", 0, 1, False),
                ("item", '<a href="fares.html">Day rover</a>', 0, 1, False),
                ("item", "Ask", 0, 2, True),
                ("item", "Board", 0, 2, True),
            ],
        )

    def test_markup_in_markdown_is_words_and_no_script_gets_in(self) -> None:
        found = read_words("a <b onclick=x>b</b> [c](javascript:alert(1))", "markdown")
        self.assertEqual(found[0].html.count("<"), 0)

    def test_plain_text(self) -> None:
        text = 'Fares\n\nA *single* costs 4 < 5 crowns,\nand "nothing" more.\n\nOn board\n\n• tea\n• soup\n  and bread\n\nWrite to ask@skerry.example or see https://skerry.example/a.'
        found = [(one.kind, one.html, one.level) for one in read_words(text, "text")]
        self.assertEqual(
            found,
            [
                ("heading", "Fares", 1),
                ("paragraph", "A *single* costs 4 &lt; 5 crowns, and “nothing” more.", 0),
                ("heading", "On board", 2),
                ("item", "tea", 0),
                ("item", "soup and bread", 0),
                ("paragraph", 'Write to <a href="mailto:ask@skerry.example">ask@skerry.example</a> or see <a href="https://skerry.example/a">https://skerry.example/a</a>.', 0),
            ],
        )

    def test_quotes_are_those_of_the_language(self) -> None:
        self.assertEqual(read_words('Er sagt "ja" dazu und geht.', "text", "de-AT")[0].html, "Er sagt „ja“ dazu und geht.")
        self.assertEqual(read_words('Il dit "oui" et part.', "text", "fr")[0].html, "Il dit «\xa0oui\xa0» et part.")

    def test_a_pasted_document(self) -> None:
        pasted = '<meta><b style="x"><h2>Fares</h2></b><p class=q>One <span style="color:red">two</span> <b>three</b><script>x</script></p><ul><li><p>a</p></li><li>b <a href="javascript:x">c</a></li></ul>loose'
        found = [(one.kind, one.html) for one in read_words(pasted, "html")]
        self.assertEqual(found, [("heading", "Fares"), ("paragraph", "One two <strong>three</strong>"), ("item", "a"), ("item", "b c"), ("paragraph", "loose")])

    @settings(max_examples=150)
    @given(st.text(max_size=120), st.sampled_from(["markdown", "text", "html"]))
    def test_whatever_it_is_no_element_but_links_and_stress_comes_in(self, text: str, kind: str) -> None:
        allowed = {"a", "em", "strong", "code", "br", "cite", "sub", "sup", "mark"}
        for one in read_words(text, kind):  # type: ignore[arg-type]
            document = parse_html(f"<!doctype html><body><div>{one.html}</div>")
            inside = [element for element in document.elements if element.tag not in ("body", "div")]
            self.assertLessEqual({element.tag for element in inside}, allowed)
            self.assertLessEqual({name for element in inside for name in element.attributes}, {"href", "title"})
            self.assertFalse(any(element.attributes.get("href", "").lower().startswith("javascript:") for element in inside))


class Putting(unittest.TestCase):
    SOURCE = "<body>\n  <section>\n    <h2>x</h2>\n    <p>y</p>\n    <ul>\n      <li><a href='#'>z</a></li>\n      <li>w</li>\n    </ul>\n  </section>\n</body>\n"

    def test_into_the_selected_element(self) -> None:
        words = read_words(MARKDOWN, "markdown")
        document = parse_html(self.SOURCE)
        put = put_into(document, 3, words[1])
        self.assertEqual(put.text, self.SOURCE.replace("<p>y</p>", "<p>Boats go <em>daily</em>, weather &amp; tide “allowing”.</p>"))
        with self.assertRaisesRegex(InputError, "other elements than words"):
            put_into(document, 1, words[1])

    def test_a_link_that_is_all_there_is_stays(self) -> None:
        put = put_into(parse_html(self.SOURCE), 5, read_words(MARKDOWN, "markdown")[2])
        self.assertIn("<li><a href='#'>Single</a></li>", put.text)

    def test_all_in_order_where_the_shapes_match(self) -> None:
        words = read_words(MARKDOWN, "markdown")
        put = put_in_order(parse_html(self.SOURCE), 0, words)
        self.assertEqual(put.pairs, [(0, 2), (1, 3), (2, 5), (3, 7)])
        self.assertIn("<h2>The line</h2>", put.text)
        self.assertIn('<li><a href="fares.html">Day rover</a></li>', put.text)
        with self.assertRaisesRegex(InputError, "shape"):
            put_in_order(parse_html("<body><div>a</div></body>"), 0, words)

    def test_as_new_elements_at_the_caret(self) -> None:
        words = read_words(MARKDOWN, "markdown")
        put = put_as_new(parse_html(self.SOURCE), self.SOURCE.index("y</p>"), words[:4])
        made = "<p>y</p>\n    <h1>The line</h1>\n    <p>Boats go <em>daily</em>, weather &amp; tide “allowing”.</p>\n    <ul>\n      <li>Single</li>\n      <li><a href=\"fares.html\">Day rover</a></li>\n    </ul>\n"
        self.assertEqual(put.text, self.SOURCE.replace("<p>y</p>\n", made))


class FillerLeft(unittest.TestCase):
    def test_filler_is_found_where_it_stands(self) -> None:
        body = "<main><h1>Fares</h1>\n<p>The lighthouse cat takes the early crossing on Tuesdays.</p>\n<p>Lorem ipsum dolor sit amet.</p>\n<p>The morning boat leaves at nine.</p></main>"
        page = Page(MemoryFiles({"index.html": f"<!doctype html><html lang=en><title>x</title><body>{body}".encode()}))
        found = [(one.line, one.message) for one in survey(page, 600, 602).findings if one.kind == "filler-text"]
        self.assertEqual(found, [(2, "p still has filler: “The lighthouse cat takes the…”."), (3, "p still has filler: “Lorem ipsum dolor sit amet.…”.")])
