import { memo, useLayoutEffect, useRef, useState } from "react";
import styled from "styled-components";
import type { DimensionRow } from "../../api/client";
import { fillOf, Hatching } from "../../kit/Hatching";
import { px } from "../../kit/numbers";

const Panel = styled.section`
  padding: 8px 12px 6px; border-top: 1px solid var(--hairline); background: var(--panel); overflow: hidden auto;
  svg { display: block; width: 100%; }
  text { font-size: var(--size-tick); fill: var(--ink); font-variant-numeric: tabular-nums; }
  .beside { fill: var(--soft); }
  .row { cursor: pointer; }
`;

const ROW = 20;
const STEP = 25;

interface Props {
  rows: DimensionRow[];
  viewport: number;
  selected: number | null;
  onSelect: (index: number) => void;
}

/** Where the width goes, to scale: viewport, the ancestors that narrow the box, the box itself. */
export const DimensionRows = memo(function DimensionRows({ rows, viewport, selected, onSelect }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(740);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom(element.clientWidth - 24));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const right = Math.max(viewport, ...rows.flatMap((row) => row.parts.map((part) => part.x + part.width)));
  const left = Math.min(0, ...rows.flatMap((row) => row.parts.map((part) => part.x)));
  const x = (at: number) => 1 + ((at - left) / (right - left)) * (room - 2);
  return (
    <Panel ref={ref} aria-label="Dimension rows">
      <svg height={rows.length * STEP} role="list" aria-label="Where the width goes, from the viewport inwards">
        <Hatching />
        {rows.map((row, number) => (
          <Row key={`${number} ${row.index}`} row={row} y={number * STEP + 1} x={x} room={room} isSelected={row.index !== null && row.index === selected} selected={selected} onSelect={onSelect} />
        ))}
      </svg>
    </Panel>
  );
});

interface RowProps {
  row: DimensionRow;
  y: number;
  x: (at: number) => number;
  room: number;
  isSelected: boolean;
  selected: number | null;
  onSelect: (index: number) => void;
}

function Row({ row, y, x, room, isSelected, selected, onSelect }: RowProps) {
  if (row.parts.some((part) => part.kind === "track")) return <TrackRow row={row} y={y} x={x} room={room} selected={selected} onSelect={onSelect} />;
  const content = row.parts.find((part) => part.kind === "content");
  const first = row.parts[0];
  const last = row.parts.at(-1);
  if (!content || !first || !last) return null;
  const name = row.index === null ? `viewport ${px(row.inside)}` : `${row.name}, room inside ${px(row.inside)}`;
  const short = px(row.inside);
  const inner = x(content.x + content.width) - x(content.x);
  const fits = (text: string, width: number) => text.length * 5.9 + 8 <= width;
  const label = fits(name, inner) ? name : fits(short, inner) ? short : "";
  const edges = row.parts.filter((part) => part.kind !== "content").map((part) => `${part.kind} ${px(part.width)}`).join(", ");
  const beside = label === name ? "" : `${row.name}: ${edges ? `${edges}, ` : ""}content ${short}`;
  const end = x(last.x + last.width) + 6;
  const besideFits = beside !== "" && end + beside.length * 5.7 < room;
  const startFits = beside !== "" && !besideFits && beside.length * 5.7 + 12 < x(first.x);
  const index = row.index;
  const press = index === null ? undefined : () => onSelect(index);
  return (
    <g role="listitem" className={press && "row"} onClick={press} aria-label={`${name}${edges ? `; ${edges}` : ""}`}>
      {row.parts.map((part, number) => (
        <rect
          key={number} x={x(part.x)} y={y} width={Math.max(x(part.x + part.width) - x(part.x), 0.75)} height={ROW}
          fill={part.kind === "content" && isSelected ? "var(--lake-wash)" : fillOf(part.kind)}
          stroke={isSelected && part.kind === "content" ? "var(--lake)" : "var(--ink)"} strokeWidth={part.kind === "margin" ? 0.4 : 0.9}
        />
      ))}
      {label && <text x={(x(content.x) + x(content.x + content.width)) / 2} y={y + 14} textAnchor="middle">{label}</text>}
      {besideFits && <text className="beside" x={end} y={y + 14}>{beside}</text>}
      {startFits && <text className="beside" x={x(first.x) - 6} y={y + 14} textAnchor="end">{beside}</text>}
    </g>
  );
}

/** Columns of a grid or items of a flex line, with hatched gaps. */
function TrackRow({ row, y, x, selected, onSelect }: Omit<RowProps, "isSelected">) {
  const tracks = row.parts.filter((part) => part.kind === "track");
  return (
    <g role="listitem" aria-label={`${row.name}: ${tracks.map((track) => track.label).join(", ")}`}>
      {row.parts.map((part, number) => {
        const width = Math.max(x(part.x + part.width) - x(part.x), 0.75);
        const isChosen = part.index !== null && part.index === selected;
        const short = part.label.split("= ").at(-1) ?? "";
        const label = part.label.length * 5.9 + 8 <= width ? part.label : short.length * 5.9 + 4 <= width ? short : "";
        const index = part.index;
        return (
          <g key={number} className={index === null ? undefined : "row"} onClick={index === null ? undefined : () => onSelect(index)}>
            <rect
              x={x(part.x)} y={y} width={width} height={ROW} fill={isChosen ? "var(--lake-wash)" : part.kind === "gap" ? fillOf("gap") : "var(--panel)"}
              stroke={isChosen ? "var(--lake)" : "var(--ink)"} strokeWidth="0.9"
            />
            {label && <text x={x(part.x + part.width / 2)} y={y + 14} textAnchor="middle">{label}</text>}
          </g>
        );
      })}
    </g>
  );
}
