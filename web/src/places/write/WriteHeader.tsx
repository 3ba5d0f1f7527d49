/** The header of Write: where one is, whether scripts run, what is saved. */
import { useQueryClient } from "@tanstack/react-query";
import { memo, useSyncExternalStore } from "react";
import styled from "styled-components";
import { ask, client, type Site } from "../../api/client";
import { Header } from "../../kit/Header";
import { clock } from "../../kit/numbers";
import type { Line } from "../../api/line";
import { PageChoice } from "../PageChoice";
import { LiveMenu } from "./LiveMenu";
import { stopsOf, writeAddress } from "../../router";
import type { Texts } from "./texts";
import { setNow } from "../../kit/setNow";

/** It is not drawn anew with the numbers: what is saved follows the texts by itself. */
export const WriteHeader = memo(function WriteHeader({ site, page, pages, texts, line }: { site: Site; page: string; pages: string[]; texts: Texts; line: Line }) {
  return (
    <Header
      where={<h1>{site.name} / {pages.length > 1 ? <PageChoice site={site} page={page} pages={pages} addressOf={writeAddress} /> : <strong>{page}</strong>}</h1>}
      stops={stopsOf(site.id, "Write", page)}
    >
      <Scripts site={site} />
      <SaveState texts={texts} />
      <LiveMenu site={site} line={line} />
      <a href={`/api/sites/${site.id}/zip`} download>Zip</a>
    </Header>
  );
});

/** Whether the pages' own scripts run in the frame. */
function Scripts({ site }: { site: Site }) {
  const queries = useQueryClient();
  const set = async (run: boolean) => {
    const kept = await ask(client.PUT("/api/sites/{site_id}/scripts", { params: { path: { site_id: site.id } }, body: { run } }));
    await setNow<Site>(queries, ["site", site.id], kept);
  };
  return <label><input type="checkbox" checked={site.runs_scripts} onChange={(event) => void set(event.target.checked)} /> Page scripts run</label>;
}

/** As wide as its longest words usually are: what stands beside it keeps its place while one types. */
const Saving = styled.span`min-width: 5.4em; text-align: right;`;

function SaveState({ texts }: { texts: Texts }) {
  const { files } = useSyncExternalStore(texts.subscribe, texts.snapshot);
  const all = [...files.values()];
  const latest = all.reduce<Date | null>((newest, file) => (newest === null || file.savedAt > newest ? file.savedAt : newest), null);
  const isAny = (state: string) => all.some((file) => file.state === state);
  const words = isAny("clash") ? "Saved elsewhere too" : isAny("failed") ? "Not saved" : all.some((file) => file.state !== "saved") ? "Saving…" : latest ? `Saved ${clock(latest)}` : "";
  return <Saving>{words}</Saving>;
}
