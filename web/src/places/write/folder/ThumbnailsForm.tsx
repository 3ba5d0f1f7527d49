/** Small pictures of one ratio, cut around their middles, of one picture or of all in its folder: made in one step. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type SiteFile } from "../../../api/client";
import { Button } from "../../../kit/Button";
import type { Folder } from "./useFolder";

const Form = styled.form`
  display: grid; gap: 4px;
  .row { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; }
  input { width: 48px; padding: 1px 5px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink); }
  button { justify-self: start; padding: 1px 9px; font-size: var(--size-note); }
`;

interface Props {
  siteId: number;
  file: SiteFile;
  files: readonly SiteFile[];
  folder: Folder;
}

const folderOf = (path: string) => path.slice(0, path.lastIndexOf("/") + 1);
const isSource = (path: string) => /\.(jpe?g|png|webp|avif)$/i.test(path) && !/-thumbnail\.\w+$/.test(path);

export function ThumbnailsForm({ siteId, file, files, folder }: Props) {
  const [width, setWidth] = useState("240");
  const [across, setAcross] = useState("4");
  const [down, setDown] = useState("3");
  const [trouble, setTrouble] = useState("");
  const [isBusy, setBusy] = useState(false);
  const all = files.filter((one) => isSource(one.path) && folderOf(one.path) === folderOf(file.path)).map((one) => one.path);
  const numbers = [width, across, down].map((one) => Number(one.replace(",", ".")));
  const isWhole = numbers.every((one) => one > 0) && Number.isInteger(numbers[0]);
  const make = (paths: string[]) => {
    setTrouble("");
    setBusy(true);
    const [wide = 0, first = 1, second = 1] = numbers;
    void folder.carry(() => ask(client.POST("/api/sites/{site_id}/thumbnails", { params: { path: { site_id: siteId } }, body: { paths, width: wide, ratio_width: first, ratio_height: second } })))
      .then((done) => setTrouble(done === true ? "" : done))
      .finally(() => setBusy(false));
  };
  if (!isSource(file.path)) return null;
  return (
    <Form aria-label="Thumbnails" onSubmit={(event) => { event.preventDefault(); if (isWhole) make([file.path]); }}>
      <div className="row">
        <label>Small ones <input aria-label="Width of a thumbnail" inputMode="numeric" value={width} onChange={(event) => setWidth(event.target.value)} /> wide,</label>
        <span><input aria-label="Across" inputMode="decimal" value={across} onChange={(event) => setAcross(event.target.value)} /> to <input aria-label="Down" inputMode="decimal" value={down} onChange={(event) => setDown(event.target.value)} /></span>
      </div>
      {trouble && <p role="alert" className="wrong">{trouble}</p>}
      <Button type="submit" isDisabled={!isWhole || isBusy}>Make one of this picture</Button>
      {all.length > 1 && <Button isDisabled={!isWhole || isBusy} onPress={() => make(all)}>Make them of all {all.length} in {folderOf(file.path) || "the site"}</Button>}
    </Form>
  );
}
