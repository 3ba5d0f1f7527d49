"""CSS text to the computed values of every element.

``sheet`` reads text to rules (``Sheets``, ``Rule``, ``MediaBlock``), ``declarations`` one declaration, by the one table
of properties (``properties``: ``PROPERTIES``); ``selectors`` match, ``cascade`` decides who wins, ``computed`` and
``resolve`` make a ``ComputedStyle``; ``media`` holds conditions (``Viewport``, ``Condition``, ``turning_widths``),
``values`` lengths (``Length``). A new property is a row in ``properties`` and a reader in ``readers``; what it does is
written where layout looks at ``style``. What is exported here is all that is called from outside core's lower rooms.
"""

from .background_values import OtherImage, PictureAt
from .cascade import ActiveRules, Candidate, Winner
from .clip_paths import ClipShape
from .computed import line_height_px
from .declarations import Declaration, Problem, longhands_of, plain_words, read_declaration
from .directions import physical_side
from .displays import is_list_item
from .edge_values import CORNERS, Shadow
from .font_faces import PLAIN, FaceAdjustments, FontFace
from .gradients import Gradient, Stop
from .media import USUAL_READER, Condition, Reader, Viewport, parse_media, read_for, turning_widths
from .motion import COMPOSED, Transition, animation_names, lays_out, transitions
from .properties import PROPERTIES, RESTYLED_FIELDS
from .readers import read_color
from .references import may_choose
from .resolve import Restyled, StyleResolver, differing
from .selectors import MatchState
from .sheet import Keyframes, MediaBlock, Rule, Sheets
from .source import SPECIAL
from .style import ComputedStyle
from .values import VIEWPORT_UNITS, Dimension, Kind, Length, Number, Percentage
from .variables import tokens_of

__all__ = ["COMPOSED", "CORNERS", "PLAIN", "PROPERTIES", "RESTYLED_FIELDS", "SPECIAL", "USUAL_READER", "VIEWPORT_UNITS", "ActiveRules", "Candidate", "ClipShape", "ComputedStyle", "Condition", "Declaration", "Dimension", "FaceAdjustments", "FontFace", "Gradient", "Keyframes", "Kind", "Length", "MatchState", "MediaBlock", "Number", "OtherImage", "Percentage", "PictureAt", "Problem", "Reader", "Restyled", "Rule", "Shadow", "Sheets", "Stop", "StyleResolver", "Transition", "Viewport", "Winner", "animation_names", "differing", "is_list_item", "lays_out", "line_height_px", "longhands_of", "may_choose", "parse_media", "physical_side", "plain_words", "read_color", "read_declaration", "read_for", "tokens_of", "transitions", "turning_widths"]
