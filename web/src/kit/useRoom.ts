/** How wide an element is, in pixels of the screen, as it changes. */
import { type RefObject, useLayoutEffect, useState } from "react";

/** The inner width of the element that a ref holds; `first` until it is there. */
export function useRoom(ref: RefObject<HTMLElement | null>, first: number): number {
  const [room, setRoom] = useState(first);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return room;
}
