"""``::first-line`` (css-pseudo-4 §2.1): what stands on it, and how the lines below go on."""

from __future__ import annotations

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.writing import edit_sheet

from .base import AgreementCase

WORDS = "The boat to <b>Vey</b> and to <i>Orra</i> leaves at nine on all <u>days</u> of the week <a>but one</a> when there is fog and no wind"
LOOKS = (
    "font-size: 1.5em", "font-weight: 600; letter-spacing: 2px", "line-height: 40px", "text-transform: uppercase; word-spacing: 9px", "font: 12px/2 Slab", "vertical-align: top; padding: 9px; margin: 9px", "font-size: 5vw",
)  # fmt: skip


class FirstLines(AgreementCase):
    def test_however_it_looks(self) -> None:
        pieces: list[tuple[str, str]] = []
        for look in LOOKS:
            boxes = ("", "text-align: center", "text-indent: 30px", "line-height: 20px", "white-space: pre-wrap", "float: left", "width: min-content", "display: flex", "display: table-cell")
            pieces.append((f"p {{ width: 200px }} p::first-line {{ {look} }}", "".join(f'<p style="{box}">{WORDS}</p>' for box in boxes)))
        self.agree_each(pieces, (320, 640, 1000))

    def test_whatever_stands_on_it(self) -> None:
        pieces: list[tuple[str, str]] = []
        for inside in (
            "Words of one line <b>x</b>", "Words alone that take more lines than one, and a few more", "a<br>b<i>c</i><br>c", f"<img width=20 height=30> {WORDS}", f"<i style='float: left'>f</i>{WORDS}",
            "<b>The boat to Vey and to Orra leaves at <i>nine</i> on all</b> days", "<b style='padding: 0 6px; border: 1px solid'>The boat to Vey and to Orra leaves at <i>nine</i> on all</b> days",
            f"<span style='display: inline-block'>in <b>block</b></span> {WORDS}", f"<u style='position: absolute'>x</u>{WORDS}", f"<b style='font-size: 10px'>The boat</b> {WORDS}", f"<b style='font-size: 2em'>The boat</b> {WORDS}",
        ):  # fmt: skip
            pieces.append(("p, li { width: 200px } p::first-line, li::first-line, div::first-line { font-size: 1.5em } p::before { content: 'b ' }", f"<p>{inside}</p><ul><li>{inside}</ul><div style='display: inline-block'>{inside}</div>"))
        self.agree_each(pieces, (320, 640, 1000))

    def test_only_where_a_query_holds(self) -> None:
        self.agree("@media (min-width: 600px) { p::first-line { font-size: 3em } }", f"<p>{WORDS}</p>")

    def test_an_edit_of_its_rule_counts(self) -> None:
        text = "<!DOCTYPE html><link rel=stylesheet href=a.css><body><p>Words <b>x</b> words</p>"
        sheets = ["p::first-line { font-size: 20px }", "p::first-line { font-size: 40px }"]
        page = Page(MemoryFiles({"index.html": text, "a.css": sheets[0]}))
        before = page.layout(600).rects[page.document.elements[1]].height
        self.assertTrue(edit_sheet(page, "a.css", sheets[1]))
        fresh = Page(MemoryFiles({"index.html": text, "a.css": sheets[1]}))
        after = page.layout(600).rects[page.document.elements[1]].height
        self.assertEqual(after, fresh.layout(600).rects[fresh.document.elements[1]].height)
        self.assertGreater(after, before)
