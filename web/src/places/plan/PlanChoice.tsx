import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type KeptPlan } from "../../api/client";
import { Button } from "../../kit/Button";
import { go, Link, planAddress, writeAddress } from "../../router";
import { newPlan } from "./edit";
import type { PlanUnderWork } from "./usePlan";

const Empty = styled.main`
  max-width: 640px; margin: 0 auto; padding: 60px 20px;
  h2 { margin-bottom: 8px; font-size: var(--size-title); }
  p { margin-bottom: 16px; color: var(--soft); max-width: 60ch; }
  .actions { display: flex; flex-wrap: wrap; gap: 10px; }
`;

const Line = styled.span`
  display: inline-flex; gap: 6px; align-items: center;
  input, select { max-width: 190px; padding: 1px 5px; border: 1px solid var(--hairline); border-radius: var(--round-small); background: var(--panel); color: var(--ink); font-weight: var(--weight-strong); }
  button { padding: 1px 8px; font-size: var(--size-note); }
`;

/** New plans of a site: an empty one, or one from a file. */
function useNewPlan(siteId: number) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const begin = async (making: Promise<KeptPlan>) => {
    setTrouble("");
    try {
      const made = await making;
      await queries.invalidateQueries({ queryKey: ["plans", siteId] });
      go(planAddress(siteId, made.id));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const path = { site_id: siteId };
  return {
    trouble,
    make: () => void begin(ask(client.POST("/api/sites/{site_id}/plans", { params: { path }, body: { plan: newPlan("New page") } }))),
    read: (file: File) => void file.text().then((text) => begin(ask(client.POST("/api/sites/{site_id}/plans/import", { params: { path }, body: { text } })))),
  };
}

/** What to do first where a site has no plan. */
export function NoPlan({ siteId }: { siteId: number }) {
  const { trouble, make, read } = useNewPlan(siteId);
  return (
    <Empty>
      <h2>Plan a page before a line is written</h2>
      <p>Say what you know of the columns; the rest is solved. Split rows into boxes, see each sum, and take it away as HTML and CSS that fits.</p>
      <div className="actions">
        <Button data-strong onPress={make}>New plan</Button>
        <FileButton onFile={read} />
        <Link to={writeAddress(siteId)}>Plan from a page: select a container in Write</Link>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
    </Empty>
  );
}

function FileButton({ onFile }: { onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onPress={() => input.current?.click()}>Plan from a file</Button>
      <input ref={input} type="file" accept=".json,application/json" hidden aria-label="A plan file" onChange={(event) => { const file = event.target.files?.[0]; if (file) onFile(file); event.target.value = ""; }} />
    </>
  );
}

/** The plan at hand, by name; another one, a further one, or this one removed. */
export function PlanChoice({ siteId, work }: { siteId: number; work: PlanUnderWork }) {
  const queries = useQueryClient();
  const { trouble, make, read } = useNewPlan(siteId);
  const plans = useQuery({ queryKey: ["plans", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}/plans", { params: { path: { site_id: siteId } } })) });
  const remove = async () => {
    if (!confirm(`Remove the plan ${work.plan.name}? This cannot be undone. Take it away as JSON first if you may want it again.`)) return;
    await client.DELETE("/api/sites/{site_id}/plans/{plan_id}", { params: { path: { site_id: siteId, plan_id: work.kept.id } } });
    await queries.invalidateQueries({ queryKey: ["plans", siteId] });
    go(planAddress(siteId));
  };
  return (
    <Line>
      {(plans.data?.length ?? 0) > 1 && (
        <select aria-label="Plan" value={work.kept.id} onChange={(event) => void work.flush().then(() => go(planAddress(siteId, Number(event.target.value))))}>
          {plans.data?.map((one) => <option key={one.id} value={one.id}>{one.id === work.kept.id ? work.plan.name : one.name}</option>)}
        </select>
      )}
      <input aria-label="Name of the plan" value={work.plan.name} maxLength={120} onChange={(event) => { const name = event.target.value; if (name.trim()) work.change((old) => ({ ...old, name })); }} />
      <Button onPress={make}>New</Button>
      <FileButton onFile={read} />
      <Button onPress={() => void remove()}>Remove</Button>
      {trouble && <span role="alert">{trouble}</span>}
    </Line>
  );
}
