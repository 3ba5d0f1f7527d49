"""Whole arrangements of flex and grid: shells, subgrids, placed children, deep nesting, against the browser."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

CARD = "<article><h3>{}</h3><p>{}</p><a>Book</a></article>"
CARDS = (
    CARD.format("Orra", "Eight crossings a day")
    + CARD.format("Little Hamm and the Calf", "At low water only, on foot, with the tide table in hand")
    + CARD.format("Vey", "x")
)


class Shells(AgreementCase):
    def test_rows_auto_1fr_auto(self) -> None:
        self.agree(
            """
            .shell { display: grid; grid-template-rows: auto 1fr auto; min-height: 100vh }
            header, footer { padding: 10px 4% }
            main { display: grid; grid-template-columns: minmax(0, 1fr) minmax(120px, 25%); gap: 0 2rem }
            """,
            "<div class=shell><header>Skerry Line</header><main><p>words</p><aside>times</aside></main><footer>foot</footer></div>",
        )

    def test_a_column_that_fills_the_viewport(self) -> None:
        self.agree(
            """
            .shell { display: flex; flex-direction: column; min-height: 100vh }
            main { flex: 1; display: flex }
            nav { flex: 0 0 30% }
            section { flex: 1; padding: 1em; align-self: center }
            footer { margin-top: auto; padding: 12px }
            """,
            f"<div class=shell><header>a</header><main><nav>b</nav><section>c</section></main><footer>{CARDS}</footer></div>",
        )

    def test_centring_in_both_axes_five_ways(self) -> None:
        self.agree(
            """
            div { height: 150px; border: 1px solid }
            p { margin: 0; width: 40% }
            .a { display: flex; justify-content: center; align-items: center }
            .b { display: grid; place-items: center }
            .c { display: grid }
            .c p { margin: auto }
            .d { position: relative }
            .d p { position: absolute; top: 50%; left: 50%; transform: translate(-50%, -50%) }
            .e { position: relative }
            .e p { position: absolute; inset: 0; margin: auto; height: fit-content }
            .f { display: grid; place-content: center }
            .f p { width: auto }
            """,
            "".join(f"<div class={c}><p>The last boat</p></div>" for c in "abcdef"),
        )

    def test_sections_of_a_viewports_height(self) -> None:
        self.agree(
            """
            section { min-height: 100svh; display: flex; flex-direction: column; justify-content: space-between; padding: 5vh 5vw; box-sizing: border-box }
            .half { min-height: 50vh }
            h2 { margin: 0; font-size: 6vw }
            """,
            f"<section><h2>Orra</h2><p>far</p></section><section class=half>{CARDS}</section>",
        )

    def test_breakouts_to_the_edge(self) -> None:
        self.agree(
            """
            .page { display: grid; grid-template-columns: [full-start] minmax(1rem, 1fr) [text-start] minmax(0, 600px) [text-end] minmax(1rem, 1fr) [full-end] }
            .page > * { grid-column: text }
            .page > .full { grid-column: full }
            .out { max-width: 500px; margin: 0 auto }
            .out .wide { width: 100vw; margin-left: calc(50% - 50vw) }
            """,
            f"<div class=page><p>words</p><img class=full src={PIXEL} height=40 width=40><p>more words of the story</p></div><div class=out><p>x</p><p class=wide>y</p></div>",
            (320, 640, 1000, 1440),
        )


class Cards(AgreementCase):
    def test_equal_heights_with_the_last_item_at_the_bottom(self) -> None:
        self.agree(
            """
            .row { display: flex; flex-wrap: wrap; gap: 20px }
            article { display: flex; flex-direction: column; flex: 1 1 220px; padding: 12px }
            h3, p { margin: 0 0 8px }
            a { margin-top: auto; align-self: flex-start; padding: 4px 10px }
            """,
            f"<div class=row>{CARDS}</div>",
            (320, 500, 640, 780, 1000),
        )

    def test_rows_shared_through_subgrid(self) -> None:
        self.agree(
            """
            .row { display: grid; grid-template-columns: repeat(auto-fit, minmax(200px, 1fr)); gap: 10px 24px }
            article { display: grid; grid-row: span 3; grid-template-rows: subgrid; padding: 10px; row-gap: 4px }
            h3, p { margin: 0 }
            """,
            f"<div class=row>{CARDS}</div>",
            (320, 500, 640, 1000),
        )

    def test_columns_shared_through_subgrid(self) -> None:
        self.agree(
            """
            ul { display: grid; grid-template-columns: auto 1fr auto; gap: 0 16px; list-style: none; margin: 0; padding: 0 }
            li { display: grid; grid-column: 1 / -1; grid-template-columns: subgrid; padding: 6px 10px; border: 1px solid }
            .inner { grid-column: span 2; display: grid; grid-template-columns: subgrid; }
            """,
            "<ul><li><b>07.15</b><span>Orra</span><i>on time</i><li><b>11</b><span>Little Hamm and the Calf</span><i>x</i><li><div class=inner><b>1</b><span>y</span></div><i>late by a tide</i></ul>",
        )

    def test_galleries_with_areas_and_dense_packing(self) -> None:
        self.agree(
            """
            .a { display: grid; gap: 6px; grid-template: "big big one" 80px "big big two" 80px "row row row" auto / 1fr 1fr 1fr }
            .b { grid-area: big } .c { grid-area: one } .d { grid-area: two } .e { grid-area: row }
            .dense { display: grid; grid-template-columns: repeat(4, 1fr); grid-auto-rows: 30px; grid-auto-flow: dense; gap: 3px }
            .w { grid-column: span 3 } .h { grid-row: span 2 }
            @media (max-width: 500px) { .a { grid-template: "big" 100px "one" "two" "row" / 1fr } .dense { grid-template-columns: 1fr 1fr } .w { grid-column: span 2 } }
            """,
            "<div class=a><i class=b></i><i class=c></i><i class=d></i><i class=e>row</i></div><div class=dense><i></i><i class=w></i><i class=w></i><i class=h></i><i></i><i></i><i class=h></i></div>",
        )

    def test_a_row_in_twelve_parts(self) -> None:
        spans = (12, 6, 6, 4, 8, 3, 3, 3, 3, 1, 11)
        self.agree(
            """
            .row { display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); gap: 16px }
            .row > * { padding: 4px; min-width: 0 }
            """,
            "<div class=row>"
            + "".join(f"<div style='grid-column: span {n}'>{n}</div>" for n in spans)
            + "</div>",
        )

    def test_a_row_in_twelve_parts_by_flex(self) -> None:
        spans = (6, 6, 4, 8, 3, 3, 3, 3)
        self.agree(
            """
            .row { display: flex; flex-wrap: wrap; margin: 0 -8px }
            .row > * { padding: 0 8px; box-sizing: border-box }
            """,
            "<div class=row>"
            + "".join(
                f"<div style='flex: 0 0 {n / 12 * 100:.4f}%; max-width: {n / 12 * 100:.4f}%'>{n}</div>"
                for n in spans
            )
            + "</div>",
        )


class Details(AgreementCase):
    def test_baselines_across_sizes(self) -> None:
        self.agree(
            """
            .f { display: flex; align-items: baseline; gap: 8px; flex-wrap: wrap }
            .g { display: grid; grid-template-columns: auto auto 1fr; align-items: baseline; gap: 8px }
            .l { align-items: last baseline }
            b { font-size: 30px; padding-top: 5px }
            small { font-size: 11px; border: 2px solid }
            """,
            "".join(
                f"<div class='{c}'><b>From 12</b><small>each<br>way</small><span>day ticket <br> for all</span></div>"
                for c in ("f", "g", "f l", "g l")
            ),
        )

    def test_wrap_reverse_and_column_wrap(self) -> None:
        self.agree(
            """
            .a { display: flex; flex-wrap: wrap-reverse; height: 130px; align-content: space-around }
            .a b { width: 40% }
            .b { display: flex; flex-flow: column wrap; height: 90px; column-gap: 12px; align-content: flex-start }
            .b b { height: 30px }
            .c { display: flex; flex-flow: column wrap-reverse; height: 90px; align-items: flex-end }
            .c b { height: 40px }
            """,
            "".join(f"<div class={c}><b>one</b><b>two</b><b>three</b><b>four</b></div>" for c in "abc"),
        )

    def test_positioned_children(self) -> None:
        self.agree(
            """
            .k { position: relative; height: 140px; gap: 10px; padding: 8px; border: 2px solid }
            i { position: absolute; padding: 4px }
            .f { display: flex; justify-content: space-between; align-items: flex-end }
            .c { display: flex; flex-direction: column; justify-content: center }
            .g { display: grid; grid-template-columns: 80px 1fr; grid-template-rows: 50px 1fr }
            .p { grid-area: 2 / 2; inset: 5px }
            .q { grid-column: 2; right: 0 }
            .e { justify-self: end; align-self: center }
            """,
            "<div class='k f'><b>x</b><i>one</i></div><div class='k c'><i>two</i><b>y</b></div><div class='k g'><b>z</b><i class=p>p</i><i class=q>q</i><i class=e>e</i></div>",
        )

    def test_percent_heights_in_stretched_items(self) -> None:
        self.agree(
            """
            .f { display: flex; height: 120px }
            .g { display: grid; grid-template-columns: 1fr 1fr; grid-auto-rows: 90px }
            .h { height: 50%; width: 30px }
            .full { height: 100% }
            img { height: 100%; width: auto }
            """,
            f"<div class=f><div><p class=h>a</p></div><div><div class=full>b</div></div></div><div class=g><div><p class=h>c</p></div><div><img src={PIXEL}></div></div>",
        )

    def test_flex_four_deep_and_grid_in_between(self) -> None:
        self.agree(
            """
            .f { display: flex; gap: 4px; flex: 1; min-width: 0; padding: 2px }
            .c { flex-direction: column }
            .g { display: grid; grid-template-columns: 2fr 1fr; gap: 4px; flex: 2 }
            """,
            "<div class=f><div class='f c'><div class=f><div class=f><b>one</b><b>two</b></div><b>three</b></div><div class=g><div class=f><b>four five</b></div><div class='f c'><b>6</b><b>7</b></div></div></div><div class=g><b>8</b><div class=f><b>nine ten</b></div></div></div>",
        )

    def test_text_and_breaks_straight_in_containers(self) -> None:
        self.agree(
            """
            .f { display: flex }
            .g { display: grid; grid-template-columns: 1fr 1fr }
            .i { display: inline-flex; gap: 3px }
            .j { display: inline-grid; grid-template-columns: 20px 1fr }
            """,
            "<div class=f>bare <b>bold</b> after</div><div class=g>bare <b>bold</b> after <i>it</i></div><p>in <span class=i>a <b>line</b></span> and <span class=j><b>g</b>rid</span>.</p>",
        )

    def test_overflowing_items_and_safe_alignment(self) -> None:
        self.agree(
            """
            .f { display: flex; width: 150px; justify-content: center }
            .s { justify-content: safe center }
            .e { justify-content: flex-end }
            b { flex: none; width: 100px }
            .g { display: grid; width: 150px; grid-template-columns: 100px 100px; justify-content: space-between }
            .h { justify-content: center }
            """,
            "".join(f"<div class='{c}'><b>a</b><b>b</b></div>" for c in ("f", "f s", "f e", "g", "g h")),
        )
