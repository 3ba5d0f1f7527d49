/** The proof that code gives what is planned: every width laid out, a stretch at a time, with progress, and stoppable. */
import { useEffect, useState } from "react";
import { ask, client, type Plan, type Proof } from "../../api/client";

export const FROM = 240;
export const TO = 1920;
const AT_ONCE = 140;

export interface CodeOptions {
  method: "grid-areas" | "grid-lines" | "flex" | "float" | "inline-block";
  first: "narrow" | "wide";
  comments: boolean;
}

export interface ProofState {
  widths: number;
  largest: number;
  differences: Proof["differences"];
  sentence: string;
  isDone: boolean;
  isStopped: boolean;
  error: string;
}

const NOTHING: ProofState = { widths: 0, largest: 0, differences: [], sentence: "", isDone: false, isStopped: false, error: "" };

/** Prove a plan's code, anew for each change after a pause; `stop` ends it early, `again` begins anew. */
export function useProof(plan: Plan, options: CodeOptions, isWanted: boolean): ProofState & { stop: () => void; again: () => void } {
  const key = JSON.stringify([plan, options]);
  const [round, setRound] = useState(0);
  const [stopped, setStopped] = useState("");
  const [state, setState] = useState({ key: "", proof: NOTHING });
  const mine = `${round} ${key}`;
  const isStopped = stopped === mine;
  useEffect(() => {
    if (!isWanted || isStopped) return;
    const abort = new AbortController();
    const timer = setTimeout(() => void prove(plan, options, abort.signal, (proof) => setState({ key: mine, proof })), 400);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
    // The key stands for the plan and the options.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [mine, isWanted, isStopped]);
  const proof = state.key === mine ? state.proof : NOTHING;
  return { ...proof, isStopped: isStopped && !proof.isDone, stop: () => setStopped(mine), again: () => setRound((count) => count + 1) };
}

async function prove(plan: Plan, options: CodeOptions, signal: AbortSignal, tell: (proof: ProofState) => void): Promise<void> {
  let proof = NOTHING;
  for (let start = FROM; start <= TO; start += AT_ONCE) {
    try {
      const end = Math.min(start + AT_ONCE - 1, TO);
      const part = await ask(client.POST("/api/plans/proof", { body: { plan, ...options, sheet: "plan.css", start, end }, signal }));
      if (signal.aborted) return;
      const differences = joined(proof.differences, part.differences);
      const sentence = proof.differences.length > 0 ? proof.sentence : part.differences.length > 0 ? part.sentence : "";
      proof = { ...proof, widths: proof.widths + part.widths, largest: Math.max(proof.largest, part.largest), differences, sentence, isDone: end === TO };
      tell(proof);
    } catch (error) {
      if (signal.aborted) return;
      tell({ ...proof, error: error instanceof Error ? error.message : String(error) });
      return;
    }
  }
}

/** Differences of two stretches, those that go on from one to the other as one. */
function joined(before: Proof["differences"], after: Proof["differences"]): Proof["differences"] {
  const all = [...before];
  for (const one of after) {
    const open = all.findIndex((other) => other.box === one.box && other.what === one.what && other.last === one.first - 1);
    const old = all[open];
    if (old) all[open] = { ...old, last: one.last };
    else all.push(one);
  }
  return all;
}
