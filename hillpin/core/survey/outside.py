"""``outside-address``: sheets, fonts and scripts that the page takes from elsewhere: they are not loaded here."""

from __future__ import annotations

import re

from .findings import Finding, Survey

_OUTSIDE = re.compile(r"^(?:https?:)?//", re.IGNORECASE)
_IMPORT = re.compile(r"@import\s+(?:url\(\s*)?[\"']?((?:https?:)?//[^\s\"')]+)", re.IGNORECASE)
MEANS = {
    "sheet": "its rules are missing from every number",
    "script": "what it would change is in no number",
    "font": "texts are measured in the next font of their list",
}


def outside_address(survey: Survey) -> list[Finding]:
    """Each outside sheet, script and font once, with what it means for the numbers."""
    page = survey.page
    found: dict[str, tuple[str, str, int]] = {}
    for element in (page.document.root, *page.document.root.descendants()):
        attributes = element.attributes
        relations = attributes.get("rel", "").lower().split()
        address = attributes.get("href", "") if element.tag == "link" and "stylesheet" in relations else attributes.get("src", "") if element.tag == "script" else ""
        if _OUTSIDE.match(address.strip()):
            found.setdefault(address.strip(), ("sheet" if element.tag == "link" else "script", page.path, element.line or 1))
    for file, text in page.sheet_texts.items():
        for match in _IMPORT.finditer(text):
            found.setdefault(match.group(1), ("sheet", file, text.count("\n", 0, match.start()) + 1))
    for face in page.sheets.font_faces:
        addresses = [address for kind, address in face.sources if kind == "url"]
        if addresses and all(_OUTSIDE.match(address) for address in addresses):
            found.setdefault(addresses[0], ("font", face.file, face.line))
    return [
        Finding("outside-address", None, "", None, None, file, line, f"The {kind} {_short(address)} is outside and not loaded here: {MEANS[kind]}.")
        for address, (kind, file, line) in found.items()
    ]


def _short(address: str, most: int = 60) -> str:
    return address if len(address) <= most else f"{address[: most - 1]}…"
