"""Expectations: how a sentence is read, and what is proved of pages whose numbers were worked out by hand."""

from __future__ import annotations

import unittest

from hillpin.core.errors import InputError
from hillpin.core.expectations import CLAIMS, Proof, prove, read_expectation, read_file, written
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

CARDS = """body { margin: 0; font: 16px/24px serif }
.cards { display: grid; gap: 20px }
@media (min-width: 620px) { .cards { grid-template-columns: repeat(2, 1fr) } }
@media (min-width: 900px) { .cards { grid-template-columns: repeat(3, 1fr) } }
.card { padding: 10px }
"""


def page(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><link rel=stylesheet href=s.css><body>{body}", "s.css": css}))


def proof(sentence: str, css: str, body: str) -> Proof:
    return prove(page(css, body), [read_expectation(sentence)])[0]


class Sentences(unittest.TestCase):
    def test_ranges(self) -> None:
        for words, wanted in {
            "no sideways scroll": (240, 1920, None),
            "no sideways scroll from 320 up": (320, 1920, None),
            "no sideways scroll from 320": (320, 1920, None),
            "no sideways scroll up to 600": (240, 600, None),
            "No sideways scroll from 1,000 to 1,200, 500 high.": (1000, 1200, 500),
            "no sideways scroll at 390 × 740": (390, 390, 740),
            "no sideways scroll at 390": (390, 390, None),
        }.items():
            read = read_expectation(words)
            self.assertEqual((read.low, read.high, read.height), wanted, words)

    def test_claims_with_their_numbers_and_selectors(self) -> None:
        for words, wanted in {
            ".cards 3 across from 900": ("across", ".cards", "", (3,)),
            "h1 at most 2 lines from 320": ("most-lines", "h1", "", (2,)),
            ".a .b > c not taller than 60.5": ("most-height", ".a .b > c", "", (60.5,)),
            "text of .lead 45 to 75 characters from 600": ("characters", ".lead", "", (45, 75)),
            "aside before footer": ("before", "aside", "footer", ()),
            "nothing of .intro outside the first screen at 390 × 740": ("first-screen", ".intro", "", ()),
            ".folded not shown from 860": ("not-shown", ".folded", "", ()),
            ".button at least 44 high": ("least-height", ".button", "", (44,)),
        }.items():
            read = read_expectation(words)
            self.assertEqual((read.claim, read.selector, read.other, read.numbers), wanted, words)

    def test_each_claim_reads_its_own_example(self) -> None:
        self.assertEqual([read_expectation(one.example).claim for one in CLAIMS], [one.name for one in CLAIMS])

    def test_what_is_not_understood_says_how_to_write_it(self) -> None:
        with self.assertRaisesRegex(InputError, "h1 at most 2 lines"):
            read_expectation("h1 no more than two lines")
        with self.assertRaisesRegex(InputError, "the smaller width comes first"):
            read_expectation("no sideways scroll from 900 to 300")
        with self.assertRaisesRegex(InputError, "go from 1 to 20,000"):
            read_expectation("no sideways scroll from 99,999 up")
        for words in ("", " . ", "x" * 301):
            with self.assertRaises(InputError):
                read_expectation(words)


class TheFile(unittest.TestCase):
    def test_written_and_read_again(self) -> None:
        text = written([("index.html", "no sideways scroll"), ("*", "h1 at most 2 lines")])
        kept = read_file(text)
        self.assertEqual([(one.page, one.sentence, one.line) for one in kept], [("index.html", "no sideways scroll", 4), ("*", "h1 at most 2 lines", 5)])
        self.assertTrue(kept[1].is_about("vey.html"))
        self.assertFalse(kept[0].is_about("vey.html"))
        self.assertEqual(read_file(written([])), [])

    def test_a_sentence_that_is_not_understood_stays(self) -> None:
        kept = read_file(written([("index.html", "be nice")]))
        self.assertIsNone(kept[0].expectation)
        self.assertIn("be nice", kept[0].error)

    def test_what_is_no_such_file(self) -> None:
        for text, words in (("{", "line 1"), ("[]", "version"), ('{"version": 1, "expectations": [{"page": 3}]}', "expectation 1"), ("[" * 100_000, "nested")):
            with self.assertRaisesRegex(InputError, words):
                read_file(text)


class Proofs(unittest.TestCase):
    def test_across(self) -> None:
        body = "<div class=cards>" + "<div class=card>x</div>" * 3 + "</div>"
        self.assertTrue(proof(".cards 3 across from 900", CARDS, body).holds)
        failed = proof(".cards 3 across from 600", CARDS, body).failures
        # One across at 600 to 619 is two too few, two from 620 to 899 one: one stretch, worst where it is furthest off.
        self.assertEqual([(one.low, one.high, one.worst) for one in failed], [(600, 899, 600)])
        self.assertEqual((failed[0].file, failed[0].line), ("s.css", 2))
        self.assertIn("1 stand across", failed[0].message)
        self.assertTrue(proof(".card 2 across from 620 to 899", CARDS, body).holds)

    def test_sideways_scroll_with_its_line(self) -> None:
        failed = proof("no sideways scroll", "body { margin: 0 }\n.wide { width: 500px }", "<div class=wide>x</div>").failures
        self.assertEqual([(one.low, one.high, one.worst, one.file, one.line) for one in failed], [(240, 499, 240, "s.css", 2)])
        self.assertIn("260 wider than its window", failed[0].message)

    def test_lines(self) -> None:
        # Eight words of four figures and a space, 8 px a figure of this font's 16 px: six words go in 240 px.
        css = "body { margin: 0 }\np { margin: 0; width: 240px; font: 16px/20px serif; word-break: normal }"
        body = "<p>" + "<span style='display: inline-block; width: 60px'>x</span>" * 8 + "</p>"
        self.assertTrue(proof("p 2 lines", css, body).holds)
        failed = proof("p at most 1 line", css, body).failures
        self.assertEqual([(one.low, one.high) for one in failed], [(240, 1920)])
        self.assertIn("p takes 2 lines, not at most 1", failed[0].message)

    def test_lines_where_the_height_is_fixed(self) -> None:
        css = "body { margin: 0 }\np { margin: 0; height: 20px; font: 16px/20px serif }"
        body = "<p>" + "<span style='display: inline-block; width: 100px'>x</span>" * 5 + "</p>"
        # Five of 100 need 500 for one line, 300 for two.
        failed = proof("p at most 1 line from 300", css, body).failures
        self.assertEqual([(one.low, one.high) for one in failed], [(300, 499)])
        self.assertTrue(proof("p at most 2 lines from 300", css, body).holds)
        self.assertFalse(proof("p at most 2 lines from 299", css, body).holds)

    def test_sizes(self) -> None:
        css = "body { margin: 0 }\n.bar { width: 50%; height: 60px }"
        body = "<div class=bar></div>"
        self.assertTrue(proof(".bar 60 high", css, body).holds)
        self.assertTrue(proof(".bar not taller than 60", css, body).holds)
        failed = proof(".bar not taller than 59", css, body).failures
        self.assertEqual([(one.low, one.high, one.file, one.line) for one in failed], [(240, 1920, "s.css", 2)])
        self.assertEqual([(one.low, one.high) for one in proof(".bar at least 200 wide", css, body).failures], [(240, 399)])
        self.assertEqual([(one.low, one.high) for one in proof(".bar not wider than 500", css, body).failures], [(1001, 1920)])

    def test_equally_high(self) -> None:
        css = "body { margin: 0 }\n.a, .b { height: 50px }\n@media (max-width: 500px) { .b { height: 40px } }"
        failed = proof("div all equally high", css, "<div class=a></div><div class=b></div>").failures
        self.assertEqual([(one.low, one.high) for one in failed], [(240, 500)])
        self.assertIn("div.b is 40 high, the largest 50: 10 less", failed[0].message)

    def test_order_and_neighbours(self) -> None:
        css = "body { margin: 0; display: flex }\naside { order: 2; width: 100px; height: 50px }\nmain { width: 100px; height: 50px }\n@media (max-width: 600px) { body { flex-direction: column } aside { order: 0 } }"
        body = "<aside></aside><main></main>"
        self.assertEqual([(one.low, one.high) for one in proof("aside before main", css, body).failures], [(601, 1920)])
        self.assertTrue(proof("main before aside from 601", css, body).holds)
        self.assertEqual([(one.low, one.high) for one in proof("aside beside main", css, body).failures], [(240, 600)])

    def test_first_screen(self) -> None:
        css = "body { margin: 0 }\n.intro { height: 700px }"
        self.assertTrue(proof("nothing of .intro outside the first screen at 390 × 700", css, "<div class=intro></div>").holds)
        failed = proof("nothing of .intro outside the first screen at 390 × 640", css, "<div class=intro></div>").failures
        self.assertIn("60 below the first screen of 640", failed[0].message)
        self.assertEqual((failed[0].file, failed[0].line), ("s.css", 2))

    def test_shown(self) -> None:
        css = "@media (min-width: 700px) { .folded { display: none } }"
        body = "<div class=folded>x</div>"
        self.assertTrue(proof(".folded not shown from 700", css, body).holds)
        self.assertEqual([(one.low, one.high) for one in proof(".folded shown", css, body).failures], [(700, 1920)])

    def test_characters(self) -> None:
        # A figure of 0 is half an em wide in this font: 8 px at 16.
        css = "body { margin: 0 }\np { margin: 0; font: 16px serif }"
        zero = 8.0
        failed = proof("text of p 45 to 75 characters", css, "<p>words</p>").failures
        self.assertEqual([(one.low, one.high) for one in failed], [(240, int(45 * zero) - 1), (int(75 * zero) + 1, 1920)])

    def test_what_is_not_there_and_what_does_not_parse(self) -> None:
        self.assertIn("Nothing on index.html matches .gone", proof(".gone shown", "", "x").error)
        self.assertIn("not understood", proof("..x shown", "", "x").error)
        self.assertFalse(proof(".gone shown", "", "x").holds)
