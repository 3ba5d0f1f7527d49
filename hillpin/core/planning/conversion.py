"""An existing row by another method, or fluid instead of fixed, or both."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from typing import Literal

from ..errors import InputError
from ..markup import Element
from ..naming import own_selector
from ..page import Layout, Page
from .arranging import Arranged, arrange
from .class_names import class_of
from .code import Method, rules_of
from .collected import Declarations, media_blocks, written
from .from_code import FROM, TO, FromCode, plan_from_page
from .lengths import css_length, css_px, decimals_for, exact
from .plan import Arrangement, Plan, Row

Target = Literal["grid", "flex", "float"]
METHOD: dict[str, Method] = {"grid": "grid-lines", "flex": "flex", "float": "float"}


@dataclass(frozen=True, slots=True)
class Conversion:
    """The styles to add, the file they go into with its new text, what did not add up before, and what holds it still."""

    css: str
    file: str
    text: str
    notes: tuple[str, ...]
    fixed_around: str = ""
    """The name of an element around the container whose width is fixed: inside it nothing is fluid."""

    def page(self, page: Page) -> Page:
        """The page as it would be."""
        return page.with_text(self.file, self.text)


def convert(page: Page, container: Element, target: Target, fluid: bool = False, loosen: bool = False) -> Conversion:
    """Rewrite a container's rows. ``fluid`` turns px into parts of the container: target ÷ context for each box and gap, as
    they stand where the container is widest. ``loosen`` gives a fixed width around the container back to its maximum.

    Raises InputError where the container holds no rows, or the method cannot give their order.
    """
    found = plan_from_page(page, container, as_meant=fluid)
    around = _fixed_around(page, container) if fluid else None
    if fluid:
        found.each = [_made_fluid(plan) for plan in found.each]
    css = _styles(page, found, container, target, fluid)
    if around is not None and loosen:
        css += f"\n{own_selector(page, around.element)} {{\n  width: auto;\n  max-width: {around.width};\n}}\n"
    file, text = _appended(page, container, css)
    notes = [*found.notes, *([around.sentence(loosen)] if around is not None else [])]
    if fluid and (own := _fixed(page, container)) is not None:
        notes.append(f"{container.name()} was {own.width} wide by {own.place}, at every viewport; it is at most so wide now.")
    return Conversion(css, file, text, tuple(notes), around.element.name() if around is not None else "")


@dataclass(frozen=True, slots=True)
class _Fixed:
    """An element with a width in fixed lengths, and where that is said."""

    element: Element
    width: str
    place: str

    def sentence(self, is_loosened: bool) -> str:
        """What it means for parts of it."""
        name = self.element.name()
        if is_loosened:
            return f"{name} was {self.width} wide by {self.place}; it is at most so wide now."
        return f"{name} around it is {self.width} wide by {self.place}, at every viewport: what is inside never changes until that is a maximum."


def _fixed(page: Page, element: Element) -> _Fixed | None:
    """The fixed width of an element, as declared where it is widest."""
    layout = page.layout(TO)
    style = layout.tree.styles.get(element)
    winner = style.winners.get("width") if style is not None else None
    if style is None or winner is None or winner.declaration is None or not style.width.is_definite_form or style.width.has_percentage or style.uses_viewport:
        return None
    declaration = winner.declaration
    return _Fixed(element, css_px(Fraction(style.width.resolve(0), 64)), f"{declaration.file or 'its style attribute'} line {declaration.line}")


def _fixed_around(page: Page, container: Element) -> _Fixed | None:
    """The innermost element around a container whose width is fixed."""
    return next((found for one in container.ancestors() if (found := _fixed(page, one)) is not None), None)


def _made_fluid(plan: Plan) -> Plan:
    """Widths, margins and gutters as parts of the container."""
    arrangements = tuple(
        replace(one, rows=tuple(replace(row, cells=tuple(replace(cell, size=replace(cell.size, keep=False)) for cell in row.cells)) for row in one.rows))
        for one in plan.arrangements
    )
    boxes = tuple(replace(box, keep_edges=False) for box in plan.boxes)
    return replace(plan, fluid=True, keep_gutters=False, arrangements=arrangements, boxes=boxes)


def _selectors(page: Page, container: Element, found: FromCode) -> tuple[str, dict[str | None, str], str]:
    """The container's selector, one for each box, and one for all boxes; the elements' own names where they have them."""
    outer = own_selector(page, container)
    children = list(found.elements.values())
    shared = [name for name in children[0].attributes.get("class", "").split() if all(name in child.classes for child in children)]
    same = [child for child in container.elements if shared and shared[0] in child.classes]
    every = f"{outer} > .{shared[0]}" if shared and len(same) == len(children) else f"{outer} > :nth-child(n)"
    selectors: dict[str | None, str] = {None: outer}
    for identity, child in found.elements.items():
        own = [name for name in child.attributes.get("class", "").split() if len(page.select(f".{name}")) == 1]
        selectors[identity] = f"{outer} > .{own[0]}" if own else f"{outer} > :nth-child({child.sibling_index + 1})"
    return outer, selectors, every


@dataclass(frozen=True, slots=True)
class _Stated:
    """What is declared from a viewport width on; None where the page's own stacking stays."""

    starts: int
    rules: Declarations | None


def _styles(page: Page, found: FromCode, container: Element, target: Target, fluid: bool) -> str:
    """The rules to add, from narrow to wide; stretches that are stacked by plain block flow stay as they are."""
    names = _selectors(page, container, found)
    follows = any(not box.keep_edges and box.padding.across for plan in found.each for box in plan.boxes)
    stated: list[_Stated] = []
    for plan in found.each:
        (arrangement,) = plan.arrangements
        layout = page.layout(max(arrangement.starts, FROM))
        if not fluid and _is_plain_stack(layout, container, arrangement):
            stated.append(_Stated(arrangement.starts, None))
            continue
        if target != "float":
            plan = _margins_as_gaps(plan)
        stated.append(_Stated(arrangement.starts, _Rewriter(layout, container, target, plan, names, follows).rules(fluid)))
    rewritten = [one.rules for one in stated if one.rules is not None]
    _share(rewritten, names[2], list(names[1].values())[1:])
    if all(one.rules is None for one in stated):
        raise InputError(f"The boxes of {container.name()} stand one below the other at every width, in plain flow: there is no row to write another way.")
    return "\n".join([f"/* {container.name()} as {target} */", *_in_runs(stated)]) + "\n"


def _margins_as_gaps(plan: Plan) -> Plan:
    """The plan with even margins between the boxes of a row as the row's gap; as it is where they are not even."""
    (arrangement,) = plan.arrangements
    rows: list[Row] = []
    folded: set[str] = set()
    for row in arrangement.rows:
        boxes = [plan.box(cell.box) for cell in row.cells]
        between = {exact(row.gap or 0) + exact(one.margin.right) + exact(after.margin.left) for one, after in pairwise(boxes)}
        if len(boxes) > 1 and len(between) == 1 and not boxes[0].margin.left and not boxes[-1].margin.right:
            row = replace(row, gap=float(between.pop()))
            folded |= {box.id for box in boxes}
        rows.append(row)
    with_margins = [box for box in plan.boxes if box.id in folded and box.margin.across]
    if not with_margins or len({box.keep_edges for box in with_margins}) > 1 or any(row.gap for row in arrangement.rows):
        return plan
    keep = plan.keep_gutters and with_margins[0].keep_edges
    boxes = [replace(box, margin=replace(box.margin, left=0, right=0)) if box.id in folded else box for box in plan.boxes]
    return replace(plan, boxes=tuple(boxes), arrangements=(replace(arrangement, rows=tuple(rows)),), keep_gutters=keep)


def _in_runs(stated: list[_Stated]) -> list[str]:
    """Neighbouring stretches that are rewritten say only what differs; each run ends where the page's own rules go on."""
    lines: list[str] = []
    before: Declarations | None = None
    for number, one in enumerate(stated):
        if one.rules is not None:
            end = next((later.starts for later in stated[number + 1 :] if later.rules is None), None)
            rules = one.rules if before is None else one.rules.changes_from(before)
            conditions = [*([f"(min-width: {one.starts}px)"] if one.starts else []), *([f"(width < {end}px)"] if end is not None else [])]
            lines += media_blocks([(" and ".join(conditions), rules)], True) if conditions else written(rules, True)
        before = one.rules
    return lines


def _is_plain_stack(layout: Layout, container: Element, arrangement: Arrangement) -> bool:
    """Whether boxes stand one below the other in plain block flow already."""
    boxes = [layout.fragments[child][0].box for child in container.elements if child in layout.fragments]
    is_flow = layout.fragments[container][0].box.style.display in ("block", "flow-root", "list-item", "flow-root list-item")
    return is_flow and all(len(row.cells) == 1 for row in arrangement.rows) and not any(box.is_floating or box.is_inline_level for box in boxes)


class _Rewriter:
    """The rules of one stretch by another method."""

    def __init__(self, layout: Layout, container: Element, target: Target, plan: Plan, names: tuple[str, dict[str | None, str], str], follows: bool) -> None:
        self.layout = layout
        self.container = container
        self.target = target
        self.plan = plan
        self.outer, self.selectors, self.every = names
        self.follows = follows
        """Whether the padding of any box follows the container's width, at any viewport."""

    def rules(self, fluid: bool) -> Declarations:
        """What takes the old method back, the new one, and what keeps edges and heights as they were."""
        one = Fraction(1)
        (arrangement,) = self.plan.arrangements
        areas = {identity: class_of(selector) for identity, selector in self.selectors.items()}
        arranged = arrange(self.plan, arrangement, {"px": one, "rem": one * 16, "ch": one * 8})
        rules = _neutral(self.every, self.target)
        if self._has_clearing():
            rules.put(f"{self.outer}::before, {self.outer}::after", "content", "none")
        rules.add(_without_edges(rules_of(arranged, METHOD[self.target], self.selectors, areas), self.outer))
        if self.target == "grid":
            for selector in (self.selectors[cell.box.id] for context in arranged.contexts.values() for cell in context.cells):
                if "margin" not in rules.rules[selector]:
                    rules.put(selector, "margin-left", "0")
                    rules.put(selector, "margin-right", "0")
            if self.follows:
                self._padding(arranged, rules)
        self._alignment(rules)
        if fluid:
            self._loosen(rules)
        return rules

    def _has_clearing(self) -> bool:
        """Generated content that cleared floats would be an item of a grid or of a flex line."""
        box = self.layout.fragments[self.container][0].box
        return self.target in ("grid", "flex") and any(child.pseudo for child in box.children)

    def _padding(self, arranged: Arranged, rules: Declarations) -> None:
        """Percentages of padding count from a grid item's area, no longer from the container (css-grid-2 §6.2)."""
        for cell in (cell for context in arranged.contexts.values() for cell in context.cells):
            left, right = (length.of(cell.outer) for length in cell.padding)
            places = decimals_for([left, right])
            rules.put(self.selectors[cell.box.id], "padding-left", css_length(left, places), "of its area")
            rules.put(self.selectors[cell.box.id], "padding-right", css_length(right, places), "of its area")

    def _alignment(self, rules: Declarations) -> None:
        """Boxes that stood in flow keep their own heights; grids and flex lines would stretch them."""
        display = self.layout.fragments[self.container][0].box.style.display
        if self.target == "float" or display in ("grid", "inline-grid", "flex", "inline-flex"):
            return
        is_column = rules.rules[self.outer].get("flex-direction")
        rules.put(self.outer, "align-items", "normal" if is_column is not None and is_column.text == "column" else "start")

    def _loosen(self, rules: Declarations) -> None:
        """A container of a fixed width takes it as its maximum."""
        width = self.layout.fragments[self.container][0].box.style.width
        if width.is_definite_form and not width.has_percentage:
            rules.put(self.outer, "width", "auto")
            rules.put(self.outer, "max-width", css_px(Fraction(width.resolve(0), 64)))


def _share(stretches: list[Declarations], every: str, boxes: list[str]) -> None:
    """What all boxes declare alike goes to the selector of all boxes, which comes first; only where that is so in each stretch,
    so that what one of them takes back is said of the same selector."""
    names = dict.fromkeys(name for rules in stretches for box in boxes for name in rules.rules.get(box, {}))
    for name in names:
        values = [[rules.rules.get(box, {}).get(name) for box in boxes] for rules in stretches]
        if not all(all(value == row[0] for value in row) for row in values):
            continue
        for rules, row in zip(stretches, values, strict=True):
            if row[0] is not None:
                rules.put(every, name, row[0].text, row[0].sum)
                for box in boxes:
                    del rules.rules[box][name]
    for rules in stretches:
        first = {every: rules.rules[every]} if every in rules.rules else {}
        rules.rules = {selector: values for selector, values in {**first, **rules.rules}.items() if values}


def _without_edges(rules: Declarations, outer: str) -> Declarations:
    """Borders, padding, box-sizing and what the boxes are inside stay as the page has them."""
    kept = Declarations()
    for selector, values in rules.rules.items():
        for name, value in values.items():
            is_own = name == "display" and selector != outer and value.text != "none"
            if name not in ("border", "border-width", "padding", "box-sizing") and not is_own:
                kept.put(selector, name, value.text, value.sum)
    return kept


def _neutral(every: str, target: Target) -> Declarations:
    """What takes back the method that was there before, for every box."""
    rules = Declarations()
    if target != "float":
        rules.put(every, "float", "none")
    if target in ("grid", "flex"):
        rules.put(every, "clear", "none")
        rules.put(every, "width", "auto")
    rules.put(every, "min-width", "0")
    rules.put(every, "max-width", "none")
    rules.put(every, "position", "static")
    return rules


def _appended(page: Page, container: Element, css: str) -> tuple[str, str]:
    """The file whose rules reach the boxes, with the new ones at its end."""
    reached = [rule for child in container.elements for rule in (match.rule for match in page.cascade.matches(child).own) if rule.origin == "author"]
    files = [rule.file for rule in reached if not rule.file.startswith("style attribute")] or list(page.sheets.files) or [page.path]
    file = max(files, key=lambda path: list(page.sheets.files).index(path) if path in page.sheets.files else -1)
    text = (page.files.read(file) or b"").decode("utf-8-sig", "replace").replace("\r\n", "\n")
    if file != page.path:
        return file, f"{text.rstrip()}\n\n{css}"
    end = text.lower().rfind("</style>")
    if end < 0:
        raise InputError(f"{page.path} has no styles of its own and links no sheet that could hold the new rules.")
    return file, f"{text[:end]}\n{css}{text[end:]}"
