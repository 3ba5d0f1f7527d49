"""Words for a height beside ``aspect-ratio`` (css-sizing-4 §5.1), and sliders between two insets or lines."""

from __future__ import annotations

from .base import PIXEL, AgreementCase


class RatioKeywords(AgreementCase):
    def test_words_for_the_content_are_no_other_height(self) -> None:
        pieces: list[tuple[str, str]] = []
        for height in ("fit-content", "min-content", "max-content", "stretch"):
            for position in ("static", "relative", "absolute; left: 0"):
                for width in ("90px", "50%", "auto", "fit-content"):
                    if height == "stretch" and position.startswith("absolute"):
                        continue
                    for sizing in ("content-box", "border-box"):
                        pieces.append((f".a {{ height: {height}; width: {width}; position: {position}; box-sizing: {sizing}; aspect-ratio: 2; padding: 9px }}", "<div class=a>Words</div>"))
        self.agree_each(pieces, (400,))

    def test_a_dialog_with_a_ratio(self) -> None:
        self.agree("dialog { aspect-ratio: 2; width: 90px }", "<dialog open>Words</dialog><p>after</p>")


class WordsAsLeastWidths(AgreementCase):
    def test_in_what_is_as_wide_as_its_content(self) -> None:
        """css-sizing-3 §5.1: a word means the whole content, whatever the most is; of a drawing without sizes, the width that it has."""
        drawing = "<img src='data:image/svg+xml,<svg xmlns=%22http://www.w3.org/2000/svg%22 {}/>' style='{}'>"
        things = (
            lambda css: drawing.format("width=%2240%22 height=%2220%22", css), lambda css: drawing.format("viewBox=%220 0 20 10%22", css),
            lambda css: f"<svg viewBox='0 0 20 10' style='{css}'></svg>", lambda css: f"<input size=3 style='{css}'>", lambda css: f"<div style='{css}'>coop xx</div>",
        )  # fmt: skip
        self.agree_each(
            (f"main {{ width: 200px }} main > div {{ {around} }} main > div > * {{ display: block }}", f"<main><div>{thing(f'min-width: {least}; max-width: {most}; width: {width}')}</div></main>")
            for around in ("float: left", "display: grid; float: left", "float: left; width: min-content")
            for thing in things
            for width in (("auto", "0", "10px") if "grid" in around else ("auto", "0", "50%", "10px"))
            for least in ("auto", "min-content", "fit-content")
            for most in ("none", "30px", "50%")
        )

    def test_in_rows_of_flex(self) -> None:
        self.agree_each(
            (f"section, section > div {{ display: flex }} a {{ min-width: {least}; max-width: {most}; flex-basis: {basis}; width: {width} }}", "<section><div><a>coop xx</a></div></section>")
            for least in ("auto", "0", "min-content", "max-content", "fit-content", "50%")
            for most in ("none", "min-content", "30px")
            for basis in ("auto", "0", "30px", "content")
            for width in ("auto", "0", "max-content")
        )


class WordsAsLimitsOfDrawings(AgreementCase):
    def test_of_a_ratio_alone_and_of_pictures(self) -> None:
        """As the browser has it: they limit nothing where a ratio alone makes the size; ``stretch`` is the room there is."""
        drawing = "<img class=x src='data:image/svg+xml,<svg xmlns=%22http://www.w3.org/2000/svg%22 {}/>'>"
        things = (drawing.format("width=%2240%22 height=%2220%22"), drawing.format("viewBox=%220 0 20 10%22"), "<svg class=x viewBox='0 0 20 10'></svg>")
        self.agree_each(
            (f"main {{ {around}; width: 120px }} .x {{ display: block; min-width: {least}; max-width: {most}; width: {width} }}", f"<main>{thing}</main>")
            for around in ("display: block", "display: flex", "display: grid", "display: flex; flex-direction: column")
            for thing in things
            for width in ("auto", "10px", "fit-content")
            for least in ("auto", "min-content", "fit-content", "stretch", "20px")
            for most in ("none", "30px", "min-content", "50%")
        )


class Sliders(AgreementCase):
    def test_stretched_between_insets_and_lines(self) -> None:
        for css in ("position: absolute; inset: 0", "position: absolute; left: 9px; right: 5px", "position: absolute; top: 0; bottom: 0", "position: absolute; inset: 0; margin: auto", "position: absolute; inset: 0; width: fit-content"):
            self.agree(f"input {{ {css} }}", "<p><input type=range>", widths=(400,))
        for container in ("display: grid", "display: grid; grid: 60px / 200px", "display: flex", "display: flex; flex-direction: column"):
            for own in ("", "height: 40px", "align-self: stretch", "justify-self: stretch"):
                self.agree(f"div {{ {container} }} input {{ {own} }}", "<div><input type=range></div>", widths=(400,))


class ContentWidths(AgreementCase):
    def test_widths_by_words_are_held_by_limits_of_the_height(self) -> None:
        widths = ("", "min-width: min-content", "min-width: max-content", "min-width: fit-content", "max-width: min-content", "width: min-content", "width: fit-content", "width: max-content")
        pieces: list[tuple[str, str]] = []
        for ratio in ("aspect-ratio: 1; max-height: 50px", "aspect-ratio: 2; max-height: 20px; padding: 5px", "aspect-ratio: 1; max-height: 50px; box-sizing: border-box; padding: 4px", "aspect-ratio: 1; min-height: 120px"):
            for width in widths:
                for around in ("block", "flex", "inline-block", "inline-flex"):
                    pieces.append((f"section {{ display: {around} }} p {{ margin: 0; {ratio}; {width} }}", "<section><p>Welcome tickets extraordinarily</section>"))
        self.agree_each(pieces)

    def test_fields_are_as_wide_as_their_content_by_themselves(self) -> None:
        fields = ("<select class=c><option>Welcome tickets</select>", "<select class=c size=3></select>", "<input class=c>", "<input type=date class=c>", "<input type=file class=c>", "<input type=range class=c>", "<textarea class=c></textarea>", "<button class=c>Welcome tickets</button>")
        sizes = ("height: 110px", "height: 20px", "height: 300px", "height: 110px; min-width: 0", "height: 110px; overflow: hidden", "height: 50px; max-width: 90px", "width: 40px", "min-height: 150px")
        pieces: list[tuple[str, str]] = []
        for field in fields:
            for size in sizes:
                for around in ("block", "flex", "grid"):
                    pieces.append((f"section {{ display: {around} }} .c {{ aspect-ratio: 1; {size} }}", f"<section>{field}</section>"))
        self.agree_each(pieces)


class Pictures(AgreementCase):
    def test_widths_held_by_a_limit_are_what_their_heights_have_through_the_ratio(self) -> None:
        pieces: list[tuple[str, str]] = []
        for width, height in ((101, 67), (640, 427), (333, 500), (1298, 511)):
            for limit in ("max-width: 100%", "max-width: 50px", "max-width: 68.9px", "max-width: 50px; max-height: 40px", "max-width: 33%; min-height: 60px", "max-height: 33px", "min-width: 700px"):
                pieces.append((f"div {{ width: 80px }} img, canvas {{ height: auto; {limit} }}", f"<div><img src='{PIXEL}' width={width} height={height}><canvas width={width} height={height}></canvas></div>"))
        self.agree_each(pieces)


class Containers(AgreementCase):
    def test_what_is_in_flex_and_grid_with_a_ratio(self) -> None:
        insides = ("ferry <img width=90 height=90>", "<img width=20 height=30><p>x</p>", "<b>b</b> <img width=90 height=200> x", "<p>x</p>")
        self.agree_each(
            (f"section {{ width: 304px; display: {display}; align-items: {align}; aspect-ratio: {ratio}; {more} }} b {{ font-size: 40px }}", f"<section>{inside}</section><p>y</p>")
            for display in ("flex", "grid", "inline-flex", "flex; flex-wrap: wrap") for align in ("baseline", "center", "stretch") for ratio in ("3/2", "4", "auto 2")
            for more in ("", "padding: 5px", "max-height: 50px", "box-sizing: border-box; padding: 10px; min-height: 200px") for inside in insides
        )  # fmt: skip

    def test_parts_of_the_height_of_an_item_whose_ratio_gave_it(self) -> None:
        """They are of what the ratio gave, though its content held it open: it is not laid out again as high as its line."""
        rests = ("", "<img width=20 height=30>", "<p>y y y</p>")
        self.agree_each(
            (f"section {{ width: 304px; {outer} }} div {{ aspect-ratio: 2.35; {item} }} b {{ display: block; {part} }}", f"<section><div><b>Lighthouse</b>{rest}</div></section>")
            for outer in ("display: flex", "display: flex; align-items: flex-start", "display: grid", "display: flex; height: 90px", "display: flex; flex-wrap: wrap")
            for item in ("", "width: 60px", "aspect-ratio: 4; display: flex", "overflow: hidden", "flex: 1")
            for part in ("height: 100%", "height: 50%", "min-height: 100%", "max-height: 50%; display: flex") for rest in rests
        )  # fmt: skip

    def test_parts_of_a_height_that_limits_hold(self) -> None:
        limits = ("", "max-height: 90px", "min-height: 400px", "max-height: 90px; padding: 5px", "max-height: 90px; box-sizing: border-box; padding: 5px", "max-height: max-content", "max-height: 90px; min-height: 100px")
        self.agree_each(
            (f"section {{ width: 340px; display: {display}; aspect-ratio: {ratio}; {limit} }} p {{ {part} }}", "<section><p>x</p></section>y")
            for display in ("block", "flow-root", "flex", "inline-block", "list-item") for ratio in ("1", "auto 3/1") for limit in limits
            for part in ("height: 50%", "height: min(66.66%, 190px)", "min-height: 50%", "max-height: 20%; height: 300px")
        )  # fmt: skip
