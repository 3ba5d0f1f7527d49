import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type SubmitEvent, useCallback, useEffect, useState } from "react";
import { ask, client, type KeptExpectation } from "../../api/client";
import type { components } from "../../api/schema";
import { Button, LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { go, writeAddress } from "../../router";
import { clampWidth } from "../../width-axis/scale";
import { handOver } from "../write/handOver";
import { type Entry, keyOf } from "./lineUp";
import { PanelBody } from "./panelStyles";
import { useWork } from "../../kit/useWork";

type Proved = components["schemas"]["ProvedOut"];

interface Props {
  siteId: number;
  page: string;
  entries: Entry[];
  selected: number | null;
  name: string;
  onSelect: (index: number) => void;
  onFree: (width: number) => void;
}

/** What must hold of the page: kept in the site's own file, proved at every width. */
export function ExpectationsPanel({ siteId, page, entries, selected, name, onSelect, onFree }: Props) {
  const work = useWork<Proved>();
  const { start } = work;
  const [says, setSays] = useState("");
  const [error, setError] = useState("");
  const queries = useQueryClient();
  const prove = useCallback(() => {
    const path = (job: string) => ({ params: { path: { site_id: siteId, job } } });
    start({
      begin: async () => (await ask(client.POST("/api/sites/{site_id}/expectations/prove", { params: { path: { site_id: siteId } }, body: { page, drafts: {} } }))).job,
      look: (job) => ask(client.GET("/api/sites/{site_id}/expectations/proofs/{job}", path(job))),
      stop: (job) => void client.DELETE("/api/sites/{site_id}/expectations/proofs/{job}", path(job)),
    });
  }, [start, siteId, page]);
  useEffect(() => prove(), [prove]);
  const change = (answer: Promise<{ error?: unknown }>) => {
    void ask(answer.then((one) => (one.error === undefined ? { data: true } : { error: one.error }))).then(() => {
      setError("");
      setSays("");
      void queries.invalidateQueries({ queryKey: ["site", siteId] });
      prove();
    }).catch((failure: unknown) => setError(failure instanceof Error ? failure.message : String(failure)));
  };
  const keep = (sentence: string) => change(client.POST("/api/sites/{site_id}/expectations", { params: { path: { site_id: siteId } }, body: { page, says: sentence }, parseAs: "text" }));
  const submit = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    keep(says);
  };
  const found = work.said?.state === "done" ? work.said.expectations : undefined;
  const failed = found?.filter((one) => one.error || one.failures.length > 0).length ?? 0;
  return (
    <PanelBody>
      <h2>Expectations</h2>
      <p role="status" className="soft">
        {work.progress !== null ? `Proving at every width, ${Math.round(work.progress * 100)} of 100` : found === undefined ? "" : found.length === 0 ? "None yet. Say what must stay so, in a sentence." : failed === 0 ? `${found.length === 1 ? "It holds" : `All ${found.length} hold`} at every width.` : `${failed} of ${found.length} ${failed === 1 ? "does" : "do"} not hold.`}
      </p>
      {work.error && <p role="alert">{work.error}</p>}
      <ul className="items" aria-label="Expectations of this page">
        {found?.map((one) => (
          <Item key={one.number} one={one} siteId={siteId} page={page} onSelect={onSelect} onFree={onFree}
            onDrop={() => change(client.DELETE("/api/sites/{site_id}/expectations/kept/{number}", { params: { path: { site_id: siteId, number: one.number }, query: { says: one.says } }, parseAs: "text" }))} />
        ))}
      </ul>
      <form onSubmit={submit}>
        <label className="field">What must hold<input value={says} maxLength={300} placeholder="no sideways scroll from 240 up" onChange={(event) => setSays(event.target.value)} /></label>
        <p className="row small"><Button type="submit" data-strong isDisabled={says.trim() === ""}>Keep</Button><Button onPress={prove}>Prove again</Button></p>
        {error && <p role="alert">{error}</p>}
      </form>
      {selected !== null && entries.length > 0 && <Suggestions siteId={siteId} page={page} selected={selected} name={name} entries={entries} onChoose={setSays} />}
      <p className="soft" style={{ marginTop: 12 }}>They stand in expectations.json in the site, and <code>./pin check</code> proves them in a build.</p>
    </PanelBody>
  );
}

function Item({ one, siteId, page, onDrop, onSelect, onFree }: { one: KeptExpectation; siteId: number; page: string; onDrop: () => void; onSelect: (index: number) => void; onFree: (width: number) => void }) {
  const holds = !one.error && one.failures.length === 0;
  return (
    <li>
      <div className="row">
        <span>{one.says}</span>
        <span className={holds ? "good" : "wrong"}>{holds ? "holds" : "fails"}</span>
        <LinkButton className="small" aria-label={`Drop: ${one.says}`} onPress={onDrop}>Drop</LinkButton>
      </div>
      {one.error && <p className="wrong">{one.error}</p>}
      <ul className="inner">
        {one.failures.map((failure) => (
          <li key={failure.low}>
            <span className="wrong">{failure.low === failure.high ? px(failure.low) : `${px(failure.low)} to ${px(failure.high)}`}</span>: {failure.message}{" "}
            <LinkButton onPress={() => {
              if (failure.index !== null) onSelect(failure.index);
              onFree(clampWidth(failure.worst));
            }}>Show</LinkButton>{" "}
            <LinkButton onPress={() => {
              localStorage.setItem(`hillpin.walker.${siteId}`, String(clampWidth(failure.worst)));
              handOver.put({ site: siteId, page, index: failure.index, file: failure.file, line: failure.line, fix: null });
              go(writeAddress(siteId, page));
            }}>{failure.file} line {failure.line}</LinkButton>
          </li>
        ))}
      </ul>
    </li>
  );
}

/** What holds of the selected box on screen now, to begin from. */
function Suggestions({ siteId, page, selected, name, entries, onChoose }: { siteId: number; page: string; selected: number; name: string; entries: Entry[]; onChoose: (sentence: string) => void }) {
  const [at, setAt] = useState(keyOf(entries[0] ?? { name: "", width: 390, height: 800 }));
  const entry = entries.find((one) => keyOf(one) === at) ?? entries[0];
  const told = useQuery({
    queryKey: ["suggest", siteId, page, selected, at],
    queryFn: () => ask(client.POST("/api/sites/{site_id}/expectations/suggest", { params: { path: { site_id: siteId } }, body: { page, drafts: {}, index: selected, width: entry?.width ?? 390, height: entry?.height ?? 800 } })),
  });
  return (
    <>
      <h3>What is so of {name} now</h3>
      <label className="field">In the frame<select value={at} onChange={(event) => setAt(event.target.value)}>{entries.map((one) => <option key={keyOf(one)} value={keyOf(one)}>{one.name}, {keyOf(one)}</option>)}</select></label>
      <ul className="items" aria-label="What could be kept">
        {told.data?.sentences.map((one) => <li key={one}><LinkButton onPress={() => onChoose(one)}>{one}</LinkButton></li>)}
      </ul>
    </>
  );
}
