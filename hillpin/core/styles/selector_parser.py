"""Selectors from tokens (selectors-4 §3, §18; css-nesting-1)."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from tinycss2.nth import parse_nth

from .grammar import Token, Tokens, significant, split_commas
from .selector_tests import (
    STRUCTURAL,
    any_of,
    attribute_test,
    class_test,
    dir_test,
    has_test,
    id_test,
    lang_test,
    never,
    nth_test,
    remembered,
    state_test,
    tag_test,
)
from .selectors import DEEPEST_SELECTOR, PSEUDO_ELEMENTS, STATE_CLASSES, Compound, Selector, SelectorError, Specificity, Test


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
        return remembered(self.parent)

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
        if first and self._any_namespace():
            token = self.tokens[self.position]
        kind = token.type
        if kind == "ident" and first:
            self.position += 1
            if self._at_literal("|"):
                raise SelectorError("no namespace has that name")
            compound.tag = token.lower_value
            compound.tests.append(tag_test(token.lower_value))
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
            compound.tests.append(id_test(token.value))
            self.specificity[0] += 1
        elif kind == "literal" and token.value == ".":
            name = self._next("ident")
            compound.class_name = name.value
            compound.tests.append(class_test(name.value))
            self.specificity[1] += 1
        elif kind == "[] block":
            self.position += 1
            inside = significant(token.content)
            # With ``*|`` or ``|`` before its name an attribute is what it is without.
            bars = [at for at, one in enumerate(inside[:2]) if one.type == "literal" and one.value == "|"]
            inside = inside[bars[0] + 1 :] if bars and (bars[0] == 0 or (inside[0].type == "literal" and inside[0].value == "*")) else inside
            compound.tests.append(attribute_test(inside))
            compound.attribute = str(inside[0].lower_value)
            self.specificity[1] += 1
        elif kind == "literal" and token.value == ":":
            self._pseudo(compound)
        else:
            return False
        return True

    def _any_namespace(self) -> bool:
        """Take ``*|``, which stands for all namespaces there are (css-namespaces-3 §4)."""
        following = self.tokens[self.position : self.position + 3]
        if len(following) < 3 or [one.value if one.type == "literal" else "" for one in following[:2]] != ["*", "|"]:
            return False
        if following[2].type != "ident" and not (following[2].type == "literal" and following[2].value == "*"):
            return False
        self.position += 2
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
            compound.tests.append(never)
            return
        if token.type == "function":
            self._functional(name, list(token.arguments), compound)
            return
        test = STRUCTURAL.get(name)
        if test is None and name in STATE_CLASSES:
            test = state_test(name)
        if test is None:
            if not name.startswith("-"):
                raise SelectorError(f"unknown pseudo-class :{name}")
            test = never
        compound.tests.append(test)
        self.specificity[1] += 1

    def _functional(self, name: str, arguments: Tokens, compound: Compound) -> None:
        if name in ("is", "where", "-webkit-any"):
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
            compound.tests.append(has_test(inner))
            self._add(max(s.specificity for s in inner))
        elif name in ("nth-child", "nth-last-child", "nth-of-type", "nth-last-of-type"):
            self._nth(name, arguments, compound)
        elif name in ("lang", "dir"):
            words = [token.value.lower() for token in significant(arguments) if token.type in ("ident", "string")]
            compound.tests.append(lang_test(words) if name == "lang" else dir_test(words))
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
