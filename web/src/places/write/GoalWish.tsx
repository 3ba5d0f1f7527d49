import styled from "styled-components";
import type { ElementNumbers, Offers } from "../../api/client";
import type { components } from "../../api/schema";
import { LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";

const Line = styled.div`
  display: flex; flex-wrap: wrap; gap: 4px 6px; align-items: center;
  select, input { padding: 2px 5px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink); }
  select { max-width: 190px; }
  input { width: 64px; }
`;

type WishIn = components["schemas"]["WishIn"];
const RELATIONS: Record<WishIn["relation"], string> = { is: "is", least: "is at least", most: "is at most" };

/** A goal as it is being typed; without a box it is for the selected one, without a width for the walker's. */
export interface Wish {
  box: number | null;
  kind: WishIn["kind"];
  relation: WishIn["relation"];
  amount: string;
  at: string;
  to: string;
}

/** Whether a kind of goal asks for a number. */
function takesNumber(kinds: Offers["goals"], kind: string): boolean {
  return kinds.find((one) => one.name === kind)?.takes_number ?? true;
}

/** The goal as it is asked; null while it is not whole. */
export function usableWish(wish: Wish, kinds: Offers["goals"], selected: number, width: number): WishIn | null {
  const amount = takesNumber(kinds, wish.kind) ? Number(wish.amount) : 0;
  const [at, to] = [wish.at === "" ? width : Number(wish.at), wish.to === "" ? null : Number(wish.to)];
  if (!Number.isFinite(amount) || wish.amount.trim() === "" || !Number.isInteger(at) || at < 1 || (to !== null && (!Number.isInteger(to) || to < at))) return null;
  return { selected: wish.box ?? selected, kind: wish.kind, relation: wish.relation, amount, at, to };
}

interface Props {
  label: string;
  wish: Wish;
  /** The kinds of goal that there are. */
  kinds: Offers["goals"];
  selected: number;
  width: number;
  elements: ElementNumbers[];
  onChange: (wish: Wish) => void;
  onRemove?: () => void;
}

/** One goal: which box, which of its numbers, how much, at which widths. */
export function GoalWish({ label, wish, kinds, selected, width, elements, onChange, onRemove }: Props) {
  const box = wish.box ?? selected;
  const hasNumber = takesNumber(kinds, wish.kind);
  return (
    <Line role="group" aria-label={label}>
      <select aria-label={`${label}: box`} value={box} onChange={(event) => onChange({ ...wish, box: Number(event.target.value) })}>
        {near(elements, box, selected).map((one) => <option key={one.index} value={one.index}>{one.name}</option>)}
      </select>
      {hasNumber && (
        <select aria-label={`${label}: relation`} value={wish.relation} onChange={(event) => onChange({ ...wish, relation: event.target.value as Wish["relation"] })}>
          {Object.entries(RELATIONS).map(([value, words]) => <option key={value} value={value}>{words}</option>)}
        </select>
      )}
      {!hasNumber ? <span>has</span> : <input aria-label={`${label}: number`} inputMode="decimal" value={wish.amount} onChange={(event) => onChange({ ...wish, amount: event.target.value })} />}
      <select aria-label={`${label}: of what`} value={wish.kind} onChange={(event) => onChange({ ...wish, kind: event.target.value })}>
        {kinds.map((kind) => <option key={kind.name} value={kind.name}>{kind.title}</option>)}
      </select>
      <label>{!hasNumber || wish.to !== "" ? "from" : "at"} <input aria-label={`${label}: at viewport`} inputMode="numeric" placeholder={px(width)} value={wish.at} onChange={(event) => onChange({ ...wish, at: event.target.value })} /></label>
      <label>to <input aria-label={`${label}: up to viewport`} inputMode="numeric" placeholder="only there" value={wish.to} onChange={(event) => onChange({ ...wish, to: event.target.value })} /></label>
      {onRemove && <LinkButton onPress={onRemove}>Leave it out</LinkButton>}
    </Line>
  );
}

/** The boxes to choose from: what the selected one is in, it and those beside it, and what is in it. */
function near(elements: ElementNumbers[], box: number, selected: number): ElementNumbers[] {
  const wanted = new Set<number>([box, selected]);
  for (let at: number | null | undefined = selected; at !== null && at !== undefined; at = elements[at]?.parent) wanted.add(at);
  const parent = elements[selected]?.parent;
  for (const one of elements) if (one.parent === selected || (one.parent === parent && parent !== null && parent !== undefined)) wanted.add(one.index);
  return elements.filter((one) => wanted.has(one.index));
}
