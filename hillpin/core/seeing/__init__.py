"""What pictures show, without knowing how they came about: edges that are drawn in one, and what differs between two.

``read_picture`` decodes within bounds, ``drawn_edges`` finds straight edges that a guide snaps to, ``differing_areas`` where two
pictures differ, ``moved_boxes`` which boxes stand elsewhere.
"""

from .box_moves import MovedBox, moved_boxes
from .decoding import Pixels, read_picture
from .picture_differences import Area, differing_areas
from .picture_edges import DrawnEdge, drawn_edges

__all__ = ["Area", "DrawnEdge", "MovedBox", "Pixels", "differing_areas", "drawn_edges", "moved_boxes", "read_picture"]
