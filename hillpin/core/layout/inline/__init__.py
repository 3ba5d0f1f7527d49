"""Lines of text and boxes in them (CSS 2 §9.4.2, §10.8, css-text-3, css-inline-3).

``inline_items.prepare`` flattens inline content, ``text_shaping`` measures its text; ``line_breaker`` fills lines, ``line_boxes`` sizes and aligns them,
``line_layout.layout_lines`` does both; ``line_ranges`` says over which widths lines end alike.
"""
