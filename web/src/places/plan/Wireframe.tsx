import styled from "styled-components";
import type { Drawing, Sides } from "../../api/client";

type DrawnBox = Drawing["boxes"][number];

const Svg = styled.svg`
  display: block; background: var(--paper);
  text { fill: var(--ink); font-family: var(--font-words); }
  .name { font-weight: var(--weight-strong); }
  .box { cursor: pointer; }
`;

/** The least scale at which the words of a drawing (15 px) can be read, and the size of names below it, in pixels of the screen. */
export const READABLE = 11 / 15;
const NAME_SIZE = 11;

interface Props {
  drawing: Drawing;
  /** Pixels on the screen for one CSS px. */
  scale: number;
  selected?: string | null;
  showsColumns?: boolean;
  /** Whether margins, borders and padding are hatched. */
  showsParts?: boolean;
  picture?: string | null;
  label: string;
  onSelect?: (box: string) => void;
}

/** An arrangement as a wireframe, to scale. */
export function Wireframe({ drawing, scale, selected, showsColumns = true, showsParts = true, picture, label, onSelect }: Props) {
  return (
    <Svg viewBox={`0 0 ${drawing.width} ${drawing.height}`} width={drawing.width * scale} height={drawing.height * scale} role="img" aria-label={label}>
      
      {picture && <image href={picture} width={drawing.width} opacity="0.5" />}
      {showsColumns && drawing.columns.map(({ x, width }) => <rect key={x} x={x} width={width} height={drawing.height} fill="var(--band)" />)}
      {drawing.boxes.map((box) => <BoxShape key={box.box} box={box} scale={scale} isSelected={box.box === selected} isClear={Boolean(picture)} showsParts={showsParts} onSelect={onSelect} />)}
    </Svg>
  );
}

function BoxShape({ box, scale, isSelected, isClear, showsParts, onSelect }: { box: DrawnBox; scale: number; isSelected: boolean; isClear: boolean; showsParts: boolean; onSelect?: (box: string) => void }) {
  const { margin, border, padding } = box;
  const inner = inside(box, border);
  const content = inside(inner, padding);
  const colour = box.drops ? "var(--wrong)" : isSelected ? "var(--lake)" : "var(--ink)";
  const low = Math.max(content.y, ...(box.lines ?? []).map((line) => line.y + 6));
  return (
    <g className="box" onClick={(event) => { event.stopPropagation(); onSelect?.(box.box); }}>
      {showsParts && isAny(margin) && <path d={ring(inside(box, { top: -margin.top, right: -margin.right, bottom: -margin.bottom, left: -margin.left }), box)} fillRule="evenodd" fill="url(#hatch-margin)" />}
      <rect x={box.x} y={box.y} width={box.width} height={box.height} fill={isSelected ? "var(--lake-wash)" : "var(--panel)"} fillOpacity={isClear ? 0.55 : 1} stroke={colour} strokeWidth={(isSelected || box.drops ? 2.5 : 1.2) / scale} />
      {showsParts && isAny(border) && <path d={ring(box, inner)} fillRule="evenodd" fill={colour} />}
      {showsParts && isAny(padding) && <path d={ring(inner, content)} fillRule="evenodd" fill="url(#hatch-padding)" />}
      {box.role === "figure" && <path d={`M${content.x} ${low}L${content.x + content.width} ${inner.y + inner.height}M${content.x + content.width} ${low}L${content.x} ${inner.y + inner.height}`} stroke="var(--hairline)" strokeWidth={1 / scale} />}
      {scale >= READABLE
        ? (box.lines ?? []).map((line) => <text key={line.y} x={line.x} y={line.y} fontSize={line.size} className={line.is_name ? "name" : undefined}>{line.text}</text>)
        : <NameOnly box={box} scale={scale} />}
    </g>
  );
}

/** In a small drawing only the name, at a size that can be read, cut off where its box ends. */
function NameOnly({ box, scale }: { box: DrawnBox; scale: number }) {
  const first = box.lines?.[0];
  if (!first) return null;
  const room = Math.floor(((box.x + box.width - first.x) * scale) / (NAME_SIZE * 0.56));
  const text = box.name.length <= room ? box.name : room > 3 ? `${box.name.slice(0, room - 1)}…` : "";
  return <text className="name" x={first.x} y={box.y + box.border.top + Math.max(box.padding.top, 4) + NAME_SIZE / scale * 0.82} fontSize={NAME_SIZE / scale}>{text}</text>;
}

interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

function inside(rect: Rect, sides: Sides): Rect {
  return { x: rect.x + sides.left, y: rect.y + sides.top, width: Math.max(rect.width - sides.left - sides.right, 0), height: Math.max(rect.height - sides.top - sides.bottom, 0) };
}

function isAny(sides: Sides): boolean {
  return Object.values(sides).some((side) => side > 0);
}

/** A rectangle with a rectangular hole. */
function ring(outer: Rect, hole: Rect): string {
  const one = (rect: Rect) => `M${rect.x} ${rect.y}h${rect.width}v${rect.height}h${-rect.width}z`;
  return one(outer) + one(hole);
}
