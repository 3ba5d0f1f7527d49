/** The survey behind Write: walks the page after each pause, and stops at the next keystroke. */
import { useEffect, useMemo, useState } from "react";
import type { Finding, Survey } from "../../api/client";
import { px } from "../../kit/numbers";
import { useKept } from "../../kit/useKept";
import { WALKED } from "../survey/job";
import { useSurvey } from "../survey/useSurvey";
import { rangeOf } from "../survey/words";
import type { ShownNote } from "./editor/notes";
import type { Texts } from "./texts";

const PAUSE = 1500;

export interface SurveyBehind {
  /** Part walked, 0 to 1; null where none is walking. */
  progress: number | null;
  error: string | undefined;
  isStale: boolean;
  survey: Survey | undefined;
  /** Whether the page is walked behind writing at all: a switch that is remembered. */
  walks: boolean;
  onWalks: (walks: boolean) => void;
}

const REMEMBERED = "hillpin.walks-behind";

/** The newest survey of the page as it is written; undefined until one has ended. */
export function useSurveyBehind(site: number, { page, height, drafts }: { page: string; height: number; drafts: Record<string, string> }, ready: boolean, texts: Texts): SurveyBehind {
  const { survey, progress, error, start, stop } = useSurvey(site);
  const [walks, onWalks] = useKept(REMEMBERED, true);
  const [of, setOf] = useState<Record<string, string> | null>(null);
  useEffect(() => {
    if (!ready || !walks) return undefined;
    const pause = window.setTimeout(() => {
      setOf(drafts);
      start({ page, height, drafts, keep: false });
    }, PAUSE);
    return () => {
      clearTimeout(pause);
      stop();
    };
  }, [ready, walks, page, height, drafts, start, stop]);
  // A keystroke is told to the texts before anything is drawn: the walk ends right after it, and not beside its numbers.
  useEffect(() => {
    let version = texts.snapshot().version;
    return texts.subscribeAtOnce(() => {
      const now = texts.snapshot().version;
      if (now !== version) setTimeout(stop);
      version = now;
    });
  }, [texts, stop]);
  const isStale = of !== drafts;
  return useMemo(() => ({ progress, error, isStale, survey, walks, onWalks }), [progress, error, isStale, survey, walks, onWalks]);
}

/** Findings beside the lines that they are about. */
export function findingNotes(findings: Finding[], file: string): ShownNote[] {
  return findings.filter((one) => one.file === file && one.kind !== "unused-rule" && one.kind !== "dead-declaration" && one.kind !== "invalid-declaration").map((one) => ({
    line: one.line, kind: one.severity === "wrong" ? "problem" : "doubt",
    text: one.low === null || one.high === null ? one.title : `${one.title}, ${one.low === one.high ? px(one.low) : rangeOf(one.low, one.high, WALKED)}`,
  }));
}
