import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import type { AidProps } from "./RulesPanel";

const Panel = styled.form`
  display: flex; flex-wrap: wrap; gap: 6px 8px; align-items: center;
  select, input { padding: 2px 5px; border: 1px solid var(--faint); border-radius: 3px; background: var(--paper); color: var(--ink); }
  input { width: 74px; }
  p { flex-basis: 100%; }
  .said { padding: 6px 10px; border-left: 4px solid var(--hill-line); background: var(--paper); }
  .said[data-none="true"] { border-color: var(--doubt); }
`;

type Kind = "width" | "height" | "x" | "y" | "one-row" | "characters";
const KINDS: Record<Kind, string> = { width: "is wide", height: "is high", x: "begins at x", y: "begins at y", "one-row": "has all in one row", characters: "has lines of at most … characters" };

interface Found {
  value: number | null;
  text: string;
  sentence: string;
  caret: number;
}

/** Name a goal for the selected box; the number under the caret is solved so that it is met. */
export function GoalPanel({ caret, ...props }: AidProps & { caret: { path: string; offset: number } | null }) {
  const { siteId, page, width, drafts, selected, name, onAsk } = props;
  const [kind, setKind] = useState<Kind>("width");
  const [amount, setAmount] = useState("270");
  const [at, setAt] = useState("");
  const [found, setFound] = useState<Found | null>(null);
  const [trouble, setTrouble] = useState("");
  const file = caret?.path.endsWith(".css") ? caret.path : null;
  const solve = async () => {
    if (!caret || !file) return;
    setTrouble("");
    setFound(null);
    try {
      const body = { page, drafts, selected, file, offset: caret.offset, kind, at: Number(at) || width, amount: kind === "one-row" ? 0 : Number(amount) };
      setFound(await ask(client.POST("/api/sites/{site_id}/goal", { params: { path: { site_id: siteId } }, body })));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const put = async ({ value }: Found) => {
    if (!caret || !file || value === null) return;
    setFound(null);
    // Solved anew on the texts as they are now: they may have gone on since.
    const body = (latest: Record<string, string>) => ({ page, drafts: latest, selected, file, offset: caret.offset, kind, at: Number(at) || width, amount: kind === "one-row" ? 0 : Number(amount) });
    await onAsk(async (latest) => {
      const again = await ask(client.POST("/api/sites/{site_id}/goal", { params: { path: { site_id: siteId } }, body: body(latest) }));
      return { file, text: again.text, caret: again.caret, notes: [] };
    }).catch((error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)));
  };
  return (
    <Panel onSubmit={(event) => { event.preventDefault(); void solve(); }}>
      <p>{file ? "The number under the caret may change." : "Put the caret on a number in a stylesheet: that one may change."}</p>
      <span>{name}</span>
      <select aria-label="Goal" value={kind} onChange={(event) => setKind(event.target.value as Kind)}>
        {Object.entries(KINDS).map(([value, words]) => <option key={value} value={value}>{words}</option>)}
      </select>
      {kind !== "one-row" && <input aria-label="Goal's number" inputMode="decimal" value={amount} onChange={(event) => setAmount(event.target.value)} />}
      <label>{kind === "one-row" ? "from" : "at"} <input aria-label="At viewport" inputMode="numeric" placeholder={px(width)} value={at} onChange={(event) => setAt(event.target.value)} /></label>
      <Button type="submit" data-strong isDisabled={!file || (kind !== "one-row" && !Number.isFinite(Number(amount)))}>What must it be?</Button>
      {trouble && <p role="alert">{trouble}</p>}
      {found && (
        <p className="said" role="status" data-none={found.value === null}>
          {found.sentence}{" "}
          {found.value !== null && file && <Button onPress={() => void put(found)}>Put it in</Button>}
        </p>
      )}
    </Panel>
  );
}
