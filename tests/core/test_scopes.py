"""``@scope`` worked out by hand: where its rules count, and which of two wins; positions among siblings of all elements."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

BODY = "<div class=a><p id=one><div class=b><p id=two><div class=a><p id=three></div></div></div><p id=four>"


def heights(css: str) -> list[float]:
    """How high the four paragraphs are: 0 where no rule says more."""
    page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>p {{ margin: 0 }} {css}</style><body>{BODY}"}))
    return [box.height for box in page.boxes(600).boxes if box.tag == "p"]


class Scopes(unittest.TestCase):
    def test_down_to_their_limits(self) -> None:
        """Behind the limit a scope that begins anew counts again."""
        self.assertEqual(heights("@scope (.a) { p { height: 5px } }"), [5, 5, 5, 0])
        self.assertEqual(heights("@scope (.a) to (.b) { p { height: 5px } }"), [5, 0, 5, 0])
        self.assertEqual(heights("@scope (.a) { @scope (.b) { p { height: 5px } } }"), [0, 5, 5, 0])

    def test_the_nearer_wins_where_both_are_as_specific(self) -> None:
        self.assertEqual(heights("@scope (.a) { p { height: 5px } } @scope (.b) { p { height: 7px } }"), [5, 7, 5, 0])
        self.assertEqual(heights("@scope (.a) { p { height: 5px } } p { height: 7px }"), [5, 5, 5, 7])
        self.assertEqual(heights("@scope (.a) { p { height: 5px } } div p { height: 7px }"), [7, 7, 7, 0])

    def test_what_is_not_understood_is_said(self) -> None:
        page = Page(MemoryFiles({"index.html": "<!DOCTYPE html><style>@scope to (.b) { p { height: 5px } }</style><p>"}))
        page.boxes(600)
        self.assertIn("This scope is not understood, so its rules are dropped: a scope is (start), or (start) to (limit)", [one.message for one in page.cascade.sheets.problems])


class Positions(unittest.TestCase):
    def test_of_any_element_the_root_included(self) -> None:
        """The root stands alone, and is the parent of others: positions among its children are others."""
        self.assertEqual(heights("p { height: 1px } :nth-of-type(2) { padding: 0 } .b :nth-of-type(1) { height: 5px }"), [1, 5, 5, 1])
