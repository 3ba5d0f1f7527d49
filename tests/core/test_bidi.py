"""Which way characters run: levels worked out by hand from UAX #9, and what ``dir`` and logical properties say."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.layout.inline.inline_items import prepare
from hillpin.core.layout.inline.items import ItemKind
from hillpin.core.page import Page
from hillpin.core.styles.cascade import ActiveRules
from hillpin.core.styles.media import Viewport
from hillpin.core.survey import survey
from hillpin.core.widths.page_walk import walk
from hillpin.core.writing.explanation import explain

LAMED, SHIN, MEM = "\u05dc", "\u05e9", "\u05de"


def page_of(body: str, css: str = "") -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>{css}</style><body>{body}"}))


class Levels(unittest.TestCase):
    def levels(self, inside: str, direction: str) -> list[tuple[str, int]]:
        """The texts of a paragraph's items with their levels, counted from the paragraph's."""
        page = page_of(f"<p dir={direction}>{inside}")
        layout = page.layout(800)
        box = next(one for one in layout.tree.boxes if one.element is not None and one.element.tag == "p")
        content = prepare(page.step(800, 800, None).ctx, box)
        return [(content.text[item.start : item.end], item.level) for item in content.items if item.kind == ItemKind.TEXT]

    def test_letters_and_spaces_between(self) -> None:
        self.assertEqual(self.levels(f"ab {SHIN}{MEM} {LAMED} cd", "ltr"), [("ab ", 0), (f"{SHIN}{MEM} {LAMED}", 1), (" cd", 0)])
        self.assertEqual(self.levels(f"ab {SHIN}{MEM} cd", "rtl"), [("ab", 1), (f" {SHIN}{MEM} ", 0), ("cd", 1)])

    def test_numbers(self) -> None:
        """I1 and I2: a number in text from the right runs from the left, two levels in where the paragraph runs from the left."""
        self.assertEqual(self.levels(f"{SHIN} 12,5 {MEM}", "ltr"), [(f"{SHIN} ", 1), ("12,5", 2), (f" {MEM}", 1)])
        self.assertEqual(self.levels(f"{SHIN} 12", "rtl"), [(f"{SHIN} ", 0), ("12", 1)])

    def test_brackets(self) -> None:
        """N0: a pair runs as the paragraph does where something in it does; as what is in it where what is before it does so too."""
        self.assertEqual(self.levels(f"a ({SHIN} b)", "rtl"), [("a", 1), (f" ({SHIN} ", 0), ("b", 1), (")", 0)])
        self.assertEqual(self.levels("a (b) c", "rtl"), [("a (b) c", 1)])
        self.assertEqual(self.levels(f"{SHIN} (b)", "rtl"), [(f"{SHIN} (", 0), ("b", 1), (")", 0)])

    def test_isolates_stand_for_one_neutral(self) -> None:
        """What is in a ``bdi`` decides nothing for the number behind it."""
        self.assertEqual(self.levels(f"<bdi>{SHIN}</bdi> 12", "ltr"), [(SHIN, 1), (" 12", 0)])
        self.assertEqual(self.levels(f"<span>{SHIN}</span> 12", "ltr"), [(f"{SHIN}", 1), (" ", 1), ("12", 2)])

    def test_many_brackets_and_those_in_one_another(self) -> None:
        """Each pair by itself: with a letter of the paragraph's direction in it, it runs as that does; the outer ones hold one too."""
        self.assertEqual(self.levels(f"({SHIN})(b)", "rtl"), [(f"({SHIN})(", 0), ("b", 1), (")", 0)])
        self.assertEqual(self.levels(f"a [(b) {SHIN}] c", "rtl"), [("a", 1), (" [(", 0), ("b", 1), (f") {SHIN}] ", 0), ("c", 1)])

    def test_levels_have_an_end(self) -> None:
        """BD2: no box is deeper than 125, however many stand in one another; letters from the left in that one are one deeper (I2)."""
        inside = "".join(f"<span dir={'rtl' if depth % 2 == 0 else 'ltr'}>a" for depth in range(200))
        self.assertEqual(max(level for _, level in self.levels(inside, "ltr")), 126)

    def test_embeddings_and_overrides(self) -> None:
        self.assertEqual(self.levels("a<span style='direction:rtl;unicode-bidi:embed'>b!</span>", "ltr"), [("a", 0), ("b", 2), ("!", 1)])
        self.assertEqual(self.levels("a<span style='direction:rtl;unicode-bidi:bidi-override'>b1</span>", "ltr"), [("a", 0), ("b1", 1)])

    def test_controls_in_the_text(self) -> None:
        self.assertEqual([level for text, level in self.levels("a\u202eb\u202c c", "ltr") if text.strip("\u202e\u202c ")], [0, 1, 0])


class Sides(unittest.TestCase):
    def test_logical_properties_of_who_reads_from_the_right(self) -> None:
        page = page_of("<p>x<p dir=rtl>y", "p { margin-inline: 3px 5px; padding-left: 7px; padding-inline-start: 11px } body { margin: 0 }")
        layout = page.layout(300)
        left, right = (page.style_of(one, layout) for one in page.select("p"))
        assert left is not None and right is not None
        self.assertEqual((left.margin_left.units, left.margin_right.units, left.padding_left.units), (192, 320, 704))
        self.assertEqual((right.margin_left.units, right.margin_right.units), (320, 192))
        self.assertEqual((right.padding_left.units, right.padding_right.units), (448, 704))

    def test_who_wins_a_side(self) -> None:
        page = page_of("<p dir=rtl>y", "p { margin-left: 1px } p { margin-inline-start: 3px } p { margin-inline-end: 5px }")
        active = ActiveRules(Viewport(300, 800))
        won = {side: [one.declaration.text for one in page.cascade.candidates(page.select("p")[0], f"margin-{side}", active) if one.wins] for side in ("left", "right")}
        self.assertEqual(won, {"left": ["5px"], "right": ["3px"]})

    def test_working(self) -> None:
        """300 − 8 of the body − 20 = 272 is the right edge, 100 further left the box begins."""
        page = page_of("<p>x", "html { direction: rtl } p { width: 100px; margin-right: 20px }")
        answer = explain(page, page.layout(300, record=True), page.select("p")[0], "x")
        said = [(step.operation, step.amount, step.label) for step in answer.steps]
        self.assertEqual(said, [("start", 292.0, "the right edge of body, from the page's edge"), ("add", -20.0, "margin-right"), ("add", -100.0, "its own width")])
        self.assertEqual(answer.value, 172.0)

    def test_what_sticks_out_does_so_at_the_left(self) -> None:
        """A page that begins at the right can be scrolled to the left, and not to the right: 300 of a window, 108 beyond it."""
        for body, wide in (("<div style='width: 400px'>x</div>", 408), ("<div style='position: relative; left: 90px'>x</div>", 300)):
            page = page_of(body, "html { direction: rtl }")
            self.assertEqual(page.layout(300).scroll_width, wide)
            found = [one for one in survey(page, 298, 302).findings if one.kind == "page-overflow"]
            self.assertEqual([(one.selector, one.low, one.high) for one in found], [("div", 298, 302)] if wide > 300 else [])

    def test_dir_attributes(self) -> None:
        cases = {"<p dir=RTL>x": "rtl", "<p dir=ltr>x": "ltr", f"<p dir=auto>12 {SHIN} b": "rtl", f"<p dir=auto><bdi>{SHIN}</bdi> b": "ltr", "<p dir=auto>12": "ltr", "<p dir=up>x": "ltr"}
        for body, direction in cases.items():
            page = page_of(body)
            style = page.style_of(page.select("p")[0], page.layout(300))
            self.assertEqual(style.direction if style is not None else None, direction, body)
        self.assertEqual(len(page_of(f"<p dir=auto>{SHIN}<p>x").select("p:dir(rtl)")), 1)

    def test_styles_are_as_written_when_layout_is_done(self) -> None:
        """Boxes are laid out as in a mirror, and nobody else sees them so: 300 wide, 20 at the right, so the box begins at 180."""
        page = page_of("<div>x</div>", "html { direction: rtl } body { margin: 0 } div { width: 100px; margin-right: 20px; float: right }")
        layout = page.layout(300)
        element = page.select("div")[0]
        style = page.style_of(element, layout)
        fragment, x, _ = layout.fragments[element]
        assert style is not None
        self.assertEqual((x, style.margin_right.units, style.float, fragment.edges().margin_right), (180 * 64, 20 * 64, "right", 20 * 64))

    def test_all_widths(self) -> None:
        """What the walk says of every width is what single layouts say: a paragraph of half the page begins at its middle."""
        page = page_of("<p>x", "html { direction: rtl } body, p { margin: 0 } p { width: 50% }")
        stretch = walk(page, 300, 340).stretches[0]
        self.assertEqual(stretch.x[:, 1].tolist(), [width * 64 - width * 32 for width in range(300, 341)])


if __name__ == "__main__":
    unittest.main()
