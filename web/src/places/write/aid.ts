import type { ChangedText, ElementNumbers } from "../../api/client";
import type { HeldState } from "./states";

/** Ask for a file's new text, made from the texts as they are now, and put it into the editor unless they changed meanwhile. */
export type AskChange = (asking: (drafts: Record<string, string>) => Promise<ChangedText & { also?: Record<string, string> }>) => Promise<void>;

/** What every aid of the selected box is given; each takes what it needs. */
export interface AidProps {
  siteId: number;
  page: string;
  width: number;
  height: number;
  drafts: Record<string, string>;
  /** Index and name of the selected element. */
  selected: number;
  name: string;
  /** All elements of the page. */
  elements: ElementNumbers[];
  caret: { path: string; offset: number } | null;
  /** A goal that another place asked for, to begin with. */
  goal: { kind: "x" | "y"; amount: number } | null;
  onSource: (file: string, line: number) => void;
  onAsk: AskChange;
  /** Hold the selected element in a state, in the page too; `""` lets it go. */
  onHold: (state: HeldState | "") => void;
}
