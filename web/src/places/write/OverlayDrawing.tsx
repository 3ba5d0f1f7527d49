import { memo, useCallback, useState } from "react";
import { Dialog, DialogTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import type { Overlays } from "../../api/client";
import { OpeningButton } from "../../kit/OpeningButton";

export const KINDS = { outline: "Outlines", track: "Tracks and their lines", area: "Areas", gap: "Gaps", line: "Flex lines and free space", baseline: "Baselines", plan: "Columns of the plan" } as const;
export type OverlayKind = keyof typeof KINDS;
const KEY = "hillpin.overlays";

/** Which overlays are on: none at first, remembered. */
export function useOverlayKinds(): [OverlayKind[], (kinds: OverlayKind[]) => void] {
  const [kinds, setKinds] = useState<OverlayKind[]>(() => {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "[]") as OverlayKind[];
    return kept.filter((kind) => kind in KINDS);
  });
  const choose = useCallback((next: OverlayKind[]) => {
    localStorage.setItem(KEY, JSON.stringify(next));
    setKinds(next);
  }, []);
  return [kinds, choose];
}

const Sheet = styled(Popover)`
  border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); color: var(--ink);
  section { display: grid; gap: 5px; padding: 10px 14px; outline: none; }
  h2 { font-size: var(--size-text); }
  label { display: flex; gap: 6px; align-items: center; }
`;

/** The overlays to choose from. */
export const OverlaysMenu = memo(function OverlaysMenu({ kinds, onChange }: { kinds: OverlayKind[]; onChange: (kinds: OverlayKind[]) => void }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  return (
    <span ref={setPlace}>
    <DialogTrigger>
      <OpeningButton>Overlays{kinds.length > 0 ? `, ${kinds.length} on` : ""}</OpeningButton>
      <Sheet placement="top end" UNSTABLE_portalContainer={place?.closest("main") ?? undefined}>
        <Dialog aria-label="Overlays">
          <h2>Drawn over the page</h2>
          {(Object.keys(KINDS) as OverlayKind[]).map((kind) => (
            <label key={kind}>
              <input type="checkbox" checked={kinds.includes(kind)} onChange={(event) => onChange(event.target.checked ? [...kinds, kind] : kinds.filter((one) => one !== kind))} /> {KINDS[kind]}
            </label>
          ))}
        </Dialog>
      </Sheet>
    </DialogTrigger>
    </span>
  );
});

type Zone = Overlays["zones"] extends (infer Z)[] | undefined ? Z : never;

interface Props {
  overlays: Overlays;
  kinds: OverlayKind[];
  columns: { x: number; width: number }[];
  scroll: readonly [number, number];
  scale: number;
  height: number;
}

/** The overlays that are on, in the frame's pixels, in the map's colours by day: the page under them is a page. */
export function OverlayDrawing({ overlays, kinds, columns, scroll, scale, height }: Props) {
  const shown = (kind: OverlayKind) => kinds.includes(kind);
  const zones = (overlays.zones ?? []).filter((zone) => (zone.kind === "free" ? shown("line") : shown(zone.kind as OverlayKind)));
  const lines = shown("track") ? overlays.lines ?? [] : [];
  return (
    <g transform={`scale(${scale}) translate(${-scroll[0]} ${-scroll[1]})`} fontSize={11 / scale} fontFamily="var(--font-words)">
      {shown("plan") && columns.map((column) => <rect key={column.x} x={column.x} y={scroll[1]} width={column.width} height={height} fill="var(--day-hill)" fillOpacity="0.14" stroke="var(--day-hill)" strokeOpacity="0.5" strokeWidth={1 / scale} />)}
      {zones.map((zone, number) => <ZoneShape key={number} zone={zone} scale={scale} />)}
      {lines.map((line, number) => {
        const label = `${line.number}${line.from_end ? ` / ${line.from_end}`.replace("-", "−") : ""}${line.names && line.names.length > 0 ? ` ${line.names.join(" ")}` : ""}`;
        const [x1, y1, x2, y2] = line.is_column ? [line.at, line.start, line.at, line.end] : [line.start, line.at, line.end, line.at];
        return (
          <g key={number}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--day-lake)" strokeWidth={1 / scale} strokeDasharray={`${4 / scale} ${3 / scale}`} />
            <text x={x1 + 2 / scale} y={y1 + (line.is_column ? -3 : 11) / scale} fill="var(--day-lake-words)" stroke="var(--sheet)" strokeWidth={3 / scale} paintOrder="stroke">{label}</text>
          </g>
        );
      })}
      {shown("baseline") && (overlays.baselines ?? []).map((zone, number) => <line key={number} x1={zone.x} x2={zone.x + zone.width} y1={zone.y} y2={zone.y} stroke="var(--day-pin)" strokeWidth={1 / scale} strokeDasharray={`${2 / scale} ${2 / scale}`} />)}
    </g>
  );
}

const LOOKS: Record<string, { fill: string; stroke: string; dash?: string }> = {
  outline: { fill: "none", stroke: "var(--day-ink)" }, track: { fill: "var(--day-lake)", stroke: "none" }, gap: { fill: "url(#hatch-gap)", stroke: "none" },
  area: { fill: "none", stroke: "var(--day-hill)" }, line: { fill: "none", stroke: "var(--day-lake)", dash: "6 3" }, free: { fill: "url(#hatch-margin)", stroke: "none" },
};

function ZoneShape({ zone, scale }: { zone: Zone; scale: number }) {
  const look = LOOKS[zone.kind] ?? LOOKS.outline;
  const hasLabel = (zone.kind === "area" || zone.kind === "free") && zone.width * scale > 30;
  return (
    <>
      <rect x={zone.x} y={zone.y} width={Math.max(zone.width, 0)} height={Math.max(zone.height, 0)} fill={look?.fill} fillOpacity={zone.kind === "track" ? 0.1 : 1} stroke={look?.stroke} strokeOpacity={zone.kind === "outline" ? 0.45 : 1} strokeWidth={1 / scale} strokeDasharray={look?.dash} />
      {hasLabel && <text x={zone.x + zone.width / 2} y={zone.y + zone.height / 2} textAnchor="middle" fill="var(--day-ink)" stroke="var(--sheet)" strokeWidth={3 / scale} paintOrder="stroke">{zone.label}</text>}
    </>
  );
}
