"""A plan's content between JSON and core: one format for the database, the API, and files."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from pydantic import TypeAdapter, ValidationError

from ..core.errors import InputError
from ..core.planning import Plan, check_plan

FORMAT = "hillpin-plan"
VERSION = 1
LARGEST = 512 * 1024
_adapter = TypeAdapter(Plan)


def plan_from(content: Any) -> Plan:
    """A plan from parsed JSON. Raises InputError with the place of what is wrong; numbers are not checked against each other."""
    try:
        return _adapter.validate_python(content)
    except ValidationError as error:
        first = error.errors()[0]
        place = "".join(f"[{part}]" if isinstance(part, int) else f".{part}" for part in first["loc"]).removeprefix(".")
        raise InputError(f"{place or 'The plan'}: {first['msg'][:1].lower()}{first['msg'][1:]}.") from error


def as_content(plan: Plan) -> dict[str, Any]:
    """A plan as what JSON can hold."""
    content: dict[str, Any] = _adapter.dump_python(plan, mode="json")
    return content


def as_file(plan: Plan) -> str:
    """A plan as a file of its own."""
    return json.dumps({"format": FORMAT, "version": VERSION, "plan": as_content(plan)}, indent=1, ensure_ascii=False) + "\n"


def from_file(text: str, *, is_checked: bool = True) -> Plan:
    """A plan from a file's text, its numbers checked against each other unless it is one in the making. Raises InputError."""
    if len(text) > LARGEST:
        raise InputError(f"The file is larger than {LARGEST // 1024} kB, the most for a plan.")
    try:
        content = json.loads(text)
    except (ValueError, RecursionError) as error:
        where = f" Line {error.lineno}, column {error.colno}: {error.msg}." if isinstance(error, json.JSONDecodeError) else ""
        raise InputError(f"The file is not JSON.{where}") from error
    if not isinstance(content, dict) or content.get("format") != FORMAT:
        raise InputError(f'The file is not a plan: "format" should be "{FORMAT}".')
    if content.get("version") != VERSION:
        raise InputError(f"The file says version {content.get('version')}; version {VERSION} is read here.")
    plan = plan_from(content.get("plan"))
    if is_checked:
        check_plan(plan)
    return plan


def digest_of(content: Any) -> str:
    """Equal for equal content."""
    return hashlib.sha256(json.dumps(content, sort_keys=True).encode()).hexdigest()


def json_schema() -> dict[str, Any]:
    """The JSON Schema of a plan file."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Hill Pin plan",
        "type": "object",
        "required": ["format", "version", "plan"],
        "properties": {"format": {"const": FORMAT}, "version": {"const": VERSION}, "plan": {"$ref": "#/$defs/Plan"}},
        "$defs": _defs(),
    }


def _defs() -> dict[str, Any]:
    schema = _adapter.json_schema()
    defs = schema.pop("$defs", {})
    return {**defs, "Plan": schema}
