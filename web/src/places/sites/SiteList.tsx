import { useQuery, useQueryClient } from "@tanstack/react-query";
import styled from "styled-components";
import { ask, client, type SiteSummary } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { Header } from "../../kit/Header";
import { go, Link, writeAddress } from "../../router";
import { NewSite } from "./NewSite";
import { RemovedSites } from "./RemovedSites";
import { SmallHill } from "./SmallHill";

const Page = styled.main`
  max-width: 1120px; margin: 0 auto; padding: 28px 20px 60px;
  h1 { font-size: var(--size-title); }
  > p { margin: 2px 0 18px; color: var(--soft); font-size: var(--size-lead); max-width: 60ch; }
`;

const List = styled.ul`
  display: grid; grid-template-columns: repeat(auto-fill, minmax(min(330px, 100%), 1fr)); gap: 16px; margin: 0 0 32px; padding: 0; list-style: none;
  > li { border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); min-width: 0; }
  .head { display: flex; align-items: baseline; gap: 10px; padding: 12px 14px 8px; border-bottom: 1px solid var(--hairline); }
  h2 { font-size: var(--size-head); min-width: 0; overflow-wrap: anywhere; }
  .head span { margin-left: auto; color: var(--soft); white-space: nowrap; }
  ol { margin: 0; padding: 0; list-style: none; max-height: 236px; overflow: auto; }
  ol a { display: block; padding: 8px 14px 4px; color: var(--ink); text-decoration: none; }
  ol a:hover strong, ol a:focus-visible strong { text-decoration: underline; }
  ol li + li { border-top: 1px dashed var(--hairline); }
  .folder { padding: 4px 14px 0; color: var(--soft); font-size: var(--size-note); overflow-wrap: anywhere; }
  .actions { display: flex; align-items: center; gap: 16px; padding: 9px 14px; border-top: 1px solid var(--hairline); }
`;

/** All sites, each page with its small hill; making a new one and taking in one's own work. */
export function SiteList() {
  const sites = useQuery({ queryKey: ["sites"], queryFn: () => ask(client.GET("/api/sites")) });
  return (
    <>
      <Header />
      <Page>
        <h1>Your sites</h1>
        <p>Open a page to see it at any width, with every number beside the line that makes it.</p>
        {sites.isError && <p role="alert">{sites.error.message}</p>}
        {sites.data?.length === 0 && <p>There is no site yet. Make a new one, or put in files of your own below.</p>}
        <List aria-label="Sites">{sites.data?.map((site) => <SiteCard key={site.id} site={site} />)}</List>
        <RemovedSites />
        <NewSite />
      </Page>
    </>
  );
}

function SiteCard({ site }: { site: SiteSummary }) {
  const queries = useQueryClient();
  const first = site.pages[0];
  const remove = async () => {
    await ask(client.DELETE("/api/sites/{site_id}", { params: { path: { site_id: site.id } } }).then(() => ({ data: true })));
    await Promise.all([queries.invalidateQueries({ queryKey: ["sites"] }), queries.invalidateQueries({ queryKey: ["removed-sites"] })]);
    // What was pressed is gone: the way back is where one goes on.
    setTimeout(() => document.getElementById(`removed-${site.id}`)?.focus());
  };
  return (
    <li>
      <div className="head">
        <h2>{site.name}</h2>
        <span>{site.file_count === 1 ? "1 file" : `${site.file_count} files`}</span>
      </div>
      {site.folder && <p className="folder">in {site.folder}</p>}
      <ol aria-label={`Pages of ${site.name}`}>
        {site.pages.map((page) => (
          <li key={page}>
            <Link to={writeAddress(site.id, page)}>
              <strong>{page}</strong>
              <SmallHill site={site} page={page} />
            </Link>
          </li>
        ))}
      </ol>
      <div className="actions">
        <Button onPress={() => go(writeAddress(site.id, first))}>Write</Button>
        <span>
          Take away: <a href={`/api/sites/${site.id}/zip`} download aria-label="Take away as a zip">zip</a>,{" "}
          <a href={`/api/sites/${site.id}/everything`} download aria-label="Take away everything that is kept" title="Its files with every earlier state, moments, plans, pins, surveys, accepted findings, drawings and accepted pictures, in open formats. Put in below, it is all there again.">everything</a>
        </span>
        <span style={{ marginLeft: "auto" }}><LinkButton onPress={() => void remove()}>Remove</LinkButton></span>
      </div>
    </li>
  );
}
