"""Whole small pages of the newer school: flex, grid, container queries, logical properties, custom properties."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

WIDTHS = (320, 480, 652, 800, 1100)


class NewerPages(AgreementCase):
    def test_a_header_by_flex_that_wraps(self) -> None:
        self.agree(
            """
            header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 24px; padding: 12px max(16px, 4vw); border-bottom: 2px solid }
            header strong { font: 700 1.4rem/1 Slab; margin-inline-end: auto }
            nav ul { display: flex; flex-wrap: wrap; gap: 4px 16px; margin: 0; padding: 0; list-style: none }
            form { display: flex; flex: 0 1 220px }
            input { flex: 1; min-inline-size: 0; font: inherit; border: 1px solid; padding: 4px 8px; margin: 0 }
            button { font: inherit; border: 1px solid; padding: 4px 10px; margin: 0 }
            """,
            """
            <header>
              <strong>Skerry Line</strong>
              <nav><ul><li><a>Crossings</a></li><li><a>Fares</a></li><li><a>Islands</a></li><li><a>Ask us</a></li></ul></nav>
              <form><input><button>Find</button></form>
            </header>
            """,
            WIDTHS,
        )

    def test_cards_by_auto_fill_with_footers_at_the_bottom(self) -> None:
        self.agree(
            """
            .cards { display: grid; grid-template-columns: repeat(auto-fill, minmax(min(220px, 100%), 1fr)); gap: clamp(10px, 2vw, 30px); padding: 20px }
            .card { display: flex; flex-direction: column; border: 1px solid }
            .card img { width: 100%; aspect-ratio: 3 / 2; object-fit: cover }
            .card div { display: flex; flex: 1; flex-direction: column; padding: 12px }
            .card h3 { margin: 0 0 6px }
            .card a { margin-block-start: auto; align-self: flex-start; padding: 6px 12px; border: 1px solid }
            """,
            f"""
            <div class=cards>
              <article class=card><img src={PIXEL} alt=""><div><h3>Orra</h3><p>The bakery, and what the bakery thinks of you.</p><a>Go</a></div></article>
              <article class=card><img src={PIXEL} alt=""><div><h3>Vey</h3><p>One road.</p><a>Go</a></div></article>
              <article class=card><img src={PIXEL} alt=""><div><h3>The Calf at low water</h3><a>Go</a></div></article>
            </div>
            """,
            WIDTHS,
            0.05,
        )

    def test_a_shell_of_areas_that_stacks(self) -> None:
        self.agree(
            """
            body { display: grid; grid-template: "head" auto "main" 1fr "side" auto "foot" auto / minmax(0, 1fr); min-height: 100vh }
            header { grid-area: head; padding: 1rem }
            main { grid-area: main; padding: 1rem; min-width: 0 }
            aside { grid-area: side; padding: 1rem }
            footer { grid-area: foot; padding: .5rem 1rem }
            pre { overflow: auto; border: 1px solid; padding: 8px }
            @media (width >= 700px) {
              body { grid-template: "head head" auto "main side" 1fr "foot foot" auto / minmax(0, 2fr) minmax(200px, 1fr) }
            }
            """,
            """
            <header><h1>Tide tables</h1></header>
            <main><p>High water at the quay.</p><pre>05:52  1.4   12:10  3.9   18:20  1.2   and a line that is longer than the room it has</pre></main>
            <aside><h2>Moon</h2><p>Waning</p></aside>
            <footer>Skerry Quay</footer>
            """,
            WIDTHS,
        )

    def test_a_full_bleed_article_grid(self) -> None:
        self.agree(
            """
            article { display: grid; grid-template-columns: [full-start] minmax(1rem, 1fr) [text-start] minmax(0, 34rem) [text-end] minmax(1rem, 1fr) [full-end] }
            article > * { grid-column: text }
            .wide { grid-column: full; margin: 20px 0 }
            .wide img { width: 100%; height: 30vh; object-fit: cover; display: block }
            .pull { grid-column: text-end / full-end; align-self: start; padding: 0 1rem; font-size: 1.3rem }
            @media (max-width: 900px) { .pull { grid-column: text } }
            """,
            f"""
            <article>
              <h1>The captain who counts seals</h1>
              <p>Captain Isbell Tarn has crossed the sound eleven thousand times, and keeps a book of every seal that looked back.</p>
              <p class=pull>One of them winked.</p>
              <figure class=wide><img src={PIXEL} alt=""><figcaption>The sound</figcaption></figure>
              <p>It is a large book.</p>
            </article>
            """,
            WIDTHS,
        )

    def test_a_holy_arrangement_by_nested_flex(self) -> None:
        self.agree(
            """
            body { display: flex; flex-direction: column; min-height: 100vh }
            .mid { display: flex; flex: 1 }
            .mid main { flex: 1; padding: 10px; min-width: 0 }
            .mid nav, .mid aside { flex: 0 0 12em; padding: 10px }
            .mid nav { order: -1 }
            @media (max-width: 640px) { .mid { flex-direction: column } .mid nav, .mid aside { flex: 0 0 auto; order: 0 } }
            """,
            """
            <header><h1>Crew</h1></header>
            <div class=mid>
              <main><p>Everyone on board, and what they can cook.</p></main>
              <nav><ul><li>Deck</li><li>Engine</li></ul></nav>
              <aside><p>Wanted: one bosun</p></aside>
            </div>
            <footer><p>end</p></footer>
            """,
            WIDTHS,
        )

    def test_container_queries_turn_a_card_on_its_side(self) -> None:
        self.agree(
            """
            .cell { container: card / inline-size }
            .list { display: grid; grid-template-columns: 1fr 2fr; gap: 16px }
            .card { padding: clamp(8px, 4cqi, 24px); border: 1px solid }
            .card i { display: block; width: 60px; height: 40px; border: 1px solid }
            @container card (inline-size > 300px) {
              .card { display: grid; grid-template-columns: auto 1fr; gap: 12px }
              .card h3 { font-size: 22px; margin: 0 }
            }
            """,
            """
            <div class=list>
              <div class=cell><div class=card><i></i><h3>Orra</h3></div></div>
              <div class=cell><div class=card><i></i><h3>Little Hamm</h3></div></div>
            </div>
            """,
            WIDTHS,
        )

    def test_a_masonry_like_grid_with_spans(self) -> None:
        self.agree(
            """
            .wall { display: grid; grid-template-columns: repeat(4, 1fr); grid-auto-rows: 40px; gap: 6px; grid-auto-flow: dense }
            .wall > * { border: 1px solid }
            .b { grid-column: span 2; grid-row: span 3 }
            .t { grid-row: span 4 }
            .w { grid-column: 1 / -1 }
            @media (max-width: 500px) { .wall { grid-template-columns: 1fr 1fr } }
            """,
            """
            <div class=wall>
              <p class=b>1</p><p>2</p><p class=t>3</p><p>4</p><p class=b>5</p><p>6</p><p class=w>7</p><p>8</p>
            </div>
            """,
            WIDTHS,
        )

    def test_a_price_table_by_subgrid(self) -> None:
        self.agree(
            """
            .fares { display: grid; grid-template-columns: repeat(auto-fit, minmax(180px, 1fr)); gap: 20px }
            .fare { display: grid; grid-row: span 4; grid-template-rows: subgrid; gap: 6px; border: 1px solid; padding: 12px }
            .fare > * { margin: 0 }
            .fare a { align-self: end; justify-self: center }
            """,
            """
            <div class=fares>
              <section class=fare><h3>Single</h3><b>4.20</b><p>One crossing, any island, any boat of the day.</p><a>buy</a></section>
              <section class=fare><h3>Day rover for two and a dog</h3><b>9.80</b><p>Every boat.</p><a>buy</a></section>
              <section class=fare><h3>Pass</h3><b>38</b><p>Thirty days of crossings.</p><a>buy one</a></section>
            </div>
            """,
            WIDTHS,
        )

    def test_custom_properties_steer_the_gaps(self) -> None:
        self.agree(
            """
            :root { --s: clamp(.5rem, 1rem + 1vw, 2rem); --cols: 3 }
            .g { display: grid; grid-template-columns: repeat(var(--cols), minmax(0, 1fr)); gap: var(--s) calc(var(--s) / 2); padding: var(--s) }
            .g > div { padding: calc(var(--s) * .75); border: 1px solid; --s: 8px }
            .g p { margin: var(--s) 0 }
            @media (max-width: 600px) { :root { --cols: 1 } }
            """,
            "<div class=g><div><p>a</p></div><div><p>b</p></div><div><p>c</p></div></div>",
            WIDTHS,
            0.05,
        )

    def test_stacks_with_owl_margins_and_logical_sides(self) -> None:
        self.agree(
            """
            .stack > * + * { margin-block-start: 1.5rem }
            .stack { max-inline-size: 45ch; margin-inline: auto; padding-inline: 1rem; border-inline-start: 4px solid }
            .stack > * { margin-block: 0 }
            .stack > h2 + p { margin-block-start: .25rem }
            dl { display: grid; grid-template-columns: max-content 1fr; gap: .25rem 1rem }
            dd { margin: 0 }
            """,
            """
            <div class=stack>
              <h2>Lost and found</h2>
              <p>Gloves, mostly, and one accordion that nobody will admit to.</p>
              <dl><dt>Gloves</dt><dd>41, of which pairs: 3</dd><dt>Accordions</dt><dd>1</dd></dl>
              <p>Ask at the green door.</p>
            </div>
            """,
            WIDTHS,
        )

    def test_a_sticky_header_over_sections_of_the_viewports_height(self) -> None:
        self.agree(
            """
            header { position: sticky; top: 0; padding: 10px }
            section { min-height: 100svh; display: grid; place-content: center; text-align: center; padding: 5vmin }
            section:nth-of-type(2) { place-content: end start; text-align: start }
            h2 { font-size: clamp(1.5rem, 5vw + 1rem, 4rem); margin: 0 }
            """,
            """
            <header>Skerry Line</header>
            <section><h2>Six islands</h2><p>One ticket</p></section>
            <section><h2>No hurry</h2></section>
            """,
            WIDTHS,
            0.1,
        )

    def test_a_media_object_and_tags(self) -> None:
        self.agree(
            """
            .media { display: flex; gap: 1rem; align-items: flex-start; padding: 1rem; border: 1px solid }
            .media img { flex: none; width: 64px; height: 64px; border-radius: 50% }
            .media div { flex: 1; min-width: 0 }
            .tags { display: flex; flex-wrap: wrap; gap: .5em; padding: 0; margin: .5em 0 0; list-style: none }
            .tags li { padding: 0 .6em; border: 1px solid; border-radius: 1em; white-space: nowrap }
            .name { overflow: hidden; text-overflow: ellipsis; white-space: nowrap }
            """,
            f"""
            <div class=media>
              <img src={PIXEL} alt="">
              <div>
                <p class=name>Captain Isbell Tarn of the ferry Maud, out of Skerry Quay since she could walk</p>
                <ul class=tags><li>captain</li><li>counts seals</li><li>does not swim</li><li>tea</li></ul>
              </div>
            </div>
            """,
            WIDTHS,
        )

    def test_a_split_screen_with_min_height_and_centred_words(self) -> None:
        self.agree(
            """
            .split { display: flex; flex-wrap: wrap; min-height: 60vh }
            .split > * { flex: 1 1 300px; display: flex; flex-direction: column; justify-content: center; padding: 2rem }
            .split h2, .split p { margin: 0 0 1rem; max-width: 20em }
            .split .r { align-items: flex-end; text-align: end }
            """,
            """
            <div class=split>
              <div><h2>Out</h2><p>Boats leave from the north steps when the bell has rung twice.</p></div>
              <div class=r><h2>Home</h2><p>The last boat waits for the music to end.</p></div>
            </div>
            """,
            WIDTHS,
        )
