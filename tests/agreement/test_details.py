"""Details: a summary, and all else in a box of its own (HTML 15.5.5)."""

from __future__ import annotations

from .base import AgreementCase

BASE = "body { font: 16px/18px serif; margin: 8px }"
SUMMARIES = (
    "<summary>only</summary>", "<summary style='display: inline-block'>only</summary>", "", "<p style='margin: 5px 0'>first</p><summary>only</summary>", "<summary style='margin-bottom: 9px'>only</summary>",
    "<summary style='display: block; float: left'>a</summary>",
)  # fmt: skip
CONTENTS = ("by", "<p style='margin: 7px 0'>x</p>", "<p style='height: 50%'>x</p>", "<b>x</b> <i>y</i><p>z</p>", "<i style='float: left'>f</i>", "")


class Details(AgreementCase):
    def test_open_and_closed_whatever_they_are(self) -> None:
        for look in ("", "display: flex", "display: grid; gap: 5px", "display: inline-block", "padding: 4px; margin: 6px 0", "height: 100px", "display: flex; flex-direction: column; gap: 3px"):
            for state in ("open", ""):
                self.agree(BASE, "".join(f"<section style='overflow: hidden'><details {state} style='{look}'>{summary}{content}</details><div>z</div></section>" for summary in SUMMARIES for content in CONTENTS), widths=(320,))

    def test_the_box_of_the_contents_has_a_style(self) -> None:
        for rule in ("padding: 5px; margin: 3px", "display: flex", "display: contents", "width: 50%; border: 1px solid", "display: inline", "float: left"):
            self.agree(BASE + f" details::details-content {{ {rule} }}", "<details open><summary>s</summary>by <b>x</b><p>z</p></details><div>z</div>", widths=(320,))


class FontsThatNothingSeenAsksFor(AgreementCase):
    """A page that was just opened has not loaded them (css-fonts-4 §4.9)."""

    OWN = "@font-face { font-family: Own; src: url(bitter-latin-700-normal.woff2) } body { font: 20px serif } .x { font-family: Own, monospace; line-height: normal; float: left }"
    UNSEEN = (
        "<details>text <b>bold</b> <p class=x>wide word</p></details>", "<div style='content-visibility: hidden'><p class=x>wide word</p></div>", "<div hidden=until-found class=x>wide <i class=x>word</i></div>",
        "<details class=x><summary style='font-family: serif'>seen</summary>wide <p class=x>word</p></details>", "<details open><summary>seen</summary><details>a <i class=x>b</i></details></details>",
    )  # fmt: skip

    def test_what_is_not_seen_is_measured_with_the_next_font(self) -> None:
        for unseen in self.UNSEEN:
            for seen in ("", "<p>seen", "<div class=x style='height: 9px'></div>", "<div class=x><p style='font-family: serif'>seen</div>"):
                self.agree(self.OWN, f"{seen}{unseen}", widths=(700,))

    def test_or_with_its_own_where_that_is_loaded(self) -> None:
        for unseen in self.UNSEEN[:4]:
            for seen in ("<p class=x>seen", "<span class=x></span>", "<p style='font-family: Own'><img width=3 height=4>", "<ul style='font-family: Own'><li></ul>", "<input class=x>"):
                self.agree(self.OWN, f"{seen}{unseen}", widths=(700,))


class HiddenUntilFound(AgreementCase):
    def test_it_takes_no_room_and_has_a_box(self) -> None:
        for word in ("=until-found", "=UNTIL-FOUND", "", "=other"):
            self.agree(BASE, f"<div hidden{word} style='border: 1px solid; padding: 2px'><p>a</div><p>b</p><ul><li hidden{word}>c<li>d</ul>", widths=(320,))
