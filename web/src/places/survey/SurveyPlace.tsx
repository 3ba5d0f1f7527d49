import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { ProgressBar } from "react-aria-components";
import styled from "styled-components";
import { ask, client, type Finding, type Site } from "../../api/client";
import { Button } from "../../kit/Button";
import { PageChoice } from "../PageChoice";
import { Header } from "../../kit/Header";
import { clock, px } from "../../kit/numbers";
import { go, Link, stopsOf, surveyAddress, writeAddress } from "../../router";
import { clampWidth } from "../../width-axis/scale";
import { handOver } from "../write/handOver";
import { BandsChart, FindingHatching } from "./BandsChart";
import { FindingsPanel } from "./FindingsPanel";
import { useSurvey } from "./useSurvey";
import { openedAtFirst, rowsOf } from "./words";

const Place = styled.div`
  display: grid; grid-template-rows: auto 1fr; height: 100%;
  .work { display: grid; grid-template-columns: 1fr minmax(300px, 27%); min-height: 0; }
  .walk { display: grid; grid-template-rows: auto 1fr; min-height: 0; min-width: 0; padding: 14px 0 0 16px; }
  .top { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; padding-right: 16px; margin-bottom: 4px; }
  .top h2 { font-size: var(--size-head); } .top p { flex-basis: 100%; color: var(--soft); }
  .top progress { accent-color: var(--lake); }
  .bar { width: 160px; height: 8px; border: 1px solid var(--hairline); border-radius: var(--round-box); overflow: hidden; background: var(--panel); }
  .bar i { display: block; height: 100%; background: var(--lake); }
  .first { padding: 40px 16px; max-width: 46em; } .first p { margin-bottom: 12px; }
  @media (max-width: 820px) { height: auto; .work { grid-template-columns: 1fr; } }
`;

/** Survey: every width of a page walked. */
export function SurveyPlace({ siteId, page }: { siteId: number; page: string | null }) {
  const site = useQuery({ queryKey: ["site", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}", { params: { path: { site_id: siteId } } })) });
  if (site.isError) return <><Header /><p role="alert" style={{ padding: 24 }}>{site.error.message} <Link to="/">To the list of sites</Link></p></>;
  if (!site.data) return <Header />;
  const pages = site.data.files.filter((file) => file.kind === "page" && file.editable).map((file) => file.path);
  const shown = page !== null && pages.includes(page) ? page : pages.find((path) => path === "index.html") ?? pages[0];
  if (shown === undefined) return <><Header stops={stopsOf(siteId, "Survey")} /><p role="alert" style={{ padding: 24 }}>This site has no page to walk. <Link to="/">To the list of sites</Link></p></>;
  return <Survey key={shown} site={site.data} page={shown} pages={pages} />;
}

function Survey({ site, page, pages }: { site: Site; page: string; pages: string[] }) {
  const queries = useQueryClient();
  const key = useMemo(() => ["survey", site.id, page], [site.id, page]);
  const kept = useQuery({ queryKey: key, queryFn: () => ask(client.GET("/api/sites/{site_id}/survey", { params: { path: { site_id: site.id }, query: { page } } })) });
  const run = useSurvey(site.id, () => void queries.invalidateQueries({ queryKey: key }));
  const [walker, setWalker] = useState(() => clampWidth(Number(localStorage.getItem(`hillpin.walker.${site.id}`) ?? 742) || 742));
  const [byHand, setByHand] = useState<Set<number> | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  const parents = useParents(site.id, page);
  useEffect(() => localStorage.setItem(`hillpin.walker.${site.id}`, String(walker)), [walker, site.id]);
  // The page may have changed since the last survey: walking again is what one comes here for.
  const { start } = run;
  const walk = useMemo(() => () => start({ page, drafts: {}, keep: true }), [start, page]);
  useEffect(() => walk(), [walk]);

  const survey = run.survey ?? kept.data?.survey ?? undefined;
  const accepted = new Set(kept.data?.accepted.map((one) => one.key));
  const open = survey?.findings.filter((finding) => !accepted.has(finding.key)) ?? [];
  const opened = byHand ?? (survey && parents ? openedAtFirst(survey, open, parents) : new Set<number>());
  const rows = survey && parents ? rowsOf(survey, open, opened, parents) : [];
  const change = (answer: Promise<unknown>) => {
    answer.then(() => queries.invalidateQueries({ queryKey: key })).catch((failure: unknown) => setSaid(failure instanceof Error ? failure.message : String(failure)));
  };
  const stand = (index: number | null, width: number | null, file?: string, line?: number, fix?: Finding["fixes"][number]) => {
    if (width !== null) localStorage.setItem(`hillpin.walker.${site.id}`, String(clampWidth(width)));
    handOver.put({ site: site.id, page, index, file: file ?? null, line: line ?? null, fix: fix ?? null });
    go(writeAddress(site.id, page));
  };
  const toggle = (index: number) => {
    const next = new Set(opened);
    if (!next.delete(index)) next.add(index);
    setByHand(next);
  };
  return (
    <Place>
      <Header where={<h1>{site.name} / {pages.length > 1 ? <PageChoice site={site} page={page} pages={pages} addressOf={surveyAddress} /> : <strong>{page}</strong>}</h1>} stops={stopsOf(site.id, "Survey", page)}>
        {kept.data?.made_at && <span>Walked {clock(new Date(kept.data.made_at))}</span>}
      </Header>
      <main className="work">
        <FindingHatching />
        <div className="walk">
          <div className="top">
            <h2>{survey ? `${px(survey.end - survey.start + 1)} widths walked, ${survey.edges.length} edges, ${open.length} ${open.length === 1 ? "finding" : "findings"}` : "Walking every width"}</h2>
            {run.progress === null
              ? <Button onPress={walk}>Walk again</Button>
              : <><Progress part={run.progress} /><Button onPress={run.stop}>Stop</Button></>}
            {(run.error ?? said) && <span role="alert">{run.error ?? said}</span>}
            <p>Each band is one arrangement. A band ends at the exact pixel where it changes. Click one to stand there in Write.</p>
          </div>
          {survey && parents && rows.length === 0 && <p>Nothing on this page has boxes of its own inside, so nothing is arranged at any width.</p>}
          {survey
            ? <BandsChart survey={survey} rows={rows} opened={opened} onOpen={toggle} walker={walker} onWalk={setWalker} pins={site.pins} onStand={stand} onFinding={setChosen} />
            : run.progress === null && <div className="first"><p>This page has not been walked yet. A survey lays it out at every width from 240 to 1,920 and says what changes where, and what breaks.</p><Button data-strong onPress={walk}>Walk every width</Button></div>}
        </div>
        {survey && (
          <FindingsPanel
            siteId={site.id} page={page} survey={survey} kept={kept.data} pins={site.pins} chosen={chosen}
            walker={walker}
            onPlace={(index, file, line) => stand(index, walker, file, line)}
            onHeight={(index, width, height, file, line) => {
              localStorage.setItem(`hillpin.height.${site.id}`, String(height));
              stand(index, width, file, line);
            }}
            onWalk={(finding, width) => stand(finding.index, width)} onSource={(finding) => stand(finding.index, finding.low === null ? null : Math.min(Math.max(walker, finding.low), finding.high ?? walker), finding.file, finding.line)}
            onFix={(finding, fix) => stand(finding.index, finding.high, fix.file, fix.line, fix)}
            onAccept={(finding, reason) => change(ask(client.PUT("/api/sites/{site_id}/accepted", { params: { path: { site_id: site.id } }, body: { page, key: finding.key, reason }, parseAs: "text" }).then(done)))}
            onWithdraw={(one) => change(ask(client.DELETE("/api/sites/{site_id}/accepted/{key}", { params: { path: { site_id: site.id, key: one }, query: { page } }, parseAs: "text" }).then(done)))}
          />
        )}
      </main>
    </Place>
  );
}

function done({ error }: { error?: unknown }): { data?: true; error?: unknown } {
  return error === undefined ? { data: true } : { error };
}

function Progress({ part }: { part: number }) {
  return (
    <ProgressBar aria-label="Widths walked" value={part * 100}>
      <div className="bar"><i style={{ width: `${part * 100}%` }} /></div>
    </ProgressBar>
  );
}

/** Which element each element of the page stands in. */
function useParents(site: number, page: string): Map<number, number> | undefined {
  const numbers = useQuery({
    queryKey: ["parents", site, page],
    queryFn: () => ask(client.POST("/api/sites/{site_id}/numbers", { params: { path: { site_id: site } }, body: { page, width: 800, height: 800, selected: null, pseudo: "", drafts: {}, fonts: 0 } })),
    staleTime: 0,
  });
  return useMemo(() => numbers.data && new Map(numbers.data.elements.flatMap((one) => (one.parent === null || one.parent === undefined ? [] : [[one.index, one.parent] as const]))), [numbers.data]);
}
