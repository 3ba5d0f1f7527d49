/** Which files the selected picture needs: sizes from its widths, srcset, what a browser takes where; made and written in one step. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { patiently } from "../../kit/patiently";
import { px } from "../../kit/numbers";
import { rangeOf } from "../survey/words";
import { WALKED } from "../survey/job";
import type { Folder } from "./folder/useFolder";

const Form = styled.form`
  margin-top: 8px; font-size: var(--size-note);
  .ask { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; }
  select { padding: 1px 4px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--paper); color: var(--ink); font-size: var(--size-note); }
  button { padding: 1px 9px; font-size: var(--size-note); }
  code { font-family: var(--font-number); overflow-wrap: anywhere; }
  table { border-collapse: collapse; margin: 4px 0; } th { text-align: start; font-weight: var(--weight-strong); }
  th, td { padding: 1px 12px 1px 0; vertical-align: top; }
  ul { margin: 2px 0; padding: 0; list-style: none; font-family: var(--font-number); }
`;

type Found = components["schemas"]["PictureFilesOut"];
const FORMATS = { webp: "WebP", avif: "AVIF", same: "as the picture is" } as const;

interface Props {
  siteId: number;
  page: string;
  height: number;
  drafts: Record<string, string>;
  selected: number;
  folder: Folder;
}

export function PictureFilesForm({ siteId, page, height, drafts, selected, folder }: Props) {
  const [found, setFound] = useState<Found | null>(null);
  const [format, setFormat] = useState<keyof typeof FORMATS>("webp");
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState<"" | "looking" | "making">("");
  const [isDone, setDone] = useState(false);
  const { last } = folder;
  const path = { site_id: siteId };
  const look = () => {
    setTrouble("");
    setFound(null);
    setBusy("looking");
    patiently(() => ask(client.POST("/api/sites/{site_id}/picture-files", { params: { path }, body: { page, drafts, selected, height } })))
      .then(setFound, (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)))
      .finally(() => setBusy(""));
  };
  const make = () => {
    setTrouble("");
    setBusy("making");
    void folder.carry(() => ask(client.POST("/api/sites/{site_id}/picture-files/make", { params: { path }, body: { page, selected, height, format } })))
      .then((done) => {
        setDone(done === true);
        setTrouble(done === true ? "" : done);
      })
      .finally(() => setBusy(""));
  };
  return (
    <Form aria-label="Files of the picture" onSubmit={(event) => { event.preventDefault(); look(); }}>
      <div className="ask">
        <strong>Files for it</strong>
        <Button type="submit" isDisabled={busy !== ""}>Which would do?</Button>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      <div role="status">
        {busy === "looking" && <p>Every width is walked…</p>}
        {busy === "making" && <p>The files are made…</p>}
        {isDone && last && !last.undone && busy === "" && <p>{folder.said} <Button onPress={() => { setDone(false); folder.undo(last); }}>Undo</Button></p>}
        {found && (
          <>
            <p>It has {found.across.toLocaleString("en-GB")} × {found.down.toLocaleString("en-GB")} pixels and is drawn at most {px(found.largest)} wide, at {found.largest_at.toLocaleString("en-GB")}.</p>
            <p><code>sizes="{found.sizes}"</code>, {found.off > 0 ? `never more than ${px(Math.max(found.off, 0.01))} off` : "exact"} at every width.</p>
            <table aria-label="Files that a browser takes">
              <thead><tr><th>Pixels across</th><th>taken on a plain screen</th><th>at 2×</th><th>at 3×</th></tr></thead>
              <tbody>
                {found.widths.map((width) => (
                  <tr key={width}><th scope="row">{width.toLocaleString("en-GB")}</th>{["1", "2", "3"].map((density) => <td key={density}>{(found.taken[density] ?? []).filter((one) => one.width === width).map((one) => rangeOf(one.low, one.high, WALKED)).join("; ")}</td>)}</tr>
                ))}
              </tbody>
            </table>
            <ul>{found.working.map((line) => <li key={line}>{line}</li>)}</ul>
            <div className="ask">
              <label>written as <select value={format} onChange={(event) => setFormat(event.target.value as keyof typeof FORMATS)}>{Object.entries(FORMATS).map(([name, words]) => <option key={name} value={name}>{words}</option>)}</select></label>
              <Button onPress={make} isDisabled={busy !== ""}>Make the files and write srcset</Button>
            </div>
          </>
        )}
      </div>
    </Form>
  );
}
