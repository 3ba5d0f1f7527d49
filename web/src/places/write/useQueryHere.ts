import { useCallback, useEffect, useRef } from "react";
import { ask, client } from "../../api/client";
import type { AskChange } from "./aid";
import type { Texts } from "./texts";

type Files = ReturnType<Texts["snapshot"]>["files"];
export interface CaretPlace { path: string; offset: number; line: number }

/** Opens a query at the walker for what was changed in a rule since the walker came to stand there. */
export function useQueryHere(
  siteId: number, page: string, walker: number, texts: Texts, files: Files, caret: CaretPlace | undefined, askChange: AskChange, onSaid: (said: string[]) => void,
): () => void {
  const atArrival = useRef({ walker, files });
  useEffect(() => {
    const known = atArrival.current;
    if (known.walker !== walker) atArrival.current = { walker, files: texts.snapshot().files };
    else for (const [path, file] of files) if (!known.files.has(path)) atArrival.current = { walker, files: new Map(known.files).set(path, file) };
  }, [walker, files, texts]);
  return useCallback(() => {
    if (!caret) return;
    const { path: file, line } = caret;
    const before = atArrival.current.files.get(file)?.text ?? null;
    askChange((latest) => ask(client.POST("/api/sites/{site_id}/open-query", { params: { path: { site_id: siteId } }, body: { page, drafts: latest, file, line, at: walker, before } })))
      .then(() => {
        atArrival.current = { walker, files: texts.snapshot().files };
      })
      .catch((failure: unknown) => onSaid([failure instanceof Error ? failure.message : String(failure)]));
  }, [askChange, caret, page, siteId, texts, walker, onSaid]);
}
