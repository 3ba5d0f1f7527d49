import { type ComponentProps, memo, useCallback, useState } from "react";
import styled from "styled-components";
import type { MarginNote, Numbers, SiteFile } from "../../api/client";
import { Button } from "../../kit/Button";
import { MenuButton } from "../../kit/MenuButton";
import { px } from "../../kit/numbers";
import { keyNamed } from "../../kit/useKeys";
import { Editor, type Jump, LEAVING } from "./editor/Editor";
import type { Marks } from "./editor/marks";
import type { ShownNote } from "./editor/notes";
import { Choice } from "../../kit/Choice";
import { ColoursPanel } from "./folder/ColoursPanel";
import { FindPanel } from "./folder/FindPanel";
import { PlanView } from "./folder/PlanView";
import type { Folder } from "./folder/useFolder";
import { History } from "./History";
import { type Authoring, AUTHORING, AuthoringPanels, isAuthoring } from "./authoring/AuthoringPanels";
import { PageTree } from "./PageTree";
import type { AskChange } from "./aid";
import { RowsOfCode } from "./RowsOfCode";
import type { TextFile, Texts } from "./texts";

const Column = styled.section`
  display: grid; grid-template-rows: auto auto 1fr auto; height: 100%; min-height: 0; min-width: 0; background: var(--panel);
  .tabs { display: flex; flex-wrap: wrap; align-items: end; gap: 2px 6px; padding: 6px 8px 0; border-bottom: 1px solid var(--hairline); background: var(--paper); min-width: 0; }
  .tabs ul { display: flex; gap: 2px; margin: 0; padding: 0; list-style: none; overflow-x: auto; min-width: 0; }
  .tabs li button { padding: 5px 12px; border: 1px solid transparent; border-bottom: 0; border-radius: var(--round-sheet) var(--round-sheet) 0 0; background: none; color: var(--soft); cursor: pointer; white-space: nowrap; }
  .tabs li button[aria-pressed="true"] { border-color: var(--hairline); background: var(--panel); color: var(--ink); font-weight: var(--weight-strong); margin-bottom: -1px; padding-bottom: 6px; }
  .tabs .start { padding-bottom: 4px; }
  .tabs .start button { padding: 1px 8px; font-size: var(--size-note); }
  .tabs .start button[aria-pressed="true"] { background: var(--lake-wash); border-color: var(--lake); }
  .tabs .end { display: flex; align-items: center; gap: 8px; margin-left: auto; padding-bottom: 4px; color: var(--soft); white-space: nowrap; font-size: var(--size-note); }
  .tabs .end button { padding: 1px 8px; }
  .banner { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; padding: 8px 12px; border-bottom: 1px solid var(--hairline); border-left: 4px solid var(--wrong); background: var(--paper); }
  .banner.note { border-left-color: var(--doubt); }
  .source { display: grid; grid-template-columns: minmax(0, 1fr); min-height: 0; }
  .source[data-tree="true"] { grid-template-columns: 168px minmax(0, 1fr); }
  .tabs .end button[aria-pressed="true"] { background: var(--lake-wash); border-color: var(--lake); color: var(--ink); }
  .status { display: flex; flex-wrap: wrap; gap: 0 14px; padding: 5px 12px; border-top: 1px solid var(--hairline); color: var(--soft); overflow: hidden; white-space: nowrap; }
  .status .leaving { font-size: var(--size-note); color: var(--faint); }
  .status strong { color: var(--ink); }
  .status .caret { margin-left: auto; overflow: hidden; text-overflow: ellipsis; color: var(--lake); }
`;

interface Props {
  siteId: number;
  files: SiteFile[];
  texts: ReadonlyMap<string, TextFile>;
  open: string;
  page: string;
  numbers: Numbers | undefined;
  drafts: Record<string, string>;
  notes: ShownNote[];
  marks: Marks;
  jump: Jump | null;
  alsoOpen: boolean;
  onOpen: (path: string) => void;
  onEdit: (path: string, text: string) => void;
  onCaret: (path: string, offset: number, line: number) => void;
  onPlace: (path: string, offset: number, line: number) => void;
  onSettle: (path: string, keep: "mine" | "theirs") => void;
  onReload: (path: string) => void;
  selected: number | null;
  onSelect: (index: number) => void;
  onAsk: AskChange;
  folder: Folder;
  /** What the column shows: the source, or something else in its place. */
  shows: Shown;
  onShow: (shown: Shown) => void;
  store: Texts;
  version: number;
  /** A change that is made for the person, with the same undo as typing. */
  onPut: (path: string, text: string) => void;
  onFar: (path: string, line: number) => void;
  /** Where the caret last stood in the page's source. */
  caretInPage: number;
  /** Another text of the page that is drawn instead of its own; null draws its own. */
  onPreview: (text: string | null) => void;
  /** The same, and the caret behind it. */
  onPutAt: (path: string, text: string, caret: number) => void;
  hasFiles: boolean;
  onFiles: (isOn: boolean) => void;
}

const TREE = "hillpin.tree";
export type Shown = "source" | "states" | "rows" | "find" | Authoring;

/** What else the column can show; not drawn anew while one types. */
const Tools = memo(function Tools({ shows, onShow, hasTree, onTree, hasRows }: { shows: Shown; onShow: (shown: Shown) => void; hasTree: boolean; onTree: (isOn: boolean) => void; hasRows: boolean }) {
  if (shows !== "source") return <Button onPress={() => onShow("source")}>Back to the source</Button>;
  return (
    <>
      <Button aria-pressed={hasTree} onPress={() => onTree(!hasTree)}>Tree</Button>
      <MenuButton label="Put in" items={AUTHORING} onChoose={(id) => onShow(id as Shown)} />
      <Button title={keyNamed("W")} onPress={() => onShow("find")}>Find</Button>
      <Button aria-label="Earlier states" onPress={() => onShow("states")}>Earlier</Button>
      <Button isDisabled={!hasRows} onPress={() => onShow("rows")}>Rows</Button>
    </>
  );
});

/** What is found over all files: words, or colours. */
function Found(props: Omit<ComponentProps<typeof FindPanel>, "choice">) {
  const [what, setWhat] = useState<"Words" | "Colours">("Words");
  const choice = <Choice label="What is found" options={["Words", "Colours"] as const} value={what} onChange={setWhat} />;
  return what === "Words" ? <FindPanel {...props} choice={choice} /> : <ColoursPanel {...props} choice={choice} />;
}

/** The editors of the page's files, one at a time, with what must be known about saving. */
export const EditorColumn = memo(function EditorColumn(props: Props) {
  const { siteId, files, texts, open, page, numbers, drafts, notes, marks, jump, alsoOpen } = props;
  const { shows, onShow: setShows } = props;
  const [hasTree, setTree] = useState(() => localStorage.getItem(TREE) === "on");
  const onTree = useCallback((isOn: boolean) => {
    localStorage.setItem(TREE, isOn ? "on" : "");
    setTree(isOn);
  }, []);
  const { store } = props;
  const siteNow = useCallback(() => ({ texts: new Map([...store.snapshot().files].map(([path, one]) => [path, one.text])), files, page }), [store, files, page]);
  const [caretNote, setCaretNote] = useState("");
  const file = texts.get(open);
  const element = numbers?.elements.find((candidate) => candidate.index === numbers.selected);
  const parent = numbers?.elements.find((candidate) => candidate.index === element?.parent);
  const { folder } = props;
  const linked = folder.links?.sheets[page]?.map((sheet) => sheet.path);
  const sheets = numbers || linked ? [...(numbers?.sheets ?? []), ...(linked ?? [])] : null;
  const tabs = files.filter((candidate) => candidate.editable && (candidate.path === page || candidate.path === open || (candidate.kind === "style" && (sheets?.includes(candidate.path) ?? true))));
  const isLinked = open === page || !open.endsWith(".css") || !numbers || numbers.sheets.includes(open);
  return (
    <Column aria-label="Source">
      <div className="tabs">
        <span className="start"><Button aria-pressed={props.hasFiles} title={`Files of the site: ${keyNamed("F")}`} onPress={() => props.onFiles(!props.hasFiles)}>Files</Button></span>
        <ul aria-label="Files">
          {tabs.map((tab) => (
            <li key={tab.path}>
              <button type="button" aria-pressed={tab.path === open} onClick={() => props.onOpen(tab.path)}>
                {tab.path}{texts.get(tab.path)?.state === "unsaved" ? " •" : ""}
              </button>
            </li>
          ))}
        </ul>
        <span className="end">
          <Tools shows={shows} onShow={setShows} hasTree={hasTree} onTree={onTree} hasRows={element !== undefined} />
        </span>
      </div>
      <div>
        {file?.state === "clash" && (
          <div className="banner" role="alert">
            <span>{file.clash?.detail ?? "This file was saved elsewhere."} Which text is to stay?</span>
            <Button onPress={() => props.onSettle(open, "mine")}>Keep the one here</Button>
            <Button onPress={() => props.onSettle(open, "theirs")}>Take the other</Button>
          </div>
        )}
        {file?.state === "failed" && <div className="banner" role="alert">Not saved: {file.message} It is tried again by itself.</div>}
        {alsoOpen && file?.state !== "clash" && <div className="banner note" role="status">This site is open in another window too. What is saved there appears here.</div>}
        {!isLinked && <div className="banner note" role="status"><span>{page} does not link {open}, so nothing here takes effect on it.</span> <Button isDisabled={folder.isBusy} onPress={() => void folder.wish({ do: "link", page, sheet: open, before: "", on: true })}>Link it, after all others</Button></div>}
      </div>
      {folder.plan && <PlanView plan={folder.plan} isBusy={folder.isBusy} trouble={folder.trouble} onDo={folder.carryOut} onLeave={folder.leave} />}
      {file && !folder.plan && shows === "states" && <History siteId={siteId} path={open} revision={file.revision} now={file.text} folder={folder} onText={(text) => props.onPut(open, text)} onBroughtBack={() => { props.onReload(open); setShows("source"); }} />}
      {!folder.plan && shows === "find" && <Found siteId={siteId} texts={props.store} folder={folder} version={props.version} onSource={(path, line) => { setShows("source"); props.onFar(path, line); }} onLeave={() => setShows("source")} />}
      {!folder.plan && isAuthoring(shows) && (
        <AuthoringPanels
          shows={shows} folder={folder} siteId={siteId} page={page} drafts={drafts} files={files} source={texts.get(page)?.text ?? ""} selected={element?.index ?? null} name={element?.name ?? ""} around={parent && parent.index > 0 ? parent : null} count={numbers?.elements.length ?? 0}
          offset={props.caretInPage} onAsk={props.onAsk} onSelect={props.onSelect} onPreview={props.onPreview} onLeave={() => setShows("source")} onPut={(text, caret) => { setShows("source"); props.onPutAt(page, text, caret); }}
        />
      )}
      {file && !folder.plan && shows === "rows" && element && (
        <RowsOfCode
          siteId={siteId} page={page} elements={numbers?.elements ?? []} rects={numbers?.rects ?? []} selected={element.index} drafts={drafts}
          onPut={(asking) => props.onAsk(asking).then(() => setShows("source"))}
        />
      )}
      {file && !folder.plan && (shows === "source" || (shows === "rows" && !element)) && (
        <div className="source" data-tree={hasTree}>
        {hasTree && (
          <PageTree
            siteId={siteId} page={page} drafts={drafts} source={texts.get(page)?.text ?? ""} numbers={numbers} selected={props.selected}
            onSelect={props.onSelect} onAsk={props.onAsk}
          />
        )}
        <Editor
          site={siteId} path={open} text={file.text} before={file.before} outside={file.outside} notes={notes} marks={marks} jump={jump}
          siteNow={siteNow} onEdit={props.onEdit} onCaret={props.onCaret} onPlace={props.onPlace} onNote={setCaretNote}
        />
        </div>
      )}
      {!file && <p style={{ padding: 12 }}>Opening {open}…</p>}
      <div className="status">
        <span>
          Selected: <strong>{element?.name ?? "nothing"}{numbers?.pseudo ? `::${numbers.pseudo}` : ""}</strong>{parent ? ` in ${parent.name}` : ""}
        </span>
        {numbers && <span>{numbers.rules_applied === 1 ? "1 rule applies" : `${numbers.rules_applied} rules apply`} here</span>}
        {element?.name.match(/^a(?![a-z])/) && <span>Ctrl and a click in the page follows a link.</span>}
        {numbers && <span>px at {px(numbers.width)} wide</span>}
        <span id={LEAVING} className="leaving">Tab indents. Esc, then Tab, leaves. {keyNamed("N")} shows a note whole.</span>
        <span className="caret" role="status">{caretNote}</span>
      </div>
    </Column>
  );
});

/** Problems stand in the panel at the right; notes of the open file stand beside their lines. */
export function notesOf(numbers: Numbers | undefined, path: string): MarginNote[] {
  return numbers?.notes.filter((note) => note.file === path) ?? [];
}
