import { memo, useCallback, useEffect, useRef, useState } from "react";
import styled from "styled-components";
import type { FolderWish, Site } from "../../../api/client";
import { Button, LinkButton } from "../../../kit/Button";
import { go, writeAddress } from "../../../router";
import { fromDrop, fromPicker, type GivenFile } from "../../sites/files";
import type { Line } from "../../../api/line";
import { FileDetails } from "./FileDetails";
import { FolderLine } from "./FolderLine";
import { type Asked, FileForm } from "./FileForms";
import { FileTree } from "./FileTree";
import { folderAt, folderOf } from "./tree";
import type { Folder } from "./useFolder";

const Panel = styled.section`
  display: grid; grid-template-rows: auto auto minmax(38%, 1fr) auto minmax(0, auto) auto; height: 100%; min-height: 0; min-width: 0; background: var(--paper);
  &[data-over="true"] { outline: 2px dashed var(--lake); outline-offset: -4px; }
  > header { display: flex; flex-wrap: wrap; gap: 4px; padding: 6px 8px; border-bottom: 1px solid var(--hairline); }
  > header button, .acts button { padding: 1px 8px; font-size: var(--size-note); }
  .acts { display: flex; flex-wrap: wrap; gap: 4px; padding: 6px 8px; border-top: 1px solid var(--hairline); }
  .told { padding: 4px 10px; border-top: 1px solid var(--hairline); font-size: var(--size-note); overflow-wrap: anywhere; }
  .told button { padding: 1px 7px; }
  .told[role="alert"] { border-left: 4px solid var(--wrong); background: var(--panel); }
  .below { display: grid; border-top: 1px solid var(--hairline); overflow: auto; background: var(--panel); }
`;

interface Props {
  site: Site;
  page: string;
  open: string;
  folder: Folder;
  line: Line;
  onOpen: (path: string) => void;
  onSource: (path: string, line: number) => void;
}

/** The files of the site beside the editor, as the folder that they are. */
export const FilesPanel = memo(function FilesPanel({ site, page, open, folder, line, onOpen, onSource }: Props) {
  const [chosen, setChosen] = useState<string | null>(open);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [isOver, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const panel = useRef<HTMLElement>(null);
  const file = site.files.find((one) => one.path === chosen);
  const into = folderAt(chosen);
  const { links, wish } = folder;
  const [waiting, setWaiting] = useState<{ files: GivenFile[]; folder: string; there: string[] } | null>(null);
  /** Files are put in at once, unless some of their names are taken: then it is asked what is meant. */
  const putIn = (files: GivenFile[], target: string) => {
    const there = files.map((given) => target + given.path).filter((path) => site.files.some((one) => one.path.toLowerCase() === path.toLowerCase()));
    if (there.length > 0) setWaiting({ files, folder: target, there });
    else folder.putIn(files, target);
  };
  const settle = (replace: boolean) => {
    if (waiting) folder.putIn(waiting.files, waiting.folder, replace);
    setWaiting(null);
  };

  const openFile = useCallback((id: string) => {
    const found = site.files.find((one) => one.path === id);
    if (!found) return;
    if (found.kind === "page" && found.editable && found.path !== page) go(writeAddress(site.id, found.path));
    else if (found.editable) onOpen(found.path);
  }, [site, page, onOpen]);
  const ask = (what: Asked) => setAsked(what);
  const onWish = useCallback((wanted: FolderWish) => {
    void wish(wanted).then((isDone) => {
      if (isDone) setAsked(null);
    });
  }, [wish]);
  const lastMade = folder.last?.parts.find((part) => part.new_path !== "" && part.new_path !== part.path)?.new_path;
  const [arrived, setArrived] = useState("");
  // What was made or moved is chosen once it stands in the tree, and has the keys where the question that made it had them.
  if (lastMade && lastMade !== arrived && site.files.some((one) => one.path === lastMade)) {
    setArrived(lastMade);
    setChosen(lastMade);
  }
  useEffect(() => {
    if (arrived && document.activeElement === document.body) panel.current?.querySelector<HTMLElement>(`[data-key="${CSS.escape(arrived)}"]`)?.focus();
  }, [arrived]);
  const onKey = (event: React.KeyboardEvent) => {
    if (!(event.target as HTMLElement).closest("[role='treegrid']")) return;
    if (event.key === "F2" && chosen) ask("rename");
    else if (event.key === "Delete" && chosen) onWish({ do: "remove", paths: [chosen] });
    else return;
    event.preventDefault();
  };
  return (
    <Panel
      ref={panel} aria-label="Files" data-over={isOver} onKeyDown={onKey}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void fromDrop(event.dataTransfer).then((given) => putIn(given, into));
      }}
      onPaste={(event) => {
        if (event.clipboardData.files.length === 0) return;
        event.preventDefault();
        putIn(fromPicker(event.clipboardData.files), into);
      }}
    >
      <header>
        <Button onPress={() => ask("new-page")}>New page</Button>
        <Button onPress={() => ask("new-sheet")}>New sheet</Button>
        <Button onPress={() => input.current?.click()}>Put in files</Button>
        <input ref={input} type="file" multiple hidden aria-label={`Files to put into ${into || "the site"}`} onChange={(event) => {
          if (event.target.files) putIn(fromPicker(event.target.files), into);
          event.target.value = "";
        }} />
      </header>
      <div><FolderLine site={site} line={line} /></div>
      <FileTree files={site.files} links={links} chosen={chosen} onChoose={setChosen} onOpen={openFile} open={open} />
      <div className="acts" role="group" aria-label={`With ${chosen ?? "what is chosen"}`}>
        <Button isDisabled={!chosen} onPress={() => ask("rename")}>Rename or move</Button>
        <Button isDisabled={!file} onPress={() => ask("duplicate")}>Duplicate</Button>
        <Button isDisabled={!chosen || folder.isBusy} onPress={() => chosen && onWish({ do: "remove", paths: [chosen] })}>Remove</Button>
      </div>
      <div className="below">
        {asked
          ? <FileForm key={`${asked} ${chosen}`} asked={asked} chosen={chosen} folder={chosen?.endsWith("/") ? chosen : folderOf(asked === "new-sheet" && open.endsWith(".css") ? open : page)} page={page} files={site.files} links={links} isBusy={folder.isBusy} onWish={onWish} onLeave={() => setAsked(null)} />
          : file && <FileDetails siteId={site.id} file={file} files={site.files} folder={folder} page={page} links={links} pages={site.pages} onSource={onSource} onWish={onWish} />}
      </div>
      {/* At the end, where what is told of the chosen file moves none of its buttons when it comes. */}
      <div>
        {waiting && (
          <div className="told" role="alert">
            <p>{waiting.there.join(", ")} {waiting.there.length === 1 ? "is" : "are"} there already.</p>
            <Button onPress={() => settle(true)}>Put it in its place</Button> <Button onPress={() => settle(false)}>Beside it</Button> <Button onPress={() => setWaiting(null)}>Leave it</Button>
          </div>
        )}
        {folder.trouble && <p className="told" role="alert">{folder.trouble}</p>}
        {folder.said && <p className="told" role="status">{folder.said} {folder.last && !folder.last.words.startsWith("Undone") && <LinkButton onPress={() => folder.last && folder.undo(folder.last)}>Undo</LinkButton>}</p>}
      </div>
    </Panel>
  );
});
