"""Still more small pages that generated ones came down to: breaks within words, sizes of flex containers, ratios in grids, clearance."""

from __future__ import annotations

import html

from .base import AgreementCase

SQUARE = "<img src='data:image/svg+xml,%3Csvg xmlns=%22http://www.w3.org/2000/svg%22 viewBox=%220 0 64 64%22 width=%2264%22 height=%2264%22/%3E'>"
PLAIN = "body { font: 16px/18px serif } p, ul, figure, h3 { margin: 0; padding: 0; font: inherit }"


class WithinWords(AgreementCase):
    def test_break_all_between_every_pair_of_marks(self) -> None:
        """css-text-3 §5.2, by the classes of UAX #14."""
        marks = "a1(['\"!$%&*+,-./:;=?@_|~)]€…—日é"
        pairs = "".join(f"<p>{html.escape(one + two)}</p>" for one in marks for two in marks)
        self.agree(PLAIN + " p { width: 0; word-break: break-all }", pairs, widths=(320,))

    def test_break_all_beside_words_that_do_not(self) -> None:
        self.agree(PLAIN, "<div style='width: 300px'><i style='word-break: break-all'>permitting)</i><b style='font-size: 24px'>Incomprehensibilities and</b></div><div style='width: 9.6px; word-break: break-all'>12:45 a-b x?q=1</div>")

    def test_anywhere_between_inline_boxes(self) -> None:
        self.agree(PLAIN, "".join(f"<div style='width: {width}px; overflow-wrap: anywhere'>From<em>Pier</em> <a>Inco</a>,cd <b>I</b>ol</div>" for width in (0, 10, 20, 30)))

    def test_an_opportunity_by_wbr(self) -> None:
        self.agree(
            PLAIN + " div { float: left; clear: left }",
            "<p style='white-space: nowrap'>I boat archipelago leaves dogs 12:45 only the<wbr>Dogs</p><b>by<wbr>,</b> <b>AV<wbr>AV</b><div><wbr> Known light</div><div>a <wbr> Known light</div><div>a<wbr> Known</div>",
        )

    def test_small_capitals(self) -> None:
        self.agree(
            PLAIN + " b { font-weight: 400; font-variant: small-caps } .n { font-variant: small-caps tabular-nums; font-family: Sans }",
            "<b> To a longer note</b><br><b style='font: 13.333px sans-serif; font-variant: small-caps'>a V.b 12</b><div style='display: flex; width: 300px'><p style='width: 340px'>Welcome</p><p><b> To</b></p></div>",
        )

    def test_words_begin_anew_after_a_break(self) -> None:
        self.agree(PLAIN + " div { text-transform: capitalize }", "<div><span>a<br>only</span> <b>x<i>y</i></b> well<input><label>crossings;</label> at<img><label>crossings;</label></div>")

    def test_kerned_with_the_space_that_ends_a_line(self) -> None:
        texts = ("BY ", "BY BY B", "BY <b>a</b>", "BY <br>a", "a BY b c", "Y a", "<b>BY</b> c")
        self.agree(PLAIN + " div { width: min-content } p { float: left; clear: left }", "".join(f"<div>{text}</div><p>{text}</p>" for text in texts))

    def test_an_edge_without_room_goes_back_to_the_last_opportunity(self) -> None:
        boxes = ("margin: 0 40px", "margin-left: 40px", "padding-left: 40px", "margin-left: 20px", "vertical-align: 25%; margin-right: 9px", "vertical-align: 25%")
        self.agree(PLAIN + " p { width: 128px }", "".join(f"<p>Welcome allows<i style='{one}'> Pier boats</i></p><p>Welcome allows<i style='{one}'> Pierpierpier</i></p>" for one in boxes))


class FlexBases(AgreementCase):
    """What a ``flex-basis`` counts in the sizes of its container (css-flexbox-1 §9.9.1, as the browser has it)."""

    def test_grow_and_shrink_decide(self) -> None:
        flexes = (
            "0 1 0", "0 0 0", "1 1 0", "0 1 30px", "1 1 30px", "0 1 200px", "0 0 200px", "1 0 200px", "0 1 50%", "0 1 content; width: 10px", "0 1 30px; width: 200px", "1 1 auto; width: 30px",
            "0 1 30px; min-width: 0", "0 1 30px; overflow: hidden", "0 1 200px; max-width: 100px", "1 1 0; min-width: 120px", "0 1 30px; box-sizing: border-box; padding: 10px",
        )  # fmt: skip
        items = [f"<p style='flex: {flex}'>Leaves boat</p>" for flex in flexes]
        body = "".join(f"<div class={kind}>{item}</div><div class={kind}>{item}<p>Nine</p></div><div class='{kind} w'>{item}<p>Nine</p></div>" for item in items for kind in ("most", "least"))
        self.agree(PLAIN + " .most { display: flex; width: max-content } .least { display: flex; width: min-content } .w { flex-wrap: wrap }", body, widths=(800,))

    def test_pictures_and_fields(self) -> None:
        items = ("<img width=30 height=20 style='flex: 0 0 50px'>", "<img width=30 height=20 style='flex: 0 1 20px'>", "<input style='flex: 0 1 300px'>", "<button style='flex: 0 0 20px'>Nine boats</button>")
        self.agree(PLAIN + " div { display: inline-flex }", "".join(f"<div>{item}</div><br>" for item in items))

    def test_a_ratio_in_a_column(self) -> None:
        items = ("", "min-height: 0", "padding: 5px", "width: 100px", "overflow: hidden", "max-height: 10px")
        boxes = ("align-items: start", "flex-wrap: wrap", "align-items: center; height: 100px")
        self.agree(PLAIN + " div { display: flex; flex-direction: column }", "".join(f"<div style='{box}'><p style='aspect-ratio: 2.35; {item}'>{word}</p></div>" for box in boxes for item in items for word in ("E", "Extraordinarily")))


class RatiosInGrids(AgreementCase):
    """Heights of rows that give widths to columns (css-grid-2 §11.1, step 3)."""

    def test_automatic_rows_and_columns(self) -> None:
        columns = ("", "grid-template-columns: auto auto", "grid-template-columns: auto 1fr", "grid-template-columns: auto auto; justify-content: start", "grid-template-columns: 100px auto")
        self.agree(PLAIN + " div { display: grid }", "".join(f"<div style='{one}'><p style='aspect-ratio: 4/3'>two</p><p>12:45</p></div>" for one in columns) + "<div><p style='aspect-ratio: 3/2; grid-column-start: 2'>,</p></div>")

    def test_rows_of_a_given_height(self) -> None:
        items = ("", "align-self: start", "justify-self: start", "align-self: stretch", "height: 100%", "height: 50px")
        columns = ("", "grid-template-columns: auto auto; width: 200px")
        self.agree(PLAIN + " div { display: grid; grid-template-rows: 60px } .i { display: inline-grid }", "".join(f"<div style='{one}'><p style='aspect-ratio: 4/3; {item}'>two</p><p>12:45</p></div>" for one in columns for item in items) + "<div class=i><p style='aspect-ratio: 4/3'>two</p><p>12:45</p></div>")
        self.agree(PLAIN + " div { display: inline-grid }", "<div><p style='aspect-ratio: 4/3'>A</p></div><div style='grid-template-columns: auto auto'><p style='aspect-ratio: 4/3'>A</p><p>b<br>c</p></div>")


class ContentByRatio(AgreementCase):
    """What content keywords mean where a height and ``aspect-ratio`` give a width (css-sizing-4 §4, §5.1)."""

    def test_in_widths_and_limits(self) -> None:
        looks = [f"width: {word}" for word in ("auto", "min-content", "max-content", "fit-content")]
        looks += [f"{limit}: {word}; width: {width}" for limit in ("min-width", "max-width") for word in ("min-content", "max-content", "fit-content") for width in ("auto", "300px", "max-content")]
        for way in ("", "float: left", "position: absolute"):
            boxes = "".join(f"<div style='height: 70px; position: relative; overflow: hidden'><p style='{way}; {size}; {look}'>{text}</p></div>" for look in looks for size, text in (("height: 30px; aspect-ratio: 1 / 2", "by"), ("height: 60px; aspect-ratio: 1", "Allows the on wind")))
            self.agree(PLAIN, boxes, widths=(320,))

    def test_in_a_grid(self) -> None:
        boxes = "".join(f"<div style='display: grid'><p style='height: 60px; aspect-ratio: 1; {limit}: {word}'>Allows the on wind</p></div>" for limit in ("min-width", "max-width") for word in ("min-content", "max-content"))
        self.agree(PLAIN, boxes, widths=(320,))


class Clearance(AgreementCase):
    def test_margins_count_where_nothing_is_in_the_way(self) -> None:
        floats = ("right; width: 600px; height: 60px", "right; width: 100px; height: 20px", "left; width: 100px; height: 60px")
        body = "".join(
            f"<div style='display: flow-root'><b style='float: {one}'></b>{text}<div><h3 style='clear: {clear}; margin: 19px 0'>when</h3></div></div>"
            for one in floats for text in ("Is", "<img>", "<p>a</p>") for clear in ("left", "right", "none")
        )  # fmt: skip
        self.agree(PLAIN, body)

    def test_a_float_wider_than_its_room_leaves_none(self) -> None:
        self.agree(PLAIN, "<h4 style='float: right; width: 100%; margin: 0 0 0 18px'>e</h4><a><img></a>", widths=(320,))
        self.agree(PLAIN, "<div style='width: 0'><b style='float: right'>from</b><p style='float: left'>Lighthouse</p></div>", widths=(320,))

    def test_a_line_does_not_go_below_a_float_that_it_met_after_a_word(self) -> None:
        for side in ("left", "right"):
            one = f"<b style='float: {side}; width: 150px; height: 60px'></b>"
            other = f"<b style='float: {side}; width: 90px; height: 30px'></b>"
            long = "<i>incomprehensibilitiesmoremore</i> and more"
            body = "".join(f"<p style='display: flow-root'>{words}{long}</p>" for words in (f"dogs{one}(", f"dogs cats {one}", one, f"{one} a {other}", f"a b c d {one}{other}"))
            self.agree(PLAIN, f"{body}{one}<p>a {other}{long}</p>", widths=(200, 320))

    def test_a_first_child_clears_a_float_outside_its_parent(self) -> None:
        for height in (0, 10, 60):
            for around in ("", "padding: 1px"):
                for clear in ("left", "right", "both"):
                    self.agree(PLAIN, f"<section style='{around}'><b style='float: left; width: 20px; height: {height}px'></b><ul style='margin: 16px 0'><li style='clear: {clear}; margin: 40px 6px'>W</li></ul></section>", widths=(320,))

    def test_rows_of_floats_in_a_widest_size(self) -> None:
        rows = ("left 40 none, right 50 left", "left 40 none, left 50 left, right 30 none", "left 40 none, right 50 none, left 20 left", "right 50 none, left 40 none, left 60 left", "left 50 none, right 40 none, right 60 right", "left 40 none, right 50 none, left 20 both")
        bodies = ["".join("<a style='float: {}; width: {}px; clear: {}'></a>".format(*one.split()) for one in row.split(", ")) for row in rows]
        self.agree(PLAIN + " div { width: max-content } a { height: 5px }", "".join(f"<div>{floats}text</div>" for floats in bodies))

    def test_what_was_inline_stands_beside_floats(self) -> None:
        for before in ("", "<div>x</div>"):
            for align in ("left", "center", "right"):
                self.agree(PLAIN + f" body {{ text-align: {align} }}", f"{before}<a style='float: left'>long</a><a style='position: absolute'>I</a><p>under</p><p style='position: absolute'>I</p>")


class Odds(AgreementCase):
    def test_what_scrolls_ends_an_inline_block_by_its_margin_edge(self) -> None:
        last = ("<hr>", "<div style='overflow: hidden'>ferry</div>", "<div style='overflow: auto; margin: 3px'>ferry</div>", "<div style='overflow: clip'>ferry</div>", "<p style='height: 0; overflow: hidden'>ferry</p>", "<div style='overflow: hidden'>ferry</div>b")
        self.agree(PLAIN + " .i { display: inline-block }", "".join(f"<div>x<span class=i><p>a</p>{one}</span></div>" for one in last))

    def test_quotes_that_nothing_opened(self) -> None:
        self.agree(PLAIN + " .x::before { content: 'x' } .n::before { content: none }", "<q class=x>I</q> <q class=n>only <q>a</q></q> <q>a <q class=x>b</q></q>")

    def test_tables_without_cells(self) -> None:
        self.agree(
            PLAIN + " .c { border-collapse: collapse; border: 2px solid }",
            "<table class=c></table><table class=c><tr></tr></table><table><col style='width: 80px'><tr></tr></table><table style='width: 24px; table-layout: fixed'><caption>and/or</caption></table><table style='max-width: min-content'><td>Archipelago boat</table>",
        )

    def test_out_of_flow_in_an_inline_box_that_is_moved(self) -> None:
        inside = ("<span>,</span>", "x<span>,</span>", "<b><span>,</span></b>", "<span style='left: 3px'>,</span>", "<u style='display: block'>,</u>")
        self.agree(PLAIN + " a { position: relative; left: 60px; top: 5px } span, u { position: absolute }", "".join(f"<p><a>{one}</a></p><p>word <a>{one}</a></p>" for one in inside))

    def test_an_empty_line_is_indented(self) -> None:
        self.agree(PLAIN + " div { text-indent: 24px }", "<div><a></a></div><div><a><b></b></a></div><div style='text-align: center'><a></a></div><div style='text-align: right'><a></a></div>")

    def test_no_box_is_less_than_nothing_wide(self) -> None:
        self.agree(PLAIN, "<sup><a style='margin: auto -33.333%'>nine</a></sup><p><span><b style='margin-right: -33%'>nine</b></span></p><p><span style='border: 1px solid'><b style='margin-right: -33%'>nine</b></span>x</p>")

    def test_heights_of_row_groups(self) -> None:
        self.agree(
            PLAIN,
            "<table><tbody style='height: 180px'><tr><td>a<tr><td>b<br>c</table><table><thead style='height: 80px'><tr><td>a</thead><tbody><tr><td>b</table><table style='height: 300px'><thead style='height: 80px'><tr><td>a</thead><tbody><tr><td>b</table>",
        )

    def test_blocks_in_aligned_paragraphs_and_headings(self) -> None:
        block = "<b style='display: block; width: 20px'>a</b>x"
        self.agree(PLAIN, "".join(f"<{tag} align={align}>{block}</{tag}>" for tag in ("p", "h3", "div") for align in ("left", "right", "center", "middle", "justify")))

    def test_a_line_end_beside_wbr(self) -> None:
        self.agree(PLAIN, "at<wbr>\n<small>and</small> at\n<wbr><small>and</small> at<wbr> \n b\u200b\nc")


class Definite(AgreementCase):
    def test_a_row_stretched_to_its_own_height_gives_ratios_a_width(self) -> None:
        ways = ("display: grid", "display: flex", "", "display: flex; flex-direction: column", "display: flex; flex-direction: column; height: 200px")
        items = (SQUARE, "<p style='aspect-ratio: 2'>and</p>", "<p style='aspect-ratio: 2; height: 10px'>and</p>")
        self.agree(PLAIN, "".join(f"<div style='{way}; width: 304px'><section style='display: flex; {more}'><h3 style='margin: 30px 0'>Back</h3>{item}</section></div>" for way in ways for item in items for more in ("", "flex-wrap: wrap", "flex: 1")), widths=(320,))

    def test_room_at_a_static_position_that_is_aligned(self) -> None:
        """css-position-3 §3.5.1: as far to both sides as to the nearer edge, or to the edge at its start."""
        words = "<span style='position: absolute'>Incomprehensibilities back at allows well long-standing pier by dusk</span>"
        self.agree(PLAIN, "".join(
            f"<div style='{way}: {where}; width: {width}px; margin-left: {left}px'>{words}</div>"
            for way in ("display: flex; justify-content", "display: grid; justify-items") for where in ("center", "flex-end", "start") for width in (520, 200, 100) for left in (0, 60)
        ), widths=(320,))  # fmt: skip

    def test_insets_that_leave_less_than_nothing(self) -> None:
        margins, sizes = ("auto", "auto 0", "0 auto", "auto auto 0 0", "0 0 auto auto"), ("", "height: 50px", "height: 50px; width: 200px", "max-height: 20px", "min-height: 90px", "width: fit-content", "height: fit-content", "padding: 5px")
        self.agree(PLAIN, "".join(f"<div style='position: relative; width: 100px; height: 60px'><p style='position: absolute; margin: {margin}; inset: {inset}; {size}'>On</p></div>" for inset in ("30px 20px 10px 40px", "60px 70px") for margin in margins for size in sizes), widths=(320,))

    def test_words_of_an_element_without_a_box_as_an_item(self) -> None:
        self.agree(PLAIN + " a { display: contents; font: 17px/1.5 Sans } b { display: contents; font-size: 12px }", "".join(f"<div style='display: {way}; float: left; clear: left'>{inside}</div>" for way in ("flex", "grid", "block") for inside in ("<a>18</a>", "x<a>18</a>y", "<b>18</b>", "<b>1<i>2</i>3</b>", "<a> </a>z")), widths=(320,))

    def test_a_row_of_a_height_is_as_wide_as_it_gives_its_items(self) -> None:
        looks = ("", "margin: 3px", "padding: 4px", "width: 20px", "flex: 1", "flex-basis: 30px", "height: 50px", "max-height: 100px", "min-width: 0", "align-self: start")
        items = [SQUARE, *(f"<p style='aspect-ratio: 1 / 2; {look}'>dogs</p>" for look in looks), f"<p style='aspect-ratio: 1 / 2'>dogs</p>{SQUARE}"]
        ways = ("height: 152px", "height: 152px; padding: 5px; box-sizing: border-box", "height: 152px; flex-wrap: wrap", "height: 152px; align-items: center", "max-height: 152px", "min-height: 152px")
        self.agree(PLAIN, "".join(f"<div style='display: flex; float: left; clear: left; {way}'>{item}</div>" for way in ways for item in items), widths=(320,))

    def test_items_spread_where_there_is_no_room(self) -> None:
        boxes = "<p style='flex: none; width: 150px; height: 70px'>a</p><p style='flex: none; width: 120px; height: 60px'>b</p>"
        words = ("space-around", "space-between", "space-evenly", "center", "flex-end", "end", "start", "safe center")
        self.agree(PLAIN + " div { width: 200px; height: 100px; margin: 50px; display: flex }", "".join(
            f"<div style='flex-direction: {way}; justify-content: {word}'>{boxes}</div><div style='flex-flow: {way} {wrap}; align-content: {word}'>{boxes}</div>"
            for way in ("row", "row-reverse", "column", "column-reverse") for wrap in ("wrap", "wrap-reverse") for word in words
        ), widths=(400,))  # fmt: skip

    def test_buttons_are_no_parts_of_tables(self) -> None:
        displays = ("table", "inline-table", "table-cell", "table-row", "table-caption", "inline-flex", "list-item")
        buttons = "".join(f"<p>x <button style='display: {display}'>a<br>b</button> <input type=submit style='display: {display}'> y</p><table><th><button style='display: {display}'>ab</button></table>" for display in displays)
        self.agree("", buttons)

    def test_drawings_with_a_ratio_count_their_edges_where_box_sizing_does(self) -> None:
        self.agree("svg { border: thin dotted; padding: 9px }", "".join(f"<div style='width: 300px'><svg style='aspect-ratio: 1 / 2; {look}'></svg></div>" for look in ("", "box-sizing: border-box", "box-sizing: border-box; max-width: 100px", "display: block; box-sizing: border-box")))

    def test_limits_by_content_in_widest_sizes(self) -> None:
        self.agree("", "".join(f"<table><td><img style='{limit}' width=200></table><div style='float: left; {limit}; width: 200px'>words</div><p style='clear: both'></p>" for limit in ("max-width: fit-content", "max-width: min-content", "max-width: max-content")))

    def test_a_container_is_asked_for_what_is_generated_in_it(self) -> None:
        """css-conditional-5 §6: of a pseudo-element its element may be the container."""
        css = "@container (inline-size > 300px) { .w::before { content: 'a'; display: block; height: 20px; width: 50cqw } } .w { container-type: inline-size }"
        self.agree(css, "<div class=w><p>x</p><p class=w>y</p></div><div style='width: 40%'><div class=w>x</div></div>")

    def test_lines_lower_than_their_font_by_an_odd_part_of_a_pixel(self) -> None:
        """The half of −129/64 px is −64/64: such halves are cut towards nothing before they are cut down to whole px."""
        sizes, heights = (21, 22.5, 17, 13.3, 15, 16.5), (1.333, 1.111, 1.277, 1.19, 1.05)
        self.agree("b { font-weight: 400 } p { margin: 0 }", "".join(f"<p style='font: {size}px/{height} {family}'><b>x</b></p><h2 style='font: {size}px/1.2 {family}'><b style='line-height: {height}'>To</b></h2>" for size in sizes for height in heights for family in ("Sans", "Slab", "sans-serif")), widths=(320,))

    def test_fields_are_as_large_under_containment(self) -> None:
        fields = ("<input>", "<textarea></textarea>", "<input type=checkbox>", "<button>Words</button>", "<meter></meter>")
        self.agree("", "".join(field.replace(">", f" style='{look}'>", 1) for field in (*fields, "<select><option>Words</select>") for look in ("container-type: inline-size", "contain: inline-size")))
        self.agree("", "".join(field.replace(">", f" style='{look}'>", 1) for field in fields for look in ("container-type: size", "contain: size")))

    def test_what_is_replaced_is_no_part_of_a_table(self) -> None:
        parts = ("table-cell", "table-row", "table", "inline-table", "table-caption", "table-column", "table-row-group")
        self.agree("", "".join(f"<p>a {one.format(part)} b</p><div style='display: table'>{SQUARE} b</div>" for one in (SQUARE.replace("<img", "<img style='display: {}'", 1), "<input style='display: {}'>") for part in parts))

    def test_a_limit_that_fits_within_another(self) -> None:
        look = "width: max-content; max-width: fit-content"
        for margin in ("margin: 12px", "", "padding: 9px"):
            self.agree("", f"<article style='{look}; {margin}'><div style='{look}; {margin}'>Only dusk tickets lighthouse and all that is on the quay</div></article>")

    def test_items_of_columns_are_no_lower_than_their_ratio_makes_them(self) -> None:
        looks = ("", "overflow: hidden", "min-height: 0", "width: 90px", "align-self: start", "padding: 9px", "box-sizing: border-box; padding: 9px", "max-height: 100px", "flex: 1", "height: 20px", "margin: 9px")
        self.agree("", "".join(f"<div style='display: flex; flex-direction: column; height: 60px; margin-bottom: 300px'><a style='aspect-ratio: 4 / 3; {look}'>{inside}</a></div>" for look in looks for inside in ("Words", "<b style='display: block; height: 300px'>x</b>")))

    def test_negative_margins_take_from_what_stands_beside_them_in_widest_sizes(self) -> None:
        for margin in ("-5px", "auto -2.125em", "0 -60px 0 0", "-30px"):
            for display in ("inline-flex", "flex; flex-direction: column; float: left", "flex; float: left; flex-wrap: wrap", "inline-grid", "inline-block"):
                inside = (f"At<span style='margin: {margin}'>Dusk</span>", f"<b style='display: inline-block; margin: {margin}'>Dusk</b>", f"words <b style='display: inline-block; margin: {margin}'>Dusk</b> words", f"<p style='margin: {margin}'>Dusk</p><p style='margin: 0'>x</p>")
                self.agree("", "".join(f"<div style='display: {display}'>{one}</div><s>x</s>" for one in inside), widths=(320,))

    def test_cells_over_columns_that_are_one_give_it_no_width_of_its_own(self) -> None:
        cells = ("<td>nine<td style='width: 180px' colspan=2>Wind", "<td style='width: 50px'>nine<td style='width: 180px' colspan=2>Wind", "<col style='width: 50px'><td>nine<td style='width: 180px' colspan=2>Wind", "<td>nine<td style='width: 30%' colspan=2>Wind", "<td>nine<td style='width: 180px' colspan=2>Wind<tr><td>a<td>b<td>c")
        self.agree("", "".join(f"<table {width}>{one}</table>" for one in cells for width in ("width=100%", "")))

    def test_tables_of_a_ratio(self) -> None:
        """css-sizing-4 §4: the height that it gives is filled by the rows."""
        looks = ("", "width: 300px", "width: 300px; height: 20px", "height: 60px", "max-height: 60px", "min-height: 160px", "width: 300px; border-collapse: collapse", "float: left", "display: inline-table", "aspect-ratio: 20")
        self.agree("table { aspect-ratio: 2.35 }", "".join(f"<table style='{look}'><td>at when from is</table><p style='clear: both'></p>" for look in looks))
        self.agree("table { aspect-ratio: 2.35 }", "".join(f"<div style='display: {display}'><table><td>at when from is</table></div>" for display in ("flex", "flex; flex-direction: column", "grid")))

    def test_capitals_by_the_character_before_in_the_tree(self) -> None:
        """Also in blocks, boxes out of flow and such as are split; quotations that close are not yet there, others are."""
        texts = ("<q>Tickets</q>from", "<q>tickets</q><b>from</b>", "say<q>word</q>", "a<b style='display: inline-block'>from</b><i>on</i>", "a<b style='position: absolute'>from</b><i>on</i>", "a<b style='float: left'>from</b><i>on</i>", "a<p>from</p><i>on</i>", "a<wbr><b>from</b>", "a<i class=x></i><b>from</b>")
        self.agree("div { text-transform: capitalize; margin-bottom: 30px } .x::after { content: counter(x, disc) }", "".join(f"<div><span>{text}</span></div>" for text in texts))
        inside = ("<p style='position: absolute'>x-</p>", "<p style='float: left'>x-</p>", "<p style='position: absolute'></p>", "<p style='float: left'></p>", "<p>x</p><u style='position: absolute'>from</u>")
        self.agree("div { text-transform: capitalize; margin-bottom: 60px }", "".join(f"<div>a{one}<b>from</b></div>" for one in inside))

    def test_fields_lower_than_their_line_keep_its_middle(self) -> None:
        fields = [f"<div><input {kind} style='height: {height}px; padding: {padding}; box-sizing: border-box'>x</div>" for kind in ("", "value=a", "placeholder=a", "type=search", "type=number") for height in (4, 14, 18) for padding in ("0", "4px", "8px 0 0", "0 0 8px")]
        self.agree("", "".join(fields) + "<h2 style='height: 24px'><input style='height: 100%; padding: 8px; box-sizing: border-box'></h2>", widths=(640,))

    def test_blocks_out_of_flow_stand_below_what_is_empty_before_them(self) -> None:
        before = ("<span></span>", "<span> </span>", "<span style='background: red'></span>", "<img width=0 height=0>", "<i><b></b></i>", "a<br><span><br></span>", "<b style='float: left'>x</b>", "<b style='position: absolute'>x</b>")
        self.agree("ul { position: absolute }", "".join(f"<div style='margin-bottom: 60px'>{one}<ul>Wind</ul>the</div>" for one in before) + "<span><ul>Wind</ul>the</span>")

    def test_lines_pulled_back_between_floats_that_leave_no_room(self) -> None:
        floats = "".join(f"<section style='width: 300px'><b style='width: {width}px; height: {height}px'></b><i></i>x<div style='text-indent: -16px'>{text}</div></section>" for width in (140, 149, 150, 160) for height in (10, 30, 50) for text in ("I", "abc", "abc def"))
        self.agree("b { float: left } i { float: right; width: 150px; height: 10px; margin-top: 20px }", floats + "<section style='width: 300px'><b style='width: 310px; height: 30px'></b><div style='text-indent: -36px'>Pie</div></section>", widths=(640,))

    def test_boxes_out_of_flow_are_aligned_where_they_would_stand(self) -> None:
        """css-position-3 §3.5.1: in block containers their static-position rectangle is as wide as these, on a line as high as it."""
        looks = ("place-self: center", "justify-self: end", "align-self: end", "place-self: center; margin: 0", "place-self: center; top: 5px; margin: 0", "place-self: center; left: 5px", "place-self: stretch", "justify-self: right; margin: 5px")
        for tag in ("p", "b"):
            out = [f"<{tag} style='{look}'>back</{tag}>" for look in looks]
            self.agree(f"{tag} {{ position: absolute }} section {{ margin: 60px 0 }}", "".join(f"<section>{before}{one}{after}</section>" for one in out for before, after in (("", ""), ("<div>a</div>", "<div>a</div>"), ("a ", " b"), ("<div style='text-align: center; line-height: 40px'>x ", "y</div>"))))

    def test_no_space_after_a_marker_inside(self) -> None:
        texts = ("\nboard", " board", "<b> board</b>", "<!-- --> board", "<b></b> board", " <p>board</p>")
        self.agree("div div { display: list-item; list-style-position: inside } div { float: left; clear: left }", "".join(f"<div><div style='list-style-type: {kind}'>{text}</div></div>" for text in texts for kind in ("disc", "decimal", '"x"', "square", "none")))

    def test_limits_of_height_through_the_ratio_of_items(self) -> None:
        looks = ("max-height: 16px", "min-height: 500px", "max-height: 16px; min-height: 10px")
        sides = ("", "justify-self: stretch", "justify-self: start", "align-self: start", "place-self: stretch")
        self.agree("a { aspect-ratio: 1 / 2 }", "".join(f"<div style='display: {display}'><a style='{look}; {side}'>and sky</a></div>" for display in ("grid", "flex") for look in looks for side in sides))

    def test_percentages_of_what_stands_beside_floats_are_of_the_containing_block(self) -> None:
        """CSS 2 §9.5: a box with a formatting context of its own is as wide as there is room; its percentages are not of that."""
        looks = ("max-width: 50%", "max-width: 90%", "min-width: 50%", "min-width: 90%", "padding: 5%", "padding: 0 40%", "margin-left: 10%", "margin-left: 40%", "margin: 0 auto; max-width: 50%")
        drawing = "<img style='display: block; {}' src='data:image/svg+xml,%3Csvg xmlns=%22http://www.w3.org/2000/svg%22 width=%22640%22 height=%22360%22/%3E'>"
        for side in ("left", "right"):
            for one in ("<div style='overflow: hidden; {}'>x</div>", "<div style='display: flex; {}'>x</div>", "<div style='display: grid; {}'>x</div>", "<table style='{}'><td>x</table>", drawing):
                self.agree(f"h2 {{ float: {side}; margin: 20px 0; font-size: 24px }} section {{ overflow: hidden }}", "".join(f"<section><h2>Archi</h2>{one.format(look)}</section>" for look in looks), widths=(320, 640))

    def test_ends_of_inline_boxes_after_a_forced_break_stand_before_it(self) -> None:
        looks = ("", "border: 2px solid", "padding: 2px", "margin: 2px", "background: red")
        after = ("", "b", "<i></i>", "<i style='border: 2px solid'></i>")
        self.agree("", "".join(f"<div><a style='{look}'>a<br></a>{more}</div><div><a style='white-space: pre; {look}'>{text}</a>{more}</div>" for look in looks for text in ("\n\n", "a\n", "\n\na") for more in after), widths=(320,))

    def test_what_is_out_of_flow_in_a_table_has_a_cell_round_it(self) -> None:
        """css-tables-3 §2.2.1: no table part, it is wrapped in an anonymous one, which has its column and its spacing."""
        inside = ("<th class=a>Long", "<tr><th class=a>Long<tr><td>x", "<tr class=a><td>a</td></tr><tr><td>x", "<tbody class=a><tr><td>a</tbody><tr><td>x", "<caption class=a>x</caption><tr><td>x", "<tr><td>x<td class=a>y<td>z", "<tr><td class=a>y<td>x", "<tr><td class=a>y<td class=a>x", "<tr style='height: 30px'><th class=a>Long")
        self.agree(".a { position: absolute }", "".join(f"<table style='{look}'>{one}</table>" for look in ("", "border: 1px solid", "border-collapse: collapse") for one in inside))

    def test_markers_beside_blocks_without_a_line_need_no_more_than_the_box_has(self) -> None:
        inside = ("<img style='display: block'>", "<div style='height: 5px'></div>", "<div style='overflow: hidden; height: 5px'></div>", "<div style='display: flex; height: 5px'></div>", "<hr>", "<div>y</div>", "", "<i style='float: left'>x</i>")
        looks = ("", "padding: 5px", "padding: 0 0 9px", "padding: 30px 0 0", "border: 2px solid", "list-style: none", "list-style-position: inside; padding: 9px 0 0")
        self.agree("", "".join(f"<ul style='overflow: hidden'><li style='{look}'>{one}</li></ul>" for look in looks for one in inside), widths=(320,))

    def test_rows_that_are_parts_of_a_height_in_a_column(self) -> None:
        rows = ("grid-auto-rows: 80%", "grid-template-rows: 50% 50%", "grid-auto-rows: 150%", "grid-auto-rows: 80%; min-height: 50px", "row-gap: 10%; grid-auto-rows: 80%")
        self.agree("", "".join(f"<div style='display: {display}'><div style='display: grid; {one}'>by</div></div>" for display in ("block", "flex", "flex; flex-direction: column", "grid") for one in rows))

    def test_columns_that_wrap_are_as_wide_as_their_lines_beside_each_other(self) -> None:
        looks = ("height: 40px", "height: 20px", "max-height: 40px", "height: 40px; gap: 5px 7px", "height: 60px; gap: 25%", "min-height: 20px", "height: 40px; box-sizing: border-box; padding: 3px", "height: 30px; flex-direction: column-reverse", "")
        items = "<a>Harbour ferry</a><a>By boat</a><a>x</a>"
        for way in ("wrap", "wrap-reverse", "nowrap"):
            self.agree("section > div { display: flex; flex-direction: column }", "".join(f"<section style='float: left; width: {width}'><div style='flex-wrap: {way}; {look}'>{items}</div></section>" for width in ("auto", "min-content") for look in looks))


class Edges(AgreementCase):
    """Edges of inline boxes at the ends of lines, and what stands on baselines."""

    def test_a_block_in_an_inline_box_may_be_parted_from_what_is_before_it(self) -> None:
        befores = ("pier", "pier ", "<b style='padding-right: 9px'>pier</b>", "<img style='width: 28px; height: 10px'>", "<img style='width: 28px; height: 10px'> ", "<i style='display: inline-block'>pier</i>")
        boxes = ("<span style='{}'><h3>pier</h3></span>", "<span><em style='{}'><h3>x</h3></em></span>", "<span style='{}'><b></b><h3>x</h3>y</span>", "<span style='{}'><br>y</span>", "<span style='{}'></span>")
        self.agree(PLAIN + " div { width: 30px }", "".join(f"<div>{before}{box.format(edge)}</div>" for before in befores for box in boxes for edge in ("padding-left: 14px", "margin-left: 14px", "border-left: 3px solid")), widths=(320,))

    def test_a_space_in_an_inline_box_behind_words_that_do_not_wrap(self) -> None:
        boxes = [f"<a style='white-space: {kept}; margin-left: 20px'>12:45</a><b style='{edge}'>{text}</b>" for kept in ("pre", "nowrap", "normal") for edge in ("padding-left: 3px", "margin-left: 3px", "") for text in (" To", "To", " To it")]
        self.agree(PLAIN, "".join(f"<div style='width: {width}px'>{box}</div>" for box in boxes for width in (20, 40, 57)), widths=(320,))

    def test_edges_at_the_end_of_words_count_to_the_widest(self) -> None:
        edge = "<span style='padding-left: 14px'></span>"
        texts = (f"archipelago x{edge}", f"archipelago {edge}", f"archipelago x<em></em>{edge}", f"archipelago x<em>y</em>{edge}", "<span style='padding-right: 14px'>archipelago x</span>", "<span style='padding-right: 14px'>archipelago x</span>yyy")
        self.agree(PLAIN + " div { width: min-content }", "".join(f"<div>{text}</div>" for text in texts), widths=(320,))

    def test_baselines_beyond_their_items(self) -> None:
        inner = [f"<div style='align-self: {align}'><div style='display: {display}; margin: {margin}'>Is</div></div>" for margin in ("-30px auto", "-10px 0 -20px", "-5px 0") for align in ("baseline", "last baseline", "start") for display in ("flex", "block")]
        self.agree(PLAIN + " .f { display: flex }", "".join(f"<div class=f>{one}</div><div class=f>{one}<div style='align-self: baseline; margin-top: -25px'>x</div></div>" for one in inner), widths=(320,))

    def test_baselines_of_what_is_reversed_and_of_what_stands_in_blocks(self) -> None:
        insides = (
            "display: flex; flex-wrap: wrap; width: 60px", "display: flex; flex-wrap: wrap-reverse; width: 60px", "display: flex; flex-direction: column", "display: flex; flex-direction: column-reverse", "display: grid", "display: table", "overflow: hidden",
        )  # fmt: skip
        items = [f"<section style='{one}'><i>x</i><b>y</b></section>" for one in insides]
        lines = [f"<div><em>a</em><ul style='display: {outer}; padding-bottom: 5px'>{item}{more}</ul></div>" for item in items for outer in ("inline-block", "inline-flex", "inline-grid") for more in ("", "<p>z</p>")]
        rows = [f"<div style='display: flex; align-items: {align}'><p style='height: 70px'>a</p><ul>{item}</ul>{item}</div>" for item in items for align in ("baseline", "last baseline")]
        self.agree(PLAIN + " i, b { display: block } section > i { width: 60px } section > b { width: 50px; height: 30px }", "".join(lines + rows), widths=(800,))

    def test_symbols_in_lines_of_another_height(self) -> None:
        lists = [f"<ul style='line-height: {height}'><li style='list-style: inside'>x<li style='list-style: decimal inside'>x<li>x</ul><details><summary style='line-height: {height}'>Two</summary></details>" for height in ("0", "5px", "2")]
        self.agree("body { font: 16px/18px serif }", "".join(lists), widths=(320,))


class Shares(AgreementCase):
    def test_least_widths_with_a_percentage_in_the_sizes_of_a_container(self) -> None:
        limits = ("min-width: max(10%, 256px)", "min-width: calc(10% + 200px)", "min-width: clamp(10px, 50%, 200px)", "min-width: min(10%, 200px)", "max-width: min(50%, 20px)", "width: max(10%, 100px)")
        outers = ("display: flex", "float: left", "display: inline-block", "display: table")
        self.agree(PLAIN + " div { clear: both }", "".join(f"<div><div style='{outer}'><div style='display: {inner}'><p style='{limit}'>two b</p></div></div></div>" for limit in limits for outer in outers for inner in ("flex", "block")), widths=(800,))

    def test_rows_of_less_than_a_whole_part(self) -> None:
        grids = [f"<div style='grid-auto-rows: {rows}; {height}'><i style='grid-row: {one}'>Of</i><p style='grid-row: {two}'>x</p><p>y</p></div>" for rows in (".5fr", ".25fr", ".5fr 1fr", ".3fr .3fr", "auto .5fr") for height in ("", "height: 60px", "min-height: 60px") for one, two in (("span 2", "auto"), ("span 2", "span 2"), ("span 3", "auto"))]
        self.agree(PLAIN + " div { display: grid; grid-template-columns: 1fr 1fr }", "".join(grids), widths=(320,))

    def test_boxes_aligned_between_insets_reach_as_far_as_their_containing_block(self) -> None:
        """css-position-3 §4.1, css-align-3 §4.4.1."""
        aligns = ("place-self: center", "justify-self: end", "justify-self: start", "justify-self: safe center", "justify-self: unsafe end", "justify-self: stretch", "align-self: end; top: 30px; bottom: 30px")
        insets = ("left: -28px; right: 70px", "left: 10px; right: 10px", "left: -28px; right: 170px", "left: 200px; right: 20px", "left: 10px")
        boxes = [f"<div><p style='{inset}; {align}; {width}'>Extraordinarily</p></div>" for align in aligns for inset in insets for width in ("", "width: 50px", "width: 400px")]
        self.agree(PLAIN + " div { position: relative; width: 98px; height: 40px; margin-left: 50px } p { position: absolute }", "".join(boxes), widths=(800,))

    def test_a_height_through_a_ratio_is_held_by_content_in_a_column(self) -> None:
        heights = ("height: 40px", "height: 40px; flex-grow: 1", "flex-basis: 40px", "flex: 0 0 40px", "height: 40px; max-height: 20px", "height: 40px; flex-basis: 20px", "min-height: 40px")
        boxes = [f"<div style='{box}; align-items: {align}'><p style='aspect-ratio: 1/2; {height}'>Extraordinary</p></div>" for box in ("", "flex-wrap: wrap", "height: 100px") for align in ("flex-end", "stretch") for height in heights]
        self.agree(PLAIN + " div { display: flex; flex-direction: column; margin-bottom: 200px }", "".join(boxes), widths=(320,))
