/** How a file is indented, read from itself: a line that is begun stands where its siblings stand. */
import { htmlLanguage } from "@codemirror/lang-html";
import { type IndentContext, indentService, indentUnit } from "@codemirror/language";
import { type Extension, type Text } from "@codemirror/state";
import type { SyntaxNode } from "@lezer/common";
import { readTree } from "./readTree";

const READ = 2000;
const USUAL = "  ";
/** Elements whose content many write without indenting it. */
const OUTERMOST = new Set(["html", "head", "body"]);

function indentOf(text: string): string {
  return /^[ \t]*/.exec(text)?.[0] ?? "";
}

/** The unit that most lines of a text are indented by: a tab, or so many spaces; two where it does not say. */
export function unitOf(doc: Text): string {
  const counts = new Map<string, number>();
  let before = "";
  for (let number = 1; number <= Math.min(doc.lines, READ); number++) {
    const { text } = doc.line(number);
    if (!text.trim()) continue;
    const own = indentOf(text);
    if (own.length > before.length && own.startsWith(before)) {
      const step = own.slice(before.length);
      if (/^(\t| {1,8})$/.test(step)) counts.set(step, (counts.get(step) ?? 0) + 1);
    }
    before = own;
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? USUAL;
}

function columns(text: string, tab: number): number {
  let column = 0;
  for (const letter of text) column += letter === "\t" ? tab - (column % tab) : 1;
  return column;
}

/** The innermost element that is open at a position. */
function openAt(context: IndentContext, at: number): SyntaxNode | null {
  for (let node: SyntaxNode | null = readTree(context.state, at).resolveInner(at, -1); node; node = node.parent) {
    if (node.name !== "Element") continue;
    const close = node.lastChild?.name === "CloseTag" ? node.lastChild : null;
    const open = node.firstChild;
    if (open?.name === "OpenTag" && open.to <= at && (!close || close.from >= at)) return node;
  }
  return null;
}

/** Where the first child that begins a line of its own stands. */
function childIndent(context: IndentContext, element: SyntaxNode, at: number): number | null {
  for (let child = element.firstChild?.nextSibling ?? null; child; child = child.nextSibling) {
    if (child.name !== "Element") continue;
    const line = context.state.doc.lineAt(child.from);
    if (line.from <= at && at < child.from) continue;
    if (line.from + indentOf(line.text).length === child.from) return columns(indentOf(line.text), context.state.tabSize);
  }
  return null;
}

const markupIndent = indentService.of((context, at) => {
  if (!htmlLanguage.isActiveAt(context.state, at, -1)) return undefined;
  const inside = readTree(context.state, at).resolveInner(at, -1);
  if (inside.name !== "Text" && inside.name !== "Element" && inside.name !== "EndTag" && inside.name !== "Document" && inside.name !== "CloseTag" && inside.name !== "OpenTag") return undefined;
  const element = openAt(context, at);
  if (!element) return 0;
  const own = context.lineIndent(element.from);
  if (/^\s*<\//.test(context.textAfterPos(at))) return own;
  const name = element.firstChild?.getChild("TagName");
  const isOutermost = name !== null && name !== undefined && OUTERMOST.has(context.state.sliceDoc(name.from, name.to).toLowerCase());
  return childIndent(context, element, at) ?? (isOutermost ? own : own + context.unit);
});

/** The indenting of one file. */
export function habitOf(text: Text, isMarkup: boolean): Extension {
  return [indentUnit.of(unitOf(text)), isMarkup ? markupIndent : []];
}
