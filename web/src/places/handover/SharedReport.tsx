import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { SkySwitch } from "../../kit/Sky";
import { type Pinned, NoteForm, Notes } from "./ReportNotes";
import { ReportShot } from "./ReportShot";
import { when } from "./SharedReports";
import { Found } from "./WholeSite";
import { setNow } from "../../kit/setNow";

export type Report = components["schemas"]["ReportReadOut"];
type PageReport = components["schemas"]["PageReportOut"];

const Page = styled.div`
  max-width: 1280px; margin: 0 auto; padding: 18px 24px 60px;
  > header { display: flex; flex-wrap: wrap; gap: 6px 20px; align-items: baseline; margin-bottom: 14px; } > header > :last-child { margin-left: auto; }
  h1 { font-size: var(--size-title); } h2 { margin: 22px 0 8px; font-size: var(--size-head); } h3 { font-size: var(--size-text); }
  .soft { color: var(--soft); } .wrong { color: var(--wrong); font-weight: var(--weight-strong); } .doubt { color: var(--doubt); font-weight: var(--weight-strong); } .better { color: var(--better); font-weight: var(--weight-strong); }
  .work { display: grid; grid-template-columns: minmax(0, 1fr) minmax(270px, 25%); gap: 28px; align-items: start; } aside { position: sticky; top: 12px; max-height: calc(100vh - 24px); overflow: auto; }
  .shots { display: flex; flex-wrap: wrap; gap: 18px; align-items: start; }
  ul { margin: 0; padding: 0; list-style: none; } li { padding: 4px 0; overflow-wrap: anywhere; } .changes { padding: 8px 12px; border-left: 4px solid var(--lake); background: var(--panel); }
  table { border-collapse: collapse; } th, td { padding: 3px 14px 3px 0; border-top: 1px solid var(--hairline); text-align: left; font-weight: 400; } .scroll { overflow: auto; }
  .wide { width: 100%; } .n { text-align: right; }
  [role="alert"] { color: var(--wrong); }
  @media (max-width: 900px) { .work { grid-template-columns: 1fr; } aside { position: static; max-height: none; } }
  @media print { form, > header > :last-child { display: none; } .work { display: block; } }
`;

/** A report on its read-only address: to look at, and to pin notes to. */
export function SharedReport({ token }: { token: string }) {
  const queries = useQueryClient();
  const key = ["report", token];
  const report = useQuery({ queryKey: key, queryFn: () => ask(client.GET("/api/reports/{token}", { params: { path: { token } } })), retry: false });
  const [pinned, setPinned] = useState<Pinned | null>(null);
  if (report.isError) return <Page><h1>This report is not here any more</h1><p role="alert">It was taken back, or the address is not complete. Ask the person who sent it.</p></Page>;
  if (!report.data) return <Page />;
  const { site, page, whole, made_at, settled, new: fresh, notes } = report.data;
  const take = (after: Report) => void setNow(queries, key, after);
  return (
    <Page>
      <header>
        <h1>{page ? page.page : "The whole site"}{page?.compared && ` against “${page.compared.name}”`}</h1>
        <span className="soft">a report on {site}, made {when(made_at)}</span>
        <SkySwitch />
      </header>
      <div className="work">
        <main>
          {settled.length + fresh.length > 0 && (
            <section className="changes" aria-labelledby="since">
              <h3 id="since">Since someone last looked</h3>
              <ul>{settled.map((words) => <li key={words}>Settled: {words}</li>)}{fresh.map((words) => <li key={words}><span className="doubt">New:</span> {words}</li>)}</ul>
            </section>
          )}
          {page && <PageReport page={page} notes={notes} pinned={pinned} onPin={setPinned} />}
          {whole && <Found survey={whole} />}
        </main>
        <aside aria-label="Notes">
          <NoteForm token={token} page={page ?? null} pinned={pinned} onPin={setPinned} onNoted={take} />
          <Notes token={token} notes={notes} onPin={setPinned} onChanged={take} />
        </aside>
      </div>
    </Page>
  );
}

function PageReport({ page, notes, pinned, onPin }: { page: PageReport; notes: Report["notes"]; pinned: Pinned | null; onPin: (pinned: Pinned) => void }) {
  const broken = page.expectations.filter((one) => !one.holds).length;
  return (
    <>
      {page.compared && <Compared than={page.compared} />}
      <h2>At its pins</h2>
      <p className="soft">Press a place in a picture to pin a note to the box there.</p>
      <div className="shots">{page.shots.map((shot) => <ReportShot key={`${shot.width} ${shot.height} ${shot.name}`} shot={shot} than={page.compared ? `at “${page.compared.name}”` : "in the accepted picture"} elements={page.elements} notes={notes} pinned={pinned} onPin={onPin} />)}</div>
      <h2>{page.findings.length === 0 ? "Nothing is found at any width from 240 to 1,920" : `Found at some width from 240 to 1,920: ${page.findings.length}`}</h2>
      <ul>{page.findings.map((one, place) => <li key={place}><strong>{one.title}</strong> <span className="soft">{one.range}</span> {one.message}</li>)}</ul>
      {page.expectations.length > 0 && (
        <>
          <h2>What must hold: {broken === 0 ? "all does" : `${broken} of ${page.expectations.length} does not`}</h2>
          <ul>{page.expectations.map((one) => <li key={one.says}>{one.holds ? "holds" : <span className="wrong">fails</span>} {one.says}{one.reasons.map((reason) => <p key={reason} className="soft">{reason}</p>)}</li>)}</ul>
        </>
      )}
      <h2>Widths</h2>
      <div className="scroll" tabIndex={0} role="region" aria-label="Widths of the sections">
        <table>
          <thead><tr><th scope="col">Section</th>{page.widths.map((width) => <th key={width} scope="col">{width}</th>)}</tr></thead>
          <tbody>{page.rows.map((row, place) => <tr key={place}><th scope="row">{row.name}</th>{row.cells.map((cell, number) => <td key={number}>{cell}</td>)}</tr>)}</tbody>
        </table>
      </div>
    </>
  );
}

/** What is better, what is worse, and what was written between the two. */
function Compared({ than }: { than: NonNullable<PageReport["compared"]> }) {
  const better = than.differences.filter((one) => one.is_better);
  const worse = than.differences.filter((one) => !one.is_better);
  return (
    <>
      <h2>Since “{than.name}” of {when(than.made_at)}</h2>
      {than.files.length === 0 && <p>Every file is as it was then.</p>}
      {than.files.length > 0 && than.differences.length === 0 && <p>Nothing is found that was not found then, and nothing is gone.</p>}
      <ul>
        {worse.map((one, place) => <li key={`worse ${place}`}><span className="wrong">Worse</span> <strong>{one.title}</strong> <span className="soft">{one.range}</span> {one.message}</li>)}
        {better.map((one, place) => <li key={`better ${place}`}><span className="better">Better</span> <strong>{one.title}</strong> <span className="soft">gone at {one.range}</span> {one.message}</li>)}
      </ul>
      {than.files.length > 0 && (
        <table>
          <thead><tr><th scope="col">File</th><th scope="col">Lines that came</th><th scope="col">Lines that went</th></tr></thead>
          <tbody>{than.files.map((one) => <tr key={one.path}><th scope="row">{one.path}{one.is_new && " (new)"}{one.is_gone && " (gone)"}</th><td className="n">{one.come ?? "no text"}</td><td className="n">{one.gone ?? ""}</td></tr>)}</tbody>
        </table>
      )}
    </>
  );
}
