"""Aids of writing: each gives facts or new source text, tried on the page before it is offered.

Which rule wins (``contest``), rules taken over (``take_over``), moving elements (``outline``), ``overlays``, what a
number must be (``goal``, ``goal_kinds``, ``goal_numbers``, ``goal_solver``), a query where it breaks (``breaks``, ``query_place``),
held states (``states``), sums of properties (``property_sum``), type (``type_scale``, ``text_measures``, ``fonts_told``, ``lines_level``, ``rhythm``), longer words (``room``).
"""

from .breaks import open_query, rule_at
from .contest import Contest, contest_of, contested
from .fonts_told import Asked, FontFile, FontReport, StandIn, font_report, with_stand_ins
from .goal import Goal, kind_named, number_at
from .goal_kinds import GOAL_KINDS, GoalKind, Relation
from .goal_numbers import Offer, numbers_for
from .goal_solver import solve
from .lines_level import Beside, LinedUp, LinePair, Rhythm, beside, column_of, line_up
from .outline import Direction, OutlineEntry, moved, moved_where, outline_of
from .overlays import OVERLAYS, OverlayLayer, overlays_of
from .property_sum import comes_to
from .rhythm import baseline_grid
from .room import Limit, Room, room_for, room_over
from .state_ends import EndChange
from .states import Held, HeldState, Shift, hold, hold_between, state_on
from .take_over import can_be_taken_over, taken_over
from .text_measures import TextAt, text_over
from .type_scale import Scale, Step, steps_of, with_scale

__all__ = ["GOAL_KINDS", "OVERLAYS", "Asked", "Beside", "Contest", "Direction", "EndChange", "FontFile", "FontReport", "Goal", "GoalKind", "Held", "HeldState", "Limit", "LinePair", "LinedUp", "Offer", "OutlineEntry", "OverlayLayer", "Relation", "Rhythm", "Room", "Scale", "Shift", "StandIn", "Step", "TextAt", "baseline_grid", "beside", "can_be_taken_over", "column_of", "comes_to", "contest_of", "contested", "font_report", "hold", "hold_between", "kind_named", "line_up", "moved", "moved_where", "number_at", "numbers_for", "open_query", "outline_of", "overlays_of", "room_for", "room_over", "rule_at", "solve", "state_on", "steps_of", "taken_over", "text_over", "with_scale", "with_stand_ins"]
