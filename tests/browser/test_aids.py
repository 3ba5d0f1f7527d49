"""Write's aids, driven in the browser: tree, rules, goals, states, queries, overlays, nudging."""

from __future__ import annotations

import re

from hillpin.sites.models import SiteFile
from playwright.sync_api import Locator, Page, expect

from .base import InterfaceCase


class AidCase(InterfaceCase):
    def open_at(self, selector: str, width: int = 900) -> Page:
        """Write at a width with an element of the page selected, and the stylesheet open."""
        page = self.open_write()
        self.walk_to(width)
        self.open_styles()
        self.click_in_page(selector)
        return page

    def aside(self, name: str) -> Locator:
        """One of the panels under the page."""
        self.page.get_by_role("radio", name=name).click()
        return self.page.get_by_role("region", name=name, exact=True)

    def caret_on(self, text: str, line: str) -> None:
        """The caret on a text of the stylesheet, by keys."""
        column = self.to_line(line)
        self.page.keyboard.press("Home")
        for _ in range(column + line.index(text)):
            self.page.keyboard.press("ArrowRight")
        self.caret_is_known(line)

    def caret_is_known(self, line: str) -> None:
        """What depends on the caret is drawn after a pause: until the button for its line is there."""
        self.until(lambda: self.page.get_by_role("button", name=re.compile(f"for line {self.number_of(line)}$")).is_visible(), f"what depends on the caret is drawn for {line!r}")

    def number_of(self, line: str) -> int:
        """The number of the first line that holds a text, in the stylesheet as it is saved by now; 0 where none does yet."""
        text = bytes(SiteFile.objects.get(site=self.site, path="style.css").content).decode()
        return next((at for at, one in enumerate(text.splitlines(), 1) if line in one), 0)

    def setUp(self) -> None:
        super().setUp()
        self.seen = {one.path: bytes(one.content) for one in SiteFile.objects.filter(site=self.site)}

    def stored(self, path: str = "style.css") -> str:
        """A file as it is saved now."""
        return bytes(SiteFile.objects.get(site=self.site, path=path).content).decode()

    def saved(self, path: str = "style.css") -> str:
        """A file once it is saved as another than when this was asked last."""
        self.until(lambda: self.stored(path).encode() != self.seen.get(path), f"{path} is saved")
        self.seen[path] = self.stored(path).encode()
        return self.seen[path].decode()


class Rules(AidCase):
    def test_winner_losers_and_inheritance(self) -> None:
        page = self.open_at(".fare")
        panel = self.aside("Which rule wins")
        panel.get_by_role("combobox").select_option("margin-bottom")
        # From 652 on the query's rule stands later, at the same specificity; line numbers are those of the file.
        expect(
            panel.get_by_role("list", name="Rules that compete").get_by_role("listitem").first
        ).to_contain_text("wins, 0,1,0, @media (min-width: 652px)")
        expect(panel).to_contain_text("it stands earlier")
        panel.get_by_role("combobox").select_option("color")
        expect(panel.get_by_role("list", name="Where it comes from")).to_contain_text("on body")
        self.assertEqual(self.violations(), [])
        panel.get_by_role("button", name="style.css line").first.click()
        expect(page.get_by_label("Source of style.css")).to_be_focused()


class Tree(AidCase):
    def test_select_and_move_and_undo(self) -> None:
        page = self.open_write()
        page.get_by_role("button", name="Tree", exact=True).click()
        tree = page.get_by_role("navigation", name="Tree of the page")
        tree.get_by_role("button", name="section#fares").click()
        expect(page.get_by_text("Selected: section#fares")).to_be_visible()
        before = self.stored("index.html")
        tree.get_by_role("button", name="Down", exact=True).click()
        after = self.saved("index.html")
        self.assertLess(after.index('id="islands"'), after.index('id="fares"'))
        self.assertEqual(sorted(after.splitlines()), sorted(before.splitlines()))
        page.get_by_label("Source of index.html").focus()
        page.keyboard.press("Control+z")
        self.assertEqual(self.saved("index.html"), before)
        self.assertEqual(self.violations(), [])
        page.reload()
        expect(page.get_by_role("navigation", name="Tree of the page")).to_be_visible()


class Goals(AidCase):
    def test_a_number_is_solved_and_put_in(self) -> None:
        page = self.open_at(".fare")
        self.caret_on("31%", "width: 31%")
        panel = self.aside("What must this be?")
        panel.get_by_label("Goal: number").fill("270")
        panel.get_by_role("button", name="What must it be?").click()
        # The row has 900 − 48 = 852; 270 of that are 31.690%, which the browser's 1/64 px make 31.691%.
        expect(panel.get_by_role("status")).to_contain_text(
            "31% must be 31.691%: the width of article.fare is 270 at 900."
        )
        panel.get_by_role("button", name="Put it in").click()
        self.assertIn("width: 31.691%", self.saved())
        width = page.frames[1].locator(".fare").first.evaluate("e => e.getBoundingClientRect().width")
        self.assertEqual(width, 270)

    def test_a_number_is_chosen_from_those_that_have_a_part(self) -> None:
        page = self.open_at(".fare")
        panel = self.aside("What must this be?")
        panel.get_by_label("Goal: number").fill("270")
        # Of the row's 852, 1% is 8.52.
        panel.get_by_role("radio", name="width: 31%").check()
        expect(panel.get_by_role("listitem").filter(has_text="width: 31%")).to_contain_text("1% more: +8.5")
        panel.get_by_role("button", name="What must it be?").click()
        expect(panel.get_by_role("status")).to_contain_text("31% must be 31.691%")
        panel.get_by_role("button", name="Put it in").click()
        self.assertIn("width: 31.691%", self.saved())
        expect(page.get_by_label("Source of style.css")).to_be_focused()

    def test_two_goals_at_two_widths(self) -> None:
        self.open_at(".fare")
        panel = self.aside("What must this be?")
        panel.get_by_label("Goal: number").fill("270")
        panel.get_by_role("button", name="And a second goal").click()
        panel.get_by_label("Second goal: number").fill("300")
        panel.get_by_label("Second goal: at viewport").fill("1000")
        panel.get_by_role("radio", name="width: 31%").check()
        panel.get_by_role("button", name="What must it be?").click()
        # 30 more over 100: 30vw, and 270 − 30% of 900 = 0.
        expect(panel.get_by_role("status")).to_contain_text("calc(0px + 30vw) is 270px at 900 and 300px at 1,000")
        panel.get_by_role("button", name="Put it in").click()
        self.assertIn("width: calc(0px + 30vw)", self.saved())

    def test_without_a_number_it_says_what_to_do(self) -> None:
        self.open_at(".fare")
        self.to_line(".fares {")
        panel = self.aside("What must this be?")
        panel.get_by_role("button", name="What must it be?").click()
        expect(panel.get_by_role("alert")).to_contain_text("The caret does not stand on a number")


class Nudging(AidCase):
    def test_keys_by_a_step_ten_and_a_tenth(self) -> None:
        self.open_at(".fare")
        self.caret_on("31%", "width: 31%")
        self.page.keyboard.press("Control+ArrowUp")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("width: 32%")
        self.page.keyboard.press("Control+Alt+ArrowDown")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("width: 31.9%")
        self.page.keyboard.press("Control+Shift+ArrowDown")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("width: 21.9%")
        # The working follows: 21.9% of 852 = 186.58.
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("186.58")

    def test_a_rem_goes_by_tenths(self) -> None:
        self.open_at(".fare h3")
        self.caret_on("1.2rem", "font-size: 1.2rem")
        self.page.keyboard.press("Control+ArrowUp")
        expect(self.page.get_by_label("Source of style.css")).to_contain_text("font-size: 1.3rem")


class States(AidCase):
    def test_a_held_state_shows_in_the_page_and_says_what_moves(self) -> None:
        page = self.open_write()
        self.open_styles()
        self.to_line(".button {")
        page.keyboard.type(".button:hover { margin-left: 30px; }\n")
        # Selected by the caret: a click would hover it in earnest.
        self.until(lambda: self.number_of(".button {") == self.number_of(".button:hover {") + 1, "the rule is saved whole")
        self.caret_on("padding", "padding: .65em 1.3em")
        expect(page.get_by_text("Selected: a.button")).to_be_visible()
        panel = self.aside("States")
        hover, shifts = panel.get_by_label(":hover"), panel.get_by_role("list", name="What it shifts")

        def is_held() -> bool:
            # Where the caret went may still be on its way to the panel, in which each box starts at rest.
            if not hover.is_checked():
                hover.click()
            return shifts.is_visible()

        self.until(is_held, "the state is held")
        expect(shifts).to_contain_text("a.button: 30 right")
        expect(panel.get_by_role("list", name="Its end against its start")).to_contain_text("margin-left of a.button: 0 → 30px, at once; it moves boxes")
        button = page.frames[1].locator(".button").first
        self.assertEqual(button.evaluate("e => getComputedStyle(e).marginLeft"), "30px")
        panel.get_by_label("at rest").check()
        expect(button).to_have_css("margin-left", "0px")
        self.assertEqual(self.violations(), [])


class Room(AidCase):
    def test_what_fits_here_and_over_all_widths(self) -> None:
        page = self.open_at("h1", 742)
        expect(page.get_by_text("Selected: h1")).to_be_visible()
        panel = self.aside("Longer words")
        first = panel.get_by_role("list", name="What gives way").get_by_role("listitem").first
        expect(first).to_contain_text("until there is a line more.")
        more = int((first.text_content() or "").split()[0])
        title = page.frames[1].locator("h1")
        words = title.text_content() or ""
        # In the page itself so many characters change nothing, and one more is a line more.
        grown = "(e, words) => { const kept = e.textContent; e.textContent = kept + words; const tall = e.getBoundingClientRect().height; e.textContent = kept; return tall; }"
        heights = [title.evaluate(grown, f" {words}"[:count]) for count in (0, more, more + 1)]
        self.assertEqual(heights[0], heights[1])
        self.assertGreater(heights[2], heights[1])
        panel.get_by_role("button", name="Over all widths").click()
        expect(panel.get_by_role("img", name=re.compile("Characters more that fit at 29 widths. Least room: "))).to_be_visible()
        self.assertEqual(self.violations(), [])


class TypeScale(AidCase):
    def test_a_scale_is_put_into_the_sheet_and_counts_in_the_page(self) -> None:
        page = self.open_at("h1", 800)
        expect(page.get_by_text("Selected: h1")).to_be_visible()
        panel = self.aside("Type")
        for name, value in (("Narrow width", "320"), ("Wide width", "1280"), ("Base size at the narrow width", "16"), ("Base size at the wide width", "20"), ("First step", "0"), ("Last step", "1"), ("Name of the steps", "words")):
            panel.get_by_label(name, exact=True).fill(value)
        table = panel.get_by_role("table", name="Sizes of the scale")
        expect(table.get_by_role("row")).to_have_count(3)
        expect(table).to_contain_text("clamp(1rem, 0.9166rem + 0.4168vw, 1.25rem)")
        self.assertEqual(self.violations(), [])
        panel.get_by_role("button", name="Put the scale into style.css").click()
        expect(page.get_by_label("Source of style.css")).to_contain_text("--words-0: clamp(1rem, 0.9166rem + 0.4168vw, 1.25rem);")
        self.until(lambda: "--words-1: " in self.stored(), "the scale is saved")
        # Another of the same names takes its place.
        panel.get_by_label("Base size at the wide width").fill("16")
        expect(table).to_contain_text("1rem")
        expect(panel.get_by_role("button", name="Put the scale into style.css")).to_be_enabled()
        expect(table).not_to_contain_text("0.4168vw")
        panel.get_by_role("button", name="Put the scale into style.css").click()
        self.until(lambda: "--words-0: 1rem;" in self.stored(), "the new scale is saved")
        self.assertEqual(self.stored().count("--words-0"), 1)


class PointOfInterest(AidCase):
    def test_a_point_that_is_cut_off_is_kept_in(self) -> None:
        page = self.open_write()
        self.to_line('    <img class="behind" src="pictures/sound-at-dusk.jpg" alt="">', "index.html")
        expect(page.get_by_text("Selected: img.behind")).to_be_visible()
        form = page.get_by_role("form", name="Point of interest")
        form.get_by_label("Percent from the left").fill("12")
        form.get_by_role("button", name="Is it ever cut off?").click()
        expect(form).to_contain_text(re.compile("It is cut off up to [0-9]+"))
        self.assertEqual(self.violations(), [])
        position = re.search("object-position: ([0-9.]+% [0-9.]+%)", form.text_content() or "")
        assert position is not None
        form.get_by_role("button", name="Put it into style.css").click()
        expect(page.get_by_label("Source of style.css")).to_contain_text(f"object-position: {position.group(1)}")
        expect(page.frames[1].locator(".behind")).to_have_css("object-position", position.group(1))
        # Asked again, it shows everywhere.
        page.get_by_role("button", name="index.html", exact=True).click()
        expect(page.get_by_label("Source of index.html")).to_be_visible()
        self.to_line('    <img class="behind" src="pictures/sound-at-dusk.jpg" alt="">', "index.html")
        form.get_by_label("Percent from the left").fill("12")
        form.get_by_role("button", name="Is it ever cut off?").click()
        expect(form).to_contain_text("The point shows at every width from 240 to 1,920.")


class Queries(AidCase):
    def test_opened_at_the_walker_for_the_rule_at_the_caret(self) -> None:
        page = self.open_at(".story-row", 800)
        self.caret_on("display", ".story-row { display")
        page.get_by_role("button", name="Open a query at 800 for line").click()
        source = page.get_by_label("Source of style.css")
        expect(source).to_contain_text("@media (min-width: 800px) {")
        self.assertIn("@media (min-width: 800px) {\n  .story-row {\n", self.saved())


class Overlays(AidCase):
    def test_off_at_first_then_remembered(self) -> None:
        page = self.open_at(".gallery")
        self.assertEqual(page.locator(".sheet svg g line").count(), 0)
        page.get_by_role("button", name="Overlays").click()
        dialog = page.get_by_role("dialog", name="Overlays")
        dialog.get_by_label("Tracks and their lines").check()
        dialog.get_by_label("Gaps").check()
        page.keyboard.press("Escape")
        # Three columns at 900: the room of 852 holds 3 × 260 and 2 × 20, so four column lines, numbered from both ends.
        expect(page.locator(".sheet svg")).to_contain_text("4 / −1")
        page.reload()
        expect(page.get_by_role("button", name="Overlays, 2 on")).to_be_visible()
        expect(page.locator(".sheet svg")).to_contain_text("1 / −4")
        page.get_by_role("button", name="Overlays").click()
        self.assertEqual(self.violations(), [])


class KeyboardOnly(AidCase):
    def test_three_columns_written_read_and_made_to_stack(self) -> None:
        page = self.open_write()
        press = page.keyboard.press
        # The markup: a section after the fares' heading, typed into the source.
        source = page.get_by_label("Source of index.html")
        source.focus()
        self.to_line('id="fares"', "index.html")
        page.keyboard.insert_text('<section class="trio"><p>Vey</p><p>Holm</p><p>Stack</p></section>\n')
        # The styles: three columns of a third with a gap.
        page.get_by_role("button", name="style.css", exact=True).focus()
        press("Enter")
        page.get_by_label("Source of style.css").focus()
        press("Control+End")
        page.keyboard.insert_text(
            "\n.trio {\n  display: flex;\n  gap: 20px;\n}\n.trio p { flex: 1; min-width: 180px; }\n"
        )
        self.walk_to(900)
        # The caret may stand in the new rule before its numbers have come: it selects once they have.
        page.get_by_label("Source of style.css").focus()
        press("ArrowUp")
        expect(page.get_by_text("Selected: p in section.trio")).to_be_visible()
        # Its working: (900 − 2 × 20) ÷ 3 = 286.67.
        expect(page.get_by_role("region", name="Working")).to_contain_text("286.66")
        # Three of 180 and two gaps of 20 need 580: below that the page scrolls sideways.
        self.walk_to(579)
        expect(page.get_by_role("complementary", name="At this width")).to_contain_text(
            "The page scrolls sideways"
        )
        self.walk_to(580)
        expect(page.get_by_role("complementary", name="At this width")).not_to_contain_text(
            "The page scrolls sideways"
        )
        # A query where it breaks, for the rule that makes the row: there flex begins.
        page.get_by_label("Source of style.css").focus()
        self.to_saved_line(".trio {", "min-width: 180px")
        page.get_by_role("button", name="Open a query at 580 for line").focus()
        press("Enter")
        expect(page.get_by_label("Source of style.css")).to_contain_text("@media (min-width: 580px)")
        # From the line of the selector nothing goes in yet: the caret stands where it is to be written.
        page.keyboard.insert_text("display: flex; gap: 20px;")
        # What was in the row's own rule stands in the query now: it goes from the rule.
        self.to_saved_line(".trio {", "display: flex; gap: 20px;")
        press("ArrowDown")
        press("Shift+ArrowDown")
        press("Shift+ArrowDown")
        press("Delete")
        places = page.frames[1].locator(".trio p")

        def rows() -> int:
            return len(set(places.evaluate_all("list => list.map(e => e.getBoundingClientRect().top)")))

        self.walk_to(400)
        self.until(lambda: rows() == 3, "the three stand below one another at 400")
        self.walk_to(640)
        self.until(lambda: rows() == 1, "the three stand in a row at 640")

    def to_saved_line(self, text: str, typed: str) -> None:
        """The caret at the start of a line of the stylesheet, when what was typed before is saved."""
        self.until(lambda: typed in self.stored(), f"{typed!r} is saved")
        self.to_line(text)
        self.caret_is_known(text)


class KeptSums(AidCase):
    def test_a_sum_is_kept_and_brought_up_to_date(self) -> None:
        page = self.open_at(".fare")
        expect(page.get_by_role("region", name="Working")).to_contain_text("width of article.fare")
        page.get_by_role("region", name="Working").get_by_role(
            "button", name="Keep this sum in the CSS"
        ).click()
        # 31% of 900 − 48 = 852 is 264.12; the browser cuts it to 264.11.
        expect(page.get_by_label("Source of style.css")).to_contain_text(
            "/* at 900: (900 − 48) × 31% = 264.11, width of"
        )
        self.caret_on("31%", "width: 31%")
        page.keyboard.press("Control+ArrowUp")
        page.get_by_role("region", name="Working").get_by_role(
            "button", name="Bring kept sums up to date"
        ).click()
        expect(page.get_by_label("Source of style.css")).to_contain_text("× 32% = 272.6")
        expect(page.get_by_role("complementary", name="At this width")).to_contain_text("1 of 1 sum changed.")

    def test_the_hill_before_a_change_stays_as_a_ghost(self) -> None:
        page = self.open_at(".fare")
        axis = page.get_by_role("region", name="Width axis")
        expect(axis).to_contain_text("Width of article.fare")
        expect(axis).to_have_attribute("aria-busy", "false")
        self.assertEqual(page.locator("path.ghost").count(), 0)
        self.caret_on("31%", "width: 31%")
        page.keyboard.press("Control+Shift+ArrowDown")
        expect(page.locator("path.ghost")).to_have_count(1)


class Scripts(AidCase):
    def test_scripts_rest_until_the_switch_lets_them_run(self) -> None:
        page = self.open_write()
        file = SiteFile.objects.get(site=self.site, path="index.html")
        file.content = bytes(file.content).replace(
            b"</body>",
            b"<script>document.body.dataset.ran = 'yes'; fetch('/api/sites').then(() => { document.body.dataset.reached = 'yes' }).catch(() => { document.body.dataset.refused = 'yes' })</script></body>",
        )
        file.revision += 1
        file.save()
        page.reload()
        expect(self.frame().get_by_role("heading").first).to_be_visible()
        self.assertIsNone(page.frames[1].locator("body").get_attribute("data-ran"))
        page.get_by_label("Page scripts run").click()
        expect(page.get_by_label("Page scripts run")).to_be_checked()
        expect(self.frame().locator("body")).to_have_attribute("data-refused", "yes")
        body = page.frames[1].locator("body")
        self.assertEqual(body.get_attribute("data-ran"), "yes")
        self.assertIsNone(body.get_attribute("data-reached"))
        self.assertEqual(page.frames[1].evaluate("origin"), "null")
