/** The selected text's baselines against those of a text beside it, how they drift, and what makes both stand on one rhythm. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import type { AidProps } from "./aid";

const Panel = styled.div`
  label { display: inline-flex; gap: 6px; align-items: center; margin-bottom: 6px; }
  select { padding: 1px 4px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--paper); color: var(--ink); }
  .both { display: flex; flex-wrap: wrap; gap: 8px 28px; align-items: flex-start; }
  table { border-collapse: collapse; font-family: var(--font-number); font-size: var(--size-note); }
  th, td { padding: 1px 14px 1px 0; text-align: end; font-weight: 400; } thead th { font-family: var(--font-words); color: var(--soft); }
  .apart { color: var(--doubt); }
  ul { margin: 4px 0 8px; padding: 0; list-style: none; } ul.sum { font: var(--size-note)/1.5 var(--font-number); }
  li { margin-bottom: 4px; } li button { margin-left: 6px; padding: 1px 9px; font-size: var(--size-note); }
`;
const SHOWN = 12;
const NEAR = 0.5;

export function LinesPanel({ siteId, page, width, height, drafts, selected, name, onAsk }: AidProps) {
  const [other, setOther] = useState<number | null>(null);
  const [trouble, setTrouble] = useState("");
  const asking = (latest: Record<string, string>) => ask(client.POST("/api/sites/{site_id}/lines-beside", { params: { path: { site_id: siteId } }, body: { page, width, height, drafts: latest, selected, other } }));
  const { answer, error, isFresh } = useLatest({ page, width, height, drafts, selected, other }, (body) => asking(body.drafts));
  const put = (sentence: string) => {
    setTrouble("");
    // Worked out anew on the texts as they are now: they may have gone on since.
    onAsk(async (latest) => {
      const way = (await asking(latest)).lined_up?.ways?.find((one) => one.sentence === sentence);
      if (!way) throw new Error("That is not what is missing any more: look again.");
      return { file: way.file, text: way.text, caret: way.caret, notes: [] };
    }).catch((failed: unknown) => setTrouble(failed instanceof Error ? failed.message : String(failed)));
  };
  if (error && isFresh) return <Panel><p role="alert">{error}</p></Panel>;
  if (!answer) return <Panel><p role="status">Looking at the lines…</p></Panel>;
  const found = answer.lined_up;
  if (!found) return <Panel><p role="status">No text stands beside {name} at {width.toLocaleString("en-GB")}.</p></Panel>;
  return (
    <Panel aria-busy={!isFresh}>
      <label>held against <select value={answer.other ?? ""} onChange={(event) => setOther(Number(event.target.value))}>{answer.beside.map((one) => <option key={one.index} value={one.index}>{one.name}</option>)}</select></label>
      {trouble && <p role="alert">{trouble}</p>}
      <p role="status">{found.sentence}</p>
      <ul aria-label="What makes them level">
        {(found.ways ?? []).map((way) => <li key={way.sentence}>{way.sentence} {way.apart > 0 && `They are ${px(Math.max(way.apart, 0.01))} apart at most then.`}<Button isDisabled={!isFresh} onPress={() => put(way.sentence)}>Put it in</Button></li>)}
      </ul>
      <div className="both">
        <table aria-label="Baselines">
          <thead><tr><th>Line</th><th>{found.name}</th><th>{found.other}</th><th>apart</th></tr></thead>
          <tbody>
            {shown(found.pairs).map((pair) => (
              <tr key={pair.number}><th scope="row">{pair.number}</th><td>{px(pair.own)}</td><td>{px(pair.other)}</td><td className={Math.abs(pair.own - pair.other) > NEAR ? "apart" : undefined}>{px(pair.own - pair.other)}</td></tr>
            ))}
          </tbody>
        </table>
        <ul className="sum" aria-label="How it comes about">{found.working.map((line) => <li key={line}>{line}</li>)}</ul>
      </div>
    </Panel>
  );
}

/** The first lines and the last. */
function shown<Pair>(pairs: Pair[]): Pair[] {
  return pairs.length <= SHOWN ? pairs : [...pairs.slice(0, SHOWN - 1), ...pairs.slice(-1)];
}
