"""Positioned boxes: insets, static positions, containing blocks, sticky at rest, transforms."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from .base import PIXEL, AgreementCase


class Positioned(AgreementCase):
    def test_insets_give_sizes(self) -> None:
        self.agree(
            """
            div { position: relative; height: 200px; border: 5px solid; padding: 10px }
            i { position: absolute }
            .a { inset: 10px }
            .b { left: 10%; right: 20%; top: 50% }
            .c { right: 0; bottom: 0; width: 50px; height: 20px }
            .d { top: 0; bottom: 0; left: 0; width: 30% }
            """,
            "<div><i class=a></i><i class=b>text</i><i class=c></i><i class=d>x</i></div>",
        )

    def test_auto_margins_centre(self) -> None:
        self.agree(
            """
            div { position: relative; height: 150px }
            i { position: absolute; inset: 0; margin: auto; width: 100px; height: 40px }
            .w { width: 2000px }
            .l { margin-left: auto }
            """,
            "<div><i></i><i class=w></i></div><div><i class=l></i></div>",
        )

    def test_overconstrained(self) -> None:
        self.agree(
            """
            div { position: relative; height: 80px }
            i { position: absolute; left: 10px; right: 10px; width: 60px; margin: 5px; top: 5px; bottom: 5px; height: 20px }
            """,
            "<div><i>x</i></div>",
        )

    def test_shrink_to_fit(self) -> None:
        self.agree(
            """
            div { position: relative; width: 60% }
            i { position: absolute; left: 50%; padding: 3px }
            u { position: absolute; right: 10px }
            """,
            "<div><i>The last boat waits for the music</i><u>six islands</u></div>",
        )

    def test_static_position(self) -> None:
        self.agree(
            """
            i { position: absolute }
            p { margin: 10px 30px }
            """,
            "<p>text</p><i>below</i><p>in <i>line</i></p><div><i>first</i><p>x</p></div>",
        )

    def test_fixed_boxes(self) -> None:
        self.agree(
            """
            header { position: fixed; top: 0; left: 0; right: 0; padding: 10px }
            footer { position: fixed; bottom: 0; width: 50% }
            main { height: 2000px }
            """,
            "<header>h</header><main>m</main><footer>f</footer>",
        )

    def test_sticky_at_rest(self) -> None:
        self.agree(
            """
            nav { position: sticky; top: 20px; height: 30px }
            .b { position: sticky; bottom: 0 }
            section { height: 1500px }
            """,
            "<section><nav>n</nav><p>x</p></section><section><p>y</p><div class=b>b</div></section>",
        )

    def test_containing_block_of_nested(self) -> None:
        self.agree(
            """
            .r { position: relative; padding: 20px }
            .m { padding: 30px }
            i { position: absolute; top: 0; right: 0 }
            .t { transform: translateX(10px); padding: 5px }
            """,
            "<div class=r><div class=m><i>a</i></div></div><div class=t><i>b</i><div style='position:fixed;left:0;top:0'>f</div></div>",
        )

    def test_percent_sizes_of_the_padding_box(self) -> None:
        self.agree(
            """
            div { position: relative; padding: 10px 20px; height: 100px }
            i { position: absolute; width: 50%; height: 50%; padding: 5%; box-sizing: border-box }
            """,
            "<div><i>x</i></div>",
        )

    def test_relative_offsets(self) -> None:
        self.agree(
            """
            p { position: relative }
            .a { left: 10px; top: 5px }
            .b { right: 10%; bottom: -8px }
            .c { left: 5px; right: 50px; top: 10%; }
            """,
            "".join(f"<p class={c}>x</p>" for c in "abc"),
        )

    def test_pictures(self) -> None:
        self.agree(
            """
            div { position: relative; height: 120px }
            img { position: absolute }
            .a { inset: 0 }
            .b { inset: 0; width: 100%; height: 100%; object-fit: cover }
            .c { right: 10px; bottom: 10px; height: 40px }
            """,
            f"<div><img class=a src={PIXEL} width=30 height=20><img class=b src={PIXEL}><img class=c width=60 height=30 src={PIXEL}></div>",
        )

    def test_transforms_change_rectangles(self) -> None:
        self.agree(
            """
            div { width: 100px; height: 40px; margin: 60px }
            .a { transform: translate(10%, 50px) }
            .b { transform: rotate(30deg) }
            .c { transform: scale(1.5, .5) }
            .d { transform: translate(-50%, -50%) rotate(10deg) scale(2); transform-origin: 0 0 }
            .e { translate: 10px 20% }
            .f { transform: skewX(20deg) }
            """,
            "".join(f"<div class={c}>x<b>y</b></div>" for c in "abcdef"),
            tolerance=0.02,
        )

    def test_min_and_max_on_positioned(self) -> None:
        self.agree(
            """
            div { position: relative; height: 200px }
            i { position: absolute; left: 0; right: 0; max-width: 200px; top: 0; bottom: 0; max-height: 50px; margin: auto }
            u { position: absolute; min-width: 50%; min-height: 40%; right: 0 }
            """,
            "<div><i>x</i><u>y</u></div>",
        )

    def test_aspect_ratio_positioned(self) -> None:
        self.agree(
            """
            div { position: relative; height: 200px }
            i { position: absolute; aspect-ratio: 2; height: 40px }
            u { position: absolute; aspect-ratio: 16 / 9; left: 10%; right: 10%; bottom: 0 }
            """,
            "<div><i></i><u></u></div>",
        )

    def test_absolute_in_flex_and_grid(self) -> None:
        self.agree(
            """
            .f { display: flex; justify-content: center; align-items: center; height: 100px; position: relative }
            .g { display: grid; place-items: end; height: 100px; position: relative }
            i { position: absolute }
            .l { left: 0 }
            """,
            "<div class=f><i>a</i><i class=l>b</i><b>c</b></div><div class=g><i>a</i><i class=l>b</i></div>",
        )

    def test_off_screen_helpers(self) -> None:
        self.agree(
            """
            .v { position: absolute; width: 1px; height: 1px; margin: -1px; padding: 0; overflow: hidden; clip: rect(0,0,0,0); border: 0 }
            .o { position: absolute; left: -9999px }
            """,
            "<a class=v>skip to the crossings</a><a class=o>skip</a><p>x</p>",
        )

    def test_what_holds_positioned_boxes_without_being_positioned(self) -> None:
        for declaration in ("filter: blur(1px)", "backdrop-filter: blur(1px)", "will-change: transform", "transform-style: preserve-3d", "contain: paint", "contain: layout", "will-change: opacity"):
            css = f".out {{ width: 300px; margin: 40px; padding: 7px; {declaration} }} .abs {{ position: absolute; left: 5px; top: 6px; width: 20% }} .fix {{ position: fixed; right: 3px; bottom: 4px }}"
            self.agree(css, "<div class=out><p>words</p><div class=abs>a</div><div class=fix>b</div></div>")


class StickyInLines(AgreementCase):
    def test_inline_boxes_stick_to_what_scrolls(self) -> None:
        """They move with all that they hold, in the block container that they are in (css-position-3 §3.4)."""
        bodies = (
            "<span style='position: sticky; {}'>x</span>", "<main style='position: relative; left: 72px'><p style='position: relative; left: 60px'>Board two by dusk only boat and lighthouse back leaves<em style='position: sticky; {}'>archipelago</em> and <i>more</i></p></main>",
            "<div style='overflow: auto; width: 150px; height: 60px'>known isles of <b style='position: sticky; {}'>a <i>sk</i> <img width=9 height=9> erry line</b> and <u>more</u></div>",
            "<p style='width: 100px'>aa <b style='position: sticky; {}'>bbb ccc ddd eee <i>fff ggg</i></b> hh", "<span style='position: sticky; {}; margin: 3px'>a<span style='position: sticky; {}'>x</span></span>",
        )  # fmt: skip
        for insets in ("left: 14px", "right: 0", "right: 30px", "top: 0", "top: 40px", "bottom: 0", "left: 20%", "top: 10px; left: 300px"):
            for body in bodies:
                self.agree("body { margin: 8px }", body.replace("{}", insets), widths=(320,))

    def test_sticky_boxes_in_lines_beside_blocks_are_kept_in_what_holds_both(self) -> None:
        boxes = ("<span class=s>ab</span>", "<i class=s style='display: inline-block; width: 90px; height: 40px'></i>", "<div class=s>block</div>")
        pieces: list[tuple[str, str]] = []
        for inset in ("top: 10px", "top: 200px", "bottom: 580px", "left: 5px", "right: 300px"):
            for around in ("{}", "<section style='padding: 9px'>{}</section>", "<section style='overflow: auto; height: 30px'>{}</section>"):
                for box in boxes:
                    for rest in ("<div>known</div>", "tail", "<div style='height: 900px'>z</div>"):
                        pieces.append((f".s {{ position: sticky; {inset} }}", around.replace("{}", box + rest)))
        self.agree_each(pieces, (320,))


class InPartedInlines(AgreementCase):
    """A link round a whole card is a containing block, too: from its first piece to its last (css-position-3 §2.1)."""

    PLACES = ("", "left: 0", "right: 0", "inset: 0", "top: 0; left: 3px", "bottom: 0; right: 2px", "width: 50%", "left: 10%", "height: 50%; width: 30px", "position: fixed; top: 1px; left: 1px")

    def pieces(self, around: Iterable[str], edges: Iterable[str], insides: Iterable[str]) -> Iterator[tuple[str, str]]:
        for outer in around:
            for edge in edges:
                for inside in insides:
                    for place in self.PLACES:
                        yield "", outer.replace("$", f'<a style="position: relative; {edge}">{inside.replace("@", f"""<q style="position: absolute; {place}">dogs and cats</q>""")}</a>')

    def test_with_words_before_and_behind(self) -> None:
        blocks = ("<p>@</p>", "<p>x @</p>", "<div><i>@</i>zz</div>", "<p>x</p>@", "@<p>x</p>", "<p>x</p><p>y @</p>", "<ul><li>@</ul>")
        insides = [before + block + behind for block in blocks for before in ("", "ab ", "<b>word word word word</b> ") for behind in ("", " cd")]
        self.agree_each(self.pieces(['<div style="width: 200px">in $ out</div>'], ("", "padding: 0 5px", "border: 2px solid", "top: 4px; left: 3px"), insides))

    def test_where_nothing_stands_beside_the_blocks(self) -> None:
        around = (
            '<div style="width: 200px">$</div>', '<div style="width: 200px; padding: 5px; float: left">$</div>', "<table><td>$</table>", '<div style="display: flex; width: 200px"><div>$</div></div>',
            '<div style="width: 200px; position: relative">$</div>', '<div style="width: 200px"><p>u</p>$<p>w</p></div>',
        )  # fmt: skip
        insides = (
            "<p>x @</p>", '<div style="height: 40px"><img width=20 height=20>@</div>', "a<div>@</div>b", "<div><div>@</div></div>", '<div style="padding: 10px; position: relative">@</div>',
            "@<div>x</div>", "<div>x</div>@", '<h3 style="margin: 9px 0">t</h3><p>y</p>@', "<b><div>y @</div></b>", "<table><td>y @</table>",
        )  # fmt: skip
        self.agree_each(self.pieces(around, ("", "padding: 3px 5px", "margin: 0 9px"), insides))

    def test_at_every_width(self) -> None:
        body = '<p>Boats <a style="position: relative">go <span style="display: block; padding: 2%">round @ Vey</span> daily</a></p>'.replace("@", '<q style="position: absolute; left: 10%; bottom: 3px">new</q>')
        self.agree("", body, tuple(range(240, 700, 23)))


class BehindTheIndent(AgreementCase):
    def test_boxes_out_of_flow_that_would_stand_alone_on_a_line(self) -> None:
        bodies = ("<b>,</b>", "a <b>,</b>", "<b>,</b> b", "<i><b>,</b></i>", "<b>,</b><p>q</p>", "<p>q</p><b>,</b>", "<br><b>,</b>", "<u>f</u><b>,</b>")
        self.agree_each(
            (f"section {{ width: 340px; {indent} }} b {{ {box} }} u {{ float: left }}", f"<section>{body}</section>")
            for indent in ("text-indent: 2em", "text-indent: -20px", "text-indent: 10%; text-align: right", "text-indent: 2em; text-align: center", "")
            for box in ("position: absolute", "position: fixed; display: block", "position: absolute; display: inline-flex", "position: absolute; display: list-item") for body in bodies
        )  # fmt: skip


class InInlineBoxes(AgreementCase):
    def test_that_contain_them_whatever_else_they_are_told(self) -> None:
        """A transform does nothing to an inline box, and takes nothing from its position (css-transforms-1 §2)."""
        self.agree_each(
            (f"span {{ {own}; {other} }} b {{ position: absolute; {at} }}", f"<div><span>{before}<b>by long-standing pier island</b></span></div>")
            for own in ("position: relative", "position: relative; padding: 0 5px", "position: sticky; top: 0", "position: static")
            for other in ("", "transform: rotate(3deg)", "scale: 2", "opacity: .5", "contain: paint")
            for at in ("", "left: 0", "right: 0", "left: 0; right: 0", "width: 50%")
            for before in ("", "ab", "ab<br>c")
        )


class BaselinesOfWhatScrolls(AgreementCase):
    def test_they_lie_within_it(self) -> None:
        """css-align-3 §9.1, also where the words are lower than the box."""
        boxes = ("<button class=x>harbour–bridge a</button>", "<span class=x style='display: inline-block'>a b c</span>", "<span class=x style='display: inline-flex'>a b c</span>", "<span class=x style='display: inline-grid'>a b c</span>")
        self.agree_each(
            (f".x {{ overflow: {overflow}; height: {height}; max-width: {most} }} main {{ {around} }}", f"<main>q {box} r</main>")
            for overflow in ("visible", "hidden", "auto", "clip")
            for height in ("auto", "19px", "10px", "40px", "0")
            for most in ("none", "30px")
            for box in boxes
            for around in ("", "display: flex; align-items: baseline", "display: flex; align-items: last baseline")
        )


class InsetsThatLeaveNoRoom(AgreementCase):
    def test_what_is_between_them_is_no_less_than_nothing(self) -> None:
        """css-position-3 §4.1; margins that are negative widen it from there."""
        self.agree_each(
            (f"section {{ position: relative; {room} }} b {{ position: absolute; margin: {margin}; inset: {inset}; width: {size}; height: {size} }}", f"<section><b>{inside}</b></section>")
            for room in ("width: 0; height: 0", "width: 40px; height: 30px")
            for margin in ("-18px", "0", "5px", "-18px auto", "auto", "0 -30px")
            for inset in ("4px 4px 14px 5px", "10px", "0 -5px", "50%", "4px auto", "60px 70px")
            for size in ("auto", "20px", "fit-content", "stretch")
            for inside in ("Permitting)", "<img width=10 height=10>")
        )
