"""Room for words against the browser: with the last character that fits nothing gives way there, with one more it does."""

from __future__ import annotations

from hillpin.core.aids import room_for
from hillpin.core.page import Page

from .base import HEAD, AgreementCase

BODY = """<ul><li><a href=x>Crossings</a></li><li><a href=x>Fares</a></li><li><a href=x>Ask us</a></li></ul>
<h1>Six islands, <em>one</em> ticket</h1><p>The Skerry Line has carried people, post and pianos across the sound since 1911.</p><button>Choose your boats</button>"""
CSS = "ul { display: flex; flex-wrap: wrap; gap: 1em; margin: 0; padding: 0; list-style: none } h1 { font: 600 30px/1.2 Sans; width: 60% } button { font: inherit; max-width: 40% }"
GROWN = """([select, words]) => {
  const one = document.querySelector(select), texts = document.createTreeWalker(one, NodeFilter.SHOW_TEXT);
  let last = null;
  while (texts.nextNode()) if (texts.currentNode.data.trim()) last = texts.currentNode;
  const kept = last.data, list = document.querySelector('ul');
  last.data = kept + words;
  const tall = (one.localName === 'a' ? list : one).getBoundingClientRect().height;
  last.data = kept;
  return tall;
}"""


class Room(AgreementCase):
    def test_what_gives_way_first(self) -> None:
        path = self.folder / "room.html"
        path.write_text(f"{HEAD}{CSS}</style><body>{BODY}</body></html>")
        page = Page.read(path)
        for width in (360, 500, 777):
            self.page.set_viewport_size({"width": width, "height": 800})
            self.page.goto(path.as_uri())
            self.page.evaluate("() => { document.body.getBoundingClientRect(); return document.fonts.ready; }")
            for select in ("a", "h1", "p", "button"):
                element = page.select(select)[0]
                first = room_for(page, element, width, 800).limits[0]
                own = " ".join(element.text().split())
                words = f" {own}" * 40
                rest, fits, not_so = (self.page.evaluate(GROWN, [select, words[:more]]) for more in (0, first.more, first.more + 1))
                self.assertEqual(rest, fits, (select, width, first))
                self.assertGreater(not_so, fits, (select, width, first))


class Gutters(AgreementCase):
    def test_what_is_kept_for_scroll_bars(self) -> None:
        for gutter in ("stable", "stable both-edges"):
            for overflow in ("visible", "hidden", "auto", "scroll", "clip"):
                for more in ("", "scrollbar-width: thin", "scrollbar-width: none", "display: flex", "display: grid", "width: min-content", "position: relative", "box-sizing: border-box; padding: 0 5%", "float: right; width: auto", "direction: rtl; position: relative", "width: auto", "min-width: 300px", "max-width: 100px", "position: absolute; width: auto", "aspect-ratio: 2; height: auto", "width: 50%"):
                    with self.subTest((gutter, overflow, more)):
                        self.agree(f"div {{ scrollbar-gutter: {gutter}; overflow: {overflow}; width: 200px; height: 50px; {more} }} i {{ position: absolute; right: 0 }} u {{ display: block; width: 50% }}", "<div><p>a b c d</p><i>x</i><u>u</u></div>", (700,))

    def test_of_the_window(self) -> None:
        for gutter in ("stable", "stable both-edges", "auto"):
            for more in ("", "overflow: hidden", "scrollbar-width: thin", "direction: rtl", "margin: 0 30px", "position: relative"):
                with self.subTest((gutter, more)):
                    self.agree(
                        f"html {{ scrollbar-gutter: {gutter}; {more} }} @media (min-width: 690px) {{ p {{ padding-left: 5px }} }}",
                        "<p>x</p><div style='position: fixed; right: 0; width: 50%'>f</div><div style='position: absolute; right: 0'>f</div><div style='width: 10vw'>f</div><div style='position: absolute; width: 100%; left: 0'>g</div>", (700,),
                    )  # fmt: skip


class TrimmedMargins(AgreementCase):
    def test_of_containers(self) -> None:
        pieces: list[tuple[str, str]] = []
        for trim in ("block", "inline", "block-start", "block-end", "block inline", "block-start block-end", "none"):
            for around in ("border: 1px solid", "display: flow-root", "display: flex", "display: grid", "display: inline-block", "display: list-item; padding: 3px", ""):
                for inside in ("<p>a</p><p>b</p>", "<p style='margin: 10px 20px'>a</p><div><p>b</p></div>", "text <p>b</p>", "<p></p><p style='margin: 30px'>q</p><p style='position: absolute'>x</p>", "<div><div><p>q</p></div><p style='height: 0'></p></div>"):
                    pieces.append((f".t {{ margin-trim: {trim}; width: 300px; {around} }}", f"<div class=t>{inside}</div><b>x</b>"))
        self.agree_each(pieces)
