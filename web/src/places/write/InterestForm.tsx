/** A point of interest on the selected picture: where it is cut off, and which object-position keeps it in, which can be put in. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { patiently } from "../../kit/patiently";
import { rangeOf } from "../survey/words";
import { WALKED } from "../survey/job";
import type { AskChange } from "./aid";

const Form = styled.form`
  margin-top: 8px; font-size: var(--size-note);
  .ask { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; }
  input { width: 52px; padding: 1px 6px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--paper); }
  button { padding: 1px 9px; font-size: var(--size-note); }
`;

type Interest = components["schemas"]["InterestOut"];

interface Props {
  siteId: number;
  page: string;
  height: number;
  drafts: Record<string, string>;
  selected: number;
  onAsk: AskChange;
}

export function InterestForm({ siteId, page, height, drafts, selected, onAsk }: Props) {
  const [across, setAcross] = useState("50");
  const [down, setDown] = useState("50");
  const [found, setFound] = useState<Interest | null>(null);
  const [trouble, setTrouble] = useState("");
  const [isAsked, setAsked] = useState(false);
  const point = { across: Number(across), down: Number(down) };
  const isPoint = [point.across, point.down].every((one) => one >= 0 && one <= 100) && across.trim() !== "" && down.trim() !== "";
  const asking = (latest: Record<string, string>) => ask(client.POST("/api/sites/{site_id}/point-of-interest", { params: { path: { site_id: siteId } }, body: { page, drafts: latest, selected, height, ...point } }));
  const told = (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error));
  const look = () => {
    setTrouble("");
    setFound(null);
    setAsked(true);
    patiently(() => asking(drafts)).then(setFound, told).finally(() => setAsked(false));
  };
  const put = () => {
    // Worked out anew on the texts as they are now: they may have gone on since.
    onAsk(async (latest) => {
      const again = await asking(latest);
      if (!again.text) throw new Error(again.sentence);
      return { file: again.file, text: again.text, caret: Math.max(again.text.indexOf(`object-position: ${again.position}`), 0), notes: [] };
    }).then(() => setFound(null), told);
  };
  return (
    <Form aria-label="Point of interest" onSubmit={(event) => { event.preventDefault(); if (isPoint) look(); }}>
      <div className="ask">
        <strong>What must stay in view</strong>
        <label>at <input aria-label="Percent from the left" inputMode="decimal" value={across} onChange={(event) => { setAcross(event.target.value); setFound(null); }} /> % from the left,</label>
        <label><input aria-label="Percent from the top" inputMode="decimal" value={down} onChange={(event) => { setDown(event.target.value); setFound(null); }} /> % from the top</label>
        <Button type="submit" isDisabled={!isPoint || isAsked}>Is it ever cut off?</Button>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      <div role="status">
        {isAsked && <p>Every width is walked…</p>}
        {found && (
          <>
            {found.cut.length > 0 && <p>It is cut off {found.cut.map((one) => rangeOf(one.low, one.high, WALKED)).join("; ")}.</p>}
            <p>{found.sentence} {found.text && <Button onPress={put}>Put it into {found.file}</Button>}</p>
            <ul>{found.working.map((line) => <li key={line}>{line}</li>)}</ul>
          </>
        )}
      </div>
    </Form>
  );
}
