/** The numbers of the page at the walker: one request at a time, always for the newest state. */
import { flushSync } from "react-dom";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ask, client, type Hill, type Numbers } from "../../api/client";
import { Line } from "../../api/line";
import type { Texts } from "./texts";

export interface NumbersQuery {
  page: string;
  width: number;
  height: number;
  selected: number | null;
  drafts: Record<string, string>;
  /** How often this browser told the server of fonts. */
  fonts: number;
}

interface Answer {
  numbers?: Numbers;
  error?: string;
}

/** Numbers for a query; while newer ones are under way the last stay. `ready` holds the first request back.
 *
 * A keystroke asks in the same breath, before anything is drawn anew; the drawing goes on while the answer is made.
 */
export function useNumbers(siteId: number, query: NumbersQuery, ready: boolean, texts: Texts): Answer {
  const [answer, setAnswer] = useState<Answer>({});
  const line = useLine(siteId);
  const state = useRef({ query, wanted: "", asked: "", busy: false });
  const ask_ = useCallback((wanted: NumbersQuery) => {
    const now = state.current;
    now.wanted = JSON.stringify(wanted);
    if (now.busy || now.wanted === now.asked) return;
    now.busy = true;
    void (async () => {
      while (now.asked !== now.wanted) {
        now.asked = now.wanted;
        try {
          const body = JSON.parse(now.asked) as NumbersQuery;
          const numbers = await line.numbers(body);
          // At once: the scheduler would let the page under work be painted first.
          flushSync(() => setAnswer({ numbers }));
        } catch (error) {
          const message = error instanceof Error ? error.message : String(error);
          setAnswer((before) => ({ ...before, error: message }));
        }
      }
      now.busy = false;
    })();
  }, [line]);
  const key = useKey(query);
  useEffect(() => {
    state.current.query = query;
    if (ready) ask_(query);
    // The key stands for the query: equal queries are not asked again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, ready, ask_]);
  useEffect(() => {
    if (!ready) return;
    return texts.subscribeAtOnce(() => {
      const { query: latest } = state.current;
      ask_({ ...latest, drafts: texts.drafts() });
    });
  }, [texts, ready, ask_]);
  return answer;
}

/** A query as text, written anew only where a part of it is another one. */
function useKey({ page, width, height, selected, drafts, fonts }: Omit<NumbersQuery, "width"> & { width?: number }): string {
  return useMemo(() => JSON.stringify({ page, width, height, selected, drafts, fonts }), [page, width, height, selected, drafts, fonts]);
}

/** The line to the server while a place is shown. */
function useLine(siteId: number): Line {
  const [line] = useState(() => new Line(siteId));
  useEffect(() => () => line.close(), [line]);
  return line;
}

/** Milliseconds before a hill is asked for: hardly any where the last came at once, more where it took the server a while. */
const PAUSE = 250;
const HARDLY = 20;
const AT_ONCE = 80;
/** Milliseconds for which the hill before a change stays after the last one. */
const GHOST_FOR = 6000;

/** The hill of the selected box, asked for after a pause; the last one stays until the new one is there. */
export function useHill(siteId: number, query: Omit<NumbersQuery, "width">, ready: boolean): { hill?: Hill; ghost?: Hill; isStale: boolean } {
  const [hill, setHill] = useState<{ hill: Hill; key: string; ghost?: Hill }>();
  const took = useRef(Infinity);
  const key = useKey(query);
  useEffect(() => {
    if (!ready) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      const begun = performance.now();
      const { page, selected, height, drafts } = query;
      ask(client.POST("/api/sites/{site_id}/hill", { params: { path: { site_id: siteId } }, body: { page, selected, height, drafts, start: 240, end: 1920 }, signal: abort.signal }))
        .then((found) => {
          took.current = performance.now() - begun;
          setHill((before) => ({ hill: found, key, ghost: ghostOf(before, found) }));
        })
        .catch(() => undefined);
    }, took.current < AT_ONCE ? HARDLY : PAUSE);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, siteId, ready]);
  const ghost = hill?.ghost;
  useEffect(() => {
    if (!ghost) return;
    const timer = setTimeout(() => setHill((now) => now && { ...now, ghost: undefined }), GHOST_FOR);
    return () => clearTimeout(timer);
  }, [ghost, hill?.key]);
  return { hill: hill?.hill, ghost, isStale: hill?.key !== key };
}

/** The hill before a change: of the same box, and another shape. It stays through a burst of changes. */
function ghostOf(before: { hill: Hill; ghost?: Hill } | undefined, found: Hill): Hill | undefined {
  if (!before || before.hill.index !== found.index || before.hill.name !== found.name) return undefined;
  const old = before.ghost ?? before.hill;
  return JSON.stringify(old.points) === JSON.stringify(found.points) ? undefined : old;
}
