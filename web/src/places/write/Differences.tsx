import { css } from "@codemirror/lang-css";
import { html } from "@codemirror/lang-html";
import { unifiedMergeView } from "@codemirror/merge";
import { EditorState } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import { useEffect, useRef } from "react";
import { mapTheme } from "./editor/theme";

const look = EditorView.theme({
  ".cm-changedLine": { backgroundColor: "var(--band) !important" },
  ".cm-changedText": { background: "none !important", borderBottom: "2px solid var(--hill-line)" },
  ".cm-deletedChunk": { backgroundColor: "var(--paper) !important", paddingLeft: "6px" },
  ".cm-deletedChunk .cm-deletedText, .cm-deletedChunk del": { background: "none !important", textDecoration: "line-through var(--wrong)" },
  ".cm-collapsedLines": { background: "var(--paper)", color: "var(--soft)", fontFamily: "var(--font-words)" },
  ".cm-changeGutter": { width: "4px" },
  ".cm-changedLineGutter": { background: "var(--hill-line)" },
  ".cm-deletedLineGutter": { background: "var(--wrong)" },
});

/** A text with what differs from another one marked by word: what it has more is underlined, what it lacks is struck through. */
export function Differences({ path, label, text, now }: { path: string; label: string; text: string; now: string }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!host.current) return;
    const view = new EditorView({
      parent: host.current,
      doc: text,
      extensions: [
        /\.html?$|\.svg$/i.test(path) ? html() : css(), mapTheme, look, EditorView.lineWrapping, EditorState.readOnly.of(true), EditorView.editable.of(false),
        EditorView.contentAttributes.of({ "aria-label": label, tabindex: "0", role: "textbox", "aria-readonly": "true", "aria-multiline": "true" }),
        unifiedMergeView({ original: now, mergeControls: false, collapseUnchanged: { margin: 3, minSize: 6 } }),
      ],
    });
    return () => view.destroy();
  }, [path, label, text, now]);
  return <div ref={host} style={{ minHeight: 0, overflow: "auto" }} />;
}
