"""Ways to settle a finding, each proved: the page is surveyed with it, and what gets better or worse is told by width."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ..errors import InputError
from ..page import Page
from ..writing import edit_sheet
from .before_after import Difference, compare
from .findings import Finding, Fix
from .kinds import KINDS
from .whole import Surveyed, survey


@dataclass(frozen=True, slots=True)
class Remedy:
    """A change that settles a finding at every width of its range, and all that it changes among the findings."""

    fix: Fix
    changes: tuple[Difference, ...]


def with_fix(text: str, fix: Fix) -> str | None:
    """A text with a fix in it; None where its line does not say what the fix is for."""
    lines = text.split("\n")
    if not 0 < fix.line <= len(lines) or fix.before not in lines[fix.line - 1]:
        return None
    lines[fix.line - 1] = lines[fix.line - 1].replace(fix.before, fix.after, 1)
    return "\n".join(lines)


def proved(page: Page, before: Surveyed, finding: Finding, height: int, progress: Callable[[float], None] = lambda part: None) -> list[Remedy]:
    """The fixes of a finding that settle it and make nothing wrong that was not.

    ``before`` is the page's survey; ``progress`` is told the part done and may raise.
    """
    found: list[Remedy] = []
    for number, fix in enumerate(finding.fixes):
        after = _with(page, fix)
        if after is not None:
            surveyed = survey(after, before.start, before.end, height, progress=lambda part, done=number: progress((done + part) / len(finding.fixes)))  # type: ignore[misc]
            changes = compare(_told(before.findings), _told(surveyed.findings))
            if _settles(finding, surveyed) and not any(not one.is_better and KINDS[one.kind].severity == "wrong" for one in changes):
                found.append(Remedy(fix, tuple(changes)))
        progress((number + 1) / len(finding.fixes))
    return found


def _with(page: Page, fix: Fix) -> Page | None:
    """The page with a fix: a copy that takes the edit over where it can, for the walk is quick then."""
    data = page.files.read(fix.file)
    text = page.sheet_texts.get(fix.file) or (data.decode("utf-8-sig", "replace").replace("\r\n", "\n") if data is not None else None)
    changed = with_fix(text, fix) if text is not None else None
    if changed is None:
        return None
    try:
        fresh = Page(page.files, page.path)
        return fresh if edit_sheet(fresh, fix.file, changed) else page.with_text(fix.file, changed)
    except InputError:
        return None


def _settles(finding: Finding, after: Surveyed) -> bool:
    """Whether nothing of the kind is left on the element, or on its line, within the range."""
    for one in after.findings:
        if one.kind != finding.kind or (one.selector != finding.selector and (one.file, one.line) != (finding.file, finding.line)):
            continue
        if finding.low is None or one.low is None or one.high is None or finding.high is None:
            return False
        if one.low <= finding.high and one.high >= finding.low:
            return False
    return True


def _told(findings: list[Finding]) -> list[tuple[str, str, int | None, int | None, str]]:
    return [(one.kind, one.selector, one.low, one.high, one.message) for one in findings]
