import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type Revision } from "../../api/client";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { useKept } from "../../kit/useKept";
import { Differences } from "./Differences";
import { SiteHistory } from "./folder/SiteHistory";
import type { Folder } from "./folder/useFolder";

const Panel = styled.section`
  display: grid; grid-template-rows: auto minmax(0, 1fr); min-height: 0; height: 100%; background: var(--panel);
  > header { padding: 6px 12px; border-bottom: 1px solid var(--hairline); }
  .file { display: grid; grid-template-rows: minmax(64px, 26%) minmax(0, 1fr); min-height: 0; }
  ol { margin: 0; padding: 8px; list-style: none; overflow: auto; border-bottom: 1px solid var(--hairline); }
  ol button { display: flex; flex-wrap: wrap; gap: 0 12px; align-items: baseline; width: 100%; padding: 2px 8px; border: 0; border-radius: var(--round-small); background: none; text-align: left; cursor: pointer; }
  ol button[aria-pressed="true"] { background: var(--lake-wash); font-weight: var(--weight-strong); }
  ol .much { color: var(--soft); font-size: var(--size-note); font-weight: 400; }
  ol .moment { color: var(--lake); font-size: var(--size-note); font-weight: 400; overflow-wrap: anywhere; }
  .state { display: grid; grid-template-rows: auto minmax(0, 1fr); min-height: 0; min-width: 0; }
  .bar { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; padding: 6px 12px; }
`;

interface Props {
  siteId: number;
  path: string;
  revision: number;
  now: string;
  folder: Folder;
  onBroughtBack: () => void;
  /** A part of an earlier state was brought back: the file's text then. */
  onText: (text: string) => void;
}

const FILE = "This file", SITE = "The whole site";
export const when = (iso: string) => new Date(iso).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

function howMuch(item: Revision): string {
  const parts = [item.lines_added > 0 ? `${item.lines_added} in` : "", item.lines_removed > 0 ? `${item.lines_removed} out` : ""].filter(Boolean);
  return parts.length > 0 ? `lines: ${parts.join(", ")}` : "no line changed";
}

/** The kept states of a file, compared with what it is now; and what was done to the whole site. */
export function History(props: Props) {
  const [isOfSite, setOfSite] = useKept("hillpin.states-of-site", false);
  return (
    <Panel aria-label={`Earlier states of ${isOfSite ? "the site" : props.path}`}>
      <header><Choice label="Earlier states of" options={[FILE, SITE]} value={isOfSite ? SITE : FILE} onChange={(of) => setOfSite(of === SITE)} /></header>
      {isOfSite ? <SiteHistory siteId={props.siteId} folder={props.folder} /> : <FileHistory {...props} />}
    </Panel>
  );
}

function FileHistory({ siteId, path, revision, now, onBroughtBack, onText }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const site_id = siteId;
  const list = useQuery({
    queryKey: ["revisions", siteId, path, revision],
    queryFn: () => ask(client.GET("/api/sites/{site_id}/revisions", { params: { path: { site_id }, query: { path } } })),
  });
  const number = chosen ?? list.data?.[1]?.number ?? revision;
  const state = useQuery({
    queryKey: ["revision", siteId, path, number],
    queryFn: () => ask(client.GET("/api/sites/{site_id}/file", { params: { path: { site_id }, query: { path, revision: number } } })),
  });
  const bringBack = async () => {
    await ask(client.POST("/api/sites/{site_id}/bring-back", { params: { path: { site_id } }, body: { path, number } }));
    setChosen(null);
    onBroughtBack();
  };
  return (
    <div className="file">
      <ol aria-label="States">
        {list.data?.map((item) => (
          <li key={item.number}>
            <button type="button" aria-pressed={item.number === number} onClick={() => setChosen(item.number)}>
              {when(item.saved_at)}
              <span className="much">{item.number === revision ? "the newest; " : ""}{howMuch(item)}</span>
              {item.moments.map((name) => <span key={name} className="moment">{name}</span>)}
            </button>
          </li>
        ))}
      </ol>
      <div className="state">
        <div className="bar">
          <span>{number === revision ? "This is the newest state" : "Then, at the left, and now"}</span>
          <Button isDisabled={number === revision} onPress={() => void bringBack()}>Bring it all back</Button>
        </div>
        {state.isError && <p role="alert">{state.error.message}</p>}
        {state.data && <Differences key={number} path={path} label={`${path} at ${when(state.data.saved_at)}`} text={state.data.text} now={now} onText={onText} />}
      </div>
    </div>
  );
}
