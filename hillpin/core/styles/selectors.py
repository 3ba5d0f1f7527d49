"""Selectors Level 4: parsing, specificity and matching against our own element tree.

A complex selector is compiled to a chain of compounds matched right to left. State pseudo-classes match the
elements that ``States`` names; pages are at rest, so none by default.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field

from tinycss2.nth import parse_nth

from ..markup.tree import Element, Text
from .grammar import Token, Tokens, significant, split_commas

Specificity = tuple[int, int, int]
Test = Callable[[Element, "MatchState"], bool]

DEEPEST_SELECTOR = 24
PSEUDO_ELEMENTS = frozenset({"before", "after", "first-line", "first-letter", "marker", "placeholder", "selection",
                             "backdrop", "file-selector-button", "cue", "details-content"})  # fmt: skip
STATE_CLASSES = frozenset(
    {"hover", "focus", "focus-visible", "focus-within", "active", "visited", "target", "user-invalid", "user-valid",
     "popover-open", "modal", "fullscreen", "autofill", "playing", "paused"}
)  # fmt: skip


class SelectorError(ValueError):
    """A selector that does not parse; its rule is dropped."""


@dataclass(slots=True)
class MatchState:
    """Which elements are in which state: ``states["hover"]`` holds them."""

    states: dict[str, frozenset[Element]] = field(default_factory=dict)
    scope: Element | None = None


@dataclass(slots=True)
class Compound:
    """Tests on one element, with the combinator that leads to the compound on its left."""

    tests: list[Test] = field(default_factory=list)
    combinator: str = ""
    tag: str | None = None
    id: str | None = None
    class_name: str | None = None

    def matches(self, element: Element, state: MatchState) -> bool:
        return all(test(element, state) for test in self.tests)


@dataclass(slots=True)
class Selector:
    """A complex selector: ``compounds`` from left to right."""

    compounds: list[Compound]
    specificity: Specificity
    pseudo_element: str | None
    text: str

    @property
    def subject(self) -> Compound:
        """The compound that names the element the rule applies to."""
        return self.compounds[-1]

    def matches(self, element: Element, state: MatchState) -> bool:
        """Whether the element is a subject of the selector."""
        return self.subject.matches(element, state) and self._left_matches(len(self.compounds) - 1, element, state)

    def _left_matches(self, position: int, element: Element, state: MatchState) -> bool:
        if position == 0:
            return True
        compound, left = self.compounds[position], self.compounds[position - 1]
        for candidate in _candidates(compound.combinator, element):
            if left.matches(candidate, state) and self._left_matches(position - 1, candidate, state):
                return True
        return False


def _candidates(combinator: str, element: Element) -> Iterable[Element]:
    parent = element.parent
    if combinator == " ":
        return element.ancestors()
    if combinator == ">":
        return (parent,) if parent is not None else ()
    if parent is None:
        return ()
    index = element.sibling_index
    if combinator == "+":
        return (parent.elements[index - 1],) if index else ()
    return reversed(parent.elements[:index])


def parse_selector_list(tokens: Iterable[Token], parent: list[Selector] | None = None) -> list[Selector]:
    """A selector list; ``&`` stands for the selectors of the parent rule (css-nesting-1).

    Raises SelectorError where any selector of the list does not parse.
    """
    return [_Parser(part, parent).complex() for part in split_commas(list(tokens))]


def _forgiving(parts: Iterable[Tokens], read: Callable[[Tokens], Selector]) -> list[Selector]:
    result = []
    for part in parts:
        try:
            result.append(read(part))
        except SelectorError:
            continue
    return result


def text_of(tokens: Iterable[Token]) -> str:
    """The tokens as they were written, with white space folded."""
    return " ".join("".join(token.serialize() for token in tokens).split())


class _Parser:
    def __init__(self, tokens: Tokens, parent: list[Selector] | None, depth: int = 0) -> None:
        if depth > DEEPEST_SELECTOR:
            raise SelectorError("nested too deep")
        self.tokens = [token for token in tokens if token.type != "comment"]
        self.position = 0
        self.parent = parent
        self.depth = depth
        self.specificity = [0, 0, 0]
        self.pseudo_element: str | None = None
        self.uses_parent = False

    def complex(self, relative: bool = False, argument: bool = False) -> Selector:
        """One complex selector. A relative one starts with a combinator, descendant where none is written; the
        argument of a pseudo-class stands for itself, without the parent rule before it."""
        text = text_of(self.tokens)
        compounds: list[Compound] = []
        self._skip_space()
        leading = self._combinator()
        nested = self.parent is not None and not relative and not argument
        if leading and not (relative or nested):
            raise SelectorError(text)
        while True:
            compound = self._compound()
            compound.combinator = leading or (" " if relative and not compounds else "")
            compounds.append(compound)
            spaced = self._skip_space()
            if self.position >= len(self.tokens):
                break
            leading = self._combinator() or (" " if spaced else "")
            if not leading or self.pseudo_element:
                raise SelectorError(text)
        if nested and (compounds[0].combinator or not self.uses_parent):
            compounds = self._prepend_parent(compounds)
        a, b, c = self.specificity
        return Selector(compounds, (a, b, c), self.pseudo_element, text)

    def _argument(self, tokens: Tokens, relative: bool = False) -> Selector:
        """A selector in a pseudo-class's parentheses; a ``&`` in it counts for the whole selector."""
        parser = _Parser(tokens, self.parent, self.depth + 1)
        selector = parser.complex(relative=relative, argument=True)
        self.uses_parent = self.uses_parent or parser.uses_parent
        return selector

    def _prepend_parent(self, compounds: list[Compound]) -> list[Compound]:
        compounds[0].combinator = compounds[0].combinator or " "
        compound = Compound()
        compound.tests.append(self._parent_test())
        return [compound, *compounds]

    def _parent_test(self) -> Test:
        self.uses_parent = True
        if self.parent is None:
            return lambda element, state: element.parent is None
        self._add(max((s.specificity for s in self.parent), default=(0, 0, 0)))
        return any_of(self.parent)

    def _add(self, amount: Specificity) -> None:
        self.specificity = [x + y for x, y in zip(self.specificity, amount, strict=True)]

    def _skip_space(self) -> bool:
        start = self.position
        while self.position < len(self.tokens) and self.tokens[self.position].type == "whitespace":
            self.position += 1
        return self.position > start

    def _combinator(self) -> str:
        if self.position < len(self.tokens):
            token = self.tokens[self.position]
            if token.type == "literal" and token.value in (">", "+", "~"):
                self.position += 1
                self._skip_space()
                return str(token.value)
        return ""

    def _compound(self) -> Compound:
        compound = Compound()
        start = self.position
        while self.position < len(self.tokens):
            token = self.tokens[self.position]
            if not self._simple(token, compound, first=self.position == start):
                break
        if self.position == start:
            raise SelectorError(text_of(self.tokens))
        return compound

    def _simple(self, token: Token, compound: Compound, first: bool) -> bool:
        """Take one simple selector; False where the compound ends before the token."""
        kind = token.type
        if kind == "ident" and first:
            self.position += 1
            if self._at_literal("|"):
                raise SelectorError("namespaces are not supported")
            compound.tag = token.lower_value
            compound.tests.append(_tag_test(token.lower_value))
            self.specificity[2] += 1
        elif kind == "literal" and token.value == "*" and first:
            self.position += 1
        elif kind == "literal" and token.value == "&":
            self.position += 1
            compound.tests.append(self._parent_test())
        elif kind == "hash":
            self.position += 1
            if not token.is_identifier:
                raise SelectorError(text_of(self.tokens))
            compound.id = token.value
            compound.tests.append(_id_test(token.value))
            self.specificity[0] += 1
        elif kind == "literal" and token.value == ".":
            name = self._next("ident")
            compound.class_name = name.value
            compound.tests.append(_class_test(name.value))
            self.specificity[1] += 1
        elif kind == "[] block":
            self.position += 1
            compound.tests.append(attribute_test(significant(token.content)))
            self.specificity[1] += 1
        elif kind == "literal" and token.value == ":":
            self._pseudo(compound)
        else:
            return False
        return True

    def _at_literal(self, value: str) -> bool:
        token = self.tokens[self.position] if self.position < len(self.tokens) else None
        return token is not None and token.type == "literal" and token.value == value

    def _next(self, *kinds: str) -> Token:
        self.position += 1
        token = self.tokens[self.position] if self.position < len(self.tokens) else None
        if token is None or token.type not in kinds:
            raise SelectorError(text_of(self.tokens))
        self.position += 1
        return token

    def _pseudo(self, compound: Compound) -> None:
        double = self.position + 1 < len(self.tokens) and (
            self.tokens[self.position + 1].type == "literal" and self.tokens[self.position + 1].value == ":"
        )
        if double:
            self.position += 1
        token = self._next("ident", "function")
        name = token.lower_name if token.type == "function" else token.lower_value
        if double or name in ("before", "after", "first-line", "first-letter"):
            if name not in PSEUDO_ELEMENTS and not name.startswith("-"):
                raise SelectorError(f"unknown pseudo-element ::{name}")
            self.pseudo_element = name
            self.specificity[2] += 1
            return
        if self.pseudo_element:
            self.specificity[1] += 1
            compound.tests.append(_never)
            return
        if token.type == "function":
            self._functional(name, list(token.arguments), compound)
            return
        test = STRUCTURAL.get(name)
        if test is None and name in STATE_CLASSES:
            test = _state_test(name)
        if test is None:
            if not name.startswith("-"):
                raise SelectorError(f"unknown pseudo-class :{name}")
            test = _never
        compound.tests.append(test)
        self.specificity[1] += 1

    def _functional(self, name: str, arguments: Tokens, compound: Compound) -> None:
        if name in ("is", "where", "matches", "-webkit-any"):
            inner = _forgiving(split_commas(arguments), self._argument)
            compound.tests.append(any_of(inner))
            if name != "where":
                self._add(max((s.specificity for s in inner), default=(0, 0, 0)))
        elif name == "not":
            inner = [self._argument(part) for part in split_commas(arguments)]
            test = any_of(inner)
            compound.tests.append(lambda element, state: not test(element, state))
            self._add(max(s.specificity for s in inner))
        elif name == "has":
            inner = [self._argument(part, relative=True) for part in split_commas(arguments)]
            compound.tests.append(_has_test(inner))
            self._add(max(s.specificity for s in inner))
        elif name in ("nth-child", "nth-last-child", "nth-of-type", "nth-last-of-type"):
            self._nth(name, arguments, compound)
        elif name in ("lang", "dir"):
            words = [token.value.lower() for token in significant(arguments) if token.type in ("ident", "string")]
            compound.tests.append(_lang_test(words) if name == "lang" else _dir_test(words))
            self.specificity[1] += 1
        else:
            raise SelectorError(f"unknown pseudo-class :{name}()")

    def _nth(self, name: str, arguments: Tokens, compound: Compound) -> None:
        of = next((i for i, t in enumerate(arguments) if t.type == "ident" and t.lower_value == "of"), None)
        formula = parse_nth(arguments[:of] if of is not None else arguments)
        if formula is None or (of is not None and name.endswith("of-type")):
            raise SelectorError(text_of(self.tokens))
        inner: list[Selector] | None = None
        if of is not None:
            inner = [self._argument(part) for part in split_commas(arguments[of + 1 :])]
            self._add(max(s.specificity for s in inner))
        self.specificity[1] += 1
        compound.tests.append(nth_test(formula[0], formula[1], "last" in name, "of-type" in name, inner))


def any_of(selectors: list[Selector]) -> Test:
    """A test that holds where one of the selectors matches."""
    return lambda element, state: any(s.pseudo_element is None and s.matches(element, state) for s in selectors)


def _never(element: Element, state: MatchState) -> bool:
    return False


def _tag_test(tag: str) -> Test:
    return lambda element, state: element.tag == tag or element.tag.lower() == tag


def _id_test(value: str) -> Test:
    return lambda element, state: element.attributes.get("id") == value


def _class_test(name: str) -> Test:
    return lambda element, state: name in element.classes


def _state_test(name: str) -> Test:
    return lambda element, state: element in state.states.get(name, ())


def _lang_test(wanted: list[str]) -> Test:
    def test(element: Element, state: MatchState) -> bool:
        for node in (element, *element.ancestors()):
            if "lang" in node.attributes:
                lang = node.attributes["lang"].lower()
                return any(lang == word or lang.startswith(word + "-") for word in wanted)
        return False

    return test


def _dir_test(wanted: list[str]) -> Test:
    def test(element: Element, state: MatchState) -> bool:
        for node in (element, *element.ancestors()):
            if "dir" in node.attributes:
                return node.attributes["dir"].lower() in wanted
        return "ltr" in wanted

    return test


def _has_test(selectors: list[Selector]) -> Test:
    """``:has()``: the anchor is matched through ``MatchState.scope`` as the leftmost compound."""
    anchored = [
        Selector([Compound([_is_scope]), *selector.compounds], selector.specificity, None, selector.text)
        for selector in selectors
    ]

    def test(element: Element, state: MatchState) -> bool:
        inner = MatchState(state.states, element)
        for selector in anchored:
            sideways = selector.compounds[1].combinator in "+~"
            candidates: Iterable[Element] = element.descendants()
            if sideways and element.parent is not None:
                following = element.parent.elements[element.sibling_index + 1 :]
                candidates = (node for sibling in following for node in (sibling, *sibling.descendants()))
            if any(selector.matches(candidate, inner) for candidate in candidates):
                return True
        return False

    return test


def _is_scope(element: Element, state: MatchState) -> bool:
    return element is state.scope


def nth_test(step: int, offset: int, from_end: bool, of_type: bool, of: list[Selector] | None) -> Test:
    """``:nth-*()``: position among siblings is ``step`` × n + ``offset`` for some n ≥ 0."""

    def test(element: Element, state: MatchState) -> bool:
        parent = element.parent
        siblings = parent.elements if parent is not None else [element]
        if of is not None and not any(s.matches(element, state) for s in of):
            return False
        if not of_type and of is None:
            position = len(siblings) - element.sibling_index if from_end else element.sibling_index + 1
        else:
            index = element.sibling_index
            before = siblings[index + 1 :] if from_end else siblings[:index]
            position = 1 + sum(
                (not of_type or sibling.tag == element.tag)
                and (of is None or any(s.matches(sibling, state) for s in of))
                for sibling in before
            )
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
    folds = (len(rest) == 2 and rest[1].type == "ident" and rest[1].lower_value == "i") or name in ("type", "dir", "method")
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


def _is_control(element: Element) -> bool:
    return element.tag in ("input", "button", "select", "textarea", "fieldset", "option", "optgroup")


def _is_checked(element: Element, state: MatchState) -> bool:
    held = element in state.states.get("checked", ())
    return held or (element.tag == "input" and "checked" in element.attributes) or (
        element.tag == "option" and "selected" in element.attributes
    )


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
    "disabled": lambda element, state: _is_control(element) and "disabled" in element.attributes,
    "enabled": lambda element, state: _is_control(element) and "disabled" not in element.attributes,
    "required": lambda element, state: "required" in element.attributes,
    "optional": lambda element, state: _is_control(element) and "required" not in element.attributes,
    "open": lambda element, state: "open" in element.attributes,
    "defined": lambda element, state: "-" not in element.tag,
    "placeholder-shown": lambda element, state: "placeholder" in element.attributes and not element.attributes.get("value"),
    "read-only": lambda element, state: element.tag not in ("input", "textarea") or "readonly" in element.attributes,
    "read-write": lambda element, state: element.tag in ("input", "textarea") and "readonly" not in element.attributes,
    "indeterminate": _never,
    "valid": lambda element, state: _is_control(element) and "required" not in element.attributes,
    "invalid": lambda element, state: _is_control(element) and "required" in element.attributes,
    "in-range": _never,
    "out-of-range": _never,
    "default": _never,
}
