"""Starts written in the habit of a site, and what their data must hold."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles, WithFiles
from hillpin.core.page import Page
from hillpin.core.starting import Begun, Start, StartWish, all_starts, begun, drawn, start_named

NARROW_FIRST = "body { margin: 0; font: 16px/24px serif }\n"
WIDE_FIRST = NARROW_FIRST + "@media (max-width: 500px) {\n  .q { color: red }\n}\n"
NESTED = "body {\n  margin: 0;\n  font: 16px/24px serif;\n\n  & .q {\n    color: red;\n  }\n}\n"
IN_REM = "body { margin: 0; font: 16px/24px serif; padding: 0rem }\n.q { top: 1rem; left: 2rem }\n"


def page_for(start: Start, css: str = NARROW_FIRST) -> tuple[Page, int]:
    """A page with an empty line where a start belongs, and the place of the line."""
    body = "<main>\n<h1>Skerry Line</h1>\n\n</main>\n" if start.around == "main" else "\n<main>\n<h1>Skerry Line</h1>\n</main>\n"
    html = f'<!doctype html>\n<html lang="en">\n<head>\n  <meta charset="utf-8">\n  <title>Skerry Line</title>\n  <link rel="stylesheet" href="s.css">\n</head>\n<body>\n{body}</body>\n</html>\n'
    return Page(MemoryFiles({"index.html": html, "s.css": css})), html.index("\n\n") + 1


def take(start: Start, method: str, css: str = NARROW_FIRST, **chosen: int | str) -> tuple[Begun, Page]:
    """A start written into such a page, and the page as it is then."""
    page, at = page_for(start, css)
    made = begun(page, StartWish(start.name, "stern", method, at, dict(chosen)))
    return made, Page(WithFiles(page.files, {**made.files, "index.html": made.text.encode(), "s.css": made.css.encode()}))


class Writing(unittest.TestCase):
    def test_narrow_first_as_one_would_type_it(self) -> None:
        made, _ = take(start_named("columns"), "grid", count=2, gap=20, **{"from": 700})
        self.assertEqual(
            made.html,
            '<section class="stern">\n  <h2>Why by boat</h2>\n  <ul class="stern-list">\n    <li class="stern-item">\n      <h3>Morning boats</h3>\n      <p>Three before nine, from either quay.</p>\n    </li>\n'
            '    <li class="stern-item">\n      <h3>Open decks</h3>\n      <p>Sit where the wind is not.</p>\n    </li>\n  </ul>\n</section>',
        )
        self.assertIn("@media (min-width: 700px) {\n  .stern-list {\n    display: grid;\n    grid-template-columns: repeat(2, minmax(0, 1fr));\n    gap: 20px;\n  }\n}\n", made.rules)
        self.assertTrue(made.css.startswith(NARROW_FIRST))

    def test_only_the_page_gets_the_markup_and_all_else_stays(self) -> None:
        page, at = page_for(start_named("columns"))
        made, _ = take(start_named("columns"), "grid")
        source = page.document.source
        self.assertTrue(made.text.startswith(source[:at]))
        self.assertTrue(made.text.endswith(source[at:].lstrip("\n")))

    def test_in_rem_and_nested_where_the_site_does_so(self) -> None:
        made, _ = take(start_named("columns"), "flex", IN_REM)
        self.assertIn("gap: 1.5rem;", made.rules)
        self.assertIn("width: calc((100% - 3rem) / 3);", made.rules)
        self.assertIn("(min-width: 720px)", made.rules)
        made, _ = take(start_named("columns"), "flex", NESTED)
        self.assertTrue(made.rules.startswith(".stern {\n  margin: 32px 0;\n\n  &, & * {\n    box-sizing: border-box;\n  }\n"), made.rules)
        self.assertIn("\n  @media (min-width: 720px) {\n    & .stern-list {\n      display: flex;", made.rules)

    def test_in_the_order_of_the_alphabet_where_the_site_does_so(self) -> None:
        sheet = NARROW_FIRST + ".q {\n  background: red;\n  color: blue;\n  margin: 0;\n  padding: 0;\n}\n"
        made, _ = take(start_named("call"), "grid", sheet)
        self.assertIn(".stern-go {\n  background: #fff;\n  color: #16384d;\n  display: inline-block;\n  line-height: 24px;\n  padding: 12px 20px;\n}", made.rules)

    def test_however_it_is_written_every_box_stands_where_it_stood(self) -> None:
        for start in all_starts():
            for method in start.methods:
                _, plain = take(start, method)
                for css in (WIDE_FIRST, NESTED, IN_REM):
                    made, other = take(start, method, css)
                    for width in (240, 480, 719, 720, 1100, 1920):
                        boxes = [(one.tag, one.x, one.y, one.width, one.height) for one in plain.layout(width).boxes]
                        with self.subTest(start=start.name, method=method, width=width, rules=made.rules[:60]):
                            self.assertEqual([(one.tag, one.x, one.y, one.width, one.height) for one in other.layout(width).boxes], boxes)

    def test_a_side_is_a_side_of_the_source(self) -> None:
        left, _ = take(start_named("beside"), "grid", side="left")
        right, _ = take(start_named("beside"), "grid", side="right")
        self.assertLess(left.html.index("<img"), left.html.index("<h2>"))
        self.assertGreater(right.html.index("<img"), right.html.index("<h2>"))
        self.assertIn('src="pictures/stern-quay.svg" alt="A boat at the quay" width="800" height="600"', left.html)
        self.assertEqual(list(left.files), ["pictures/stern-quay.svg"])

    def test_what_cannot_be_is_refused(self) -> None:
        start = start_named("columns")
        page, at = page_for(start, NARROW_FIRST + ".fares-list { color: red }\n")
        for wish, words in (
            (StartWish("columns", "fares", "grid", at), "There is a class fares-list already"),
            (StartWish("columns", "4x", "grid", at), "no name for classes"),
            (StartWish("columns", "x", "table", at), "laid out by grid or flex or float"),
            (StartWish("columns", "x", "grid", at, {"count": 99}), "How many is from 2 to 6"),
            (StartWish("nothing", "x", "grid", at), "no start nothing"),
            (StartWish("columns", "x", "grid", 20), "stands outside the body|may not stand"),
        ):
            with self.subTest(words=words), self.assertRaisesRegex(InputError, words):
                begun(page, wish)

    def test_links_lead_to_the_site_itself_or_to_what_is_in_the_page(self) -> None:
        for start in all_starts():
            _, page = take(start, start.methods[0])
            ids = {one.id for one in page.document.elements}
            for one in page.document.elements:
                address = one.attributes.get("href", one.attributes.get("action", "#"))
                with self.subTest(start=start.name, address=address):
                    self.assertTrue(address in ("#", "./") or address.removeprefix("#") in ids)

    def test_a_script_is_linked_once_in_the_head(self) -> None:
        made, _ = take(start_named("steps"), "block")
        self.assertEqual(made.text.count('  <script src="scripts/dots.js" defer></script>\n</head>'), 1)
        self.assertIn("scripts/dots.js", made.files)

    def test_the_sums_of_its_row(self) -> None:
        start = start_named("columns")
        page, at = page_for(start)
        wish = StartWish("columns", "stern", "float", at, {"count": 4, "gap": 20})
        narrow, wide = drawn(page, begun(page, wish), wish, (320, 1000))
        # Four columns and three gaps of 20 in 1000: (1000 - 60) / 4.
        self.assertEqual(wide.row, (235.0, 235.0, 235.0, 235.0))
        self.assertEqual(narrow.row, (320.0,))
        self.assertIn("235.00", wide.working)
