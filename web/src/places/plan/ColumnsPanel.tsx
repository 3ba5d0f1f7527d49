import styled from "styled-components";
import type { Arrangement, Columns, Plan, Solution, WorkedArrangement } from "../../api/client";
import { LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { Fields, MeasureField, NumberField, Paper, Select } from "./fields";

const Panel = styled.section`
  padding: 10px 14px 20px;
  h2 { margin: 0 0 6px; font-size: var(--size-text); }
  h2:not(:first-child) { margin-top: 16px; padding-top: 10px; border-top: 1px solid var(--hairline); }
  h3 { margin: 10px 0 4px; font-size: var(--size-note); color: var(--soft); font-weight: var(--weight-strong); }
  .said { margin: 8px 0 4px; }
  ul { margin: 4px 0 0; padding: 0; list-style: none; max-height: 150px; overflow: auto; }
  li { padding: 1px 0; font-family: var(--font-number); font-size: var(--size-note); }
  .spans { display: grid; grid-template-columns: repeat(auto-fill, minmax(78px, 1fr)); gap: 0 8px; max-height: none; }
  .spans span { display: inline-block; min-width: 22px; color: var(--soft); }
  .hint { color: var(--soft); }
`;

interface Props {
  plan: Plan;
  arrangement: Arrangement;
  worked: WorkedArrangement | undefined;
  onColumns: (change: Partial<Columns>) => void;
  onPlan: (change: Partial<Plan>) => void;
}

/** Column arithmetic: what is known goes in, what is not is left empty and solved. */
export function ColumnsPanel({ plan, arrangement, worked, onColumns, onPlan }: Props) {
  const { columns } = arrangement;
  const answer = worked?.columns;
  const solved = answer?.solutions[0];
  const unknown = (name: keyof Solution) => (answer?.solutions.length === 1 && solved ? `${px(Number(solved[name]))}, solved` : "unknown");
  return (
    <Panel aria-label="Columns">
      <h2>Columns of {arrangement.name}</h2>
      <Fields>
        <NumberField label="Total width" value={columns.total} min={1} unknown={unknown("total")} onChange={(total) => onColumns({ total })} />
        <NumberField label="Number of columns" value={columns.count} min={1} max={64} unknown={unknown("count")} onChange={(count) => onColumns({ count: count === null ? null : Math.round(count) })} />
        <NumberField label="Column" value={columns.column} unknown={unknown("column")} onChange={(column) => onColumns({ column })} />
        <NumberField label="Gutter" value={columns.gutter} max={400} unknown={unknown("gutter")} onChange={(gutter) => onColumns({ gutter })} />
        <NumberField label="Side margin" value={plan.side ? null : columns.margin} unknown={plan.side ? "the container's side" : unknown("margin")} onChange={(margin) => onColumns({ margin })} />
        <label htmlFor="gutters">Gutters</label>
        <Select id="gutters" value={columns.gutters ?? "between"} onChange={(event) => onColumns({ gutters: event.target.value as Columns["gutters"] })}>
          <option value="between">between columns</option>
          <option value="half">half on each side</option>
        </Select>
      </Fields>
      <p className="said" role="status">{worked?.error && !answer ? worked.error : answer?.message}</p>
      {answer && <Paper steps={answer.steps} label="Working of the columns" />}
      {answer && answer.solutions.length > 1 && <Choices heading={`${answer.solutions.length}${answer.is_cut ? " and more" : ""} solutions in whole pixels`} solutions={answer.solutions} onColumns={onColumns} />}
      {answer && answer.near.length > 0 && <Choices heading="Nearest in whole pixels" solutions={answer.near} onColumns={onColumns} />}
      {solved && solved.count > 1 && (
        <>
          <h3>Spans</h3>
          <ul className="spans">{solved.spans.map((width, index) => <li key={width}><span>{index + 1}</span> {px(width)}</li>)}</ul>
        </>
      )}
      <h2>Container</h2>
      <Fields>
        <label htmlFor="fluid">Widths are</label>
        <Select id="fluid" value={plan.fluid ? "fluid" : "fixed"} onChange={(event) => onPlan({ fluid: event.target.value === "fluid" })}>
          <option value="fluid">fluid: target ÷ context</option>
          <option value="fixed">fixed, in px</option>
        </Select>
        {plan.fluid && (
          <>
            <label className="check"><input type="checkbox" checked={plan.keep_gutters} onChange={(event) => onPlan({ keep_gutters: event.target.checked })} /> Gutters stay in px</label>
            <MeasureField label="Maximum" value={plan.maximum} none="none" onChange={(maximum) => onPlan({ maximum })} />
          </>
        )}
        <MeasureField label="Side padding" value={plan.side} none="each side margin" onChange={(side) => onPlan({ side })} />
        <NumberField label="Root size" value={plan.root_size} min={4} max={100} onChange={(size) => size !== null && onPlan({ root_size: size })} />
        <NumberField label="Between rows" value={plan.row_gap} max={400} onChange={(gap) => gap !== null && onPlan({ row_gap: gap })} />
      </Fields>
    </Panel>
  );
}

function Choices({ heading, solutions, onColumns }: { heading: string; solutions: Solution[]; onColumns: (change: Partial<Columns>) => void }) {
  return (
    <>
      <h3>{heading}</h3>
      <ul>
        {solutions.map((one) => (
          <li key={`${one.count} ${one.column} ${one.gutter} ${one.margin} ${one.total}`}>
            <LinkButton onPress={() => onColumns({ total: one.total, count: one.count, column: one.column, gutter: one.gutter, margin: one.margin })}>
              {one.count} × {px(one.column)}, gutter {px(one.gutter)}, sides {px(one.margin)}{one.rest ? `, ${px(Math.abs(one.rest))} ${one.rest > 0 ? "left" : "over"}` : ""}{one.note ? `, ${one.note}` : ""}
            </LinkButton>
          </li>
        ))}
      </ul>
    </>
  );
}
