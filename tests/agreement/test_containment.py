"""Size containment, and sizes that pass through a ratio, against the browser."""

from __future__ import annotations

from .base import AgreementCase

DRAWING = "data:image/svg+xml,<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 320 200'/>"


class Containment(AgreementCase):
    def test_widths_without_what_is_inside(self) -> None:
        self.agree(
            ".f { float: left } .i { contain: inline-size } .c { container-type: inline-size } .g { display: grid; grid-template-columns: 30px auto }",
            "<div class='f i'>tide<p>boat</div><div class='f c'>tide</div><div class='f g i'><b>a</b><i>long words</i></div><button class=i>b</button>",
        )

    def test_table_cells_are_not_contained(self) -> None:
        self.agree("td { container-type: inline-size }", "<table><td>pier<td>boat</table>")

    def test_heights_without_what_is_inside(self) -> None:
        self.agree(".s { contain: size } .k { container-type: size; min-height: 30px } .r { contain: strict; padding: 3px; float: left }", "<div class=s>a</div><div class=k>a<p>b</div><div class=r>a<p>b</div>")

    def test_pictures_without_their_size(self) -> None:
        self.agree(
            "img { display: block } .i { contain: inline-size } .s { contain: size } .w { width: 50px } .h { height: 50px }",
            "".join(f'<img class="{names}" src="{DRAWING}">' for names in ("i", "s", "i w", "i h")),
        )


    def test_every_kind_of_container(self) -> None:
        """What is in it counts for nothing; ``contain-intrinsic-size`` stands for it (css-sizing-4 §4). Of a grid the explicit tracks count."""
        held = ("", "contain-intrinsic-size: 50px 70px", "contain-intrinsic-height: 40px", "contain-intrinsic-width: auto 60px", "contain-intrinsic-size: auto none", "contain-intrinsic-size: auto 30px auto 20px", "contain-intrinsic-block-size: 1em")
        asked = ("contain: size", "contain: strict", "contain: inline-size", "content-visibility: hidden", "container-type: size")
        kinds = (
            "block", "flex", "flex; flex-direction: column", "flex; flex-wrap: wrap; align-items: center", "grid", "grid; grid-template: 30px 1fr / 40px 1fr", "grid; grid-auto-rows: 25px",
            "inline-block", "inline-flex", "table", "inline-grid; grid-template-columns: 20px auto",
        )  # fmt: skip
        for one in held:
            body = "".join(f"<div style='padding: 3px; {one}; {what}; display: {kind}'><p>known isles of</p><i>x</i></div><b>z</b>" for what in asked for kind in kinds)
            self.agree("p { margin: 4px } i { height: 50% }", body, widths=(500,))

    def test_controls_and_pictures_with_a_size_that_stands_for_what_they_hold(self) -> None:
        held = ("", "contain-intrinsic-size: 50px 70px", "contain-intrinsic-height: 40px", "contain-intrinsic-width: 60px")
        kinds = ("<img style='{}' src='" + DRAWING.replace("'", '"').replace('"', "&quot;") + "'>", "<canvas style='{}'></canvas>", "<button style='{}'>abc</button>", "<fieldset style='{}'><legend>ab</legend>x</fieldset>", "<ul style='{}'><li>x</ul>", "<div style='{}; columns: 2'>a<p>b</div>", "<input style='{}'>")
        self.agree("", "".join(kind.replace("{}", f"contain: size; {one}") + "<b>z</b>" for one in held for kind in kinds), widths=(500,))


class Ratios(AgreementCase):
    def test_a_percentage_of_nothing_is_automatic_also_in_a_sum(self) -> None:
        self.agree("div { aspect-ratio: 3 / 2 } .a { height: calc(5% - 24px) } .b { height: 50% }", "<div class=a>a</div><div class=b>a</div>")

    def test_border_boxes_count_their_padding_in_the_ratio(self) -> None:
        self.agree(
            "div { box-sizing: border-box } .a { float: left; padding: 28px; aspect-ratio: 16 / 9 } .b { clear: both; padding: 128px 10px; aspect-ratio: 2 } .g { display: grid } .c { aspect-ratio: 2; padding: 70px 28px }",
            "<div class=a>t</div><div class=b></div><div class=g><div class=c>a</div></div><button class=a>tickets</button>",
        )

    def test_heights_by_ratio_are_definite(self) -> None:
        self.agree(
            "section { aspect-ratio: 16 / 9 } .g { display: grid } p { margin: 0 } .h { height: 50% }",
            "<section class=g><p>Co</p></section><section class=g><p>a<p>b</section><section><p class=h>x</p></section>",
        )

    def test_told_to_stretch_the_ratio_gives_way(self) -> None:
        self.agree(
            "p { aspect-ratio: 1 / 2; margin: 0 } .h { height: 16px } .m { max-height: 16px } .s { justify-self: stretch } .i { justify-items: stretch }",
            "<div><p class='h s'>a</div><div><p class='m s'>a</div><div class=i><p class=h>a</div><div><p class=h>a</div>",
        )

    def test_words_as_limits_of_pictures(self) -> None:
        self.agree(
            "canvas { display: block } .a { max-width: fit-content; width: 284px } .b { max-width: max-content; width: 284px } .c { min-width: min-content; width: 84px }",
            "<canvas class=a width=200></canvas><canvas class=b width=200></canvas><canvas class=c width=200></canvas>",
        )

    def test_widths_by_words_are_held_by_the_ratio(self) -> None:
        self.agree(
            "p { aspect-ratio: 4 / 3; font: 16px/20px serif } .h { max-height: 30px } .l { min-height: 130px }",
            "".join(f"<p class={names} style='width: {word}'>Boatcrossings</p>" for names in ("h", "l") for word in ("min-content", "max-content", "fit-content", "100px")),
        )

    def test_words_as_limits_of_fields_in_a_row(self) -> None:
        self.agree("div { display: flex } .a { min-width: max-content; width: 96px }", "<div><textarea class=a></textarea></div>")

    def test_layout_containment_leaves_no_baseline(self) -> None:
        """css-contain-2 §3.2."""
        boxes = [f"display: {display}; contain: {contain}" for contain in ("layout", "paint", "content", "strict; height: 30px", "style") for display in ("block", "flex", "grid", "inline-block", "inline-flex", "flow-root")]
        lines = [f"<div>a<ul style='display: inline-block; margin: 0; padding: 0'><li style='display: block'>x</li><li style='{box}'><b>x</b><b>y</b></li></ul></div><div>a<p style='{box}; margin: 0'><b>x</b><b>y</b></p></div>" for box in boxes]
        rows = [f"<div style='display: flex; align-items: baseline'><b style='padding: 9px'>a</b><p style='{box}; margin: 0'><b>x</b><b>y</b></p></div>" for box in boxes]
        self.agree("body { font: 16px/18px serif } b { display: block }", "".join(lines + rows), widths=(320,))
