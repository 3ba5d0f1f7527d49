import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import styled from "styled-components";
import { ask, client, type KeptPlan, type Plan, type Site } from "../../api/client";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { Hatching } from "../../kit/Hatching";
import { Header } from "../../kit/Header";
import { clock } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import { go, Link, planAddress, stopsOf } from "../../router";
import { Arrangements } from "./Arrangements";
import { BoxPanel } from "./BoxPanel";
import { CodePanel } from "./CodePanel";
import { ColumnsPanel } from "./ColumnsPanel";
import { ColumnsStrip } from "./ColumnsStrip";
import { addBox, withArrangement } from "./edit";
import { NoPlan, PlanChoice } from "./PlanChoice";
import { RowsPanel } from "./RowsPanel";
import { loadPlan, type PlanUnderWork, useAnswers, usePlan } from "./usePlan";
import { YesPanel } from "./YesPanel";

const Place = styled.div`
  display: grid; grid-template-rows: auto auto 1fr; height: 100%; min-height: 560px;
  .defs { position: absolute; width: 0; height: 0; }
  .hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  .work { display: grid; grid-template-columns: 276px minmax(0, 1fr) 340px; grid-auto-rows: auto; min-height: 0; align-content: stretch; }
  .work > :not(.trouble) { grid-row: 3; }
  .work { grid-template-rows: auto auto minmax(0, 1fr); }
  .work > .side { min-height: 0; overflow: auto; background: var(--panel); border-right: 1px solid var(--hairline); }
  .work > .side.right { border-right: 0; border-left: 1px solid var(--hairline); }
  .middle { display: grid; grid-template-rows: minmax(150px, auto) minmax(120px, 1fr); min-height: 0; min-width: 0; }
  .middle > :first-child { max-height: 46vh; }
  .choose { padding: 8px 14px 0; }
  .trouble { grid-column: 1 / -1; padding: 7px 16px; border-left: 4px solid var(--wrong); background: var(--panel); border-bottom: 1px solid var(--hairline); }
  @media (max-width: 1000px), (max-height: 520px) {
    height: auto;
    .work { grid-template-columns: minmax(0, 1fr); grid-template-rows: none; }
    .work > :not(.trouble) { grid-row: auto; }
    .middle { grid-row: 1; overflow: auto; }
    .work > .side { max-height: none; border: 0; border-top: 1px solid var(--hairline); }
    .middle > :first-child { max-height: none; }
  }
  @media print {
    height: auto; display: block;
    header, .side, nav { display: none; }
    .work, .middle { display: block; }
    .middle > * { max-height: none !important; overflow: visible !important; }
    .middle button:not([aria-pressed]), .middle select { display: none; }
    input { border: 0; }
  }
`;

/** Plan: loads the site and the plan at hand, then shows the work. */
export function PlanPlace({ siteId, planId }: { siteId: number; planId: number | null }) {
  const site = useQuery({ queryKey: ["site", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}", { params: { path: { site_id: siteId } } })) });
  const plans = useQuery({ queryKey: ["plans", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}/plans", { params: { path: { site_id: siteId } } })) });
  const id = plans.data?.find((one) => one.id === planId)?.id ?? plans.data?.[0]?.id;
  const loaded = useQuery({ queryKey: ["plan", siteId, id], queryFn: () => loadPlan(siteId, id ?? 0), enabled: id !== undefined, gcTime: 0, staleTime: Infinity });
  const error = site.error ?? plans.error ?? loaded.error;
  if (error) return <><Header /><p role="alert" style={{ padding: 24 }}>{error.message} <Link to="/">To the list of sites</Link></p></>;
  if (!site.data || !plans.data) return <Header />;
  if (id === undefined) return <><Header where={<h1>{site.data.name} / <strong>no plan yet</strong></h1>} stops={stopsOf(siteId, "Plan")} /><NoPlan siteId={siteId} /></>;
  if (!loaded.data) return <Header where={<h1>{site.data.name}</h1>} stops={stopsOf(siteId, "Plan")} />;
  return <PlanWork key={id} site={site.data} kept={loaded.data.kept} past={loaded.data.past} />;
}

type Side = "Box" | "Code" | "A yes";

function PlanWork({ site, kept, past }: { site: Site; kept: KeptPlan; past: Plan[] }) {
  const work = usePlan(site.id, kept, past);
  useAnswers(site.id, work);
  const { plan, change } = work;
  const [chosen, setChosen] = useState(() => Math.max(kept.plan.arrangements.length - 1, 0));
  const number = Math.min(chosen, plan.arrangements.length - 1);
  const [selected, setSelected] = useState<string | null>(null);
  const [side, setSide] = useState<Side>("Box");
  const { answer, error } = useLatest<Plan, Awaited<ReturnType<typeof workOut>>>(plan, workOut);
  const arrangement = plan.arrangements[number];
  const worked = answer?.arrangements[number];
  const box = plan.boxes.find((one) => one.id === selected) ?? plan.boxes[0];
  const add = (row: number | null, parent: string | null) => {
    const added = addBox(plan, number, row, parent, `Box ${plan.boxes.length + 1}`);
    change(() => added.plan);
    setSelected(added.id);
    setSide("Box");
  };
  const propose = () => void ask(client.POST("/api/plans/propose", { body: { plan } })).then((made) => { change(() => made.plan); setChosen(made.plan.arrangements.length - 1); });
  const pictures = site.files.filter((file) => file.kind === "picture").map((file) => file.path);
  const pages = site.files.filter((file) => file.kind === "page").map((file) => file.path);
  useUndoKeys(work);
  return (
    <Place>
      <Header where={<h1>{site.name} / <PlanChoice siteId={site.id} work={work} /></h1>} stops={stopsOf(site.id, "Plan")}>
        <Button isDisabled={!work.canUndo} onPress={work.undo}>Undo</Button>
        <Button isDisabled={!work.canRedo} onPress={work.redo}>Redo</Button>
        <SaveState work={work} />
      </Header>
      <ColumnsStrip plan={plan} number={number} worked={worked} drawing={arrangement?.drawing ? `${site.pages}${arrangement.drawing}` : null} onChoose={setChosen} />
      <main className="work">
        <svg className="defs" aria-hidden="true"><Hatching /></svg>
        <Notes planId={kept.id} />
        <Trouble work={work} siteId={site.id} said={error ?? answer?.error ?? ""} />
        <div className="side">
          {arrangement && (
            <ColumnsPanel
              plan={plan} arrangement={arrangement} worked={worked}
              onColumns={(columns) => change((old) => withArrangement(old, number, (one) => ({ ...one, columns: { ...one.columns, ...columns } })))}
              onPlan={(values) => change((old) => ({ ...old, ...values }))}
            />
          )}
        </div>
        <div className="middle">
          <Arrangements
            pages={site.pages} plan={plan} work={answer} number={number} selected={box?.id ?? null} pictures={pictures}
            onChoose={setChosen} onSelect={(id) => { setSelected(id); setSide("Box"); }} onChange={change} onPropose={propose}
          />
          {arrangement && <RowsPanel plan={plan} arrangement={arrangement} number={number} worked={worked} selected={box?.id ?? null} onSelect={(id) => { setSelected(id); setSide("Box"); }} onChange={change} onAdd={add} />}
        </div>
        <div className="side right">
          <div className="choose"><Choice label="Beside the plan" options={["Box", "Code", "A yes"] as const} value={side} onChange={setSide} /></div>
          {side === "Box" && box && <BoxPanel plan={plan} box={box} worked={worked} onChange={change} onInside={() => add(null, box.id)} onRemoved={() => setSelected(null)} />}
          {side === "Box" && !box && <p style={{ padding: 14 }}>The plan has no box yet. Add a row first.</p>}
          {side === "Code" && <CodePanel siteId={site.id} plan={plan} pages={pages} />}
          {side === "A yes" && <YesPanel siteId={site.id} work={work} />}
        </div>
      </main>
    </Place>
  );
}

/** What did not add up in the page that a plan was read from, until it is put away. */
function Notes({ planId }: { planId: number }) {
  const key = `hillpin.notes.${planId}`;
  const [notes, setNotes] = useState<string[]>(() => JSON.parse(sessionStorage.getItem(key) ?? "[]") as string[]);
  if (notes.length === 0) return null;
  return (
    <div className="trouble" role="status">
      What does not add up in the page: {notes.join(" ")} <Button onPress={() => { sessionStorage.removeItem(key); setNotes([]); }}>Put away</Button>
    </div>
  );
}

function workOut(plan: Plan) {
  return ask(client.POST("/api/plans/work", { body: { plan } }));
}

/** The usual keys undo and redo, but not inside a field, which has an undo of its own. */
function useUndoKeys(work: PlanUnderWork): void {
  const onKey = useCallback((event: KeyboardEvent) => {
    const target = event.target as HTMLElement | null;
    if (!(event.ctrlKey || event.metaKey) || target?.closest("input:not([type=checkbox]), textarea")) return;
    if (event.key === "z" && !event.shiftKey) work.undo();
    else if (event.key === "y" || event.key === "Z") work.redo();
    else return;
    event.preventDefault();
  }, [work]);
  useEffect(() => {
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [onKey]);
}

function SaveState({ work }: { work: PlanUnderWork }) {
  if (work.state === "clash") return <span>Saved elsewhere too</span>;
  if (work.state === "failed") return <span>Not saved</span>;
  return <span>{work.state === "saved" ? `Saved ${clock(work.savedAt)}` : "Saving…"}</span>;
}

function Trouble({ work, siteId, said }: { work: PlanUnderWork; siteId: number; said: string }) {
  const queries = useQueryClient();
  const takeOther = async () => {
    const { kept } = await loadPlan(siteId, work.kept.id);
    work.takeKept(kept);
  };
  const keepBoth = async () => {
    const copy = await ask(client.POST("/api/sites/{site_id}/plans", { params: { path: { site_id: siteId } }, body: { plan: { ...work.plan, name: `${work.plan.name} (mine)` } } }));
    await queries.invalidateQueries({ queryKey: ["plans", siteId] });
    go(planAddress(siteId, copy.id));
  };
  if (work.state === "clash") {
    return (
      <div className="trouble" role="alert">
        {work.trouble} <Button onPress={() => void takeOther()}>Take the other</Button> <Button onPress={() => void keepBoth()}>Keep mine as a further plan</Button>
      </div>
    );
  }
  if (work.state === "failed") return <div className="trouble" role="alert">Not saved: {work.trouble} <Button onPress={() => void work.flush()}>Try again</Button></div>;
  return said ? <div className="trouble" role="alert">{said}</div> : null;
}
