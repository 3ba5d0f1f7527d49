/** Editor states that outlive a reload: the text's undo history, kept for the revision it belongs to. */
import { historyField } from "@codemirror/commands";
import { type ChangeSpec, EditorState, type Extension, Transaction } from "@codemirror/state";

const fields = { history: historyField };

function keyOf(site: number, path: string): string {
  return `hillpin.history.${site}.${path}`;
}

/** Keep a state's undo history. */
export function keepHistory(site: number, path: string, state: EditorState): void {
  try {
    sessionStorage.setItem(keyOf(site, path), JSON.stringify(state.toJSON(fields)));
  } catch {
    sessionStorage.removeItem(keyOf(site, path));
  }
}

/** A state for a text, with the undo history that was kept; where the text went on without the editor, that is one more step. */
export function stateFor(site: number, path: string, text: string, extensions: Extension): EditorState {
  const kept = sessionStorage.getItem(keyOf(site, path));
  if (kept) {
    try {
      const json: unknown = JSON.parse(kept);
      const state = EditorState.fromJSON(json, { extensions }, fields);
      return changedTo(state, text);
    } catch {
      sessionStorage.removeItem(keyOf(site, path));
    }
  }
  return EditorState.create({ doc: text, extensions });
}

/** The change from one text to another: what lies between the parts that both begin and end with. */
export function changeBetween(before: string, after: string): ChangeSpec {
  let from = 0;
  const most = Math.min(before.length, after.length);
  while (from < most && before[from] === after[from]) from += 1;
  let tail = 0;
  while (tail < most - from && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail += 1;
  return { from, to: before.length - tail, insert: after.slice(from, after.length - tail) };
}

/** A state that goes on to another text, undoable. */
export function changedTo(state: EditorState, text: string): EditorState {
  const before = state.doc.toString();
  if (before === text) return state;
  return state.update({ changes: changeBetween(before, text), annotations: Transaction.addToHistory.of(true) }).state;
}
