"""The site's file of expectations: JSON that a person can write by hand (docs/expectations.schema.json)."""

from __future__ import annotations

import json
from dataclasses import dataclass

from ..errors import InputError
from .sentence import Expectation, read_expectation

FILE_NAME = "expectations.json"
VERSION = 1
MOST = 500
"""Expectations of one file."""


@dataclass(frozen=True, slots=True)
class Kept:
    """A sentence of the file, the page that it is about (every page of the site where it is ``*``), and its line.
    ``expectation`` is None where it is not understood: then ``error`` says why."""

    page: str
    sentence: str
    line: int
    expectation: Expectation | None
    error: str = ""

    def is_about(self, page: str) -> bool:
        """Whether a page is meant."""
        return self.page in ("*", page)


def read_file(text: str) -> list[Kept]:
    """Read the file. A sentence that is not understood is there with its error. Raises InputError, with the line, where the
    file has not the shape of one."""
    try:
        content = json.loads(text)
    except ValueError as error:
        place = f" at line {error.lineno}" if isinstance(error, json.JSONDecodeError) else ""
        raise InputError(f"{FILE_NAME} is not JSON{place}: {error}.") from error
    except RecursionError as error:
        raise InputError(f"{FILE_NAME} is nested too deep.") from error
    if not isinstance(content, dict) or content.get("version") != VERSION or not isinstance(content.get("expectations"), list):
        raise InputError(f'{FILE_NAME} holds {{"version": {VERSION}, "expectations": […]}}.')
    if len(content["expectations"]) > MOST:
        raise InputError(f"{FILE_NAME} holds {MOST} expectations at most.")
    kept, after = [], 0
    for number, one in enumerate(content["expectations"], 1):
        if not isinstance(one, dict) or not isinstance(one.get("page"), str) or not isinstance(one.get("says"), str):
            raise InputError(f'{FILE_NAME}: expectation {number} needs a "page" and what it "says", both in quotes.')
        line, after = _line_of(text, one["says"], after)
        try:
            kept.append(Kept(one["page"], one["says"], line, read_expectation(one["says"])))
        except InputError as error:
            kept.append(Kept(one["page"], one["says"], line, None, str(error)))
    return kept


def _line_of(text: str, sentence: str, after: int) -> tuple[int, int]:
    """The line on which a sentence stands, and where to look on from; the first line where it is written in escapes."""
    for written_so in (json.dumps(sentence, ensure_ascii=False), json.dumps(sentence)):
        at = text.find(written_so, after)
        if at >= 0:
            return text.count("\n", 0, at) + 1, at + len(written_so)
    return 1, after


def written(sentences: list[tuple[str, str]]) -> str:
    """The file for (page, sentence) pairs, one a line."""
    lines = [json.dumps({"page": page, "says": sentence}, ensure_ascii=False) for page, sentence in sentences]
    inside = ",\n    ".join(lines)
    return f'{{\n  "version": {VERSION},\n  "expectations": [{f"{chr(10)}    {inside}{chr(10)}  " if lines else ""}]\n}}\n'
