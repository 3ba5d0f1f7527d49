import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type Site } from "../../api/client";
import { Header } from "../../kit/Header";
import { Link, stopsOf } from "../../router";
import { ReportMaker } from "../compare/ReportMaker";
import { SharedReports } from "./SharedReports";
import { WhatGoes } from "./WhatGoes";
import { WhereItGoes } from "./WhereItGoes";
import { WholeSite } from "./WholeSite";
import { WidthsTable } from "./WidthsTable";

const Place = styled.div`
  display: grid; grid-template-rows: auto 1fr; height: 100%; accent-color: var(--lake);
  main { overflow: auto; padding: 0 24px 48px; }
  .note { max-width: 1180px; margin: 0 auto; }
  .note > section { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 4px 24px; padding: 20px 0 22px; border-top: 1px solid var(--hairline); }
  .note > section:first-child { border-top: 0; }
  .note > section > h2 { font-size: var(--size-head); line-height: 1.3; } .note > section > div { display: grid; gap: 12px; min-width: 0; justify-items: start; }
  h3 { font-size: var(--size-text); font-weight: var(--weight-strong); }
  .soft { color: var(--soft); } .row { display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; } .row label { display: inline-flex; gap: 6px; align-items: center; }
  .wide { justify-self: stretch; }
  input[type="text"], input[type="password"], input[type="number"], input:not([type]), select { padding: 4px 8px; border: 1px solid var(--soft); border-radius: var(--round-box); background: var(--panel); color: var(--ink); max-width: 100%; }
  table { border-collapse: collapse; } th, td { padding: 3px 16px 3px 0; border-top: 1px solid var(--hairline); text-align: left; font-weight: 400; vertical-align: top; } thead th, thead td { border-top: 0; color: var(--soft); font-size: var(--size-note); } .n { text-align: right; }
  ul { margin: 0; padding: 0; list-style: none; } li { overflow-wrap: anywhere; }
  details summary { cursor: pointer; } details > ul, details > table { margin: 4px 0 4px 16px; } details li { padding: 1px 0; }
  pre { margin: 0; padding: 8px 10px; border: 1px solid var(--hairline); background: var(--panel); overflow: auto; max-height: 260px; font: var(--size-note)/1.5 var(--font-code); }
  .progress { display: inline-flex; gap: 10px; align-items: center; } .bar { display: block; width: 160px; height: 8px; border: 1px solid var(--hairline); border-radius: var(--round-box); overflow: hidden; background: var(--panel); } .bar i { display: block; height: 100%; background: var(--lake); }
  [role="alert"] { color: var(--wrong); } .wrong { color: var(--wrong); font-weight: var(--weight-strong); } .doubt { color: var(--doubt); font-weight: var(--weight-strong); }
  @media (max-width: 760px) { height: auto; .note > section { grid-template-columns: minmax(0, 1fr); } }
`;

/** Hand over: one page, read from top to bottom like a delivery note. */
export function HandOverPlace({ siteId }: { siteId: number }) {
  const site = useQuery({ queryKey: ["site", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}", { params: { path: { site_id: siteId } } })) });
  if (site.isError) return <><Header /><p role="alert" style={{ padding: 24 }}>{site.error.message} <Link to="/">To the list of sites</Link></p></>;
  if (!site.data) return <Header />;
  if (site.data.files.length === 0) return <><Header where={<h1>{site.data.name}</h1>} stops={stopsOf(siteId, "Hand over")} /><p style={{ padding: 24 }}>This site has no files yet. Write a page first; here it is looked through, and goes where you say.</p></>;
  return <Note site={site.data} />;
}

function Note({ site }: { site: Site }) {
  const pages = site.files.filter((file) => file.kind === "page" && file.editable).map((file) => file.path);
  const [page, setPage] = useState(pages.find((path) => path === "index.html") ?? pages[0] ?? "");
  const choice = <label>Page <select value={page} onChange={(event) => setPage(event.target.value)}>{pages.map((path) => <option key={path}>{path}</option>)}</select></label>;
  return (
    <Place>
      <Header where={<h1>{site.name}</h1>} stops={stopsOf(site.id, "Hand over", page || undefined)} />
      <main>
        <div className="note">
          <section aria-labelledby="what"><h2 id="what">What goes</h2><WhatGoes site={site} /></section>
          <section aria-labelledby="where"><h2 id="where">Where it goes</h2><WhereItGoes site={site} /></section>
          {page && <section aria-labelledby="whole"><h2 id="whole">The whole site</h2><WholeSite site={site} /></section>}
          {page && <section aria-labelledby="widths"><h2 id="widths">Widths</h2><WidthsTable siteId={site.id} page={page} choice={choice} /></section>}
          {page && <section aria-labelledby="report"><h2 id="report">Report</h2><div><div className="row">{choice}</div><ReportMaker siteId={site.id} page={page} hasHeading={false} /><SharedReports site={site} page={page} /></div></section>}
        </div>
      </main>
    </Place>
  );
}

