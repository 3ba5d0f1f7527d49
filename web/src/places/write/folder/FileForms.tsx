/** The questions that a new page, a new sheet, a new name or a copy ask. */
import { type ReactNode, type SubmitEvent, useState } from "react";
import styled from "styled-components";
import type { FolderLinks, FolderWish, SiteFile } from "../../../api/client";
import { Button } from "../../../kit/Button";

const Form = styled.form`
  display: grid; gap: 7px; padding: 8px 10px; align-content: start;
  h2 { font-size: var(--size-text); }
  label { display: grid; gap: 2px; }
  label.check { display: flex; gap: 6px; align-items: baseline; overflow-wrap: anywhere; }
  input:not([type="checkbox"]), select { width: 100%; min-width: 0; padding: 3px 6px; border: 1px solid var(--faint); border-radius: var(--round-box); background: var(--paper); color: var(--ink); }
  fieldset { display: grid; gap: 4px; margin: 0; padding: 0; border: 0; min-width: 0; }
  legend { padding: 0; margin-bottom: 2px; }
  .row { display: flex; flex-wrap: wrap; gap: 6px; }
  .row button { padding: 2px 9px; }
  .order { margin-left: 20px; }
`;

export type Asked = "new-page" | "new-sheet" | "rename" | "duplicate";

interface Props {
  asked: Asked;
  /** The file or folder that is chosen. */
  chosen: string | null;
  /** The folder that something new goes into. */
  folder: string;
  page: string;
  files: SiteFile[];
  links: FolderLinks | undefined;
  isBusy: boolean;
  onWish: (wish: FolderWish) => void;
  onLeave: () => void;
}

export function FileForm(props: Props) {
  const { asked } = props;
  if (asked === "new-page") return <NewPage {...props} />;
  if (asked === "new-sheet") return <NewSheet {...props} />;
  return <NewName {...props} isCopy={asked === "duplicate"} />;
}

function Sheet({ title, action, isBusy, onSubmit, onLeave, children }: { title: string; action: string; isBusy: boolean; onSubmit: () => void; onLeave: () => void; children: ReactNode }) {
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <Form aria-label={title} onSubmit={submit} onKeyDown={(event) => event.key === "Escape" && onLeave()}>
      <h2>{title}</h2>
      {children}
      <div className="row">
        <Button type="submit" data-strong isDisabled={isBusy}>{action}</Button>
        <Button onPress={onLeave}>Leave it</Button>
      </div>
    </Form>
  );
}

function NewPage({ folder, page, files, isBusy, onWish, onLeave }: Props) {
  const pages = files.filter((file) => file.kind === "page" && file.editable).map((file) => file.path);
  const sheets = files.filter((file) => file.kind === "style").map((file) => file.path);
  const [path, setPath] = useState(`${folder}`);
  const [title, setTitle] = useState("");
  const [like, setLike] = useState(page);
  const [linked, setLinked] = useState<string[]>(sheets.slice(0, 1));
  const whole = /\.html?$/i.test(path) ? path : `${path}.html`;
  return (
    <Sheet title="New page" action="Make the page" isBusy={isBusy} onLeave={onLeave} onSubmit={() => onWish({ do: "new-page", path: whole, title, like, sheets: like ? [] : linked })}>
      <label>Path <input autoFocus required value={path} spellCheck={false} onChange={(event) => setPath(event.target.value)} onFocus={(event) => event.target.setSelectionRange(path.length, path.length)} /></label>
      <label>Title <input value={title} placeholder="from the path" onChange={(event) => setTitle(event.target.value)} /></label>
      <label>Head, header and footer
        <select value={like} onChange={(event) => setLike(event.target.value)}>
          <option value="">of its own: empty and right</option>
          {pages.map((one) => <option key={one} value={one}>like {one}</option>)}
        </select>
      </label>
      {like === "" && sheets.length > 0 && (
        <fieldset>
          <legend>Sheets that it links, in this order</legend>
          {sheets.map((sheet) => (
            <label key={sheet} className="check"><input type="checkbox" checked={linked.includes(sheet)} onChange={(event) => setLinked(event.target.checked ? [...linked, sheet] : linked.filter((one) => one !== sheet))} /> {sheet}{linked.includes(sheet) ? ` (${linked.indexOf(sheet) + 1})` : ""}</label>
          ))}
        </fieldset>
      )}
    </Sheet>
  );
}

function NewSheet({ folder, page, files, links, isBusy, onWish, onLeave }: Props) {
  const pages = files.filter((file) => file.kind === "page" && file.editable).map((file) => file.path);
  const [path, setPath] = useState(folder);
  const [chosen, setChosen] = useState<Record<string, string>>({ [page]: "" });
  const whole = /\.css$/i.test(path) ? path : `${path}.css`;
  return (
    <Sheet title="New sheet" action="Make the sheet" isBusy={isBusy} onLeave={onLeave} onSubmit={() => onWish({ do: "new-sheet", path: whole, pages: Object.entries(chosen).map(([one, before]) => ({ page: one, before })) })}>
      <label>Path <input autoFocus required value={path} spellCheck={false} onChange={(event) => setPath(event.target.value)} /></label>
      <fieldset>
        <legend>Linked in</legend>
        {pages.map((one) => (
          <div key={one}>
            <label className="check">
              <input
                type="checkbox" checked={one in chosen}
                onChange={(event) => setChosen(event.target.checked ? { ...chosen, [one]: "" } : Object.fromEntries(Object.entries(chosen).filter(([other]) => other !== one)))}
              /> {one}
            </label>
            {one in chosen && (links?.sheets[one]?.length ?? 0) > 0 && (
              <select className="order" aria-label={`Place among the sheets of ${one}`} value={chosen[one]} onChange={(event) => setChosen({ ...chosen, [one]: event.target.value })}>
                <option value="">after all others</option>
                {links?.sheets[one]?.map((sheet) => <option key={sheet.path} value={sheet.path}>before {sheet.path}</option>)}
              </select>
            )}
          </div>
        ))}
      </fieldset>
    </Sheet>
  );
}

function NewName({ chosen, isCopy, isBusy, onWish, onLeave }: Props & { isCopy: boolean }) {
  const isFolder = chosen?.endsWith("/") ?? false;
  const now = chosen ?? "";
  const dot = now.lastIndexOf(".");
  const [path, setPath] = useState(isCopy ? (dot > 0 ? `${now.slice(0, dot)}-2${now.slice(dot)}` : `${now}-2`) : now.replace(/\/$/, ""));
  const [start, end] = [path.lastIndexOf("/") + 1, isFolder || path.lastIndexOf(".") < 0 ? path.length : path.lastIndexOf(".")];
  return (
    <Sheet
      title={isCopy ? `Duplicate ${now}` : `Rename or move ${now}`} action={isCopy ? "Make the copy" : "See what changes"} isBusy={isBusy} onLeave={onLeave}
      onSubmit={() => onWish(isCopy ? { do: "duplicate", path: now, to: path } : { do: "move", moves: [{ path: now, to: path }] })}
    >
      <label>{isCopy ? "Path of the copy" : "New path"} <input autoFocus required value={path} spellCheck={false} onChange={(event) => setPath(event.target.value)} onFocus={(event) => event.target.setSelectionRange(start, end)} /></label>
    </Sheet>
  );
}
