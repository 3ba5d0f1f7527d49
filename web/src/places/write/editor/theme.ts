/** The editor's look: the map's colours, and a right-hand margin for notes. */
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { EditorView } from "@codemirror/view";
import { tags } from "@lezer/highlight";

const look = EditorView.theme({
  "&": { height: "100%", backgroundColor: "var(--panel)", color: "var(--code-word)", fontSize: "12.5px" },
  // Over the gutters too, which stand in layers of their own.
  "&.cm-focused": { outline: "0" },
  "&.cm-focused::after": { content: '""', position: "absolute", inset: "0", border: "2px solid var(--lake)", pointerEvents: "none", zIndex: "300" },
  ".cm-scroller": { fontFamily: "var(--font-number)", lineHeight: "1.62" },
  ".cm-content": { padding: "8px 0", caretColor: "var(--ink)" },
  ".cm-gutters": { backgroundColor: "var(--panel)", border: "0" },
  ".cm-gutters-before": { color: "var(--faint)" },
  ".cm-gutters-after": { width: "168px", borderLeft: "1px solid var(--hairline)", backgroundColor: "var(--panel)" },
  ".cm-activeLine, .cm-activeLineGutter": { backgroundColor: "transparent" },
  "&.cm-focused .cm-activeLine": { boxShadow: "inset 0 0 0 1px var(--hairline)" },
  ".cm-applies": { backgroundColor: "var(--band)" },
  ".cm-tag-selected": { backgroundColor: "var(--lake-wash)", borderRadius: "2px" },
  ".cm-selectionBackground, &.cm-focused .cm-selectionBackground": { backgroundColor: "var(--lake-wash) !important" },
  ".cm-cursor": { borderLeftColor: "var(--ink)" },
  ".cm-selectionMatch": { backgroundColor: "var(--band)" },
  ".cm-searchMatch": { backgroundColor: "var(--band)", outline: "1px solid var(--doubt)" },
  ".cm-searchMatch-selected": { backgroundColor: "var(--lake-wash)", outline: "1px solid var(--lake)" },
  ".cm-matchingBracket, &.cm-focused .cm-matchingBracket": { backgroundColor: "var(--lake-wash)", outline: "0" },
  ".cm-notes": { width: "100%" },
  ".cm-notes .cm-gutterElement": { padding: "0 6px 0 10px", overflow: "hidden" },
  ".cm-note": {
    display: "block", overflow: "hidden", whiteSpace: "nowrap", textOverflow: "ellipsis", color: "var(--lake)",
    fontFamily: "var(--font-words)", fontVariantNumeric: "tabular-nums", fontSize: "var(--size-note)",
  },
  // Under the pointer a note is read whole, over the code beside it.
  ".cm-notes .cm-gutterElement:hover": { overflow: "visible", zIndex: 3 },
  ".cm-notes .cm-gutterElement:hover .cm-note": {
    position: "absolute", right: 0, boxSizing: "border-box", width: "max-content", minWidth: "100%", maxWidth: "340px", padding: "0 6px 0 10px",
    whiteSpace: "normal", overflow: "visible", overflowWrap: "anywhere", background: "var(--panel)", border: "1px solid var(--hairline)",
  },
  ".cm-whole-note": { padding: "3px 8px", maxWidth: "420px", color: "var(--lake)", fontFamily: "var(--font-words)" },
  ".cm-note-overruled": { color: "var(--faint)", textDecoration: "line-through" },
  ".cm-note-unmatched": { color: "var(--doubt)" },
  ".cm-note-problem": { color: "var(--wrong)", fontWeight: "var(--weight-strong)" },
  ".cm-note-doubt": { color: "var(--doubt)" },
  ".cm-note-dead": { color: "var(--doubt)" },
  ".cm-swatch": { display: "inline-block", width: "10px", height: "10px", marginRight: "4px", border: "1px solid var(--ink)", verticalAlign: "-1px" },
  ".cm-note-measured": { fontStyle: "italic", color: "var(--doubt)" },
  ".cm-panels": { backgroundColor: "var(--paper)", color: "var(--ink)" },
  ".cm-tooltip": { backgroundColor: "var(--panel)", border: "1px solid var(--hairline)", color: "var(--ink)" },
  ".cm-tooltip-autocomplete ul li[aria-selected]": { backgroundColor: "var(--lake)", color: "var(--on-lake)" },
});

const colours = HighlightStyle.define([
  { tag: [tags.tagName, tags.angleBracket], color: "var(--code-tag)" },
  { tag: [tags.className, tags.labelName, tags.attributeName, tags.definitionKeyword, tags.constant(tags.className)], color: "var(--code-selector)" },
  { tag: [tags.number, tags.unit, tags.color, tags.atom], color: "var(--code-value)" },
  { tag: [tags.string, tags.attributeValue], color: "var(--code-string)" },
  { tag: [tags.comment], color: "var(--code-comment)", fontStyle: "italic" },
  { tag: [tags.keyword, tags.operatorKeyword], color: "var(--code-selector)" },
  { tag: [tags.propertyName, tags.variableName], color: "var(--code-word)" },
]);

export const mapTheme = [look, syntaxHighlighting(colours)];
