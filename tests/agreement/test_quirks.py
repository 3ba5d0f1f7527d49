"""Quirks and limited-quirks modes, and old tables, against the browser (HTML 13.2.6.4.1, 15.3; the Quirks Mode standard)."""

from __future__ import annotations

import unittest
from typing import ClassVar

from hillpin.core.files import MemoryFiles
from hillpin.core.markup import parse_html
from hillpin.core.page import Page
from playwright.sync_api import Page as BrowserPage

from tests.chromium import new_page

STYLE = "<title>t</title><style>body { font: 16px/20px serif }</style><body>"
LIMITED = '<!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0 Transitional//EN" "http://www.w3.org/TR/xhtml1/DTD/xhtml1-transitional.dtd">'
PICTURE = "<img width=5 height=5>"
MEASURE = """() => [...document.querySelectorAll('body, body *')].map(e => {
  const r = e.getBoundingClientRect(); return [e.localName, r.x, r.y, r.width, r.height]; })"""


class QuirksCase(unittest.TestCase):
    page: ClassVar[BrowserPage]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.page = new_page(320, 720)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.page.context.close()
        super().tearDownClass()

    def agree(self, *bodies: str, doctype: str = "") -> None:
        """Every box as the browser has it, to 1/64 px, at 320 by 720."""
        for body in bodies:
            html = doctype + STYLE + body
            self.page.set_content(html)
            measured = self.page.evaluate(MEASURE)
            computed = Page(MemoryFiles({"index.html": html})).layout(320, 720).boxes
            with self.subTest(body):
                self.assertEqual([one.tag for one in computed], [one[0] for one in measured])
                for box, (tag, *sides) in zip(computed, measured, strict=True):
                    for own, other in zip((box.x, box.y, box.width, box.height), sides, strict=True):
                        self.assertAlmostEqual(own, other, delta=1 / 64 + 0.001, msg=f"{tag}: {box} {sides}")


class Modes(unittest.TestCase):
    def test_by_the_doctype(self) -> None:
        for doctype, mode in (
            ("<!DOCTYPE html>", "no-quirks"),
            ("", "quirks"),
            ("<!DOCTYPE svg>", "quirks"),
            ('<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 3.2 Final//EN">', "quirks"),
            ('<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 4.0 Transitional//EN" "x">', "quirks"),
            ('<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 4.01 Transitional//EN">', "quirks"),
            ('<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 4.01 Transitional//EN" "x">', "limited-quirks"),
            ('<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 4.01//EN" "x">', "no-quirks"),
            (LIMITED, "limited-quirks"),
        ):
            self.assertEqual(parse_html(doctype + "<p>x").mode, mode, doctype)


class Margins(QuirksCase):
    def test_at_the_start_of_bodies_and_cells(self) -> None:
        self.agree(
            "<h1>t</h1><p>x", "<a name=x></a><h1>t</h1>", "<p></p><p>x", "<h2></h2><h2>a</h2>", "<div></div><ul><li>x</ul>",
            '<div style="border: 1px solid"><p>x</div>', "<table><td><p>a<p>b</table>", "<table><td><div><p>a</p></div></table>",
        )  # fmt: skip

    def test_at_the_end_of_cells_only_paragraphs_and_preformatted_text(self) -> None:
        self.agree(*(f"<table><td><{tag}>a</{tag}><td>x</table><div>z" for tag in ("p", "h2", "ul", "blockquote", "form")))

    def test_not_in_other_modes(self) -> None:
        self.agree("<h1>t</h1><p>x", "<table><td><p>a</table>", doctype=LIMITED)


class Lines(QuirksCase):
    BODIES = (
        f"<div>{PICTURE}<br>x</div>", f"<div>{PICTURE} <br> <br>x</div>", "<div><br></div>", "<div><b><br></b></div>",
        "<div><label>ab</label><br><label>c</label></div>", f"<table><tr><td><b>x<br>{PICTURE}</b></table>",
        f"<ul><li>{PICTURE}<li><b></b>{PICTURE}</ul>", f"<a>{PICTURE}</a> <b>x</b>",
        '<div style="line-height: 40px"><span style="font-size: 10px; line-height: 10px">x</span></div>',
    )  # fmt: skip

    def test_are_no_higher_than_what_stands_in_them(self) -> None:
        self.agree(*self.BODIES)
        self.agree(*self.BODIES, doctype=LIMITED)

    def test_are_with_a_modern_doctype(self) -> None:
        self.agree(*self.BODIES, doctype="<!DOCTYPE html>")


class Sizes(QuirksCase):
    def test_percentages_of_height_reach_the_viewport(self) -> None:
        self.agree('<div style="height: 50%"><i style="height: 50%; display: block"></i></div>', "<table height=50%><td>x</table>")

    def test_not_with_a_modern_doctype(self) -> None:
        self.agree('<div style="height: 50%">x</div>', '<style>body { height: 30% }</style><p>x', doctype="<!DOCTYPE html>")

    def test_lengths_without_a_unit(self) -> None:
        self.agree('<div style="padding: 5; width: 100; margin-left: 3">x</div>', '<style>p { text-indent: 9; top: 4 }</style><p style="position: relative">x')

    def test_fields_and_cells(self) -> None:
        self.agree("<input size=4 style='width: 100px; padding: 5px'>", "<table><td style='height: 30px; padding: 5px'>x</table>", "<form>a</form>b")

    def test_tables_start_from_the_initial_type(self) -> None:
        self.agree("<div style='font-size: 30px; font-weight: bold; line-height: 50px'><table><td>x</table></div>")


class Tables(QuirksCase):
    def test_frame_and_rules(self) -> None:
        cells = "<td>a<td>b<tr><td>c<td>d</table>"
        heads = ("border=1 rules=all frame=void", "border=3 rules=none", "rules=cols", "rules=all", "rules=none", "rules=groups")
        self.agree(*(f"<table {head}>{cells}" for head in heads), doctype="<!DOCTYPE html>")

    def test_padding_that_is_no_number(self) -> None:
        self.agree("<table cellpadding= cellspacing=2><td>x</table>", "<table cellpadding=''><td>x</table>")

    def test_heads_are_centred_unless_their_row_says_otherwise(self) -> None:
        aligns = ("left", "justify", "end", "start", "center")
        self.agree(*(f"<table width=200><tr style='text-align: {align}'><th><b>a</b></table>" for align in aligns), doctype="<!DOCTYPE html>")


class More(QuirksCase):
    """Found on the way, in any mode."""

    def test_line_heights_are_rounded_to_the_nearest(self) -> None:
        heights = ("120%", "1.2em", "19.2px", "19.21px", "133%", "1.2")
        self.agree(*(f"<p style='line-height: {one}'>a<br>b<br>c" for one in heights), doctype="<!DOCTYPE html>")

    def test_the_initial_size_follows_the_generic_family(self) -> None:
        self.agree("<div style='font-size: 20px'><p style='font-size: initial'><code>abc</code></p><code style='font-size: initial'>abc</code></div>", doctype="<!DOCTYPE html>")
        self.agree("<table><td><pre>a</pre><td>x</table>")

    def test_text_of_an_element_without_a_box(self) -> None:
        self.agree("<p><span style='display: contents; font: 20px/50px serif'>abc</span></p>", doctype="<!DOCTYPE html>")

    def test_a_positioned_box_in_a_line_whose_spaces_hang(self) -> None:
        self.agree("<div style='width: 30px; white-space: pre-wrap'><a style='position: absolute'>#</a>module Date = Date</div>", doctype="<!DOCTYPE html>")

    def test_characters_that_the_family_lacks(self) -> None:
        # Whichever face the machine has for them: the browser asks for it by no family, upright and regular.
        words = "\u2237 \u220e \u2713 \u2208 \u2218"
        self.agree(f"<p><span style=\"font-family: 'Liberation Serif'\">{words}</span> <b style=\"font-family: 'Liberation Sans'\">{words}</b>", doctype="<!DOCTYPE html>")

    def test_spaces_hang_wherever_a_word_was_broken(self) -> None:
        self.agree("<p style='width: 0; overflow-wrap: break-word'>When long-standing", "<p style='width: 0; overflow-wrap: anywhere'>ab cd", doctype="<!DOCTYPE html>")

    def test_a_drawing_with_a_ratio_alone_asks_for_no_room(self) -> None:
        drawing = '<img src="data:image/svg+xml,%3Csvg xmlns=\'http://www.w3.org/2000/svg\' viewBox=\'0 0 640 360\'/%3E">'
        ways = ("width: max-content", "float: left", "display: inline-block", "display: flex", "")
        self.agree(*(f'<div style="{way}">{drawing}</div>' for way in ways), doctype="<!DOCTYPE html>")

    def test_scrolling_items_ask_for_nothing_of_their_grid(self) -> None:
        self.agree(
            "<div style='display: inline-grid'><p style='overflow: hidden'><b style='display: inline-block; width: 400px'>a</b></p></div>",
            "<div style='display: inline-grid'><p style='overflow: auto'>abc</p><p style='grid-column: span 2'>Crossings</p></div>",
            doctype="<!DOCTYPE html>",
        )


if __name__ == "__main__":
    unittest.main()
