import { useEffect, useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import type { AidProps } from "./aid";
import { type HeldState, STATES } from "./states";

const Panel = styled.div`
  .choose { display: flex; flex-wrap: wrap; gap: 4px 12px; margin-bottom: 6px; }
  label { display: inline-flex; gap: 4px; align-items: center; }
  ul { margin: 4px 0 0; padding: 0; list-style: none; }
  li { padding: 1px 0; }
  h3 { margin: 8px 0 2px; font-size: var(--size-note); color: var(--soft); }
  code { font: var(--size-note)/1.4 var(--font-number); } [data-moves="true"] { color: var(--doubt); }
  li[data-own="false"] { color: var(--doubt); font-weight: var(--weight-strong); }
`;

/** Hold a state on the selected box: the page shows it, and what it moves is said by how much. Another box starts at rest. */
export function StatesPanel(props: AidProps) {
  return <States key={props.selected} {...props} />;
}

function States({ siteId, page, width, height, drafts, selected, name, onHold, onSource }: AidProps) {
  const [state, setState] = useState<HeldState | "">("");
  const question = state === "" ? null : { page, width, height, drafts, selected, state };
  const { answer, error } = useLatest(question, (body) => ask(client.POST("/api/sites/{site_id}/hold", { params: { path: { site_id: siteId } }, body })));
  useEffect(() => {
    onHold(state);
    return () => onHold("");
  }, [state, onHold, selected]);
  return (
    <Panel>
      <div className="choose" role="radiogroup" aria-label={`State of ${name}`}>
        {(Object.keys(STATES) as (HeldState | "")[]).map((one) => (
          <label key={one}><input type="radio" name="held" checked={state === one} onChange={() => setState(one)} /> {STATES[one]}</label>
        ))}
      </div>
      {state === "" && <p>Hold a state on {name} to see it in the page, and what it moves.</p>}
      {error && state !== "" && <p role="alert">{error}</p>}
      {answer && state !== "" && (
        <div role="status">
          <p>{answer.held.sentence}</p>
          <ul aria-label="What it shifts">
            {answer.held.shifts.map((one) => (
              <li key={one.index} data-own={one.is_own}>{one.name}: {moves(one)}</li>
            ))}
          </ul>
          {answer.held.changes.length > 0 && <Ends changes={answer.held.changes} onSource={onSource} />}
        </div>
      )}
    </Panel>
  );
}

type Change = components["schemas"]["EndChange"];
const EFFECTS: Record<Change["effect"], string> = { moves: "it moves boxes", drawn: "nothing is laid out anew", paints: "it only paints" };

/** What the state's end has otherwise than its start. */
function Ends({ changes, onSource }: { changes: Change[]; onSource: AidProps["onSource"] }) {
  return (
    <>
      <h3>Its end against its start</h3>
      <ul aria-label="Its end against its start">
        {changes.map((one) => (
          <li key={`${one.index} ${one.name} ${one.property} ${one.line}`}>
            <LinkButton onPress={() => onSource(one.file, one.line)}>{one.property}</LinkButton> of {one.name}: <code>{one.before || "not set"}</code> → <code>{one.after || "not set"}</code>,{" "}
            {one.seconds > 0 ? `in ${time(one.seconds)}` : "at once"}{one.seconds > 0 && ` (with reduced motion ${one.calm_seconds > 0 ? `in ${time(one.calm_seconds)} too` : "at once"})`}; <span data-moves={one.effect === "moves"}>{EFFECTS[one.effect]}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

const time = (seconds: number) => `${Number(seconds.toFixed(3))} s`;

function moves({ dx, dy, dw, dh }: { dx: number; dy: number; dw: number; dh: number }): string {
  const parts = [dx && `${px(Math.abs(dx))} ${dx > 0 ? "right" : "left"}`, dy && `${px(Math.abs(dy))} ${dy > 0 ? "down" : "up"}`, dw && `${px(Math.abs(dw))} ${dw > 0 ? "wider" : "narrower"}`, dh && `${px(Math.abs(dh))} ${dh > 0 ? "higher" : "lower"}`];
  return parts.filter(Boolean).join(", ");
}
