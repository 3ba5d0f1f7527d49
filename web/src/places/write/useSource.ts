import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import type { ChangedText, Finding, Site } from "../../api/client";
import type { Jump } from "./editor/Editor";
import { type Handed, withFix } from "./handOver";
import type { AskChange } from "./aid";
import { patiently } from "../../kit/patiently";
import { Texts } from "./texts";

/** The texts of a page and its sheets: what is open, where the caret is sent, and changes put in as one undo. */
export function useSource(site: Site, page: string, handed: Handed | null) {
  const texts = useTexts(site, page);
  const { files, version, alsoOpen, elsewhere } = useSyncExternalStore(texts.subscribe, texts.snapshot);
  const [open, setOpen] = useState(handed?.file ?? page);
  const [jump, setJump] = useState<Jump | null>(null);
  const [said, setSaid] = useState<string[]>([]);
  // The version stands for the texts: drafts are read anew whenever it grows.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const drafts = useMemo(() => texts.drafts(), [texts, files, version]);

  const jumpTo = useCallback((at: Omit<Jump, "stamp">) => setJump({ ...at, stamp: performance.now() }), []);
  const goTo = useCallback((path: string, line: number) => {
    setOpen(path);
    jumpTo({ path, line, focus: true });
  }, [jumpTo]);
  const change = useCallback(({ file, text, caret: at, notes: told, also }: ChangedText & { also?: Record<string, string> }) => {
    setSaid(told);
    if (at < 0) return;
    for (const [path, other] of Object.entries(also ?? {})) texts.apply(path, other);
    texts.apply(file, text);
    setOpen(file);
    jumpTo({ path: file, offset: at, focus: true });
  }, [texts, jumpTo]);
  const askChange = useCallback<AskChange>(async (asking) => {
    const before = texts.snapshot().version;
    const made = await patiently(() => asking(texts.drafts()));
    if (texts.snapshot().version === before) change(made);
    else setSaid(["The text changed while this was worked out. Nothing was put in; ask again."]);
  }, [change, texts]);
  const putIn = useCallback((fix: Finding["fixes"][number]) => {
    const text = texts.snapshot().files.get(fix.file)?.text;
    const made = text === undefined ? null : withFix(text, fix);
    if (made) change({ file: fix.file, text: made.text, caret: made.at, notes: [`${fix.sentence} Undo takes it back.`] });
    else setSaid([`Line ${fix.line} of ${fix.file} has changed since; nothing was put in.`]);
  }, [texts, change]);
  const onFile = useMemo(() => ({
    onOpen: (path: string) => {
      void texts.load([path]);
      setOpen(path);
      setJump(null);
    },
    onEdit: (path: string, text: string) => texts.edit(path, text),
    onPut: (path: string, text: string) => texts.apply(path, text),
    onSettle: (path: string, keep: "mine" | "theirs") => void texts.settle(path, keep),
    onReload: (path: string) => void texts.reload(path),
  }), [texts]);
  useHanded(handed, handed !== null && files.has(handed.file ?? ""), jumpTo, putIn);
  return { texts, files, version, elsewhere, alsoOpen, drafts, ready: files.has(page), open, jump, jumpTo, goTo, said, setSaid, change, askChange, putIn, onFile };
}

/** Does what another place asked for when it opened this one, once the file is there: goes to a line, or puts in a change. */
function useHanded(handed: Handed | null, isThere: boolean, jumpTo: (at: Omit<Jump, "stamp">) => void, putIn: (fix: Finding["fixes"][number]) => void): void {
  const isDone = useRef(false);
  useEffect(() => {
    if (isDone.current || !isThere || !handed || handed.file === null || handed.line === null) return;
    isDone.current = true;
    if (handed.fix) putIn(handed.fix);
    else jumpTo({ path: handed.file, line: handed.line, focus: true });
  }, [handed, isThere, jumpTo, putIn]);
}

function useTexts(site: Site, page: string): Texts {
  const [texts] = useState(() => new Texts(site.id));
  useEffect(() => {
    const sheets = site.files.filter((file) => file.kind === "style" && file.editable).map((file) => file.path);
    void texts.load([page, ...sheets]);
  }, [texts, site, page]);
  useEffect(() => () => texts.close(), [texts]);
  return texts;
}
