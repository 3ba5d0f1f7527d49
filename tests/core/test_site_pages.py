"""New pages, linked sheets, and words found and replaced."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.site import (
    Links,
    Wanted,
    empty_page,
    linked,
    page_like,
    replaced,
    search,
    sheets_of,
    unlinked,
)

HOME = """<!DOCTYPE html>
<html lang="en-GB">
<head>
  <meta charset="utf-8">
  <title>Skerry Line | Home</title>
  <link rel="stylesheet" href="style.css">
  <link rel="stylesheet" href="print.css" media="print">
  <link rel="canonical" href="index.html">
</head>
<body>
  <header>
    <a href="index.html" aria-current="page">Home</a>
    <a href="islands/vey.html">Vey</a>
    <a href="#fares">Fares</a>
    <img src="pictures/mark.svg" alt="">
  </header>
  <main id="main">
    <h1>Boats to five islands</h1>
    <section id="fares"><h2>Fares</h2></section>
  </main>
  <footer><a href="#main">Up</a></footer>
</body>
</html>
"""
CREW = "<!DOCTYPE html><title>Skerry Line | Crew</title><p>Crew"
PATHS = ["index.html", "crew.html", "style.css", "print.css", "pictures/mark.svg"]


class NewPages(unittest.TestCase):
    def test_an_empty_page_links_its_sheets_in_order_from_where_it_is(self) -> None:
        page = empty_page("islands/vey.html", "Vey & Orra", ["style.css", "islands/own.css"])
        self.assertIn("<title>Vey &amp; Orra</title>\n  <link rel=\"stylesheet\" href=\"../style.css\">\n  <link rel=\"stylesheet\" href=\"own.css\">\n</head>", page)
        self.assertIn("<h1>Vey &amp; Orra</h1>", page)

    def test_a_page_like_another_keeps_head_header_and_footer_and_makes_them_its_own(self) -> None:
        links = Links(PATHS, {"index.html": HOME, "crew.html": CREW})
        self.assertEqual(
            page_like(links, "index.html", "islands/vey.html", "Vey"),
            """<!DOCTYPE html>
<html lang="en-GB">
<head>
  <meta charset="utf-8">
  <title>Skerry Line | Vey</title>
  <link rel="stylesheet" href="../style.css">
  <link rel="stylesheet" href="../print.css" media="print">
  <link rel="canonical" href="vey.html">
</head>
<body>
  <header>
    <a href="../index.html">Home</a>
    <a href="vey.html" aria-current="page">Vey</a>
    <a href="../index.html#fares">Fares</a>
    <img src="../pictures/mark.svg" alt="">
  </header>
  <main id="main">
    <h1>Vey</h1>
  </main>
  <footer><a href="#main">Up</a></footer>
</body>
</html>
""",
        )

    def test_without_main_all_but_header_and_footer_makes_room_for_one(self) -> None:
        page = "<!DOCTYPE html>\n<title>Boats</title>\n<body>\n  <header>Top</header>\n  <div>One</div>\n  <p>Two</p>\n  <footer>End</footer>\n</body>\n"
        made = page_like(Links(["a.html"], {"a.html": page}), "a.html", "b.html", "Crew")
        self.assertEqual(made, "<!DOCTYPE html>\n<title>Crew</title>\n<body>\n  <header>Top</header>\n  <main>\n    <h1>Crew</h1>\n  </main>\n  <footer>End</footer>\n</body>\n")

    def test_a_main_of_more_elements_than_are_laid_out_is_emptied_whole(self) -> None:
        page = "<title>Boats</title>\n<main>\n" + "<p>x</p>\n" * 6_000 + "</main>\n<footer>End</footer>\n"
        made = page_like(Links(["a.html"], {"a.html": page}), "a.html", "b.html", "Crew")
        self.assertEqual(made, "<title>Crew</title>\n<main>\n  <h1>Crew</h1>\n</main>\n<footer>End</footer>\n")
        with self.assertRaisesRegex(InputError, "more than 40,000 elements"):
            page_like(Links(["a.html"], {"a.html": page * 7}), "a.html", "b.html", "Crew")

    def test_the_title_keeps_what_the_sites_titles_share(self) -> None:
        for old, other, new in [("Home – Skerry Line", "Crew – Skerry Line", "Vey – Skerry Line"), ("Skerry Line", "Crew – Skerry Line", "Vey – Skerry Line"), ("Boats", "Islands", "Vey"), ("Home | Skerry Line", "Other", "Vey | Skerry Line")]:
            links = Links(["a.html", "o.html"], {"a.html": f"<title>{old}</title><main></main>", "o.html": f"<title>{other}</title>"})
            self.assertIn(f"<title>{new}</title>", page_like(links, "a.html", "vey.html", "Vey"))

    def test_line_ends_stay(self) -> None:
        page = "<title>A</title>\r\n<body>\r\n<main>\r\n<p>x</p>\r\n</main>\r\n"
        self.assertEqual(page_like(Links(["a.html"], {"a.html": page}), "a.html", "b.html", "B"), "<title>B</title>\r\n<body>\r\n<main>\r\n  <h1>B</h1>\r\n</main>\r\n")


class Sheets(unittest.TestCase):
    def test_the_sheets_of_a_page_in_order(self) -> None:
        self.assertEqual([(one.path, one.line, one.media) for one in sheets_of("index.html", HOME)], [("style.css", 6, ""), ("print.css", 7, "print")])

    def test_a_sheet_is_linked_before_another_or_behind_all(self) -> None:
        self.assertIn('  <link rel="stylesheet" href="css/fares.css">\n  <link rel="stylesheet" href="style.css">\n', linked("index.html", HOME, "css/fares.css", "style.css"))
        self.assertIn('media="print">\n  <link rel="stylesheet" href="css/fares.css">\n  <link rel="canonical"', linked("index.html", HOME, "css/fares.css"))
        self.assertEqual(linked("a.html", "<head>\n</head>", "s.css"), '<head>\n  <link rel="stylesheet" href="s.css">\n</head>')

    def test_a_link_is_taken_out_with_its_line(self) -> None:
        self.assertEqual(unlinked("index.html", HOME, "style.css"), HOME.replace('  <link rel="stylesheet" href="style.css">\n', ""))
        self.assertEqual(unlinked("a.html", '<meta x><link rel=stylesheet href=s.css><p>', "s.css"), "<meta x><p>")

    def test_where_it_cannot_be_linked(self) -> None:
        with self.assertRaisesRegex(InputError, "no </head>"):
            linked("a.html", "<p>x", "s.css")
        with self.assertRaisesRegex(InputError, "does not link other.css"):
            linked("index.html", HOME, "s.css", "other.css")


TEXTS = {
    "index.html": '<title>Fares</title>\n<style>.fares { color: red }</style>\n<p class="fares" style="--fares: 1">Our fares are fair. <!-- fares --></p>\n',
    "style.css": ".fares { gap: 20px }\n",
}


class Search(unittest.TestCase):
    def places(self, **wanted: object) -> list[tuple[str, int]]:
        return [(hit.path, hit.line) for hit in search(TEXTS, Wanted(**wanted)).hits]  # type: ignore[arg-type]

    def test_everywhere_in_any_case(self) -> None:
        # The title, the rule, the class, the style attribute, the words, the comment; the sheet.
        self.assertEqual(self.places(words="fares"), [("index.html", 1), ("index.html", 2), *[("index.html", 3)] * 4, ("style.css", 1)])
        self.assertEqual(self.places(words="Fares", match_case=True), [("index.html", 1)])

    def test_in_css_in_markup_and_in_what_is_read(self) -> None:
        self.assertEqual(self.places(words="fares", scope="css"), [("index.html", 2), ("index.html", 3), ("style.css", 1)])
        self.assertEqual(self.places(words="fares", scope="markup"), [("index.html", 1), *[("index.html", 3)] * 3])
        self.assertEqual(self.places(words="fares", scope="text"), [("index.html", 1), ("index.html", 3)])

    def test_whole_words(self) -> None:
        self.assertEqual(self.places(words="fare", whole_words=True), [])
        self.assertEqual(len(self.places(words="fair", whole_words=True)), 1)

    def test_an_expression_with_groups_in_its_replacement(self) -> None:
        found = search(TEXTS, Wanted(r"gap: (\d+)px", is_expression=True), r"gap: calc(\1px * 2)")
        self.assertEqual([(hit.found, hit.replacement) for hit in found.hits], [("gap: 20px", "gap: calc(20px * 2)")])
        self.assertEqual(replaced(TEXTS["style.css"], found.hits), ".fares { gap: calc(20px * 2) }\n")

    def test_a_hit_stands_in_its_line(self) -> None:
        (hit,) = search({"style.css": "  .a { }\n  .fares { gap: 20px }\n"}, Wanted("gap")).hits
        self.assertEqual((hit.line, hit.before, hit.found, hit.after), (2, ".fares { ", "gap", ": 20px }"))

    def test_an_expression_without_end_is_given_up(self) -> None:
        found = search({"a.html": "a" * 40 + "b"}, Wanted(r"(a+)+$", is_expression=True))
        self.assertTrue(not found.hits or found.is_cut)
        hard = search({"a.html": "a" * 60_000}, Wanted(r"(a?){30000}a{30000}b|(a|aa)+c", is_expression=True))
        self.assertTrue(hard.is_cut)
        self.assertIn("a.html", hard.why)

    def test_what_cannot_be_read_says_where(self) -> None:
        with self.assertRaisesRegex(InputError, "at character 5"):
            search(TEXTS, Wanted("ab(c", is_expression=True))
        with self.assertRaisesRegex(InputError, "replacement"):
            search(TEXTS, Wanted("a(b)", is_expression=True), r"\7")
        with self.assertRaisesRegex(InputError, "no words"):
            search(TEXTS, Wanted(""))

    def test_more_than_can_be_shown_is_said(self) -> None:
        found = search({"a.txt": "x " * 3_000}, Wanted("x"))
        self.assertEqual((len(found.hits), found.is_cut), (2_000, True))
