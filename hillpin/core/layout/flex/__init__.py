"""Flex containers (css-flexbox-1 §9): ``flex_layout`` has a function a step, ``flex_items`` base and hypothetical
sizes, ``flex_lengths`` shares out free space, ``flex_line`` is the data they fill in; ``flex_widths`` says what they ask for.
"""
