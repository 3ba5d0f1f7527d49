"""Findings of many pages as one list by cause, breakpoints of a whole site, sheets that differ by little."""

from __future__ import annotations

import unittest
from typing import Any

from hillpin.core.handing import causes_of, near_sheets, site_breakpoints, told_pages


def finding(kind: str, file: str, line: int, low: int | None = None, high: int | None = None, selector: str = "p", message: str = "m", index: int = 1) -> dict[str, Any]:
    return {"kind": kind, "index": index, "selector": selector, "from": low, "to": high, "file": file, "line": line, "message": message, "working": [], "fix": None}


def page(name: str, *findings: dict[str, Any], reads: tuple[str, ...] = ("s.css",), edges: tuple[tuple[int, int], ...] = ()) -> dict[str, Any]:
    return {"page": name, "findings": list(findings), "reads": list(reads), "edges": [{"at": at, "cause": "media query", "file": "s.css", "line": line} for at, line in edges]}


class Causes(unittest.TestCase):
    def test_a_rule_that_breaks_three_pages_is_one_finding_with_three_places(self) -> None:
        pages = [page(f"{n}.html", finding("page-overflow", "s.css", 4, 240, 300 + n, message=f"At 240 {n}")) for n in range(3)]
        pages.append(page("4.html", finding("page-overflow", "s.css", 9, 240, 250)))
        causes = causes_of(pages)
        self.assertEqual([(one.file, one.line, one.pages) for one in causes], [("s.css", 4, ["0.html", "1.html", "2.html"]), ("s.css", 9, ["4.html"])])
        self.assertEqual([(one.page, one.low, one.high) for one in causes[0].places], [("0.html", 240, 300), ("1.html", 240, 301), ("2.html", 240, 302)])

    def test_the_same_header_in_two_pages_is_one_cause_and_other_words_are_another(self) -> None:
        pages = [
            page("a.html", finding("missing-alt", "a.html", 7, message="The picture boat.svg has no alt.")),
            page("b.html", finding("missing-alt", "b.html", 9, message="The picture boat.svg has no alt.")),
            page("c.html", finding("missing-alt", "c.html", 9, message="The picture pier.svg has no alt.")),
        ]
        self.assertEqual([(one.message, one.pages, one.line) for one in causes_of(pages)], [
            ("The picture boat.svg has no alt.", ["a.html", "b.html"], 7), ("The picture pier.svg has no alt.", ["c.html"], 9),
        ])  # fmt: skip

    def test_a_shared_rule_is_unused_only_where_no_page_that_reads_it_uses_it(self) -> None:
        one, other = finding("unused-rule", "s.css", 3, selector=".a"), finding("unused-rule", "s.css", 5, selector=".b")
        pages = [page("a.html", one, other), page("b.html", one), page("c.html", reads=())]
        self.assertEqual([(cause.line, cause.pages) for cause in causes_of(pages)], [(3, ["a.html", "b.html"])])
        # A sheet of one page alone, or rules in the page itself, are that page's affair.
        own = page("d.html", finding("unused-rule", "d.html", 2), finding("unused-rule", "d.css", 1), reads=("d.css",))
        self.assertEqual([found["file"] for found in told_pages([*pages, own])[3]["findings"]], ["d.html", "d.css"])

    def test_the_wrong_come_first_and_of_these_what_shows_most(self) -> None:
        pages = [
            page("a.html", finding("short-line", "s.css", 1), finding("low-contrast", "s.css", 2), finding("overlap", "s.css", 3)),
            page("b.html", finding("short-line", "s.css", 1), finding("overlap", "s.css", 3), finding("filler-text", "b.html", 3)),
        ]
        self.assertEqual([one.kind for one in causes_of(pages)], ["overlap", "low-contrast", "short-line", "filler-text"])

    def test_breakpoints_of_the_site(self) -> None:
        found = site_breakpoints([page("a.html", edges=((600, 3), (600, 9))), page("b.html", edges=((600, 3), (480, 1)))])
        self.assertEqual([(one.at, one.pages, one.lines) for one in found], [(480, ("b.html",), (("s.css", 1),)), (600, ("a.html", "b.html"), (("s.css", 3), ("s.css", 9)))])


class NearSheets(unittest.TestCase):
    def test_what_only_one_of_two_has(self) -> None:
        rules = [f".r{n} {{ width: {n}px }}" for n in range(9)]
        one, other = "\n".join([*rules, "@media (min-width: 600px) { .r1 { width: 4px } }"]), "/* copy */\n" + "\n".join(rules[::-1]) + "\n@media (min-width: 600px) { .r1 {width:4px;} }\n.more { height: 1px; }"
        far = "\n".join(rules[:5])
        (found,) = near_sheets({"a.css": one, "b.css": other, "far.css": far, "tiny.css": ".a { width: 1px }"})
        # Ten rules are the same, though written and ordered otherwise.
        self.assertEqual((found.first, found.second, found.shared, found.count_first, found.only_second), ("a.css", "b.css", 10, 0, (".more { height: 1px }",)))
