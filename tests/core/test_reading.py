"""Reading: source positions, broken markup, files beside the page, pictures, fonts."""

from __future__ import annotations

import io
import struct
import tempfile
import unittest
from pathlib import Path

from hillpin.core.errors import InputError, LimitError
from hillpin.core.files import FolderFiles, MemoryFiles, resolve
from hillpin.core.fonts.face import FileFace
from hillpin.core.fonts.fallback import FILE, fallback_face
from hillpin.core.fonts.linebreak import break_opportunities
from hillpin.core.fonts.store import weight_distance
from hillpin.core.images import picture_size
from hillpin.core.layout.tree.counters import Counters, counter_text, marker_text
from hillpin.core.markup.parse import LARGEST_SOURCE, parse_html
from hillpin.core.page import Page
from hillpin.core.styles.sheet import Sheets
from PIL import Image

from .pages import box, page_of


class Markup(unittest.TestCase):
    SOURCE = "<!DOCTYPE html>\n<title>t</title>\n<body class=x>\n  <p id=a>one\n  <p>two <b>three</b>\n<table><tr><td>c</table>\n"

    def test_every_tag_knows_where_it_stands(self) -> None:
        document = parse_html(self.SOURCE)
        found = {e.tag: e for e in document.elements}
        self.assertEqual([e.line for e in document.elements[:4]], [3, 4, 5, 5])
        bold = found["b"]
        assert bold.offset is not None and bold.start_tag_end is not None and bold.end is not None
        self.assertEqual(self.SOURCE[bold.offset : bold.start_tag_end], "<b>")
        self.assertEqual(self.SOURCE[bold.offset : bold.end], "<b>three</b>")

    def test_implied_elements_have_no_place(self) -> None:
        tbody = next(e for e in parse_html(self.SOURCE).elements if e.tag == "tbody")
        self.assertIsNone(tbody.offset)

    def test_index_counts_as_the_browser_counts(self) -> None:
        document = parse_html(self.SOURCE)
        self.assertEqual(
            [e.tag for e in document.elements], ["body", "p", "p", "b", "table", "tbody", "tr", "td"]
        )
        self.assertEqual([e.index for e in document.elements], list(range(8)))

    def test_quirks_follow_the_doctype(self) -> None:
        self.assertFalse(parse_html("<!doctype html><p>").quirks)
        self.assertTrue(parse_html("<p>").quirks)

    def test_names_as_people_say_them(self) -> None:
        elements = parse_html("<body><p id=a class=b></p><i class='c d'></i><u></u>").elements
        self.assertEqual([e.name() for e in elements[1:]], ["p#a", "i.c", "u"])

    def test_too_large_a_source_is_refused_with_its_size(self) -> None:
        with self.assertRaisesRegex(LimitError, "4,194,305 characters; 4,194,304 are the most"):
            parse_html("x" * (LARGEST_SOURCE + 1))


class Files(unittest.TestCase):
    def test_references_are_resolved_from_the_file_that_holds_them(self) -> None:
        for base, reference, expected in (
            ("css/site.css", "../img/boat.png", "img/boat.png"), ("index.html", "a%20b.png?x#y", "a b.png"), ("a/b.html", "/c.css", "c.css"),
            ("index.html", "https://elsewhere.example/a.css", None), ("index.html", "//elsewhere.example/a.css", None), ("index.html", "#top", None), ("index.html", "data:,x", None),
        ):  # fmt: skip
            self.assertEqual(resolve(base, reference), expected, reference)

    def test_files_in_memory_cannot_lead_out(self) -> None:
        self.assertIsNone(MemoryFiles({"a": b"x"}).read("../a"))

    def test_a_folder_reads_what_is_beside_the_page(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            (Path(name) / "a.css").write_bytes(b"p{}")
            files = FolderFiles(Path(name))
            self.assertEqual(files.read("a.css"), b"p{}")
            self.assertIsNone(files.read("none.css"))
            self.assertNotEqual(files.key("a.css"), files.key("none.css"))

    def test_a_page_that_is_not_there(self) -> None:
        with self.assertRaisesRegex(InputError, r"There is no file none\.html\."):
            Page(MemoryFiles({}), "none.html")

    def test_missing_stylesheets_are_noted_with_their_line(self) -> None:
        page = Page(MemoryFiles({"index.html": "<!doctype html>\n<link rel=stylesheet href=no.css>\n<p>x"}))
        self.assertEqual([(m.address, m.line, m.kind) for m in page.missing], [("no.css", 2, "stylesheet")])


class Pictures(unittest.TestCase):
    def encoded(self, kind: str, **options: object) -> bytes:
        data = io.BytesIO()
        Image.new("RGB", (60, 40)).save(data, kind, **options)
        return data.getvalue()

    def test_raster_formats(self) -> None:
        for kind in ("PNG", "JPEG", "GIF", "WEBP"):
            size = picture_size(self.encoded(kind))
            assert size is not None
            self.assertEqual((size.width, size.height, size.ratio), (60, 40, 1.5), kind)

    def test_a_turned_photograph(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6
        size = picture_size(self.encoded("JPEG", exif=exif))
        assert size is not None
        self.assertEqual((size.width, size.height), (40, 60))

    def test_svg_sizes(self) -> None:
        for source, expected in (
            ("<svg width='30' height='20'/>", (30, 20, 1.5)), ("<svg viewBox='0 0 40 20'/>", (None, None, 2)), ("<svg width='2in' viewBox='0 0 4 1'/>", (192, 48, 4)),
            ("<svg height='10' viewBox='0 0 4 1'/>", (40, 10, 4)), ("<?xml version='1.0'?>\n<svg width='50%'/>", (None, None, None)), ("<svg viewBox='0 0 0 1'/>", (None, None, None)),
        ):  # fmt: skip
            size = picture_size(source.encode())
            assert size is not None
            self.assertEqual((size.width, size.height, size.ratio), expected, source)

    def test_what_is_no_picture(self) -> None:
        for data in (b"", b"not a picture", b"\x89PNG\r\n\x1a\nbroken", b"<html>"):
            self.assertIsNone(picture_size(data))


class Fonts(unittest.TestCase):
    def test_the_shipped_face_is_there_and_has_metrics(self) -> None:
        face = fallback_face()
        metrics = face.metrics(16)
        self.assertGreater(metrics.ascent, metrics.descent)
        self.assertTrue(face.has("a"))
        self.assertEqual(len(face.shape("Orra", 16).advances), 4)

    def test_advances_grow_with_the_size_and_add_up(self) -> None:
        face = FileFace(FILE.read_bytes(), "x")
        one, two = sum(face.shape("ferry", 10).advances), sum(face.shape("ferry", 20).advances)
        self.assertAlmostEqual(two, 2 * one, delta=0.01)

    def test_a_page_with_a_broken_font_falls_back(self) -> None:
        page = page_of(
            """
            @font-face { font-family: F; src: url(f.woff2) }
            p { font-family: F, Nothing }
            """,
            "<p>x</p>",
            f__woff2=b"no font" + struct.pack(">I", 7),
        )
        self.assertGreater(box(page, "p").height, 0)

    def test_weight_matching(self) -> None:
        def order(wanted: int, *weights: int) -> int:
            return min(weights, key=lambda w: weight_distance(wanted, (w, w)))

        # css-fonts-4 §5.2: 400 looks at 500 next, then lighter, then bolder; 700 looks bolder first; 300 lighter first.
        self.assertEqual(order(400, 300, 500, 700), 500)
        self.assertEqual(order(400, 300, 700), 300)
        self.assertEqual(order(700, 400, 900), 900)
        self.assertEqual(order(300, 200, 400), 200)
        self.assertEqual(order(600, 100, 900), 900)

    def test_where_lines_may_break(self) -> None:
        def breaks(text: str) -> list[int]:
            return [i for i, allowed in enumerate(break_opportunities(text)) if allowed]

        self.assertEqual(breaks("a bc  d"), [2, 6])
        self.assertEqual(breaks("well-known"), [5])
        self.assertEqual(breaks("12-14 x-1"), [3, 6, 8])
        self.assertEqual(breaks("dawn—dusk"), [4, 5])
        self.assertEqual(breaks("no\u00a0break"), [])


class CounterTexts(unittest.TestCase):
    def test_styles(self) -> None:
        for value, style, expected in (
            (4, "lower-roman", "iv"), (1994, "upper-roman", "MCMXCIV"), (27, "lower-alpha", "aa"), (26, "upper-alpha", "Z"), (3, "decimal-leading-zero", "03"),
            (-3, "decimal-leading-zero", "-03"), (2, "lower-greek", "β"), (0, "lower-alpha", "0"), (5, "nonsense", "5"), (1, "disc", "•"), (1, "none", ""),
        ):  # fmt: skip
            self.assertEqual(counter_text(value, style), expected, style)
        self.assertEqual(
            (marker_text(3, "decimal"), marker_text(1, "square"), marker_text(1, '"– "')), ("3. ", "▪ ", "– ")
        )

    def test_scopes(self) -> None:
        counters = Counters()
        counters.reset("c", 1)
        counters.enter()
        counters.reset("c", 5)
        counters.increment("c", 2)
        self.assertEqual((counters.value("c"), counters.values("c")), (7, [1, 7]))
        counters.leave()
        self.assertEqual(counters.value("c"), 1)

    def test_quotes_nest(self) -> None:
        counters = Counters()
        self.assertEqual(
            [counters.quote(w, "auto") for w in ("open-quote", "open-quote", "close-quote", "close-quote")],
            ["“", "‘", "’", "”"],
        )


class Dropped(unittest.TestCase):
    """What is dropped from a sheet is said in everyday words, with its line."""

    def test_what_is_neither_a_declaration_nor_a_rule(self) -> None:
        sheet = ".a { width: 50%\n}\n.b {\n  padding 10px;\n  margin: 4px }\n.c"
        page = Page(
            MemoryFiles(
                {"index.html": "<!DOCTYPE html><link rel=stylesheet href=s.css><p class=b>x", "s.css": sheet}
            )
        )
        self.assertEqual(
            [(one.line, one.message) for one in page.sheets.problems],
            [
                (4, "This is no declaration: it needs a property, a colon and a value."),
                (6, "This is no rule: its braces are missing."),
            ],
        )
        self.assertEqual(page.layout(400).rects[page.select("p")[0]].x, 12)


class Braces(unittest.TestCase):
    def said(self, css: str) -> list[tuple[int, str]]:
        sheets = Sheets()
        sheets.add(css, "s.css")
        return [(one.line, one.message) for one in sheets.problems]

    def test_one_too_many(self) -> None:
        many = "There is a } too many here: nothing is open that it could close."
        self.assertEqual(self.said("a { color: red }\n}\n"), [(2, many)])
        self.assertEqual(self.said("a { b { color: red }\n}}"), [(2, many)])
        ((line, message),) = self.said("a { color: red } }\np { color: blue }")
        self.assertEqual((line, message.startswith(many)), (1, True))

    def test_one_too_few(self) -> None:
        self.assertEqual(
            self.said("a { color: red;\n}\np {\n  top: 0"),
            [(3, "The { of this line is never closed: what follows is read as if it stood inside.")],
        )
        self.assertEqual(self.said("a::before { content: '}' } /* { */"), [])

    def test_a_semicolon_that_is_missing_before_a_rule(self) -> None:
        self.assertEqual(
            self.said("a { color: red\n  b { top: 0 }\n}"),
            [(1, "A semicolon or a } is missing before this rule: it is read as the value of a declaration, and dropped.")],
        )
