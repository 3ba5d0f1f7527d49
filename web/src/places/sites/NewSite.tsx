import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type DragEvent, type SubmitEvent, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, importSite, type Site, type Twin, TwinsAsked } from "../../api/client";
import { Button } from "../../kit/Button";
import { go, writeAddress } from "../../router";
import { fromDrop, fromPicker, type GivenFile } from "./files";
import { TwinFiles } from "./TwinFiles";

const Two = styled.section`
  display: grid; grid-template-columns: repeat(auto-fit, minmax(min(330px, 100%), 1fr)); gap: 16px;
  form, .drop { padding: 16px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); }
  .drop { border: 2px dashed var(--hairline); }
  .drop[data-over="true"] { border-color: var(--lake); background: var(--lake-wash); }
  h2 { font-size: var(--size-part); margin-bottom: 4px; }
  p { color: var(--soft); margin-bottom: 12px; max-width: 56ch; }
  label { display: block; margin-bottom: 4px; font-weight: var(--weight-strong); }
  input[type="text"] { width: 100%; max-width: 22em; margin-right: 8px; padding: 5px 8px; border: 1px solid var(--faint); border-radius: var(--round-box); background: var(--paper); }
  .row { display: flex; flex-wrap: wrap; gap: 8px; }
  [role="alert"] { margin: 12px 0 0; padding: 8px 10px; border-left: 4px solid var(--wrong); background: var(--paper); color: var(--ink); }
`;

/** Make a site from an empty page, or take in a zip, a folder or several files. */
export function NewSite() {
  const [name, setName] = useState("");
  const [trouble, setTrouble] = useState("");
  const [typed, setTyped] = useState("");
  const root = useQuery({ queryKey: ["root"], queryFn: () => ask(client.GET("/api/folders/root")) }).data?.root;
  const [busy, setBusy] = useState("");
  const [over, setOver] = useState(false);
  const [asked, setAsked] = useState<{ files: GivenFile[]; groups: Twin[][] } | null>(null);
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();

  const open = async (what: string, making: Promise<Site>) => {
    setBusy(what);
    setTrouble("");
    setAsked(null);
    try {
      const site = await making;
      await queries.invalidateQueries({ queryKey: ["sites"] });
      go(writeAddress(site.id));
    } catch (error) {
      if (!(error instanceof TwinsAsked)) setTrouble(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy("");
    }
  };
  const make = (event: SubmitEvent) => {
    event.preventDefault();
    void open("Making the site…", ask(client.POST("/api/sites", { body: { name } })));
  };
  const tie = (event: SubmitEvent) => {
    event.preventDefault();
    void open("Taking in the folder…", ask(client.POST("/api/folders", { body: { path: typed } })));
  };
  const take = (given: GivenFile[], choices: Record<number, string> = {}) => {
    if (given.length === 0) return;
    const taking = importSite(given, choices).catch((error: unknown) => {
      if (error instanceof TwinsAsked) setAsked({ files: given, groups: error.groups });
      throw error;
    });
    void open(`Taking in ${given.length === 1 ? "1 file" : `${given.length} files`}…`, taking);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void fromDrop(event.dataTransfer).then((given) => take(given), () => setTrouble("The dropped files cannot be read. Choose them with the buttons."));
  };
  return (
    <Two aria-label="More sites">
      <form onSubmit={make}>
        <h2>New site</h2>
        <p>Starts with an empty page that is already right: doctype, language, charset, viewport, a linked stylesheet and a picture folder.</p>
        <label htmlFor="site-name">Name of the site</label>
        <div className="row">
          <input id="site-name" type="text" required maxLength={120} value={name} onChange={(event) => setName(event.target.value)} />
          <Button type="submit" data-strong>Make it</Button>
        </div>
      </form>
      <form onSubmit={tie}>
        <h2>A folder on this machine</h2>
        <p>Stays where it is. What you save in any editor appears here at once, and what you save here is written there.</p>
        {root
          ? (
            <>
              <label htmlFor="folder-path">Folder, from {root}/</label>
              <div className="row">
                <input id="folder-path" type="text" required spellCheck={false} value={typed} onChange={(event) => setTyped(event.target.value)} />
                <Button type="submit">Tie it</Button>
              </div>
            </>
          )
          : <p>Start with <code>./pin start --folder PATH</code> to work on one, or with <code>--root PATH</code> to name folders here.</p>}
      </form>
      <div
        className="drop" data-over={over}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <h2>Your own work</h2>
        <p>Drop a zip, a folder or several files here. They are kept as they are, byte for byte, until you edit them. Up to 400 files and 60 MB. What systems leave behind in folders (.DS_Store, Thumbs.db, __MACOSX, .git) is left out.</p>
        <div className="row">
          <Button onPress={() => files.current?.click()}>Choose a zip or files</Button>
          <Button onPress={() => folder.current?.click()}>Choose a folder</Button>
        </div>
        <input ref={files} type="file" multiple hidden aria-label="Zip or files" onChange={(event) => event.target.files && take(fromPicker(event.target.files))} />
        <input ref={folder} type="file" multiple hidden aria-label="Folder" {...{ webkitdirectory: "" }} onChange={(event) => event.target.files && take(fromPicker(event.target.files))} />
        <p role="status" style={{ margin: "10px 0 0" }}>{busy}</p>
        {trouble && <p role="alert">{trouble}</p>}
      </div>
      {asked && <TwinFiles groups={asked.groups} onSettle={(choices) => take(asked.files, choices)} onCancel={() => setAsked(null)} />}
    </Two>
  );
}
