/** Compare: a page at several viewports side by side, against drawings, the real browser and what is expected of it. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import styled from "styled-components";
import { ask, client, type Site } from "../../api/client";
import { Line } from "../../api/line";
import { Header } from "../../kit/Header";
import { compareAddress, Link, stopsOf } from "../../router";
import { clampWidth } from "../../width-axis/scale";
import { WidthAxis } from "../../width-axis/WidthAxis";
import { PageChoice } from "../PageChoice";
import { DistancesPanel, useDistances } from "./DistancesPanel";
import { DrawingsPanel, useDrawings } from "./DrawingsPanel";
import { ExpectationsPanel } from "./ExpectationsPanel";
import { LineUp } from "./LineUp";
import { answersOf, type Entry, isUsual, keyOf, type PanelName, type Standing, useEntries, USUAL } from "./lineUp";
import { RunsPanel } from "./RunsPanel";
import { ScreensPanel } from "./ScreensPanel";
import { SectionStrip } from "./SectionStrip";
import { useRun } from "./useRun";
import { useSheets } from "./useSheets";

const Place = styled.div`
  display: grid; grid-template-rows: auto auto 1fr; height: 100%;
  .work { display: grid; grid-template-columns: 172px minmax(0, 1fr); min-height: 0; }
  .work.opened { grid-template-columns: 172px minmax(0, 1fr) minmax(300px, 27%); }
  .beside { min-height: 0; overflow: auto; padding: 10px 14px 20px; border-left: 1px solid var(--hairline); background: var(--panel); }
  .beside h2 { margin: 0 0 6px; font-size: var(--size-head); } .beside h3 { margin: 14px 0 4px; font-size: var(--size-text); }
  @media (max-width: 820px) { height: auto; .work, .work.opened { grid-template-columns: 1fr; } }
`;

export function ComparePlace({ siteId, page }: { siteId: number; page: string | null }) {
  const site = useQuery({ queryKey: ["site", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}", { params: { path: { site_id: siteId } } })) });
  if (site.isError) return <><Header /><p role="alert" style={{ padding: 24 }}>{site.error.message} <Link to="/">To the list of sites</Link></p></>;
  if (!site.data) return <Header />;
  const pages = site.data.files.filter((file) => file.kind === "page" && file.editable).map((file) => file.path);
  const shown = page !== null && pages.includes(page) ? page : pages.find((path) => path === "index.html") ?? pages[0];
  if (shown === undefined) return <><Header stops={stopsOf(siteId, "Compare")} /><p role="alert" style={{ padding: 24 }}>This site has no page to compare. <Link to="/">To the list of sites</Link></p></>;
  return <Compare key={shown} site={site.data} page={shown} pages={pages} />;
}

function Compare({ site, page, pages }: { site: Site; page: string; pages: string[] }) {
  const [entries, setEntries] = useEntries(site.id, site.pins);
  const [selected, setSelected] = useState<number | null>(null);
  const [chosen, setStanding] = useState<Standing | null>(null);
  const [reader, setReader] = useState(USUAL);
  const [panel, setPanel] = useState<PanelName | null>(null);
  const [free, setFree] = useState(() => clampWidth(Number(localStorage.getItem(`hillpin.walker.${site.id}`) ?? 742) || 742));
  const [pictures, setPictures] = useState(false);
  useSaves(site.id);
  const answers = useMemo(() => answersOf(reader), [reader]);
  const sheets = useSheets(site, !isUsual(reader));
  const numbers = useNumbers(site, page, entries, selected, reader);
  const hill = useHill(site, page, selected);
  const run = useRun(site.id, page);
  const drawings = useDrawings(site.id, page);
  const distances = useDistances(site.id, page);
  const sections = useMemo(() => numbers?.sections ?? [], [numbers]);
  const stand = useCallback((index: number, part = 0, from: string | null = null) => setStanding({ index, part, from, stamp: performance.now() }), []);
  // The first section is where one begins.
  const first = sections[0]?.index;
  const begin = useMemo(() => (first === undefined ? null : { index: first, part: 0, from: null, stamp: 0 }), [first]);
  const standing = chosen ?? begin;
  const opened = (name: PanelName) => setPanel((now) => (now === name ? null : name));
  return (
    <Place>
      <Header where={<h1>{site.name} / {pages.length > 1 ? <PageChoice site={site} page={page} pages={pages} addressOf={compareAddress} /> : <strong>{page}</strong>}</h1>} stops={stopsOf(site.id, "Compare", page)} />
      <WidthAxis walker={free} onWalk={setFree} hill={hill} isStale={false} pins={entries.map(({ name, width, height }) => ({ name, width, height }))} />
      <main className={panel ? "work opened" : "work"}>
        <SectionStrip sections={sections} standing={standing} onStand={(index) => stand(index)} selected={selected} name={numbers?.name ?? ""} onSelect={setSelected} />
        <LineUp
          site={site} page={page} entries={entries} onEntries={setEntries} free={free} sections={sections} standing={standing} onStand={stand}
          selected={selected} onSelect={setSelected} numbers={numbers} answers={answers} sheets={sheets} reader={reader} panel={panel} onPanel={opened}
          run={run} pictures={pictures} drawings={drawings} distances={distances}
        />
        {panel && (
          <div className="beside" role="region" aria-label={panel} tabIndex={0}>
            {panel === "Screens" && <ScreensPanel site={site} entries={entries} onEntries={setEntries} free={free} onFree={setFree} reader={reader} onReader={setReader} />}
            {panel === "Drawings" && <DrawingsPanel siteId={site.id} page={page} entries={entries} drawings={drawings} distances={distances} />}
            {panel === "Distances" && <DistancesPanel siteId={site.id} page={page} entries={entries} selected={selected} name={numbers?.name ?? ""} distances={distances} />}
            {panel === "Runs" && <RunsPanel siteId={site.id} page={page} run={run} entries={entries} reader={reader} pictures={pictures} onPictures={setPictures} onSelect={setSelected} />}
            {panel === "Expectations" && <ExpectationsPanel siteId={site.id} page={page} entries={entries} selected={selected} name={numbers?.name ?? ""} onSelect={setSelected} onFree={setFree} />}
          </div>
        )}
      </main>
    </Place>
  );
}

/** What is saved in Write, or by another program, is seen here at once. */
function useSaves(siteId: number): void {
  const queries = useQueryClient();
  useEffect(() => {
    const line = new Line(siteId);
    const stop = line.onNews(() => {
      for (const key of ["site", "distances"]) void queries.invalidateQueries({ queryKey: [key, siteId] });
    });
    return () => {
      stop();
      line.close();
    };
  }, [queries, siteId]);
}

/** Sections of the page, and the selected box in numbers at every viewport of the line-up. */
function useNumbers(site: Site, page: string, entries: Entry[], index: number | null, reader: typeof USUAL) {
  const screens = entries.map(({ name, width, height, touch, density }) => ({ name, width, height, touch: touch ?? false, density: density ?? 1, reader }));
  const found = useQuery({
    queryKey: ["line-up", site.id, site.updated_at, page, screens.map(keyOf), index, reader],
    queryFn: () => ask(client.POST("/api/sites/{site_id}/line-up", { params: { path: { site_id: site.id } }, body: { page, drafts: {}, screens, index } })),
    placeholderData: (before) => before, staleTime: 0, refetchOnWindowFocus: true,
  });
  return found.data;
}

/** The selected box's width over all viewports. */
function useHill(site: Site, page: string, selected: number | null) {
  const found = useQuery({
    queryKey: ["hill", site.id, site.updated_at, page, selected],
    queryFn: () => ask(client.POST("/api/sites/{site_id}/hill", { params: { path: { site_id: site.id } }, body: { page, selected, height: 800, drafts: {}, start: 240, end: 1920, fonts: 0 } })),
    placeholderData: (before) => before,
  });
  return found.data;
}
