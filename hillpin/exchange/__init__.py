"""A site with all that is kept of it, in one zip of open formats (docs/everything.md), and back again.

``manifest`` is the shape of its ``hill-pin.json``, ``going_out`` writes the zip, ``coming_in`` reads one.
"""
