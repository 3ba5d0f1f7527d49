"""Aids of writing: which rule wins, moving elements, overlays, goals, queries, states. Each gives facts or new source text."""
