/** What another place asks Write to do when it opens: stand on an element, go to a line, put in a change. */
import type { Finding } from "../../api/client";

export interface Handed {
  site: number;
  page: string;
  index: number | null;
  file: string | null;
  line: number | null;
  fix: Finding["fixes"][number] | null;
  /** A goal to solve for, of the element: what of it is to be how much. */
  goal?: { kind: "x" | "y"; amount: number } | null;
}

let waiting: Handed | null = null;

export const handOver = {
  /** Leave something for Write. */
  put(handed: Handed): void {
    waiting = handed;
  },
  /** Take what was left for a page, once. */
  take(site: number, page: string): Handed | null {
    if (waiting?.site !== site || waiting.page !== page) return null;
    const handed = waiting;
    waiting = null;
    return handed;
  },
};

/** A text with a finding's change in it; null where the line no longer says what the change is for. */
export function withFix(text: string, fix: Finding["fixes"][number]): { text: string; at: number } | null {
  const lines = text.split("\n");
  const line = lines[fix.line - 1];
  const place = line?.indexOf(fix.before) ?? -1;
  if (line === undefined || place < 0) return null;
  lines[fix.line - 1] = line.slice(0, place) + fix.after + line.slice(place + fix.before.length);
  const before = lines.slice(0, fix.line - 1).reduce((sum, one) => sum + one.length + 1, 0);
  return { text: lines.join("\n"), at: before + place + fix.after.length };
}
