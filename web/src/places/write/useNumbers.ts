/** The numbers of the page at the walker: one request at a time, always for the newest state. */
import { flushSync } from "react-dom";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Busy, type Hill, type Numbers } from "../../api/client";
import { Line } from "../../api/line";
import type { Texts } from "./texts";

export interface NumbersQuery {
  page: string;
  width: number;
  height: number;
  selected: number | null;
  /** Which generated box of the selected element is asked about; empty for its own. */
  pseudo: Pseudo;
  drafts: Record<string, string>;
  /** How often this browser told the server of fonts. */
  fonts: number;
  /** How often files changed that were not edited in this window. */
  elsewhere: number;
}

type HillQuery = Omit<NumbersQuery, "width" | "pseudo">;

export type Pseudo = "" | "before" | "after";

/** Milliseconds before numbers that others came before are asked for again, and how often that is done. */
const AGAIN = 200;
const TRIES = 25;

interface Answer {
  numbers?: Numbers;
  error?: string;
}

/** Numbers for a query; while newer ones are under way the last stay. `ready` holds the first request back; `onAsked` is told
 * what numbers were asked for, right behind the question.
 *
 * A keystroke asks in the same breath, before anything is drawn anew; the drawing goes on while the answer is made.
 */
export function useNumbers(line: Line, query: NumbersQuery, ready: boolean, texts: Texts, onAsked: (query: NumbersQuery) => void): Answer {
  const [answer, setAnswer] = useState<Answer>({});
  const state = useRef({ query, wanted: "", asked: "", busy: false });
  const ask = useCallback((wanted: NumbersQuery) => {
    const now = state.current;
    now.wanted = JSON.stringify(wanted);
    if (now.busy || now.wanted === now.asked) return;
    now.busy = true;
    void (async () => {
      let tries = 0;
      while (now.asked !== now.wanted) {
        now.asked = now.wanted;
        try {
          const body = JSON.parse(now.asked) as NumbersQuery;
          const coming = line.numbers(body);
          onAsked(body);
          const numbers = await coming;
          // At once: the scheduler would let the page under work be painted first.
          flushSync(() => setAnswer({ numbers }));
        } catch (error) {
          if (error instanceof Busy && ++tries < TRIES) {
            await new Promise((done) => setTimeout(done, AGAIN));
            now.asked = "";
            continue;
          }
          const message = error instanceof Error ? error.message : String(error);
          setAnswer((before) => ({ ...before, error: message }));
        }
      }
      now.busy = false;
    })();
  }, [line, onAsked]);
  const key = useKey(query);
  useEffect(() => {
    state.current.query = query;
    if (ready) ask(query);
    // The key stands for the query: equal queries are not asked again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, ready, ask]);
  useEffect(() => {
    if (!ready) return;
    return texts.subscribeAtOnce(() => {
      const { query: latest } = state.current;
      ask({ ...latest, drafts: texts.drafts(), elsewhere: texts.snapshot().elsewhere });
    });
  }, [texts, ready, ask]);
  return answer;
}

/** A query as text, written anew only where a part of it is another one. */
function useKey({ page, width, height, selected, pseudo, drafts, fonts, elsewhere }: HillQuery & { width?: number; pseudo?: Pseudo }): string {
  return useMemo(() => JSON.stringify({ page, width, height, selected, pseudo, drafts, fonts, elsewhere }), [page, width, height, selected, pseudo, drafts, fonts, elsewhere]);
}

/** The line to the server while a place is shown. */
export function useLine(siteId: number): Line {
  const [line] = useState(() => new Line(siteId));
  useEffect(() => () => line.close(), [line]);
  return line;
}

/** Milliseconds before a hill is asked for that takes layouts; one that takes none follows the numbers at once. */
const PAUSE = 250;
/** Milliseconds for which the hill before a change stays after the last one. */
const GHOST_FOR = 6000;

interface HillShown {
  hill?: Hill;
  ghost?: Hill;
  isStale: boolean;
  /** To be told what numbers were asked for: a hill that is made quickly is asked for right behind them. */
  follow: (query: NumbersQuery) => void;
}

/** The hill of the selected box; the last one stays until the new one is there. */
export function useHill(line: Line, query: HillQuery, ready: boolean, texts: Texts): HillShown {
  const [hill, setHill] = useState<{ hill: Hill; key: string; ghost?: Hill }>();
  const state = useRef({ isQuick: true, asked: "" });
  const key = useKey(query);
  const ask = useCallback((wanted: string) => {
    const now = state.current;
    if (now.asked === wanted) return;
    now.asked = wanted;
    const { page, selected, height, drafts } = JSON.parse(wanted) as HillQuery;
    line.hill({ page, selected, height, drafts, start: 240, end: 1920 }).then((found) => {
      now.isQuick = found.at_once;
      if (now.asked !== wanted) return;
      flushSync(() => {
        texts.publish();
        setHill((before) => ({ hill: found, key: wanted, ghost: ghostOf(before, found) }));
      });
    }).catch(() => {
      if (now.asked === wanted) now.asked = "";
    });
  }, [line, texts]);
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(() => ask(key), PAUSE);
    return () => clearTimeout(timer);
  }, [key, ready, ask]);
  const follow = useCallback(({ page, height, selected, drafts, fonts, elsewhere }: NumbersQuery) => {
    if (state.current.isQuick) ask(JSON.stringify({ page, height, selected, drafts, fonts, elsewhere }));
  }, [ask]);
  const ghost = hill?.ghost;
  useEffect(() => {
    if (!ghost) return;
    const timer = setTimeout(() => setHill((now) => now && { ...now, ghost: undefined }), GHOST_FOR);
    return () => clearTimeout(timer);
  }, [ghost, hill?.key]);
  return { hill: hill?.hill, ghost, isStale: hill?.key !== key, follow };
}

/** The hill before a change: of the same box, and another shape. It stays through a burst of changes. */
function ghostOf(before: { hill: Hill; ghost?: Hill } | undefined, found: Hill): Hill | undefined {
  if (!before || before.hill.index !== found.index || before.hill.name !== found.name) return undefined;
  const old = before.ghost ?? before.hill;
  return JSON.stringify(old.points) === JSON.stringify(found.points) ? undefined : old;
}
