/** What the editor can do, but for its language and its notes. */
import { autocompletion, closeBrackets, closeBracketsKeymap, completionKeymap } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { bracketMatching, codeFolding, foldKeymap, indentOnInput } from "@codemirror/language";
import { highlightSelectionMatches, searchKeymap } from "@codemirror/search";
import { Compartment, EditorState, type Extension } from "@codemirror/state";
import { drawSelection, dropCursor, highlightActiveLine, highlightActiveLineGutter, highlightSpecialChars, keymap, lineNumbers, rectangularSelection } from "@codemirror/view";

const several = new Compartment();
const drawn = [drawSelection({ cursorBlinkRate: 0 })];

/** One caret is the browser's own. Several are drawn by the editor, which measures and draws them anew at each keystroke. */
const carets: Extension = [
  several.of([]),
  EditorState.allowMultipleSelections.of(true),
  EditorState.transactionExtender.of((transaction) => {
    const has = several.get(transaction.startState) === drawn;
    const wants = transaction.newSelection.ranges.length > 1;
    return has === wants ? null : { effects: several.reconfigure(wants ? drawn : []) };
  }),
];

export const setup: Extension = [
  lineNumbers(), highlightActiveLineGutter(), highlightActiveLine(), highlightSpecialChars(), history(), codeFolding(), carets, dropCursor(), indentOnInput(),
  bracketMatching(), closeBrackets(), autocompletion(), rectangularSelection(), highlightSelectionMatches(),
  keymap.of([...closeBracketsKeymap, ...defaultKeymap, ...searchKeymap, ...historyKeymap, ...foldKeymap, ...completionKeymap]),
];
