"""Parts put into a site's texts and taken out again; what could stand in for an outside address."""

from __future__ import annotations

import re
import unittest
import xml.etree.ElementTree as ElementTree

from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.site import all_parts, outside_addresses, part_linked, part_named, part_unlinked

PAGES = (
    '<!doctype html>\n<head>\n  <title>x</title>\n  <link rel="stylesheet" href="s.css">\n</head>\n<body>',
    "<!doctype html>\r\n<head>\r\n\t<title>x</title>\r\n</head>\r\n<body>",
    '<head><link rel=stylesheet href=a.css><link rel=stylesheet href=b.css></head>',
)


class Linking(unittest.TestCase):
    def test_in_and_out_leaves_every_byte_as_it_was(self) -> None:
        for part in all_parts():
            for page in PAGES:
                for path in ("index.html", "deep/er/page.html"):
                    with self.subTest(part=part.name, path=path, page=page[:30]):
                        there = part_linked(part, path, page)
                        self.assertEqual(part_unlinked(part, path, there), page)
                        self.assertEqual(part_linked(part, path, there), there)
                        self.assertEqual(there == page, part.link == "")

    def test_addresses_are_relative_and_the_base_comes_first(self) -> None:
        self.assertEqual(
            part_linked(part_named("base"), "index.html", PAGES[0]),
            PAGES[0].replace('<link rel="stylesheet" href="s.css">', '<link rel="stylesheet" href="parts/base/base.css">\n  <link rel="stylesheet" href="s.css">'),
        )
        self.assertIn('  <script src="../../parts/script-fold/fold.js" defer></script>\n</head>', part_linked(part_named("script-fold"), "deep/er/page.html", PAGES[0]))


class Contents(unittest.TestCase):
    def test_each_brings_its_licence(self) -> None:
        for part in all_parts():
            with self.subTest(part=part.name):
                self.assertTrue(any(name.startswith("LICENSE") and len(content) > 40 for name, content in part.files.items()))
                self.assertTrue(part.link == "" or part.link in part.files)

    def test_the_base_sheet_by_choice_with_its_sums(self) -> None:
        base = part_named("base").contents({"margins": "of all text", "boxes": "of the content", "root": 18})["base.css"].decode()
        self.assertNotIn("border-box", base)
        self.assertIn("body, h1, h2", base)
        # 24 / 18 = 1.3333, and 18 of the usual 16 is 112.5%.
        self.assertIn("24px 1.3333rem", base)
        self.assertIn("font-size: 112.5%;", base)
        with self.assertRaisesRegex(InputError, "Root size is from 8 to 32"):
            part_named("base").contents({"root": 4})

    def test_sheets_have_no_declaration_that_a_browser_drops(self) -> None:
        for part in all_parts():
            for shape in ("dots", "stripes", "checks", "waves") if part.name == "pattern" else ("",):
                contents = part.contents({"shape": shape} if shape else {})
                for name, content in contents.items():
                    if name.endswith(".css"):
                        page = Page(MemoryFiles({"index.html": b'<!doctype html><link rel=stylesheet href=s.css><body class=pattern>', "s.css": content}))
                        with self.subTest(part=part.name, shape=shape):
                            self.assertNotRegex(content.decode(), r"\$|\?\w+=")
                            self.assertEqual([one.message for one in page.sheets.problems], [])

    def test_icons_are_pictures(self) -> None:
        for name, content in part_named("icons").files.items():
            if name.endswith(".svg"):
                self.assertEqual(ElementTree.fromstring(content).attrib["viewBox"], "0 0 24 24", name)

    def test_colours_are_checked_for_they_go_into_a_sheet(self) -> None:
        with self.assertRaisesRegex(InputError, "Colour is a colour"):
            part_named("pattern").contents({"colour": "red; } body { display: none"})

    def test_no_file_fetches_anything(self) -> None:
        for part in all_parts():
            for name, content in part.files.items():
                if name.endswith((".css", ".js")):
                    self.assertIsNone(re.search(rb"https?:|\bfetch\(|\bimport\b", content), name)


class Outside(unittest.TestCase):
    def test_each_outside_address_with_what_can_stand_in(self) -> None:
        page = '<link rel="stylesheet" href="https://fonts.example/css?family=A">\n<script src="//cdn.example/lightbox.js"></script>\n<link rel=stylesheet href=own.css>\n<script src="https://x.example/count.js"></script>'
        found = outside_addresses({"index.html": page, "s.css": "\n@import url(https://x.example/icons.css);"})
        self.assertEqual(
            [(one.path, one.line, one.part) for one in found],
            [("index.html", 1, "font-bitter"), ("index.html", 2, "script-enlarge"), ("index.html", 4, ""), ("s.css", 2, "icons")],
        )
