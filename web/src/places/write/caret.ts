/** From places in the source to elements and back: what the caret selects, and where a selected element stands. */
import { useCallback, useEffect, useRef } from "react";
import type { Numbers } from "../../api/client";
import type { Marks } from "./editor/marks";
import type { Pseudo } from "./useNumbers";

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
export function useCaret(numbers: Numbers | undefined, page: string, onSelected: (index: number, pseudo: Pseudo) => void): Caret {
  const early = useRef<{ path: string; offset: number; line: number; until: number } | null>(null);
  const select = useCallback((path: string, offset: number, line: number, isAgain = false) => {
    const found = numbers && (path === page ? elementAt(numbers, offset, line) : elementOfRule(numbers, path, line));
    if (!found) return false;
    if (isAgain && found.index === numbers?.selected) return true;
    onSelected(found.index, found.pseudo);
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

interface Found {
  index: number;
  pseudo: Pseudo;
}

/** The innermost element whose source holds an offset; from the white space at a line's start, the element that the line begins. */
function elementAt(numbers: Numbers, offset: number, line: number): Found | null {
  let found: number | null = null;
  let isFirst = true;
  for (const element of numbers.elements) {
    const end = element.end ?? element.tag_end;
    if (element.start === null || element.start === undefined || !end) continue;
    if (element.start <= offset && offset < end) found = element.index;
    if (element.line !== line) continue;
    if (isFirst && element.start > offset) return { index: element.index, pseudo: "" };
    isFirst = false;
  }
  return found === null ? null : { index: found, pseudo: "" };
}

/** The element to select for a line of a sheet: the selected one where the line's rule has it, else the rule's first. */
function elementOfRule(numbers: Numbers, path: string, line: number): Found | null {
  const rule = numbers.rules.filter((candidate) => candidate.file === path && candidate.line <= line).sort((a, b) => b.line - a.line)[0];
  if (!rule || rule.elements.length === 0) return null;
  const selected = numbers.selected;
  const index = selected !== null && selected !== undefined && rule.elements.includes(selected) ? selected : (rule.elements[0] ?? null);
  return index === null ? null : { index, pseudo: rule.pseudo as Pseudo };
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
