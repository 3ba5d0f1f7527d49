"""The real browser as the product drives it: what it shows on a screen, what it refuses, what scripts may and may not."""

from __future__ import annotations

import io
import os
import stat
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path
from unittest import mock

from hillpin.browser import (
    SCREENS,
    Screen,
    Seen,
    find_browser,
    held_against,
    page_as_seen,
    screen_named,
    visits,
)
from hillpin.core.errors import InputError
from hillpin.core.files import FolderFiles, MemoryFiles
from hillpin.core.styles import USUAL_READER
from PIL import Image

HEAD = "<!DOCTYPE html><html lang=en><title>t</title>"


def seen(files: dict[str, str], *screens: Screen, **named: object) -> list[Seen]:
    """What the browser showed of index.html on some screens, in their order."""
    found = find_browser()
    assert found is not None
    asked = list(screens) or [Screen("a", 400, 300)]
    told = visits(found, MemoryFiles(files), "index.html", asked, **named)  # type: ignore[arg-type]
    return [one for _, one in sorted(told, key=lambda pair: pair[0])]


class WhatIsShown(unittest.TestCase):
    def test_rectangles_picture_and_size_on_every_screen(self) -> None:
        page = HEAD + "<style>body { margin: 0 } div { width: 50%; height: 1000px; background: #b5382a } @media (min-width: 500px) { div { height: 20px } }</style><body><div></div></body>"
        found = seen({"index.html": page}, Screen("a", 400, 300), Screen("b", 500, 300), Screen("c", 600, 300))
        self.assertEqual([one.rects for one in found], [[(0, 0, 400, 1000), (0, 0, 200, 1000)], [(0, 0, 500, 20), (0, 0, 250, 20)], [(0, 0, 600, 20), (0, 0, 300, 20)]])
        self.assertEqual([one.size for one in found], [(400, 1000), (500, 300), (600, 300)])
        picture = Image.open(io.BytesIO(found[0].picture)).convert("RGB")
        self.assertEqual((picture.size, picture.getpixel((199, 999)), picture.getpixel((201, 999))), ((400, 1000), (181, 56, 42), (255, 255, 255)))

    def test_dense_screens_are_drawn_at_one_pixel_a_px(self) -> None:
        dense = Screen("a", 320, 200, density=2, touch=True, reader=replace(USUAL_READER, resolution=2.0, hover="none", pointer="coarse"))
        css = "p { margin: 0; height: 10px } @media (min-resolution: 2dppx) { p { height: 20px } } @media (hover: none) { p { padding-top: 5px } }"
        found = seen({"index.html": f"{HEAD}<meta name=viewport content='width=device-width'><style>body {{ margin: 0 }} {css}</style><body><p></p></body>"}, dense)[0]
        self.assertEqual(found.rects[1], (0, 0, 320, 25))
        self.assertEqual(Image.open(io.BytesIO(found.picture)).width, 320)

    def test_a_page_taller_than_is_drawn_says_so(self) -> None:
        found = seen({"index.html": HEAD + "<style>body { margin: 0 } div { height: 20000px }</style><body><div></div></body>"})[0]
        self.assertTrue(found.cut)
        self.assertEqual(Image.open(io.BytesIO(found.picture)).height, 16_000)

    def test_animations_are_at_their_end(self) -> None:
        css = "@keyframes grow { to { width: 300px } } div { width: 100px; height: 10px; animation: grow 60s forwards } body { margin: 0 }"
        self.assertEqual(seen({"index.html": f"{HEAD}<style>{css}</style><body><div></div></body>"})[0].rects[1], (0, 0, 300, 10))


class WhatIsRefused(unittest.TestCase):
    def test_files_outside_the_site_and_other_hosts(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            root = Path(name)
            (root / "site").mkdir()
            (root / "secret.css").write_text("p { height: 99px }")
            (root / "site" / "index.html").write_text(HEAD + "<link rel=stylesheet href=../secret.css><link rel=stylesheet href=%2e%2e/secret.css><link rel=stylesheet href=http://127.0.0.1:9/a.css><body><p style='margin:0'></p></body>")
            found = find_browser()
            assert found is not None
            ((_, told),) = visits(found, FolderFiles(root / "site"), "index.html", [Screen("a", 400, 300)])
        self.assertEqual(told.rects[1][3] if told.rects[1] else None, 0)
        self.assertIn("http://127.0.0.1:9/a.css", told.refused)

    def test_what_scripts_try(self) -> None:
        script = """
const said = (word) => { const one = document.createElement("p"); one.className = word; document.body.append(one); };
try { new WebSocket("ws://127.0.0.1:9/").onopen = () => said("socket"); } catch { }
try { const other = open("about:blank"); if (other) other.document.title = "x"; } catch { }
navigator.sendBeacon?.("http://127.0.0.1:9/beacon", "x");
navigator.serviceWorker?.register("sw.js").then(() => said("worker"), () => {});
alert("stop");
said("after");
"""
        found = seen({"index.html": f"{HEAD}<body><script>{script}</script></body>", "sw.js": "self.onfetch = () => {};"})[0]
        self.assertEqual(found.error, "")
        self.assertEqual([one for one in found.names if one.startswith("p ")], ["p  after "])

    def test_scripts_that_rest_are_not_run_and_what_they_change_is_told(self) -> None:
        page = HEAD + "<body><main class=a>x</main><script>document.querySelector('main').className = 'b'; document.body.append(document.createElement('aside'))</script></body>"
        files = {"index.html": page}
        resting = seen(files, scripts=False)[0]
        self.assertEqual(page_as_seen(MemoryFiles(files), "index.html", resting)[1], [])
        running = seen(files)[0]
        changed, told = page_as_seen(MemoryFiles(files), "index.html", running)
        self.assertEqual(told, ["gone: main.a", "come: main.b", "come: aside"])
        self.assertEqual([one.tag for one in changed.document.elements], ["body", "main", "script", "aside"])

    def test_errors_of_scripts_are_told(self) -> None:
        found = seen({"index.html": HEAD + "<body><script>nothing.there()</script><script>console.error('low water')</script></body>"})[0]
        self.assertTrue(any("nothing is not defined" in one for one in found.complaints))
        self.assertIn("low water", found.complaints)


class AgainstCore(unittest.TestCase):
    def test_numbers_that_differ_are_named(self) -> None:
        # What a script sets is not in the page as it is written: core computes 10, the browser measures 40.
        files = {"index.html": HEAD + "<style>body { margin: 0 } div { height: 10px }</style><body><div id=a></div><script>const sheet = new CSSStyleSheet(); sheet.replaceSync('div { height: 40px }'); document.adoptedStyleSheets = [sheet];</script></body>"}
        found = seen(files)[0]
        page, changes = page_as_seen(MemoryFiles(files), "index.html", found)
        self.assertEqual(changes, [])
        told = held_against(page, found)[1]
        self.assertEqual([(one.name, one.part, one.computed, one.measured) for one in told], [("body", "height", 10, 40), ("div#a", "height", 10, 40), ("script", "y", None, None)][:2])


class Finding(unittest.TestCase):
    def test_the_one_that_is_named_or_none(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            own = Path(name) / "my-browser"
            own.write_text("#!/bin/sh\n")
            with mock.patch.dict(os.environ, {"HILLPIN_BROWSER": str(own)}):
                self.assertIsNone(find_browser())
                own.chmod(own.stat().st_mode | stat.S_IXUSR)
                self.assertEqual(find_browser(), own)
        with mock.patch.dict(os.environ, {"HILLPIN_BROWSER": ""}):
            self.assertIsNone(find_browser())


class Screens(unittest.TestCase):
    def test_what_is_left_of_a_screen(self) -> None:
        # 568 less 92 of furniture; at 200% half as many px each way.
        self.assertEqual(screen_named("small phone").viewport, (320, 476))
        self.assertEqual(screen_named("laptop at 200%").viewport, (640, 325))
        self.assertIn("touch, no hover", screen_named("phone").about)
        with self.assertRaisesRegex(InputError, "no screen watch"):
            screen_named("watch")

    def test_each_has_a_name_of_its_own(self) -> None:
        self.assertEqual(len({one.name for one in SCREENS}), len(SCREENS))
        self.assertEqual(Screen("a", 500, 400).key, "500 × 400")
        self.assertEqual(Screen("a", 500, 400, reader=replace(USUAL_READER, font_size=24.0)).key, "500 × 400, font_size 24.0")
