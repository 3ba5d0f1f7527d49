"""Fieldsets that show a legend (HTML 15.3.13): it stands in the border, and the contents in a box of their own below it."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.writing import why_dead

from .base import AgreementCase

LOOKS = "fieldset { border: 5px solid; padding: 6px 10px } p { margin: 16px 0 }"
LEGENDS = (
    "", "margin: 7px 9px", "width: 100%", "margin: auto", "padding: 10px; border: 3px solid", "width: 50%; margin: 0 auto", "margin-left: auto",
    "max-width: 3ch", "position: relative; left: 5px; top: -5px", "display: inline", "display: inline-block", "display: flex; gap: 5px", "margin-bottom: -10px",
    "margin-bottom: -40px", "text-align: right; margin-right: 10px", "text-align: center", "height: 50%; min-height: 30px", "width: min-content", "display: table; max-width: 100%",
    "float: left", "position: absolute", "aspect-ratio: 3; height: 40px",
)  # fmt: skip
FIELDSETS = (
    "border: 0; padding: 0; margin: 0", "border-top-width: 40px", "height: 100px", "height: 30px", "min-height: 200px; box-sizing: border-box", "max-height: 60px", "padding: 10%",
    "text-align: center", "display: inline", "display: inline-block", "display: table", "width: 50px", "width: 40px; min-width: 0", "float: left", "overflow: hidden; height: 50px", "aspect-ratio: 2",
    "align-content: center; height: 120px", "display: flex", "display: inline-flex; gap: 6px", "display: flex; height: 120px; align-items: center", "display: flex; flex-direction: column; min-height: 120px",
    "display: grid; gap: 4px", "display: grid; grid-template-columns: 1fr 2fr",
)  # fmt: skip
WORDS = "Name of the crossing"


class Fieldsets(AgreementCase):
    def test_how_a_legend_looks(self) -> None:
        for look in LEGENDS:
            with self.subTest(look):
                self.agree(LOOKS, f'<fieldset><legend style="{look}">{WORDS}<br>two</legend><p>one</p>words</fieldset><p>after</p>', widths=(320, 900))

    def test_how_a_fieldset_looks(self) -> None:
        pieces: list[tuple[str, str]] = []
        for look in FIELDSETS:
            pieces.append((LOOKS, f'before <fieldset style="{look}"><legend>{WORDS}</legend><p style="height: 50%">one</p><p>two</p></fieldset> after'))
        self.agree_each(pieces, (320, 900))

    def test_which_one_is_shown(self) -> None:
        two = "<legend>A</legend><legend>B</legend><p>y</p>"
        self.agree(LOOKS, f'<fieldset><p>first</p>{two}</fieldset><fieldset style="display: grid; gap: 4px">{two}</fieldset>')
        self.agree(LOOKS, f'<fieldset><div>{two}</div></fieldset><fieldset><legend style="display: none">A</legend>{two}</fieldset><div>{two}</div>')
        self.agree(LOOKS, '<fieldset><legend style="float: left">A</legend><legend align=right>B</legend>x</fieldset><fieldset><legend align=center>B</legend>x</fieldset>')

    def test_what_is_positioned_in_the_contents_stands_below_the_legend(self) -> None:
        inner = '<i style="position: absolute; inset: 0 10px 0 0">one</i><i style="position: absolute; bottom: 0; height: 50%">two</i>'
        for height in ("auto", "90px"):
            self.agree(LOOKS, f'<fieldset style="position: relative; height: {height}"><legend>A<b style="position: absolute; top: 0; right: 0">b</b></legend><p>words</p>{inner}</fieldset>')

    def test_in_other_boxes(self) -> None:
        field = f"<fieldset><legend>{WORDS}</legend><p>one</p></fieldset>"
        self.agree(LOOKS, f'<div style="display: flex">{field}<fieldset style="flex: 1"><legend>A</legend><p>one</p></fieldset></div><table><td>{field}<td>x</table>')
        self.agree(LOOKS, f'<div style="display: grid; grid-template-columns: 1fr 1fr"><fieldset><legend>A</legend><p style="height: 100%">one</p></fieldset><p style="height: 200px">x</p></div><center>{field}</center>')


class Told(unittest.TestCase):
    def test_what_lays_out_the_contents_has_its_effect(self) -> None:
        for display, word in (("flex", "justify-content"), ("grid", "grid-template-columns"), ("block", "")):
            page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><body><fieldset style='display: {display}; {word}: center'><legend>A</legend><p>x</p></fieldset>"}))
            layout = page.layout(600)
            fieldset = page.document.elements[1]
            reasons = {name: why_dead(name, fieldset, layout.tree.styles[fieldset], layout) for name in ("justify-content", "grid-template-columns")}
            self.assertEqual([name for name, reason in reasons.items() if not reason], {"flex": ["justify-content"], "grid": ["justify-content", "grid-template-columns"], "block": []}[display])


class StretchedHeights(AgreementCase):
    """``stretch`` (css-sizing-4 §5.1) fills the height of what is around a box, where that is definite."""

    def test_margins_that_could_collapse_with_the_parents_do_not_take_from_it(self) -> None:
        pieces: list[tuple[str, str]] = []
        for parent in ("", "border: 1px solid", "padding-top: 5px", "padding-bottom: 5px", "overflow: hidden", "display: flow-root"):
            for child in ("", "margin: 10px 0 20px", "margin: -10px 0", "margin: auto 0", "overflow: hidden", "display: flex", "padding: 5px; box-sizing: border-box"):
                pieces.append(("p { height: stretch; margin: 16px 0 }", f'<div style="height: 200px; {parent}"><p style="{child}">x</p><b>after</b></div>'))
        self.agree_each(pieces, (400,))

    def test_in_every_kind_of_box(self) -> None:
        for parent in ("", "display: flex", "display: flex; flex-direction: column", "display: grid; grid-template-rows: 100px"):
            for child in ("height: stretch", "min-height: stretch", "max-height: stretch; height: 500px", "height: -webkit-fill-available", "height: stretch; float: left"):
                with self.subTest(f"{parent}: {child}"):
                    self.agree("p { margin: 16px 0 }", f'<div style="height: 200px; padding: 5px; {parent}"><p style="{child}"><u style="display: block; height: 50%">x</u></p><p>after</p></div>', widths=(400,))

    def test_where_the_height_around_is_not_known_it_is_automatic(self) -> None:
        self.agree("", '<div style="min-height: 200px; padding: 5px"><p style="height: stretch">x</p><div><p style="min-height: stretch">y</p></div></div>')

    def test_of_pictures_and_what_is_positioned(self) -> None:
        self.agree("img { width: 20px } u { position: absolute }", '<div style="height: 200px; padding: 5px; position: relative"><img style="height: stretch"> <img style="height: stretch; display: block; margin: 7px"><u style="height: stretch; top: 30px">a</u><u style="height: stretch; margin: 5px">b</u></div>')

    def test_of_the_page_itself(self) -> None:
        for root in ("height: 100%", "height: stretch", ""):
            self.agree(f"html {{ {root} }} body {{ min-height: 100vh; min-height: -webkit-fill-available; margin: 9px }}", "<p>x</p>")
