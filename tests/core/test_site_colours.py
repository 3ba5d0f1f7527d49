"""The colours of a site: found with their places, named, made one, and their shades. Worked by hand."""

from __future__ import annotations

import unittest

from hillpin.core.colours import contrast, distance, from_oklab, hex_of, luminance, oklab, with_lightness
from hillpin.core.errors import InputError
from hillpin.core.site import colours_of_site, made_one, named, shades_of, sheet_for, sheets_by_page

SHEET = """:root { --sea: #2b6880; }
/* #123456 is no use */
a { color: var(--sea); border: 1px solid #2B6880; }
.red { background: url(red.png) tan; font-family: Tan, "red"; grid-area: red; animation: tan 1s; content: "#fff" }
@media (min-width: 600px) { #add { color: rgb(43 104 128); box-shadow: 0 0 3px #2b688080 } }
"""
PAGE = """<style>p { color: #2b6881 }</style>
<body style="color: #fff" title="#000"><p style='background:tan'>#222</p>"""


class Found(unittest.TestCase):
    def told(self, texts: dict[str, str]) -> dict[str, list[tuple[str, int, str]]]:
        return {one.value: [(use.path, use.line, use.property) for use in one.uses] for one in colours_of_site(texts)}

    def test_each_with_its_places(self) -> None:
        self.assertEqual(self.told({"s.css": SHEET, "i.html": PAGE, "x.svg": "<svg fill='#111'/>", "a.js": "'#333'"}), {
            "#2b6880": [("s.css", 1, "--sea"), ("s.css", 3, "border"), ("s.css", 5, "color")],
            "#d2b48c": [("i.html", 2, "background"), ("s.css", 4, "background")],
            "#2b6881": [("i.html", 1, "color")],
            "#2b688080": [("s.css", 5, "box-shadow")],
            "#ffffff": [("i.html", 2, "color")],
        })  # fmt: skip

    def test_names_and_how_often_they_are_used(self) -> None:
        sea = colours_of_site({"s.css": SHEET})[0]
        self.assertEqual((sea.value, sea.names, sea.by_name), ("#2b6880", ["--sea"], 1))

    def test_twins_are_those_hardly_apart(self) -> None:
        found = {one.value: one.twin for one in colours_of_site({"s.css": "a { color: #2b6880 } b { color: #2b6881 } i { color: #d2b48c } u { color: #2b688080 }"})}
        self.assertEqual(found, {"#2b6880": "#2b6881", "#2b6881": "#2b6880", "#d2b48c": "", "#2b688080": ""})

    def test_places_are_where_the_text_says_so(self) -> None:
        for one in colours_of_site({"s.css": SHEET, "i.html": PAGE}):
            for use in one.uses:
                self.assertEqual({"s.css": SHEET, "i.html": PAGE}[use.path][use.start : use.end], use.written)


class Changed(unittest.TestCase):
    def test_named_once_and_used_everywhere(self) -> None:
        texts = {"a.css": "p { color: #a8301f; margin: 0 }\n", "b.css": "b { border-color: #A8301F red }", "i.html": '<link rel=stylesheet href=a.css><p style="color:#a8301f">x</p>'}
        self.assertEqual(named(texts, "#a8301f", "buoy", "a.css"), {
            "a.css": ":root { --buoy: #a8301f; }\np { color: var(--buoy); margin: 0 }\n",
            "b.css": "b { border-color: var(--buoy) red }",
            "i.html": '<link rel=stylesheet href=a.css><p style="color:var(--buoy)">x</p>',
        })  # fmt: skip

    def test_a_name_that_it_has_is_used_and_not_declared_again(self) -> None:
        changed = named({"s.css": ":root { --sea: #2b6880 } a { color: #2b6880 }"}, "#2b6880", "--sea", "")
        self.assertEqual(changed, {"s.css": ":root { --sea: #2b6880 } a { color: var(--sea) }"})

    def test_the_name_stands_where_all_pages_that_use_it_have_it(self) -> None:
        texts = {
            "a.css": "p { color: #a8301f }", "b.css": ":root { --x: #000 }", "c.css": "b { color: #a8301f } i { color: #a8301f }",
            "i.html": "<link rel=stylesheet href=a.css><link rel=stylesheet href=b.css>", "j.html": "<link rel=stylesheet href=c.css><link rel=stylesheet href=b.css>",
        }  # fmt: skip
        red = next(one for one in colours_of_site(texts) if one.value == "#a8301f")
        self.assertEqual(sheet_for(texts, sheets_by_page(texts), red), "b.css")
        with self.assertRaisesRegex(InputError, "j.html uses #a8301f and does not link a.css"):
            named(texts, "#a8301f", "buoy", "a.css")
        self.assertEqual(named(texts, "#a8301f", "buoy", "b.css")["b.css"], ":root { --x: #000; --buoy: #a8301f; }")

    def test_names_that_cannot_be(self) -> None:
        texts = {"s.css": ":root { --sea: #111 } a { color: #2b6880 }"}
        for name, sheet, why in (("--sea", "s.css", "another colour"), ("1", "s.css", "no name"), ("--reef", "gone.css", "no sheet")):
            with self.assertRaisesRegex(InputError, why):
                named(texts, "#2b6880", name, sheet)
        with self.assertRaisesRegex(InputError, "not written anywhere"):
            named(texts, "#abcdef", "--reef", "s.css")

    def test_two_made_one(self) -> None:
        self.assertEqual(made_one({"s.css": "a { color: #2b6880 } b { color: #2b6881 }"}, "#2b6881", "#2b6880"), {"s.css": "a { color: #2b6880 } b { color: #2b6880 }"})
        # By name where it has one; a custom property takes the colour itself.
        texts = {"s.css": ":root { --sea: #2b6880; --lake: #2b6881 } b { color: #2b6881 }"}
        self.assertEqual(made_one(texts, "#2b6881", "#2b6880"), {"s.css": ":root { --sea: #2b6880; --lake: #2b6880 } b { color: var(--sea) }"})


class Shades(unittest.TestCase):
    def texts(self, css: str) -> list[str]:
        return [one.text for one in shades_of({"s.css": css}, "#2b6880")]

    def test_written_as_the_site_writes_them(self) -> None:
        plain = self.texts("a { color: #2b6880 }")
        self.assertRegex(plain[0], "^#[0-9a-f]{6}$")
        self.assertEqual(plain[2], "rgb(43 104 128 / 0.5)")
        self.assertEqual(self.texts(":root { --sea: #2b6880 } a { color: oklch(from var(--sea) l c h) }"), ["oklch(from var(--sea) calc(l + 0.08) c h)", "oklch(from var(--sea) calc(l - 0.08) c h)", "rgb(from var(--sea) r g b / 0.5)"])
        # 0.08 of the 0.5114 that OKLab's lightness of #2b6880 (0.4886) is from white is 16%; of the 0.4886 from black 16%, too.
        self.assertEqual(self.texts(":root { --sea: #2b6880 } a { color: color-mix(in srgb, red, blue) }"), ["color-mix(in oklab, var(--sea) 84%, white)", "color-mix(in oklab, var(--sea) 84%, black)", "color-mix(in srgb, var(--sea) 50%, transparent)"])

    def test_a_step_of_lightness(self) -> None:
        for text, step in zip(self.texts("a { color: #2b6880 }")[:2], (0.08, -0.08), strict=True):
            channels = tuple(int(text[at : at + 2], 16) / 255 for at in (1, 3, 5))
            self.assertAlmostEqual(oklab(channels)[0] - oklab((43 / 255, 104 / 255, 128 / 255))[0], step, delta=0.004)  # type: ignore[arg-type]


class Numbers(unittest.TestCase):
    def test_known_contrasts_and_distances(self) -> None:
        self.assertEqual(contrast(luminance((1, 1, 1)), luminance((0, 0, 0))), 21)
        # #767676 is the lightest grey with 4.5:1 on white: 4.54.
        self.assertAlmostEqual(contrast(1, luminance((0x76 / 255,) * 3)), 4.54, places=2)
        self.assertAlmostEqual(distance((0, 0, 0), (1, 1, 1)), 100, places=3)

    def test_oklab_and_back(self) -> None:
        # css-color-4's own example: red is oklab(62.8% 0.2249 0.1258).
        for found, wanted in zip(oklab((1, 0, 0)), (0.62796, 0.22486, 0.12585), strict=True):
            self.assertAlmostEqual(found, wanted, places=4)
        for colour in ((0.2, 0.4, 0.6), (1.0, 1.0, 0.0), (0.0, 0.0, 0.0)):
            for found, wanted in zip(from_oklab(oklab(colour)), colour, strict=True):
                self.assertAlmostEqual(found, wanted, places=4)

    def test_a_lightness_without_room_for_the_chroma_loses_some(self) -> None:
        self.assertEqual(hex_of(with_lightness((1, 0, 0), 1.0)), "#ffffff")
        self.assertEqual(hex_of(with_lightness((1, 0, 0), 0.0)), "#000000")
