"""Every start at every width: nothing doubtful by the survey, and equal to the browser by its walk."""

from __future__ import annotations

import base64

import numpy as np
from hillpin.core.page import Page
from hillpin.core.starting import StartWish, all_starts, begun
from hillpin.core.survey import survey
from hillpin.core.widths import ABSENT

from tests.core.test_starts import page_for

from .base import AgreementCase

LOW, HIGH = 240, 1920
PARTS = 6
NONE = -(2**31)
SHEET = "@font-face { font-family: Sans; src: url(source-sans-3-latin-400-normal.woff2) }\nbody { margin: 0; font: 16px/24px Sans }\n"
WALK = """async widths => {
  await document.fonts.ready;
  const frame = document.createElement("iframe");
  frame.style.cssText = `position: absolute; border: 0; height: 800px; width: ${widths[0]}px`;
  document.documentElement.append(frame);
  await new Promise(done => { frame.onload = done; frame.src = "index.html"; });
  const inside = frame.contentDocument;
  await inside.fonts.ready;
  await Promise.all([...inside.images].map(image => image.decode()));
  const elements = [...inside.querySelectorAll("body, body *")], sides = new Int32Array(widths.length * elements.length * 4);
  let at = 0;
  for (const width of widths) {
    frame.style.width = `${width}px`;
    inside.documentElement.scrollTop = 0;
    for (const one of elements) {
      const box = one.getBoundingClientRect(), is_absent = one.getClientRects().length === 0;
      for (const side of [box.x, box.y, box.right, box.bottom]) sides[at++] = is_absent ? -2147483648 : Math.round(side * 64);
    }
  }
  const bytes = new Uint8Array(sides.buffer);
  let text = "";
  for (let from = 0; from < bytes.length; from += 32768) text += String.fromCharCode(...bytes.subarray(from, from + 32768));
  return btoa(text);
}"""


class EveryWidth(AgreementCase):
    def test_every_start_by_every_method(self) -> None:
        for start in all_starts():
            for turn, method in enumerate(start.methods):
                with self.subTest(start=start.name, method=method):
                    self._holds(start.name, method, turn % PARTS)

    def _holds(self, name: str, method: str, turn: int) -> None:
        start = next(one for one in all_starts() if one.name == name)
        empty, at = page_for(start, SHEET)
        made = begun(empty, StartWish(name, "stern", method, at))
        # Where a window is stopped is a place to scroll to and moves no box.
        files = {"index.html": made.text.encode(), "s.css": made.css.replace("scroll-snap-type: y proximity", "scroll-snap-type: none").encode(), **made.files}
        for path, content in files.items():
            (self.folder / path).parent.mkdir(exist_ok=True)
            (self.folder / path).write_bytes(content)
        page = Page.read(self.folder / "index.html")
        surveyed = survey(page, LOW, HIGH)
        self.assertEqual([(one.kind, one.message) for one in surveyed.findings], [])
        self.page.goto((self.folder / "index.html").as_uri())
        # Each method has a sixth of the widths of its own, and both sides of each edge.
        edges = {one.at for one in surveyed.edges}
        widths = [width for width in range(LOW, HIGH + 1) if width % PARTS == turn or not edges.isdisjoint((width, width + 1))]
        measured = np.frombuffer(base64.b64decode(self.page.evaluate(WALK, widths)), np.int32).reshape(len(widths), -1, 4).astype(np.int64)
        wrong: list[str] = []
        for stretch in surveyed.walked.stretches:
            tables = np.stack([stretch.x, stretch.y, stretch.right, stretch.bottom], axis=-1)
            inside = [place for place, width in enumerate(widths) if stretch.low <= width <= stretch.high]
            rows = [widths[place] - stretch.low for place in inside]
            real, tables = measured[inside], tables[rows]
            is_there, is_real = tables[..., 0] != ABSENT, real[..., 0] != NONE
            differs = (is_there != is_real) | (is_there & is_real & (np.abs(tables - real).max(axis=-1) > 32))
            for row, index in np.argwhere(differs):
                wrong.append(f"{widths[inside[row]]} {page.document.elements[index].name()}: {real[row, index] / 64}, {tables[row, index] / 64}")
        self.assertEqual(wrong, [], "\n".join(wrong[:6]))


