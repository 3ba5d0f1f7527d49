/** The tree of a text, read as far as it is asked for: on a busy machine the editor's own reading may be behind what is typed. */
import { ensureSyntaxTree, syntaxTree } from "@codemirror/language";
import type { EditorState } from "@codemirror/state";
import type { Tree } from "@lezer/common";

/** Milliseconds after which what is read so far has to do. */
const MOST = 500;

export function readTree(state: EditorState, to = state.doc.length): Tree {
  return ensureSyntaxTree(state, to, MOST) ?? syntaxTree(state);
}
