import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import styled from "styled-components";
import { ask, type ChangedText, client, type Finding, type Numbers, type Site } from "../../api/client";
import { Header } from "../../kit/Header";
import { Link } from "../../router";
import { PinsMenu } from "../../width-axis/PinsMenu";
import { WidthAxis } from "../../width-axis/WidthAxis";
import { AtThisWidth } from "./AtThisWidth";
import { marksOf, placeOf, useCaret } from "./caret";
import { DimensionRows } from "./DimensionRows";
import { EditorColumn } from "./EditorColumn";
import type { Jump } from "./editor/Editor";
import { shownNotes } from "./editor/notes";
import type { AskChange } from "./RulesPanel";
import { useOverlayKinds } from "./OverlayDrawing";
import { type Handed, handOver, withFix } from "./handOver";
import { type FaceTold, type FrameReport, PageFrame } from "./PageFrame";
import { Texts } from "./texts";
import { type Pseudo, useHill, useLine, useNumbers } from "./useNumbers";
import type { HeldState } from "./StatesPanel";
import { SumsPanel } from "./SumsPanel";
import { WriteHeader } from "./WriteHeader";
import { findingNotes, useSurveyBehind } from "./useSurveyBehind";
import { useViewport } from "./useViewport";

const Place = styled.div`
  display: grid; grid-template-rows: auto auto 1fr; height: 100%; min-height: 560px;
  .work { display: grid; grid-template-columns: minmax(380px, 39%) 1fr; min-height: 0; }
  .work:has([data-tree="true"]) { grid-template-columns: minmax(500px, 49%) 1fr; }
  .page { display: grid; grid-template-rows: minmax(160px, 1fr) auto minmax(120px, 200px); min-height: 0; min-width: 0; }
  .sums { display: grid; grid-template-columns: 1fr minmax(180px, 270px); min-height: 0; }
  @media (max-width: 820px), (max-height: 520px) {
    height: auto;
    .work, .work:has([data-tree="true"]) { grid-template-columns: 1fr; }
    .work > :first-child { height: 420px; }
    .page { grid-template-rows: 420px auto auto; }
  }
  @media (max-width: 620px) { .sums { grid-template-columns: 1fr; } .sums aside { padding-left: 16px; } }
`;

/** Write: loads the site, then shows the work. */
export function WritePlace({ siteId, page }: { siteId: number; page: string | null }) {
  const site = useQuery({ queryKey: ["site", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}", { params: { path: { site_id: siteId } } })) });
  if (site.isError) return <><Header /><p role="alert" style={{ padding: 24 }}>{site.error.message} <Link to="/">To the list of sites</Link></p></>;
  if (!site.data) return <Header />;
  const pages = site.data.files.filter((file) => file.kind === "page" && file.editable).map((file) => file.path);
  const shown = page !== null && pages.includes(page) ? page : pages.find((path) => path === "index.html") ?? pages[0];
  if (shown === undefined) return <><Header /><p role="alert" style={{ padding: 24 }}>This site has no page that can be edited as text. <Link to="/">To the list of sites</Link></p></>;
  return <Write key={shown} site={site.data} page={shown} pages={pages} />;
}

const NO_FONTS: Numbers["fonts_wanted"] = [];
const NO_ROWS: Numbers["rows"] = [];
const NO_FINDINGS: Finding[] = [];
const NO_DRAFTS: Record<string, string> = {};

function Write({ site, page, pages }: { site: Site; page: string; pages: string[] }) {
  const texts = useTexts(site, page);
  const { files, version, alsoOpen } = useSyncExternalStore(texts.subscribe, texts.snapshot);
  const { walker, height, walk, setHeight } = useViewport(site.id);
  const [handed] = useState(() => handOver.take(site.id, page));
  const [selected, setSelected] = useState<number | null>(handed?.index ?? null);
  const [pseudo, setPseudo] = useState<Pseudo>("");
  const [open, setOpen] = useState(handed?.file ?? page);
  const [jump, setJump] = useState<Jump | null>(null);
  const [reveal, setReveal] = useState(0);
  const [measured, setMeasured] = useState<FrameReport>();
  const [caret, setCaret] = useState<{ path: string; offset: number; line: number } | null>(null);
  const [held, setHeld] = useState<HeldState | "">("");
  const [kinds, setKinds] = useOverlayKinds();
  const [said, setSaid] = useState<string[]>([]);
  const [fonts, setFonts] = useState(0);

  const ready = files.has(page);
  // The version stands for the texts: drafts are read anew whenever it grows.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const drafts = useMemo(() => texts.drafts(), [texts, files, version]);
  const line = useLine(site.id);
  const { hill, ghost, isStale, follow } = useHill(line, { page, height, selected, drafts, fonts }, ready, texts);
  const { numbers, error } = useNumbers(line, { page, width: walker, height, selected, pseudo, drafts, fonts }, ready, texts, follow);
  const onFonts = useCallback((faces: FaceTold[]) => {
    ask(client.POST("/api/sites/{site_id}/fonts", { params: { path: { site_id: site.id } }, body: { faces } })).then((told) => setFonts(told.fonts)).catch(() => undefined);
  }, [site.id]);

  const goTo = useCallback((path: string, line: number) => {
    setOpen(path);
    setJump({ path, line, focus: true, stamp: performance.now() });
  }, []);
  const onSelected = useCallback((index: number, of: Pseudo) => {
    setSelected(index);
    setPseudo(of);
    setReveal((count) => count + 1);
  }, []);
  const { onCaret, forget } = useCaret(numbers, page, onSelected);
  const shownState = useRef({ numbers, open });
  useEffect(() => {
    shownState.current = { numbers, open };
  });
  const showInSource = useCallback((index: number) => {
    forget();
    const { numbers: latest, open: file } = shownState.current;
    setSelected(index);
    setPseudo("");
    const at = placeOf(latest, file, page, index);
    if (at) setJump({ ...at, focus: false, stamp: performance.now() });
  }, [page, forget]);
  // What depends on the caret is drawn after a pause: typing never waits for it.
  const placing = useRef(0);
  const onPlace = useCallback((path: string, offset: number, line: number) => {
    clearTimeout(placing.current);
    placing.current = window.setTimeout(() => setCaret({ path, offset, line }), 150);
  }, []);
  // What the page says of itself is compared after a pause: the computed numbers come first.
  const reporting = useRef(0);
  const onReport = useCallback((report: FrameReport) => {
    clearTimeout(reporting.current);
    reporting.current = window.setTimeout(() => setMeasured(report), 150);
  }, []);
  const change = useCallback(({ file, text, caret: at, notes: told }: ChangedText) => {
    setSaid(told);
    if (at < 0) return;
    texts.apply(file, text);
    setOpen(file);
    setJump({ path: file, offset: at, focus: true, stamp: performance.now() });
  }, [texts]);
  const askChange = useCallback<AskChange>(async (asking) => {
    const before = texts.snapshot().version;
    const made = await asking(texts.drafts());
    if (texts.snapshot().version === before) change(made);
    else setSaid(["The text changed while this was worked out. Nothing was put in; ask again."]);
  }, [change, texts]);
  const onFix = useCallback((fix: Finding["fixes"][number]) => {
    const text = texts.snapshot().files.get(fix.file)?.text;
    const made = text === undefined ? null : withFix(text, fix);
    if (made) change({ file: fix.file, text: made.text, caret: made.at, notes: [`${fix.sentence} Undo takes it back.`] });
    else setSaid([`Line ${fix.line} of ${fix.file} has changed since; nothing was put in.`]);
  }, [texts, change]);
  useHanded(handed, files, change, setJump, setSaid);
  const survey = useSurveyBehind(site.id, { page, height, drafts }, ready, texts);
  // What is changed while the walker stands at a width is what a query opened there is for.
  const atArrival = useRef<{ walker: number; files: ReturnType<Texts["snapshot"]>["files"] }>({ walker, files });
  useEffect(() => {
    const known = atArrival.current;
    if (known.walker !== walker) atArrival.current = { walker, files: texts.snapshot().files };
    else for (const [path, file] of files) if (!known.files.has(path)) atArrival.current = { walker, files: new Map(known.files).set(path, file) };
  }, [walker, files, texts]);
  const openQuery = useCallback(() => {
    if (!caret) return;
    const { path: file, line } = caret;
    const before = atArrival.current.files.get(file)?.text ?? null;
    askChange((latest) => ask(client.POST("/api/sites/{site_id}/open-query", { params: { path: { site_id: site.id } }, body: { page, drafts: latest, file, line, at: walker, before } }))).then(() => {
      atArrival.current = { walker, files: texts.snapshot().files };
    })
      .catch((failure: unknown) => setSaid([failure instanceof Error ? failure.message : String(failure)]));
  }, [askChange, caret, page, site.id, texts, walker]);

  const findings = survey.survey?.findings ?? NO_FINDINGS;
  const notes = useMemo(() => [...shownNotes(numbers?.notes ?? [], open, measured?.rects), ...findingNotes(findings, open)], [numbers, open, measured, findings]);
  const marks = useMemo(() => marksOf(numbers, open, page), [numbers, open, page]);
  const pinsMenu = useMemo(() => <PinsMenu siteId={site.id} pins={site.pins} walker={walker} height={height} onWalk={walk} />, [site, walker, height, walk]);
  const element = numbers?.elements.find((candidate) => candidate.index === numbers.selected);
  const shownIndex = numbers?.selected ?? selected;
  const generated = numbers?.generated.find((one) => one.pseudo === numbers.pseudo)?.rect ?? null;
  const isMeasured = element !== undefined && (numbers?.not_modelled.includes(element.index) ?? false);
  const onFile = useMemo(() => ({
    onOpen: (path: string) => {
      void texts.load([path]);
      setOpen(path);
      setJump(null);
    },
    onEdit: (path: string, text: string) => texts.edit(path, text),
    onSettle: (path: string, keep: "mine" | "theirs") => void texts.settle(path, keep),
    onReload: (path: string) => void texts.reload(path),
  }), [texts]);
  return (
    <Place>
      <WriteHeader site={site} page={page} pages={pages} texts={texts} />
      <WidthAxis walker={walker} onWalk={walk} hill={hill} ghost={ghost} isStale={isStale} pins={site.pins} findings={findings}>
        {pinsMenu}
      </WidthAxis>
      <main className="work">
        <EditorColumn
          siteId={site.id} files={site.files} texts={files} open={open} page={page} numbers={numbers} drafts={drafts} notes={notes} marks={marks} jump={jump} alsoOpen={alsoOpen} selected={shownIndex} onSelect={showInSource} onAsk={askChange}
          onCaret={onCaret} onPlace={onPlace} {...onFile}
        />
        <div className="page">
          <PageFrame
            key={String(site.runs_scripts)} siteId={site.id} page={page} width={walker} height={height} texts={texts} generated={generated} selected={shownIndex} reveal={reveal} held={held} drafts={kinds.length > 0 ? drafts : NO_DRAFTS} kinds={kinds} onKinds={setKinds}
            onHeight={setHeight} onReport={onReport} onSelect={showInSource}
            fontsWanted={numbers?.fonts_wanted ?? NO_FONTS} onFonts={onFonts}
          />
          <DimensionRows rows={numbers?.rows ?? NO_ROWS} viewport={numbers?.width ?? walker} selected={shownIndex} onSelect={showInSource} />
          <div className="sums">
            <SumsPanel
              siteId={site.id} page={page} width={walker} height={height} drafts={drafts} numbers={numbers} element={element} caret={caret}
              onPseudo={setPseudo} measured={isMeasured ? measured?.rects[element.index] : undefined} onSource={goTo} onAsk={askChange} onHold={setHeld}
            />
            <AtThisWidth siteId={site.id} page={page} height={height} drafts={drafts} numbers={numbers} error={error} measured={measured} version={version} runsScripts={site.runs_scripts} caret={caret} onSource={goTo} onQuery={openQuery} onFix={onFix} said={said} findings={findings} survey={survey} />
          </div>
        </div>
      </main>
    </Place>
  );
}

/** Does what another place asked for when it opened this one: goes to a line, puts in a change through the one undo. */
function useHanded(handed: Handed | null, files: ReturnType<Texts["snapshot"]>["files"], change: (changed: ChangedText) => void, onJump: (jump: Jump) => void, onSaid: (said: string[]) => void): void {
  const isDone = useRef(false);
  const file = handed?.file ?? null;
  const text = file === null ? undefined : files.get(file)?.text;
  useEffect(() => {
    if (isDone.current || !handed || file === null || handed.line === null || text === undefined) return;
    isDone.current = true;
    if (!handed.fix) onJump({ path: file, line: handed.line, focus: true, stamp: performance.now() });
    else {
      const made = withFix(text, handed.fix);
      if (made) change({ file, text: made.text, caret: made.at, notes: [`${handed.fix.sentence} Undo takes it back.`] });
      else onSaid([`Line ${handed.fix.line} of ${file} has changed since; nothing was put in.`]);
    }
  }, [handed, file, text, change, onJump, onSaid]);
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
