/** What the editor can do, but for its language and its notes. */
import { autocompletion, closeBrackets, closeBracketsKeymap, completionKeymap } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, indentWithTab } from "@codemirror/commands";
import { bracketMatching, codeFolding, foldKeymap, indentOnInput } from "@codemirror/language";
import { highlightSelectionMatches, searchKeymap } from "@codemirror/search";
import { EditorState, type Extension } from "@codemirror/state";
import { drawSelection, dropCursor, highlightActiveLine, highlightActiveLineGutter, highlightSpecialChars, keymap, lineNumbers, rectangularSelection } from "@codemirror/view";
import { byUse } from "./byUse";

/** Carets that stand still: those that blink are drawn anew sixty times a second, beside the numbers being worked out. */
const carets: Extension = [drawSelection({ cursorBlinkRate: 0 }), EditorState.allowMultipleSelections.of(true)];

export const setup: Extension = [
  lineNumbers(), highlightActiveLineGutter(), highlightActiveLine(), highlightSpecialChars(), history(), codeFolding(), carets, dropCursor(), indentOnInput(),
  bracketMatching(), closeBrackets(), autocompletion({ compareCompletions: byUse }), rectangularSelection(), highlightSelectionMatches(),
  keymap.of([...closeBracketsKeymap, ...defaultKeymap, ...searchKeymap, ...historyKeymap, ...foldKeymap, ...completionKeymap, indentWithTab]),
];
