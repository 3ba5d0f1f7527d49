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
