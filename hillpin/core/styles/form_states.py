"""What pseudo-classes ask of form controls as they stand in the markup, before anyone has typed (HTML 4.16.3, 4.10.21)."""

from __future__ import annotations

import re
from collections.abc import Callable

from ..markup.tree import Element

TEXTS = frozenset({"text", "search", "url", "tel", "email", "password"})
"""Kinds of ``input`` that take a line of text."""
DATES = frozenset({"date", "month", "week", "time", "datetime-local"})
TYPES = TEXTS | DATES | {"number", "range", "color", "checkbox", "radio", "file", "submit", "image", "reset", "button", "hidden"}
BUTTONS = frozenset({"submit", "image", "reset", "button"})
CONTROLS = frozenset({"input", "button", "select", "textarea", "fieldset", "option", "optgroup"})
_FORMATS = {
    "date": r"\d{4,}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])", "month": r"\d{4,}-(0[1-9]|1[0-2])", "week": r"\d{4,}-W(0[1-9]|[1-4]\d|5[0-3])",
    "time": r"([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?", "datetime-local": r"\d{4,}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])[T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?",
    "number": r"-?(\d+(\.\d+)?|\.\d+)([eE][+-]?\d+)?",
}  # fmt: skip
_EMAIL = re.compile(r"[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*", re.ASCII)
_ADDRESS = re.compile(r"(?:(?:https?|ftp|wss?)://[^\s/?#]+\S*|(?!(?:https?|ftp|wss?):)[a-zA-Z][a-zA-Z0-9+.-]*:\S*)", re.ASCII)
_LONGEST_PATTERN = 100
_LONGEST_VALUE = 64
_MOST_CHOICES = 3
_LITERALS = re.compile(r"\\.|\[(?:\\.|[^\]\\])*\]", re.DOTALL)
_UNSAFE = re.compile(r"\)[*+{]|\(\?(?!:|<?[=!])")
"""A group that is repeated, and what only another syntax than the page's knows."""
_CHOICES = re.compile(r"[*+?|]|\{\d*,\d*\}")
_NEARLY = 1e-6


class FormsAsked:
    """What has been asked about the forms of a document, each found once however many elements ask for it."""

    def __init__(self) -> None:
        self._groups: dict[Element, tuple[bool, bool]] = {}
        self._chosen: dict[Element, frozenset[Element]] = {}
        self.invalid: dict[Element, bool] = {}

    def chosen(self, select: Element) -> frozenset[Element]:
        """A select's chosen options."""
        if select not in self._chosen:
            self._chosen[select] = frozenset(chosen_options(select))
        return self._chosen[select]

    def group_of(self, radio: Element) -> tuple[bool, bool]:
        """Whether a radio of a radio's group is on, and whether one is required."""
        if radio not in self._groups:
            self._groups.update(_radio_groups([radio, *radio.ancestors()][-1]))
        return self._groups[radio]


def _radio_groups(root: Element) -> dict[Element, tuple[bool, bool]]:
    """Of all radios under an element what ``FormsAsked.group_of`` says; those without a name are alone (HTML 4.10.5.1.16)."""
    groups: dict[object, list[Element]] = {}
    for one in (root, *root.descendants()):
        if one.tag == "input" and kind_of(one) == "radio":
            name = one.attributes.get("name")
            groups.setdefault((_form(one), name) if name else one, []).append(one)
    found: dict[Element, tuple[bool, bool]] = {}
    for group in groups.values():
        says = any("checked" in one.attributes for one in group), any("required" in one.attributes for one in group)
        found.update(dict.fromkeys(group, says))
    return found


def kind_of(element: Element) -> str:
    """The kind of an ``input``: what its type says, or text."""
    kind = element.attributes.get("type", "text").lower()
    return kind if kind in TYPES else "text"


def value_of(element: Element) -> str:
    """A control's value as it stands in the markup, cleaned as its kind asks (HTML 4.10.5.1)."""
    if element.tag == "textarea":
        return element.text()
    if element.tag == "select":
        chosen = chosen_options(element)
        return option_value(chosen[0]) if chosen else ""
    value = element.attributes.get("value", "")
    kind = kind_of(element)
    form = _FORMATS.get(kind)
    if form is not None and not re.fullmatch(form, value):
        return ""
    return value.strip() if kind in ("email", "url") else value.replace("\n", "").replace("\r", "") if kind in TEXTS else value


def option_value(option: Element) -> str:
    """An option's value: its attribute, or its text."""
    return option.attributes.get("value", " ".join(option.text().split()))


def options_of(select: Element) -> list[Element]:
    """The options of a select, in order."""
    return [element for element in select.descendants() if element.tag == "option"]


def chosen_options(select: Element) -> list[Element]:
    """The options that are selected at first: of a drop-down one, if there is any that may be."""
    options = options_of(select)
    marked = [option for option in options if "selected" in option.attributes]
    if "multiple" in select.attributes:
        return marked
    if marked or select.attributes.get("size", "1").strip() not in ("", "0", "1"):
        return marked[-1:]
    return [option for option in options if not any("disabled" in one.attributes for one in (option, option.parent) if one is not None and one is not select)][:1]


def is_disabled(element: Element) -> bool:
    """Whether a control takes no part: by itself, its group of options, or a fieldset but for what is in its legend."""
    if element.tag not in CONTROLS:
        return False
    if "disabled" in element.attributes:
        return True
    if element.tag == "option":
        return any(node.tag in ("optgroup", "select") and "disabled" in node.attributes for node in element.ancestors())
    if element.tag == "optgroup":
        return False
    below = element
    for node in element.ancestors():
        if node.tag == "fieldset" and "disabled" in node.attributes:
            first = next((child for child in node.elements if child.tag == "legend"), None)
            if first is None or below is not first:
                return True
        below = node
    return False


def is_checked(element: Element, asked: FormsAsked) -> bool:
    """Whether a checkbox or radio is on, or an option selected, at first."""
    if element.tag == "input":
        return "checked" in element.attributes and kind_of(element) in ("checkbox", "radio")
    if element.tag != "option":
        return False
    select = next((node for node in element.ancestors() if node.tag == "select"), None)
    return "selected" in element.attributes if select is None else element in asked.chosen(select)


def is_writable(element: Element) -> bool:
    """Whether its text can be edited."""
    if element.tag == "textarea" or (element.tag == "input" and kind_of(element) in TEXTS | DATES | {"number"}):
        return "readonly" not in element.attributes and not is_disabled(element)
    for node in (element, *element.ancestors()):
        editable = node.attributes.get("contenteditable")
        if editable is not None:
            return editable.lower() in ("", "true", "plaintext-only")
    return False


def shows_placeholder(element: Element) -> bool:
    """Whether its placeholder is seen: nothing is in it."""
    takes = element.tag == "textarea" or (element.tag == "input" and kind_of(element) in TEXTS | {"number"})
    return takes and "placeholder" in element.attributes and not value_of(element)


def may_require(element: Element) -> bool:
    """Whether ``required`` may be asked of it."""
    if element.tag == "input":
        return kind_of(element) not in ({"hidden", "range", "color"} | BUTTONS)
    return element.tag in ("select", "textarea")


def is_required(element: Element) -> bool:
    return may_require(element) and "required" in element.attributes


def is_optional(element: Element) -> bool:
    return element.tag in ("input", "select", "textarea", "button") and not is_required(element)


def is_indeterminate(element: Element, asked: FormsAsked) -> bool:
    """A progress without a value, or a radio of a group of which none is on."""
    if element.tag == "progress":
        return "value" not in element.attributes
    return element.tag == "input" and kind_of(element) == "radio" and not asked.group_of(element)[0]


def _form(element: Element) -> Element | None:
    return next((node for node in element.ancestors() if node.tag == "form"), None)


def is_default(element: Element) -> bool:
    """What a form begins with: what is on at first, and its first button that submits."""
    if element.tag in ("input", "option") and (element.tag == "option" or kind_of(element) in ("checkbox", "radio")):
        return ("checked" if element.tag == "input" else "selected") in element.attributes
    form = _form(element)
    return form is not None and _submits(element) and element is next((one for one in form.descendants() if _submits(one)), None)


def _submits(element: Element) -> bool:
    if element.tag == "button":
        return element.attributes.get("type", "submit").lower() not in ("reset", "button")
    return element.tag == "input" and kind_of(element) in ("submit", "image")


def is_candidate(element: Element) -> bool:
    """Whether its value is checked at all (HTML 4.10.21.2)."""
    if is_disabled(element) or any(node.tag == "datalist" for node in element.ancestors()):
        return False
    if element.tag == "input":
        kind = kind_of(element)
        takes_readonly = kind in TEXTS | DATES | {"number"}
        return kind not in ("hidden", "reset", "button", "image") and not (takes_readonly and "readonly" in element.attributes)
    if element.tag == "button":
        return _submits(element)
    return element.tag == "select" or (element.tag == "textarea" and "readonly" not in element.attributes)


def is_invalid(element: Element, asked: FormsAsked) -> bool:
    """Whether its value is none that its form takes; a form or fieldset, whether one in it is."""
    if element not in asked.invalid:
        if element.tag in ("form", "fieldset"):
            found = any(is_invalid(one, asked) for one in element.descendants() if one.tag in ("input", "select", "textarea"))
        else:
            found = is_candidate(element) and (_is_missing(element, asked) or (element.tag == "input" and _is_wrong(element)))
        asked.invalid[element] = found
    return asked.invalid[element]


def is_valid(element: Element, asked: FormsAsked) -> bool:
    return (element.tag in ("form", "fieldset") or is_candidate(element)) and not is_invalid(element, asked)


def _is_missing(element: Element, asked: FormsAsked) -> bool:
    kind = kind_of(element) if element.tag == "input" else ""
    if kind == "radio":
        return asked.group_of(element) == (False, True)
    if not is_required(element):
        return False
    if kind == "checkbox":
        return "checked" not in element.attributes
    return True if kind == "file" else not value_of(element)


def _is_wrong(element: Element) -> bool:
    """Whether there is a value, and of another form or beyond its bounds."""
    kind, value = kind_of(element), value_of(element)
    if not value or kind not in TEXTS | DATES | {"number"}:
        return False
    if kind == "email":
        parts = [part.strip() for part in value.split(",")] if "multiple" in element.attributes else [value]
        if not all(_EMAIL.fullmatch(part) for part in parts):
            return True
    if kind == "url" and not _ADDRESS.fullmatch(value):
        return True
    return is_out_of_range(element) or _is_off_step(element) or (kind in TEXTS and _misses_pattern(element, value))


def _misses_pattern(element: Element, value: str) -> bool:
    """Whether a value is none of its ``pattern``; never of one that could be tried in too many ways, which is as hostile as it is rare."""
    pattern = element.attributes.get("pattern", "")
    bare = _LITERALS.sub("x", pattern)
    if not pattern or len(pattern) > _LONGEST_PATTERN or len(value) > _LONGEST_VALUE:
        return False
    if _UNSAFE.search(bare) or len(_CHOICES.findall(bare)) > _MOST_CHOICES:
        return False
    try:
        return re.fullmatch(pattern, value) is None
    except (re.error, RecursionError, OverflowError):
        return False


def _bound(element: Element, name: str) -> str | None:
    """``min`` or ``max`` where it is of the kind's form."""
    text, kind = element.attributes.get(name), kind_of(element)
    form = _FORMATS.get("number" if kind == "range" else kind)
    return text if text is not None and form is not None and re.fullmatch(form, text) else None


def has_range(element: Element) -> bool:
    """Whether there are bounds that its value may be in or out of."""
    if element.tag != "input" or not is_candidate(element):
        return False
    kind = kind_of(element)
    has_bounds = _bound(element, "min") is not None or _bound(element, "max") is not None
    return kind == "range" or (kind in DATES | {"number"} and (has_bounds or not value_of(element)))


def is_out_of_range(element: Element) -> bool:
    """Whether its value is beyond its bounds; a range keeps its own within."""
    kind, value = kind_of(element), value_of(element)
    if not has_range(element) or not value or kind == "range":
        return False
    least, most = _bound(element, "min"), _bound(element, "max")
    key: Callable[[str], object] = float if kind == "number" else str
    if kind == "time" and least is not None and most is not None and most < least:
        return most < value < least
    return (least is not None and key(value) < key(least)) or (most is not None and key(value) > key(most))  # type: ignore[operator]


def _is_off_step(element: Element) -> bool:
    """Whether a number is none of those that ``step`` counts from ``min``."""
    if kind_of(element) != "number" or element.attributes.get("step", "").lower() == "any":
        return False
    step_text, base_text = element.attributes.get("step", ""), _bound(element, "min")
    step = float(step_text) if re.fullmatch(_FORMATS["number"], step_text) else 1.0
    step = step if step > 0 else 1.0
    # Without a least value the one in the markup is where counting begins, so that it is never off.
    if base_text is None:
        return False
    steps = (float(value_of(element)) - float(base_text)) / step
    return abs(steps - round(steps)) > _NEARLY
