/** What an edit of a shared sheet does to the other pages that take it in: worked out behind, stopped by the next key. */
import { memo, useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type FolderLinks, type OtherPage } from "../../../api/client";
import { Button, LinkButton } from "../../../kit/Button";
import { go, writeAddress } from "../../../router";
import { followJob, WALKED } from "../../survey/job";
import { rangeOf } from "../../survey/words";
import { handOver } from "../handOver";
import type { Texts } from "../texts";

const Section = styled.section`
  margin-top: 10px; padding-top: 8px; border-top: 1px solid var(--hairline);
  li { overflow-wrap: anywhere; }
  li ul { gap: 2px; margin: 2px 0 0; padding-left: 12px; font-size: var(--size-note); }
  p { color: var(--soft); font-size: var(--size-note); }
  > button { padding: 1px 8px; font-size: var(--size-note); }
`;

const PAUSE = 2000;

interface Props {
  siteId: number;
  page: string;
  height: number;
  texts: Texts;
  links: FolderLinks | undefined;
}

interface State {
  pages: OtherPage[];
  progress: number | null;
  error: string;
  sheets: string[];
}

const NOTHING: State = { pages: [], progress: null, error: "", sheets: [] };

export const Elsewhere = memo(function Elsewhere({ siteId, page, height, texts, links }: Props) {
  const [state, setState] = useState<State>(NOTHING);
  const [since, setSince] = useState(0);
  const first = useRef(new Map<string, string>());
  const known = useRef(links);
  useEffect(() => {
    known.current = links;
  });
  useEffect(() => {
    first.current = new Map([...texts.snapshot().files].map(([path, file]) => [path, file.text]));
    let isOver = { now: false };
    let timer = 0;
    let version = texts.snapshot().version;
    const begin = () => {
      if (!known.current) {
        timer = window.setTimeout(begin, PAUSE);
        return;
      }
      const files = texts.snapshot().files;
      const shared = (path: string) => Object.entries(known.current?.sheets ?? {}).some(([other, sheets]) => other !== page && sheets.some((sheet) => sheet.path === path)) || (known.current?.uses[path]?.some((use) => use.where === "@import") ?? false);
      const before: Record<string, string> = {};
      for (const [path, file] of files) {
        const then = first.current.get(path);
        if (then !== undefined && path.endsWith(".css") && then !== file.text && shared(path)) before[path] = then;
      }
      const sheets = Object.keys(before);
      if (sheets.length === 0) return setState(NOTHING);
      const run = { now: false };
      isOver = run;
      setState((old) => ({ ...old, progress: 0, error: "", sheets }));
      void (async () => {
        try {
          const { job } = await ask(client.POST("/api/sites/{site_id}/elsewhere", { params: { path: { site_id: siteId } }, body: { page, height, before, drafts: texts.drafts() } }));
          await followJob(siteId, job, () => run.now, (said) => {
            if (said.state === "walking") setState((old) => ({ ...old, progress: said.progress }));
            else setState({ sheets, pages: said.elsewhere, progress: null, error: said.state === "failed" ? said.detail : "" });
          });
        } catch (error) {
          if (!run.now) setState((old) => ({ ...old, progress: null, error: error instanceof Error ? error.message : String(error) }));
        }
      })();
    };
    const stop = texts.subscribeAtOnce(() => {
      for (const [path, file] of texts.snapshot().files) if (!first.current.has(path)) first.current.set(path, file.text);
      const now = texts.snapshot().version;
      if (now === version) return;
      version = now;
      clearTimeout(timer);
      if (!isOver.now) {
        isOver.now = true;
        setTimeout(() => setState((old) => (old.progress === null ? old : { ...old, progress: null })));
      }
      timer = window.setTimeout(begin, PAUSE);
    });
    return () => {
      stop();
      clearTimeout(timer);
      isOver.now = true;
    };
  }, [siteId, page, height, texts, since]);
  if (state.sheets.length === 0) return null;
  return (
    <Section aria-label="Elsewhere">
      <h2>Elsewhere, by {state.sheets.join(" and ")}</h2>
      <p role="status">{state.error || (state.progress !== null ? `Walking the other pages, ${Math.round(state.progress * 100)} of 100` : "Since this page was opened here:")}</p>
      {state.progress === null && <ul>{state.pages.map((one) => <OtherLine key={one.page} siteId={siteId} told={one} />)}</ul>}
      {state.progress === null && <Button onPress={() => {
        setState(NOTHING);
        setSince(since + 1);
      }}>Count from now on</Button>}
    </Section>
  );
});

function OtherLine({ siteId, told }: { siteId: number; told: OtherPage }) {
  const to = (index: number | null) => {
    if (index !== null) handOver.put({ site: siteId, page: told.page, index, file: null, line: null, fix: null });
    go(writeAddress(siteId, told.page));
  };
  const ranges = told.ranges.map(({ low, high }) => rangeOf(low, high, WALKED)).join(", ");
  return (
    <li>
      <LinkButton onPress={() => to(null)}>{told.page}</LinkButton>{" "}
      {!told.is_reached ? "is not reached by it." : told.count === 0 ? "stays as it is." : `${told.count === 1 ? "1 box moves" : `${told.count} boxes move`}, ${ranges}.`}
      {(told.moved.length > 0 || told.changes.length > 0) && (
        <ul>
          {told.changes.map((one) => (
            <li key={`${one.kind} ${one.selector} ${one.low} ${one.is_better}`}>
              <strong className={one.is_better ? undefined : "wrong"}>{one.is_better ? "Settled" : "New"}: {one.title}{one.low === null || one.high === null ? "" : `, ${rangeOf(one.low, one.high, WALKED)}`}.</strong> {one.selector}
            </li>
          ))}
          {told.moved.map((one) => <li key={one.index}><LinkButton onPress={() => to(one.index)}>{one.name}</LinkButton> {rangeOf(one.low, one.high, WALKED)}</li>)}
        </ul>
      )}
    </li>
  );
}
