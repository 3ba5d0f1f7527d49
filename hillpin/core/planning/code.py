"""HTML and CSS from a plan, by one of five methods, narrow first or wide first, with or without the sums."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from ..errors import InputError
from ..files import MemoryFiles
from ..page import Page
from .arranging import Arranged, ContextRows, Placed, arrange
from .class_names import classes_of
from .collected import Declarations, Selectors, media_blocks, written
from .grid_styles import GridStyles
from .lengths import NOTHING, Linear, css_length, css_px, decimals_for, exact, words
from .line_styles import LineStyles, sides_text
from .plan import Measure, Plan, check_plan
from .plan_markup import HAS_OWN_MARGIN, document_of, markup_of

Method = Literal["grid-areas", "grid-lines", "flex", "float", "inline-block"]
METHODS: tuple[Method, ...] = ("grid-areas", "grid-lines", "flex", "float", "inline-block")
First = Literal["narrow", "wide"]
GRIDS = ("grid-areas", "grid-lines")
SHEET = "plan.css"


@dataclass(frozen=True, slots=True)
class Options:
    """How code is written."""

    method: Method = "grid-areas"
    first: First = "narrow"
    comments: bool = True
    sheet: str = SHEET
    """The path of the sheet, as the page links it."""


@dataclass(frozen=True, slots=True)
class Code:
    """What a plan comes to: the elements, the styles, and both as one page that can be laid out."""

    html: str
    css: str
    page: str
    sheet: str = SHEET

    def files(self) -> MemoryFiles:
        """The page with its sheet, as core reads it."""
        return MemoryFiles({"index.html": self.page, self.sheet: self.css})


def units_of(plan: Plan) -> dict[str, Fraction]:
    """The CSS px of a ``px``, ``rem`` and ``ch`` of a plan; ``ch`` is that of the page's own text (css-values-4 §6.1.1)."""
    sheet = f":root {{ font-size: {css_px(exact(plan.root_size))} }} p {{ width: 64ch }}"
    page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><title>ch</title><style>{sheet}</style><p>0"}))
    return {"px": Fraction(1), "rem": exact(plan.root_size), "ch": Fraction(page.boxes(4000).boxes[1].width) / 64}


def arrangements_of(plan: Plan, unit: dict[str, Fraction] | None = None) -> list[Arranged]:
    """Every arrangement of a plan, placed, narrowest first. Raises InputError where the plan does not hang together."""
    check_plan(plan)
    unit = unit or units_of(plan)
    return [arrange(plan, arrangement, unit) for arrangement in plan.arrangements]


def code_of(plan: Plan, options: Options, arranged: list[Arranged] | None = None) -> Code:
    """The code of a plan. Raises InputError where the method cannot give what is planned."""
    arranged = arranged if arranged is not None else arrangements_of(plan)
    html = markup_of(plan, tight=options.method == "inline-block")
    css = _styles(plan, arranged, options)
    return Code(html, css, document_of(plan, html, options.sheet), options.sheet)


def _styles(plan: Plan, arranged: list[Arranged], options: Options) -> str:
    classes = classes_of(plan)
    selectors = {identity: f".{name}" for identity, name in classes.items()}
    ordered = arranged if options.first == "narrow" else arranged[::-1]
    stated = []
    for one in ordered:
        rules = _container(one, selectors[None])
        rules.add(rules_of(one, options.method, selectors, classes))
        stated.append(rules)
    lines = [f"/* {plan.name.replace('*/', '')} */", *_page_rules(plan), *written(stated[0], options.comments)]
    blocks: list[tuple[str, Declarations]] = []
    for before, (one, rules) in zip(stated, zip(ordered[1:], stated[1:], strict=True), strict=False):
        start, end = plan.range_of(one.arrangement)
        condition = f"(min-width: {start}px)" if options.first == "narrow" else f"(width < {(end or 0) + 1}px)"
        blocks.append((condition, rules.changes_from(before)))
    return "\n".join([*lines, *media_blocks(blocks, options.comments)]) + "\n"


def _page_rules(plan: Plan) -> list[str]:
    rules = Declarations()
    if plan.root_size != 16:
        rules.put(":root", "font-size", css_px(exact(plan.root_size)))
    rules.put("body", "margin", "0")
    rules.put("img", "max-width", "100%")
    rules.put("img", "height", "auto")
    return written(rules, False)


def rules_of(arranged: Arranged, method: Method, selectors: Selectors, areas: Selectors) -> Declarations:
    """Everything that one arrangement declares; ``areas`` names the boxes where the method is by areas."""
    rules = Declarations()
    for context in arranged.contexts.values():
        for cell in context.cells:
            _edges(cell, context, selectors[cell.box.id], rules, method in GRIDS)
    for context in arranged.contexts.values():
        if method in ("flex", "float", "inline-block"):
            LineStyles(arranged, selectors, method).write(context, rules)
        else:
            GridStyles(arranged, selectors, areas if method == "grid-areas" else None).write(context, rules)
            _grid_margins(context, selectors, rules)
    for identity in arranged.arrangement.hidden:
        rules.put(selectors[identity], "display", "none")
    return rules


def _container(arranged: Arranged, selector: str) -> Declarations:
    plan, rules = arranged.plan, Declarations()
    rules.put(selector, "box-sizing", "border-box")
    if not plan.fluid:
        rules.put(selector, "width", css_px(arranged.columns.total))
    elif plan.maximum is not None:
        rules.put(selector, "max-width", measure_text(plan.maximum))
    rules.put(selector, "margin", "0 auto")
    side = css_px(arranged.side)
    if plan.side is not None and arranged.side == arranged.columns.margin:
        side = measure_text(plan.side)
    rules.put(selector, "padding", f"0 {side}" if arranged.side else "0", f"{words(arranged.columns.total)} − 2 × {words(arranged.side)} = {words(arranged.columns.inside)}")
    return rules


def measure_text(length: Measure) -> str:
    """A measure as CSS."""
    return f"{decimal_text(length.value)}{length.unit}"


def decimal_text(number: float) -> str:
    """A person's number as they wrote it."""
    return f"{number:g}"


def _in_area(cell: Placed, lengths: tuple[Linear, Linear]) -> tuple[Linear, Linear]:
    """Lengths as parts of a box's grid area, which percentages of grid items count from (css-grid-2 §6.2)."""
    try:
        return lengths[0].of(cell.outer), lengths[1].of(cell.outer)
    except ZeroDivisionError as error:
        raise InputError(f"{cell.box.name} has a fixed width and margin or padding that follow the page; a grid counts them from the box. Keep them in px.") from error


def _edges(cell: Placed, context: ContextRows, selector: str, rules: Declarations, in_grid: bool) -> None:
    """Box-sizing, border and padding of a box."""
    box = cell.box
    rules.put(selector, "box-sizing", box.sizing)
    border = [css_px(exact(getattr(box.border, side))) for side in ("top", "right", "bottom", "left")]
    if any(width != "0" for width in border):
        rules.put(selector, "border", f"solid {border[0]}" if len(set(border)) == 1 else "solid")
        if len(set(border)) > 1:
            rules.put(selector, "border-width", sides_text(*border))
    if any(getattr(box.padding, side) for side in ("top", "right", "bottom", "left")) or box.role == "list":
        padding = _in_area(cell, cell.padding) if in_grid else cell.padding
        places = decimals_for(list(padding))
        left, right = (css_length(length, places) for length in padding)
        basis = cell.outer.at(context.width) if in_grid else context.width
        sum_ = f"{words(cell.padding[0].at(context.width))} ÷ {words(basis)}" if padding[0].slope and not padding[0].base else ""
        rules.put(selector, "padding", sides_text(css_px(exact(box.padding.top)), right, css_px(exact(box.padding.bottom)), left), sum_)


def _grid_margins(context: ContextRows, selectors: Selectors, rules: Declarations) -> None:
    for cell in context.cells:
        box = cell.box
        has_margin = any(length != NOTHING for length in cell.margin) or box.margin.top or box.margin.bottom
        if has_margin or box.role in HAS_OWN_MARGIN:
            margin = _in_area(cell, cell.margin)
            places = decimals_for(list(margin))
            left, right = (css_length(length, places) for length in margin)
            rules.put(selectors[box.id], "margin", sides_text(css_px(exact(box.margin.top)), right, css_px(exact(box.margin.bottom)), left))
