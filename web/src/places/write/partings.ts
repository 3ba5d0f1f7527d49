/** Where computed numbers and the page's own measured ones part, and why where it is known. */
import type { Numbers } from "../../api/client";
import type { FrameReport } from "./PageFrame";

export interface Parting {
  index: number;
  name: string;
  of: "wide" | "high" | "from the left" | "from the top";
  computed: number;
  measured: number;
  reason: string;
}

const LEAST = 0.5;
const OF = ["from the left", "from the top", "wide", "high"] as const;
const ORDER = [2, 3, 0, 1] as const;

/** The elements whose rectangle is another one in the page than computed, by more than half a px; causes only. */
export function partings(numbers: Numbers | undefined, report: FrameReport | undefined, version: number, runsScripts: boolean): Parting[] {
  if (!numbers || !report || report.version !== version || report.viewport !== numbers.width) return [];
  const found: Parting[] = [];
  const parted = new Set<number>();
  for (const element of [...numbers.elements].reverse()) {
    const measured = report.rects[element.index];
    const computed = numbers.rects[element.index];
    if (!computed || !measured || numbers.not_modelled.includes(element.index)) continue;
    const side = ORDER.find((place) => Math.abs((computed[place] ?? 0) - measured[place]) > LEAST);
    if (side === undefined) continue;
    const isCarried = side < 2 || [...parted].some((inner) => numbers.elements[inner]?.parent === element.index);
    parted.add(element.index);
    if (isCarried) continue;
    found.push({ index: element.index, name: element.name, of: OF[side], computed: computed[side] ?? 0, measured: measured[side], reason: reasonOf(report, runsScripts) });
  }
  return found.reverse();
}

function reasonOf(report: FrameReport, runsScripts: boolean): string {
  if (!report.fontsReady) return "A font is still loading.";
  if (runsScripts) return "A script of the page may have changed it: the numbers are those without scripts.";
  return "The page's fonts or native looks are others than the computed ones.";
}
