/** From places in the source to elements and back: what the caret selects, and where a selected element stands. */
import { useCallback, useEffect, useRef } from "react";
import type { Numbers } from "../../api/client";
import type { Marks } from "./editor/marks";

/** Milliseconds after which numbers are taken to be those of the text as it stands. */
const NUMBERS_COME = 2000;

interface Caret {
  onCaret: (path: string, offset: number, line: number) => void;
  /** Something else was selected: the caret no longer counts. */
  forget: () => void;
}

/** Selects by the caret.
 *
 * It may stand in its rule before the numbers know the rule, or where they still have another: it selects once they have come.
 */
export function useCaret(numbers: Numbers | undefined, page: string, onSelected: (index: number) => void): Caret {
  const early = useRef<{ path: string; offset: number; line: number; until: number } | null>(null);
  const select = useCallback((path: string, offset: number, line: number, isAgain = false) => {
    const index = numbers && (path === page ? elementAt(numbers, offset) : elementOfRule(numbers, path, line));
    if (index === null || index === undefined) return false;
    if (isAgain && index === numbers?.selected) return true;
    onSelected(index);
    return true;
  }, [numbers, page, onSelected]);
  // The numbers change at every keystroke: the editor's column is not drawn anew for that.
  const latest = useRef(select);
  useEffect(() => {
    latest.current = select;
    const caret = early.current;
    if (!caret) return;
    if (performance.now() > caret.until) {
      early.current = null;
      return;
    }
    const isKnown = select(caret.path, caret.offset, caret.line, true);
    if (isKnown && caret.until === Infinity) early.current = { ...caret, until: performance.now() + NUMBERS_COME };
  }, [select]);
  const onCaret = useCallback((path: string, offset: number, line: number) => {
    const isKnown = latest.current(path, offset, line);
    early.current = { path, offset, line, until: isKnown ? performance.now() + NUMBERS_COME : Infinity };
  }, []);
  const forget = useCallback(() => {
    early.current = null;
  }, []);
  return { onCaret, forget };
}

/** Where an element stands in the open file: its closest rule, or its tag. */
export function placeOf(numbers: Numbers | undefined, file: string, page: string, index: number): { path: string; line?: number; offset?: number } | null {
  const element = numbers?.elements[index];
  const rules = numbers?.rules.filter((rule) => rule.file === file && rule.elements.includes(index)) ?? [];
  const [closest] = rules.sort((a, b) => a.elements.length - b.elements.length);
  if (closest) return { path: file, line: closest.line };
  return file === page && element?.start !== null && element?.start !== undefined ? { path: page, offset: element.start } : null;
}

/** The innermost element whose source holds an offset. */
function elementAt(numbers: Numbers, offset: number): number | null {
  let found: number | null = null;
  for (const element of numbers.elements) {
    const end = element.end ?? element.tag_end;
    if (element.start !== null && element.start !== undefined && end && element.start <= offset && offset < end) found = element.index;
  }
  return found;
}

/** The element to select for a line of a sheet: the selected one where the line's rule has it, else the rule's first. */
function elementOfRule(numbers: Numbers, path: string, line: number): number | null {
  const rule = numbers.rules.filter((candidate) => candidate.file === path && candidate.line <= line).sort((a, b) => b.line - a.line)[0];
  if (!rule || rule.elements.length === 0) return null;
  const selected = numbers.selected;
  return selected !== null && selected !== undefined && rule.elements.includes(selected) ? selected : (rule.elements[0] ?? null);
}

/** What of the open file is marked: the lines of rules that apply to the selected element, or its tag. */
export function marksOf(numbers: Numbers | undefined, open: string, page: string): Marks {
  const selected = numbers?.selected;
  if (!numbers || selected === null || selected === undefined) return { ruleLines: [], tag: null };
  const element = numbers.elements[selected];
  const ruleLines = numbers.rules.filter((rule) => rule.file === open && rule.elements.length < numbers.elements.length && rule.elements.includes(selected)).map((rule) => rule.line);
  const hasTag = open === page && element?.start !== null && element?.start !== undefined && element.tag_end;
  return { ruleLines: open === page ? [] : ruleLines, tag: hasTag ? { from: element.start ?? 0, to: element.tag_end ?? 0 } : null };
}
