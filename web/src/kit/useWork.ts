/** Long work: begun, followed while it goes on, stopped where nobody waits for it any more. */
import { useCallback, useEffect, useRef, useState } from "react";

const ASK_EVERY = 250;

interface Said {
  state: string;
  progress: number;
  detail: string;
}

export interface WorkDoor<S extends Said> {
  begin: () => Promise<string>;
  look: (job: string) => Promise<S>;
  stop: (job: string) => void;
}

export interface WorkNow<S> {
  said: S | undefined;
  /** The last answer that was whole: it stays while the same is worked out anew. */
  found: S | undefined;
  /** Part done, 0 to 1; null where nothing is under way. */
  progress: number | null;
  error: string;
  start: (door: WorkDoor<S & Said>) => void;
  stop: () => void;
}

/** One piece of work at a time; a newer one stops the older. It ends with who asked, unless it `goesOn`. */
export function useWork<S extends Said>(onDone?: () => void, goesOn = false): WorkNow<S> {
  const [said, setSaid] = useState<S>();
  const [whole, setWhole] = useState<S>();
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState("");
  const running = useRef<{ isOver: boolean; end: () => void } | null>(null);
  const done = useRef(onDone);
  useEffect(() => {
    done.current = onDone;
  });
  const stop = useCallback(() => {
    if (running.current && !running.current.isOver) {
      running.current.isOver = true;
      running.current.end();
      setProgress(null);
    }
  }, []);
  const start = useCallback((door: WorkDoor<S>) => {
    stop();
    const run: { isOver: boolean; end: () => void } = { isOver: false, end: () => undefined };
    running.current = run;
    setProgress(0);
    setError("");
    void (async () => {
      const job = await door.begin();
      run.end = () => door.stop(job);
      if (run.isOver) return run.end();
      for (;;) {
        const found = await door.look(job);
        if (run.isOver) return;
        setSaid(found);
        if (found.state !== "walking") {
          run.isOver = true;
          setProgress(null);
          if (found.state === "done") setWhole(found);
          if (found.state === "failed") setError(found.detail);
          return done.current?.();
        }
        setProgress(found.progress);
        await new Promise((after) => setTimeout(after, ASK_EVERY));
      }
    })().catch((failure: unknown) => {
      if (run.isOver) return;
      run.isOver = true;
      setProgress(null);
      setError(failure instanceof Error ? failure.message : String(failure));
    });
  }, [stop]);
  useEffect(() => (goesOn ? undefined : stop), [stop, goesOn]);
  return { said, found: whole, progress, error, start, stop };
}
