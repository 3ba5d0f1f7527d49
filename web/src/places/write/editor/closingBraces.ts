/** A `}` that would be one too many is typed over: the editor put one in with its `{`. */
import { type Extension, type Text, Transaction } from "@codemirror/state";
import { EditorView } from "@codemirror/view";

const SPECIAL = /\/\*[^]*?(?:\*\/|$)|"(?:\\.|[^"\\\n])*"?|'(?:\\.|[^'\\\n])*'?|[{}]/g;

/** Whether every `{` of a sheet is closed. */
function isBalanced(doc: Text): boolean {
  let depth = 0;
  for (const [token] of doc.toString().matchAll(SPECIAL)) {
    if (token === "{") depth += 1;
    else if (token === "}") depth = Math.max(depth - 1, 0);
  }
  return depth === 0;
}

export const closingBraces: Extension = EditorView.inputHandler.of((view, from, to, text) => {
  if (view.composing || from !== to || text !== "}" || view.state.selection.ranges.length > 1) return false;
  const { doc } = view.state;
  const ahead = /^\s*\}/.exec(doc.sliceString(from, Math.min(from + 400, doc.length)));
  if (!ahead || !isBalanced(doc)) return false;
  const line = doc.lineAt(from);
  const brace = from + ahead[0].length;
  const isAlone = line.text.trim() === "" && brace > line.to;
  // An empty line that was begun for the brace goes; what stands on the line stays.
  const begin = isAlone ? Math.max(line.from - 1, 0) : from;
  const end = isAlone ? line.to : from;
  view.dispatch({
    changes: { from: begin, to: end },
    selection: { anchor: brace - (end - begin) },
    annotations: Transaction.addToHistory.of(false),
    userEvent: "input.type",
    scrollIntoView: true,
  });
  return true;
});
