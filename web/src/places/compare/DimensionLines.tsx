import type { KeptDistance } from "../../api/client";
import { px } from "../../kit/numbers";
import type { FrameTold } from "./LineFrame";

interface Props {
  distances: KeptDistance[];
  told: FrameTold;
  scale: number;
  width: number;
  height: number;
}

/** Distances as on a drafted sheet: a line in ink between two short strokes, the drawn number over the built one. */
export function DimensionLines({ distances, told, scale, width, height }: Props) {
  const [left, top] = told.scroll;
  return (
    <svg width="100%" height="100%" aria-hidden="true" style={{ position: "absolute", inset: 0 }} fontFamily="var(--font-number)" fontSize="11">
      {distances.map((one, number) => {
        if (one.at_first === null || one.at_second === null) return null;
        const is = one.off !== null && Math.abs(one.off) >= 0.5;
        const ink = is ? "var(--day-pin)" : "var(--day-ink)";
        const rest = ((told.rects[one.index ?? -1]?.[one.is_across ? 1 : 0] ?? (one.is_across ? top + height / 2 : left + width / 2)) + 8 + 14 * (number % 4)) - (one.is_across ? top : left);
        const [a, b] = [one.at_first, one.at_second].map((at) => (at - (one.is_across ? left : top)) * scale) as [number, number];
        const c = rest * scale;
        const words = one.drawn === null ? px(one.built ?? 0) : `${px(one.drawn)} / ${px(one.built ?? 0)}`;
        return (
          <g key={one.id} stroke={ink} strokeWidth="1.4">
            {one.is_across
              ? <><line x1={a} x2={b} y1={c} y2={c} /><line x1={a} x2={a} y1={c - 4} y2={c + 4} /><line x1={b} x2={b} y1={c - 4} y2={c + 4} /></>
              : <><line x1={c} x2={c} y1={a} y2={b} /><line x1={c - 4} x2={c + 4} y1={a} y2={a} /><line x1={c - 4} x2={c + 4} y1={b} y2={b} /></>}
            <text x={one.is_across ? (a + b) / 2 : c + 6} y={one.is_across ? c - 5 : (a + b) / 2 + 4} textAnchor={one.is_across ? "middle" : "start"} fill={ink} stroke="var(--sheet)" strokeWidth="3" paintOrder="stroke">{words}</text>
          </g>
        );
      })}
    </svg>
  );
}
