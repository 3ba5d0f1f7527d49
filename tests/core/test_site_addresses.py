"""Addresses in pages and sheets, where they lead, and how they follow what is moved."""

from __future__ import annotations

import posixpath
import unittest
from urllib.parse import quote

from hillpin.core.errors import InputError
from hillpin.core.site import Links, linked, moved, references_in
from hypothesis import given
from hypothesis import strategies as st

HOME = """<!DOCTYPE html>
<html lang="en">
<head>
  <title>Skerry Line</title>
  <link rel="stylesheet" href="style.css?v=2">
</head>
<body>
  <a href="islands/vey.html#walks">Vey</a> <a href="#fares">Fares</a> <a href="https://example.org/style.css">Elsewhere</a>
  <img src="pictures/little%20hamm.jpg" srcset="pictures/orra.jpg 1x, pictures/orra-2.jpg 2x" alt="Orra">
  <section id="fares" style="background: url(&quot;pictures/orra.jpg&quot;)"></section>
</body>
</html>
"""
VEY = """<!DOCTYPE html><html lang="en"><head><title>Vey</title><link rel="stylesheet" href="../style.css"></head>
<body><p id="walks"><a href="../index.html">Home</a> <a href="/pictures/orra.jpg">Orra</a></p></body></html>
"""
STYLE = """@import "base.css";
@font-face { font-family: Bitter; src: url(fonts/bitter.woff2) format("woff2"); }
/* url(pictures/not-this.jpg) */
.hero { background: image-set("pictures/orra.jpg" 1x, "pictures/orra-2.jpg" type("image/jpeg")); content: "pictures/orra.jpg"; }
"""
TEXTS = {"index.html": HOME, "islands/vey.html": VEY, "style.css": STYLE, "base.css": ""}
PATHS = [*TEXTS, "pictures/little hamm.jpg", "pictures/orra.jpg", "pictures/orra-2.jpg", "fonts/bitter.woff2"]


def site(**changed: str) -> Links:
    texts = {**TEXTS, **changed}
    return Links({*PATHS, *texts}, texts)


def leads(path: str, text: str) -> list[tuple[str, str | None]]:
    return [(one.where, one.target()) for one in references_in(path, text)]


class Found(unittest.TestCase):
    def test_addresses_of_a_page_with_their_places(self) -> None:
        found = references_in("index.html", HOME)
        self.assertEqual(
            [(one.line, one.where, one.written, one.target()) for one in found],
            [
                (5, "link href", "style.css", "style.css"),
                (8, "a href", "islands/vey.html", "islands/vey.html"),
                (8, "a href", "", None),
                (8, "a href", "https://example.org/style.css", None),
                (9, "img src", "pictures/little%20hamm.jpg", "pictures/little hamm.jpg"),
                (9, "img srcset", "pictures/orra.jpg", "pictures/orra.jpg"),
                (9, "img srcset", "pictures/orra-2.jpg", "pictures/orra-2.jpg"),
                (10, "style", "pictures/orra.jpg", "pictures/orra.jpg"),
            ],
        )
        for one in found:
            self.assertEqual(HOME[one.start : one.end], one.written)
        self.assertEqual([one.fragment for one in found[1:3]], ["walks", "fares"])

    def test_a_sheet_names_files_by_url_import_and_image_set_and_nothing_in_comments_or_content(self) -> None:
        self.assertEqual(
            leads("style.css", STYLE),
            [("@import", "base.css"), ("url()", "fonts/bitter.woff2"), ("image-set()", "pictures/orra.jpg"), ("image-set()", "pictures/orra-2.jpg")],
        )

    def test_escapes_of_css_and_entities_of_html_are_read(self) -> None:
        self.assertEqual(leads("style.css", r"a { background: url(boat\ 1\28 a\29.png) }"), [("url()", "boat 1(a).png")])
        self.assertEqual(leads("index.html", '<img src="tom&amp;ada.png">'), [("img src", "tom&ada.png")])

    def test_what_stands_in_noscript_style_svg_and_object(self) -> None:
        page = '<noscript><img src="a.png"></noscript><style>p { background: url("b.png") }</style><svg><use href="c.svg#boat"/></svg><object data="d.svg"></object><video poster="e.jpg"></video><script>"f.png"</script>'
        self.assertEqual([target for _, target in leads("index.html", page)], ["a.png", "b.png", "c.svg", "d.svg", "e.jpg"])

    def test_a_base_element_says_from_where_addresses_count(self) -> None:
        page = '<base href="islands/"><a href="vey.html">Vey</a><a href="/index.html">Home</a>'
        self.assertEqual(leads("index.html", page)[1:], [("a href", "islands/vey.html"), ("a href", "index.html")])
        page = '<base href="https://example.org/"><a href="vey.html">Vey</a><a href="/index.html">Home</a>'
        self.assertEqual([target for _, target in leads("index.html", page)], [None, None, "index.html"])

    def test_a_folder_is_its_index_and_what_leads_out_leads_nowhere(self) -> None:
        self.assertEqual(leads("index.html", '<a href="islands/"></a><a href="../x.html"></a><a href="./"></a>'), [("a href", "islands/index.html"), ("a href", None), ("a href", "index.html")])


class Led(unittest.TestCase):
    def test_uses_of_a_file_with_their_lines(self) -> None:
        uses = [(use.path, use.line, use.where) for use in site().uses["pictures/orra.jpg"]]
        self.assertEqual(uses, [("index.html", 9, "img srcset"), ("index.html", 10, "style"), ("islands/vey.html", 2, "a href"), ("style.css", 4, "image-set()")])

    def test_what_nothing_uses(self) -> None:
        links = Links({*PATHS, "pictures/alone.png", "old.html", "robots.txt", "menu.js", "pictures/late.png"}, {**TEXTS, "menu.js": "show('late.png')"})
        # Nothing loads the script; the picture that it names may be shown by it.
        self.assertEqual(links.unused(), ["menu.js", "old.html", "pictures/alone.png"])

    def test_what_leads_nowhere_and_what_it_may_have_meant(self) -> None:
        page = '<img src="pictures/Orra.jpg"><a href="islands/veyy.html">Vey</a><a href="islands/vey.html#walk">W</a><a href="../up.html">Up</a><a href="#fare">F</a><p id="fares"></p>'
        broken = site(**{"index.html": page}).broken(["index.html"])
        self.assertEqual(
            [(one.written, one.why, one.near[:1]) for one in broken],
            [
                ("pictures/Orra.jpg", "there is no pictures/Orra.jpg", ("pictures/orra.jpg",)),
                ("islands/veyy.html", "there is no islands/veyy.html", ("islands/vey.html",)),
                ("islands/vey.html#walk", "islands/vey.html has no id walk", ("islands/vey.html#walks",)),
                ("../up.html", "leads out of the site", ()),
                ("#fare", "index.html has no id fare", ("#fares",)),
            ],
        )
        self.assertEqual(site().broken(), [])


class Moved(unittest.TestCase):
    def changes(self, links: Links, moves: dict[str, str]) -> dict[str, list[tuple[int, str]]]:
        return {one.path: [(line.line, line.after.strip()) for line in one.lines] for one in moved(links, moves)}

    def test_a_picture_that_is_renamed_takes_every_address_along(self) -> None:
        found = self.changes(site(), {"pictures/orra.jpg": "pictures/orra & vey.jpg"})
        self.assertEqual(found["islands/vey.html"], [(2, '<body><p id="walks"><a href="../index.html">Home</a> <a href="/pictures/orra%20&amp;%20vey.jpg">Orra</a></p></body></html>')])
        self.assertEqual(found["style.css"], [(4, '.hero { background: image-set("pictures/orra%20&%20vey.jpg" 1x, "pictures/orra-2.jpg" type("image/jpeg")); content: "pictures/orra.jpg"; }')])
        self.assertEqual(found["index.html"][0][1], '<img src="pictures/little%20hamm.jpg" srcset="pictures/orra%20&amp;%20vey.jpg 1x, pictures/orra-2.jpg 2x" alt="Orra">')
        self.assertIn("url(&quot;pictures/orra%20&amp;%20vey.jpg&quot;)", found["index.html"][1][1])

    def test_a_page_that_moves_keeps_where_its_addresses_lead_and_their_fragments(self) -> None:
        found = {one.path: one for one in moved(site(), {"islands/vey.html": "vey.html"})}
        self.assertEqual(found["islands/vey.html"].new_path, "vey.html")
        self.assertIn('href="style.css"', found["islands/vey.html"].text)
        self.assertIn('href="index.html"', found["islands/vey.html"].text)
        self.assertIn('href="/pictures/orra.jpg"', found["islands/vey.html"].text)
        self.assertIn('href="vey.html#walks"', found["index.html"].text)

    def test_a_query_stays_and_all_else_is_the_same_to_the_byte(self) -> None:
        found = {one.path: one for one in moved(site(), {"style.css": "css/site.css"})}
        self.assertEqual(found["index.html"].text, HOME.replace("style.css?v=2", "css/site.css?v=2"))
        self.assertEqual(found["style.css"].text, STYLE.replace('"base.css"', '"../base.css"').replace("url(fonts", "url(../fonts").replace('set("pictures/orra.jpg"', 'set("../pictures/orra.jpg"').replace('"pictures/orra-2', '"../pictures/orra-2'))

    def test_line_ends_stay_and_lines_are_shown_without_them(self) -> None:
        page = '<p>\r\n<img src="a.png">\r\n</p>\r\n'
        (change,) = moved(Links({"index.html", "a.png"}, {"index.html": page}), {"a.png": "b.png"})
        self.assertEqual(change.text, '<p>\r\n<img src="b.png">\r\n</p>\r\n')
        self.assertEqual([(one.line, one.before, one.after) for one in change.lines], [(2, '<img src="a.png">', '<img src="b.png">')])

    def test_a_folders_own_address_and_a_name_with_a_colon(self) -> None:
        page = '<a href="islands/">Islands</a> <a href="islands/vey.html">Vey</a>'
        texts = {"index.html": page, "islands/index.html": "", "islands/vey.html": ""}
        found = moved(Links(texts, texts), {"islands/index.html": "isles/index.html", "islands/vey.html": "10:30.html"})
        self.assertEqual(found[0].text, '<a href="isles/">Islands</a> <a href="./10:30.html">Vey</a>')

    NAMES = st.sampled_from(["a.html", "b b.html", "in/c.html", "in/deep/d.html", "é.html", "x&y.html", "in/it's.html", "100%.html", "a#b.html", "q?.html"])

    @given(st.lists(NAMES, min_size=2, max_size=5, unique=True), st.data())
    def test_every_address_leads_to_the_same_file_after_any_moves(self, names: list[str], data: st.DataObject) -> None:
        texts = {}
        for name in names:
            targets = data.draw(st.lists(st.sampled_from(names), max_size=3))
            quote = data.draw(st.sampled_from(["'", '"']))
            texts[name] = "".join(f"<a href={quote}{_plain(name, target)}{quote}>{place}</a>" for place, target in enumerate(targets))
        before = Links(names, texts)
        moves = dict(zip(names, data.draw(st.permutations([f"new/{place} of {name}" for place, name in enumerate(names)])), strict=True))
        changed = {one.path: one.text for one in moved(before, moves)}
        after = {moves[path]: changed.get(path, text) for path, text in texts.items()}
        for path in names:
            led = [before.file_of(one) for one in before.of(path)]
            now = Links(after, after)
            self.assertEqual([now.file_of(one) for one in now.of(moves[path])], [moves[one] if one else None for one in led])


def _plain(path: str, target: str) -> str:
    return quote(posixpath.relpath(target, posixpath.dirname(path) or ".")).replace("&", "&amp;")


class Refused(unittest.TestCase):
    def test_a_long_file_is_not_looked_through(self) -> None:
        self.assertEqual(references_in("index.html", '<a href="x">' * 400_000), ())

    def test_errors_are_input_errors(self) -> None:
        with self.assertRaisesRegex(InputError, "links style.css already"):
            linked("index.html", HOME, "style.css")
