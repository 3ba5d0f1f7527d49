"""Sections of pages as people write them by hand: many features at once, each in its everyday place."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

WORDS = "The morning boat leaves the north quay and calls at every skerry with a pier"
SHORT = "Boats at noon"


class Mastheads(AgreementCase):
    def test_a_bar_with_a_name_and_links(self) -> None:
        self.agree(
            """
            header { display: flex; flex-wrap: wrap; align-items: baseline; gap: 0.5em 2em; padding: 1rem max(4%, 16px); border-bottom: 2px solid }
            header h1 { margin: 0; font-size: clamp(1.5rem, 1rem + 2vw, 2.5rem); line-height: 1.1; flex: 1 1 auto }
            nav ul { display: flex; flex-wrap: wrap; gap: 4px 1.5ch; margin: 0; padding: 0; list-style: none }
            nav a { display: block; padding: 0.25em 0.5em; border: 1px solid transparent }
            """,
            f"<header><h1>Skerry Line</h1><nav><ul>{''.join(f'<li><a href=#>{word}</a></li>' for word in WORDS.split()[:7])}</ul></nav></header>",
        )

    def test_an_older_bar_of_inline_blocks(self) -> None:
        self.agree(
            """
            #head { overflow: hidden; padding: 10px 2% } #head h1 { float: left; margin: 0 3% 0 0; font-size: 26px }
            #head ul { float: right; margin: 8px 0 0; padding: 0 } #head li { display: inline-block; vertical-align: middle; margin-left: -1px; border: 1px solid; padding: 3px 9px }
            """,
            f"<div id=head><h1>Skerry Line</h1><ul>{''.join(f'<li><a href=#>{word}</a></li> ' for word in WORDS.split()[:5])}</ul></div><p>{WORDS}</p>",
        )

    def test_a_hero_with_a_badge(self) -> None:
        self.agree(
            """
            .hero { position: relative; padding: 12% 6% 6%; min-height: 40vh; box-sizing: border-box; display: grid; align-content: end; gap: 1rem; justify-items: start }
            .hero h2 { margin: 0; max-width: 16ch; font: 600 clamp(2rem, 6vw, 4rem)/1.05 Sans; text-wrap: wrap }
            .badge { position: absolute; inset: 1rem 1rem auto auto; padding: 0.5em 1em; border-radius: 2em; border: 2px solid }
            .go { display: inline-block; padding: 0.75em 1.5em; font-weight: 600 }
            """,
            f"<section class=hero><span class=badge>New pier</span><h2>{WORDS}</h2><p>{WORDS}</p><a class=go href=#>Timetable</a></section>",
        )


class Columns(AgreementCase):
    def test_cards_of_equal_height_with_a_foot(self) -> None:
        self.agree(
            """
            .cards { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(100%, 14rem), 1fr)); gap: clamp(10px, 3%, 28px); padding: 20px }
            .card { display: flex; flex-direction: column; border: 1px solid; padding: 1rem 1rem 0 }
            .card h3 { margin: 0 0 0.5em } .card p { margin: 0 0 auto } .card footer { margin: 1rem -1rem 0; padding: 8px 1rem; border-top: 1px solid }
            """,
            f"<div class=cards>{''.join(f'<article class=card><h3>{SHORT}</h3><p>{WORDS[: 20 * k]}</p><footer>From {k} crowns</footer></article>' for k in range(1, 6))}</div>",
        )

    def test_a_grid_of_named_areas(self) -> None:
        self.agree(
            """
            main { display: grid; grid-template: "head head head" auto "side main note" 1fr "foot foot foot" minmax(40px, auto) / [start] 12rem minmax(0, 2fr) minmax(9rem, 1fr) [end]; gap: 12px 2% }
            header { grid-area: head } nav { grid-area: side } article { grid-area: main } aside { grid-area: note; align-self: end } footer { grid-area: foot; justify-self: center }
            @media (max-width: 700px) { main { grid-template: "head" "main" "side" "note" "foot" / minmax(0, 1fr) } aside { justify-self: stretch } }
            """,
            f"<main><header>{WORDS}</header><nav><ul><li>North quay<li>{WORDS}</ul></nav><article><h2>{SHORT}</h2><p>{WORDS} {WORDS}</p></article><aside>{WORDS}</aside><footer>{SHORT}</footer></main>",
        )

    def test_floated_columns_with_gutters_and_a_clearfix(self) -> None:
        self.agree(
            """
            * { box-sizing: border-box } .row { margin: 0 -10px } .row::before, .row::after { content: " "; display: table } .row::after { clear: both }
            .third { float: left; width: 33.3333%; padding: 0 10px } .two { width: 66.6667% } .inner { border: 1px solid; padding: 5% }
            @media (max-width: 600px) { .third { width: 100% } }
            """,
            f"<div style='padding: 0 20px'><div class=row><div class='third two'><div class=inner><h3>{SHORT}</h3>{WORDS}</div></div><div class=third><div class=inner>{WORDS}</div></div></div><div class=row><div class=third>{WORDS}</div></div></div>",
        )

    def test_flexible_columns_that_part(self) -> None:
        self.agree(
            """
            .split { display: flex; flex-flow: row wrap; column-gap: 5%; row-gap: 1em }
            .split > div { flex: 1 1 calc((30rem - 100%) * 999) } .split > .wide { flex-grow: 2; min-width: 40% }
            dl { display: grid; grid-template-columns: max-content 1fr; gap: 2px 1em; margin: 0 } dd { margin: 0 }
            """,
            f"<div class=split><div class=wide><p>{WORDS} {WORDS}</p></div><div><dl><dt>First</dt><dd>{WORDS}</dd><dt>Last boat</dt><dd>23:40</dd></dl></div></div>",
        )

    def test_lines_named_and_counted_from_the_end(self) -> None:
        self.agree(
            """
            .g { display: grid; grid-template-columns: [full-start] 1rem [wide-start] 1fr [text-start] minmax(0, 24rem) [text-end] 1fr [wide-end] 1rem [full-end] }
            .g > * { grid-column: text; margin: 0 0 10px } .g > .wide { grid-column: wide } .g > .full { grid-column: full; padding: 10px } .g > .last { grid-column: -3 / -1; justify-self: end }
            """,
            f"<div class=g><h2>{SHORT}</h2><p>{WORDS}</p><figure class=wide>{WORDS}</figure><div class=full>{WORDS}</div><p>{WORDS} {WORDS}</p><small class=last>{SHORT}</small></div>",
        )

    def test_dense_flow_with_spans(self) -> None:
        self.agree(
            """
            .wall { display: grid; grid: auto-flow dense 70px / repeat(auto-fill, minmax(110px, 1fr)); gap: 8px }
            .wall > * { border: 1px solid } .a { grid-column: span 2 } .b { grid-row: span 2 } .c { grid-area: span 2 / span 3 }
            """,
            f"<div class=wall>{''.join(f'<div class={kind}>{number}</div>' for number, kind in enumerate('xaxbcxaxxbxc'))}</div>",
            widths=(400, 640, 1000),
        )


class Parts(AgreementCase):
    def test_a_picture_with_words_beside_it(self) -> None:
        self.agree(
            """
            .media { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 1rem; align-items: start }
            .media img { width: 96px; aspect-ratio: 4 / 3; object-fit: cover } figure { margin: 0 0 1em; display: table } figcaption { display: table-caption; caption-side: bottom; font-size: 0.8em }
            .old { overflow: hidden } .old img { float: left; width: 25%; height: 80px; margin: 4px 12px 4px 0 } .old div { overflow: hidden }
            """,
            f"<div class=media><img src='{PIXEL}' alt=''><div><h3>{SHORT}</h3><p>{WORDS}</p></div></div><figure><img src='{PIXEL}' alt='' width=200 height=90><figcaption>{WORDS}</figcaption></figure><div class=old><img src='{PIXEL}' alt=''><div><p>{WORDS}</p></div></div>",
        )

    def test_quotations_and_asides(self) -> None:
        self.agree(
            """
            blockquote { margin: 2em 10%; padding-left: 1em; border-left: 0.25em solid; font-style: italic } blockquote p:first-child { margin-top: 0 } cite { display: block; text-align: right; margin-top: -0.5em }
            aside { float: right; width: min(40%, 14em); margin: 0 0 1em 1.5em; padding: 1em; border: 1px solid; font-size: 0.875em } aside h3 { margin: -1em -1em 1em; padding: 0.25em 1em }
            """,
            f"<article><aside><h3>Good to know</h3><p>{WORDS}</p></aside><p>{WORDS} {WORDS}</p><blockquote><p>{WORDS}</p><cite>A passenger</cite></blockquote><p>{WORDS} {WORDS}</p></article>",
        )

    def test_a_table_of_fares(self) -> None:
        self.agree(
            """
            table { width: 100%; border-collapse: collapse; font-size: 0.9em } caption { text-align: left; padding: 6px 0 } th, td { padding: 0.4em 2%; border-bottom: 1px solid; text-align: left; vertical-align: top }
            thead th { border-bottom-width: 3px; white-space: nowrap } td:last-child, th:last-child { text-align: right; width: 1% } tbody tr:last-child > * { border-bottom: 0 } .sum { border-top: 2px solid }
            """,
            f"<table><caption>{WORDS}</caption><thead><tr><th>To</th><th>By</th><th>Crowns one way</th></tr></thead><tbody><tr><th>North quay</th><td>{WORDS}</td><td>12</td></tr><tr><th>Far skerry</th><td>boat</td><td>104</td></tr><tr class=sum><th colspan=2>Both</th><td>116</td></tr></tbody></table>",
        )

    def test_a_table_with_fixed_columns(self) -> None:
        self.agree(
            """
            table { table-layout: fixed; width: 90%; margin: 0 auto; border-spacing: 4px 8px; border: 2px solid } col.a { width: 30% } col.b { width: 90px } td, th { border: 1px solid; padding: 5px; overflow-wrap: anywhere }
            """,
            f"<table><colgroup><col class=a><col class=b><col span=2></colgroup><tr><th>{SHORT}<th>Longestwordofthequay<th>b<th>c</tr><tr><td rowspan=2>{WORDS}<td colspan=2>{WORDS}<td>x</tr><tr><td>1<td>2<td>{WORDS}</tr></table>",
        )

    def test_a_form_of_labels_and_fields(self) -> None:
        self.agree(
            """
            form { display: grid; grid-template-columns: minmax(8rem, 1fr) 2fr; gap: 10px 16px; max-width: 40rem } label { align-self: center; text-align: right }
            input, textarea { font: inherit; padding: 6px 8px; border: 1px solid; box-sizing: border-box; width: 100%; margin: 0 } .send { grid-column: 2; justify-self: start; width: auto; padding: 8px 20px }
            @media (max-width: 500px) { form { display: block } label { display: block; text-align: left; margin-top: 8px } }
            """,
            "<form><label for=a>From</label><input id=a><label for=b>On the day of</label><input id=b><label for=c>Words to us</label><textarea id=c rows=3></textarea><input class=send type=submit value='Ask for a place'></form>",
        )

    def test_lists_within_lists(self) -> None:
        self.agree(
            """
            .steps { counter-reset: step; list-style: none; padding: 0; margin: 1em 0 } .steps > li { counter-increment: step; position: relative; padding: 0 0 1em 3.5em; min-height: 2.5em }
            .steps > li::before { content: counter(step, upper-roman); position: absolute; left: 0; top: 0; width: 2.5em; line-height: 2.5em; text-align: center; border: 1px solid; border-radius: 50% }
            ol ol { list-style: lower-alpha inside; padding: 0 } ul.tags { display: inline-flex; flex-wrap: wrap; gap: 4px; padding: 0; margin: 0; list-style: none; vertical-align: bottom } ul.tags li { padding: 0 6px; border: 1px solid }
            """,
            f"<ol class=steps><li>{WORDS}<li>{SHORT}<ol><li>{WORDS}<li>short</ol><li>Tags: <ul class=tags><li>quay<li>north<li>early boat</ul></ol>",
        )

    def test_hours_in_a_description_list(self) -> None:
        self.agree(
            """
            dl { margin: 0; overflow: hidden } dt { float: left; clear: left; width: 9em; font-weight: 600 } dd { margin: 0 0 0.5em 10em } dd + dd { margin-top: -0.25em }
            .inline dt, .inline dd { float: none; display: inline; margin: 0 } .inline dd::after { content: ""; display: block }
            """,
            f"<dl><dt>Weekdays</dt><dd>7 to 19</dd><dt>Sundays and the days before</dt><dd>{WORDS}</dd><dd>not in winter</dd></dl><dl class=inline><dt>Ring</dt> <dd>12 34</dd><dt>Write</dt> <dd>{WORDS}</dd></dl>",
        )

    def test_a_foot_of_three_kinds_of_list(self) -> None:
        self.agree(
            """
            footer { display: grid; grid-template-columns: 2fr repeat(2, minmax(max-content, 1fr)); gap: 2em 4%; padding: 3em 5% 2em; font-size: 0.9rem; border-top: 6px double }
            footer address { font-style: normal; white-space: pre-line } footer ul { margin: 0; padding-left: 1.2em } .legal { grid-column: 1 / -1; display: flex; justify-content: space-between; flex-wrap: wrap-reverse; margin: 0 -1% }
            .legal > * { padding: 0 1% } hr { grid-column: 1 / -1; width: 100%; margin: 0; border: 0; border-top: 1px solid }
            @media (max-width: 620px) { footer { grid-template-columns: 1fr } }
            """,
            f"<footer><address>Skerry Line\nNorth quay 2\n{SHORT}</address><ul><li>Boats<li>Freight and pianos</ul><ul><li>About<li>{SHORT}</ul><hr><div class=legal><span>{WORDS}</span><span>{SHORT}</span></div></footer>",
        )


class Fine(AgreementCase):
    """Smaller things that stand inside sections."""

    def test_text_of_many_kinds_in_a_line(self) -> None:
        self.agree(
            """
            p { line-height: 1.35; max-width: 52ch } sup, sub { font-size: 0.7em; line-height: 0 } code { font: 0.9em/1 Slab; padding: 0.1em 0.3em; border: 1px solid } mark { padding: 0 2px; margin: 0 -2px } .caps { font-variant-caps: small-caps; letter-spacing: 0.05em }
            .big { font-size: 2.2em; line-height: 1 } .up { vertical-align: 25% } .mid { vertical-align: middle; display: inline-block; width: 30px; height: 44px } .box { display: inline-block; border: 1px solid; padding: 3px; margin: 4px 0 -6px }
            """,
            f"<p>{WORDS}<sup>2</sup> and H<sub>2</sub>O, <code>boat.css</code>, <mark>marked {SHORT}</mark>, <span class=caps>North Quay</span> {WORDS}</p><p><span class=big>Big</span> then <span class=up>up</span> <i class=mid></i> {WORDS} <span class=box>two<br>lines</span> end</p>",
        )

    def test_preserved_and_broken_text(self) -> None:
        self.agree(
            """
            pre { margin: 1em 5%; padding: 1em; border: 1px solid; tab-size: 4; overflow: auto; font: 14px/1.4 Slab } .wrap { white-space: pre-wrap } .line { white-space: pre-line; text-indent: 2em } .no { white-space: nowrap; overflow: hidden; text-overflow: ellipsis } .any { overflow-wrap: anywhere; width: 9em } .all { word-break: break-all; width: 12ch }
            """,
            f"<pre>\n07:30\tnorth quay\n09:10\tfar skerry, {WORDS}</pre><pre class=wrap>a\tb\n  {WORDS}  end</pre><p class=line>{SHORT}\n   {WORDS}</p><p class=no>{WORDS} {WORDS}</p><p class=any>Skerrylinepassengertimetable {SHORT}</p><p class=all>{WORDS}</p>",
        )

    def test_boxes_by_their_ratio(self) -> None:
        self.agree(
            """
            .row { display: flex; gap: 2%; align-items: flex-start } .r { aspect-ratio: 16 / 9; border: 2px solid; padding: 4px } .a { width: 30% } .b { height: 90px } .c { flex: 1; min-width: 0; aspect-ratio: 1 }
            .grid { display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px; margin-top: 10px } .grid .r { box-sizing: border-box } .old { height: 0; padding-bottom: 56.25%; position: relative } .old div { position: absolute; inset: 0; border: 1px solid }
            """,
            "<div class=row><div class='r a'>a</div><div class='r b'>b</div><div class='r c'>c</div></div><div class=grid><div class=r>a</div><div class=r>b</div><div class=old><div>x</div></div></div>",
        )

    def test_what_is_centred_in_five_ways(self) -> None:
        self.agree(
            """
            .s { height: 120px; border: 1px solid; margin-bottom: 6px } .s > * { border: 1px solid; padding: 4px }
            .a { display: flex; align-items: center; justify-content: center } .b { display: grid; place-items: center } .c { display: flex } .c > * { margin: auto } .d { position: relative } .d > * { position: absolute; inset: 0; width: fit-content; height: fit-content; margin: auto } .e { display: grid; place-content: center; text-align: center } .f { text-align: center; line-height: 120px } .f > * { display: inline-block; vertical-align: middle; line-height: normal; max-width: 60% }
            """,
            "".join(f"<div class='s {kind}'><div>{WORDS}</div></div>" for kind in "abcdef"),
        )

    def test_negative_margins_that_pull(self) -> None:
        self.agree(
            """
            .sheet { width: 80%; margin: 0 auto; padding: 20px 30px; border: 1px solid } .out { margin: 10px -30px; padding: 10px 30px } .up { margin-top: -18px } .left { float: left; width: 120px; margin: 0 20px 0 -60px } .under { margin-bottom: -10px } .wide { width: calc(100% + 60px); margin-left: -30px }
            """,
            f"<div class=sheet><h2>{SHORT}</h2><div class=out>{WORDS}</div><p class=up>{WORDS}</p><div class=left>{SHORT}</div><p class=under>{WORDS} {WORDS}</p><div class=wide>{WORDS}</div></div>",
        )

    def test_contents_and_order(self) -> None:
        self.agree(
            """
            .f { display: flex; flex-wrap: wrap; gap: 8px; counter-reset: n } .f section { display: contents } .f p { flex: 1 1 200px; margin: 0; border: 1px solid } .f p:nth-of-type(2) { order: -1 } .f h3 { flex: 0 0 100%; margin: 0 }
            .g { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 6px } .g section { display: contents } .g section > * { margin: 0; border: 1px solid } .g h3 { grid-row: 1 } .g p { grid-row: 2; align-self: start }
            """,
            "".join(
                f"<div class={kind}>{''.join(f'<section><h3>{SHORT}</h3><p>{WORDS[: 30 + 20 * k]}</p></section>' for k in range(3))}</div>"
                for kind in "fg"
            ),
        )

    def test_rows_of_a_subgrid(self) -> None:
        self.agree(
            """
            .cards { display: grid; grid-template-columns: repeat(auto-fit, minmax(180px, 1fr)); gap: 20px 12px } .card { display: grid; grid-row: span 3; grid-template-rows: subgrid; gap: 4px; border: 1px solid; padding: 8px } .card > * { margin: 0 }
            """,
            f"<div class=cards>{''.join(f'<article class=card><h3>{WORDS[: 12 + 14 * k]}</h3><p>{WORDS[: 70 - 14 * k]}</p><b>{SHORT}</b></article>' for k in range(4))}</div>",
        )

    def test_margins_and_limits_of_flexible_items(self) -> None:
        self.agree(
            """
            .bar { display: flex; border: 1px solid; margin-bottom: 8px; padding: 2% } .bar > * { border: 1px solid } .a { margin-right: auto } .b { flex: 0 1 200px; min-width: auto } .c { flex: 3 0 10%; max-width: 180px } .d { flex: 1 1 0; margin: 0 3% } .e { flex: none; align-self: stretch; width: 15% } .f { flex-basis: min-content; align-self: flex-end }
            .col { display: flex; flex-direction: column; height: 260px; align-items: flex-start } .col .d { margin: 2% 0; flex: 1 } .col .e { align-self: auto }
            """,
            "".join(
                f"<div class='bar {kind}'><div class=a>{SHORT}</div><div class=b>{WORDS}</div><div class=c>{SHORT}</div><div class=d>x</div><div class=e>{SHORT}</div><div class=f>{SHORT}</div></div>"
                for kind in ("", "col")
            ),
        )

    def test_details_and_summaries(self) -> None:
        self.agree(
            """
            details { border: 1px solid; margin: 6px 0; padding: 0 1em } summary { padding: 8px 0; margin: 0 -0.5em } details[open] summary { border-bottom: 1px solid } .flat summary { list-style: none; display: flex; justify-content: space-between }
            """,
            f"<details open><summary>{SHORT}</summary><p>{WORDS}</p></details><details><summary>{WORDS}</summary><p>{WORDS}</p></details><details open class=flat><summary><span>{SHORT}</span><span>+</span></summary><p>{WORDS}</p></details>",
        )

    def test_sticky_heads_and_fixed_bars(self) -> None:
        self.agree(
            """
            body { padding-bottom: 60px } .top { position: sticky; top: 0; padding: 8px } .bar { position: fixed; inset: auto 0 0; height: 44px; padding: 0 5%; display: flex; align-items: center; gap: 1em } .side { float: left; width: 30%; position: sticky; top: 20px } .body { margin-left: 34% }
            """,
            f"<div class=top>{SHORT}</div><div class=side>{WORDS}</div><div class=body><p>{WORDS}</p><p>{WORDS} {WORDS}</p></div><div class=bar><b>{SHORT}</b><a href=#>to the quay</a></div>",
        )

    def test_notices_and_progress(self) -> None:
        self.agree(
            """
            .note { display: flex; gap: 0.75em; padding: 0.75em 1em; border-left: 4px solid; margin: 1em 0 } .note::before { content: "!"; flex: none; width: 1.5em; height: 1.5em; border: 1px solid; border-radius: 50%; text-align: center; line-height: 1.4 } .note p { margin: 0 } .note p + p { margin-top: 0.5em }
            .steps { display: flex; padding: 0; margin: 0; list-style: none } .steps li { flex: 1; min-width: 0; padding: 4px 6px; border-top: 3px solid } .steps li:not(:last-child) { margin-right: 4px } .steps li:nth-child(2) { flex-grow: 1.5 }
            """,
            f"<div class=note><div><p>{WORDS}</p><p>{SHORT}</p></div></div><ol class=steps><li>{SHORT}<li>{WORDS}<li>Pier<li>{SHORT}</ol>",
        )

    def test_a_timeline_with_a_line_at_its_side(self) -> None:
        self.agree(
            """
            .t { margin: 0 0 0 4%; padding: 0; list-style: none; border-left: 2px solid } .t li { position: relative; padding: 0 0 1.25rem 1.75rem } .t li::before { content: ""; position: absolute; left: -7px; top: 0.4em; width: 12px; height: 12px; border-radius: 6px; box-sizing: border-box; border: 2px solid } .t time { display: block; font-size: 0.8em; margin-bottom: -0.2em } .t li:last-child { padding-bottom: 0 }
            """,
            f"<ul class=t><li><time>1911</time>{WORDS}<li><time>1950</time><b>{SHORT}</b><p>{WORDS}</p><li><time>Now</time>{SHORT}</ul>",
        )

    def test_prices_on_a_shared_baseline(self) -> None:
        self.agree(
            """
            .p { display: flex; align-items: baseline; justify-content: space-evenly; flex-wrap: wrap; gap: 10px } .p b { font-size: 3em; line-height: 1 } .p small { align-self: flex-start; border: 1px solid } .p span { display: inline-block; padding: 1em 0; border-top: 1px solid } .last { align-self: last baseline }
            .g { display: grid; grid-template-columns: repeat(3, auto); align-items: baseline; justify-content: space-between; border: 1px solid } .g h3 { margin: 1em 0; font-size: 1.75em } .g p { max-width: 12em }
            """,
            f"<div class=p><b>12</b><span>crowns</span><small>one way</small><span>{SHORT}<br>and back</span></div><div class=g><h3>Boat</h3><p>{WORDS}</p><i>x</i></div>",
        )

    def test_tables_inside_cells_and_flexible_parents(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 1em } .f > table { flex: 1 1 0; border-spacing: 0 } .f td { border: 1px solid; padding: 3px } .in { width: 100%; border-collapse: collapse; margin: -3px 0 } .n td { white-space: nowrap } .h { height: 150px } .h td { vertical-align: middle } .h td + td { vertical-align: bottom; height: 50% }
            """,
            f"<div class=f><table><tr><td>{SHORT}<table class=in><tr><td>a<td>{SHORT}</table><td>b</table><table class=n><tr><td>{SHORT}<td>12</table></div><table class=h border=1><tr><td>{WORDS}<td>low</table>",
        )

    def test_widths_by_content_in_blocks(self) -> None:
        self.agree(
            """
            div { border: 1px solid; margin: 4px } .a { width: max-content; max-width: 100% } .b { width: min-content } .c { width: fit-content; margin-inline: auto } .d { min-width: min-content; width: 10% } .e { max-width: max-content } .f { width: fit-content(200px); float: left } .g { display: inline-grid; grid-template-columns: auto min-content } .h { display: inline-flex; max-width: 50% }
            """,
            "".join(
                f"<div class={kind}><span>{WORDS if kind in 'cef' else SHORT}</span> <i>x</i></div>"
                for kind in "abcdefgh"
            ),
        )

    def test_percentages_of_heights_and_paddings(self) -> None:
        self.agree(
            """
            .box { height: 240px; padding: 5%; border: 2px solid } .box > .half { height: 50%; margin-top: 3% } .box > .half > i { display: block; height: 25%; padding-top: 2% } .auto > .half { height: 50% } .min { min-height: 200px; display: flex } .min > div { height: auto; border: 1px solid } .grid { display: grid; height: 180px; grid-template-rows: 30% 1fr } .grid > div { height: 80%; border: 1px solid }
            """,
            f"<div class=box><div class=half>{SHORT}<i>in</i></div></div><div class=auto><div class=half>{SHORT}</div></div><div class=min><div>{SHORT}</div></div><div class=grid><div>a</div><div>{WORDS}</div></div>",
        )

    def test_first_and_last_children_and_counts(self) -> None:
        self.agree(
            """
            ul { counter-reset: boat 3; padding: 0 0 0 2em } li { counter-increment: boat 2; margin: 6px 0 } li:first-child { margin-top: 30px } li:nth-last-child(2) { padding-left: 5% } li:is(:nth-child(3n), .x) { border-left: 8px solid } li:has(b)::after { content: " (" counter(boat, lower-alpha) ")"; font-size: 0.75em } li:not(.x) + .x { text-indent: -1em } p:empty { padding: 4px } p:only-of-type { margin: 2em }
            """,
            f"<ul><li>{SHORT}<li>{WORDS} <b>b</b><li class=x>{WORDS}<li>last but one<li class=x>{SHORT}<b>!</b></ul><p></p>",
        )

    def test_logical_properties(self) -> None:
        self.agree(
            """
            .a { inline-size: 70%; block-size: 80px; margin-block: 1em 2em; margin-inline: auto 5%; padding-inline: 4% 1em; border-inline-start: 5px solid; border-block-end: 2px solid } .b { max-inline-size: 30ch; min-block-size: 3lh; padding-block: 2%; inset-inline-start: 12px; position: relative } .c { float: inline-end; inline-size: 30% } .d { clear: inline-end; border-block: 1px solid }
            """,
            f"<div class=a>{WORDS}</div><div class=b>{SHORT}</div><div class=c>{WORDS}</div><p>{WORDS}</p><div class=d>{SHORT}</div>",
        )
