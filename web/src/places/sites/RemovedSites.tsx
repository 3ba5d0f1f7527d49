import { useQuery, useQueryClient } from "@tanstack/react-query";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";

const Room = styled.section`
  margin: 0 0 32px;
  h2 { margin: 0 0 4px; font-size: var(--size-head); } p { margin: 0 0 8px; color: var(--soft); }
  ul { margin: 0; padding: 0; list-style: none; } li { display: flex; flex-wrap: wrap; align-items: center; gap: 4px 16px; padding: 6px 0; border-top: 1px solid var(--hairline); }
  strong { overflow-wrap: anywhere; } span { color: var(--soft); } li > :last-child { margin-left: auto; }
`;

/** Sites that were removed: until when they are kept, and the way back. Nothing where there is none. */
export function RemovedSites() {
  const queries = useQueryClient();
  const removed = useQuery({ queryKey: ["removed-sites"], queryFn: () => ask(client.GET("/api/sites/removed")) });
  const again = () => Promise.all(["sites", "removed-sites"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
  const bringBack = async (id: number) => {
    await ask(client.POST("/api/sites/removed/{removed_id}/bring-back", { params: { path: { removed_id: id } } }));
    await again();
  };
  const drop = async (id: number, name: string) => {
    if (!confirm(`Drop ${name} for good, with every state of its files?`)) return;
    await ask(client.DELETE("/api/sites/removed/{removed_id}", { params: { path: { removed_id: id } } }).then(() => ({ data: true })));
    await again();
  };
  if (!removed.data?.length) return null;
  return (
    <Room aria-labelledby="removed-sites">
      <h2 id="removed-sites">Removed</h2>
      <p>Kept as they were, with every state of their files, plans, pins and pictures, for 30 days.</p>
      <ul>
        {removed.data.map((site) => (
          <li key={site.id}>
            <strong>{site.name}</strong>
            <span>{site.file_count === 1 ? "1 file" : `${site.file_count} files`}, {size(site.bytes)}, until {day(site.until)}{site.folder && `; its folder ${site.folder} stays as it is, and it comes back untied from it`}</span>
            <Button id={`removed-${site.id}`} aria-label={`Bring back ${site.name}`} onPress={() => void bringBack(site.id)}>Bring back</Button>
            <LinkButton aria-label={`Drop for good: ${site.name}`} onPress={() => void drop(site.id, site.name)}>Drop for good</LinkButton>
          </li>
        ))}
      </ul>
    </Room>
  );
}

function size(bytes: number): string {
  return bytes < 1_048_576 ? `${Math.ceil(bytes / 1024)} KB` : `${(bytes / 1_048_576).toFixed(1)} MB`;
}

function day(moment: string): string {
  return new Date(moment).toLocaleDateString("en-GB", { day: "numeric", month: "long" });
}
