import { useState } from "react";
import styled from "styled-components";
import { ask, client, type Contender } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import type { AidProps } from "./aid";
import { useLatest } from "../../kit/useLatest";

const Panel = styled.div`
  .choose { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; margin-bottom: 6px; }
  select { padding: 2px 4px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); }
  ol { margin: 0; padding: 0; list-style: none; }
  li { display: flex; flex-wrap: wrap; gap: 1px 12px; padding: 2px 0; border-top: 1px dashed var(--hairline); align-items: baseline; }
  code { font-family: var(--font-number); font-size: var(--size-note); overflow-wrap: anywhere; }
  li[data-wins="true"] code { font-weight: var(--weight-strong); }
  li[data-wins="false"] code { color: var(--soft); }
  .why { color: var(--soft); }
  li button { font-size: var(--size-note); }
`;

/** Which rule wins a property of the selected box, and why the others do not; for an inherited value, where it comes from. */
export function RulesPanel(props: AidProps) {
  const { siteId, page, width, height, drafts, selected, name, onSource, onAsk } = props;
  const [property, setProperty] = useState("");
  const [trouble, setTrouble] = useState("");
  const path = { site_id: siteId };
  const question = { page, width, height, drafts, selected, property };
  const { answer, error } = useLatest(question, (body) => ask(client.POST("/api/sites/{site_id}/contest", { params: { path }, body })));
  const contest = answer?.contest;
  const takeOver = async (one: Contender, into: string) => {
    if (!one.file || !one.line) return;
    setTrouble("");
    try {
      const { file, line } = one;
      await onAsk((latest) => ask(client.POST("/api/sites/{site_id}/take-over", { params: { path }, body: { page, drafts: latest, width, height, selected, file, line, into } })));
    } catch (failure) {
      setTrouble(failure instanceof Error ? failure.message : String(failure));
    }
  };
  if (error) return <p role="alert">{error}</p>;
  if (!answer) return <p>Reading the rules…</p>;
  const options = [...new Set([...(contest ? [contest.property] : []), ...answer.properties])].sort();
  const { own } = answer;
  const isOffered = (one: Contender) => answer.taken_over.some((taken) => taken.file === one.file && taken.line === one.line);
  const chain = contest?.chain ?? [];
  return (
    <Panel>
      <div className="choose">
        <label>Property of {name}{" "}
          <select value={contest?.property ?? ""} onChange={(event) => setProperty(event.target.value)}>
            {[...options, ...INHERITED.filter((one) => !options.includes(one))].map((one) => <option key={one}>{one}</option>)}
          </select>
        </label>
        {answer.comes_to && <output>{answer.comes_to}</output>}
        {contest?.initial && <span>Nothing sets it: it has its initial value.</span>}
      </div>
      <ol aria-label="Rules that compete">
        {contest?.contenders.map((one) => (
          <Line key={`${one.file ?? ""} ${one.line ?? 0} ${one.text} ${one.selector}`} one={one} onSource={onSource}>
            {isOffered(one) && <Button onPress={() => void takeOver(one, own)}>Take over into {own}</Button>}
          </Line>
        ))}
      </ol>
      {chain.length > 0 && (
        <>
          <p>It is inherited:</p>
          <ol aria-label="Where it comes from">
            {chain.map((one) => one.winner ? <Line key={one.index} one={one.winner} from={one.name} onSource={onSource} /> : <li key={one.index}><span className="why">{one.name} hands it on</span></li>)}
          </ol>
        </>
      )}
      {contest && (contest.behind ?? []).length > 0 && (
        <>
          <p>Behind it shows the ground of</p>
          <ol aria-label="Whose ground shows">
            {(contest.behind ?? []).map((one) => one.winner ? <Line key={one.index} one={one.winner} from={one.name} onSource={onSource} /> : <li key={one.index}><span className="why">{one.name}</span></li>)}
          </ol>
        </>
      )}
      {trouble && <p role="alert">{trouble}</p>}
    </Panel>
  );
}

/** Asked about though nothing may be declared on the box itself: it comes from around it. */
const INHERITED = ["background-color", "color", "font-family", "font-size", "font-weight", "line-height", "text-align", "letter-spacing"];

function Line({ one, from, onSource, children }: { one: Contender; from?: string; onSource: AidProps["onSource"]; children?: React.ReactNode }) {
  const { file, line } = one;
  return (
    <li data-wins={one.wins}>
      <code>{one.selector} {"{"} {one.text}{one.important ? " !important" : ""} {"}"}</code>
      <span className="why">
        {from ? `on ${from}, ` : one.wins ? "wins, " : one.why ? `${one.why}, ` : ""}{one.specificity}{one.layer ? `, layer ${one.layer}` : ""}{one.query ? `, ${one.query}` : ""}{one.origin === "user-agent" ? ", the browser's own sheet" : ""}
      </span>
      {file && line ? <LinkButton onPress={() => onSource(file, line)}>{file} line {line}</LinkButton> : null}
      {children}
    </li>
  );
}
