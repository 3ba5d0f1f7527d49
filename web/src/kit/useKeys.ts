/** Keys that work anywhere in a place: Alt and Shift with a letter, so that neither typing nor the browser uses them. */
import { useEffect, useRef } from "react";

/** The keys by their letter, as `F`. */
export function useKeys(keys: Record<string, () => void>): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (!event.altKey || !event.shiftKey || event.ctrlKey || event.metaKey) return;
      const wanted = latest.current[event.code.replace(/^Key/, "")];
      if (!wanted) return;
      event.preventDefault();
      event.stopPropagation();
      wanted();
    };
    addEventListener("keydown", hear, true);
    return () => removeEventListener("keydown", hear, true);
  }, []);
}

/** How a key is named in a button's description. */
export const keyNamed = (letter: string) => `Alt Shift ${letter}`;
