/** Margin notes as a gutter at the right of the code: beside their lines, never in the way of the text. */
import { type EditorState, type Extension, RangeSet, StateEffect, StateField } from "@codemirror/state";
import { gutter, GutterMarker, keymap, showTooltip, type Tooltip } from "@codemirror/view";
import type { MarginNote } from "../../../api/client";
import { px } from "../../../kit/numbers";

/** A note as it is shown. */
export interface ShownNote {
  line: number;
  text: string;
  kind: string;
  swatches?: string[];
}

export type Measured = (readonly [number, number, number, number] | null)[];

/** Notes of one file as shown: where layout does not cover the element, the page's measured number stands in. */
export function shownNotes(notes: MarginNote[], file: string, measured: Measured | undefined): ShownNote[] {
  return notes.filter((note) => note.file === file).map((note) => {
    if (note.modelled || note.quantity === null || note.quantity === undefined) return { line: note.line, text: note.text, kind: note.kind, swatches: note.swatches };
    const rect = note.index === null || note.index === undefined ? undefined : measured?.[note.index];
    const value = rect?.[note.quantity === "width" ? 2 : 3];
    return { line: note.line, text: value === undefined ? "not covered yet" : `${px(value)} measured, with its edges`, kind: "measured" };
  });
}

/** The notes of a line in one text, for the gutter and for screen readers. */
export function lineText(notes: ShownNote[]): string {
  return notes.map((note) => note.text).join("; ");
}

const BAD_FIRST = ["problem", "doubt", "dead", "unmatched"];

/** The kind that a line's notes are shown as: the worst of them. */
function worst(notes: ShownNote[]): string {
  return BAD_FIRST.find((kind) => notes.some((note) => note.kind === kind)) ?? notes[0]?.kind ?? "value";
}

function coloursOf(notes: ShownNote[]): string {
  return notes.flatMap((note) => note.swatches ?? []).join();
}

class NoteMarker extends GutterMarker {
  constructor(readonly notes: ShownNote[]) {
    super();
  }

  override eq(other: NoteMarker): boolean {
    return lineText(this.notes) === lineText(other.notes) && worst(this.notes) === worst(other.notes) && coloursOf(this.notes) === coloursOf(other.notes);
  }

  override toDOM(): HTMLElement {
    const element = document.createElement("span");
    element.className = `cm-note cm-note-${worst(this.notes)}`;
    element.textContent = lineText(this.notes);
    const colours = new Set(this.notes.flatMap((note) => note.swatches ?? []));
    element.prepend(...[...colours].map((colour) => {
      const square = document.createElement("span");
      square.className = "cm-swatch";
      square.style.backgroundColor = colour;
      return square;
    }));
    return element;
  }
}

export const setNotes = StateEffect.define<ShownNote[]>();

export const notesField = StateField.define<RangeSet<NoteMarker>>({
  create: () => RangeSet.empty,
  update(markers, transaction) {
    let next = markers.map(transaction.changes);
    for (const effect of transaction.effects) {
      if (!effect.is(setNotes)) continue;
      const lines = new Map<number, ShownNote[]>();
      for (const note of effect.value) lines.set(note.line, [...(lines.get(note.line) ?? []), note]);
      const doc = transaction.state.doc;
      const ranges = [...lines].filter(([line]) => line >= 1 && line <= doc.lines).map(([line, notes]) => new NoteMarker(notes).range(doc.line(line).from));
      next = RangeSet.of(ranges, true);
    }
    return next;
  },
});

/** The text of the notes beside the line that holds a position. */
export function noteAt(state: EditorState, position: number): string {
  const line = state.doc.lineAt(position);
  let text = "";
  state.field(notesField).between(line.from, line.from, (_from, _to, marker) => {
    text = lineText(marker.notes);
  });
  return text;
}

const setWhole = StateEffect.define<boolean>();

/** Whether the note of the caret's line is shown whole, under the line. */
const wholeNote = StateField.define<boolean>({
  create: () => false,
  update(is, transaction) {
    for (const effect of transaction.effects) if (effect.is(setWhole)) return effect.value;
    return is;
  },
  provide: (field) => showTooltip.compute([field, notesField, "selection", "doc"], (state) => (state.field(field) ? wholeAt(state) : null)),
});

function wholeAt(state: EditorState): Tooltip | null {
  const text = noteAt(state, state.selection.main.head);
  if (!text) return null;
  return {
    pos: state.doc.lineAt(state.selection.main.head).from,
    create: () => {
      const dom = document.createElement("div");
      dom.className = "cm-whole-note";
      dom.textContent = text;
      return { dom };
    },
  };
}

const wholeKeys: Extension = keymap.of([
  { key: "Alt-Shift-n", run: (view) => {
    view.dispatch({ effects: setWhole.of(!view.state.field(wholeNote)) });
    return true;
  } },
  { key: "Escape", run: (view) => {
    if (!view.state.field(wholeNote)) return false;
    view.dispatch({ effects: setWhole.of(false) });
    return true;
  } },
]);

export const notesGutter = [
  wholeNote, wholeKeys,
  notesField,
  gutter({ class: "cm-notes", side: "after", markers: (view) => view.state.field(notesField), renderEmptyElements: false }),
];
