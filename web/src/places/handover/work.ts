/** Hand over's long work, of whatever kind: begun by its own door, followed and stopped by one. */
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { type WorkDoor } from "../../kit/useWork";

export type Told = components["schemas"]["HandOverWorkOut"];
export type Target = components["schemas"]["TargetOut"];

/** The door to one piece of work of a site. */
export function door(siteId: number, begin: () => Promise<{ job: string }>, onDone?: (told: Told, job: string) => void): WorkDoor<Told> {
  const path = (job: string) => ({ params: { path: { site_id: siteId, job } } });
  return {
    begin: async () => (await begin()).job,
    look: async (job) => {
      const told = await ask(client.GET("/api/sites/{site_id}/hand-over/work/{job}", path(job)));
      if (told.state === "done") onDone?.(told, job);
      return told;
    },
    stop: (job) => void client.DELETE("/api/sites/{site_id}/hand-over/work/{job}", path(job)),
  };
}

/** Bytes as people read them. */
export function bytes(count: number): string {
  if (count < 1000) return `${count} bytes`;
  if (count < 1_000_000) return `${(count / 1000).toFixed(count < 10_000 ? 1 : 0)} kB`;
  return `${(count / 1_000_000).toFixed(1)} MB`;
}

/** A count with its word. */
export function counted(count: number, word: string): string {
  return `${count.toLocaleString("en")} ${word}${count === 1 ? "" : "s"}`;
}
