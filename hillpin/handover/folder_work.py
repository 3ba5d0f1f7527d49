"""What is worked out over a whole folder before it goes, in a process of its own."""

from __future__ import annotations

import io
import zipfile
from collections import Counter
from dataclasses import asdict
from typing import Any

from ..computing import say
from ..core.comparing import sections_of
from ..core.errors import InputError
from ..core.files import MemoryFiles
from ..core.handing import DOUBTS, Smaller, as_png, as_svg, doubts_of, hills_of, kind_of, packed, table_as, widths_table
from ..core.page import Page
from ..core.survey import survey

MOST_DOUBTS = 1_000
FROM_HERE, TO_HERE = 240, 1920
FIRST_DAY = (1980, 1, 1, 0, 0, 0)
"""Of files in a zip that were made on the way: the same content gives the same zip."""
MOST_EDGES = 40


def looked_through(files: dict[str, bytes]) -> dict[str, Any]:
    """What is in the folder, and what is doubtful."""
    counts, sizes = Counter[str](), Counter[str]()
    for path, content in files.items():
        counts[kind_of(path)] += 1
        sizes[kind_of(path)] += len(content)
    doubts = [{**asdict(one), **asdict(DOUBTS[one.kind])} for one in doubts_of(files)[:MOST_DOUBTS]]
    kinds = [{"kind": kind, "files": counts[kind], "bytes": sizes[kind]} for kind in ("page", "sheet", "script", "picture", "font", "file") if counts[kind]]
    return {"looked": {"kinds": kinds, "doubts": doubts}}


def smaller_of(words: list[str]) -> Smaller:
    """What is made smaller, by its words."""
    return Smaller("sheets" in words, "fonts" in words, "pictures" in words)


def packed_away(files: dict[str, bytes], smaller: list[str]) -> dict[str, Any]:
    """The folder as it goes, as a zip, and what was made smaller in it."""
    made, told = packed(files, smaller_of(smaller), lambda part: say({"progress": round(part * 0.9, 3)}))
    data = io.BytesIO()
    with zipfile.ZipFile(data, "w", zipfile.ZIP_DEFLATED) as archive:
        for path in sorted(made):
            info = zipfile.ZipInfo(path, FIRST_DAY)
            info.compress_type = zipfile.ZIP_DEFLATED
            archive.writestr(info, made[path])
    sums = [sum(map(len, one.values())) for one in (files, made)]
    return {"packed": {"files": [asdict(one) for one in told], "before": sums[0], "after": sums[1]}, "file": data.getvalue(), "type": "application/zip", "ending": "zip"}


def table_made(files: dict[str, bytes], page: str, pins: list[int], wish: dict[str, str]) -> dict[str, Any]:
    """The widths table of a page, or its hills drawn. Raises InputError."""
    read = Page(MemoryFiles(files), page)
    surveyed = survey(read, FROM_HERE, TO_HERE, progress=lambda part: say({"progress": round(part * 0.7, 3)}))
    selector, form = wish["selector"].strip(), wish["form"]
    if form in ("svg", "png"):
        elements = [one.index for one in read.select(selector) if one.index >= 0] if selector else [one.index for one in sections_of(read.document)]
        if not elements:
            raise InputError(f"No element matches {selector}." if selector else "The page has no sections: name elements by a selector.")
        shapes = hills_of(surveyed, elements, wish["sky"])
        content, kind = (as_svg(shapes).encode(), "image/svg+xml") if form == "svg" else (as_png(shapes), "image/png")
    else:
        edges = [one.at for one in surveyed.edges][:MOST_EDGES]
        rows = widths_table(read, [*pins, *edges, *(one - 1 for one in edges if one > FROM_HERE)] or [FROM_HERE, TO_HERE], selector, progress=lambda part: say({"progress": round(0.7 + part * 0.3, 3)}))
        content = table_as(form, page, rows).encode()
        kind = {"csv": "text/csv; charset=utf-8", "json": "application/json", "md": "text/markdown; charset=utf-8", "html": "text/html; charset=utf-8"}[form]
    return {"file": content, "type": kind, "ending": form}
