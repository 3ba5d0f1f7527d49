"""Causes of differences that generated pages found, each against the browser by itself."""

from __future__ import annotations

from .base import AgreementCase


class Lines(AgreementCase):
    def test_boxes_with_fragments_in_what_stands_at_the_top(self) -> None:
        inner = (
            "new", "<i>new</i>", "<i style='background: red'>new</i>", "<i style='border: 1px solid'>new</i>", "<i style='margin: 1px'>new</i>", "<i style='position: relative'>new</i>", "<i class=after></i>",
            "<i style='line-height: 30px; border: 1px solid; vertical-align: 4px'>new</i>", "<i style='border: 1px solid; font-size: 30px'>new</i>", "<i style='border: 1px solid; line-height: 10px'>new</i>",
            "<i style='border: 1px solid; vertical-align: bottom'>new</i>", "<i style='border: 1px solid'></i>", "<i style='vertical-align: 5px'><u style='border: 1px solid; line-height: 30px'>n</u></i>", "<em>x</em><em>y</em>",
        )  # fmt: skip
        pieces: list[tuple[str, str]] = []
        for side in ("top", "bottom"):
            for own in ("", "class='t after'", "style='border: 1px solid'"):
                for part in inner:
                    pieces.append((f".t {{ vertical-align: {side}; line-height: 24px }} .after::after {{ content: 'z' }}", f"<div><span class=t {own}>{part}</span><b>x</b></div>".replace("class=t class", "class")))
        self.agree_each(pieces)

    def test_spaces_at_the_end_of_justified_lines(self) -> None:
        for white_space in ("pre-wrap", "break-spaces", "pre-line", "normal"):
            for text in ("aa <i>bb</i> <u>cc</u> dddddddddddddddddd eeeeeeeeeee", "aa  <i>bb</i>  <u>cc</u>  dddddddddddddddddd eeeeeeeeeee", "aa <i>bb </i><u>cc </u>dddddddddddddddddd eeeeeeeeeee", "aa <i>bb</i> <u>cc</u>\ndd eeeeeee", "aa <i>bb</i> <u>cc</u> \ndd eeeeeee"):
                with self.subTest((white_space, text)):
                    self.agree(f"p {{ white-space: {white_space}; text-align: justify; width: 150px }}", f"<p>{text}</p>", (700,))


    def test_what_an_inline_box_that_draws_nothing_unites(self) -> None:
        pieces: list[tuple[str, str]] = []
        for style in ("padding: 2px 0", "border-top: 2px solid", "padding: 2px 0; font-size: 30px", "margin-left: 4px; padding: 1px 0", "padding-left: 3px", "position: relative; top: 3px; padding: 1px 0", "display: inline-block; height: 30px"):
            for content in ("{}", "{}x", "x{}", "<b></b>{}", "<u>{}</u>x", "{}{}", "x {} y"):
                pieces.append((f"i {{ {style} }} q {{ quotes: none }} q::before {{ content: ''; {style} }}", f"<p>a <s>{content.replace('{}', '<i></i>')}</s>b <q>c</q>"))
        self.agree_each(pieces)

    def test_inline_boxes_go_on_behind_a_block_in_them(self) -> None:
        for style in ("vertical-align: sub", "font-size: 30px", "vertical-align: top; line-height: 40px", "border: 1px solid", "padding-right: 5px", "position: relative; top: 3px"):
            for content in ("Known<div>b</div>", "a<b><div>b</div></b>", "a<div>b</div><div>c</div>"):
                for after in (",", "", " ,", "<p>x</p>", " <br>y", "<i style='float: left'>z</i>"):
                    with self.subTest((style, content, after)):
                        self.agree(f".k {{ {style} }}", f"<section>before <span class=k>{content}</span>{after}</section>", (700,))
        self.agree(".tag::after { content: '*'; display: block }", "<sub class=tag>Known</sub>,", (320,))

    def test_edges_before_blocks(self) -> None:
        pieces: list[tuple[str, str]] = []
        for style in ("padding-left: 8px", "padding: 0 8px", "border-left: 3px solid", "margin-left: 5px", ""):
            for width in (60, 30, 20):
                for space in ("", " "):
                    pieces.append((f"div {{ width: {width}px }} span {{ {style} }} b {{ display: block }}", f"<div>pier welcome{space}<span><b>0.</b>dogs</span></div>"))
        self.agree_each(pieces)

    def test_nothing_stands_where_floats_overlap(self) -> None:
        words = "Island from lighthouse on permitting) from dogs permitting) by from"
        for thing in ("<img height=100>", "<img width=1 height=100>", "<span style='display: inline-block; height: 100px'></span>", "x", "<img height=100>x", "<b></b>"):
            for floats in (f"<h2 style='float: right'>,</h2><div style='float: left'>{words}</div>", "<div style='float: left; width: 350px; height: 50px'>q</div>", "<div style='float: left; width: 200px; height: 50px'>q</div><div style='float: right; width: 104px; height: 30px'>r</div>"):
                with self.subTest((thing, floats)):
                    self.agree("body { width: 304px }", f"{floats}<a>{thing}</a>", (700,))

    def test_where_text_that_breaks_anywhere_ends(self) -> None:
        pieces: list[tuple[str, str]] = []
        for own in ("break-word", "break-all", "normal"):
            for around in ("normal", "break-word", "break-all"):
                for text in ("<em><i>– tag</i>pier</em>", "<em>pier<i>tag</i></em>", "<em>pier<i class=a>tag</i>ab</em>", "a<i>b</i><b>c</b>dd<i>ee</i>ff"):
                    for width in (0, 15, 40):
                        pieces.append((f"div {{ width: {width}px; word-break: {around} }} i {{ word-break: {own} }} .a {{ overflow-wrap: anywhere }}", f"<div>{text}</div>"))
        self.agree_each(pieces)


class Controls(AgreementCase):
    def test_ratios(self) -> None:
        pieces: list[tuple[str, str]] = []
        for control in ("<input>", "<input type=number>", "<input type=range>", "<input type=file>", "<button>ab</button>", "<textarea></textarea>", "<meter></meter>", "<progress></progress>"):
            for style in ("height: 40px; aspect-ratio: 4/3", "aspect-ratio: 4/3", "width: 100px; aspect-ratio: 2", "aspect-ratio: auto 2; height: 40px", "max-width: 50px; aspect-ratio: 1"):
                for around in ("block", "flex"):
                    pieces.append((f"div {{ display: {around} }} div > * {{ {style} }}", f"<div>{control}</div>"))
        self.agree_each(pieces)

    def test_gauges_are_boxes_with_nothing_in_them(self) -> None:
        pieces: list[tuple[str, str]] = []
        for tag in ("meter", "progress"):
            for style in ("", "width: 100px", "width: 50%", "padding: 5px", "min-width: 60px", "height: 40px", "width: auto", "width: min-content", "display: inline", "font-size: 30px"):
                for around in ("display: flex; width: 50px", "display: grid; width: 50px", "float: left", "display: inline-flex", "display: grid; grid-template-columns: 1fr 1fr; width: 100px"):
                    pieces.append((f"section {{ {around} }} {tag} {{ {style} }}", f"<section><{tag}>no</{tag}><p>Ferry</p></section>"))
        self.agree_each(pieces)

    def test_percentages_of_padding_in_fieldsets(self) -> None:
        pieces: list[tuple[str, str]] = []
        for padding in ("48%", "0 30%", "10% 5px"):
            for style in ("", "display: inline-block", "float: left", "width: 50px", "min-width: 0", "display: flex", "box-sizing: border-box", "position: absolute", "width: min-content"):
                for around in ("width: 304px", "width: 304px; display: flex", "width: 304px; display: grid", "float: left"):
                    pieces.append((f"section {{ {around} }} fieldset {{ padding: {padding}; {style} }}", "<section><fieldset>Archipelago</fieldset></section>"))
        self.agree_each(pieces)


class Ticks(AgreementCase):
    def test_boxes_to_tick_that_somebody_draws(self) -> None:
        box = "content: ''; width: .65em; height: .65em"
        pieces: list[tuple[str, str]] = []
        for appearance in ("appearance: none", ""):
            for style in (
                "", "width: 1.15em; height: 1.15em; border: 2px solid", "display: grid; place-content: center; width: 1.15em; height: 1.15em; border: 1px solid", "display: inline-grid; width: 20px; height: 20px", "display: flex", "display: block",
                "position: relative; width: 40px; height: 20px", "float: left", "margin: 0; vertical-align: middle", "padding: 5px", "width: 100%", "font-size: 30px", "border: 3px solid; padding: 2px", "aspect-ratio: 2", "box-sizing: content-box; border: 2px solid",
            ):  # fmt: skip
                for inside in ("", f"input::before {{ {box} }}", f"input::before {{ {box}; display: block }}", "input::after { content: 'x' }", f"input::before {{ {box}; position: absolute; left: 2px }}"):
                    pieces.append((f"input {{ {appearance}; {style} }} {inside} .f {{ display: flex; align-items: center }} .g {{ display: grid; grid-template-columns: 1fr 1fr }}", "<p>a<input type=checkbox> <label>b</label></p><div class=f><input type=radio>q</div><div class=g><input type=checkbox><b>w</b></div>"))
        self.agree_each(pieces)


class PressedPictures(AgreementCase):
    def test_words_for_least_widths_hold_none(self) -> None:
        picture = "<img width=640 height=360 alt='' src='data:image/svg+xml;utf8,<svg xmlns=%22http://www.w3.org/2000/svg%22 width=%22640%22 height=%22360%22/>'>"
        pieces: list[tuple[str, str]] = []
        for style in ("max-width: 100%; min-width: max-content", "max-width: 100%; min-width: min-content", "max-width: 100%; min-width: fit-content", "max-width: 100%; min-width: 200px", "width: 100%; min-width: max-content", "min-width: max-content"):
            for around in ("inline-grid", "inline-block", "inline-flex", "table", "grid"):
                pieces.append((f"div {{ display: {around} }} img {{ {style} }}", f"<div>{picture}</div>"))
        self.agree_each(pieces, (320,))


class Ratios(AgreementCase):
    def test_auto_beside_a_ratio_counts_the_content_box(self) -> None:
        pieces: list[tuple[str, str]] = []
        for ratio in ("2", "auto 2", "2 auto"):
            for style in ("height: 40px", "width: 80px", "min-height: 60px", "max-height: 20px; width: 100px", "height: 40px; min-width: 150px"):
                for more in ("float: left", "position: absolute", "display: grid", ""):
                    pieces.append((f"div {{ aspect-ratio: {ratio}; {style}; padding: 10px; box-sizing: border-box; {more} }} section {{ display: flex }}", "<div>x</div><section><div>x</div></section>"))
        self.agree_each(pieces)


class Tables(AgreementCase):
    def test_nowrap_makes_least_widths_in_quirks_mode_alone(self) -> None:
        for cell in ("<td nowrap style='width: 332px'>And/or", "<td nowrap width=332>And or this", "<td style='white-space: nowrap; width: 332px'>And/or", "<td nowrap width=50%>x", "<td nowrap width=500 style='white-space: normal'>x y"):
            for more in ("", "<td>b c"):
                with self.subTest((cell, more)):
                    self.agree("", f"<table><tr>{cell}{more}</table>", (320,))
                    self.agree("", f"<table><tr>{cell}{more}</table>", (320,), doctype="")

    def test_fixed_layout_is_as_wide_as_its_columns(self) -> None:
        for width in ("200px", "50px", "50%", "min-content"):
            for columns in ("", "<col style='width: 80px'>", "<col style='width: 300px'>", "<col style='width: 80px'><col style='width: 300px'>", "<col>"):
                for cells in ("<td>a b", "<td style='width: 484px'>light", "<td style='width: 60px'>light<td style='width: 70px'>q", "<td style='width: 60px'>light<td style='width: 50%'>q", "<td colspan=2 style='width: 400px'>light", "<td style='width: 50%'>q<td style='width: 60%'>r"):
                    with self.subTest((width, columns, cells)):
                        self.agree(f"table {{ table-layout: fixed; width: {width} }}", f"<table>{columns}<tr>{cells}</table>", (700,))

    def test_columns_that_collapse(self) -> None:
        for style in ("", "width: 200px", "table-layout: fixed; width: 200px", "border-collapse: collapse; width: 200px"):
            for columns in ("<col class=g><col>", "<col><col class=g><col>", "<colgroup class=g><col></colgroup><col>", "<col span=2 class=g>", "<col class=g style='width: 50px'><col>"):
                for rows in ("<tr><td>a<td>bb<td>ccc", "<tr><td colspan=2>aaaaaaaa<td>c<tr><td>x<td>y<td>z"):
                    with self.subTest((style, columns, rows)):
                        self.agree(f".g {{ visibility: collapse }} table {{ {style} }}", f"<table>{columns}{rows}</table>", (700,))

    def test_items_that_collapse_are_hidden_alone(self) -> None:
        for around in ("display: flex", "display: flex; flex-direction: column", "display: flex; flex-wrap: wrap; gap: 5px", "display: grid; grid-template-columns: 1fr 1fr"):
            for style in ("", "flex: 1", "width: 80px; height: 40px", "position: absolute"):
                with self.subTest((around, style)):
                    self.agree(f"section {{ {around}; width: 200px }} .g {{ visibility: collapse; {style} }}", "<section><div>aaaa</div><div class=g><p>q</p></div><div>cc</div></section>", (700,))

    def test_columns_without_rows(self) -> None:
        for inside in ("<col style='width: 80px'><thead></thead>", "<col style='width: 80px'><col style='width: 10px'><tbody></tbody>", "<col>", "<tbody></tbody><tfoot></tfoot>", "<col style='width: 80px'><tr></tr>", "<col style='width: 80px'><caption>c</caption>"):
            for style in ("", "padding: 10px", "border-spacing: 9px 5px"):
                with self.subTest((inside, style)):
                    self.agree(f"table {{ {style} }}", f"<table>{inside}</table>", (700,))

    def test_empty_cells_are_on_no_baseline(self) -> None:
        pieces: list[tuple[str, str]] = []
        for align in ("", "vertical-align: baseline", "vertical-align: top"):
            for padding in ("50px 28px", "10px", "0"):
                for first in ("<p>Dogs</p>", "x", "<br>x", ""):
                    for second in ("", "<p></p>", "<div style='height: 10px'></div>", "<i></i>"):
                        pieces.append((f".c {{ display: table-cell }} .s {{ padding: {padding}; {align} }} tr {{ vertical-align: baseline }}", f"<div><div class=c>{first}</div><div class='c s'>{second}</div></div><table><tr><td>{first}<td class=s>{second}</table>"))
        self.agree_each(pieces)


class States(AgreementCase):
    def test_forms_as_they_stand(self) -> None:
        body = (
            "<form><input required><input required value=x><input type=email value=a><input type=email value='a@b.c'><input type=url value=x><input type=number value=5 min=1 max=3><input type=number min=1 value=1.5><input type=number>"
            "<input type=date value=2020-01-01 min=2021-01-01><input type=time min=22:00 max=03:00 value=05:00><input pattern='[a-z]+' value=abC><input required disabled><input required readonly><input type=checkbox required>"
            "<input type=radio name=r required><input type=radio name=r><input type=file required><input placeholder=x><input placeholder=x value=1><textarea required></textarea><select required><option value=''>c<option>b</select>"
            "<button>b</button><button type=button disabled>b</button><fieldset><input required></fieldset><fieldset disabled><legend><input></legend><input></fieldset></form><form><input></form>"
        )
        for state in (":valid", ":invalid", ":in-range", ":out-of-range", ":required", ":optional", ":disabled", ":enabled", ":checked", ":default", ":indeterminate", ":placeholder-shown", ":read-only", ":read-write"):
            with self.subTest(state):
                self.agree(f"form *{state}, form{state} {{ margin-left: 33px; display: block }}", body, (700,))


class Sticky(AgreementCase):
    def test_in_what_scrolls_as_far_as_that_can(self) -> None:
        for padding in ("", "padding: 10px", "padding: 0 20px; border: 3px solid"):
            for overflow in ("auto", "hidden", "visible"):
                for style in ("left: 15px", "right: 15px", "top: 15px", "left: 15px; width: 50px", "left: 150px; width: 60px"):
                    for more in ("", "<div style='width: 350px; height: 40px'>w</div>", "<div style='height: 200px'>w</div>", "<div style='position: relative'><i style='position: absolute; top: 300px; left: 230px'>x</i></div>"):
                        with self.subTest((padding, overflow, style, more)):
                            self.agree(f"section {{ overflow: {overflow}; width: 200px; height: 80px; {padding} }} p {{ position: sticky; margin: 0; {style} }}", f"<section><p>Of</p>{more}</section>", (700,))

    def test_by_both_sides(self) -> None:
        pieces: list[tuple[str, str]] = []
        for style in ("top: 10px; bottom: 10px", "top: -20px; bottom: 200px", "inset: 10px", "left: 50px; right: 120px; width: 60px", "top: 60px; bottom: 60px; height: 40px", "inset: 30px; height: 100px"):
            for before in (0, 70, 200):
                for around in ("overflow: auto; height: 120px; width: 200px", ""):
                    pieces.append((f"section {{ {around} }} p {{ position: sticky; margin: 0; {style} }}", f"<section><div style='height: {before}px; width: 300px'></div><p>stick</p><div style='height: 700px'></div></section><p>two</p>"))
        self.agree_each(pieces)


class Baselines(AgreementCase):
    ITEMS = (
        "<p>a<br>b</p>", "<div style='display: flex'>x<p>y</p></div>", "<div style='height: 50px'>h</div>", "<div style='display: flex'>Well dogs<li>Island</li></div>", "<table><td>t<tr><td>u</table>",
        "<div style='display: grid; grid-auto-flow: column'><p>y<br>q</p><b>zz</b></div>", "<div style='display: flex'><b style='align-self: baseline'>w</b><p>y<br>q</p></div>", "<div style='display: flex; align-items: last baseline'><p>a<br>b</p><h2>D</h2></div>", "<textarea rows=3></textarea>",
    )  # fmt: skip

    def test_first_and_last(self) -> None:
        pieces: list[tuple[str, str]] = []
        for at, one in enumerate(self.ITEMS):
            for other in self.ITEMS[at + 1 :]:
                for around in ("display: flex", "display: grid; grid-auto-flow: column"):
                    for align in ("baseline", "last baseline"):
                        pieces.append((f"section {{ {around}; align-items: {align} }}", f"<section>{one}{other}</section>"))
        self.agree_each(pieces)
