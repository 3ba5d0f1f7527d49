"""How each number came about: the recorder that layout tells its steps to.

``Workings`` (``workings``) has a method for each kind of step and writes a ``Sum`` of ``Term`` into ``Sums``
(``record``); one file a formatting context. ``Source`` says where a term comes from. Depends on layout's data; layout
knows ``layout.recorder.Recorder`` alone. ``writing.explanation`` joins the sums up to the viewport.
"""

from .block_steps import add_edges, name_of
from .grid_steps import track_words
from .record import Source, Sum, Sums, Term, declared, mirrored, with_other_sides

__all__ = ["Source", "Sum", "Sums", "Term", "add_edges", "declared", "mirrored", "name_of", "track_words", "with_other_sides"]
