/** What is drawn over the page: geometry from the core, and the columns of the site's plan. */
import { useQuery } from "@tanstack/react-query";
import { ask, client, type OverlayLayer } from "../../api/client";
import { useLatest } from "../../kit/useLatest";
import { PLAN } from "./OverlayDrawing";

const NONE: OverlayLayer[] = [];

/** The layers of the overlays that are on, asked for while any that the core draws is. */
export function useOverlays(siteId: number, view: { page: string; width: number; height: number; drafts: Record<string, string> }, on: string[]): OverlayLayer[] {
  const names = on.filter((name) => name !== PLAN);
  const { answer } = useLatest(names.length > 0 ? { ...view, names } : null, (body) => ask(client.POST("/api/sites/{site_id}/overlays", { params: { path: { site_id: siteId } }, body })));
  return names.length > 0 && answer ? answer.layers : NONE;
}

/** The columns of the site's first plan where they stand at a viewport width: centred, as its container is. */
export function usePlanColumns(siteId: number, width: number, isWanted: boolean): { x: number; width: number }[] {
  const plan = useQuery({
    queryKey: ["plan columns", siteId], enabled: isWanted,
    queryFn: async () => {
      const [first] = await ask(client.GET("/api/sites/{site_id}/plans", { params: { path: { site_id: siteId } } }));
      if (!first) return null;
      const kept = await ask(client.GET("/api/sites/{site_id}/plans/{plan_id}", { params: { path: { site_id: siteId, plan_id: first.id } } }));
      const work = await ask(client.POST("/api/plans/work", { body: { plan: kept.plan } }));
      return { plan: kept.plan, work };
    },
  });
  if (!isWanted || !plan.data) return [];
  const { plan: kept, work } = plan.data;
  const arrangement = work.arrangements.findLast((one) => one.first <= width);
  const columns = arrangement?.columns?.solutions[0];
  if (!columns) return [];
  const maximum = kept.maximum ? kept.maximum.value * (kept.maximum.unit === "rem" ? kept.root_size : kept.maximum.unit === "ch" ? 8 : 1) : Infinity;
  const outer = kept.fluid ? Math.min(width, maximum) : columns.total;
  const left = Math.max((width - outer) / 2, 0);
  const first = columns.starts[0] ?? 0;
  const gutters = columns.gutter * (columns.count - 1);
  const column = kept.fluid ? Math.max((outer - 2 * first - gutters) / columns.count, 0) : columns.column;
  return Array.from({ length: columns.count }, (_, number) => ({ x: left + first + number * (column + columns.gutter), width: column }));
}
