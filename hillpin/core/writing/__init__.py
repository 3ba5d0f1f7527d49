"""What Write shows and does beside the code.

``margin_notes`` (with ``note_values`` and ``why_dead``), ``dimension_rows``, ``hill_of``; ``edit_sheet`` takes an edit
inside one rule into the page at hand; ``explain`` says how a number comes about, ``as_text`` and ``as_json`` write it,
``working_comments`` keep it as a comment; ``first_to_select`` is what is
selected at first; ``browser_faces`` says which fonts a browser must measure.
"""

from .beginning import first_to_select
from .dead import why_dead
from .dimensions import dimension_rows
from .edit import edit_sheet
from .explanation import QUANTITIES, Quantity, explain
from .fonts_wanted import browser_faces
from .hill import Hill, HillPoint, hill_of, simplified
from .notes import margin_notes, pseudo_of
from .working_comments import SUM_COMMENT, comment_of, refreshed, with_comment
from .working_text import as_json, as_text

__all__ = ["QUANTITIES", "SUM_COMMENT", "Hill", "HillPoint", "Quantity", "as_json", "as_text", "browser_faces", "comment_of", "dimension_rows", "edit_sheet", "explain", "first_to_select", "hill_of", "margin_notes", "pseudo_of", "refreshed", "simplified", "why_dead", "with_comment"]
