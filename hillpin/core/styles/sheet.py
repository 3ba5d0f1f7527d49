"""CSS text to rules with source positions: nesting, ``@media``, ``@supports``, ``@layer``, ``@container``,
``@import``, ``@keyframes`` and ``@font-face`` (css-syntax-3 §9, css-cascade-5 §6, css-conditional-5).

Error recovery is the syntax module's: a declaration that does not parse is dropped and kept as a Problem.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field, replace
from typing import Any

import tinycss2

from .declarations import Declaration, Problem, plain_words, read_declaration
from .font_faces import FontFace, read_font_face
from .grammar import keyword, significant, split_commas
from .media import Condition, parse_media
from .properties import PROPERTIES
from .references import may_choose, media_asked
from .registered import CustomFunction, RegisteredProperty, read_function, read_property
from .scopes import Scope, read_scope
from .selector_parser import parse_selector_list, text_of
from .selectors import Selector, SelectorError
from .sheet_conditions import ContainerQuery, read_container_query, supports, supports_said, unfollowed_queries
from .source import bounded, brace_at_the_end, unclosed_brace

ONE_TOO_MANY = "There is a } too many here: nothing is open that it could close."
MOST_RULES = 20_000
DEEPEST_RULES = 24
MOST_IMPORTS = 64


@dataclass(slots=True, eq=False)
class MediaBlock:
    """One ``@media`` block as it stands in the source."""

    text: str
    condition: Condition
    file: str
    line: int


@dataclass(slots=True, eq=False)
class Rule:
    """A style rule: its selectors, declarations and everything that decides whether and where it counts."""

    selectors: list[Selector]
    declarations: list[Declaration]
    file: str
    line: int
    order: int
    origin: str
    media: tuple[Condition, ...]
    media_blocks: tuple[MediaBlock, ...] = ()
    containers: tuple[ContainerQuery, ...] = ()
    layer: tuple[str, ...] | None = None
    text: str = ""
    inline: bool = False
    layer_rank: int = 0
    unfollowed: tuple[str, ...] = ()
    """Functions in declarations that were dropped, and that the browser takes."""
    scope: Scope | None = None
    """Where alone it counts; of two that are as specific the one whose scope begins nearer wins."""


@dataclass(slots=True, eq=False)
class Keyframes:
    """An ``@keyframes`` rule: its frames by how far the animation is, 0 to 1, in that order (css-animations-1 §3)."""

    name: str
    file: str
    line: int
    frames: list[tuple[float, list[Declaration]]]


@dataclass(slots=True)
class Context:
    """What surrounds a rule in its sheet."""

    media: tuple[Condition, ...] = ()
    media_blocks: tuple[MediaBlock, ...] = ()
    containers: tuple[ContainerQuery, ...] = ()
    layer: tuple[str, ...] | None = None
    parent: list[Selector] | None = None
    scope: Scope | None = None
    unfollowed: tuple[str, ...] = ()
    """Conditions around a rule that the browser knows, and that are not followed."""
    depth: int = 0

    def within(self, **changes: Any) -> Context:
        return replace(self, depth=self.depth + 1, **changes)


@dataclass(slots=True)
class Sheets:
    """All that the sheets of one page hold, in order of appearance."""

    rules: list[Rule] = field(default_factory=list)
    font_faces: list[FontFace] = field(default_factory=list)
    media_blocks: list[MediaBlock] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)
    layers: list[tuple[str, ...]] = field(default_factory=list)
    quirks: bool = False
    """Whether they are of a page in quirks mode."""
    files: list[str] = field(default_factory=list)
    keyframes: dict[str, Keyframes] = field(default_factory=dict)
    """By name: of several of one name the last counts."""
    properties: list[RegisteredProperty] = field(default_factory=list)
    functions: list[CustomFunction] = field(default_factory=list)
    asks_style: bool = False
    """Whether a rule counts by the style of what is around it."""
    asked: list[Condition] = field(default_factory=list)
    """Media queries in values and in custom functions, which turn at widths of their own."""

    def add(
        self,
        css: str,
        file: str,
        origin: str = "author",
        first_line: int = 1,
        context: Context | None = None,
        fetch: Callable[[str, str], tuple[str, str] | None] | None = None,
    ) -> None:
        """Parse a sheet and append its rules.

        ``fetch(file, address)`` gives (path, text) of an imported sheet or None; ``first_line`` is the line of
        the first character within ``file``.
        """
        _Reader(self, file, origin, first_line, fetch).sheet(css, context or Context())

    def rank_layers(self) -> None:
        """Give every rule its layer's place in the order of layers; unlayered rules come last (§6.4.2)."""
        places: dict[tuple[str, ...], int] = {}
        for layer in self.layers:
            for length in range(1, len(layer) + 1):
                places.setdefault(layer[:length], len(places))
        ordered = sorted(places, key=lambda layer: _layer_key(layer, places))
        ranks = {layer: rank for rank, layer in enumerate(ordered)}

        def rank_of(layer: tuple[str, ...] | None) -> int:
            return len(ordered) if layer is None else ranks.get(layer, 0)

        for rule in self.rules:
            rule.layer_rank = rank_of(rule.layer)
        self.functions.sort(key=lambda function: rank_of(function.layer))
        self.properties.sort(key=lambda registered: rank_of(registered.layer))


def _layer_key(layer: tuple[str, ...], places: dict[tuple[str, ...], int]) -> tuple[tuple[int, int], ...]:
    """Sort key under which a layer's own rules come after those of its sublayers."""
    steps = [(0, places[layer[:length]]) for length in range(1, len(layer) + 1)]
    return (*steps, (1, 0))


class _Reader:
    """Reads one sheet into ``Sheets``."""

    def __init__(self, sheets: Sheets, file: str, origin: str, first_line: int, fetch: Any) -> None:
        self.sheets = sheets
        self.file = file
        self.origin = origin
        self.unfollowed: list[str] = []
        self.first_line = first_line
        self.fetch = fetch
        self.css = ""
        if file not in sheets.files:
            sheets.files.append(file)

    def line(self, node: Any) -> int:
        return int(node.source_line) + self.first_line - 1

    def problem(self, node: Any, message: str, text: str = "", selector: str = "") -> None:
        if self.origin == "author":
            self.sheets.problems.append(Problem(self.file, self.line(node), message, text, selector))

    def sheet(self, css: str, context: Context) -> None:
        self.css = css = bounded(css)
        opened = unclosed_brace(css) if self.origin == "author" else None
        if opened is not None:
            line = css.count("\n", 0, opened) + self.first_line
            self.sheets.problems.append(Problem(self.file, line, "The { of this line is never closed: what follows is read as if it stood inside."))
        nodes = tinycss2.parse_stylesheet(css, skip_comments=True, skip_whitespace=True)
        self.rules(nodes, context)

    def rules(self, nodes: Iterable[Any], context: Context) -> None:
        if context.depth > DEEPEST_RULES:
            return
        for node in nodes:
            if len(self.sheets.rules) >= MOST_RULES:
                return
            if node.type == "qualified-rule":
                self.style_rule(node, context)
            elif node.type == "at-rule":
                self.at_rule(node, context)
            elif node.type == "error":
                brace = brace_at_the_end(self.css) if node.message.startswith("EOF reached") and self.origin == "author" else None
                if brace is not None:
                    self.sheets.problems.append(Problem(self.file, self.css.count("\n", 0, brace) + self.first_line, ONE_TOO_MANY))
                else:
                    self.problem(node, plain_words(node.message))

    def style_rule(self, node: Any, context: Context) -> None:
        text = text_of(node.prelude)
        extra = next((token for token in node.prelude if token.type == "error" and token.kind == "}"), None)
        if extra is not None:
            self.problem(extra, f"{ONE_TOO_MANY} The browser takes it for a part of the next selector, and drops that rule.", text)
            return
        try:
            selectors = parse_selector_list(node.prelude, context.parent) if context.scope is None or context.parent is not None else context.scope.selectors(list(node.prelude))
        except SelectorError as error:
            if context.parent is not None and ":" in text and text.split(":")[0].strip() in PROPERTIES:
                self.problem(node, "A semicolon or a } is missing before this rule: it is read as the value of a declaration, and dropped.", text)
                return
            self.problem(node, f"This selector is not understood, so its rule is dropped: {error}", text)
            return
        self.block(node, node.content, selectors, text, context)

    def block(self, node: Any, content: Any, selectors: list[Selector], text: str, context: Context) -> None:
        """Declarations and nested rules; declarations after a nested rule keep their place in the order."""
        inner = context.within(parent=selectors)
        declarations: list[Declaration] = []
        start = node
        for item in tinycss2.parse_blocks_contents(content, skip_comments=True, skip_whitespace=True):
            if item.type == "declaration":
                declarations += self.declaration(item, text)
            elif item.type == "error":
                self.problem(item, plain_words(item.message), selector=text)
            else:
                self.emit(start, selectors, declarations, text, context)
                declarations, start = [], item
                self.rules([item], inner)
        if declarations or start is node:
            self.emit(start, selectors, declarations, text, context)

    def emit(self, node: Any, selectors: list[Selector], declarations: list[Declaration], text: str, context: Context) -> None:
        if not declarations and node.type != "qualified-rule":
            return
        self.sheets.rules.append(
            Rule(
                selectors, declarations, self.file, self.line(node), len(self.sheets.rules), self.origin,
                context.media, context.media_blocks, context.containers, context.layer, text, unfollowed=(*context.unfollowed, *self.unfollowed), scope=context.scope,
            )
        )  # fmt: skip
        self.unfollowed.clear()

    def declaration(self, item: Any, selector: str) -> list[Declaration]:
        result = read_declaration(item, self.file, self.line(item), self.sheets.quirks)
        if isinstance(result, Problem):
            if self.origin == "author":
                self.unfollowed += [result.unfollowed] if result.unfollowed else []
                result.selector = selector
                self.sheets.problems.append(result)
            return []
        if may_choose(result.text):
            self.sheets.asked += media_asked(list(item.value))
        return [result]

    def at_rule(self, node: Any, context: Context) -> None:
        handler = getattr(self, "at_" + node.lower_at_keyword.replace("-", "_"), None)
        if handler is not None:
            handler(node, context)

    def nested(self, node: Any, context: Context) -> None:
        """The content of a conditional rule: rules, and declarations where it stands in a style rule."""
        if node.content is None:
            return
        if context.parent is not None:
            outer = Context(context.media, context.media_blocks, context.containers, context.layer, None, context.scope, context.unfollowed, context.depth)
            self.block(node, node.content, context.parent, "&", outer)
        else:
            items = tinycss2.parse_rule_list(node.content, skip_comments=True, skip_whitespace=True)
            self.rules(items, context)

    def at_media(self, node: Any, context: Context) -> None:
        condition = parse_media(list(node.prelude))
        block = MediaBlock(text_of(node.prelude), condition, self.file, self.line(node))
        self.sheets.media_blocks.append(block)
        self.nested(
            node, context.within(media=(*context.media, condition), media_blocks=(*context.media_blocks, block))
        )

    def at_supports(self, node: Any, context: Context) -> None:
        if supports(significant(node.prelude)):
            self.nested(node, context.within())

    def at_container(self, node: Any, context: Context) -> None:
        query = read_container_query(significant(node.prelude))
        if query is not None:
            self.sheets.asks_style |= bool(query.styled)
            asked = unfollowed_queries(node.prelude)
            self.nested(node, context.within(containers=(*context.containers, query), unfollowed=(*context.unfollowed, *asked)))

    def at_scope(self, node: Any, context: Context) -> None:
        try:
            scope = read_scope(list(node.prelude), context.parent, context.scope)
        except SelectorError as error:
            self.problem(node, f"This scope is not understood, so its rules are dropped: {error}", "@scope")
            return
        if node.content is not None:
            self.rules(tinycss2.parse_rule_list(node.content, skip_comments=True, skip_whitespace=True), context.within(scope=scope, parent=None))

    def at_layer(self, node: Any, context: Context) -> None:
        base = context.layer or ()
        names = [(*base, *text_of(part).split(".")) for part in split_commas(list(node.prelude)) if significant(part)]
        if node.content is None:
            self.sheets.layers.extend(names)
            return
        layer = names[0] if names else (*base, f" {len(self.sheets.layers)}")
        self.sheets.layers.append(layer)
        self.nested(node, context.within(layer=layer))

    def at_import(self, node: Any, context: Context) -> None:
        tokens = significant(node.prelude)
        if not tokens or self.fetch is None or len(self.sheets.files) > MOST_IMPORTS:
            return
        address = tokens[0].value if tokens[0].type in ("string", "url") else None
        if address is None and tokens[0].type == "function":
            address = next((t.value for t in significant(tokens[0].arguments) if t.type == "string"), None)
        rest = tokens[1:]
        layer = context.layer
        if rest and (keyword(rest[0]) == "layer" or (rest[0].type == "function" and rest[0].lower_name == "layer")):
            named = text_of(rest[0].arguments).split(".") if rest[0].type == "function" else [f" {len(self.sheets.layers)}"]
            layer = (*(layer or ()), *named)
            self.sheets.layers.append(layer)
            rest = rest[1:]
        if rest and rest[0].type == "function" and rest[0].lower_name == "supports":
            if not supports_said(rest[0]):
                return
            rest = rest[1:]
        fetched = self.fetch(self.file, address) if address else None
        if fetched is None:
            if address:
                self.problem(node, f"There is no stylesheet {address}.", "missing-file")
            return
        path, css = fetched
        if path in self.sheets.files:
            return
        media = (*context.media, parse_media(rest)) if rest else context.media
        self.sheets.add(css, path, self.origin, 1, context.within(media=media, layer=layer), self.fetch)

    def at_keyframes(self, node: Any, context: Context) -> None:
        named = next((token.value for token in significant(node.prelude) if token.type in ("ident", "string")), None)
        if named is None or node.content is None:
            return
        frames: list[tuple[float, list[Declaration]]] = []
        for block in tinycss2.parse_rule_list(node.content, skip_comments=True, skip_whitespace=True):
            if block.type != "qualified-rule":
                continue
            items = tinycss2.parse_blocks_contents(block.content, skip_comments=True, skip_whitespace=True)
            read = [read_declaration(item, self.file, self.line(item), self.sheets.quirks) for item in items if item.type == "declaration" and not item.important]
            declarations = [one for one in read if isinstance(one, Declaration)]
            frames += [(offset, declarations) for part in split_commas(list(block.prelude)) if (offset := _offset_of(significant(part))) is not None]
        self.sheets.keyframes[named] = Keyframes(named, self.file, self.line(node), sorted(frames, key=lambda frame: frame[0]))

    def at__webkit_keyframes(self, node: Any, context: Context) -> None:
        self.at_keyframes(node, context)

    def at_property(self, node: Any, context: Context) -> None:
        registered = read_property(node, context.media, context.layer)
        if registered is not None:
            self.sheets.properties.append(registered)
            self.sheets.asked += context.media
        else:
            self.problem(node, "This custom property is not registered: it needs a syntax, inherits, and an initial value that is of the syntax.", text_of(node.prelude))

    def at_function(self, node: Any, context: Context) -> None:
        function = read_function(node, context.media, context.layer)
        if function is not None:
            self.sheets.functions.append(function)
            self.sheets.asked += context.media
            for declaration in function.body:
                self.sheets.asked += [*declaration.media, *media_asked(declaration.tokens)]
        else:
            self.problem(node, "This function is not understood: it needs a name with two dashes and parameters.", text_of(node.prelude))

    def at_font_face(self, node: Any, context: Context) -> None:
        face = read_font_face(node, self.file, self.line(node))
        if face is not None:
            self.sheets.font_faces.append(face)


def _offset_of(tokens: list[Any]) -> float | None:
    """How far an animation is at a keyframe selector; None where it is none."""
    if len(tokens) != 1:
        return None
    if tokens[0].type == "percentage":
        return float(tokens[0].value) / 100 if 0 <= tokens[0].value <= 100 else None
    return {"from": 0.0, "to": 1.0}.get(keyword(tokens[0]) or "")


__all__ = ["FontFace", "Keyframes", "MediaBlock", "Rule", "Sheets", "read_container_query", "supports"]
