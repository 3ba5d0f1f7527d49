"""Counters, their styles and quotes: the text of markers and generated content (css-lists-3, css-counter-styles-3)."""

from __future__ import annotations

from collections.abc import Iterable

SYMBOLS = {"disc": "•", "circle": "◦", "square": "▪", "disclosure-open": "▾", "disclosure-closed": "▸"}
_ROMAN = (
    (1000, "m"), (900, "cm"), (500, "d"), (400, "cd"), (100, "c"), (90, "xc"), (50, "l"), (40, "xl"), (10, "x"),
    (9, "ix"), (5, "v"), (4, "iv"), (1, "i"),
)  # fmt: skip
_GREEK = "αβγδεζηθικλμνξοπρστυφχψω"
_QUOTES = ("“", "”", "‘", "’")


class Counters:
    """The counters in scope while the tree is walked in document order (css-lists-3 §4.3)."""

    def __init__(self) -> None:
        self._stacks: dict[str, list[int]] = {}
        self._scopes: list[list[str]] = [[]]
        self.quote_depth = 0

    def enter(self) -> None:
        """Step into an element's children."""
        self._scopes.append([])

    def leave(self) -> None:
        """Leave an element's children: the counters that siblings made there go out of scope."""
        for name in self._scopes.pop():
            self._stacks[name].pop()

    def reset(self, name: str, value: int) -> None:
        """A new instance of a counter, which replaces one made by an earlier sibling."""
        stack = self._stacks.setdefault(name, [])
        if name in self._scopes[-1]:
            stack[-1] = value
        else:
            stack.append(value)
            self._scopes[-1].append(name)

    def increment(self, name: str, amount: int) -> None:
        """Add to the innermost instance, made if there is none."""
        if not self._stacks.get(name):
            self.reset(name, 0)
        self._stacks[name][-1] += amount

    def set(self, name: str, value: int) -> None:
        """Set the innermost instance, made if there is none."""
        if not self._stacks.get(name):
            self.reset(name, 0)
        self._stacks[name][-1] = value

    def apply(self, resets: Iterable[tuple[str, int]], increments: Iterable[tuple[str, int]], sets: Iterable[tuple[str, int]]) -> None:
        """The three counter properties of one element, in their order."""
        for name, value in resets:
            self.reset(name, value)
        for name, value in increments:
            self.increment(name, value)
        for name, value in sets:
            self.set(name, value)

    def value(self, name: str) -> int:
        """The innermost value, 0 where there is no such counter."""
        stack = self._stacks.get(name)
        return stack[-1] if stack else 0

    def values(self, name: str) -> list[int]:
        """All values from the outermost inwards."""
        return list(self._stacks.get(name) or [0])

    def quote(self, word: str, quotes: object) -> str:
        """The text of ``open-quote`` and its kin at the present depth."""
        pairs = quotes if isinstance(quotes, tuple) else () if quotes == "none" else _QUOTES
        closing = word.endswith("close-quote")
        if closing:
            if not self.quote_depth:
                # Nothing is open (css-content-3 §3.2).
                return ""
            self.quote_depth -= 1
        text = ""
        if pairs and not word.startswith("no-"):
            level = min(self.quote_depth, len(pairs) // 2 - 1)
            text = str(pairs[2 * level + (1 if closing else 0)])
        if not closing:
            self.quote_depth += 1
        return text


def counter_text(value: int, style: str) -> str:
    """A counter value in a counter style; unknown styles count as decimal."""
    if style in SYMBOLS:
        return SYMBOLS[style]
    if style == "none":
        return ""
    if style == "decimal-leading-zero":
        return f"-{-value:02d}" if value < 0 else f"{value:02d}"
    if style in ("lower-roman", "upper-roman") and 0 < value < 4000:
        text = _roman(value)
        return text.upper() if style == "upper-roman" else text
    alphabets = {"lower-alpha": "abcdefghijklmnopqrstuvwxyz", "lower-latin": "abcdefghijklmnopqrstuvwxyz", "lower-greek": _GREEK}
    alphabet = alphabets.get(style.replace("upper", "lower"))
    if alphabet is not None and value > 0:
        text = _alphabetic(value, alphabet)
        return text.upper() if style.startswith("upper") else text
    return str(value)


def marker_text(value: int, style: str) -> str:
    """What a list marker shows: the counter with its suffix, or a string as it is."""
    if style.startswith('"'):
        return style[1:-1]
    if style in SYMBOLS:
        return SYMBOLS[style] + " "
    return counter_text(value, style) + ". "


def _roman(value: int) -> str:
    result = ""
    for number, letters in _ROMAN:
        count, value = divmod(value, number)
        result += letters * count
    return result


def _alphabetic(value: int, alphabet: str) -> str:
    result = ""
    while value > 0:
        value, index = divmod(value - 1, len(alphabet))
        result = alphabet[index] + result
    return result
