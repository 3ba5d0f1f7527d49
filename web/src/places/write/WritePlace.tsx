import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import styled from "styled-components";
import { ask, client, type Finding, type Numbers, type Site } from "../../api/client";
import { Header } from "../../kit/Header";
import { useKept } from "../../kit/useKept";
import { useKeys } from "../../kit/useKeys";
import { useMedia } from "../../kit/useMedia";
import { go, Link, writeAddress } from "../../router";
import { PinsMenu } from "../../width-axis/PinsMenu";
import { WidthAxis } from "../../width-axis/WidthAxis";
import { AtThisWidth } from "./AtThisWidth";
import { marksOf } from "./caret";
import { DimensionRows } from "./DimensionRows";
import { EditorColumn, type Shown } from "./EditorColumn";
import { Elsewhere } from "./folder/Elsewhere";
import { FilesPanel } from "./folder/FilesPanel";
import { useFolder } from "./folder/useFolder";
import { useToSource } from "./folder/useToSource";
import { shownNotes } from "./editor/notes";
import { useOverlayNames } from "./OverlayDrawing";
import { handOver } from "./handOver";
import { type FaceTold, type FrameReport, PageFrame } from "./PageFrame";
import { useHill, useLine, useNumbers } from "./useNumbers";
import type { HeldState } from "./states";
import { SumsPanel } from "./SumsPanel";
import { WorkPanes } from "./WorkPanes";
import { WriteHeader } from "./WriteHeader";
import { findingNotes, useSurveyBehind } from "./useSurveyBehind";
import { type CaretPlace, useQueryHere } from "./useQueryHere";
import { useFollowing, useSelected } from "./useSelection";
import { useSettled } from "./useSettled";
import { useSource } from "./useSource";
import { useViewport } from "./useViewport";

const Place = styled.div`
  display: grid; grid-template-rows: auto auto 1fr; height: 100%; min-height: 560px;
  .work { min-height: 0; min-width: 0; }
  .stack > * { height: 420px; }
  .stack > .under { height: auto; }
  .under { display: grid; grid-template-rows: auto minmax(0, 1fr); height: 100%; min-height: 0; }
  .under > :first-child { max-height: 45vh; }
  .sums { display: grid; grid-template-columns: 1fr minmax(180px, 270px); min-height: 0; }
  &[data-stacked="true"] { height: auto; }
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
  const [handed] = useState(() => handOver.take(site.id, page));
  const source = useSource(site, page, handed);
  const { texts, files, version, elsewhere, drafts, ready, open, goTo, askChange } = source;
  const { walker, height, walk, setHeight } = useViewport(site.id);
  const { selected, pseudo, setPseudo, reveal, select, pick } = useSelected(handed?.index ?? null);
  const [measured, onReport] = useSettled<FrameReport>(150);
  const [caret, onCaretPlace] = useSettled<CaretPlace>(150);
  const [held, setHeld] = useState<HeldState | "">("");
  const [overlays, setOverlays] = useOverlayNames();
  const [fonts, setFonts] = useState(0);

  const isStacked = useMedia("(max-width: 820px), (max-height: 520px)");
  const [hasFiles, setHasFiles] = useKept("hillpin.files", false);
  const [hasSums, setSums] = useKept("hillpin.sums", true);
  const [shows, setShows] = useState<Shown>("source");
  const folder = useFolder(site, page, texts, open, source.onFile.onOpen);
  const follow = useCallback((path: string) => {
    if (pages.includes(path)) go(writeAddress(site.id, path));
  }, [pages, site.id]);
  const toSource = useToSource(site.id, page, pages, goTo);

  const line = useLine(site.id);
  useEffect(() => line.onNews(texts.hearNews), [line, texts]);
  const { hill, ghost, isStale, follow: asked } = useHill(line, { page, height, selected, drafts, fonts, elsewhere }, ready, texts);
  const { numbers, error } = useNumbers(line, { page, width: walker, height, selected, pseudo, drafts, fonts, elsewhere }, ready, texts, asked);
  const survey = useSurveyBehind(site.id, { page, height, drafts }, ready, texts);
  const { onCaret, showInSource } = useFollowing({ select, pick }, numbers, page, open, source.jumpTo);
  const openQuery = useQueryHere(site.id, page, walker, texts, files, caret, askChange, source.setSaid);
  const [caretInPage, setCaretInPage] = useState(0);
  const [isTried, setTried] = useState(false);
  const onPreview = useCallback((text: string | null) => {
    texts.showInstead(text);
    setTried(text !== null);
  }, [texts]);
  const onPlace = useCallback((path: string, offset: number, line: number) => {
    onCaretPlace({ path, offset, line });
    if (path === page) setCaretInPage(offset);
  }, [onCaretPlace, page]);
  const writeRule = async () => {
    try {
      await askChange((latest) => ask(client.POST("/api/sites/{site_id}/missing-rule", { params: { path: { site_id: site.id } }, body: { page, drafts: latest, offset: caretInPage } })));
    } catch (error) {
      source.setSaid([error instanceof Error ? error.message : String(error)]);
    }
  };
  const toggle = (shown: Shown) => () => setShows(shows === shown ? "source" : shown);
  useKeys({ O: toggle("outline"), M: toggle("alike"), D: toggle("words"), B: toggle("starts"), P: toggle("parts"), R: () => void writeRule(), W: () => setShows(shows === "find" ? "source" : "find"), F: () => setHasFiles(!hasFiles), S: () => setSums(!hasSums) });
  const { change } = source;
  const onPutAt = useCallback((file: string, text: string, at: number) => change({ file, text, caret: at, notes: [] }), [change]);
  const onFonts = useCallback((faces: FaceTold[]) => {
    ask(client.POST("/api/sites/{site_id}/fonts", { params: { path: { site_id: site.id } }, body: { faces } })).then((told) => setFonts(told.fonts)).catch(() => undefined);
  }, [site.id]);

  // What is only tried in the page is in no number.
  const seen = isTried ? undefined : measured;
  const findings = survey.survey?.findings ?? NO_FINDINGS;
  const notes = useMemo(() => [...shownNotes(numbers?.notes ?? [], open, seen?.rects), ...findingNotes(findings, open)], [numbers, open, seen, findings]);
  const marks = useMemo(() => marksOf(numbers, open, page), [numbers, open, page]);
  const pinsMenu = useMemo(() => <PinsMenu siteId={site.id} pins={site.pins} walker={walker} height={height} onWalk={walk} />, [site, walker, height, walk]);
  const element = numbers?.elements.find((candidate) => candidate.index === numbers.selected);
  const shownIndex = numbers?.selected ?? selected;
  const generated = numbers?.generated.find((one) => one.pseudo === numbers.pseudo)?.rect ?? null;
  const isMeasured = element !== undefined && (numbers?.not_modelled.includes(element.index) ?? false);
  const otherPages = useMemo(() => (ready && survey.walks ? <Elsewhere siteId={site.id} page={page} height={height} texts={texts} links={folder.links} /> : null), [ready, survey.walks, site.id, page, height, texts, folder.links]);
  const filesPanel = <FilesPanel site={site} page={page} open={open} folder={folder} line={line} onOpen={source.onFile.onOpen} onSource={toSource} />;
  const sourceColumn = (
    <EditorColumn
      siteId={site.id} files={site.files} texts={files} open={open} page={page} numbers={numbers} drafts={drafts} notes={notes} marks={marks} jump={source.jump} alsoOpen={source.alsoOpen} selected={shownIndex} onSelect={showInSource} onAsk={askChange}
      onCaret={onCaret} onPlace={onPlace} folder={folder} hasFiles={hasFiles} onFiles={setHasFiles} shows={shows} onShow={setShows} caretInPage={caretInPage} onPreview={onPreview} onPutAt={onPutAt} store={texts} version={version} onFar={toSource} {...source.onFile}
    />
  );
  const pageFrame = (
    <PageFrame
      key={String(site.runs_scripts)} siteId={site.id} pages={site.pages} page={page} width={walker} height={height} texts={texts} generated={generated} selected={shownIndex} reveal={reveal} held={held} drafts={overlays.length > 0 ? drafts : NO_DRAFTS} overlays={overlays} onOverlays={setOverlays}
      onFollow={follow} onHeight={setHeight} hasSums={hasSums} onSums={setSums} onReport={onReport} onSelect={showInSource}
      fontsWanted={numbers?.fonts_wanted ?? NO_FONTS} onFonts={onFonts}
    />
  );
  const under = (
    <div className="under">
      <DimensionRows rows={numbers?.rows ?? NO_ROWS} viewport={numbers?.width ?? walker} selected={shownIndex} onSelect={showInSource} />
      <div className="sums">
        <SumsPanel
          siteId={site.id} page={page} width={walker} height={height} drafts={drafts} numbers={numbers} element={element} caret={caret ?? null}
          goal={handed?.goal ?? null} onPseudo={setPseudo} measured={isMeasured ? seen?.rects[element.index] : undefined} onSource={goTo} onAsk={askChange} onHold={setHeld} folder={folder}
        />
        <AtThisWidth siteId={site.id} page={page} height={height} drafts={drafts} numbers={numbers} error={error} measured={held ? undefined : seen} version={version} runsScripts={site.runs_scripts} caret={caret ?? null} onSource={goTo} onQuery={openQuery} onAsk={askChange} onFix={source.putIn} said={source.said} findings={findings} survey={survey} elsewhere={otherPages} />
      </div>
    </div>
  );
  return (
    <Place data-stacked={isStacked}>
      <WriteHeader site={site} page={page} pages={pages} texts={texts} line={line} />
      <WidthAxis walker={walker} onWalk={walk} hill={hill} ghost={ghost} isStale={isStale} pins={site.pins} findings={findings}>
        {pinsMenu}
      </WidthAxis>
      <main className="work">
        <WorkPanes isStacked={isStacked} hasFiles={hasFiles} hasSums={hasSums} files={filesPanel} source={sourceColumn} page={pageFrame} under={under} />
      </main>
    </Place>
  );
}
