"""Tables (CSS 2 §17, css-tables-3): ``table_grid`` slots, ``table_columns`` widths, ``table_rows`` heights,
``table_borders`` collapsed borders; ``table_layout`` joins them.
"""
