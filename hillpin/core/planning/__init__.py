"""Column arithmetic before a line is written: sums in exact fractions, and code whose layout is proved against them.

A ``Plan`` (checked by ``check_plan``) is arranged in fractions (``arrange``, ``solve_columns``), written as code
(``code_of``), proved by layout (``prove``), read back from a page (``plan_from_page``), written another way
(``convert``), drawn (``drawing_of``, ``svg_of``) and tabled (``as_csv``, ``as_markdown``).
"""

from .arranging import Arranged, ContextRows, Placed, PlacedRow, arrange
from .class_names import class_of, classes_of
from .code import Code, First, Method, Options, code_of, units_of
from .columns import NAMES, Answer, Columns, PaperStep, Solution, solve_columns
from .comparison import compare
from .conversion import Target, convert
from .drawing import Drawing, drawing_of
from .from_code import plan_from_page
from .order import order_warnings, propose
from .plan import Arrangement, Plan, State, check_plan
from .plan_svg import svg_of
from .proof import prove, sentence_of
from .widths_table import as_csv, as_markdown

__all__ = ["NAMES", "Answer", "Arranged", "Arrangement", "Code", "Columns", "ContextRows", "Drawing", "First", "Method", "Options", "PaperStep", "Placed", "PlacedRow", "Plan", "Solution", "State", "Target", "arrange", "as_csv", "as_markdown", "check_plan", "class_of", "classes_of", "code_of", "compare", "convert", "drawing_of", "order_warnings", "plan_from_page", "propose", "prove", "sentence_of", "solve_columns", "svg_of", "units_of"]
