/** Which part of the selected picture shows over all widths: across and down, each as a band. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { patiently } from "../../kit/patiently";

const Band = styled.div`
  margin-top: 8px; font-size: var(--size-note);
  button { padding: 1px 9px; font-size: var(--size-note); }
  .bands { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 4px 16px; max-width: 640px; margin-top: 4px; }
  figure { margin: 0; min-width: 0; } svg { display: block; width: 100%; height: auto; }
  rect { fill: none; stroke: var(--hairline); } path { fill: var(--day-hill, #6f7d42); fill-opacity: 0.45; }
  .walker { stroke: var(--wrong); } text { fill: var(--soft); font-size: var(--size-tick); }
`;
const FROM = 240, TO = 1920, WIDE = 300, HIGH = 60;

type Parts = components["schemas"]["ShownPartsOut"];

interface Props {
  siteId: number;
  page: string;
  width: number;
  height: number;
  drafts: Record<string, string>;
  selected: number;
}

export function PartsBand({ siteId, page, width, height, drafts, selected }: Props) {
  const [found, setFound] = useState<Parts | null>(null);
  const [trouble, setTrouble] = useState("");
  const [isAsked, setAsked] = useState(false);
  const look = () => {
    setTrouble("");
    setAsked(true);
    patiently(() => ask(client.POST("/api/sites/{site_id}/picture-parts", { params: { path: { site_id: siteId } }, body: { page, drafts, selected, height } })))
      .then(setFound, (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)))
      .finally(() => setAsked(false));
  };
  return (
    <Band role="group" aria-label="What of the picture shows">
      <Button isDisabled={isAsked} onPress={look}>What of it shows at every width?</Button>
      {trouble && <p role="alert">{trouble}</p>}
      <div role="status">
        {isAsked && <p>Every width is walked…</p>}
        {found && (
          <>
            {found.sentences.map((one) => <p key={one}>{one}</p>)}
            <div className="bands">
              <OneBand title="Across, its left edge above" points={found.points.map((one) => [one.width, one.left, one.right])} walker={width} />
              <OneBand title="Down, its top above" points={found.points.map((one) => [one.width, one.top, one.bottom])} walker={width} />
            </div>
          </>
        )}
      </div>
    </Band>
  );
}

function OneBand({ title, points, walker }: { title: string; points: [number, number, number][]; walker: number }) {
  const x = (at: number) => ((at - FROM) / (TO - FROM)) * WIDE;
  const y = (part: number) => 1 + part * (HIGH - 2);
  const drawn = `M${points.map(([at, first]) => `${x(at)},${y(first)}`).join(" L")} L${[...points].reverse().map(([at, , last]) => `${x(at)},${y(last)}`).join(" L")} Z`;
  return (
    <figure>
      <figcaption>{title}</figcaption>
      <svg viewBox={`0 0 ${WIDE} ${HIGH + 14}`} role="img" aria-label={`${title}: the part that shows, over the widths`}>
        <rect x={0.5} y={0.5} width={WIDE - 1} height={HIGH - 1} />
        <path d={drawn} />
        <line className="walker" x1={x(walker)} x2={x(walker)} y1={0} y2={HIGH} />
        {[240, 800, 1360].map((at) => <text key={at} x={x(at)} y={HIGH + 12}>{at.toLocaleString("en")}</text>)}
      </svg>
    </figure>
  );
}
