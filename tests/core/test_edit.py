"""Edits carried into a page at hand: always what reading the page anew would give."""

from __future__ import annotations

import unittest
from dataclasses import asdict
from pathlib import Path

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.writing.edit import edit_sheet
from hillpin.core.writing.explanation import QUANTITIES, explain
from hillpin.core.writing.notes import margin_notes
from hypothesis import given, settings
from hypothesis import strategies as st

from .pages import only

FONTS = Path(__file__).resolve().parents[2] / "hillpin" / "parts" / "fonts"

BODY = """<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>
<div class=row><section class=fare><h3>Day</h3><p>Every boat until the last one home.</p></section><section class=fare><h3>Week</h3></section></div>
<table class=board><tr><td>07:40</td><td>Orra</td></tr></table><ul class=list><li>Vey</li><li>Holm</li></ul></body></html>"""
CSS = """/* fares */
body { margin: 0; font-size: 16px; }
.row { display: flex; gap: 20px; padding: 10px 5%; }
.fare { flex: 1; padding: 12px; border: 2px solid; }
.fare h3 { font-size: 1.5em; margin: 0 0 4px; }
.board { border-collapse: collapse; }
.board td { padding: 3px; border: 1px solid; }
.list { columns: auto; width: 300px; }
@media (min-width: 600px) {
  .fare { padding: 20px; width: 40%; }
}
.list li { line-height: 1.4; }
"""


def page_with(css: str) -> Page:
    """The page with a sheet."""
    return Page(MemoryFiles({"index.html": BODY, "s.css": css}))


def seen(page: Page) -> object:
    """All that a page comes to at two widths: boxes and notes."""
    found = []
    for width in (400, 900):
        layout = page.layout(width)
        notes = sorted((note.line, note.text, note.kind) for note in margin_notes(page, layout))
        found.append((layout.boxes, layout.scroll_width, notes))
    return found


class Edits(unittest.TestCase):
    def carried(self, old: str, new: str) -> bool:
        """Whether an edit is carried in; where it is, all must come out as in a page read anew."""
        page = page_with(CSS)
        seen(page)
        after = CSS.replace(old, new, 1)
        self.assertNotEqual(after, CSS)
        done = edit_sheet(page, "s.css", after)
        if done:
            self.assertEqual(seen(page), seen(page_with(after)), (old, new))
        return done

    def test_values_are_carried_in(self) -> None:
        for old, new in (
            ("10px 5%", "10px 15%"), ("gap: 20px", "gap: 2px"), ("flex: 1", "flex: 2 1 90px"), ("font-size: 1.5em", "font-size: 1.75em"),
            ("font-size: 16px", "font-size: 20px"), ("padding: 20px", "padding: 21px"), ("line-height: 1.4", "line-height: 1.41"),
            ("width: 40%; ", ""), ("gap: 20px;", "gap: 20px;\n  color: red;\n"), ("padding: 12px", "padding: 12"), ("padding: 12px", "paddin: 12px"),
            ("margin: 0 0 4px;", ""),
        ):  # fmt: skip
            self.assertTrue(self.carried(old, new), (old, new))

    def test_what_makes_other_boxes_is_carried_in_too(self) -> None:
        for old, new in (
            ("display: flex", "display: grid"),
            ("flex: 1", "float: left"),
            ("border: 1px", "border: 5px"),
            ("flex: 1", "position: absolute"),
        ):
            self.assertTrue(self.carried(old, new), (old, new))

    def test_sizes_of_pictures_that_are_missing(self) -> None:
        """Whether such a picture keeps its room is a matter of its sizes (HTML 15.4.2)."""
        body = "<!DOCTYPE html><link rel=stylesheet href=s.css><body><p>a<img src=gone.png alt=''>b<img class=k src=gone.png alt=words></p>"
        texts = ["img { margin: 2px; }", "img { margin: 2px; width: 60px; }", "img { margin: 2px; width: 60px; height: 40px; }", "img { margin: 9px; width: 50px; height: 40px; }", "img { margin: 9px; width: 50px; }"]
        page = Page(MemoryFiles({"index.html": body, "s.css": texts[0]}))
        widths = []
        for text in texts:
            edit_sheet(page, "s.css", text)
            fresh = Page(MemoryFiles({"index.html": body, "s.css": text}))
            self.assertEqual(page.layout(400).boxes, fresh.layout(400).boxes, text)
            widths.append(page.layout(400).boxes[2].width)
        self.assertEqual(widths, [0, 0, 60, 50, 0])

    def test_more_than_a_rules_block_is_refused(self) -> None:
        for old, new in (
            (".fare h3", ".fare h2"), ("min-width: 600px", "min-width: 700px"), ("/* fares */", "/* fare */"), ("margin: 0;", "margin: 0; }"),
            ("padding: 12px;", "padding: 12px; & h3 { color: red }"), ("gap: 20px;", "/* gap: 20px;"), ("gap: 20px", 'content: "}"'),
        ):  # fmt: skip
            self.assertFalse(self.carried(old, new), (old, new))

    def test_a_block_that_is_no_rules_own_is_refused(self) -> None:
        for css in ("ul { line-height: 3px; @function --f() { left: 1px } }", "ul { line-height: 3px; 1x { width: 3px } }", "ul { line-height: 3px } @unknown { width: 3px }"):
            page = page_with(css)
            seen(page)
            after = css.replace("1px", "2px").replace("width: 3px", "width: 4px")
            self.assertFalse(edit_sheet(page, "s.css", after), css)
        page = page_with("ul /* all */ >\n li , ol { width: 3px }")
        seen(page)
        self.assertTrue(edit_sheet(page, "s.css", "ul /* all */ >\n li , ol { width: 4px }"))

    def test_what_is_left_open_or_was_takes_in_what_follows(self) -> None:
        # Each is read anew: the rules below are inside the parenthesis in one of the two.
        self.assertFalse(self.carried("padding: 12px", "padding: calc(12px"))
        page = page_with(".fare { width: calc(30px; }\n.board { width: 40px }")
        seen(page)
        self.assertFalse(edit_sheet(page, "s.css", ".fare { width: calc(30px); }\n.board { width: 40px }"))
        self.assertTrue(self.carried("padding: 12px", "padding: calc(12px)"))

    def test_lines_below_move(self) -> None:
        page = page_with(CSS)
        self.assertTrue(edit_sheet(page, "s.css", CSS.replace("gap: 20px;", "gap: 20px;\n\n")))
        self.assertEqual(
            [(rule.line, rule.declarations[0].line) for rule in page.sheets.rules if rule.text == ".list li"],
            [(14, 14)],
        )
        self.assertEqual([block.line for block in page.sheets.media_blocks], [11])

    def test_one_edit_after_another(self) -> None:
        page, css = page_with(CSS), CSS
        for number in range(1, 30):
            after = css.replace(
                "gap: 20px" if number == 1 else f"gap: {20 + number - 1}px", f"gap: {20 + number}px"
            )
            self.assertTrue(edit_sheet(page, "s.css", after))
            css = after
        self.assertEqual(seen(page), seen(page_with(css)))

    def test_a_variable_reaches_those_who_use_it(self) -> None:
        css = ":root { --edge: 10px; }\nbody { margin: 0 }\n.row { padding: var(--edge); }\n.fare { --edge: 3px; margin: var(--edge) }"
        page = page_with(css)
        seen(page)
        after = css.replace("--edge: 10px", "--edge: 44px")
        self.assertTrue(edit_sheet(page, "s.css", after))
        self.assertEqual(seen(page), seen(page_with(after)))

    def test_what_is_taken_from_a_parent_follows_it(self) -> None:
        css = "body { margin: 0 }\n.row { padding: 10px; width: 300px }\n.fare { padding: inherit; margin: var(--none, inherit) }\n.fare h3 { margin-left: inherit; padding-left: 0.5em }"
        for old, new, padding in (
            ("padding: 10px", "padding: 30px", "30 each side"), ("width: 300px", "width: 300px; margin: 5px", "10 each side"),
            ("width: 300px", "width: 300px; font-size: 30px", "10 each side"), ("width: 300px", "width: 300px; border: 1px solid", "10 each side"),
        ):  # fmt: skip
            page = page_with(css)
            seen(page)
            after = css.replace(old, new)
            self.assertTrue(edit_sheet(page, "s.css", after))
            self.assertEqual(seen(page), seen(page_with(after)), new)
            notes = margin_notes(page, page.layout(742))
            self.assertEqual(next(note.text for note in notes if note.line == 3), padding)

    @settings(max_examples=60)
    @given(
        st.integers(0, len(CSS) - 1),
        st.integers(0, 4),
        st.sampled_from(["", "1", "5px", " ", "\n", ";", "%", "em", "x", "}", "/*", "0 auto"]),
    )
    def test_any_edit_is_carried_in_rightly_or_refused(self, at: int, gone: int, new: str) -> None:
        page = page_with(CSS)
        seen(page)
        after = CSS[:at] + new + CSS[at + gone :]
        if edit_sheet(page, "s.css", after):
            self.assertEqual(seen(page), seen(page_with(after)), after)


class RecordedForOne(unittest.TestCase):
    def test_the_steps_of_one_box_are_those_of_all(self) -> None:
        every, single = page_with(CSS), page_with(CSS)
        layout = every.layout(742, record=True)
        single.layout(742)
        for selector in (
            ".row",
            ".fare:first-child p",
            ".board td:last-child",
            ".list li:last-child",
            ".fare h3",
        ):
            element = every.select(selector)[0]
            own = single.document.elements[element.index]
            part = single.layout(742, record=True, about=own)
            for of in QUANTITIES:
                expected, found = explain(every, layout, element, of), explain(single, part, own, of)
                self.assertEqual(asdict(found), asdict(expected), (selector, of))
        self.assertEqual(only(single, ".row").name(), "div.row")


class FontsOfWhatIsNotSeen(unittest.TestCase):
    """css-fonts-4 §4.9: what is not seen is measured with fonts that something seen has loaded, also when it has been edited."""

    CSS = "@font-face { font-family: Own; src: url(own.woff2) } @font-face { font-family: Seen; src: url(seen.woff2) } p { float: left; padding: 1px }\n.own { font-family: Own, Seen }\n.next { font-family: Seen }\n"
    BODY = "<!DOCTYPE html><title>t</title><link rel=stylesheet href=s.css><p class=next>Every boat</p>{}<details><p class=own>Every boat</p><p class=next>Every boat</p></details>"

    def page(self, css: str, before: str = "") -> Page:
        return Page(MemoryFiles({"index.html": self.BODY.format(before), "s.css": css, "seen.woff2": (FONTS / "source-sans-3-latin-400-normal.woff2").read_bytes(), "own.woff2": (FONTS / "bitter-latin-700-normal.woff2").read_bytes()}))

    def widths(self, page: Page) -> list[float]:
        """How wide the two paragraphs in the details are."""
        return [box.width for box in page.boxes(600).boxes if box.tag == "p"][-2:]

    def test_the_next_font_stands_in_until_something_seen_has_loaded_its_own(self) -> None:
        own, next_one = self.widths(self.page(self.CSS))
        self.assertEqual(own, next_one)
        own, next_one = self.widths(self.page(self.CSS, "<p class=own>Vey</p>"))
        self.assertGreater(own, next_one)

    def test_it_goes_on_standing_in_when_a_rule_is_typed_in(self) -> None:
        page = self.page(self.CSS)
        self.widths(page)
        after = self.CSS.replace("padding: 1px", "padding: 9px")
        self.assertTrue(edit_sheet(page, "s.css", after))
        self.assertEqual(self.widths(page), self.widths(self.page(after)))
        self.assertEqual(*self.widths(page))

    def test_a_font_that_is_asked_for_by_an_edit_comes(self) -> None:
        page = self.page(self.CSS)
        self.widths(page)
        after = self.CSS.replace(".next { font-family: Seen }", ".next { font-family: Own }")
        edit_sheet(page, "s.css", after)
        self.assertEqual(self.widths(page), self.widths(self.page(after)))
