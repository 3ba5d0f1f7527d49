"""Grid containers (css-grid-2): ``grid_lines`` unrolls templates, ``grid_placement`` places items, ``grid_tracks`` sizes
tracks, ``grid_items`` says what items contribute and lays them out, ``grid_axis`` is one axis laid out, ``grid_areas``
the containing blocks of positioned children; ``grid_layout`` joins them.
"""
