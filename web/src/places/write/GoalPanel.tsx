import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button, LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import { GoalWish, usableWish, type Wish } from "./GoalWish";
import type { AidProps } from "./aid";
import { useOffers } from "./useOffers";

const Panel = styled.form`
  display: grid; gap: 6px; justify-items: start;
  fieldset { width: 100%; margin: 0; padding: 0; border: 0; }
  legend { padding: 0; color: var(--soft); font-size: var(--size-note); }
  ol { display: grid; gap: 2px; max-height: 132px; margin: 2px 0 0; padding: 0; overflow: auto; list-style: none; }
  label { display: flex; flex-wrap: wrap; gap: 1px 10px; align-items: baseline; }
  code { font-family: var(--font-number); font-size: var(--size-note); overflow-wrap: anywhere; }
  .moves { color: var(--soft); }
  .said { padding: 6px 10px; border-left: 4px solid var(--hill-line); background: var(--paper); }
  .said[data-none="true"] { border-color: var(--doubt); }
`;

type Offer = components["schemas"]["Offer"];
type Found = components["schemas"]["GoalOut"];
const AT_CARET = "caret";
const MOST_SHOWN = 12;

/** Name a goal for a box, or two; choose the number that may change; it is solved so that they are met. */
export function GoalPanel({ siteId, page, width, height, drafts, selected, elements, caret, goal, onAsk, onSource }: AidProps) {
  const [wishes, setWishes] = useState<Wish[]>([{ box: null, kind: goal?.kind ?? "width", relation: "is", amount: goal ? String(goal.amount) : "270", at: "", to: "" }]);
  const [chosen, setChosen] = useState<string>(AT_CARET);
  const [found, setFound] = useState<Found | null>(null);
  const [trouble, setTrouble] = useState("");
  const path = { site_id: siteId };
  const { goals } = useOffers();
  const usable = wishes.map((wish) => usableWish(wish, goals, selected, width));
  const first = usable[0];
  const question = first ? { page, drafts, height, wish: first } : null;
  const { answer: offered } = useLatest(question, (body) => ask(client.POST("/api/sites/{site_id}/goal-numbers", { params: { path }, body })));
  const numbers = offered?.numbers ?? [];
  const offer = numbers.find((one) => keyOf(one) === chosen);
  const inSheet = caret?.path.endsWith(".css") ? caret : null;
  const place = offer ? { file: offer.file, offset: offer.offset } : inSheet && chosen === AT_CARET ? { file: inSheet.path, offset: inSheet.offset } : null;
  const body = (latest: Record<string, string>) => ({ page, drafts: latest, height, file: place?.file ?? "", offset: place?.offset ?? 0, wishes: usable.filter((wish) => wish !== null) });
  const solve = async () => {
    setTrouble("");
    setFound(null);
    if (!place) return;
    try {
      setFound(await ask(client.POST("/api/sites/{site_id}/goal", { params: { path }, body: body(drafts) })));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const put = async () => {
    setFound(null);
    // Solved anew on the texts as they are now: they may have gone on since.
    await onAsk(async (latest) => {
      const again = await ask(client.POST("/api/sites/{site_id}/goal", { params: { path }, body: body(latest) }));
      return { file: place?.file ?? "", text: again.text, caret: again.caret, notes: [] };
    }).catch((error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)));
  };
  const change = (number: number, wish: Wish) => {
    setFound(null);
    setWishes(wishes.map((one, place_) => (place_ === number ? wish : one)));
  };
  return (
    <Panel onSubmit={(event) => { event.preventDefault(); void solve(); }}>
      {wishes.map((wish, number) => (
        <GoalWish
          key={number === 0 ? "first" : "second"} label={number === 0 ? "Goal" : "Second goal"} wish={wish} kinds={goals} selected={selected} width={width} elements={elements} onChange={(next) => change(number, next)}
          onRemove={number === 0 ? undefined : () => setWishes(wishes.slice(0, 1))}
        />
      ))}
      {wishes.length === 1 && <LinkButton onPress={() => setWishes((known) => [...known, ...known.map((one) => ({ ...one, at: one.at || String(width) }))])}>And a second goal</LinkButton>}
      <fieldset>
        <legend>The number that may change</legend>
        <ol>
          <li><label><input type="radio" name="goal-number" checked={!offer} onChange={() => setChosen(AT_CARET)} /> <span>{inSheet ? "the one under the caret" : "the one under the caret: put it on a number in a stylesheet"}</span></label></li>
          {numbers.slice(0, MOST_SHOWN).map((one) => (
            <li key={keyOf(one)}>
              <label>
                <input type="radio" name="goal-number" checked={offer === one} onChange={() => { setChosen(keyOf(one)); setFound(null); }} />{" "}
                <code>{one.text} in {one.selector} {"{"} {one.declaration} {"}"}</code>
                <span className="moves">{one.step} more: {one.moves > 0 ? "+" : "−"}{px(Math.abs(one.moves))}</span>
                <LinkButton onPress={() => onSource(one.file, one.line)}>{one.file} line {one.line}</LinkButton>
              </label>
            </li>
          ))}
        </ol>
      </fieldset>
      <Button type="submit" data-strong isDisabled={!place || usable.includes(null)}>What must it be?</Button>
      {trouble && <p role="alert">{trouble}</p>}
      {found && (
        <p className="said" role="status" data-none={found.value === null}>
          {found.sentence}{" "}
          {found.value !== null && <Button onPress={() => void put()}>Put it in</Button>}
        </p>
      )}
    </Panel>
  );
}

function keyOf(one: Offer): string {
  return `${one.file} ${one.selector} ${one.declaration} ${one.offset}`;
}
