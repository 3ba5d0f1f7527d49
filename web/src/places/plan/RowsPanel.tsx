import styled from "styled-components";
import type { Arrangement, Plan, PlanSize, WorkedArrangement, WorkedRow } from "../../api/client";
import { Button } from "../../kit/Button";
import { fillOf } from "../../kit/Hatching";
import { px } from "../../kit/numbers";
import { moveBox, moveRow, setHidden, withRows, withSize } from "./edit";
import { NumberField, Select } from "./fields";

const Panel = styled.section`
  padding: 8px 14px 16px; overflow: auto; min-height: 0; background: var(--panel);
  header { display: flex; gap: 14px; align-items: center; margin-bottom: 6px; }
  h2 { font-size: var(--size-text); margin-right: auto; }
  header button { padding: 2px 9px; font-size: var(--size-note); }
  .rows { margin: 0; padding: 0; list-style: none; }
  .rows > li { padding: 7px 0 9px; border-top: 1px solid var(--hairline); }
  .head { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; }
  h3 { font-size: var(--size-note); }
  .head .gap { display: flex; gap: 6px; align-items: center; margin-left: auto; color: var(--soft); }
  .head .gap input { width: 66px; }
  .head button, .size button { padding: 0 7px; font-size: var(--size-note); }
  svg { display: block; margin: 5px 0 4px; }
  .over { color: var(--wrong); font-weight: var(--weight-strong); }
  .messages { margin: 0 0 5px; padding: 0; list-style: none; }
  .messages .doubt { color: var(--doubt); }
  .messages .wrong { color: var(--wrong); font-weight: var(--weight-strong); }
  table { border-collapse: collapse; width: 100%; }
  th { padding: 0 8px 2px 0; color: var(--soft); font-weight: 400; font-size: var(--size-note); text-align: left; white-space: nowrap; }
  th.number, td.number { text-align: right; }
  td { padding: 2px 8px 2px 0; }
  tr[data-selected="true"] td { background: var(--lake-wash); }
  tr[data-drops="true"] .number { color: var(--wrong); }
  .name { padding: 2px 6px; border: 0; background: none; color: var(--lake); text-decoration: underline; text-underline-offset: 2px; cursor: pointer; text-align: left; overflow-wrap: anywhere; }
  .size { display: flex; gap: 4px; align-items: center; }
  .size input { width: 72px; }
  .size .hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  .moves { display: flex; gap: 2px; justify-content: flex-end; }
  .moves button { min-width: 26px; white-space: nowrap; padding: 1px 5px; }
  .away { margin: 10px 0 0; padding: 0; list-style: none; color: var(--soft); }
`;

const SIZES: Record<PlanSize["kind"], string> = { span: "columns", width: "wide", written: "width in CSS", share: "shares", rest: "what is left" };

interface Props {
  plan: Plan;
  arrangement: Arrangement;
  number: number;
  worked: WorkedArrangement | undefined;
  selected: string | null;
  onSelect: (box: string) => void;
  onChange: (change: (plan: Plan) => Plan) => void;
  onAdd: (row: number | null, parent: string | null) => void;
}

/** The rows of the arrangement at hand: what each box takes, and each row's sum against what it has. */
export function RowsPanel({ plan, arrangement, number, worked, selected, onSelect, onChange, onAdd }: Props) {
  const names = new Map(plan.boxes.map((box) => [box.id, box.name]));
  const counts = new Map<string | null, number>();
  const hidden = (arrangement.hidden ?? []).filter((id) => names.has(id));
  return (
    <Panel aria-label={`Rows of ${arrangement.name}`} tabIndex={-1}>
      <header>
        <h2>Rows of {arrangement.name}</h2>
        <Button onPress={() => onAdd(null, null)}>Add a row</Button>
      </header>
      <ol className="rows">
        {(arrangement.rows ?? []).map((row, at) => {
          const parent = row.parent ?? null;
          const count = (counts.get(parent) ?? 0) + 1;
          counts.set(parent, count);
          const context = worked?.contexts.find((one) => (one.parent ?? null) === parent);
          const sum = context?.rows.find((one) => one.number === at);
          const title = `Row ${count}${parent === null ? "" : ` in ${names.get(parent) ?? parent}`}`;
          return (
            <li key={`${parent ?? ""} ${row.cells.map((cell) => cell.box).join(" ")}`}>
              <div className="head">
                <h3>{title}</h3>
                {sum && <span className={sum.rest < -0.004 ? "over" : undefined}>{px(sum.takes)} of {px(sum.has)}</span>}
                <span className="gap"><NumberField label="Gutter" value={row.gap} max={400} unknown={sum ? px(sum.gap) : "as columns"} onChange={(gap) => onChange((old) => withRows(old, number, (rows) => rows.map((one, index) => (index === at ? { ...one, gap } : one))))} /></span>
                <Button aria-label={`Move ${title} up`} onPress={() => onChange((old) => moveRow(old, number, at, -1))}>↑</Button>
                <Button aria-label={`Move ${title} down`} onPress={() => onChange((old) => moveRow(old, number, at, 1))}>↓</Button>
                <Button aria-label={`Add a box to ${title}`} onPress={() => onAdd(at, parent)}>Add a box</Button>
              </div>
              {sum && <SumBar sum={sum} names={names} selected={selected} />}
              {sum && <Messages sum={sum} />}
              <table aria-label={title}>
                <thead><tr><th scope="col">Box</th><th scope="col">Takes</th><th scope="col" className="number">width to write</th><th scope="col" className="number">room inside</th><td /></tr></thead>
                <tbody>
                  {row.cells.map((cell) => {
                    const name = names.get(cell.box) ?? cell.box;
                    const found = sum?.cells.find((one) => one.box === cell.box);
                    const size = cell.size ?? { kind: "rest", value: 1, keep: false };
                    const move = (how: Parameters<typeof moveBox>[3]) => () => onChange((old) => moveBox(old, number, cell.box, how));
                    return (
                      <tr key={cell.box} data-selected={cell.box === selected} data-drops={sum?.drops.includes(cell.box)}>
                        <td><button type="button" className="name" aria-pressed={cell.box === selected} onClick={() => onSelect(cell.box)}>{name}</button></td>
                        <td>
                          <span className="size">
                            {size.kind !== "rest" && <NumberField hidesLabel label={`Size of ${name}`} value={size.value} min={size.kind === "span" ? 1 : 0.01} max={size.kind === "span" ? 64 : 20_000} onChange={(value) => value !== null && onChange((old) => withSize(old, number, cell.box, { value }))} />}
                            <Select aria-label={`What ${name} takes`} value={size.kind} onChange={(event) => onChange((old) => withSize(old, number, cell.box, startingSize(event.target.value as PlanSize["kind"], found?.width, found?.written)))}>
                              {Object.entries(SIZES).map(([kind, words]) => <option key={kind} value={kind}>{words}</option>)}
                            </Select>
                            {plan.fluid && (size.kind === "width" || size.kind === "written") && (
                              <label><input type="checkbox" checked={size.keep} onChange={(event) => onChange((old) => withSize(old, number, cell.box, { keep: event.target.checked }))} /> in px</label>
                            )}
                          </span>
                        </td>
                        <td className="number">{found ? px(found.written) : ""}</td>
                        <td className="number">{found ? px(found.inside) : ""}</td>
                        <td>
                          {cell.box === selected && <span className="moves">
                            <Button aria-label={`Move ${name} left`} onPress={move("left")}>←</Button>
                            <Button aria-label={`Move ${name} right`} onPress={move("right")}>→</Button>
                            <Button aria-label={`Move ${name} to the row above`} onPress={move("up")}>↑</Button>
                            <Button aria-label={`Move ${name} to the row below`} onPress={move("down")}>↓</Button>
                            <Button aria-label={`Own row for ${name}`} isDisabled={row.cells.length === 1} onPress={move("alone")}>Own row</Button>
                            <Button aria-label={`Hide ${name} in ${arrangement.name}`} onPress={() => onChange((old) => setHidden(old, number, cell.box, true))}>Hide</Button>
                          </span>}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </li>
          );
        })}
      </ol>
      {arrangement.rows?.length === 0 && <p>No box stands here yet. Add a row, or show what is hidden.</p>}
      {hidden.length > 0 && (
        <ul className="away" aria-label="Hidden">
          {hidden.map((id) => <li key={id}>{names.get(id)} is not shown at this width. <Button onPress={() => onChange((old) => setHidden(old, number, id, false))}>Show it</Button></li>)}
        </ul>
      )}
    </Panel>
  );
}

/** A size to begin with when a box takes something else: what it has now, where that can be said. */
function startingSize(kind: PlanSize["kind"], width: number | undefined, written: number | undefined): Partial<PlanSize> {
  if (kind === "width" || kind === "written") return { kind, value: Math.max(Math.round(((kind === "width" ? width : written) ?? 200) * 100) / 100, 1) };
  return { kind, value: kind === "span" ? 3 : 1 };
}

function Messages({ sum }: { sum: WorkedRow }) {
  const plain = `${px(sum.takes)} of ${px(sum.has)}.`;
  const said = sum.messages.filter((message) => message !== plain);
  if (said.length === 0) return null;
  return <ul className="messages">{said.map((message, index) => <li key={message} className={sum.rest < 0 && index === 0 ? "wrong" : sum.rest > 0 && index === 0 ? undefined : "doubt"}>{message}</li>)}</ul>;
}

/** A row to scale: margins, borders, padding and content of each box, gutters, and what is left or over. */
function SumBar({ sum, names, selected }: { sum: WorkedRow; names: Map<string, string>; selected: string | null }) {
  const most = Math.max(sum.has, sum.takes, 1);
  const of = (length: number) => `${(Math.max(length, 0) / most) * 100}%`;
  const parts: { key: string; kind: string; from: number; width: number; label?: string; box?: string }[] = [];
  let from = 0;
  const add = (key: string, kind: string, width: number, more?: { label: string; box: string }) => {
    if (width > 0) parts.push({ key, kind, from, width, ...more });
    from += width;
  };
  sum.cells.forEach((cell, index) => {
    if (index > 0) add(`gap ${index}`, "gap", sum.gap);
    const [left, right] = [0, 1];
    const pick = (list: number[], side: number) => list[side] ?? 0;
    add(`${cell.box} ml`, "margin", pick(cell.margin, left));
    add(`${cell.box} bl`, "border", pick(cell.border, left));
    add(`${cell.box} pl`, "padding", pick(cell.padding, left));
    add(`${cell.box} c`, "content", cell.inside, { label: names.get(cell.box) ?? "", box: cell.box });
    add(`${cell.box} pr`, "padding", pick(cell.padding, right));
    add(`${cell.box} br`, "border", pick(cell.border, right));
    add(`${cell.box} mr`, "margin", pick(cell.margin, right));
  });
  return (
    <svg width="100%" height="26" role="img" aria-label={`${px(sum.takes)} of ${px(sum.has)}: ${sum.steps.map((step) => `${step.sign} ${px(step.amount)} ${step.label}`).join(" ")}`}>
      <rect x="0" y="3" width={of(sum.has)} height="20" fill="none" stroke="var(--soft)" strokeDasharray="3 3" />
      {parts.map((part) => (
        <g key={part.key}>
          <rect x={of(part.from)} y="3" width={of(part.width)} height="20" fill={part.box === selected && part.box ? "var(--lake-wash)" : fillOf(part.kind)} stroke={part.from + part.width > sum.has + 0.01 ? "var(--wrong)" : "var(--ink)"} strokeWidth="0.8" />
          {part.label && part.width / most > 0.08 && <text x={of(part.from + part.width / 2)} y="17" textAnchor="middle" fontSize="11" fill="var(--ink)">{px(part.width)}</text>}
        </g>
      ))}
      {sum.takes > sum.has && <line x1={of(sum.has)} x2={of(sum.has)} y1="0" y2="26" stroke="var(--wrong)" strokeWidth="2" />}
    </svg>
  );
}
