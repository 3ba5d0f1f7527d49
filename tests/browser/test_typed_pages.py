"""Four pages written from nothing by keyboard: no stray tag, every fault named, every remedy right."""

from __future__ import annotations

import time
from collections.abc import Callable

from hillpin.core.markup import parse_html
from hillpin.core.markup.check import check_markup
from hillpin.sites.models import Site, SiteFile
from hillpin.sites.store import new_site
from playwright.sync_api import Locator, expect

from .base import InterfaceCase

KEY = 45
"""Milliseconds from key to key: twice as fast as most people type."""
HASTE = 8
"""And far faster than anybody does, where it is what is typed that is tested."""


class TypingCase(InterfaceCase):
    walks_behind = True
    key: int = HASTE

    def begin(self, name: str) -> Site:
        """A new site in Write, its numbers there."""
        self.site = new_site(name)
        self.open(f"/sites/{self.site.pk}/write")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("room inside")
        return self.site

    def type(self, text: str) -> None:
        """Type key by key."""
        self.page.keyboard.type(text, delay=self.key)

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)

    def to_file(self, path: str) -> Locator:
        """A file in the editor, by keyboard."""
        self.page.get_by_role("button", name=path, exact=True).focus()
        self.press("Enter")
        source = self.page.get_by_label(f"Source of {path}")
        source.focus()
        return source

    def after_line(self, path: str, text: str) -> None:
        """The caret on a new line behind the one that holds a text."""
        self.to_file(path)
        self.to_line(text, path)
        # A long line is drawn as several: the first End goes to the end of what is drawn.
        self.press("End", "End", "Enter")

    def text(self, path: str, until: Callable[[str], bool] = lambda text: True) -> str:
        """A file as it is saved, once it is what is waited for."""
        content = ""
        for _ in range(1200):
            content = bytes(SiteFile.objects.get(site=self.site, path=path).content).decode()
            if until(content):
                return content
            time.sleep(0.1)
        raise AssertionError(f"{path} is never saved so:\n{content}")

    def at_this_width(self) -> Locator:
        return self.page.get_by_role("complementary", name="At this width")

    def rects(self, selector: str) -> list[dict[str, float]]:
        """Rectangles in the page under work."""
        found: list[dict[str, float]] = self.page.frames[1].evaluate(
            "selector => [...document.querySelectorAll(selector)].map(e => { const r = e.getBoundingClientRect(); return {x: r.x, y: r.y, width: r.width, height: r.height}; })",
            selector,
        )
        return found

    def drawn_at(self, width: int) -> None:
        """The walker at a width, and the frame with it."""
        self.walk_to(width)
        self.page.wait_for_function(f"() => document.querySelector('iframe').style.width === '{width}px'")

    def settle(self, finding: str, way: str) -> None:
        """Put a proved way in that settles a finding, by keyboard."""
        item = self.at_this_width().get_by_role("listitem").filter(has_text=finding)
        item.get_by_role("button", name="Ways to settle it").focus()
        self.press("Enter")
        ways = self.at_this_width().get_by_role("list", name="Ways to settle it")
        ways.get_by_role("listitem").filter(has_text=way).get_by_role("button").focus()
        self.press("Enter")

    def no_stray_tag(self) -> None:
        """Once all that was typed is saved: what was saved between two keys may well have one."""
        self.assertIn("<h1>", self.text("index.html", lambda text: check_markup(parse_html(text)) == []))


class TypedPages(TypingCase):
    def test_a_fixed_page_made_fluid(self) -> None:
        self.begin("Fixed")
        self.after_line("index.html", "<h1>")
        self.type('<div class="wrap">\n<div class="row">\n')
        for name in ("Single", "Rover", "Pass"):
            self.type(f'<div class="card"><h2>{name}</h2></div>')
            if name != "Pass":
                self.press("Enter")
        self.type("\n</div>\n</div>")
        source = self.text("index.html", lambda text: "Pass</h2></div>" in text)
        self.assertIn(
            '    <h1>Fixed</h1>\n    <div class="wrap">\n      <div class="row">\n        <div class="card"><h2>Single</h2></div>\n',
            source,
        )
        self.no_stray_tag()
        self.after_line("style.css", "main {")
        self.type(".wrap { width: 960px; }\n.card { float: left; width: 300px; margin-right: 30px; }\n.card:last-child { margin-right: 0; }")
        expect(self.at_this_width()).to_contain_text("Page scrolls sideways")
        expect(self.at_this_width()).to_contain_text("Floats not contained")
        # The row as parts of its container, and the fixed width around it a maximum.
        self.drawn_at(640)
        self.click_in_page(".card")
        self.page.get_by_role("button", name="Rows", exact=True).focus()
        self.press("Enter")
        rows = self.page.get_by_role("region", name="Rows of the selected box")
        rows.get_by_label("Write it as").select_option("float")
        rows.get_by_label("fluid: px become parts of the container").check()
        rows.get_by_role("button", name="Write and compare").focus()
        self.press("Enter")
        expect(rows.get_by_role("list", name="What does not add up")).to_contain_text(
            "div.wrap around it is 960px wide by style.css line 6"
        )
        rows.get_by_role("button", name="Let div.wrap give way too").focus()
        self.press("Enter")
        expect(rows.get_by_label("The new rules")).to_contain_text("max-width: 960px")
        rows.get_by_role("button", name="Put at the end of style.css").focus()
        self.press("Enter")
        self.text("style.css", lambda text: "31.25%" in text)
        # The window's 640 less main's padding of 24 on either side: 31.25% of 592 is 185, and 3.125% is 18.5.
        self.page.frames[1].wait_for_function("() => document.querySelector('.card').getBoundingClientRect().width === 185")
        cards = self.rects(".card")
        self.assertEqual([one["x"] for one in cards], [24, 24 + 203.5, 24 + 407])
        self.assertEqual(len({one["y"] for one in cards}), 1)
        expect(self.at_this_width()).to_contain_text("Nothing is doubtful here.")

    def test_a_header_whose_floated_mark_collapses_it(self) -> None:
        self.begin("Mark")
        self.key = KEY
        self.after_line("index.html", "<body>")
        self.type('<header class="masthead">\n<a class="mark" href="/">Skerry <em>Line</em></a>\n</header>')
        source = self.text("index.html", lambda text: "</header>" in text)
        self.assertIn('<body>\n  <header class="masthead">\n    <a class="mark" href="/">Skerry <em>Line</em></a>\n  </header>\n  <main>', source)
        self.no_stray_tag()
        self.after_line("style.css", "main {")
        self.type(".masthead { background: #e8e2d0; }\n.mark { float: left; padding: 20px; }")
        expect(self.at_this_width()).to_contain_text("Floats not contained")
        expect(self.at_this_width()).to_contain_text("header.masthead is 0 high")
        self.settle("Floats not contained", "contain its floats")
        self.text("style.css", lambda text: ".masthead { display: flow-root; background: #e8e2d0; }" in text)
        # Two paddings of 20 and a line of 24.
        self.page.frames[1].wait_for_function("() => document.querySelector('.masthead').getBoundingClientRect().height === 64")
        expect(self.slider()).to_have_attribute("aria-valuenow", "742")
        expect(self.at_this_width()).to_contain_text("Nothing is doubtful here.")

    def test_an_article_with_a_breakout_gallery_by_grid(self) -> None:
        self.begin("Breakout")
        self.after_line("index.html", "<h1>")
        self.type("<article>\n<p>Low water shows the reef.</p>\n<ul class=\"gallery\">\n<li>Hamm</li>\n<li>Vey</li>\n<li>Orra</li>\n</ul>\n</article>")
        self.text("index.html", lambda text: "</article>" in text)
        self.no_stray_tag()
        self.after_line("style.css", "main {")
        self.type("article { display: grid; grid-template-columns: [full-start] 1fr minmax(0, 600px) 1fr [full-end]; }\narticle > p { grid-column: 2; }\n")
        self.type(".gallery { grid-column: fulll; display: grid; grid-template-columns: repeat(3, 1fr); gap: 20px; padding: 0; }")
        # The name is misspelt: the grid has none of it.
        expect(self.at_this_width()).to_contain_text("ul.gallery asks for the area fulll")
        self.change("fulll", "full")
        self.text("style.css", lambda text: "grid-column: full;" in text)
        self.drawn_at(1000)
        # 1,000 − 2 × 24 = 952 for the gallery, (952 − 40) ÷ 3 = 304 for each; the text has 600 in the middle of it.
        self.page.frames[1].wait_for_function("() => document.querySelector('.gallery').getBoundingClientRect().width === 952")
        self.assertEqual([one["width"] for one in self.rects(".gallery li")], [304, 304, 304])
        self.assertEqual([(one["x"], one["width"]) for one in self.rects("article > p")], [(200, 600)])
        expect(self.page.locator(".cm-notes")).to_contain_text("176 | 600 | 176")
        expect(self.at_this_width()).not_to_contain_text("Unknown area")

    def test_five_figures_five_across_three_across_and_stacked(self) -> None:
        self.begin("Five")
        self.after_line("index.html", "<h1>")
        self.type('<ul class="five">\n')
        self.type("\n".join(f"<li>{number}</li>" for number in (12, 340, 7, 88, 5)))
        self.type("\n</ul>")
        self.text("index.html", lambda text: "</ul>" in text)
        self.no_stray_tag()
        self.after_line("style.css", "main {")
        self.type(".five {\ndisplay: grid;\ngap: 20px;\npadding: 0;\n}")
        # The wider query first: the narrower one goes before it all the same.
        for width, columns in ((1020, 5), (620, 3)):
            self.text("style.css", lambda text: "padding: 0;\n}" in text)
            self.drawn_at(width)
            self.to_file("style.css")
            self.to_line(".five {")
            self.page.get_by_role("button", name=f"Open a query at {width:,} for line 6").focus()
            self.press("Enter")
            expect(self.page.get_by_label("Source of style.css")).to_be_focused()
            expect(self.page.get_by_label("Source of style.css")).to_contain_text(f"(min-width: {width}px)")
            self.type(f"grid-template-columns: repeat({columns}, 1fr);")
            self.text("style.css", lambda text, wanted=f"repeat({columns}, 1fr);": wanted in text)  # type: ignore[misc]
        sheet = self.text("style.css")
        # The brace that the editor put in was typed over.
        self.assertEqual(sheet.count("{"), sheet.count("}"))
        self.assertLess(sheet.index("(min-width: 620px)"), sheet.index("(min-width: 1020px)"), sheet)
        for width, rows in ((1020, 1), (1019, 2), (620, 2), (619, 5)):
            self.drawn_at(width)
            self.page.frames[1].wait_for_function(
                f"() => new Set([...document.querySelectorAll('.five li')].map(e => e.getBoundingClientRect().y)).size === {rows}"
            )
        expect(self.at_this_width()).to_contain_text("Nothing is doubtful here.")


class Keys(TypingCase):
    walks_behind = False

    def test_closing_tags_are_typed_over_and_undone_in_one_step(self) -> None:
        self.begin("Tags")
        expect(self.at_this_width()).to_contain_text("Nothing is doubtful here.")
        self.after_line("index.html", "<h1>")
        self.type("<h2>Rooms</h2>\n<p>Six <em>rooms</em>.</p>")
        lines = self.page.locator(".cm-line")
        expect(lines.filter(has_text="<h2>")).to_have_text("    <h2>Rooms</h2>")
        expect(lines.filter(has_text="Six")).to_have_text("    <p>Six <em>rooms</em>.</p>")
        # Where one does type a tag too many, it is said at its line.
        self.type("</b>")
        expect(self.at_this_width()).to_contain_text("</b> closes nothing: no b is open here.")
        self.press(*["Backspace"] * 4, "Enter")
        self.type("<ul><li>one</ul>")
        expect(lines.filter(has_text="one")).to_have_text("    <ul><li>one</li></ul>")
        self.type("\n<section>x</")
        expect(lines.filter(has_text="x</")).to_have_text("    <section>x</section>")
        self.press("Enter")
        self.page.keyboard.type("<div>")
        expect(lines.filter(has_text="<div>")).to_have_text("    <div></div>")
        self.press("Control+z")
        expect(lines.filter(has_text="<div>")).to_have_text("    <div>")

    def test_tab_indents_and_escape_then_tab_leaves(self) -> None:
        self.begin("Tab")
        source = self.to_file("style.css")
        self.press("Control+End")
        self.type("a {")
        self.press("Enter")
        self.press("Tab")
        self.type("top: 0;")
        expect(source).to_be_focused()
        expect(self.page.locator(".cm-line").filter(has_text="top: 0;")).to_have_text("    top: 0;")
        self.assertIn("leaves", source.evaluate("e => document.getElementById(e.getAttribute('aria-describedby')).textContent"))

        def has_left() -> bool:
            # Where completions are offered or looked for, Escape is for them first.
            self.press("Escape", "Tab")
            return not source.evaluate("e => e.contains(document.activeElement)")

        self.until(has_left, "Escape and Tab leave the editor")

    def test_the_more_used_property_is_offered_first(self) -> None:
        self.begin("Offers")
        self.to_file("style.css")
        self.press("Control+End")
        self.type("p { wid")
        expect(self.page.locator(".cm-tooltip-autocomplete li").first).to_have_text("width")

    def test_going_to_a_line_selects_what_it_begins(self) -> None:
        self.begin("Lines")
        self.to_file("index.html")
        self.to_line("<h1>", "index.html")
        status = self.page.get_by_role("region", name="Source")
        expect(status).to_contain_text("Selected: h1 in main")
        self.to_file("style.css")
        self.to_line("body {")
        expect(status).to_contain_text("Selected: body")
