import { type KeyboardEvent, memo, type PointerEvent, type ReactNode, useRef } from "react";
import styled from "styled-components";
import type { Finding, Hill, Pin } from "../api/client";
import { px } from "../kit/numbers";
import { useRoom } from "../kit/useRoom";
import { HillDrawing } from "./HillDrawing";
import { HillTable } from "./HillTable";
import { axisScale, clampWidth, labelWidth, nextStop, profile, NARROWEST, placeLabels, WIDEST, widthAt } from "./scale";

const Area = styled.section`
  position: relative; border-bottom: 1px solid var(--hairline); background: var(--paper); touch-action: none;
  svg { display: block; width: 100%; cursor: ew-resize; user-select: none; }
  text { font-size: var(--size-tick); fill: var(--soft); font-variant-numeric: tabular-nums; }
  .title { font-size: var(--size-note); } .title tspan { font-weight: var(--weight-strong); fill: var(--ink); }
  .pin-name { fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; stroke-linejoin: round; }
  .pin { cursor: pointer; } .pin:hover .pin-name { text-decoration: underline; }
  .slider { position: absolute; top: 0; bottom: 0; width: 50px; margin-left: -25px; pointer-events: none; border-radius: var(--round-sheet); }
  .slider:focus-visible { outline-offset: -3px; }
`;

const HEIGHT = 138;
const BASE = 112;
const HILL_HEIGHT = 52;
const LABEL_ROWS = [38, 52];
const SIDE = 20;

interface Props {
  walker: number;
  /** To a width; with the pin whose height comes along, where one was walked to by name or by the keys for stops. */
  onWalk: (width: number, pin?: Pin) => void;
  hill: Hill | undefined;
  /** The hill before the last change, drawn as an outline. */
  ghost?: Hill;
  isStale: boolean;
  pins: Pin[];
  /** Findings of the survey, drawn as marks under the axis. */
  findings?: Finding[];
  children?: ReactNode;
}

/** The width axis: the hill of the selected box, pins standing on it, edges, and the walker to drag. */
export const WidthAxis = memo(function WidthAxis({ walker, onWalk, hill, ghost, isStale, pins, findings, children }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const room = useRoom(ref, 1240);

  const x = axisScale(SIDE, Math.max(room - SIDE, SIDE + 100));
  const points = hill?.points ?? [];
  const edges = hill?.edges ?? [];
  const most = Math.max(1, ...[...points, ...(ghost?.points ?? [])].map((point) => point.width ?? 0));
  const surface = (at: number) => BASE - ((widthAt(points, at) ?? 0) / most) * HILL_HEIGHT;
  const stops = [...edges.map((edge) => edge.at), ...pins.map((pin) => pin.width)].filter((at) => at >= NARROWEST && at <= WIDEST);

  const dragTo = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    onWalk(clampWidth(x.invert(event.clientX - box.left)));
  };
  const onKey = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, number | undefined> = {
      ArrowLeft: walker - step, ArrowDown: walker - step, ArrowRight: walker + step, ArrowUp: walker + step,
      Home: NARROWEST, End: WIDEST, PageUp: nextStop(stops, walker, 1), PageDown: nextStop(stops, walker, -1),
    };
    if (!(event.key in moves)) return;
    event.preventDefault();
    const to = moves[event.key];
    const isStop = event.key === "PageUp" || event.key === "PageDown";
    if (to !== undefined) onWalk(clampWidth(to), isStop ? pins.find((pin) => pin.width === to) : undefined);
  };

  const shownPins = pins.filter((pin) => pin.width >= NARROWEST && pin.width <= WIDEST);
  const labels = placeLabels(shownPins, (pin) => x(pin.width), (pin) => labelWidth(`${pin.name} ${pin.width}`), LABEL_ROWS.length);
  const now = widthAt(points, walker);
  // At the far end the flag hangs to the left of its line: the button for pins stands there.
  const flag = Math.min(x(walker), room - SIDE - BUTTON);
  return (
    <Area ref={ref} aria-label="Width axis" aria-busy={isStale}>
      <svg
        height={HEIGHT}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          dragTo(event);
        }}
        onPointerMove={(event) => {
          if (event.currentTarget.hasPointerCapture(event.pointerId)) dragTo(event);
        }}
      >
        <g opacity={isStale ? 0.6 : 1}>
          <HillDrawing points={points} x={x} base={BASE} height={HILL_HEIGHT} most={most} />
          {ghost && <Ghost points={ghost.points} x={x} most={most} />}
        </g>
        <text className="title" x={titleAt(x(walker))} y={18}>
          Width of <tspan>{hill?.name ?? "…"}</tspan>{room > 900 ? " at every viewport from 240 to 1920" : ""}
          {hill && !hill.modelled ? " (parts of it are not covered yet)" : ""}
        </text>
        <Edges x={x} edges={edges} />
        <Ticks x={x} />
        {findings && <FindingMarks x={x} findings={findings} />}
        {labels.map(({ item, row }) => (
          <g
            key={`${item.name} ${item.width} ${item.height}`} className="pin"
            onPointerDown={(event) => {
              event.stopPropagation();
              onWalk(item.width, item);
            }}
          >
            <PinMark x={x(item.width)} head={LABEL_ROWS[Math.max(row, 0)] ?? 38} foot={surface(item.width)} label={row >= 0 ? `${item.name} ${item.width}` : ""} />
          </g>
        ))}
        <line x1={x(walker)} x2={x(walker)} y1={22} y2={BASE} stroke="var(--lake)" strokeWidth="2" />
        <rect x={flag - 25} y={4} width={50} height={19} rx={5} fill="var(--lake)" />
        <text x={flag} y={17.5} textAnchor="middle" style={{ fill: "var(--on-lake)", fontWeight: 700, fontSize: 12 }}>
          {px(walker)}
        </text>
      </svg>
      <div
        className="slider" role="slider" tabIndex={0} style={{ left: x(walker) }} onKeyDown={onKey}
        aria-label="Walker: viewport width" aria-valuemin={NARROWEST} aria-valuemax={WIDEST} aria-valuenow={walker}
        aria-valuetext={`${walker}${now === null || !hill ? "" : `, ${hill.name} is ${px(now)} wide`}`}
        aria-description="Arrow keys walk 1, with Shift 10; Page Up and Page Down go to the next edge or pin."
      />
      {children}
      <HillTable hill={hill} pins={pins} onWalk={onWalk} />
    </Area>
  );
});

/** Room that the button for pins takes at the right, with half of the flag. */
const BUTTON = 84;
/** Room that the title takes at its usual place. */
const TITLE = 330;

/** Where the title begins: behind the walker's flag where that stands on it. */
function titleAt(walker: number): number {
  return walker - 30 < SIDE + TITLE ? walker + 33 : SIDE;
}

/** The hill as it was before a change. */
function Ghost({ points, x, most }: { points: Hill["points"]; x: (at: number) => number; most: number }) {
  const outline = profile(points, x, (point) => BASE - ((point.width ?? 0) / most) * HILL_HEIGHT);
  return <path className="ghost" d={outline ?? ""} fill="none" stroke="var(--pin)" strokeWidth="1.5" strokeDasharray="5 4"><title>The hill before the change</title></path>;
}

/** Where something is wrong or doubtful: hatched strips between the axis and its numbers. */
function FindingMarks({ x, findings }: { x: (at: number) => number; findings: Finding[] }) {
  const ranged = findings.filter((one) => one.low !== null && one.high !== null);
  return (
    <g>
      <defs>
        <pattern id="mark-wrong" width="5" height="6" patternUnits="userSpaceOnUse" patternTransform="skewX(-35)"><rect width="1.8" height="6" fill="var(--wrong)" /></pattern>
        <pattern id="mark-doubt" width="4" height="3" patternUnits="userSpaceOnUse"><circle cx="1.2" cy="1.5" r="1" fill="var(--doubt)" /></pattern>
      </defs>
      {ranged.map((one) => (
        <rect
          key={one.key} className="finding-mark" x={x(one.low ?? 0)} width={Math.max(x((one.high ?? 0) + 1) - x(one.low ?? 0), 2)}
          y={one.severity === "wrong" ? BASE + 1 : BASE + 8} height={one.severity === "wrong" ? 6 : 3} fill={`url(#mark-${one.severity === "wrong" ? "wrong" : "doubt"})`}
        >
          <title>{one.message}</title>
        </rect>
      ))}
    </g>
  );
}

function PinMark({ x, head, foot, label }: { x: number; head: number; foot: number; label: string }) {
  return (
    <>
      <line x1={x} x2={x} y1={head - 4} y2={Math.max(foot, head)} stroke="var(--ink)" strokeWidth="1.3" />
      <circle cx={x} cy={head - 4} r="4" fill="var(--pin)" />
      <text className="pin-name" x={x + 8} y={head}>{label}</text>
    </>
  );
}

function Edges({ x, edges }: { x: (at: number) => number; edges: Hill["edges"] }) {
  const placed = placeLabels(edges, (edge) => x(edge.at), (edge) => labelWidth(px(edge.at)), 1);
  return (
    <g>
      {placed.map(({ item, row }) => (
        <g key={`${item.at} ${item.cause}`}>
          <title>{`${item.at}: ${item.cause}`}</title>
          <line x1={x(item.at)} x2={x(item.at)} y1={58} y2={BASE} stroke="var(--soft)" strokeDasharray="2 3" />
          {row >= 0 && <text x={x(item.at) + 4} y={BASE - 4}>{px(item.at)}</text>}
        </g>
      ))}
    </g>
  );
}

function Ticks({ x }: { x: (at: number) => number }) {
  const ticks = Array.from({ length: (WIDEST - NARROWEST) / 80 + 1 }, (_, k) => NARROWEST + 80 * k);
  const named = [240, 400, 600, 800, 1000, 1200, 1400, 1600, 1920];
  return (
    <g>
      <line x1={x(NARROWEST)} x2={x(WIDEST)} y1={BASE} y2={BASE} stroke="var(--ink)" />
      {ticks.map((tick) => <line key={tick} x1={x(tick)} x2={x(tick)} y1={BASE} y2={BASE + 4} stroke="var(--ink)" />)}
      {named.map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={BASE} y2={BASE + 7} stroke="var(--ink)" />
          <text x={x(tick)} y={BASE + 19} textAnchor="middle">{px(tick)}</text>
        </g>
      ))}
    </g>
  );
}
