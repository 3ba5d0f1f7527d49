"""Writing faster: what a person says in a few words, as the source that they would have typed.

``read_outline`` reads indented lines of selectors, counts and words, ``outline_markup`` writes them as HTML at an indentation.
Pure text to text; docs/outline.md has the small language.
"""

from .filler import filler_words
from .outline_lines import OutlineFault, OutlineLine, read_outline
from .outline_markup import OutlineAsk, OutlineWritten, outline_markup
from .placing import OutlinePut, put_outline

__all__ = ["OutlineAsk", "OutlineFault", "OutlineLine", "OutlinePut", "OutlineWritten", "filler_words", "outline_markup", "put_outline", "read_outline"]
