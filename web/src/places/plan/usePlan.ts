/** A plan under work: every change is saved after a pause, can be undone, and survives a reload. */
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client, type KeptPlan, type Plan, sentence } from "../../api/client";

const SAVE_AFTER = 500;
const MOST_UNDO = 200;

export interface PlanUnderWork {
  plan: Plan;
  kept: KeptPlan;
  state: "saved" | "unsaved" | "saving" | "failed" | "clash";
  trouble: string;
  savedAt: Date;
  change: (change: (plan: Plan) => Plan) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  /** Save at once; resolves when nothing is unsaved. */
  flush: () => Promise<boolean>;
  takeKept: (kept: KeptPlan) => void;
  /** Take in what was answered elsewhere; what is being written stays. */
  takeAnswers: (answers: Pick<KeptPlan, "state" | "replies">) => void;
}

interface Inner {
  plan: Plan;
  kept: KeptPlan;
  past: Plan[];
  future: Plan[];
  state: PlanUnderWork["state"];
  trouble: string;
  savedAt: Date;
}

/** Work on a kept plan of a site; `past` are its earlier states, oldest first. */
export function usePlan(site: number, first: KeptPlan, past: Plan[]): PlanUnderWork {
  const [inner, setInner] = useState<Inner>({ plan: first.plan, kept: first, past, future: [], state: "saved", trouble: "", savedAt: new Date(first.updated_at) });
  const now = useRef(inner);
  const timer = useRef<number>(undefined);
  const busy = useRef<Promise<boolean> | null>(null);
  const put = useCallback((change: Partial<Inner>) => {
    now.current = { ...now.current, ...change };
    setInner(now.current);
  }, []);

  const saveOnce = useCallback(async (): Promise<boolean> => {
    const { plan, kept } = now.current;
    put({ state: "saving" });
    const answer = await client
      .PUT("/api/sites/{site_id}/plans/{plan_id}", { params: { path: { site_id: site, plan_id: kept.id } }, body: { plan, base_revision: kept.revision } })
      .catch(() => undefined);
    if (answer?.data) put({ kept: answer.data, trouble: "", savedAt: new Date(answer.data.updated_at), state: now.current.plan === plan ? "saved" : "unsaved" });
    else put({ state: answer?.response.status === 409 ? "clash" : "failed", trouble: sentence(answer?.error) });
    return answer?.data !== undefined;
  }, [put, site]);
  const save = useCallback(async (): Promise<boolean> => {
    clearTimeout(timer.current);
    if (busy.current) await busy.current;
    while (now.current.state === "unsaved" || now.current.state === "failed") {
      busy.current = saveOnce();
      const done = await busy.current;
      busy.current = null;
      if (!done) return false;
    }
    return now.current.state === "saved";
  }, [saveOnce]);

  const later = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => void save(), SAVE_AFTER);
  }, [save]);
  const change = useCallback((edit: (plan: Plan) => Plan) => {
    const before = now.current.plan;
    const plan = edit(before);
    if (plan === before || JSON.stringify(plan) === JSON.stringify(before)) return;
    put({ plan, past: [...now.current.past, before].slice(-MOST_UNDO), future: [], state: now.current.state === "clash" ? "clash" : "unsaved" });
    later();
  }, [later, put]);
  const step = useCallback((from: "past" | "future") => {
    const { plan, past: earlier, future } = now.current;
    const to = from === "past" ? earlier.at(-1) : future.at(-1);
    if (!to) return;
    put(from === "past" ? { plan: to, past: earlier.slice(0, -1), future: [...future, plan], state: "unsaved" } : { plan: to, past: [...earlier, plan], future: future.slice(0, -1), state: "unsaved" });
    later();
  }, [later, put]);

  useEffect(() => {
    const flush = () => {
      const { plan, kept, state } = now.current;
      if (state !== "unsaved" && state !== "failed") return;
      const body = JSON.stringify({ plan, base_revision: kept.revision });
      void fetch(`/api/sites/${site}/plans/${kept.id}`, { method: "PUT", body, headers: { "Content-Type": "application/json" }, keepalive: body.length < 60_000 });
    };
    addEventListener("pagehide", flush);
    return () => {
      removeEventListener("pagehide", flush);
      clearTimeout(timer.current);
      flush();
    };
  }, [site]);

  return {
    plan: inner.plan, kept: inner.kept, state: inner.state, trouble: inner.trouble, savedAt: inner.savedAt,
    change, undo: () => step("past"), redo: () => step("future"), canUndo: inner.past.length > 0, canRedo: inner.future.length > 0,
    flush: save, takeKept: (kept) => put({ kept, plan: kept.plan, state: "saved", trouble: "", savedAt: new Date(kept.updated_at) }),
    takeAnswers: useCallback(({ state, replies }) => {
      const { kept } = now.current;
      if (kept.state !== state || JSON.stringify(kept.replies) !== JSON.stringify(replies)) put({ kept: { ...kept, state, replies } });
    }, [put]),
  };
}

/** Everything that is needed to begin: the kept plan and its earlier states. */
export async function loadPlan(site: number, id: number): Promise<{ kept: KeptPlan; past: Plan[] }> {
  const path = { site_id: site, plan_id: id };
  const [kept, states] = await Promise.all([
    ask(client.GET("/api/sites/{site_id}/plans/{plan_id}", { params: { path } })),
    ask(client.GET("/api/sites/{site_id}/plans/{plan_id}/states", { params: { path } })),
  ]);
  return { kept, past: states.filter((state) => state.number < kept.revision).map((state) => state.plan) };
}

const ASK_EVERY = 1000;

/** What is answered at the read-only address shows at once: asked for while the plan is out and its window is seen. */
export function useAnswers(site: number, work: PlanUnderWork): void {
  const { kept: { id, token }, takeAnswers } = work;
  useEffect(() => {
    if (!token) return undefined;
    const path = { site_id: site, plan_id: id };
    const look = () => {
      if (document.visibilityState !== "visible") return;
      ask(client.GET("/api/sites/{site_id}/plans/{plan_id}/answers", { params: { path } })).then(takeAnswers).catch(() => undefined);
    };
    const timer = window.setInterval(look, ASK_EVERY);
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [site, id, token, takeAnswers]);
}
