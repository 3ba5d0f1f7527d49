/** A picture that opens large on click: by a link, a dialog or the shipped script, written in one step. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import type { Folder } from "./folder/useFolder";

const Form = styled.form`
  margin-top: 8px; font-size: var(--size-note);
  .ask { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; }
  select { padding: 1px 4px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--paper); color: var(--ink); font-size: var(--size-note); }
  button { padding: 1px 9px; font-size: var(--size-note); }
`;
const WAYS = {
  link: ["by a link to its file", "The browser shows the file by itself; back leads here again."],
  dialog: ["in a dialog", "A button around it opens a dialog at the end of the page. No script; browsers from 2025 on."],
  script: ["over the page, by a script", "A link to its file; the shipped script opens it over the page, and without it the link leads there."],
} as const;
type Way = keyof typeof WAYS;

interface Props {
  siteId: number;
  page: string;
  height: number;
  selected: number;
  folder: Folder;
  /** It is written: what is selected then is what was put around the picture. */
  onWritten: () => void;
}

export function EnlargeForm({ siteId, page, height, selected, folder, onWritten }: Props) {
  const [way, setWay] = useState<Way>("link");
  const [trouble, setTrouble] = useState("");
  const [isBusy, setBusy] = useState(false);
  const put = () => {
    setTrouble("");
    setBusy(true);
    void folder.carry(() => ask(client.POST("/api/sites/{site_id}/enlarge", { params: { path: { site_id: siteId } }, body: { page, selected, height, way } })))
      .then((done) => done === true ? onWritten() : setTrouble(done))
      .finally(() => setBusy(false));
  };
  return (
    <Form aria-label="Enlarge on click" onSubmit={(event) => { event.preventDefault(); put(); }}>
      <div className="ask">
        <strong>Enlarge on click</strong>
        <select aria-label="How it opens" value={way} onChange={(event) => setWay(event.target.value as Way)}>{Object.entries(WAYS).map(([name, [words]]) => <option key={name} value={name}>{words}</option>)}</select>
        <Button type="submit" isDisabled={isBusy}>Write it</Button>
      </div>
      <p>{WAYS[way][1]}</p>
      {trouble && <p role="alert">{trouble}</p>}
    </Form>
  );
}
