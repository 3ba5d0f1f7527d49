import { type KeyboardEvent, type ReactNode, useId, useState } from "react";
import styled from "styled-components";
import type { Measure, PaperStep, Sides } from "../../api/client";
import { px } from "../../kit/numbers";
import { sidesFrom, sidesText } from "./edit";

/** Labels and fields in a plain grid, label before field. */
export const Fields = styled.div`
  display: grid; grid-template-columns: auto 1fr; gap: 5px 10px; align-items: center;
  label { color: var(--soft); }
  .wide { grid-column: 1 / -1; }
  .check { grid-column: 1 / -1; display: flex; gap: 6px; align-items: center; color: var(--ink); }
`;

export const Input = styled.input`
  width: 100%; min-width: 0; padding: 3px 7px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink); font-variant-numeric: tabular-nums;
  &[aria-invalid="true"] { border-color: var(--wrong); border-width: 2px; }
  &::placeholder { color: var(--lake); opacity: 1; font-style: italic; }
`;

export const Select = styled.select`
  min-width: 0; padding: 3px 4px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink);
`;

/** A text that follows its value from outside, and tells each change that parses. */
function useDraft<T>(value: T, show: (value: T) => string, read: (text: string) => T | undefined, onChange: (value: T) => void) {
  const shown = show(value);
  const [draft, setDraft] = useState<{ text: string; shown: string } | null>(null);
  // What was typed stays while it means what is shown; a change from outside takes its place.
  const text = draft && draft.shown === shown ? draft.text : shown;
  const type = (typed: string) => {
    const parsed = read(typed);
    setDraft({ text: typed, shown: parsed === undefined ? shown : show(parsed) });
    if (parsed !== undefined && show(parsed) !== shown) onChange(parsed);
  };
  return { text, type, settle: () => setDraft(null), isInvalid: read(text) === undefined };
}

interface NumberProps {
  label: ReactNode;
  value: number | null | undefined;
  onChange: (value: number | null) => void;
  min?: number;
  max?: number;
  step?: number;
  /** What stands in the empty field; without it the field must not be empty. */
  unknown?: string;
  hidesLabel?: boolean;
}

/** A number: typed, or nudged by the arrow keys (with Shift by ten steps). */
export function NumberField({ label, value, onChange, min = 0, max = 20_000, step = 1, unknown, hidesLabel }: NumberProps) {
  const id = useId();
  const read = (text: string): number | null | undefined => {
    const plain = text.trim().replace(/,/g, "").replace("−", "-").replace(/px$/, "");
    if (plain === "") return unknown === undefined ? undefined : null;
    const number = Number(plain);
    return Number.isFinite(number) && number >= min && number <= max ? number : undefined;
  };
  const { text, type, settle, isInvalid } = useDraft<number | null>(value ?? null, (one) => (one === null ? "" : String(one)), read, onChange);
  const nudge = (event: KeyboardEvent<HTMLInputElement>) => {
    const direction = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (!direction || value === null || value === undefined) return;
    event.preventDefault();
    const moved = value + direction * step * (event.shiftKey ? 10 : 1);
    onChange(Math.min(max, Math.max(min, Math.round(moved * 100) / 100)));
  };
  return (
    <>
      <label htmlFor={id} className={hidesLabel ? "hidden" : undefined}>{label}</label>
      <Input id={id} inputMode="decimal" autoComplete="off" value={text} placeholder={unknown} aria-invalid={isInvalid} onChange={(event) => type(event.target.value)} onBlur={settle} onKeyDown={nudge} />
    </>
  );
}

/** Four sides, written as in CSS: one to four numbers. */
export function SidesField({ label, value, onChange, negative = false }: { label: string; value: Sides; onChange: (value: Sides) => void; negative?: boolean }) {
  const id = useId();
  const { text, type, settle, isInvalid } = useDraft<Sides>(value, sidesText, (typed) => sidesFrom(typed, negative) ?? undefined, onChange);
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input id={id} autoComplete="off" value={text} aria-invalid={isInvalid} aria-description="One to four numbers: top, right, bottom, left" onChange={(event) => type(event.target.value)} onBlur={settle} />
    </>
  );
}

/** A text of one line. */
export function TextField({ label, value, onChange, most = 120, needed = false }: { label: string; value: string; onChange: (value: string) => void; most?: number; needed?: boolean }) {
  const id = useId();
  const { text, type, settle, isInvalid } = useDraft<string>(value, (one) => one, (typed) => (needed && typed.trim() === "" ? undefined : typed), onChange);
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input id={id} autoComplete="off" maxLength={most} value={text} aria-invalid={isInvalid} onChange={(event) => type(event.target.value)} onBlur={settle} />
    </>
  );
}

const Pair = styled.span`
  display: grid; grid-template-columns: 1fr auto; gap: 4px; min-width: 0;
`;

/** A length in px, rem or ch, or none. */
export function MeasureField({ label, value, onChange, none }: { label: string; value: Measure | null | undefined; onChange: (value: Measure | null) => void; none: string }) {
  const id = useId();
  const unit = value?.unit ?? "px";
  const read = (text: string): number | null | undefined => (text.trim() === "" ? null : Number(text) > 0 && Number(text) <= 20_000 ? Number(text) : undefined);
  const { text, type, settle, isInvalid } = useDraft<number | null>(value?.value ?? null, (one) => (one === null ? "" : String(one)), read, (one) => onChange(one === null ? null : { value: one, unit }));
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Pair>
        <Input id={id} inputMode="decimal" autoComplete="off" placeholder={none} value={text} aria-invalid={isInvalid} onChange={(event) => type(event.target.value)} onBlur={settle} />
        <Select aria-label={`Unit of ${label.toLowerCase()}`} value={unit} disabled={!value} onChange={(event) => value && onChange({ ...value, unit: event.target.value as Measure["unit"] })}>
          {["px", "rem", "ch"].map((one) => <option key={one}>{one}</option>)}
        </Select>
      </Pair>
    </>
  );
}

const Table = styled.table`
  border-collapse: collapse; font-family: var(--font-number); font-size: var(--size-note);
  td { padding: 0; vertical-align: top; }
  td.sign { width: 16px; }
  td.amount { padding-right: 12px; text-align: right; white-space: nowrap; }
  td.words { font-family: var(--font-words); color: var(--soft); overflow-wrap: anywhere; }
  tr[data-result="true"] td { border-top: 1px solid var(--ink); font-weight: var(--weight-strong); }
`;

/** A sum as one writes it on paper. */
export function Paper({ steps, label }: { steps: PaperStep[]; label: string }) {
  if (steps.length === 0) return null;
  return (
    <Table aria-label={label}>
      <tbody>
        {steps.map((step, number) => (
          // The steps of a sum have no identity but their place.
          <tr key={number} data-result={step.sign === "="}>
            <td className="sign">{step.sign}</td><td className="amount">{px(step.amount)}</td><td className="words">{step.label}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
