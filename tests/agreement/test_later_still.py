"""More small pages that generated ones came down to: baselines of tables and reversed rows, sticky boxes, kerning at edges."""

from __future__ import annotations

from .base import AgreementCase

PLAIN = "body { font: 16px/18px serif } p { margin: 16px 0 }"


class Tables(AgreementCase):
    def test_heights_do_not_reach_below_a_baseline(self) -> None:
        """CSS 2 §17.5.3: a cell's own height is no part of what stands below its row's baseline."""
        heights = ("height: 10px", "height: 40px", "height: 150px", "height: 150px; padding: 10px", "height: 150px; box-sizing: border-box; padding: 9px")
        cells = ("font-size: 10px", "font-size: 30px", "vertical-align: top; font-size: 30px", "font-size: 10px; height: 100px", "font-size: 10px; height: auto", "line-height: 60px")
        for height in heights:
            tables = "".join(
                f"<table><td>wind<td style='{cell}'>,</table><table><td>wind<p>a</p><td style='{cell}'>,<p>b<tr><td style='{cell}'>x<td>y</table><table><td rowspan=2>wind<td style='{cell}'>,<tr><td>x</table>"
                for cell in cells
            )
            self.agree(PLAIN + f"td {{ vertical-align: baseline; {height} }}", tables, widths=(800,))


class Rows(AgreementCase):
    def test_baselines_of_flex_in_flex(self) -> None:
        """css-flexbox-1 §8.5: the first of a row is its leftmost, reversed or not."""
        bodies = (
            "<p>one two three four five six</p><i>x</i>", "<i>x</i><p>one two three four five six</p>", "<p style='margin: 0'>a</p><i style='font-size: 30px'>x</i>", "<i style='font-size: 30px'>x</i><p>a</p><b>c</b>",
            "<i style='align-self: end'>x</i><p>one two three four five six seven eight</p>", "<p>a</p><i style='align-self: baseline; font-size: 30px'>x</i><b style='align-self: baseline'>y</b>",
            "<p style='order: 1'>a</p><i style='font-size: 30px'>x</i>", "<div></div><i style='font-size: 30px'>x</i>",
        )  # fmt: skip
        flows = [f"{way} {wrap}" for way in ("row", "row-reverse", "column", "column-reverse") for wrap in ("nowrap", "wrap", "wrap-reverse")]
        self.agree(
            PLAIN + ".o { display: flex; align-items: baseline; width: 200px } .s { display: flex; width: 100px }",
            "".join(f"<div class=o><div class=s style='flex-flow: {flow}'>{body}</div><span>ref</span></div>" for flow in flows for body in bodies), widths=(800,),
        )  # fmt: skip


class Sticky(AgreementCase):
    def test_in_boxes_that_scroll(self) -> None:
        """css-position-3 §3.4, as the browser has it: they stick to the content box."""
        insets = ("left: 10px", "top: 10px", "right: 10px", "bottom: 10px", "top: 30px; left: 30px", "left: 0", "top: 0", "right: 40px", "bottom: 40px", "left: 50%", "top: 5%")
        boxes = ("overflow: hidden; padding: 16px 20px", "overflow: auto; padding: 30px; border: 3px solid", "overflow: hidden; height: 100px; padding: 9px", "overflow: hidden", "overflow: hidden; padding: 20px; width: 100px; height: 60px")
        stuck = "position: sticky; height: 20px"
        self.agree(
            PLAIN,
            "".join(
                f"<div style='{box}'><b style='{stuck}; display: inline-block; width: 60px; {inset}'></b></div><div style='{box}'><section style='padding: 10px'><p style='{stuck}; margin: 10px; width: 50px; {inset}'></p><p>b<p>c</section></div>"
                for box in boxes for inset in insets
            ), widths=(800,),
        )  # fmt: skip


class Kerning(AgreementCase):
    def test_text_is_shaped_by_itself_in_isolated_boxes(self) -> None:
        """HTML 15.3: blocks, lists and quotations are ``unicode-bidi: isolate`` wherever they stand."""
        tags = "span li div p section header nav h2 blockquote figure form dl dt dd ul pre summary center bdi output label bdo small details dialog legend"
        self.agree(
            f"{PLAIN} div > * {{ display: inline !important; margin: 0 !important; padding: 0 !important; border: 0 !important; font: 40px sans-serif !important; font-weight: 400 }} div {{ font: 40px sans-serif }}",
            "".join(f"<div>AA<{tag}>VA</{tag}>V<i>x</i></div>" for tag in tags.split()) + "".join(f"<div>AA<b style='unicode-bidi: {value}'>VA</b>V<i>x</i></div>" for value in ("normal", "isolate", "embed", "isolate-override")),
            widths=(800,),
        )  # fmt: skip

    def test_what_is_cut_inside_a_word_keeps_the_kerning_of_its_other_end(self) -> None:
        words = ("Ta-AV", "(To WAVE", "Wind AVA", "a- VAV", "AVATAR-To")
        self.agree(PLAIN + " p { width: 60px; font: 30px sans-serif } b { font-weight: 400 }", "".join(f"<p>{word}<b>V</b>a<b>well</b></p><p><b>{word}</b>Voe</p>" for word in words), widths=(800,))


class Sizes(AgreementCase):
    TEXT = "Boat crossings; two long-standing boat at"

    def test_ratios_of_flex_containers_are_not_held_open_by_stretched_items(self) -> None:
        """css-sizing-4 §5.1: the automatic minimum is of the content as it is at that height (css-flexbox-1 §9.4)."""
        sizes = ("width: 32px", "max-width: 60px", "width: 32px; min-height: 0", "width: 32px; padding: 5px", "width: 32px; box-sizing: border-box; padding: 5px", "height: 20px")
        kinds = ("flex", "inline-flex", "grid", "block", "flex; flex-direction: column", "flex; flex-wrap: wrap", "flex; align-items: center")
        bodies = [f"<div style='display: {kind}; aspect-ratio: {ratio}; {size}'>{body}</div>" for kind in kinds for ratio in ("3/2", "1/2", "1") for size in sizes for body in (self.TEXT, f"<p>{self.TEXT}</p>")]
        self.agree(PLAIN, "".join(f"<section>{body}</section>" for body in bodies), widths=(300,))

    def test_what_depends_on_the_room_is_automatic_in_a_grid(self) -> None:
        """css-grid-2 §6.6: ``fit-content`` and ``stretch`` give no minimum of their own."""
        tracks = ("1fr auto", "auto 1fr", "minmax(0, 1fr) auto", "min-content 1fr", "1fr max-content", "minmax(auto, 50px) 1fr")
        widths = ("auto", "fit-content", "min-content", "max-content", "100%", "stretch", "80px")
        limits = ("", "overflow: scroll", "overflow: hidden", "min-width: 0", "min-width: min-content", "max-width: 50px", "justify-self: start")
        self.agree(
            PLAIN + "section { display: grid; width: 304px }",
            "".join(
                f"<section style='grid-template-columns: {track}'><div style='width: {width}; {limit}'>crossings;</div><div>Tickets at allows dogs extraordinarily well</div></section>"
                for track in tracks for width in widths for limit in limits
            ), widths=(800,),
        )  # fmt: skip

    def test_edges_that_come_to_nothing_make_a_line(self) -> None:
        """CSS 2 §9.4.2: margins, borders and padding count each by itself."""
        edges = ("padding: 8px; margin: 0 -8px", "padding: 8px; margin: auto -8px", "padding-left: 8px; margin-left: -8px", "border: 2px solid; margin: -2px", "padding: 0 8px; margin: 0 -4px", "padding-right: 8px; margin-right: -8px")
        inside = ("<h3>a</h3>", "", "<br>", "<p>a</p>b", "<i></i>", " ")
        self.agree(PLAIN, "".join(f"<div><span style='{edge}'>{body}</span></div><p>z</p>" for edge in edges for body in inside), widths=(300,))

    def test_gauges_are_no_parts_of_tables(self) -> None:
        parts = ("table-cell", "table-row", "table-caption", "table", "inline-table", "block", "inline")
        self.agree(PLAIN, "".join(f"<div>a<{tag} style='display: {part}'></{tag}>b</div>" for tag in ("meter", "progress") for part in parts), widths=(300,))
