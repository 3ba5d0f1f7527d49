"""What goes made smaller: sheets joined and without white space, fonts cut to the characters in use, pictures squeezed.

The site's own files stay as they are: this makes other files that go in their place, each with its bytes before and after.
"""

from __future__ import annotations

import hashlib
import html
import io
import posixpath
import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Any

import rcssmin

from ..markup import MOST_READ, Text, parse_html
from ..markup.tags import Tag, attributes_in, tags_of
from ..site import references_in
from ..site.addresses import relative, written_as
from ..site.carrying import put_in
from .folder_doubts import kind_of

QUALITY = 82
"""Of pictures that are coded anew with loss (Pillow's scale): what differs is not seen at arm's length."""
LEAST_GAIN = 0.05
"""The part that a picture or font must lose to be worth another file."""
ALWAYS = " !\"#$%&'()*+,-./0123456789:;?–—‘’“”…\u00a0\u00ad"
"""Characters that a cut font keeps in any case: those that scripts and generated content most often add."""


@dataclass(frozen=True, slots=True)
class Smaller:
    """What is wished."""

    sheets: bool = False
    fonts: bool = False
    pictures: bool = False


@dataclass(frozen=True, slots=True)
class Packed:
    """A file that goes otherwise than it is: what was done, and its bytes; several files before where they are joined."""

    path: str
    words: str
    before: int
    after: int


def packed(files: Mapping[str, bytes], wish: Smaller, progress: Callable[[float], None] = lambda part: None) -> tuple[dict[str, bytes], list[Packed]]:
    """The files (path → content) as they go, and what was made of which."""
    made, told = dict(files), list[Packed]()
    if wish.sheets:
        told += _joined_sheets(made)
        told += _small_sheets(made)
    progress(0.1)
    characters = _characters(files) if wish.fonts else frozenset()
    wanted = [path for path in sorted(made) if (wish.fonts and kind_of(path) == "font") or (wish.pictures and kind_of(path) == "picture")]
    for number, path in enumerate(wanted, 1):
        content = made[path]
        small = _cut_font(content, characters) if kind_of(path) == "font" else _squeezed(path, content)
        if small is not None and len(small) < len(content) * (1 - LEAST_GAIN):
            made[path] = small
            words = f"cut to {len(characters):,} characters" if kind_of(path) == "font" else "squeezed"
            told.append(Packed(path, words, len(content), len(small)))
        progress(0.1 + 0.9 * number / len(wanted))
    return made, sorted(told, key=lambda one: one.path)


def _small_sheets(made: dict[str, bytes]) -> list[Packed]:
    told = []
    for path in sorted(made):
        if kind_of(path) != "sheet":
            continue
        small = rcssmin.cssmin(made[path].decode("utf-8-sig", "replace")).encode()
        if len(small) < len(made[path]):
            told.append(Packed(path, "without white space and comments", len(made[path]), len(small)))
            made[path] = small
    return told


def _joined_sheets(made: dict[str, bytes]) -> list[Packed]:
    """Sheets that a page links one after the other become one, where nothing stands between and the same media counts."""
    told: dict[str, Packed] = {}
    for path in sorted(made):
        if kind_of(path) != "page":
            continue
        text = made[path].decode("utf-8", "replace")
        if text.encode() != made[path]:
            continue
        edits: list[tuple[int, int, str]] = []
        for run in _runs(path, text, made):
            sheets = [sheet for _, sheet in run]
            name = _joined_name(sheets, made)
            content = "\n".join(_moved(sheet, made[sheet].decode("utf-8-sig", "replace"), name) for sheet in sheets).encode()
            told[name] = Packed(name, f"made of {', '.join(sheets)}", sum(len(made[one]) for one in sheets), len(content))
            made[name] = content
            edits += _link_edits(path, text, [tag for tag, _ in run], name)
        if edits:
            made[path] = put_in(text, edits).encode()
    _drop_unlinked(made, told)
    return list(told.values())


def _drop_unlinked(made: dict[str, bytes], told: Mapping[str, Packed]) -> None:
    joined = {sheet for one in told.values() for sheet in one.words.removeprefix("made of ").split(", ")}
    texts = {path: content.decode("utf-8", "replace") for path, content in made.items() if kind_of(path) in ("page", "sheet")}
    used = {reference.target() for path, text in texts.items() for reference in references_in(path, text)}
    for sheet in joined - used:
        made.pop(sheet, None)


def _runs(path: str, text: str, made: Mapping[str, bytes]) -> list[list[tuple[Tag, str]]]:
    """The links of sheets that stand one after the other, two or more."""
    runs: list[list[tuple[Tag, str]]] = []
    media, end = None, -1
    targets = {one.start: one.target() for one in references_in(path, text) if one.where == "link href"}
    for tag in tags_of(text):
        if tag.name != "link" or tag.is_end or tag.end < 0:
            continue
        values = {one.name: one for one in attributes_in(text, tag)}
        read = {name: html.unescape(text[one.start : one.end]).strip().lower() for name, one in values.items()}
        target = next((target for start, target in targets.items() if tag.offset < start < tag.end), None)
        is_plain = read.get("rel") == "stylesheet" and set(read) <= {"rel", "href", "media", "type"} and target in made and not _has_import(made[target or ""])
        if not is_plain or target is None:
            continue
        between = re.sub(r"<!--.*?-->", "", text[end : tag.offset], flags=re.DOTALL)
        if runs and end >= 0 and not between.strip() and media == read.get("media", "all"):
            runs[-1].append((tag, target))
        else:
            runs.append([(tag, target)])
        media, end = read.get("media", "all"), tag.end
    return [run for run in runs if len(run) > 1]


def _has_import(content: bytes) -> bool:
    return re.search(rb"@(import|charset|namespace)\b", content, re.IGNORECASE) is not None


def _joined_name(sheets: list[str], made: Mapping[str, bytes]) -> str:
    mark = hashlib.sha256("\0".join(sheets).encode()).hexdigest()[:8]
    return posixpath.join(posixpath.dirname(sheets[0]), f"joined-{mark}.css")


def _moved(sheet: str, text: str, name: str) -> str:
    """A sheet's text as it reads at another path: each address leads where it led."""
    edits = []
    for one in references_in(sheet, text):
        target = one.target()
        if target is not None:
            there = replace(one, base=name)
            edits.append((one.start, one.end, written_as(there, relative(there, target))))
    return put_in(text, edits)


def _link_edits(path: str, text: str, tags: list[Tag], name: str) -> list[tuple[int, int, str]]:
    reference = next(one for one in references_in(path, text) if tags[0].offset < one.start < tags[0].end and one.where == "link href")
    edits = [(reference.start, reference.end, written_as(reference, relative(reference, name)))]
    for before, tag in pairwise(tags):
        # What stood between, white space, goes with the link; a comment stays.
        between = text[before.end : tag.offset]
        edits.append((before.end if not between.strip() else tag.offset, tag.end, ""))
    return edits


def _characters(files: Mapping[str, bytes]) -> frozenset[str]:
    """The characters that pages show or may show: their text and attributes, what sheets generate, what scripts may put in."""
    found = set(ALWAYS)
    for path, content in files.items():
        kind, text = kind_of(path), content.decode("utf-8", "replace")
        if kind == "page":
            document = parse_html(text, MOST_READ)
            found.update(text[document.left_out.offset :] if document.left_out else "")
            for element in document.root.descendants():
                found.update("".join(element.attributes.values()))
                found.update("".join(child.data for child in element.children if isinstance(child, Text)))
        elif kind in ("sheet", "script") or path.lower().endswith((".svg", ".json")):
            found.update(text)
            found.update(chr(int(code, 16)) for code in re.findall(r"\\u?\{?([0-9a-fA-F]{2,6})", text) if int(code, 16) < 0x110000)
    # What is set in capitals or small letters by a rule.
    found |= {letter for one in list(found) for letter in (*one.upper(), *one.lower())}
    return frozenset(one for one in found if one.isprintable() or one in "\u00a0\u00ad")


def _cut_font(content: bytes, characters: frozenset[str]) -> bytes | None:
    """A font with the glyphs of some characters, and all its features, in the format that it had."""
    from fontTools import subset  # noqa: PLC0415 (loaded where a font is cut)
    from fontTools.ttLib import TTFont  # noqa: PLC0415

    try:
        font = TTFont(io.BytesIO(content), lazy=True)
        options = subset.Options()
        options.layout_features, options.flavor, options.notdef_outline, options.glyph_names = ["*"], font.flavor, True, False
        cutter = subset.Subsetter(options)
        cutter.populate(unicodes=[ord(one) for one in characters])
        cutter.subset(font)
        data = io.BytesIO()
        font.flavor = options.flavor
        font.save(data)
    except Exception:  # a font file can be broken in any way its reader knows; it goes as it is
        return None
    return data.getvalue()


def _squeezed(path: str, content: bytes) -> bytes | None:
    """A picture coded anew at its own size: without loss where it was without."""
    from PIL import Image  # noqa: PLC0415 (loaded where a picture is squeezed)

    ways: dict[str, dict[str, Any]] = {
        "PNG": {"optimize": True}, "JPEG": {"quality": QUALITY, "optimize": True, "progressive": True}, "WEBP": {"quality": QUALITY, "method": 6},
    }  # fmt: skip
    try:
        with Image.open(io.BytesIO(content)) as image:
            form = image.format or ""
            if form not in ways or getattr(image, "n_frames", 1) > 1 or image.width * image.height > 50_000_000:
                return None
            kept: dict[str, Any] = {name: image.info[name] for name in ("icc_profile", "transparency") if name in image.info}
            if form == "JPEG" and image.getexif().get(0x0112, 1) != 1:
                kept["exif"] = image.getexif().tobytes()
            data = io.BytesIO()
            is_lossless = form == "WEBP" and content[12:16] == b"VP8L"
            image.save(data, form, **ways[form], **({"lossless": True} if is_lossless else {}), **kept)
    except Exception:  # a picture file can be broken in any way its reader knows; it goes as it is
        return None
    return data.getvalue()
