"""What the marks of a start's templates stand for, once a person has chosen."""

from __future__ import annotations

import posixpath
import re
from dataclasses import dataclass, field

from ..errors import InputError
from .manifest import Start

_MARK = re.compile(r"\$(?:(picture|file)-([A-Za-z][\w.]*)|([a-z]+))")
_CONDITION = re.compile(r"^(\s*)\?(\w+)=(\w+) (.*)$")
_NAME = re.compile(r"[A-Za-z][\w-]*")


@dataclass(frozen=True, slots=True)
class Values:
    """Chosen values of a start. ``said`` are those of its parameters, checked; ``paths`` where its pictures and files go."""

    start: Start
    name: str
    method: str
    said: dict[str, int | str] = field(default_factory=dict)
    paths: dict[str, str] = field(default_factory=dict)

    @classmethod
    def of(cls, start: Start, name: str, method: str, chosen: dict[str, int | str]) -> Values:
        """Raises InputError where something cannot be chosen."""
        if not _NAME.fullmatch(name) or len(name) > 40:
            raise InputError(f"{name or 'Nothing'} is no name for classes: a letter first, then letters, digits and hyphens.")
        if method not in start.methods:
            raise InputError(f"{start.title} is laid out by {' or '.join(start.methods)}, not by {method}.")
        said: dict[str, int | str] = {}
        for one in start.parameters:
            value = chosen.get(one.name, one.value)
            if one.choices and value not in one.choices:
                raise InputError(f"{one.title} is {' or '.join(one.choices)}.")
            if not one.choices and not (isinstance(value, int) and one.least <= value <= one.most):
                raise InputError(f"{one.title} is from {one.least} to {one.most}.")
            said[one.name] = value
        paths = {f"picture-{picture}": f"pictures/{name}-{picture}.svg" for picture in start.pictures}
        paths |= {f"file-{file}": file if file != start.script else f"scripts/{file}" for file in start.files}
        return cls(start, name, method, said, paths)

    @property
    def turn(self) -> int | None:
        """The width at which the start goes from narrow to wide, in px."""
        value = self.said.get("from")
        return value if isinstance(value, int) else None

    def outline(self, page: str) -> str:
        """The start's outline with its marks filled in; addresses are those in the page."""
        lines = []
        for line in self.start.outline.splitlines():
            condition = _CONDITION.match(line)
            if condition is None:
                lines.append(line)
            elif str(self.said.get(condition[2])) == condition[3]:
                lines.append(condition[1] + condition[4])
        return self._filled("\n".join(lines), page)

    def styles(self, text: str, sheet: str) -> str:
        """A piece of the start's styles with its marks filled in; addresses are those in the sheet."""
        return self._filled(text, sheet)

    def _filled(self, text: str, file: str) -> str:
        return _MARK.sub(lambda found: self._value(found, file), text)

    def _value(self, found: re.Match[str], file: str) -> str:
        kind, of, mark = found.groups()
        if kind:
            path = self.paths[f"{kind}-{of}"]
            return posixpath.relpath(path, posixpath.dirname(file) or ".")
        if mark == "name":
            return self.name
        if mark == "gaps":
            return f"{(int(self.said['count']) - 1) * int(self.said['gap'])}px"
        if mark in self.start.lists:
            words = self.start.lists[mark]
            return " | ".join(words[: int(self.said["count"])])
        unit = next(one.unit for one in self.start.parameters if one.name == mark)
        return f"{self.said[mark]}{unit}"
