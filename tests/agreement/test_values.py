"""Units, functions, cascade and queries as they come out in boxes, against the browser."""

from __future__ import annotations

from .base import AgreementCase


def bars(*widths: str) -> str:
    """One block for each width."""
    return "".join(f"<div style='width: {width}'>x</div>" for width in widths)


class Units(AgreementCase):
    def test_absolute(self) -> None:
        self.agree("", bars("1in", "2.54cm", "25.4mm", "72pt", "6pc", "101.6Q", "33.333px", "0.1px", "1e2px"))

    def test_of_the_font(self) -> None:
        self.agree(
            """
            html { font-size: 18px }
            body { font-size: 1.25rem }
            .s { font: 600 22px/1.3 Sans }
            """,
            bars("10em", "10rem", "10ex", "10ch", "3lh", "2rlh")
            + f"<section class=s>{bars('10em', '10ex', '10ch', '2lh')}</section>",
        )

    def test_of_the_viewport(self) -> None:
        names = ("vw", "vh", "vmin", "vmax", "vi", "vb", "svw", "svh", "lvh", "dvh", "dvw", "svmin", "lvmax")
        self.agree("", bars(*(f"12.5{name}" for name in names)))

    def test_functions(self) -> None:
        self.agree(
            "",
            bars(
                "calc(100% - 3 * 20px)", "calc((100% - 40px) / 3)", "min(50%, 200px)", "max(10vw, 5rem)",
                "clamp(8rem, 30%, 20rem)", "calc(1px + min(2em, 10%) * 2)", "clamp(100px, 10px, 50px)",
                "calc(100% / 7)", "calc(-20px + 5%)", "round(33%, 10px)", "mod(130px, 40px)", "abs(-30px)",
            ),
        )  # fmt: skip

    def test_fluid_type_and_space(self) -> None:
        self.agree(
            """
            h1 { font-size: clamp(1.5rem, 1rem + 3vw, 3rem); margin: clamp(10px, 4vw, 60px) 0 }
            p { padding: max(10px, 2vw) min(5%, 40px); line-height: calc(1em + 8px) }
            """,
            "<h1>Six islands, one ticket</h1><p>The last boat waits for the music to end.</p>",
            (320, 477, 640, 1000, 1333),
        )


class Cascade(AgreementCase):
    def test_variables_through_the_tree(self) -> None:
        self.agree(
            """
            :root { --gap: 10px; --wide: calc(var(--gap) * 12) }
            .a { --gap: 20px }
            .b { width: var(--wide); padding: var(--gap) }
            .c { width: var(--none, 70%) ; margin: var(--gap) }
            .d { width: 50px; width: var(--missing) }
            .e { --x: var(--x); width: var(--x, 30px) }
            """,
            "<div class=b>1</div><section class=a><div class=b>2</div><div class=c>3</div></section><div class=d>4</div><div class=e>5</div>",
        )

    def test_layers_and_importance(self) -> None:
        self.agree(
            """
            @layer base, parts;
            @layer parts { p { width: 200px; padding-left: 10px !important } }
            @layer base { p { width: 100px; padding-left: 30px !important; height: 40px } }
            p { margin-left: 5px }
            @layer { p { height: 60px; margin-left: 50px } }
            """,
            "<p>x</p>",
        )

    def test_nesting(self) -> None:
        self.agree(
            """
            .card { padding: 10px; & p { padding: 5px } > h2 { margin: 0 }
              &.wide { width: 80%; @media (min-width: 500px) { width: 60% } }
              .sheet & { border: 2px solid }
              @supports (display: grid) { margin-left: 7px } }
            """,
            "<div class=sheet><div class='card wide'><h2>Orra</h2><p>boats</p></div></div><div class=card><p>x</p></div>",
            (320, 500, 640),
        )

    def test_relational_and_grouping_selectors(self) -> None:
        self.agree(
            """
            div:has(> img, > b) { padding: 10px }
            :where(#x) p { margin-left: 9px }
            p:is(.a, #y) { margin-left: 20px }
            li:nth-child(2n + 1 of .k) { padding-left: 30px }
            li:nth-last-child(-n + 2) { height: 40px }
            p:not(.a, .b) { width: 100px }
            b:only-child { display: block; height: 12px }
            div:empty { height: 5px }
            """,
            "<div id=x><p class=a>1</p><p class=b>2</p><p>3</p></div><div><b>4</b></div><div></div><ul><li>5<li class=k>6<li>7<li class=k>8<li class=k>9</ul>",
        )

    def test_keywords_for_all_properties(self) -> None:
        self.agree(
            """
            section { padding: 11px; font-size: 20px; width: 300px }
            h2 { margin: 3px; font-size: 12px }
            .i { padding: inherit; width: inherit }
            .n { padding: initial; font-size: initial }
            .u { margin: unset; font-size: unset }
            .r { margin: revert; font-size: revert }
            .z { all: unset }
            """,
            "<section><div class=i>1</div><div class=n>2</div><h2 class=u>3</h2><h2 class=r>4</h2><h2 class=z>5</h2></section>",
        )


class Queries(AgreementCase):
    def test_notations_and_logic(self) -> None:
        self.agree(
            """
            p { margin: 0 }
            @media (min-width: 400px) and (max-width: 800px) { .a { height: 50px } }
            @media (400px <= width < 800px) { .b { height: 60px } }
            @media not all and (min-width: 640px) { .c { height: 70px } }
            @media (max-width: 30em), (min-width: 60em) { .d { height: 80px } }
            @media (orientation: portrait) { .e { height: 90px } }
            @media (min-aspect-ratio: 1/1) { .f { height: 100px } }
            @media print { p { height: 500px } }
            @media screen and ((width > 700px) or (height < 100px)) { .g { height: 110px } }
            @media (prefers-reduced-motion: no-preference) and (hover: hover) { .h { height: 44px } }
            @media (min-resolution: 1dppx) { .i { height: 33px } }
            """,
            "".join(f"<p class={name}>{name}</p>" for name in "abcdefghi"),
            (320, 400, 480, 639, 640, 799, 800, 801, 960),
        )

    def test_containers_by_size_name_and_units(self) -> None:
        self.agree(
            """
            .half { width: 50%; container: half / inline-size }
            .other { container-type: inline-size; padding: 0 5% }
            p { margin: 0; padding: 2cqw; width: 50cqi }
            @container (min-width: 300px) { p { height: 40px } }
            @container half (width > 200px) { .k { margin-left: 20px; & b { display: block } } }
            @container not (width > 400px) { .m { height: 55px } }
            @container (width > 100px) and (width < 250px) { .k { border: 3px solid } }
            """,
            "<div class=half><p class=k>1 <b>x</b></p><div class=other><p class='k m'>2</p></div></div><div class=other><p class=m>3</p></div>",
            (300, 420, 640, 1000),
        )

    def test_containers_of_both_axes(self) -> None:
        self.agree(
            """
            .c { container-type: size; height: 150px; width: 60% }
            p { margin: 0; height: 20cqh; width: 50cqmax }
            @container (height > 100px) and (orientation: landscape) { p { padding: 5cqmin } }
            """,
            "<div class=c><p>x</p></div>",
        )


class Functions(AgreementCase):
    def test_every_kind(self) -> None:
        values = (
            "calc(sin(30deg) * 100px)", "calc(cos(60deg) * 100px)", "calc(tan(45deg) * 50px)", "calc(atan2(1, 1) / 1deg * 1px)", "calc(sin(asin(0.25)) * 80px)", "calc(log(100, 10) * 20px)", "calc(exp(3) * 1px)",
            "calc(sign(-3px) * -20px)", "calc(100px / 10px * 3px)", "calc(50vw / 100vw * 60px)", "calc(10px * 10px / 20px)", "clamp(none, 50%, 40px)", "clamp(none, 50%, none)", "progress(50px, 0px, 100px)",
            "calc(progress(50px, 0px, 100px) * 80px)", "round(17.5px)", "round(up, 17px, 5px)", "mod(17px, 5px)", "calc(10px * 10px)", "calc(10px / 1deg)", "env(safe-area-inset-top, 30px)", "env(none-such, 30px)",
            "10cap", "10rcap", "5lh", "5rlh", "10ic", "calc(1lh + 1cap)", "calc(100% / 10px * 1px)", "min(1px + 2%, 40px)", "calc(sign(50% - 10px) * 20px)",
        )  # fmt: skip
        self.agree("html { font: 18px/1.3 Slab } div { width: 400px; font: 20px Sans } p { width: 7px; line-height: calc(20px / 10px) }", "".join(f'<div><p style="width: {value}">x</p></div>' for value in values), (700,))
