"""The files of a picture, from the working of its width: looked at, made, written into the page, undone."""

from __future__ import annotations

import io

from hillpin.sites.models import SiteFile
from hillpin.sites.store import save_file
from PIL import Image
from playwright.sync_api import expect

from .base import InterfaceCase


class PictureFiles(InterfaceCase):
    keeps_tab = False

    def stored(self) -> str:
        return bytes(SiteFile.objects.get(site=self.site, path="index.html").content).decode()

    def test_looked_at_made_and_undone(self) -> None:
        page = self.open_write()
        before = self.stored()
        self.select_in_page(".gallery img", "img in figure")
        shown = page.get_by_role("group", name="What of the picture shows")
        shown.get_by_role("button", name="What of it shows at every width?").press("Enter")
        expect(shown).to_contain_text("All of its width shows at every width.")
        form = page.get_by_role("form", name="Files of the picture")
        form.get_by_role("button", name="Which would do?").press("Enter")
        expect(form.get_by_role("table", name="Files that a browser takes")).to_be_visible()
        # From 240 on a card 260 wide, then the window less two edges of 24 as far as two stand in a row.
        expect(form).to_contain_text('sizes="(max-width: 308px) 260px, (max-width: 587px) calc(100vw - 48px),')
        self.assertEqual(self.violations(), [])
        form.get_by_role("button", name="Make the files and write srcset").press("Enter")
        expect(form).to_contain_text("written into index.html")
        self.until(lambda: "640w" in self.stored(), "the page names the files")
        self.assertIn("pictures/orra-226.webp 226w", self.stored())
        with Image.open(io.BytesIO(bytes(SiteFile.objects.get(site=self.site, path="pictures/orra-453.webp").content))) as made:
            self.assertEqual((made.size, made.format), ((453, 340), "WEBP"))
        form.get_by_role("button", name="Undo").press("Enter")
        self.until(lambda: self.stored() == before, "all is as before")
        self.assertFalse(SiteFile.objects.filter(site=self.site, path="pictures/orra-453.webp").exists())


class Enlarging(InterfaceCase):
    keeps_tab = False

    def stored(self, path: str = "index.html") -> str:
        return bytes(SiteFile.objects.get(site=self.site, path=path).content).decode()

    def test_in_a_dialog_and_by_the_script(self) -> None:
        page = self.open_write()
        before = self.stored()
        self.select_in_page(".gallery img", "img in figure")
        over = page.get_by_role("group", name="What it covers and adds to scrolling")
        over.get_by_role("button").press("Enter")
        expect(over).to_contain_text("It adds nothing to scroll to.")
        form = page.get_by_role("form", name="Enlarge on click")
        form.get_by_role("combobox", name="How it opens").select_option("dialog")
        self.assertEqual(self.violations(), [])
        form.get_by_role("button", name="Write it").press("Enter")
        self.until(lambda: 'commandfor="large-orra"' in self.stored(), "a button opens the dialog")
        self.assertIn('<dialog id="large-orra"', self.stored())
        self.assertIn(".enlarges {", self.stored("style.css"))
        expect(self.frame().locator("[commandfor]")).to_have_count(1)
        said = page.get_by_role("status").filter(has_text="opens large in a dialog")
        said.get_by_role("button", name="Undo").press("Enter")
        self.until(lambda: self.stored() == before and ".enlarges" not in self.stored("style.css"), "all is as before")
        expect(self.frame().locator("[commandfor]")).to_have_count(0)
        self.select_in_page(".gallery img", "img in figure")
        form.get_by_role("combobox", name="How it opens").select_option("script")
        form.get_by_role("button", name="Write it").press("Enter")
        self.until(lambda: "data-enlarge>" in self.stored(), "a link leads to the picture")
        self.assertIn('<script src="parts/script-enlarge/enlarge.js" defer></script>', self.stored())
        self.assertTrue(SiteFile.objects.filter(site=self.site, path="parts/script-enlarge/enlarge.js").exists())


class Alternatives(InterfaceCase):
    walks_behind = True
    keeps_tab = False

    def test_pictures_without_an_alt_are_asked_for_one_after_another(self) -> None:
        file = SiteFile.objects.get(site=self.site, path="index.html")
        text = bytes(file.content).decode().replace(' alt="Low green hills over a quiet sea"', "", 1).replace(' alt="A rock in the mist"', "", 1)
        save_file(self.site, "index.html", text.encode(), file.revision)
        page = self.open_write()
        here = page.get_by_role("complementary", name="At this width")
        here.get_by_role("button", name="Answer it").press("Enter")
        form = here.get_by_role("form", name="What the picture says")
        expect(form.get_by_role("textbox")).to_be_focused()
        self.assertEqual(self.violations(), [])
        page.keyboard.type("Green hills")
        page.keyboard.press("Enter")
        stored = lambda: bytes(SiteFile.objects.get(site=self.site, path="index.html").content).decode()  # noqa: E731
        self.until(lambda: 'height="480" alt="Green hills">' in stored(), "the first has its words")
        # The next one is open as soon as the page was walked.
        form.get_by_role("button", name="It is only decoration").press("Enter")
        self.until(lambda: 'src="pictures/gannet-stack.jpg" width="640" height="480" alt="">' in stored(), "the second is decoration")
        expect(here.get_by_text("Picture without alt")).to_have_count(0)
