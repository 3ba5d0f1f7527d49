"""A plan's numbers as the API gives them."""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache

from ..core.errors import InputError
from ..core.planning import (
    NAMES,
    Answer,
    Arranged,
    Arrangement,
    Code,
    Columns,
    ContextRows,
    Options,
    PaperStep,
    Placed,
    PlacedRow,
    Plan,
    Solution,
    arrange,
    check_plan,
    classes_of,
    code_of,
    drawing_of,
    order_warnings,
    solve_columns,
    units_of,
)
from .schemas import AnswerOut, ArrangementOut, CellOut, ContextOut, PaperStepOut, PlanRowOut, SolutionOut, WorkOut


@lru_cache(maxsize=64)
def _units(root_size: float) -> dict[str, Fraction]:
    """The units of a root size; they depend on nothing else of a plan."""
    return units_of(Plan("", (), (), root_size=root_size))


def unit_of(plan: Plan) -> dict[str, Fraction]:
    """CSS px of a ``px``, ``rem`` and ``ch``."""
    return dict(_units(plan.root_size))


def arranged_of(plan: Plan) -> list[Arranged]:
    """Every arrangement, placed. Raises InputError."""
    check_plan(plan)
    return [arrange(plan, arrangement, unit_of(plan)) for arrangement in plan.arrangements]


def code_for(plan: Plan, options: Options) -> tuple[list[Arranged], Code]:
    """The arrangements and their code. Raises InputError."""
    arranged = arranged_of(plan)
    return arranged, code_of(plan, options, arranged)


def work_of(plan: Plan) -> WorkOut:
    """All numbers of a plan; what does not hang together is said, and the rest is worked out."""
    try:
        check_plan(plan)
    except InputError as error:
        return WorkOut(error=str(error), arrangements=[_columns_only(plan, one, str(error)) for one in plan.arrangements], classes={})
    classes = {identity or "": name for identity, name in classes_of(plan).items()}
    return WorkOut(error="", arrangements=[_arrangement_out(plan, one) for one in plan.arrangements], classes=classes)


def _columns_only(plan: Plan, arrangement: Arrangement, error: str) -> ArrangementOut:
    first, last = plan.range_of(arrangement)
    try:
        columns = answer_out(arrangement.columns)
    except InputError as other:
        columns, error = None, str(other)
    return ArrangementOut(name=arrangement.name, first=first, last=last, error=error, columns=columns, contexts=[], warnings=[], drawing=None)


def _arrangement_out(plan: Plan, arrangement: Arrangement) -> ArrangementOut:
    out = _columns_only(plan, arrangement, "")
    if out.error:
        return out
    try:
        arranged = arrange(plan, arrangement, unit_of(plan))
    except InputError as error:
        out.error = str(error)
        return out
    out.contexts = [_context_out(arranged, context) for context in arranged.contexts.values()]
    out.warnings = order_warnings(plan, arrangement)
    out.drawing = drawing_of(arranged)
    return out


def answer_out(columns: Columns) -> AnswerOut:
    """Columns solved. Raises InputError."""
    answer: Answer = solve_columns(columns)
    return AnswerOut(
        unknown=[name for name in NAMES if getattr(columns, name) is None],
        solutions=[_solution_out(one) for one in answer.solutions], near=[_solution_out(one) for one in answer.near],
        steps=steps_out(answer.steps), message=answer.message, is_cut=answer.is_cut,
    )  # fmt: skip


def _solution_out(one: Solution) -> SolutionOut:
    return SolutionOut(
        total=float(one.total), count=one.count, column=float(one.column), gutter=float(one.gutter), margin=float(one.margin),
        rest=float(one.rest), is_whole=one.is_whole, note=one.note,
        spans=[float(one.span(number)) for number in range(1, one.count + 1)], starts=[float(one.start(number)) for number in range(one.count)],
    )  # fmt: skip


def steps_out(steps: list[PaperStep] | tuple[PaperStep, ...]) -> list[PaperStepOut]:
    """A sum's lines."""
    return [PaperStepOut(sign=step.sign, amount=float(step.amount), label=step.label) for step in steps]


def _context_out(arranged: Arranged, context: ContextRows) -> ContextOut:
    parent = context.parent.id if context.parent is not None else None
    numbers = [number for number, row in enumerate(arranged.arrangement.rows) if row.parent == parent]
    rows = [_row_out(row, number, context.width) for number, row in zip(numbers, context.rows, strict=True)]
    return ContextOut(parent=parent, width=float(context.width), rows=rows)


def _row_out(row: PlacedRow, number: int, at: Fraction) -> PlanRowOut:
    total = row.sum
    return PlanRowOut(
        number=number, has=float(total.has), takes=float(total.takes), rest=float(total.rest), gap=float(row.gap.at(at)), steps=steps_out(total.steps),
        drops=list(total.drops), gutters=[float(one) for one in total.gutters], messages=list(total.messages), cells=[_cell_out(cell, at) for cell in row.cells],
    )  # fmt: skip


def _cell_out(cell: Placed, at: Fraction) -> CellOut:
    box = cell.box
    width = cell.width.at(at)
    return CellOut(
        box=box.id, x=float(cell.x.at(at)), outer=float(cell.outer.at(at)), width=float(width), written=float(cell.written.at(at)),
        inside=float(cell.inside.at(at)), margin=[float(one.at(at)) for one in cell.margin], padding=[float(one.at(at)) for one in cell.padding],
        border=[float(one) for one in cell.border], share=float(width / at * 100) if at else 0.0, steps=steps_out(cell.steps),
    )  # fmt: skip
