import type { HillPoint } from "../api/client";
import { type AxisScale, filledProfile, profile } from "./scale";

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
  return (
    <g aria-hidden="true">
      <path d={filledProfile(points, x, top, base)} fill="var(--hill)" />
      {CONTOURS.map((share) => (
        <path key={share} d={profile(points, x, (point) => top(point, share))} fill="none" stroke="var(--contour)" strokeWidth="1" />
      ))}
      <path d={profile(points, x, top)} fill="none" stroke="var(--hill-line)" strokeWidth="2" strokeLinejoin="round" />
    </g>
  );
}
