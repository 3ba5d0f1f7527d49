"""Pages that nobody picked: a seed makes one, as somebody who writes HTML and CSS by hand might, with a fuzzer's spread.

``make(profile, seed)`` gives the same PageModel for ever; its parts can be left out one by one, to make a page small.
"""

from __future__ import annotations

import base64
import html
import struct
import zlib
from collections.abc import Iterator
from dataclasses import dataclass, field
from itertools import count
from pathlib import Path
from typing import Any

from .values import GROUPS, PROFILES, VALUES, Dice

PARTS = Path(__file__).resolve().parents[2] / "hillpin" / "parts"
FACES = (
    ("Case Sans", 400, PARTS / "fonts" / "source-sans-3-latin-400-normal.woff2"),
    ("Case Sans", 700, PARTS / "fonts" / "source-sans-3-latin-600-normal.woff2"),
    ("Case Serif", 400, PARTS / "fonts" / "bitter-latin-700-normal.woff2"),
    ("Case Mono", 400, PARTS / "drawing" / "atkinson-hyperlegible-next-latin-400-normal.woff2"),
)
"""Faces by the names that pages use, with their files: what ships is enough to lay words out alike on both sides."""
FONT_SHEET = "".join(f'@font-face {{ font-family: "{name}"; font-weight: {weight}; src: url("fonts/{file.name}") }}\n' for name, weight, file in FACES)

# A page as parts that can be left out one by one

_ids = count()
Dropped = frozenset[tuple[Any, ...]]


@dataclass(eq=False)
class Text:
    data: str
    id: int = field(default_factory=lambda: next(_ids))


@dataclass(eq=False)
class Node:
    tag: str
    attributes: dict[str, str | None] = field(default_factory=dict)
    children: list[Node | Text] = field(default_factory=list)
    closed: bool = True
    id: int = field(default_factory=lambda: next(_ids))


@dataclass(eq=False)
class Rule:
    selector: str
    declarations: list[tuple[int, str]]
    around: list[str] = field(default_factory=list)
    nested: list[Rule] = field(default_factory=list)
    id: int = field(default_factory=lambda: next(_ids))


VOID = {"img", "br", "hr", "input", "wbr", "col"}


class PageModel:
    """Markup and rules; ``html(dropped)`` writes what is left, ``parts(kind, dropped)`` lists what could go."""

    def __init__(self, body: Node, rules: list[Rule], faces: str) -> None:
        self.body, self.rules, self.faces = body, rules, faces

    def html(self, dropped: Dropped = frozenset(), fonts: str = "fonts/", note: str = "") -> str:
        css = "\n".join(filter(None, (self._css(rule, dropped) for rule in self.rules)))
        head = f'<!DOCTYPE html>\n{note}<html lang="en"><head><meta charset="utf-8"><title>t</title><style>\n{self.faces.replace("fonts/", fonts)}\n{css}\n</style></head>\n'
        return head + self._markup(self.body, dropped) + "</html>\n"

    def _css(self, rule: Rule, dropped: Dropped) -> str:
        if ("rule", rule.id) in dropped:
            return ""
        inside = [text for number, text in rule.declarations if ("declaration", number) not in dropped]
        nested = [text for inner in rule.nested if (text := self._css(inner, dropped))]
        if not inside and not nested:
            return ""
        text = f"{rule.selector} {{ {' '.join(f'{line};' for line in inside)} {' '.join(nested)} }}"
        for prelude in reversed(rule.around):
            if ("around", rule.id, prelude) not in dropped:
                text = f"{prelude} {{ {text} }}"
        return text

    def _markup(self, node: Node | Text, dropped: Dropped) -> str:
        if isinstance(node, Text):
            if ("text", node.id) in dropped:
                return ""
            return html.escape(node.data.split()[0] if ("short", node.id) in dropped and node.data.split() else node.data, quote=False)
        if ("node", node.id) in dropped:
            return ""
        inside = "".join(self._markup(child, dropped) for child in node.children)
        if ("unwrap", node.id) in dropped:
            return inside
        kept = [(name, value) for name, value in node.attributes.items() if ("attribute", node.id, name) not in dropped]
        start = "".join([f"<{node.tag}", *(f" {n}" if v is None else f' {n}="{html.escape(v)}"' for n, v in kept), ">"])
        return start if node.tag in VOID else start + inside + (f"</{node.tag}>" if node.closed or ("unclosed", node.id) in dropped else "")

    def parts(self, kind: str, dropped: Dropped) -> list[tuple[Any, ...]]:
        found: list[tuple[Any, ...]] = []
        if kind in ("rule", "declaration", "around"):
            for rule in self._rules(self.rules, dropped):
                found += [("rule", rule.id)] if kind == "rule" else []
                found += [("declaration", number) for number, _ in rule.declarations] if kind == "declaration" else []
                found += [("around", rule.id, prelude) for prelude in rule.around] if kind == "around" else []
        for node in self._nodes(self.body, dropped):
            if isinstance(node, Text):
                found += [(kind, node.id)] if kind in ("text", "short") else []
            elif kind == "attribute":
                found += [("attribute", node.id, name) for name in node.attributes]
            elif kind in ("node", "unwrap", "unclosed") and node is not self.body and (kind != "unclosed" or not node.closed):
                found.append((kind, node.id))
        return [part for part in found if part not in dropped]

    def hollow(self, dropped: Dropped) -> bool:
        """Whether something that is left had content and has none any more: empty boxes are a story of their own."""
        def has_content(node: Node | Text, dropped: Dropped) -> bool:
            nodes = self._nodes(node, dropped)
            return any(bool(inner.data.strip()) if isinstance(inner, Text) else inner.tag in VOID or (inner is not node and not inner.children) for inner in nodes)
        return any(has_content(node, frozenset()) and not has_content(node, dropped) for node in self._nodes(self.body, dropped) if isinstance(node, Node) and node.tag not in VOID)

    def _rules(self, rules: list[Rule], dropped: Dropped) -> Iterator[Rule]:
        for rule in rules:
            if ("rule", rule.id) not in dropped:
                yield rule
                yield from self._rules(rule.nested, dropped)

    def _nodes(self, node: Node | Text, dropped: Dropped) -> Iterator[Node | Text]:
        kind = "text" if isinstance(node, Text) else "node"
        if (kind, node.id) not in dropped:
            yield node
            for child in node.children if isinstance(node, Node) else ():
                yield from self._nodes(child, dropped)


class Author:
    """Writes one page: markup first, then rules for the classes and tags that it used."""

    OUTER, INNER, INLINE = ["row", "wrap", "panel", "box", "grid"], ["card", "item", "lead", "side"], ["tag", "note", "mark-up", "num"]
    WORDS = ["the", "boat", "leaves", "at", "nine", "from", "pier", "two", "and", "is", "back", "by", "dusk", "when", "wind", "allows", "tickets", "on", "board", "only", "dogs", "welcome", "ferry-master's", "lighthouse", "archipelago", "12:45", "€18", "a", "I", "to", "of", "island", "timetable", "extraordinarily", "long-standing", "well", "known", "(weather", "permitting)", "crossings;", "harbour–bridge", "incomprehensibilities"]

    def __init__(self, profile: str, seed: int) -> None:
        self.dice, self.name = Dice(f"{profile}/{seed}"), profile
        self.profile, self.left = PROFILES[profile], self.dice.randint(2, 20)
        self.used: set[str] = set()
        self.blank = self.dice.choice(("\n", "\n", "", " "))

    def page(self) -> PageModel:
        body = Node("body", {**self._classes("outer", 0.2), **self._direction(0.6)})
        while self.left > 0:
            self._add(body, *self.block(0))
        return PageModel(body, self._sheet(), FONT_SHEET)

    # Markup

    def _classes(self, kind: str, chance: float = 0.6) -> dict[str, str | None]:
        pool = {"outer": self.OUTER, "inner": self.INNER, "inline": self.INLINE}[kind]
        if self.dice.random() > chance:
            return {}
        names = self.dice.sample(pool, 2 if self.dice.random() < 0.15 else 1)
        self.used.update(names)
        return {"class": " ".join(names)}

    def _direction(self, chance: float) -> dict[str, str | None]:
        """A ``dir`` attribute now and then, on pages that are about directions."""
        if self.name != "directions" or self.dice.random() > chance:
            return {}
        return {"dir": self.dice.weighted("rtl*4 ltr*2 auto*.5")}

    def _add(self, parent: Node, *children: Node | Text) -> None:
        for child in children:
            parent.children.append(child)
            if isinstance(child, Node) and self.blank:
                parent.children.append(Text(self.blank))

    def node(self, tag: str, kind: str, *children: Node | Text, chance: float = 0.6, **attributes: str | None) -> Node:
        self.left -= 1
        self.used.add(tag)
        made = Node(tag, {**self._classes(kind, chance), **self._direction(0.12), **attributes})
        made.closed = tag not in ("p", "li", "td", "th", "dt", "dd", "tr", "option") or self.dice.random() > 0.12
        self._add(made, *children)
        return made

    def words(self, low: int = 1, high: int = 24) -> Text:
        many = min(int(self.dice.expovariate(1 / ((low + high) / 2.5))) + low, high)
        words = [self.dice.choice(self.WORDS) for _ in range(many)]
        text = " ".join(word if self.dice.random() > 0.03 else self.dice.choice(("light\u00adhouse\u00adkeep\u00ader", "10\u00a0km", "and/or", "https://example.org/a-very-long-path/to?q=1", "co\u200bop")) for word in words)
        return Text(text.capitalize() if self.dice.random() < 0.5 else text)

    def phrase(self, most: int = 24, depth: int = 0) -> list[Node | Text]:
        parts: list[Node | Text] = [self.words(1, most)]
        while self.dice.random() < (0.55 if self.name in ("inline", "forms", "replaced") else 0.35) and depth < 2:
            tag = self.dice.weighted("a*3 em*2 strong*2 span*4 code small sub*.5 sup*.5 b i q*.4 kbd*.5 mark*.4 abbr*.3 br*1.2 wbr*.2 img*.6 button*.4 input*.2")
            if tag in ("br", "wbr"):
                self.left -= 1
                parts.append(Node(tag))
            elif tag in ("img", "input"):
                parts.append(self.image() if tag == "img" else self.field())
            else:
                parts.append(self.node(tag, "inline", *([Text(" ")] if self.dice.random() < 0.05 else []), chance=0.5, **({"href": "#a"} if tag == "a" else {})))
                parts[-1].children += self.phrase(max(most // 4, 2), depth + 1)  # type: ignore[union-attr]
            parts.append(Text(self.dice.choice((" ", " ", "", ", ")) + self.words(1, max(most // 2, 1)).data))
        return parts

    def image(self) -> Node:
        w, h = self.dice.choice(((320, 200), (120, 80), (64, 64), (24, 24), (640, 360), (90, 160), (101, 67)))
        view = f'viewBox="0 0 {w} {h}"'
        kind = self.dice.choice(("png", "png", f'width="{w}" height="{h}"', view, f'{view} width="{w}"', f'{view} width="{w}" height="{h}"'))
        if kind == "png":
            rows = zlib.compress((b"\0" + b"\xaa" * ((w + 7) // 8)) * h, 9)
            chunks = b"".join(struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data)) for name, data in ((b"IHDR", struct.pack(">IIBBBBB", w, h, 1, 0, 0, 0, 0)), (b"IDAT", rows), (b"IEND", b"")))
            source = "data:image/png;base64," + base64.b64encode(b"\x89PNG\r\n\x1a\n" + chunks).decode()
        else:
            source = "data:image/svg+xml;base64," + base64.b64encode(f'<svg xmlns="http://www.w3.org/2000/svg" {kind}/>'.encode()).decode()
        sizes = self.dice.choice(({}, {}, {"width": str(w), "height": str(h)}, {"width": str(w // 2)}, {"width": "50%"}, {"height": "40"}, {"width": "200", "height": "100"}))
        extra = {"align": self.dice.choice(("left", "right", "middle"))} if self.dice.random() < 0.04 else {}
        return self.node("img", "inner", chance=0.5, src=source, alt="", **sizes, **extra)

    def field(self) -> Node:
        match self.dice.weighted("text*5 textarea*2 button*2 select*.8 check*.6 submit*.7 meter*.1"):
            case "textarea":
                return self.node("textarea", "inner", Text("Words"), **self.dice.choice(({}, {"rows": "4"}, {"rows": "3", "cols": "30"})))
            case "button":
                return self.node("button", "inner", *self.phrase(3, 1))
            case "select":
                return self.node("select", "inner", *(self.node("option", "inner", self.words(1, 4), chance=0) for _ in range(3)))
            case "check":
                return self.node("input", "inner", type=self.dice.choice(("checkbox", "radio")))
            case "submit":
                return self.node("input", "inner", type="submit", value=self.dice.choice(("Send", "Book a crossing", "Go")))
            case "meter":
                return self.node(self.dice.choice(("meter", "progress")), "inner", value=".5")
        return self.node("input", "inner", **self.dice.choice(({}, {"type": "text"}, {"type": "email", "placeholder": "you@example.org"}, {"type": "search", "size": "12"}, {"type": "text", "value": "Orra", "size": "30"})))

    def block(self, depth: int) -> list[Node | Text]:
        """One block of the profile's kinds, as the nodes it is made of."""
        kind = self.dice.weighted(self.profile.blocks if depth < 3 else "p*3 heading list image")
        return getattr(self, f"_{kind}")(depth)  # type: ignore[no-any-return]

    def _p(self, _: int) -> list[Node | Text]:
        return [self._filled("p", "inner", 30, 0.35, **({"align": "center"} if self.dice.random() < 0.03 else {}))]

    def _filled(self, tag: str, kind: str, most: int, chance: float = 0.6, **attributes: str | None) -> Node:
        made = self.node(tag, kind, chance=chance, **attributes)
        made.children += self.phrase(most)
        return made

    def _heading(self, _: int) -> list[Node | Text]:
        return [self._filled(self.dice.weighted("h1 h2*3 h3*3 h4"), "inner", 6, 0.3)]

    def _list(self, depth: int) -> list[Node | Text]:
        made = self.node(self.dice.weighted("ul*3 ol"), "outer", **self.dice.choice(({}, {}, {}, {"type": "square"})))
        for _ in range(self.dice.randint(1, 5)):
            item = self._filled("li", "inner", 10, 0.4)
            self._add(item, *(self.block(depth + 2) if depth < 2 and self.dice.random() < 0.15 else ()))
            self._add(made, item)
        return [made]

    def _nav(self, _: int) -> list[Node | Text]:
        links = [self.node("li", "inner", self._filled("a", "inline", 2, 0.4, href="#a"), chance=0.4) for _ in range(self.dice.randint(2, 6))]
        return [self.node("nav", "outer", self.node("ul", "outer", *links))] if self.dice.random() < 0.6 else [self.node("nav", "outer", *(link.children[0] for link in links))]

    def _dl(self, _: int) -> list[Node | Text]:
        pairs = [self._filled(tag, "inner", 8, 0.4) for _ in range(self.dice.randint(1, 4)) for tag in ("dt", "dd")]
        return [self.node("dl", "outer", *pairs)]

    def _table(self, depth: int) -> list[Node | Text]:
        dice, columns = self.dice, self.dice.randint(1, 4)
        old = dice.choice(({}, {}, {}, {"border": "1", "cellpadding": "6"}, {"width": "100%", "cellspacing": "0"}, {"align": "right", "width": "50%"}))
        made = self.node("table", "outer", **old)
        if dice.random() < 0.25:
            self._add(made, self._filled("caption", "inner", 6))
        if dice.random() < 0.2:
            self._add(made, self.node("colgroup", "inner", *(self.node("col", "inner", **dice.choice(({}, {"width": "30%"}, {"span": "2"}, {"style": "width: 80px"}))) for _ in range(columns)), chance=0))
        for section in dice.choice((["tbody"], ["thead", "tbody"], ["thead", "tbody", "tfoot"], [""])):
            rows = []
            for _ in range(1 if section in ("thead", "tfoot") else dice.randint(1, 4)):
                cells = []
                for _ in range(columns - (dice.random() < 0.1)):
                    spans = dice.choice([{}] * 12 + [{"colspan": "2"}, {"rowspan": "2"}, {"width": "40%"}, {"valign": "top"}, {"align": "right", "nowrap": None}, {"height": "60"}])
                    cells.append(self._filled(dice.weighted("td*5 th"), "inner", 6, 0.4, **spans))
                    self._add(cells[-1], *(self.block(depth + 2) if depth < 2 and dice.random() < 0.06 else ()))
                rows.append(self.node("tr", "inner", *cells, chance=0.2))
            self._add(made, *([self.node(section, "inner", *rows, chance=0.15)] if section else rows))
        return [made]

    def _figure(self, _: int) -> list[Node | Text]:
        return [self.node("figure", "outer", self.image(), self._filled("figcaption", "inner", 10, 0.4), chance=0.5)]

    def _image(self, _: int) -> list[Node | Text]:
        picture = self.image()
        return [self.node("a", "inline", picture, href="#a")] if self.dice.random() < 0.2 else [picture]

    def _embed(self, _: int) -> list[Node | Text]:
        tag = self.dice.choice(("iframe", "video", "canvas", "svg", "svg", "picture"))
        if tag == "picture":
            return [self.node("picture", "outer", self.image(), chance=0.3)]
        return [self.node(tag, "inner", **self.dice.choice(({}, {"width": "160", "height": "90"}, {"viewBox": "0 0 60 40"} if tag == "svg" else {"width": "200"})))]

    def _quote(self, depth: int) -> list[Node | Text]:
        return [self.node("blockquote", "outer", *self.block(depth + 2), self._filled("footer", "inner", 4), chance=0.4)]

    def _pre(self, _: int) -> list[Node | Text]:
        return [self.node("pre", "inner", Text("def boat(pier):\n\treturn pier + 1   # one further\n\n" + self.words(2, 12).data), chance=0.4)]

    def _hr(self, _: int) -> list[Node | Text]:
        return [self.node("hr", "inner", chance=0.3, **self.dice.choice(({}, {}, {"width": "50%", "align": "left"}, {"size": "5"})))]

    def _details(self, depth: int) -> list[Node | Text]:
        return [self.node("details", "outer", self._filled("summary", "inner", 4), *self.block(depth + 2), chance=0.3, **({"open": None} if self.dice.random() < 0.6 else {}))]

    def _form(self, _: int) -> list[Node | Text]:
        made = self.node("form", "outer")
        for _ in range(self.dice.randint(1, 4)):
            label = self._filled("label", "inline", 3, 0.4)
            if self.dice.random() < 0.3:
                label.children.append(self.field())
            holder = [label, self.field()] if self.dice.random() < 0.6 else [self.node(self.dice.weighted("p*2 div*3 fieldset*.5"), "inner", label, self.field())]
            self._add(made, *holder)
        self._add(made, self.node("button", "inner", self.words(1, 3)))
        return [made]

    def _cards(self, depth: int) -> list[Node | Text]:
        made, tag = self.node(self.dice.weighted("div*4 section ul*.5"), "outer", chance=0.95), self.dice.weighted("div*3 article a*.7 span*.4")
        for _ in range(self.dice.randint(2, 6)):
            item = self.node("li" if made.tag == "ul" else tag, "inner", chance=0.75)
            if tag in ("a", "span") or self.dice.random() < 0.4:
                item.children += self.phrase(8)
            else:
                for _ in range(self.dice.randint(1, 3)):
                    self._add(item, *self.block(depth + 1))
            self._add(made, item)
        return [made]

    def _soup(self, depth: int) -> list[Node | Text]:
        made = self.node("div", "outer", chance=0.8)
        for _ in range(self.dice.randint(1, 4)):
            match self.dice.weighted("block*4 phrase*2 div*2 empty*.5 inline*.5"):
                case "block":
                    self._add(made, *self.block(depth + 1))
                case "phrase":
                    made.children += self.phrase(10)
                case "div":
                    self._add(made, *(self._soup(depth + 1) if depth < 3 else self._p(0)))
                case "inline":
                    self._add(made, self.node("span", "inline", *self.block(depth + 2)))
                case _:
                    self._add(made, self.node("div", "inner", chance=0.9))
        return [made]

    def _section(self, depth: int) -> list[Node | Text]:
        made = self.node(self.dice.weighted("section*3 article aside header footer main*.5"), "outer")
        self._add(made, *self._heading(0))
        for _ in range(self.dice.randint(1, 3)):
            self._add(made, *self.block(depth + 1))
        return [made]

    # Rules

    def declarations(self, groups: str, low: int = 1, high: int = 5) -> list[tuple[int, str]]:
        chosen: dict[str, str] = {}
        group = self.dice.weighted(groups)
        for _ in range(self.dice.randint(low, high)):
            name = self.dice.weighted(GROUPS[group])
            if name.startswith("!"):
                continue
            value = VALUES.get(name)
            if value is not None:
                text = value(self.dice) if callable(value) else self.dice.weighted(value).replace("_", " ").replace("+", " + ")
                chosen[name.replace("flow-", "").replace("table-display", "display") if name.endswith("-display") else name] = text
        if (first := GROUPS[group].split()[0]).startswith("!") and self.dice.random() < 0.9:
            kind = self.dice.weighted(" ".join(word for word in GROUPS[group].split() if word.startswith("!")))
            chosen = {"display": kind.removeprefix("!display:").removeprefix(first), **chosen}
        if group == "position" and "position" not in chosen and self.dice.random() < 0.8:
            chosen = {"position": self.dice.choice(("relative", "absolute")), **chosen}
        return [(next(_ids), f"{name}: {value}") for name, value in chosen.items()]

    def selector(self, name: str) -> str:
        """A class selector, now and then with what people add to one."""
        other, tag = self.dice.choice(self.OUTER), self.dice.choice(("p", "div", "li", "a", "img", "span", "h2", "td"))
        return self.dice.weighted("@*9 X_@*1 X_>_@ T@ @:nth-child(odd) @:nth-child(3n+1) @:first-child @:last-child @:not(.card) :is(@,T) @_>_ANY X:has(>_@) @_+_@ @_~_T X_>_:first-child T:not(:last-child) [class~=NAME] [class^=NAME] @::before*1.5 @::after*1.5 @_>_ANY_+_ANY @:nth-of-type(2) :where(@) @:only-child @_T*1.5").replace(
            "ANY", "*").replace("@", f".{name}").replace("NAME", name).replace("X", f".{other}").replace("T", tag).replace("_", " ")

    def around(self) -> list[str]:
        n = self.dice.choice((480, 600, 700, 740, 800, 900, 1000))
        found = self.dice.choice((f"(max-width: {n}px)", f"(min-width: {n / 16:g}em)", f"(width >= {n}px)", f"(400px < width <= {n}px)", f"screen and (min-width: {n}px)", f"not all and (max-width: {n}px)", "(orientation: landscape)", "print", f"(min-width: 500px) and (max-width: {n}px)", f"(width < {n / 16:g}rem), print"))
        if self.dice.random() < 0.25:
            return [self.dice.choice((f"@container (min-width: {n // 2}px)", f"@container side (width < {n // 2}px)", f"@container (inline-size > {n // 32}em)"))]
        return [self.dice.choice(("@supports (display: grid)", "@layer base"))] if self.dice.random() < 0.12 else [f"@media {found}"]

    def _rule(self, selector: str, groups: str, low: int = 1, high: int = 5) -> Rule:
        rule = Rule(selector, self.declarations(groups, low, high))
        if "::" in selector:
            rule.declarations.insert(0, (next(_ids), f"content: {VALUES['content'](self.dice)}"))  # type: ignore[operator]
        elif self.dice.random() < 0.07:
            rule.nested.append(Rule(self.dice.choice(("& > *", "&:first-child", "p &", "a", "&::after", "> .item", "& + &")), self.declarations(groups)))
            if "::" in rule.nested[0].selector:
                rule.nested[0].declarations.insert(0, (next(_ids), 'content: "*"'))
        if self.dice.random() < 0.18:
            rule.around = self.around()
        return rule

    def _sheet(self) -> list[Rule]:
        dice = self.dice
        def fixed(selector: str, *lines: str) -> Rule:
            return Rule(selector, [(next(_ids), line) for line in lines])
        rules = [fixed(":root", f"--gap: {dice.px(4, 30)}", f"--step: {dice.choice(('1rem', '.5em', '2vw', '12px'))}"),
                 fixed("body", f'font: {dice.choice(("16px", "15px", "1rem", "17px", "100%"))}/{dice.choice(("1.5", "1.4", "1.6", "normal", "24px", "1.65"))} "Case {dice.choice(("Sans", "Sans", "Serif"))}", sans-serif', f"margin: {dice.choice(('0', '0', '8px', '0 auto', '1rem 5%'))}"),
                 fixed("code, pre, kbd, textarea", 'font-family: "Case Mono", monospace'),
                 fixed("button, input, textarea, select", "font: inherit", f"border: {dice.choice(('1px', '2px'))} solid", f"padding: {dice.px(2, 16)} {dice.choice((dice.px(2, 24), '.5em'))}", f"margin: {dice.choice(('0', '0', '4px', '0 .5em'))}")]  # fmt: skip
        rules += [fixed(selector, *lines) for chance, selector, *lines in ((0.5, "*, *::before, *::after", "box-sizing: border-box"), (0.4, "img", "max-width: 100%", "height: auto"), (0.15, "img", "display: block"), (0.2, "ul, ol", "list-style: none", "padding: 0", "margin: 0"), (0.3, "h1, h2, h3", "line-height: 1.2", f"margin: {dice.lengths(0, 32)}"), (0.1, "*", "margin: 0", "padding: 0"), (0.15, "p", "margin: 0 0 1em")) if dice.random() < chance]  # fmt: skip
        for kind, pool in (("outer", self.OUTER), ("inner", self.INNER), ("inline", self.INLINE)):
            for name in pool:
                if name in self.used:
                    rules.append(self._rule(f".{name}", getattr(self.profile, kind), 1, 5))
                    rules += [self._rule(self.selector(name), getattr(self.profile, kind), 1, 3) for _ in range(dice.choice((0, 0, 0, 1, 1)))]
        tags = [tag for tag in ("p", "h2", "li", "ul", "a", "span", "div", "section", "img", "td", "table", "dt", "figure", "button", "blockquote", "pre", "small", "input") if tag in self.used]
        rules += [self._rule(tag, self.profile.inner, 1, 3) for tag in dice.sample(tags, min(len(tags), dice.randint(0, 2)))]
        if dice.random() < 0.02:
            rules.append(fixed(dice.choice(("p::first-letter", "p::first-line")), "font-size: 2em"))
        return rules


def make(profile: str, seed: int) -> PageModel:
    return Author(profile, seed).page()
