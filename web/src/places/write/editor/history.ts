/** Editor states that outlive a reload: the text's undo history, kept for the revision it belongs to. */
import { historyField } from "@codemirror/commands";
import { EditorState, type Extension } from "@codemirror/state";

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

/** A state for a text, with its undo history where the kept one ends at the same text. */
export function stateFor(site: number, path: string, text: string, extensions: Extension): EditorState {
  const kept = sessionStorage.getItem(keyOf(site, path));
  if (kept) {
    try {
      const json: unknown = JSON.parse(kept);
      const state = EditorState.fromJSON(json, { extensions }, fields);
      if (state.doc.toString() === text) return state;
    } catch {
      sessionStorage.removeItem(keyOf(site, path));
    }
  }
  return EditorState.create({ doc: text, extensions });
}
