"""What HTML and WCAG ask of the markup: ``duplicate-id``, ``missing-alt``, ``heading-skip``, ``missing-landmark``, ``missing-label``;
and what its parser had to set right: ``invalid-markup``."""

from __future__ import annotations

from ..markup import Element
from .findings import Finding, Survey, name_of, quoted, words_of

_LABELLED = ("input", "select", "textarea", "meter", "progress", "output")
_OWN_LABEL = ("hidden", "submit", "reset", "button", "image")


def markup(survey: Survey) -> list[Finding]:
    """All findings that the markup alone decides."""
    return [*_ids(survey), *_alternatives(survey), *_headings(survey), *_landmarks(survey), *_labels(survey)]


def invalid_markup(survey: Survey) -> list[Finding]:
    """What the parser set right, at its line."""
    findings: list[Finding] = []
    for one in survey.page.markup_problems:
        name = name_of(survey.elements[one.index]) if one.index is not None else ""
        findings.append(Finding("invalid-markup", one.index, name, None, None, survey.page.path, one.line, one.message))
    return findings


def _found(survey: Survey, kind: str, element: Element, message: str) -> Finding:
    return Finding(kind, element.index, name_of(element), None, None, survey.page.path, element.line or 1, message)


def _ids(survey: Survey) -> list[Finding]:
    first: dict[str, Element] = {}
    findings: list[Finding] = []
    for element in survey.elements:
        if element.id and element.id in first:
            message = f"The id {element.id} is on {first[element.id].tag} in line {first[element.id].line} already: an id is there once."
            findings.append(_found(survey, "duplicate-id", element, message))
        elif element.id:
            first[element.id] = element
    return findings


def _alternatives(survey: Survey) -> list[Finding]:
    findings: list[Finding] = []
    for element in survey.elements:
        attributes = element.attributes
        is_picture = element.tag == "img" or (element.tag == "input" and attributes.get("type", "").lower() == "image") or (element.tag == "area" and "href" in attributes)
        if not is_picture or "alt" in attributes or _is_silent(element) or "aria-label" in attributes or "aria-labelledby" in attributes:
            continue
        findings.append(_found(survey, "missing-alt", element, f"The picture {attributes.get('src', '')} has no alt: say what it shows, or alt=\"\" where it is decoration."))
    return findings


def _is_silent(element: Element) -> bool:
    """Whether an element is hidden from assistive technology or from everybody."""
    if element.attributes.get("role") in ("presentation", "none"):
        return True
    return any(one.attributes.get("aria-hidden") == "true" or "hidden" in one.attributes or one.tag == "template" for one in (element, *element.ancestors()))


def _headings(survey: Survey) -> list[Finding]:
    findings: list[Finding] = []
    before: tuple[int, Element] | None = None
    for element in survey.elements:
        if element.tag in ("h1", "h2", "h3", "h4", "h5", "h6") and not _is_silent(element):
            level = int(element.tag[1])
            if before is not None and level > before[0] + 1:
                message = f"{element.tag} {quoted(words_of(element))} follows {before[1].tag}: h{before[0] + 1} is left out."
                findings.append(_found(survey, "heading-skip", element, message))
            before = (level, element)
    return findings


def _landmarks(survey: Survey) -> list[Finding]:
    if any(one.tag == "main" or one.attributes.get("role") == "main" for one in survey.elements) or not survey.elements:
        return []
    return [_found(survey, "missing-landmark", survey.elements[0], "The page has no main: nothing says where its own content begins.")]


def _labels(survey: Survey) -> list[Finding]:
    targets = {one.attributes["for"] for one in survey.elements if one.tag == "label" and one.attributes.get("for") and one.text().strip()}
    findings: list[Finding] = []
    for element in survey.elements:
        if _is_silent(element) or _is_named(element):
            continue
        attributes = element.attributes
        if element.tag in _LABELLED and element.tag not in ("output",):
            if attributes.get("type", "").lower() in _OWN_LABEL:
                continue
            is_inside = any(one.tag == "label" and one.text().strip() for one in element.ancestors())
            if not is_inside and element.id not in targets:
                findings.append(_found(survey, "missing-label", element, f"{name_of(element)} has no label that says what goes in it."))
        elif element.tag == "button" or (element.tag == "a" and "href" in attributes):
            if not element.text().strip() and not any(_speaks(one) for one in element.descendants()):
                findings.append(_found(survey, "missing-label", element, f"{name_of(element)} has no words: nobody hears where it leads."))
    return findings


def _is_named(element: Element) -> bool:
    return any(element.attributes.get(name, "").strip() for name in ("aria-label", "aria-labelledby", "title"))


def _speaks(element: Element) -> bool:
    if element.tag == "img":
        # Without an alt it is a finding already, of its own kind.
        return bool(element.attributes.get("alt", "").strip()) or "alt" not in element.attributes
    return element.tag in ("title",) or _is_named(element)
