"""An edit inside one style rule, carried into a page that is already laid out.

Typing changes one block of declarations at a time. What does not depend on it stays: the document, the other
rules, which selectors match, the box tree, and what layout remembers of boxes whose style is the same.
Whatever is more than that is refused, and the page is read anew.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

import tinycss2

from ..layout import Box, BoxTree, Kind, forget_changed
from ..page import Page
from ..styles import (
    RESTYLED_FIELDS,
    SPECIAL,
    Declaration,
    FontFace,
    MediaBlock,
    Problem,
    Restyled,
    Rule,
    StyleResolver,
    may_choose,
    plain_words,
    read_declaration,
)

_UNSAFE = re.compile(r"[{}\"'@\\]|/\*|\*/")
_COMMENT = re.compile(r"/\*|\*/")
_BRACKETS = re.compile(r"[()\[\]]")
_COMMENTED = re.compile(r"/\*.*?\*/", re.DOTALL)
_TABLE_PARTS = (Kind.TABLE, Kind.ROW_GROUP, Kind.ROW, Kind.COLUMN_GROUP, Kind.COLUMN)
"""Parts whose borders may be collapsed into their table's when the tree is made."""


@dataclass(frozen=True, slots=True)
class _Block:
    """A rule's block in a sheet's text: where its prelude begins, and where its braces stand."""

    start: int
    open: int
    close: int


def edit_sheet(page: Page, path: str, after: str) -> bool:
    """Carry a sheet's new text into a page. False, with the page as it was, where it must be read anew."""
    before = page.sheet_texts.get(path)
    if before is None:
        return False
    if before == after:
        return True
    first, old_end, new_end = _span(before, after)
    # One character more on each side: a comment may begin or end with one that was there before.
    if any(_UNSAFE.search(part) for part in (before[first:old_end], after[first:new_end])) or _COMMENT.search(after[max(first - 1, 0) : new_end + 1]):
        return False
    block = _block_around(before, first, old_end)
    if block is None:
        return False
    if _leaves_open(before[block.open : block.close]) or _leaves_open(after[block.open : block.close + len(after) - len(before)]):
        return False
    rule = _rule_at(page, path, before.count("\n", 0, block.start) + 1)
    # A block that is no rule's own, such as a function's, may begin on the same line as one.
    if rule is None or " ".join(_COMMENTED.sub(" ", before[block.start : block.open]).split()) != rule.text:
        return False
    return _Carrier(page, path, rule, before, after, block).carry()


def _asks_the_window(declaration: Declaration) -> bool:
    """Whether a value may be another one at other widths by itself: the page knows the widths of such from the start."""
    return may_choose(declaration.text)


def _span(before: str, after: str) -> tuple[int, int, int]:
    """Where two texts differ: the start, and the ends in either."""
    most = min(len(before), len(after))
    first = _alike(before, after, most)
    tail = _alike(before[: first - 1 : -1] if first else before[::-1], after[: first - 1 : -1] if first else after[::-1], most - first)
    return first, len(before) - tail, len(after) - tail


def _leaves_open(text: str) -> bool:
    """Whether a parenthesis or bracket is still open at the end: the brace behind it does not end the block (css-syntax-3 §5.4.8)."""
    depth = 0
    for found in _BRACKETS.finditer(text):
        depth = max(depth + (1 if found.group() in "([" else -1), 0)
    return depth > 0


def _alike(one: str, other: str, most: int) -> int:
    """How many characters two texts have in common from the start, at most ``most``; found by halving."""
    low, high = 0, most
    while low < high:
        middle = (low + high + 1) // 2
        if one[low:middle] == other[low:middle]:
            low = middle
        else:
            high = middle - 1
    return low


def _block_around(text: str, first: int, end: int) -> _Block | None:
    """The innermost block that a span lies in; None where it lies in none, or the block holds others, or in a comment or string."""
    stack: list[tuple[int, int]] = []
    start = 0
    holds_others = False
    for found in SPECIAL.finditer(text):
        token, at = found.group(), found.start()
        if token[0] in "/\"'":
            if at < end and first < found.end():
                return None
            if token[0] == "/" and not text[start:at].strip():
                start = found.end()
        elif token == "{":
            if at >= first:
                return None
            stack.append((start, at))
            start, holds_others = at + 1, False
        elif token == "}":
            if not stack:
                return None
            prelude, opened = stack.pop()
            if at >= end:
                lead = len(text[prelude:opened]) - len(text[prelude:opened].lstrip())
                return None if holds_others or opened >= first else _Block(prelude + lead, opened, at)
            start, holds_others = at + 1, True
        else:
            start = at + 1
    return None


def _rule_at(page: Page, path: str, line: int) -> Rule | None:
    found = [rule for rule in page.sheets.rules if rule.file == path and rule.line == line]
    return found[0] if len(found) == 1 and not found[0].containers else None


class _Carrier:
    """One edit of one rule's block."""

    def __init__(self, page: Page, path: str, rule: Rule, before: str, after: str, block: _Block) -> None:
        self.page = page
        self.path = path
        self.rule = rule
        self.after = after
        self.opened = block.open
        self.close = block.close + len(after) - len(before)
        self.first_line = before.count("\n", 0, block.open) + 1
        self.last_line = self.first_line + before.count("\n", block.open, block.close)
        self.moved = after.count("\n") - before.count("\n")

    def carry(self) -> bool:
        """Read the block anew, put it into the rule, restyle what the rule applies to."""
        read = self._read()
        if read is None:
            return False
        declarations, problems = read
        sheets = self.page.sheets
        kept = [one for one in sheets.problems if one.file != self.path or not self.first_line <= one.line <= self.last_line]
        if self.moved:
            self._shift(kept)
        sheets.problems[:] = sorted([*kept, *problems], key=lambda one: sheets.files.index(one.file) * 1_000_000 + one.line if one.file in sheets.files else 0)
        self.rule.declarations[:] = declarations
        self.page.sheet_texts[self.path] = self.after
        restyle(self.page, self.rule)
        return True

    def _read(self) -> tuple[list[Declaration], list[Problem]] | None:
        declarations: list[Declaration] = []
        problems: list[Problem] = []
        if self.rule.unfollowed or any(_asks_the_window(one) for one in self.rule.declarations):
            return None
        known = {(one.name, one.text, one.important, one.line): one for one in self.rule.declarations}
        indent = self.opened - self.after.rfind("\n", 0, self.opened)
        content = self.after[self.opened + 1 : self.close]
        for item in tinycss2.parse_blocks_contents(content, skip_comments=True, skip_whitespace=True):
            line = self.first_line + int(item.source_line) - 1
            if item.type == "error":
                problems.append(Problem(self.path, line, plain_words(item.message), "", self.rule.text))
                continue
            if item.type != "declaration":
                return None
            result = read_declaration(item, self.path, line, self.page.document.quirks)
            if isinstance(result, Problem):
                if result.unfollowed:
                    return None
                result.selector = self.rule.text
                problems.append(result)
                continue
            if _asks_the_window(result):
                return None
            if item.source_line == 1:
                result.column += indent
            declarations.append(known.get((result.name, result.text, result.important, result.line), result))
        return declarations, problems

    def _shift(self, problems: list[Problem]) -> None:
        """What stands below the block moves with its lines."""
        self.page.kept_notes.clear()
        sheets = self.page.sheets
        for rule in sheets.rules:
            if rule.file == self.path and rule.order > self.rule.order:
                rule.line += self.moved
                for declaration in rule.declarations:
                    declaration.line += self.moved
        placed: list[Problem | MediaBlock | FontFace] = [*problems, *sheets.media_blocks, *sheets.font_faces]
        for one in placed:
            if one.file == self.path and one.line > self.last_line:
                one.line += self.moved


def restyle(page: Page, rule: Rule) -> None:
    """Compute anew the styles that a rule has a part in; box trees that would come out otherwise are dropped."""
    elements = set(page.cascade.elements_by_rule().get(id(rule), ()))
    for key, (tree, resolver) in list(page.trees.items()):
        if not all(condition.matches(resolver.active.viewport) for condition in rule.media):
            continue
        restyled = resolver.restyle(elements)
        if restyled is None or not all(_keeps_tree(one, resolver) for one in restyled) or not _forget(tree, restyled):
            del page.trees[key]


def _keeps_tree(one: Restyled, resolver: StyleResolver) -> bool:
    """Whether the same boxes come out under a new style."""
    if one.style is resolver.environment.root and one.fields & {"font_size", "line_height", "font_family", "custom"}:
        return False
    return one.fields <= RESTYLED_FIELDS


def _forget(tree: BoxTree, restyled: list[Restyled]) -> bool:
    """Drop what layout remembers of boxes with new styles and around them. False where that does not do."""
    fields_of = {id(one.style): one.fields for one in restyled}
    changed: list[Box] = []
    for box in tree.boxes_twice:
        fields = fields_of.get(id(box.style))
        if fields is None:
            continue
        if box.kind == Kind.REPLACED and "font_size" in fields:
            return False
        if box.role == "picture" and fields & {"width", "height", "aspect_ratio"}:
            return False
        if (box.role == "cell" or box.kind in _TABLE_PARTS) and any(name.startswith("border") for name in fields):
            return False
        changed.append(box)
    for box in forget_changed(changed):
        box.height_matters = box.walked = None
    return not tree.noted


