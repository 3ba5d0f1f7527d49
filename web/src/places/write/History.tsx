import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { Differences } from "./Differences";

const Panel = styled.section`
  display: grid; grid-template-columns: 190px 1fr; min-height: 0; height: 100%; background: var(--panel);
  ol { margin: 0; padding: 8px; list-style: none; overflow: auto; border-right: 1px solid var(--hairline); }
  ol button { width: 100%; padding: 4px 8px; border: 0; border-radius: var(--round-small); background: none; text-align: left; cursor: pointer; }
  ol button[aria-pressed="true"] { background: var(--lake-wash); font-weight: var(--weight-strong); }
  .state { display: grid; grid-template-rows: auto 1fr; min-height: 0; min-width: 0; }
  .bar { display: flex; gap: 10px; align-items: center; padding: 8px 12px; }
`;

/** The kept states of a file: look at one, see how it differs from now, bring it back. */
export function History({ siteId, path, revision, now, onBroughtBack }: { siteId: number; path: string; revision: number; now: string; onBroughtBack: () => void }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const site_id = siteId;
  const list = useQuery({
    queryKey: ["revisions", siteId, path, revision],
    queryFn: () => ask(client.GET("/api/sites/{site_id}/revisions", { params: { path: { site_id }, query: { path } } })),
  });
  const number = chosen ?? revision;
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
    <Panel aria-label={`Earlier states of ${path}`}>
      <ol>
        {list.data?.map((item) => (
          <li key={item.number}>
            <button type="button" aria-pressed={item.number === number} onClick={() => setChosen(item.number)}>
              {item.number}: {new Date(item.saved_at).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" })}
            </button>
          </li>
        ))}
      </ol>
      <div className="state">
        <div className="bar">
          <span>Revision {number}{number === revision ? ", the newest" : ": underlined is what it has otherwise than now, struck through what it lacks"}</span>
          <Button isDisabled={number === revision} onPress={() => void bringBack()}>Bring it back</Button>
        </div>
        {state.isError && <p role="alert">{state.error.message}</p>}
        {state.data && <Differences key={number} path={path} label={`Revision ${number} of ${path}`} text={state.data.text} now={now} />}
      </div>
    </Panel>
  );
}
