/** One viewport of the line-up: the live page in its sandbox, or a run's picture of it, with what is laid over. */
import { memo, type ReactNode, useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { type Entry, keyOf, type Standing } from "./lineUp";

const Sheet = styled.div`
  position: relative; overflow: hidden; background: var(--sheet); border: 1px solid var(--ink); box-sizing: content-box; contain: strict;
  iframe { position: absolute; top: 0; left: 0; border: 0; background: var(--sheet); transform-origin: 0 0; }
  > svg, .over { position: absolute; inset: 0; pointer-events: none; overflow: hidden; }
  > svg { width: 100%; height: 100%; }
  .shot { position: absolute; left: 0; transform-origin: 0 0; }
  .none { position: absolute; inset: 0; padding: 8px; color: var(--day-ink); font-size: var(--size-note); }
`;

type Rects = (number[] | null)[];

/** What a frame says of its page. */
export interface FrameTold {
  rects: Rects;
  scroll: readonly [number, number];
}

interface Message {
  pin?: boolean;
  kind: string;
  index?: number;
  rects?: Rects;
  scroll?: [number, number];
  standing?: { index: number; part: number };
}

/** A run's picture of this viewport. */
export interface Picture {
  address: string;
  width: number;
  rects: Rects;
}

interface Props {
  entry: Entry;
  address: string;
  scale: number;
  standing: Standing | null;
  sections: number[];
  answers: Record<string, string | boolean>;
  /** Sheets with their texts, where the page has to be answered in its reader's place; null where it is as usual. */
  sheets: Record<string, string> | null;
  base: string;
  selected: number | null;
  picture: Picture | null;
  onSelect: (index: number) => void;
  onStand: (index: number, part: number) => void;
  /** How far down its page it stands now. */
  onTop?: (top: number) => void;
  /** What is laid over it, drawn for where the page stands. */
  over?: (told: FrameTold, top: number) => ReactNode;
}

export const LineFrame = memo(function LineFrame(props: Props) {
  const { entry, address, scale, standing, picture, selected } = props;
  const box = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLIFrameElement>(null);
  const [isSeen, setSeen] = useState(false);
  const [isReady, setReady] = useState(false);
  const [told, setTold] = useState<FrameTold | null>(null);
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  // A frame out of sight rests: it is not loaded before it is seen, and nothing is sent to it until it is again.
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new IntersectionObserver((entries) => setSeen(entries.some((one) => one.isIntersecting)), { rootMargin: "200px" });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const [isLoaded, setLoaded] = useState(false);
  if (isSeen && !isLoaded) setLoaded(true);

  useEffect(() => {
    const hear = (event: MessageEvent<Message>) => {
      if (event.source !== frame.current?.contentWindow || !event.data?.pin) return;
      const message = event.data;
      if (message.kind === "ready") setReady(true);
      else if (message.kind === "selected" && message.index !== undefined) latest.current.onSelect(message.index);
      else if (message.kind === "measured" && message.rects && message.scroll) setTold({ rects: message.rects, scroll: message.scroll });
      else if (message.kind === "scrolled" && message.scroll) {
        const scroll = message.scroll;
        setTold((before) => before && { ...before, scroll });
        latest.current.onTop?.(scroll[1]);
        if (message.standing) latest.current.onStand(message.standing.index, message.standing.part);
      }
    };
    addEventListener("message", hear);
    return () => removeEventListener("message", hear);
  }, []);

  const post = (message: object) => frame.current?.contentWindow?.postMessage({ pin: true, ...message }, "*");
  const key = keyOf(entry);
  useEffect(() => {
    if (!isReady || !isSeen || !standing || standing.from === key) return;
    post({ kind: "stand", index: standing.index, part: standing.part, sections: latest.current.sections });
  }, [standing, isReady, isSeen, key, props.answers]);
  useEffect(() => {
    if (!isReady || !props.sheets) return;
    post({ kind: "restyle", sheets: props.sheets, base: props.base });
    post({ kind: "reader", reader: props.answers });
  }, [isReady, props.sheets, props.answers, props.base]);

  const shown: FrameTold | null = picture ? { rects: picture.rects, scroll: [0, topOf(picture.rects, standing)] } : told;
  const rect = selected === null ? null : shown?.rects[selected];
  return (
    <Sheet ref={box} style={{ width: entry.width * scale, height: entry.height * scale }}>
      {isLoaded && (
        <iframe
          ref={frame} title={`${entry.name}, ${entry.width} × ${entry.height}`} sandbox="allow-scripts" src={address}
          style={{ width: entry.width, height: entry.height, transform: `scale(${scale})`, visibility: picture ? "hidden" : undefined }}
        />
      )}
      {picture && shown && <img className="shot" src={picture.address} alt={`${entry.name} as the browser drew it`} style={{ width: picture.width * scale, top: -shown.scroll[1] * scale }} />}
      {shown && props.over && <div className="over">{props.over(shown, shown.scroll[1])}</div>}
      {rect && shown && (
        <svg aria-hidden="true">
          <rect x={((rect[0] ?? 0) - shown.scroll[0]) * scale} y={((rect[1] ?? 0) - shown.scroll[1]) * scale} width={Math.max((rect[2] ?? 0) * scale, 1)} height={Math.max((rect[3] ?? 0) * scale, 1)} fill="none" stroke="var(--day-lake)" strokeWidth="2" />
        </svg>
      )}
    </Sheet>
  );
});

/** How far down a page stands at an element. */
function topOf(rects: Rects, standing: Standing | null): number {
  const rect = standing === null ? null : rects[standing.index];
  return rect && standing ? (rect[1] ?? 0) + standing.part * (rect[3] ?? 0) : 0;
}
