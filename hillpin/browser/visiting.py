"""A page in the real browser, screen by screen: its picture, every rectangle, what it complains of and what scripts changed.

The page has no network: what it asks for is answered from the site's files, and everything else is refused and noted. It has
bounds of time and of size; whoever calls ends the process where the browser itself hangs.
"""

from __future__ import annotations

import asyncio
import base64
import mimetypes
import os
import re
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from queue import Queue
from threading import Event, Thread
from typing import Any
from urllib.parse import quote, unquote, urlsplit

from playwright.async_api import Browser, BrowserContext, CDPSession, Error, Page, Playwright, Route, async_playwright

from ..core.files import Files
from ..core.page import SPACED
from .screens import Screen

HOST = "http://page.invalid"
"""An address that no network can answer (RFC 6761)."""
BEGINS = 120_000
"""Milliseconds that the browser itself may take to begin: a machine may be busy."""
PATIENCE = 10_000
"""Milliseconds for which a page is waited for at a screen."""
SETTLING = 2_000
"""Milliseconds for which fonts and pictures of a loaded page are waited for."""
TALLEST = 16_000
"""CSS px of a page that are drawn at most."""
MOST_PIXELS = 40_000_000
MOST_NOTES = 50
"""Errors and refused requests that are kept of a visit."""
MOST_ELEMENTS = 20_000
BESIDE = 2
"""Pages of one browser that are drawn at once."""
_SCRIPTS = re.compile(rb"<script|\son[a-z]+\s*=", re.IGNORECASE)
WITHOUT_OMNIBOX = "--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup,AvoidUnnecessaryBeforeUnloadCheckSync,HttpsUpgrades,HttpsFirstBalancedModeAutoEnable,MediaRouter,OptimizationHints,PaintHolding,ThirdPartyStoragePartitioning"
"""Without what drops down from the address, which nobody sees here and which takes a second of each new context; and what else
is of no use to a page that is driven."""
_ARGUMENTS = [
    "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync",
    "--proxy-server=127.0.0.1:9", "--host-resolver-rules=MAP * ~NOTFOUND", "--force-webrtc-ip-handling-policy=disable_non_proxied_udp",
    "--js-flags=--max-old-space-size=256", "--hide-scrollbars", WITHOUT_OMNIBOX,
]  # fmt: skip
_MEASURE = f"""async () => {{
  const soon = (wait, most) => Promise.race([wait, new Promise((done) => setTimeout(done, most))]);
  const pictures = [...document.images].filter((one) => !one.complete).map((one) => new Promise((done) => {{ one.addEventListener("load", done); one.addEventListener("error", done); }}));
  await soon(Promise.all([document.fonts.ready, ...pictures]), {SETTLING});
  for (const one of document.getAnimations()) {{ try {{ one.effect.getComputedTiming().endTime === Infinity ? one.cancel() : one.finish(); }} catch {{}} }}
  await soon(new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))), {SETTLING});
  scrollTo(0, 0);
  const all = [...document.querySelectorAll("body, body *")].slice(0, {MOST_ELEMENTS});
  const rects = all.map((element) => {{
    const r = element.getBoundingClientRect();
    return element.getClientRects().length ? [r.x + scrollX, r.y + scrollY, r.width, r.height] : null;
  }});
  const names = all.map((element) => [element.localName, element.id, element.getAttribute("class") ?? "", element.getAttribute("style") ?? ""].join(" "));
  const root = document.documentElement;
  return {{ rects, names, size: [root.scrollWidth, root.scrollHeight], html: root.outerHTML, doctype: document.doctype !== null }};
}}"""


@dataclass(slots=True)
class Seen:
    """What the browser showed on one screen. ``rects`` are those of ``body, body *``, as (x, y, width, height) in CSS px of the page,
    None where an element has no box; ``picture`` is a PNG of the whole page, ``cut`` says that it is taller than is drawn.
    ``error`` says why there is nothing else: the page never settled."""

    screen: Screen
    rects: list[tuple[float, float, float, float] | None] = field(default_factory=list)
    names: list[str] = field(default_factory=list)
    """Tag, id, classes and style attribute of each element, as scripts left them."""
    size: tuple[int, int] = (0, 0)
    picture: bytes = b""
    cut: bool = False
    complaints: list[str] = field(default_factory=list)
    """What stood in the console as an error."""
    refused: list[str] = field(default_factory=list)
    """Addresses that were asked for and not answered."""
    html: str = ""
    """The document as scripts left it, its doctype included."""
    error: str = ""


def visits(
    executable: Path, files: Files, path: str, screens: list[Screen], *, scripts: bool = True, pictures: bool = True, beside: int = BESIDE,
    progress: Callable[[float], None] = lambda part: None,
) -> Iterator[tuple[int, Seen]]:  # fmt: skip
    """Render the page at ``path`` on each screen, ``beside`` of them at once: (place among the screens, what was seen), as they come.
    ``progress`` is told the part done and may raise.

    A page without scripts is loaded once for all screens of one kind and brought to each size; one with scripts is loaded anew,
    for they may look at the size only then. Raises playwright's Error where the browser cannot be started.
    """
    told: Queue[tuple[int, Seen] | BaseException | None] = Queue()
    is_over = Event()

    def work() -> None:
        try:
            asyncio.run(_all_visits(_Asked(executable, files, path, scripts, pictures), screens, beside, told, is_over))
            told.put(None)
        except BaseException as error:
            told.put(error)

    thread = Thread(target=work, daemon=True)
    thread.start()
    done = 0
    try:
        while (said := told.get()) is not None:
            if isinstance(said, BaseException):
                raise said
            done += 1
            progress(done / len(screens))
            yield said
    finally:
        is_over.set()
        thread.join()


@dataclass(frozen=True, slots=True)
class _Asked:
    """What all visits of a call share."""

    executable: Path
    files: Files
    path: str
    scripts: bool
    pictures: bool

    @property
    def is_loaded_anew(self) -> bool:
        """Whether the page has to be loaded at each size."""
        return self.scripts and _SCRIPTS.search(self.files.read(self.path) or b"") is not None


async def _all_visits(asked: _Asked, screens: list[Screen], beside: int, told: Queue[tuple[int, Seen] | BaseException | None], is_over: Event) -> None:
    """Visit screen after screen, in one browser for each initial size of type: it is set when a browser starts."""
    async with async_playwright() as playwright:
        for size in dict.fromkeys(one.reader.font_size for one in screens):
            browser = await _started(playwright, asked.executable, size)
            places = iter([place for place, one in enumerate(screens) if one.reader.font_size == size])

            # Pages that load at once hinder each other more than they gain: the others begin when the first is there.
            first = asyncio.Event()

            async def tour(number: int, browser: Browser = browser, places: Iterator[int] = places, first: asyncio.Event = first) -> None:
                if number > 0:
                    await first.wait()
                async with _Tour(browser, asked) as tour:
                    for place in places:
                        if is_over.is_set():
                            break
                        told.put((place, await tour.visit(screens[place])))
                        first.set()
                first.set()

            try:
                await asyncio.gather(*(tour(number) for number in range(min(beside, len(screens)))))
            finally:
                await browser.close()


async def _started(playwright: Playwright, executable: Path, font_size: float) -> Browser:
    arguments = [*launch_words(), f"--blink-settings=defaultFontSize={font_size:g},defaultFixedFontSize={font_size * 13 / 16:g}"]
    return await playwright.chromium.launch(executable_path=str(executable), args=arguments, timeout=BEGINS)


def launch_words() -> list[str]:
    """With what the browser is started: without network, and where this is root's process without its own sandbox, which root
    cannot have."""
    return [*_ARGUMENTS, *(["--no-sandbox"] if hasattr(os, "geteuid") and os.geteuid() == 0 else [])]


def _density(screen: Screen) -> float:
    return screen.reader.resolution if screen.reader.resolution > 0 else 1.0


def _settings(screen: Screen) -> dict[str, Any]:
    """What a reader has set, as Playwright has it."""
    reader = screen.reader
    return {
        "color_scheme": "dark" if reader.color_scheme == "dark" else "light",
        "reduced_motion": "reduce" if reader.reduced_motion else "no-preference",
        "forced_colors": "active" if reader.forced_colors else "none",
    }


async def _context(browser: Browser, screen: Screen) -> BrowserContext:
    context = await browser.new_context(
        accept_downloads=False, service_workers="block", device_scale_factor=_density(screen), has_touch=screen.touch,
        is_mobile=screen.touch, **_settings(screen),
    )  # fmt: skip
    context.set_default_timeout(PATIENCE)
    await context.route_web_socket("**/*", lambda socket: socket.close())
    return context


class _Tour:
    """A page in the browser that is brought from screen to screen, with its context for screens of one kind."""

    def __init__(self, browser: Browser, asked: _Asked) -> None:
        self.browser, self.asked = browser, asked
        self.context: BrowserContext | None = None
        self.page: Page | None = None
        self.drawer: CDPSession | None = None
        self.kind: tuple[object, ...] = ()
        self.loaded = Seen(Screen("", 1, 1))
        """What was complained of while the page was loaded, for all screens that it serves."""
        self.is_loaded = False

    async def __aenter__(self) -> _Tour:
        return self

    async def __aexit__(self, *reasons: object) -> None:
        if self.context is not None:
            with suppress(Error):
                await self.context.close()

    async def visit(self, screen: Screen) -> Seen:
        seen = Seen(screen)
        width, _ = screen.viewport
        try:
            page = await self._page(screen)
            # What waits for a page that hangs waits for ever, whatever it is.
            await asyncio.wait_for(self._stand_at(page, screen), PATIENCE / 1000)
            await asyncio.wait_for(_measure(page, seen), PATIENCE / 1000)
            if self.asked.pictures:
                await asyncio.wait_for(self._draw(seen), PATIENCE / 1000)
        except (Error, TimeoutError) as error:
            seen.error = f"At {width:,} the page was given up: {_first_line(error)}"
            await self._leave()
        seen.complaints, seen.refused = list(self.loaded.complaints), list(self.loaded.refused)
        return seen

    async def _stand_at(self, page: Page, screen: Screen) -> None:
        """Bring the page to a screen, loaded where it has to be."""
        width, height = screen.viewport
        await page.set_viewport_size({"width": width, "height": height})
        if self.asked.is_loaded_anew or not self.is_loaded:
            self.loaded, self.is_loaded = Seen(screen), True
            await page.goto(f"{HOST}/{quote(self.asked.path)}", wait_until="load")
            # After loading: beside a session of one's own it sets the medium back.
            await page.emulate_media(media="print" if screen.reader.medium == "print" else "screen", **_settings(screen))
            if screen.reader.spaced:
                await page.add_style_tag(content=SPACED)

    async def _page(self, screen: Screen) -> Page:
        """The page for a screen: a new one where the one there is was set up for another kind."""
        kind = (_density(screen), screen.touch, screen.reader)
        if self.kind != kind:
            if self.context is not None:
                await self.context.close()
            self.context, self.page, self.kind = await _context(self.browser, screen), None, kind
        if self.page is None:
            assert self.context is not None
            self.page, self.is_loaded = await self.context.new_page(), False
            await self._listen(self.page)
            self.drawer = await self.context.new_cdp_session(self.page)
        return self.page

    async def _leave(self) -> None:
        """Drop a page that did not settle, with its context: one that hangs is not closed."""
        if self.context is not None:
            with suppress(Error, TimeoutError):
                await asyncio.wait_for(self.context.close(), PATIENCE / 1000)
        self.context, self.page, self.kind = None, None, ()

    async def _listen(self, page: Page) -> None:
        await page.route("**/*", self._answer)
        page.on("console", lambda message: self._note(self.loaded.complaints, message.text) if message.type == "error" else None)
        page.on("pageerror", lambda error: self._note(self.loaded.complaints, str(error)))
        page.on("dialog", lambda dialog: asyncio.ensure_future(dialog.dismiss()))
        page.on("popup", lambda other: asyncio.ensure_future(other.close()))

    def _note(self, notes: list[str], words: str) -> None:
        line = words.replace(f"{HOST}/", "")[:300]
        if len(notes) < MOST_NOTES and line not in notes and not line.startswith("Failed to load resource"):
            notes.append(line)

    async def _answer(self, route: Route) -> None:
        url = route.request.url
        name = unquote(urlsplit(url).path).lstrip("/")
        content = self.asked.files.read(name) if url.startswith(f"{HOST}/") and ".." not in name.split("/") else None
        if content is None:
            if name != "favicon.ico":
                self._note(self.loaded.refused, url)
            await route.abort("blockedbyclient")
            return
        headers = {"Access-Control-Allow-Origin": "*"}
        if not self.asked.scripts:
            # Those of the page rest; what measures it is not held by its policy.
            headers["Content-Security-Policy"] = "script-src 'none'"
        kind = mimetypes.guess_type(name)[0] or "application/octet-stream"
        await route.fulfill(status=200, body=content, content_type=kind, headers=headers)

    async def _draw(self, seen: Seen) -> None:
        """The whole page as a PNG: made by the browser in one go, which is several times as quick as by the usual way."""
        assert self.drawer is not None
        width, viewport = seen.screen.viewport
        height = min(max(seen.size[1], viewport), TALLEST, MOST_PIXELS // width)
        seen.cut = height < seen.size[1]
        # A pixel a CSS px, whatever the screen's density is.
        clip = {"x": 0, "y": 0, "width": width, "height": height, "scale": 1}
        told = await self.drawer.send("Page.captureScreenshot", {"format": "png", "clip": clip, "captureBeyondViewport": True, "optimizeForSpeed": True})
        seen.picture = base64.b64decode(told["data"])


async def _measure(page: Page, seen: Seen) -> None:
    told = await page.evaluate(_MEASURE)
    seen.rects = [None if one is None else (one[0], one[1], one[2], one[3]) for one in told["rects"]]
    seen.names, seen.size = told["names"], (int(told["size"][0]), int(told["size"][1]))
    seen.html = ("<!DOCTYPE html>" if told["doctype"] else "") + told["html"]


def _first_line(error: Exception) -> str:
    line = str(error).splitlines()[0] if str(error) else "the browser did not say why"
    return f"it had not settled after {PATIENCE // 1000} seconds." if "Timeout" in line or isinstance(error, TimeoutError) else f"{line[:200]}."
