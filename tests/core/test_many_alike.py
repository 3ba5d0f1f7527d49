"""Elements repeated, duplicated and given another shape: what is written, what stays byte for byte, what is refused."""

from __future__ import annotations

import unittest

from hillpin.core.authoring import (
    RepeatWish,
    changed,
    duplicated,
    joined,
    missing_rule,
    repeated,
    split,
    unwrapped,
    wrapped,
)
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.markup import parse_html
from hillpin.core.page import Page
from hypothesis import given, settings
from hypothesis import strategies as st

PICTURE = b'<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"></svg>'


def page_of(body: str, css: str = "", **files: bytes) -> Page:
    head = "<!doctype html>\n<title>Skerry Line</title>\n<link rel='stylesheet' href='s.css'>\n"
    names = {name.replace("__", "/").replace("_", ".", 1) if "__" not in name else name.replace("__", "/"): data for name, data in files.items()}
    return Page(MemoryFiles({"index.html": f"{head}<body>\n{body}\n</body>\n".encode(), "s.css": css.encode(), **names}))


def index_of(page: Page, tag: str, number: int = 0) -> int:
    return [one.index for one in page.document.elements if one.tag == tag][number]


def body_of(text: str) -> str:
    return text.split("<body>\n")[1].split("\n</body>")[0]


class Repeating(unittest.TestCase):
    def test_numbers_and_what_refers_to_them_follow(self) -> None:
        page = page_of('<form>\n  <p class="field-1">\n    <label for="boat-1">Boat</label>\n    <input id="boat-1" name="boat-1" aria-describedby="boat-1 note">\n  </p>\n  <p id="note">Ask</p>\n</form>')
        made = repeated(page, index_of(page, "p"), RepeatWish(count=3))
        self.assertEqual(
            body_of(made.text),
            '<form>\n  <p class="field-1">\n    <label for="boat-1">Boat</label>\n    <input id="boat-1" name="boat-1" aria-describedby="boat-1 note">\n  </p>\n'
            '  <p class="field-2">\n    <label for="boat-2">Boat</label>\n    <input id="boat-2" name="boat-2" aria-describedby="boat-2 note">\n  </p>\n'
            '  <p class="field-3">\n    <label for="boat-3">Boat</label>\n    <input id="boat-3" name="boat-3" aria-describedby="boat-3 note">\n  </p>\n'
            '  <p id="note">Ask</p>\n</form>',
        )  # fmt: skip

    def test_a_number_that_is_taken_is_passed_over(self) -> None:
        page = page_of('<p id="a-1">x</p><p id="a-2">y</p>')
        self.assertEqual(body_of(repeated(page, 1, RepeatWish(count=2)).text), '<p id="a-1">x</p><p id="a-3">x</p><p id="a-2">y</p>')

    def test_an_id_without_number_gets_one_and_links_in_the_copy_follow(self) -> None:
        page = page_of('<section id="fares"><a href="#fares">x</a><a href="#top">y</a></section>')
        self.assertIn('<section id="fares-2"><a href="#fares-2">x</a><a href="#top">y</a></section>', repeated(page, 1, RepeatWish(count=2)).text)

    def test_lines_are_the_words_of_each(self) -> None:
        page = page_of("<ul>\n  <li><a href='#'>One</a></li>\n</ul>")
        made = repeated(page, index_of(page, "li"), RepeatWish(rows="Crossings\nFares & times\n"))
        self.assertEqual(body_of(made.text), "<ul>\n  <li><a href='#'>Crossings</a></li>\n  <li><a href='#'>Fares &amp; times</a></li>\n</ul>")

    def test_columns_go_where_their_names_say(self) -> None:
        page = page_of('<article>\n  <img src="a.svg" alt="">\n  <h3>x</h3>\n  <p>y</p>\n</article>')
        made = repeated(page, 1, RepeatWish(rows="p,picture,h3\nMate,b.svg,Ines\n\"Cook, and baker\",c.svg,Jon\n"))
        self.assertEqual(made.columns, {"img src": 1, "img alt": -1, "h3": 2, "p": 0})
        self.assertEqual(
            body_of(made.text),
            '<article>\n  <img src="b.svg" alt="">\n  <h3>Ines</h3>\n  <p>Mate</p>\n</article>\n<article>\n  <img src="c.svg" alt="">\n  <h3>Jon</h3>\n  <p>Cook, and baker</p>\n</article>',
        )

    def test_columns_without_names_go_in_order_and_pictures_to_pictures(self) -> None:
        page = page_of('<article><h3>x</h3><img src="a.svg" alt=""><p>y</p></article>')
        made = repeated(page, 1, RepeatWish(rows="Ines;Mate;b.svg\nJon;Cook;c.svg"))
        self.assertIn('<article><h3>Jon</h3><img src="c.svg" alt=""><p>Cook</p></article>', made.text)

    def test_sentences_with_commas_are_lines(self) -> None:
        page = page_of("<ul><li>x</li></ul>")
        made = repeated(page, index_of(page, "li"), RepeatWish(rows="Tea, and a bun\nSoup, and bread"))
        self.assertEqual(made.rows, [["Tea, and a bun"], ["Soup, and bread"]])

    def test_uneven_rows_are_refused_at_their_number(self) -> None:
        page = page_of("<ul><li>x</li></ul>")
        with self.assertRaisesRegex(InputError, "Row 2 has 1 of 2 columns"):
            repeated(page, index_of(page, "li"), RepeatWish(rows="a;b\nc", separator=";"))

    def test_pictures_of_a_folder_and_the_words_that_are_asked(self) -> None:
        page = page_of('<figure><img src="crew/ann.svg" alt="Ann"></figure>', crew__ann_svg=b"", **{"crew/ann.svg": PICTURE, "crew/bo.svg": PICTURE})
        wish = RepeatWish(pictures=("crew/ann.svg", "crew/bo.svg"))
        made = repeated(page, 1, wish)
        self.assertEqual([(one.line, one.what) for one in made.asks], [(2, "alt")])
        made = repeated(page, 1, RepeatWish(pictures=wish.pictures, answers={"2": 'Bo, "the cook"'}))
        self.assertEqual(made.asks, [])
        self.assertIn('<img src="crew/bo.svg" alt="Bo, &quot;the cook&quot;">', made.text)

    def test_the_next_numbered_picture_is_taken_where_there_is_one(self) -> None:
        page = page_of('<li><img src="p-1.svg" alt=""></li>'.join(["<ul>", "</ul>"]), **{"p-1.svg": PICTURE, "p-2.svg": PICTURE})
        made = repeated(page, index_of(page, "li"), RepeatWish(count=3))
        self.assertEqual(made.text.count("p-2.svg"), 1)
        self.assertEqual(made.text.count("p-1.svg"), 2)

    def test_where_one_may_stand_once_it_is_refused(self) -> None:
        page = page_of('<main id="x"><p>y</p></main>')
        self.assertEqual(repeated(page, index_of(page, "p"), RepeatWish(count=2)).refused, "")
        with self.assertRaises(InputError):
            repeated(page, 0, RepeatWish(count=2))

    @settings(max_examples=60)
    @given(st.lists(st.sampled_from(["a", "a-1", "b-07", "fares"]), unique=True, min_size=1, max_size=4), st.integers(2, 12))
    def test_ids_stay_unique_and_references_whole(self, ids: list[str], count: int) -> None:
        inner = "".join(f'<label for="{one}">x</label><input id="{one}"><a href="#{one}">y</a>' for one in ids)
        page = page_of(f'<div>{inner}</div><p id="a-2">z</p>')
        made = repeated(page, 1, RepeatWish(count=count))
        self.assertEqual(made.refused, "")
        document = parse_html(made.text)
        found = [one.id for one in document.elements if one.id]
        self.assertEqual(len(found), len(set(found)))
        for box in [one for one in document.elements if one.tag == "div"]:
            own = [one.id for one in box.elements if one.id]
            self.assertEqual([one.attributes["for"] for one in box.elements if one.tag == "label"], own)
            self.assertEqual([one.attributes["href"][1:] for one in box.elements if one.tag == "a"], own)


class Duplicating(unittest.TestCase):
    CSS = "/* one */\n#fares { color: red }\n.x, #fares h2 { margin: 0 }\n@media (min-width: 600px) {\n  #fares > p { color: blue }\n}\n#fares-all { color: green }\n"

    def test_rules_bound_to_its_id_come_along_on_request(self) -> None:
        page = page_of('<section id="fares">\n  <h2>x</h2>\n</section>', self.CSS)
        made = duplicated(page, 1, with_rules=True)
        self.assertEqual(body_of(made.text), '<section id="fares">\n  <h2>x</h2>\n</section>\n<section id="fares-2">\n  <h2>x</h2>\n</section>')
        self.assertEqual(
            made.also["s.css"],
            "/* one */\n#fares { color: red }\n#fares-2 { color: red }\n.x, #fares h2 { margin: 0 }\n#fares-2 h2 { margin: 0 }\n@media (min-width: 600px) {\n  #fares > p { color: blue }\n  #fares-2 > p { color: blue }\n}\n#fares-all { color: green }\n",
        )

    def test_without_the_request_it_is_said_how_many_there_are(self) -> None:
        page = page_of('<section id="fares"></section>', self.CSS)
        made = duplicated(page, 1)
        self.assertEqual(made.also, {})
        self.assertIn("3 rules are bound to its id, and not copied.", made.notes)


class Reshaping(unittest.TestCase):
    def test_wrapped_with_its_siblings_and_indented(self) -> None:
        source = "<body>\n  <p>a</p>\n  <pre>x\n y</pre>\n  <p>c</p>\n</body>"
        self.assertEqual(wrapped(source, 1, "section.x div", 1).text, '<body>\n  <section class="x">\n    <div>\n      <p>a</p>\n      <pre>x\n y</pre>\n    </div>\n  </section>\n  <p>c</p>\n</body>')

    def test_wrapped_in_a_line_stays_in_it(self) -> None:
        self.assertEqual(wrapped("<body><p>a <b>c</b> d</p>", 2, "span.y").text, '<body><p>a <span class="y"><b>c</b></span> d</p>')

    def test_a_div_in_a_p_is_refused_with_the_reason(self) -> None:
        with self.assertRaisesRegex(InputError, "div"):
            wrapped("<body><p>a <b>c</b></p></body>", 2, "div")

    def test_an_item_outside_a_list_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "a li stands only in a list"):
            unwrapped("<body>\n<ul>\n  <li>a</li>\n</ul>\n</body>", 1)
        with self.assertRaisesRegex(InputError, "holds only li"):
            changed("<body><ul><li>a</li></ul></body>", 2, "p")

    def test_unwrapped_comes_back_to_what_was_wrapped(self) -> None:
        source = "<body>\n  <p>a</p>\n  <p>c\n    d</p>\n</body>"
        self.assertEqual(unwrapped(wrapped(source, 1, "div", 1).text, 1).text, source)

    def test_changed_keeps_what_it_does_not_name(self) -> None:
        self.assertEqual(changed("<body><div id=a class='x y' title=\"t\">z</div>", 1, "section.b").text, "<body><section id=a class='b' title=\"t\">z</section>")
        self.assertEqual(changed('<body><h2>z</h2>', 1, "h3#q").text, '<body><h3 id="q">z</h3>')

    def test_parted_at_the_caret_the_second_has_no_id(self) -> None:
        source = '<body>\n  <p id="a" class="x">one. two</p>\n</body>'
        self.assertEqual(split(source, 1, source.index("two")).text, '<body>\n  <p id="a" class="x">one.</p>\n  <p class="x">two</p>\n</body>')
        with self.assertRaisesRegex(InputError, "caret stands in b"):
            split("<body><p>a<b>cd</b></p>", 1, len("<body><p>a<b>c"))

    def test_joined_with_the_one_after(self) -> None:
        source = '<body>\n  <p>one</p>\n  <p class="x">two</p>\n</body>'
        made = joined(source, 1)
        self.assertEqual(made.text, "<body>\n  <p>one two</p>\n</body>")
        self.assertIn('class="x"', made.notes[0])
        self.assertEqual(joined("<body>\n<ul>\n  <li>a</li>\n</ul>\n<ul>\n  <li>b</li>\n</ul>", 1).text, "<body>\n<ul>\n  <li>a</li>\n  <li>b</li>\n</ul>")
        with self.assertRaisesRegex(InputError, "right after it"):
            joined("<body><p>a</p><h2>b</h2>", 1)

    @settings(max_examples=80)
    @given(st.recursive(st.sampled_from(["<p>a</p>", "<p>a <b>c</b></p>", "<h2>d</h2>"]), lambda inner: st.lists(inner, min_size=1, max_size=3).map(lambda parts: "<div>\n" + "\n".join(f"  {row}" for part in parts for row in part.split("\n")) + "\n</div>"), max_leaves=8), st.data())
    def test_a_wrap_adds_one_element_and_no_more(self, markup: str, data: st.DataObject) -> None:
        source = f"<body>\n{markup}\n<i>after</i>\n</body>"
        tags = [one.tag for one in parse_html(source).elements]
        index = data.draw(st.integers(1, len(tags) - 1))
        try:
            made = wrapped(source, index, "section.w")
        except InputError:
            self.assertEqual(tags[index], "b")
            return
        self.assertEqual([one.tag for one in parse_html(made.text).elements], [*tags[:index], "section", *tags[index:]])
        self.assertEqual(unwrapped(made.text, index).text, source)


class MissingRules(unittest.TestCase):
    CSS = ".masthead {\n  margin: 0;\n}\n\n@media (min-width: 600px) {\n  .masthead { margin: 1px }\n}\n\n.foot {\n  margin: 0;\n}\n"

    def test_it_stands_behind_its_neighbours_rule(self) -> None:
        page = page_of('<header class="masthead"><nav class="way">x</nav></header>', self.CSS)
        path, made = missing_rule(page, page.document.source.index("way") + 1)
        self.assertEqual(path, "s.css")
        self.assertEqual(made.text, self.CSS.replace(".masthead {\n  margin: 0;\n}\n", ".masthead {\n  margin: 0;\n}\n\n.way {\n  \n}\n", 1))
        self.assertEqual(made.text[: made.caret].rsplit("\n", 2)[1:], [".way {", "  "])

    def test_a_rule_that_there_is_is_gone_to(self) -> None:
        page = page_of('<footer class="foot">x</footer>', self.CSS)
        _, made = missing_rule(page, page.document.source.index("foot\"") + 2)
        self.assertEqual((made.text, made.caret), (self.CSS, self.CSS.index(".foot {") + len(".foot {")))

    def test_only_names_have_rules(self) -> None:
        page = page_of('<p title="foot">x</p>', self.CSS)
        with self.assertRaisesRegex(InputError, "class or an id"):
            missing_rule(page, page.document.source.index("foot") + 1)
