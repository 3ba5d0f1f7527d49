"""Shorthands of grids (css-grid-2 §7.4, §7.8, §8.4)."""

from __future__ import annotations

from ..styles import grid_values as grid
from .grammar import Expander, Expansion, Tokens, keyword, significant


def grid_lines(*names: str) -> Expander:
    """``grid-area``, ``grid-row`` and ``grid-column``: lines joined by ``/``; a lone name stands for both ends."""

    def expand(tokens: Tokens) -> Expansion | None:
        lines = [grid.read_line(part) if part else None for part in _split_slashes(tokens)]
        if None in lines or not 1 <= len(lines) <= len(names):
            return None
        given = [line for line in lines if line is not None]
        while len(given) < len(names):
            count = len(given)
            source = given[max(0, count - 2) if len(names) == 4 and count > 1 else 0]
            only_name = source.name is not None and source.number is None and source.span is None
            given.append(source if only_name else grid.AUTO_LINE)
        return dict(zip(names, given, strict=True))

    return expand


def _split_slashes(tokens: Tokens) -> list[Tokens]:
    parts: list[Tokens] = [[]]
    for token in tokens:
        if token.type == "literal" and token.value == "/":
            parts.append([])
        else:
            parts[-1].append(token)
    return parts


def grid_template(tokens: Tokens) -> Expansion | None:
    """``grid-template`` (css-grid-2 §7.4)."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return _template(grid.NO_TRACKS, grid.NO_TRACKS, grid.NO_AREAS)
    parts = _split_slashes(tokens)
    if not any(token.type == "string" for token in tokens):
        if len(parts) != 2:
            return None
        rows, columns = grid.read_template(parts[0]), grid.read_template(parts[1])
        return _template(rows, columns, grid.NO_AREAS) if rows is not None and columns is not None else None
    if len(parts) > 2:
        return None
    columns = grid.read_template(parts[1]) if len(parts) == 2 else grid.NO_TRACKS
    rows_and_areas = _rows_with_areas(parts[0])
    if columns is None or rows_and_areas is None:
        return None
    return _template(rows_and_areas[0], columns, rows_and_areas[1])


def _template(rows: grid.TrackList, columns: grid.TrackList, areas: grid.Areas) -> Expansion:
    return {"grid-template-rows": rows, "grid-template-columns": columns, "grid-template-areas": areas}


def _rows_with_areas(tokens: Tokens) -> tuple[grid.TrackList, grid.Areas] | None:
    rows: list[grid.TrackSize] = []
    names: list[tuple[str, ...]] = [()]
    strings: list[str] = []
    for token in tokens:
        if token.type == "[] block":
            names[-1] += tuple(inner.value for inner in significant(token.content))
        elif token.type == "string":
            strings.append(token.value)
            rows.append(grid.AUTO_TRACK)
            names.append(())
        else:
            track = grid.read_track(token)
            if track is None or not rows:
                return None
            rows[-1] = track
    areas = grid.parse_areas(strings)
    return (grid.TrackList(tuple(rows), tuple(names)), areas) if areas is not None else None


def grid_shorthand(tokens: Tokens) -> Expansion | None:
    """``grid``: a template, or one axis automatic (css-grid-2 §7.8)."""
    automatic: Expansion = {
        "grid-auto-flow": "row",
        "grid-auto-rows": (grid.AUTO_TRACK,),
        "grid-auto-columns": (grid.AUTO_TRACK,),
    }
    if not any(keyword(token) == "auto-flow" for token in tokens):
        template = grid_template(tokens)
        return {**template, **automatic} if template is not None else None
    parts = _split_slashes(tokens)
    if len(parts) != 2:
        return None
    flowing = 0 if any(keyword(token) == "auto-flow" for token in parts[0]) else 1
    axis, other = ("row", "column") if flowing == 0 else ("column", "row")
    dense = any(keyword(token) == "dense" for token in parts[flowing])
    sizes = [token for token in parts[flowing] if keyword(token) not in ("auto-flow", "dense")]
    auto = grid.read_auto_tracks(sizes) if sizes else (grid.AUTO_TRACK,)
    template_tracks = grid.read_template(parts[1 - flowing])
    if auto is None or template_tracks is None:
        return None
    result = {**_template(grid.NO_TRACKS, grid.NO_TRACKS, grid.NO_AREAS), **automatic}
    result[f"grid-template-{other}s"] = template_tracks
    result[f"grid-auto-{axis}s"] = auto
    result["grid-auto-flow"] = axis + (" dense" if dense else "")
    return result
