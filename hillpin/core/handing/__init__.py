"""Handing over: what is doubtful in a folder before it goes, what goes smaller, the widths table, and findings of many pages by cause.

``folder_doubts`` looks through a folder, ``tidying`` writes it in one way, ``packing`` makes what goes smaller, ``measures_table`` and
``hills_drawing`` are what is handed over beside it; ``causes`` makes one list of many pages' findings, ``near_sheets`` finds sheets
that differ by little. Content in, dataclasses or text out.
"""

from .causes import Cause, CausePlace, SiteBreakpoint, causes_of, site_breakpoints, told_pages
from .folder_doubts import DOUBTS, Doubt, doubts_of, kind_of
from .hills_drawing import COLOURS, as_png, as_svg, hills_of
from .measures_table import FORMATS, Measure, WidthsRow, table_as, widths_table
from .near_sheets import NearSheets, near_sheets
from .packing import Packed, Smaller, packed
from .tidying import INDENTATIONS, LINE_ENDS, SUMS, Tidiness, tidied

__all__ = ["COLOURS", "DOUBTS", "FORMATS", "INDENTATIONS", "LINE_ENDS", "SUMS", "Cause", "CausePlace", "Doubt", "Measure", "NearSheets", "Packed", "SiteBreakpoint", "Smaller", "Tidiness", "WidthsRow", "as_png", "as_svg", "causes_of", "doubts_of", "hills_of", "kind_of", "near_sheets", "packed", "site_breakpoints", "table_as", "tidied", "told_pages", "widths_table"]
