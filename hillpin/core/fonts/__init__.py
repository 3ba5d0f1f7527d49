"""Font files to metrics and shaped advances, behind one protocol (``face.Face``).

``FontStore`` finds the faces of a style (css-fonts-4 §5); ``system`` asks the machine for installed ones; ``fallback``
says what stands in; ``Measured`` holds faces that only a browser has, measured there. ``linebreak`` says where lines
may end (UAX #14).
"""

from .face import Face
from .measured import INVISIBLE, AtSize, FaceKey, Measured, MeasuredFace, pairs_of
from .store import FontStore

__all__ = ["INVISIBLE", "AtSize", "Face", "FaceKey", "FontStore", "Measured", "MeasuredFace", "pairs_of"]
