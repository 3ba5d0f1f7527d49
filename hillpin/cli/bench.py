"""``pin bench``: core beside the browser in one run, on pages made for it. Times are medians in ms."""

from __future__ import annotations

import os
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from playwright.sync_api import sync_playwright

from ..core.errors import InputError
from ..wheels import compiled_checkout, has_compiler
from ..whereabouts import ROOT
from .bench_compare import WIDTHS as WIDTHS_OF_A_RUN
from .bench_compare import compare_times
from .bench_core import WIDTHS
from .bench_outline import outline_times
from .bench_typing import late, typing_times
from .bench_whole import main as whole_sites

FONTS = Path(__file__).resolve().parents[1] / "parts" / "fonts"
WORDS = ["The", "Skerry", "Line", "has", "carried", "people", "post", "and", "pianos", "across", "the", "sound", "since", "the", "last", "boat", "waited", "for", "music"]
MANY_PAGES = 40
BROWSER = "/usr/bin/chromium"
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync"]

HEAD = """<!DOCTYPE html><html lang="en"><meta charset="utf-8"><title>bench</title><style>
@font-face { font-family: Sans; src: url(source-sans-3-latin-400-normal.woff2); }
body { margin: 0; font: 16px/1.5 Sans; } section { padding: 20px 5%; } h2 { margin: 0 0 10px; }
.row { overflow: hidden; } .row div { float: left; width: 31%; margin-right: 2%; padding: 10px; box-sizing: border-box; border: 1px solid; }
.f { display: flex; gap: 10px; } .f > * { flex: 1; } .g { display: grid; grid-template-columns: 1fr 2fr; gap: 8px; }
</style><body>"""
_STYLE = HEAD[HEAD.index("<style>") : HEAD.index("<body>")]
MEASURE = """async (widths) => {
  const frame = document.createElement('iframe');
  frame.style.cssText = 'border:0;height:800px;width:600px';
  frame.src = 'page.html';
  document.body.append(frame);
  await new Promise(done => { frame.onload = done; });
  await frame.contentDocument.fonts.ready;
  const times = [];
  for (const width of widths) {
    const start = performance.now();
    frame.style.width = width + 'px';
    for (const e of frame.contentDocument.querySelectorAll('body, body *')) e.getBoundingClientRect();
    times.push(performance.now() - start);
  }
  frame.remove();
  return times;
}"""


def text(number: int, length: int = 24) -> str:
    """Some words of running text."""
    return " ".join(WORDS[(number * 7 + k) % len(WORDS)] for k in range(length))


def section_page(elements: int) -> str:
    """A page of the older school with about that many elements."""
    parts, count, number = [HEAD], 0, 0
    while count < elements:
        boxes = "".join(f"<div><p>{text(number + k, 12)}</p></div>" for k in range(3))
        parts.append(f"<section><h2>{text(number, 4)}</h2><p>{text(number)} <b>{text(number, 2)}</b></p><div class=row>{boxes}</div></section>")
        count, number = count + 12, number + 1
    return "".join(parts)


def nested_page(depth: int, kind: str) -> str:
    """Flex or grid containers in one another."""
    inner = f"<p>{text(1, 6)}</p>"
    for level in range(depth):
        chosen = kind if kind != "both" else ("f" if level % 2 else "g")
        inner = f"<div class={chosen}>{inner}<p>{text(level, 4)}</p></div>"
    return HEAD + inner


def nested_sections(elements: int) -> str:
    """Sections of flex and grid nested four deep, about that many elements."""
    one = nested_page(4, "both").removeprefix(HEAD)
    return HEAD + "".join(f"<section>{one}</section>" for _ in range(max(elements // 10, 1)))


def told(root: Path, *words: str) -> list[float]:
    """The numbers that a command of ``hillpin.cli`` prints, run from a checkout."""
    environment = {**os.environ, "PYTHONPATH": str(root)}
    done = subprocess.run([sys.executable, "-m", *words], check=True, capture_output=True, text=True, cwd=root, env=environment)
    return [float(part) for part in done.stdout.split()]


def browser_times(folders: list[Path], widths: list[int] | None = None) -> list[list[float]]:
    """The same widths in an in-page frame of a real browser."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=BROWSER, args=[*ARGUMENTS, "--allow-file-access-from-files"])
        results = []
        for folder in folders:
            (folder / "outer.html").write_text("<!DOCTYPE html><title>outer</title><body></body>")
            page = browser.new_page(viewport={"width": 1600, "height": 900})
            page.goto((folder / "outer.html").as_uri())
            results.append(page.evaluate(MEASURE, widths or list(WIDTHS)))
            page.close()
        browser.close()
    return results


def survey_times(folders: list[Path], roots: dict[str, Path]) -> None:
    """For each page, seconds for the survey of every width from 320 to 1600 from nothing, for another one after an edit
    of one number, and for the browser's own loop over the same widths; each of the two surveys in a process of its own."""
    loops = browser_times(folders, list(range(320, 1601)))
    for folder, loop in zip(folders, loops, strict=True):
        for name, root in roots.items():
            first, second, memory = told(root, "hillpin.cli.bench_survey", str(folder / "page.html"))
            print(f"{folder.name:>12} elements {first:8.2f} s {second:8.2f} s after an edit {sum(loop) / 1000:8.2f} s browser   {memory:6.0f} MB   {name}")


def start_time(folder: Path, root: Path) -> float:
    """Seconds from nothing to the boxes of a small page, as a command."""
    start = time.perf_counter()
    subprocess.run([sys.executable, "-m", "hillpin.cli", "boxes", str(folder / "page.html"), "--widths", "600"], check=True, capture_output=True, cwd=root, env={**os.environ, "PYTHONPATH": str(root)})
    return time.perf_counter() - start


def cores() -> dict[str, Path]:
    """The checkouts that are timed: this one, and where it can be compiled the one whose core is."""
    if not has_compiler():
        print("The compiled core is not timed: there is no C compiler here.")
        return {"pure": ROOT}
    return {"pure": ROOT, "compiled": compiled_checkout()}


def keystroke_times(roots: dict[str, Path]) -> None:
    """Print what follows a keystroke in Write, in an outline, and in a tied folder of many pages."""
    for root_name, root in roots.items():
        typed = typing_times(BROWSER, ARGUMENTS, root=root)
        print(f"\nfrom a keystroke on, demo home page, in the browser, ms          median  95th percentile  ({len(typed.numbers)} keys, {root_name})")
        for what, times in (("to new numbers", typed.numbers), ("to the page in its frame", typed.page), ("to the hill of the box", typed.hill)):
            print(f"    {what:58} {statistics.median(times):7.0f} {late(times):16.0f}")
    outlined = outline_times(BROWSER, ARGUMENTS)
    print(f"    {'in an outline, to the page that shows it':58} {statistics.median(outlined):7.0f} {late(outlined):16.0f}")
    many = typing_times(BROWSER, ARGUMENTS, MANY_PAGES)
    for what, times in ((f"to new numbers, {MANY_PAGES} pages in a tied folder, files open", many.numbers), ("another program's save in it, to new numbers", many.saves)):
        print(f"    {what:58} {statistics.median(times):7.0f} {late(times):16.0f}")


def main() -> None:
    """Print the benchmarks. Raises InputError where there is no browser to compare with."""
    if not Path(BROWSER).exists():
        raise InputError("There is no Chromium to compare with. Run ./pin test once, which installs it.")
    roots = cores()
    pages = {
        "200 elements, blocks and floats": section_page(200),
        "1,000 elements, blocks and floats": section_page(1000),
        "5,000 elements, blocks and floats": section_page(5000),
        "200 elements, flex and grid 4 deep": nested_sections(200),
        **{f"flex and grid {depth} deep": nested_page(depth, "both") for depth in (4, 8, 12)},
    }
    with tempfile.TemporaryDirectory(prefix="hillpin-bench-") as made:
        folders = []
        for number, source in enumerate(pages.values()):
            folder = Path(made) / str(number)
            folder.mkdir()
            for font in FONTS.glob("*.woff2"):
                shutil.copy(font, folder)
            (folder / "page.html").write_text(source)
            folders.append(folder)
        browser = browser_times(folders)
        print(f"{'page':38} {'elements':>8} {'first':>8} {'a width':>8} {'browser':>8} {'ratio':>6}")
        for title, folder, theirs in zip(pages, folders, browser, strict=True):
            other = statistics.median(theirs)
            for name, root in roots.items():
                first, median, elements = told(root, "hillpin.cli.bench_core", str(folder / "page.html"))
                print(f"{title:38} {elements:8.0f} {first:8.1f} {median:8.2f} {other:8.2f} {median / max(other, 0.01):6.1f}   {name}")
        print("\nthe survey of every width from 320 to 1600, all numbers and findings")
        surveyed = []
        for elements in (60, 200, 1000):
            folder = Path(made) / str(elements * 100) / str(elements)
            folder.mkdir(parents=True)
            for font in FONTS.glob("*.woff2"):
                shutil.copy(font, folder)
            (folder / "page.html").write_text(section_page(elements).replace(_STYLE, "<link rel=stylesheet href=page.css>"))
            # Each rule on a line of its own, as people write them: an edit is carried into the rule that stands on its line.
            (folder / "page.css").write_text(_STYLE.removeprefix("<style>").removesuffix("</style>").replace("} ", "}\n"))
            surveyed.append(folder)
        survey_times(surveyed, roots)
        keystroke_times(roots)
        compared = compare_times(BROWSER, ARGUMENTS)
        if compared is not None:
            count = len(WIDTHS_OF_A_RUN)
            print(f"\na run of {count} widths of the demo home page, compared with core: {compared.run:.1f} s, {count / compared.run:.1f} pictures a second, at most {compared.memory:,.0f} MB a process")
            print(f"the line-up, from opening the place until eight frames stand at a section: {compared.line_up:.2f} s")
        for name, root in roots.items():
            print(f"./pin boxes on a page of 200 elements, from nothing: {start_time(folders[0], root):.2f} s   {name}")
    print("\na made site of pages of 60 elements, walked from 240 to 1920")
    whole_sites()
