/** Sections to begin from: chosen, drawn at three widths with their sums, then written into the page and its sheet. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type Start, type StartDrawing } from "../../../api/client";
import { Button } from "../../../kit/Button";
import { Choice } from "../../../kit/Choice";
import { px } from "../../../kit/numbers";
import { useLatest } from "../../../kit/useLatest";
import type { AskChange } from "../aid";
import { Panel } from "./Panel";

const Drawings = styled.div`
  display: flex; flex-wrap: wrap; gap: 10px 14px; align-items: start;
  figure { margin: 0; min-width: 0; } figcaption { color: var(--soft); font-size: var(--size-note); }
  svg { display: block; background: var(--sheet); border: 1px solid var(--hairline); }
  .box { fill: none; stroke: var(--day-ink, #444); stroke-opacity: 0.35; } .words { fill: var(--day-lake); fill-opacity: 0.28; } .picture { fill: var(--day-hill, #7d8f4e); fill-opacity: 0.5; }
  details pre { font-size: var(--size-tick); }
`;
const HIGHEST = 170;
const KEPT = "hillpin.start";

interface Props {
  siteId: number;
  page: string;
  drafts: Record<string, string>;
  offset: number;
  onAsk: AskChange;
  onFiles: () => void;
  onPreview: (text: string | null) => void;
  onLeave: () => void;
}

export function StartsPanel({ siteId, page, drafts, offset, onAsk, onFiles, onPreview, onLeave }: Props) {
  const starts = useQuery({ queryKey: ["starts"], queryFn: () => ask(client.GET("/api/starts")), staleTime: Infinity }).data?.starts ?? [];
  const [chosen, setChosen] = useState(() => sessionStorage.getItem(KEPT) ?? "");
  const start = starts.find((one) => one.name === chosen) ?? starts[0];
  const field = useRef<HTMLSelectElement>(null);
  useEffect(() => field.current?.focus(), []);
  return (
    <Panel aria-label="Starts">
      <div className="head">
        <h2>Begin from</h2>
        <select
          ref={field} aria-label="Begin from" value={start?.name ?? ""}
          onChange={(event) => { sessionStorage.setItem(KEPT, event.target.value); setChosen(event.target.value); }}
        >
          {starts.map((one) => <option key={one.name} value={one.name}>{one.title}</option>)}
        </select>
        <Button onPress={onLeave}>Leave it</Button>
      </div>
      {start && <One key={start.name} start={start} {...{ siteId, page, drafts, offset, onAsk, onFiles, onPreview, onLeave }} />}
    </Panel>
  );
}

function One({ start, siteId, page, drafts, offset, onAsk, onFiles, onPreview, onLeave }: Props & { start: Start }) {
  const [name, setName] = useState(start.name.replace(/-.*/, ""));
  const [method, setMethod] = useState(start.methods[0] ?? "");
  const [said, setSaid] = useState<Record<string, number | string>>({});
  const [trouble, setTrouble] = useState("");
  const body = { page, drafts, start: start.name, name, method, chosen: said, offset, widths: [320, 768, 1280] };
  const { answer, error, isFresh } = useLatest(name.trim() ? body : null, (wanted) => ask(client.POST("/api/sites/{site_id}/draw-start", { params: { path: { site_id: siteId } }, body: wanted })));
  const isWhole = answer !== undefined && isFresh && !error;
  useEffect(() => {
    if (isFresh) onPreview(isWhole ? answer.preview : null);
  }, [isFresh, isWhole, answer, onPreview]);
  useEffect(() => () => onPreview(null), [onPreview]);
  const put = async () => {
    setTrouble("");
    try {
      await onAsk((latest) => ask(client.POST("/api/sites/{site_id}/take-start", { params: { path: { site_id: siteId } }, body: { ...body, drafts: latest } })));
      const made = await ask(client.POST("/api/sites/{site_id}/start-files", { params: { path: { site_id: siteId } }, body: { page, drafts: {}, start: start.name, name } }));
      if (made.files.length > 0) onFiles();
      onLeave();
    } catch (error_) {
      setTrouble(error_ instanceof Error ? error_.message : String(error_));
    }
  };
  // Ctrl and Enter from wherever one is in the panel, as in an outline; it waits until the start is drawn.
  const latest = useRef<() => void>(() => undefined);
  const wanted = useRef(false);
  useEffect(() => {
    latest.current = () => { if (isWhole) void put(); else wanted.current = true; };
    if (wanted.current && isWhole) {
      wanted.current = false;
      void put();
    }
  });
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      latest.current();
    };
    addEventListener("keydown", hear);
    return () => removeEventListener("keydown", hear);
  }, []);
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === "Enter" && !event.ctrlKey && !event.metaKey && isWhole && event.target instanceof HTMLInputElement) void put();
  };
  return (
    <div onKeyDown={onKeyDown} style={{ display: "grid", gap: 8 }}>
      <p>{start.about} {start.around === "body" ? "It belongs into the body, beside main." : "It belongs into main."}</p>
      <div className="line">
        <label className="wide">Class names begin with <input value={name} spellCheck={false} onChange={(event) => setName(event.target.value)} /></label>
        {start.methods.length > 1 && <Choice label="Laid out by" options={start.methods} value={method} onChange={setMethod} />}
      </div>
      <div className="line">
        {start.parameters.map((one) => (
          <label key={one.name}>{one.title}{" "}
            {one.choices.length > 0
              ? <select value={String(said[one.name] ?? one.value)} onChange={(event) => setSaid({ ...said, [one.name]: event.target.value })}>{one.choices.map((choice) => <option key={choice}>{choice}</option>)}</select>
              : <><input type="number" min={one.least} max={one.most} style={{ width: 72 }} value={Number(said[one.name] ?? one.value)} onChange={(event) => setSaid({ ...said, [one.name]: Math.round(Number(event.target.value)) })} /> {one.unit}</>}
          </label>
        ))}
        <Button data-strong isDisabled={!isWhole} onPress={() => void put()}>Put it in</Button>
      </div>
      <div role="status">
        {(error || trouble) && <p role="alert">{trouble || error}</p>}
        {isWhole && <p>The page shows it where the caret stood. Its rules go to the end of {answer.sheet}{answer.files.length > 0 ? `; with it ${answer.files.length === 1 ? "comes" : "come"} ${answer.files.join(", ")}` : ""}. Nothing else changes. Ctrl and Enter puts it in.</p>}
      </div>
      {isWhole && <Drawings>{answer.drawings.map((one) => <Drawing key={one.viewport} drawing={one} />)}</Drawings>}
      {isWhole && <pre aria-label="The markup" tabIndex={0}>{answer.html}</pre>}
      {isWhole && <pre aria-label="The rules" tabIndex={0}>{answer.rules}</pre>}
    </div>
  );
}

/** A start as its boxes, at one width, and what its row comes to. */
function Drawing({ drawing }: { drawing: StartDrawing }) {
  const scale = Math.min(0.12, HIGHEST / Math.max(drawing.height, 1));
  const row = drawing.row.map((one) => px(one));
  const isEven = row.length > 1 && row.every((one) => one === row[0]);
  return (
    <figure>
      <svg width={drawing.width * scale + 2} height={drawing.height * scale + 2} viewBox={`-1 -1 ${drawing.width + 2} ${drawing.height + 2}`} role="img" aria-label={`At ${px(drawing.viewport)}: ${px(drawing.width)} by ${px(drawing.height)}`}>
        {drawing.boxes.map((box, place) => <rect key={place} className={box.kind} x={box.x} y={box.y} width={box.width} height={box.height} strokeWidth={1 / scale} />)}
      </svg>
      <figcaption>at {px(drawing.viewport)}{row.length > 0 && ": "}{isEven ? `${row.length} × ${row[0] ?? ""}` : row.join(" + ")}
        {drawing.working && <details><summary>The sum</summary><pre>{drawing.working}</pre></details>}
      </figcaption>
    </figure>
  );
}
