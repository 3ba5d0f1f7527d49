"""Pictures in their boxes: how large they are drawn, where, and what of them is cut away.

``fitted`` says it of a picture in a box (``object-fit``, ``object-position``), with its working; ``in_words`` is a margin note's
wording of it. ``background_layers`` says it of a box's background, layer by layer; ``gradient_colours`` and
``PixelStore`` say which colours it has where. ``is_far_larger`` and ``DENSEST`` say how many pixels are enough. Sizes come from layout; what is asked at many widths is asked with the sizes alone (``fit_of``).
"""

from .backgrounds import Layer, LayerAxis, background_layers, declared_in, is_on_canvas, layers_of, natural_in
from .enough import DENSEST, is_far_larger
from .fitting import Fitted, FittedAxis, fit_of, fitted, in_words
from .gradient_pixels import Colours, Numbers, gradient_colours
from .made import NoPicture, smaller, thumbnail
from .pixels import Pixels, PixelStore

__all__ = ["DENSEST", "Colours", "Fitted", "FittedAxis", "Layer", "LayerAxis", "NoPicture", "Numbers", "PixelStore", "Pixels", "background_layers", "declared_in", "fit_of", "fitted", "gradient_colours", "in_words", "is_far_larger", "is_on_canvas", "layers_of", "natural_in", "smaller", "thumbnail"]
