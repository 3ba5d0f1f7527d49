/** Where the walker stands: a viewport's width and height, kept for a site. */
import { useCallback, useEffect, useMemo, useState } from "react";
import type { Pin } from "../../api/client";
import { clampWidth } from "../../width-axis/scale";

export const LEAST_HEIGHT = 100;
export const MOST_HEIGHT = 4000;
const USUAL = { width: 742, height: 800 };

export interface Viewport {
  walker: number;
  height: number;
  /** To a width; on to a pin, whose height the viewport takes then. */
  walk: (width: number, pin?: Pin) => void;
  setHeight: (height: number) => void;
}

function kept(key: string, usual: number): number {
  return Number(localStorage.getItem(key) ?? usual) || usual;
}

/** A height that a viewport can have. */
export function clampHeight(height: number): number {
  return Math.min(Math.max(Math.round(height), LEAST_HEIGHT), MOST_HEIGHT);
}

export function useViewport(siteId: number): Viewport {
  const [widthKey, heightKey] = [`hillpin.walker.${siteId}`, `hillpin.height.${siteId}`];
  const [walker, setWalker] = useState(() => clampWidth(kept(widthKey, USUAL.width)));
  const [height, setHeight] = useState(() => clampHeight(kept(heightKey, USUAL.height)));
  useEffect(() => localStorage.setItem(widthKey, String(walker)), [widthKey, walker]);
  useEffect(() => localStorage.setItem(heightKey, String(height)), [heightKey, height]);
  const walk = useCallback((width: number, pin?: Pin) => {
    setWalker(width);
    if (pin) setHeight(clampHeight(pin.height));
  }, []);
  return useMemo(() => ({ walker, height, walk, setHeight }), [walker, height, walk]);
}
