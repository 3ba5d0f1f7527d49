import { useId } from "react";
import styled from "styled-components";
import type { Plan, PlanBox, WorkedArrangement } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { moveInSource, NO_SIDES, removeBox, ROLES, withBox } from "./edit";
import { Fields, Input, Paper, Select, SidesField, TextField } from "./fields";

const Panel = styled.section`
  padding: 10px 14px 20px;
  h2 { font-size: var(--size-text); margin-bottom: 6px; }
  h3 { margin: 14px 0 4px; font-size: var(--size-note); color: var(--soft); }
  .actions { display: flex; flex-wrap: wrap; gap: 6px; margin-top: 12px; }
  .actions button { padding: 2px 9px; font-size: var(--size-note); }
  dl { display: grid; grid-template-columns: auto 1fr; gap: 1px 12px; margin: 0 0 8px; }
  dt { color: var(--soft); }
  dd { margin: 0; font-weight: var(--weight-strong); }
`;

interface Props {
  plan: Plan;
  box: PlanBox;
  worked: WorkedArrangement | undefined;
  onChange: (change: (plan: Plan) => Plan) => void;
  onInside: () => void;
  onRemoved: () => void;
}

/** The selected box: what it is, what stands around it, and how its numbers come about. */
export function BoxPanel({ plan, box, worked, onChange, onInside, onRemoved }: Props) {
  const words = useId();
  const cell = worked?.contexts.flatMap((context) => context.rows).flatMap((row) => row.cells).find((one) => one.box === box.id);
  const around = worked?.contexts.find((context) => context.rows.some((row) => row.cells.some((one) => one.box === box.id)));
  const set = (change: Partial<PlanBox>) => onChange((old) => withBox(old, box.id, change));
  const parent = plan.boxes.find((one) => one.id === box.parent);
  return (
    <Panel aria-label="Box">
      <h2>{box.name}{parent ? ` in ${parent.name}` : ""}</h2>
      <Fields>
        <TextField label="Name" value={box.name} most={60} needed onChange={(name) => set({ name })} />
        <label htmlFor={`${words} role`}>It is a</label>
        <Select id={`${words} role`} value={box.role} onChange={(event) => set({ role: event.target.value as PlanBox["role"] })}>
          {ROLES.map((role) => <option key={role}>{role}</option>)}
        </Select>
        <label htmlFor={words}>Words in it</label>
        <Input as="textarea" id={words} maxLength={2000} value={box.words} style={{ minHeight: 52, resize: "vertical" }} onChange={(event) => set({ words: event.target.value })} />
        <SidesField label="Margin" value={box.margin ?? NO_SIDES} negative onChange={(margin) => set({ margin })} />
        <SidesField label="Border" value={box.border ?? NO_SIDES} onChange={(border) => set({ border })} />
        <SidesField label="Padding" value={box.padding ?? NO_SIDES} onChange={(padding) => set({ padding })} />
        <label htmlFor={`${words} sizing`}>box-sizing</label>
        <Select id={`${words} sizing`} value={box.sizing} onChange={(event) => set({ sizing: event.target.value as PlanBox["sizing"] })}>
          <option>border-box</option><option>content-box</option>
        </Select>
        {plan.fluid && <label className="check"><input type="checkbox" checked={box.keep_edges} onChange={(event) => set({ keep_edges: event.target.checked })} /> Margin and padding stay in px</label>}
      </Fields>
      {cell && worked && (
        <>
          <h3>In {worked.name}</h3>
          <dl>
            <dt>width to write</dt><dd>{px(cell.written)}</dd>
            <dt>border box</dt><dd>{px(cell.width)}</dd>
            <dt>room inside</dt><dd>{px(cell.inside)}</dd>
            <dt>of its context</dt><dd>{around ? `${px(cell.width)} ÷ ${px(around.width)} = ${percent(cell.share)}` : percent(cell.share)}</dd>
          </dl>
          <Paper steps={cell.steps} label={`Working of ${box.name}`} />
        </>
      )}
      {!cell && worked && !worked.error && <p style={{ marginTop: 10 }}>{box.name} is not shown in {worked.name}.</p>}
      <div className="actions">
        <Button onPress={onInside}>Put a box inside</Button>
        <Button onPress={() => onChange((old) => moveInSource(old, box.id, -1))}>Earlier in the source</Button>
        <Button onPress={() => onChange((old) => moveInSource(old, box.id, 1))}>Later in the source</Button>
        <Button onPress={() => { onChange((old) => removeBox(old, box.id)); onRemoved(); }}>Remove {box.name}</Button>
      </div>
    </Panel>
  );
}

function percent(share: number): string {
  return `${(Math.round(share * 10_000) / 10_000).toString()}%`;
}
