import styled from "styled-components";
import type { components } from "../../api/schema";
import type { Pinned } from "./ReportNotes";

type Shot = components["schemas"]["ReportShotOut"];
const SCALE = 0.32;
const TALLEST = 1600;

const Figure = styled.figure`
  margin: 0; max-width: 100%;
  figcaption { margin-bottom: 4px; } figcaption span { color: var(--soft); }
  .pair { display: flex; gap: 10px; } .pair > * { flex: 1; min-width: 0; } .pair span { color: var(--soft); font-size: var(--size-note); } .then img { border: 1px solid var(--hairline); }
  .sheet { position: relative; border: 1px solid var(--hairline); background: var(--panel); overflow: hidden; cursor: crosshair; } img { display: block; width: 100%; }
  svg { position: absolute; inset: 0; width: 100%; height: 100%; pointer-events: none; } .box { fill: none; stroke: var(--hairline); } .differs { fill: none; stroke: var(--doubt); stroke-width: 2; stroke-dasharray: 5 3; vector-effect: non-scaling-stroke; } .since { color: var(--soft); font-size: var(--size-note); overflow-wrap: anywhere; }
  .chosen { fill: none; stroke: var(--pin); stroke-width: 3; vector-effect: non-scaling-stroke; } .chosen.at { stroke: var(--lake); }
`;

/** The page at one viewport: its picture, or where there was no browser its boxes; what is pressed is pinned, what has a note is ringed. */
export function ReportShot({ shot, than, elements, notes, pinned, onPin }: { shot: Shot; than: string; elements: components["schemas"]["ReportElementOut"][]; notes: components["schemas"]["ReportNoteOut"][]; pinned: Pinned | null; onPin: (pinned: Pinned) => void }) {
  const height = Math.min(shot.page_height, Math.max(TALLEST, shot.height));
  const noted = notes.filter((note) => note.width === shot.width && !note.is_settled).map((note) => note.index);
  const press = (event: React.MouseEvent<HTMLElement>) => {
    const sheet = event.currentTarget.getBoundingClientRect();
    const scale = shot.width / sheet.width;
    const [x, y] = [(event.clientX - sheet.left) * scale, (event.clientY - sheet.top) * scale];
    // The innermost box there: the last in the order of the source; the whole body where there is none.
    const found = shot.boxes.findLast((box) => x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) ?? shot.boxes[0];
    if (found) onPin({ index: found.index, element: elements.find((one) => one.index === found.index)?.name ?? "", width: shot.width });
  };
  const ring = (index: number | null, kind: string) => shot.boxes.filter((box) => box.index === index).map((box) => <rect key={kind} className={kind} x={box.x} y={box.y} width={box.width} height={box.height} />);
  return (
    <Figure style={{ width: Math.max(shot.width * SCALE, 120) * (shot.then ? 2 : 1) + (shot.then ? 10 : 0) }}>
      <figcaption><strong>{shot.name}</strong> <span>{shot.width.toLocaleString("en")} × {shot.height.toLocaleString("en")}</span></figcaption>
      <div className="pair">
        {shot.then && <div className="then"><span>then</span><img src={`data:image/webp;base64,${shot.then}`} alt={`The page ${than}, at ${shot.width}`} /></div>}
        <div>
          {shot.then && <span>now</span>}
          <div className="sheet" onClick={press} style={{ aspectRatio: `${shot.width} / ${height}` }}>
            {shot.picture && <img src={`data:image/webp;base64,${shot.picture}`} alt={`The page at ${shot.width}`} />}
            <svg viewBox={`0 0 ${shot.width} ${height}`} preserveAspectRatio="none" aria-hidden="true">
              {!shot.picture && shot.boxes.map((box) => <rect key={box.index} className="box" x={box.x} y={box.y} width={box.width} height={box.height} />)}
              {shot.since?.areas.map((area, place) => <rect key={`differs ${place}`} className="differs" x={area.x} y={area.y} width={area.width} height={area.height} />)}
              {noted.map((index) => ring(index, "chosen"))}
              {pinned?.width === shot.width && ring(pinned.index, "chosen at")}
            </svg>
          </div>
        </div>
      </div>
      {shot.since && <p className="since">{sinceWords(shot.since, than)}</p>}
    </Figure>
  );
}

function sinceWords(since: NonNullable<Shot["since"]>, than: string): string {
  const moved = [...new Set(since.moved)].slice(0, 6).join(", ");
  const [places, areas] = [since.areas.length === 1 ? "place" : "places", since.areas.length];
  if (areas === 0) return moved === "" ? `As ${than}.` : `To the eye as ${than}; moved: ${moved}.`;
  return `Otherwise than ${than} in ${areas} ${places}${moved === "" ? "" : `; moved: ${moved}`}.`;
}
