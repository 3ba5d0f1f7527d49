"""What is doubtful in a folder, one way of writing, what goes smaller, the widths table and the drawn hills."""

from __future__ import annotations

import csv
import io
import json
import unittest
import xml.etree.ElementTree as ElementTree
from pathlib import Path

from fontTools.ttLib import TTFont
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.handing import (
    Smaller,
    Tidiness,
    as_png,
    as_svg,
    doubts_of,
    hills_of,
    packed,
    table_as,
    tidied,
    widths_table,
)
from hillpin.core.page import Page
from hillpin.core.survey import survey
from PIL import Image

PARTS = Path(__file__).resolve().parents[2] / "hillpin" / "parts"
WHOLE = '<!DOCTYPE html><html lang="en"><head><title>Skerry Line</title><meta name="description" content="Boats."><link rel="icon" href="i.svg">{}</head><body>{}</body></html>'


def page(head: str = "", body: str = "<p>Boats</p>") -> bytes:
    return WHOLE.format(head, body).encode()


class Doubts(unittest.TestCase):
    def told(self, files: dict[str, bytes]) -> list[tuple[str, str, int | None]]:
        return [(one.kind, one.path, one.line) for one in doubts_of(files)]

    def test_a_folder_in_which_nothing_is_doubtful(self) -> None:
        self.assertEqual(self.told({"index.html": page('<link rel="stylesheet" href="s.css">'), "s.css": b"p { margin: 0 }\n", "i.svg": b"<svg/>"}), [])

    def test_each_kind_with_its_place(self) -> None:
        files = {
            "index.html": b'<!DOCTYPE html><html><body>\n<a href="gone.html">x</a>\n<a href="/boats/">x</a>\n<script src="https://cdn.example/x.js"></script>\n<p>Lorem ipsum dolor</p></body></html>',
            "s.css": b"p { width: 20px; /* at 742: 694 \xe2\x88\x92 48 = 646, width of main */ }\r\na { margin: 0 }\n\tb { margin: 0 }\n  i { margin: 0 }\n",
            "big.jpg": b"\xff\xd8" + bytes(500_000), "boats/index.html": page("", "<p>Boats</p>"), "i.svg": b"<svg/>",
        }  # fmt: skip
        self.assertEqual(self.told(files), [
            ("missing", "boats/index.html", 1), ("missing", "index.html", 2), ("unused", "big.jpg", None), ("unused", "i.svg", None), ("unused", "s.css", None),
            ("outside", "index.html", 4), ("absolute", "index.html", 3), ("large", "big.jpg", None), ("title", "index.html", None), ("language", "index.html", None),
            ("description", "index.html", None), ("icon", "index.html", None), ("filler", "index.html", 5), ("sum", "s.css", 1), ("line-ends", "s.css", None), ("indentation", "s.css", None),
        ])  # fmt: skip

    def test_a_page_of_more_elements_than_are_laid_out_is_read_whole(self) -> None:
        body = "<p>Boats</p>\n" * 6_000 + "<p>Lorem ipsum dolor</p>"
        self.assertEqual(self.told({"index.html": page("", body), "i.svg": b"<svg/>"}), [("filler", "index.html", 6_001)])

    def test_an_icon_at_its_usual_place_is_one(self) -> None:
        bare = b'<!DOCTYPE html><html lang=en><title>x</title><meta name=description content=y><p>x'
        self.assertEqual(self.told({"index.html": bare, "favicon.ico": b"x"}), [])
        self.assertEqual(self.told({"index.html": bare}), [("icon", "index.html", None)])


class OneWay(unittest.TestCase):
    def test_line_ends(self) -> None:
        self.assertEqual(tidied({"a.css": "a\r\nb\nc\rd", "b.css": "a\n"}, Tidiness(line_ends="LF")), {"a.css": "a\nb\nc\nd"})
        self.assertEqual(tidied({"a.txt": "a\nb"}, Tidiness(line_ends="CRLF")), {"a.txt": "a\r\nb"})

    def test_indentation_keeps_depth_and_what_is_meant(self) -> None:
        text = "<main>\n  <ul>\n    <li\n       class='x'>a\n  <pre>\n  as it\n    is</pre>\n  <!-- a\n     note -->\n</main>\n"
        self.assertEqual(
            tidied({"a.html": text}, Tidiness(indentation="tabs")),
            {"a.html": "<main>\n\t<ul>\n\t\t<li\n\t\t\t class='x'>a\n\t<pre>\n  as it\n    is</pre>\n\t<!-- a\n     note -->\n</main>\n"},
        )
        self.assertEqual(tidied({"a.css": "a {\n\tb: c;\n\t\td: e\n}"}, Tidiness(indentation="2 spaces")), {"a.css": "a {\n  b: c;\n    d: e\n}"})
        self.assertEqual(tidied({"a.css": "a {\n  b: c;\n}", "x.js": "  x"}, Tidiness(indentation="2 spaces")), {})
        self.assertEqual(tidied({"a.css": "a {\n    b: c;\n    d: f\n}"}, Tidiness(indentation="2 spaces")), {"a.css": "a {\n  b: c;\n  d: f\n}"})

    def test_kept_sums_go_and_other_comments_stay(self) -> None:
        text = "p { width: 31%; /* at 742: (742 − 48) × 31% = 215.14, width of p */\n  /* mine: = */\n/* at 900: 900, width of main */\n}\n"
        self.assertEqual(tidied({"s.css": text}, Tidiness(sums="take out")), {"s.css": "p { width: 31%;\n  /* mine: = */\n}\n"})

    def test_a_wish_that_is_none(self) -> None:
        with self.assertRaises(InputError):
            tidied({}, Tidiness(indentation="3 spaces"))


class Packing(unittest.TestCase):
    SHEETS = {
        "css/a.css": b"/* one */\np { background: url(../boat.png) }\n", "css/more/b.css": b"i { background: url('../../boat.png') }\n", "print.css": b"p { color: red }\n", "boat.png": b"x",
    }  # fmt: skip
    LINKS = '<link rel="stylesheet" href="css/a.css">\n  <link rel="stylesheet" href="css/more/b.css">\n<link rel="stylesheet" href="print.css" media="print">'

    def test_sheets_that_follow_one_another_become_one_and_lead_where_they_led(self) -> None:
        files = {**self.SHEETS, "index.html": page(self.LINKS), "sub/vey.html": page('<link rel="stylesheet" href="../css/a.css"><link rel="stylesheet" href="../css/more/b.css">')}
        made, told = packed(files, Smaller(sheets=True))
        (name,) = [path for path in made if "joined" in path]
        self.assertEqual(sorted(made), sorted(["boat.png", name, "index.html", "print.css", "sub/vey.html"]))
        self.assertEqual(made[name], b"p{background:url(../boat.png)}i{background:url('../boat.png')}")
        self.assertEqual(made["index.html"], page(f'<link rel="stylesheet" href="{name}">\n<link rel="stylesheet" href="print.css" media="print">'))
        self.assertEqual(made["sub/vey.html"], page(f'<link rel="stylesheet" href="../{name}">'))
        self.assertEqual([(one.path, one.before) for one in told if one.words.startswith("made of")], [(name, len(files["css/a.css"]) + len(files["css/more/b.css"]))])
        # The plain source is the truth, and stays.
        self.assertEqual(files["css/a.css"], self.SHEETS["css/a.css"])

    def test_sheets_are_not_joined_over_what_stands_between_or_an_import(self) -> None:
        for between, second in (('<script src="x.js"></script>', b"i { color: red }"), ("", b"@import 'c.css'; i { color: red }"), ("<style>p { color: red }</style>", b"i { color: red }")):
            files = {"a.css": b"p { color: red }", "b.css": second, "index.html": page(f'<link rel="stylesheet" href="a.css">{between}<link rel="stylesheet" href="b.css">')}
            self.assertEqual(sorted(packed(files, Smaller(sheets=True))[0]), ["a.css", "b.css", "index.html"])

    def test_the_joined_page_is_laid_out_alike(self) -> None:
        root = Path(__file__).resolve().parents[2] / "hillpin" / "sites" / "demo" / "site"
        files = {one.relative_to(root).as_posix(): one.read_bytes() for one in root.rglob("*") if one.is_file()}
        made, told = packed(files, Smaller(sheets=True))
        self.assertIn("joined", " ".join(one.path for one in told))
        for path in ("index.html", "vey.html"):
            for width in (320, 742, 1440):
                before, after = (Page(MemoryFiles(one), path).boxes(width) for one in (files, made))
                self.assertEqual([(one.x, one.y, one.width, one.height) for one in before.boxes], [(one.x, one.y, one.width, one.height) for one in after.boxes])

    def test_a_font_keeps_the_characters_in_use(self) -> None:
        font = next((PARTS / "fonts").glob("*400-normal.woff2")).read_bytes()
        made, told = packed({"f.woff2": font, "index.html": page("", "<p>Ærø</p>"), "s.css": b"a::before { content: '\\2192'; text-transform: uppercase }"}, Smaller(fonts=True))
        kept = TTFont(io.BytesIO(made["f.woff2"])).getBestCmap()
        self.assertTrue({ord(one) for one in "ÆrøÆRØBoats0123"} <= set(kept))
        self.assertNotIn(ord("Ç"), kept)
        self.assertLess(told[0].after, told[0].before * 0.8)
        self.assertEqual(packed({"f.woff2": b"no font"}, Smaller(fonts=True)), ({"f.woff2": b"no font"}, []))

    def test_a_font_keeps_the_characters_at_the_end_of_a_page_without_end(self) -> None:
        font = next((PARTS / "fonts").glob("*400-normal.woff2")).read_bytes()
        made, _ = packed({"f.woff2": font, "index.html": page("", "<i>a</i>" * 60_000 + "Ç")}, Smaller(fonts=True))
        self.assertIn(ord("Ç"), TTFont(io.BytesIO(made["f.woff2"])).getBestCmap())

    def test_a_picture_keeps_its_size_and_one_without_loss_its_dots(self) -> None:
        data = io.BytesIO()
        image = Image.new("RGB", (300, 200), "#2b6880")
        image.putpixel((7, 9), (255, 0, 0))
        image.save(data, "PNG", compress_level=0)
        made, told = packed({"a.png": data.getvalue(), "b.png": b"broken"}, Smaller(pictures=True))
        self.assertEqual(Image.open(io.BytesIO(made["a.png"])).convert("RGB").tobytes(), image.tobytes())
        self.assertEqual([(one.path, one.before) for one in told], [("a.png", len(data.getvalue()))])
        self.assertEqual(made["b.png"], b"broken")


class Table(unittest.TestCase):
    def setUp(self) -> None:
        body = '<main><p class="a">Boats</p><p hidden>x</p></main>'
        self.page = Page(MemoryFiles({"index.html": page("<style>body { margin: 0 } .a { width: 50%; margin: 0 } main { padding: 10px }</style>", body)}), "index.html")

    def test_numbers_worked_out_by_hand(self) -> None:
        rows = widths_table(self.page, [800, 320], "main > p")
        # (320 − 2 × 10) ÷ 2, (800 − 20) ÷ 2; the hidden one has no box.
        self.assertEqual([(one.viewport, one.width, one.x, one.y, one.lines) for one in rows[0].measures], [(320, 150, 10, 10, 1), (800, 390, 10, 10, 1)])
        self.assertEqual([(one.width, one.lines) for one in rows[1].measures], [(None, 0), (None, 0)])
        lines = list(csv.reader(io.StringIO(table_as("csv", "=1+1", rows))))
        self.assertEqual([lines[1][0], *lines[1][2:6], lines[3][5]], ["'=1+1", "p.a", "1", "320", "150.0", ""])
        self.assertEqual(json.loads(table_as("json", "index.html", rows))["elements"][0]["measures"][1]["width"], 390)
        self.assertIn("| p.a | 150 × ", table_as("md", "index.html", rows))
        self.assertIn('<th scope="row">p.a</th><td>150 × ', table_as("html", "<b>", rows))
        self.assertIn("&lt;b&gt;", table_as("html", "<b>", rows))

    def test_what_it_does_not_make(self) -> None:
        for selector, form in (("table", "csv"), ("p:::", "csv"), ("p", "xls")):
            with self.assertRaises(InputError):
                table_as(form, "x", widths_table(self.page, [320], selector))
        with self.assertRaisesRegex(InputError, "more than 200,000 cells"):
            widths_table(self.page, range(1, 100_001))

    def test_a_hill_stands_at_its_widths_in_both_forms(self) -> None:
        main = self.page.select("main")[0]
        drawing = hills_of(survey(self.page, 240, 1920), [main.index], "night")
        root = ElementTree.fromstring(as_svg(drawing))
        hill = next(one for one in root if one.tag.endswith("polyline") and one.get("stroke") == "#a9b878")
        points = [tuple(map(float, one.split(","))) for one in (hill.get("points") or "").split()]
        # main is as wide as the window: from 240 ÷ 1,920 of the hill's 64 px to all of them.
        self.assertEqual(((points[0][0], points[-1][0]), round(points[0][1] - points[-1][1], 1)), ((190, 1176), 56.0))
        self.assertEqual([one.text for one in root if one.tag.endswith("text") and one.text == "main"], ["main"])
        image = Image.open(io.BytesIO(as_png(drawing))).convert("RGB")
        self.assertEqual((image.size, image.getpixel((4, 4))), ((2400, 2 * drawing.height), (0x17, 0x21, 0x2A)))
        # In the middle of the hill's foot stands its fill.
        self.assertEqual(image.getpixel((2 * 700, round(2 * (points[0][1] + 6)))), (0x3D, 0x4A, 0x33))
