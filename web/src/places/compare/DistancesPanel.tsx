/** Distances between two edges, as drawn and as built, kept as dimension lines. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { ask, client, type KeptDistance } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { go, writeAddress } from "../../router";
import { clampWidth } from "../../width-axis/scale";
import { handOver } from "../write/handOver";
import { type Entry, keyOf } from "./lineUp";
import { PanelBody } from "./panelStyles";

type Side = "left" | "right" | "top" | "bottom" | "text-left" | "text-right" | "text-top" | "text-bottom";
interface End {
  index?: number;
  side?: Side;
  at?: number;
  words?: string;
}
interface Taken {
  isAcross: boolean;
  first?: End;
  second?: End;
}

export interface Distances {
  kept: KeptDistance[];
  taken: Taken | null;
  /** Take an edge as one end of the next distance. */
  take: (which: "first" | "second", isAcross: boolean, end: End) => void;
  keep: (width: number, drawn: number | null) => Promise<void>;
  drop: (distance: KeptDistance) => void;
}

export function useDistances(site: number, page: string): Distances {
  const queries = useQueryClient();
  const key = useMemo(() => ["distances", site, page], [site, page]);
  const kept = useQuery({ queryKey: key, queryFn: () => ask(client.POST("/api/sites/{site_id}/distances/kept", { params: { path: { site_id: site } }, body: { page, drafts: {}, height: 800 } })), refetchOnWindowFocus: true });
  const [taken, setTaken] = useState<Taken | null>(null);
  const take = useCallback((which: "first" | "second", isAcross: boolean, end: End) => setTaken((now) => (now?.isAcross === isAcross ? { ...now, [which]: end } : { isAcross, [which]: end })), []);
  const keep = useCallback(async (width: number, drawn: number | null) => {
    if (!taken?.first || !taken.second) return;
    const edge = ({ index, side, at }: End) => ({ index: index ?? null, side: side ?? ("left" as const), at: at ?? null });
    const { error } = await client.POST("/api/sites/{site_id}/distances", { params: { path: { site_id: site } }, body: { page, width, is_across: taken.isAcross, first: edge(taken.first), second: edge(taken.second), drawn }, parseAs: "text" });
    if (error) throw new Error((JSON.parse(error as unknown as string) as { detail: string }).detail);
    setTaken(null);
    await queries.invalidateQueries({ queryKey: key });
  }, [taken, site, page, queries, key]);
  const drop = useCallback((distance: KeptDistance) => {
    void client.DELETE("/api/sites/{site_id}/distances/{distance_id}", { params: { path: { site_id: site, distance_id: distance.id } }, parseAs: "text" }).then(() => queries.invalidateQueries({ queryKey: key }));
  }, [site, queries, key]);
  return { kept: kept.data ?? [], taken, take, keep, drop };
}

const SIDES: readonly Side[] = ["left", "right", "top", "bottom", "text-left", "text-right", "text-top", "text-bottom"];
const isAcrossOf = (side: Side) => side.endsWith("left") || side.endsWith("right");
const wordsOfSide = (side: Side) => side.replace("text-", "text’s ");

interface Props {
  siteId: number;
  page: string;
  entries: Entry[];
  selected: number | null;
  name: string;
  distances: Distances;
}

export function DistancesPanel({ siteId, page, entries, selected, name, distances }: Props) {
  const [width, setWidth] = useState(entries[0]?.width ?? 1440);
  const [drawn, setDrawn] = useState("");
  const [error, setError] = useState("");
  const { taken } = distances;
  const keep = () => {
    distances.keep(width, drawn.trim() === "" ? null : Number(drawn)).then(() => {
      setError("");
      setDrawn("");
    }).catch((failure: unknown) => setError(failure instanceof Error ? failure.message : String(failure)));
  };
  return (
    <PanelBody>
      <h2>Distances</h2>
      {selected === null
        ? <p className="soft">Select a box in a frame: a distance goes from one of its edges to an edge of another box, or to an edge that is drawn.</p>
        : (
          <>
            <h3>Edges of {name}</h3>
            <ul className="items">
              {SIDES.map((side) => (
                <li key={side} className="row small">
                  <span>{wordsOfSide(side)}</span>
                  <LinkButton aria-label={`from here, the ${wordsOfSide(side)} of ${name}`} onPress={() => distances.take("first", isAcrossOf(side), { index: selected, side, words: `${wordsOfSide(side)} of ${name}` })}>from here</LinkButton>
                  <LinkButton aria-label={`to here, the ${wordsOfSide(side)} of ${name}`} onPress={() => distances.take("second", isAcrossOf(side), { index: selected, side, words: `${wordsOfSide(side)} of ${name}` })}>to here</LinkButton>
                </li>
              ))}
            </ul>
          </>
        )}
      <Guide distances={distances} />
      {taken && (
        <>
          <p role="status">From {wordsOf(taken.first)} to {wordsOf(taken.second)}.</p>
          {taken.first && taken.second && (
            <>
              <label className="field">In the frame<select value={width} onChange={(event) => setWidth(Number(event.target.value))}>{entries.map((one) => <option key={keyOf(one)} value={one.width}>{one.name}, {px(one.width)} wide</option>)}</select></label>
              <label className="field">As drawn (empty where it is only measured)<input type="number" step="0.5" value={drawn} onChange={(event) => setDrawn(event.target.value)} /></label>
              <p className="small"><Button data-strong onPress={keep}>Keep this distance</Button></p>
            </>
          )}
          {error && <p role="alert">{error}</p>}
        </>
      )}
      <h3>Kept</h3>
      {distances.kept.length === 0 && <p className="soft">None yet.</p>}
      <ul className="items" aria-label="Distances that are kept">
        {distances.kept.map((one) => <Kept key={one.id} one={one} siteId={siteId} page={page} onDrop={() => distances.drop(one)} />)}
      </ul>
    </PanelBody>
  );
}

/** A line of one's own, across or down the page. */
function Guide({ distances }: { distances: Distances }) {
  const [at, setAt] = useState("");
  const [isAcross, setAcross] = useState(true);
  const take = (which: "first" | "second") => at.trim() !== "" && Number.isFinite(Number(at)) && distances.take(which, isAcross, { at: Number(at), words: `a guide at ${at}` });
  return (
    <div className="row small">
      <label className="field">A guide at<input style={{ width: 80 }} inputMode="decimal" value={at} onChange={(event) => setAt(event.target.value)} /></label>
      <label className="field">of<select value={isAcross ? "x" : "y"} onChange={(event) => setAcross(event.target.value === "x")}><option value="x">x</option><option value="y">y</option></select></label>
      <LinkButton aria-label="from here, the guide" onPress={() => take("first")}>from here</LinkButton>
      <LinkButton aria-label="to here, the guide" onPress={() => take("second")}>to here</LinkButton>
    </div>
  );
}

const wordsOf = (end: End | undefined) => (end === undefined ? "…" : end.words ?? `what is drawn at ${px(end.at ?? 0)}`);

function Kept({ one, siteId, page, onDrop }: { one: KeptDistance; siteId: number; page: string; onDrop: () => void }) {
  const isOff = one.off !== null && Math.abs(one.off) >= 0.5;
  return (
    <li>
      <div className="row small">
        <span>{one.name}, at {px(one.width)}</span>
        <LinkButton aria-label={`Drop ${one.name}`} onPress={onDrop}>Drop</LinkButton>
      </div>
      {one.error
        ? <p className="wrong">{one.error}</p>
        : (
          <p>
            {one.drawn === null ? <>Built <span className="number">{px(one.built ?? 0)}</span>.</> : <>As drawn <span className="number">{px(one.drawn)}</span>, as built <span className="number">{px(one.built ?? 0)}</span>{isOff ? <>: <span className="wrong">{px(Math.abs(one.off ?? 0))} {(one.off ?? 0) < 0 ? "short" : "too much"}</span>.</> : ": as drawn."}</>}
            {one.working && <span className="soft number" style={{ display: "block" }}>{one.working}</span>}
            {one.blamed && (
              <LinkButton onPress={() => {
                localStorage.setItem(`hillpin.walker.${siteId}`, String(clampWidth(one.width)));
                handOver.put({ site: siteId, page, index: one.index, file: one.blamed?.file ?? null, line: one.blamed?.line ?? null, fix: null, goal: isOff ? one.goal : null });
                go(writeAddress(siteId, page));
              }}>{isOff ? `What must the ${one.blamed.words} be?` : one.blamed.words} {one.blamed.file} line {one.blamed.line}</LinkButton>
            )}
          </p>
        )}
    </li>
  );
}
