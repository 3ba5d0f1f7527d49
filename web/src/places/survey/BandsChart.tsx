import { type PointerEvent, useRef } from "react";
import { Button as AriaButton } from "react-aria-components";
import { VisuallyHidden } from "react-aria-components/VisuallyHidden";
import styled from "styled-components";
import type { Finding, Pin, Survey } from "../../api/client";
import { px } from "../../kit/numbers";
import { useRoom } from "../../kit/useRoom";
import { type AxisScale, axisScale, clampWidth, labelWidth, nextStop, NARROWEST, placeLabels, WIDEST } from "../../width-axis/scale";
import { type ChartRow, rangeOf } from "./words";

const Area = styled.section`
  position: relative; overflow: auto; min-height: 0; padding: 0 0 8px;
  .axis { position: sticky; top: 0; z-index: 1; background: var(--paper); touch-action: none; }
  svg { display: block; user-select: none; }
  text { font-size: var(--size-tick); fill: var(--soft); font-variant-numeric: tabular-nums; }
  .row { position: relative; border-top: 1px solid transparent; }
  .row:hover { border-top-color: var(--hairline); }
  .name { position: absolute; left: 0; top: 6px; width: 168px; padding-right: 8px; display: flex; gap: 4px; align-items: baseline; }
  .name span { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
  .name b { font-weight: var(--weight-strong); }
  .name button { flex: none; width: 18px; padding: 0; border: 0; background: none; color: var(--lake); cursor: pointer; font-size: var(--size-note); }
  .band { cursor: pointer; } .band:hover rect { stroke: var(--lake); }
  .band text { fill: var(--ink); }
  .finding { cursor: pointer; } .finding:hover text { text-decoration: underline; }
  .slider { position: absolute; top: 0; height: 44px; width: 50px; margin-left: -25px; border-radius: var(--round-sheet); pointer-events: none; }
`;

const NAME_ROOM = 178;
const SIDE = 22;
const AXIS_HEIGHT = 44;
const BAND = 22;

interface Props {
  survey: Survey;
  rows: ChartRow[];
  opened: Set<number>;
  onOpen: (index: number) => void;
  walker: number;
  onWalk: (width: number) => void;
  pins: Pin[];
  onStand: (index: number, width: number) => void;
  onFinding: (key: string) => void;
}

/** One row an element, its arrangements as bands over the width axis, and findings below them at their exact range. */
export function BandsChart({ survey, rows, opened, onOpen, walker, onWalk, pins, onStand, onFinding }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const room = useRoom(ref, 900);
  const x = axisScale(NAME_ROOM, Math.max(room - SIDE, NAME_ROOM + 200));
  const stops = [...survey.edges.map((edge) => edge.at), ...pins.map((pin) => pin.width)];
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    onWalk(clampWidth(x.invert(event.clientX - box.left)));
  };
  const onKey = (event: React.KeyboardEvent) => {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, number | undefined> = {
      ArrowLeft: walker - step, ArrowDown: walker - step, ArrowRight: walker + step, ArrowUp: walker + step,
      Home: NARROWEST, End: WIDEST, PageUp: nextStop(stops, walker, 1), PageDown: nextStop(stops, walker, -1),
    };
    const to = moves[event.key];
    if (to === undefined) return;
    event.preventDefault();
    onWalk(clampWidth(to));
  };
  return (
    <Area ref={ref} aria-label="Bands">
      <div className="axis">
        <svg
          width="100%" height={AXIS_HEIGHT} style={{ cursor: "ew-resize" }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            drag(event);
          }}
          onPointerMove={(event) => {
            if (event.currentTarget.hasPointerCapture(event.pointerId)) drag(event);
          }}
        >
          <Ticks x={x} walker={walker} />
        </svg>
        <div
          className="slider" role="slider" tabIndex={0} style={{ left: x(walker) }} onKeyDown={onKey} aria-label="Walker: viewport width"
          aria-valuemin={NARROWEST} aria-valuemax={WIDEST} aria-valuenow={walker} aria-description="Arrow keys walk 1, with Shift 10; Page Up and Page Down go to the next edge or pin."
        />
      </div>
      {rows.map((row) => <Row key={row.index} row={row} x={x} survey={survey} walker={walker} pins={pins} isOpen={opened.has(row.index)} onOpen={onOpen} onStand={onStand} onFinding={onFinding} />)}
      <Foot x={x} pins={pins} walker={walker} onWalk={onWalk} />
      <Table rows={rows} survey={survey} onStand={onStand} />
    </Area>
  );
}

function Ticks({ x, walker }: { x: AxisScale; walker: number }) {
  const named = [240, 400, 600, 800, 1000, 1200, 1400, 1600, 1920];
  return (
    <g>
      <line x1={x(NARROWEST)} x2={x(WIDEST)} y1={38} y2={38} stroke="var(--ink)" />
      {Array.from({ length: 22 }, (_, k) => 240 + 80 * k).map((at) => <line key={at} x1={x(at)} x2={x(at)} y1={38} y2={43} stroke="var(--ink)" />)}
      {named.map((at) => Math.abs(x(at) - x(walker)) > 40 && <text key={at} x={x(at)} y={30} textAnchor="middle">{px(at)}</text>)}
      <line x1={x(walker)} x2={x(walker)} y1={22} y2={AXIS_HEIGHT} stroke="var(--lake)" strokeWidth="2" />
      <rect x={x(walker) - 25} y={4} width={50} height={19} rx={5} fill="var(--lake)" />
      <text x={x(walker)} y={17.5} textAnchor="middle" style={{ fill: "var(--on-lake)", fontWeight: 700, fontSize: 12 }}>{px(walker)}</text>
    </g>
  );
}

interface RowProps extends Pick<Props, "survey" | "walker" | "pins" | "onOpen" | "onStand" | "onFinding"> {
  row: ChartRow;
  x: AxisScale;
  isOpen: boolean;
}

function Row({ row, x, survey, walker, pins, isOpen, onOpen, onStand, onFinding }: RowProps) {
  const widthOf = (one: Finding) => Math.max(x((one.high ?? survey.end) + 1) - x(one.low ?? survey.start), 2);
  const wordsFit = (one: Finding) => x(one.low ?? survey.start) + widthOf(one) + labelWidth(labelFor(one, survey)) < x(WIDEST) + 18;
  const from = (one: Finding) => x(one.low ?? survey.start) - (wordsFit(one) ? 0 : labelWidth(labelFor(one, survey)));
  const labels = placeLabels(row.findings, from, (one) => widthOf(one) + labelWidth(labelFor(one, survey)), 6);
  const lines = Math.max(0, ...labels.map((label) => label.row + 1));
  const height = BAND + 14 + lines * 15;
  return (
    <div className="row" style={{ height }}>
      <div className="name" style={{ paddingLeft: Math.min(row.depth, 6) * 12 }}>
        {row.opens
          ? <AriaButton aria-expanded={isOpen} aria-label={`${isOpen ? "Close" : "Open"} ${row.name}`} onPress={() => onOpen(row.index)}>{isOpen ? "▾" : "▸"}</AriaButton>
          : <span style={{ width: 18, flex: "none" }} />}
        <span title={row.name}>{row.depth === 0 ? <b>{row.name}</b> : row.name}</span>
      </div>
      <svg width="100%" height={height} aria-hidden="true">
        {pins.filter((pin) => pin.width >= NARROWEST && pin.width <= WIDEST).map((pin) => <line key={`${pin.name} ${pin.width}`} x1={x(pin.width)} x2={x(pin.width)} y1={0} y2={height} stroke="var(--soft)" strokeDasharray="1 4" />)}
        {row.bands.map((band, place) => {
          const left = x(band.low), width = Math.max(x(band.high + 1) - left, 1);
          return (
            <g key={`${band.low} ${band.arrangement}`} className="band" onClick={() => onStand(row.index, Math.min(Math.max(walker, band.low), band.high))}>
              <title>{`${row.name}: ${band.arrangement}, ${px(band.low)} to ${px(band.high)}`}</title>
              <rect x={left + 0.5} y={4.5} width={Math.max(width - 1.5, 0.5)} height={BAND} rx={3} fill={place % 2 ? "var(--hill)" : "var(--band)"} stroke="var(--contour)" />
              {width > labelWidth(band.arrangement) - 4 && <text x={left + 7} y={19}>{band.arrangement}</text>}
            </g>
          );
        })}
        {labels.map(({ item, row: line }) => {
          const left = x(item.low ?? survey.start), width = widthOf(item);
          const y = BAND + 8 + Math.max(line, 0) * 15;
          const words = labelFor(item, survey);
          const fits = wordsFit(item);
          return (
            <g key={item.key} className="finding" onClick={() => onFinding(item.key)}>
              <title>{item.message}</title>
              <rect x={left} y={y} width={width} height={8} fill={`url(#finding-${item.severity === "wrong" ? "wrong" : "doubt"})`} />
              <text x={fits ? left + width + 6 : left - 6} textAnchor={fits ? "start" : "end"} y={y + 8} style={{ fill: item.severity === "wrong" ? "var(--wrong)" : "var(--doubt)", paintOrder: "stroke", stroke: "var(--paper)", strokeWidth: 3 }}>{words}</text>
            </g>
          );
        })}
        <line x1={x(walker)} x2={x(walker)} y1={0} y2={height} stroke="var(--lake)" strokeWidth="2" />
      </svg>
    </div>
  );
}

function labelFor(finding: Finding, survey: Survey): string {
  return `${finding.title}, ${rangeOf(finding.low, finding.high, survey)}`;
}

function Foot({ x, pins, walker, onWalk }: { x: AxisScale; pins: Pin[]; walker: number; onWalk: (width: number) => void }) {
  const shown = pins.filter((pin) => pin.width >= NARROWEST && pin.width <= WIDEST);
  const labels = placeLabels(shown, (pin) => x(pin.width), (pin) => labelWidth(`${pin.name} ${pin.width}`), 2);
  return (
    <svg width="100%" height={48} aria-hidden="true">
      {labels.map(({ item, row }) => (
        <g key={`${item.name} ${item.width}`} style={{ cursor: "pointer" }} onClick={() => onWalk(item.width)}>
          <circle cx={x(item.width)} cy={12 + Math.max(row, 0) * 18} r="4" fill="var(--pin)" />
          {row >= 0 && <text x={x(item.width) + 8} y={16 + row * 18} style={{ fill: "var(--ink)" }}>{item.name} {item.width}</text>}
        </g>
      ))}
      <line x1={x(walker)} x2={x(walker)} y1={0} y2={8} stroke="var(--lake)" strokeWidth="2" />
    </svg>
  );
}

/** The patterns by which findings are told apart from bands: hatched as well as coloured. */
export function FindingHatching() {
  return (
    <svg width="0" height="0" style={{ position: "absolute" }} aria-hidden="true">
      <defs>
        <pattern id="finding-wrong" width="6" height="8" patternUnits="userSpaceOnUse" patternTransform="skewX(-35)"><rect width="1.8" height="8" fill="var(--wrong)" /></pattern>
        <pattern id="finding-doubt" width="4" height="4" patternUnits="userSpaceOnUse"><circle cx="1.4" cy="1.4" r="1.1" fill="var(--doubt)" /></pattern>
      </defs>
    </svg>
  );
}

/** What the chart says, as a table with buttons, for keyboards and screen readers. */
function Table({ rows, survey, onStand }: Pick<Props, "rows" | "survey" | "onStand">) {
  return (
    <VisuallyHidden isFocusable>
      <table>
        <caption>Arrangements from {px(survey.start)} to {px(survey.end)}</caption>
        <thead><tr><th scope="col">Element</th><th scope="col">Widths and arrangements</th></tr></thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.index}>
              <th scope="row">{row.name}</th>
              <td>{row.bands.map((band) => <button key={band.low} type="button" onClick={() => onStand(row.index, band.low)}>{px(band.low)} to {px(band.high)}: {band.arrangement}</button>)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </VisuallyHidden>
  );
}
