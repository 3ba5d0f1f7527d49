import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type Plan, type PlanCode, sentence } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import { go, Link, writeAddress } from "../../router";
import { Fields, Input, Select } from "./fields";
import { type CodeOptions, FROM, type ProofState, TO, useProof } from "./useProof";

const Panel = styled.section`
  padding: 10px 14px 20px;
  h2 { font-size: var(--size-text); margin-bottom: 6px; }
  .proof { margin: 10px 0; padding: 8px 10px; border-left: 4px solid var(--hill-line); background: var(--paper); }
  .proof[data-state="differs"] { border-color: var(--wrong); }
  .proof[data-state="working"] { border-color: var(--lake); }
  progress { width: 100%; accent-color: var(--lake); }
  .proof ul { margin: 4px 0 0; padding-left: 16px; }
  .proof button { padding: 1px 9px; font-size: var(--size-note); }
  .tabs { display: flex; gap: 6px; align-items: center; margin-top: 10px; }
  .tabs button { padding: 2px 10px; font-size: var(--size-note); }
  .tabs button[aria-pressed="true"] { background: var(--lake-wash); border-color: var(--lake); color: var(--ink); font-weight: var(--weight-strong); }
  pre { margin: 6px 0 0; padding: 8px 10px; max-height: 380px; overflow: auto; border: 1px solid var(--hairline); background: var(--paper); font: var(--size-note)/1.5 var(--font-number); tab-size: 2; }
  .put { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; margin-top: 12px; padding-top: 10px; border-top: 1px solid var(--hairline); }
  .put input { width: 12em; }
  [role="alert"] { color: var(--wrong); margin-top: 8px; }
`;

const METHODS: Record<CodeOptions["method"], string> = {
  "grid-areas": "grid, by areas", "grid-lines": "grid, by lines and spans", flex: "flex", float: "floats, contained", "inline-block": "inline-blocks, no gaps between",
};

/** The plan as HTML and CSS, laid out at every width and proved before it goes into Write. */
export function CodePanel({ siteId, plan, pages }: { siteId: number; plan: Plan; pages: string[] }) {
  const [options, setOptions] = useState<CodeOptions>({ method: "grid-areas", first: "narrow", comments: true });
  const [shows, setShows] = useState<"css" | "html">("css");
  const { answer: code, error, isFresh } = useLatest({ plan, ...options, sheet: "plan.css" }, (body) => ask(client.POST("/api/plans/code", { body })));
  const hasCode = isFresh && !error && code !== undefined;
  const proof = useProof(plan, options, hasCode);
  const set = (change: Partial<CodeOptions>) => setOptions((old) => ({ ...old, ...change }));
  const text = code ? code[shows] : "";
  return (
    <Panel aria-label="Code">
      <h2>Into code</h2>
      <Fields>
        <label htmlFor="method">Method</label>
        <Select id="method" value={options.method} onChange={(event) => set({ method: event.target.value as CodeOptions["method"] })}>
          {Object.entries(METHODS).map(([method, words]) => <option key={method} value={method}>{words}</option>)}
        </Select>
        <label htmlFor="first">Queries</label>
        <Select id="first" value={options.first} onChange={(event) => set({ first: event.target.value as CodeOptions["first"] })}>
          <option value="narrow">narrow first, min-width</option>
          <option value="wide">wide first</option>
        </Select>
        <label className="check"><input type="checkbox" checked={options.comments} onChange={(event) => set({ comments: event.target.checked })} /> Comments hold the sums</label>
      </Fields>
      {isFresh && error ? <p role="alert">{error}</p> : <ProofShown proof={proof} plan={plan} />}
      <div className="tabs">
        {(["css", "html"] as const).map((one) => <Button key={one} aria-pressed={shows === one} onPress={() => setShows(one)}>{one.toUpperCase()}</Button>)}
        <CopyButton text={text} what={shows.toUpperCase()} />
      </div>
      <pre tabIndex={0} role="group" aria-label={`${shows.toUpperCase()} of the plan`}>{text}</pre>
      {code && <PutIntoWrite key={code.file} siteId={siteId} plan={plan} options={options} code={code} pages={pages} isProved={hasCode && proof.isDone && proof.differences.length === 0} />}
    </Panel>
  );
}

function CopyButton({ text, what }: { text: string; what: string }) {
  const [said, setSaid] = useState("");
  return (
    <>
      <Button onPress={() => void navigator.clipboard.writeText(text).then(() => setSaid(`${what} copied.`), () => setSaid("The browser does not let it be copied. Select the text and copy it."))}>Copy {what}</Button>
      <span role="status">{said}</span>
    </>
  );
}

function ProofShown({ proof, plan }: { proof: ProofState & { stop: () => void; again: () => void }; plan: Plan }) {
  const all = TO - FROM + 1;
  const names = new Map(plan.boxes.map((box) => [box.id, box.name]));
  if (proof.error) return <p role="alert">{proof.error}</p>;
  if (proof.isStopped) return <div className="proof" data-state="working">Stopped: not every width was laid out. <Button onPress={proof.again}>Lay out again</Button></div>;
  if (!proof.isDone) {
    return (
      <div className="proof" data-state="working">
        Laying it out: {px(proof.widths)} of {px(all)} widths{proof.differences.length > 0 ? "" : ", equal so far"}. <Button onPress={proof.stop}>Stop</Button>
        <progress value={proof.widths} max={all} aria-label="Widths laid out" />
      </div>
    );
  }
  if (proof.differences.length === 0) {
    return <div className="proof" role="status">Equal to the plan at all {px(all)} widths from {FROM} to {px(TO)}. The largest distance is {proof.largest.toFixed(3)} px, from rounding to 1/64.</div>;
  }
  return (
    <div className="proof" data-state="differs" role="status">
      Not equal to the plan:
      <ul>
        {proof.differences.slice(0, 6).map((one) => (
          <li key={`${one.box} ${one.what} ${one.first}`}>
            {names.get(one.box)}, {one.what}, {one.first === one.last ? `at ${px(one.first)}` : `from ${px(one.first)} to ${px(one.last)}`}: {px(one.found)}, planned {px(one.planned)}
          </li>
        ))}
        {proof.differences.length > 6 && <li>and {proof.differences.length - 6} more</li>}
      </ul>
    </div>
  );
}

interface PutProps {
  siteId: number;
  plan: Plan;
  options: CodeOptions;
  code: PlanCode;
  pages: string[];
  isProved: boolean;
}

/** New files of the site from the plan's code; what is there already is never overwritten. */
function PutIntoWrite({ siteId, plan, options, code, pages, isProved }: PutProps) {
  const queries = useQueryClient();
  const free = (name: string): string => (pages.includes(`${name}.html`) ? free(`${name}-2`) : name);
  const [name, setName] = useState(() => free(code.file));
  const [trouble, setTrouble] = useState("");
  const put = async () => {
    setTrouble("");
    try {
      const sheet = `${name}.css`;
      const made = await ask(client.POST("/api/plans/code", { body: { plan, ...options, sheet: sheet.split("/").at(-1) ?? sheet } }));
      for (const [path, text] of [[sheet, made.css], [`${name}.html`, made.page]] as const) {
        const answer = await client.PUT("/api/sites/{site_id}/file", { params: { path: { site_id: siteId } }, body: { path, text, base_revision: 0 } });
        if (answer.response.status === 409) throw new Error(`${path} is there already. Choose another name; nothing was overwritten.`);
        if (answer.error !== undefined) throw new Error(sentence(answer.error));
      }
      await queries.invalidateQueries({ queryKey: ["site", siteId] });
      go(writeAddress(siteId, `${name}.html`));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <div className="put">
        <label htmlFor="new-page">New page</label>
        <Input id="new-page" value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        <span>.html and .css</span>
        <Button data-strong isDisabled={!isProved || name.trim() === ""} onPress={() => void put()}>Put into Write</Button>
      </div>
      {!isProved && <p>It goes into Write when every width is proved equal.</p>}
      {trouble && <p role="alert">{trouble} <Link to={writeAddress(siteId)}>To Write</Link></p>}
    </>
  );
}
