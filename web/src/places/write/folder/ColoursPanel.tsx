/** All colours of the site: where each is used, those that are hardly apart, named once, made one, and their shades. */
import { type ReactNode, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type SiteColour } from "../../../api/client";
import { Button, LinkButton } from "../../../kit/Button";
import { useLatest } from "../../../kit/useLatest";
import type { Texts } from "../texts";
import type { Folder } from "./useFolder";

const Panel = styled.section`
  display: grid; grid-template-rows: auto 1fr; height: 100%; min-height: 0; background: var(--panel);
  header { display: grid; gap: 6px; padding: 8px 12px; border-bottom: 1px solid var(--hairline); }
  .row { display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: center; }
  .row label { display: flex; gap: 6px; align-items: center; }
  input, select { min-width: 0; padding: 3px 6px; border: 1px solid var(--faint); border-radius: var(--round-box); background: var(--paper); color: var(--ink); }
  input { font-family: var(--font-number); width: 14ch; }
  header > [role="radiogroup"] { justify-self: start; }
  .row button, .shades button { padding: 2px 9px; }
  > ul { margin: 0; padding: 0 12px 12px; list-style: none; overflow: auto; min-height: 0; }
  > ul > li { border-top: 1px solid var(--hairline); padding: 3px 0; }
  .colour { display: grid; grid-template-columns: 22px 10ch minmax(0, 1fr) max-content; gap: 8px; align-items: center; width: 100%; padding: 2px 0; border: 0; background: none; color: inherit; text-align: start; cursor: pointer; }
  code { font: var(--size-note)/1.5 var(--font-number); overflow-wrap: anywhere; }
  .swatch { display: inline-block; width: 20px; height: 20px; border: 1px solid var(--faint); border-radius: var(--round-box); background: conic-gradient(#fff 25%, #ccc 0 50%, #fff 0 75%, #ccc 0) 0 0 / 8px 8px; overflow: hidden; }
  .swatch > span { display: block; width: 100%; height: 100%; }
  .names { overflow-wrap: anywhere; } .soft { color: var(--soft); }
  .inside { display: grid; gap: 6px; padding: 4px 0 8px 30px; }
  .inside ol { margin: 0; padding: 0; list-style: none; max-height: 170px; overflow: auto; }
  .shades { display: grid; grid-template-columns: 22px max-content minmax(0, 1fr) max-content; gap: 4px 8px; align-items: center; }
  [role="alert"] { padding-left: 8px; border-left: 4px solid var(--wrong); }
`;

interface Props {
  siteId: number;
  texts: Texts;
  folder: Folder;
  /** Grows with every change of any text. */
  version: number;
  onSource: (path: string, line: number) => void;
  onLeave: () => void;
  /** What is found: words, or colours. */
  choice: ReactNode;
}

/** A pixel of the screen that a person points at; browsers that have it ask for nothing else. */
declare global {
  interface Window {
    EyeDropper?: new () => { open: () => Promise<{ sRGBHex: string }> };
  }
}

export function ColoursPanel({ siteId, texts, folder, version, onSource, onLeave, choice }: Props) {
  const [near, setNear] = useState("");
  const [open, setOpen] = useState("");
  const [trouble, setTrouble] = useState("");
  const [isDone, setDone] = useState(false);
  const { last } = folder;
  const list = useRef<HTMLUListElement>(null);
  const path = { site_id: siteId };
  const { answer, error, isFresh } = useLatest({ near: near.trim(), version }, (question) => ask(client.POST("/api/sites/{site_id}/site-colours", { params: { path }, body: { near: question.near, drafts: texts.drafts() } })));
  const colours = answer?.colours ?? [];
  const twins = colours.filter((one) => one.twin).length;
  const change = async (wish: { kind: "name"; value: string; name: string; sheet: string } | { kind: "one"; value: string; other: string }) => {
    setTrouble("");
    const done = await folder.carry(() => ask(client.POST("/api/sites/{site_id}/site-colours/change", { params: { path }, body: wish })));
    if (done !== true) {
      setTrouble(done);
      return;
    }
    setDone(true);
    // What was pressed is gone: one goes on from the colour.
    list.current?.querySelector<HTMLElement>(`[data-colour="${wish.kind === "one" ? wish.other : wish.value}"]`)?.focus();
  };
  const take = async () => {
    const found = window.EyeDropper ? await new window.EyeDropper().open().catch(() => null) : null;
    if (found) setNear(found.sRGBHex);
  };
  return (
    <Panel aria-label="Colours of all files" onKeyDown={(event) => event.key === "Escape" && onLeave()}>
      <header>
        {choice}
        <div className="row">
          <label>Nearest to <input aria-label="Nearest to" value={near} spellCheck={false} placeholder="#2b6880" onChange={(event) => setNear(event.target.value)} /></label>
          {window.EyeDropper && <Button onPress={() => void take()}>Take one from the screen</Button>}
        </div>
        <div className="row">
          <span role="status">{!answer ? "Looking…" : error && isFresh ? "" : `${answer.count.toLocaleString("en-GB")} ${answer.count === 1 ? "colour" : "colours"}${twins ? `, ${twins} with another that is hardly apart` : ""}`}</span>
        </div>
        {isDone && last && !last.undone && <div className="row"><span>{folder.said}</span><Button onPress={() => { setDone(false); folder.undo(last); }}>Undo</Button></div>}
        {(trouble || (error && isFresh)) && <p role="alert">{trouble || error}</p>}
      </header>
      <ul ref={list} aria-label="Colours" aria-busy={!isFresh}>
        {colours.map((one) => (
          <li key={one.value}>
            <button type="button" className="colour" data-colour={one.value} aria-expanded={open === one.value} onClick={() => setOpen(open === one.value ? "" : one.value)}>
              <Swatch value={one.value} />
              <code>{one.value}</code>
              <span className="names"><code>{one.names.join(", ")}</code>{one.off !== null && <span className="soft"> {one.off < 0.005 ? "the same" : `${one.off.toFixed(1)} off`}</span>}{one.twin && <span className="soft"> hardly {one.twin}</span>}</span>
              <span className="soft">{counted(one)}</span>
            </button>
            {open === one.value && <Inside {...{ siteId, texts, version, onSource }} colour={one} sheets={sheetsOf(texts)} onChange={(wish) => void change(wish)} />}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

const sheetsOf = (texts: Texts) => [...texts.snapshot().files.keys()].filter((path) => path.endsWith(".css"));

function counted(colour: SiteColour): string {
  return colour.by_name ? `${colour.count} + ${colour.by_name} by name` : String(colour.count);
}

function Swatch({ value }: { value: string }) {
  return <span className="swatch" aria-hidden="true"><span style={{ background: value }} /></span>;
}

interface InsideProps extends Pick<Props, "siteId" | "texts" | "version" | "onSource"> {
  colour: SiteColour;
  sheets: string[];
  onChange: (wish: { kind: "name"; value: string; name: string; sheet: string } | { kind: "one"; value: string; other: string }) => void;
}

function Inside({ siteId, texts, version, onSource, colour, sheets, onChange }: InsideProps) {
  const [name, setName] = useState("");
  const [sheet, setSheet] = useState(colour.sheet || (sheets[0] ?? ""));
  const [copied, setCopied] = useState("");
  const shades = useLatest({ value: colour.value, version }, ({ value }) => ask(client.POST("/api/sites/{site_id}/site-colours/shades", { params: { path: { site_id: siteId } }, body: { value, drafts: texts.drafts() } })));
  const plain = colour.places.filter((place) => !place.property.startsWith("--")).length;
  const places = `${plain}${colour.count > colour.places.length ? " and more" : ""} ${plain === 1 ? "place" : "places"}`;
  const known = colour.names[0];
  const copy = (text: string) => navigator.clipboard.writeText(text).then(() => setCopied(text), () => setCopied(""));
  return (
    <div className="inside">
      <ol aria-label={`Places of ${colour.value}`}>
        {colour.places.map((place) => (
          <li key={`${place.path} ${place.line} ${place.property} ${place.written}`}>
            <LinkButton onPress={() => onSource(place.path, place.line)}>{place.path} line {place.line}</LinkButton> <code>{place.property}: {place.written}</code>
          </li>
        ))}
      </ol>
      {known && plain > 0 && <div className="row"><Button onPress={() => onChange({ kind: "name", value: colour.value, name: known, sheet: "" })}>Use {known} in {places}</Button></div>}
      {!known && plain > 0 && sheets.length > 0 && (
        <form className="row" onSubmit={(event) => { event.preventDefault(); onChange({ kind: "name", value: colour.value, name: name.trim(), sheet }); }}>
          <label>--<input aria-label={`Name of ${colour.value}`} value={name} spellCheck={false} onChange={(event) => setName(event.target.value.replace(/^-+/, ""))} /></label>
          <label>in <select aria-label="Sheet of the name" value={sheet} onChange={(event) => setSheet(event.target.value)}>{sheets.map((one) => <option key={one}>{one}</option>)}</select></label>
          <Button type="submit" isDisabled={name.trim() === ""}>Name it, and use the name in {places}</Button>
        </form>
      )}
      {colour.twin && (
        <div className="row">
          <Swatch value={colour.twin} /><span><code>{colour.twin}</code> is {colour.apart.toFixed(1)} off, hardly another colour.</span>
          <Button onPress={() => onChange({ kind: "one", value: colour.value, other: colour.twin })}>Make this one {colour.twin}</Button>
        </div>
      )}
      <div className="shades" role="group" aria-label={`Shades of ${colour.value}`}>
        {(shades.answer ?? []).map((shade) => [
          <Swatch key={`${shade.title} colour`} value={shade.value} />, <span key={shade.title}>{shade.title}</span>, <code key={`${shade.title} text`}>{shade.text}</code>,
          <Button key={`${shade.title} copy`} aria-label={`Copy ${shade.title.toLowerCase()}`} onPress={() => void copy(shade.text)}>{copied === shade.text ? "Copied" : "Copy"}</Button>,
        ])}
      </div>
    </div>
  );
}
