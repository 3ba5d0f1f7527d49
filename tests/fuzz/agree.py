"""Pages laid out by core and by Chromium beside each other, box by box, and made small where they differ."""

from __future__ import annotations

import shutil
import signal
import tempfile
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from hillpin.core.page import Page

from .pages import FACES, Dropped, PageModel

CHROMIUM = "/usr/bin/chromium"
ARGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
        "--disable-component-update", "--disable-sync", "--allow-file-access-from-files"]  # fmt: skip
HEIGHT, EXACT, WRONG, FAR, PATIENCE = 800, 1 / 64 + 0.001, 0.5, 20.0, 10.0
SIDES = ("x", "y", "width", "height")


# The two sides

@dataclass(frozen=True)
class Box:
    tag: str
    rect: tuple[float, float, float, float]
    none: bool
    modelled: bool = True


@dataclass(frozen=True)
class Difference:
    """A box that is off, how far, and what each side says."""

    width: int
    index: int
    browser: Box
    core: Box
    off: float

    def __str__(self) -> str:
        def say(box: Box) -> str:
            return "no box" if box.none else " ".join(f"{name} {round(value, 4):g}" for name, value in zip(SIDES, box.rect, strict=True))
        return f"at {self.width}: {self.index} {self.browser.tag}: the browser {say(self.browser)}; core {say(self.core)}"


class Trouble(Exception):
    """A page that core does not get through: its class (crash, hang, tree) and what was said."""


MEASURE = """async ([source, widths]) => {
  let inside = document;
  const frame = document.getElementById('frame');
  if (frame) {
    frame.style.width = widths[0] + 'px';
    await new Promise(done => { frame.onload = done; frame.srcdoc = source; });
    inside = frame.contentDocument;
  }
  const settle = async () => {
    let loading;
    do {
      inside.body.getBoundingClientRect();
      loading = [...inside.fonts].filter(font => font.status === 'loading');
      await Promise.all(loading.map(font => font.loaded.catch(() => 0)));
    } while (loading.length);
  };
  const images = await Promise.all([...inside.images].filter(image => image.getAttribute('src')).map(image => image.decode().then(() => 0, () => 1)));
  const runs = [];
  for (const width of widths) {
    if (frame) frame.style.width = width + 'px';
    await settle();
    const x = inside.defaultView.scrollX, y = inside.defaultView.scrollY;
    runs.push([inside.documentElement.clientWidth, [...inside.querySelectorAll('body, body *')].map(element => {
      const b = element.getBoundingClientRect();
      return [element.localName, b.x + x, b.y + y, b.width, b.height, element.getClientRects().length === 0];
    })]);
  }
  return {runs, unloaded: images.reduce((a, b) => a + b, 0) + [...inside.fonts].filter(font => font.status === 'error').length};
}"""


class Bench:
    """Chromium and core side by side on one file."""

    def __init__(self, playwright: Any) -> None:
        self.read = Page.read
        self.folder = Path(tempfile.mkdtemp(prefix="fuzz-agree-"))
        (self.folder / "fonts").mkdir()
        for _, _, file in FACES:
            shutil.copy(file, self.folder / "fonts")
        (self.folder / "host.html").write_text(f'<!DOCTYPE html><iframe id="frame" style="position:absolute;inset:0;border:0;width:800px;height:{HEIGHT}px"></iframe>')
        self.browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGS)
        self.host, self.fresh = (self.browser.new_page(viewport={"width": 1700, "height": HEIGHT}) for _ in range(2))
        self.host.goto((self.folder / "host.html").as_uri())
        signal.signal(signal.SIGVTALRM, self._late)

    def close(self) -> None:
        self.browser.close()
        shutil.rmtree(self.folder)

    @staticmethod
    def _late(*_: object) -> None:
        raise Trouble("hang", f"over {PATIENCE:g} s of processor time")

    def in_browser(self, text: str, widths: list[int], afresh: bool = False) -> list[list[Box]]:
        if afresh:
            (self.folder / "fresh.html").write_text(text)
            self.fresh.set_viewport_size({"width": widths[0], "height": HEIGHT})
            self.fresh.goto((self.folder / "fresh.html").as_uri(), wait_until="load")
        found = (self.fresh if afresh else self.host).evaluate(MEASURE, [text, widths])
        if found["unloaded"] or [width for width, _ in found["runs"]] != widths:
            raise RuntimeError(f"The harness: {found['unloaded']} fonts or pictures did not load, or a frame is {[w for w, _ in found['runs']]} wide.")
        return [[Box(tag, tuple(rect), none) for tag, *rect, none in boxes] for _, boxes in found["runs"]]

    def in_core(self, text: str, widths: list[int]) -> list[list[Box]]:
        path = self.folder / "index.html"
        path.write_text(text)
        signal.setitimer(signal.ITIMER_VIRTUAL, PATIENCE)
        try:
            page = self.read(path)
            return [[Box(b.tag, (b.x, b.y, b.width, b.height), b.none, b.modelled) for b in page.boxes(width, HEIGHT).boxes] for width in widths]
        except Trouble:
            raise
        except Exception as error:
            trace = error.__traceback__
            while trace is not None and trace.tb_next is not None:
                trace = trace.tb_next
            where = f"{Path(trace.tb_frame.f_code.co_filename).name}:{trace.tb_lineno}" if trace else ""
            raise Trouble("crash", f"{type(error).__name__} {where} {error}"[:200]) from error
        finally:
            signal.setitimer(signal.ITIMER_VIRTUAL, 0)

    def compare(self, text: str, widths: list[int], afresh: bool = False) -> Iterator[Difference]:
        """Every box with how far it is off, 0 for those that agree."""
        computed = self.in_core(text, widths)
        for width, ours, theirs in zip(widths, computed, self.in_browser(text, widths, afresh), strict=True):
            if [box.tag for box in ours] != [box.tag for box in theirs]:
                raise Trouble("tree", f"{len(ours)} elements, the browser's tree has {len(theirs)}")
            for index, (core, browser) in enumerate(zip(ours, theirs, strict=True)):
                off = max(abs(a - b) for a, b in zip(core.rect, browser.rect, strict=True))
                yield Difference(width, index, browser, core, max(off, 1.0) if core.none != browser.none else off)

    def wrong(self, text: str, width: int, afresh: bool = False) -> list[Difference]:
        return [d for d in self.compare(text, [width], afresh) if d.off > WRONG and d.core.modelled]


@dataclass
class Tally:
    counts: Counter[str] = field(default_factory=Counter)

    def page(self, bench: Bench, text: str, widths: list[int]) -> tuple[str, list[Difference]]:
        """Compare a page and count it: its class (agrees, disagrees, unstable, crash, hang, tree) and what is wrong."""
        self.counts["pages"] += 1
        try:
            boxes = list(bench.compare(text, widths))
            seen = sorted({d.width for d in boxes if d.off > WRONG and d.core.modelled})
            wrong: list[Difference] = []
            for width in seen:
                boxes = [d for d in boxes if d.width != width] + (again := list(bench.compare(text, [width], True)))
                if wrong := [d for d in again if d.off > WRONG and d.core.modelled]:
                    break
        except Trouble as trouble:
            self.counts[trouble.args[0]] += 1
            return ": ".join(trouble.args), []
        modelled = [d for d in boxes if d.core.modelled]
        self.counts.update(boxes=len(boxes), modelled=len(modelled), exact=sum(d.off <= EXACT for d in modelled), near=sum(d.off <= WRONG for d in modelled), far=sum(d.off > FAR for d in modelled))
        kind = "disagrees" if wrong else "unstable" if seen else "agrees"
        self.counts[kind] += 1
        return kind, wrong

    def line(self, name: str) -> str:
        c, of = self.counts, max(self.counts["modelled"], 1)
        return (f"{name:10} pages {c['pages']:5}  disagree {c['disagrees']:4} ({100 * c['disagrees'] / max(c['pages'], 1):5.2f} %)  boxes {c['boxes']:7}  within 1/64 {100 * c['exact'] / of:7.3f} %  within 0.5 {100 * c['near'] / of:7.3f} %"
                f"  >20px {c['far']:4}  crashes {c['crash']}  hangs {c['hang']}  trees {c['tree']}  unmodelled {100 * (1 - of / max(c['boxes'], 1)):.2f} %  unstable {c['unstable']}")  # fmt: skip


# Making a page small

ORDER = ("node", "rule", "text", "node", "declaration", "unwrap", "around", "node", "attribute", "rule", "declaration", "short", "unclosed", "text")


def symptom(wrong: list[Difference]) -> str:
    """What kind of difference a page shows, so that a smaller page shows the same kind."""
    return "sizes" if any(d.core.none == d.browser.none for d in wrong) else "boxes" if wrong else ""


def minimise(bench: Bench, model: PageModel, width: int, kind: str, tries: int = 150) -> tuple[str, str]:
    """Leave out what can go while a page still shows its kind of trouble at a width: what is left, and a note."""
    dropped: Dropped = frozenset()
    left, note = tries, ""

    def shows(trial: Dropped, afresh: bool = False) -> str:
        nonlocal note
        try:
            wrong = bench.wrong(model.html(trial), width, afresh)
        except Trouble as trouble:
            note = ": ".join(trouble.args)
            return note
        note = str(wrong[0]) if wrong else ""
        return symptom(wrong)

    wanted = kind if kind != "disagrees" else shows(dropped)
    for part in ORDER:
        parts = model.parts(part, dropped)
        size = max(len(parts) // 2, 1)
        while size and left > 0:
            at = 0
            while at < len(parts) and left > 0:
                trial = dropped.union(parts[at : at + size])
                left -= 1
                if not model.hollow(trial) and shows(trial) == wanted:
                    dropped = trial
                    del parts[at : at + size]
                else:
                    at += size
            size //= 2
    shows(dropped, afresh=True)
    return model.html(dropped, "../fonts/", f"<!-- {note} -->\n"), note
