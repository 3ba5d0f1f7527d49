import { useQuery, useQueryClient } from "@tanstack/react-query";
import { memo, useEffect } from "react";
import styled from "styled-components";
import { ask, client, type Site } from "../../../api/client";
import type { Line } from "../../../api/line";
import { LinkButton } from "../../../kit/Button";

const Told = styled.div`
  display: grid; gap: 3px; padding: 5px 10px; border-bottom: 1px solid var(--hairline); font-size: var(--size-note); overflow-wrap: anywhere;
  [role="alert"] { padding-left: 8px; border-left: 4px solid var(--wrong); }
`;

/** The folder on disk that the site is tied to, and what is wrong with it, if something is. */
export const FolderLine = memo(function FolderLine({ site, line }: { site: Site; line: Line }) {
  const queries = useQueryClient();
  const path = { site_id: site.id };
  const told = useQuery({ queryKey: ["folder", site.id], enabled: site.folder !== "", queryFn: () => ask(client.GET("/api/folders/{site_id}", { params: { path } })) });
  useEffect(() => line.onNews((news) => {
    if (news.kind === "folder") void queries.invalidateQueries({ queryKey: ["folder", site.id] });
  }), [line, queries, site.id]);
  if (!site.folder) return null;
  const untie = async () => {
    if (!confirm(`Untie ${site.name} from ${site.folder}? Both keep their files; what is saved here is not written there any more.`)) return;
    await client.DELETE("/api/folders/{site_id}", { params: { path } });
    await queries.invalidateQueries({ queryKey: ["site", site.id] });
  };
  return (
    <Told>
      <span>Tied to {site.folder} <LinkButton onPress={() => void untie()}>Untie</LinkButton></span>
      {told.data?.trouble && <span role="alert">{told.data.trouble}</span>}
    </Told>
  );
});
