import { memo, type ReactNode, useState } from "react";
import styled from "styled-components";
import type { ElementNumbers, Numbers, Step, Working } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { px, sumNumber } from "../../kit/numbers";
import type { Pseudo } from "./useNumbers";

const Panel = styled.section`
  padding: 8px 16px 12px; border-top: 1px solid var(--hairline); background: var(--panel); overflow: auto; min-height: 0;
  header { display: flex; flex-wrap: wrap; align-items: center; gap: 4px 14px; margin-bottom: 6px; }
  h2 { font-size: var(--size-note); color: var(--soft); overflow-wrap: anywhere; }
  table { border-collapse: collapse; font-family: var(--font-number); font-size: var(--size-note); }
  td, th { padding: 1px 0; font-weight: 400; text-align: left; vertical-align: top; }
  td.sign { width: 16px; }
  td.amount { padding-right: 16px; text-align: right; white-space: nowrap; }
  th { padding-right: 24px; }
  td.source { font-family: var(--font-words); color: var(--soft); white-space: nowrap; }
  tr.result td, tr.result th { border-top: 1px solid var(--ink); font-weight: var(--weight-strong); }
  h3 { margin: 8px 0 2px; font-size: var(--size-note); color: var(--soft); }
  ul { margin: 0; padding: 0; list-style: none; font-family: var(--font-number); font-size: var(--size-note); }
  .keep { display: flex; flex-wrap: wrap; gap: 6px; margin-top: 10px; }
  .keep button { padding: 1px 8px; font-size: var(--size-note); }
  .measured { color: var(--doubt); font-style: italic; }
  p { max-width: 70ch; }
`;

interface Props {
  workings: Working[];
  /** The generated boxes that the element has, and the one whose sums are shown; empty for its own. */
  generated?: Numbers["generated"];
  pseudo?: Pseudo;
  onPseudo?: (pseudo: Pseudo) => void;
  element: ElementNumbers | undefined;
  measured: readonly [number, number, number, number] | null | undefined;
  onSource: (file: string, line: number) => void;
  /** What stands before the heading: the choice of what is shown in this place. */
  choice?: ReactNode;
  /** Put a number's sum beside its line as a comment; null brings all that are kept up to date. */
  onKeep?: (of: Quantity | null) => void;
  trouble?: string;
  /** What is asked about the box below its sum. */
  below?: ReactNode;
}

const QUANTITIES = ["width", "height", "x", "y"] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** The sum that gives a number of the selected box, term by term, as one would write it on paper. */
export const WorkingPanel = memo(function WorkingPanel({ workings, generated, pseudo = "", onPseudo, element, measured, onSource, choice, onKeep, trouble, below }: Props) {
  const [of, setOf] = useState<Quantity>("width");
  const working = workings.find((candidate) => candidate.of === of);
  return (
    <Panel aria-label="Working">
      <header>
        {choice}
        <h2>Working: {of} of {working?.name ?? element?.name ?? "nothing"}</h2>
        {generated && generated.length > 0 && onPseudo && (
          <Choice label="Which box" options={["its own", ...generated.map((one) => `::${one.pseudo}`)]} value={pseudo ? `::${pseudo}` : "its own"} onChange={(chosen) => onPseudo(chosen === "its own" ? "" : (chosen.slice(2) as Pseudo))} />
        )}
        <Choice label="Which number" options={QUANTITIES} value={of} onChange={setOf} />
      </header>
      {trouble && <p role="alert">{trouble}</p>}
      {working && <Sum working={working} measured={measured} onSource={onSource} />}
      {below}
      {working && onKeep && (
        <div className="keep">
          <Button onPress={() => onKeep(of)}>Keep this sum in the CSS</Button>
          <Button onPress={() => onKeep(null)}>Bring kept sums up to date</Button>
        </div>
      )}
    </Panel>
  );
});

function Sum({ working, measured, onSource }: { working: Working; measured: Props["measured"]; onSource: Props["onSource"] }) {
  const measuredValue = measured?.[{ x: 0, y: 1, width: 2, height: 3 }[working.of as Quantity]];
  if (working.reason && working.steps.length === 0) return <p>{working.reason}</p>;
  if (!working.modelled) {
    return (
      <p>
        <span className="measured">{measuredValue === undefined ? "Not measured yet." : `${px(measuredValue)}, measured in the page.`}</span>{" "}
        Something that this {working.of} depends on is not covered by the sums yet, so the page’s own number stands here.
      </p>
    );
  }
  const inner = working.inside_steps.slice(1);
  return (
    <>
      {working.reason && <p>{working.reason}</p>}
      <table>
        <caption hidden>{working.of} of {working.name} at {working.viewport}</caption>
        <tbody>
          {working.steps.map((step, number) => <StepRow key={number} step={step} onSource={onSource} />)}
          <Result label={working.of} value={working.value} />
          {inner.map((step, number) => <StepRow key={`inside ${number}`} step={step} onSource={onSource} />)}
          {inner.length > 0 && working.inside !== null && working.inside !== undefined && <Result label="room inside" value={working.inside} />}
        </tbody>
      </table>
      {working.picture && working.picture.length > 0 && (
        <>
          <h3>The picture in it</h3>
          <ul>{working.picture.map((line) => <li key={line}>{line}</li>)}</ul>
        </>
      )}
    </>
  );
}

function Result({ label, value }: { label: string; value: number }) {
  return <tr className="result"><td className="sign">=</td><td className="amount">{sumNumber(value)}</td><th scope="row">{label}</th><td /></tr>;
}

function StepRow({ step, onSource }: { step: Step; onSource: Props["onSource"] }) {
  const isNote = step.operation === "note";
  const sign = isNote || step.operation === "start" ? "" : step.operation === "set" ? "=" : step.amount < 0 ? "−" : "+";
  const { file, line } = step;
  return (
    <tr>
      <td className="sign">{sign}</td>
      <td className="amount">{isNote ? "" : sumNumber(Math.abs(step.amount))}</td>
      <th scope="row">{step.label}</th>
      <td className="source">
        {file && line ? <LinkButton onPress={() => onSource(file, line)}>{file} line {line}</LinkButton> : line ? `style attribute, line ${line}` : step.rule}
      </td>
    </tr>
  );
}
