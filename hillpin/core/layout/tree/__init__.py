"""The box tree: ``generate`` makes boxes of elements (css-display-3), ``settle`` sets blocks in inlines, anonymous boxes
and table parts right, ``counters`` numbers markers.
"""
