import { useQuery } from "@tanstack/react-query";
import { ask, client, type Site } from "../../api/client";

/** The texts of a site's sheets, once frames had to be answered in a simulated reader's place; null before: they answer as usual by themselves. */
export function useSheets(site: Site, isWanted: boolean): Record<string, string> | null {
  const paths = site.files.filter((file) => file.kind === "style" && file.editable).map((file) => file.path);
  const found = useQuery({
    queryKey: ["sheets", site.id, paths, site.updated_at],
    queryFn: async () => {
      const texts = await Promise.all(paths.map((path) => ask(client.GET("/api/sites/{site_id}/file", { params: { path: { site_id: site.id }, query: { path } } }))));
      return Object.fromEntries(texts.map((one) => [one.path, one.text]));
    },
    enabled: isWanted, staleTime: 0,
  });
  return found.data ?? null;
}
