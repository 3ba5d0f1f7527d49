/** A piece of a document that is dragged from its list onto the page, which stands in another part of the window. */
import { useSyncExternalStore } from "react";

let dragged: number | null = null;
let receiver: ((number: number, index: number) => void) | null = null;
const listeners = new Set<() => void>();
const tell = (next: number | null) => {
  dragged = next;
  for (const listen of listeners) listen();
};
const subscribe = (listen: () => void) => {
  listeners.add(listen);
  return () => listeners.delete(listen);
};

export const wordsDrag = {
  begin: (number: number) => tell(number),
  end: () => tell(null),
  /** The piece was let go over an element. */
  drop: (index: number) => {
    if (dragged !== null) receiver?.(dragged, index);
    tell(null);
  },
  /** Who puts it in. */
  receive: (put: typeof receiver) => {
    receiver = put;
    return () => { receiver = null; };
  },
};

/** The piece that is being dragged. */
export const useDragged = () => useSyncExternalStore(subscribe, () => dragged);
