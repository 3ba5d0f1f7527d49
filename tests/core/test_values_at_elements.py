"""References, registered custom properties and custom functions: what they come to, and that they stay within bounds."""

from __future__ import annotations

import unittest

import tinycss2
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles.grammar import significant
from hillpin.core.styles.media import Viewport, parse_media, turning_widths
from hillpin.core.styles.syntaxes import read_syntax
from hillpin.core.styles.variables import tokens_of
from hillpin.core.writing.edit import edit_sheet


def page_of(css: str, body: str = "<div class=o><p class=a data-w=50 data-e=''>x</p></div>") -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>p {{ margin: 0 }} {css}</style>{body}"}))


def value_of(css: str) -> str:
    """The computed value of ``--s`` on the paragraph."""
    page = page_of(css)
    resolver = page.restyle_at(800, 600)[1]
    style = next(recipe.style for recipe in resolver._recipes if recipe.element is not None and recipe.element.tag == "p")
    return str(tinycss2.serialize(style.custom.get("--s", ()))).strip()


class Values(unittest.TestCase):
    def test_what_the_browser_computes(self) -> None:
        # As getComputedStyle() of Chromium 156 gives them.
        for css, value in (
            (".a{--s:attr(data-w)}", '"50"'), (".a{--s:attr(data-x)}", '""'), (".a{--s:attr(data-w %)}", "50%"), (".a{--s:attr(data-w number)}", "50"), (".a{--s:attr(data-w bogus, 4)}", "4"),
            (".a{--s:if(style(--t): yes)}", ""), (".a{--s:x if(media(width > 1px): ; else: 9px) y}", "x 9px y"), (".a{--s:if(not style(bogus): 1; else: 2)}", "2"), (".a{--s:if(media(screen): 1; else: 2)}", "2"),
            (".a{--s:if(not supports(width: b): 1; else: 2)}", "2"), (".a{--s:if(not supports((width: b)): 1; else: 2)}", "1"), (".a{--t:20px;--s:if(style(--t > 1em): a; else: no)}", "a"),
            ("@function --f(--a, --b: 7){result:var(--a)/var(--b)/var(--c)} .a{--c:9;--s:--f(1)}", "1/7/9"), ("@function --f(--a <length>){result:var(--a)} .a{--s:--f(2em);font-size:10px}", "20px"),
            ("@function --f(--a <length>){result:var(--a)} .a{--s:--f(red)}", ""), ("@function --f(--a){result:var(--a)} .a{--s:--f({1,2})}", "1,2"), ("@function --f(--a){result:var(--a)} .a{--s:--f(1,2)}", ""),
            ("@function --g(--a){result:calc(var(--a)*2)} .a{--s:--g(--g(2px))}", ""), ("@function --g(--a){--b:initial;result:var(--b,6)} .a{--b:3;--s:--g(1)}", "6"), (".a{--s:sibling-index()}", "sibling-index()"),
            ("@layer q{@function --f(){result:1}} @function --f(){result:2} @layer r{@function --f(){result:3}} .a{--s:--f()}", "2"),
            ("@property --s{syntax:'<integer>';inherits:true;initial-value:0} .a{--s:1.5}", "0"), ("@property --s{syntax:'<length>';inherits:true;initial-value:0px} .a{--s:2em;font-size:9px}", "18px"),
        ):  # fmt: skip
            with self.subTest(css):
                self.assertEqual(value_of(css), value)

    def test_calls_without_end_end(self) -> None:
        chain = "".join(f"@function --f{n}(){{result:--f{n + 1}() --f{n + 1}()}}" for n in range(40)) + "@function --f40(){--e:;result:var(--e)}"
        self.assertEqual(value_of(f"{chain} .a{{--s:--f0()}}"), "")
        self.assertEqual(value_of("@function --f(){result:--g()} @function --g(){result:--f()} .a{--s:--f()}"), "")
        self.assertEqual(value_of(".a{--a:var(--b);--b:if(style(--a): 1; else: 2);--s:var(--b, 3)}"), "3")

    def test_a_choice_turns_at_the_width_of_its_query(self) -> None:
        page = page_of("@function --f(){result:1px;@media(width >= 700px){result:2px}} .a{width:if(media(width >= 600px): 55px; else: 66px)}", "<div class=o><p class=a>x</p><b style='width:if(media(width > 300px): 1px)'></b></div>")
        self.assertEqual(turning_widths(page.conditions), [301, 600, 700])
        self.assertEqual([page.boxes(width).boxes[2].width for width in (599, 600)], [66, 55])

    def test_a_broken_registration_is_told(self) -> None:
        page = page_of("@property --a{syntax:'<length>';inherits:true} @property --b{syntax:'<length>';inherits:true;initial-value:1em} @property --c{syntax:'<wide>';inherits:true;initial-value:1}")
        self.assertEqual([(one.text, one.message.split(":")[0]) for one in page.sheets.problems], [(name, "This custom property is not registered") for name in ("--a", "--b", "--c")])

    def test_elements_alike_do_not_share_what_is_theirs(self) -> None:
        boxes = page_of(".a{width:calc(sibling-index() * 10px)}", "<p class=a>x</p><p class=a>y</p><p class=a>z</p>").boxes(600).boxes
        self.assertEqual([box.width for box in boxes[1:]], [10, 20, 30])


class Edits(unittest.TestCase):
    def test_an_edit_comes_to_what_the_page_read_anew_does(self) -> None:
        start = ".o { --w: 1 } .a { width: 20px; height: 5px }"
        base = "@property --g { syntax: '<length>'; inherits: true; initial-value: 3px } @container style(--w: 2) { .a { margin-left: 9px } } @function --h(--x) { result: calc(var(--x) * 2) }"
        for changed in (
            start.replace("20px", "calc(sibling-index() * 20px)"), start.replace("20px", "if(media(width > 500px): 20px; else: 30px)"), start.replace("--w: 1", "--w: 2"), start.replace("20px", "--h(11px)"), start.replace("20px", "attr(data-w px)"),
            start.replace("height: 5px", "--g: 2em; padding: var(--g)"), start.replace("20px", "random(1px, 2px)"), start.replace("20px", "calc-size(any, 12px)"),
        ):  # fmt: skip
            for one, other in ((start, changed), (changed, start)):
                with self.subTest((one, other)):
                    body = "<link rel=stylesheet href=a.css><div class=o><p class=a data-w=50>x</p><p class=a data-w=7>y</p></div>"
                    files = {"index.html": f"<!DOCTYPE html>{body}", "a.css": f"{base}\n{one}"}
                    page = Page(MemoryFiles(files))
                    page.boxes(800)
                    if not edit_sheet(page, "a.css", f"{base}\n{other}"):
                        page = page.with_text("a.css", f"{base}\n{other}")
                    anew = Page(MemoryFiles({**files, "a.css": f"{base}\n{other}"}))
                    for width in (800, 400):
                        now, then = page.boxes(width), anew.boxes(width)
                        self.assertEqual([(box.x, box.y, box.width, box.height) for box in now.boxes], [(box.x, box.y, box.width, box.height) for box in then.boxes])
                        self.assertEqual([one.feature for one in now.unmodelled], [one.feature for one in then.unmodelled])


class Syntaxes(unittest.TestCase):
    def test_which_values_they_take(self) -> None:
        for syntax, value, takes in (
            ("<length>", "2em", True), ("<length>", "50%", False), ("<length>", "calc(1px + 1%)", False), ("<length-percentage>", "calc(1px + 1%)", True), ("<percentage>", "calc(1% * 3)", True), ("<length>+", "1px 2px", True),
            ("<length>#", "1px, 2px", True), ("<length>#", "1px 2px", False), ("a | b", "b", True), ("a | b", "B", False), ("<custom-ident>", "inherit", False), ("<integer>", "1.5", False), ("<color>", "rgb(1 2 3)", True), ("<url>", "url(a.png)", True), ("*", "", True),
        ):  # fmt: skip
            with self.subTest((syntax, value)):
                read = read_syntax(syntax)
                self.assertEqual(read is not None and read.takes(significant(tokens_of(value)) if "," in value else tokens_of(value)), takes)

    def test_which_are_none(self) -> None:
        for syntax in ("<wide>", "<length> #", "", "<length>|", "inherit", "<transform-list>+", "1px"):
            with self.subTest(syntax):
                self.assertIsNone(read_syntax(syntax))


class Unknown(unittest.TestCase):
    def test_what_is_unknown_stays_unknown_under_not(self) -> None:
        for query, holds in (
            ("not (bogus)", False), ("(not (bogus))", False), ("(bogus) or (width)", True), ("(bogus) and (width)", False), ("(width > 10)", False), ("(width > 0)", True), ("(width < bogus)", False),
            ("(min-orientation: portrait)", False), ("(-webkit-min-device-pixel-ratio: 1)", True), ("(overflow-block: scroll)", True), ("(prefers-reduced-data: no-preference)", False), ("not ((bogus) and (print))", False),
        ):  # fmt: skip
            with self.subTest(query):
                self.assertEqual(parse_media(tokens_of(query)).matches(Viewport(800, 800)), holds)
