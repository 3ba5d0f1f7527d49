import { useCallback, useState } from "react";

/** A yes or no that is kept in this browser. */
export function useKept(key: string, usual: boolean): [boolean, (now: boolean) => void] {
  const [is, setIs] = useState(() => (localStorage.getItem(key) ?? (usual ? "yes" : "no")) === "yes");
  const set = useCallback((now: boolean) => {
    localStorage.setItem(key, now ? "yes" : "no");
    setIs(now);
  }, [key]);
  return [is, set];
}
