"""Outline to markup: what is written, what the standard asks besides, what is wrong at its place; and any tree read back."""

from __future__ import annotations

import unittest

from hillpin.core.authoring import OutlineFault, outline_markup, read_outline
from hillpin.core.filler import filler_words
from hillpin.core.images import PictureSize
from hillpin.core.markup import parse_html
from hillpin.core.markup.check import check_markup
from hypothesis import given, settings
from hypothesis import strategies as st


def written(outline: str, **named: object) -> str:
    return outline_markup(outline, **named).text  # type: ignore[arg-type]


class Written(unittest.TestCase):
    def test_as_one_types_it(self) -> None:
        outline = "header.masthead\n  h1: Skerry Line\n  nav\n    4 li a: Crossings | Fares | Islands | Ask us\nsection#fares\n  h2: Fares & more"
        self.assertEqual(
            written(outline),
            '<header class="masthead">\n  <h1>Skerry Line</h1>\n  <nav>\n    <ul>\n      <li><a href="#">Crossings</a></li>\n      <li><a href="#">Fares</a></li>\n'
            '      <li><a href="#">Islands</a></li>\n      <li><a href="#">Ask us</a></li>\n    </ul>\n  </nav>\n</header>\n<section id="fares">\n  <h2>Fares &amp; more</h2>\n</section>',
        )

    def test_words_go_to_the_repeat_around_them(self) -> None:
        outline = "ul\n  2 li.fare\n    h3: Single | Rover\n    p: Fare # of 2"
        self.assertEqual(
            written(outline, unit="\t"),
            '<ul>\n\t<li class="fare">\n\t\t<h3>Single</h3>\n\t\t<p>Fare 1 of 2</p>\n\t</li>\n\t<li class="fare">\n\t\t<h3>Rover</h3>\n\t\t<p>Fare 2 of 2</p>\n\t</li>\n</ul>',
        )

    def test_numbers_in_names_and_a_hash_that_is_meant(self) -> None:
        self.assertEqual(written('2 a#step-#[href="#fares"]: \\# #'), '<a id="step-1" href="#fares"># 1</a>\n<a id="step-2" href="#fares"># 2</a>')

    def test_types_that_are_not_said(self) -> None:
        self.assertEqual(written("ol\n  .first: a"), '<ol>\n  <li class="first">a</li>\n</ol>')
        self.assertEqual(written(".card: a"), '<div class="card">a</div>')
        self.assertEqual(written(".card: a", around="ul"), '<li class="card">a</li>')

    def test_filler_is_of_the_skerry_line(self) -> None:
        self.assertEqual(written("p: 4 words"), "<p>Behind the third skerry</p>")
        self.assertEqual(filler_words(12), "Behind the third skerry the swell goes quiet and the kettle sings.")
        # The second goes on where the first ended.
        self.assertEqual(written("p: 4 words\np: 3 words"), "<p>Behind the third skerry</p>\n<p>The swell goes</p>")


class Asked(unittest.TestCase):
    def test_a_pictures_words_are_asked_for_and_its_size_is_its_own(self) -> None:
        found = outline_markup("2 img: fare-#.png", picture=lambda path: PictureSize(40, 30, 4 / 3) if path == "fare-1.png" else None)
        self.assertEqual([(one.line, one.what) for one in found.asks], [(1, "alt")])
        self.assertEqual(found.text, '<img src="fare-1.png" width="40" height="30" alt="">\n<img src="fare-2.png" alt="">')
        answered = outline_markup("img: fare.png", answers={"1:alt": "A ticket"})
        self.assertEqual((answered.text, answered.asks), ('<img src="fare.png" alt="A ticket">', []))
        self.assertEqual(outline_markup("img[alt]: fare.png").asks, [])

    def test_several_navigations_need_names(self) -> None:
        self.assertEqual(outline_markup("nav").asks, [])
        self.assertEqual([one.what for one in outline_markup("nav", navs=1).asks], ["aria-label"])
        self.assertEqual(outline_markup("nav", navs=1, answers={"1:aria-label": "Islands"}).text, '<nav aria-label="Islands"></nav>')

    def test_labels_and_their_controls_and_heads_of_tables(self) -> None:
        self.assertEqual(written("label: Your name\ninput[type=text]"), '<label for="your-name">Your name</label>\n<input type="text" id="your-name" name="your-name">')
        self.assertEqual(
            written("table\n  thead tr\n    2 th: To | At\n  tr\n    th: Orra\n    td: 9"),
            '<table>\n  <thead>\n    <tr>\n      <th scope="col">To</th>\n      <th scope="col">At</th>\n    </tr>\n  </thead>\n  <tr>\n    <th scope="row">Orra</th>\n    <td>9</td>\n  </tr>\n</table>',
        )


class Faults(unittest.TestCase):
    def faults(self, outline: str) -> list[OutlineFault]:
        return outline_markup(outline).faults

    def test_at_their_places(self) -> None:
        self.assertEqual([(one.line, one.column) for one in self.faults("ul\n  3 li: a | b")], [(2, 9)])
        self.assertEqual([(one.line, one.column) for one in self.faults("div\n  !!: a")], [(2, 3)])
        self.assertEqual([(one.line, one.column) for one in self.faults("p .x #: a")], [(1, 6)])
        self.assertEqual([(one.line, one.column) for one in self.faults("    div\n  p")], [(2, 1)])
        self.assertIn("1 to 200 times", self.faults("999 li")[0].message)

    def test_bounds(self) -> None:
        self.assertIn("lines at most", self.faults("p\n" * 500)[0].message)
        self.assertIn("elements at most", self.faults("200 div\n  200 p")[0].message)
        self.assertIn("deep", self.faults("\n".join(" " * depth + "div" for depth in range(60)))[0].message)


TAGS = st.sampled_from(["div", "section", "article", "header", "aside", "blockquote"])
NAMES = st.from_regex(r"[a-z][a-z0-9]{0,5}", fullmatch=True)
WORDS = st.text(st.characters(codec="utf-8", exclude_categories=["C", "Z"], exclude_characters="|#\\:"), min_size=1, max_size=8)
TREES = st.recursive(
    st.tuples(TAGS, st.lists(NAMES, max_size=2, unique=True), WORDS),
    lambda inside: st.tuples(TAGS, st.lists(NAMES, max_size=2, unique=True), st.lists(inside, min_size=1, max_size=3)),
    max_leaves=8,
)


def said(tree: tuple, depth: int = 0) -> str:  # type: ignore[type-arg]
    tag, classes, rest = tree
    head = "  " * depth + tag + "".join(f".{one}" for one in classes)
    return f"{head}: {rest}" if isinstance(rest, str) else "\n".join([head, *(said(one, depth + 1) for one in rest)])


def meant(tree: tuple) -> tuple:  # type: ignore[type-arg]
    tag, classes, rest = tree
    return (tag, tuple(sorted(classes)), rest if isinstance(rest, str) else tuple(meant(one) for one in rest))


class AnyTree(unittest.TestCase):
    @settings(max_examples=120)
    @given(TREES)
    def test_what_is_written_reads_back_as_meant(self, tree: tuple) -> None:  # type: ignore[type-arg]
        found = outline_markup(said(tree))
        self.assertEqual(found.faults, [])
        source = f"<!DOCTYPE html><html lang=en><title>t</title><body>\n{found.text}\n</body></html>"
        document = parse_html(source)
        self.assertEqual(check_markup(document), [])

        def read(element: object) -> tuple:  # type: ignore[type-arg]
            inner = element.elements  # type: ignore[attr-defined]
            return (element.tag, tuple(sorted(element.classes)), element.text() if not inner else tuple(read(one) for one in inner))  # type: ignore[attr-defined]

        self.assertEqual(read(document.elements[0].elements[0]), meant(tree))

    @settings(max_examples=150)
    @given(st.text(alphabet=" \n\tabh1.#[]=\"'|:\\4", max_size=60))
    def test_anything_is_read_without_harm(self, text: str) -> None:
        read_outline(text)
        outline_markup(text)
