"""Words for a height beside ``aspect-ratio`` (css-sizing-4 §5.1), and sliders between two insets or lines."""

from __future__ import annotations

from .base import AgreementCase


class RatioKeywords(AgreementCase):
    def test_words_for_the_content_are_no_other_height(self) -> None:
        for height in ("fit-content", "min-content", "max-content", "stretch"):
            for position in ("static", "relative", "absolute; left: 0"):
                for width in ("90px", "50%", "auto", "fit-content"):
                    if height == "stretch" and position.startswith("absolute"):
                        continue
                    for sizing in ("content-box", "border-box"):
                        with self.subTest(height=height, position=position, width=width, sizing=sizing):
                            self.agree(f".a {{ height: {height}; width: {width}; position: {position}; box-sizing: {sizing}; aspect-ratio: 2; padding: 9px }}", "<div class=a>Words</div>", widths=(400,))

    def test_a_dialog_with_a_ratio(self) -> None:
        self.agree("dialog { aspect-ratio: 2; width: 90px }", "<dialog open>Words</dialog><p>after</p>")


class Sliders(AgreementCase):
    def test_stretched_between_insets_and_lines(self) -> None:
        for css in ("position: absolute; inset: 0", "position: absolute; left: 9px; right: 5px", "position: absolute; top: 0; bottom: 0", "position: absolute; inset: 0; margin: auto", "position: absolute; inset: 0; width: fit-content"):
            self.agree(f"input {{ {css} }}", "<p><input type=range>", widths=(400,))
        for container in ("display: grid", "display: grid; grid: 60px / 200px", "display: flex", "display: flex; flex-direction: column"):
            for own in ("", "height: 40px", "align-self: stretch", "justify-self: stretch"):
                self.agree(f"div {{ {container} }} input {{ {own} }}", "<div><input type=range></div>", widths=(400,))
