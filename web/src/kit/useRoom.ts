/** How wide or high an element is, in pixels of the screen, as it changes. */
import { type RefObject, useLayoutEffect, useState } from "react";

function useInner(ref: RefObject<HTMLElement | null>, side: "clientWidth" | "clientHeight", first: number): number {
  const [room, setRoom] = useState(first);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom(element[side]));
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref, side]);
  return room;
}

/** The inner width of the element that a ref holds; `first` until it is there. */
export const useRoom = (ref: RefObject<HTMLElement | null>, first: number): number => useInner(ref, "clientWidth", first);

/** Its inner height. */
export const useHeight = (ref: RefObject<HTMLElement | null>, first: number): number => useInner(ref, "clientHeight", first);
