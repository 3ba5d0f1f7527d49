"""Selectors, specificity, layers, queries: which declaration wins."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.styles.cascade import ActiveRules
from hillpin.core.styles.media import Viewport, parse_media
from hillpin.core.styles.selector_parser import parse_selector_list
from hillpin.core.styles.variables import tokens_of

from .pages import box, only, page_of


def specificity(text: str) -> tuple[int, int, int]:
    """The specificity of one selector."""
    return parse_selector_list(tokens_of(text))[0].specificity


class Specificity(unittest.TestCase):
    def test_by_hand(self) -> None:
        for text, expected in (
            ("*", (0, 0, 0)), ("li", (0, 0, 1)), ("ul li", (0, 0, 2)), ("ul ol+li", (0, 0, 3)), ("h1 + *[rel=up]", (0, 1, 1)),
            ("ul ol li.red", (0, 1, 3)), ("li.red.level", (0, 2, 1)), ("#x34y", (1, 0, 0)), ("#s12:not(foo)", (1, 0, 1)),
            (":is(em, #foo)", (1, 0, 0)), (":where(em, #foo#bar)", (0, 0, 0)), ("a:hover", (0, 1, 1)), ("p::before", (0, 0, 2)),
            (":nth-child(2n of .a, #b)", (1, 1, 0)), ("div:has(> .a)", (0, 1, 1)), (".a.a", (0, 2, 0)),
        ):  # fmt: skip
            self.assertEqual(specificity(text), expected, text)


class Matching(unittest.TestCase):
    BODY = "<ul><li class='a b'>1</li><li lang=en-GB>2</li><li id=x data-k='one two'>3</li></ul><p>4 <b>5</b></p><p></p>"

    def count(self, selector: str) -> int:
        return len(page_of("", self.BODY).select(selector))

    def test_structural_pseudo_classes(self) -> None:
        for selector, expected in (
            ("li:first-child", 1), ("li:last-child", 1), ("li:nth-child(odd)", 2), ("li:nth-child(2n)", 1), ("li:nth-last-child(-n + 2)", 2),
            ("p:first-of-type", 1), ("p:nth-of-type(2)", 1), ("b:only-child", 1), ("p:empty", 1), ("ul:only-of-type", 1), ("li:not(:first-child)", 2),
            ("li:nth-child(1 of [lang])", 1),
        ):  # fmt: skip
            self.assertEqual(self.count(selector), expected, selector)

    def test_attributes(self) -> None:
        for selector, expected in (
            ("[class]", 1), ("[class~=b]", 1), ("[class=a]", 0), ("[lang|=en]", 1), ("[data-k^=one]", 1), ("[data-k$=two]", 1), ("[data-k*='e t']", 1),
            ("[data-k='ONE TWO' i]", 1), ("[data-k='ONE TWO']", 0),
        ):  # fmt: skip
            self.assertEqual(self.count(selector), expected, selector)

    def test_combinators_and_relations(self) -> None:
        for selector, expected in (
            ("ul > li", 3),
            ("ul b", 0),
            ("li + li", 2),
            ("li.a ~ li", 2),
            ("p:has(b)", 1),
            ("ul:has(+ p)", 1),
            ("li:has(~ #x)", 2),
            ("p:not(:has(b))", 1),
        ):
            self.assertEqual(self.count(selector), expected, selector)

    def test_a_selector_that_does_not_parse_is_an_error_with_its_text(self) -> None:
        with self.assertRaisesRegex(InputError, "li::nonsense is not understood"):
            page_of("", self.BODY).select("li::nonsense")

    def test_a_rule_with_a_broken_selector_is_dropped_and_told(self) -> None:
        page = page_of(
            """
            p, li:nonsense { width: 5px }
            p { width: 100px }
            """,
            "<p></p>",
        )
        self.assertEqual(box(page, "p").width, 100)
        self.assertEqual(
            [(p.line, p.message.split(":")[0]) for p in page.sheets.problems],
            [(2, "This selector is not understood, so its rule is dropped")],
        )


class Winning(unittest.TestCase):
    def width(self, css: str, body: str = "<p id=x class=a></p>") -> float:
        return box(page_of(css, body), "p").width

    def test_specificity_then_order(self) -> None:
        self.assertEqual(self.width("#x { width: 1px } .a { width: 2px } p { width: 3px }"), 1)
        self.assertEqual(self.width("p { width: 1px } p { width: 2px }"), 2)

    def test_importance(self) -> None:
        self.assertEqual(self.width("p { width: 1px !important } #x { width: 2px }"), 1)
        self.assertEqual(self.width("p { width: 1px }", "<p style='width:9px'></p>"), 9)
        self.assertEqual(self.width("p { width: 1px !important }", "<p style='width:9px'></p>"), 1)

    def test_layers(self) -> None:
        self.assertEqual(
            self.width("@layer a, b; @layer b { p { width: 1px } } @layer a { #x { width: 2px } }"), 1
        )
        self.assertEqual(self.width("@layer a { #x { width: 2px } } p { width: 3px }"), 3)
        self.assertEqual(
            self.width("@layer a { p { width: 2px !important } } #x { width: 3px !important }"), 2
        )

    def test_queries(self) -> None:
        self.assertEqual(
            self.width(
                "@media (min-width: 900px) { p { width: 1px } } @media (400px <= width < 900px) { p { width: 2px } }"
            ),
            2,
        )
        self.assertEqual(
            self.width("@media print { p { width: 1px } } @media not print { p { width: 2px } }"), 2
        )

    def test_candidates_stand_in_cascade_order_with_the_winner_last(self) -> None:
        page = page_of(
            """
            p { width: 1px }
            .a { width: 2px }
            @media (width > 2000px) { #x { width: 3px } }
            """,
            "<p id=x class=a></p>",
        )
        found = page.cascade.candidates(only(page, "p"), "width", ActiveRules(Viewport(800, 600)))
        self.assertEqual(
            [(c.declaration.text, c.active, c.wins) for c in found],
            [("1px", True, False), ("2px", True, True), ("3px", False, False)],
        )

    def test_imports_come_before_the_sheet_and_carry_their_media(self) -> None:
        page = page_of(
            """
            @import url(one.css);
            @import 'two.css' (min-width: 900px);
            p { height: 7px }
            """,
            "<p></p>",
            one__css="p { width: 11px; height: 1px }",
            two__css="p { width: 22px }",
        )
        self.assertEqual(
            (box(page, "p").width, box(page, "p").height, box(page, "p", 1000).width), (11, 7, 22)
        )

    def test_inheritance_and_keywords(self) -> None:
        page = page_of(
            """
            section { font-size: 20px; width: 300px }
            p { width: inherit; padding-left: 1em }
            b { display: block; font-size: initial; width: 1em }
            """,
            "<section><p></p><b></b></section>",
        )
        self.assertEqual((box(page, "p").width, box(page, "b").width), (320, 16))


class Media(unittest.TestCase):
    def on(self, query: str, width: int = 800, height: int = 600) -> bool:
        return parse_media(tokens_of(query)).matches(Viewport(width, height))

    def test_both_notations_with_and_or_not_and_lists(self) -> None:
        for query, expected in (
            ("(min-width: 800px)", True), ("(max-width: 799px)", False), ("(width >= 800px)", True), ("(500px < width <= 800px)", True), ("(width = 800px)", True),
            ("screen and (min-width: 50em)", True), ("not screen", False), ("only screen and (orientation: landscape)", True),
            ("(min-width: 900px), (max-height: 600px)", True), ("(min-width: 900px) or (height < 700px)", True), ("not (min-width: 900px)", True),
            ("(min-width: 100px) and (max-width: 900px)", True), ("print", False), ("(min-width: 900px", False), ("nonsense(", False), ("", True),
            ("(min-aspect-ratio: 4/3)", True), ("(aspect-ratio > 3/2)", False), ("(hover: hover) and (pointer: fine)", True), ("(unknown-thing: 3)", False),
            ("not all and (monochrome)", True), ("(prefers-color-scheme: dark)", False),
        ):  # fmt: skip
            self.assertEqual(self.on(query), expected, query)

    def test_the_widths_at_which_a_query_turns(self) -> None:
        for query, expected in (
            ("(min-width: 652px)", [652]),
            ("(max-width: 479px)", [480]),
            ("(width > 600px)", [601]),
            ("(width < 37.5em)", [600]),
            ("(400px <= width <= 700px)", [400, 701]),
            ("(orientation: portrait)", []),
        ):
            self.assertEqual(parse_media(tokens_of(query)).turns(), expected, query)
