"""Writing faster: what a person says in a few words, as the source that they would have typed.

``put_outline`` writes indented lines of selectors, counts and words as HTML (docs/outline.md has the small language);
``repeated`` and ``duplicated`` make copies with ids of their own; ``wrapped``, ``unwrapped``, ``changed``, ``split`` and
``joined`` give an element another shape; ``read_words`` reads a document, ``put_into``, ``put_in_order`` and ``put_as_new`` put
its words into a page; ``with_alt`` gives a picture its words, ``enlarging`` opens it large on click; ``missing_rule`` writes the rule that a name has not yet. Pure text to text: what is not changed stays
byte for byte, and what may not stand in its place is refused with the reason (``content_model``).
"""

from .alternatives import with_alt
from .data_rows import Separator
from .duplicating import duplicated
from .opening_large import ENLARGE_CLASS, EnlargeWay, button_rule, enlarging, moved_by_it
from .outline_lines import OutlineFault, OutlineLine, read_outline
from .outline_markup import OutlineAsk, OutlineWritten, outline_markup
from .placing import OutlinePut, put_outline
from .put_words import WordsPut, put_as_new, put_in_order, put_into
from .repeating import Repeated, RepeatWish, repeated
from .reshaping import changed, joined, split, unwrapped, wrapped
from .rules_for_names import missing_rule
from .sheet_habits import SheetHabits, StyleRule, style_rules
from .slots import Slot
from .source_places import SourceChange, indent_at, line_start, span_of
from .words_read import DocumentKind, Words, read_words

__all__ = [
    "ENLARGE_CLASS", "DocumentKind", "EnlargeWay", "OutlineAsk", "OutlineFault", "OutlineLine", "OutlinePut", "OutlineWritten", "RepeatWish", "Repeated", "Separator", "SheetHabits", "Slot", "SourceChange", "StyleRule", "Words", "WordsPut",
    "button_rule", "changed", "duplicated", "enlarging", "indent_at", "joined", "line_start", "missing_rule", "moved_by_it", "outline_markup", "put_as_new", "put_in_order", "put_into", "put_outline", "read_outline", "read_words", "repeated", "span_of", "split", "style_rules",
    "unwrapped", "with_alt", "wrapped",
]  # fmt: skip
