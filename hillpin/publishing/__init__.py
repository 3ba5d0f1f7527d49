"""Publishing: a site's files on to a target, only what changed, whole or not at all, and back again.

``targets/`` are the places that files go to, behind one small interface (``Place``); ``sending`` says what changed, sends it and
puts back what was there; ``committing`` is git's part; ``secrets`` keeps passwords out of the database. docs/publishing.md.
"""
