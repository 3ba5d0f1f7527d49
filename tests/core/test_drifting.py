"""Numbers beside lines of another height: how far they drift, at which widths, and what settles it. Worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import Finding, proved, survey

RULES = "body { margin: 0; font: 16px/24px monospace } .log { display: flex } pre { margin: 0; font: 16px/24px monospace } .gutter { margin: 0; padding: 0; list-style: none; width: 40px }"
TEXT = "<pre>" + "\n".join("low water" for _ in range(10)) + "</pre>"
LIST = "<ol class=gutter>" + "".join(f"<li>{number}" for number in range(1, 11)) + "</ol>"
LINES = "<pre class=gutter>" + "\n".join(str(number) for number in range(1, 11)) + "</pre>"


def page(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>{body}", "s.css": f"{RULES}\n{css}"}))


class Drifting(unittest.TestCase):
    def told(self, css: str, body: str) -> list[Finding]:
        return [one for one in survey(page(css, body), 300, 700).findings if one.kind == "drifting-lines"]

    def test_ten_numbers_a_px_and_a_half_too_low(self) -> None:
        for gutter in (LIST, LINES):
            (one,) = self.told(".log .gutter { line-height: 22.5px }", f"<div class=log>{gutter}{TEXT}</div>")
            self.assertEqual((one.low, one.high, one.file, one.line), (300, 700, "s.css", 2))
            # 24 − 22.5 = 1.5 at each of nine steps. The first is half of that higher, as its line is: 0.75, whole px of leading aside.
            self.assertIn("one is 22.50 after the other, a line 24.", one.message)
            self.assertIn("1.50 × 9 = 13.50 at the last", one.working)

    def test_only_where_the_queries_say_so(self) -> None:
        (one,) = self.told("@media (min-width: 500px) { .log .gutter { line-height: 26px } }", f"<div class=log>{LIST}{TEXT}</div>")
        self.assertEqual((one.low, one.high), (500, 700))
        self.assertIn("2 × 9 = 18 at the last", one.working)

    def test_what_is_meant_is_no_finding(self) -> None:
        self.assertEqual(self.told("", f"<div class=log>{LIST}{TEXT}</div>"), [])
        # A tenth of a px at each is 0.9 at the last.
        self.assertEqual(self.told(".log .gutter { line-height: 24.1px }", f"<div class=log>{LIST}{TEXT}</div>"), [])
        # Below one another, other counts, and words that are no numbers.
        self.assertEqual(self.told(".log { display: block } .gutter { line-height: 20px }", f"<div class=log>{LIST}{TEXT}</div>"), [])
        self.assertEqual(self.told(".gutter { line-height: 20px }", f"<div class=log>{LIST}<pre>a\nb\nc\nd\ne</pre></div>"), [])
        self.assertEqual(self.told(".gutter { line-height: 20px }", f"<div class=log><ol class=gutter>{'<li>one' * 10}</ol>{TEXT}</div>"), [])

    def test_the_lines_height_settles_it(self) -> None:
        one = page(".log .gutter { line-height: 22.5px }", f"<div class=log>{LIST}{TEXT}</div>")
        before = survey(one, 300, 400)
        (finding,) = (known for known in before.findings if known.kind == "drifting-lines")
        self.assertEqual([remedy.fix.after for remedy in proved(one, before, finding, 720)], ["line-height: 24px"])
