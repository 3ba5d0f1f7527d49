"""Widths and heights by their properties (``sizing``), and what content wants (``intrinsic``; css-sizing-3 and -4)."""
