import { type FormEvent, type ReactNode, useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type Hit, type SearchWish } from "../../../api/client";
import { Button, LinkButton } from "../../../kit/Button";
import { useLatest } from "../../../kit/useLatest";
import type { Texts } from "../texts";
import type { Folder } from "./useFolder";

const Panel = styled.section`
  display: grid; grid-template-rows: auto 1fr; height: 100%; min-height: 0; background: var(--panel);
  form { display: grid; gap: 6px; padding: 8px 12px; border-bottom: 1px solid var(--hairline); }
  form > [role="radiogroup"] { justify-self: start; }
  form > label { display: grid; grid-template-columns: 8ch 1fr; align-items: center; gap: 6px; }
  input:not([type="checkbox"]), select { min-width: 0; padding: 3px 6px; border: 1px solid var(--faint); border-radius: var(--round-box); background: var(--paper); color: var(--ink); }
  input:not([type="checkbox"]) { font-family: var(--font-number); }
  .row { display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: center; }
  .row label { display: flex; gap: 5px; align-items: center; }
  .row button { padding: 2px 9px; }
  .hits { overflow: auto; min-height: 0; padding: 2px 12px 12px; }
  h2 { position: sticky; top: 0; padding: 6px 0 2px; background: var(--panel); font-size: var(--size-text); overflow-wrap: anywhere; }
  ol { margin: 0; padding: 0; list-style: none; }
  li { display: grid; grid-template-columns: 18px 5ch minmax(0, 1fr); gap: 4px; align-items: baseline; padding: 2px 0; border-top: 1px solid var(--hairline); }
  li code { font-family: var(--font-number); font-size: var(--size-note); white-space: pre-wrap; overflow-wrap: anywhere; color: var(--soft); }
  li mark { background: none; color: var(--ink); border-bottom: 2px solid var(--hill-line); }
  li del { color: var(--ink); text-decoration: line-through var(--wrong); }
  li ins { color: var(--ink); text-decoration: none; border-bottom: 2px solid var(--hill-line); }
  li button { text-align: right; font-variant-numeric: tabular-nums; }
  [role="alert"] { padding-left: 8px; border-left: 4px solid var(--wrong); }
`;

const SCOPES = { all: "everywhere", text: "in words that are read", markup: "in markup", css: "in CSS" } as const;
const nameOf = (hit: Hit) => `${hit.path} ${hit.start}`;

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

/** Words found over all files of the site, and replaced: all, some or one, in one step. */
export function FindPanel({ siteId, texts, folder, version, onSource, onLeave, choice }: Props) {
  const [wish, setWish] = useState<SearchWish>({ words: "", is_expression: false, whole_words: false, match_case: false, scope: "all", replacement: null, drafts: {} });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [trouble, setTrouble] = useState("");
  const path = { site_id: siteId };
  const asked = wish.words === "" ? null : { wish, version };
  const { answer, error, isFresh } = useLatest(asked, (question) => ask(client.POST("/api/sites/{site_id}/search", { params: { path }, body: { ...question.wish, drafts: texts.drafts() } })));
  const hits = asked ? answer?.hits ?? [] : [];
  const chosen = hits.filter((hit) => !left.has(nameOf(hit)));
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const set = (change: Partial<SearchWish>) => {
    setWish({ ...wish, ...change });
    setLeft(new Set());
  };
  const replace = async (some: Hit[] | null) => {
    setTrouble("");
    try {
      await texts.saveAll();
      const places = some?.map((hit) => ({ path: hit.path, start: hit.start })) ?? null;
      await folder.follow(await ask(client.POST("/api/sites/{site_id}/replace", { params: { path }, body: { ...wish, replacement: wish.replacement ?? "", chosen: places } })));
    } catch (failure) {
      setTrouble(failure instanceof Error ? failure.message : String(failure));
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const first = hits[0];
    if (first) onSource(first.path, first.line);
  };
  const files = [...new Set(hits.map((hit) => hit.path))];
  return (
    <Panel aria-label="Find in all files" onKeyDown={(event) => event.key === "Escape" && onLeave()}>
      <form role="search" onSubmit={submit}>
        {choice}
        <label>Find <input ref={field} value={wish.words} spellCheck={false} onChange={(event) => set({ words: event.target.value })} /></label>
        <label>Replace by <input value={wish.replacement ?? ""} spellCheck={false} onChange={(event) => set({ replacement: event.target.value === "" ? null : event.target.value })} /></label>
        <div className="row">
          <select aria-label="Where" value={wish.scope} onChange={(event) => set({ scope: event.target.value as SearchWish["scope"] })}>
            {Object.entries(SCOPES).map(([scope, words]) => <option key={scope} value={scope}>{words}</option>)}
          </select>
          <label><input type="checkbox" checked={wish.whole_words} onChange={(event) => set({ whole_words: event.target.checked })} /> Whole words</label>
          <label><input type="checkbox" checked={wish.match_case} onChange={(event) => set({ match_case: event.target.checked })} /> Capitals as written</label>
          <label><input type="checkbox" checked={wish.is_expression} onChange={(event) => set({ is_expression: event.target.checked })} /> Regular expression</label>
        </div>
        <div className="row">
          <span role="status">{asked === null || error ? "" : !isFresh ? "Looking…" : hits.length === 0 ? "Nothing found." : `${hits.length.toLocaleString("en-GB")} in ${files.length} file${files.length === 1 ? "" : "s"}`}</span>
          <Button isDisabled={chosen.length === 0 || !isFresh} onPress={() => void replace(chosen.length === hits.length && !answer?.is_cut ? null : chosen)}>
            {chosen.length === hits.length ? "Replace all" : `Replace ${chosen.length}`}
          </Button>
        </div>
        {(error ?? trouble) && <p role="alert">{error ?? trouble}</p>}
        {asked && answer?.is_cut && <p role="alert">{answer.why}</p>}
      </form>
      <div className="hits" aria-busy={!isFresh} style={isFresh ? undefined : { opacity: 0.5 }}>
        {files.map((file) => (
          <section key={file} aria-label={file}>
            <h2>{file}</h2>
            <ol>
              {hits.filter((hit) => hit.path === file).map((hit) => (
                <li key={nameOf(hit)}>
                  <input type="checkbox" aria-label={`Replace in line ${hit.line}`} checked={!left.has(nameOf(hit))} onChange={(event) => {
                    const next = new Set(left);
                    if (event.target.checked) next.delete(nameOf(hit));
                    else next.add(nameOf(hit));
                    setLeft(next);
                  }} />
                  <LinkButton aria-label={`To line ${hit.line} of ${file}`} onPress={() => onSource(file, hit.line)}>{hit.line}</LinkButton>
                  <code>{hit.before}{hit.replacement === null ? <mark>{hit.found}</mark> : <><del>{hit.found}</del><ins>{hit.replacement}</ins></>}{hit.after}</code>
                </li>
              ))}
            </ol>
          </section>
        ))}
      </div>
    </Panel>
  );
}
