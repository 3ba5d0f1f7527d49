"""Whole small pages of the older school, as people write them: floats, inline-blocks, tables, positioned boxes."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

WIDTHS = (320, 480, 652, 800, 1100)


class OlderPages(AgreementCase):
    def test_a_masthead_with_a_floated_mark_and_a_menu(self) -> None:
        self.agree(
            """
            .wrap { max-width: 900px; margin: 0 auto; padding: 0 20px }
            header { background: #eee; overflow: hidden; border-bottom: 3px solid }
            .mark { float: left; margin: 12px 0; font: 600 22px/1 Slab }
            nav ul { float: right; margin: 0; padding: 0; list-style: none }
            nav li { float: left }
            nav a { display: block; padding: 14px 16px; text-transform: uppercase; letter-spacing: 1px; font-size: 13px }
            @media (max-width: 600px) { .mark, nav ul { float: none } nav li { float: none; border-top: 1px solid } }
            """,
            """
            <header>
              <div class=wrap>
                <a class=mark>Skerry Line</a>
                <nav>
                  <ul>
                    <li><a>Crossings</a></li>
                    <li><a>Fares</a></li>
                    <li><a>Islands</a></li>
                    <li><a>Ask us</a></li>
                  </ul>
                </nav>
              </div>
            </header>
            """,
            WIDTHS,
        )

    def test_three_columns_by_percent_with_clearfix(self) -> None:
        self.agree(
            """
            .row::before, .row::after { content: " "; display: table }
            .row::after { clear: both }
            .col { float: left; width: 33.3333%; padding: 0 15px; box-sizing: border-box }
            .row { margin: 0 -15px }
            .wrap { padding: 0 15px; overflow: hidden }
            h3 { margin: 20px 0 10px; font-size: 1.2em }
            p { margin: 0 0 1em }
            @media (max-width: 500px) { .col { float: none; width: auto } }
            """,
            """
            <div class=wrap>
              <div class=row>
                <div class=col><h3>Single</h3><p>One crossing, any island, any boat.</p></div>
                <div class=col><h3>Day rover</h3><p>Every boat until the last one home, and the one after it.</p></div>
                <div class=col><h3>Pass</h3><p>Thirty days.</p></div>
              </div>
            </div>
            """,
            WIDTHS,
        )

    def test_a_two_column_page_with_a_sidebar(self) -> None:
        self.agree(
            """
            #page { width: 90%; max-width: 60em; margin: 1em auto }
            #main { float: left; width: 65%; padding-right: 5%; box-sizing: border-box }
            #side { float: right; width: 35%; font-size: .9em }
            #side ul { padding-left: 1.2em }
            #foot { clear: both; border-top: 1px solid; padding-top: .5em }
            blockquote { margin: 1em 2em; font-style: italic; border-left: 4px solid; padding-left: 1em }
            @media (max-width: 650px) { #main, #side { float: none; width: auto; padding: 0 } }
            """,
            """
            <div id=page>
              <div id=main>
                <h1>The sound in winter</h1>
                <p>The boats run on the hour, if there is an hour, and the harbour master keeps a lamp.</p>
                <blockquote>It was never the sea, said the captain, it was the paperwork.</blockquote>
                <p>Nobody has counted the gulls since.</p>
              </div>
              <div id=side>
                <h2>See too</h2>
                <ul><li>Tides</li><li>Lost and found, which is mostly gloves</li><li>The green door</li></ul>
              </div>
              <p id=foot>Skerry Quay</p>
            </div>
            """,
            WIDTHS,
        )

    def test_a_gallery_of_inline_blocks(self) -> None:
        self.agree(
            """
            .gallery { margin: 0; padding: 10px; list-style: none; text-align: center; font-size: 0 }
            .gallery li { display: inline-block; width: 180px; margin: 8px; vertical-align: top; font-size: 14px; text-align: left }
            .gallery img { display: block; width: 100%; height: 120px; object-fit: cover }
            .gallery p { margin: 5px 0 0 }
            """,
            f"""
            <ul class=gallery>
              <li><img src={PIXEL} alt=""><p>Orra</p></li>
              <li><img src={PIXEL} alt=""><p>Little Hamm, from the pier at low water</p></li>
              <li><img src={PIXEL} alt=""><p>Vey</p></li>
              <li><img src={PIXEL} alt=""><p>The Calf</p></li>
              <li><img src={PIXEL} alt=""><p>Northerhaven</p></li>
            </ul>
            """,
            WIDTHS,
        )

    def test_a_hero_with_a_picture_behind_and_a_badge(self) -> None:
        self.agree(
            """
            .hero { position: relative; height: 50vh; min-height: 220px; overflow: hidden }
            .hero img { position: absolute; top: 50%; left: 50%; min-width: 100%; min-height: 100%; transform: translate(-50%, -50%) }
            .words { position: absolute; bottom: 10%; left: 5%; right: 5%; max-width: 30em }
            .words h1 { margin: 0; font: 700 2.4em/1.1 Slab }
            .badge { position: absolute; top: -10px; right: 20px; width: 90px; height: 90px; border-radius: 50%; text-align: center; line-height: 90px }
            """,
            f"""
            <div class=hero>
              <img src={PIXEL} width=1600 height=900 alt="">
              <div class=words><h1>Six islands, one ticket</h1><p>And no hurry.</p></div>
              <span class=badge>new</span>
            </div>
            """,
            WIDTHS,
            0.05,
        )

    def test_an_article_with_floated_figures_and_a_drop_cap(self) -> None:
        self.agree(
            """
            article { max-width: 36em; margin: 0 auto; padding: 0 1em; text-align: justify }
            .cap { float: left; font: 700 3.4em/.8 Slab; margin: .08em .08em 0 0 }
            figure { margin: .3em 0 1em 1.5em; float: right; width: 40%; border: 1px solid; padding: 6px }
            figure img { width: 100%; height: auto; display: block }
            figcaption { font-size: .8em; text-align: left }
            .note { clear: both; font-size: 12px; border-top: 1px dotted }
            """,
            f"""
            <article>
              <p><span class=cap>T</span>he ferry Maud left Skerry Quay at ten past seven with four bakers, one postwoman and a goat,
                 all of whom were expected, and a piano, which was not. <b>Nobody had paid for the piano.</b></p>
              <figure><img src={PIXEL} width=300 height=200 alt=""><figcaption>The piano, seen from the rail</figcaption></figure>
              <p>It played, when the sea was calm, something that the captain said he knew. The goat listened. By the time they came
                 to Orra it had been given a name, a berth and a concession on the fare, and it travelled every day after that.</p>
              <p class=note>From the log.</p>
            </article>
            """,
            (320, 400, 520, 700, 1000),
        )

    def test_a_form_by_labels_and_fields(self) -> None:
        self.agree(
            """
            form { max-width: 500px; margin: 20px auto; padding: 20px; border: 1px solid }
            label { display: block; margin: 10px 0 3px; font-weight: 600 }
            input, textarea, button { box-sizing: border-box; font: inherit; border: 1px solid; margin: 0; padding: 6px 8px }
            input, textarea { width: 100%; display: block }
            textarea { height: 6em }
            .half { float: left; width: 48% }
            .half + .half { float: right }
            button { margin-top: 15px; padding: 8px 24px }
            .row { overflow: hidden }
            """,
            """
            <form>
              <div class=row>
                <div class=half><label>Name</label><input></div>
                <div class=half><label>Island</label><input></div>
              </div>
              <label>What was lost</label><textarea></textarea>
              <button>Send it</button>
            </form>
            """,
            WIDTHS,
        )

    def test_a_timetable_that_turns_into_blocks(self) -> None:
        self.agree(
            """
            table { width: 100%; border-collapse: collapse }
            caption { text-align: left; font-weight: 600; padding: 8px 0 }
            th, td { padding: 6px 10px; border: 1px solid; text-align: left }
            .time { text-align: right; white-space: nowrap }
            @media (max-width: 520px) {
              table, tbody, tr, td { display: block }
              thead { display: none }
              td { border: 0; padding: 2px 0 }
              td::before { content: attr(data-name) ": "; font-weight: 600 }
              tr { margin: 0 0 12px; border: 1px solid; padding: 8px }
            }
            """,
            """
            <table>
              <caption>Today</caption>
              <thead><tr><th>To</th><th>Boat</th><th class=time>Leaves</th></tr></thead>
              <tbody>
                <tr><td data-name=To>Orra</td><td data-name=Boat>Maud</td><td class=time data-name=Leaves>07:10</td></tr>
                <tr><td data-name=To>Northerhaven</td><td data-name=Boat>Old Petrel</td><td class=time data-name=Leaves>at low water</td></tr>
              </tbody>
            </table>
            """,
            WIDTHS,
        )

    def test_tabs_and_a_breadcrumb(self) -> None:
        self.agree(
            """
            .crumbs { padding: 0; margin: 10px 0; list-style: none }
            .crumbs li { display: inline }
            .crumbs li + li::before { content: " / "; padding: 0 6px }
            .tabs { overflow: hidden; margin: 0; padding: 0 0 0 10px; border-bottom: 1px solid; height: 34px }
            .tabs li { float: left; list-style: none; margin: 0 4px -1px 0; padding: 0 12px; line-height: 32px; border: 1px solid }
            .panel { border: 1px solid; border-top: 0; padding: 15px }
            """,
            """
            <ul class=crumbs><li><a>Sites</a></li><li><a>Islands of the northern sound</a></li><li>Vey</li></ul>
            <ul class=tabs><li>Boats</li><li>Tides</li><li>Weather</li></ul>
            <div class=panel>Boats leave when they are full, or on the hour, whichever is pleasanter.</div>
            """,
            WIDTHS,
        )

    def test_cards_that_overlap_by_negative_margins(self) -> None:
        self.agree(
            """
            .band { background: #dde; padding: 40px 5% 90px }
            .card { width: 80%; max-width: 500px; margin: -60px auto 20px; padding: 20px; border: 1px solid; position: relative }
            .card h2 { margin: -36px 0 10px -36px; display: inline-block; padding: 6px 14px; border: 1px solid }
            .card p:last-child { margin-bottom: 0 }
            """,
            """
            <div class=band><h1>Fares</h1></div>
            <div class=card><h2>Day rover</h2><p>Every boat.</p><p>Until the last one home.</p></div>
            <p>After</p>
            """,
            WIDTHS,
        )

    def test_lists_in_columns_by_floats_and_nested_lists(self) -> None:
        self.agree(
            """
            .cols { overflow: hidden; padding: 0 }
            .cols > li { float: left; width: 46%; margin: 0 2%; list-style-position: inside }
            .cols > li:nth-child(2n + 1) { clear: left }
            ol { padding-left: 25px }
            ul ul { list-style-type: square; padding-left: 18px }
            li p { margin: 4px 0 }
            """,
            """
            <ul class=cols>
              <li>Orra <ul><li>bakery</li><li>pier</li></ul></li>
              <li>Vey <ol><li>one road</li><li><p>a school</p><p>and its bell</p></li></ol></li>
              <li>The Calf</li>
            </ul>
            """,
            WIDTHS,
        )

    def test_a_footer_of_inline_block_columns(self) -> None:
        self.agree(
            """
            footer { background: #eee; padding: 2em 4%; font-size: .9em }
            .col { display: inline-block; vertical-align: top; width: 30%; margin-right: 2%; min-width: 140px }
            .col h2 { font-size: 1.1em; margin: 0 0 .5em }
            .col ul { margin: 0; padding: 0; list-style: none }
            .col li { padding: .15em 0 }
            small { display: block; margin-top: 2em; border-top: 1px solid; padding-top: 1em }
            """,
            """
            <footer>
              <div class=col><h2>Travel</h2><ul><li><a>Crossings</a></li><li><a>Fares and other promises</a></li></ul></div>
              <div class=col><h2>The line</h2><ul><li><a>Crew</a></li></ul></div>
              <div class=col><h2>Ask</h2><ul><li><a>Lost</a></li><li><a>Found</a></li><li><a>When it blows</a></li></ul></div>
              <small>All islands are where we left them.</small>
            </footer>
            """,
            WIDTHS,
        )
