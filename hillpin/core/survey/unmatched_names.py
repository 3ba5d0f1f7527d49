"""``unmatched-name`` and ``missing-file``: names that nearly meet, and addresses where nothing is."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..files import resolve
from ..markup import Element
from ..page import Page
from ..styles import Rule
from .findings import Finding, Survey, name_of

_CSS_NAME = re.compile(r"([.#])((?:[\w-]|[^\x00-\x7f]|\\.)+)|(?<![\w.#:\[=\"'-])([a-z][\w-]*)(?![\w(-])", re.IGNORECASE)
_URL = re.compile(r"url\(\s*(?:\"([^\"]*)\"|'([^']*)'|([^)\"'\s]*))\s*\)", re.IGNORECASE)
_ELSEWHERE = re.compile(r"^(?:[a-z][a-z0-9+.-]*:|//|#)", re.IGNORECASE)
SHORTEST = 3


def unmatched_name(survey: Survey) -> tuple[list[Finding], set[int]]:
    """Names without a counterpart that come near to one on the other side, and the rules (by identity) that they cost."""
    page = survey.page
    used = _names_in_markup(page)
    named = _names_in_rules(page)
    findings: list[Finding] = []
    misspelt: set[int] = set()
    taken: set[tuple[str, str]] = set()
    for (sign, name), rules in named.items():
        if (sign, name) in used:
            continue
        near = _nearest(sign, name, used, named)
        if near is not None and near not in taken:
            taken.add(near)
            element = used[near]
            misspelt |= {id(rule) for rule in rules}
            message = f"{sign}{name} matches nothing; {name_of(element)} is written {near[0]}{near[1]}."
            findings.append(Finding("unmatched-name", element.index, name_of(element), None, None, rules[0].file, rules[0].line, message))
    for (sign, name), element in used.items():
        if (sign, name) in named or (sign, name) in taken or sign == "":
            continue
        counterpart = next((one for one in named if one in used and one[0] == sign and _is_slip(name, one[1])), None)
        if counterpart is not None:
            message = f"No rule names {sign}{name}; the sheet has {sign}{counterpart[1]}."
            findings.append(Finding("unmatched-name", element.index, name_of(element), None, None, page.path, element.line or 1, message))
    return findings, misspelt


def _names_in_markup(page: Page) -> dict[tuple[str, str], Element]:
    used: dict[tuple[str, str], Element] = {}
    for element in page.document.elements:
        for name in element.attributes.get("class", "").split():
            used.setdefault((".", name), element)
        if element.id:
            used.setdefault(("#", element.id), element)
        used.setdefault(("", element.tag), element)
    root = page.document.root
    for element in (root, *root.descendants()):
        used.setdefault(("", element.tag), element)
        for name in element.attributes.get("class", "").split():
            used.setdefault((".", name), element)
    return used


def _names_in_rules(page: Page) -> dict[tuple[str, str], list[Rule]]:
    """Classes, ids and types that selectors name, with the rules; types only where no such element exists in HTML."""
    named: dict[tuple[str, str], list[Rule]] = {}
    for rule in page.sheets.rules:
        for found in _CSS_NAME.finditer(re.sub(r"\[[^\]]*\]|\"[^\"]*\"|::?[\w-]+(?:\([^.#)]*\))?", " ", rule.text)):
            sign, name, tag = found.groups()
            key = (sign, name.replace("\\", "")) if sign else ("", tag.lower() if tag.lower() in _TAGS else tag)
            named.setdefault(key, []).append(rule)
    return named


_TAGS = frozenset(
    ["a", "abbr", "address", "area", "article", "aside", "audio", "b", "base", "bdi", "bdo", "blockquote", "body", "br", "button", "canvas", "caption", "cite", "code", "col", "colgroup", "data", "datalist", "dd", "del", "details", "dfn", "dialog", "div", "dl", "dt", "em", "embed", "fieldset", "figcaption", "figure", "footer", "form", "h1", "h2", "h3", "h4", "h5", "h6", "head", "header", "hgroup", "hr", "html", "i", "iframe", "img", "input", "ins", "kbd", "label", "legend", "li", "link", "main", "map", "mark", "menu", "meta", "meter", "nav", "noscript", "object", "ol", "optgroup", "option", "output", "p", "param", "picture", "pre", "progress", "q", "rp", "rt", "ruby", "s", "samp", "script", "search", "section", "select", "slot", "small", "source", "span", "strong", "style", "sub", "summary", "sup", "svg", "table", "tbody", "td", "template", "textarea", "tfoot", "th", "thead", "time", "title", "tr", "track", "u", "ul", "var", "video", "wbr", "path", "circle", "rect", "g", "line", "use", "text", "polygon", "polyline", "ellipse", "from", "to"]
)


def _nearest(sign: str, name: str, used: dict[tuple[str, str], Element], named: dict[tuple[str, str], list[Rule]]) -> tuple[str, str] | None:
    """The name in the markup that a selector's name was meant to be, if one comes near: without a rule of its own first."""
    if sign == "" and name.lower() in _TAGS:
        return None
    same = [one for one in used if one[0] != sign and one[0] and one[1] == name]
    if same:
        return same[0]
    if len(name) < SHORTEST:
        return None
    lonely = [one for one in used if one[0] and one not in named]
    near = [one for one in lonely if (sign == "" or one[0] == sign) and _is_near(name, one[1])]
    near += [one for one in lonely if sign and one[0] != sign and _is_near(name, one[1]) and len(name) >= 5]
    if near:
        return min(near, key=lambda one: distance(name, one[1]))
    slips = [one for one in used if one[0] == sign and one in named and _is_slip(name, one[1])]
    return slips[0] if slips else None


def _is_near(name: str, other: str) -> bool:
    """Whether two names differ by so little that one was meant to be the other."""
    if name == other or _differ_in_number(name, other):
        return False
    if _bare(name) == _bare(other):
        return True
    most = 1 if min(len(name), len(other)) < 6 else 2
    return min(len(name), len(other)) >= SHORTEST and name[:1].lower() == other[:1].lower() and distance(name.lower(), other.lower()) <= most


def _is_slip(name: str, other: str) -> bool:
    """Whether two names that both occur differ as a slip of the finger does: by one letter, and not by a plural or a number."""
    if min(len(name), len(other)) < 5 or _differ_in_number(name, other) or name + "s" == other or other + "s" == name:
        return False
    return _bare(name) == _bare(other) or (distance(name, other) == 1 and name[:1] == other[:1])


def _bare(name: str) -> str:
    return name.lower().replace("-", "").replace("_", "")


def _differ_in_number(name: str, other: str) -> bool:
    return name != other and re.sub(r"\d+", "0", name) == re.sub(r"\d+", "0", other)


def distance(a: str, b: str) -> int:
    """Letters to add, drop, change or swap with the next one to get from one name to the other."""
    before: list[int] = []
    row = list(range(len(b) + 1))
    for i, letter in enumerate(a, 1):
        now = [i]
        for j, other in enumerate(b, 1):
            cost = min(row[j] + 1, now[j - 1] + 1, row[j - 1] + (letter != other))
            if i > 1 and j > 1 and letter == b[j - 2] and a[i - 2] == other:
                cost = min(cost, before[j - 2] + 1)
            now.append(cost)
        before, row = row, now
    return row[-1]


def missing_file(survey: Survey) -> list[Finding]:
    """Style sheets, pictures and fonts that the page or its sheets ask for and that are not there."""
    page = survey.page
    findings = [_missing(one.kind, one.address, one.file, one.line, _asking(page, one.address)) for one in page.missing]
    for element, address in _pictures(page):
        if _is_missing(page, page.path, address):
            findings.append(_missing("picture", address, page.path, element.line or 1, element))
    seen: set[tuple[str, str]] = set()
    matched = page.cascade.elements_by_rule()
    for rule in page.sheets.rules:
        for declaration in rule.declarations:
            for address in _addresses(declaration.text):
                if (declaration.file, address) not in seen and _is_missing(page, declaration.file, address):
                    seen.add((declaration.file, address))
                    named = next((one for one in matched.get(id(rule), []) if one.index >= 0), None)
                    findings.append(_missing("picture", address, declaration.file, declaration.line, named))
    for face in page.sheets.font_faces:
        for kind, address in face.sources:
            if kind == "url" and (face.file, address) not in seen and _is_missing(page, face.file, address):
                seen.add((face.file, address))
                findings.append(_missing("font", address, face.file, face.line, None))
    return findings


def _asking(page: Page, address: str) -> Element | None:
    return next((one for one in page.document.root.descendants() if one.tag == "link" and one.attributes.get("href") == address), None)


def _missing(kind: str, address: str, file: str, line: int, element: Element | None) -> Finding:
    index = element.index if element is not None and element.index >= 0 else None
    selector = name_of(element) if element is not None else ""
    return Finding("missing-file", index, selector, None, None, file, line, f"The {kind} {address} is not there.")


def _pictures(page: Page) -> Iterator[tuple[Element, str]]:
    for element in page.document.elements:
        attributes = element.attributes
        if element.tag in ("img", "input", "embed", "audio", "video", "source", "track") and attributes.get("src"):
            if element.tag != "input" or attributes.get("type") == "image":
                yield element, attributes["src"]
        if element.tag == "video" and attributes.get("poster"):
            yield element, attributes["poster"]
        for candidate in attributes.get("srcset", "").split(",") if element.tag in ("img", "source") and not attributes.get("srcset", "").startswith("data:") else ():
            if candidate.split():
                yield element, candidate.split()[0]


def _addresses(text: str) -> list[str]:
    return [next(part for part in found.groups() if part is not None) for found in _URL.finditer(text)] if "url(" in text.lower() else []


def _is_missing(page: Page, base: str, address: str) -> bool:
    if not address or _ELSEWHERE.match(address):
        return False
    path = resolve(base, address)
    return path is None or page.files.read(path) is None
