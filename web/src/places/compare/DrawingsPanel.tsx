/** Drawings of the intended page: laid over a frame, moved, scaled by two points, wiped, faded, or as a difference. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ChangeEvent, type MouseEvent, useCallback, useMemo, useState } from "react";
import { ask, client, type DrawnEdge, type PageDrawing, putDrawing } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { px } from "../../kit/numbers";
import { ColourTaken } from "./ColourTaken";
import type { Distances } from "./DistancesPanel";
import type { FrameTold } from "./LineFrame";
import { type Entry, keyOf } from "./lineUp";
import { PanelBody } from "./panelStyles";
import { setNow } from "../../kit/setNow";

export const WAYS = ["Off", "Fade", "Wipe", "Difference", "Beside"] as const;
export type Way = (typeof WAYS)[number];

export interface Drawings {
  list: PageDrawing[];
  way: Way;
  setWay: (way: Way) => void;
  part: number;
  setPart: (part: number) => void;
  put: (width: number, file: File) => Promise<void>;
  place: (drawing: PageDrawing, part: Partial<Pick<PageDrawing, "x" | "y" | "scale" | "width">>) => void;
  remove: (drawing: PageDrawing) => void;
}

/** The drawings of a page, and how they lie over the frames. */
export function useDrawings(site: number, page: string): Drawings {
  const queries = useQueryClient();
  const key = useMemo(() => ["drawings", site, page], [site, page]);
  const list = useQuery({ queryKey: key, queryFn: () => ask(client.GET("/api/sites/{site_id}/drawings", { params: { path: { site_id: site }, query: { page } } })) });
  const [way, setWay] = useState<Way>("Fade");
  const [part, setPart] = useState(50);
  const fresh = useCallback(() => queries.invalidateQueries({ queryKey: key }), [queries, key]);
  const put = useCallback(async (width: number, file: File) => {
    await putDrawing(site, page, width, file);
    await fresh();
  }, [site, page, fresh]);
  const place = useCallback((drawing: PageDrawing, change: Partial<PageDrawing>) => {
    const next = { ...drawing, ...change };
    void setNow<PageDrawing[]>(queries, key, (now) => now?.map((one) => (one.id === drawing.id ? next : one)));
    void client.PUT("/api/sites/{site_id}/drawings/{drawing_id}", { params: { path: { site_id: site, drawing_id: drawing.id } }, body: { width: next.width, x: next.x, y: next.y, scale: next.scale } });
  }, [queries, key, site]);
  const remove = useCallback((drawing: PageDrawing) => {
    void client.DELETE("/api/sites/{site_id}/drawings/{drawing_id}", { params: { path: { site_id: site, drawing_id: drawing.id } }, parseAs: "text" }).then(fresh);
  }, [site, fresh]);
  return { list: list.data ?? [], way, setWay, part, setPart, put, place, remove };
}

export const pictureAddress = (site: number, drawing: PageDrawing) => `/api/sites/${site}/drawings/${drawing.id}/picture`;

/** The drawing of a frame's width, laid over it where the page stands. */
export function DrawnOver({ drawings, width, siteId, told, scale, height }: { drawings: Drawings; width: number; siteId: number; told: FrameTold; scale: number; height: number }) {
  const drawing = drawings.list.find((one) => one.width === width);
  if (!drawing || drawings.way === "Off" || drawings.way === "Beside") return null;
  const style = {
    position: "absolute" as const, left: (drawing.x - told.scroll[0]) * scale, top: (drawing.y - told.scroll[1]) * scale,
    width: drawing.pixel_width * drawing.scale * scale, maxWidth: "none",
    opacity: drawings.way === "Fade" ? drawings.part / 100 : 1,
    mixBlendMode: drawings.way === "Difference" ? ("difference" as const) : undefined,
  };
  const clip = drawings.way === "Wipe" ? `inset(0 ${100 - drawings.part}% 0 0)` : undefined;
  return (
    <div style={{ position: "absolute", inset: 0, overflow: "hidden", clipPath: clip, mixBlendMode: style.mixBlendMode }}>
      <img src={pictureAddress(siteId, drawing)} alt={`Drawing ${drawing.name}`} style={{ ...style, mixBlendMode: undefined }} />
      {drawings.way === "Wipe" && <span style={{ position: "absolute", left: `calc(${drawings.part}% - 1px)`, top: 0, width: 2, height: height * scale, background: "var(--day-lake)" }} />}
    </div>
  );
}

/** The drawing of a frame's width beside the frame, at the same place of the page. */
export function DrawnBeside({ drawings, entry, siteId, standing, scale }: { drawings: Drawings; entry: Entry; siteId: number; standing: number; scale: number }) {
  const drawing = drawings.way === "Beside" ? drawings.list.find((one) => one.width === entry.width) : undefined;
  if (!drawing) return null;
  return (
    <div style={{ position: "relative", overflow: "hidden", flex: "none", width: entry.width * scale, height: entry.height * scale, marginLeft: 8, border: "1px dashed var(--ink)", background: "var(--sheet)" }}>
      <img src={pictureAddress(siteId, drawing)} alt={`Drawing ${drawing.name}, beside`} style={{ position: "absolute", maxWidth: "none", left: drawing.x * scale, top: (drawing.y - standing) * scale, width: drawing.pixel_width * drawing.scale * scale }} />
    </div>
  );
}

interface Props {
  siteId: number;
  page: string;
  entries: Entry[];
  drawings: Drawings;
  distances: Distances;
}

export function DrawingsPanel({ siteId, page, entries, drawings, distances }: Props) {
  const [width, setWidth] = useState(entries[0]?.width ?? 1440);
  const [error, setError] = useState("");
  const [chosen, setChosen] = useState<number | null>(null);
  const drawing = drawings.list.find((one) => one.id === chosen) ?? drawings.list[0];
  const take = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = "";
    if (file) drawings.put(width, file).then(() => setError("")).catch((failure: unknown) => setError(failure instanceof Error ? failure.message : String(failure)));
  };
  return (
    <PanelBody>
      <h2>Drawings</h2>
      <p className="soft">A picture of the intended page at one width: PNG, JPEG, WebP or SVG. It lies over the frame of that width and is kept with the site.</p>
      <label className="field">For the frame<select value={width} onChange={(event) => setWidth(Number(event.target.value))}>{entries.map((one) => <option key={keyOf(one)} value={one.width}>{one.name}, {px(one.width)} wide</option>)}</select></label>
      <label className="field">Take a drawing in<input type="file" accept=".png,.jpg,.jpeg,.webp,.svg" onChange={take} /></label>
      {error && <p role="alert">{error}</p>}
      {drawings.list.length > 0 && (
        <>
          <h3>How they lie over the page</h3>
          <Choice label="How drawings lie over the page" options={WAYS} value={drawings.way} onChange={drawings.setWay} />
          {(drawings.way === "Fade" || drawings.way === "Wipe") && <label className="field">{drawings.way === "Fade" ? "How much of the drawing shows" : "How far it is drawn over"}<input type="range" min={0} max={100} value={drawings.part} onChange={(event) => drawings.setPart(Number(event.target.value))} /></label>}
          <ul className="items" aria-label="Drawings of this page">
            {drawings.list.map((one) => (
              <li key={one.id} className="row small">
                <LinkButton aria-pressed={one.id === drawing?.id} onPress={() => setChosen(one.id)}>{one.name}</LinkButton>
                <span className="soft">for {px(one.width)}</span>
                <LinkButton aria-label={`Remove ${one.name}`} onPress={() => drawings.remove(one)}>Remove</LinkButton>
              </li>
            ))}
          </ul>
        </>
      )}
      {drawing && <Placing key={drawing.id} siteId={siteId} page={page} drawing={drawing} drawings={drawings} distances={distances} />}
    </PanelBody>
  );
}

/** Where a drawing lies: by numbers, or by two points of it and where they belong; what is drawn in it, and its colours. */
function Placing({ siteId, page, drawing, drawings, distances }: { siteId: number; page: string; drawing: PageDrawing; drawings: Drawings; distances: Distances }) {
  const edges = useQuery({ queryKey: ["drawn-edges", siteId, drawing.id], queryFn: () => ask(client.GET("/api/sites/{site_id}/drawings/{drawing_id}/edges", { params: { path: { site_id: siteId, drawing_id: drawing.id } } })) });
  const [points, setPoints] = useState({ own: "", page: "", own2: "", page2: "" });
  const field = (name: "x" | "y" | "scale", words: string, step: number) => (
    <label className="field">{words}<input type="number" step={step} value={Math.round(drawing[name] * 10_000) / 10_000} onChange={(event) => event.target.value !== "" && drawings.place(drawing, { [name]: Number(event.target.value) })} /></label>
  );
  const byPoints = () => {
    const numbers = [points.own, points.page, points.own2, points.page2].map((one) => one.split(/[,\s]+/).map(Number));
    const [a, A, b, B] = numbers as [number[], number[], number[], number[]];
    if (numbers.some((one) => one.length !== 2 || one.some((part) => !Number.isFinite(part)))) return;
    const own = Math.hypot((b[0] ?? 0) - (a[0] ?? 0), (b[1] ?? 0) - (a[1] ?? 0));
    const scale = own === 0 ? drawing.scale : Math.hypot((B[0] ?? 0) - (A[0] ?? 0), (B[1] ?? 0) - (A[1] ?? 0)) / own;
    if (scale > 0) drawings.place(drawing, { scale, x: (A[0] ?? 0) - (a[0] ?? 0) * scale, y: (A[1] ?? 0) - (a[1] ?? 0) * scale });
  };
  return (
    <>
      <h3>{drawing.name}, {px(drawing.pixel_width)} × {px(drawing.pixel_height)} pixels</h3>
      <div style={{ display: "grid", gridTemplateColumns: "1fr 1fr 1fr", gap: 8 }}>{field("x", "x", 1)}{field("y", "y", 1)}{field("scale", "px a pixel", 0.01)}</div>
      <details>
        <summary>Place it by two points</summary>
        <p className="soft">A point of the drawing in its own pixels, and where it belongs on the page; then a second one.</p>
        <div style={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 8 }}>
          {([["own", "First, drawn"], ["page", "belongs at"], ["own2", "Second, drawn"], ["page2", "belongs at"]] as const).map(([name, words], number) => (
            <label key={name} className="field">{words}<input value={points[name]} placeholder={number % 2 ? "24, 120" : "48, 240"} onChange={(event) => setPoints({ ...points, [name]: event.target.value })} /></label>
          ))}
        </div>
        <p className="small"><Button onPress={byPoints}>Place</Button></p>
      </details>
      <DrawnEdges siteId={siteId} drawing={drawing} edges={edges.data ?? []} distances={distances} />
      <ColourTaken siteId={siteId} page={page} drawing={drawing} />
    </>
  );
}

const SHOWN = 12;
/** Pixels of the screen within which a guide snaps to a drawn edge. */
const SNAP = 10;

/** The drawing to point at: a guide stands where it is clicked, on a drawn edge where there is one near. */
function Pointed({ siteId, drawing, edges, distances }: { siteId: number; drawing: PageDrawing; edges: DrawnEdge[]; distances: Distances }) {
  const [guide, setGuide] = useState<{ isVertical: boolean; at: number; isDrawn: boolean } | null>(null);
  const [isVertical, setVertical] = useState(true);
  const point = (event: MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const part = drawing.pixel_width / box.width;
    const [x, y] = [(event.clientX - box.left) * part, (event.clientY - box.top) * part];
    const [own, other] = isVertical ? [x, y] : [y, x];
    const near = edges.filter((one) => one.is_vertical === isVertical && Math.abs(one.at - own) <= SNAP * part && one.start - SNAP * part <= other && other <= one.end + SNAP * part).sort((a, b) => Math.abs(a.at - own) - Math.abs(b.at - own))[0];
    setGuide({ isVertical, at: near?.at ?? Math.round(own), isDrawn: near !== undefined });
  };
  const onPage = guide && (guide.isVertical ? drawing.x : drawing.y) + guide.at * drawing.scale;
  return (
    <>
      <div className="row small"><span>Point at a</span><Choice label="Direction of the guide" options={["line down", "line across"] as const} value={isVertical ? "line down" : "line across"} onChange={(value) => setVertical(value === "line down")} /></div>
      <div style={{ position: "relative", border: "1px solid var(--hairline)", cursor: "crosshair" }} onClick={point}>
        <img src={pictureAddress(siteId, drawing)} alt={`Drawing ${drawing.name}, to point at its edges`} style={{ display: "block", width: "100%" }} />
        {guide && <span style={guide.isVertical ? { position: "absolute", top: 0, bottom: 0, left: `${(guide.at / drawing.pixel_width) * 100}%`, borderLeft: "2px solid var(--day-lake)" } : { position: "absolute", left: 0, right: 0, top: `${(guide.at / drawing.pixel_height) * 100}%`, borderTop: "2px solid var(--day-lake)" }} />}
      </div>
      {guide && onPage !== null && (
        <p className="row small" role="status">
          <span className="number">{guide.isVertical ? "x" : "y"} {px(onPage)}{guide.isDrawn ? ", on a drawn edge" : ", where nothing is drawn"}</span>
          <LinkButton aria-label="from here, the guide" onPress={() => distances.take("first", guide.isVertical, { at: onPage })}>from here</LinkButton>
          <LinkButton aria-label="to here, the guide" onPress={() => distances.take("second", guide.isVertical, { at: onPage })}>to here</LinkButton>
        </p>
      )}
    </>
  );
}

/** The drawing to point at: what is pointed at snaps to the nearest drawn edge, as the first or second end of a distance. */
function DrawnEdges({ siteId, drawing, edges, distances }: { siteId: number; drawing: PageDrawing; edges: DrawnEdge[]; distances: Distances }) {
  const longest = [...edges].sort((a, b) => b.end - b.start - (a.end - a.start)).slice(0, SHOWN).sort((a, b) => Number(a.is_vertical) - Number(b.is_vertical) || a.at - b.at);
  const onPage = (edge: DrawnEdge) => (edge.is_vertical ? drawing.x : drawing.y) + edge.at * drawing.scale;
  return (
    <details>
      <summary>{edges.length === 1 ? "1 straight edge" : `${px(edges.length)} straight edges`} drawn in it</summary>
      <p className="soft">{edges.length === 0 ? "Found in PNG, JPEG and WebP." : "The longest. Take two of one direction as the ends of a distance, or one with an edge of the selected box."}</p>
      <Pointed siteId={siteId} drawing={drawing} edges={edges} distances={distances} />
      <ul className="items" aria-label="Longest drawn edges">
        {longest.map((edge) => (
          <li key={`${edge.is_vertical} ${edge.at} ${edge.start}`} className="row small">
            <span className="number">{edge.is_vertical ? "x" : "y"} {px(onPage(edge))}</span>
            <LinkButton onPress={() => distances.take("first", edge.is_vertical, { at: onPage(edge) })}>from here</LinkButton>
            <LinkButton onPress={() => distances.take("second", edge.is_vertical, { at: onPage(edge) })}>to here</LinkButton>
          </li>
        ))}
      </ul>
    </details>
  );
}
