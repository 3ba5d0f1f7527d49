/** One request at a time, always for the newest question. */
import { useEffect, useRef, useState } from "react";
import { Busy } from "../api/client";
import { patiently } from "./patiently";

interface Latest<A> {
  answer?: A;
  error?: string;
  /** Whether the answer is to the newest question. */
  isFresh: boolean;
}

/** The answer to a question; while a newer one is under way the last stays. Null asks nothing.
 *
 * Questions reach the server in another order than they were asked, so that the newest may be taken for an older one: it is asked again.
 */
export function useLatest<Q, A>(question: Q | null, ask: (question: Q) => Promise<A>): Latest<A> {
  const [state, setState] = useState<{ answer?: A; error?: string; key: string }>({ key: "" });
  const wanted = useRef<Q | null>(null);
  const busy = useRef(false);
  const key = question === null ? "" : JSON.stringify(question);
  // Whoever is not shown any more wants nothing.
  useEffect(() => () => { wanted.current = null; }, []);
  useEffect(() => {
    wanted.current = question;
    if (question === null || busy.current) return;
    busy.current = true;
    void (async () => {
      let asked: Q | null = null;
      while (wanted.current !== null && asked !== wanted.current) {
        const question = (asked = wanted.current);
        const askedKey = JSON.stringify(question);
        try {
          const answer = await patiently(() => ask(question), () => wanted.current === question);
          setState({ answer, key: askedKey });
        } catch (error) {
          if (error instanceof Busy && wanted.current !== question) continue;
          const message = error instanceof Error ? error.message : String(error);
          setState((before) => ({ ...before, error: message, key: askedKey }));
        }
      }
      busy.current = false;
    })();
    // The key stands for the question: equal questions are not asked again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return { answer: state.answer, error: state.error, isFresh: state.key === key };
}
