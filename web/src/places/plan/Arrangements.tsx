import { useRef, useState } from "react";
import styled from "styled-components";
import type { Plan, Work } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { px } from "../../kit/numbers";
import { useRoom } from "../../kit/useRoom";
import { addArrangement, removeArrangement, withArrangement } from "./edit";
import { NumberField, Select, TextField } from "./fields";
import { READABLE, Wireframe } from "./Wireframe";

const Panel = styled.section`
  padding: 8px 14px 10px; border-bottom: 1px solid var(--hairline); overflow: auto; background: var(--frame-ground); min-height: 0;
  header { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; margin-bottom: 8px; }
  h2 { font-size: var(--size-text); margin-right: auto; }
  header button { padding: 2px 9px; font-size: var(--size-note); }
  ol { display: flex; gap: 16px; align-items: flex-start; margin: 0; padding: 0; list-style: none; }
  .card { padding: 0 0 4px; }
  .card > button { display: flex; gap: 8px; width: 100%; padding: 2px 0 4px; border: 0; background: none; color: var(--soft); cursor: pointer; text-align: left; white-space: nowrap; font-size: var(--size-note); }
  .card > button strong { color: var(--ink); }
  .card > button[aria-pressed="true"] strong { color: var(--lake); text-decoration: underline; text-underline-offset: 3px; text-decoration-thickness: 2px; }
  .frame { border: 1px solid var(--hairline); width: max-content; }
  .card > button[aria-pressed="true"] + .frame { border-color: var(--lake); box-shadow: 0 0 0 1px var(--lake); }
  .hidden-boxes { margin: 4px 0 0; color: var(--soft); font-size: var(--size-note); max-width: 300px; }
  .here { display: grid; grid-template-columns: auto 110px auto 66px auto 150px auto auto; gap: 4px 8px; align-items: center; margin: 0 0 8px; }
  .here label { color: var(--soft); }
  @media (max-width: 1100px) { .here { grid-template-columns: auto 1fr auto 1fr; } }
  [role="alert"] { color: var(--wrong); max-width: 40ch; padding: 10px; background: var(--panel); }
`;

type Shows = "side by side" | "only this one";

interface Props {
  /** The address below which the site's files are. */
  pages: string;
  plan: Plan;
  work: Work | undefined;
  number: number;
  selected: string | null;
  pictures: string[];
  onChoose: (number: number) => void;
  onSelect: (box: string) => void;
  onChange: (change: (plan: Plan) => Plan) => void;
  onPropose: () => void;
}

/** All arrangements side by side at one scale, narrowest first; the one at hand is edited below. */
export function Arrangements({ pages, plan, work, number, selected, pictures, onChoose, onSelect, onChange, onPropose }: Props) {
  const ref = useRef<HTMLElement>(null);
  const room = useRoom(ref, 640) - 28;
  const [shows, setShows] = useState<Shows>("side by side");
  const arrangement = plan.arrangements[number];
  const widths = work?.arrangements.map((one) => one.drawing?.width ?? 0) ?? [];
  const shown = shows === "side by side" ? widths.map((_, index) => index) : [number];
  const total = shown.reduce((sum, index) => sum + (widths[index] ?? 0), 0) || 1;
  const scale = Math.min(1, Math.max(shows === "side by side" ? 0.14 : READABLE, (room - 16 * Math.max(shown.length - 1, 0) - 8) / total));
  const change = (values: Partial<Plan["arrangements"][number]>) => onChange((old) => withArrangement(old, number, (one) => ({ ...one, ...values })));
  return (
    <Panel ref={ref} aria-label="Arrangements" tabIndex={-1}>
      <header>
        <h2>Arrangements</h2>
        <Choice label="What is drawn" options={["side by side", "only this one"] as const} value={shows} onChange={setShows} />
        <Button onPress={onPropose}>Propose from the widest</Button>
        <Button isDisabled={plan.arrangements.length >= 8} onPress={() => { onChange((old) => addArrangement(old, number)); onChoose(number + 1); }}>One more</Button>
        <Button isDisabled={plan.arrangements.length < 2} onPress={() => { onChange((old) => removeArrangement(old, number)); onChoose(Math.max(number - 1, 0)); }}>Remove {arrangement?.name}</Button>
      </header>
      {arrangement && (
        <div className="here">
          <TextField label="Name" value={arrangement.name} most={40} needed onChange={(name) => change({ name })} />
          {number > 0 ? <NumberField label="from viewport" value={arrangement.starts} max={10_000} onChange={(starts) => starts !== null && change({ starts: Math.round(starts) })} /> : <><span>from viewport</span><span>the narrowest</span></>}
          <label htmlFor="drawing">Drawing</label>
          <Select id="drawing" value={arrangement.drawing ?? ""} onChange={(event) => change({ drawing: event.target.value || null })}>
            <option value="">none under it</option>
            {pictures.map((path) => <option key={path}>{path}</option>)}
          </Select>
        </div>
      )}
      <ol>
        {work?.arrangements.map((one, index) => shown.includes(index) && (
          <li key={`${index} ${one.name}`} className="card">
            <button type="button" aria-pressed={index === number} onClick={() => onChoose(index)}>
              <strong>{one.name}</strong> {range(one.first, one.last)}
            </button>
            {one.drawing ? (
              <div className="frame">
                <Wireframe
                  drawing={one.drawing} scale={scale} selected={selected} picture={plan.arrangements[index]?.drawing ? `${pages}${plan.arrangements[index]?.drawing ?? ""}` : null}
                  label={`Wireframe of ${one.name}, ${px(one.drawing.width)} wide: ${one.drawing.boxes.map((box) => box.name).join(", ")}`}
                  onSelect={(box) => { onChoose(index); onSelect(box); }}
                />
              </div>
            ) : <p role="alert">{one.error}</p>}
            {one.drawing && one.drawing.hidden.length > 0 && <p className="hidden-boxes">Not shown: {one.drawing.hidden.join(", ")}</p>}
            {one.warnings.map((warning) => <p key={warning} className="hidden-boxes">{warning} <LinkButton onPress={() => onChoose(index)}>Look</LinkButton></p>)}
          </li>
        ))}
      </ol>
    </Panel>
  );
}

/** The viewport widths at which an arrangement holds, in words. */
export function range(first: number, last: number | null | undefined): string {
  if (last === null || last === undefined) return first <= 1 ? "at every width" : `from ${px(first)}`;
  return first <= 1 ? `to ${px(last)}` : `${px(first)} to ${px(last)}`;
}
