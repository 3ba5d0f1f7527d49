"""A page at every width of a range: arrays where one rule holds for all widths, single layouts where one has to decide.

``walk`` (``page_walk``) gives ``Walked``, a list of ``Stretch`` with tables of rectangles (``rectangles``). ``across``
and its kin lay blocks, floats, lines, grids and flex rows out on arrays (``strips``); what they cannot is laid out at as few widths as
will do (``single``, ``refine``) and blended between (``blend``). ``chain`` and ``moving`` serve the hill of one box.
The rules of sizes are those of ``layout/sizes``, made for arrays.
"""

from .across_sizes import NotAcrossError
from .chain import chain_to
from .extents import ABSENT
from .moving import Moving
from .page_walk import FROM, TO, Stretch, Walked, walk
from .rectangles import table_at

__all__ = ["ABSENT", "FROM", "TO", "Moving", "NotAcrossError", "Stretch", "Walked", "chain_to", "table_at", "walk"]
