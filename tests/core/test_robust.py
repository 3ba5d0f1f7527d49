"""Any input: nothing crashes, hangs or grows without bound."""

from __future__ import annotations

import math
import time
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles.sheet import MOST_RULES
from hillpin.core.writing.explanation import QUANTITIES, explain
from hillpin.core.writing.notes import margin_notes
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

TAGS = [
    "div",
    "p",
    "span",
    "b",
    "ul",
    "li",
    "table",
    "tr",
    "td",
    "tbody",
    "caption",
    "img",
    "br",
    "button",
    "input",
    "svg",
    "details",
    "select",
    "option",
    "textarea",
    "hr",
    "a",
    "section",
    "fieldset",
    "legend",
    "video",
]
PROPERTIES = ["display", "position", "float", "clear", "width", "height", "min-width", "max-width", "margin", "padding", "border", "flex", "flex-direction", "flex-wrap", "grid-template-columns",
              "grid-template-rows", "grid-column", "grid-row", "gap", "font-size", "line-height", "vertical-align", "overflow", "box-sizing", "aspect-ratio", "inset", "transform", "white-space",
              "border-collapse", "order", "align-items", "justify-content", "grid-auto-flow", "list-style", "text-indent", "content", "--a", "min-height", "max-height", "table-layout"]  # fmt: skip
VALUES = ["0", "auto", "none", "10px", "-10px", "50%", "1e9px", "-1e9px", "1fr", "min-content", "max-content", "block", "inline", "inline-block", "flex", "inline-flex", "grid", "inline-grid", "table", "table-row",
          "table-cell", "contents", "list-item", "absolute", "fixed", "sticky", "relative", "left", "right", "both", "row-reverse", "column", "wrap", "wrap-reverse", "hidden", "1 / -1", "span 3", "2", "-5", "1000000",
          "repeat(auto-fill, 10px)", "repeat(9999, 1px)", "minmax(0, 1fr) auto", "fit-content(20%)", "subgrid", "center", "stretch", "baseline", "calc(1px / 0)", "calc(100% - 1e9px)", "var(--a)", "clamp(1px, 2%, 3px)",
          "border-box", "collapse", "nowrap", "pre", "0.0001px", "999em", "1/0", "rotate(1e9deg)", "dense column", "'x'", "inherit", "inside square"]  # fmt: skip

rules = st.lists(
    st.tuples(
        st.sampled_from([*TAGS, "*", ".a", "#b", ":first-child", "li + li", "::before"]),
        st.lists(st.tuples(st.sampled_from(PROPERTIES), st.sampled_from(VALUES)), max_size=5),
    ),
    max_size=8,
)
trees: st.SearchStrategy[str] = st.recursive(
    st.sampled_from(
        [
            "text",
            "long words of text ",
            "<br>",
            "<img width=5>",
            "<input>",
            "",
            "\u00ad",
            "<!-- c -->",
            "&nbsp;",
        ]
    ),
    lambda inner: st.tuples(st.sampled_from(TAGS), st.lists(inner, max_size=4)).map(
        lambda pair: f"<{pair[0]} class=a>{''.join(pair[1])}</{pair[0]}>"
    ),
    max_leaves=14,
)


def sheet(made: list[tuple[str, list[tuple[str, str]]]]) -> str:
    """Rules as CSS text."""
    return " ".join(
        f"{selector} {{ {'; '.join(f'{p}: {v}' for p, v in declarations)} }}"
        for selector, declarations in made
    )


def page(html: str, css: str = "") -> Page:
    """A page from source text."""
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>{css}</style><body>{html}", "a.css": css}))


class Generated(unittest.TestCase):
    @settings(max_examples=250, suppress_health_check=list(HealthCheck))
    @given(trees, rules)
    def test_made_pages_are_laid_out_and_explained(
        self, html: str, made: list[tuple[str, list[tuple[str, str]]]]
    ) -> None:
        found = page(html, sheet(made))
        for width in (1, 333):
            layout = found.layout(width, 200, record=True)
            self.assertEqual(len(layout.boxes), len(found.document.elements))
            margin_notes(found, layout)
            for element in found.document.elements[:6]:
                for quantity in QUANTITIES:
                    explain(found, layout, element, quantity)

    @settings(max_examples=150)
    @given(st.text(max_size=200), st.text(max_size=200))
    def test_any_text_is_read(self, html: str, css: str) -> None:
        page(html, css).boxes(320)

    def test_numbers_without_end_and_none_are_laid_out(self) -> None:
        names = ("line-height", "font-weight", "flex", "zoom", "scale", "opacity", "aspect-ratio", "column-count", "orphans", "order", "font-stretch", "-webkit-line-clamp", "font-size-adjust", "grid-row", "z-index", "rotate")
        for name in names:
            for value in ("NaN", "infinity", "-infinity", "NaN * 1%", "infinity * 1%", "NaN * 1deg", "-infinity * 1deg"):
                for kind in ("flex", "grid", "block"):
                    found = page("<div><p>x y</p></div>", f"div {{ display: {kind} }} div, p {{ {name}: calc({value}) }}").boxes(400).boxes
                    self.assertTrue(all(math.isfinite(side) for box in found for side in (box.x, box.y, box.width, box.height)), (name, value, kind))

    def test_no_number_is_0_and_held_in_the_range(self) -> None:
        found = page("<p>x y</p>", "p { width: 100px; height: 100px; rotate: calc(NaN * 1deg); aspect-ratio: calc(NaN) }").boxes(400).boxes[1]
        self.assertEqual((found.width, found.height), (100, 100))

    @settings(max_examples=100)
    @given(st.text(alphabet="{}()[]:;,.#@!*/\\\"'<>=- \nabwidthpx019%&", max_size=120))
    def test_broken_css_is_recovered_from(self, css: str) -> None:
        found = page("<p>x</p>", css + "\n}}} p { width: 50px }")
        self.assertEqual(found.boxes(320).boxes[1].tag, "p")


class Bounds(unittest.TestCase):
    def took(self, html: str, css: str = "", width: int = 320) -> tuple[float, Page]:
        start = time.process_time()
        found = page(html, css)
        found.boxes(width)
        return time.process_time() - start, found

    def test_five_thousand_deep(self) -> None:
        seconds, found = self.took("<div>" * 5000 + "x")
        self.assertLess(seconds, 20)
        self.assertEqual(len(found.document.elements), 5001)
        self.assertLessEqual(max(e.depth for e in found.document.elements), 512)

    def test_deep_inlines_flex_and_grid(self) -> None:
        self.assertLess(self.took("<b>" * 600 + "x")[0], 20)
        self.assertLess(self.took("<div>" * 120 + "x", "div { display: flex }")[0], 20)
        self.assertLess(self.took("<div>" * 120 + "x", "div { display: grid }")[0], 20)

    def test_thousands_of_rules(self) -> None:
        seconds, found = self.took(
            "<p class=c7>x</p>", "".join(f".c{k} {{ width: {k}px }}" for k in range(MOST_RULES + 500))
        )
        self.assertLess(seconds, 20)
        self.assertEqual(len(found.sheets.rules), MOST_RULES)
        self.assertEqual(found.boxes(320).boxes[1].width, 7)

    def test_nested_rules_selectors_and_math_end(self) -> None:
        self.took("<p>x</p>", "p { " * 400 + "width: 5px" + " }" * 400)
        self.took("<p>x</p>", ":is(" * 300 + "p" + ")" * 300 + " { width: 5px }")
        self.took("<p>x</p>", "p { width: " + "calc(" * 300 + "1px" + ")" * 300 + " }")

    def test_sums_that_are_no_number_or_without_end(self) -> None:
        # Measured in Chromium: no number counts as 0, a line height below 0 is none.
        page = Page(
            MemoryFiles(
                {
                    "index.html": "<!DOCTYPE html><body><p style='line-height:calc(0px / 0)'>x</p><p style='line-height:calc(-1px / 0)'>x</p>"
                    "<p style='width:calc(1px * NaN)'>x</p><p style='letter-spacing:calc(1px / 0)'>x</p><p style='line-height:calc(1px / 0)'>x</p>"
                }
            )
        )
        layout = page.layout(800)
        rects = [layout.rects[element] for element in page.select("p")]
        self.assertEqual([rects[0].height, rects[1].height, rects[2].width], [0, 0, 0])
        self.assertEqual(rects[3].width, 784)
        self.assertGreater(rects[4].height, 10_000_000)

    def test_what_a_character_takes_has_an_end(self) -> None:
        # Measured in Chromium: no advance is over 32,768 px, and a share without end is one that takes all.
        spaced = page("<p>a\tb <b>x</b>", "body { margin: 0 } p { display: inline-block; margin: 0; white-space: nowrap; word-spacing: 1e400px; font: 16px serif }").layout(800)
        # a and b are 15.109 wide together, the two spaces between 65,536.
        self.assertEqual(spaced.rects[next(one for one in spaced.rects if one.tag == "b")].x, 65551.109375)
        for css in ("letter-spacing: 1e400px", "letter-spacing: -1e400em", "tab-size: 1e400; white-space: pre", "grid-template-columns: 1e400fr 1fr; display: grid"):
            self.assertEqual(page("<p>a\tb <b>x</b>", f"p {{ {css} }}").boxes(320).boxes[1].x, 8, css)

    def test_numbers_of_thousands_of_digits_are_as_large_as_numbers_go(self) -> None:
        endless = "9" * 5000
        found = Page(
            MemoryFiles(
                {
                    "index.html": f"<!DOCTYPE html><style>p {{ order: {endless} }} p:nth-child({endless}) {{ width: 4px }} b {{ width: 7px }}</style>"
                    f"<body><p style='z-index: {endless}'>x</p><b style='display: block'>y</b><textarea cols={endless} rows=\u00b2></textarea>"
                    f"<table><td colspan={endless} rowspan=\u00b2>x</table><ol start={endless}><li value=\u00b2>x</ol><font size={endless}>x</font>"
                }
            )
        )
        layout = found.layout(800)
        widths = {element.tag: layout.rects[element].width for element in found.select("p, b, textarea")}
        self.assertEqual(widths["p"], 784)
        self.assertEqual(widths["b"], 7)
        self.assertGreater(widths["textarea"], 10_000)

    def test_absurd_grids_are_bounded(self) -> None:
        self.assertLess(
            self.took(
                "<div><p>x</p></div>",
                "div { display: grid; grid-template-columns: repeat(1000000, 1px) } p { grid-column: 900000000 / span 900000000; grid-row: 99999999 }",
            )[0],
            20,
        )
        self.assertLess(
            self.took(
                "<div><p>x</p></div>",
                "div { display: grid; grid-template-columns: repeat(auto-fill, 0.001px); width: 1e8px }",
            )[0],
            20,
        )

    def test_absurd_tables_are_bounded(self) -> None:
        self.assertLess(
            self.took(
                "<table><tr><td colspan=99999999 rowspan=99999999>x</td></tr></table><table><col span=99999999></table>"
            )[0],
            20,
        )

    def test_a_word_of_a_million_letters(self) -> None:
        self.assertLess(self.took("<p>" + "a" * 200_000 + "</p>", "p { overflow-wrap: anywhere }")[0], 40)

    def test_imports_in_a_circle(self) -> None:
        found = Page(
            MemoryFiles(
                {
                    "index.html": "<!doctype html><link rel=stylesheet href=a.css><p>x",
                    "a.css": "@import 'b.css'; p { width: 5px }",
                    "b.css": "@import 'a.css'; p { height: 7px }",
                }
            )
        )
        paragraph = found.boxes(320).boxes[1]
        self.assertEqual((paragraph.width, paragraph.height), (5, 7))
