/** Work that the server does over many widths: followed while it walks, stopped where nobody waits for it any more. */
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";

export type Job = components["schemas"]["JobOut"];

const ASK_EVERY = 200;
/** The widths that a survey walks here, and the height of its window where none is named. */
export const WALKED = { start: 240, end: 1920 };
export const USUAL_HEIGHT = 800;

export function stopJob(site: number, job: string): void {
  void client.DELETE("/api/sites/{site_id}/surveys/{job}", { params: { path: { site_id: site, job } } });
}

/** Tells how a job stands until it has ended, or until it is over for whoever asked: then it is stopped. */
export async function followJob(site: number, job: string, isOver: () => boolean, tell: (said: Job) => void): Promise<void> {
  while (!isOver()) {
    const said = await ask(client.GET("/api/sites/{site_id}/surveys/{job}", { params: { path: { site_id: site, job } } }));
    if (isOver()) break;
    tell(said);
    if (said.state !== "walking") return;
    await new Promise((after) => setTimeout(after, ASK_EVERY));
  }
  stopJob(site, job);
}
