/** What of the source belongs to the selected box: rules that apply, and the start tag. */
import { syntaxTree } from "@codemirror/language";
import { type EditorState, type Range, StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView } from "@codemirror/view";

/** Lines on which rules start that apply, or the start tag's range. */
export interface Marks {
  ruleLines: number[];
  tag: { from: number; to: number } | null;
}

export const setMarks = StateEffect.define<Marks>();
const appliesLine = Decoration.line({ class: "cm-applies" });
const selectedTag = Decoration.mark({ class: "cm-tag-selected" });

/** The range of the style rule that starts on a line. */
export function ruleRange(state: EditorState, line: number): { from: number; to: number } | null {
  if (line < 1 || line > state.doc.lines) return null;
  const { from, to } = state.doc.line(line);
  const text = state.doc.sliceString(from, to);
  let node = syntaxTree(state).resolveInner(from + (text.length - text.trimStart().length), 1);
  while (node.name !== "RuleSet" && node.parent) node = node.parent;
  return node.name === "RuleSet" ? { from: node.from, to: node.to } : null;
}

function decorations(state: EditorState, marks: Marks): DecorationSet {
  const ranges: Range<Decoration>[] = [];
  const lines = new Set<number>();
  for (const line of marks.ruleLines) {
    const rule = ruleRange(state, line);
    if (!rule) continue;
    for (let number = state.doc.lineAt(rule.from).number; number <= state.doc.lineAt(rule.to).number; number++) lines.add(number);
  }
  for (const number of lines) ranges.push(appliesLine.range(state.doc.line(number).from));
  if (marks.tag && marks.tag.to <= state.doc.length && marks.tag.to > marks.tag.from) ranges.push(selectedTag.range(marks.tag.from, marks.tag.to));
  return Decoration.set(ranges, true);
}

export const marksField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(value, transaction) {
    let next = value.map(transaction.changes);
    for (const effect of transaction.effects) if (effect.is(setMarks)) next = decorations(transaction.state, effect.value);
    return next;
  },
  provide: (field) => EditorView.decorations.from(field),
});
