/** The words of a document beside the page: each goes into a place by drag or keys, or all in order. */
import { type DragEvent, useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type Words } from "../../../api/client";
import { Button } from "../../../kit/Button";
import { useLatest } from "../../../kit/useLatest";
import type { AskChange } from "../aid";
import { Panel } from "./Panel";
import { wordsDrag } from "./wordsDrag";

const Pieces = styled.ol`
  margin: 0; padding: 0; list-style: none;
  li { display: grid; grid-template-columns: 74px minmax(0, 1fr) auto; gap: 8px; align-items: baseline; padding: 4px 6px; border-left: 3px solid transparent; border-bottom: 1px solid var(--hairline); cursor: grab; }
  li:focus-within, li:hover { border-left-color: var(--lake); background: var(--lake-wash); }
  li[data-used] .words { color: var(--soft); }
  .kind { color: var(--soft); font-size: var(--size-note); } .heading { font-weight: var(--weight-strong); }
  .words { overflow-wrap: anywhere; display: -webkit-box; -webkit-line-clamp: 3; -webkit-box-orient: vertical; overflow: hidden; }
  button { padding: 1px 8px; font-size: var(--size-note); }
`;

interface Props {
  siteId: number;
  page: string;
  /** The page's own language, for its quotes. */
  lang: string;
  selected: number | null;
  name: string;
  offset: number;
  onAsk: AskChange;
  onSelect: (index: number) => void;
  /** How many elements the page has, so that the next one can be selected. */
  count: number;
  onLeave: () => void;
}

type Kind = "markdown" | "text" | "html";
interface Taken {
  text: string;
  kind: Kind;
  name: string;
  used: number[];
}
const KEPT = "hillpin.words";
const NONE: Taken = { text: "", kind: "markdown", name: "", used: [] };
const kinds = { heading: "Heading", paragraph: "Paragraph", item: "Item" } as const;

function kept(): Taken {
  try {
    return { ...NONE, ...(JSON.parse(sessionStorage.getItem(KEPT) ?? "{}") as Partial<Taken>) };
  } catch {
    return NONE;
  }
}

export function WordsPanel({ siteId, page, lang, selected, name, offset, onAsk, onSelect, count, onLeave }: Props) {
  const [taken, setTaken] = useState(kept);
  const [trouble, setTrouble] = useState("");
  const [said, setSaid] = useState("");
  const field = useRef<HTMLTextAreaElement>(null);
  const document_ = { text: taken.text, kind: taken.kind, lang };
  const { answer, error } = useLatest(taken.text.trim() ? document_ : null, (body) => ask(client.POST("/api/words", { body })));
  const words = taken.text.trim() ? answer?.words ?? [] : [];
  useEffect(() => field.current?.focus(), []);
  const keep = (next: Taken) => {
    setTaken(next);
    try {
      sessionStorage.setItem(KEPT, JSON.stringify(next));
    } catch { /* A document larger than the browser keeps is there until the page is left. */ }
  };
  const take = (text: string, kind: Kind, from: string) => keep({ text, kind, name: from, used: [] });
  const read = async (file: File) => {
    const kind = /\.html?$/i.test(file.name) ? "html" : /\.(md|markdown)$/i.test(file.name) ? "markdown" : "text";
    take(await file.text(), kind, file.name);
  };
  const onDrop = (event: DragEvent) => {
    const file = event.dataTransfer.files[0];
    if (file) {
      event.preventDefault();
      void read(file);
    }
  };
  const [at, setAt] = useState(offset);
  const put = async (numbers: number[], where: "element" | "order" | "caret", into = selected ?? 0) => {
    setTrouble("");
    try {
      await onAsk(async (drafts) => {
        const made = await ask(client.POST("/api/sites/{site_id}/put-words", { params: { path: { site_id: siteId } }, body: { page, drafts, document: document_, numbers, where, selected: into, offset: at } }));
        setAt((before) => (where === "caret" ? made.caret : made.caret <= before + made.grown ? before + made.grown : before));
        const used = made.pairs.map((one) => one.number);
        keep({ ...taken, used: [...new Set([...taken.used, ...used])] });
        setSaid(where === "order" ? `${used.length} of ${numbers.length} found their place.` : `“${words.find((one) => one.number === numbers[0])?.plain.slice(0, 40) ?? ""}” is ${where === "element" ? `in ${made.pairs[0]?.into ?? name}` : "a new element"}.`);
        return { file: page, text: made.text, caret: made.caret, notes: [] };
      });
      // The panel keeps the keyboard, so that the next piece follows.
      const next = numbers.length === 1 ? words.find((one) => one.number > (numbers[0] ?? 0)) : undefined;
      requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-piece="${next?.number ?? numbers[0] ?? 0}"] button`)?.focus());
    } catch (error_) {
      setTrouble(error_ instanceof Error ? error_.message : String(error_));
    }
  };
  const first = useRef<HTMLDivElement>(null);
  const isRead = words.length > 0;
  useEffect(() => {
    if (isRead) first.current?.querySelector("button")?.focus();
  }, [isRead]);
  useEffect(() => wordsDrag.receive((number, index) => void put([number], "element", index)));
  const unused = words.filter((one) => !taken.used.includes(one.number)).map((one) => one.number);
  return (
    <Panel aria-label="Words of a document" onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <div className="head">
        <h2>Words{taken.name ? ` of ${taken.name}` : ""}</h2>
        {words.length > 0 && <Button onPress={() => keep(NONE)}>Another document</Button>}
        <Button onPress={onLeave}>Leave it</Button>
      </div>
      {words.length === 0 && (
        <>
          <p>Drop a text, Markdown or HTML file here, choose one, or paste a document: its headings, paragraphs and lists stand here, to go into the page one by one or all in order.</p>
          <div className="line"><label>File <input type="file" accept=".txt,.md,.markdown,.html,.htm,text/*" onChange={(event) => { const file = event.target.files?.[0]; if (file) void read(file); }} /></label></div>
          <textarea
            ref={field} aria-label="Document" value="" placeholder="Paste here" onChange={(event) => take(event.target.value, "markdown", "")}
            onPaste={(event) => {
              const [rich, plain] = [event.clipboardData.getData("text/html"), event.clipboardData.getData("text/plain")];
              event.preventDefault();
              take(rich || plain, rich ? "html" : "markdown", "");
            }}
          />
        </>
      )}
      <div role="status">
        {error && <p role="alert">{error}</p>}
        {trouble && <p role="alert">{trouble}</p>}
        {said && !trouble && <p>{said} The editor’s undo takes it back.</p>}
      </div>
      {words.length > 0 && (
        <>
          <div className="line" ref={first}>
            <Button data-strong isDisabled={unused.length === 0} onPress={() => void put(unused, "order")}>All in order into {selected === null || selected === 0 ? "the page" : name}</Button>
            <Button isDisabled={unused.length === 0} onPress={() => void put(unused, "caret")}>All as new at the caret</Button>
            {selected !== null && <>
              <Button isDisabled={selected <= 1} onPress={() => onSelect(selected - 1)}>Box before</Button>
              <Button isDisabled={selected >= count - 1} onPress={() => onSelect(selected + 1)}>Next box</Button>
            </>}
          </div>
          <Pieces aria-label="Pieces of the document">
            {words.map((one) => <Piece key={one.number} one={one} isUsed={taken.used.includes(one.number)} target={selected === null || selected === 0 ? "" : name} onPut={put} />)}
          </Pieces>
        </>
      )}
    </Panel>
  );
}

function Piece({ one, isUsed, target, onPut }: { one: Words; isUsed: boolean; target: string; onPut: (numbers: number[], where: "element" | "caret") => Promise<void> }) {
  return (
    <li data-piece={one.number} data-used={isUsed || undefined} draggable onDragStart={(event) => { event.dataTransfer.setData("text/plain", one.plain); wordsDrag.begin(one.number); }} onDragEnd={wordsDrag.end}>
      <span className="kind">{isUsed ? "✓ " : ""}{kinds[one.kind]}{one.level ? ` ${one.level}` : ""}{isUsed && <span hidden> used</span>}</span>
      <span className={`words ${one.kind}`}>{one.plain}</span>
      <span>
        {target && <Button aria-label={`Into ${target}: ${one.plain.slice(0, 40)}`} onPress={() => void onPut([one.number], "element")}>Into {target}</Button>}{" "}
        <Button aria-label={`As new: ${one.plain.slice(0, 40)}`} onPress={() => void onPut([one.number], "caret")}>As new</Button>
      </span>
    </li>
  );
}
