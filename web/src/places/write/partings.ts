/** Where computed numbers and the page's own measured ones part, and why where it is known. */
import { ask, client, type Numbers } from "../../api/client";
import { useLatest } from "../../kit/useLatest";
import type { HeldState } from "./states";
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

interface View {
  page: string;
  width: number;
  height: number;
  drafts: Record<string, string>;
}

/** What a state that the page is in at the moment does, told in place of the partings that it explains. */
export interface Resting {
  sentence: string;
}

interface Told {
  partings: Parting[];
  resting: Resting[];
}

/** Partings, without those that come of the pointer or the focus resting on something: these are computed and told as such. */
export function usePartings(siteId: number, view: View | null, numbers: Numbers | undefined, report: FrameReport | undefined, version: number, runsScripts: boolean): Told {
  const found = partings(numbers, report, version, runsScripts);
  const hovered = useShifts(siteId, view, found.length > 0 ? (report?.hovered ?? null) : null, "hover");
  const focused = useShifts(siteId, view, found.length > 0 ? (report?.focused ?? null) : null, "focus-visible");
  const told: Told = { partings: found, resting: [] };
  for (const [index, shifts, words] of [[report?.hovered, hovered, "The pointer rests on"], [report?.focused, focused, "The keyboard’s focus is on"]] as const) {
    if (!shifts || index === null || index === undefined) continue;
    const left = told.partings.filter((one) => !shifts.moves.has(one.index));
    if (left.length === told.partings.length) continue;
    told.partings = left;
    told.resting.push({ sentence: `${words} ${numbers?.elements[index]?.name ?? "a box"}. ${shifts.sentence} The numbers are those at rest.` });
  }
  return told;
}

function useShifts(siteId: number, view: View | null, selected: number | null, state: HeldState): { moves: Set<number>; sentence: string } | null {
  const question = view && selected !== null ? { ...view, selected, state } : null;
  const { answer, isFresh } = useLatest(question, (body) => ask(client.POST("/api/sites/{site_id}/hold", { params: { path: { site_id: siteId } }, body })));
  return question && isFresh && answer ? { moves: new Set(answer.held.shifts.map((one) => one.index)), sentence: answer.held.sentence } : null;
}
