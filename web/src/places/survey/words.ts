/** Words for findings, and their places on the axis. */
import type { Finding, Survey } from "../../api/client";
import { px } from "../../kit/numbers";

/** The widths of a finding, as one says them. */
export function rangeOf(low: number | null | undefined, high: number | null | undefined, survey: { start: number; end: number }): string {
  if (low === null || low === undefined || high === null || high === undefined) return "every width";
  if (low === high) return px(low);
  if (high === survey.end) return low === survey.start ? "every width" : `${px(low)} and up`;
  return low === survey.start ? `up to ${px(high)}` : `${px(low)} to ${px(high)}`;
}

/** The widths of a finding in numbers alone. */
export function numbersOf(finding: Finding): string {
  if (finding.low === null || finding.high === null) return "";
  return finding.low === finding.high ? px(finding.low) : `${px(finding.low)} to ${px(finding.high)}`;
}

/** A row of the chart: an element, how deep it stands, its bands and the findings on it and in it that no row below has. */
export interface ChartRow {
  index: number;
  name: string;
  depth: number;
  bands: Survey["bands"];
  findings: Finding[];
  opens: boolean;
}

/** The rows to show: the outermost elements, and what is opened below them. */
export function rowsOf(survey: Survey, findings: Finding[], opened: Set<number>, parents: Map<number, number>): ChartRow[] {
  const byIndex = new Map<number, Survey["bands"]>();
  for (const band of survey.bands) byIndex.set(band.index, [...(byIndex.get(band.index) ?? []), band]);
  for (const finding of findings) if (finding.index !== null && finding.low !== null && !byIndex.has(finding.index)) byIndex.set(finding.index, []);
  byIndex.delete(0);
  const containerOf = (index: number): number | null => {
    let node = parents.get(index);
    while (node !== undefined && node > 0 && !byIndex.has(node)) node = parents.get(node);
    return node !== undefined && node > 0 ? node : null;
  };
  const indexes = [...byIndex.keys()].sort((a, b) => a - b);
  const depths = new Map<number, number>();
  const shown: number[] = [];
  for (const index of indexes) {
    const around = containerOf(index);
    depths.set(index, around === null ? 0 : (depths.get(around) ?? 0) + 1);
    if (around === null || (opened.has(around) && shown.includes(around))) shown.push(index);
  }
  const isShown = new Set(shown);
  const rowFor = (index: number): number | null => {
    let node: number | null = index;
    while (node !== null && !isShown.has(node)) node = byIndex.has(node) ? containerOf(node) : (parents.get(node) ?? null);
    return node;
  };
  const placed = new Map<number, Finding[]>();
  for (const finding of findings) {
    if (finding.low === null || finding.index === null) continue;
    const row = rowFor(finding.index) ?? shown[0];
    if (row !== undefined) placed.set(row, [...(placed.get(row) ?? []), finding]);
  }
  return shown.map((index) => ({
    index, depth: depths.get(index) ?? 0, bands: byIndex.get(index) ?? [], findings: placed.get(index) ?? [],
    name: byIndex.get(index)?.[0]?.selector ?? findings.find((finding) => finding.index === index)?.selector ?? "",
    opens: indexes.some((other) => containerOf(other) === index),
  }));
}

const ENOUGH = 13;

/** What is open before anything is opened by hand: from the outside in, for as long as the rows stay few. */
export function openedAtFirst(survey: Survey, findings: Finding[], parents: Map<number, number>): Set<number> {
  const opened = new Set<number>();
  for (;;) {
    const rows = rowsOf(survey, findings, opened, parents);
    const next = rows.filter((row) => row.opens && !opened.has(row.index)).sort((a, b) => a.depth - b.depth);
    // A row that stands alone says nothing of the page: it is opened whatever is in it.
    const first = rows.length === 1 ? next[0] : next.find((row) => rowsOf(survey, findings, new Set([...opened, row.index]), parents).length <= ENOUGH);
    if (!first) return opened;
    opened.add(first.index);
  }
}
