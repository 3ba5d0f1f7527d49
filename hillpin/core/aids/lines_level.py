"""Two texts side by side: their baselines held against one another, and what makes them stand on one rhythm.

Lengths are CSS px of the page, transforms left out. What is offered is laid out with it before it is.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from fractions import Fraction
from itertools import pairwise

from ..errors import InputError
from ..markup import Element
from ..page import Layout, Page, baselines_of
from ..shown import px
from ..styles import ComputedStyle, Number
from .goal import written
from .sheet_text import extent_of, offset_of

NEAR = 0.5
"""CSS px that two baselines may be apart and still count as level."""
EVEN = 2 / 64
MOST_LINES, MOST_OTHERS = 60, 12
RHYTHMS = tuple(sorted({Fraction(own, other) for own in (1, 2, 3, 4) for other in (1, 2, 3, 4)}))
"""How many of the other's lines one line may be high, so that both meet again soon."""
TIGHTEST, LOOSEST = 1.0, 2.5
"""Line heights, by the size of their type, within which one is offered."""


@dataclass(frozen=True, slots=True)
class Beside:
    """A text that stands beside another."""

    index: int
    name: str


@dataclass(frozen=True, slots=True)
class LinePair:
    """Lines of one number: both baselines."""

    number: int
    own: float
    other: float


@dataclass(frozen=True, slots=True)
class Rhythm:
    """A change that makes both stand on one rhythm: the sheet with it, and the most that two lines that belong together are apart then."""

    sentence: str
    file: str
    text: str
    caret: int
    apart: float


@dataclass(slots=True)
class LinedUp:
    """Two texts compared. ``drift`` is how much more each own line is than the other's; None where the lines of one are not evenly spaced."""

    name: str
    other: str
    own_pitch: float | None
    other_pitch: float | None
    drift: float | None
    pairs: list[LinePair]
    sentence: str
    working: list[str]
    ways: list[Rhythm] = field(default_factory=list)


def column_of(layout: Layout, element: Element) -> Element:
    """The text that a single line belongs to where it is one of a column of such: the list of an item; else the element itself."""
    around = element.parent
    if around is None or around not in layout.fragments or len(baselines_of(layout, element)) != 1:
        return element
    lines = [baselines_of(layout, one) for one in around.elements if one in layout.rects]
    below = all(one and two and one[-1] < two[0] for one, two in pairwise(lines))
    return around if len(lines) > 2 and below and all(len(one) == 1 for one in lines) else element


def beside(layout: Layout, element: Element) -> list[Beside]:
    """The texts that stand beside one, the nearest first."""
    rect = layout.rects.get(element)
    if rect is None or not baselines_of(layout, element):
        return []
    found: list[tuple[float, int, Beside]] = []
    for other in layout.elements:
        at = layout.rects.get(other)
        if at is None or other is element or other in element.ancestors() or element in other.ancestors():
            continue
        across = max(at.x - rect.x - rect.width, rect.x - at.x - at.width)
        down = min(at.y + at.height, rect.y + rect.height) - max(at.y, rect.y)
        if across >= 0 and down > 0 and baselines_of(layout, other):
            # Of boxes that are as near, the outermost: all of a column.
            found.append((across, other.index, Beside(other.index, other.name())))
    return [one for _, _, one in sorted(found, key=lambda each: each[:2])[:MOST_OTHERS]]


def line_up(page: Page, element: Element, other: Element, width: int, height: int) -> LinedUp:
    """Compare two texts at a viewport. Raises InputError where one has no lines."""
    layout = page.layout(width, height)
    own, theirs = (_lines(layout, one) for one in (element, other))
    own_pitch, other_pitch = _pitch(own), _pitch(theirs)
    pairs = [LinePair(number, one, two) for number, (one, two) in enumerate(zip(own[:MOST_LINES], theirs, strict=False), 1)]
    found = LinedUp(element.name(), other.name(), own_pitch, other_pitch, None, pairs, "", [])
    first = own[0] - theirs[0]
    found.working.append(f"line 1: {px(own[0])} − {px(theirs[0])} = {px(first)}" if abs(first) >= 1 / 64 else "line 1: both on one baseline")
    if own_pitch is None or other_pitch is None:
        which = element if own_pitch is None else other
        found.sentence = f"The lines of {which.name()} are not evenly spaced: there is no one height that they could share." if len(own) > 1 and len(theirs) > 1 else _level(found.name, found.other, first, len(pairs))
        if len(own) == 1 or len(theirs) == 1:
            found.ways = _ways(page, element, other, (width, height), found)
        return found
    found.drift = own_pitch - other_pitch
    if abs(found.drift) >= 1 / 64:
        last = pairs[-1]
        found.working += [f"{px(own_pitch)} a line − {px(other_pitch)} a line = {px(found.drift)} at each", f"line {last.number}: {px(last.own)} − {px(last.other)} = {px(last.own - last.other)}"]
        found.sentence = f"They drift {px(abs(found.drift))} a line: the first is {_by(first)}, line {last.number} {_by(last.own - last.other)}."
    else:
        found.sentence = _level(found.name, found.other, first, len(pairs))
    found.ways = _ways(page, element, other, (width, height), found)
    return found


def _level(name: str, other: str, first: float, count: int) -> str:
    lines = "The line is" if count == 1 else f"All {count} lines are"
    return f"{lines} level with {other}." if abs(first) <= NEAR else f"{lines} {_by(first)} than those of {other}."


def _by(amount: float) -> str:
    return "level" if abs(amount) <= NEAR else f"{px(abs(amount))} {'lower' if amount > 0 else 'higher'}"


def _lines(layout: Layout, element: Element) -> list[float]:
    found = baselines_of(layout, element)
    if not found:
        raise InputError(f"{element.name()} has no lines of text at {layout.viewport.width:,}.")
    return found


def _pitch(lines: list[float]) -> float | None:
    """How far one line is from the next, where all are as far."""
    each = [two - one for one, two in pairwise(lines)]
    return sum(each) / len(each) if each and max(each) - min(each) <= EVEN else None


def _ways(page: Page, element: Element, other: Element, view: tuple[int, int], found: LinedUp) -> list[Rhythm]:
    """Line heights, sizes and paddings that are enough, each laid out."""
    if found.own_pitch is None or found.other_pitch is None:
        # A single line can only be put level with the first.
        ways = [_way(page, element, other, view, [], None)]
        return [way for way in ways if way is not None]
    style = page.layout(*view).tree.styles[element]
    size, own_pitch, other_pitch = float(style.font_size), found.own_pitch, found.other_pitch
    nearest = min(RHYTHMS, key=lambda one: abs(float(one) * other_pitch - own_pitch))
    ways = []
    for rhythm in dict.fromkeys((Fraction(1), nearest)):
        wanted = float(rhythm) * other_pitch
        if abs(wanted - own_pitch) < 1 / 64:
            ways.append(_way(page, element, other, view, [], rhythm))
            continue
        if TIGHTEST * size <= wanted <= LOOSEST * size:
            ways.append(_way(page, element, other, view, [("line-height", _line_height(style, wanted))], rhythm))
        if isinstance(style.line_height, Number) and style.line_height.value > 0 and rhythm == 1:
            ways.append(_way(page, element, other, view, [("font-size", f"{written(Fraction(wanted / style.line_height.value))}px")], rhythm))
    return [way for way in ways if way is not None]


def _line_height(style: ComputedStyle, wanted: float) -> str:
    """A line height as a number where that gives it exactly and one is written so, else as a length."""
    factor = Fraction(wanted).limit_denominator(64) / Fraction(float(style.font_size)).limit_denominator(64)
    return written(factor) if isinstance(style.line_height, Number) and round(factor, 4) == factor else f"{written(Fraction(wanted))}px"


def _way(page: Page, element: Element, other: Element, view: tuple[int, int], declarations: list[tuple[str, str]], rhythm: Fraction | None) -> Rhythm | None:
    """Some declarations, and the padding that brings the first lines onto one grid; None where that does not make them level."""
    told = list(declarations)
    for _ in range(2):
        tried = _tried(page, element, told)
        if tried is None:
            return None
        file, text, caret, after = tried
        layout = after.layout(*view)
        mine, its = after.document.elements[element.index], after.document.elements[other.index]
        own, theirs = baselines_of(layout, mine), baselines_of(layout, its)
        if not own or not theirs:
            return None
        apart = _apart(own, theirs, rhythm)
        if apart <= NEAR and told:
            return Rhythm(_sentence(told, element), file, text, caret, apart)
        missing = _missing(own, theirs, rhythm)
        padding = layout.tree.styles[mine].padding_top.resolve(layout.fragments[mine][0].basis) / 64
        told = [*declarations, ("padding-top", f"{written(Fraction(round((padding + missing) * 64), 64))}px")]
        if abs(missing) < 1 / 64:
            return None
    return None


def _grid(theirs: list[float], rhythm: Fraction | None) -> float | None:
    """The step of the grid that both can stand on; None where lines are only to be level with the first."""
    pitch = _pitch(theirs)
    return pitch / rhythm.denominator if pitch is not None and rhythm is not None else None


def _missing(own: list[float], theirs: list[float], rhythm: Fraction | None) -> float:
    """How much lower the own lines must be to stand level with the others'."""
    first = theirs[0] - own[0]
    step = _grid(theirs, rhythm)
    return first if first >= 0 else first % step if step is not None else first


def _apart(own: list[float], theirs: list[float], rhythm: Fraction | None) -> float:
    """The most that two lines that belong together are apart: of the same grid, else the first ones."""
    step = _grid(theirs, rhythm)
    if step is None:
        return abs(own[0] - theirs[0])
    off = [(line - theirs[0]) % step for line in own]
    return max(min(one, step - one) for one in off)


def _sentence(declarations: list[tuple[str, str]], element: Element) -> str:
    return f"Give {element.name()} {' and '.join(f'{name}: {value}' for name, value in declarations)}."


def _tried(page: Page, element: Element, declarations: list[tuple[str, str]]) -> tuple[str, str, int, Page] | None:
    """The page with declarations in the element's own rule: where one stands there it is replaced. None where no linked sheet has one."""
    matches = [match.rule for match in reversed(page.cascade.matches(element).own)]
    rule = next((one for one in matches if one.file in page.sheet_texts and not one.media and not one.containers and not one.inline and "*" not in one.text), None)
    if rule is None:
        return None
    text = page.sheet_texts[rule.file]
    brace = text.find("{", offset_of(text, rule.line, 1))
    edits = [(start, end, f"{name}: {value}") for name, value in declarations for one in rule.declarations if one.name == name for start, end in [extent_of(text, one)]]
    known = {name for name, _ in declarations for one in rule.declarations if one.name == name}
    lead = _lead(text, brace)
    edits += [(brace + 1, brace + 1, f"{lead}{name}: {value};") for name, value in declarations if name not in known]
    for start, end, put in sorted(edits, reverse=True):
        text = text[:start] + put + text[end:]
    return rule.file, text, brace + 1, page.with_text(rule.file, text) if declarations else page


def _lead(text: str, brace: int) -> str:
    """The white space before the first declaration of a rule."""
    rest = text[brace + 1 :]
    return rest[: len(rest) - len(rest.lstrip())] or " "
