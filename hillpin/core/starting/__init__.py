"""Sections to begin from: data in ``hillpin/parts/starts``, written as plain HTML and CSS in the habit of a site.

``all_starts`` reads them, ``begun`` writes one into a page and its sheet with what the person chose, ``drawn`` lays it out at
some widths with its sums. docs/starts.md says what a start's folder holds.
"""

from .begin import Begun, StartWish, begun, start_files
from .draw import StartBox, StartDrawing, drawn
from .manifest import Parameter, Start, all_starts, start_named

__all__ = ["Begun", "Parameter", "Start", "StartBox", "StartDrawing", "StartWish", "all_starts", "begun", "drawn", "start_files", "start_named"]
