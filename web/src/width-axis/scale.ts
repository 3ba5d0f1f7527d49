/** Widths to places on the axis, and the places where labels go without colliding. */
import type { HillPoint } from "../api/client";

export const NARROWEST = 240;
export const WIDEST = 1920;

/** Numbers to places along a line, and back. */
export interface AxisScale {
  (value: number): number;
  invert: (place: number) => number;
}

/** The straight scale that takes `low` to `left` and `high` to `right`. */
export function straightScale(low: number, high: number, left: number, right: number): AxisScale {
  const step = (right - left) / (high - low);
  return Object.assign((value: number) => left + (value - low) * step, { invert: (place: number) => (step ? low + (place - left) / step : low) });
}

/** The scale of an axis drawn between two x positions. */
export function axisScale(left: number, right: number): AxisScale {
  return straightScale(NARROWEST, WIDEST, left, right);
}

/** The path through a hill's points, `y` high at each; a gap where the box is not there. */
export function profile(points: HillPoint[], x: (at: number) => number, y: (point: HillPoint) => number): string {
  return stretches(points).map((stretch) => `M${stretch.map((point) => `${x(point.at)},${y(point)}`).join("L")}`).join("");
}

/** The same, closed along a base line. */
export function filledProfile(points: HillPoint[], x: (at: number) => number, y: (point: HillPoint) => number, base: number): string {
  const closed = (stretch: HillPoint[]) => `${profile(stretch, x, y)}L${x(stretch.at(-1)?.at ?? 0)},${base}L${x(stretch[0]?.at ?? 0)},${base}Z`;
  return stretches(points).map(closed).join("");
}

function stretches(points: HillPoint[]): HillPoint[][] {
  const found: HillPoint[][] = [[]];
  for (const point of points) {
    if (point.width === null) found.push([]);
    else found.at(-1)?.push(point);
  }
  return found.filter((stretch) => stretch.length > 0);
}

/** The nearest whole width within the axis. */
export function clampWidth(width: number): number {
  return Math.round(Math.min(WIDEST, Math.max(NARROWEST, width)));
}

/** A box's width at a viewport width, along the straight lines between a hill's points. */
export function widthAt(points: HillPoint[], at: number): number | null {
  let before: HillPoint | undefined;
  for (const point of points) {
    if (point.at === at) return point.width;
    if (point.at > at) {
      if (!before || before.width === null || point.width === null) return null;
      return before.width + ((point.width - before.width) * (at - before.at)) / (point.at - before.at);
    }
    before = point;
  }
  return before?.width ?? null;
}

/** A label that wants to stand at x with some width; `row` is the lowest free row, or -1 where there is none. */
export interface PlacedLabel<T> {
  item: T;
  x: number;
  row: number;
}

/** Put labels into rows from left to right so that none overlaps another. */
export function placeLabels<T>(items: T[], x: (item: T) => number, size: (item: T) => number, rows: number): PlacedLabel<T>[] {
  const ends = Array.from({ length: rows }, () => -Infinity);
  return [...items]
    .sort((a, b) => x(a) - x(b))
    .map((item) => {
      const at = x(item);
      const row = ends.findIndex((end) => end + 8 <= at);
      if (row >= 0) ends[row] = at + size(item);
      return { item, x: at, row };
    });
}

/** About how wide a label is in the interface's type. */
export function labelWidth(text: string, size = 11): number {
  return text.length * size * 0.54 + 12;
}

/** The next stop (edge or pin) beyond a width in a direction. */
export function nextStop(stops: number[], from: number, direction: 1 | -1): number | undefined {
  const sorted = [...new Set(stops)].sort((a, b) => a - b);
  return direction > 0 ? sorted.find((stop) => stop > from) : sorted.findLast((stop) => stop < from);
}
