"""What a simple selector asks of an element (selectors-4 §4 to §14)."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from ..markup.tree import Element, Text
from . import form_states as forms
from .directions import direction_of
from .grammar import Tokens
from .selectors import Compound, MatchState, Selector, SelectorError, Test


def any_of(selectors: list[Selector]) -> Test:
    """A test that holds where one of the selectors matches."""
    return lambda element, state: any(s.pseudo_element is None and s.matches(element, state) for s in selectors)


def remembered(selectors: list[Selector]) -> Test:
    """The same, each element asked once: what rules are nested in may be nested itself, twice at every level."""
    test = any_of(selectors)

    def asked_once(element: Element, state: MatchState) -> bool:
        known = state.answers.setdefault((test, 0, None), {})
        if element not in known:
            known[element] = test(element, state)
        return known[element]

    return asked_once


def never(element: Element, state: MatchState) -> bool:
    return False


def tag_test(tag: str) -> Test:
    return lambda element, state: element.tag == tag or element.tag.lower() == tag


def id_test(value: str) -> Test:
    return lambda element, state: element.attributes.get("id") == value


def class_test(name: str) -> Test:
    return lambda element, state: name in element.classes


def state_test(name: str) -> Test:
    return lambda element, state: element in state.states.get(name, ())


def lang_test(wanted: list[str]) -> Test:
    def test(element: Element, state: MatchState) -> bool:
        for node in (element, *element.ancestors()):
            if "lang" in node.attributes:
                lang = node.attributes["lang"].lower()
                return any(lang == word or lang.startswith(word + "-") for word in wanted)
        return False

    return test


def dir_test(wanted: list[str]) -> Test:
    def test(element: Element, state: MatchState) -> bool:
        for node in (element, *element.ancestors()):
            found = direction_of(node)
            if found is not None:
                return found in wanted
        return "ltr" in wanted

    return test


def has_test(selectors: list[Selector]) -> Test:
    """``:has()``: the anchor is matched through ``MatchState.scope`` as the leftmost compound."""
    anchored = [
        Selector([Compound([_is_scope]), *selector.compounds], selector.specificity, None, selector.text, is_anchored=True)
        for selector in selectors
    ]

    def test(element: Element, state: MatchState) -> bool:
        known = state.answers.setdefault((asked, 0, None), {})
        if element not in known:
            known[element] = asked(element, state)
        return known[element]

    def asked(element: Element, state: MatchState) -> bool:
        inner = MatchState(state.states, element, state.answers, state.positions, state.forms)
        for selector in anchored:
            sideways = selector.compounds[1].combinator in "+~"
            candidates: Iterable[Element] = element.descendants()
            if sideways and element.parent is not None:
                following = element.parent.elements[element.sibling_index + 1 :]
                candidates = (node for sibling in following for node in (sibling, *sibling.descendants()))
            found = any(selector.matches(candidate, inner) for candidate in candidates)
            for position in range(1, len(selector.compounds)):
                state.answers.pop((selector, position, element), None)
            if found:
                return True
        return False

    return test


def _is_scope(element: Element, state: MatchState) -> bool:
    return element is state.scope


def nth_test(step: int, offset: int, from_end: bool, of_type: bool, of: list[Selector] | None) -> Test:
    """``:nth-*()``: position among siblings is ``step`` × n + ``offset`` for some n ≥ 0."""

    def positions_of(siblings: list[Element], state: MatchState) -> dict[Element, int]:
        """Where each of some siblings stands among those that count."""
        found: dict[Element, int] = {}
        counts: dict[str, int] = {}
        for sibling in reversed(siblings) if from_end else siblings:
            if of is None or any(s.matches(sibling, state) for s in of):
                kind = sibling.tag if of_type else ""
                found[sibling] = counts[kind] = counts.get(kind, 0) + 1
        return found

    def test(element: Element, state: MatchState) -> bool:
        parent = element.parent
        siblings = parent.elements if parent is not None else [element]
        if of is not None and not any(s.matches(element, state) for s in of):
            return False
        if not of_type and of is None:
            position = len(siblings) - element.sibling_index if from_end else element.sibling_index + 1
        else:
            key = (positions_of, parent)
            if key not in state.positions:
                state.positions[key] = positions_of(siblings, state)
            position = state.positions[key][element]
        difference = position - offset
        return difference == 0 if step == 0 else difference % step == 0 and difference // step >= 0

    return test


def attribute_test(tokens: Tokens) -> Test:
    """An attribute selector's content, without white space."""
    if not tokens or tokens[0].type != "ident":
        raise SelectorError("attribute name expected")
    name = tokens[0].lower_value
    if len(tokens) == 1:
        return lambda element, state: name in element.attributes
    operator = "".join(t.value for t in tokens[1:] if t.type == "literal")
    rest = [token for token in tokens[1:] if token.type != "literal"]
    if not rest or rest[0].type not in ("ident", "string") or len(rest) > 2:
        raise SelectorError("attribute value expected")
    value = rest[0].value
    flag = rest[1].lower_value if len(rest) == 2 and rest[1].type == "ident" else ""
    if len(rest) == 2 and flag != "i":
        raise SelectorError("what follows the value is no flag")
    folds = flag == "i" or name in ("type", "dir", "method")
    compare = ATTRIBUTE_OPERATORS.get(operator)
    if compare is None:
        raise SelectorError(f"unknown operator {operator}")
    wanted = value.lower() if folds else value

    def test(element: Element, state: MatchState) -> bool:
        actual = element.attributes.get(name)
        return actual is not None and compare(actual.lower() if folds else actual, wanted)

    return test


ATTRIBUTE_OPERATORS: dict[str, Callable[[str, str], bool]] = {
    "=": lambda actual, wanted: actual == wanted,
    "~=": lambda actual, wanted: bool(wanted) and wanted in actual.split(),
    "|=": lambda actual, wanted: actual == wanted or actual.startswith(wanted + "-"),
    "^=": lambda actual, wanted: bool(wanted) and actual.startswith(wanted),
    "$=": lambda actual, wanted: bool(wanted) and actual.endswith(wanted),
    "*=": lambda actual, wanted: bool(wanted) and wanted in actual,
}


def _is_empty(element: Element, state: MatchState) -> bool:
    return not any(isinstance(child, Element) or (isinstance(child, Text) and child.data) for child in element.children)


def _is_link(element: Element, state: MatchState) -> bool:
    return element.tag in ("a", "area") and "href" in element.attributes


def _is_checked(element: Element, state: MatchState) -> bool:
    return element in state.states.get("checked", ()) or forms.is_checked(element, state.forms)


def _of(asked: Callable[[Element], bool]) -> Test:
    """What the markup alone answers."""
    return lambda element, state: asked(element)


def _of_forms(asked: Callable[[Element, forms.FormsAsked], bool]) -> Test:
    """What the markup answers for more than one element at once."""
    return lambda element, state: asked(element, state.forms)


STRUCTURAL: dict[str, Test] = {
    "root": lambda element, state: element.parent is None,
    "scope": lambda element, state: element is state.scope if state.scope is not None else element.parent is None,
    "empty": _is_empty,
    "first-child": nth_test(0, 1, False, False, None),
    "last-child": nth_test(0, 1, True, False, None),
    "only-child": lambda element, state: element.parent is None or len(element.parent.elements) == 1,
    "first-of-type": nth_test(0, 1, False, True, None),
    "last-of-type": nth_test(0, 1, True, True, None),
    "only-of-type": lambda element, state: STRUCTURAL["first-of-type"](element, state)
    and STRUCTURAL["last-of-type"](element, state),
    "link": _is_link,
    "any-link": _is_link,
    "checked": _is_checked,
    "disabled": _of(forms.is_disabled),
    "enabled": lambda element, state: element.tag in forms.CONTROLS and not forms.is_disabled(element),
    "required": _of(forms.is_required),
    "optional": _of(forms.is_optional),
    "open": lambda element, state: "open" in element.attributes,
    "defined": lambda element, state: "-" not in element.tag,
    "placeholder-shown": _of(forms.shows_placeholder),
    "read-only": lambda element, state: not forms.is_writable(element),
    "read-write": _of(forms.is_writable),
    "indeterminate": _of_forms(forms.is_indeterminate),
    "valid": _of_forms(forms.is_valid),
    "invalid": _of_forms(forms.is_invalid),
    "in-range": lambda element, state: forms.has_range(element) and not forms.is_out_of_range(element),
    "out-of-range": _of(forms.is_out_of_range),
    "default": _of(forms.is_default),
}
