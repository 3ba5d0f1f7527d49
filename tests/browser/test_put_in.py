"""Put in: starts, many alike, words of a document, parts, a missing rule; by keys alone from an empty page to a whole one."""

from __future__ import annotations

from hillpin.core.files import MemoryFiles
from hillpin.core.markup import parse_html
from hillpin.core.page import Page
from hillpin.core.survey import survey
from hillpin.sites.models import SiteFile
from hillpin.sites.store import NewFile, add_site
from playwright.sync_api import Route, expect

from .base import InterfaceCase

PAGE = '<!DOCTYPE html>\n<html lang="en">\n<head>\n  <meta charset="utf-8">\n  <title>Crew</title>\n  <link rel="stylesheet" href="style.css">\n</head>\n<body>\n  <main>\n    <h1>Crew</h1>\n  </main>\n</body>\n</html>\n'
SHEET = "body {\n  margin: 0;\n}\n"
CREW = "## Who sails\n\n### Ines Moor\n\nMate, since the spring\n\n### Jon Haar\n\nCook\n\n### Marit Vey\n\nTickets\n\n### Tove Lind\n\nPilot\n"


class PutIn(InterfaceCase):
    def begin(self, page: str = PAGE) -> None:
        self.site = add_site("Crew", [NewFile("index.html", page.encode()), NewFile("style.css", SHEET.encode())])
        self.open(f"/sites/{self.site.pk}/write")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("viewport")
        self.keys = 0

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)
            self.keys += 1

    def saved(self, path: str = "index.html") -> str:
        return bytes(SiteFile.objects.get(site=self.site, path=path).content).decode()

    def to_line(self, text: str, path: str = "index.html", page: object = None) -> int:
        """The caret at the end of the first line with a text."""
        line = self.saved(path).split("\n").index(text) + 1
        self.page.get_by_label(f"Source of {path}").focus()
        for key in ("Control+Alt+g", *str(line), "Enter", "End"):
            self.page.keyboard.press(key)
        return line

    def take(self, title: str) -> None:
        """A start by keys: the panel, its title, put in. Where a busy machine parts the title, it is chosen."""
        panel = self.page.get_by_role("region", name="Starts")
        self.press("Alt+Shift+B")
        expect(panel.get_by_label("Begin from")).to_be_focused()
        self.page.keyboard.type(title)
        if panel.get_by_label("Begin from").locator("option:checked").text_content() != title:
            panel.get_by_label("Begin from").select_option(label=title)
        expect(panel.get_by_label("Begin from").locator("option:checked")).to_have_text(title)
        expect(panel.get_by_role("button", name="Put it in")).to_be_enabled()
        self.press("Control+Enter")
        expect(panel).to_have_count(0)
        expect(self.page.get_by_label("Source of index.html")).to_be_focused()

    def test_a_whole_page_in_under_forty_keys_besides_its_words(self) -> None:
        self.begin()
        self.to_line("<body>")
        self.keys = 0
        self.take("Header with navigation")
        self.until(lambda: "header-way" in self.saved(), "the header is saved")
        self.press("ArrowDown", "ArrowDown", "End")
        self.take("Cards equally high")
        self.take("People")
        self.until(lambda: "people-list" in self.saved(), "the people are saved")
        # On the section's own end tag, so that the section is selected.
        self.press("ArrowLeft")
        expect(self.page.get_by_text("Selected: section.people")).to_be_visible()
        self.press("Alt+Shift+D")
        field = self.page.get_by_role("textbox", name="Document")
        expect(field).to_be_focused()
        # The application may not write to the clipboard, so that the test pastes by the event that Ctrl and V make.
        field.evaluate("(field, text) => { const data = new DataTransfer(); data.setData('text/plain', text); field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })); }", CREW)
        self.keys += 1
        button = self.page.get_by_role("button", name="All in order into section.people")
        expect(button).to_be_focused()
        self.press("Enter")
        expect(self.page.get_by_text("9 of 9 found their place.")).to_be_visible()
        self.until(lambda: "Mate, since the spring" in self.saved(), "the words are saved")
        self.press("Alt+Shift+D", "Control+End", "ArrowUp", "ArrowUp", "ArrowUp")
        self.take("Footer with link columns")
        self.assertLess(self.keys, 40)
        self.until(lambda: "footer-list" in self.saved() and "footer-list" in self.saved("style.css"), "all is saved")
        document = parse_html(self.saved())
        self.assertEqual([one.tag for one in document.body.elements if document.body], ["header", "main", "footer"])
        main = next(one for one in document.elements if one.tag == "main")
        self.assertEqual([one.name() for one in main.elements], ["h1", "section.cards", "section.people"])
        self.assertEqual([one.text() for one in main.descendants() if one.tag == "h3"][3:], ["Ines Moor", "Jon Haar", "Marit Vey", "Tove Lind"])
        files = {file.path: bytes(file.content) for file in SiteFile.objects.filter(site=self.site)}
        self.assertEqual([one.message for one in survey(Page(MemoryFiles(files)), 240, 1920).findings if one.kind not in ("filler-text",)], [])

    def test_a_drawing_that_others_came_before_is_asked_for_again(self) -> None:
        """Questions may reach the server in another order than they were asked: the newest is then told that it is an old one."""
        self.begin()
        self.to_line("<body>")
        told: list[str] = []

        def refuse_first(route: Route) -> None:
            told.append(route.request.url)
            if len(told) > 2:
                route.fallback()
            else:
                route.fulfill(status=422, json={"detail": "A newer one was asked for.", "again": True})

        self.page.route("**/draw-start", refuse_first)
        self.take("Header with navigation")
        self.until(lambda: "header-way" in self.saved(), "the header is saved")

    def test_a_start_is_drawn_before_it_is_taken_and_one_undo_takes_it_back(self) -> None:
        self.begin()
        self.to_line("    <h1>Crew</h1>")
        self.press("Alt+Shift+B")
        panel = self.page.get_by_role("region", name="Starts")
        panel.get_by_label("Begin from").select_option("columns")
        panel.get_by_label("Class names begin with").fill("why")
        panel.get_by_label("How many").fill("4")
        expect(panel.get_by_role("img", name="At 1,280")).to_be_visible()
        expect(panel).to_contain_text("at 1,280: 4 × 302")
        self.until(lambda: self.page.frames[1].locator(".why-item").count() == 4, "the page shows it")
        self.assertEqual(self.saved(), PAGE)
        self.assertEqual(self.violations(), [])
        panel.get_by_label("Class names begin with").fill("4x")
        expect(panel.get_by_role("alert")).to_contain_text("no name for classes")
        panel.get_by_label("Class names begin with").fill("why")
        panel.get_by_role("button", name="Put it in").click()
        self.until(lambda: "why-item" in self.saved() and "why-item" in self.saved("style.css"), "it is saved")
        self.page.keyboard.press("Control+z")
        self.until(lambda: self.saved() == PAGE, "one undo takes it back")

    def test_the_selected_box_many_times_over_and_in_another_shape(self) -> None:
        self.begin(PAGE.replace("<h1>Crew</h1>", '<h1>Crew</h1>\n    <ul>\n      <li id="p-1"><a href="#p-1">One</a></li>\n    </ul>'))
        self.click_in_page("li")
        self.page.keyboard.press("Alt+Shift+M")
        panel = self.page.get_by_role("region", name="Many alike")
        expect(panel.get_by_role("heading", level=2)).to_have_text("a")
        panel.get_by_role("button", name="Take li#p-1 around it").click()
        expect(panel.get_by_role("heading", level=2)).to_have_text("li#p-1")
        panel.get_by_role("radio", name="rows of words").click()
        panel.get_by_label("Rows of words").fill("Ines\nJon")
        expect(panel.get_by_label("The markup")).to_contain_text('<li id="p-2"><a href="#p-2">Jon</a></li>')
        self.assertEqual(self.violations(), [])
        panel.get_by_role("button", name="Put it in").click()
        self.until(lambda: '      <li id="p-1"><a href="#p-1">Ines</a></li>\n      <li id="p-2"><a href="#p-2">Jon</a></li>\n' in self.saved(), "both are saved")
        self.page.keyboard.press("Alt+Shift+M")
        panel.get_by_label("Selector").fill("div")
        panel.get_by_role("button", name="Wrap in it").click()
        expect(panel.get_by_role("alert")).to_contain_text("holds only li")
        panel.get_by_label("Selector").fill("li.mate")
        panel.get_by_role("button", name="Change to it").click()
        self.until(lambda: 'class="mate"' in self.saved(), "the change is saved")

    def test_a_piece_is_dragged_onto_its_place_and_ticked(self) -> None:
        self.begin()
        self.page.keyboard.press("Alt+Shift+D")
        panel = self.page.get_by_role("region", name="Words of a document")
        panel.get_by_label("File").set_input_files({"name": "crew.md", "mimeType": "text/markdown", "buffer": b'# Who "sails" & where\n'})
        piece = panel.get_by_role("listitem").filter(has_text="Who “sails” & where")
        expect(piece).to_be_visible()
        place = self.page.locator("iframe").bounding_box()
        box = self.page.frames[1].locator("h1").bounding_box()
        source = piece.bounding_box()
        assert place and box and source
        self.page.mouse.move(source["x"] + 120, source["y"] + 10)
        self.page.mouse.down()
        self.page.mouse.move(source["x"] + 160, source["y"] + 20)
        self.page.mouse.move(box["x"] + 10, box["y"] + 6, steps=4)
        self.page.mouse.up()
        self.until(lambda: "<h1>Who “sails” &amp; where</h1>" in self.saved(), "the words are in their place")
        expect(panel.get_by_text("✓ Heading 1")).to_be_visible()
        self.assertEqual(self.violations(), [])

    def test_a_part_goes_in_and_out_without_a_trace(self) -> None:
        self.begin()
        self.page.keyboard.press("Alt+Shift+P")
        panel = self.page.get_by_role("region", name="Parts", exact=True)
        panel.get_by_role("button", name="Put in: Base sheet").click()
        expect(panel.get_by_text("in the site")).to_be_visible()
        self.until(lambda: '  <link rel="stylesheet" href="parts/base/base.css">\n  <link rel="stylesheet" href="style.css">' in self.saved(), "it is linked first")
        self.assertEqual(self.violations(), [])
        panel.get_by_role("button", name="Take out: Base sheet").click()
        self.page.get_by_role("button", name="Do it").click()
        self.until(lambda: self.saved() == PAGE, "the page is as it was")
        self.assertEqual(sorted(SiteFile.objects.filter(site=self.site).values_list("path", flat=True)), ["index.html", "style.css"])

    def test_a_rule_for_a_name_that_has_none_is_one_key_away(self) -> None:
        self.begin(PAGE.replace("<h1>", '<h1 class="mast">'))
        self.page.get_by_label("Source of index.html").focus()
        for key in ("Control+Alt+g", "1", "0", "Enter", "Home", *["ArrowRight"] * 12):
            self.page.keyboard.press(key)
        expect(self.page.get_by_text("Selected: h1.mast")).to_be_visible()
        self.page.keyboard.press("Alt+Shift+R")
        expect(self.page.get_by_label("Source of style.css")).to_be_focused()
        self.page.keyboard.type("margin: 0;")
        self.until(lambda: ".mast {\n  margin: 0;\n}" in self.saved("style.css"), "the rule is saved")
