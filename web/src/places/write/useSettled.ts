import { useCallback, useEffect, useRef, useState } from "react";

/** A value that counts once nothing new came for a pause (ms): what hangs on it is not drawn at every key. */
export function useSettled<T>(pause: number): [T | undefined, (value: T) => void] {
  const [settled, setSettled] = useState<T>();
  const timer = useRef(0);
  useEffect(() => () => clearTimeout(timer.current), []);
  const tell = useCallback((value: T) => {
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => setSettled(value), pause);
  }, [pause]);
  return [settled, tell];
}
