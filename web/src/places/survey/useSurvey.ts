/** A survey of a page: started, followed while it walks, stopped, and taken in when it is done. */
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client, type Survey } from "../../api/client";
import { followJob, type Job, stopJob, USUAL_HEIGHT, WALKED } from "./job";

export interface SurveyRequest {
  page: string;
  /** The viewport's height; the usual one where none is named. */
  height?: number;
  drafts: Record<string, string>;
  keep: boolean;
}

export interface SurveyRun {
  survey: Survey | undefined;
  /** Part done, 0 to 1; null where none is walking. */
  progress: number | null;
  error: string | undefined;
  start: (request: SurveyRequest) => void;
  stop: () => void;
}

/** Surveys of a site's pages, one at a time. */
export function useSurvey(site: number, onDone?: () => void): SurveyRun {
  const [survey, setSurvey] = useState<Survey>();
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<string>();
  const running = useRef<{ job: string | null; isOver: boolean } | null>(null);
  const done = useRef(onDone);
  useEffect(() => {
    done.current = onDone;
  });

  const stop = useCallback(() => {
    const run = running.current;
    if (!run || run.isOver) return;
    run.isOver = true;
    setProgress(null);
    if (run.job) stopJob(site, run.job);
  }, [site]);

  const start = useCallback((request: SurveyRequest) => {
    stop();
    const run: { job: string | null; isOver: boolean } = { job: null, isOver: false };
    running.current = run;
    setProgress(0);
    setError(undefined);
    void follow(site, request, run, setProgress).then((found) => {
      if (run.isOver || !found) return;
      run.isOver = true;
      setSurvey(found);
      setProgress(null);
      done.current?.();
    }).catch((failure: unknown) => {
      if (run.isOver) return;
      run.isOver = true;
      setProgress(null);
      setError(failure instanceof Error ? failure.message : String(failure));
    });
  }, [site, stop]);

  useEffect(() => stop, [stop]);
  return { survey, progress, error, start, stop };
}

async function follow(site: number, request: SurveyRequest, run: { job: string | null; isOver: boolean }, onProgress: (part: number) => void): Promise<Survey | undefined> {
  const body = { ...request, ...WALKED, height: request.height ?? USUAL_HEIGHT };
  const { job } = await ask(client.POST("/api/sites/{site_id}/surveys", { params: { path: { site_id: site } }, body }));
  run.job = job;
  let last: Job | undefined;
  await followJob(site, job, () => run.isOver, (said) => {
    last = said;
    if (said.state === "walking") onProgress(said.progress);
  });
  if (last?.state === "failed") throw new Error(last.detail);
  return last?.state === "done" ? (last.survey ?? undefined) : undefined;
}
