import { useEffect, useState } from "react";
import styled from "styled-components";
import { ask, client, type Finding } from "../../api/client";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { followJob, type Job, WALKED } from "./job";
import { rangeOf } from "./words";

const Ways = styled.div`
  margin-top: 4px;
  ul { display: grid; gap: 6px; margin: 0; padding: 0; list-style: none; }
  li { padding: 5px 8px; border-left: 3px solid var(--hill-line); background: var(--paper); }
  .change { font: var(--size-note)/1.5 var(--font-number); overflow-wrap: anywhere; white-space: pre-wrap; }
  .change del { color: var(--wrong); } .change ins { color: var(--better); text-decoration: none; border-bottom: 1px solid; }
  .worse { color: var(--doubt); }
  button { padding: 1px 9px; font-size: var(--size-note); }
`;

type Fix = components["schemas"]["FixOut"];
type Remedy = components["schemas"]["RemedyOut"];

interface Props {
  siteId: number;
  page: string;
  drafts: Record<string, string>;
  height: number;
  finding: Finding;
  /** What the button says that puts a way in. */
  verb: string;
  onPut: (fix: Fix) => void;
}

/** The ways to settle a finding, each surveyed before it is shown: what gets better, and what else changes at which widths. */
export function Remedies({ siteId, page, drafts, height, finding, verb, onPut }: Props) {
  const [asked] = useState({ page, drafts, height, key: finding.key });
  const [job, setJob] = useState<Job | null>(null);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    let isOver = false;
    void prove(siteId, asked, () => isOver, setJob).catch((error: unknown) => {
      if (!isOver) setTrouble(error instanceof Error ? error.message : String(error));
    });
    return () => {
      isOver = true;
    };
  }, [siteId, asked]);
  if (trouble) return <p role="alert">{trouble}</p>;
  if (job?.state === "failed") return <p role="alert">{job.detail}</p>;
  if (job?.state !== "done") return <p role="status">Each way is tried at every width, {Math.round((job?.progress ?? 0) * 100)} of 100.</p>;
  return (
    <Ways>
      {job.remedies.length === 0 && <p role="status">None of the usual ways settles it without making something else wrong.</p>}
      <ul aria-label="Ways to settle it">
        {job.remedies.map((one) => (
          <li key={`${one.fix.line} ${one.fix.after}`}>
            <div>{one.fix.sentence}</div>
            <div className="change">{one.fix.before && <del>{one.fix.before}</del>} <ins>{one.fix.after.trim()}</ins></div>
            <Changes of={one} />
            <Button onPress={() => onPut(one.fix)}>{verb} line {one.fix.line} of {one.fix.file}</Button>
          </li>
        ))}
      </ul>
    </Ways>
  );
}

function Changes({ of: { changes } }: { of: Remedy }) {
  const better = changes.filter((one) => one.is_better);
  const worse = changes.filter((one) => !one.is_better);
  return (
    <>
      <div>Settled: {better.map((one) => `${one.title}, ${one.selector || "the page"}, ${rangeOf(one.low, one.high, WALKED)}`).join("; ") || "this"}.</div>
      {worse.map((one) => <div key={`${one.kind} ${one.selector} ${one.low}`} className="worse">New then: {one.title}, {one.selector}, {rangeOf(one.low, one.high, WALKED)}.</div>)}
      {worse.length === 0 && <div>Nothing else is found then.</div>}
    </>
  );
}

async function prove(siteId: number, body: { page: string; drafts: Record<string, string>; height: number; key: string }, isOver: () => boolean, tell: (job: Job) => void): Promise<void> {
  const { job } = await ask(client.POST("/api/sites/{site_id}/remedies", { params: { path: { site_id: siteId } }, body }));
  await followJob(siteId, job, isOver, tell);
}
