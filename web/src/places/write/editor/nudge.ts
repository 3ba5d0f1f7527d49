/** Numbers that change by keys: by one step of the unit's sense, by a tenth of it or by ten. */
import { type EditorState, Prec, type TransactionSpec } from "@codemirror/state";
import { type Command, keymap } from "@codemirror/view";

const NUMBER = /(?<![\w#.-])[-+]?(?:\d+\.?\d*|\.\d+)(%|[a-z]+)?/gi;
/** Units whose sense is coarse: a whole one is a whole line or a whole share. */
const COARSE = new Set(["em", "rem", "fr", "lh", "rlh", "s", "in"]);

interface Found {
  from: number;
  to: number;
  text: string;
  unit: string;
}

/** The number that a position stands on or beside. */
export function numberAt(state: EditorState, position: number): Found | null {
  const line = state.doc.lineAt(position);
  for (const match of line.text.matchAll(NUMBER)) {
    const from = line.from + match.index;
    const unit = match[1] ?? "";
    const to = from + match[0].length;
    if (from <= position && position <= to) return { from, to: to - unit.length, text: match[0].slice(0, match[0].length - unit.length), unit };
  }
  return null;
}

/** A number moved by so many tenths of a step; decimals are kept as few as they can be. */
export function nudged(text: string, unit: string, tenths: number): string {
  const step = COARSE.has(unit.toLowerCase()) || (unit === "" && text.includes(".")) ? 0.1 : 1;
  const moved = Math.round((Number(text) + (tenths / 10) * step) * 10_000) / 10_000;
  return String(moved);
}

function nudge(tenths: number): Command {
  return (view) => {
    const found = numberAt(view.state, view.state.selection.main.head);
    if (!found) return false;
    const insert = nudged(found.text, found.unit, tenths);
    const spec: TransactionSpec = { changes: { from: found.from, to: found.to, insert }, selection: { anchor: found.from + insert.length }, userEvent: "input.nudge", scrollIntoView: true };
    view.dispatch(spec);
    return true;
  };
}

/** Ctrl with the arrows: a step; with Shift ten; with Alt a tenth. Elsewhere than on a number the keys do what they did. */
export const nudgeKeys = Prec.highest(
  keymap.of([
    { key: "Ctrl-ArrowUp", run: nudge(10) }, { key: "Ctrl-ArrowDown", run: nudge(-10) },
    { key: "Ctrl-Shift-ArrowUp", run: nudge(100) }, { key: "Ctrl-Shift-ArrowDown", run: nudge(-100) },
    { key: "Ctrl-Alt-ArrowUp", run: nudge(1) }, { key: "Ctrl-Alt-ArrowDown", run: nudge(-1) },
  ]),
);
