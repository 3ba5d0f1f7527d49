"""What may stand in what (HTML 3.2.5, and the content model of each element): only what a browser does not set right by itself."""

from __future__ import annotations

from collections.abc import Iterator

from ..markup import Document, Element

PHRASING = frozenset(
    ["a", "abbr", "area", "audio", "b", "bdi", "bdo", "br", "button", "canvas", "cite", "code", "data", "datalist", "del", "dfn", "em", "embed", "i", "iframe", "img", "input", "ins", "kbd", "label", "link", "map", "mark", "math", "meter", "noscript", "object", "output", "picture", "progress", "q", "ruby", "s", "samp", "script", "select", "slot", "small", "span", "strong", "sub", "sup", "svg", "template", "textarea", "time", "u", "var", "video", "wbr"]
)
PHRASING_ONLY = frozenset(["p", "h1", "h2", "h3", "h4", "h5", "h6", "pre", "span", "em", "strong", "small", "s", "cite", "q", "dfn", "abbr", "data", "time", "code", "var", "samp", "kbd", "sub", "sup", "i", "b", "u", "mark", "bdi", "bdo", "label", "button", "output", "progress", "meter"])
TRANSPARENT = frozenset(["a", "ins", "del", "map", "object", "video", "audio", "canvas", "noscript", "slot"])
HEADINGS = frozenset(["h1", "h2", "h3", "h4", "h5", "h6", "hgroup"])
PRESSED = frozenset(["a", "button", "details", "embed", "iframe", "input", "label", "select", "textarea"])
"""What one presses or fills in: not within another such (HTML 3.2.5.2.7)."""
_HELPERS = frozenset(["script", "template"])

PARENTS = {
    "li": ("ul", "ol", "menu"), "dt": ("dl", "div"), "dd": ("dl", "div"), "tr": ("table", "thead", "tbody", "tfoot"), "td": ("tr",), "th": ("tr",),
    "caption": ("table",), "colgroup": ("table",), "thead": ("table",), "tbody": ("table",), "tfoot": ("table",), "col": ("colgroup",),
    "option": ("select", "datalist", "optgroup"), "optgroup": ("select",), "figcaption": ("figure",), "legend": ("fieldset", "optgroup"), "summary": ("details",),
    "source": ("picture", "video", "audio"), "track": ("video", "audio"), "rt": ("ruby",), "rp": ("ruby",), "area": ("map", "template"),
}  # fmt: skip
"""Elements that stand in few others."""
CHILDREN = {
    "ul": ("li",), "ol": ("li",), "menu": ("li",), "dl": ("dt", "dd", "div"), "table": ("caption", "colgroup", "thead", "tbody", "tfoot", "tr"), "thead": ("tr",), "tbody": ("tr",),
    "tfoot": ("tr",), "tr": ("td", "th"), "colgroup": ("col",), "select": ("option", "optgroup", "hr", "button"), "optgroup": ("option", "legend"), "picture": ("source", "img"),
}  # fmt: skip
"""Elements that hold few others."""
_NAMES = {"ul": "a list", "ol": "a list", "menu": "a list", "dl": "a description list", "table": "a table", "tr": "a row of a table", "select": "a select", "picture": "a picture"}


def misplaced(document: Document) -> Iterator[str]:
    """What stands in the body where the standard does not have it, a sentence each; the same twice where it stands there twice."""
    for element in document.elements:
        if element.namespace != "html" or element.parent is None or element.tag == "body":
            continue
        why = why_not(element, element.parent)
        if why:
            yield why


def why_not(element: Element, parent: Element) -> str:
    """Why an element may not stand in another; empty where it may."""
    tag = element.tag
    allowed = PARENTS.get(tag)
    if allowed is not None and parent.tag not in allowed:
        within = {"li": "a list (ul, ol or menu)", "figcaption": "a figure", "summary": "a details", "legend": "a fieldset"}.get(tag, f"a {' or '.join(allowed[:2])}")
        return f"a {tag} stands only in {within}, not in a {parent.tag}."
    holds = CHILDREN.get(parent.tag)
    if holds is not None and tag not in holds and tag not in _HELPERS:
        return f"{_NAMES.get(parent.tag, f'a {parent.tag}')} ({parent.tag}) holds only {' and '.join(holds[:2])} directly, not a {tag}."
    box = next((one for one in element.ancestors() if one.tag not in TRANSPARENT), parent)
    if box.tag in PHRASING_ONLY and tag not in PHRASING and "-" not in tag and tag not in ("rt", "rp", *PARENTS):
        return f"a {box.tag} holds words and what stands among words, not a {tag}."
    if box.tag in ("legend", "summary") and tag not in PHRASING and tag not in HEADINGS and tag not in PARENTS:
        return f"a {box.tag} holds words and headings, not a {tag}."
    if tag in PRESSED:
        around = next((one for one in element.ancestors() if one.tag in ("a", "button") or (one.tag == "label" and tag == "label")), None)
        if around is not None and not (tag == "input" and element.attributes.get("type", "").lower() == "hidden"):
            return f"a {tag} may not stand in a {around.tag}: both are pressed."
    if tag == "form" and any(one.tag == "form" for one in element.ancestors()):
        return "a form may not stand in a form."
    if tag in ("header", "footer") and parent.tag in ("header", "footer"):
        return f"a {tag} may not stand in a {parent.tag}."
    if tag == "main":
        around = next((one for one in element.ancestors() if one.tag not in ("html", "body", "div", "form") and "-" not in one.tag), None)
        if around is not None:
            return f"main stands in the body, in a div or a form, not in a {around.tag}."
    return ""
