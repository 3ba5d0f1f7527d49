/** What is done to the files of a site: looked at first where it changes lines, made in one step, undone in one. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { ask, client, type FolderLinks, type FolderPlan, type FolderStep, type FolderWish, putFiles, type Site } from "../../../api/client";
import { go, writeAddress } from "../../../router";
import type { GivenFile } from "../../sites/files";
import { patiently } from "../../../kit/patiently";
import type { Texts } from "../texts";

export interface Folder {
  links: FolderLinks | undefined;
  /** What a wish comes to, while it is looked at. */
  plan: FolderPlan | null;
  /** What was done last, and whether it can be undone here. */
  said: string;
  trouble: string;
  isBusy: boolean;
  last: FolderStep | null;
  /** Do something: at once, or after it was looked at where it changes lines or where there is something to know. True when it is done. */
  wish: (wish: FolderWish) => Promise<boolean>;
  carryOut: () => void;
  leave: () => void;
  undo: (step: FolderStep) => void;
  putIn: (files: GivenFile[], folder: string, replace?: boolean) => void;
  /** Save what is not saved yet. Throws a sentence. */
  save: () => Promise<void>;
  /** A step that was made elsewhere: the texts here follow. */
  follow: (step: FolderStep) => Promise<void>;
  /** Have a step made of what is saved, as the last that can be undone. True, or the sentence that says why not. */
  carry: (asking: () => Promise<FolderStep>) => Promise<true | string>;
}

const message = (error: unknown) => (error instanceof Error ? error.message : String(error));

export function useFolder(site: Site, page: string, texts: Texts, open: string, onOpen: (path: string) => void): Folder {
  const queries = useQueryClient();
  const [pending, setPending] = useState<{ plan: FolderPlan; wish: FolderWish } | null>(null);
  const [last, setLast] = useState<FolderStep | null>(null);
  const [trouble, setTrouble] = useState("");
  const [isBusy, setBusy] = useState(false);
  const site_id = site.id;
  const links = useQuery({
    queryKey: ["links", site_id, JSON.stringify(site.files)],
    queryFn: () => ask(client.GET("/api/sites/{site_id}/links", { params: { path: { site_id } } })),
    placeholderData: (before) => before,
  });
  const refresh = useCallback(() => Promise.all([queries.invalidateQueries({ queryKey: ["site", site_id] }), queries.invalidateQueries({ queryKey: ["kept", site_id] })]), [queries, site_id]);
  useEffect(() => texts.onFiles(() => void refresh()), [texts, refresh]);

  const follow = useCallback(async (step: FolderStep) => {
    await texts.followed(step.parts);
    await refresh();
    const own = step.parts.find((part) => part.path === page);
    if (own && own.new_path !== page) go(writeAddress(site_id, own.new_path || undefined), true);
    const shown = step.parts.find((part) => part.path === open);
    if (shown && shown.new_path !== open) onOpen(shown.new_path || page);
  }, [texts, refresh, page, site_id, open, onOpen]);

  const attempt = useCallback(async (doing: () => Promise<FolderStep | null>): Promise<FolderStep | null> => {
    setBusy(true);
    setTrouble("");
    try {
      await texts.saveAll();
      const step = await patiently(doing);
      if (step) {
        setPending(null);
        setLast(step);
        await follow(step);
      }
      return step;
    } catch (error) {
      setTrouble(message(error));
      return null;
    } finally {
      setBusy(false);
    }
  }, [texts, follow]);

  const make = useCallback((wish: FolderWish) => ask(client.POST("/api/sites/{site_id}/files", { params: { path: { site_id } }, body: wish })), [site_id]);
  const arrive = useCallback((wish: FolderWish, step: FolderStep) => {
    const made = step.parts.find((part) => part.path === "")?.new_path;
    if (wish.do === "new-page" && made) go(writeAddress(site_id, made));
    else if ((wish.do === "new-sheet" || wish.do === "duplicate") && made && /\.(css|html?|js|txt|svg)$/i.test(made)) onOpen(made);
  }, [site_id, onOpen]);
  const wish = useCallback(async (wanted: FolderWish) => {
    let isShown = false;
    const step = await attempt(async () => {
      const plan = await ask(client.POST("/api/sites/{site_id}/files/plan", { params: { path: { site_id } }, body: wanted }));
      isShown = wanted.do === "remove" || plan.parts.some((part) => part.lines.length > 0 && wanted.do !== "link" && wanted.do !== "put-part");
      if (isShown) {
        setPending({ plan, wish: wanted });
        return null;
      }
      return make(wanted);
    });
    if (step) arrive(wanted, step);
    return step !== null || isShown;
  }, [attempt, make, arrive, site_id]);
  const carryOut = useCallback(() => {
    if (pending) void attempt(() => make(pending.wish)).then((step) => step && arrive(pending.wish, step));
  }, [attempt, make, arrive, pending]);
  const leave = useCallback(() => setPending(null), []);
  const undo = useCallback((step: FolderStep) => {
    void attempt(() => ask(client.POST("/api/sites/{site_id}/steps/{step_id}/undo", { params: { path: { site_id, step_id: step.id } } })));
  }, [attempt, site_id]);
  const putIn = useCallback((files: GivenFile[], folder: string, replace = false) => {
    if (files.length > 0) void attempt(() => putFiles(site_id, files, folder, replace));
  }, [attempt, site_id]);
  const carry = useCallback(async (asking: () => Promise<FolderStep>) => {
    try {
      await texts.saveAll();
      const step = await patiently(asking);
      setLast(step);
      await follow(step);
      return true as const;
    } catch (error) {
      return message(error);
    }
  }, [texts, follow]);
  const save = useCallback(() => texts.saveAll(), [texts]);
  return useMemo(() => ({
    links: links.data, plan: pending?.plan ?? null, said: last ? `${last.words}.` : "", trouble, isBusy, last, wish, carryOut, leave, undo, putIn, follow, carry, save,
  }), [links.data, pending, last, trouble, isBusy, wish, carryOut, leave, undo, putIn, follow, carry, save]);
}
