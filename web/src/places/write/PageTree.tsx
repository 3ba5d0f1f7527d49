import { memo, useState } from "react";
import styled from "styled-components";
import { ask, client, type Numbers, type OutlineEntry } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import type { AskChange } from "./aid";

const Tree = styled.nav`
  display: grid; grid-template-rows: 1fr auto; min-height: 0; border-right: 1px solid var(--hairline); background: var(--paper);
  ol { margin: 0; padding: 6px 0; overflow: auto; list-style: none; min-height: 0; }
  li button { display: grid; width: 100%; padding: 2px 8px 2px calc(8px + var(--depth) * 11px); border: 0; border-left: 3px solid transparent; background: none; color: var(--ink); cursor: pointer; text-align: left; line-height: 1.3; }
  li button[aria-current] { border-color: var(--lake); background: var(--lake-wash); }
  li span { color: var(--soft); font-size: var(--size-tick); overflow-wrap: anywhere; }
  li strong { font-weight: 400; overflow-wrap: anywhere; }
  li[data-kind="landmark"] strong { font-weight: var(--weight-strong); }
  li[data-kind="heading"] strong { font-style: italic; }
  .moves { display: grid; grid-template-columns: 1fr 1fr; gap: 4px; padding: 6px 8px; border-top: 1px solid var(--hairline); }
  .moves button { padding: 1px 4px; font-size: var(--size-note); }
  .moves p { grid-column: 1 / -1; color: var(--soft); font-size: var(--size-note); overflow-wrap: anywhere; }
  .moves [role="alert"] { color: var(--wrong); }
`;

interface Props {
  siteId: number;
  page: string;
  drafts: Record<string, string>;
  source: string;
  numbers: Numbers | undefined;
  selected: number | null;
  onSelect: (index: number) => void;
  onAsk: AskChange;
}

const MOVES = { up: "Up", down: "Down", in: "In", out: "Out" } as const;

/** The page's own tree: landmarks, sections, headings and lists, to select by, and to move in the source. */
export const PageTree = memo(function PageTree({ siteId, page, drafts, source, numbers, selected, onSelect, onAsk }: Props) {
  const [trouble, setTrouble] = useState("");
  const [said, setSaid] = useState("");
  const path = { site_id: siteId };
  const { answer } = useLatest({ page, source }, () => ask(client.POST("/api/sites/{site_id}/outline", { params: { path }, body: { page, drafts } })));
  const entries = answer?.entries ?? [];
  const here = nearest(entries, numbers, selected);
  const element = selected === null ? undefined : numbers?.elements[selected];
  const move = async (direction: keyof typeof MOVES) => {
    if (selected === null) return;
    setTrouble("");
    setSaid("");
    try {
      await onAsk(async (latest) => {
        const made = await ask(client.POST("/api/sites/{site_id}/move", { params: { path }, body: { page, drafts: latest, selected, direction } }));
        setSaid(made.notes.join(" "));
        return made;
      });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Tree aria-label="Tree of the page">
      <ol>
        {entries.map((entry) => {
          const rect = numbers?.rects[entry.index];
          return (
            <li key={entry.index} data-kind={entry.kind} style={{ "--depth": entry.depth } as React.CSSProperties}>
              <button type="button" aria-current={entry.index === here || undefined} onClick={() => onSelect(entry.index)}>
                <strong>{entry.words && entry.kind === "heading" ? entry.words : entry.name}</strong>
                <span>{entry.kind === "heading" ? entry.name : entry.words}{rect ? ` ${px(rect[2] ?? 0)} × ${px(rect[3] ?? 0)}` : numbers ? " not shown" : ""}</span>
              </button>
            </li>
          );
        })}
        {answer && entries.length === 0 && <li style={{ padding: 8 }}>There is no element in the body yet.</li>}
      </ol>
      <div className="moves" role="group" aria-label="Move in the source">
        <p>Move {element?.name ?? "the selected box"}</p>
        {(Object.keys(MOVES) as (keyof typeof MOVES)[]).map((direction) => (
          <Button key={direction} isDisabled={selected === null} onPress={() => void move(direction)}>{MOVES[direction]}</Button>
        ))}
        {said && <p role="status">{said}</p>}
        {trouble && <p role="alert">{trouble}</p>}
      </div>
    </Tree>
  );
});

/** The entry of the selected element, or of the nearest one around it. */
function nearest(entries: OutlineEntry[], numbers: Numbers | undefined, selected: number | null): number | null {
  const known = new Set(entries.map((entry) => entry.index));
  for (let at: number | null | undefined = selected; at !== null && at !== undefined; at = numbers?.elements[at]?.parent) {
    if (known.has(at)) return at;
  }
  return null;
}
