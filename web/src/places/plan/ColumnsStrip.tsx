import { useRef } from "react";
import styled from "styled-components";
import type { Arrangement, Plan, Solution, WorkedArrangement } from "../../api/client";
import { px } from "../../kit/numbers";
import { useRoom } from "../../kit/useRoom";
import { straightScale } from "../../width-axis/scale";

const Strip = styled.section`
  position: relative; border-bottom: 1px solid var(--hairline); background: var(--paper); overflow: hidden;
  svg { display: block; width: 100%; }
  text { font-size: var(--size-tick); fill: var(--soft); font-variant-numeric: tabular-nums; }
  .title { font-size: var(--size-note); } .title tspan { font-weight: var(--weight-strong); fill: var(--ink); }
  .number { fill: var(--ink); }
  .band { cursor: pointer; }
  .band text { fill: var(--ink); }
`;

const HEIGHT = 142;
const SIDE = 20;
const TOP = 28;
const FOOT = 84;
const WIDEST = 1920;

interface Props {
  plan: Plan;
  number: number;
  worked: WorkedArrangement | undefined;
  drawing: string | null;
  onChoose: (number: number) => void;
}

/** The columns of an arrangement to scale on the axis, from the page's left edge, and the widths at which each arrangement holds. */
export function ColumnsStrip({ plan, number, worked, drawing, onChoose }: Props) {
  const ref = useRef<HTMLElement>(null);
  const room = useRoom(ref, 1240);
  const arrangement = plan.arrangements[number];
  const solution = worked?.columns?.solutions[0] ?? worked?.columns?.near[0];
  const most = Math.max(WIDEST, solution?.total ?? 0);
  const x = straightScale(0, most, SIDE, Math.max(room - SIDE, SIDE + 100));
  return (
    <Strip ref={ref} aria-label="Columns to scale">
      <svg height={HEIGHT} role="img" aria-label={arrangement && solution ? described(arrangement, solution) : "The columns are not solved yet"}>
        
        {drawing && solution && <image href={drawing} x={x(0)} y={TOP} width={x(solution.total) - x(0)} height={FOOT - TOP} preserveAspectRatio="xMidYMin slice" opacity="0.55" />}
        <text className="title" x={SIDE} y={18}>
          {solution ? <>Columns of <tspan>{arrangement?.name}</tspan>, drawn at {px(solution.total)}: {solution.count} of <tspan>{px(solution.column)}</tspan>{solution.count > 1 ? <>, gutters <tspan>{px(solution.gutter)}</tspan></> : null}, sides <tspan>{px(solution.margin)}</tspan></> : `Columns of ${arrangement?.name ?? ""} are not solved yet`}
        </text>
        {solution && <Stripes solution={solution} x={x} clear={drawing !== null} />}
        <Axis x={x} most={most} />
        <Bands plan={plan} number={number} x={x} most={most} onChoose={onChoose} />
      </svg>
    </Strip>
  );
}

function described(arrangement: Arrangement, one: Solution): string {
  return `${arrangement.name}: ${one.count} columns of ${px(one.column)} with gutters of ${px(one.gutter)} and sides of ${px(one.margin)}, ${px(one.total)} in all`;
}

type Scale = (at: number) => number;

function Stripes({ solution, x, clear }: { solution: Solution; x: Scale; clear: boolean }) {
  const { starts, column, total } = solution;
  const first = starts[0] ?? 0;
  const end = (starts.at(-1) ?? 0) + column;
  const wide = x(column) - x(0);
  return (
    <g>
      <rect x={x(0)} y={TOP} width={x(total) - x(0)} height={FOOT - TOP} fill={clear ? "none" : "var(--panel)"} stroke="var(--ink)" strokeWidth="0.8" />
      <rect x={x(0)} y={TOP} width={x(first) - x(0)} height={FOOT - TOP} fill="url(#hatch-padding)" />
      <rect x={x(end)} y={TOP} width={Math.max(x(total) - x(end), 0)} height={FOOT - TOP} fill="url(#hatch-padding)" />
      {starts.slice(1).map((start, index) => {
        const from = (starts[index] ?? 0) + column;
        return <rect key={start} x={x(from)} y={TOP} width={Math.max(x(start) - x(from), 0)} height={FOOT - TOP} fill="url(#hatch-gap)" />;
      })}
      {starts.map((start, index) => (
        <g key={start}>
          <rect x={x(start)} y={TOP} width={wide} height={FOOT - TOP} fill="var(--band)" fillOpacity={clear ? 0.4 : 1} stroke="var(--hill-line)" strokeWidth="0.8" />
          {wide > 16 && <text className="number" x={x(start) + wide / 2} y={TOP + 22} textAnchor="middle">{index + 1}</text>}
          {wide > 38 && <text x={x(start) + wide / 2} y={TOP + 40} textAnchor="middle">{px(column)}</text>}
        </g>
      ))}
    </g>
  );
}

function Axis({ x, most }: { x: Scale; most: number }) {
  const ticks = Array.from({ length: Math.floor(most / 80) + 1 }, (_, index) => index * 80);
  return (
    <g>
      <line x1={x(0)} x2={x(most)} y1={FOOT + 4} y2={FOOT + 4} stroke="var(--ink)" />
      {ticks.map((tick) => <line key={tick} x1={x(tick)} x2={x(tick)} y1={FOOT + 4} y2={FOOT + (tick % 400 === 0 ? 11 : 8)} stroke="var(--ink)" />)}
      {ticks.filter((tick) => tick % 400 === 0 || tick === most).map((tick) => (
        <text key={tick} x={x(tick)} y={FOOT + 22} textAnchor={tick === 0 ? "start" : tick === most ? "end" : "middle"}>{px(tick)}</text>
      ))}
    </g>
  );
}

/** Which arrangement holds at which viewport widths. */
function Bands({ plan, number, x, most, onChoose }: { plan: Plan; number: number; x: Scale; most: number; onChoose: (number: number) => void }) {
  const top = FOOT + 30;
  return (
    <g>
      {plan.arrangements.map((one, index) => {
        const from = Math.min(index === 0 ? 0 : one.starts, most);
        const to = Math.min(plan.arrangements[index + 1]?.starts ?? most, most);
        const isHere = index === number;
        return (
          <g key={`${one.name} ${one.starts}`} className="band" onClick={() => onChoose(index)}>
            <rect x={x(from)} y={top} width={Math.max(x(to) - x(from), 0)} height={20} fill={isHere ? "var(--lake-wash)" : "var(--panel)"} stroke={isHere ? "var(--lake)" : "var(--hairline)"} strokeWidth={isHere ? 2 : 1} />
            {x(to) - x(from) > 60 && <text x={x(from) + 7} y={top + 14} style={{ fontWeight: isHere ? 700 : 400 }}>{one.name}{x(to) - x(from) > 130 ? `, from ${px(from)}` : ""}</text>}
          </g>
        );
      })}
    </g>
  );
}
