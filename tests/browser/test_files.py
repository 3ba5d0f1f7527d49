"""The files of a site beside the editor: by keyboard, by drop, and what follows in the page."""

from __future__ import annotations

import io
import re

from hillpin.sites.models import SiteFile
from hillpin.sites.store import NewFile, add_site
from PIL import Image
from playwright.sync_api import APIResponse, Locator, Route, expect

from .base import InterfaceCase

PIXEL = bytes.fromhex("89504e470d0a1a0a0000000d49484452000000010000000108060000001f15c4890000000d49444154789c63f8cfc0f01f0005050201a5f645400000000049454e44ae426082")


class FilesCase(InterfaceCase):
    def begin(self) -> None:
        """Write with the files open, once the page is worked out."""
        self.open(f"/sites/{self.site.pk}/write")
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("the initial containing block")
        self.page.keyboard.press("Alt+Shift+F")
        expect(self.tree()).to_be_visible()

    def tree(self) -> Locator:
        return self.page.get_by_role("treegrid", name="Files of the site")

    def row(self, name: str) -> Locator:
        return self.tree().get_by_role("row", name=re.compile(rf"^{re.escape(name)}"))

    def text(self, path: str) -> str:
        return bytes(SiteFile.objects.get(site=self.site, path=path).content).decode()

    def paths(self) -> set[str]:
        return set(SiteFile.objects.filter(site=self.site).values_list("path", flat=True))

    def panel(self) -> Locator:
        return self.page.get_by_role("region", name="Files", exact=True)


class ByKeyboard(FilesCase):
    def test_two_pages_and_a_picture_made_renamed_and_linked_without_a_pointer(self) -> None:
        page = self.page
        self.begin()
        keys = page.keyboard
        # A page like the home page, in a folder of its own.
        self.panel().get_by_role("button", name="New page").focus()
        keys.press("Enter")
        expect(self.panel().get_by_label("Path")).to_be_focused()
        keys.type("islands/vey")
        keys.press("Tab")
        keys.type("Vey")
        keys.press("Enter")
        expect(page).to_have_url(re.compile(r"page=islands%2Fvey\.html"))
        expect(page.get_by_role("region", name="Working")).to_contain_text("width of main at")
        self.assertIn("<title>Skerry Line: Vey</title>", self.text("islands/vey.html"))
        self.assertIn('href="../style.css"', self.text("islands/vey.html"))
        # A second one, empty, with the shared sheet.
        self.panel().get_by_role("button", name="New page").focus()
        keys.press("Enter")
        keys.type("crew")
        keys.press("Tab")
        keys.press("Tab")
        keys.press("Home")
        expect(self.panel()).to_contain_text("Sheets that it links")
        keys.press("Shift+Tab")
        keys.press("Enter")
        expect(page).to_have_url(re.compile(r"page=islands%2Fcrew\.html"))
        self.assertIn('<link rel="stylesheet" href="../style.css">', self.text("islands/crew.html"))
        # A picture is pasted into the folder of pictures.
        self.row("orra.jpg").focus()
        keys.press("ArrowUp")
        expect(self.row("northerhaven.jpg")).to_have_attribute("aria-selected", "true")
        page.evaluate(
            """(bytes) => {
              const data = new DataTransfer();
              data.items.add(new File([new Uint8Array(bytes)], "quay.png", { type: "image/png" }));
              document.activeElement.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
            }""",
            list(PIXEL),
        )
        expect(self.row("quay.png")).to_contain_text("unused")
        # It is linked by typing, then renamed: the page's line follows.
        editor = page.get_by_label("Source of islands/crew.html")
        editor.focus()
        keys.press("Control+Home")
        for _ in range(11):
            keys.press("ArrowDown")
        keys.press("Home")
        keys.insert_text('<img src="../pictures/quay.png" alt="The quay">\n')
        expect(page.get_by_role("banner")).to_contain_text("Saved")
        self.row("quay.png").focus()
        keys.press("ArrowUp")
        keys.press("ArrowDown")
        keys.press("F2")
        expect(self.panel().get_by_label("New path")).to_be_focused()
        keys.press("Control+A")
        keys.type("pictures/harbour wall.png")
        keys.press("Enter")
        plan = page.get_by_role("region", name="What would change")
        expect(plan).to_contain_text("1 line in 1 file leads there anew.")
        expect(plan.get_by_role("button", name="Do it")).to_be_focused()
        self.assertIn("pictures/quay.png", self.paths())
        keys.press("Enter")
        expect(self.row("harbour wall.png")).to_be_visible()
        expect(editor).to_contain_text("../pictures/harbour%20wall.png")
        self.assertEqual(self.violations(), [])
        # Undone in one.
        self.panel().get_by_role("button", name="Undo").focus()
        keys.press("Enter")
        expect(self.row("quay.png")).to_be_visible()
        expect(editor).to_contain_text('"../pictures/quay.png"')

    def test_what_uses_a_file_is_named_before_it_goes(self) -> None:
        self.begin()
        self.row("orra.jpg").click()
        about = self.panel().get_by_role("group", name="About pictures/orra.jpg")
        expect(about).to_contain_text("Used by")
        self.page.keyboard.press("Delete")
        plan = self.page.get_by_role("region", name="What would change")
        expect(plan).to_contain_text("still uses pictures/orra.jpg (img src).")
        plan.get_by_role("button", name="Do it").click()
        expect(self.row("orra.jpg")).to_have_count(0)
        expect(self.row("index.html")).to_contain_text("1 leads nowhere")
        self.panel().get_by_role("button", name="Undo").click()
        expect(self.row("orra.jpg")).to_be_visible()
        expect(self.row("index.html")).not_to_contain_text("leads nowhere")

    def test_a_picture_whose_name_is_taken_goes_in_its_place_or_beside_it(self) -> None:
        self.begin()
        self.row("orra.jpg").click()
        chooser = self.panel().get_by_label("Files to put into pictures/")
        chooser.set_input_files({"name": "orra.jpg", "mimeType": "image/jpeg", "buffer": PIXEL})
        asked = self.panel().get_by_role("alert")
        expect(asked).to_contain_text("pictures/orra.jpg is there already.")
        asked.get_by_role("button", name="Beside it").click()
        expect(self.row("orra-2.jpg")).to_be_visible()
        self.row("orra.jpg").click()
        chooser.set_input_files({"name": "orra.jpg", "mimeType": "image/jpeg", "buffer": PIXEL})
        asked.get_by_role("button", name="Put it in its place").click()
        self.until(lambda: bytes(SiteFile.objects.get(site=self.site, path="pictures/orra.jpg").content) == PIXEL, "The picture is another one.")
        self.assertEqual(self.violations(), [])

    def test_thumbnails_of_one_ratio_of_all_in_a_folder(self) -> None:
        self.begin()
        self.row("orra.jpg").click()
        form = self.panel().get_by_role("form", name="Thumbnails")
        form.get_by_label("Width of a thumbnail").fill("90")
        form.get_by_label("Across").fill("3")
        form.get_by_label("Down").fill("2")
        self.assertEqual(self.violations(), [])
        form.get_by_role("button", name=re.compile("Make them of all")).press("Enter")
        expect(self.row("orra-thumbnail.jpg")).to_be_visible()
        for name in ("orra", "vey"):
            with Image.open(io.BytesIO(bytes(SiteFile.objects.get(site=self.site, path=f"pictures/{name}-thumbnail.jpg").content))) as made:
                self.assertEqual(made.size, (90, 60))
        self.panel().get_by_role("button", name="Undo").click()
        expect(self.row("orra-thumbnail.jpg")).to_have_count(0)

    def test_a_name_that_cannot_be_is_refused_in_a_sentence(self) -> None:
        self.begin()
        self.row("style.css").click()
        self.page.keyboard.press("F2")
        self.panel().get_by_label("New path").fill("con.css")
        self.page.keyboard.press("Enter")
        expect(self.panel().get_by_role("alert")).to_contain_text("con.css is a name that some systems keep for themselves")


class TheShownFile(FilesCase):
    def test_a_sheet_and_the_page_in_view_are_renamed_while_they_are_open(self) -> None:
        self.begin()
        self.open_styles()
        self.row("style.css").click()
        self.page.keyboard.press("F2")
        self.panel().get_by_label("New path").fill("css/site.css")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Do it").click()
        expect(self.page.get_by_label("Source of css/site.css")).to_be_visible()
        self.assertIn('href="css/site.css"', self.text("index.html"))
        self.row("index.html").click()
        self.page.keyboard.press("F2")
        self.panel().get_by_label("New path").fill("home.html")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Do it").click()
        expect(self.page).to_have_url(re.compile(r"page=home\.html"))
        expect(self.page.get_by_role("region", name="Working")).to_contain_text("room inside")
        self.assertEqual(self.paths() & {"home.html", "index.html", "style.css", "css/site.css"}, {"home.html", "css/site.css"})

    def test_a_page_is_followed_to_its_new_name_where_the_news_of_it_come_before_the_answer(self) -> None:
        self.begin()
        held: list[tuple[Route, APIResponse]] = []
        self.page.route(re.compile(r"/files$"), lambda route: held.append((route, route.fetch())))
        self.row("index.html").click()
        self.page.keyboard.press("F2")
        self.panel().get_by_label("New path").fill("home.html")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Do it").click()
        self.until(lambda: len(held) == 1, "the server has done it")
        # What is shown is gone, so another page is.
        expect(self.page.get_by_role("button", name="Page: crew.html")).to_be_visible()
        held[0][0].fulfill(response=held[0][1])
        expect(self.page).to_have_url(re.compile(r"page=home\.html"))
        expect(self.page.get_by_role("button", name="Page: home.html")).to_be_visible()

    def test_a_sheet_that_the_page_does_not_link_is_said_and_linked_by_a_button(self) -> None:
        self.begin()
        self.panel().get_by_role("button", name="New sheet").click()
        self.panel().get_by_label("Path").fill("fares")
        self.panel().get_by_role("checkbox", name="index.html").uncheck()
        self.page.keyboard.press("Enter")
        column = self.page.get_by_role("region", name="Source")
        expect(column).to_contain_text("index.html does not link fares.css")
        about = self.panel().get_by_role("group", name="About fares.css")
        expect(about).to_contain_text("No page links it.")
        column.get_by_role("button", name="Link it, after all others").click()
        expect(about).to_contain_text("2 of 2")
        expect(column).not_to_contain_text("does not link")

    def test_the_page_keeps_its_fonts_when_its_markup_changes(self) -> None:
        self.begin()
        frame = self.page.frames[1]
        self.settled(frame, "document.fonts.size > 0 && document.fonts.status === 'loaded'")
        before = frame.evaluate("document.fonts.size")
        self.page.get_by_label("Source of index.html").click()
        self.page.keyboard.press("Control+End")
        self.page.keyboard.insert_text("<b id=last>End</b>")
        self.settled(frame, "document.body.querySelector('b[id=last]')")
        self.settled(frame, f"document.fonts.size === {before}")


    def test_a_link_in_the_page_is_followed_by_ctrl_and_a_click_and_by_enter(self) -> None:
        page = self.open_write()
        frame = page.frames[1]
        self.follow_in_page(frame.locator(".gallery a"))
        expect(page).to_have_url(re.compile(r"page=vey\.html"))
        expect(self.frame().get_by_role("heading", level=1)).to_have_text("Vey and its one road")
        self.frame().get_by_role("link", name="Crew").focus()
        page.keyboard.press("Enter")
        expect(page).to_have_url(re.compile(r"page=crew\.html"))
        # A plain click selects, and follows nothing.
        self.frame().get_by_role("link", name="Fares").first.click()
        expect(page.get_by_role("region", name="Source")).to_contain_text("Ctrl and a click in the page follows a link.")
        expect(page).to_have_url(re.compile(r"page=crew\.html"))


class Words(FilesCase):
    def test_found_in_all_files_and_some_replaced_in_one_step(self) -> None:
        page = self.open_write()
        page.keyboard.press("Alt+Shift+W")
        find = page.get_by_role("region", name="Find in all files")
        expect(find.get_by_label("Find", exact=True)).to_be_focused()
        page.keyboard.type("Orra")
        find.get_by_label("Capitals as written").check()
        find.get_by_label("Where").select_option("text")
        count = self.text("index.html").count(">Orra") + 0
        status = find.get_by_role("status")
        expect(status).to_contain_text(re.compile(r"^\d+ in 1 file$"))
        total = int(status.inner_text().split()[0])
        self.assertGreaterEqual(total, count)
        find.get_by_label("Replace by").fill("Orra Isle")
        expect(find.locator("ins").first).to_have_text("Orra Isle")
        find.get_by_role("checkbox", name=re.compile("^Replace in line")).first.uncheck()
        find.get_by_role("button", name=f"Replace {total - 1}").click()
        # All are found again: the one that was left, and those that now have more words.
        expect(find.locator("li").filter(has_text="OrraOrra Isle Isle")).to_have_count(total - 1)
        expect(status).to_contain_text(f"{total} in 1 file")
        self.assertEqual(self.text("index.html").count("Orra Isle"), total - 1)
        self.assertEqual(self.violations(), [])
        page.get_by_role("button", name="Back to the source").click()
        page.get_by_role("button", name="Earlier states").click()
        page.get_by_role("radio", name="The whole site").click()
        page.get_by_role("button", name=re.compile("^Undo: ")).click()
        expect(page.get_by_role("region", name="Steps over files")).to_contain_text("undone")
        self.assertEqual(self.text("index.html").count("Orra Isle"), 0)

    def test_an_expression_that_cannot_be_read_says_where(self) -> None:
        page = self.open_write()
        page.keyboard.press("Alt+Shift+W")
        find = page.get_by_role("region", name="Find in all files")
        find.get_by_label("Regular expression").check()
        find.get_by_label("Find", exact=True).fill("a(b")
        expect(find.get_by_role("alert")).to_contain_text("at character 4")


class Moments(FilesCase):
    def test_a_named_moment_is_brought_back_whole(self) -> None:
        self.begin()
        before = self.text("style.css")
        self.page.get_by_role("button", name="Earlier states").click()
        self.page.get_by_role("radio", name="The whole site").click()
        moments = self.page.get_by_role("region", name="Named moments")
        moments.get_by_label("Name for the site as it is now").fill("before the footer")
        self.page.keyboard.press("Enter")
        expect(moments).to_contain_text("as it is now")
        expect(moments.get_by_role("button", name="Bring it back whole")).to_be_disabled()
        self.panel().get_by_role("button", name="New sheet").click()
        self.panel().get_by_label("Path").fill("fares")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Do it").click()
        expect(moments).to_contain_text("2 of its files are not as then")
        moments.get_by_role("button", name="Bring it back whole").click()
        expect(self.row("fares.css")).to_have_count(0)
        self.assertEqual((self.text("style.css"), "fares.css" in self.paths()), (before, False))
        self.assertEqual(self.violations(), [])


class ManyFiles(FilesCase):
    def test_sixty_files_with_long_names_are_walked_by_keys(self) -> None:
        long = "a-very-long-name-for-a-picture-of-the-harbour-wall-at-northerhaven-in-the-evening"
        files = [NewFile("index.html", b"<!DOCTYPE html><html lang=en><title>Many</title><body><p>x</p></body></html>")]
        files += [NewFile(f"pictures/{long}-{number}.png", PIXEL) for number in range(60)]
        self.site = add_site("Many", files)
        self.begin()
        self.row("index.html").focus()
        self.page.keyboard.press("Home")
        self.page.keyboard.press("ArrowLeft")
        expect(self.tree().get_by_role("row")).to_have_count(2)
        self.page.keyboard.press("ArrowRight")
        expect(self.tree().get_by_role("row")).to_have_count(62)
        self.page.keyboard.press("End")
        expect(self.row("index.html")).to_be_focused()
        self.assertEqual(self.violations(), [])


class Elsewhere(FilesCase):
    walks_behind = True

    def test_an_edit_of_the_shared_sheet_says_what_it_does_to_other_pages(self) -> None:
        head = "<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=style.css><body><main><section><h1>Boats</h1></section>"
        home = f"{head}<section class=gallery><p>Orra</p><p>Vey</p></section></main>"
        pages = [NewFile("index.html", home.encode()), *(NewFile(f"{name}.html", f"{head}</main>".encode()) for name in ("vey", "crew"))]
        self.site = add_site("Short", [*pages, NewFile("style.css", b"section { padding: 30px 0; }\n.gallery { display: grid; gap: 20px; }\n")])
        page = self.open(f"/sites/{self.site.pk}/write")
        self.open_styles()
        # Ten more px of padding above every section move what is in it on all three pages.
        self.change("padding: 30px 0", "padding: 40px 0")
        other = page.get_by_role("region", name="Elsewhere")
        expect(other).to_contain_text(re.compile(r"vey\.html \d+ boxes move, every width\."))
        expect(other).to_contain_text(re.compile(r"crew\.html \d+ boxes move"))
        self.assertEqual(self.violations(), [])
        # A rule that only the home page has elements for reaches neither.
        other.get_by_role("button", name="Count from now on").click()
        self.change("gap: 20px", "gap: 24px")
        expect(other).to_contain_text("vey.html is not reached by it.")
        expect(other).to_contain_text("crew.html is not reached by it.")
