import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import styled from "styled-components";
import { ask, client, type ElementNumbers, type Numbers, type Stretch } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { go, planAddress } from "../../router";
import type { AskChange } from "./aid";

const Panel = styled.section`
  padding: 12px 14px 20px; overflow: auto; min-height: 0;
  p { margin: 8px 0; max-width: 62ch; }
  .line { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; margin: 8px 0; }
  select { padding: 3px 4px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); }
  button { padding: 2px 10px; }
  ul { margin: 6px 0; padding-left: 18px; }
  .parts { color: var(--wrong); }
  pre { max-height: 300px; margin: 8px 0; padding: 8px 10px; overflow: auto; border: 1px solid var(--hairline); background: var(--paper); font: var(--size-note)/1.5 var(--font-number); }
  progress { width: 100%; accent-color: var(--lake); }
  [role="alert"] { color: var(--wrong); }
  hr { border: 0; border-top: 1px solid var(--hairline); margin: 14px 0; }
`;

type Target = "grid" | "flex" | "float";
const FROM = 240;
const TO = 1920;
const AT_ONCE = 240;

interface Place {
  siteId: number;
  page: string;
  elements: ElementNumbers[];
  rects: Numbers["rects"];
  selected: number;
  drafts: Record<string, string>;
  onPut: AskChange;
}

/** The selected box and what it is inside, innermost first. */
function chain(elements: ElementNumbers[], selected: number): ElementNumbers[] {
  const found: ElementNumbers[] = [];
  for (let at: number | null | undefined = selected; at !== null && at !== undefined; at = elements[at]?.parent) {
    const element = elements[at];
    if (element) found.push(element);
  }
  return found;
}

/** Whether any two boxes directly inside stand side by side now. */
function hasRow({ elements, rects }: Place, index: number): boolean {
  const inside = elements.filter((element) => element.parent === index).flatMap((element) => {
    const rect = rects[element.index];
    return rect ? [rect] : [];
  });
  return inside.some(([x = 0, y = 0, width = 0, height = 0], place) => inside.slice(place + 1).some(([otherX = 0, otherY = 0, otherWidth = 0, otherHeight = 0]) =>
    y < otherY + otherHeight && otherY < y + height && (x + width <= otherX + 0.1 || otherX + otherWidth <= x + 0.1)));
}

/** The rows of the selected box, or of the nearest one around it that has some. */
export function RowsOfCode(place: Place) {
  const around = chain(place.elements, place.selected);
  const [chosen, setChosen] = useState<number | null>(null);
  const container = around.find((one) => one.index === chosen) ?? around.find((one) => hasRow(place, one.index)) ?? around[0];
  if (!container) return null;
  return (
    <Panel aria-label="Rows of the selected box">
      <div className="line">
        <strong>Rows of</strong>
        <select aria-label="Rows of" value={container.index} onChange={(event) => setChosen(Number(event.target.value))}>
          {around.map((one) => <option key={one.index} value={one.index}>{one.name}</option>)}
        </select>
      </div>
      <RowsOf key={container.index} siteId={place.siteId} page={place.page} drafts={place.drafts} onPut={place.onPut} selected={container.index} name={container.name} />
    </Panel>
  );
}

interface Props {
  siteId: number;
  page: string;
  selected: number;
  name: string;
  drafts: Record<string, string>;
  onPut: AskChange;
}

/** A container's rows: planned from what is there, or written by another method. */
function RowsOf({ siteId, page, selected, name, drafts, onPut }: Props) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const path = { site_id: siteId };
  const plan = async () => {
    setTrouble("");
    try {
      const found = await ask(client.POST("/api/sites/{site_id}/plan-from-code", { params: { path }, body: { page, selected, drafts } }));
      const kept = await ask(client.POST("/api/sites/{site_id}/plans", { params: { path }, body: { plan: { ...found.plan, name: `${name} of ${page}`.slice(0, 120) } } }));
      await queries.invalidateQueries({ queryKey: ["plans", siteId] });
      if (found.notes.length > 0) sessionStorage.setItem(`hillpin.notes.${kept.id}`, JSON.stringify(found.notes));
      go(planAddress(siteId, kept.id));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <p>Its boxes as a plan, with the sums and what does not add up.</p>
      <Button onPress={() => void plan()}>Plan from it</Button>
      {trouble && <p role="alert">{trouble}</p>}
      <hr />
      <Rewrite key={selected} siteId={siteId} page={page} selected={selected} name={name} drafts={drafts} onPut={onPut} />
    </>
  );
}

interface Made {
  css: string;
  file: string;
  text: string;
  notes: string[];
  fixed_around: string;
}

function Rewrite({ siteId, page, selected, drafts, onPut }: Props) {
  const [target, setTarget] = useState<Target>("grid");
  const [fluid, setFluid] = useState(false);
  const [loosen, setLoosen] = useState(false);
  const [made, setMade] = useState<Made | null>(null);
  const [trouble, setTrouble] = useState("");
  const path = { site_id: siteId };
  const rewrite = async (isLoose = loosen) => {
    setTrouble("");
    setMade(null);
    setLoosen(isLoose);
    try {
      setMade(await ask(client.POST("/api/sites/{site_id}/convert", { params: { path }, body: { page, selected, drafts, target, fluid, loosen: isLoose } })));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  // Written anew on the texts as they are now: they may have gone on since.
  const put = () => onPut(async (latest) => {
    const again = await ask(client.POST("/api/sites/{site_id}/convert", { params: { path }, body: { page, selected, drafts: latest, target, fluid, loosen } }));
    return { file: again.file, text: again.text, caret: Math.max(again.text.lastIndexOf(again.css), 0), notes: [] };
  }).catch((error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)));
  return (
    <>
      <p>The same rows by another method, beside what is there now, at every width.</p>
      <div className="line">
        <label>Write it as{" "}
          <select value={target} onChange={(event) => { setTarget(event.target.value as Target); setMade(null); }}>
            <option value="grid">grid</option><option value="flex">flex</option><option value="float">floats</option>
          </select>
        </label>
        <label><input type="checkbox" checked={fluid} onChange={(event) => { setFluid(event.target.checked); setMade(null); }} /> fluid: px become parts of the container</label>
        <Button onPress={() => void rewrite()}>Write and compare</Button>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      {made && (
        <>
          {made.notes.length > 0 && <ul aria-label="What does not add up">{made.notes.map((note) => <li key={note}>{note}</li>)}</ul>}
          {made.fixed_around && !loosen && <Button onPress={() => void rewrite(true)}>Let {made.fixed_around} give way too</Button>}
          <Comparison ask={{ siteId, page, selected, drafts, file: made.file, text: made.text }} />
          <pre tabIndex={0} role="group" aria-label="The new rules">{made.css}</pre>
          <Button data-strong onPress={() => void put()}>Put at the end of {made.file}</Button>
        </>
      )}
    </>
  );
}

interface Question {
  siteId: number;
  page: string;
  selected: number;
  drafts: Record<string, string>;
  file: string;
  text: string;
}

/** At which widths all stands as it stood: compared a stretch at a time, stoppable. */
function Comparison({ ask: question }: { ask: Question }) {
  const [question_] = useState(question);
  const [state, setState] = useState<{ stretches: Stretch[]; upTo: number; error: string }>({ stretches: [], upTo: FROM, error: "" });
  const [isStopped, setStopped] = useState(false);
  useEffect(() => {
    if (isStopped) return;
    const abort = new AbortController();
    void compareAll(question_, abort.signal, (stretches, upTo) => setState({ stretches, upTo, error: "" })).catch((error: unknown) => {
      if (!abort.signal.aborted) setState((old) => ({ ...old, error: error instanceof Error ? error.message : String(error) }));
    });
    return () => abort.abort();
  }, [question_, isStopped]);
  const isDone = state.upTo >= TO;
  return (
    <div role="status">
      {state.error && <p role="alert">{state.error}</p>}
      {!isDone && !state.error && (
        <>
          <p>{isStopped ? `Stopped at ${px(state.upTo)}.` : `Compared up to ${px(state.upTo)}.`} {!isStopped && <Button onPress={() => setStopped(true)}>Stop</Button>}</p>
          <progress value={state.upTo - FROM} max={TO - FROM} aria-label="Widths compared" />
        </>
      )}
      <ul aria-label="Where it is equal">
        {state.stretches.map((one) => (
          <li key={one.first} className={one.is_equal || !one.is_sideways ? undefined : "parts"}>
            {px(one.first)} to {px(one.last)}: {wordsOf(one)}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What a stretch of widths comes to: boxes that moved sideways are told apart from heights alone. */
function wordsOf(one: Stretch): string {
  if (one.is_equal) return "all stands as it stood";
  if (one.distance === null) return `${one.element} comes or goes`;
  if (one.is_sideways) return `${one.element} stands elsewhere sideways, by up to ${px(one.distance)}`;
  if (one.holds_floats) return `sideways all stands as it stood; the container holds its floats now, so ${one.element} is up to ${px(one.distance)} higher or lower`;
  return `sideways all stands as it stood; heights differ by up to ${px(one.distance)}, at ${one.element}`;
}

async function compareAll(question: Question, signal: AbortSignal, tell: (stretches: Stretch[], upTo: number) => void): Promise<void> {
  const { siteId, ...body } = question;
  let stretches: Stretch[] = [];
  for (let start = FROM; start <= TO; start += AT_ONCE) {
    const end = Math.min(start + AT_ONCE - 1, TO);
    const part = await ask(client.POST("/api/sites/{site_id}/convert/compare", { params: { path: { site_id: siteId } }, body: { ...body, start, end }, signal }));
    if (signal.aborted) return;
    stretches = joined(stretches, part);
    tell(stretches, end);
  }
}

/** Stretches in order, those that go on as they were as one. */
function joined(before: Stretch[], after: Stretch[]): Stretch[] {
  const all = [...before];
  for (const one of after) {
    const last = all.at(-1);
    if (last?.is_equal !== one.is_equal || last.is_sideways !== one.is_sideways) all.push(one);
    else all[all.length - 1] = { ...last, last: one.last, holds_floats: last.holds_floats || one.holds_floats, distance: last.distance === null || one.distance === null ? null : Math.max(last.distance, one.distance), element: (one.distance ?? Infinity) > (last.distance ?? Infinity) ? one.element : last.element };
  }
  return all;
}
