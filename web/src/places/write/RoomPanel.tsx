/** How many characters more the selected text may have until something gives way: here, and over all widths. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { useLatest } from "../../kit/useLatest";
import type { AidProps } from "./aid";

const Panel = styled.div`
  ul { margin: 4px 0; padding: 0; list-style: none; }
  li { padding: 1px 0; }
  li small { color: var(--soft); font-size: var(--size-note); display: block; }
  figure { margin: 4px 0 0; }
  figcaption { color: var(--soft); font-size: var(--size-note); }
  svg { display: block; max-width: 100%; }
  .room { fill: var(--day-hill, #6f7d42); fill-opacity: 0.45; stroke: none; }
  .walker { stroke: var(--wrong); }
  .axis { stroke: var(--hairline); }
  text { fill: var(--soft); font-size: var(--size-tick); }
`;
const FROM = 240, TO = 1920, STEP = 60;
const WIDTHS = Array.from({ length: (TO - FROM) / STEP + 1 }, (_, place) => FROM + place * STEP);

/** Another box starts anew. */
export function RoomPanel(props: AidProps) {
  return <RoomOf key={props.selected} {...props} />;
}

function RoomOf({ siteId, page, width, height, drafts, selected, name }: AidProps) {
  const path = { site_id: siteId };
  const [isOver, setOver] = useState(false);
  const { answer, error, isFresh } = useLatest({ page, width, height, drafts, selected }, (body) => ask(client.POST("/api/sites/{site_id}/room", { params: { path }, body })));
  const over = useLatest(isOver ? { page, height, drafts, selected, widths: WIDTHS } : null, (body) => ask(client.POST("/api/sites/{site_id}/room-over-widths", { params: { path }, body })));
  const room = answer?.room;
  if (error && isFresh) return <Panel><p role="alert">{error}</p></Panel>;
  if (!room) return <Panel><p>Longer words are tried in {name}…</p></Panel>;
  return (
    <Panel>
      <div role="status">
        <p>{room.name === name ? name : `The last text in ${name}, ${room.name},`} has {count(room.characters)}.{room.limits.length === 0 && ` ${room.tried.toLocaleString("en")} more fit here: nothing gives way.`}</p>
        <ul aria-label="What gives way">
          {room.limits.map((one) => <li key={one.way}>{one.sentence}{one.boxes.map((box) => <small key={box}>{box}</small>)}</li>)}
        </ul>
      </div>
      {!isOver && <Button onPress={() => setOver(true)}>Over all widths</Button>}
      {isOver && over.error && over.isFresh && <p role="alert">{over.error}</p>}
      {isOver && !over.answer && !over.error && <p role="status">Longer words are tried at {WIDTHS.length} widths…</p>}
      {isOver && over.answer && <RoomHill points={over.answer.points} tried={room.tried} walker={width} />}
    </Panel>
  );
}

function count(characters: number): string {
  return characters === 1 ? "1 character" : `${characters.toLocaleString("en")} characters`;
}

const WIDE = 460, HIGH = 60, LEFT = 34;

/** How many characters more fit, as a row of bars over the viewport's widths. */
function RoomHill({ points, tried, walker }: { points: { width: number; more: number | null }[]; tried: number; walker: number }) {
  const amounts = points.map((one) => one.more ?? tried);
  const most = Math.max(...amounts, 1), least = Math.min(...amounts);
  const x = (width: number) => LEFT + ((width - FROM) / (TO + STEP - FROM)) * (WIDE - LEFT);
  const tightest = points.filter((one) => (one.more ?? tried) === least).map((one) => one.width);
  const words = points.every((one) => one.more === null) ? `Nothing gives way at any of them, with ${tried.toLocaleString("en")} more.` : `Least room: ${count(least)} more at ${tightest.slice(0, 4).map((one) => one.toLocaleString("en")).join(", ")}${tightest.length > 4 ? " and elsewhere" : ""}.`;
  return (
    <figure>
      <svg viewBox={`0 0 ${WIDE} ${HIGH + 16}`} width={WIDE} role="img" aria-label={`Characters more that fit at ${points.length} widths. ${words}`}>
        {points.map((one, place) => {
          const high = ((amounts[place] ?? 0) / most) * (HIGH - 10);
          return <rect key={one.width} className="room" x={x(one.width)} y={HIGH - high} width={x(one.width + STEP) - x(one.width) - 1} height={high}><title>{`${one.width}: ${one.more === null ? `${tried} and more` : one.more}`}</title></rect>;
        })}
        <line className="axis" x1={LEFT} x2={WIDE} y1={HIGH + 0.5} y2={HIGH + 0.5} />
        <line className="walker" x1={x(walker)} x2={x(walker)} y1={0} y2={HIGH} />
        <text x={LEFT - 4} y={14} textAnchor="end">{most}</text>
        {[240, 640, 1040, 1440, 1840].map((one) => <text key={one} x={x(one)} y={HIGH + 13}>{one.toLocaleString("en")}</text>)}
      </svg>
      <figcaption>{words} Looked at every {STEP} px.</figcaption>
    </figure>
  );
}
