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
