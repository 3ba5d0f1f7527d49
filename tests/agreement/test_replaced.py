"""Pictures, embedded content, buttons and fields with the author's own edges and fonts."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

OWN = "font: 16px/1.5 Sans; border: 2px solid; padding: 4px 10px; margin: 0;"


class Replaced(AgreementCase):
    def test_pictures_by_attributes_and_styles(self) -> None:
        self.agree(
            """
            img { vertical-align: top }
            .a { width: 50% }
            .b { max-width: 100%; height: auto }
            .c { height: 40px }
            .d { width: 100%; height: 60px; object-fit: contain }
            """,
            "".join(f"<p><img class={c} src={PIXEL} width=400 height=300></p>" for c in "xabcd"),
        )

    def test_natural_size_and_block_display(self) -> None:
        self.agree(
            """
            img { display: block; margin: 0 auto }
            .w { width: 30% }
            """,
            f"<img src={PIXEL}><img class=w src={PIXEL}>",
        )

    def test_limits_keep_the_ratio(self) -> None:
        self.agree(
            """
            .a { max-width: 100px }
            .b { max-height: 50px }
            .c { max-width: 100px; max-height: 20px }
            .d { min-width: 700px }
            .e { min-height: 400px; max-width: 300px }
            .f { min-width: 10px; min-height: 500px; max-width: 50% }
            """,
            "".join(
                f"<p><img class={c} src={PIXEL} width=400 height=300 style='width:auto;height:auto'><img class={c} style='width:400px;aspect-ratio:4/3' src={PIXEL}></p>"
                for c in "abcdef"
            ),
        )

    def test_aspect_ratio_on_pictures(self) -> None:
        self.agree(
            """
            img { width: 40%; aspect-ratio: 16 / 9; object-fit: cover }
            .s { aspect-ratio: auto 3 / 2 }
            """,
            f"<img src={PIXEL} width=640 height=480><img class=s src={PIXEL}>",
        )

    def test_svg_pictures(self) -> None:
        ratio = "data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 40 20'/%3E"
        sized = "data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='60' height='30'/%3E"
        self.agree(
            """
            img { vertical-align: bottom }
            .w { width: 100px }
            .h { height: 50px }
            """,
            f'<p><img src="{sized}"><img class=w src="{sized}"></p><p><img class=w src="{ratio}"><img class=h src="{ratio}"></p>',
        )

    def test_inline_svg(self) -> None:
        shapes = "<path d='M2 2h8v6l-4 4z'/><circle cx=12 cy=12 r=5 /><g transform='translate(3 4) scale(2)'><rect x=1 y=1 width=4 height=2 /></g>"
        self.agree(
            """
            svg { vertical-align: middle }
            .w { width: 50%; height: 60px }
            """,
            f"<p><svg width=24 height=24 viewBox='0 0 24 24'>{shapes}</svg> text <svg class=w viewBox='0 0 24 24'>{shapes}</svg><svg viewBox='0 0 48 24' width=90></svg></p>",
            tolerance=0.02,
        )

    def test_video_canvas_iframe(self) -> None:
        self.agree(
            """
            iframe { border: 0 }
            .w { width: 50%; }
            video { max-width: 100% }
            """,
            "<video></video><canvas></canvas><canvas width=100 height=20></canvas><iframe></iframe><iframe class=w height=80></iframe><video width=200 height=100></video>",
        )

    def test_buttons_with_author_styles(self) -> None:
        self.agree(
            f"button, input[type=submit] {{ {OWN} }} .b {{ display: block; width: 60% }} .h {{ height: 70px }} .f {{ display: flex; gap: 5px }}",
            "<button>Send</button> <button>See <b>today’s</b> boats</button><button class=b>wide</button><button class=h>high</button><input type=submit value='Go now'><button class=f><i>a</i><i>b</i></button>",
        )

    def test_text_fields_with_author_styles(self) -> None:
        self.agree(
            f"input, textarea {{ {OWN} width: 60%; box-sizing: border-box; display: block }} textarea {{ height: 80px }} .h {{ height: 44px }}",
            "<input><input class=h type=email><textarea></textarea>",
        )

    def test_labels_and_boxes_to_tick(self) -> None:
        self.agree(
            """
            label { display: block }
            input { margin: 3px 5px 3px 0 }
            .own { width: 20px; height: 20px; margin: 0; vertical-align: middle }
            """,
            "<label><input type=checkbox> dogs</label><label><input type=radio> bicycles</label><label><input class=own type=checkbox> pianos</label>",
        )

    def test_fieldset_as_a_block(self) -> None:
        self.agree(
            "fieldset { border: 2px solid; padding: 10px; margin: 0 5px; min-width: 0 }",
            "<fieldset><p>a</p></fieldset>",
        )

    def test_missing_pictures(self) -> None:
        self.agree(
            """
            img { width: 200px; height: 100px }
            .b { display: block; width: 50%; height: 40px }
            """,
            "<p><img src=none.jpg alt=''> x</p><img class=b src=none.jpg alt='An island'>",
        )

    def test_pictures_of_percent_height(self) -> None:
        self.agree(
            """
            div { height: 120px }
            img { height: 50%; width: auto }
            .m { max-height: 25% }
            """,
            f"<div><img width=60 height=30 src={PIXEL}><img class=m width=60 height=90 src={PIXEL}></div>",
        )

    def test_picture_sources_by_query(self) -> None:
        wide = "data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='300' height='30'/%3E"
        self.agree(
            "",
            f'<picture><source media="(min-width: 600px)" srcset="{wide.replace(" ", "%20")}"><img src={PIXEL}></picture>',
        )

    def test_a_drawing_with_a_ratio_alone_and_a_width_by_content(self) -> None:
        drawing = "data:image/svg+xml,%3Csvg xmlns=%22http://www.w3.org/2000/svg%22 viewBox=%220 0 120 80%22/%3E"
        outers = ("width: min-content", "width: max-content", "width: fit-content", "float: left", "width: 200px", "display: flex", "display: grid")
        self.agree("div { clear: both }", "".join(f"<div style='{outer}'><img style='width: {width}' src='{drawing}'></div>" for width in ("min-content", "max-content", "fit-content", "auto") for outer in outers), widths=(320,))


class RatioAlone(AgreementCase):
    DRAWING = "<img class=x src=\"data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 320 200'%3E%3C/svg%3E\">"
    FRAMES = ("<video class=x></video>", "<iframe class=x></iframe>", "<object class=x></object>", "<canvas class=x></canvas>", "<audio controls class=x></audio>")

    def test_frames_and_films_fill_the_line_as_drawings_do(self) -> None:
        pieces: list[tuple[str, str]] = []
        for ratio in ("2", "auto 2", "1/2"):
            for size in ("", "width: 100px", "height: 100px", "max-width: 100px", "min-width: 500px", "box-sizing: border-box; padding: 10px"):
                for place in ("display: inline", "display: block", "float: left"):
                    body = "".join(f"<section>{frame}</section>" for frame in self.FRAMES)
                    pieces.append((f"section {{ width: 400px; display: flow-root }} .x {{ aspect-ratio: {ratio}; {size}; {place} }}", body))
        self.agree_each(pieces)

    def test_in_a_row_of_flex(self) -> None:
        pieces: list[tuple[str, str]] = []
        for row in ("width: 200px", "display: inline-flex", "flex-direction: column; width: 200px", "flex-wrap: wrap; width: 200px", "width: 500px"):
            for size in ("", "width: 320px", "max-width: 100px", "min-width: 0", "max-height: 60px", "flex: 1", "padding: 10px"):
                body = "".join(f"<section>Lighthouse {one}</section>" for one in (self.DRAWING, *self.FRAMES[:2]))
                pieces.append((f"section {{ display: flex; {row} }} .x {{ {size} }} video, iframe {{ aspect-ratio: 2 }}", body))
        self.agree_each(pieces)


class WordsForTheContent(AgreementCase):
    """Drawings that have a ratio and no size, beside those that have one: what words for their content mean."""

    PICTURES = tuple(f"<img src=\"data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' {size}/%3E\">" for size in ("viewBox='0 0 320 200'", "width='50' viewBox='0 0 320 200'", "width='50'", "width='100%25' height='50%25' viewBox='0 0 3 2'"))

    def test_words_for_the_content_in_each_context(self) -> None:
        arounds = ("", "display: flex", "display: flex; flex-flow: column", "display: grid", "display: flex; flex-flow: column; align-items: flex-start", "display: flex; height: 100px", "float: left", "display: flex; flex-flow: column; height: 90px")
        widths = ("width: max-content", "width: min-content", "width: stretch", "max-width: max-content", "min-width: max-content", "max-width: min-content", "height: max-content", "width: fit-content; height: 30px", "width: 100%")
        self.agree_each(
            (f"section {{ width: 224px }} div {{ {around} }} img {{ {width} }}", f"<section><div>{picture}{rest}</div></section>")
            for around in arounds for width in widths for picture in self.PICTURES for rest in ("", "<p>Known</p>")
        )  # fmt: skip

    def test_as_the_base_of_flex_items(self) -> None:
        bases = ("max-content", "min-content", "content", "fit-content", "max-content; width: 40px", "min-content; max-width: 50%", "content; max-height: 20px", "content; padding: 3px")
        self.agree_each(
            (f"section {{ width: 224px }} div {{ display: flex; {around} }} img {{ flex-basis: {base} }}", f"<section><div>{picture}{rest}</div></section>")
            for around in ("", "flex-flow: column", "height: 100px", "flex-flow: column; height: 90px", "flex-wrap: wrap") for base in bases for picture in self.PICTURES for rest in ("", "<p>Known isles</p>")
        )  # fmt: skip

    def test_of_a_height_that_a_limit_holds(self) -> None:
        sizes = ("width: max-content; height: 60px; max-height: 40px", "width: min-content; height: 18vw; max-height: 19ch", "max-width: max-content; height: 60px; max-height: 30px")
        self.agree_each((f"div {{ display: flex; {around} }} img {{ {size} }}", f"<div>{picture}</div>") for around in ("", "height: 100px", "flex-wrap: wrap") for size in sizes for picture in self.PICTURES)
