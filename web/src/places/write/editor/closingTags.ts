/** Closing tags that the editor puts in, and that are typed over: whoever types them all the same gets them once. */
import { htmlLanguage } from "@codemirror/lang-html";
import { type EditorState, type Extension, type StateEffect, StateEffect as Effects, StateField, type Text, Transaction } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import type { SyntaxNode } from "@lezer/common";
import { readTree } from "./readTree";

const VOID = new Set("area base br col embed hr img input link meta param source track wbr".split(" "));
const MOST_OWED = 60;

/** A closing tag that the editor put in: a person who types it is given this one. */
interface Owed {
  from: number;
  to: number;
  tag: string;
}

/** What is left of a closing tag that was completed: typed at its end, these characters are swallowed. */
interface Rest {
  at: number;
  text: string;
  swallowed: string;
  /** Where the swallowed characters go if they turn out to be words. */
  home: number;
}

interface Closing {
  owed: readonly Owed[];
  rest: Rest | null;
}

const owe = Effects.define<Owed>();
const setRest = Effects.define<Rest | null>();

const closing = StateField.define<Closing>({
  create: () => ({ owed: [], rest: null }),
  update(value, transaction) {
    let { owed, rest } = value;
    if (transaction.docChanged) {
      owed = owed
        .map((one) => ({ ...one, from: transaction.changes.mapPos(one.from, 1), to: transaction.changes.mapPos(one.to, -1) }))
        .filter((one) => transaction.newDoc.sliceString(one.from, one.to) === one.tag);
      rest = null;
    }
    if (transaction.selection) rest = null;
    for (const effect of transaction.effects) {
      if (effect.is(owe)) owed = [...owed, effect.value].slice(-MOST_OWED);
      if (effect.is(setRest)) rest = effect.value;
    }
    return owed === value.owed && rest === value.rest ? value : { owed, rest };
  },
});

function nameOf(doc: Text, element: SyntaxNode | null, before: number): string {
  const name = element?.firstChild?.getChild("TagName");
  return name ? doc.sliceString(name.from, Math.min(name.to, before)) : "";
}

/** Whether an element has its closing tag, those around it of the same name counted too. */
function isClosed(doc: Text, element: SyntaxNode, name: string): boolean {
  for (let node = element; ;) {
    if (node.lastChild?.name !== "CloseTag") return false;
    const around = node.parent;
    if (!around || around.name === "Document") return true;
    if (nameOf(doc, around, around.to) !== name) return true;
    node = around;
  }
}

/** The closing tag that is to follow a start tag which ends at a position; empty where none is to. */
function missingAfter(state: EditorState, at: number): string {
  const end = readTree(state).resolveInner(at, -1);
  const tag = end.parent;
  if (end.name !== "EndTag" || tag?.name !== "OpenTag" || !tag.parent) return "";
  const name = nameOf(state.doc, tag.parent, at);
  return name && !VOID.has(name.toLowerCase()) && !isClosed(state.doc, tag.parent, name) ? `</${name}>` : "";
}

/** The element that `</` before a position is to close, where it is open. */
function openBefore(state: EditorState, at: number): string {
  const slash = readTree(state).resolveInner(at, -1);
  const element = slash.parent;
  if (slash.name !== "IncompleteCloseTag" || slash.from !== at - 2 || !element || element.lastChild?.name === "CloseTag") return "";
  const name = nameOf(state.doc, element, at);
  return VOID.has(name.toLowerCase()) ? "" : name;
}

/** The closing tag that the editor put in right ahead of a position, with nothing but white space between. */
function owedAhead(state: EditorState, at: number): Owed | undefined {
  const ahead = state.field(closing).owed.filter((one) => one.from >= at).sort((a, b) => a.from - b.from)[0];
  return ahead && state.sliceDoc(at, ahead.from).trim() === "" ? ahead : undefined;
}

/** Over the closing tag ahead: the `<` that was typed goes, and so does an empty line that it stood on. */
function typeOver(view: EditorView, at: number, ahead: Owed): void {
  const line = view.state.doc.lineAt(at);
  const isAlone = view.state.sliceDoc(line.from, at).trim() === "<" && ahead.from > line.to;
  const from = isAlone ? Math.max(line.from - 1, 0) : at - 1;
  const to = isAlone ? line.to : ahead.from;
  const end = ahead.to - (to - from);
  view.dispatch({
    changes: { from, to },
    selection: { anchor: end },
    effects: setRest.of({ at: end, text: ahead.tag.slice(2), swallowed: "", home: end }),
    // What was typed is taken back, and nothing is written: there is nothing of its own to undo.
    annotations: Transaction.addToHistory.of(false),
    userEvent: "input.type",
    scrollIntoView: true,
  });
}

function swallow(view: EditorView, rest: Rest, text: string): boolean {
  if (text === rest.text[0]) {
    const left = rest.text.slice(1);
    view.dispatch({ effects: setRest.of(left ? { ...rest, text: left, swallowed: rest.swallowed + text } : null) });
    return true;
  }
  if (!rest.swallowed) {
    // Whoever leaves `</li>` out and closes the list gets both.
    const outer = owedAhead(view.state, rest.at);
    if (!outer?.tag.startsWith(`</${text}`)) return false;
    view.dispatch({ selection: { anchor: outer.to }, effects: setRest.of({ at: outer.to, text: outer.tag.slice(3), swallowed: text, home: rest.at }), scrollIntoView: true });
    return true;
  }
  // It was no closing tag after all: what was swallowed was meant to stand there.
  const insert = rest.swallowed + text;
  view.dispatch({ changes: { from: rest.home, insert }, selection: { anchor: rest.home + insert.length }, userEvent: "input.type", scrollIntoView: true });
  return true;
}

const typed = EditorView.inputHandler.of((view, from, to, text, insert) => {
  if (view.composing || view.state.readOnly || from !== to || text.length !== 1 || view.state.selection.ranges.length > 1) return false;
  const { rest } = view.state.field(closing);
  if (rest && rest.at === from && swallow(view, rest, text)) return true;
  if ((text !== ">" && text !== "/") || !htmlLanguage.isActiveAt(view.state, from, -1)) return false;
  const base = insert();
  const { state } = base;
  const at = state.selection.main.head;
  if (state.sliceDoc(at - 1, at) !== text) return false;
  const completed = (added: string, caret: number, effect: StateEffect<unknown>) => {
    view.dispatch([base, state.update({ changes: { from: at, insert: added }, selection: { anchor: caret }, effects: effect, userEvent: "input.complete", scrollIntoView: true })]);
    return true;
  };
  if (text === ">") {
    const tag = missingAfter(state, at);
    return tag !== "" && completed(tag, at, owe.of({ from: at, to: at + tag.length, tag }));
  }
  if (state.sliceDoc(at - 2, at) !== "</") return false;
  const name = openBefore(state, at);
  const ahead = owedAhead(view.state, from);
  if (ahead && (!name || ahead.tag === `</${name}>`)) {
    typeOver(view, from, ahead);
    return true;
  }
  if (!name) return false;
  const end = at + name.length + 1;
  return completed(`${name}>`, end, setRest.of({ at: end, text: `${name}>`, swallowed: "", home: end }));
});

export const closingTags: Extension = [closing, typed];
