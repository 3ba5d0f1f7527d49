"""The real interface in headless Chromium against a live server."""

from __future__ import annotations

import json
import os
import sys
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from typing import Any, ClassVar

from django.db import connections
from django.test import LiveServerTestCase
from django.test.testcases import LiveServerThread
from hillpin.origins import listeners
from hillpin.server import make_server
from hillpin.sites.demo import load_demo
from hillpin.sites.models import Site, SiteFile
from playwright.sync_api import BrowserContext, Error, Frame, FrameLocator, Locator, Page, expect
from playwright.sync_api import TimeoutError as PlaywrightTimeout

from tests.chromium import TIMEOUT

from .tab import Tab, drop_tab, kept_tab

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
expect.set_options(timeout=TIMEOUT)
CLICKS = 5
SAYS_SO = 20_000
"""Ms until a click counts as made that was never said to be: what it was to do is waited for as long as anything is."""
NARROWEST, WIDEST = 240, 1920
"""The ends of the width axis, which stand AXIS_SIDE px from those of its drawing."""
AXIS_SIDE = 20
NEAR = 20
"""Px that the walker goes by keys alone."""
AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"


class ServerThread(LiveServerThread):
    """The server that people run, in a thread beside the tests: one of a process, so that all its tests have one address, whose
    scripts the browser knows, and how they compile."""

    running: ClassVar[ServerThread | None] = None

    def run(self) -> None:
        try:
            sockets = listeners(self.host, 0)
            self.port = sockets[0].getsockname()[1]
            self.server = make_server(self.host, self.port)
            self.is_ready.set()
            self.server.run(sockets=sockets)
        except Exception as error:
            self.error = error
            self.is_ready.set()
        finally:
            connections.close_all()

    def terminate(self) -> None:
        """It serves the classes that follow, and ends with its process."""


class InterfaceCase(LiveServerTestCase):
    """A page of the application with nothing kept in the browser, and the demo site loaded."""

    server_thread_class = ServerThread

    has_failed: bool = False
    context: BrowserContext
    page: Page
    site: Site
    size: ClassVar[tuple[int, int]] = (1280, 800)
    walks_behind: ClassVar[bool] = False
    """Whether Write walks the page after each pause: only where that is what is tested."""
    keeps_tab: ClassVar[bool] = True
    """Whether the tests go on in the tab of those before: not where what a tab loads, keeps or may do is what is tested."""

    @classmethod
    def _start_server_thread(cls) -> None:
        if ServerThread.running is None:
            super()._start_server_thread()  # type: ignore[misc]
            ServerThread.running = cls.server_thread  # type: ignore[attr-defined]
        cls.server_thread = ServerThread.running  # type: ignore[attr-defined]

    def setUp(self) -> None:
        site = load_demo()
        assert site is not None
        self.site = site
        self._tab = kept_tab(self.size) if self._goes_on() else Tab(self.size, self.walks_behind)
        self.context, self.page = self._tab.context, self._tab.page

    def _callTestMethod(self, method: Callable[[], None]) -> None:
        try:
            super()._callTestMethod(method)  # type: ignore[misc]
        except BaseException:
            self.has_failed = True
            print(f"{self.id()} asked last:\n{self._tab.asked()}", file=sys.stderr)
            raise

    def _goes_on(self) -> bool:
        return self.keeps_tab and not self.walks_behind

    def tearDown(self) -> None:
        troubles = self._tab.take_troubles()
        if not self._goes_on():
            self.context.close()
        elif not self.has_failed:
            self._tab.set_back(f"{self.live_server_url}/mark.svg", self.size)
        else:
            drop_tab()
        self.assertEqual(troubles, [])

    def open(self, path: str = "/", page: Page | None = None) -> Page:
        """Go to an address of the application."""
        target = page or self.page
        target.goto(self.live_server_url + path)
        return target

    def open_write(self, page: Page | None = None) -> Page:
        """Write with the demo's home page, its numbers there."""
        target = self.open(f"/sites/{self.site.pk}/write", page)
        expect(target.get_by_role("region", name="Working")).to_contain_text("room inside")
        return target

    def frame(self, page: Page | None = None) -> FrameLocator:
        """The page under work."""
        return (page or self.page).frame_locator("iframe")

    def click_in_page(self, selector: str, nth: int = 0, x: float = 4, y: float = 4) -> None:
        """Click a point of an element of the page under work, where it is drawn: the frame may be drawn smaller."""
        frame = self.page.frames[1]
        frame.locator(selector).nth(nth).wait_for(state="attached")
        for _ in range(CLICKS):
            at = self._place_in_page(selector, nth, x, y)
            frame.evaluate("([selector, nth]) => { window.hit = null; addEventListener('pointerdown', event => { window.hit = document.querySelectorAll(selector)[nth]?.contains(event.target) ?? false; }, { capture: true, once: true }); }", [selector, nth])
            self.page.mouse.click(*at)
            # The frame is drawn by a process of its own: just after scrolling a click can still land where something else was.
            if frame.evaluate("() => new Promise(done => requestAnimationFrame(() => done(window.hit)))"):
                return

    def follow_in_page(self, link: Locator) -> None:
        """Follow a link of the page under work by Ctrl and a click. The frame may be gone before it has said that it was clicked:
        what came of it is for the test to see."""
        with suppress(PlaywrightTimeout):
            link.click(modifiers=["Control"], timeout=SAYS_SO)

    def select_in_page(self, selector: str, shown: str, nth: int = 0, x: float = 4, y: float = 4) -> None:
        """Select an element by a click, and wait for its numbers: what stands below a sum is another element's until then."""
        self.click_in_page(selector, nth, x, y)
        expect(self.page.get_by_text(f"Selected: {shown}", exact=True)).to_be_visible()

    def _place_in_page(self, selector: str, nth: int, x: float, y: float) -> tuple[float, float]:
        frame = self.page.frames[1]
        inside = frame.evaluate(
            """async ([selector, nth, x, y]) => {
              const element = document.querySelectorAll(selector)[nth];
              element.scrollIntoView({ block: "center" });
              await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
              const box = element.getBoundingClientRect();
              return [box.x + x, box.y + y];
            }""",
            [selector, nth, x, y],
        )
        at = self.page.evaluate(
            """async ([x, y]) => {
              const frame = document.querySelector("iframe"), room = frame.closest(".room");
              const scale = frame.getBoundingClientRect().width / frame.offsetWidth;
              room.scrollTop = y * scale - room.clientHeight / 2;
              await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
              const box = frame.getBoundingClientRect();
              return [box.x + x * scale, box.y + y * scale];
            }""",
            inside,
        )
        return at[0], at[1]

    def until(self, holds: Callable[[], bool], what: str) -> None:
        """Wait until something holds that no locator says; the page goes on meanwhile."""
        for _ in range(TIMEOUT // 50):
            if holds():
                return
            self.page.wait_for_timeout(50)
        self.fail(f"It never came so far that {what}.")

    def slider(self, page: Page | None = None) -> Locator:
        """The walker."""
        return (page or self.page).get_by_role("slider", name="Walker: viewport width")

    def walk_to(self, width: int) -> None:
        """Bring the walker to a width: close to it with the pointer, and there by keys."""
        slider, axis = self.slider(), self.page.get_by_role("region", name="Width axis").locator("svg").first.bounding_box()
        assert axis is not None
        at = int(slider.get_attribute("aria-valuenow") or 0)
        if abs(width - at) > NEAR:
            self.page.mouse.click(axis["x"] + AXIS_SIDE + (width - NARROWEST) / (WIDEST - NARROWEST) * (axis["width"] - 2 * AXIS_SIDE), axis["y"] + axis["height"] - 2)
            at = int(slider.get_attribute("aria-valuenow") or 0)
        slider.focus()
        while at != width:
            step = 10 if abs(width - at) >= 10 else 1
            key = "ArrowRight" if width > at else "ArrowLeft"
            self.page.keyboard.press(f"Shift+{key}" if step == 10 else key)
            at += step if width > at else -step

    def open_styles(self) -> None:
        """The stylesheet in the editor."""
        self.page.get_by_role("button", name="style.css", exact=True).click()
        expect(self.page.get_by_label("Source of style.css")).to_be_visible()

    def to_line(self, text: str, path: str = "style.css", page: Page | None = None) -> int:
        """Put the caret at the start of the first line of a file that holds a text; gives the text's column."""
        target = page or self.page
        source = bytes(SiteFile.objects.get(site=self.site, path=path).content).decode().splitlines()
        number = next(k for k, line in enumerate(source) if text in line)
        target.get_by_label(f"Source of {path}").focus()
        target.keyboard.press("Control+Alt+g")
        target.keyboard.type(str(number + 1))
        target.keyboard.press("Enter")
        return source[number].index(text)

    def change(self, old: str, new: str, path: str = "style.css") -> None:
        """Replace a piece of a line by typing over it."""
        column = self.to_line(old, path)
        for _ in range(column):
            self.page.keyboard.press("ArrowRight")
        for _ in old:
            self.page.keyboard.press("Shift+ArrowRight")
        self.page.keyboard.type(new)

    def settled(self, target: Page | Frame, condition: str) -> None:
        """Wait until a condition holds in a page whose policy lets nothing be evaluated there but by the test itself."""
        failed = json.dumps(f"It never was so: {condition}")
        look = f"new Promise((done, fail) => {{ const end = Date.now() + {TIMEOUT}; const look = () => {{ try {{ if ({condition}) return done(true); }} catch {{}} if (Date.now() > end) fail(new Error({failed})); else setTimeout(look, 30); }}; look(); }})"
        for _ in range(CLICKS):
            try:
                target.evaluate(f"() => {look}")
                return
            except Error as error:
                # The page was loaded anew meanwhile.
                if "context was destroyed" not in str(error):
                    raise
        target.evaluate(f"() => {look}")

    def violations(self, page: Page | None = None) -> list[str]:
        """What axe finds wrong with the application (the page under work is the person's own affair)."""
        target = page or self.page
        if not target.evaluate("() => 'axe' in window"):
            target.evaluate(AXE.read_text())
        found: list[Any] = target.evaluate(
            "async () => (await axe.run({exclude: ['iframe']}, {iframes: false})).violations"
        )
        return [f"{v['id']}: {v['help']}: {[n['target'] for n in v['nodes']][:4]}" for v in found]
