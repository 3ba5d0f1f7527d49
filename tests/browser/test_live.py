"""The live address: seen in a second browser, followed, compared, ended, and cut off from the application."""

from __future__ import annotations

import re
from typing import Any
from urllib.parse import urlsplit

from hillpin.live.running import live_addresses
from hillpin.sites.models import SiteFile
from playwright.sync_api import Dialog, Error, Locator, Page, expect

from tests.chromium import TIMEOUT, browser

from .base import InterfaceCase


class LiveCase(InterfaceCase):
    keeps_tab = False

    def tearDown(self) -> None:
        live_addresses.end_all()
        super().tearDown()

    def begin(self) -> Locator:
        """Write with the live address begun: its sheet."""
        page = self.open_write()
        page.get_by_role("button", name="Live", exact=True).click()
        sheet = page.get_by_role("dialog", name="Live address")
        sheet.get_by_role("button", name="Begin").click()
        expect(sheet.get_by_role("link")).to_have_count(1)
        return sheet

    def look(self, sheet: Locator, width: int, height: int, density: float = 1) -> Page:
        """Another browser at the address."""
        context = browser().new_context(viewport={"width": width, "height": height}, device_scale_factor=density)
        self.addCleanup(context.close)
        context.set_default_timeout(TIMEOUT)
        device = context.new_page()
        device.goto(sheet.get_by_role("link").first.get_attribute("href") or "")
        return device


class Following(LiveCase):
    def test_a_second_browser_tells_its_size_and_follows_each_save(self) -> None:
        sheet = self.begin()
        device = self.look(sheet, 390, 700, 3)
        expect(device.get_by_role("heading", level=1)).to_have_text("Six islands, one ticket, no hurry")
        self.assertNotIn("look=", device.url)
        devices = sheet.get_by_role("list", name="Devices")
        expect(devices).to_contain_text("390 × 700, 3 pixels to one")
        expect(devices.get_by_role("status").first).to_contain_text(re.compile(r"^All \d+ boxes stand where they are computed\.$"))
        self.assertEqual(self.violations(), [])
        devices.get_by_role("button", name="Make it a pin").click()
        expect(devices.get_by_role("button", name="Is a pin")).to_have_attribute("aria-disabled", "true")
        self.assertTrue(self.site.pins.filter(width=390, height=700).exists())
        # A sheet is exchanged without loading the page anew, and the page stays where it was scrolled to.
        device.evaluate("window.same = true; scrollTo(0, 900)")
        self.page.keyboard.press("Escape")
        self.open_styles()
        self.change("1080px", "300px")
        self.settled(device, "getComputedStyle(document.querySelector('.wrap')).maxWidth === '300px'")
        self.assertTrue(device.evaluate("window.same"))
        # The browser keeps what is in view there, whatever became higher above it.
        place = device.evaluate("scrollY")
        self.assertGreater(place, 800)
        # Another text loads it anew, at the same place.
        self.save("index.html", "Six islands", "Seven islands")
        expect(device.get_by_role("heading", level=1)).to_have_text("Seven islands, one ticket, no hurry")
        self.settled(device, f"Math.abs(scrollY - {place}) < 60")
        self.assertIsNone(device.evaluate("window.same ?? null"))

    def save(self, path: str, old: str, new: str) -> None:
        """As another window would."""
        file = SiteFile.objects.get(site=self.site, path=path)
        text = bytes(file.content).decode().replace(old, new)
        answer = self.page.request.put(f"{self.live_server_url}/api/sites/{self.site.pk}/file", data={"path": path, "text": text, "base_revision": file.revision})
        self.assertEqual(answer.status, 200)

    def test_boxes_that_stand_elsewhere_on_a_device_are_named(self) -> None:
        sheet = self.begin()
        device = self.look(sheet, 800, 600)
        devices = sheet.get_by_role("list", name="Devices")
        expect(devices.get_by_role("status").first).to_contain_text("stand where they are computed")
        device.evaluate("document.querySelector('.fares h2').style.marginTop = '40px'; dispatchEvent(new Event('resize'))")
        self.page.keyboard.press("Escape")
        self.page.get_by_role("button", name=re.compile("^Live")).click()
        # The heading is 40 lower, and so is all that comes after it.
        expect(devices).to_contain_text("h2#fares-title")
        expect(devices.get_by_role("status").first).to_contain_text("stand elsewhere on this device")

    def test_links_between_pages_lead_on(self) -> None:
        device = self.look(self.begin(), 900, 700)
        device.get_by_role("link", name="Vey and its one road").click()
        expect(device.get_by_role("heading", level=1)).to_have_text("Vey and its one road")
        self.assertTrue(device.url.endswith("/vey.html"))


class CutOff(LiveCase):
    def is_refused(self, device: Page, address: str) -> bool:
        try:
            device.request.get(address)
        except Error as error:
            return bool(re.search("ECONNREFUSED|ERR_CONNECTION_REFUSED", str(error)))
        return False

    def test_without_the_secret_there_is_nothing_and_after_the_end_neither(self) -> None:
        sheet = self.begin()
        address = sheet.get_by_role("link").first.get_attribute("href") or ""
        parts = urlsplit(address)
        origin = f"{parts.scheme}://{parts.netloc}"
        stranger = browser().new_context()
        self.addCleanup(stranger.close)
        for path in ("/", "/index.html", "/?look=guess", "/.live/events?viewer=aaaaaaaaaa", "/api/sites"):
            self.assertEqual(stranger.request.get(origin + path).status, 404, path)
        self.assertEqual(stranger.request.get(address).status, 200)
        # With the secret: still no API, and nothing is written.
        self.assertEqual(stranger.request.get(f"{origin}/api/sites").status, 404)
        self.assertEqual(stranger.request.put(f"{origin}/index.html", data="x").status, 405)
        self.assertEqual(stranger.request.get(f"{origin}/..%2f..%2fsecret-key").status, 404)
        self.assertEqual(stranger.request.post(f"{origin}/.live/report", data={"viewer": "aaaaaaaaaa", "page": "x", "width": -1, "height": 1, "density": 1}).status, 422)
        device = self.look(sheet, 800, 600)
        sheet.get_by_role("button", name="End it for all").click()
        expect(sheet.get_by_role("button", name="Begin")).to_be_visible()
        # What is under way ends first.
        self.until(lambda: self.is_refused(device, f"{origin}/index.html"), "nobody answers there")

    def test_a_page_at_its_live_address_cannot_reach_the_application(self) -> None:
        self.site.runs_scripts = True
        self.site.save()
        script = f"""<script>
          window.found = [];
          const ask = (how) => Promise.race([how().then((answer) => answer.type === "opaque" || answer.status !== 0), new Promise((done) => setTimeout(() => done(false), 4000))]).catch(() => false).then((got) => window.found.push(got));
          const api = "{self.live_server_url}/api/sites";
          Promise.all([
            ask(() => fetch(api)), ask(() => fetch(api, {{ mode: "no-cors" }})),
            ask(() => fetch(api, {{ method: "POST", mode: "no-cors", body: '{{"name":"Stolen"}}' }})),
            ask(() => new Promise((done, failed) => {{ const socket = new WebSocket("{self.live_server_url.replace("http", "ws")}/api/line"); socket.onopen = () => done({{ status: 1 }}); socket.onerror = failed; }})),
            ask(() => new Promise((done, failed) => {{ const image = new Image(); image.onload = () => done({{ status: 1 }}); image.onerror = failed; image.src = "{self.live_server_url}/mark.svg"; }})),
          ]).then(() => {{ window.isDone = true; }});
        </script>"""
        file = SiteFile.objects.get(site=self.site, path="index.html")
        file.content = bytes(file.content).replace(b"</body>", script.encode() + b"</body>")
        file.save()
        device = self.look(self.begin(), 800, 600)
        heard: list[Any] = []
        device.on("dialog", lambda dialog: heard.append(_closed(dialog)))
        self.settled(device, "window.isDone === true")
        self.assertEqual(device.evaluate("window.found"), [False] * 5)
        self.assertEqual(self.page.request.get(f"{self.live_server_url}/api/sites").json().__len__(), 1)


def _closed(dialog: Dialog) -> str:
    dialog.dismiss()
    return dialog.message
