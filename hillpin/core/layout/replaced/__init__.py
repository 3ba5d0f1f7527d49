"""Replaced boxes: ``natural_sizes`` of pictures and controls (``natural.Natural``), ``svg_shapes`` inside drawings,
``replaced_layout`` their sizes on the page (CSS 2 §10.3.2, §10.6.2, css-images-3).
"""
