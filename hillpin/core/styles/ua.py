"""The user-agent sheet: the rendering section of the HTML standard (§15.3), and presentational attributes."""

from __future__ import annotations

from typing import Any

from ..markup.attribute_numbers import parse_integer
from ..markup.tree import Element
from .directions import direction_hints
from .values import ZERO, Dimension, Number, Percentage

USER_AGENT_SHEET = """
area, base, basefont, datalist, head, link, meta, noembed, noframes, param, rp, script, style, template, title,
noscript, dialog:not([open]), [hidden]:not([hidden=until-found i]) { display: none; }
[hidden=until-found i] { content-visibility: hidden; }
input[type=hidden i] { display: none !important; }
address, blockquote, center, dialog, div, dl, dt, dd, fieldset, figure, figcaption, footer, form, header, hgroup, hr, html,
body, legend, listing, main, menu, nav, ol, p, plaintext, pre, search, section, article, aside, summary, ul, xmp,
h1, h2, h3, h4, h5, h6, details, optgroup, option, dir, slot { display: block; }
address, blockquote, center, div, dl, dt, dd, figure, figcaption, footer, form, header, hgroup, listing, main, menu, nav, ol, p, plaintext,
pre, search, section, article, aside, summary, ul, xmp, h1, h2, h3, h4, h5, h6, dir, li, table, bdi, output { unicode-bidi: isolate; }
bdo { unicode-bidi: isolate-override; }
slot { display: contents; }
body { margin: 8px; }
p, dl, blockquote, figure, pre, listing, plaintext, xmp, ul, ol, menu, dir { margin-block: 1em; }
blockquote, figure { margin-inline: 40px; }
dd { margin-inline-start: 40px; }
ul ul, ul ol, ol ul, ol ol, menu ul, ul menu, dl dl, dl ul, dl ol, ul dl, ol dl, dir ul { margin-block: 0; }
h1 { font-size: 2em; margin-block: 0.67em; font-weight: bold; }
h2 { font-size: 1.5em; margin-block: 0.83em; font-weight: bold; }
h3 { font-size: 1.17em; margin-block: 1em; font-weight: bold; }
h4 { margin-block: 1.33em; font-weight: bold; }
h5 { font-size: 0.83em; margin-block: 1.67em; font-weight: bold; }
h6 { font-size: 0.67em; margin-block: 2.33em; font-weight: bold; }
address, cite, dfn, em, i, var { font-style: italic; }
b, strong { font-weight: bolder; }
code, kbd, samp, tt { font-family: monospace; }
pre, listing, plaintext, xmp { font-family: monospace; white-space: pre; }
big { font-size: larger; } small { font-size: smaller; }
sub { vertical-align: sub; font-size: smaller; } sup { vertical-align: super; font-size: smaller; }
nobr { white-space: nowrap; }
ul, ol, menu, dir { padding-inline-start: 40px; list-style-type: disc; }
ul, menu, dir { list-style-type: disc; }
ol { list-style-type: decimal; }
ol ul, ul ul, menu ul { list-style-type: circle; }
ol ol ul, ol ul ul, ul ol ul, ul ul ul { list-style-type: square; }
ol[type="1"] { list-style-type: decimal; } ol[type=a s] { list-style-type: lower-alpha; }
ol[type=A s] { list-style-type: upper-alpha; } ol[type=i s] { list-style-type: lower-roman; }
ol[type=I s] { list-style-type: upper-roman; }
li { display: list-item; }
details::details-content { display: block; }
details > summary:first-of-type { display: list-item; list-style: disclosure-closed inside; }
option { min-block-size: 1.2em; padding: 0 2px 1px; white-space: nowrap; font-weight: 400; }
details[open] > summary:first-of-type { list-style-type: disclosure-open; }
hr { border: 1px inset gray; margin-block: 0.5em; margin-inline: auto; overflow: hidden; }
table { display: table; box-sizing: border-box; border-spacing: 2px; border-collapse: separate; text-indent: initial;
  text-align: -internal-table; }
caption { display: table-caption; text-align: -webkit-center; }
colgroup { display: table-column-group; } col { display: table-column; }
thead { display: table-header-group; vertical-align: middle; }
tbody { display: table-row-group; vertical-align: middle; }
tfoot { display: table-footer-group; vertical-align: middle; }
tr { display: table-row; vertical-align: inherit; }
td, th { display: table-cell; vertical-align: inherit; padding: 1px; }
th { font-weight: bold; text-align: -internal-center; }
table > tr { vertical-align: middle; }
center { text-align: -webkit-center; }
fieldset { margin-inline: 2px; border: 2px groove rgb(192, 192, 192); padding-block: 0.35em 0.625em;
  padding-inline: 0.75em; min-inline-size: min-content; }
legend { padding-inline: 2px; }
img, video, canvas, iframe, object, embed, svg { object-fit: fill; }
video { object-fit: contain; }
img, video, canvas { overflow: clip; }
audio { width: 300px; height: 54px; }
iframe, object, embed { overflow: clip !important; }
iframe { border: 2px inset; }
svg:not(:root) { overflow: hidden; }
q::before { content: open-quote; } q::after { content: close-quote; }
a:any-link { color: rgb(0, 0, 238); text-decoration: underline; }
u, ins { text-decoration: underline; } s, del, strike { text-decoration: line-through; }
mark { background-color: yellow; color: black; }
input, select, button, textarea { display: inline-block; font: 400 13.3333px Arial; letter-spacing: normal;
  word-spacing: normal; text-transform: none; text-indent: 0; text-align: start; line-height: normal; margin: 0;
  color: black; }
input, select, textarea { background-color: white; }
button, input[type=submit], input[type=button], input[type=reset] { text-align: center; box-sizing: border-box;
  padding: 1px 6px; border: 2px outset rgb(118, 118, 118); background-color: rgb(239, 239, 239); }
input[type=submit], input[type=button], input[type=reset] { white-space: pre; }
input { padding: 1px 2px; border: 2px inset rgb(118, 118, 118); white-space: pre; }
input[type=radio], input[type=checkbox] { box-sizing: border-box; margin: 3px 3px 3px 4px; padding: 0; border: 0; }
input[type=radio] { margin: 3px 3px 0 5px; }
input[type=search] { box-sizing: border-box; }
input:not([type=image i], [type=range i], [type=checkbox i], [type=radio i]) { overflow: clip !important; }
input[type=range] { margin: 2px; padding: 0; border: 0; }
input[type=color] { box-sizing: border-box; width: 50px; height: 27px; padding: 1px 2px; border: 1px solid rgb(118, 118, 118); }
input[type=file] { padding: 0; border: 0; }
input[type=date i], input[type=month i], input[type=week i], input[type=time i], input[type=datetime-local i] { font-family: monospace; padding: 0; padding-inline-start: 1px; }
[popover] { display: none; }
textarea { padding: 2px; border: 1px solid rgb(118, 118, 118); font-family: monospace; white-space: pre-wrap;
  overflow: auto; overflow-wrap: break-word; }
select { box-sizing: border-box; border: 1px solid rgb(118, 118, 118); white-space: pre; }
select:not([multiple], [size]:not([size=""], [size="0"], [size="1"])) { overflow: clip !important; }
select[multiple], select[size]:not([size=""], [size="0"], [size="1"]) { vertical-align: text-bottom; overflow: hidden scroll; }
meter, progress { display: inline-block; box-sizing: border-box; width: 10em; height: 1em; vertical-align: -0.2em; }
meter { width: 5em; }
dialog { position: absolute; inset-inline: 0; width: fit-content; height: fit-content; margin: auto; padding: 1em;
  border: 3px solid; }
rt { display: none; }
"""
USER_AGENT_SHEET = (
    USER_AGENT_SHEET.replace("[type=a s]", "[type=a]").replace("[type=i s]", "[type=i]")
    .replace("ol[type=A s] { list-style-type: upper-alpha; }", "").replace("ol[type=I s] { list-style-type: upper-roman; }", "")
)  # fmt: skip


QUIRKS_SHEET = """
table { font-weight: initial; font-style: initial; font-variant: initial; font-size: initial; line-height: initial; white-space: initial;
  text-align: initial; }
form { margin-block-end: 1em; }
input:not([type=image i]), textarea { box-sizing: border-box; }
img[align=left i] { margin-right: 3px; } img[align=right i] { margin-left: 3px; }
"""
"""What quirks mode adds (HTML 15.3, as Chromium has it)."""


def parse_dimension(text: str) -> Dimension | Percentage | None:
    """The rules for parsing dimension values (HTML 2.3.4.4): ``20``, ``20px`` as px; ``50%``."""
    digits = ""
    stripped = text.strip().lstrip("+")
    for character in stripped:
        if not (character in "0123456789" or (character == "." and "." not in digits)):
            break
        digits += character
    if not digits or digits == ".":
        return None
    is_percentage = stripped[len(digits) :].startswith("%")
    return Percentage(float(digits)) if is_percentage else Dimension(float(digits), "px")


_FONT_STEPS = ("x-small", "small", "medium", "large", "x-large", "xx-large", "xxx-large")
_ALIGN = {"left": "left", "right": "right", "center": "center", "justify": "justify"}
_ALIGN_BLOCKS = {**_ALIGN, "left": "-webkit-left", "right": "-webkit-right", "center": "-webkit-center", "middle": "-webkit-center"}
"""What moves blocks inside as well (HTML 15.3.3 and 15.3.8)."""
_EMBEDDED = {
    "top": "top", "middle": "-webkit-baseline-middle", "center": "middle", "absmiddle": "middle", "abscenter": "middle", "texttop": "text-top",
    "bottom": "baseline", "baseline": "baseline", "absbottom": "bottom",
}  # fmt: skip
"""``align`` on pictures and other embedded content, as Chromium has it (HTML 15.4.3)."""
_EMBEDS = ("img", "object", "embed", "iframe")


def presentational_hints(element: Element) -> dict[str, Any]:
    """Longhands that attributes set, as author rules of specificity 0 (HTML 15.3, 15.4)."""
    attributes, tag = element.attributes, element.tag
    hints: dict[str, Any] = {}
    if not attributes and tag not in ("td", "th", "bdi"):
        return hints
    hints.update(direction_hints(element))
    if tag in ("img", "video", "canvas", "iframe", "object", "embed", "svg") or (tag == "input" and attributes.get("type") == "image") or tag in ("table", "td", "th", "col", "colgroup", "tr", "tbody", "thead", "tfoot", "hr", "pre"):
        _size_hints(element, hints)
    is_picture = tag in _EMBEDS or (tag == "input" and attributes.get("type", "").lower() == "image")
    if is_picture and "align" in attributes:
        align = attributes["align"].strip().lower()
        if align in ("left", "right"):
            hints["float"], hints["vertical-align"] = align, "top"
        elif align in _EMBEDDED:
            hints["vertical-align"] = _EMBEDDED[align]
    if is_picture and "vspace" in attributes and (space := parse_dimension(attributes["vspace"])):
        hints["margin-top"] = hints["margin-bottom"] = space
    if tag in ("td", "th", "table", "tr", "tbody", "thead", "tfoot", "caption", "col", "p", "div", "h1", "h2", "h3", "h4", "h5", "h6", "hr", "legend"):
        _alignment_hints(element, hints)
    if tag == "table":
        _table_hints(attributes, hints)
    elif tag in ("td", "th"):
        _cell_hints(element, hints)
    elif tag == "ol" and attributes.get("type") in ("A", "I"):
        hints["list-style-type"] = "upper-alpha" if attributes["type"] == "A" else "upper-roman"
    elif tag == "li" and "type" in attributes:
        kinds = {"1": "decimal", "a": "lower-alpha", "A": "upper-alpha", "i": "lower-roman", "I": "upper-roman"}
        kind = kinds.get(attributes["type"]) or attributes["type"].lower()
        hints["list-style-type"] = kind
    elif tag == "br" and "clear" in attributes:
        hints["clear"] = {"all": "both"}.get(attributes["clear"].lower(), attributes["clear"].lower())
    elif tag == "hr" and "size" in attributes and (thick := parse_dimension(attributes["size"])):
        hints["height"] = Dimension(max(thick.value - 2, 0), "px")
    elif tag == "font" and (size := parse_integer(attributes.get("size"))) is not None:
        step = size + (3 if attributes["size"].strip()[0] in "+-" else 0)
        hints["font-size"] = _FONT_STEPS[min(max(step, 1), len(_FONT_STEPS)) - 1]
    if "hspace" in attributes and (space := parse_dimension(attributes["hspace"])):
        hints["margin-left"] = hints["margin-right"] = space
    return hints


ZERO_PX = Dimension(0, "px")
WITH_MARGINS = frozenset(["blockquote", "dir", "dl", "h1", "h2", "h3", "h4", "h5", "h6", "listing", "menu", "ol", "p", "plaintext", "pre", "ul", "xmp"])
"""Elements with default margins (HTML 15.3.10)."""


def _size_hints(element: Element, hints: dict[str, Any]) -> None:
    for name in ("width", "height"):
        value = parse_dimension(element.attributes.get(name, ""))
        if value is None or element.tag == "canvas":
            continue
        if element.tag in ("table", "td", "th") and value.value == 0:
            continue
        hints[name] = value
    width, height = hints.get("width"), hints.get("height")
    if element.tag in ("img", "video", "canvas", "input") and isinstance(width, Dimension) and isinstance(height, Dimension):
        if width.value and height.value:
            hints["aspect-ratio"] = (True, width.value / height.value)


def _alignment_hints(element: Element, hints: dict[str, Any]) -> None:
    align = element.attributes.get("align", "").lower()
    if element.tag == "table":
        if align == "center":
            hints["margin-left"] = hints["margin-right"] = "auto"
        elif align in ("left", "right"):
            hints["float"] = align
    elif element.tag == "hr":
        if align in ("left", "right", "center"):
            hints["margin-left"] = ZERO if align == "left" else "auto"
            hints["margin-right"] = ZERO if align == "right" else "auto"
    elif element.tag == "caption":
        if align == "bottom":
            hints["caption-side"] = "bottom"
        elif align in ("left", "right", "center"):
            hints["text-align"] = _ALIGN_BLOCKS[align]
    elif element.tag == "legend":
        if align in ("left", "right", "center"):
            hints["text-align"] = align
    elif element.tag in ("h1", "h2", "h3", "h4", "h5", "h6"):
        if align in _ALIGN:
            hints["text-align"] = _ALIGN[align]
    elif align in _ALIGN_BLOCKS:
        hints["text-align"] = _ALIGN_BLOCKS[align]
    valign = element.attributes.get("valign", "").lower()
    if valign in ("top", "middle", "bottom", "baseline"):
        hints["vertical-align"] = valign


FRAMES = {
    "void": "", "above": "top", "below": "bottom", "hsides": "top bottom", "lhs": "left", "rhs": "right", "vsides": "left right",
    "box": "top bottom left right", "border": "top bottom left right",
}  # fmt: skip
"""Sides of a table that its ``frame`` draws (HTML 15.3.8)."""
RULES = {"none": "", "groups": "", "rows": "", "cols": "left right", "all": "top bottom left right"}
"""Sides of cells that their table's ``rules`` draw."""


def _frame_hints(attributes: dict[str, str], hints: dict[str, Any]) -> None:
    """Borders of a table by ``rules`` and ``frame``; those that are not drawn win where borders collapse (HTML 15.3.8)."""
    rules, frame = attributes.get("rules", "").lower(), attributes.get("frame", "").lower()
    if rules in RULES:
        hints["border-collapse"] = "collapse"
    if frame in FRAMES or (rules in RULES and "border" not in attributes):
        for side in ("top", "right", "bottom", "left"):
            hints[f"border-{side}-style"] = "outset" if side in FRAMES.get(frame, "") else "hidden"


def _table_hints(attributes: dict[str, str], hints: dict[str, Any]) -> None:
    spacing = parse_dimension(attributes.get("cellspacing", ""))
    if isinstance(spacing, Dimension):
        hints["border-spacing"] = (spacing, spacing)
    border = attributes.get("border")
    if border is not None:
        width = parse_dimension(border)
        size = width if isinstance(width, Dimension) else Dimension(1, "px")
        for side in ("top", "right", "bottom", "left"):
            hints[f"border-{side}-width"] = size
            hints[f"border-{side}-style"] = "outset" if size.value else "none"
    _frame_hints(attributes, hints)


def _cell_hints(element: Element, hints: dict[str, Any]) -> None:
    if "nowrap" in element.attributes:
        hints["text-wrap-mode"] = "nowrap"
    table = next((node for node in element.ancestors() if node.tag == "table"), None)
    if table is None:
        return
    padding = parse_dimension(table.attributes.get("cellpadding", ""))
    if padding is None and table.attributes.get("cellpadding"):
        # As the browser has it: what is no number, but is something, is none.
        padding = ZERO_PX
    if isinstance(padding, Dimension):
        for side in ("top", "right", "bottom", "left"):
            hints[f"padding-{side}"] = padding
    rules = table.attributes.get("rules", "").lower()
    if rules in RULES:
        for side in ("top", "right", "bottom", "left"):
            hints[f"border-{side}-width"] = Dimension(1, "px")
            hints[f"border-{side}-style"] = "solid" if side in RULES[rules] else "none"
        return
    border = table.attributes.get("border")
    if border is not None and border != "0":
        for side in ("top", "right", "bottom", "left"):
            hints[f"border-{side}-width"] = Dimension(1, "px")
            hints[f"border-{side}-style"] = "inset"


__all__ = ["USER_AGENT_SHEET", "Number", "parse_dimension", "presentational_hints"]
