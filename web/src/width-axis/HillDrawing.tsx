import { area, line } from "d3-shape";
import type { HillPoint } from "../api/client";
import type { AxisScale } from "./scale";

interface Props {
  points: HillPoint[];
  x: AxisScale;
  base: number;
  height: number;
  /** The widest box that the height stands for; by default the widest of the points. */
  most?: number;
}

const CONTOURS = [0.25, 0.5, 0.75];

/** The profile of one box over the width axis, with contour lines. */
export function HillDrawing({ points, x, base, height, most }: Props) {
  const widest = most ?? Math.max(1, ...points.map((point) => point.width ?? 0));
  const top = (point: HillPoint, share = 1) => base - ((point.width ?? 0) / widest) * height * share;
  const shape = area<HillPoint>().defined((p) => p.width !== null).x((p) => x(p.at)).y0(base).y1((p) => top(p))(points);
  const outline = line<HillPoint>().defined((p) => p.width !== null).x((p) => x(p.at)).y((p) => top(p))(points);
  return (
    <g aria-hidden="true">
      <path d={shape ?? ""} fill="var(--hill)" />
      {CONTOURS.map((share) => (
        <path
          key={share}
          d={line<HillPoint>().defined((p) => p.width !== null).x((p) => x(p.at)).y((p) => top(p, share))(points) ?? ""}
          fill="none" stroke="var(--contour)" strokeWidth="1"
        />
      ))}
      <path d={outline ?? ""} fill="none" stroke="var(--hill-line)" strokeWidth="2" strokeLinejoin="round" />
    </g>
  );
}
