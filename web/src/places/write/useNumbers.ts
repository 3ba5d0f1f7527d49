/** The numbers of the page at the walker: one request at a time, always for the newest state. */
import { useEffect, useRef, useState } from "react";
import { ask, client, type Hill, type Numbers } from "../../api/client";

export interface NumbersQuery {
  page: string;
  width: number;
  height: number;
  selected: number | null;
  drafts: Record<string, string>;
}

interface Answer {
  numbers?: Numbers;
  error?: string;
}

/** Numbers for a query; while newer ones are under way the last stay. `ready` holds the first request back. */
export function useNumbers(siteId: number, query: NumbersQuery, ready: boolean): Answer {
  const [answer, setAnswer] = useState<Answer>({});
  const wanted = useRef(query);
  const busy = useRef(false);
  const key = JSON.stringify(query);
  useEffect(() => {
    if (!ready) return;
    wanted.current = query;
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      let asked: NumbersQuery | undefined;
      while (asked !== wanted.current) {
        asked = wanted.current;
        try {
          const body = asked;
          const numbers = await ask(client.POST("/api/sites/{site_id}/numbers", { params: { path: { site_id: siteId } }, body }));
          setAnswer({ numbers });
        } catch (error) {
          const message = error instanceof Error ? error.message : String(error);
          setAnswer((before) => ({ ...before, error: message }));
        }
      }
      busy.current = false;
    })();
    // The key stands for the query: equal queries are not asked again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, siteId, ready]);
  return answer;
}

const PAUSE = 250;

/** The hill of the selected box, asked for after a pause; the last one stays until the new one is there. */
export function useHill(siteId: number, query: Omit<NumbersQuery, "width">, ready: boolean): { hill?: Hill; isStale: boolean } {
  const [hill, setHill] = useState<{ hill: Hill; key: string }>();
  const key = JSON.stringify(query);
  useEffect(() => {
    if (!ready) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      const { page, selected, height, drafts } = query;
      ask(client.POST("/api/sites/{site_id}/hill", { params: { path: { site_id: siteId } }, body: { page, selected, height, drafts, start: 240, end: 1920 }, signal: abort.signal }))
        .then((found) => setHill({ hill: found, key }))
        .catch(() => undefined);
    }, PAUSE);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, siteId, ready]);
  return { hill: hill?.hill, isStale: hill?.key !== key };
}
