import { useCallback, useSyncExternalStore } from "react";

/** Whether a media query is true now. */
export function useMedia(query: string): boolean {
  const subscribe = useCallback((listener: () => void) => {
    const list = matchMedia(query);
    list.addEventListener("change", listener);
    return () => list.removeEventListener("change", listener);
  }, [query]);
  return useSyncExternalStore(subscribe, () => matchMedia(query).matches);
}
