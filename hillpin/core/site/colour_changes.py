"""A colour named once and used by its name, two that are hardly apart made one, and shades of a colour as CSS that says so."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from ..colours import from_oklab, hex_of, oklab, with_lightness
from ..errors import InputError
from .carrying import put_in
from .colour_uses import ColourUse, SiteColour, colour_named, colours_of_site
from .pages import sheets_of

_NAME = re.compile(r"--[A-Za-z][\w-]{0,60}")
_ROOT = re.compile(r"(?:^|(?<=[}\s;/]))(?::root|html)\s*\{(?P<inside>[^{}]*)\}")
STEP = 0.08
"""Of OKLab's lightness, by which a shade is lighter or darker."""


@dataclass(frozen=True, slots=True)
class Shade:
    """A shade of a colour: what it is called, how it is written, and what that comes to."""

    title: str
    text: str
    value: str


def _of(texts: Mapping[str, str], value: str) -> SiteColour:
    found = next((one for one in colours_of_site(texts) if one.value == value.lower()), None)
    if found is None:
        raise InputError(f"{value} is not written anywhere any more.")
    return found


def named(texts: Mapping[str, str], value: str, name: str, sheet: str) -> dict[str, str]:
    """The texts that change where a colour is named and each use of it is replaced by its name. A name that it has already is used as
    it is; a new one is declared in ``sheet``. Raises InputError where the name is none or another one's, or there is nothing to name."""
    own = name if name.startswith("--") else f"--{name}"
    colour = _of(texts, value)
    changed = _replaced(texts, [use for use in colour.uses if not use.property.startswith("--")], f"var({own})")
    if own in colour.names:
        return changed
    if sheet not in texts:
        raise InputError(f"There is no sheet {sheet} in which the name could stand.")
    without = next((page for page, sheets in sheets_by_page(texts).items() if sheet not in sheets and any(use.path == page or use.path in sheets for use in colour.uses)), None)
    if without is not None:
        raise InputError(f"{without} uses {value} and does not link {sheet}: the name would say nothing there.")
    if any(re.search(rf"(?<![\w-]){re.escape(own)}\s*:", text) for text in texts.values()):
        raise InputError(f"{own} is there already, and is another colour.")
    changed[sheet] = with_colour(changed.get(sheet, texts[sheet]), own, colour.uses[0].written if colour.alpha < 1 else colour.value)
    return changed


def sheets_by_page(texts: Mapping[str, str]) -> dict[str, tuple[str, ...]]:
    """The sheets that each page links, in order."""
    return {path: tuple(one.path for one in sheets_of(path, text)) for path, text in texts.items() if path.lower().endswith((".html", ".htm"))}


def sheet_for(texts: Mapping[str, str], linked: Mapping[str, tuple[str, ...]], colour: SiteColour) -> str:
    """The sheet in which a colour's name would best stand: linked by all pages that use the colour, with a ``:root`` rule if one has,
    else the one that uses it most; empty where there is none."""
    users = [sheets for page, sheets in linked.items() if any(use.path == page or use.path in sheets for use in colour.uses)]
    shared = [path for path in sorted(texts) if path.lower().endswith(".css") and all(path in sheets for sheets in users)]
    return max(shared, key=lambda path: (_ROOT.search(texts[path]) is not None, sum(1 for use in colour.uses if use.path == path)), default="")


def made_one(texts: Mapping[str, str], value: str, other: str) -> dict[str, str]:
    """The texts that change where a colour gives way to another one, its definitions included. Raises InputError."""
    colour, kept = _of(texts, value), _of(texts, other)
    plain = kept.uses[0].written
    by_name = f"var({kept.names[0]})" if kept.names else plain
    uses = [use for use in colour.uses if not use.property.startswith("--")]
    first = _replaced(texts, uses, by_name)
    # A custom property takes the colour itself: by its name it could end in a circle.
    rest = {**texts, **first}
    definitions = [use for use in (_of(rest, value).uses if len(uses) < len(colour.uses) else []) if use.property.startswith("--")]
    return {**first, **_replaced(rest, definitions, plain)}


def _replaced(texts: Mapping[str, str], uses: list[ColourUse], text: str) -> dict[str, str]:
    paths = dict.fromkeys(use.path for use in uses)
    return {path: put_in(texts[path], sorted((use.start, use.end, text) for use in uses if use.path == path)) for path in paths}


def with_colour(sheet: str, name: str, colour: str) -> str:
    """A sheet's text with a custom property for a colour: at the end of its first plain ``:root`` rule, in a new one at its
    beginning where there is none. Raises InputError where the name is none, or is taken."""
    own = name if name.startswith("--") else f"--{name}"
    if not _NAME.fullmatch(own):
        raise InputError(f"{name} is no name for a colour: letters, figures and hyphens, as in --lake.")
    if colour_named(colour) is None:
        raise InputError(f"{colour} is not a colour.")
    if re.search(rf"(?<![\w-]){re.escape(own)}\s*:", sheet):
        raise InputError(f"{own} is there already.")
    root = _ROOT.search(sheet)
    if root is None:
        return f":root {{ {own}: {colour}; }}\n{sheet}"
    inside, end = root["inside"], root.end("inside")
    text = inside.rstrip()
    between = "" if not text or text.endswith(";") else ";"
    if "\n" in inside:
        indent = re.search(r"\n([ \t]*)\S", inside)
        return f"{sheet[: root.start('inside')]}{text}{between}\n{indent[1] if indent else '  '}{own}: {colour};{inside[len(text) :] or chr(10)}{sheet[end:]}"
    return f"{sheet[: root.start('inside')]}{text}{between} {own}: {colour}; {sheet[end:]}"


def shades_of(texts: Mapping[str, str], value: str) -> list[Shade]:
    """Lighter, darker and half through, written as the site writes such things: by ``color-mix``, relative to the colour, or plainly."""
    colour = colour_named(value)
    if colour is None:
        raise InputError(f"{value} is not a colour.")
    own = next((one for one in colours_of_site(texts) if one.value == colour.value), colour)
    base = f"var({own.names[0]})" if own.names else own.value
    habit = _habit(texts)
    return [_lighter(own, base, habit, "Lighter", STEP), _lighter(own, base, habit, "Darker", -STEP), _through(own, base, habit)]


def _habit(texts: Mapping[str, str]) -> str:
    """``mix``, ``relative`` or ``plain``: what the site's sheets have most of."""
    sheets = [text for path, text in texts.items() if path.lower().endswith((".css", ".html", ".htm"))]
    mixed = sum(text.count("color-mix(") for text in sheets)
    relative = sum(len(re.findall(r"\b(?:rgb|hsl|hwb|lab|lch|oklab|oklch|color)\(\s*from\b", text)) for text in sheets)
    return "plain" if not mixed and not relative else "mix" if mixed >= relative else "relative"


def _lighter(colour: SiteColour, base: str, habit: str, title: str, step: float) -> Shade:
    lightness, a, b = oklab(colour.triple)
    if habit == "mix":
        # Mixed with white or black in OKLab, lightness runs straight to 1 or 0.
        goal = 1.0 if step > 0 else 0.0
        share = round(min(abs(step) / max(abs(goal - lightness), 1e-6), 1.0) * 100)
        mixed = (lightness + (goal - lightness) * share / 100, a * (1 - share / 100), b * (1 - share / 100))
        return Shade(title, f"color-mix(in oklab, {base} {100 - share}%, {'white' if step > 0 else 'black'})", hex_of(from_oklab(mixed)))
    wanted = min(max(lightness + step, 0.0), 1.0)
    found = hex_of(with_lightness(colour.triple, wanted))
    if habit == "relative":
        return Shade(title, f"oklch(from {base} calc(l {'+' if step > 0 else '-'} {abs(step):g}) c h)", found)
    return Shade(title, found, found)


def _through(colour: SiteColour, base: str, habit: str) -> Shade:
    half = f"{colour.value[:7]}80"
    if habit == "mix":
        return Shade("Half through", f"color-mix(in srgb, {base} 50%, transparent)", half)
    if habit == "relative":
        return Shade("Half through", f"rgb(from {base} r g b / 0.5)", half)
    red, green, blue = (round(one * 255) for one in colour.triple)
    return Shade("Half through", f"rgb({red} {green} {blue} / 0.5)", half)
