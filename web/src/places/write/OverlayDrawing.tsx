import { memo, useCallback, useState } from "react";
import styled from "styled-components";
import type { OverlayLayer } from "../../api/client";
import { OpeningSheet } from "../../kit/OpeningSheet";
import { useOffers } from "./useOffers";

/** The one overlay that is drawn from the site's plan, not by the core. */
export const PLAN = "plan";
const KEY = "hillpin.overlays";

/** The names of the overlays that are on: none at first, remembered. */
export function useOverlayNames(): [string[], (names: string[]) => void] {
  const [names, setNames] = useState<string[]>(() => JSON.parse(localStorage.getItem(KEY) ?? "[]") as string[]);
  const choose = useCallback((next: string[]) => {
    localStorage.setItem(KEY, JSON.stringify(next));
    setNames(next);
  }, []);
  return [names, choose];
}

const Chosen = styled.div`
  display: grid; gap: 5px; padding: 10px 14px;
  h2 { font-size: var(--size-text); }
  label { display: flex; gap: 6px; align-items: center; }
`;

/** The overlays to choose from. */
export const OverlaysMenu = memo(function OverlaysMenu({ on, onChange }: { on: string[]; onChange: (names: string[]) => void }) {
  const { overlays } = useOffers();
  return (
    <OpeningSheet words={`Overlays${on.length > 0 ? `, ${on.length} on` : ""}`} label="Overlays" placement="top end">
      {() => (
        <Chosen>
          <h2>Drawn over the page</h2>
          {[...overlays, { name: PLAN, title: "Columns of the plan" }].map(({ name, title }) => (
            <label key={name}>
              <input type="checkbox" checked={on.includes(name)} onChange={(event) => onChange(event.target.checked ? [...on, name] : on.filter((one) => one !== name))} /> {title}
            </label>
          ))}
        </Chosen>
      )}
    </OpeningSheet>
  );
});

type Zone = NonNullable<OverlayLayer["zones"]>[number];
type Line = NonNullable<OverlayLayer["lines"]>[number];

interface Props {
  /** The layers of the overlays that are on, one over the other. */
  layers: OverlayLayer[];
  /** Columns of the plan, empty while they are not on. */
  columns: { x: number; width: number }[];
  scroll: readonly [number, number];
  scale: number;
  height: number;
}

/** The overlays that are on, in the frame's pixels, in the map's colours by day: the page under them is a page. */
export function OverlayDrawing({ layers, columns, scroll, scale, height }: Props) {
  return (
    <g transform={`scale(${scale}) translate(${-scroll[0]} ${-scroll[1]})`} fontSize={11 / scale} fontFamily="var(--font-words)">
      {columns.map((column) => <rect key={column.x} x={column.x} y={scroll[1]} width={column.width} height={height} fill="var(--day-hill)" fillOpacity="0.14" stroke="var(--day-hill)" strokeOpacity="0.5" strokeWidth={1 / scale} />)}
      {layers.map((layer) => (
        <g key={layer.name}>
          {(layer.zones ?? []).map((zone, number) => <ZoneShape key={number} zone={zone} scale={scale} />)}
          {(layer.lines ?? []).map((line, number) => <LineShape key={number} line={line} scale={scale} />)}
        </g>
      ))}
      {layers.filter((layer) => layer.said).map((layer, place) => (
        <text key={layer.name} x={scroll[0] + 6 / scale} y={scroll[1] + (14 + 16 * place) / scale} fill="var(--day-ink)" stroke="var(--sheet)" strokeWidth={4 / scale} paintOrder="stroke">{layer.said}.</text>
      ))}
    </g>
  );
}

function LineShape({ line, scale }: { line: Line; scale: number }) {
  const label = `${line.number}${line.from_end ? ` / ${line.from_end}`.replace("-", "−") : ""}${line.names && line.names.length > 0 ? ` ${line.names.join(" ")}` : ""}`;
  const [x1, y1, x2, y2] = line.is_column ? [line.at, line.start, line.at, line.end] : [line.start, line.at, line.end, line.at];
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--day-lake)" strokeWidth={1 / scale} strokeDasharray={`${4 / scale} ${3 / scale}`} />
      <text x={x1 + 2 / scale} y={y1 + (line.is_column ? -3 : 11) / scale} fill="var(--day-lake-words)" stroke="var(--sheet)" strokeWidth={3 / scale} paintOrder="stroke">{label}</text>
    </g>
  );
}

interface Look {
  fill: string;
  stroke: string;
  /** Lengths of dashes and gaps, in the frame's pixels. */
  dash?: string;
  fillOpacity?: number;
  strokeOpacity?: number;
  isLabelled?: boolean;
  /** The label stands on the zone's upper edge, and not in its middle. */
  isOnEdge?: boolean;
}

/** How each kind of zone is drawn. */
const LOOKS: Record<string, Look> = {
  outline: { fill: "none", stroke: "var(--day-ink)", strokeOpacity: 0.45 },
  track: { fill: "var(--day-lake)", stroke: "none", fillOpacity: 0.1 },
  gap: { fill: "url(#hatch-gap)", stroke: "none" },
  area: { fill: "none", stroke: "var(--day-hill)", isLabelled: true },
  line: { fill: "none", stroke: "var(--day-lake)", dash: "6 3" },
  free: { fill: "url(#hatch-margin)", stroke: "none", isLabelled: true },
  picture: { fill: "none", stroke: "var(--day-pin)", dash: "8 3", isLabelled: true },
  cut: { fill: "url(#hatch-cut)", stroke: "none" },
  rhythm: { fill: "none", stroke: "var(--day-lake)", strokeOpacity: 0.55 },
  off: { fill: "none", stroke: "var(--day-pin)", dash: "3 3", isLabelled: true, isOnEdge: true },
  baseline: { fill: "none", stroke: "var(--day-pin)", dash: "2 2" },
};
const PLAIN: Look = { fill: "none", stroke: "var(--day-ink)" };

function ZoneShape({ zone, scale }: { zone: Zone; scale: number }) {
  const look = LOOKS[zone.kind] ?? PLAIN;
  const dash = look.dash?.split(" ").map((length) => Number(length) / scale).join(" ");
  return (
    <>
      {zone.height > 0
        ? <rect x={zone.x} y={zone.y} width={Math.max(zone.width, 0)} height={zone.height} fill={look.fill} fillOpacity={look.fillOpacity} stroke={look.stroke} strokeOpacity={look.strokeOpacity} strokeWidth={1 / scale} strokeDasharray={dash} />
        : <line x1={zone.x} x2={zone.x + zone.width} y1={zone.y} y2={zone.y} stroke={look.stroke} strokeOpacity={look.strokeOpacity} strokeWidth={1 / scale} strokeDasharray={dash} />}
      {look.isLabelled && zone.width * scale > 30 && <text x={zone.x + (look.isOnEdge ? 0 : zone.width / 2)} y={zone.y + (look.isOnEdge ? -2 / scale : zone.height / 2)} textAnchor={look.isOnEdge ? "start" : "middle"} fill="var(--day-ink)" stroke="var(--sheet)" strokeWidth={3 / scale} paintOrder="stroke">{zone.label}</text>}
    </>
  );
}
