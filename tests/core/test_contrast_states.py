"""Words that only a state makes too weak, worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import Finding, proved, survey

BASE = "body { margin: 0; color: #000; background: #fff; font: 16px/24px sans-serif }"


def page(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>{body}", "s.css": f"{BASE}\n{css}"}))


class States(unittest.TestCase):
    def told(self, css: str, body: str = "<p><a href=#>Crossings to Hamm</a></p>") -> list[Finding]:
        return [one for one in survey(page(css, body), 300, 700).findings if one.kind == "low-contrast"]

    def test_words_and_grounds_of_a_state(self) -> None:
        # #999 on white has 2.84:1; black on #333 1.66:1.
        (one,) = self.told("a { color: #006 } a:hover { color: #999 }")
        self.assertEqual((one.selector, one.low, one.high, one.line), ("a", None, None, 2))
        self.assertEqual(one.message, "In its :hover state the text of a has a contrast of 2.84:1, #999999 on #ffffff; AA asks for 4.5:1.")
        (one,) = self.told("a { color: #000 } a:focus-visible { background: #333 }")
        self.assertIn("In its :focus-visible state", one.message)
        self.assertIn("#000000 on #333333", one.message)

    def test_words_in_what_is_in_the_state(self) -> None:
        (one,) = self.told(".card { color: #000 }\n.card:hover { background: #444 }", "<div class=card><h2>Hamm</h2></div>")
        # 24 px and bold is large: black on #444444 has 2.15:1.
        self.assertEqual(one.message, "In the :hover state of div.card the text of div.card h2 has a contrast of 2.15:1, #000000 on #444444; AA asks for 3:1.")
        self.assertEqual(one.line, 3)

    def test_only_where_a_query_says_so(self) -> None:
        (one,) = self.told("a { color: #006 } @media (min-width: 500px) { a:hover { color: #999 } }")
        self.assertEqual((one.low, one.high), (500, 700))

    def test_what_is_enough_and_what_is_weak_anyway(self) -> None:
        self.assertEqual(self.told("a { color: #006 } a:hover { color: #060; background: #eee }"), [])
        # At rest it is weak already, and told for that.
        found = self.told("a { color: #aaa } a:hover { color: #999 }")
        self.assertEqual([one.message.startswith("In its") for one in found], [False])

    def test_words_on_a_gradient_that_a_state_makes_too_weak(self) -> None:
        css = ".hero { background: linear-gradient(#000, #222); padding: 20px; color: #fff }\n.hero a { color: #fff }\n.hero a:hover { color: #444 }"
        (one,) = self.told(css, "<div class=hero><a href=#>Crossings</a></div>")
        # #444 on the lightest of the ground, at most #222: (0.0582 + 0.05) ÷ (0.0160 + 0.05) = 1.64 at the bottom, and 2.16 on black.
        self.assertEqual((one.selector, one.line), ("div.hero a", 4))
        self.assertRegex(one.message, r"^In its :hover state, at 300, the words of div.hero a have behind them, at their worst place, a contrast of 1\.\d\d:1, #444444 on #1[0-9a-f]1[0-9a-f]1[0-9a-f]; AA asks for 4.5:1.$")
        self.assertEqual((one.low, one.high), (300, 700))
        self.assertEqual(self.told(css.replace("#444", "#eee"), "<div class=hero><a href=#>Crossings</a></div>"), [])

    def test_a_button_with_a_ground_of_its_own_on_a_picture(self) -> None:
        css = ".hero { background: linear-gradient(#000, #fff) }\n.go { display: inline-block; background: #fff; color: #006 }\n.go:hover { background: #336 }"
        (one,) = self.told(css, "<div class=hero><a class=go href=#>Crossings</a></div>")
        # #006 on #336: (0.0096 + 0.05) and (0.0422 + 0.05), 1.55:1; at rest it stands on white.
        self.assertIn("#000066 on #333366", one.message)

    def test_a_state_that_lays_a_gradient_under_words(self) -> None:
        (one,) = self.told("a { display: inline-block; color: #000 }\na:hover { background: linear-gradient(#111, #111) }")
        self.assertIn("#000000 on #111111", one.message)

    def test_the_nearest_colour_settles_it(self) -> None:
        one = page("a { color: #006 }\na:hover { color: #999 }", "<p><a href=#>Crossings to Hamm</a></p>")
        before = survey(one, 300, 400)
        (finding,) = (known for known in before.findings if known.kind == "low-contrast")
        self.assertRegex(next(remedy.fix.after for remedy in proved(one, before, finding, 720)), "^color: #7[4-6]7[4-6]7[4-6]$")
