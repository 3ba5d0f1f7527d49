"""What core is asked when any input may come: each question makes its input from bytes, so that a fuzzer can steer it, and asks at a
front door. What may come back is an answer or ``InputError``."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, TypeVar

from hillpin.core.aids import OVERLAYS, comes_to, contest_of, open_query, outline_of, overlays_of
from hillpin.core.aids import moved as element_moved
from hillpin.core.authoring import (
    RepeatWish,
    changed,
    duplicated,
    put_outline,
    read_words,
    repeated,
    unwrapped,
    wrapped,
)
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.handing import Smaller, Tidiness, doubts_of, packed, tidied
from hillpin.core.page import Page
from hillpin.core.planning import Options, code_of, plan_from_page
from hillpin.core.site import Links, Wanted, moved, search
from hillpin.core.survey import survey
from hillpin.core.writing import dimension_rows, edit_sheet, explain, hill_of, margin_notes, refreshed

T = TypeVar("T")
Made = dict[str, Any]


def listed(words: str, between: str = " ") -> list[str]:
    """Words of one line."""
    return words.split(between)


TAGS = listed("div p span b ul ol li table tr td th tbody caption col img br button input svg details summary select option optgroup textarea hr a section fieldset legend video main nav h1 pre label dialog")
SELECTORS = [*TAGS, "*", ".a", ".b", "#c", ":first-child", "li + li", "div > *", "::before", "p::after", ":is(.a, p)", ":not(.b)", ":nth-child(2n + 1 of .a)", ":has(> .b)", "&", "a:hover", "li::marker", "p::first-letter"]
PROPERTIES = listed(
    "display position float clear width height min-width max-width min-height max-height inline-size margin margin-left padding border border-width flex flex-basis flex-grow flex-direction flex-wrap grid grid-template-columns grid-template-rows "
    "grid-template-areas grid-area grid-column grid-row grid-auto-flow grid-auto-rows gap columns column-span font font-size font-family line-height letter-spacing vertical-align overflow box-sizing aspect-ratio inset top transform zoom white-space text-align text-indent "
    "text-wrap direction border-collapse border-spacing order align-items justify-content align-self justify-self list-style content counter-increment --a --b table-layout object-fit contain container-type writing-mode background opacity transition animation"
)
VALUES = listed(
    "0|auto|none|10px|-10px|50%|1e9px|-1e9px|1fr|min-content|max-content|fit-content|stretch|block|inline|inline-block|flex|inline-flex|grid|inline-grid|table|table-row|table-cell|contents|list-item|flow-root|absolute|fixed|sticky|relative|left|right|both|row-reverse|"
    "column|wrap|hidden|scroll|1 / -1|span 3|2|-5|1000000|repeat(auto-fill, 10px)|repeat(9999, 1px)|minmax(0, 1fr) auto|fit-content(20%)|subgrid|center|baseline|last baseline|calc(1px / 0)|calc(100% - 1e9px)|calc(infinity * 1px)|calc(NaN * 1px)|var(--a)|var(--b, 3px)|"
    "clamp(1px, 2%, 3px)|min(1px, var(--a))|round(up, 5px, 0px)|border-box|collapse|nowrap|pre|pre-wrap|0.0001px|999em|99vw|1cqw|3lh|1/0|rotate(1e9deg)|scale(0)|matrix(1,2,3,4,5,6)|dense|'x'|counter(c)|attr(title)|inherit|unset|revert-layer|rtl|vertical-rl|\"a b\" \"c d\"|"
    "[x] 1fr [y]|1px solid red|12px/2 serif|size|inline-size|url(a.png)|linear-gradient(red, blue)|env(x)|sibling-index()|if(media(width < 5px): 1px; else: 2px)|calc-size(auto, size * 2)|1e400px|-0px|none none|;|}|(|)|\\|/*|!important|\u00b2px|\u0661px",
    "|",
)
AROUND = ["@media (min-width: 300px)", "@media (width < 40em)", "@container (width > 10px)", "@container style(--a: 1)", "@supports (display: grid)", "@layer x", "@scope (.a)", "@starting-style", "@media not", "@import", "@font-face", "@keyframes k", "@property --a", "@function --f()"]
TEXTS = ["text", "many more words of text ", "", "\u00ad", "&nbsp;", "&#0;", "&#x110000;", "<!-- c -->", "<!--", "\t\n ", "\u202e", "\u05d0\u05d1", "\u4e00\u4e8c", "e\u0301\u0302", "\U0001f469\u200d\U0001f680", "a\u0000b", "x" * 300, "<", "</", "&", "]]>", "<![CDATA["]
ATTRIBUTES = ["class=a", "class='a b'", "id=c", "style='width:50%'", "style='--a:'", "width=5", "width=1e9", "colspan=999999", "rowspan=0", "span=70000", "cols=99999", "rows=-1", "type=date", "type=range", "type=checkbox", "src=a.png", "srcset='a.png 2x, b.png 99999w'",
              "align=center", "hidden", "open", "popover", "dir=rtl", "dir=auto", "value=x", "size=99999", "start=99999999999", "href=#c", "multiple", "lang=tr", "title=x", "=", "a=\"", "<"]  # fmt: skip
SOUP = [*"{}()[]:;,.#@!*/\\\"'<>=- \n\t|~+^$&%?_0123456789", "<div", "</div>", "<p>", "<table>", "<style>", "</style>", "<template>", "<svg>", "<math>", "<select>", "px", "em", "calc(", "var(--a)", "url(", "a", "width", "--a:", "@media", ":is(", ":has(", "<!--", "-->", "\u0000", "\U0001f600", "\r\n", "\ufeff"]
EXPRESSION = [*"ab.*+?()[]{}|^$\\-,0123456789 ", "(a+)+", "(?:", "(?=", "(?<x>", "(?P<x>", "\\1", "\\g<x>", "{1,9999}", "(.*)*"]
OUTLINE = [*"abp.#>+*{}[]()=\"'$| \n", "    ", "\n  ", "div", "section.a", "ul", "li * 3", "img[src=a.png]", "h2 Words", "*99999", "table", "nav"]
DOCUMENT = [*"#*-_`>[]()|!\n\t 12.", "\n\n", "words ", "# ", "## ", "- ", "1. ", "| a | b |\n", "|---|---|\n", "```", "<b>", "<p>x</p>", "&amp;", "\u201c", "--"]


class Draws:
    """Choices made from bytes; where they end, each is the first."""

    def __init__(self, given: bytes) -> None:
        self._given = given
        self._at = 0

    def below(self, count: int) -> int:
        """A number from 0 to ``count`` - 1."""
        size = 1 if count <= 256 else 2
        part = self._given[self._at : self._at + size]
        self._at += size
        return int.from_bytes(part, "big") % count if part else 0

    def pick(self, among: Sequence[T]) -> T:
        """One of them."""
        return among[self.below(len(among))]

    def some(self, most: int, make: Callable[[Draws], T]) -> list[T]:
        """None to ``most`` of what is made."""
        return [make(self) for _ in range(self.below(most + 1))]

    def soup(self, among: Sequence[str], most: int) -> str:
        """Pieces one after the other."""
        return "".join(self.some(most, lambda one: one.pick(among)))


def a_tree(draws: Draws, depth: int = 0) -> str:
    """Elements in elements, mostly closed."""
    if depth > 6 or draws.below(4) == 0:
        return draws.pick(TEXTS)
    tag = draws.pick(TAGS)
    given = "".join(f" {one}" for one in draws.some(2, lambda one: one.pick(ATTRIBUTES)))
    inside = "".join(draws.some(4, lambda one: a_tree(one, depth + 1)))
    return f"<{tag}{given}>{inside}{'' if draws.below(8) == 1 else f'</{tag}>'}"


def a_sheet(draws: Draws, depth: int = 0) -> str:
    """Rules, in queries and in one another."""

    def rule(one: Draws) -> str:
        kind = one.below(8)
        inside = " ".join(one.some(5, lambda each: f"{each.pick(PROPERTIES)}: {' '.join(each.some(2, lambda value: value.pick(VALUES))) or each.pick(VALUES)};"))
        if kind == 1 and depth < 3:
            return f"{one.pick(AROUND)} {{ {inside} {a_sheet(one, depth + 1)} }}"
        nested = a_sheet(one, depth + 1) if kind == 2 and depth < 3 else ""
        return f"{one.pick(SELECTORS)} {{ {inside} {nested} }}"

    return "\n".join(draws.some(5, rule))


def a_page(draws: Draws) -> Made:
    """A page with its sheet."""
    doctype = draws.pick(["<!DOCTYPE html>", "", "<!DOCTYPE html PUBLIC '-//W3C//DTD HTML 4.01 Transitional//EN' 'http://www.w3.org/TR/html4/loose.dtd'>", "<?xml version='1.0'?>"])
    return {"index.html": f"{doctype}<link rel=stylesheet href=a.css><body>{''.join(draws.some(5, a_tree))}", "a.css": a_sheet(draws), "width": draws.pick([320, 1, 0, 741, 1920, 10_000]), "at": draws.below(16)}


def a_soup(draws: Draws) -> Made:
    """Text that is hardly a page."""
    return {"index.html": draws.soup(SOUP, 120), "a.css": draws.soup(SOUP, 60), "width": 320, "at": 0}


def read(made: Made) -> Page:
    """The page of what was made."""
    return Page(MemoryFiles({name: text for name, text in made.items() if "." in name}))


def lay_out(made: Made) -> None:
    """Boxes at two widths."""
    page = read(made)
    for width in (made["width"], 500):
        assert len(page.layout(width, 600).boxes) == len(page.document.elements)


def show(made: Made) -> None:
    """What Write shows beside the code, for one element and for all."""
    page = read(made)
    layout = page.layout(made["width"], 600, record=True)
    margin_notes(page, layout)
    overlays_of(layout, [kind.name for kind in OVERLAYS])
    outline_of(page.document)
    if page.document.elements:
        element = page.document.elements[made["at"] % len(page.document.elements)]
        for quantity in ("width", "height", "x", "y"):
            explain(page, layout, element, quantity)
        dimension_rows(layout, element)
        for name in ("width", "margin-left", "color"):
            contest_of(page, layout, element, name)
            comes_to(page, layout, element, name)
        hill_of(page, element, 300, 340, 600)


def walk(made: Made) -> None:
    """Some widths, walked, and what is found: a server's survey has three hundred seconds for two thousand."""
    survey(read(made), 300, 313)


def _an_edit(draws: Draws) -> Made:
    made = a_page(draws)
    sheet = made["a.css"]
    at = draws.below(len(sheet) + 1)
    return {**made, "after": sheet[:at] + draws.pick([*VALUES, "1", "", "\n"]) + sheet[at + draws.below(6) :]}


def edit(made: Made) -> None:
    """An edit of the sheet carried into the page is the page read anew."""
    page = read(made)
    page.boxes(320)
    if edit_sheet(page, "a.css", made["after"]):
        ours, anew = page.boxes(320), read({**made, "a.css": made["after"]}).boxes(320)
        assert [(one.x, one.y, one.width, one.height) for one in ours.boxes] == [(one.x, one.y, one.width, one.height) for one in anew.boxes], "carried in it is other than read anew"
    open_query(page, "a.css", 1 + made["at"], 400)


def write(made: Made) -> None:
    """Outlines put in, elements given another shape."""
    page = read(made)
    put_outline(page, made["at"] * 9, made["outline"])
    put_outline(page, len(page.document.source), made["outline"])
    for ask in (
        lambda: wrapped(page.document.source, made["at"], made["outline"]), lambda: changed(page.document.source, made["at"], made["outline"]), lambda: unwrapped(page.document.source, made["at"]),
        lambda: duplicated(page, made["at"]), lambda: repeated(page, made["at"], RepeatWish(3, made["outline"])), lambda: element_moved(page.document.source, made["at"] % max(len(page.document.elements), 1), "down"),
    ):  # fmt: skip
        answered(ask)


def words(made: Made) -> None:
    """A document of words."""
    for kind in ("markdown", "text", "html"):
        read_words(made["words"], kind)
    refreshed(read({"index.html": made["words"], "a.css": made["words"]}), made["words"], 600)


def find(made: Made) -> None:
    """Words and expressions searched for, and replaced."""
    texts = {"index.html": made["index.html"], "a.css": made["a.css"]}
    for is_expression in (True, False):
        for scope in ("all", "text"):
            answered(lambda is_expression=is_expression, scope=scope: search(texts, Wanted(made["words"], is_expression, scope=scope), made["to"]))


def hand_over(made: Made) -> None:
    """A folder looked through, written in one way, made smaller."""
    files = {name: made[name].encode("utf-8", "replace") for name in ("index.html", "a.css")}
    doubts_of(files)
    texts = {name: content.decode() for name, content in files.items()}
    tidied(texts, Tidiness("LF", "2 spaces", "take out"))
    packed(files, Smaller(sheets=True))
    moved(Links(files, texts), {"a.css": "styles/b.css"})


def plan(made: Made) -> None:
    """A plan read from a page, and written as code."""
    page = read(made)
    if page.document.elements:
        found = plan_from_page(page, page.document.elements[made["at"] % len(page.document.elements)])
        code_of(found.plan, Options())


def answered(ask: Callable[[], object]) -> None:
    """Ask, where a refusal in words is an answer."""
    try:
        ask()
    except InputError:
        return


@dataclass(frozen=True, slots=True)
class Question:
    """How its input is made, and what is asked of it."""

    make: Callable[[Draws], Made]
    ask: Callable[[Made], None]


QUESTIONS: dict[str, Question] = {
    "boxes": Question(a_page, lay_out),
    "boxes of soup": Question(a_soup, lay_out),
    "shown": Question(a_page, show),
    "shown of soup": Question(a_soup, show),
    "survey": Question(a_page, walk),
    "edit": Question(_an_edit, edit),
    "written": Question(lambda draws: {**a_page(draws), "outline": draws.soup(OUTLINE, 40)}, write),
    "words": Question(lambda draws: {"words": draws.soup(DOCUMENT, 80)}, words),
    "found": Question(lambda draws: {**a_soup(draws), "words": draws.soup(EXPRESSION, 14), "to": draws.soup(EXPRESSION, 4)}, find),
    "handed over": Question(lambda draws: draws.pick([a_page, a_soup])(draws), hand_over),
    "plan": Question(a_page, plan),
}


def warm_up() -> None:
    """What is read once for a process, such as fonts, is no part of a question."""
    lay_out({"index.html": f"<body>{''.join(TEXTS)}", "a.css": "", "width": 320})


def question_of(given: bytes) -> tuple[str, Made]:
    """The question that bytes stand for, and its input."""
    draws = Draws(given)
    name = draws.pick(list(QUESTIONS))
    return name, QUESTIONS[name].make(draws)


def ask(name: str, made: Made) -> None:
    """Ask it. Raises whatever is no documented answer."""
    answered(lambda: QUESTIONS[name].ask(made))
