/** Over the page while a piece of a document is dragged: the box under the pointer is where it would go. */
import { type DragEvent, useState } from "react";
import type { Measured } from "../editor/notes";
import { useDragged, wordsDrag } from "./wordsDrag";

interface Props {
  rects: Measured;
  scroll: readonly [number, number];
  scale: number;
}

/** The smallest box at a place of the page; the later of two alike, which is the inner one. */
export function boxAt(rects: Measured, x: number, y: number): number | null {
  let [found, area]: [number | null, number] = [null, Infinity];
  rects.forEach((rect, index) => {
    if (!rect || index === 0 || x < rect[0] || y < rect[1] || x >= rect[0] + rect[2] || y >= rect[1] + rect[3]) return;
    if (rect[2] * rect[3] <= area) [found, area] = [index, rect[2] * rect[3]];
  });
  return found;
}

export function DropLayer({ rects, scroll, scale }: Props) {
  const dragged = useDragged();
  const [over, setOver] = useState<number | null>(null);
  if (dragged === null) return null;
  const at = (event: DragEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    return boxAt(rects, (event.clientX - box.left) / scale + scroll[0], (event.clientY - box.top) / scale + scroll[1]);
  };
  const rect = over === null ? null : rects[over];
  return (
    <div
      data-drop style={{ position: "absolute", inset: 0 }} onDragOver={(event) => { event.preventDefault(); setOver(at(event)); }} onDragLeave={() => setOver(null)}
      onDrop={(event) => { event.preventDefault(); const index = at(event); if (index !== null) wordsDrag.drop(index); else wordsDrag.end(); }}
    >
      {rect && <div style={{ position: "absolute", left: (rect[0] - scroll[0]) * scale, top: (rect[1] - scroll[1]) * scale, width: rect[2] * scale, height: rect[3] * scale, outline: "3px solid var(--day-lake)", background: "color-mix(in srgb, var(--day-lake) 14%, transparent)" }} />}
    </div>
  );
}
