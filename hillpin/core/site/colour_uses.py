"""All colours that a site's sheets and pages write, with every place, their names, and those that hardly differ."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from ..colours import Triple, distance, hex_of
from ..markup.tags import attributes_in, tags_of
from ..styles import SPECIAL, read_color, tokens_of
from .addresses import MARKUP_ENDINGS, SHEET_ENDINGS

TWIN = 2.5
"""OKLab × 100: nearer colours are hardly told apart side by side."""
MOST_USES = 20_000
"""Places that are looked at in a whole site."""
WITHOUT_COLOURS = frozenset(["font", "font-family", "grid-area", "grid-template-areas", "animation", "animation-name", "content", "container", "container-name", "grid-template", "will-change", "src"])
"""Properties whose words may be the names of colours and are none."""
_HEAD = re.compile(r"(?:\s|/\*.*?\*/)*(--[\w-]+|-?[a-zA-Z][\w-]*)\s*:", re.DOTALL)
_CANDIDATE = re.compile(
    r"/\*.*?(?:\*/|\Z)|\"(?:\\.|[^\"\\\n])*\"?|'(?:\\.|[^'\\\n])*'?|url\([^)]*\)?"
    r"|(?P<colour>#[0-9a-f]{3,8}(?![\w-])|(?<![\w-])(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]*\)|(?<![\w#.-])[a-z]{3,20}(?![\w(-]))",
    re.DOTALL | re.IGNORECASE,
)
_VAR = re.compile(r"var\(\s*(--[\w-]+)")


@dataclass(frozen=True, slots=True)
class ColourUse:
    """A place where a colour is written: ``start`` to ``end`` in the file's text."""

    path: str
    line: int
    start: int
    end: int
    property: str
    written: str


@dataclass(slots=True)
class SiteColour:
    """A colour of a site. ``value`` is ``#rrggbb`` with two more figures where it lets through; ``names`` are the custom properties
    that are it, ``by_name`` how often those are used; ``twin`` is the nearest other colour, if it is hardly another one."""

    value: str
    triple: Triple
    alpha: float
    uses: list[ColourUse] = field(default_factory=list)
    names: list[str] = field(default_factory=list)
    by_name: int = 0
    twin: str = ""
    apart: float = 0.0
    """How far the twin is, in OKLab × 100."""


def colours_of_site(texts: Mapping[str, str]) -> list[SiteColour]:
    """The colours of the texts of a site by path, the most used first."""
    found: dict[str, SiteColour] = {}
    for number, use in enumerate(_uses(texts)):
        if number >= MOST_USES:
            break
        colour = colour_named(use.written)
        if colour is None:
            continue
        one = found.setdefault(colour.value, colour)
        one.uses.append(use)
        if use.property.startswith("--") and _is_whole(texts[use.path], use) and use.property not in one.names:
            one.names.append(use.property)
    _count_names(texts, found)
    _pair(list(found.values()))
    return sorted(found.values(), key=lambda one: (-(len(one.uses) + one.by_name), one.value))


def colour_named(text: str) -> SiteColour | None:
    """A colour as it is written; None where it is none."""
    tokens = tokens_of(text)
    read = read_color(tokens[0]) if len(tokens) == 1 else None
    if not isinstance(read, tuple) or len(read) != 4 or text.lower() == "transparent":
        return None
    red, green, blue, alpha = (float(one) for one in read)
    through = "" if alpha >= 1 else f"{round(alpha * 255):02x}"
    return SiteColour(hex_of((red, green, blue)) + through, (red, green, blue), alpha)


def _uses(texts: Mapping[str, str]) -> Iterator[ColourUse]:
    for path in sorted(texts):
        text, lowered = texts[path], path.lower()
        if lowered.endswith(SHEET_ENDINGS):
            yield from _in_rules(path, text, 0, len(text))
        elif lowered.endswith(MARKUP_ENDINGS) and not lowered.endswith(".svg"):
            yield from _in_page(path, text)


def _in_page(path: str, text: str) -> Iterator[ColourUse]:
    """What stands in style elements and style attributes."""
    tags = [tag for tag in tags_of(text) if hasattr(tag, "name")]
    for tag, after in zip(tags, [*tags[1:], None], strict=True):
        if tag.is_end or tag.end < 0:
            continue
        if tag.name == "style" and after is not None:
            yield from _in_rules(path, text, tag.end, after.offset)
        for attribute in attributes_in(text, tag):
            if attribute.name == "style":
                yield from _in_rules(path, text, attribute.start, attribute.end, depth=1)


def _in_rules(path: str, text: str, start: int, end: int, depth: int = 0) -> Iterator[ColourUse]:
    """The colours of the declarations between two offsets; ``depth`` is 1 where they stand there without a rule around them."""
    begin = start
    for special in SPECIAL.finditer(text, start, end):
        token = special.group()
        if token not in ("{", "}", ";"):
            continue
        if token != "{" and depth > 0:
            yield from _in_declaration(path, text, begin, special.start())
        depth += (token == "{") - (token == "}" and depth > 0)
        begin = special.end()
    if depth > 0:
        yield from _in_declaration(path, text, begin, end)


def _in_declaration(path: str, text: str, start: int, end: int) -> Iterator[ColourUse]:
    head = _HEAD.match(text, start, end)
    if head is None or head[1].lower() in WITHOUT_COLOURS:
        return
    for found in _CANDIDATE.finditer(text, head.end(), end):
        if found["colour"]:
            yield ColourUse(path, text.count("\n", 0, found.start()) + 1, found.start(), found.end(), head[1], found["colour"])


def _is_whole(text: str, use: ColourUse) -> bool:
    """Whether a colour is all that its declaration says."""
    before = text.rfind(":", 0, use.start)
    after = re.compile(r"\s*(?:[;}]|$|\"|')").match(text, use.end)
    return not text[before + 1 : use.start].strip() and after is not None


def _count_names(texts: Mapping[str, str], found: Mapping[str, SiteColour]) -> None:
    owner = {name: one for one in found.values() for name in one.names}
    for path, text in texts.items():
        if path.lower().endswith((*SHEET_ENDINGS, *MARKUP_ENDINGS)):
            for match in _VAR.finditer(text):
                if match[1] in owner:
                    owner[match[1]].by_name += 1


def _pair(colours: list[SiteColour]) -> None:
    """Say of each colour which other one is so near that they may be meant to be one; of two, each says it of the other."""
    for one in colours[:600]:
        near = [(apart, other.value) for other in colours[:600] if other is not one and abs(other.alpha - one.alpha) < 0.02 and (apart := distance(one.triple, other.triple)) < TWIN]
        if near:
            one.apart, one.twin = min(near)
            one.apart = round(one.apart, 2)
