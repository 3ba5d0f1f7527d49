import { css } from "@codemirror/lang-css";
import { html } from "@codemirror/lang-html";
import { MergeView } from "@codemirror/merge";
import { EditorState, Transaction } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import { useEffect, useRef } from "react";
import styled from "styled-components";
import { mapTheme } from "./editor/theme";

const Host = styled.div`
  min-height: 0; overflow: auto;
  .cm-mergeView { height: 100%; }
  .cm-merge-revert { width: 3.4em; background: var(--paper); border-inline: 1px solid var(--hairline); }
  .cm-merge-revert button { left: 2px; width: auto; padding: 0 3px; border: 1px solid var(--hairline); border-radius: var(--round-small); background: var(--panel); color: var(--lake); font-size: var(--size-tick); cursor: pointer; }
`;

const look = EditorView.theme({
  ".cm-changedLine": { backgroundColor: "var(--band) !important" },
  "&.cm-merge-b .cm-changedText": { background: "none !important", borderBottom: "2px solid var(--hill-line)" },
  "&.cm-merge-a .cm-changedText": { background: "none !important", textDecoration: "line-through var(--wrong)" },
  ".cm-collapsedLines": { background: "var(--paper)", color: "var(--soft)", fontFamily: "var(--font-words)" },
  ".cm-changeGutter": { width: "4px" },
  "&.cm-merge-b .cm-changedLineGutter": { background: "var(--hill-line)" },
  "&.cm-merge-a .cm-changedLineGutter": { background: "var(--wrong)" },
  ".cm-collapsedLines::before, .cm-collapsedLines::after": { content: '""' },
});

function revertButton(): HTMLElement {
  const button = document.createElement("button");
  button.textContent = "back";
  button.title = "Bring this part back";
  button.setAttribute("aria-label", "Bring this part back");
  return button;
}

interface Props {
  path: string;
  /** The earlier state, at the left. */
  text: string;
  /** What it is called. */
  label: string;
  /** The file as it is, at the right. */
  now: string;
  /** A part was brought back: the file's text then. */
  onText: (text: string) => void;
}

/** Two states of a file side by side, with what differs marked by word; each part that differs can be brought back. */
export function Differences({ path, label, text, now, onText }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const latest = useRef(onText);
  useEffect(() => {
    latest.current = onText;
  });
  useEffect(() => {
    if (!host.current) return;
    const both = (words: string) => [
      /\.html?$|\.svg$/i.test(path) ? html() : css(), mapTheme, look, EditorView.lineWrapping, EditorState.readOnly.of(true), EditorView.editable.of(false),
      EditorView.contentAttributes.of({ "aria-label": words, tabindex: "0", role: "textbox", "aria-readonly": "true", "aria-multiline": "true" }),
    ];
    const view = new MergeView({
      parent: host.current, a: { doc: text, extensions: both(label) },
      b: { doc: now, extensions: [...both(`${path} as it is`), EditorView.updateListener.of((update) => {
        if (update.docChanged && update.transactions.some((one) => one.annotation(Transaction.userEvent) === "revert")) latest.current(update.state.doc.toString());
      })] },
      revertControls: "a-to-b", renderRevertControl: revertButton, collapseUnchanged: { margin: 3, minSize: 6 },
    });
    return () => view.destroy();
  }, [path, label, text, now]);
  return <Host ref={host} />;
}
