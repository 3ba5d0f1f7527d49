"""Odd beginnings of pages: what HTML passes over must leave the rest as it is."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.markup.passed_over import without_stray_declarations
from hillpin.core.page import Page


class PassedOver(unittest.TestCase):
    def test_an_xml_line_before_the_doctype_moves_nothing(self) -> None:
        plain = "<!DOCTYPE html>\n<html><head><title>t</title></head><body><p>a</p></body></html>"
        found = Page(MemoryFiles({"index.html": '<?xml version="1.0"?>\n' + plain}))
        self.assertEqual([element.tag for element in found.document.elements], ["body", "p"])
        self.assertEqual(found.select("p")[0].line, 3)

    def test_a_second_doctype_is_passed_over(self) -> None:
        found = Page(MemoryFiles({"index.html": "<!DOCTYPE html><!DOCTYPE html><head><title>t</title></head><body><p>a<?php b ?>c</p>"}))
        self.assertEqual(found.select("p")[0].text(), "ac")
        self.assertEqual([element.tag for element in found.document.elements], ["body", "p"])

    def test_scripts_attributes_and_comments_keep_theirs(self) -> None:
        source = '<!doctype html><script>"<?x ?>"</script><a title="<?y  ?>">z</a><!-- <?u   ?> -->'
        self.assertEqual(without_stray_declarations(source), source)


class TooManyElements(unittest.TestCase):
    """A page beyond the bound: its beginning is read as if the rest were not there, and what is left out is said."""

    def test_what_is_left_out_is_the_end_of_the_page(self) -> None:
        # html, head, title and body, then three elements a line: 5,116 of those are read, which end in the first element of line 1,707.
        lines = "\n".join("<div><p>a</p><i>b</i></div>" for _ in range(3_000))
        found = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><title>t</title><body>\n{lines}"}))
        self.assertEqual(len(found.document.elements), 5_117)
        last = found.document.elements[-1]
        self.assertEqual((last.tag, last.line, last.text()), ("div", 1_707, ""))
        left_out = found.document.left_out
        self.assertIsNotNone(left_out)
        if left_out is not None:
            # Of 9,000 in the body 5,116 are read: 1,705 lines and one element more.
            self.assertEqual((left_out.tags, left_out.parent.index, left_out.line), (3_884, 5_116, 1_707))

    def test_the_layout_says_so_with_its_place(self) -> None:
        page = Page(MemoryFiles({"index.html": "<!DOCTYPE html><title>t</title><body><h1>a</h1>\n" + "<p>b</p>\n" * 6_000}))
        layout = page.layout(700)
        self.assertEqual(
            [(one.index, one.feature, one.file, one.line) for one in layout.unmodelled],
            [(0, "All beyond the first 5,120 elements (885 more tags)", "index.html", 5_117)],
        )
        # What stands before the cut is as in the whole page; only the body, which would be higher, is not.
        self.assertIn(page.document.elements[0], layout.unmodelled_elements)

    def test_a_page_within_the_bound_leaves_nothing_out(self) -> None:
        page = Page(MemoryFiles({"index.html": "<!DOCTYPE html><title>t</title><body>" + "<p>b</p>" * 5_116}))
        self.assertIsNone(page.document.left_out)
        self.assertEqual(page.layout(700).unmodelled, [])
