"""Margin notes: what each declaration comes to at one width, to stand beside its line."""

from __future__ import annotations

import operator
import re
from dataclasses import dataclass
from typing import Literal

from ..layout import INLINE, Box, Fragment, Rect
from ..markup import Element
from ..page import Layout, Page
from ..styles import ComputedStyle, Declaration, MediaBlock, Rule, Viewport
from .dead import why_dead
from .note_values import Target, colour_of, of_what, swatches_of, value_text

NoteKind = Literal["value", "overruled", "unmatched", "query", "problem", "dead"]


@dataclass(frozen=True, slots=True)
class Note:
    """A note beside a line.

    ``index`` is the element it is about; ``quantity`` names its width or height where that is the number shown,
    so that a measured one can stand in; ``modelled`` says whether the number is computed.
    """

    file: str
    line: int
    text: str
    kind: NoteKind
    index: int | None = None
    quantity: str | None = None
    modelled: bool = True
    swatches: tuple[str, ...] = ()
    """Colours to show beside the note, as CSS."""


@dataclass(frozen=True, slots=True)
class KeptNotes:
    """The notes of a rule with what they were made of."""

    at: tuple[Viewport, Rect | None]
    """The viewport, and of an inline box its rectangle."""
    seen: tuple[object, ...]
    notes: list[Note]


def margin_notes(page: Page, layout: Layout, selected: Element | None = None) -> list[Note]:
    """Notes for every author sheet of a page at a layout's width, for the selected element where a rule has it."""
    matched = page.cascade.elements_by_rule()
    notes: list[Note] = []
    for rule in page.sheets.rules:
        notes += _rule_notes(page, rule, matched.get(id(rule), []), layout, selected)
    notes += [_query_note(block, layout) for block in page.sheets.media_blocks]
    notes += [Note(p.file, p.line, p.message, "problem") for p in page.sheets.problems]
    notes += [Note(page.path, p.line, p.message, "problem", p.index) for p in page.markup_problems]
    return notes


_STATE = re.compile(r":(?:hover|focus|active|target|checked|visited|user-|popover-open|modal)")
"""States that a page at rest is not in: a rule for one applies to no element now, and that is as it should be."""


def _rule_notes(page: Page, rule: Rule, elements: list[Element], layout: Layout, selected: Element | None) -> list[Note]:
    if not elements and _STATE.search(rule.text):
        return []
    if not elements:
        return [Note(rule.file, rule.line, "no element has it", "unmatched")] if rule.declarations else []
    if not all(condition.matches(layout.viewport) for condition in rule.media):
        return []
    pseudo = pseudo_of(rule)
    if pseudo is None:
        return []
    if pseudo:
        return _generated_notes(rule, pseudo, elements, layout, selected)
    found = _with_box(elements, layout, selected)
    if found is None:
        return []
    element, style, fragment = found
    rect = layout.rects.get(element) if fragment is None else None
    seen = _seen(element, style, fragment, layout)
    kept: KeptNotes | None = page.kept_notes.get(id(rule))
    if kept is not None and kept.at == (layout.viewport, rect) and len(kept.seen) == len(seen) and all(map(operator.is_, kept.seen, seen)):
        return kept.notes
    if fragment is None and rect is not None:
        fragment = _inline_fragment(element, style, layout, rect)
    assert fragment is not None
    target = Target(element, style, fragment, fragment.edges(), layout)
    noted = [_declaration_note(declaration, target) for declaration in rule.declarations]
    notes = [note for note in noted if note is not None]
    page.kept_notes[id(rule)] = KeptNotes((layout.viewport, rect), seen, notes)
    return notes


def pseudo_of(rule: Rule) -> str | None:
    """The pseudo-element that a rule is for; empty for elements themselves, None where it is for several kinds, or one
    without a box of its own."""
    names = {selector.pseudo_element or "" for selector in rule.selectors}
    name = names.pop() if len(names) == 1 else None
    return name if name in ("", "before", "after") else None


def _generated_notes(rule: Rule, pseudo: str, elements: list[Element], layout: Layout, selected: Element | None) -> list[Note]:
    """Notes of a rule for ``::before`` or ``::after``, by the selected element's where it has one."""
    for element in (selected, *elements) if selected is not None and selected in elements else elements:
        made = layout.generated.get((element, pseudo))
        if made is not None:
            fragment = made.fragment or _inline_fragment(element, made.style, layout, made.rect, pseudo)
            target = Target(element, made.style, fragment, fragment.edges(), layout, pseudo)
            return [note for declaration in rule.declarations if (note := _declaration_note(declaration, target)) is not None]
    if not rule.declarations or not any(element in layout.rects for element in elements):
        return []
    return [Note(rule.file, rule.line, f"no ::{pseudo} box: it needs a content", "unmatched", elements[0].index)]


def _with_box(elements: list[Element], layout: Layout, selected: Element | None) -> tuple[Element, ComputedStyle, Fragment | None] | None:
    """The element to note a rule's numbers by, its style and its box: the selected one where it is among them, else the first
    with a box, else the first that has only inline boxes, without one."""
    first: tuple[Element, ComputedStyle, None] | None = None
    for element in (selected, *elements) if selected is not None and selected in elements else elements:
        style = layout.tree.styles.get(element)
        if style is None:
            continue
        found = layout.fragments.get(element)
        if found is not None:
            return element, style, found[0]
        if first is None and element in layout.rects:
            first = element, style, None
    return first


def _seen(element: Element, style: ComputedStyle, fragment: Fragment | None, layout: Layout) -> tuple[object, ...]:
    """What the notes of a rule are made of: while each of these is the same object, so are the notes.

    A style is computed in place, with winners of its own each time.
    """
    parent = style.parent
    seen: list[object] = [fragment, style.winners, parent.winners if parent is not None else None]
    seen += [element in layout.unmodelled_elements, element in layout.rects]
    box = fragment.box.parent if fragment is not None else None
    if fragment is None:
        around = _fragment_around(element, layout)
        seen.append(around)
        box = around.box if around is not None else None
    while box is not None:
        seen.append(box.style.winners)
        box = box.parent if box.element is None else None
    return tuple(seen)


def _fragment_around(element: Element, layout: Layout) -> Fragment | None:
    return next((layout.fragments[one][0] for one in element.ancestors() if one in layout.fragments), None)


def _inline_fragment(element: Element, style: ComputedStyle, layout: Layout, rect: Rect, pseudo: str = "") -> Fragment:
    """An inline box's pieces as one fragment, to note its numbers by."""
    around = layout.fragments[element][0] if pseudo and element in layout.fragments else _fragment_around(element, layout)
    fragment = Fragment(Box(INLINE, style, element, is_inline_level=True), round(rect.width * 64), round(rect.height * 64))
    fragment.basis = max(around.width - around.edges().inline, 0) if around is not None else 0
    return fragment


def _declaration_note(declaration: Declaration, target: Target) -> Note | None:
    longhands = list(declaration.values)
    winners = target.style.winners
    index = target.element.index
    if longhands and not any(name.startswith("--") for name in longhands):
        over = [winners[name] for name in longhands if name in winners and winners[name].declaration is not declaration]
        if len(over) == len(longhands):
            winner = over[0].declaration
            where = f"line {winner.line}" if winner is not None and winner.file == declaration.file else (
                f"{winner.file or 'style attribute'} line {winner.line}" if winner is not None else "an attribute")  # fmt: skip
            return Note(declaration.file, declaration.line, f"set again, {where}", "overruled", index)
    dead = why_dead(declaration.name, target.element, target.style, target.layout, target.pseudo)
    if dead:
        return Note(declaration.file, declaration.line, f"no effect: {dead}", "dead", index)
    swatches = swatches_of(declaration, target)
    colour = colour_of(declaration, target)
    text, quantity = value_text(declaration, target)
    if colour:
        return Note(declaration.file, declaration.line, f"{colour}, {text}" if text else colour, "value", index, swatches=swatches or (colour,))
    if not text:
        return Note(declaration.file, declaration.line, ", ".join(swatches), "value", index, swatches=swatches) if swatches else None
    if "%" in declaration.text and text != "0":
        text += of_what(declaration.name, target)
    modelled = target.element not in target.layout.unmodelled_elements or quantity is None
    return Note(declaration.file, declaration.line, text, "value", index, quantity, modelled, swatches)


def _query_note(block: MediaBlock, layout: Layout) -> Note:
    """Whether a query is on at the walker, and the width at which it turns."""
    on = block.condition.matches(layout.viewport)
    width = layout.viewport.width
    turns = sorted(set(block.condition.turns()))
    below = [turn for turn in turns if turn <= width]
    above = [turn for turn in turns if turn > width]
    text = "on" if on else "off"
    if below and (on or not above):
        text += f", since {below[-1]:,}"
    elif above:
        text += f", until {above[0] - 1:,}" if on else f", on from {above[0]:,}"
    return Note(block.file, block.line, text, "query")
