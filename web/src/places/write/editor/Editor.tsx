import { css } from "@codemirror/lang-css";
import { html } from "@codemirror/lang-html";
import { Annotation, EditorState, Text as CodeText, Transaction } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import { memo, useEffect, useRef } from "react";
import { closingBraces } from "./closingBraces";
import { closingTags } from "./closingTags";
import { habitOf } from "./habit";
import { changeBetween, changedTo, keepHistory, stateFor } from "./history";
import { type Marks, marksField, setMarks } from "./marks";
import { noteAt, notesGutter, setNotes, type ShownNote } from "./notes";
import { nudgeKeys } from "./nudge";
import { setup } from "./setup";
import { type SiteNow, siteWords } from "./siteWords";
import { mapTheme } from "./theme";

/** A place to go to: a line or an offset; `stamp` makes the same place a new wish. */
export interface Jump {
  path: string;
  line?: number;
  offset?: number;
  focus: boolean;
  stamp: number;
}

interface Props {
  site: number;
  path: string;
  text: string;
  /** The text before a change that was made for the person, where the editor may not have had it. */
  before: string | undefined;
  /** Grows when the text changed elsewhere and must be shown. */
  outside: number;
  notes: ShownNote[];
  marks: Marks;
  jump: Jump | null;
  /** The site as it is now, for completion. */
  siteNow: () => SiteNow;
  onEdit: (path: string, text: string) => void;
  onCaret: (path: string, offset: number, line: number) => void;
  /** The caret stands elsewhere, whoever put it there. */
  onPlace: (path: string, offset: number, line: number) => void;
  onNote: (text: string) => void;
}

/** The element that says how the editor is left. */
export const LEAVING = "leaving-the-editor";

const programmatic = Annotation.define<boolean>();

/** The source of one file, with margin notes at the walker. */
export const Editor = memo(function Editor(props: Props) {
  const { site, path, text, outside, notes, marks, jump } = props;
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const states = useRef(new Map<string, EditorState>());
  const shown = useRef("");
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });

  useEffect(() => {
    const element = host.current;
    if (!element) return;
    const made = new EditorView({
      parent: element,
      // What was typed is told before the editor draws it: the numbers are asked for as early as can be.
      dispatchTransactions: (transactions, target) => {
        const last = transactions.at(-1);
        const isOwn = transactions.some((transaction) => transaction.annotation(programmatic));
        if (last && !isOwn && transactions.some((transaction) => transaction.docChanged)) latest.current.onEdit(shown.current, last.newDoc.toString());
        target.update(transactions);
      },
    });
    view.current = made;
    const keep = () => shown.current && keepHistory(latest.current.site, shown.current, made.state);
    addEventListener("pagehide", keep);
    return () => {
      keep();
      removeEventListener("pagehide", keep);
      made.destroy();
      view.current = null;
      shown.current = "";
    };
  }, []);

  useEffect(() => {
    const editor = view.current;
    if (!editor || shown.current === path) return;
    if (shown.current) states.current.set(shown.current, editor.state);
    const isMarkup = /\.html?$|\.svg$/i.test(path);
    // The same one each time it is asked for: it is known again by that.
    const words = [{ autocomplete: siteWords(() => latest.current.siteNow(), () => shown.current) }];
    const extensions = [
      nudgeKeys, setup, EditorState.languageData.of(() => words), isMarkup ? [html({ autoCloseTags: false }), closingTags] : [css(), closingBraces], habitOf(CodeText.of(text.split("\n")), isMarkup), mapTheme, notesGutter, marksField, EditorView.lineWrapping,
      EditorView.contentAttributes.of({ "aria-label": `Source of ${path}`, "aria-describedby": LEAVING, tabindex: "0" }),
      EditorView.updateListener.of((update) => {
        const own = update.transactions.some((transaction) => transaction.annotation(programmatic));
        const head = update.state.selection.main.head;
        // Going to a line and finding words have no event of their own; undo, and what is put in from elsewhere, select nothing.
        const byPerson = update.transactions.some((t) => (t.selection && !t.docChanged) || t.isUserEvent("input") || t.isUserEvent("delete"));
        if (update.selectionSet || update.docChanged) latest.current.onPlace(path, head, update.state.doc.lineAt(head).number);
        if (update.selectionSet && !own && byPerson) latest.current.onCaret(path, head, update.state.doc.lineAt(head).number);
        if (update.selectionSet || update.transactions.some((t) => t.effects.some((e) => e.is(setNotes)))) latest.current.onNote(noteAt(update.state, head));
      }),
    ];
    const known = states.current.get(path);
    editor.setState(known ? changedTo(known, text) : changedTo(stateFor(site, path, latest.current.before ?? text, extensions), text));
    shown.current = path;
  }, [site, path, text]);

  useEffect(() => {
    const editor = view.current;
    if (!editor || shown.current !== path || editor.state.doc.toString() === latest.current.text) return;
    editor.dispatch({
      changes: changeBetween(editor.state.doc.toString(), latest.current.text),
      annotations: [programmatic.of(true), Transaction.addToHistory.of(true)],
    });
  }, [outside, path]);

  // The keys stand for the notes and marks: the editor is not drawn anew for equal ones.
  const notesKey = JSON.stringify(notes);
  const marksKey = JSON.stringify(marks);
  useEffect(() => {
    view.current?.dispatch({ effects: [setNotes.of(latest.current.notes), setMarks.of(latest.current.marks)], annotations: programmatic.of(true) });
  }, [notesKey, marksKey, path]);

  useEffect(() => {
    const editor = view.current;
    if (!editor || !jump || jump.path !== path) return;
    const doc = editor.state.doc;
    const offset = jump.line !== undefined ? doc.line(Math.min(Math.max(jump.line, 1), doc.lines)).from : Math.min(jump.offset ?? 0, doc.length);
    editor.dispatch({ selection: { anchor: offset }, effects: EditorView.scrollIntoView(offset, { y: "center" }), annotations: programmatic.of(true) });
    if (jump.focus) editor.focus();
  }, [jump, path]);

  return <div ref={host} style={{ height: "100%", minHeight: 0 }} />;
});
