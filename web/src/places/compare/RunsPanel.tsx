import { useState } from "react";
import { ProgressBar } from "react-aria-components";
import type { Shot } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { clock, px } from "../../kit/numbers";
import { go, writeAddress } from "../../router";
import { handOver } from "../write/handOver";
import { type Entry, isUsual, USUAL } from "./lineUp";
import { PanelBody } from "./panelStyles";
import { ReportMaker } from "./ReportMaker";
import type { RunNow } from "./useRun";

interface Props {
  siteId: number;
  page: string;
  run: RunNow;
  entries: Entry[];
  reader: typeof USUAL;
  pictures: boolean;
  onPictures: (show: boolean) => void;
  onSelect: (index: number) => void;
}

/** A real browser's visit: pictures, what it measured against what is computed, what it complains of, what changed since. */
export function RunsPanel({ siteId, page, run, entries, reader, pictures, onPictures, onSelect }: Props) {
  const [error, setError] = useState("");
  const accept = (shots: Shot[]) => run.accept(shots).then(() => setError("")).catch((failure: unknown) => setError(failure instanceof Error ? failure.message : String(failure)));
  const drawn = run.shots.filter((one) => one.has_picture);
  const changed = drawn.filter((one) => one.since && (one.since.areas.length > 0 || one.since.moved.length > 0));
  const off = run.shots.reduce((sum, one) => sum + one.disagreements.length, 0);
  const begin = (own: boolean) => {
    onPictures(true);
    if (own) run.start(entries, reader);
    else run.start();
  };
  return (
    <PanelBody>
      <h2>Runs</h2>
      <p className="soft">A real browser draws the saved page, without any network, and measures every box.</p>
      <p className="row small" style={{ margin: "8px 0" }}>
        {run.progress === null
          ? <><Button data-strong onPress={() => begin(false)}>Run at pins and edges</Button><Button onPress={() => begin(true)}>Run at the line-up{isUsual(reader) ? "" : ", as set"}</Button></>
          : <><Bar part={run.progress} done={run.shots.length} all={run.screens.length} /><Button onPress={run.stop}>Stop</Button></>}
      </p>
      {(run.error || error) && <p role="alert">{run.error || error}</p>}
      {run.shots.length > 0 && (
        <>
          <label className="check"><input type="checkbox" checked={pictures} onChange={(event) => onPictures(event.target.checked)} /> Frames show its pictures</label>
          <p role="status" style={{ margin: "6px 0" }}>
            {run.madeAt && `Run of ${clock(new Date(run.madeAt))}, ${run.shots.length === 1 ? "1 viewport" : `${run.shots.length} viewports`}. `}
            {run.progress !== null && "So far: "}
            {off === 0 ? "Everything computed is as the browser measured it." : <span className="wrong">{off === 1 ? "1 number is" : `${px(off)} numbers are`} otherwise than computed.</span>}
            {changed.length > 0 && <> <span className="wrong">{changed.length === 1 ? "1 viewport" : `${changed.length} viewports`} changed since the accepted pictures.</span></>}
          </p>
          <p className="row small">
            <Button onPress={() => void accept(drawn)}>Accept all pictures</Button>
            {changed.length > 0 && <Button onPress={() => void accept(changed)}>Accept what changed</Button>}
          </p>
          <ul className="items" aria-label="Viewports of the run">
            {run.shots.map((shot) => <ShotItem key={shot.id} siteId={siteId} page={page} shot={shot} onAccept={() => void accept([shot])} onSelect={onSelect} />)}
          </ul>
        </>
      )}
      {run.shots.length === 0 && run.progress === null && <p className="soft">No run yet. One at every pin and one px before and after every edge takes some seconds.</p>}
      <ReportMaker siteId={siteId} page={page} />
    </PanelBody>
  );
}

function Bar({ part, done, all }: { part: number; done: number; all: number }) {
  return (
    <ProgressBar aria-label="Viewports drawn" value={part * 100} style={{ display: "flex", gap: 8, alignItems: "center" }}>
      <div className="bar"><i style={{ width: `${part * 100}%` }} /></div>
      <span className="soft">{all ? `${done} of ${all}` : "starting the browser"}</span>
    </ProgressBar>
  );
}

function ShotItem({ siteId, page, shot, onAccept, onSelect }: { siteId: number; page: string; shot: Shot; onAccept: () => void; onSelect: (index: number) => void }) {
  const moved = shot.since?.moved ?? [];
  const areas = shot.since?.areas ?? [];
  const isQuiet = !shot.error && shot.unmet.length === 0 && shot.disagreements.length === 0 && shot.complaints.length === 0 && shot.refused.length === 0 && areas.length === 0 && moved.length === 0 && shot.changes.length === 0;
  return (
    <li>
      <div className="row small">
        <span><strong>{shot.screen.name}</strong> <span className="soft number">{shot.screen.width} × {shot.screen.height}</span></span>
        {isQuiet && <span className="soft">{shot.is_accepted ? "as accepted" : "as computed"}</span>}
        {shot.has_picture && !shot.is_accepted && <LinkButton onPress={onAccept} aria-label={`Accept ${shot.screen.name}`}>Accept</LinkButton>}
        {shot.is_accepted && (areas.length > 0 || moved.length > 0) && <LinkButton onPress={onAccept} aria-label={`Accept ${shot.screen.name}`}>Accept</LinkButton>}
      </div>
      {shot.error && <p className="wrong">{shot.error}</p>}
      <ul className="inner">
        {areas.length > 0 && <li className="wrong">{areas.length === 1 ? "1 area is otherwise" : `${areas.length} areas are otherwise`} than accepted.</li>}
        {moved.slice(0, 8).map((one) => (
          <li key={`${one.index} ${one.gone}`}>
            {one.gone ? `${one.name} is gone.` : <><LinkButton onPress={() => onSelect(one.index)}>{one.name}</LinkButton> {one.come ? "came." : movedWords(one)}</>}
          </li>
        ))}
        {shot.disagreements.slice(0, 6).map((one) => (
          <li key={`${one.index} ${one.part}`}>
            <LinkButton onPress={() => onSelect(one.index)}>{one.name}</LinkButton>: {one.part} computed {one.computed === null ? "none" : px(one.computed)}, measured {one.measured === null ? "none" : px(one.measured)}. {one.reason}{" "}
            <LinkButton onPress={() => {
              handOver.put({ site: siteId, page, index: one.index, file: null, line: null, fix: null });
              go(writeAddress(siteId, page));
            }}>Write</LinkButton>
          </li>
        ))}
        {shot.disagreements.length > 6 && <li>and {shot.disagreements.length - 6} more.</li>}
        {shot.unmet.map((one) => <li key={one} className="wrong">Expected {one}</li>)}
        {shot.complaints.map((one) => <li key={one}>Console: {one}</li>)}
        {shot.refused.map((one) => <li key={one}>Not loaded: {one}</li>)}
        {shot.changes.slice(0, 5).map((one) => <li key={one}>Scripts: {one}</li>)}
        {shot.cut && <li>Taller than is drawn: the picture ends before the page does.</li>}
      </ul>
    </li>
  );
}

function movedWords(one: NonNullable<Shot["since"]>["moved"][number]): string {
  const parts = [
    Math.abs(one.x) >= 0.5 && `${px(Math.abs(one.x))} ${one.x > 0 ? "right" : "left"}`, Math.abs(one.y) >= 0.5 && `${px(Math.abs(one.y))} ${one.y > 0 ? "down" : "up"}`,
    Math.abs(one.width) >= 0.5 && `${px(Math.abs(one.width))} ${one.width > 0 ? "wider" : "narrower"}`, Math.abs(one.height) >= 0.5 && `${px(Math.abs(one.height))} ${one.height > 0 ? "higher" : "lower"}`,
  ];
  return `${parts.filter(Boolean).join(", ")}.`;
}
