import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type MouseEvent, type SubmitEvent, useRef, useState } from "react";
import { ask, client, type PageDrawing, sentence } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { pictureAddress } from "./DrawingsPanel";

/** A colour taken from a drawing: by its name if the site has it, else how far it is from the nearest. */
export function ColourTaken({ siteId, page, drawing }: { siteId: number; page: string; drawing: PageDrawing }) {
  const picture = useRef<HTMLImageElement>(null);
  const [colour, setColour] = useState<string | null>(null);
  const nearest = useQuery({
    queryKey: ["colour", siteId, page, colour], enabled: colour !== null,
    queryFn: async () => (await ask(client.POST("/api/sites/{site_id}/colours/nearest", { params: { path: { site_id: siteId } }, body: { page, drafts: {}, colour: colour ?? "" } }).then((one) => ({ data: { found: one.data ?? null }, error: one.error })))).found,
  });
  const take = (event: MouseEvent) => {
    const image = picture.current;
    if (!image) return;
    const box = image.getBoundingClientRect();
    const canvas = document.createElement("canvas");
    canvas.width = canvas.height = 1;
    const brush = canvas.getContext("2d");
    if (!brush) return;
    const part = image.naturalWidth / box.width;
    brush.drawImage(image, -Math.floor((event.clientX - box.left) * part), -Math.floor((event.clientY - box.top) * part));
    const [red = 0, green = 0, blue = 0] = brush.getImageData(0, 0, 1, 1).data;
    setColour(`#${[red, green, blue].map((one) => one.toString(16).padStart(2, "0")).join("")}`);
  };
  return (
    <details>
      <summary>Take a colour</summary>
      <p className="soft">Click where it is, or write it.</p>
      <img ref={picture} src={pictureAddress(siteId, drawing)} alt={`Drawing ${drawing.name}, to take a colour from`} style={{ width: "100%", cursor: "crosshair", border: "1px solid var(--hairline)" }} onClick={take} />
      <label className="field">Colour<input value={colour ?? ""} placeholder="#2b6880" onChange={(event) => setColour(/^#[0-9a-fA-F]{6}$/.test(event.target.value) ? event.target.value : null)} /></label>
      {colour && (
        <p>
          <span aria-hidden="true" style={{ display: "inline-block", width: 14, height: 14, marginRight: 6, background: colour, border: "1px solid var(--ink)", verticalAlign: -2 }} />
          {nearest.data === undefined ? "" : nearest.data === null ? "The sheets of this page have no colours yet." : nearest.data.distance === 0 ? <><strong>{nearest.data.name}</strong> already: {nearest.data.file} line {nearest.data.line}.</> : <>Nearest is <strong>{nearest.data.name}</strong> {nearest.data.value}, {nearest.data.distance < 2 ? "hardly to be told apart" : `${px(nearest.data.distance)} away (under 2 is hardly seen)`}: {nearest.data.file} line {nearest.data.line}.</>}
        </p>
      )}
      {colour && nearest.data?.distance !== 0 && <KeepColour siteId={siteId} page={page} colour={colour} />}
    </details>
  );
}

/** Put a colour that the site does not have into one of its sheets, under a name. */
function KeepColour({ siteId, page, colour }: { siteId: number; page: string; colour: string }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [said, setSaid] = useState("");
  const sheets = useQuery({ queryKey: ["site", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}", { params: { path: { site_id: siteId } } })) }).data?.files.filter((file) => file.kind === "style" && file.editable).map((file) => file.path) ?? [];
  const [file, setFile] = useState("");
  const keep = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    void client.POST("/api/sites/{site_id}/colours", { params: { path: { site_id: siteId } }, body: { file: file || (sheets[0] ?? ""), name, colour }, parseAs: "text" }).then(({ error }) => {
      setSaid(error === undefined ? "" : sentence(typeof error === "string" ? JSON.parse(error) : error));
      if (error === undefined) void queries.invalidateQueries({ queryKey: ["colour", siteId, page] });
    });
  };
  if (sheets.length === 0) return null;
  return (
    <form className="row small" onSubmit={keep}>
      <label className="field">Keep it as<input style={{ width: 110 }} value={name} placeholder="--lake" required onChange={(event) => setName(event.target.value)} /></label>
      {sheets.length > 1 && <label className="field">in<select value={file || sheets[0]} onChange={(event) => setFile(event.target.value)}>{sheets.map((one) => <option key={one}>{one}</option>)}</select></label>}
      <Button type="submit">Keep in {file || sheets[0]}</Button>
      {said && <p role="alert">{said}</p>}
    </form>
  );
}
