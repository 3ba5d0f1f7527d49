/** The selected text over all widths: its size, line height, measure and lines, each as a hill. */
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import type { AidProps } from "./aid";

const Panel = styled.div`
  .hills { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 4px 16px; max-width: 640px; }
  figure { margin: 0; min-width: 0; } figcaption { font-size: var(--size-note); } figcaption span { color: var(--soft); }
  svg { display: block; width: 100%; height: auto; }
  path { fill: var(--day-hill, #6f7d42); fill-opacity: 0.45; stroke: var(--day-hill, #6f7d42); stroke-width: 1; vector-effect: non-scaling-stroke; }
  .walker { stroke: var(--wrong); } .axis { stroke: var(--hairline); }
  text { fill: var(--soft); font-size: var(--size-tick); }
`;
const FROM = 240, TO = 1920, STEP = 30;
const WIDTHS = Array.from({ length: (TO - FROM) / STEP + 1 }, (_, place) => FROM + place * STEP);
const WIDE = 300, HIGH = 44;

interface Point {
  width: number;
  size: number;
  line_height: number;
  measure: number | null;
  lines: number | null;
}

const QUANTITIES: readonly { name: string; unit: string; of: (point: Point) => number | null }[] = [
  { name: "Size", unit: "px", of: (point) => point.size },
  { name: "Line height", unit: "px", of: (point) => point.line_height },
  { name: "Measure", unit: "characters", of: (point) => point.measure },
  { name: "Lines", unit: "", of: (point) => point.lines },
];

export function TextPanel({ siteId, page, width, height, drafts, selected, name }: AidProps) {
  const { answer, error, isFresh } = useLatest({ page, height, drafts, selected, widths: WIDTHS }, (body) => ask(client.POST("/api/sites/{site_id}/text-over-widths", { params: { path: { site_id: siteId } }, body })));
  if (error && isFresh) return <Panel><p role="alert">{error}</p></Panel>;
  if (!answer) return <Panel><p role="status">{name} is laid out at {WIDTHS.length} widths…</p></Panel>;
  return (
    <Panel>
      <div className="hills" aria-busy={!isFresh}>
        {QUANTITIES.map((one) => <TextHill key={one.name} title={one.name} unit={one.unit} points={answer.points.flatMap((point) => { const value = one.of(point); return value === null ? [] : [{ at: point.width, value }]; })} walker={width} />)}
      </div>
    </Panel>
  );
}

function TextHill({ title, unit, points, walker }: { title: string; unit: string; points: { at: number; value: number }[]; walker: number }) {
  if (points.length === 0) return null;
  const values = points.map((one) => one.value);
  const least = Math.min(...values), most = Math.max(...values);
  const x = (at: number) => ((at - FROM) / (TO - FROM)) * WIDE;
  const y = (value: number) => HIGH - (value / (most || 1)) * (HIGH - 6);
  const first = points[0], last = points[points.length - 1];
  const words = least === most ? `${px(most)} ${unit}`.trim() : `${px(least)} to ${px(most)} ${unit}`.trim();
  const drawn = `M${x(first?.at ?? FROM)},${HIGH} ${points.map((one) => `L${x(one.at)},${y(one.value)}`).join(" ")} L${x(last?.at ?? TO)},${HIGH} Z`;
  return (
    <figure>
      <figcaption>{title} <span className="number">{words}</span></figcaption>
      <svg viewBox={`0 0 ${WIDE} ${HIGH + 14}`} role="img" aria-label={`${title} over the widths: ${words}`}>
        <path d={drawn}><title>{words}</title></path>
        <line className="axis" x1={0} x2={WIDE} y1={HIGH + 0.5} y2={HIGH + 0.5} />
        <line className="walker" x1={x(walker)} x2={x(walker)} y1={0} y2={HIGH} />
        {[240, 800, 1360].map((at) => <text key={at} x={x(at)} y={HIGH + 12}>{at.toLocaleString("en")}</text>)}
      </svg>
    </figure>
  );
}
