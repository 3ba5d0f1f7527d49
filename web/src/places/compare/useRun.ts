import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";
import { ask, client, type Run, type Shot } from "../../api/client";
import { type Entry, USUAL } from "./lineUp";
import { setNow } from "../../kit/setNow";
import { useWork } from "../../kit/useWork";

export interface RunNow {
  shots: Shot[];
  screens: Run["screens"];
  madeAt: string | null;
  progress: number | null;
  error: string;
  /** Visit the pins and the edges, or the viewports of the line-up with what their reader has set. */
  start: (entries?: Entry[], reader?: typeof USUAL) => void;
  stop: () => void;
  accept: (shots: Shot[]) => Promise<void>;
}

/** The browser's run of a page: the last one that is kept, or the one under way. */
export function useRun(site: number, page: string): RunNow {
  const queries = useQueryClient();
  const key = useMemo(() => ["run", site, page], [site, page]);
  const kept = useQuery({ queryKey: key, queryFn: () => ask(client.GET("/api/sites/{site_id}/run", { params: { path: { site_id: site }, query: { page } } })) });
  const work = useWork<Run>(() => void queries.invalidateQueries({ queryKey: key }));
  const { start: begin } = work;
  const start = useCallback((entries?: Entry[], reader: typeof USUAL = USUAL) => {
    const screens = (entries ?? []).map(({ name, width, height, touch, density }) => ({ name, width, height, touch: touch ?? false, density: density ?? 1, reader }));
    const path = (job: string) => ({ params: { path: { site_id: site, job } } });
    begin({
      begin: async () => (await ask(client.POST("/api/sites/{site_id}/runs", { params: { path: { site_id: site } }, body: { page, drafts: {}, screens, height: 800 } }))).job,
      look: (job) => ask(client.GET("/api/sites/{site_id}/runs/{job}", path(job))),
      stop: (job) => void client.DELETE("/api/sites/{site_id}/runs/{job}", path(job)),
    });
  }, [begin, site, page]);
  const accept = useCallback(async (shots: Shot[]) => {
    const run = await ask(client.POST("/api/sites/{site_id}/shots/accept", { params: { path: { site_id: site } }, body: { shots: shots.map((one) => one.id) } }));
    await setNow(queries, key, run);
  }, [queries, key, site]);
  const isComing = kept.isFetching && kept.data?.made_at !== work.said?.made_at;
  const isUnderWay = work.said !== undefined && (work.progress !== null || isComing);
  // The answer while it is under way, then what is kept: equal when it has ended.
  const now = isUnderWay ? work.said : kept.data;
  return { shots: now?.shots ?? [], screens: now?.screens ?? [], madeAt: now?.made_at ?? null, progress: work.progress, error: work.error, start, stop: work.stop, accept };
}
