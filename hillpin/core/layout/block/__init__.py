"""Block formatting contexts: blocks in flow, margins that collapse, floats (CSS 2 §8.3.1, §9.4.1, §9.5).

``layout_block`` lays out a context of its own; ``layout_in_flow`` a block that shares its parent's; ``inside`` is what
they hand on, ``margins`` adjoins margins, ``floats`` places floats.
"""
