import { memo } from "react";
import { VisuallyHidden } from "react-aria-components/VisuallyHidden";
import type { Hill, Pin } from "../api/client";
import { px } from "../kit/numbers";
import { widthAt } from "./scale";

/** What the hill's drawing says, as a table and as buttons, for keyboards and screen readers. */
export const HillTable = memo(function HillTable({ hill, pins, onWalk }: { hill: Hill | undefined; pins: Pin[]; onWalk: (width: number, pin?: Pin) => void }) {
  if (!hill) return null;
  return (
    <VisuallyHidden isFocusable>
      <h2>The hill of {hill.name} in numbers</h2>
      <table>
        <caption>Width of {hill.name} where its profile bends</caption>
        <thead><tr><th scope="col">Viewport</th><th scope="col">Width</th></tr></thead>
        <tbody>
          {hill.points.map((point) => (
            <tr key={point.at}><th scope="row">{px(point.at)}</th><td>{point.width === null ? "no box" : px(point.width)}</td></tr>
          ))}
        </tbody>
      </table>
      <ul aria-label="Pins and edges">
        {pins.map((pin) => (
          <li key={`${pin.name} ${pin.width}`}>
            <button type="button" onClick={() => onWalk(pin.width, pin)}>
              Walk to pin {pin.name}, {px(pin.width)}{widthAt(hill.points, pin.width) === null ? "" : `: ${px(widthAt(hill.points, pin.width) ?? 0)} wide`}
            </button>
          </li>
        ))}
        {hill.edges.map((edge) => (
          <li key={`${edge.at} ${edge.cause}`}><button type="button" onClick={() => onWalk(edge.at)}>Walk to edge {px(edge.at)}, {edge.cause}</button></li>
        ))}
      </ul>
    </VisuallyHidden>
  );
});
