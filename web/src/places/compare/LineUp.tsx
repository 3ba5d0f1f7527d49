/** The line-up: frames side by side on one ground line and one scale, each with its numbers. */
import { useRef, useState } from "react";
import styled from "styled-components";
import type { LineUpNumbers, Run, Site } from "../../api/client";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { px } from "../../kit/numbers";
import { useHeight, useRoom } from "../../kit/useRoom";
import type { Distances } from "./DistancesPanel";
import { DrawnBeside, DrawnOver, type Drawings } from "./DrawingsPanel";
import { type FrameTold, LineFrame, type Picture } from "./LineFrame";
import { type Entry, isLive, keyOf, PANELS, type PanelName, type Standing, turned, USUAL } from "./lineUp";
import { ChangedAreas } from "./ChangedAreas";
import { DimensionLines } from "./DimensionLines";
import type { RunNow } from "./useRun";

const Room = styled.section`
  display: grid; grid-template-rows: auto 1fr; min-height: 0; min-width: 0; background: var(--frame-ground);
  .bar { display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; padding: 7px 14px; border-bottom: 1px solid var(--hairline); background: var(--paper); }
  .bar h2 { margin: 0; font-size: var(--size-text); font-weight: 400; color: var(--lake); } .bar h2 strong { color: var(--ink); }
  .bar .panels { display: flex; flex-wrap: wrap; gap: 4px; margin-left: auto; }
  .bar .panels button { padding: 2px 9px; font-size: var(--size-note); }
  .bar .panels button[aria-pressed="true"] { background: var(--lake-wash); border-color: var(--lake); }
  .line { position: relative; overflow: auto; min-height: 0; }
  ol { display: flex; gap: 22px; width: max-content; min-width: 100%; margin: 0; padding: 10px 18px 16px; list-style: none; }
  li { flex: none; }
  .head { min-height: 44px; padding-bottom: 6px; }
  .head strong { display: block; max-width: 100%; font-size: var(--size-text); overflow-wrap: anywhere; } .head strong::before { content: ""; display: inline-block; width: 8px; height: 8px; margin-right: 6px; border-radius: 50%; background: var(--pin); }
  .head.free strong::before { background: var(--lake); border-radius: 1px; }
  .head .size { font-family: var(--font-number); font-size: var(--size-note); color: var(--soft); }
  .ground { position: absolute; left: 0; height: 0; border-top: 2px solid var(--lake); pointer-events: none; }
  .hands { display: flex; gap: 2px; margin-left: -4px; }
  .hands button { min-width: 24px; min-height: 24px; padding: 0 5px; border: 0; background: none; color: var(--soft); font-size: var(--size-note); } .hands button:hover, .hands button:focus-visible { color: var(--lake); }
  dl { display: grid; grid-template-columns: auto 1fr; gap: 0 8px; margin: 8px 0 0; padding-top: 5px; border-top: 1px solid var(--hairline); font-size: var(--size-note); }
  dt { color: var(--soft); } dd { margin: 0; font-family: var(--font-number); font-variant-numeric: tabular-nums; }
  .says { margin: 4px 0 0; max-width: 100%; color: var(--soft); font-size: var(--size-tick); } .wrong { color: var(--wrong); font-weight: var(--weight-strong); }
  .table { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  .none { padding: 30px 20px; max-width: 40em; }
`;

const SCALES = ["All", "Height", "Half", "Whole"] as const;
const HEAD = 74;
const FOOT = 168;
const LESS_FOOT = 68;
const GAP = 22;
const SIDES = 36;
/** What the hands and numbers under a frame need. */
const NARROWEST = 118;
const LEAST = 0.16;

interface Props {
  site: Site;
  page: string;
  entries: Entry[];
  onEntries: (entries: Entry[] | null) => void;
  free: number;
  sections: LineUpNumbers["sections"];
  standing: Standing | null;
  onStand: (index: number, part?: number, from?: string | null) => void;
  selected: number | null;
  onSelect: (index: number) => void;
  numbers: LineUpNumbers | undefined;
  answers: Record<string, string | boolean>;
  sheets: Record<string, string> | null;
  reader: typeof USUAL;
  panel: PanelName | null;
  onPanel: (name: PanelName) => void;
  run: RunNow;
  pictures: boolean;
  drawings: Drawings;
  distances: Distances;
}

export function LineUp(props: Props) {
  const { site, page, entries, onEntries, sections, standing, selected, numbers, run } = props;
  const line = useRef<HTMLDivElement>(null);
  const [tops, setTops] = useState<Record<string, number>>({});
  const [scaling, setScaling] = useState<(typeof SCALES)[number]>("All");
  const [room, tall] = [useRoom(line, 1000), useHeight(line, 500)];
  const tallest = Math.max(...entries.map((one) => one.height), 1);
  const down = (tall - HEAD - (selected === null ? LESS_FOOT : FOOT)) / tallest;
  const across = fitting(entries, room);
  const scale = scaling === "Whole" ? 1 : scaling === "Half" ? 0.5 : Math.max(scaling === "All" ? Math.min(across, down) : down, LEAST);
  const indexes = sections.map((one) => one.index);
  const standsAt = sections.find((one) => one.index === standing?.index);
  const move = (at: number, by: number) => {
    const next = [...entries];
    const [one] = next.splice(at, 1);
    if (one) next.splice(at + by, 0, one);
    onEntries(next);
  };
  return (
    <Room aria-label="Line-up">
      <div className="bar">
        <h2>{standing ? <><strong>{standsAt?.name ?? numbers?.name ?? "the selected box"}</strong> on the ground line</> : "Where all frames stand"}</h2>
        <Choice label="Scale" options={SCALES} value={scaling} onChange={setScaling} />
        <span className="panels">
          {PANELS.map((name) => <Button key={name} aria-pressed={props.panel === name} onPress={() => props.onPanel(name)}>{name}</Button>)}
        </span>
      </div>
      <div className="line" ref={line} tabIndex={0} role="group" aria-label="Frames, side by side">
        {entries.length === 0 && <p className="none">Nothing stands here. Open Screens and put a pin or a screen into the line-up. <Button onPress={() => onEntries(null)}>All pins</Button></p>}
        <span className="ground" style={{ top: HEAD - 20, width: Math.max(lengthOf(entries, scale), room) }} />
        <ol>
          {entries.map((entry, at) => {
            const shot = run.shots.find((one) => one.screen.width === entry.width && one.screen.height === entry.height && one.has_picture);
            const picture = props.pictures && shot ? pictureOf(site.id, shot) : null;
            const here = numbers?.screens[at];
            return (
              <li key={keyOf(entry)} style={{ width: Math.max(entry.width * scale + 2, NARROWEST) + (props.drawings.way === "Beside" && props.drawings.list.some((one) => one.width === entry.width) ? entry.width * scale + 10 : 0) }}>
                <div className="head">
                  <strong>{entry.name}</strong>
                  <span className="size">{entry.width} × {entry.height}</span>
                </div>
                <div className="stand" style={{ height: tallest * scale + 2, display: "flex", alignItems: "start" }}>
                <LineFrame
                  key={site.updated_at} entry={entry} address={`${site.pages}${page.split("/").map(encodeURIComponent).join("/")}`} base={site.pages} scale={scale} standing={standing} sections={indexes}
                  answers={props.answers} sheets={props.sheets} selected={selected} picture={picture} onSelect={props.onSelect}
                  onStand={(index, part) => props.onStand(index, part, keyOf(entry))}
                  over={(told: FrameTold, top: number) => (
                    <>
                      {picture && shot?.since && <ChangedAreas since={shot.since} top={top} scale={scale} />}
                      <DrawnOver drawings={props.drawings} width={entry.width} siteId={site.id} told={told} scale={scale} height={entry.height} />
                      <DimensionLines distances={props.distances.kept.filter((one) => one.width === entry.width)} told={told} scale={scale} width={entry.width} height={entry.height} />
                    </>
                  )}
                  onTop={(top) => setTops((now) => (now[keyOf(entry)] === top ? now : { ...now, [keyOf(entry)]: top }))}
                />
                <DrawnBeside drawings={props.drawings} entry={entry} siteId={site.id} standing={tops[keyOf(entry)] ?? 0} scale={scale} />
                </div>
                <div className="hands">
                  <Button aria-label={`Move ${entry.name} to the left`} isDisabled={at === 0} onPress={() => move(at, -1)}>←</Button>
                  <Button aria-label={`Move ${entry.name} to the right`} isDisabled={at === entries.length - 1} onPress={() => move(at, 1)}>→</Button>
                  <Button aria-label={`Turn ${entry.name}`} onPress={() => onEntries(entries.map((one) => (one === entry ? turned(entry) : one)))}>Turn</Button>
                  <Button aria-label={`Drop ${entry.name}`} onPress={() => onEntries(entries.filter((one) => one !== entry))}>Drop</Button>
                </div>
                <Says picture={picture !== null} isLive={isLive(props.reader)} shot={shot} />
                {selected !== null && here && <Numbers here={here} />}
              </li>
            );
          })}
        </ol>
        <Table entries={entries} numbers={numbers} />
      </div>
    </Room>
  );
}

function pictureOf(site: number, shot: Run["shots"][number]): Picture {
  return { address: `/api/sites/${site}/shots/${shot.id}/picture.png`, width: shot.screen.width, rects: shot.rects };
}

/** How long the line-up is at a scale. */
function lengthOf(entries: Entry[], scale: number): number {
  return SIDES + entries.reduce((sum, one) => sum + Math.max(one.width * scale + 2, NARROWEST) + GAP, -GAP);
}

/** The largest scale at which the line-up fits a room. */
function fitting(entries: Entry[], room: number): number {
  let [low, high] = [0, 1];
  for (let step = 0; step < 12; step += 1) {
    const scale = (low + high) / 2;
    if (lengthOf(entries, scale) <= room - 2) low = scale;
    else high = scale;
  }
  return low;
}

/** What a frame shows, where it is not simply the page as it is. */
function Says({ picture, isLive: live, shot }: { picture: boolean; isLive: boolean; shot: Run["shots"][number] | undefined }) {
  if (picture) {
    const changed = shot?.since ? shot.since.areas.length : 0;
    return <p className="says">Drawn by the browser in the run.{changed > 0 && <span className="wrong"> {changed === 1 ? "1 area is" : `${changed} areas are`} otherwise.</span>}</p>;
  }
  return live ? null : <p className="says">Sizes below as set; the frame shows them only in a run.</p>;
}

function Numbers({ here }: { here: LineUpNumbers["screens"][number] }) {
  if (here.width === null) return <dl><dt>no box here</dt><dd /></dl>;
  return (
    <dl>
      <dt>width</dt><dd>{px(here.width)}</dd>
      <dt>height</dt><dd>{px(here.height ?? 0)}</dd>
      <dt>x</dt><dd>{px(here.x ?? 0)}</dd>
      <dt>lines</dt><dd>{here.lines}</dd>
    </dl>
  );
}

/** The same as a table, for those who do not see the frames. */
function Table({ entries, numbers }: { entries: Entry[]; numbers: LineUpNumbers | undefined }) {
  if (!numbers) return null;
  return (
    <div className="table">
      <table>
        <caption>{numbers.name ? `${numbers.name} at every viewport of the line-up` : "The page at every viewport of the line-up"}</caption>
        <thead><tr><th scope="col">Viewport</th><th scope="col">Size</th><th scope="col">Width</th><th scope="col">Height</th><th scope="col">x</th><th scope="col">Lines</th><th scope="col">Page scrolls sideways</th></tr></thead>
        <tbody>
          {entries.map((entry, at) => {
            const here = numbers.screens[at];
            return (
              <tr key={keyOf(entry)}>
                <th scope="row">{entry.name}</th><td>{entry.width} × {entry.height}</td>
                <td>{here?.width == null ? "none" : px(here.width)}</td><td>{here?.height == null ? "none" : px(here.height)}</td><td>{here?.x == null ? "none" : px(here.x)}</td><td>{here?.lines ?? 0}</td>
                <td>{here && here.scroll_width > entry.width ? `by ${px(here.scroll_width - entry.width)}` : "no"}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
