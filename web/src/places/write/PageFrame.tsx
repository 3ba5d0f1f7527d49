import { memo, useEffect, useLayoutEffect, useRef, useState } from "react";
import styled from "styled-components";
import type { Numbers } from "../../api/client";
import type { components } from "../../api/schema";
import type { Measured } from "./editor/notes";
import { Button } from "../../kit/Button";
import { useKept } from "../../kit/useKept";
import { keyNamed } from "../../kit/useKeys";
import { Hatching } from "../../kit/Hatching";
import { OverlayDrawing, OverlaysMenu, PLAN } from "./OverlayDrawing";
import type { HeldState } from "./states";
import type { Texts } from "./texts";
import { DropLayer } from "./authoring/DropLayer";
import { HeightHandle } from "./HeightHandle";
import { ViewportBar } from "./ViewportBar";
import { useOverlays, usePlanColumns } from "./useOverlays";

const Ground = styled.div`
  position: relative; overflow: hidden; min-height: 0; height: 100%; background: var(--frame-ground);
  .room { position: absolute; inset: 0; overflow: auto; }
  .end { position: absolute; left: 0; width: 1px; height: 1px; }
  .sheet { position: absolute; top: 12px; background: var(--sheet); border: 1px solid var(--hairline); transform-origin: 0 0; }
  iframe { display: block; border: 0; background: var(--sheet); }
  svg { position: absolute; inset: 0; width: 100%; height: 100%; pointer-events: none; overflow: hidden; }
  .bar { position: absolute; left: 6px; bottom: 4px; }
  .overlays { position: absolute; right: 18px; bottom: 4px; }
  .overlays button { padding: 1px 9px; font-size: var(--size-note); }
  .overlays button[aria-pressed="true"] { background: var(--lake-wash); border-color: var(--lake); }
`;

const EDGE = 12;
/** The room that the bar under the page takes. */
const BAR = 24;
const WHOLE = "hillpin.whole-viewport";
/** Milliseconds for which what is to be seen may still move: the frame scrolls first. */
const SETTLES = 600;

/** A face as this browser measured it. */
export type FaceTold = components["schemas"]["FaceIn"];

/** What the page in the frame says of itself. */
export interface FrameReport {
  rects: Measured;
  scroll: readonly [number, number];
  size: readonly [number, number];
  version: number;
  /** The viewport's width that was measured at. */
  viewport: number;
  fontsReady: boolean;
  /** The innermost element that the pointer rests on, and the one that has the focus. */
  hovered: number | null;
  focused: number | null;
}

interface Props {
  siteId: number;
  /** The address below which the site's files are shown: of an origin of its own. */
  pages: string;
  page: string;
  width: number;
  height: number;
  /** The texts of the site's files: each change goes to the frame at once, before anything else is drawn anew. */
  texts: Texts;
  selected: number | null;
  /** The rectangle of the generated box that is selected, in px of the page; null where it is an element's own. */
  generated: number[] | null;
  /** The selected box was chosen elsewhere: bring it into view. */
  reveal: number;
  onHeight: (height: number) => void;
  /** Whether the sums stand under the page. */
  hasSums: boolean;
  onSums: (isOn: boolean) => void;
  onReport: (report: FrameReport) => void;
  /** A state held on the selected element. */
  held: HeldState | "";
  drafts: Record<string, string>;
  /** Names of the overlays that are on. */
  overlays: string[];
  onOverlays: (names: string[]) => void;
  onSelect: (index: number) => void;
  /** A link to another file of the site was followed. */
  onFollow: (path: string) => void;
  /** Faces that the server's machine does not have: the frame is asked what they are like in this browser. */
  fontsWanted: Numbers["fonts_wanted"];
  onFonts: (faces: FaceTold[]) => void;
}

interface FrameMessage {
  pin?: boolean;
  kind: string;
  code?: string;
  address?: string;
  index?: number;
  rects?: Measured;
  scroll?: [number, number];
  size?: [number, number];
  viewport?: [number, number];
  hovered?: number;
  focused?: number;
  fonts?: boolean;
  version?: number;
  faces?: FaceTold[];
}

/** The path that an address names below the site's own; nothing where it is none. */
function pathOf(rest: string): string {
  try {
    const path = decodeURIComponent(rest.replace(/[?#].*$/, ""));
    return path === "" || path.endsWith("/") ? `${path}index.html` : path;
  } catch {
    return "";
  }
}

/** The page in its sandbox at the walker's width, drawn smaller where it is wider than the room. */
export const PageFrame = memo(function PageFrame(props: Props) {
  const { siteId, pages, page, width, height, texts, selected, reveal, onHeight, held, drafts, overlays } = props;
  const ground = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLIFrameElement>(null);
  const sent = useRef<{ html: string; sheets: ReadonlyMap<string, string>; version: number } | null>(null);
  const [room, setRoom] = useState({ width: 700, height: 400 });
  const [isReady, setReady] = useState(false);
  const [report, setReport] = useState<FrameReport | null>(null);
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });

  useLayoutEffect(() => {
    const element = ground.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const [isWhole, onWhole] = useKept(WHOLE, false);
  const across = Math.max((room.width - 2 * EDGE) / width, 0.05);
  const scale = Math.min(1, across, isWhole ? Math.max((room.height - 2 * EDGE - BAR) / height, 0.05) : 1);

  useEffect(() => {
    const hear = (event: MessageEvent<FrameMessage>) => {
      if (event.source !== frame.current?.contentWindow || !event.data?.pin) return;
      const message = event.data;
      if (message.kind === "ready") {
        sent.current = null;
        setReady(true);
      } else if ((message.kind === "selected" || message.kind === "focused") && message.index !== undefined) {
        latest.current.onSelect(message.index);
      } else if (message.kind === "key" && /^Key[A-Z]$/.test(message.code ?? "")) {
        dispatchEvent(new KeyboardEvent("keydown", { altKey: true, shiftKey: true, code: message.code }));
      } else if (message.kind === "follow" && message.address?.startsWith(latest.current.pages)) {
        latest.current.onFollow(pathOf(message.address.slice(latest.current.pages.length)));
      } else if (message.kind === "scrolled" && message.scroll) {
        const scroll = message.scroll;
        setReport((before) => before && { ...before, scroll });
      } else if (message.kind === "measured" && message.rects && message.scroll && message.size) {
        const next = { rects: message.rects, scroll: message.scroll, size: message.size, version: message.version ?? 0, viewport: message.viewport?.[0] ?? 0, fontsReady: message.fonts ?? true, hovered: message.hovered ?? null, focused: message.focused ?? null };
        setReport(next);
        latest.current.onReport(next);
      } else if (message.kind === "fonts" && message.faces) {
        latest.current.onFonts(message.faces);
      }
    };
    addEventListener("message", hear);
    return () => removeEventListener("message", hear);
  }, []);

  useEffect(() => {
    if (!isReady) return;
    const post = () => {
      const { files, version } = texts.snapshot();
      const html = texts.preview ?? files.get(page)?.text;
      if (html === undefined || (sent.current?.version === version && sent.current.html === html)) return;
      const sheets = new Map([...files.values()].filter((file) => file.path.endsWith(".css")).map((file) => [file.path, file.text]));
      const before = sent.current;
      const kind = before !== null && before.html !== html ? "render" : "restyle";
      // A keystroke in a sheet sends that sheet; the frame keeps the others.
      const changed = [...sheets].filter(([path, text]) => kind === "render" || before?.sheets.get(path) !== text);
      frame.current?.contentWindow?.postMessage({ pin: true, kind, html: kind === "render" ? html : undefined, sheets: Object.fromEntries(changed), base: pages, version }, "*");
      sent.current = { html, sheets, version };
    };
    post();
    // After the editor has drawn the change, and after the numbers are asked for: they take longer.
    return texts.subscribeAtOnce(() => queueMicrotask(post));
  }, [texts, isReady, pages, page]);

  // The frame brings the box into its viewport; where that is higher than the room, the room scrolls to it.
  const revealing = useRef({ reveal: 0, until: 0 });
  useEffect(() => {
    const now = revealing.current;
    if (now.reveal !== reveal) revealing.current = { reveal, until: performance.now() + SETTLES };
    else if (performance.now() > now.until) return;
    const box = selected === null ? null : report?.rects[selected];
    const element = ground.current?.querySelector(".room");
    if (!box || !report || !element || reveal === 0) return;
    const [top, bottom] = [EDGE + (box[1] - report.scroll[1]) * scale, EDGE + (box[1] + box[3] - report.scroll[1]) * scale];
    const shown = element.clientHeight - BAR;
    if (bottom < element.scrollTop || top > element.scrollTop + shown) element.scrollTop = Math.max(Math.min(top - EDGE, (top + bottom - shown) / 2), 0);
  }, [reveal, report, selected, scale]);
  useEffect(() => {
    if (selected !== null && reveal > 0) frame.current?.contentWindow?.postMessage({ pin: true, kind: "scroll-to", index: selected }, "*");
  }, [reveal, selected]);

  useEffect(() => {
    frame.current?.contentWindow?.postMessage({ pin: true, kind: "hold", index: selected ?? -1, state: held }, "*");
  }, [held, selected, report?.version]);
  const wanted = JSON.stringify(props.fontsWanted);
  useEffect(() => {
    if (isReady && wanted !== "[]") frame.current?.contentWindow?.postMessage({ pin: true, kind: "measure-fonts", faces: JSON.parse(wanted) as unknown }, "*");
  }, [isReady, wanted]);
  const layers = useOverlays(siteId, { page, width, height, drafts }, overlays);
  const columns = usePlanColumns(siteId, width, overlays.includes(PLAN));

  const left = Math.max(EDGE, (room.width - width * scale) / 2);
  const rect = props.generated ?? (selected === null ? null : report?.rects[selected]);
  return (
    <Ground ref={ground}>
      <div className="room" tabIndex={0} role="group" aria-label="The page as high as its viewport">
      <span className="end" style={{ top: height * scale + 2 * EDGE + BAR }} />
      <div className="sheet" style={{ left, width: width * scale + 2, height: height * scale + 2 }}>
        <iframe
          ref={frame} title={`${page} at ${width} wide`} sandbox="allow-scripts" src={`${pages}${page.split("/").map(encodeURIComponent).join("/")}`}
          style={{ width, height, transform: scale < 1 ? `scale(${scale})` : undefined, transformOrigin: "0 0" }}
        />
        {report && (overlays.length > 0 || rect) && (
          <svg aria-hidden="true">
            <Hatching />
            {overlays.length > 0 && <OverlayDrawing layers={layers} columns={columns} scroll={report.scroll} scale={scale} height={height} />}
            {rect && (
            <rect
              x={((rect[0] ?? 0) - report.scroll[0]) * scale} y={((rect[1] ?? 0) - report.scroll[1]) * scale} width={(rect[2] ?? 0) * scale} height={(rect[3] ?? 0) * scale}
              fill="none" stroke="var(--day-lake)" strokeWidth="2"
            />)}
          </svg>
        )}
        {report && <DropLayer rects={report.rects} scroll={report.scroll} scale={scale} />}
      </div>
      <HeightHandle top={12 + height * scale} left={left} width={width * scale} height={height} scale={scale} onHeight={onHeight} />
      </div>
      <span className="bar"><ViewportBar width={width} height={height} scale={scale} isWhole={isWhole} onWhole={onWhole} onHeight={onHeight} /></span>
      <span className="overlays"><Button title={keyNamed("S")} aria-pressed={props.hasSums} onPress={() => props.onSums(!props.hasSums)}>Sums</Button> <OverlaysMenu on={overlays} onChange={props.onOverlays} /></span>
    </Ground>
  );
});
